"""Statements and whole functions, lowered into decision graphs.

As in CPython, a ``finally`` block (and the end of a ``with``) is copied to every way out.
"""

from __future__ import annotations

import ast
import builtins
from collections.abc import Callable, Mapping
from dataclasses import replace

from ...outline import all_nodes, child_nodes
from ..ir.graph import (
    Cut,
    Drop,
    Graph,
    Landing,
    Leave,
    Node,
    Operand,
    Put,
    Slot,
    Test,
    finish,
)
from ..world.constants import DELEGATES
from ..world.context import Context
from .expressions import (
    ADDS_TEXT,
    CannotLower,
    Inside,
    Jump,
    Where,
    head_of,
    in_words,
    operator_symbol,
)
from ..unfolding.local_helpers import (
    kept_objects,
    local_helpers,
    local_tables,
    rule_lists,
    scopes_of,
)
from ..unfolding.generators import GeneratorLowering
from ..unfolding.gone_through import Round, gone_through, is_gone_through
from ..unfolding.sums_under_keys import asked_less, with_sums
from ..unfolding.lists_in_steps import list_in_steps, put_in_steps
from ..unfolding.lookups import KIND
from ..world.values import is_enum_member
from ..world.rows import constant_term
from ..face.verdict import AssumptionKind
from ..world.scope import (
    FunctionNode,
    Scope,
    defaults_of,
    given_to,
    hints_of,
    parameters_of,
    scope_of,
)
from ..world.number_dicts import number_dicts
from ..world.quiet import looks_at_itself
from ..world.used_up import immediate_generators
from ..versions.shape import shape, without_docstring
from ..values.terms import NONE, Term, const

# A graph larger than this would take the walk too long; nested clean-ups multiply.
MOST_NODES = 60_000
# Built-in classes whose pattern takes the value itself as its one positional part.
_MATCHED_AS_A_WHOLE = frozenset(
    {
        "int",
        "str",
        "float",
        "bool",
        "bytes",
        "bytearray",
        "list",
        "dict",
        "tuple",
        "set",
        "frozenset",
    }
)


def lower(function: FunctionNode, context: Context = Context()) -> Graph:
    """The decision graph of a function, in the context of its module.

    Raises:
        CannotLower: the function uses a construct that the judge does not model.
    """
    return _Lowering(function, context).graph()


