"""What arms give back when they stand in functions of their own."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Sequence

from ..logic.bindings import bound_in
from ..outline import Function, all_nodes, child_nodes


def result_of(function: Function, bodies: Sequence[list[ast.stmt]]) -> str | None:
    """The one name that every arm sets for others, an empty text if all arms leave, None if they
    give nothing; ``?`` if they differ.
    """
    if all(isinstance(b[-1], ast.Return | ast.Raise) for b in bodies):
        return ""
    if any(isinstance(n, ast.Return) for b in bodies for s in b for n in all_nodes(s)):
        return "?"
    last = {_target(b[-1]) for b in bodies}
    if len(last) == 1 and None not in last:
        return last.pop()
    shared = {n for b in bodies for n in names_set(b)} & used_elsewhere(function, bodies)
    name = shared.pop() if len(shared) == 1 else None
    return (
        name
        if name is not None and all(any(_target(s) == name for s in b) for b in bodies)
        else None
    )


def _target(statement: ast.stmt) -> str | None:
    """The name that a statement gives a value, if that is all it does."""
    plain = isinstance(statement, ast.Assign) and len(statement.targets) == 1
    target = statement.targets[0] if isinstance(statement, ast.Assign) and plain else None
    return target.id if isinstance(target, ast.Name) else None


def added_to(statement: ast.stmt) -> str | None:
    """The name that a statement adds something to, if that is all it does."""
    if isinstance(statement, ast.AugAssign) and isinstance(statement.op, ast.Add):
        return statement.target.id if isinstance(statement.target, ast.Name) else None
    return None


def set_for_others(
    function: Function, bodies: Sequence[list[ast.stmt]], result: str | None
) -> bool:
    """Whether arms that do not leave set names that are used outside of them, but for their
    result.
    """
    given = {n for b in bodies for n in names_set(b)} - {result}
    return result != "" and bool(given & used_elsewhere(function, bodies))


def used_elsewhere(function: Function, bodies: Sequence[list[ast.stmt]]) -> set[str]:
    """The names that a function uses outside of some arms, its parameters among them."""
    own = {id(n) for b in bodies for s in b for n in all_nodes(s)}
    found = {n.id for n in all_nodes(function.node) if isinstance(n, ast.Name) and id(n) not in own}
    return found | {a.arg for a in all_nodes(function.node) if isinstance(a, ast.arg)}


def names_set(body: list[ast.stmt]) -> set[str]:
    """The names that some statements set."""
    made = ast.FunctionDef("_", ast.arguments([], [], None, [], [], None, []), body, [])
    return set(bound_in(made))


def leaves_loop(body: list[ast.stmt], *, may_go_on: bool = False) -> bool:
    """Whether an arm jumps out of a loop around it, or to its next round where it may not."""
    unwanted = ast.Break if may_go_on else ast.Break | ast.Continue
    return any(isinstance(j, unwanted) for j in jumps_of(body))


def jumps_of(body: Sequence[ast.stmt]) -> Iterator[ast.Break | ast.Continue]:
    """The jumps of some statements that belong to a loop around them, and to none of their own."""
    pending: list[ast.AST] = list(body)
    while pending:
        node = pending.pop()
        if isinstance(node, ast.Break | ast.Continue):
            yield node
        is_loop = isinstance(node, ast.For | ast.AsyncFor | ast.While)
        pending += node.orelse if is_loop else child_nodes(node)  # type: ignore[attr-defined]


def giving_back(lines: list[str], body: list[ast.stmt], result: str | None) -> list[str]:
    """The lines of an arm, with the value that it sets last given back instead."""
    if not result:
        return lines
    last = body[-1]
    adds = added_to(last) == result
    if _target(last) != result and not adds:
        indent = lines[0][: len(lines[0]) - len(lines[0].lstrip(" \t"))]
        return [*lines, f"{indent}return {result}"]
    count = (last.end_lineno or last.lineno) - last.lineno + 1
    at = len(lines) - count
    indent = lines[at][: len(lines[at]) - len(lines[at].lstrip(" \t"))]
    rest = lines[at].lstrip(" \t").removeprefix(result).lstrip()
    rest = rest.removeprefix("+" if adds else "").removeprefix("=").lstrip()
    return [*lines[:at], f"{indent}return {rest}", *lines[at + 1 :]]
