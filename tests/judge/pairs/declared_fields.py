#: a sum of fields is compared the other way round -> proved-under as-declared
from dataclasses import dataclass
@dataclass
class Lock:
    level: int
    sill: int
    is_open: bool = False
    def is_dry(self) -> bool:
        return self.sill - self.level <= 0
#: becomes
from dataclasses import dataclass
@dataclass
class Lock:
    level: int
    sill: int
    is_open: bool = False
    def is_dry(self) -> bool:
        return self.level >= self.sill

#: a sum of fields is compared wrongly -> differs
from dataclasses import dataclass
@dataclass
class Lock:
    level: int
    sill: int
    is_open: bool = False
    def is_dry(self) -> bool:
        return self.sill - self.level <= 0
#: becomes
from dataclasses import dataclass
@dataclass
class Lock:
    level: int
    sill: int
    is_open: bool = False
    def is_dry(self) -> bool:
        return self.level > self.sill

#: fields that are whole numbers, one off -> proved-under as-declared
from dataclasses import dataclass
@dataclass
class Lock:
    level: int
    sill: int
    is_open: bool = False
    def is_low(self) -> bool:
        return self.level < self.sill + 1
#: becomes
from dataclasses import dataclass
@dataclass
class Lock:
    level: int
    sill: int
    is_open: bool = False
    def is_low(self) -> bool:
        return self.sill >= self.level

#: fields that are whole numbers, two off -> differs
from dataclasses import dataclass
@dataclass
class Lock:
    level: int
    sill: int
    is_open: bool = False
    def is_low(self) -> bool:
        return self.level < self.sill + 2
#: becomes
from dataclasses import dataclass
@dataclass
class Lock:
    level: int
    sill: int
    is_open: bool = False
    def is_low(self) -> bool:
        return self.sill >= self.level

#: a field that is a bool is its truth -> proved-under as-declared
from dataclasses import dataclass
@dataclass
class Lock:
    level: int
    sill: int
    is_open: bool = False
    def word(self) -> str:
        if self.is_open == True:
            return 'open'
        return 'shut'
#: becomes
from dataclasses import dataclass
@dataclass
class Lock:
    level: int
    sill: int
    is_open: bool = False
    def word(self) -> str:
        return 'open' if self.is_open else 'shut'

#: a field that is a number is not its truth -> differs
from dataclasses import dataclass
@dataclass
class Lock:
    level: int
    sill: int
    is_open: bool = False
    def word(self) -> str:
        if self.level == True:
            return 'open'
        return 'shut'
#: becomes
from dataclasses import dataclass
@dataclass
class Lock:
    level: int
    sill: int
    is_open: bool = False
    def word(self) -> str:
        return 'open' if self.level else 'shut'

#: a float is not one off -> differs
from dataclasses import dataclass
@dataclass
class Lock:
    level: float
    sill: int
    is_open: bool = False
    def is_low(self) -> bool:
        return self.level < self.sill + 1
#: becomes
from dataclasses import dataclass
@dataclass
class Lock:
    level: float
    sill: int
    is_open: bool = False
    def is_low(self) -> bool:
        return self.sill >= self.level

#: a field changes between two reads -> differs
from dataclasses import dataclass
@dataclass
class Lock:
    level: int
    sill: int
    is_open: bool = False
    def fill(self):
        self.level += 1
    def both(self):
        a = self.level
        self.fill()
        return a + self.level
#: becomes
from dataclasses import dataclass
@dataclass
class Lock:
    level: int
    sill: int
    is_open: bool = False
    def fill(self):
        self.level += 1
    def both(self):
        a = self.level
        self.fill()
        return a + a

#: a field is set through another name -> unproved
from dataclasses import dataclass
@dataclass
class Lock:
    level: int
    sill: int
    is_open: bool = False
def moved(a: Lock, b: Lock) -> int:
    before = a.level
    b.level = 7
    return before + a.level
