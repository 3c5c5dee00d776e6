"""What a loop does in each round, taken apart: what it works out on the way, what it asks, the
loops inside, and what it does at its heart.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from enum import Enum
from typing import TypeAlias

import libcst as cst

from ..logic.conditions import (
    bare,
    chained,
    constant,
    core,
    in_parentheses,
    operands,
    same,
    text_of,
)
from ..logic.negate import Negation
from ..logic.walk import name_counts, names_in, walk
from .arms import single
from .blocks import leaves
from .elements import PutElement, numbered
from .ways_out import Put

_SIMPLE = (
    cst.Name,
    cst.Attribute,
    cst.Call,
    cst.Subscript,
    cst.BaseNumber,
    cst.SimpleString,
    cst.List,
    cst.Dict,
    cst.Set,
    cst.BaseComp,
)


@dataclass(frozen=True, slots=True)
class Asked:
    """A condition without which the round goes no further."""

    test: cst.BaseExpression


@dataclass(frozen=True, slots=True)
class Given:
    """A name that gets a value on the way."""

    name: str
    value: cst.BaseExpression


Step: TypeAlias = "Asked | Given | cst.For"


@dataclass(frozen=True, slots=True)
class Loop:
    """A loop, its inner loops and conditions, and what is done at its heart.

    ``clauses`` are the loops with the conditions that stand before the next one; the conditions
    around the heart come last. ``made`` are the names of what a round works out on the way: it
    stands in the conditions and the heart now.
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

    def smalls(self) -> tuple[cst.BaseSmallStatement, ...]:
        """The statements at the heart; none if some are compound."""
        found = [single(s) for s in self.heart if isinstance(s, cst.SimpleStatementLine)]
        whole = len(found) == len(self.heart) and all(s is not None for s in found)
        return tuple(found) if whole else ()  # type: ignore[arg-type]

    def asking(self, conditions: Sequence[cst.BaseExpression]) -> Loop:
        """The loop with other conditions around its heart."""
        last = (self.clauses[-1][0], tuple(conditions))
        return replace(self, clauses=(*self.clauses[:-1], last))

    def backwards(self) -> Loop:
        """The loop from the last element to the first."""

        def turned(node: cst.For) -> cst.For:
            return node.with_changes(iter=cst.Call(cst.Name("reversed"), [cst.Arg(node.iter)]))

        return replace(self, clauses=tuple((turned(f), tests) for f, tests in self.clauses))

    def mentions(self, name: str) -> bool:
        """Whether the loops or their conditions mention a name."""
        return any(
            name in names_in(part)
            for node, tests in self.clauses
            for part in (node.iter, node.target, *tests)
        )

    def comprehension(self, conditions: Sequence[cst.BaseExpression] | None = None) -> cst.CompFor:
        """The clauses of a comprehension, with some conditions last."""
        inner: cst.CompFor | None = None
        for number, (node, tests) in enumerate(reversed(self.clauses)):
            asked = conditions if number == 0 and conditions is not None else tests
            inner = cst.CompFor(
                node.target,
                node.iter,
                ifs=[cst.CompIf(_all_of(asked))] if asked else [],
                inner_for_in=inner,
            )
        assert inner is not None
        return inner


def _all_of(conditions: Sequence[cst.BaseExpression]) -> cst.BaseExpression:
    """The one condition of a clause; a lone ``a or b`` needs no parentheses there."""
    if len(conditions) == 1 and isinstance(conditions[0], cst.BooleanOperation):
        return bare(conditions[0])
    return as_element(chained(list(conditions), cst.And))


def as_element(value: cst.BaseExpression) -> cst.BaseExpression:
    """An expression as it may stand in a comprehension."""
    loose = isinstance(value, cst.Lambda | cst.Tuple | cst.NamedExpr) and not value.lpar
    return in_parentheses(value) if loose else value


class Way(Enum):
    """What becomes of a value that a round works out and uses several times."""

    NAMED = "it gets its name where it is first used"
    CARRIED = "a generator of its own works it out"
    EVERYWHERE = "it is put wherever it is used: to be looked at and not to be written"


def loop_of(node: cst.For, negation: Negation, way: Way) -> Loop | None:
    """A loop taken apart; None where a round does more than ask, go on and do one thing."""
    steps: list[Step] = [node]
    body = _steps_into(steps, suite_of(node.body), negation)
    found = _put_together(steps, body, way)
    return None if found is None else _by_element(found)


