#: a chain of classes becomes methods, other objects as before -> proved-under no-effect+not-overridden+unpatched
class Vessel:
    pass


class Barge(Vessel):
    pass


class Tug(Vessel):
    pass


def fee(vessel, nights: int):
    if isinstance(vessel, Barge):
        return 240 + vessel.cargo * nights
    if isinstance(vessel, Tug):
        return 180
    return 60
#: becomes
class Vessel:
    pass


class Barge(Vessel):
    def harbour_fee(self, nights):
        return 240 + self.cargo * nights


class Tug(Vessel):
    def harbour_fee(self, nights):
        return 180


def fee(vessel, nights: int):
    if isinstance(vessel, (Barge, Tug)):
        return vessel.harbour_fee(nights)
    return 60

#: other objects are forgotten -> differs
class Barge:
    pass


class Tug:
    pass


def fee(vessel):
    if isinstance(vessel, Barge):
        return 240
    if isinstance(vessel, Tug):
        return 180
    return 60
#: becomes
class Barge:
    def harbour_fee(self):
        return 240


class Tug:
    def harbour_fee(self):
        return 180


def fee(vessel):
    return vessel.harbour_fee()

#: the class is asked before the one derived from it -> differs
class Barge:
    pass


class Icebreaker(Barge):
    pass


def fee(vessel):
    if isinstance(vessel, Barge):
        return 240
    if isinstance(vessel, Icebreaker):
        return 0
    return 60
#: becomes
class Barge:
    def harbour_fee(self):
        return 240


class Icebreaker(Barge):
    def harbour_fee(self):
        return 0


def fee(vessel):
    if isinstance(vessel, (Barge, Icebreaker)):
        return vessel.harbour_fee()
    return 60

#: the derived class is asked first -> proved-under no-effect+not-overridden+unpatched
class Barge:
    pass


class Icebreaker(Barge):
    pass


def fee(vessel):
    if isinstance(vessel, Icebreaker):
        return 0
    if isinstance(vessel, Barge):
        return 240
    return 60
#: becomes
class Barge:
    def harbour_fee(self):
        return 240


class Icebreaker(Barge):
    def harbour_fee(self):
        return 0


def fee(vessel):
    if isinstance(vessel, (Icebreaker, Barge)):
        return vessel.harbour_fee()
    return 60

#: the methods of two classes change places -> differs
class Barge:
    pass


class Tug:
    pass


def fee(vessel):
    if isinstance(vessel, Barge):
        return 240
    if isinstance(vessel, Tug):
        return 180
    return 60
#: becomes
class Barge:
    def harbour_fee(self):
        return 180


class Tug:
    def harbour_fee(self):
        return 240


def fee(vessel):
    if isinstance(vessel, (Barge, Tug)):
        return vessel.harbour_fee()
    return 60

#: a class of the module has an attribute of that name -> differs
class Barge:
    def __init__(self):
        self.harbour_fee = lambda: 1


class Tug:
    pass


def fee(vessel):
    if isinstance(vessel, Barge):
        return 240
    if isinstance(vessel, Tug):
        return 180
    return 60
#: becomes
class Barge:
    def __init__(self):
        self.harbour_fee = lambda: 1
    def harbour_fee(self):
        return 240


class Tug:
    def harbour_fee(self):
        return 180


def fee(vessel):
    if isinstance(vessel, (Barge, Tug)):
        return vessel.harbour_fee()
    return 60

#: a class derived from both has the method of the other one -> differs
class Barge:
    pass


class Tug:
    pass


class Pusher(Tug, Barge):
    pass


def fee(vessel):
    if isinstance(vessel, Barge):
        return 240
    if isinstance(vessel, Tug):
        return 180
    return 60
#: becomes
class Barge:
    def harbour_fee(self):
        return 240


class Tug:
    def harbour_fee(self):
        return 180


class Pusher(Tug, Barge):
    pass


def fee(vessel):
    if isinstance(vessel, (Barge, Tug)):
        return vessel.harbour_fee()
    return 60

