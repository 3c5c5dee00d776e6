"""Arms that yield: as methods they give back what is yielded, and the caller yields it.

A method that yielded itself would be a generator, and so would that of every other class. Where
each way through the arms yields once at most, and at last, the value can be handed back instead;
None stands for nothing to yield, so that nothing that is yielded may be None.
"""

from __future__ import annotations

import ast
import re
from collections.abc import Sequence
from itertools import chain, count

from ...logic.bindings import bound_in, parameters
from ...naming.words import singular
from ...outline import Function, all_nodes
from ..arm_bodies import jumps_of

ALWAYS, SOMETIMES, NEVER = "always", "sometimes", ""
_SAID = re.compile(r"\byield(?:s|ing)?\s+((?:[a-z]+\s*){1,4})", re.IGNORECASE)
# What stands before a noun and says nothing of it.
_BEFORE = frozenset("the a an all each every one some any its their only just".split())
_TEXT_CALLS = frozenset({"format", "join", "strip", "upper", "lower", "title"})


def yielded(bodies: Sequence[Sequence[ast.stmt]]) -> str | None:
    """Whether arms always yield, sometimes or never; None if they do so in a way that cannot be
    handed back.
    """
    nodes = [n for b in bodies for s in b for n in all_nodes(s)]
    if any(isinstance(n, ast.YieldFrom) for n in nodes):
        return None
    every = [n for n in nodes if isinstance(n, ast.Yield)]
    last = [y for b in bodies for y in _last(b)]
    if {id(n) for n in every} != {id(y) for y in last}:
        return None
    if not every:
        return NEVER
    if all(not any(jumps_of(b)) and yields_at_last(b) for b in bodies) and all(
        y.value is not None for y in every
    ):
        return ALWAYS
    return SOMETIMES if all(map(_is_something, (y.value for y in every))) else None


def _last(body: Sequence[ast.stmt]) -> list[ast.Yield]:
    """What a block yields at its very end, on each of its ways."""
    end = body[-1] if body else None
    if isinstance(end, ast.If):
        return [*_last(end.body), *_last(end.orelse)]
    is_one = isinstance(end, ast.Expr) and isinstance(end.value, ast.Yield)
    return [end.value] if is_one else []  # type: ignore[union-attr]


def yields_at_last(body: Sequence[ast.stmt]) -> bool:
    """Whether a block yields, or raises, on every way to its end."""
    end = body[-1] if body else None
    if isinstance(end, ast.If):
        return yields_at_last(end.body) and yields_at_last(end.orelse)
    return isinstance(end, ast.Raise) or bool(_last(body))


def _is_something(value: ast.expr | None) -> bool:
    """Whether a value is evidently not None."""
    if isinstance(value, ast.Constant):
        return value.value is not None
    if isinstance(value, ast.BinOp):
        return _is_something(value.left) or _is_something(value.right)
    if isinstance(value, ast.IfExp):
        return _is_something(value.body) and _is_something(value.orelse)
    if isinstance(value, ast.Call) and isinstance(value.func, ast.Attribute):
        return value.func.attr in _TEXT_CALLS and _is_something(value.func.value)
    return isinstance(
        value,
        ast.JoinedStr | ast.Tuple | ast.List | ast.Dict | ast.Set | ast.ListComp | ast.DictComp,
    )


def name_of_yielded(function: Function) -> str:
    """What one thing that a function yields may be called."""
    said = _SAID.search(ast.get_docstring(function.node) or "")
    words = said.group(1).lower().split() if said is not None else []
    word = singular(next((w for w in words if w not in _BEFORE), ""))
    hint = function.node.returns
    if not word and isinstance(hint, ast.Subscript):
        inner = hint.slice.elts[0] if isinstance(hint.slice, ast.Tuple) else hint.slice
        word = {"str": "text", "int": "number"}.get(ast.unparse(inner), "")
    taken = {*bound_in(function.node), *(a.arg for a in parameters(function.node))}
    taken |= {n.id for n in all_nodes(function.node) if isinstance(n, ast.Name)}
    proposed = [word, f"one_{word}"] if word.isidentifier() else []
    numbered = (f"found_{n}" for n in count(2))
    return next(n for n in chain(proposed, ("found", "given"), numbered) if n not in taken)
