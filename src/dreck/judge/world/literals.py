"""Names of a module that stand for a number or a text that is written down."""

from __future__ import annotations

import ast
from collections.abc import Iterable, Mapping

from ..values.terms import Term, const


def literals_of(trees: Iterable[ast.Module], fixed: frozenset[str]) -> Mapping[str, Term]:
    """What some names stand for in both versions of a module, as terms.

    Args:
        trees: the versions.
        fixed: the names that are bound once, at the top level.
    """
    found = [_literals_in(tree, fixed) for tree in trees]
    if not found:
        return {}
    first, *others = found
    return {n: t for n, t in first.items() if all(o.get(n) == t for o in others)}


def _literals_in(tree: ast.Module, fixed: frozenset[str]) -> dict[str, Term]:
    found: dict[str, Term] = {}
    for statement in tree.body:
        if not isinstance(statement, ast.Assign):
            continue
        for name, value in _pairs(statement):
            plain = isinstance(value, ast.Constant) and type(value.value) in (int, str, bytes)
            if plain and name in fixed:
                found[name] = const(ast.literal_eval(value))
    return found


def _pairs(statement: ast.Assign) -> list[tuple[str, ast.expr]]:
    """The names that an assignment gives values, one each."""
    target, value = statement.targets[0], statement.value
    if len(statement.targets) > 1:
        return []
    if isinstance(target, ast.Name):
        return [(target.id, value)]
    if not isinstance(target, ast.Tuple) or not isinstance(value, ast.Tuple):
        return []
    if len(target.elts) != len(value.elts):
        return []
    both = zip(target.elts, value.elts, strict=True)
    return [(t.id, v) for t, v in both if isinstance(t, ast.Name)]
