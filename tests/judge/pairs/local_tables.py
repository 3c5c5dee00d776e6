#: a table of the function's own, with constants -> proved
def fare(kind: str):
    if kind == "barge":
        return 240
    elif kind == "tug":
        return 180
    return 60
#: becomes
def fare(kind: str):
    fares = {"barge": 240, "tug": 180}
    if kind in fares:
        return fares[kind]
    return 60

#: methods of the own object in a table -> proved-under not-overridden
class Desk:
    def __init__(self, log):
        self.log = log
    def take(self, order: str, boat):
        if order == "fill":
            return self.fill(boat)
        elif order == "drain":
            return self.drain(boat)
        raise LookupError(order)
    def fill(self, boat):
        self.log(boat, 1)
    def drain(self, boat):
        self.log(boat, 2)
#: becomes
class Desk:
    def __init__(self, log):
        self.log = log
    def take(self, order: str, boat):
        take_by_order = {"fill": self.fill, "drain": self.drain}
        if order in take_by_order:
            return take_by_order[order](boat)
        raise LookupError(order)
    def fill(self, boat):
        self.log(boat, 1)
    def drain(self, boat):
        self.log(boat, 2)

#: the methods are exchanged -> differs
class Desk:
    def __init__(self, log):
        self.log = log
    def take(self, order: str, boat):
        if order == "fill":
            return self.fill(boat)
        elif order == "drain":
            return self.drain(boat)
        raise LookupError(order)
    def fill(self, boat):
        self.log(boat, 1)
    def drain(self, boat):
        self.log(boat, 2)
#: becomes
class Desk:
    def __init__(self, log):
        self.log = log
    def take(self, order: str, boat):
        take_by_order = {"fill": self.drain, "drain": self.fill}
        if order in take_by_order:
            return take_by_order[order](boat)
        raise LookupError(order)
    def fill(self, boat):
        self.log(boat, 1)
    def drain(self, boat):
        self.log(boat, 2)

#: the table is changed before it is asked -> differs
class Desk:
    def __init__(self, log):
        self.log = log
    def take(self, order: str, boat):
        if order == "fill":
            return self.fill(boat)
        elif order == "drain":
            return self.drain(boat)
        raise LookupError(order)
    def fill(self, boat):
        self.log(boat, 1)
    def drain(self, boat):
        self.log(boat, 2)
#: becomes
class Desk:
    def __init__(self, log):
        self.log = log
    def take(self, order: str, boat):
        take_by_order = {"fill": self.fill, "drain": self.drain}
        take_by_order["drain"] = self.fill
        if order in take_by_order:
            return take_by_order[order](boat)
        raise LookupError(order)
    def fill(self, boat):
        self.log(boat, 1)
    def drain(self, boat):
        self.log(boat, 2)

#: the table is made too late -> differs
class Desk:
    def __init__(self, log):
        self.log = log
    def take(self, order: str, boat):
        if order == "fill":
            return self.fill(boat)
        elif order == "drain":
            return self.drain(boat)
        raise LookupError(order)
    def fill(self, boat):
        self.log(boat, 1)
    def drain(self, boat):
        self.log(boat, 2)
#: becomes
class Desk:
    def __init__(self, log):
        self.log = log
    def take(self, order: str, boat):
        if order in take_by_order:
            return take_by_order[order](boat)
        take_by_order = {"fill": self.fill, "drain": self.drain}
        raise LookupError(order)
    def fill(self, boat):
        self.log(boat, 1)
    def drain(self, boat):
        self.log(boat, 2)

#: an object may have a method of its own, as one of them says -> tested
class Desk:
    def __init__(self, log):
        self.log = log
    def take(self, order: str, boat):
        if order == "fill":
            return self.fill(boat)
        elif order == "drain":
            return self.drain(boat)
        raise LookupError(order)
    def fill(self, boat):
        self.log(boat, 1)
    def drain(self, boat):
        self.log(boat, 2)
    def swap(self):
        self.fill = self.drain
#: becomes
class Desk:
    def __init__(self, log):
        self.log = log
    def take(self, order: str, boat):
        take_by_order = {"fill": self.fill, "drain": self.drain}
        if order in take_by_order:
            return take_by_order[order](boat)
        raise LookupError(order)
    def fill(self, boat):
        self.log(boat, 1)
    def drain(self, boat):
        self.log(boat, 2)
    def swap(self):
        self.fill = self.drain

