"""A conditional expression that is returned or assigned becomes an if with two arms.

Why it is safe: the condition is evaluated once, then one of the two values, as before.
"""

from __future__ import annotations

import libcst as cst

from ...logic.conditions import bare, core, in_parentheses, text_of
from ...logic.walk import has_comments
from ..arms import single
from ..blocks import lead_of
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class SpellOut(Move):
    """Spell a conditional expression out as an if."""

    name = "spell-out"
    summary = "Spell a conditional expression out as an if with two arms."
    safe_because = "The condition is evaluated once, then one of the two values, as before."
    since = "0.1"
    on_request = True
    EXAMPLES = (
        Example(
            "a return",
            """
            def rate(boat, winter: bool):
                # half price
                return boat.length // 2 if winter else boat.length
            """,
            """
            def rate(boat, winter: bool):
                # half price
                if winter:
                    return boat.length // 2
                else:
                    return boat.length
            """,
        ),
        Example(
            "an assignment",
            """
            def note(boat, log):
                fee = (180 if boat.kind == "tug" else 60)
                log.add(boat, fee)
            """,
            """
            def note(boat, log):
                if boat.kind == "tug":
                    fee = 180
                else:
                    fee = 60
                log.add(boat, fee)
            """,
        ),
    )
    REFUSALS = {
        "target-acts": Refusal(
            "the target is evaluated after the value, and would be written twice",
            """
            def note(boat, log):
                log[boat.berth()] = 1 if boat else 2
            """,
        ),
        "comment-inside": Refusal(
            "a comment inside the expression would lose its place",
            """
            def rate(boat, winter):
                return (1  # as in the book
                        if winter else 2)
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a statement whose value is a conditional expression."""
        line = place.statements[index]
        small = single(line)
        if not isinstance(small, cst.Return | cst.Assign) or not isinstance(small.value, cst.IfExp):
            return NOT_MINE
        if isinstance(small, cst.Assign) and not all(_is_plain(t.target) for t in small.targets):
            return self.refuse("target-acts", line)
        if has_comments(small.value) or getattr(line, "trailing_whitespace").comment:
            return self.refuse("comment-inside", line)
        choice = small.value
        arms = [
            cst.IndentedBlock([cst.SimpleStatementLine([small.with_changes(value=_outer(v))])])
            for v in (choice.body, choice.orelse)
        ]
        new = cst.If(bare(choice.test), arms[0], cst.Else(arms[1]), leading_lines=lead_of(line))
        return Site(
            line,
            f"Each way of `{text_of(choice.test)}` gets a line of its own.",
            place.exchanged(index, new),
        )


def _outer(value: cst.BaseExpression) -> cst.BaseExpression:
    return in_parentheses(value) if isinstance(value, cst.NamedExpr) else value


def _is_plain(target: cst.BaseExpression) -> bool:
    """A name, or an attribute of a name."""
    target = core(target)
    return isinstance(target, cst.Name) or (
        isinstance(target, cst.Attribute) and isinstance(target.value, cst.Name)
    )
