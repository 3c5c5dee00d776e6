"""Questions about blocks of statements, and putting them together without losing a comment."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TypeAlias

import libcst as cst

from ..logic.walk import walk

_LEAVES = (cst.Return, cst.Raise, cst.Continue, cst.Break)
_COMPOUND = (cst.BaseCompoundStatement,)

# Statements, and the comment lines that stand behind them.
Run: TypeAlias = tuple[list[cst.BaseStatement], list[cst.EmptyLine]]

# An arm of more statements than this is no exceptional case that a guard could hold.
MOST_IN_GUARD = 4
# A body of fewer statements than this reads well inside its if.
LEAST_WORK = 3


def simple_statements(suite: cst.BaseSuite) -> Sequence[cst.BaseSmallStatement]:
    """The statements of a one-line suite; none for a block."""
    return suite.body if isinstance(suite, cst.SimpleStatementSuite) else ()


def leaves(suite: cst.BaseSuite) -> bool:
    """Whether control never falls off the end of a suite."""
    if isinstance(suite, cst.SimpleStatementSuite):
        return isinstance(suite.body[-1], _LEAVES)
    return isinstance(suite, cst.IndentedBlock) and statements_leave(suite.body)


def statements_leave(statements: Sequence[cst.BaseStatement]) -> bool:
    """Whether the last of some statements always leaves.

    A ``with`` may swallow an exception and a ``while True`` may break, so only jumps and
    complete ifs count.
    """
    if not statements:
        return False
    last = statements[-1]
    if isinstance(last, cst.SimpleStatementLine):
        return isinstance(last.body[-1], _LEAVES)
    if isinstance(last, cst.If):
        return all_arms_leave(last)
    return False


def all_arms_leave(node: cst.If) -> bool:
    """Whether an if has an else, and control falls off the end of no arm."""
    if not leaves(node.body) or node.orelse is None:
        return False
    return (
        all_arms_leave(node.orelse) if isinstance(node.orelse, cst.If) else leaves(node.orelse.body)
    )


def weight(suite: cst.CSTNode | Sequence[cst.CSTNode]) -> int:
    """How many statements stand in a suite, at any depth; nested functions count as one."""
    if isinstance(suite, Sequence):
        return sum(weight(s) for s in suite)
    if isinstance(suite, cst.SimpleStatementSuite | cst.SimpleStatementLine):
        return sum(not isinstance(s, cst.Pass) for s in suite.body)
    if isinstance(suite, cst.IndentedBlock):
        return weight(suite.body)
    if isinstance(suite, cst.FunctionDef | cst.ClassDef):
        return 1
    inside = (
        getattr(suite, name, None) for name in ("body", "handlers", "orelse", "finalbody", "cases")
    )
    return int(isinstance(suite, _COMPOUND)) + sum(
        weight(part) for part in inside if part is not None
    )


def has_compound(suite: cst.BaseSuite) -> bool:
    """Whether a suite holds any statement with a block of its own."""
    return isinstance(suite, cst.IndentedBlock) and any(
        isinstance(s, _COMPOUND) for s in suite.body
    )


def unwrapped(suite: cst.BaseSuite) -> Run:
    """The statements of a suite, fit to stand in a block, and the comments at its end.

    A comment behind the suite's colon moves above its first statement.
    """
    if isinstance(suite, cst.SimpleStatementSuite):
        line = cst.SimpleStatementLine(suite.body, trailing_whitespace=suite.trailing_whitespace)
        return [line], []
    assert isinstance(suite, cst.IndentedBlock)
    return with_lead(list(suite.body), header_comment(suite)), list(suite.footer)


def header_comment(suite: cst.BaseSuite) -> list[cst.EmptyLine]:
    """The comment behind a block's colon, as a line of its own."""
    comment = suite.header.comment if isinstance(suite, cst.IndentedBlock) else None
    return [] if comment is None else [cst.EmptyLine(comment=comment)]


