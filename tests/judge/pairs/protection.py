#: a guard inside try and finally -> proved
def work(lock):
    try:
        if lock.ready:
            lock.fill()
            lock.open()
    finally:
        lock.log()
#: becomes
def work(lock):
    try:
        if not lock.ready:
            return
        lock.fill()
        lock.open()
    finally:
        lock.log()

#: a guard moves out of the try -> differs
def work(lock):
    try:
        if lock.ready():
            lock.fill()
    except ValueError:
        lock.log()
#: becomes
def work(lock):
    if not lock.ready():
        return
    try:
        lock.fill()
    except ValueError:
        lock.log()

#: a return in try skips the else -> differs
def work(lock):
    try:
        if lock.ready:
            lock.fill()
    except ValueError:
        lock.log()
    else:
        lock.open()
#: becomes
def work(lock):
    try:
        if not lock.ready:
            return
        lock.fill()
    except ValueError:
        lock.log()
    else:
        lock.open()

#: the finally is skipped -> differs
def work(lock):
    try:
        lock.fill()
    finally:
        lock.log()
    return 1
#: becomes
def work(lock):
    lock.fill()
    lock.log()
    return 1

#: a return in finally swallows the exception -> differs
def work(lock):
    try:
        lock.fill()
    finally:
        lock.log()
#: becomes
def work(lock):
    try:
        lock.fill()
    finally:
        lock.log()
        return

#: a handler's guard -> proved
def work(lock):
    try:
        lock.fill()
    except ValueError as error:
        if lock.strict:
            raise
        else:
            lock.note(error)
            lock.drain()
#: becomes
def work(lock):
    try:
        lock.fill()
    except ValueError as error:
        if lock.strict:
            raise
        lock.note(error)
        lock.drain()

#: a handler catches more -> differs
def work(lock):
    try:
        return lock.fill()
    except KeyError:
        return 0
#: becomes
def work(lock):
    try:
        return lock.fill()
    except LookupError:
        return 0

#: handlers change places -> differs
def work(table, key: str):
    try:
        return table[key]
    except KeyError:
        return 1
    except LookupError:
        return 2
#: becomes
def work(table, key: str):
    try:
        return table[key]
    except LookupError:
        return 2
    except KeyError:
        return 1

#: a statement moves into the try -> differs
def work(lock):
    lock.fill()
    try:
        lock.open()
    except ValueError:
        return 0
    return 1
#: becomes
def work(lock):
    try:
        lock.fill()
        lock.open()
    except ValueError:
        return 0
    return 1

#: the else of a try is not protected -> differs
def work(lock):
    try:
        lock.fill()
    except ValueError:
        return 0
    else:
        lock.open()
    return 1
#: becomes
def work(lock):
    try:
        lock.fill()
        lock.open()
    except ValueError:
        return 0
    return 1

#: a guard inside with -> proved
def work(lock, gate):
    with gate:
        if lock.ready:
            lock.fill()
            lock.open()
#: becomes
def work(lock, gate):
    with gate:
        if not lock.ready:
            return
        lock.fill()
        lock.open()

#: a check moves out of the with -> differs
def work(lock, gate):
    with gate:
        if lock.ready:
            lock.fill()
#: becomes
def work(lock, gate):
    if lock.ready:
        with gate:
            lock.fill()

#: a with may swallow the exception -> differs
def work(lock, gate):
    with gate:
        lock.fill()
        return 1
    return 2
#: becomes
def work(lock, gate):
    with gate:
        lock.fill()
    return 1

#: two managers in one with -> proved
def work(a, b):
    with a as x, b as y:
        if x:
            y.go()
#: becomes
def work(a, b):
    with a as x:
        with b as y:
            if x:
                y.go()

#: two managers change places -> differs
def work(a, b):
    with a, b:
        return 1
#: becomes
def work(a, b):
    with b, a:
        return 1

#: the caught exception is gone after its handler -> differs
def work(lock):
    error = None
    try:
        lock.fill()
    except ValueError as error:
        lock.log()
    return error
#: becomes
def work(lock):
    error = None
    try:
        lock.fill()
    except ValueError as caught:
        lock.log()
    return error

#: continue in a protected loop body -> proved
def work(locks):
    for lock in locks:
        try:
            if lock.ready:
                lock.fill()
                lock.open()
        except ValueError:
            lock.log()
        finally:
            lock.done()
#: becomes
def work(locks):
    for lock in locks:
        try:
            if not lock.ready:
                continue
            lock.fill()
            lock.open()
        except ValueError:
            lock.log()
        finally:
            lock.done()

#: an assert is not a raise -> differs
def work(level: int):
    assert level > 0
    return level
#: becomes
def work(level: int):
    if level <= 0:
        raise ValueError
    return level

#: an assert with its condition turned -> proved
def work(level: int):
    assert level > 0, "dry"
    return level
#: becomes
def work(level: int):
    assert not level <= 0, "dry"
    return level

#: another exception type -> differs
def work(level: int):
    if level < 0:
        raise ValueError("dry")
    return level
#: becomes
def work(level: int):
    if level < 0:
        raise KeyError("dry")
    return level

#: another message is another exception -> differs
def work(level: int):
    if level < 0:
        raise ValueError("dry")
    return level
#: becomes
def work(level: int):
    if level < 0:
        raise ValueError("too dry")
    return level

#: division may raise before the check -> differs
def share(toll: int, boats: int):
    if boats == 0:
        return 0
    part = toll // boats
    return part
#: becomes
def share(toll: int, boats: int):
    part = toll // boats
    if boats == 0:
        return 0
    return part

#: a bare raise outside its handler -> differs
def work(lock):
    try:
        lock.fill()
    except ValueError:
        raise
    return 1
