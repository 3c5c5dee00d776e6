"""Loops over the places in a list, against loops over its elements."""

#: counted up to the length -> proved
def heavy(boats: list[int], most: int) -> list[int]:
    found = []
    i = 0
    while i < len(boats):
        boat = boats[i]
        if boat > most:
            found.append(boat)
        i += 1
    return found
#: becomes
def heavy(boats: list[int], most: int) -> list[int]:
    return [boat for boat in boats if boat > most]

#: through the places, which are asked for too -> proved
def first_low(levels: list[int], least: int) -> int:
    for i in range(len(levels)):
        if levels[i] < least:
            return i
    return -1
#: becomes
def first_low(levels: list[int], least: int) -> int:
    for i, level in enumerate(levels):
        if level < least:
            return i
    return -1

#: numbers compared with what may be anything, which is asked too -> proved-under stable-read
def first_low(levels: list[int], least) -> int:
    for i in range(len(levels)):
        if levels[i] < least:
            return i
    return -1
#: becomes
def first_low(levels: list[int], least) -> int:
    for i, level in enumerate(levels):
        if level < least:
            return i
    return -1

#: until it is found, or the list is at its end -> proved
def berth_of(berths: list[int], length: int) -> int:
    found = False
    place = 0
    i = 0
    while i < len(berths) and not found:
        berth = berths[i]
        if berth >= length:
            place = berth
            found = True
        i = i + 1
    if found:
        return place
    raise LookupError(length)
#: becomes
def berth_of(berths: list[int], length: int) -> int:
    for berth in berths:
        if berth >= length:
            return berth
    raise LookupError(length)

#: a list of which nothing is declared -> proved-under as-used
def of_kind(boats, kind):
    i = 0
    while i < len(boats):
        boat = boats[i]
        if boat.kind == kind:
            return boat
        i += 1
    return None
#: becomes
def of_kind(boats, kind):
    for boat in boats:
        if boat.kind == kind:
            return boat
    return None

#: a list that the object keeps -> proved-under as-declared+stable-read
class Lock:
    def __init__(self, boats: list[str]):
        self.boats: list[str] = boats
    def find(self, name: str) -> int:
        for i in range(len(self.boats)):
            if self.boats[i] == name:
                return i
        return -1
#: becomes
class Lock:
    def __init__(self, boats: list[str]):
        self.boats: list[str] = boats
    def find(self, name: str) -> int:
        for i, boat in enumerate(self.boats):
            if boat == name:
                return i
        return -1

#: whoever leaves makes room, and the length is asked once -> differs
def leave(boats: list[int], most: int) -> list[int]:
    for i in range(len(boats)):
        if boats[i] > most:
            boats.pop(i)
    return boats
#: becomes
def leave(boats: list[int], most: int) -> list[int]:
    for i, boat in enumerate(boats):
        if boat > most:
            boats.pop(i)
    return boats

#: the element is another one when it is read again -> differs
def lower(levels: list[int]) -> int:
    total = 0
    i = 0
    while i < len(levels):
        if levels[i] > 95:
            levels[i] = 95
        total += levels[i]
        i += 1
    return total
#: becomes
def lower(levels: list[int]) -> int:
    total = 0
    for i, level in enumerate(levels):
        if level > 95:
            levels[i] = 95
        total += level
    return total

#: the first one is left out -> differs
def later(boats: list[int]) -> list[int]:
    found = []
    i = 1
    while i < len(boats):
        boat = boats[i]
        found.append(boat)
        i += 1
    return found
#: becomes
def later(boats: list[int]) -> list[int]:
    return [boat for boat in boats]

#: every second one -> differs
def some(boats: list[int]) -> list[int]:
    found = []
    i = 0
    while i < len(boats):
        boat = boats[i]
        found.append(boat)
        i += 2
    return found
#: becomes
def some(boats: list[int]) -> list[int]:
    return [boat for boat in boats]

#: one is stepped over -> differs
def some(boats: list[int]) -> list[int]:
    found = []
    i = 0
    while i < len(boats):
        boat = boats[i]
        if boat > 7:
            i += 1
        found.append(boat)
        i += 1
    return found
#: becomes
def some(boats: list[int]) -> list[int]:
    return [boat for boat in boats]

