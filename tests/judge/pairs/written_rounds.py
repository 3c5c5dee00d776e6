#: the same of two gauges -> proved
def report(upper, lower):
    found = []
    if upper.level > upper.high:
        found.append("upper: too high")
    elif upper.level < upper.low:
        found.append("upper: too low")
    if lower.level > lower.high:
        found.append("lower: too high")
    elif lower.level < lower.low:
        found.append("lower: too low")
    return found
#: becomes
def report(upper, lower):
    found = []
    for name, gauge in (("upper", upper), ("lower", lower)):
        if gauge.level > gauge.high:
            found.append(f"{name}: too high")
        elif gauge.level < gauge.low:
            found.append(f"{name}: too low")
    return found

#: rules stand in a table, and are chosen -> proved
def problems(boat):
    found = []
    if boat.length > 60:
        found.append("too long")
    if boat.width > 9:
        found.append("too wide")
    return found
#: becomes
RULES = (("too long", lambda boat: boat.length > 60), ("too wide", lambda boat: boat.width > 9))
def problems(boat):
    return [text for text, breaks in RULES if breaks(boat)]

#: the first rule that is broken, by what next finds -> proved-under no-effect
def reason(boat):
    if _is_long(boat):
        return "long"
    if boat.width > 9:
        return "wide"
    return None
def _is_long(boat):
    return boat.length > 60
#: becomes
def _is_long(boat):
    return boat.length > 60
def _is_wide(boat):
    return boat.width > 9
RULES = {"long": _is_long, "wide": _is_wide}
def reason(boat):
    return next((text for text, rule in RULES.items() if rule(boat)), None)

#: any of them, asked for by the name of what they look at -> proved-under no-effect
def is_refused(boat) -> bool:
    if boat.length > 60:
        return True
    return bool(boat.width > 9)
#: becomes
LIMITS = (("length", 60), ("width", 9))
def is_refused(boat) -> bool:
    return any(getattr(boat, name) > most for name, most in LIMITS)

#: only the first one is told -> proved
def told(boat, out):
    if boat.length > 60:
        out.append("long")
    elif boat.width > 9:
        out.append("wide")
    out.append("end")
#: becomes
RULES = {"long": lambda boat: boat.length > 60, "wide": lambda boat: boat.width > 9}
def told(boat, out):
    for text, rule in RULES.items():
        if rule(boat):
            out.append(text)
            break
    out.append("end")

#: all of them are told -> differs
def told(length: int, width: int) -> list[str]:
    out = []
    if length > 60:
        out.append("long")
    if width > 9:
        out.append("wide")
    return out
#: becomes
def told(length: int, width: int) -> list[str]:
    out = []
    for text, size, most in (("long", length, 60), ("wide", width, 9)):
        if size > most:
            out.append(text)
            break
    return out

#: the rows stand the other way round -> differs
def reason(length: int, width: int) -> str:
    if length > 60:
        return "long"
    if width > 9:
        return "wide"
    return ""
#: becomes
RULES = {"wide": lambda length, width: width > 9, "long": lambda length, width: length > 60}
def reason(length: int, width: int) -> str:
    for text, rule in RULES.items():
        if rule(length, width):
            return text
    return ""

#: what stands in the rows is worked out before the first round -> differs
def told(first: str, second: str) -> list[str]:
    out = [first]
    second = "none"
    out.append(second)
    return out
#: becomes
def told(first: str, second: str) -> list[str]:
    out = []
    for each in (first, second):
        out.append(each)
        second = "none"
    return out

#: the table grows -> differs
RULES = [("long", 60)]
def add(text: str, most: int) -> None:
    RULES.append((text, most))
def told(length: int) -> list[str]:
    add("wide", 9)
    return ["long"] if length > 60 else []
#: becomes
RULES = [("long", 60)]
def add(text: str, most: int) -> None:
    RULES.append((text, most))
def told(length: int) -> list[str]:
    add("wide", 9)
    return [text for text, most in RULES if length > most]

#: a name of the function is another one than that of the table -> differs
most = 60
def reason(length: int, most: int) -> str:
    if length > most:
        return "long"
    return ""
#: becomes
most = 60
RULES = (("long", lambda length: length > most),)
def reason(length: int, most: int) -> str:
    for text, rule in RULES:
        if rule(length):
            return text
    return ""

#: generators that are asked later see the last round -> differs
def above(levels: list[int]) -> list[list[int]]:
    found = []
    found.append(n for n in levels if n > 1)
    found.append(n for n in levels if n > 2)
    return [list(each) for each in found]
#: becomes
def above(levels: list[int]) -> list[list[int]]:
    found = []
    for least in (1, 2):
        found.append(n for n in levels if n > least)
    return [list(each) for each in found]
