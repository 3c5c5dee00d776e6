"""A loop that works out several things, as one loop for each of them; and a list that is only gone
through, as what it is made of.

Things that are added up in the same rounds, none of which asks for another one, may be added up one
after the other, if nothing that is asked in a round acts or raises and what is gone through can be
gone through again. Both versions are brought to that form, and compared in it.
"""

from __future__ import annotations

import ast
import itertools
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field

from ...outline import all_nodes, copied
from ..face.verdict import Assumption, AssumptionKind
from ..world.around import Names
from ..world.context import Context
from ..world.scope import FunctionNode, given_to
from .lists_from_helpers import lists_from_helpers
from .quiet_questions import asks_quietly
from .what_is_gone_through import is_awkward, is_builtin

# Built-in functions that work something out from all elements.
_OF_ALL = frozenset({"sum", "any", "all", "max", "min", "sorted", "set", "tuple", "list"})
# What may be a list, and be gone through from its end.
_HAS_AN_END = (ast.Name, ast.Attribute, ast.ListComp, ast.List, ast.Tuple)
_ADDERS = frozenset({"append", "add"})


def loops_apart(
    function: FunctionNode, context: Context
) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
    """A function with a loop for each thing that its loops work out, and what that rests on; None
    if there is nothing to take apart.

    Args:
        function: the function.
        context: what its version may be looked up in.
    """
    going = (ast.For, ast.comprehension)
    if not any(isinstance(n, going) for n in all_nodes(function)) or _is_awkward(function):
        return None
    chosen, helped = lists_from_helpers(function, context)
    work = _Work(copied(chosen), context.names)
    work.lists()
    work.fuse()
    work.split(work.function.body)
    if not work.changed:
        return None
    ast.fix_missing_locations(work.function)
    kinds = AssumptionKind.NO_EFFECT
    rests_on = [
        *helped,
        *work.notes,
        *(
            Assumption(kinds, t, "an iterator, which is used up when it is gone through")
            for t in dict.fromkeys(work.through)
        ),
        *(
            Assumption(kinds, t, f"an element for which `{t}` raises or acts")
            for t in dict.fromkeys(work.asked)
        ),
    ]
    return work.function, tuple(rests_on)


def _is_awkward(function: FunctionNode) -> bool:
    """Whether names of a function may be read or set from elsewhere, or others act between
    rounds.
    """
    stops = (ast.Yield, ast.YieldFrom, ast.Await)
    return is_awkward(function) or any(isinstance(n, stops) for n in all_nodes(function))


