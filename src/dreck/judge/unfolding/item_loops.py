"""Loops that count places in a list, as loops that go through it.

``while i < len(berths)`` with ``i += 1`` at the end of every round, and ``for i in
range(len(berths))``, come to each element once, in order, as ``for berth in berths`` does, which
asks for the length before each round too. Of a list that changes meanwhile they differ in when they
notice: where a round does anything by which it could change, only the first form is taken, and only
if it reads the element at the beginning of the round.
"""

from __future__ import annotations

import ast
from collections.abc import Sequence, Set
from dataclasses import dataclass, field

from ...outline import all_nodes, child_nodes, copied, nodes_of
from ..face.verdict import Assumption, AssumptionKind
from ..world.around import Names
from ..world.builtin_methods import TEXT
from ..world.scope import FunctionNode
from .what_is_gone_through import (
    blocks_of,
    given_at_first,
    heads_declared,
    heads_of,
    holds_plain,
    is_awkward,
    is_builtin,
    is_called,
    is_counter,
    is_declared_list,
    is_list,
    is_plain,
    is_read_later,
    limit_of,
    may_be_a_list,
    reads,
    stays_the_same,
    step_of,
    stores,
)

# Built-in functions that change nothing that they are given.
_QUIET = frozenset(
    {"len", "str", "int", "float", "min", "max", "abs", "round", "bool", "isinstance", "ord", "sum"}
    | {"print"}
)
# Methods of texts: they change nothing. What they format may.
_OF_TEXTS = frozenset(TEXT) - {"format", "join"}
# Where an object gets its attributes.
_MAKERS = frozenset({"__init__", "__post_init__"})
_ADDING = frozenset({"append", "add"})


def item_loops(
    function: FunctionNode, names: Names
) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
    """A function whose loops go through lists and not through their places, and what that rests on;
    None if there are none.
    """
    if is_awkward(function):
        return None
    work = _Work(copied(function), names)
    work.block(work.function.body)
    if not work.changed:
        return None
    ast.fix_missing_locations(work.function)
    return work.function, tuple(dict.fromkeys(work.rests_on))


