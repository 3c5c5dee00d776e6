"""The process that trial processes are forked from: it has loaded all that they need.

It is started as a script with a socket as its input. Each message on it is a request for one
process more, with four descriptors: what the process reads, writes, complains on, and where it is
told who it is and, in the end, how it ended (a number a line, as ``os.waitstatus_to_exitcode``).
When nobody holds the other end of the socket any more, all processes end.
"""

from __future__ import annotations

import sys
from pathlib import Path

if __name__ == "__main__":
    sys.path.insert(0, str(Path(__file__).resolve().parents[3]))

import contextlib
import gc
import importlib
import os
import select
import signal
import socket
from collections.abc import Sequence

from dreck.judge.trials.child import main as carry_out

# Descriptors that come with a request.
MOST_DESCRIPTORS = 4
# What not every process needs, and takes long to load.
_WAITED_FOR = ("hypothesis.strategies", "dreck.judge.face.compare")


def serve(requests: socket.socket) -> None:
    """Start one process for each request, and tell how each of them ended."""
    told, wakes = os.pipe()
    os.set_blocking(told, False)
    os.set_blocking(wakes, False)
    signal.set_wakeup_fd(wakes)
    signal.signal(signal.SIGCHLD, lambda *_: None)
    waiting: dict[int, int] = {}  # where it is told how each process ended
    gc.collect()
    gc.freeze()  # what is there already is looked at by none of them
    is_first = True
    while True:
        ready, _, _ = select.select([requests.fileno(), told], [], [])
        if told in ready:
            os.read(told, 4096)
            _tell_of_ended(waiting)
        if requests.fileno() in ready:
            message, descriptors, _, _ = socket.recv_fds(requests, 1, MOST_DESCRIPTORS)
            if not message:
                break
            process = os.fork()
            if process == 0:
                _become(descriptors, [requests.detach(), told, wakes, *waiting.values()])
                carry_out()  # and ends there
            for descriptor in descriptors[:3]:
                os.close(descriptor)
            waiting[process] = descriptors[3]
            _tell(descriptors[3], process)
            if is_first:  # it loads these for itself, if it has to
                _load_the_rest()
                gc.freeze()
                is_first = False
    for process in waiting:
        with contextlib.suppress(ProcessLookupError, PermissionError):
            os.killpg(process, signal.SIGKILL)


def _load_the_rest() -> None:
    """What not every process needs; it is loaded while the first one runs."""
    for name in _WAITED_FOR:
        with contextlib.suppress(Exception):  # this interpreter may not have it
            importlib.import_module(name)


def _become(descriptors: Sequence[int], others: Sequence[int]) -> None:
    """Make a forked process one of its own, with nothing open but what is its own."""
    os.setsid()
    signal.set_wakeup_fd(-1)
    signal.signal(signal.SIGCHLD, signal.SIG_DFL)
    for number, descriptor in enumerate(descriptors[:3]):
        os.dup2(descriptor, number)
    for descriptor in (*descriptors, *others):
        if descriptor > 2:
            os.close(descriptor)


def _tell_of_ended(waiting: dict[int, int]) -> None:
    while waiting:
        process, status = os.waitpid(-1, os.WNOHANG)
        if not process:
            return
        where = waiting.pop(process)
        _tell(where, os.waitstatus_to_exitcode(status))
        os.close(where)


def _tell(where: int, number: int) -> None:
    with contextlib.suppress(BrokenPipeError):  # who asked for it has gone away
        os.write(where, b"%d\n" % number)


if __name__ == "__main__":
    serve(socket.socket(fileno=os.dup(0)))
    os._exit(0)
