"""A loop that asks first of all whether to go on says so in its head.

Why it is safe: the head of a loop is asked at the beginning of each round, after a ``continue``
too, as the check was that stood there.
"""

from __future__ import annotations

from collections.abc import Sequence

import libcst as cst

from ...logic.conditions import core, text_of
from ...logic.walk import has_comments, walk
from ..arms import single
from ..blocks import comments_in, lead_of
from ..places import Place, function_of
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move
from ..rounds import suite_of
from ..ways_out import Put

# What needs no parentheses before a comparison.
_SHORT = (cst.Call, cst.Name, cst.Attribute, cst.Subscript, cst.Integer, cst.SimpleString)


@move
class LoopCondition(Move):
    """Say in the head of a loop when it goes on."""

    name = "loop-condition"
    summary = "A loop that asks first of all whether to go on says so in its head."
    safe_because = "The head is asked at the beginning of each round, as the check was."
    since = "0.3"
    EXAMPLES = (
        Example(
            "until the lock is full",
            """
            def fill(lock, log):
                while True:
                    if lock.level >= lock.top:
                        break
                    lock.open(1)
                    log.write(lock.level)
            """,
            """
            def fill(lock, log):
                while not lock.level >= lock.top:
                    lock.open(1)
                    log.write(lock.level)
            """,
        ),
        Example(
            "as long as there is something to read",
            """
            def read_board(board, log):
                while True:
                    line = board.next_line()
                    if not line:
                        break
                    log.write(line)
            """,
            """
            def read_board(board, log):
                while line := board.next_line():
                    log.write(line)
            """,
        ),
        Example(
            "what is asked needs no name",
            """
            def next_open(day: int, closures):
                while True:
                    blocked = any(c.first <= day <= c.last for c in closures)
                    if not blocked:
                        break
                    day += 1
                return day
            """,
            """
            def next_open(day: int, closures):
                while any(c.first <= day <= c.last for c in closures):
                    day += 1
                return day
            """,
        ),
    )
    REFUSALS = {
        "comment-inside": Refusal(
            "a comment says why the loop ends there",
            """
            def fill(lock, log):
                while True:
                    # the chain gives way above this
                    if lock.level >= lock.top:
                        break
                    lock.open(1)
            """,
        ),
        "too-long": Refusal(
            "the condition is too long for the head of a loop",
            """
            def fill(lock, log):
                while True:
                    if lock.level_at_the_upper_gate >= lock.top_of_the_upper_gate or lock.is_closed_for_the_night:
                        break
                    lock.open(1)
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a loop without a condition that begins with one."""
        node = place.statements[index]
        if not isinstance(node, cst.While) or node.orelse is not None or not _is_true(node.test):
            return NOT_MINE
        body = suite_of(node.body)
        number = next((i for i, s in enumerate(body[:2]) if isinstance(s, cst.If)), None)
        check = body[number] if number is not None else None
        if number is None or not isinstance(check, cst.If) or not _only_breaks(check):
            return NOT_MINE
        rest = body[number + 1 :]
        if not rest:
            return NOT_MINE
        test: cst.BaseExpression | None = around.negation.of(core(check.test))
        if number:
            test = _asked_at_once(place, body[0], check, test)
        if test is None:
            return NOT_MINE
        if any(has_comments(s) for s in body[: number + 1]):
            return self.refuse("comment-inside", check)
        if not around.fits(place, f"while {text_of(test)}:") or "\n" in text_of(test):
            return self.refuse("too-long", check)
        rest[0] = rest[0].with_changes(leading_lines=comments_in(lead_of(rest[0])))
        new = node.with_changes(test=test, body=node.body.with_changes(body=rest))
        why = f"`{text_of(test)}` says when the loop goes on."
        return Site(node, why, place.exchanged(index, new))


def _is_true(node: cst.BaseExpression) -> bool:
    return text_of(node) in ("True", "1")


def _only_breaks(check: cst.If) -> bool:
    """Whether a check does nothing but end the loop."""
    inside = suite_of(check.body)
    return check.orelse is None and len(inside) == 1 and isinstance(single(inside[0]), cst.Break)


def _asked_at_once(
    place: Place, line: cst.BaseStatement, check: cst.If, test: cst.BaseExpression | None
) -> cst.BaseExpression | None:
    """The condition with what its name is given: under that name where others ask for it too; None
    where it asks for more than that.
    """
    small = single(line)
    if test is None or not isinstance(small, cst.Assign) or len(small.targets) != 1:
        return None
    target = small.targets[0].target
    if not isinstance(target, cst.Name) or isinstance(small.value, cst.Yield):
        return None
    if _mentions(check.test, target.value) != 1 or not _comes_first(test, target.value):
        return None
    is_alone = _mentions(function_of(place), target.value) == 2
    value: cst.BaseExpression = small.value
    if not is_alone:
        parens: Sequence[cst.LeftParen] = () if isinstance(test, cst.Name) else (cst.LeftParen(),)
        value = cst.NamedExpr(target, value, lpar=parens, rpar=[cst.RightParen()] if parens else ())
    elif isinstance(test, cst.Comparison) and not isinstance(value, _SHORT):
        value = value.with_changes(lpar=[cst.LeftParen()], rpar=[cst.RightParen()])
    found = test.visit(Put({target.value: value}))
    return found if isinstance(found, cst.BaseExpression) else None


def _comes_first(test: cst.BaseExpression, name: str) -> bool:
    """Whether a condition asks for a name first: it is the name, or compares it with something."""
    if isinstance(test, cst.Comparison):
        test = test.left
    return isinstance(test, cst.Name) and test.value == name


def _mentions(node: cst.CSTNode, name: str) -> int:
    return sum(isinstance(n, cst.Name) and n.value == name for n in walk(node))
