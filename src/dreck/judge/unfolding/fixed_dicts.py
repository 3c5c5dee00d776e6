"""A dict of the function's own whose keys never change, as names for what is under each of them.

``counts = {"tug": 0, "barge": 0}`` to which ``counts[boat.kind] += 1`` adds, where ``boat.kind in
counts``, is two names: nobody else has the dict before it is handed back, and whatever is asked for
is one of the two, or missing. That a key that equals one is found under it is assumed
(``plain-equality``), and that it can be looked up at all (``hashable``).
"""

from __future__ import annotations

import ast
from collections.abc import Mapping, Sequence
from typing import TypeAlias, TypeVar

from ...outline import all_nodes, child_nodes, copied
from ..face.verdict import Assumption
from ..world.around import Names
from ..world.scope import FunctionNode
from .filled_dicts import key_of, started_dict
from .stand_ins import note_stand_in
from .sunk_stores import is_seen_from_elsewhere
from .tables_read import change_blocks, resting_on_key
from .what_is_gone_through import is_awkward, is_builtin, is_named, reads, stores

# Keys of one dict at most, each of which is an arm wherever one of them is asked for.
_MOST_KEYS = 6
_Key: TypeAlias = str | int
_Code = TypeVar("_Code", ast.expr, ast.stmt)
# What may be gone through several times, or later.
_AGAIN = (ast.ListComp, ast.SetComp, ast.DictComp, ast.GeneratorExp, ast.Lambda)


def fixed_dicts(
    function: FunctionNode, names: Names
) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
    """A function without such dicts, and what that rests on; None if there are none."""
    if not any(map(started_dict, function.body)) or is_awkward(function):
        return None
    if is_seen_from_elsewhere(function):
        return None
    if not is_builtin("KeyError", function, names):
        return None
    made = copied(function)
    found = [(s, n) for s in made.body if (n := started_dict(s)) and _is_fixed(n, s, made)]
    if not found:
        return None
    rests_on: list[Assumption] = []
    for statement, name in found:
        work = _Work(name, _keys(statement), made)
        made.body = work.block(made.body)
        rests_on += work.rests_on
    ast.fix_missing_locations(made)
    return made, tuple(dict.fromkeys(rests_on))


def _keys(statement: ast.stmt) -> tuple[_Key, ...]:
    assert isinstance(statement, ast.Assign | ast.AnnAssign)
    assert isinstance(statement.value, ast.Dict)
    found = [key_of(k) for k in statement.value.keys]
    return tuple(k for k in found if k is not None)


def _is_fixed(name: str, start: ast.stmt, function: FunctionNode) -> bool:
    """Whether a dict is only asked for its keys and what is under them, and does not stay what it
    is written down as.
    """
    keys = _keys(start)
    arguments = {n.arg for n in all_nodes(function) if isinstance(n, ast.arg)}
    if not 0 < len(keys) <= _MOST_KEYS or stores(name, function) > 1 or name in arguments:
        return False
    at = function.body.index(start)
    if any(reads(name, s) for s in [*function.body[:at], start]):
        return False
    asked = [0]
    fits = all(_fits(s, name, keys, asked) for s in function.body[at + 1 :])
    return fits and asked[0] > 0


def _fits(node: ast.AST, name: str, keys: Sequence[_Key], asked: list[int]) -> bool:
    """Whether all that some code does with a dict can be done with names; counts in ``asked`` how
    often it changes what is under a key, or asks for one that is not written there.
    """
    if not reads(name, node):
        return True
    if isinstance(node, ast.Return) and node.value is not None:
        inside = list(all_nodes(node.value))
        asked_there = [n for n in inside if isinstance(n, ast.Subscript) and _is_entry(n, name)]
        fits = all(_is_one_of(n.slice, keys) for n in asked_there)
        fits = fits and not any(isinstance(n, _AGAIN) and reads(name, n) for n in inside)
        return fits and reads(name, node) - len(asked_there) <= 1
    if isinstance(node, ast.AugAssign) and _is_entry(node.target, name):
        assert isinstance(node.target, ast.Subscript)
        key = node.target.slice
        if reads(name, key) or not _fits(node.value, name, keys, asked):
            return False
        asked[0] += 1
        return _is_one_of(key, keys) or not isinstance(key, ast.Slice | ast.Constant)
    if isinstance(node, ast.Subscript) and _is_entry(node, name):
        return _is_one_of(node.slice, keys)
    if isinstance(node, ast.Compare) and is_named(node.comparators[-1], name):
        fits = len(node.ops) == 1 and isinstance(node.ops[0], ast.In | ast.NotIn)
        asked[0] += fits
        return fits and not reads(name, node.left)
    if isinstance(node, ast.Name | ast.GeneratorExp | ast.Lambda):
        return False
    return all(_fits(c, name, keys, asked) for c in child_nodes(node))


