#: functions may change places where nothing runs between -> proved
def toll(boat):
    return boat.length
def berth(boat):
    return boat.width
#: becomes
def berth(boat):
    return boat.width
def toll(boat):
    return boat.length

#: a function moves below a call of it -> differs
def depth(): return 1
class Gauge:
    def read(self): return depth()
Gauge().read()
#: becomes
class Gauge:
    def read(self): return depth()
Gauge().read()
def depth(): return 1

#: a function moves below the table that holds it -> differs
def up(n): return n + 1
STEPS = {"up": up}
#: becomes
STEPS = {"up": up}
def up(n): return n + 1

#: a function moves below its use as a decorator -> differs
def watched(f): return f
@watched
def toll(): return 1
#: becomes
@watched
def toll(): return 1
def watched(f): return f

#: a function moves below its use as a default -> differs
def now(): return 1
def toll(clock=now): return clock()
#: becomes
def toll(clock=now): return clock()
def now(): return 1

#: registered functions change places -> differs
BELLS = []
def bell(f):
    BELLS.append(f)
    return f
@bell
def first(): return 1
@bell
def second(): return 2
#: becomes
BELLS = []
def bell(f):
    BELLS.append(f)
    return f
@bell
def second(): return 2
@bell
def first(): return 1

#: cached functions may change places -> proved
from functools import lru_cache
@lru_cache
def toll(n): return n
@lru_cache(maxsize=3)
def berth(n): return n
#: becomes
from functools import lru_cache
@lru_cache(maxsize=3)
def berth(n): return n
@lru_cache
def toll(n): return n

#: methods change places in a class, which lists them in order -> unproved
class Lock:
    def fill(self): pass
    def drain(self): pass
#: becomes
class Lock:
    def drain(self): pass
    def fill(self): pass

#: an alias in a class means another function -> unproved
def fill(self): return 2
class Lock:
    def fill(self): return 1
    top_up = fill
#: becomes
def fill(self): return 2
class Lock:
    top_up = fill
    def fill(self): return 1

#: a constant of a class goes and is still asked for -> differs-this-way
class Lock:
    gates = 2
def left(lock: Lock, broken: int):
    return lock.gates - broken
#: becomes
class Lock:
    pass
def left(lock: Lock, broken: int):
    return lock.gates - broken

#: a constant moves to another class -> differs
class Lock:
    gates = 2
class Weir:
    pass
def gates(thing):
    return thing.gates
#: becomes
class Lock:
    pass
class Weir:
    gates = 2
def gates(thing):
    return thing.gates

#: a public function goes -> unproved-this-way
def is_deep(n: int): return n > 3
def toll(n: int):
    return 1 if is_deep(n) else 2
#: becomes
def toll(n: int):
    return 1 if n > 3 else 2

#: a private function goes -> proved
def _is_deep(n: int): return n > 3
def toll(n: int):
    return 1 if _is_deep(n) else 2
#: becomes
def toll(n: int):
    return 1 if n > 3 else 2

#: a public constant goes -> unproved-this-way
DEEP = 3
def toll(n: int):
    return 1 if n > DEEP else 2
#: becomes
def toll(n: int):
    return 1 if n > 3 else 2

#: a public method goes -> unproved-this-way
class Lock:
    def is_deep(self, n: int): return n > 3
    def toll(self, n: int):
        return n
#: becomes
class Lock:
    def toll(self, n: int):
        return n

#: a module that looks at its own names gets a helper -> unproved
def toll(n: int):
    return 1 if n > 3 else 2
COMMANDS = {n: f for n, f in globals().items() if callable(f)}
#: becomes
def toll(n: int):
    return 1 if is_deep(n) else 2
def is_deep(n: int): return n > 3
COMMANDS = {n: f for n, f in globals().items() if callable(f)}

#: a helper between a function and who called it, in a module that looks at its frames -> differs
import sys
def caller():
    return sys._getframe(1).f_code.co_name
def toll(n: int):
    return caller()
#: becomes
import sys
def caller():
    return sys._getframe(1).f_code.co_name
def toll(n: int):
    return asked()
def asked():
    return caller()

#: a public constant of a class goes -> unproved-this-way
class Lock:
    gates = 2
    def toll(self): return 3
#: becomes
class Lock:
    def toll(self): return 3

