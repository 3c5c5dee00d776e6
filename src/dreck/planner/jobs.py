"""Pieces of work done side by side, in processes of their own."""

from __future__ import annotations

import contextlib
import multiprocessing
import multiprocessing.connection
import os
import signal
import threading
import time
from collections.abc import Callable, Iterator
from concurrent.futures import ProcessPoolExecutor
from concurrent.futures.process import BrokenProcessPool
from functools import partial
from types import FrameType, TracebackType
from typing import ParamSpec, TypeVar

_Given = ParamSpec("_Given")
_Result = TypeVar("_Result")

# So often a worker looks whether the process that it works for is still there, in seconds; and so
# long it has to clear up when it is not.
_LOOKS, _CLEARS_UP = 0.5, 3.0
# How a process is told to end.
_TELLING = (signal.SIGINT, signal.SIGTERM)


def cores() -> int:
    """How many processors this process may use."""
    if hasattr(os, "sched_getaffinity"):
        return len(os.sched_getaffinity(0))
    return os.cpu_count() or 1


class Jobs:
    """Runs functions in so many processes, or here where there is one.

    Whatever ends the work, no process is left: those that are interrupted end what they started.

    Args:
        count: how many processes; 1 for none but this one.
    """

    def __init__(self, count: int) -> None:
        self._others = frozenset(multiprocessing.active_children())
        self._pool = (
            ProcessPoolExecutor(count, initializer=_begin, initargs=(os.getpid(),))
            if count > 1
            else None
        )

    @property
    def several(self) -> bool:
        """Whether there is more than one process."""
        return self._pool is not None

    def start(
        self, function: Callable[_Given, _Result], *args: _Given.args, **kwargs: _Given.kwargs
    ) -> Callable[[], _Result]:
        """Have a function called: what waits for its result. Where this is the only process, it is
        called when the result is asked for.

        Args:
            function: one that can be found by its name in its module.
            args, kwargs: what it is called with.
        """
        if self._pool is None:
            return lambda: function(*args, **kwargs)
        try:
            with _undisturbed():
                future = self._pool.submit(_done, partial(function, *args, **kwargs))
        except BrokenProcessPool:
            return lambda: function(*args, **kwargs)

        def result() -> _Result:
            try:
                return future.result()
            except BrokenProcessPool:
                # Where processes are started anew, a script that is not made for it cannot be
                # their main module; and one may have been killed. Then it is done here.
                return function(*args, **kwargs)

        return result

    def __enter__(self) -> Jobs:
        return self

    def __exit__(
        self,
        kind: type[BaseException] | None,
        error: BaseException | None,
        at: TracebackType | None,
    ) -> None:
        if self._pool is None:
            return
        self._pool.shutdown(wait=False, cancel_futures=True)
        if kind is not None:
            self._end_all()
        self._pool.shutdown(wait=True)

    def _end_all(self) -> None:
        """Have all processes leave what they do."""
        while left := frozenset(multiprocessing.active_children()) - self._others:
            for worker in left:
                worker.terminate()
            multiprocessing.connection.wait([w.sentinel for w in left], timeout=_CLEARS_UP)


@contextlib.contextmanager
def _undisturbed() -> Iterator[None]:
    """While processes are started: an interrupt has to wait, since what runs around a fork would
    swallow it. The new ones begin like that, too.
    """
    if not hasattr(signal, "pthread_sigmask"):
        yield
        return
    before = signal.pthread_sigmask(signal.SIG_BLOCK, _TELLING)
    try:
        yield
    finally:
        signal.pthread_sigmask(signal.SIG_SETMASK, before)


def _begin(parent: int) -> None:
    """What a worker does first.

    Args:
        parent: the process that it works for, which may be gone by now.
    """
    starter = parent if multiprocessing.get_start_method() == "fork" else os.getppid()
    signal.signal(signal.SIGINT, signal.SIG_IGN)  # the process that it works for is told, too
    signal.signal(signal.SIGTERM, _end)
    threading.Thread(target=_watch, args=(starter,), daemon=True).start()
    if hasattr(signal, "pthread_sigmask"):
        signal.pthread_sigmask(signal.SIG_UNBLOCK, _TELLING)


class _Told:
    """Whether this worker was told to end, and whether it is in the middle of something."""

    ended = busy = False


def _done(work: Callable[[], _Result]) -> _Result:
    """What a piece of work gives; none is begun any more by a worker that was told to end."""
    try:
        _Told.busy = True
        if _Told.ended:
            raise SystemExit
        return work()
    finally:
        _Told.busy = False


def _end(number: int, frame: FrameType | None) -> None:
    """Leave what is being done, by way of all that clears up behind it; one that only waits for
    work is told that there is none.
    """
    _Told.ended = True
    if _Told.busy:
        raise SystemExit


def _watch(starter: int) -> None:
    """End this process when the one that it works for is gone."""
    while os.getppid() == starter:
        time.sleep(_LOOKS)
    os.kill(os.getpid(), signal.SIGTERM)
    time.sleep(_CLEARS_UP)
    os._exit(1)
