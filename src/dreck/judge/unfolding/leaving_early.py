"""Loops that go on although nothing is left to do, as loops that end there.

A name that a loop sets at the end of a round, and that keeps every later round from doing anything
(``while not found``, ``if not found``, ``if place is None``), is a way out of the loop: where it is
set, the loop may as well end. So is one that is set to the same each time, where rounds do nothing
else. What later rounds would still have done must be nobody's business:
the names that they set are not read outside of the loop, and what is gone through does not notice.
"""

from __future__ import annotations

import ast
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field

from ...outline import all_nodes, child_nodes, copied
from ..face.verdict import Assumption, AssumptionKind
from ..world.around import Names
from ..world.scope import FunctionNode
from .quiet_questions import (
    acts_quietly,
    asks_quietly,
    asks_what_may_be_missing,
    goes_through_plain,
)
from .what_is_gone_through import (
    blocks_of,
    given_at_first,
    is_awkward,
    is_bound_of_counter,
    is_builtin,
    is_counter,
    is_declared,
    is_declared_list,
    is_list,
    is_read_later,
    limit_of,
    may_be_gone_through,
    reads,
    step_of,
    stores,
)

_SIMPLE = (ast.Assign, ast.AugAssign, ast.AnnAssign, ast.Expr)
_ENDS = (ast.Return, ast.Raise)


def leaving_early(
    function: FunctionNode, names: Names
) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
    """A function whose loops end where nothing is left to do, and what that rests on; None if there
    are none.
    """
    if not any(isinstance(n, ast.For | ast.While) for n in all_nodes(function)):
        return None
    if is_awkward(function):
        return None
    work = _Work(copied(function), names)
    work.block(work.function.body)
    if not work.changed:
        return None
    ast.fix_missing_locations(work.function)
    return work.function, tuple(dict.fromkeys(work.rests_on))


@dataclass(frozen=True, slots=True)
class _Flag:
    """A name that ends what a loop does: what it is at first, and what it is when it is set; None
    for anything but None.
    """

    name: str
    first: object
    then: object


