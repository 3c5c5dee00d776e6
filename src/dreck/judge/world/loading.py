"""What is known of the names around a function, read off its module."""

from __future__ import annotations

import ast
from collections import Counter
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from functools import lru_cache

from ...outline import Function, FunctionNode, all_nodes, child_nodes, nodes_of
from ..world.around import Names
from .declared import Declarations
from .names import (
    declared_global,
    imported,
    meant_otherwise,
    sets_names_by_text,
    single_target,
)
from .quiet import is_quiet
from .values import enums_of
from .rows import row_classes_of
from .scope import built_in_names_bound_in, hints_of, scope_of
from .dispatchers import dispatching_nodes

# Names that every module has of its own.
_OF_EVERY_MODULE = frozenset({"__name__", "__doc__", "__package__", "__spec__", "__loader__"})
# Built-in functions that call nothing of the module when they are called in a class body.
_INERT_CALLS = frozenset(
    {
        "property",
        "staticmethod",
        "classmethod",
        "frozenset",
        "object",
        "range",
        "slice",
        "bytes",
        "bool",
        "len",
    }
)


def names_around(tree: ast.Module) -> Names:
    """The names that a module binds for sure, and all that it may bind.

    >>> names_around(ast.parse("import os\\nif x:\\n len = 3")).is_builtin("len")
    False
    """
    again, shadowing = _bound_again(tree), meant_otherwise(tree)
    star = False
    for node in _module_level(tree.body):
        shadowing |= _bound_by(node)
        star = star or (isinstance(node, ast.ImportFrom) and any(a.name == "*" for a in node.names))
    shadowing |= declared_global(tree)
    bound = _surely_bound(tree.body) | _OF_EVERY_MODULE
    return Names(
        frozenset(bound),
        shadowing,
        star,
        fixed=frozenset() if star or sets_names_by_text(tree) else frozenset(bound - again),
        lazy_hints=has_lazy_hints(tree),
        declared=Declarations((tree,)),
        swallowing=_swallows(tree),
    )


@lru_cache(8)
def _bound_again(tree: ast.Module) -> frozenset[str]:
    """Names that a module binds in several places, or that some function of it may bind."""
    times = Counter(n for node in _module_level(tree.body) for n in _bound_by(node))
    return declared_global(tree) | {name for name, often in times.items() if often > 1}


# What shows that a `with` may swallow what is raised inside it.
_SWALLOWING = frozenset(
    {"__exit__", "__aexit__", "contextmanager", "asynccontextmanager", "suppress", "ExitStack"}
    | {"AsyncExitStack", "ContextDecorator", "raises", "warns", "assertRaises", "assertRaisesRegex"}
)


def _swallows(tree: ast.Module) -> bool:
    """Whether a module defines managers, or enters some that are there to swallow exceptions."""
    for node in nodes_of(tree):
        word = ""
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
            word = node.name
        elif isinstance(node, ast.Name):
            word = node.id
        elif isinstance(node, ast.Attribute):
            word = node.attr
        elif isinstance(node, ast.alias):
            word = node.asname or node.name
            if node.name in _SWALLOWING:
                return True
        if word in _SWALLOWING:
            return True
    return False


def has_lazy_hints(tree: ast.Module) -> bool:
    """Whether a module keeps its annotations as texts (PEP 563)."""
    return any(
        isinstance(s, ast.ImportFrom)
        and s.module == "__future__"
        and any(a.name == "annotations" for a in s.names)
        for s in tree.body
    )


@lru_cache(8)
def defined_in_time(tree: ast.Module) -> frozenset[str]:
    """Names bound for sure before any code of the module itself can need them, and never again.

    A function further down may be missing still when code at module level calls another one.
    """
    own = {
        n.name
        for n in tree.body
        if isinstance(n, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef)
    }
    inert = _INERT_CALLS - names_around(tree).shadowing
    loading = _Loading(
        tree,
        frozenset(own - row_classes_of(tree).keys()),
        _has_class_hooks(tree),
        inert,
        dispatching_nodes(tree),
        enums_of(tree),
    )
    found: set[str] = set()
    for position, statement in enumerate(tree.body):
        found |= _surely_bound(tree.body[: position + 1])
        if _may_run(statement, loading):
            break
    return frozenset(found | _defined_next_to_use(tree, loading)) - _bound_again(tree)


