"""Plain inputs of the evident kinds: what code does with a value says what it may be."""

from __future__ import annotations

import ast
import subprocess
import sys
from pathlib import Path

import pytest

import dreck
from dreck import Verdict
from dreck.judge.trials.evident import evident
from dreck.judge.trials.growing import Grower
from dreck.judge.trials.pool import Pool
from dreck.judge.trials.shapes import Reader

# What a function does with its parameter, and what every value drawn for it must look like.
KINDS = {
    "boat.kind == 'tug' and boat.length > 3": "Record(kind=",
    "boat['kind'] == 'tug'": "{",
    "[b.kind for b in boat]": "[",
    "boat.strip().startswith('tug')": "'",
    "boat(3)": "Recorder('boat'",
    "boat * 2 - 1": "",
    "boat.moor(3) or boat.free()": "Recorder('moor'",
    "sum(boat)": "[",
    "'tug' in (boat or {})": "{",
    "[b for b in (boat or [])]": "[",
}


@pytest.mark.parametrize("use", KINDS)
def test_values_fit_their_use(use: str) -> None:
    """Every value is of the kind that the code takes, and the same ones are drawn on every run."""
    tree = ast.parse(f"def f(boat):\n    return {use}\n")
    shape = Reader(tree).parameters(tree.body[0])["boat"]
    drawn = [[r.text for r in evident(shape, "boat", Grower(Pool(), {}, "f"))] for _ in range(2)]
    assert drawn[0] == drawn[1] and len(drawn[0]) > 2
    fits = [KINDS[use] in text or (text == "None" and " or " in use) for text in drawn[0]]
    assert all(fits) and "Probe" not in str(drawn[0]), drawn[0][:5]


def vouched(tmp_path: Path, before: str, after: str) -> dreck.Vouching:
    """The verdict on two texts."""
    for name, text in (("before", before), ("after", after)):
        (tmp_path / f"{name}.py").write_text(text, encoding="utf-8")
    return dreck.vouch(tmp_path / "before.py", tmp_path / "after.py")


# Old and new version, and what the call that shows the difference must hold.
SHOWN = [
    ("def f(boat):\n    return boat.length > 7\n", ("> 7", ">= 7"), "f(Record(length=7))"),
    (
        "def f(b):\n    if b['kind'] == 'tug':\n        return 1\n    return 2\n",
        ("'tug'", "'tow'"),
        "{'kind': ",
    ),
    (
        "LIMIT = 300\ndef f(b, n: int):\n    return b.depth > LIMIT - n\n",
        ("> L", ">= L"),
        "Record(depth=",
    ),
    (
        "def f(b):\n    for x in b.gates:\n        x.shut()\n",
        ("x.shut()", "b.shut(x)"),
        "Recorder('shut'",
    ),
    ("def f(b):\n    return len(b or [])\n", ("b or []", "b"), "f(None)"),
    ("def f(log, n: int):\n    log(n)\n    return n\n", ("    log(n)\n", ""), "Recorder('log'"),
]


@pytest.mark.parametrize(("before", "change", "shown"), SHOWN, ids=lambda x: str(x)[:20])
def test_a_difference_is_shown_with_plain_values(
    tmp_path: Path, before: str, change: tuple[str, str], shown: str
) -> None:
    """The call holds no stand-in, and the program that shows it runs as it is."""
    found = vouched(tmp_path, before, before.replace(*change))
    assert found.verdict is Verdict.DIFFERS
    example = found.subjects[0].counterexample
    assert example is not None and shown in example.call and "Probe" not in example.call
    script = tmp_path / "shows.py"
    script.write_text(example.script, encoding="utf-8")
    done = subprocess.run(
        [sys.executable, script], capture_output=True, text=True, timeout=60, check=True
    )
    parts = done.stdout.partition("after")
    assert parts[0].split(None, 1)[1:] != [parts[2].strip()], done.stdout


