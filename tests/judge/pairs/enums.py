#: members of an enum know their data -> proved
from enum import Enum


class Signal(Enum):
    STOP = 1
    WAIT = 2
    ENTER = 3


def lamps(signal: Signal):
    if signal == Signal.STOP:
        return 1
    elif signal == Signal.WAIT:
        return 2
    else:
        return 0
#: becomes
from enum import Enum


class Signal(Enum):
    STOP = 1
    WAIT = 2
    ENTER = 3

    @property
    def lit(self) -> int:
        return _LIT[self]


_LIT = {Signal.STOP: 1, Signal.WAIT: 2, Signal.ENTER: 0}


def lamps(signal: Signal):
    return signal.lit

#: a member without its data -> differs
from enum import Enum


class Signal(Enum):
    STOP = 1
    WAIT = 2
    ENTER = 3


def lamps(signal: Signal):
    if signal == Signal.STOP:
        return 1
    elif signal == Signal.WAIT:
        return 2
    else:
        return 0
#: becomes
from enum import Enum


class Signal(Enum):
    STOP = 1
    WAIT = 2
    ENTER = 3

    @property
    def lit(self) -> int:
        return _LIT[self]


_LIT = {Signal.STOP: 1, Signal.WAIT: 2}


def lamps(signal: Signal):
    return signal.lit

#: something that is no member had the default -> differs
from enum import Enum


class Signal(Enum):
    STOP = 1
    WAIT = 2


def lamps(signal):
    if signal == Signal.STOP:
        return 1
    return 2
#: becomes
from enum import Enum


class Signal(Enum):
    STOP = 1
    WAIT = 2

    @property
    def lit(self) -> int:
        return 1 if self is Signal.STOP else 2


def lamps(signal):
    return signal.lit

#: constants of classes -> proved-under no-effect+not-overridden+unpatched
class Vessel:
    pass


class Barge(Vessel):
    pass


class Tug(Vessel):
    pass


def fee(vessel):
    if isinstance(vessel, Barge):
        return 240
    if isinstance(vessel, Tug):
        return 180
    return 60
#: becomes
class Vessel:
    pass


class Barge(Vessel):
    harbour_fee = 240


class Tug(Vessel):
    harbour_fee = 180


def fee(vessel):
    if isinstance(vessel, (Barge, Tug)):
        return vessel.harbour_fee
    return 60

#: an object that sets such a constant for itself -> differs
class Barge:
    def __init__(self):
        self.harbour_fee = 12


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
    harbour_fee = 240

    def __init__(self):
        self.harbour_fee = 12


class Tug:
    harbour_fee = 180


def fee(vessel):
    if isinstance(vessel, (Barge, Tug)):
        return vessel.harbour_fee
    return 60

#: tables keyed by members are there in time -> proved-under unpatched
from enum import Enum


class Gate(Enum):
    UPPER = 1
    LOWER = 2


def hours(gate: Gate, day):
    if gate is Gate.UPPER:
        return day
    return 4
#: becomes
from enum import Enum


class Gate(Enum):
    UPPER = 1
    LOWER = 2


FIRST = {Gate.UPPER: 1, Gate.LOWER: 2}
SECOND = {Gate.UPPER: 3, Gate.LOWER: 4}


def hours(gate: Gate, day):
    if SECOND[gate] == 3:
        return day
    return 4

#: a member is asked for something before the table is there -> undecided
from enum import Enum


class Gate(Enum):
    UPPER = 1
    LOWER = 2

    def hours(self):
        return hours(self, 7)


def hours(gate: Gate, day):
    if gate is Gate.UPPER:
        return day
    return 4


NOW = Gate.UPPER.hours()


def later(day):
    return NOW
#: becomes
from enum import Enum


class Gate(Enum):
    UPPER = 1
    LOWER = 2

    def hours(self):
        return hours(self, 7)


def hours(gate: Gate, day):
    if SECOND[gate] == 3:
        return day
    return 4


NOW = Gate.UPPER.hours()
SECOND = {Gate.UPPER: 3, Gate.LOWER: 4}


def later(day):
    return NOW

#: two members for a key, a text and a function for a row -> proved-under unpatched
from enum import Enum


class Water(Enum):
    RIVER = "river"
    CANAL = "canal"


class Load(Enum):
    EMPTY = 1
    FULL = 2


def by_length(boat):
    return boat.length * 2


def by_draught(boat):
    return boat.draught * 3


def toll(water: Water, load: Load, boat):
    if water is Water.RIVER and load is Load.EMPTY:
        zone = "r1"
        due = by_length(boat)
    elif water is Water.RIVER and load is Load.FULL:
        zone = "r2"
        due = by_draught(boat)
    elif water is Water.CANAL and load is Load.FULL:
        zone = "c2"
        due = by_draught(boat)
    else:
        raise LookupError(water)
    return f"{zone} {due}"
#: becomes
from enum import Enum


class Water(Enum):
    RIVER = "river"
    CANAL = "canal"


class Load(Enum):
    EMPTY = 1
    FULL = 2


def by_length(boat):
    return boat.length * 2


