"""default-of-next: the forms and traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import Found, look

HEAD = "def f(rows: list[int], few: list[int | None], n: int, log):\n"
FIRST = "found = next((x for x in rows if x > n), None)\n"
CASES = [
    (
        f"# the first\n{FIRST}# or else\nif found is None:\n    return 7\nreturn found\n",
        "# the first\n# or else\nreturn next((x for x in rows if x > n), 7)\n",
    ),
    (
        f"{FIRST}if found is None:\n    found = 0\nlog(found)\n",
        "found = next((x for x in rows if x > n), 0)\nlog(found)\n",
    ),
]
STAYS = [
    # what is found may be None
    "found = next((x for x in few if x != n), None)\nif found is None:\n    return 7\nreturn found\n",
    # what is taken does something, or is worked out from what may not be there
    f"{FIRST}if found is None:\n    return log(7)\nreturn found\n",
    f"{FIRST}if found is None:\n    return rows[0]\nreturn found\n",
    # something else is handed back, asked or done
    f"{FIRST}if found is None:\n    return 7\nreturn found + 1\n",
    f"{FIRST}if found is None:\n    log(1)\n    return 7\nreturn found\n",
    f"{FIRST}if not found:\n    return 7\nreturn found\n",
    f"{FIRST}if found is None:\n    return 7\nelse:\n    log(found)\nreturn found\n",
    f"{FIRST}if n is None:\n    return 7\nreturn found\n",
    "found = next((x for x in rows if x > n), 0)\nif found is None:\n    return 7\nreturn found\n",
    f"{FIRST}if found is None:\n    # none of them\n    return 7\nreturn found\n",
    "found = next(log, None)\nif found is None:\n    return 7\nreturn found\n",
]


def looked(body: str) -> Found:
    """What the move says about a body."""
    return look("default-of-next", HEAD + "".join(f"    {b}\n" for b in body.splitlines()))


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """The default stands where it is given."""
    (site,) = looked(before).sites
    assert site.whole == HEAD + "".join(f"    {b}\n" for b in after.splitlines())


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """What is no default, or would be taken for something that was found."""
    assert looked(body).sites == []
