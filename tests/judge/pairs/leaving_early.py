"""Loops that go on with nothing left to do, against loops that end there."""

#: a flag keeps later rounds from doing anything -> proved
def berth_of(berths: list[int], length: int) -> int:
    found = False
    place = 0
    for berth in berths:
        if not found:
            if berth >= length:
                place = berth
                found = True
    if found:
        return place
    raise LookupError(length)
#: becomes
def berth_of(berths: list[int], length: int) -> int:
    for berth in berths:
        if berth >= length:
            return berth
    raise LookupError(length)

#: the loop asks for the flag, and something is called where it is set -> proved
def first_free(gates, log) -> bool:
    done = False
    tries = 0
    while not done:
        tries += 1
        if log(tries):
            gates.open()
            done = True
            log(0)
    return tries
#: becomes
def first_free(gates, log) -> bool:
    tries = 0
    while True:
        tries += 1
        if log(tries):
            gates.open()
            log(0)
            return tries

#: a flag that is set in a handler -> proved
def answer(radio, log):
    done = False
    while not done:
        try:
            heard = radio.receive()
        except TimeoutError:
            log("silent")
            done = True
        else:
            log(heard)
    return None
#: becomes
def answer(radio, log):
    while True:
        try:
            heard = radio.receive()
        except TimeoutError:
            log("silent")
            return None
        log(heard)

#: while it is still looking, skipped rounds first -> proved
def first_low(levels: list[int]) -> int:
    looking = True
    place = -1
    for i, level in enumerate(levels):
        if not looking:
            continue
        if level < 40:
            place = i
            looking = False
    return place
#: becomes
def first_low(levels: list[int]) -> int:
    for i, level in enumerate(levels):
        if level < 40:
            return i
    return -1

#: nothing is found yet, and what is found is there -> proved-under as-declared
from dataclasses import dataclass
@dataclass
class Berth:
    name: str
    boat: str | None = None
def where(berths: list[Berth], boat: str) -> str:
    place = None
    for berth in berths:
        if place is None:
            if berth.boat == boat:
                place = berth.name
    if place is None:
        return "under way"
    return place
#: becomes
from dataclasses import dataclass
@dataclass
class Berth:
    name: str
    boat: str | None = None
def where(berths: list[Berth], boat: str) -> str:
    for berth in berths:
        if berth.boat == boat:
            return berth.name
    return "under way"

#: what is found may be None, and then the loop goes on -> differs
from dataclasses import dataclass
@dataclass
class Berth:
    name: str | None
    boat: str | None = None
def where(berths: list[Berth], boat: str) -> str | None:
    place = None
    for berth in berths:
        if place is None:
            if berth.boat == boat:
                place = berth.name
    return place
#: becomes
from dataclasses import dataclass
@dataclass
class Berth:
    name: str | None
    boat: str | None = None
def where(berths: list[Berth], boat: str) -> str | None:
    for berth in berths:
        if berth.boat == boat:
            return berth.name
    return None

#: a round does something before it asks for the flag -> differs
def berth_of(berths: list[int], length: int, log) -> int:
    found = False
    place = 0
    for berth in berths:
        log(berth)
        if not found:
            if berth >= length:
                place = berth
                found = True
    return place
#: becomes
def berth_of(berths: list[int], length: int, log) -> int:
    for berth in berths:
        log(berth)
        if berth >= length:
            return berth
    return 0

#: a round does something after the flag was set -> differs
def berth_of(berths: list[int], length: int, log) -> int:
    found = False
    place = 0
    for berth in berths:
        if not found:
            if berth >= length:
                place = berth
                found = True
            log(berth)
    return place
#: becomes
def berth_of(berths: list[int], length: int, log) -> int:
    for berth in berths:
        if berth >= length:
            return berth
        log(berth)
    return 0

#: the last element is asked for afterwards -> differs
def last_seen(berths: list[int], length: int) -> int:
    found = False
    berth = 0
    for berth in berths:
        if not found:
            if berth >= length:
                found = True
    return berth
