#: any is a function of the module -> differs
def any(values):
    return [v for v in values]
def deep(n: int):
    rules = [lambda n: n > 0]
    return any(rule(n) for rule in rules)
#: becomes
def any(values):
    return [v for v in values]
def deep(n: int):
    rules = [lambda n: n < 0]
    return any(rule(n) for rule in rules)

#: next is a parameter -> differs
def find(boats, next, a, b):
    return next((x for x in boats if x == a), None)
#: becomes
def find(boats, next, a, b):
    return next((x for x in boats if x == b), None)

#: bool is a name of the comprehension -> differs
def open_any(gates, n: int):
    return any(bool(n) for bool in gates)
#: becomes
def open_any(gates, n: int):
    return any(n for bool in gates)

#: a helper's name is a name of the comprehension -> differs
def first_low(gauges, n: int):
    return next((g for g in gauges if n < 0), None)
#: becomes
def is_low(n):
    return n < 0
def first_low(gauges, n: int):
    return next((is_low for is_low in gauges if is_low(n)), None)

#: a table's name is a name of the comprehension -> differs
def any_lit(tables, key: str):
    return any(key == "up" for t in tables)
#: becomes
LIT = {"up": True}
def any_lit(tables, key: str):
    return any(key in LIT for LIT in tables)

#: an enum's name is a parameter -> differs
from enum import Enum
class Side(Enum):
    LEFT = 1
    RIGHT = 2
def on_left(Side, s):
    return s is Side.LEFT
#: becomes
from enum import Enum
class Side(Enum):
    LEFT = 1
    RIGHT = 2
def on_left(Side, s):
    return s is Side.RIGHT

#: a dispatching function's name is a name of the comprehension -> differs
from functools import singledispatch
def any_deep(fs, n: int):
    return any(n > 0 for f in fs)
#: becomes
from functools import singledispatch
@singledispatch
def deep(n): return False
@deep.register(int)
def _deep_int(n): return n > 0
def any_deep(fs, n: int):
    return any(deep(n) for deep in fs)

#: a class of rows is a name of the comprehension -> differs
def any_deep(kinds, n: int):
    return any(n > 0 for k in kinds)
#: becomes
from typing import NamedTuple
class Depth(NamedTuple):
    metres: int
def any_deep(kinds, n: int):
    return any(Depth(n).metres > 0 for Depth in kinds)

#: a plain class is a parameter -> differs
def metres(Depth, n: int):
    return n
#: becomes
class Depth:
    def __init__(self, metres):
        self.metres = metres
def metres(Depth, n: int):
    d = Depth(n)
    return d.metres

#: the second loop's name is the comprehension's own from the start -> differs
def pairs(rows, b):
    return any(x > 0 for a in rows for x in b)
#: becomes
def pairs(rows, b):
    return any(b > 0 for a in rows for b in b)

#: a name of the function around is none of the module -> unproved
DEPTH = 3
def outer():
    DEPTH = 4
    def deep(n: int):
        return n > DEPTH
    return deep
#: becomes
DEPTH = 3
def outer():
    DEPTH = 4
    def deep(n: int):
        global DEPTH
        return n > DEPTH
    return deep

#: a class of the module that is called like that of texts -> differs
class str:
    """What a boat is called, in the books of the office."""
def waits(name: str) -> str:
    return "waits: " + name
#: becomes
class str:
    """What a boat is called, in the books of the office."""
def waits(name: str) -> str:
    return f"waits: {name}"

#: a class of the module that is called like a dict has entries as it likes -> differs
class dict:
    def __init__(self, fees):
        self.fees = fees
    def __getitem__(self, kind):
        return self.fees[0]
    def __contains__(self, kind):
        return False
def fee(fees: dict, kind: str):
    try:
        return fees[kind]
    except KeyError:
        return 60
#: becomes
class dict:
    def __init__(self, fees):
        self.fees = fees
    def __getitem__(self, kind):
        return self.fees[0]
    def __contains__(self, kind):
        return False
def fee(fees: dict, kind: str):
    return fees[kind] if kind in fees else 60

#: what is called a Sequence comes from elsewhere -> unproved
from canal.queues import Sequence
def waiting(boats: Sequence, mark: int):
    i = 0
    while i < len(boats):
        if boats[i] == mark:
            return True
        i += 1
    return False
#: becomes
from canal.queues import Sequence
def waiting(boats: Sequence, mark: int):
    for boat in boats:
        if boat == mark:
            return True
    return False

#: a function of the module takes the place of one that is imported -> differs
from bisect import bisect
def bisect(limits, level):
    return 0
LIMITS, NAMES = (3, 5), ("dry", "low", "high")
def band(level: int) -> str:
    if level < 3:
        return "dry"
    return "low" if level < 5 else "high"
#: becomes
from bisect import bisect
def bisect(limits, level):
    return 0
LIMITS, NAMES = (3, 5), ("dry", "low", "high")
def band(level: int) -> str:
    return NAMES[bisect(LIMITS, level)]

#: a decorator means something else in a class -> differs
class Lock:
    property = print
    level = 3
    def is_low(self):
        return self.level < 5
    def open(self):
        return 1 if self.level < 5 else 0
#: becomes
class Lock:
    property = print
    level = 3
    @property
    def is_low(self):
        return self.level < 5
    def open(self):
        return 1 if self.is_low else 0

#: an annotation means something else in a class -> differs
class Lock:
    int = str
    def dry(self, level: int):
        return level == 0
#: becomes
class Lock:
    int = str
    def dry(self, level: int):
        return not level

#: what only methods are called is what it was -> proved
class Lock:
    def list(self):
        return []
    def dry(self, level: int):
        return level == 0
#: becomes
class Lock:
    def list(self):
        return []
    def dry(self, level: int):
        return not level

#: a function has a name of its own for what looks attributes up -> differs
LIMITS = (("length", 60), ("width", 9))
def is_refused(boat):
    getattr = max
    return boat.length > 60 or boat.width > 9
#: becomes
LIMITS = (("length", 60), ("width", 9))
def is_refused(boat):
    getattr = max
    return any(getattr(boat, name) > limit for name, limit in LIMITS)

#: a table that is new becomes something else further down -> differs
def fee(kind: str) -> int:
    for each, pence in (("barge", 240), ("tug", 180)):
        if each == kind:
            return pence
    return 60
#: becomes
FEES = {"barge": 240, "tug": 180}
def fee(kind: str) -> int:
    for each, pence in FEES.items():
        if each == kind:
            return pence
    return 60
class FEES:
    """What a boat pays."""
    @staticmethod
    def items():
        return ()

#: a helper that is new is another one further down -> differs
def fee(kind: str) -> int:
    return 240 if kind == "barge" else 60
#: becomes
def is_barge(kind):
    return kind == "barge"
def fee(kind: str) -> int:
    return 240 if is_barge(kind) else 60
for is_barge in (bool,):
    pass

#: a star may bring another kind of that name -> unproved
from canal.kinds import *
def dry(level: int):
    return level == 0
#: becomes
from canal.kinds import *
def dry(level: int):
    return not level

#: a built-in name is set by its text -> differs
exec("int = str")
def dry(level: int):
    return level == 0
#: becomes
exec("int = str")
def dry(level: int):
    return not level

#: the module of the built-in names gets another sum -> unproved
import builtins
def patch():
    builtins.sum = max
def tons(loads: list[int]):
    found = 0
    for load in loads:
        found += load
    return found
#: becomes
import builtins
def patch():
    builtins.sum = max
def tons(loads: list[int]):
    return sum(loads)