#: how far it came is asked for -> differs
def count(boats: list[int], most: int) -> int:
    i = 0
    while i < len(boats):
        boat = boats[i]
        if boat > most:
            break
        i += 1
    return i
#: becomes
def count(boats: list[int], most: int) -> int:
    i = 0
    for i, boat in enumerate(boats):
        if boat > most:
            break
    return i

#: another list from now on -> differs
def halves(boats: list[int], log) -> None:
    i = 0
    while i < len(boats):
        boat = boats[i]
        log(boat)
        boats = boats[:2]
        i += 1
#: becomes
def halves(boats: list[int], log) -> None:
    for boat in boats:
        log(boat)
        boats = boats[:2]

#: a dict with whole numbers for keys -> differs
def names(boats: dict[int, str]) -> list[str]:
    found = []
    i = 0
    while i < len(boats):
        boat = boats[i]
        found.append(boat)
        i += 1
    return found
#: becomes
def names(boats: dict[int, str]) -> list[str]:
    return [boat for boat in boats]

#: a method puts another list in its place -> differs
class Lock:
    def __init__(self, boats: list[str]):
        self.boats: list[str] = boats
    def leave(self, boat: str) -> None:
        self.boats = [b for b in self.boats if b != boat]
    def empty(self, kept: str) -> list[str]:
        gone = []
        i = 0
        while i < len(self.boats):
            boat = self.boats[i]
            gone.append(boat)
            if boat != kept:
                self.leave(boat)
            i += 1
        return gone
#: becomes
class Lock:
    def __init__(self, boats: list[str]):
        self.boats: list[str] = boats
    def leave(self, boat: str) -> None:
        self.boats = [b for b in self.boats if b != boat]
    def empty(self, kept: str) -> list[str]:
        gone = []
        for boat in self.boats:
            gone.append(boat)
            if boat != kept:
                self.leave(boat)
        return gone

#: a length of the module's own -> differs
def len(boats):
    return 1
def names(boats: list[str]) -> list[str]:
    found = []
    i = 0
    while i < len(boats):
        boat = boats[i]
        found.append(boat)
        i += 1
    return found
#: becomes
def len(boats):
    return 1
def names(boats: list[str]) -> list[str]:
    return [boat for boat in boats]

#: rounds that are cut short are not counted -> differs
def names(boats: list[str], most: int) -> list[str]:
    found = []
    i = 0
    while i < len(boats):
        boat = boats[i]
        most -= 1
        if most > 0:
            continue
        found.append(boat)
        i += 1
    return found
#: becomes
def names(boats: list[str], most: int) -> list[str]:
    found = []
    for boat in boats:
        most -= 1
        if most > 0:
            continue
        found.append(boat)
    return found

#: so many tries -> proved
def send(text, radio, most: int):
    tries = 0
    while tries < most:
        tries += 1
        if radio(text, tries):
            return tries
    return None
#: becomes
def send(text, radio, most: int):
    for tries in range(1, most + 1):
        if radio(text, tries):
            return tries
    return None

#: so many tries at most, or until it is done -> proved-under as-used+no-effect+stable-read
class Radio:
    def __init__(self, send, most):
        self.send = send
        self.most = most
    def try_to(self, text):
        receipt = None
        tries = 0
        done = False
        while not done and tries < self.most:
            tries += 1
            answer = self.send(text, tries)
            if answer.startswith("OK"):
                receipt = answer[2:].strip()
                done = True
        return receipt
#: becomes
class Radio:
    def __init__(self, send, most):
        self.send = send
        self.most = most
    def try_to(self, text):
        for attempt in range(1, self.most + 1):
            answer = self.send(text, attempt)
            if answer.startswith("OK"):
                return answer[2:].strip()
        return None

#: the number changes on the way -> differs
class Radio:
    def __init__(self, send, most: int):
        self.send = send
        self.most = most
    def give_up(self) -> None:
        self.most = 0
    def try_to(self, text) -> int:
        tries = 0
        count = 0
        while tries < self.most:
            tries += 1
            if not self.send(text):
                self.give_up()
            count += 1
        return count
