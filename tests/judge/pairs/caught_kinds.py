#: two handlers that do the same -> proved
def enter(lock, boat):
    try:
        lock.enter(boat)
    except KeyError as error:
        return str(error)
    except ValueError as error:
        return str(error)
    return True
#: becomes
def enter(lock, boat):
    try:
        lock.enter(boat)
    except (KeyError, ValueError) as error:
        return str(error)
    return True

#: an error of the module's own among them, in another order -> proved
class Full(Exception):
    pass
def enter(lock, boat):
    try:
        lock.enter(boat)
    except (Full, KeyError, LookupError):
        return False
    return True
#: becomes
class Full(Exception):
    pass
def enter(lock, boat):
    try:
        lock.enter(boat)
    except Full:
        return False
    except LookupError:
        return False
    return True

#: the wider kind comes first -> differs
def level(levels: dict, name: str):
    try:
        return levels[name]
    except KeyError:
        return 2
    except LookupError:
        return 1
#: becomes
def level(levels: dict, name: str):
    try:
        return levels[name]
    except LookupError:
        return 1
    except KeyError:
        return 2

#: one kind is not caught any more -> differs
def level(levels: list, text: str):
    try:
        return levels[int(text)]
    except (ValueError, IndexError):
        return None
#: becomes
def level(levels: list, text: str):
    try:
        return levels[int(text)]
    except ValueError:
        return None

#: a name that is bound late -> differs
def enter(levels: dict, name: str):
    try:
        return levels[name]
    except KeyError:
        return None
#: becomes
def enter(levels: dict, name: str):
    try:
        return levels[name]
    except (Full, KeyError):
        return None
FIRST = enter({}, "a")
class Full(Exception):
    pass

#: neither nothing nor empty is something -> proved
def told(name: str | None):
    if name is None or name == "":
        return "nobody"
    return name
#: becomes
def told(name: str | None):
    return name or "nobody"

#: nothing is not the same as empty -> differs
def told(name: str | None):
    if name is None:
        return "nobody"
    return name
#: becomes
def told(name: str | None):
    return name or "nobody"