#: becomes
from dataclasses import dataclass
@dataclass
class Lock:
    level: int
    sill: int
    is_open: bool = False
def moved(a: Lock, b: Lock) -> int:
    before = a.level
    b.level = 7
    return before + before

#: a field that is a property is no field -> differs
class Lock:
    def __init__(self, level: int): self._level = level
    @property
    def level(self) -> int:
        self._level += 1
        return self._level
    def twice(self) -> int:
        return self.level - self.level
#: becomes
class Lock:
    def __init__(self, level: int): self._level = level
    @property
    def level(self) -> int:
        self._level += 1
        return self._level
    def twice(self) -> int:
        return 0

#: a list of the object is empty or not -> proved-under as-declared
class Queue:
    def __init__(self, boats: list[str]):
        self.boats = boats
def is_idle(queue: Queue) -> bool:
    return len(queue.boats) == 0
#: becomes
class Queue:
    def __init__(self, boats: list[str]):
        self.boats = boats
def is_idle(queue: Queue) -> bool:
    return not queue.boats

#: a list of the object has one or more -> differs
class Queue:
    def __init__(self, boats: list[str]):
        self.boats = boats
def is_idle(queue: Queue) -> bool:
    return len(queue.boats) <= 1
#: becomes
class Queue:
    def __init__(self, boats: list[str]):
        self.boats = boats
def is_idle(queue: Queue) -> bool:
    return not queue.boats

#: a list that is filled in between -> differs
class Queue:
    def __init__(self) -> None:
        self.boats: list[str] = []
def joined(queue: Queue, boat: str) -> bool:
    was_idle = len(queue.boats) == 0
    queue.boats.append(boat)
    return was_idle
#: becomes
class Queue:
    def __init__(self) -> None:
        self.boats: list[str] = []
def joined(queue: Queue, boat: str) -> bool:
    queue.boats.append(boat)
    return not queue.boats

#: a container of the module with a truth of its own -> unproved
class Boats(list):
    def __bool__(self): return True
def is_idle(boats: list[str]) -> bool:
    return len(boats) == 0
#: becomes
class Boats(list):
    def __bool__(self): return True
def is_idle(boats: list[str]) -> bool:
    return not boats

#: a field of an enum, looked up in a table -> proved-under as-declared+unpatched
from enum import Enum
class Side(Enum):
    LEFT = 1
    RIGHT = 2
class Gate:
    def __init__(self, side: Side):
        self.side = side
    def text(self) -> str:
        if self.side is Side.LEFT:
            return "left"
        return "right"
#: becomes
from enum import Enum
class Side(Enum):
    LEFT = 1
    RIGHT = 2
class Gate:
    def __init__(self, side: Side):
        self.side = side
    def text(self) -> str:
        return {Side.LEFT: "left", Side.RIGHT: "right"}[self.side]

#: what a method gives back may be None -> proved-under as-declared
class Book:
    def find(self, key: str) -> str | None:
        return {"a": "b"}.get(key)
def has(book: Book, key: str) -> bool:
    return book.find(key) is not None
#: becomes
class Book:
    def find(self, key: str) -> str | None:
        return {"a": "b"}.get(key)
def has(book: Book, key: str) -> bool:
    return isinstance(book.find(key), str)

#: what a method gives back may be false without being None -> differs
class Book:
    def find(self, key: str) -> str | None:
        return {"a": ""}.get(key)
def has(book: Book, key: str) -> bool:
    return book.find(key) is not None
#: becomes
class Book:
    def find(self, key: str) -> str | None:
        return {"a": ""}.get(key)
def has(book: Book, key: str) -> bool:
    return bool(book.find(key))

#: an attribute that only some objects have -> differs
class Boat:
    def __init__(self, kind: str):
        self.kind = kind
        if kind == "tug":
            self.power = 3
def strong(boat: Boat) -> bool:
    return boat.kind == "tug" and boat.power > 2
