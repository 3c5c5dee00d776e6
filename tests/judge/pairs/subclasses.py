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

#: kinds that are members of an enum, a property, a class method -> proved-under closed-kinds+hashable+unpatched
from enum import Enum, auto


class Make(Enum):
    SINGLE = auto()
    STAIRCASE = auto()


class Lock:
    def __init__(self, name, make: Make, chambers: int = 1):
        self.name = name
        self.make: Make = make
        self.chambers = chambers
    @classmethod
    def of(cls, row):
        lock = cls(row["name"], row["make"])
        lock.chambers = 3
        return lock
    @property
    def minutes(self):
        if self.make is Make.SINGLE:
            return 12
        elif self.make == Make.STAIRCASE:
            return 9 * self.chambers
        raise LookupError(self.make)


class Boat:
    def __init__(self, make):
        self.make = make
    @classmethod
    def any(cls):
        return cls("x")


def build(name):
    return Lock(name, Make.SINGLE)


SPARE = Lock("x", Make.STAIRCASE)
#: becomes
from enum import Enum, auto


class Make(Enum):
    SINGLE = auto()
    STAIRCASE = auto()


class Lock:
    def __init__(self, name, make: Make, chambers: int = 1):
        self.name = name
        self.make: Make = make
        self.chambers = chambers
    @classmethod
    def of(cls, row):
        lock = make_lock(row["name"], row["make"])
        lock.chambers = 3
        return lock
    @property
    def minutes(self):
        raise LookupError(self.make)


class SingleLock(Lock):
    @property
    def minutes(self):
        return 12


class StaircaseLock(Lock):
    @property
    def minutes(self):
        return 9 * self.chambers


LOCKS = {Make.SINGLE: SingleLock, Make.STAIRCASE: StaircaseLock}


def make_lock(name, make: Make, chambers: int = 1):
    return LOCKS.get(make, Lock)(name, make, chambers)


class Boat:
    def __init__(self, make):
        self.make = make
    @classmethod
    def any(cls):
        return cls("x")


def build(name):
    return make_lock(name, Make.SINGLE)


SPARE = make_lock("x", Make.STAIRCASE)

#: a class method still makes objects by its class -> unproved
from enum import Enum, auto


class Make(Enum):
    SINGLE = auto()
    STAIRCASE = auto()


class Lock:
    def __init__(self, name, make: Make, chambers: int = 1):
        self.name = name
        self.make: Make = make
        self.chambers = chambers
    @classmethod
    def of(cls, row):
        lock = cls(row["name"], row["make"])
        lock.chambers = 3
        return lock
    @property
    def minutes(self):
        if self.make is Make.SINGLE:
            return 12
        elif self.make == Make.STAIRCASE:
            return 9 * self.chambers
        raise LookupError(self.make)


class Boat:
    def __init__(self, make):
        self.make = make
    @classmethod
    def any(cls):
        return cls("x")


def build(name):
    return Lock(name, Make.SINGLE)


SPARE = Lock("x", Make.STAIRCASE)
#: becomes
from enum import Enum, auto


class Make(Enum):
    SINGLE = auto()
    STAIRCASE = auto()


class Lock:
    def __init__(self, name, make: Make, chambers: int = 1):
        self.name = name
        self.make: Make = make
        self.chambers = chambers
    @classmethod
    def of(cls, row):
        lock = cls(row["name"], row["make"])
        lock.chambers = 3
        return lock
    @property
    def minutes(self):
        raise LookupError(self.make)


class SingleLock(Lock):
    @property
    def minutes(self):
        return 12


class StaircaseLock(Lock):
    @property
    def minutes(self):
        return 9 * self.chambers


LOCKS = {Make.SINGLE: SingleLock, Make.STAIRCASE: StaircaseLock}


def make_lock(name, make: Make, chambers: int = 1):
    return LOCKS.get(make, Lock)(name, make, chambers)


class Boat:
    def __init__(self, make):
        self.make = make
    @classmethod
    def any(cls):
        return cls("x")


def build(name):
    return make_lock(name, Make.SINGLE)


SPARE = make_lock("x", Make.STAIRCASE)

#: a member of an enum asked for by identity -> proved-under closed-kinds+plain-equality+unpatched
from enum import Enum


class Make(Enum):
    SINGLE = 1
    STAIRCASE = 2


