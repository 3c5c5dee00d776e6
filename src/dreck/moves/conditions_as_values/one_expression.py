"""Two short arms that return or set the same thing become a conditional expression.

Why it is safe: the condition is evaluated once, then one of the two values, as before.
"""

from __future__ import annotations

import libcst as cst

from ...logic.conditions import atoms, bare, constant, core, in_parentheses, text_of
from ...logic.walk import has_comments, names_in
from ..arms import meaning, only_statement, single
from ..blocks import spaced_lead
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move

# A condition of more atoms, or a value of more characters, is no short one.
_MOST_ATOMS = 2
_MOST_CHARACTERS = 36
_NOT_SHORT = (
    cst.IfExp,
    cst.Lambda,
    cst.NamedExpr,
    cst.Yield,
    cst.Await,
    cst.BooleanOperation,
    cst.Comparison,
    cst.ListComp,
    cst.GeneratorExp,
    cst.DictComp,
    cst.SetComp,
    cst.Dict,
    cst.Tuple,
)


@move
class OneExpression(Move):
    """Turn a two-way choice between short values into a conditional expression."""

    name = "one-expression"
    summary = "Turn a two-way choice between two short values into one expression."
    safe_because = "The condition is evaluated once, then one of the two values, as before."
    since = "0.1"
    EXAMPLES = (
        Example(
            "two returns",
            """
            def rate(boat, winter: bool):
                if winter:
                    return boat.length // 2
                else:
                    return boat.length
            """,
            """
            def rate(boat, winter: bool):
                return boat.length // 2 if winter else boat.length
            """,
        ),
        Example(
            "two assignments",
            """
            def note(boat, log):
                # the fee of the day
                if boat.kind == "tug":
                    fee = 180
                else:
                    fee = 60
                log.add(boat, fee)
            """,
            """
            def note(boat, log):
                # the fee of the day
                fee = 180 if boat.kind == "tug" else 60
                log.add(boat, fee)
            """,
        ),
        Example(
            "set before, and again in the if",
            """
            def note(boat, log):
                fee = 60
                if boat.winter:
                    fee = 20
                log.add(boat, fee)
            """,
            """
            def note(boat, log):
                fee = 20 if boat.winter else 60
                log.add(boat, fee)
            """,
        ),
    )
    REFUSALS = {
        "long-condition": Refusal(
            "the condition asks more than a reader takes in beside two values",
            """
            def rate(boat):
                if boat.crew and boat.papers and not boat.late:
                    return 1
                else:
                    return 2
            """,
        ),
        "long-values": Refusal(
            "the values are too long to stand side by side",
            """
            def rate(boat):
                if boat.crew:
                    return boat.length * boat.draught + boat.cargo * 3 - 7
                else:
                    return 2
            """,
        ),
        "exception-first": Refusal(
            "one arm is the exception, and reads better as a guard clause",
            """
            def rate(boat):
                if boat is None:
                    return 0
                else:
                    return boat.length
            """,
        ),
        "comment-inside": Refusal(
            "a comment on one of the arms says why; that is worth keeping",
            """
            def rate(boat):
                if boat.crew:
                    return 1  # as in the book
                else:
                    return 2
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for an if whose two arms only choose a value."""
        node = place.statements[index]
        if not isinstance(node, cst.If) or isinstance(node.orelse, cst.If):
            return NOT_MINE
        if node.orelse is not None:
            return self._both_arms(place, index, node, node.orelse, around)
        return self._set_before(place, index, node, around)

    def _both_arms(
        self, place: Place, index: int, node: cst.If, other: cst.Else, around: Around
    ) -> Match:
        first, second = _only(node.body), _only(other.body)
        values = _values(first, second)
        if values is None or first is None or _is_truth(*values):
            return NOT_MINE
        reason = (
            "comment-inside"
            if has_comments(node.body) or has_comments(other)
            else self._why_not(node, values)
        )
        if isinstance(first, cst.Return) and _asks_for_none(node.test):
            reason = "exception-first"
        if reason:
            return self.refuse(reason, node)
        return self._site(place, index, index + 1, node, (first, *values), around)

    def _set_before(self, place: Place, index: int, node: cst.If, around: Around) -> Match:
        before = place.statements[index - 1] if index else node
        first, second = only_statement(node.body), single(before)
        values = _values(first, second)
        if (
            values is None
            or not isinstance(first, cst.Assign)
            or has_comments(before)
            or _is_truth(*values)
        ):
            return NOT_MINE
        target = first.targets[0].target
        if not isinstance(target, cst.Name) or constant(values[1]) is None:
            return NOT_MINE
        if target.value in names_in(node.test) | names_in(values[0]) | around.shared:
            return NOT_MINE
        # one more if on the same name, and the first value is the start of a series
        following = place.statements[index + 1] if index + 1 < len(place.statements) else None
        if isinstance(following, cst.If) and target.value in names_in(following):
            return NOT_MINE
        reason = self._why_not(node, values)
        if reason:
            return self.refuse(reason, node)
        return self._site(place, index - 1, index + 1, node, (first, *values), around)

    @staticmethod
    def _why_not(node: cst.If, values: tuple[cst.BaseExpression, cst.BaseExpression]) -> str | None:
        if sum(1 for _ in atoms(node.test)) > _MOST_ATOMS or "\n" in text_of(node.test):
            return "long-condition"
        if any(isinstance(v, _NOT_SHORT) or len(text_of(v)) > _MOST_CHARACTERS for v in values):
            return "long-values"
        return None

    def _site(
        self,
        place: Place,
        start: int,
        end: int,
        node: cst.If,
        parts: tuple[cst.BaseSmallStatement, cst.BaseExpression, cst.BaseExpression],
        around: Around,
    ) -> Match:
        statement, yes, no = parts
        test = node.test
        if isinstance(core(test), cst.UnaryOperation) and isinstance(core(test).operator, cst.Not):  # type: ignore[attr-defined]
            test, yes, no = around.negation.of(bare(test)), no, yes
        test = (
            in_parentheses(test)
            if isinstance(test, cst.NamedExpr | cst.IfExp | cst.Lambda)
            else bare(test)
        )
        small = statement.with_changes(value=cst.IfExp(test=test, body=yes, orelse=no))
        if isinstance(small, cst.Return):
            small = small.with_changes(whitespace_after_return=cst.SimpleWhitespace(" "))
        line = cst.SimpleStatementLine([small])
        if not around.fits(place, text_of(line)):
            return self.refuse("long-values", node)
        new = spaced_lead(line, place.statements[start], node)
        why = f"`{text_of(test)}` only picks between two values; one line can say that."
        return Site(node, why, place.exchanged(start, new, until=end))


def _only(suite: cst.BaseSuite) -> cst.BaseSmallStatement | None:
    statements = suite.body
    if len(statements) != 1:
        return None
    only = statements[0]
    return only if isinstance(only, cst.BaseSmallStatement) else single(only)


def _values(
    first: cst.BaseSmallStatement | None, second: cst.BaseSmallStatement | None
) -> tuple[cst.BaseExpression, cst.BaseExpression] | None:
    """The two values, if both statements do the same with them."""
    if isinstance(first, cst.Return) and isinstance(second, cst.Return):
        return (
            (first.value, second.value)
            if first.value is not None and second.value is not None
            else None
        )
    if not isinstance(first, cst.Assign) or not isinstance(second, cst.Assign):
        return None
    if (
        len(first.targets) != 1
        or len(second.targets) != 1
        or isinstance(first.targets[0].target, cst.Tuple | cst.List)
    ):
        return None
    alike = meaning(first.with_changes(value=cst.Name("_"))) == meaning(
        second.with_changes(value=cst.Name("_"))
    )
    return (first.value, second.value) if alike else None


def _is_truth(first: cst.BaseExpression, second: cst.BaseExpression) -> bool:
    """True and False, which are for use-condition."""
    both = constant(first), constant(second)
    return all(c is not None and isinstance(c[0], bool) for c in both)


def _asks_for_none(test: cst.BaseExpression) -> bool:
    found = next(atoms(test))
    if not isinstance(found, cst.Comparison) or len(found.comparisons) != 1:
        return False
    target = found.comparisons[0]
    return (
        isinstance(target.operator, cst.Is | cst.IsNot)
        and isinstance(target.comparator, cst.Name)
        and target.comparator.value == "None"
    )
