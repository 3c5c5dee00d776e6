"""extract-predicate: what examples cannot say."""

from __future__ import annotations

import textwrap
from pathlib import Path

import pytest

from dreck.judge.versions.version import Version
from dreck.moves.wishes import Wishes

from .harness import PROVER, look
from .test_all_moves import verdict

CHANGED = [
    pytest.param(
        """
        def admit(boat, hour: int):
            if (boat.late
                    # after closing time
                    and hour > 20
                    and boat.sunk):  # 99
                raise Closed(hour)
            return boat
        """,
        """
        def admit(boat, hour: int):
            if is_closed(boat, hour):  # 99
                raise Closed(hour)
            return boat


        def is_closed(boat, hour: int):
            return (
                boat.late
                # after closing time
                and hour > 20
                and boat.sunk
            )
        """,
        id="comments of operands go with them",
    ),
    pytest.param(
        """
        class Lock:
            @property
            def has_keeper(self):
                return self.keeper is not None

            def admit(self):
                if self.shut and not self.booked:
                    return "closed"
                return "open"

            def other(self):
                return self.shut or "sh"


        def shut(lock):
            return lock
        """,
        """
        class Lock:
            @property
            def has_keeper(self):
                return self.keeper is not None

            def admit(self):
                if self.is_closed:
                    return "closed"
                return "open"

            @property
            def is_closed(self):
                return self.shut and not self.booked

            def other(self):
                return self.shut or "sh"


        def shut(lock):
            return lock
        """,
        id="a property where the class has such",
    ),
    pytest.param(
        """
        def admit(boats, limit):
            for boat in boats:
                if boat is None or boat.length > limit or(boat.width>7):continue
                boat.enter()
        """,
        """
        def admit(boats, limit):
            for boat in boats:
                if should_skip_boat(boat, limit):continue
                boat.enter()


        def should_skip_boat(boat, limit):
            return boat is None or boat.length > limit or(boat.width>7)
        """,
        id="a loop, and careless blanks",
    ),
    pytest.param(
        """
        def watch(limit):
            def alarm(level):
                while(level > limit and level != 0 and
                      level < 999): # high water
                    level -= 1
            return alarm
        """,
        """
        def watch(limit):
            def alarm(level):
                while is_high_water(level, limit): # high water
                    level -= 1
            return alarm


        def is_high_water(level, limit):
            return level > limit and level != 0 and level < 999
        """,
        id="a nested function takes what it needs from around",
    ),
    pytest.param(
        """
        def admit(boat, level):
            return "ok" if boat.free and not boat.crowded and level > 3 else "no"


        def free(boat, gauge):
            if not boat.free or boat.crowded or not gauge > 3:
                return 1
            return 2
        """,
        """
        def admit(boat, level):
            return "ok" if welcome(boat, level) else "no"


        def welcome(boat, level):
            return boat.free and not boat.crowded and level > 3


        def free(boat, gauge):
            if not welcome(boat, gauge):
                return 1
            return 2
        """,
        id="a name asked for; the opposite elsewhere",
    ),
    pytest.param(
        """
        def enter(row, log):
            boat = row["boat"]
            if boat is None or boat.strip() == "":
                raise BadRow(row)
            lock = row["lock"]
            if lock is None or lock.strip() == "":
                lock = "text"
            note = row["note"]
            if note is not None and note.strip() != "":
                log.write(note)
            return boat, lock
        """,
        """
        def enter(row, log):
            boat = row["boat"]
            if is_blank(boat):
                raise BadRow(row)
            lock = row["lock"]
            if is_blank(lock):
                lock = "text"
            note = row["note"]
            if not is_blank(note):
                log.write(note)
            return boat, lock


        def is_blank(text):
            return text is None or text.strip() == ""
        """,
        id="asked of several things: the name is not what follows in one place",
    ),
    pytest.param(
        """
        def prepare(boat, lock, speak):
            if boat.papers is None or boat.length > lock.length or lock.keeper is None:
                boat.turns += 1
            if not (boat.papers is not None and boat.length <= lock.length and lock.keeper is not None):
                speak("no berth for %s" % boat)
                return False
            return True
        """,
        """
        def prepare(boat, lock, speak):
            if not has_berth(boat, lock):
                boat.turns += 1
            if not has_berth(boat, lock):
                speak("no berth for %s" % boat)
                return False
            return True


        def has_berth(boat, lock):
            return (
                boat.papers is not None
                and boat.length <= lock.length
                and lock.keeper is not None
            )
        """,
        id="a long condition twice in one function: what is, not what is to be done",
    ),
    pytest.param(
        """
        class Lock:
            def admit(self, boat, board):
                if self.level < 95 or board.is_closed or not boat.papers:
                    return "wait"
                return "enter"

            def is_usable(self, board):
                return self.level >= 95 and not board.is_closed
        """,
        """
        class Lock:
            def admit(self, boat, board):
                if not self.is_usable(board) or not boat.papers:
                    return "wait"
                return "enter"

            def is_usable(self, board):
                return self.level >= 95 and not board.is_closed
        """,
        id="a method that asks the opposite of some operands in a row",
    ),
    pytest.param(
        """
        def admit(depth, boat):
            if depth is None or depth < 38 or depth > 62:
                return boat.wait()
            return boat.enter()
        """,
        """
        def admit(depth, boat):
            if depth is None or is_depth_out_of_range(depth):
                return boat.wait()
            return boat.enter()


        def is_depth_out_of_range(depth):
            return depth < 38 or depth > 62
        """,
        id="outside of two bounds",
    ),
]


