#: a decorator keeps the annotations -> unproved
ROUTES = {}
def route(f):
    ROUTES[f.__name__] = f
    return f
@route
def toll(n: int): return n
#: becomes
ROUTES = {}
def route(f):
    ROUTES[f.__name__] = f
    return f
@route
def toll(n: str): return n

#: the class that a dispatching function is registered for is its annotation -> differs
from functools import singledispatch
@singledispatch
def show(x): return "other"
@show.register
def _(x: int): return "int"
#: becomes
from functools import singledispatch
@singledispatch
def show(x): return "other"
@show.register
def _(x: bool): return "int"

#: the module asks for type hints -> differs
from typing import get_type_hints
def toll(n: int): return n
def hints(): return get_type_hints(toll)
#: becomes
from typing import get_type_hints
def toll(n: str): return n
def hints(): return get_type_hints(toll)

#: a function is handed to somebody outside -> unproved
import atexit
def toll(n: int = 1): return n
atexit.register(toll)
#: becomes
import atexit
def toll(n: str = 1): return n
atexit.register(toll)

#: nobody reads the annotation -> proved
def toll(n, rate): return n
#: becomes
def toll(n, rate: int | None): return n

#: a union with a text cannot be made -> differs-this-way
class Lock:
    def below(self, other): return other
#: becomes
class Lock:
    def below(self, other: "Lock" | None): return other

#: a number is no container of anything -> differs-this-way
def toll(n): return n
#: becomes
def toll(n: int[str]): return n

#: a text that is a union can be made later -> proved
class Lock:
    def below(self, other): return other
#: becomes
class Lock:
    def below(self, other: "Lock | None"): return other

#: a function is no part of a union -> differs-this-way
def lock(): pass
def toll(n): return n
#: becomes
def lock(): pass
def toll(n: lock | None): return n
