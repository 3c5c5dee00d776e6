"""unnest-choices: the forms and traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    ("return 1 if a else 2 if b else 3\n", "if a:\n    return 1\nif b:\n    return 2\nreturn 3\n"),
    (
        "# the first\nreturn (1 if b else 2) if a else 3\n",
        "# the first\nif a:\n    if b:\n        return 1\n    return 2\nreturn 3\n",
    ),
    (
        "n.b = 1 if a else (2 if b else 3)\nlog(n)\n",
        "if a:\n    n.b = 1\nelif b:\n    n.b = 2\nelse:\n    n.b = 3\nlog(n)\n",
    ),
    (
        "x = 1 if (y := a) else 2 if y is None else y\nreturn x\n",
        "if (y := a):\n    x = 1\nelif y is None:\n    x = 2\nelse:\n    x = y\nreturn x\n",
    ),
    (
        "return (\n    1\n    if a\n    else 2 if b else 3\n)\n",
        "if a:\n    return 1\nif b:\n    return 2\nreturn 3\n",
    ),
]
STAYS = [
    "return 1 if a else 2\n",
    "return log(1 if a else 2 if b else 3)\n",
    "x = y = 1 if a else 2 if b else 3\nreturn x, y\n",
    "x, y = a if b else b if n else n\nreturn x\n",
    "n[log(1)] = 1 if a else 2 if b else 3\n",
    "n.b = 1 if (n := a) else 2 if b else 3\n",
    "x = [1 if y else 2 if b else 3 for y in a]\nreturn x\n",
    "x = 1 if a else 2 if b else 3  # as in the book\nreturn x\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """Each value gets an arm, and the judge agrees."""
    check("unnest-choices", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """One choice alone, one inside of something else, and targets that do something."""
    check("unnest-choices", body, "")
