"""Functions that are tried by what calls them."""

from __future__ import annotations

import ast
from pathlib import Path

import pytest

import dreck
from dreck import Verdict
from dreck.judge.trials.spelt_out import spelt_out
from dreck.judge.trials.through import Ways

DESK = """
from other import Chosen
STEP = 4

class Desk:
    def ask(self, words: str) -> str:
        return self._answer(words.split())
    def open(self, book, key):
        return self.ask(book[key])
    def _answer(self, words):
        return level(words[0]) + STEP

class Post(Chosen):
    def _quiet(self):
        return 1
    def told(self):
        return self._loud()
    def _loud(self):
        return 2

class Gate:
    def by_word(self, word: str):
        return getattr(self, "_on_" + word)()
    def _on_close(self):
        return 0
    def _on_open(self):
        return 6

def level(word):
    return len(word)
"""


@pytest.mark.parametrize(
    ("subject", "change", "expected"),
    [
        # the nearest, the plainest, and then whoever is further away
        ("level", ("len(word)", "len(word) + 1"), ["Desk._answer", "Desk.ask", "Desk.open"]),
        # what else was changed may be what differs
        ("level", ("words.split()", "words.split('-')"), ["Desk._answer"]),
        ("level", ("words[0]", "words[-1]"), []),
        ("level", ("STEP = 4", "STEP = 5"), []),
        ("level", ("STEP = 4\n", "STEP = 4\nprint(STEP)\n"), []),
        ("Desk._answer", ("len(word)", "len(word) + 1"), []),
        # what was pulled out of it belongs to it
        (
            "level",
            (
                "    return len(word)",
                "    return size(word)\ndef size(word):\n    return len(word)",
            ),
            ["Desk._answer", "Desk.ask", "Desk.open"],
        ),
        # names that are made up, here or by a class of another module
        ("Gate._on_close", ("return 0", "return 1"), ["Gate._on_open", "Gate.by_word"]),
        ("Gate._on_close", ("return 6", "return 7"), []),
        ("Post._quiet", ("return 1", "return 3"), ["Post._loud", "Post.told"]),
        ("Post._quiet", ("return 2", "return 3"), []),
        ("Post._loud", ("return 2", "return 3"), ["Post.told", "Post._quiet"]),
    ],
)
def test_who_comes_to_a_function(
    subject: str, change: tuple[str, str], expected: list[str]
) -> None:
    """Only by ways on which nothing else was changed."""
    changed = DESK.replace(*change)
    assert changed != DESK
    found = Ways([ast.parse(DESK), ast.parse(changed)], subject).entrances()
    assert found[: len(expected)] == expected and (found == [] or expected), found


BOOK = """
import re
def toll(entry: str) -> int:
    return fee(list(entry), entry, re.match("", entry)) + extra(entry)
def fee(letters, entry, found):
    if found.string is not entry or found.re.pattern or letters != list(entry): return -1
    return 5 + entry.count("lock") * 40
def extra(entry: str) -> int:
    return 2 if entry.startswith("night") else 0
"""
BOARD = """
def clean(boat: str) -> str:
    return boat.strip()
class Board:
    def __init__(self) -> None:
        self.boats: list[str] = []
    def enter(self, boat: str) -> None:
        self.boats.append(clean(boat))
def called(board: Board, word: str) -> str:
    found = [b for b in board.boats if b.startswith(word)]
    if not found: return "-"
    return ",".join(found)
"""
SAME = BOARD.replace("b.startswith(word)", "b[: len(word)] == word")
SLIPPED = BOOK.replace('entry.startswith("night")', 'entry.endswith("night")')


@pytest.mark.parametrize(
    ("old", "new", "verdicts"),
    [
        (BOOK, BOOK.replace("5 + entry", "6 + entry"), {"fee": "differs"}),
        (BOOK, BOOK.replace("* 40", "* 40 if entry else 5"), {"fee": "tested"}),
        (
            BOOK,
            SLIPPED.replace("* 40", "* 40 if entry else 5"),
            {"extra": "differs", "fee": "undecided"},
        ),
        # what puts something on the board is another thing now, itself or further in
        (BOARD, SAME, {"called": "tested"}),
        (BOARD, SAME.replace("[: len(word)] == word", "[1:] == word"), {"called": "differs"}),
        (
            BOARD,
            SAME.replace("append(clean(boat))", "append(clean(boat) + '.')"),
            {"called": "tested", "Board.enter": "differs"},
        ),
        (BOARD, SAME.replace("strip()", "lower()"), {"called": "tested", "clean": "differs"}),
    ],
)
def test_a_difference_is_told_of_the_one_that_has_it(
    old: str, new: str, verdicts: dict[str, str], tmp_path: Path
) -> None:
    """Who is called beside it is no reason."""
    (tmp_path / "before.py").write_text(old)
    (tmp_path / "after.py").write_text(new)
    found = dreck.vouch(tmp_path / "before.py", tmp_path / "after.py")
    told = {s.subject: s.verdict.value for s in found.subjects}
    assert {n: told[n] for n in verdicts} == verdicts, found.subjects
    shown = [s for s in found.subjects if s.verdict is Verdict.DIFFERS and s.subject == "fee"]
    assert all("toll(" in s.counterexample.call for s in shown if s.counterexample)


