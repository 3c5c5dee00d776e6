#: a table of the class -> proved-under hashable+not-overridden+plain-equality+stable-read
class Boat:
    def __init__(self, kind: str, length: int):
        self.kind = kind
        self.length = length
    def toll(self):
        if self.kind == "barge":
            rate = 12
        elif self.kind == "tug":
            rate = 9
        else:
            rate = 5
        return rate * self.length
#: becomes
class Boat:
    RATES = {"barge": 12, "tug": 9}
    def __init__(self, kind: str, length: int):
        self.kind = kind
        self.length = length
    def toll(self):
        return self.RATES.get(self.kind, 5) * self.length

#: a limit by the name of the class -> proved
class Boat:
    def __init__(self, length):
        self.length = length
    def fits(self):
        return self.length < 20
#: becomes
class Boat:
    MOST = 20
    def __init__(self, length):
        self.length = length
    def fits(self):
        return self.length < Boat.MOST

#: another limit -> differs
class Boat:
    def __init__(self, length: int):
        self.length = length
    def fits(self):
        return self.length < 20
#: becomes
class Boat:
    MOST = 21
    def __init__(self, length: int):
        self.length = length
    def fits(self):
        return self.length < self.MOST

#: an object gets a limit of its own -> differs
class Boat:
    def __init__(self, length: int):
        self.length = length
    def fits(self):
        return self.length < 20
#: becomes
class Boat:
    MOST = 20
    def __init__(self, length: int):
        self.length = length
        self.MOST = length + 5
    def fits(self):
        return self.length < self.MOST

#: another class of the module has another limit -> differs
class Boat:
    def __init__(self, length: int):
        self.length = length
    def fits(self):
        return self.length < 20
class Raft(Boat):
    pass
def fits(raft: Raft):
    return raft.fits()
#: becomes
class Boat:
    MOST = 20
    def __init__(self, length: int):
        self.length = length
    def fits(self):
        return self.length < self.MOST
class Raft(Boat):
    MOST = 5
def fits(raft: Raft):
    return raft.fits()

#: a table that is added to -> differs
class Desk:
    def __init__(self):
        self.seen = []
    def rate(self, kind: str):
        self.seen.append(kind)
        return 12 if kind == "barge" else 5
#: becomes
class Desk:
    RATES = {"barge": 12}
    def __init__(self):
        self.seen = []
    def rate(self, kind: str):
        self.seen.append(kind)
        self.RATES[kind] = self.RATES.get(kind, 5) + len(self.seen) - 1
        return self.RATES[kind]

#: what the class has is what objects had before -> differs
class Boat:
    def __init__(self, length: int):
        self.length = length
        self.most = 30
    def fits(self):
        return self.length < self.most
#: becomes
class Boat:
    most = 20
    def __init__(self, length: int):
        self.length = length
    def fits(self):
        return self.length < self.most
