#: a match on two subjects -> proved
def minutes(kind: str, gate: str, wet):
    if kind == "barge" and gate == "wide":
        return 12
    if kind == "barge" and gate == "narrow":
        return 30
    if kind == "tug":
        return 9
    return wet
#: becomes
def minutes(kind: str, gate: str, wet):
    match kind, gate:
        case "barge", "wide":
            return 12
        case "barge", "narrow":
            return 30
        case "tug", _:
            return 9
        case _:
            return wet

#: the parts of a match in the wrong order -> differs
def minutes(kind: str, gate: str):
    if kind == "barge" and gate == "wide":
        return 12
    return 30
#: becomes
def minutes(kind: str, gate: str):
    match gate, kind:
        case "barge", "wide":
            return 12
        case _:
            return 30

#: a part that is caught, and a guard -> proved
def minutes(kind: str, tons: int):
    if kind == "barge" and tons > 20:
        return tons
    if kind == "tug":
        return tons + 1
    return 0
#: becomes
def minutes(kind: str, tons: int):
    match kind, tons:
        case "barge", weight if weight > 20:
            return weight
        case ("tug", weight) | ("pusher" | "tug", weight) if kind != "pusher":
            return weight + 1
    return 0

#: a class pattern asks for an attribute -> proved-under no-effect
class Boat:
    def __init__(self, kind):
        self.kind = kind


def fare(thing):
    if isinstance(thing, Boat) and thing.kind == "tug":
        return 180
    return 0
#: becomes
class Boat:
    def __init__(self, kind):
        self.kind = kind


def fare(thing):
    match thing:
        case Boat(kind="tug"):
            return 180
    return 0

#: an attribute that not every object of the class has -> differs
class Boat:
    def __init__(self, kind):
        if kind:
            self.kind = kind


def fare(thing: Boat):
    if isinstance(thing, Boat) and thing.kind == "tug":
        return 180
    return 0
#: becomes
class Boat:
    def __init__(self, kind):
        if kind:
            self.kind = kind


def fare(thing: Boat):
    match thing:
        case Boat(kind="tugs"):
            return 180
    return 0

#: fields without their names -> proved-under no-effect
from typing import NamedTuple


class Passage(NamedTuple):
    kind: str
    tons: int


def fare(passage):
    if isinstance(passage, Passage) and passage.kind == "tug":
        return passage.tons
    return 0
#: becomes
from typing import NamedTuple


class Passage(NamedTuple):
    kind: str
    tons: int


def fare(passage):
    match passage:
        case Passage("tug", tons):
            return tons
    return 0

#: the fields of a pattern in the wrong order -> differs
from typing import NamedTuple


class Passage(NamedTuple):
    kind: str
    tons: int


def fare(passage: Passage):
    if isinstance(passage, Passage) and passage.kind == "tug":
        return passage.tons
    return 0
#: becomes
from typing import NamedTuple


class Passage(NamedTuple):
    kind: str
    tons: int


def fare(passage: Passage):
    match passage:
        case Passage(tons, "tug"):
            return tons
    return 0

#: a value of a built-in class is caught -> proved
def size(value):
    if isinstance(value, str):
        return value
    if isinstance(value, bool):
        return 1
    if isinstance(value, int):
        return value
    return 0
#: becomes
def size(value):
    match value:
        case str(text):
            return text
        case bool():
            return 1
        case int() as number:
            return number
    return 0

#: bool after int is never reached -> differs
def size(value):
    if isinstance(value, bool):
        return 1
    if isinstance(value, int):
        return value
    return 0
#: becomes
def size(value):
    match value:
        case int(number):
            return number
        case bool():
            return 1
    return 0

#: a mapping pattern against questions to a dict -> proved-under closed-kinds
def toll(entry):
    if isinstance(entry, dict) and "kind" in entry and entry["kind"] is None:
        return 7
    return 0
#: becomes
def toll(entry):
    match entry:
        case {"kind": None}:
            return 7
    return 0

#: another key -> differs
def toll(entry: dict):
    if isinstance(entry, dict) and "kind" in entry and entry["kind"] is None:
        return 7
    return 0
#: becomes
def toll(entry: dict):
    match entry:
        case {"kinds": None}:
            return 7
    return 0

#: a sequence pattern against questions to a list or tuple -> proved-under closed-kinds
def first(pair):
    if isinstance(pair, (list, tuple)) and len(pair) == 2:
        return pair[0]
    return None
#: becomes
def first(pair):
    match pair:
        case [one, _]:
            return one
    return None

#: a sequence of another length -> differs
def first(pair: list[int]):
    if isinstance(pair, (list, tuple)) and len(pair) == 2:
        return pair[0]
    return None
#: becomes
def first(pair: list[int]):
    match pair:
        case [one, _, _]:
            return one
    return None