@dataclass(slots=True)
class _Work:
    function: FunctionNode
    names: Names
    changed: bool = False
    rests_on: list[Assumption] = field(default_factory=list)

    def block(self, body: list[ast.stmt]) -> None:
        """Bring the loops of a block to that form, those inside of others first."""
        for number, statement in enumerate(body):
            for inner in blocks_of(statement):
                self.block(inner)
            if isinstance(statement, ast.For | ast.While) and not statement.orelse:
                found = self._ended(statement, body[:number])
                if found is not None:
                    body[number] = found
                    self.changed = True

    def _ended(self, loop: ast.For | ast.While, before: Sequence[ast.stmt]) -> ast.stmt | None:
        made = copied(loop)
        flag = _guard(made)
        if flag is None and isinstance(made, ast.For):
            flag = self._asked_last(made) or self._only_set(made, loop, before)
            flag = flag or self._of_inner(made)
        if flag is None or not _begins(flag, before):
            return None
        idle = self._idle(made, loop)
        ends = _Ends(flag, {id(s) for s in idle}, self._inner_may_end)
        if not ends.put(made.body, True) or ends.count != stores(flag.name, made):
            return None
        if isinstance(made, ast.For):
            return made if self._may_leave(made, loop) else None
        asks = ast.dump(made.test) != ast.dump(ast.Constant(True))
        if asks and not self._is_quiet(made.test):
            return None
        return made if _asks_less(made, loop) or _counts(made.test, idle) else None

    def _asked_last(self, loop: ast.For) -> _Flag | None:
        """The name that keeps rounds from doing anything but asking something first; what asks for
        it is taken out of the loop.
        """
        first, others = loop.body[0], loop.body[1:]
        if not isinstance(first, ast.If) or first.orelse:
            return None
        _join(first)
        test = first.test
        if not isinstance(test, ast.BoolOp) or not isinstance(test.op, ast.And):
            return None
        flags = [_flag(v) for v in test.values]
        at = next((i for i, f in enumerate(flags) if f is not None), 0)
        if flags[at] is None or not all(step_of(s)[0] for s in others):
            return None
        if not self._may_be_left_out(test.values[:at], []):
            return None
        test.values.pop(at)
        first.test = _all_of(test.values)
        return flags[at]

    def _only_set(
        self, loop: ast.For, original: ast.For | ast.While, before: Sequence[ast.stmt]
    ) -> _Flag | None:
        """The name that a loop sets to one constant, and does nothing else: once it is set, later
        rounds set it again at most.
        """
        asked: list[ast.expr] = []
        worked_out: list[ast.expr] = []
        given: dict[str, list[ast.expr]] = {}
        if not _only_sets(loop.body, asked, worked_out, given):
            return None
        kept = [n for n in given if self._is_read_outside(n, original)]
        if len(kept) != 1 or reads(kept[0], original):
            return None
        values = given[kept[0]]
        then = values[0].value if isinstance(values[0], ast.Constant) else None
        first = given_at_first(kept[0], before)
        if not isinstance(then, bool) or not isinstance(first, ast.Constant):
            return None
        if any(not isinstance(v, ast.Constant) or v.value is not then for v in values):
            return None
        others = [v for v in worked_out if not any(v is each for each in values)]
        quiet = first.value is not then and self._may_be_left_out(asked, others)
        return _Flag(kept[0], first.value, then) if quiet else None

    def _of_inner(self, loop: ast.For) -> _Flag | None:
        """The name that keeps the only loop inside of another from doing anything, where the rounds
        of the outer one do nothing else: they still ask for what the inner one goes through, which
        must be there each time.
        """
        inner = loop.body[0] if len(loop.body) == 1 else None
        if not isinstance(inner, ast.For) or inner.orelse:
            return None
        given = {n.id for n in all_nodes(loop.target) if isinstance(n, ast.Name)}
        asked = {n.id for n in all_nodes(inner.iter) if isinstance(n, ast.Name)}
        if given & asked and asks_what_may_be_missing(_asking_all(inner.iter), self.names):
            return None
        return _guard(copied(inner))

    def _may_be_left_out(self, asked: Sequence[ast.expr], worked_out: Sequence[ast.expr]) -> bool:
        """Whether nobody notices that questions are not asked any more."""
        parts = [*asked, *worked_out]
        looked_up = [n for p in parts for n in all_nodes(p) if isinstance(n, ast.Subscript)]
        if not all(isinstance(n.slice, ast.Constant) for n in looked_up):
            return False
        if not acts_quietly(asked, self.names, worked_out):
            return False
        if asks_what_may_be_missing(parts, self.names):
            return False
        for text in map(ast.unparse, parts):
            breaks = f"an element for which `{text}` raises, or makes what it asks for"
            self.rests_on.append(Assumption(AssumptionKind.AS_USED, text, breaks))
        return True

    def _inner_may_end(self, loop: ast.For | ast.While) -> bool:
        """Whether a loop inside of one that ends may end with it."""
        if isinstance(loop, ast.For):
            return self._may_leave(loop, loop)
        return self._is_quiet(loop.test)

    def _is_quiet(self, test: ast.expr) -> bool:
        """Whether the condition of a loop, which is not asked any more, is quiet."""
        if is_bound_of_counter(test, self.function, self.names):
            return True
        if self._is_length_of_declared(test):
            return True
        text = ast.unparse(test)
        self._no_effect(text, f"a value for which `{text}` raises or acts")
        return asks_quietly([test], self.names)

    def _is_length_of_declared(self, test: ast.expr) -> bool:
        """Whether a condition only compares what is counted with the length of an attribute that is
        declared a list.
        """
        place, through = limit_of(test)
        if not isinstance(through, ast.Attribute) or not is_counter(place, self.function):
            return False
        if not is_builtin("len", self.function, self.names):
            return False
        if not self.names.is_steady(through.attr) or not is_declared_list(through, self.names):
            return False
        text = ast.unparse(through)
        breaks = f"{text} that is no list, or a property of a class elsewhere"
        self.rests_on.append(Assumption(AssumptionKind.AS_DECLARED, text, breaks))
        return True

    def _idle(self, made: ast.For | ast.While, loop: ast.stmt) -> list[ast.stmt]:
        """Statements at the end of a round that only count, which nobody asks for outside."""
        found: list[ast.stmt] = []
        for statement in reversed(made.body):
            name, _ = step_of(statement)
            if not name or self._is_read_outside(name, loop) or not is_counter(name, self.function):
                break
            found.append(statement)
        return found

    def _is_read_outside(self, name: str, loop: ast.stmt) -> bool:
        is_read = reads(name, self.function) > reads(name, loop)
        return is_read or is_read_later(name, loop, self.function, self.names)

    def _may_leave(self, loop: ast.For, original: ast.stmt) -> bool:
        """Whether nobody notices that the rounds that do nothing are left out."""
        set_names = {n.id for n in all_nodes(loop.target) if isinstance(n, ast.Name)}
        plain = all(isinstance(n, ast.Name | ast.Tuple | ast.Store) for n in all_nodes(loop.target))
        if not plain or any(self._is_read_outside(n, original) for n in set_names):
            return False
        text = ast.unparse(loop.iter)
        if isinstance(loop.target, ast.Tuple) and not _comes_in_parts(loop.iter):
            self._no_effect(text, "an element that cannot be taken apart")
        if is_list(loop.iter, self.function, self.names):
            return True
        if not may_be_gone_through(loop.iter, self.function, self.names):
            return False
        if not goes_through_plain(self.function, self.names):
            return False
        breaks = "an iterator, which is used up when it is gone through"
        if not is_declared_list(loop.iter, self.names) and not _keeps_sizes(loop.body):
            if is_declared(loop.iter, self.function, self.names) or _changes(text, self.function):
                return False
            breaks += ", or a dict or set that is changed on the way"
        self._no_effect(text, breaks)
        return True

    def _no_effect(self, about: str, breaks: str) -> None:
        self.rests_on.append(Assumption(AssumptionKind.NO_EFFECT, about, breaks))


