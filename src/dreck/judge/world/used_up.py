"""Generator expressions that are used up on the spot, so that nothing of them lives on."""

from __future__ import annotations

import ast
import builtins
from collections.abc import Callable, Collection
from dataclasses import dataclass

from ...outline import all_nodes
from .constants import is_constant
from .names import bound_anywhere, bound_inside

LOOPS = frozenset({"any", "all"})
_COMPREHENSIONS = (ast.ListComp, ast.SetComp, ast.DictComp, ast.GeneratorExp)


def immediate_generators(
    function: ast.AST, is_builtin: Callable[[str], bool], *, sums: bool
) -> frozenset[int]:
    """The ids of generator expressions that any, all, next (or what works something out of all
    elements: sum, max, min, a list, a text) use up on the spot, and of what stands inside of such.

    Args:
        function: the tree.
        is_builtin: whether a name means what is built in.
        sums: whether comprehensions are lowered as loops, and with them what uses all elements.
    """
    bound_here = bound_inside(function)

    def known(name: str) -> bool:
        return is_builtin(name) and name not in bound_here

    used: dict[int, ast.GeneratorExp] = {}
    for node in all_nodes(function):
        found = _used_by(node, known) or (_all_used_by(node, known) if sums else None)
        if found is not None:
            used[id(found)] = found
    found_ids = frozenset(used)
    plain = {i for i, g in used.items() if is_plain_comprehension(g, found_ids, inside=sums)}
    keys = {id(n.value) for n in all_nodes(function) if isinstance(n, ast.keyword)}
    return frozenset(plain | (keys & _keys_of(function, plain) if sums else set()))


def _used_by(node: ast.AST, known: Callable[[str], bool]) -> ast.GeneratorExp | None:
    """The generator that any, all or next uses up."""
    if not isinstance(node, ast.Call) or not isinstance(node.func, ast.Name) or node.keywords:
        return None
    name, first = node.func.id, node.args[0] if node.args else None
    fits = (name in LOOPS and len(node.args) == 1) or (
        name == "next" and len(node.args) == 2 and is_constant(node.args[1])
    )
    return first if fits and known(name) and isinstance(first, ast.GeneratorExp) else None


def _all_used_by(node: ast.AST, known: Callable[[str], bool]) -> ast.GeneratorExp | None:
    """The generator of which something uses all elements."""
    found: ast.AST | None = None
    if isinstance(node, ast.comprehension):
        found = node.iter
    elif isinstance(node, ast.Call) and len(node.args) == 1:
        first = node.args[0]
        if isinstance(node.func, ast.Name) and known(node.func.id):
            name = node.func.id
            if name == "sorted" or (name == "sum" and not node.keywords):
                found = first
            elif name in ("max", "min"):
                found = _starred(first) if most_of(node) is not None else None
            elif name == "dict" and not node.keywords and isinstance(first, ast.Call):
                # of a Counter: what that means is asked where it is lowered
                found = first.args[0] if len(first.args) == 1 and not first.keywords else None
                if not ast.unparse(first.func).endswith("Counter"):
                    found = None
            elif name == "list" and not node.keywords:
                found = keys_of(first)
                if found is not None and not known("dict"):
                    found = None
        elif isinstance(node.func, ast.Attribute) and not node.keywords:
            owner = node.func.value
            is_text = isinstance(owner, ast.Constant) and isinstance(owner.value, str)
            if node.func.attr == "join" and is_text:
                found = first
            elif node.func.attr == "extend" and isinstance(node.func.value, ast.Name):
                found = first
    return found if isinstance(found, ast.GeneratorExp) else None


def _starred(node: ast.expr) -> ast.expr:
    """``e`` of ``[0, *e]``; the expression itself otherwise."""
    if isinstance(node, ast.List) and len(node.elts) == 2:
        first, second = node.elts
        if isinstance(first, ast.Constant) and isinstance(second, ast.Starred):
            return second.value
    return node


@dataclass(frozen=True, slots=True)
class Most:
    """A call of ``max`` or ``min``: what it goes through, by what it measures, what stands for
    none, and with what it starts.
    """

    among: ast.expr
    key: ast.Lambda | None
    default: ast.expr | None
    start: ast.Constant | None


