"""Two versions of a module, and which of their functions have to be compared."""

from __future__ import annotations

import ast
import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from functools import cached_property
from pathlib import Path

from ...outline import Function, functions_of, nodes_of
from .made_by_kind import as_made_before
from ..world.names import single_target
from ..world.values import enums_of, is_enum_member, records_of
from ..world.kinds import data_of_kinds
from ..world.around import Names
from ..world.constants import is_constant
from ..world.neutral import neutral_data_of
from ..world.rows import RowClass, is_row, row_classes_of
from ..world.dispatchers import dispatching_nodes
from ..world.splits import SplitClass, split_classes_of
from .shape import shape, without_docstring
from ..world.loading import names_around

MODULE = "<module>"
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
# Modules of the standard library whose import does nothing that could be noticed.
_INERT_MODULES = frozenset(
    {
        "abc",
        "bisect",
        "collections",
        "collections.abc",
        "dataclasses",
        "enum",
        "functools",
        "itertools",
        "math",
        "operator",
        "typing",
    }
)


@dataclass(frozen=True)
class Version:
    """One version of a module.

    Attributes:
        path: where it stands, or would stand; imports beside it are found from there.
        text: its text.
        others: modules of the same project in the same state, by dotted name, that are compared
            with it.
        meant: the tree that its text stands for, if another one is to be compared.
    """

    path: Path
    text: str
    others: Mapping[str, Version] = field(default_factory=dict, compare=False)
    meant: ast.Module | None = field(default=None, compare=False)

    @cached_property
    def tree(self) -> ast.Module:
        """The parsed text."""
        return self.meant or ast.parse(self.text)

    @cached_property
    def lines(self) -> list[str]:
        """The lines of the text, as the parser counts them."""
        return re.split(r"\r\n|\r|\n", self.text)

    @cached_property
    def functions(self) -> dict[str, Function]:
        """All functions by name."""
        return {f.name: f for f in functions_of(self.tree)}

    @cached_property
    def names(self) -> Names:
        """What the module binds."""
        return names_around(self.tree)

    def mentions(self, word: str) -> bool:
        """Whether a name, attribute or string of the module is this word, or could be a
        built-in.
        """
        if Names().is_builtin(word) or word in self.names.shadowing:
            return True
        for node in nodes_of(self.tree):
            found = (
                getattr(node, "id", None)
                or getattr(node, "attr", None)
                or getattr(node, "value", None)
            )
            if isinstance(found, str) and found == word:
                return True
        return False

    def inherits(self, owner: str) -> bool:
        """Whether a class of that qualified name has base classes other than object."""
        for node in nodes_of(self.tree):
            if isinstance(node, ast.ClassDef) and node.name == owner.rpartition(".")[2]:
                if (
                    any(not (isinstance(b, ast.Name) and b.id == "object") for b in node.bases)
                    or node.keywords
                ):
                    return True
        return False


@dataclass(frozen=True, slots=True)
class Comparison:
    """What differs between two versions.

    Attributes:
        changed: functions of both whose code differs (of nested ones the outermost).
        added, removed: functions that only one version has.
        frame_differs: whether anything outside the bodies of functions differs.
    """

    changed: tuple[str, ...]
    added: tuple[str, ...]
    removed: tuple[str, ...]
    frame_differs: bool


def differences(before: Version, after: Version) -> Comparison:
    """Compare two versions by the shape of their code."""
    old, new = before.functions, after.functions
    common = [n for n in old if n in new and not old[n].around]
    differ = [
        n
        for n in common
        if not _same_text(n, before, after) and shape(old[n].node) != shape(new[n].node)
    ]
    changed = [c for n in differ for c in _changed_in(n, old, new)]
    # Decorators and defaults run with the module, but a change of them belongs to the function.
    leave_out = {n for n in common}
    added = tuple(n for n in new if n not in old and not new[n].around)
    removed = tuple(n for n in old if n not in new and not old[n].around)
    # Defining a function that only one version has may do something by itself.
    leave_out |= {
        n
        for v, names in ((after, added), (before, removed))
        for n in names
        if _is_inert_definition(v.functions[n].node, v)
    }
    frames = [_frame(v, leave_out, other) for v, other in ((before, after), (after, before))]
    return Comparison(tuple(changed), added, removed, frames[0] != frames[1])


