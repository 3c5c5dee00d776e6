"""drop-else: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import look, only


@pytest.mark.parametrize(
    "leave",
    [
        "return",
        "raise E",
        "return a",
        "if b:\n            return 1\n        else:\n            raise E",
    ],
)
def test_ways_to_leave(leave: str) -> None:
    """Every arm that always leaves makes its else superfluous."""
    text = f"def f(a, b):\n    if a:\n        {leave}\n    else:\n        b.go()\n"
    assert only("drop-else", text).endswith("    b.go()\n")
    assert "    else:\n        b" not in only("drop-else", text)


@pytest.mark.parametrize(
    "arm",
    [
        "b.stop()",
        "with b:\n            return 1",
        "while True:\n            b.go()",
        "try:\n            return b\n        except E:\n            pass",
        "if b:\n            return 1",
        "for x in b:\n            return x",
        "assert b",
    ],
)
def test_arms_that_may_go_on(arm: str) -> None:
    """An arm that may fall off its end keeps its else."""
    text = f"def f(a, b):\n    if a:\n        {arm}\n    else:\n        b.go()\n        b.go()\n        b.go()\n"
    assert not look("drop-else", text).sites


@pytest.mark.parametrize("jump", ["continue", "break"])
def test_jumps(jump: str) -> None:
    """In loops, continue and break leave as well."""
    text = f"def f(a, b):\n    for x in a:\n        if x:\n            {jump}\n        else:\n            b.go()\n        b.end()\n"
    assert only("drop-else", text).endswith(
        f"            {jump}\n        b.go()\n        b.end()\n"
    )


def test_one_line_else() -> None:
    """A one-line else becomes a line of its own, with its comment and semicolons."""
    text = "def f(a, b):\n    if a: return 1\n    else: b.go(); b.end()  # done\n"
    assert (
        only("drop-else", text) == "def f(a, b):\n    if a: return 1\n    b.go(); b.end()  # done\n"
    )


def test_the_exceptional_else_is_left_to_guard_clause() -> None:
    """Where the else is the short way out, dropping it would keep the pyramid."""
    text = "def f(a, b):\n    if a:\n        b.one()\n        b.two()\n        return b.three()\n    else:\n        raise E\n"
    assert not look("drop-else", text).sites and look("guard-clause", text).sites