def _by_element(loop: Loop) -> Loop:
    """A loop over places and elements that asks for the elements by their names; the places go
    where nobody asks for them.
    """
    (node, tests), *others = loop.clauses
    known = None if others else numbered(node)
    if known is None:
        return loop
    number, element, through = known
    put = PutElement(f"{text_of(through)}[{number.value}]", element)
    asked = tuple(t.visit(put) for t in tests)
    heart = tuple(s.visit(put) for s in loop.heart)
    if put.is_wrong or any(number.value in names_in(part) for part in (*asked, *heart)):
        return loop
    bare = node.with_changes(target=element, iter=through)
    return replace(loop, clauses=((bare, asked),), heart=heart)  # type: ignore[arg-type]


def suite_of(suite: cst.BaseSuite) -> list[cst.BaseStatement]:
    """The statements of a suite, each on a line of its own."""
    if isinstance(suite, cst.IndentedBlock):
        return list(suite.body)
    return [cst.SimpleStatementLine([s]) for s in suite.body]  # type: ignore[list-item]


def _steps_into(
    steps: list[Step], body: list[cst.BaseStatement], negation: Negation
) -> list[cst.BaseStatement]:
    """Take the steps of a round off its start; what is left is its heart."""
    while True:
        first = _as_one(body)
        if first is not None:
            body = first
        node = body[0]
        if isinstance(node, cst.If) and node.orelse is None and len(body) == 1:
            skipped, rest = _skips_before(node)
            if skipped is not None:
                steps.append(Asked(negation.of(skipped)))
                body = [rest]
                continue
            steps += map(Asked, operands(node.test, cst.And))
            body = suite_of(node.body)
        elif isinstance(node, cst.If) and len(body) > 1 and (test := _goes_on(node)) is not None:
            steps += map(Asked, operands(negation.of(test), cst.And))
            body = body[1:]
        elif isinstance(node, cst.If) and len(body) > 1 and _skips_before(node)[0] is not None:
            skipped, rest = _skips_before(node)
            assert skipped is not None
            steps.append(Asked(negation.of(skipped)))
            body = [rest, *body[1:]]
        elif isinstance(node, cst.For) and node.orelse is None and len(body) == 1:
            if node.asynchronous is not None:
                return body
            steps.append(node)
            body = suite_of(node.body)
        elif len(body) > 1 and (given := _given(node, steps)) is not None:
            if not any(given.name in names_in(s) for s in body[1:]):
                return body
            steps.append(given)
            body = body[1:]
        else:
            return body


def _as_one(body: list[cst.BaseStatement]) -> list[cst.BaseStatement] | None:
    """Guards that do the same, as one; None if there are fewer than two at the start."""
    if len(body) < 2:
        return None
    guards = [_guard(s) for s in body]
    first = guards[0]
    if first is None or guards[1] is None or not _alike(first[1], guards[1][1]):
        return None
    both = cst.BooleanOperation(_in_or(first[0]), cst.Or(), _in_or(guards[1][0]))
    node = cst.If(both, cst.IndentedBlock(first[1]))
    return [node, *body[2:]]


def _in_or(test: cst.BaseExpression) -> cst.BaseExpression:
    """A condition as it may stand beside an ``or``."""
    if isinstance(test, cst.BooleanOperation) and isinstance(test.operator, cst.Or):
        return bare(test)
    return chained([test, cst.Name("x")], cst.Or).left  # type: ignore[attr-defined,no-any-return]


def _guard(
    statement: cst.BaseStatement,
) -> tuple[cst.BaseExpression, list[cst.BaseStatement]] | None:
    """The whole condition of nested ifs, and what they lead to, if that leaves the round."""
    tests: list[cst.BaseExpression] = []
    while isinstance(statement, cst.If) and statement.orelse is None:
        tests.append(statement.test)
        body = suite_of(statement.body)
        if len(body) > 1 or not isinstance(body[0], cst.If):
            return (chained(tests, cst.And), body) if leaves(statement.body) else None
        statement = body[0]
    return None


