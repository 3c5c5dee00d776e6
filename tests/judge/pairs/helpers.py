#: a condition becomes a function -> proved
def admit(boat, level: int):
    if level >= 95 and level < 220:
        return boat
    return None
#: becomes
def admit(boat, level: int):
    if is_navigable(level):
        return boat
    return None
def is_navigable(level):
    return level >= 95 and level < 220


#: a condition becomes a function, with its arguments exchanged -> differs
def admit(draught: int, level: int):
    if draught < level:
        return 1
    return 2
#: becomes
def admit(draught: int, level: int):
    if fits(level, draught):
        return 1
    return 2
def fits(draught, level):
    return draught < level


#: a function with keyword and default arguments -> proved
def admit(draught: int, level: int):
    if draught + 5 < level:
        return 1
    return 2
#: becomes
def fits(draught, *, level, margin=5):
    return draught + margin < level
def admit(draught: int, level: int):
    if not fits(level=level, draught=draught):
        return 2
    return 1


#: the default argument is another one -> differs
def admit(draught: int, level: int):
    if draught + 5 < level:
        return 1
    return 2
#: becomes
def fits(draught, level, margin=6):
    return draught + margin < level
def admit(draught: int, level: int):
    if not fits(draught, level):
        return 2
    return 1


#: a negated use of the function -> proved
def admit(a: int, b: int):
    if a < 3 or b < 3:
        return 0
    return 1
#: becomes
def deep(a, b):
    return a >= 3 and b >= 3
def admit(a: int, b: int):
    if not deep(a, b):
        return 0
    return 1


#: a function that returns a value that is no bool, tested for truth -> proved-under no-effect
def admit(boat, lock):
    if boat and lock:
        return 1
    return 0
#: becomes
def both(boat, lock):
    return boat and lock
def admit(boat, lock):
    if both(boat, lock):
        return 1
    return 0


#: a function with guards, a loop and a local of the same name -> proved
def total(boats, limit: int):
    total = 0
    for boat in boats:
        if boat.late:
            total = total + 1
    return total
#: becomes
def count(boats):
    total = 0
    for boat in boats:
        if not boat.late:
            continue
        total = total + 1
    return total
def total(boats, limit: int):
    return count(boats)


#: a function that forgets a return -> differs
def rate(n: int):
    if n > 3:
        return 1
    return 2
#: becomes
def rate(n: int):
    return pick(n)
def pick(n):
    if n > 3:
        return 1
    n + 2


#: a function in a function -> proved
def admit(a: int):
    if a > 3 and a < 9:
        return 1
    return 0
#: becomes
def admit(a: int):
    return 1 if within(a) else 0
def within(a):
    return above(a) and a < 9
def above(a):
    return a > 3


#: the body of an old function is written out -> proved-under unpatched
def admit(a: int):
    return 1 if within(a) else 0
def within(a):
    return a > 3 and a < 9
#: becomes
def admit(a: int):
    return 1 if a > 3 and a < 9 else 0
def within(a):
    return a > 3 and a < 9


#: an exception in the function meets the caller's handler -> proved
def read(table, key):
    try:
        return table[key]
    except KeyError:
        return None
#: becomes
def item(table, key):
    return table[key]
def read(table, key):
    try:
        return item(table, key)
    except KeyError:
        return None


#: the handler moves into the function, around less -> differs
def read(table, key):
    try:
        return table[key].name
    except KeyError:
        return None
#: becomes
def item(table, key):
    try:
        return table[key]
    except KeyError:
        return None
def read(table, key):
    return item(table, key).name


#: a condition becomes a method -> proved-under not-overridden
class Lock:
    def __init__(self, level: int):
        self.level = level
    def open(self, hour: int):
        if hour > 6 and self.level > 95:
            return True
        return False
#: becomes
class Lock:
    def __init__(self, level: int):
        self.level = level
    def open(self, hour: int):
        if self._may_open(hour):
            return True
        return False
    def _may_open(self, hour):
        return hour > 6 and self.level > 95


