#: membership in constants and a chain of equalities -> proved
def small(kind: str):
    if kind == "skiff" or kind == "punt":
        return 1
    return 2
#: becomes
def small(kind: str):
    if kind in ("skiff", "punt"):
        return 1
    return 2

#: membership of something unknown -> proved-under plain-equality
def small(boat):
    if boat == "skiff" or boat == "punt":
        return 1
    return 2
#: becomes
def small(boat):
    if boat in ("skiff", "punt"):
        return 1
    return 2

#: a member is forgotten -> differs
def small(kind: str):
    if kind == "skiff" or kind == "punt" or kind == "raft":
        return 1
    return 2
#: becomes
def small(kind: str):
    return 1 if kind in ("skiff", "punt") else 2

#: a set wants hashable members -> proved-under hashable
def small(kind):
    return kind in ("skiff", "punt")
#: becomes
def small(kind):
    return kind in {"skiff", "punt"}

#: membership in a text is something else -> differs
def small(kind: str):
    return kind in ("skiff", "punt")
#: becomes
def small(kind: str):
    return kind in "skiff punt"

#: not in, turned round -> proved
def small(kind: str):
    if kind not in ("skiff", "punt"):
        return 2
    return 1
#: becomes
def small(kind: str):
    if kind != "skiff" and kind != "punt":
        return 2
    return 1

#: a chain becomes a table with a default -> proved
def toll(kind: str):
    if kind == "barge":
        return 240
    elif kind == "tug":
        return 180
    else:
        return 60
#: becomes
TOLLS = {"barge": 240, "tug": 180}
def toll(kind: str):
    return TOLLS.get(kind, 60)

#: the table loses the default -> differs
def toll(kind: str):
    if kind == "barge":
        return 240
    elif kind == "tug":
        return 180
    else:
        return 60
#: becomes
TOLLS = {"barge": 240, "tug": 180}
def toll(kind: str):
    return TOLLS.get(kind)

#: a missing key raises where the chain fell through -> differs
def toll(kind: str):
    if kind == "barge":
        return 240
    return None
#: becomes
TOLLS = {"barge": 240}
def toll(kind: str):
    return TOLLS[kind]

#: or gives the default for a falsy value -> differs
def toll(kind: str):
    if kind == "canoe":
        return 0
    return 60
#: becomes
TOLLS = {"canoe": 0}
def toll(kind: str):
    return TOLLS.get(kind) or 60

#: a key is changed -> differs
def toll(kind: str):
    if kind == "barge":
        return 240
    return 60
#: becomes
TOLLS = {"Barge": 240}
def toll(kind: str):
    return TOLLS.get(kind, 60)

#: an unhashable subject -> proved-under hashable+plain-equality
def toll(kind):
    if kind == "barge":
        return 240
    return 60
#: becomes
TOLLS = {"barge": 240}
def toll(kind):
    return TOLLS.get(kind, 60)

#: 1 and True are one key -> differs
def word(flag: int):
    if flag is True:
        return "yes"
    return "no"
#: becomes
WORDS = {True: "yes"}
def word(flag: int):
    return WORDS.get(flag, "no")

#: overlapping tests, where the first one counts -> proved
def code(n: int):
    if n == 1:
        return "a"
    if n == 2:
        return "b"
    if n == 1:
        return "c"
    return "d"
#: becomes
CODES = {1: "a", 2: "b"}
def code(n: int):
    return CODES.get(n, "d")

#: a repeated key, where the last one counts -> differs
def code(n: int):
    if n == 1:
        return "a"
    if n == 1:
        return "c"
    return "d"
#: becomes
CODES = {1: "a", 1: "c"}
def code(n: int):
    return CODES.get(n, "d")

#: a table checked with in first -> proved
def code(n: int):
    if n in (1, 2):
        return "low"
    raise ValueError(n)
#: becomes
CODES = {1: "low", 2: "low"}
def code(n: int):
    if n not in CODES:
        raise ValueError(n)
    return CODES[n]

