#: a class gets another base -> differs
def berth(wide, narrow):
    kind = wide
    class Berth(kind):
        pass
    return Berth.__mro__[1].__name__
#: becomes
def berth(wide, narrow):
    kind = narrow
    class Berth(kind):
        pass
    return Berth.__mro__[1].__name__

#: a class gets the same base under another name -> proved
def berth(wide):
    kind = wide
    class Berth(kind):
        pass
    return Berth
#: becomes
def berth(wide):
    class Berth(wide):
        pass
    return Berth

#: a class gets another keyword -> differs
class Counted:
    def __init_subclass__(cls, step):
        cls.step = step
def berth(a: int, b: int):
    class Berth(Counted, step=a):
        pass
    return Berth.step
#: becomes
class Counted:
    def __init_subclass__(cls, step):
        cls.step = step
def berth(a: int, b: int):
    class Berth(Counted, step=b):
        pass
    return Berth.step

#: a class is decorated by something else -> differs
def berth(mark, other):
    @mark
    class Berth:
        pass
    return Berth
#: becomes
def berth(mark, other):
    @other
    class Berth:
        pass
    return Berth

#: the argument of a decorator is another one -> differs
def berth(mark, a: int, b: int):
    n = a
    @mark(n)
    class Berth:
        pass
    return Berth
#: becomes
def berth(mark, a: int, b: int):
    n = b
    @mark(n)
    class Berth:
        pass
    return Berth

#: a method's annotation in a class is another one -> differs
def berth(flag: bool):
    kind = int if flag else str
    class Berth:
        def tie(self, rope: kind): pass
    return Berth.tie.__annotations__
#: becomes
def berth(flag: bool):
    kind = str if flag else int
    class Berth:
        def tie(self, rope: kind): pass
    return Berth.tie.__annotations__

#: an inner function's result is annotated with another name -> differs
def gauge(flag: bool):
    kind = int if flag else str
    def read() -> kind:
        return 1
    return read.__annotations__
#: becomes
def gauge(flag: bool):
    kind = str if flag else int
    def read() -> kind:
        return 1
    return read.__annotations__

#: annotations that are texts need no name -> proved
from __future__ import annotations
def gauge(a):
    kind = a
    def read() -> kind:
        return 1
    return read
#: becomes
from __future__ import annotations
def gauge(a):
    def read() -> kind:
        return 1
    return read

#: a local function called with a dict -> differs
def toll(given, rate: int):
    def total(count, each):
        return count * each * rate
    return total(**given)
#: becomes
def toll(given, rate: int):
    def total(count, each):
        return count * each
    return total(**given)

#: a local function called with a tuple is the same under another name -> same
def toll(pair, rate: int):
    def total(count, each):
        return count * each * rate
    return total(*pair)
#: becomes
def toll(pair, rate: int):
    def total(count, each):
        return count * each * rate
    found = total(*pair)
    return found

#: a local lambda called with a tuple -> differs
def pick(pair):
    first = lambda a, b: a
    return first(*pair)
#: becomes
def pick(pair):
    first = lambda a, b: b
    return first(*pair)

#: rules that are asked with a comprehension inside -> differs
def fits(boats: list[int], top: int):
    rules = [lambda n: n > 0, lambda n: n < top]
    return all(rule(len([b for b in boats if b])) for rule in rules)
#: becomes
def fits(boats: list[int], top: int):
    rules = [lambda n: n >= 0, lambda n: n < top]
    return all(rule(len([b for b in boats if b])) for rule in rules)

#: a local table is asked with a tuple -> differs
def lamp(pair):
    table = {"up": 1, "down": 2}
    return table.get(*pair)
#: becomes
def lamp(pair):
    table = {"up": 2, "down": 1}
    return table.get(*pair)

#: a closure over the function's own name is no closure over the module's -> unproved
level = 3
def gauge(flag: bool):
    if flag:
        level = 1
    return lambda: level
#: becomes
level = 3
def gauge(flag: bool):
    return lambda: level

#: a name that an inner lambda has as parameter is another one outside -> differs
def both(a, b):
    return [((lambda a: a)(1), a) for _ in "x"]
#: becomes
def both(a, b):
    return [((lambda a: b)(1), b) for _ in "x"]

#: an index out of range says what it looked into -> differs
SIDES = ["left", "right"]
def side(i: int) -> str:
    return SIDES[i]
#: becomes
BANKS = ("left", "right")
def side(i: int) -> str:
    return BANKS[i]
