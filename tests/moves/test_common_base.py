"""common-base: what examples cannot say."""

from __future__ import annotations

import pytest

from .harness import look, named

TEXT = (
    "from abc import ABC, abstractmethod\n\n\nclass Barge:\n    def fee(self, n): ...\n    def tow(self): ...\n\n\nclass Tug():\n    def tow(self): ...\n    def fee(self, n): ...\n\n\n"
    "def fee(boat, n):\n    if isinstance(boat, (Tug, Barge)):\n        return boat.fee(n)\n\n\ndef late(boats):\n    return not isinstance(boats[0], (Barge, Tug))\n"
)


def test_all_that_ask_for_them() -> None:
    """Every question for just these classes asks for the base class; all that they have in common
    is promised.
    """
    made = (
        TEXT.replace("(Barge, Tug)", "Boat")
        .replace("(Tug, Barge)", "Boat")
        .replace("class Tug()", "class Tug(Boat)")
        .replace("class Barge:", "class Barge(Boat):")
        .replace(
            "class Barge",
            '''class Boat(ABC):
    """What Barge and Tug have in common."""

    @abstractmethod
    def fee(self, n): ...

    @abstractmethod
    def tow(self): ...


class Barge''',
        )
    )
    named("common-base", TEXT, made, subject="fee")
    found = look("common-base", TEXT, subject="fee").sites[0]
    assert "fee, late ask for it" in found.why and "has to have fee, tow" in found.why


@pytest.mark.parametrize(
    ("old", "new"),
    [
        ("def fee(self, n): ...\n    def tow(self)", "def fee(self, n=1): ...\n    def pull(self)"),
        ("class Tug():\n", "class Tug():\n    __slots__ = ()\n"),
        ("(Tug, Barge)", "(Tug, dict)"),
        ("class Barge:", "class Boat: ...\n\n\nclass Barge:"),
    ],
)
def test_left_alone(old: str, new: str) -> None:
    """Where they promise nothing, where a base would change more, where a class is not of this
    module, where the name is taken.
    """
    text = TEXT.replace(old, new, 1)
    assert text != TEXT and not look("common-base", text, subject="fee").sites