#: a decorator that only has the name of the known one -> differs
def dataclass(cls):
    cls.harbour_fee = lambda self: 1
    return cls


@dataclass
class Barge:
    size = 3


class Tug:
    size = 4


def fee(vessel):
    if isinstance(vessel, Barge):
        return 240
    if isinstance(vessel, Tug):
        return 180
    return 60
#: becomes
def dataclass(cls):
    cls.harbour_fee = lambda self: 1
    return cls


@dataclass
class Barge:
    size = 3
    def harbour_fee(self):
        return 240


class Tug:
    size = 4
    def harbour_fee(self):
        return 180


def fee(vessel):
    if isinstance(vessel, (Barge, Tug)):
        return vessel.harbour_fee()
    return 60

#: dataclasses get the methods -> proved-under no-effect+not-overridden+unpatched
from dataclasses import dataclass


@dataclass
class Barge:
    size: int


@dataclass
class Tug:
    size: int


def fee(vessel):
    if isinstance(vessel, Barge):
        return 240
    if isinstance(vessel, Tug):
        return 180
    return 60
#: becomes
from dataclasses import dataclass


@dataclass
class Barge:
    size: int
    def harbour_fee(self):
        return 240


@dataclass
class Tug:
    size: int
    def harbour_fee(self):
        return 180


def fee(vessel):
    if isinstance(vessel, (Barge, Tug)):
        return vessel.harbour_fee()
    return 60

#: a class defines the method twice, and the second one counts -> differs
class Barge:
    pass


def fee(vessel):
    if isinstance(vessel, Barge):
        return 240
    return 60
#: becomes
class Barge:
    def harbour_fee(self):
        return 240
    def harbour_fee(self):
        return 180


def fee(vessel):
    if isinstance(vessel, Barge):
        return vessel.harbour_fee()
    return 60

#: something imported in the class hides the method -> differs
class Barge:
    pass


def fee(vessel):
    if isinstance(vessel, Barge):
        return 240
    return 60
#: becomes
class Barge:
    def harbour_fee(self):
        return 240
    from math import floor as harbour_fee


def fee(vessel):
    if isinstance(vessel, Barge):
        return vessel.harbour_fee()
    return 60

#: a module whose property is another thing -> differs
property = staticmethod


def is_late(hour: int):
    return hour > 20
#: becomes
property = staticmethod


def is_late(hour: int):
    return Clock(hour).late


class Clock:
    def __init__(self, hour):
        self.hour = hour
    @property
    def late(self):
        return self.hour > 20

#: what is promised to be of a class answers for itself -> proved-under no-effect+not-overridden+unpatched
class Boat:
    def __init__(self, name):
        self.name = name


class Dredger(Boat):
    pass


class Tug(Boat):
    pass


def rate(boat: Boat, hours: int):
    if isinstance(boat, Dredger):
        return 40 * hours
    if isinstance(boat, Tug):
        return 95 * hours
    raise LookupError(boat.name)
#: becomes
class Boat:
    def __init__(self, name):
        self.name = name
    def rate(self, hours: int):
        raise LookupError(self.name)


class Dredger(Boat):
    def rate(self, hours: int):
        return 40 * hours


class Tug(Boat):
    def rate(self, hours: int):
        return 95 * hours


def rate(boat: Boat, hours: int):
    return boat.rate(hours)

#: the base class forgets what was done for all others -> differs
class Boat:
    def __init__(self, name):
        self.name = name


class Dredger(Boat):
    pass


def rate(boat: Boat):
    if isinstance(boat, Dredger):
        return 40
    return boat.name
#: becomes
class Boat:
    def __init__(self, name):
        self.name = name
    def rate(self):
        return 0


class Dredger(Boat):
    def rate(self):
        return 40


def rate(boat: Boat):
    return boat.rate()

#: nothing promises that it is of the class -> differs
class Boat:
    pass


class Dredger(Boat):
    pass


def rate(boat):
    if isinstance(boat, Dredger):
        return 40
    return 0
#: becomes
class Boat:
    def rate(self):
        return 0


