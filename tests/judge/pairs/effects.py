#: two calls change places -> differs
def open_up(lock, log):
    lock.fill()
    log.write()
#: becomes
def open_up(lock, log):
    log.write()
    lock.fill()

#: a call is made once instead of twice -> differs
def open_up(lock):
    if lock.ready():
        if lock.ready():
            return 1
    return 0
#: becomes
def open_up(lock):
    if lock.ready():
        return 1
    return 0

#: a call is made before the test that guards it -> differs
def open_up(lock, hour: int):
    if hour < 6:
        return None
    keeper = lock.call()
    return keeper
#: becomes
def open_up(lock, hour: int):
    keeper = lock.call()
    if hour < 6:
        return None
    return keeper

#: a temporary for a call's result -> proved
def open_up(lock):
    return lock.keeper().name
#: becomes
def open_up(lock):
    keeper = lock.keeper()
    name = keeper.name
    return name

#: arguments are evaluated in another order -> differs
def pay(desk, a, b):
    return desk.pay(a.cost(), b.due())
#: becomes
def pay(desk, a, b):
    second = b.due()
    first = a.cost()
    return desk.pay(first, second)

#: arguments change places -> differs
def pay(desk, a, b):
    return desk.pay(a, b)
#: becomes
def pay(desk, a, b):
    return desk.pay(b, a)

#: a keyword becomes positional -> differs
def pay(desk, a):
    return desk.pay(amount=a)
#: becomes
def pay(desk, a):
    return desk.pay(a)

#: an attribute read again after a call may have changed -> unproved
def pay(desk, lock):
    before = desk.takings
    lock.pass_through(desk)
    return before
#: becomes
def pay(desk, lock):
    lock.pass_through(desk)
    return desk.takings

#: pure arithmetic may move -> proved
def pay(desk, pence: int):
    due = pence + 5
    desk.open()
    return due
#: becomes
def pay(desk, pence: int):
    desk.open()
    due = pence + 5
    return due

#: pure arithmetic on something unknown may not move -> unproved
def pay(desk, pence):
    due = pence + 5
    desk.open()
    return due
#: becomes
def pay(desk, pence):
    desk.open()
    due = pence + 5
    return due

#: a list made per call is not a shared one -> differs
def log(entry, into=None):
    if into is None:
        into = []
    into.append(entry)
    return into
#: becomes
def log(entry, into=[]):
    into.append(entry)
    return into

#: a tuple assignment taken apart -> proved
def swap(a, b):
    a, b = b, a
    return a, b
#: becomes
def swap(a, b):
    return b, a

#: a swap without a temporary -> differs
def swap(a, b):
    a, b = b, a
    return a, b
#: becomes
def swap(a, b):
    a = b
    b = a
    return a, b

#: an attribute write under a condition -> proved
def flag(boat, late: bool):
    if late:
        boat.late = True
    else:
        boat.late = False
#: becomes
def flag(boat, late: bool):
    if not late:
        boat.late = False
    else:
        boat.late = True

#: an attribute write moves over a call -> differs
def flag(boat, desk):
    boat.late = True
    desk.note(boat)
#: becomes
def flag(boat, desk):
    desk.note(boat)
    boat.late = True

#: an item is deleted in both versions -> proved
def drop(table, key):
    if key in table:
        del table[key]
        return True
    return False
#: becomes
def drop(table, key):
    if key not in table:
        return False
    del table[key]
    return True

#: a global counter -> proved
count = 0
def note(boat):
    global count
    if boat:
        count = count + 1
        return count
    return 0
#: becomes
count = 0
def note(boat):
    global count
    if not boat:
        return 0
    count = count + 1
    return count

#: a global counter is read too late -> differs
count = 0
def note(boat):
    global count
    old = count
    count = 5
    return old
#: becomes
count = 0
def note(boat):
    global count
    count = 5
    return count

#: a name of the module is read earlier -> proved-under unpatched
LIMIT = 5
def over(lock, level: int):
    lock.check()
    return LIMIT
#: becomes
LIMIT = 5
def over(lock, level: int):
    limit = LIMIT if level else LIMIT
    lock.check()
    return LIMIT

#: a global read moves over a call that may change it -> differs
LIMIT = [5]
def over(lock):
    global LIMIT
    old = LIMIT
    LIMIT = lock
    return old
#: becomes
LIMIT = [5]
def over(lock):
    global LIMIT
    LIMIT = lock
    return LIMIT

#: a closure sees the last value of a name -> differs
def later(level: int):
    read = lambda: level
    if level > 3:
        level = 3
    return read()
#: becomes
def later(level: int):
    read = lambda level=level: level
    if level > 3:
        level = 3
    return read()

#: a closure under a guard -> proved
def later(boats, level):
    if boats:
        return sorted(boats, key=lambda b: b.draught - level)
    return []
#: becomes
def later(boats, level):
    if not boats:
        return []
    return sorted(boats, key=lambda b: b.draught - level)

#: nonlocal state in a nested function -> proved
def counter():
    n = 0
    def step(boat):
        nonlocal n
        if boat:
            n = n + 1
        return n
    return [step(0), step(1), step(1)]
#: becomes
def counter():
    n = 0
    def step(boat):
        nonlocal n
        if boat:
            n = n + 1
        return n
    steps = [step(0), step(1), step(1)]
    return steps

#: a local is deleted on one way only -> differs
def drop(late: bool):
    entry = 1
    if late:
        del entry
    return 2
#: becomes
def drop(late: bool):
    entry = 1
    if late:
        del entry
    return entry

#: printing under a guard -> proved
def tell(text: str, loud: bool):
    if loud:
        print(text.upper())
    else:
        print(text)
