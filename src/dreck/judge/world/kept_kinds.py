"""The kind of an object: where it is set, and what else a module may do with its class.

That a class can be split into one for each kind rests on this: ``__init__`` keeps its kind in an
attribute, nothing sets that again, and nobody asks for the class of an object.
"""

from __future__ import annotations

import ast
from collections.abc import Collection, Iterator
from functools import lru_cache

from ...outline import all_nodes
from .classes import attributes_set_by_text
from .names import CACHED, OWN_ACCESS, mentions
from .scope import parameters_of
from .values import enums_of

_HOOKS = frozenset({"__init_subclass__", "__class_getitem__", "__new__"})
# Words by which code gets hold of the class of an object, or of what is derived from it.
# Where a name of a class is read as a type, or as a base.
_HINTS = (
    ast.arg,
    ast.AnnAssign,
    ast.Subscript,
    ast.BinOp,
    ast.FunctionDef,
    ast.ClassDef,
    ast.Tuple,
)
_BY_CLASS = frozenset({"__class__", "__subclasses__", "__mro__"})


def kept_in(start: ast.FunctionDef, parameter: str) -> str | None:
    """The attribute that ``__init__`` sets to a parameter once, whatever happens, before anybody
    else gets the object.
    """
    this = start.args.args[0].arg if start.args.args else ""
    for statement in start.body:
        if isinstance(statement, ast.Expr) and isinstance(statement.value, ast.Constant):
            continue
        target = _only_target(statement)
        value = statement.value if isinstance(statement, ast.Assign | ast.AnnAssign) else None
        if target is None or value is None:
            return None
        if any(isinstance(n, ast.Name) and n.id == this for n in all_nodes(value)):
            return None  # somebody else may get the object before its kind is set
        if not (
            isinstance(target, ast.Attribute)
            and isinstance(target.value, ast.Name)
            and target.value.id == this
        ):
            return None
        if isinstance(value, ast.Name) and value.id == parameter:
            return target.attr
    return None


def _only_target(statement: ast.stmt) -> ast.expr | None:
    if isinstance(statement, ast.AnnAssign):
        return statement.target
    if isinstance(statement, ast.Assign) and len(statement.targets) == 1:
        return statement.targets[0]
    return None


def is_set_elsewhere(tree: ast.Module, owner: ast.ClassDef, attribute: str) -> bool:
    """Whether anything but the one statement of ``__init__`` sets or deletes an attribute of that
    name, or may by its text; what other classes set on their own objects is another attribute.
    """
    others = _own_objects_of_others(tree, owner)
    stores = [
        n
        for n in all_nodes(tree)
        if isinstance(n, ast.Attribute)
        and n.attr == attribute
        and not isinstance(n.ctx, ast.Load)
        and id(n.value) not in others
    ]
    own = any(isinstance(n, ast.FunctionDef) and n.name in OWN_ACCESS for n in all_nodes(tree))
    named = {n for c in _with_bases(tree, owner) for s in c.body for n in _bound_in(s)}
    return len(stores) != 1 or own or attribute in named or bool(attributes_set_by_text(tree))


def _bound_in(statement: ast.stmt) -> Iterator[str]:
    """What a statement of a class body binds: a property may set something else than it is told."""
    if isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
        yield statement.name
        return
    value = statement.value if isinstance(statement, ast.Assign | ast.AnnAssign) else statement
    if value is not None and not isinstance(value, ast.Constant):
        names = (n for n in all_nodes(statement) if isinstance(n, ast.Name))
        yield from (n.id for n in names if isinstance(n.ctx, ast.Store))


def _with_bases(tree: ast.Module, owner: ast.ClassDef) -> list[ast.ClassDef]:
    """A class with all it is derived from in its module."""
    classes = {c.name: c for c in tree.body if isinstance(c, ast.ClassDef)}
    found, pending = [owner], [owner]
    while pending:
        for base in pending.pop().bases:
            known = classes.get(base.id) if isinstance(base, ast.Name) else None
            if known is not None and known not in found:
                found.append(known)
                pending.append(known)
    return found


def _own_objects_of_others(tree: ast.Module, owner: ast.ClassDef) -> set[int]:
    """The ids of the names by which methods of classes that have nothing to do with one speak of
    their own object; none where such a class is handed on or asked for a method, which may then be
    called with whatever object.
    """
    found: set[int] = set()
    enums = enums_of(tree)  # of these members are read
    for other in (c for c in _unrelated(tree, owner) if c.name not in enums):
        if not all(_is_harmless(n, p, other) for n, p in mentions(tree).get(other.name, ())):
            return set()
        for method in (s for s in other.body if isinstance(s, ast.FunctionDef)):
            this = method.args.args[0].arg if method.args.args else ""
            names = [n for n in all_nodes(method) if isinstance(n, ast.Name) and n.id == this]
            if not method.decorator_list and all(isinstance(n.ctx, ast.Load) for n in names):
                found |= {id(n) for n in names}
    return found


