#: a bound turned round right -> proved
def deep(draught: int):
    if draught < 120:
        return "ok"
    return "deep"
#: becomes
def deep(draught: int):
    if draught >= 120:
        return "deep"
    return "ok"

#: a bound turned round wrongly -> differs
def deep(draught: int):
    if draught < 120:
        return "ok"
    return "deep"
#: becomes
def deep(draught: int):
    if draught > 120:
        return "deep"
    return "ok"

#: a float bound is not turned round by its opposite -> differs
def deep(draught: float):
    if draught < 1.2:
        return "ok"
    return "deep"
#: becomes
def deep(draught: float):
    if draught >= 1.2:
        return "deep"
    return "ok"

#: not before a float bound is safe -> proved
def deep(draught: float):
    if draught < 1.2:
        return "ok"
    return "deep"
#: becomes
def deep(draught: float):
    if not draught < 1.2:
        return "deep"
    return "ok"

#: a bound of something unknown -> proved-under total-order
def deep(boat):
    if boat.draught < 120:
        return "ok"
    return "deep"
#: becomes
def deep(boat):
    if boat.draught >= 120:
        return "deep"
    return "ok"

#: an unknown equality turned round -> proved-under plain-equality
def is_barge(boat):
    if boat.kind == "barge":
        return 1
    return 0
#: becomes
def is_barge(boat):
    if boat.kind != "barge":
        return 0
    return 1

#: a mirrored comparison of something unknown -> proved-under total-order
def deep(boat):
    return 1 if boat.draught < 120 else 2
#: becomes
def deep(boat):
    return 1 if 120 > boat.draught else 2

#: a mirrored comparison with the bound moved -> differs
def deep(draught: int):
    return draught < 120
#: becomes
def deep(draught: int):
    return 120 >= draught

#: de Morgan over and -> proved
def refuse(boat, lock):
    if boat and lock:
        return 0
    return 1
#: becomes
def refuse(boat, lock):
    if not boat or not lock:
        return 1
    return 0

#: de Morgan forgets to exchange and -> differs
def refuse(boat, lock):
    if boat and lock:
        return 0
    return 1
#: becomes
def refuse(boat, lock):
    if not boat and not lock:
        return 1
    return 0

#: de Morgan over or with and inside -> proved
def refuse(a, b, c):
    if a or (b and c):
        return 0
    return 1
#: becomes
def refuse(a, b, c):
    if not a and (not b or not c):
        return 1
    return 0

#: de Morgan loses its parentheses -> differs
def refuse(a, b, c):
    if (a or b) and c:
        return 0
    return 1
#: becomes
def refuse(a, b, c):
    if not a and not b or c:
        return 1
    return 0

#: operands of or change places and both raise -> differs
def refuse(a, b):
    if a.sick() or b.sick():
        return 1
    return 0
#: becomes
def refuse(a, b):
    if b.sick() or a.sick():
        return 1
    return 0

#: plain bools may change places -> proved
def refuse(a: bool, b: bool):
    if a or b:
        return 1
    return 0
#: becomes
def refuse(a: bool, b: bool):
    if b or a:
        return 1
    return 0

#: a chain of comparisons taken apart -> proved
def within(hour: int):
    if 6 <= hour < 20:
        return "day"
    return "night"
#: becomes
def within(hour: int):
    if hour < 6 or hour >= 20:
        return "night"
    return "day"

#: a chain of comparisons taken apart with a bound moved -> differs
def within(hour: int):
    if 6 <= hour < 20:
        return "day"
    return "night"
#: becomes
def within(hour: int):
    if hour <= 6 or hour >= 20:
        return "night"
    return "day"

#: the middle of a chain is evaluated twice -> differs
def within(clock):
    if 6 <= clock.next() < 20:
        return "day"
    return "night"
#: becomes
def within(clock):
    if 6 <= clock.next() and clock.next() < 20:
        return "day"
    return "night"

#: not in and in -> proved
def known(name, register):
    if name not in register:
        return 0
    return 1
#: becomes
def known(name, register):
    if name in register:
        return 1
    return 0

#: is not and is -> proved
def known(entry):
    if entry is not None:
        return 1
    return 0