def _only_sets(
    body: Sequence[ast.stmt],
    asked: list[ast.expr],
    worked_out: list[ast.expr],
    given: dict[str, list[ast.expr]],
) -> bool:
    """Whether a block only asks questions and sets names; these are noted in their order."""
    for statement in body:
        if isinstance(statement, ast.If):
            asked.append(statement.test)
            for inner in (statement.body, statement.orelse):
                if not _only_sets(inner, asked, worked_out, given):
                    return False
        elif isinstance(statement, ast.Assign):
            for target in statement.targets:
                if not isinstance(target, ast.Name):
                    return False
                given.setdefault(target.id, []).append(statement.value)
            worked_out.append(statement.value)
        elif not isinstance(statement, ast.Continue | ast.Pass):
            return False
    return True


def _comes_in_parts(node: ast.expr) -> bool:
    """Whether what is gone through makes pairs, or as many parts as it is given, itself."""
    called = node.func if isinstance(node, ast.Call) else None
    name = getattr(called, "attr", "") or getattr(called, "id", "")
    return name in ("enumerate", "zip", "items")


def _changes(text: str, function: FunctionNode) -> bool:
    """Whether something is done with what is gone through but going through it."""
    for node in all_nodes(function):
        owner = getattr(node, "value", None) if isinstance(node, ast.Attribute) else None
        if isinstance(node, ast.Subscript) and not isinstance(node.ctx, ast.Load):
            owner = node.value
        if owner is not None and ast.unparse(owner) == text:
            return True
    return False


def _asks_less(made: ast.While, loop: ast.stmt) -> bool:
    """Whether the flag stood in the condition of the loop."""
    return isinstance(loop, ast.While) and ast.dump(made.test) != ast.dump(loop.test)


def _counts(test: ast.expr, idle: Sequence[ast.stmt]) -> bool:
    """Whether a loop comes to its end by what is counted in rounds that do nothing else."""
    if not isinstance(test, ast.Compare) or not isinstance(test.left, ast.Name):
        return False
    steps = [step for name, step in map(step_of, idle) if name == test.left.id]
    upward = len(steps) == 1 and steps[0] > 0
    return upward and len(test.ops) == 1 and isinstance(test.ops[0], ast.Lt | ast.LtE)


def _join(first: ast.If) -> None:
    """Make one condition of ifs that do nothing but stand in one another."""
    while len(first.body) == 1:
        inner = first.body[0]
        if not isinstance(inner, ast.If) or inner.orelse:
            return
        parts = [
            v
            for test in (first.test, inner.test)
            for v in (
                test.values
                if isinstance(test, ast.BoolOp) and isinstance(test.op, ast.And)
                else [test]
            )
        ]
        first.test = ast.copy_location(ast.BoolOp(ast.And(), parts), first.test)
        first.body = inner.body


