"""Ifs nested one in the other become one if with ``and``.

Why it is safe: ``and`` evaluates the second condition only where the first holds, as the nested
if did. What the outer else did for a failed first condition, the inner one did as well, or
there was neither.
"""

from __future__ import annotations

import libcst as cst

from ...logic.conditions import chained
from ...logic.walk import has_comments
from ..arms import only_line, same_code
from ..blocks import comments_in, header_comment, spaced_test
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class JoinConditions(Move):
    """Join the conditions of nested ifs."""

    name = "join-conditions"
    summary = "Join the conditions of nested ifs with `and`."
    safe_because = "`and` evaluates the second condition only where the first holds."
    since = "0.1"
    EXAMPLES = (
        Example(
            "an if in an if",
            """
            def greet(boat, log):
                # strangers only
                if not boat.known:
                    # once a day
                    if boat.first or boat.late:
                        log.add(boat)
                log.flush()
            """,
            """
            def greet(boat, log):
                # strangers only
                # once a day
                if not boat.known and (boat.first or boat.late):
                    log.add(boat)
                log.flush()
            """,
        ),
        Example(
            "the same else twice",
            """
            def rate(boat):
                if boat.known:
                    if boat.paid:
                        return boat.rate()
                    else:
                        return 0
                else:
                    return 0
            """,
            """
            def rate(boat):
                if boat.known and boat.paid:
                    return boat.rate()
                else:
                    return 0
            """,
        ),
        Example(
            "the last elif of a chain",
            """
            def note(boat, log):
                if boat.late:
                    log.late(boat)
                elif boat.wide:
                    if boat.heavy:
                        log.tow(boat)
                log.flush()
            """,
            """
            def note(boat, log):
                if boat.late:
                    log.late(boat)
                elif boat.wide and boat.heavy:
                    log.tow(boat)
                log.flush()
            """,
        ),
    )
    REFUSALS = {
        "too-long": Refusal(
            "the joined condition would be too long for its line",
            """
            def note(boat, log):
                if boat.late or boat.known_to_the_keeper_at_the_upper_lock_and_to_the_keeper_at_the_lower_lock_and_to_all_others:
                    if boat.wide_at_the_bow and boat.heavy:
                        log.tow(boat)
                log.flush()
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for an if, or the last elif of a chain, that holds nothing but an if."""
        node = place.statements[index]
        if not isinstance(node, cst.If):
            return NOT_MINE
        last = node
        while isinstance(last.orelse, cst.If):
            last = last.orelse
        inner = (
            last.body.body[0]
            if isinstance(last.body, cst.IndentedBlock) and len(last.body.body) == 1
            else None
        )
        if not isinstance(inner, cst.If) or not _same_else(last, inner):
            return NOT_MINE
        test = chained([last.test, inner.test], cst.And)
        fitted = around.fitted(place, "if", test)
        if fitted is None:
            return self.refuse("too-long", inner)
        new = _replaced(node, last, _joined(last, inner, fitted))
        why = "Nothing happens between the two checks; together they are one condition."
        return Site(inner, why, place.exchanged(index, new))


def _same_else(outer: cst.If, inner: cst.If) -> bool:
    if inner.orelse is None:
        return outer.orelse is None
    if (
        not isinstance(inner.orelse, cst.Else)
        or not isinstance(outer.orelse, cst.Else)
        or has_comments(inner.orelse)
    ):
        return False
    return only_line(inner.orelse.body) is not None and same_code(
        outer.orelse.body, inner.orelse.body
    )


def _joined(outer: cst.If, inner: cst.If, test: cst.BaseExpression) -> cst.If:
    assert isinstance(outer.body, cst.IndentedBlock)
    lead = [*outer.leading_lines, *header_comment(outer.body), *comments_in(inner.leading_lines)]
    body = inner.body
    if outer.body.footer and isinstance(body, cst.IndentedBlock):
        body = body.with_changes(footer=[*body.footer, *outer.body.footer])
    return spaced_test(outer, test).with_changes(body=body, leading_lines=lead)


def _replaced(node: cst.If, old: cst.If, new: cst.If) -> cst.If:
    if node is old:
        return new
    assert isinstance(node.orelse, cst.If)
    return node.with_changes(orelse=_replaced(node.orelse, old, new))
