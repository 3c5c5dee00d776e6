"""Which names a piece of code may give another value, and which it shares."""

from __future__ import annotations

import functools
from collections import Counter
from collections.abc import Iterator
from typing import Any

import libcst as cst

from .walk import names_in, walk

# Asked by their very class: the nodes' classes are abstract, and ``isinstance`` of those is slow.
_GIVING = frozenset(
    {cst.AssignTarget, cst.AugAssign, cst.AnnAssign, cst.For, cst.NamedExpr, cst.Del}
)
_NAMING = frozenset({cst.AsName, cst.MatchAs})
_SHARING = frozenset({cst.Nonlocal, cst.Global})
_INNER = frozenset({cst.FunctionDef, cst.Lambda, cst.ClassDef, cst.GeneratorExp})


@functools.lru_cache(maxsize=8192)
def assigned_names(node: cst.CSTNode) -> frozenset[str]:
    """The names that a node binds anywhere inside (a store to an attribute or item binds none)."""
    return frozenset(name for target in targets_in(node) for name in _bound(target))


def targets_in(node: cst.CSTNode) -> Iterator[cst.CSTNode]:
    """Everything that a node gives a value to, or deletes."""
    found: Any
    for found in walk(node):
        kind = type(found)
        if kind in _GIVING:
            yield found.target
        elif kind in _NAMING:
            if found.name is not None:
                yield found.name
        elif kind in _SHARING:
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
    node: Any
    for node in walk(function.body, inner=False):
        if type(node) in _INNER:
            found |= names_in(node)
        elif type(node) in _SHARING:
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
