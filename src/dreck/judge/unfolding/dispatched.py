"""What a table of functions or methods is asked to do, as one arm for each of its keys.

``actions = {"open": self._open, "close": self._close}`` and ``actions[key](gate)`` call one of the
two, or miss the key, and so does a table that stands in the class. What is no method of the own
object is read where the table is made. That a key that equals one is found under it is assumed
(``plain-equality``), that it can be looked up (``hashable``), and that no derived class has another
method (``not-overridden``).
"""

from __future__ import annotations

import ast
import copy
from collections.abc import Mapping

from ...outline import all_nodes, copied, nodes_of
from ..face.verdict import Assumption, AssumptionKind
from ..world.around import Names
from ..world.classes import may_be_set_by_text, plain_methods
from ..world.constants import is_constant
from ..world.names import stored_attributes
from ..world.scope import FunctionNode
from .asked_tables import asked_tables
from .stand_ins import note_stand_in
from .tables_read import change_blocks, resting_on_key
from .what_is_gone_through import is_awkward, is_builtin, is_named, reads, stores

# Rows of one table at most, each of which is an arm wherever the table is asked.
_MOST_ROWS = 12


def dispatched(
    function: FunctionNode, names: Names
) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
    """A function that asks for each key of such tables, and what that rests on; None if it has
    none.
    """
    nodes = list(all_nodes(function))
    if not any(isinstance(n, ast.Dict) or _is_upper(n) for n in nodes) or is_awkward(function):
        return None
    if not is_builtin("KeyError", function, names):
        return None
    made = copied(function)
    _name_tables_of_class(made, names)
    _name_displays(made)
    ast.fix_missing_locations(made)
    made = asked_tables(made, names) or made
    rests_on: list[Assumption] = []
    changed = False
    for name, table in list(_tables(made).items()):
        _choose_by_arms(made, name)
        work = _Work(made, names, name, table)
        if work.fits():
            made.body = work.block(made.body)
            rests_on += work.rests_on
            changed = True
    if not changed:
        return None
    ast.fix_missing_locations(made)
    return made, tuple(dict.fromkeys(rests_on))


def _is_upper(node: ast.AST) -> bool:
    """Whether a node reads an attribute of the own object that may be a table of its class."""
    return isinstance(node, ast.Attribute) and is_named(node.value, "self")


# -- tables that have no name in the function


def _name_tables_of_class(function: FunctionNode, names: Names) -> None:
    """Give tables that stand in the class of a method, and hold its methods, a name in the method."""
    asked = {n.attr for n in all_nodes(function) if _is_upper(n)}  # type: ignore[attr-defined]
    methods = _own_methods(function, names)
    for attribute in sorted(asked if methods else ()):
        table = _table_of_class(attribute, function, names)
        if table is None or not all(getattr(v, "id", "") in methods for v in table.values):
            continue
        name = f"{attribute}.table"
        note_stand_in(function, name, f"self.{attribute}")
        _Named(attribute, name).visit(function)
        values: list[ast.expr] = [
            ast.Attribute(ast.Name("self", ast.Load()), v.id, ast.Load())
            for v in table.values
            if isinstance(v, ast.Name)
        ]
        given = ast.Dict(copied(table.keys), values)
        setattr(given, _OF_CLASS, True)
        function.body.insert(0, ast.Assign([ast.Name(name, ast.Store())], given))


# How a table is marked whose functions are handed the object.
_OF_CLASS = "_of_class"


