"""What some code itself asks for being there, or for its kind: of that nothing is evident."""

from __future__ import annotations

import ast
from functools import lru_cache

from ...outline import nodes_of
from .names import CACHED

_KINDS_ASKED = frozenset({"isinstance", "type"})

# Where a new object gets its attributes.
_MAKING = frozenset({"__init__", "__post_init__"})


@lru_cache(CACHED)
def doubted_in(tree: ast.Module) -> frozenset[str]:
    """The names, attributes and keys of which some code asks whether they are there, as
    :func:`spoken_of` speaks of them.

    Args:
        tree: the code.
    """
    found = set(asked_for_none_in(tree))
    for node in nodes_of(tree):
        if isinstance(node, ast.Compare) and len(node.ops) == 1:
            if isinstance(node.ops[0], ast.In | ast.NotIn):
                found.add(_key(node.left))
    return frozenset(found - {""})


@lru_cache(CACHED)
def asked_for_none_in(tree: ast.Module) -> frozenset[str]:
    """Those of which some code asks whether they are None, or that it asks a dict for which may
    lack them: what was read under its key is there.
    """
    found: set[str] = set()
    for node in nodes_of(tree):
        if isinstance(node, ast.Compare) and len(node.ops) == 1:
            other = node.comparators[0]
            if isinstance(other, ast.Constant) and other.value is None:
                found.add(spoken_of(node.left))
        elif isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute):
            found |= {_key(a) for a in node.args[:1] if node.func.attr == "get"}
    return frozenset(found - {""})


@lru_cache(CACHED)
def kinds_asked_in(tree: ast.Module) -> frozenset[str]:
    """Those of which some code asks for their kind."""
    found: set[str] = set()
    for node in nodes_of(tree):
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Name):
            if node.func.id in _KINDS_ASKED:
                found |= {spoken_of(a) for a in node.args[:1]}
        elif isinstance(node, ast.match_case):
            found |= {spoken_of(n) for n in ast.walk(node) if isinstance(n, ast.Name)}
    return frozenset(found - {""})


@lru_cache(CACHED)
def of_many_kinds_in(tree: ast.Module) -> frozenset[str]:
    """Those of which some code asks for their kind, or that are no text at first."""
    found = set(kinds_asked_in(tree))
    for node in nodes_of(tree):
        if isinstance(node, ast.Assign) and _is_none(node.value):
            found |= {spoken_of(t) for t in node.targets}
        elif isinstance(node, ast.AnnAssign) and node.value is not None and _is_none(node.value):
            found |= {spoken_of(node.target), f".{spoken_of(node.target)}"}
        elif isinstance(node, ast.arguments):
            positional = [*node.posonlyargs, *node.args][::-1]
            pairs = [
                *zip(positional, node.defaults[::-1], strict=False),
                *zip(node.kwonlyargs, node.kw_defaults, strict=True),
            ]
            found |= {a.arg for a, d in pairs if d is not None and not _is_text(d)}
    return frozenset(found - {""})


@lru_cache(CACHED)
def asked_whether_in(tree: ast.Module) -> frozenset[str]:
    """Those of which some code asks whether they are anything at all: ``if log:``."""
    return frozenset(spoken_of(a) for n in nodes_of(tree) for a in truths_asked(n)) - {""}


def truths_asked(node: ast.AST) -> list[ast.expr]:
    """The expressions whose truth a node itself asks for.

    >>> [ast.unparse(n) for n in truths_asked(ast.parse("a and b.c").body[0].value)]
    ['a', 'b.c']
    """
    if isinstance(node, ast.If | ast.While | ast.IfExp | ast.Assert):
        return [node.test]
    if isinstance(node, ast.BoolOp):
        return node.values
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
        return [node.operand]
    return node.ifs if isinstance(node, ast.comprehension) else []


@lru_cache(CACHED)
def given_other_kinds_in(tree: ast.Module) -> frozenset[str]:
    """Those that some code gives what is no number for sure: a text, a display, nothing."""
    found: set[str] = set()
    for node in nodes_of(tree):
        if isinstance(node, ast.Assign | ast.AnnAssign | ast.AugAssign) and node.value is not None:
            targets = node.targets if isinstance(node, ast.Assign) else [node.target]
            if _is_other_kind(node.value):
                found |= {spoken_of(t) for t in targets}
    return frozenset(found - {""})


def _is_other_kind(value: ast.expr) -> bool:
    if isinstance(value, ast.Constant):
        return not isinstance(value.value, int | float)
    kinds = (ast.List, ast.Tuple, ast.Dict, ast.Set, ast.JoinedStr, ast.ListComp, ast.SetComp)
    return isinstance(value, (*kinds, ast.DictComp, ast.GeneratorExp, ast.Lambda))


def _makes_again(tree: ast.Module) -> bool:
    """Whether something that was made already is made anew: its constructor is called where it is
    not part of another one.
    """
    within = {
        id(n)
        for f in nodes_of(tree)
        if isinstance(f, ast.FunctionDef) and f.name in _MAKING
        for n in ast.walk(f)
    }
    return any(
        isinstance(n, ast.Attribute) and n.attr in _MAKING and id(n) not in within
        for n in nodes_of(tree)
    )


@lru_cache(CACHED)
def set_later_in(tree: ast.Module) -> frozenset[str]:
    """The attributes that some code sets or deletes, but for what a new object does with its own."""
    making = {
        id(n)
        for f in nodes_of(tree)
        if isinstance(f, ast.FunctionDef) and f.name in _MAKING
        for n in ast.walk(f)
        if isinstance(n, ast.Attribute) and ast.unparse(n.value) == "self"
    }
    if _makes_again(tree):
        making = set()
    return frozenset(
        f".{n.attr}"
        for n in nodes_of(tree)
        if isinstance(n, ast.Attribute) and not isinstance(n.ctx, ast.Load) and id(n) not in making
    )


def spoken_of(node: ast.expr) -> str:
    """How an expression is spoken of: as a name, as an attribute with a dot, as a key in brackets;
    empty for anything else.

    >>> [spoken_of(ast.parse(t).body[0].value) for t in ("boat", "boat.name", "boat['name']", "1")]
    ['boat', '.name', "['name']", '']
    """
    if isinstance(node, ast.Subscript):
        return _key(node.slice)
    if isinstance(node, ast.Attribute):
        return f".{node.attr}"
    return node.id if isinstance(node, ast.Name) else ""


def _key(node: ast.expr) -> str:
    return f"[{node.value!r}]" if isinstance(node, ast.Constant) else ""


def _is_none(node: ast.expr) -> bool:
    return isinstance(node, ast.Constant) and node.value is None


def _is_text(node: ast.expr) -> bool:
    return isinstance(node, ast.Constant) and isinstance(node.value, str)
