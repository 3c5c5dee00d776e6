"""Which functions of a module let a StopIteration out, as far as it says so itself.

Inside of a generator that is a RuntimeError (PEP 479), so that what a loop asks and what a
generator asks is only the same where none is raised. That is assumed of what nothing is known of,
and not where the module raises one, or asks for a next one that may not be there.
"""

from __future__ import annotations

import ast
import re
from collections.abc import Iterable, Iterator
from functools import lru_cache

from ...outline import all_nodes, nodes_of
from ..face.verdict import Assumption
from .names import CACHED

_STOP = "StopIteration"
_FUNCTIONS = (ast.FunctionDef, ast.AsyncFunctionDef)
_WORD = re.compile(r"\w+")


def is_contradicted(assumption: Assumption, trees: Iterable[ast.Module]) -> bool:
    """Whether what is assumed not to raise StopIteration asks something that does. What operators
    and the making of objects may come to is not told apart.

    Args:
        assumption: what a proof rests on.
        trees: the modules, both versions.
    """
    if _STOP not in assumption.breaks:
        return False
    words = set(_WORD.findall(assumption.about))
    known = [may_stop(tree) for tree in trees]
    return any(words & k or any(map(_is_special, k)) for k in known)


@lru_cache(CACHED)
def may_stop(tree: ast.Module) -> frozenset[str]:
    """The names of functions and methods in which a StopIteration may be raised, or in what they
    call by the name of such a one, of what a module holds them in, and of exceptions that are one.

    >>> sorted(may_stop(ast.parse("def a(b): return next(b)\\ndef c(d): return a(d)\\ndef e(): pass")))
    ['a', 'c']
    """
    parts: dict[str, list[ast.AST]] = {}
    for name, part in _defined(tree):
        parts.setdefault(name, []).append(part)
    asked = {n: {w for p in every for w in _words(p)} for n, every in parts.items()}
    found = {n for n, every in parts.items() if any(map(stops_itself, every))}
    more = set(found)
    while more:
        more = {n for n, words in asked.items() if words & found} - found
        found |= more
    return frozenset(found)


def _defined(tree: ast.Module) -> Iterator[tuple[str, ast.AST]]:
    """The functions and methods by their names, what names outside of functions are given, and the
    bases of classes.
    """
    for node in nodes_of(tree):
        if isinstance(node, _FUNCTIONS):
            yield node.name, node
        elif isinstance(node, ast.ClassDef):
            yield from ((node.name, base) for base in node.bases)
        if isinstance(node, ast.Module | ast.ClassDef):
            for statement in node.body:
                value = getattr(statement, "value", None)
                names = (n for n in all_nodes(statement) if isinstance(n, ast.Name))
                if isinstance(value, ast.expr):
                    yield from ((n.id, value) for n in names if isinstance(n.ctx, ast.Store))


def _is_special(name: str) -> bool:
    """Whether a method is one that no name is called for, other than that of an iterator."""
    return name.startswith("__") and name.endswith("__") and name != "__next__"


def stops_itself(node: ast.AST) -> bool:
    """Whether code speaks of StopIteration, or asks for a next one that may not be there."""
    return any(
        (isinstance(n, ast.Name) and n.id == _STOP)
        or (isinstance(n, ast.Attribute) and n.attr in (_STOP, "__next__"))
        or (isinstance(n, ast.Call) and ast.unparse(n.func) == "next" and len(n.args) != 2)
        for n in all_nodes(node)
    )


def _words(node: ast.AST) -> Iterator[str]:
    """The names and attributes in some code: a property is asked for without a call."""
    for inner in all_nodes(node):
        if isinstance(inner, ast.Name):
            yield inner.id
        elif isinstance(inner, ast.Attribute):
            yield inner.attr
