"""Runs decision graphs on real values, so that lowering can be checked apart from proving.

Only tests use it: a function and its graph must do the same on every input. What keeps code for
later (functions, classes, generators, whole patterns) is not run, and says so.
"""

from __future__ import annotations

import builtins
import operator
from collections.abc import Callable, Mapping, Sequence
from typing import Any, TypeAlias

from ..values.terms import UNBOUND, Term, constant_value, is_const
from .graph import Cut, Do, Drop, Graph, Leave, Load, MaybeUnbound, Node, Operand, Put, Slot, Test

# A run of more steps than this is given up.
MOST_STEPS = 100_000
_Results: TypeAlias = tuple[Any, ...]
_BINARY: Mapping[str, Callable[[Any, Any], Any]] = {
    "+": operator.add,
    "-": operator.sub,
    "*": operator.mul,
    "/": operator.truediv,
    "//": operator.floordiv,
    "%": operator.mod,
    "**": operator.pow,
    "|": operator.or_,
    "&": operator.and_,
    "^": operator.xor,
}
_UNARY: Mapping[str, Callable[[Any], Any]] = {
    "-": operator.neg,
    "+": operator.pos,
    "~": operator.invert,
}
_COMPARE: Mapping[str, Callable[[Any, Any], Any]] = {
    "<": operator.lt,
    "<=": operator.le,
    ">": operator.gt,
    ">=": operator.ge,
    "==": operator.eq,
    "!=": operator.ne,
}


class CannotRun(Exception):
    """A step that this interpreter does not run."""


def run(graph: Graph, arguments: Sequence[Any]) -> Any:
    """Call a lowered function of plain parameters.

    Raises:
        CannotRun: the graph has steps that keep code for later, or goes on too long.
        Exception: whatever the function raises.
    """
    env: dict[Slot, Any] = dict(zip(graph.parameters, arguments, strict=True))
    node: Node = graph.entry
    for _ in range(MOST_STEPS):
        if isinstance(node, Leave):
            if node.how == "raise":
                raise _value(env, node.value)
            return _value(env, node.value)
        node = _step(node, env)
    raise CannotRun("it goes on too long")


def _step(node: Node, env: dict[Slot, Any]) -> Node:
    """One step: what it does to the slots, and where it goes."""
    if isinstance(node, Put):
        env[node.slot] = _value(env, node.value)
        return node.next
    if isinstance(node, Drop):
        env.pop(node.name, None)
        return node.next
    if isinstance(node, Test):
        return node.yes if _value(env, node.value) else node.no
    if isinstance(node, Cut):
        return node.next
    assert isinstance(node, Do | Load)
    try:
        if isinstance(node, Load):
            env[node.out] = _loaded(node, env)
        else:
            found = _done(node, [_value(env, o) for o in node.operands])
            env.update(zip(node.outs, found, strict=True))
    except CannotRun:
        raise
    except Exception as error:
        if node.landing is None:
            raise
        env[node.landing.slot] = error
        return node.landing.node
    return node.next


def _loaded(node: Load, env: Mapping[Slot, Any]) -> Any:
    if node.name in env:
        return env[node.name]
    said = f"cannot access local variable '{node.name}' where it is not associated with a value"
    raise UnboundLocalError(said)


def _value(env: Mapping[Slot, Any], operand: Operand) -> Any:
    if isinstance(operand, MaybeUnbound):
        return env.get(operand.name)
    return _of_term(operand) if isinstance(operand, tuple) else env[operand]


def _of_term(term: Term) -> Any:
    if is_const(term):
        return constant_value(term)
    if term[0] == "tuple":
        return tuple(map(_of_term, term[1:]))
    raise CannotRun(f"a value of the kind {term[0]!r}" if term != UNBOUND else "nothing")


