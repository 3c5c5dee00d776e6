"""Which functions of two versions have to be compared, and whether anything else differs."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ...outline import Function
from .heads import is_inert_definition
from .program import difference, program_of
from .shape import shape
from .version import Version


@dataclass(frozen=True, slots=True)
class Comparison:
    """What differs between two versions.

    Attributes:
        changed: functions of both whose code differs (of nested ones the outermost).
        added, removed: functions that only one version has.
        frame: in what code outside functions differs, in words; empty if it does the same.
    """

    changed: tuple[str, ...]
    added: tuple[str, ...]
    removed: tuple[str, ...]
    frame: str


def differences(before: Version, after: Version) -> Comparison:
    """Compare two versions by the shape of their code."""
    old, new = before.functions, after.functions
    common = [n for n in old if n in new and not old[n].around]
    differ = [
        n
        for n in common
        if not _same_text(n, before, after) and shape(old[n].node) != shape(new[n].node)
    ]
    changed = [c for n in differ for c in _changed_in(n, old, new)]
    # Decorators and defaults run with the module, but a change of them belongs to the function.
    leave_out = {n for n in common}
    added = tuple(n for n in new if n not in old and not new[n].around)
    removed = tuple(n for n in old if n not in new and not old[n].around)
    # Defining a function that only one version has may do something by itself.
    leave_out |= {
        n
        for v, names in ((after, added), (before, removed))
        for n in names
        if is_inert_definition(v.functions[n].node, v)
    }
    programs = (
        program_of(before, leave_out, after, is_new=False),
        program_of(after, leave_out, before, is_new=True),
    )
    return Comparison(tuple(changed), added, removed, difference(*programs))


def _same_text(name: str, before: Version, after: Version) -> bool:
    """Whether a function stands in both versions letter for letter."""
    texts = []
    for version in (before, after):
        node = version.functions[name].node
        first = min([node.lineno, *(d.lineno for d in node.decorator_list)])
        texts.append((node.col_offset, version.lines[first - 1 : node.end_lineno]))
    return texts[0] == texts[1]


def _changed_in(name: str, old: Mapping[str, Function], new: Mapping[str, Function]) -> list[str]:
    """The function itself, or those nested in it if nothing else of it changed."""
    inner = [{n for n in f if f[n].around and f[n].around[-1] is f[name].node} for f in (old, new)]
    if inner[0] == inner[1]:
        hollow = frozenset(id(f[n].node) for f in (old, new) for n in inner[0])
        if shape(old[name].node, hollow=hollow) == shape(new[name].node, hollow=hollow):
            apart = [n for n in old if n in inner[0] and shape(old[n].node) != shape(new[n].node)]
            return [c for n in apart for c in _changed_in(n, old, new)]
    return [name]