def _table_of_class(attribute: str, function: FunctionNode, names: Names) -> ast.Dict | None:
    """The table of methods that a class has under a name, where nothing else has it."""
    found: list[ast.Dict] = []
    trees = names.declared.trees
    if not names.is_steady(attribute) or not all(_is_only_asked(attribute, t) for t in trees):
        return None
    for tree in names.declared.trees:
        for owner in (n for n in nodes_of(tree) if isinstance(n, ast.ClassDef)):
            given = [
                s
                for s in owner.body
                if isinstance(s, ast.Assign) and any(is_named(t, attribute) for t in s.targets)
            ]
            methods = {s.name for s in owner.body if isinstance(s, ast.FunctionDef)}
            for statement in given:
                value = statement.value
                own = isinstance(value, ast.Dict) and all(
                    isinstance(v, ast.Name) and v.id in methods for v in value.values
                )
                if not own or function.name not in methods or len(given) > 1:
                    return None
                assert isinstance(value, ast.Dict)
                found.append(value)
    return found[0] if len({ast.dump(f) for f in found}) == 1 else None


def _is_only_asked(attribute: str, tree: ast.Module) -> bool:
    """Whether a module does nothing with such an attribute but asking it for keys."""
    nodes = nodes_of(tree)
    asked: set[int] = set()
    for node in nodes:
        reading = isinstance(node, ast.Subscript) and isinstance(node.ctx, ast.Load)
        if reading or (isinstance(node, ast.Attribute) and node.attr in ("get", "items", "keys")):
            asked.add(id(node.value))  # type: ignore[attr-defined]
        elif isinstance(node, ast.Compare):
            asked |= {id(c) for c in node.comparators}
    named = [n for n in nodes if isinstance(n, ast.Attribute) and n.attr == attribute]
    texts = any(isinstance(n, ast.Constant) and n.value == attribute for n in nodes)
    return not texts and all(isinstance(n.ctx, ast.Load) and id(n) in asked for n in named)


class _Named(ast.NodeTransformer):
    def __init__(self, attribute: str, name: str) -> None:
        self.attribute, self.name = attribute, name

    def visit_Attribute(self, node: ast.Attribute) -> ast.AST:
        if _is_upper(node) and node.attr == self.attribute and isinstance(node.ctx, ast.Load):
            return ast.copy_location(ast.Name(self.name, ast.Load()), node)
        return self.generic_visit(node)


def _name_displays(function: FunctionNode) -> None:
    """Give tables that are asked where they are written down a name."""
    count = 0
    for owner in list(all_nodes(function)):
        for field in ("body", "orelse"):
            block = getattr(owner, field, None)
            if not isinstance(block, list) or not block or not isinstance(block[0], ast.stmt):
                continue
            found: list[ast.stmt] = []
            for statement in block:
                asked = _asked_display(statement)
                if asked is not None:
                    count += 1
                    name = f"table.{count}"
                    note_stand_in(function, name, ast.unparse(asked.value))
                    given = ast.Assign([ast.Name(name, ast.Store())], asked.value)
                    found.append(ast.copy_location(given, statement))
                    asked.value = ast.copy_location(ast.Name(name, ast.Load()), asked.value)
                found.append(statement)
            setattr(owner, field, found)


def _asked_display(statement: ast.stmt) -> ast.Subscript | ast.Attribute | None:
    """What asks a table that is written down there, in a statement that does so first of all."""
    value = statement.value if isinstance(statement, ast.Assign | ast.Return | ast.Expr) else None
    while isinstance(value, ast.Call):
        value = value.func
    asked = isinstance(value, ast.Subscript) or (
        isinstance(value, ast.Attribute) and value.attr == "get"
    )
    return value if asked and isinstance(value.value, ast.Dict) else None  # type: ignore


