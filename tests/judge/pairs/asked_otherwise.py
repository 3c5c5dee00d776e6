#: cut to the most at the end -> proved-under no-effect+plain-truth+stable-read+total-order
def level(kind: str, gate):
    deep = 240
    steam = 1
    if kind == "rye":
        deep = 265
    if deep > gate.most:
        deep = gate.most
    if gate.broken:
        steam = 0
    return deep, steam
#: becomes
def level(kind: str, gate):
    deep = 240
    steam = 1
    if kind == "rye":
        deep = 265
    if gate.broken:
        steam = 0
    return min(deep, gate.most), steam

#: asked among two where one of them was asked before -> proved-under no-effect+plain-equality+stable-read
def route(boat, yard):
    if boat.kind == "barge":
        yard.move(boat, "east")
    elif boat.kind == "tug":
        yard.move(boat, "west")
    elif boat.kind is None:
        yard.move(boat, "out")
    elif boat.kind == "raft":
        yard.move(boat, "west")
    elif boat.kind == "barge":
        yard.move(boat, "north")
    else:
        raise LookupError("boat %s" % boat.kind)
#: becomes
def route(boat, yard):
    if boat.kind == "barge":
        yard.move(boat, "east")
    elif boat.kind is None:
        yard.move(boat, "out")
    elif boat.kind in ("tug", "raft"):
        yard.move(boat, "west")
    else:
        raise LookupError("boat %s" % boat.kind)

#: one member of an enum is not another -> proved-under plain-equality+unpatched
from enum import Enum
class Kind(Enum):
    BARGE = 1
    TUG = 2
    RAFT = 3
def minutes(kind):
    found = 20
    if kind == Kind.BARGE:
        found = 40
    if not kind != Kind.TUG:
        found = 5
    return found
#: becomes
from enum import Enum
class Kind(Enum):
    BARGE = 1
    TUG = 2
    RAFT = 3
def minutes(kind):
    if kind == Kind.BARGE:
        return 40
    elif kind == Kind.TUG:
        return 5
    return 20

#: cut to the least -> differs
def level(deep: int, most: int, broken: bool):
    if deep > most:
        deep = most
    if broken:
        return -deep
    return deep
#: becomes
def level(deep: int, most: int, broken: bool):
    if broken:
        return -max(deep, most)
    return max(deep, most)

#: what was set between is asked anew -> differs
class Gate:
    def __init__(self, most: int):
        self.most = most
    def shut(self):
        self.most = 0
def level(deep: int, gate: Gate):
    more = deep > gate.most
    gate.shut()
    return 1 if more else 2
#: becomes
class Gate:
    def __init__(self, most: int):
        self.most = most
    def shut(self):
        self.most = 0
def level(deep: int, gate: Gate):
    more = deep > gate.most
    gate.shut()
    return 1 if gate.most < deep else 2

#: members that may be equal -> differs
from enum import Enum
class Kind(Enum):
    BARGE = 1
    TUG = 2
    def __eq__(self, other):
        return isinstance(other, Kind)
    def __hash__(self):
        return 1
def minutes(kind: Kind):
    found = 20
    if kind == Kind.BARGE:
        found = 40
    if kind == Kind.TUG:
        found = 5
    return found
#: becomes
from enum import Enum
class Kind(Enum):
    BARGE = 1
    TUG = 2
    def __eq__(self, other):
        return isinstance(other, Kind)
    def __hash__(self):
        return 1
def minutes(kind: Kind):
    if kind == Kind.BARGE:
        return 40
    if kind == Kind.TUG:
        return 5
    return 20

#: sets are below each other or neither -> differs
def more(mine: set, others: set, late: bool):
    found = mine > others
    if late:
        return None
    return found
#: becomes
def more(mine: set, others: set, late: bool):
    found = mine > others
    if late:
        return None
    return not mine <= others

#: not found among two is not the same as not the first of them -> differs
def route(kind: str):
    if kind == "barge":
        return 1
    if kind == "tug":
        return 2
    if kind == "raft":
        return 3
    return 4
#: becomes
def route(kind: str):
    if kind == "barge":
        return 1
    if kind in ("barge", "raft"):
        return 2
    if kind == "tug":
        return 2
    return 4
