"""The nodes inside of a node, quickly: names, contexts and operators have none worth visiting."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Sequence

SCOPES = (ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef, ast.Lambda)
_NO_NODES = frozenset(
    "id ctx op ops attr arg kind n s type_comment conversion module level name names rest"
    " simple is_async type_ignores asname".split()
)
# Of these kinds a field that is a text elsewhere holds nodes.
_NODES_ANYWAY = {"ExceptHandler": (), "Import": ("names",), "ImportFrom": ("names",)}


_FIELDS: dict[type[ast.AST], tuple[str, ...]] = {}


def fields_of(kind: type[ast.AST]) -> tuple[str, ...]:
    """The fields of a kind of node in which others stand, operators and contexts apart."""
    found = _FIELDS.get(kind)
    if found is None:
        more = _NODES_ANYWAY.get(kind.__name__, ())
        found = tuple(f for f in kind._fields if f not in _NO_NODES or f in more)
        _FIELDS[kind] = found
    return found


def children_of(node: ast.AST) -> list[ast.AST]:
    """The expressions, statements and parts right inside a node, in the order of the text;
    operators and contexts are left out.
    """
    found: list[ast.AST] = []
    for field in fields_of(type(node)):
        value = getattr(node, field, None)
        if type(value) is list:
            found += [v for v in value if isinstance(v, ast.AST)]
        elif isinstance(value, ast.AST):
            found.append(value)
    return found


def in_scope(body: Sequence[ast.AST]) -> Iterator[ast.AST]:
    """All nodes of some statements, nested functions and classes apart."""
    pending = list(body)
    while pending:
        node = pending.pop()
        yield node
        if not isinstance(node, SCOPES):
            pending += children_of(node)


def alike(one: object, other: object) -> bool:
    """Whether two trees say the same; ends at the first difference.

    Args:
        one, other: nodes, lists of nodes, or what stands in their fields.
    """
    if type(one) is not type(other):
        return False
    if isinstance(one, ast.AST):
        return all(alike(getattr(one, f, None), getattr(other, f, None)) for f in one._fields)
    if isinstance(one, list):
        assert isinstance(other, list)
        return len(one) == len(other) and all(map(alike, one, other))
    return one == other
