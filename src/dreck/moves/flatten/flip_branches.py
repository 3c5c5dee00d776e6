"""A negative condition with an else is turned positive, and its arms change places.

Why it is safe: the same check leads to the same statements; only their order on the page changes.
"""

from __future__ import annotations

import libcst as cst

from ...logic.conditions import bare, core
from ..blocks import code, comments_in, leaves, spaced_test
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class FlipBranches(Move):
    """Turn a negative condition with an else positive."""

    name = "flip-branches"
    summary = "Turn a negative condition with an else positive; the arms change places."
    safe_because = "The same check leads to the same statements."
    since = "0.2"
    EXAMPLES = (
        Example(
            "comments travel with their arm",
            """
            def pass_lock(boat):
                # the tide decides
                if not boat.upstream:  # with the stream
                    boat.lower()
                    boat.wait()
                else:
                    # against it
                    boat.lift()
                boat.leave()
            """,
            """
            def pass_lock(boat):
                # the tide decides
                if boat.upstream:
                    # against it
                    boat.lift()
                else:  # with the stream
                    boat.lower()
                    boat.wait()
                boat.leave()
            """,
        ),
    )
    REFUSALS = {
        "exception-first": Refusal(
            "the first arm is the short way out; it stands well where it is",
            """
            def pass_lock(boat):
                if not boat.upstream:
                    return 0
                else:
                    boat.lift()
                    return 1
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a negated condition with an else and no elif."""
        node = place.statements[index]
        if not isinstance(node, cst.If) or not isinstance(node.orelse, cst.Else):
            return NOT_MINE
        test = core(node.test)
        if not isinstance(test, cst.UnaryOperation) or not isinstance(test.operator, cst.Not):
            return NOT_MINE
        if isinstance(node.body, cst.SimpleStatementSuite) or isinstance(node.orelse.body, cst.SimpleStatementSuite):
            return NOT_MINE
        if leaves(node.body):
            return self.refuse("exception-first", node)
        turned = spaced_test(node, around.negation.of(bare(node.test)))
        lead = [*node.leading_lines, *comments_in(node.orelse.leading_lines)]
        new = turned.with_changes(body=node.orelse.body, orelse=cst.Else(node.body), leading_lines=lead)
        body = [*place.statements[:index], new, *place.statements[index + 1 :]]
        why = f"`{code(turned.test)}` is easier to read than its opposite."
        return Site(node, why, place.block.with_changes(body=body))
