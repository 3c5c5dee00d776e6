#: an element is of the class that is declared of its list -> proved-under as-declared+no-effect+not-overridden+unpatched
class Notice:
    def __init__(self, lock: str): self.lock = lock
class Closure(Notice): ...
def post(notices: list[Notice], board):
    for notice in notices:
        if isinstance(notice, Closure): said = "closed"
        else: said = "open"
        board.write(notice.lock, said)
#: becomes
class Notice:
    def __init__(self, lock: str): self.lock = lock
    def said(self): return "open"
class Closure(Notice):
    def said(self): return "closed"
def post(notices: list[Notice], board):
    for notice in notices:
        said = notice.said()
        board.write(notice.lock, said)

#: a value of a declared mapping is of its class -> proved-under as-declared+no-effect+not-overridden+unpatched
class Notice:
    def __init__(self, lock: str): self.lock = lock
class Closure(Notice): ...
def post(notices: dict[str, Notice], board):
    for lock, notice in notices.items():
        if isinstance(notice, Closure): said = "closed"
        else: said = "open"
        board.write(lock, said)
#: becomes
class Notice:
    def __init__(self, lock: str): self.lock = lock
    def said(self): return "open"
class Closure(Notice):
    def said(self): return "closed"
def post(notices: dict[str, Notice], board):
    for lock, notice in notices.items():
        board.write(lock, notice.said())

#: a declared attribute is of its class -> proved-under as-declared+no-effect+not-overridden+unpatched
class Notice:
    def __init__(self, lock: str): self.lock = lock
class Closure(Notice): ...
class Board:
    def __init__(self, last: Notice): self.last = last
    def said(self):
        if isinstance(self.last, Closure): return "closed"
        return "open"
#: becomes
class Notice:
    def __init__(self, lock: str): self.lock = lock
    def word(self): return "open"
class Closure(Notice):
    def word(self): return "closed"
class Board:
    def __init__(self, last: Notice): self.last = last
    def said(self):
        return self.last.word()

#: of a list of nothing in particular, no class is known -> differs
class Notice: ...
class Closure(Notice): ...
def post(notices: list):
    return ["closed" if isinstance(n, Closure) else "open" for n in notices]
#: becomes
class Notice:
    def word(self): return "open"
class Closure(Notice):
    def word(self): return "closed"
def post(notices: list):
    return [n.word() for n in notices]

#: what may be None has no method -> differs
class Notice: ...
class Closure(Notice): ...
def post(notices: list[Notice | None], board: list):
    for notice in notices:
        if isinstance(notice, Closure): board.append("closed")
        else: board.append("open")
#: becomes
class Notice:
    def word(self): return "open"
class Closure(Notice):
    def word(self): return "closed"
def post(notices: list[Notice | None], board: list):
    for notice in notices:
        board.append(notice.word())

#: a key is no value -> differs
class Notice:
    def __init__(self, lock: str): self.lock = lock
class Closure(Notice): ...
def post(notices: dict[str, Notice], board: list):
    for notice, lock in notices.items():
        if isinstance(notice, Closure): board.append("closed")
        else: board.append("open")
#: becomes
class Notice:
    def __init__(self, lock: str): self.lock = lock
    def word(self): return "open"
class Closure(Notice):
    def word(self): return "closed"
def post(notices: dict[str, Notice], board: list):
    for notice, lock in notices.items():
        board.append(notice.word())

#: a list is no longer what it was declared to be once something else is put in -> differs
def lowest(levels: list[int]) -> list:
    levels.append(None)
    return ["dry" if level is None else level for level in levels]
#: becomes
def lowest(levels: list[int]) -> list:
    levels.append(None)
    return [level for level in levels]

#: what another list adds is not declared -> differs
def noted(levels: list[int], book: list) -> None:
    for level in levels + [None]:
        if level is None: book.append("end")
        book.append(level)
#: becomes
def noted(levels: list[int], book: list) -> None:
    for level in levels + [None]:
        book.append(level)

#: something else is put in later, and met in the next round -> differs
def noted(levels: list[int], book: list) -> None:
    for _ in range(2):
        for level in levels:
            if level is None: book.append("end")
            book.append(level)
        levels[0:1] = [None]
#: becomes
def noted(levels: list[int], book: list) -> None:
    for _ in range(2):
        for level in levels:
            book.append(level)
        levels[0:1] = [None]

#: a value that is set is no longer declared -> differs
def noted(levels: dict[str, int], book: list) -> None:
    levels["sill"] = None
    for level in levels.values():
        if level is None: book.append("end")
        book.append(level)