# Old and new versions that part for a stand-in, or for another kind than the code takes, alone.
ASSUMED = [
    ("def f(b):\n    return (b.kind, b.kind)\n", "def f(b):\n    k = b.kind\n    return (k, k)\n"),
    (
        "def f(b):\n    if b['kind'] == 'tug':\n        return b['n'] > 1\n    return False\n",
        "def f(b):\n    many = b['n'] > 1 if 'n' in b else b['n']\n    return b['kind'] == 'tug' and many\n",
    ),
]


@pytest.mark.parametrize(("before", "after"), ASSUMED)
def test_what_only_a_stand_in_shows_is_no_difference(
    tmp_path: Path, before: str, after: str
) -> None:
    """It is told as an assumption, with that input."""
    found = vouched(tmp_path, before, after)
    kinds = {a.kind.value for s in found.subjects for a in s.assumptions}
    assert found.verdict is not Verdict.DIFFERS or "Probe" not in str(
        found.subjects[0].counterexample
    )
    assert found.verdict is Verdict.DIFFERS or kinds <= {"plain-value", "as-used", "stable-read"}


def test_a_value_that_the_old_version_takes_counts(tmp_path: Path) -> None:
    """Who asks less may be given more: what only the new version does with a value is no evidence."""
    found = vouched(tmp_path, "def f(a):\n    return a\n", "def f(a):\n    return a + 0\n")
    assert found.verdict is Verdict.DIFFERS


@pytest.mark.parametrize(
    "kept",
    [
        "self.tolls = tolls if tolls is not None else {}",
        "self.tolls = tolls or dict()",
        "if tolls is None:\n            tolls = {}\n        self.tolls = tolls",
    ],
)
def test_what_takes_the_place_of_a_missing_value(tmp_path: Path, kept: str) -> None:
    """A parameter that is an empty dict where it is missing is a dict: lists show nothing."""
    head = f"class Book:\n    def __init__(self, tolls=None):\n        {kept}\n\n\ndef toll(book, boat):\n"
    before = (
        "    try:\n        paid = book.tolls[boat]\n    except KeyError:\n        return None\n"
    )
    after = "    if boat not in book.tolls:\n        return None\n    paid = book.tolls[boat]\n"
    for change, verdict in (("paid", "tested"), ("paid + 1", "differs")):
        found = vouched(
            tmp_path, f"{head}{before}    return paid\n", f"{head}{after}    return {change}\n"
        )
        (subject,) = found.subjects
        assert subject.verdict.value == verdict, subject
        shown = subject.counterexample
        assert shown is None or "tolls={" in shown.call


def test_installed_plugins_stay_out(tmp_path: Path) -> None:
    """What else is installed beside a project is not loaded into the trials, which it would end."""
    about = tmp_path / "evil-1.0.dist-info"
    about.mkdir()
    (about / "METADATA").write_text("Metadata-Version: 2.1\nName: evil\nVersion: 1.0\n")
    (about / "entry_points.txt").write_text("[hypothesis]\nevil = evil\n")
    (tmp_path / "evil.py").write_text("import ctypes\nctypes.CDLL(None)\n")
    head = "from collections import Counter\ndef f(a: Counter[str], b: Counter[str]) -> bool:\n"
    found = vouched(tmp_path, f"{head}    return a < b\n", f"{head}    return not a >= b\n")
    assert found.verdict is Verdict.DIFFERS, found.subjects


