#: a list for each key, made where there is none -> proved-under hashable+stable-read
def by_lock(boats):
    found = {}
    for boat in boats:
        if boat.lock not in found:
            found[boat.lock] = []
        found[boat.lock].append(boat.name)
    return found
#: becomes
def by_lock(boats):
    found = {}
    for boat in boats:
        found.setdefault(boat.lock, []).append(boat.name)
    return found

#: the same of a declared one -> proved
def note(found: dict[str, list[int]], lock: str, level: int) -> None:
    if lock in found: found[lock].append(level)
    else: found[lock] = [level]
#: becomes
def note(found: dict[str, list[int]], lock: str, level: int) -> None:
    if lock not in found: found[lock] = [level]
    else: found[lock].append(level)

#: what is there, or something else -> proved-under as-declared
def toll(tolls: dict[str, int], lock: str) -> int:
    if lock in tolls: return tolls[lock]
    return 3
#: becomes
def toll(tolls: dict[str, int], lock: str) -> int:
    return tolls.get(lock, 3)

#: of an attribute that the class makes a dict -> proved-under as-declared
class Office:
    def __init__(self): self.tolls = {}
    def toll(self, lock: str):
        if lock in self.tolls: return self.tolls[lock]
        return None
#: becomes
class Office:
    def __init__(self): self.tolls = {}
    def toll(self, lock: str):
        return self.tolls.get(lock)

#: how often each came -> same
def counts(boats):
    found = {}
    for boat in boats:
        if boat.lock in found: found[boat.lock] += 1
        else: found[boat.lock] = 1
    return found
#: becomes
def counts(boats):
    found = {}
    for boat in boats:
        found[boat.lock] = found.get(boat.lock, 0) + 1
    return found

#: what is not there is no zero where True may be counted -> differs
def add(tolls: dict[str, int], lock: str, toll: int) -> dict:
    if lock in tolls: tolls[lock] += toll
    else: tolls[lock] = toll
    return tolls
#: becomes
def add(tolls: dict[str, int], lock: str, toll: int) -> dict:
    tolls[lock] = tolls.get(lock, 0) + toll
    return tolls

#: what stands in for nothing is worked out in any case -> differs
def toll(tolls: dict[str, int], lock: str, book: list) -> int:
    def other():
        book.append(lock)
        return 3
    return tolls[lock] if lock in tolls else other()
#: becomes
def toll(tolls: dict[str, int], lock: str, book: list) -> int:
    def other():
        book.append(lock)
        return 3
    return tolls.get(lock, other())

#: get puts nothing in -> differs
def note(found: dict[str, list[int]], lock: str, level: int) -> None:
    if lock not in found: found[lock] = []
    found[lock].append(level)
#: becomes
def note(found: dict[str, list[int]], lock: str, level: int) -> None:
    found.get(lock, []).append(level)

#: what is there stays -> differs
def note(found: dict[str, int], lock: str, level: int) -> None:
    found[lock] = level
#: becomes
def note(found: dict[str, int], lock: str, level: int) -> None:
    found.setdefault(lock, level)

#: a key that is not there fails -> differs
def toll(tolls: dict[str, int], lock: str):
    return tolls[lock]
#: becomes
def toll(tolls: dict[str, int], lock: str):
    return tolls.get(lock)

#: something was taken out in between -> differs
def toll(tolls: dict[str, int], lock: str, other: str) -> int:
    known = lock in tolls
    tolls.pop(other, None)
    return tolls[lock] if known else 3
#: becomes
def toll(tolls: dict[str, int], lock: str, other: str) -> int:
    tolls.pop(other, None)
    return tolls.get(lock, 3)

#: another key may be the same one -> differs
def toll(tolls: dict[str, int], lock: str, other: str) -> int:
    found = tolls.get(lock, 3)
    tolls[other] = 5
    return found
#: becomes
def toll(tolls: dict[str, int], lock: str, other: str) -> int:
    tolls[other] = 5
    return tolls.get(lock, 3)

