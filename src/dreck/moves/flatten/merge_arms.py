"""Neighbouring arms that do the same become one arm, with ``or``.

Why it is safe: the conditions are asked in the same order, the second only where the first does not
hold, and either one leads to the same statements.
"""

from __future__ import annotations

import libcst as cst

from ...logic.conditions import atoms, chained
from ...logic.walk import has_comments
from ..arms import Arm, arms_of, chain_of, same_code
from ..blocks import code
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move

# A joined condition of more atoms is worse than two arms.
_MOST_ATOMS = 3
# Chains with more kinds of arms are tables in the making; merging two of many would hide that.
_MOST_ARMS = 5


@move
class MergeArms(Move):
    """Merge neighbouring arms that do the same."""

    name = "merge-arms"
    summary = "Merge neighbouring arms of a chain that do the same."
    safe_because = (
        "The conditions are asked in the same order, and each leads to the same statements."
    )
    since = "0.1"
    EXAMPLES = (
        Example(
            "two arms",
            """
            def wants_pilot(boat, night: bool):
                if boat.length > 300:
                    return True
                elif night:
                    return True
                else:
                    return False
            """,
            """
            def wants_pilot(boat, night: bool):
                if boat.length > 300 or night:
                    return True
                else:
                    return False
            """,
        ),
    )
    REFUSALS = {
        "comment-inside": Refusal(
            "a comment explains one of the arms",
            """
            def rate(boat):
                if boat.known:
                    fee = 1
                elif boat.late:
                    # the same as for friends
                    fee = 1
                else:
                    fee = 2
                return fee
            """,
        ),
        "too-long": Refusal(
            "the joined condition would ask too much at once",
            """
            def rate(boat):
                if boat.known and boat.paid:
                    fee = 1
                elif boat.late and boat.first:
                    fee = 1
                else:
                    fee = 2
                return fee
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for two neighbouring arms with the same statements."""
        node = place.statements[index]
        if not isinstance(node, cst.If) or node.orelse is None:
            return NOT_MINE
        arms = arms_of(node)
        for number, (first, second) in enumerate(zip(arms, arms[1:], strict=False)):
            if first.test is None or second.test is None or not same_code(first.body, second.body):
                continue
            if len(arms) > _MOST_ARMS:
                return NOT_MINE
            if (
                has_comments(first.body)
                or has_comments(second.body)
                or any(e.comment for e in second.node.leading_lines)
            ):
                return self.refuse("comment-inside", second.node)
            test = chained([first.test, second.test], cst.Or)
            if sum(1 for _ in atoms(test)) > _MOST_ATOMS or not around.fits(
                place, f"elif {code(test)}:"
            ):
                return self.refuse("too-long", second.node)
            merged = [*arms[:number], Arm(test, first.body, first.node), *arms[number + 2 :]]
            why = "Both arms do the same; one condition says when."
            return Site(second.node, why, place.exchanged(index, chain_of(merged)))
        return NOT_MINE