def subject_of(text: str) -> str:
    """The function with the condition: a nested one if there is one."""
    return "watch.alarm" if "alarm" in text else "Lock.admit" if "Lock" in text else ""


@pytest.mark.parametrize(("before", "after"), CHANGED)
def test_changed(before: str, after: str) -> None:
    """What comes out is exact, and the same to the judge."""
    text = textwrap.dedent(before).lstrip("\n")
    wishes = Wishes(names={"2": "welcome"}) if "crowded" in text else Wishes()
    sites = look("extract-predicate", text, wishes=wishes, subject=subject_of(text)).sites
    assert sites[0].whole == textwrap.dedent(after).lstrip("\n")
    found = PROVER.vouch(Version(Path("a.py"), text), Version(Path("b.py"), sites[0].whole))
    assert found.verdict.same, found.subjects


@pytest.mark.parametrize(
    "body",
    [
        "if boat.late and boat.sunk:\n        x = 1\n        y = 2\n        return x + y",  # nothing says what it means
        "if boat.late:\n        raise Closed()",  # one readable condition
        "if is_late(boat):\n        raise Closed()",
        "return boat.late and boat.sunk",  # the function is its name
        "if (n := boat.late) and n > 3:\n        raise Closed(n)",
        "if hour > 20:\n        raise Closed()",
        "if boat.age > 5 and boat.age <= 9 and boat.sunk:\n        return 1",  # a range is as clear
    ],
)
def test_left_alone(body: str) -> None:
    """Without a better name than the code itself, or a need for one, nothing happens."""
    assert not look("extract-predicate", f"def is_late(boat, hour):\n    {body}\n").sites


LONG = "boat.late and boat.sunk or hour > 3 and boat.old or boat.wide"


@pytest.mark.parametrize(
    ("answer", "told"),
    [
        (LONG, True),
        (LONG.replace("or", "and"), False),
        ("boat.late and (boat.sunk or hour)", False),
    ],
)
def test_a_long_answer_is_not_passed_over(answer: str, told: bool) -> None:
    """What mixes `and` and `or` and has many operands gets a reason, if it gets no name."""
    found = look("extract-predicate", f"def renew(boat, hour):\n    return {answer}\n")
    assert not found.sites and [r.move for r in found.refused] == ["extract-predicate"] * told


