"""The same condition in other places, with other local names, or turned round."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import lru_cache

from ..logic.bindings import bound_in
from ..outline import Function, child_nodes
from .decisions import Decision, decisions_of, parts_of
from .module_view import ModuleView

_ORDER = (ast.Lt, ast.LtE, ast.Gt, ast.GtE)
_OPPOSITE: dict[type[ast.cmpop], type[ast.cmpop]] = {
    ast.Eq: ast.NotEq,
    ast.NotEq: ast.Eq,
    ast.Is: ast.IsNot,
    ast.IsNot: ast.Is,
    ast.In: ast.NotIn,
    ast.NotIn: ast.In,
    ast.Lt: ast.GtE,
    ast.GtE: ast.Lt,
    ast.Gt: ast.LtE,
    ast.LtE: ast.Gt,
}


@dataclass(frozen=True, slots=True)
class Occurrence:
    """A place where a condition stands again.

    Attributes:
        function: the function it stands in.
        decision: the place.
        names: for each open name of the pattern what stands there, as text.
        negated: whether the opposite stands there.
    """

    function: Function
    decision: Decision
    names: Mapping[str, str]
    negated: bool


@lru_cache(4)
def decisions_in(view: ModuleView) -> Mapping[str, tuple[Decision, ...]]:
    """The conditions of every function of a module, by its name."""
    return {name: tuple(decisions_of(view, f.node)) for name, f in view.functions.items()}


@lru_cache(4)
def _by_shape(view: ModuleView) -> Mapping[str, tuple[tuple[str, Decision], ...]]:
    found: dict[str, list[tuple[str, Decision]]] = {}
    for name, decisions in decisions_in(view).items():
        for decision in decisions:
            for each in (decision, *parts_of(view, decision)):
                found.setdefault(_shape(each.condition), []).append((name, each))
    return {shape: tuple(places) for shape, places in found.items()}


def _shape(node: ast.AST) -> str:
    """The tree without names and values, to tell quickly what cannot be alike."""
    inner = ",".join(_shape(c) for c in child_nodes(node) if not isinstance(c, ast.expr_context))
    return f"{type(node).__name__}({inner})"


def occurrences(
    view: ModuleView,
    pattern: ast.expr,
    open_names: frozenset[str],
    constants: Mapping[int, str] | None = None,
) -> Iterator[Occurrence]:
    """All places of a module with a condition like the pattern, itself among them, in the order of
    the text.

    Args:
        view: the module.
        pattern: a condition of it.
        open_names: names in it that may be other ones elsewhere.
        constants: names for constants of the pattern (by id) that may be other ones elsewhere.
    """
    ways = [
        (False, pattern),
        (True, turned_round(pattern)),
        (True, turned_round(pattern, flip=False)),
    ]
    if isinstance(pattern, ast.UnaryOp) and isinstance(pattern.op, ast.Not):
        ways += [(False, turned_round(pattern.operand, flip=flip)) for flip in (True, False)]
    once = {(negated, ast.dump(wanted)): wanted for negated, wanted in ways}
    for (negated, _), wanted in once.items():
        for name, decision in _by_shape(view).get(_shape(wanted), ()):
            function = view.functions[name]
            found = _matched(wanted, decision.condition, open_names, constants or {}, function)
            if found is not None:
                yield Occurrence(function, decision, found, negated)


def existing_predicate(
    view: ModuleView, condition: ast.expr, function: Function
) -> tuple[str, dict[str, str], bool] | None:
    """A function of the module, or a method of the same object, that asks just this: what it is
    called, what its parameters get, and whether it asks the opposite.
    """
    for name, other in view.functions.items():
        answer = _only_answer(other)
        called = _called(view, other, function) if answer is not None else ""
        if answer is None or not called or other.node is function.node:
            continue
        given = [a.arg for a in other.node.args.args]
        for negated, wanted in ((False, answer), (True, turned_round(answer))):
            found = (
                _matched(wanted, condition, frozenset(given), {}, function)
                if _shape(wanted) == _shape(condition)
                else None
            )
            if found is None or found.keys() != set(given):
                continue
            if "." in name and found.pop(given[0]) != view.instance_of(function):
                continue
            return called, {p: found[p] for p in given if p in found}, negated
    return None


def _called(view: ModuleView, other: Function, function: Function) -> str:
    """How one function calls another: by its name, or as a method of its own object; empty if it
    cannot.
    """
    node, name = other.node, other.name
    if other.around or node.decorator_list:
        return ""
    if "." not in name:
        plain = id(node) not in view.owners and name not in visible_locals(function)
        return name if plain else ""
    owner, this = view.owners.get(id(node)), view.instance_of(function)
    same = owner is not None and view.owners.get(id(function.node)) is owner
    return f"{this}.{node.name}" if same and this and view.instance_of(other) else ""


def _only_answer(function: Function) -> ast.expr | None:
    """What a function returns, if it does nothing else."""
    node = function.node
    arguments = node.args
    if (
        not isinstance(node, ast.FunctionDef)
        or arguments.posonlyargs
        or arguments.kwonlyargs
        or arguments.vararg
        or arguments.kwarg
        or not arguments.args
    ):
        return None
    body = [
        s for s in node.body if not (isinstance(s, ast.Expr) and isinstance(s.value, ast.Constant))
    ]
    return body[0].value if len(body) == 1 and isinstance(body[0], ast.Return) else None


def turned_round(node: ast.expr, *, flip: bool = True) -> ast.expr:
    """The opposite condition, pushed down to its operands; ``flip`` turns orders round, else they
    get a ``not``.
    """
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
        return node.operand
    if (
        isinstance(node, ast.Compare)
        and len(node.ops) == 1
        and (flip or not isinstance(node.ops[0], _ORDER))
    ):
        return ast.Compare(node.left, [_OPPOSITE[type(node.ops[0])]()], node.comparators)
    if isinstance(node, ast.BoolOp):
        other = ast.Or() if isinstance(node.op, ast.And) else ast.And()
        return ast.BoolOp(other, [turned_round(v, flip=flip) for v in node.values])
    return ast.UnaryOp(ast.Not(), node)


def visible_locals(function: Function) -> frozenset[str]:
    """The names that belong to a function or to those around it."""
    found = set(bound_in(function.node))
    for node in function.around:
        found |= bound_in(node)
    return frozenset(found)


def _matched(
    pattern: ast.expr,
    node: ast.expr,
    open_names: frozenset[str],
    constants: Mapping[int, str],
    function: Function,
) -> dict[str, str] | None:
    local = visible_locals(function)
    names: dict[str, str] = {}

    def alike(a: object, b: object) -> bool:
        if isinstance(a, ast.Constant) and id(a) in constants:
            return (
                isinstance(b, ast.Constant)
                and type(a.value) is type(b.value)
                and names.setdefault(constants[id(a)], repr(b.value)) == repr(b.value)
            )
        if isinstance(a, ast.Name) and isinstance(b, ast.Name):
            if a.id in open_names:
                return b.id in local and names.setdefault(a.id, b.id) == b.id
            return a.id == b.id and b.id not in local
        if isinstance(a, ast.AST):
            return type(a) is type(b) and all(
                alike(getattr(a, f, None), getattr(b, f, None))
                for f in a._fields
                if f not in ("ctx", "kind")
            )
        if isinstance(a, list):
            return isinstance(b, list) and len(a) == len(b) and all(map(alike, a, b))
        return type(a) is type(b) and a == b

    return names if alike(pattern, node) else None
