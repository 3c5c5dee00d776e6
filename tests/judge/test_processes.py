"""Trial processes: each of its own, however they come about and go."""

from __future__ import annotations

import os
import signal
import subprocess
import sys
import threading
import time
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any

import pytest

from dreck.judge.trials import processes
from dreck.judge.trials.runner import ProcessRunner, Request

ASKS = "import json, math\n\n\ndef f(n: int):\n    return math.tau, json.loads is None\n"
SPOILS = ASKS.replace("\n", "\nmath.tau = json.loads = None\n", 1)
BUSY = "def f(n: int):\n    while True:\n        open('beat', 'w').write(str(n))\n"


def tried(before: str, after: str, **settings: Any) -> dict[str, Any]:
    """The outcome of trials on two texts."""
    request = Request(("before.py", "after.py"), (before, after), "m", (os.getcwd(),), "f")
    return ProcessRunner(**settings).run(request)


def test_many_at_once_get_their_own_answers() -> None:
    """Threads may ask side by side."""
    texts = [f"def f(n: int):\n    return n + {k}\n" for k in range(8)]
    with ThreadPoolExecutor(4) as pool:
        found = list(pool.map(tried, texts, texts[:4] * 2))
    assert [f["outcome"] for f in found] == ["same"] * 4 + ["differs"] * 4


def test_nothing_is_left_for_the_next() -> None:
    """What a module does to others ends with its process."""
    told = ASKS.replace("math.tau, json.loads is None", "None, True")
    assert tried(SPOILS, told)["outcome"] == "same"
    clean = ASKS.replace("math.tau, json.loads is None", "6.283185307179586, False")
    assert tried(ASKS, clean)["outcome"] == "same"


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("#!/bin/sh\nexit 1\n", "(nobody says why)"),
        ("#!/bin/sh\necho much >&2\necho 'no such option' >&2\n", "(no such option)"),
        ("#!/bin/sh\nexec sleep 60\n", "(nobody says why)"),
        ("", "No such file"),
    ],
)
def test_an_interpreter_that_does_not_start(text: str, said: str, tmp_path: Path) -> None:
    """It is told with which interpreter, and the last line that it complained of."""
    other = tmp_path / "python"
    if text:
        other.write_text(text)
        other.chmod(0o755)
    found = tried(BUSY, BUSY, python=str(other), seconds=2.0)
    assert found["outcome"] == "nothing tried"
    assert str(other) in found["why"] and said in found["why"], found


def test_what_they_come_from_may_be_ended() -> None:
    """The check that runs is lost and says so; the next one has another source."""
    assert tried(ASKS, ASKS)["outcome"] == "same"
    for source in processes._sources.values():
        source._process.kill()
        source._process.wait()
    assert tried(ASKS, ASKS)["outcome"] == "nothing tried"
    assert tried(ASKS, ASKS)["outcome"] == "same"


def test_all_that_run_are_ended() -> None:
    """Who waits for one that is ended is told so, long before its time is up."""

    def end_soon() -> None:
        while not processes._running:
            time.sleep(0.01)
        processes.end_all()

    threading.Thread(target=end_soon, daemon=True).start()
    assert "signal 9" in tried(BUSY, BUSY)["why"]


FORKING = """
import os
from test_processes import ASKS, tried

assert tried(ASKS, ASKS)["outcome"] == "same"
child = os.fork()
if child == 0:
    os._exit(0 if tried(ASKS, ASKS.replace("math.tau", "1"))["outcome"] == "differs" else 1)
assert os.waitstatus_to_exitcode(os.waitpid(child, 0)[1]) == 0
assert tried(ASKS, ASKS)["outcome"] == "same"
"""


def surroundings(folder: Path) -> dict[str, str]:
    """Where a program of its own finds this module, and leaves what it writes."""
    folders = [str(Path(__file__).parent), *filter(None, [os.environ.get("PYTHONPATH")])]
    return {**os.environ, "TMPDIR": str(folder), "PYTHONPATH": os.pathsep.join(folders)}


def test_a_forked_process_has_its_own(tmp_path: Path) -> None:
    """What was started before it was forked is not asked by it, nor ended."""
    command = [sys.executable, "-c", FORKING]
    done = subprocess.run(command, cwd=tmp_path, env=surroundings(tmp_path), capture_output=True)
    assert done.returncode == 0, done.stderr


def test_they_end_with_who_asked(tmp_path: Path) -> None:
    """Where Dreck itself is killed nothing runs on."""
    script = "from test_processes import BUSY, tried\ntried(BUSY, BUSY, seconds=50.0)\n"
    command = [sys.executable, "-c", script]
    asking = subprocess.Popen(command, cwd=tmp_path, env=surroundings(tmp_path))
    ends = time.monotonic() + 30

    def beats() -> list[int]:
        return [p.stat().st_mtime_ns for p in tmp_path.rglob("beat")]

    while not beats() and time.monotonic() < ends:
        time.sleep(0.05)
    assert beats()
    asking.send_signal(signal.SIGKILL)
    asking.wait()
    while time.monotonic() < ends:
        last = beats()
        time.sleep(1.5)
        if beats() == last:
            return
    raise AssertionError("it runs on")
