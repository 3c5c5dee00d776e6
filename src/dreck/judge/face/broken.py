"""What is said where Dreck itself fails: one line that tells where, and no verdict but undecided."""

from __future__ import annotations

from pathlib import Path
from traceback import extract_tb


def broken(error: BaseException, who: str = "the judge") -> str:
    """A failure inside Dreck in one line, with the place in its own code.

    >>> try:
    ...     1 / 0
    ... except ZeroDivisionError as error:
    ...     broken(error).partition(" at ")[0]
    'the judge failed: ZeroDivisionError: division by zero'
    """
    frames = extract_tb(error.__traceback__)
    place = f" at {Path(frames[-1].filename).name}:{frames[-1].lineno}" if frames else ""
    said = str(error).split("\n")[0]
    kind = type(error).__name__
    return f"{who} failed: {kind}{': ' if said else ''}{said}{place}; please report it"
