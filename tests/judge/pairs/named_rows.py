#: rows with named fields -> proved
def fare(kind: str, tons: int):
    if kind == "barge":
        return 240 + 3 * tons
    if kind == "tug":
        return 180 + 2 * tons
    if kind == "butty":
        return 60 + tons
    return 0
#: becomes
from typing import NamedTuple


class Fare(NamedTuple):
    """What a kind pays."""
    base: int
    per_ton: int = 1


FARES = {
    "barge": Fare(240, 3),
    "tug": Fare(base=180, per_ton=2),
    "butty": Fare(60),
}


def fare(kind: str, tons: int):
    found = FARES.get(kind)
    if found is None:
        return 0
    return found.base + found.per_ton * tons

#: rows of a frozen dataclass, with a default row -> proved
def fare(kind: str, tons: int):
    if kind == "barge":
        return 240 + 3 * tons
    if kind == "tug":
        return 180 + 2 * tons
    return 10 + 0 * tons
#: becomes
import dataclasses


@dataclasses.dataclass(frozen=True, slots=True)
class Fare:
    base: int
    per_ton: int


FARES = {"barge": Fare(240, 3), "tug": Fare(180, 2)}


def fare(kind: str, tons: int):
    row = FARES.get(kind, Fare(10, 0))
    return row.base + row.per_ton * tons

#: fields mistaken for each other -> differs
def fare(kind: str, tons: int):
    if kind == "barge":
        return 240 + 3 * tons
    return 180 + 2 * tons
#: becomes
from typing import NamedTuple


class Fare(NamedTuple):
    per_ton: int
    base: int


FARES = {"barge": Fare(240, 3)}


def fare(kind: str, tons: int):
    row = FARES.get(kind, Fare(180, 2))
    return row.base + row.per_ton * tons

#: a row taken apart -> proved
def fare(kind: str):
    if kind == "barge":
        return 240, 3
    return 180, 2
#: becomes
from typing import NamedTuple


class Fare(NamedTuple):
    base: int
    per_ton: int


FARES = {"barge": Fare(240, 3)}


def fare(kind: str):
    base, per_ton = FARES.get(kind, Fare(180, 2))
    return base, per_ton

#: a row is no tuple of the same parts to whoever gets it -> differs
def fare(kind: str):
    if kind == "barge":
        return 240, 3
    return 180, 2
#: becomes
from typing import NamedTuple


class Fare(NamedTuple):
    base: int
    per_ton: int


FARES = {"barge": Fare(240, 3)}


def fare(kind: str):
    return FARES.get(kind, Fare(180, 2))

#: a dataclass cannot be taken apart -> differs
def fare(kind: str):
    if kind == "barge":
        return 243
    return 182
#: becomes
from dataclasses import dataclass


@dataclass(frozen=True)
class Fare:
    base: int
    per_ton: int


FARES = {"barge": Fare(240, 3)}


def fare(kind: str):
    base, per_ton = FARES.get(kind, Fare(180, 2))
    return base + per_ton

#: rows of fields in a loop -> proved
def toll(boat):
    pence = 0
    if boat.has("engine"):
        pence += 12
    if boat.has("butty"):
        pence += 30
    return pence
#: becomes
from typing import NamedTuple


class Extra(NamedTuple):
    fitting: str
    pence: int


EXTRAS = (Extra("engine", 12), Extra("butty", 30))


def toll(boat):
    pence = 0
    for extra in EXTRAS:
        if boat.has(extra.fitting):
            pence += extra.pence
    return pence

#: a property of the row class changes what a field gives -> same
def fare(kind: str):
    if kind == "barge":
        return 243
    return 182
#: becomes
from dataclasses import dataclass


@dataclass(frozen=True)
class Fare:
    base: int
    per_ton: int
    @property
    def all(self):
        return self.base + self.per_ton


FARES = {"barge": Fare(240, 3)}


def fare(kind: str):
    return FARES.get(kind, Fare(180, 2)).all

#: another class of the module's own called NamedTuple -> differs
def fare(kind: str):
    if kind == "barge":
        return 240
    return 180
#: becomes
class NamedTuple:
    def __init__(self, base):
        self.base = base + 1


class Fare(NamedTuple):
    base: int


FARES = {"barge": Fare(240)}


def fare(kind: str):
    return FARES.get(kind, Fare(180)).base

#: a dataclass whose making changes a field -> differs
def fare(kind: str):
    if kind == "barge":
        return 240
    return 180
#: becomes
from dataclasses import dataclass


@dataclass(frozen=True)
class Fare:
    base: int
    def __post_init__(self):
        object.__setattr__(self, "base", self.base + 1)


FARES = {"barge": Fare(240)}


def fare(kind: str):
    return FARES.get(kind, Fare(180)).base

#: an object of a plain class kept in a variable -> proved
def closed(day: int, hour: int, boat):
    if day > 5 and hour < 8:
        return True
    if hour > 20:
        return boat
    return day