#: becomes
def known(entry):
    return 0 if entry is None else 1

#: missing is not the same as false -> differs
def known(entry):
    if entry is not None:
        return 1
    return 0
#: becomes
def known(entry):
    if entry:
        return 1
    return 0

#: an Optional int may be 0 -> differs
def depth(found: int | None):
    if found is None:
        return -1
    return found
#: becomes
def depth(found: int | None):
    if not found:
        return -1
    return found

#: or gives the default for a falsy value too -> differs
def name(given: str | None):
    return given if given is not None else "unknown"
#: becomes
def name(given: str | None):
    return given or "unknown"

#: an or as a value is a choice by truth -> proved
def name(given: str):
    return given or "unknown"
#: becomes
def name(given: str):
    if given:
        return given
    return "unknown"

#: a condition as a value, where it is no bool -> differs
def has(cargo: list):
    if cargo:
        return True
    return False
#: becomes
def has(cargo: list):
    return cargo

#: a condition as a value, where it is a bool -> proved
def deep(draught: int):
    if draught > 120:
        return True
    else:
        return False
#: becomes
def deep(draught: int):
    return draught > 120

#: comparing with True is not testing for truth -> differs
def wet(level: int):
    if level == True:
        return 1
    return 0
#: becomes
def wet(level: int):
    if level:
        return 1
    return 0

#: 1 and True are equal but not the same -> differs
def code(flag: bool):
    if flag:
        return True
    return False
#: becomes
def code(flag: bool):
    if flag:
        return 1
    return 0

#: a conditional expression turned round -> proved
def sign(hour: int):
    return "open" if hour >= 6 else "closed"
#: becomes
def sign(hour: int):
    return "closed" if hour < 6 else "open"

#: a test already decided is dropped -> proved
def band(level: int):
    if level < 95:
        return "dry"
    if level >= 95 and level < 120:
        return "low"
    return "normal"
#: becomes
def band(level: int):
    if level < 95:
        return "dry"
    if level < 120:
        return "low"
    return "normal"

#: a test that looks decided is not -> differs
def band(level: int):
    if level < 95:
        return "dry"
    if level > 95 and level < 120:
        return "low"
    return "normal"
#: becomes
def band(level: int):
    if level < 95:
        return "dry"
    if level < 120:
        return "low"
    return "normal"

#: bands of floats let NaN through to the last one -> differs
def band(level: float):
    if level < 95:
        return "dry"
    if level < 120:
        return "low"
    return "normal"
#: becomes
def band(level: float):
    if level >= 120:
        return "normal"
    if level < 95:
        return "dry"
    return "low"

#: an impossible arm is dropped -> proved
def band(level: int):
    if level < 95:
        return "dry"
    elif level < 90:
        return "bone dry"
    else:
        return "wet"
#: becomes
def band(level: int):
    if level < 95:
        return "dry"
    return "wet"

#: constants of one subject exclude each other -> proved
def lamps(signal: str):
    if signal == "stop":
        return 1
    if signal == "go":
        return 2
    return 0
#: becomes
def lamps(signal: str):
    if signal == "go":
        return 2
    if signal == "stop":
        return 1
    return 0

#: constants of an unknown subject are asked in order -> differs
def lamps(signal):
    if signal == "stop":
        return 1
    if signal.startswith("s"):
        return 2
    return 0
#: becomes
def lamps(signal):
    if signal.startswith("s"):
        return 2
    if signal == "stop":
        return 1
    return 0

#: overlapping tests change places -> differs
def rate(length: int):
    if length > 100:
        return 2
    if length > 200:
        return 3
    return 1
#: becomes
def rate(length: int):
    if length > 200:
        return 3
    if length > 100:
        return 2
    return 1

#: a walrus binds before the test -> proved
def find(register, name):
    if (entry := register.get(name)) is not None:
        return entry.berth
    return entry
#: becomes
def find(register, name):
    entry = register.get(name)
    if entry is None:
        return entry
    return entry.berth

#: not not is no truth value of its own -> proved
def flag(boat):
    if not not boat.late:
        return 1
    return 2
#: becomes
def flag(boat):
    if boat.late:
        return 1
    return 2