class _Lowering(GeneratorLowering):
    def __init__(
        self, function: FunctionNode, context: Context, inside: Inside | None = None
    ) -> None:
        parameters = parameters_of(function.args)
        immediate = immediate_generators(function, context.names.is_builtin, sums=context.apart)
        self.own_helpers = {} if inside is not None else local_helpers(function)
        self.rule_lists = {} if inside is not None else rule_lists(function, immediate)
        known = {} if inside is not None else context.records
        scope = scope_of(function, immediate | scopes_of(self.own_helpers, self.rule_lists))
        super().__init__(scope, parameters[0].arg if parameters else None, context, inside)
        self.kept = {
            n: (s, made, known[_called(made)])
            for n, (s, made) in kept_objects(function, known).items()
            if self.resolver.means_module(_called(made))
        }
        self.function = function
        self.knows_kind = inside is None and context.split is not None
        self.parameters = parameters
        self.immediate = immediate
        watched = inside is not None or any(map(looks_at_itself, context.names.declared.trees))
        alone = frozenset() if watched else scope.alone
        self.sums = number_dicts(function, alone, self.resolver.means_builtin)
        self.self_name = _steady_first(function, parameters, scope)
        self.own_tables = (
            {}
            if inside is not None
            else local_tables(function, self.self_name, context.own_methods)
        )

    def is_made_here(self, name: str, *kinds: type[ast.expr]) -> bool:
        """Whether a local name is never given anything but what such displays make."""
        own = name in self.scope.alone and name not in self.inner
        given = [value for target, value, _ in given_to(self.function) if target == name]
        return own and bool(given) and all(isinstance(v, kinds) for v in given)

    def inlined(
        self,
        helper: FunctionNode,
        arguments: dict[str, Operand | ast.expr],
        out: int,
        after: Node,
        where: Where,
        *,
        knows_kind: bool = False,
        handed: Round | None = None,
    ) -> Node:
        """The body of a helper in place of its call, ``handed`` in place of what it yields."""
        number = self.temporary()
        own = any(helper is made for _, made in self.own_helpers.values()) or any(
            helper in made for _, made in self.rule_lists.values()
        )
        prefix, around = f"{helper.name}@{number}:", self if own else None
        inside = Inside(prefix, around, self._count, out, after, handed)
        inner = _Lowering(helper, self.context.without(helper.name), inside)
        inner.knows_kind = knows_kind
        end = Put(helper.end_lineno or helper.lineno, out, NONE, after)
        entry = inner.block(without_docstring(helper.body), end, Where(where.landing, where.during))
        for name, value in reversed(arguments.items()):
            if isinstance(value, ast.expr):
                slot = self.temporary()
                entry = self.value(
                    value, slot, Put(value.lineno, inner.slot(name), slot, entry), where
                )
            else:
                entry = Put(helper.lineno, inner.slot(name), value, entry)
        for name in sorted(inner.scope.own - set(arguments)):
            entry = Drop(helper.lineno, inner.slot(name), entry)
        return entry

    def graph(self) -> Graph:
        end = Leave(self.function.end_lineno or self.function.lineno, "return", NONE, None)
        where = Where()
        entry = self.block(without_docstring(self.function.body), end, where)
        entry = self._kind_by_kind(entry)
        entry = self._asked_of_its_class(entry)
        for parameter in self.parameters:
            if parameter.arg in self.scope.captured:
                name = parameter.arg
                entry = self.do("set cell", parameter, (name,), (), entry, where, name)
        if len(finish(entry)) > MOST_NODES:
            raise CannotLower("a function of this size", self.function.lineno)
        return Graph(
            entry,
            (
                *(p.arg for p in self.parameters),
                *([KIND] if self.context.split is not None else []),
            ),
            (
                *(self._annotation(i, p) for i, p in enumerate(self.parameters)),
                *([self.context.split.known_hint] if self.context.split else []),
            ),
            flavour_of(self.function),
            repr(
                (
                    shape(_without_annotations(self.function.args)),
                    shape(self.function.decorator_list),
                )
            ),
            self.scope.captured,
            self.function.name,
            self.function.args,
        )

    def _kind_by_kind(self, otherwise: Node) -> Node:
        """A method of a class with a subclass for each kind: an object's kind says which body it
        has.
        """
        split = self.context.split
        if split is None:
            return otherwise
        line = self.function.lineno
        for key, body in reversed(self.context.kinds_of_method):
            out, flag = self.temporary(), self.temporary()
            leave = Leave(line, "return", out, None)
            own = self.inlined(
                body, {a.arg: a.arg for a in self.parameters}, out, leave, Where(), knows_kind=True
            )
            test = Test(line, flag, own, otherwise, self.function)
            otherwise = self.do(
                "member", self.function, (KIND, self.key_term(key)), (flag,), test, Where()
            )
        detail = (AssumptionKind.CLOSED_KINDS, split.name, split.breaks)
        if split.hint is None:
            breaks = f"a {split.attribute} that equals one of its kinds without being one"
            plain = (AssumptionKind.PLAIN_EQUALITY, f"{split.name}.{split.attribute}", breaks)
            otherwise = self.do("rely", self.function, (), (), otherwise, Where(), plain)
        return self.do("rely", self.function, (), (), otherwise, Where(), detail)

    def is_declared_otherwise(self, name: str) -> bool:
        """Whether a parameter is declared to be something that may be no text."""
        hints = [p.annotation for p in self.parameters if p.arg == name and p.annotation]
        words = {n.id for h in hints for n in all_nodes(h) if isinstance(n, ast.Name)}
        words |= {n.attr for h in hints for n in all_nodes(h) if isinstance(n, ast.Attribute)}
        if not self.context.names.is_builtin("str"):
            return bool(words)
        return not words <= {"str", "Optional", "Text", "typing", "Any", "object"}

    def _asked_of_its_class(self, entry: Node) -> Node:
        """A class method of a class with a subclass for each kind is asked of that class: those for
        the kinds are known in the new version only.
        """
        owner = self.context.made_by
        if not owner or not self.parameters or not self.resolver.means_module(owner):
            return entry
        line, made = self.function.lineno, self.temporary()
        name = ast.copy_location(ast.Name(owner, ast.Load()), self.function)
        given = self.slot(self.parameters[0].arg)
        entry = self.value(name, made, Put(line, given, made, entry), Where())
        breaks = f"{self.function.name} asked of a class derived from {owner}"
        detail = (AssumptionKind.CLOSED_KINDS, owner, breaks)
        return self.do("rely", self.function, (), (), entry, Where(), detail)

    def _annotation(self, position: int, parameter: ast.arg) -> ast.expr | None:
        """What is promised of a parameter: by its annotation, or as the object of an enum's
        method.
        """
        if position == 0 and self.context.owner and parameter.annotation is None:
            return ast.Name(self.context.owner, ast.Load())
        return _reliable(self.function.args, parameter, self.context.names.enums)

    def block(self, body: list[ast.stmt], after: Node, where: Where) -> Node:
        """The statements of a block in order."""
        for statement in reversed(with_sums(body, self.sums)):
            method = getattr(self, "_s_" + type(statement).__name__.lower(), None)
            if method is None:
                raise CannotLower(f"{type(statement).__name__} statements", statement.lineno)
            after = method(statement, after, where)
        return after

    # -- simple statements ----------------------------------------------------------------

    def _s_pass(self, node: ast.stmt, after: Node, where: Where) -> Node:
        return after

    _s_global = _s_nonlocal = _s_pass

    def _s_expr(self, node: ast.Expr, after: Node, where: Where) -> Node:
        if isinstance(node.value, ast.Constant):
            return after
        return self.value(node.value, self.temporary(), after, where)

    def _s_assign(self, node: ast.Assign, after: Node, where: Where) -> Node:
        helper = next(
            (made for statement, made in self.own_helpers.values() if statement is node), None
        )
        if helper is not None:
            return Put(node.lineno, self.slot(helper.name), ("helper", helper.name), after)
        rules = next(
            (name for name, (statement, _) in self.rule_lists.items() if statement is node), None
        )
        if rules is not None:
            return Put(node.lineno, self.slot(rules), ("helper", rules), after)
        kept = next(
            (name for name, (statement, _, _) in self.kept.items() if statement is node), None
        )
        if kept is not None:
            return self._keep(kept, after, where)
        table = next(
            (name for name, (statement, _) in self.own_tables.items() if statement is node), None
        )
        if (
            table is not None
            and self.table_of(ast.copy_location(ast.Name(table, ast.Load()), node)) is not None
        ):
            entry: Node = Put(node.lineno, self.slot(table), ("helper", table), after)
            for method in (
                v for v in self.own_tables[table][1].values if isinstance(v, ast.Attribute)
            ):
                entry = self.assume_not_overridden(method, entry, where)
            return entry
        in_steps = self.context.lists_in_steps and put_in_steps(self, node, after, where)
        if in_steps:
            return in_steps
        out = self.temporary()
        for target in reversed(node.targets):
            after = self.assign(target, out, after, where)
        made = self.value(node.value, out, after, where)
        key = asked_less(node)
        return made if key is None else self._plain_key(key, made, where)

    def _plain_key(self, key: ast.expr, after: Node, where: Where) -> Node:
        """Go on where asking for a key does nothing: how often that is done is not seen."""
        about = ast.unparse(key)
        detail = (AssumptionKind.NO_EFFECT, about, f"{about} whose hash or `==` does something")
        return self.values(
            [key],
            where,
            lambda ops: self.do("assume unless plain", key, ops, (), after, where, detail),
        )

    def _list(self, node: ast.List, out: int, after: Node, where: Where) -> Node:
        in_steps = self.context.lists_in_steps and list_in_steps(self, node, out, after, where)
        return in_steps or super()._list(node, out, after, where)

    def _keep(self, name: str, after: Node, where: Where) -> Node:
        """A plain object is kept under a name: what it is given is kept in its place."""
        _, made, record = self.kept[name]
        fields = self.bound_fields(made, record)
        if fields is None:
            raise CannotLower(
                "an object made with other arguments than its class takes", made.lineno
            )
        given = [*made.args, *(k.value for k in made.keywords)]

        def keep(operands: tuple[Operand, ...]) -> Node:
            values = dict(zip(map(id, given), operands, strict=True))
            entry: Node = Put(made.lineno, self.slot(name), ("helper", name), after)
            for field, slot in record.kept(self.slot(name)).items():
                value = fields[field]
                operand = values[id(value)] if id(value) in values else constant_term(value)
                entry = Put(made.lineno, slot, operand, entry)
            return entry

        return self.value(made.func, self.temporary(), self.values(given, where, keep), where)

    def _s_annassign(self, node: ast.AnnAssign, after: Node, where: Where) -> Node:
        if node.value is None:
            if not isinstance(node.target, ast.Name):
                raise CannotLower(
                    "an annotation of an attribute or item without a value", node.lineno
                )
            return after
        out = self.temporary()
        return self.value(node.value, out, self.assign(node.target, out, after, where), where)

    def _s_augassign(self, node: ast.AugAssign, after: Node, where: Where) -> Node:
        old, new, result = self.temporary(), self.temporary(), self.temporary()
        operator = operator_symbol(node.op)

        def act(store: Node) -> Node:
            done = self.do("inplace", node, (old, new), (result,), store, where, operator)
            if getattr(node, ADDS_TEXT, False):
                about = ast.unparse(node.value)
                detail = (AssumptionKind.AS_USED, about, f"`{about}` that is no text")
                done = self.do("assume text", node.value, (new,), (), done, where, detail)
            return self.value(node.value, new, done, where)

        if isinstance(node.target, ast.Name):
            read = ast.copy_location(ast.Name(node.target.id, ast.Load()), node.target)
            return self.value(
                read, old, act(self.bind(node.target.id, result, after, where, node)), where
            )
        if isinstance(node.target, ast.Attribute):
            parts, kind, detail = [node.target.value], "attr", node.target.attr
        else:
            parts, kind, detail = [node.target.value, node.target.slice], "item", None

        def build(operands: tuple[Operand, ...]) -> Node:
            store = self.do("set" + kind, node, (*operands, result), (), after, where, detail)
            return self.do("get" + kind, node.target, operands, (old,), act(store), where, detail)

        return self.values(parts, where, build)

    def _s_delete(self, node: ast.Delete, after: Node, where: Where) -> Node:
        for target in reversed(node.targets):
            after = self._delete(target, after, where)
        return after

    def _delete(self, target: ast.expr, after: Node, where: Where) -> Node:
        if isinstance(target, ast.Tuple | ast.List):
            for element in reversed(target.elts):
                after = self._delete(element, after, where)
            return after
        if isinstance(target, ast.Name):
            return self._delete_name(target, after, where)
        parts = [target.value] if isinstance(target, ast.Attribute) else [target.value, target.slice]  # type: ignore[attr-defined]
        detail = target.attr if isinstance(target, ast.Attribute) else None
        kind = "delattr" if isinstance(target, ast.Attribute) else "delitem"
        return self.values(
            parts, where, lambda ops: self.do(kind, target, ops, (), after, where, detail)
        )

    def _delete_name(self, target: ast.Name, after: Node, where: Where) -> Node:
        name = target.id
        if name in self.scope.captured or name in self.scope.declared_nonlocal:
            return self.do("del cell", target, (), (), after, where, self.cell(name))
        if name not in self.scope.own:
            return self.do("del global", target, (), (), after, where, name)
        read = ast.copy_location(ast.Name(name, ast.Load()), target)
        return self.value(
            read, self.temporary(), Drop(target.lineno, self.slot(name), after), where
        )

    def _s_import(self, node: ast.Import, after: Node, where: Where) -> Node:
        for alias in reversed(node.names):
            out = self.temporary()
            name = alias.asname or alias.name.partition(".")[0]
            bound = self.bind(name, out, after, where, node)
            after = self.do(
                "import", node, (), (out,), bound, where, (alias.name, alias.asname is None)
            )
        return after

    def _s_importfrom(self, node: ast.ImportFrom, after: Node, where: Where) -> Node:
        source = self.temporary()
        for alias in reversed(node.names):
            out = self.temporary()
            bound = self.bind(alias.asname or alias.name, out, after, where, node)
            after = self.do("import name", node, (source,), (out,), bound, where, alias.name)
        detail = (node.module, node.level, tuple(a.name for a in node.names))
        return self.do("import", node, (), (source,), after, where, detail)

    def _s_assert(self, node: ast.Assert, after: Node, where: Where) -> Node:
        error = self.temporary()
        failed = self.values(
            [node.msg] if node.msg else [],
            where,
            lambda ops: self.do(
                "failed assert", node, ops, (error,), self.throw(error, node, where), where
            ),
        )
        # Under -O neither the test nor the failure is there, and nothing is learnt from it: both
        # ways are walked.
        flag = self.temporary()
        name = ast.copy_location(ast.Name("__debug__", ast.Load()), node)
        entry = self.condition(node.test, after, failed, where)
        test = Test(node.lineno, flag, entry, after, name)
        return self.do("asserts", name, (), (flag,), test, where)

    def _s_raise(self, node: ast.Raise, after: Node, where: Where) -> Node:
        error = self.temporary()
        thrown = self.throw(error, node, where)
        key = self.raised_key(node)
        if key is not None:
            slot = self.temporary()
            return self.value(
                key, slot, self.do("missing key", node, (slot,), (error,), thrown, where), where
            )
        if node.exc is None:
            if where.during is not None:
                return Put(node.lineno, error, where.during, thrown)
            return self.do("raise again", node, (), (error,), thrown, where)
        raised = self._made(node.exc)
        parts = [raised, node.cause] if node.cause else [raised]
        return self.values(
            parts, where, lambda ops: self.do("raise", node, ops, (error,), thrown, where)
        )

    def _made(self, raised: ast.expr) -> ast.expr:
        """What is raised: of a built-in exception class it is an object made without arguments."""
        if isinstance(raised, ast.Name) and self.resolver.means_builtin(raised.id):
            found = getattr(builtins, raised.id)
            if isinstance(found, type) and issubclass(found, BaseException):
                return ast.copy_location(ast.Call(raised, [], []), raised)
        return raised

    def _s_return(self, node: ast.Return, after: Node, where: Where) -> Node:
        if node.value is None or isinstance(node.value, ast.Constant):
            value = const(node.value.value) if isinstance(node.value, ast.Constant) else NONE
            return self._through(where.cleanups, self._left_with(value, node))
        out = self.temporary()
        leave = self._through(where.cleanups, self._left_with(out, node))
        return self.value(node.value, out, leave, where)

    def _left_with(self, value: Operand, node: ast.Return) -> Node:
        if self._inside is not None:
            return Put(node.lineno, self._inside.out, value, self._inside.after)
        return Leave(node.lineno, "return", value, node)

    def _s_break(self, node: ast.Break, after: Node, where: Where) -> Node:
        return self._jump(where.broken, where)

    def _s_continue(self, node: ast.Continue, after: Node, where: Where) -> Node:
        return self._jump(where.continued, where)

    def _jump(self, jump: Jump | None, where: Where) -> Node:
        assert jump is not None, "the parser refuses break and continue outside loops"
        return self._through(where.cleanups[jump.depth :], jump.node)

    @staticmethod
    def _through(cleanups: tuple[Callable[[Node], Node], ...], after: Node) -> Node:
        for cleanup in cleanups:  # built backwards: the outermost runs last
            after = cleanup(after)
        return after

    # -- compound statements --------------------------------------------------------------

    def _s_if(self, node: ast.If, after: Node, where: Where) -> Node:
        yes = self.block(node.body, after, where)
        return self.condition(node.test, yes, self.block(node.orelse, after, where), where)

    def _s_while(self, node: ast.While, after: Node, where: Where) -> Node:
        head = Cut(node.lineno, after)
        body = self.block(node.body, head, self._in_loop(where, head, after))
        head.next = self.condition(node.test, body, self.block(node.orelse, after, where), where)
        return head

    def _s_for(
        self, node: ast.For | ast.AsyncFor, after: Node, where: Where, mark: str = ""
    ) -> Node:
        rows = self.rows_of(node.iter) if isinstance(node, ast.For) else None
        if rows is not None:
            return self._round_after_round(node, rows, after, where)
        counted = self.counted(node.target, node.iter) if not mark else None
        over = node.iter if counted is None else counted.over
        if is_gone_through(over):
            ended = self.block(node.orelse, after, where)

            def each(item: int, again: Node) -> Node:
                body = self.block(node.body, again, self._in_loop(where, again, after))
                return self.given(node.target, counted, item, body, where)

            entry = gone_through(self, over, each, ended, where)
            return entry if counted is None else self.numbered(counted, over, entry, where)
        iterator, flag, item = self.temporary(), self.temporary(), self.temporary()
        head = Cut(node.lineno, after)
        body = self.block(node.body, head, self._in_loop(where, head, after))
        body = self.given(node.target, counted, item, body, where)
        test = Test(
            node.lineno, flag, body, self.block(node.orelse, after, where), in_words(node.iter)
        )
        head.next = self.do(mark + "next", node, (iterator,), (flag, item), test, where)
        if not mark:
            return self.started(node.iter, counted, iterator, head, where)
        return self.values(
            [node.iter], where, lambda o: self.do(mark + "iter", node, o, (iterator,), head, where)
        )

    def _round_after_round(
        self, node: ast.For | ast.AsyncFor, rows: list[Term], after: Node, where: Where
    ) -> Node:
        """A loop over constant rows, written out."""
        entry = self.block(node.orelse, after, where)
        for row in reversed(rows):
            body = self.block(node.body, entry, self._in_loop(where, entry, after))
            item = self.temporary()
            entry = Put(node.lineno, item, row, self.assign(node.target, item, body, where))
        return (
            self.value(node.iter, self.temporary(), entry, where)
            if isinstance(node.iter, ast.Name)
            else entry
        )

    def _s_asyncfor(self, node: ast.AsyncFor, after: Node, where: Where) -> Node:
        return self._s_for(node, after, where, "async ")

    @staticmethod
    def _in_loop(where: Where, head: Node, after: Node) -> Where:
        depth = len(where.cleanups)
        return replace(where, broken=Jump(after, depth), continued=Jump(head, depth))

    def _s_with(
        self, node: ast.With | ast.AsyncWith, after: Node, where: Where, mark: str = ""
    ) -> Node:
        return self._with_items(node, 0, after, where, mark)

    def _s_asyncwith(self, node: ast.AsyncWith, after: Node, where: Where) -> Node:
        return self._s_with(node, after, where, "async ")

    def _with_items(
        self, node: ast.With | ast.AsyncWith, i: int, after: Node, where: Where, mark: str
    ) -> Node:
        if i == len(node.items):
            return self.block(node.body, after, where)
        item = node.items[i]
        source = item.context_expr
        manager, value, error, swallowed = (self.temporary() for _ in range(4))

        def leave(after: Node) -> Node:
            return self.do(mark + "exit", source, (manager,), (), after, where)

        thrown = self.throw(error, source, where)
        through = self.context.lets_through
        test = thrown if through else Test(source.lineno, swallowed, after, thrown, source)
        failed_where = replace(where, during=error)
        failed = self.do(
            mark + "exit failed", source, (manager, error), (swallowed,), test, failed_where
        )
        inner = replace(where, landing=Landing(failed, error), cleanups=(*where.cleanups, leave))
        body = self._with_items(node, i + 1, leave(after), inner, mark)
        if item.optional_vars is not None:
            body = self.assign(item.optional_vars, value, body, inner)
        entered = self.do(mark + "enter", source, (manager,), (value,), body, where)
        return self.value(source, manager, entered, where)

    def _s_try(self, node: ast.Try, after: Node, where: Where) -> Node:
        if not node.finalbody:
            return self._handled(node, after, where)
        error = self.temporary()

        def run_finally(after: Node) -> Node:
            return self.block(node.finalbody, after, where)

        failed_where = replace(where, during=error)
        failed = self.block(node.finalbody, self.throw(error, node, where), failed_where)
        inner = replace(
            where, landing=Landing(failed, error), cleanups=(*where.cleanups, run_finally)
        )
        return self._handled(node, run_finally(after), inner)

    def _handled(self, node: ast.Try, after: Node, where: Where) -> Node:
        """``try`` without its ``finally``."""
        normal = self.block(node.orelse, after, where)
        if not node.handlers:
            return self.block(node.body, normal, where)
        error = self.temporary()
        inside = replace(where, during=error)
        entry = self.throw(error, node, where)
        for handler in reversed(node.handlers):
            entry = self._handler(handler, error, entry, after, inside, where)
        return self.block(node.body, normal, replace(where, landing=Landing(entry, error)))

    def _handler(
        self,
        node: ast.ExceptHandler,
        error: int,
        otherwise: Node,
        after: Node,
        inside: Where,
        where: Where,
    ) -> Node:
        body = self._handler_body(node, error, after, inside)
        if node.type is None:
            return body
        for kind in reversed(self._kinds_caught(node.type)):
            otherwise = self._caught(kind, error, body, otherwise, inside)
        return otherwise

    def _kinds_caught(self, caught: ast.expr) -> list[ast.expr]:
        """What a handler catches, one after the other, where all of them are there for sure."""
        parts = caught.elts if isinstance(caught, ast.Tuple) else []
        return parts if parts and all(map(self._is_there_in_time, parts)) else [caught]

    def _is_there_in_time(self, node: ast.expr) -> bool:
        """Whether a name means a built-in, or what the module binds before it can be asked for."""
        if not isinstance(node, ast.Name):
            return False
        of_module = self.resolver.of_module(node) in self.context.names.in_time
        return of_module or self.resolver.means_builtin(node.id)

    def _caught(
        self, kind: ast.expr, error: int, body: Node, otherwise: Node, inside: Where
    ) -> Node:
        """Whether an exception is of a kind, and where that leads."""
        matches = self.temporary()
        test = Test(kind.lineno, matches, body, otherwise, kind)

        def ask(kinds: tuple[Operand, ...]) -> Node:
            asked: tuple[Operand, ...] = (error, *kinds)
            return self.do("catches", kind, asked, (matches,), test, inside)

        return self.values([kind], inside, ask)

    def _handler_body(
        self, node: ast.ExceptHandler, error: int, after: Node, inside: Where
    ) -> Node:
        name = node.name
        if name is None:
            return self.block(node.body, after, inside)

        def forget(after: Node) -> Node:
            if name in self.scope.own and name not in self.scope.captured:
                return Drop(node.lineno, self.slot(name), after)
            shared = name in self.scope.captured or name in self.scope.declared_nonlocal
            what = self.cell(name) if shared else f"global {name}"
            return self.do("forget", node, (), (), after, inside, what)

        second = self.temporary()
        failed = forget(self.throw(second, node, inside))
        named = replace(
            inside, landing=Landing(failed, second), cleanups=(*inside.cleanups, forget)
        )
        return self.bind(name, error, self.block(node.body, forget(after), named), named, node)

    def _s_match(self, node: ast.Match, after: Node, where: Where) -> Node:
        if isinstance(node.subject, ast.Tuple) and self._is_told_by_parts(node.subject, node.cases):
            return self.values(
                node.subject.elts, where, lambda parts: self._cases(node.cases, parts, after, where)
            )
        subject = self.temporary()
        return self.value(
            node.subject, subject, self._cases(node.cases, subject, after, where), where
        )

    def _cases(
        self,
        cases: list[ast.match_case],
        subject: Slot | tuple[Operand, ...],
        after: Node,
        where: Where,
    ) -> Node:
        entry = after
        for case in reversed(cases):
            entry = self._case(case, subject, self.block(case.body, after, where), entry, where)
        return entry

    def _case(
        self,
        case: ast.match_case,
        subject: Slot | tuple[Operand, ...],
        body: Node,
        otherwise: Node,
        where: Where,
    ) -> Node:
        if case.guard is not None:
            body = self.condition(case.guard, body, otherwise, where)
        captures = list(dict.fromkeys(_captures(case.pattern)))
        outs = {name: self.temporary() for name in captures}
        for name, out in outs.items():
            body = self.bind(name, out, body, where, case.pattern)
        if isinstance(subject, tuple) or self._is_simple(case.pattern):
            return self._pattern(case.pattern, subject, body, otherwise, where, outs)
        flag = self.temporary()
        test = Test(case.pattern.lineno, flag, body, otherwise, case.pattern)
        picture, read = self.picture(case.pattern, case.pattern)
        operands: tuple[Operand, ...] = (subject, *read)
        return self.do(
            "match", case.pattern, operands, (flag, *outs.values()), test, where, picture
        )

    def _is_told_by_parts(self, subject: ast.Tuple, cases: list[ast.match_case]) -> bool:
        """Whether all patterns ask for the parts of a tuple, so that nobody needs the tuple."""
        if any(isinstance(e, ast.Starred) for e in subject.elts):
            return False
        return all(self._asks_for_parts(c.pattern, len(subject.elts)) for c in cases)

    def _asks_for_parts(self, pattern: ast.pattern, count: int) -> bool:
        if isinstance(pattern, ast.MatchOr):
            return all(self._asks_for_parts(p, count) for p in pattern.patterns)
        if isinstance(pattern, ast.MatchSequence):
            return len(pattern.patterns) == count and all(map(self._is_simple, pattern.patterns))
        return isinstance(pattern, ast.MatchAs) and pattern.name is None

    def _is_simple(self, pattern: ast.pattern) -> bool:
        """Whether a pattern is nothing but tests: values, singletons, classes with attributes,
        parts of a tuple, choices of those.
        """
        if isinstance(pattern, ast.MatchOr):
            return all(self._is_simple(p) for p in pattern.patterns)
        if isinstance(pattern, ast.MatchAs):
            return pattern.pattern is None or self._is_simple(pattern.pattern)
        if isinstance(pattern, ast.MatchClass):
            return self._is_class_pattern(pattern)
        if (
            isinstance(pattern, ast.MatchMapping)
            and self.context.patterns_apart
            and self._is_class("dict")
        ):
            return (
                pattern.rest is None
                and bool(pattern.keys)
                and all(map(self._is_simple, pattern.patterns))
            )
        if (
            isinstance(pattern, ast.MatchSequence)
            and self.context.patterns_apart
            and self._is_class("list")
            and self._is_class("tuple")
        ):
            return self.resolver.means_builtin("len") and all(
                map(self._is_simple, pattern.patterns)
            )
        return isinstance(pattern, ast.MatchValue | ast.MatchSingleton)

    def _is_class_pattern(self, pattern: ast.MatchClass) -> bool:
        name = pattern.cls.id if isinstance(pattern.cls, ast.Name) else ""
        inside = all(self._is_simple(p) for p in (*pattern.patterns, *pattern.kwd_patterns))
        if not inside:
            return False
        if name in _MATCHED_AS_A_WHOLE and self.resolver.means_builtin(name):
            return len(pattern.patterns) <= 1
        known = self.resolver.means_module(name) and name in self.context.classes
        return known and len(pattern.patterns) <= len(self.context.classes[name])

    def _pattern(
        self,
        pattern: ast.pattern,
        subject: Slot | tuple[Operand, ...],
        yes: Node,
        no: Node,
        where: Where,
        outs: Mapping[str, int],
    ) -> Node:
        if isinstance(pattern, ast.MatchOr):
            for part in reversed(pattern.patterns):
                no = self._pattern(part, subject, yes, no, where, outs)
            return no
        if isinstance(pattern, ast.MatchMapping):
            assert not isinstance(subject, tuple)
            return self._mapping_pattern(pattern, subject, yes, no, where, outs)
        if isinstance(pattern, ast.MatchSequence) and not isinstance(subject, tuple):
            return self._sequence_pattern(pattern, subject, yes, no, where, outs)
        if isinstance(pattern, ast.MatchSequence):
            assert isinstance(subject, tuple)
            for operand, element in reversed(list(zip(subject, pattern.patterns, strict=True))):
                slot = self.temporary()
                yes = Put(
                    pattern.lineno,
                    slot,
                    operand,
                    self._pattern(element, slot, yes, no, where, outs),
                )
            return yes
        if isinstance(pattern, ast.MatchAs):
            if pattern.name is not None:
                assert not isinstance(subject, tuple)
                yes = Put(pattern.lineno, outs[pattern.name], subject, yes)
            return (
                yes
                if pattern.pattern is None
                else self._pattern(pattern.pattern, subject, yes, no, where, outs)
            )
        assert not isinstance(subject, tuple)
        flag = self.temporary()
        if isinstance(pattern, ast.MatchClass):
            inside = self._class_pattern(pattern, subject, yes, no, where, outs)
            test = Test(pattern.lineno, flag, inside, no, pattern)
            return self.values(
                [pattern.cls],
                where,
                lambda ops: self.do("isinstance", pattern, (subject, *ops), (flag,), test, where),
            )
        test = Test(pattern.lineno, flag, yes, no, pattern)
        if isinstance(pattern, ast.MatchSingleton):
            return self.do("is", pattern, (subject, const(pattern.value)), (flag,), test, where)
        assert isinstance(pattern, ast.MatchValue)
        answer = self.temporary()
        asked = self._truth(pattern, answer, flag, test, where)
        return self.values(
            [pattern.value],
            where,
            lambda ops: self.do("compare", pattern, (subject, *ops), (answer,), asked, where, "=="),
        )

    def _is_class(self, name: str) -> bool:
        return self.resolver.means_builtin(name)

    def _mapping_pattern(
        self,
        pattern: ast.MatchMapping,
        subject: Slot,
        yes: Node,
        no: Node,
        where: Where,
        outs: Mapping[str, int],
    ) -> Node:
        """A dict that has each key, with a fitting value."""
        for key, part in reversed(list(zip(pattern.keys, pattern.patterns, strict=True))):
            flag, value, slot = self.temporary(), self.temporary(), self.temporary()
            yes = self.do(
                "getitem",
                pattern,
                (subject, slot),
                (value,),
                self._pattern(part, value, yes, no, where, outs),
                where,
            )
            asked = self.do(
                "in",
                pattern,
                (slot, subject),
                (flag,),
                Test(pattern.lineno, flag, yes, no, pattern),
                where,
            )
            yes = self.value(key, slot, asked, where)
        return self._of_classes(
            pattern, subject, ("dict",), "a mapping that is no plain dict", yes, no, where
        )

    def _sequence_pattern(
        self,
        pattern: ast.MatchSequence,
        subject: Slot,
        yes: Node,
        no: Node,
        where: Where,
        outs: Mapping[str, int],
    ) -> Node:
        """A list or tuple of that length, with fitting items."""
        for position, part in reversed(list(enumerate(pattern.patterns))):
            if isinstance(part, ast.MatchAs) and part.pattern is None and part.name is None:
                continue
            item = self.temporary()
            yes = self.do(
                "getitem",
                pattern,
                (subject, const(position)),
                (item,),
                self._pattern(part, item, yes, no, where, outs),
                where,
            )
        size, flag, answer = self.temporary(), self.temporary(), self.temporary()
        asked = self._truth(
            pattern, answer, flag, Test(pattern.lineno, flag, yes, no, pattern), where
        )
        compared = self.do(
            "compare", pattern, (size, const(len(pattern.patterns))), (answer,), asked, where, "=="
        )
        name = ast.copy_location(ast.Name("len", ast.Load()), pattern)
        measured = self.values(
            [name],
            where,
            lambda f: self.do(
                "call", pattern, (*f, subject), (size,), compared, where, ((False,), (), ())
            ),
        )
        return self._of_classes(
            pattern,
            subject,
            ("list", "tuple"),
            "a sequence that is neither a plain list nor a tuple",
            measured,
            no,
            where,
        )

    def _of_classes(
        self,
        pattern: ast.pattern,
        subject: Slot,
        names: tuple[str, ...],
        breaks: str,
        yes: Node,
        no: Node,
        where: Where,
    ) -> Node:
        """Ask whether the subject is of one of some built-in classes, where a pattern asks for any
        such thing.
        """
        classes: list[ast.expr] = [
            ast.copy_location(ast.Name(n, ast.Load()), pattern) for n in names
        ]
        flag = self.temporary()
        test = Test(pattern.lineno, flag, yes, no, pattern)

        def ask(operands: tuple[Operand, ...]) -> Node:
            return self.first_that_holds(
                pattern, [(subject, c) for c in operands], "isinstance", flag, test, where
            )

        detail = (AssumptionKind.CLOSED_KINDS, ast.unparse(pattern), breaks)
        return self.do("rely", pattern, (), (), self.values(classes, where, ask), where, detail)

    def _class_pattern(
        self,
        pattern: ast.MatchClass,
        subject: Slot,
        yes: Node,
        no: Node,
        where: Where,
        outs: Mapping[str, int],
    ) -> Node:
        """What stands in the brackets of a class pattern: the value itself, or attributes of it."""
        assert isinstance(pattern.cls, ast.Name)
        whole = pattern.cls.id in _MATCHED_AS_A_WHOLE and pattern.cls.id not in self.context.classes
        names = [
            *([] if whole else self.context.classes[pattern.cls.id][: len(pattern.patterns)]),
            *pattern.kwd_attrs,
        ]
        inside = [*([] if whole else pattern.patterns), *pattern.kwd_patterns]
        for name, part in reversed(list(zip(names, inside, strict=True))):
            slot, flag = self.temporary(), self.temporary()
            test = Test(
                pattern.lineno, flag, self._pattern(part, slot, yes, no, where, outs), no, pattern
            )
            yes = self.do("pattern attribute", pattern, (subject,), (flag, slot), test, where, name)
        return (
            self._pattern(pattern.patterns[0], subject, yes, no, where, outs)
            if whole and pattern.patterns
            else yes
        )

    # -- definitions ----------------------------------------------------------------------

    def _s_functiondef(self, node: FunctionNode, after: Node, where: Where) -> Node:
        if any(node is statement for statement, _ in self.own_helpers.values()):
            return Put(node.lineno, self.slot(node.name), ("helper", node.name), after)
        made = self.temporary()
        bound = self.bind(node.name, made, after, where, node)
        lazy = self.context.names.lazy_hints
        head = [head_of(node, lazy=lazy), without_docstring(node.body)]
        detail, read = self.picture(node, head)
        given = [*defaults_of(node.args), *([] if lazy else hints_of(node))]
        shared = self.kept_for_later(node, read)

        def define(last: Node) -> Node:
            entry = self.values(
                given,
                where,
                lambda o: self.do("function", node, o + shared, (made,), last, where, detail),
            )
            return self._assuming_kinds(node, entry, where)

        return self._decorated(node, made, define, bound, where)

    _s_asyncfunctiondef = _s_functiondef

    def _s_classdef(self, node: ast.ClassDef, after: Node, where: Where) -> Node:
        """A class: its head is evaluated like arguments, its body runs with the names as they are."""
        made = self.temporary()
        bound = self.bind(node.name, made, after, where, node)
        bases = [b.value if isinstance(b, ast.Starred) else b for b in node.bases]
        given = [*bases, *(k.value for k in node.keywords)]
        body, read = self.picture(node, [node.name, without_docstring(node.body)])
        stars = tuple(isinstance(b, ast.Starred) for b in node.bases)
        detail = (body, stars, tuple(k.arg for k in node.keywords))
        shared = self.kept_for_later(node, read)

        def define(last: Node) -> Node:
            entry = self.values(
                given,
                where,
                lambda o: self.do("class", node, o + shared, (made,), last, where, detail),
            )
            return entry

        return self._decorated(node, made, define, bound, where)

    def _decorated(
        self,
        node: FunctionNode | ast.ClassDef,
        made: int,
        define: Callable[[Node], Node],
        after: Node,
        where: Where,
    ) -> Node:
        """Decorators are evaluated from above to below, then called from below to above."""
        slots = [self.temporary() for _ in node.decorator_list]
        last = after
        for slot in slots:
            last = self.do("call", node, (slot, made), (made,), last, where, ((False,), (), ()))
        entry = define(last)
        for decorator, slot in zip(reversed(node.decorator_list), reversed(slots), strict=True):
            entry = self.value(decorator, slot, entry, where)
        return entry


