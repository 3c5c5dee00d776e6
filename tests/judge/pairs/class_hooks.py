#: a helper method in a plain class -> proved-under not-overridden
class Lock:
    def __init__(self, n): self.n = n
    def toll(self, n: int):
        return n + 1
#: becomes
class Lock:
    def __init__(self, n): self.n = n
    def toll(self, n: int):
        return self._step(n)
    def _step(self, n):
        return n + 1

#: a helper method where attributes are set by any text -> unproved-this-way
class Lock:
    def __init__(self, **kw):
        for k, v in kw.items():
            setattr(self, k, v)
    def toll(self, n: int):
        return n + 1
#: becomes
class Lock:
    def __init__(self, **kw):
        for k, v in kw.items():
            setattr(self, k, v)
    def toll(self, n: int):
        return self._step(n)
    def _step(self, n):
        return n + 1

#: a helper method where attributes are set by another text -> proved-under not-overridden
class Lock:
    def __init__(self, n):
        setattr(self, 'n', n)
    def toll(self, n: int):
        return n + 1
#: becomes
class Lock:
    def __init__(self, n):
        setattr(self, 'n', n)
    def toll(self, n: int):
        return self._step(n)
    def _step(self, n):
        return n + 1

#: a helper method where its own attribute is set by its text -> differs
class Lock:
    def __init__(self, n):
        setattr(self, '_step', n)
    def toll(self, n: int):
        return n + 1
#: becomes
class Lock:
    def __init__(self, n):
        setattr(self, '_step', n)
    def toll(self, n: int):
        return self._step(n)
    def _step(self, n):
        return n + 1

#: a helper method where the dict of the object is filled -> unproved-this-way
class Lock:
    def __init__(self, **kw):
        self.__dict__.update(kw)
    def toll(self, n: int):
        return n + 1
#: becomes
class Lock:
    def __init__(self, **kw):
        self.__dict__.update(kw)
    def toll(self, n: int):
        return self._step(n)
    def _step(self, n):
        return n + 1

#: a helper method below an inherited __getattribute__ -> unproved-this-way
class Watched:
    def __getattribute__(self, name): return object.__getattribute__(self, name)
class Lock(Watched):
    gates = 2
    def toll(self, n: int):
        return n + 1
#: becomes
class Watched:
    def __getattribute__(self, name): return object.__getattribute__(self, name)
class Lock(Watched):
    gates = 2
    def toll(self, n: int):
        return self._step(n)
    def _step(self, n):
        return n + 1

#: a helper method below an inherited __getattr__ -> unproved-this-way
class Watched:
    def __getattr__(self, name): return name
class Lock(Watched):
    gates = 2
    def toll(self, n: int):
        return n + 1
#: becomes
class Watched:
    def __getattr__(self, name): return name
class Lock(Watched):
    gates = 2
    def toll(self, n: int):
        return self._step(n)
    def _step(self, n):
        return n + 1

#: a helper method in a class with a metaclass -> unproved-this-way
class Meta(type):
    def __getattribute__(cls, name): return type.__getattribute__(cls, name)
class Lock(metaclass=Meta):
    gates = 2
    def toll(self, n: int):
        return n + 1
#: becomes
class Meta(type):
    def __getattribute__(cls, name): return type.__getattribute__(cls, name)
class Lock(metaclass=Meta):
    gates = 2
    def toll(self, n: int):
        return self._step(n)
    def _step(self, n):
        return n + 1

#: a helper method in an abstract class -> proved-under not-overridden
from abc import ABCMeta
class Lock(metaclass=ABCMeta):
    gates = 2
    def toll(self, n: int):
        return n + 1
#: becomes
from abc import ABCMeta
class Lock(metaclass=ABCMeta):
    gates = 2
    def toll(self, n: int):
        return self._step(n)
    def _step(self, n):
        return n + 1

#: a helper method in a decorated class -> unproved-this-way
def counted(cls):
    for n in list(vars(cls)): pass
    return cls
