"""What works something out of all elements, against the loops that people write: the largest, the
last that fits, each value once, a list from its end, a text, and what a round works out on the way.
"""

#: the highest level, with its reading -> proved-under as-used+stable-read
def crest(readings):
    best = None
    for reading in readings:
        if best is None or reading.level > best.level:
            best = reading
    return best
#: becomes
def crest(readings):
    return max(readings, key=lambda reading: reading.level, default=None)

#: the lowest of what fits -> proved-under no-effect+stable-read
def ebb(readings, lock):
    best = None
    for reading in readings:
        if reading.lock is lock:
            if best is None or reading.level < best.level:
                best = reading
    return best
#: becomes
def ebb(readings, lock):
    return min(
        (reading for reading in readings if reading.lock is lock),
        key=lambda reading: reading.level,
        default=None,
    )

#: the last of the highest is not the first -> differs
def crest(levels: list[tuple[int, str]]):
    best = None
    for level in levels:
        if best is None or level[0] >= best[0]:
            best = level
    return best
#: becomes
def crest(levels: list[tuple[int, str]]):
    return max(levels, key=lambda level: level[0], default=None)

#: the highest is not the lowest -> differs
def crest(levels: list[int]):
    best = None
    for level in levels:
        if best is None or level > best:
            best = level
    return best
#: becomes
def crest(levels: list[int]):
    return min(levels, default=None)

#: measured by something else -> differs
def crest(levels: list[tuple[int, int]]):
    best = None
    for level in levels:
        if best is None or level[0] > best[0]:
            best = level
    return best
#: becomes
def crest(levels: list[tuple[int, int]]):
    return max(levels, key=lambda level: level[1], default=None)

#: numbers that are declared are none that are missing -> proved-under as-declared
def crest(levels: list[int]):
    best = None
    for level in levels:
        if best is None or level > best:
            best = level
    return best
#: becomes
def crest(levels: list[int]):
    return max(levels, default=None)

#: a level may be missing by its declaration -> differs
def crest(levels: list[int | None]):
    best = None
    for level in levels:
        if best is None or level > best:
            best = level
    return best
#: becomes
def crest(levels: list[int | None]):
    return max(levels, default=None)

#: never less than a start -> proved-under no-effect+stable-read
def deepest(boats: list[tuple[str, int]], kind: str) -> int:
    most = 0
    for boat in boats:
        if boat[0] == kind and boat[1] > most:
            most = boat[1]
    return most
#: becomes
def deepest(boats: list[tuple[str, int]], kind: str) -> int:
    return max([0, *(boat[1] for boat in boats if boat[0] == kind)])

#: what stands for none is no start -> differs
def deepest(draughts: list[int]) -> int:
    most = 0
    for draught in draughts:
        if draught > most:
            most = draught
    return most
#: becomes
def deepest(draughts: list[int]) -> int:
    return max(draughts, default=0)

#: a key that acts -> differs
def crest(readings):
    best = None
    for reading in readings:
        if best is None or reading.ask() > best.ask():
            best = reading
    return best
#: becomes
def crest(readings):
    return max(readings, key=lambda reading: reading.ask(), default=None)

#: a max of the module -> differs
def max(things, default):
    return default
def crest(levels):
    best = None
    for level in levels:
        if best is None or level > best:
            best = level
    return best
#: becomes
def max(things, default):
    return default
def crest(levels):
    return max(levels, default=None)

#: each value once -> proved-under hashable
def seen(names: list[str]) -> list[str]:
    found = []
    for name in names:
        if name not in found:
            found.append(name)
    return found
#: becomes
def seen(names: list[str]) -> list[str]:
    return list(dict.fromkeys(names))

#: each value once, of what fits -> proved-under hashable+no-effect+stable-read
def harbours(boats):
    found = []
    for boat in boats:
        if boat.moored:
            if boat.home not in found:
                found.append(boat.home)
    return found
