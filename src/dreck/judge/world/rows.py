"""Classes of rows: named tuples and frozen dataclasses that only hold what they are given.

A row is told by what is in it; reading one of its fields runs nothing.
"""

from __future__ import annotations

import ast
from collections import namedtuple
from collections.abc import Iterator, Mapping, Set
from dataclasses import dataclass
from functools import lru_cache

from ...outline import all_nodes, child_nodes, nodes_of
from .constants import is_constant
from .names import (
    CACHED,
    bound_once,
    declared_global,
    definition_counts,
    imported,
    is_mangled,
    names_from,
    single_target,
    stored_at_module_level,
)
from ..values.terms import Term, const

# Hints whose reading does nothing, and that a class of rows accepts.
_PLAIN_HINTS = frozenset({"int", "str", "float", "bool", "bytes", "tuple", "object"})


@dataclass(frozen=True, slots=True)
class RowClass:
    """A class of rows.

    Attributes:
        name: its name.
        fields: its fields with their defaults, in order.
        is_tuple: whether its rows can be taken apart like tuples.
    """

    name: str
    fields: Mapping[str, ast.expr | None]
    is_tuple: bool

    def arguments(self) -> ast.arguments:
        """The parameters of making a row."""
        defaults = [d for d in self.fields.values() if d is not None]
        return ast.arguments([], [ast.arg(f) for f in self.fields], None, [], [], None, defaults)

    def term(self, parts: tuple[Term, ...], place: str = "") -> Term:
        """The term of a row; ``place`` tells rows of tables apart."""
        return ("row", self.name, ",".join(self.fields), place, self.is_tuple, *parts)


def parts_of(row: Term) -> tuple[Term, ...]:
    """The values in a row."""
    return row[5:]


def field_of(row: Term, name: str) -> Term | None:
    """The value of a field of a row."""
    fields = row[2].split(",")
    return parts_of(row)[fields.index(name)] if name in fields else None


@lru_cache(CACHED)
def row_classes_of(tree: ast.Module) -> dict[str, RowClass]:
    """The classes of rows of a module, each bound once."""
    tuples = names_from(tree, "typing", "NamedTuple")
    frozen = names_from(tree, "dataclasses", "dataclass")
    taken = (
        definition_counts(tree).keys()
        | stored_at_module_level(tree)
        | declared_global(tree)
        | imported(tree)
    )
    found = {}
    for node in tree.body:
        made = _named_tuple(node, names_from(tree, "collections", "namedtuple"))
        if made is not None and _is_only(made.name, tree):
            found[made.name] = made
        if not isinstance(node, ast.ClassDef) or node.keywords or is_mangled(node.name):
            continue
        is_tuple = [ast.unparse(b) for b in node.bases] in [
            [t] for t in tuples
        ] and not node.decorator_list
        is_frozen = (
            not node.bases
            and len(node.decorator_list) == 1
            and _is_frozen(node.decorator_list[0], frozen)
        )
        once = (
            definition_counts(tree)[node.name] == 1
            and bound_once(node.name, tree)
            and node.name not in imported(tree)
        )
        fields = _fields(node, taken) if once and (is_tuple or is_frozen) else None
        if fields:
            found[node.name] = RowClass(node.name, fields, is_tuple)
    fields_of_all = {f for made in found.values() for f in made.fields}
    changed = _classes_changed(tree, set(found), fields_of_all)
    return {n: made for n, made in found.items() if n not in changed and "" not in changed}


def _classes_changed(tree: ast.Module, classes: Set[str], fields: Set[str]) -> set[str]:
    """Classes whose attributes a module may set or take away, which their rows would show: it does
    so by their name, or hands them on as it is loaded. An empty name stands for all of them: some
    statement sets such a field of something as the module is loaded.
    """
    found: set[str] = set()
    loading = list(_run_at_load(tree))
    at_load = set(map(id, loading))
    for node in nodes_of(tree):
        owner: ast.expr | None = None
        if isinstance(node, ast.Attribute) and not isinstance(node.ctx, ast.Load):
            owner = node.value
            if id(node) in at_load and node.attr in fields:
                found.add("")
        elif isinstance(node, ast.Call) and node.args:
            called = ast.unparse(node.func).rpartition(".")[2]
            owner = node.args[0] if called in ("setattr", "delattr", "__setattr__") else None
            if owner is not None and id(node) in at_load:
                found.add("")
        if isinstance(owner, ast.Name):
            found.add(owner.id)
    # Making a row and saying what something is made of change nothing.
    harmless = {id(n.func) for n in loading if isinstance(n, ast.Call)}
    harmless |= {
        id(n)
        for s in loading
        if isinstance(s, ast.Subscript) and isinstance(s.value, ast.Name | ast.Attribute)
        for n in all_nodes(s.slice)
    }
    read = [n for n in loading if isinstance(n, ast.Name) and isinstance(n.ctx, ast.Load)]
    return found | {n.id for n in read if n.id in classes and id(n) not in harmless}