def _guard(loop: ast.For | ast.While) -> _Flag | None:
    """The name that keeps rounds from doing anything; the guard is taken out of the loop."""
    if isinstance(loop, ast.While):
        both = isinstance(loop.test, ast.BoolOp) and isinstance(loop.test.op, ast.And)
        parts = loop.test.values if both else [loop.test]  # type: ignore[attr-defined]
        for part in parts:
            found = _flag(part)
            if found is not None:
                rest = [p for p in parts if p is not part]
                loop.test = _all_of(rest) if rest else ast.copy_location(ast.Constant(True), part)
                return found
    first, others = loop.body[0], loop.body[1:]
    if not isinstance(first, ast.If) or first.orelse:
        return None
    if len(first.body) == 1 and isinstance(first.body[0], ast.Continue):
        found = _flag(ast.UnaryOp(ast.Not(), first.test)) if others else None
        if found is not None:
            loop.body = others
        return found
    found = _flag(first.test) if all(step_of(s)[0] for s in others) else None
    if found is not None:
        loop.body = [*first.body, *others]
    return found


def _asking_all(node: ast.expr) -> list[ast.expr]:
    """Calls of a method of what is gone through, and of each thing that it is an attribute of: who
    asks one that is None for it fails as who goes through it.
    """
    found: list[ast.expr] = []
    while True:
        found.insert(0, ast.Call(ast.Attribute(node, "__iter__", ast.Load()), [], []))
        if not isinstance(node, ast.Attribute):
            return found
        node = node.value


def _all_of(parts: list[ast.expr]) -> ast.expr:
    return (
        parts[0] if len(parts) == 1 else ast.copy_location(ast.BoolOp(ast.And(), parts), parts[0])
    )


def _flag(test: ast.expr, *, is_not: bool = False) -> _Flag | None:
    """What a condition asks of a name alone: that it is not set, is still true, is still None."""
    if isinstance(test, ast.UnaryOp) and isinstance(test.op, ast.Not):
        return _flag(test.operand, is_not=not is_not)
    if isinstance(test, ast.Name):
        return _Flag(test.id, not is_not, is_not)
    is_one = isinstance(test, ast.Compare) and len(test.ops) == 1
    if is_one and isinstance(test, ast.Compare) and isinstance(test.left, ast.Name):
        asked, other = test.ops[0], test.comparators[0]
        is_none = isinstance(other, ast.Constant) and other.value is None
        if is_none and isinstance(asked, ast.IsNot if is_not else ast.Is):
            return _Flag(test.left.id, None, None)
    return None


def _begins(flag: _Flag, before: Sequence[ast.stmt]) -> bool:
    """Whether a name is what it has to be at first when the loop begins."""
    value = given_at_first(flag.name, before)
    return isinstance(value, ast.Constant) and value.value is flag.first


