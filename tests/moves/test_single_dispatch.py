"""single-dispatch: what the example cannot say."""

from __future__ import annotations

import pytest

from dreck.moves.wishes import Wishes

from .harness import look
from .test_all_moves import verdict

HEAD = "from datetime import date, datetime\n\n\ndef shown(value, width=3):\n"
CASES = {
    "a derived class comes first in the chain": (
        "    if isinstance(value, datetime):\n        return 1\n    if isinstance(value, date):\n        return 2\n"
        "    if isinstance(value, str):\n        return width\n",
        "proved-under",
    ),
    "nothing is said of other objects": (
        "    if isinstance(value, int):\n        return 1\n    elif isinstance(value, list):\n        return width + len(value)\n"
        "    elif isinstance(value, str):\n        raise ValueError(value)\n",
        "proved-under",
    ),
    "work before the chain": (
        "    width = width + 1\n    if isinstance(value, int):\n        return width\n    if isinstance(value, (list, tuple)):\n"
        "        return 2\n    if isinstance(value, str):\n        return 3\n    raise LookupError(value)\n",
        "proved-under",
    ),
}


@pytest.mark.parametrize("title", CASES)
def test_what_comes_out_is_the_same(title: str) -> None:
    """The judge agrees."""
    body, wanted = CASES[title]
    sites = look("single-dispatch", HEAD + body).sites
    assert len(sites) == 1
    assert verdict(HEAD + body, sites[0].whole).value == wanted, sites[0].whole


def test_a_name_of_ones_own() -> None:
    """The dispatching function is called as asked."""
    body = CASES["nothing is said of other objects"][0]
    sites = look("single-dispatch", HEAD + body, wishes=Wishes({"_shown_by_type": "_told"})).sites
    assert (
        "return _told(value, width)" in sites[0].whole and "@_told.register(list)" in sites[0].whole
    )


def test_the_subject_must_be_a_parameter_or_local() -> None:
    """A name of the module is left alone."""
    text = "def shown():\n    if isinstance(STATE, int):\n        return 1\n    if isinstance(STATE, str):\n        return 2\n    if isinstance(STATE, list):\n        return 3\n"
    assert not look("single-dispatch", text).sites
