"""What arms give back when they stand in functions of their own."""

from __future__ import annotations

import ast
from collections.abc import Sequence

from ..logic.bindings import bound_in
from ..outline import Function


def result_of(bodies: Sequence[list[ast.stmt]]) -> str | None:
    """The name that every arm sets last, an empty text if all arms leave, None if they give nothing; ``?`` if they differ."""
    if all(isinstance(b[-1], ast.Return | ast.Raise) for b in bodies):
        return ""
    if any(isinstance(n, ast.Return) for b in bodies for s in b for n in ast.walk(s)):
        return "?"
    last = [b[-1] for b in bodies]
    names = {s.targets[0].id if isinstance(s, ast.Assign) and len(s.targets) == 1 and isinstance(s.targets[0], ast.Name) else None for s in last}
    return names.pop() if len(names) == 1 else None


def set_for_others(function: Function, bodies: Sequence[list[ast.stmt]], result: str | None) -> bool:
    """Whether arms that do not leave set names that are used outside of them, but for their result."""
    given = {n for b in bodies for n in names_set(b)} - {result}
    return result != "" and bool(given & used_elsewhere(function, bodies))


def used_elsewhere(function: Function, bodies: Sequence[list[ast.stmt]]) -> set[str]:
    """The names that a function uses outside of some arms, its parameters among them."""
    own = {id(n) for b in bodies for s in b for n in ast.walk(s)}
    found = {n.id for n in ast.walk(function.node) if isinstance(n, ast.Name) and id(n) not in own}
    return found | {a.arg for a in ast.walk(function.node) if isinstance(a, ast.arg)}


def names_set(body: list[ast.stmt]) -> set[str]:
    """The names that some statements set."""
    made = ast.FunctionDef("_", ast.arguments([], [], None, [], [], None, []), body, [])
    return set(bound_in(made))


def leaves_loop(body: list[ast.stmt]) -> bool:
    """Whether an arm jumps out of a loop around it."""
    pending: list[ast.AST] = list(body)
    while pending:
        node = pending.pop()
        if isinstance(node, ast.Break | ast.Continue):
            return True
        if not isinstance(node, ast.For | ast.AsyncFor | ast.While):
            pending.extend(ast.iter_child_nodes(node))
    return False


def giving_back(lines: list[str], body: list[ast.stmt], result: str | None) -> list[str]:
    """The lines of an arm, with the value that it sets last given back instead."""
    if not result:
        return lines
    last = body[-1]
    count = (last.end_lineno or last.lineno) - last.lineno + 1
    at = len(lines) - count
    indent = lines[at][: len(lines[at]) - len(lines[at].lstrip(" \t"))]
    rest = lines[at].lstrip(" \t").removeprefix(result).lstrip().removeprefix("=").lstrip()
    return [*lines[:at], f"{indent}return {rest}", *lines[at + 1 :]]