def _own_methods(function: FunctionNode, names: Names) -> frozenset[str]:
    """The methods that the object of a method surely has as its class says, in each version; none
    for a function that is no plain method of one class.
    """
    found: set[str] = set()
    hidden: set[str] = set()
    if function.decorator_list or not function.args.args or stores("self", function):
        return frozenset()
    if function.args.args[0].arg != "self":
        return frozenset()
    for tree in names.declared.trees:
        owners = [
            c
            for c in nodes_of(tree)
            if isinstance(c, ast.ClassDef)
            and any(isinstance(s, ast.FunctionDef) and s.name == function.name for s in c.body)
        ]
        if len(owners) != 1 or owners[0] not in tree.body:
            return frozenset()
        plain = plain_methods(owners[0], tree)
        found |= plain
        hidden |= {s.name for s in owners[0].body if isinstance(s, ast.FunctionDef)} - plain
        # What another version lacks may be hidden there by what stands elsewhere.
        hidden |= stored_attributes(tree) | {n for n in found if may_be_set_by_text(n, tree)}
    return frozenset(found - hidden)


# -- tables


def _tables(function: FunctionNode) -> Mapping[str, ast.Dict]:
    """The dicts with written keys that a name is given once."""
    return {
        n.targets[0].id: n.value
        for n in all_nodes(function)
        if isinstance(n, ast.Assign)
        and len(n.targets) == 1
        and isinstance(n.targets[0], ast.Name)
        and isinstance(n.value, ast.Dict)
        and 0 < len(n.value.keys) <= _MOST_ROWS
        and all(k is not None and is_constant(k) for k in n.value.keys)
        and len({ast.dump(k) for k in n.value.keys if k}) == len(n.value.keys)
        and stores(n.targets[0].id, function) == 1
    }


def _choose_by_arms(function: FunctionNode, name: str) -> None:
    """Make arms of what is handed on if a table has a key, and otherwise not."""
    for owner in list(all_nodes(function)):
        change_blocks(owner, lambda block: [_by_arms(s, name) for s in block])


def _by_arms(statement: ast.stmt, name: str) -> ast.stmt:
    choice = statement.value if isinstance(statement, ast.Return | ast.Assign) else None
    if not isinstance(choice, ast.IfExp) or not reads(name, choice):
        return statement
    arms: list[ast.stmt] = []
    for value in (choice.body, choice.orelse):
        arm = copy.copy(statement)
        arm.value = value  # type: ignore[attr-defined]
        arms.append(arm)
    return ast.copy_location(ast.If(choice.test, [arms[0]], [arms[1]]), statement)