#: becomes
def harbours(boats):
    return list(dict.fromkeys(boat.home for boat in boats if boat.moored))

#: lists cannot be hashed -> differs
def seen(rows: list[list[int]]) -> list[list[int]]:
    found = []
    for row in rows:
        if row not in found:
            found.append(row)
    return found
#: becomes
def seen(rows: list[list[int]]) -> list[list[int]]:
    return list(dict.fromkeys(rows))

#: every value, not each once -> differs
def seen(names: list[str]) -> list[str]:
    found = []
    for name in names:
        found.append(name)
    return found
#: becomes
def seen(names: list[str]) -> list[str]:
    return list(dict.fromkeys(names))

#: newest first -> proved
def newest(notices, lock):
    found = []
    for notice in notices:
        if notice.lock is lock:
            found.insert(0, notice)
    return found
#: becomes
def newest(notices, lock):
    return [notice for notice in notices if notice.lock is lock][::-1]

#: newest last -> differs
def newest(notices: list[int]) -> list[int]:
    found = []
    for notice in notices:
        found.insert(0, notice)
    return found
#: becomes
def newest(notices: list[int]) -> list[int]:
    return [notice for notice in notices]

#: second place is not first -> differs
def newest(notices: list[int]) -> list[int]:
    found = []
    for notice in notices:
        found.insert(1, notice)
    return found
#: becomes
def newest(notices: list[int]) -> list[int]:
    return [notice for notice in notices][::-1]

#: the last that fits, of a list -> proved-under as-declared+no-effect
def last_above(levels: list[int], mark: int):
    found = None
    for level in levels:
        if level > mark:
            found = level
    return found
#: becomes
def last_above(levels: list[int], mark: int):
    return next((level for level in reversed(levels) if level > mark), None)

#: the first that fits is not the last -> differs
def last_above(levels: list[int], mark: int):
    found = None
    for level in levels:
        if level > mark:
            found = level
    return found
#: becomes
def last_above(levels: list[int], mark: int):
    return next((level for level in levels if level > mark), None)

#: what is only declared to be gone through may have no last -> differs
from typing import Iterable
def last_above(levels: Iterable[int], mark: int):
    found = None
    for level in levels:
        if level > mark:
            found = level
    return found
#: becomes
from typing import Iterable
def last_above(levels: Iterable[int], mark: int):
    return next((level for level in reversed(levels) if level > mark), None)

#: a set has no last -> differs
def last_above(levels: set[int], mark: int):
    found = None
    for level in levels:
        if level > mark:
            found = level
    return found
#: becomes
def last_above(levels: set[int], mark: int):
    return next((level for level in reversed(levels) if level > mark), None)

#: more of a list that was begun -> proved-under no-effect
def page(boats):
    lines = ["boats"]
    for boat in boats:
        if boat.moored:
            lines.append(boat.name)
    return lines
#: becomes
def page(boats):
    lines = ["boats"]
    lines.extend(boat.name for boat in boats if boat.moored)
    return lines

#: more of other elements -> differs
def page(boats: list[str]) -> list[str]:
    lines = ["boats"]
    for boat in boats:
        lines.append(boat)
    return lines
#: becomes
def page(boats: list[str]) -> list[str]:
    lines = ["boats"]
    lines.extend(boat for boat in boats if boat)
    return lines

#: more of what somebody handed in, which may be anything -> differs
def page(lines, boats):
    for boat in boats:
        lines.append(boat)
    return lines
#: becomes
def page(lines, boats):
    lines.extend(boat for boat in boats)
    return lines

#: a text, piece by piece -> proved-under as-used+no-effect
def line(boats: list[str]) -> str:
    text = ""
    for boat in boats:
        text += boat + ";"
    return text
#: becomes
def line(boats: list[str]) -> str:
    return "".join(boat + ";" for boat in boats)

#: numbers are no pieces of a text -> differs
def line(numbers: list[int]):
    text = ""
    for number in numbers:
        text = text + str(number)
    return text
