"""What a method is given, worked out and named before the method is looked up.

Python looks ``log.write`` up first, and then works out what stands between its parentheses. Whoever
names that first (``line = boat.line()``, then ``log.write(line)``) looks the method up later, which
makes no difference as long as it is there (``no-effect``) and stays what it is while the arguments
are worked out (``stable-read``). Never where the object may be missing, where something in the
module sets what it is looked up in, or where somebody waits for the error.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator

from ...outline import all_nodes, copied
from ..face.verdict import Assumption, AssumptionKind
from ..world.around import Names
from ..world.classes import looks_into_objects, may_be_set_by_text
from ..world.doubts import asked_whether_in, doubted_in, of_many_kinds_in, set_later_in, spoken_of
from ..world.scope import FunctionNode
from .form_work import FormWork
from .quiet_questions import declared_missing
from .stand_ins import note_stand_in
from .what_is_gone_through import is_awkward

_OUT_OF_TURN = (ast.Await, ast.Yield, ast.YieldFrom, ast.NamedExpr)
_WAITING = frozenset({"AttributeError", "Exception", "BaseException"})


def named_arguments(
    function: FunctionNode, other: FunctionNode, names: Names
) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
    """A function that works out what it gives methods before it looks these up, and what that rests
    on; None if there is nothing to name.

    Args:
        function: the function.
        other: the other version: what both call in the same words stays as it is.
        names: what is known of the module.
    """
    managed = any(isinstance(n, ast.With | ast.AsyncWith) for n in all_nodes(function))
    if is_awkward(function) or (managed and names.swallowing):
        return None
    same = {ast.dump(n) for n in all_nodes(other) if isinstance(n, ast.Call)}
    work = _Work(copied(function), names, same)
    work.block_of(work.function)
    return work.result(work.function)


class _Work(FormWork):
    def __init__(self, function: FunctionNode, names: Names, same: set[str]) -> None:
        super().__init__(function, names)
        self.same = same

    def block_of(self, owner: ast.AST) -> None:
        """Change the statements of all blocks in some code."""
        for field in ("body", "orelse", "finalbody"):
            block = getattr(owner, field, None)
            if isinstance(block, list) and block and isinstance(block[0], ast.stmt):
                setattr(owner, field, [n for s in block for n in self._statement(s)])
        for inner in [*getattr(owner, "handlers", ()), *getattr(owner, "cases", ())]:
            self.block_of(inner)

    def _statement(self, statement: ast.stmt) -> list[ast.stmt]:
        if isinstance(statement, ast.TryStar) or (
            isinstance(statement, ast.Try) and _waits(statement)
        ):
            body, statement.body = statement.body, []
            self.block_of(statement)
            statement.body = body
            return [statement]
        self.block_of(statement)
        first: list[ast.stmt] = []
        if (
            isinstance(statement, ast.Expr | ast.Assign | ast.Return)
            and statement.value is not None
        ):
            statement.value = self._named(statement.value, first)
        elif isinstance(statement, ast.If):
            asked = statement.test
            if isinstance(asked, ast.UnaryOp) and isinstance(asked.op, ast.Not):
                asked.operand = self._named(asked.operand, first)
            else:
                statement.test = self._named(asked, first)
        return [*first, statement]

    def _named(self, value: ast.expr, first: list[ast.stmt]) -> ast.expr:
        """A value whose call is made with names, which ``first`` sets."""
        if not isinstance(value, ast.Call) or not self._may_wait(value):
            return value
        given: list[ast.expr] = []
        for argument in value.args:
            argument = self._named(argument, first)
            given.append(self._name(argument, first))
        for keyword in value.keywords:
            keyword.value = self._name(self._named(keyword.value, first), first)
        value.args = given
        about = ast.unparse(value.func)
        self.changed = True
        breaks = f"a value for which `{about}` does something, or raises"
        self.rest_on(AssumptionKind.NO_EFFECT, about, breaks)
        breaks = f"a value of `{about}` that what it is called with changes"
        self.rest_on(AssumptionKind.STABLE_READ, about, breaks)
        return value

    def _name(self, value: ast.expr, first: list[ast.stmt]) -> ast.expr:
        if isinstance(value, ast.Constant):
            return value
        name = self.numbered("argument")
        note_stand_in(self.function, name, ast.unparse(value))
        set_to = ast.Assign([ast.Name(name, ast.Store())], value)
        first.append(ast.copy_location(set_to, value))
        return ast.copy_location(ast.Name(name, ast.Load()), value)

    def _may_wait(self, call: ast.Call) -> bool:
        """Whether a method may as well be looked up behind its arguments."""
        method = call.func
        parts = [*call.args, *(k.value for k in call.keywords)]
        inside = [n for p in parts for n in all_nodes(p)]
        return (
            isinstance(method, ast.Attribute)
            and not all(isinstance(p, ast.Constant | ast.Name) for p in parts)
            and not any(isinstance(p, ast.Starred) for p in call.args)
            and all(k.arg is not None for k in call.keywords)
            and not any(isinstance(n, _OUT_OF_TURN) for n in inside)
            and ast.dump(call) not in self.same
            and self._stays(method)
        )

    def _stays(self, method: ast.Attribute) -> bool:
        """Whether nothing around says that a method may be missing, or another one later."""
        trees = self.names.declared.trees
        doubted = frozenset[str]().union(
            *(f(t) for f in (doubted_in, of_many_kinds_in, asked_whether_in) for t in trees)
        )
        later = frozenset[str]().union(*map(set_later_in, trees))
        for node in _chain(method):
            if isinstance(node, ast.Attribute):
                if not self.names.is_steady(node.attr) or f".{node.attr}" in later:
                    return False
                if any(looks_into_objects(t) or may_be_set_by_text(node.attr, t) for t in trees):
                    return False
            elif not self._is_bound_once(node.id):
                return False
            if node is method:
                continue
            if spoken_of(node) in doubted or declared_missing(node, self.names):
                return False
        return isinstance(_chain(method)[-1], ast.Name)

    def _is_bound_once(self, name: str) -> bool:
        """Whether a name holds what is there: a parameter, an element, what is made or imported,
        and not what a call may have given back as nothing.
        """
        arguments = {n.arg for n in all_nodes(self.function.args) if isinstance(n, ast.arg)}
        stores = [
            n
            for n in all_nodes(self.function)
            if isinstance(n, ast.Name) and n.id == name and not isinstance(n.ctx, ast.Load)
        ]
        if not stores and name not in arguments:
            return name in self.names.fixed
        values = [
            n.value
            for n in all_nodes(self.function)
            if isinstance(n, ast.Assign) and any(s in n.targets for s in stores)
        ]
        targets = [
            n.target if isinstance(n, ast.For) else n.optional_vars
            for n in all_nodes(self.function)
            if isinstance(n, ast.For | ast.withitem)
        ]
        others = [t for target in targets if target is not None for t in all_nodes(target)]
        told = len(values) + sum(s in others for s in stores)
        return told == len(stores) and all(map(_is_there, values))


def _is_there(value: ast.expr) -> bool:
    """Whether a value is made here, or read where it would fail if it was not there."""
    if isinstance(value, ast.Call):
        return isinstance(value.func, ast.Name) and value.func.id[:1].isupper()
    return isinstance(
        value,
        ast.List | ast.Dict | ast.Set | ast.ListComp | ast.DictComp | ast.SetComp | ast.JoinedStr,
    )


def _chain(method: ast.expr) -> list[ast.Attribute | ast.Name]:
    """What is read to come to a method, from the method down; nothing behind anything else."""
    found: list[ast.Attribute | ast.Name] = []
    node: ast.expr = method
    while isinstance(node, ast.Attribute):
        found.append(node)
        node = node.value
    return [*found, node] if isinstance(node, ast.Name) else found


def _waits(statement: ast.Try) -> bool:
    """Whether a handler may wait for a method that is not there."""
    caught = [h.type for h in statement.handlers]
    named = [n for t in caught if t is not None for n in _names(t)]
    return None in caught or not all(named) or bool(set(named) & _WAITING)


def _names(caught: ast.expr) -> Iterator[str]:
    if isinstance(caught, ast.Tuple):
        for part in caught.elts:
            yield from _names(part)
    else:
        yield caught.id if isinstance(caught, ast.Name) else ""