#: becomes
def last_seen(berths: list[int], length: int) -> int:
    berth = 0
    for berth in berths:
        if berth >= length:
            break
    return berth

#: what is counted is asked for afterwards -> differs
def rounds(berths: list[int], length: int) -> int:
    found = False
    count = 0
    for berth in berths:
        if not found:
            if berth >= length:
                found = True
        count += 1
    return count
#: becomes
def rounds(berths: list[int], length: int) -> int:
    count = 0
    for berth in berths:
        if berth >= length:
            break
        count += 1
    return count

#: the flag is taken back -> differs
def berth_of(berths: list[int], length: int) -> int:
    found = False
    place = 0
    for berth in berths:
        if not found:
            if berth >= length:
                place = berth
                found = True
            if berth > 90:
                found = False
    return place
#: becomes
def berth_of(berths: list[int], length: int) -> int:
    for berth in berths:
        if berth >= length:
            return berth
    return 0

#: the flag is set before the loop -> differs
def berth_of(berths: list[int], length: int, found: bool) -> int:
    place = 0
    for berth in berths:
        if not found:
            if berth >= length:
                place = berth
                found = True
    return place
#: becomes
def berth_of(berths: list[int], length: int, found: bool) -> int:
    for berth in berths:
        if berth >= length:
            return berth
    return 0

#: what the loop asks beside the flag acts -> differs
def wait(gates, log) -> int:
    done = False
    tries = 0
    while log(tries) and not done:
        tries += 1
        if gates.shut():
            done = True
    return tries
#: becomes
def wait(gates, log) -> int:
    tries = 0
    while log(tries):
        tries += 1
        if gates.shut():
            return tries
    return tries

#: an iterator is used up, of which something is left otherwise -> differs
from collections.abc import Iterator
def two(boats: Iterator[int], length: int) -> list[int]:
    found = False
    place = 0
    for boat in boats:
        if not found:
            if boat >= length:
                place = boat
                found = True
    return [place, *boats]
#: becomes
from collections.abc import Iterator
def two(boats: Iterator[int], length: int) -> list[int]:
    place = 0
    for boat in boats:
        if boat >= length:
            place = boat
            break
    return [place, *boats]

#: a file is gone through, and told where it stands -> unproved
class Log:
    def __init__(self, lines):
        self.lines = lines
        self.read = 0
    def __iter__(self):
        for line in self.lines:
            self.read += 1
            yield line
def find(log, word: str) -> bool:
    found = False
    for line in log:
        if not found:
            if line == word:
                found = True
    return found
#: becomes
class Log:
    def __init__(self, lines):
        self.lines = lines
        self.read = 0
    def __iter__(self):
        for line in self.lines:
            self.read += 1
            yield line
def find(log, word: str) -> bool:
    for line in log:
        if line == word:
            return True
    return False

#: a dict does not bear to be changed on the way -> differs
def leave(boats: dict[str, int], lock: int) -> str:
    found = False
    gone = ""
    for boat in boats:
        if not found:
            if boats[boat] == lock:
                gone = boat
                del boats[boat]
                found = True
    return gone
#: becomes
def leave(boats: dict[str, int], lock: int) -> str:
    gone = ""
    for boat in boats:
        if boats[boat] == lock:
            gone = boat
            del boats[boat]
            break
    return gone

#: what follows the flag may fail, and the loop goes on -> differs
def enter(boats: list[int], toll, log) -> bool:
    done = False
    for boat in boats:
        if not done:
            try:
                done = True
                toll(boat)
            except ValueError:
                log(boat)
    return done
#: becomes
def enter(boats: list[int], toll, log) -> bool:
    for boat in boats:
        try:
            toll(boat)
            return True
        except ValueError:
            log(boat)
    return False

