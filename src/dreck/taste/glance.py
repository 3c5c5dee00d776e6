"""What one quick pass over a function shows: where its expressions ask or choose, how big its
blocks are.
"""

from __future__ import annotations

import ast
from collections.abc import Iterable, Sequence
from typing import Any, NamedTuple

from ..outline import HOLDING
from .blocks import sizes_of
from .nodes import SCOPES, fields_of

_NAME, _CONSTANT, _ATTRIBUTE, _CALL, _EXPR = (
    ast.Name,
    ast.Constant,
    ast.Attribute,
    ast.Call,
    ast.Expr,
)
_ASKING = frozenset({ast.BoolOp, ast.Compare, ast.UnaryOp, ast.IfExp, ast.comprehension})
_FUNCTIONS = frozenset({ast.FunctionDef, ast.AsyncFunctionDef})
_APART = frozenset(SCOPES)
# For every kind of node in which others stand, where they do.
_INSIDE: dict[type, tuple[str, ...]] = {
    kind: fields_of(kind)
    for kind in vars(ast).values()
    if isinstance(kind, type) and issubclass(kind, ast.AST) and fields_of(kind)
}
del _INSIDE[ast.Constant]


class Glance(NamedTuple):
    """What is seen in a body of statements.

    Attributes:
        asked: what asks or chooses inside of expressions: operators (``and``, ``or``, signs,
            comparisons), conditional expressions and the clauses of comprehensions.
        asked_apart: the same in lambdas, and in what is worked out where a nested function or
            class is defined.
        sizes: how many statements blocks and compound statements hold
            (:func:`~dreck.taste.blocks.sizes_of`); empty where no statement holds others.
    """

    asked: list[ast.AST]
    asked_apart: list[ast.AST]
    sizes: dict[int, int]


def glance(body: Sequence[ast.stmt]) -> Glance:
    """Look at some statements; what nested functions and classes hold is left out of what is asked.

    Args:
        body: the statements; what is found is good as long as they live.

    >>> seen = glance(ast.parse("a = b if c > d else (lambda e: not e)").body)
    >>> [type(n).__name__ for n in seen.asked], [type(n).__name__ for n in seen.asked_apart]
    (['IfExp', 'Compare'], ['UnaryOp'])
    """
    others: list[ast.AST] = []
    asked = _below(body, others)
    apart: list[ast.AST] = []
    while others:
        heads, others = others, []
        for head in heads:
            apart += _below(_parts_of(head), others)
    holds = not HOLDING.keys().isdisjoint(map(type, body))
    return Glance(asked, apart, sizes_of(body) if holds else {})


def _below(nodes: Iterable[ast.AST], others: list[ast.AST]) -> list[ast.AST]:
    """What asks in some nodes; lambdas and nested definitions go to the others, unread."""
    found: list[ast.AST] = []
    pending: list[Any] = list(nodes)
    pop, push = pending.pop, pending.append
    while pending:
        node = pop()
        kind = type(node)
        # The five kinds that three of four nodes are of: quicker than by the table below.
        if kind is _NAME or kind is _CONSTANT:
            continue
        if kind is _ATTRIBUTE:
            push(node.value)
            continue
        if kind is _CALL:
            push(node.func)
            pending += node.args
            for keyword in node.keywords:
                push(keyword.value)
            continue
        if kind is _EXPR:
            push(node.value)
            continue
        fields = _INSIDE.get(kind)
        if fields is None:
            continue
        if kind in _APART:
            others.append(node)
            continue
        if kind in _ASKING:
            found.append(node)
        for field in fields:
            value = getattr(node, field)
            if type(value) is list:
                pending += value
            else:
                push(value)
    return found


def _parts_of(head: ast.AST) -> list[ast.AST]:
    """The expressions of a lambda, or those worked out where a function or class is defined."""
    if isinstance(head, ast.Lambda):
        return [head.args, head.body]
    parts: list[ast.AST] = list(head.decorator_list)  # type: ignore[attr-defined]
    if type(head) in _FUNCTIONS:
        returned = head.returns  # type: ignore[attr-defined]
        return parts if returned is None else [*parts, returned]
    return parts + head.bases  # type: ignore[attr-defined,no-any-return]
