"""The classes of a module: which are plain, what may hide or answer their attributes.

Everybody who has to know whether a class is what its text says asks here. Hooks that a class
inherits count like its own, and so do those of the classes derived from it.
"""

from __future__ import annotations

import ast
import builtins
from collections.abc import Iterator
from functools import lru_cache

from ...outline import all_nodes, child_nodes, nodes_of
from .names import (
    CACHED,
    DEFINITIONS,
    OWN_ACCESS,
    bound_once,
    definition_counts,
    imported,
    names_from,
    single_target,
    stored_attributes,
)
from .quiet import CLASS_HOOKS, is_quiet_decorator, known_metaclasses
from .values import enums_of, is_enum_member

# What the body of a class may hold whose methods can be told from its text.
_PLAIN_PARTS = (
    ast.FunctionDef,
    ast.AsyncFunctionDef,
    ast.Expr,
    ast.Assign,
    ast.AnnAssign,
    ast.Pass,
)
# Built-in functions and attributes by which attributes are set whose names are texts.
_SETTERS = frozenset({"setattr", "delattr"})
_BY_ANY_TEXT = frozenset({"vars", "__dict__", "__setattr__", "__delattr__", "__setstate__"})
# Any attribute may be meant.
ANY = "*"


@lru_cache(CACHED)
def looks_into_objects(tree: ast.Module) -> bool:
    """Whether a module speaks of the dict that holds the attributes of an object."""
    return any(
        getattr(n, "id", getattr(n, "attr", getattr(n, "value", None))) in ("vars", "__dict__")
        for n in nodes_of(tree)
    )


@lru_cache(CACHED)
def plain_classes(tree: ast.Module) -> dict[str, tuple[str, ...]]:
    """The plain classes of a module whose bases are plain too, each with itself and those it is
    derived from.
    """
    classes = {
        n.name: n for n in tree.body if isinstance(n, ast.ClassDef) and is_plain_kind(n, tree)
    }
    found: dict[str, tuple[str, ...]] = {}
    for name in classes:
        chain = [name]
        while classes[chain[-1]].bases:
            base = classes[chain[-1]].bases[0]
            if not isinstance(base, ast.Name) or base.id not in classes or base.id in chain:
                break
            chain.append(base.id)
        if not classes[chain[-1]].bases:
            found[name] = tuple(chain)
    return found


@lru_cache(256)
def is_plain_kind(node: ast.ClassDef, tree: ast.Module) -> bool:
    """Whether a class is bound once, without a metaclass, decorators that may replace it, hooks of
    its own or inherited ones, or several bases. One that is called like a built-in class never is,
    since the kinds of values are told by their names.
    """
    if hasattr(builtins, node.name):
        return False
    decorators = [ast.unparse(d).partition("(")[0] for d in node.decorator_list]
    plain = (
        not node.keywords
        and len(node.bases) <= 1
        and all(d in names_from(tree, "dataclasses", "dataclass") for d in decorators)
    )
    plain = plain and all(isinstance(s, _PLAIN_PARTS) for s in node.body)
    own = {s.name for s in node.body if isinstance(s, ast.FunctionDef)}
    once = (
        definition_counts(tree)[node.name] == 1
        and bound_once(node.name, tree)
        and node.name not in imported(tree)
    )
    hooks = OWN_ACCESS | {"__class__", "__new__", "__init_subclass__"}
    if not plain or not once or own & hooks:
        return False
    bases = [owner for owner in _bases_of(node, tree) if owner is not node]
    return all(is_plain_kind(owner, tree) for owner in bases)


@lru_cache(CACHED)
def _classes_by_name(tree: ast.Module) -> dict[str, list[ast.ClassDef]]:
    """All classes of a module, at any depth, by their names."""
    found: dict[str, list[ast.ClassDef]] = {}
    for node in nodes_of(tree):
        if isinstance(node, ast.ClassDef):
            found.setdefault(node.name, []).append(node)
    return found


@lru_cache(CACHED)
def _derived_by_base(tree: ast.Module) -> dict[str, list[ast.ClassDef]]:
    """The classes of a module that name a base, by the name of that."""
    found: dict[str, list[ast.ClassDef]] = {}
    for classes in _classes_by_name(tree).values():
        for node in classes:
            for name in _base_names(node):
                found.setdefault(name, []).append(node)
    return found


def _base_names(node: ast.ClassDef) -> set[str]:
    names = [b.value if isinstance(b, ast.Subscript) else b for b in node.bases]
    return {n.id for n in names if isinstance(n, ast.Name)}


def _bases_of(node: ast.ClassDef, tree: ast.Module) -> Iterator[ast.ClassDef]:
    """The classes of the module that a class is derived from at once."""
    known = _classes_by_name(tree)
    found = [c for name in _base_names(node) for c in known.get(name, ())]
    yield from sorted(found, key=lambda c: c.lineno)


def related_classes(node: ast.ClassDef, tree: ast.Module) -> list[ast.ClassDef]:
    """A class with all that it is derived from in the module, and all that are derived from it."""
    above, below = [node], [node]
    for each in above:
        above += [b for b in _bases_of(each, tree) if b not in above]
    derived = _derived_by_base(tree)
    for each in below:
        below += [c for c in derived.get(each.name, ()) if c not in below]
    return list({id(c): c for c in (*above, *below)}.values())


