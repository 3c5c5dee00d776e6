"""Names that callers outside a module may use and that its new version lacks."""

from __future__ import annotations

import ast

from ..world.loading import names_around
from ..world.names import single_target
from .version import Version


def vanished(before: Version, after: Version) -> tuple[list[str], list[str]]:
    """The names of functions, methods, classes and constants that only the old version has.

    Returns:
        Public names, which others may use, and private ones. Private is what begins with an
        underscore or, where a module has ``__all__``, is not listed there.
    """
    shown = _listed(before.tree)
    public: list[str] = []
    private: list[str] = []
    for name in _gone(before, after):
        parts = name.split(".")
        hidden = (
            parts[0] in before.fresh
            or any(p.startswith("_") for p in parts)
            or (shown is not None and parts[0] not in shown)
        )
        (private if hidden else public).append(name)
    return public, private


def _gone(before: Version, after: Version) -> list[str]:
    kept = names_around(after.tree)
    if kept.star:
        return []
    found = [n for n in _defined(before.tree) if n not in kept.shadowing]
    owners = {s.name for s in before.tree.body if isinstance(s, ast.ClassDef)}
    methods = [f for f in before.functions if f.partition(".")[0] in owners - set(found)]
    lost = [m for m in methods if m not in after.functions and _is_method(m, before)]
    return list(dict.fromkeys([*found, *_attributes_gone(before.tree, after.tree), *lost]))


def _attributes_gone(before: ast.Module, after: ast.Module) -> list[str]:
    """Attributes that the body of a class gave a value, or declared, and no longer does."""
    old, new = _class_names(before), _class_names(after)
    shared = [c for c in old if c in new]
    return [f"{c}.{n}" for c in shared for n in old[c] if n not in new[c]]


def _class_names(tree: ast.Module) -> dict[str, list[str]]:
    found = {}
    for owner in (s for s in tree.body if isinstance(s, ast.ClassDef)):
        said = [getattr(s, "name", None) or _given(s) for s in owner.body]
        found[owner.name] = [n for n in said if isinstance(n, str)]
    return found


def _given(statement: ast.stmt) -> str | None:
    if isinstance(statement, ast.AnnAssign) and isinstance(statement.target, ast.Name):
        return statement.target.id
    return single_target(statement)


def _defined(tree: ast.Module) -> list[str]:
    names = (getattr(s, "name", None) or single_target(s) for s in tree.body)
    return list(dict.fromkeys(n for n in names if isinstance(n, str)))


def _is_method(name: str, version: Version) -> bool:
    """Whether a function stands in a class, not in another function, and is no second of its name."""
    return "." in name and "#" not in name and not version.functions[name].around


def _listed(tree: ast.Module) -> set[str] | None:
    """What ``__all__`` lists, if it is a plain list of texts."""
    for statement in tree.body:
        value = getattr(statement, "value", None)
        if single_target(statement) == "__all__" and isinstance(value, ast.List | ast.Tuple):
            return {str(e.value) for e in value.elts if isinstance(e, ast.Constant)}
    return None
