"""``--ask`` at a real terminal: keys decide, and only what was taken is written."""

from __future__ import annotations

import os
import pty
import re
import select
import subprocess
import sys
import time
from pathlib import Path
from typing import Any

import pytest

CODE = '''def admit(boat, lock):
    """Let a boat in."""
    fee = 0
    if boat is not None:
        if lock.open:
            # by length
            fee = boat.length * lock.rate
            lock.book(boat)
            lock.note(boat)
        else:
            fee = 7
    return fee


def moor(boat, berth):
    if berth.depth > boat.draught + 1 and berth.length > boat.length and not berth.taken and boat.papers:
        raise ValueError("does not fit")
    return berth
'''
SECONDS = 60.0
_COLOURS = re.compile(r"\x1b\[[0-9;?]*[A-Za-z]")


class Keys:
    """The installed command at a pseudo-terminal."""

    def __init__(self, folder: Path, *arguments: str) -> None:
        self.master, slave = pty.openpty()
        command = [sys.executable, "-m", "dreck", "untangle", "canal.py", "--no-run", *arguments]
        environment = {**os.environ, "TERM": "xterm", "COLUMNS": "100", "NO_COLOR": "1"}
        self.process = subprocess.Popen(
            command, stdin=slave, stdout=slave, stderr=slave, cwd=folder, env=environment
        )
        os.close(slave)
        self.said = ""

    def until(self, words: str) -> str:
        """What is said up to some words."""
        deadline = time.monotonic() + SECONDS
        while words not in self.said:
            assert time.monotonic() < deadline, self.said
            self._read()
        said, _, self.said = self.said.partition(words)
        return said

    def _read(self) -> None:
        if select.select([self.master], [], [], 0.2)[0]:
            try:
                self.said += _COLOURS.sub("", os.read(self.master, 65536).decode())
            except OSError:  # the other end is closed
                assert self.process.poll() is None, self.said

    def press(self, keys: str) -> None:
        """Press some keys, once the other end waits for them; what comes before is thrown away."""
        time.sleep(0.4)
        os.write(self.master, keys.encode())

    def end(self) -> int:
        """Wait for the end; the exit code."""
        deadline = time.monotonic() + SECONDS
        while self.process.poll() is None:
            assert time.monotonic() < deadline, self.said
            try:
                self._read()
            except AssertionError:
                break
        code = self.process.wait(SECONDS)
        os.close(self.master)
        return code


@pytest.fixture
def canal(tmp_path: Path) -> Path:
    """A file with two functions to work on."""
    path = tmp_path / "canal.py"
    path.write_text(CODE)
    return path


def test_stop_writes_what_was_taken(canal: Path) -> None:
    """One step is taken, the next is looked at from all sides, then it is enough."""
    keys = Keys(canal.parent, "--ask")
    assert "step 1" in keys.until("s stop")
    keys.press("t")
    second = keys.until("s stop")
    assert "take" in second and "step 2" in second
    keys.press("w")
    assert "cost" in keys.until("s stop")
    keys.press("d")
    assert "@ line" in keys.until("s stop")
    keys.press("o")
    keys.until("s stop")
    keys.press("s")
    keys.until("Write what was taken?")
    keys.press("y\n")
    keys.until("Written: canal.py")
    assert keys.end() == 0
    assert canal.read_text() != CODE and "does not fit" in canal.read_text()


def test_nothing_taken_nothing_written(canal: Path) -> None:
    """What is left is not proposed again, and the file stays what it was."""
    keys = Keys(canal.parent, "--ask", "--write")
    seen = []
    while "0 steps" not in keys.said:
        keys._read()
        if "s stop" in keys.said:
            seen.append(keys.until("s stop"))
            keys.press("l")
    assert seen and len(set(seen)) == len(seen)
    assert keys.end() == 0 and canal.read_text() == CODE


def test_another_name(canal: Path) -> None:
    """A name from the person is proposed at once, and written."""
    keys = Keys(canal.parent, "--ask", "--write", "--only", "extract-predicate")
    keys.until("s stop")
    keys.press("n")
    keys.until("another name")
    keys.press("has_room\n")
    assert "has_room" in keys.until("s stop")
    keys.press("t")
    while "Written" not in keys.said:
        keys._read()
        if "s stop" in keys.said:
            keys.until("s stop")
            keys.press("l")
    assert keys.end() == 0 and "if has_room(berth, boat):" in canal.read_text()


@pytest.mark.parametrize(
    ("options", "message"),
    [(("--ask",), "--ask needs a terminal"), (("--ask", "--json"), "--ask needs a terminal")],
)
def test_without_a_terminal(
    options: tuple[str, ...], message: str, canal: Path, dreck_in_process: Any
) -> None:
    """One line says what is missing."""
    done = dreck_in_process("untangle", "canal.py", *options)
    assert done.status == 2 and message in done.err and len(done.err.splitlines()) == 1
