"""Calls and attributes whose meaning depends on a class: plain objects, methods and data picked by
the class of an object.
"""

from __future__ import annotations

import ast
from abc import abstractmethod
from collections.abc import Callable, Mapping

from ...outline import all_nodes
from ..ir.graph import Node, Operand, Put, Test
from ..world.calls import bind_arguments
from ..world.constants import is_constant
from ..world.exact_types import asked_exactly
from ..world.splits import said_of_factory
from ..lowering.expressions import CannotLower, ExpressionLowering, Where
from ..world.neutral import OWN
from ..world.records import RecordClass
from ..world.rows import constant_term
from ..world.scope import FunctionNode
from ..face.verdict import AssumptionKind


class ClassLowering(ExpressionLowering):
    """Lowers what :class:`ExpressionLowering` would leave unknown calls and attributes of unknown
    objects.
    """

    # Plain objects that names of the function's own keep, with the statements, the calls and the
    # classes that make them.
    kept: Mapping[str, tuple[ast.stmt, ast.Call, RecordClass]]

    def bound_call(self, node: ast.Call, out: int, after: Node, where: Where) -> Node | None:
        """A call of a function that both versions define alike, told by what each of its parameters
        gets.
        """
        name = node.func.id if isinstance(node.func, ast.Name) else ""
        signature = self.context.signatures.get(name)
        given = [*node.args, *(k.value for k in node.keywords)]
        if (
            signature is None
            or not self.resolver.means_module(name)
            or any(isinstance(a, ast.Starred) for a in given)
        ):
            return None
        bound = bind_arguments(signature, node.args, {k.arg: k.value for k in node.keywords})
        if bound is None:
            return None

        def call(operands: tuple[Operand, ...]) -> Node:
            values = dict(zip(map(id, given), operands[1:], strict=True))
            parameters = [
                a.arg for a in (*signature.posonlyargs, *signature.args, *signature.kwonlyargs)
            ]
            parts = tuple(
                values[id(bound[p])] if id(bound[p]) in values else constant_term(bound[p])
                for p in parameters
            )
            return self.do(
                "call", node, (operands[0], *parts), (out,), after, where, ("bound", name)
            )

        detail = (
            AssumptionKind.UNPATCHED,
            name,
            f"{name} set from outside to a function with other parameters",
        )
        # that both versions call it makes it no truer: they may hand over the same otherwise
        return self.do(
            "rely", node, (), (), self.values([node.func, *given], where, call), where, detail
        )

    def means_class(self, name: str) -> bool:
        """Whether a word is a name of the module or Python's own here."""
        return self.resolver.means_module(name) or self.resolver.means_builtin(name)

    def is_builtin_call(self, node: ast.Call, name: str) -> bool:
        """Whether a call is one of a built-in function by its name, without keywords."""
        called = isinstance(node.func, ast.Name) and node.func.id == name and not node.keywords
        return called and self.resolver.means_builtin(name)

    def record_call(self, node: ast.Call, out: int, after: Node, where: Where) -> Node | None:
        """``Closure(day, hour).applies(boat)``: an object that is made and asked at once."""
        if not isinstance(node.func, ast.Attribute):
            return None
        return self.record_asked(
            node.func, node.args, node.keywords, out, after, where, called=True
        )

    def record_asked(
        self,
        asked: ast.Attribute,
        positional: list[ast.expr],
        keywords: list[ast.keyword],
        out: int,
        after: Node,
        where: Where,
        *,
        called: bool,
    ) -> Node | None:
        """An object that is made and asked at once, or one that a name keeps; None if it is
        neither.
        """
        kept = self.kept.get(self.own_name(asked.value))
        if kept is not None:
            return self._kept_asked(
                asked, kept[2], positional, keywords, out, after, where, called=called
            )
        record, made = self._record_of(asked.value)
        method = None if record is None else record.methods.get(asked.attr)
        if (
            record is None
            or made is None
            or method is None
            or called is (asked.attr in record.properties)
        ):
            return None
        given = [
            *made.args,
            *(k.value for k in made.keywords),
            *positional,
            *(k.value for k in keywords),
        ]
        fields = self.bound_fields(made, record)
        others = bind_arguments(
            record.own_arguments(asked.attr), positional, {k.arg: k.value for k in keywords}
        )
        if fields is None or others is None or any(isinstance(a, ast.Starred) for a in given):
            return None
        bound = {**fields, **others}

        def enter(operands: tuple[Operand, ...]) -> Node:
            values = dict(zip(map(id, given), operands, strict=True))
            return self.inlined(
                method, {n: values.get(id(e), e) for n, e in bound.items()}, out, after, where
            )

        return self.value(made.func, self.temporary(), self.values(given, where, enter), where)

    def bound_fields(self, made: ast.Call, record: RecordClass) -> dict[str, ast.expr] | None:
        """What each field's parameter of the functions gets when an object is made; None if the
        call does not fit.
        """
        fields = bind_arguments(
            record.arguments, made.args, {k.arg: k.value for k in made.keywords}
        )
        known = fields is not None and all(
            is_constant(d)
            for d in (*record.arguments.defaults, *record.arguments.kw_defaults)
            if d is not None
        )
        starred = any(isinstance(a, ast.Starred) for a in made.args)
        return None if fields is None or starred or not known else record.given(fields)

    def _kept_asked(
        self,
        asked: ast.Attribute,
        record: RecordClass,
        positional: list[ast.expr],
        keywords: list[ast.keyword],
        out: int,
        after: Node,
        where: Where,
        *,
        called: bool,
    ) -> Node:
        """An object that a name of the function keeps is asked."""
        assert isinstance(asked.value, ast.Name)
        slots = record.kept(self.slot(asked.value.id))
        method = record.methods.get(asked.attr)
        if method is None or called is (asked.attr in record.properties):
            field = slots.get(f"self.{asked.attr}")
            if called or field is None:
                raise CannotLower(
                    "an object of a plain class that is used in another way", asked.lineno
                )
            return self.value(
                asked.value, self.temporary(), Put(asked.lineno, out, field, after), where
            )
        given = [*positional, *(k.value for k in keywords)]
        others = bind_arguments(
            record.own_arguments(asked.attr), positional, {k.arg: k.value for k in keywords}
        )
        if others is None or any(isinstance(a, ast.Starred) for a in given):
            raise CannotLower("a call that does not fit its method", asked.lineno)

        def enter(operands: tuple[Operand, ...]) -> Node:
            values = dict(zip(map(id, given), operands, strict=True))
            bound: dict[str, Operand | ast.expr] = {
                n: values.get(id(e), e) for n, e in others.items()
            }
            return self.inlined(method, {**slots, **bound}, out, after, where)

        return self.value(asked.value, self.temporary(), self.values(given, where, enter), where)

    def dispatched_call(self, node: ast.Call, out: int, after: Node, where: Where) -> Node | None:
        """A new method of several classes: which one is called depends on the object's class."""
        asked = node.func
        if not isinstance(asked, ast.Attribute):
            return None
        kinds = self.context.dispatched.get(asked.attr)
        given = [*node.args, *(k.value for k in node.keywords)]
        if (
            not kinds
            or any(isinstance(a, ast.Starred) for a in given)
            or not all(self.resolver.means_module(c) for c, _ in kinds)
            or not all(self._bound(m, asked.value, node) for _, m in kinds)
        ):
            return None
        detail = ((False,) * len(node.args), tuple(k.arg for k in node.keywords), ())

        def enter(subject: tuple[Operand, ...]) -> Node:
            found = self.temporary()

            def call(operands: tuple[Operand, ...]) -> Node:
                return self.do("call", node, (found, *operands), (out,), after, where, detail)

            # no object of these classes: whatever it has of that name
            called = self.values(given, where, call)
            entry = self.do("getattr", asked, subject, (found,), called, where, asked.attr)
            for kind, method in reversed(kinds):
                called = self._called_on(subject[0], method, node, out, after, where)
                entry = self._if_of_kind(node, subject[0], kind, called, entry, where)
            return entry

        about = ast.unparse(asked)
        detail_of = (
            AssumptionKind.NOT_OVERRIDDEN,
            about,
            f"a class of another module with {asked.attr} of its own, or with two of these bases",
        )
        entry = self.values([asked.value], where, enter)
        return self.do("assume", node, (), (), entry, where, detail_of)

    def dispatcher_call(self, node: ast.Call, out: int, after: Node, where: Where) -> Node | None:
        """A function whose body is picked by the class of its first argument."""
        name = node.func.id if isinstance(node.func, ast.Name) else ""
        found = self.context.dispatchers.get(name)
        given = [*node.args, *(k.value for k in node.keywords)]
        if (
            found is None
            or not self.resolver.means_module(name)
            or not node.args
            or any(isinstance(a, ast.Starred) for a in given)
        ):
            return None
        bodies = [found.default, *(f for _, f in found.kinds)]
        fitting = [
            bind_arguments(f.args, node.args, {k.arg: k.value for k in node.keywords})
            for f in bodies
        ]
        bound = [b for b in fitting if b is not None]
        if len(bound) < len(bodies) or not all(self.means_class(c) for c, _ in found.kinds):
            return None

        def enter(operands: tuple[Operand, ...]) -> Node:
            values = dict(zip(map(id, given), operands, strict=True))
            filled: list[dict[str, Operand | ast.expr]] = [
                {n: values.get(id(e), e) for n, e in b.items()} for b in bound
            ]
            entry = self.inlined(found.default, filled[0], out, after, where)
            for (kind, body), arguments in reversed(
                list(zip(found.kinds, filled[1:], strict=True))
            ):
                called = self.inlined(body, arguments, out, after, where)
                entry = self._if_of_kind(node, operands[0], kind, called, entry, where)
            breaks = "an object of two of these classes, or one that says it is of another class than it is"
            detail = (AssumptionKind.NOT_OVERRIDDEN, name, breaks)
            return self.do("assume unless plain", node, (operands[0],), (), entry, where, detail)

        return self.value(node.func, self.temporary(), self.values(given, where, enter), where)

    def factory_call(self, node: ast.Call, out: int, after: Node, where: Where) -> Node | None:
        """A new function that makes an object of the class for its kind is read as the class that
        has all kinds.
        """
        name = node.func.id if isinstance(node.func, ast.Name) else ""
        found = self.context.factories.get(name)
        means = self.resolver.means_module
        if found is None or not means(name) or not means(found[0]):
            return None
        owner, signature, parameter = found
        bound = bind_arguments(signature, node.args, {k.arg: k.value for k in node.keywords})
        if bound is None or any(isinstance(a, ast.Starred) for a in node.args):
            return None
        made = ast.copy_location(
            ast.Call(
                ast.copy_location(ast.Name(owner, ast.Load()), node), node.args, node.keywords
            ),
            node,
        )
        parts = [made.func, *node.args, *(k.value for k in node.keywords)]
        detail = ((False,) * len(node.args), tuple(k.arg for k in node.keywords), ())
        breaks = f"code that asks for the exact class of what {said_of_factory(name)} makes"

        def call(operands: tuple[Operand, ...]) -> Node:
            values = dict(zip(map(id, parts), operands, strict=True))
            kind = (
                values[id(bound[parameter])]
                if id(bound[parameter]) in values
                else constant_term(bound[parameter])
            )
            last = self.do("call", made, operands, (out,), after, where, detail)
            return self.do("hash", bound[parameter], (kind,), (), last, where)

        entry = self.values(parts, where, call)
        return self.do(
            "rely", node, (), (), entry, where, (AssumptionKind.CLOSED_KINDS, owner, breaks)
        )

    def asked_exactly(self, node: ast.expr, yes: Node, no: Node, where: Where) -> Node | None:
        """``type(x) is C`` as questions for classes, where nothing else is derived from C."""
        found = (
            asked_exactly(node, self.context.heirs, self.resolver.means_builtin)
            if isinstance(node, ast.Compare)
            else None
        )
        if found is None:
            return None
        asked, names = found
        words = [n.id for n in all_nodes(asked) if isinstance(n, ast.Name)]
        if not all(self.resolver.means_module(w) for w in words if w in self.context.heirs):
            return None
        breaks = f"an object of a class derived from {names} elsewhere, or one that says it is of another class than it is"
        detail = (AssumptionKind.CLOSED_KINDS, names, breaks)
        return self.do("assume", node, (), (), self.condition(asked, yes, no, where), where, detail)

    def _if_of_kind(
        self, node: ast.expr, subject: Operand, kind: str, yes: Node, no: Node, where: Where
    ) -> Node:
        """Ask whether an object is of a class."""
        flag = self.temporary()
        test = Test(node.lineno, flag, yes, no, node)
        name = ast.copy_location(ast.Name(kind, ast.Load()), node)
        return self.values(
            [name],
            where,
            lambda c: self.do("isinstance", node, (subject, *c), (flag,), test, where),
        )

    def data_asked(self, node: ast.Attribute, out: int, after: Node, where: Where) -> Node | None:
        """A new attribute of several classes: an object's class says what it is."""
        kinds = self.context.data.get(node.attr)
        if (
            not kinds
            or not all(self.resolver.means_module(c) for c, _ in kinds)
            or (self.is_self(node.value) and node.attr in self.context.methods)
        ):
            return None

        def ask(operands: tuple[Operand, ...]) -> Node:
            entry = self.do(
                "getattr", node, operands, (out,), after, where, node.attr
            )  # no object of these classes
            for kind, value in reversed(kinds):
                if isinstance(value, ast.FunctionDef):
                    given = self.inlined(
                        value, {value.args.args[0].arg: operands[0]}, out, after, where
                    )
                elif value is OWN:
                    given = self.do("getattr", node, operands, (out,), after, where, node.attr)
                else:
                    assert isinstance(value, ast.expr)
                    given = Put(node.lineno, out, constant_term(value), after)
                entry = self._if_of_kind(node, operands[0], kind, given, entry, where)
            about = ast.unparse(node)
            breaks = (
                f"a class of another module with {node.attr} of its own, or with two of these bases"
            )
            return self.do(
                "assume unless plain",
                node,
                operands,
                (),
                entry,
                where,
                (AssumptionKind.NOT_OVERRIDDEN, about, breaks),
            )

        return self.values([node.value], where, ask)

    @staticmethod
    def _bound(
        method: FunctionNode, subject: ast.expr, node: ast.Call
    ) -> dict[str, ast.expr] | None:
        """What each parameter of a method gets by a call."""
        return bind_arguments(
            method.args, [subject, *node.args], {k.arg: k.value for k in node.keywords}
        )

    def _called_on(
        self,
        subject: Operand,
        method: FunctionNode,
        node: ast.Call,
        out: int,
        after: Node,
        where: Where,
    ) -> Node:
        """The body of a method with the object as its first argument."""
        assert isinstance(node.func, ast.Attribute)
        bound = self._bound(method, node.func.value, node)
        assert bound is not None
        given = [*node.args, *(k.value for k in node.keywords)]

        def enter(operands: tuple[Operand, ...]) -> Node:
            values = {
                id(node.func.value): subject,  # type: ignore[attr-defined]
                **dict(zip(map(id, given), operands, strict=True)),
            }
            return self.inlined(
                method, {n: values.get(id(e), e) for n, e in bound.items()}, out, after, where
            )

        return self.values(given, where, enter)

    def _record_of(self, node: ast.expr) -> tuple[RecordClass | None, ast.Call | None]:
        """The plain class that an expression makes an object of, if it does."""
        if (
            not isinstance(node, ast.Call)
            or not isinstance(node.func, ast.Name)
            or not self.resolver.means_module(node.func.id)
        ):
            return None, None
        return self.context.records.get(node.func.id), node

    def is_self(self, node: ast.expr) -> bool:
        """Whether an expression is the object of the method, under a name that is never bound
        anew.
        """
        return self.own_name(node) == self.self_name != ""

    def own_name(self, node: ast.AST) -> str:
        """The local name that an expression consists of; empty if it is anything else."""
        if not isinstance(node, ast.Name) or node.id in self.inner or node.id not in self.scope.own:
            return ""
        return node.id

    @abstractmethod
    def inlined(
        self,
        helper: FunctionNode,
        arguments: dict[str, Operand | ast.expr],
        out: int,
        after: Node,
        where: Where,
        *,
        knows_kind: bool = False,
        handed: Callable[[int, Node], Node] | None = None,
    ) -> Node:
        """The body of a helper in place of its call; an argument is an operand or a simple
        expression. One that knows the kind of its object reads it as what the object was made with.
        ``handed`` stands in place of what it yields.
        """