#: becomes
class Closure:
    def __init__(self, day, hour):
        self.day = day
        self.hour = hour
    def at_dawn(self):
        return self.day > 5 and self.hour < 8
    @property
    def at_night(self):
        return self.hour > 20


def closed(day: int, hour: int, boat):
    rule = Closure(day, hour)
    if rule.at_dawn():
        return True
    if rule.at_night:
        return boat
    return rule.day

#: an object that is kept and asked before it is made -> differs
def closed(day, late):
    if late:
        return day > 5
    return False
#: becomes
class Closure:
    def __init__(self, day):
        self.day = day
    def at_dawn(self):
        return self.day > 5


def closed(day, late):
    if late:
        rule = Closure(day)
    return rule.at_dawn()

#: an object whose field is changed from outside -> differs
def closed(day, boat):
    return day
#: becomes
class Closure:
    def __init__(self, day):
        self.day = day
    def at_dawn(self):
        return self.day


def closed(day, boat):
    rule = Closure(day)
    rule.day = 3
    return rule.at_dawn()

#: an object handed out, which somebody may change -> differs
def closed(day, boat):
    boat.ask(day)
    return day
#: becomes
class Closure:
    def __init__(self, day):
        self.day = day
    def at_dawn(self):
        return self.day


def closed(day, boat):
    rule = Closure(day)
    boat.ask(rule)
    return rule.at_dawn()

#: fields mixed up -> differs
def closed(day, hour):
    return day > hour
#: becomes
class Closure:
    def __init__(self, hour, day):
        self.day = day
        self.hour = hour
    def late(self):
        return self.day > self.hour


def closed(day, hour):
    rule = Closure(day, hour)
    return rule.late()

#: an object kept in a loop -> proved
def closed(days, hour):
    for day in days:
        if day > hour:
            return day
    return None
#: becomes
class Closure:
    def __init__(self, day, hour):
        self.day = day
        self.hour = hour
    def late(self):
        return self.day > self.hour


def closed(days, hour):
    for day in days:
        rule = Closure(day, hour)
        if rule.late():
            return rule.day
    return None

#: rows of a named tuple made by a call -> proved
from collections import namedtuple
Lamp = namedtuple("Lamp", "colour blinks")


def shown(level: int) -> str:
    if level > 200:
        return "red" + " blinks"
    elif level > 100:
        return "yellow"
    else:
        return "green"
#: becomes
from collections import namedtuple
Lamp = namedtuple("Lamp", "colour blinks")
Band = namedtuple("Band", ("least", "text"))
BANDS = (Band(200, "red blinks"), Band(100, "yellow"))


def shown(level: int) -> str:
    for band in BANDS:
        if level > band.least:
            return band.text
    return "green"

#: a row of a named tuple whose fields are the other way round -> differs
from collections import namedtuple
Band = namedtuple("Band", "text least")


def shown(level: int) -> str:
    if level > 200:
        return "red"
    return "green"
#: becomes
from collections import namedtuple
Band = namedtuple("Band", "text least")
BANDS = (Band(200, "red"),)


def shown(level: int) -> str:
    for band in BANDS:
        if level > band.text:
            return band.text
    return "green"

#: a named tuple of the module's own making -> differs
def namedtuple(name, fields):
    return lambda *values: values


Band = namedtuple("Band", "least text")


def shown(level: int):
    if level > 3:
        return 2
    return None
#: becomes
def namedtuple(name, fields):
    return lambda *values: values


Band = namedtuple("Band", "least text")


def shown(level: int):
    if level > 3:
        return Band(2, 3).least
    return None

#: a named tuple that is given another name is another text -> differs
from collections import namedtuple
Band = namedtuple("Lane", "least text")


def shown(level: int) -> str:
    if level > 3:
        return "Band(least=1, text=2)"
    return ""
#: becomes
from collections import namedtuple
Band = namedtuple("Lane", "least text")


def shown(level: int) -> str:
    if level > 3:
        return repr(Band(1, 2))
    return ""

#: a field of a row class is set to something else -> differs
from typing import NamedTuple


class Band(NamedTuple):
    least: int
    text: str


Band.least = property(lambda row: 7)


def shown(level: int) -> str:
    if level > 200:
        return "red"
    return "green"
#: becomes
from typing import NamedTuple


class Band(NamedTuple):
    least: int
    text: str


Band.least = property(lambda row: 7)


BANDS = (Band(200, "red"),)


def shown(level: int) -> str:
    for band in BANDS:
        if level > band.least:
            return band.text
    return "green"

#: a field of a row class is set by its text -> differs
from typing import NamedTuple


class Band(NamedTuple):
    least: int
    text: str


setattr(Band, "least", property(lambda row: 7))


def shown(level: int) -> str:
    if level > 200:
        return "red"
    return "green"
