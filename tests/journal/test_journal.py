"""Steps that were written: listed, taken back, and whole whatever happens while they are written."""

from __future__ import annotations

import os
import random
import signal
import subprocess
import time
from pathlib import Path

import pytest

import dreck
from dreck.demo import copy_project
from dreck.errors import SettingError, WriteError
from dreck.journal.entries import Done, read
from dreck.journal.store import Store
from dreck.journal.writing import mended, write_steps
from dreck.source.files import SourceFile

PYRAMID = (
    "def admit(boat, lock):\n    if boat is not None:\n        if lock.open:\n"
    "            lock.book(boat)\n            return lock\n        else:\n"
    "            raise KeyError('closed')\n    else:\n        raise ValueError('no boat')\n"
)
# How often the process that writes is killed; DRECK_KILLS=1000 for a long run.
KILLS = int(os.environ.get("DRECK_KILLS", "50"))


@pytest.fixture
def office(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Path:
    """A git repository with one file in a folder."""
    for name in ("GIT_AUTHOR", "GIT_COMMITTER"):
        monkeypatch.setenv(f"{name}_NAME", "Keeper")
        monkeypatch.setenv(f"{name}_EMAIL", "keeper@canal.example")
    (tmp_path / "canal").mkdir()
    (tmp_path / "canal" / "gate.py").write_text(PYRAMID)
    git("init", "-q", "-b", "main")
    git("add", "-A")
    git("commit", "-qm", "As found")
    return tmp_path


def git(*arguments: str) -> str:
    """Run git and return what it printed."""
    done = subprocess.run(["git", *arguments], capture_output=True, text=True, check=True)
    return done.stdout


def test_steps_are_listed_and_taken_back(office: Path, dreck_in_process) -> None:
    """One line a step; undo goes back one step or several, to the very bytes."""
    gate = office / "canal" / "gate.py"
    assert "No step was written here" in dreck_in_process("journal").out
    texts = [PYRAMID]
    found = dreck.untangle(gate)
    texts += [next(iter(step.texts.values())) for _, step in found.history]
    found.write()
    assert gate.read_text() == texts[-1] and len(texts) == 3
    listed = dreck_in_process("journal").out
    assert "2  guard-clause  proved  admit, line 2" in listed and "canal/gate.py" in listed
    assert "2 steps can be taken back" in listed
    assert "taken back  guard-clause" in dreck_in_process("undo").out
    assert gate.read_text() == texts[1]
    assert dreck.undo(1, office)[0].number == 1 and gate.read_text() == PYRAMID
    assert [e.undone for e in dreck.written(office)] == [True, True]
    assert git("status", "--porcelain").strip() == ""


@pytest.mark.parametrize(
    ("count", "edit", "words"),
    [
        (1, "x = 1\n", "gate.py: was edited since step 2 (guard-clause"),
        (3, "", "only 2 steps can be undone, not 3"),
    ],
)
def test_undo_refuses(count: int, edit: str, words: str, office: Path, dreck_in_process) -> None:
    """What was edited since, and more than there is: one line, and nothing changes."""
    gate = office / "canal" / "gate.py"
    dreck.untangle(gate).write()
    gate.write_text(gate.read_text() + edit)
    kept = gate.read_text()
    done = dreck_in_process("undo", str(count))
    assert done.status == 2 and words in done.err and gate.read_text() == kept


def test_undo_over_files_and_edits_between(tmp_path: Path) -> None:
    """A step over two files goes back in both; what a person did between two steps is not lost."""
    (tmp_path / "pyproject.toml").write_text("")
    (tmp_path / "a.py").write_text("SILL = 1\n")
    (tmp_path / "b.py").write_text("import a\nprint(a.SILL)\n")
    dreck.rename("a.py::SILL", "SILL_HEIGHT").write()
    dreck.undo()
    assert (tmp_path / "a.py").read_text() == "SILL = 1\n"
    assert (tmp_path / "b.py").read_text() == "import a\nprint(a.SILL)\n"
    dreck.rename("a.py::SILL", "SILL_HEIGHT").write()
    (tmp_path / "a.py").write_text("SILL_HEIGHT = 2\n")
    dreck.rename("a.py::SILL_HEIGHT", "HEIGHT").write()
    with pytest.raises(WriteError, match="was edited after step 2"):
        dreck.undo(2)
    assert len(dreck.undo(1)) == 1 and (tmp_path / "a.py").read_text() == "SILL_HEIGHT = 2\n"


def test_commits(office: Path, dreck_in_process) -> None:
    """A commit a step, with what it was; other changes stay as they are, staged or not."""
    (office / "canal" / "other.py").write_text("a = 1\n")
    (office / "notes.txt").write_text("mine\n")
    git("add", "canal/other.py")
    done = dreck_in_process("untangle", "canal/gate.py", "--commit", "--brief")
    assert done.status == 0 and "2 commits" in done.out, done.err
    assert git("log", "--format=%s").split("\n")[:3] == [
        "guard-clause: admit",
        "drop-else: admit",
        "As found",
    ]
    message = git("log", "-1", "--format=%b")
    assert "Target: canal/gate.py::admit, line 2" in message and "Verdict: proved" in message
    assert git("status", "--porcelain") == "A  canal/other.py\n?? notes.txt\n"
    assert git("diff", "--name-only", "HEAD~1", "HEAD") == "canal/gate.py\n"
    assert git("rev-parse", "HEAD")[:10] in dreck_in_process("journal").out


@pytest.mark.parametrize(
    ("prepare", "words"),
    [
        ("echo '# mine' >> canal/gate.py", "has changes that are not committed"),
        ("git rm -q --cached canal/gate.py && git commit -qm gone", "is not tracked by git"),
        ("rm -rf .git", "stands in no git repository"),
        (
            "printf '#!/bin/sh\\necho the keeper says no\\nexit 1\\n' > .git/hooks/pre-commit && chmod +x .git/hooks/pre-commit",
            "the keeper says no; the step was taken back",
        ),
    ],
)
def test_commits_refuse(prepare: str, words: str, office: Path, dreck_in_process) -> None:
    """One line says why nothing was committed, and the file is as it was."""
    subprocess.run(prepare, shell=True, check=True, cwd=office)
    kept = (office / "canal" / "gate.py").read_text()
    done = dreck_in_process("untangle", "canal/gate.py", "--commit")
    assert done.status == 2 and words in done.err, done.err
    assert (office / "canal" / "gate.py").read_text() == kept
    if (office / ".git").exists():
        assert git("diff", "--cached", "--name-only") == ""


def test_commits_in_a_worktree_and_subfolder(office: Path, monkeypatch, dreck_in_process) -> None:
    """A worktree beside the repository, from a folder inside it."""
    git("worktree", "add", "-q", "-b", "side", str(office / "side"))
    monkeypatch.chdir(office / "side" / "canal")
    assert dreck_in_process("untangle", "gate.py", "--commit", "--brief").status == 0
    assert git("log", "--format=%s", "-1") == "guard-clause: admit\n"
    assert git("log", "--format=%s", "-1", "main") == "As found\n"


def test_killed_at_any_moment(tmp_path: Path) -> None:
    """Old files or new ones, never half; and the journal tells which."""
    (tmp_path / "pyproject.toml").write_text("")
    paths = [tmp_path / name for name in ("a.py", "b.py", "c.py")]
    for path in paths:
        path.write_text("level = 0\n")
    store = Store(tmp_path)
    chance = random.Random(7)
    outcomes = set()
    for _ in range(KILLS):
        start = paths[0].read_text()
        child = os.fork()
        if not child:
            _write_for_ever(store, paths)
        time.sleep(chance.random() * 0.02)
        os.kill(child, signal.SIGKILL)
        os.waitpid(child, 0)
        with store.locked():
            note = mended(store)
        outcomes.add(note.partition("; ")[2].partition(" ")[0] if note else "")
        texts = {path.read_text() for path in paths}
        assert len(texts) == 1, texts
        standing = read(store).standing
        last = (
            {store.text(p[1]).decode() for p in standing[-1].files.values()}
            if standing
            else {start}
        )
        assert last == texts
        assert sorted(p.name for p in tmp_path.iterdir() if p.suffix != ".py") == [
            ".dreck",
            "pyproject.toml",
        ]


def _write_for_ever(store: Store, paths: list[Path]) -> None:
    """Write steps over all files until killed."""
    try:
        while True:
            sources = [SourceFile.read(p) for p in paths]
            level = int(sources[0].text.split()[-1]) + 1
            text = f"level = {level}\n"
            done = Done("a.py::f", "move", 1, "", "proved", (), {p: text.encode() for p in paths})
            write_steps(store, [(s, text) for s in sources], [done])
    finally:
        os._exit(0)


def test_edited_after_a_kill(tmp_path: Path) -> None:
    """What somebody edited after a process was killed is left to them, and said."""
    path = tmp_path / "a.py"
    path.write_text("a = 1\n")
    store = Store(tmp_path)
    with store.locked():
        names = {"a.py": [store.keep(b"a = 1\n"), store.keep(b"a = 2\n")]}
        store.append({"event": "begin", "work": 1, "when": "", "files": names, "steps": []})
    path.write_text("a = 3\n")
    assert "a.py was edited since" in dreck.mend(tmp_path)[0] and path.read_text() == "a = 3\n"
    assert dreck.mend(tmp_path) == [] and dreck.written(tmp_path) == []


def test_every_step_of_the_demo_goes_back(tmp_path: Path) -> None:
    """All steps over a whole project, taken back one by one, end in the very bytes it had."""
    copy_project(tmp_path / "office")
    canal = tmp_path / "office" / "canal"
    before = {p: p.read_bytes() for p in canal.glob("*.py")}
    dreck.untangle(canal, run=False).write()
    count = len(dreck.written(canal))
    assert count > 20 and any(p.read_bytes() != raw for p, raw in before.items())
    for _ in range(count):
        dreck.undo(1, canal)
    assert before == {p: p.read_bytes() for p in canal.glob("*.py")}
    with pytest.raises(WriteError, match="only 0 steps"):
        dreck.undo(1, canal)


def test_no_repository(tmp_path: Path) -> None:
    """The Python face says so too."""
    (tmp_path / "gate.py").write_text(PYRAMID)
    with pytest.raises(SettingError, match="no git repository"):
        dreck.untangle(tmp_path / "gate.py").write(commit=True)