#: a table of pairs -> proved
def lamps(signal: str):
    if signal == "stop":
        red, green = 1, 0
    elif signal == "go":
        red, green = 0, 1
    else:
        red, green = 2, 0
    return red, green
#: becomes
LAMPS = {"stop": (1, 0), "go": (0, 1)}
def lamps(signal: str):
    red, green = LAMPS.get(signal, (2, 0))
    return red, green

#: two values of a row are exchanged -> differs
def lamps(signal: str):
    if signal == "stop":
        return 1, 0
    return 2, 0
#: becomes
LAMPS = {"stop": (0, 1)}
def lamps(signal: str):
    return LAMPS.get(signal, (2, 0))

#: a table that the module changes -> differs
TOLLS = {"barge": 240}
def toll(kind: str):
    if kind == "barge":
        return 240
    return 60
TOLLS["barge"] = 250
#: becomes
TOLLS = {"barge": 240}
def toll(kind: str):
    return TOLLS.get(kind, 60)
TOLLS["barge"] = 250

#: a table of functions, called with the subject -> proved
def half(n):
    return n + 1
def double(n):
    return n + n
def step(kind: str, n: int):
    if kind == "half":
        return half(n)
    if kind == "double":
        return double(n)
    return n
#: becomes
def half(n):
    return n + 1
def double(n):
    return n + n
STEPS = {"half": half, "double": double}
def step(kind: str, n: int):
    if kind in STEPS:
        return STEPS[kind](n)
    return n

#: a match of values and a chain -> proved
def toll(kind: str):
    match kind:
        case "barge":
            return 240
        case "tug" | "pusher":
            return 180
        case _:
            return 60
#: becomes
def toll(kind: str):
    if kind == "barge":
        return 240
    if kind in ("tug", "pusher"):
        return 180
    return 60

#: a match of something unknown and a chain -> proved
def toll(boat):
    match boat.kind:
        case "barge":
            return 240
        case None:
            return 0
    return 60
#: becomes
def toll(boat):
    kind = boat.kind
    if kind == "barge":
        return 240
    elif kind is None:
        return 0
    else:
        return 60

#: a match evaluates its subject once -> differs
def toll(boat):
    match boat.kind():
        case "barge":
            return 240
        case "tug":
            return 180
    return 60
#: becomes
def toll(boat):
    if boat.kind() == "barge":
        return 240
    if boat.kind() == "tug":
        return 180
    return 60

#: a match with a guard -> proved
def toll(kind: str, night: bool):
    match kind:
        case "barge" if night:
            return 300
        case "barge":
            return 240
        case other:
            return len(other)
#: becomes
def toll(kind: str, night: bool):
    if kind != "barge":
        return len(kind)
    return 300 if night else 240

#: a class pattern and isinstance -> proved
def show(value):
    match value:
        case int() | str():
            return 1
        case _:
            return 2
#: becomes
def show(value):
    if isinstance(value, (int, str)):
        return 1
    return 2

#: bool before int -> differs
def show(value):
    if isinstance(value, bool):
        return "flag"
    if isinstance(value, int):
        return "number"
    return "other"
#: becomes
def show(value):
    if isinstance(value, int):
        return "number"
    if isinstance(value, bool):
        return "flag"
    return "other"

#: a type is not an instance check -> differs
def show(value):
    if isinstance(value, int):
        return 1
    return 2
#: becomes
def show(value):
    if type(value) is int:
        return 1
    return 2

#: the annotation decides isinstance -> proved
def show(value: str):
    if isinstance(value, str):
        return value
    return None
#: becomes
def show(value: str):
    return value

#: a search loop and any -> proved-under no-effect
def late(boats):
    for boat in boats:
        if boat.late:
            return True
    return False
#: becomes
def late(boats):
    return any(boat.late for boat in boats)

