"""Pairs whose difference only a search finds, and others in which there is none to find."""

#: a letter case forgotten in a text that ends alike -> differs
def is_plan(name: str) -> bool:
    return name.lower().endswith((".plan", ".chart"))
#: becomes
def is_plan(name: str) -> bool:
    return name.endswith((".plan", ".chart"))

#: a prefix that is one letter shorter -> differs
def kind(line: str) -> str:
    if line.startswith("LOW:"):
        return "low water"
    return "other"
#: becomes
def kind(line: str) -> str:
    if line.startswith("LOW"):
        return "low water"
    return "other"

#: what is masked, in another order -> differs
def masked(text: str) -> str:
    return text.replace("%", "%%").replace("|", "%|")
#: becomes
def masked(text: str) -> str:
    return text.replace("|", "%|").replace("%", "%%")

#: a bound on one of several numbers in a text -> differs
def is_lock_code(code: str) -> bool:
    parts = code.split("/")
    if len(parts) != 3:
        return False
    return all(p.isdigit() and int(p) <= 64 for p in parts)
#: becomes
def is_lock_code(code: str) -> bool:
    parts = code.split("/")
    if len(parts) != 3:
        return False
    return all(p.isdigit() and int(p) < 64 for p in parts)

#: the last separator in place of the first -> differs
def permit(text: str) -> tuple[str, str]:
    name, _, rest = text.partition("=")
    return name.strip(), rest.strip()
#: becomes
def permit(text: str) -> tuple[str, str]:
    name, _, rest = text.rpartition("=")
    return name.strip(), rest.strip()

#: a pattern that lets more through -> differs
import re
def number(text: str) -> str | None:
    found = re.match(r"([BT])(\d{4})$", text)
    return found.group(2) if found else None
#: becomes
import re
def number(text: str) -> str | None:
    found = re.match(r"([BT])(\d{4,})$", text)
    return found.group(2) if found else None

#: patterns that let the same through -> same
import re
def number(text: str) -> bool:
    return re.fullmatch(r"[BT]\d{4}", text, re.ASCII) is not None
#: becomes
import re
def number(text: str) -> bool:
    return re.fullmatch(r"(?:B|T)[0-9]{4}", text, re.ASCII) is not None

#: a day more between two dates -> differs
from datetime import date
def fee(due: date, paid: date) -> int:
    late = (paid - due).days
    if late > 14:
        return 20
    return 5 if late > 0 else 0
#: becomes
from datetime import date
def fee(due: date, paid: date) -> int:
    late = (paid - due).days
    if late >= 14:
        return 20
    return 5 if late > 0 else 0

#: one side of a tree -> differs
from __future__ import annotations
from dataclasses import dataclass
@dataclass
class Reach:
    locks: int
    upper: Reach | None = None
    lower: Reach | None = None
def locks(reach: Reach | None) -> int:
    if reach is None:
        return 0
    return reach.locks + locks(reach.upper) + locks(reach.lower)
#: becomes
from __future__ import annotations
from dataclasses import dataclass
@dataclass
class Reach:
    locks: int
    upper: Reach | None = None
    lower: Reach | None = None
def locks(reach: Reach | None) -> int:
    if reach is None:
        return 0
    if reach.upper is None:
        return reach.locks + locks(reach.lower)
    return reach.locks + locks(reach.upper)

#: runs of equal things against all of them -> differs
def runs(kinds: list[str]) -> list[tuple[str, int]]:
    found: list[tuple[str, int]] = []
    for kind in kinds:
        if found and found[-1][0] == kind:
            found[-1] = (kind, found[-1][1] + 1)
        else:
            found.append((kind, 1))
    return found
#: becomes
def runs(kinds: list[str]) -> list[tuple[str, int]]:
    found: dict[str, int] = {}
    for kind in kinds:
        found[kind] = found.get(kind, 0) + 1
    return list(found.items())

#: the list itself in place of a copy -> differs
def queue(boats: list[str]) -> list[str]:
    waiting = list(boats)
    return waiting
#: becomes
def queue(boats: list[str]) -> list[str]:
    return boats