#: an inner loop sets the flag and goes on -> differs
def any_boat(locks: list[list[int]], length: int, log) -> bool:
    found = False
    for lock in locks:
        if not found:
            for boat in lock:
                log(boat)
                if boat > length:
                    found = True
    return found
#: becomes
def any_boat(locks: list[list[int]], length: int, log) -> bool:
    for lock in locks:
        for boat in lock:
            log(boat)
            if boat > length:
                return True
    return False

#: what two loops look for is found in the inner one -> proved-under no-effect
def place_of(crates, number, log):
    place = None
    stop = False
    for crate in crates:
        if not stop:
            if crate.sealed:
                log(crate)
            else:
                for slot in crate.slots:
                    if not stop:
                        if slot.number == number:
                            place = (crate.number, slot.label)
                            stop = True
    if not stop:
        log(number)
    return place
#: becomes
def place_of(crates, number, log):
    for crate in crates:
        if crate.sealed:
            log(crate)
            continue
        for slot in crate.slots:
            if slot.number == number:
                return crate.number, slot.label
    log(number)
    return None

#: the outer round has more to do after the inner loop -> differs
def place_of(crates: list[list[int]], number: int, log):
    stop = False
    for crate in crates:
        if not stop:
            for slot in crate:
                if not stop:
                    if slot == number:
                        stop = True
            log(crate)
    return stop
#: becomes
def place_of(crates: list[list[int]], number: int, log):
    for crate in crates:
        for slot in crate:
            if slot == number:
                return True
        log(crate)
    return False

#: a list that takes more in while it is gone through, by its own name -> same
def more(boats, log):
    found = False
    for boat in boats:
        if not found:
            log(boat)
            boats.append(boat)
            found = True
    return found
#: becomes
def more(boats, log):
    for boat in boats:
        log(boat)
        boats.append(boat)
        return True
    return False

#: what comes later cannot be taken apart -> proved-under no-effect
def first_long(rows: list, most: int):
    found = False
    place = ""
    for name, length in rows:
        if not found:
            if length > most:
                place = name
                found = True
    return place
#: becomes
def first_long(rows: list, most: int):
    for name, length in rows:
        if length > most:
            return name
    return ""

#: a generator asks for the element later -> differs
def above(levels: list[int], marks: list[int]) -> list[int]:
    found = False
    above = ()
    for level in levels:
        if not found:
            if level > 3:
                above = (mark for mark in marks if mark > level)
                found = True
    return list(above)
#: becomes
def above(levels: list[int], marks: list[int]) -> list[int]:
    above = ()
    for level in levels:
        if level > 3:
            above = (mark for mark in marks if mark > level)
            break
    return list(above)

#: two comparisons in one, which are no flag -> differs
def last_between(levels: list[int], low: int, high: int) -> int:
    last = 0
    for level in levels:
        if low <= level <= high:
            last = level
    return last
#: becomes
def last_between(levels: list[int], low: int, high: int) -> int:
    last = 0
    for level in levels:
        if low <= level < high:
            last = level
    return last

#: a flag that later rounds can only set again -> proved-under as-used+no-effect
def silted(soundings, most):
    deep = True
    for a, b in zip(soundings, soundings[1:]):
        if b["depth"] - a["depth"] > most:
            deep = False
    return not deep
#: becomes
def silted(soundings, most):
    for a, b in zip(soundings, soundings[1:]):
        if b["depth"] - a["depth"] > most:
            return not False
    return not True

#: what is found is asked for something first -> proved-under as-used+no-effect
def first_below(gauges, mark):
    found = None
    for gauge in gauges:
        if gauge["level"] < mark and found is None:
            found = gauge
    return found
#: becomes
def first_below(gauges, mark):
    for gauge in gauges:
        if gauge["level"] < mark:
            return gauge
    return None

#: a key that is asked for first -> proved-under as-used+no-effect
def is_low(gauges, mark):
    low = False
    for gauge in gauges:
        if "level" in gauge and gauge["level"] < mark:
            low = True
    return low