#: becomes
from typing import NamedTuple


class Band(NamedTuple):
    least: int
    text: str


setattr(Band, "least", property(lambda row: 7))


BANDS = (Band(200, "red"),)


def shown(level: int) -> str:
    for band in BANDS:
        if level > band.least:
            return band.text
    return "green"

#: a field of a row class is set under another name -> differs
from typing import NamedTuple


class Band(NamedTuple):
    least: int
    text: str


Strip = Band
Strip.least = property(lambda row: 7)


def shown(level: int) -> str:
    if level > 200:
        return "red"
    return "green"
#: becomes
from typing import NamedTuple


class Band(NamedTuple):
    least: int
    text: str


Strip = Band
Strip.least = property(lambda row: 7)


BANDS = (Band(200, "red"),)


def shown(level: int) -> str:
    for band in BANDS:
        if level > band.least:
            return band.text
    return "green"

#: a field of several classes is set in a loop -> differs
from typing import NamedTuple


class Band(NamedTuple):
    least: int
    text: str


for owner in (Band,):
    owner.least = property(lambda row: 7)


def shown(level: int) -> str:
    if level > 200:
        return "red"
    return "green"
#: becomes
from typing import NamedTuple


class Band(NamedTuple):
    least: int
    text: str


for owner in (Band,):
    owner.least = property(lambda row: 7)


BANDS = (Band(200, "red"),)


def shown(level: int) -> str:
    for band in BANDS:
        if level > band.least:
            return band.text
    return "green"

#: a field of a row class made by a call is set to something else -> differs
from collections import namedtuple
Band = namedtuple("Band", "least text")
Band.least = property(lambda row: 7)


def shown(level: int) -> str:
    if level > 200:
        return "red"
    return "green"
#: becomes
from collections import namedtuple
Band = namedtuple("Band", "least text")
Band.least = property(lambda row: 7)
BANDS = (Band(200, "red"),)


def shown(level: int) -> str:
    for band in BANDS:
        if level > band.least:
            return band.text
    return "green"

#: a row class is handed to a function that changes it -> differs
from typing import NamedTuple


def moved(owner):
    owner.least = property(lambda row: 7)
    return lambda function: function


class Band(NamedTuple):
    least: int
    text: str


moved(Band)


def shown(level: int) -> str:
    if level > 200:
        return "red"
    return "green"
#: becomes
from typing import NamedTuple


def moved(owner):
    owner.least = property(lambda row: 7)
    return lambda function: function


class Band(NamedTuple):
    least: int
    text: str


moved(Band)


BANDS = (Band(200, "red"),)


def shown(level: int) -> str:
    for band in BANDS:
        if level > band.least:
            return band.text
    return "green"

#: a row class is handed to a decorator that changes it -> differs
from typing import NamedTuple


def moved(owner):
    owner.least = property(lambda row: 7)
    return lambda function: function


class Band(NamedTuple):
    least: int
    text: str


@moved(Band)
def other():
    return 1


def shown(level: int) -> str:
    if level > 200:
        return "red"
    return "green"
#: becomes
from typing import NamedTuple


def moved(owner):
    owner.least = property(lambda row: 7)
    return lambda function: function


class Band(NamedTuple):
    least: int
    text: str


@moved(Band)
def other():
    return 1


BANDS = (Band(200, "red"),)


def shown(level: int) -> str:
    for band in BANDS:
        if level > band.least:
            return band.text
    return "green"

#: a row class is handed on in the body of a class -> differs
from typing import NamedTuple


def moved(owner):
    owner.least = property(lambda row: 7)
    return lambda function: function


class Band(NamedTuple):
    least: int
    text: str


class Other:
    made = moved(Band)


def shown(level: int) -> str:
    if level > 200:
        return "red"
    return "green"
#: becomes
from typing import NamedTuple


def moved(owner):
    owner.least = property(lambda row: 7)
    return lambda function: function


class Band(NamedTuple):
    least: int
    text: str


class Other:
    made = moved(Band)


BANDS = (Band(200, "red"),)


def shown(level: int) -> str:
    for band in BANDS:
        if level > band.least:
            return band.text
    return "green"

#: a row class is handed on in a list -> differs
from typing import NamedTuple


def moved(owner):
    owner.least = property(lambda row: 7)
    return lambda function: function


class Band(NamedTuple):
    least: int
    text: str


for owner in [Band]:
    moved(owner)


def shown(level: int) -> str:
    if level > 200:
        return "red"
    return "green"
#: becomes
from typing import NamedTuple


def moved(owner):
    owner.least = property(lambda row: 7)
    return lambda function: function


class Band(NamedTuple):
    least: int
    text: str


for owner in [Band]:
    moved(owner)


BANDS = (Band(200, "red"),)


def shown(level: int) -> str:
    for band in BANDS:
        if level > band.least:
            return band.text
    return "green"