#: a copy made another way -> same
def queue(boats: list[str]) -> list[str]:
    waiting = list(boats)
    return waiting
#: becomes
def queue(boats: list[str]) -> list[str]:
    return [*boats]

#: tuples of which nobody can tell whether they are the same -> same
def pair(boats: tuple[str, ...]) -> tuple[tuple[str, ...], list[str]]:
    both = (boats, boats)
    return both, list(boats)
#: becomes
def pair(boats: tuple[str, ...]) -> tuple[tuple[str, ...], list[str]]:
    both = (boats, tuple(list(boats)))
    return both, [*boats]

#: a list that all calls share -> differs
def note(boat: str, to: list[str] | None = None) -> list[str]:
    if to is None:
        to = []
    to.append(boat)
    return to
#: becomes
NOTED: list[str] = []
def note(boat: str, to: list[str] | None = None) -> list[str]:
    if to is None:
        to = NOTED
    to.append(boat)
    return to

#: state that is built by calls -> differs
class Chamber:
    def __init__(self, size: int) -> None:
        self.size = size
        self.boats: list[str] = []
    def enter(self, boat: str) -> bool:
        if len(self.boats) >= self.size:
            return False
        self.boats.append(boat)
        return True
    def leave(self) -> str | None:
        if not self.boats:
            return None
        return self.boats.pop(0)
#: becomes
class Chamber:
    def __init__(self, size: int) -> None:
        self.size = size
        self.boats: list[str] = []
    def enter(self, boat: str) -> bool:
        if len(self.boats) >= self.size:
            return False
        self.boats.append(boat)
        return True
    def leave(self) -> str | None:
        if not self.boats:
            return None
        return self.boats.pop()

#: a cache that keeps nothing wrong -> same
class Table:
    def __init__(self) -> None:
        self.known: dict[int, int] = {}
    def toll(self, length: int) -> int:
        if length not in self.known:
            self.known[length] = length * 3
        return self.known[length]
#: becomes
class Table:
    def __init__(self) -> None:
        self.known: dict[int, int] = {}
    def toll(self, length: int) -> int:
        if length in self.known:
            return self.known[length]
        found = length * 3
        self.known[length] = found
        return found

#: an attribute that no object has -> differs
def names(boats):
    return [boat.name for boat in boats if boat.late]
#: becomes
def names(boats):
    return [boat.nmae for boat in boats if boat.late]

#: parts that are no parts -> differs
def lengths(rows):
    return [length for _, length in rows]
#: becomes
def lengths(rows):
    return [length for _, (length,) in rows]

#: a frozen row and its copy -> same
from dataclasses import dataclass, replace
@dataclass(frozen=True)
class Permit:
    name: str
    day: int
def latest(p: Permit) -> Permit:
    return p
#: becomes
from dataclasses import dataclass, replace
@dataclass(frozen=True)
class Permit:
    name: str
    day: int
def latest(p: Permit) -> Permit:
    return replace(p)

#: a day and an equal one -> same
from datetime import date, timedelta
def due(d: date) -> date:
    return d
#: becomes
from datetime import date, timedelta
def due(d: date) -> date:
    return d + timedelta(0)

#: another error for what is empty -> differs
def first(levels):
    return [n for n in levels if n is not None][0]
#: becomes
def first(levels):
    return next(iter({n: 1 for n in levels if n is not None}.keys() or [][0:1] or (int("x"),)))

#: an attribute is lost where a subclass is new -> differs
class Lock:
    def __init__(self, name: str, level: int) -> None:
        self.name = name
        self.level = level
def build(name: str, level: int) -> Lock:
    made = Lock
    return made(name, level)
#: becomes
class Lock:
    def __init__(self, name: str, level: int) -> None:
        self.name = name
class Weir(Lock):
    pass
def build(name: str, level: int) -> Lock:
    made = Lock
    return made(name, level + 0)

#: one of the kinds made by a table has another number -> differs
class Lock:
    def __init__(self, name: str, kind: str) -> None:
        self.name = name
        self.kind = kind
    def minutes(self) -> int:
        if self.kind == "single":
            return 12
        if self.kind == "stairs":
            return 30
        return 15
