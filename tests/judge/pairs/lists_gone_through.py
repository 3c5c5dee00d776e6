"""Lists that are chosen first and gone through then, against loops that choose on the way."""
#: chosen in one comprehension, added up in another -> proved-under as-used+no-effect
def taken(stays, night):
    people = 0
    for stay in stays:
        if stay.night == night:
            if stay.held:
                people += stay.people
    return people
#: becomes
def taken(stays, night):
    return sum(s.people for s in [stay for stay in stays if stay.night == night] if s.held)

#: under a name -> proved-under as-used+no-effect
def taken(stays, night):
    people = 0
    for stay in stays:
        if stay.night == night:
            if stay.held:
                people += stay.people
    return people
#: becomes
def taken(stays, night):
    found = [stay for stay in stays if stay.night == night]
    return sum(stay.people for stay in found if stay.held)

#: by a function -> proved-under as-used+no-effect
def taken(stays, night):
    people = 0
    for stay in stays:
        if stay.night == night:
            if stay.held:
                people += stay.people
    return people
#: becomes
def taken(stays, night):
    found = on(stays, night)
    return sum(stay.people for stay in found if stay.held)


def on(stays, night):
    return [stay for stay in stays if stay.night == night]

#: by a method -> proved-under as-used+no-effect+not-overridden
class Harbour:
    def __init__(self):
        self.stays = {}
    def taken(self, night):
        people = 0
        for stay in self.stays.values():
            if stay.night == night:
                if stay.held:
                    people += stay.people
        return people
#: becomes
class Harbour:
    def __init__(self):
        self.stays = {}
    def taken(self, night):
        return sum(stay.people for stay in self._on(night) if stay.held)
    def _on(self, night):
        return [stay for stay in self.stays.values() if stay.night == night]

#: by a property, from its end -> proved-under as-declared+as-used+no-effect+not-overridden
class Gauge:
    def __init__(self, readings):
        self.readings = list(readings)
    def last_above(self, level):
        found = None
        for reading in self.readings:
            if reading.level is not None:
                if reading.level > level:
                    found = reading.hour
        return found
#: becomes
class Gauge:
    def __init__(self, readings):
        self.readings = list(readings)
    @property
    def measured(self):
        return [reading for reading in self.readings if reading.level is not None]
    def last_above(self, level):
        return next((r.hour for r in reversed(self.measured) if r.level > level), None)

#: the largest of a list that is made for that -> proved-under no-effect+stable-read+total-order
def crest(readings, since):
    best = None
    for reading in readings:
        if reading.hour < since:
            continue
        if best is None:
            best = reading
        elif reading.level > best.level:
            best = reading
    return best
#: becomes
def crest(readings, since):
    late = [reading for reading in readings if reading.hour >= since]
    return max(late, key=lambda r: r.level, default=None)

#: what is asked of each of them, by a method -> proved-under as-used+no-effect+not-overridden
class Sheet:
    def lasting(self, notices):
        count = 0
        for notice in notices:
            if notice.sheet == self.sheet:
                if notice.number > self.last:
                    if not notice.temporary:
                        count += notice.pages
        return count
#: becomes
class Sheet:
    def lasting(self, notices):
        return sum(n.pages for n in notices if self._is_new(n) and not n.temporary)
    def _is_new(self, notice):
        return notice.sheet == self.sheet and notice.number > self.last

#: another choice -> differs
def taken(stays: list[int], most: int) -> int:
    people = 0
    for stay in stays:
        if stay < most:
            people += stay
    return people
#: becomes
def taken(stays: list[int], most: int) -> int:
    found = [stay for stay in stays if stay <= most]
    return sum(stay for stay in found)

#: what is asked acts, and is asked of all of them first -> differs
def taken(stays, log):
    for stay in stays:
        if stay.book(log):
            if stay.held:
                return stay
    return None
#: becomes
def taken(stays, log):
    return next((s for s in [stay for stay in stays if stay.book(log)] if s.held), None)

#: what is done in a round may change what is asked later -> unproved
def taken(stays, night, log):
    for stay in stays:
        if stay.night == night:
            log.write(stay)
#: becomes
def taken(stays, night, log):
    for stay in [s for s in stays if s.night == night]:
        log.write(stay)

#: what it was chosen from is emptied before it is gone through -> unproved
def taken(stays, night):
    people = 0
    for stay in stays:
        if stay.night == night:
            people += stay.people
    stays.clear()
    return people
#: becomes
def taken(stays, night):
    found = [stay for stay in stays if stay.night == night]
    stays.clear()
    return sum(stay.people for stay in found)

#: emptied, and chosen then -> differs
def taken(stays: list[int], night: int) -> int:
    people = 0
    for stay in stays:
        if stay != night:
            people += stay
    stays.clear()
    return people
#: becomes
def taken(stays: list[int], night: int) -> int:
    stays.clear()
    found = [stay for stay in stays if stay != night]
    return sum(stay for stay in found)