def _same_text(name: str, before: Version, after: Version) -> bool:
    """Whether a function stands in both versions letter for letter."""
    texts = []
    for version in (before, after):
        node = version.functions[name].node
        first = min([node.lineno, *(d.lineno for d in node.decorator_list)])
        texts.append((node.col_offset, version.lines[first - 1 : node.end_lineno]))
    return texts[0] == texts[1]


def _changed_in(name: str, old: Mapping[str, Function], new: Mapping[str, Function]) -> list[str]:
    """The function itself, or those nested in it if nothing else of it changed."""
    inner = [{n for n in f if f[n].around and f[n].around[-1] is f[name].node} for f in (old, new)]
    if inner[0] == inner[1]:
        hollow = frozenset(id(f[n].node) for f in (old, new) for n in inner[0])
        if shape(old[name].node, hollow=hollow) == shape(new[name].node, hollow=hollow):
            apart = [n for n in old if n in inner[0] and shape(old[n].node) != shape(new[n].node)]
            return [c for n in apart for c in _changed_in(n, old, new)]
    return [name]


def _frame(version: Version, left_out: set[str], other: Version) -> object:
    """The shape of a module without functions that are compared on their own and new constants."""
    inner = {id(version.functions[n].node) for n in left_out if n in version.functions}
    inner |= {
        id(s)
        for s in version.tree.body
        if _is_new_constant(s, version, other) or is_new_record(s, version, other)
    }
    inner |= _new_aliases(version, other) | _parts_of_splits(version, other)
    for data in (
        data_of_kinds(version.tree, other.tree),
        neutral_data_of(version.tree, other.tree),
    ):
        inner |= {id(value) for kinds in data.values() for _, value in kinds}
    return _shape_without(
        as_made_before(version.tree, _factories(version, other), _known_from(version, other)), inner
    )


def _factories(version: Version, other: Version) -> dict[str, tuple[str, SplitClass]]:
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


def _known_from(version: Version, other: Version) -> int:
    """The line behind which all factories of a version are known."""
    names = _factories(version, other)
    binding = [
        s
        for s in version.tree.body
        if getattr(s, "name", "") in names
        or (isinstance(s, ast.ImportFrom) and {a.asname or a.name for a in s.names} & names.keys())
    ]
    return max((s.lineno for s in binding), default=0)


def _is_new_constant(statement: ast.stmt, version: Version, other: Version) -> bool:
    """Whether a statement only gives a name that the other version never mentions an inert
    value.
    """
    if isinstance(statement, ast.Import | ast.ImportFrom):
        return _is_new_inert_import(statement, other)
    target = single_target(statement)
    value = getattr(statement, "value", None)
    enums = enums_of(version.tree)
    if (
        target is None
        or value is None
        or not (_is_inert(value, enums, row_classes_of(version.tree)))
        or other.mentions(target)
    ):
        return False
    earlier = names_around(
        ast.Module([s for s in version.tree.body if s.lineno < statement.lineno], [])
    )
    names = {n.id for n in ast.walk(value) if isinstance(n, ast.Name)}
    return all(n in earlier.bound or version.names.is_builtin(n) for n in names)


def is_new_record(statement: ast.stmt, version: Version, other: Version) -> bool:
    """Whether a statement only defines a plain class that the other version never mentions."""
    if not isinstance(statement, ast.ClassDef) or other.mentions(statement.name):
        return False
    if statement.name not in records_of(version.tree) and statement.name not in row_classes_of(
        version.tree
    ):
        return False
    return all(
        _is_inert_definition(f, version) for f in statement.body if isinstance(f, ast.FunctionDef)
    )


def _is_inert_definition(node: ast.FunctionDef | ast.AsyncFunctionDef, version: Version) -> bool:
    """Whether defining a function runs nothing: no decorators but the plain ones, no defaults but
    constants and names.
    """
    arguments = node.args
    every = [
        *arguments.posonlyargs,
        *arguments.args,
        *arguments.kwonlyargs,
        arguments.vararg,
        arguments.kwarg,
    ]
    hints = [a.annotation for a in every if a is not None and a.annotation is not None]
    defaults = [d for d in (*arguments.defaults, *arguments.kw_defaults) if d is not None]
    decorators = [d.id for d in node.decorator_list if isinstance(d, ast.Name)]
    plain = {"property", "staticmethod", "classmethod"}
    dispatching = id(node) in dispatching_nodes(version.tree)
    fits = (
        dispatching
        or len(decorators) == len(node.decorator_list)
        and all(d in plain and version.names.is_builtin(d) for d in decorators)
    )
    parts = [*hints, *([node.returns] if node.returns is not None else [])]
    inside = [n for part in (*parts, *defaults) for n in ast.walk(part)]
    known = _all_in_time(defaults, node, version) and hints_in_time(node, version)
    return (
        fits
        and known
        and not any(isinstance(n, ast.Call | ast.Await | ast.NamedExpr) for n in inside)
    )


