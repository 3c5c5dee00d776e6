#: a list is written with what it holds -> proved
def found(boat, lock):
    marks = []
    marks.append(boat)
    if lock.open:
        marks.append(lock)
    return marks
#: becomes
def found(boat, lock):
    marks = [boat]
    if lock.open:
        marks.append(lock)
    return marks

#: boats by their kind, in a dict that the function makes -> proved
def by_kind(boats):
    berths = {}
    for boat in boats:
        kind = boat.kind
        if kind in berths:
            berths[kind].append(boat)
        else:
            berths[kind] = [boat]
    return berths
#: becomes
def by_kind(boats):
    berths = {}
    for boat in boats:
        kind = boat.kind
        berths.setdefault(kind, []).append(boat)
    return berths

#: a list under a key of a dict that is handed in -> proved-under as-declared
def keep(berths: dict[str, list[str]], kind: str, name: str) -> None:
    if kind in berths:
        berths[kind].append(name)
    else:
        berths[kind] = [name]
#: becomes
def keep(berths: dict[str, list[str]], kind: str, name: str) -> None:
    berths.setdefault(kind, []).append(name)

#: a list under a key of something that may do more when it is put there -> differs
class Board:
    def __init__(self):
        self.shown = []
        self.lists = {}
    def __getitem__(self, kind):
        return self.lists[kind]
    def __setitem__(self, kind, boats):
        self.shown.append(len(boats))
        self.lists[kind] = boats
def keep(board: Board, kind: str, name: str) -> None:
    board[kind] = [name]
#: becomes
class Board:
    def __init__(self):
        self.shown = []
        self.lists = {}
    def __getitem__(self, kind):
        return self.lists[kind]
    def __setitem__(self, kind, boats):
        self.shown.append(len(boats))
        self.lists[kind] = boats
def keep(board: Board, kind: str, name: str) -> None:
    board[kind] = []
    board[kind].append(name)

#: what is put into the list fails when the list is there already -> differs
def keep(berths: dict[str, list[int]], kind: str, name: str) -> None:
    berths[kind] = [int(name)]
#: becomes
def keep(berths: dict[str, list[int]], kind: str, name: str) -> None:
    berths[kind] = []
    berths[kind].append(int(name))

#: another list is filled -> differs
def keep(berths: dict[str, list[str]], kind: str, name: str) -> None:
    if kind in berths:
        berths[kind].append(name)
    else:
        berths[kind] = [name]
#: becomes
def keep(berths: dict[str, list[str]], kind: str, name: str) -> None:
    berths.get(kind, []).append(name)

#: what is added first and last change places -> differs
def found(boat, lock):
    marks = [boat]
    marks.append(lock)
    return marks
#: becomes
def found(boat, lock):
    return [lock, boat]

#: one list is handed out before it is full -> differs
def found(boat, office):
    marks = []
    office.keep(marks)
    marks.append(boat)
    return marks
#: becomes
def found(boat, office):
    marks = [boat]
    office.keep(marks)
    return marks

#: one list under two keys, two lists under two keys -> differs
def keep(name: str) -> dict[str, list[str]]:
    berths: dict[str, list[str]] = {}
    both = [name]
    berths["upper"] = both
    berths["lower"] = both
    berths["lower"].append("tug")
    return berths
#: becomes
def keep(name: str) -> dict[str, list[str]]:
    berths: dict[str, list[str]] = {}
    berths["upper"] = [name]
    berths["lower"] = [name]
    berths["lower"].append("tug")
    return berths
