"""What a table of functions gives for a key, asked for where it is called.

``act = ACTIONS.get(word)``, ``if act is None: return`` and ``act(boat)`` ask whether the table has
the word, and call what it holds for it: functions are never None. Only where the question stands
right behind, and every call where its answer is known.
"""

from __future__ import annotations

import ast
from collections.abc import Sequence

from ...outline import all_nodes, copied, nodes_of
from ..world.around import Names
from ..world.scope import FunctionNode
from .stand_ins import note_stand_in
from .tables_read import is_only_read, values_given
from .what_is_gone_through import blocks_of, is_awkward, reads, stores

_LEAVING = (ast.Return, ast.Raise, ast.Continue, ast.Break)


def asked_tables(function: FunctionNode, names: Names) -> FunctionNode | None:
    """A function that asks tables of functions whether they have a key, and calls what they hold
    for it; None if it does nothing else.
    """
    asked = (n for n in all_nodes(function) if isinstance(n, ast.Attribute))
    if not any(n.attr == "get" for n in asked) or is_awkward(function):
        return None
    work = _Work(copied(function), names)
    for node in list(all_nodes(work.function)):
        for block in blocks_of(node) if isinstance(node, ast.stmt) else ():
            work.block(block)
    if not work.changed:
        return None
    ast.fix_missing_locations(work.function)
    return work.function


class _Work:
    def __init__(self, function: FunctionNode, names: Names) -> None:
        self.function, self.names = function, names
        self.changed = False

    def block(self, body: list[ast.stmt]) -> None:
        """Change the statements of a block."""
        for at in reversed(range(len(body) - 1)):
            asked = _asked_for(body[at])
            if asked is None or not self._is_plain(*asked):
                continue
            name, table, key = asked
            rest = body[at + 1 :]
            if all(reads(name, s) == 0 for s in rest) or not _is_protected(name, rest):
                continue
            first: list[ast.stmt] = []
            if not isinstance(key, ast.Name):  # it may have another value by then
                held = ast.Name(f"{name}.key", ast.Load())
                note_stand_in(self.function, held.id, ast.unparse(key))
                given = ast.Assign([ast.Name(held.id, ast.Store())], key)
                first, key = [ast.copy_location(given, body[at])], held
            put = _Called(name, table, key)
            body[at:] = [*first, *(put.visit(s) for s in rest)]
            self.changed = True

    def _is_plain(self, name: str, table: str, key: ast.expr) -> bool:
        """Whether a name is only asked and called, its table holds functions, and the key stays."""
        if stores(name, self.function) != 1:
            return False
        given = {a.arg for a in all_nodes(self.function) if isinstance(a, ast.arg)}
        if isinstance(key, ast.Name) and stores(key.id, self.function) > (key.id not in given):
            return False
        told = _Uses(name)
        told.visit(self.function)
        return told.count == reads(name, self.function) and self._holds_functions(table)

    def _holds_functions(self, table: str) -> bool:
        """Whether a name stands for dicts all of whose values are functions."""
        trees = self.names.declared.trees
        local = stores(table, self.function)
        if local:
            found = _dicts(table, [self.function])
            if local != 1 or len(found) != 1 or not is_only_read(table, self.function):
                return False
            return self._are_functions(found[0])
        every = _dicts(table, [s for t in trees for s in t.body])
        known = table in self.names.fixed | self.names.new
        if not every or not known or not all(is_only_read(table, t) for t in trees):
            return False
        return all(map(self._are_functions, every))

    def _are_functions(self, table: ast.Dict) -> bool:
        defined = {
            n.name
            for t in self.names.declared.trees
            for n in nodes_of(t)
            if isinstance(n, ast.FunctionDef)
        }
        return all(
            isinstance(v, ast.Lambda)
            or (isinstance(v, ast.Name) and v.id in defined and not stores(v.id, self.function))
            or (isinstance(v, ast.Attribute) and v.attr in defined and _is_self(v.value))
            for v in table.values
        )


def _dicts(name: str, code: Sequence[ast.AST]) -> list[ast.Dict]:
    """The dicts that a name is given."""
    values = [v for c in code for v in values_given(name, c)]
    return [v for v in values if isinstance(v, ast.Dict) and None not in v.keys]


