"""align-arms, and the table that `dreck align` shows."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest

import dreck

from .harness import look
from .test_all_moves import verdict

HEAD = "def fee(kind: str, n: int, m: int, name: str, x, level: float):\n"
ALIKE = {
    "a summand": ("3 * n", "n + 3 * n", ""),
    "a product in a sum": ("5 * n + 2", "2 + 4 * n", "n"),
    "a summand that is missing, and others in another order": (
        "9 + 3 * n + 4 * m",
        "8 + m * 2",
        "5 * m + 2 * n + 1",
    ),
    "a summand taken away": ("9 + 3 * n + 4 * m", "8 - 2 * m + n", "4 * m - 3 * n"),
    "a constant alone": ("40 + n", "40", "40 - n"),
    "a product alone": ("3 * m + n", "3 * m", "3 * m - n"),
    "nested signs": ("m - n * 2", "m + n * 2", "m - n * 2"),
    "a constant taken away": ("m + n - 3", "m + n + 4", "m + n"),
    "a text behind": ('name + " t"', "name", 'name + " dm"'),
}


def chain(arms: tuple[str, ...]) -> str:
    """A chain with these values."""
    keys = ("tug", "barge", "butty")
    tests = [
        f'    if kind == "{k}":\n        return {a}\n' for k, a in zip(keys, arms, strict=True) if a
    ]
    return HEAD + "".join(tests) + "    raise LookupError(kind)\n"


@pytest.mark.parametrize("title", ALIKE)
def test_written_alike_it_is_the_same(title: str) -> None:
    """Where a site is found, the judge agrees with it."""
    text = chain(ALIKE[title])
    for site in look("align-arms", text).sites:
        assert verdict(text, site.whole).value == "proved", site.whole


UNSAFE = {
    "of an unknown value nothing is neutral": ("x + 3", "x", "x + 2"),
    "of a float neither": ("level + 3", "level", "level + 2"),
    "a text does not change places": ('name + "a"', '"b" + name', 'name + "c"'),
}


@pytest.mark.parametrize("title", UNSAFE)
def test_where_it_would_not_be_the_same(title: str) -> None:
    """The judge does not agree, so that the step is taken back."""
    text = chain(UNSAFE[title])
    assert not any(verdict(text, s.whole).same for s in look("align-arms", text).sites)


TABLE = HEAD + """    if kind == "tug":
        return 110 * n + m
    elif kind == "staircase":
        return n * 90 + m
    elif kind in ("barge", "butty"):
        return n + m
    elif kind == "skiff":
        return print(kind)
    else:
        return 100 * n + m