class Dredger(Boat):
    def rate(self):
        return 40


def rate(boat):
    return boat.rate()

#: a test for the base class comes first -> proved-under no-effect+unpatched
class Boat:
    pass


class Dredger(Boat):
    pass


def rate(boat):
    if isinstance(boat, Dredger):
        return 40
    if isinstance(boat, Boat):
        return 7
    return 0
#: becomes
class Boat:
    pass


class Dredger(Boat):
    pass


def rate(boat):
    if not isinstance(boat, Boat):
        return 0
    if isinstance(boat, Dredger):
        return 40
    return 7

#: a test for the base class hides the other one -> differs
class Boat:
    pass


class Dredger(Boat):
    pass


def rate(boat):
    if isinstance(boat, Dredger):
        return 40
    if isinstance(boat, Boat):
        return 7
    return 0
#: becomes
class Boat:
    pass


class Dredger(Boat):
    pass


def rate(boat):
    if isinstance(boat, Boat):
        return 7
    if isinstance(boat, Dredger):
        return 40
    return 0

#: a method is called like a name of a function -> proved-under no-effect+not-overridden+unpatched
class Barge:
    def __init__(self, tons):
        self.tons = tons


class Raft:
    pass


def bill(boat, nights: int):
    if isinstance(boat, Barge):
        pence = boat.tons * 2
    elif isinstance(boat, Raft):
        pence = 3
    else:
        pence = 60
    return pence * nights
#: becomes
class Barge:
    def __init__(self, tons):
        self.tons = tons
    def pence(self):
        return self.tons * 2


class Raft:
    def pence(self):
        return 3


def bill(boat, nights: int):
    if isinstance(boat, (Barge, Raft)):
        pence = boat.pence()
    else:
        pence = 60
    return pence * nights

#: a class hides its method by a name of its own -> differs
class Barge:
    def __init__(self, tons):
        self.tons = tons


class Raft:
    pass


def bill(boat, nights: int):
    if isinstance(boat, Barge):
        pence = boat.tons * 2
    elif isinstance(boat, Raft):
        pence = 3
    else:
        pence = 60
    return pence * nights
#: becomes
class Barge:
    def __init__(self, tons):
        self.tons = tons
    def pence(self):
        return self.tons * 2


class Raft:
    def pence(self):
        return 3
    if True:
        pence = lambda self: 4


def bill(boat, nights: int):
    if isinstance(boat, (Barge, Raft)):
        pence = boat.pence()
    else:
        pence = 60
    return pence * nights

#: an arm moves up past another kind -> proved-under plain-equality+stable-read+no-effect+plain-truth
def route(can, yard):
    if can.kind == 'tug':
        yard.north(can)
    elif can.kind == 'barge':
        yard.south(can)
    elif can.kind == 'sail':
        yard.north(can)
    else:
        raise LookupError(can)
#: becomes
def route(can, yard):
    if can.kind == 'tug' or can.kind == 'sail':
        yard.north(can)
    elif can.kind == 'barge':
        yard.south(can)
    else:
        raise LookupError(can)

#: an arm moves up past the same kind -> differs
def route(can, yard):
    if can.kind == 'tug':
        yard.north(can)
    elif can.kind == 'sail':
        yard.south(can)
    elif can.kind == 'sail':
        yard.north(can)
    else:
        raise LookupError(can)
#: becomes
def route(can, yard):
    if can.kind == 'tug' or can.kind == 'sail':
        yard.north(can)
    elif can.kind == 'sail':
        yard.south(can)
    else:
        raise LookupError(can)

#: an arm moves up past a question of another kind -> differs
def route(can, yard):
    if can.kind == 'tug':
        yard.north(can)
    elif can.size > 3:
        yard.south(can)
    elif can.kind == 'sail':
        yard.north(can)
    else:
        raise LookupError(can)
#: becomes
def route(can, yard):
    if can.kind == 'tug' or can.kind == 'sail':
        yard.north(can)
    elif can.size > 3:
        yard.south(can)
    else:
        raise LookupError(can)

