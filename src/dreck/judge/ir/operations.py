"""The operations of decision graphs: one row for each kind of step, with its semantics.

A row says how many operands a step takes and yields, whether it may raise once its operands are
there, whether it may run code of anybody's, whether its first result is a flag, and under which
assumption it yields the same when it is done again with nothing but such steps between. When a step
is unobservable for the values at hand is said by the code that ``silent`` names.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

ANY_NUMBER = -1


@dataclass(frozen=True, slots=True)
class Operation:
    """What one kind of step does.

    Attributes:
        name: the kind.
        operands: how many it takes; :data:`ANY_NUMBER` where that depends on the code.
        yields: how many values it yields; :data:`ANY_NUMBER` likewise.
        raises: whether it may raise once its operands are there.
        foreign: whether it may run code of anybody's, so that names of the module may change.
        flag: whether the first value it yields is a bool.
        again: the assumption under which it yields the same again; empty if there is none.
        silent: when nobody can observe it, in words; empty if always observed.
    """

    name: str
    operands: int
    yields: int
    raises: bool = True
    foreign: bool = True
    flag: bool = False
    again: str = ""
    silent: str = ""


_PLAIN = "its operands are plain values for which it cannot raise"
_ROWS = (
    # -- reading
    Operation("global", 0, 1, foreign=False, silent="the name is bound for sure, or built-in"),
    Operation("cell", 0, 1, foreign=False),
    Operation("getattr", 1, 1, again="stable-read", silent="a row, an adder, a declared field"),
    Operation("pattern attribute", 1, 2, flag=True, again="stable-read"),
    Operation("getitem", 2, 1, again="stable-read", silent="a known part of a tuple, row or dict"),
    # -- asking
    Operation("truth", 1, 1, flag=True, again="no-effect", silent=_PLAIN),
    Operation("compare", 2, 1, again="no-effect", silent=_PLAIN),
    Operation("member", 2, 1, flag=True, again="no-effect", silent=_PLAIN),
    Operation(
        "in",
        2,
        1,
        flag=True,
        again="no-effect",
        silent="a plain value in constants, a key of a dict",
    ),
    Operation("isinstance", 2, 1, flag=True, again="no-effect", silent="plain values and classes"),
    Operation("hash", 1, 0, again="no-effect", silent=_PLAIN),
    Operation("is", 2, 1, raises=False, foreign=False, silent="always, but of values made here"),
    Operation("not", 1, 1, raises=False, foreign=False, silent="always"),
    Operation("is number", 1, 1, raises=False, foreign=False, silent="always"),
    Operation("is dict", 1, 1, raises=False, foreign=False, silent="always"),
    Operation("catches", 2, 1, flag=True),
    Operation("match", ANY_NUMBER, ANY_NUMBER, flag=True),
    Operation("asserts", 0, 1, raises=False, foreign=False, silent="always: one flag a process"),
    Operation("ask", ANY_NUMBER, 1, again="no-effect"),
    # -- working out
    Operation("binop", 2, 1, silent=_PLAIN),
    Operation("inplace", 2, 1, silent=_PLAIN),
    Operation("unary", 1, 1),
    Operation("sum up", 2, 1, silent=_PLAIN),
    Operation("join up", 2, 1, silent=_PLAIN),
    Operation("count up", 2, 1, silent=_PLAIN),
    Operation("bisect", 3, 1),
    Operation("format", ANY_NUMBER, 1, silent="it is a text, shown as it is"),
    Operation("show", 1, 1, foreign=False, silent="it is a text, shown as it is"),
    Operation("join", ANY_NUMBER, 1, foreign=False, silent="all its parts are texts"),
    # -- making
    Operation("tuple", ANY_NUMBER, 1, raises=False, foreign=False, silent="always"),
    Operation("slice", 3, 1, raises=False, foreign=False, silent="always"),
    Operation("row", ANY_NUMBER, 1, raises=False, foreign=False, silent="always"),
    Operation("list", ANY_NUMBER, 1, raises=False, foreign=False, silent="it is empty"),
    Operation("set", ANY_NUMBER, 1, silent="it is empty"),
    Operation("dict", ANY_NUMBER, 1, silent="it is empty"),
    Operation("tuple-star", ANY_NUMBER, 1),
    Operation("list-star", ANY_NUMBER, 1),
    Operation("set-star", ANY_NUMBER, 1),
    Operation("comprehension", ANY_NUMBER, 1),
    Operation("genexp", ANY_NUMBER, 1),
    Operation("function", ANY_NUMBER, 1),
    Operation("class", ANY_NUMBER, 1),
    # -- changing
    Operation("setattr", 2, 0),
    Operation("setitem", 3, 0),
    Operation("delattr", 1, 0),
    Operation("delitem", 2, 0),
    Operation("set cell", 1, 0, raises=False),
    Operation("del cell", 0, 0),
    Operation("set global", 1, 0, raises=False),
    Operation("del global", 0, 0),
    Operation("forget", 0, 0, raises=False, foreign=False),
    Operation("append", 2, 1, raises=False),
    Operation("put first", 2, 1, raises=False),
    Operation("add", 2, 1),
    # -- handing over
    Operation("call", ANY_NUMBER, 1, silent="the length of a declared container"),
    Operation("unpack", 1, ANY_NUMBER, silent="a tuple whose parts are known"),
    Operation("iter", 1, 1),
    Operation("next", 1, 2, flag=True),
    Operation("async iter", 1, 1),
    Operation("async next", 1, 2, flag=True),
    Operation("enter", 1, 1),
    Operation("exit", 1, 0),
    Operation("exit failed", 2, 1, flag=True),
    Operation("async enter", 1, 1),
    Operation("async exit", 1, 0),
    Operation("async exit failed", 2, 1, flag=True),
    Operation("yield", 1, 1),
    Operation("yield from", 1, 1),
    Operation("await", 1, 1),
    Operation("import", 0, 1),
    Operation("import name", 1, 1),
    # -- failing
    Operation("raise", ANY_NUMBER, 1),
    Operation("raise again", 0, 1),
    Operation("missing key", 1, 1),
    Operation("failed assert", ANY_NUMBER, 1),
    # -- resting on something
    Operation("assume", 0, 0, raises=False, foreign=False, silent="always, if it is granted"),
    Operation("rely", 0, 0, raises=False, foreign=False, silent="always, if it is granted"),
    Operation(
        "assume there", 1, 0, raises=False, foreign=False, silent="it is known not to be None"
    ),
    Operation("has a last", 1, 0, raises=False, foreign=False, silent="it is a list or the like"),
    Operation(
        "assume shown alike", 1, 0, raises=False, foreign=False, silent="always, if it is granted"
    ),
    Operation("assume text", 1, 0, raises=False, foreign=False, silent="always, if it is granted"),
    Operation(
        "assume gone through", 1, 0, raises=False, foreign=False, silent="always, if it is granted"
    ),
    Operation("assume whole", 1, 0, raises=False, foreign=False, silent="always, if it is granted"),
    Operation("assume unless plain", ANY_NUMBER, 0, raises=False, foreign=False, silent="always"),
)
OPERATIONS: Mapping[str, Operation] = {row.name: row for row in _ROWS}


class UnknownOperation(Exception):
    """A step of a kind, or with a number of operands, that no row describes."""


def checked(name: str, operands: int, yields: int) -> Operation:
    """The row of a step.

    Raises:
        UnknownOperation: there is no such row, or the step has another number of operands or
            results.
    """
    row = OPERATIONS.get(name)
    if row is None:
        raise UnknownOperation(f"no operation is called {name!r}; describe it in ir/operations.py")
    for given, said, what in ((operands, row.operands, "takes"), (yields, row.yields, "yields")):
        if said not in (given, ANY_NUMBER):
            raise UnknownOperation(f"{name!r} {what} {said}, not {given}")
    return row


def named(**wanted: object) -> frozenset[str]:
    """The names of all operations whose rows have these values.

    >>> sorted(named(again="stable-read"))
    ['getattr', 'getitem', 'pattern attribute']
    """
    return frozenset(
        r.name for r in _ROWS if all(getattr(r, field) == value for field, value in wanted.items())
    )
