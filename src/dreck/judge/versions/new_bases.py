"""A base class that several classes get: an abstract one that only says what they have in common
already.

Nobody else can be derived from it, so that ``isinstance`` with it asks for the classes that are.
The new
version is read with those, and without the base class.
"""

from __future__ import annotations

import ast
import builtins
from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from ...outline import all_nodes, copied, nodes_of
from ..world.classes import plain_classes
from ..world.names import names_from
from ..world.loading import names_around
from .version import Version

# Words by which code asks what a class is derived from.
_ABOUT_BASES = frozenset(
    {
        "__base__",
        "__bases__",
        "__mro__",
        "__subclasses__",
        "getclasstree",
        "getmro",
        "mro",
        "new_class",
    }
)


@dataclass(frozen=True)
class NewBases:
    """New base classes of a version.

    Attributes:
        version: the version without them.
        classes: for each the classes that are derived from it.
    """

    version: Version
    classes: Mapping[str, tuple[str, ...]] = field(default_factory=dict)


def without_new_bases(before: Version, after: Version) -> NewBases:
    """A new version read without base classes that change nothing but what ``isinstance`` may be
    asked.
    """
    owners = {s.name: s for s in after.tree.body if isinstance(s, ast.ClassDef)}
    fresh = [
        n
        for n in owners
        if n not in before.names.bound and any(_names(c.bases) == [n] for c in owners.values())
    ]
    found = {n: kinds for n in fresh if (kinds := _kinds(owners[n], owners, before, after))}
    if not found:
        return NewBases(after)
    tree = copied(after.tree)
    _Asks({n: _as_asked(kinds, before) for n, kinds in found.items()}).visit(tree)
    tree.body = [s for s in tree.body if not (isinstance(s, ast.ClassDef) and s.name in found)]
    for owner in tree.body:
        if (
            isinstance(owner, ast.ClassDef)
            and _names(owner.bases)
            and _names(owner.bases)[0] in found
        ):
            owner.bases = []
    return NewBases(replace(after, meant=tree), found)


def _kinds(
    base: ast.ClassDef, owners: Mapping[str, ast.ClassDef], before: Version, after: Version
) -> tuple[str, ...]:
    """The classes that are derived from a new base class now and had none before; empty if there is
    more to it.
    """
    promised = _promised(base, after.tree)
    kinds = [c for c in owners.values() if _names(c.bases) == [base.name]]
    old = {s.name: s for s in before.tree.body if isinstance(s, ast.ClassDef)}
    plain = plain_classes(before.tree)
    shadowed = any(_binds_isinstance(n) for v in (before, after) for n in nodes_of(v.tree))
    looks = any(_looks_at_bases(n) for v in (before, after) for n in nodes_of(v.tree))
    if (
        promised is None
        or shadowed
        or looks
        or before.mentions(base.name)
        or any(len(n.bases) > 1 for n in nodes_of(after.tree) if isinstance(n, ast.ClassDef))
    ):
        return ()
    for kind in kinds:
        own = {s.name for s in kind.body if isinstance(s, ast.FunctionDef)}
        words = {getattr(n, "id", "") for n in all_nodes(kind)}
        fits = (
            kind.name in plain
            and len(plain[kind.name]) == 1
            and not old[kind.name].bases
            and not kind.keywords
            and not kind.decorator_list
        )
        if (
            not fits
            or not promised <= own
            or kind.lineno < base.lineno
            or words & {"__slots__", "__class__", "super"}
        ):
            return ()
    asked = {
        id(n.args[1]) for n in nodes_of(after.tree) if isinstance(n, ast.Call) and _is_question(n)
    }
    mentioned = [n for n in nodes_of(after.tree) if isinstance(n, ast.Name) and n.id == base.name]
    inherited = {id(c.bases[0]) for c in kinds}
    return (
        tuple(c.name for c in kinds) if all(id(n) in asked | inherited for n in mentioned) else ()
    )


