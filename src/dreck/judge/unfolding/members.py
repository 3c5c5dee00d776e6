"""``name in names`` as the question whether any of them equals it.

A list is asked so, and a tuple; of a set or dict it comes to the same (``plain-equality``). A text
would be asked for a part of it, so what is asked must be declared a list or the like, or is taken
for no text where the old version goes through it (``as-used``).
"""

from __future__ import annotations

import ast

from ...outline import all_nodes, copied
from ..face.verdict import Assumption, AssumptionKind
from ..face.wording import shortened
from ..world.around import Names
from ..world.scope import FunctionNode
from .form_work import FormWork
from .stand_ins import note_stand_in
from .what_is_gone_through import heads_declared, heads_of, is_awkward, is_builtin
from .what_is_gone_through import may_be_gone_through, stores

_MEMBER = "member"
# What has its elements under one name, and is asked for them by ``==``.
_FITTING = frozenset({"list", "List", "tuple", "Tuple", "Sequence", "deque"})


def members(
    function: FunctionNode, other: FunctionNode, names: Names, *, is_new: bool
) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
    """A function that asks its lists element by element, and what that rests on; None if there is
    nothing to ask.

    Args:
        function: the function.
        other: the other version: what both ask in the same words stays as it is, and what only this
            one asks must be gone through there.
        names: what is known of the module.
        is_new: whether it is the new version: what nobody declares is taken for what the old one
            uses it as, and never the other way round.
    """
    if is_awkward(function) or not is_builtin("any", function, names):
        return None
    same = {_asked(n) for n in all_nodes(other) if isinstance(n, ast.Compare)}
    gone_through = {
        ast.unparse(n.iter) for n in all_nodes(other) if isinstance(n, ast.For | ast.comprehension)
    }
    work = _Work(function, names, same, gone_through)
    work.is_new = is_new
    made: FunctionNode = work.visit(copied(function))
    for name in work.made:
        note_stand_in(made, name, "each")
    return work.result(made)


def _asked(node: ast.Compare) -> str:
    """What a comparison asks, whichever answer it waits for."""
    is_member = len(node.ops) == 1 and isinstance(node.ops[0], ast.In | ast.NotIn)
    return f"{ast.unparse(node.left)} in {ast.unparse(node.comparators[0])}" if is_member else ""


class _Work(FormWork, ast.NodeTransformer):
    def __init__(
        self, function: FunctionNode, names: Names, same: set[str], gone_through: set[str]
    ) -> None:
        super().__init__(function, names)
        self.same, self.gone_through = same, gone_through
        self.is_new = False
        self.made: list[str] = []

    def visit_Compare(self, node: ast.Compare) -> ast.AST:
        self.generic_visit(node)
        asked = _asked(node)
        if not asked or asked in self.same or not self._fits(node):
            return node
        row = node.comparators[0]
        name = self.numbered(_MEMBER)
        self.changed = True
        self.made.append(name)
        same = ast.Compare(ast.Name(name, ast.Load()), [ast.Eq()], [node.left])
        each = ast.comprehension(ast.Name(name, ast.Store()), row, [], 0)
        found: ast.expr = ast.Call(
            ast.Name("any", ast.Load()), [ast.GeneratorExp(same, [each])], []
        )
        if isinstance(node.ops[0], ast.NotIn):
            found = ast.UnaryOp(ast.Not(), found)
        return ast.copy_location(found, node)

    def _fits(self, node: ast.Compare) -> bool:
        """Whether a comparison may as well be asked of each element."""
        item, row = node.left, node.comparators[0]
        held = isinstance(item, ast.Constant) or (
            isinstance(item, ast.Name) and not item.id.startswith(f"{_MEMBER}.")
        )
        if not held or not isinstance(row, ast.Name | ast.Attribute):
            return False
        if ast.unparse(row) not in self.gone_through or not may_be_gone_through(
            row, self.function, self.names
        ):
            return False
        heads = self._heads(row)
        if not set(heads) <= _FITTING or not (heads or self.is_new):
            return False
        about = shortened(row)
        if not heads:
            breaks = f"{about} that is a text, or of a class that says itself what `in` means"
            self.rest_on(AssumptionKind.AS_USED, about, breaks)
        breaks = f"{about} with something in it, such as NaN, that does not equal itself"
        self.rest_on(AssumptionKind.PLAIN_EQUALITY, about, breaks)
        return True

    def _heads(self, row: ast.expr) -> list[str]:
        if isinstance(row, ast.Attribute):
            return heads_declared(row.attr, self.names)
        assert isinstance(row, ast.Name)
        return [] if stores(row.id, self.function) else heads_of(row.id, self.function, self.names)