#: a limit of the module, and one of the function's own -> differs
LIMIT = 3


def taken(stays: list[int], least: int) -> int:
    people = 0
    for stay in stays:
        if stay > least:
            people += stay
    return people
#: becomes
LIMIT = 3


def taken(stays: list[int], least: int) -> int:
    LIMIT = least
    return sum(stay for stay in high(stays) if LIMIT >= least)


def high(stays):
    return [stay for stay in stays if stay > LIMIT]

#: the name of the outer one means something else in the inner one -> differs
def taken(stays: list[int], least: int) -> int:
    people = 0
    for stay in stays:
        if stay > stay:
            people += stay
    return people
#: becomes
def taken(stays: list[int], least: int) -> int:
    return sum(least for least in [stay for stay in stays if stay > least])

#: a property that remembers -> differs
from functools import cached_property


class Gauge:
    def __init__(self, readings):
        self.readings = readings
    def above(self, level):
        total = 0
        for reading in self.readings:
            if reading.level is not None:
                if reading.level > level:
                    total += reading.level
        return total
#: becomes
from functools import cached_property


class Gauge:
    def __init__(self, readings):
        self.readings = readings
    @cached_property
    def measured(self):
        return [reading for reading in self.readings if reading.level is not None]
    def above(self, level):
        return sum(r.level for r in self.measured if r.level > level)

#: a set has no end to begin at -> differs
def last_above(levels: set[int], least: int) -> int | None:
    found = None
    for level in levels:
        if level > least:
            found = level
    return found
#: becomes
def last_above(levels: set[int], least: int) -> int | None:
    return next((level for level in reversed(levels) if level > least), None)

#: what adds up is handed in, and may do so whenever it likes -> unproved
def taken(stays, night, sum):
    return sum(s.people for s in [stay for stay in stays if stay.night == night] if s.held)
#: becomes
def taken(stays, night, sum):
    return sum(s.people for s in stays if s.night == night if s.held)

#: what turns round is handed in -> differs
def taken(stays, reversed):
    return [s for s in reversed([x for x in stays if x > 2]) if s < 9]
#: becomes
def taken(stays, reversed):
    return [s for s in reversed(stays) if s > 2 if s < 9]

#: the larger of two lists, and of a generator and a list -> differs
def larger(stays: list[int], other: list[int]) -> list[int]:
    return max([s for s in stays if s > 2], other)
#: becomes
def larger(stays: list[int], other: list[int]) -> list[int]:
    return max((s for s in stays if s > 2), other)

#: asked for not being there in one way, and compared in another -> differs
def early(stays: list[int], since: int | None) -> bool:
    for stay in stays:
        if stay > 5 or ((since is None or stay > 0) and stay < since):
            return True
    return False
#: becomes
def early(stays: list[int], since: int | None) -> bool:
    return any([s > 5 or ((since is None or s > 0) and s < since) for s in stays])

#: a generator of a helper keeps what it was given -> differs
def taken(stays: list[int], least: int) -> list[int]:
    found = (stay for stay in stays if stay > least)
    least = 0
    return list(found)
#: becomes
def taken(stays: list[int], least: int) -> list[int]:
    found = chosen(stays, least)
    least = 0
    return list(found)


def chosen(stays, least):
    return (stay for stay in stays if stay > least)

#: a limit of the module, and one that a comprehension goes through -> differs
LIMIT = 3


def taken(stays: list[int], limits: list[int]) -> list[int]:
    return [s for s in stays for LIMIT in limits if s > LIMIT]
#: becomes
LIMIT = 3


def taken(stays: list[int], limits: list[int]) -> list[int]:
    return [s for s in stays for LIMIT in limits if high(s)]


def high(stay):
    return stay > LIMIT

#: a parameter is anything to go through, the attribute of that name a list -> proved-under no-effect
from collections.abc import Iterable
class Board:
    def __init__(self, boats: Iterable):
        self.boats = list(boats)
    def is_quiet(self) -> bool:
        quiet = True
        for boat in self.boats:
            if not boat.gone and boat.berth is None:
                quiet = False
        return quiet
#: becomes
from collections.abc import Iterable
class Board:
    def __init__(self, boats: Iterable):
        self.boats = list(boats)
    def is_quiet(self) -> bool:
        return all(boat.gone or boat.berth is not None for boat in self.boats)

#: the attribute keeps what was handed in, which may be used up -> unproved
from collections.abc import Iterable
class Board:
    def __init__(self, boats: Iterable):
        self.boats = boats
    def is_quiet(self) -> bool:
        quiet = True
        for boat in self.boats:
            if not boat.gone and boat.berth is None:
                quiet = False
        return quiet
#: becomes
from collections.abc import Iterable
class Board:
    def __init__(self, boats: Iterable):
        self.boats = boats
    def is_quiet(self) -> bool:
        return all(boat.gone or boat.berth is not None for boat in self.boats)
