"""The code outside functions as an ordered program: what may change places, and what may not.

A statement that may run code of anybody's stays where it is relative to all others that may, and
finds the same names bound when its turn comes. A definition that provably does nothing but bind
its name may move, as long as what it reads when it is made is bound by the same statement. Every
name means the same in the end.
"""

from __future__ import annotations

import ast
from collections import Counter
from collections.abc import Hashable, Iterator, Mapping, Sequence
from dataclasses import dataclass

from ...outline import FunctionNode, all_nodes, child_nodes
from ..world.kinds import data_of_kinds
from ..world.loading import has_lazy_hints
from ..world.neutral import neutral_data_of
from ..world.quiet import (
    is_quiet,
    is_quiet_class,
    is_quiet_decorator,
    is_quiet_hint,
    looks_at_classes,
    reads_docstrings,
)
from ..world.scope import defaults_of, hints_of
from ..world.splits import SplitClass, split_classes_of
from .left_out import is_new_constant, new_aliases, new_attributes, parts_of_splits
from .made_by_kind import as_made_before
from .new_classes import is_new_class
from .shape import shape, without_docstring
from .version import Version, imported_module

_BLOCK_PARTS = (ast.stmt, ast.ExceptHandler, ast.match_case)
_BLOCKS = (
    ast.ClassDef,
    ast.If,
    ast.Try,
    ast.TryStar,
    ast.With,
    ast.For,
    ast.While,
    ast.Match,
    ast.ExceptHandler,
    ast.match_case,
)
_FUNCTIONS = (ast.FunctionDef, ast.AsyncFunctionDef)


@dataclass(frozen=True, slots=True)
class Item:
    """A statement outside functions.

    Attributes:
        key: what it is; equal in two versions for the same statement.
        binds: the names that it gives a value.
        reads: the names that it reads itself when it is run.
        acts: whether it may run code beside itself, which may read any name.
        apart: whether it stands in one version only and is compared, or told, on its own.
        line: where it stands, from 1.
        text: how it begins, for messages.
    """

    key: Hashable
    binds: frozenset[str]
    reads: frozenset[str]
    acts: bool
    apart: bool
    line: int
    text: str


def difference(before: Sequence[Item], after: Sequence[Item]) -> str:
    """In what two programs differ, in words; empty if they do the same."""
    kept = [[i for i in items if not i.apart] for items in (before, after)]
    counts = [Counter(i.key for i in items) for items in kept]
    for which, words in ((0, "old"), (1, "new")):
        for item in kept[which]:
            if counts[which][item.key] > counts[1 - which][item.key]:
                return f"`{item.text}` (line {item.line}) is only in the {words} version"
    acting = [[i for i in items if i.acts] for items in kept]
    for a, b in zip(*acting, strict=False):
        if a.key != b.key:
            return f"`{b.text}` (line {b.line}) runs at another place in the order"
    if [i.key for i in acting[0]] != [i.key for i in acting[1]]:
        return "other statements may run code"
    return _other_names(before, after)


def _other_names(before: Sequence[Item], after: Sequence[Item]) -> str:
    """A statement that finds other names bound in one of the versions, or names that end otherwise."""
    views = [dict(_views(items)) for items in (before, after)]
    for key, seen in views[1].items():
        other = views[0].get(key, [])
        for (item, mine), (old, theirs) in zip(seen, other, strict=False):
            # What only one head of a function reads is told by the comparison of the heads.
            heads = item.reads ^ old.reads
            names = sorted({n for n, _ in mine ^ theirs} - heads)
            if names:
                return f"`{item.text}` (line {item.line}) finds another `{names[0]}` when it runs"
    ends = [_names_in_the_end(items) for items in (before, after)]
    apart = sorted({n for n, _ in ends[0] ^ ends[1]})
    return f"`{apart[0]}` means something else in the end" if apart else ""


_View = list[tuple[Item, frozenset[tuple[str, Hashable]]]]


def _views(items: Sequence[Item]) -> Iterator[tuple[Hashable, _View]]:
    """For each statement what the names mean that it may read."""
    own = {n for i in items if i.apart for n in i.binds}
    bound: dict[str, Hashable] = {}
    found: dict[Hashable, _View] = {}
    for item in items:
        if not item.apart:
            # Names that only one version has are nothing to those who can read them by chance.
            seen = {n for n in bound if n not in own} | item.reads if item.acts else item.reads
            view = frozenset((n, bound[n]) for n in seen if n in bound)
            found.setdefault(item.key, []).append((item, view))
        bound.update(dict.fromkeys(item.binds, item.key))
    yield from found.items()