#: becomes
class Radio:
    def __init__(self, send, most: int):
        self.send = send
        self.most = most
    def give_up(self) -> None:
        self.most = 0
    def try_to(self, text) -> int:
        count = 0
        for tries in range(1, self.most + 1):
            if not self.send(text):
                self.give_up()
            count += 1
        return count

#: up to a fraction, which a range does not take -> differs
def levels(most: float) -> list[int]:
    found = []
    i = 0
    while i < most:
        found.append(i)
        i += 1
    return found
#: becomes
def levels(most: float) -> list[int]:
    found = []
    for i in range(most):
        found.append(i)
    return found

#: one round more -> differs
def tries(log, most: int) -> None:
    i = 0
    while i <= most:
        log(i)
        i += 1
#: becomes
def tries(log, most: int) -> None:
    for i in range(most):
        log(i)

#: a list that is doubled, which has an end only if its length is asked for once -> differs
def twice(names: str) -> list[str]:
    found = []
    found.append(names)
    for i in range(len(found)):
        found.append(found[i])
    return found
#: becomes
def twice(names: str) -> list[str]:
    found = []
    found.append(names)
    for name in found:
        if len(found) > 9:
            break
        found.append(name)
    return found

#: the same list by another name -> differs
def twice(names: str) -> list[str]:
    found = []
    found.append(names)
    every = found
    for i in range(len(every)):
        name = every[i]
        found.append(name)
    return found
#: becomes
def twice(names: str) -> list[str]:
    found = []
    found.append(names)
    every = found
    for name in every:
        if len(found) > 9:
            break
        found.append(name)
    return found

#: nothing has no length, and cannot be gone through: the errors differ -> differs
def names(boats: "list[str] | None", most: int) -> list[str]:
    found = []
    i = 0
    while i < len(boats):
        boat = boats[i]
        found.append(boat)
        i += 1
    return found
#: becomes
def names(boats: "list[str] | None", most: int) -> list[str]:
    found = []
    for boat in boats:
        found.append(boat)
    return found

#: the number is one of the module, which a function changes -> differs
MOST = 3
def allow_more():
    global MOST
    MOST += 1
def calls(log) -> None:
    i = 0
    while i < MOST:
        i += 1
        if log(i) and i < 9:
            allow_more()
#: becomes
MOST = 3
def allow_more():
    global MOST
    MOST += 1
def calls(log) -> None:
    for i in range(1, MOST + 1):
        if log(i) and i < 9:
            allow_more()

#: the list is one of the module, which a function replaces -> differs
BOATS = ["Ida", "Tern"]
def leave() -> None:
    global BOATS
    BOATS = []
def calls(log) -> None:
    i = 0
    while i < len(BOATS):
        boat = BOATS[i]
        log(boat)
        leave()
        i += 1
#: becomes
BOATS = ["Ida", "Tern"]
def leave() -> None:
    global BOATS
    BOATS = []
def calls(log) -> None:
    for boat in BOATS:
        log(boat)
        leave()

#: a list of the module that nothing replaces -> proved-under as-used+unpatched
BOATS = ["Ida", "Tern"]
def longest() -> str:
    i = 0
    while i < len(BOATS):
        boat = BOATS[i]
        if boat.isupper():
            return boat
        i += 1
    return ""
#: becomes
BOATS = ["Ida", "Tern"]
def longest() -> str:
    for boat in BOATS:
        if boat.isupper():
            return boat
    return ""

#: what is left out is None, and the errors differ -> differs
def names(boats: list = None) -> list:
    found = []
    i = 0
    while i < len(boats):
        boat = boats[i]
        found.append(boat)
        i += 1
    return found
#: becomes
def names(boats: list = None) -> list:
    found = []
    for boat in boats:
        found.append(boat)
    return found

#: a generator asks for the place later -> differs
def later(boats: list[int], marks: list[int]) -> list[int]:
    above = ()
    i = 0
    while i < len(boats):
        boat = boats[i]
        if boat > 0:
            above = (mark for mark in marks if mark > i)
        i += 1
    return list(above)
#: becomes
def later(boats: list[int], marks: list[int]) -> list[int]:
    above = ()
    for i, boat in enumerate(boats):
        if boat > 0:
            above = (mark for mark in marks if mark > i)
    return list(above)