#: becomes
class Boat:
    def __init__(self, kind: str):
        self.kind = kind
        if kind == "tug":
            self.power = 3
def strong(boat: Boat) -> bool:
    return boat.power > 2 and boat.kind == "tug"

#: an attribute that objects of a derived class lack -> differs
class Boat:
    def __init__(self, kind: str, power: int):
        self.kind = kind
        self.power = power
class Raft(Boat):
    def __init__(self) -> None:
        self.kind = "raft"
def strong(boat: Boat) -> bool:
    return boat.kind == "tug" and boat.power > 2
#: becomes
class Boat:
    def __init__(self, kind: str, power: int):
        self.kind = kind
        self.power = power
class Raft(Boat):
    def __init__(self) -> None:
        self.kind = "raft"
def strong(boat: Boat) -> bool:
    return boat.power > 2 and boat.kind == "tug"

#: attributes that all objects have are read in any order -> proved-under as-declared
class Boat:
    def __init__(self, kind: str, power: int):
        self.kind = kind
        self.power = power
def strong(boat: Boat) -> bool:
    return boat.kind == "tug" and boat.power > 2
#: becomes
class Boat:
    def __init__(self, kind: str, power: int):
        self.kind = kind
        self.power = power
def strong(boat: Boat) -> bool:
    return boat.power > 2 and boat.kind == "tug"

#: an object that may be None is asked first -> differs
class Boat:
    def __init__(self, kind: str, power: int):
        self.kind = kind
        self.power = power
def strong(boat: Boat | None) -> bool:
    return boat is not None and boat.power > 2
#: becomes
class Boat:
    def __init__(self, kind: str, power: int):
        self.kind = kind
        self.power = power
def strong(boat: Boat | None) -> bool:
    return boat.power > 2 and boat is not None

#: a field is kept over a call -> unproved
from dataclasses import dataclass, field
@dataclass
class Boat:
    name: str
    length: int
    crew: list[str] = field(default_factory=list)
def same(b: Boat, log):
    n = b.length
    log(b)
    return n == b.length
#: becomes
from dataclasses import dataclass, field
@dataclass
class Boat:
    name: str
    length: int
    crew: list[str] = field(default_factory=list)
def same(b: Boat, log):
    log(b)
    return True

#: a list grows under another name -> unproved
from dataclasses import dataclass, field
@dataclass
class Boat:
    name: str
    length: int
    crew: list[str] = field(default_factory=list)
def same(b: Boat, c: Boat):
    n = len(b.crew)
    c.crew.append('x')
    return n == len(b.crew)
#: becomes
from dataclasses import dataclass, field
@dataclass
class Boat:
    name: str
    length: int
    crew: list[str] = field(default_factory=list)
def same(b: Boat, c: Boat):
    c.crew.append('x')
    return True

#: a field read in a handler's reach is read there -> proved
from dataclasses import dataclass, field
@dataclass
class Boat:
    name: str
    length: int
    crew: list[str] = field(default_factory=list)
def short(b: Boat):
    try:
        return b.length == 0
    except AttributeError:
        return None
#: becomes
from dataclasses import dataclass, field
@dataclass
class Boat:
    name: str
    length: int
    crew: list[str] = field(default_factory=list)
def short(b: Boat):
    try:
        n = b.length
        return n == 0
    except AttributeError:
        return None

#: a handler for a missing field goes -> unproved
from dataclasses import dataclass, field
@dataclass
class Boat:
    name: str
    length: int
    crew: list[str] = field(default_factory=list)
def short(b: Boat):
    try:
        return b.length == 0
    except AttributeError:
        return None
#: becomes
from dataclasses import dataclass, field
@dataclass
class Boat:
    name: str
    length: int
    crew: list[str] = field(default_factory=list)
def short(b: Boat):
    return b.length == 0

#: a key that need not be there -> differs
from typing import TypedDict
class Note(TypedDict, total=False):
    hour: int