def by_draught(boat):
    return boat.draught * 3


TOLLS = {
    (Water.RIVER, Load.EMPTY): ("r1", by_length),
    (Water.RIVER, Load.FULL): ("r2", by_draught),
    (Water.CANAL, Load.FULL): ("c2", by_draught),
}


def toll(water: Water, load: Load, boat):
    if (water, load) not in TOLLS:
        raise LookupError(water)
    zone, due_of = TOLLS[(water, load)]
    due = due_of(boat)
    return f"{zone} {due}"

#: a row has the function of another -> differs
from enum import Enum


class Water(Enum):
    RIVER = "river"
    CANAL = "canal"


class Load(Enum):
    EMPTY = 1
    FULL = 2


def by_length(boat):
    return boat.length * 2


def by_draught(boat):
    return boat.draught * 3


def toll(water: Water, load: Load, boat):
    if water is Water.RIVER and load is Load.EMPTY:
        zone = "r1"
        due = by_length(boat)
    elif water is Water.RIVER and load is Load.FULL:
        zone = "r2"
        due = by_draught(boat)
    elif water is Water.CANAL and load is Load.FULL:
        zone = "c2"
        due = by_draught(boat)
    else:
        raise LookupError(water)
    return f"{zone} {due}"
#: becomes
from enum import Enum


class Water(Enum):
    RIVER = "river"
    CANAL = "canal"


class Load(Enum):
    EMPTY = 1
    FULL = 2


def by_length(boat):
    return boat.length * 2


def by_draught(boat):
    return boat.draught * 3


TOLLS = {
    (Water.RIVER, Load.EMPTY): ("r1", by_length),
    (Water.RIVER, Load.FULL): ("r2", by_length),
    (Water.CANAL, Load.FULL): ("c2", by_draught),
}


def toll(water: Water, load: Load, boat):
    if (water, load) not in TOLLS:
        raise LookupError(water)
    zone, due_of = TOLLS[(water, load)]
    due = due_of(boat)
    return f"{zone} {due}"

#: the members of a key stand for another case -> differs
from enum import Enum


class Water(Enum):
    RIVER = "river"
    CANAL = "canal"


class Load(Enum):
    EMPTY = 1
    FULL = 2


def by_length(boat):
    return boat.length * 2


def by_draught(boat):
    return boat.draught * 3


def toll(water: Water, load: Load, boat):
    if water is Water.RIVER and load is Load.EMPTY:
        zone = "r1"
        due = by_length(boat)
    elif water is Water.RIVER and load is Load.FULL:
        zone = "r2"
        due = by_draught(boat)
    elif water is Water.CANAL and load is Load.FULL:
        zone = "c2"
        due = by_draught(boat)
    else:
        raise LookupError(water)
    return f"{zone} {due}"
#: becomes
from enum import Enum


class Water(Enum):
    RIVER = "river"
    CANAL = "canal"


class Load(Enum):
    EMPTY = 1
    FULL = 2


def by_length(boat):
    return boat.length * 2


def by_draught(boat):
    return boat.draught * 3


TOLLS = {
    (Water.RIVER, Load.EMPTY): ("r1", by_length),
    (Water.RIVER, Load.FULL): ("r2", by_draught),
    (Water.CANAL, Load.EMPTY): ("c2", by_draught),
}


def toll(water: Water, load: Load, boat):
    if (water, load) not in TOLLS:
        raise LookupError(water)
    zone, due_of = TOLLS[(water, load)]
    due = due_of(boat)
    return f"{zone} {due}"

#: a row is changed later -> unproved
from enum import Enum


class Water(Enum):
    RIVER = "river"
    CANAL = "canal"


class Load(Enum):
    EMPTY = 1
    FULL = 2


def by_length(boat):
    return boat.length * 2


def by_draught(boat):
    return boat.draught * 3


def toll(water: Water, load: Load, boat):
    if water is Water.RIVER and load is Load.EMPTY:
        zone = "r1"
        due = by_length(boat)
    elif water is Water.RIVER and load is Load.FULL:
        zone = "r2"
        due = by_draught(boat)
    elif water is Water.CANAL and load is Load.FULL:
        zone = "c2"
        due = by_draught(boat)
    else:
        raise LookupError(water)
    return f"{zone} {due}"
#: becomes
from enum import Enum


class Water(Enum):
    RIVER = "river"
    CANAL = "canal"


class Load(Enum):
    EMPTY = 1
    FULL = 2


def by_length(boat):
    return boat.length * 2


def by_draught(boat):
    return boat.draught * 3


TOLLS = {
    (Water.RIVER, Load.EMPTY): ("r1", by_length),
    (Water.RIVER, Load.FULL): ("r2", by_draught),
    (Water.CANAL, Load.FULL): ("c2", by_draught),
}


def toll(water: Water, load: Load, boat):
    if (water, load) not in TOLLS:
        raise LookupError(water)
    zone, due_of = TOLLS[(water, load)]
    due = due_of(boat)
    return f"{zone} {due}"


def close():
    TOLLS[(Water.RIVER, Load.FULL)] = ("closed", by_length)