def _names_in_the_end(items: Sequence[Item]) -> set[tuple[str, Hashable]]:
    own = {n for i in items if i.apart for n in i.binds}
    bound: dict[str, Hashable] = {}
    for item in items:
        bound.update(dict.fromkeys(item.binds, item.key))
    return {(n, key) for n, key in bound.items() if n not in own}


def program_of(version: Version, left_out: set[str], other: Version, *, is_new: bool) -> list[Item]:
    """The statements of a version outside functions.

    Args:
        version: the version.
        left_out: names of functions that are compared, or told, on their own.
        other: the version that it is compared with.
        is_new: whether this is the new one of both.
    """
    return _Reader(version, left_out, other, is_new=is_new).items()


class _Reader:
    """Reads a module as a program."""

    def __init__(
        self, version: Version, left_out: set[str], other: Version, *, is_new: bool
    ) -> None:
        self.version, self.other = version, other
        self.tree = version.tree
        self.names = {id(version.functions[n].node): n for n in left_out if n in version.functions}
        self.docs = reads_docstrings(version.tree) or reads_docstrings(other.tree)
        self.lazy = has_lazy_hints(version.tree)
        self.apart = {
            id(version.functions[n].node)
            for n in left_out - other.functions.keys()
            if n in version.functions
        }
        self.apart |= new_aliases(version, other) | parts_of_splits(version, other)
        self.apart |= new_attributes(version, other)
        self.apart |= {
            id(s)
            for s in self.tree.body
            if is_new_constant(s, version, other) or is_new_class(s, version, other)
        }
        data = [data_of_kinds(version.tree, other.tree)]
        # A constant that goes may be missed; one that comes is told on its own.
        data += [neutral_data_of(version.tree, other.tree)] if is_new else []
        self.apart |= {id(v) for found in data for kinds in found.values() for _, v in kinds}

    def items(self) -> list[Item]:
        """All statements in their order."""
        factories = factories_of(self.version, self.other)
        made = as_made_before(self.tree, factories, _known_from(self.version, factories))
        body = made.body if self.docs else without_docstring(made.body)
        return [self._item(s) for s in body if self.docs or not _is_nothing(s)]

    def _item(self, statement: ast.stmt) -> Item:
        return Item(
            self._key(statement),
            frozenset(_bound(statement, self.apart)),
            frozenset(self._read(statement)),
            not self._is_quiet(statement),
            id(statement) in self.apart,
            statement.lineno,
            ast.unparse(statement).split("\n")[0][:60],
        )

    def _key(self, statement: ast.AST) -> Hashable:
        if id(statement) in self.names:
            doc = ast.get_docstring(statement) if self.docs else ""  # type: ignore[arg-type]
            return ("function", self.names[id(statement)], doc)
        if isinstance(statement, (*_BLOCKS, ast.ImportFrom, ast.Import)):
            return self._shape(statement)
        return shape(statement)

    def _shape(self, node: ast.AST) -> Hashable:
        """The shape of a block statement, with functions that are compared apart by their names."""
        parts: list[Hashable] = [type(node).__name__]
        for name, value in ast.iter_fields(node):
            is_body = name == "body" and isinstance(value, list) and not self.docs
            body = without_docstring(value) if is_body else value
            if isinstance(body, list) and body and all(isinstance(v, _BLOCK_PARTS) for v in body):
                inside = [v for v in body if not self._is_apart(v) and not _is_nothing(v)]
                if isinstance(node, ast.ClassDef) and self._forgets_order(node):
                    inside = _in_any_order(inside)
                parts.append(tuple(self._key(v) for v in inside))
            elif name == "names" and isinstance(node, ast.Import | ast.ImportFrom):
                parts.append(tuple(shape(a) for a in value if id(a) not in self.apart))
            elif name not in ("type_comment", "type_ignores"):
                parts.append(shape(body))
        return tuple(parts)

    def _forgets_order(self, node: ast.ClassDef) -> bool:
        """Whether nobody can tell where the private methods of a class were defined."""
        mirrors = looks_at_classes(self.tree) or looks_at_classes(self.other.tree)
        return not mirrors and is_quiet_class(node, self.tree)

    def _is_apart(self, node: ast.AST) -> bool:
        return id(node) in self.apart or (
            isinstance(node, ast.Assign) and id(node.value) in self.apart
        )

    def _is_quiet(self, node: ast.stmt) -> bool:
        """Whether a statement only binds names, and runs no code."""
        if isinstance(node, _FUNCTIONS):
            decorators = all(is_quiet_decorator(d, self.tree) for d in node.decorator_list)
            hints = self.lazy or all(map(is_quiet_hint, hints_of(node)))
            return (
                decorators and hints and all(is_quiet(d, self.tree) for d in defaults_of(node.args))
            )
        if isinstance(node, ast.ClassDef):
            return is_quiet_class(node, self.tree)
        if isinstance(node, ast.Assign):
            named = all(isinstance(t, ast.Name) for t in node.targets)
            return named and is_quiet(node.value, self.tree)
        if isinstance(node, ast.AnnAssign) and isinstance(node.target, ast.Name):
            hint = self.lazy or is_quiet_hint(node.annotation)
            return hint and (node.value is None or is_quiet(node.value, self.tree))
        return _is_nothing(node)

    def _read(self, node: ast.stmt) -> Iterator[str]:
        """The names that running a statement reads, those of its class body included."""
        if isinstance(node, _FUNCTIONS):
            hints = [] if self.lazy else hints_of(node)
            parts: list[ast.AST] = [*node.decorator_list, *defaults_of(node.args), *hints]
        elif isinstance(node, ast.ClassDef):
            parts = [*node.decorator_list, *node.bases, *(k.value for k in node.keywords)]
            for statement in node.body:
                yield from self._read(statement)
        else:
            parts = [node]
        for part in parts:
            names = (n for n in all_nodes(part) if isinstance(n, ast.Name))
            yield from (n.id for n in names if isinstance(n.ctx, ast.Load))


