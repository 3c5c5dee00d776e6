"""An expression gets a local name, set right before the first statement that needs it."""

from __future__ import annotations

import ast
from collections.abc import Iterator
from dataclasses import dataclass

from ..outline import Function, FunctionNode, all_nodes, child_nodes
from ..source.edits import Edit, edited
from .module_view import ModuleView
from .writing import condition_lines, replacing

_APART = (ast.Lambda, ast.ListComp, ast.SetComp, ast.DictComp, ast.GeneratorExp)


@dataclass(frozen=True, slots=True)
class Spot:
    """An expression and the way to it: for each block around, the block and the index of the
    statement in it.
    """

    node: ast.expr
    statement: ast.stmt
    way: tuple[tuple[tuple[ast.stmt, ...], int], ...]


def spots_of(function: FunctionNode) -> Iterator[Spot]:
    """All expressions that a function evaluates itself, in the order of the text."""
    yield from _in_block(tuple(function.body), ())


def _in_block(
    block: tuple[ast.stmt, ...], way: tuple[tuple[tuple[ast.stmt, ...], int], ...]
) -> Iterator[Spot]:
    for index, statement in enumerate(block):
        if not isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
            yield from _in_statement(statement, (*way, (block, index)))


def _in_statement(
    statement: ast.stmt, way: tuple[tuple[tuple[ast.stmt, ...], int], ...]
) -> Iterator[Spot]:
    for child in child_nodes(statement):
        if isinstance(child, ast.expr):
            yield from (Spot(n, statement, way) for n in _expressions(child))
        elif isinstance(child, ast.withitem | ast.keyword):
            yield from (
                Spot(n, statement, way)
                for c in child_nodes(child)
                if isinstance(c, ast.expr)
                for n in _expressions(c)
            )
    for part in ("body", "orelse", "finalbody"):
        block = getattr(statement, part, [])
        if block and isinstance(block[0], ast.stmt):
            if part == "orelse" and _is_elif(statement, block):
                yield from _in_statement(
                    block[0], way
                )  # nothing can be set between the conditions of a chain
            else:
                yield from _in_block(tuple(block), way)
    for child in [*getattr(statement, "handlers", []), *getattr(statement, "cases", [])]:
        yield from _in_block(tuple(child.body), way)


def _is_elif(statement: ast.stmt, block: list[ast.stmt]) -> bool:
    return (
        isinstance(statement, ast.If)
        and len(block) == 1
        and isinstance(block[0], ast.If)
        and block[0].col_offset == statement.col_offset
    )


def _expressions(node: ast.expr) -> Iterator[ast.expr]:
    pending: list[ast.AST] = [node]
    while pending:
        found = pending.pop()
        if isinstance(found, ast.expr):
            yield found
        if not isinstance(found, _APART):
            pending.extend(reversed(list(child_nodes(found))))


def is_readable(node: ast.expr) -> bool:
    """Whether an expression is only read, and binds or suspends nothing."""
    forbidden = (ast.Await, ast.Yield, ast.YieldFrom, ast.NamedExpr, *_APART)
    return not any(
        isinstance(n, forbidden) or isinstance(getattr(n, "ctx", None), ast.Store | ast.Del)
        for n in all_nodes(node)
    )


def named_before(view: ModuleView, function: Function, spots: list[Spot], name: str) -> str | None:
    """The module's text with a local name for some equal expressions; None if there is no place to
    set it.

    Args:
        view: the module.
        function: the function they stand in.
        spots: where they stand.
        name: the local name.
    """
    statement = _first_common(spots)
    if statement is None:
        return None
    indent = view.indentation(statement.lineno)
    start = view.offsets.line_start(statement.lineno)
    if view.offsets.span(statement)[0] != start + len(indent):
        return None  # it shares its line with something else
    lines = condition_lines(view, spots[0].node)
    if lines is None or len(lines) > 1:
        return None
    edits = [Edit(start, start, f"{indent}{name} = {lines[0]}{view.newline}")]
    edits += [replacing(view, s.node, s.statement, name) for s in spots]
    return edited(view.text, edits)


def _first_common(spots: list[Spot]) -> ast.stmt | None:
    """The statement right before which a value for all spots can be set."""
    found: ast.stmt | None = None
    for level in range(min(len(s.way) for s in spots)):
        if len({id(s.way[level][0]) for s in spots}) > 1:
            break
        index = min(s.way[level][1] for s in spots)
        found = spots[0].way[level][0][index]
        if len({s.way[level][1] for s in spots}) > 1:
            break
    return found
