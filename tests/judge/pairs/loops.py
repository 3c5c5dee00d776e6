#: a wrapped loop body becomes a continue -> proved
def sweep(boats):
    for boat in boats:
        if boat.moored:
            boat.count()
            boat.stamp()
#: becomes
def sweep(boats):
    for boat in boats:
        if not boat.moored:
            continue
        boat.count()
        boat.stamp()

#: a loop body ends in break instead of continue -> differs
def sweep(boats):
    for boat in boats:
        if boat.moored:
            boat.count()
            boat.stamp()
#: becomes
def sweep(boats):
    for boat in boats:
        if not boat.moored:
            break
        boat.count()
        boat.stamp()

#: return instead of continue -> differs
def sweep(boats):
    total = 0
    for boat in boats:
        if boat.moored:
            total += 1
    return total
#: becomes
def sweep(boats):
    total = 0
    for boat in boats:
        if not boat.moored:
            return total
        total += 1
    return total

#: nested skips become guards -> proved
def spill(levels, limit: int):
    total = 0
    for level in levels:
        if level is not None:
            if level > limit:
                total += level - limit
            else:
                continue
        else:
            continue
    return total
#: becomes
def spill(levels, limit: int):
    total = 0
    for level in levels:
        if level is None:
            continue
        if level > limit:
            total += level - limit
    return total

#: a step of the loop is skipped by the new continue -> unproved
def spill(levels):
    count = 0
    for level in levels:
        if level > 3:
            level.report()
        count += 1
    return count
#: becomes
def spill(levels):
    count = 0
    for level in levels:
        if not level > 3:
            continue
        level.report()
        count += 1
    return count

#: the else of a loop runs unless it breaks -> unproved
def find(boats, name):
    for boat in boats:
        if boat.name == name:
            break
    else:
        boats.note()
    return name
#: becomes
def find(boats, name):
    for boat in boats:
        if boat.name == name:
            break
    boats.note()
    return name

#: the else of a loop without break always runs -> proved
def count(boats):
    for boat in boats:
        boat.count()
    else:
        boats.close()
#: becomes
def count(boats):
    for boat in boats:
        boat.count()
    boats.close()

#: a while loop with a guard -> proved
def drain(lock):
    while lock.level > 3:
        if lock.sluice:
            lock.drop()
        else:
            break
    return lock.level
#: becomes
def drain(lock):
    while lock.level > 3:
        if not lock.sluice:
            break
        lock.drop()
    return lock.level

#: the condition moves into the loop -> proved
def drain(lock):
    while lock.open:
        lock.drop()
#: becomes
def drain(lock):
    while True:
        if not lock.open:
            break
        lock.drop()

#: the condition moves to the end of the loop -> differs
def drain(lock):
    while lock.open:
        lock.drop()
#: becomes
def drain(lock):
    while True:
        lock.drop()
        if not lock.open:
            break

#: the first match is not the last match -> differs
def find(boats):
    found = None
    for boat in boats:
        if boat.late:
            found = boat
    return found
#: becomes
def find(boats):
    for boat in boats:
        if boat.late:
            return boat
    return None

#: returning at the first match, with a flag or without -> proved
def find(boats):
    found = None
    for boat in boats:
        if boat.late:
            found = boat
            break
    return found
#: becomes
def find(boats):
    for boat in boats:
        if boat.late:
            return boat
    return None

#: a flag set in a loop and tested after it -> proved
def any_late(boats):
    late = False
    for boat in boats:
        if boat.late:
            late = True
            break
    if late:
        return "late"
    return "fine"
#: becomes
def any_late(boats):
    for boat in boats:
        if boat.late:
            return "late"
    return "fine"

#: an accumulator under another name -> proved
def weigh(boats):
    total = 0
    for boat in boats:
        total = total + boat.cargo
    return total
#: becomes
def weigh(boats):
    cargo = 0
    for each in boats:
        cargo = cargo + each.cargo
    return cargo

#: an accumulator starts elsewhere -> differs
def weigh(boats):
    total = 0
    for boat in boats:
        total = total + boat.cargo
    return total
