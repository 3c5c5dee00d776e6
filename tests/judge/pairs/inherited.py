"""Methods that only one version has, in classes with base classes that stand elsewhere."""

#: a public method goes from a class that has a base class -> unproved-this-way
from threading import Thread
class Pump(Thread):
    def fill(self, by: int) -> int:
        return by + 1
    def depth(self) -> int:
        return 3
#: becomes
from threading import Thread
class Pump(Thread):
    def depth(self) -> int:
        return 3

#: a method covers one of the library's -> unproved
from threading import Thread
class Pump(Thread):
    def depth(self) -> int:
        return 3
#: becomes
from threading import Thread
class Pump(Thread):
    def depth(self) -> int:
        return 3
    def run(self) -> None:
        return None

#: a private method uncovers one of the library's -> unproved
import threading
class Pump(threading.Thread):
    def _bootstrap(self) -> int:
        return 1
    def depth(self) -> int:
        return 3
#: becomes
import threading
class Pump(threading.Thread):
    def depth(self) -> int:
        return 3

#: a method covers one of a built-in class -> unproved
class Book(dict):
    def depth(self) -> int:
        return 3
#: becomes
class Book(dict):
    def depth(self) -> int:
        return 3
    def pop(self, key):
        return key

#: a method covers one of a class further up -> unproved
class Gate:
    def _lift(self) -> int:
        return 1
class Sluice(Gate):
    pass
class Lock(Sluice):
    def depth(self) -> int:
        return 3
#: becomes
class Gate:
    def _lift(self) -> int:
        return 1
class Sluice(Gate):
    pass
class Lock(Sluice):
    def depth(self) -> int:
        return 3
    def _lift(self) -> int:
        return 2

#: a method covers what a class further up sets on the object -> unproved
class Gate:
    def __init__(self) -> None:
        self._lift = 1
class Lock(Gate):
    def depth(self) -> int:
        return 3
#: becomes
class Gate:
    def __init__(self) -> None:
        self._lift = 1
class Lock(Gate):
    def depth(self) -> int:
        return 3
    def _lift(self) -> int:
        return 2

#: a private method of a class whose base class has none of that name -> proved-under not-overridden
from threading import Thread
class Pump(Thread):
    def depth(self) -> int:
        return 3
#: becomes
from threading import Thread
class Pump(Thread):
    def depth(self) -> int:
        return self._depth()
    def _depth(self) -> int:
        return 3