#: another name may be the same dict -> unproved
def toll(tolls: dict[str, int], others: dict[str, int], lock: str) -> int:
    found = tolls.get(lock, 3)
    others[lock] = 5
    return found
#: becomes
def toll(tolls: dict[str, int], others: dict[str, int], lock: str) -> int:
    others[lock] = 5
    return tolls.get(lock, 3)

#: what grows holds more -> differs
def toll(tolls: dict[str, int], lock: str) -> int:
    known = lock in tolls
    tolls |= {"sill": 4}
    return 3 if known else 2
#: becomes
def toll(tolls: dict[str, int], lock: str) -> int:
    tolls |= {"sill": 4}
    return 3 if lock in tolls else 2

#: one that makes what is missing makes it for an index only -> differs
from collections import defaultdict
def toll(tolls: defaultdict[str, list], lock: str, level: int) -> None:
    tolls[lock].append(level)
#: becomes
from collections import defaultdict
def toll(tolls: defaultdict[str, list], lock: str, level: int) -> None:
    tolls.get(lock, []).append(level)

#: a class of the module says otherwise -> unproved
class Tolls(dict):
    def get(self, lock, default=None): return 7
def toll(tolls: dict[str, int], lock: str) -> int:
    if lock in tolls: return tolls[lock]
    return 3
def here(): return toll(Tolls(), "Upper")
#: becomes
class Tolls(dict):
    def get(self, lock, default=None): return 7
def toll(tolls: dict[str, int], lock: str) -> int:
    return tolls.get(lock, 3)
def here(): return toll(Tolls(), "Upper")

#: what cannot be looked up fails -> unproved
def toll(tolls: dict[str, int], lock: list) -> int:
    if lock in tolls: return 1
    return 3
#: becomes
def toll(tolls: dict[str, int], lock: list) -> int:
    return 3

#: what was put in is what is there, under that key alone -> differs
def toll(tolls: dict[str, int], lock: str, other: str) -> int:
    tolls[lock] = 5
    return tolls.get(other, 5)
#: becomes
def toll(tolls: dict[str, int], lock: str, other: str) -> int:
    tolls[lock] = 5
    return 5

#: the attributes of an object may be the dict -> unproved
class Lock:
    def __init__(self): self.level = 1
def rise(entries: dict[str, int], lock: Lock) -> int:
    before = lock.level
    entries["level"] = 5
    return lock.level - before
#: becomes
class Lock:
    def __init__(self): self.level = 1
def rise(entries: dict[str, int], lock: Lock) -> int:
    before = lock.level
    entries["level"] = 5
    return 0

#: and setting one puts something in -> unproved
class Lock:
    def __init__(self): self.level = 1
def rise(entries: dict[str, int], lock: Lock) -> bool:
    before = "level" in entries
    lock.level = 5
    return ("level" in entries) is before
#: becomes
class Lock:
    def __init__(self): self.level = 1
def rise(entries: dict[str, int], lock: Lock) -> bool:
    before = "level" in entries
    lock.level = 5
    return True

#: what is evidently a dict is asked for a key, or for a value -> proved-under as-used
def toll(desk, tons):
    if "rate" in desk:
        rate = desk["rate"]
    else:
        rate = 3
    return rate * tons
#: becomes
def toll(desk, tons):
    return desk.get("rate", 3) * tons

#: it may be missing elsewhere, and is not here -> proved-under as-used
def toll(desk, tons):
    if desk is None:
        return 0
    if "rate" in desk:
        return desk["rate"] * tons
    return 3
#: becomes
def toll(desk, tons):
    if desk is None:
        return 0
    rate = desk.get("rate", None)
    if "rate" not in desk:
        return 3
    return desk["rate"] * tons

#: nothing says that it is a dict -> unproved
def toll(desk, kind):
    a = desk.get(kind)
    b = desk.get(kind)
    return a, b
#: becomes
def toll(desk, kind):
    a = desk.get(kind)
    return a, a

