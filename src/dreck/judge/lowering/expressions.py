"""Expressions and conditions, lowered into decision graphs in evaluation order.

Everything is built backwards: a method gets the node that comes next and returns the node
to start at. Order follows the language reference, section 6 (Expressions), and what
CPython does where the reference leaves it open.
"""

from __future__ import annotations

import ast
from collections.abc import Callable, Hashable, Iterator
from dataclasses import dataclass
from itertools import count

from ...outline import all_nodes
from ..world.answering import ONLY_OF_TEXTS, names_defined, only_answers
from ..world.constants import NO_STOP
from ..world.context import Context
from ..world.splits import said_of_factory
from ..ir.operations import checked
from ..ir.graph import Do, Landing, Leave, Load, MaybeUnbound, Node, Operand, Put, Slot, Test
from ..world.resolver import Meaning, Resolver
from ..world.scope import (
    Scope,
    binds_outwards,
    defaults_of,
    evaluated_outside,
    free_nodes,
)
from ..versions.shape import shape
from ..values.terms import FALSE, TRUE, const
from ..face.verdict import AssumptionKind

# Set on an ``AugAssign`` that a function was brought to: what it adds has to be a text.
ADDS_TEXT = "adds_text"
_SEES_ALL_LOCALS = frozenset({"locals", "vars", "dir", "eval", "exec"})
_OPERATORS: dict[type[ast.AST], str] = {
    ast.Add: "+",
    ast.Sub: "-",
    ast.Mult: "*",
    ast.Div: "/",
    ast.FloorDiv: "//",
    ast.Mod: "%",
    ast.Pow: "**",
    ast.MatMult: "@",
    ast.LShift: "<<",
    ast.RShift: ">>",
    ast.BitOr: "|",
    ast.BitXor: "^",
    ast.BitAnd: "&",
    ast.UAdd: "+",
    ast.USub: "-",
    ast.Invert: "~",
    ast.Eq: "==",
    ast.NotEq: "!=",
    ast.Lt: "<",
    ast.LtE: "<=",
    ast.Gt: ">",
    ast.GtE: ">=",
    ast.Is: "is",
    ast.IsNot: "is not",
    ast.In: "in",
    ast.NotIn: "not in",
}


class CannotLower(Exception):
    """The judge does not model this construct; it says so instead of guessing."""

    def __init__(self, what: str, line: int) -> None:
        super().__init__(what, line)
        self.what, self.line = what, line


@dataclass(frozen=True, slots=True)
class Jump:
    """Where ``break`` or ``continue`` goes, and how many clean-ups stand outside the loop."""

    node: Node
    depth: int


@dataclass(frozen=True, slots=True)
class Where:
    """The surroundings of a statement: handlers, clean-ups and loops."""

    landing: Landing | None = None
    during: int | None = None
    cleanups: tuple[Callable[[Node], Node], ...] = ()
    broken: Jump | None = None
    continued: Jump | None = None


@dataclass(frozen=True, slots=True)
class Inside:
    """A helper lowered in place of its call: where its result goes, and what tells its names apart.

    ``around`` lowers the function whose names a helper defined in it takes from around. ``handed``
    is what is done with what it yields, and where that goes on, where a loop goes through it.
    """

    prefix: str
    around: ExpressionLowering | None
    count: Iterator[int]
    out: int
    after: Node
    handed: Callable[[int, Node], Node] | None = None