#: bool of a condition, as a value -> differs
def flag(boat):
    return not not boat.late
#: becomes
def flag(boat):
    return boat.late

#: integers compare by value, text by letters -> differs
def first(hour: str):
    return hour < "6"
#: becomes
def first(hour: str):
    return hour < "06"

#: negative zero is not zero -> differs
def level(x: float):
    if x == 0.0:
        return x
    return 1.0
#: becomes
def level(x: float):
    if x == 0.0:
        return 0.0
    return 1.0

#: an equal int may be a bool -> differs
def code(x: int):
    if x == 1:
        return x
    return 0
#: becomes
def code(x: int):
    if x == 1:
        return 1
    return 0

#: an int equal to 7 is that 7 -> proved
def code(x: int):
    if x == 7:
        return x
    return 0
#: becomes
def code(x: int):
    if x == 7:
        return 7
    return 0

#: a default of None widens the annotation -> differs
def depth(n: int = None):
    if n is None:
        return 0
    return n
#: becomes
def depth(n: int = None):
    return n

#: a keyword's default of None widens it too -> differs
def depth(*, name: str = None):
    if name is None:
        return "?"
    return name
#: becomes
def depth(*, name: str = None):
    return name

#: another default does not widen it -> proved
def depth(n: int = 3):
    if n is None:
        return 0
    return n
#: becomes
def depth(n: int = 3):
    return n

#: a default of another type widens the annotation -> differs
def known(name: str = 0):
    return isinstance(name, str)
#: becomes
def known(name: str = 0):
    return True

#: a sentinel as default ends the trust in the annotation -> differs
NOTHING = object()
def known(n: int = NOTHING):
    return isinstance(n, int)
#: becomes
NOTHING = object()
def known(n: int = NOTHING):
    return True

#: the condition as a value, asked for its truth -> proved
def late(boat):
    if boat.delay:
        return True
    return False
#: becomes
def late(boat):
    return bool(boat.delay)

#: the condition as a value, not asked for its truth -> differs
def late(boat):
    if boat.delay:
        return True
    return False
#: becomes
def late(boat):
    return boat.delay

#: a comparison of unknown values as a value -> proved-under plain-truth
def home(boat, berth):
    if boat == berth:
        return True
    return False
#: becomes
def home(boat, berth):
    return boat == berth

#: the opposite of a comparison as a value -> proved-under plain-equality
def home(boat, berth):
    if boat == berth:
        return False
    return True
#: becomes
def home(boat, berth):
    return boat != berth

#: an and of a comparison and an unknown value is not a bool -> differs
def home(boat, berth):
    if boat == 3 and berth:
        return True
    return False
#: becomes
def home(boat, berth):
    return boat == 3 and berth

#: bool asks each operand once and stops at the first that decides -> proved
def fit(boat):
    if boat.crew and boat.papers:
        return True
    else:
        return False
#: becomes
def fit(boat):
    return bool(boat.crew and boat.papers)

#: bool of the operands in another order -> differs
def fit(boat):
    if boat.crew() and boat.papers():
        return True
    else:
        return False
#: becomes
def fit(boat):
    return bool(boat.papers() and boat.crew())

#: a name that hides bool -> differs
def fit(boat):
    if boat:
        return True
    return False
#: becomes
def bool(boat):
    return 1
def fit(boat):
    return bool(boat)

#: a call's result is no comparison -> differs
def open_now(lock, day):
    if lock(day):
        return True
    return False
#: becomes
def open_now(lock, day):
    return lock(day)

#: a comparison named, tested and handed on -> proved-under plain-truth
def home(boat, berth, log):
    if boat < berth:
        log(True)
    else:
        log(False)
#: becomes
def home(boat, berth, log):
    before = boat < berth
    log(before)

#: a kind asked for again after another attribute was set -> proved-under stable-read+no-effect
def wear(gate):
    if gate.kind == "weir":
        gate.silt = gate.silt + 1
    if gate.kind == "weir":
        gate.worn = True
#: becomes
def wear(gate):
    if gate.kind == "weir":
        gate.silt = gate.silt + 1
        gate.worn = True