@dataclass(slots=True)
class _Work:
    function: FunctionNode
    names: Names
    changed: bool = False
    rests_on: list[Assumption] = field(default_factory=list)

    def block(self, body: list[ast.stmt]) -> None:
        """Bring the loops of a block to that form, those inside of others first."""
        flags: list[tuple[int, ast.stmt]] = []
        for number, statement in enumerate(body):
            for inner in blocks_of(statement):
                self.block(inner)
            made = None
            if isinstance(statement, ast.While) and not statement.orelse:
                made = self._counted(statement, body[:number]) or self._numbers(
                    statement, body[:number]
                )
            elif isinstance(statement, ast.For) and not statement.orelse:
                made = self._ranged(statement) or self._numbered(statement)
                made = made or self._only_repeated(statement)
            looped = statement if made is None else made
            if isinstance(looped, ast.For) and not looped.orelse:
                told = self._first_by_flag(looped, statement)
                if told is not None:
                    made = told[0]
                    flags.append((number, told[1]))
            if made is not None:
                body[number] = made
                self.changed = True
        for number, up in reversed(flags):
            body.insert(number, up)

    def _counted(self, loop: ast.While, before: Sequence[ast.stmt]) -> ast.For | None:
        place, through = limit_of(loop.test)
        if through is None or not self._is_builtin("len"):
            return None
        *body, last = loop.body
        begins = given_at_first(place, before)
        if not isinstance(begins, ast.Constant) or begins.value != 0:
            return None
        if not body or step_of(last) != (place, 1) or not is_counter(place, self.function):
            return None
        if stores(place, loop) != 1 or any(map(_goes_on, body)):
            return None
        if self._is_read_outside(place, loop):
            return None
        return self._through(loop, place, through, body, may_act=True)

    def _numbers(self, loop: ast.While, before: Sequence[ast.stmt]) -> ast.For | None:
        """A loop that counts up to a number, as one over a ``range``."""
        test = loop.test
        if not isinstance(test, ast.Compare) or len(test.ops) != 1:
            return None
        place = getattr(test.left, "id", "")
        if not isinstance(test.ops[0], ast.Lt | ast.LtE) or not is_counter(place, self.function):
            return None
        begins = given_at_first(place, before)
        if not isinstance(begins, ast.Constant) or not self._is_builtin("range"):
            return None
        if stores(place, loop) != 1 or self._is_read_outside(place, loop):
            return None
        is_first = step_of(loop.body[0]) == (place, 1)
        if not is_first and (step_of(loop.body[-1]) != (place, 1) or any(map(_goes_on, loop.body))):
            return None
        body = loop.body[1:] if is_first else loop.body[:-1]
        end = test.comparators[0]
        if not body or not self._is_one_number(end, loop):
            return None
        first = begins.value + is_first  # type: ignore[operator]
        more = isinstance(test.ops[0], ast.LtE) + is_first
        if not any(reads(place, s) for s in body):
            first, more = 0, more - first  # only how many there are counts
        numbers = [_plus(copied(end), more)]
        if first != 0:
            numbers.insert(0, ast.Constant(first))
        goes = ast.Call(ast.Name("range", ast.Load()), numbers, [])
        made = ast.For(ast.Name(place, ast.Store()), goes, [copied(s) for s in body], [])
        return ast.copy_location(made, loop)

    def _is_one_number(self, end: ast.expr, loop: ast.stmt) -> bool:
        """Whether what a loop counts up to is one whole number all the time."""
        text = ast.unparse(end)
        if isinstance(end, ast.Constant):
            return type(end.value) is int
        if isinstance(end, ast.Name):
            heads = heads_of(end.id, self.function, self.names)
            known = all(h == "int" for h in heads) and self.names.is_builtin("int")
            if stores(end.id, loop) or not known or not self._stays(end.id):
                return False
        elif isinstance(end, ast.Attribute) and isinstance(end.value, ast.Name):
            heads = heads_declared(end.attr, self.names)
            if stores(end.value.id, loop) or not self._is_kept(end.attr):
                return False
            if not self._stays(end.value.id):
                return False
            if any(h != "int" for h in heads):
                return False
            breaks = f"an object whose {end.attr} becomes another number on the way"
            self.rests_on.append(Assumption(AssumptionKind.STABLE_READ, text, breaks))
        else:
            return False
        if not heads:
            breaks = f"{text} that is no whole number"
            self.rests_on.append(Assumption(AssumptionKind.AS_USED, text, breaks))
        elif isinstance(end, ast.Attribute):
            breaks = f"{text} that is no whole number"
            self.rests_on.append(Assumption(AssumptionKind.AS_DECLARED, text, breaks))
        return True

    def _ranged(self, loop: ast.For) -> ast.For | None:
        asked = loop.iter
        is_range = (
            isinstance(asked, ast.Call) and is_called(asked, "range") and len(asked.args) == 1
        )
        if not is_range or not isinstance(loop.target, ast.Name) or not self._is_builtin("range"):
            return None
        inner = asked.args[0]  # type: ignore[attr-defined]
        if not is_called(inner, "len") or not self._is_builtin("len") or len(inner.args) != 1:
            return None
        place = loop.target.id
        if stores(place, loop) != 1 or self._is_read_outside(place, loop):
            return None
        made = self._through(loop, place, inner.args[0], loop.body, may_act=False)
        if made is not None and not self._asks_only_plain(inner.args[0], {place}, loop.body):
            breaks = "what changes the list when it is asked for something, or compared"
            text = ast.unparse(inner.args[0])
            self.rests_on.append(Assumption(AssumptionKind.STABLE_READ, text, breaks))
        return made

    def _only_repeated(self, loop: ast.For) -> ast.For | None:
        """A loop over whole numbers that nobody reads, as one that begins at 0."""
        asked = loop.iter
        if not isinstance(asked, ast.Call) or not is_called(asked, "range") or len(asked.args) != 2:
            return None
        begins = asked.args[0]
        if not isinstance(loop.target, ast.Name) or not self._is_builtin("range"):
            return None
        if (
            not isinstance(begins, ast.Constant)
            or type(begins.value) is not int
            or not begins.value
        ):
            return None
        place = loop.target.id
        if any(reads(place, s) for s in loop.body) or self._is_read_outside(place, loop):
            return None
        end, more = _without_more(asked.args[1])
        if not self._is_one_number(end, loop):
            return None
        end = _plus(copied(end), more - begins.value)
        goes = ast.copy_location(ast.Call(asked.func, [end], []), asked)
        made = ast.For(loop.target, goes, loop.body, [])
        return ast.copy_location(made, loop)

    def _numbered(self, loop: ast.For) -> ast.For | None:
        """A loop over places and elements that asks for an element by its place, or never for the
        place.
        """
        asked, target = loop.iter, loop.target
        is_numbered = (
            isinstance(asked, ast.Call) and is_called(asked, "enumerate") and len(asked.args) == 1
        )
        if not is_numbered or not isinstance(target, ast.Tuple) or len(target.elts) != 2:
            return None
        place, element = (getattr(e, "id", "") for e in target.elts)
        if not place or not self._is_builtin("enumerate") or stores(place, loop) != 1:
            return None
        through = asked.args[0]  # type: ignore[attr-defined]
        text = ast.unparse(through)
        reader = _Elements(text, place, element)
        called = _by_one_name(loop, loop.body, place)
        body = [reader.visit(s) for s in called] if element else loop.body
        if reader.count:
            if reader.wrong or stores(element, loop) != 1 or element in (place, text):
                return None
            if not self._is_quiet(loop.body) or not self._is_same(through, text, loop):
                return None
            own = isinstance(through, ast.Name) and stores(through.id, self.function) > 0
            if own and _adds(loop.body):
                return None
            if not self._asks_only_plain(through, {place, element}, loop.body):
                breaks = "what changes the list when it is asked for something, or compared"
                self.rests_on.append(Assumption(AssumptionKind.STABLE_READ, text, breaks))
        is_free = not any(reads(place, s) for s in body) and not self._is_read_outside(place, loop)
        if not reader.count and not is_free:
            return None
        goes = through if is_free else asked
        made = ast.For(target.elts[1] if is_free else target, goes, body, [])
        return ast.copy_location(made, loop)

    def _first_by_flag(self, loop: ast.For, written: ast.stmt) -> tuple[ast.For, ast.stmt] | None:
        """A loop that only asks whether it is at the first place, with a flag for that, and the
        flag as it is before the loop; ``written`` is the loop as it stands in the function.
        """
        asked, target = loop.iter, loop.target
        is_numbered = (
            isinstance(asked, ast.Call) and is_called(asked, "enumerate") and len(asked.args) == 1
        )
        if not is_numbered or not isinstance(target, ast.Tuple) or len(target.elts) != 2:
            return None
        place = getattr(target.elts[0], "id", "")
        if not place or not self._is_builtin("enumerate") or stores(place, loop) != 1:
            return None
        flag, now = f"{place}.first", f"{place}.is_first"
        reader = _AtFirst(place, now)
        body = [reader.visit(copied(s)) for s in loop.body]
        if not reader.count or any(reads(place, s) for s in body):
            return None
        if self._is_read_outside(place, written):
            return None
        kept = ast.Assign([ast.Name(now, ast.Store())], ast.Name(flag, ast.Load()))
        down = ast.Assign([ast.Name(flag, ast.Store())], ast.Constant(False))
        up = ast.Assign([ast.Name(flag, ast.Store())], ast.Constant(True))
        made = ast.For(target.elts[1], asked.args[0], [kept, down, *body], [])  # type: ignore[attr-defined]
        return ast.copy_location(made, loop), ast.copy_location(up, loop)

    def _asks_only_plain(self, through: ast.expr, own: Set[str], body: Sequence[ast.stmt]) -> bool:
        """Whether all that a round works with are numbers and texts, which change no list; ``own``
        are the names that the loop gives.
        """
        if not holds_plain(through, self.function, self.names):
            return False
        element = {ast.unparse(through), *own}
        for node in (n for s in body for n in all_nodes(s)):
            if isinstance(node, ast.Name) and isinstance(node.ctx, ast.Load):
                known = node.id in element or is_plain(node.id, self.function, self.names)
                if not known and node.id not in _QUIET and not self._is_number(node):
                    return False
        return True

    def _is_read_outside(self, name: str, loop: ast.stmt) -> bool:
        is_read = reads(name, self.function) > reads(name, loop)
        return is_read or is_read_later(name, loop, self.function, self.names)

    def _stays(self, name: str) -> bool:
        """Whether a name is the same in every round, as far as others could set it."""
        found = stays_the_same(name, self.function, self.names)
        if found is None:
            self.rests_on.append(Assumption.about_name(name))
        return found is not False

    def _is_builtin(self, name: str) -> bool:
        return is_builtin(name, self.function, self.names)

    def _through(
        self,
        loop: ast.For | ast.While,
        place: str,
        through: ast.expr,
        body: Sequence[ast.stmt],
        *,
        may_act: bool,
    ) -> ast.For | None:
        """The loop over the elements, if that is the same."""
        text = ast.unparse(through)
        body = _by_one_name(loop, body, place)
        first, rest = body[0], list(body[1:])
        target: ast.expr | None = None
        if isinstance(first, ast.Assign) and len(first.targets) == 1:
            is_plain = all(
                isinstance(n, ast.Name | ast.Tuple | ast.Store) for n in all_nodes(first.targets[0])
            )
            if is_plain and _is_element(first.value, text, place):
                target = first.targets[0]
        reader = _Elements(text, place, f"{place}.item")
        made = [copied(s) for s in (rest if target is not None else body)]
        made = [reader.visit(s) for s in made]
        # A list of the function's own may have another name by which it is added to.
        own = isinstance(through, ast.Name) and stores(through.id, self.function) > 0
        quiet = self._is_quiet(body) and not (own and _adds(body))
        if reader.wrong or (reader.count and not quiet) or not (quiet or may_act):
            return None
        if not self._is_same(through, text, loop):
            return None
        if target is None:
            target = ast.Name(reader.name, ast.Store())
        elif reader.count:
            made = [ast.Assign([target], ast.Name(reader.name, ast.Load())), *made]
            target = ast.Name(reader.name, ast.Store())
        goes: ast.expr = copied(through)
        if any(reads(place, s) for s in made):
            pair: list[ast.expr] = [ast.Name(place, ast.Store()), target]
            target = ast.Tuple(pair, ast.Store())
            if not self._is_builtin("enumerate"):
                return None
            goes = ast.Call(ast.Name("enumerate", ast.Load()), [goes], [])
        return ast.copy_location(ast.For(target, goes, made or [ast.Pass()], []), loop)

    def _is_quiet(self, body: Sequence[ast.stmt]) -> bool:
        """Whether a round can change nothing but local names and collections that were made
        here.
        """
        for node in (n for s in body for n in all_nodes(s)):
            if isinstance(node, ast.Delete | ast.Yield | ast.YieldFrom | ast.Await | ast.With):
                return False
            if isinstance(node, ast.Subscript | ast.Attribute):
                if not isinstance(node.ctx, ast.Load):
                    return False
                if isinstance(node, ast.Attribute) and not self.names.is_steady(node.attr):
                    return False
            if isinstance(node, ast.AugAssign) and not self._is_number(node.target):
                return False  # adding a list to a list changes the first
            if isinstance(node, ast.Call) and not self._is_quiet_call(node):
                return False
        return True

    def _is_number(self, target: ast.expr) -> bool:
        """Whether a name is a number or text when it is set, and not handed in."""
        name = getattr(target, "id", "")
        given = [
            n.value
            for n in all_nodes(self.function)
            if isinstance(n, ast.Assign) and any(getattr(t, "id", "") == name for t in n.targets)
        ]
        added = [n for n in all_nodes(self.function) if isinstance(n, ast.AugAssign)]
        count = len(given) + sum(getattr(n.target, "id", "") == name for n in added)
        plain = all(isinstance(v, ast.Constant) and v.value is not None for v in given)
        return bool(given) and plain and stores(name, self.function) == count

    def _is_quiet_call(self, node: ast.Call) -> bool:
        if isinstance(node.func, ast.Name):
            return node.func.id in _QUIET and self._is_builtin(node.func.id)
        if self._asks_text(node):
            return True
        owner = node.func.value if isinstance(node.func, ast.Attribute) else None
        if not isinstance(owner, ast.Name) or node.func.attr not in _ADDING:  # type: ignore[attr-defined]
            return False
        given = [
            n.value
            for n in all_nodes(self.function)
            if isinstance(n, ast.Assign)
            and any(getattr(t, "id", "") == owner.id for t in n.targets)
        ]
        made = all(isinstance(v, ast.List | ast.Set) for v in given)
        return bool(given) and made and stores(owner.id, self.function) == len(given)

    def _asks_text(self, node: ast.Call) -> bool:
        """Whether a call is of a method that texts have, and that nothing around defines."""
        if not isinstance(node.func, ast.Attribute) or node.func.attr not in _OF_TEXTS:
            return False
        method, owner = node.func.attr, node.func.value
        if isinstance(owner, ast.Name) and self._is_imported(owner.id):
            return False
        named = (n for tree in self.names.declared.trees for n in nodes_of(tree))
        if any(getattr(n, "name", None) == method for n in named):
            return False
        if not isinstance(owner, ast.Constant | ast.JoinedStr):
            text = ast.unparse(owner)
            breaks = f"{text} that is no text"
            self.rests_on.append(Assumption(AssumptionKind.AS_USED, text, breaks))
        return True

    def _is_imported(self, name: str) -> bool:
        """Whether a name is one of a module, which may have functions called like that."""
        return stores(name, self.function) == 0 and all(
            a.arg != name for a in all_nodes(self.function.args) if isinstance(a, ast.arg)
        )

    def _is_same(self, through: ast.expr, text: str, loop: ast.stmt) -> bool:
        """Whether what is gone through is one list all the time."""
        if isinstance(through, ast.Name):
            if stores(through.id, loop) or not self._stays(through.id):
                return False
            if is_list(through, self.function, self.names):
                return True
            return self._taken_for_a_list(through, text)
        if not isinstance(through, ast.Attribute) or not isinstance(through.value, ast.Name):
            return False
        if stores(through.value.id, loop) or not self._is_kept(through.attr):
            return False
        if not self._stays(through.value.id):
            return False
        breaks = f"an object whose {through.attr} becomes another list on the way"
        self.rests_on.append(Assumption(AssumptionKind.STABLE_READ, text, breaks))
        if is_declared_list(through, self.names):
            breaks = f"{text} that is no list, or a property of a class elsewhere"
            self.rests_on.append(Assumption(AssumptionKind.AS_DECLARED, text, breaks))
            return True
        return self._taken_for_a_list(through, text)

    def _taken_for_a_list(self, through: ast.expr, text: str) -> bool:
        if not may_be_a_list(through, self.function, self.names):
            return False
        breaks = f"{text} that is a dict, or of a class with [] and len() of its own"
        self.rests_on.append(Assumption(AssumptionKind.AS_USED, text, breaks))
        return True

    def _is_kept(self, attribute: str) -> bool:
        """Whether nothing around sets an attribute but what makes the object."""
        if not self.names.is_steady(attribute):
            return False
        for tree in self.names.declared.trees:
            makers = (n for n in nodes_of(tree) if getattr(n, "name", "") in _MAKERS)
            making = {id(n) for maker in makers for n in all_nodes(maker)}
            for node in nodes_of(tree):
                if isinstance(node, ast.Attribute) and node.attr == attribute:
                    if not isinstance(node.ctx, ast.Load) and id(node) not in making:
                        return False
                if isinstance(node, ast.Constant) and node.value == attribute:
                    return False  # it may be set by its name
        return True


