"""Exit statuses, and errors as one line."""

from __future__ import annotations

import contextlib
import signal
import sys
from enum import IntEnum
from typing import Any

import click

from ..errors import DreckError
from .configuration import defaults


class Exit(IntEnum):
    """What the exit status says."""

    DONE = 0
    DIFFERS = 1
    WRONG_USE = 2
    UNDECIDED = 3
    STOPPED = 130  # as shells tell of an interrupt: 128 and the number of SIGINT


class OneLineErrors(click.Group):
    """A group whose commands turn our errors into one line and exit status 2."""

    def invoke(self, ctx: click.Context) -> Any:
        """Run the command."""
        with contextlib.suppress(ValueError):  # outside of the main thread nobody is told
            signal.signal(signal.SIGTERM, _interrupted)
        try:
            ctx.default_map = defaults()
            return super().invoke(ctx)
        except KeyboardInterrupt:
            complain("stopped; every file is whole, as it was or as the journal says")
            ctx.exit(Exit.STOPPED)
        except DreckError as error:
            complain(str(error))
            ctx.exit(Exit.WRONG_USE)


def _interrupted(number: int, frame: object) -> None:
    """Being told to end is like being interrupted: what runs is ended, what is kept is whole."""
    raise KeyboardInterrupt


def complain(line: str) -> None:
    """One line on standard error."""
    print(f"dreck: {line}", file=sys.stderr)