#: a kind asked for again after it was set -> differs
def wear(gate):
    if gate.kind == "weir":
        gate.kind = "old weir"
    if gate.kind == "weir":
        gate.worn = True
#: becomes
def wear(gate):
    if gate.kind == "weir":
        gate.kind = "old weir"
        gate.worn = True

#: a kind that the setting of another attribute may change, as the class itself says -> differs
class Gate:
    def __init__(self, kind: str, silt: int):
        self.kind = kind
        self.__dict__["silt"] = silt
    def __setattr__(self, name, value):
        super().__setattr__(name, value)
        if name == "silt":
            super().__setattr__("kind", "basin")
def wear(gate: Gate):
    if gate.kind == "weir":
        gate.silt = 3
    if gate.kind == "weir":
        gate.worn = True
    return gate.kind
#: becomes
class Gate:
    def __init__(self, kind: str, silt: int):
        self.kind = kind
        self.__dict__["silt"] = silt
    def __setattr__(self, name, value):
        super().__setattr__(name, value)
        if name == "silt":
            super().__setattr__("kind", "basin")
def wear(gate: Gate):
    if gate.kind == "weir":
        gate.silt = 3
        gate.worn = True
    return gate.kind

#: a kind asked for again after a call -> differs
def wear(gate):
    if gate.kind == "weir":
        gate.clean()
    if gate.kind == "weir":
        gate.worn = True
#: becomes
def wear(gate):
    if gate.kind == "weir":
        gate.clean()
        gate.worn = True

#: what is one kind is no other -> proved-under plain-equality
def wear(kind, silt: int):
    if kind == "weir":
        silt = silt + 1
    if kind == "basin":
        silt = silt + 2
    return silt
#: becomes
def wear(kind, silt: int):
    if kind == "weir":
        return silt + 1
    if kind == "basin":
        return silt + 2
    return silt

#: 1 and True are one kind -> differs
def wear(kind, silt: int):
    if kind == 1:
        silt = silt + 1
    if kind == True:
        silt = silt + 2
    return silt
#: becomes
def wear(kind, silt: int):
    if kind == 1:
        return silt + 1
    if kind == True:
        return silt + 2
    return silt

#: what is not one kind may be another -> differs
def wear(kind, silt: int):
    if kind != "weir":
        silt = silt + 1
    if kind == "basin":
        silt = silt + 2
    return silt
#: becomes
def wear(kind, silt: int):
    if kind != "weir":
        return silt + 1
    if kind == "basin":
        return silt + 2
    return silt

#: a value that equals two constants of other types -> differs
def wear(kind, silt: int):
    if kind == 0:
        silt = silt + 1
    if kind == 0.0:
        silt = silt + 2
    return silt
#: becomes
def wear(kind, silt: int):
    if kind == 0:
        return silt + 1
    if kind == 0.0:
        return silt + 2
    return silt

#: a part asked for its truth again after something was set in it -> differs
class Hull:
    def __init__(self):
        self.holes = 0
    def __bool__(self):
        return self.holes == 0
def wear(boat, log, hull: Hull):
    if hull:
        hull.holes = 2
    if hull:
        log(1)
#: becomes
class Hull:
    def __init__(self):
        self.holes = 0
    def __bool__(self):
        return self.holes == 0
def wear(boat, log, hull: Hull):
    if hull:
        hull.holes = 2
        log(1)

#: a property whose setter changes the kind -> differs
class Gate:
    def __init__(self, kind: str):
        self.kind = kind
        self._silt = 0
    @property
    def silt(self):
        return self._silt
    @silt.setter
    def silt(self, value):
        self._silt = value
        self.kind = "basin"
def wear(gate: Gate):
    if gate.kind == "weir":
        gate.silt = 3
    if gate.kind == "weir":
        gate.worn = True
    return gate.kind
#: becomes
class Gate:
    def __init__(self, kind: str):
        self.kind = kind
        self._silt = 0
    @property
    def silt(self):
        return self._silt
    @silt.setter
    def silt(self, value):
        self._silt = value
        self.kind = "basin"
def wear(gate: Gate):
    if gate.kind == "weir":
        gate.silt = 3
        gate.worn = True
    return gate.kind

