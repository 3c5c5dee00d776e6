"""NaN, which is neither below nor above any number: what only it shows is that numbers are in
order.

A proof that reads ``not a < b`` as ``a >= b`` rests on ``total-order``, and names NaN as what
breaks it. An input that parts two versions by nothing but a NaN, written in it or made of its
infinities, shows the same assumption, no difference: not where a parameter is itself declared a
float, which may be NaN as a premise, nor where the code asks for NaN.
"""

from __future__ import annotations

import ast
import sys
from collections.abc import Iterator, Sequence
from types import FrameType
from typing import Any

from ...outline import all_nodes
from .answers import Answers
from .cases import Case, Version
from .plainer import written
from .recipes import Recipe

_NAN = "float('nan')"
_INFINITE = ("float('inf')", "float('-inf')")
# Numbers in its place: what is between, below and above most bounds.
_NUMBERS = ("0.5", "1.0", "-1.0", "0.0", "1000000000.0")
# Names of what is asked, or handed out, by code that has NaN in mind.
_ASKING = frozenset(("isnan", "isfinite", "is_nan", "nan", "notna", "isna"))
# Texts that stand for what only this run has.
_ODD = ("Probe(", "recorded[", "inputs[")


def asks_for_nan(modules: Sequence[ast.Module]) -> bool:
    """Whether code speaks of NaN: by its name, by ``isnan`` and its like, or by ``x != x``."""
    return any(_speaks(node) for module in modules for node in all_nodes(module))


def _speaks(node: ast.AST) -> bool:
    if isinstance(node, ast.Name):
        return node.id.lower() in _ASKING
    if isinstance(node, ast.Attribute):
        return node.attr.lower() in _ASKING
    if isinstance(node, ast.alias):
        return node.name.lower() in _ASKING
    if isinstance(node, ast.Constant):
        return isinstance(node.value, str) and node.value.strip("+- ").lower() == "nan"
    if isinstance(node, ast.Compare):
        return any(ast.dump(node.left) == ast.dump(c) for c in node.comparators)
    return False


def has_nan(case: Case) -> bool:
    """Whether NaN is written in an input, but for what is itself declared."""
    return any(_NAN in recipe.text for recipe in _open(case))


def makes_nan(case: Case, version: Version, answers: Answers) -> bool:
    """Whether a version makes a NaN of the infinities in an input and gives it a name."""
    if not any(i in recipe.text for recipe in _open(case) for i in _INFINITE):
        return False
    own = vars(version.side.module)
    seen: list[str] = []

    def look(frame: FrameType, event: str, argument: Any) -> Any:
        if frame.f_globals is not own:
            return None
        seen.extend(n for n, v in frame.f_locals.items() if type(v) is float and v != v)
        return look

    before = sys.gettrace()
    sys.settrace(look)
    try:
        case.observed(version, answers)
    finally:
        sys.settrace(before)
    return bool(seen)


def in_order(case: Case) -> Iterator[Case]:
    """The same input with a number in the place of each NaN and each infinity, but for what is
    itself declared, a few such numbers one after the other; none where there is nothing to replace,
    or an input holds what cannot be written out.
    """
    replaced = {id(r) for r in _open(case) if any(odd in r.text for odd in (_NAN, *_INFINITE))}
    if not replaced or any(word in r.text for r in case.recipes for word in _ODD):
        return
    for number in _NUMBERS:
        yield Case(
            tuple(
                (c, tuple(_put(r, number) if id(r) in replaced else r for r in row))
                for c, row in case.calls
            )
        )


def _open(case: Case) -> Iterator[Recipe]:
    """The arguments that are more than a value which is itself declared."""
    for callee, row in case.calls:
        for recipe, is_declared in zip(row, callee.parameters.declared, strict=True):
            if not (is_declared and recipe.text in (_NAN, *_INFINITE)):
                yield recipe


def _put(recipe: Recipe, number: str) -> Recipe:
    text = recipe.text
    for odd in (_NAN, *_INFINITE):
        text = text.replace(odd, number)
    return written(text)
