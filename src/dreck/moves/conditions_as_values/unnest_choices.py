"""A conditional expression with others inside becomes ifs, an arm for each value.

Why it is safe: the conditions are asked in the same order, each only where those before it led
there, and one of the values is worked out, as before.
"""

from __future__ import annotations

import libcst as cst

from ...logic.conditions import bare, core, in_parentheses
from ...logic.walk import has_comments, walk
from ..arms import single
from ..blocks import lead_of
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class UnnestChoices(Move):
    """Write conditional expressions inside one another as ifs."""

    name = "unnest-choices"
    summary = "Conditional expressions inside one another become ifs, an arm for each value."
    safe_because = "The same conditions are asked in the same order, and one of the values is worked out, as before."
    since = "0.4"
    EXAMPLES = (
        Example(
            "a row of them is handed back",
            """
            def sign(depth: int):
                return "#" if depth < 1 else "~" if depth < 3 else "="
            """,
            """
            def sign(depth: int):
                if depth < 1:
                    return "#"
                if depth < 3:
                    return "~"
                return "="
            """,
        ),
        Example(
            "one inside of the first arm, and a name that is set",
            """
            def note(boat, log):
                fee = (2 if boat.late else 1) if boat.paid else (3 if boat.late else 4)
                log.add(boat, fee)
            """,
            """
            def note(boat, log):
                if boat.paid:
                    if boat.late:
                        fee = 2
                    else:
                        fee = 1
                elif boat.late:
                    fee = 3
                else:
                    fee = 4
                log.add(boat, fee)
            """,
        ),
    )
    REFUSALS = {
        "target-acts": Refusal(
            "the target is evaluated after the value, and would be written several times",
            """
            def note(boat, log):
                log[boat.berth()] = 1 if boat else 2 if log else 3
            """,
        ),
        "comment-inside": Refusal(
            "a comment inside the expression would lose its place",
            """
            def rate(boat, winter):
                return (1  # as in the book
                        if winter else 2 if boat else 3)
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a statement whose value is a choice with another one in an arm."""
        line = place.statements[index]
        small = single(line)
        if not isinstance(small, cst.Return | cst.Assign) or small.value is None:
            return NOT_MINE
        choice = core(small.value)
        if not isinstance(choice, cst.IfExp) or not _holds_another(choice):
            return NOT_MINE
        if isinstance(small, cst.Assign) and not _sets_a_name(small):
            return self.refuse("target-acts", line)
        if has_comments(small.value) or getattr(line, "trailing_whitespace").comment:
            return self.refuse("comment-inside", line)
        first, *rest = _said(small, choice)
        new = first.with_changes(leading_lines=lead_of(line))
        why = "Each value stands in an arm of its own, below the condition that leads there."
        return Site(line, why, place.exchanged(index, new, *rest))


def _holds_another(choice: cst.IfExp) -> bool:
    return any(isinstance(core(arm), cst.IfExp) for arm in (choice.body, choice.orelse))


def _sets_a_name(small: cst.Assign) -> bool:
    """Whether nothing happens where a value goes to: it is given a name, or an attribute of one,
    which it does not ask for itself.
    """
    if len(small.targets) != 1:
        return False
    target: cst.BaseExpression = small.targets[0].target
    if isinstance(target, cst.Attribute):
        target = target.value
        binds = (n.target for n in walk(small.value) if isinstance(n, cst.NamedExpr))
        if any(isinstance(n, cst.Name) and target.deep_equals(n) for n in binds):
            return False
    return isinstance(target, cst.Name)


def _said(small: cst.Return | cst.Assign, value: cst.BaseExpression) -> list[cst.BaseStatement]:
    """The statements that give a value, or those of the arms that it is chosen from."""
    choice = core(value)
    if not isinstance(choice, cst.IfExp):
        given = in_parentheses(value) if isinstance(value, cst.NamedExpr) else value
        return [cst.SimpleStatementLine([small.with_changes(value=given)])]
    arm = cst.IndentedBlock(_said(small, choice.body))
    rest = _said(small, choice.orelse)
    made = cst.If(bare(choice.test), arm)
    if isinstance(small, cst.Return):
        return [made, *rest]
    only = rest[0]
    other = only if isinstance(only, cst.If) else cst.Else(cst.IndentedBlock(rest))
    return [made.with_changes(orelse=other)]