#: a check moved above the one that protects it -> differs
def wear(gate):
    if gate is not None:
        if gate.depth > 3:
            return 1
    return 0
#: becomes
def wear(gate):
    if gate.depth > 3 and gate is not None:
        return 1
    return 0

#: the protecting check moved to the front changes what None does -> differs
def wear(gate):
    if gate.depth > 3 and gate is not None:
        return 1
    return 0
#: becomes
def wear(gate):
    if gate is not None and gate.depth > 3:
        return 1
    return 0

#: a question that the new version leaves out where it does not matter -> proved-under no-effect+plain-truth
def wear(gate):
    if gate.kind:
        if gate.depth > 3:
            return 0
    return 0
#: becomes
def wear(gate):
    if gate.kind:
        return 0
    return 0

#: a question left out where it does matter -> differs
def wear(gate):
    if gate.kind:
        if gate.depth > 3:
            return 1
    return 0
#: becomes
def wear(gate):
    if gate.kind:
        return 0
    return 0

#: a question left out that a handler waits for -> differs
class Gate:
    kind = 1
def wear(gate: Gate):
    try:
        if gate.kind:
            if gate.depth > 3:
                pass
    except AttributeError:
        return 1
    return 0
#: becomes
class Gate:
    kind = 1
def wear(gate: Gate):
    try:
        if gate.kind:
            pass
    except AttributeError:
        return 1
    return 0

#: scattered tests of a kind in one chain -> same
def wear(gate):
    if gate.kind != "weir":
        if gate.kind == "basin":
            gate.silt = gate.silt + 2
        else:
            gate.silt = gate.silt + 1
    gate.age = gate.age + 1
    if gate.kind != "weir" and gate.age > 3:
        gate.worn = True
#: becomes
def wear(gate):
    if gate.kind == "weir":
        gate.age = gate.age + 1
    elif gate.kind == "basin":
        gate.silt = gate.silt + 2
        gate.age = gate.age + 1
        if gate.age > 3:
            gate.worn = True
    else:
        gate.silt = gate.silt + 1
        gate.age = gate.age + 1
        if gate.age > 3:
            gate.worn = True

#: scattered tests of a kind, one kind forgotten -> differs
def wear(gate):
    if gate.kind != "weir":
        gate.silt = gate.silt + 1
    gate.age = gate.age + 1
    if gate.kind == "basin":
        gate.worn = True
#: becomes
def wear(gate):
    if gate.kind == "weir":
        gate.age = gate.age + 1
    else:
        gate.silt = gate.silt + 1
        gate.age = gate.age + 1
        gate.worn = True

#: a sentinel of the module asked for twice -> proved-under stable-read
MISSING = object()
def default_of(field):
    if field.default is MISSING:
        return 1
    elif field.default is not MISSING:
        return 2
    return 3
#: becomes
MISSING = object()
def default_of(field):
    if field.default is MISSING:
        return 1
    return 2

#: a sentinel that a function of the module may replace -> differs
MISSING = None
class Field:
    @property
    def default(self):
        global MISSING
        MISSING = [MISSING]
        return None
def default_of(field: Field):
    if field.default is MISSING:
        return 1
    elif field.default is not MISSING:
        return 2
    return 3
#: becomes
MISSING = None
class Field:
    @property
    def default(self):
        global MISSING
        MISSING = [MISSING]
        return None
def default_of(field: Field):
    if field.default is MISSING:
        return 1
    elif field.default is MISSING:
        return 2
    return 3

#: the one combination that differs is aimed at -> differs
def fee(tons: int, level: int, hour: int, kind: str, night: bool, paid: int):
    if tons == 217 and level < hour - 340 and kind == "tug" and not night and paid > 4099:
        return 1
    return 0
#: becomes
def fee(tons: int, level: int, hour: int, kind: str, night: bool, paid: int):
    if tons == 217 and level < hour - 340 and kind == "tug" and not night and paid > 4099:
        return 2
    return 0

#: tests for one value in a row, some of them for several, become a chain -> proved-under plain-equality+stable-read
def wait(boat, months):
    rest = 12
    if boat.kind == "coal":
        rest = 3
    if boat.kind in ("hay", "straw"):
        rest = 24
    if boat.kind == "salt":
        rest = 36
    return months + rest