@dataclass(slots=True)
class _Work:
    """A function that is taken apart.

    Attributes:
        function: the copy that changes.
        names: what is known around it.
        changed: whether anything did.
        through: what is gone through more than once, in words.
        asked: what is asked in another order, in words.
        notes: what else it rests on.
    """

    function: FunctionNode
    names: Names
    changed: bool = False
    through: list[str] = field(default_factory=list)
    asked: list[str] = field(default_factory=list)
    notes: list[Assumption] = field(default_factory=list)

    # -- lists that are only gone through

    def lists(self) -> None:
        """Put what a list is made of in place of a list that loops go through and nothing else."""
        body = self.function.body
        for number, statement in enumerate(body):
            made = _list_made(statement)
            if made is None:
                continue
            name, value = made
            loops = [s for s in body if isinstance(s, ast.For) and _is_named(s.iter, name)]
            if len(_mentions(name, self.function)) != len(loops) + 1 or not loops:
                continue
            if not self._may_move(value, body[number + 1 :], loops):
                continue
            body[:] = [
                _through(value, s) if isinstance(s, ast.For) and s in loops else s
                for s in body
                if s is not statement
            ]
            self._rest_on([value.generators[0].iter], _parts_of(value))
            self.changed = True
            return self.lists()
        return None

    def fuse(self) -> None:
        """Go through what a comprehension chooses from, where another one only goes through that."""
        for number, statement in enumerate(self.function.body):
            made = _list_made(statement)
            if made is not None and self._is_used_at_once(made[0], number):
                self._put_in(made[0], made[1], number)
                return self.fuse()
        for node in all_nodes(self.function):
            for outer in getattr(node, "generators", ()):
                if self._fused(node, outer):
                    return self.fuse()
            if isinstance(node, ast.Call) and self._is_worked_out_from(node):
                whole: ast.ListComp = node.args[0]  # type: ignore[assignment]
                one_by_one = ast.GeneratorExp(whole.elt, whole.generators)
                node.args[0] = ast.copy_location(one_by_one, whole)
                self.changed = True
        return None

    def _is_worked_out_from(self, node: ast.Call) -> bool:
        """Whether something is worked out from a list that is made for that alone."""
        made = node.args[0] if node.args else None
        called = node.func.id if isinstance(node.func, ast.Name) else ""
        alone = len(node.args) == 1 or called == "sum"  # others compare what they are given
        if called not in _OF_ALL or not alone or not self._is_builtin(called):
            return False
        if not isinstance(made, ast.ListComp) or any(g.is_async for g in made.generators):
            return False
        tests = [t for g in made.generators for t in g.ifs]
        others = [made.elt, *(g.iter for g in made.generators[1:])]
        keys = [k.value for k in node.keywords]
        keys = [k.body if isinstance(k, ast.Lambda) else k for k in keys]
        if not asks_quietly(tests, self.names, [*others, *keys]):
            return False
        self._rest_on([made.generators[0].iter], [*tests, *others])
        return True

    def _is_used_at_once(self, name: str, number: int) -> bool:
        """Whether a list is only gone through by the expression that comes next, and first of
        all there.
        """
        rest = self.function.body[number + 1 :]
        following = next((s for s in rest if not _is_plain(s)), None)
        asked = _names_in(self.function.body[number])
        if any(_stores(s) & asked for s in itertools.takewhile(_is_plain, rest)):
            return False
        value = getattr(following, "value", None)
        if (
            not isinstance(following, ast.Return | ast.Assign)
            or len(_mentions(name, self.function)) != 2
        ):
            return False
        if isinstance(value, ast.Call) and isinstance(value.func, ast.Name) and value.args:
            value = value.args[0]
            if _is_named(value, name):
                return True
        generators: list[ast.comprehension] = getattr(value, "generators", [])
        return bool(generators) and _is_named(generators[0].iter, name)

    def _put_in(self, name: str, value: ast.ListComp, number: int) -> None:
        del self.function.body[number]
        for node in all_nodes(self.function):
            if isinstance(node, ast.comprehension) and _is_named(node.iter, name):
                node.iter = value
            elif isinstance(node, ast.Call) and node.args and _is_named(node.args[0], name):
                node.args[0] = value

    def _fused(self, node: ast.AST, outer: ast.comprehension) -> bool:
        """Make one comprehension of two, the inner of which only chooses."""
        if isinstance(node, ast.GeneratorExp) and not self._is_used_up(node):
            return False  # who goes through it later finds what is there then
        value, turns = outer.iter, None
        if isinstance(value, ast.Call) and _is_named(value.func, "reversed"):
            if (
                len(value.args) != 1
                or value.keywords
                or isinstance(value.args[0], ast.GeneratorExp)
            ):
                return False
            if not self._is_builtin("reversed"):
                return False
            turns = value.func
            value = value.args[0]
        if not isinstance(value, ast.ListComp | ast.GeneratorExp) or len(value.generators) != 1:
            return False
        inner, element = value.generators[0], value.elt
        if not isinstance(inner.target, ast.Name) or not isinstance(element, ast.Name):
            return False
        if element.id != inner.target.id or not isinstance(outer.target, ast.Name):
            return False
        generators: list[ast.comprehension] = node.generators  # type: ignore[attr-defined]
        bound = {n for g in generators for n in _names_in(g.target)}
        free = {n for t in inner.ifs for n in _names_in(t)} - {element.id}
        if free & bound or any(g.is_async for g in (*generators, inner)):
            return False
        tests = [*inner.ifs, *(t for g in generators for t in g.ifs)]
        parts = [getattr(node, f) for f in ("elt", "key", "value") if hasattr(node, f)]
        others = [*parts, *(g.iter for g in generators[1:])]
        if not asks_quietly(tests, self.names, others):
            return False
        renamed = [_Renamed(element.id, outer.target.id).visit(copied(t)) for t in inner.ifs]
        through: ast.expr = inner.iter
        if turns is not None and not isinstance(through, _HAS_AN_END):
            return False
        if turns is not None:
            through = ast.copy_location(ast.Call(turns, [through], []), through)
            note = Assumption(AssumptionKind.AS_USED, _text(inner.iter), "a set, or an iterator")
            self.notes.append(note)
        outer.iter, outer.ifs = through, [*renamed, *outer.ifs]
        self._rest_on(
            [inner.iter], [t for t in (*tests, *others) if not isinstance(t, ast.GeneratorExp)]
        )
        self.changed = True
        return True

    def _is_used_up(self, node: ast.GeneratorExp) -> bool:
        """Whether a generator is only made to be gone through at once."""
        for call in (n for n in all_nodes(self.function) if isinstance(n, ast.Call)):
            called = call.func.id if isinstance(call.func, ast.Name) else ""
            if call.args and call.args[0] is node and self._is_builtin(called):
                return called in _OF_ALL or called == "next"
        return False

    def _is_builtin(self, name: str) -> bool:
        return is_builtin(name, self.function, self.names)

    def _may_move(
        self, value: ast.ListComp, rest: Sequence[ast.stmt], loops: Sequence[ast.For]
    ) -> bool:
        """Whether a list may be made as late as in the loops that go through it."""
        if not all(loop in rest for loop in loops):
            return False
        between = rest[: max(rest.index(loop) for loop in loops) + 1]
        own = {n for g in value.generators for n in _names_in(g.target)}
        free = _names_in(value)
        for statement in between:
            rounds = _rounds_of(statement) if isinstance(statement, ast.For) else None
            if rounds is None and not _is_plain(statement):
                return False
            added = set() if rounds is None else {n for n, _ in rounds.adding}
            if rounds is not None and not all(self._is_own(n, rounds) for n in added):
                return False
            if added & free or (_stores(statement) & free) - own:
                return False
        targets = set().union(*(_names_in(loop.target) for loop in loops))
        same = all(_text(loop.target) == _text(value.elt) for loop in loops)
        for name in own if not same else own - targets:
            # the names of the comprehension become names of the function
            if len(_mentions(name, self.function)) > len(_mentions(name, value)):
                return False
        tests = [t for g in value.generators for t in g.ifs]
        others = [value.elt, *(g.iter for g in value.generators)]
        quiet = asks_quietly(tests, self.names, others)
        return quiet and all(self._is_only_in_rounds(t) for t in targets)

    def _is_only_in_rounds(self, name: str) -> bool:
        """Whether a name is only read in loops and comprehensions that give it its values."""
        giving = [
            n
            for n in all_nodes(self.function)
            if (isinstance(n, ast.For) and name in _names_in(n.target))
            or any(name in _names_in(g.target) for g in getattr(n, "generators", ()))
        ]
        inside = {id(m) for n in giving for m in all_nodes(n)}
        return all(id(m) in inside for m in _mentions(name, self.function))

    def _is_own(self, name: str, rounds: _Rounds) -> bool:
        """Whether what a loop adds up is nobody else's: a constant to begin with, or a collection
        that was just made and is not mentioned before the loop.
        """
        loop = rounds.loops[0]
        inside = {id(n) for n in all_nodes(loop)}
        given = [(v, n) for t, v, n in given_to(self.function) if t == name and id(n) not in inside]
        alone = {
            id(s.targets[0])
            for s in all_nodes(self.function)
            if isinstance(s, ast.Assign) and len(s.targets) == 1 and _is_plain(s)
        }
        if not given or any(id(n) not in alone for _, n in given):
            return False
        added = [_innermost(s) for n, s in rounds.adding if n == name]
        if any(isinstance(s, ast.AugAssign) for s in added):
            # what is set in the rounds may be somebody else's, and is not to be added to
            if any(isinstance(s, ast.Assign) for s in added):
                return False
        if all(isinstance(v, ast.Constant) for v, _ in given):
            return not any(isinstance(s, ast.Expr) for s in added)
        earlier = [
            n
            for n in _mentions(name, self.function)
            if id(n) not in inside and n.lineno < loop.lineno and isinstance(n.ctx, ast.Load)
        ]
        return not earlier and all(isinstance(s, ast.Expr) for s in added)

    # -- loops that do several things

    def split(self, body: list[ast.stmt]) -> None:
        """Take the loops of a block apart, and those in the arms of its choices."""
        number = 0
        while number < len(body):
            statement = body[number]
            if isinstance(statement, ast.For):
                parts = self._apart(statement)
                if parts is not None:
                    body[number : number + 1] = parts
                    number += len(parts) - 1
                    self.changed = True
            elif isinstance(statement, ast.If):
                self.split(statement.body)
                self.split(statement.orelse)
            number += 1

    def _apart(self, loop: ast.For) -> list[ast.stmt] | None:
        rounds = None if loop.orelse else _rounds_of(loop)
        if rounds is None:
            return None
        names = list(dict.fromkeys(r for r, _ in rounds.adding))
        if not all(self._is_own(n, rounds) for n in names):
            return None
        iters = [f.iter for f in rounds.loops]
        mentioned = {n for part in (*rounds.asked(), *iters) for n in _names_in(part)}
        targets = {n for f in rounds.loops for n in _names_in(f.target)}
        if set(names) & (mentioned | targets):
            return None
        for name, statement in rounds.adding:
            if (set(names) - {name}) & _names_in(statement):
                return None
        tests = [*rounds.asked(), *(t for _, s in rounds.adding for t in _tests_of(s))]
        values = [v for _, s in rounds.adding if (v := _value_of(s)) is not None]
        for _, statement in rounds.adding:
            value = _value_of(statement)
            found = [*iters, *([value] if value is not None else [])]
            if not asks_quietly([*rounds.asked(), *_tests_of(statement)], self.names, found):
                return None
        if len(names) > 1:
            own = set(names)
            asked = [v for v in values if not _names_in(v) <= own]
            self._rest_on(iters[:1], [*tests, *asked, *iters[1:]])
        return [rounds.only([s for n, s in rounds.adding if n == name]) for name in names]

    def _rest_on(self, through: Sequence[ast.expr], asked: Sequence[ast.expr]) -> None:
        self.through += [_text(t) for t in through if not _is_made_anew(t)]
        self.asked += [_text(a) for a in asked if not isinstance(a, ast.Constant | ast.Name)]