#: becomes
def tell(text: str, loud: bool):
    if not loud:
        print(text)
        return
    print(text.upper())

#: printing something else -> differs
def tell(text: str, loud: bool):
    if loud:
        print(text.upper())
#: becomes
def tell(text: str, loud: bool):
    if loud:
        print(text)

#: locals() sees a new name -> differs
def snapshot(level: int):
    return sorted(locals())
#: becomes
def snapshot(level: int):
    extra = level
    return sorted(locals())

#: match arms with captures -> proved
def read(entry):
    match entry:
        case {"level": level}:
            if level:
                return level
            return 0
        case [first, *_]:
            return first
        case _:
            return None
#: becomes
def read(entry):
    match entry:
        case {"level": level}:
            if not level:
                return 0
            return level
        case [first, *_]:
            return first
    return None

#: match arms change places -> differs
def read(entry: int):
    match entry:
        case 1:
            return "one"
        case _:
            return "other"
#: becomes
def read(entry: int):
    match entry:
        case 2:
            return "one"
        case _:
            return "other"

#: a property with an effect is read twice -> differs
class Gauge:
    def __init__(self, n: int):
        self.n = n
    @property
    def level(self):
        self.n = self.n + 1
        return self.n
    def high(self):
        if self.level > 3:
            return self.n
        return 0
#: becomes
class Gauge:
    def __init__(self, n: int):
        self.n = n
    @property
    def level(self):
        self.n = self.n + 1
        return self.n
    def high(self):
        if self.level > 3 and self.level > 3:
            return self.n
        return 0

#: a default argument changes -> differs
def toll(length: int, rate: int = 3):
    return length * rate
#: becomes
def toll(length: int, rate: int = 4):
    return length * rate

#: a parameter becomes keyword-only -> differs
def toll(length: int, rate: int = 3):
    return length * rate
#: becomes
def toll(length: int, *, rate: int = 3):
    return length * rate

#: docstrings and annotations of locals do not count -> proved
def toll(length: int):
    due = length * 3
    return due
#: becomes
def toll(length: int):
    """What a boat pays."""
    due: int = length * 3
    return due

#: a flag passed in both arms -> proved-under no-effect+plain-truth+stable-read
def show(boat, board):
    if boat.depth > 3:
        board.show(boat, True)
    else:
        board.show(boat, False)
#: becomes
def show(boat, board):
    board.show(boat, boat.depth > 3)

#: a flag passed in both arms, where making the argument is a call -> differs
def show(boat, board):
    if boat.deep():
        board.show(boat.name(), True)
    else:
        board.show(boat.name(), False)
#: becomes
def show(boat, board):
    board.show(boat.name(), boat.deep())

#: an early read that the old version did not make on every path -> differs
class Boat:
    def __init__(self, kind: str):
        self.kind = kind
        if kind == "tug":
            self.power = 3
def strong(boat: Boat):
    if boat.kind == "tug":
        if boat.power > 2:
            return True
    return False
#: becomes
class Boat:
    def __init__(self, kind: str):
        self.kind = kind
        if kind == "tug":
            self.power = 3
def strong(boat: Boat):
    if boat.power > 2:
        if boat.kind == "tug":
            return True
    return False

#: an early read across a call -> differs
def strong(boat, log):
    log(boat)
    if boat.power > 2:
        return True
    return False
#: becomes
def strong(boat, log):
    power = boat.power
    log(boat)
    if power > 2:
        return True
    return False

#: two conditions on attributes swapped -> proved-under no-effect+stable-read
def wear(gate):
    if gate.old:
        if gate.wet:
            gate.rust()
        else:
            gate.warp()
    else:
        if gate.wet:
            gate.swell()
        else:
            gate.rest()
#: becomes
def wear(gate):
    if gate.wet:
        if gate.old:
            gate.rust()
        else:
            gate.swell()
    else:
        if gate.old:
            gate.warp()
        else:
            gate.rest()

#: two conditions on attributes swapped, arms mixed up -> differs
def wear(gate):
    if gate.old:
        if gate.wet:
            gate.rust()
        else:
            gate.warp()
    else:
        gate.rest()
#: becomes
def wear(gate):
    if gate.wet:
        if gate.old:
            gate.rust()
        else:
            gate.warp()
    else:
        gate.rest()

#: a parameter that a later search shares, and nothing sets -> proved-under no-effect
def berth(length, papers, berths):
    if length <= 4 or (papers and length <= 10):
        return berths[0]
    return (b for b in berths if b.length > length)
#: becomes
def berth(length, papers, berths):
    if is_small(length, papers):
        return berths[0]
    return (b for b in berths if b.length > length)
def is_small(length, papers):
    return length <= 4 or (papers and length <= 10)

#: a parameter that a listener shares, and nothing sets -> proved
def tell(keeper, bell):
    bell.on(lambda: keeper)
    if keeper is None:
        return 3
    bell.ring()
    if keeper is None:
        return 4
    return 5
#: becomes
def tell(keeper, bell):
    bell.on(lambda: keeper)
    if keeper is None:
        return 3
    bell.ring()
    return 5

#: a parameter that a listener sets -> differs
def tell(level: int, bell):
    def rise():
        nonlocal level
        level += 9
        return level
    first = list(map(lambda step: step(), [rise]))
    return level + first[0]
#: becomes
def tell(level: int, bell):
    def rise():
        nonlocal level
        level += 9
        return level
    start = level
    first = list(map(lambda step: step(), [rise]))
    return start + first[0]

#: a parameter that is set behind the listener that shares it -> differs
def tell(level: int, loud: bool):
    heard = lambda: level
    if loud:
        level = 3
    return heard()
#: becomes
def tell(level: int, loud: bool):
    start = level
    heard = lambda: start
    if loud:
        level = 3
    return heard()