#: a private constant of a class goes -> proved
class Lock:
    _gates = 2
    def toll(self): return 3
#: becomes
class Lock:
    def toll(self): return 3

#: annotations that call something change places -> differs
SEEN = []
def note(word):
    SEEN.append(word)
    return int
def toll(n: note("toll")): return n
def berth(n: note("berth")): return n
#: becomes
SEEN = []
def note(word):
    SEEN.append(word)
    return int
def berth(n: note("berth")): return n
def toll(n: note("toll")): return n

#: a class that lists its methods gets another one -> unproved
class Desk:
    def commands(self): return [n for n in dir(self) if not n.startswith("_")]
    def toll(self, n: int): return n + 1
#: becomes
class Desk:
    def commands(self): return [n for n in dir(self) if not n.startswith("_")]
    def toll(self, n: int): return self.more(n)
    def more(self, n): return n + 1

#: a private constant goes that the module may ask itself for -> unproved-this-way
import sys
_depth = 1
def asked(word): return getattr(sys.modules[__name__], "_" + word)
#: becomes
import sys
def asked(word): return getattr(sys.modules[__name__], "_" + word)

#: a private method goes that is asked for by a name made up -> unproved-this-way
class Desk:
    def _do_fill(self): return 1
    def take(self, word): return getattr(self, "_do_" + word)()
#: becomes
class Desk:
    def take(self, word): return getattr(self, "_do_" + word)()

#: a method comes that may be asked for by a name made up -> unproved-this-way
class Desk:
    def take(self, word): return getattr(self, f"_do_{word}", None)
    def toll(self, n: int): return n + 1
#: becomes
class Desk:
    def take(self, word): return getattr(self, f"_do_{word}", None)
    def toll(self, n: int): return self._do_add(n)
    def _do_add(self, n): return n + 1

#: a method comes that no name made up begins like -> proved-under not-overridden
class Desk:
    def take(self, word): return getattr(self, f"_do_{word}", None)
    def toll(self, n: int): return n + 1
#: becomes
class Desk:
    def take(self, word): return getattr(self, f"_do_{word}", None)
    def toll(self, n: int): return self._added(n)
    def _added(self, n): return n + 1

#: a private method of a class at another place -> proved
class Office:
    """Who comes in."""
    size = 3
    def _limit(self):
        return self.size
    def admit(self, boats: int) -> bool:
        return boats < self._limit()


def open_up(boats: int):
    if boats:
        return boats
    else:
        return 0
#: becomes
class Office:
    """Who comes in."""
    size = 3
    def admit(self, boats: int) -> bool:
        return boats < self._limit()
    def _limit(self):
        return self.size


def open_up(boats: int):
    if boats:
        return boats
    return 0

#: methods of a class whose order is looked at -> differs
class Office:
    def first(self, n: int):
        return n
    def then(self, n: int):
        return n + 1


STEPS = [name for name in vars(Office) if not name.startswith("_")]


def step(n: int):
    return STEPS[n]
#: becomes
class Office:
    def then(self, n: int):
        return n + 1
    def first(self, n: int):
        return n


STEPS = [name for name in vars(Office) if not name.startswith("_")]


def step(n: int):
    return STEPS[n]

#: an annotation that means a method above it -> differs
class Office:
    def _list(self, n: int):
        return n
    def _all(self, n: _list) -> int:
        return n


def kind(office):
    return office._all.__annotations__
#: becomes
class Office:
    def _all(self, n: _list) -> int:
        return n
    def _list(self, n: int):
        return n


def kind(office):
    return office._all.__annotations__

#: a default that is a method above it -> differs
class Office:
    def _first(self, n: int):
        return n
    def _then(self, n=_first):
        return n


def go(office):
    return office._then()
#: becomes
_first = None


class Office:
    def _then(self, n=_first):
        return n
    def _first(self, n: int):
        return n


def go(office):
    return office._then()

#: a method that is defined twice -> differs
class Office:
    def _first(self):
        return 1
    def _first(self):
        return 2


def go(office):
    if office:
        return Office()._first()
    else:
        return 0
#: becomes
class Office:
    def _first(self):
        return 2
    def _first(self):
        return 1


def go(office):
    if office:
        return Office()._first()
    return 0