@lru_cache(256)
def why_not_as_written(node: ast.ClassDef, tree: ast.Module) -> str:
    """Why an object of a class may not have the methods that its text says; empty if it has them.

    What a class of another module does is for the assumption ``not-overridden`` to say.
    """
    for owner in related_classes(node, tree):
        for decorator in owner.decorator_list:
            if not is_quiet_decorator(decorator, tree):
                return f"@{ast.unparse(decorator)} may make another class of {owner.name}"
        for keyword in owner.keywords:
            known = keyword.arg == "metaclass"
            if not known or ast.unparse(keyword.value) not in known_metaclasses(tree):
                return f"{owner.name} is made with {keyword.arg}={ast.unparse(keyword.value)}"
        hooks = {s.name for s in owner.body if isinstance(s, DEFINITIONS)}
        for hook in sorted(hooks & (OWN_ACCESS | CLASS_HOOKS)):
            return f"{owner.name} has a {hook}"
    return ""


@lru_cache(CACHED)
def attributes_set_by_text(tree: ast.Module) -> frozenset[str]:
    """Attributes that a module sets by their text; :data:`ANY` where the text is not written there."""
    found: set[str] = set()
    called: set[int] = set()
    for node in nodes_of(tree):
        if (
            isinstance(node, ast.Call)
            and isinstance(node.func, ast.Name)
            and node.func.id in _SETTERS
        ):
            text = node.args[1] if len(node.args) > 1 else None
            known = isinstance(text, ast.Constant) and isinstance(text.value, str)
            found.add(str(text.value) if known else ANY)  # type: ignore[union-attr]
            called.add(id(node.func))
    for node in nodes_of(tree):
        word = node.id if isinstance(node, ast.Name) else getattr(node, "attr", None)
        if word in _BY_ANY_TEXT or (word in _SETTERS and id(node) not in called):
            found.add(ANY)
    return frozenset(found)


def may_be_set_by_text(attribute: str, tree: ast.Module) -> bool:
    """Whether a module may set an attribute of that name without writing it down as such."""
    return not attributes_set_by_text(tree).isdisjoint({attribute, ANY})


@lru_cache(CACHED)
def acting_attributes(tree: ast.Module) -> frozenset[str]:
    """Attributes whose reading may do something: properties and other descriptors of the module;
    :data:`ANY` where a class takes the access to its attributes into its own hands.
    """
    names: set[str] = set()
    described: dict[str, set[str]] = {}
    in_classes = {id(n) for n in _class_level(tree)}
    for node in nodes_of(tree):
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
            names |= {node.name} if node.decorator_list else set()
            names |= {ANY} if node.name in OWN_ACCESS else set()
        elif isinstance(node, ast.Call) and id(node) not in in_classes:
            # `setattr(Lock, "level", property(read))` and the like: nobody can say for what.
            names |= {ANY} if _makes_property(node, tree) else set()
    for statement in (s for s in _class_level(tree) if isinstance(s, ast.Assign | ast.AnnAssign)):
        target = single_target(statement)
        value = statement.value
        if target is None or value is None:
            continue
        if isinstance(value, ast.Name):
            described.setdefault(value.id, set()).add(target)
        elif isinstance(value, ast.Call) and not _is_field(value, tree):
            names.add(target)
        elif isinstance(value, ast.Attribute | ast.Subscript | ast.IfExp | ast.BoolOp):
            names |= set() if is_enum_member(value, enums_of(tree)) else {target}
    functions = {f.name for f in nodes_of(tree) if isinstance(f, DEFINITIONS)}
    constant = (s for s in tree.body if isinstance(getattr(s, "value", None), ast.Constant))
    functions |= {t for s in constant if (t := single_target(s)) is not None}
    for name, targets in described.items():
        if name in names or name not in functions:
            names |= targets
    return frozenset(names)


def _class_level(tree: ast.Module) -> Iterator[ast.AST]:
    """Everything in the bodies of classes that is in none of their functions."""
    pending: list[ast.AST] = [
        s for n in nodes_of(tree) if isinstance(n, ast.ClassDef) for s in n.body
    ]
    while pending:
        node = pending.pop()
        yield node
        if not isinstance(node, (*DEFINITIONS, ast.Lambda)):
            pending.extend(child_nodes(node))
        else:
            yield from (n for d in getattr(node, "decorator_list", []) for n in all_nodes(d))


def _makes_property(node: ast.Call, tree: ast.Module) -> bool:
    names = names_from(tree, "functools", "cached_property") | {"property"}
    return ast.unparse(node.func) in names


def _is_field(node: ast.Call, tree: ast.Module) -> bool:
    """Whether a call only says how a field of a dataclass is made."""
    return ast.unparse(node.func) in names_from(tree, "dataclasses", "field")


def plain_methods(owner: ast.ClassDef, tree: ast.Module) -> frozenset[str]:
    """The methods of a class that nothing in the module hides or sets."""
    if why_not_as_written(owner, tree):
        return frozenset()
    names = [
        s.name
        for s in owner.body
        if isinstance(s, ast.FunctionDef | ast.AsyncFunctionDef) and not s.decorator_list
    ]
    elsewhere = {
        s.name
        for c in nodes_of(tree)
        if isinstance(c, ast.ClassDef)
        for s in c.body
        if isinstance(s, ast.FunctionDef) and s.decorator_list
    }
    hidden = stored_attributes(tree) | elsewhere  # in a derived class it may be a property
    return frozenset(
        n
        for n in names
        if names.count(n) == 1
        and n not in hidden
        and not may_be_set_by_text(n, tree)
        and not n.startswith("__")
    )
