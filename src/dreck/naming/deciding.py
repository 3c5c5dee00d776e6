"""A condition that alone decides whether a function does what it is called for.

In ``send_reminder`` a check that leaves with nothing asks whether a reminder should be sent.
"""

from __future__ import annotations

import ast

from ..outline import all_nodes
from .phrases import Phrase, Rank, should
from .words import words_of

_MOST_WORDS = 3
# Functions that answer, and those whose names say that they may fail.
_ANSWERING = frozenset("is has can may must should get try check find ask test".split())
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


def _leaves_with_nothing(node: ast.If) -> bool:
    """Whether an if leaves the function at once, with nothing done and nothing to hand back."""
    only = node.body[0]
    if len(node.body) > 1 or node.orelse or not isinstance(only, ast.Return):
        return False
    value = only.value
    return value is None or (isinstance(value, ast.Constant) and value.value in (None, False))