#: becomes
def weigh(boats):
    total = 1
    for boat in boats:
        total = total + boat.cargo
    return total

#: in place and plain addition differ for lists -> differs
def join(into, more):
    for one in more:
        into += one
    return into
#: becomes
def join(into, more):
    for one in more:
        into = into + one
    return into

#: two accumulators are exchanged -> differs
def split(boats):
    wide = narrow = 0
    for boat in boats:
        if boat.wide:
            wide = wide + 1
        else:
            narrow = narrow + 2
    return wide, narrow
#: becomes
def split(boats):
    wide = narrow = 0
    for boat in boats:
        if boat.wide:
            narrow = narrow + 2
        else:
            wide = wide + 1
    return wide, narrow

#: the loop variable after the loop -> differs
def last(boats):
    boat = None
    for boat in boats:
        boat.count()
    return boat
#: becomes
def last(boats):
    boat = None
    for each in boats:
        each.count()
    return boat

#: a name that the loop may not have bound -> differs
def last(boats):
    for boat in boats:
        boat.count()
    return boat
#: becomes
def last(boats):
    boat = None
    for boat in boats:
        boat.count()
    return boat

#: nested loops with a guard in each -> proved
def pairs(locks):
    for lock in locks:
        if lock.open:
            for boat in lock.boats:
                if boat.late:
                    lock.note(boat)
                    boat.warn()
            lock.close()
#: becomes
def pairs(locks):
    for lock in locks:
        if not lock.open:
            continue
        for boat in lock.boats:
            if not boat.late:
                continue
            lock.note(boat)
            boat.warn()
        lock.close()

#: continue of the inner loop where the outer one was meant -> differs
def pairs(locks):
    for lock in locks:
        for boat in lock.boats:
            if boat.late:
                break
            boat.warn()
        lock.close()
#: becomes
def pairs(locks):
    for lock in locks:
        for boat in lock.boats:
            if boat.late:
                continue
            boat.warn()
        lock.close()

#: clamps in a loop with a flag carried along -> proved
def level(readings, limit: int):
    high = False
    for reading in readings:
        if reading > limit:
            if not high:
                readings.alarm()
            high = True
        else:
            high = False
    return high
#: becomes
def level(readings, limit: int):
    high = False
    for reading in readings:
        if not reading > limit:
            high = False
            continue
        if not high:
            readings.alarm()
        high = True
    return high

#: a carried flag is set too early -> unproved
def level(readings, limit: int):
    high = False
    for reading in readings:
        if reading > limit:
            if not high:
                readings.alarm()
            high = True
    return high
#: becomes
def level(readings, limit: int):
    high = False
    for reading in readings:
        if reading > limit:
            high = True
            if not high:
                readings.alarm()
    return high

#: unpacking in the loop head -> proved
def tally(entries):
    for name, (hour, toll) in entries:
        if toll:
            name.pay(hour, toll)
            name.stamp()
#: becomes
def tally(entries):
    for name, (hour, toll) in entries:
        if not toll:
            continue
        name.pay(hour, toll)
        name.stamp()

#: the iterable is evaluated once, not per round -> differs
def walk(lock):
    for boat in lock.boats():
        boat.count()
#: becomes
def walk(lock):
    boats = lock.boats()
    for boat in boats:
        lock.boats()
        boat.count()

#: a comprehension over renamed locals -> proved
def late(boats, hour):
    if boats:
        return [b for b in boats if b.hour < hour]
    return []
#: becomes
def late(boats, hour):
    fleet = boats
    if not fleet:
        return []
    return [b for b in fleet if b.hour < hour]

#: a comprehension that reads a changed local -> differs
def late(boats, hour: int):
    found = [b for b in boats if b > hour]
    hour = hour + 1
    return found, hour
#: becomes
def late(boats, hour: int):
    hour = hour + 1
    found = [b for b in boats if b > hour]
    return found, hour

#: a comprehension over a name bound anew -> differs
def late(boats, others):
    return [b for b in boats]
#: becomes
def late(boats, others):
    boats = others
    return [b for b in boats]

