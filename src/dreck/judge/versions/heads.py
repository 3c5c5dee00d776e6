"""The heads of functions: what they evaluate when they are defined, and who may read it later."""

from __future__ import annotations

import ast
import builtins
from collections.abc import Iterable

from ...outline import FunctionNode, all_nodes, nodes_of
from ..world.dispatchers import dispatching_nodes
from ..world.loading import has_lazy_hints, names_around
from ..world.quiet import is_quiet_decorator
from ..world.scope import defaults_of, hints_of
from .shape import shape
from .version import Version

# Built-in classes that may be subscripted in an annotation.
_SUBSCRIPTED = frozenset({"list", "dict", "set", "frozenset", "tuple", "type"})
# Words by which code asks what a function is annotated with.
_READERS = frozenset(
    {"__annotations__", "get_type_hints", "get_annotations", "signature", "getfullargspec"}
    | {"inspect", "__wrapped__"}
)


def is_inert_definition(node: FunctionNode, version: Version) -> bool:
    """Whether defining a function runs nothing: no decorators but the plain ones, no defaults but
    constants and names.
    """
    defaults = defaults_of(node.args)
    decorators = [d.id for d in node.decorator_list if isinstance(d, ast.Name)]
    plain = {"property", "staticmethod", "classmethod"}
    fits = id(node) in dispatching_nodes(version.tree) or (
        len(decorators) == len(node.decorator_list)
        and all(d in plain and version.names.is_builtin(d) for d in decorators)
    )
    known = all_in_time(defaults, node, version) and hints_in_time(node, version)
    awkward = (ast.Call, ast.Await, ast.NamedExpr, ast.BinOp, ast.Subscript, ast.Compare)
    inside = [n for part in defaults for n in all_nodes(part)]
    return fits and known and not any(isinstance(n, awkward) for n in inside)


def hints_in_time(node: FunctionNode, version: Version) -> bool:
    """Whether the annotations of a function can be evaluated when it is defined, if they are."""
    if has_lazy_hints(version.tree):
        return True
    hints = hints_of(node)
    return all_in_time(hints, node, version) and all(can_be_evaluated(h, version) for h in hints)


def can_be_evaluated(hint: ast.expr, version: Version) -> bool:
    """Whether an annotation raises nothing and runs no code, if all its names have a value."""
    if isinstance(hint, ast.Constant | ast.Name):
        return True
    if isinstance(hint, ast.Attribute):
        return can_be_evaluated(hint.value, version)
    if isinstance(hint, ast.List | ast.Tuple):
        return all(can_be_evaluated(e, version) for e in hint.elts)
    if isinstance(hint, ast.Subscript):
        parts = hint.slice.elts if isinstance(hint.slice, ast.Tuple) else [hint.slice]
        inside = all(can_be_evaluated(p, version) for p in parts)
        return inside and _can_be_subscripted(hint.value, version)
    if isinstance(hint, ast.BinOp) and isinstance(hint.op, ast.BitOr):
        sides = (hint.left, hint.right)
        both_none = all(isinstance(s, ast.Constant) for s in sides)
        return not both_none and all(_is_like_a_class(s, version) for s in sides)
    return False


def _can_be_subscripted(node: ast.expr, version: Version) -> bool:
    if isinstance(node, ast.Name):
        if version.names.is_builtin(node.id):
            return node.id in _SUBSCRIPTED
        owner = next((s for s in version.tree.body if getattr(s, "name", "") == node.id), None)
        return not isinstance(owner, ast.FunctionDef) and (
            not isinstance(owner, ast.ClassDef) or bool(owner.bases)
        )
    return isinstance(node, ast.Attribute) and can_be_evaluated(node, version)


def _is_like_a_class(node: ast.expr, version: Version) -> bool:
    """Whether ``|`` makes a union of a part: not of a text, nor of what is no class."""
    if isinstance(node, ast.Constant):
        return node.value is None
    if isinstance(node, ast.Name):
        if version.names.is_builtin(node.id):
            return isinstance(getattr(builtins, node.id), type)
        found = [s for s in version.tree.body if node.id in _bound_by(s)]
        return not any(isinstance(s, ast.FunctionDef | ast.Assign | ast.AnnAssign) for s in found)
    return can_be_evaluated(node, version)


def _bound_by(statement: ast.stmt) -> set[str]:
    if isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
        return {statement.name}
    if isinstance(statement, ast.Assign | ast.AnnAssign):
        targets = statement.targets if isinstance(statement, ast.Assign) else [statement.target]
        return {t.id for t in targets if isinstance(t, ast.Name)}
    return set()


def reader_of_hints(before: Version, after: Version, name: str) -> str:
    """What may read the annotations of a function that differ between its versions; empty if they
    do not differ, or nothing does.
    """
    old, new = before.functions[name], after.functions[name]
    said = [_hints_by_name(f.node) for f in (old, new)]
    if said[0] == said[1]:
        return ""
    for version, function in ((before, old), (after, new)):
        for decorator in function.node.decorator_list:
            if not is_quiet_decorator(decorator, version.tree):
                return f"@{ast.unparse(decorator)}"
        for node in nodes_of(version.tree):
            word = node.id if isinstance(node, ast.Name) else getattr(node, "attr", None)
            if word in _READERS:
                return str(word)
        handed = _hands_over(function.node.name, version)
        if handed:
            return handed
    return ""


def _hints_by_name(function: FunctionNode) -> dict[str, object]:
    """The shapes of a function's annotations by parameter, that of its result as ``return``."""
    arguments = function.args
    every = [*arguments.posonlyargs, *arguments.args, *arguments.kwonlyargs]
    stars = [a for a in (arguments.vararg, arguments.kwarg) if a is not None]
    found = {a.arg: shape(a.annotation) for a in (*every, *stars) if a.annotation is not None}
    return found if function.returns is None else {**found, "return": shape(function.returns)}


def _hands_over(name: str, version: Version) -> str:
    """Code outside functions that hands a function to somebody who may look at its annotations."""
    for statement in version.tree.body:
        if isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
            continue
        for call in (n for n in all_nodes(statement) if isinstance(n, ast.Call)):
            given = [*call.args, *(k.value for k in call.keywords)]
            if any(isinstance(g, ast.Name) and g.id == name for g in given):
                return ast.unparse(call)
    return ""


def all_in_time(parts: Iterable[ast.expr], node: ast.AST, version: Version) -> bool:
    """Whether all names in some expressions have a value when a definition is made."""
    line = getattr(node, "lineno", 0)
    names = {n.id for part in parts for n in all_nodes(part) if isinstance(n, ast.Name)}
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
