"""Names that count the rounds of a loop by hand."""

from __future__ import annotations

import libcst as cst

from ..logic.conditions import constant, text_of
from ..logic.walk import walk
from .arms import single


def counter_of(statement: cst.BaseStatement) -> tuple[str, int]:
    """The name and the value of ``name = 0``."""
    small = single(statement)
    if not isinstance(small, cst.Assign) or len(small.targets) != 1:
        return "", 0
    target, value = small.targets[0].target, constant(small.value)
    number = value[0] if value is not None else None
    plain = (
        isinstance(target, cst.Name) and isinstance(number, int) and not isinstance(number, bool)
    )
    if not plain or statement.trailing_whitespace.comment is not None:  # type: ignore[attr-defined]
        return "", 0
    assert isinstance(target, cst.Name) and isinstance(number, int)
    return target.value, number


def raises_by_one(statement: cst.BaseStatement, name: str) -> bool:
    """Whether a statement is ``name += 1`` or ``name = name + 1``."""
    small = single(statement)
    if isinstance(small, cst.AugAssign):
        text = text_of(small.value) if isinstance(small.operator, cst.AddAssign) else ""
        return text_of(small.target) == name and text == "1"
    if isinstance(small, cst.Assign) and len(small.targets) == 1:
        return text_of(small.targets[0].target) == name and text_of(small.value) in (
            f"{name} + 1",
            f"1 + {name}",
        )
    return False


def goes_on(statement: cst.CSTNode) -> bool:
    """Whether a round may go on to the next one from inside a statement."""
    inner = {
        id(n)
        for loop in walk(statement)
        if isinstance(loop, cst.For | cst.While)
        for n in walk(loop.body)
    }
    return any(isinstance(n, cst.Continue) and id(n) not in inner for n in walk(statement))
