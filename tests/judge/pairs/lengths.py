#: whether there are any, by their number or by themselves -> proved-under as-used
def first(boats):
    if len(boats) > 0:
        return boats[0]
    return None
#: becomes
def first(boats):
    if not boats:
        return None
    return boats[0]

#: what a call gives, asked for its number -> proved-under as-used
def first(desk):
    free = desk.free()
    if len(free) == 0:
        return None
    return free[0]
#: becomes
def first(desk):
    free = desk.free()
    return free[0] if free else None

#: a text, whether it is empty -> proved
def told(text: str):
    if len(text) > 0:
        return text
    return "-"
#: becomes
def told(text: str):
    if text == "":
        return "-"
    return text

#: declared to be a list -> proved-under as-declared
def first(boats: list[str]):
    if boats:
        return boats[0]
    return None
#: becomes
def first(boats: list[str]):
    if len(boats) > 0:
        return boats[0]
    return None

#: asked whether there is something, then whether anything is in it -> proved-under as-used
def first(boats):
    if boats is not None and len(boats) > 0:
        return boats[0]
#: becomes
def first(boats):
    if boats:
        return boats[0]

#: a number that is neither below nothing nor nothing -> proved
def level(depth: int):
    if depth == 0:
        return "dry"
    if depth < 0:
        return "sunk"
    return "wet" if depth > 0 else "lost"
#: becomes
def level(depth: int):
    if depth == 0:
        return "dry"
    if depth < 0:
        return "sunk"
    return "wet"

#: but for what is no number -> differs
def level(depth: float):
    if depth == 0:
        return "dry"
    if depth < 0:
        return "sunk"
    return "wet" if depth > 0 else "lost"
#: becomes
def level(depth: float):
    if depth == 0:
        return "dry"
    if depth < 0:
        return "sunk"
    return "wet"

#: asked for its number where only its truth was asked before -> unproved-this-way
def first(boats):
    if not boats:
        return None
    return boats[0]
#: becomes
def first(boats):
    if len(boats) == 0:
        return None
    return boats[0]

#: the number is no longer asked behind what protects it -> unproved-this-way
def first(boats):
    if boats and len(boats) > 2:
        return boats[0]
#: becomes
def first(boats):
    if len(boats) > 2:
        return boats[0]

#: a desk has a length and a truth of its own -> differs
class Desk:
    def __init__(self, boats: list):
        self.boats = boats
    def __len__(self):
        return len(self.boats)
    def __bool__(self):
        return True
def is_busy(desk: Desk):
    return 1 if len(desk) > 0 else 2
#: becomes
class Desk:
    def __init__(self, boats: list):
        self.boats = boats
    def __len__(self):
        return len(self.boats)
    def __bool__(self):
        return True
def is_busy(desk: Desk):
    return 1 if desk else 2

#: one more than none -> differs
def first(boats: list):
    if len(boats) > 1:
        return boats[0]
    return None
#: becomes
def first(boats: list):
    if boats:
        return boats[0]
    return None

#: something is added between -> differs
def first(boats: list):
    some = len(boats) > 0
    boats.append("tug")
    return 1 if some else 2
#: becomes
def first(boats: list):
    boats.append("tug")
    return 1 if boats else 2

#: the module speaks of arrays -> unproved
import numpy
def first(levels):
    if len(levels) > 0:
        return numpy.max(levels)
    return None
#: becomes
import numpy
def first(levels):
    if levels:
        return numpy.max(levels)
    return None

#: nothing, declared to be so at times -> differs
def first(boats: list | None):
    if len(boats) > 0:
        return boats[0]
    return None
#: becomes
def first(boats: list | None):
    if boats:
        return boats[0]
    return None

#: a key that is asked for first -> proved-under as-declared+as-used
def check(permit: dict) -> list[str]:
    errors = []
    if "name" not in permit:
        errors.append("name missing")
    else:
        if len(permit["name"]) == 0:
            errors.append("name empty")
    return errors
#: becomes
def check(permit: dict) -> list[str]:
    errors = []
    if "name" not in permit:
        errors.append("name missing")
    elif not permit["name"]:
        errors.append("name empty")
    return errors

#: what is under the key may be None -> differs
def check(permit: dict[str, str | None]) -> list[str]:
    errors = []
    if permit.get("name") is None:
        errors.append("name missing")
    elif len(permit["name"]) == 0:
        errors.append("name empty")
    return errors
#: becomes
def check(permit: dict[str, str | None]) -> list[str]:
    errors = []
    if "name" not in permit:
        errors.append("name missing")
    elif not permit["name"]:
        errors.append("name empty")
    return errors
