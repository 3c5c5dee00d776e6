"""Functions of the module that only answer, asked once and asked again."""

#: the opposite of what was just asked -> proved-under no-effect+unpatched
def is_late(boat, hour):
    return boat.due < hour
def sign(boat, hour, log):
    if is_late(boat, hour):
        return "late"
    elif not is_late(boat, hour):
        return "on time"
#: becomes
def is_late(boat, hour):
    return boat.due < hour
def sign(boat, hour, log):
    if is_late(boat, hour):
        return "late"
    else:
        return "on time"

#: a method that asks others -> proved-under no-effect+stable-read
class Lock:
    def __init__(self, level, top):
        self.level = level
        self.top = top
    def room(self):
        return self.top - self.level
    def is_full(self):
        return self.room() <= 0
    def sign(self):
        return "open" if not self.is_full() else ("full" if self.is_full() else "open")
#: becomes
class Lock:
    def __init__(self, level, top):
        self.level = level
        self.top = top
    def room(self):
        return self.top - self.level
    def is_full(self):
        return self.room() <= 0
    def sign(self):
        return "open" if not self.is_full() else "full"

#: a function that counts how often it is asked -> differs
asked = []
def is_late(hour):
    asked.append(hour)
    return len(asked) % 2 == 1
def sign(hour: int) -> str:
    if is_late(hour):
        return "late"
    elif is_late(hour):
        return "very late"
    return "on time"
#: becomes
asked = []
def is_late(hour):
    asked.append(hour)
    return len(asked) % 2 == 1
def sign(hour: int) -> str:
    if is_late(hour):
        return "late"
    return "on time"

#: something is done between -> differs
class Lock:
    def __init__(self, level: int):
        self.level = level
    def is_full(self) -> bool:
        return self.level > 3
    def sign(self) -> str:
        if self.is_full():
            self.level = 0
            if self.is_full():
                return "full"
        return "open"
#: becomes
class Lock:
    def __init__(self, level: int):
        self.level = level
    def is_full(self) -> bool:
        return self.level > 3
    def sign(self) -> str:
        if self.is_full():
            self.level = 0
            return "full"
        return "open"

#: another one is asked -> differs
class Lock:
    def __init__(self, level: int):
        self.level = level
    def is_full(self) -> bool:
        return self.level > 3
    def is_high(self) -> bool:
        return self.level > 2
    def sign(self) -> str:
        if self.is_full():
            return "full"
        elif not self.is_high():
            return "open"
        return "high"
#: becomes
class Lock:
    def __init__(self, level: int):
        self.level = level
    def is_full(self) -> bool:
        return self.level > 3
    def is_high(self) -> bool:
        return self.level > 2
    def sign(self) -> str:
        if self.is_full():
            return "full"
        return "open"

#: a list that is made anew each time is not one list -> differs
class Lock:
    def __init__(self, boats: list[int]):
        self.boats = boats
    def late(self):
        return [b for b in self.boats if b > 3]
    def both(self):
        first = self.late()
        first.append(0)
        return first, self.late()
#: becomes
class Lock:
    def __init__(self, boats: list[int]):
        self.boats = boats
    def late(self):
        return [b for b in self.boats if b > 3]
    def both(self):
        first = self.late()
        first.append(0)
        return first, first

#: an iterator is used up by the first question -> differs
class Lock:
    def __init__(self, boats: list[int]):
        self.boats = iter(boats)
    def has_late(self) -> bool:
        return any(b > 3 for b in self.boats)
    def sign(self) -> str:
        if self.has_late():
            return "late" if self.has_late() else "one late"
        return "none"
#: becomes
class Lock:
    def __init__(self, boats: list[int]):
        self.boats = iter(boats)
    def has_late(self) -> bool:
        return any(b > 3 for b in self.boats)
    def sign(self) -> str:
        if self.has_late():
            return "late"
        return "none"

#: a class below has one that counts -> differs
class Lock:
    def __init__(self, level: int):
        self.level = level
    def is_full(self) -> bool:
        return self.level > 3
    def sign(self) -> str:
        if self.is_full():
            return "full"
        elif not self.is_full():
            return "open"
        return "odd"
class Counted(Lock):
    def is_full(self) -> bool:
        self.level += 1
        return self.level > 3
#: becomes
class Lock:
    def __init__(self, level: int):
        self.level = level
    def is_full(self) -> bool:
        return self.level > 3
    def sign(self) -> str:
        if self.is_full():
            return "full"
        return "open"
class Counted(Lock):
    def is_full(self) -> bool:
        self.level += 1
        return self.level > 3

#: a parameter that is called -> differs
def sign(is_late, hour: int) -> str:
    if is_late(hour):
        return "late"
    elif not is_late(hour):
        return "on time"
    return "odd"
def is_late(hour):
    return hour > 3
#: becomes
def sign(is_late, hour: int) -> str:
    if is_late(hour):
        return "late"
    return "on time"
def is_late(hour):
    return hour > 3

#: a method that is called like one of lists -> differs
class Stack:
    def __init__(self, last: int):
        self.last = last
    def pop(self) -> int:
        return self.last
def take(items: list[int]) -> int:
    if items.pop() > 1:
        return items.pop()
    return 0
#: becomes
class Stack:
    def __init__(self, last: int):
        self.last = last
    def pop(self) -> int:
        return self.last
def take(items: list[int]) -> int:
    one = items.pop()
    if one > 1:
        return one
    return 0