#: becomes
def wait(boat, months):
    rest = 12
    if boat.kind == "coal":
        rest = 3
    elif boat.kind in ("hay", "straw"):
        rest = 24
    elif boat.kind == "salt":
        rest = 36
    return months + rest

#: one of them is asked for twice, and the last one counts -> differs
def wait(boat, months):
    rest = 12
    if boat.kind == "coal":
        rest = 3
    if boat.kind in ("hay", "coal"):
        rest = 24
    return months + rest
#: becomes
def wait(boat, months):
    rest = 12
    if boat.kind == "coal":
        rest = 3
    elif boat.kind in ("hay", "coal"):
        rest = 24
    return months + rest

#: among several, then one of them again -> differs
def wait(kind: str):
    rest = 12
    if kind in ("hay", "straw"):
        rest = 3
    if kind == "straw":
        rest = 24
    return rest
#: becomes
def wait(kind: str):
    rest = 12
    if kind in ("hay", "straw"):
        rest = 3
    elif kind == "straw":
        rest = 24
    return rest

#: what is asked changes in between -> differs
def wait(boat):
    if boat.kind == "coal":
        boat.kind = "hay"
    if boat.kind in ("hay", "straw"):
        boat.rest = 24
    return boat
#: becomes
def wait(boat):
    if boat.kind == "coal":
        boat.kind = "hay"
    elif boat.kind in ("hay", "straw"):
        boat.rest = 24
    return boat

#: True is 1 too -> differs
def wait(kind):
    rest = 0
    if kind == 1:
        rest = 1
    if kind in (True, 2):
        rest = 2
    return rest
#: becomes
def wait(kind):
    rest = 0
    if kind == 1:
        rest = 1
    elif kind in (True, 2):
        rest = 2
    return rest

#: what is None equals no text, whichever is asked first -> proved-under stable-read
def turn(boat, yard):
    if boat.late:
        yard.air(boat)
    elif boat.load == "coal":
        yard.move(boat)
    elif boat.load is None:
        yard.air(boat)
    elif boat.load == "hay":
        yard.move(boat)
    else:
        raise LookupError(boat)
#: becomes
def turn(boat, yard):
    if boat.late or boat.load is None:
        yard.air(boat)
    elif boat.load == "coal":
        yard.move(boat)
    elif boat.load == "hay":
        yard.move(boat)
    else:
        raise LookupError(boat)

#: what is None is not true either -> differs
def turn(boat, yard):
    if boat.late:
        yard.air(boat)
    elif not boat.load:
        yard.move(boat)
    elif boat.load is None:
        yard.air(boat)
    else:
        raise LookupError(boat)
#: becomes
def turn(boat, yard):
    if boat.late or boat.load is None:
        yard.air(boat)
    elif not boat.load:
        yard.move(boat)
    else:
        raise LookupError(boat)

#: what equals None is None, if equality is plain -> proved-under plain-equality+stable-read
def turn(boat, yard):
    if boat.late:
        yard.air(boat)
    elif boat.load == "coal":
        yard.move(boat)
    elif boat.load == None:
        yard.air(boat)
    else:
        raise LookupError(boat)
#: becomes
def turn(boat, yard):
    if boat.late or boat.load == None:
        yard.air(boat)
    elif boat.load == "coal":
        yard.move(boat)
    else:
        raise LookupError(boat)

#: one of several beginnings of a text -> proved
def f(line: str):
    return line == "" or line.startswith("#") or line.startswith("//")
#: becomes
def f(line: str):
    return line == "" or line.startswith(("#", "//"))

#: none of several beginnings -> proved-under as-used
def f(line):
    if not line.startswith("#") and not line.startswith("//"):
        return 1
    return 2
#: becomes
def f(line):
    if not line.startswith(("#", "//")):
        return 1
    return 2

#: another beginning -> differs
def f(line: str):
    return line.startswith("#") or line.startswith("//")
#: becomes
def f(line: str):
    return line.startswith(("#", "/"))

#: all of several beginnings -> differs
def f(line: str):
    return line.startswith("#") and line.startswith("//")
