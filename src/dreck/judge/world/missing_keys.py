"""Records: dicts that are asked for what they have under written keys, and whether they have it."""

from __future__ import annotations

import ast
from functools import lru_cache

from ...outline import nodes_of
from .names import CACHED

# Methods by which a key goes, or is asked for as if it need not be there.
_UNSURE = frozenset({"get", "pop", "setdefault"})
# Where reading a key may put it there.
_FILLED = frozenset({"defaultdict", "Counter"})
_NOT_NEEDED = frozenset({"NotRequired"})
_MISSING = frozenset({"KeyError", "LookupError"})
_ANY_ERROR = frozenset({"Exception", "BaseException"})
_FUNCTIONS = (ast.FunctionDef, ast.AsyncFunctionDef)


@lru_cache(CACHED)
def may_lack_key(tree: ast.Module, key: str, other: str) -> bool:
    """Whether something in some code speaks for records that have one key and not another: it asks
    for the key, takes it out, lists it, waits for its lack, or makes records without it or step by
    step.

    Args:
        tree: the code.
        key: the key that may not be there.
        other: the one that is.

    >>> made = "LOCKS = [{'name': 'Top', 'level': 3}, {'name': 'Low'}]"
    >>> may_lack_key(ast.parse(made), "level", "name"), may_lack_key(ast.parse(made), "name", "level")
    (True, False)
    """
    return any(_waits(n) or _asks(n, key) or _makes(n, key, other) for n in nodes_of(tree))


@lru_cache(CACHED)
def is_handed_in(name: str, function: str, tree: ast.Module) -> bool:
    """Whether a name of a function is only what the function has to be given, or goes through.

    Args:
        name: the name.
        function: that of the function, without those around it.
        tree: the module.

    >>> code = "def f(row, rows):\\n here = row\\n for each in rows: pass"
    >>> [is_handed_in(n, "f", ast.parse(code)) for n in ("row", "each", "here", "rest")]
    [True, True, False, False]
    """
    found = [n for n in nodes_of(tree) if isinstance(n, _FUNCTIONS) and n.name == function]
    return bool(found) and all(_hands_in(each, name) for each in found)


def _hands_in(function: ast.FunctionDef | ast.AsyncFunctionDef, name: str) -> bool:
    nodes = list(ast.walk(function))
    loops = (ast.For, ast.AsyncFor, ast.comprehension)
    through = {id(n) for loop in nodes if isinstance(loop, loops) for n in ast.walk(loop.target)}
    set_here = [
        n
        for n in nodes
        if isinstance(n, ast.Name) and n.id == name and not isinstance(n.ctx, ast.Load)
    ]
    if any(name in _bound_otherwise(n) for n in nodes):
        return False
    given = any(a.arg == name for a in _always_given(function.args))
    taken = sum(isinstance(n, ast.arg) and n.arg == name for n in nodes)
    if taken > given:
        return False  # by default it may be anything
    return (given or bool(set_here)) and all(id(n) in through for n in set_here)


def _always_given(args: ast.arguments) -> list[ast.arg]:
    """The parameters that have no default."""
    plain = [*args.posonlyargs, *args.args]
    plain = plain[: len(plain) - len(args.defaults)]
    named = zip(args.kwonlyargs, args.kw_defaults, strict=True)
    return [*plain, *(a for a, default in named if default is None)]


def _bound_otherwise(node: ast.AST) -> tuple[object, ...]:
    """The names that a node binds by itself: of an exception, an import, a pattern, a definition."""
    return tuple(getattr(node, field, None) for field in ("name", "asname", "rest"))


def _waits(node: ast.AST) -> bool:
    """Whether some code is ready for a key that is missing, or fills it in by itself."""
    if isinstance(node, ast.ExceptHandler):
        kinds = list(ast.walk(node.type)) if node.type is not None else []
        return not kinds or any(_name(k) in _ANY_ERROR for k in kinds)
    if isinstance(node, ast.keyword):  # of a class that says what its dicts hold
        return node.arg == "total"
    return _name(node) in _MISSING | _FILLED | _NOT_NEEDED


def _name(node: ast.AST) -> str:
    """A name, the last part of an attribute, or what is imported."""
    if isinstance(node, ast.alias):
        return node.name
    return node.attr if isinstance(node, ast.Attribute) else getattr(node, "id", "")


def _asks(node: ast.AST, key: str) -> bool:
    """Whether some code asks for a key being there, lists it among others, or reads it for no other
    reason than to fail.
    """
    if isinstance(node, ast.Compare):
        asked = any(isinstance(o, ast.In | ast.NotIn) for o in node.ops)
        return asked and _is_key(node.left, key)
    if isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute):
        return node.func.attr in _UNSURE and any(_is_key(a, key) for a in node.args[:1])
    if isinstance(node, ast.Tuple | ast.List | ast.Set):
        return any(_is_key(e, key) for e in node.elts)
    return isinstance(node, ast.Expr) and _is_entry(node.value, key)


def _makes(node: ast.AST, key: str, other: str) -> bool:
    """Whether some code makes records without a key, step by step, or takes it out."""
    if isinstance(node, ast.Subscript) and not isinstance(node.ctx, ast.Load):
        return _is_key(node.slice, key) or _is_key(node.slice, other)
    keys: list[object] = []
    if isinstance(node, ast.Dict):
        keys = [k.value if isinstance(k, ast.Constant) else None for k in node.keys]
    elif isinstance(node, ast.Call):
        keys = [k.arg for k in node.keywords]
    return other in keys and key not in keys and None not in keys


def _is_entry(node: ast.expr, key: str) -> bool:
    return isinstance(node, ast.Subscript) and _is_key(node.slice, key)


def _is_key(node: ast.expr, key: str) -> bool:
    return isinstance(node, ast.Constant) and node.value == key