#: a condition becomes a property -> proved-under not-overridden
class Lock:
    def __init__(self, level: int):
        self.level = level
    def open(self, hour: int):
        if self.level > 95:
            return hour
        return 0
#: becomes
class Lock:
    def __init__(self, level: int):
        self.level = level
    def open(self, hour: int):
        if not self.is_deep:
            return 0
        return hour
    @property
    def is_deep(self):
        return self.level > 95


#: the state changes between the test and the call -> differs
class Lock:
    def __init__(self, level: int):
        self.level = level
    def open(self):
        deep = self.level > 95
        self.level = 0
        return deep
#: becomes
class Lock:
    def __init__(self, level: int):
        self.level = level
    def open(self):
        self.level = 0
        return self._deep()
    def _deep(self):
        return self.level > 95


#: the method is overridden in the same module -> differs
class Lock:
    def __init__(self, level: int):
        self.level = level
    def open(self):
        return self.level > 95
class Sill(Lock):
    def _deep(self):
        return True
#: becomes
class Lock:
    def __init__(self, level: int):
        self.level = level
    def open(self):
        return self._deep()
    def _deep(self):
        return self.level >= 95
class Sill(Lock):
    def _deep(self):
        return True


#: an attribute read twice or once -> proved-under stable-read
def rate(boat):
    if boat.length > 3:
        return 1
    if boat.length > 2:
        return 2
    return 3
#: becomes
def rate(boat):
    length = boat.length
    if length > 3:
        return 1
    if length > 2:
        return 2
    return 3


#: an attribute read again after a call -> differs
def rate(boat):
    length = boat.length
    boat.cut()
    return boat.length
#: becomes
def rate(boat):
    length = boat.length
    boat.cut()
    return length


#: a test repeated for each statement -> proved-under no-effect+stable-read
def mark(boat, board):
    if boat.late:
        first = 1
    else:
        first = 2
    if boat.late:
        second = 3
    else:
        second = 4
    return first, second
#: becomes
def mark(boat, board):
    if boat.late:
        return 1, 3
    return 2, 4


#: a test repeated after an effect -> differs
def mark(boat, board):
    if boat.late:
        boat.late = False
    if boat.late:
        return 1
    return 2
#: becomes
def mark(boat, board):
    if boat.late:
        boat.late = False
        return 1
    return 2


#: a private name in a class is another name -> differs
class Lock:
    def open(self, level: int):
        return level > 95
#: becomes
def __deep(level):
    return level > 95
class Lock:
    def open(self, level: int):
        return __deep(level)


#: an attribute hides the method -> differs
class Lock:
    def __init__(self, level: int):
        self.level = level
        self._deep = lambda: None
    def open(self):
        return self.level > 95
#: becomes
class Lock:
    def __init__(self, level: int):
        self.level = level
        self._deep = lambda: None
    def open(self):
        return self._deep()
    def _deep(self):
        return self.level > 95


#: a local name hides the helper -> differs
def toll(deep, level: int):
    return level > 95
#: becomes
def deep(level):
    return level > 95
def toll(deep, level: int):
    return deep(level)


#: a local name hides the table -> differs
def toll(kind: str, RATES=None):
    if kind == "barge":
        return 5
    return 0
#: becomes
RATES = {"barge": 5}
def toll(kind: str, RATES=None):
    return RATES.get(kind, 0)


#: a condition becomes a lambda of the function's own -> proved
def admit(a: int, b: int):
    if a > 3 and b > 3:
        return 1
    return 2
#: becomes
def admit(a: int, b: int):
    deep = lambda x: x > 3
    if deep(a) and deep(b):
        return 1
    return 2


#: a nested function reads a name of the outer one -> proved-under no-effect
def admit(boats, limit: int):
    count = 0
    for boat in boats:
        if boat.late:
            if limit > 3:
                count = count + 1
    return count
#: becomes
def admit(boats, limit: int):
    def counts(boat):
        return boat.late and limit > 3
    count = 0
    for boat in boats:
        if not counts(boat):
            continue
        count = count + 1
    return count


