"""The commands as people use them: what they print, what they leave behind, how they end."""

from __future__ import annotations

import json
import subprocess
import sys
from pathlib import Path

import pytest

import dreck
from dreck.demo import copy_project

PYRAMID = """def admit(boat, lock):
    if boat is not None:
        if lock.open:
            berth = lock.find(boat)
            lock.book(berth)
            return berth
        else:
            raise KeyError("closed")
    else:
        raise ValueError("no boat")


def plain(a):
    return a
"""
FLAT = """def admit(boat, lock):
    if boat is None:
        raise ValueError("no boat")
    if not lock.open:
        raise KeyError("closed")
    berth = lock.find(boat)
    lock.book(berth)
    return berth


def plain(a):
    return a
"""


@pytest.fixture
def canal(tmp_path: Path) -> Path:
    """A file with one pyramid."""
    path = tmp_path / "canal.py"
    path.write_text(PYRAMID)
    return path


def test_untangle_shows_and_does_not_write(canal: Path, dreck_in_process) -> None:
    """Without --write everything is shown and nothing is written."""
    done = dreck_in_process("untangle", "canal.py")
    assert done.status == 0 and canal.read_text() == PYRAMID
    for words in (
        "step 1  guard-clause  line 2  proved",
        "When `boat is None`",
        "the whole change",
        "+     if boat is None:",
        "nesting",
        "2 steps in 1 of 2 functions: 2 proved.",
        "Nothing was written; --write does that.",
    ):
        assert words in done.out, words


@pytest.mark.parametrize("target", ["canal.py", "canal.py::admit", "canal.py:4", "."])
def test_targets(target: str, canal: Path, dreck_in_process) -> None:
    """All kinds of targets, and --write writes."""
    assert dreck_in_process("untangle", target, "--write", "--brief").status == 0
    assert canal.read_text() == FLAT


def test_untangle_json(canal: Path, dreck_in_process) -> None:
    """The same as data."""
    data = json.loads(dreck_in_process("untangle", "canal.py::admit", "--json").out)
    (target,) = data["targets"]
    assert data["schema"] == "dreck/untangling/1" and target["target"] == "canal.py::admit"
    assert [(s["move"], s["line"], s["verdict"]["verdict"]) for s in target["steps"]] == [
        ("guard-clause", 2, "proved"),
        ("guard-clause", 4, "proved"),
    ]
    assert target["steps"][0]["diff"].startswith("--- a/canal.py\n+++ b/canal.py\n@@ ")
    assert target["measures"]["before"] == {
        "lines": 10,
        "nesting": 2,
        "decisions": 2,
        "open_conditions": 10,
        "happy_path_depth": 2,
        "signs": 1,
    }
    assert target["measures"]["after"]["nesting"] == 1 and target["left_alone"] == []
    assert target["verdict"]["verdict"] == "proved"


@pytest.mark.parametrize(
    ("source", "because"),
    [
        ("def f(a):\n    return a\n", "it takes no decisions"),
        (
            "def f(a):\n    if a:\n        a.go()\n    return a\n",
            "no condition stands inside another",
        ),
        (
            "def f(a):\n    if a:\n        a.go()\n        a.stop()\n",
            "no condition stands inside another",
        ),
    ],
)
def test_nothing_to_do(source: str, because: str, tmp_path: Path, dreck_in_process) -> None:
    """A function without tangles is told so, with the reason."""
    (tmp_path / "f.py").write_text(source)
    done = dreck_in_process("untangle", "f.py")
    assert done.status == 0 and f"Nothing to do here, because {because}." in done.out


def test_max_steps(canal: Path, dreck_in_process) -> None:
    """Work stops after so many steps; every state is a good one."""
    assert (
        "1 step in 1 of 2 functions"
        in dreck_in_process("untangle", "canal.py", "--max-steps", "1").out
    )
    assert "0 steps" in dreck_in_process("untangle", "canal.py", "--max-steps", "0").out


