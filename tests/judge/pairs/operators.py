#: a sum that the module's own class does something for is left out -> differs
class Lock:
    def __init__(self):
        self.level = 0

    def __add__(self, water):
        self.level += water
        return self.level

def fill(lock, log):
    level = lock + 1
    return lock.level, level if log else 0
#: becomes
class Lock:
    def __init__(self):
        self.level = 0

    def __add__(self, water):
        self.level += water
        return self.level

def fill(lock, log):
    return lock.level, lock + 1 if log else 0

#: a sum that only answers is left out -> proved-under no-effect
class Lock:
    def __init__(self):
        self.level = 0

    def __add__(self, water):
        return self.level + water

def fill(lock, log):
    level = lock + 1
    return level if log else 0
#: becomes
class Lock:
    def __init__(self):
        self.level = 0

    def __add__(self, water):
        return self.level + water

def fill(lock, log):
    return lock + 1 if log else 0

#: a truth that does something is asked once less -> differs
class Lock:
    def __init__(self):
        self.asked = 0

    def __bool__(self):
        self.asked += 1
        return True

def fill(lock, log: bool):
    is_free = not lock
    return lock.asked, is_free if log else 0
#: becomes
class Lock:
    def __init__(self):
        self.asked = 0

    def __bool__(self):
        self.asked += 1
        return True

def fill(lock, log: bool):
    return lock.asked, not lock if log else 0

#: an order that does something, and what it changes -> differs
class Lock:
    def __init__(self):
        self.asked = 0

    def __lt__(self, other):
        self.asked += 1
        return True

def fill(lock: Lock):
    first = lock.asked
    is_less = lock < 3
    return first, is_less, lock.asked
#: becomes
class Lock:
    def __init__(self):
        self.asked = 0

    def __lt__(self, other):
        self.asked += 1
        return True

def fill(lock: Lock):
    first = lock.asked
    is_less = lock < 3
    return first, is_less, first

#: an order that is set from elsewhere -> unproved
from canal import asking

class Lock:
    asked = 0

Lock.__lt__ = asking

def fill(lock: Lock):
    is_less = lock < 3
    return lock.asked, is_less
#: becomes
from canal import asking

class Lock:
    asked = 0

Lock.__lt__ = asking

def fill(lock: Lock):
    asked = lock.asked
    return asked, lock < 3

#: an equality that does something, of what is in a tuple -> differs
class Lock:
    def __init__(self):
        self.asked = 0

    def __eq__(self, other):
        self.asked += 1
        return True

def fill(lock: Lock):
    same = (lock, 1) == (2, 1)
    return lock.asked, same
#: becomes
class Lock:
    def __init__(self):
        self.asked = 0

    def __eq__(self, other):
        self.asked += 1
        return True

def fill(lock: Lock):
    asked = lock.asked
    return asked, (lock, 1) == (2, 1)

#: a number is no object of a class with an order of its own -> proved
class Lock:
    def __init__(self):
        self.asked = 0

    def __lt__(self, other):
        self.asked += 1
        return True

def fill(level: int, log: bool):
    is_less = level < 3
    return is_less if log else 0
#: becomes
class Lock:
    def __init__(self):
        self.asked = 0

    def __lt__(self, other):
        self.asked += 1
        return True

def fill(level: int, log: bool):
    return level < 3 if log else 0

#: the opposite of an order that the module has of its own -> unproved
class Draught:
    def __init__(self, level):
        self.level = level

    def __lt__(self, other):
        return self.level < other

def may_pass(draught, depth):
    return "no" if not draught < depth else "yes"
#: becomes
class Draught:
    def __init__(self, level):
        self.level = level

    def __lt__(self, other):
        return self.level < other

def may_pass(draught, depth):
    return "no" if draught >= depth else "yes"

#: the opposite of an order that is made whole -> proved-under total-order
from functools import total_ordering

@total_ordering
class Draught:
    def __init__(self, level):
        self.level = level

    def __lt__(self, other):
        return self.level < other.level

    def __eq__(self, other):
        return self.level == other.level

def may_pass(draught, depth):
    return "no" if not draught < depth else "yes"
#: becomes
from functools import total_ordering

@total_ordering
class Draught:
    def __init__(self, level):
        self.level = level

    def __lt__(self, other):
        return self.level < other.level

    def __eq__(self, other):
        return self.level == other.level

def may_pass(draught, depth):
    return "no" if draught >= depth else "yes"

#: a queue that notices that its length is asked for -> differs
class Queue:
    def __init__(self, boats):
        self.boats = boats
        self.asked = 0

    def __iter__(self):
        return iter(self.boats)

    def __len__(self):
        self.asked += 1
        return 3

def waiting(queue: Queue):
    return list(queue), queue.asked
#: becomes
class Queue:
    def __init__(self, boats):
        self.boats = boats
        self.asked = 0

    def __iter__(self):
        return iter(self.boats)

    def __len__(self):
        self.asked += 1
        return 3

def waiting(queue: Queue):
    return [boat for boat in queue], queue.asked

#: an order that asks for a truth which does something -> differs
class Gate:
    asked = 0

    def __bool__(self):
        Gate.asked += 1
        return True

class Lock:
    def __init__(self, gate: Gate):
        self.gate = gate

    def __lt__(self, other):
        return not self.gate

def fill(lock: Lock, log: bool):
    is_less = lock < 3
    return Gate.asked, is_less if log else 0
#: becomes
class Gate:
    asked = 0

    def __bool__(self):
        Gate.asked += 1
        return True

class Lock:
    def __init__(self, gate: Gate):
        self.gate = gate

    def __lt__(self, other):
        return not self.gate

def fill(lock: Lock, log: bool):
    return Gate.asked, lock < 3 if log else 0

#: an order that is set by its text -> differs
class Lock:
    asked = 0

def less(self, other):
    Lock.asked += 1
    return True

setattr(Lock, "__lt__", less)

def fill(lock: Lock, log: bool):
    is_less = lock < 3
    return Lock.asked, is_less if log else 0
#: becomes
class Lock:
    asked = 0

def less(self, other):
    Lock.asked += 1
    return True

setattr(Lock, "__lt__", less)

def fill(lock: Lock, log: bool):
    return Lock.asked, lock < 3 if log else 0
