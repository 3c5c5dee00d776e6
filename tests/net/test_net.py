"""The project's own tests as a net: before the first step, after each, and at the end."""

from __future__ import annotations

import json
import os
import signal
import subprocess
import sys
import time
from functools import partial
from pathlib import Path

import pytest

import dreck
from dreck.errors import RunError

GATE = """LIMIT = 3


def admit(boat, lock):
    if boat is not None:
        if lock == "open":
            return boat
        else:
            raise KeyError("closed")
    else:
        raise ValueError("no boat")


def is_deep(draught):
    if draught > LIMIT:
        return True
    return False
"""
TESTS = """import pytest
from canal.gate import admit, is_deep


def test_open():
    assert admit("Heron", "open") == "Heron"


def test_closed():
    with pytest.raises(KeyError):
        admit("Heron", "shut")


def test_deep():
    assert is_deep(9)
"""
# Tests that see what no behaviour shows: the text of a function, or of its file.
READS_ITSELF = """

def test_text():
    import inspect

    admit("Heron", "open")
    assert "else" in inspect.getsource(admit)
"""
ONLY_THIS = """

def test_only_this():
    import inspect

    admit("Heron", "open")
    assert len(inspect.getsource(admit)) == 196, "'else' in"
"""
READS_THE_FILE = """

def test_file():
    from pathlib import Path

    assert "else" in Path("canal/gate.py").read_text()
"""
OUTSIDE_COUNT = """

def test_sometimes():
    from pathlib import Path

    count = Path({path!r})
    number = int(count.read_text()) if count.exists() else 0
    count.write_text(str(number + 1))
    assert number % 2
"""


