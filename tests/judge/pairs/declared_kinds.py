#: sets are only partly ordered -> differs
def lower(a: set[str], b: set[str]) -> bool:
    return a < b
#: becomes
def lower(a: set[str], b: set[str]) -> bool:
    return not a >= b

#: frozen sets are only partly ordered -> differs
def lower(a: frozenset[str], b: frozenset[str]) -> bool:
    return a < b
#: becomes
def lower(a: frozenset[str], b: frozenset[str]) -> bool:
    return not a >= b

#: counters are only partly ordered -> differs
from collections import Counter
def lower(a: Counter[str], b: Counter[str]) -> bool:
    return a < b
#: becomes
from collections import Counter
def lower(a: Counter[str], b: Counter[str]) -> bool:
    return not a >= b

#: an old name of a set is a set -> differs
from typing import Set
def lower(a: Set[str], b: Set[str]) -> bool:
    return a < b
#: becomes
from typing import Set
def lower(a: Set[str], b: Set[str]) -> bool:
    return not a >= b

#: keys are only partly ordered -> differs
def lower(a: dict[str, int], b: dict[str, int]) -> bool:
    return a.keys() <= b.keys()
#: becomes
def lower(a: dict[str, int], b: dict[str, int]) -> bool:
    return not a.keys() > b.keys()

#: sets made of lists are only partly ordered -> differs
def lower(a: list[int], b: list[int]) -> bool:
    return set(a) < set(b)
#: becomes
def lower(a: list[int], b: list[int]) -> bool:
    return not set(a) >= set(b)

#: what may be None has no order -> differs
def lower(a: int | None, b: int | None) -> bool:
    return a < b
#: becomes
def lower(a: int | None, b: int | None) -> bool:
    return not a >= b

#: numbers and texts have no order -> differs
def lower(a: int | str, b: int | str) -> bool:
    return a < b
#: becomes
def lower(a: int | str, b: int | str) -> bool:
    return not a >= b

#: a class that orders as it says -> differs
class Depth:
    def __init__(self, n): self.n = n
    def __lt__(self, other): return self.n < other.n
    def __ge__(self, other): return self.n >= other.n + 1

def lower(a: Depth, b: Depth) -> bool:
    return a < b
#: becomes
class Depth:
    def __init__(self, n): self.n = n
    def __lt__(self, other): return self.n < other.n
    def __ge__(self, other): return self.n >= other.n + 1

def lower(a: Depth, b: Depth) -> bool:
    return not a >= b

#: whole numbers are ordered -> proved
def lower(a: int, b: int) -> bool:
    return a < b
#: becomes
def lower(a: int, b: int) -> bool:
    return not a >= b

#: floats are ordered but for NaN -> differs
def lower(a: float, b: float) -> bool:
    return a < b
#: becomes
def lower(a: float, b: float) -> bool:
    return not a >= b

#: what is not declared is ordered as is assumed -> proved-under total-order
def lower(a: object, b: object) -> bool:
    return a < b
#: becomes
def lower(a: object, b: object) -> bool:
    return not a >= b

#: a local set is only partly ordered -> differs
def more(boats: list[int], berths: list[int]) -> bool:
    have = {b for b in boats}
    need = {b for b in berths}
    return have < need
#: becomes
def more(boats: list[int], berths: list[int]) -> bool:
    have = {b for b in boats}
    need = {b for b in berths}
    return not have >= need

#: sets in a loop stay sets -> differs
def rising(groups: list[set[int]]) -> bool:
    last = set()
    for group in groups:
        if last < group:
            last = group
        else:
            return False
    return True
#: becomes
def rising(groups: list[set[int]]) -> bool:
    last = set()
    for group in groups:
        if last >= group:
            return False
        else:
            last = group
    return True

#: a field that is a set is only partly ordered -> differs
from dataclasses import dataclass
@dataclass
class Crew:
    skills: set[str]
def fits(crew: Crew, needed: set[str]) -> bool:
    return crew.skills < needed
#: becomes
from dataclasses import dataclass
@dataclass
class Crew:
    skills: set[str]
def fits(crew: Crew, needed: set[str]) -> bool:
    return not crew.skills >= needed

#: a table of the module that is a set -> differs
KNOWN = {"tug", "barge"}
def fits(kinds: set[str]) -> bool:
    return kinds < KNOWN
#: becomes
KNOWN = {"tug", "barge"}
def fits(kinds: set[str]) -> bool:
    return not kinds >= KNOWN

#: a class that says what equality is -> differs
class Depth:
    def __init__(self, n): self.n = n
    def __eq__(self, other): return True
class Height:
    def __eq__(self, other): return False

def same(a: Depth, b: Height):
    return a == b
#: becomes
class Depth:
    def __init__(self, n): self.n = n
    def __eq__(self, other): return True
class Height:
    def __eq__(self, other): return False

def same(a: Depth, b: Height):
    return b == a

#: equality of anything, where a class of the module says what it is -> unproved
class Depth:
    def __init__(self, n): self.n = n
    def __eq__(self, other): return True
class Height:
    def __eq__(self, other): return False

def same(a, b):
    return a == b
#: becomes
class Depth:
    def __init__(self, n): self.n = n
    def __eq__(self, other): return True
class Height:
    def __eq__(self, other): return False

def same(a, b):
    return b == a

#: equality of anything, where no class says what it is -> proved-under plain-equality
def same(a, b):
    return a == b
#: becomes
def same(a, b):
    return b == a

#: a list cannot be looked up -> differs
def fare(kind: str | list[str]):
    if kind == "tug": return 1
    return 0
#: becomes
FARES = {"tug": 1}
def fare(kind: str | list[str]):
    return FARES.get(kind, 0)

#: a dataclass that compares cannot be looked up -> differs
from dataclasses import dataclass
@dataclass
class Kind:
    name: str
def fare(kind: Kind):
    if kind == "tug": return 1
    return 0
#: becomes
from dataclasses import dataclass
@dataclass
class Kind:
    name: str
FARES = {"tug": 1}
def fare(kind: Kind):
    return FARES.get(kind, 0)

#: a text can be looked up -> proved
def fare(kind: str):
    if kind == "tug": return 1
    return 0
#: becomes
FARES = {"tug": 1}
def fare(kind: str):
    return FARES.get(kind, 0)

#: anything is looked up as is assumed -> proved-under hashable+plain-equality
def fare(kind):
    if kind == "tug": return 1
    return 0
#: becomes
FARES = {"tug": 1}
def fare(kind):
    return FARES.get(kind, 0)
