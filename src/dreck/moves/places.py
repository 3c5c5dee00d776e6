"""Where moves look: every block of a function, and what happens when control falls off its end."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import Enum
from typing import TypeAlias

import libcst as cst

Statement: TypeAlias = cst.SimpleStatementLine | cst.BaseCompoundStatement


_ARMS = (cst.If, cst.Else, cst.ExceptHandler, cst.MatchCase)


class Ending(Enum):
    """What falling off the end of a block amounts to."""

    RETURN = "return"  # the function ends there: a bare `return` does the same
    CONTINUE = "continue"  # the loop goes on there: `continue` does the same
    GOES_ON = "goes on"  # something else follows


@dataclass(frozen=True, slots=True)
class Place:
    """One block of statements.

    Attributes:
        block: the block itself.
        ending: what falling off its end amounts to.
        trail: the way down to it, as (node, field, index in that field or None).
    """

    block: cst.IndentedBlock
    ending: Ending
    trail: tuple[tuple[cst.CSTNode, str, int | None], ...]

    @property
    def statements(self) -> Sequence[cst.BaseStatement]:
        """The statements of the block."""
        return self.block.body

    @property
    def level(self) -> int:
        """How many levels the statements of the block are indented."""
        return 1 + sum(isinstance(node, cst.IndentedBlock) for node, _, _ in self.trail)

    def without(self, index: int) -> list[cst.BaseStatement]:
        """The statements less one."""
        return [s for i, s in enumerate(self.statements) if i != index]

    def exchanged(
        self, index: int, *new: cst.BaseStatement, until: int | None = None
    ) -> cst.IndentedBlock:
        """The block with other statements in place of one, or of those from ``index`` up to
        ``until``.
        """
        after = index + 1 if until is None else until
        return self.block.with_changes(
            body=[*self.statements[:index], *new, *self.statements[after:]]
        )

    @property
    def in_arm(self) -> bool:
        """Whether the block is one alternative among others of its function's or loop's body."""
        return any(isinstance(n, _ARMS) for n in self._owners())

    @property
    def in_protection(self) -> bool:
        """Whether a try or with stands around the block inside its function's or loop's body."""
        return any(isinstance(n, cst.Try | cst.With) for n in self._owners())

    def _owners(self) -> Iterator[cst.CSTNode]:
        for node, _, _ in reversed(self.trail):
            if isinstance(node, cst.For | cst.While | cst.FunctionDef):
                return
            yield node

    def replaced(self, block: cst.IndentedBlock) -> cst.Module:
        """The whole tree with another block in this place."""
        node: cst.CSTNode = block
        for parent, field, index in reversed(self.trail):
            value: object = node
            if index is not None:
                items = list(getattr(parent, field))
                items[index] = node
                value = items
            node = parent.with_changes(**{field: value})
        assert isinstance(node, cst.Module)
        return node


def function_in(module: cst.Module) -> cst.FunctionDef:
    """The function of a region's tree."""
    return _descend(module)[0]


def function_of(place: Place) -> cst.FunctionDef:
    """The function that a place lies in."""
    return next(node for node, _, _ in place.trail if isinstance(node, cst.FunctionDef))


def _descend(
    module: cst.Module,
) -> tuple[cst.FunctionDef, tuple[tuple[cst.CSTNode, str, int | None], ...]]:
    node: cst.CSTNode = module.body[0]
    trail: list[tuple[cst.CSTNode, str, int | None]] = [(module, "body", 0)]
    while not isinstance(node, cst.FunctionDef):
        assert isinstance(node, cst.If) and isinstance(node.body, cst.IndentedBlock)
        trail += [(node, "body", None), (node.body, "body", 0)]
        node = node.body.body[0]
    return node, tuple(trail)


def places(module: cst.Module) -> Iterator[Place]:
    """All blocks of the function in a region's tree, outer ones first; nested functions apart."""
    function, trail = _descend(module)
    yield from _suite(function.body, Ending.RETURN, (*trail, (function, "body", None)))


_Trail: TypeAlias = tuple[tuple[cst.CSTNode, str, int | None], ...]


def _suite(suite: cst.BaseSuite, ending: Ending, trail: _Trail) -> Iterator[Place]:
    if not isinstance(suite, cst.IndentedBlock):
        return
    yield Place(suite, ending, trail)
    last = len(suite.body) - 1
    for index, statement in enumerate(suite.body):
        inner = ending if index == last else Ending.GOES_ON
        yield from _inside(statement, inner, (*trail, (suite, "body", index)))


def _inside(node: cst.CSTNode, ending: Ending, trail: _Trail) -> Iterator[Place]:
    """The blocks of one compound statement, which itself ends as ``ending`` says."""

    def arm(
        child: cst.CSTNode, field: str, how: Ending, index: int | None = None
    ) -> Iterator[Place]:
        step = (*trail, (node, field, index))
        if isinstance(child, cst.BaseSuite):
            return _suite(child, how, step)
        return _inside(child, how, step)

    if isinstance(node, cst.If):
        yield from arm(node.body, "body", ending)
        if node.orelse is not None:
            yield from arm(node.orelse, "orelse", ending)
    elif isinstance(node, cst.Else | cst.Finally | cst.With | cst.ExceptHandler | cst.MatchCase):
        yield from arm(node.body, "body", ending)
    elif isinstance(node, cst.For | cst.While):
        yield from arm(node.body, "body", Ending.CONTINUE)
        if node.orelse is not None:
            yield from arm(node.orelse, "orelse", ending)
    elif isinstance(node, cst.Try):
        yield from _try(node, ending, arm)
    elif isinstance(node, cst.Match):
        for index, case in enumerate(node.cases):
            yield from arm(case, "cases", ending, index)


def _try(node: cst.Try, ending: Ending, arm: object) -> Iterator[Place]:
    assert callable(arm)
    # Leaving the body early would skip the `else`.
    yield from arm(node.body, "body", Ending.GOES_ON if node.orelse else ending)
    for index, handler in enumerate(node.handlers):
        yield from arm(handler, "handlers", ending, index)
    if node.orelse is not None:
        yield from arm(node.orelse, "orelse", ending)
    if node.finalbody is not None:
        # Leaving a `finally` early would swallow an exception on its way.
        yield from arm(node.finalbody, "finalbody", Ending.GOES_ON)
