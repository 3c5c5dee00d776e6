"""Calls and look-ups whose meaning the judge knows: helpers, tables, membership, rows."""

from __future__ import annotations

import ast
from abc import abstractmethod
from collections.abc import Callable, Mapping
from typing import TypeAlias

from ...outline import all_nodes
from ..world.values import is_enum_member
from ..world.constants import OF_CLASS, can_be_inlined, is_constant
from .lists_of_rows import list_of_row
from .local_helpers import of_lambda
from ..world.rows import RowClass, constant_term, is_row, row_parts
from ..ir.graph import Node, Operand, Put, Test
from .mapping_methods import mapping_call
from .texts import text_made
from ..world.calls import bind_arguments
from ..world.context import ENDS
from .classes import ClassLowering
from ..lowering.expressions import Where
from ..world.scope import FunctionNode
from ..values.terms import FALSE, NONE, TRUE, Term, const, constant_value, is_const, member_of
from ..face.verdict import AssumptionKind

# The slot of the kind of an object whose class has a subclass for each kind.
KIND = "@kind"
# What is asked about, and what for.
Question: TypeAlias = tuple[Operand, Operand]
# Values of a tuple that are asked for one after the other at most.
_MOST_PARTS = 6
# Rounds of a loop that are written out at most.
_MOST_ROWS = 40


