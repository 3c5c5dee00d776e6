"""leave-unset: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    # work in between, an arm that leaves, comments of all three
    (
        "# for the log\nr = None\nlog(n)\nif a:\n    return 1\nelif n > 3:\n    r = [n]\n# too short\nif r is None:\n"
        "    log(0)  # said\n    return 2\nlog(r)\n",
        "# for the log\nlog(n)\nif a:\n    return 1\nelif n > 3:\n    r = [n]\nelse:\n    # too short\n"
        "    log(0)  # said\n    return 2\nlog(r)\n",
    ),
    # an else that goes on
    (
        "r = None\nif a:\n    log(n)\n    r = 'x'\nelse:\n    log(0)\nif r == None:\n    raise KeyError(r)\nlog(r)\n",
        "if a:\n    log(n)\n    r = 'x'\nelse:\n    log(0)\n    raise KeyError(None)\nlog(r)\n",
    ),
    (
        "r = 0\nif a:\n    r = 3 if n else 4\nif not r:\n    return r\nlog(r)\n",
        "if a:\n    r = 3 if n else 4\nelse:\n    return 0\nlog(r)\n",
    ),
    (
        "r = ''\nif a:\n    r = 'x' + s\nif not r:\n    return r\nlog(r)\n",
        "if a:\n    r = 'x' + s\nelse:\n    return ''\nlog(r)\n",
    ),
]
STAYS = [
    # the value may be what is asked for
    "r = None\nif a:\n    r = log(n)\nif r is None:\n    return 1\nlog(r)\n",
    "r = ''\nif a:\n    r = f'{n}'\nif not r:\n    return 1\nlog(r)\n",
    "r = None\nif a:\n    r = 0 if n else None\nif r is None:\n    return 1\nlog(r)\n",
    "r = 0\nif a:\n    r = 0\nif not r:\n    return 1\nlog(r)\n",
    # it is read or changed on the way
    "r = None\nlog(r)\nif a:\n    r = 1\nif r is None:\n    return 1\nlog(r)\n",
    "r = None\nif a:\n    r = 1\n    r = n\nif r is None:\n    return 1\nlog(r)\n",
    "r = None\nif a:\n    r = 1\n    log(r)\nif r is None:\n    return 1\nlog(r)\n",
    "r = None\nif a:\n    if n:\n        r = 1\nif r is None:\n    return 1\nlog(r)\n",
    "r = None\nif a and not r:\n    r = 1\nif r is None:\n    return 1\nlog(r)\n",
    # two ways on which it is unset
    "r = None\nif a:\n    log(n)\nelif n:\n    r = 1\nif r is None:\n    return 1\nlog(r)\n",
    # the check goes on, has an else, or asks for something else
    "r = None\nif a:\n    r = 1\nif r is None:\n    log(n)\nlog(r)\n",
    "r = None\nif a:\n    r = 1\nif r is None:\n    return 1\nelse:\n    log(r)\n",
    "r = None\nif a:\n    r = 1\nif r is not None:\n    return 1\nlog(r)\n",
    "r = 1\nif a:\n    r = 2\nif not r:\n    return 1\nlog(r)\n",
    "r = None\nif a:\n    r = 1\nlog(n)\nif r is None:\n    return 1\nlog(r)\n",
    # what is said of the first value would be lost
    "r = None  # nobody knows\nif a:\n    r = 1\nif r is None:\n    return 1\nlog(r)\n",
    # others see the name
    "r = None\ndef see():\n    return r\nif a:\n    r = 1\nif r is None:\n    return see()\nlog(r)\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """The check becomes the else of the chain, with the constant in place of the name."""
    check("leave-unset", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """Where the check may say yes elsewhere, or the name is needed."""
    check("leave-unset", body, "\n")
