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

#: a condition becomes an object that is made and asked at once -> proved
def is_closed(day: int, hour: int, ice: bool):
    return (ice and hour < 10) or day % 28 == 0
#: becomes
def is_closed(day: int, hour: int, ice: bool):
    return Closure(ice, hour=hour, day=day).applies()


class Closure:
    """When the canal is closed."""
    def __init__(self, ice, day, hour=12):
        self.ice = ice
        self.hour = hour
        self.day = day
    def applies(self):
        return self._icy_morning or self.is_works_day(28)
    @property
    def _icy_morning(self):
        return self.ice and self.hour < 10
    def is_works_day(self, every: int):
        return self.day % every == 0

#: two fields of the object take each other's place -> differs
def is_closed(day: int, hour: int):
    return hour < 10 or day % 28 == 0
#: becomes
def is_closed(day: int, hour: int):
    return Closure(day, hour).applies()


class Closure:
    def __init__(self, hour, day):
        self.hour = hour
        self.day = day
    def applies(self):
        return self.hour < 10 or self.day % 28 == 0

#: the object changes what it was given -> differs
def is_closed(day: int, hour: int):
    return hour < 10 or day % 28 == 0
#: becomes
def is_closed(day: int, hour: int):
    return Closure(day, hour).applies()


class Closure:
    def __init__(self, day, hour):
        self.hour = hour
        self.day = day
    def applies(self):
        self.hour += 1
        return self.hour < 10 or self.day % 28 == 0

#: making the object does more than keep what it is given -> differs
def is_closed(day: int, hour: int):
    return hour < 10 or day % 28 == 0
#: becomes
def is_closed(day: int, hour: int):
    return Closure(day, hour).applies()


class Closure:
    def __init__(self, day, hour):
        print(day)
        self.hour = hour
        self.day = day
    def applies(self):
        return self.hour < 10 or self.day % 28 == 0

#: the class answers for fields that it does not have -> differs
def is_closed(day: int, hour: int):
    return hour < 10 or day % 28 == 0
#: becomes
def is_closed(day: int, hour: int):
    return Closure(day, hour).applies()


class Closure:
    def __init__(self, day, hour):
        self.hour = hour
        self.day = day
    def __getattribute__(self, name):
        return 12
    def applies(self):
        return self.hour < 10 or self.day % 28 == 0

#: the class is made before it is there -> undecided
def is_closed(day: int, hour: int):
    return hour < 10 or day % 28 == 0


TODAY = is_closed(3, 12)
#: becomes
def is_closed(day: int, hour: int):
    return Closure(day, hour).applies()


TODAY = is_closed(3, 12)


class Closure:
    def __init__(self, day, hour):
        self.hour = hour
        self.day = day
    def applies(self):
        return self.hour < 10 or self.day % 28 == 0

#: a new function whose definition does something -> undecided
def is_early(hour: int):
    return hour < 10
#: becomes
def is_early(hour: int):
    return is_before_ten(hour)


def is_before_ten(hour, told=print("loaded")):
    return hour < 10

#: operands become rules in a list -> proved-under no-effect
def relevant(notices, lock, day: int):
    found = []
    for notice in notices:
        if notice.lock == lock and notice.first <= day and not notice.hidden:
            found.append(notice)
    return found
#: becomes
def relevant(notices, lock, day: int):
    rules = [
        lambda notice: notice.lock == lock,
        lambda notice: notice.first <= day,
        lambda notice: not notice.hidden,
    ]
    found = []
    for notice in notices:
        if all(rule(notice) for rule in rules):
            found.append(notice)
    return found

#: the rules see a name that changes before they are asked -> differs
def relevant(notices, day: int):
    for notice in notices:
        if notice.first <= day and not notice.hidden:
            return notice
    return None
#: becomes
def relevant(notices, day: int):
    rules = [lambda notice: notice.first <= day, lambda notice: not notice.hidden]
    day = day + 1
    for notice in notices:
        if all(rule(notice) for rule in rules):
            return notice
    return None

#: all instead of any -> differs
def relevant(notices, day: int):
    for notice in notices:
        if notice.first <= day or notice.hidden:
            return notice
    return None
#: becomes
def relevant(notices, day: int):
    rules = [lambda notice: notice.first <= day, lambda notice: notice.hidden]
    for notice in notices:
        if all(rule(notice) for rule in rules):
            return notice
    return None

#: rules in another order -> differs
def relevant(notice, day: int):
    return bool(notice.ask(1) and notice.ask(2))
#: becomes
def relevant(notice, day: int):
    rules = (lambda n: n.ask(2), lambda n: n.ask(1))
    return all(rule(notice) for rule in rules)