def _run_at_load(tree: ast.Module) -> Iterator[ast.AST]:
    """The nodes that are evaluated while a module is loaded: no bodies of functions, no
    annotations, no bases of classes.
    """
    pending: list[ast.AST] = list(tree.body)
    while pending:
        node = pending.pop()
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
            pending += [*node.decorator_list, *node.args.defaults]
            pending += [d for d in node.args.kw_defaults if d is not None]
            continue
        if isinstance(node, ast.ClassDef):
            pending += [*node.decorator_list, *(k.value for k in node.keywords), *node.body]
            continue
        yield node
        if isinstance(node, ast.AnnAssign):
            pending += [node.target, *([node.value] if node.value is not None else [])]
        elif not isinstance(node, ast.Lambda):
            pending += child_nodes(node)


def _is_only(name: str, tree: ast.Module) -> bool:
    """Whether one assignment at the top of a module gives a name its value, and nothing else
    does.
    """
    stores = [
        n for n in nodes_of(tree) if isinstance(n, ast.Name) and not isinstance(n.ctx, ast.Load)
    ]
    taken = definition_counts(tree).keys() | declared_global(tree) | imported(tree)
    return [n.id for n in stores].count(name) == 1 and name not in taken


def _named_tuple(statement: ast.stmt, makers: frozenset[str]) -> RowClass | None:
    """The class of rows that a call of ``namedtuple`` with constants makes, under its own name."""
    name, value = single_target(statement), getattr(statement, "value", None)
    if name is None or not isinstance(value, ast.Call) or is_mangled(name):
        return None
    if ast.unparse(value.func) not in makers or value.keywords or len(value.args) != 2:
        return None
    try:
        called, given = (ast.literal_eval(a) for a in value.args)
        words = given.replace(",", " ").split() if isinstance(given, str) else list(given)
        namedtuple(called, words)  # raises what making it would raise
    except (ValueError, TypeError):
        return None
    # The text of a row says what its class is called.
    return RowClass(name, dict.fromkeys(words), is_tuple=True) if called == name else None


def is_row(node: ast.AST, classes: Mapping[str, RowClass]) -> bool:
    """Whether an expression makes a row of constants."""
    return isinstance(node, ast.Call) and row_parts(node, classes) is not None


def row_parts(node: ast.Call, classes: Mapping[str, RowClass]) -> list[ast.expr] | None:
    """The constants in a row, in the order of its fields; None if it is none, or has too few or too
    many.
    """
    made = classes.get(node.func.id) if isinstance(node.func, ast.Name) else None
    if made is None or len(node.args) > len(made.fields):
        return None
    given: dict[str, ast.expr] = dict(zip(made.fields, node.args, strict=False))
    for keyword in node.keywords:
        if keyword.arg is None or keyword.arg in given or keyword.arg not in made.fields:
            return None
        given[keyword.arg] = keyword.value
    parts = [given.get(f, default) for f, default in made.fields.items()]
    known = [p for p in parts if p is not None and is_constant(p)]
    return known if len(known) == len(parts) else None


@lru_cache(CACHED)
def places_of(tree: ast.Module) -> dict[int, str]:
    """For each row of a table or list of the module, by the id of its node, where it stands."""
    found = {}
    for statement in tree.body:
        name, value = single_target(statement), getattr(statement, "value", None)
        values = value.values if isinstance(value, ast.Dict) else getattr(value, "elts", [])
        found.update(
            {id(v): f"{name} {i}" for i, v in enumerate(values) if isinstance(v, ast.Call)}
        )
    return found


def constant_term(node: ast.expr) -> Term:
    """The term of a constant expression."""
    if isinstance(node, ast.Tuple):
        return ("tuple", *(constant_term(e) for e in node.elts))
    return const(ast.literal_eval(node))


def _is_frozen(node: ast.expr, dataclass_names: frozenset[str]) -> bool:
    """Whether a decorator makes a frozen dataclass without anything that changes its fields."""
    if not isinstance(node, ast.Call) or node.args or ast.unparse(node.func) not in dataclass_names:
        return False
    plain = all(
        isinstance(k.value, ast.Constant) and k.arg in ("frozen", "slots", "eq", "repr", "order")
        for k in node.keywords
    )
    return plain and any(k.arg == "frozen" and k.value.value is True for k in node.keywords)  # type: ignore[attr-defined]


def _fields(node: ast.ClassDef, taken: Set[str]) -> dict[str, ast.expr | None] | None:
    found: dict[str, ast.expr | None] = {}
    others = set()
    for statement in node.body:
        if isinstance(statement, ast.AnnAssign) and isinstance(statement.target, ast.Name):
            name, default = statement.target.id, statement.value
            late = default is None and any(d is not None for d in found.values())
            if (
                name in found
                or name.startswith("_")
                or late
                or not _is_plain_hint(statement.annotation, taken)
            ):
                return None
            if default is not None and not is_constant(default):
                return None
            found[name] = default
        elif isinstance(statement, ast.FunctionDef):
            if (
                statement.name.startswith("__")
                or statement.decorator_list
                and ast.unparse(statement.decorator_list[0]) != "property"
            ):
                return None
            others.add(statement.name)
        elif not (isinstance(statement, ast.Expr) and isinstance(statement.value, ast.Constant)):
            return None
    return None if others & found.keys() else found


def _is_plain_hint(node: ast.expr, taken: Set[str]) -> bool:
    if isinstance(node, ast.BinOp) and isinstance(node.op, ast.BitOr):
        return _is_plain_hint(node.left, taken) and _is_plain_hint(node.right, taken)
    if isinstance(node, ast.Constant):
        return node.value is None
    return isinstance(node, ast.Name) and node.id in _PLAIN_HINTS - taken
