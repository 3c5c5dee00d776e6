"""Dicts that a function makes for itself and that hold nothing but numbers.

Whatever such a dict gives back is an ``int`` or a ``float`` of these very classes, so that adding
to it in place is adding, and nobody else can put anything into it or notice when that is done.
"""

from __future__ import annotations

import ast
from collections.abc import Callable, Collection, Iterator

from ...outline import all_nodes, child_nodes
from .scope import FunctionNode, given_to

# What shows a function's names to others, or lets a text speak of them.
_SHOWS_ALL = frozenset({"locals", "vars", "dir", "eval", "exec"})
# What gives numbers of the built-in classes, whatever it is given.
_NUMBERS = frozenset({"int", "float", "len"})
# Built-in functions that read a dict and keep nothing of it.
_READERS = frozenset({"len", "sorted", "list", "tuple", "set", "sum", "max", "min", "any", "all"})
_OPERATORS = (ast.Add, ast.Sub, ast.Mult)
_VIEWS = frozenset({"get", "items", "keys", "values"})


def number_dicts(
    function: FunctionNode, own: frozenset[str], is_builtin: Callable[[str], bool]
) -> frozenset[str]:
    """The names of such dicts.

    Args:
        function: the function.
        own: its names that no other function sees.
        is_builtin: whether a name means what is built in.
    """
    names = {n.id for n in all_nodes(function) if isinstance(n, ast.Name)} if own else _SHOWS_ALL
    if not names.isdisjoint(_SHOWS_ALL):
        return frozenset()
    values: dict[str, list[ast.expr | None]] = {}
    for name, value, _ in given_to(function):
        values.setdefault(name, []).append(value)
    # ``first = second = {}`` is one dict under two names.
    shared = {
        n.id
        for a in all_nodes(function)
        if isinstance(a, ast.Assign) and len(a.targets) > 1
        for t in a.targets
        for n in all_nodes(t)
        if isinstance(n, ast.Name)
    }
    made = {
        n
        for n, given in values.items()
        if n in own - shared and all(_is_new(v, is_builtin) for v in given)
    }
    if not made:
        return frozenset()
    numbers = {
        n
        for n, given in values.items()
        if n in own and all(_is_counted(v, is_builtin) for v in given)
    }
    parents = {id(c): p for p in all_nodes(function) for c in child_nodes(p)}
    found = set(made)
    while True:
        fitting = {
            n for n in found if _holds_numbers(n, function, parents, found, numbers, is_builtin)
        }
        if fitting == found:
            return frozenset(found)
        found = fitting


def _is_new(value: ast.expr | None, is_builtin: Callable[[str], bool]) -> bool:
    """Whether a value is an empty dict made on the spot."""
    if isinstance(value, ast.Dict):
        return not value.keys
    return (
        isinstance(value, ast.Call)
        and isinstance(value.func, ast.Name)
        and value.func.id == "dict"
        and not value.args
        and not value.keywords
        and is_builtin("dict")
    )


def _is_counted(value: ast.expr | None, is_builtin: Callable[[str], bool]) -> bool:
    """Whether a value is a number by what makes it."""
    if isinstance(value, ast.Call) and isinstance(value.func, ast.Name):
        return value.func.id in _NUMBERS and is_builtin(value.func.id)
    return isinstance(value, ast.Constant) and type(value.value) in (int, float)


def _holds_numbers(
    name: str,
    function: FunctionNode,
    parents: dict[int, ast.AST],
    dicts: Collection[str],
    numbers: Collection[str],
    is_builtin: Callable[[str], bool],
) -> bool:
    """Whether all that happens to a dict is that numbers are put into it, or it is read."""
    for node in _mentions(function, name):
        parent = parents[id(node)]
        if isinstance(parent, ast.Subscript) and parent.value is node:
            if not _is_kept(parent, parents[id(parent)], dicts, numbers):
                return False
        elif not _is_read(node, parent, parents, is_builtin):
            return False
    return True


def _mentions(function: FunctionNode, name: str) -> Iterator[ast.Name]:
    for node in all_nodes(function):
        if isinstance(node, ast.Name) and node.id == name and isinstance(node.ctx, ast.Load):
            yield node


def _is_kept(
    entry: ast.Subscript, parent: ast.AST, dicts: Collection[str], numbers: Collection[str]
) -> bool:
    """Whether an entry is only read, or is given a number."""
    if isinstance(entry.ctx, ast.Load):
        return True
    if isinstance(parent, ast.AugAssign):
        plain = isinstance(parent.op, _OPERATORS)
        return plain and _is_number(parent.value, dicts, numbers)
    if isinstance(parent, ast.Assign):
        return parent.targets == [entry] and _is_number(parent.value, dicts, numbers)
    return False


def _is_number(node: ast.expr, dicts: Collection[str], numbers: Collection[str]) -> bool:
    if isinstance(node, ast.Constant):
        return type(node.value) in (int, float)
    if isinstance(node, ast.Name):
        return node.id in numbers
    if isinstance(node, ast.Subscript):
        return isinstance(node.value, ast.Name) and node.value.id in dicts
    if isinstance(node, ast.BinOp):
        sides = (node.left, node.right)
        return isinstance(node.op, _OPERATORS) and all(_is_number(s, dicts, numbers) for s in sides)
    if isinstance(node, ast.IfExp):
        return all(_is_number(s, dicts, numbers) for s in (node.body, node.orelse))
    if not isinstance(node, ast.Call) or node.keywords or not isinstance(node.func, ast.Attribute):
        return False
    owner = node.func.value
    gets = node.func.attr == "get" and isinstance(owner, ast.Name) and owner.id in dicts
    return gets and len(node.args) == 2 and _is_number(node.args[1], dicts, numbers)


def _is_read(
    node: ast.Name,
    parent: ast.AST,
    parents: dict[int, ast.AST],
    is_builtin: Callable[[str], bool],
) -> bool:
    """Whether a mention of the dict itself lets nobody put anything into it while it is filled."""
    if isinstance(parent, ast.Return):
        return True
    if isinstance(parent, ast.Compare):
        return node in parent.comparators and all(
            isinstance(o, ast.In | ast.NotIn) for o in parent.ops
        )
    if isinstance(parent, ast.For | ast.comprehension):
        return parent.iter is node
    if isinstance(parent, ast.Attribute):
        call = parents[id(parent)]
        return parent.attr in _VIEWS and isinstance(call, ast.Call) and call.func is parent
    if isinstance(parent, ast.Call) and isinstance(parent.func, ast.Name):
        return node in parent.args and parent.func.id in _READERS and is_builtin(parent.func.id)
    return isinstance(parent, ast.If | ast.While | ast.UnaryOp)
