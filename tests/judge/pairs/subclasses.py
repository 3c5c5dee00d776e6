#: a subclass for each kind -> proved-under closed-kinds
class Lock:
    def __init__(self, name, kind: str, chambers: int):
        self.name = name
        self.kind = kind
        self.chambers = chambers

    def minutes(self):
        if self.kind == "single":
            return 12
        elif self.kind == "staircase":
            return 9 * self.chambers
        raise LookupError(self.kind)

    def water(self, boats: int):
        if self.kind == "staircase":
            return 110 * boats
        return 140


def build(name):
    return Lock(name, "single", 1)
#: becomes
class Lock:
    def __init__(self, name, kind: str, chambers: int):
        self.name = name
        self.kind = kind
        self.chambers = chambers

    def minutes(self):
        raise LookupError(self.kind)

    def water(self, boats: int):
        return 140


class SingleLock(Lock):
    def minutes(self):
        return 12


class StaircaseLock(Lock):
    """Several chambers."""

    def minutes(self):
        return 9 * self.chambers

    def water(self, boats: int):
        return 110 * boats


LOCKS_BY_KIND = {
    "single": SingleLock,
    "staircase": StaircaseLock,
}


def make_lock(name, kind: str, chambers: int):
    """A lock of the class for its kind."""
    return LOCKS_BY_KIND.get(kind, Lock)(name, kind, chambers)


def build(name):
    return make_lock(name, "single", 1)


#: a kind has the body of another one -> differs
class Lock:
    def __init__(self, name, kind: str, chambers: int):
        self.name = name
        self.kind = kind
        self.chambers = chambers

    def minutes(self):
        if self.kind == "single":
            return 12
        elif self.kind == "staircase":
            return 9 * self.chambers
        raise LookupError(self.kind)

    def water(self, boats: int):
        if self.kind == "staircase":
            return 110 * boats
        return 140


def build(name):
    return Lock(name, "single", 1)
#: becomes
class Lock:
    def __init__(self, name, kind: str, chambers: int):
        self.name = name
        self.kind = kind
        self.chambers = chambers

    def minutes(self):
        raise LookupError(self.kind)

    def water(self, boats: int):
        return 140


class SingleLock(Lock):
    def minutes(self):
        return 9 * self.chambers


class StaircaseLock(Lock):
    """Several chambers."""

    def minutes(self):
        return 9 * self.chambers

    def water(self, boats: int):
        return 110 * boats


LOCKS_BY_KIND = {
    "single": SingleLock,
    "staircase": StaircaseLock,
}


def make_lock(name, kind: str, chambers: int):
    """A lock of the class for its kind."""
    return LOCKS_BY_KIND.get(kind, Lock)(name, kind, chambers)


def build(name):
    return make_lock(name, "single", 1)


#: two kinds are mixed up in the table -> differs
class Lock:
    def __init__(self, name, kind: str, chambers: int):
        self.name = name
        self.kind = kind
        self.chambers = chambers

    def minutes(self):
        if self.kind == "single":
            return 12
        elif self.kind == "staircase":
            return 9 * self.chambers
        raise LookupError(self.kind)

    def water(self, boats: int):
        if self.kind == "staircase":
            return 110 * boats
        return 140


def build(name):
    return Lock(name, "single", 1)
#: becomes
class Lock:
    def __init__(self, name, kind: str, chambers: int):
        self.name = name
        self.kind = kind
        self.chambers = chambers

    def minutes(self):
        raise LookupError(self.kind)

    def water(self, boats: int):
        return 140


class SingleLock(Lock):
    def minutes(self):
        return 12


class StaircaseLock(Lock):
    """Several chambers."""

    def minutes(self):
        return 9 * self.chambers

    def water(self, boats: int):
        return 110 * boats


LOCKS_BY_KIND = {
    "single": StaircaseLock,
    "staircase": SingleLock,
}


def make_lock(name, kind: str, chambers: int):
    """A lock of the class for its kind."""
    return LOCKS_BY_KIND.get(kind, Lock)(name, kind, chambers)


def build(name):
    return make_lock(name, "single", 1)


#: a kind overrides what never depended on it -> differs
class Lock:
    def __init__(self, name, kind: str, chambers: int):
        self.name = name
        self.kind = kind
        self.chambers = chambers

    def minutes(self):
        if self.kind == "single":
            return 12
        elif self.kind == "staircase":
            return 9 * self.chambers
        raise LookupError(self.kind)

    def water(self, boats: int):
        if self.kind == "staircase":
            return 110 * boats
        return 140


