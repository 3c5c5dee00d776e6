"""use-condition: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    (
        "if n > 3:\n    return True\nelse:\n    return False\n",
        "return n > 3\n",
    ),
    (
        "if n > 3:\n    return False\nreturn True\n",
        "return n <= 3\n",
    ),
    (
        "if a:\n    return True\nreturn False\n",
        "return bool(a)\n",
    ),
    (
        "if a:\n    return False\nreturn True\n",
        "return not a\n",
    ),
    (
        "if a and n > 3:\n    x = False\nelse:\n    x = True\nreturn x\n",
        "x = not a or n <= 3\nreturn x\n",
    ),
    (
        "if isinstance(a, int):\n    return True\nreturn False\n",
        "return isinstance(a, int)\n",
    ),
    (
        "if flag or n == 3:\n    log(True)\nelse:\n    log(False)\n",
        "log(flag or n == 3)\n",
    ),
    (
        "x = True\nif n in (1, 2):\n    x = False\nreturn x\n",
        "x = n not in (1, 2)\nreturn x\n",
    ),
]
STAYS = [
    "if a:\n    return True\nreturn None\n",
    "if a:\n    return True\nlog(1)\nreturn False\n",
    "if a:\n    return 1\nreturn 0\n",
    "if a:\n    x = True\nelse:\n    y = False\n",
    "x = False\nif x:\n    x = True\nreturn x\n",
    "if a:\n    return True\nelif b:\n    return True\nreturn False\n",
    "if a:\n    log(True, True)\nelse:\n    log(False, False)\n",
    "if a:\n    x = True\n",
    "for x in a:\n    if x:\n        return True\nreturn False\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """The condition says itself what the arms said."""
    check("use-condition", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """Other values, other targets, and anything between stay."""
    check("use-condition", body, "")