@pytest.mark.parametrize("odd", ["0", "('a',)", "None"])
def test_what_is_taken_apart_is_of_that_kind(odd: str, tmp_path: Path) -> None:
    """A row that the old version never came to, and that cannot be taken apart, is no
    difference.
    """
    before = (
        "def first_high(rows, least):\n    for row in rows:\n        name, level = row\n"
        "        if level >= least:\n            return name\n    return ''\n"
    )
    after = (
        "def first_high(rows, least):\n"
        "    high = [name for name, level in rows if level >= least]\n"
        "    return high[0] if high else ''\n"
    )
    for name, text in (("before", before), ("after", after)):
        (tmp_path / f"{name}.py").write_text(text)
    given = f"def inputs(module, subject):\n    yield [('Summit', 5), {odd}], 3\n"
    (tmp_path / "given.py").write_text(given)
    inputs = tmp_path / "given.py"
    found = dreck.vouch(tmp_path / "before.py", tmp_path / "after.py", inputs=inputs)
    (subject,) = found.subjects
    assert subject.verdict is Verdict.TESTED, subject
    assert [a.kind.value for a in subject.assumptions] == ["as-used"]


# What a function does with a parameter that has a default, the same asked in another order, and
# whether only what the default rules out parts the two.
DEFAULTS = [
    (
        "def f(boat: int, note=''):\n    return boat > 3 or bool(note and note.strip())\n",
        "def f(boat: int, note=''):\n    told = bool(note and note.strip())\n    return boat > 3 or told\n",
        "tested",
    ),
    (
        "import time\ndef f(read, wait=time.sleep):\n    try:\n        return read()\n"
        "    except TimeoutError:\n        wait(2)\n        return None\n",
        "import time\ndef f(read, wait=time.sleep):\n    try:\n        try:\n            return read()\n"
        "        except TimeoutError:\n            wait(2)\n            return None\n"
        "    except TimeoutError:\n        return -1\n",
        "tested",
    ),
    (
        "def f(read, wait):\n    try:\n        return read()\n"
        "    except TimeoutError:\n        wait(2)\n        return None\n",
        "def f(read, wait):\n    try:\n        try:\n            return read()\n"
        "        except TimeoutError:\n            wait(2)\n            return None\n"
        "    except TimeoutError:\n        return -1\n",
        "differs",
    ),
    (
        "from datetime import date\nclass Book:\n    def __init__(self, first, last, today=date.today):\n"
        "        self.first, self.last = first, last\n        self.today = today\n"
        "    def takes(self, day):\n        return self.first <= day <= self.last and day >= self.today()\n",
        "from datetime import date\nclass Book:\n    def __init__(self, first, last, today=date.today):\n"
        "        self.first, self.last = first, last\n        self.today = today\n"
        "    def takes(self, day):\n        return self.first <= day < self.last and day >= self.today()\n",
        "datetime.date(",
    ),
]


@pytest.mark.parametrize(("before", "after", "expected"), DEFAULTS)
def test_a_default_says_what_a_value_is(
    tmp_path: Path, before: str, after: str, expected: str
) -> None:
    """Text for text, a date for what is compared with a clock; and no clock raises by itself."""
    (subject,) = vouched(tmp_path, before, after).subjects
    if "(" in expected:
        assert subject.counterexample is not None
        assert expected in subject.counterexample.call
    else:
        assert subject.verdict.value == expected, subject


KINDS_OF_BOAT = """
import enum
class Kind(enum.Enum):
    TUG = 1
    BARGE = 2
    YACHT = 3
TOLLS = {Kind.TUG: 3, Kind.BARGE: 40}
def toll(boat, tons, berth):
"""
# What asks whether a value is a member: only a member parts the two versions.
BY_MEMBER = [
    ("    if boat == Kind.BARGE and tons > 1500:\n        return 2\n    return 1\n", "2", "3"),
    (
        "    if boat in (Kind.TUG, Kind.YACHT) and tons > 7:\n        return 2\n    return 1\n",
        "> 7",
        "> 8",
    ),
    ("    if tons > 90:\n        return TOLLS[boat]\n    return 1\n", "> 90", "> 91"),
    (
        "    match boat:\n        case Kind.TUG if tons == 12:\n            return 5\n    return 1\n",
        "5",
        "6",
    ),
]