def _alike(left: Sequence[cst.BaseStatement], right: Sequence[cst.BaseStatement]) -> bool:
    return len(left) == len(right) and all(
        isinstance(a, cst.SimpleStatementLine) and same(a, b)
        for a, b in zip(left, right, strict=True)
    )


def _goes_on(node: cst.If) -> cst.BaseExpression | None:
    """The condition under which a round goes on to the next, if that is all an if does."""
    found = _guard(node)
    if found is None or len(found[1]) != 1:
        return None
    return found[0] if isinstance(single(found[1][0]), cst.Continue) else None


def _skips_before(node: cst.If) -> tuple[cst.BaseExpression | None, cst.If]:
    """What is skipped first thing under a condition, and the if without that."""
    body = suite_of(node.body)
    first = body[0]
    if node.orelse is not None or len(body) < 2 or not isinstance(first, cst.If):
        return None, node
    test = _goes_on(first)
    if test is None:
        return None, node
    rest = node.with_changes(body=cst.IndentedBlock(body[1:]))
    return chained([node.test, test], cst.And), rest


def _given(statement: cst.BaseStatement, steps: list[Step]) -> Given | None:
    """A name that a statement gives a value, or another one under a condition."""
    name, value = set_by(statement)
    if value is not None:
        old = _last_value(name, steps) if name in names_in(value) else None
        if name in names_in(value):
            added = not isinstance(single(statement), cst.Assign)
            if old is None or name_counts(value)[name] != 1 or (added and not _is_text(old)):
                return None  # what is added to a list is added to whatever else has it
            steps.pop()
            value = put_in(value, name, old)
        return Given(name, value)
    if not isinstance(statement, cst.If) or statement.orelse is not None:
        return None
    body = suite_of(statement.body)
    name, value = set_by(body[0]) if len(body) == 1 else ("", None)
    old = _last_value(name, steps)
    if value is None or old is None or name in names_in(statement.test):
        return None
    chosen = _chosen(statement.test, name, value, old)
    if chosen is not None:
        steps.pop()
        return Given(name, chosen)
    return None


def _last_value(name: str, steps: list[Step]) -> cst.BaseExpression | None:
    last = steps[-1]
    return last.value if isinstance(last, Given) and last.name == name else None


def _chosen(
    test: cst.BaseExpression, name: str, value: cst.BaseExpression, old: cst.BaseExpression
) -> cst.BaseExpression | None:
    """The value of a name that has one already and gets another one under a condition."""
    if name not in names_in(value):
        return cst.IfExp(test=test, body=value, orelse=old)
    if (
        isinstance(value, cst.BinaryOperation)
        and isinstance(value.operator, cst.Add)
        and isinstance(value.left, cst.Name)
        and value.left.value == name
        and isinstance(value.right, cst.SimpleString)
        and _is_text(old)
    ):
        # the text before stays whole, and only what is added is a choice
        more = cst.IfExp(test=test, body=value.right, orelse=cst.SimpleString('""'))
        return value.with_changes(left=old, right=in_parentheses(more))
    if name_counts(value)[name] == 1 and is_short(old):
        return cst.IfExp(test=test, body=put_in(value, name, old), orelse=old)
    return None


def _is_text(value: cst.BaseExpression) -> bool:
    """Whether a value is a text for sure: one that has a literal text added to it is."""
    if isinstance(value, cst.SimpleString | cst.FormattedString):
        return True
    return (
        isinstance(value, cst.BinaryOperation)
        and isinstance(value.operator, cst.Add)
        and (_is_text(value.left) or _is_text(value.right))
    )


def is_short(value: cst.BaseExpression) -> bool:
    """Whether a value may be said twice: a name, a literal, or an attribute of a name."""
    if isinstance(value, cst.Attribute):
        value = value.value
    return isinstance(value, cst.Name) or constant(value) is not None


def set_by(statement: cst.BaseStatement) -> tuple[str, cst.BaseExpression | None]:
    """The name that a statement gives a value, and the value."""
    small = single(statement) if isinstance(statement, cst.SimpleStatementLine) else None
    if isinstance(small, cst.AnnAssign) and isinstance(small.target, cst.Name):
        return small.target.value, small.value
    if isinstance(small, cst.AugAssign) and isinstance(small.target, cst.Name):
        if isinstance(small.operator, cst.AddAssign):
            sum_ = cst.BinaryOperation(small.target, cst.Add(), small.value)
            return small.target.value, sum_
    if not isinstance(small, cst.Assign) or len(small.targets) != 1:
        return "", None
    target = small.targets[0].target
    return (target.value, small.value) if isinstance(target, cst.Name) else ("", None)