#: becomes
def line(numbers: list[int]):
    return "".join(number for number in numbers)

#: a value with a name inside of a condition -> proved-under no-effect
def has_deep(boats, berths):
    for boat in boats:
        berth = berths.get(boat)
        if berth is not None and berth.deep:
            return True
    return False
#: becomes
def has_deep(boats, berths):
    return any((berth := berths.get(boat)) is not None and berth.deep for boat in boats)

#: the value with a name is another one -> differs
def has_deep(boats: list[str], berths: dict[str, int]) -> bool:
    for boat in boats:
        berth = berths.get(boat)
        if berth is not None and berth > 3:
            return True
    return False
#: becomes
def has_deep(boats: list[str], berths: dict[str, int]) -> bool:
    return any((berth := berths.get(boat)) is None or berth > 3 for boat in boats)

#: the name lives on, with its last value -> differs
def last_berth(boats, berths):
    berth = None
    found = False
    for boat in boats:
        other = berths.get(boat)
        if other is not None and other.deep:
            found = True
            break
    return found, berth
#: becomes
def last_berth(boats, berths):
    berth = None
    found = any((berth := berths.get(boat)) is not None and berth.deep for boat in boats)
    return found, berth

#: lists with a name, and only those with something in them -> proved
def by_hour(passages, first, last):
    found = {}
    for hour in range(first, last):
        boats = []
        for passage in passages:
            if passage.hour == hour:
                boats.append(passage.boat)
        if len(boats) > 0:
            found[hour] = boats
    return found
#: becomes
def by_hour(passages, first, last):
    return {
        hour: boats
        for hour in range(first, last)
        if (boats := [passage.boat for passage in passages if passage.hour == hour])
    }

#: the first for which all fits -> proved-under no-effect
def first_fit(berths, boat):
    for berth in berths:
        fits = True
        for mark in berth.marks:
            if mark not in boat.marks:
                fits = False
                break
        if fits:
            return berth
    return None
#: becomes
def first_fit(berths, boat):
    return next(
        (berth for berth in berths if all(mark in boat.marks for mark in berth.marks)), None
    )

#: the first for which any fits -> differs
def first_fit(berths: list[list[int]], marks: list[int]):
    for berth in berths:
        fits = True
        for mark in berth:
            if mark not in marks:
                fits = False
                break
        if fits:
            return berth
    return None
#: becomes
def first_fit(berths: list[list[int]], marks: list[int]):
    return next((berth for berth in berths if any(mark in marks for mark in berth)), None)

#: what a generator inside works out -> proved-under as-used+no-effect
def room_left(berths: list[tuple[int, int]]) -> int:
    free = 0
    for berth in berths:
        left = berth[0] - berth[1]
        if left > 0:
            free += left
    return free
#: becomes
def room_left(berths: list[tuple[int, int]]) -> int:
    return sum(left for left in (berth[0] - berth[1] for berth in berths) if left > 0)

#: the name inside is that of the function, not of the generator inside -> differs
def room_left(berths: list[int], berth: int) -> int:
    free = 0
    for one in berths:
        left = one - 2
        if left > one:
            free += left
    return free + berth
#: becomes
def room_left(berths: list[int], berth: int) -> int:
    return sum(left for left in (berth - 2 for berth in berths) if left > berth) + berth

#: a list has grown when it is asked again -> differs
def count(boats: list[str]) -> int:
    found = []
    size = len(found)
    for boat in boats:
        found.append(boat)
    return size
#: becomes
def count(boats: list[str]) -> int:
    found = []
    for boat in boats:
        found.append(boat)
    return len(found)

#: whether there is anything in a list that is handed out between -> unproved
def count(boats: list[str], fill) -> bool:
    found = [boats]
    found.clear()
    fill(found)
    return len(found) > 0
#: becomes
def count(boats: list[str], fill) -> bool:
    found = [boats]
    found.clear()
    there = bool(found)
    fill(found)
    return there

