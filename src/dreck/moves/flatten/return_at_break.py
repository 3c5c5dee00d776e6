"""A break that passes the else of its loop, and meets a return behind it, becomes that return.

Why it is safe: nothing runs between the break and the return; what the loop's else does runs where
the loop comes to its end, and that is all that is left behind it.
"""

from __future__ import annotations

from collections.abc import Sequence

import libcst as cst

from ...logic.walk import has_comments, walk
from ..arms import single
from ..blocks import with_lead
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move
from ..rounds import suite_of

_PLAIN = (cst.Name, cst.Integer, cst.SimpleString)


@move
class ReturnAtBreak(Move):
    """Return where a loop is left, and do what its else does behind it."""

    name = "return-at-break"
    summary = "A break that goes past the else of its loop to a return becomes that return."
    safe_because = "Nothing runs between the break and the return behind the loop."
    since = "0.5"
    EXAMPLES = (
        Example(
            "the first gate that answers",
            """
            def hail(gates, log):
                answer = "nobody"
                for gate in gates:
                    if gate.answers:
                        answer = gate.name
                        break
                    log.note(gate)
                else:
                    log.alarm()
                return answer
            """,
            """
            def hail(gates, log):
                answer = "nobody"
                for gate in gates:
                    if gate.answers:
                        answer = gate.name
                        return answer
                    log.note(gate)
                log.alarm()
                return answer
            """,
        ),
    )
    REFUSALS = {
        "something-between": Refusal(
            "something is still closed or done where the loop is left, before the return",
            """
            def hail(gates, log):
                for gate in gates:
                    with gate:
                        if gate.answers:
                            break
                else:
                    log.alarm()
                return log
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a loop with an else, a break in it, and a return behind it."""
        loop = place.statements[index]
        if not isinstance(loop, cst.For | cst.While) or loop.orelse is None:
            return NOT_MINE
        behind = place.statements[index + 1] if index + 1 < len(place.statements) else None
        last = None if behind is None else single(behind)
        if not isinstance(last, cst.Return) or behind is None or has_comments(behind):
            return NOT_MINE
        if last.value is not None and not isinstance(last.value, _PLAIN):
            return NOT_MINE
        breaks = _Breaks(last)
        body = loop.body.visit(breaks)
        if not breaks.done:
            return NOT_MINE
        if breaks.held:
            return self.refuse("something-between", loop)
        rest = with_lead(list(suite_of(loop.orelse.body)), loop.orelse.leading_lines)
        new = [loop.with_changes(body=body, orelse=None), *rest]
        statements = [*place.statements[:index], *new, *_unless_left(rest, place, index)]
        why = "What is left of the loop is only a return; it can be taken where the loop is left."
        return Site(loop, why, place.block.with_changes(body=statements))


def _unless_left(
    rest: Sequence[cst.BaseStatement], place: Place, index: int
) -> Sequence[cst.BaseStatement]:
    """What stands behind the loop, unless the statements before it leave in any case."""
    left = isinstance(single(rest[-1]), cst.Return | cst.Raise)
    return place.statements[index + 2 :] if left else place.statements[index + 1 :]


class _Breaks(cst.CSTTransformer):
    """Puts a return in the place of each break of a loop."""

    def __init__(self, instead: cst.Return) -> None:
        super().__init__()
        self.instead = instead
        self.done = 0
        self.held = False
        self._holding = 0

    def visit_For(self, node: cst.For) -> bool:
        """A loop inside has breaks of its own; one in its else is the outer loop's."""
        return self._goes_past(node.orelse)

    def visit_While(self, node: cst.While) -> bool:
        """The same."""
        return self._goes_past(node.orelse)

    def _goes_past(self, other: cst.Else | None) -> bool:
        breaks = other is not None and any(isinstance(n, cst.Break) for n in walk(other))
        self.held = self.held or breaks
        return False

    def visit_FunctionDef(self, node: cst.FunctionDef) -> bool:
        """No break of the loop stands in a function."""
        return False

    def visit_With(self, node: cst.With) -> bool:
        """What is left here is closed first."""
        self._holding += 1
        return True

    def leave_With(self, original_node: cst.With, updated_node: cst.With) -> cst.With:
        """Behind it nothing is held any more."""
        self._holding -= 1
        return updated_node

    def visit_Try(self, node: cst.Try) -> bool:
        """A ``finally`` runs first."""
        self._holding += node.finalbody is not None
        return True

    def leave_Try(self, original_node: cst.Try, updated_node: cst.Try) -> cst.Try:
        """Behind it nothing is held any more."""
        self._holding -= original_node.finalbody is not None
        return updated_node

    def leave_Break(self, original_node: cst.Break, updated_node: cst.Break) -> cst.Return:
        """The return in its place."""
        self.done += 1
        self.held = self.held or self._holding > 0
        return self.instead
