"""arm-functions: what examples cannot say."""

from __future__ import annotations

from pathlib import Path

import pytest

import dreck

from .harness import look
from .test_all_moves import verdict

CHAIN = """
def enter(kind: int, boat, day):
    nights = day * 2
    late = False
    if kind == 1:
        {first}
        boat.wait(nights)
    elif kind == -2:  # towed
        boat.tow(day)
    elif kind == 30:
        boat.wait(1)
        # below the last of it
    boat.go({behind})
"""


@pytest.mark.parametrize(
    ("first", "behind", "fits"),
    [
        ("boat.stop()", "", True),
        ("extra = day * 2\n        boat.wait(extra)", "", True),
        ("late = True", "", False),  # set before the chain too
        ("for n in boat.gates:\n            if n:\n                break", "", True),
        ("late = True", "late", False),  # used behind the chain
        ("day = 3", "", False),  # a parameter
        ("return boat", "", False),  # the others go on
        ("boat.then = lambda: nights", "", False),
        ("super().wait()", "", False),
    ],
)
def test_arms(first: str, behind: str, fits: bool) -> None:
    """What arms give back, and what they may not hold; the judge agrees with every site."""
    text = CHAIN.format(first=first, behind=behind)
    found = look("arm-functions", text).sites
    assert bool(found) is fits
    for site in found:
        assert verdict(text, site.whole).value in ("proved", "proved-under"), site.whole
        assert (
            "        tow_day(boat, day, nights)\n" in site.whole
            and "# below the last of it" in site.whole
        )


def test_one_name_set_for_others() -> None:
    """It is given back, also where an arm goes on after setting it."""
    text = (
        "def toll(kind: str, tons: int):\n    pence = 0\n    if kind == 'barge':\n        pence = 240\n        if tons > 3:\n            pence = pence + tons\n"
        "    elif kind == 'tug':\n        pence = 180\n    elif kind == 'raft':\n        pence = 20\n    return pence\n"
    )
    (site,) = look("arm-functions", text).sites
    assert (
        "        pence = toll_barge(tons)\n" in site.whole
        and verdict(text, site.whole).value == "proved"
    )
    assert "    if tons > 3:\n        pence = pence + tons\n    return pence\n" in site.whole
    assert not look(
        "arm-functions",
        text.replace("pence = 20", "tons = 20").replace("return pence", "return pence, tons"),
    ).sites


@pytest.mark.parametrize(("alike", "fits"), [(2, True), (3, False), (5, False)])
def test_arms_that_mostly_do_the_same(alike: int, fits: bool) -> None:
    """Functions that only say something else are no functions."""
    kinds = "".join(
        f"    {'elif' if n else 'if'} kind == 'k{n}':\n        desk.say('text {n}')\n"
        for n in range(alike)
    )
    text = (
        f"def told(kind: str, desk):\n{kinds}    elif kind == 'barge':\n"
        "        desk.open()\n        desk.say('wide')\n"
        "    elif kind == 'tug':\n        desk.ring(3)\n        desk.close()\n"
    )
    assert bool(look("arm-functions", text).sites) is fits


def test_then_a_table(tmp_path: Path) -> None:
    """What comes out is what lookup-table wants, also with methods."""
    text = (
        "class Desk:\n    def take(self, order: str, load):\n        if order == 'lift':\n            self.note(load)\n            return load\n"
        "        elif order == 'stow':\n            return self.note(order)\n        elif order == 'weigh':\n            return 3\n        raise LookupError(order)\n\n"
        "    def note(self, what):\n        return what\n"
    )
    (tmp_path / "a.py").write_text(text, encoding="utf-8")
    found = dreck.untangle(tmp_path / "a.py", only=["arm-functions", "lookup-table"], run=False)
    assert [s.move for f in found.functions for s in f.steps] == ["arm-functions", "lookup-table"]
    found.write()
    after = (tmp_path / "a.py").read_text(encoding="utf-8")
    assert (
        "'weigh': self._take_weigh,\n" in after
        and "return actions_by_order[order](order, load)" in after
    )
    assert (
        "    def _take_lift(self, order: str, load):\n        self.note(load)\n        return load\n\n    def _take_stow"
        in after
    )


PHONE = """
class Office:
    def pressed(self, key: str, caller):
        if key == "1":
            self.desk.ring(caller)
        elif key == "2":
            self.tape.record(caller, 90)
        elif key == "3":
            self.say_hours(caller)
        elif key == "7":
            self.desk.wake()
        elif key == "9":
            self.hang_up(caller)
        else:
            caller.wait()

    def hang_up(self, caller):
        caller.say("until tomorrow")

    def say_hours(self, caller):
        caller.say("from six to ten")
"""


def test_arms_of_one_call_each(tmp_path: Path) -> None:
    """What is called alike already stays; the others are called by what they do, as keys that are
    no words say nothing. The step does not pay by itself, only with the table behind it.
    """
    (tmp_path / "a.py").write_text(PHONE, encoding="utf-8")
    found = dreck.untangle(tmp_path / "a.py", run=False)
    steps = [s for f in found.functions for s in f.steps]
    assert [s.move for s in steps] == ["arm-functions", "lookup-table"]
    assert all(s.verdict.holds for s in steps)
    found.write()
    after = (tmp_path / "a.py").read_text(encoding="utf-8")
    rows = ['"1": self._ring_caller,', '"2": self._record_caller,', '"3": self.say_hours,']
    assert "actions_by_key = {" in after and all(row in after for row in rows)
    assert after.count("def say_hours") == 1


def test_calls_that_cannot_move() -> None:
    """Arms stay where one of them yields, or gives nothing back where the others go on."""
    for change, into in (
        ("self.say_hours(caller)", "yield caller"),
        ("self.tape.record(caller, 90)", "return"),
    ):
        assert not look("arm-functions", PHONE.replace(change, into)).sites


def test_constants_stay(tmp_path: Path) -> None:
    """Arms that only say a number become no functions for the sake of one that works it out."""
    text = (
        "def toll(boat):\n    if boat.kind == 'barge':\n        pence = 240\n        if boat.laden:\n            pence += boat.tons\n"
        "        return pence\n    if boat.kind == 'tug':\n        return 180\n    if boat.kind == 'raft':\n        return 60\n    return 0\n"
    )
    (tmp_path / "a.py").write_text(text, encoding="utf-8")
    found = dreck.untangle(tmp_path / "a.py", run=False)
    assert "arm-functions" not in [s.move for f in found.functions for s in f.steps]


def test_keys_that_differ_in_a_sign() -> None:
    """They are other words, so that both arms get a name."""
    done = {"open": "gate.open()", "shut": "log.shut()", "lower": "gate.lower(log)"}
    done |= {"level+": "gate.turn(1)", "level-": "gate.turn(2)"}
    arms = [f"if key == {k!r}:\n        {d}\n        log.add(1)\n" for k, d in done.items()]
    body = "    " + "    el".join(arms)
    (site,) = look("arm-functions", f"def press(key: str, gate, log):\n{body}").sites
    assert "def press_level_plus(" in site.whole and "def press_level_minus(" in site.whole
