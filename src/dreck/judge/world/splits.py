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
from dataclasses import dataclass
from functools import lru_cache

from .private_names import mangled
from .classes import attributes_set_by_text
from .constants import can_be_inlined, defaults_in, is_constant
from .names import (
    CACHED,
    OWN_ACCESS,
    bound_once,
    definition_counts,
    imported,
    mentions,
    single_target,
)
from .scope import FunctionNode, parameters_of


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
        """The hint of the kind; without one it is taken to be of some plain type."""
        return (
            self.hint
            if self.hint is not None
            else ast.parse("int | str | float | bytes | None", mode="eval").body
        )

    @property
    def breaks(self) -> str:
        """What the assumption that its objects come from the factory does not hold for."""
        return f"a {self.name} made without {self.factory}, one whose {self.attribute} is set from outside, or code that asks for its exact class"

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
        picked = _picked(factory)
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


def _picked(factory: ast.FunctionDef) -> tuple[str, str, str] | None:
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
    if not _is_left_alone(tree, classes[name], factory) or any(
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
    attribute = _kept_in(start, parameter)
    if (
        same[0] != same[1]
        or attribute is None
        or _is_set_elsewhere(tree, attribute)
        or not all(map(is_constant, defaults_in(start.args)))
    ):
        return None
    kinds = _kinds(table, classes)
    if kinds is None or any(not _is_plain_subclass(owner, classes[name]) for _, owner in kinds):
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
        or _has_hooks(tree)
    ):
        return None
    given = next(a for a in parameters_of(start.args) if a.arg == parameter)
    has_default = any(isinstance(d, ast.Constant) for d in defaults_in(start.args))
    return SplitClass(
        name,
        attribute,
        None if has_default and _default_of(start, parameter) else given.annotation,
        factory.name,
        table_name,
        tuple(kinds),
        factory.args,
        parameter,
    )


def _is_left_alone(tree: ast.Module, owner: ast.ClassDef, factory: ast.FunctionDef) -> bool:
    """Whether nothing but the factory makes objects of a class, or asks for its methods or for the
    class of an object.
    """
    inside = {id(n) for n in ast.walk(factory)}
    for node, parent in mentions(tree).get(owner.name, ()):
        asked = (
            isinstance(parent, ast.Call)
            and isinstance(parent.func, ast.Name)
            and parent.func.id in ("isinstance", "issubclass")
            and node in parent.args
        )
        hint = isinstance(
            parent,
            ast.arg
            | ast.AnnAssign
            | ast.Subscript
            | ast.BinOp
            | ast.FunctionDef
            | ast.ClassDef
            | ast.Tuple,
        )
        if id(node) not in inside and not asked and not hint:
            return False
    by_class = any(
        isinstance(n, ast.Name) and n.id in ("type", "cls", "super") for n in ast.walk(tree)
    )
    return not by_class and not any(
        isinstance(n, ast.Attribute) and n.attr in ("__class__", "__subclasses__")
        for n in ast.walk(tree)
    )


def _default_of(start: ast.FunctionDef, parameter: str) -> bool:
    """Whether a parameter has a default, which may be of another type than it says."""
    names = [a.arg for a in start.args.args]
    return parameter in names[len(names) - len(start.args.defaults) :] or parameter in [
        a.arg
        for a, d in zip(start.args.kwonlyargs, start.args.kw_defaults, strict=True)
        if d is not None
    ]


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


def _kept_in(start: ast.FunctionDef, parameter: str) -> str | None:
    """The attribute that ``__init__`` sets to a parameter once, whatever happens, before anybody
    else gets the object.
    """
    this = start.args.args[0].arg if start.args.args else ""
    for statement in start.body:
        if isinstance(statement, ast.Expr) and isinstance(statement.value, ast.Constant):
            continue
        if not isinstance(statement, ast.Assign) or len(statement.targets) != 1:
            return None
        target = statement.targets[0]
        if any(isinstance(n, ast.Name) and n.id == this for n in ast.walk(statement.value)):
            return None  # somebody else may get the object before its kind is set
        if not (
            isinstance(target, ast.Attribute)
            and isinstance(target.value, ast.Name)
            and target.value.id == this
        ):
            return None
        if isinstance(statement.value, ast.Name) and statement.value.id == parameter:
            return target.attr
    return None


def _is_set_elsewhere(tree: ast.Module, attribute: str) -> bool:
    """Whether more than one statement of the module sets or deletes an attribute of that name, or
    may by its text.
    """
    stores = [
        n
        for n in ast.walk(tree)
        if isinstance(n, ast.Attribute) and n.attr == attribute and not isinstance(n.ctx, ast.Load)
    ]
    own = any(isinstance(n, ast.FunctionDef) and n.name in OWN_ACCESS for n in ast.walk(tree))
    return len(stores) != 1 or own or bool(attributes_set_by_text(tree))


def _kinds(
    table: ast.Dict, classes: dict[str, ast.ClassDef]
) -> list[tuple[ast.expr, ast.ClassDef]] | None:
    found: list[tuple[ast.expr, ast.ClassDef]] = []
    for key, value in zip(table.keys, table.values, strict=True):
        if (
            not isinstance(key, ast.Constant)
            or not isinstance(key.value, str)
            or not isinstance(value, ast.Name)
            or value.id not in classes
        ):
            return None
        found.append((key, classes[value.id]))
    distinct = len({k.value for k, _ in found if isinstance(k, ast.Constant)}) == len(found)
    return found if found and distinct and len({o.name for _, o in found}) == len(found) else None


def _is_plain_subclass(owner: ast.ClassDef, base: ast.ClassDef) -> bool:
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
        if (
            ast.dump(statement.args) != ast.dump(same.args)
            or statement.decorator_list
            or same.decorator_list
        ):
            return False
        if not can_be_inlined(statement) or not statement.args.args:
            return False
    names = [s.name for s in owner.body if isinstance(s, ast.FunctionDef)]
    return len(set(names)) == len(names)


def _derived(tree: ast.Module, name: str) -> int:
    return sum(
        isinstance(n, ast.ClassDef)
        and any(isinstance(b, ast.Name) and b.id == name for b in n.bases)
        for n in ast.walk(tree)
    )


def _has_hooks(tree: ast.Module) -> bool:
    return any(
        isinstance(n, ast.FunctionDef)
        and n.name in ("__init_subclass__", "__class_getitem__", "__new__")
        for n in ast.walk(tree)
    )
