"""A class that switched on its own kind, against one subclass for each kind and a factory that
picks.

Every object is taken to come from the factory, so that its class says its kind; its kind is what it
was
made with. That is an assumption (``closed-kinds``). Under it a method of the old class is compared
with the
methods that the new classes have, kind by kind.
"""

from __future__ import annotations

import ast
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache

from ...outline import all_nodes
from .constants import can_be_inlined, defaults_in, is_constant
from .kept_kinds import (
    enums_among,
    has_hooks,
    hint_of,
    is_left_alone,
    is_set_elsewhere,
    kept_in,
)
from .names import CACHED, bound_once, definition_counts, imported, mentions, single_target
from .private_names import mangled
from .scope import FunctionNode
from .used_up import used_up_in
from .values import enums_of, is_enum_member

# How factories end that stand in the place of looking a kind up in a table, and tables in that of a
# function that asks for one kind after the other.
PICKED, CHOSEN = ".made", ".kinds"


def said_of_factory(name: str) -> str:
    """What picks a class, as the source says it."""
    if name.endswith(CHOSEN + PICKED):
        return name.removesuffix(CHOSEN + PICKED)
    return name.removesuffix(PICKED) + ".get" if name.endswith(PICKED) else name


@dataclass(frozen=True, slots=True)
class SplitClass:
    """A class with a subclass for each kind.

    Attributes:
        name: the class.
        attribute: the attribute that holds the kind; ``__init__`` sets it, and nothing else does.
        hint: the annotation of the parameter that it is set to.
        factory: the function that picks the class.
        table: the dict it picks from.
        kinds: for each key the subclass.
        arguments: what the factory takes.
        parameter: the parameter that is the kind.
    """

    name: str
    attribute: str
    hint: ast.expr | None
    factory: str
    table: str
    kinds: tuple[tuple[ast.expr, ast.ClassDef], ...]
    arguments: ast.arguments
    parameter: str

    @property
    def known_hint(self) -> ast.expr:
        """The hint of the kind; without one it is taken to be of some plain type, or a member of
        an enum that its kinds are members of.
        """
        if self.hint is not None:
            return self.hint
        plain = ["int", "str", "float", "bytes", "None"]
        text = " | ".join([*plain, *enums_among([k for k, _ in self.kinds])])
        return ast.parse(text, mode="eval").body

    @property
    def said(self) -> str:
        """What picks the class, as the source says it."""
        return said_of_factory(self.factory)

    @property
    def breaks(self) -> str:
        """What the assumption that its objects come from the factory does not hold for."""
        return f"an object of {self.name} made without {self.said}, or whose {self.attribute} is set from outside, or code that asks for its exact class"

    def method(self, name: str) -> list[tuple[ast.expr, FunctionNode]]:
        """The bodies of a method that kinds have of their own."""
        found: list[tuple[ast.expr, FunctionNode]] = []
        for key, owner in self.kinds:
            own = next(
                (s for s in owner.body if isinstance(s, ast.FunctionDef) and s.name == name), None
            )
            if own is not None:
                found.append((key, mangled(own, owner.name)))
        return found


@lru_cache(CACHED)
def split_classes_of(tree: ast.Module, other: ast.Module) -> dict[str, SplitClass]:
    """The classes of a module that have subclasses for their kinds, which the other version has
    not.
    """
    classes = {
        n.name: n
        for n in tree.body
        if isinstance(n, ast.ClassDef) and definition_counts(tree)[n.name] == 1
    }
    known = definition_counts(other)
    found = {}
    for factory in tree.body:
        if (
            not isinstance(factory, ast.FunctionDef)
            or factory.name in known
            or definition_counts(tree)[factory.name] != 1
        ):
            continue
        picked = picked_by(factory)
        if picked is None or picked[1] not in classes or picked[1] not in known:
            continue
        table_name, name, parameter = picked
        split = _split(tree, classes, factory, table_name, name, parameter)
        new = (
            {owner.name for _, owner in split.kinds} | {split.table, factory.name}
            if split is not None
            else set()
        )
        if (
            split is not None
            and not any(n in known or mentions(other).get(n) for n in new)
            and _derived(other, name) == 0
        ):
            found[name] = split
    return found


def picked_by(factory: ast.FunctionDef) -> tuple[str, str, str] | None:
    """Of ``return TABLE.get(kind, Class)(...)`` with all parameters passed on: the table, the class
    and the parameter.
    """
    body = [
        s
        for s in factory.body
        if not (isinstance(s, ast.Expr) and isinstance(s.value, ast.Constant))
    ]
    made = body[0].value if len(body) == 1 and isinstance(body[0], ast.Return) else None
    if (
        not isinstance(made, ast.Call)
        or not isinstance(made.func, ast.Call)
        or factory.decorator_list
    ):
        return None
    asked = made.func
    get = asked.func
    plain = (
        isinstance(get, ast.Attribute)
        and get.attr == "get"
        and isinstance(get.value, ast.Name)
        and len(asked.args) == 2
        and not asked.keywords
    )
    if (
        not plain
        or not all(isinstance(a, ast.Name) for a in asked.args)
        or factory.args.vararg
        or factory.args.kwarg
    ):
        return None
    positional = [a.arg for a in (*factory.args.posonlyargs, *factory.args.args)]
    passed = [a.id if isinstance(a, ast.Name) else "" for a in made.args]
    by_name = {k.arg: k.value.id if isinstance(k.value, ast.Name) else "" for k in made.keywords}
    if passed != positional or by_name != {a.arg: a.arg for a in factory.args.kwonlyargs}:
        return None
    assert isinstance(get, ast.Attribute) and isinstance(get.value, ast.Name)
    kind, default = (a.id if isinstance(a, ast.Name) else "" for a in asked.args)
    return (get.value.id, default, kind) if kind in (*positional, *by_name) else None


