#: arms become lambdas in a table -> proved
def tons(sign: str, laden: int, more: int) -> int:
    if sign == "+":
        return laden + more
    elif sign == "-":
        return laden - more
    raise ValueError(sign)
#: becomes
SIGNS = {"+": lambda laden, more: laden + more, "-": lambda laden, more: laden - more}
def tons(sign: str, laden: int, more: int) -> int:
    if sign not in SIGNS:
        raise ValueError(sign)
    return SIGNS[sign](laden, more)

#: arms become functions in a table -> proved
def pence(kind: str, boat) -> int:
    if kind == "tug":
        return boat.power * 2
    if kind == "raft":
        boat.tie()
        return 0
    raise LookupError(kind)
#: becomes
def of_tug(boat) -> int:
    return boat.power * 2
def of_raft(boat) -> int:
    boat.tie()
    return 0
PENCE = {"tug": of_tug, "raft": of_raft}
def pence(kind: str, boat) -> int:
    if kind in PENCE:
        return PENCE[kind](boat)
    raise LookupError(kind)

#: two lambdas change places -> differs
def tons(sign: str, laden: int, more: int) -> int:
    if sign == "+":
        return laden + more
    elif sign == "-":
        return laden - more
    raise ValueError(sign)
#: becomes
SIGNS = {"-": lambda laden, more: laden + more, "+": lambda laden, more: laden - more}
def tons(sign: str, laden: int, more: int) -> int:
    if sign not in SIGNS:
        raise ValueError(sign)
    return SIGNS[sign](laden, more)

#: the arguments change places -> differs
def tons(sign: str, laden: int, more: int) -> int:
    if sign == "+":
        return laden + more
    elif sign == "-":
        return laden - more
    raise ValueError(sign)
#: becomes
SIGNS = {"+": lambda laden, more: laden + more, "-": lambda laden, more: laden - more}
def tons(sign: str, laden: int, more: int) -> int:
    if sign not in SIGNS:
        raise ValueError(sign)
    return SIGNS[sign](more, laden)

#: a lambda keeps what was there when it was made -> differs
FEE = 3
def pence(kind: str) -> int:
    global FEE
    FEE = FEE + 1
    if kind == "tug":
        return FEE
    raise LookupError(kind)
#: becomes
FEE = 3
PENCE = {"tug": lambda fee=FEE: fee}
def pence(kind: str) -> int:
    global FEE
    FEE = FEE + 1
    if kind not in PENCE:
        raise LookupError(kind)
    return PENCE[kind]()

#: another function is handed out at each call, one function at all -> differs
def counter(kind: str):
    if kind == "tug":
        return lambda boat: boat.power
    raise LookupError(kind)
#: becomes
COUNTERS = {"tug": lambda boat: boat.power}
def counter(kind: str):
    if kind not in COUNTERS:
        raise LookupError(kind)
    return COUNTERS[kind]

#: a row calls a function of the table again -> unproved
def depth(kind: str, steps: int) -> int:
    if kind == "upper":
        return 0 if steps == 0 else depth("upper", steps - 1)
    raise LookupError(kind)
#: becomes
DEPTHS = {"upper": lambda steps: 0 if steps == 0 else DEPTHS["upper"](steps - 2)}
def depth(kind: str, steps: int) -> int:
    if kind not in DEPTHS:
        raise LookupError(kind)
    return DEPTHS[kind](steps)

#: a set of kinds -> proved
def is_wide(kind: str) -> bool:
    return kind == "barge" or kind == "raft"
#: becomes
WIDE = frozenset({"barge", "raft"})
def is_wide(kind: str) -> bool:
    return kind in WIDE

#: a set of members, in a module that has it already -> proved-under unpatched
from enum import Enum
class Lock(Enum):
    UPPER = 1
    LOWER = 2
    SEA = 3
TIDAL = {Lock.LOWER, Lock.SEA}
def closes(lock: Lock) -> bool:
    if lock == Lock.LOWER or lock == Lock.SEA:
        return True
    return False
#: becomes
from enum import Enum
class Lock(Enum):
    UPPER = 1
    LOWER = 2
    SEA = 3
TIDAL = {Lock.LOWER, Lock.SEA}
def closes(lock: Lock) -> bool:
    return lock in TIDAL

#: a set that grows -> unproved
def is_wide(kind: str) -> bool:
    return kind == "barge" or kind == "raft"
def note(kind: str) -> None:
    return None
#: becomes
WIDE = {"barge", "raft"}
def is_wide(kind: str) -> bool:
    return kind in WIDE
def note(kind: str) -> None:
    WIDE.add(kind)

#: a list has no place in a set -> differs
def is_wide(kind: str | list[str]) -> bool:
    return kind == "barge" or kind == "raft"
#: becomes
WIDE = {"barge", "raft"}
def is_wide(kind: str | list[str]) -> bool:
    return kind in WIDE

#: a kind is missing in the set -> differs
def is_wide(kind: str) -> bool:
    return kind == "barge" or kind == "raft"
#: becomes
WIDE = frozenset(["barge", "rafts"])
def is_wide(kind: str) -> bool:
    return kind in WIDE

#: what is called frozenset is something else -> differs
def frozenset(kinds): return ["barge"]
def is_wide(kind: str) -> bool:
    return kind == "barge" or kind == "raft"
#: becomes
def frozenset(kinds): return ["barge"]
WIDE = frozenset({"barge", "raft"})
def is_wide(kind: str) -> bool:
    return kind in WIDE