def most_of(node: ast.Call) -> Most | None:
    """A call of ``max`` or ``min`` taken apart; None where it can raise for want of elements, or is
    called otherwise.
    """
    words = {k.arg: k.value for k in node.keywords}
    if len(node.args) != 1 or not words.keys() <= {"key", "default"} or None in words:
        return None
    key, default = words.get("key"), words.get("default")
    if key is not None and not (isinstance(key, ast.Lambda) and _takes_one(key)):
        return None
    among = node.args[0]
    start: ast.Constant | None = None
    if isinstance(among, ast.List):
        inner = _starred(among)
        if inner is among or key is not None or default is not None:
            return None
        first, among = among.elts[0], inner
        assert isinstance(first, ast.Constant)
        start = first
    elif default is None or not is_constant(default) or isinstance(among, ast.Starred):
        return None
    assert key is None or isinstance(key, ast.Lambda)
    return Most(among, key, default, start)


def _takes_one(node: ast.Lambda) -> bool:
    given = node.args
    others = (given.posonlyargs, given.kwonlyargs, given.defaults, given.vararg, given.kwarg)
    awkward = (ast.Lambda, ast.NamedExpr, ast.Await, ast.Yield, ast.YieldFrom, *_COMPREHENSIONS)
    return (
        len(given.args) == 1
        and not any(others)
        and not any(isinstance(n, awkward) for n in all_nodes(node.body))
    )


def keys_of(node: ast.expr) -> ast.expr | None:
    """``e`` of ``dict.fromkeys(e)``."""
    if not isinstance(node, ast.Call) or node.keywords or len(node.args) != 1:
        return None
    func = node.func
    if not isinstance(func, ast.Attribute) or func.attr != "fromkeys":
        return None
    named = isinstance(func.value, ast.Name) and func.value.id == "dict"
    return node.args[0] if named and not isinstance(node.args[0], ast.Starred) else None


def _keys_of(function: ast.AST, plain: set[int]) -> set[int]:
    """The ids of the keys by which generators are measured that are used up."""
    calls = [n for n in all_nodes(function) if isinstance(n, ast.Call)]
    found = [m for n in calls if (m := most_of(n)) is not None]
    return {
        id(m.key)
        for m in found
        if m.key is not None and (not isinstance(m.among, ast.GeneratorExp) or id(m.among) in plain)
    }


def is_plain_comprehension(
    node: ast.GeneratorExp | ast.ListComp | ast.SetComp | ast.DictComp,
    used_up: Collection[int] = (),
    *,
    inside: bool = False,
) -> bool:
    """Whether a comprehension can be lowered as loops: nothing in it lives on or waits.

    Args:
        node: the comprehension.
        used_up: ids of generator expressions that are used up on the spot.
        inside: whether what stands inside may be such comprehensions, and assign to names of the
            function.
    """
    awkward: tuple[type[ast.AST], ...] = (ast.Await, ast.Lambda, ast.Yield, ast.YieldFrom)
    if not inside:
        awkward += (ast.NamedExpr, *_COMPREHENSIONS)
    parts = [n for n in all_nodes(node) if n is not node]
    comprehensions = [n for n in parts if isinstance(n, _COMPREHENSIONS)]
    return (
        not any(isinstance(n, awkward) for n in parts)
        and all(not isinstance(n, ast.GeneratorExp) or id(n) in used_up for n in comprehensions)
        and not any(g.is_async for n in (node, *comprehensions) for g in n.generators)
    )


def used_up_in(helper: ast.AST, tree: ast.Module) -> frozenset[int]:
    """The ids of the generator expressions of a helper that any, all or next use up on the spot,
    in a module that never gives these names another meaning.
    """
    if not any(isinstance(n, ast.GeneratorExp) for n in all_nodes(helper)):
        return frozenset()
    bound = bound_anywhere(tree)
    return immediate_generators(
        helper, lambda name: hasattr(builtins, name) and name not in bound, sums=False
    )
