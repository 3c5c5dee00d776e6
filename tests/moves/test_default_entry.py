"""default-entry: the forms and traps that its examples do not show."""

from __future__ import annotations

import textwrap
from pathlib import Path

import pytest

import dreck

from .harness import look, named

CASES = [
    ("if k in d:\n    x = d[k]\nelse:\n    x = 3\nreturn x\n", "x = d.get(k, 3)\nreturn x\n"),
    ("if k not in d:\n    return None\nreturn d[k]\n", "return d.get(k)\n"),
    ("if k not in d:\n    d[k] = 0\nreturn d\n", "d.setdefault(k, 0)\nreturn d\n"),
    (
        "# one for each\nif k not in d:\n    d[k] = {}\nd[k][n] = m\nreturn d\n",
        "# one for each\nd.setdefault(k, {})[n] = m\nreturn d\n",
    ),
    (
        "if k not in d:\n    d[k] = []\nx = d[k]\nx.append(n)\nreturn d\n",
        "x = d.setdefault(k, [])\nx.append(n)\nreturn d\n",
    ),
    (
        "if k not in d:\n    d[k] = []\n# and now\nd[k].append(n)  # once\nreturn d\n",
        "d.setdefault(k, [])\n# and now\nd[k].append(n)  # once\nreturn d\n",
    ),
    # what is put in and another entry that is used
    (
        "if k not in d:\n    d[k] = []\nd[n].append(m)\nreturn d\n",
        "d.setdefault(k, [])\nd[n].append(m)\nreturn d\n",
    ),
]
# What the judge cannot prove yet: the list is made with its first element, or gets it.
TESTED = [
    (
        "if k not in d:\n    d[k] = [m]\nelse:\n    d[k].append(m)\nreturn d\n",
        "d.setdefault(k, []).append(m)\nreturn d\n",
    ),
    (
        "if k in d:\n    d[k].add(m)\nelse:\n    d[k] = {m}\nreturn d\n",
        "d.setdefault(k, set()).add(m)\nreturn d\n",
    ),
    # and a sum would be put in before what is added is worked out
    (
        "if k not in d:\n    d[k] = 0\nd[k] += m\nreturn d\n",
        "d[k] = d.get(k, 0) + m\nreturn d\n",
    ),
    (
        "if k in d:\n    d[k] += 1\nelse:\n    d[k] = 1\nreturn d\n",
        "d[k] = d.get(k, 0) + 1\nreturn d\n",
    ),
    (
        "m = len(k)\nif k not in d:\n    d[k] = m\nelse:\n    d[k] = d[k] + m\nreturn d\n",
        "m = len(k)\nd[k] = d.get(k, 0) + m\nreturn d\n",
    ),
    (
        "if k not in d:\n    d[k] = 0\nd[k] = d[k] - (m if log else 1)\nreturn d\n",
        "d[k] = d.get(k, 0) - (m if log else 1)\nreturn d\n",
    ),
    (
        "if k not in d:\n    d[k] = 0\nd[k] += d[m]\nreturn d\n",
        "d.setdefault(k, 0)\nd[k] += d[m]\nreturn d\n",
    ),
    (
        "if k not in d:\n    d[k] = 0\nd[m] += 1\nreturn d\n",
        "d.setdefault(k, 0)\nd[m] += 1\nreturn d\n",
    ),
]
STAYS = [
    # what is added may be no number, or is another one, or is taken away
    "if k in d:\n    d[k] += m\nelse:\n    d[k] = m\nreturn d\n",
    "if k in d:\n    d[k] += 1\nelse:\n    d[k] = 2\nreturn d\n",
    "if k in d:\n    d[k] -= 1\nelse:\n    d[k] = 1\nreturn d\n",
    "m = len(k)\nm = n\nif k in d:\n    d[k] += m\nelse:\n    d[k] = m\nreturn d\n",
    "if k in d:\n    d[k] += True\nelse:\n    d[k] = True\nreturn d\n",
    # another key or another dict
    "if k in d:\n    return d[n]\nreturn 3\n",
    "if k in d:\n    return e[k]\nreturn 3\n",
    "if k not in d:\n    d[n] = []\nreturn d\n",
    # more is done, or something else with what is there
    "if k not in d:\n    d[k] = []\n    log(k)\nreturn d\n",
    "if k in d:\n    d[k].append(n)\nelse:\n    d[k] = [m]\nreturn d\n",
    "if k in d:\n    d[k].append(n)\nelse:\n    d[k] = [n, n]\nreturn d\n",
    "if k in d:\n    d[k].add(n)\nelse:\n    d[k] = [n]\nreturn d\n",
    "if k in d:\n    d[k].extend(n)\nelse:\n    d[k] = [n]\nreturn d\n",
    "if k in d:\n    x = d[k]\nelse:\n    y = 3\nreturn d\n",
    # asking does something, or what stands in is worked out
    "if log(k) in d:\n    return d[log(k)]\nreturn 3\n",
    "if k in d:\n    return d[k]\nreturn log(3)\n",
    "if k not in d:\n    d[k] = log(3)\nreturn d\n",
    # a comment would go
    "if k in d:\n    # the last one\n    return d[k]\nreturn 3\n",
]