def late(n: Note): return 'hour' in n and n['hour'] > 20
#: becomes
from typing import TypedDict
class Note(TypedDict, total=False):
    hour: int
def late(n: Note): return n['hour'] > 20

#: objects that the module makes without their constructor -> unproved
class Gate:
    def __init__(self, n: int): self.n = n
    @classmethod
    def bare(cls): return cls.__new__(cls)
    def wide(self, k: bool): return k and self.n > 2
#: becomes
class Gate:
    def __init__(self, n: int): self.n = n
    @classmethod
    def bare(cls): return cls.__new__(cls)
    def wide(self, k: bool): return self.n > 2 and k

#: a constructor that leaves early -> differs
class Gate:
    def __init__(self, k: bool):
        if k: return
        self.n = 3
    def wide(self, k: bool): return k and self.n > 2
#: becomes
class Gate:
    def __init__(self, k: bool):
        if k: return
        self.n = 3
    def wide(self, k: bool): return self.n > 2 and k

#: a method that a derived class declares nothing of -> unproved
class Gate:
    def n(self) -> int: return 1
class Sluice(Gate):
    def n(self): return 'x'
def shut(g: Gate): return g.n() == 0
#: becomes
class Gate:
    def n(self) -> int: return 1
class Sluice(Gate):
    def n(self): return 'x'
def shut(g: Gate): return not g.n()

#: a generator gives back no number -> unproved
def steps(n: int) -> int:
    yield n
def none(n: int): return steps(n) == 0
#: becomes
def steps(n: int) -> int:
    yield n
def none(n: int): return not steps(n)

#: what a decorated function gives back is not declared -> differs
def told(f): return lambda *a: ''
@told
def depth(n: int) -> int: return n
def dry(n: int): return depth(n) == 0
#: becomes
def told(f): return lambda *a: ''
@told
def depth(n: int) -> int: return n
def dry(n: int): return not depth(n)

#: a field that somebody else sets to None -> unproved
class Gate:
    def __init__(self, n: int): self.n = n
    def shut(self): return 1 if self.n == 0 else 2
def close(g): g.n = None
#: becomes
class Gate:
    def __init__(self, n: int): self.n = n
    def shut(self): return 2 if self.n else 1
def close(g): g.n = None

#: an attribute that is counted up stays a number -> proved-under as-declared
class Lock:
    def __init__(self):
        self.fills = 0

    def fill(self) -> None:
        self.fills += 1

def worn(lock: Lock, limit: int) -> bool:
    return lock.fills >= limit
#: becomes
class Lock:
    def __init__(self):
        self.fills = 0

    def fill(self) -> None:
        self.fills += 1

def worn(lock: Lock, limit: int) -> bool:
    return not lock.fills + 1 <= limit

#: an attribute that is counted up by any value -> unproved
class Lock:
    def __init__(self):
        self.fills = 0

    def fill(self, times) -> None:
        self.fills += times

def worn(lock: Lock, limit: int) -> bool:
    return lock.fills >= limit
#: becomes
class Lock:
    def __init__(self):
        self.fills = 0

    def fill(self, times) -> None:
        self.fills += times

def worn(lock: Lock, limit: int) -> bool:
    return not lock.fills + 1 <= limit

#: an attribute that halves are added to -> differs
class Lock:
    def __init__(self):
        self.fills = 0

    def fill(self) -> None:
        self.fills += 0.5

def worn(lock: Lock, limit: int) -> bool:
    return lock.fills >= limit
#: becomes
class Lock:
    def __init__(self):
        self.fills = 0

    def fill(self) -> None:
        self.fills += 0.5

def worn(lock: Lock, limit: int) -> bool:
    return not lock.fills + 1 <= limit

#: what makes a number is a function of the module -> unproved
def int(water):
    return water

class Lock:
    def __init__(self, fills):
        self.fills = int(fills)

def worn(lock: Lock, limit) -> bool:
    return lock.fills >= 3
