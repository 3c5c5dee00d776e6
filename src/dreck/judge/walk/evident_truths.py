"""Values without a declaration that the old version compares with True or False.

What is asked ``lock.open == True`` is one of the two, if nothing says otherwise: nobody compares a
number or a list with that. A proof that takes it for such rests on ``as-used``.
"""

from __future__ import annotations

import ast
from collections.abc import Iterable
from functools import lru_cache

from ...outline import all_nodes, nodes_of
from ..world.doubts import doubted_in, kinds_asked_in, of_many_kinds_in, spoken_of
from ..world.names import CACHED


def is_evident_truth(asked: ast.expr, function: str, trees: Iterable[ast.Module]) -> bool:
    """Whether a value is evidently True or False.

    Args:
        asked: what is compared.
        function: the name of the function that asks.
        trees: the modules of both versions, the old one first.
    """
    spoken, trees = spoken_of(asked), tuple(trees)
    if not spoken or not trees or spoken not in _compared_in(function, trees[0]):
        return False
    doubts = (kinds_asked_in, doubted_in, of_many_kinds_in)
    if any(spoken in doubt(t) for doubt in doubts for t in trees):
        return False
    return not any(spoken in _of_other_values_in(t) for t in trees)


@lru_cache(CACHED)
def _compared_in(function: str, tree: ast.Module) -> frozenset[str]:
    """What a function compares with True or False."""
    kinds = (ast.FunctionDef, ast.AsyncFunctionDef)
    return frozenset(
        spoken_of(n.left)
        for f in nodes_of(tree)
        if isinstance(f, kinds) and f.name == function
        for n in all_nodes(f)
        if isinstance(n, ast.Compare) and len(n.ops) == 1 and _is_truth(n.comparators[0])
    )


@lru_cache(CACHED)
def _of_other_values_in(tree: ast.Module) -> frozenset[str]:
    """What some code gives a number, a text or another constant, or compares with one, or works
    with.
    """
    found: set[str] = set()
    for node in nodes_of(tree):
        if isinstance(node, ast.Assign) and not _may_be_truth(node.value):
            found |= {spoken_of(t) for t in node.targets}
        elif isinstance(node, ast.AugAssign):
            found.add(spoken_of(node.target))
        elif isinstance(node, ast.Compare):
            if not all(_may_be_truth(c) for c in node.comparators):
                found.add(spoken_of(node.left))
        elif isinstance(node, ast.BinOp):
            found |= {spoken_of(node.left), spoken_of(node.right)}
        elif isinstance(node, ast.Subscript | ast.Attribute):
            found.add(spoken_of(node.value))
        elif isinstance(node, ast.Call):
            found.add(spoken_of(node.func))
        elif isinstance(node, ast.For | ast.comprehension):
            found.add(spoken_of(node.iter))
    return frozenset(found - {""})


def _may_be_truth(value: ast.expr) -> bool:
    """Whether a value is no constant but True or False, and no display."""
    if isinstance(value, ast.Constant):
        return _is_truth(value)
    return not isinstance(
        value, ast.List | ast.Tuple | ast.Dict | ast.Set | ast.JoinedStr | ast.BinOp
    )


def _is_truth(value: ast.expr) -> bool:
    return (
        isinstance(value, ast.Constant)
        and value.value in (True, False)
        and isinstance(value.value, bool)
    )