#: what looks like a method is a property that does something -> differs
class Desk:
    def __init__(self, log):
        self.log = log
    def take(self, order: str, boat):
        if order == "fill":
            return self.fill(boat)
        elif order == "drain":
            return self.drain(boat)
        raise LookupError(order)
    @property
    def fill(self):
        self.log(None, 1)
        return self.log
    def drain(self, boat):
        self.log(boat, 2)
#: becomes
class Desk:
    def __init__(self, log):
        self.log = log
    def take(self, order: str, boat):
        take_by_order = {"fill": self.fill, "drain": self.drain}
        if order in take_by_order:
            return take_by_order[order](boat)
        raise LookupError(order)
    @property
    def fill(self):
        self.log(None, 1)
        return self.log
    def drain(self, boat):
        self.log(boat, 2)

#: what is asked has no hash -> proved-under hashable+no-effect+not-overridden+plain-equality
class Desk:
    def __init__(self, log):
        self.log = log
    def take(self, order, boat):
        if order == "fill":
            return self.fill(boat)
        elif order == "drain":
            return self.drain(boat)
        raise LookupError(order)
    def fill(self, boat):
        self.log(boat, 1)
    def drain(self, boat):
        self.log(boat, 2)
#: becomes
class Desk:
    def __init__(self, log):
        self.log = log
    def take(self, order, boat):
        take_by_order = {"fill": self.fill, "drain": self.drain}
        if order in take_by_order:
            return take_by_order[order](boat)
        raise LookupError(order)
    def fill(self, boat):
        self.log(boat, 1)
    def drain(self, boat):
        self.log(boat, 2)

#: what is looked up is missing -> differs
class Desk:
    def __init__(self, log):
        self.log = log
    def take(self, order: str, boat):
        if order == "fill":
            return self.fill(boat)
        elif order == "drain":
            return self.drain(boat)
        raise LookupError(order)
    def fill(self, boat):
        self.log(boat, 1)
    def drain(self, boat):
        self.log(boat, 2)
#: becomes
class Desk:
    def __init__(self, log):
        self.log = log
    def take(self, order: str, boat):
        take_by_order = {"fill": self.fill, "drain": self.drain}
        return take_by_order[order](boat)
    def fill(self, boat):
        self.log(boat, 1)
    def drain(self, boat):
        self.log(boat, 2)

#: a table that is only made on some paths -> proved
def f(k: str, n: int):
    if n > 3:
        return 1 if k == "a" else 2
    return 3
#: becomes
def f(k: str, n: int):
    if n > 2:
        t = {"a": 1}
    if n > 3:
        return t.get(k, 2)
    return 3

#: a table that is not made on all paths -> differs
def f(k: str, n: int):
    if n > 3:
        return 1 if k == "a" else 2
    return 3
#: becomes
def f(k: str, n: int):
    if n > 4:
        t = {"a": 1}
    if n > 3:
        return t.get(k, 2)
    return 3

#: the first parameter of a static method is any object -> unproved-this-way
class Desk:
    @staticmethod
    def take(desk, order: str):
        if order == "a":
            return desk.fill()
        return 3
    def fill(self):
        return 4
#: becomes
class Desk:
    @staticmethod
    def take(desk, order: str):
        t = {"a": desk.fill}
        if order in t:
            return t[order]()
        return 3
    def fill(self):
        return 4

#: the module sets a method of an object by its text -> differs
class D:
    def f(self, k: str):
        self.arm()
        if k == "a":
            return self.x(1)
        return 2
    def arm(self):
        setattr(self, "x", len)
    def x(self, n):
        return n
#: becomes
class D:
    def f(self, k: str):
        t = {"a": self.x}
        self.arm()
        if k in t:
            return t[k](1)
        return 2
    def arm(self):
        setattr(self, "x", len)
    def x(self, n):
        return n

#: in a derived class the method is a property -> differs
class D:
    def f(self, k: str):
        if k == "a":
            return self.x(1)
        return 2
    def x(self, n):
        return n
class E(D):
    @property
    def x(self):
        print("asked")
        return len
#: becomes
class D:
    def f(self, k: str):
        t = {"a": self.x}
        if k in t:
            return t[k](1)
        return 2
    def x(self, n):
        return n
class E(D):
    @property
    def x(self):
        print("asked")
        return len