class LookupLowering(ClassLowering):
    """Lowers what :class:`ClassLowering` would leave an unknown call."""

    # Functions and lambdas of the function's own, with the statements that define them.
    own_helpers: Mapping[str, tuple[ast.stmt, FunctionNode]]
    # Whether reading the kind of its object gives what the object was made with.
    knows_kind: bool
    # Lists of lambdas of the function's own, with the statements that set them.
    rule_lists: Mapping[str, tuple[ast.stmt, tuple[FunctionNode, ...]]]
    # Dicts of the function's own in which is only looked up, with the statements that set them.
    own_tables: Mapping[str, tuple[ast.stmt, ast.Dict]]

    def _call(self, node: ast.Call, out: int, after: Node, where: Where) -> Node:
        known = (
            self.factory_call(node, out, after, where)
            or self._helper_call(node, out, after, where)
            or self.record_call(node, out, after, where)
            or self._row_call(node, out, after, where)
            or self.dispatched_call(node, out, after, where)
            or self.dispatcher_call(node, out, after, where)
            or self._isinstance(node, out, after, where)
            or self._bool_call(node, out, after, where)
            or self._table_get(node, out, after, where)
            or self._table_call(node, out, after, where)
            or self._bisect_call(node, out, after, where)
            or self._new_container(node, out, after, where)
            or list_of_row(self, node, out, after, where)
            or self._one_by_one(node, out, after, where)
            or mapping_call(self, node, out, after, where)
            or text_made(self, node, out, after, where)
        )
        if known is None and self.context.bound:
            known = self.bound_call(node, out, after, where)
        return known if known is not None else super()._call(node, out, after, where)

    def _joinedstr(self, node: ast.JoinedStr, out: int, after: Node, where: Where) -> Node:
        made = text_made(self, node, out, after, where)
        return made or super()._joinedstr(node, out, after, where)

    def _binop(self, node: ast.BinOp, out: int, after: Node, where: Where) -> Node:
        made = text_made(self, node, out, after, where)
        return made or super()._binop(node, out, after, where)

    def _one_by_one(self, node: ast.Call, out: int, after: Node, where: Where) -> Node | None:
        """``x.startswith(("a", "b"))`` asks for one after the other, if x is a text."""
        function = node.func
        if (
            not self.context.ends_apart
            or not isinstance(function, ast.Attribute)
            or function.attr not in ENDS
            or len(node.args) != 1
            or node.keywords
        ):
            return None
        asked, inner = node.args[0], function.value
        while isinstance(inner, ast.Attribute):
            inner = inner.value
        if not isinstance(inner, ast.Name) or not isinstance(asked, ast.Tuple) or not asked.elts:
            return None
        if isinstance(function.value, ast.Name) and self.is_declared_otherwise(inner.id):
            return None
        if not all(isinstance(e, ast.Constant) and isinstance(e.value, str) for e in asked.elts):
            return None
        each: list[ast.expr] = [ast.Call(function, [e], []) for e in asked.elts]
        several = each[0] if len(each) == 1 else ast.BoolOp(ast.Or(), each)
        for part in (several, *each):
            ast.copy_location(part, node)
        about = ast.unparse(function.value)
        detail = (AssumptionKind.AS_USED, about, f"{about} that is no text")

        def assume(operands: tuple[Operand, ...]) -> Node:
            asking = self.value(several, out, after, where)
            return self.do("assume unless plain", node, operands, (), asking, where, detail)

        if isinstance(function.value, ast.Name):
            return self.values([function.value], where, assume)
        return self.do(
            "assume", node, (), (), self.value(several, out, after, where), where, detail
        )

    @abstractmethod
    def is_declared_otherwise(self, name: str) -> bool:
        """Whether a parameter is declared to be something that may be no text."""

    def _bool_call(self, node: ast.Call, out: int, after: Node, where: Where) -> Node | None:
        """``bool(x)`` asks for the truth of x, as an if does."""
        if (
            not self.is_builtin_call(node, "bool")
            or len(node.args) != 1
            or isinstance(node.args[0], ast.Starred)
        ):
            return None
        asked = node.args[0]
        if isinstance(asked, ast.BoolOp | ast.IfExp):
            entry = self.condition(
                asked,
                Put(node.lineno, out, TRUE, after),
                Put(node.lineno, out, FALSE, after),
                where,
            )
        else:
            slot = self.temporary()
            entry = self.value(asked, slot, self._truth(asked, slot, out, after, where), where)
        return self.value(node.func, self.temporary(), entry, where)

    def _new_container(self, node: ast.Call, out: int, after: Node, where: Where) -> Node | None:
        """``set()`` and ``dict()`` make what a display makes."""
        kind = next((k for k in ("set", "dict", "list") if self.is_builtin_call(node, k)), None)
        if kind is None or node.args:
            return None
        return self.value(
            node.func, self.temporary(), self.do(kind, node, (), (out,), after, where, ()), where
        )

    # -- helpers --------------------------------------------------------------------------

    def _helper_call(self, node: ast.Call, out: int, after: Node, where: Where) -> Node | None:
        helper, leading = self.helper_of(node)
        if helper is None or any(isinstance(a, ast.Starred) for a in node.args):
            return None
        bound = bind_arguments(
            helper.args, [*leading, *node.args], {k.arg: k.value for k in node.keywords}
        )
        if bound is None:
            return None
        given = [*node.args, *(k.value for k in node.keywords)]

        def enter(operands: tuple[Operand, ...]) -> Node:
            values = dict(zip(map(id, given), operands, strict=True))
            arguments = {n: values.get(id(e), e) for n, e in bound.items()}
            if leading:
                return self._by_kind(node, helper, arguments, out, after, where)
            return self.inlined(helper, arguments, out, after, where)

        entry = self.values(given, where, enter)
        return self.helper_read(node, leading, entry, where)

    def helper_read(
        self, node: ast.Call, leading: list[ast.expr], after: Node, where: Where
    ) -> Node:
        """The name of a helper is read before its body, that of a method is assumed to mean it."""
        if leading:
            return self.assume_not_overridden(node.func, after, where)
        return self._read_helper(node, after, where)

    def _by_kind(
        self,
        node: ast.expr,
        method: FunctionNode,
        arguments: dict[str, Operand | ast.expr],
        out: int,
        after: Node,
        where: Where,
    ) -> Node:
        """The body of a method of the own object: of a class with a subclass for each kind, the one
        that its kind has.
        """
        knows = self.knows_kind
        entry = self.inlined(method, arguments, out, after, where, knows_kind=knows)
        split = self.context.split if knows and self.context.is_split else None
        for key, body in reversed(split.method(method.name) if split is not None else []):
            flag = self.temporary()
            own = self.inlined(body, arguments, out, after, where, knows_kind=True)
            test = Test(node.lineno, flag, own, entry, node)
            entry = self.do("member", node, (KIND, self.key_term(key)), (flag,), test, where)
        return entry

    def helper_of(self, node: ast.Call) -> tuple[FunctionNode | None, list[ast.expr]]:
        """The function or method whose body is read in place of a call, and what that is given
        first.
        """
        function = node.func
        if self.own_name(function) in self.own_helpers:
            return self.own_helpers[self.own_name(function)][1], []
        if self.resolver.of_module(function):
            return self.context.helpers.get(self.resolver.of_module(function)), []
        if isinstance(function, ast.Attribute) and self.is_self(function.value):
            method = self.context.methods.get(function.attr)
            if method is not None and not method.decorator_list:
                return method, [function.value]
        return None, []

    def raised_key(self, node: ast.Raise) -> ast.expr | None:
        """What ``raise KeyError(key)`` says is missing, as a look-up in a dict does."""
        made = node.exc
        if (
            not isinstance(made, ast.Call)
            or node.cause is not None
            or not self.is_builtin_call(made, "KeyError")
        ):
            return None
        return (
            made.args[0]
            if len(made.args) == 1 and not isinstance(made.args[0], ast.Starred)
            else None
        )

    def _read_helper(self, node: ast.Call, after: Node, where: Where) -> Node:
        """The call reads the helper's name first; a method of a plain class has none."""
        if isinstance(node.func, ast.Name) and "@" in node.func.id:
            return after
        return self.value(node.func, self.temporary(), after, where)

    def assume_not_overridden(self, source: ast.expr, after: Node, where: Where) -> Node:
        """Assume that an attribute of the own object is the method that its class defines."""
        about = ast.unparse(source)
        detail = (
            AssumptionKind.NOT_OVERRIDDEN,
            about,
            f"a subclass with {about.rpartition('.')[2]} of its own",
        )
        return self.do("assume", source, (), (), after, where, detail)

    def _attribute(self, node: ast.Attribute, out: int, after: Node, where: Where) -> Node:
        if self._is_member(node):
            assert isinstance(node.value, ast.Name)
            put = Put(node.lineno, out, self.key_term(node), after)
            return self.value(node.value, self.temporary(), put, where)
        split = self.context.split
        if (
            split is not None
            and node.attr == split.attribute
            and self.knows_kind
            and self.is_self(node.value)
        ):
            return self.value(
                node.value, self.temporary(), Put(node.lineno, out, KIND, after), where
            )
        answered = self.record_asked(node, [], [], out, after, where, called=False)
        if answered is not None:
            return answered
        asked = self.data_asked(node, out, after, where)
        if asked is not None:
            return asked
        prop = self.context.methods.get(node.attr) if self.is_self(node.value) else None
        if prop is None or not prop.decorator_list or len(prop.args.args) != 1:
            return super()._attribute(node, out, after, where)
        own: dict[str, Operand | ast.expr] = {prop.args.args[0].arg: node.value}
        entry = self._by_kind(node, prop, own, out, after, where)
        return self.assume_not_overridden(node, entry, where)

    def _is_member(self, node: ast.expr) -> bool:
        owner = self.resolver.of_module(node.value) if isinstance(node, ast.Attribute) else ""
        return bool(owner) and is_enum_member(node, self.context.names.enums)

    def key_term(self, node: ast.expr) -> Term:
        """The term of a constant, or of a member of an enum."""
        if isinstance(node, ast.Attribute):
            assert isinstance(node.value, ast.Name)
            return member_of(node.value.id, self.context.names.enums[node.value.id], node.attr)
        if isinstance(node, ast.Tuple):
            return ("tuple", *map(self.key_term, node.elts))
        return constant_term(node)

    def is_looked_into(self, node: ast.Compare, i: int) -> bool:
        """Whether the container behind ``in`` is a literal of constants (a table is read by
        name).
        """
        literal = not isinstance(node.comparators[i], ast.Name)
        return (
            literal
            and i + 1 == len(node.ops)
            and self._constant_members(node, node.ops[i]) is not None
        )

    def _global(self, node: ast.Name, out: int, after: Node, where: Where) -> Node:
        value = self.context.constants.get(node.id)
        about = getattr(node, OF_CLASS, "")
        if about:
            breaks = f"a subclass with {about.rpartition('.')[2]} of its own"
            detail = (AssumptionKind.NOT_OVERRIDDEN, about, breaks)
            after = self.do("assume", node, (), (), after, where, detail)
        if value is None:
            return super()._global(node, out, after, where)
        entry: Node = Put(node.lineno, out, self._held(value), after)
        if node.id not in self.context.names.new:
            detail = (AssumptionKind.UNPATCHED, node.id, f"{node.id} set from outside the module")
            entry = self.do("assume", node, (), (), entry, where, detail)
        return super()._global(node, self.temporary(), entry, where)

    # -- isinstance -----------------------------------------------------------------------

    def _isinstance(self, node: ast.Call, out: int, after: Node, where: Where) -> Node | None:
        if not self.is_builtin_call(node, "isinstance") or len(node.args) != 2:
            return None
        subject, classes = node.args
        if isinstance(subject, ast.Starred) or isinstance(classes, ast.Starred):
            return None
        parts = classes.elts if isinstance(classes, ast.Tuple) else [classes]

        def ask(operands: tuple[Operand, ...]) -> Node:
            return self.first_that_holds(
                node, [(operands[0], c) for c in operands[1:]], "isinstance", out, after, where
            )

        return self.values([subject, *parts], where, ask)

    def first_that_holds(
        self,
        source: ast.AST,
        questions: list[Question],
        kind: str,
        out: int,
        after: Node,
        where: Where,
    ) -> Node:
        """Ask questions in order until one is answered yes; the slot gets a bool."""
        entry: Node = Put(getattr(source, "lineno", 0), out, FALSE, after)
        holds: Node = Put(getattr(source, "lineno", 0), out, TRUE, after)
        for question in reversed(questions):
            flag = self.temporary()
            test = Test(getattr(source, "lineno", 0), flag, holds, entry, source)
            entry = self.do(kind, source, question, (flag,), test, where)
        return entry

    # -- membership and tables ------------------------------------------------------------

    def _one_comparison(
        self,
        node: ast.Compare,
        op: ast.cmpop,
        slots: tuple[int, int],
        out: int,
        after: Node,
        where: Where,
    ) -> Node:
        keys = self._constant_members(node, op)
        table = self.table_of(node.comparators[-1])
        if (
            keys is not None
            and table is not None
            and len(node.ops) == 1
            and _has_pairs(table, node.left)
        ):
            return self._pair_in(
                node, table, slots[0], out, after, where, negated=isinstance(op, ast.NotIn)
            )
        parts = self._parts_asked(node, op) if keys is None else ()
        if keys is None and not parts:
            return super()._one_comparison(node, op, slots, out, after, where)
        if isinstance(op, ast.NotIn):
            flag = self.temporary()
            after = self.do("not", node, (flag,), (out,), after, where)
            out = flag
        if keys is None:
            asked = [(slots[0], p) for p in parts]
            entry = self.first_that_holds(node, list[Question](asked), "member", out, after, where)
            detail = (len(parts), None)
            return self.do("unpack", node.comparators[0], (slots[1],), parts, entry, where, detail)
        questions: list[Question] = [(slots[0], self.key_term(k)) for k in keys]
        entry = self.first_that_holds(node, questions, "member", out, after, where)
        if self.resolver.of_module(node.comparators[-1]):
            entry = self._relying_on(node.comparators[-1], entry, where)
        named = self.context.sequences.get(self.resolver.of_module(node.comparators[-1]))
        hashed = not isinstance(named or node.comparators[-1], ast.Tuple | ast.List)
        return self.do("hash", node.left, (slots[0],), (), entry, where) if hashed else entry

    def _pair_in(
        self,
        node: ast.Compare,
        table: ast.Dict,
        pair: int,
        out: int,
        after: Node,
        where: Where,
        *,
        negated: bool,
    ) -> Node:
        """``(a, b) in TABLE`` asks for the parts of each key from left to right."""
        assert isinstance(node.left, ast.Tuple)
        parts = tuple(self.temporary() for _ in node.left.elts)
        missing = Put(node.lineno, out, TRUE if negated else FALSE, after)
        found = self._looked_up_by_parts(
            node,
            table,
            parts,
            lambda _: Put(node.lineno, out, FALSE if negated else TRUE, after),
            missing,
            where,
        )
        return self.do("unpack", node.left, (pair,), parts, found, where, (len(parts), None))

    def _parts_asked(self, node: ast.Compare, op: ast.cmpop) -> tuple[int, ...]:
        """Slots for the values of a tuple behind ``in``, which are asked for one after the other:
        each whether it is the very one, or equal.
        """
        container = node.comparators[0]
        if len(node.ops) > 1 or not isinstance(op, ast.In | ast.NotIn):
            return ()
        if not isinstance(container, ast.Tuple) or len(container.elts) > _MOST_PARTS:
            return ()
        if any(isinstance(e, ast.Starred) for e in container.elts):
            return ()
        return tuple(self.temporary() for _ in container.elts)

    def _constant_members(self, node: ast.Compare, op: ast.cmpop) -> list[ast.expr] | None:
        """The members of a literal of constants, or the keys of a table, behind ``in``."""
        container = node.comparators[-1]
        if not isinstance(op, ast.In | ast.NotIn) or op is not node.ops[-1]:
            return None
        if isinstance(container, ast.Tuple | ast.List | ast.Set):
            known = all(is_constant(e) or self._is_member(e) for e in container.elts)
            return container.elts if known else None
        named = self.context.sequences.get(self.resolver.of_module(container))
        if isinstance(named, ast.Tuple | ast.List | ast.Set):
            known = all(is_constant(e) or self._is_member(e) for e in named.elts)
            return named.elts if known else None
        table = self.table_of(container, called=True)
        return [k for k in table.keys if k is not None] if table is not None else None

    def table_of(self, node: ast.expr, *, called: bool = False) -> ast.Dict | None:
        """The constant dict that an expression stands for; one that holds lambdas only where these
        are no more than called, as each is another object.
        """
        found = self._any_table(node)
        if found is None or called or not any(isinstance(v, ast.Lambda) for v in found.values):
            return found
        return None

    def _any_table(self, node: ast.expr) -> ast.Dict | None:
        if self.own_name(node) in self.own_tables:
            own = self.own_tables[self.own_name(node)][1]
            return own if all(map(self._is_known_key, own.keys)) else None
        if self.resolver.of_module(node):
            table = self.context.tables.get(self.resolver.of_module(node))
            known = table is not None and all(map(self._is_known_key, table.keys))
            return table if known else None
        if isinstance(node, ast.Dict) and all(map(self._is_known_key, node.keys)):
            return node if all(is_constant(v) for v in node.values) else None
        return None

    def _is_known_key(self, key: ast.expr | None) -> bool:
        """Whether a key is a constant, a member of an enum as it is known here, or a tuple of
        these.
        """
        if isinstance(key, ast.Tuple):
            return all(map(self._is_known_key, key.elts))
        return key is not None and (is_constant(key) or self._is_member(key))

    def _subscript(self, node: ast.Subscript, out: int, after: Node, where: Where) -> Node:
        sequence = self._sequence(node.value)
        if sequence is not None and not isinstance(node.slice, ast.Slice):
            index = self.temporary()
            kind = "tuple" if self._is_tuple(node.value) else "listed"
            item = self.do("getitem", node, ((kind, *sequence), index), (out,), after, where)
            return self.read_table(node.value, self.value(node.slice, index, item, where), where)
        table = self.table_of(node.value)
        if isinstance(node.slice, ast.Slice):
            return super()._subscript(node, out, after, where)
        if table is not None:
            return self.read_table(
                node.value,
                self.item(node, table, lambda v: self._give(v, out, after, where), where),
                where,
            )
        row = node.value
        rows = (
            self.context.nested.get(self.resolver.of_module(row.value))
            if isinstance(row, ast.Subscript)
            else None
        )
        if rows is None or not isinstance(row, ast.Subscript):
            return super()._subscript(node, out, after, where)

        def into(inner: ast.expr) -> Node:
            assert isinstance(inner, ast.Dict)
            return self.item(node, inner, lambda v: self._give(v, out, after, where), where)

        return self.read_table(row.value, self.item(row, rows, into, where), where)

    def _give(self, value: ast.expr, out: int, after: Node, where: Where) -> Node:
        """What a table holds, in a slot."""
        if isinstance(value, ast.Call):
            return Put(value.lineno, out, self._held(value), after)
        return self.value(value, out, after, where)

    def _held(self, value: ast.expr) -> Term:
        """The term of a constant, or of a row of constants."""
        parts = row_parts(value, self.context.rows) if isinstance(value, ast.Call) else None
        if parts is None:
            return constant_term(value)
        made = self.context.rows[value.func.id]  # type: ignore[attr-defined]
        return made.term(tuple(map(constant_term, parts)), self.context.places.get(id(value), ""))

    def _own_rows(self) -> dict[str, RowClass]:
        """The classes of rows that a name means here, and that only this version has."""
        return {
            n: c
            for n, c in self.context.rows.items()
            if n in self.context.names.new and self.resolver.means_module(n)
        }

    def _row_call(self, node: ast.Call, out: int, after: Node, where: Where) -> Node | None:
        """A row made of any values."""
        made = self._own_rows().get(node.func.id) if isinstance(node.func, ast.Name) else None
        if made is None or any(isinstance(a, ast.Starred) for a in node.args):
            return None
        bound = bind_arguments(made.arguments(), node.args, {k.arg: k.value for k in node.keywords})
        if bound is None:
            return None
        given = [*node.args, *(k.value for k in node.keywords)]

        def make(operands: tuple[Operand, ...]) -> Node:
            values = dict(zip(map(id, given), operands, strict=True))
            parts = tuple(
                values[id(bound[f])] if id(bound[f]) in values else constant_term(bound[f])
                for f in made.fields
            )
            return self.do("row", node, parts, (out,), after, where, made)

        return self.value(node.func, self.temporary(), self.values(given, where, make), where)

    def item(
        self, node: ast.Subscript, table: ast.Dict, give: Callable[[ast.expr], Node], where: Where
    ) -> Node:
        """``TABLE[key]``: the key is evaluated, then looked for."""
        key, error = self.temporary(), self.temporary()
        missing = self.do(
            "missing key", node, (key,), (error,), self.throw(error, node, where), where
        )
        if not _has_pairs(table, node.slice):
            return self.value(
                node.slice, key, self.looked_up(node, table, key, give, missing, where), where
            )
        assert isinstance(node.slice, ast.Tuple)

        def look(parts: tuple[Operand, ...]) -> Node:
            found = self._looked_up_by_parts(node, table, parts, give, missing, where)
            return self.do("tuple", node.slice, parts, (key,), found, where)

        return self.values(node.slice.elts, where, look)

    def _table_get(self, node: ast.Call, out: int, after: Node, where: Where) -> Node | None:
        function = node.func
        if not isinstance(function, ast.Attribute) or function.attr != "get" or node.keywords:
            return None
        table = self.table_of(function.value)
        if (
            table is None
            or len(node.args) not in (1, 2)
            or any(isinstance(a, ast.Starred) for a in node.args)
        ):
            return None

        if _has_pairs(table, node.args[0]):
            return self.read_table(
                function.value, self._get_by_parts(node, table, out, after, where), where
            )

        def look(operands: tuple[Operand, ...]) -> Node:
            default = operands[1] if len(operands) > 1 else NONE
            missing = Put(node.lineno, out, default, after)
            return self.looked_up(
                node, table, operands[0], lambda v: self._give(v, out, after, where), missing, where
            )

        return self.read_table(function.value, self.values(node.args, where, look), where)

    def _table_call(self, node: ast.Call, out: int, after: Node, where: Where) -> Node | None:
        """``TABLE[key](x)`` where all it holds are lambdas, or functions of this version alone."""
        function = node.func
        if not isinstance(function, ast.Subscript) or isinstance(function.slice, ast.Slice):
            return None
        table = self.table_of(function.value, called=True)
        if table is None or any(isinstance(a, ast.Starred) for a in node.args):
            return None
        given = [*node.args, *(k.value for k in node.keywords)]
        by_name = {k.arg: k.value for k in node.keywords}
        made: dict[int, tuple[FunctionNode, dict[str, ast.expr]]] = {}
        for value in table.values:
            helper = self._called_by(value)
            bound = None if helper is None else bind_arguments(helper.args, node.args, by_name)
            if helper is None or bound is None:
                return None
            made[id(value)] = helper, bound

        def enter(value: ast.expr) -> Node:
            helper, bound = made[id(value)]

            def run(operands: tuple[Operand, ...]) -> Node:
                values = dict(zip(map(id, given), operands, strict=True))
                arguments = {n: values.get(id(e), e) for n, e in bound.items()}
                return self.inlined(helper, arguments, out, after, where)

            entry = self.values(given, where, run)
            if isinstance(value, ast.Name):
                return self.value(value, self.temporary(), entry, where)
            return entry

        looked = self.item(function, table, enter, where)
        return self.read_table(function.value, looked, where)

    def _called_by(self, value: ast.expr) -> FunctionNode | None:
        """The function that an entry of a table is, if its body can be read in place of a call."""
        if isinstance(value, ast.Lambda):
            made = of_lambda(f"lambda@{value.lineno}:{value.col_offset}", value)
            again = any(isinstance(n, ast.Subscript | ast.Lambda) for n in all_nodes(value.body))
            return made if can_be_inlined(made) and not again else None
        return self.context.helpers.get(self.resolver.of_module(value))

    def _get_by_parts(
        self, node: ast.Call, table: ast.Dict, out: int, after: Node, where: Where
    ) -> Node:
        """``TABLE.get((a, b), default)``."""
        assert isinstance(node.args[0], ast.Tuple)
        parts = node.args[0].elts

        def look(operands: tuple[Operand, ...]) -> Node:
            default = operands[len(parts)] if len(node.args) > 1 else NONE
            missing = Put(node.lineno, out, default, after)
            return self._looked_up_by_parts(
                node,
                table,
                operands[: len(parts)],
                lambda v: self._give(v, out, after, where),
                missing,
                where,
            )

        return self.values([*parts, *node.args[1:]], where, look)

    def looked_up(
        self,
        source: ast.AST,
        table: ast.Dict,
        key: Operand,
        give: Callable[[ast.expr], Node],
        missing: Node,
        where: Where,
    ) -> Node:
        """One row after the other is asked whether the key is its own."""
        entry = missing
        # Of equal keys the last value counts, at the place of the first.
        for one, value in reversed(list(_last_of_equal(table))):
            entry = self._is_key(source, key, one, give(value), entry, where)
        return self.do("hash", _key_of(source), (key,), (), entry, where)

    def _looked_up_by_parts(
        self,
        source: ast.AST,
        table: ast.Dict,
        parts: tuple[Operand, ...],
        give: Callable[[ast.expr], Node],
        missing: Node,
        where: Where,
    ) -> Node:
        """A look-up by several subjects: each row asks for its parts from left to right."""
        entry = missing
        for one, value in reversed(list(_last_of_equal(table))):
            assert isinstance(one, ast.Tuple)
            found, other = give(value), entry
            for part, element in reversed(list(zip(parts, one.elts, strict=True))):
                found = self._is_key(source, part, element, found, other, where)
            entry = found
        for part in reversed(parts):
            entry = self.do("hash", _key_of(source), (part,), (), entry, where)
        return entry

    def _is_key(
        self, source: ast.AST, key: Operand, one: ast.expr, yes: Node, no: Node, where: Where
    ) -> Node:
        flag = self.temporary()
        test = Test(getattr(source, "lineno", 0), flag, yes, no, source)
        return self.do("member", source, (key, self.key_term(one)), (flag,), test, where)

    def _sequence(self, node: ast.expr) -> list[Term] | None:
        """The terms of a constant list or tuple that a name of the module stands for."""
        value = self.context.sequences.get(self.resolver.of_module(node))
        return (
            [self._held(e) for e in value.elts] if isinstance(value, ast.List | ast.Tuple) else None
        )

    def _is_tuple(self, node: ast.expr) -> bool:
        """Whether a constant sequence is a tuple: an index that is out of range says which it is."""
        value = self.context.sequences.get(self.resolver.of_module(node))
        return isinstance(value, ast.Tuple)

    def rows_of(self, node: ast.expr) -> list[Term] | None:
        """The rows that a loop goes through, if they are few constants and loops are to be written
        out.
        """
        if not self.context.rows_apart:
            return None
        if isinstance(node, ast.Tuple | ast.List) and all(
            is_constant(e) or is_row(e, self._own_rows()) for e in node.elts
        ):
            found: list[Term] | None = [self._held(e) for e in node.elts]
        else:
            found = self._sequence(node)
        return found if found is not None and len(found) <= _MOST_ROWS else None

    def _bisect_call(self, node: ast.Call, out: int, after: Node, where: Where) -> Node | None:
        """``bisect(LIMITS, x)`` is a ladder of comparisons, if x is a number."""
        side = (
            self.context.bisects.get(ast.unparse(node.func))
            if len(node.args) == 2 and not node.keywords
            else None
        )
        limits = self._sequence(node.args[0]) if side is not None else None
        root = ast.unparse(node.func).partition(".")[0]
        if limits is None or not self.resolver.means_module(root) or not _ascending(limits):
            return None

        def look(operands: tuple[Operand, ...]) -> Node:
            flag = self.temporary()
            unknown = self.do(
                "bisect", node, operands, (out,), after, where, ast.unparse(node.func)
            )
            ladder = self._ladder(node, side or "", limits, operands[2], out, after, where)
            return self.do(
                "is number",
                node,
                (operands[2],),
                (flag,),
                Test(node.lineno, flag, ladder, unknown, node),
                where,
            )

        # Of `bisect.bisect` only the module's name is read: its attributes are functions.
        function = node.func.value if isinstance(node.func, ast.Attribute) else node.func
        return self.values([function, *node.args], where, look)

    def _ladder(
        self,
        source: ast.Call,
        side: str,
        limits: list[Term],
        number: Operand,
        out: int,
        after: Node,
        where: Where,
    ) -> Node:
        entry: Node = Put(source.lineno, out, const(len(limits)), after)
        for position, limit in reversed(list(enumerate(limits))):
            flag = self.temporary()
            here = Put(source.lineno, out, const(position), after)
            ways = (here, entry) if side == "right" else (entry, here)
            pair = (number, limit) if side == "right" else (limit, number)
            test = Test(source.lineno, flag, ways[0], ways[1], source)
            entry = self.do("compare", source, pair, (flag,), test, where, "<")
        return entry

    def read_table(self, table: ast.expr, after: Node, where: Where) -> Node:
        """Looking into a named table reads its name first, and relies on what it holds."""
        if not isinstance(table, ast.Name):
            return after
        after = self._relying_on(table, after, where)
        return self.value(table, self.temporary(), after, where)

    def _relying_on(self, table: ast.expr, after: Node, where: Where) -> Node:
        """Go on where a table or set that was there before holds what it was made with."""
        name = ast.unparse(table)
        if name in self.context.names.new or name in self.own_tables:
            return after
        breaks = f"{name} set or changed from outside the module"
        detail = (AssumptionKind.UNPATCHED, name, breaks)
        return self.do("rely", table, (), (), after, where, detail)