class ExpressionLowering:
    """Lowers expressions of one function."""

    def __init__(
        self, scope: Scope, first_parameter: str | None, context: Context, inside: Inside | None
    ) -> None:
        self.scope = scope
        self.context = context
        self.self_name: str | None = None
        self.immediate: frozenset[int] = frozenset()
        self.inner: dict[str, str] = {}  # names of generator expressions that are lowered in place
        self._first_parameter = first_parameter
        self._inside = inside
        self._count = inside.count if inside is not None else count(1)

    @property
    def resolver(self) -> Resolver:
        """What names mean at the place that is being lowered."""
        around = self._inside.around if self._inside is not None else None
        return Resolver(
            self.scope, self.context.names, self.inner, None if around is None else around.resolver
        )

    @property
    def handed(self) -> Callable[[int, Node], Node] | None:
        """What is done with what is yielded here, where a loop goes through that."""
        return self._inside.handed if self._inside is not None else None

    def temporary(self) -> int:
        """A new slot."""
        return next(self._count)

    def slot(self, name: str) -> str:
        """The slot of a local name; a helper that is lowered in place has slots of its own."""
        if name in self.inner:
            return self.inner[name]
        return f"{self._inside.prefix}{name}" if self._inside is not None else name

    def do(
        self,
        kind: str,
        source: ast.AST,
        operands: tuple[Operand, ...],
        outs: tuple[Slot, ...],
        after: Node,
        where: Where,
        detail: Hashable = None,
    ) -> Node:
        """One effect at the place of a piece of source, of a kind that the table describes."""
        checked(kind, len(operands), len(outs))
        return Do(
            _line(source), kind, detail, operands, outs, after, where.landing, where.during, source
        )

    # -- values ---------------------------------------------------------------------------

    def value(self, node: ast.expr, out: int, after: Node, where: Where) -> Node:
        """Evaluate an expression into a slot."""
        method = getattr(self, "_" + type(node).__name__.lower(), None)
        if method is None:
            raise CannotLower(f"{type(node).__name__} expressions", _line(node))
        entry: Node = method(node, out, after, where)
        if getattr(node, NO_STOP, False):
            about = ast.unparse(node)
            breaks = f"`{about}` raises StopIteration, which a manager tells from a RuntimeError"
            detail = (AssumptionKind.NO_EFFECT, about, breaks)
            return self.do("assume", node, (), (), entry, where, detail)
        return entry

    def values(
        self, nodes: list[ast.expr], where: Where, build: Callable[[tuple[Operand, ...]], Node]
    ) -> Node:
        """Evaluate expressions from left to right, then go on with what ``build`` makes of them."""
        operands: list[Operand] = [
            const(n.value) if isinstance(n, ast.Constant) else self.temporary() for n in nodes
        ]
        entry = build(tuple(operands))
        for node, operand in zip(reversed(nodes), reversed(operands), strict=True):
            if isinstance(operand, int):
                entry = self.value(node, operand, entry, where)
        return entry

    def effect(
        self,
        kind: str,
        node: ast.expr,
        parts: list[ast.expr],
        out: int,
        after: Node,
        where: Where,
        detail: Hashable = None,
        extra: tuple[Operand, ...] = (),
    ) -> Node:
        """Evaluate the parts, then do one effect with them."""
        return self.values(
            parts, where, lambda ops: self.do(kind, node, ops + extra, (out,), after, where, detail)
        )

    def _constant(self, node: ast.Constant, out: int, after: Node, where: Where) -> Node:
        return Put(_line(node), out, const(node.value), after)

    def _name(self, node: ast.Name, out: int, after: Node, where: Where) -> Node:
        if node.id in self.inner:
            return Load(_line(node), self.slot(node.id), out, after, where.landing)
        around = self._inside.around if self._inside is not None else None
        meaning = self.resolver.meaning(node.id)
        if meaning is Meaning.LOCAL and node.id in self.scope.own:
            # A comprehension is a function of its own: an unbound name there is a free variable.
            error = "NameError" if self.inner else "UnboundLocalError"
            return Load(_line(node), self.slot(node.id), out, after, where.landing, error)
        if around is not None and meaning not in (Meaning.MODULE, Meaning.BUILTIN):
            if node.id not in self.scope.own:
                return around.free_name(node, out, after, where)
        if meaning in (Meaning.CELL, Meaning.OUTER):
            return self.do("cell", node, (), (out,), after, where, self.cell(node.id))
        return self._global(node, out, after, where)

    def cell(self, name: str) -> str:
        """What tells a shared name of this function from one of a function around it."""
        return name if self.resolver.meaning(name) is Meaning.CELL else f"outer {name}"

    def _global(self, node: ast.Name, out: int, after: Node, where: Where) -> Node:
        """A name of the module, or of Python itself."""
        if node.id == "__debug__":
            return self.do("asserts", node, (), (out,), after, where)
        return self.do("global", node, (), (out,), after, where, node.id)

    def free_name(self, node: ast.Name, out: int, after: Node, where: Where) -> Node:
        """A name of this function, read by a helper defined in it.

        The helper does not see the names of a comprehension that it is called in.
        """
        inner, self.inner = self.inner, {}
        try:
            if self.resolver.meaning(node.id) is Meaning.LOCAL and node.id in self.scope.own:
                return Load(_line(node), self.slot(node.id), out, after, where.landing, "NameError")
            return self._name(node, out, after, where)
        finally:
            self.inner = inner

    def _attribute(self, node: ast.Attribute, out: int, after: Node, where: Where) -> Node:
        return self.effect("getattr", node, [node.value], out, after, where, node.attr)

    def _subscript(self, node: ast.Subscript, out: int, after: Node, where: Where) -> Node:
        return self.effect("getitem", node, [node.value, node.slice], out, after, where)

    def _slice(self, node: ast.Slice, out: int, after: Node, where: Where) -> Node:
        parts: list[ast.expr] = [
            p or ast.Constant(None) for p in (node.lower, node.upper, node.step)
        ]
        return self.effect("slice", node, parts, out, after, where)

    def _binop(self, node: ast.BinOp, out: int, after: Node, where: Where) -> Node:
        return self.effect(
            "binop", node, [node.left, node.right], out, after, where, _OPERATORS[type(node.op)]
        )

    def _unaryop(self, node: ast.UnaryOp, out: int, after: Node, where: Where) -> Node:
        if isinstance(node.op, ast.Not):
            inner = self.temporary()
            flag = self.temporary()
            done = self.do("not", node, (flag,), (out,), after, where)
            return self.value(
                node.operand, inner, self._truth(node.operand, inner, flag, done, where), where
            )
        if isinstance(node.operand, ast.Constant) and isinstance(node.operand.value, int | float):
            if isinstance(node.op, ast.USub) and not isinstance(node.operand.value, bool):
                return Put(_line(node), out, const(-node.operand.value), after)
        return self.effect(
            "unary", node, [node.operand], out, after, where, _OPERATORS[type(node.op)]
        )

    def _truth(self, source: ast.AST, slot: Operand, flag: int, after: Node, where: Where) -> Node:
        return self.do("truth", source, (slot,), (flag,), after, where)

    def _boolop(self, node: ast.BoolOp, out: int, after: Node, where: Where) -> Node:
        entry = self.value(node.values[-1], out, after, where)
        for operand in reversed(node.values[:-1]):
            flag = self.temporary()
            is_and = isinstance(node.op, ast.And)
            ways = (entry, after) if is_and else (after, entry)
            test = Test(_line(operand), flag, *ways, operand)
            entry = self.value(operand, out, self._truth(operand, out, flag, test, where), where)
        return entry

    def asked_exactly(self, node: ast.expr, yes: Node, no: Node, where: Where) -> Node | None:
        """A comparison of types as questions for classes; None if it is no such thing."""
        return None

    def _compare(self, node: ast.Compare, out: int, after: Node, where: Where) -> Node:
        line = _line(node)
        exact = self.asked_exactly(
            node, Put(line, out, TRUE, after), Put(line, out, FALSE, after), where
        )
        if exact is not None:
            return exact
        return self._chain(
            node,
            out,
            after,
            where,
            lambda flag, go_on, _: Test(_line(node), flag, go_on, after, node),
        )

    def _chain(
        self,
        node: ast.Compare,
        out: int,
        after: Node,
        where: Where,
        link: Callable[[int, Node, Operand], Node],
    ) -> Node:
        """A comparison; in a chain ``link`` goes on to the next one or leaves with the value so
        far.
        """
        terms = [node.left, *node.comparators]
        slots = [self.temporary() for _ in terms]
        entry = after
        for i in reversed(range(len(node.ops))):
            entry = self._one_comparison(
                node, node.ops[i], (slots[i], slots[i + 1]), out, entry, where
            )
            if not self.is_looked_into(node, i):
                entry = self.value(terms[i + 1], slots[i + 1], entry, where)
            if i:
                flag = self.temporary()
                entry = self._truth(node, out, flag, link(flag, entry, out), where)
        return self.value(terms[0], slots[0], entry, where)

    def is_looked_into(self, node: ast.Compare, i: int) -> bool:
        """Whether a container behind ``in`` is looked into member by member, so never built."""
        return False

    def throw(self, error: int, source: ast.AST, where: Where) -> Node:
        """Hand an exception to the handler in force, or leave with it."""
        if where.landing is None:
            return Leave(getattr(source, "lineno", 0), "raise", error, source)
        return Put(getattr(source, "lineno", 0), where.landing.slot, error, where.landing.node)

    def assign(self, target: ast.expr, value: Operand, after: Node, where: Where) -> Node:
        """Store a value in a target: name, attribute, item, or a pattern of those."""
        if isinstance(target, ast.Name):
            return self.bind(target.id, value, after, where, target)
        if isinstance(target, ast.Attribute):
            return self.values(
                [target.value],
                where,
                lambda ops: self.do(
                    "setattr", target, (*ops, value), (), after, where, target.attr
                ),
            )
        if isinstance(target, ast.Subscript):
            return self.values(
                [target.value, target.slice],
                where,
                lambda ops: self.do("setitem", target, (*ops, value), (), after, where),
            )
        assert isinstance(target, ast.Tuple | ast.List)
        elements = [e.value if isinstance(e, ast.Starred) else e for e in target.elts]
        star = next((i for i, e in enumerate(target.elts) if isinstance(e, ast.Starred)), None)
        outs = tuple(self.temporary() for _ in elements)
        for element, out in zip(reversed(elements), reversed(outs), strict=True):
            after = self.assign(element, out, after, where)
        return self.do("unpack", target, (value,), outs, after, where, (len(outs), star))

    def _one_comparison(
        self,
        node: ast.Compare,
        op: ast.cmpop,
        slots: tuple[int, int],
        out: int,
        after: Node,
        where: Where,
    ) -> Node:
        symbol = _OPERATORS[type(op)]
        if symbol in ("is not", "not in"):
            flag = self.temporary()
            after = self.do("not", node, (flag,), (out,), after, where)
            return self.do("is" if symbol == "is not" else "in", node, slots, (flag,), after, where)
        if symbol in ("is", "in"):
            return self.do(symbol, node, slots, (out,), after, where)
        return self.do("compare", node, slots, (out,), after, where, symbol)

    def _call(self, node: ast.Call, out: int, after: Node, where: Where) -> Node:
        arguments = [a.value if isinstance(a, ast.Starred) else a for a in node.args]
        parts = [node.func, *arguments, *(k.value for k in node.keywords)]
        detail = (
            tuple(isinstance(a, ast.Starred) for a in node.args),
            tuple(k.arg for k in node.keywords),
        )
        seen = self._seen_by_callee(node)
        if self._only_answers(node):
            about = ast.unparse(node)
            breaks = (
                f"another `{ast.unparse(node.func)}`, which does something or answers otherwise"
            )
            resting = (AssumptionKind.NO_EFFECT, about, f"{breaks} when it is asked again")
            return self._asked(node, parts, out, after, where, (*detail, ()), resting)
        if self._asks_text(node):
            about = ast.unparse(node.func.value)  # type: ignore[attr-defined]
            text = (AssumptionKind.AS_USED, about, f"{about} that is no text")
            return self._asked(node, parts, out, after, where, (*detail, ()), text)
        return self.effect(
            "call", node, parts, out, after, where, (*detail, tuple(o.name for o in seen)), seen
        )

    def _only_answers(self, node: ast.Call) -> bool:
        """Whether a call is one of a function of the module that only answers."""
        if not self.context.asking or node.keywords:
            return False
        if any(isinstance(a, ast.Starred) for a in node.args):
            return False
        if isinstance(node.func, ast.Name) and not self.resolver.means_module(node.func.id):
            return False
        return only_answers(node.func, self.context.names.declared.trees)

    def _asks_text(self, node: ast.Call) -> bool:
        """Whether a call is of a method that texts have, and nothing around defines."""
        called = node.func
        if not self.context.asking or not isinstance(called, ast.Attribute):
            return False
        if called.attr not in ONLY_OF_TEXTS or node.keywords:
            return False
        if any(isinstance(a, ast.Starred) for a in node.args):
            return False
        if isinstance(called.value, ast.Name) and self.resolver.means_module(called.value.id):
            return False
        return not names_defined(called.attr, self.context.names.declared.trees)

    def _asked(
        self,
        node: ast.Call,
        parts: list[ast.expr],
        out: int,
        after: Node,
        where: Where,
        detail: Hashable,
        resting: Hashable,
    ) -> Node:
        """A question that only gets an answer, and what that rests on."""
        asked = self.effect("ask", node, parts, out, after, where, detail)
        return self.do("rely", node, (), (), asked, where, resting)

    def _seen_by_callee(self, node: ast.Call) -> tuple[MaybeUnbound, ...]:
        """Local names that a built-in reads off the caller's frame."""
        name = node.func.id if isinstance(node.func, ast.Name) else ""
        if name == "super" and not node.args and self._first_parameter:
            return (MaybeUnbound(self.slot(self._first_parameter)),)
        if name in _SEES_ALL_LOCALS:
            return tuple(
                MaybeUnbound(self.slot(n)) for n in sorted(self.scope.own - self.scope.captured)
            )
        return ()

    def _ifexp(self, node: ast.IfExp, out: int, after: Node, where: Where) -> Node:
        yes = self.value(node.body, out, after, where)
        no = self.value(node.orelse, out, after, where)
        return self.condition(node.test, yes, no, where)

    def _namedexpr(self, node: ast.NamedExpr, out: int, after: Node, where: Where) -> Node:
        return self.value(
            node.value, out, self.bind(node.target.id, out, after, where, node), where
        )

    def _tuple(self, node: ast.Tuple, out: int, after: Node, where: Where) -> Node:
        return self._display("tuple", node, node.elts, out, after, where)

    def _list(self, node: ast.List, out: int, after: Node, where: Where) -> Node:
        return self._display("list", node, node.elts, out, after, where)

    def _set(self, node: ast.Set, out: int, after: Node, where: Where) -> Node:
        return self._display("set", node, node.elts, out, after, where)

    def _display(
        self,
        kind: str,
        node: ast.expr,
        elements: list[ast.expr],
        out: int,
        after: Node,
        where: Where,
    ) -> Node:
        stars = tuple(isinstance(e, ast.Starred) for e in elements)
        parts = [e.value if isinstance(e, ast.Starred) else e for e in elements]
        return self.effect(
            kind if not any(stars) else kind + "-star", node, parts, out, after, where, stars
        )

    def _dict(self, node: ast.Dict, out: int, after: Node, where: Where) -> Node:
        pairs = zip(node.keys, node.values, strict=True)
        parts = [part for key, value in pairs for part in (key, value) if part is not None]
        return self.effect(
            "dict", node, parts, out, after, where, tuple(k is None for k in node.keys)
        )

    def _joinedstr(self, node: ast.JoinedStr, out: int, after: Node, where: Where) -> Node:
        return self.effect("join", node, list(node.values), out, after, where)

    def _formattedvalue(
        self, node: ast.FormattedValue, out: int, after: Node, where: Where
    ) -> Node:
        parts = [node.value] if node.format_spec is None else [node.value, node.format_spec]
        return self.effect("format", node, parts, out, after, where, node.conversion)

    def _yield(self, node: ast.Yield, out: int, after: Node, where: Where) -> Node:
        return self.effect("yield", node, [node.value or ast.Constant(None)], out, after, where)

    def _yieldfrom(self, node: ast.YieldFrom, out: int, after: Node, where: Where) -> Node:
        return self.effect("yield from", node, [node.value], out, after, where)

    def _await(self, node: ast.Await, out: int, after: Node, where: Where) -> Node:
        return self.effect("await", node, [node.value], out, after, where)

    def _lambda(self, node: ast.Lambda, out: int, after: Node, where: Where) -> Node:
        detail = self.picture(node, [_head(node.args), node.body])
        shared = self.kept_for_later(node, detail[1])
        given = defaults_of(node.args)
        made = self.effect("function", node, given, out, after, where, detail[0], shared)
        return self._assuming_kinds(node, made, where)

    def _generatorexp(self, node: ast.GeneratorExp, out: int, after: Node, where: Where) -> Node:
        first = node.generators[0]
        parts = [node.elt, first.target, first.ifs, first.is_async, node.generators[1:]]
        detail = self.picture(node, parts)
        shared = self.kept_for_later(node, detail[1])
        made = self.effect("genexp", node, [first.iter], out, after, where, detail[0], shared)
        return self._assuming_kinds(node, made, where)

    def _listcomp(self, node: ast.expr, out: int, after: Node, where: Where) -> Node:
        if binds_outwards(node):
            raise CannotLower("a comprehension that assigns with :=", _line(node))
        detail, operands = self.picture(node, node)
        made = self.do("comprehension", node, operands, (out,), after, where, detail)
        return self._assuming_kinds(node, made, where)

    _setcomp = _dictcomp = _listcomp

    def picture(self, node: ast.AST, parts: object) -> tuple[Hashable, tuple[MaybeUnbound, ...]]:
        """What code looks like that is compared as it stands, with all that it takes from around.

        Every name in it that means something outside is marked with whose it is. The names that
        nobody else can set are left open and handed out as operands, so none can be missing.

        Args:
            node: a nested scope or a pattern.
            parts: what of it counts: what is evaluated where it is defined may be lowered apart.

        Returns:
            The picture, and the operands in the order of first use.
        """
        outside = [n for part in evaluated_outside(node) for n in free_nodes(part)]
        marks: dict[int, str] = {}
        open_names: dict[str, MaybeUnbound] = {}
        known = self._factories_in(node)
        counted = {id(n) for n in _nodes_of(parts)}
        for name in (n for n in (*outside, *free_nodes(node)) if id(n) in counted):
            operand = self.local_operand(name.id)
            if operand is not None:
                open_names.setdefault(name.id, operand)
                marks[id(name)] = f"<{list(open_names).index(name.id)}>"
            else:
                meaning = self.resolver.meaning(name.id)
                marks[id(name)] = f"{meaning.value}:{known.get(name.id, name.id)}"
        return shape(parts, marks), tuple(open_names.values())

    def local_operand(self, name: str) -> MaybeUnbound | None:
        """The slot of a name that nobody but the function can set, as an operand."""
        if self.resolver.meaning(name) is not Meaning.LOCAL:
            return None
        if name in self.inner or name in self.scope.own:
            return MaybeUnbound(self.slot(name))
        assert self._inside is not None and self._inside.around is not None
        inner, self._inside.around.inner = self._inside.around.inner, {}
        found = self._inside.around.local_operand(name)
        self._inside.around.inner = inner
        return found

    def kept_for_later(
        self, node: ast.AST, operands: tuple[MaybeUnbound, ...]
    ) -> tuple[MaybeUnbound, ...]:
        """The operands of a step that makes something which reads names later: it can take their
        values now only where they never have others.

        Raises:
            CannotLower: a name may be set again.
        """
        lasting = self._lasting()
        changing = [o.name for o in operands if o.name not in lasting]
        if changing:
            raise CannotLower(f"code that keeps {changing[0]} for later", _line(node))
        return operands

    def _lasting(self) -> set[str]:
        """The slots of names that keep their only value, of functions around a helper too."""
        found = {self.slot(n) for n in self.scope.steady}
        around = self._inside.around if self._inside is not None else None
        return found if around is None else found | around._lasting()

    def _factories_in(self, node: ast.AST) -> dict[str, str]:
        """Functions called somewhere inside that only pick a class by its kind, and the classes
        that they stand for.
        """
        called = {
            n.func.id
            for n in all_nodes(node)
            if isinstance(n, ast.Call) and isinstance(n.func, ast.Name)
        }
        resolver = self.resolver
        known = {
            n: f[0]
            for n, f in self.context.factories.items()
            if resolver.means_module(n) and resolver.means_module(f[0])
        }
        mentioned = [n for n in all_nodes(node) if isinstance(n, ast.Name)]
        calls = [n.func for n in all_nodes(node) if isinstance(n, ast.Call)]
        only_called = {
            n for n in called if all(any(m is c for c in calls) for m in mentioned if m.id == n)
        }
        return {n: c for n, c in known.items() if n in only_called}

    def _assuming_kinds(self, node: ast.AST, after: Node, where: Where) -> Node:
        """What is assumed of such calls inside."""
        for name, owner in self._factories_in(node).items():
            detail = (
                AssumptionKind.CLOSED_KINDS,
                owner,
                f"code that asks for the exact class of what {said_of_factory(name)} makes",
            )
            after = self.do("rely", node, (), (), after, where, detail)
        return after

    # -- conditions -----------------------------------------------------------------------

    def condition(self, node: ast.expr, yes: Node, no: Node, where: Where) -> Node:
        """Evaluate an expression for its truth only, and go one of two ways."""
        if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
            return self.condition(node.operand, no, yes, where)
        if isinstance(node, ast.BoolOp):
            entry = self.condition(node.values[-1], yes, no, where)
            for operand in reversed(node.values[:-1]):
                ways = (entry, no) if isinstance(node.op, ast.And) else (yes, entry)
                entry = self.condition(operand, *ways, where)
            return entry
        if isinstance(node, ast.IfExp):
            first = self.condition(node.body, yes, no, where)
            return self.condition(
                node.test, first, self.condition(node.orelse, yes, no, where), where
            )
        if isinstance(node, ast.Constant):
            return yes if node.value else no
        return self._tested(node, yes, no, where)

    def _tested(self, node: ast.expr, yes: Node, no: Node, where: Where) -> Node:
        exact = self.asked_exactly(node, yes, no, where)
        if exact is not None:
            return exact
        out, flag = self.temporary(), self.temporary()
        test = Test(_line(node), flag, yes, no, node)
        asked = self._truth(node, out, flag, test, where)
        if isinstance(node, ast.Compare):
            return self._chain(
                node, out, asked, where, lambda f, go_on, _: Test(_line(node), f, go_on, no, node)
            )
        return self.value(node, out, asked, where)

    # -- binding --------------------------------------------------------------------------

    def bind(self, name: str, value: Operand, after: Node, where: Where, source: ast.AST) -> Node:
        """Give a name of the function, or one declared elsewhere, a value."""
        if name in self.inner:
            return Put(_line(source), self.slot(name), value, after)
        if name in self.scope.captured or name in self.scope.declared_nonlocal:
            return self.do("set cell", source, (value,), (), after, where, self.cell(name))
        if name in self.scope.own:
            return Put(_line(source), self.slot(name), value, after)
        return self.do("set global", source, (value,), (), after, where, name)