def _in_any_order(body: Sequence[ast.stmt]) -> list[ast.stmt]:
    """The statements of a class with private methods behind the public ones that they stand among,
    in the order of their names: defining them does nothing but bind these, and who lists what a
    class has does not mean them.
    """
    bound = Counter(n for s in body for n in _bound(s, set()))
    found: list[ast.stmt] = []
    private: list[tuple[str, ast.stmt]] = []
    for statement in body:
        plain = isinstance(statement, _FUNCTIONS) and _is_plain_method(statement, bound)
        if not plain:
            found += [s for _, s in sorted(private, key=lambda pair: pair[0])]
            private = []
        name = getattr(statement, "name", "")
        if plain and name.startswith("_") and not name.endswith("__"):
            private.append((name, statement))
        else:
            found.append(statement)
    return [*found, *(s for _, s in sorted(private, key=lambda pair: pair[0]))]


def _is_plain_method(method: FunctionNode, bound: Mapping[str, int]) -> bool:
    """Whether defining a method of a class asks for nothing that the class binds."""
    hints = (n for h in hints_of(method) for n in all_nodes(h))
    return (
        not method.decorator_list
        and bound[method.name] == 1
        and all(isinstance(d, ast.Constant) for d in defaults_of(method.args))
        and not any(isinstance(n, ast.Name) and n.id in bound for n in hints)
    )


def _bound(statement: ast.stmt, apart: set[int]) -> Iterator[str]:
    """The names that a statement outside functions may give a value or take it from, less those
    that an import has in one version only.
    """
    pending: list[ast.AST] = [statement]
    while pending:
        node = pending.pop()
        if isinstance(node, (*_FUNCTIONS, ast.ClassDef)):
            yield node.name
            continue
        if isinstance(node, ast.Name) and not isinstance(node.ctx, ast.Load):
            yield node.id
        elif isinstance(node, ast.alias) and (id(node) not in apart or id(statement) in apart):
            yield node.asname or node.name.partition(".")[0]
        elif isinstance(node, ast.ExceptHandler | ast.MatchAs | ast.MatchStar) and node.name:
            yield node.name
        pending.extend(child_nodes(node))


def _is_nothing(node: ast.AST) -> bool:
    """Whether a statement does nothing: ``pass``, or a constant that stands alone."""
    return isinstance(node, ast.Pass) or (
        isinstance(node, ast.Expr) and isinstance(node.value, ast.Constant)
    )


def factories_of(version: Version, other: Version) -> dict[str, tuple[str, SplitClass]]:
    """The factories that pick the class of a kind in this version only, its own and those it
    imports with the class.
    """
    found = {s.factory: (s.name, s) for s in split_classes_of(version.tree, other.tree).values()}
    for statement in version.tree.body:
        module = (
            imported_module(statement, version) if isinstance(statement, ast.ImportFrom) else ""
        )
        if (
            not isinstance(statement, ast.ImportFrom)
            or module not in version.others
            or module not in other.others
        ):
            continue
        names = {a.name: a.asname or a.name for a in statement.names}
        for split in split_classes_of(
            version.others[module].tree, other.others[module].tree
        ).values():
            if split.factory in names and split.name in names:
                found[names[split.factory]] = (names[split.name], split)
    return found


def _known_from(version: Version, names: Mapping[str, tuple[str, SplitClass]]) -> int:
    """The line behind which all factories of a version are known."""
    binding = [
        s
        for s in version.tree.body
        if getattr(s, "name", "") in names
        or (isinstance(s, ast.ImportFrom) and {a.asname or a.name for a in s.names} & names.keys())
    ]
    return max((s.lineno for s in binding), default=0)
