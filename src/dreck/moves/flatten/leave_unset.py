"""What is done where a name is still unset behind a chain becomes the else of that chain.

Why it is safe: every other arm gives the name something that is evidently not what it had before,
or leaves, so that the check behind the chain holds in the else alone; there the name is the
constant that it was given above, and nobody reads that any more.
"""

from __future__ import annotations

from collections.abc import Sequence

import libcst as cst

from ...logic.assigned import assigned_names
from ...logic.conditions import constant, core
from ...logic.walk import has_comments, names_in, walk
from ..arms import Arm, arms_of, chain_of, constant_given, single
from ..blocks import comments_in, lead_of, leaves, unwrapped, with_lead
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move
from ..ways_out import Put

# Built-in functions that never give None.
_GIVING = frozenset(
    "bool bytes dict float frozenset int len list range repr set sorted str sum tuple".split()
)
_MADE = (
    cst.List | cst.Set | cst.Dict | cst.Tuple | cst.ListComp | cst.SetComp | cst.DictComp
    | cst.FormattedString | cst.ConcatenatedString | cst.Comparison
)  # fmt: skip


@move
class LeaveUnset(Move):
    """Leave in the arm in which nothing was set."""

    name = "leave-unset"
    summary = "A check whether a chain has set something becomes the else of that chain."
    safe_because = "All other arms set the name to something else, so the check holds nowhere else."
    since = "0.1"
    EXAMPLES = (
        Example(
            "a fee that is missing for other kinds",
            """
            def book(boat, ledger):
                text = None
                if boat.kind == "barge":
                    text = f"{boat.name}: by weight"
                elif boat.kind == "tug":
                    text = "free"
                if text is None:
                    # nobody knows it
                    raise LookupError(boat.kind)
                ledger.append(text)
            """,
            """
            def book(boat, ledger):
                if boat.kind == "barge":
                    text = f"{boat.name}: by weight"
                elif boat.kind == "tug":
                    text = "free"
                else:
                    # nobody knows it
                    raise LookupError(boat.kind)
                ledger.append(text)
            """,
        ),
        Example(
            "what is handed back is the constant",
            """
            def sign(boat, ledger):
                sign = ""
                if boat.kind == "barge":
                    sign = "B"
                if not sign:
                    return sign
                ledger.append(sign)
                return sign
            """,
            """
            def sign(boat, ledger):
                if boat.kind == "barge":
                    sign = "B"
                else:
                    return ""
                ledger.append(sign)
                return sign
            """,
        ),
    )
    REFUSALS = {
        "may-be-unset": Refusal(
            "an arm may set the name to the very value that the check behind asks for",
            """
            def book(boat, ledger):
                fee = None
                if boat.kind == "barge":
                    fee = ledger.fee_of(boat)
                if fee is None:
                    raise LookupError(boat.kind)
                ledger.append(fee)
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a constant, a chain that sets the name, and a check that asks whether it did."""
        name, given = constant_given(place.statements[index])
        behind = getattr(place.statements[index], "trailing_whitespace", None)
        if given is None or name in around.shared or (behind and has_comments(behind)):
            return NOT_MINE
        later = place.statements[index + 1 :]
        ahead = next((i for i, s in enumerate(later) if name in names_in(s)), len(later))
        chain, check = later[ahead : ahead + 1], later[ahead + 1 : ahead + 2]
        node, asks = (chain[0] if chain else None), (check[0] if check else None)
        if not isinstance(node, cst.If) or not isinstance(asks, cst.If):
            return NOT_MINE
        arms = arms_of(node)
        question = _question(asks, name, given)
        if question is None or any(a.test is not None and name in names_in(a.test) for a in arms):
            return NOT_MINE
        if not leaves(asks.body) or name in assigned_names(asks.body):
            return NOT_MINE
        whole = arms if arms[-1].test is None else [*arms, None]
        unset = [a for a in whole if a is None or _is_unset(a, name)]
        if len(unset) != 1 or unset[0] is not whole[-1]:
            return NOT_MINE
        set_here = [a for a in whole if a is not unset[0] and a is not None]
        if not all(_sets_once(a, name) for a in set_here):
            return NOT_MINE
        values = [v for a in set_here for v in [_value_set(a, name)] if v is not None]
        if not values:
            return NOT_MINE
        if not all(_answers_no(question, v) for v in values):
            return self.refuse("may-be-unset", node)
        added = _ending(asks, name, given)
        new = chain_of([*set_here, _else(unset[0], added)])
        between = later[:ahead]
        lead = comments_in(lead_of(place.statements[index]))
        before = with_lead([*between, new], lead)
        block = place.exchanged(index, *before, until=index + ahead + 3)
        why = f"`{name}` is set in every other arm; where it is not, control leaves at once."
        return Site(node, why, block)


def _question(check: cst.If, name: str, given: cst.BaseExpression) -> str | None:
    """What a check asks of a name that it would say yes to: *none*, *false*; None for any other."""
    test = core(check.test)
    if check.orelse is not None:
        return None
    held = constant(given)
    if isinstance(test, cst.UnaryOperation) and isinstance(test.operator, cst.Not):
        is_asked = isinstance(test.expression, cst.Name) and test.expression.value == name
        return "false" if is_asked and held is not None and not held[0] else None
    if not isinstance(test, cst.Comparison) or len(test.comparisons) != 1:
        return None
    asked, other = test.left, test.comparisons[0]
    is_name = isinstance(asked, cst.Name) and asked.value == name
    is_none = constant(other.comparator) == (None,) == held
    return (
        "none" if is_name and is_none and isinstance(other.operator, cst.Is | cst.Equal) else None
    )


def _is_unset(arm: Arm, name: str) -> bool:
    """Whether an arm goes on without a word of a name."""
    return not leaves(arm.body) and name not in names_in(arm.body)


def _sets_once(arm: Arm, name: str) -> bool:
    """Whether all that an arm does with a name is to set it once, on its only way; or it leaves."""
    if leaves(arm.body) and name not in names_in(arm.body):
        return True
    words = [n for n in walk(arm.body) if isinstance(n, cst.Name) and n.value == name]
    return len(words) == 1 and _value_set(arm, name) is not None


def _value_set(arm: Arm, name: str) -> cst.BaseExpression | None:
    """What an arm sets a name to."""
    for statement in unwrapped(arm.body)[0]:
        small = single(statement)
        target = small.targets[0].target if isinstance(small, cst.Assign) else None
        if isinstance(small, cst.Assign) and isinstance(target, cst.Name) and target.value == name:
            return small.value if len(small.targets) == 1 else None
    return None


def _answers_no(question: str, value: cst.BaseExpression) -> bool:
    """Whether a value evidently answers no to what is asked."""
    value = core(value)
    if isinstance(value, cst.IfExp):
        return _answers_no(question, value.body) and _answers_no(question, value.orelse)
    held = constant(value)
    if held is not None:
        return bool(held[0]) if question == "false" else held[0] is not None
    if isinstance(value, cst.BinaryOperation):
        return any(_is_text(s, question) for s in (value.left, value.right))
    if question == "false":
        return _is_text(value, question)
    called = value.func if isinstance(value, cst.Call) else None
    return isinstance(value, _MADE) or (isinstance(called, cst.Name) and called.value in _GIVING)


def _is_text(value: cst.BaseExpression, question: str) -> bool:
    """Whether a value is evidently a text; with something in it, where its truth is asked for."""
    value = core(value)
    if isinstance(value, cst.FormattedString):
        parts = [p for p in value.parts if isinstance(p, cst.FormattedStringText)]
        return question == "none" or bool(parts)
    held = constant(value)
    return held is not None and isinstance(held[0], str) and (question == "none" or bool(held[0]))


def _ending(check: cst.If, name: str, given: cst.BaseExpression) -> list[cst.BaseStatement]:
    """What is done where the name is unset, with the constant in place of the name."""
    statements, footer = unwrapped(check.body)
    found: list[cst.BaseStatement] = []
    for statement in statements:
        new = statement.visit(Put({name: given}))
        assert isinstance(new, cst.BaseStatement)
        found.append(new)
    found = with_lead(found, comments_in(check.leading_lines))
    behind = comments_in(footer)
    if behind:
        found[-1] = found[-1].with_changes(leading_lines=[*behind, *lead_of(found[-1])])
    return found


def _else(arm: Arm | None, added: Sequence[cst.BaseStatement]) -> Arm:
    """The arm for all others, which leaves at its end."""
    body: list[cst.BaseStatement] = []
    if arm is not None and not (has_comments(arm.body) is False and _is_pass(arm.body)):
        body = unwrapped(arm.body)[0]
    suite = cst.IndentedBlock([*body, *added])
    node = cst.Else(suite) if arm is None else arm.node.with_changes(body=suite)
    assert isinstance(node, cst.Else)
    return Arm(None, suite, node)


def _is_pass(suite: cst.BaseSuite) -> bool:
    statements = unwrapped(suite)[0]
    return len(statements) == 1 and isinstance(single(statements[0]), cst.Pass)
