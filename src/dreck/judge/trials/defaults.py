"""What the default of a parameter says of the values it is given: text for text, another clock for
a clock.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator

from .shape import Shape

# Functions of the standard library that stand as defaults so that tests may put another in their
# place, with what they hand back; none of them raises anything by itself.
_STAND_INS: dict[str, frozenset[str]] = {
    "date.today": frozenset({"date"}),
    "datetime.now": frozenset({"moment"}),
    "datetime.utcnow": frozenset({"moment"}),
    "datetime.today": frozenset({"moment"}),
    "time.time": frozenset({"number", "fraction"}),
    "time.monotonic": frozenset({"number", "fraction"}),
    "time.perf_counter": frozenset({"number", "fraction"}),
    "time.sleep": frozenset(),
    "random.random": frozenset({"number", "fraction"}),
    "sleep": frozenset(),
    "print": frozenset(),
}


def said_by_defaults(arguments: ast.arguments) -> dict[str, Shape]:
    """The shapes of parameters whose defaults tell of what kind they are.

    >>> tree = ast.parse("def berth(name='', sleep=time.sleep, until=None): pass")
    >>> sorted(said_by_defaults(tree.body[0].args))
    ['name', 'sleep']
    """
    told = ((name, _said_by(default)) for name, default in _defaults(arguments))
    return {name: shape for name, shape in told if shape is not None}


def _defaults(arguments: ast.arguments) -> Iterator[tuple[str, ast.expr]]:
    positional = [*arguments.posonlyargs, *arguments.args]
    behind = positional[len(positional) - len(arguments.defaults) :]
    yield from ((a.arg, d) for a, d in zip(behind, arguments.defaults, strict=True))
    by_name = zip(arguments.kwonlyargs, arguments.kw_defaults, strict=True)
    yield from ((a.arg, d) for a, d in by_name if d is not None)


def _said_by(default: ast.expr) -> Shape | None:
    if isinstance(default, ast.Constant):
        if isinstance(default.value, str):
            return Shape(wants={"text"})
        is_number = type(default.value) in (int, float)
        return Shape(wants={"number"}) if is_number else None
    if isinstance(default, ast.Name | ast.Attribute):
        last = ".".join(ast.unparse(default).split(".")[-2:])
        if last in _STAND_INS:
            return Shape(result=Shape(wants=set(_STAND_INS[last]), is_quiet=True))
    return None
