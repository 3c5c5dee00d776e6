"""rule-list: what examples cannot say."""

from __future__ import annotations

from .harness import named


def test_cases() -> None:
    """Names set in the loop are handed in; any for or; a name that is taken; too few conditions."""
    named(
        "rule-list",
        """
        def late(boats, hour: int, rules):
            for name, boat in boats:
                due = boat.due
                if (due is None or (due < hour and name)
                        or boat.lost):
                    rules(boat)
        """,
        """
        def late(boats, hour: int, rules):
            conditions = [
                lambda due, name, boat: due is None,
                lambda due, name, boat: due < hour and name,
                lambda due, name, boat: boat.lost,
            ]
            for name, boat in boats:
                due = boat.due
                if any(condition(due, name, boat) for condition in conditions):
                    rules(boat)
        """,
    )
    named(
        "rule-list",
        "def late(boats):\n    for boat in boats:\n        if boat.a and boat.b:\n            boat.go()\n",
        "",
    )
    named(
        "rule-list",
        "def late(boats, all):\n    for b in boats:\n        if b.a and b.b and b.c:\n            b.go()\n",
        "",
    )
    named(
        "rule-list",
        "def late(boats, day):\n    for b in boats:\n        if day and b.a and b.b:\n            b.go()\n",
        "",
    )