def _done(node: Do, given: list[Any]) -> _Results:
    """What one step yields on real values."""
    method = _STEPS.get(node.kind)
    if method is None:
        raise CannotRun(f"{node.kind} steps")
    found = method(node.detail, given)
    return found if isinstance(found, tuple) and len(node.outs) != 1 else (found,)[: len(node.outs)]


def _called(detail: Any, given: list[Any]) -> Any:
    stars, keywords, _ = detail
    if any(stars) or None in keywords:
        raise CannotRun("calls with stars")
    count = 1 + len(stars)
    return given[0](*given[1:count], **dict(zip(keywords, given[count:], strict=False)))


def _raised(_: Any, given: list[Any]) -> Any:
    error = given[0]() if isinstance(given[0], type) else given[0]
    if len(given) > 1:
        error.__cause__ = given[1]
    return error


def _raised_again(_: Any, given: list[Any]) -> Any:
    return RuntimeError("No active exception to reraise")


def _next(_: Any, given: list[Any]) -> _Results:
    try:
        return True, next(given[0])
    except StopIteration:
        return False, None


def _unpacked(detail: Any, given: list[Any]) -> _Results:
    count, star = detail
    if star is not None:
        raise CannotRun("unpacking with a star")
    names = ", ".join(f"x{i}" for i in range(count))
    scope: dict[str, Any] = {"given": given[0]}
    exec(f"[{names}] = given", scope)
    return tuple(scope[f"x{i}"] for i in range(count))


def _named(detail: Any, _: list[Any]) -> Any:
    if not hasattr(builtins, detail):
        raise NameError(f"name {detail!r} is not defined")
    return getattr(builtins, detail)


def _left_badly(_: Any, given: list[Any]) -> Any:
    manager, error = given
    return bool(type(manager).__exit__(manager, type(error), error, error.__traceback__))


_STEPS: Mapping[str, Callable[[Any, list[Any]], Any]] = {
    "global": _named,
    "asserts": lambda _, g: True,
    "getattr": lambda name, g: getattr(g[0], name),
    "getitem": lambda _, g: g[0][g[1]],
    "setattr": lambda name, g: setattr(g[0], name, g[1]),
    "setitem": lambda _, g: operator.setitem(g[0], g[1], g[2]),
    "truth": lambda _, g: bool(g[0]),
    "not": lambda _, g: not g[0],
    "compare": lambda op, g: _COMPARE[op](g[0], g[1]),
    "member": lambda _, g: g[0] is g[1] or bool(g[0] == g[1]),
    "in": lambda _, g: g[0] in g[1],
    "is": lambda _, g: g[0] is g[1],
    "isinstance": lambda _, g: isinstance(g[0], g[1]),
    "is dict": lambda _, g: type(g[0]) is dict,
    "hash": lambda _, g: hash(g[0]),
    "catches": lambda _, g: isinstance(g[0], g[1]),
    "binop": lambda op, g: _BINARY[op](g[0], g[1]),
    "inplace": lambda op, g: _BINARY[op](g[0], g[1]),
    "sum up": lambda _, g: g[0] + g[1],
    "count up": lambda _, g: g[0] + g[1],
    "join up": lambda _, g: g[0] + g[1],
    "show": lambda _, g: str(g[0]),
    "append": lambda _, g: g[0].append(g[1]),
    "put first": lambda _, g: g[0].insert(0, g[1]),
    "unary": lambda op, g: _UNARY[op](g[0]),
    "tuple": lambda _, g: tuple(g),
    "list": lambda _, g: list(g),
    "call": _called,
    "ask": _called,
    "iter": lambda _, g: iter(g[0]),
    "next": _next,
    "unpack": _unpacked,
    "enter": lambda _, g: type(g[0]).__enter__(g[0]),
    "exit": lambda _, g: type(g[0]).__exit__(g[0], None, None, None),
    "exit failed": _left_badly,
    "raise": _raised,
    "raise again": _raised_again,
    "missing key": lambda _, g: KeyError(g[0]),
    "failed assert": lambda _, g: AssertionError(*g),
}