def build(name: str, kind: str) -> Lock:
    return Lock(name, kind)
#: becomes
class Lock:
    def __init__(self, name: str, kind: str) -> None:
        self.name = name
        self.kind = kind
    def minutes(self) -> int:
        return 15
class Single(Lock):
    def minutes(self) -> int:
        return 12
class Stairs(Lock):
    def minutes(self) -> int:
        return 31
LOCKS = {"single": Single, "stairs": Stairs}
def build(name: str, kind: str) -> Lock:
    return LOCKS.get(kind, Lock)(name, kind)

#: what an object holds that comes back -> differs
class Boat:
    def __init__(self, name: str) -> None:
        self.name = name
        self.late = False
def enter(name: str) -> Boat:
    boat = Boat(name)
    boat.late = name.endswith("!")
    return boat
#: becomes
class Boat:
    def __init__(self, name: str) -> None:
        self.name = name
        self.late = False
def enter(name: str) -> Boat:
    boat = Boat(name)
    return boat

#: an inner function gets annotations -> same
def counter(step: int):
    def nxt(n):
        return n + step
    return nxt
#: becomes
def counter(step: int):
    def nxt(n: int) -> int:
        return n + step
    return nxt

#: a path of nothing but separators keeps them -> differs
import os
def head(p):
    p = os.fspath(p)
    i = p.rfind("/") + 1
    first = p[:i]
    if first and first != "/" * len(first):
        first = first.rstrip("/")
    return first
#: becomes
import os
def head(p):
    p = os.fspath(p)
    i = p.rfind("/") + 1
    return p[:i].rstrip("/")

#: a search by halves in a list of anything goes left of what is equal -> differs
def place(levels, level, low=0):
    high = len(levels)
    while low < high:
        middle = (low + high) // 2
        if level < levels[middle]:
            high = middle
        else:
            low = middle + 1
    return low
#: becomes
def place(levels, level, low=0):
    high = len(levels)
    while low < high:
        middle = (low + high) // 2
        if level <= levels[middle]:
            high = middle
        else:
            low = middle + 1
    return low

#: two things that are only asked for being None, with `or` and with `and` -> differs
def rate(boat):
    if boat.load is None or boat.hay is None:
        return 1
    return 2
#: becomes
def rate(boat):
    if boat.load is None and boat.hay is None:
        return 1
    return 2

#: the second of two things that are only asked for being None is forgotten -> differs
def rate(boat):
    if boat.load is None or boat.hay is None:
        return 1
    return 2
#: becomes
def rate(boat):
    if boat.load is None:
        return 1
    return 2

#: a bound on a number in a line of JSON -> differs
import json


def permit(line):
    raw = json.loads(line)
    if raw.get("kind") != "barge":
        return None
    if raw["tons"] > 40:
        return "with a pilot"
    return raw["vessel"]
#: becomes
import json


def permit(line):
    raw = json.loads(line)
    if raw.get("kind") != "barge":
        return None
    if raw["tons"] >= 40:
        return "with a pilot"
    return raw["vessel"]

#: a bound on a day that is read from a text -> differs
from datetime import date


def is_valid(permit, day):
    until = date.fromisoformat(permit["until"])
    if permit["lock"] == "upper":
        return until >= day
    return until > day
#: becomes
from datetime import date


def is_valid(permit, day):
    until = date.fromisoformat(permit["until"])
    if permit["lock"] == "upper":
        return until > day
    return until > day

#: what comes behind many checks in a helper -> differs
import re


def problems(vessel):
    found = []
    if not vessel.name:
        found.append("no name")
    if not 3 <= vessel.length <= 24:
        found.append("length")
    if vessel.mark is None or not re.match(r"^[A-Z]{2}-\d{3}$", vessel.mark):
        found.append("mark")
    if len(vessel.crew) < 2:
        found.append("crew")
    if vessel.draught > 180:
        found.append("draught")
    return found