#: a class inside of another has one that counts -> unproved
class Boat:
    def __init__(self, due):
        self.due = due
    def late(self):
        return self.due > 3
class Office:
    class Guest:
        def __init__(self, due):
            self.due = due
        def late(self):
            self.due += 1
            return self.due > 3
def sign(boat):
    if boat.late():
        return "late"
    elif boat.late():
        return "very late"
    return "on time"
#: becomes
class Boat:
    def __init__(self, due):
        self.due = due
    def late(self):
        return self.due > 3
class Office:
    class Guest:
        def __init__(self, due):
            self.due = due
        def late(self):
            self.due += 1
            return self.due > 3
def sign(boat):
    if boat.late():
        return "late"
    return "on time"

#: another class gives the name a function that counts -> differs
def _count(self):
    self.due += 1
    return self.due > 3
class Boat:
    def __init__(self, due):
        self.due = due
    def late(self):
        return self.due > 3
class Guest:
    def __init__(self, due):
        self.due = due
    late = _count
def sign(boat):
    if boat.late():
        return "late"
    elif boat.late():
        return "very late"
    return "on time"
#: becomes
def _count(self):
    self.due += 1
    return self.due > 3
class Boat:
    def __init__(self, due):
        self.due = due
    def late(self):
        return self.due > 3
class Guest:
    def __init__(self, due):
        self.due = due
    late = _count
def sign(boat):
    if boat.late():
        return "late"
    return "on time"

#: a module that gives objects what it likes under any name -> unproved
class Boat:
    def __init__(self, due):
        self.due = due
    def late(self):
        return self.due > 3
def mark(boat, name):
    setattr(boat, name, lambda: boat.marks.pop())
def sign(boat):
    if boat.late():
        return "late"
    elif boat.late():
        return "very late"
    return "on time"
#: becomes
class Boat:
    def __init__(self, due):
        self.due = due
    def late(self):
        return self.due > 3
def mark(boat, name):
    setattr(boat, name, lambda: boat.marks.pop())
def sign(boat):
    if boat.late():
        return "late"
    return "on time"

#: another function takes the name -> unproved
def is_late(hour):
    return hour > 3
def at_night():
    global is_late
    is_late = lambda hour: hour.pop()
def sign(hour):
    if is_late(hour):
        return "late"
    elif is_late(hour):
        return "very late"
    return "on time"
#: becomes
def is_late(hour):
    return hour > 3
def at_night():
    global is_late
    is_late = lambda hour: hour.pop()
def sign(hour):
    if is_late(hour):
        return "late"
    return "on time"

#: in the rounds of a loop -> proved-under no-effect+stable-read
class Boat:
    def __init__(self, due):
        self.due = due
    def is_due(self, s):
        return self.due < s
def sort_out(boats: list[Boat], day, held, free):
    for boat in boats:
        if boat.is_due(day):
            if boat.draught > 3:
                held.append(boat)
            else:
                free.append(boat)
        elif not boat.is_due(day):
            boat.wait()
#: becomes
class Boat:
    def __init__(self, due):
        self.due = due
    def is_due(self, s):
        return self.due < s
def sort_out(boats: list[Boat], day, held, free):
    for boat in boats:
        if boat.is_due(day):
            if boat.draught > 3:
                held.append(boat)
            else:
                free.append(boat)
        else:
            boat.wait()

#: what a text says in other letters -> proved-under as-used+no-effect+stable-read
def berth(name, berths):
    if name.lower() in berths:
        return berths[name.lower()]
    return 0
#: becomes
def berth(name, berths):
    key = name.lower()
    if key in berths:
        return berths[key]
    return 0

#: another text in between -> differs
def berth(name, berths):
    if name.lower() in berths:
        return berths[name.lower()]
    name = name.strip()
    return berths.get(name.lower())
#: becomes
def berth(name, berths):
    key = name.lower()
    if key in berths:
        return berths[key]
    name = name.strip()
    return berths.get(key)

#: other letters are another question -> differs
def berth(name, berths):
    if name.lower() in berths:
        return berths[name.upper()]
    return 0
#: becomes
def berth(name, berths):
    key = name.lower()
    if key in berths:
        return berths[key]
    return 0

#: a class of the module has a method of that name -> unproved
class Gate:
    def __init__(self): self.level = 3
    def lower(self):
        self.level -= 1
        return self.level
def sink(gate, log):
    if gate.lower() < 2:
        log.append(gate.lower())
    return log
#: becomes
class Gate:
    def __init__(self): self.level = 3
    def lower(self):
        self.level -= 1
        return self.level
def sink(gate, log):
    level = gate.lower()
    if level < 2:
        log.append(level)
    return log

#: a name of the module may be a module -> unproved
import shlex
def words(line, log):
    if shlex.split(line):
        log.append(shlex.split(line))
    return log
#: becomes
import shlex
def words(line, log):
    found = shlex.split(line)
    if found:
        log.append(found)
    return log

#: a list that is split off is another one each time -> differs
def words(line):
    first = line.split(",")
    second = line.split(",")
    first.append("end")
    return second
#: becomes
def words(line):
    first = line.split(",")
    second = first
    first.append("end")
    return second

#: nor need it be the same text -> differs
def words(line):
    return line.rpartition(",")[0] is line.rpartition(",")[0]
#: becomes
def words(line):
    found = line.rpartition(",")[0]
    return found is found
