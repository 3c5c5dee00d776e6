"""Revisions compared: what changed, what moved, what is gone, and how it is told."""

from __future__ import annotations

import json
import subprocess
import sys
from pathlib import Path
from xml.etree import ElementTree

import jsonschema
import pytest
import xmlschema

import dreck
from dreck.errors import SettingError

HERE = Path(__file__).parent
BEFORE = {
    "canal/__init__.py": "",
    "canal/gate.py": '''"""Gates."""

import math

LIMIT = 3


def admit(boat: str | None, level: int) -> str:
    """One boat."""
    if boat is not None:
        if level > LIMIT:
            return boat
        else:
            return "wait"
    else:
        return "none"


def toll(length: int) -> int:
    if length > 10:
        return 5
    else:
        return 2


def rounded(level: float) -> int:
    return math.floor(level) + 1


def _old_name(a: int) -> int:
    return a + 1


def berth(a: int) -> int:
    return _old_name(a)
''',
    "canal/marks.py": '"""Marks."""\n\nimport math\n\n\ndef mark(a: int) -> int:\n    return a\n',
    "canal/_hidden.py": "def lost():\n    return 1\n",
    "canal/gone.py": "def lost():\n    return 1\n",
    "canal/signals.py": "def lamp(a: int) -> str:\n    if a > 1:\n        return 'red'\n    else:\n        return 'green'\n",
    "tests/test_gate.py": "def test_one():\n    assert 1\n",
}
AFTER = {
    "canal/gate.py": '''"""Gates."""

import math

LIMIT = 3


def admit(boat: str | None, level: int) -> str:
    """One boat."""
    if boat is None:
        return "none"
    return boat if level > LIMIT else "wait"


def toll(length: int) -> int:
    if length >= 10:
        return 5
    return 2


def _new_name(a: int) -> int:
    return a + 1


def berth(a: int) -> int:
    return _new_name(a)
''',
    "canal/marks.py": '"""Marks."""\n\nimport math\n\n\ndef mark(a: int) -> int:\n    return a\n\n\n'
    "def rounded(level: float) -> int:\n    return math.floor(level) + 1\n\n\ndef _fresh():\n    return 2\n",
    "canal/lamps.py": "def lamp(a: int) -> str:\n    if a <= 1:\n        return 'green'\n    return 'red'\n",
    "tests/test_gate.py": "def test_one():\n    assert 2\n",
}


def git(*arguments: str) -> str:
    """Run git and return what it printed."""
    return subprocess.run(["git", *arguments], capture_output=True, text=True, check=True).stdout


def write(files: dict[str, str]) -> None:
    """Write files below the current folder."""
    for name, text in files.items():
        Path(name).parent.mkdir(exist_ok=True)
        Path(name).write_text(text)


