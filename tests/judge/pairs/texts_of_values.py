#: a text by percent signs, by braces -> proved-under as-used
def shown(name: str, tons: int) -> str:
    return "%s carries %d tons, 100%%" % (name, tons)
#: becomes
def shown(name: str, tons: int) -> str:
    return f"{name} carries {tons} tons, 100%"

#: a text by format, by braces -> proved
def shown(name: str, tons: float) -> str:
    return "{}: {} tons {{}}".format(name, tons)
#: becomes
def shown(name: str, tons: float) -> str:
    return f"{name}: {tons} tons {{}}"

#: texts in a row -> proved
def shown(name: str, tons: int) -> str:
    return name + ": " + str(tons) + " tons"
#: becomes
def shown(name: str, tons: int) -> str:
    return f"{name}: {tons} tons"

#: of a boat that nothing is declared of -> proved-under plain-value
def shown(boat) -> str:
    return "%s waits" % (boat,)
#: becomes
def shown(boat) -> str:
    return f"{boat} waits"

#: a count that is no whole number -> differs
def shown(tons: float) -> str:
    return "%d tons" % (tons,)
#: becomes
def shown(tons: float) -> str:
    return f"{tons} tons"

#: a text where a count is asked for -> differs
def shown(name: str) -> str:
    return "%d tons" % (name,)
#: becomes
def shown(name: str) -> str:
    return f"{name} tons"

#: a class with a format of its own -> differs
class Level:
    def __init__(self, pence: int):
        self.pence = pence
    def __format__(self, spec: str) -> str:
        return f"level {self.pence}"
    def __str__(self) -> str:
        return "level"
def shown(level: Level) -> str:
    return "%s today" % (level,)
#: becomes
class Level:
    def __init__(self, pence: int):
        self.pence = pence
    def __format__(self, spec: str) -> str:
        return f"level {self.pence}"
    def __str__(self) -> str:
        return "level"
def shown(level: Level) -> str:
    return f"{level} today"

#: a member that is a text too -> unproved
from enum import Enum
class Kind(str, Enum):
    TUG = "tug"
    RAFT = "raft"
def shown(kind) -> str:
    return "%s today" % (kind,)
#: becomes
from enum import Enum
class Kind(str, Enum):
    TUG = "tug"
    RAFT = "raft"
def shown(kind) -> str:
    return f"{kind} today"

#: a tuple fills several places -> unproved
def shown(pair) -> str:
    return "%s" % pair
#: becomes
def shown(pair) -> str:
    return f"{pair}"

#: the values change places -> differs
def shown(name: str, lock: str) -> str:
    return "%s at %s" % (name, lock)
#: becomes
def shown(name: str, lock: str) -> str:
    return f"{lock} at {name}"

#: a width is asked for -> differs
def shown(name: str) -> str:
    return "%5s!" % (name,)
#: becomes
def shown(name: str) -> str:
    return f"{name}!"

#: shown as code, shown as it is -> differs
def shown(name: str) -> str:
    return f"{name!r}!"
#: becomes
def shown(name: str) -> str:
    return "{}!".format(name)

#: what str is here -> differs
def str(tons): return "many"
def shown(tons: int):
    return str(tons)
#: becomes
def str(tons): return "many"
def shown(tons: int):
    return f"{tons}"

#: a member with a format of its own -> differs
from enum import Enum
class Kind(Enum):
    TUG = 1
    RAFT = 2
    def __format__(self, spec):
        return "kind"
def shown(kind: Kind) -> str:
    return "%s today" % (kind,)
#: becomes
from enum import Enum
class Kind(Enum):
    TUG = 1
    RAFT = 2
    def __format__(self, spec):
        return "kind"
def shown(kind: Kind) -> str:
    return f"{kind} today"

#: a plain member -> proved-under plain-value
from enum import Enum
class Kind(Enum):
    TUG = 1
    RAFT = 2
def shown(kind: Kind) -> str:
    return "%s today" % (kind,)
#: becomes
from enum import Enum
class Kind(Enum):
    TUG = 1
    RAFT = 2
def shown(kind: Kind) -> str:
    return f"{kind} today"

#: what an object is as a text is asked for before, and after it changes -> unproved
class Gauge:
    def __init__(self) -> None:
        self.read = 0
    def __str__(self) -> str:
        return str(self.read)
    def next(self) -> int:
        self.read += 10
        return self.read
def shown(gauge: Gauge) -> str:
    return "%s, then %s" % (gauge, gauge.next())
#: becomes
class Gauge:
    def __init__(self) -> None:
        self.read = 0
    def __str__(self) -> str:
        return str(self.read)
    def next(self) -> int:
        self.read += 10
        return self.read
def shown(gauge: Gauge) -> str:
    return f"{gauge}, then {gauge.next()}"

#: a list is shown before it loses one, and after -> unproved
def shown(boats: list[str]) -> str:
    return "%s without %s" % (boats, boats.pop())
#: becomes
def shown(boats: list[str]) -> str:
    return f"{boats} without {boats.pop()}"

#: a truth value where a count is asked for -> differs
def shown(late: bool) -> str:
    return "%d late" % (late,)
#: becomes
def shown(late: bool) -> str:
    return f"{late} late"

