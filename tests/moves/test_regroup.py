"""regroup: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    (
        "if flag:\n    log(1)\nif flag:\n    log(2)\n",
        "if flag:\n    log(1)\n    log(2)\n",
    ),
    (
        "if flag:\n    log(1)\nelse:\n    log(2)\nif not flag:\n    log(3)\n",
        "if flag:\n    log(1)\nelse:\n    log(2)\n    log(3)\n",
    ),
    (
        "if n == 3: log(1)\nif n != 3:\n    # others\n    log(2)\n",
        "if n == 3: log(1)\nelse:\n    # others\n    log(2)\n",
    ),
]
STAYS = [
    "if flag:\n    log(1)\n    flag = False\nif flag:\n    log(2)\n",
    "if a:\n    log(1)\nif a:\n    log(2)\n",
    "if a.x:\n    a.x = 0\nif a.x:\n    log(2)\n",
    "if flag:\n    return 1\nif flag:\n    log(2)\n",
    "if flag:\n    log(1)\nlog(3)\nif flag:\n    log(2)\n",
    "if flag:\n    m = 1\nc = m\nif flag:\n    log(c)\n",
    "if flag:\n    log(1)\nelif a:\n    log(3)\nif flag:\n    log(2)\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """Ifs on the same condition, or its opposite, become one."""
    check("regroup", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """A condition that may have changed, or a statement between that minds, keeps them apart."""
    check("regroup", body, "")