#: a decorator of the class that goes through its methods -> unproved
def numbered(owner):
    for number, name in enumerate(list(owner.__dict__)):
        print(number, name)
    return owner


@numbered
class Office:
    def _first(self):
        return 1
    def then(self):
        return 2


def go(n: int):
    if n:
        return n
    else:
        return 0
#: becomes
def numbered(owner):
    for number, name in enumerate(list(owner.__dict__)):
        print(number, name)
    return owner


@numbered
class Office:
    def then(self):
        return 2
    def _first(self):
        return 1


def go(n: int):
    if n:
        return n
    return 0

#: a class that only one version has, and makes to do its work -> proved
def toll(tons: int) -> int:
    if tons > 20:
        return tons * 3
    else:
        return tons
#: becomes
import math
import re
from collections import namedtuple
Row = namedtuple("Row", "least rate")
WORD = re.compile(r"\w+")
BANDS = ((0, 1), (math.inf, 3))


class Dues:
    """What boats owe."""
    rate = 3
    limit: int = 20
    def __init__(self, tons):
        self.tons = tons
    def owed(self) -> int:
        return self.tons * self.rate


def toll(tons: int) -> int:
    if tons > 20:
        return tons * 3
    return tons

#: a class that only one version has, whose body does something -> differs
def toll(tons: int) -> int:
    if tons > 20:
        return tons * 3
    else:
        return tons
#: becomes
class Dues:
    rate = 3
    print("made")


def toll(tons: int) -> int:
    global rates
    if tons > 20:
        return tons * Dues.rate
    return tons + 1

#: a class that cannot be made -> differs
def toll(tons: int) -> int:
    if tons > 20:
        return tons * 3
    else:
        return tons
#: becomes
class Dues(bool):
    rate = 3


def toll(tons: int) -> int:
    if tons > 20:
        return tons * 3
    return tons

#: a pattern that cannot be compiled -> differs
def toll(tons: int) -> int:
    if tons > 20:
        return tons * 3
    else:
        return tons
#: becomes
import re
WORD = re.compile(r"(\w+")


def toll(tons: int) -> int:
    if tons > 20:
        return tons * 3
    return tons

#: a class that is told of those derived from it -> differs
KINDS = []


class Boat:
    def __init_subclass__(cls):
        KINDS.append(cls.__name__)


def kinds(more: int):
    return len(KINDS) + more
#: becomes
KINDS = []


class Boat:
    def __init_subclass__(cls):
        KINDS.append(cls.__name__)


class Barge(Boat):
    pass


def kinds(more: int):
    return len(KINDS) + more

#: a class that asks who is derived from it -> differs
class Boat:
    pass


def kinds(more: int):
    return len(Boat.__subclasses__()) + more
#: becomes
class Boat:
    pass


class Barge(Boat):
    pass


def kinds(more: int):
    return len(Boat.__subclasses__()) + more

#: a class that hides one of that name in another module -> differs
from collections import *


def count(names: list):
    return Counter(names)
#: becomes
from collections import *


class Counter:
    def __init__(self, names):
        self.names = names


def count(names: list):
    return Counter(names)

#: a class derived from an enumeration with members -> differs
import enum


class Kind(enum.Enum):
    BARGE = 1


def toll(tons: int) -> int:
    if tons > 20:
        return 3
    else:
        return 1
#: becomes
import enum


class Kind(enum.Enum):
    BARGE = 1


class More(Kind):
    PUNT = 2


def toll(tons: int) -> int:
    if tons > 20:
        return 3
    return 1

#: a class whose slots clash with a field -> differs
def toll(tons: int) -> int:
    if tons > 20:
        return 3
    else:
        return 1
#: becomes
class Desk:
    __slots__ = ("keeper",)
    keeper = None


def toll(tons: int) -> int:
    if tons > 20:
        return 3
    return 1

#: a class derived from int with slots -> differs
def toll(tons: int) -> int:
    if tons > 20:
        return 3
    else:
        return 1
#: becomes
class Level(int):
    __slots__ = ("lock",)


def toll(tons: int) -> int:
    if tons > 20:
        return 3
    return 1

#: a class with an annotation that cannot be evaluated -> differs
def toll(tons: int) -> int:
    if tons > 20:
        return 3
    else:
        return 1
#: becomes
class Desk:
    keeper: int[3] = 1


