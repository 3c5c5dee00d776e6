"""A value that is given to a name and never read goes away.

Why it is safe: nobody reads the name before it is set again or the function is left; what making
the value may do is still done.
"""

from __future__ import annotations

import libcst as cst

from ...logic.known import is_quiet
from ...logic.liveness import is_dead
from ...logic.walk import has_comments
from ..arms import single
from ..blocks import comments_in, lead_of
from ..places import Place, function_of
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class DropUnused(Move):
    """Drop an assignment that nobody reads."""

    name = "drop-unused"
    summary = "Drop what is given to a name that is set again, or left, before anybody reads it."
    safe_because = "Nobody reads the value, and what making it may do is still done."
    since = "0.1"
    EXAMPLES = (
        Example(
            "set in every arm anyway",
            """
            def toll(boat):
                fee = 0

                if boat.exempt:
                    fee = 1
                    boat.stamp()
                else:
                    fee = boat.length
                return fee
            """,
            """
            def toll(boat):
                if boat.exempt:
                    fee = 1
                    boat.stamp()
                else:
                    fee = boat.length
                return fee
            """,
        ),
        Example(
            "before an exit",
            """
            def toll(boat):
                fee = boat.length
                if boat.exempt:
                    fee = 0
                    return 0
                return fee
            """,
            """
            def toll(boat):
                fee = boat.length
                if boat.exempt:
                    return 0
                return fee
            """,
        ),
    )
    REFUSALS = {
        "comment-inside": Refusal(
            "a comment says why it is there; that is worth keeping",
            """
            def toll(boat):
                fee = 0  # in pence
                if boat.exempt:
                    fee = 1
                else:
                    fee = boat.length
                return fee
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for an assignment to a name that nobody reads behind it."""
        line = place.statements[index]
        small = single(line)
        if isinstance(small, cst.AugAssign):
            # Only of numbers is nothing done by counting on; the judge tells whether it is one.
            if not isinstance(small.value, cst.Integer | cst.Float):
                return NOT_MINE
            target: cst.BaseExpression = small.target
        elif isinstance(small, cst.Assign) and len(small.targets) == 1:
            target = small.targets[0].target
        else:
            return NOT_MINE
        if not isinstance(target, cst.Name) or target.value in around.shared:
            return NOT_MINE
        if not is_dead(function_of(place), line, target.value):
            return NOT_MINE
        if not is_quiet(small.value):
            return self._kept(place, index, small.value, target.value)
        if len(place.statements) == 1:
            return NOT_MINE
        if has_comments(line):
            return self.refuse("comment-inside", line)
        body = place.without(index)
        if index < len(body):
            following = body[index]
            body[index] = following.with_changes(
                leading_lines=[*lead_of(line), *comments_in(lead_of(following))]
            )
        return Site(
            line,
            f"Nobody reads this value of `{target.value}`.",
            place.block.with_changes(body=body),
            tentative=isinstance(small, cst.AugAssign),
        )

    @staticmethod
    def _kept(place: Place, index: int, value: cst.BaseExpression, name: str) -> Site:
        """What is done to make the value stays, without the name."""
        line = place.statements[index]
        new = line.with_changes(body=[cst.Expr(value)])
        return Site(line, f"Nobody reads `{name}`.", place.exchanged(index, new))
