"""drop-noop: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import look, only


@pytest.mark.parametrize(
    ("before", "after"),
    [
        (
            "for x in a:\n        if x:\n            b.go()\n            continue\n",
            "for x in a:\n        if x:\n            b.go()\n",
        ),
        ("if a:\n        b.go()\n        pass\n", "if a:\n        b.go()\n"),
        ("if a:\n        b.go()\n    else:\n        return\n", "if a:\n        b.go()\n"),
        ("if a < 1: pass\n    else: b.go()\n", "if a >= 1: b.go()\n"),
        (
            "for x in a:\n        if x:\n            b.go()\n        elif b:\n            a.go()\n"
            "        elif c:\n            c.go()\n        else:\n            continue\n",
            "for x in a:\n        if x:\n            b.go()\n        elif b:\n            a.go()\n"
            "        elif c:\n            c.go()\n",
        ),
    ],
)
def test_what_goes(before: str, after: str) -> None:
    """Spare jumps, passes and arms go."""
    assert only("drop-noop", f"def f(a, b):\n    {before}") == f"def f(a, b):\n    {after}"


@pytest.mark.parametrize(
    "body",
    [
        "return None\n",  # says more than falling off the end
        "for x in a:\n        continue\n",  # the only statement
        '"""Doc."""\n    pass\n',  # marks an empty body
        "for x in a:\n        if x:\n            continue\n        b.go()\n",  # jumps over something
        "for x in a:\n        try:\n            b.go()\n            continue\n        finally:\n            b.end()\n        b.go()\n",
        "try:\n        b.go()\n        return\n    except E:\n        pass\n    else:\n        b.end()\n",  # skips the else
        "try:\n        b.go()\n    finally:\n        b.end()\n        return\n",  # swallows an exception
        "while a:\n        for x in b:\n            b.go()\n            break\n",
        "if a:\n        pass\n    elif b:\n        b.go()\n",
        # others are gone through behind it
        "for x in a:\n        if x:\n            b.go()\n        elif b:\n            a.go()\n"
        "        else:\n            continue\n        b.end()\n",
        "if a:\n        b.go()\n    elif b:\n        a.go()\n    else:  # nobody waits\n        pass\n",
    ],
)
def test_what_stays(body: str) -> None:
    """Whatever does something, or says something, stays."""
    assert not look("drop-noop", f"def f(a, b):\n    {body}").sites


def test_a_continue_in_a_try_that_ends_a_loop_body() -> None:
    """Falling off the end of the try leads to the same place."""
    text = "def f(a, b):\n    for x in a:\n        try:\n            b.go()\n            continue\n        except E:\n            b.end()\n"
    assert "continue" not in only("drop-noop", text)