TAKEN = "is_closed = 3\n\n\ndef admit(boat, hour):\n    if boat.late and hour > 20 and boat.sunk:\n        raise Closed(hour)\n"


def test_a_taken_name_is_not_taken_again() -> None:
    """A name that means something else here is no proposal; one asked for is taken at its word."""
    assert not look("extract-predicate", TAKEN).sites
    asked = look("extract-predicate", TAKEN, wishes=Wishes(asked=True)).sites[0].whole
    assert "def is_late_and_hour_above_20_and_sunk(boat, hour):" in asked


BOATS = "class Boat:\n    def __init__(self, late, sunk):\n        self.late = late\n        self.sunk = sunk\n\n\nclass Raft(Protocol): ...\n\n\n"


@pytest.mark.parametrize(
    ("signature", "test", "made"),
    [
        ("boat: Boat", "boat.late or boat.sunk or not boat.papers", "boat.is_refused()"),
        ("boat: Boat, hour", "boat.late and hour > 3 and boat.sunk", "boat.is_refused(hour)"),
        ("boat: Boat, hour", "hour > 3 and boat.late and boat.sunk", None),  # not asked first
        ("boat: Boat, other: Boat", "boat.late and other.late and boat.sunk", None),
        ("boat: Raft", "boat.late or boat.sunk or not boat.papers", None),  # only describes
        ("boat: Tug", "boat.late or boat.sunk or not boat.papers", None),  # not ours
        ("boat", "boat.late or boat.sunk or not boat.papers", None),  # it has no papers
        ("boat, hour", "boat.late and hour > 3 and boat.sunk", "boat.is_refused(hour)"),
        ("boat=None", "boat.late and boat.sunk or boat.late", None),
        ("boat: Boat, hour", "boat.late and hour > 3 and hour < 9", None),  # speaks of the hour
    ],
)
def test_a_condition_that_speaks_of_one_object(signature: str, test: str, made: str | None) -> None:
    """It becomes a method of that object's class, proved, where the class is one of the module."""
    text = f"{BOATS}def admit({signature}):\n    if {test}:\n        raise Refused(3)\n    return boat\n"
    sites = look("extract-predicate", text, subject="admit").sites
    methods = [s for s in sites if "self.sunk = sunk\n\n    def is_refused(self" in s.whole]
    assert len(methods) == (made is not None), [s.whole for s in sites]
    for site in methods:
        assert f"    if {made}:\n" in site.whole and "return self.late" in site.whole
        assert verdict(text, site.whole).value == "proved-under"


@pytest.mark.parametrize(
    ("there", "asked"),
    [
        ("ship: Boat, now", "ship.is_refused(now)"),
        ("ship: Raft, now", None),  # who knows what its class says
        ("ship, now", "ship.is_refused(now)"),
    ],
)
def test_the_same_asked_of_another_boat(there: str, asked: str | None) -> None:
    """The method is asked there too, where it is an object of the class."""
    text = (
        f"{BOATS}def admit(boat: Boat, hour):\n    if boat.late and hour > 3 or boat.sunk:\n"
        "        raise Refused(3)\n    return boat\n\n\n"
        f"def moor({there}):\n    if ship.late and now > 3 or ship.sunk:\n"
        "        raise Refused(4)\n    return ship\n"
    )
    sites = look("extract-predicate", text, subject="admit").sites
    made = next(s.whole for s in sites if "def is_refused(self, hour)" in s.whole)
    assert (asked or "if ship.late and now") in made
    assert verdict(text, made).value == "proved-under"