#: a list of rules that gets another one -> differs
def relevant(notice, day: int):
    return bool(notice.ask(1) and notice.ask(2))
#: becomes
def relevant(notice, day: int):
    rules = [lambda n: n.ask(1), lambda n: n.ask(2)]
    if day > 3:
        rules.append(lambda n: n.ask(3))
    return all(rule(notice) for rule in rules)

#: the arguments of a predicate change places -> differs
def admit(draught: int, level: int):
    if draught > level - 95 and level > 0:
        return "wait"
    return "enter"
#: becomes
def admit(draught: int, level: int):
    if is_too_deep(level, draught):
        return "wait"
    return "enter"


def is_too_deep(draught: int, level: int):
    return draught > level - 95 and level > 0

#: a predicate gets a value that its condition protected -> differs
def admit(boat, level: int):
    if boat is not None and boat.draught > level:
        return "wait"
    return "enter"
#: becomes
def admit(boat, level: int):
    if is_too_deep(boat, boat.draught, level):
        return "wait"
    return "enter"


def is_too_deep(boat, draught, level: int):
    return boat is not None and draught > level

#: the state changes between the question and its name -> differs
def admit(lock, boat):
    if boat.papers:
        lock.fill(boat)
    if lock.level > 95 and not boat.late:
        return "enter"
    return "wait"
#: becomes
def admit(lock, boat):
    open = lock.level > 95 and not boat.late
    if boat.papers:
        lock.fill(boat)
    if open:
        return "enter"
    return "wait"

#: a method that a class of the module overrides -> differs
class Lock:
    def admit(self, boat):
        if self.closed or boat.late or self.level < 95:
            return "wait"
        return "enter"


class Upper(Lock):
    def _is_closed(self, boat):
        return False
#: becomes
class Lock:
    def admit(self, boat):
        if self._is_closed(boat):
            return "wait"
        return "enter"
    def _is_closed(self, boat):
        return self.closed or boat.late or self.level < 95


class Upper(Lock):
    def _is_closed(self, boat):
        return False

#: a property that acts is asked once less -> differs
class Lock:
    def __init__(self):
        self.count = 0
    @property
    def turns(self):
        self.count += 1
        return self.count
    def admit(self, hour: int):
        if self.turns > 1 and hour > 3:
            return self.turns > 1
        return self.turns
#: becomes
class Lock:
    def __init__(self):
        self.count = 0
    @property
    def turns(self):
        self.count += 1
        return self.count
    def admit(self, hour: int):
        turned = self.turns > 1
        if turned and hour > 3:
            return turned
        return self.turns

#: a predicate with a default that is not what stood there -> differs
def admit(hour: int):
    return "wait" if 6 <= hour < 20 else "enter"
#: becomes
def admit(hour: int):
    return "wait" if is_within(hour, 6) else "enter"


def is_within(hour: int, low, high=21):
    return low <= hour < high

#: a predicate below a class with a property by hand -> proved
class Gauge:
    def __init__(self, level: int):
        self._level = level
    def _get(self, limit: int, hour: int):
        if limit > 3 and hour > 4:
            return 1
        return 2
    level = property(_get)
#: becomes
class Gauge:
    def __init__(self, level: int):
        self._level = level
    def _get(self, limit: int, hour: int):
        if is_late(limit, hour):
            return 1
        return 2
    level = property(_get)


def is_late(limit: int, hour: int):
    return limit > 3 and hour > 4

#: a predicate below a class that calls its method while it is made -> undecided
class Gauge:
    def _get(self, limit: int, hour: int):
        if limit > 3 and hour > 4:
            return 1
        return 2
    level = _get(None, 3, 4)
#: becomes
class Gauge:
    def _get(self, limit: int, hour: int):
        if is_late(limit, hour):
            return 1
        return 2
    level = _get(None, 3, 4)


def is_late(limit: int, hour: int):
    return limit > 3 and hour > 4

#: something imported later takes the helper's place -> differs
def is_late(hour: int):
    return hour > 20
#: becomes
def is_late(hour: int):
    return isfinite(hour)


def isfinite(hour):
    return hour > 20


from math import isfinite

#: something imported later takes the table's place -> differs
def tolls(kind: str):
    if kind == "barge":
        return 240
    return 60
#: becomes
pi = {"barge": 240}
from math import pi


def tolls(kind: str):
    return pi.get(kind, 60)

#: something imported in the class takes the method's place -> differs
class Lock:
    def admit(self, hour: int):
        return hour > 20
#: becomes
class Lock:
    def admit(self, hour: int):
        return self._late(hour)
    def _late(self, hour):
        return hour > 20
    from math import isfinite as _late