class _Renamed(ast.NodeTransformer):
    """Calls by another name what a comprehension chooses."""

    def __init__(self, old: str, new: str) -> None:
        self.old, self.new = old, new

    def visit_Name(self, node: ast.Name) -> ast.Name:
        """The name, or the other one in its place."""
        if node.id == self.old:
            return ast.copy_location(ast.Name(self.new, node.ctx), node)
        return node


@dataclass(slots=True)
class _Rounds:
    """The loops around what is added up, with the conditions before the next one or before what is
    added, and what is added up to which name.
    """

    loops: list[ast.For]
    tests: list[list[ast.expr]]
    adding: list[tuple[str, ast.stmt]]

    def asked(self) -> list[ast.expr]:
        """The conditions."""
        return [t for tests in self.tests for t in tests]

    def only(self, statements: Sequence[ast.stmt]) -> ast.stmt:
        """The loops with some of what is added up."""
        body = [copied(s) for s in statements]
        for loop, tests in zip(reversed(self.loops), reversed(self.tests), strict=True):
            for test in reversed(tests):
                body = [ast.copy_location(ast.If(copied(test), body, []), test)]
            outer = ast.For(copied(loop.target), copied(loop.iter), body, [])
            body = [ast.copy_location(outer, loop)]
        return body[0]


