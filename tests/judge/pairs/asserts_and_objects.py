#: what an assert says is not known without it -> unproved
def toll(n: int) -> str:
    assert n > 0
    if n > 0:
        return "pays"
    return "free"
#: becomes
def toll(n: int) -> str:
    assert n > 0
    return "pays"

#: an assert is kept -> proved
def toll(n: int) -> str:
    assert n > 0, "no boat"
    if n > 5:
        return "pays"
    else:
        return "free"
#: becomes
def toll(n: int) -> str:
    assert n > 0, "no boat"
    if n > 5:
        return "pays"
    return "free"

#: an assert goes -> differs
def toll(n: int) -> int:
    assert n > 0
    return n
#: becomes
def toll(n: int) -> int:
    return n

#: an assert becomes a check, which -O keeps -> unproved
def toll(n: int) -> int:
    assert n > 0
    return n
#: becomes
def toll(n: int) -> int:
    if n <= 0:
        raise AssertionError
    return n

#: an assert moves behind a call -> differs
def toll(n: int, book) -> int:
    assert n > 0
    book.note(n)
    return n
#: becomes
def toll(n: int, book) -> int:
    book.note(n)
    assert n > 0
    return n

#: code under __debug__ is the same under an assert -> proved
def toll(n: int) -> int:
    if __debug__:
        if not n > 0:
            return 0
    return n
#: becomes
def toll(n: int) -> int:
    if __debug__ and n <= 0:
        return 0
    return n

#: a text that is handed back is that text -> unproved
def kind(word: str) -> str:
    if word == "tug boat":
        return word
    return ""
#: becomes
def kind(word: str) -> str:
    if word == "tug boat":
        return "tug boat"
    return ""

#: a text of one character is one object -> proved
def side(word: str) -> str:
    if word == "l":
        return word
    return ""
#: becomes
def side(word: str) -> str:
    if word == "l":
        return "l"
    return ""

#: a large number that is handed back is that number -> unproved
def depth(n: int) -> int:
    return n if n == 5000 else 0
#: becomes
def depth(n: int) -> int:
    return 5000 if n == 5000 else 0

#: a text may be a member of an enum of the module -> unproved
from enum import Enum
class Side(str, Enum):
    LEFT = "left"
def text(side: str) -> str:
    return side
#: becomes
from enum import Enum
class Side(str, Enum):
    LEFT = "left"
def text(side: str) -> str:
    return side + ""

#: a number may be a member of an enum of the module -> differs
from enum import IntEnum
class Gate(IntEnum):
    UPPER = 1
def number(gate: int) -> int:
    return gate
#: becomes
from enum import IntEnum
class Gate(IntEnum):
    UPPER = 1
def number(gate: int) -> int:
    return gate + 0

#: a name for a type is that type -> proved
from typing import NewType
Depth = NewType("Depth", int)
def dry(depth: Depth) -> bool:
    return depth == 0
#: becomes
from typing import NewType
Depth = NewType("Depth", int)
def dry(depth: Depth) -> bool:
    return not depth

#: a variable for types is what it is bound to -> proved
from typing import TypeVar
T = TypeVar("T", bound=int)
def dry(depth: T) -> bool:
    return depth == 0
#: becomes
from typing import TypeVar
T = TypeVar("T", bound=int)
def dry(depth: T) -> bool:
    return not depth

#: or one of several -> proved
from typing import TypeVar
T = TypeVar("T", int, float)
def dry(depth: T) -> bool:
    return depth == 0
#: becomes
from typing import TypeVar
T = TypeVar("T", int, float)
def dry(depth: T) -> bool:
    return not depth

#: texts among them are no numbers -> differs
from typing import TypeVar
T = TypeVar("T", int, str)
def dry(depth: T) -> bool:
    return depth == 0
#: becomes
from typing import TypeVar
T = TypeVar("T", int, str)
def dry(depth: T) -> bool:
    return not depth

#: one that is bound to nothing may be anything -> differs
from typing import TypeVar
T = TypeVar("T")
def dry(depth: T) -> bool:
    return depth == 0
#: becomes
from typing import TypeVar
T = TypeVar("T")
def dry(depth: T) -> bool:
    return not depth

#: what makes a type is one of the module's own functions -> differs
def NewType(name, base):
    return object
Depth = NewType("Depth", int)
def dry(depth: Depth) -> bool:
    return depth == 0
#: becomes
def NewType(name, base):
    return object
Depth = NewType("Depth", int)
def dry(depth: Depth) -> bool:
    return not depth

#: a new type is tried with what it is made from -> same
from typing import NewType
Depth = NewType("Depth", float)
def dry(depth: Depth) -> bool:
    return depth * 2 == 0 or depth > 1e300
#: becomes
from typing import NewType
Depth = NewType("Depth", float)
def dry(depth: Depth) -> bool:
    return not depth * 2 or depth > 1e300
