#: what an attribute counts under its keys are whole numbers -> proved-under as-declared+hashable+stable-read
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        if boat.name in self.locked: self.locked[boat.name] += 1
        else: self.locked[boat.name] = 1
#: becomes
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        self.locked[boat.name] = self.locked.get(boat.name, 0) + 1

#: so they are where it starts with some -> proved-under as-declared+hashable+stable-read
class Book:
    def __init__(self): self.locked = {"Heron": 3}
    def note(self, boat):
        if boat.name in self.locked: self.locked[boat.name] += 1
        else: self.locked[boat.name] = 1
    def busy(self): return sorted(self.locked.items())
#: becomes
class Book:
    def __init__(self): self.locked = {"Heron": 3}
    def note(self, boat):
        self.locked[boat.name] = self.locked.get(boat.name, 0) + 1
    def busy(self): return sorted(self.locked.items())

#: somebody puts something else into it -> unproved
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        if boat.name in self.locked: self.locked[boat.name] += 1
        else: self.locked[boat.name] = 1
    def tell(self, boat): self.locked[boat.name] = boat.place
#: becomes
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        self.locked[boat.name] = self.locked.get(boat.name, 0) + 1
    def tell(self, boat): self.locked[boat.name] = boat.place

#: it starts with something else -> unproved
class Book:
    def __init__(self): self.locked = {"Heron": []}
    def note(self, boat):
        if boat.name in self.locked: self.locked[boat.name] += 1
        else: self.locked[boat.name] = 1
#: becomes
class Book:
    def __init__(self): self.locked = {"Heron": []}
    def note(self, boat):
        self.locked[boat.name] = self.locked.get(boat.name, 0) + 1

#: it gets another name -> unproved
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        if boat.name in self.locked: self.locked[boat.name] += 1
        else: self.locked[boat.name] = 1
    def all(self):
        found = self.locked
        found["Heron"] = []
#: becomes
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        self.locked[boat.name] = self.locked.get(boat.name, 0) + 1
    def all(self):
        found = self.locked
        found["Heron"] = []

#: others get it, and may put into it -> unproved
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        if boat.name in self.locked: self.locked[boat.name] += 1
        else: self.locked[boat.name] = 1
    def give(self, desk): desk.fill(self.locked)
#: becomes
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        self.locked[boat.name] = self.locked.get(boat.name, 0) + 1
    def give(self, desk): desk.fill(self.locked)

#: it is filled at once -> unproved
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        if boat.name in self.locked: self.locked[boat.name] += 1
        else: self.locked[boat.name] = 1
    def fill(self, more): self.locked.update(more)
#: becomes
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        self.locked[boat.name] = self.locked.get(boat.name, 0) + 1
    def fill(self, more): self.locked.update(more)

#: it gets another name where it is not empty -> unproved
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        if boat.name in self.locked: self.locked[boat.name] += 1
        else: self.locked[boat.name] = 1
    def all(self, more):
        found = self.locked or more
        found["Heron"] = []
#: becomes
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        self.locked[boat.name] = self.locked.get(boat.name, 0) + 1
    def all(self, more):
        found = self.locked or more
        found["Heron"] = []

#: its class has one with something else -> unproved
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        if boat.name in self.locked: self.locked[boat.name] += 1
        else: self.locked[boat.name] = 1
class Log(Book):
    locked = {"Heron": []}
    def __init__(self): pass
#: becomes
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        self.locked[boat.name] = self.locked.get(boat.name, 0) + 1
class Log(Book):
    locked = {"Heron": []}
    def __init__(self): pass

#: it is reached by its name in a text -> unproved
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        if boat.name in self.locked: self.locked[boat.name] += 1
        else: self.locked[boat.name] = 1
    def fill(self): getattr(self, "locked")["Heron"] = []
#: becomes
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        self.locked[boat.name] = self.locked.get(boat.name, 0) + 1
    def fill(self): getattr(self, "locked")["Heron"] = []

#: a word of Python means something else -> unproved
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        if boat.name in self.locked: self.locked[boat.name] += 1
        else: self.locked[boat.name] = 1
    def size(self): return len(self.locked)
def len(entries): entries["Heron"] = []
#: becomes
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        self.locked[boat.name] = self.locked.get(boat.name, 0) + 1
    def size(self): return len(self.locked)
def len(entries): entries["Heron"] = []

#: it is another one later -> unproved
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        if boat.name in self.locked: self.locked[boat.name] += 1
        else: self.locked[boat.name] = 1
    def reset(self, other): self.locked = other
#: becomes
class Book:
    def __init__(self): self.locked = {}
    def note(self, boat):
        self.locked[boat.name] = self.locked.get(boat.name, 0) + 1
    def reset(self, other): self.locked = other
