"""rule-rows: what examples cannot say."""

from __future__ import annotations

from pathlib import Path

import pytest

import dreck

from .harness import look, named


def test_inside_a_block_and_behind_other_work() -> None:
    """The longest run is taken; names come from the list that is filled, and from keywords."""
    named(
        "rule-rows",
        """
        def orders(kind: str, names, log):
            log("start")
            if kind:
                names.append("gates")
                names.append("paddles")
                names.append("chain")
                log(kind)
            return names


        def other(log):
            log(hour=3, word="ä")
            log(hour=4, word="b")
            log(hour=5,  word='c')
        """,
        """
        ORDERS_ROWS = (
            "gates",
            "paddles",
            "chain",
        )


        def orders(kind: str, names, log):
            log("start")
            if kind:
                for name in ORDERS_ROWS:
                    names.append(name)
                log(kind)
            return names


        def other(log):
            log(hour=3, word="ä")
            log(hour=4, word="b")
            log(hour=5,  word='c')
        """,
    )
    sites = look(
        "rule-rows",
        "def other(log):\n    log(hour=3, word='ä')\n    log(hour=4, word='b')\n    log(hour=5,  word='c')\n",
    ).sites
    assert (
        "for hour, word in OTHER_ROWS:\n        log(hour=hour, word=word)\n" in sites[0].whole
        and "    (5, 'c'),\n" in sites[0].whole
    )


@pytest.mark.parametrize(
    "body",
    [
        "log.a(1)\n    log.a(2)",
        "log.a(1)\n    log.b(2)\n    log.a(3)",
        "log.a(1)\n    log.a(1)\n    log.a(1)",
        "x = 1\n    x = 2\n    x = 3",
        "log.a(1)\n    log.a(x)\n    log.a(3)",
    ],
)
def test_left_alone(body: str) -> None:
    """Too few, of other shapes, all the same, or not constants."""
    assert not look("rule-rows", f"def f(log, x):\n    {body}\n").sites


def test_parts_without_a_name_of_their_own() -> None:
    """They are called what they are; what holds the same in each row is one part."""
    named(
        "rule-rows",
        """
        def copy(old, new, check):
            new["sill"] = old["sill"] + check("a", 1, 4)
            new["gate"] = old["gate"] + check("b", 2, 5)
            new["rail"] = old["rail"] + check("c", 3, 6)
        """,
        """
        COPY_ROWS = (
            ("sill", "a", 1, 4),
            ("gate", "b", 2, 5),
            ("rail", "c", 3, 6),
        )


        def copy(old, new, check):
            for key, text, number, number_2 in COPY_ROWS:
                new[key] = old[key] + check(text, number, number_2)
        """,
        asked=True,
    )


MASKED = """
def masked(found):
    found = dict(found)
    found["gate"]["keeper"] = "-"
    found["gate"]["depth"] = "-"
    found["boat"]["owner"] = "-"
    return found
"""


def test_parts_without_a_name_are_a_matter_for_a_person(tmp_path: Path) -> None:
    """What is `key` and `key_2` in a row tells nobody anything: it is offered, or taken by name."""
    path = tmp_path / "report.py"
    path.write_text(MASKED)
    (alone,) = dreck.untangle(path).functions
    assert [o.move for o in alone.offers] == ["rule-rows"] and not alone.steps
    (named,) = dreck.untangle(path, names={"4": "HIDDEN"}, take=(1,)).functions
    assert [s.move for s in named.steps] == ["rule-rows"]
    assert "for key, key_2 in HIDDEN:" in named.steps[0].diff