#: becomes
def f(line: str):
    return line.startswith(("#", "//"))

#: a beginning and an end -> differs
def f(line: str):
    return line.startswith("#") or line.endswith("//")
#: becomes
def f(line: str):
    return line.startswith(("#", "//"))

#: a method that only looks like the one of texts -> unproved
class Line:
    def __init__(self, text):
        self.text = text

    def startswith(self, start):
        return start == self.text[:1]


def f(line: Line):
    return line.startswith("#") or line.startswith("/")
#: becomes
class Line:
    def __init__(self, text):
        self.text = text

    def startswith(self, start):
        return start == self.text[:1]


def f(line: Line):
    return line.startswith(("#", "/"))

#: several ends of what an object has -> proved-under as-used+stable-read
def f(boat):
    if boat.name.endswith("s") or boat.name.endswith("x"):
        return 1
    return 2
#: becomes
def f(boat):
    if boat.name.endswith(("s", "x")):
        return 1
    return 2

#: what equals None, asked by identity -> proved-under plain-equality
def f(boat):
    if boat.load == None:
        return 1
    return 2
#: becomes
def f(boat):
    if boat.load is None:
        return 1
    return 2

#: a class that says what equals None -> unproved
class Load:
    def __eq__(self, other):
        return other is None


def f(boat):
    if boat.load == None:
        return 1
    return 2
#: becomes
class Load:
    def __eq__(self, other):
        return other is None


def f(boat):
    if boat.load is None:
        return 1
    return 2

#: a declared text that may be None -> proved
def f(load: str | None):
    return load != None and load.strip()
#: becomes
def f(load: str | None):
    return load is not None and load.strip()

#: another thing is None -> differs
def rate(boat):
    if boat.load == None or boat.hay == None:
        return 1
    return 2
#: becomes
def rate(boat):
    if boat.load is None or boat.load is None:
        return 1
    return 2

#: bytes that are asked for a text -> differs
def f(line: bytes):
    try:
        return line.startswith("#") or line.startswith("/")
    except TypeError as error:
        return str(error)
#: becomes
def f(line: bytes):
    try:
        return line.startswith(("#", "/"))
    except TypeError as error:
        return str(error)

#: nothing and the empty text are asked for at once -> proved
def marked(name: str | None) -> str:
    if name is None:
        name = ""
    return name.strip()
#: becomes
def marked(name: str | None) -> str:
    return (name or "").strip()

#: another text stands in for the empty one -> differs
def marked(name: str | None) -> str:
    if name is None:
        name = "tug"
    return name.strip()
#: becomes
def marked(name: str | None) -> str:
    return (name or "tug").strip()

#: None and the empty text are not the same -> differs
def marked(name: str | None) -> str | None:
    if not name:
        return ""
    return name
#: becomes
def marked(name: str | None) -> str | None:
    return name

#: a length is never below nothing -> proved
def f(rows, out):
    if len(rows) > 0:
        return 1
    return 2
#: becomes
def f(rows, out):
    if len(rows) != 0:
        return 1
    return 2

#: a len of its own -> differs
def f(rows, len):
    if len(rows) > 0:
        return 1
    return 2
#: becomes
def f(rows, len):
    if len(rows) != 0:
        return 1
    return 2

#: what is called otherwise may give anything -> differs
def f(rows, size):
    if size(rows) > 0:
        return 1
    return 2
#: becomes
def f(rows, size):
    if size(rows) != 0:
        return 1
    return 2

#: at least one is not none -> proved
def f(rows):
    return 1 if len(rows) >= 1 else 2
#: becomes
def f(rows):
    return 2 if len(rows) == 0 else 1

#: more than one is not the opposite of none -> differs
def f(rows):
    return 1 if len(rows) > 1 else 2
#: becomes
def f(rows):
    return 2 if len(rows) == 0 else 1

#: declared where a new object is made -> proved-under as-declared
class Lock:
    def __init__(self, open: bool):
        self.open = open
def may_enter(lock: Lock):
    if lock.open == True:
        return 1
    return 0
#: becomes
class Lock:
    def __init__(self, open: bool):
        self.open = open
def may_enter(lock: Lock):
    return 1 if lock.open else 0