@dataclass(frozen=True, slots=True)
class _Loading:
    """What matters while a module is loaded: its own functions, whether deriving a class runs code,
    calls and definitions that do nothing.
    """

    tree: ast.Module
    own: frozenset[str]
    hooked: bool
    inert: frozenset[str]
    dispatching: frozenset[int]
    enums: Mapping[str, tuple[str, ...]]


def _may_run(statement: ast.stmt, loading: _Loading) -> bool:
    """Whether a statement at module level may run code of one of the module's own functions."""
    if id(statement) in loading.dispatching:
        return False
    if isinstance(statement, ast.ClassDef):
        mentions = {
            n.id for d in statement.decorator_list for n in all_nodes(d) if isinstance(n, ast.Name)
        }
        derives = loading.hooked and bool(statement.bases or statement.keywords)
        inside = list(_module_level([*statement.body]))
        own = loading.own.union(*map(_bound_by, inside))
        heads = [n for d in inside for part in _worked_out(d) for n in all_nodes(part)]
        calls = [n for n in (*inside, *heads) if isinstance(n, ast.Call)]
        decorators = {n.id for n in heads if isinstance(n, ast.Name)}
        return (
            derives
            or bool((mentions | decorators) & loading.own)
            or any(not _is_inert_call(n, own, loading) for n in calls)
        )
    is_function = isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef)
    parts = _worked_out(statement) if is_function else [statement]
    inside = [n for part in parts for n in all_nodes(part)]
    harmless = _member_reads(inside, loading)
    return any(
        isinstance(n, ast.Name) and n.id in loading.own and id(n) not in harmless for n in inside
    )


def _worked_out(node: ast.AST) -> list[ast.expr]:
    """What is worked out where a function is defined: its decorators, and defaults and annotations
    in which something is called.
    """
    if not isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
        return []
    given = [*node.args.defaults, *(d for d in node.args.kw_defaults if d is not None)]
    calling = [
        e for e in (*given, *hints_of(node)) if any(isinstance(n, ast.Call) for n in all_nodes(e))
    ]
    return [*node.decorator_list, *calling]


def _member_reads(inside: list[ast.AST], loading: _Loading) -> set[int]:
    """The ids of names of plain enums of which just a member is read, and nothing is asked of
    it.
    """
    asked = {id(n.value) for n in inside if isinstance(n, ast.Attribute)} | {
        id(n.func) for n in inside if isinstance(n, ast.Call)
    }
    reads = [
        n
        for n in inside
        if isinstance(n, ast.Attribute) and isinstance(n.value, ast.Name) and id(n) not in asked
    ]
    return {
        id(n.value)
        for n in reads
        if isinstance(n.value, ast.Name) and n.attr in loading.enums.get(n.value.id, ())
    }


def _is_inert_call(node: ast.Call, own: frozenset[str], loading: _Loading) -> bool:
    """Whether a call in a class body only wraps what it is given, or makes a plain value of it, or
    calls what is imported and gives it nothing of the module that it could call.
    """
    head = node.func
    while isinstance(head, ast.Attribute):
        head = head.value
    if not isinstance(head, ast.Name) or head.id in own:
        return False
    if head is node.func and head.id in loading.inert:
        return True
    if is_quiet(node, loading.tree):
        return True
    words = {n.id for n in all_nodes(node) if isinstance(n, ast.Name)}
    return head.id in imported(loading.tree) and not words & own


def _defined_next_to_use(tree: ast.Module, loading: _Loading) -> set[str]:
    """Names that nothing mentions before they are bound, and those between whose binding and the
    first statement that mentions them nothing can run.
    """
    found = set()
    places = {n: i for i, s in enumerate(tree.body) for n in _quietly_bound(s, loading)}
    mentioned: dict[str, int] = {}
    for position, statement in enumerate(tree.body):
        inside: set[str] = {
            getattr(n, "id", "") or getattr(n, "attr", "") for n in all_nodes(statement)
        }
        for name in inside & places.keys():
            if position != places[name]:
                mentioned.setdefault(name, position)
    for name, place in places.items():
        first = mentioned.get(name, place)
        quiet = (ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef, ast.Import, ast.ImportFrom)
        if all(isinstance(s, quiet) and not _may_run(s, loading) for s in tree.body[first:place]):
            found.add(name)
    return found & _surely_bound(tree.body)


