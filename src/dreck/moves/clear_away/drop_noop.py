"""What does nothing goes away: an empty else, a jump to where control goes anyway, a spare pass.

Why it is safe: a ``continue`` at the end of a loop's body and a bare ``return`` at the end of
a function go where falling off the end goes; a ``pass`` beside other statements and an else
that only passes run nothing. No condition is dropped: evaluating one may have an effect.
"""

from __future__ import annotations

import libcst as cst

from ...logic.walk import has_comments
from ..blocks import comments_in, joined, spaced_test, weight
from ..places import Ending, Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class DropNoop(Move):
    """Drop what does nothing."""

    name = "drop-noop"
    summary = (
        "Drop what does nothing: empty arms, spare passes, jumps to where control goes anyway."
    )
    safe_because = "Only statements go that run nothing or lead to where control goes without them."
    since = "0.1"
    EXAMPLES = (
        Example(
            "an else that passes",
            before="def note(boat):\n    if boat.late:\n        boat.warn()\n    else:\n        pass\n",
            after="def note(boat):\n    if boat.late:\n        boat.warn()\n",
        ),
        Example(
            "an arm that passes",
            before="def note(boat):\n    if boat.on_time:\n        pass\n    else:\n        boat.warn()\n        boat.log()\n",
            after="def note(boat):\n    if not boat.on_time:\n        boat.warn()\n        boat.log()\n",
        ),
        Example(
            "a continue at the end of a loop",
            before="def sweep(boats):\n    for boat in boats:\n        boat.count()\n        continue\n",
            after="def sweep(boats):\n    for boat in boats:\n        boat.count()\n",
        ),
        Example(
            "a bare return at the end",
            before="def sweep(boats):\n    boats.clear()\n    return\n",
            after="def sweep(boats):\n    boats.clear()\n",
        ),
        Example(
            "an else that only goes on",
            before="def sweep(boats):\n    for boat in boats:\n        if boat.late:\n            boat.warn()\n"
            "        else:\n            continue\n",
            after="def sweep(boats):\n    for boat in boats:\n        if boat.late:\n            boat.warn()\n",
        ),
    )
    REFUSALS = {
        "comment-inside": Refusal(
            "the arm does nothing, but its comment says why; that is worth keeping",
            "def note(boat):\n    if boat.late:\n        boat.warn()\n    else:\n        pass  # nobody waits\n",
        ),
        "condition-may-act": Refusal(
            "the arm does nothing, but evaluating its condition may",
            "def note(boat):\n    if boat.late():\n        pass\n",
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a statement or an arm that does nothing."""
        node = place.statements[index]
        if isinstance(node, cst.SimpleStatementLine):
            return self._line(place, index, node)
        return self._arms(place, index, node, around) if isinstance(node, cst.If) else NOT_MINE

    def _line(self, place: Place, index: int, node: cst.SimpleStatementLine) -> Match:
        last = index == len(place.statements) - 1
        small = node.body[-1]
        spare = _spare_jump(small, place.ending) if last else None
        if (
            len(node.body) > 1
            or len(place.statements) == 1
            or not (spare or _spare_pass(place, small))
        ):
            return NOT_MINE
        if has_comments(node):
            return self.refuse("comment-inside", node)
        why = (
            f"This `{spare}` leads to where control goes anyway."
            if spare
            else "This `pass` does nothing."
        )
        return Site(node, why, joined(place.block, [(place.without(index), [])]))

    def _arms(self, place: Place, index: int, node: cst.If, around: Around) -> Match:
        inner = place.ending if index == len(place.statements) - 1 else Ending.GOES_ON
        last = _last_else(node)
        if last is not None and _does_nothing(last.body, inner):
            if has_comments(last):
                return self.refuse("comment-inside", last)
            return _site(place, index, _without(node), "The else does nothing.")
        if not _does_nothing(node.body, inner):
            return NOT_MINE
        if isinstance(node.orelse, cst.Else):
            if has_comments(node.body):
                return self.refuse("comment-inside", node)
            lead = [*node.leading_lines, *comments_in(node.orelse.leading_lines)]
            turned = spaced_test(node, around.negation.of(node.test))
            turned = turned.with_changes(body=node.orelse.body, orelse=None, leading_lines=lead)
            return _site(
                place, index, turned, "The first arm does nothing; turned round, there is only one."
            )
        return self.refuse("condition-may-act", node) if node.orelse is None else NOT_MINE


def _site(place: Place, index: int, new: cst.If, why: str) -> Site:
    statements = [*place.statements[:index], new, *place.statements[index + 1 :]]
    return Site(place.statements[index], why, joined(place.block, [(statements, [])]))


def _last_else(node: cst.If) -> cst.Else | None:
    """The else at the end of a chain."""
    rest = node.orelse
    return _last_else(rest) if isinstance(rest, cst.If) else rest


def _without(node: cst.If) -> cst.If:
    """A chain without its else."""
    rest = node.orelse
    return node.with_changes(orelse=_without(rest) if isinstance(rest, cst.If) else None)


def _does_nothing(suite: cst.BaseSuite, ending: Ending) -> bool:
    if weight(suite) == 0:
        return True
    statements = suite.body
    if len(statements) != 1:
        return False
    only = statements[0]
    if isinstance(only, cst.SimpleStatementLine):
        only = only.body[0] if len(only.body) == 1 else only
    return _spare_jump(only, ending) is not None


def _spare_jump(node: cst.CSTNode, ending: Ending) -> str | None:
    if isinstance(node, cst.Continue) and ending is Ending.CONTINUE:
        return "continue"
    if isinstance(node, cst.Return) and node.value is None and ending is Ending.RETURN:
        return "return"
    return None


def _spare_pass(place: Place, small: cst.BaseSmallStatement) -> bool:
    """A pass among other statements; beside a docstring alone it marks an empty body."""
    return isinstance(small, cst.Pass) and any(not _is_text_or_pass(s) for s in place.statements)


def _is_text_or_pass(node: cst.BaseStatement) -> bool:
    if not isinstance(node, cst.SimpleStatementLine):
        return False
    texts = (cst.SimpleString, cst.ConcatenatedString)
    return all(
        isinstance(s, cst.Pass) or (isinstance(s, cst.Expr) and isinstance(s.value, texts))
        for s in node.body
    )