def _key_of(source: ast.AST) -> ast.AST:
    """What is looked up by ``TABLE[key]`` or ``TABLE.get(key)``."""
    if isinstance(source, ast.Subscript):
        return source.slice
    return source.args[0] if isinstance(source, ast.Call) and source.args else source


def _has_pairs(table: ast.Dict, key: ast.expr) -> bool:
    """Whether a table's keys are plain tuples as long as the tuple that is looked up."""
    if not isinstance(key, ast.Tuple) or any(isinstance(e, ast.Starred) for e in key.elts):
        return False
    tuples = [
        k
        for k in table.keys
        if isinstance(k, ast.Tuple) and not any(isinstance(e, ast.Tuple) for e in k.elts)
    ]
    return len(tuples) == len(table.keys) and all(len(k.elts) == len(key.elts) for k in tuples)


def _ascending(limits: list[Term]) -> bool:
    """Whether all limits are numbers, none is NaN, and each is above the one before."""
    values = [constant_value(t) if is_const(t) else None for t in limits]
    numbers = all(isinstance(v, int | float) and not isinstance(v, bool) and v == v for v in values)
    return numbers and all(a < b for a, b in zip(values, values[1:], strict=False))  # type: ignore[operator]


def _last_of_equal(table: ast.Dict) -> list[tuple[ast.expr, ast.expr]]:
    found: dict[object, tuple[ast.expr, ast.expr]] = {}
    for key, value in zip(table.keys, table.values, strict=True):
        assert key is not None
        plain = _plain(key)
        found[plain] = (found[plain][0] if plain in found else key, value)
    return list(found.values())


def _plain(key: ast.expr) -> object:
    """What tells two keys of a table apart."""
    if isinstance(key, ast.Tuple):
        return tuple(map(_plain, key.elts))
    return ast.unparse(key) if isinstance(key, ast.Attribute) else (ast.literal_eval(key),)
