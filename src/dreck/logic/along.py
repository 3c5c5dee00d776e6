"""What is known at a statement because of the conditions on the way to it."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import TypeAlias

import libcst as cst

from .assigned import local_names
from .knowledge import knowledge_of
from .known import Known

# The way down to a block, as (node, field, index in that field or None).
Trail: TypeAlias = Sequence[tuple[cst.CSTNode, str, int | None]]


def known_at(trail: Trail, statements: Sequence[cst.BaseStatement], index: int) -> Known:
    """What holds just before a statement.

    Args:
        trail: the way down to its block.
        statements: the statements of the block.
        index: which of them.
    """
    known = Known()
    for position, (node, field, number) in enumerate(trail):
        if isinstance(node, cst.FunctionDef):
            known = nothing_known(node)
        elif isinstance(node, cst.IndentedBlock):
            known = passed(node.body[: number or 0], known)
        else:
            known = _entered(node, field, number, known, trail[position + 1 :])
    return passed(statements[:index], known)


def nothing_known(function: cst.FunctionDef) -> Known:
    """What is known at the start of a function: which of its names are its own, and what constants
    some of them hold.
    """
    knowledge = knowledge_of(function)
    return Known(local_names(function), knowledge.ordered, held=knowledge.held)


def passed(statements: Iterable[cst.BaseStatement], known: Known) -> Known:
    """What is known behind some statements."""
    for statement in statements:
        known = known.after(statement)
        if isinstance(statement, cst.If) and statement.orelse is None and _leaves(statement.body):
            known = known.learning(statement.test, False)
        elif isinstance(statement, cst.SimpleStatementLine) and isinstance(
            statement.body[0], cst.Assert
        ):
            known = known.learning(statement.body[0].test, True)
    return known


def _entered(node: cst.CSTNode, field: str, number: int | None, known: Known, rest: Trail) -> Known:
    """What is known inside a part of a compound statement."""
    if isinstance(node, cst.If):
        # the value of a walrus, or of a call, is only good until it is asked again
        return known.after(node.test).learning(node.test, field == "body")
    if isinstance(node, cst.For | cst.While):
        inside = known.after(node)
        return (
            inside.learning(node.test, True)
            if isinstance(node, cst.While) and field == "body"
            else inside
        )
    if isinstance(node, cst.Try):
        return known if field == "body" else known.after(node.body)
    if isinstance(node, cst.With):
        return known
    if isinstance(node, cst.Match):
        return known.after(node.subject)
    return known


def _leaves(suite: cst.BaseSuite) -> bool:
    last = suite.body[-1]
    small = last.body[-1] if isinstance(last, cst.SimpleStatementLine) else last
    return isinstance(small, cst.Return | cst.Raise | cst.Continue | cst.Break)