def build(name):
    return Lock(name, "single", 1)
#: becomes
class Lock:
    def __init__(self, name, kind: str, chambers: int):
        self.name = name
        self.kind = kind
        self.chambers = chambers

    def minutes(self):
        raise LookupError(self.kind)

    def water(self, boats: int):
        return 140


class SingleLock(Lock):
    def minutes(self):
        return 12


class StaircaseLock(Lock):
    """Several chambers."""

    def minutes(self):
        return 9 * self.chambers

    def water(self, boats: int):
        return 111 * boats


LOCKS_BY_KIND = {
    "single": SingleLock,
    "staircase": StaircaseLock,
}


def make_lock(name, kind: str, chambers: int):
    """A lock of the class for its kind."""
    return LOCKS_BY_KIND.get(kind, Lock)(name, kind, chambers)


def build(name):
    return make_lock(name, "single", 1)


#: an object is still made without the factory -> differs
class Lock:
    def __init__(self, name, kind: str, chambers: int):
        self.name = name
        self.kind = kind
        self.chambers = chambers

    def minutes(self):
        if self.kind == "single":
            return 12
        elif self.kind == "staircase":
            return 9 * self.chambers
        raise LookupError(self.kind)

    def water(self, boats: int):
        if self.kind == "staircase":
            return 110 * boats
        return 140


def build(name):
    return Lock(name, "single", 1)
#: becomes
class Lock:
    def __init__(self, name, kind: str, chambers: int):
        self.name = name
        self.kind = kind
        self.chambers = chambers

    def minutes(self):
        raise LookupError(self.kind)

    def water(self, boats: int):
        return 140


class SingleLock(Lock):
    def minutes(self):
        return 12


class StaircaseLock(Lock):
    """Several chambers."""

    def minutes(self):
        return 9 * self.chambers

    def water(self, boats: int):
        return 110 * boats


LOCKS_BY_KIND = {
    "single": SingleLock,
    "staircase": StaircaseLock,
}


def make_lock(name, kind: str, chambers: int):
    """A lock of the class for its kind."""
    return LOCKS_BY_KIND.get(kind, Lock)(name, kind, chambers)


def build(name):
    return Lock(name, "single", 1)


#: the kind may change later -> unproved
class Lock:
    def __init__(self, name, kind: str, chambers: int):
        self.name = name
        self.kind = kind
        self.chambers = chambers

    def minutes(self):
        if self.kind == "single":
            return 12
        elif self.kind == "staircase":
            return 9 * self.chambers
        raise LookupError(self.kind)

    def water(self, boats: int):
        if self.kind == "staircase":
            return 110 * boats
        return 140


def build(name):
    return Lock(name, "single", 1)
#: becomes
class Lock:
    def __init__(self, name, kind: str, chambers: int):
        self.name = name
        self.kind = kind
        self.chambers = chambers

    def turn(self, kind):
        self.kind = kind

    def minutes(self):
        raise LookupError(self.kind)

    def water(self, boats: int):
        return 140


class SingleLock(Lock):
    def minutes(self):
        return 12


class StaircaseLock(Lock):
    """Several chambers."""

    def minutes(self):
        return 9 * self.chambers

    def water(self, boats: int):
        return 110 * boats


LOCKS_BY_KIND = {
    "single": SingleLock,
    "staircase": StaircaseLock,
}


def make_lock(name, kind: str, chambers: int):
    """A lock of the class for its kind."""
    return LOCKS_BY_KIND.get(kind, Lock)(name, kind, chambers)


def build(name):
    return make_lock(name, "single", 1)


#: a kind is not in the table -> differs
class Lock:
    def __init__(self, name, kind: str, chambers: int):
        self.name = name
        self.kind = kind
        self.chambers = chambers

    def minutes(self):
        if self.kind == "single":
            return 12
        elif self.kind == "staircase":
            return 9 * self.chambers
        raise LookupError(self.kind)

    def water(self, boats: int):
        if self.kind == "staircase":
            return 110 * boats
        return 140


def build(name):
    return Lock(name, "single", 1)
#: becomes
class Lock:
    def __init__(self, name, kind: str, chambers: int):
        self.name = name
        self.kind = kind
        self.chambers = chambers

    def minutes(self):
        raise LookupError(self.kind)

    def water(self, boats: int):
        return 140


class SingleLock(Lock):
    def minutes(self):
        return 12