def with_lead(
    statements: list[cst.BaseStatement], lead: Sequence[cst.EmptyLine]
) -> list[cst.BaseStatement]:
    """The statements with more comment lines above the first."""
    if not lead or not statements:
        return statements
    first = statements[0]
    return [first.with_changes(leading_lines=[*lead, *lead_of(first)]), *statements[1:]]


def lead_of(statement: cst.BaseStatement) -> Sequence[cst.EmptyLine]:
    """The comment and blank lines above a statement."""
    lines: Sequence[cst.EmptyLine] = getattr(statement, "leading_lines", ())
    return lines


def comments_in(lines: Sequence[cst.EmptyLine]) -> list[cst.EmptyLine]:
    """The lines that hold a comment."""
    return [line for line in lines if line.comment is not None]


def joined(block: cst.IndentedBlock, parts: Sequence[Run]) -> cst.IndentedBlock:
    """A block made of runs of statements, each with the comments that stood behind it.

    Comments behind a run go above the next one, or to the end of the block; the block's own
    end comments stay last.
    """
    statements: list[cst.BaseStatement] = []
    waiting: list[cst.EmptyLine] = []
    for run, footer in parts:
        if run:
            statements += with_lead(run, waiting)
            waiting = []
        waiting += footer
    return block.with_changes(body=statements, footer=[*waiting, *block.footer])


def is_exception(arm: cst.BaseSuite, work: cst.BaseSuite) -> bool:
    """Whether one arm is a short way out beside the real work in the other."""
    small = leaves(arm) and not has_compound(arm) and weight(arm) <= MOST_IN_GUARD
    return small and weight(arm) * 2 <= weight(work) and weight(work) >= LEAST_WORK


def spaced_test(node: cst.If, test: cst.BaseExpression) -> cst.If:
    """An if with another condition, with the blank that ``if(...)`` could do without."""
    space = node.whitespace_before_test
    return node.with_changes(
        test=test, whitespace_before_test=cst.SimpleWhitespace(" ") if space.empty else space
    )


def is_guard(node: cst.BaseStatement) -> bool:
    """Whether a statement is a check that only leaves."""
    return isinstance(node, cst.If) and node.orelse is None and leaves(node.body)


def returns_value(function: cst.FunctionDef) -> bool:
    """Whether some return of a function hands out a value."""
    return any(
        isinstance(n, cst.Return) and n.value is not None for n in walk(function.body, inner=False)
    )


def spaced_lead(
    line: cst.SimpleStatementLine, first: cst.BaseStatement, node: cst.If
) -> cst.SimpleStatementLine:
    """A line in place of an if and perhaps the statement before it: blank and comment lines of both
    stay.
    """
    lead = list(lead_of(first))
    if first is not node:
        lead += comments_in(node.leading_lines)
    return line.with_changes(leading_lines=lead)


# Columns of ``if (``: conditions that go on below are often aligned with its parenthesis.
_ALIGNED = 4


def realigned(node: cst.If, by: int) -> cst.If:
    """The if with the further lines of its condition moved, if they were aligned with its ``if
    (``.
    """
    mover = _Mover(by, _ALIGNED if by > 0 else _ALIGNED - by)
    moved = node.test.visit(mover)
    return node.with_changes(test=moved) if isinstance(moved, cst.BaseExpression) else node


class _Mover(cst.CSTTransformer):
    def __init__(self, by: int, column: int) -> None:
        super().__init__()
        self.by, self.column = by, column

    def leave_ParenthesizedWhitespace(
        self, original_node: cst.ParenthesizedWhitespace, updated_node: cst.ParenthesizedWhitespace
    ) -> cst.ParenthesizedWhitespace:
        space = updated_node.last_line.value
        if not updated_node.indent or len(space) != self.column or space.strip(" "):
            return updated_node
        return updated_node.with_changes(
            last_line=cst.SimpleWhitespace(" " * (len(space) + self.by))
        )
