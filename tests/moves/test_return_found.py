"""return-found: the forms and traps that its examples do not show."""

from __future__ import annotations

import pytest


from .harness import check

CASES = [
    (
        "r = None\nfor x in a:\n    if x.b == n:\n        log(x)\n        r = x\n        break\nif r is not None:\n    return r\nlog(1)\n",
        "for x in a:\n    if x.b == n:\n        log(x)\n        return x\nlog(1)\n",
    ),
    (
        "# the first\nr = None\nwhile a:\n    x = a.pop()\n    if x.b:\n        r = x\n        break\n    elif x.n:\n        break\n    else:\n        r = [x]\n        break\nif r is not None:\n    return r\nreturn 3\n",
        "# the first\nwhile a:\n    x = a.pop()\n    if x.b:\n        return x\n    elif x.n:\n        break\n    else:\n        return [x]\nreturn 3\n",
    ),
]
LOOP = "r = None\nfor x in a:\n    if x.b == n:\n        r = x\n        break\n"
STAYS = [
    LOOP + "if r:\n    return r\nreturn 3\n",  # it may be empty
    LOOP + "if r is not None:\n    return r, n\nreturn 3\n",
    LOOP + "if r is not None:\n    return r\nelse:\n    log(1)\nreturn 3\n",
    LOOP + "else:\n    log(2)\nif r is not None:\n    return r\nreturn 3\n",
    LOOP + "log(r)\nif r is not None:\n    return r\nreturn 3\n",
    LOOP.replace("None", "b") + "if r is not None:\n    return r\nreturn 3\n",
    LOOP.replace("        break\n", "") + "if r is not None:\n    return r\nreturn 3\n",  # the last
    LOOP.replace("r = x\n", "r = x\n        log(r)\n") + "if r is not None:\n    return r\n",
    LOOP.replace("x.b == n", "x.b == n and r is None") + "if r is not None:\n    return r\n",
    "r = None\nfor y in b:\n    for x in y:\n        if x == n:\n            r = x\n            break\nif r is not None:\n    return r\n",
    "r = None\nfor x in a:\n    try:\n        r = x.b\n        break\n    except OSError:\n        log(1)\nif r is not None:\n    return r\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """Each find is handed back at once."""
    check("return-found", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """Other checks, other ways to set the name, and loops inside of others."""
    check("return-found", body, "")
