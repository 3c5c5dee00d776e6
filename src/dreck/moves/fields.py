"""What the parts of a row would be called."""

from __future__ import annotations

import ast

from ..logic.bindings import parameters
from .alignment import Hole
from .module_view import ModuleView


def field_name(hole: Hole, view: ModuleView) -> str | None:
    """What a part of a row would be called: as it is passed, or as the parameter is called that gets it."""
    if not hole.around:
        return None
    owner = hole.around[-1]
    if isinstance(owner, ast.keyword):
        return owner.arg
    if isinstance(owner, ast.Call) and isinstance(owner.func, ast.Name) and owner.func.id in view.functions:
        given = [id(a) for a in owner.args]
        names = [a.arg for a in parameters(view.functions[owner.func.id].node)]
        at = given.index(id(hole.values[0])) if id(hole.values[0]) in given else len(names)
        return names[at] if at < len(names) else None
    if isinstance(owner, ast.Assign) and isinstance(owner.targets[0], ast.Name | ast.Attribute):
        target = owner.targets[0]
        return target.id if isinstance(target, ast.Name) else target.attr
    return None