class _Elements(ast.NodeTransformer):
    """Puts a name in the place of the element at a place."""

    def __init__(self, text: str, place: str, name: str) -> None:
        self.text, self.place, self.name = text, place, name
        self.count = 0
        self.wrong = False

    def visit_Subscript(self, node: ast.Subscript) -> ast.AST:
        if _is_element(node, self.text, self.place):
            self.wrong |= not isinstance(node.ctx, ast.Load)
            self.count += 1
            return ast.copy_location(ast.Name(self.name, node.ctx), node)
        return self.generic_visit(node)


class _AtFirst(ast.NodeTransformer):
    """Puts a flag where it is asked whether a place is the first one."""

    _FIRST = ((ast.Eq, 0), (ast.Lt, 1), (ast.LtE, 0))
    _LATER = ((ast.NotEq, 0), (ast.Gt, 0), (ast.GtE, 1))

    def __init__(self, place: str, flag: str) -> None:
        self.place, self.flag = place, flag
        self.count = 0

    def visit_Compare(self, node: ast.Compare) -> ast.AST:
        bound = node.comparators[0]
        if getattr(node.left, "id", "") != self.place or len(node.ops) != 1:
            return self.generic_visit(node)
        if not isinstance(bound, ast.Constant) or type(bound.value) is not int:
            return node
        asked = type(node.ops[0]), bound.value
        if asked not in self._FIRST + self._LATER:
            return node
        return self._flag(node, first=asked in self._FIRST)

    def visit_If(self, node: ast.If) -> ast.AST:
        self.generic_visit(node)
        if getattr(node.test, "id", "") == self.place:
            node.test = self._flag(node.test, first=False)
        return node

    def _flag(self, node: ast.expr, *, first: bool) -> ast.expr:
        self.count += 1
        flag: ast.expr = ast.Name(self.flag, ast.Load())
        return ast.copy_location(flag if first else ast.UnaryOp(ast.Not(), flag), node)


