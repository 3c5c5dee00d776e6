"""Names that carry along what was known before: flags, and results returned at the end."""

from __future__ import annotations

import ast
from collections.abc import Collection, Iterable, Iterator, Sequence

from ..outline import all_nodes

FunctionNode = ast.FunctionDef | ast.AsyncFunctionDef

# A result set in fewer places is no burden.
_PLACES = 3


def flags_and_results(
    function: FunctionNode,
    assigned: Sequence[ast.Assign],
    otherwise: Collection[ast.expr],
    tests: Iterable[ast.expr],
) -> Iterator[tuple[str, int, int, str]]:
    """The flags and carried results of a function, each where it is first set.

    Args:
        function: its tree.
        assigned: its assignments, those of nested functions apart.
        otherwise: what else is set: by loops, by ``+=`` and its like.
        tests: what its statements ask.
    """
    last = function.body[-1]
    returns = isinstance(last, ast.Return) and isinstance(last.value, ast.Name)
    if not returns and not any([type(a.value) is ast.Constant for a in assigned]):
        return
    values: dict[str, list[ast.Assign]] = {}
    for node in assigned:
        target = node.targets[0]
        if isinstance(target, ast.Name) and len(node.targets) == 1:
            values.setdefault(target.id, []).append(node)
    others = {t.id for t in otherwise if isinstance(t, ast.Name)}
    yield from _flags(values, others, {n for t in tests for n in _plain_names(t)})
    yield from _results(function, values, others)


def _flags(
    values: dict[str, list[ast.Assign]], otherwise: set[str], asked: set[str]
) -> Iterator[tuple[str, int, int, str]]:
    for name, given in values.items():
        truths = [
            isinstance(g.value, ast.Constant) and isinstance(g.value.value, bool) for g in given
        ]
        if len(given) > 1 and all(truths) and name in asked and name not in otherwise:
            line = min(g.lineno for g in given)
            yield "flag", line, len(given), f"`{name}` is set {len(given)} times and asked later"


def _results(
    function: FunctionNode, values: dict[str, list[ast.Assign]], otherwise: set[str]
) -> Iterator[tuple[str, int, int, str]]:
    last = function.body[-1]
    if not isinstance(last, ast.Return) or not isinstance(last.value, ast.Name):
        return
    name = last.value.id
    given = values.get(name, [])
    outer = [s for s in function.body if s in given]
    if len(given) < _PLACES or name in otherwise or len(outer) > 1:
        return
    if any(isinstance(n, ast.Name) and n.id == name for g in given for n in all_nodes(g.value)):
        return
    line = min(g.lineno for g in given)
    words = f"`{name}` is set in {len(given)} places, returned at line {last.lineno}"
    yield "carried-result", line, len(given), words


def _plain_names(test: ast.expr) -> set[str]:
    """The names whose truth a condition asks for."""
    if isinstance(test, ast.BoolOp):
        return {n for v in test.values for n in _plain_names(v)}
    if isinstance(test, ast.UnaryOp) and isinstance(test.op, ast.Not):
        return _plain_names(test.operand)
    return {test.id} if isinstance(test, ast.Name) else set()