@pytest.mark.parametrize(
    ("arguments", "message"),
    [
        (("untangle", "nothing.py"), "nothing.py: no such file or folder"),
        (("untangle", "cana.py"), "cana.py: no such file or folder; did you mean canal.py?"),
        (
            ("untangle", "canal.py::admitt"),
            "canal.py: has no function or class 'admitt'; did you mean admit?",
        ),
        (("untangle", "canal.py:999"), "canal.py: no function stands at line 999"),
        (
            ("untangle", "canal.py:4-3"),
            "canal.py:4-3: the last line stands before the first; write canal.py:3-4",
        ),
        (
            ("untangle", "canal.py:3-4", "--only", "extract-function"),
            "canal.py:3-4: no whole statements of one block; name the first and the last line",
        ),
        (("untangle", "broken.py"), "broken.py:2: not valid Python here"),
        (("untangle", "binary.py"), "binary.py: not Python source (it holds NUL bytes)"),
        (("untangle", "coded.py"), "coded.py: cannot be decoded"),
        (("untangle", ".::admit"), ".: is a folder; name a function as FILE.py::admit"),
        (("survey", "nowhere"), "nowhere: no such file or folder"),
        (("survey", "broken.py"), "broken.py:2: not valid Python here"),
        (("vouch", "canal.py", "broken.py"), "broken.py:2: not valid Python here"),
        (
            ("vouch", "canal.py", "canal.py", "--subject", "admitt"),
            "canal.py: has no function 'admitt'; it has admit, plain",
        ),
        (
            ("demo", "--into", "."),
            ".: exists and is not an empty folder; choose another with --into",
        ),
    ],
)
def test_bad_input(arguments: tuple[str, ...], message: str, canal: Path, dreck_in_process) -> None:
    """One clear line on standard error, status 2, nothing written."""
    (canal.parent / "broken.py").write_text("def f():\n    if:\n")
    (canal.parent / "binary.py").write_bytes(b"x = 1\0\n")
    (canal.parent / "coded.py").write_bytes(b"# coding: ascii\nx = '\xff'\n")
    files = {p.name: p.read_bytes() for p in canal.parent.iterdir()}
    done = dreck_in_process(*arguments)
    assert (done.status, done.err.count("\n")) == (2, 1)
    assert (
        done.err.startswith(f"dreck: {message}")
        and {p.name: p.read_bytes() for p in canal.parent.iterdir()} == files
    )


def test_one_bad_file_does_not_stop_the_run(canal: Path, dreck_in_process) -> None:
    """The others are done; the status tells of the bad one."""
    (canal.parent / "broken.py").write_text("def f(:\n")
    done = dreck_in_process("untangle", ".", "--write", "--brief")
    assert done.status == 2 and canal.read_text() == FLAT and "broken.py:1" in done.err
    assert [f.target for f in dreck.survey(".").functions][0] == "canal.py::admit"


@pytest.mark.parametrize(
    ("change", "status", "words"),
    [
        (("", ""), 0, "proved  no function of before.py differs"),
        (("", "", PYRAMID), 0, "proved  admit"),
        (("no boat", "boat"), 1, "differs  admit"),
        (("return a\n", "return a + 0\n"), 1, "differs  plain"),
        (("def plain(a)", "print('loaded')\n\n\ndef plain(a)"), 3, "undecided  <module>"),
    ],
)
def test_vouch(
    change: tuple[str, ...], status: int, words: str, tmp_path: Path, dreck_in_process
) -> None:
    """Statuses and first words of all verdicts."""
    (tmp_path / "before.py").write_text(FLAT)
    (tmp_path / "after.py").write_text(
        change[2] if len(change) > 2 else FLAT.replace(change[0], change[1]) if change[0] else FLAT
    )
    done = dreck_in_process("vouch", "before.py", "after.py")
    assert done.status == status and words in done.out, done.out
    data = json.loads(dreck_in_process("vouch", "before.py", "after.py", "--json").out)
    assert data["schema"] == "dreck/vouching/1"
    assert all(
        set(s) == {"subject", "verdict", "assumptions", "trials", "counterexample", "why", "helps"}
        for s in data["subjects"]
    )