def whole(body: str) -> str:
    return "def f(d: dict[str, list], e: dict, k: str, n, m, log):\n" + textwrap.indent(
        body, "    "
    )


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """An entry with a default, and the judge agrees."""
    named("default-entry", whole(before), whole(after))


@pytest.mark.parametrize(("before", "after"), TESTED)
def test_what_is_only_tested(before: str, after: str) -> None:
    """A container that is made of its first element gets it instead, in a dict of the function's
    own.
    """
    head = "def f(k, m, log):\n    d = {}\n"
    site = look("default-entry", head + textwrap.indent(before, "    ")).sites[0]
    assert site.whole == head + textwrap.indent(after, "    ")


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """What only looks like an entry with a default stays."""
    named("default-entry", whole(body), "")


@pytest.mark.parametrize(
    ("made", "is_taken"),
    [
        ("d = {}", True),
        ("d: dict = dict()", True),
        ("d = shelf", False),
        ("d = {}\n    d = shelf", False),
        ("d = {}\n    with shelf as d:\n        log(d)", False),
    ],
)
def test_what_is_no_dict_for_sure_is_only_tried_in_a_proof(made: str, is_taken: bool) -> None:
    """Other mappings may lose what is put into a list that they were given."""
    body = "if k not in d:\n    d[k] = [m]\nelse:\n    d[k].append(m)\nreturn d\n"
    text = f"def f(shelf, k, m, log):\n    {made}\n" + textwrap.indent(body, "    ")
    assert bool(look("default-entry", text).sites) is is_taken


@pytest.mark.parametrize(
    ("made", "more", "counts"),
    [
        ("{}", "", True),
        ("{}", "    def tell(self, boat):\n        self.locked[boat.name] = boat\n", False),
        ("other", "", False),
    ],
)
def test_what_an_attribute_counts(made: str, more: str, counts: bool, tmp_path: Path) -> None:
    """Where the class says that it holds whole numbers the judge lets the step pass."""
    path = tmp_path / "book.py"
    arms = "            self.locked[boat.name] += 1\n        else:\n            self.locked[boat.name] = 1\n"
    path.write_text(
        f"class Book:\n    def __init__(self, other):\n        self.locked = {made}\n\n"
        f"    def note(self, boat):\n        if boat.name in self.locked:\n{arms}\n{more}"
    )
    found = dreck.untangle(path, run=False)
    text = "".join(c.text for c in found.changes)
    assert ("self.locked[boat.name] = self.locked.get(boat.name, 0) + 1\n" in text) is counts