class Lock:
    def __init__(self, make):
        self.make = make
    def minutes(self):
        if self.make is Make.SINGLE:
            return 12
        return 9
#: becomes
from enum import Enum


class Make(Enum):
    SINGLE = 1
    STAIRCASE = 2


class Lock:
    def __init__(self, make):
        self.make = make
    def minutes(self):
        return 9


class SingleLock(Lock):
    def minutes(self):
        return 12


LOCKS = {Make.SINGLE: SingleLock}


def make_lock(make):
    return LOCKS.get(make, Lock)(make)

#: members that equal numbers -> differs
from enum import IntEnum as Enum


class Make(Enum):
    SINGLE = 1
    STAIRCASE = 2


class Lock:
    def __init__(self, make):
        self.make = make
    def minutes(self):
        if self.make is Make.SINGLE:
            return 12
        return 9
#: becomes
from enum import IntEnum as Enum


class Make(Enum):
    SINGLE = 1
    STAIRCASE = 2


class Lock:
    def __init__(self, make):
        self.make = make
    def minutes(self):
        return 9


class SingleLock(Lock):
    def minutes(self):
        return 12


LOCKS = {Make.SINGLE: SingleLock}


def make_lock(make):
    return LOCKS.get(make, Lock)(make)

#: whole numbers as kinds -> proved-under closed-kinds+plain-equality
class Lock:
    def __init__(self, kind):
        self.kind = kind
    def minutes(self):
        if self.kind == 1:
            return 12
        elif self.kind == 2:
            return 15
        return 9
#: becomes
class Lock:
    def __init__(self, kind):
        self.kind = kind
    def minutes(self):
        return 9


class OneLock(Lock):
    def minutes(self):
        return 12


class TwoLock(Lock):
    def minutes(self):
        return 15


LOCKS = {1: OneLock, 2: TwoLock}


def make_lock(kind):
    return LOCKS.get(kind, Lock)(kind)

#: a setter makes something else of the kind -> differs
class Lock:
    def __init__(self, kind: str):
        self.kind = kind
    @property
    def kind(self):
        return self._kind
    @kind.setter
    def kind(self, value):
        self._kind = value.lower()
    def minutes(self):
        if self.kind == "single":
            return 12
        return 15
#: becomes
class Lock:
    def __init__(self, kind: str):
        self.kind = kind
    @property
    def kind(self):
        return self._kind
    @kind.setter
    def kind(self, value):
        self._kind = value.lower()
    def minutes(self):
        return 15


class SingleLock(Lock):
    def minutes(self):
        return 12


LOCKS = {"single": SingleLock}


def make_lock(kind: str):
    return LOCKS.get(kind, Lock)(kind)

#: what depends on the kind is a method of its own -> proved-under closed-kinds+not-overridden
class Lock:
    def __init__(self, name, kind: str, chambers: int = 1):
        self.name = name
        self.kind = kind
        self.chambers = chambers
    def run(self, radio):
        radio.tune(self.name)
        good = False
        try:
            if self.kind == "single":
                good = radio.listen(60) > 0
            elif self.kind == "staircase":
                for chamber in range(self.chambers):
                    if radio.listen(chamber):
                        good = True
                        break
            else:
                raise ValueError(f"{self.name}: no {self.kind}")
        finally:
            radio.off()
        return good
#: becomes
class Lock:
    def __init__(self, name, kind: str, chambers: int = 1):
        self.name = name
        self.kind = kind
        self.chambers = chambers
    def run(self, radio):
        radio.tune(self.name)
        try:
            good = self.work(radio)
        finally:
            radio.off()
        return good
    def work(self, radio):
        raise ValueError(f"{self.name}: no {self.kind}")


class SingleLock(Lock):
    def work(self, radio):
        return radio.listen(60) > 0


class StaircaseLock(Lock):
    def work(self, radio):
        for chamber in range(self.chambers):
            if radio.listen(chamber):
                return True
        return False


LOCKS = {"single": SingleLock, "staircase": StaircaseLock}


def make_lock(name, kind: str, chambers: int = 1):
    return LOCKS.get(kind, Lock)(name, kind, chambers)

#: a result that depends on the kind is a method of its own -> proved-under closed-kinds+not-overridden
class Lock:
    def __init__(self, name, kind: str, chambers: int = 1):
        self.name = name
        self.kind = kind
        self.chambers = chambers
    def needs_service(self, turns):
        if self.kind == "single":
            limit = 100
        elif self.kind == "staircase":
            limit = 50 * self.chambers
        else:
            raise ValueError(f"{self.name}: no {self.kind}")
        return turns >= limit