#: what runs beside it puts another list in its place -> unproved
class Lock:
    def __init__(self, boats: list[str]):
        self.boats: list[str] = boats
    async def leave(self) -> None:
        self.boats = []
    def names(self, log) -> list[str]:
        found = []
        i = 0
        while i < len(self.boats):
            boat = self.boats[i]
            log(self)
            found.append(boat)
            i += 1
        return found
#: becomes
class Lock:
    def __init__(self, boats: list[str]):
        self.boats: list[str] = boats
    async def leave(self) -> None:
        self.boats = []
    def names(self, log) -> list[str]:
        found = []
        for boat in self.boats:
            log(self)
            found.append(boat)
        return found

#: what is only asked what texts are asked changes no list -> proved-under as-used+stable-read
def bad_rows(rows):
    found = []
    for n in range(len(rows)):
        row = rows[n]
        if not row.strip() or row.startswith("#"):
            found.append(n + 1)
    return found
#: becomes
def bad_rows(rows):
    found = []
    for n, row in enumerate(rows):
        if not row.strip() or row.startswith("#"):
            found.append(n + 1)
    return found

#: a class of the module may have such a method -> unproved
class Row:
    def __init__(self, rows: list): self.rows = rows
    def strip(self): self.rows.clear()
def bad_rows(rows: list[Row]):
    found = []
    for n in range(len(rows)):
        row = rows[n]
        row.strip()
        found.append(n)
    return found
#: becomes
class Row:
    def __init__(self, rows: list): self.rows = rows
    def strip(self): self.rows.clear()
def bad_rows(rows: list[Row]):
    found = []
    for n, row in enumerate(rows):
        row.strip()
        found.append(n)
    return found

#: a function of another module that is called so may do anything -> unproved
import office
def bad_rows(rows):
    found = []
    for n in range(len(rows)):
        row = rows[n]
        office.index(row)
        found.append(n)
    return found
#: becomes
import office
def bad_rows(rows):
    found = []
    for n, row in enumerate(rows):
        office.index(row)
        found.append(n)
    return found

#: a list that shrinks on the way -> differs
def bad_rows(rows: list[str]):
    found = []
    for n in range(len(rows)):
        row = rows[n]
        rows.remove(row)
        if row.strip(): found.append(n)
    return found
#: becomes
def bad_rows(rows: list[str]):
    found = []
    for n, row in enumerate(rows):
        rows.remove(row)
        if row.strip(): found.append(n)
    return found

#: what asks by the place later, when the list is another -> differs
def late(slots: list[str]):
    asked = []
    for i, slot in enumerate(slots):
        asked.append(lambda: slots[i])
    slots[:] = ["x"]
    return [a() for a in asked]
#: becomes
def late(slots: list[str]):
    asked = []
    for i, slot in enumerate(slots):
        asked.append(lambda: slot)
    slots[:] = ["x"]
    return [a() for a in asked]

#: the list is sorted in each round -> differs
def change(slots: list[str], taken):
    found = []
    for i, slot in enumerate(slots):
        slots.sort()
        if slots[i] not in taken:
            found.append(slots[i])
    return found
#: becomes
def change(slots: list[str], taken):
    found = []
    for i, slot in enumerate(slots):
        slots.sort()
        if slot not in taken:
            found.append(slot)
    return found

#: the places of another list -> differs
def other(slots: list[str], held: list[str]):
    found = []
    for i, slot in enumerate(held):
        found.append(slots[i])
    return found
#: becomes
def other(slots: list[str], held: list[str]):
    found = []
    for i, slot in enumerate(held):
        found.append(slot)
    return found

#: the place is set by hand -> differs
def moved(slots: list[str]):
    found = []
    for i, slot in enumerate(slots):
        i = len(found) - 1
        found.append(slots[i])
    return found
#: becomes
def moved(slots: list[str]):
    found = []
    for i, slot in enumerate(slots):
        i = len(found) - 1
        found.append(slot)
    return found

#: places from one on, which are not those of the list -> unproved
def begins(slots: list[str]):
    found = []
    for i, slot in enumerate(slots, 1):
        found.append(slots[i - 1])
    return found