def _called(node: ast.Call) -> str:
    assert isinstance(node.func, ast.Name)
    return node.func.id


def _steady_first(function: FunctionNode, parameters: list[ast.arg], scope: Scope) -> str | None:
    """The first parameter, if the function never gives its name another value."""
    if not parameters or parameters[0].arg in scope.captured:
        return None
    name = parameters[0].arg
    stores = (
        n
        for n in all_nodes(function)
        if isinstance(n, ast.Name) and not isinstance(n.ctx, ast.Load)
    )
    return None if any(n.id == name for n in stores) else name


def _captures(pattern: ast.AST) -> list[str]:
    names = [n for n in (getattr(pattern, "name", None), getattr(pattern, "rest", None)) if n]
    for child in child_nodes(pattern):
        names += _captures(child)
    return names


def _reliable(
    arguments: ast.arguments, parameter: ast.arg, enums: Mapping[str, tuple[str, ...]]
) -> ast.expr | None:
    """The annotation of a parameter, if it is about the parameter's own value.

    A constant default widens it by its own type, as much code in the wild has it
    (``n: int = None``); any other default may be a sentinel of any type, so it ends the trust.
    """
    annotation = parameter.annotation
    if annotation is None or parameter in (arguments.vararg, arguments.kwarg):
        return None
    default = _default_of(arguments, parameter)
    if default is None or is_enum_member(default, enums):
        return annotation
    if not isinstance(default, ast.Constant):
        return None
    kind: ast.expr = (
        ast.Constant(None)
        if default.value is None
        else ast.Name(type(default.value).__name__, ast.Load())
    )
    return ast.BinOp(annotation, ast.BitOr(), kind)