#: a nested function reads a name that changes before the call -> differs
def admit(limit: int):
    deep = limit > 3
    limit = 0
    return deep
#: becomes
def admit(limit: int):
    def is_deep():
        return limit > 3
    limit = 0
    return is_deep()


#: a nested function is called before it is there -> differs
def admit(limit: int):
    return limit > 3
#: becomes
def admit(limit: int):
    if limit == 7:
        return is_deep()
    def is_deep():
        return limit > 3
    return is_deep()


#: a nested function that is handed out -> differs
def admit(limit: int, log):
    log(limit > 3)
    limit = 5
    return limit
#: becomes
def admit(limit: int, log):
    def is_deep():
        return limit > 3
    log(is_deep)
    limit = 5
    return limit


#: a nested function is written out -> proved
def admit(a: int):
    def above(n, limit=3):
        return n > limit
    return above(a) and not above(a, limit=9)
#: becomes
def admit(a: int):
    return 3 < a <= 9


#: the first parameter of a static method is no self -> differs
class Lock:
    @staticmethod
    def open(boat):
        return boat.level
#: becomes
class Lock:
    @staticmethod
    def open(boat):
        return boat._deep()
    def _deep(self):
        return self.level


#: the first parameter of a class method is the class -> differs
class Lock:
    level = 1
    @classmethod
    def open(cls):
        return cls.level
#: becomes
class Lock:
    level = 1
    @classmethod
    def open(cls):
        return cls._deep()
    def _deep(self):
        return self.level


#: a predicate taken out of a nested function -> proved-under no-effect
def watch(limit: int):
    def alarm(level: int):
        if level > limit and level != 0:
            return "high"
        return ""
    return alarm
#: becomes
def watch(limit: int):
    def alarm(level: int):
        if exceeds(level, limit):
            return "high"
        return ""
    return alarm


def exceeds(level, limit):
    return level > limit and level != 0


#: a nested function and a predicate that means another name -> undecided
limit = 40


def watch(limit: int):
    def alarm(level: int):
        if level > limit:
            return "high"
        return ""
    return alarm
#: becomes
limit = 40


def watch(limit: int):
    def alarm(level: int):
        if exceeds(level):
            return "high"
        return ""
    return alarm


def exceeds(level):
    return level > limit


#: a predicate below a call that is made when the module is loaded -> undecided
def weigh(cargo, limit: int):
    if cargo is None or limit == 0:
        return 0
    return limit


EMPTY = weigh(None, 3)
#: becomes
def weigh(cargo, limit: int):
    if is_nothing(cargo, limit):
        return 0
    return limit


EMPTY = weigh(None, 3)


def is_nothing(cargo, limit: int):
    return cargo is None or limit == 0


#: a predicate between its caller and a call that is made when the module is loaded -> proved
START = max(1, 3)


def tare(kind: int):
    return kind


ZERO = tare(0)


def weigh(cargo, limit: int):
    if cargo is None or limit == 0:
        return 0
    return limit


EMPTY = weigh(None, 3)
#: becomes
START = max(1, 3)


def tare(kind: int):
    return kind


ZERO = tare(0)


def weigh(cargo, limit: int):
    if is_nothing(cargo, limit):
        return 0
    return limit


def is_nothing(cargo, limit: int):
    return cargo is None or limit == 0


EMPTY = weigh(None, 3)


#: a predicate below a class whose making asks its caller -> undecided
class Gate:
    def __init_subclass__(cls):
        check(cls, 1)


def check(gate, width: int):
    if gate is None or width == 0:
        raise ValueError(gate)
    return width


class Lower(Gate):
    pass
#: becomes
class Gate:
    def __init_subclass__(cls):
        check(cls, 1)


def check(gate, width: int):
    if is_useless(gate, width):
        raise ValueError(gate)
    return width


class Lower(Gate):
    pass


def is_useless(gate, width: int):
    return gate is None or width == 0