#: becomes
def is_low(gauges, mark):
    return any("level" in gauge and gauge["level"] < mark for gauge in gauges)

#: a key that something else doubts -> differs
def is_low(gauges, mark):
    silent = [gauge for gauge in gauges if "level" not in gauge]
    low = False
    for gauge in gauges:
        if gauge["level"] < mark:
            low = True
    return low, len(silent)
#: becomes
def is_low(gauges, mark):
    silent = [gauge for gauge in gauges if "level" not in gauge]
    for gauge in gauges:
        if gauge["level"] < mark:
            return True, len(silent)
    return False, len(silent)

#: what may be None is asked for nothing before it is found -> differs
def first_open(gates: list[str | None], hour: int):
    found = None
    for gate in gates:
        if hour > 6 and found is None:
            found = gate
    return found
#: becomes
def first_open(gates: list[str | None], hour: int):
    for gate in gates:
        if hour > 6:
            return gate
    return None

#: the question may raise for a later one -> differs
def is_low(lines, mark):
    low = False
    for line in lines:
        if int(line) < mark:
            low = True
    return low
#: becomes
def is_low(lines, mark):
    return any(int(line) < mark for line in lines)

#: the question acts -> differs
def is_low(gauges, mark):
    low = False
    for gauge in gauges:
        if gauge.read() < mark:
            low = True
    return low
#: becomes
def is_low(gauges, mark):
    return any(gauge.read() < mark for gauge in gauges)

#: the last one counts, not the first -> differs
def lowest(gauges, mark):
    found = None
    for gauge in gauges:
        if gauge["level"] < mark:
            found = gauge
    return found
#: becomes
def lowest(gauges, mark):
    for gauge in gauges:
        if gauge["level"] < mark:
            return gauge
    return None

#: it is set to something else in other rounds -> differs
def is_low(gauges, mark):
    low = False
    for gauge in gauges:
        low = True
        if gauge["level"] >= mark:
            low = False
    return low
#: becomes
def is_low(gauges, mark):
    return any(gauge["level"] < mark for gauge in gauges)

#: the guard of an inner loop ends the outer one too, whose rounds do nothing else -> proved-under no-effect
def first_fit(boats, berths):
    found = False
    chosen = None
    for boat in boats:
        for berth in berths:
            if not found:
                if berth.free and berth.length >= boat.length:
                    found = True
                    chosen = berth
    if found:
        return chosen
    return None
#: becomes
def first_fit(boats, berths):
    for boat in boats:
        for berth in berths:
            if berth.free and berth.length >= boat.length:
                return berth
    return None

#: what is noted beside it is noted before the loops are left -> proved-under no-effect
def first_fit(boats, berths):
    whose = None
    chosen = None
    for boat in boats:
        for berth in berths:
            if chosen is None:
                if berth.free and berth.length >= boat.length:
                    chosen = berth
                    whose = boat
    if whose is not None:
        chosen.free = False
        return whose, chosen
    return None
#: becomes
def first_fit(boats, berths):
    for boat in boats:
        for berth in berths:
            if berth.free and berth.length >= boat.length:
                berth.free = False
                return boat, berth
    return None

#: the rounds of the outer loop count -> differs
def first_fit(boats, berths: list[int]):
    found = False
    tried = 0
    for boat in boats:
        tried += 1
        for berth in berths:
            if not found:
                if berth >= boat:
                    found = True
    return tried
#: becomes
def first_fit(boats, berths: list[int]):
    tried = 0
    for boat in boats:
        tried += 1
        for berth in berths:
            if berth >= boat:
                return tried
    return tried

#: what the inner loop goes through is asked for each time -> differs
def first_fit(boats, log):
    found = False
    for boat in boats:
        for berth in log(boat):
            if not found:
                if berth == boat:
                    found = True
    return found
#: becomes
def first_fit(boats, log):
    for boat in boats:
        for berth in log(boat):
            if berth == boat:
                return True
    return False