def hints_in_time(node: ast.FunctionDef | ast.AsyncFunctionDef, version: Version) -> bool:
    """Whether the annotations of a function mean something when it is defined, where they are
    evaluated then.
    """
    arguments = node.args
    every = [
        *arguments.posonlyargs,
        *arguments.args,
        *arguments.kwonlyargs,
        arguments.vararg,
        arguments.kwarg,
    ]
    hints = [
        *(a.annotation for a in every if a is not None and a.annotation is not None),
        *([node.returns] if node.returns is not None else []),
    ]
    if any(
        isinstance(s, ast.ImportFrom)
        and s.module == "__future__"
        and any(a.name == "annotations" for a in s.names)
        for s in version.tree.body
    ):
        return True
    return _all_in_time(hints, node, version)


def _all_in_time(parts: Iterable[ast.expr], node: ast.AST, version: Version) -> bool:
    """Whether all names in some expressions have a value when a definition is made."""
    line = getattr(node, "lineno", 0)
    names = {n.id for part in parts for n in ast.walk(part) if isinstance(n, ast.Name)}
    names = {n for n in names if not version.names.is_builtin(n)}
    if not names:
        return True
    top = next(
        (s for s in version.tree.body if s.lineno <= line <= (s.end_lineno or s.lineno)), None
    )
    earlier = [s for s in version.tree.body if top is None or s.lineno < top.lineno]
    inside = (
        [s for s in getattr(top, "body", []) if s.lineno < line]
        if isinstance(top, ast.ClassDef)
        else []
    )
    return names <= names_around(ast.Module([*earlier, *inside], [])).bound


def _is_new_inert_import(statement: ast.Import | ast.ImportFrom, other: Version) -> bool:
    modules = (
        [statement.module]
        if isinstance(statement, ast.ImportFrom)
        else [a.name for a in statement.names]
    )
    local = isinstance(statement, ast.ImportFrom) and statement.level
    names = [a.asname or a.name.partition(".")[0] for a in statement.names]
    return (
        not local
        and set(modules) <= _INERT_MODULES
        and not any(n == "*" or other.mentions(n) for n in names)
    )


def _is_inert(
    value: ast.expr, enums: Mapping[str, tuple[str, ...]], rows: Mapping[str, RowClass]
) -> bool:
    """Whether evaluating a value at import does nothing: constants, names, members and displays of
    those.
    """
    if isinstance(value, ast.Dict):
        keys = all(
            k is not None and (is_constant(k) or is_enum_member(k, enums)) for k in value.keys
        )
        return keys and all(_is_inert(v, enums, rows) for v in value.values)
    if isinstance(value, ast.List | ast.Tuple):
        return all(_is_inert(e, enums, rows) for e in value.elts)
    if isinstance(value, ast.Set):
        return all(map(is_constant, value.elts))
    return (
        is_constant(value)
        or isinstance(value, ast.Name)
        or is_enum_member(value, enums)
        or is_row(value, rows)
    )


def _shape_without(node: ast.AST, left_out: set[int]) -> object:
    """The shape of a module, class or other block statement without the functions left out."""
    parts: list[object] = [type(node).__name__]
    for name, value in ast.iter_fields(node):
        body = without_docstring(value) if name == "body" and isinstance(value, list) else value
        if isinstance(body, list) and body and all(isinstance(v, _BLOCK_PARTS) for v in body):
            # Functions of a module or class may change places; under a condition they may not.
            keeps_place = not isinstance(node, ast.Module | ast.ClassDef)
            inside = [
                v
                for v in body
                if (keeps_place or not _is_left_out(v, left_out)) and not _is_nothing(v)
            ]
            parts.append(tuple(_part_without(v, left_out) for v in inside))
        elif name == "names" and isinstance(node, ast.Import | ast.ImportFrom):
            parts.append(tuple(shape(a) for a in value if id(a) not in left_out))
        elif name not in ("type_comment", "type_ignores"):
            parts.append(shape(body))
    return tuple(parts)


