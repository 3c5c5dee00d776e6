"""Values without a declaration that the old version asks for their length.

What is asked ``len(boats)`` is a list, a text or another container of Python's own, if nothing says
otherwise: then it holds where its length is not zero. It is not where the old version also asks
whether it is there, where it may be None, or where the module speaks of lengths, truths or arrays
of other kinds. A proof that takes it for such a container rests on ``as-used``.
"""

from __future__ import annotations

import ast
from collections.abc import Iterable
from functools import lru_cache

from ...outline import all_nodes, nodes_of
from ..world.answering import names_defined
from ..world.doubts import (
    asked_for_none_in,
    asked_whether_in,
    doubted_in,
    kinds_asked_in,
    of_many_kinds_in,
    spoken_of,
)
from ..world.names import CACHED

# What has lengths, and truths that say something else, or none.
_OF_ARRAYS = frozenset(
    {"numpy", "pandas", "torch", "jax", "xarray", "polars", "tensorflow", "array"}
)


def is_evidently_measured(
    asked: ast.expr, function: str, trees: Iterable[ast.Module], *, is_there: bool
) -> bool:
    """Whether a value is evidently one of Python's own containers.

    Args:
        asked: what is asked for its length or its truth.
        function: the name of the function that asks.
        trees: the modules of both versions, the old one first.
        is_there: whether it is known not to be None here, whatever may be elsewhere.
    """
    spoken, trees = spoken_of(asked), tuple(trees)
    if not spoken or not trees or spoken not in _measured_in(function, trees[0]):
        return False
    doubted = asked_for_none_in if isinstance(asked, ast.Subscript) else doubted_in
    doubts = (kinds_asked_in,) if is_there else (kinds_asked_in, doubted, of_many_kinds_in)
    if any(spoken in doubt(t) for doubt in doubts for t in trees):
        return False
    if not is_there and spoken in asked_whether_in(trees[0]):
        return False
    if any(map(speaks_of_arrays, trees)):
        return False
    return not any(names_defined(n, trees) for n in ("__len__", "__bool__"))


def is_measured_somewhere(
    asked: ast.expr, functions: Iterable[str], trees: Iterable[ast.Module]
) -> bool:
    """Whether one of some functions, each in its version of the module, asks how long a value is."""
    spoken = spoken_of(asked)
    return any(spoken in _measured_in(f, t) for f, t in zip(functions, trees, strict=False))


@lru_cache(CACHED)
def _measured_in(function: str, tree: ast.Module) -> frozenset[str]:
    """What a function asks ``len`` of."""
    kinds = (ast.FunctionDef, ast.AsyncFunctionDef)
    return frozenset(
        spoken_of(n.args[0])
        for f in nodes_of(tree)
        if isinstance(f, kinds) and f.name == function
        for n in all_nodes(f)
        if isinstance(n, ast.Call)
        and isinstance(n.func, ast.Name)
        and n.func.id == "len"
        and len(n.args) == 1
    )


@lru_cache(CACHED)
def speaks_of_arrays(tree: ast.Module) -> bool:
    """Whether a module imports what has arrays."""
    for node in nodes_of(tree):
        if isinstance(node, ast.Import):
            roots = {a.name.partition(".")[0] for a in node.names}
        elif isinstance(node, ast.ImportFrom):
            roots = {(node.module or "").partition(".")[0]}
        else:
            continue
        if roots & _OF_ARRAYS:
            return True
    return False
