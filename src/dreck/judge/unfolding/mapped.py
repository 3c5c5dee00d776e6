"""``map`` and ``filter`` as the generators that they are, and lists of generators as lists.

``filter(lambda boat: boat.late, boats)`` gives what ``(boat for boat in boats if boat.late)``
gives, one after the other, and goes through ``boats`` in the same way; so does ``map``. What is
raised inside leaves both, but for StopIteration, which ends the one and is an error in the other
(``no-effect``). ``list`` of a generator is the list that a comprehension makes, under the same, and
that of anything else the one of all that it has; ``len`` of a chosen list counts them one by one.
``sum``, ``any`` and ``all`` ask what they are given for one element after the other, and
``yield from`` hands each of them on, where nobody sends anything back (``no-effect``).
"""

from __future__ import annotations

import ast

from ...outline import all_nodes, copied
from ..face.verdict import Assumption, AssumptionKind
from ..world.around import Names
from ..world.operators import may_act
from ..world.scope import FunctionNode
from .form_work import FormWork
from .what_is_gone_through import is_builtin, is_list, stores

# What is made of all that a generator gives.
_MADE = ("list", "set")
# What asks for all that it is given, one after the other.
_ASKING = ("sum", "any", "all")
_CHOSEN = (ast.GeneratorExp, ast.ListComp, ast.SetComp, ast.Starred)


def without_mapping(
    function: FunctionNode, names: Names
) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
    """A function with generators in place of ``map`` and ``filter``, and what that rests on; None
    if it calls neither.
    """
    called = {getattr(n.func, "id", "") for n in all_nodes(function) if isinstance(n, ast.Call)}
    every = ("map", "filter", "len", *_MADE, *_ASKING)
    words = [w for w in every if w in called and is_builtin(w, function, names)]
    if not is_builtin("sum", function, names):
        words = [w for w in words if w != "len"]
    if not words and not any(isinstance(n, ast.YieldFrom) for n in all_nodes(function)):
        return None
    work = _Generators(function, names, words)
    made = work.visit(copied(function))
    return work.result(made)


