"""A limit on the wall-clock time of one call, by a signal of the system."""

from __future__ import annotations

import contextlib
import signal
import types
from collections.abc import Iterator


class TooLong(BaseException):
    """The time is used up; not an Exception, so that the code cannot easily catch it."""


@contextlib.contextmanager
def time_limit(seconds: float) -> Iterator[None]:
    """Raise :class:`TooLong` inside the block when it takes longer."""

    def stop(number: int, frame: types.FrameType | None) -> None:
        raise TooLong

    old = signal.signal(signal.SIGALRM, stop)
    # Again and again, in case the first one is swallowed.
    signal.setitimer(signal.ITIMER_REAL, seconds, seconds)
    try:
        yield
    finally:
        signal.setitimer(signal.ITIMER_REAL, 0)
        signal.signal(signal.SIGALRM, old)
