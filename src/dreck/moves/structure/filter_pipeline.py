"""A loop that only asks, searches, collects or counts becomes ``any``, ``all``, ``next``, a
comprehension or a sum.

Why it is safe: the expression goes through the same values in the same order, under the same
conditions, and stops where the loop stopped; where the loop went on although the answer was
found, what it still asked for is left out.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import libcst as cst

from ...logic.conditions import chained, constant, in_parentheses
from ...logic.liveness import live_after
from ...logic.walk import has_comments, names_in, walk
from ..arms import single
from ..blocks import code, comments_in, is_guard, lead_of
from ..folded_rounds import folded
from ..places import Place, function_of
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class FilterPipeline(Move):
    """Turn a loop into the expression that it works out."""

    name = "filter-pipeline"
    summary = (
        "A loop that only asks, searches, collects or counts becomes any, all, next, a"
        " comprehension or a sum."
    )
    safe_because = "The same values are gone through in the same order, under the same conditions."
    since = "0.2"
    EXAMPLES = (
        Example(
            "a search for one that fits",
            """
            def is_taken(berths, name: str):
                for berth in berths:
                    if berth.boat is name:
                        return True
                return False
            """,
            """
            def is_taken(berths, name: str):
                return any(berth.boat is name for berth in berths)
            """,
            "proved-under",
        ),
        Example(
            "the first that fits",
            """
            def first_late(boats):
                found = None
                for boat in boats:
                    if boat.late:
                        found = boat
                        break
                return found
            """,
            """
            def first_late(boats):
                found = next((boat for boat in boats if boat.late), None)
                return found
            """,
            "proved-under",
        ),
        Example(
            "what fits, in a list",
            """
            def late(boats):
                found = []
                for boat in boats:
                    if boat.late:
                        found.append(boat.name)
                return found
            """,
            """
            def late(boats):
                found = [boat.name for boat in boats if boat.late]
                return found
            """,
        ),
    )
    REFUSALS = {
        "comment-inside": Refusal(
            "a comment inside the loop would lose its place",
            """
            def is_taken(berths, name):
                for berth in berths:
                    # the name stands on the bow
                    if berth.boat is name:
                        return True
                return False
            """,
        ),
        "too-long": Refusal(
            "the expression would be too long for its line",
            """
            def is_taken(berths, name):
                for berth in berths:
                    if berth.boat_that_lies_there_for_the_night is name and berth.has_been_paid_for_in_full_at_the_office:
                        return True
                return False
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a loop with one thing to do at its heart."""
        node = place.statements[index]
        if not isinstance(node, cst.For) or node.orelse is not None or node.asynchronous:
            return NOT_MINE
        loop = _heart_of(node, around)
        if loop is None or not all(_is_plain(f.target) for f, _ in loop.clauses):
            return NOT_MINE
        own = loop.targets | loop.made
        if own & live_after(function_of(place)).get(id(node), own):
            return NOT_MINE
        found = (
            _answered(place, index, loop, around)
            or _searched(place, index, loop)
            or _gathered(place, index, loop)
        )
        if found is None or any(
            isinstance(n, cst.Await | cst.Yield | cst.NamedExpr) for n in walk(node)
        ):
            return NOT_MINE
        if has_comments(node.body):
            return self.refuse("comment-inside", node)
        ways = (
            found.line,
            _over_lines(found.line, around.indent),
            _over_lines(_with_operands_apart(found.line, around.indent), around.indent),
        )
        fitting = (
            w for w in ways if all(around.fits(place, line) for line in code(w).splitlines())
        )
        shown = next(fitting, None)
        if shown is None:
            return self.refuse("too-long", node)
        first = place.statements[found.start]
        lead = [*lead_of(first)]
        if found.start < index:
            lead += comments_in(lead_of(node))
        line = shown.with_changes(leading_lines=lead)
        block = place.exchanged(found.start, line, until=found.stop)
        return Site(node, found.why, block)


@dataclass(frozen=True, slots=True)
class _Loop:
    """A loop, its inner loops and conditions, and what is done at its heart.

    ``clauses`` are the loops with the conditions that stand before the next one; the conditions
    around the heart come last. ``made`` are the names of what a round worked out on the way, which
    stands in the heart now.
    """

    clauses: tuple[tuple[cst.For, tuple[cst.BaseExpression, ...]], ...]
    heart: tuple[cst.BaseStatement, ...]
    made: frozenset[str] = frozenset()

    @property
    def targets(self) -> frozenset[str]:
        """The names that the loops go through."""
        return frozenset().union(*(names_in(f.target) for f, _ in self.clauses))

    @property
    def conditions(self) -> tuple[cst.BaseExpression, ...]:
        """The conditions around the heart."""
        return self.clauses[-1][1]

    def comprehension(self, conditions: Sequence[cst.BaseExpression]) -> cst.CompFor:
        """The clauses of a comprehension, with some conditions last."""
        inner: cst.CompFor | None = None
        for number, (node, tests) in enumerate(reversed(self.clauses)):
            asked = conditions if number == 0 else tests
            inner = cst.CompFor(
                node.target,
                node.iter,
                ifs=[cst.CompIf(_operand(chained(list(asked), cst.And)))] if asked else [],
                inner_for_in=inner,
            )
        assert inner is not None
        return inner


@dataclass(frozen=True, slots=True)
class _Found:
    """A line in place of the statements from ``start`` up to ``stop``."""

    start: int
    stop: int
    line: cst.SimpleStatementLine
    why: str


def _heart_of(node: cst.For, around: Around) -> _Loop | None:
    clauses: list[tuple[cst.For, tuple[cst.BaseExpression, ...]]] = []
    tests: list[cst.BaseExpression] = []
    current = node
    body = _lines(node.body)
    while True:
        first = body[0]
        if len(body) == 1 and isinstance(first, cst.If) and first.orelse is None:
            tests.append(first.test)
            body = _lines(first.body)
        elif len(body) > 1 and isinstance(first, cst.If) and _goes_on(first):
            tests.append(around.negation.of(first.test))
            body = body[1:]
        elif len(body) == 1 and isinstance(first, cst.For) and first.orelse is None:
            clauses.append((current, tuple(tests)))
            current, tests = first, []
            body = _lines(first.body)
        else:
            break
    clauses.append((current, tuple(tests)))
    found = folded(body)
    if found is not None:
        body = found[0]
    plain = all(isinstance(s, cst.SimpleStatementLine) for s in body)
    made = frozenset() if found is None else found[1]
    return _Loop(tuple(clauses), tuple(body), made) if plain else None


def _is_plain(target: cst.BaseExpression) -> bool:
    """Whether a loop sets nothing but names."""
    if isinstance(target, cst.Tuple | cst.List):
        return all(_is_plain(e.value) for e in target.elements)
    return isinstance(target, cst.Name)


def _goes_on(node: cst.If) -> bool:
    only = _lines(node.body)
    return is_guard(node) and len(only) == 1 and isinstance(single(only[0]), cst.Continue)


def _lines(suite: cst.BaseSuite) -> list[cst.BaseStatement]:
    if isinstance(suite, cst.IndentedBlock):
        return list(suite.body)
    return [cst.SimpleStatementLine([s]) for s in suite.body]  # type: ignore[list-item]


def _answered(place: Place, index: int, loop: _Loop, around: Around) -> _Found | None:
    """A loop that looks for one that fits: True or False."""
    if not loop.conditions:
        return None
    small = single(loop.heart[0])
    if len(loop.heart) == 1 and isinstance(small, cst.Return) and small.value is not None:
        following = place.statements[index + 1 : index + 2]
        last = single(following[0]) if following else None
        if not isinstance(last, cst.Return) or last.value is None or has_comments(following[0]):
            return None
        answers = _truth(small.value), _truth(last.value)
        if None in answers or answers[0] is answers[1]:
            return None
        value = _asking(loop, bool(answers[0]), around)
        line = cst.SimpleStatementLine([cst.Return(value)])
        return _Found(index, index + 2, line, "The loop only asks whether one fits.")
    flag, answer = _flag(loop.heart[0])
    ends = len(loop.heart) == 1 or (
        len(loop.heart) == 2
        and len(loop.clauses) == 1
        and isinstance(single(loop.heart[1]), cst.Break)
    )
    if answer is None or not ends or index == 0:
        return None
    before = place.statements[index - 1]
    if _flag(before) != (flag, not answer) or flag in names_in(place.statements[index].iter):  # type: ignore[attr-defined]
        return None
    if any(flag in names_in(t) for _, tests in loop.clauses for t in tests):
        return None
    value = _asking(loop, answer, around)
    line = _assigned(flag, value)
    return _Found(index - 1, index + 1, line, "The loop only asks whether one fits.")


def _searched(place: Place, index: int, loop: _Loop) -> _Found | None:
    """A loop that looks for the first one that fits, and what stands for none."""
    if not loop.conditions:
        return None
    why = "The loop only looks for the first one that fits."
    small = single(loop.heart[0])
    if len(loop.heart) == 1 and isinstance(small, cst.Return) and small.value is not None:
        following = place.statements[index + 1 : index + 2]
        last = single(following[0]) if following else None
        if not isinstance(last, cst.Return) or has_comments(following[0]):
            return None
        none = last.value if last.value is not None else cst.Name("None")
        if constant(none) is None or _truth(small.value) is not None:
            return None
        value = _first(small.value, loop, none)
        return _Found(index, index + 2, cst.SimpleStatementLine([cst.Return(value)]), why)
    if len(loop.heart) != 2 or len(loop.clauses) != 1 or index == 0:
        return None
    name, start = _start(place.statements[index - 1])
    found, value_found = _start(loop.heart[0])
    if start is None or value_found is None or found != name or constant(start) is None:
        return None
    if not isinstance(single(loop.heart[1]), cst.Break) or _truth(value_found) is not None:
        return None
    if any(name in names_in(p) for p in (*_parts(loop, None, name), value_found)):
        return None
    line = _assigned(name, _first(value_found, loop, start))
    return _Found(index - 1, index + 1, line, why)


def _first(value: cst.BaseExpression, loop: _Loop, none: cst.BaseExpression) -> cst.BaseExpression:
    """``next`` of what fits, with what stands for none."""
    generator = cst.GeneratorExp(_operand(value), loop.comprehension(loop.conditions))
    return cst.Call(cst.Name("next"), [cst.Arg(generator), cst.Arg(none)])


def _asking(loop: _Loop, found: bool, around: Around) -> cst.BaseExpression:
    """``any`` of the conditions, or ``all`` of their opposites."""
    test = chained(list(loop.conditions), cst.And)
    if found:
        return _called("any", test, loop.comprehension(()))
    return _called("all", around.negation.of(test), loop.comprehension(()))


def _gathered(place: Place, index: int, loop: _Loop) -> _Found | None:
    """A loop that fills a list, set or dict, or adds up."""
    if len(loop.heart) != 1 or index == 0:
        return None
    name, start = _start(place.statements[index - 1])
    small = single(loop.heart[0])
    value = None if start is None else _filled(name, start, small, loop)
    if value is None or any(name in names_in(p) for p in _parts(loop, small, name)):
        return None
    why = f"The loop only makes `{name}`."
    return _Found(index - 1, index + 1, _assigned(name, value), why)


def _filled(
    name: str, start: cst.BaseExpression, small: cst.CSTNode | None, loop: _Loop
) -> cst.BaseExpression | None:
    clauses = loop.comprehension(loop.conditions)
    if isinstance(start, cst.List) and not start.elements:
        element = _argument(small, name, "append")
        return None if element is None else cst.ListComp(_operand(element), clauses)
    if isinstance(start, cst.Call) and code(start) == "set()":
        element = _argument(small, name, "add")
        return None if element is None else cst.SetComp(_operand(element), clauses)
    if isinstance(start, cst.Dict) and not start.elements:
        key, value = _item(small, name)
        return None if key is None or value is None else cst.DictComp(key, _operand(value), clauses)
    number = constant(start)
    if number is not None and type(number[0]) is int and number[0] == 0:
        added = _added(small, name)
        return None if added is None else _called("sum", added, clauses)
    return None


def _parts(loop: _Loop, small: cst.CSTNode | None, name: str) -> Iterator[cst.CSTNode]:
    """What is evaluated each round, apart from the name that is filled."""
    for node, tests in loop.clauses:
        yield node.iter
        yield node.target
        yield from tests
    if isinstance(small, cst.Expr) and isinstance(small.value, cst.Call):
        yield from small.value.args
    elif isinstance(small, cst.AugAssign):
        yield small.value
    elif isinstance(small, cst.Assign) and _added(small, name) is not None:
        yield _added(small, name)  # type: ignore[misc]
    elif isinstance(small, cst.Assign):
        yield small.value
        yield from (s for t in small.targets for s in getattr(t.target, "slice", ()))


def _argument(small: cst.CSTNode | None, name: str, method: str) -> cst.BaseExpression | None:
    """``e`` of ``name.method(e)``."""
    call = small.value if isinstance(small, cst.Expr) else None
    if not isinstance(call, cst.Call) or code(call.func) != f"{name}.{method}":
        return None
    if len(call.args) != 1 or call.args[0].star or call.args[0].keyword is not None:
        return None
    return call.args[0].value


def _item(
    small: cst.CSTNode | None, name: str
) -> tuple[cst.BaseExpression | None, cst.BaseExpression | None]:
    """``k`` and ``v`` of ``name[k] = v``."""
    if not isinstance(small, cst.Assign) or len(small.targets) != 1:
        return None, None
    target = small.targets[0].target
    if not isinstance(target, cst.Subscript) or code(target.value) != name:
        return None, None
    parts = [p.slice for p in target.slice]
    if len(parts) != 1 or not isinstance(parts[0], cst.Index):
        return None, None
    return parts[0].value, small.value


def _added(small: cst.CSTNode | None, name: str) -> cst.BaseExpression | None:
    """``e`` of ``name += e`` or ``name = name + e``."""
    if isinstance(small, cst.Assign) and len(small.targets) == 1:
        value = small.value
        if not isinstance(value, cst.BinaryOperation) or not isinstance(value.operator, cst.Add):
            return None
        same = code(small.targets[0].target) == name == code(value.left)
        return value.right if same else None
    if not isinstance(small, cst.AugAssign) or not isinstance(small.operator, cst.AddAssign):
        return None
    return small.value if code(small.target) == name else None


def _start(statement: cst.BaseStatement) -> tuple[str, cst.BaseExpression | None]:
    small = single(statement)
    if not isinstance(small, cst.Assign) or len(small.targets) != 1:
        return "", None
    if statement.trailing_whitespace.comment is not None:  # type: ignore[attr-defined]
        return "", None
    target = small.targets[0].target
    return (target.value, small.value) if isinstance(target, cst.Name) else ("", None)


def _flag(statement: cst.BaseStatement) -> tuple[str, bool | None]:
    name, value = _start(statement)
    return (name, None) if value is None else (name, _truth(value))


def _truth(value: cst.BaseExpression) -> bool | None:
    found = constant(value)
    return found[0] if found is not None and isinstance(found[0], bool) else None


def _operand(value: cst.BaseExpression) -> cst.BaseExpression:
    """An expression as it may stand in a comprehension."""
    loose = isinstance(value, cst.Lambda | cst.Tuple) and not value.lpar
    return in_parentheses(value) if loose else value


def _called(name: str, value: cst.BaseExpression, clauses: cst.CompFor) -> cst.BaseExpression:
    generator = cst.GeneratorExp(_operand(value), clauses, lpar=[], rpar=[])
    return cst.Call(cst.Name(name), [cst.Arg(generator)])


def _over_lines(line: cst.SimpleStatementLine, indent: str) -> cst.SimpleStatementLine:
    """The line with what is worked out and each of its clauses on lines of their own."""
    small = line.body[0]
    value = getattr(small, "value", None)
    inner = value.args[0].value if isinstance(value, cst.Call) else value
    assert isinstance(inner, cst.BaseSimpleComp | cst.DictComp)
    step = cst.ParenthesizedWhitespace(indent=True, last_line=cst.SimpleWhitespace(indent))
    back = cst.ParenthesizedWhitespace(indent=True)
    if isinstance(value, cst.Call) and len(value.args) > 1:
        args = [
            arg.with_changes(comma=cst.Comma(whitespace_after=step if number == 0 else back))
            for number, arg in enumerate(value.args)
        ]
        return line.with_deep_changes(
            small, value=value.with_changes(args=args, whitespace_before_args=step)
        )
    broken = inner.with_changes(for_in=_broken(inner.for_in, step))
    if isinstance(value, cst.Call):
        arg = value.args[0].with_changes(value=broken, whitespace_after_arg=back)
        return line.with_deep_changes(
            small, value=value.with_changes(args=[arg], whitespace_before_args=step)
        )
    ends = {"lbracket": inner.lbracket} if isinstance(inner, cst.ListComp) else {"lbrace": inner.lbrace}  # type: ignore[union-attr]
    ((first, mark),) = ends.items()
    last = first.replace("l", "r", 1)
    opened = broken.with_changes(
        **{
            first: mark.with_changes(whitespace_after=step),
            last: getattr(inner, last).with_changes(whitespace_before=back),
        }
    )
    return line.with_deep_changes(small, value=opened)


def _with_operands_apart(line: cst.SimpleStatementLine, indent: str) -> cst.SimpleStatementLine:
    """The line with each operand of a condition of its clauses on a line of its own."""
    step = cst.ParenthesizedWhitespace(indent=True, last_line=cst.SimpleWhitespace(indent))

    def apart(test: cst.BaseExpression) -> cst.BaseExpression:
        if not isinstance(test, cst.BooleanOperation) or test.lpar:
            return test
        sign = test.operator.with_changes(whitespace_before=step)
        return test.with_changes(left=apart(test.left), operator=sign)

    for clause in [n for n in walk(line) if isinstance(n, cst.CompIf)]:
        line = line.with_deep_changes(clause, test=apart(clause.test))
    return line


def _broken(clause: cst.CompFor, step: cst.ParenthesizedWhitespace) -> cst.CompFor:
    """A clause of a comprehension, its conditions and those behind it on lines of their own."""
    inner = clause.inner_for_in
    return clause.with_changes(
        whitespace_before=step,
        ifs=[i.with_changes(whitespace_before=step) for i in clause.ifs],
        inner_for_in=None if inner is None else _broken(inner, step),
    )


def _assigned(name: str, value: cst.BaseExpression) -> cst.SimpleStatementLine:
    return cst.SimpleStatementLine([cst.Assign([cst.AssignTarget(cst.Name(name))], value)])