#: a search loop and all -> proved-under no-effect
def fine(boats, limit: int):
    for boat in boats:
        if not boat.paid:
            return False
    return True
#: becomes
def fine(boats, limit: int):
    return all(b.paid for b in boats)

#: any for all -> differs
def fine(boats):
    for boat in boats:
        if not boat.paid:
            return False
    return True
#: becomes
def fine(boats):
    return any(b.paid for b in boats)

#: any with a condition of its own -> proved-under no-effect
def late(boats, hour):
    found = False
    for boat in boats:
        if boat.moored:
            if boat.late:
                found = True
                break
    return found
#: becomes
def late(boats, hour):
    return any(b.late for b in boats if b.moored)

#: the loop goes on after the first hit -> differs
def late(boats, log):
    found = False
    for boat in boats:
        if boat.late():
            found = True
    return found
#: becomes
def late(boats, log):
    return any(b.late() for b in boats)

#: the first match or a default -> proved-under no-effect
def first(boats):
    for boat in boats:
        if boat.late:
            return boat
    return None
#: becomes
def first(boats):
    return next((b for b in boats if b.late), None)

#: the first match without a default -> differs
def first(boats):
    for boat in boats:
        if boat.late:
            return boat
    return None
#: becomes
def first(boats):
    return next(b for b in boats if b.late)

#: nested loops in any -> proved-under no-effect
def late(locks):
    for lock in locks:
        for boat in lock.boats:
            if boat.late:
                return True
    return False
#: becomes
def late(locks):
    return any(boat.late for lock in locks for boat in lock.boats)

#: members of an enum, compared by identity or by equality -> proved
from enum import Enum
class Signal(Enum):
    STOP = 1
    GO = 2
def lamps(signal: Signal):
    if signal == Signal.STOP:
        return 1
    return 2
#: becomes
from enum import Enum
class Signal(Enum):
    STOP = 1
    GO = 2
def lamps(signal: Signal):
    return 1 if signal is Signal.STOP else 2

#: an enum that anything may be compared with -> proved-under plain-equality
from enum import Enum
class Signal(Enum):
    STOP = 1
    GO = 2
def lamps(signal):
    if signal == Signal.STOP:
        return 1
    return 2
#: becomes
from enum import Enum
class Signal(Enum):
    STOP = 1
    GO = 2
def lamps(signal):
    return 1 if signal is Signal.STOP else 2

#: all members are covered, so the default is never reached -> proved
from enum import Enum
class Signal(Enum):
    STOP = 1
    GO = 2
def lamps(signal: Signal):
    if signal == Signal.STOP:
        return 1
    elif signal == Signal.GO:
        return 2
    raise ValueError(signal)
#: becomes
from enum import Enum
class Signal(Enum):
    STOP = 1
    GO = 2
def lamps(signal: Signal):
    if signal == Signal.STOP:
        return 1
    return 2

#: one member is not covered -> differs
from enum import Enum
class Signal(Enum):
    STOP = 1
    GO = 2
    WAIT = 3
def lamps(signal: Signal):
    if signal == Signal.STOP:
        return 1
    elif signal == Signal.GO:
        return 2
    raise ValueError(signal)
#: becomes
from enum import Enum
class Signal(Enum):
    STOP = 1
    GO = 2
    WAIT = 3
def lamps(signal: Signal):
    if signal == Signal.STOP:
        return 1
    return 2

#: a table keyed by members -> proved-under unpatched
from enum import Enum
class Signal(Enum):
    STOP = 1
    GO = 2
    WAIT = 3
def lamps(signal: Signal):
    if signal is Signal.STOP:
        return 1, 0
    if signal is Signal.GO:
        return 0, 1
    return 1, 1
#: becomes
from enum import Enum
class Signal(Enum):
    STOP = 1
    GO = 2
    WAIT = 3
LAMPS = {Signal.STOP: (1, 0), Signal.GO: (0, 1), Signal.WAIT: (1, 1)}
def lamps(signal: Signal):
    return LAMPS[signal]

