#: a private name means another one in another class -> differs
class Lock:
    def __init__(self, kind: str, n: int):
        self.kind = kind
        self.__n = n
    def minutes(self):
        if self.kind == "single":
            return self.__n
        return 15


def build(kind: str, n: int):
    return Lock(kind, n).minutes()
#: becomes
class Lock:
    def __init__(self, kind: str, n: int):
        self.kind = kind
        self.__n = n
    def minutes(self):
        return 15


class SingleLock(Lock):
    def minutes(self):
        return self.__n


LOCKS = {"single": SingleLock}


def make_lock(kind: str, n: int):
    return LOCKS.get(kind, Lock)(kind, n)


def build(kind: str, n: int):
    return make_lock(kind, n).minutes()

#: a private name means nothing outside its class -> differs
class Lock:
    def __init__(self, n: int):
        self.__n = n
    def minutes(self):
        return self.__n + 1
#: becomes
class Lock:
    def __init__(self, n: int):
        self.__n = n
    def minutes(self):
        return _minutes(self)


def _minutes(lock):
    return lock.__n + 1

#: what was no private name becomes one in a class -> differs
class Boat:
    def __init__(self, n: int):
        setattr(self, "__n", n)


class Tug(Boat):
    pass


def fee(v):
    if isinstance(v, Boat):
        return v.__n
    if isinstance(v, int):
        return v
    return 0
#: becomes
class Boat:
    def __init__(self, n: int):
        setattr(self, "__n", n)
    def fee(self):
        return self.__n


class Tug(Boat):
    pass


def fee(v):
    if isinstance(v, Boat):
        return v.fee()
    if isinstance(v, int):
        return v
    return 0

#: private names of the same class -> proved
class Lock:
    def __init__(self, n: int):
        self.__n = n
    def minutes(self, wet: bool):
        if wet:
            return self.__n
        else:
            return 3
#: becomes
class Lock:
    def __init__(self, n: int):
        self.__n = n
    def minutes(self, wet: bool):
        if not wet:
            return 3
        return self.__n

#: the class that a method stands in -> differs
class Lock:
    def __init__(self, kind: str):
        self.kind = kind
    def minutes(self):
        if self.kind == "single":
            return __class__.__name__
        return 15


def build(kind: str):
    return Lock(kind).minutes()
#: becomes
class Lock:
    def __init__(self, kind: str):
        self.kind = kind
    def minutes(self):
        return 15


class SingleLock(Lock):
    def minutes(self):
        return __class__.__name__


LOCKS = {"single": SingleLock}


def make_lock(kind: str):
    return LOCKS.get(kind, Lock)(kind)


def build(kind: str):
    return make_lock(kind).minutes()
