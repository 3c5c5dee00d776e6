"""A number below 0 that stands for nothing, with a flag beside it that says the same.

``found = -1``, ``while i < len(berths) and found == -1`` and ``found = i``: the name is only given
-1 and places, which are never below 0, so asking for -1 asks whether it was given a place. Nothing
is assumed.
"""

from __future__ import annotations

import ast
from dataclasses import dataclass

from ...outline import all_nodes, copied
from ..world.around import Names
from ..world.constants import whole_number
from ..world.scope import FunctionNode
from .stand_ins import note_stand_in
from .what_is_gone_through import is_awkward, is_builtin, is_counter, is_named, step_of, stores

# What is asked of a name that is -1 or more, by the sign and the number, and whether it is more then.
_MORE = {
    ("==", -1): False,
    ("!=", -1): True,
    ("<", 0): False,
    ("<=", -1): False,
    (">=", 0): True,
    (">", -1): True,
}
_SIGNS = {ast.Gt: ">", ast.NotEq: "!=", ast.GtE: ">=", ast.Eq: "==", ast.Lt: "<", ast.LtE: "<="}


def sentinels(function: FunctionNode, names: Names) -> FunctionNode | None:
    """A function that asks flags in the place of such numbers; None if it asks for none."""
    if not any(isinstance(n, ast.USub) for n in all_nodes(function)) or is_awkward(function):
        return None
    asked = {n.left.id for n in all_nodes(function) if _is_asked(n)}  # type: ignore[attr-defined]
    arguments = {n.arg for n in all_nodes(function) if isinstance(n, ast.arg)}
    chosen = {n for n in asked - arguments if _is_place_or_none(n, function, names)}
    if not chosen:
        return None
    made = copied(function)
    for name in chosen:
        note_stand_in(made, _flag(name), f"{name} >= 0")
    _Flags(chosen).visit(made)
    ast.fix_missing_locations(made)
    return made


def _is_asked(node: ast.AST) -> bool:
    """Whether a comparison asks a name for a number below 0."""
    return isinstance(node, ast.Compare) and _more(node) is not None


def _more(node: ast.Compare) -> bool | None:
    """Whether a comparison holds where a name is 0 or more; None if it asks anything else."""
    if len(node.ops) != 1 or type(node.ops[0]) not in _SIGNS or not isinstance(node.left, ast.Name):
        return None
    number = whole_number(node.comparators[0])
    return None if number is None else _MORE.get((_SIGNS[type(node.ops[0])], number))


def _is_place_or_none(name: str, function: FunctionNode, names: Names) -> bool:
    """Whether a name is only given -1, and numbers that are 0 or more."""
    values = [
        n.value
        for n in all_nodes(function)
        if isinstance(n, ast.Assign) and len(n.targets) == 1 and is_named(n.targets[0], name)
    ]
    numbers = [whole_number(v) for v in values]
    if len(values) != stores(name, function) or -1 not in numbers:
        return False
    return all(
        n == -1 or (n is not None and n >= 0) or (n is None and _is_place(v, function, names))
        for v, n in zip(values, numbers, strict=True)
    )


def _is_place(value: ast.expr, function: FunctionNode, names: Names) -> bool:
    """Whether a value is a place for sure: what a loop counts, or how many there are."""
    if not isinstance(value, ast.Name):
        return _calls(value, "len", function, names)
    if is_counter(value.id, function):
        given = [n for n in all_nodes(function) if isinstance(n, ast.Assign)]
        starts = [
            whole_number(n.value) for n in given if any(is_named(t, value.id) for t in n.targets)
        ]
        steps = [s for n in all_nodes(function) for name, s in [step_of(n)] if name == value.id]
        return all(s is None or s >= 0 for s in starts) and all(s >= 0 for s in steps)
    counted = sum(
        _counts(n, value.id, function, names) for n in all_nodes(function) if isinstance(n, ast.For)
    )
    arguments = {n.arg for n in all_nodes(function) if isinstance(n, ast.arg)}
    return 0 < counted == stores(value.id, function) and value.id not in arguments


def _counts(loop: ast.For, name: str, function: FunctionNode, names: Names) -> bool:
    """Whether a loop gives a name whole numbers from 0 or more upward, and sets it once."""
    through, target = loop.iter, loop.target
    if not isinstance(through, ast.Call) or through.keywords:
        return False
    if _calls(through, "range", function, names) and is_named(target, name):
        starts = through.args[:1] if len(through.args) == 2 else []
        return (
            len(through.args) < 3
            and all((whole_number(s) or 0) >= 0 for s in starts)
            and (not starts or whole_number(starts[0]) is not None)
        )
    if not _calls(through, "enumerate", function, names) or len(through.args) != 1:
        return False
    return isinstance(target, ast.Tuple) and bool(target.elts) and is_named(target.elts[0], name)


def _calls(node: ast.expr, name: str, function: FunctionNode, names: Names) -> bool:
    called = isinstance(node, ast.Call) and is_named(node.func, name)
    return called and is_builtin(name, function, names)


@dataclass(slots=True)
class _Flags(ast.NodeTransformer):
    """Keeps a flag beside each of some names, and asks for that."""

    names: set[str]

    def visit_Assign(self, node: ast.Assign) -> ast.AST | list[ast.stmt]:
        self.generic_visit(node)
        target = node.targets[0]
        if not isinstance(target, ast.Name) or target.id not in self.names:
            return node
        flag = ast.Name(_flag(target.id), ast.Store())
        is_given = ast.Constant(whole_number(node.value) != -1)
        return [node, ast.copy_location(ast.Assign([flag], is_given), node)]

    def visit_Compare(self, node: ast.Compare) -> ast.AST:
        self.generic_visit(node)
        more = _more(node)
        if more is None or not isinstance(node.left, ast.Name) or node.left.id not in self.names:
            return node
        asked: ast.expr = ast.Name(_flag(node.left.id), ast.Load())
        asked = asked if more else ast.UnaryOp(ast.Not(), asked)
        return ast.copy_location(asked, node)


def _flag(name: str) -> str:
    return f"{name}.place"
