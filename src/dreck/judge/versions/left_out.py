"""What only one of two versions has, and what by itself does nothing when the module is loaded."""

from __future__ import annotations

import ast
import importlib
import re
from collections import namedtuple
from collections.abc import Mapping
from functools import cache

from ...outline import all_nodes, nodes_of
from ..world.constants import is_constant
from ..world.kinds import is_no_object, telling_classes
from ..world.names import DEFINITIONS, attributes_asked, names_from, single_target
from ..world.loading import names_around
from ..world.quiet import looks_at_classes, made_up_names
from ..world.rows import RowClass, is_row, row_classes_of
from ..world.splits import split_classes_of
from ..world.values import (
    enums_of,
    is_enum_member,
    is_plain_lambda,
    is_table_key,
    records_of,
)
from .heads import is_inert_definition
from .version import Version, imported_module

# Modules of the standard library whose import does nothing that could be noticed.
_INERT_MODULES = frozenset(
    {
        "abc",
        "bisect",
        "calendar",
        "collections",
        "collections.abc",
        "contextlib",
        "copy",
        "dataclasses",
        "datetime",
        "decimal",
        "enum",
        "fractions",
        "functools",
        "heapq",
        "io",
        "itertools",
        "json",
        "math",
        "numbers",
        "operator",
        "os",
        "os.path",
        "pathlib",
        "re",
        "statistics",
        "string",
        "sys",
        "textwrap",
        "time",
        "types",
        "typing",
        "zoneinfo",
    }
)
_NUMBERS = ("inf", "nan", "pi", "tau", "e")


def is_new_constant(statement: ast.stmt, version: Version, other: Version) -> bool:
    """Whether a statement only gives a name that the other version never mentions an inert
    value.
    """
    if isinstance(statement, ast.Import | ast.ImportFrom):
        return _is_new_inert_import(statement, other)
    target = single_target(statement)
    value = getattr(statement, "value", None)
    enums = enums_of(version.tree)
    if target is None or value is None or other.mentions(target):
        return False
    if not (
        is_inert(value, enums, row_classes_of(version.tree), numbers_from_math(version.tree))
        or _is_library_value(value, version)
        or _is_set_of_constants(value, enums, version)
    ):
        return False
    earlier = names_around(
        ast.Module([s for s in version.tree.body if s.lineno < statement.lineno], [])
    )
    later = {id(i) for n in all_nodes(value) if isinstance(n, ast.Lambda) for i in all_nodes(n)}
    names = {n.id for n in all_nodes(value) if isinstance(n, ast.Name) and id(n) not in later}
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
        is_inert_definition(f, version) for f in statement.body if isinstance(f, ast.FunctionDef)
    )


def _is_new_inert_import(statement: ast.Import | ast.ImportFrom, other: Version) -> bool:
    modules = (
        [statement.module]
        if isinstance(statement, ast.ImportFrom)
        else [a.name for a in statement.names]
    )
    local = isinstance(statement, ast.ImportFrom) and statement.level
    names = [a.asname or a.name.partition(".")[0] for a in statement.names]
    known = not local and set(modules) <= _INERT_MODULES
    there = known and all(
        _is_there(str(statement.module), a.name) if isinstance(statement, ast.ImportFrom) else True
        for a in statement.names
    )
    return there and not any(n == "*" or other.mentions(n) for n in names)


@cache
def _is_there(module: str, name: str) -> bool:
    """Whether a module of the standard library has a name: importing any other one fails."""
    return hasattr(importlib.import_module(module), name)


def numbers_from_math(tree: ast.Module) -> frozenset[str]:
    """How a module writes the numbers that ``math`` has."""
    return frozenset().union(*(names_from(tree, "math", n) for n in _NUMBERS))


def is_inert(
    value: ast.expr,
    enums: Mapping[str, tuple[str, ...]],
    rows: Mapping[str, RowClass],
    numbers: frozenset[str] = frozenset(),
) -> bool:
    """Whether evaluating a value at import does nothing: constants, names, members and displays of
    those.

    Args:
        value: what is evaluated.
        enums: the enumerations of the module, with their members.
        rows: its classes of rows.
        numbers: attributes of modules that are numbers, as they are written.
    """
    if isinstance(value, ast.Dict):
        keys = all(is_table_key(k, enums) for k in value.keys)
        return keys and all(is_inert(v, enums, rows, numbers) for v in value.values)
    if isinstance(value, ast.List | ast.Tuple):
        return all(is_inert(e, enums, rows, numbers) for e in value.elts)
    if isinstance(value, ast.Set):
        return all(is_table_key(e, enums) for e in value.elts)
    if isinstance(value, ast.Lambda):
        return is_plain_lambda(value)
    return (
        is_constant(value)
        or isinstance(value, ast.Name)
        or isinstance(value, ast.Attribute)
        and ast.unparse(value) in numbers
        or is_enum_member(value, enums)
        or is_row(value, rows)
    )