def _rounds_of(loop: ast.For) -> _Rounds | None:
    """A loop that only adds up taken apart; None for any other one."""
    found = _Rounds([loop], [[]], [])
    body: Sequence[ast.stmt] = loop.body
    if not _is_plain_target(loop.target):
        return None
    while True:
        first = body[0]
        if isinstance(first, ast.If) and not first.orelse and len(body) == 1:
            found.tests[-1].append(first.test)
            body = first.body
        elif isinstance(first, ast.If) and len(body) > 1 and _goes_on(first):
            opposite = ast.copy_location(ast.UnaryOp(ast.Not(), first.test), first.test)
            found.tests[-1].append(opposite)
            body = body[1:]
        elif isinstance(first, ast.For) and not first.orelse and len(body) == 1:
            if not _is_plain_target(first.target):
                return None
            found.loops.append(first)
            found.tests.append([])
            body = first.body
        else:
            break
    for statement in body:
        name = _added_to(statement)
        if not name:
            return None
        found.adding.append((name, statement))
    return found


def _goes_on(node: ast.If) -> bool:
    return not node.orelse and len(node.body) == 1 and isinstance(node.body[0], ast.Continue)


def _is_plain_target(target: ast.expr) -> bool:
    parts = target.elts if isinstance(target, ast.Tuple) else [target]
    return all(isinstance(p, ast.Name) for p in parts)


def _innermost(statement: ast.stmt) -> ast.stmt:
    while isinstance(statement, ast.If):
        statement = statement.body[0]
    return statement