@pytest.mark.parametrize(("body", "old", "new"), BY_MEMBER)
def test_what_is_asked_for_members_is_one(tmp_path: Path, body: str, old: str, new: str) -> None:
    """A member of an enumeration, in the call that shows it."""
    before = KINDS_OF_BOAT + body
    (subject,) = vouched(tmp_path, before, KINDS_OF_BOAT + body.replace(old, new)).subjects
    assert subject.counterexample is not None
    assert "toll(Kind." in subject.counterexample.call


FIRST_DRY = """
    found = ""
    for word in ("low", "high"):
        if not found and depth <= limit:
            found = word
    return found or "dry"
"""
DRY_FIRST = """
    if depth > limit:
        return "dry"
    return sorted(["low", "high"], reverse=True)[0]
"""
ON_BOAT = (
    "from dataclasses import dataclass\n@dataclass\nclass Boat:\n    depth: float\n    limit: float\n"
    "def f(boat: Boat):\n    depth, limit = boat.depth, boat.limit\n"
)
FLOATS = "def f(depth: float, limit: float) -> str:\n"
LIST = "def f(levels: list[float]):\n    depth, limit = levels\n"
OUTER = "    outer = depth - limit\n"
# What stands around the two versions of a function of two depths, and whether what only NaN shows
# parts them.
OF_NAN = {
    "of a record": (ON_BOAT, FIRST_DRY, DRY_FIRST, False),
    "of a list": (LIST, FIRST_DRY, DRY_FIRST, False),
    "declared": (FLOATS, FIRST_DRY, DRY_FIRST, True),
    "made of infinities": (
        ON_BOAT,
        OUTER + FIRST_DRY.replace("depth <= limit", "outer <= 0"),
        OUTER + DRY_FIRST.replace("depth > limit", "outer > 0"),
        False,
    ),
    "another bound": (ON_BOAT, FIRST_DRY, DRY_FIRST.replace(">", ">="), True),
    "asked by itself": (
        ON_BOAT,
        f'    if depth != depth:\n        return "none"\n{FIRST_DRY}',
        DRY_FIRST,
        True,
    ),
    "asked by name": (
        f"import math\n{ON_BOAT}",
        f'    if math.isnan(depth):\n        return "none"\n{FIRST_DRY}',
        DRY_FIRST,
        True,
    ),
    "one infinity": (
        ON_BOAT,
        FIRST_DRY,
        '    if depth == float("inf"):\n        return "open"\n' + DRY_FIRST,
        True,
    ),
}


@pytest.mark.parametrize("name", OF_NAN)
def test_what_only_nan_shows_is_an_assumption(tmp_path: Path, name: str) -> None:
    """Numbers are in order, as a proof would say; where the code has NaN in mind, a parameter is
    itself a float, or something else differs too, it is a difference.
    """
    head, before, after, parts = OF_NAN[name]
    (subject,) = vouched(tmp_path, head + before, head + after).subjects
    kinds = [a.kind.value for a in subject.assumptions]
    assert (subject.verdict, kinds) == (
        (Verdict.DIFFERS, []) if parts else (Verdict.TESTED, ["total-order"])
    ), subject


def test_a_nan_that_somebody_gives_counts(tmp_path: Path) -> None:
    """Inputs of the user's own are no guesses; nor is anything assumed where nothing may be."""
    texts = [ON_BOAT + b for b in (FIRST_DRY, DRY_FIRST)]
    paths = [tmp_path / "before.py", tmp_path / "after.py"]
    for path, text in zip(paths, texts, strict=True):
        path.write_text(text)
    given = tmp_path / "given.py"
    given.write_text("def inputs(module, subject):\n    yield (module.Boat(float('nan'), 2.0),)\n")
    assert dreck.vouch(*paths, inputs=given).verdict is Verdict.DIFFERS
    strict = dreck.vouch(*paths, strict=True)
    assert strict.verdict is Verdict.UNDECIDED
    assert "no assumption is allowed" in strict.subjects[0].why
