"""Ladders: chains that compare one subject with rising or falling limits."""

from __future__ import annotations

import ast
from collections.abc import Iterator
from dataclasses import dataclass

from ..outline import FunctionNode

_TURNED: dict[type[ast.cmpop], type[ast.cmpop]] = {ast.Lt: ast.Gt, ast.LtE: ast.GtE, ast.Gt: ast.Lt, ast.GtE: ast.LtE}
_SUBJECTS = (ast.Name, ast.Attribute)


@dataclass(frozen=True, slots=True)
class Rung:
    """One arm of a ladder: how its limit is compared, the limit, and what is done."""

    op: type[ast.cmpop]
    limit: ast.expr
    body: list[ast.stmt]
    line: int


@dataclass(frozen=True, slots=True)
class Ladder:
    """A ladder.

    Attributes:
        subject: what is compared.
        rungs: the arms with limits, in order.
        otherwise: what is done beyond the last limit.
        statements: the statements that make the ladder, side by side in one block.
    """

    subject: ast.expr
    rungs: tuple[Rung, ...]
    otherwise: list[ast.stmt]
    statements: tuple[ast.stmt, ...]

    @property
    def limits(self) -> list[float]:
        """The limits as numbers, in the order of the arms."""
        return [ast.literal_eval(r.limit) for r in self.rungs]

    @property
    def rises(self) -> bool:
        """Whether the arms go from the lowest values to the highest."""
        return self.rungs[0].op in (ast.Lt, ast.LtE)

    @property
    def never_reached(self) -> Rung | None:
        """An arm that an earlier one leaves nothing for."""
        for before, rung in zip(self.rungs, self.rungs[1:], strict=False):
            low, high = ast.literal_eval(before.limit), ast.literal_eval(rung.limit)
            if (high <= low) if self.rises else (high >= low):
                return rung
        return None


def ladders_of(function: FunctionNode) -> Iterator[Ladder]:
    """All ladders of a function itself."""
    yield from _in_block(function.body)


def _in_block(block: list[ast.stmt]) -> Iterator[Ladder]:
    index = 0
    while index < len(block):
        found = _ladder(block, index)
        if found is not None:
            yield found
        statement = block[index]
        index += len(found.statements) if found is not None else 1
        if found is None and not isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
            for part in ("body", "orelse", "finalbody"):
                inner = getattr(statement, part, [])
                if inner and isinstance(inner[0], ast.stmt):
                    yield from _in_block(inner)
            for child in [*getattr(statement, "handlers", []), *getattr(statement, "cases", [])]:
                yield from _in_block(child.body)


def _ladder(block: list[ast.stmt], index: int) -> Ladder | None:
    rungs: list[Rung] = []
    statements: list[ast.stmt] = []
    subject: ast.expr | None = None
    for statement in block[index:]:
        node: ast.stmt | None = statement if isinstance(statement, ast.If) else None
        start = len(rungs)
        while isinstance(node, ast.If):
            tested = _compared(node.test)
            if tested is None or (subject is not None and ast.dump(tested[0]) != ast.dump(subject)):
                return None if start < len(rungs) else _closed(subject, rungs, statements, block, index)
            subject = tested[0]
            rungs.append(Rung(tested[1], tested[2], node.body, node.lineno))
            chained = len(node.orelse) == 1 and isinstance(node.orelse[0], ast.If) and node.orelse[0].col_offset == node.col_offset
            if not chained and node.orelse:
                return _made(subject, rungs, node.orelse, (*statements, statement))
            node = node.orelse[0] if chained else None
        if len(rungs) == start:
            break
        statements.append(statement)
        if not all(isinstance(r.body[-1], ast.Return | ast.Raise) for r in rungs[start:]):
            return None
    return _closed(subject, rungs, statements, block, index)


def _closed(subject: ast.expr | None, rungs: list[Rung], statements: list[ast.stmt], block: list[ast.stmt], index: int) -> Ladder | None:
    """A ladder of ifs that leave, with the one statement behind them for the rest."""
    rest = block[index + len(statements) :]
    if subject is None or not statements or len(rest) != 1:
        return None
    return _made(subject, rungs, rest, (*statements, rest[0]))


def _made(subject: ast.expr, rungs: list[Rung], otherwise: list[ast.stmt], statements: tuple[ast.stmt, ...]) -> Ladder | None:
    one_way = len({r.op in (ast.Lt, ast.LtE) for r in rungs}) == 1
    return Ladder(subject, tuple(rungs), otherwise, statements) if one_way else None


def _compared(test: ast.expr) -> tuple[ast.expr, type[ast.cmpop], ast.expr] | None:
    """The subject, how it is compared, and the limit."""
    if not isinstance(test, ast.Compare) or len(test.ops) != 1 or type(test.ops[0]) not in _TURNED:
        return None
    left, op, right = test.left, type(test.ops[0]), test.comparators[0]
    if isinstance(left, _SUBJECTS) and is_limit(right):
        return left, op, right
    if isinstance(right, _SUBJECTS) and is_limit(left):
        return right, _TURNED[op], left
    return None


def is_limit(node: ast.expr) -> bool:
    """Whether an expression is a number."""
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.USub):
        node = node.operand
    return isinstance(node, ast.Constant) and type(node.value) in (int, float)
