"""Loops that stand in expressions: any, all, next, sum, comprehensions."""

from __future__ import annotations

import ast
from abc import abstractmethod
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from functools import partial

from ...outline import all_nodes
from ..ir.graph import Cut, Node, Operand, Put, Test
from ..world.constants import is_constant
from ..world.calls import bind_arguments
from ..lowering.expressions import CannotLower, Where, in_words
from .aggregates import aggregate, joined_behind, first_going_on, last_of
from .gone_through import Round, gone_through, handed_over, is_gone_through
from .lookups import LookupLowering
from .quiet_questions import asks_quietly
from ..world.rows import constant_term
from ..world.scope import FunctionNode
from ..world.used_up import LOOPS, is_plain_comprehension
from ..values.terms import FALSE, TRUE, Term, const
from ..face.verdict import AssumptionKind


@dataclass(frozen=True, slots=True)
class Counted:
    """A loop over ``enumerate(over, start)``, whose target is ``index, target``.

    ``name`` is how it names ``enumerate``, ``number`` the slot that counts the rounds.
    """

    name: ast.expr
    over: ast.expr
    index: ast.expr
    target: ast.expr
    start: int
    number: int


class GeneratorLowering(LookupLowering):
    """Lowers what :class:`LookupLowering` would leave an unknown generator or comprehension."""

    @abstractmethod
    def is_made_here(self, name: str, *kinds: type[ast.expr]) -> bool:
        """Whether a local name is never given anything but what such displays make."""

    def _call(self, node: ast.Call, out: int, after: Node, where: Where) -> Node:
        known = handed_over(self, node, out, after, where)
        known = known if known is not None else aggregate(self, node, out, after, where)
        if known is None:
            known = self._loop_call(node, out, after, where)
        return known if known is not None else super()._call(node, out, after, where)

    def _binop(self, node: ast.BinOp, out: int, after: Node, where: Where) -> Node:
        known = joined_behind(self, node, out, after, where)
        return known if known is not None else super()._binop(node, out, after, where)

    def _loop_call(self, node: ast.Call, out: int, after: Node, where: Where) -> Node | None:
        name = next((n for n in (*LOOPS, "next", "sum") if self.is_builtin_call(node, n)), None)
        if name is None or not node.args or id(node.args[0]) not in self.immediate:
            return None
        generator = node.args[0]
        assert isinstance(generator, ast.GeneratorExp)
        line = node.lineno
        asked = generator.generators[0].iter
        if (
            name in LOOPS
            and isinstance(asked, ast.Name)
            and self.own_name(asked) in self.rule_lists
        ):
            return self._all_rules(node, generator, out, after, where, every=name == "all")
        parts = [
            *(g.iter for g in generator.generators),
            *self.asked_inside(generator),
            generator.elt,
        ]
        to_the_end = name in LOOPS and asks_quietly(parts, self.context.names)
        if name == "next":
            whole = last_of(self, node, generator, out, after, where) or first_going_on(
                self, node, generator, out, after, where
            )
            if whole is not None:
                return whole
            given = node.args[1]
            ended: Node = Put(line, out, constant_term(given), after)
        elif name == "sum":
            return self._sum(node, generator, out, after, where)
        else:
            start = FALSE if name == "any" else TRUE
            ended = (
                after if to_the_end and self.context.to_the_end else Put(line, out, start, after)
            )

        def element(again: Node) -> Node:
            if name == "next":
                return self.value(generator.elt, out, after, where)
            goes_on = to_the_end and self.context.to_the_end
            decided = Put(line, out, TRUE if name == "any" else FALSE, again if goes_on else after)
            yes, no = (decided, again) if name == "any" else (again, decided)
            return self.condition(generator.elt, yes, no, where)

        entry = self.generated(generator, 0, element, ended, where)
        if to_the_end and self.context.to_the_end:
            entry = Put(line, out, start, entry)
        inside = [generator.elt, *self.asked_inside(generator)]
        entry = self.not_stopping(node, inside, entry, where)
        if to_the_end and self.context.to_the_end:
            entry = self._asked_further(node, parts, entry, where)
        return entry

    def _asked_further(
        self, node: ast.Call, parts: list[ast.expr], entry: Node, where: Where
    ) -> Node:
        """Assume that going on to the end, once the answer is known, does nothing."""
        for part in parts:
            about = ast.unparse(part)
            breaks = f"a later element for which `{about}` raises or acts, or an iterator that is used up"
            detail = (AssumptionKind.NO_EFFECT, about, breaks)
            entry = self.do("assume", node, (), (), entry, where, detail)
        return entry

    def not_stopping(
        self, node: ast.expr, parts: list[ast.expr], entry: Node, where: Where
    ) -> Node:
        """Assume that nothing inside a generator raises StopIteration, which would become a
        RuntimeError there.
        """
        for part in parts:
            if isinstance(part, ast.Name | ast.Constant):
                continue
            about = ast.unparse(part)
            detail = (AssumptionKind.NO_EFFECT, about, f"`{about}` raises StopIteration")
            entry = self.do("assume", node, (), (), entry, where, detail)
        return entry

    def _sum(
        self, node: ast.Call, generator: ast.GeneratorExp, out: int, after: Node, where: Where
    ) -> Node:
        """``sum(...)`` starts at 0 and adds one element after the other; of floats the rounding is
        its own.
        """

        def element(again: Node) -> Node:
            item = self.temporary()
            return self.value(
                generator.elt,
                item,
                self.do("sum up", generator.elt, (out, item), (out,), again, where),
                where,
            )

        entry: Node = Put(
            node.lineno, out, const(0), self.generated(generator, 0, element, after, where)
        )
        harmless = is_constant(generator.elt) or isinstance(generator.elt, ast.Name)
        entry = self.not_stopping(
            node,
            [*([] if harmless else [generator.elt]), *self.asked_inside(generator)],
            entry,
            where,
        )
        return self.value(node.func, self.temporary(), entry, where)

    def _all_rules(
        self,
        node: ast.Call,
        generator: ast.GeneratorExp,
        out: int,
        after: Node,
        where: Where,
        *,
        every: bool,
    ) -> Node:
        """``all(rule(x) for rule in rules)``, one rule after the other."""
        asked, element = generator.generators[0].iter, generator.elt
        assert isinstance(asked, ast.Name) and isinstance(element, ast.Call)
        entry: Node = Put(node.lineno, out, TRUE if every else FALSE, after)
        for rule in reversed(self.rule_lists[asked.id][1]):
            bound = bind_arguments(
                rule.args, element.args, {k.arg: k.value for k in element.keywords}
            )
            if bound is None or any(isinstance(a, ast.Starred) for a in element.args):
                raise CannotLower("rules that do not take what they are given", node.lineno)
            decided = Put(node.lineno, out, FALSE if every else TRUE, after)
            entry = self._one_rule(
                rule, element, bound, (entry, decided) if every else (decided, entry), where
            )
        entry = self.value(asked, self.temporary(), entry, where)
        about = ast.unparse(element)
        detail = (AssumptionKind.NO_EFFECT, about, f"`{about}` raises StopIteration")
        return self.do("assume", node, (), (), entry, where, detail)

    def _one_rule(
        self,
        rule: FunctionNode,
        element: ast.Call,
        bound: dict[str, ast.expr],
        ways: tuple[Node, Node],
        where: Where,
    ) -> Node:
        given = [*element.args, *(k.value for k in element.keywords)]
        answer, flag = self.temporary(), self.temporary()
        test = Test(element.lineno, flag, *ways, element)
        asked = self._truth(element, answer, flag, test, where)

        def enter(operands: tuple[Operand, ...]) -> Node:
            values = dict(zip(map(id, given), operands, strict=True))
            return self.inlined(
                rule, {n: values.get(id(e), e) for n, e in bound.items()}, answer, asked, where
            )

        return self.values(given, where, enter)

    def _listcomp(self, node: ast.expr, out: int, after: Node, where: Where) -> Node:
        found = self._collected(node, out, after, where)
        return super()._listcomp(node, out, after, where) if found is None else found

    _setcomp = _dictcomp = _listcomp

    def _subscript(self, node: ast.Subscript, out: int, after: Node, where: Where) -> Node:
        if isinstance(node.value, ast.ListComp) and ast.unparse(node.slice) == "::-1":
            found = self._collected(node.value, out, after, where, turned=True)
            if found is not None:
                return found
        return super()._subscript(node, out, after, where)

    def _collected(
        self, node: ast.expr, out: int, after: Node, where: Where, *, turned: bool = False
    ) -> Node | None:
        """A comprehension as loops that fill a container, a list from its end where ``turned``;
        None where it is left as it stands.
        """
        if (
            not self.context.apart
            or not isinstance(node, ast.ListComp | ast.SetComp | ast.DictComp)
            or not is_plain_comprehension(node, self.immediate, inside=True)
        ):
            return None
        made, nothing, item, value = (self.temporary() for _ in range(4))
        ended = Put(node.lineno, out, made, after)

        def element(again: Node) -> Node:
            if isinstance(node, ast.DictComp):
                stored = self.do("setitem", node, (made, item, value), (), again, where)
                return self.values(
                    [node.key, node.value],
                    where,
                    lambda o: Put(node.lineno, item, o[0], Put(node.lineno, value, o[1], stored)),
                )
            kind = "append" if isinstance(node, ast.ListComp) else "add"
            if turned:
                kind = "put first"
            return self.value(
                node.elt, item, self.do(kind, node, (made, item), (nothing,), again, where), where
            )

        kind = {ast.ListComp: "list", ast.SetComp: "set", ast.DictComp: "dict"}[type(node)]
        return self.do(
            kind, node, (), (made,), self.generated(node, 0, element, ended, where), where, ()
        )

    def generated(
        self,
        node: ast.GeneratorExp | ast.ListComp | ast.SetComp | ast.DictComp,
        i: int,
        element: Callable[[Node], Node],
        ended: Node,
        where: Where,
        *,
        backwards: bool = False,
    ) -> Node:
        """The loops of a generator expression around its element; ``backwards`` where what they go
        through must be such that it could be gone through from its end.
        """
        loop = node.generators[i]
        if isinstance(loop.iter, ast.GeneratorExp) and id(loop.iter) in self.immediate:
            return self._through_generator(node, i, loop.iter, element, ended, where)
        rows = self.rows_of(loop.iter)
        if rows is not None:
            return self._row_by_row(node, i, rows, element, ended, where)
        if is_gone_through(loop.iter):
            return gone_through(self, loop.iter, self._each(node, i, element, where), ended, where)
        iterator, flag, item = self.temporary(), self.temporary(), self.temporary()
        head = Cut(node.lineno, ended)
        # what numbers its rounds cannot be gone through from its end
        counted = None if backwards else self.counted(loop.target, loop.iter)
        with self.inner_names(node, i):
            inside = self._round(node, i, item, element, head, where, counted, backwards=backwards)
        test = Test(node.lineno, flag, inside, ended, in_words(loop.iter))
        head.next = self.do("next", loop.iter, (iterator,), (flag, item), test, where)
        return self.started(loop.iter, counted, iterator, head, where, backwards=backwards)

    def _through_generator(
        self,
        node: ast.GeneratorExp | ast.ListComp | ast.SetComp | ast.DictComp,
        i: int,
        inner: ast.GeneratorExp,
        element: Callable[[Node], Node],
        ended: Node,
        where: Where,
    ) -> Node:
        """A loop through what another generator yields, element by element."""
        item, each = self.temporary(), self._each(node, i, element, where)

        def made(again: Node) -> Node:
            return self.value(inner.elt, item, each(item, again), where)

        entry = self.generated(inner, 0, made, ended, where)
        return self.not_stopping(inner, [inner.elt, *self.asked_inside(inner)], entry, where)

    def _each(
        self,
        node: ast.GeneratorExp | ast.ListComp | ast.SetComp | ast.DictComp,
        i: int,
        element: Callable[[Node], Node],
        where: Where,
    ) -> Round:
        """What is done with an element that something else makes, whose names are not seen here."""
        around = dict(self.inner)

        def each(item: int, again: Node) -> Node:
            own, self.inner = self.inner, dict(around)
            with self.inner_names(node, i):
                inside = self._round(node, i, item, element, again, where)
            self.inner = own
            return inside

        return each

    def counted(self, target: ast.expr, over: ast.expr) -> Counted | None:
        """What a loop goes through that is numbered by ``enumerate``, taken apart; None if it is
        not.
        """
        if not isinstance(over, ast.Call) or not self.is_builtin_call(over, "enumerate"):
            return None
        start = over.args[1] if len(over.args) == 2 else ast.Constant(0)
        plain = isinstance(start, ast.Constant) and type(start.value) is int
        if not 1 <= len(over.args) <= 2 or isinstance(over.args[0], ast.Starred) or not plain:
            return None
        if not isinstance(target, ast.Tuple) or len(target.elts) != 2:
            return None
        if not isinstance(target.elts[0], ast.Name) or isinstance(target.elts[1], ast.Starred):
            return None
        assert isinstance(start, ast.Constant)
        index, element = target.elts
        number = int(start.value)  # type: ignore[arg-type]
        return Counted(over.func, over.args[0], index, element, number, self.temporary())

    def started(
        self,
        over: ast.expr,
        counted: Counted | None,
        iterator: int,
        head: Node,
        where: Where,
        *,
        backwards: bool = False,
    ) -> Node:
        """The start of a loop: what it goes through, and the number of the first round."""
        asked = over if counted is None else counted.over

        def begun(operands: tuple[Operand, ...]) -> Node:
            start = self.do("iter", asked, operands, (iterator,), head, where)
            if not backwards:
                return start
            return self.do("has a last", asked, operands, (), start, where)

        entry = self.values([asked], where, begun)
        return entry if counted is None else self.numbered(counted, over, entry, where)

    def numbered(self, counted: Counted, over: ast.expr, entry: Node, where: Where) -> Node:
        """The number of the first round, before what a loop goes through."""
        entry = Put(over.lineno, counted.number, const(counted.start), entry)
        return self.value(counted.name, self.temporary(), entry, where)

    def given(
        self, target: ast.expr, counted: Counted | None, item: int, inside: Node, where: Where
    ) -> Node:
        """The names that a round of a loop sets."""
        if counted is None:
            return self.assign(target, item, inside, where)
        inside = self.assign(counted.target, item, inside, where)
        one = (counted.number, const(1))
        inside = self.do("binop", counted.index, one, (counted.number,), inside, where, "+")
        return self.assign(counted.index, counted.number, inside, where)

    def _row_by_row(
        self,
        node: ast.GeneratorExp | ast.ListComp | ast.SetComp | ast.DictComp,
        i: int,
        rows: list[Term],
        element: Callable[[Node], Node],
        ended: Node,
        where: Where,
    ) -> Node:
        """A loop over constant rows, written out."""
        loop, entry = node.generators[i], ended
        for row in reversed(rows):
            item = self.temporary()
            with self.inner_names(node, i):
                entry = Put(
                    node.lineno, item, row, self._round(node, i, item, element, entry, where)
                )
        return (
            self.value(loop.iter, self.temporary(), entry, where)
            if isinstance(loop.iter, ast.Name)
            else entry
        )

    def _round(
        self,
        node: ast.GeneratorExp | ast.ListComp | ast.SetComp | ast.DictComp,
        i: int,
        item: int,
        element: Callable[[Node], Node],
        again: Node,
        where: Where,
        counted: Counted | None = None,
        *,
        backwards: bool = False,
    ) -> Node:
        """What is done with one element of a loop."""
        loop = node.generators[i]
        inside = (
            element(again)
            if i + 1 == len(node.generators)
            else self.generated(node, i + 1, element, again, where, backwards=backwards)
        )
        for condition in reversed(loop.ifs):
            inside = self.condition(condition, inside, again, where)
            sides = _sides(condition)
            if sides and isinstance(node, ast.GeneratorExp):
                about = ast.unparse(condition)
                detail = (AssumptionKind.NO_EFFECT, about, f"`{about}` raises StopIteration")
                inside = self.values(
                    sides, where, partial(self._unless_plain, condition, detail, inside, where)
                )
        return self.given(loop.target, counted, item, inside, where)

    def _unless_plain(
        self,
        source: ast.expr,
        detail: object,
        after: Node,
        where: Where,
        operands: tuple[Operand, ...],
    ) -> Node:
        return self.do("assume unless plain", source, operands, (), after, where, detail)

    @staticmethod
    def asked_inside(generator: ast.GeneratorExp) -> list[ast.expr]:
        """What a generator evaluates itself beside its element and comparisons of names."""
        conditions = [c for g in generator.generators for c in g.ifs if not _sides(c)]
        inner = [g.iter for g in generator.generators[1:] if not isinstance(g.iter, ast.Name)]
        return [*conditions, *inner]

    def reversed_in(self, node: ast.expr) -> ast.expr | None:
        """``e`` of ``reversed(e)``."""
        if not isinstance(node, ast.Call) or not self.is_builtin_call(node, "reversed"):
            return None
        whole = len(node.args) == 1 and not isinstance(node.args[0], ast.Starred)
        return node.args[0] if whole else None

    @contextmanager
    def inner_names(
        self, node: ast.GeneratorExp | ast.ListComp | ast.SetComp | ast.DictComp, i: int
    ) -> Iterator[None]:
        """Inside, the names of all targets of a comprehension are not those of the function.

        They are its own from its first loop on, also before their loop gives them a value.
        """
        old = dict(self.inner)
        if i == 0:
            number = self.temporary()
            targets = [n for g in node.generators for n in all_nodes(g.target)]
            names = [n.id for n in targets if isinstance(n, ast.Name) and _is_set(n)]
            self.inner.update({n: f"{n}@{number}" for n in names})
        yield
        self.inner = old


def _is_set(name: ast.Name) -> bool:
    return not isinstance(name.ctx, ast.Load)


def _sides(condition: ast.expr) -> list[ast.expr]:
    """The two sides of a comparison of names and constants; empty for any other condition."""
    if (
        not isinstance(condition, ast.Compare)
        or len(condition.ops) != 1
        or isinstance(condition.ops[0], ast.In | ast.NotIn)
    ):
        return []
    sides = [condition.left, condition.comparators[0]]
    return sides if all(isinstance(s, ast.Name | ast.Constant) for s in sides) else []