class StaircaseLock(Lock):
    """Several chambers."""

    def minutes(self):
        return 9 * self.chambers

    def water(self, boats: int):
        return 110 * boats


LOCKS_BY_KIND = {
    "single": SingleLock,
}


def make_lock(name, kind: str, chambers: int):
    """A lock of the class for its kind."""
    return LOCKS_BY_KIND.get(kind, Lock)(name, kind, chambers)


def build(name):
    return make_lock(name, "single", 1)


#: the kind is set by its text -> differs
class Lock:
    def __init__(self, kind: str):
        self.kind = kind

    def minutes(self):
        if self.kind == "single":
            return 12
        return 15


class Yard:
    def __init__(self, lock):
        self.lock = lock

    def rebuild(self):
        object.__setattr__(self.lock, "kind", "single")
        return self.lock.minutes()


def build(kind: str):
    return Yard(Lock(kind)).rebuild()
#: becomes
class Lock:
    def __init__(self, kind: str):
        self.kind = kind

    def minutes(self):
        return 15


class SingleLock(Lock):
    def minutes(self):
        return 12


class Yard:
    def __init__(self, lock):
        self.lock = lock

    def rebuild(self):
        object.__setattr__(self.lock, "kind", "single")
        return self.lock.minutes()


LOCKS = {"single": SingleLock}


def make_lock(kind: str):
    return LOCKS.get(kind, Lock)(kind)


def build(kind: str):
    return Yard(make_lock(kind)).rebuild()


#: objects that the module makes itself -> proved-under closed-kinds
class Lock:
    def __init__(self, name, kind: str, chambers: int):
        self.name = name
        self.kind = kind
        self.chambers = chambers

    def minutes(self):
        if self.kind == "single":
            return 12
        elif self.kind == "staircase":
            return 9 * self.chambers
        raise LookupError(self.kind)

    def water(self, boats: int):
        if self.kind == "staircase":
            return 110 * boats
        return 140


def build(name):
    return Lock(name, "single", 1)


SPARE = [Lock("spare", "single", 1), Lock(name="big", kind="staircase", chambers=3)]
#: becomes
class Lock:
    def __init__(self, name, kind: str, chambers: int):
        self.name = name
        self.kind = kind
        self.chambers = chambers

    def minutes(self):
        raise LookupError(self.kind)

    def water(self, boats: int):
        return 140


class SingleLock(Lock):
    def minutes(self):
        return 12


class StaircaseLock(Lock):
    """Several chambers."""

    def minutes(self):
        return 9 * self.chambers

    def water(self, boats: int):
        return 110 * boats


LOCKS_BY_KIND = {
    "single": SingleLock,
    "staircase": StaircaseLock,
}


def make_lock(name, kind: str, chambers: int):
    """A lock of the class for its kind."""
    return LOCKS_BY_KIND.get(kind, Lock)(name, kind, chambers)


def build(name):
    return make_lock(name, "single", 1)


SPARE = [make_lock("spare", "single", 1), make_lock(name="big", kind="staircase", chambers=3)]


#: an object that the module makes itself is of another kind -> undecided closed-kinds
class Lock:
    def __init__(self, name, kind: str, chambers: int):
        self.name = name
        self.kind = kind
        self.chambers = chambers

    def minutes(self):
        if self.kind == "single":
            return 12
        elif self.kind == "staircase":
            return 9 * self.chambers
        raise LookupError(self.kind)

    def water(self, boats: int):
        if self.kind == "staircase":
            return 110 * boats
        return 140


def build(name):
    return Lock(name, "single", 1)


SPARE = Lock("spare", "single", 1)
#: becomes
class Lock:
    def __init__(self, name, kind: str, chambers: int):
        self.name = name
        self.kind = kind
        self.chambers = chambers

    def minutes(self):
        raise LookupError(self.kind)

    def water(self, boats: int):
        return 140


class SingleLock(Lock):
    def minutes(self):
        return 12


class StaircaseLock(Lock):
    """Several chambers."""

    def minutes(self):
        return 9 * self.chambers

    def water(self, boats: int):
        return 110 * boats


LOCKS_BY_KIND = {
    "single": SingleLock,
    "staircase": StaircaseLock,
}


def make_lock(name, kind: str, chambers: int):
    """A lock of the class for its kind."""
    return LOCKS_BY_KIND.get(kind, Lock)(name, kind, chambers)


def build(name):
    return make_lock(name, "single", 1)


SPARE = make_lock("spare", "staircase", 1)
