#: classes get an abstract base class, which stands for them -> proved-under unpatched+not-overridden
class Barge:
    def fee(self, nights: int):
        return 240 * nights


class Tug:
    def fee(self, nights: int):
        return 180


def fee(vessel, nights: int):
    if isinstance(vessel, (Tug, Barge)):
        return vessel.fee(nights)
    return 60 * nights
#: becomes
from abc import ABC, abstractmethod


class Vessel(ABC):
    """What a fee is taken of."""
    @abstractmethod
    def fee(self, nights: int): ...


class Barge(Vessel):
    def fee(self, nights: int):
        return 240 * nights


class Tug(Vessel):
    def fee(self, nights: int):
        return 180


def fee(vessel, nights: int):
    if isinstance(vessel, Vessel):
        return vessel.fee(nights)
    return 60 * nights

#: a class of the old test is not derived from it -> differs
class Barge:
    def fee(self, nights: int):
        return 240 * nights


class Tug:
    def fee(self, nights: int):
        return 180


def fee(vessel, nights: int):
    if isinstance(vessel, (Tug, Barge)):
        return vessel.fee(nights)
    return 60 * nights
#: becomes
from abc import ABC, abstractmethod


class Vessel(ABC):
    """What a fee is taken of."""
    @abstractmethod
    def fee(self, nights: int): ...


class Barge(Vessel):
    def fee(self, nights: int):
        return 240 * nights


class Tug:
    def fee(self, nights: int):
        return 180


def fee(vessel, nights: int):
    if isinstance(vessel, Vessel):
        return vessel.fee(nights)
    return 60 * nights

#: a class more is derived from it -> differs
class Barge:
    def fee(self, nights: int):
        return 240 * nights


class Tug:
    def fee(self, nights: int):
        return 180


def fee(vessel, nights: int):
    if isinstance(vessel, (Tug, Barge)):
        return vessel.fee(nights)
    return 60 * nights


class Raft:
    def fee(self, nights: int):
        return 1
#: becomes
from abc import ABC, abstractmethod


class Vessel(ABC):
    """What a fee is taken of."""
    @abstractmethod
    def fee(self, nights: int): ...


class Barge(Vessel):
    def fee(self, nights: int):
        return 240 * nights


class Tug(Vessel):
    def fee(self, nights: int):
        return 180


def fee(vessel, nights: int):
    if isinstance(vessel, Vessel):
        return vessel.fee(nights)
    return 60 * nights


class Raft(Vessel):
    def fee(self, nights: int):
        return 1

#: one of them lacks what it promises -> differs
class Barge:
    def fee(self, nights: int):
        return 240 * nights


class Tug:
    pass


def fee(vessel, nights: int):
    if isinstance(vessel, (Tug, Barge)):
        return vessel.fee(nights)
    return 60 * nights


def tug(name: str):
    return Tug()
#: becomes
from abc import ABC, abstractmethod


class Vessel(ABC):
    """What a fee is taken of."""
    @abstractmethod
    def fee(self, nights: int): ...


class Barge(Vessel):
    def fee(self, nights: int):
        return 240 * nights


class Tug(Vessel):
    pass


def fee(vessel, nights: int):
    if isinstance(vessel, Vessel):
        return vessel.fee(nights)
    return 60 * nights


def tug(name: str):
    return Tug()

#: the base class does something of its own -> undecided not-overridden
class Barge:
    def fee(self, nights: int):
        return 240 * nights


class Tug:
    def fee(self, nights: int):
        return 180


def fee(vessel, nights: int):
    if isinstance(vessel, (Tug, Barge)):
        return vessel.fee(nights)
    return 60 * nights
#: becomes
from abc import ABC, abstractmethod


class Vessel(ABC):
    """What a fee is taken of."""
    @abstractmethod
    def fee(self, nights: int): ...
    def rate(self):
        return 3


class Barge(Vessel):
    def fee(self, nights: int):
        return 240 * nights


class Tug(Vessel):
    def fee(self, nights: int):
        return 180


def fee(vessel, nights: int):
    if isinstance(vessel, Vessel):
        return vessel.fee(nights)
    return 60 * nights

