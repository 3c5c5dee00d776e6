#: what a method that says yes or no is compared with -> proved-under as-used
class Lock:
    def needs_care(self, day):
        if self.last is None:
            return True
        return day - self.last > 90

def review(locks, day):
    for lock in locks:
        if lock.needs_care(day) == True:
            lock.urgent = True
        else:
            lock.urgent = False
#: becomes
class Lock:
    def needs_care(self, day):
        if self.last is None:
            return True
        return day - self.last > 90

def review(locks, day):
    for lock in locks:
        lock.urgent = lock.needs_care(day)

#: a method that may say nothing -> differs
class Lock:
    def __init__(self, last):
        self.last = last

    def needs_care(self, day):
        if self.last is None:
            return True
        if day - self.last > 90:
            return True

def review(locks, day):
    for lock in locks:
        if lock.needs_care(day) == True:
            lock.urgent = True
        else:
            lock.urgent = False
#: becomes
class Lock:
    def __init__(self, last):
        self.last = last

    def needs_care(self, day):
        if self.last is None:
            return True
        if day - self.last > 90:
            return True

def review(locks, day):
    for lock in locks:
        lock.urgent = lock.needs_care(day)

#: another class says how often -> differs
class Lock:
    def needs_care(self, day):
        return day > 90

class Gate:
    def needs_care(self, day):
        return day // 90

def review(lock: Lock | Gate, day):
    return 1 if lock.needs_care(day) == True else 0
#: becomes
class Lock:
    def needs_care(self, day):
        return day > 90

class Gate:
    def needs_care(self, day):
        return day // 90

def review(lock: Lock | Gate, day):
    return 1 if lock.needs_care(day) else 0

#: a text has a method of that name -> unproved
class Lock:
    def count(self, day):
        return day > 90

def review(lock, day):
    return 1 if lock.count(day) == True else 0
#: becomes
class Lock:
    def count(self, day):
        return day > 90

def review(lock, day):
    return 1 if lock.count(day) else 0

#: a method that is set otherwise -> unproved
class Lock:
    def needs_care(self, day):
        return day > 90

def turn(lock):
    lock.needs_care = len

def review(lock, day):
    return 1 if lock.needs_care(day) == True else 0
#: becomes
class Lock:
    def needs_care(self, day):
        return day > 90

def turn(lock):
    lock.needs_care = len

def review(lock, day):
    return 1 if lock.needs_care(day) else 0

#: a name that is given something else too -> differs
class Lock:
    def needs_care(self, day):
        found = False
        for each in self.days:
            if each == day:
                found = each
        return found

def review(lock, day):
    return 1 if lock.needs_care(day) == True else 0
#: becomes
class Lock:
    def needs_care(self, day):
        found = False
        for each in self.days:
            if each == day:
                found = each
        return found

def review(lock, day):
    return 1 if lock.needs_care(day) else 0

#: a comparison of which a class of the module says what it likes -> differs
class Level:
    def __lt__(self, other):
        return 7

class Lock:
    def is_low(self, level: Level):
        return level < 3

def review(lock: Lock, level: Level):
    return 1 if lock.is_low(level) == True else 0
#: becomes
class Level:
    def __lt__(self, other):
        return 7

class Lock:
    def is_low(self, level: Level):
        return level < 3

def review(lock: Lock, level: Level):
    return 1 if lock.is_low(level) else 0