def _is_one_of(key: ast.expr, keys: Sequence[_Key]) -> bool:
    written = key_of(key)
    return written is not None and written in keys


def _is_entry(node: ast.AST, name: str) -> bool:
    return isinstance(node, ast.Subscript) and is_named(node.value, name)


class _Work:
    """Writes names in the place of one dict."""

    def __init__(self, name: str, keys: tuple[_Key, ...], function: FunctionNode) -> None:
        self.name, self.keys, self.function = name, keys, function
        for key in keys:
            note_stand_in(function, self._held(key), f"{name}[{key!r}]")
        self.rests_on: list[Assumption] = []
        self._count = 0

    def block(self, body: list[ast.stmt]) -> list[ast.stmt]:
        """A block without the dict."""
        return [n for s in body for n in self._statement(s)]

    def _statement(self, statement: ast.stmt) -> list[ast.stmt]:
        if started_dict(statement) == self.name:
            assert isinstance(statement, ast.Assign | ast.AnnAssign)
            assert isinstance(statement.value, ast.Dict)
            values = zip(self.keys, statement.value.values, strict=True)
            given = (ast.Assign([ast.Name(self._held(k), ast.Store())], v) for k, v in values)
            return [ast.copy_location(s, statement) for s in given]
        change_blocks(statement, self.block)
        if not isinstance(statement, ast.AugAssign) or not _is_entry(statement.target, self.name):
            return [self._named(statement)]
        assert isinstance(statement.target, ast.Subscript)
        written = key_of(statement.target.slice)
        if written is not None:
            statement.value = self._named(statement.value)
            statement.target = ast.Name(self._held(written), ast.Store())
            return [statement]
        return self._chosen(statement, statement.target.slice)

    def _chosen(self, statement: ast.AugAssign, key: ast.expr) -> list[ast.stmt]:
        """The arms that add to what is under a key, whichever it is."""
        self._count += 1
        held = f"{self.name}.key.{self._count}"
        note_stand_in(self.function, held, ast.unparse(key))
        self.rests_on += resting_on_key(key)
        missing = ast.Call(ast.Name("KeyError", ast.Load()), [ast.Name(held, ast.Load())], [])
        rest: list[ast.stmt] = [ast.Raise(missing)]
        value = self._named(statement.value)
        for each in reversed(self.keys):
            added = copied(statement)
            added.target, added.value = ast.Name(self._held(each), ast.Store()), value
            asked = ast.Compare(ast.Name(held, ast.Load()), [ast.Eq()], [ast.Constant(each)])
            rest = [ast.If(asked, [copied(added)], rest)]
        first = ast.Assign([ast.Name(held, ast.Store())], key)
        return [ast.copy_location(s, statement) for s in (first, *rest)]

    def _held(self, key: _Key) -> str:
        return f"{self.name}.{key!r}"

    def _named(self, node: _Code) -> _Code:
        """Some code that asks for names in the place of the dict."""
        if not reads(self.name, node):
            return node
        work = _Named(self.name, {k: self._held(k) for k in self.keys})
        made: _Code = work.visit(node)
        for asked in work.asked:
            self.rests_on += resting_on_key(asked)
        return made


class _Named(ast.NodeTransformer):
    def __init__(self, name: str, held: Mapping[_Key, str]) -> None:
        self.name, self.held = name, held
        self.asked: list[ast.expr] = []

    def visit_Subscript(self, node: ast.Subscript) -> ast.AST:
        key = key_of(node.slice)
        if not _is_entry(node, self.name) or key is None:
            return self.generic_visit(node)
        return ast.copy_location(ast.Name(self.held[key], node.ctx), node)

    def visit_Compare(self, node: ast.Compare) -> ast.AST:
        if not is_named(node.comparators[-1], self.name):
            return self.generic_visit(node)
        self.asked.append(node.left)
        row: list[ast.expr] = [ast.Constant(k) for k in self.held]
        node.comparators = [ast.copy_location(ast.Tuple(row, ast.Load()), node)]
        return node

    def visit_Name(self, node: ast.Name) -> ast.AST:
        if node.id != self.name:
            return node
        values: list[ast.expr] = [ast.Name(n, ast.Load()) for n in self.held.values()]
        return ast.copy_location(ast.Dict([ast.Constant(k) for k in self.held], values), node)
