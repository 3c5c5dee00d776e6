"""``type(x) is C`` as questions for classes: an object of C, and of nothing that is derived from
it.

What is derived from it elsewhere is for the assumption ``closed-kinds`` to say.
"""

from __future__ import annotations

import ast
import builtins
from collections.abc import Callable, Mapping
from functools import lru_cache

from ...outline import all_nodes, nodes_of
from .classes import plain_classes
from .names import CACHED, definition_counts, imported, is_never_set

_SIGNS = (ast.Eq, ast.NotEq, ast.Is, ast.IsNot, ast.In, ast.NotIn)
_OPPOSITES = (ast.NotEq, ast.IsNot, ast.NotIn)


@lru_cache(CACHED)
def heirs_of(tree: ast.Module) -> Mapping[str, tuple[str, ...]]:
    """For each plain class of a module what is derived from it there; only classes of which all
    that is derived is plain too.
    """
    chains = plain_classes(tree)
    heirs = {c: tuple(d for d, chain in chains.items() if c in chain[1:]) for c in chains}
    if any(_makes_classes(n) for n in nodes_of(tree)):
        return {}
    others = [n for n in nodes_of(tree) if isinstance(n, ast.ClassDef)]
    if not all(_is_told(b, tree, chains) for n in others for b in n.bases):
        return {}  # it may be one of them under another name
    awkward = {
        b.id
        for n in others
        if n.name not in chains or n not in tree.body
        for b in all_nodes(ast.Tuple(n.bases, ast.Load()))
        if isinstance(b, ast.Name)
    }
    return {c: d for c, d in heirs.items() if not awkward & {c, *d}}


@lru_cache(CACHED)
def may_be_of_two(tree: ast.Module) -> bool:
    """Whether a class of a module may be derived from two others that have nothing to do with each
    other.
    """
    classes = [n for n in nodes_of(tree) if isinstance(n, ast.ClassDef)]
    names = {n.name for n in classes}
    known = names | {"object", "Protocol", "ABC", "Generic", "Enum", "NamedTuple", "TypedDict"}
    return any(map(_makes_classes, nodes_of(tree))) or any(
        len([b for b in n.bases if ast.unparse(b) in names]) > 1
        or (len(n.bases) > 1 and any(not _is_of(b, known) for b in n.bases))
        for n in classes
    )


def _is_of(base: ast.expr, known: set[str]) -> bool:
    """Whether what a class is derived from is one of some names, also with a part of a module or
    with types before or behind it.
    """
    inner = base.value if isinstance(base, ast.Subscript) else base
    return ast.unparse(inner).rpartition(".")[2] in known


def _is_told(base: ast.expr, tree: ast.Module, chains: Mapping[str, tuple[str, ...]]) -> bool:
    """Whether it is written what a class is derived from: a class of the module, or of another."""
    if isinstance(base, ast.Subscript):  # Generic[T]
        base = base.value
    while isinstance(base, ast.Attribute):
        base = base.value
    if not isinstance(base, ast.Name):
        return False
    known = base.id in chains or bool(definition_counts(tree)[base.id])
    return (known or base.id in imported(tree) or hasattr(builtins, base.id)) and is_never_set(
        base.id, tree
    )


def _makes_classes(node: ast.AST) -> bool:
    """Whether something makes a class without a class statement."""
    if isinstance(node, ast.Name | ast.Attribute):
        word = node.id if isinstance(node, ast.Name) else node.attr
        return word in ("new_class", "make_dataclass", "create_model")
    by_type = isinstance(node, ast.Call) and isinstance(node.func, ast.Name)
    return by_type and node.func.id == "type" and len(node.args) > 1  # type: ignore[attr-defined]


def asked_exactly(
    node: ast.Compare, heirs: Mapping[str, tuple[str, ...]], means_type: Callable[[str], bool]
) -> tuple[ast.expr, str] | None:
    """The questions that a comparison of the type of a name with classes stands for, and the
    classes in words; None if it is no such comparison.

    Args:
        node: the comparison.
        heirs: the classes that are known, with what is derived from each.
        means_type: whether a word is the built-in function of that name here.
    """
    if len(node.ops) != 1 or not isinstance(node.ops[0], _SIGNS):
        return None
    left, right = node.left, node.comparators[0]
    listed = isinstance(node.ops[0], ast.In | ast.NotIn)
    subject, kinds = _subject(left), right
    if subject is None and not listed:
        subject, kinds = _subject(right), left
    if subject is None or not means_type("type") or not means_type("isinstance"):
        return None
    parts = kinds.elts if listed and isinstance(kinds, ast.Tuple | ast.List | ast.Set) else [kinds]
    names = [p.id for p in parts if isinstance(p, ast.Name) and p.id in heirs]
    if not names or len(names) != len(parts) or (listed and parts == [kinds]):
        return None
    asked: list[ast.expr] = [_is_exactly(subject, n, heirs[n]) for n in names]
    found: ast.expr = asked[0] if len(asked) == 1 else ast.BoolOp(ast.Or(), asked)
    if isinstance(node.ops[0], _OPPOSITES):
        found = ast.UnaryOp(ast.Not(), found)
    for each in all_nodes(found):
        if each is not subject:  # which is the name as it stands there
            ast.copy_location(each, node)
    return found, ", ".join(names)


def _subject(node: ast.expr) -> ast.Name | None:
    """The name whose type an expression asks for."""
    if (
        isinstance(node, ast.Call)
        and isinstance(node.func, ast.Name)
        and node.func.id == "type"
        and len(node.args) == 1
        and not node.keywords
        and isinstance(node.args[0], ast.Name)
    ):
        return node.args[0]
    return None


def _is_exactly(subject: ast.Name, name: str, heirs: tuple[str, ...]) -> ast.expr:
    def of(kind: str) -> ast.expr:
        asks, whose = (ast.Name(w, ast.Load()) for w in ("isinstance", kind))
        return ast.Call(asks, [subject, whose], [])

    if not heirs:
        return of(name)
    others: list[ast.expr] = [ast.UnaryOp(ast.Not(), of(d)) for d in heirs]
    return ast.BoolOp(ast.And(), [of(name), *others])