#: becomes
class Lock:
    def __init__(self, name, kind: str, chambers: int = 1):
        self.name = name
        self.kind = kind
        self.chambers = chambers
    def needs_service(self, turns):
        return turns >= self.limit()
    def limit(self):
        raise ValueError(f"{self.name}: no {self.kind}")


class SingleLock(Lock):
    def limit(self):
        return 100


class StaircaseLock(Lock):
    def limit(self):
        return 50 * self.chambers


LOCKS = {"single": SingleLock, "staircase": StaircaseLock}


def make_lock(name, kind: str, chambers: int = 1):
    return LOCKS.get(kind, Lock)(name, kind, chambers)

#: a kind works out another result -> differs
class Lock:
    def __init__(self, name, kind: str, chambers: int = 1):
        self.name = name
        self.kind = kind
        self.chambers = chambers
    def needs_service(self, turns):
        if self.kind == "single":
            limit = 100
        elif self.kind == "staircase":
            limit = 50 * self.chambers
        else:
            raise ValueError(f"{self.name}: no {self.kind}")
        return turns >= limit
#: becomes
class Lock:
    def __init__(self, name, kind: str, chambers: int = 1):
        self.name = name
        self.kind = kind
        self.chambers = chambers
    def needs_service(self, turns):
        return turns >= self.limit()
    def limit(self):
        raise ValueError(f"{self.name}: no {self.kind}")


class SingleLock(Lock):
    def limit(self):
        return 101


class StaircaseLock(Lock):
    def limit(self):
        return 50 * self.chambers


LOCKS = {"single": SingleLock, "staircase": StaircaseLock}


def make_lock(name, kind: str, chambers: int = 1):
    return LOCKS.get(kind, Lock)(name, kind, chambers)

#: a method of another class is handed the object -> differs
class Yard:
    def __init__(self, kind):
        self.kind = kind
    def turn(lock, kind):
        lock.kind = kind


class Lock:
    def __init__(self, kind: str):
        self.kind = kind
    def minutes(self):
        Yard.turn(self, "single")
        if self.kind == "single":
            return 12
        return 9
#: becomes
class Yard:
    def __init__(self, kind):
        self.kind = kind
    def turn(lock, kind):
        lock.kind = kind


class Lock:
    def __init__(self, kind: str):
        self.kind = kind
    def minutes(self):
        Yard.turn(self, "single")
        return 9


class SingleLock(Lock):
    def minutes(self):
        Yard.turn(self, "single")
        return 12


LOCKS = {"single": SingleLock}


def make_lock(kind: str):
    return LOCKS.get(kind, Lock)(kind)

#: a kind overrides what asks for no kind -> differs
class Lock:
    def __init__(self, kind: str):
        self.kind = kind
    def limit(self):
        return 1
    def minutes(self):
        if self.kind == "single":
            return 12
        return 9 * self.limit()
#: becomes
class Lock:
    def __init__(self, kind: str):
        self.kind = kind
    def limit(self):
        return 1
    def minutes(self):
        return 9 * self.limit()


class SingleLock(Lock):
    def limit(self):
        return 2
    def minutes(self):
        return 12


LOCKS = {"single": SingleLock}


def make_lock(kind: str):
    return LOCKS.get(kind, Lock)(kind)

#: a method under another name is handed the object -> unproved
class Lock:
    def __init__(self, kind: str):
        self.kind = kind
    @classmethod
    def of(cls, text):
        return cls(text)
    def f(self):
        if self.kind == "single":
            return 1
        return 2


class Sea:
    def turn(self, kind):
        self.kind = kind
    twist = turn


def g(lock, kind):
    Sea.twist(lock, kind)
    return lock.f()
#: becomes
class Lock:
    def __init__(self, kind: str):
        self.kind = kind
    @classmethod
    def of(cls, text):
        return make_lock(text)
    def f(self):
        return 2


class SingleLock(Lock):
    def f(self):
        return 1


LOCKS = {"single": SingleLock}


def make_lock(kind: str):
    return LOCKS.get(kind, Lock)(kind)


class Sea:
    def turn(self, kind):
        self.kind = kind
    twist = turn


def g(lock, kind):
    Sea.twist(lock, kind)
    return lock.f()
