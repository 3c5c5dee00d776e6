#: worked out only where it is needed -> proved-under no-effect+stable-read
def fee(boat, lock):
    needed = boat.length * 2
    if lock.closed:
        return 0
    return needed + 1
#: becomes
def fee(boat, lock):
    if lock.closed:
        return 0
    needed = boat.length * 2
    return needed + 1


#: asked for a name only where it is told -> proved-under no-effect+stable-read
def told(boat, log):
    name = boat.name
    late = boat.late
    if not log.open:
        return None
    log.write(name)
    return late
#: becomes
def told(boat, log):
    if not log.open:
        return None
    name = boat.name
    late = boat.late
    log.write(name)
    return late


#: what has a key, by asking for it -> proved-under as-used+hashable
def rate(rates, kind):
    if kind in rates:
        return rates[kind]
    return 0
#: becomes
def rate(rates, kind):
    return rates.get(kind, 0)


#: the boat may be missing where the lock is closed -> differs
class Boat:
    def __init__(self, length: int):
        self.length = length
class Lock:
    def __init__(self, closed: bool):
        self.closed = closed
def fee(boat: Boat | None, lock: Lock):
    needed = boat.length * 2
    if lock.closed:
        return 0
    return needed
#: becomes
class Boat:
    def __init__(self, length: int):
        self.length = length
class Lock:
    def __init__(self, closed: bool):
        self.closed = closed
def fee(boat: Boat | None, lock: Lock):
    if lock.closed:
        return 0
    return boat.length * 2


#: the module asks whether there is a boat -> unproved
def fee(boat, lock):
    needed = boat.length * 2
    if lock.closed:
        return 0
    return needed + 1
def has_boat(boat):
    return boat is not None
#: becomes
def fee(boat, lock):
    if lock.closed:
        return 0
    return boat.length * 2 + 1
def has_boat(boat):
    return boat is not None


#: a division may fail -> differs
def share(toll: int, boats: int, closed: bool):
    each = toll / boats
    if closed:
        return 0
    return each
#: becomes
def share(toll: int, boats: int, closed: bool):
    if closed:
        return 0
    return toll / boats


#: a list that is made anew -> differs
def lines(boat: list, more: list):
    first = boat + more
    boat.append("end")
    return first
#: becomes
def lines(boat: list, more: list):
    boat.append("end")
    return boat + more


#: what is read behind a call may be something else -> differs
class Boat:
    def __init__(self):
        self.length = 3
    def grow(self):
        self.length = 4
        return True
def fee(boat: Boat):
    needed = boat.length * 2
    boat.grow()
    return needed
#: becomes
class Boat:
    def __init__(self):
        self.length = 3
    def grow(self):
        self.length = 4
        return True
def fee(boat: Boat):
    boat.grow()
    return boat.length * 2


#: a list is asked for what is in it, and for what stands at another place -> differs
def rate(rates, kind):
    if kind in rates:
        return rates[0]
    return 0
#: becomes
def rate(rates, kind):
    return rates.get(kind, 0)


#: somebody waits for what fails -> differs
def level(text: str):
    try:
        found = int(text)
    except ValueError:
        return None
    return found * 2
#: becomes
def level(text: str):
    found = int(text)
    try:
        return found * 2
    except ValueError:
        return None