def admit(vessel, chamber):
    if problems(vessel):
        return None
    return vessel.length <= chamber
#: becomes
import re


def problems(vessel):
    found = []
    if not vessel.name:
        found.append("no name")
    if not 3 <= vessel.length <= 24:
        found.append("length")
    if vessel.mark is None or not re.match(r"^[A-Z]{2}-\d{3}$", vessel.mark):
        found.append("mark")
    if len(vessel.crew) < 2:
        found.append("crew")
    if vessel.draught > 180:
        found.append("draught")
    return found


def admit(vessel, chamber):
    return None if problems(vessel) else vessel.length < chamber

#: a step between readings in the rows of a dump -> differs
from datetime import datetime


def readings(text):
    lines = text.splitlines()
    if not lines or not lines[0].startswith("gauge;"):
        raise ValueError("no gauge")
    last = None
    kept = []
    for line in lines[1:]:
        when, _, level = line.partition(";")
        try:
            moment = datetime.strptime(when, "%Y-%m-%d %H:%M")
            number = int(level)
        except ValueError:
            continue
        if last is not None and number - last > 80:
            continue
        last = number
        kept.append((moment, number))
    return kept
#: becomes
from datetime import datetime


def readings(text):
    lines = text.splitlines()
    if not lines or not lines[0].startswith("gauge;"):
        raise ValueError("no gauge")
    last = None
    kept = []
    for line in lines[1:]:
        when, _, level = line.partition(";")
        try:
            moment = datetime.strptime(when, "%Y-%m-%d %H:%M")
            number = int(level)
        except ValueError:
            continue
        if last is not None and number - last > 80:
            last = number
            continue
        last = number
        kept.append((moment, number))
    return kept

#: a boat that is looked up among those that are known -> differs
def toll(boat, known):
    if boat not in known:
        return None
    seen = known[boat]
    if seen > 10:
        return 0
    return 5
#: becomes
def toll(boat, known):
    if boat not in known:
        return None
    seen = known[boat]
    if seen >= 10:
        return 0
    return 5

#: the values of a mapping are numbers, its keys are words -> differs
def crew(boat):
    total = sum(boat.crew.values())
    for role in boat.crew:
        if role not in ("mate", "boy", "keeper"):
            return -1
    return total if total > 3 else 0
#: becomes
def crew(boat):
    total = sum(boat.crew.values())
    for role in boat.crew:
        if role not in ("mate", "boy", "keeper"):
            return -1
    return total if total >= 3 else 0

#: what is written to a file -> differs
def export(stakes, path, form="csv"):
    with open(path, "w") as out:
        if form == "csv":
            out.write("lock,level\n")
        else:
            out.write("lock;level\n")
        for name in sorted(stakes):
            out.write(f"{name}\n")
    return len(stakes)
#: becomes
def export(stakes, path, form="csv"):
    between = "," if form == "csv" else ";"
    with open(path, "w") as out:
        out.write("lock" + between + "level\n")
        for name in sorted(stakes):
            out.write(f"{name}")
    return len(stakes)

#: a file is written at another place -> differs
from pathlib import Path


def mark(folder: str, boat: str):
    if boat:
        Path(folder).mkdir(exist_ok=True)
        Path(folder, "boats").write_text("1")
#: becomes
from pathlib import Path


def mark(folder: str, boat: str):
    Path(folder).mkdir(exist_ok=True)
    if not boat:
        return
    Path(folder, "boats").write_text("1")

#: a list that is declared without its elements -> differs
class Berth:
    def __init__(self, length, held=()):
        self.length = length
        self.held = held


class Harbour:
    def __init__(self, berths: list):
        self.berths = berths

    @staticmethod
    def _fits(boat, berth):
        return berth.length >= boat.length and not berth.held

    def assign(self, boats: list) -> int:
        placed = 0
        for boat in sorted(boats, key=lambda b: b.length):
            best = None
            for berth in self.berths:
                if self._fits(boat, berth):
                    if best is None or berth.length < best.length:
                        best = berth
            if best is not None:
                best.held = (boat,)
                placed += 1
        return placed
