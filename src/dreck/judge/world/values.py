"""Values of a module that can be told from its text: tables, sequences, constants, enums, plain
classes.
"""

from __future__ import annotations

import ast
from collections.abc import Mapping
from functools import lru_cache

from ...outline import nodes_of
from .constants import is_constant
from .names import (
    CACHED,
    asked_for_identity,
    bound_once,
    definition_counts,
    imported,
    is_mangled,
    is_never_rebound,
    is_never_set,
    names_from,
    mentions,
    only_read,
    sets_names_by_text,
    single_target,
)
from .records import RecordClass, record_class
from .rows import is_row, row_classes_of

_ENUM_HOOKS = frozenset(
    {
        "__eq__",
        "__ne__",
        "__hash__",
        "__bool__",
        "__len__",
        "__getattribute__",
        "__new__",
        "_generate_next_value_",
        "_missing_",
    }
)


@lru_cache(CACHED)
def tables_of(tree: ast.Module) -> dict[str, ast.Dict]:
    """Module-level dicts with constant keys and values that nothing in the module can change."""
    found: dict[str, ast.Dict] = {}
    for statement in tree.body:
        target = single_target(statement)
        value = getattr(statement, "value", None)
        if target and isinstance(value, ast.Dict) and _is_constant_table(value, tree):
            found[target] = value
    return {
        name: table
        for name, table in found.items()
        if not is_mangled(name) and only_read(name, tree)
    }


@lru_cache(CACHED)
def nested_tables_of(tree: ast.Module) -> dict[str, ast.Dict]:
    """Module-level dicts of constant dicts, no row of which is ever handed out."""
    looked_into = {
        id(n.value)
        for n in nodes_of(tree)
        if isinstance(n, ast.Subscript) and isinstance(n.ctx, ast.Load)
    }
    found = {}
    for statement in tree.body:
        target, value = single_target(statement), getattr(statement, "value", None)
        if not target or not isinstance(value, ast.Dict) or not value.values or is_mangled(target):
            continue
        keys_fit = all(k is not None and is_constant(k) for k in value.keys)
        rows_fit = all(
            isinstance(v, ast.Dict) and v.values and _is_constant_table(v, tree)
            for v in value.values
        )
        inside = [p for n, p in mentions(tree).get(target, ()) if isinstance(n.ctx, ast.Load)]
        if (
            keys_fit
            and rows_fit
            and only_read(target, tree)
            and all(id(p) in looked_into for p in inside)
        ):
            found[target] = value
    return found


@lru_cache(CACHED)
def records_of(tree: ast.Module) -> dict[str, RecordClass]:
    """The plain classes of a module, bound once."""
    classes = [n for n in tree.body if isinstance(n, ast.ClassDef) and not is_mangled(n.name)]
    found = {n.name: r for n in classes if (r := record_class(n)) is not None}
    counts, hidden = definition_counts(tree), imported(tree)
    return {
        n: r for n, r in found.items() if counts[n] == 1 and bound_once(n, tree) and n not in hidden
    }


@lru_cache(CACHED)
def constants_of(tree: ast.Module) -> dict[str, ast.expr]:
    """Names bound once at module level, to a number, a text or a tuple of such."""
    found: dict[str, ast.expr] = {}
    for statement in tree.body:
        target, value = single_target(statement), getattr(statement, "value", None)
        if (
            target
            and isinstance(value, ast.expr)
            and (is_constant(value) or is_row(value, row_classes_of(tree)))
            and not is_mangled(target)
        ):
            found[target] = value
    if sets_names_by_text(tree):
        return {}
    by_identity = asked_for_identity(tree)
    return {
        name: value
        for name, value in found.items()
        if name not in by_identity and is_never_rebound(name, tree)
    }


@lru_cache(CACHED)
def sequences_of(tree: ast.Module) -> dict[str, ast.expr]:
    """Module-level lists, tuples and sets of constants that nothing in the module can change."""
    found: dict[str, ast.expr] = {}
    for statement in tree.body:
        target, value = single_target(statement), getattr(statement, "value", None)
        value = _written_out(value, tree)
        enums = enums_of(tree) if isinstance(value, ast.Set) else {}
        if (
            target
            and isinstance(value, ast.List | ast.Tuple | ast.Set)
            and all(is_table_key(e, enums) or is_row(e, row_classes_of(tree)) for e in value.elts)
        ):
            found[target] = value
    bisects = bisects_of(tree)
    return {
        n: value for n, value in found.items() if not is_mangled(n) and only_read(n, tree, bisects)
    }


