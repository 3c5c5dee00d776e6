"""return-early: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    (
        "r = 0\nif a:\n    r = 1\nreturn r\n",
        "if a:\n    return 1\nreturn 0\n",
    ),
    (
        "if a:\n    r = n\nelif b:\n    r = 2\nelse:\n    log(1)\n    r = m\nreturn r\n",
        "if a:\n    return n\nelif b:\n    return 2\nelse:\n    log(1)\n    return m\n",
    ),
    (
        "log(1)\nr = None\nif a:\n    if b:\n        r = 1\n    else:\n        r = 2\nelse:\n    log(2)\nreturn r\n",
        "log(1)\nif a:\n    if b:\n        return 1\n    else:\n        return 2\nelse:\n    log(2)\n    return None\n",
    ),
    (
        "r = 0\nfor x in a:\n    if x:\n        r = x\n        break\n    log(x)\nreturn r\n",
        "for x in a:\n    if x:\n        return x\n    log(x)\nreturn 0\n",
    ),
    (
        "try:\n    r = log(n)\nexcept ValueError:\n    raise KeyError(n)\nelse:\n    r = 3\nreturn r\n",
        "try:\n    r = log(n)\nexcept ValueError:\n    raise KeyError(n)\nelse:\n    return 3\n",
    ),
    (
        "match n:\n    case 1:\n        r = m\n    case _:\n        r = 0\nreturn r\n",
        "match n:\n    case 1:\n        return m\n    case _:\n        return 0\n",
    ),
    (
        "r = ''\n# which one\nif a: r = s\nelse: r = s + s\nreturn r\n",
        "# which one\nif a: return s\nelse: return s + s\n",
    ),
    (
        "r = 0\nif a:\n    pass\nelse:\n    r = 1\nreturn r\n",
        "if a:\n    return 0\nelse:\n    return 1\n",
    ),
    (
        "r = 0\nfor x in a:\n    if x:\n        r = x\n        break\nelse:\n    r = 7\nreturn r\n",
        "for x in a:\n    if x:\n        return x\nreturn 7\n",
    ),
    (
        "with a:\n    r = log(n)\nreturn r\n",
        "with a:\n    return log(n)\n",
    ),
    (
        "r = 0\ns = ''\nif a:\n    r = 1\n    log(2)\nelse:\n    s = 'no'\nreturn r, s\n",
        "if a:\n    log(2)\n    return 1, ''\nelse:\n    return 0, 'no'\n",
    ),
    (
        "r = 0\nif a:\n    return r\nlog(1)\nr = n\nreturn r\n",
        "r = 0\nif a:\n    return r\nlog(1)\nreturn n\n",
    ),
]
STAYS = [
    "if a:\n    r = 1\nelse:\n    r = 2\nlog(r)\nreturn r\n",
    "r = 0\nif a:\n    r += 1\nelse:\n    r += 2\nreturn r\n",
    "if a:\n    r = 1\nelse:\n    r = 2\nreturn r + 1\n",
    "if a:\n    r, x = a\nelse:\n    r, x = b\nreturn r\n",
    "r = 0\nfor x in a:\n    r = r + x\nreturn r\n",
    "r = 0\nfor x in a:\n    r = x\nreturn r\n",
    "r = 0\nfor x in a:\n    if x:\n        r = x\n    else:\n        r = n\n        break\nreturn r\n",
    "r = 0\nfor x in a:\n    for y in x:\n        if y:\n            r = y\n            break\nreturn r\n",
    "r = 0\ntry:\n    r = log(n)\nfinally:\n    log(r)\nreturn r\n",
    "global r\nif a:\n    r = 1\nelse:\n    r = 2\nreturn r\n",
    "if a:\n    r = 1\nelse:\n    r = 2\nreturn r  # what it costs\n",
    "r = log(n)\nif r is None:\n    r = log(m)\nreturn r\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """Results that arms choose are returned where they are chosen."""
    check("return-early", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """Results that are worked on, shared, or used on the way are left alone."""
    check("return-early", body, "")