#: an arm moves up past what may be equal -> unproved
def route(can, yard):
    if can.kind == 'tug':
        yard.north(can)
    elif can.kind == 1:
        yard.south(can)
    elif can.kind == True:
        yard.north(can)
    else:
        raise LookupError(can)
#: becomes
def route(can, yard):
    if can.kind == 'tug' or can.kind == True:
        yard.north(can)
    elif can.kind == 1:
        yard.south(can)
    else:
        raise LookupError(can)

#: an arm moves up, and a class of the module is equal to all -> unproved
class Kind:
    def __eq__(self, other):
        return True


def route(can, yard):
    if can.kind == 'tug':
        yard.north(can)
    elif can.kind == 'barge':
        yard.south(can)
    elif can.kind == 'sail':
        yard.north(can)
    else:
        raise LookupError(can)
#: becomes
class Kind:
    def __eq__(self, other):
        return True


def route(can, yard):
    if can.kind == 'tug' or can.kind == 'sail':
        yard.north(can)
    elif can.kind == 'barge':
        yard.south(can)
    else:
        raise LookupError(can)

#: the very type of an object, against methods -> proved-under closed-kinds+no-effect+not-overridden+unpatched
class Boat:
    def __init__(self, name):
        self.name = name


class Barge(Boat):
    pass


class Tug(Boat):
    pass


def fee(vessel: Boat, night):
    if type(vessel) == Barge:
        return 240
    elif type(vessel) is Tug:
        return 180 if night else 90
    return 60
#: becomes
class Boat:
    def __init__(self, name):
        self.name = name
    def fee(self, night):
        return 60


class Barge(Boat):
    def fee(self, night):
        return 240


class Tug(Boat):
    def fee(self, night):
        return 180 if night else 90


def fee(vessel: Boat, night):
    return vessel.fee(night)

#: what is derived from a very type is no such object -> differs
class Boat:
    pass


class Barge(Boat):
    pass


class Butty(Barge):
    pass


class Tug(Boat):
    pass


def fee(vessel: Boat, night):
    if type(vessel) == Barge:
        return 240
    elif type(vessel) is Tug:
        return 180
    return 60
#: becomes
class Boat:
    def fee(self, night):
        return 60


class Barge(Boat):
    def fee(self, night):
        return 240


class Butty(Barge):
    pass


class Tug(Boat):
    def fee(self, night):
        return 180


def fee(vessel: Boat, night):
    return vessel.fee(night)

#: one of some very types, against classes -> proved-under closed-kinds+unpatched
class Barge:
    pass


class Tug:
    pass


def fee(vessel, night):
    if type(vessel) in (Barge, Tug) and night:
        return 240
    return 60
#: becomes
class Barge:
    pass


class Tug:
    pass


def fee(vessel, night):
    if isinstance(vessel, (Barge, Tug)) and night:
        return 240
    return 60

#: a module that makes classes at run time -> unproved
class Barge:
    pass


class Tug:
    pass


def both(a):
    return type("Both", (Barge, Tug), {})


def fee(vessel, night):
    if type(vessel) != Barge and night:
        return 240
    return 60
#: becomes
class Barge:
    pass


class Tug:
    pass


def both(a):
    return type("Both", (Barge, Tug), {})


def fee(vessel, night):
    if not isinstance(vessel, Barge) and night:
        return 240
    return 60

#: a parameter that is called type -> differs
class Barge:
    pass


def fee(vessel, type):
    if type(vessel) == Barge:
        return 240
    return 60
#: becomes
class Barge:
    pass


def fee(vessel, type):
    if isinstance(vessel, Barge):
        return 240
    return 60

#: what is derived from a class under another name -> differs
class Barge:
    pass


Old = Barge


class Butty(Old):
    pass


def fee(vessel):
    if type(vessel) == Barge:
        return 240
    return 60
#: becomes
class Barge:
    pass


Old = Barge


class Butty(Old):
    pass


def fee(vessel):
    if isinstance(vessel, Barge):
        return 240
    return 60
