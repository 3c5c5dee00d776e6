#: what is told is named before it is told -> proved-under no-effect+stable-read
def tell(log, boat):
    log.write(boat.line())
#: becomes
def tell(log, boat):
    line = boat.line()
    log.write(line)

#: the first of two arguments has a name -> proved-under no-effect+stable-read
def moor(lock, boat):
    lock.take(boat.rope(), boat.chain(), quick=boat.late())
#: becomes
def moor(lock, boat):
    rope = boat.rope()
    lock.take(rope, boat.chain(), quick=boat.late())

#: arguments of the questions of a chain, each in its place -> proved-under no-effect+stable-read
def answer(lock, boat):
    if lock.is_full(boat.size()):
        return 1
    elif not lock.knows(boat.name()):
        return 2
    return lock.enter(boat.line())
#: becomes
def answer(lock, boat):
    size = boat.size()
    if lock.is_full(size):
        return 1
    name = boat.name()
    if not lock.knows(name):
        return 2
    line = boat.line()
    return lock.enter(line)

#: an argument of an argument -> proved-under no-effect+stable-read
def tell(log, boat, desk):
    log.write(desk.stamped(boat.line()))
#: becomes
def tell(log, boat, desk):
    line = boat.line()
    stamped = desk.stamped(line)
    log.write(stamped)

#: elements, and what a new object keeps for itself -> proved-under no-effect+stable-read
class Desk:
    def __init__(self):
        self.lines = []
    def tell(self, boats):
        for boat in boats:
            self.lines.append(boat.line())
            boat.hears(self.answer(boat))
    def answer(self, boat):
        return boat.name
#: becomes
class Desk:
    def __init__(self):
        self.lines = []
    def tell(self, boats):
        for boat in boats:
            line = boat.line()
            self.lines.append(line)
            answer = self.answer(boat)
            boat.hears(answer)
    def answer(self, boat):
        return boat.name

#: somebody waits for another error -> proved-under no-effect+stable-read
def tell(log, boat):
    try:
        log.write(boat.line())
    except ValueError:
        return 0
#: becomes
def tell(log, boat):
    try:
        line = boat.line()
        log.write(line)
    except ValueError:
        return 0

#: there may be no log -> differs
class Boat:
    def __init__(self):
        self.told = 0
    def line(self):
        self.told += 1
        return "boat"
def tell(boat: Boat, log=None):
    log.write(boat.line())
#: becomes
class Boat:
    def __init__(self):
        self.told = 0
    def line(self):
        self.told += 1
        return "boat"
def tell(boat: Boat, log=None):
    line = boat.line()
    log.write(line)

#: the module asks elsewhere whether there is a log -> unproved
def tell(log, boat):
    log.write(boat.line())
def is_told(log):
    return log is not None
#: becomes
def tell(log, boat):
    line = boat.line()
    log.write(line)
def is_told(log):
    return log is not None

#: somebody waits for a log that cannot write -> unproved
def tell(log, boat):
    try:
        log.write(boat.line())
    except AttributeError:
        return 0
#: becomes
def tell(log, boat):
    try:
        line = boat.line()
        log.write(line)
    except AttributeError:
        return 0

#: what is told gives the desk another list -> differs
class Desk:
    def __init__(self):
        self.lines = []
    def tell(self, name: str):
        self.lines.append(self.line(name))
        return self.lines
    def line(self, name: str):
        self.lines = []
        return name
#: becomes
class Desk:
    def __init__(self):
        self.lines = []
    def tell(self, name: str):
        line = self.line(name)
        self.lines.append(line)
        return self.lines
    def line(self, name: str):
        self.lines = []
        return name

#: what is told gives the module another list -> differs
LINES = []
def line(name: str):
    global LINES
    LINES = []
    return name
def tell(name: str):
    LINES.append(line(name))
    return LINES
#: becomes
LINES = []
def line(name: str):
    global LINES
    LINES = []
    return name
def tell(name: str):
    told = line(name)
    LINES.append(told)
    return LINES

#: what was looked up may not be there -> unproved
def tell(desk, boat):
    lock = desk.locks.get(boat.name)
    lock.enter(boat.line())
#: becomes
def tell(desk, boat):
    lock = desk.locks.get(boat.name)
    line = boat.line()
    lock.enter(line)

#: reading the method does something -> differs
class Lock:
    def __init__(self):
        self.read = []
    @property
    def take(self):
        self.read.append("take")
        return self.read.append
    def rope(self):
        self.read.append("rope")
        return 3
    def moor(self):
        self.take(self.rope())
        return self.read
#: becomes
class Lock:
    def __init__(self):
        self.read = []
    @property
    def take(self):
        self.read.append("take")
        return self.read.append
    def rope(self):
        self.read.append("rope")
        return 3
    def moor(self):
        rope = self.rope()
        self.take(rope)
        return self.read

#: arguments change places -> differs
def moor(lock, ropes: list):
    return lock.take(ropes.pop(), ropes.pop())
#: becomes
def moor(lock, ropes: list):
    second = ropes.pop()
    first = ropes.pop()
    return lock.take(first, second)

#: the second argument has a name, and is worked out first -> differs
def moor(lock, boat):
    lock.take(boat.rope(), boat.chain())
#: becomes
def moor(lock, boat):
    chain = boat.chain()
    lock.take(boat.rope(), chain)

#: named before the condition under which it was asked -> differs
def moor(lock, boat):
    if boat.late:
        lock.take(boat.rope())
    else:
        lock.wait()
#: becomes
def moor(lock, boat):
    rope = boat.rope()
    if boat.late:
        lock.take(rope)
    else:
        lock.wait()

#: asked in the second question only where the first was answered with no -> differs
def answer(lock, boat):
    if lock.is_full(boat.size()):
        return 1
    elif lock.knows(boat.name()):
        return 2
#: becomes
def answer(lock, boat):
    size = boat.size()
    name = boat.name()
    if lock.is_full(size):
        return 1
    if lock.knows(name):
        return 2

#: the argument puts another book there by its name in a text -> differs
class Desk:
    def __init__(self, book):
        self.book = book
    def swap(self):
        setattr(self, "book", [])
        return "swapped"
    def note(self):
        self.book.append(self.swap())
#: becomes
class Desk:
    def __init__(self, book):
        self.book = book
    def swap(self):
        setattr(self, "book", [])
        return "swapped"
    def note(self):
        swapped = self.swap()
        self.book.append(swapped)

#: the argument reaches into the object -> differs
class Desk:
    def __init__(self, book):
        self.book = book
    def swap(self):
        self.__dict__["book"] = []
        return "swapped"
    def note(self):
        self.book.append(self.swap())
#: becomes
class Desk:
    def __init__(self, book):
        self.book = book
    def swap(self):
        self.__dict__["book"] = []
        return "swapped"
    def note(self):
        swapped = self.swap()
        self.book.append(swapped)

#: the argument makes the object anew -> differs
class Desk:
    def __init__(self, book):
        self.book = book
    def swap(self):
        self.__init__([])
        return "swapped"
    def note(self):
        self.book.append(self.swap())
#: becomes
class Desk:
    def __init__(self, book):
        self.book = book
    def swap(self):
        self.__init__([])
        return "swapped"
    def note(self):
        swapped = self.swap()
        self.book.append(swapped)