@pytest.fixture
def office(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Path:
    """A repository whose working tree has changes of many kinds."""
    for name in ("GIT_AUTHOR", "GIT_COMMITTER"):
        monkeypatch.setenv(f"{name}_NAME", "Keeper")
        monkeypatch.setenv(f"{name}_EMAIL", "keeper@canal.example")
    git("init", "-q", "-b", "main")
    write(BEFORE)
    git("add", "-A")
    git("commit", "-qm", "As found")
    git("mv", "canal/signals.py", "canal/lamps.py")
    Path("canal/gone.py").unlink()
    Path("canal/_hidden.py").unlink()
    Path("canal/marks.csv").write_text("sill,4\n")
    write(AFTER)
    return tmp_path


@pytest.mark.parametrize("committed", [False, True])
def test_what_changed(committed: bool, office: Path) -> None:
    """Changed functions are judged, renamed files and functions followed, the rest is listed; the
    working tree and a second revision alike.
    """
    if committed:
        git("add", "-A")
        git("commit", "-qm", "Simpler")
        git("checkout", "-q", "main~1")
    found = dreck.vouch_since("main~1..main" if committed else "HEAD")
    verdicts = {f.target: f.verdict.verdict.value for f in found.functions}
    assert verdicts == {
        "canal/gate.py::admit": "proved",
        "canal/gate.py::toll": "differs",
        "canal/gate.py::berth": "proved",
        "canal/gate.py::rounded": "undecided",
        "canal/lamps.py::lamp": "proved",
        "canal/lamps.py": "undecided",
        "canal/gone.py": "undecided",
    }
    whys = {f.file: f.verdict.why for f in found.functions}
    assert "was canal/signals.py; whoever imports it" in whys["canal/lamps.py"]
    assert "the module is gone" in whys["canal/gone.py"] and found.others == ("canal/marks.csv",)
    assert [f.line for f in found.functions if f.verdict.subject == "toll"] == [15]
    told = next(f.verdict.why for f in found.functions if f.verdict.subject == "rounded")
    assert told.startswith("moved to canal/marks.py, and is what it was; a public name")
    assert {(m.name, m.to_name) for m in found.moved} == {
        ("_old_name", "_new_name"),
        ("rounded", "rounded"),
    }
    assert found.added == ("canal/marks.py::_fresh",)
    assert found.removed == ("canal/_hidden.py::lost", "canal/gone.py::lost")
    assert found.tests == ("tests/test_gate.py",) and not found.problems


def test_what_is_printed_and_written(office: Path, dreck_in_process) -> None:
    """A table with evidence, the exit status, and the open formats, valid by their schemas."""
    printed = dreck_in_process("vouch", "--since", "HEAD", "--markdown", "-").out
    files = ("--junit", "j.xml", "--sarif", "s.json", "--markdown", "m.md")
    done = dreck_in_process("vouch", "--since", "HEAD", *files)
    assert done.status == 1
    for words in (
        "differs    toll  canal/gate.py:15",
        "call     toll(10)",
        "canal/gate.py::_old_name is called _new_name now",
        "7 changes between HEAD and the working tree: 3 proved, 3 undecided, 1 differs.",
        "no Python, not compared: canal/marks.csv",
        "tests that changed, not compared: tests/test_gate.py",
    ):
        assert words in done.out, done.out
    xmlschema.XMLSchema(HERE / "junit.xsd").validate("j.xml")
    root = ElementTree.parse("j.xml").getroot()
    assert (root.get("tests"), root.get("failures"), root.get("errors")) == ("7", "1", "3")
    log = json.loads(Path("s.json").read_text())
    jsonschema.validate(log, json.loads((HERE / "sarif.json").read_text()))
    assert [r["level"] for r in log["runs"][0]["results"]].count("error") == 1
    markdown = Path("m.md").read_text()
    assert "| **differs** | <code>toll</code> (canal/gate.py:15) |" in markdown
    told = json.loads(dreck_in_process("vouch", "--since", "HEAD", "--json").out)
    assert told["schema"] == "dreck/since/1" and told["verdict"] == "differs"
    assert dreck_in_process("vouch", "--since", "HEAD", "canal/marks.py").status == 0
    assert printed == markdown


@pytest.mark.parametrize(
    ("arguments", "words"),
    [
        (("--since", "nowhere"), "git knows no revision 'nowhere'"),
        (("--since", "HEAD..nowhere"), "git knows no revision 'nowhere'"),
        (("--since", "HEAD", "--subject", "f"), "compare two files: leave them out with --since"),
        (("--junit", "j.xml", "a.py", "b.py"), "go with --since REV"),
        (("a.py",), "give the two versions, BEFORE.py AFTER.py, or --since REV"),
        (("--since", "HEAD", "--junit", "no/such/j.xml"), "no/such/j.xml: cannot be written"),
    ],
)
def test_wrong_use(arguments: tuple[str, ...], words: str, office: Path, dreck_in_process) -> None:
    """One line, exit status 2."""
    done = dreck_in_process("vouch", *arguments)
    assert done.status == 2 and words in done.err, done.err


def test_no_repository(tmp_path: Path) -> None:
    """Outside of git there is nothing to compare with."""
    with pytest.raises(SettingError, match="no git repository"):
        dreck.vouch_since("HEAD")


def test_unreadable_files_and_parted_branches(office: Path, dreck_in_process) -> None:
    """A file that does not parse is one line, the rest is compared; what main did since a branch
    parted is none of the branch's business.
    """
    git("stash", "-qu")
    git("checkout", "-qb", "side")
    git("stash", "pop", "-q")
    Path("canal/lamps.py").write_text("def lamp(:\n")
    git("add", "-A")
    git("commit", "-qm", "Simpler")
    git("checkout", "-q", "main")
    Path("canal/marks.py").write_text("def mark(a):\n    return 9\n")
    git("commit", "-qam", "Other work")
    git("checkout", "-q", "side")
    done = dreck_in_process("vouch", "--since", "main")
    assert "canal/lamps.py:1: not valid Python here" in done.err and done.status == 1
    assert "mark  canal" not in done.out and "where main parted" in done.out


MOVES = [
    # A function that moves is the same only where its names mean the same.
    ("import math\n", "import math\n", True),
    ("import math\n", "import cmath as math\n", False),
    ("from math import pi as math\n", "from math import pi as math\n", True),
    ("math = 1\n", "math = 2\n", False),
    ("import math\nmath = 2\n", "import math\nmath = 2\n", False),
    ("from math import *\n", "from math import *\n", False),
    ("import math\nfrom re import *\n", "import math\n", False),
    (
        "import math\ntry:\n    import cmath as math\nexcept ImportError:\n    pass\n",
        "import math\n",
        False,
    ),
    ("BASE = 1\nmath = BASE\n", "BASE = 2\nmath = BASE\n", False),
    ("math = []\n", "math = []\n", False),
    ("math = (1, -2)\n", "math = (1, -2)\n", True),
    ("class math:\n    pass\n", "class math:\n    pass\n", False),
    ("def math():\n    return len('a')\n", "def math():\n    return len('a')\n", True),
    ("def math():\n    return B\n\n\nB = 1\n", "def math():\n    return B\n\n\nB = 2\n", False),
    ("import math\n", "import math\n\n\ndef other():\n    global math\n    math = 1\n", False),
]


@pytest.mark.parametrize(("old", "new", "same"), MOVES)
def test_moved_functions(old: str, new: str, same: bool, office: Path) -> None:
    """Where a name of the module may mean another thing, a function is gone and another one new."""
    body = "\n\ndef _depth(a):\n    return [math for math in a], math, a\n"
    write({"canal/a.py": old + body, "canal/b.py": new})
    git("add", "-A")
    git("commit", "-qm", "Depths")
    write({"canal/a.py": old, "canal/b.py": new + body})
    found = dreck.vouch_since("HEAD")
    assert bool(found.moved) is same and ("canal/b.py::_depth" in found.added) is not same


@pytest.mark.parametrize(
    ("options", "words"),
    [
        ((), "4 failed, 4 passed"),
        (("--vouch-undecided=skip",), "1 failed, 4 passed, 3 skipped"),
        (("-k", "admit"), "1 passed, 7 deselected"),
        (None, "1 passed"),
    ],
)
def test_the_plugin_of_pytest(options: tuple[str, ...] | None, words: str, office: Path) -> None:
    """Each compared function is a test of the suite, if that is asked for."""
    asked = [] if options is None else ["--vouch-since", "HEAD", *options]
    done = pytest_run(*asked, "tests")
    assert words in done.stdout.strip().splitlines()[-1], done.stdout + done.stderr
    assert ("call: toll(10)" in done.stdout) == ("failed" in words)


def test_the_plugin_says_what_is_wrong(office: Path) -> None:
    """A revision that is none ends the run."""
    done = pytest_run("--vouch-since", "nowhere")
    assert done.returncode == 4 and "git knows no revision 'nowhere'" in done.stderr


def pytest_run(*arguments: str) -> subprocess.CompletedProcess[str]:
    """Run pytest in the current folder."""
    command = [sys.executable, "-m", "pytest", "-q", "-p", "no:cacheprovider", *arguments]
    return subprocess.run(command, capture_output=True, text=True, check=False)