def _head(arguments: ast.arguments) -> list[object]:
    """What a signature looks like without the expressions in it, which are evaluated apart."""
    groups = (arguments.posonlyargs, arguments.args, arguments.kwonlyargs)
    stars = [a.arg if a else "" for a in (arguments.vararg, arguments.kwarg)]
    given = [d is not None for d in arguments.kw_defaults]
    return [[[a.arg for a in g] for g in groups], stars, len(arguments.defaults), given]


def head_of(function: ast.FunctionDef | ast.AsyncFunctionDef, *, lazy: bool) -> list[object]:
    """What the head of a nested function looks like, less what is evaluated apart.

    With lazy annotations (PEP 563) their texts are kept, since anybody can ask for those.
    """
    arguments = function.args
    every = [*arguments.args, *arguments.posonlyargs, arguments.vararg, *arguments.kwonlyargs]
    hints = [a.annotation for a in (*every, arguments.kwarg) if a is not None] + [function.returns]
    said = [h is not None and (ast.unparse(h) if lazy else True) for h in hints]
    return [type(function).__name__, function.name, _head(arguments), said]


def _nodes_of(parts: object) -> Iterator[ast.AST]:
    """All nodes in a tree or in lists of trees."""
    if isinstance(parts, ast.AST):
        yield from all_nodes(parts)
    elif isinstance(parts, list):
        for part in parts:
            yield from _nodes_of(part)


def in_words(iterable: ast.expr) -> ast.expr:
    """What stands for a loop's question in messages: whether there is another item."""
    return ast.copy_location(
        ast.Name(f"another item of {ast.unparse(iterable)}", ast.Load()), iterable
    )


def operator_symbol(operator: ast.AST) -> str:
    """How an operator is written."""
    return _OPERATORS[type(operator)]


def _line(node: ast.AST) -> int:
    """The line a node starts on; 0 for parts without a place of their own."""
    return getattr(node, "lineno", 0)