@pytest.fixture
def project(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Path:
    """A package with tests, and a cache folder of its own."""
    monkeypatch.setenv("XDG_CACHE_HOME", str(tmp_path.parent / f"{tmp_path.name}-cache"))
    monkeypatch.delenv("VIRTUAL_ENV", raising=False)
    (tmp_path / "canal").mkdir()
    (tmp_path / "canal" / "__init__.py").write_text("")
    (tmp_path / "canal" / "gate.py").write_text(GATE)
    (tmp_path / "tests").mkdir()
    (tmp_path / "tests" / "test_gate.py").write_text(TESTS)
    (tmp_path / "pyproject.toml").write_text('[tool.pytest.ini_options]\npythonpath = ["."]\n')
    return tmp_path


def more_tests(project: Path, text: str) -> None:
    """Give the project's tests some more."""
    path = project / "tests" / "test_gate.py"
    path.write_text(path.read_text() + text)


def test_after_each_step_the_tests_that_reach_it(project: Path, dreck_in_process) -> None:
    """Steps say how many tests are green, all run at the end, and the net is told first."""
    done = dreck_in_process("untangle", "canal/gate.py", "--tests", "--write", "--brief")
    assert done.status == 0, done.err
    for words in (
        "net: 2 tests; none takes line 5: `boat is not None` is never false",
        "proved  2 tests green",
        "net: 1 test; none takes line 15: `draught > LIMIT` is never false",
        "All 3 tests ran at the end: green.",
        "Written: canal/gate.py",
    ):
        assert words in done.out, done.out
    assert not list(project.glob("**/__pycache__"))


@pytest.mark.parametrize(
    ("more", "words", "left"),
    [
        (READS_ITSELF, "red  tests/test_gate.py::test_text", "else:"),
        (ONLY_THIS, "red  tests/test_gate.py::test_only_this", GATE),
        (READS_THE_FILE, "red  tests/test_gate.py::test_file", "else:"),
    ],
    ids=["chosen", "always-red", "at-the-end"],
)
def test_red_takes_the_step_back(
    more: str, words: str, left: str, project: Path, dreck_in_process
) -> None:
    """A step at which a test is red does not stand, whether that test was chosen or not."""
    more_tests(project, more)
    done = dreck_in_process("untangle", "canal/gate.py::admit", "--tests", "--write")
    assert words in done.out and "'else' in" in done.out and "taken back" in done.out
    text = (project / "canal" / "gate.py").read_text()
    assert left in text
    assert done.out.count("red  ") == 3 or left != GATE
    assert ("test_file fails from the step" in done.err) == (more is READS_THE_FILE)


@pytest.mark.parametrize(
    ("more", "command", "words"),
    [
        (
            "\n\ndef test_red():\n    assert is_deep(1)\n",
            "",
            "test_red fails before the first step (assert False",
        ),
        (OUTSIDE_COUNT, "", "test_sometimes fails once and passes once though nothing changed"),
        ("", "python -m pytest -k nothing", "runs no test, so there is no net"),
        ("", "python -c 'raise SystemExit(3)'", "fails before the first step"),
        ("", "no-such-program --all", "no-such-program: cannot be run"),
        ("", "'", "cannot be read"),
    ],
)
def test_no_net(more: str, command: str, words: str, project: Path, dreck_in_process) -> None:
    """What is no net is said before the first step, in one line, and nothing is changed."""
    outside = str(project.parent / f"{project.name}-count")
    more_tests(project, more.format(path=outside) if "{path" in more else more)
    given = ["--test-command", command] if command else []
    done = dreck_in_process("untangle", "canal/gate.py", "--tests", "--write", *given)
    assert done.status == 2 and words in done.err and done.err.count("\n") == 1
    assert (project / "canal" / "gate.py").read_text() == GATE


def test_what_fails_by_itself_hides_nothing(project: Path, dreck_in_process) -> None:
    """A test that fails with and without a step does not count, is told, and stands in nobody's
    way.
    """
    count = project.parent / f"{project.name}-count"
    path = project / "tests" / "test_gate.py"
    later = f"""import pathlib


def test_aged():
    admit("Heron", "open")
    count = pathlib.Path({str(count)!r})
    is_first = not count.exists()
    count.write_text("")
    assert is_first
"""
    path.write_text(
        TESTS.replace("import pytest\n", "import pytest\n", 1) + "\n\n" + later + READS_ITSELF
    )
    done = dreck_in_process("untangle", "canal/gate.py::admit", "--tests", "--write")
    assert "red  tests/test_gate.py::test_text" in done.out, done.out + done.err
    assert "not counted: tests/test_gate.py::test_aged fails now and then" in done.out
    assert "else:" in (project / "canal" / "gate.py").read_text()


def test_another_command_by_its_status(project: Path, dreck_in_process) -> None:
    """A command that is not pytest says by its exit status how it went."""
    check = project / "check.py"
    check.write_text("from canal.gate import admit\nassert admit(1, 'open') == 1\n")
    (project / "pyproject.toml").write_text('[tool.dreck]\ntests = "python check.py"\n')
    done = dreck_in_process("untangle", "canal/gate.py::admit", "--write", "--brief")
    assert done.status == 0 and "proved  1 test green" in done.out, done.out + done.err
    assert (
        "admit(1" in check.read_text()
        and "if boat is None:" in (project / "canal" / "gate.py").read_text()
    )


def test_how_well_tests_hold_a_function(project: Path, dreck_in_process) -> None:
    """The tests that run it, the branches none takes, the faults none notices; also as JSON."""
    done = dreck_in_process("net", "canal/gate.py", "--json")
    told = json.loads(done.out)
    admit, deep = told["functions"]
    assert told["schema"] == "dreck/net/1" and told["tests"] == 3
    assert admit["tests"] == ["tests/test_gate.py::test_closed", "tests/test_gate.py::test_open"]
    assert [m["line"] for m in admit["untaken"]] == [5]
    assert deep["untaken"] == [{"line": 15, "what": "`draught > LIMIT` is never false"}]
    assert 0 < admit["faults"]["caught"] < admit["faults"]["planted"]
    shown = dreck_in_process("net", "canal/gate.py::is_deep")
    assert "no test takes line 15" in shown.out and "Next: dreck pin" in shown.out


def test_a_fault_that_never_ends_is_caught(project: Path) -> None:
    """A planted fault may loop for ever; that is noticed too."""
    (project / "canal" / "gate.py").write_text(
        "def fill(level):\n    while level < 3:\n        level += 1\n    return level\n\n\n"
        "def is_deep(a):\n    return a > 3\n\n\ndef admit(a, b):\n    return a\n"
    )
    (project / "tests" / "test_gate.py").write_text(
        "from canal.gate import fill\n\n\ndef test_fill():\n    assert fill(3) == 3\n"
    )
    (found,) = dreck.held_by_tests("canal/gate.py::fill").functions
    assert (found.planted, found.caught) == (2, 2)


def test_the_cache_knows_by_content(project: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    """What was measured for the very same files is not measured again; any change is."""
    from dreck.net.running import Runner

    runs = []
    real = Runner.run
    monkeypatch.setattr(Runner, "run", lambda *a, **k: runs.append(1) or real(*a, **k))
    for expected in (1, 0):
        dreck.held_by_tests("canal/gate.py", faults=False)
        assert len(runs) == expected
        runs.clear()
    (project / "canal" / "gate.py").write_text(GATE + "\n# mine\n")
    dreck.held_by_tests("canal/gate.py", faults=False)
    assert len(runs) == 1


def test_an_installed_project_is_not_mistaken_for_the_copy(project: Path) -> None:
    """Tests that import the project's own files would see nothing of a step: refused."""
    (project / "tests" / "conftest.py").write_text(
        f"import sys\nsys.path.insert(0, {str(project)!r})\n"
    )
    with pytest.raises(RunError, match="the tests import .*canal.*itself, not the copy"):
        dreck.untangle("canal/gate.py", tests="python -m pytest")


def test_no_pytest(project: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    """An interpreter without pytest is told so."""
    bare = project.parent / f"{project.name}-bin"
    bare.mkdir()
    (bare / "python").write_text(f'#!/bin/sh\nexec {sys.executable} -S -I "$@"\n')
    (bare / "python").chmod(0o755)
    (bare / "bin").symlink_to(".")
    monkeypatch.setenv("VIRTUAL_ENV", str(bare))
    with pytest.raises(RunError, match="has no pytest"):
        dreck.untangle("canal/gate.py", tests="python -m pytest")


@pytest.mark.parametrize("number", [signal.SIGINT, signal.SIGTERM, signal.SIGKILL])
@pytest.mark.parametrize("arguments", [("untangle", "--tests", "--write"), ("net",)])
def test_interrupts(number: int, arguments: tuple[str, ...], project: Path) -> None:
    """Stopped in the middle of a run of tests: one line, files whole, no process left."""
    mark = project / "started"
    more_tests(
        project,
        f"\n\ndef test_slow():\n    import os, pathlib, time\n\n"
        f"    pathlib.Path({str(mark)!r}).write_text(str(os.getpid()))\n    time.sleep(60)\n",
    )
    command = [sys.executable, "-m", "dreck", *arguments, "canal/gate.py"]
    # Who is started in the background may be told to ignore an interrupt; a terminal does not.
    heeds = partial(signal.signal, signal.SIGINT, signal.SIG_DFL)
    with subprocess.Popen(command, stderr=subprocess.PIPE, text=True, preexec_fn=heeds) as process:
        end = time.monotonic() + 30
        while not (mark.exists() and mark.read_text()) and time.monotonic() < end:
            time.sleep(0.05)
        process.send_signal(number)
        try:
            _, said = process.communicate(timeout=20)
        finally:
            process.kill()
    if number == signal.SIGKILL:
        assert process.returncode == -signal.SIGKILL
    else:
        assert process.returncode == 130 and "stopped; every file is whole" in said, said
    assert (project / "canal" / "gate.py").read_text() == GATE
    with pytest.raises(ProcessLookupError):
        for _ in range(100):
            os.kill(int(mark.read_text()), 0)
            time.sleep(0.05)