#: becomes
def noted(levels: dict[str, int], book: list) -> None:
    levels["sill"] = None
    for level in levels.values():
        book.append(level)

#: a list that grows by another one -> differs
def noted(levels: list[int], book: list) -> None:
    levels += ["end"]
    for level in levels:
        if isinstance(level, str): book.append("end")
        book.append(level)
#: becomes
def noted(levels: list[int], book: list) -> None:
    levels += ["end"]
    for level in levels:
        book.append(level)

#: what is joined of two declared lists is declared -> proved-under as-declared
def noted(levels: list[int], more: list[int], book: list) -> None:
    for level in levels + more:
        if level is None: book.append("end")
        book.append(level)
#: becomes
def noted(levels: list[int], more: list[int], book: list) -> None:
    for level in levels + more:
        book.append(level)

#: what turned out to be of a class has what that class declares -> proved-under as-declared+no-effect+not-overridden+unpatched
class Vessel: ...
class Barge(Vessel):
    def __init__(self, cargo: int): self.cargo = cargo
def tonnes(vessels: list[Vessel]):
    total = 0
    for vessel in vessels:
        if isinstance(vessel, Barge):
            total += vessel.cargo
    return total
#: becomes
class Vessel:
    def tonnes(self): return 0
class Barge(Vessel):
    def __init__(self, cargo: int): self.cargo = cargo
    def tonnes(self): return self.cargo
def tonnes(vessels: list[Vessel]):
    return sum(vessel.tonnes() for vessel in vessels)

#: what turned out not to be of a class need not have it -> unproved
class Vessel: ...
class Barge(Vessel):
    def __init__(self, cargo: int): self.cargo = cargo
def tonnes(vessel: Vessel, book: list):
    if not isinstance(vessel, Barge): vessel.cargo
    book.append(vessel)
#: becomes
class Vessel: ...
class Barge(Vessel):
    def __init__(self, cargo: int): self.cargo = cargo
def tonnes(vessel: Vessel, book: list):
    book.append(vessel)

#: behind a question for the class, the other kinds are met again -> unproved
class Vessel: ...
class Barge(Vessel):
    def __init__(self, cargo: int): self.cargo = cargo
def tonnes(vessel: Vessel, book: list):
    if isinstance(vessel, Barge): book.append(vessel.cargo)
    vessel.cargo
    book.append(1)
#: becomes
class Vessel: ...
class Barge(Vessel):
    def __init__(self, cargo: int): self.cargo = cargo
def tonnes(vessel: Vessel, book: list):
    if isinstance(vessel, Barge): book.append(vessel.cargo)
    book.append(1)

#: an empty text is not what was there before -> differs
class Vessel: ...
class Barge(Vessel):
    def __init__(self, cargo: str): self.cargo = cargo
def tonnes(vessels: list[Vessel]):
    total = None
    for vessel in vessels:
        if isinstance(vessel, Barge):
            total = vessel.cargo
    return total
#: becomes
class Vessel:
    def tonnes(self): return ""
class Barge(Vessel):
    def __init__(self, cargo: str): self.cargo = cargo
    def tonnes(self): return self.cargo
def tonnes(vessels: list[Vessel]):
    total = None
    for vessel in vessels:
        total = vessel.tonnes()
    return total

#: an object of another class was put in -> differs
class Vessel: ...
class Barge(Vessel): ...
class Gate: ...
def note(vessels: list[Vessel], board: list):
    vessels.append(Gate())
    for vessel in vessels:
        if isinstance(vessel, Barge): board.append(1)
        else: board.append(2)
#: becomes
class Vessel:
    def number(self): return 2
class Barge(Vessel):
    def number(self): return 1
class Gate: ...
def note(vessels: list[Vessel], board: list):
    vessels.append(Gate())
    for vessel in vessels:
        board.append(vessel.number())

#: a function that says one thing and hands back None -> differs
class Vessel: ...
class Barge(Vessel): ...
def first(names: list[str]) -> Vessel:
    return Barge() if names else None
def note(names: list[str]):
    vessel = first(names)
    if isinstance(vessel, Barge): return 1
    return 2
#: becomes
class Vessel:
    def number(self): return 2
class Barge(Vessel):
    def number(self): return 1
def first(names: list[str]) -> Vessel:
    return Barge() if names else None
def note(names: list[str]):
    vessel = first(names)
    return vessel.number()