def _promised(base: ast.ClassDef, tree: ast.Module) -> set[str] | None:
    """The abstract methods of a base class that holds nothing else; None if it does."""
    if (
        base.keywords
        or base.decorator_list
        or _names(base.bases) not in ([], *([n] for n in names_from(tree, "abc", "ABC")))
    ):
        return None
    found: set[str] = set()
    known = {
        n
        for s in tree.body
        if s.lineno < base.lineno
        for n in names_around(ast.Module([s], [])).bound
    } | {n for n in dir(builtins) if names_around(tree).is_builtin(n)}
    for statement in base.body:
        if isinstance(statement, ast.Pass) or (
            isinstance(statement, ast.Expr) and isinstance(statement.value, ast.Constant)
        ):
            continue
        decorators = [ast.unparse(d) for d in getattr(statement, "decorator_list", [])]
        if (
            not isinstance(statement, ast.FunctionDef)
            or len(decorators) != 1
            or decorators[0] not in names_from(tree, "abc", "abstractmethod")
        ):
            return None
        hints = [
            a.annotation
            for a in (*statement.args.posonlyargs, *statement.args.args, *statement.args.kwonlyargs)
        ] + [statement.returns]
        plain = all(
            h is None or isinstance(h, ast.Constant) or (isinstance(h, ast.Name) and h.id in known)
            for h in hints
        )
        if (
            not plain
            or statement.args.defaults
            or any(statement.args.kw_defaults)
            or statement.name.startswith("__")
        ):
            return None
        found.add(statement.name)
    return found


def _binds_isinstance(node: ast.AST) -> bool:
    """Whether a piece of code gives the name ``isinstance`` another meaning."""
    words = {getattr(node, "name", None), getattr(node, "asname", None), getattr(node, "arg", None)}
    return "isinstance" in words or (
        isinstance(node, ast.Name)
        and node.id == "isinstance"
        and not isinstance(node.ctx, ast.Load)
    )


def _looks_at_bases(node: ast.AST) -> bool:
    """Whether a piece of code asks what classes are derived from, or makes classes in a way of its
    own.
    """
    word = (
        getattr(node, "attr", None)
        or getattr(node, "id", None)
        or getattr(node, "name", None)
        or getattr(node, "value", None)
    )
    makes = (
        isinstance(node, ast.Call)
        and isinstance(node.func, ast.Name)
        and node.func.id == "type"
        and len(node.args) > 1
    )
    kind = isinstance(node, ast.ClassDef) and (
        bool(node.keywords) or any(isinstance(b, ast.Name) and b.id == "type" for b in node.bases)
    )
    return makes or kind or (isinstance(word, str) and word in _ABOUT_BASES)


def _is_question(node: ast.Call) -> bool:
    return isinstance(node.func, ast.Name) and node.func.id == "isinstance" and len(node.args) == 2


def _names(nodes: list[ast.expr]) -> list[str]:
    return (
        [n.id for n in nodes if isinstance(n, ast.Name)]
        if all(isinstance(n, ast.Name) for n in nodes)
        else ["?"]
    )


def _as_asked(kinds: tuple[str, ...], before: Version) -> tuple[str, ...]:
    """Classes in the order in which the old version asks for all of them at once, if it does."""
    for node in nodes_of(before.tree):
        if (
            isinstance(node, ast.Call)
            and _is_question(node)
            and isinstance(node.args[1], ast.Tuple)
        ):
            names = _names(node.args[1].elts)
            if sorted(names) == sorted(kinds):
                return tuple(names)
    return kinds


class _Asks(ast.NodeTransformer):
    """Asks for classes where a question is about their base class."""

    def __init__(self, kinds: Mapping[str, tuple[str, ...]]) -> None:
        self.kinds = kinds

    def visit_Call(self, node: ast.Call) -> ast.AST:
        self.generic_visit(node)
        if (
            _is_question(node)
            and isinstance(node.args[1], ast.Name)
            and node.args[1].id in self.kinds
        ):
            place = node.args[1]
            names: list[ast.expr] = [
                ast.copy_location(ast.Name(n, ast.Load()), place) for n in self.kinds[place.id]
            ]
            node.args[1] = ast.copy_location(ast.Tuple(names, ast.Load()), place)
        return node