def _written_out(value: ast.expr | None, tree: ast.Module) -> ast.expr | None:
    """A display of what ``frozenset({...})`` and its like are made of."""
    if not isinstance(value, ast.Call) or value.keywords or len(value.args) != 1:
        return value
    name = value.func.id if isinstance(value.func, ast.Name) else ""
    inside = value.args[0]
    own = definition_counts(tree)[name] or name in imported(tree) or not is_never_set(name, tree)
    if name not in ("frozenset", "set") or own or sets_names_by_text(tree):
        return value
    if not isinstance(inside, ast.List | ast.Tuple | ast.Set):
        return value
    return ast.copy_location(ast.Set(inside.elts), value)


@lru_cache(CACHED)
def bisects_of(tree: ast.Module) -> dict[str, str]:
    """How a module writes the functions of the bisect module, and which side of equal ones they
    take.
    """
    sides = {"bisect": "right", "bisect_right": "right", "bisect_left": "left"}
    return {text: side for n, side in sides.items() for text in names_from(tree, "bisect", n)}


@lru_cache(CACHED)
def enums_of(tree: ast.Module) -> dict[str, tuple[str, ...]]:
    """Plain enumerations of a module: distinct constant members, nothing that changes ``==``."""
    words = _words_of_enum(tree)
    found = {}
    for node in tree.body:
        if (
            isinstance(node, ast.ClassDef)
            and len(node.bases) == 1
            and not node.keywords
            and not node.decorator_list
        ):
            members = _members(node, words)
            if members and words.get(ast.unparse(node.bases[0])) == "Enum":
                found[node.name] = members
    return {name: members for name, members in found.items() if bound_once(name, tree)}


_OF_ENUM = ("Enum", "auto")


def _words_of_enum(tree: ast.Module) -> dict[str, str]:
    """How a module writes ``Enum`` and ``auto``, by names that it imports and never gives another
    meaning.
    """
    return {text: word for word in _OF_ENUM for text in names_from(tree, "enum", word)}


def _members(node: ast.ClassDef, words: Mapping[str, str]) -> tuple[str, ...]:
    """The members of an enum: all with different constants, or all numbered by themselves."""
    names, values, numbered = [], [], 0
    for statement in node.body:
        if isinstance(statement, ast.FunctionDef):
            if statement.name in _ENUM_HOOKS:
                return ()
        elif isinstance(statement, ast.Assign):
            target = single_target(statement)
            if target is None or target.startswith("_"):
                return ()
            names.append(target)
            if _is_auto(statement.value, words):
                numbered += 1
            elif is_constant(statement.value):
                values.append(ast.literal_eval(statement.value))
            else:
                return ()
        elif not (isinstance(statement, ast.Expr) and isinstance(statement.value, ast.Constant)):
            return ()
    alone = len(set(names)) == len(names) and not (numbered and values)
    return tuple(names) if len(set(values)) == len(values) and alone else ()


def _is_auto(value: ast.expr, words: Mapping[str, str]) -> bool:
    """``auto()``, which gives each member a number of its own."""
    if not isinstance(value, ast.Call) or value.args or value.keywords:
        return False
    return words.get(ast.unparse(value.func)) == "auto"


def _is_constant_table(table: ast.Dict, tree: ast.Module) -> bool:
    counts, enums = definition_counts(tree), enums_of(tree)
    functions = {
        n.name for n in tree.body if isinstance(n, ast.FunctionDef) and counts[n.name] == 1
    }

    def is_function(value: ast.expr) -> bool:
        return isinstance(value, ast.Name) and value.id in functions and bound_once(value.id, tree)

    def is_entry(value: ast.expr) -> bool:
        several = isinstance(value, ast.Tuple) and bool(value.elts)
        if several and all(is_constant(e) or is_function(e) for e in value.elts):  # type: ignore[attr-defined]
            return True
        if isinstance(value, ast.Lambda):
            return is_plain_lambda(value)
        return is_constant(value) or is_row(value, row_classes_of(tree)) or is_function(value)

    return all(is_table_key(k, enums) for k in table.keys) and all(map(is_entry, table.values))


def is_plain_lambda(value: ast.Lambda) -> bool:
    """Whether a lambda takes what it is given and has no defaults, which would be worked out when
    it is made.
    """
    arguments = value.args
    several = arguments.vararg or arguments.kwarg or arguments.kwonlyargs
    return not several and not arguments.defaults


def is_table_key(key: ast.expr | None, enums: Mapping[str, tuple[str, ...]]) -> bool:
    """Whether an expression is a constant, a member of a known enum, or a tuple of these."""
    if isinstance(key, ast.Tuple):
        return all(is_table_key(e, enums) for e in key.elts)
    return key is not None and (is_constant(key) or is_enum_member(key, enums))


def is_enum_member(node: ast.expr, enums: Mapping[str, tuple[str, ...]]) -> bool:
    """Whether an expression names a member of a known enum."""
    known = isinstance(node, ast.Attribute) and isinstance(node.value, ast.Name)
    return known and node.attr in enums.get(node.value.id, ())  # type: ignore[attr-defined]
