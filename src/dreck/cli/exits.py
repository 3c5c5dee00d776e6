"""Exit statuses, and errors as one line."""

from __future__ import annotations

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


class OneLineErrors(click.Group):
    """A group whose commands turn our errors into one line and exit status 2."""

    def invoke(self, ctx: click.Context) -> Any:
        """Run the command."""
        try:
            ctx.default_map = defaults()
            return super().invoke(ctx)
        except DreckError as error:
            complain(str(error))
            ctx.exit(Exit.WRONG_USE)


def complain(line: str) -> None:
    """One line on standard error."""
    print(f"dreck: {line}", file=sys.stderr)
