"""Lists of a function's own, put together one element after the other.

``lines += ["barge", boat.name]``, ``lines.extend(...)``, ``["head", *rest]`` and one list ``+``
another give what ``lines.append(...)`` gives for each in turn: nobody else has the list before it
is handed back, nothing is caught or hidden, and what is put into it does not ask for it. Nothing is
assumed, but that generators raise no StopIteration (``no-effect``).
"""

from __future__ import annotations

import ast

from ...outline import all_nodes, copied
from ..face.verdict import Assumption, AssumptionKind
from ..world.scope import FunctionNode
from .sunk_stores import is_its_own, is_seen_from_elsewhere
from .what_is_gone_through import is_awkward, reads, stores

_INNER = (ast.Lambda, ast.NamedExpr, ast.ListComp, ast.SetComp, ast.DictComp, ast.GeneratorExp)


def appended(function: FunctionNode) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
    """A function that appends to its lists one element after the other, and what that rests on;
    None if it puts none together in another way.
    """
    if not any(map(_may_be_put_together, all_nodes(function))):
        return None
    if is_awkward(function) or is_seen_from_elsewhere(function):
        return None
    work = _Work(copied(function))
    work.blocks(work.function)
    if not work.changed:
        return None
    ast.fix_missing_locations(work.function)
    return work.function, tuple(dict.fromkeys(work.rests_on))


class _Work:
    def __init__(self, function: FunctionNode) -> None:
        self.function = function
        self.changed = False
        self.rests_on: list[Assumption] = []
        self._count = 0
        given: dict[str, list[ast.expr]] = {}
        for node in all_nodes(function):
            target = node.targets[0] if isinstance(node, ast.Assign) else None
            if isinstance(target, ast.Name) and len(node.targets) == 1:  # type: ignore[attr-defined]
                given.setdefault(target.id, []).append(node.value)  # type: ignore[attr-defined]
        self.own = {
            n
            for n, values in given.items()
            if all(map(_is_list, values))
            and is_its_own(n, function)
            and stores(n, function) == len(values) + _added_to(n, function)
        }

    def blocks(self, owner: ast.AST) -> None:
        """Change the statements of all blocks in some code."""
        for field in ("body", "orelse"):
            block = getattr(owner, field, None)
            if isinstance(block, list) and block and isinstance(block[0], ast.stmt):
                for statement in block:
                    self.blocks(statement)
                setattr(owner, field, [n for s in block for n in self._statement(s)])
        for case in getattr(owner, "cases", ()):
            self.blocks(case)

    def _statement(self, statement: ast.stmt) -> list[ast.stmt]:
        found = self._added(statement)
        if found is not None:
            name, value = found
            return self._changed(statement, self._each(name, value)) or [statement]
        value_of = statement.value if isinstance(statement, ast.Return | ast.Assign) else None
        if value_of is None or not _is_put_together(value_of):
            return [statement]
        if isinstance(statement, ast.Assign):
            target = statement.targets[0]
            if not isinstance(target, ast.Name) or target.id not in self.own:
                return [statement]
            name = target.id
            if reads(name, value_of):
                return [statement]
        else:
            self._count += 1
            name = f"list.{self._count}"
        start = ast.Assign([ast.Name(name, ast.Store())], ast.List([], ast.Load()))
        filled = self._each(name, value_of)
        if filled is None:
            return [statement]
        end = [ast.Return(ast.Name(name, ast.Load()))] if isinstance(statement, ast.Return) else []
        return self._changed(statement, [start, *filled, *end]) or [statement]

    def _changed(self, statement: ast.stmt, new: list[ast.stmt] | None) -> list[ast.stmt] | None:
        if new is None:
            return None
        self.changed = True
        return [ast.copy_location(n, statement) for n in new]

    def _added(self, statement: ast.stmt) -> tuple[str, ast.expr] | None:
        """The list and what is added to it, by ``+=`` or ``extend``."""
        if isinstance(statement, ast.AugAssign) and isinstance(statement.op, ast.Add):
            target: ast.expr = statement.target
            value = statement.value
        elif isinstance(statement, ast.Expr) and isinstance(statement.value, ast.Call):
            call = statement.value
            method = call.func
            if not isinstance(method, ast.Attribute) or method.attr != "extend":
                return None
            if len(call.args) != 1 or call.keywords:
                return None
            target, value = method.value, call.args[0]
        else:
            return None
        if not isinstance(target, ast.Name) or target.id not in self.own or reads(target.id, value):
            return None
        return target.id, value

    def _each(self, name: str, value: ast.expr) -> list[ast.stmt] | None:
        """Statements that append all of a value; None if it is something else than a display, a
        comprehension or a sum of such.
        """
        if isinstance(value, ast.BinOp) and _is_list(value):
            first, second = self._each(name, value.left), self._each(name, value.right)
            return None if first is None or second is None else [*first, *second]
        if isinstance(value, ast.List | ast.Tuple):
            found: list[ast.stmt] = []
            for part in value.elts:
                inner = (
                    self._each(name, part.value)
                    if isinstance(part, ast.Starred)
                    else [_append(name, part)]
                )
                if inner is None:
                    return None
                found += inner
            return found
        if isinstance(value, ast.ListComp | ast.GeneratorExp):
            return self._looped(name, value)
        return None

    def _looped(self, name: str, value: ast.ListComp | ast.GeneratorExp) -> list[ast.stmt] | None:
        inside = [n for n in all_nodes(value) if n is not value]
        if any(isinstance(n, _INNER) for n in inside) or any(g.is_async for g in value.generators):
            return None
        self._count += 1
        names = {
            n.id for g in value.generators for n in all_nodes(g.target) if isinstance(n, ast.Name)
        }
        first = copied(value.generators[0].iter)
        made = _Renamed(names, f".{self._count}").visit(copied(value))
        made.generators[0].iter = first  # asked before anything has these names
        if isinstance(value, ast.GeneratorExp):
            about = ast.unparse(value.elt)
            breaks = f"an element for which `{about}` raises StopIteration"
            self.rests_on.append(Assumption(AssumptionKind.NO_EFFECT, about, breaks))
        body: list[ast.stmt] = [_append(name, made.elt)]
        for generator in reversed(made.generators):
            for test in reversed(generator.ifs):
                body = [ast.If(test, body, [])]
            body = [ast.For(generator.target, generator.iter, body, [])]
        return body


