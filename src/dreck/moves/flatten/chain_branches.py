"""An else that holds nothing but an if becomes an elif.

Why it is safe: an elif is the same as an if alone in an else.
"""

from __future__ import annotations

import libcst as cst

from ..arms import arms_of
from ..blocks import comments_in, has_compound, header_comment, realigned
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move

# From this many arms on, a chain is worth a word.
_LONG_CHAIN = 3


@move
class ChainBranches(Move):
    """Turn ``else: if`` into ``elif``."""

    name = "chain-branches"
    summary = "Turn an else that holds nothing but an if into an elif."
    safe_because = "An elif is the same as an if alone in an else."
    since = "0.1"
    EXAMPLES = (
        Example(
            "comments stay above their condition",
            """
            def toll(boat):
                if boat.kind == "tug":
                    fee = 180
                # all others
                else:  # by length
                    # long ones first
                    if boat.length > 200:
                        fee = 240
                    else:
                        fee = 60
                return fee + boat.cargo
            """,
            """
            def toll(boat):
                if boat.kind == "tug":
                    fee = 180
                # all others
                # by length
                # long ones first
                elif boat.length > 200:
                    fee = 240
                else:
                    fee = 60
                return fee + boat.cargo
            """,
        ),
    )
    REFUSALS = {
        "flat-chain": Refusal(
            "it is one flat chain of alternatives, each with an arm of its own; it reads well as it is",
            """
            def on_event(event, desk):
                if event.kind == "arrive":
                    desk.open(event.boat)
                    desk.log(event)
                elif event.kind == "leave":
                    desk.close(event.boat)
                elif event.kind == "flood":
                    desk.alarm()
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a chain whose else holds one if."""
        node = place.statements[index]
        if not isinstance(node, cst.If):
            return NOT_MINE
        found = _chained(node)
        if found is None:
            arms = arms_of(node)
            flat = len(arms) >= _LONG_CHAIN and not any(has_compound(a.body) for a in arms)
            return self.refuse("flat-chain", node) if flat and _is_all(place, index) else NOT_MINE
        inner, new = found
        return Site(
            inner,
            "An if alone in an else is an elif; it needs no level of its own.",
            place.exchanged(index, new),
        )


def _is_all(place: Place, index: int) -> bool:
    """Whether a statement is all that its function does, but for a docstring and lines around."""
    compound = [s for s in place.statements if isinstance(s, cst.BaseCompoundStatement)]
    return (
        len(compound) == 1
        and len(place.statements) <= index + 2
        and isinstance(place.trail[-1][0], cst.FunctionDef)
    )


def _chained(node: cst.If) -> tuple[cst.If, cst.If] | None:
    """The inner if, and the chain with it as an elif."""
    if isinstance(node.orelse, cst.If):
        found = _chained(node.orelse)
        return None if found is None else (found[0], node.with_changes(orelse=found[1]))
    block = node.orelse.body if node.orelse is not None else None
    if (
        node.orelse is None
        or not isinstance(block, cst.IndentedBlock)
        or len(block.body) != 1
        or block.footer
    ):
        return None
    inner = block.body[0]
    if not isinstance(inner, cst.If):
        return None
    lead = [*node.orelse.leading_lines, *header_comment(block), *comments_in(inner.leading_lines)]
    return inner, node.with_changes(orelse=realigned(inner.with_changes(leading_lines=lead), 2))