def toll(tons: int) -> int:
    if tons > 20:
        return 3
    return 1

#: a class with a name of its own that is none -> differs
def toll(tons: int) -> int:
    if tons > 20:
        return 3
    else:
        return 1
#: becomes
class Desk:
    __qualname__ = 3


def toll(tons: int) -> int:
    if tons > 20:
        return 3
    return 1

#: a name of the standard library that nobody needs any more -> proved
from collections import defaultdict, namedtuple
Boat = namedtuple("Boat", "name length")
def long_ones(boats: list[Boat]) -> list[Boat]:
    found = []
    for boat in boats:
        found.append(boat)
    return found
#: becomes
from collections import namedtuple
Boat = namedtuple("Boat", "name length")
def long_ones(boats: list[Boat]) -> list[Boat]:
    return [boat for boat in boats]

#: one name more of a module that was imported from -> proved
from collections import namedtuple
Boat = namedtuple("Boat", "name length")
def long_ones(boats: list[int]) -> list[int]:
    found = []
    for boat in boats:
        found.append(boat)
    return found
#: becomes
from collections import Counter, namedtuple
Boat = namedtuple("Boat", "name length")
def long_ones(boats: list[int]) -> list[int]:
    return [boat for boat in boats]

#: a name that the standard library does not have -> differs
def long_ones(boats: list[int]) -> list[int]:
    found = []
    for boat in boats:
        found.append(boat)
    return found
#: becomes
from math import sqroot
def long_ones(boats: list[int]) -> list[int]:
    return [boat for boat in boats]

#: one name more, which the standard library does not have -> differs
from math import sqrt
def long_ones(boats: list[int]) -> list[int]:
    found = []
    for boat in boats:
        found.append(boat)
    return found
#: becomes
from math import sqroot, sqrt
def long_ones(boats: list[int]) -> list[int]:
    return [boat for boat in boats]

#: a name that is gone is asked for by its text -> differs
from collections import Counter, namedtuple
Boat = namedtuple("Boat", "name length")
def counted(names: list[str]) -> int:
    return len(globals()["Counter"](names))
#: becomes
from collections import namedtuple
Boat = namedtuple("Boat", "name length")
def counted(names: list[str]) -> int:
    return len(globals()["Counter"](names))

#: a table below a class whose fields are described by calls -> proved
from dataclasses import dataclass, field
@dataclass
class Boat:
    name: str
    permits: list[str] = field(default_factory=list)
def fee(kind: str) -> int:
    if kind == "tug":
        return 3
    if kind == "raft":
        return 1
    return 2
#: becomes
from dataclasses import dataclass, field
@dataclass
class Boat:
    name: str
    permits: list[str] = field(default_factory=list)
FEES = {"tug": 3, "raft": 1}
def fee(kind: str) -> int:
    return FEES.get(kind, 2)

#: a table below a class that calls what it imports -> proved
import re
class Board:
    line = re.compile("lock ([0-9]+)")
def fee(kind: str) -> int:
    if kind == "tug":
        return 3
    return 2
#: becomes
import re
class Board:
    line = re.compile("lock ([0-9]+)")
FEES = {"tug": 3}
def fee(kind: str) -> int:
    return FEES.get(kind, 2)

#: a class calls a function of its own body, which needs the table further down -> unproved
from dataclasses import field
def fee(kind: str) -> int:
    if kind == "tug":
        return 3
    return 2
class Lock:
    def field(kind): return fee(kind)
    least = field("tug")
#: becomes
from dataclasses import field
def fee(kind: str) -> int:
    return FEES.get(kind, 2)
class Lock:
    def field(kind): return fee(kind)
    least = field("tug")
FEES = {"tug": 3}

#: what is imported is given the function that needs the table further down -> unproved
from functools import reduce
def fee(kind: str) -> int:
    if kind == "tug":
        return 3
    return 2
class Lock:
    least = reduce(lambda a, b: a + fee(b), ["tug", "raft"], 0)
#: becomes
from functools import reduce
def fee(kind: str) -> int:
    return FEES.get(kind, 2)
class Lock:
    least = reduce(lambda a, b: a + fee(b), ["tug", "raft"], 0)
FEES = {"tug": 3}