def _added_to(statement: ast.stmt) -> str:
    """The name that a statement adds to or sets, maybe under conditions; empty if it does anything
    else.
    """
    while isinstance(statement, ast.If) and not statement.orelse and len(statement.body) == 1:
        statement = statement.body[0]
    if isinstance(statement, ast.AugAssign) and isinstance(statement.target, ast.Name):
        return statement.target.id
    if isinstance(statement, ast.Assign) and len(statement.targets) == 1:
        target = statement.targets[0]
        return target.id if isinstance(target, ast.Name) else ""
    call = statement.value if isinstance(statement, ast.Expr) else None
    if isinstance(call, ast.Call) and isinstance(call.func, ast.Attribute):
        owner = call.func.value
        plain = len(call.args) == 1 and not call.keywords and call.func.attr in _ADDERS
        if plain and isinstance(owner, ast.Name) and not isinstance(call.args[0], ast.Starred):
            return owner.id
    return ""


def _tests_of(statement: ast.stmt) -> Iterator[ast.expr]:
    """The conditions under which a statement adds up."""
    while isinstance(statement, ast.If):
        yield statement.test
        statement = statement.body[0]


def _value_of(statement: ast.stmt) -> ast.expr | None:
    """What a statement adds up."""
    last = _innermost(statement)
    if isinstance(last, ast.AugAssign | ast.Assign):
        return last.value
    if isinstance(last, ast.Expr) and isinstance(last.value, ast.Call):
        return last.value.args[0]
    return None


def _list_made(statement: ast.stmt) -> tuple[str, ast.ListComp] | None:
    if not isinstance(statement, ast.Assign) or len(statement.targets) != 1:
        return None
    target, value = statement.targets[0], statement.value
    if not isinstance(target, ast.Name) or not isinstance(value, ast.ListComp):
        return None
    plain = all(not g.is_async and _is_plain_target(g.target) for g in value.generators)
    inside = [n for n in all_nodes(value) if n is not value]
    comprehensions = (ast.ListComp, ast.SetComp, ast.DictComp, ast.GeneratorExp)
    nested = any(isinstance(n, comprehensions) for n in inside)
    element = value.elt
    while isinstance(element, ast.Attribute):
        element = element.value
    is_kept = isinstance(element, ast.Name)  # nothing is made that would be made anew each time
    return (target.id, value) if plain and is_kept and not nested else None


def _through(value: ast.ListComp, loop: ast.For) -> ast.For:
    """A loop through a list as one through what the list is made of."""
    body = list(loop.body)
    if _text(value.elt) != _text(loop.target):
        given = ast.Assign([copied(loop.target)], copied(value.elt))
        body = [ast.copy_location(given, loop), *body]
    for generator in reversed(value.generators):
        for test in reversed(generator.ifs):
            body = [ast.copy_location(ast.If(copied(test), body, []), loop)]
        target = copied(generator.target)
        body = [ast.copy_location(ast.For(target, copied(generator.iter), body, []), loop)]
    found = body[0]
    assert isinstance(found, ast.For)
    return found


def _parts_of(value: ast.ListComp) -> list[ast.expr]:
    asked = [t for g in value.generators for t in g.ifs]
    return [*asked, value.elt, *(g.iter for g in value.generators[1:])]


def _is_made_anew(node: ast.expr) -> bool:
    """Whether what is gone through is made each time."""
    is_range = isinstance(node, ast.Call) and _is_named(node.func, "range")
    return is_range or isinstance(node, ast.List | ast.Tuple | ast.Constant)


def _is_plain(statement: ast.stmt) -> bool:
    """Whether a statement gives a name a constant or an empty collection."""
    if not isinstance(statement, ast.Assign):
        return False
    value = statement.value
    empty = isinstance(value, ast.List | ast.Tuple) and not value.elts
    empty = empty or (isinstance(value, ast.Dict) and not value.keys)
    return empty or isinstance(value, ast.Constant)


def _stores(statement: ast.stmt) -> set[str]:
    return {
        n.id
        for n in all_nodes(statement)
        if isinstance(n, ast.Name) and not isinstance(n.ctx, ast.Load)
    }


def _mentions(name: str, node: ast.AST) -> list[ast.Name]:
    return [n for n in all_nodes(node) if isinstance(n, ast.Name) and n.id == name]


def _names_in(node: ast.AST) -> set[str]:
    return {n.id for n in all_nodes(node) if isinstance(n, ast.Name)}


def _is_named(node: ast.expr, name: str) -> bool:
    return isinstance(node, ast.Name) and node.id == name


def _text(node: ast.expr) -> str:
    return ast.unparse(node)
