"""hoist-common: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    (
        "if a:\n    log(1)\n    n = 3\nelif b:\n    log(2)\n    n = 3\nelse:\n    log(4)\n    n = 3\nreturn n\n",
        "if a:\n    log(1)\nelif b:\n    log(2)\nelse:\n    log(4)\nn = 3\nreturn n\n",
    ),
    (
        "if flag:\n    log(s)\n    log(1)\nelse:\n    log(s)\n    log(2)\n",
        "log(s)\nif flag:\n    log(1)\nelse:\n    log(2)\n",
    ),
    (
        "# so\nif flag:\n    m = n\n    log(1)\nelse:\n    m = n\n    log(2)\nreturn m\n",
        "# so\nm = n\nif flag:\n    log(1)\nelse:\n    log(2)\nreturn m\n",
    ),
]
STAYS = [
    "if a:\n    log(1)\n    log(3)\nelif b:\n    log(2)\n    log(3)\n",
    "if n > 2:\n    n = log(3)\n    log(1)\nelse:\n    n = log(3)\n    log(2)\n",
    "if a:\n    log(1)\n    return\nelse:\n    log(2)\n    return\n",
    "if a:\n    log(3)\nelse:\n    log(3)\n",
    "if a:\n    log(1)\n    log('x ')\nelse:\n    log(2)\n    log('x')\n",
    "if a:\n    log(1)\n    log(3)\n    # done\nelse:\n    log(2)\n    log(3)\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """What every arm begins or ends with stands once."""
    check("hoist-common", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """An arm less, a condition that minds, bare exits and comments keep it inside."""
    check("hoist-common", body, "")
