#: statements of one shape become rows and a loop -> proved
def report(board, day):
    board.hang("level", 3)
    board.hang("depth", 4)
    board.hang("flow", 7)
    return day
#: becomes
ROWS = (("level", 3), ("depth", 4), ("flow", 7))


def report(board, day):
    for name, hook in ROWS:
        board.hang(name, hook)
    return day

#: rows in another order -> differs
def report(board):
    board.hang("level", 3)
    board.hang("depth", 4)
#: becomes
def report(board):
    for name, hook in (("depth", 4), ("level", 3)):
        board.hang(name, hook)

#: a row is missing -> differs
def report(board):
    board.hang("level", 3)
    board.hang("depth", 4)
    board.hang("flow", 7)
#: becomes
def report(board):
    for name, hook in [("level", 3), ("depth", 4)]:
        board.hang(name, hook)

#: a loop that stops early -> differs
def total(boat):
    pence = 0
    if boat.rank(1):
        pence += 10
    if boat.rank(2):
        pence += 20
    return pence
#: becomes
def total(boat):
    pence = 0
    for rank, more in ((1, 10), (2, 20)):
        if boat.rank(rank):
            pence += more
            break
    return pence

#: rules as rows -> proved
def total(boat):
    pence = 0
    if boat.rank(1):
        pence += 10
    if boat.rank(2):
        pence += 20
    return pence
#: becomes
RULES = [(1, 10), (2, 20)]


def total(boat):
    pence = 0
    for rank, more in RULES:
        if boat.rank(rank):
            pence += more
    return pence

#: the first rule that holds, with an else for none -> proved
def rank(boat):
    if boat.has(1):
        return "first"
    if boat.has(2):
        return "second"
    return "none"
#: becomes
def rank(boat):
    for number, word in ((1, "first"), (2, "second")):
        if boat.has(number):
            return word
    else:
        return "none"

#: rows that the module changes -> differs
def report(board):
    board.hang("level")
    board.hang("depth")
#: becomes
ROWS = ["level", "depth"]


def report(board):
    ROWS.reverse()
    for name in ROWS:
        board.hang(name)

#: the loop's name is used behind the loop -> differs
def report(board, name):
    board.hang("level")
    board.hang("depth")
    return name
#: becomes
def report(board, name):
    for name in ("level", "depth"):
        board.hang(name)
    return name

#: a table of functions that is not there yet when the module needs it -> undecided
def weigh(kind: str):
    if kind == "barge":
        return wide(kind)
    if kind == "tug":
        return strong(kind)
    return ""


def wide(kind):
    return kind


def strong(kind):
    return kind * 2


FIRST = weigh("tug")
#: becomes
def weigh(kind: str):
    if kind in WEIGH_BY_KIND:
        return WEIGH_BY_KIND[kind](kind)
    return ""


def wide(kind):
    return kind


def strong(kind):
    return kind * 2


FIRST = weigh("tug")
WEIGH_BY_KIND = {"barge": wide, "tug": strong}

#: rows added up by sum -> proved
def surcharge(length: int, night: bool):
    pence = 0
    if length > 200:
        pence += 50
    if length > 250:
        pence += 70
    if length > 300:
        pence += 90
    return pence
#: becomes
ROWS = ((200, 50), (250, 70), (300, 90))


def surcharge(length: int, night: bool):
    return sum(added for limit, added in ROWS if length > limit)

#: a row too few for the sum -> differs
def surcharge(length: int, night: bool):
    pence = 0
    if length > 200:
        pence += 50
    if length > 250:
        pence += 70
    if length > 300:
        pence += 90
    return pence
#: becomes
ROWS = ((200, 50), (250, 70))


def surcharge(length: int, night: bool):
    return sum(added for limit, added in ROWS if length > limit)

#: rows that can be passed in -> proved
def surcharge(length: int):
    pence = 0
    if length > 200:
        pence += 50
    if length > 250:
        pence += 70
    return pence
#: becomes
ROWS = ((200, 50), (250, 70))


def surcharge(length: int, *, rows=ROWS):
    pence = 0
    for limit, added in rows:
        if length > limit:
            pence += added
    return pence

#: a table that both have can be passed in -> proved-under unpatched
FARES = {"barge": 240, "tug": 180}


