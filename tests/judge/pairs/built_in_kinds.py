"""Built-in classes that are asked for: no object is of two of them, but for those derived."""

#: texts and numbers, in another order -> proved-under no-effect
def sign(level, log):
    if isinstance(level, str):
        log.append("text")
    elif isinstance(level, (int, float)):
        log.append("number")
#: becomes
def sign(level, log):
    if isinstance(level, (int, float)):
        log.append("number")
    elif isinstance(level, str):
        log.append("text")

#: what is no number is told first -> proved-under no-effect
def sign(level):
    if isinstance(level, bool) == False and isinstance(level, int):
        return 1
    elif isinstance(level, str):
        return 2
    raise TypeError(level)
#: becomes
def sign(level):
    if isinstance(level, bool) or not isinstance(level, (int, str)):
        raise TypeError(level)
    if isinstance(level, int):
        return 1
    return 2

#: what holds others is no text -> proved-under no-effect
def spread(names):
    if isinstance(names, str):
        return [names]
    if isinstance(names, (list, tuple, set)):
        return sorted(names)
    return []
#: becomes
def spread(names):
    if isinstance(names, (list, tuple, set)):
        return sorted(names)
    if isinstance(names, str):
        return [names]
    return []

#: a bool is a number -> differs
def sign(level):
    if isinstance(level, int):
        return 1
    if isinstance(level, bool):
        return 2
    return 3
#: becomes
def sign(level):
    if isinstance(level, bool):
        return 2
    if isinstance(level, int):
        return 1
    return 3

#: what is derived from a text is one -> differs
class Name(str): ...
def sign(name):
    if isinstance(name, str):
        return 1
    if isinstance(name, Name):
        return 2
    return 3
#: becomes
class Name(str): ...
def sign(name):
    if isinstance(name, Name):
        return 2
    if isinstance(name, str):
        return 1
    return 3

#: a list is a sequence -> differs
from collections.abc import Sequence
def sign(names):
    if isinstance(names, list):
        return 1
    if isinstance(names, Sequence):
        return 2
    return 3
#: becomes
from collections.abc import Sequence
def sign(names):
    if isinstance(names, Sequence):
        return 2
    if isinstance(names, list):
        return 1
    return 3

#: another class has the name -> unproved
class set(list): ...
def sign(names):
    if isinstance(names, list):
        return 1
    if isinstance(names, set):
        return 2
    return 3
#: becomes
class set(list): ...
def sign(names):
    if isinstance(names, set):
        return 2
    if isinstance(names, list):
        return 1
    return 3

#: it is another object by then -> differs
def sign(level):
    if isinstance(level, str):
        level = len(level)
    if isinstance(level, int):
        return level
    return 3
#: becomes
def sign(level):
    if isinstance(level, str):
        return 3
    if isinstance(level, int):
        return level
    return 3