#: a member and its value are not the same -> differs
from enum import Enum
class Signal(Enum):
    STOP = 1
    GO = 2
def lamps(signal: Signal):
    if signal == Signal.STOP:
        return 1
    return 2
#: becomes
from enum import Enum
class Signal(Enum):
    STOP = 1
    GO = 2
def lamps(signal: Signal):
    if signal == 1:
        return 1
    return 2

#: two names of one member -> differs
from enum import Enum
class Signal(Enum):
    STOP = 1
    HALT = 1
def lamps(signal: Signal):
    if signal is Signal.STOP:
        return 1
    return 2
#: becomes
from enum import Enum
class Signal(Enum):
    STOP = 1
    HALT = 1
def lamps(signal: Signal):
    if signal is Signal.HALT:
        return 2
    return 1

#: an enum with an == of its own -> differs
from enum import Enum
class Signal(Enum):
    STOP = 1
    GO = 2
    def __eq__(self, other):
        return True
    def __hash__(self):
        return 1
def lamps(signal: Signal):
    if signal == Signal.STOP:
        return 1
    return 2
#: becomes
from enum import Enum
class Signal(Enum):
    STOP = 1
    GO = 2
    def __eq__(self, other):
        return True
    def __hash__(self):
        return 1
def lamps(signal: Signal):
    if signal is Signal.STOP:
        return 1
    return 2

#: a match on members -> proved
from enum import Enum
class Signal(Enum):
    STOP = 1
    GO = 2
def lamps(signal: Signal):
    match signal:
        case Signal.STOP:
            return 1
        case Signal.GO:
            return 2
#: becomes
from enum import Enum
class Signal(Enum):
    STOP = 1
    GO = 2
def lamps(signal: Signal):
    if signal is not Signal.GO:
        return 1
    return 2

#: a ladder of bands becomes limits and names -> proved
def band(level: int):
    if level < 95:
        return "dry"
    elif level < 120:
        return "low"
    elif level < 220:
        return "normal"
    else:
        return "flood"
#: becomes
from bisect import bisect_right
LIMITS = (95, 120, 220)
NAMES = ("dry", "low", "normal", "flood")
def band(level: int):
    return NAMES[bisect_right(LIMITS, level)]

#: the boundary belongs to the other side -> differs
def band(level: int):
    if level < 95:
        return "dry"
    elif level < 120:
        return "low"
    return "normal"
#: becomes
from bisect import bisect_left
LIMITS = [95, 120]
NAMES = ["dry", "low", "normal"]
def band(level: int):
    return NAMES[bisect_left(LIMITS, level)]

#: bands that own their upper limit -> proved
def band(level: int):
    if level <= 95:
        return "dry"
    elif level <= 120:
        return "low"
    return "normal"
#: becomes
import bisect
LIMITS = [95, 120]
NAMES = ["dry", "low", "normal"]
def band(level: int):
    return NAMES[bisect.bisect_left(LIMITS, level)]

#: NaN ends in the last band either way -> proved
def band(level: float):
    if level < 9.5:
        return "dry"
    if level < 12.0:
        return "low"
    return "normal"
#: becomes
from bisect import bisect
LIMITS = [9.5, 12.0]
NAMES = ["dry", "low", "normal"]
def band(level: float):
    return NAMES[bisect(LIMITS, level)]

#: NaN ends in the first band of the other side -> differs
def band(level: float):
    if level <= 9.5:
        return "dry"
    if level <= 12.0:
        return "low"
    return "normal"
#: becomes
from bisect import bisect_left
LIMITS = [9.5, 12.0]
NAMES = ["dry", "low", "normal"]
def band(level: float):
    return NAMES[bisect_left(LIMITS, level)]

#: a band is forgotten -> differs
def band(level: int):
    if level < 95:
        return "dry"
    if level < 120:
        return "low"
    return "normal"
