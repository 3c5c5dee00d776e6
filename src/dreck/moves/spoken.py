"""Comments that say a condition: true where it holds, and false above its opposite."""

from __future__ import annotations

from collections.abc import Sequence

import libcst as cst

from ..naming.comments import states


def says_condition(comment: cst.Comment | None) -> bool:
    """Whether a comment says what a condition asks, and not what is done about it."""
    return comment is not None and states(comment.value)


def apart(
    lead: Sequence[cst.EmptyLine],
) -> tuple[list[cst.EmptyLine], list[cst.EmptyLine]]:
    """The comment above an if that says its condition, and the other lines; several lines of
    comment belong together, and say more.
    """
    comments = [line for line in lead if line.comment is not None]
    if len(comments) != 1 or not says_condition(comments[0].comment):
        return [], list(lead)
    return comments, [line for line in lead if line.comment is None]
