"""Texts that end with what was only meant to stand between, and are cut off there.

``told += name + ", "`` in every round and ``told[:-2]`` behind the loop is what a loop gives that
adds ``", "`` before each but the first: after n rounds the one text is the other with ``", "``
behind it, and before the first round both are empty. That holds of texts: what is added has to be
one, or is taken for one where nothing is declared (``as-used``), which the walk sees to.
"""

from __future__ import annotations

import ast
from collections.abc import Sequence

from ...outline import all_nodes, copied
from ..lowering.expressions import ADDS_TEXT
from ..world.scope import FunctionNode
from .what_is_gone_through import blocks_of, is_awkward, stores


def cut_texts(function: FunctionNode) -> FunctionNode | None:
    """A function that adds texts with something between them where it cuts off what stands behind
    the last one; None if it does not.
    """
    if is_awkward(function):
        return None
    work = _Work(copied(function))
    work.block(work.function.body)
    if not work.changed:
        return None
    ast.fix_missing_locations(work.function)
    return work.function


class _Work:
    def __init__(self, function: FunctionNode) -> None:
        self.function = function
        self.changed = False

    def block(self, body: list[ast.stmt]) -> None:
        """Change the loops of a block."""
        for number, statement in enumerate(list(body)):
            for inner in blocks_of(statement):
                self.block(inner)
            if isinstance(statement, ast.For) and 0 < number < len(body) - 1:
                self._loop(body, body.index(statement))

    def _loop(self, body: list[ast.stmt], at: int) -> None:
        loop, behind = body[at], body[at + 1]
        adding = [n for n in all_nodes(loop) if isinstance(n, ast.AugAssign)]
        lone = [n for n in adding if isinstance(n.target, ast.Name) and isinstance(n.op, ast.Add)]
        for add in lone:
            value, name = add.value, getattr(add.target, "id", "")
            if not isinstance(value, ast.BinOp) or not isinstance(value.op, ast.Add):
                continue
            between = value.right.value if isinstance(value.right, ast.Constant) else None
            if not isinstance(between, str) or not between:
                continue
            cut = _cut_in(behind, name, len(between))
            if cut is None or not self._is_only_there(name, body, at, add, cut):
                continue
            self._change(body, at, add, cut)
            return

    def _is_only_there(
        self, name: str, body: Sequence[ast.stmt], at: int, add: ast.AugAssign, cut: ast.Subscript
    ) -> bool:
        """Whether a name is empty before the loop, added to at one place in it, cut behind it, and
        mentioned nowhere between.
        """
        starts = [
            n
            for n in range(at)
            if any(isinstance(m, ast.Name) and m.id == name for m in all_nodes(body[n]))
        ]
        begins = body[starts[-1]] if starts else None
        if not isinstance(begins, ast.Assign) or len(begins.targets) != 1:
            return False
        empty = isinstance(begins.value, ast.Constant) and begins.value.value == ""
        if not empty or getattr(begins.targets[0], "id", "") != name:
            return False
        loop, behind = body[at], body[at + 1]
        mentions = [n for n in all_nodes(loop) if isinstance(n, ast.Name) and n.id == name]
        after = [n for n in all_nodes(behind) if isinstance(n, ast.Name) and n.id == name]
        sets = [n for n in after if not isinstance(n.ctx, ast.Load)]
        read = [n for n in after if isinstance(n.ctx, ast.Load)]
        if mentions != [add.target] or read != [cut.value] or _is_in_try(self.function, loop):
            return False
        # what it holds once the loop is left is read nowhere else, or is what was cut
        told = [
            n
            for n in all_nodes(self.function)
            if isinstance(n, ast.Name) and n.id == name and isinstance(n.ctx, ast.Load)
        ]
        return bool(sets) or (told == read and stores(name, self.function) == 2)

    def _change(
        self, body: list[ast.stmt], at: int, add: ast.AugAssign, cut: ast.Subscript
    ) -> None:
        value = add.value
        assert isinstance(value, ast.BinOp) and isinstance(add.target, ast.Name)
        flag, name = f"{add.target.id}.first", add.target.id
        lower = ast.Assign([ast.Name(flag, ast.Store())], ast.Constant(False))
        more = ast.AugAssign(ast.Name(name, ast.Store()), ast.Add(), value.right)
        asked = ast.If(ast.Name(flag, ast.Load()), [lower], [more])
        add.value = value.left
        _put_before(body[at], add, ast.copy_location(asked, add))
        start = ast.Assign([ast.Name(flag, ast.Store())], ast.Constant(True))
        _Whole(cut).visit(body[at + 1])
        body.insert(at, ast.copy_location(start, body[at]))
        setattr(add, ADDS_TEXT, True)
        self.changed = True


class _Whole(ast.NodeTransformer):
    """Puts a name in the place of what is cut off from it."""

    def __init__(self, cut: ast.Subscript) -> None:
        self.cut = cut

    def visit_Subscript(self, node: ast.Subscript) -> ast.AST:
        return node.value if node is self.cut else self.generic_visit(node)


def _cut_in(statement: ast.stmt, name: str, length: int) -> ast.Subscript | None:
    """``name[:-length]`` in a statement that does nothing but hand it on."""
    value = statement.value if isinstance(statement, ast.Return | ast.Assign) else None
    if isinstance(statement, ast.Assign) and not isinstance(statement.targets[0], ast.Name):
        return None
    if not isinstance(value, ast.Subscript) or ast.unparse(value) != f"{name}[:-{length}]":
        return None
    if isinstance(statement, ast.Assign) and ast.unparse(statement.targets[0]) != name:
        return None
    return value


def _put_before(owner: ast.AST, statement: ast.stmt, new: ast.stmt) -> None:
    for each in all_nodes(owner):
        if isinstance(each, ast.stmt):
            for block in blocks_of(each):
                if statement in block:
                    block.insert(block.index(statement), new)
                    return


def _is_in_try(function: FunctionNode, node: ast.AST) -> bool:
    """Whether what is done when something fails, or behind a block that hides it, could read what a
    loop has come to.
    """
    tries = [
        n
        for n in all_nodes(function)
        if isinstance(n, ast.Try | ast.TryStar | ast.With | ast.AsyncWith)
    ]
    return any(node in all_nodes(t) for t in tries)