#: the outer loop's element is asked for behind it -> differs
def first_fit(boats: list[int], berths: list[int]):
    found = False
    boat = 0
    for boat in boats:
        for berth in berths:
            if not found:
                if berth >= boat:
                    found = True
    return boat
#: becomes
def first_fit(boats: list[int], berths: list[int]):
    boat = 0
    for boat in boats:
        for berth in berths:
            if berth >= boat:
                return boat
    return boat

#: the inner loop is guarded by another name than the one that is set -> differs
def first_fit(boats: list[int], berths: list[int], seen: bool):
    found = 0
    for boat in boats:
        for berth in berths:
            if not seen:
                if berth >= boat:
                    found = boat
    return found
#: becomes
def first_fit(boats: list[int], berths: list[int], seen: bool):
    for boat in boats:
        for berth in berths:
            if not seen and berth >= boat:
                return boat
    return 0

#: what is noted beside it may be lowered again -> differs
def first_fit(boats: list[int], berths: list[int]):
    found = False
    last = 0
    for boat in boats:
        for berth in berths:
            if not found:
                if berth >= boat:
                    found = boat > 3
                    last = boat
    return last
#: becomes
def first_fit(boats: list[int], berths: list[int]):
    for boat in boats:
        for berth in berths:
            if berth >= boat:
                return boat
    return 0

#: a list of the object, gone through by places until one is found -> proved-under as-declared+not-overridden+stable-read
from dataclasses import dataclass, field
@dataclass
class Berth:
    name: str
    length: float
    ship: str | None = None
@dataclass
class Harbour:
    berths: list[Berth]
    keep_clear: set[str] = field(default_factory=set)
    def assign(self, name: str, length: float, hazardous: bool) -> Berth:
        found = False
        result = None
        i = 0
        while i < len(self.berths) and not found:
            berth = self.berths[i]
            if berth.ship is None:
                if not hazardous:
                    found = True
                    result = berth
                else:
                    if berth.name not in self.keep_clear:
                        found = True
                        result = berth
            i += 1
        if found:
            result.ship = name
            return result
        else:
            raise LookupError(name)
#: becomes
from dataclasses import dataclass, field
@dataclass
class Berth:
    name: str
    length: float
    ship: str | None = None
@dataclass
class Harbour:
    berths: list[Berth]
    keep_clear: set[str] = field(default_factory=set)
    def assign(self, name: str, length: float, hazardous: bool) -> Berth:
        for berth in self.berths:
            if self._takes(berth, hazardous):
                berth.ship = name
                return berth
        raise LookupError(name)
    def _takes(self, berth: Berth, hazardous: bool) -> bool:
        if berth.ship is not None:
            return False
        if hazardous:
            return berth.name not in self.keep_clear
        return True

#: the list is made anew each time it is asked for, and that leaves a trace -> unproved
from dataclasses import dataclass, field
@dataclass
class Berth:
    name: str
    length: float
    ship: str | None = None
@dataclass
class Harbour:
    keep_clear: set[str] = field(default_factory=set)
    @property
    def berths(self):
        self.keep_clear.add('seen')
        return [Berth('a', 3.0), Berth('b', 9.0)]
    def assign(self, name: str, length: float, hazardous: bool) -> Berth:
        found = False
        result = None
        i = 0
        while i < len(self.berths) and not found:
            berth = self.berths[i]
            if berth.ship is None:
                if length <= berth.length:
                    found = True
                    result = berth
            i += 1
            self.keep_clear.discard('seen')
        if found:
            result.ship = name
            return result
        else:
            raise LookupError(name)
#: becomes
from dataclasses import dataclass, field
@dataclass
class Berth:
    name: str
    length: float
    ship: str | None = None