#: a generator expression over a name bound anew -> differs
def late(boats, others):
    return list(b for b in boats)
#: becomes
def late(boats, others):
    boats = others
    return list(b for b in boats)

#: a comprehension inside a comprehension reads a changed local -> differs
def late(boats, hour: int):
    return [[c for c in b if c > hour] for b in boats]
#: becomes
def late(boats, hour: int):
    hour = hour + 1
    return [[c for c in b if c > hour] for b in boats]

#: a loop that appends becomes a comprehension -> proved
def late(boats, hour):
    found = []
    for boat in boats:
        if boat.hour < hour:
            found.append(boat.name)
    return found
#: becomes
def late(boats, hour):
    return [b.name for b in boats if b.hour < hour]

#: the list is made long before the loop -> proved
def late(boats, lock):
    found = []
    lock.check()
    if lock.closed:
        return None
    for boat in boats:
        found.append(boat)
    return found, 1
#: becomes
def late(boats, lock):
    lock.check()
    if lock.closed:
        return None
    return [boat for boat in boats], 1

#: the comprehension lacks the condition -> differs
def late(boats, hour):
    found = []
    for boat in boats:
        if boat.hour < hour:
            found.append(boat.name)
    return found
#: becomes
def late(boats, hour):
    return [b.name for b in boats]

#: a nested loop becomes a comprehension with its loops exchanged -> differs
def pairs(a, b):
    found = []
    for x in a:
        for y in b:
            found.append((x, y))
    return found
#: becomes
def pairs(a, b):
    return [(x, y) for y in b for x in a]

#: a nested loop becomes a comprehension -> proved
def pairs(a, b):
    found = []
    for x in a:
        for y in b:
            found.append((x, y))
    return found
#: becomes
def pairs(a, b):
    return [(x, y) for x in a for y in b]

#: two lists, or the same one twice -> differs
def split(boats):
    wide = []
    narrow = []
    for boat in boats:
        if boat.wide:
            wide.append(boat)
        else:
            narrow.append(boat)
    return wide, narrow
#: becomes
def split(boats):
    wide = narrow = []
    for boat in boats:
        if boat.wide:
            wide.append(boat)
        else:
            narrow.append(boat)
    return wide, narrow

#: two lists in another order -> proved
def split(boats):
    wide = []
    narrow = []
    for boat in boats:
        if boat.wide:
            wide.append(boat)
        else:
            narrow.append(boat)
    return wide, narrow
#: becomes
def split(boats):
    wide, narrow = [], []
    for boat in boats:
        if not boat.wide:
            narrow.append(boat)
            continue
        wide.append(boat)
    return wide, narrow

#: two lists are exchanged -> differs
def split(boats):
    wide = []
    narrow = []
    for boat in boats:
        if boat.wide:
            wide.append(boat)
        else:
            narrow.append(boat)
    return wide, narrow
#: becomes
def split(boats):
    wide = []
    narrow = []
    for boat in boats:
        if boat.wide:
            narrow.append(boat)
        else:
            wide.append(boat)
    return wide, narrow

#: the list is handed out before it is full -> differs
def late(boats, log):
    found = []
    log(found)
    for boat in boats:
        found.append(boat)
    return found
#: becomes
def late(boats, log):
    log([])
    return [boat for boat in boats]

#: a new list in each round or one for all -> differs
def rows(boats):
    out = []
    for boat in boats:
        row = []
        row.append(boat)
        out.append(row)
    return out
#: becomes
def rows(boats):
    out = []
    row = []
    for boat in boats:
        row.append(boat)
        out.append(row)
    return out

#: an unbound name inside a comprehension is another error -> differs
def late(boats, x: int):
    found = []
    for boat in boats:
        found.append(limit)
    limit = 3
    return found
#: becomes
def late(boats, x: int):
    found = [limit for boat in boats]
    limit = 3
    return found

#: a question to all that is answered early -> proved-under no-effect
def any_late(boats):
    late = False
    for boat in boats:
        if boat.hour > 20:
            late = True
    return late
#: becomes
def any_late(boats):
    return any(boat.hour > 20 for boat in boats)

