"""Members of enums that the file defines, as the keys of a chain."""

from __future__ import annotations

import ast

from ..logic.bindings import assigned_in, parameters
from ..outline import Function
from .chains import Chain
from .module_view import ModuleView


def enums_in(view: ModuleView) -> dict[str, ast.ClassDef]:
    """The enums of a file by name."""
    return {
        s.name: s
        for s in view.tree.body
        if isinstance(s, ast.ClassDef) and any("Enum" in ast.unparse(b) for b in s.bases)
    }


# Methods by which an enum changes what its members are, or what they equal.
_HOOKS = frozenset({"__eq__", "__ne__", "__hash__", "__bool__", "__len__", "__new__", "_missing_"})


def plain_enums(tree: ast.Module) -> dict[str, tuple[str, ...]]:
    """The enums of a module that have just their members, each with a constant of its own.

    The judge reads this again for itself: here it only says where a move may look.
    """
    found = {}
    for node in (s for s in tree.body if isinstance(s, ast.ClassDef)):
        is_enum = [ast.unparse(b) for b in node.bases] in (["Enum"], ["enum.Enum"])
        methods = {s.name for s in node.body if isinstance(s, ast.FunctionDef)}
        given = [s for s in node.body if isinstance(s, ast.Assign)]
        values = {ast.unparse(s.value) for s in given if isinstance(s.value, ast.Constant)}
        if is_enum and given and not methods & _HOOKS and len(values) == len(given):
            found[node.name] = tuple(members_of(node))
    return found


def members_of(owner: ast.ClassDef) -> list[str]:
    """The members of an enum in their order."""
    return [
        t.id
        for s in owner.body
        if isinstance(s, ast.Assign)
        for t in s.targets
        if isinstance(t, ast.Name) and not t.id.startswith("_")
    ]


def enum_of(view: ModuleView, chain: Chain) -> ast.ClassDef | None:
    """The enum whose members are all the keys of a chain."""
    keys = [k for a in chain.arms for k in a.keys]
    owners = {ast.unparse(k.value) if isinstance(k, ast.Attribute) else "" for k in keys}
    return enums_in(view).get(owners.pop()) if len(owners) == 1 else None


def is_member(function: Function, name: str, owner: str) -> bool:
    """Whether a parameter is annotated as a member of an enum, and never set."""
    hints = {a.arg: a.annotation for a in parameters(function.node)}
    hint = hints.get(name)
    said = (
        hint.value
        if isinstance(hint, ast.Constant)
        else ast.unparse(hint) if hint is not None else ""
    )
    return said == owner and name not in assigned_in(function.node)


def covers_all(view: ModuleView, function: Function, chain: Chain) -> bool:
    """Whether the arms of a chain are for all members of the enum that its subject is annotated
    with.
    """
    owner = enum_of(view, chain)
    if (
        owner is None
        or not isinstance(chain.subject, ast.Name)
        or not is_member(function, chain.subject.id, owner.name)
    ):
        return False
    members = members_of(owner)
    return bool(members) and set(members) <= {
        k.attr for a in chain.arms for k in a.keys if isinstance(k, ast.Attribute)
    }