#: a table beside a class that sets attributes of its own objects by their text -> proved
class Boat:
    def __init__(self, **said):
        for name, value in said.items():
            setattr(self, name, value)
def fee(kind: str) -> int:
    if kind == "tug":
        return 3
    return 2
#: becomes
class Boat:
    def __init__(self, **said):
        for name, value in said.items():
            setattr(self, name, value)
FEES = {"tug": 3}
def fee(kind: str) -> int:
    return FEES.get(kind, 2)

#: a table of a module that sets its own names by their text -> differs
import sys
class Board:
    def show(self, name, value):
        setattr(self, name, value)
def fee(kind: str) -> int:
    if kind == "tug":
        return 3
    return 2
Board.show(sys.modules[__name__], "FEES", {})
#: becomes
import sys
class Board:
    def show(self, name, value):
        setattr(self, name, value)
FEES = {"tug": 3}
def fee(kind: str) -> int:
    return FEES.get(kind, 2)
Board.show(sys.modules[__name__], "FEES", {})

#: a table that a module sets anew, by the text of its name -> unproved
class Board:
    def show(this, module, name, value):
        setattr(module, name, value)
def fee(kind: str) -> int:
    if kind == "tug":
        return 3
    return 2
#: becomes
class Board:
    def show(this, module, name, value):
        setattr(module, name, value)
FEES = {"tug": 3}
def fee(kind: str) -> int:
    return FEES.get(kind, 2)

#: a table keyed by members of an enum, below code that calls other functions of the module -> proved-under unpatched
from enum import Enum
class Lock(Enum):
    UPPER = 1
    LOWER = 2
def office(): return "open"
OFFICE = office()
def depth(lock: Lock) -> int:
    if lock == Lock.UPPER:
        return 3
    if lock == Lock.LOWER:
        return 4
    raise ValueError(lock)
#: becomes
from enum import Enum
class Lock(Enum):
    UPPER = 1
    LOWER = 2
def office(): return "open"
OFFICE = office()
DEPTHS = {Lock.UPPER: 3, Lock.LOWER: 4}
def depth(lock: Lock) -> int:
    if lock not in DEPTHS:
        raise ValueError(lock)
    return DEPTHS[lock]

#: a table whose making calls the function that needs it -> differs
def fee(kind: str) -> int:
    if kind == "tug":
        return 3
    return 2
#: becomes
def made(): return {"tug": fee("raft") + 1}
def fee(kind: str) -> int:
    return FEES.get(kind, 2)
FEES = made()

#: a default is worked out by the function that needs the table further down -> unproved
def fee(kind: str) -> int:
    if kind == "tug":
        return 3
    return 2
def due(least=fee("tug")) -> int:
    return least
#: becomes
def fee(kind: str) -> int:
    return FEES.get(kind, 2)
def due(least=fee("tug")) -> int:
    return least
FEES = {"tug": 3}

#: so is one of a method -> unproved
def fee(kind: str) -> int:
    if kind == "tug":
        return 3
    return 2
class Desk:
    def due(self, least=fee("tug")) -> int:
        return least
#: becomes
def fee(kind: str) -> int:
    return FEES.get(kind, 2)
class Desk:
    def due(self, least=fee("tug")) -> int:
        return least
FEES = {"tug": 3}

#: a decorator of a method needs the table further down -> unproved
def fee(kind: str) -> int:
    if kind == "tug":
        return 3
    return 2
def watched(function):
    function.fee = fee("tug")
    return function
class Desk:
    @watched
    def due(self) -> int:
        return 1
#: becomes
def fee(kind: str) -> int:
    return FEES.get(kind, 2)
def watched(function):
    function.fee = fee("tug")
    return function
class Desk:
    @watched
    def due(self) -> int:
        return 1
FEES = {"tug": 3}

#: a method is handed the module as its object -> unproved
import canal as here
class Board:
    def show(self, name, value):
        setattr(self, name, value)
def fee(kind: str) -> int:
    if kind == "tug":
        return 3
    return 2
def clear():
    Board.show(here, "FEES", {})
#: becomes
import canal as here
class Board:
    def show(self, name, value):
        setattr(self, name, value)
FEES = {"tug": 3}
def fee(kind: str) -> int:
    return FEES.get(kind, 2)
def clear():
    Board.show(here, "FEES", {})