# -- what is worked out on the way, put where it is used


def _put_together(steps: list[Step], heart: list[cst.BaseStatement], way: Way) -> Loop | None:
    left: list[Step | cst.BaseStatement] = [*steps, *heart]
    made: set[str] = set()
    at = 0
    while at < len(left):
        step = left[at]
        if isinstance(step, Given):
            rest = left[at + 1 :]
            if step.name in made or any(_sets(s, step.name) for s in rest):
                return None
            made.add(step.name)
            done = _used_in(step, rest, way)
            carried = _carried(left[:at], step, rest) if way is Way.CARRIED else None
            if done is None and carried is not None:
                left[: at + 1] = [carried]
                at = 1
                continue
            if done is None:
                return None
            left[at:] = done
        else:
            at += 1
    clauses = _clauses(left[: len(left) - len(heart)])
    rest = left[len(left) - len(heart) :]
    if not all(isinstance(s, cst.SimpleStatementLine | cst.If) for s in rest):
        return None
    return Loop(clauses, tuple(rest), frozenset(made))  # type: ignore[arg-type]


def _sets(step: Step | cst.BaseStatement, name: str) -> bool:
    if isinstance(step, Asked):
        return False
    if isinstance(step, Given):
        return step.name == name
    if isinstance(step, cst.For):
        return name in names_in(step.target)
    return set_by(step)[0] == name


def _parts(step: Step | cst.BaseStatement) -> tuple[cst.CSTNode, ...]:
    """What is evaluated in a step."""
    if isinstance(step, Asked):
        return (step.test,)
    if isinstance(step, Given):
        return (step.value,)
    return (step.iter,) if isinstance(step, cst.For) else (step,)


def _used_in(
    step: Given, rest: list[Step | cst.BaseStatement], way: Way
) -> list[Step | cst.BaseStatement] | None:
    """The steps behind one that gives a name a value, with the value in its place."""
    name = step.name
    counts = [sum(name_counts(p).get(name, 0) for p in _parts(s)) for s in rest]
    uses = sum(counts)
    if uses == 0 or any(_is_shadowed(p, name) for s in rest for p in _parts(s)):
        return None
    where = next(i for i, n in enumerate(counts) if n)
    again = uses == 1 and (
        any(isinstance(s, cst.For) for s in rest[:where])
        or any(_repeats(p, name) for p in _parts(rest[where]))
    )
    if way is Way.EVERYWHERE or is_short(step.value) or (uses == 1 and not again):
        return [_put_in_step(s, name, step.value) for s in rest]
    first = rest[0]
    if (
        way is Way.CARRIED
        or not isinstance(first, Asked)
        or isinstance(step.value, cst.Await | cst.Yield)
    ):
        return None
    named = _named(_as_truth(first.test, step), name, step.value)
    return None if named is None else [Asked(named), *rest[1:]]


def _carried(
    before: Sequence[Step | cst.BaseStatement],
    step: Given,
    rest: Sequence[Step | cst.BaseStatement],
) -> cst.For | None:
    """A loop through what a generator works out: a value, and the names of the loops before that
    are still used.
    """
    clauses = _clauses(before)
    used = frozenset().union(*(names_in(p) for s in rest for p in _parts(s)))
    if any(names_in(f.target) & used for f, _ in clauses):
        return None  # pairs of names and values take longer to read than a loop
    generator = cst.GeneratorExp(as_element(bare(step.value)), Loop(clauses, ()).comprehension())
    return cst.For(cst.Name(step.name), generator, cst.IndentedBlock([]))


def _clauses(
    steps: Sequence[Step | cst.BaseStatement],
) -> tuple[tuple[cst.For, tuple[cst.BaseExpression, ...]], ...]:
    clauses: list[tuple[cst.For, tuple[cst.BaseExpression, ...]]] = []
    for step in steps:
        if isinstance(step, cst.For):
            clauses.append((step, ()))
        elif isinstance(step, Asked):
            node, tests = clauses[-1]
            clauses[-1] = (node, (*tests, step.test))
    return tuple(clauses)


