"""Texts put together: by f-strings, by `%`, one behind the other."""

#: percent signs filled with texts -> proved
def tell(name: str, lock: str) -> str:
    return "%s waits at %s (100%%)" % (name, lock)
#: becomes
def tell(name: str, lock: str) -> str:
    return f"{name} waits at {lock} (100%)"

#: one text, alone behind the sign -> proved
def tell(name: str) -> str:
    return "%%s: %s" % name
#: becomes
def tell(name: str) -> str:
    return f"%s: {name!s}"

#: a text in braces is the text itself -> proved
def tell(name: str, lock: str) -> str:
    return name + " waits at " + lock
#: becomes
def tell(name: str, lock: str) -> str:
    return f"{name} waits at {lock}"

#: texts that a helper is given and puts into others -> proved
def close(out) -> None:
    out.append("upper gate: closed")
    out.append("lower gate: closed")
#: becomes
def close(out) -> None:
    tell_of(out, "upper")
    tell_of(out, "lower")


def tell_of(out, name):
    out.append(f"{name} gate: closed")

#: what is not declared is shown alike if it has no format of its own -> proved-under plain-value
def tell(name, lock):
    return "%s waits at %s" % (name, lock)
#: becomes
def tell(name, lock):
    return f"{name} waits at {lock}"

#: a whole number may be too long to be shown -> unproved
def tell(name: str, count: int, log) -> str:
    log.write(name)
    return "%s waits at %s" % (name, count)
#: becomes
def tell(name: str, count: int, log) -> str:
    text = f"{name} waits at {count}"
    log.write(name)
    return text

#: a width fills up with blanks -> differs
def tell(name: str, lock: str) -> str:
    return "%s waits at %10s" % (name, lock)
#: becomes
def tell(name: str, lock: str) -> str:
    return f"{name} waits at {lock}"

#: the quotes of a repr -> differs
def tell(name: str, lock: str) -> str:
    return "%s waits at %s" % (name, lock)
#: becomes
def tell(name: str, lock: str) -> str:
    return f"{name} waits at {lock!r}"

#: the other way round -> differs
def tell(name: str, lock: str) -> str:
    return "%s waits at %s" % (lock, name)
#: becomes
def tell(name: str, lock: str) -> str:
    return f"{name} waits at {lock}"

#: too few texts are an error -> differs
def tell(name: str) -> str:
    return "%s, %s" % name
#: becomes
def tell(name: str) -> str:
    return f"{name}, "

#: what fills the signs may be a tuple by itself -> differs
def tell(names: tuple[str, str]) -> str:
    return "%s" % names
#: becomes
def tell(names: tuple[str, str]) -> str:
    return f"{names}"

#: a sign that is none: %% and s behind it -> differs
def tell(name: str) -> str:
    return "%%%s" % name
#: becomes
def tell(name: str) -> str:
    return f"%{name}s"