#: how much there is, and whether there is any -> proved
def is_empty(boats):
    found = [boat for boat in boats]
    if len(found) == 0:
        return True
    return False
#: becomes
def is_empty(boats):
    found = [boat for boat in boats]
    if not found:
        return True
    return False

#: the number of the first that fits, found by a loop that goes on -> proved-under no-effect
def first_free(berths):
    found = None
    for number, berth in enumerate(berths):
        if found is None:
            if berth.free:
                found = number
    return found
#: becomes
def first_free(berths):
    return next((number for number, berth in enumerate(berths) if berth.free), None)

#: the number of the last that fits -> differs
def first_free(berths: list[int]):
    found = None
    for number, berth in enumerate(berths):
        if berth > 2:
            found = number
    return found
#: becomes
def first_free(berths: list[int]):
    return next((number for number, berth in enumerate(berths) if berth > 2), None)

#: what is found may be None itself, and is found again -> differs
def first_free(berths: list[tuple[int, int | None]]):
    found = None
    for depth, boat in berths:
        if found is None and depth > 2:
            found = boat
    return found
#: becomes
def first_free(berths: list[tuple[int, int | None]]):
    return next((boat for depth, boat in berths if depth > 2), None)

#: the rest is used up by a loop that goes on -> differs
from typing import Iterator
def first_free(depths: Iterator[int]):
    found = None
    for number, depth in enumerate(depths):
        if found is None and depth > 2:
            found = number
    return found, list(depths)
#: becomes
from typing import Iterator
def first_free(depths: Iterator[int]):
    found = next((number for number, depth in enumerate(depths) if depth > 2), None)
    return found, list(depths)

#: the last that fits, where one that is missing is passed by -> proved-under as-declared+no-effect
from typing import NamedTuple, Optional
class Reading(NamedTuple):
    hour: int
    level: Optional[int]
def last_above(readings: list[Reading], mark: int) -> Optional[int]:
    found = None
    for reading in readings:
        if reading.level is not None and reading.level > mark:
            found = reading.hour
    return found
#: becomes
from typing import NamedTuple, Optional
class Reading(NamedTuple):
    hour: int
    level: Optional[int]
def last_above(readings: list[Reading], mark: int) -> Optional[int]:
    return next(
        (r.hour for r in reversed(readings) if r.level is not None and r.level > mark), None
    )

#: the last that fits, where one that is missing raises on the way -> differs
from typing import NamedTuple, Optional
class Reading(NamedTuple):
    hour: int
    level: Optional[int]
def last_above(readings: list[Reading], mark: int) -> Optional[int]:
    found = None
    for reading in readings:
        if reading.level > mark:
            found = reading.hour
    return found
#: becomes
from typing import NamedTuple, Optional
class Reading(NamedTuple):
    hour: int
    level: Optional[int]
def last_above(readings: list[Reading], mark: int) -> Optional[int]:
    return next((r.hour for r in reversed(readings) if r.level > mark), None)

#: how many there are, counted and asked for -> proved
def count(boats):
    found = [boat for boat in boats if boat.moored]
    many = 0
    for boat in found:
        many += 1
    return many
#: becomes
def count(boats):
    found = [boat for boat in boats if boat.moored]
    many = len(found)
    return many

#: how many there are of what was handed in, which has a length of its own -> unproved
def count(boats):
    many = 0
    for boat in boats:
        many += 1
    return many
#: becomes
def count(boats):
    many = len(boats)
    return many

#: how many there were before one more came -> differs
def count(boats: list[int]) -> int:
    found = [boat for boat in boats if boat > 3]
    found.append(0)
    many = 0
    for boat in found:
        many += 1
    return many
#: becomes
def count(boats: list[int]) -> int:
    found = [boat for boat in boats if boat > 3]
    many = len(found)
    found.append(0)
    return many

#: how many of each kind -> proved-under no-effect+stable-read
def tally(boats):
    found = {}
    for boat in boats:
        if not boat.moored:
            if boat.kind in found:
                found[boat.kind] += 1
            else:
                found[boat.kind] = 1
    return found
