"""Which names a piece of code may give another value, and which it shares."""

from __future__ import annotations

import functools
from collections import Counter
from collections.abc import Iterator

import libcst as cst

from .walk import names_in, walk


@functools.lru_cache(maxsize=8192)
def assigned_names(node: cst.CSTNode) -> frozenset[str]:
    """The names that a node binds anywhere inside (a store to an attribute or item binds none)."""
    return frozenset(name for target in targets_in(node) for name in _bound(target))


def targets_in(node: cst.CSTNode) -> Iterator[cst.CSTNode]:
    """Everything that a node gives a value to, or deletes."""
    for found in walk(node):
        if isinstance(
            found,
            cst.AssignTarget | cst.AugAssign | cst.AnnAssign | cst.For | cst.NamedExpr | cst.Del,
        ):
            yield found.target
        elif isinstance(found, cst.AsName | cst.MatchAs):
            if found.name is not None:
                yield found.name
        elif isinstance(found, cst.Nonlocal | cst.Global):
            yield from (item.name for item in found.names)


def _bound(target: cst.CSTNode) -> Iterator[str]:
    if isinstance(target, cst.Tuple | cst.List):
        for element in target.elements:
            yield from _bound(element.value)
    elif isinstance(target, cst.Name):
        yield target.value


def shared_names(function: cst.FunctionDef) -> frozenset[str]:
    """The names that a function shares with functions inside it, or with the world around it."""
    found: set[str] = set()
    for node in walk(function.body, inner=False):
        if isinstance(node, cst.FunctionDef | cst.Lambda | cst.ClassDef | cst.GeneratorExp):
            found |= names_in(node)
        elif isinstance(node, cst.Global | cst.Nonlocal):
            found |= {item.name.value for item in node.names}
    return frozenset(found)


@functools.lru_cache(maxsize=64)
def assignment_counts(function: cst.FunctionDef) -> Counter[str]:
    """How often a function gives each name a value."""
    return Counter(name for t in targets_in(function.body) for name in _bound(t))


@functools.lru_cache(maxsize=64)
def local_names(function: cst.FunctionDef) -> frozenset[str]:
    """The names that only a function itself can bind: its parameters and variables, less those it
    shares.
    """
    parameters = {p.name.value for p in walk(function.params) if isinstance(p, cst.Param)}
    return frozenset(parameters | assigned_names(function.body)) - shared_names(function)
