"""What importing a module leaves behind: registers that decorators fill, attributes of functions."""

from __future__ import annotations

import ast
import re
import types
from collections.abc import Mapping
from typing import Any

from .loading import load
from .picture import picture
from .sharing import parts_of

_CONTAINERS = (list, dict, set)
_DEEPEST = 5


def compared(request: dict[str, Any]) -> dict[str, Any]:
    """Import both versions and compare what is filled while that happens.

    Returns:
        As of a trial: "same", or "differs" with the expression that shows it.
    """
    versions = [request[which] for which in ("before", "after")]
    sides = [load(v["text"], v["path"], request["module"], request["home"]) for v in versions]
    trees = [ast.parse(request[which]["text"]) for which in ("before", "after")]
    filled = _filled(trees[0]) & _filled(trees[1])
    old, new = (vars(side.module) for side in sides)
    for name, value in old.items():
        if name.startswith("_") or name not in new:
            continue
        if isinstance(value, types.FunctionType) and isinstance(new[name], types.FunctionType):
            found = _apart(name, vars(value), vars(new[name]))
        elif name in filled and type(value) is type(new[name]):
            found = _narrowed(name, value, new[name])
        else:
            continue
        if found is not None and _tells(found, old, new):
            return _described(*found)
    return {"outcome": "same"}


def _filled(tree: ast.Module) -> set[str]:
    """Names of containers that are empty where they are made."""
    return {
        t.id
        for s in tree.body
        if isinstance(s, ast.Assign | ast.AnnAssign) and _is_empty(s.value)
        for t in (s.targets if isinstance(s, ast.Assign) else [s.target])
        if isinstance(t, ast.Name)
    }


def _is_empty(node: ast.expr | None) -> bool:
    if isinstance(node, ast.Dict):
        return not node.keys
    if isinstance(node, ast.List | ast.Set):
        return not node.elts
    made = node.func.id if isinstance(node, ast.Call) and isinstance(node.func, ast.Name) else ""
    return made in ("dict", "list", "set", "defaultdict", "OrderedDict")


def _apart(
    name: str, old: Mapping[str, Any], new: Mapping[str, Any]
) -> tuple[str, Any, Any] | None:
    """The first attribute of a function that differs."""
    for attribute in old:
        is_ours = not attribute.startswith("__") and attribute in new
        if is_ours and picture(old[attribute]) != picture(new[attribute]):
            return f"{name}.{attribute}", old[attribute], new[attribute]
    return None


def _narrowed(where: str, old: Any, new: Any, depth: int = 0) -> tuple[str, Any, Any] | None:
    """The smallest part of two values that differs."""
    if picture(old) == picture(new):
        return None
    if depth < _DEEPEST and type(old) in _CONTAINERS and type(old) is type(new):
        parts, others = dict(parts_of(old)), dict(parts_of(new))
        for step in parts:
            if step in others:
                found = _narrowed(where + step, parts[step], others[step], depth + 1)
                if found is not None:
                    return found
    return where, old, new


def _tells(found: tuple[str, Any, Any], old: Mapping[str, Any], new: Mapping[str, Any]) -> bool:
    """Whether the difference is more than another name for a function that only one version has."""
    _, *values = found
    functions = [v for v in values if isinstance(v, types.FunctionType)]
    if not functions:
        return not any(isinstance(v, type) and v.__module__ not in ("builtins",) for v in values)
    return all(f.__qualname__ in old and f.__qualname__ in new for f in functions)


def _described(where: str, old: Any, new: Any) -> dict[str, Any]:
    shown = [getattr(v, "__qualname__", None) or repr(v) for v in (old, new)]
    texts = [re.sub(r" at 0x[0-9a-f]+", "", text) for text in shown]
    return {
        "outcome": "differs",
        "lines": [where],
        "library": {},
        "by_kind": {},
        "answers": {},
        "said": {},
        "suggestions": {},
        "before": f"is {texts[0]}",
        "after": f"is {texts[1]}",
    }