#: becomes
from bisect import bisect
LIMITS = [95]
NAMES = ["dry", "normal"]
def band(level: int):
    return NAMES[bisect(LIMITS, level)]

#: limits that are not in order -> differs
def band(level: int):
    if level < 120:
        return "low"
    if level < 95:
        return "dry"
    return "normal"
#: becomes
from bisect import bisect
LIMITS = [120, 95]
NAMES = ["low", "dry", "normal"]
def band(level: int):
    return NAMES[bisect(LIMITS, level)]

#: the module changes its limits -> differs
def band(level: int):
    if level < 95:
        return "dry"
    return "normal"
#: becomes
from bisect import bisect
LIMITS = [95]
NAMES = ["dry", "normal"]
def band(level: int):
    return NAMES[bisect(LIMITS, level)]
LIMITS.insert(0, 90)

#: a table holds a function whose name is given away later -> differs
def half(n):
    return n + 1
def step(kind: str, n: int):
    if kind == "half":
        return half(n)
    return n
half = abs
#: becomes
def half(n):
    return n + 1
STEPS = {"half": half}
def step(kind: str, n: int):
    if kind in STEPS:
        return STEPS[kind](n)
    return n
half = abs

#: a nested table by two subjects -> proved
def toll(kind: str, season: str):
    if kind not in ("barge", "tug") or season not in ("winter", "summer"):
        return 0
    if kind == "barge":
        return 120 if season == "winter" else 240
    return 60 if season == "winter" else 70
#: becomes
TOLLS = {"barge": {"winter": 120, "summer": 240}, "tug": {"winter": 60, "summer": 70}}
def toll(kind: str, season: str):
    if kind not in ("barge", "tug") or season not in ("winter", "summer"):
        return 0
    return TOLLS[kind][season]

#: a nested table with two values exchanged -> differs
def toll(kind: str, season: str):
    if kind == "barge" and season == "winter":
        return 120
    if kind == "barge" and season == "summer":
        return 240
    raise KeyError(kind)
#: becomes
TOLLS = {"barge": {"winter": 240, "summer": 120}}
def toll(kind: str, season: str):
    return TOLLS[kind][season]

#: a nested table that complains about the other key -> differs
def toll(kind: str, season: str):
    if kind != "barge":
        raise KeyError(season)
    if season != "winter":
        raise KeyError(season)
    return 120
#: becomes
TOLLS = {"barge": {"winter": 120}}
def toll(kind: str, season: str):
    return TOLLS[kind][season]

#: a row of a nested table that somebody else changes -> differs
def toll(kind: str, season: str):
    if kind == "barge":
        if season == "winter":
            return 120
        raise KeyError(season)
    raise KeyError(kind)
def raised():
    return 1
#: becomes
TOLLS = {"barge": {"winter": 120}}
def raised():
    return 1
ROW = TOLLS["barge"]
ROW["winter"] = 130
def toll(kind: str, season: str):
    return TOLLS[kind][season]

#: the second key is evaluated after the first was found -> differs
def toll(kind: str, ask):
    season = ask()
    if kind == "barge":
        if season == "winter":
            return 120
        raise KeyError(season)
    raise KeyError(kind)
#: becomes
TOLLS = {"barge": {"winter": 120}}
def toll(kind: str, ask):
    return TOLLS[kind][ask()]

#: a table by pairs -> proved
def toll(kind: str, winter: bool):
    if kind == "barge":
        if winter:
            return 120
        return 240
    if kind == "tug":
        return 60 if winter else 90
    return 0
#: becomes
TOLLS = {("barge", True): 120, ("barge", False): 240, ("tug", True): 60, ("tug", False): 90}
def toll(kind: str, winter: bool):
    if kind not in ("barge", "tug"):
        return 0
    return TOLLS[kind, winter]

#: a table by pairs in the other order -> differs
def toll(kind: str, season: str):
    if kind == "a" and season == "b":
        return 1
    if kind == "b" and season == "a":
        return 2
    raise KeyError((kind, season))
