"""A value that is given to a name and never read goes away.

Why it is safe: a constant or another name is evaluated without doing anything, and nobody reads the
name before it is set again.
"""

from __future__ import annotations

from collections.abc import Sequence

import libcst as cst

from ...logic.conditions import constant
from ...logic.walk import has_comments, names_in
from ..arms import single
from ..blocks import comments_in, lead_of
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class DropUnused(Move):
    """Drop an assignment that nobody reads."""

    name = "drop-unused"
    summary = (
        "Drop a plain value given to a name that is set again, or left, before anybody reads it."
    )
    safe_because = "The value is made without doing anything, and nobody reads it."
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
        """Look for an assignment of a constant that is overwritten or left behind."""
        line = place.statements[index]
        small = single(line)
        if (
            not isinstance(small, cst.Assign)
            or len(small.targets) != 1
            or constant(small.value) is None
        ):
            return NOT_MINE
        target = small.targets[0].target
        if (
            not isinstance(target, cst.Name)
            or target.value in around.shared
            or len(place.statements) == 1
        ):
            return NOT_MINE
        if not _is_dead(target.value, place.statements[index + 1 :]) or _is_protected(place):
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
        )


def _is_protected(place: Place) -> bool:
    """Inside a try, an exception may lead to where the name is read."""
    return any(isinstance(node, cst.Try | cst.With) for node, _, _ in place.trail)


def _is_dead(name: str, rest: Sequence[cst.BaseStatement]) -> bool:
    """Whether a name is surely set again, or the function left, before it can be read."""
    return _fate(name, rest) == "gone"


def _fate(name: str, statements: Sequence[cst.BaseStatement]) -> str:
    """``gone`` if the value is never read, ``read`` if it may be, ``open`` if nothing is said."""
    for statement in statements:
        found = _fate_in(name, statement)
        if found != "open":
            return found
    return "open"


def _fate_in(name: str, statement: cst.BaseStatement) -> str:
    if name not in names_in(statement):
        leaves = isinstance(statement, cst.SimpleStatementLine) and isinstance(
            statement.body[-1], cst.Return | cst.Raise
        )
        return "gone" if leaves else "open"
    small = single(statement)
    if isinstance(small, cst.Assign) and name not in names_in(small.value):
        plain = [t.target.value for t in small.targets if isinstance(t.target, cst.Name)]
        return "gone" if len(plain) == len(small.targets) else "read"
    if not isinstance(statement, cst.If) or name in names_in(statement.test):
        return "read"
    yes = _fate(name, _inside(statement.body))
    if isinstance(statement.orelse, cst.If):
        no = _fate_in(name, statement.orelse)
    else:
        no = "open" if statement.orelse is None else _fate(name, _inside(statement.orelse.body))
    # where one way is done with it and another goes on, what follows would have to be looked at
    # twice
    return yes if yes == no else "read"


def _inside(suite: cst.BaseSuite) -> Sequence[cst.BaseStatement]:
    if isinstance(suite, cst.SimpleStatementSuite):
        return (cst.SimpleStatementLine(suite.body),)
    assert isinstance(suite, cst.IndentedBlock)
    return tuple(suite.body)