@dataclass
class Harbour:
    keep_clear: set[str] = field(default_factory=set)
    @property
    def berths(self):
        self.keep_clear.add('seen')
        return [Berth('a', 3.0), Berth('b', 9.0)]
    def assign(self, name: str, length: float, hazardous: bool) -> Berth:
        for berth in self.berths:
            if berth.ship is None and length <= berth.length:
                berth.ship = name
                return berth
        raise LookupError(name)

#: what the inner loop goes through is declared to be missing at times -> differs
class Boat:
    def __init__(self, tons: int, berths: list[int] | None):
        self.tons = tons
        self.berths = berths
def a(boats: list[Boat]):
    found = False
    for boat in boats:
        for berth in boat.berths:
            if not found:
                if berth > boat.tons:
                    found = True
    return found
#: becomes
class Boat:
    def __init__(self, tons: int, berths: list[int] | None):
        self.tons = tons
        self.berths = berths
def a(boats: list[Boat]):
    for boat in boats:
        for berth in boat.berths:
            if berth > boat.tons:
                return True
    return False

#: the outer loop's element is declared to be missing at times -> differs
class Boat:
    def __init__(self, tons: int, berths: list[int]):
        self.tons = tons
        self.berths = berths
def a(boats: list[Boat | None]):
    found = False
    for boat in boats:
        for berth in boat.berths:
            if not found:
                if berth > boat.tons:
                    found = True
    return found
#: becomes
class Boat:
    def __init__(self, tons: int, berths: list[int]):
        self.tons = tons
        self.berths = berths
def a(boats: list[Boat | None]):
    for boat in boats:
        for berth in boat.berths:
            if berth > boat.tons:
                return True
    return False

#: the inner loop goes through elements that may be missing -> differs
def a(rows: list[list[int] | None], most: int):
    found = False
    for row in rows:
        for x in row:
            if not found:
                if x > most:
                    found = True
    return found
#: becomes
def a(rows: list[list[int] | None], most: int):
    for row in rows:
        for x in row:
            if x > most:
                return True
    return False

#: somebody asks whether it is there -> unproved
class Boat:
    def __init__(self, tons: int, berths):
        self.tons = tons
        self.berths = berths
def has(boat):
    return boat.berths is not None
def a(boats):
    found = False
    for boat in boats:
        for berth in boat.berths:
            if not found:
                if berth > boat.tons:
                    found = True
    return found
#: becomes
class Boat:
    def __init__(self, tons: int, berths):
        self.tons = tons
        self.berths = berths
def has(boat):
    return boat.berths is not None
def a(boats):
    for boat in boats:
        for berth in boat.berths:
            if berth > boat.tons:
                return True
    return False

#: what the inner loop goes through is declared -> proved-under no-effect
class Boat:
    def __init__(self, tons: int, berths: list[int]):
        self.tons = tons
        self.berths = berths
def a(boats: list[Boat]):
    found = False
    for boat in boats:
        for berth in boat.berths:
            if not found:
                if berth > boat.tons:
                    found = True
    return found
#: becomes
class Boat:
    def __init__(self, tons: int, berths: list[int]):
        self.tons = tons
        self.berths = berths
def a(boats: list[Boat]):
    for boat in boats:
        for berth in boat.berths:
            if berth > boat.tons:
                return True
    return False

#: noted in the innermost of three questions where nothing was -> proved-under as-used+no-effect
def first_free(locks, level):
    found = None
    for lock in locks:
        if lock.free:
            if lock.level >= level:
                if found is None:
                    found = lock
    return found
#: becomes
def first_free(locks, level):
    for lock in locks:
        if lock.free and lock.level >= level:
            return lock
    return None

#: something else is done between the questions -> differs
def first_free(locks: list[int], level: int, seen: list):
    found = None
    for lock in locks:
        if lock > 0:
            seen.append(lock)
            if lock >= level:
                if found is None:
                    found = lock
    return found
#: becomes
def first_free(locks: list[int], level: int, seen: list):
    for lock in locks:
        if lock > 0:
            seen.append(lock)
            if lock >= level:
                return lock
    return None
