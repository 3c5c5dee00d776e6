"""parameterize-table: what examples cannot say."""

from __future__ import annotations

import pytest

from .harness import look, named

TABLE = "FARES = {{'tug': 1, 'barge': 2}}\n\n\ndef f({old}):\n    return FARES.get(kind, 0)\n"


@pytest.mark.parametrize(
    ("old", "new"),
    [
        ("kind", "kind, *, fares=FARES"),
        ("kind, /", "kind, /, *, fares=FARES"),
        ("kind='tug',", "kind='tug', *, fares=FARES,"),
        ("kind, *rest", "kind, *rest, fares=FARES"),
        ("kind, *, late=(1)", ""),  # a parenthesis behind the last of it
        ("kind, *, late: bool = True", "kind, *, late: bool = True, fares=FARES"),
        ("kind: str, **more", ""),
    ],
)
def test_signatures(old: str, new: str) -> None:
    """The argument stands behind all others, and can only be passed by name."""
    named(
        "parameterize-table",
        TABLE.format(old=old),
        TABLE.format(old=new).replace("FARES.get", "fares.get") if new else "",
    )


def test_a_method_and_a_nested_function() -> None:
    """Everything in the function asks for the argument; a table that is set twice is left alone."""
    text = "LIMITS = [3, 4.5]\n\n\nclass Gauge:\n    def late(self, n: int) -> bool:\n        def above():\n            return n > LIMITS[1]\n        return n > LIMITS[0] or above()\n"
    found = look("parameterize-table", text, subject="Gauge.late").sites[0]
    assert "def late(self, n: int, *, limits: list[float | int] = LIMITS) -> bool:" in found.whole
    assert found.whole.count("LIMITS") == 2
    assert not look("parameterize-table", f"LIMITS = []\n{text}", subject="Gauge.late").sites
    assert not look("parameterize-table", text, subject="Gauge.late.above").sites