def _is_shadowed(node: cst.CSTNode, name: str) -> bool:
    """Whether a comprehension or lambda inside has a name of its own that is the same."""
    return any(
        isinstance(n, cst.Lambda | cst.NamedExpr | cst.Await | cst.Yield)
        or (isinstance(n, cst.CompFor) and name in names_in(n.target))
        for n in walk(node)
    ) and name in names_in(node)


def _repeats(node: cst.CSTNode, name: str) -> bool:
    """Whether a name stands where it may be evaluated several times."""
    return any(
        isinstance(n, cst.BaseComp | cst.For | cst.While | cst.FunctionDef) and name in names_in(n)
        for n in walk(node)
    )


def _put_in_step(
    step: Step | cst.BaseStatement, name: str, value: cst.BaseExpression
) -> Step | cst.BaseStatement:
    if isinstance(step, Asked):
        return Asked(put_in(step.test, name, value))
    if isinstance(step, Given):
        return Given(step.name, put_in(step.value, name, value))
    if isinstance(step, cst.For):
        return step.with_changes(iter=put_in(step.iter, name, value))
    return step.visit(_Whole({name: closed(value)}))  # type: ignore[return-value]


def put_in(node: cst.BaseExpression, name: str, value: cst.BaseExpression) -> cst.BaseExpression:
    """An expression with a value in place of a name."""
    if isinstance(node, cst.Name):
        return bare(value) if node.value == name else node
    found = node.visit(_Whole({name: closed(value)}))
    assert isinstance(found, cst.BaseExpression)
    return found


def _named(
    test: cst.BaseExpression, name: str, value: cst.BaseExpression
) -> cst.BaseExpression | None:
    """A condition in which a name gets its value where it is first used; None where something else
    is evaluated before.
    """
    use = _first_evaluated(test)
    if not isinstance(use, cst.Name) or use.value != name:
        return None
    named = cst.NamedExpr(use, bare(value), lpar=[cst.LeftParen()], rpar=[cst.RightParen()])
    if test is use:
        return named
    found = test.deep_replace(use, named)
    assert isinstance(found, cst.BaseExpression)
    return found


def _as_truth(test: cst.BaseExpression, step: Given) -> cst.BaseExpression:
    """A condition that asks whether there is anything in a collection, as its truth."""
    is_collection = isinstance(step.value, cst.ListComp | cst.SetComp | cst.DictComp)
    if is_collection and text_of(core(test)) in (f"len({step.name}) > 0", f"len({step.name}) != 0"):
        return cst.Name(step.name)
    return test


def _first_evaluated(node: cst.BaseExpression) -> cst.CSTNode:
    """The leaf of an expression that is evaluated before anything else of it, apart from names of
    functions that are called.
    """
    current: cst.CSTNode = node
    while True:
        if isinstance(current, cst.BooleanOperation | cst.BinaryOperation | cst.Comparison):
            current = current.left
        elif isinstance(current, cst.UnaryOperation):
            current = current.expression
        elif isinstance(current, cst.Attribute | cst.Subscript):
            current = current.value
        elif isinstance(current, cst.Call) and isinstance(current.func, cst.Name) and current.args:
            current = current.args[0].value
        elif isinstance(current, cst.Call):
            current = current.func
        else:
            return current


def closed(value: cst.BaseExpression) -> cst.BaseExpression:
    """A value as it may stand inside of another expression."""
    return value if isinstance(value, _SIMPLE) else in_parentheses(value)


class _Whole(Put):
    """Puts a value in place of a name; where that is all there is, it needs no parentheses."""

    def leave_Arg(self, original_node: cst.Arg, updated_node: cst.Arg) -> cst.Arg:
        """An argument that was the name alone."""
        kept = super().leave_Arg(original_node, updated_node)
        return kept.with_changes(value=self._alone(original_node.value, kept.value))

    def leave_Assign(self, original_node: cst.Assign, updated_node: cst.Assign) -> cst.Assign:
        """What is assigned, where that was the name alone."""
        return updated_node.with_changes(value=self._alone(original_node.value, updated_node.value))

    def _alone(self, old: cst.BaseExpression, new: cst.BaseExpression) -> cst.BaseExpression:
        put = isinstance(old, cst.Name) and old.value in self.values
        return bare(new) if put and not isinstance(new, cst.Tuple) else new
