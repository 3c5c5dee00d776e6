"""One loop that works out several things, against a loop for each of them."""

#: two sums, one after the other -> proved-under no-effect
def loads(boats: list):
    tons = 0
    tolls = 0
    for boat in boats:
        tons += boat.tons
        tolls += boat.toll
    return tons, tolls
#: becomes
def loads(boats: list):
    tons = 0
    tolls = 0
    for boat in boats:
        tons += boat.tons
    for boat in boats:
        tolls += boat.toll
    return tons, tolls

#: what fits is kept in a list -> proved-under no-effect+plain-equality
def must_close(notices, lock):
    grave = False
    count = 0
    for notice in notices:
        if notice.lock != lock:
            continue
        count += 1
        if notice.grave:
            grave = True
    return grave or count > 10
#: becomes
def must_close(notices, lock):
    grave = False
    count = 0
    mine = [notice for notice in notices if notice.lock == lock]
    for notice in mine:
        count += 1
    for notice in mine:
        if notice.grave:
            grave = True
    return grave or count > 10

#: lists and numbers -> proved-under no-effect
def told(boats):
    names = []
    count = 0
    for boat in boats:
        if boat.moored:
            names.append(boat.name)
            count += 1
    return names, count
#: becomes
def told(boats):
    names = []
    count = 0
    moored = [boat for boat in boats if boat.moored]
    for boat in moored:
        names.append(boat.name)
    for boat in moored:
        count += 1
    return names, count

#: one sum asks for the other -> differs
def sums(tons: list[int]) -> tuple[int, int]:
    total = 0
    steps = 0
    for one in tons:
        total += one
        steps += total
    return total, steps
#: becomes
def sums(tons: list[int]) -> tuple[int, int]:
    total = 0
    steps = 0
    for one in tons:
        total += one
    for one in tons:
        steps += total
    return total, steps

#: an iterator is used up by the first loop -> differs
from typing import Iterator
def loads(boats: Iterator[int]):
    most = 0
    least = 0
    for boat in boats:
        most += boat
        least -= boat
    return most, least
#: becomes
from typing import Iterator
def loads(boats: Iterator[int]):
    most = 0
    least = 0
    for boat in boats:
        most += boat
    for boat in boats:
        least -= boat
    return most, least

#: the list is one and the same -> differs
def told(boats: list[int]):
    first = second = []
    for boat in boats:
        first.append(boat)
        second.append(-boat)
    return first
#: becomes
def told(boats: list[int]):
    first = second = []
    for boat in boats:
        first.append(boat)
    for boat in boats:
        second.append(-boat)
    return first

#: the list has another name, by which it is asked for -> differs
def told(boats: list[int]):
    first = []
    other = first
    count = 0
    for boat in boats:
        first.append(boat)
        count += len(other)
    return count
#: becomes
def told(boats: list[int]):
    first = []
    other = first
    count = 0
    for boat in boats:
        first.append(boat)
    for boat in boats:
        count += len(other)
    return count

#: a list that somebody handed in may be the one that is gone through -> unproved
def told(boats, out):
    count = 0
    for boat in boats:
        out.append(boat.name)
        count += 1
    return count
#: becomes
def told(boats, out):
    count = 0
    for boat in boats:
        out.append(boat.name)
    for boat in boats:
        count += 1
    return count

#: what is called in a round may do something -> differs
def told(boats: list[int], log):
    total = 0
    names = []
    for boat in boats:
        total += log.write(boat) or 1
        names.append(log.ask(boat))
    return total, names
#: becomes
def told(boats: list[int], log):
    total = 0
    names = []
    for boat in boats:
        total += log.write(boat) or 1
    for boat in boats:
        names.append(log.ask(boat))
    return total, names

#: the condition of all asks for what is added up -> differs
def some(tons: list[int]) -> tuple[int, int]:
    total = 0
    count = 0
    for one in tons:
        if total < 10:
            total += one
            count += 1
    return total, count
#: becomes
def some(tons: list[int]) -> tuple[int, int]:
    total = 0
    count = 0
    for one in tons:
        if total < 10:
            total += one
    for one in tons:
        if total < 10:
            count += 1
    return total, count

#: another condition for one of them -> differs
def some(tons: list[int]) -> tuple[int, int]:
    total = 0
    count = 0
    for one in tons:
        if one > 3:
            total += one
            count += 1
    return total, count