class _Generators(FormWork, ast.NodeTransformer):
    def __init__(self, function: FunctionNode, names: Names, words: list[str]) -> None:
        super().__init__(function, names)
        self.words = words

    def visit_Expr(self, node: ast.Expr) -> ast.AST:
        """Hand one element on after the other."""
        self.generic_visit(node)
        if not isinstance(node.value, ast.YieldFrom):
            return node
        self.changed = True
        through = node.value.value
        about = ast.unparse(through)
        breaks = f"an iterator `{about}` that something is sent back to, or thrown into"
        self.rest_on(AssumptionKind.NO_EFFECT, about, breaks)
        generators = through.generators if isinstance(through, ast.GeneratorExp) else []
        given = {n.id for g in generators for n in all_nodes(g.target) if isinstance(n, ast.Name)}
        taken = any(_count(n, self.function) > _count(n, through) for n in given)
        if not generators or taken or any(g.is_async for g in generators):
            each = self.numbered("each")
            told = ast.Expr(ast.Yield(ast.Name(each, ast.Load())))
            made: ast.stmt = ast.For(ast.Name(each, ast.Store()), through, [told], [])
            return ast.copy_location(made, node)
        assert isinstance(through, ast.GeneratorExp)
        body: list[ast.stmt] = [ast.Expr(ast.Yield(through.elt))]
        for generator in reversed(generators):
            for test in reversed(generator.ifs):
                body = [ast.If(test, body, [])]
            body = [ast.For(generator.target, generator.iter, body, [])]
        return ast.copy_location(body[0], node)

    def visit_Call(self, node: ast.Call) -> ast.AST:
        self.generic_visit(node)
        name = node.func.id if isinstance(node.func, ast.Name) else ""
        if name in _MADE and name in self.words and len(node.args) == 1 and not node.keywords:
            return self._made(node, name)
        if name == "len" and name in self.words and len(node.args) == 1 and not node.keywords:
            return self._counted(node)
        if name in _ASKING and name in self.words and node.args and not node.keywords:
            return self._one_by_one(node)
        plain = len(node.args) == 2 and not node.keywords
        if name not in self.words or not plain or isinstance(node.args[1], ast.Starred):
            return node
        asked = self._asked(node.args[0], nothing=name == "filter")
        if asked is None:
            return node
        each, value = asked
        target = ast.Name(each, ast.Store())
        tests = [value] if name == "filter" else []
        element = ast.Name(each, ast.Load()) if name == "filter" else value
        through = ast.comprehension(target, node.args[1], tests, 0)
        self._never_stops(node.args[0])
        return ast.copy_location(ast.GeneratorExp(element, [through]), node)

    def _one_by_one(self, node: ast.Call) -> ast.AST:
        """What is asked for all that it goes through, element by element."""
        if not isinstance(node.args[0], _CHOSEN):
            each = self.numbered("each")
            through = ast.comprehension(ast.Name(each, ast.Store()), node.args[0], [], 0)
            made = ast.GeneratorExp(ast.Name(each, ast.Load()), [through])
            node.args[0] = ast.copy_location(made, node.args[0])
            self.changed = True
        return node

    def _made(self, node: ast.Call, name: str) -> ast.AST:
        """A list of a generator, or of all that something has, as the comprehension that makes it."""
        given = node.args[0]
        kind = ast.ListComp if name == "list" else ast.SetComp
        if isinstance(given, ast.GeneratorExp):
            self._never_stops(given.elt)
            return ast.copy_location(kind(given.elt, given.generators), node)
        if isinstance(given, _CHOSEN):
            return node
        if may_act("len", self.names.declared.trees):
            return node  # a list is made of what says how long it is
        each = self.numbered("each")
        through = ast.comprehension(ast.Name(each, ast.Store()), given, [], 0)
        self.changed = True
        if name == "list" and not is_list(given, self.function, self.names):
            about = ast.unparse(given)
            breaks = f"{about} of a class whose __len__ does something, or raises"
            self.rest_on(AssumptionKind.NO_EFFECT, about, breaks)
        return ast.copy_location(kind(ast.Name(each, ast.Load()), [through]), node)

    def _counted(self, node: ast.Call) -> ast.AST:
        """How many there are in a list of those that are chosen, counted one by one."""
        given = node.args[0]
        if not isinstance(given, ast.ListComp) or not isinstance(given.elt, ast.Name):
            return node
        for test in (t for g in given.generators for t in g.ifs):
            self._never_stops(test)
        self.changed = True
        one = ast.GeneratorExp(ast.Constant(1), given.generators)
        made = ast.Call(ast.Name("sum", ast.Load()), [one], [])
        return ast.copy_location(made, node)

    def _never_stops(self, asked: ast.expr) -> None:
        self.changed = True
        about = ast.unparse(asked)
        breaks = f"an element for which `{about}` raises StopIteration"
        self.rest_on(AssumptionKind.NO_EFFECT, about, breaks)

    def _asked(self, called: ast.expr, *, nothing: bool) -> tuple[str, ast.expr] | None:
        """What an element is called, and what is asked of it."""
        if isinstance(called, ast.Lambda):
            given = called.args
            others = (given.vararg, given.kwarg, *given.kwonlyargs, *given.defaults)
            only = [*given.posonlyargs, *given.args]
            if len(only) != 1 or any(o is not None for o in others):
                return None
            awkward = (ast.Lambda, ast.NamedExpr, ast.Yield, ast.YieldFrom, ast.Await)
            if any(isinstance(n, awkward) for n in all_nodes(called.body)):
                return None
            return only[0].arg, called.body
        each = self.numbered("each")
        read = ast.Name(each, ast.Load())
        if nothing and isinstance(called, ast.Constant) and called.value is None:
            return each, read
        if isinstance(called, ast.Name) and self._stays(called.id):
            return each, ast.Call(called, [read], [])
        return None

    def _stays(self, name: str) -> bool:
        """Whether a name means the same function for each element."""
        given = {a.arg for a in all_nodes(self.function) if isinstance(a, ast.arg)}
        if name in given or stores(name, self.function):
            return False
        return self.names.is_builtin(name) or name in self.names.fixed


def _count(name: str, code: ast.AST) -> int:
    """How often some code speaks of a name."""
    given = sum(isinstance(n, ast.arg) and n.arg == name for n in all_nodes(code))
    return given + sum(isinstance(n, ast.Name) and n.id == name for n in all_nodes(code))