@pytest.mark.parametrize("parameter", ["n: int", "boat"])
def test_the_script_shows_the_difference(parameter: str, tmp_path: Path, dreck_in_process) -> None:
    """A difference comes as a program that shows it when run, with and without stand-ins."""
    code = f"def toll({parameter}):\n    n = {parameter.partition(':')[0]}{'' if ':' in parameter else '.n'}\n    if n < 3:\n        return 1\n    return 2\n"
    (tmp_path / "before.py").write_text(code)
    (tmp_path / "after.py").write_text(code.replace("<", "<="))
    done = dreck_in_process("vouch", "before.py", "after.py", "--script", "show.py")
    assert (
        done.status == 1 and "before   returns 2" in done.out and "after    returns 1" in done.out
    )
    shown = subprocess.run(
        [sys.executable, "show.py"], capture_output=True, text=True, timeout=60, check=True
    )
    assert shown.stdout == "before returns 2\nafter returns 1\n"


@pytest.mark.parametrize(
    ("options", "verdict", "status"),
    [
        ((), "proved-under", 0),
        (("--strict",), "tested", 0),
        (("--strict", "--no-run"), "undecided", 3),
    ],
)
def test_strict_and_no_run(
    options: tuple[str, ...], verdict: str, status: int, tmp_path: Path, dreck_in_process
) -> None:
    """How much is asked for decides how much is said."""
    for name, test in (
        ("before", "if a.n < b.n:\n        return 1\n    return 2"),
        ("after", "if a.n >= b.n:\n        return 2\n    return 1"),
    ):
        (tmp_path / f"{name}.py").write_text(f"def f(a, b):\n    {test}\n")
    done = dreck_in_process("vouch", "before.py", "after.py", *options)
    assert done.out.startswith(f"{verdict}  f\n") and done.status == status
    assert ("assumes total-order" in done.out) is (verdict == "proved-under")


def test_survey_ranks(tmp_path: Path, dreck_in_process) -> None:
    """Worst first, as a table and as data; nothing is run."""
    (tmp_path / "canal.py").write_text(PYRAMID + "\n\nraise SystemExit('never run')\n")
    done = dreck_in_process("survey")
    assert (
        done.status == 0
        and "canal.py::admit" in done.out
        and "Next: dreck anatomy canal.py::admit" in done.out
    )
    data = json.loads(dreck_in_process("survey", "canal.py", "--json").out)
    assert data["schema"] == "dreck/survey/2" and [f["line"] for f in data["functions"]] == [1, 13]


def test_the_demo(tmp_path: Path, dreck_command) -> None:
    """The whole example runs as installed, and its project's own tests still pass."""
    done = dreck_command("demo", "--into", "office")
    assert done.status == 0, done.err
    for words in (
        "Office.admit",
        "8 steps in 1 of 1 function",
        "proved-under  Office.admit",
        "differs  has_passage_at_night",
        "72 passed",
    ):
        assert words in done.out, words
    assert (tmp_path / "office" / "canal" / "office.py").exists() and not (
        tmp_path / "office" / "canal" / "slip.py"
    ).exists()


def test_the_whole_demo_project(tmp_path: Path) -> None:
    """Every function of the demo project: proved, tests as before."""
    copy_project(tmp_path / "office")
    found = dreck.untangle(tmp_path / "office" / "canal", run=False)
    assert (
        found.verdict.same and sum(f.changed for f in found.functions) >= 10 and not found.problems
    )
    found.write()
    command = [sys.executable, "-m", "pytest", "-q", "-p", "no:cacheprovider", "-W", "error"]
    done = subprocess.run(
        command, cwd=tmp_path / "office", capture_output=True, text=True, timeout=120, check=False
    )
    assert "72 passed" in done.stdout, done.stdout


def test_help_and_version(dreck_command) -> None:
    """The installed command answers."""
    assert dreck_command("--version").out == f"dreck {dreck.__version__}\n"
    assert "Exit status: 0 same or done, 1 differs" in dreck_command("--help").out