def _quietly_bound(statement: ast.stmt, loading: _Loading) -> set[str]:
    """The names that a statement of a module binds without running what may need them."""
    if isinstance(statement, ast.FunctionDef | ast.ClassDef | ast.Import | ast.ImportFrom):
        return _bound_by(statement)
    name = single_target(statement)
    if not isinstance(statement, ast.Assign | ast.AnnAssign) or name is None:
        return set()
    value = statement.value or statement
    asks_itself = any(isinstance(n, ast.Name) and n.id == name for n in all_nodes(value))
    quiet = isinstance(value, ast.expr) and is_quiet(value, loading.tree)
    return {name} if not asks_itself and (quiet or not _may_run(statement, loading)) else set()


def _has_class_hooks(tree: ast.Module) -> bool:
    """Whether a class of the module may run code when another one is derived from it."""
    for node in nodes_of(tree):
        if isinstance(node, ast.FunctionDef) and node.name in (
            "__init_subclass__",
            "__set_name__",
            "__prepare__",
        ):
            return True
        if isinstance(node, ast.ClassDef) and any(
            isinstance(b, ast.Name) and b.id == "type" for b in node.bases
        ):
            return True
    return False


def names_for(function: Function, around: Names) -> Names:
    """The same, for a function that may be nested in others."""
    return names_inside([function], around)


def names_inside(functions: Iterable[Function], around: Names) -> Names:
    """The names around, where functions and those that enclose them may bind some of them anew."""
    local: set[str] = set()
    nearer: set[str] = set()
    for function in functions:
        nearer |= built_in_names_bound_in(function.node)
        for node in function.around:
            local |= scope_of(node).own
    return replace(
        around,
        enclosing=around.enclosing | local,
        bound=around.bound - local,
        shadowing=around.shadowing | local | nearer,
        new=around.new - local,
        fixed=around.fixed - local,
        in_time=around.in_time - local,
    )


def _module_level(body: list[ast.stmt]) -> Iterable[ast.AST]:
    """All nodes that run as part of the module itself."""
    pending: list[ast.AST] = list(body)
    while pending:
        node = pending.pop()
        yield node
        if not isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef | ast.Lambda):
            pending.extend(child_nodes(node))


def _bound_by(node: ast.AST) -> set[str]:
    if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
        return {node.name}
    if isinstance(node, ast.Import | ast.ImportFrom):
        return {a.asname or a.name.partition(".")[0] for a in node.names}
    if isinstance(node, ast.Name) and isinstance(node.ctx, ast.Store | ast.Del):
        return {node.id}
    if isinstance(node, ast.ExceptHandler | ast.MatchAs | ast.MatchStar) and node.name:
        return {node.name}
    return {node.rest} if isinstance(node, ast.MatchMapping) and node.rest else set()


def _surely_bound(body: list[ast.stmt]) -> set[str]:
    """Names bound once the statements have run, whichever way they went."""
    bound: set[str] = set()
    for statement in body:
        if isinstance(statement, ast.If):
            bound |= _surely_bound(statement.body) & _surely_bound(statement.orelse)
        elif isinstance(statement, ast.Try):
            bound |= _surely_bound_by_try(statement)
        elif isinstance(statement, ast.Assign):
            bound |= {
                n.id for t in statement.targets for n in all_nodes(t) if isinstance(n, ast.Name)
            }
        elif isinstance(statement, ast.AnnAssign) and statement.value is not None:
            bound |= {statement.target.id} if isinstance(statement.target, ast.Name) else set()
        elif isinstance(statement, ast.Delete):
            bound -= {
                n.id for t in statement.targets for n in all_nodes(t) if isinstance(n, ast.Name)
            }
        elif isinstance(
            statement,
            ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef | ast.Import | ast.ImportFrom,
        ):
            bound |= _bound_by(statement)
    return bound - _deleted_later(body)


def _surely_bound_by_try(statement: ast.Try) -> set[str]:
    ways = [_surely_bound([*statement.body, *statement.orelse])]
    ways += [
        _surely_bound(h.body) for h in statement.handlers if not isinstance(h.body[-1], ast.Raise)
    ]
    return set.intersection(*ways) | _surely_bound(statement.finalbody)


def _deleted_later(body: list[ast.stmt]) -> set[str]:
    """Names that some nested statement deletes again (the top level is followed in order)."""
    gone: set[str] = set()
    for statement in body:
        if isinstance(statement, ast.If | ast.Try | ast.For | ast.While | ast.With):
            names = (n for n in _module_level([statement]) if isinstance(n, ast.Name))
            gone |= {n.id for n in names if isinstance(n.ctx, ast.Del)}
            if isinstance(statement, ast.Try):
                gone |= {h.name for h in statement.handlers if h.name}
    return gone