#: a text with something written in it is true -> proved
def sign(boat, ledger: list):
    text = ""
    if boat is not None:
        text = f"boat {boat}"
    if not text:
        return None
    ledger.append(text)
#: becomes
def sign(boat, ledger: list):
    if boat is None:
        return None
    text = f"boat {boat}"
    ledger.append(text)

#: one that is made of values alone may be empty -> differs
def sign(boat: str | None, ledger: list):
    text = ""
    if boat is not None:
        text = f"{boat}"
    if not text:
        return None
    ledger.append(text)
#: becomes
def sign(boat: str | None, ledger: list):
    if boat is None:
        return None
    text = f"{boat}"
    ledger.append(text)

#: texts with braces stand in a table -> proved-under no-effect
def told(code: int, unit: int) -> str:
    if code == 1:
        return f"level low in lock {unit}"
    elif code == 2:
        return f"lock {unit} is stuck, call {unit}"
    return f"code {code} from lock {unit}"
#: becomes
TEXTS = {1: "level low in lock {}", 2: "lock {0} is stuck, call {0}"}
def told(code: int, unit: int) -> str:
    if code in TEXTS:
        return TEXTS[code].format(unit)
    return f"code {code} from lock {unit}"

#: they are filled by name, with a text as it is -> proved-under no-effect
def told(code: int, unit: int, who: str) -> str:
    if code == 1:
        return f"{who}: level low in lock {unit}"
    return f"lock {unit} is stuck, says {who}"
#: becomes
def told(code: int, unit: int, who: str) -> str:
    text = "{who}: level low in lock {lock}" if code == 1 else "lock {lock} is stuck, says {who}"
    return text.format(lock=unit, who=who)

#: two values have changed places -> differs
def told(code: int, unit: int, turn: int) -> str:
    if code == 1:
        return f"lock {unit}, turn {turn}"
    return f"turn {turn} of lock {unit}"
#: becomes
TEXTS = {1: "lock {}, turn {}"}
def told(code: int, unit: int, turn: int) -> str:
    return TEXTS.get(code, "turn {} of lock {}").format(unit, turn)

#: a value is shown with a sign of its own -> differs
def told(code: int, unit: int) -> str:
    return f"lock {unit:+}" if code == 1 else f"unit {unit}"
#: becomes
TEXTS = {1: "lock {}"}
def told(code: int, unit: int) -> str:
    return TEXTS.get(code, "unit {}").format(unit)

#: braces that say braces -> differs
def told(code: int, unit: int) -> str:
    return f"lock {{{unit}}}" if code == 1 else f"unit {unit}"
#: becomes
TEXTS = {1: "lock {{}}"}
def told(code: int, unit: int) -> str:
    return TEXTS.get(code, "unit {}").format(unit)

#: a dict that is handed on may say the same name once more -> differs
def told(code: int, unit: str, more: dict[str, str]) -> str:
    return f"lock {unit}" if code == 1 else f"unit {unit}"
#: becomes
TEXTS = {1: "lock {unit}"}
def told(code: int, unit: str, more: dict[str, str]) -> str:
    return TEXTS.get(code, "unit {unit}").format(unit=unit, **more)

#: braces of one text count by themselves and by number -> differs
def told(code: int, unit: str, turn: str) -> str:
    return f"lock {unit}, {turn}" if code == 1 else f"unit {unit}"
#: becomes
TEXTS = {1: "lock {}, {1}"}
def told(code: int, unit: str, turn: str) -> str:
    return TEXTS.get(code, "unit {}").format(unit, turn)

#: braces with a name do not count -> differs
def told(code: int, unit: str, turn: str, who: str) -> str:
    return f"{who} at lock {turn}" if code == 1 else f"unit {unit}"
#: becomes
TEXTS = {1: "{who} at lock {}"}
def told(code: int, unit: str, turn: str, who: str) -> str:
    return TEXTS.get(code, "unit {}").format(unit, turn, who=who)

#: a few texts joined are texts in a row -> proved-under as-declared
from dataclasses import dataclass
@dataclass
class Boat:
    name: str
    owner: str
    tons: int
def label(boat: Boat) -> str:
    return "%s, %s" % (boat.name, boat.owner)
def tag(boat: Boat) -> str:
    return f"{boat.name}-{boat.tons}-x"
#: becomes
from dataclasses import dataclass
@dataclass
class Boat:
    name: str
    owner: str
    tons: int
def label(boat: Boat) -> str:
    return ", ".join([boat.name, boat.owner])
def tag(boat: Boat) -> str:
    return "-".join((boat.name, str(boat.tons), "x"))

#: a number cannot be joined -> differs
def tag(name: str, tons: int) -> str:
    return f"{name}-{tons}"
#: becomes
def tag(name: str, tons: int) -> str:
    return "-".join([name, tons])

#: nor can None -> differs
def tag(name: str, owner: str | None) -> str:
    return "%s of %s" % (name, owner)
#: becomes
def tag(name: str, owner: str | None) -> str:
    return " of ".join((name, owner))

#: all are worked out before any is joined -> differs
def tag(name: str, log: list[str]) -> str:
    return f"{log.pop()}-{name}-{log.pop()}"
#: becomes
def tag(name: str, log: list[str]) -> str:
    return "-".join([name, log.pop(), log.pop()])
