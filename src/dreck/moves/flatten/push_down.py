"""A condition around several statements is put around each of them.

Why it is safe: as long as no statement changes what the condition asks for, it has the same answer
each time, and the statements run in the same order.
"""

from __future__ import annotations

import libcst as cst

from ...logic.conditions import text_of
from ...logic.assigned import assigned_names
from ...logic.walk import names_in
from ..blocks import header_comment, is_guard, leaves, spaced_test, with_lead
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class PushDown(Move):
    """Put a condition around each of its statements."""

    name = "push-down"
    summary = "Put a condition around each of its statements, so that they can be regrouped."
    safe_because = "No statement changes the condition, so it has the same answer each time."
    since = "0.1"
    on_request = True
    EXAMPLES = (
        Example(
            "two statements",
            """
            def wear(kind: str, gate):
                # the old locks
                if kind == "weir":
                    gate.clean()
                    # once a year
                    if gate.rusty:
                        gate.paint()
                gate.close()
            """,
            """
            def wear(kind: str, gate):
                # the old locks
                if kind == "weir":
                    gate.clean()
                if kind == "weir":
                    # once a year
                    if gate.rusty:
                        gate.paint()
                gate.close()
            """,
        ),
    )
    REFUSALS = {
        "condition-changes": Refusal(
            "one of the statements changes what the condition asks for",
            """
            def wear(depth: int, gate):
                if depth > 3:
                    depth = gate.depth()
                    gate.paint(depth)
                gate.close()
            """,
        ),
        "has-else": Refusal(
            "it has an else; turn that into a condition of its own first",
            """
            def wear(kind: str, gate):
                if kind == "weir":
                    gate.clean()
                    gate.paint()
                else:
                    gate.close()
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for an if with several statements that does not leave."""
        node = place.statements[index]
        if (
            not isinstance(node, cst.If)
            or not isinstance(node.body, cst.IndentedBlock)
            or len(node.body.body) < 2
        ):
            return NOT_MINE
        if leaves(node.body) or any(is_guard(s) for s in node.body.body):
            return NOT_MINE
        if node.orelse is not None:
            return self.refuse("has-else", node)
        if any(assigned_names(s) & names_in(node.test) for s in node.body.body[:-1]):
            return self.refuse("condition-changes", node)
        first, *others = with_lead(list(node.body.body), header_comment(node.body))
        footer = node.body.footer
        ifs = [node.with_changes(body=cst.IndentedBlock([first]))]
        ifs += [spaced_test(cst.If(node.test, cst.IndentedBlock([s])), node.test) for s in others]
        ifs[-1] = ifs[-1].with_changes(body=cst.IndentedBlock([others[-1]], footer=footer))
        why = f"`{text_of(node.test)}` stands around each statement, which can now be moved on its own."
        return Site(node, why, place.exchanged(index, *ifs))