#: a question to some of some -> proved-under no-effect
def leaks(rounds):
    leak = False
    for each in rounds:
        for remark in each.remarks:
            if 'leak' in remark.lower():
                leak = True
    return leak
#: becomes
def leaks(rounds):
    return any('leak' in remark.lower() for each in rounds for remark in each.remarks)

#: all of them fit -> proved-under no-effect
def all_read(visits):
    read = True
    for visit in visits:
        if visit.value is None:
            read = False
    return read
#: becomes
def all_read(visits):
    return all(visit.value is not None for visit in visits)

#: the question itself does something -> differs
def any_late(boats: list[list[int]]):
    late = False
    for boat in boats:
        if boat.pop() > 20:
            late = True
    return late
#: becomes
def any_late(boats: list[list[int]]):
    return any(boat.pop() > 20 for boat in boats)

#: a property of the module counts how often it is asked -> differs
class Boat:
    @property
    def late(self):
        self.asked += 1
        return self.hour > 20


def any_late(boats):
    late = False
    for boat in boats:
        if boat.late:
            late = True
    return late
#: becomes
class Boat:
    @property
    def late(self):
        self.asked += 1
        return self.hour > 20


def any_late(boats):
    return any(boat.late for boat in boats)

#: a class of the module notices comparisons -> unproved
class Hour:
    def __eq__(self, other):
        self.asked = True
        return True


def any_late(boats):
    late = False
    for boat in boats:
        if boat.hour == 20:
            late = True
    return late
#: becomes
class Hour:
    def __eq__(self, other):
        self.asked = True
        return True


def any_late(boats):
    return any(boat.hour == 20 for boat in boats)

#: what is gone through is used up, and others go on with it -> unproved
from collections.abc import Iterator


def any_late(boats: Iterator[int]):
    late = False
    for boat in boats:
        if boat > 20:
            late = True
    return late
#: becomes
from collections.abc import Iterator


def any_late(boats: Iterator[int]):
    return any(boat > 20 for boat in boats)

#: going on runs a generator of the module -> unproved
def arriving(lock):
    for boat in lock.boats:
        lock.open(boat)
        yield boat


def any_late(lock):
    boats = arriving(lock)
    late = False
    for boat in boats:
        if boat.late:
            late = True
    return late
#: becomes
def arriving(lock):
    for boat in lock.boats:
        lock.open(boat)
        yield boat


def any_late(lock):
    boats = arriving(lock)
    return any(boat.late for boat in boats)

#: a row may be missing -> differs
def any_late(boats, tolls):
    late = False
    for boat in boats:
        if tolls[boat] > 20:
            late = True
    return late
#: becomes
def any_late(boats, tolls):
    return any(tolls[boat] > 20 for boat in boats)

#: the other answer -> differs
def any_late(boats):
    late = False
    for boat in boats:
        if boat.hour > 20:
            late = True
    return late
#: becomes
def any_late(boats):
    return any(boat.hour >= 20 for boat in boats)

#: any for all -> differs
def any_late(boats: list[int]):
    late = False
    for boat in boats:
        if boat > 20:
            late = True
    return late
#: becomes
def any_late(boats: list[int]):
    return all(boat > 20 for boat in boats)

#: a method of the module that is called like one of texts -> unproved
class Boat:
    def __init__(self):
        self.asked = 0

    def upper(self):
        self.asked += 1
        return True


def any_late(boats):
    late = False
    for boat in boats:
        if boat.upper():
            late = True
    return late
#: becomes
class Boat:
    def __init__(self):
        self.asked = 0

    def upper(self):
        self.asked += 1
        return True


def any_late(boats):
    return any(boat.upper() for boat in boats)

#: a class of the module that counts how often it is a text -> unproved
class Boat:
    def __init__(self):
        self.asked = 0

    def __add__(self, other):
        self.asked += 1
        return 2


def any_late(boats):
    late = False
    for boat in boats:
        if boat + 1 == 2:
            late = True
    return late
#: becomes
class Boat:
    def __init__(self):
        self.asked = 0

    def __add__(self, other):
        self.asked += 1
        return 2