#: becomes
def int(water):
    return water

class Lock:
    def __init__(self, fills):
        self.fills = int(fills)

def worn(lock: Lock, limit) -> bool:
    return lock.fills > 2

#: what makes a number is handed in -> unproved
class Lock:
    def __init__(self, fills, int):
        self.fills = int(fills)

def worn(lock: Lock, limit) -> bool:
    return lock.fills >= 3
#: becomes
class Lock:
    def __init__(self, fills, int):
        self.fills = int(fills)

def worn(lock: Lock, limit) -> bool:
    return lock.fills > 2

#: what every object has is read where it was not -> proved-under no-effect+stable-read
class Permit:
    def __init__(self, owner, loan=None):
        self.owner = owner
        self.loan = loan

    def is_ours(self):
        if self.loan is None and self.owner is not None:
            return 1
        return 2
#: becomes
class Permit:
    def __init__(self, owner, loan=None):
        self.owner = owner
        self.loan = loan

    def is_ours(self):
        if self.owner is not None and self.loan is None:
            return 1
        return 2

#: what only some objects have is read where it was not -> differs
class Permit:
    def __init__(self, owner, loan=None):
        if loan is None:
            self.owner = owner
        self.loan = loan

    def is_ours(self):
        if self.loan is None and self.owner is not None:
            return 1
        return 2
#: becomes
class Permit:
    def __init__(self, owner, loan=None):
        if loan is None:
            self.owner = owner
        self.loan = loan

    def is_ours(self):
        if self.owner is not None and self.loan is None:
            return 1
        return 2

#: what is read where it was not is a property that acts -> differs
class Permit:
    def __init__(self, owner, loan=None):
        self.name = owner
        self.loan = loan

    @property
    def owner(self):
        print("asked")
        return self.name

    def is_ours(self):
        if self.loan is None and self.owner is not None:
            return 1
        return 2
#: becomes
class Permit:
    def __init__(self, owner, loan=None):
        self.name = owner
        self.loan = loan

    @property
    def owner(self):
        print("asked")
        return self.name

    def is_ours(self):
        if self.owner is not None and self.loan is None:
            return 1
        return 2

#: what is read where it was not may be gone -> differs
class Permit:
    def __init__(self, owner, loan=None):
        self.owner = owner
        self.loan = loan

    def give_up(self):
        del self.owner

    def is_ours(self):
        if self.loan is None and self.owner is not None:
            return 1
        return 2
#: becomes
class Permit:
    def __init__(self, owner, loan=None):
        self.owner = owner
        self.loan = loan

    def give_up(self):
        del self.owner

    def is_ours(self):
        if self.owner is not None and self.loan is None:
            return 1
        return 2

#: a key of what a declared object holds is another one -> differs
from dataclasses import dataclass
from typing import Any

@dataclass
class Entry:
    kind: str
    lock: str
    data: dict[str, Any]

class Book:
    def __init__(self, store):
        self.store = store

    def accept(self, entry: Entry) -> bool:
        if not entry.lock:
            return False
        if entry.kind == "toll":
            self.store.add(entry.lock, entry.data["coins"], entry.data.get("late", 0))
        elif entry.kind == "arrival":
            self.store.moor(entry.lock, entry.data["boat"], origin=entry.data["origin"])
        else:
            return False
        return True
#: becomes
from dataclasses import dataclass
from typing import Any

@dataclass
class Entry:
    kind: str
    lock: str
    data: dict[str, Any]

class Book:
    def __init__(self, store):
        self.store = store

    def accept(self, entry: Entry) -> bool:
        if not entry.lock:
            return False
        if entry.kind == "toll":
            self.store.add(entry.lock, entry.data["coins"], entry.data.get("late", 0))
        elif entry.kind == "arrival":
            self.store.moor(entry.lock, entry.data["boat"], origin=entry.data["home"])
        else:
            return False
        return True