#: becomes
class Berth:
    def __init__(self, length, held=()):
        self.length = length
        self.held = held


class Harbour:
    def __init__(self, berths: list):
        self.berths = berths

    @staticmethod
    def _fits(boat, berth):
        return berth.length >= boat.length and not berth.held

    def assign(self, boats: list) -> int:
        placed = 0
        for boat in sorted(boats, key=lambda b: b.length):
            fitting = [b for b in self.berths if self._fits(boat, b)]
            if not fitting:
                continue
            best = max(fitting, key=lambda b: b.length)
            best.held = (boat,)
            placed += 1
        return placed

#: the first of several that fit, where others are not looked at any more -> tested
class Berth:
    def __init__(self, length, free_from):
        self.length = length
        self.free_from = free_from


def berth_for(boat, berths: list):
    best = None
    for berth in berths:
        if berth.length < boat.length:
            continue
        if best is None or berth.free_from < best.free_from:
            best = berth
            if berth.free_from == 0:
                break
    return best
#: becomes
class Berth:
    def __init__(self, length, free_from):
        self.length = length
        self.free_from = free_from


def berth_for(boat, berths: list):
    fitting = [b for b in berths if b.length >= boat.length]
    best = None
    for berth in fitting:
        if best is None or berth.free_from < best.free_from:
            best = berth
            if berth.free_from == 0:
                break
    return best

#: what is kept in files with names of their own -> tested
import os
import tempfile


def keep(note: str, folder=None):
    with tempfile.NamedTemporaryFile("w", delete=False) as out:
        if note:
            out.write(note)
        else:
            out.write("nothing")
    os.makedirs("kept", exist_ok=True)
    os.chdir("kept")
    return len(note.strip()) * 2
#: becomes
import os
import tempfile


def keep(note: str, folder=None):
    with tempfile.NamedTemporaryFile("w", delete=False) as out:
        out.write(note or "nothing")
    os.makedirs("kept", exist_ok=True)
    os.chdir("kept")
    return len(note.strip() + note.strip())

#: letters that are looked at one by one, each at its place -> differs
def outline(signs):
    i, n = 0, len(signs)
    said = ""
    while i < n:
        c = signs[i]
        i = i + 1
        if c == "<":
            j = i
            if j < n and signs[j] == "!":
                j = j + 1
            while j < n and signs[j] != ">":
                j = j + 1
            if j >= n:
                said = said + "less"
            else:
                said = said + "[" + signs[i:j] + "]"
                i = j + 1
        elif c == "~":
            said = said + "water"
        else:
            said = said + c
    return said
#: becomes
def outline(signs):
    i, n = 0, len(signs)
    said = ""
    while i < n:
        c = signs[i]
        i = i + 1
        if c == "<":
            j = i
            if j < n and signs[j] == "!":
                j = j + 1
            while j < n and signs[j] != ">":
                j = j + 1
            if j >= n:
                said = said + "less"
                continue
            said = said + "[" + signs[i:j] + "]"
            i = j
        elif c == "~":
            said = said + "water"
        else:
            said = said + c
    return said

#: fractions that are reckoned with, one bound of a part of them -> differs
def share_open(upper, lower):
    least = min(upper, lower)
    most = max(upper, lower)
    total = most + least
    if least == most:
        return 0.0
    if total / 2.0 <= 0.5:
        return (most - least) / total
    return (most - least) / (2.0 - total)
#: becomes
def share_open(upper, lower):
    least = min(upper, lower)
    most = max(upper, lower)
    total = most + least
    if least == most:
        return 0.0
    if total / 2.0 <= 0.5:
        return (most - least) / total
    return (most - least) / (2.0 + total)

#: a list or what stands in it, read in the two arms of a choice -> differs
def first_sign(signs, marks=""):
    if "=" in marks:
        at = marks.index("=")
        name, wanted = marks[:at], marks[at + 1 :]
    else:
        name, wanted = marks, None
    found = [sign for sign in signs if sign.startswith(name)]
    if not found:
        return None
    if name in found:
        return name, wanted
    if len(found) > 1:
        raise ValueError(name)
    return found[0], wanted