#: becomes
TOLLS = {("a", "b"): 2, ("b", "a"): 1}
def toll(kind: str, season: str):
    return TOLLS[kind, season]

#: a table by pairs, where 1 and True are one key -> differs
def toll(kind: str, number: int):
    if kind == "barge" and number == 1:
        return 1
    raise KeyError((kind, number))
#: becomes
TOLLS = {("barge", 1): 1, ("barge", True): 2}
def toll(kind: str, number: int):
    return TOLLS[kind, number]

#: a table by pairs of which one part has no hash -> unproved
def toll(kind, season):
    if kind == "barge" and season == "winter":
        return 1
    return 2
#: becomes
TOLLS = {("barge", "winter"): 1}
def toll(kind, season):
    try:
        return TOLLS[kind, season]
    except KeyError:
        return 2

#: rows with two values, taken apart -> proved
def toll(kind: str, length: int):
    if kind == "barge":
        base, each = 240, 3
    elif kind == "tug":
        base, each = 180, 2
    else:
        base, each = 60, 1
    return base + each * length
#: becomes
ROWS = {"barge": (240, 3), "tug": (180, 2)}
def toll(kind: str, length: int):
    base, each = ROWS.get(kind, (60, 1))
    return base + each * length

#: a constant gets a name -> proved
def admit(level: int):
    if level >= 95 and level < 220:
        return 1
    return 2
#: becomes
LOWEST = 95
HIGHEST = 220


def admit(level: int):
    if level >= LOWEST and level < HIGHEST:
        return 1
    return 2

#: a constant gets a name that says another value -> differs
def admit(level: int):
    if level >= 95 and level < 220:
        return 1
    return 2
#: becomes
LOWEST = 95
HIGHEST = 202


def admit(level: int):
    if level >= LOWEST and level < HIGHEST:
        return 1
    return 2

#: a constant that stood there already -> proved-under unpatched
SILL = 95


def admit(level: int):
    if level >= 95:
        return 1
    return 2
#: becomes
SILL = 95


def admit(level: int):
    if level >= SILL:
        return 1
    return 2

#: a name that some function gives another value is no constant -> differs
SILL = 95


def dredge(depth: int):
    global SILL
    SILL = depth


def admit(level: int):
    dredge(90)
    if level >= 95:
        return 1
    return 2
#: becomes
SILL = 95


def dredge(depth: int):
    global SILL
    SILL = depth


def admit(level: int):
    dredge(90)
    if level >= SILL:
        return 1
    return 2

#: a name that a parameter hides is no constant -> differs
SILL = 95


def admit(level: int, SILL: int):
    if level >= 95:
        return 1
    return 2
#: becomes
SILL = 95


def admit(level: int, SILL: int):
    if level >= SILL:
        return 1
    return 2

#: a constant that is asked for identity is not the literal -> tested
def f(hour):
    if hour is None:
        return 1900
    return hour is 1900
#: becomes
EVENING = 1900


def f(hour):
    if hour is None:
        return 1900
    return hour is EVENING

#: a name that the module sets by its text is no constant -> differs
def close(word, hour: int):
    globals()[word] = hour


def late(hour: int):
    close("CLOS" + "ING", 9)
    return hour > 20
#: becomes
CLOSING = 20


def close(word, hour: int):
    globals()[word] = hour


def late(hour: int):
    close("CLOS" + "ING", 9)
    return hour > CLOSING

#: the identity of a tuple made once or twice -> differs
def same(a, b):
    pair = (a, b)
    return pair is pair
#: becomes
def same(a, b):
    return (a, b) is (a, b)

#: the identity of a text made once or twice, and None -> proved
def same(a: str, b: str):
    pair = a + b
    return pair is None
#: becomes
def same(a: str, b: str):
    return a + b is None