def _split(
    tree: ast.Module,
    classes: dict[str, ast.ClassDef],
    factory: ast.FunctionDef,
    table_name: str,
    name: str,
    parameter: str,
) -> SplitClass | None:
    start = next(
        (s for s in classes[name].body if isinstance(s, ast.FunctionDef) and s.name == "__init__"),
        None,
    )
    table = next(
        (
            s.value
            for s in tree.body
            if single_target(s) == table_name and isinstance(s, ast.Assign)
        ),
        None,
    )
    if not is_left_alone(tree, classes[name], factory) or any(
        ast.unparse(b) not in classes for b in classes[name].bases
    ):
        return None
    if (
        start is None
        or start.decorator_list
        or not isinstance(table, ast.Dict)
        or classes[name].keywords
        or classes[name].decorator_list
    ):
        return None
    same = [ast.dump(a) for a in (_without_first(start.args), factory.args)]
    attribute = kept_in(start, parameter)
    if (
        same[0] != same[1]
        or attribute is None
        or is_set_elsewhere(tree, classes[name], attribute)
        or not all(map(is_constant, defaults_in(start.args)))
    ):
        return None
    kinds = _kinds(table, classes, enums_of(tree))
    if kinds is None or any(
        not _is_plain_subclass(owner, classes[name], tree) for _, owner in kinds
    ):
        return None
    used = [
        parent
        for _, parent in mentions(tree).get(table_name, ())
        if isinstance(parent, ast.Attribute)
    ]
    only_there = len(mentions(tree).get(table_name, ())) == 2 and len(used) == 1
    all_bound_once = all(
        bound_once(n, tree) and n not in imported(tree)
        for n in (name, factory.name, *(o.name for _, o in kinds))
    )
    if (
        not only_there
        or not all_bound_once
        or _derived(tree, name) != len({o.name for _, o in kinds})
        or has_hooks(tree)
    ):
        return None
    return SplitClass(
        name,
        attribute,
        hint_of(start, parameter),
        factory.name,
        table_name,
        tuple(kinds),
        factory.args,
        parameter,
    )


def _without_first(arguments: ast.arguments) -> ast.arguments:
    return ast.arguments(
        arguments.posonlyargs,
        arguments.args[1:],
        arguments.vararg,
        arguments.kwonlyargs,
        arguments.kw_defaults,
        arguments.kwarg,
        arguments.defaults,
    )


def _kinds(
    table: ast.Dict, classes: dict[str, ast.ClassDef], enums: Mapping[str, tuple[str, ...]]
) -> list[tuple[ast.expr, ast.ClassDef]] | None:
    """The keys of a table with their classes; None if some key is no plain constant or member of an
    enum, or two are the same.
    """
    found: list[tuple[ast.expr, ast.ClassDef]] = []
    for key, value in zip(table.keys, table.values, strict=True):
        if not is_kind(key, enums) or not isinstance(value, ast.Name) or value.id not in classes:
            return None
        assert key is not None
        found.append((key, classes[value.id]))
    distinct = len({k.value if isinstance(k, ast.Constant) else ast.unparse(k) for k, _ in found})
    alone = distinct == len({o.name for _, o in found}) == len(found)
    return found if found and alone else None


def is_kind(key: ast.expr | None, enums: Mapping[str, tuple[str, ...]]) -> bool:
    """Whether an expression can be the kind of a class: a text, a whole number, bytes, or a member
    of a known enum.
    """
    if isinstance(key, ast.Constant):
        return type(key.value) in (str, int, bytes)
    return key is not None and is_enum_member(key, enums)


def _is_plain_subclass(owner: ast.ClassDef, base: ast.ClassDef, tree: ast.Module) -> bool:
    """Whether a class only has methods that the base has too, with the same parameters."""
    if (
        [ast.unparse(b) for b in owner.bases] != [base.name]
        or owner.keywords
        or owner.decorator_list
    ):
        return False
    theirs = {s.name: s for s in base.body if isinstance(s, ast.FunctionDef)}
    for statement in owner.body:
        if isinstance(statement, ast.Pass) or (
            isinstance(statement, ast.Expr) and isinstance(statement.value, ast.Constant)
        ):
            continue
        if (
            not isinstance(statement, ast.FunctionDef)
            or statement.name not in theirs
            or statement.name.startswith("__")
        ):
            return False
        same = theirs[statement.name]
        decorators = {ast.unparse(d) for m in (statement, same) for d in m.decorator_list}
        alike = len(statement.decorator_list) == len(same.decorator_list) < 2
        if (
            ast.dump(statement.args) != ast.dump(same.args)
            or not alike
            or not decorators <= {"property"}
        ):
            return False
        used_up = used_up_in(statement, tree)
        if not can_be_inlined(statement, decorated=True, used_up=used_up):
            return False
        if not statement.args.args or (decorators and not _is_own_word("property", tree)):
            return False
    names = [s.name for s in owner.body if isinstance(s, ast.FunctionDef)]
    return len(set(names)) == len(names)


def _is_own_word(name: str, tree: ast.Module) -> bool:
    """Whether a word of Python means what it always does in a module."""
    return bound_once(name, tree) and not definition_counts(tree)[name]


def _derived(tree: ast.Module, name: str) -> int:
    return sum(
        isinstance(n, ast.ClassDef)
        and any(isinstance(b, ast.Name) and b.id == name for b in n.bases)
        for n in all_nodes(tree)
    )