def _parts_of_splits(version: Version, other: Version) -> set[int]:
    """The subclasses, the table and the factory of classes that have a subclass for each kind in
    this version only.
    """
    found: set[int] = set()
    for split in split_classes_of(version.tree, other.tree).values():
        owners = [owner for _, owner in split.kinds]
        methods = [s for o in owners for s in o.body if isinstance(s, ast.FunctionDef)]
        if all(_is_inert_definition(m, version) for m in methods):
            found |= {id(o) for o in owners}
            found |= {
                id(s)
                for s in version.tree.body
                if single_target(s) == split.table or getattr(s, "name", "") == split.factory
            }
    return found


def _new_aliases(version: Version, other: Version) -> set[int]:
    """Names more that a module imports from one which the other version imports from too; they are
    only there in this version.
    """
    found: set[int] = set()
    known = {imported_module(s, other) for s in other.tree.body if isinstance(s, ast.ImportFrom)}
    for statement in version.tree.body:
        module = (
            imported_module(statement, version) if isinstance(statement, ast.ImportFrom) else None
        )
        if (
            not isinstance(statement, ast.ImportFrom)
            or module not in version.others
            or module not in known
        ):
            continue
        home = version.others[module]
        new = [
            a
            for a in statement.names
            if a.name in home.names.bound and not other.mentions(a.asname or a.name)
        ]
        found |= {id(a) for a in new}
        if len(new) == len(statement.names):
            found.add(id(statement))
    return found


def imported_module(statement: ast.ImportFrom, version: Version) -> str:
    """The dotted name of the module that an import takes names from."""
    if not statement.level:
        return statement.module or ""
    own = module_name(version.path)[0]
    package = own.split(".") if version.path.name == "__init__.py" else own.split(".")[:-1]
    return ".".join(
        [
            *package[: len(package) - statement.level + 1],
            *([statement.module] if statement.module else []),
        ]
    )


def _is_nothing(node: ast.AST) -> bool:
    """Whether a statement does nothing: ``pass``, or a constant that stands alone."""
    return isinstance(node, ast.Pass) or (
        isinstance(node, ast.Expr) and isinstance(node.value, ast.Constant)
    )


def _is_left_out(node: ast.AST, left_out: set[int]) -> bool:
    """Whether a statement, or the constant that it gives a name, is compared on its own."""
    return id(node) in left_out or (isinstance(node, ast.Assign) and id(node.value) in left_out)


def _part_without(node: ast.AST, left_out: set[int]) -> object:
    if id(node) in left_out:
        return ("function", getattr(node, "name", ""))
    return (
        _shape_without(node, left_out)
        if isinstance(node, (*_BLOCKS, ast.ImportFrom))
        else shape(node)
    )


def reached_from(name: str, version: Version, candidates: Iterable[str]) -> set[str]:
    """Which candidate functions a function may reach, by any mention of their last name."""
    wanted = {c: c.partition("#")[0].rpartition(".")[2] for c in candidates}
    found: set[str] = set()
    pending = [name]
    seen: set[str] = set()
    while pending:
        current = pending.pop()
        if current in seen or current not in version.functions:
            continue
        seen.add(current)
        mentioned = _mentions(version.functions[current].node)
        found |= {c for c, last in wanted.items() if last in mentioned and c != name}
        pending += [
            n for n in version.functions if n.partition("#")[0].rpartition(".")[2] in mentioned
        ]
    return found


def _mentions(node: ast.AST) -> set[str]:
    words = {n.id for n in ast.walk(node) if isinstance(n, ast.Name)}
    return words | {n.attr for n in ast.walk(node) if isinstance(n, ast.Attribute)}


def module_name(path: Path) -> tuple[str, str]:
    """The dotted name a file is imported as, and the folder that its import starts from.

    A file in a folder with ``__init__.py`` belongs to that package.
    """
    path = path.resolve()
    parts = [] if path.stem == "__init__" else [path.stem]
    folder = path.parent
    while (folder / "__init__.py").exists() and folder.parent != folder:
        parts.insert(0, folder.name)
        folder = folder.parent
    return ".".join(parts) or path.stem, str(folder)