#: becomes
def first_sign(signs, marks=""):
    name, wanted = marks, None
    if "=" in marks:
        at = marks.index("=")
        name, wanted = marks[:at], marks[at + 1 :]
    found = [sign for sign in signs if sign.startswith(name)]
    if not found:
        return None
    if len(found) > 1:
        raise ValueError(name)
    return found[0], wanted

#: what another method leaves behind three checks of its own -> differs
class Refused(Exception):
    pass


class Desk:
    def __init__(self, register, sill=30):
        self.register = register
        self.sill = sill
        self.passages = []

    def admit(self, name: str, day: int, level: int):
        boat = self.register.get(name)
        if boat is None:
            raise Refused(name)
        if boat.draught > level - self.sill:
            raise Refused("too deep")
        if not 0 < day <= 365:
            raise Refused("no such day")
        self.passages.append((day, name, boat.length > 150))

    def long_ones(self, day: int) -> int:
        count = 0
        for entry in self.passages:
            if entry[0] == day:
                if entry[2]:
                    count += 1
        return count
#: becomes
class Refused(Exception):
    pass


class Desk:
    def __init__(self, register, sill=30):
        self.register = register
        self.sill = sill
        self.passages = []

    def admit(self, name: str, day: int, level: int):
        boat = self.register.get(name)
        if boat is None:
            raise Refused(name)
        if boat.draught > level - self.sill:
            raise Refused("too deep")
        if not 0 < day <= 365:
            raise Refused("no such day")
        self.passages.append((day, name, boat.length > 150))

    def long_ones(self, day: int) -> int:
        return len([entry for entry in self.passages if entry[0] == day])

#: what the code asks the class of -> differs
def signs(text, marks=None):
    if isinstance(text, bytes):
        text = text.decode("latin-1")
    elif not isinstance(text, str):
        raise TypeError("no text")
    found = []
    for at, sign in enumerate(text):
        if sign == "#" and at:
            found.append(text[at - 1])
        elif marks and sign in marks:
            found.append(sign.upper())
    return found
#: becomes
def signs(text, marks=None):
    if isinstance(text, bytes):
        text = text.decode("latin-1")
    elif not isinstance(text, str):
        raise TypeError("no text")
    found = []
    for at, sign in enumerate(text):
        if sign == "#":
            found.append(text[at - 1])
        elif marks and sign in marks:
            found.append(sign.upper())
    return found

#: a dict that is asked for has the keys that are asked of it -> tested as-used
def name_of(entry):
    if isinstance(entry, dict):
        name = entry["name"]
        if name and entry["length"] > 70:
            return name.upper()
        return name
    if isinstance(entry, list):
        found = ""
        for each in entry:
            if each["name"] and each["length"] > 70:
                found = each["name"]
                break
        return found
    return ""
#: becomes
def name_of(entry):
    if isinstance(entry, dict):
        name, length = entry["name"], entry["length"]
        return name.upper() if name and length > 70 else name
    if isinstance(entry, list):
        return next((e["name"] for e in entry if e["length"] > 70 and e["name"]), "")
    return ""

#: what waits in a queue, with a clock that the object was given -> differs
from collections import deque
class Boat:
    def __init__(self, name: str, tries: int = 0): self.name, self.tries = name, tries
class Lock:
    def __init__(self, clock): self.clock = clock
def work_off(lock: Lock, queue: deque, until: int) -> list[str]:
    sent = []
    while queue:
        if lock.clock() >= until: break
        boat = queue.popleft()
        if boat.tries < 2:
            boat.tries += 1
            queue.append(boat)
        else: sent.append(boat.name)
    return sent
#: becomes
from collections import deque
class Boat:
    def __init__(self, name: str, tries: int = 0): self.name, self.tries = name, tries
class Lock:
    def __init__(self, clock): self.clock = clock
def work_off(lock: Lock, queue: deque, until: int) -> list[str]:
    sent = []
    while queue:
        if lock.clock() >= until: break
        boat = queue.popleft()
        if boat.tries <= 2:
            boat.tries += 1
            queue.append(boat)
        else: sent.append(boat.name)
    return sent

