"""Lists that a helper chooses, as if they were chosen where they are gone through.

A function of the module that only this version has, or a method or property of the own object, may
do nothing but hand back a comprehension. Where that is what a loop or another comprehension goes
through, or what a name is given, it stands in place of the call; and where a comprehension asks
such a function for each element, what that one says.
"""

from __future__ import annotations

import ast
from collections.abc import Sequence
from dataclasses import dataclass, field

from ...outline import all_nodes, copied
from ..face.verdict import Assumption, AssumptionKind
from ..world.context import Context
from ..world.scope import FunctionNode, scope_of

_COMPREHENSIONS = (ast.ListComp, ast.GeneratorExp, ast.SetComp, ast.DictComp)
# What means something else, or something more, in another place. A generator asks for its names
# when it is gone through, and those of its helper stay as they were.
_ELSEWHERE = (
    ast.NamedExpr, ast.Await, ast.Yield, ast.YieldFrom, ast.Lambda, ast.GeneratorExp
)  # fmt: skip


def lists_from_helpers(
    function: FunctionNode, context: Context
) -> tuple[FunctionNode, tuple[Assumption, ...]]:
    """A function with the comprehensions of its helpers in place of their calls, and what that
    rests on; the function itself if there are none.

    Args:
        function: the function.
        context: what its version may be looked up in.
    """
    if not (context.helpers or context.methods):
        return function, ()
    made = copied(function)
    work = _PutIn(made, context)
    work.visit(made)
    if not work.changed:
        return function, ()
    ast.fix_missing_locations(made)
    return made, tuple(dict.fromkeys(work.rests_on))


@dataclass
class _PutIn(ast.NodeTransformer):
    function: FunctionNode
    context: Context
    changed: bool = False
    inside: int = 0
    rests_on: list[Assumption] = field(default_factory=list)

    def __post_init__(self) -> None:
        # Names of comprehensions and lambdas are other ones than those of the module, too.
        inner = {n.arg for n in all_nodes(self.function) if isinstance(n, ast.arg)}
        self.own = scope_of(self.function).own | inner | {n.id for n in _stored(self.function)}
        given = self.function.args.args
        self.instance = given[0].arg if self.context.owner and given else ""
        if sum(n.id == self.instance for n in _stored(self.function)):
            self.instance = ""

    def visit_comprehension(self, node: ast.comprehension) -> ast.comprehension:
        """What a comprehension goes through."""
        self.generic_visit(node)
        node.iter = self._gone_through(node.iter)
        return node

    def generic_visit(self, node: ast.AST) -> ast.AST:
        """Know what stands inside of a comprehension."""
        self.inside += isinstance(node, _COMPREHENSIONS)
        found = super().generic_visit(node)
        self.inside -= isinstance(node, _COMPREHENSIONS)
        return found

    def visit_Call(self, node: ast.Call) -> ast.expr:
        """What is asked of each element."""
        self.generic_visit(node)
        return (self._chosen(node, any_value=True) if self.inside else None) or node

    def _gone_through(self, node: ast.expr) -> ast.expr:
        """What is gone through, from its beginning or its end."""
        found = self._chosen(node)
        is_turned = isinstance(node, ast.Call) and ast.unparse(node.func) == "reversed"
        if found is None and is_turned and len(node.args) == 1:  # type: ignore[attr-defined]
            inner: ast.expr = node.args[0]  # type: ignore[attr-defined]
            node.args[0] = self._chosen(inner) or inner  # type: ignore[attr-defined]
        return found or node

    def visit_For(self, node: ast.For) -> ast.For:
        """What a loop goes through."""
        self.generic_visit(node)
        node.iter = self._gone_through(node.iter)
        return node

    def visit_Assign(self, node: ast.Assign) -> ast.Assign:
        """What a name is given."""
        self.generic_visit(node)
        if len(node.targets) == 1 and isinstance(node.targets[0], ast.Name):
            node.value = self._chosen(node.value) or node.value
        return node

    def _chosen(self, node: ast.expr, *, any_value: bool = False) -> ast.expr | None:
        """The comprehension (or any value) that an expression is, if that is a helper's."""
        helper, given = self._helper(node)
        if helper is None:
            return None
        body = [s for s in helper.body if not _is_text(s)]
        value = body[0].value if len(body) == 1 and isinstance(body[0], ast.Return) else None
        names = [a.arg for a in helper.args.args]
        if value is None or len(names) != len(given) or _takes_more(helper):
            return None
        if not (any_value or isinstance(value, ast.ListComp)):
            return None
        if any(isinstance(n, _ELSEWHERE) for n in all_nodes(value)):
            return None
        inside = {n.id for n in _stored(value)}
        free = {n.id for n in all_nodes(value) if isinstance(n, ast.Name)} - inside - set(names)
        handed = {n.id for a in given for n in all_nodes(a) if isinstance(n, ast.Name)}
        plain = all(isinstance(a, ast.Name | ast.Constant) for a in given)
        if not plain or free & self.own or inside & (handed | set(names)):
            return None
        self.changed = True
        put = _Given(dict(zip(names, given, strict=True)))
        found: ast.expr = put.visit(copied(value))
        return found

    def _helper(self, node: ast.expr) -> tuple[FunctionNode | None, list[ast.expr]]:
        """The helper that an expression asks, and what it is given."""
        if isinstance(node, ast.Call):
            asked, given = node.func, node.args
            if node.keywords or any(isinstance(a, ast.Starred) for a in given):
                return None, []
        else:
            asked, given = node, []
        if isinstance(asked, ast.Name) and isinstance(node, ast.Call):
            is_new = asked.id not in self.own and asked.id in self.context.names.new
            return (self.context.helpers.get(asked.id) if is_new else None), list(given)
        if not isinstance(asked, ast.Attribute) or not isinstance(asked.value, ast.Name):
            return None, []
        method = self.context.methods.get(asked.attr)
        if asked.value.id != self.instance or not self.instance or method is None:
            return None, []
        if not self._is_read_so(method, called=isinstance(node, ast.Call)):
            return None, []
        about = ast.unparse(asked)
        breaks = f"a subclass with {asked.attr} of its own"
        self.rests_on.append(Assumption(AssumptionKind.NOT_OVERRIDDEN, about, breaks))
        return method, [asked.value, *given]

    def _is_read_so(self, method: FunctionNode, *, called: bool) -> bool:
        """Whether a method is called and plain, or read and a property."""
        if called:
            return not method.decorator_list
        heads = [ast.unparse(d) for d in method.decorator_list]
        return heads == ["property"] and self.context.names.is_builtin("property")


class _Given(ast.NodeTransformer):
    """Puts what a helper is given in place of its parameters."""

    def __init__(self, given: dict[str, ast.expr]) -> None:
        self.given = given

    def visit_Name(self, node: ast.Name) -> ast.expr:
        """A parameter, as what it is given."""
        found = self.given.get(node.id)
        return node if found is None else ast.copy_location(copied(found), node)


def _stored(node: ast.AST) -> Sequence[ast.Name]:
    every = [n for n in all_nodes(node) if isinstance(n, ast.Name)]
    return [n for n in every if not isinstance(n.ctx, ast.Load)]


def _is_text(statement: ast.stmt) -> bool:
    value = statement.value if isinstance(statement, ast.Expr) else None
    return isinstance(value, ast.Constant) and isinstance(value.value, str)


def _takes_more(function: FunctionNode) -> bool:
    """Whether a function takes anything but parameters by position, without defaults."""
    given = function.args
    named = given.posonlyargs or given.kwonlyargs or given.vararg or given.kwarg
    return bool(named or given.defaults)
