"""Inputs are grown, changed and shrunk: always what is declared, always the same ones."""

from __future__ import annotations

import ast
import datetime
import operator
import re
import subprocess
import sys
import types
from collections.abc import Mapping, Sequence
from pathlib import Path
from typing import Any, Literal, Optional, get_args, get_origin

import pytest

import dreck
from dreck import Verdict

from dreck.judge.trials.answers import Answers
from dreck.judge.trials.growing import Grower
from dreck.judge.trials.instrument import Seen
from dreck.judge.trials.mutating import Mutator, first_that
from dreck.judge.trials.picture import picture
from dreck.judge.trials.pool import Pool, pool_of
from dreck.judge.trials.loading import derived_of
from dreck.judge.trials.recipes import Side, hollow_object
from dreck.judge.trials.sharing import shared
from dreck.judge.trials.trees import Tree

CODE = """
LIMITS = (95, 120)
def admit(text, level):
    if text.startswith("permit:") and level - 7 > LIMITS[0]:
        return re.match(r"[BT]\\d{3}$", text.split("/")[1])
    return f"no way for {text}"
"""
TREE = ast.parse(CODE)
POOL = pool_of([TREE.body[1]], [TREE])
SIDE = Side(types.ModuleType("grown"))
HINTS = [
    int,
    float,
    str,
    bytes,
    bool,
    datetime.date,
    datetime.timedelta,
    Optional[int],
    Literal["up", "down"],
    list[int],
    Sequence[str],
    tuple[int, str],
    tuple[int, ...],
    set[str],
    frozenset[int],
    dict[str, int],
    Mapping[str, list[int]],
    list[dict[str, Optional[int]]],
]


def built(tree: Tree) -> Any:
    """The value of a tree."""
    return tree.recipe.build(SIDE, Answers({}))


def fits(value: Any, hint: Any) -> bool:
    """Whether a value is what a hint says, elements included."""
    origin, arguments = get_origin(hint), get_args(hint)
    if origin is Literal:
        return value in arguments
    if type(None) in arguments:
        return value is None or fits(value, arguments[0])
    if origin is tuple and arguments[-1] is not ...:
        return len(value) == len(arguments) and all(map(fits, value, arguments))
    if isinstance(value, dict):
        pairs = [(k, arguments[0]) for k in value] + [(v, arguments[1]) for v in value.values()]
        return issubclass(dict, origin) and all(fits(*p) for p in pairs)
    if origin is not None:
        return isinstance(value, origin) and all(fits(v, arguments[0]) for v in value)
    return isinstance(value, hint) or (hint is float and isinstance(value, int))


def test_the_pool_holds_what_the_code_speaks_of() -> None:
    """Numbers, also those of the tables it names; texts that are looked for apart from messages."""
    assert POOL.numbers == (7, 0, 1, 95, 120)
    assert set(POOL.asked) == {"permit:", "/"} and POOL.said == ("no way for ",)
    assert POOL.separators == ("/",) and POOL.patterns == (r"[BT]\d{3}$",)


WORDS = """
import re
class Reader:
    words = {"toll": r"(?P<toll>[0-9]+)p", "lock": r"lock (?P<lock>[A-F])"}
    limits = (7, 240)
    def read(self, line):
        return re.match("|".join(self.words.values()), line)
"""


def test_patterns_are_known_wherever_they_stand() -> None:
    """Those of the class that are asked for too, in a module that knows of patterns; texts are made
    of several in a row.
    """
    tree = ast.parse(WORDS)
    read = tree.body[1].body[2]  # type: ignore[attr-defined]
    pool = pool_of([read], [tree])
    assert set(pool.patterns) == {r"(?P<toll>[0-9]+)p", r"lock (?P<lock>[A-F])"}
    assert pool.numbers == ()  # nobody asks for the limits
    grower = Grower(pool, {}, "f")
    texts = [built(grower.value(str, "line")) for _ in range(400)]
    assert any(re.fullmatch(r"lock [A-F][0-9]+p.*", t) for t in texts)
    without = ast.parse(WORDS.replace("import re\n", ""))
    assert not pool_of([without.body[0].body[2]], [without]).patterns  # type: ignore[attr-defined]