def _is_self(node: ast.expr) -> bool:
    return isinstance(node, ast.Name) and node.id == "self"


def _asked_for(statement: ast.stmt) -> tuple[str, str, ast.expr] | None:
    """The name, the table and the key in ``name = TABLE.get(key)``."""
    target = statement.targets[0] if isinstance(statement, ast.Assign) else None
    call = statement.value if isinstance(statement, ast.Assign) else None
    if not isinstance(target, ast.Name) or not isinstance(call, ast.Call) or call.keywords:
        return None
    method = call.func
    if not isinstance(method, ast.Attribute) or method.attr != "get" or len(call.args) != 1:
        return None
    if not isinstance(method.value, ast.Name) or isinstance(call.args[0], ast.Starred):
        return None
    return target.id, method.value.id, call.args[0]


def _question(test: ast.expr, name: str) -> bool | None:
    """Whether a test holds where a name is something; None if it asks anything else."""
    if isinstance(test, ast.UnaryOp) and isinstance(test.op, ast.Not):
        inner = _question(test.operand, name)
        return None if inner is None else not inner
    if isinstance(test, ast.Name):
        return True if test.id == name else None
    if not isinstance(test, ast.Compare) or len(test.ops) != 1:
        return None
    left, right = test.left, test.comparators[0]
    nothing = isinstance(right, ast.Constant) and right.value is None
    if not nothing or not isinstance(left, ast.Name) or left.id != name:
        return None
    is_, is_not = isinstance(test.ops[0], ast.Is), isinstance(test.ops[0], ast.IsNot)
    return False if is_ else True if is_not else None


def _is_protected(name: str, rest: list[ast.stmt]) -> bool:
    """Whether a name is asked first of all, and called only where it is something."""
    first, *others = rest
    if isinstance(first, ast.If):
        found = _question(first.test, name)
        there, lacking = (first.body, first.orelse) if found else (first.orelse, first.body)
        if found is None or any(reads(name, s) for s in lacking):
            return False
        leaves = bool(lacking) and isinstance(lacking[-1], _LEAVING)
        return leaves or not any(reads(name, s) for s in others)
    value = first.value if isinstance(first, ast.Return | ast.Assign | ast.Expr) else None
    if not isinstance(value, ast.IfExp) or any(reads(name, s) for s in others):
        return False
    found = _question(value.test, name)
    return found is not None and not reads(name, value.orelse if found else value.body)


class _Uses(ast.NodeVisitor):
    """Counts where a name is asked whether it is something, or called."""

    def __init__(self, name: str) -> None:
        self.name, self.count = name, 0

    def visit_Call(self, node: ast.Call) -> None:
        self.count += isinstance(node.func, ast.Name) and node.func.id == self.name
        self.generic_visit(node)

    def visit_If(self, node: ast.If) -> None:
        self.count += _question(node.test, self.name) is not None
        self.generic_visit(node)

    def visit_IfExp(self, node: ast.IfExp) -> None:
        self.count += _question(node.test, self.name) is not None
        self.generic_visit(node)


class _Called(ast.NodeTransformer):
    """Puts questions to a table in the place of a name."""

    def __init__(self, name: str, table: str, key: ast.expr) -> None:
        self.name, self.table, self.key = name, table, key

    def visit_Call(self, node: ast.Call) -> ast.AST:
        self.generic_visit(node)
        if isinstance(node.func, ast.Name) and node.func.id == self.name:
            item = ast.Subscript(self._table(), copied(self.key), ast.Load())
            node.func = ast.copy_location(item, node.func)
        return node

    def visit_If(self, node: ast.If) -> ast.AST:
        node.test = self._asked(node.test)
        return self.generic_visit(node)

    def visit_IfExp(self, node: ast.IfExp) -> ast.AST:
        node.test = self._asked(node.test)
        return self.generic_visit(node)

    def _asked(self, test: ast.expr) -> ast.expr:
        found = _question(test, self.name)
        if found is None:
            return test
        sign = ast.In() if found else ast.NotIn()
        made = ast.Compare(copied(self.key), [sign], [self._table()])
        return ast.copy_location(made, test)

    def _table(self) -> ast.expr:
        return ast.Name(self.table, ast.Load())