#: becomes
from collections import Counter
def tally(boats):
    return dict(Counter(boat.kind for boat in boats if not boat.moored))

#: how many of each kind, and one to begin with -> differs
def tally(kinds: list[str]) -> dict[str, int]:
    found = {}
    for kind in kinds:
        if kind in found:
            found[kind] += 1
        else:
            found[kind] = 0
    return found
#: becomes
from collections import Counter
def tally(kinds: list[str]) -> dict[str, int]:
    return dict(Counter(kind for kind in kinds))

#: a Counter of the module -> differs
class Counter(dict):
    def __init__(self, kinds):
        super().__init__({k: 1 for k in kinds})
def tally(kinds: list[str]) -> dict[str, int]:
    found = {}
    for kind in kinds:
        if kind in found:
            found[kind] += 1
        else:
            found[kind] = 1
    return found
#: becomes
class Counter(dict):
    def __init__(self, kinds):
        super().__init__({k: 1 for k in kinds})
def tally(kinds: list[str]) -> dict[str, int]:
    return dict(Counter(kind for kind in kinds))

#: a Counter answers 0 where a dict raises -> differs
def tally(kinds: list[str]) -> int:
    found = {}
    for kind in kinds:
        if kind in found:
            found[kind] += 1
        else:
            found[kind] = 1
    return found["barge"]
#: becomes
from collections import Counter
def tally(kinds: list[str]) -> int:
    found = Counter(kind for kind in kinds)
    return found["barge"]

#: how many of each kind, by what there was or none -> proved-under no-effect+stable-read
def tally(boats):
    found = {}
    for boat in boats:
        found[boat.kind] = found.get(boat.kind, 0) + 1
    return found
#: becomes
from collections import Counter
def tally(boats):
    return dict(Counter(boat.kind for boat in boats))

#: how many of each kind, by one for none -> differs
def tally(kinds: list[str]) -> dict[str, int]:
    found = {}
    for kind in kinds:
        found[kind] = found.get(kind, 1) + 1
    return found
#: becomes
from collections import Counter
def tally(kinds: list[str]) -> dict[str, int]:
    return dict(Counter(kind for kind in kinds))

#: what there was, or none, in the words of a question -> proved
def add(kinds):
    found = {}
    for kind in kinds:
        if kind in found:
            found[kind] = found[kind] + [kind]
        else:
            found[kind] = [0] + [kind]
    return [k for k in found]
#: becomes
def add(kinds):
    found = {}
    for kind in kinds:
        if kind in found:
            found[kind] = found[kind] + [kind]
        else:
            found[kind] = [0] + [kind]
    keys = []
    for k in found:
        keys.append(k)
    return keys

#: whether one of them speaks of it, where something else may be missing -> proved-under no-effect
class Visit:
    level: int | None
    remarks: list[str]
def leaks(visits: list[Visit]) -> bool:
    found = False
    for visit in visits:
        for remark in visit.remarks:
            if "leak" in remark.lower():
                found = True
    return found
#: becomes
class Visit:
    level: int | None
    remarks: list[str]
def leaks(visits: list[Visit]) -> bool:
    found = any("leak" in remark.lower() for visit in visits for remark in visit.remarks)
    return found

#: where one that is spoken of may be missing itself -> differs
def leaks(visits: list[str | None]) -> bool:
    found = False
    for remark in visits:
        if "leak" in remark.lower():
            found = True
    return found
#: becomes
def leaks(visits: list[str | None]) -> bool:
    found = any("leak" in remark.lower() for remark in visits)
    return found

#: no more than a limit -> proved-under total-order
def rise(level, top):
    if level > top:
        level = top
    return level
#: becomes
def rise(level, top):
    return min(level, top)

#: no less than a limit, of whole numbers -> proved
def rise(level: int, bottom: int) -> int:
    if level < bottom:
        level = bottom
    return level
