#: a method for each order, asked for first -> proved-under hashable+no-effect+not-overridden+plain-equality
class Desk:
    def run(self, order, boat):
        if order == "in":
            return self.take(boat)
        elif order == "out":
            return self.let_go(boat)
        return None
    def take(self, boat):
        return 1
    def let_go(self, boat):
        return 2
#: becomes
class Desk:
    def run(self, order, boat):
        actions = {"in": self.take, "out": self.let_go}
        action = actions.get(order)
        if action is None:
            return None
        return action(boat)
    def take(self, boat):
        return 1
    def let_go(self, boat):
        return 2

#: a lambda for each kind, called where there is one -> proved
def pence(kind: str, length: int) -> int:
    if kind == "barge":
        return length * 12
    if kind == "tug":
        return length * 9 + 40
    return 0
#: becomes
PENCE = {"barge": lambda length: length * 12, "tug": lambda length: length * 9 + 40}
def pence(kind: str, length: int) -> int:
    formula = PENCE.get(kind)
    return formula(length) if formula else 0

#: a lambda for each kind, in a branch -> proved
def pence(kind: str, length: int) -> int:
    found = 0
    if kind == "barge":
        found = length * 12
    elif kind == "tug":
        found = length * 9 + 40
    return found
#: becomes
PENCE = {"barge": lambda length: length * 12, "tug": lambda length: length * 9 + 40}
def pence(kind: str, length: int) -> int:
    found = 0
    formula = PENCE.get(kind)
    if formula is not None:
        found = formula(length)
    return found

#: called without asking -> differs
def pence(kind: str, length: int) -> int:
    if kind == "barge":
        return length * 12
    raise KeyError(kind)
#: becomes
PENCE = {"barge": lambda length: length * 12}
def pence(kind: str, length: int) -> int:
    formula = PENCE.get(kind)
    return formula(length)

#: asked the wrong way round -> differs
def pence(kind: str, length: int) -> int:
    if kind == "barge":
        return length * 12
    return 0
#: becomes
PENCE = {"barge": lambda length: length * 12}
def pence(kind: str, length: int) -> int:
    formula = PENCE.get(kind)
    if formula is not None:
        return 0
    return length * 12

#: a kind without a function -> differs
def pence(kind: str, length: int) -> int:
    if kind == "barge":
        return length * 12
    if kind == "raft":
        raise TypeError(kind)
    return 0
#: becomes
PENCE = {"barge": lambda length: length * 12, "raft": None}
def pence(kind: str, length: int) -> int:
    formula = PENCE.get(kind)
    if formula is None:
        return 0
    return formula(length)

#: the kind is another one by the time of the call -> differs
class Boat:
    def __init__(self, kind: str):
        self.kind = kind
    def turn(self):
        self.kind = "tug"
def pence(boat: Boat) -> int:
    if boat.kind not in ("barge", "tug"):
        return 0
    boat.turn()
    return 12 if boat.kind == "barge" else 9
#: becomes
class Boat:
    def __init__(self, kind: str):
        self.kind = kind
    def turn(self):
        self.kind = "tug"
PENCE = {"barge": lambda: 12, "tug": lambda: 9}
def pence(boat: Boat) -> int:
    formula = PENCE.get(boat.kind)
    if formula is None:
        return 0
    boat.turn()
    return formula()

#: what is asked is handed on as well -> differs
def pence(kind: str, log: list):
    if kind == "barge":
        log.append(12)
        return True
    return False
#: becomes
PENCE = {"barge": lambda: 12}
def pence(kind: str, log: list):
    formula = PENCE.get(kind)
    if formula is None:
        return False
    log.append(formula())
    log.append(formula)
    return True

#: a table that is added to -> differs
PENCE = {"barge": lambda: 12}
def forget(kind: str):
    PENCE[kind] = None
def pence(kind: str):
    forget("barge")
    if kind in PENCE:
        return PENCE[kind]()
    return 0
#: becomes
PENCE = {"barge": lambda: 12}
def forget(kind: str):
    PENCE[kind] = None
def pence(kind: str):
    forget("barge")
    formula = PENCE.get(kind)
    if formula is not None:
        return formula()
    return 0

#: the key is read once, and the functions have the names of the kinds -> proved-under hashable+no-effect+plain-equality+stable-read
def handle(event, desk):
    if event["kind"] == "arrive":
        desk.add(event["boat"])
        return "added"
    elif event["kind"] == "pay":
        desk.pay(event["boat"], event["toll"])
        return "paid"
    else:
        return "unknown"
#: becomes
def handle(event, desk):
    handler = HANDLERS.get(event["kind"])
    if handler is None:
        return "unknown"
    return handler(event, desk)
def arrive(event, desk):
    desk.add(event["boat"])
    return "added"
def pay(event, desk):
    desk.pay(event["boat"], event["toll"])
    return "paid"
HANDLERS = {"arrive": arrive, "pay": pay}

#: a text may come to mean the new function -> unproved-this-way
import sys
def handle(kind: str) -> str:
    return "added" if kind == "arrive" else "unknown"
def again(kind: str) -> str:
    return getattr(sys.modules[__name__], "arrive", handle)(kind)
#: becomes
import sys
def handle(kind: str) -> str:
    return arrive(kind) if kind == "arrive" else "unknown"
def again(kind: str) -> str:
    return getattr(sys.modules[__name__], "arrive", handle)(kind)
def arrive(kind: str) -> str:
    return "added"
