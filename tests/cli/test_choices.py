"""Choosing moves, stopping early, defaults from pyproject.toml, and the catalogue."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

import dreck
from dreck.moves.registry import all_moves

from .test_commands import FLAT, PYRAMID

TWO_GUARDS = """def admit(boat, lock):
    if boat is None or lock is None:
        return 1
    if lock.open or lock.wide:
        return 2
    return 3
"""


@pytest.fixture
def canal(tmp_path: Path) -> Path:
    """A file with one pyramid."""
    path = tmp_path / "canal.py"
    path.write_text(PYRAMID)
    return path


def steps(out: str) -> list[tuple[str, int]]:
    """The moves and lines of the steps in some JSON."""
    return [(s["move"], s["line"]) for t in json.loads(out)["targets"] for s in t["steps"]]


@pytest.mark.parametrize(
    ("options", "wanted"),
    [
        ((), [("guard-clause", 2), ("guard-clause", 4)]),
        (("--only", "guard-clause"), [("guard-clause", 2), ("guard-clause", 4)]),
        (("--only", "join-conditions"), []),
        (
            ("--skip", "guard-clause"),
            [("flip-branches", 2), ("chain-branches", 5), ("drop-else", 2)],
        ),
        (("--skip", "guard-clause,flip-branches,drop-else,extract-function"), []),
        (("--max-steps", "1"), [("guard-clause", 2)]),
        (("--until", "nesting=1"), [("guard-clause", 2)]),
        (("--until", "open-conditions=2"), [("guard-clause", 2), ("guard-clause", 4)]),
        (("--until", "nesting=2", "--until", "lines=99"), []),
    ],
)
def test_choices(
    options: tuple[str, ...], wanted: list[tuple[str, int]], canal: Path, dreck_in_process
) -> None:
    """Moves can be chosen and skipped, and the work stopped at a measure."""
    done = dreck_in_process("untangle", "canal.py", "--json", *options)
    assert done.status == 0 and steps(done.out) == wanted


def test_one_place_on_request(tmp_path: Path, dreck_in_process) -> None:
    """With --only, a target with a line is one place; the step need not pay."""
    (tmp_path / "canal.py").write_text(TWO_GUARDS)
    done = dreck_in_process(
        "untangle", "canal.py:4", "--only", "separate-guards", "--write", "--json"
    )
    assert steps(done.out) == [("separate-guards", 4)]
    assert (
        "    if lock.open:\n        return 2\n    if lock.wide:\n        return 2\n"
        in (tmp_path / "canal.py").read_text()
    )


def test_a_move_and_its_reverse_do_not_run_for_ever(tmp_path: Path) -> None:
    """No state is entered twice, whatever is asked for."""
    (tmp_path / "canal.py").write_text(TWO_GUARDS)
    (found,) = dreck.untangle(
        "canal.py", only=["separate-guards", "merge-guards"], run=False
    ).functions
    texts = [s.diff for s in found.steps]
    assert 2 <= len(texts) == len(set(texts)) < 20


@pytest.mark.parametrize(
    ("options", "message"),
    [
        (("--only", "guard-claus"), "there is no move 'guard-claus': did you mean 'guard-clause'?"),
        (("--skip", "zzz"), "there is no move 'zzz': `dreck moves` lists them"),
        (("--until", "nesting"), "--until nesting: give a measure and a number, as in nesting=2"),
        (
            ("--until", "width=3"),
            "there is no measure 'width': give one of open_conditions, nesting",
        ),
    ],
)
def test_choices_that_make_no_sense(
    options: tuple[str, ...], message: str, canal: Path, dreck_in_process
) -> None:
    """One line says what is wrong and what to do."""
    done = dreck_in_process("untangle", "canal.py", *options)
    assert done.status == 2 and message in done.err and len(done.err.splitlines()) == 1


@pytest.mark.parametrize(
    ("table", "wanted"),
    [
        ('skip = ["guard-clause", "flip-branches", "drop-else", "extract-function"]', 0),
        ("max-steps = 1", 1),
        ("until = {open-conditions = 2}\nbrief = true", 2),
        ('only = ["guard-clause", "join-conditions"]\nno-run = true\nstrict = true', 2),
    ],
)
def test_defaults_from_pyproject(
    table: str, wanted: int, canal: Path, dreck_in_process, monkeypatch: pytest.MonkeyPatch
) -> None:
    """The nearest pyproject.toml sets defaults; the command line goes before."""
    (canal.parent / "pyproject.toml").write_text(f"[tool.dreck]\n{table}\n")
    (canal.parent / "inner").mkdir()
    monkeypatch.chdir("inner")
    assert len(steps(dreck_in_process("untangle", "../canal.py", "--json").out)) == wanted
    given = ("--max-steps", "9", "--only", "guard-clause") if wanted == 1 else ()
    assert len(steps(dreck_in_process("untangle", "../canal.py", "--json", *given).out)) == (
        2 if given else wanted
    )


@pytest.mark.parametrize(
    ("text", "message"),
    [
        (
            "[tool.dreck]\nmax-step = 3\n",
            "[tool.dreck] has no key 'max-step'; it may have strict, no-run",
        ),
        ("[tool.dreck]\nmax-steps = true\n", "max-steps is True; give a number"),
        ("[tool.dreck]\nonly = 'x'\n", "only is 'x'; give a list of moves"),
        ("[tool.dreck\n", "cannot be read"),
    ],
)
def test_settings_that_cannot_be_read(
    text: str, message: str, canal: Path, dreck_in_process
) -> None:
    """A wrong key or value is named with its file."""
    (canal.parent / "pyproject.toml").write_text(text)
    done = dreck_in_process("untangle", "canal.py")
    assert done.status == 2 and "pyproject.toml: " in done.err and message in done.err


def test_the_catalogue(dreck_in_process) -> None:
    """Every move is listed, and explained with its examples and refusals."""
    listed = dreck_in_process("moves").out
    data = json.loads(dreck_in_process("moves", "--json").out)
    assert [m["name"] for m in data] == list(all_moves()) and all(m["name"] in listed for m in data)
    page = dreck_in_process("moves", "guard-clause").out
    assert "Safe because" in page and "if boat is None:" in page and "Left alone when" in page
    assert "--only push-down" in dreck_in_process("moves", "push-down").out
    assert dreck_in_process("moves", "nothing").status == 2


def test_the_flat_result_is_left_alone(tmp_path: Path, dreck_in_process) -> None:
    """What is good already is said to be so."""
    (tmp_path / "canal.py").write_text(FLAT)
    assert "0 steps in 0 of 2 functions" in dreck_in_process("untangle", "canal.py").out
