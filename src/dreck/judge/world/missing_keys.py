"""Records: dicts that are asked for what they have under written keys."""

from __future__ import annotations

import ast
from functools import lru_cache

from ...outline import nodes_of
from .names import CACHED

# Methods by which a key goes, or is asked for as if it need not be there.
_UNSURE = frozenset({"get", "pop", "setdefault"})
_FILLED = frozenset({"defaultdict", "Counter"})
_MISSING = frozenset({"KeyError", "LookupError"})


@lru_cache(CACHED)
def may_lack_key(tree: ast.Module, key: str, other: str) -> bool:
    """Whether something in some code speaks for records that have one key and not another.

    Args:
        tree: the code.
        key: the key that may not be there.
        other: the one that is.

    >>> made = "LOCKS = [{'name': 'Top', 'level': 3}, {'name': 'Low'}]"
    >>> may_lack_key(ast.parse(made), "level", "name"), may_lack_key(ast.parse(made), "name", "level")
    (True, False)
    """
    return any(_speaks_for_it(n, key, other) for n in nodes_of(tree))


def _speaks_for_it(node: ast.AST, key: str, other: str) -> bool:
    if getattr(node, "id", getattr(node, "attr", "")) in _FILLED:
        return True  # reading it may put it there
    if isinstance(node, ast.ExceptHandler):
        kinds = ast.walk(node.type) if node.type is not None else ()
        return any(getattr(k, "id", getattr(k, "attr", "")) in _MISSING for k in kinds)
    if isinstance(node, ast.Compare):
        asked = any(isinstance(o, ast.In | ast.NotIn) for o in node.ops)
        return asked and _is_key(node.left, key)
    if isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute):
        return node.func.attr in _UNSURE and any(_is_key(a, key) for a in node.args[:1])
    if isinstance(node, ast.Delete):
        return any(isinstance(t, ast.Subscript) and _is_key(t.slice, key) for t in node.targets)
    if isinstance(node, ast.Expr):  # it is only there to fail
        return isinstance(node.value, ast.Subscript) and _is_key(node.value.slice, key)
    if isinstance(node, ast.Dict):
        keys = [k.value if isinstance(k, ast.Constant) else None for k in node.keys]
        return other in keys and key not in keys and None not in keys
    return False


def _is_key(node: ast.expr, key: str) -> bool:
    return isinstance(node, ast.Constant) and node.value == key
