"""merge-guards: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    (
        "if n < 0:\n    return\nif n > 9:\n    return\nlog(n)\n",
        "if n < 0 or n > 9:\n    return\nlog(n)\n",
    ),
    (
        "if a and n < 0:\n    raise ValueError(n)\nif a:\n    raise ValueError(n)\nlog(n)\n",
        "\n",
    ),
    (
        "if not a.x:\n    return 1\n\nif not a.y:\n    return 1\nreturn 2\n",
        "if not a.x or not a.y:\n    return 1\nreturn 2\n",
    ),
    (
        "b = 0\nif a.x:\n    b = 1\nif a.y > 9:\n    b = 1\nreturn b\n",
        "b = 0\nif a.x or a.y > 9:\n    b = 1\nreturn b\n",
    ),
    (
        "for x in a:\n    if x == 1:\n        continue\n    if x == 2:\n        continue\n    log(x)\n",
        "for x in a:\n    if x == 1 or x == 2:\n        continue\n    log(x)\n",
    ),
]
STAYS = [
    "if a is None:\n    return 0\nif a == 0:\n    return 0\nlog(a)\n",
    "if n < 0:\n    return 1\nif n > 9:\n    return 2\nlog(n)\n",
    "if n < 0:\n    return 1\nlog(n)\nif n > 9:\n    return 1\n",
    "if n < 0:\n    log(n)\nif n > 9:\n    log(n)\n",
    "if n < 0:\n    n = 1\n    return n\nif n > 9:\n    n = 1\n    return n\n",
    # the second asks for what the first one sets, or there is another way
    "if a:\n    n = 1\nif n > 9:\n    n = 1\nreturn n\n",
    "if a:\n    n = 1\nif b:\n    n = 1\nelse:\n    n = 2\nreturn n\n",
    "if a:\n    n = b\nif m:\n    n = b\nreturn n\n",
    "if a:\n    n = 1\nif b:\n    n = True\nreturn n\n",
    "if a:\n    return 1\nif b:\n    return 1\nreturn 2\n",
    "if isinstance(a, int):\n    return 1\nif a > 3:\n    return 1\nreturn 2\n",
    "if n < 0:\n    return 1\nelif m:\n    return 3\nif n > 9:\n    return 1\nreturn 2\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """Neighbours that ask alike and leave alike become one."""
    check("merge-guards", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """Checks that mean different things, or do something, stay apart."""
    check("merge-guards", body, "")
