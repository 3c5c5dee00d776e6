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

#: asked again behind a sum -> proved-under no-effect
def fee(boat, limit, more):
    if boat > limit:
        return 0
    total = boat + more
    return total if boat > limit else -total
#: becomes
def fee(boat, limit, more):
    if boat > limit:
        return 0
    total = boat + more
    return -total

#: a sum of the module's own says more -> differs
class Toll:
    def __init__(self, pence: int):
        self.pence = pence
        self.asked = 0
    def __add__(self, other):
        self.asked += 1
        return self.pence + other.pence
    def __gt__(self, other):
        return self.asked > 0
def fee(toll: Toll, more: Toll):
    first = toll > more
    total = toll + more
    return first, toll > more, total
#: becomes
class Toll:
    def __init__(self, pence: int):
        self.pence = pence
        self.asked = 0
    def __add__(self, other):
        self.asked += 1
        return self.pence + other.pence
    def __gt__(self, other):
        return self.asked > 0
def fee(toll: Toll, more: Toll):
    first = toll > more
    total = toll + more
    return first, first, total

#: a pattern with something written in it is true -> proved
def told(count, log):
    text = "%d boats" % count
    if text:
        log.append(text)
    return text
#: becomes
def told(count, log):
    text = "%d boats" % count
    log.append(text)
    return text

#: a pattern with nothing written in it may be empty -> differs
def told(name: str, log: list):
    text = "%s%s" % (name, name)
    if text:
        log.append(text)
    return log
#: becomes
def told(name: str, log: list):
    text = "%s%s" % (name, name)
    log.append(text)
    return log

#: only some boats have what is asked for -> unproved
class Boat:
    def __init__(self, kind):
        self.kind = kind
        if kind == "tug":
            self.power = 3
def strong(boat, lock):
    power = boat.power
    if lock.closed:
        return 0
    return power
#: becomes
class Boat:
    def __init__(self, kind):
        self.kind = kind
        if kind == "tug":
            self.power = 3
def strong(boat, lock):
    if lock.closed:
        return 0
    return boat.power

#: what is put into it may be a copy -> unproved-this-way
def note(shelf, key, line):
    if key not in shelf:
        shelf[key] = []
    shelf[key].append(line)
#: becomes
def note(shelf, key, line):
    shelf.setdefault(key, []).append(line)

#: what is under a key is named first -> proved-under no-effect+stable-read
def tell(passage, log) -> None:
    log(passage["boat"], passage["lock"])
#: becomes
def tell(passage, log) -> None:
    lock = passage["lock"]
    log(passage["boat"], lock)

#: somebody asks whether the key is there -> differs
def tell(passage: dict[str, str]) -> str:
    if passage["boat"] == "":
        return ""
    return passage["lock"] if "lock" in passage else "none"
#: becomes
def tell(passage: dict[str, str]) -> str:
    lock = passage["lock"]
    if passage["boat"] == "":
        return ""
    return lock if "lock" in passage else "none"

#: what is under the key is set in between -> differs
def tell(passage: dict[str, str]) -> str:
    passage["lock"] = "upper"
    return passage["boat"] + passage["lock"]
#: becomes
def tell(passage: dict[str, str]) -> str:
    lock = passage["lock"]
    passage["lock"] = "upper"
    return passage["boat"] + lock

#: a reason is written where nobody may ask for it -> proved-under no-effect+stable-read
def admit(boat, lock, on_refuse=None):
    if boat.kind in lock.kinds:
        if lock.is_free():
            return lock.fill(boat)
        else:
            if on_refuse is not None:
                on_refuse(boat, "not free")
            return []
    else:
        if on_refuse is not None:
            on_refuse(boat, "unknown kind %r" % boat.kind)
        return []
#: becomes
def admit(boat, lock, on_refuse=None):
    if boat.kind not in lock.kinds:
        return _refuse(boat, "unknown kind %r" % boat.kind, on_refuse)
    if not lock.is_free():
        return _refuse(boat, "not free", on_refuse)
    return lock.fill(boat)

def _refuse(boat, why, on_refuse):
    if on_refuse is not None:
        on_refuse(boat, why)
    return []

#: a text that is no longer written where nobody asks for it -> proved-under no-effect
def tell(boat, log):
    text = f"{boat} waits"
    if log is not None:
        log.write(text)
#: becomes
def tell(boat, log):
    if log is not None:
        log.write(f"{boat} waits")

#: a class that does something when it is written out -> differs
class Boat:
    def __init__(self):
        self.told = 0

    def __str__(self):
        self.told += 1
        return "boat"

def tell(boat: Boat, late: bool):
    if late:
        print(f"{boat} waits")
    return boat.told
#: becomes
class Boat:
    def __init__(self):
        self.told = 0

    def __str__(self):
        self.told += 1
        return "boat"

def tell(boat: Boat, late: bool):
    text = f"{boat} waits"
    if late:
        print(text)
    return boat.told

#: a number is asked for where nobody may ask for the text -> differs
def tell(level: int | None, log: list):
    if level is not None:
        log.append("level %d" % level)
#: becomes
def tell(level: int | None, log: list):
    text = "level %d" % level
    if level is not None:
        log.append(text)

#: a list grows before it is written out -> differs
def tell(boats: list, boat: str):
    boats.append(boat)
    return f"{boats}"
#: becomes
def tell(boats: list, boat: str):
    text = f"{boats}"
    boats.append(boat)
    return text

#: somebody waits for a text that cannot be written -> differs
class Boat:
    name = "Rana"

    @property
    def title(self):
        return "%s %s" % (self.name, {}["rank"])

def tell(boat: Boat, log: list):
    try:
        if log:
            return f"{boat.title} waits"
        return "nothing"
    except KeyError:
        return "no rank"
#: becomes
class Boat:
    name = "Rana"

    @property
    def title(self):
        return "%s %s" % (self.name, {}["rank"])

def tell(boat: Boat, log: list):
    try:
        text = f"{boat.title} waits"
        if log:
            return text
        return "nothing"
    except KeyError:
        return "no rank"