#: a function of a row is another one later -> unproved
from enum import Enum


class Water(Enum):
    RIVER = "river"
    CANAL = "canal"


class Load(Enum):
    EMPTY = 1
    FULL = 2


def by_length(boat):
    return boat.length * 2


def by_draught(boat):
    return boat.draught * 3


def toll(water: Water, load: Load, boat):
    if water is Water.RIVER and load is Load.EMPTY:
        zone = "r1"
        due = by_length(boat)
    elif water is Water.RIVER and load is Load.FULL:
        zone = "r2"
        due = by_draught(boat)
    elif water is Water.CANAL and load is Load.FULL:
        zone = "c2"
        due = by_draught(boat)
    else:
        raise LookupError(water)
    return f"{zone} {due}"


def raise_tolls():
    global by_length
    by_length = by_draught
#: becomes
from enum import Enum


class Water(Enum):
    RIVER = "river"
    CANAL = "canal"


class Load(Enum):
    EMPTY = 1
    FULL = 2


def by_length(boat):
    return boat.length * 2


def by_draught(boat):
    return boat.draught * 3


TOLLS = {
    (Water.RIVER, Load.EMPTY): ("r1", by_length),
    (Water.RIVER, Load.FULL): ("r2", by_draught),
    (Water.CANAL, Load.FULL): ("c2", by_draught),
}


def toll(water: Water, load: Load, boat):
    if (water, load) not in TOLLS:
        raise LookupError(water)
    zone, due_of = TOLLS[(water, load)]
    due = due_of(boat)
    return f"{zone} {due}"


def raise_tolls():
    global by_length
    by_length = by_draught

#: members are keys of a table that is asked first -> proved-under hashable+no-effect+plain-equality+unpatched
import enum
class Size(enum.Enum):
    BARGE = "b"
    YACHT = "y"
    KAYAK = "k"
def due(size, days):
    if size == Size.BARGE:
        return 12 * days
    if size == Size.YACHT:
        return 7 * days
    if size == Size.KAYAK:
        return 2 * days
    raise ValueError(size)
#: becomes
import enum
class Size(enum.Enum):
    BARGE = "b"
    YACHT = "y"
    KAYAK = "k"
DUES = {Size.BARGE: 12, Size.YACHT: 7, Size.KAYAK: 2}
def due(size, days):
    if size in DUES:
        return DUES[size] * days
    raise ValueError(size)

#: two members have changed places -> differs
import enum
class Size(enum.Enum):
    BARGE = "b"
    YACHT = "y"
    KAYAK = "k"
def due(size, days):
    if size == Size.BARGE:
        return 12 * days
    if size == Size.YACHT:
        return 7 * days
    if size == Size.KAYAK:
        return 2 * days
    raise ValueError(size)
#: becomes
import enum
class Size(enum.Enum):
    BARGE = "b"
    YACHT = "y"
    KAYAK = "k"
DUES = {Size.BARGE: 12, Size.YACHT: 2, Size.KAYAK: 7}
def due(size, days):
    if size in DUES:
        return DUES[size] * days
    raise ValueError(size)

#: a member is what a class has at first; a property asks for it -> proved-under as-declared+as-used+no-effect+not-overridden+unpatched
from dataclasses import dataclass
from enum import Enum
class State(Enum):
    DUE = 1
    MOORED = 2
    GONE = 3
@dataclass
class Stay:
    day: int
    boats: int
    state: State = State.DUE
class Desk:
    def __init__(self):
        self.stays = {}
    def taken(self, day):
        n = 0
        for stay in self.stays.values():
            if stay.day == day:
                if stay.state == State.DUE or stay.state == State.MOORED:
                    n += stay.boats
        return n
#: becomes
from dataclasses import dataclass
from enum import Enum
class State(Enum):
    DUE = 1
    MOORED = 2
    GONE = 3
@dataclass
class Stay:
    day: int
    boats: int
    state: State = State.DUE
    @property
    def holds_berth(self):
        return self.state in (State.DUE, State.MOORED)
class Desk:
    def __init__(self):
        self.stays = {}
    def taken(self, day):
        return sum(stay.boats for stay in self._of(day) if stay.holds_berth)
    def _of(self, day):
        return [stay for stay in self.stays.values() if stay.day == day]

#: the property does something -> unproved
class Stay:
    def __init__(self, day, boats, state):
        self.day = day
        self.boats = boats
        self.state = state
class Desk:
    def __init__(self):
        self.stays = {}
    def taken(self, day):
        n = 0
        for stay in self.stays.values():
            if stay.day == day:
                if stay.state:
                    n += stay.boats
        return n
#: becomes
class Stay:
    def __init__(self, day, boats, state):
        self.day = day
        self.boats = boats
        self.state = state
    @property
    def holds_berth(self):
        self.day = self.day + 0
        return self.state
class Desk:
    def __init__(self):
        self.stays = {}
    def taken(self, day):
        return sum(stay.boats for stay in self._of(day) if stay.holds_berth)
    def _of(self, day):
        return [stay for stay in self.stays.values() if stay.day == day]
