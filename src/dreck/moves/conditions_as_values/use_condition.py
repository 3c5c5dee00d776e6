"""Arms that differ only in True and False use the condition itself.

Why it is safe: the value that each arm would choose is the truth of the condition. Where the
condition is not known to be True or False itself, ``bool(...)`` asks for its truth.
"""

from __future__ import annotations

from collections.abc import Iterator

import libcst as cst

from ...logic.conditions import bare, chained, constant, core, over_lines, same, text_of
from ...logic.walk import has_comments, names_in, walk
from ..arms import meaning, only_statement, single
from ..blocks import spaced_lead
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Refused, Site, move


@move
class UseCondition(Move):
    """Use a condition in place of the True and False of its arms."""

    name = "use-condition"
    summary = "Use the condition itself where its arms differ only in True and False."
    safe_because = "The value that the arms choose is the truth of the condition."
    since = "0.1"
    EXAMPLES = (
        Example(
            "returned from both arms",
            """
            def may_pass(boat, limit: int, draught: int):
                if draught <= limit:
                    return True
                else:
                    return False
            """,
            """
            def may_pass(boat, limit: int, draught: int):
                return draught <= limit
            """,
        ),
        Example(
            "the exit behind the if, turned round, not known to be a bool",
            """
            def is_free(lock):
                if lock.boat:
                    return False
                return True
            """,
            """
            def is_free(lock):
                return not lock.boat
            """,
        ),
        Example(
            "set before, and again in the if",
            """
            def note(boat, log):
                late = False
                # the gauge is read at noon
                if boat.delay:
                    late = True
                log.add(boat, late)
            """,
            """
            def note(boat, log):
                # the gauge is read at noon
                late = bool(boat.delay)
                log.add(boat, late)
            """,
        ),
        Example(
            "one argument",
            """
            def signal(lamp, level: int):
                if level > 220:
                    lamp.red(True)
                else:
                    lamp.red(False)
            """,
            """
            def signal(lamp, level: int):
                lamp.red(level > 220)
            """,
        ),
        Example(
            "a comparison of unknown values",
            """
            def is_home(boat, berth):
                if boat == berth:
                    return True
                return False
            """,
            """
            def is_home(boat, berth):
                return boat == berth
            """,
            "proved-under",
        ),
        Example(
            "one arm says so, the other what else has to hold",
            """
            def may_pass(boat, limit: int, draught: int):
                if draught <= limit:
                    return True
                else:
                    return not boat.laden
            """,
            """
            def may_pass(boat, limit: int, draught: int):
                return draught <= limit or not boat.laden
            """,
        ),
    )
    REFUSALS = {
        "comment-inside": Refusal(
            "a comment on one of the arms says why; that is worth keeping",
            """
            def is_free(lock):
                if lock.boat:
                    return False  # until it has left
                return True
            """,
        ),
        "too-long": Refusal(
            "the condition is too long to stand inside the statement",
            """
            def is_free(lock, upper_chamber_of_the_lock, lower_chamber_of_the_lock, keepers_on_duty):
                if upper_chamber_of_the_lock.boat or lower_chamber_of_the_lock.boat or keepers_on_duty.absent:
                    lock.set_the_signal_at_the_gate(free=True)
                else:
                    lock.set_the_signal_at_the_gate(free=False)
            """,
        ),
    }

    def ways(self, place: Place, index: int, around: Around) -> Iterator[Match]:
        """An if whose arms say True and False, one that says so in one arm, or a choice of both."""
        yield self.match(place, index, around)
        node = place.statements[index]
        if isinstance(node, cst.If) and not isinstance(node.orelse, cst.If):
            yield self._one_says(place, index, node, around)
        elif isinstance(node, cst.SimpleStatementLine):
            yield self._choice(place, index, node, around)

    def _one_says(self, place: Place, index: int, node: cst.If, around: Around) -> Match:
        """``if a: return True`` before ``return b`` or its else, which is no row of such checks."""
        until = index + 1 if node.orelse is not None else index + 2
        if until != len(place.statements):
            return NOT_MINE
        behind = _line(node.orelse.body) if node.orelse is not None else place.statements[-1]
        first, second = single(_line(node.body)), single(behind)
        if not isinstance(first, cst.Return) or not isinstance(second, cst.Return):
            return NOT_MINE
        said = constant(first.value) if first.value is not None else None
        if said is None or not isinstance(said[0], bool) or second.value is None:
            return NOT_MINE
        knowledge = around.negation.knowledge
        if constant(second.value) is not None or not knowledge.is_bool(core(second.value)):
            return NOT_MINE
        if index and _says(place.statements[index - 1], said[0]):
            return NOT_MINE
        if has_comments(node.body) or has_comments(node.orelse or behind):
            return self.refuse("comment-inside", node)
        test = node.test if said[0] else around.negation.of(node.test)
        if not knowledge.is_bool(core(test)):
            return NOT_MINE
        value = chained([test, second.value], cst.Or if said[0] else cst.And)
        line = cst.SimpleStatementLine([cst.Return(value)])
        if not around.fits(place, text_of(line)) and isinstance(value, cst.BooleanOperation):
            line = cst.SimpleStatementLine([cst.Return(over_lines(value, around.indent))])
        new = spaced_lead(line, node, node)
        why = f"`{text_of(test)}` and what follows are one condition."
        return Site(node, why, place.exchanged(index, new, until=until), tentative=True)

    @staticmethod
    def _choice(place: Place, index: int, line: cst.SimpleStatementLine, around: Around) -> Match:
        """``True if a else False`` as a value."""
        small = single(line)
        value = getattr(small, "value", None)
        if not isinstance(small, cst.Return | cst.Assign) or not isinstance(value, cst.IfExp):
            return NOT_MINE
        yes, no = constant(value.body), constant(value.orelse)
        if yes is None or no is None or {yes[0], no[0]} != {True, False}:
            return NOT_MINE
        if not isinstance(yes[0], bool) or not isinstance(no[0], bool) or has_comments(value):
            return NOT_MINE
        new = line.with_changes(body=[small.with_changes(value=_value(value.test, yes[0], around))])
        why = f"`{text_of(value.test)}` says that itself."
        return Site(line, why, place.exchanged(index, new))

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for an if whose arms say True and False."""
        node = place.statements[index]
        if not isinstance(node, cst.If) or isinstance(node.orelse, cst.If):
            return NOT_MINE
        if isinstance(node.orelse, cst.Else):
            return self._both_arms(place, index, node, node.orelse, around)
        return self._exit_behind(place, index, node, around) or self._set_before(
            place, index, node, around
        )

    def _both_arms(
        self, place: Place, index: int, node: cst.If, other: cst.Else, around: Around
    ) -> Match:
        if has_comments(node.body) or has_comments(other):
            return NOT_MINE
        first, second = only_statement(node.body), only_statement(other.body)
        if first is None or second is None:
            return NOT_MINE
        return self._joined(place, index, index + 1, node, (first, second), around)

    def _exit_behind(self, place: Place, index: int, node: cst.If, around: Around) -> Match:
        if index + 2 != len(place.statements):
            return NOT_MINE
        last = place.statements[index + 1]
        first, second = single(_line(node.body)), single(last)
        if not isinstance(first, cst.Return) or not isinstance(second, cst.Return):
            return NOT_MINE
        if _truth_in(first, second) is None:
            return NOT_MINE
        if has_comments(node.body) or has_comments(last):
            return self.refuse("comment-inside", node)
        return self._joined(place, index, index + 2, node, (first, second), around)

    def _set_before(self, place: Place, index: int, node: cst.If, around: Around) -> Match:
        before = place.statements[index - 1] if index else node
        first, second = only_statement(node.body), single(before)
        if (
            not isinstance(first, cst.Assign)
            or not isinstance(second, cst.Assign)
            or has_comments(before)
        ):
            return NOT_MINE
        if names_in(second) & (names_in(node.test) | around.shared):
            return NOT_MINE
        return self._joined(place, index - 1, index + 1, node, (first, second), around)

    def _joined(
        self,
        place: Place,
        start: int,
        end: int,
        node: cst.If,
        arms: tuple[cst.BaseSmallStatement, cst.BaseSmallStatement],
        around: Around,
    ) -> Site | Refused | None:
        found = _truth_in(*arms)
        if found is None:
            return NOT_MINE
        holder, positive = found
        value = _value(node.test, positive, around)
        small = arms[0].deep_replace(holder, value)
        assert isinstance(small, cst.BaseSmallStatement)
        line = cst.SimpleStatementLine([small])
        if not around.fits(place, text_of(line)) or "\n" in text_of(value):
            if not isinstance(small, cst.Return | cst.Assign) or not isinstance(
                value, cst.BooleanOperation
            ):
                return self.refuse("too-long", node)
            line = cst.SimpleStatementLine(
                [small.with_changes(value=over_lines(value, around.indent))]
            )
        new = spaced_lead(line, place.statements[start], node)
        why = f"Both ways only say whether `{text_of(node.test)}` holds; the condition says that itself."
        return Site(node, why, place.exchanged(start, new, until=end))


def _says(node: cst.BaseStatement, truth: bool) -> bool:
    """Whether a statement is a check that returns a truth."""
    if not isinstance(node, cst.If) or node.orelse is not None:
        return False
    small = single(_line(node.body))
    said = constant(small.value) if isinstance(small, cst.Return) and small.value else None
    return said is not None and said[0] is truth


def _line(suite: cst.BaseSuite) -> cst.CSTNode:
    """The only line of a block, or the suite itself."""
    if isinstance(suite, cst.IndentedBlock) and len(suite.body) == 1:
        return suite.body[0]
    if isinstance(suite, cst.SimpleStatementSuite) and len(suite.body) == 1:
        return cst.SimpleStatementLine(suite.body, trailing_whitespace=suite.trailing_whitespace)
    return suite


def _truth_in(
    first: cst.BaseSmallStatement, second: cst.BaseSmallStatement
) -> tuple[cst.Name, bool] | None:
    """The True or False of the first statement, if that is all in which the second differs."""
    if type(first) is not type(second) or not isinstance(first, cst.Return | cst.Assign | cst.Expr):
        return None
    truths = (
        n
        for n in walk(first, inner=False)
        if isinstance(n, cst.Name) and n.value in ("True", "False")
    )
    for holder in truths:
        other = cst.Name("False" if holder.value == "True" else "True")
        turned = first.deep_replace(holder, other)
        if isinstance(turned, cst.CSTNode) and meaning(turned) == meaning(second):
            return holder, holder.value == "True"
    return None


def _value(test: cst.BaseExpression, positive: bool, around: Around) -> cst.BaseExpression:
    """The truth of a condition, or its opposite, as a value."""
    negation = around.negation
    wanted = test if positive else negation.of(test)
    if negation.knowledge.is_bool(core(wanted), strict=negation.strict):
        return _settled(wanted)
    if not positive and not isinstance(core(test), cst.BooleanOperation | cst.Comparison):
        return _settled(cst.UnaryOperation(cst.Not(), test))
    call = cst.Call(cst.Name("bool"), [cst.Arg(bare(wanted))])
    return call


def _settled(value: cst.BaseExpression) -> cst.BaseExpression:
    """A condition fit to stand as a value: a walrus keeps its parentheses."""
    return (
        value if isinstance(value, cst.NamedExpr) or not same(value, core(value)) else bare(value)
    )