def test_a_boat_that_is_set_anew_has_no_method() -> None:
    """Nor has one whose class has something of that name already."""
    text = f"{BOATS}def admit(boat: Boat):\n    boat = boat.next()\n    if boat.late or boat.sunk or not boat.papers:\n        raise Refused(3)\n"
    taken = text.replace("boat = boat.next()", "boat.is_refused()")
    for each in (text, taken):
        found = look("extract-predicate", each, subject="admit").sites
        assert not any("def is_refused(self" in s.whole for s in found)


def test_a_comment_on_what_a_guard_in_a_loop_guards() -> None:
    """It says what holds where the condition does not, also in the rounds of a loop."""
    text = (
        "def pair(boats, top, log):\n    for boat in boats:\n"
        "        if boat.name in top.met or top.name in boat.met or (boat.owner and boat.owner == top.owner):\n"
        "            continue\n        # may meet: not twice, and not both of one owner\n"
        "        log.append(boat)\n        boats.remove(boat)\n"
    )
    sites = look("extract-predicate", text, subject="pair").sites
    assert any("if not may_meet(boat, top):\n            continue\n" in s.whole for s in sites)


TWO_CLAUSES = """
def sort_out(boats, lock, into, aside):
    for boat in boats:
        # {comment}
        if {first}:
            into.append(boat)
        elif {second}:
            aside.append(boat)
"""
IN_ORDER = "boat.permit and boat.paid > 2 and not boat.ice"
FITS = "boat.length <= lock.length and (boat.light or not lock.shallow)"


@pytest.mark.parametrize(
    ("comment", "first", "second", "made"),
    [
        (
            "papers in order, and can enter the lock",
            f"{IN_ORDER} and {FITS}",
            f"{IN_ORDER} and not ({FITS}) and lock.open",
            [
                "has_papers_in_order(boat) and can_enter_lock(boat, lock)",
                "has_papers_in_order(boat) and not can_enter_lock(boat, lock) and lock.open",
            ],
        ),
        # the parts are those that are asked again, however long
        (
            "in good standing, but cannot wait",
            f"boat.permit and boat.paid > 2 and {FITS}",
            f"boat.permit and boat.paid > 2 and lock.open",
            ["is_in_good_standing(boat) and not", "is_in_good_standing(boat) and lock.open"],
        ),
        # in the other order than the operands
        (
            "can enter the lock, and in good standing",
            f"boat.permit and boat.paid > 2 and {FITS}",
            f"boat.permit and boat.paid > 2 and lock.open",
            [],
        ),
        # nothing is asked twice: who knows which is which
        ("in good standing, and can enter the lock", f"{IN_ORDER} and {FITS}", "lock.open", []),
        # no two clauses
        (
            "in good standing and can enter",
            f"{IN_ORDER} and {FITS}",
            f"{IN_ORDER} and lock.open",
            [],
        ),
        ("late, and late, and late", f"{IN_ORDER} and {FITS}", f"{IN_ORDER} and lock.open", []),
        (
            "see the book, and ask the keeper",
            f"{IN_ORDER} and {FITS}",
            f"{IN_ORDER} and lock.open",
            [],
        ),
        # one of the two would do
        (
            "in good standing, and can enter the lock",
            "boat.permit or boat.paid > 2 or boat.length <= lock.length",
            "(boat.permit or boat.paid > 2) and lock.open",
            [],
        ),
    ],
)
def test_a_comment_says_two_parts_one_after_the_other(
    comment: str, first: str, second: str, made: list[str]
) -> None:
    """Where one of them is asked again, so that it is plain which parts it speaks of."""
    text = TWO_CLAUSES.format(comment=comment, first=first, second=second).lstrip()
    for _ in range(2):
        sites = look("extract-predicate", text, subject="sort_out").sites
        said = [s for s in sites if f"a comment says '{comment}'" not in s.why]
        said = [s for s in said if "a comment says" in s.why]
        for site in said:
            assert verdict(text, site.whole).value.startswith("proved"), site.whole
        text = said[0].whole if said else text
    assert all(m in text for m in made), text
    assert bool(made) is ("def " in text[5:]), text