#: becomes
def some(tons: list[int]) -> tuple[int, int]:
    total = 0
    count = 0
    heavy = [one for one in tons if one > 3]
    for one in heavy:
        total += one
    for one in tons:
        count += 1
    return total, count

#: what was seen is asked for when the list is made, and later -> differs
def fresh(names: list[str]) -> tuple[list[str], int]:
    seen = []
    count = 0
    for name in names:
        if name not in seen:
            seen.append(name)
            count += 1
    return seen, count
#: becomes
def fresh(names: list[str]) -> tuple[list[str], int]:
    seen = []
    count = 0
    new = [name for name in names if name not in seen]
    for name in new:
        seen.append(name)
    for name in new:
        count += 1
    return seen, count

#: the name of the round is asked for behind the loops -> differs
def some(tons: list[int]):
    total = 0
    count = 0
    one = 0
    for one in tons:
        if one > 3:
            total += one
            count += 1
    return total, count, one
#: becomes
def some(tons: list[int]):
    total = 0
    count = 0
    one = 0
    heavy = [one for one in tons if one > 3]
    for one in heavy:
        total += one
    for one in heavy:
        count += 1
    return total, count, one

#: what the list is made of changes before it is gone through -> differs
def some(tons: list[int]) -> tuple[int, int]:
    limit = 3
    total = 0
    count = 0
    for one in tons:
        if one > limit:
            total += one
            count += 1
    limit = 4
    return total, count
#: becomes
def some(tons: list[int]) -> tuple[int, int]:
    limit = 3
    total = 0
    count = 0
    limit = 4
    heavy = [one for one in tons if one > limit]
    for one in heavy:
        total += one
    for one in heavy:
        count += 1
    return total, count

#: what is added to a list is added to what else has it -> differs
def grown(boats: list[int], more: list[int]):
    found = more
    count = 0
    for boat in boats:
        found += [boat]
        count += len(more)
    return count
#: becomes
def grown(boats: list[int], more: list[int]):
    found = more
    count = 0
    for boat in boats:
        found += [boat]
    for boat in boats:
        count += len(more)
    return count

#: one that is missing by its declaration raises in another place -> unproved
from typing import NamedTuple, Optional
class Reading(NamedTuple):
    hour: Optional[int]
    level: Optional[int]
def sums(readings: list[Reading]):
    hours = 0
    levels = 0
    for reading in readings:
        if reading.hour > 3:
            hours += 1
        if reading.level > 3:
            levels += 1
    return hours, levels
#: becomes
from typing import NamedTuple, Optional
class Reading(NamedTuple):
    hour: Optional[int]
    level: Optional[int]
def sums(readings: list[Reading]):
    hours = 0
    levels = 0
    for reading in readings:
        if reading.hour > 3:
            hours += 1
    for reading in readings:
        if reading.level > 3:
            levels += 1
    return hours, levels

#: a name of the comprehension is another one in the function -> differs
def sums(pairs: list[tuple[int, int]], a: int):
    n = 0
    m = 0
    for a, b in pairs:
        n += b
        m += 1
    return n, m, a
#: becomes
def sums(pairs: list[tuple[int, int]], a: int):
    n = 0
    m = 0
    kept = [b for a, b in pairs]
    for b in kept:
        n += b
    for b in kept:
        m += 1
    return n, m, a

#: what is added to came from a loop before, and has another name -> unproved
def grown(rows, boats, yard):
    many = 0
    for row in rows:
        pass
    for boat in boats:
        row += [boat]
        many += len(yard)
    return many
#: becomes
def grown(rows, boats, yard):
    many = 0
    for row in rows:
        pass
    for boat in boats:
        row += [boat]
    for boat in boats:
        many += len(yard)
    return many

#: what is added to is set in the rounds, and is somebody else's -> differs
def grown(boats: list[int], yard: list[int]) -> int:
    many = 0
    row = 0
    for boat in boats:
        row = yard
        row += [boat]
        many += len(yard)
    return many
#: becomes
def grown(boats: list[int], yard: list[int]) -> int:
    many = 0
    row = 0
    for boat in boats:
        row = yard
        row += [boat]
    for boat in boats:
        many += len(yard)
    return many