#: what a message says -> differs
import json
def fee(message: str) -> int:
    order = json.loads(message)
    kind = order["k"]
    if kind == "barge": return order["t"] * 3
    if kind == "tug" and order.get("e"): return 5
    return 0
#: becomes
import json
def fee(message: str) -> int:
    order = json.loads(message)
    kind = order["k"]
    if kind == "barge": return order["t"] * 3
    if kind == "tug": return 5
    return 0

#: a message about what was entered before -> differs
import json
class Office:
    def __init__(self): self.permits = {}
    def enter(self, number: str, boat: str) -> None: self.permits[number] = boat
    def handle(self, message: str) -> str:
        order = json.loads(message)
        boat = self.permits.get(order["n"])
        if boat is None: return "unknown"
        if order["k"] == "close":
            del self.permits[order["n"]]
            return boat
        return "left"
#: becomes
import json
class Office:
    def __init__(self): self.permits = {}
    def enter(self, number: str, boat: str) -> None: self.permits[number] = boat
    def handle(self, message: str) -> str:
        order = json.loads(message)
        boat = self.permits.get(order["n"])
        if boat is None: return "unknown"
        if order["k"] == "close":
            return boat
        return "left"

#: behind a checksum of the rest of a text, whose parts are numbers -> differs
START = "$LK,"
class Broken(Exception): ...
def summed(body: str) -> int:
    total = 0
    for letter in body: total = (total * 3 + ord(letter)) % 256
    return total
def level_of(frame: str) -> tuple[str, float]:
    if not frame.startswith(START): raise Broken(frame)
    body, star, check = frame[1:].rpartition("*")
    if not star or check.strip() != "%02X" % summed(body): raise Broken("checksum")
    parts = body.split(",")
    if len(parts) != 4: raise Broken("parts")
    return parts[1], float(parts[2]) - float(parts[3])
#: becomes
START = "$LK,"
class Broken(Exception): ...
def summed(body: str) -> int:
    total = 0
    for letter in body: total = (total * 3 + ord(letter)) % 256
    return total
def level_of(frame: str) -> tuple[str, float]:
    if not frame.startswith(START): raise Broken(frame)
    body, star, check = frame[1:].rpartition("*")
    if not star or check.strip() != "%02X" % summed(body): raise Broken("checksum")
    parts = body.split(",")
    if len(parts) != 4: raise Broken("parts")
    return parts[1], float(parts[3]) - float(parts[2])

#: rows of a file, each of three parts, of which two are numbers -> differs
import csv
from collections.abc import Iterable
def depths(lines: Iterable[str]) -> dict[int, tuple[str, int]]:
    found = {}
    for number, name, depth in csv.reader(lines, delimiter=";"):
        found[int(number)] = name.strip(), int(depth)
    return found
#: becomes
import csv
from collections.abc import Iterable
def depths(lines: Iterable[str]) -> dict[int, tuple[str, int]]:
    found = {}
    for number, name, depth in csv.reader(lines, delimiter=";"):
        found[int(number)] = name, int(depth)
    return found

#: what the constructor leaves empty and others fill -> differs
from typing import NamedTuple
class Boat(NamedTuple):
    name: str
    ready: int = 0
class Lock:
    def __init__(self, name: str):
        self.name = name
        self.queue: list[Boat] = []
def line_up(lock: Lock, boat: Boat) -> None:
    lock.queue.append(boat)
def let_go(locks: list[Lock], now: int) -> None:
    for lock in locks:
        if lock.queue and all(b.ready + 30 <= now for b in lock.queue): lock.queue.clear()
#: becomes
from typing import NamedTuple
class Boat(NamedTuple):
    name: str
    ready: int = 0
class Lock:
    def __init__(self, name: str):
        self.name = name
        self.queue: list[Boat] = []
def line_up(lock: Lock, boat: Boat) -> None:
    lock.queue.append(boat)
