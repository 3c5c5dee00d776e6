"""The arms of an if chain, and whether two pieces of code are the same."""

from __future__ import annotations

import ast
import functools
from collections.abc import Sequence
from dataclasses import dataclass

import libcst as cst

from ..logic.conditions import constant, text_of
from ..logic.walk import has_comments
from .blocks import comments_in, spaced_test


@dataclass(frozen=True, slots=True)
class Arm:
    """One alternative: its condition (None for an else), its body, and the node it came from."""

    test: cst.BaseExpression | None
    body: cst.BaseSuite
    node: cst.If | cst.Else


def arms_of(node: cst.If) -> list[Arm]:
    """The arms of an if, its elifs and its else, in order."""
    found: list[Arm] = []
    rest: cst.If | cst.Else | None = node
    while rest is not None:
        if isinstance(rest, cst.Else):
            return [*found, Arm(None, rest.body, rest)]
        found.append(Arm(rest.test, rest.body, rest))
        rest = rest.orelse
    return found


def chain_of(arms: Sequence[Arm]) -> cst.If:
    """An if chain of some arms; each keeps the comments and the spelling of its node."""
    rest: cst.If | cst.Else | None = None
    for arm in reversed(arms):
        if arm.test is None:
            rest = (
                arm.node.with_changes(body=arm.body)
                if isinstance(arm.node, cst.Else)
                else cst.Else(arm.body)
            )
            continue
        head = (
            arm.node
            if isinstance(arm.node, cst.If)
            else cst.If(arm.test, arm.body, leading_lines=arm.node.leading_lines)
        )
        spaced = head if head.test is arm.test else spaced_test(head, arm.test)
        rest = spaced.with_changes(body=arm.body, orelse=rest)
    assert isinstance(rest, cst.If)
    return rest


def is_complete(arms: Sequence[Arm]) -> bool:
    """Whether one of the arms is always taken."""
    return arms[-1].test is None


def only_statement(suite: cst.BaseSuite) -> cst.BaseSmallStatement | None:
    """The one simple statement that a suite consists of, if it has no comment and nothing else."""
    small = only_line(suite)
    return None if small is None or has_comments(suite) else small


def only_line(suite: cst.BaseSuite) -> cst.BaseSmallStatement | None:
    """The one simple statement that a suite consists of, comments or not."""
    if isinstance(suite, cst.SimpleStatementSuite):
        return suite.body[0] if len(suite.body) == 1 else None
    if len(suite.body) != 1:
        return None
    return single(suite.body[0])


def single(statement: cst.CSTNode) -> cst.BaseSmallStatement | None:
    """The simple statement on a line of its own, or None."""
    if isinstance(statement, cst.SimpleStatementLine) and len(statement.body) == 1:
        return statement.body[0]
    return None


def constant_given(statement: cst.CSTNode) -> tuple[str, cst.BaseExpression | None]:
    """The name and the constant of a statement that gives a name one, or nothing."""
    small = single(statement)
    if not isinstance(small, cst.Assign) or len(small.targets) != 1:
        return "", None
    target = small.targets[0].target
    if not isinstance(target, cst.Name) or constant(small.value) is None:
        return "", None
    return target.value, small.value


def same_code(left: cst.CSTNode, right: cst.CSTNode) -> bool:
    """Whether two statements, suites or expressions mean the same text: blanks and comments
    aside.
    """
    return meaning(left) == meaning(right)


def meaning(node: cst.CSTNode) -> str:
    """What is left of a node's text without blanks, comments and spare parentheses."""
    if isinstance(node, cst.SimpleStatementSuite):
        node = cst.IndentedBlock([cst.SimpleStatementLine(node.body)])
    if isinstance(node, cst.IndentedBlock):
        return _dumped(cst.Module([]).code_for_node(cst.If(cst.Name("_"), node)))
    if isinstance(node, cst.BaseExpression):
        return _dumped(f"({text_of(node)}\n)")
    return _dumped(f"async def _():\n while _:\n{_indented(text_of(node))}")


def _indented(text: str) -> str:
    return "".join(f"  {line}\n" for line in text.splitlines())


@functools.lru_cache(maxsize=4096)
def _dumped(text: str) -> str:
    try:
        return ast.dump(ast.parse(text))
    except SyntaxError:
        return text


def lead_comments(statement: cst.CSTNode) -> list[cst.EmptyLine]:
    """The comment lines above a statement."""
    return comments_in(getattr(statement, "leading_lines", ()))