def _default_of(arguments: ast.arguments, parameter: ast.arg) -> ast.expr | None:
    positional = [*arguments.posonlyargs, *arguments.args]
    pairs = [*zip(reversed(positional), reversed(arguments.defaults), strict=False)]
    found = [
        d
        for p, d in [*pairs, *zip(arguments.kwonlyargs, arguments.kw_defaults, strict=True)]
        if p is parameter
    ]
    return found[0] if found else None


def _without_annotations(arguments: ast.arguments) -> list[object]:
    """What callers can tell of a signature: names, kinds, order and defaults."""
    names = [
        [a.arg for a in group]
        for group in (arguments.posonlyargs, arguments.args, arguments.kwonlyargs)
    ]
    stars = [a.arg if a else "" for a in (arguments.vararg, arguments.kwarg)]
    return [names, stars, arguments.defaults, arguments.kw_defaults]


def flavour_of(function: FunctionNode) -> str:
    """Whether calling makes a value, a generator, a coroutine or an async generator."""
    own = [n for n in _own_expressions(function)]
    yields = any(isinstance(n, ast.Yield | ast.YieldFrom) for n in own)
    yields = yields or getattr(function, DELEGATES, False)
    is_async = isinstance(function, ast.AsyncFunctionDef)
    return ("async " if is_async else "") + ("generator" if yields else "function")


def _own_expressions(function: FunctionNode) -> list[ast.AST]:
    found: list[ast.AST] = []
    pending: list[ast.AST] = list(function.body)
    while pending:
        node = pending.pop()
        found.append(node)
        if not isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.Lambda | ast.ClassDef):
            pending.extend(child_nodes(node))
    return found
