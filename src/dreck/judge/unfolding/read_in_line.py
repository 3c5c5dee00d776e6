"""Names that stand for what could as well stand where they are asked.

``kinds = ["barge", "tug"]`` that is only asked ``kind in kinds``, or gone through, is that row each
time. A generator that the next statement goes through first of all is made there. A number that
only ever grows from 0, and is only asked whether it is more, is a flag. Nothing is assumed.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator

from ...outline import all_nodes, copied
from ..world.constants import is_constant
from ..world.scope import FunctionNode
from .what_is_gone_through import is_awkward, is_named, reads, stores

_ASKING = (ast.In, ast.NotIn)
# How a number that is never below 0 is asked for being more, and what that says.
_MORE = {
    (">", 0): True,
    ("!=", 0): True,
    (">=", 1): True,
    ("==", 0): False,
    ("<", 1): False,
    ("<=", 0): False,
}
_SIGNS = {ast.Gt: ">", ast.NotEq: "!=", ast.GtE: ">=", ast.Eq: "==", ast.Lt: "<", ast.LtE: "<="}
_MIRRORED = {">": "<", "<": ">", ">=": "<=", "<=": ">=", "==": "==", "!=": "!="}


def read_in_line(function: FunctionNode) -> FunctionNode | None:
    """A function without such names; None if it has none."""
    if not any(map(_may_be_in_line, all_nodes(function))) or is_awkward(function):
        return None
    made = copied(function)
    changed = [_rows(made), _generators(made), _counters(made)]
    if not any(changed):
        return None
    ast.fix_missing_locations(made)
    return made


def _may_be_in_line(node: ast.AST) -> bool:
    if isinstance(node, ast.Assign):
        return isinstance(node.value, ast.List | ast.Tuple | ast.GeneratorExp)
    return isinstance(node, ast.AugAssign) and _is_number(node.value, 1)


def _given_once(function: FunctionNode) -> Iterator[tuple[str, ast.Assign]]:
    """The names that are given one value, at one place."""
    arguments = {n.arg for n in all_nodes(function) if isinstance(n, ast.arg)}
    for node in list(all_nodes(function)):
        target = node.targets[0] if isinstance(node, ast.Assign) else None
        if isinstance(target, ast.Name) and isinstance(node, ast.Assign) and len(node.targets) == 1:
            if stores(target.id, function) == 1 and target.id not in arguments:
                yield target.id, node


# -- rows of constants


def _rows(function: FunctionNode) -> bool:
    found: dict[str, ast.expr] = {}
    gone: set[int] = set()
    top = set(map(id, function.body))
    for name, given in _given_once(function):
        value = given.value
        row = isinstance(value, ast.List | ast.Tuple) and bool(value.elts)
        constant = row and all(map(is_constant, value.elts))  # type: ignore[attr-defined]
        asked_before = [s for s in function.body if s.lineno < given.lineno and reads(name, s)]
        if constant and id(given) in top and not asked_before and _is_only_asked(name, function):
            found[name] = value
            gone.add(id(given))
    if not found:
        return False
    function.body = [s for s in function.body if id(s) not in gone] or [ast.Pass()]
    _Rows(found).visit(function)
    return True


def _is_only_asked(name: str, function: FunctionNode) -> bool:
    """Whether a name is only asked for what is in it, or gone through."""
    asked = 0
    for node in all_nodes(function):
        if isinstance(node, ast.Compare) and len(node.ops) == 1:
            of = node.comparators[0]
            asked += isinstance(node.ops[0], _ASKING) and is_named(of, name)
        elif isinstance(node, ast.For | ast.comprehension):
            asked += is_named(node.iter, name)
    return asked > 0 and asked == reads(name, function)


class _Rows(ast.NodeTransformer):
    def __init__(self, found: dict[str, ast.expr]) -> None:
        self.found = found

    def visit_Name(self, node: ast.Name) -> ast.AST:
        value = self.found.get(node.id)
        if value is None or not isinstance(node.ctx, ast.Load):
            return node
        assert isinstance(value, ast.List | ast.Tuple)
        return ast.copy_location(ast.Tuple(copied(value.elts), ast.Load()), node)


# -- generators that are made for the next statement


def _generators(function: FunctionNode) -> bool:
    changed = False
    once = {id(given): name for name, given in _given_once(function)}
    for owner in list(all_nodes(function)):
        for field in ("body", "orelse", "finalbody"):
            block = getattr(owner, field, None)
            if not isinstance(block, list):
                continue
            for at in reversed(range(len(block) - 1)):
                name = once.get(id(block[at]), "")
                value = getattr(block[at], "value", None)
                if not name or not isinstance(value, ast.GeneratorExp):
                    continue
                if reads(name, function) == 1 and _put_first(block[at + 1], name, value):
                    del block[at]
                    changed = True
    return changed


def _put_first(statement: ast.stmt, name: str, value: ast.expr) -> bool:
    """Put a value in the place of a name that a statement goes through before anything else."""
    if isinstance(statement, ast.For):
        if is_named(statement.iter, name):
            statement.iter = value
            return True
        return False
    first = statement.value if isinstance(statement, ast.Return | ast.Assign) else None
    while first is not None:
        if isinstance(first, ast.ListComp | ast.SetComp | ast.DictComp | ast.GeneratorExp):
            if is_named(first.generators[0].iter, name):
                first.generators[0].iter = value
                return True
            return False
        if (
            not isinstance(first, ast.Call)
            or not isinstance(first.func, ast.Name)
            or not first.args
        ):
            return False
        if is_named(first.args[0], name):
            first.args[0] = value
            return True
        first = first.args[0]
    return False


# -- numbers that only grow


def _counters(function: FunctionNode) -> bool:
    arguments = {n.arg for n in all_nodes(function) if isinstance(n, ast.arg)}
    names = {
        n.target.id
        for n in all_nodes(function)
        if isinstance(n, ast.AugAssign) and isinstance(n.target, ast.Name)
    }
    found = {n for n in names - arguments if _only_grows(n, function)}
    if not found:
        return False
    compared = [n for n in all_nodes(function) if isinstance(n, ast.Compare)]
    # What is only asked for being none is up until there is one.
    up = {n for n in found if not any(_more(c, n) for c in compared)}
    _Flags(found, up).visit(function)
    return True


def _only_grows(name: str, function: FunctionNode) -> bool:
    """Whether a name starts with 0, is only added to, and is only asked whether it is more."""
    starts = grows = asked = 0
    for node in all_nodes(function):
        if (
            isinstance(node, ast.Assign)
            and len(node.targets) == 1
            and is_named(node.targets[0], name)
        ):
            starts += _is_number(node.value, 0)
        elif isinstance(node, ast.AugAssign) and is_named(node.target, name):
            grows += isinstance(node.op, ast.Add) and _is_number(node.value, 1)
        elif isinstance(node, ast.Compare):
            asked += _more(node, name) is not None
    return starts + grows == stores(name, function) and asked == reads(name, function) > 0


def _is_number(node: ast.expr, number: int) -> bool:
    return isinstance(node, ast.Constant) and type(node.value) is int and node.value == number


def _more(node: ast.Compare, name: str) -> bool | None:
    """Whether a comparison holds where a number is more than 0; None if it asks anything else."""
    if len(node.ops) != 1 or type(node.ops[0]) not in _SIGNS:
        return None
    sign, left, right = _SIGNS[type(node.ops[0])], node.left, node.comparators[0]
    if is_named(right, name):
        sign, left, right = _MIRRORED[sign], right, left
    if not is_named(left, name) or not isinstance(right, ast.Constant):
        return None
    return _MORE.get((sign, right.value)) if type(right.value) is int else None


class _Flags(ast.NodeTransformer):
    def __init__(self, names: set[str], up: set[str]) -> None:
        self.names, self.up = names, up

    def visit_Assign(self, node: ast.Assign) -> ast.AST:
        self.generic_visit(node)
        target = node.targets[0]
        if isinstance(target, ast.Name) and target.id in self.names:
            node.value = ast.copy_location(ast.Constant(target.id in self.up), node.value)
        return node

    def visit_AugAssign(self, node: ast.AugAssign) -> ast.AST:
        self.generic_visit(node)
        if not isinstance(node.target, ast.Name) or node.target.id not in self.names:
            return node
        made = ast.Assign([node.target], ast.Constant(node.target.id not in self.up))
        return ast.copy_location(made, node)

    def visit_Compare(self, node: ast.Compare) -> ast.AST:
        self.generic_visit(node)
        for name in self.names:
            more = _more(node, name)
            if more is not None:
                flag = ast.Name(name, ast.Load())
                is_up = more is not (name in self.up)
                return ast.copy_location(flag if is_up else ast.UnaryOp(ast.Not(), flag), node)
        return node