@pytest.mark.parametrize(
    ("lines", "expected"),
    [
        (
            ["advice(having_called(having_called(Board(), 'moor', 'A', 400), 'close', 'B'), 'B')"],
            ["board = Board()", "board.moor('A', 400)", "board.close('B')", "advice(board, 'B')"],
        ),
        (
            ["read(given(LineState({}), text='a', locks=[having_called(Lock(), 'fill')]))"],
            [
                *("lock = Lock()", "lock.fill()", "line_state = LineState({})"),
                *("line_state.text = 'a'", "line_state.locks = [lock]", "read(line_state)"),
            ],
        ),
        # two of a class, and a name that is something else already
        (
            ["meet(having_called(Boat(1), 'moor'), having_called(Boat(2), 'leave'), boat)"],
            ["boat2 = Boat(1)", "boat2.moor()", "boat3 = Boat(2)", "boat3.leave()"]
            + ["meet(boat2, boat3, boat)"],
        ),
        (
            ["self = having_called(Book(), 'enter', 'A')", "Book.close(self)", "self.boats"],
            ["self = Book()", "self.enter('A')", "Book.close(self)", "self.boats"],
        ),
        (
            ["advice(Board(), recorded[0]) where asked"],
            ["advice(Board(), recorded[0]) where asked"],
        ),
        (["told(boat)", 'told(boat, "moor")'], ["told(boat)", 'told(boat, "moor")']),
        (["f(  'as it is written' )"], ["f(  'as it is written' )"]),
    ],
)
def test_what_is_shown_is_written_as_a_person_would(lines: list[str], expected: list[str]) -> None:
    """Objects are made ready step by step, each under a name that nothing else has."""
    assert spelt_out(lines) == expected


@pytest.mark.parametrize(
    ("beside", "asked"),
    [
        ("RULES = [extra]", "sum(r(entry) for r in RULES)"),
        ("RULES = [extra]\nMORE = dict(enumerate(RULES))", "MORE[0](entry)"),
        ("HOOKS = []\nHOOKS.append(extra)", "sum(r(entry) for r in HOOKS)"),
        ("def other(entry, more=extra):\n    return more(entry)", "other(entry)"),
        ("", 'globals()["ex" + "tra"](entry)'),
        ("", 'methodcaller("extra")(Desk)'),
        ("class Fee:\n    rule = staticmethod(extra)", "Fee.rule(entry)"),
    ],
)
def test_what_is_come_to_by_another_name(beside: str, asked: str) -> None:
    """A function that was changed may be called by a table, a default or a name that is made up."""
    text = (
        "def extra(entry):\n    return 2\n\n\ndef fee(entry):\n    return 5\n\n\n"
        f"{beside}\n\n\ndef toll(entry):\n    return fee(entry) + {asked}\n"
    )
    alone = [ast.parse(text), ast.parse(text.replace("return 5", "return 6"))]
    assert Ways(alone, "fee").entrances() == ["toll"]
    both = [
        alone[0],
        ast.parse(text.replace("return 5", "return 6").replace("return 2", "return 3")),
    ]
    assert Ways(both, "fee").entrances() == []


@pytest.mark.parametrize(
    ("kind", "slip"),
    [
        ("class Fee:\n    def __init__(self):\n        self.pence = 2", ("= 2", "= 3")),
        ("class Fee(Form):\n    def _pence(self):\n        return 2", ("return 2", "return 3")),
        (
            "class Fee:\n    @noted\n    def pence(self):\n        return 2",
            ("return 2", "return 3"),
        ),
        ("class Fee(int): ...", ("(int)", "(float)")),
        ("class Fee(Kind): ...\nKind = int", ("Kind = int", "Kind = float")),
    ],
)
def test_what_a_class_does_without_being_named(kind: str, slip: tuple[str, str]) -> None:
    """How objects are made and added up, and what a class of another module, or what decorates a
    method, calls.
    """
    text = f"{kind}\n\n\ndef fee(entry):\n    return 5\n\n\ndef toll(entry):\n    return fee(entry) + Fee()\n"
    changed = text.replace("return 5", "return 6")
    assert Ways([ast.parse(text), ast.parse(changed)], "fee").entrances() == ["toll"]
    assert Ways([ast.parse(text), ast.parse(changed.replace(*slip))], "fee").entrances() == []
