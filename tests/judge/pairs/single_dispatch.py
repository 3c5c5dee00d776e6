#: bodies picked by the class of an argument -> proved-under not-overridden
def show(value, width: int):
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, int):
        return str(value)
    if isinstance(value, list):
        return width
    return "?"
#: becomes
from functools import singledispatch


@singledispatch
def _shown(value, width: int):
    return "?"


@_shown.register(bool)
def _shown_bool(value, width: int):
    return "yes" if value else "no"


@_shown.register(int)
def _shown_int(value, width: int):
    return str(value)


@_shown.register(list)
def _shown_list(value, width: int):
    return width


def show(value, width: int):
    return _shown(value, width)

#: of plain values nothing is assumed -> proved
def show(value: int | str | None):
    if isinstance(value, bool):
        return 1
    if isinstance(value, int):
        return 2
    if isinstance(value, str):
        return 3
    return 4
#: becomes
from functools import singledispatch


@singledispatch
def _shown(value):
    return 4


@_shown.register(int)
def _(value):
    return 2


@_shown.register(bool)
def _(value):
    return 1


@_shown.register(str)
def _(value):
    return 3


def show(value: int | str | None):
    return _shown(value)

#: a bool was an int before -> differs
def show(value: int | str):
    if isinstance(value, int):
        return 2
    if isinstance(value, bool):
        return 1
    return 4
#: becomes
from functools import singledispatch


@singledispatch
def _shown(value):
    return 4


@_shown.register(int)
def _(value):
    return 2


@_shown.register(bool)
def _(value):
    return 1


def show(value: int | str):
    return _shown(value)

#: two bodies mixed up -> differs
def show(value):
    if isinstance(value, str):
        return 2
    if isinstance(value, list):
        return 1
    return 4
#: becomes
from functools import singledispatch


@singledispatch
def _shown(value):
    return 4


@_shown.register(str)
def _(value):
    return 1


@_shown.register(list)
def _(value):
    return 2


def show(value):
    return _shown(value)

#: registered after it is used -> differs
def show(value: str):
    if isinstance(value, str):
        return 2
    return 4


ONE = show("a")


def one(value: str):
    return ONE
#: becomes
from functools import singledispatch


def show(value: str):
    return _shown(value)


@singledispatch
def _shown(value):
    return 4


ONE = _shown("a")


@_shown.register(str)
def _(value):
    return 2


def one(value: str):
    return ONE

#: the name of a registered function means something else -> same
def _(text):
    return text


def show(value: str):
    if isinstance(value, str):
        return _("text")
    return 4
#: becomes
from functools import singledispatch


def _(text):
    return text


@singledispatch
def _shown(value):
    return 4


@_shown.register(str)
def _shown_text(value):
    return _("text")


def show(value: str):
    return _shown(value)

#: a registered function takes the name of another one -> unproved
def _(text):
    return text


def show(value):
    if isinstance(value, str):
        return _("text")
    return 4
#: becomes
from functools import singledispatch


def _(text):
    return text


@singledispatch
def _shown(value):
    return 4


@_shown.register(str)
def _(value):
    return _("text")


def show(value):
    return _shown(value)