class _Work:
    """Writes the arms of one table."""

    def __init__(self, function: FunctionNode, names: Names, name: str, table: ast.Dict) -> None:
        self.function, self.names, self.name, self.table = function, names, name, table
        self.of_class = hasattr(table, _OF_CLASS)
        self.methods = _own_methods(function, names)
        self.rests_on: list[Assumption] = []
        self._count = 0

    def fits(self) -> bool:
        """Whether a table is only asked for keys, and called, by statements of their own."""
        if not all(map(self._may_be_called, self.table.values)) or not self._is_there():
            return False
        asked = 0
        for node in all_nodes(self.function):
            if isinstance(node, ast.Compare) and len(node.ops) == 1:
                is_in = isinstance(node.ops[0], ast.In | ast.NotIn)
                asked += is_in and is_named(node.comparators[0], self.name)
            elif isinstance(node, ast.Expr | ast.Return | ast.Assign):
                asked += _called(node, self.name) is not None
        calls = [c for n in all_nodes(self.function) if (c := _called(n, self.name)) is not None]
        if self.of_class and not all(c.args and is_named(c.args[0], "self") for c in calls):
            return False
        return bool(calls) and asked == reads(self.name, self.function)

    def _is_there(self) -> bool:
        """Whether the table is made before anything asks for it, in the same block."""
        mentioned = reads(self.name, self.function)
        for owner in all_nodes(self.function):
            for field in ("body", "orelse", "finalbody"):
                found = getattr(owner, field, None)
                block: list[ast.stmt] = found if isinstance(found, list) else []
                for at, statement in enumerate(block):
                    if getattr(statement, "value", None) is self.table:
                        return sum(reads(self.name, s) for s in block[at + 1 :]) == mentioned
        return False

    def _may_be_called(self, value: ast.expr) -> bool:
        known = self.names.fixed | self.names.new
        if isinstance(value, ast.Name):
            return not stores(value.id, self.function) and value.id in known
        if not isinstance(value, ast.Attribute) or not isinstance(value.value, ast.Name):
            return False
        return value.value.id != "self" or value.attr in self.methods

    def block(self, body: list[ast.stmt]) -> list[ast.stmt]:
        """A block without the table."""
        return [n for s in body for n in self._statement(s)]

    def _statement(self, statement: ast.stmt) -> list[ast.stmt]:
        if isinstance(statement, ast.Assign) and statement.value is self.table:
            return self._made(statement)
        change_blocks(statement, self.block)
        call = _called(statement, self.name)
        if call is not None:
            return self._arms(statement, call)
        for node in all_nodes(statement):
            if isinstance(node, ast.Compare) and is_named(node.comparators[0], self.name):
                self.rests_on += resting_on_key(node.left)
                row = [copied(k) for k in self.table.keys if k is not None]
                node.comparators[0] = ast.copy_location(ast.Tuple(row, ast.Load()), node)
        return [statement]

    def _made(self, statement: ast.Assign) -> list[ast.stmt]:
        """What is read where the table is made."""
        found: list[ast.stmt] = []
        for at, value in enumerate(self.table.values):
            if isinstance(value, ast.Attribute) and is_named(value.value, "self"):
                breaks = f"a derived class with a {value.attr} of its own"
                about = ast.unparse(value)
                self.rests_on.append(Assumption(AssumptionKind.NOT_OVERRIDDEN, about, breaks))
            elif isinstance(value, ast.Attribute):
                name = f"{self.name}.{at}"
                note_stand_in(self.function, name, ast.unparse(value))
                given = ast.Assign([ast.Name(name, ast.Store())], value)
                found.append(ast.copy_location(given, statement))
                self.table.values[at] = ast.Name(name, ast.Load())
        return found or [ast.copy_location(ast.Pass(), statement)]

    def _arms(self, statement: ast.stmt, call: ast.Call) -> list[ast.stmt]:
        """An arm for each key, and one that misses it."""
        assert isinstance(call.func, ast.Subscript)
        key, first = call.func.slice, list[ast.stmt]()
        self.rests_on += resting_on_key(key)
        if not isinstance(key, ast.Name | ast.Constant):
            self._count += 1
            held = f"{self.name}.key.{self._count}"
            note_stand_in(self.function, held, ast.unparse(key))
            first = [ast.Assign([ast.Name(held, ast.Store())], key)]
            key = ast.Name(held, ast.Load())
        missing = ast.Call(ast.Name("KeyError", ast.Load()), [copied(key)], [])
        rest: list[ast.stmt] = [ast.Raise(missing)]
        for one, value in reversed(list(zip(self.table.keys, self.table.values, strict=True))):
            arm = copied(statement)
            called = _called(arm, self.name)
            assert called is not None and one is not None
            called.func = copied(value)
            if self.of_class and called.args and is_named(called.args[0], "self"):
                del called.args[0]
            asked = ast.Compare(copied(key), [ast.Eq()], [copied(one)])
            rest = [ast.If(asked, [arm], rest)]
        return [ast.copy_location(s, statement) for s in (*first, *rest)]


def _called(statement: ast.AST, table: str) -> ast.Call | None:
    """The call of what a table has under a key that is all that a statement does, but for handing
    its result on.
    """
    if not isinstance(statement, ast.Expr | ast.Return | ast.Assign):
        return None
    if isinstance(statement, ast.Assign) and not all(
        isinstance(t, ast.Name) for t in statement.targets
    ):
        return None
    call = statement.value
    if not isinstance(call, ast.Call) or not isinstance(call.func, ast.Subscript):
        return None
    found = is_named(call.func.value, table) and not isinstance(call.func.slice, ast.Slice)
    return call if found and reads(table, statement) == 1 else None