"""


def test_the_table(tmp_path: Path) -> None:
    """Arms in rows, what differs in columns; neutral elements and odd arms are marked."""
    (tmp_path / "a.py").write_text(TABLE, encoding="utf-8")
    found = dreck.align(f"{tmp_path / 'a.py'}::fee").found[0]
    assert (
        found.pattern == ("return ‹per_n› * n + m",)
        and found.columns == ("per_n",)
        and found.alike == 4
    )
    assert [(r.keys, r.values, r.neutral) for r in found.rows] == [
        ('"tug"', ("110",), (False,)),
        ('"staircase"', ("90",), (False,)),
        ('"barge", "butty"', ("1",), (True,)),
        ('"skiff"', None, ()),
        ("else", ("100",), (False,)),
    ]
    assert found.rows[3].text == "return print(kind)" and not found.is_table
    assert found.changes == ("`n * 90` becomes `90 * n`", "`n` becomes `1 * n`")
    assert '| `"skiff"` | `return print(kind)` |' in found.to_markdown()


def test_the_command(tmp_path: Path, dreck_in_process: Any) -> None:
    """The terminal shows the table; JSON holds the same; a file that cannot be read is one line."""
    (tmp_path / "a.py").write_text(
        TABLE.replace("return print(kind)", "return 5 * n + m"), encoding="utf-8"
    )
    (tmp_path / "b.py").write_text("def broken(:\n", encoding="utf-8")
    shown = dreck_in_process("align", str(tmp_path / "a.py"))
    assert shown.status == 0 and "5 arms by kind, all alike" in shown.out
    assert "--only align-arms,lookup-table" in shown.out
    data = json.loads(dreck_in_process("align", str(tmp_path / "a.py"), "--json").out)
    assert data["alignments"][0]["columns"] == ["per_n"]
    assert (
        "| `else` | `100` |" in dreck_in_process("align", str(tmp_path / "a.py"), "--markdown").out
    )
    bad = dreck_in_process("align", str(tmp_path))
    assert bad.status == 2 and "b.py" in bad.err


SWITCHES = {
    "ranges, from below to above, with what no arm asks for": (
        "def fee(tons: int):\n    if tons >= 90:\n        return 3\n    elif 20 <= tons < 50:\n        return 2\n    elif 0 <= tons < 15:\n        return 1\n    return 9\n",
        [
            ("from 0 below 15", "1"),
            ("from 20 below 50", "2"),
            ("from 90", "3"),
            ("else: below 0, from 15 below 20, from 50 below 90", "9"),
        ],
        ("no arm asks for tons from 15 below 20", "no arm asks for tons from 50 below 90"),
        ("band-table",),
    ),
    "ranges that overlap, and one that is never reached": (
        "def fee(tons):\n    if tons < 10:\n        n = 1\n    elif 8 < tons < 20:\n        n = 2\n    elif tons < 20:\n        n = 3\n    return n\n",
        [("below 10", "1"), ("from 10 below 20", "2"), ("never reached", "3")],
        (
            "two arms ask for tons above 8 below 10; the first decides",
            "the arm in line 6 is never reached",
        ),
        (),
    ),
    "classes, with expressions of one shape": (
        "def fee(boat, n):\n    if isinstance(boat, Tug):\n        return n * boat.power\n    elif isinstance(boat, (Barge, Raft)):\n        return n * 3\n"
        "    raise LookupError\nclass Tug: ...\nclass Barge: ...\nclass Raft: ...\n",
        [("Tug", "boat.power"), ("Barge, Raft", "3"), ("else", None)],
        (),
        ("methods-on-classes",),
    ),
    "long arms, which become functions first": (
        "def fee(kind, n):\n    if kind == 'a':\n        n.go()\n        return n\n    elif kind == 'b':\n        return print(n)\n    elif kind == 'c':\n        return n[0] + 1\n"
        "    raise LookupError\n",
        [("'a'", None), ("'b'", None), ("'c'", None), ("else", None)],
        (),
        ("arm-functions", "lookup-table"),
    ),
    "a guard before the ladder": (
        "def fee(tons: int):\n    if tons < 0:\n        raise ValueError\n    elif tons < 5:\n        n = 1\n    elif tons < 9:\n        n = 2\n    elif tons < 12:\n        n = 3\n"
        "    else:\n        n = 4\n    return n\n",
        [
            ("below 0", None),
            ("from 0 below 5", "1"),
            ("from 5 below 9", "2"),
            ("from 9 below 12", "3"),
            ("else: from 12", "4"),
        ],
        (),
        ("band-table",),
    ),
}


@pytest.mark.parametrize("title", SWITCHES)
def test_ranges_and_classes(title: str, tmp_path: Path) -> None:
    """They are laid side by side too, with what a person should look at and what may come next."""
    text, rows, notes, moves = SWITCHES[title]
    (tmp_path / "a.py").write_text(text, encoding="utf-8")
    found = dreck.align(f"{tmp_path / 'a.py'}::fee").found[0]
    assert [(r.keys, r.values[0] if r.values else None) for r in found.rows] == rows
    assert (found.notes, found.moves) == (notes, moves) and found.of_expressions is (
        "shape" in title
    )
    if moves:
        assert f"{moves[0]}" in [
            s.move
            for s in dreck.untangle(f"{tmp_path / 'a.py'}:{found.moves_line}", only=moves)
            .functions[0]
            .steps
        ]