def fare(kind: str):
    return FARES.get(kind, 60)
#: becomes
FARES = {"barge": 240, "tug": 180}


def fare(kind: str, *, fares=FARES):
    return fares.get(kind, 60)

#: a table is passed in that is another one when the function is defined -> differs
FARES = {"barge": 240, "tug": 180}
FARES = {"barge": 250, "tug": 190}


def fare(kind: str):
    return FARES.get(kind, 60)


FARES = {"barge": 260, "tug": 200}
#: becomes
FARES = {"barge": 240, "tug": 180}
FARES = {"barge": 250, "tug": 190}


def fare(kind: str, *, fares=FARES):
    return fares.get(kind, 60)


FARES = {"barge": 260, "tug": 200}

#: what can be passed in is another table -> differs
FARES = {"barge": 240, "tug": 180}
RATES = {"barge": 24, "tug": 18}


def fare(kind: str):
    return FARES.get(kind, 60)
#: becomes
FARES = {"barge": 240, "tug": 180}
RATES = {"barge": 24, "tug": 18}


def fare(kind: str, *, fares=RATES):
    return fares.get(kind, 60)

#: a keyword that was kept before is taken away -> differs
FARES = {"barge": 240, "tug": 180}


def fare(kind: str, **notes: int):
    return FARES.get(kind, 60), sorted(notes)
#: becomes
FARES = {"barge": 240, "tug": 180}


def fare(kind: str, *, fares=FARES, **notes: int):
    return fares.get(kind, 60), sorted(notes)

#: what is passed in is changed on the way -> differs
FARES = {"barge": 240, "tug": 180}


def fare(kind: str):
    return FARES.get(kind, 60)
#: becomes
FARES = {"barge": 240, "tug": 180}


def fare(kind: str, *, fares=FARES):
    fares = {**fares, "tug": 0}
    return fares.get(kind, 60)

#: in the class the name of what can be passed in means something else -> differs
ROWS = (1, 2)
class Desk:
    def ROWS(self):
        return 4
    def take(self):
        return sum(ROWS)
#: becomes
ROWS = (1, 2)
class Desk:
    def ROWS(self):
        return 4
    def take(self, *, rows=ROWS):
        return sum(rows)

#: what can be passed in is set again by the function -> differs
import os
ROWS = (1, 2)
def take(n: int):
    global ROWS
    ROWS = (n,)
    return sum(ROWS)
#: becomes
import os
ROWS = (1, 2)
def take(n: int, *, rows=ROWS):
    global ROWS
    ROWS = (n,)
    return sum(rows)

#: a sum that starts elsewhere -> differs
ROWS = ((1, 2), (3, 4))
def f(n: int):
    total = 1
    if n > 1:
        total += 2
    if n > 3:
        total += 4
    return total
#: becomes
ROWS = ((1, 2), (3, 4))
def f(n: int):
    return sum(b for a, b in ROWS if n > a)

#: what was an extra keyword is taken away -> differs
ROWS = (1, 2)
class A:
    def f(self, n: int, **kw):
        return kw
    def g(self, n):
        return self.f(n, rows=3)
#: becomes
ROWS = (1, 2)
class A:
    def f(self, n: int, *, rows=ROWS, **kw):
        return kw
    def g(self, n):
        return self.f(n, rows=3)

#: another class takes a keyword of that name already -> tested
ROWS = (1, 2)
class P:
    def f(self, n, *, rows=5):
        return rows
class D(P):
    def f(self, n):
        return n in ROWS
def g(p: P):
    return p.f(1, rows=3)
#: becomes
ROWS = (1, 2)
class P:
    def f(self, n, *, rows=5):
        return rows
class D(P):
    def f(self, n, *, rows=ROWS):
        return n in rows
def g(p: P):
    return p.f(1, rows=3)

#: the module asks what the function takes -> tested
import inspect
ROWS = (1, 2)
def f(n: int):
    return n in ROWS
def names():
    return list(inspect.signature(f).parameters)
#: becomes
import inspect
ROWS = (1, 2)
def f(n: int, *, rows=ROWS):
    return n in rows
def names():
    return list(inspect.signature(f).parameters)