#: becomes
def begins(slots: list[str]):
    found = []
    for i, slot in enumerate(slots, 1):
        found.append(slot)
    return found

#: the name is given to something else -> differs
def cut(slots: list[str]):
    found = []
    for i, slot in enumerate(slots):
        slot = slot.strip()
        if slot:
            found.append(slots[i])
    return found
#: becomes
def cut(slots: list[str]):
    found = []
    for i, slot in enumerate(slots):
        slot = slot.strip()
        if slot:
            found.append(slot)
    return found

#: the place is asked for behind the loop -> differs
def last(slots: list[str], least: int):
    for i, slot in enumerate(slots):
        if len(slot) > least:
            break
    return i
#: becomes
def last(slots: list[str], least: int):
    i = 0
    for slot in slots:
        if len(slot) > least:
            break
    return i

#: an element that has a name is asked for by its place -> proved
def kept(slots: list[str], least: int):
    for i, slot in enumerate(slots):
        if len(slots[i]) > least:
            return slots[i]
    return ""
#: becomes
def kept(slots: list[str], least: int):
    for slot in slots:
        if len(slot) > least:
            return slot
    return ""

#: the same of a list of which nothing is declared -> proved-under as-used+stable-read
def first(slots, taken):
    for i, slot in enumerate(slots):
        if slot not in taken:
            return slots[i]
    return None
#: becomes
def first(slots, taken):
    for i, slot in enumerate(slots):
        if slot not in taken:
            return slot
    return None

#: nobody asks for the place -> proved
def all_late(boats: list, log):
    for i, boat in enumerate(boats):
        log.write(boat)
#: becomes
def all_late(boats: list, log):
    for boat in boats:
        log.write(boat)

#: a place that has a second name in its round -> proved-under as-used+stable-read
def first(slots, taken):
    for i, slot in enumerate(slots):
        if slot not in taken:
            at = i
            return slots[at]
    return None
#: becomes
def first(slots, taken):
    for slot in slots:
        if slot not in taken:
            return slot
    return None

#: the second name is of an earlier round -> differs
def best(slots: list[int]):
    at = 0
    for i, slot in enumerate(slots):
        if slot > slots[at]:
            at = i
    return at
#: becomes
def best(slots: list[int]):
    at = 0
    for i, slot in enumerate(slots):
        if slot > slot:
            at = i
    return at

#: the second name is read where an earlier round may have given it -> differs
def best(slots: list[int]):
    at = 0
    for i, slot in enumerate(slots):
        if slot > 3:
            at = i
        if slot < 2:
            return slots[at]
    return at
#: becomes
def best(slots: list[int]):
    at = 0
    for i, slot in enumerate(slots):
        if slot > 3:
            at = i
        if slot < 2:
            return slot
    return at

#: tries that are counted and not read, and a flag -> proved
def hail(call, boat, most: int):
    tries = 0
    answered = False
    while not answered and tries < most:
        tries += 1
        if call(boat):
            answered = True
    return answered
#: becomes
def hail(call, boat, most: int):
    for _ in range(most):
        if call(boat):
            return True
    return False

#: one try less -> differs
def hail(call, boat, most: int):
    tries = 0
    while tries < most:
        tries += 1
        if call(boat):
            return True
    return False
#: becomes
def hail(call, boat, most: int):
    for _ in range(1, most):
        if call(boat):
            return True
    return False

#: rounds from another number on -> proved-under as-used
def hail(call, boat, most):
    for _ in range(1, most + 1):
        if call(boat):
            return True
    return False
#: becomes
def hail(call, boat, most):
    for _ in range(most):
        if call(boat):
            return True
    return False

#: rounds from another number on, whose number is handed back -> differs
def hail(call, boat, most: int):
    number = 0
    for number in range(1, most + 1):
        if call(boat):
            break
    return number
#: becomes
def hail(call, boat, most: int):
    number = 0
    for number in range(most):
        if call(boat):
            break
    return number

#: rounds up to anything, to a number too -> unproved
def hail(call, boat, most):
    for _ in range(1, most.tries() + 1):
        if call(boat):
            return True
    return False
#: becomes
def hail(call, boat, most):
    for _ in range(most.tries()):
        if call(boat):
            return True
    return False
