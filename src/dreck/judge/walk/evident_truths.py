"""Methods without annotations that evidently say yes or no.

Where every method of that name in a module hands back comparisons, opposites, True or False, what
one of them gives is taken for a truth (``as-used``): `if lens.needs_polish(day) == True` asks what
`if lens.needs_polish(day)` asks.
"""

from __future__ import annotations

import ast
from collections.abc import Iterable
from functools import lru_cache

from ...outline import all_nodes, nodes_of
from ..world.answering import OF_OTHERS, names_defined
from ..world.declared import own_returns
from ..world.names import CACHED, bound_anywhere
from ..world.scope import given_to

_COMPARING = ("__eq__", "__ne__", "__lt__", "__le__", "__gt__", "__ge__")
_ASKING = frozenset({"isinstance", "issubclass", "callable", "hasattr", "any", "all", "bool"})


def gives_a_truth(call: ast.AST, trees: Iterable[ast.Module]) -> bool:
    """Whether what a method is called for is evidently True or False.

    Args:
        call: the call.
        trees: the modules of both versions.
    """
    called = call.func if isinstance(call, ast.Call) else None
    if not isinstance(called, ast.Attribute) or called.attr in OF_OTHERS:
        return False
    trees = tuple(trees)
    return bool(trees) and all(called.attr in _saying_yes_or_no(t) for t in trees)


@lru_cache(CACHED)
def _saying_yes_or_no(tree: ast.Module) -> frozenset[str]:
    """The names of methods of a module all of which give a truth, and which nothing else is
    called.
    """
    methods: dict[str, list[ast.AST]] = {}
    inside = {id(s) for c in tree.body if isinstance(c, ast.ClassDef) for s in c.body}
    others: set[str] = set()
    for node in nodes_of(tree):
        if id(node) in inside and isinstance(node, ast.FunctionDef):
            methods.setdefault(node.name, []).append(node)
        elif isinstance(node, ast.Attribute) and not isinstance(node.ctx, ast.Load):
            others.add(node.attr)
        elif isinstance(node, ast.Name) and not isinstance(node.ctx, ast.Load):
            others.add(node.id)
        elif isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
            others.add(node.name)
    return frozenset(
        name
        for name, made in methods.items()
        if name not in others and all(_says_yes_or_no(m, tree) for m in made)
    )


def _says_yes_or_no(method: ast.AST, tree: ast.Module) -> bool:
    if not isinstance(method, ast.FunctionDef) or method.decorator_list:
        return False
    if any(isinstance(n, ast.Yield | ast.YieldFrom) for n in all_nodes(method)):
        return False
    given = [r.value for r in own_returns(method)]
    leaves = isinstance(method.body[-1], ast.Return | ast.Raise) or _always_leaves(method.body)
    return bool(given) and leaves and all(_is_truth(v, tree, method) for v in given)


def _always_leaves(body: list[ast.stmt]) -> bool:
    last = body[-1]
    if isinstance(last, ast.If):
        return bool(last.orelse) and _always_leaves(last.body) and _always_leaves(last.orelse)
    return isinstance(last, ast.Return | ast.Raise)


def _is_truth(value: ast.expr | None, tree: ast.Module, method: ast.FunctionDef) -> bool:
    if isinstance(value, ast.Constant):
        return isinstance(value.value, bool)
    if isinstance(value, ast.UnaryOp):
        return isinstance(value.op, ast.Not)
    if isinstance(value, ast.BoolOp):
        return all(_is_truth(v, tree, method) for v in value.values)
    if isinstance(value, ast.IfExp):
        return all(_is_truth(v, tree, method) for v in (value.body, value.orelse))
    if isinstance(value, ast.Call) and isinstance(value.func, ast.Name):
        return value.func.id in _ASKING and value.func.id not in bound_anywhere(tree)
    if isinstance(value, ast.Name):
        given = [v for name, v, _ in given_to(method) if name == value.id]
        plain = all(not isinstance(v, ast.Name) and _is_truth(v, tree, method) for v in given)
        return bool(given) and plain
    if not isinstance(value, ast.Compare):
        return False
    # `is` and `in` always say yes or no; of the others a class of the module says what it likes.
    says = all(isinstance(o, ast.Is | ast.IsNot | ast.In | ast.NotIn) for o in value.ops)
    return says or not any(names_defined(n, (tree,)) for n in _COMPARING)