def let_go(locks: list[Lock], now: int) -> None:
    for lock in locks:
        if lock.queue and any(b.ready + 30 <= now for b in lock.queue): lock.queue.clear()

#: nobody but the class fills it, which counts what is in it -> proved
class Lock:
    def __init__(self, name: str):
        self.name = name
        self.queue: list[str] = []
        self.waiting = 0
    def line_up(self, boat: str) -> None:
        self.queue.append(boat)
        self.waiting += 1
def is_free(lock: Lock) -> bool:
    if lock.waiting: return False
    return True
#: becomes
class Lock:
    def __init__(self, name: str):
        self.name = name
        self.queue: list[str] = []
        self.waiting = 0
    def line_up(self, boat: str) -> None:
        self.queue.append(boat)
        self.waiting += 1
def is_free(lock: Lock) -> bool:
    if not lock.waiting: return True
    return False

#: what a table holds that is looked into by what is said otherwise -> differs
RATES = {"barge": 3, "canoe": 1}
def rate(kind: str) -> int:
    return RATES.get(kind, 0)
#: becomes
RATES = {"barge": 1, "canoe": 3}
def rate(kind: str) -> int:
    known = RATES
    return known.get(kind, 0)

#: two parts that are a key of a table together -> differs
INKS = {("water", "day"): "cyan", ("water", "night"): "steel", ("towpath", "day"): "sepia"}
def ink(layer: str, edition: str) -> str:
    return INKS.get((layer, edition), "black")
#: becomes
INKS = {("water", "day"): "cyan", ("water", "night"): "steel", ("towpath", "day"): "sepia"}
def ink(layer: str, edition: str) -> str:
    return INKS.get((edition, layer), "black")

#: what a declared function gives back has to be awaited -> differs
from collections.abc import Awaitable, Callable
async def send(text: str, tell: Callable[[str], Awaitable[bool]], board: list[str]) -> None:
    if await tell(text): board.append("sent")
    else: board.append("missed")
#: becomes
from collections.abc import Awaitable, Callable
async def send(text: str, tell: Callable[[str], Awaitable[bool]], board: list[str]) -> None:
    if not await tell(text): board.append("sent")
    else: board.append("missed")

#: what a pattern of the module finds -> differs
import re
STAMP = re.compile(r'''(?P<day> [0-3][0-9]) [./] (?P<lock> [A-F]) (?: : (?P<hour> [0-9]+))?''', re.VERBOSE)
def stamp(found: re.Match) -> tuple[int, str, int]:
    day, lock, hour = found.groups()
    return int(day), lock, int(hour) if hour else 12
#: becomes
import re
STAMP = re.compile(r'''(?P<day> [0-3][0-9]) [./] (?P<lock> [A-F]) (?: : (?P<hour> [0-9]+))?''', re.VERBOSE)
def stamp(found: re.Match) -> tuple[int, str, int]:
    day, lock, hour = found.groups()
    return int(day), lock, int(hour) if hour else 0

#: a function that is asked for itself -> differs
from collections.abc import Callable
from typing import Any
def reader(read: Callable[[str], Any]) -> Callable[[str], Any]:
    if read is float: return float
    return lambda text: read(text.strip())
#: becomes
from collections.abc import Callable
from typing import Any
def reader(read: Callable[[str], Any]) -> Callable[[str], Any]:
    return lambda text: read(text.strip())

#: a match is one of a pattern that has the groups it is asked for -> same
import re
LOCK = re.compile(r"(?P<lock>[A-F])-(?P<gate>[0-9])")
DAY = re.compile(r"(?P<day>[0-3][0-9])")
def gate(found: re.Match, log: list[str]) -> str:
    gate = found.group("gate")
    log.append("seen")
    if gate == "0": return found.group("lock")
    return gate
#: becomes
import re
LOCK = re.compile(r"(?P<lock>[A-F])-(?P<gate>[0-9])")
DAY = re.compile(r"(?P<day>[0-3][0-9])")
def gate(found: re.Match, log: list[str]) -> str:
    log.append("seen")
    gate = found.group("gate")
    if gate == "0": return found.group("lock")
    return gate
