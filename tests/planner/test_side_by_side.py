"""Processes that work side by side: the same comes out, and none is left."""

from __future__ import annotations

import os
import signal
import subprocess
import sys
import time
from functools import partial
from pathlib import Path
from typing import Any

import pytest

import dreck

GATE = '''
"""A gate of the lock at Ostmoor."""


class Gate:
    def may_open(self, level: int) -> bool:
        if self.locked:
            return False
        else:
            if level > 40:
                return False
            else:
                return True
    def note(self, book):
        if self.locked:
            book.add("locked")
        else:
            book.add("free")
            for line in book.lines:
                if line:
                    if line.open:
                        self.told.append(line)
        return book


def watch(gates):
    def loud(gate):
        if gate.broken:
            return True
        else:
            return False
    for gate in gates:
        if loud(gate):
            if gate.manned:
                gate.ring()
    return None
'''
TOLL = """
def toll(kind: str, nights: int) -> int:
    if kind == "barge":
        return 240
    elif kind == "tug":
        return 180
    elif kind == "ferry":
        return 95
    else:
        return 60


def sell(kind: str, winter: bool):
    if kind == "barge" and (winter or kind in ("tug", "ferry")) and not kind == "raft":
        return toll(kind, 1)
    return None
"""


@pytest.fixture
def canal(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Path:
    """A project with two files, and one that cannot be read."""
    files = {"pyproject.toml": "", "gate.py": GATE, "toll.py": TOLL, "torn.py": "def f(:\n"}
    for name, text in files.items():
        (tmp_path / name).write_text(text, encoding="utf-8")
    monkeypatch.chdir(tmp_path)
    return tmp_path


@pytest.mark.parametrize(
    "given",
    [
        {"reach": "beside"},
        {"reach": "across"},
        {"reach": "inside", "take": [1]},
        {"only": ["extract-predicate", "guard-clause"]},
        {"naming_command": [sys.executable, "-c", "print('may_sell')"]},
    ],
)
def test_the_same_comes_out(given: dict[str, Any], canal: Path) -> None:
    """Results, texts and history do not depend on how many processes work."""
    found = [dreck.untangle(canal, jobs=jobs, run=False, **given) for jobs in (1, 3)]
    one, three = ([r.to_dict(), r.changes, r.history] for r in found)
    assert one == three and len(found[0].problems) == 1 and "torn.py" in found[0].problems[0]
    texts: dict[Path, str] = {}
    for _, step in found[1].history:  # each step is put upon the one before it
        for path, text in step.texts.items():
            before = texts.get(path, Path(path).read_text(encoding="utf-8"))
            changed = [f"-{line}" for line in before.splitlines() if line not in text.splitlines()]
            assert all(line in step.diff.splitlines() for line in changed)
            texts[path] = text
    assert texts == {c.source.path: c.text for c in found[1].changes} and len(texts) == 2


def test_diffs_show_the_lines_that_are_there(canal: Path) -> None:
    """Where functions stand one below the other, a diff ends with lines as later steps left them."""
    found = dreck.untangle(canal / "gate.py", jobs=2, run=False)
    text = (canal / "gate.py").read_text(encoding="utf-8")
    for _, step in found.history:
        was, text = text, step.texts[canal / "gate.py"]
        shown = [line[1:] for line in step.diff.splitlines()[2:] if line[:1] in " -"]
        assert all(line in was.splitlines() for line in shown)
    assert text == found.changes[0].text


def test_a_number_of_processes_is_wanted(canal: Path) -> None:
    """A negative number means nothing."""
    with pytest.raises(dreck.SettingError, match="jobs is -1"):
        dreck.untangle(canal, jobs=-1)


@pytest.mark.skipif(not Path("/proc/self/task").exists(), reason="it is read who has started whom")
@pytest.mark.parametrize("number", [signal.SIGINT, signal.SIGTERM, signal.SIGKILL])
def test_interrupts(number: int, canal: Path) -> None:
    """Stopped in the middle: no process is left, and those that are told say one line."""
    for name in range(12):
        (canal / f"gate{name}.py").write_text(GATE, encoding="utf-8")
    command = [sys.executable, "-m", "dreck", "untangle", ".", "--jobs", "3", "--write"]
    heeds = partial(signal.signal, signal.SIGINT, signal.SIG_DFL)
    with subprocess.Popen(command, stderr=subprocess.PIPE, text=True, preexec_fn=heeds) as process:
        workers = _children(process.pid, 2)
        process.send_signal(number)
        try:
            _, said = process.communicate(timeout=20)
        finally:
            process.kill()
    assert "Traceback" not in said
    if number != signal.SIGKILL:
        assert process.returncode == 130 and "stopped; every file is whole" in said, said
    assert (canal / "gate.py").read_text(encoding="utf-8") == GATE
    for worker in workers:
        with pytest.raises(ProcessLookupError):
            for _ in range(100):
                os.kill(worker, 0)
                time.sleep(0.1)


def _children(parent: int, count: int) -> list[int]:
    """The processes that one has started, as soon as they are so many."""
    end = time.monotonic() + 60
    found: list[int] = []
    while len(found) < count and time.monotonic() < end:
        time.sleep(0.02)
        listed = Path(f"/proc/{parent}/task/{parent}/children")
        found = [int(p) for p in listed.read_text().split()]
    assert len(found) >= count
    return found
