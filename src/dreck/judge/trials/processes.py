"""Trial processes, each fresh and of its own, without the time that loading takes.

What all of them need is loaded once, by a process that they are forked from (`forking`); there is
one for each interpreter and environment that trials are made with.
"""

from __future__ import annotations

import atexit
import contextlib
import os
import selectors
import signal
import socket
import subprocess
import tempfile
import threading
import time
from collections.abc import Mapping
from dataclasses import dataclass
from pathlib import Path
from typing import IO

_SCRIPT = Path(__file__).with_name("forking.py")
_CHUNK = 1 << 16


@dataclass(frozen=True, slots=True)
class Ended:
    """How a trial process ended.

    Attributes:
        code: its exit status; the number of the signal that ended it, below zero.
        out: what it answered.
        err: what it complained of.
    """

    code: int
    out: bytes
    err: bytes


class TrialProcess:
    """One that runs; to be closed.

    Args:
        out: what it answers on, to be read.
        told: where its number is told, and then how it ended.
        err: what it complains on.
        seconds: the most of wall-clock time until it is started.

    Raises:
        ChildProcessError: it was not started.
    """

    def __init__(self, out: int, told: int, err: IO[bytes], seconds: float) -> None:
        self._out, self._told, self._err = out, told, err
        self._has_answered = False
        with selectors.DefaultSelector() as begins:
            begins.register(told, selectors.EVENT_READ)
            self._said = os.read(told, _CHUNK) if begins.select(seconds) else b""
        if not self._said:
            self.close()
            raise ChildProcessError

    def result(self, seconds: float) -> Ended:
        """Wait for it.

        Args:
            seconds: the most of wall-clock time.

        Raises:
            TimeoutError: it did not end within that time.
            ChildProcessError: nobody is there any more who could tell how it ended.
        """
        ends, out = time.monotonic() + seconds, bytearray()
        with selectors.DefaultSelector() as open_ends:
            for descriptor in (self._out, self._told):
                open_ends.register(descriptor, selectors.EVENT_READ)
            while open_ends.get_map() and not self._has_answered:
                ready = open_ends.select(max(ends - time.monotonic(), 0.0))
                if not ready:
                    raise TimeoutError
                for key, _ in ready:
                    some = os.read(key.fd, _CHUNK)
                    if not some:
                        open_ends.unregister(key.fd)
                        self._has_answered |= key.fd == self._out and bool(out)
                    elif key.fd == self._out:
                        out += some
                    else:
                        self._said += some
        if self._has_answered:  # and ends right after that
            return Ended(0, bytes(out), b"")
        if len(said := self._said.split()) < 2:
            raise ChildProcessError
        self._err.seek(0)
        return Ended(int(said[1]), b"", self._err.read())

    def kill(self) -> None:
        """End it at once, if it runs."""
        said = self._said.split()
        if len(said) == 1 and not self._has_answered:
            for end in (os.killpg, os.kill):  # it may not have a group of its own yet
                with contextlib.suppress(ProcessLookupError, PermissionError):
                    end(int(said[0]), signal.SIGKILL)

    def close(self) -> None:
        """End it, and give back what was held for it."""
        self.kill()
        os.close(self._out)
        os.close(self._told)
        self._err.close()


class _Source:
    """The process that trial processes of one kind are forked from."""

    def __init__(self, python: str, environment: Mapping[str, str]) -> None:
        self._requests, theirs = socket.socketpair()
        self._turn, self._err = threading.Lock(), tempfile.TemporaryFile()
        with theirs:
            try:
                self._process = subprocess.Popen(
                    [python, "-s", "-P", "-X", "utf8", str(_SCRIPT)],
                    stdin=theirs.fileno(),
                    stdout=subprocess.DEVNULL,
                    stderr=self._err,
                    cwd="/",
                    env=dict(environment),
                    start_new_session=True,
                )
            except OSError:
                self._requests.close()
                self._err.close()
                raise

    def start(self, message: bytes, seconds: float) -> TrialProcess:
        """Start one within some seconds and hand it a message.

        Raises:
            OSError: none was started.
        """
        out, writes_out = os.pipe()
        told, tells = os.pipe()
        err = tempfile.TemporaryFile()
        with tempfile.TemporaryFile() as given:
            given.write(message)
            given.seek(0)
            theirs = [given.fileno(), writes_out, err.fileno(), tells]
            with self._turn, contextlib.suppress(BrokenPipeError, ConnectionResetError):
                socket.send_fds(self._requests, [b"."], theirs)
            os.close(writes_out)
            os.close(tells)
        return TrialProcess(out, told, err, seconds)

    def close(self) -> str:
        """End it, and all that came from it; the last line that it complained of."""
        self._requests.close()
        self._process.kill()  # it may be loading; those that came from it see that it is gone
        self._process.wait()
        with self._err as file:
            file.seek(0)
            return (file.read().decode(errors="replace").strip().splitlines() or [""])[-1]


_sources: dict[tuple[str, tuple[tuple[str, str], ...]], _Source] = {}
_running: set[TrialProcess] = set()
_turn = threading.Lock()


def run(python: str, environment: Mapping[str, str], message: bytes, seconds: float) -> Ended:
    """Start a trial process and wait until it ends.

    Args:
        python: the interpreter.
        environment: its environment variables, without those of one process only.
        message: what it reads.
        seconds: the most of wall-clock time.

    Raises:
        TimeoutError: it did not end within that time; it is ended now.
        OSError: none could be started, or what it came from was ended by somebody.
    """
    kind = (python, tuple(sorted(environment.items())))
    with _turn:
        if kind not in _sources:
            _sources[kind] = _Source(python, environment)
        source = _sources[kind]
    try:
        process = source.start(message, seconds)
        _running.add(process)
        try:
            return process.result(seconds)
        finally:
            process.close()
            _running.discard(process)
    except ChildProcessError:
        with _turn:
            _sources.pop(kind, None)
        raise ChildProcessError(source.close() or "nobody says why") from None


def end_all() -> None:
    """End all that run, as when somebody interrupts the work."""
    for process in list(_running):
        process.kill()


@atexit.register
def _end() -> None:
    while _sources:
        _sources.popitem()[1].close()


def _forget() -> None:
    """In a forked process: it starts its own; those of its parent are not its to end."""
    global _turn
    _turn = threading.Lock()
    _sources.clear()
    _running.clear()


os.register_at_fork(after_in_child=_forget)
