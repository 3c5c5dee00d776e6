"""A name that is set and used once, in the very next statement, goes away.

Why it is safe: the value is made at the same point, before anything else in that statement.
"""

from __future__ import annotations

import re

import libcst as cst

from ...logic.assigned import assigned_names, assignment_counts
from ...logic.conditions import core, in_parentheses, text_of
from ...logic.known import is_quiet
from ...logic.liveness import is_dead
from ...logic.walk import has_comments, name_counts, names_in, walk
from ...naming.words import singular, words_of
from ..arms import single
from ..blocks import comments_in, lead_of, spaced_test, with_lead
from ..places import Place, function_of
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move
from ..ways_out import Put

# Names that say nothing which the expression does not say.
_EMPTY_NAMES = re.compile(
    r"_?(res|result|ret|retval|rv|rc|val|value|out|output|answer|tmp|temp|x|y|r|v|t|flag|ok|cond|condition|check|test)\d*_?"
)
# A longer expression is not put into a condition.
_LONGEST = 60


@move
class InlineOnce(Move):
    """Put a value where it is used, without a name in between."""

    name = "inline-once"
    summary = "Put a value that is used once, in the next statement, where it is used."
    safe_because = "The value is made at the same point, before anything else happens."
    since = "0.1"
    EXAMPLES = (
        Example(
            "a result",
            """
            def toll(boat):
                # by length
                result = boat.length * 3
                return result
            """,
            """
            def toll(boat):
                # by length
                return boat.length * 3
            """,
        ),
        Example(
            "a flag",
            """
            def admit(boat):
                ok = boat.crew > 1 and boat.papers
                if not ok:
                    boat.warn()
                boat.enter()
            """,
            """
            def admit(boat):
                if not (boat.crew > 1 and boat.papers):
                    boat.warn()
                boat.enter()
            """,
            "proved-under",
        ),
        Example(
            "another name for a boat",
            """
            def moor(boats, berth):
                for boat in boats:
                    if boat.length <= berth.length:
                        result = boat
                        result.berth = berth
                        return result
                return None
            """,
            """
            def moor(boats, berth):
                for boat in boats:
                    if boat.length <= berth.length:
                        boat.berth = berth
                        return boat
                return None
            """,
        ),
    )
    REFUSALS = {
        "name-explains": Refusal(
            "the name says something that the expression does not",
            """
            def admit(boat):
                may_enter = boat.crew > 1 and boat.papers
                if may_enter:
                    boat.enter()
            """,
        ),
        "too-long": Refusal(
            "the expression is too long to stand in a condition",
            """
            def admit(boat):
                ok = boat.crew > 1 and boat.papers_of_the_owner and boat.papers_of_the_crew
                if ok:
                    boat.enter()
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for an assignment whose name the next statement uses first of all."""
        if index + 1 >= len(place.statements):
            return NOT_MINE
        line, following = place.statements[index], place.statements[index + 1]
        small = single(line)
        if (
            not isinstance(small, cst.Assign)
            or len(small.targets) != 1
            or has_comments(following)
            and not isinstance(following, cst.If)
        ):
            return NOT_MINE
        target = small.targets[0].target
        if not isinstance(target, cst.Name) or target.value in around.shared:
            return NOT_MINE
        if isinstance(small.value, cst.Name) and _EMPTY_NAMES.fullmatch(target.value):
            found = _called_by_its_own(place, index, target.value, small.value)
            if found is not None and not has_comments(line.with_changes(leading_lines=[])):
                why = f"`{target.value}` is another name for `{small.value.value}`."
                return Site(line, why, found, tentative=True)
        held = _held_at_once(following, target.value, small.value)
        if held is not None and not has_comments(line) and around.fits(place, text_of(held)):
            why = f"What `{target.value}` is held within can be said where it is worked out."
            new_line = held.with_changes(leading_lines=lead_of(line))
            return Site(line, why, place.exchanged(index, new_line, until=index + 2))
        if _uses(place, target.value) != 2 or _is_said_elsewhere(place, following, target.value):
            return self._carried(place, index, target.value, small.value, around)
        new = _with_value(following, target.value, small.value)
        if new is None and isinstance(small.value, cst.SimpleString):
            return self._carried(place, index, target.value, small.value, around)
        if new is None or getattr(line, "trailing_whitespace").comment:
            return NOT_MINE
        # A name that only a step of this run has left over says nothing that was wanted.
        made_here = _first_line(line) in around.written
        leaves = isinstance(single(following), cst.Return | cst.Raise)
        is_said = leaves and _is_said_by(small.value, target.value)
        if not _EMPTY_NAMES.fullmatch(target.value) and not made_here and not is_said:
            return self.refuse("name-explains", line)
        if isinstance(new, cst.If) and len(text_of(small.value)) > _LONGEST:
            return self.refuse("too-long", line)
        why = f"`{target.value}` says no more than `{_short(small.value)}` does."
        return Site(
            line, why, place.exchanged(index, *with_lead([new], lead_of(line)), until=index + 2)
        )

    def _carried(
        self, place: Place, index: int, name: str, value: cst.BaseExpression, around: Around
    ) -> Match:
        """A name that is set on several ways, each time only for the next statement."""
        line, following = place.statements[index], place.statements[index + 1]
        function = function_of(place)
        several = assignment_counts(function)[name] > 1
        leaves = isinstance(single(following), cst.Return | cst.Raise)
        text = leaves and isinstance(value, cst.SimpleString)  # it says itself what it is
        worked_on = leaves and name in names_in(value)  # it has been called that before
        if (
            not several
            and not text
            and not worked_on
            and not (leaves and _is_said_by(value, name))
            and not _is_said_elsewhere(place, following, name)
        ):
            return NOT_MINE
        if not isinstance(following, cst.SimpleStatementLine):
            return NOT_MINE
        if (
            _mentions(following, name) != 1
            or not is_dead(function, following, name)
            or has_comments(line)
        ):
            return NOT_MINE
        if name in assigned_names(following) or isinstance(value, cst.Yield | cst.Await):
            return NOT_MINE
        new = following.visit(Put({name: value}))
        new = new.visit(_InOne()) if isinstance(new, cst.SimpleStatementLine) else new
        assert isinstance(new, cst.SimpleStatementLine)
        if not around.fits(place, text_of(new)) or "\n" in text_of(new):
            return NOT_MINE
        why = f"`{name}` is only carried to the next line."
        lead = [*lead_of(line), *comments_in(lead_of(following))]
        new = new.with_changes(leading_lines=lead)
        block = place.exchanged(index, new, until=index + 2)
        return Site(line, why, block, tentative=not is_quiet(value))


def _held_at_once(
    following: cst.BaseStatement, name: str, value: cst.BaseExpression
) -> cst.SimpleStatementLine | None:
    """``x = max(VALUE, 0)``, where the next statement is ``x = max(x, 0)``."""
    small = single(following)
    if not isinstance(following, cst.SimpleStatementLine) or not isinstance(small, cst.Assign):
        return None
    holds = small.value
    if len(small.targets) != 1 or not _is_name(small.targets[0].target, name):
        return None
    if not isinstance(holds, cst.Call) or not isinstance(holds.func, cst.Name):
        return None
    is_limit = holds.func.value in ("min", "max") and len(holds.args) == 2
    if not is_limit or _mentions(holds, name) != 1 or has_comments(following):
        return None
    if isinstance(value, cst.Yield | cst.Await | cst.NamedExpr | cst.Tuple | cst.Lambda):
        return None
    args = [a.with_changes(value=value) if _is_name(a.value, name) else a for a in holds.args]
    if args == list(holds.args):
        return None
    new = following.with_changes(body=[small.with_changes(value=holds.with_changes(args=args))])
    return None if "\n" in text_of(new).strip() else new


class _InOne(cst.CSTTransformer):
    """Two texts in a row become one."""

    def leave_BinaryOperation(
        self, original_node: cst.BinaryOperation, updated_node: cst.BinaryOperation
    ) -> cst.BaseExpression:
        """``"late: " + "no papers"``, written with the same quotes."""
        first, second = updated_node.left, updated_node.right
        if not isinstance(updated_node.operator, cst.Add):
            return updated_node
        if not isinstance(first, cst.SimpleString) or not isinstance(second, cst.SimpleString):
            return updated_node
        plain = not (first.prefix or second.prefix or first.lpar or second.lpar)
        if not plain or first.quote != second.quote or len(first.quote) > 1:
            return updated_node
        whole = cst.SimpleString(first.value[:-1] + second.value[1:])
        return whole.with_changes(lpar=updated_node.lpar, rpar=updated_node.rpar)


def _called_by_its_own(
    place: Place, index: int, name: str, value: cst.Name
) -> cst.IndentedBlock | None:
    """The block in which what has two names is called by the first of them, if both stand for the
    same to its end.
    """
    function, rest = function_of(place), place.statements[index + 1 :]
    is_local = value.value in assigned_names(function) or value.value in _parameters(function)
    if not is_local or assignment_counts(function)[name] != 1 or not rest:
        return None
    if any({name, value.value} & assigned_names(s) for s in rest):
        return None
    if _mentions(function.body, name) != 1 + sum(_mentions(s, name) for s in rest):
        return None
    new = [s.visit(Put({name: value})) for s in rest]
    lead = lead_of(place.statements[index])
    return place.exchanged(index, *with_lead(new, lead), until=len(place.statements))  # type: ignore[arg-type]


def _parameters(function: cst.FunctionDef) -> frozenset[str]:
    return names_in(function.params)


def _is_said_elsewhere(place: Place, line: cst.BaseStatement, name: str) -> bool:
    """Whether the function says the same elsewhere, with a text where this line has the name: then
    the name is what is left of several.
    """
    if not isinstance(line, cst.SimpleStatementLine):
        return False
    parts = re.split(rf"\b{re.escape(name)}\b", _first_line(line))
    if len(parts) != 2 or not all(parts):
        return False
    before, after = parts
    lines = (n for n in walk(function_of(place)) if isinstance(n, cst.SimpleStatementLine))
    texts = [t for t in map(_first_line, lines) if t.startswith(before) and t.endswith(after)]
    inside = [t[len(before) : len(t) - len(after)] for t in texts if len(t) > len(before + after)]
    return any(re.fullmatch(r"([\"'])(?:(?!\1).)*\1", i) for i in inside)


def _is_said_by(value: cst.BaseExpression, name: str) -> bool:
    """Whether what makes a value is called like it: a table, or a function of whose name it is the
    last word, as ``berth`` is of ``self._choose_berth(boat)``.
    """
    if _is_said_by_table(value, name):
        return True
    if not isinstance(value, cst.Call):
        return False
    called = words_of(text_of(value.func).rpartition(".")[2])
    words = words_of(name)
    return len(called) > len(words) and called[-len(words) :] == words


def _is_said_by_table(value: cst.BaseExpression, name: str) -> bool:
    """Whether a value is made of what is looked up in a table that is called like it: ``toll`` in
    ``TOLLS[kind] * nights``.
    """
    asked = [n.value for n in walk(value) if isinstance(n, cst.Subscript)]
    words = words_of(name)
    tables = (
        words_of(t.value.lower()) for t in asked if isinstance(t, cst.Name) and t.value.isupper()
    )
    return any(singular(words[-1]) in map(singular, table) for table in tables) and len(words) == 1


def _mentions(node: cst.CSTNode, name: str) -> int:
    """How often a statement reads a name."""
    return sum(isinstance(n, cst.Name) and n.value == name for n in walk(node))


def _first_line(line: cst.BaseStatement) -> str:
    return text_of(line.with_changes(leading_lines=[])).splitlines()[0].strip()


def _short(value: cst.BaseExpression) -> str:
    text = " ".join(text_of(value).split())
    return text if len(text) <= 50 else f"{text[:47]}..."


def _with_value(
    statement: cst.BaseStatement, name: str, value: cst.BaseExpression
) -> cst.BaseStatement | None:
    """The next statement with the value in place of the name, if it uses the name before all
    else.
    """
    small = single(statement)
    if isinstance(small, cst.Return) and _is_name(small.value, name):
        assert isinstance(statement, cst.SimpleStatementLine)
        kept = in_parentheses(value) if isinstance(value, cst.NamedExpr) else value
        return statement.with_changes(body=[small.with_changes(value=kept)])
    if (
        not isinstance(statement, cst.If)
        or isinstance(value, cst.Tuple | cst.Yield | cst.Await)
        or "\n" in text_of(value)
    ):
        return None
    if name in names_in(statement.body) or (
        statement.orelse is not None and name in names_in(statement.orelse)
    ):
        return None
    if (
        isinstance(value, cst.Call)
        and isinstance(value.func, cst.Name)
        and value.func.value == "bool"
        and len(value.args) == 1
    ):
        value = value.args[0].value  # only the truth counts here
    loose = isinstance(value, cst.IfExp | cst.Lambda | cst.NamedExpr)
    if _is_name(statement.test, name):
        return spaced_test(statement, in_parentheses(value) if loose else value)
    test = core(statement.test)
    if (
        isinstance(test, cst.UnaryOperation)
        and isinstance(test.operator, cst.Not)
        and _is_name(test.expression, name)
    ):
        tight = in_parentheses(value) if loose or isinstance(value, cst.BooleanOperation) else value
        return spaced_test(statement, test.with_changes(expression=tight))
    return None


def _is_name(node: cst.BaseExpression | None, name: str) -> bool:
    return isinstance(node, cst.Name) and node.value == name


def _uses(place: Place, name: str) -> int:
    """How often a function mentions a name."""
    return name_counts(function_of(place)).get(name, 0)
