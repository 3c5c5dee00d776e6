"""A negative condition with an else is turned positive, and its arms change places.

Why it is safe: the same check leads to the same statements; only their order on the page changes.
"""

from __future__ import annotations

import libcst as cst

from ...logic.conditions import bare, core, text_of
from ...logic.walk import has_comments
from ..arms import single
from ..blocks import comments_in, leaves, spaced_test, unwrapped, weight
from ..places import Ending, Place
from ..spoken import apart
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class FlipBranches(Move):
    """Turn a negative condition with an else positive."""

    name = "flip-branches"
    summary = "Turn a negative condition with an else positive; the arms change places."
    safe_because = "The same check leads to the same statements."
    since = "0.1"
    EXAMPLES = (
        Example(
            "so that the inner choice can join the chain",
            """
            def note(boat, off: int, forced: bool):
                if off != 0:
                    if forced:
                        text = "signed"
                    else:
                        raise Miscounted(off)
                else:
                    text = "right"
                boat.log(text)
            """,
            """
            def note(boat, off: int, forced: bool):
                if off == 0:
                    text = "right"
                else:
                    if forced:
                        text = "signed"
                    else:
                        raise Miscounted(off)
                boat.log(text)
            """,
        ),
        Example(
            "comments travel with their arm",
            """
            def pass_lock(boat):
                # the tide decides
                if not boat.upstream:  # with the stream
                    boat.lower()
                    boat.wait()
                else:
                    # against it
                    boat.lift()
                boat.leave()
            """,
            """
            def pass_lock(boat):
                # the tide decides
                if boat.upstream:
                    # against it
                    boat.lift()
                else:  # with the stream
                    boat.lower()
                    boat.wait()
                boat.leave()
            """,
        ),
        Example(
            "a jump, and a jump over it",
            """
            def pass_lock(boats, gate):
                for boat in boats:
                    if not gate.takes(boat):
                        continue
                    break
            """,
            """
            def pass_lock(boats, gate):
                for boat in boats:
                    if gate.takes(boat):
                        break
            """,
        ),
    )
    REFUSALS = {
        "short-first": Refusal(
            "the shorter arm comes first, which is worth a `not`",
            """
            def pass_lock(boat):
                if not boat.upstream:
                    boat.lower()
                else:
                    boat.lift()
                    boat.wait()
                boat.leave()
            """,
        ),
        "exception-first": Refusal(
            "the first arm is the short way out; it stands well where it is",
            """
            def pass_lock(boat):
                if not boat.upstream:
                    return 0
                else:
                    boat.lift()
                    return 1
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a negated condition with an else and no elif, or with a jump behind it."""
        node = place.statements[index]
        if not isinstance(node, cst.If):
            return NOT_MINE
        if node.orelse is None:
            return _jumped_over(place, index, node, around)
        if not isinstance(node.orelse, cst.Else):
            return NOT_MINE
        if isinstance(node.body, cst.SimpleStatementSuite) or isinstance(
            node.orelse.body, cst.SimpleStatementSuite
        ):
            return NOT_MINE
        turned = spaced_test(node, around.negation.of(bare(node.test)))
        joins = (
            _is_choice(node.body)
            and not _is_choice(node.orelse.body)
            and not _is_negative(turned.test, _UNEQUAL)
        )
        if not joins and not _is_negative(node.test):
            return NOT_MINE
        if leaves(node.body) and not joins:
            return self.refuse("exception-first", node)
        if not joins and weight(node.body) < weight(node.orelse.body):
            return self.refuse("short-first", node)
        # What says the condition, and not its opposite, goes where it holds.
        said, lead = apart(node.leading_lines)
        lead += comments_in(node.orelse.leading_lines)
        otherwise = cst.Else(node.body, leading_lines=said)
        new = turned.with_changes(body=node.orelse.body, orelse=otherwise, leading_lines=lead)
        why = f"`{text_of(turned.test)}` is easier to read than its opposite."
        if joins:
            why = f"With `{text_of(turned.test)}` first, the inner choice can join the chain."
        return Site(node, why, place.exchanged(index, new))


def _jumped_over(place: Place, index: int, node: cst.If, around: Around) -> Match:
    """A round that ends in a jump, and goes on to the next one right before it."""
    rest = place.statements[index + 1 :]
    last = single(rest[0]) if len(rest) == 1 else None
    body = unwrapped(node.body)[0]
    goes_on = len(body) == 1 and isinstance(single(body[0]), cst.Continue)
    jump = isinstance(last, cst.Break | cst.Return | cst.Raise)
    if not jump or not goes_on or place.ending is not Ending.CONTINUE or has_comments(node.body):
        return NOT_MINE
    turned = spaced_test(node, around.negation.of(bare(node.test)))
    if _is_negative(turned.test):
        return NOT_MINE
    new = turned.with_changes(body=cst.IndentedBlock([rest[0]]))
    why = "What is jumped over is a jump; the round ends here anyway."
    return Site(node, why, place.block.with_changes(body=[*place.statements[:index], new]))


_UNEQUAL = (cst.NotEqual, cst.NotIn)


def _is_negative(
    test: cst.BaseExpression, operators: tuple[type[cst.BaseCompOp], ...] = ()
) -> bool:
    """Whether a condition starts with ``not``, or is a comparison with one of some operators."""
    test = core(test)
    if isinstance(test, cst.Comparison):
        return isinstance(test.comparisons[0].operator, operators)
    return isinstance(test, cst.UnaryOperation) and isinstance(test.operator, cst.Not)


def _is_choice(suite: cst.BaseSuite) -> bool:
    """Whether a suite is nothing but an if with an else."""
    only = suite.body[0] if isinstance(suite, cst.IndentedBlock) and len(suite.body) == 1 else None
    return isinstance(only, cst.If) and only.orelse is not None