def _may_be_put_together(node: ast.AST) -> bool:
    if isinstance(node, ast.Attribute):
        return node.attr == "extend"
    return isinstance(node, ast.AugAssign) or (
        isinstance(node, ast.List | ast.BinOp) and _is_put_together(node)
    )


def _append(name: str, value: ast.expr) -> ast.stmt:
    method = ast.Attribute(ast.Name(name, ast.Load()), "append", ast.Load())
    return ast.Expr(ast.Call(method, [value], []))


def _is_list(value: ast.expr) -> bool:
    """Whether a value is a new list for sure."""
    if isinstance(value, ast.BinOp) and isinstance(value.op, ast.Add):
        return _is_list(value.left) and _is_list(value.right)
    return isinstance(value, ast.List | ast.ListComp)


def _is_put_together(value: ast.expr) -> bool:
    """Whether a value is a new list of several parts."""
    if isinstance(value, ast.BinOp):
        return _is_list(value)
    return isinstance(value, ast.List) and any(isinstance(e, ast.Starred) for e in value.elts)


def _added_to(name: str, function: FunctionNode) -> int:
    return sum(
        isinstance(n, ast.AugAssign) and isinstance(n.target, ast.Name) and n.target.id == name
        for n in all_nodes(function)
    )


class _Renamed(ast.NodeTransformer):
    def __init__(self, names: set[str], behind: str) -> None:
        self.names, self.behind = names, behind

    def visit_Name(self, node: ast.Name) -> ast.AST:
        if node.id in self.names:
            node.id += self.behind
        return node