def any_late(boats):
    return any(boat + 1 == 2 for boat in boats)

#: a number that a later element is divided by -> differs
def any_late(boats: list[int]):
    late = False
    for boat in boats:
        if 10 // boat > 3:
            late = True
    return late
#: becomes
def any_late(boats: list[int]):
    return any(10 // boat > 3 for boat in boats)

#: an order of what is declared to be missing at times -> differs
def any_late(boats: list[int | None]):
    late = False
    for boat in boats:
        if boat > 3:
            late = True
    return late
#: becomes
def any_late(boats: list[int | None]):
    return any(boat > 3 for boat in boats)

#: rows that the module keeps as an iterator -> unproved
ROWS = iter([1, 5, 2])


def any_late():
    late = False
    for boat in ROWS:
        if boat > 3:
            late = True
    return late
#: becomes
ROWS = iter([1, 5, 2])


def any_late():
    return any(boat > 3 for boat in ROWS)

#: rows that the module keeps as a list -> proved-under no-effect
ROWS = []


def any_late():
    late = False
    for boat in ROWS:
        if boat.hour > 3:
            late = True
    return late
#: becomes
ROWS = []


def any_late():
    return any(boat.hour > 3 for boat in ROWS)

#: rows of the object that are an open file -> unproved
class Log:
    def __init__(self, path):
        self.rows = open(path)

    def is_red(self):
        red = False
        for row in self.rows:
            if row.startswith('red'):
                red = True
        return red
#: becomes
class Log:
    def __init__(self, path):
        self.rows = open(path)

    def is_red(self):
        return any(row.startswith('red') for row in self.rows)

#: a loop that leaves its last element at the object -> unproved
def any_late(desk, boats):
    late = False
    for desk.boat in boats:
        if desk.boat.hour > 20:
            late = True
    return late
#: becomes
def any_late(desk, boats):
    return any(desk.boat.hour > 20 for desk.boat in boats)

#: what may be an iterator, as declared -> unproved
from collections.abc import Iterable


def any_late(boats: Iterable[int]):
    late = False
    for boat in boats:
        if boat > 3:
            late = True
    return late
#: becomes
from collections.abc import Iterable


def any_late(boats: Iterable[int]):
    return any(boat > 3 for boat in boats)

#: whole numbers of which nothing is declared, added up -> proved-under no-effect+as-used
def f(boats):
    n = 0
    for b in boats:
        if b.late:
            n += b.tons
    return n
#: becomes
def f(boats):
    return sum(b.tons for b in boats if b.late)

#: numbers with a point in them are rounded otherwise by sum -> unproved
def f(boats):
    n = 0
    for b in boats:
        n = n + b.tons * 1.5
    return n
#: becomes
def f(boats):
    return sum(b.tons * 1.5 for b in boats)

#: declared floats are rounded otherwise by sum -> unproved
from dataclasses import dataclass


@dataclass
class Boat:
    tons: float


def f(boats: list[Boat]) -> float:
    n = 0
    for b in boats:
        n += b.tons
    return n
#: becomes
from dataclasses import dataclass


@dataclass
class Boat:
    tons: float


def f(boats: list[Boat]) -> float:
    return sum(b.tons for b in boats)

#: what is added stands before the sum -> unproved
def f(boats):
    n = 0
    for b in boats:
        n = b + n
    return n
#: becomes
def f(boats):
    return sum(b for b in boats)

#: a sum that does not start at nothing -> differs
def f(boats):
    n = 1
    for b in boats:
        n = n + b
    return n
#: becomes
def f(boats):
    return sum(b for b in boats)

#: declared fields, added up -> proved-under no-effect+as-used
from dataclasses import dataclass


@dataclass
class Boat:
    tons: int


def f(boats: list[Boat]) -> int:
    n = 0
    for b in boats:
        n += b.tons
    return n
#: becomes
from dataclasses import dataclass


@dataclass
class Boat:
    tons: int


def f(boats: list[Boat]) -> int:
    return sum(b.tons for b in boats)
