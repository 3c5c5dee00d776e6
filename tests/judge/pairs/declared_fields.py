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


#: an attribute that objects of a derived class lack -> unproved
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