def _by_one_name(loop: ast.stmt, body: Sequence[ast.stmt], place: str) -> list[ast.stmt]:
    """A body in which a place that is given a second name (``best = i``) is asked for by its first
    one, as far as the same round gives it that name.
    """
    made = [copied(s) for s in body]

    def block(statements: list[ast.stmt]) -> None:
        for number, statement in enumerate(statements):
            for inner in blocks_of(statement):
                block(inner)
            if not isinstance(statement, ast.Assign) or len(statement.targets) != 1:
                continue
            name, value = getattr(statement.targets[0], "id", ""), statement.value
            if not name or not isinstance(value, ast.Name) or value.id != place:
                continue
            rest = statements[number + 1 :]
            if stores(name, loop) == 1 and reads(name, loop) == sum(reads(name, s) for s in rest):
                for each in (n for s in rest for n in all_nodes(s)):
                    if isinstance(each, ast.Name) and each.id == name:
                        each.id = place

    block(made)
    return made


def _adds(body: Sequence[ast.stmt]) -> bool:
    """Whether a round adds something to a collection."""
    calls = (n.func for s in body for n in all_nodes(s) if isinstance(n, ast.Call))
    return any(isinstance(f, ast.Attribute) for f in calls)


def _plus(node: ast.expr, more: int) -> ast.expr:
    if isinstance(node, ast.Constant):
        return ast.Constant(node.value + more)  # type: ignore[operator]
    return ast.BinOp(node, ast.Add(), ast.Constant(more)) if more else node


def _without_more(node: ast.expr) -> tuple[ast.expr, int]:
    """A number without the constant that is added to it, and that."""
    if isinstance(node, ast.BinOp) and isinstance(node.op, ast.Add):
        if isinstance(node.right, ast.Constant) and type(node.right.value) is int:
            return node.left, node.right.value
    return node, 0


def _is_element(node: ast.expr, text: str, place: str) -> bool:
    return (
        isinstance(node, ast.Subscript)
        and isinstance(node.slice, ast.Name)
        and node.slice.id == place
        and ast.unparse(node.value) == text
    )


def _goes_on(node: ast.AST) -> bool:
    """Whether a round can end early, without counting."""
    if isinstance(node, ast.Continue):
        return True
    if isinstance(node, ast.For | ast.While):
        return any(map(_goes_on, node.orelse))
    return any(map(_goes_on, child_nodes(node)))
