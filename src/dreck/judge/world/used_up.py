"""Generator expressions that are used up on the spot, so that nothing of them lives on."""

from __future__ import annotations

import ast
import builtins
from collections.abc import Callable
from functools import lru_cache

from .constants import is_constant
from .names import CACHED, declared_global, definition_counts, imported

LOOPS = frozenset({"any", "all"})


def immediate_generators(
    function: ast.AST, is_builtin: Callable[[str], bool], *, sums: bool
) -> frozenset[int]:
    """The ids of generator expressions that any, all, next (or sum) use up on the spot."""
    found = set()
    bound_here = _bound_somewhere(function)
    for node in ast.walk(function):
        if (
            not isinstance(node, ast.Call)
            or not isinstance(node.func, ast.Name)
            or node.keywords
            or not node.args
        ):
            continue
        name, first = node.func.id, node.args[0]
        fits = ((name in LOOPS or (name == "sum" and sums)) and len(node.args) == 1) or (
            name == "next" and len(node.args) == 2 and is_constant(node.args[1])
        )
        if (
            fits
            and is_builtin(name)
            and name not in bound_here
            and isinstance(first, ast.GeneratorExp)
            and is_plain_comprehension(first)
        ):
            found.add(id(first))
    return frozenset(found)


def _bound_somewhere(function: ast.AST) -> set[str]:
    """All names that a function, or anything nested in it, gives a value."""
    stores = {
        n.id
        for n in ast.walk(function)
        if isinstance(n, ast.Name) and not isinstance(n.ctx, ast.Load)
    }
    words = {getattr(n, "name", None) for n in ast.walk(function)}
    aliases = [n for n in ast.walk(function) if isinstance(n, ast.alias)]
    stores |= {a.asname or a.name.partition(".")[0] for a in aliases}
    stores |= {n.arg for n in ast.walk(function) if isinstance(n, ast.arg)}
    return stores | {w for w in words if isinstance(w, str)}


def is_plain_comprehension(
    node: ast.GeneratorExp | ast.ListComp | ast.SetComp | ast.DictComp,
) -> bool:
    """Whether a comprehension can be lowered as loops: nothing in it lives on or waits."""
    awkward = (
        ast.Await,
        ast.NamedExpr,
        ast.Lambda,
        ast.ListComp,
        ast.SetComp,
        ast.DictComp,
        ast.GeneratorExp,
        ast.Yield,
    )
    inside = [n for n in ast.walk(node) if n is not node]
    return not any(isinstance(n, awkward) for n in inside) and not any(
        g.is_async for g in node.generators
    )


def used_up_in(helper: ast.AST, tree: ast.Module) -> frozenset[int]:
    """The ids of the generator expressions of a helper that any, all or next use up on the spot,
    in a module that never gives these names another meaning.
    """
    if not any(isinstance(n, ast.GeneratorExp) for n in ast.walk(helper)):
        return frozenset()
    bound = _bound_anywhere(tree)
    return immediate_generators(
        helper, lambda name: hasattr(builtins, name) and name not in bound, sums=False
    )


@lru_cache(CACHED)
def _bound_anywhere(tree: ast.Module) -> frozenset[str]:
    """The names that anything in a module binds, and all built-in ones below a star import."""
    star = any(
        a.name == "*" for n in ast.walk(tree) if isinstance(n, ast.ImportFrom) for a in n.names
    )
    found = _bound_somewhere(tree) | set(definition_counts(tree))
    found |= imported(tree) | declared_global(tree)
    return frozenset(found | (set(dir(builtins)) if star else set()))
