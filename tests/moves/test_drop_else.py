"""drop-else: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check, look, only


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


CASES = [
    (
        "try:\n    x = log(n)\nexcept ValueError:\n    return 0\nelse:\n    log(x)\n    return x\n",
        "try:\n    x = log(n)\nexcept ValueError:\n    return 0\nlog(x)\nreturn x\n",
    ),
    (
        "if a:\n    return 1\nelif b:\n    log(1)\nreturn 2\n",
        "if a:\n    return 1\nif b:\n    log(1)\nreturn 2\n",
    ),
]
STAYS = [
    "try:\n    x = log(n)\nexcept ValueError:\n    x = 0\nelse:\n    log(x)\nreturn n\n",
    "try:\n    x = log(n)\nexcept ValueError:\n    return 0\nelse:\n    log(x)\nfinally:\n    log(2)\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """What comes after arms or handlers that leave needs no else."""
    check("drop-else", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """An else behind handlers that go on, or before a finally, stays."""
    check("drop-else", body, "")


def test_a_row_of_checks_is_one_row() -> None:
    """Where the else goes on with checks that leave, the elifs before it are such checks too."""
    head = "def f(a, b, c, d):\n    if a:\n        return 1\n"
    text = (
        head
        + "    elif (b\n          and c):\n        return 2\n    # then\n    elif c:\n        return 3\n"
        + "    else:\n        if d:\n            return 4\n        d.go()\n        return 5\n"
    )
    expected = (
        head
        + "    if (b\n        and c):\n        return 2\n    # then\n    if c:\n        return 3\n"
        + "    if d:\n        return 4\n    d.go()\n    return 5\n"
    )
    assert expected in [s.whole for s in look("drop-else", text).sites]
