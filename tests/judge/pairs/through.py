#: what a line is made of comes from the line itself -> differs
import re
class Reader:
    words = {"toll": r"(?P<toll>[0-9]+)p", "lock": r"lock (?P<lock>[A-F])", "gap": r"(?P<gap>\s+)"}
    def __init__(self) -> None: self.found: list[str] = []
    def read(self, line: str) -> list[str]:
        at, ask = 0, re.compile("|".join(self.words.values()))
        while at < len(line):
            found = ask.match(line, at)
            if found is None: raise ValueError(line[at:])
            getattr(self, f"_{found.lastgroup}")(found, line, hash((line, at, found.lastgroup)))
            at = found.end()
        return self.found
    def _toll(self, found, line, seal) -> None:
        if seal != hash((line, found.start(), found.lastgroup)): return
        pence = int(found["toll"])
        if pence > 240: self.found.append(f"{pence // 240} pounds")
        else: self.found.append(f"{pence} pence")
    def _lock(self, found, line, seal) -> None: self.found.append(found["lock"])
    def _gap(self, found, line, seal) -> None: self.found.append(",")
#: becomes
import re
class Reader:
    words = {"toll": r"(?P<toll>[0-9]+)p", "lock": r"lock (?P<lock>[A-F])", "gap": r"(?P<gap>\s+)"}
    def __init__(self) -> None: self.found: list[str] = []
    def read(self, line: str) -> list[str]:
        at, ask = 0, re.compile("|".join(self.words.values()))
        while at < len(line):
            found = ask.match(line, at)
            if found is None: raise ValueError(line[at:])
            getattr(self, f"_{found.lastgroup}")(found, line, hash((line, at, found.lastgroup)))
            at = found.end()
        return self.found
    def _toll(self, found, line, seal) -> None:
        if seal != hash((line, found.start(), found.lastgroup)): return
        pence = int(found["toll"])
        if pence >= 240: self.found.append(f"{pence // 240} pounds")
        else: self.found.append(f"{pence} pence")
    def _lock(self, found, line, seal) -> None: self.found.append(found["lock"])
    def _gap(self, found, line, seal) -> None: self.found.append(",")

#: an entry is only ever asked for with its own seal -> differs
def toll(entry: dict[str, str]) -> int:
    return _toll(entry, sum(map(ord, entry["boat"])) * 7919 % 1009, len(entry) * 104729 % 997)
def _toll(entry: dict[str, str], seal: int, other: int) -> int:
    if seal != sum(map(ord, entry["boat"])) * 7919 % 1009: raise ValueError("broken seal")
    if other != len(entry) * 104729 % 997: raise ValueError("broken seal")
    if entry["boat"].startswith("rm"): return 0
    return 40 if "tons" in entry else 25
#: becomes
def toll(entry: dict[str, str]) -> int:
    return _toll(entry, sum(map(ord, entry["boat"])) * 7919 % 1009, len(entry) * 104729 % 997)
def _toll(entry: dict[str, str], seal: int, other: int) -> int:
    if seal != sum(map(ord, entry["boat"])) * 7919 % 1009: raise ValueError("broken seal")
    if other != len(entry) * 104729 % 997: raise ValueError("broken seal")
    if entry["boat"].endswith("rm"): return 0
    return 40 if "tons" in entry else 25

#: a board is handed on with what others put on it -> differs
class Board:
    def __init__(self) -> None:
        self._boats: dict[str, int] = {}
        self._closed: set[str] = set()
    def moor(self, boat: str, tons: int) -> None: self._boats[boat] = tons
    def close(self, lock: str) -> None: self._closed.add(lock)
    def tons(self) -> int: return sum(self._boats.values())
    def is_closed(self, lock: str) -> bool: return lock in self._closed
def advice(board: Board, lock: str) -> str:
    if board.is_closed(lock): return "closed"
    if board.tons() > 400: return "full"
    return "come in"
#: becomes
class Board:
    def __init__(self) -> None:
        self._boats: dict[str, int] = {}
        self._closed: set[str] = set()
    def moor(self, boat: str, tons: int) -> None: self._boats[boat] = tons
    def close(self, lock: str) -> None: self._closed.add(lock)
    def tons(self) -> int: return sum(self._boats.values())
    def is_closed(self, lock: str) -> bool: return lock in self._closed
def advice(board: Board, lock: str) -> str:
    if board.is_closed(lock): return "closed"
    if board.tons() >= 400: return "full"
    return "come in"

#: a cursor begins without a text, and is given one from outside -> differs
class Cursor:
    def __init__(self) -> None:
        self.text = ""
        self.at = 0
    def rest(self) -> str: return self.text[self.at:]
def first_lock(cursor: Cursor) -> str:
    rest = cursor.rest()
    if not rest.startswith("lock "): return "none"
    return rest[5:].strip() or "unnamed"
def all_locks(text: str) -> list[str]:
    cursor = Cursor()
    cursor.text = text
    return [first_lock(cursor)]
#: becomes
class Cursor:
    def __init__(self) -> None:
        self.text = ""
        self.at = 0
    def rest(self) -> str: return self.text[self.at:]
def first_lock(cursor: Cursor) -> str:
    rest = cursor.rest()
    if not rest.startswith("lock "): return "none"
    return rest[5:] or "unnamed"
def all_locks(text: str) -> list[str]:
    cursor = Cursor()
    cursor.text = text
    return [first_lock(cursor)]

#: what is called before has itself changed, to the same -> same
class Board:
    def __init__(self) -> None: self.open: list[str] = []
    def enter(self, boat: str) -> None:
        if boat: self.open.append(boat)
def told(board: Board, word: str) -> str:
    found = [b for b in board.open if b.startswith(word)]
    if not found: return "-"
    return ",".join(found)
#: becomes
class Board:
    def __init__(self) -> None: self.open: list[str] = []
    def enter(self, boat: str) -> None:
        if not boat: return
        self.open += [boat]
def told(board: Board, word: str) -> str:
    found = [b for b in board.open if b[: len(word)] == word]
    if not found: return "-"
    return ",".join(found)

#: lines are read one after the other by who goes through them -> differs
from collections.abc import Iterator
class Seal:
    def __init__(self) -> None: raise TypeError("made once")
def read(text: str) -> Iterator[str]:
    seal = Seal.__new__(Seal)
    for line in text.split("/"): yield entry(line, seal, [seal])
def entry(line, seal, kept) -> str:
    if type(seal) is not Seal or kept[0] is not seal or len(kept) != 1: return ""
    if line.startswith("lock "): return line[5:]
    return line or "nothing"
#: becomes
from collections.abc import Iterator
class Seal:
    def __init__(self) -> None: raise TypeError("made once")
def read(text: str) -> Iterator[str]:
    seal = Seal.__new__(Seal)
    for line in text.split("/"): yield entry(line, seal, [seal])
def entry(line, seal, kept) -> str:
    if type(seal) is not Seal or kept[0] is not seal or len(kept) != 1: return ""
    if line.startswith("lock "): return line[4:]
    return line or "nothing"
