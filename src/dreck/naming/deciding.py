"""A condition that alone decides whether a function does what it is called for.

In ``send_reminder`` a check that leaves with nothing asks whether a reminder should be sent, and in
``try_mooring`` one that comes before everything else whether somebody may moor.
"""

from __future__ import annotations

import ast

from ..outline import all_nodes
from .english import lemmas
from .phrases import Phrase, Rank, should
from .words import words_of

_MOST_WORDS = 3
# Functions that answer, and those whose names say that they may fail.
_ANSWERING = frozenset("is has can may must should get try check find ask test".split())
_TRYING = frozenset("try check attempt maybe".split())
# A check before a try asks at least so much.
_MUCH = 3
# What says too little of what is done.
_DULL = frozenset("do run go main call handle process work set make on".split())


def phrase_of(function: ast.FunctionDef | ast.AsyncFunctionDef, test: ast.expr) -> Phrase | None:
    """What a function does, for the one condition of its own block that keeps it from that.

    Args:
        function: its tree.
        test: the condition.

    >>> text = "def send_bill(boat):\\n if boat.paid or boat.left or not boat.owner:\\n  return\\n post(boat)"
    >>> node = ast.parse(text).body[0]
    >>> phrase = phrase_of(node, node.body[0].test)
    >>> phrase.name, phrase.positive
    ('should_send_bill', False)
    """
    words = words_of(function.name)
    if words and words[0] in _TRYING:
        return _before_trying(function, test, words[1:])
    if not 0 < len(words) <= _MOST_WORDS or words[0] in _ANSWERING | _DULL:
        return None
    guards = [s for s in function.body if isinstance(s, ast.If) and _leaves_with_nothing(s)]
    last = function.body[-1]
    gives = any(isinstance(n, ast.Yield | ast.YieldFrom) for n in all_nodes(function))
    if len(guards) != 1 or guards[0].test is not test or guards[0] is last or gives:
        return None
    reason = f"it decides whether {function.name} does anything"
    found = should(tuple(words), Rank.MEANING, reason)
    return found.negated() if found is not None else None


def _before_trying(
    function: ast.FunctionDef | ast.AsyncFunctionDef, test: ast.expr, deed: list[str]
) -> Phrase | None:
    """What somebody may do, for the first of all conditions, where it asks more than the others and
    something is done behind it.
    """
    body = [s for s in function.body if not _is_text(s)]
    first = body[0] if body else None
    verbs = lemmas(deed[0], "VERB") if len(deed) == 1 else ()
    if not isinstance(first, ast.If) or first.test is not test or not verbs:
        return None
    others = [n.test for s in body[1:] for n in all_nodes(s) if isinstance(n, ast.If)]
    asked = _asked(test)
    if asked < _MUCH or any(_asked(o) >= asked for o in others) or not _gives_up(first):
        return None
    if not any(_acts(s) for s in body[1:]):
        return None
    reason = f"{function.name} does nothing where it holds"
    return Phrase("may", (verbs[0],), Rank.MEANING, reason, positive=False)


def _asked(test: ast.expr) -> int:
    """How many questions a condition asks."""
    if isinstance(test, ast.BoolOp):
        return sum(map(_asked, test.values))
    return _asked(test.operand) if isinstance(test, ast.UnaryOp) else 1


def _acts(statement: ast.stmt) -> bool:
    """Whether a statement sets an attribute of something, or calls something for what that does."""
    return any(
        (isinstance(n, ast.Attribute) and isinstance(n.ctx, ast.Store))
        or (isinstance(n, ast.Expr) and isinstance(n.value, ast.Call))
        for n in all_nodes(statement)
    )


def _is_text(statement: ast.stmt) -> bool:
    return isinstance(statement, ast.Expr) and isinstance(statement.value, ast.Constant)


def _gives_up(node: ast.If) -> bool:
    """Whether an if leaves with nothing to hand back, at most after telling so."""
    told = node.body[:-1]
    tells = all(isinstance(s, ast.Expr) and isinstance(s.value, ast.Call) for s in told)
    return tells and _leaves_with_nothing(ast.If(node.test, node.body[-1:], node.orelse))


def _leaves_with_nothing(node: ast.If) -> bool:
    """Whether an if leaves the function at once, with nothing done and nothing to hand back."""
    only = node.body[0]
    if len(node.body) > 1 or node.orelse or not isinstance(only, ast.Return):
        return False
    value = only.value
    return value is None or (isinstance(value, ast.Constant) and value.value in (None, False))