#: becomes
def work(lock):
    try:
        lock.fill()
    except ValueError as error:
        raise RuntimeError from error
    return 1

#: a result is returned inside a with, whose manager is not known -> proved-under lets-through
def log_in(gauge, book, boat):
    noted = False
    with gauge.session() as session:
        if session.ready():
            noted = True
            book.add(boat)
        else:
            book.keep(boat)
    return noted
#: becomes
def log_in(gauge, book, boat):
    with gauge.session() as session:
        if session.ready():
            book.add(boat)
            return True
        book.keep(boat)
        return False

#: a module with managers that hide exceptions -> differs
class Quiet:
    def __enter__(self):
        return self

    def __exit__(self, *problem):
        return True


def log_in(manager, book, boat):
    noted = False
    with manager:
        noted = True
        book.add(boat)
    return noted
#: becomes
class Quiet:
    def __enter__(self):
        return self

    def __exit__(self, *problem):
        return True


def log_in(manager, book, boat):
    with manager:
        book.add(boat)
        return True
    return False

#: a with that hides a missing key -> differs
from contextlib import suppress


def log_in(book: dict, boat: str):
    noted = False
    with suppress(KeyError):
        noted = True
        book[boat]
    return noted
#: becomes
from contextlib import suppress


def log_in(book: dict, boat: str):
    with suppress(KeyError):
        book[boat]
        return True
    return False

#: a call moves out of the with -> differs
def log_in(manager, book, boat):
    noted = False
    with manager:
        noted = True
        book.add(boat)
    return noted
#: becomes
def log_in(manager, book, boat):
    book.add(boat)
    with manager:
        return True
    return False

#: a manager that the module gives a name of its own -> differs
import contextlib

quiet = getattr(contextlib, 'sup' + 'press')


def log_in(book: dict, boat: str):
    noted = False
    with quiet(KeyError):
        noted = True
        book[boat]
    return noted
#: becomes
import contextlib

quiet = getattr(contextlib, 'sup' + 'press')


def log_in(book: dict, boat: str):
    with quiet(KeyError):
        book[boat]
        return True

#: a built-in exception is raised by its class, or made first -> proved
def depth(locks, name, error):
    if name is None:
        raise LookupError
    if name not in locks:
        raise KeyError from error
    return locks[name]
#: becomes
def depth(locks, name, error):
    if name is None:
        raise LookupError()
    if name in locks:
        return locks[name]
    raise KeyError() from error

#: a parameter called like a built-in exception is no class -> differs
def depth(locks, LookupError):
    if not locks:
        raise LookupError
    return locks
#: becomes
def depth(locks, LookupError):
    if not locks:
        raise LookupError()
    return locks

#: an exception of the module called like a built-in one takes what it needs -> differs
class LookupError(Exception):
    def __new__(cls, *args):
        return ValueError(3)


def depth(locks):
    if not locks:
        raise LookupError
    return locks
#: becomes
class LookupError(Exception):
    def __new__(cls, *args):
        return ValueError(3)


def depth(locks):
    if not locks:
        raise ValueError
    return locks

#: an exception that is raised as it is -> differs
def depth(locks, error):
    if not locks:
        raise error
    return locks
#: becomes
def depth(locks, error):
    if not locks:
        raise error()
    return locks

#: a name of the module is there, in a try as elsewhere -> proved-under unpatched
LIMIT = 3
def work(lock):
    try:
        lock.fill()
        most = LIMIT
    except Exception:
        most = 0
    return most
#: becomes
LIMIT = 3
def work(lock):
    try:
        most = LIMIT
        lock.fill()
    except Exception:
        most = 0
    return most

#: unless the module runs the function before it binds the name -> unproved
def work(lock):
    try:
        lock.fill()
        most = LIMIT
    except NameError:
        most = 0
    return most
class Lock:
    def fill(self): self.full = True
FIRST = work(Lock())
LIMIT = 3
#: becomes
def work(lock):
    try:
        most = LIMIT
        lock.fill()
    except NameError:
        most = 0
    return most
class Lock:
    def fill(self): self.full = True
FIRST = work(Lock())
LIMIT = 3

#: or takes it away again -> differs
LIMIT = 3
def work(lock: list):
    try:
        lock.append(1)
        most = LIMIT
    except NameError:
        most = 0
    return most
del LIMIT
#: becomes
LIMIT = 3
def work(lock: list):
    try:
        most = LIMIT
        lock.append(1)
    except NameError:
        most = 0
    return most
del LIMIT

#: what is only logged may stand before the try -> proved-under no-effect+unpatched
import logging
log = logging.getLogger("desk")
class Refused(Exception):
    pass
def admit(boat, known: bool) -> str:
    try:
        if known:
            boat.enter()
        else:
            log.info("unknown %s", boat)
            return "unknown"
    except Refused:
        return "refused"
    return "in"
#: becomes
import logging
log = logging.getLogger("desk")
class Refused(Exception):
    pass
def admit(boat, known: bool) -> str:
    if not known:
        log.info("unknown %s", boat)
        return "unknown"
    try:
        boat.enter()
    except Refused:
        return "refused"
    return "in"

#: a log of the module's own may refuse -> differs
class Refused(Exception):
    pass
class Log:
    def info(self, text: str) -> None:
        if not text:
            raise Refused(text)
log = Log()
def admit(text: str, known: bool) -> str:
    try:
        if not known:
            log.info(text)
            return "unknown"
    except Refused:
        return "refused"
    return "in"
#: becomes
class Refused(Exception):
    pass
class Log:
    def info(self, text: str) -> None:
        if not text:
            raise Refused(text)
log = Log()
def admit(text: str, known: bool) -> str:
    if not known:
        log.info(text)
        return "unknown"
    return "in"
