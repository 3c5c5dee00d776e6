"""Comments that say a condition, true where it holds and false above its opposite; and those that
say what is done there.
"""

from __future__ import annotations

import re
from collections.abc import Sequence

import libcst as cst

from ..naming.block_comments import said_by
from ..naming.comments import states

# How a comment begins that says when something is so.
_IF = re.compile(r"#[\W\d]*(only )?(if|when|unless)\b", re.I)


def says_condition(comment: cst.Comment | None) -> bool:
    """Whether a comment says what a condition asks, and not what is done about it."""
    return comment is not None and (states(comment.value) or bool(_IF.match(comment.value)))


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


# With these a comment says what is asked.
_ASKING = frozenset("check ensure make test verify skip ignore refuse reject".split())


def arm_told(
    lead: Sequence[cst.EmptyLine],
) -> tuple[list[cst.EmptyLine], list[cst.EmptyLine]]:
    """The comment above an if that orders what its arm does, and the other lines."""
    comments = [line for line in lead if line.comment is not None]
    told = list(said_by([c.comment.value for c in comments if c.comment is not None]))
    if len(comments) != 1 or not told or not told[0].is_order or told[0].words[0] in _ASKING:
        return [], list(lead)
    return comments, [line for line in lead if line.comment is None]