def test_what_is_drawn_does_not_hang_on_what_is_loaded(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Nor does it leave anything behind."""
    draw = (
        "import fractions, pathlib, re, sys; sys.path.insert(0, '.'); EXTRA\n"
        "from hypothesis import strategies\n"
        "from dreck.judge.trials.drawing import drawn\n"
        "kinds = (fractions.Fraction, pathlib.PurePosixPath, UnicodeError, str)\n"
        "print([repr(drawn(strategies.from_type(k), 60)) for k in kinds])\n"
    )
    folder = tmp_path / "drawn"
    folder.mkdir()
    (folder / "berths.py").write_text("LONGEST = 987654321\nNAME = 'Quillfeather'\n")
    monkeypatch.setenv("HYPOTHESIS_NO_PLUGINS", "1")
    said = [
        subprocess.run(
            [sys.executable, "-c", draw.replace("EXTRA", extra)],
            cwd=folder,
            capture_output=True,
            text=True,
            check=True,
        ).stdout
        for extra in ("pass", "import berths")
    ]
    assert said[0] == said[1] and len(said[0]) > 1000
    assert not list(folder.rglob("*constants*"))


@pytest.mark.parametrize("hint", HINTS, ids=str)
def test_values_are_what_is_declared_however_changed(hint: Any) -> None:
    """Grown, changed and shrunk values honour the declaration, and are the same on every run."""
    runs = []
    for _ in range(2):
        grower = Grower(POOL, {"level": [300]}, "f")
        mutator = Mutator(grower)
        rows = [(grower.value(hint, "level"),) for _ in range(60)]
        rows += [mutator.changed(row) for row in rows]
        small = [first_that(row, lambda trial: True, 50) for row in rows[:20]]
        values = [built(row[0]) for row in (*rows, *small)]
        assert all(fits(v, hint) for v in values), [v for v in values if not fits(v, hint)]
        runs.append([picture(v) for v in values])
    assert runs[0] == runs[1] and len({repr(p) for p in runs[0]}) > 1


def test_texts_come_near_what_is_asked_of_them() -> None:
    """Texts that a pattern matches, texts with the parts that are split, texts that begin right."""
    grower = Grower(POOL, {}, "f")
    texts = [built(grower.value(str, "text")) for _ in range(400)]
    assert any(re.match(POOL.patterns[0], t) for t in texts)
    assert any(t.count("/") == 2 for t in texts)
    assert any(t.startswith("permit:") for t in texts)
    assert any(t.lower().startswith("permit:") and not t.startswith("permit:") for t in texts)


@pytest.mark.parametrize(
    ("shows", "expected"),
    [
        (lambda v: len(v) >= 2, [0, 0]),
        (lambda v: 7 in v, [7]),
        (lambda v: sum(v) < 0, [-1]),
        (lambda v: len(set(v)) < len(v), [0, 0]),
    ],
)
def test_a_difference_is_made_small(shows: Any, expected: list[int]) -> None:
    """What is left over is as small as what shows it allows."""
    grower = Grower(Pool((7,)), {}, "f")
    rows = [(grower.value(list[int], "levels"),) for _ in range(200)]
    found = next(row for row in rows if len(built(row[0])) > 2 and shows(built(row[0])))
    assert built(first_that(found, lambda row: shows(built(row[0])), 500)[0]) == expected


def test_a_number_is_shown_as_one() -> None:
    """True is a whole number, and nobody writes it down for one."""
    tree = Grower(Pool(), {}, "f").value(int, "level").with_value(True)
    (found,) = first_that((tree,), lambda row: built(row[0]) == 1, 50)
    assert found.recipe.text == "1"


BOATS = ["Heron"]
SAME = [
    ({"boats": BOATS, "result": BOATS}, {("result", "boats")}),
    ({"boats": BOATS, "result": list(BOATS)}, set()),
    ({"boats": BOATS, "result": {"all": BOATS}}, {("result['all']", "boats")}),
    ({"boats": ("a",), "result": ("a",)}, set()),
    ({"a": types.SimpleNamespace(of=BOATS), "b": [BOATS]}, {("b[0]", "a.of")}),
]


@pytest.mark.parametrize(("values", "expected"), SAME)
def test_objects_that_are_the_same(values: dict[str, Any], expected: set[tuple[str, str]]) -> None:
    """Lists, dicts and objects met twice are told by expressions; what cannot change is not."""
    assert shared(values) == expected


DEPTHS = """
SILL = 95


def is_sound(boat):
    return boat.crew > 0 and boat.hull != "leaks" and boat.papers


def first_of(boats):
    for boat in boats:
        if not boat.gone:
            return boat
    return None
"""
ENTER = """
from depths import SILL, first_of, is_sound


def enter(boats, level, log):
    boat = first_of(boats)
    if boat is None or not is_sound(boat):
        return "nobody"
    if boat.draught <= level - SILL:
        log.append(boat.draught)
        return "in"
    return "too deep"
"""


@pytest.mark.parametrize(
    ("old", "new"),
    [
        # a boundary that stands in no text
        ("<= level - SILL", "< level - SILL"),
        ("<= level - SILL", "<= level - SILL + 1"),
        ("log.append(boat.draught)", "log.append(level)"),
    ],
)
def test_what_functions_of_other_modules_ask(old: str, new: str, tmp_path: Path) -> None:
    """Records have what they ask for, and what they give back is followed; a value that was
    compared with another one comes to be the same.
    """
    (tmp_path / "depths.py").write_text(DEPTHS, encoding="utf-8")
    for name, text in (("a.py", ENTER), ("b.py", ENTER.replace(old, new))):
        (tmp_path / name).write_text(text, encoding="utf-8")
    found = dreck.vouch(tmp_path / "a.py", tmp_path / "b.py")
    assert found.verdict is Verdict.DIFFERS, found.subjects


def test_what_is_left_out_stays_what_it_is() -> None:
    """An argument that is left out is no other one that is left out."""

    class Reading:
        def __init__(self, level: int = 0, note: str = "") -> None: ...

    grower = Grower(POOL, {}, "left out")
    found = [grower.value(Reading, "reading") for _ in range(60)]
    omitted = {t.kind for made in found for t in made.parts if t.kind.startswith("omitted")}
    assert len(omitted) == 2


BOOK = """
class Book:
    def __init__(self):
        self.permits = {}

    def enter(self, boat: str) -> str:
        number = f"P-{len(self.permits) + 100}"
        self.permits[number] = boat
        return number

    def boat_of(self, number: str) -> str:
        if number in self.permits:
            return self.permits[number].strip()
        raise KeyError(number)
"""


@pytest.mark.parametrize("hint", [": str", ""])
def test_what_a_method_gave_back_is_asked_for(hint: str, tmp_path: Path) -> None:
    """A key that only another method knows how to make is found, though nothing spells it."""
    before = BOOK.replace("boat_of(self, number: str)", f"boat_of(self, number{hint})")
    for name, text in (("before", before), ("after", before.replace(".strip()", ".rstrip()"))):
        (tmp_path / f"{name}.py").write_text(text)
    found = dreck.vouch(tmp_path / "before.py", tmp_path / "after.py")
    assert found.verdict is Verdict.DIFFERS
    assert "enter(" in str(found.subjects[0].counterexample)


def test_two_runs_give_the_same_answers(tmp_path: Path) -> None:
    """Texts have the same hashes in all trials, so that sets are gone through alike."""
    before = "def first(boats: set[str]) -> int:\n    return hash('lock')\n"
    for name, text in (("before", before), ("after", before.replace("'lock'", "'gate'"))):
        (tmp_path / f"{name}.py").write_text(text)
    versions = tmp_path / "before.py", tmp_path / "after.py"
    shown = [str(dreck.vouch(*versions).subjects[0].counterexample) for _ in range(2)]
    assert shown[0] == shown[1]


def test_objects_without_a_constructor_are_of_no_class_of_the_project() -> None:
    """However many were made; each has answers of its own, and questions of its own to them."""

    class Boat:
        pass

    first, second = Answers({}), Answers({})
    made = [hollow_object(Boat, answers) for answers in (first, second, second)]
    assert derived_of(Boat) == [] and all(isinstance(m, Boat) for m in made)
    assert type(made[0]) is type(made[1])
    assert bool(made[1].moored) in (True, False)
    assert "self.moored" in str(second.given()) and "moored" not in str(first.given())


PERMITS = """
from dataclasses import dataclass
DAYS = {"freight:heavy": 40, "pleasure:day": 1}

@dataclass
class Permit:
    kind: str
    day: int

    def last(self) -> int:
        return self.day + DAYS[self.kind]

def days_of(kind):
    return DAYS[kind]

def is_open(permit: Permit, today: int) -> bool:
    return permit.last() >= today

def lasts(kind: str, today: int) -> bool:
    return days_of(kind) >= today
"""


@pytest.mark.parametrize("name", ["is_open", "lasts"])
def test_what_is_asked_further_in_counts(
    name: str, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Keys of a table that a method of an argument, or a function, looks up; also where the files
    are named as from the current directory.
    """
    monkeypatch.chdir(tmp_path)
    before, head, body = PERMITS.partition(f"def {name}")
    for path, text in (("before", head + body), ("after", head + body.replace(">=", ">", 1))):
        Path(f"{path}.py").write_text(before + text)
    found = dreck.vouch(Path("before.py"), Path("after.py"))
    shown = found.subjects[0].counterexample
    assert shown is not None and ("freight:heavy" in shown.call or "pleasure:day" in shown.call)


LOGGED = """
import logging
log = logging.getLogger("locks")
def shut(gates: list[str]) -> int:
    many = 0
    for gate in gates:
        if gate:
            many += 1
        else:
            log.debug("%s gates, then one without a name", many)
    return many
"""


@pytest.mark.parametrize(
    ("old", "new", "verdict"),
    [
        (
            '            log.debug("%s gates, then one without a name", many)',
            "            pass",
            "differs",
        ),
        ("log.debug", "log.info", "differs"),
        ('"locks"', '"canal"', "differs"),
        ("    for gate in gates:\n", "    for gate in list(reversed(gates))[::-1]:\n", "tested"),
        ("then one", "then %d", "differs"),
    ],
)
def test_what_is_logged_counts(old: str, new: str, verdict: str, tmp_path: Path) -> None:
    """Records of all levels, with their texts; one that cannot be filled in ends nothing."""
    for path, text in (("before", LOGGED), ("after", LOGGED.replace(old, new))):
        (tmp_path / f"{path}.py").write_text(text)
    found = dreck.vouch(tmp_path / "before.py", tmp_path / "after.py")
    assert found.verdict.value == verdict, found.subjects


def test_numbers_that_nobody_can_write_down() -> None:
    """What is compared with an enormous number is not given that number."""
    seen = Seen()
    for other in (7, 10**5000, -(10**5000)):
        assert seen.compared(5, other, operator.eq) is False
    assert list(seen.met[5]) == [7] and str(seen.met)
