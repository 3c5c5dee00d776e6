"""Types that have a name, against types that are asked for where they are needed."""

#: the type is asked for each time -> proved-under stable-read
class Tug:
    pass
class Barge:
    pass
def toll(boat):
    kind = type(boat)
    if kind is Tug:
        return 5
    if kind is Barge:
        return 40
    return 0
#: becomes
class Tug:
    pass
class Barge:
    pass
def toll(boat):
    if type(boat) is Tug:
        return 5
    if type(boat) is Barge:
        return 40
    return 0

#: each class answers for itself -> proved-under no-effect+not-overridden+closed-kinds+stable-read+unpatched
class Tug:
    def __init__(self, tons: int):
        self.tons = tons
class Barge:
    def __init__(self, tons: int):
        self.tons = tons
def toll(boat):
    kind = type(boat)
    if kind is Tug:
        return 5 + boat.tons
    if kind is Barge:
        return 40
    raise TypeError(boat)
#: becomes
class Tug:
    def __init__(self, tons: int):
        self.tons = tons
    def toll(self):
        return 5 + self.tons
class Barge:
    def __init__(self, tons: int):
        self.tons = tons
    def toll(self):
        return 40
def toll(boat):
    if isinstance(boat, (Tug, Barge)):
        return boat.toll()
    raise TypeError(boat)

#: the other one is asked -> differs
def toll(boat, tow):
    kind = type(boat)
    if kind is int:
        return 5
    return 0
#: becomes
def toll(boat, tow):
    if type(tow) is int:
        return 5
    return 0

#: the object is another one by then -> differs
def toll(boat: int | str, other: int | str):
    kind = type(boat)
    boat = other
    if kind is int:
        return 5
    return 0
#: becomes
def toll(boat: int | str, other: int | str):
    boat = other
    if type(boat) is int:
        return 5
    return 0

#: the name is given a second type -> differs
def toll(boat: int | str, other: int | str):
    kind = type(boat)
    if boat == 3:
        kind = type(other)
    return kind is int
#: becomes
def toll(boat: int | str, other: int | str):
    return type(boat) is int

#: a type of its own -> differs
def toll(boat: int | str, type):
    kind = type(boat)
    return kind is int
#: becomes
def toll(boat: int | str, type):
    return boat.__class__ is int

#: asked before it is there -> differs
def toll(boat: int | str):
    if boat == 3:
        return kind is int
    kind = type(boat)
    return kind is int
#: becomes
def toll(boat: int | str):
    return type(boat) is int

#: the class is set on the way -> differs
class Tug:
    pass
class Barge:
    pass
def toll(boat: Tug):
    kind = type(boat)
    boat.__class__ = Barge
    return kind is Tug
#: becomes
class Tug:
    pass
class Barge:
    pass
def toll(boat: Tug):
    boat.__class__ = Barge
    return type(boat) is Tug

#: the class is set elsewhere, by its name -> unproved
class Tug:
    pass
class Barge:
    pass
def sink(boat):
    setattr(boat, "__class__", Barge)
def toll(boat, log):
    kind = type(boat)
    log(boat)
    return kind is Tug
#: becomes
class Tug:
    pass
class Barge:
    pass
def sink(boat):
    setattr(boat, "__class__", Barge)
def toll(boat, log):
    log(boat)
    return type(boat) is Tug