def _is_set_of_constants(
    value: ast.expr, enums: Mapping[str, tuple[str, ...]], version: Version
) -> bool:
    """Whether a value is a ``frozenset`` or ``set`` made of constants and members on the spot."""
    if not isinstance(value, ast.Call) or value.keywords or len(value.args) != 1:
        return False
    inside, name = value.args[0], ast.unparse(value.func)
    made = name in ("frozenset", "set") and version.names.is_builtin(name)
    displays = ast.List | ast.Tuple | ast.Set
    return (
        made and isinstance(inside, displays) and all(is_table_key(e, enums) for e in inside.elts)
    )


def _is_library_value(value: ast.expr, version: Version) -> bool:
    """Whether a value is a pattern or a class of named tuples that the standard library makes of
    constants, without raising.
    """
    if not isinstance(value, ast.Call) or value.keywords or not all(map(is_constant, value.args)):
        return False
    called = ast.unparse(value.func)
    try:
        given = [ast.literal_eval(a) for a in value.args]
        if called in names_from(version.tree, "re", "compile") and len(given) == 1:
            re.compile(*given)
            return True
        if called in names_from(version.tree, "collections", "namedtuple") and len(given) == 2:
            namedtuple(*given)
            return True
    except (re.error, ValueError, TypeError, OverflowError, RecursionError):
        pass
    return False


def parts_of_splits(version: Version, other: Version) -> set[int]:
    """The subclasses, the table and the factory of classes that have a subclass for each kind in
    this version only.
    """
    found: set[int] = set()
    for split in split_classes_of(version.tree, other.tree).values():
        owners = [owner for _, owner in split.kinds]
        methods = [s for o in owners for s in o.body if isinstance(s, ast.FunctionDef)]
        if all(is_inert_definition(m, version) for m in methods):
            found |= {id(o) for o in owners}
            found |= {
                id(s)
                for s in version.tree.body
                if single_target(s) == split.table or getattr(s, "name", "") == split.factory
            }
    return found


def new_attributes(version: Version, other: Version) -> set[int]:
    """The values of attributes that classes have in this version only, which the other never
    mentions: constants, and what another class of the module calls such a constant.
    """
    if any(looks_at_classes(v.tree) or "" in made_up_names(v.tree) for v in (version, other)):
        return set()
    begun = made_up_names(version.tree) | made_up_names(other.tree)
    enums, rows = enums_of(version.tree), row_classes_of(version.tree)
    numbers = numbers_from_math(version.tree)
    theirs = telling_classes(other.tree)
    asked = attributes_asked(other.tree)
    every = [n for v in (version, other) for n in nodes_of(v.tree)]
    defined = {n.name for n in every if isinstance(n, DEFINITIONS)}
    known: set[str] = set()
    found: set[int] = set()
    for name, owner in telling_classes(version.tree).items():
        if any(map(is_no_object, owner.bases)):
            continue
        given = [(single_target(s), s.value) for s in owner.body if isinstance(s, ast.Assign)]
        for attribute, value in given:
            plain = is_inert(value, enums, rows, numbers) or ast.unparse(value) in known
            if attribute is None or not plain or isinstance(value, ast.Name):
                continue
            known.add(f"{name}.{attribute}")
            is_new = name in theirs and attribute not in asked
            once = sum(a == attribute for a, _ in given) == 1 and attribute not in defined
            if is_new and once and not attribute.startswith(("__", *begun)):
                found.add(id(value))
    return found


def new_aliases(version: Version, other: Version) -> set[int]:
    """Names more that a module imports from one which the other version imports from too; they are
    only there in this version.
    """
    found: set[int] = set()
    known = {imported_module(s, other) for s in other.tree.body if isinstance(s, ast.ImportFrom)}
    for statement in version.tree.body:
        module = (
            imported_module(statement, version) if isinstance(statement, ast.ImportFrom) else None
        )
        if not isinstance(statement, ast.ImportFrom) or module is None or module not in known:
            continue
        home = version.others.get(module)
        if home is not None:
            there = [a for a in statement.names if a.name in home.names.bound]
        elif not statement.level and module in _INERT_MODULES:
            there = [a for a in statement.names if a.name != "*" and _is_there(module, a.name)]
        else:
            continue
        new = [a for a in there if not other.mentions(a.asname or a.name)]
        found |= {id(a) for a in new}
        if len(new) == len(statement.names):
            found.add(id(statement))
    return found