#: a new helper that uses a constant of the module -> proved
RATE = 3


def toll(boat, exempt: bool):
    if exempt:
        return 0
    return boat.tons * RATE
#: becomes
RATE = 3


def toll(boat, exempt: bool):
    if exempt:
        return 0
    return full_toll(boat)


def full_toll(boat):
    return boat.tons * RATE

#: a helper's annotation names a class that stands below -> differs-this-way
class Log:
    pass


class Boat:
    pass


def late(n: int):
    if n > 3:
        return 1
    return 2
#: becomes
class Log:
    pass


def is_late(n: int, boat: Boat = None):
    return n > 3


class Boat:
    pass


def late(n: int):
    if is_late(n):
        return 1
    return 2

#: an annotation of a class that stands below -> differs-this-way
def late(n):
    if n:
        return 1
    return 2


class Boat:
    pass
#: becomes
def late(n: Boat):
    return 1 if n else 2


class Boat:
    pass

#: an annotation of a class that stands below, as a text -> proved
def late(n):
    if n:
        return 1
    return 2


class Boat:
    pass
#: becomes
def late(n: "Boat") -> int:
    return 1 if n else 2


class Boat:
    pass

#: annotations that are not evaluated -> proved
from __future__ import annotations


def late(n):
    if n:
        return 1
    return 2


class Boat:
    pass
#: becomes
from __future__ import annotations


def late(n: Boat):
    return 1 if n else 2


class Boat:
    pass

#: a helper may order by what its elements have -> proved
def ranked(boats, day):
    found = []
    for boat in boats:
        found.append((boat.draught * day, boat.name))
    found.sort(key=lambda each: (-each[0], each[1]))
    return found[:3]
#: becomes
def ranked(boats, day):
    found = _ranked(boats, day)
    return found[:3]
def _ranked(boats, day):
    found = []
    for boat in boats:
        found.append((boat.draught * day, boat.name))
    found.sort(key=lambda each: (-each[0], each[1]))
    return found

#: a name of the function is none of its helper -> differs
def order(each): return each
def ranked(levels: list[int], order):
    levels.sort(key=lambda each: order(each))
    return levels
#: becomes
def order(each): return each
def ranked(levels: list[int], order):
    _rank(levels)
    return levels
def _rank(levels):
    levels.sort(key=lambda each: order(each))

#: what a helper has changed since is seen by its lambda -> differs
def ranked(levels: list[int], sign: int):
    levels.sort(key=lambda each: sign * each)
    return levels
#: becomes
def ranked(levels: list[int], sign: int):
    return _ranked(levels, sign)
def _ranked(levels, sign):
    key = lambda each: sign * each
    sign = -sign
    levels.sort(key=key)
    return levels

#: a helper may make a generator that sees nothing of its own names -> proved
def board(boats, title, out):
    lines = [title]
    lines.extend(str(boat) for boat in boats)
    out.write(lines)
#: becomes
def board(boats, title, out):
    lines = _lines(boats, title)
    out.write(lines)
def _lines(boats, title):
    lines = [title]
    lines.extend(str(boat) for boat in boats)
    return lines

#: one that sees them sees what they are by then -> differs
def later(levels: list[int], by: int) -> list:
    raised = (level + by for level in levels)
    return list(raised)
#: becomes
def later(levels: list[int], by: int) -> list:
    return _later(levels, by)
def _later(levels, by):
    raised = (level + by for level in levels)
    by = by + 1
    return list(raised)

#: so it does of what it goes through next -> differs
def later(levels: list[int], others: list[int]) -> list:
    raised = (level + other for level in levels for other in others)
    return list(raised)
#: becomes
def later(levels: list[int], others: list[int]) -> list:
    return _later(levels, others)
def _later(levels, others):
    raised = (level + other for level in levels for other in others)
    others = [1]
    return list(raised)

#: a name of the function is none of the generator of its helper -> differs
BY = 2
def later(levels: list[int], BY: int) -> list:
    return list(level + BY for level in levels)
#: becomes
BY = 2
def later(levels: list[int], BY: int) -> list:
    return _later(levels)
def _later(levels):
    return list(level + BY for level in levels)

#: a helper goes through rows, where there was a chain -> proved
def fan(speed):
    if speed > 14:
        turns = 5200
    elif speed > 10:
        turns = 4700
    else:
        turns = 0
    return turns + 10
#: becomes
POINTS = ((14, 5200, 120), (10, 4700, 95))
def _points(speed):
    for above, turns, weight in POINTS:
        if speed > above:
            return turns, weight
    return 0, 0
def fan(speed):
    turns, _ = _points(speed)
    return turns + 10