#: becomes
def rise(level: int, bottom: int) -> int:
    return max(level, bottom)

#: the other limit -> differs
def rise(level: int, top: int) -> int:
    if level > top:
        level = top
    return level
#: becomes
def rise(level: int, top: int) -> int:
    return max(level, top)

#: of two that are equal the other one -> differs
def rise(level: float, top: float) -> str:
    if level > top:
        level = top
    return repr(level)
#: becomes
def rise(level: float, top: float) -> str:
    return repr(min(top, level))

#: what is no number is not less than anything -> differs
def rise(level: float, top: float) -> float:
    return level if level <= top else top
#: becomes
def rise(level: float, top: float) -> float:
    return min(level, top)

#: a min of its own -> differs
def rise(level: int, top: int, min) -> int:
    if level > top:
        level = top
    return level
#: becomes
def rise(level: int, top: int, min) -> int:
    return min(level, top)

#: what numbers its rounds has no last -> differs
def last_above(levels: list[int], mark: int):
    found = 0
    for number, level in enumerate(levels):
        if level > mark:
            found = number
    return found
#: becomes
def last_above(levels: list[int], mark: int):
    return next((number for number, level in reversed(enumerate(levels)) if level > mark), 0)

#: a list that was handed in has grown under its other name -> differs
def count(found: list[int]):
    other = found
    size = len(other)
    found += [1]
    return size, len(other)
#: becomes
def count(found: list[int]):
    other = found
    size = len(other)
    found += [1]
    return size, size

#: a list that was made here has grown under its other name -> differs
def count(boats: list[int]):
    found = [boat for boat in boats]
    other = found
    size = len(other)
    found += [1]
    return size, len(other)
#: becomes
def count(boats: list[int]):
    found = [boat for boat in boats]
    other = found
    size = len(other)
    found += [1]
    return size, size

#: a dict of its own -> differs
def seen(names: list[str], dict) -> list[str]:
    found = []
    for name in names:
        if name not in found:
            found.append(name)
    return found
#: becomes
def seen(names: list[str], dict) -> list[str]:
    return list(dict.fromkeys(names))

#: all are gone through before the first is compared -> proved-under no-effect
def deepest(draughts):
    most = 0
    for draught in draughts:
        if draught > most:
            most = draught
    return most
#: becomes
def deepest(draughts):
    return max([0, *draughts])

#: a class of lists that goes through nothing -> unproved
class Log(list):
    def __iter__(self):
        return iter([])
def last_above(levels: list[int], mark: int):
    found = None
    for level in levels:
        if level > mark:
            found = level
    return found
#: becomes
class Log(list):
    def __iter__(self):
        return iter([])
def last_above(levels: list[int], mark: int):
    return next((level for level in reversed(levels) if level > mark), None)

#: a heading with a line for each behind it -> proved-under no-effect
def sheet(tolls):
    text = "tolls\n"
    for boat in sorted(tolls):
        text += f"{boat};{tolls[boat]}\n"
    return text
#: becomes
def sheet(tolls):
    return "tolls\n" + "".join(f"{boat};{tolls[boat]}\n" for boat in sorted(tolls))

#: the heading goes behind -> differs
def sheet(boats: list[str]):
    text = "tolls\n"
    for boat in boats:
        text += boat
    return text
#: becomes
def sheet(boats: list[str]):
    return "".join(boat for boat in boats) + "tolls\n"

#: each goes in front -> differs
def sheet(boats: list[str]):
    text = "tolls\n"
    for boat in boats:
        text = boat + text
    return text
#: becomes
def sheet(boats: list[str]):
    return "tolls\n" + "".join(boat for boat in boats)

#: with commas in between -> differs
def sheet(boats: list[str]):
    text = "tolls\n"
    for boat in boats:
        text += boat
    return text
#: becomes
def sheet(boats: list[str]):
    return "tolls\n" + ",".join(boat for boat in boats)