#: what is stored may be None -> differs
def toll(desk, tons):
    rate = desk.get("rate")
    if rate is None:
        return 3
    return rate * tons
#: becomes
def toll(desk, tons):
    if "rate" not in desk:
        return 3
    return desk["rate"]

#: values that are declared are there -> proved-under as-declared
def first(berths: dict[int, list[str]], number: int):
    boats = berths.get(number)
    if boats is None:
        raise KeyError(number)
    return boats[0]
#: becomes
def first(berths: dict[int, list[str]], number: int):
    if number not in berths:
        raise KeyError(number)
    return berths[number][0]

#: values may be declared to be missing -> differs
def first(berths: dict[int, list[str] | None], number: int):
    boats = berths.get(number)
    if boats is None:
        return ""
    return boats[0]
#: becomes
def first(berths: dict[int, list[str] | None], number: int):
    if number not in berths:
        return ""
    boats = berths[number]
    return boats[0]

#: a list that is put into a dict of the object -> proved-under as-declared+stable-read
class Desk:
    def __init__(self):
        self.berths: dict[str, list[int]] = {}
    def add(self, quay: str, boat: int):
        if quay not in self.berths:
            self.berths[quay] = []
        self.berths[quay].append(boat)
#: becomes
class Desk:
    def __init__(self):
        self.berths: dict[str, list[int]] = {}
    def add(self, quay: str, boat: int):
        self.berths.setdefault(quay, []).append(boat)

#: the dict holds the attributes of the object -> unproved
class Desk:
    def __init__(self):
        self.berths: dict[str, list[int]] = {}
        self.berths = self.__dict__
    def add(self, quay: str, boat: int):
        if quay not in self.berths:
            self.berths[quay] = []
        self.berths[quay].append(boat)
#: becomes
class Desk:
    def __init__(self):
        self.berths: dict[str, list[int]] = {}
        self.berths = self.__dict__
    def add(self, quay: str, boat: int):
        self.berths.setdefault(quay, []).append(boat)

#: a row is made where there is none yet -> proved-under stable-read
def tolls(boats):
    due = {}
    for boat in boats:
        if boat.kind not in due:
            due[boat.kind] = [0, 0]
        due[boat.kind][0] += 1
    return due
#: becomes
def tolls(boats):
    due = {}
    for boat in boats:
        due.setdefault(boat.kind, [0, 0])
        due[boat.kind][0] += 1
    return due

#: it has a name -> proved-under hashable+stable-read
def tolls(boats):
    due = {}
    for boat in boats:
        if boat.kind not in due:
            due[boat.kind] = [0, 0]
        due[boat.kind][0] += 1
    return due
#: becomes
def tolls(boats):
    due = {}
    for boat in boats:
        row = due.setdefault(boat.kind, [0, 0])
        row[0] += 1
    return due

#: one row for all of them is another matter -> differs
def tolls(boats):
    due = {}
    none = [0, 0]
    for boat in boats:
        if boat.kind not in due:
            due[boat.kind] = [0, 0]
        due[boat.kind][0] += 1
    return due
#: becomes
def tolls(boats):
    due = {}
    none = [0, 0]
    for boat in boats:
        due.setdefault(boat.kind, none)
        due[boat.kind][0] += 1
    return due

#: what works its row out does so for each -> differs
def tolls(boats):
    due = {}
    for boat in boats:
        if boat.kind not in due:
            due[boat.kind] = [boat.told(), 0]
        due[boat.kind][1] += 1
    return due
#: becomes
def tolls(boats):
    due = {}
    for boat in boats:
        due.setdefault(boat.kind, [boat.told(), 0])
        due[boat.kind][1] += 1
    return due

#: only what is new gets the one more -> differs
def tolls(boats):
    due = {}
    for boat in boats:
        if boat.kind not in due:
            due[boat.kind] = [0, 0]
        due[boat.kind][0] += 1
    return due
#: becomes
def tolls(boats):
    due = {}
    for boat in boats:
        due.setdefault(boat.kind, [1, 0])
    return due
