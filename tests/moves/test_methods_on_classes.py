"""methods-on-classes: what examples cannot say."""

from __future__ import annotations

import pytest

from .harness import look
from .test_all_moves import verdict


def test_work_before_the_chain() -> None:
    """Locals that the arms use are handed in; what stands around the chain stays; empty classes
    open up.
    """
    text = "def fee(v):\n    x = 1\n    if isinstance(v, A):\n        return x\n    if isinstance(v, B):\n        return v.b\n    return 0\n\n\nclass A: ...\n\n\nclass B:\n    b = 3\n"
    (site,) = look("methods-on-classes", text).sites
    assert site.whole == (
        "def fee(v):\n    x = 1\n    if isinstance(v, (A, B)):\n        return v.fee(x)\n    return 0\n\n\n"
        "class A:\n    def fee(self, x):\n        return x\n\n\nclass B:\n    b = 3\n\n    def fee(self, x):\n        return self.b\n"
    )


def test_arms_that_give_nothing_back() -> None:
    """They become methods that are just called; an else stays one."""
    text = "def stop(v, n):\n    if isinstance(v, A):\n        v.wait(n)\n        v.rest()\n    elif isinstance(v, B):\n        v.wait(2)\n    else:\n        n.log(v)\n    n.end()\n\n\nclass A: ...\n\n\nclass B: ...\n"
    (site,) = look("methods-on-classes", text).sites
    assert (
        "    if isinstance(v, (A, B)):\n        v.stop(n)\n    else:\n        n.log(v)\n    n.end()\n"
        in site.whole
    )
    assert (
        "class B:\n    def stop(self, n):\n        self.wait(2)\n" in site.whole
        and verdict(text, site.whole).value == "proved-under"
    )


@pytest.mark.parametrize(
    "chain",
    [
        "if isinstance(v, A):\n        x = y = 1\n    elif isinstance(v, B):\n        x = 2\n    return x, y",  # two names
        "for w in v:\n        if isinstance(w, A):\n            break\n        elif isinstance(w, B):\n            v.b()",
        "if isinstance(v, A):\n        return 1\n    if isinstance(w, B):\n        return 2",  # two subjects
        "if isinstance(v, A):\n        return 1\n    if isinstance(v, int):\n        return 2",  # a class of others
        "if isinstance(v, A):\n        return 1\n    if isinstance(v, A):\n        return 2",
    ],
)
def test_left_alone(chain: str) -> None:
    """What is no chain over classes of the module."""
    assert not look(
        "methods-on-classes", f"def fee(v, w):\n    {chain}\n\n\nclass A: ...\n\n\nclass B: ...\n"
    ).sites


@pytest.mark.parametrize(
    ("body", "fits"),
    [
        ("return 3 * v.a", True),
        ("return 3", True),
        ("v.a()\n        v.b()\n        v.c()\n        return 3", False),
    ],
)
def test_an_arm_for_several_classes(body: str, fits: bool) -> None:
    """Each of them gets it, if it is short."""
    text = f"def fee(v):\n    if isinstance(v, (A, B)):\n        {body}\n    elif isinstance(v, C):\n        return 7\n    return 0\n\n\nclass A: ...\n\n\nclass B: ...\n\n\nclass C: ...\n"
    sites = look("methods-on-classes", text).sites
    assert bool(sites) is fits
    for site in sites:
        assert (
            "    if isinstance(v, (A, B, C)):\n        return v.fee" in site.whole
            and verdict(text, site.whole).value == "proved-under"
        ), site.whole
