"""Statements under the same condition, one if after the other, are brought together.

Why it is safe: the first if changes nothing that the condition asks for, so the second condition
has the same answer. What stands between may change places with the second if only when neither
minds.
"""

from __future__ import annotations

import libcst as cst

from ...logic.conditions import text_of
from ...logic.assigned import assigned_names
from ...logic.walk import names_in
from ...logic.along import nothing_known
from ...logic.known import atom_of, is_quiet
from ..arms import same_code
from ..blocks import comments_in, joined, leaves, unwrapped
from ..places import Place, function_of
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class Regroup(Move):
    """Bring statements under the same condition together."""

    name = "regroup"
    summary = "Bring statements under the same condition, or its opposite, together in one if."
    safe_because = "Nothing between the two changes the condition, so it has the same answer."
    since = "0.1"
    EXAMPLES = (
        Example(
            "the same condition twice",
            """
            def wear(kind: str, gate):
                if kind == "weir":
                    gate.clean()
                # paint is dear
                if kind == "weir":
                    gate.paint()
                else:
                    gate.close()
            """,
            """
            def wear(kind: str, gate):
                if kind == "weir":
                    gate.clean()
                    # paint is dear
                    gate.paint()
                else:
                    gate.close()
            """,
        ),
        Example(
            "a condition and its opposite",
            """
            def wear(gate, depth: int):
                if depth > 3:
                    gate.clean()
                if depth <= 3:
                    gate.paint()
            """,
            """
            def wear(gate, depth: int):
                if depth > 3:
                    gate.clean()
                else:
                    gate.paint()
            """,
        ),
        Example(
            "what stands between does not mind",
            """
            def wear(kind: str, gate):
                if kind == "weir":
                    gate.clean()
                total = 0
                if kind == "weir":
                    gate.paint()
                return total
            """,
            """
            def wear(kind: str, gate):
                total = 0
                if kind == "weir":
                    gate.clean()
                    gate.paint()
                return total
            """,
        ),
    )
    REFUSALS = {
        "condition-may-change": Refusal(
            "what happens between the two may change the condition",
            """
            def wear(gate, log):
                if gate.rusty:
                    gate.clean()
                if gate.rusty:
                    log.add(gate)
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for an if with an if on the same condition behind it."""
        first = place.statements[index]
        if not isinstance(first, cst.If) or isinstance(first.orelse, cst.If) or leaves(first.body):
            return NOT_MINE
        second = _partner(place, index)
        if second is None:
            return NOT_MINE
        node = place.statements[second]
        assert isinstance(node, cst.If)
        between = list(place.statements[index + 1 : second])
        known = nothing_known(function_of(place)).learning(first.test, True)
        if not is_quiet(first.test) or known.after(first).decide(first.test) is not True:
            return self.refuse("condition-may-change", node)
        if any(not _may_change_places(s, first) for s in between):
            return NOT_MINE
        together = _together(first, node, _agrees(first, node))
        why = f"Both depend on `{text_of(first.test)}`, which nothing between them changes."
        return Site(node, why, place.exchanged(index, *between, together, until=second + 1))


def _partner(place: Place, index: int) -> int | None:
    """The next if on the same condition, at most one plain statement further on."""
    first = place.statements[index]
    assert isinstance(first, cst.If)
    for later in range(index + 1, min(index + 3, len(place.statements))):
        node = place.statements[later]
        if isinstance(node, cst.If):
            fits = not isinstance(node.orelse, cst.If) and _agrees(first, node) is not None
            return later if fits else None
        if not isinstance(node, cst.SimpleStatementLine):
            return None
    return None


def _agrees(first: cst.If, second: cst.If) -> bool | None:
    """Whether the conditions are the same (True), opposite (False), or neither."""
    if same_code(first.test, second.test):
        return True
    one, two = atom_of(first.test), atom_of(second.test)
    return False if one[0] == two[0] and one[1] != two[1] else None


def _may_change_places(statement: cst.BaseStatement, first: cst.If) -> bool:
    """Whether a plain statement may run before an if instead of behind it."""
    bound, read = assigned_names(statement), names_in(statement)
    if not is_quiet(statement) or comments_in(getattr(statement, "leading_lines", ())):
        return False
    touched = assigned_names(first)
    return not (bound & (names_in(first) | touched)) and not (read & touched)


def _together(first: cst.If, second: cst.If, same: bool | None) -> cst.If:
    other = None if second.orelse is None else second.orelse.body
    yes, no = (second.body, other) if same else (other, second.body)
    lead = comments_in(second.leading_lines)
    body = _appended(first.body, yes, lead if same else [])
    rest = None if first.orelse is None else first.orelse.body
    assert not isinstance(first.orelse, cst.If)
    if rest is None and no is None:
        return first.with_changes(body=body)
    if rest is None:
        assert no is not None
        source = (
            second.orelse
            if same and isinstance(second.orelse, cst.Else)
            else cst.Else(no, leading_lines=lead if not same else [])
        )
        return first.with_changes(body=body, orelse=source)
    model = first.orelse if isinstance(first.orelse, cst.Else) else cst.Else(rest)
    return first.with_changes(
        body=body, orelse=model.with_changes(body=_appended(rest, no, [] if same else lead))
    )


def _appended(
    body: cst.BaseSuite, more: cst.BaseSuite | None, lead: list[cst.EmptyLine]
) -> cst.BaseSuite:
    """A suite with the statements of another behind its own."""
    if more is None:
        return body
    statements, footer = unwrapped(body)
    added, ending = unwrapped(more)
    added = [
        added[0].with_changes(leading_lines=[*lead, *getattr(added[0], "leading_lines", ())]),
        *added[1:],
    ]
    block = body if isinstance(body, cst.IndentedBlock) else cst.IndentedBlock([])
    if isinstance(body, cst.IndentedBlock):
        statements, header = list(body.body), body.header
        block = block.with_changes(header=header)
    return joined(block.with_changes(body=[], footer=[]), [(statements, footer), (added, ending)])
