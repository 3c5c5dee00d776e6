"""What time has been spent, a limit on the wall-clock time of one call, by a signal of the system;
and no waiting.
"""

from __future__ import annotations

import contextlib
import signal
import time
import types
from collections.abc import Iterator
from typing import SupportsIndex

# As they were when the process began: trials may put others in their place.
_worked, _passed = time.process_time, time.monotonic
_START = _passed()
# How much more time may pass than this process works, before that counts too.
_SLOWEST = 4.0


# What the process had worked when it was last asked, and when that was: asking takes longer than
# many a trial, so that it is done this often only.
_FINE = 0.02
_asked = [0.0, float("-inf")]


def spent() -> float:
    """Seconds that this process has worked, which do not depend on what else the machine does;
    where it mostly waits, a part of those that have passed.
    """
    now = _passed()
    if now - _asked[1] > _FINE:
        _asked[:] = [max(_worked(), (now - _START) / _SLOWEST), now]
    return _asked[0] + (now - _asked[1])


class TooLong(BaseException):
    """The time is used up; not an Exception, so that the code cannot easily catch it."""


def skip_sleeping() -> None:
    """Make ``time.sleep`` come back at once: how long something takes is nobody's business."""

    def sleep(seconds: float | SupportsIndex, /) -> None:
        if isinstance(seconds, float | int) and seconds < 0:
            raise ValueError("sleep length must be non-negative")

    time.sleep = sleep


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
