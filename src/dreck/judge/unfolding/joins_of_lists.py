"""Texts joined from a generator, as texts joined from a list.

``", ".join(b.name for b in boats)`` makes a list of what it is given before it joins anything
(``PySequence_Fast`` in CPython's ``Objects/stringlib/join.h``); so does who writes the list. Only a
``StopIteration`` from inside would come out of the list as it is, and out of the generator as a
``RuntimeError``.
"""

from __future__ import annotations

import ast

from ...outline import copied
from ..face.verdict import Assumption, AssumptionKind
from ..world.scope import FunctionNode
from .what_is_gone_through import is_awkward


def joins_of_lists(function: FunctionNode) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
    """A function that joins lists where it joins generators, and what that rests on; None if it
    does not.
    """
    if is_awkward(function):
        return None
    work = _Lists()
    found = work.visit(copied(function))
    return (found, tuple(dict.fromkeys(work.rests_on))) if work.count else None


class _Lists(ast.NodeTransformer):
    def __init__(self) -> None:
        self.count = 0
        self.rests_on: list[Assumption] = []

    def visit_Call(self, node: ast.Call) -> ast.AST:
        self.generic_visit(node)
        if not _joins_a_generator(node):
            return node
        made = node.args[0]
        assert isinstance(made, ast.GeneratorExp)
        self.count += 1
        for part in (made.elt, *(p for g in made.generators for p in (g.iter, *g.ifs))):
            if not isinstance(part, ast.Name | ast.Constant):
                about = ast.unparse(part)
                breaks = f"`{about}` raises StopIteration"
                self.rests_on.append(Assumption(AssumptionKind.NO_EFFECT, about, breaks))
        every = ast.copy_location(ast.ListComp(made.elt, made.generators), made)
        return ast.copy_location(ast.Call(node.func, [every], []), node)


def _joins_a_generator(node: ast.Call) -> bool:
    """Whether a call is of ``join`` of a written text, for a generator."""
    if not isinstance(node.func, ast.Attribute) or node.func.attr != "join":
        return False
    owner, given = node.func.value, node.args
    written = isinstance(owner, ast.Constant) and isinstance(owner.value, str)
    lone = len(given) == 1 and not node.keywords and isinstance(given[0], ast.GeneratorExp)
    if not written or not lone:
        return False
    assert isinstance(given[0], ast.GeneratorExp)
    return not any(g.is_async for g in given[0].generators)
