"""Of two conditions one inside the other, the inner one goes outside.

Why it is safe: both conditions are pure, so the order in which they are asked cannot be seen, and
each combination of answers leads to the same statements.
"""

from __future__ import annotations

import libcst as cst

from ...logic.conditions import text_of
from ...logic.known import is_quiet
from ...logic.walk import has_comments
from ..arms import same_code
from ..blocks import comments_in, header_comment, spaced_test
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class SwapNesting(Move):
    """Bring an inner condition outside."""

    name = "swap-nesting"
    summary = "Bring an inner condition outside, and the outer one inside."
    safe_because = (
        "Both conditions are pure, and each combination of answers leads to the same statements."
    )
    since = "0.1"
    on_request = True
    EXAMPLES = (
        Example(
            "one in the other",
            """
            def wear(kind: str, depth: int, gate):
                # the old locks
                if depth > 3:
                    # only these
                    if kind == "weir":
                        gate.clean()
                gate.close()
            """,
            """
            def wear(kind: str, depth: int, gate):
                # the old locks
                # only these
                if kind == "weir":
                    if depth > 3:
                        gate.clean()
                gate.close()
            """,
        ),
        Example(
            "four combinations",
            """
            def wear(kind: str, depth: int, gate):
                if depth > 3:
                    if kind == "weir":
                        gate.clean()
                    else:
                        gate.paint()
                else:
                    if kind == "weir":
                        gate.open()
                    else:
                        gate.close()
            """,
            """
            def wear(kind: str, depth: int, gate):
                if kind == "weir":
                    if depth > 3:
                        gate.clean()
                    else:
                        gate.open()
                else:
                    if depth > 3:
                        gate.paint()
                    else:
                        gate.close()
            """,
        ),
    )
    REFUSALS = {
        "condition-acts": Refusal(
            "evaluating one of the conditions may do something, so their order can be seen",
            """
            def wear(gate):
                if gate.test():
                    if gate.rusty():
                        gate.paint()
            """,
        ),
        "comment-inside": Refusal(
            "a comment inside would lose its place",
            """
            def wear(kind: str, depth: int, gate):
                if depth > 3:
                    if kind == "weir":
                        gate.clean()
                else:  # shallow
                    if kind == "weir":
                        gate.open()
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for an if whose arms are ifs on one other condition."""
        node = place.statements[index]
        if not isinstance(node, cst.If) or isinstance(node.orelse, cst.If):
            return NOT_MINE
        first = _inner(node.body)
        second = _inner(node.orelse.body) if node.orelse is not None else None
        if first is None or (
            node.orelse is not None and (second is None or not same_code(first.test, second.test))
        ):
            return NOT_MINE
        if not is_quiet(node.test) or not is_quiet(first.test):
            return self.refuse("condition-acts", node)
        lead = [*node.leading_lines, *comments_in(first.leading_lines)]
        if _has_stray_comments(node, first, second):
            return self.refuse("comment-inside", node)
        yes = _crossed(node, first.body, None if second is None else second.body)
        assert yes is not None
        no = _crossed(
            node,
            *(None if i is None or i.orelse is None else i.orelse.body for i in (first, second)),
        )
        new = spaced_test(node, first.test).with_changes(
            leading_lines=lead,
            body=cst.IndentedBlock([yes]),
            orelse=None if no is None else cst.Else(cst.IndentedBlock([no])),
        )
        why = f"`{text_of(first.test)}` is asked first, so that what belongs to it stands together."
        return Site(node, why, place.exchanged(index, new))


def _inner(suite: cst.BaseSuite) -> cst.If | None:
    only = suite.body[0] if isinstance(suite, cst.IndentedBlock) and len(suite.body) == 1 else None
    return only if isinstance(only, cst.If) and not isinstance(only.orelse, cst.If) else None


def _crossed(node: cst.If, yes: cst.BaseSuite | None, no: cst.BaseSuite | None) -> cst.If | None:
    """An if on the outer condition with the bodies of one answer to the inner one."""
    if yes is None:
        return None if no is None else _only_else(node, no)
    plain = node.with_changes(leading_lines=[])
    return plain.with_changes(body=yes, orelse=None if no is None else cst.Else(no))


def _only_else(node: cst.If, no: cst.BaseSuite) -> cst.If:
    return cst.If(
        node.test, cst.IndentedBlock([cst.SimpleStatementLine([cst.Pass()])]), cst.Else(no)
    )


def _has_stray_comments(node: cst.If, first: cst.If, second: cst.If | None) -> bool:
    """Comments that stand neither above the two ifs nor inside what is done."""
    heads = [header_comment(b) for b in (node.body, first.body) if isinstance(b, cst.IndentedBlock)]
    others = [part for part in (node.orelse, first.orelse) if part is not None]
    strays = any(heads) or any(has_comments(o) for o in others)
    return strays or bool(isinstance(node.body, cst.IndentedBlock) and node.body.footer)
