"""Which methods leave their object in another state: those are worth a call before another."""

from __future__ import annotations

import ast
from collections.abc import Collection, Mapping

from ...outline import FunctionNode, all_nodes

_CHANGING = frozenset(
    "add append appendleft clear discard extend insert pop popitem popleft remove reverse "
    "setdefault sort update write".split()
)


def changing(methods: Mapping[str, FunctionNode]) -> frozenset[str]:
    """The names of methods that set, delete or fill something of their object, or call one that
    does; what is done through other names is not followed.

    Args:
        methods: the methods of one class by their plain names.
    """
    found: set[str] = set()
    while True:
        more = {n for n, node in methods.items() if n not in found and _changes(node, found)}
        if not more:
            return frozenset(found)
        found |= more


def _changes(node: FunctionNode, known: Collection[str]) -> bool:
    given = [*node.args.posonlyargs, *node.args.args]
    this = given[0].arg if given else ""
    for each in all_nodes(node):
        if isinstance(each, ast.Attribute | ast.Subscript) and not isinstance(each.ctx, ast.Load):
            if _root(each) == this:
                return True
        called = each.func if isinstance(each, ast.Call) else None
        if isinstance(called, ast.Attribute) and _root(called) == this:
            is_own = isinstance(called.value, ast.Name)
            if called.attr in (known if is_own else _CHANGING):
                return True
    return False


def _root(node: ast.expr) -> str:
    """The name that attributes and items are asked of."""
    while isinstance(node, ast.Attribute | ast.Subscript):
        node = node.value
    return node.id if isinstance(node, ast.Name) else ""