@counted
class Lock:
    gates = 2
    def toll(self, n: int):
        return n + 1
#: becomes
def counted(cls):
    for n in list(vars(cls)): pass
    return cls
@counted
class Lock:
    gates = 2
    def toll(self, n: int):
        return self._step(n)
    def _step(self, n):
        return n + 1

#: a helper method in a dataclass -> proved-under not-overridden
from dataclasses import dataclass
@dataclass
class Lock:
    gates: int = 2
    def toll(self, n: int):
        return n + 1
#: becomes
from dataclasses import dataclass
@dataclass
class Lock:
    gates: int = 2
    def toll(self, n: int):
        return self._step(n)
    def _step(self, n):
        return n + 1

#: a helper method below an __init_subclass__ -> unproved-this-way
class Watched:
    def __init_subclass__(cls): cls.names = list(cls.__dict__)
class Lock(Watched):
    gates = 2
    def toll(self, n: int):
        return n + 1
#: becomes
class Watched:
    def __init_subclass__(cls): cls.names = list(cls.__dict__)
class Lock(Watched):
    gates = 2
    def toll(self, n: int):
        return self._step(n)
    def _step(self, n):
        return n + 1

#: a helper method of which a derived class has hooks -> unproved-this-way
class Lock:
    gates = 2
    def toll(self, n: int):
        return n + 1
class Sea(Lock):
    def __getattribute__(self, name): return object.__getattribute__(self, name)
#: becomes
class Lock:
    gates = 2
    def toll(self, n: int):
        return self._step(n)
    def _step(self, n):
        return n + 1
class Sea(Lock):
    def __getattribute__(self, name): return object.__getattribute__(self, name)

#: methods by class where objects take any attribute -> unproved-this-way
class Lock:
    def __init__(self, d): self.__dict__.update(d)
class Weir:
    def __init__(self, d): self.__dict__.update(d)
def name(s):
    if isinstance(s, Lock): return 'lock'
    if isinstance(s, Weir): return 'weir'
    return s.what()
#: becomes
class Lock:
    def __init__(self, d): self.__dict__.update(d)
    def title(self): return 'lock'
class Weir:
    def __init__(self, d): self.__dict__.update(d)
    def title(self): return 'weir'
def name(s):
    if isinstance(s, (Lock, Weir)): return s.title()
    return s.what()

#: a property made by a call is read once -> differs
class Pump:
    def __init__(self): self._n = 0
    def _read(self):
        self._n += 1
        return self._n
    level = property(_read)
    def twice(self):
        a = self.level
        b = self.level
        return a + b
#: becomes
class Pump:
    def __init__(self): self._n = 0
    def _read(self):
        self._n += 1
        return self._n
    level = property(_read)
    def twice(self):
        a = self.level
        return a + a

#: an alias of a property is read once -> differs
class Pump:
    def __init__(self): self._n = 0
    @property
    def level(self):
        self._n += 1
        return self._n
    height = level
    def twice(self):
        a = self.height
        b = self.height
        return a + b
#: becomes
class Pump:
    def __init__(self): self._n = 0
    @property
    def level(self):
        self._n += 1
        return self._n
    height = level
    def twice(self):
        a = self.height
        return a + a

#: a descriptor of the module is read once -> differs
class Counting:
    def __get__(self, owner, kind):
        owner.n += 1
        return owner.n
class Pump:
    n = 0
    level = Counting()
    def twice(self):
        a = self.level
        b = self.level
        return a + b
#: becomes
class Counting:
    def __get__(self, owner, kind):
        owner.n += 1
        return owner.n
class Pump:
    n = 0
    level = Counting()
    def twice(self):
        a = self.level
        return a + a

#: a plain attribute is read once -> proved-under stable-read
class Pump:
    def __init__(self, level): self.level = level
    def twice(self):
        a = self.level
        b = self.level
        return (a, b)
#: becomes
class Pump:
    def __init__(self, level): self.level = level
    def twice(self):
        a = self.level
        return (a, a)