#: an explicit KeyError and a look-up -> proved
def fare(kind: str):
    if kind == "barge":
        return 240
    if kind == "tug":
        return 180
    raise KeyError(kind)
#: becomes
FARES = {"barge": 240, "tug": 180}


def fare(kind: str):
    return FARES[kind]

#: an explicit KeyError about something else -> differs
def fare(kind: str):
    if kind == "barge":
        return 240
    raise KeyError(kind + "?")
#: becomes
FARES = {"barge": 240}


def fare(kind: str):
    return FARES[kind]

#: two subjects and a default -> proved
def minutes(kind: str, gate: str):
    if kind == "barge" and gate == "wide":
        return 12
    if kind == "barge" and gate == "narrow":
        return 30
    if kind == "tug" and gate == "wide":
        return 9
    return 15
#: becomes
MINUTES = {("barge", "wide"): 12, ("barge", "narrow"): 30, ("tug", "wide"): 9}


def minutes(kind: str, gate: str):
    return MINUTES.get((kind, gate), 15)

#: two subjects in the wrong order -> differs
def minutes(kind: str, gate: str):
    if kind == "barge" and gate == "wide":
        return 12
    return 15
#: becomes
MINUTES = {("barge", "wide"): 12}


def minutes(kind: str, gate: str):
    return MINUTES.get((gate, kind), 15)

#: a pair of subjects in a table -> proved
def minutes(kind: str, gate: str):
    if kind == "barge" and gate == "wide":
        return 12
    if kind == "tug" and gate == "wide":
        return 9
    raise LookupError(kind + gate)
#: becomes
MINUTES = {("barge", "wide"): 12, ("tug", "wide"): 9}


def minutes(kind: str, gate: str):
    if (kind, gate) not in MINUTES:
        raise LookupError(kind + gate)
    return MINUTES[kind, gate]

#: a pair of subjects turned round -> differs
def minutes(kind: str, gate: str):
    if kind == "barge" and gate == "wide":
        return 12
    raise LookupError(kind + gate)
#: becomes
MINUTES = {("barge", "wide"): 12}


def minutes(kind: str, gate: str):
    if (gate, kind) not in MINUTES:
        raise LookupError(kind + gate)
    return MINUTES[kind, gate]

#: a table that stays may be changed from outside -> proved-under unpatched
FARES = {"barge": 240, "tug": 180}


def fare(kind: str):
    return FARES.get(kind, 60)


def known():
    return len(FARES.keys())
#: becomes
FARES = {"barge": 240, "tug": 180}


def fare(kind: str):
    if kind == "barge":
        return 240
    if kind == "tug":
        return 180
    return 60


def known():
    return len(FARES.keys())

#: two entries that happen to be equal -> proved-under unpatched
FARES = {"barge": 240, "tug": 240}


def fare(day: int):
    return FARES["barge"] + day
#: becomes
FARES = {"barge": 240, "tug": 240}


def fare(day: int):
    return FARES["tug"] + day

#: two limits that happen to be equal -> proved-under unpatched
LIMITS = (3, 3)


def over(day: int):
    return LIMITS[0] < day
#: becomes
LIMITS = (3, 3)


def over(day: int):
    return LIMITS[1] < day

#: the table has a row for what was not asked for -> proved-under hashable+plain-equality+stable-read
def light(boat):
    if boat.kind == "tanker":
        return "red"
    elif boat.kind == "ferry":
        return "green"
    return "white"
#: becomes
LIGHTS = {"barge": "white", "tanker": "red", "ferry": "green"}
def light(boat):
    return LIGHTS.get(boat.kind, "white")

#: the row for what was not asked for says something else -> differs
def light(boat):
    if boat.kind == "tanker":
        return "red"
    elif boat.kind == "ferry":
        return "green"
    return "white"
#: becomes
LIGHTS = {"barge": "brown", "tanker": "red", "ferry": "green"}
def light(boat):
    return LIGHTS.get(boat.kind, "white")
