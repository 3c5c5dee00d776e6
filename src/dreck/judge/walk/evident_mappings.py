"""Names and attributes without a declaration that the code evidently takes for dicts.

What is gone through by its items, looked up by words, or made as a dict is one; so is what is asked
for a key as well as for the value under one. What is also taken for something else, or may be
missing, is evidently nothing. A proof that takes such a value for a dict rests on ``as-used``.
"""

from __future__ import annotations

import ast
from collections.abc import Iterable, Iterator
from functools import lru_cache

from ...outline import all_nodes, nodes_of
from ..world.doubts import doubted_in, kinds_asked_in, of_many_kinds_in, spoken_of
from ..world.names import CACHED

_OF_DICTS = frozenset({"items", "keys", "values", "setdefault", "popitem"})
_OF_OTHERS = frozenset(
    {"append", "add", "extend", "insert", "sort", "strip", "split", "startswith", "put", "read"}
    | {"send", "close", "post", "union", "lower", "upper", "index", "qsize", "execute", "json"}
)
_MADE = (ast.Dict, ast.DictComp)


def is_evident_mapping(
    asked: ast.expr, function: str, trees: Iterable[ast.Module], *, is_there: bool
) -> bool:
    """Whether a name or attribute is evidently a dict.

    Args:
        asked: what is asked for a key.
        function: the name of the function that asks.
        trees: the modules of both versions.
        is_there: whether it is known not to be None here, whatever may be elsewhere.
    """
    spoken = spoken_of(asked)
    if not spoken or spoken.startswith("["):
        return False
    trees = tuple(trees)
    if not is_there and any(spoken in doubted_in(t) | of_many_kinds_in(t) for t in trees):
        return False
    if any(spoken in kinds_asked_in(t) for t in trees):
        return False
    where = "" if spoken.startswith(".") else function
    seen = frozenset[str]().union(*(_seen_of(spoken, where, t) for t in trees))
    if "other" in seen or {"made", "given"} <= seen:
        return False
    if seen & {"dict", "made"} or {"get", "in"} <= seen or {"get", "item"} <= seen:
        return True
    # What is asked whether it has something, and for what it has under just that, is read only: what
    # is put into it, and then taken out, may be a copy in other mappings.
    if "put" in seen:
        return False
    keys = {said.removeprefix("in ") for said in seen if said.startswith("in ")}
    return any(f"item {key}" in seen for key in keys)


@lru_cache(CACHED)
def _seen_of(spoken: str, function: str, tree: ast.Module) -> frozenset[str]:
    """What some code does with a name or attribute.

    Args:
        spoken: how it is spoken of.
        function: the function that the name belongs to; all of the module if empty.
        tree: the module.
    """
    nodes: Iterable[ast.AST] = nodes_of(tree)
    if function:
        kinds = (ast.FunctionDef, ast.AsyncFunctionDef)
        found = [n for n in nodes if isinstance(n, kinds) and n.name == function]
        nodes = [n for f in found for n in all_nodes(f)]
    return frozenset(said for n in nodes for said in _said_by(n, spoken))


def _said_by(node: ast.AST, spoken: str) -> Iterator[str]:
    if isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute):
        if spoken_of(node.func.value) == spoken:
            asked = node.func.attr
            yield "dict" if asked in _OF_DICTS else "get" if asked == "get" else ""
            yield "other" if asked in _OF_OTHERS else ""
    elif isinstance(node, ast.Compare):
        if (
            isinstance(node.ops[-1], ast.In | ast.NotIn)
            and spoken_of(node.comparators[-1]) == spoken
        ):
            yield "in"
            yield f"in {ast.unparse(node.left)}"
        elif not isinstance(node.ops[-1], ast.In | ast.NotIn | ast.Is | ast.IsNot):
            if any(spoken_of(n) == spoken for n in (node.left, *node.comparators)):
                yield "other"
    elif isinstance(node, ast.Subscript) and spoken_of(node.value) == spoken:
        key = node.slice.value if isinstance(node.slice, ast.Constant) else None
        is_place = isinstance(node.slice, ast.Slice) or isinstance(key, int)
        yield "dict" if isinstance(key, str) else "other" if is_place else "item"
        reads = isinstance(node.ctx, ast.Load)
        yield f"item {ast.unparse(node.slice)}" if reads else "put"
    elif isinstance(node, ast.BinOp | ast.AugAssign | ast.Starred):
        parts = (getattr(node, n, None) for n in ("left", "right", "target", "value"))
        if any(isinstance(p, ast.expr) and spoken_of(p) == spoken for p in parts):
            yield "other"
    elif isinstance(node, ast.withitem | ast.For | ast.comprehension):
        target = node.optional_vars if isinstance(node, ast.withitem) else node.target
        if target is not None and spoken_of(target) == spoken:
            yield "given"
    elif isinstance(node, ast.Assign | ast.AnnAssign) and node.value is not None:
        targets = node.targets if isinstance(node, ast.Assign) else [node.target]
        if any(spoken_of(t) == spoken for t in targets):
            yield from _made(node.value)


def _made(value: ast.expr) -> Iterator[str]:
    """What a value is by the way it is made: a dict, something else, or what somebody has given."""
    called = value.func if isinstance(value, ast.Call) else None
    name = getattr(called, "attr", getattr(called, "id", ""))
    if isinstance(value, _MADE) or name in ("dict", "defaultdict", "OrderedDict", "Counter"):
        yield "made"
    elif isinstance(value, ast.Name | ast.Attribute | ast.Subscript | ast.Call | ast.Await):
        yield "given"
    else:
        yield "other"


""