#: what is asked is whether it is no such thing -> differs
class Barge:
    def fee(self, nights: int):
        return 240 * nights


class Tug:
    def fee(self, nights: int):
        return 180


def fee(vessel, nights: int):
    if isinstance(vessel, (Tug, Barge)):
        return vessel.fee(nights)
    return 60 * nights
#: becomes
from abc import ABC, abstractmethod


class Vessel(ABC):
    """What a fee is taken of."""
    @abstractmethod
    def fee(self, nights: int): ...


class Barge(Vessel):
    def fee(self, nights: int):
        return 240 * nights


class Tug(Vessel):
    def fee(self, nights: int):
        return 180


def fee(vessel, nights: int):
    if not isinstance(vessel, Vessel):
        return vessel.fee(nights)
    return 60 * nights

#: slots are no slots any more -> undecided
class Barge:
    def fee(self, nights: int):
        return 240 * nights


class Tug:
    __slots__ = ()
    def fee(self, nights: int):
        return 180


def fee(vessel, nights: int):
    if isinstance(vessel, (Tug, Barge)):
        return vessel.fee(nights)
    return 60 * nights
#: becomes
from abc import ABC, abstractmethod


class Vessel(ABC):
    """What a fee is taken of."""
    @abstractmethod
    def fee(self, nights: int): ...


class Barge(Vessel):
    def fee(self, nights: int):
        return 240 * nights


class Tug(Vessel):
    __slots__ = ()
    def fee(self, nights: int):
        return 180


def fee(vessel, nights: int):
    if isinstance(vessel, Vessel):
        return vessel.fee(nights)
    return 60 * nights

#: isinstance means something else here -> differs
def isinstance(a, b):
    return len(b) if type(b) is tuple else 0
class Barge:
    def fee(self):
        return 1
class Tug:
    def fee(self):
        return 2
def fee(v):
    if isinstance(v, (Barge, Tug)):
        return v.fee()
    return 3
#: becomes
def isinstance(a, b):
    return len(b) if type(b) is tuple else 0
class V:
    pass
class Barge(V):
    def fee(self):
        return 1
class Tug(V):
    def fee(self):
        return 2
def fee(v):
    if isinstance(v, V):
        return v.fee()
    return 3

#: what the base class promises names a class that stands below -> differs-this-way
class Barge:
    def fee(self, n):
        return 1
class Tug:
    def fee(self, n):
        return 2
def fee(v):
    if isinstance(v, (Barge, Tug)):
        return v.fee(1)
    return 3
#: becomes
from abc import ABC, abstractmethod
class V(ABC):
    @abstractmethod
    def fee(self, n: Later): ...
class Later: ...
class Barge(V):
    def fee(self, n):
        return 1
class Tug(V):
    def fee(self, n):
        return 2
def fee(v):
    if isinstance(v, V):
        return v.fee(1)
    return 3

#: the module asks what classes are derived from -> undecided
class A:
    def fee(self):
        return 1
class B:
    def fee(self):
        return 2
def f(v):
    if isinstance(v, (A, B)):
        return v.fee()
    return 3
def is_root(v):
    return type(v).__bases__ == (object,)
#: becomes
class V: ...
class A(V):
    def fee(self):
        return 1
class B(V):
    def fee(self):
        return 2
def f(v):
    if isinstance(v, V):
        return v.fee()
    return 3
def is_root(v):
    return type(v).__bases__ == (object,)

#: the module makes a class with a metaclass of its own -> differs
class A:
    def fee(self):
        return 1
class B:
    def fee(self):
        return 2
class Meta(type): ...
def mk():
    return Meta("C", (A,), {})
def f(v):
    if isinstance(v, (A, B)):
        return v.fee()
    return 3
#: becomes
from abc import ABC, abstractmethod
class V(ABC):
    @abstractmethod
    def fee(self): ...
class A(V):
    def fee(self):
        return 1
class B(V):
    def fee(self):
        return 2
class Meta(type): ...
def mk():
    return Meta("C", (A,), {})
def f(v):
    if isinstance(v, V):
        return v.fee()
    return 3
