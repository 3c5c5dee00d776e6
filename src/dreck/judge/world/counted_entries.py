"""Attributes that hold a dict of whole numbers, by all that the module puts into it."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Mapping, Set
from functools import lru_cache

from ...outline import all_nodes, child_nodes, nodes_of
from .names import CACHED

# What only asks a dict, or takes something out of it.
_ASKING = frozenset({"get", "items", "keys", "values", "pop", "popitem", "clear"})
_READERS = frozenset({"len", "sorted", "list", "tuple", "set", "sum", "max", "min", "any", "all"})
_COUNTING = (ast.Add, ast.Sub)


@lru_cache(CACHED)
def counted_entries(tree: ast.Module) -> frozenset[str]:
    """The attributes under whose keys a module puts whole numbers, and nothing else.

    Each is made as an empty dict, or one of whole numbers; and no other name, and nothing that is
    called, gets the dict itself.

    Args:
        tree: the module.
    """
    parents = {id(c): p for p in nodes_of(tree) for c in child_nodes(p)}
    readers = _READERS - set(_words_bound(tree))
    kept: dict[str, bool] = {}
    filled: set[str] = set()
    for node in nodes_of(tree):
        if isinstance(node, ast.Attribute):
            fits, fills = _fits(node, parents, readers)
            kept[node.attr] = kept.get(node.attr, True) and fits
            filled |= {node.attr} if fills else set()
    return frozenset(name for name in filled if kept[name]) - _spoken_of_otherwise(tree)


def _words_bound(tree: ast.Module) -> Iterator[str]:
    """The words that a module, or something in it, gives a meaning."""
    for node in nodes_of(tree):
        if isinstance(node, ast.Name) and not isinstance(node.ctx, ast.Load):
            yield node.id
        elif isinstance(node, ast.arg):
            yield node.arg
        elif isinstance(node, ast.alias):
            yield node.asname or node.name.partition(".")[0]
        else:
            yield str(getattr(node, "name", ""))


def _spoken_of_otherwise(tree: ast.Module) -> frozenset[str]:
    """What classes give all their objects, and what is spoken of in texts: attributes that others
    may reach without their names.
    """
    texts = {n.value for n in nodes_of(tree) if isinstance(n, ast.Constant)}
    classes = (n for n in nodes_of(tree) if isinstance(n, ast.ClassDef))
    inside = {
        n.id
        for c in classes
        for s in c.body
        if not isinstance(s, ast.FunctionDef | ast.AsyncFunctionDef)
        for n in all_nodes(s)
        if isinstance(n, ast.Name) and not isinstance(n.ctx, ast.Load)
    }
    return frozenset(inside | {t for t in texts if isinstance(t, str)})


def _fits(
    node: ast.Attribute, parents: Mapping[int, ast.AST], readers: Set[str]
) -> tuple[bool, bool]:
    """Whether a mention of an attribute agrees with that, and whether it puts something in."""
    parent = parents[id(node)]
    if isinstance(parent, ast.Subscript) and parent.value is node:
        return _puts(parent, parents[id(parent)], node.attr)
    if isinstance(node.ctx, ast.Store):
        value = parent.value if isinstance(parent, ast.Assign | ast.AnnAssign) else None
        return isinstance(value, ast.Dict) and all(map(_is_whole, value.values)), False
    if isinstance(parent, ast.Attribute):
        call = parents[id(parent)]
        asks = parent.attr in _ASKING and isinstance(call, ast.Call) and call.func is parent
        return asks, False
    if isinstance(parent, ast.Call):
        reads = isinstance(parent.func, ast.Name) and parent.func.id in readers
        return reads and parent.args == [node], False
    if isinstance(parent, ast.Compare):
        return node in parent.comparators, False
    reads = isinstance(parent, ast.Return | ast.If | ast.While | ast.UnaryOp)
    return reads or (isinstance(parent, ast.For | ast.comprehension) and parent.iter is node), False


def _puts(entry: ast.Subscript, parent: ast.AST, name: str) -> tuple[bool, bool]:
    if isinstance(entry.ctx, ast.Load | ast.Del):
        return True, False
    if isinstance(parent, ast.AugAssign):
        return isinstance(parent.op, _COUNTING) and _is_whole(parent.value), True
    if isinstance(parent, ast.Assign) and parent.targets == [entry]:
        return _is_count(parent.value, name), True
    return False, True


def _is_whole(node: ast.expr | None) -> bool:
    return isinstance(node, ast.Constant) and type(node.value) is int


def _is_count(node: ast.expr, name: str) -> bool:
    """Whether a value is a whole number, or one more than an entry of the dict."""
    if isinstance(node, ast.BinOp):
        sides = (node.left, node.right)
        return isinstance(node.op, _COUNTING) and all(_is_count(s, name) for s in sides)
    if isinstance(node, ast.Subscript):
        return isinstance(node.value, ast.Attribute) and node.value.attr == name
    if isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute):
        owner = node.func.value
        gets = node.func.attr == "get" and isinstance(owner, ast.Attribute) and owner.attr == name
        return gets and len(node.args) == 2 and _is_whole(node.args[1])
    return _is_whole(node)