def _is_harmless(node: ast.Name, parent: ast.AST, owner: ast.ClassDef) -> bool:
    """Whether a name of a class makes an object, asks for what it has without one, is asked for, or
    stands in an annotation or among bases.
    """
    if isinstance(parent, ast.Call):
        return node is parent.func or _asks_for_class(node, parent)
    if isinstance(parent, ast.Attribute):
        return parent.attr in _its_own(owner) and isinstance(parent.ctx, ast.Load)
    return isinstance(parent, _HINTS)


def _asks_for_class(node: ast.Name, parent: ast.AST) -> bool:
    """Whether a name stands behind ``isinstance`` or its like."""
    return (
        isinstance(parent, ast.Call)
        and isinstance(parent.func, ast.Name)
        and parent.func.id in ("isinstance", "issubclass")
        and node in parent.args
    )


def is_left_alone(tree: ast.Module, owner: ast.ClassDef, factory: ast.FunctionDef) -> bool:
    """Whether nothing but the factory makes objects of a class, or asks for its methods or for the
    class of an object.
    """
    inside = {id(n) for n in all_nodes(factory)}
    for node, parent in mentions(tree).get(owner.name, ()):
        made = isinstance(parent, ast.Call) and node is parent.func
        if id(node) not in inside and (made or not _is_harmless(node, parent, owner)):
            return False
    return not asks_for_classes(tree, owner)


def _its_own(owner: ast.ClassDef) -> set[str]:
    """What a class has itself, without an object: class and static methods, constants."""
    own = {
        s.name
        for s in owner.body
        if isinstance(s, ast.FunctionDef)
        and [ast.unparse(d) for d in s.decorator_list] in (["classmethod"], ["staticmethod"])
    }
    for statement in owner.body:
        value = statement.value if isinstance(statement, ast.Assign | ast.AnnAssign) else None
        if isinstance(value, ast.Constant):
            own |= {n.id for n in all_nodes(statement) if isinstance(n, ast.Name)}
    return own


@lru_cache(CACHED)
def asks_for_classes(tree: ast.Module, owner: ast.ClassDef) -> bool:
    """Whether anything may get hold of the class of an object, and make another one by it."""
    of_others = {id(n) for c in _unrelated(tree, owner) for n in all_nodes(c)}
    words = frozenset({"cls", "super"})
    by_name = any(
        isinstance(n, ast.Name) and (n.id == "type" or (n.id in words and id(n) not in of_others))
        for n in all_nodes(tree)
    )
    return by_name or any(
        isinstance(n, ast.Attribute) and n.attr in _BY_CLASS for n in all_nodes(tree)
    )


def _unrelated(tree: ast.Module, owner: ast.ClassDef) -> list[ast.ClassDef]:
    """The classes of a module that neither are one, nor derive from it, nor are what it derives
    from.
    """
    family = {c.name for c in _with_bases(tree, owner)}
    return [
        c
        for c in tree.body
        if isinstance(c, ast.ClassDef)
        and c.name not in family
        and not any(isinstance(b, ast.Name) and b.id in family for b in c.bases)
    ]


def has_hooks(tree: ast.Module) -> bool:
    """Whether some class says itself how objects, or what is derived from it, are made."""
    return any(isinstance(n, ast.FunctionDef) and n.name in _HOOKS for n in all_nodes(tree))


def default_of(start: ast.FunctionDef, parameter: str) -> ast.expr | None:
    """The default of a parameter of ``__init__``."""
    given = start.args
    positional = [a.arg for a in (*given.posonlyargs, *given.args)]
    found = dict(zip(positional[::-1], given.defaults[::-1], strict=False))
    found |= {
        a.arg: d for a, d in zip(given.kwonlyargs, given.kw_defaults, strict=True) if d is not None
    }
    return found.get(parameter)


def hint_of(start: ast.FunctionDef, parameter: str) -> ast.expr | None:
    """The annotation of a parameter of ``__init__``; None where its default may be of another
    type.
    """
    given = next(a for a in parameters_of(start.args) if a.arg == parameter)
    return None if default_of(start, parameter) is not None else given.annotation


def enums_among(keys: Collection[ast.expr]) -> list[str]:
    """The enums that some keys are members of."""
    named = (k.value for k in keys if isinstance(k, ast.Attribute))
    return list(dict.fromkeys(n.id for n in named if isinstance(n, ast.Name)))