@dataclass(slots=True)
class _Ends:
    """Ends the loop wherever a name is set, if nothing but counting comes after that in a round.

    Attributes:
        flag: the name.
        idle: ids of statements that only count.
        inner: whether a loop inside of it may end with it.
        there: names that are not None where the block is, since something was asked of them.
        count: places where the loop ends now.
    """

    flag: _Flag
    idle: set[int]
    inner: Callable[[ast.For | ast.While], bool]
    there: frozenset[str] = frozenset()
    count: int = 0

    def put(self, body: list[ast.stmt], is_last: bool) -> bool:
        """Whether the loop could be ended in all places of a block."""
        number = 0
        while number < len(body):
            statement, rest = body[number], body[number + 1 :]
            number += 1
            if not stores(self.flag.name, statement):
                continue
            if isinstance(statement, ast.Assign):
                made = self._here(statement, rest) if is_last else None
                if made is None:
                    return False
                body[number - 1 :] = made
                return True
            if isinstance(statement, ast.For | ast.While):
                if not is_last or rest or self.idle or not self._inner(statement):
                    return False
                body.append(ast.copy_location(ast.Break(), statement))
                return True
            last = is_last and all(id(s) in self.idle for s in rest)
            around = self.there
            if isinstance(statement, ast.If):
                self.there |= {n for n in _asked_of(statement.test) if not stores(n, statement)}
            if not all(self.put(b, last) for b in self._inside(statement)):
                return False
            self.there = around
            if any(stores(self.flag.name, b) for b in self._closed(statement)):
                return False
        return True

    def _inner(self, loop: ast.For | ast.While) -> bool:
        """Whether an inner loop could be ended in all places, and goes on with the outer one where
        it comes to its own end.
        """
        before = ast.dump(loop.test) if isinstance(loop, ast.While) else ""
        if loop.orelse or any(map(_leaves, loop.body)) or _guard(loop) != self.flag:
            return False
        if isinstance(loop, ast.While) and ast.dump(loop.test) == before:
            return False
        if not self.put(loop.body, True) or not self.inner(loop):
            return False
        loop.orelse = [ast.copy_location(ast.Continue(), loop)]
        return True

    @staticmethod
    def _inside(statement: ast.stmt) -> list[list[ast.stmt]]:
        """The blocks of a statement from which its loop can be left at their ends."""
        if isinstance(statement, ast.If):
            return [statement.body, statement.orelse]
        if isinstance(statement, ast.Try) and not statement.finalbody:
            return [*(h.body for h in statement.handlers), statement.orelse]
        return []

    def _closed(self, statement: ast.stmt) -> list[ast.AST]:
        """What of a statement must not set the name."""
        if isinstance(statement, ast.If):
            return [statement.test]
        if isinstance(statement, ast.Try) and not statement.finalbody:
            heads = [ast.ExceptHandler(h.type, h.name, []) for h in statement.handlers]
            return [*statement.body, *heads]
        return [statement]

    def _here(self, statement: ast.Assign, rest: Sequence[ast.stmt]) -> list[ast.stmt] | None:
        """What stands in place of a name that is set, and of the rest of the block."""
        target, value = statement.targets[0], statement.value
        if len(statement.targets) > 1 or not isinstance(target, ast.Name):
            return None
        counting = [s for s in rest if id(s) in self.idle]
        others = [s for s in rest if id(s) not in self.idle]
        self.count += 1
        leave = ast.copy_location(ast.Break(), statement)
        if self.flag.first is not None:
            if not isinstance(value, ast.Constant) or value.value is not self.flag.then:
                return None
            if others and isinstance(others[-1], _ENDS):
                return [statement, *others] if all(map(_is_simple, others[:-1])) else None
            return [statement, *others, leave] if all(map(_is_simple, others)) else None
        if stores(self.flag.name, value):
            return None
        if isinstance(value, ast.Name) and value.id in self.there:
            plain = all(_is_simple(s) and not stores(self.flag.name, s) for s in others)
            return [statement, *others, leave, *counting] if plain else None
        if others:
            return None
        # The value may still be None, and then the loop goes on.
        kept = f"{self.flag.name}.given"
        first = ast.Assign([ast.Name(kept, ast.Store())], value)
        asked = ast.Compare(ast.Name(kept, ast.Load()), [ast.IsNot()], [ast.Constant(None)])
        given = ast.Assign([target], ast.Name(kept, ast.Load()))
        choice = ast.If(asked, [given, leave], [])
        return [*(ast.copy_location(s, statement) for s in (first, choice)), *counting]


def _asked_of(test: ast.expr) -> set[str]:
    """The names that a condition, whatever comes of it, asks for an item or attribute: had they
    been None, it would have raised.
    """
    if isinstance(test, ast.BoolOp):
        return _asked_of(test.values[0])
    if isinstance(test, ast.UnaryOp) and isinstance(test.op, ast.Not):
        return _asked_of(test.operand)
    parts = [test.left, test.comparators[0]] if isinstance(test, ast.Compare) else [test]
    found = set()
    for part in parts:
        while isinstance(part, ast.Attribute | ast.Subscript):
            plain = isinstance(part, ast.Subscript) or not part.attr.startswith("__")
            if plain and isinstance(part.value, ast.Name):
                found.add(part.value.id)
            part = part.value
    return found


def _leaves(node: ast.AST) -> bool:
    """Whether a loop is left from here by what stands there already."""
    if isinstance(node, ast.Break):
        return True
    if isinstance(node, ast.For | ast.While):
        return any(map(_leaves, node.orelse))
    return any(map(_leaves, child_nodes(node)))


def _is_simple(statement: ast.stmt) -> bool:
    return isinstance(statement, _SIMPLE)


def _keeps_sizes(body: Sequence[ast.stmt]) -> bool:
    """Whether a round adds nothing to a container and takes nothing out, as far as it can be seen:
    a dict that is gone through does not bear that.
    """
    for node in (n for s in body for n in all_nodes(s)):
        if isinstance(node, ast.Call | ast.Delete):
            return False
        if isinstance(node, ast.Subscript) and not isinstance(node.ctx, ast.Load):
            return False
    return True
