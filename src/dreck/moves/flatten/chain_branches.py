"""An else that holds nothing but an if becomes an elif.

Why it is safe: an elif is the same as an if alone in an else.
"""

from __future__ import annotations

import libcst as cst

from ..blocks import comments_in, header_comment, realigned
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Site, move


@move
class ChainBranches(Move):
    """Turn ``else: if`` into ``elif``."""

    name = "chain-branches"
    summary = "Turn an else that holds nothing but an if into an elif."
    safe_because = "An elif is the same as an if alone in an else."
    since = "0.2"
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
    REFUSALS = {}

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a chain whose else holds one if."""
        node = place.statements[index]
        if not isinstance(node, cst.If):
            return NOT_MINE
        found = _chained(node)
        if found is None:
            return NOT_MINE
        inner, new = found
        body = [*place.statements[:index], new, *place.statements[index + 1 :]]
        return Site(inner, "An if alone in an else is an elif; it needs no level of its own.", place.block.with_changes(body=body))


def _chained(node: cst.If) -> tuple[cst.If, cst.If] | None:
    """The inner if, and the chain with it as an elif."""
    if isinstance(node.orelse, cst.If):
        found = _chained(node.orelse)
        return None if found is None else (found[0], node.with_changes(orelse=found[1]))
    block = node.orelse.body if node.orelse is not None else None
    if node.orelse is None or not isinstance(block, cst.IndentedBlock) or len(block.body) != 1 or block.footer:
        return None
    inner = block.body[0]
    if not isinstance(inner, cst.If):
        return None
    lead = [*node.orelse.leading_lines, *header_comment(block), *comments_in(inner.leading_lines)]
    return inner, node.with_changes(orelse=realigned(inner.with_changes(leading_lines=lead), 2))
