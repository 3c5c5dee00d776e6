"""An if with ``and`` becomes nested ifs; one with ``or`` becomes two arms.

Why it is safe: the operands are evaluated in the same order and as far as before; what a failed
operand led to is copied to where it leads now.
"""

from __future__ import annotations

import libcst as cst

from ...logic.conditions import bare, core, operands, text_of
from ...logic.walk import has_comments
from ..blocks import spaced_test, weight
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move

# An arm of more statements is not copied.
_COPIED = 2


@move
class SplitCondition(Move):
    """Split a condition at its first operand."""

    name = "split-condition"
    summary = "Split a condition: `and` into nested ifs, `or` into two arms."
    safe_because = "The operands are evaluated in the same order and as far as before."
    since = "0.1"
    on_request = True
    EXAMPLES = (
        Example(
            "and, with an else that both levels need",
            """
            def greet(boat, log):
                if boat.known and boat.paid and boat.first:
                    log.add(boat)
                else:
                    log.skip(boat)
                log.flush()
            """,
            """
            def greet(boat, log):
                if boat.known:
                    if boat.paid and boat.first:
                        log.add(boat)
                    else:
                        log.skip(boat)
                else:
                    log.skip(boat)
                log.flush()
            """,
        ),
        Example(
            "or",
            """
            def greet(boat, log):
                if boat.known or boat.paid:
                    log.add(boat)
                log.flush()
            """,
            """
            def greet(boat, log):
                if boat.known:
                    log.add(boat)
                elif boat.paid:
                    log.add(boat)
                log.flush()
            """,
        ),
    )
    REFUSALS = {
        "copy-too-long": Refusal(
            "the arm that would have to be copied is too long",
            """
            def greet(boat, log):
                if boat.known or boat.paid:
                    log.add(boat)
                    log.count(boat)
                    log.stamp(boat)
            """,
        ),
        "comment-inside": Refusal(
            "a comment stands inside what would have to be copied",
            """
            def greet(boat, log):
                if boat.known or boat.paid:
                    log.add(boat)  # once a day
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for an if whose condition is a chain of ``and`` or of ``or``."""
        node = place.statements[index]
        if not isinstance(node, cst.If) or not isinstance(node.test, cst.BooleanOperation):
            return NOT_MINE
        operator = type(core(node.test).operator)  # type: ignore[attr-defined]
        first, *rest = operands(core(node.test), operator)
        second = _rejoined(node.test, len(rest))
        copied: cst.CSTNode | None = node.orelse if operator is cst.And else node.body
        if copied is not None:
            if weight(copied) > _COPIED or isinstance(copied, cst.If):
                return self.refuse("copy-too-long", node)
            if has_comments(copied):
                return self.refuse("comment-inside", node)
        if operator is cst.And:
            inner = cst.If(second, node.body, node.orelse)
            new = spaced_test(node, bare(first)).with_changes(body=cst.IndentedBlock([inner]))
        else:
            new = spaced_test(node, bare(first)).with_changes(
                orelse=cst.If(second, node.body, node.orelse)
            )
        why = f"`{text_of(first)}` is checked on its own."
        return Site(node, why, place.exchanged(index, new))


def _rejoined(test: cst.BaseExpression, count: int) -> cst.BaseExpression:
    """The condition without its first operand."""
    node = core(test)
    assert isinstance(node, cst.BooleanOperation)
    if count == 1:
        return bare(node.right)
    rest = _rejoined(node.left, count - 1)
    return node.with_changes(left=rest)
