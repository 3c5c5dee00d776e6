"""A guard with ``or`` becomes two guards with the same exit.

Why it is safe: the operands are evaluated in the same order and as far as before, and either one
leads to the same exit.
"""

from __future__ import annotations

import libcst as cst

from ...logic.conditions import bare, core, text_of
from ...logic.walk import has_comments
from ..blocks import is_guard, spaced_test
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class SeparateGuards(Move):
    """Separate the checks of a guard."""

    name = "separate-guards"
    summary = "Separate a guard with `or` into two guards."
    safe_because = "The operands are evaluated in the same order, and each leads to the same exit."
    since = "0.1"
    on_request = True
    EXAMPLES = (
        Example(
            "the last operand gets a guard of its own",
            """
            def admit(boat):
                # not today
                if boat is None or boat.late or (boat.wide and boat.heavy):
                    return None
                return boat.berth
            """,
            """
            def admit(boat):
                # not today
                if boat is None or boat.late:
                    return None
                if boat.wide and boat.heavy:
                    return None
                return boat.berth
            """,
        ),
    )
    REFUSALS = {
        "comment-inside": Refusal(
            "a comment stands inside the guard, and would have to be said twice",
            """
            def admit(boat):
                if boat is None or boat.late:
                    return None  # not today
                return boat.berth
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a guard with ``or``."""
        node = place.statements[index]
        if not isinstance(node, cst.If) or not is_guard(node):
            return NOT_MINE
        test = core(node.test)
        if not isinstance(test, cst.BooleanOperation) or not isinstance(test.operator, cst.Or):
            return NOT_MINE
        if has_comments(node.body) or has_comments(node.test):
            return self.refuse("comment-inside", node)
        guards = [spaced_test(node, bare(test.left)), cst.If(bare(test.right), node.body)]
        why = f"`{text_of(bare(test.right))}` is a check of its own."
        return Site(node, why, place.exchanged(index, *guards))
