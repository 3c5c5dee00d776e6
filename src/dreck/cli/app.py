"""The ``dreck`` command and its subcommands."""

from __future__ import annotations

import click

from .. import __version__
from .align import align
from .anatomy import anatomy
from .demo import demo
from .exits import OneLineErrors
from .journal import journal, undo
from .moves import moves
from .net import net
from .pin import pin
from .rename import rename
from .report import report
from .survey import survey
from .untangle import untangle
from .vouch import vouch


@click.group(
    cls=OneLineErrors,
    context_settings={"help_option_names": ["-h", "--help"], "max_content_width": 100},
)
@click.version_option(__version__, prog_name="dreck", message="%(prog)s %(version)s")
def dreck() -> None:
    """Simplify tangled conditional logic in small steps, each one checked to behave the same.

    A TARGET is FILE.py, FILE.py::Class.method, FILE.py:LINE, FILE.py:FIRST-LAST or a folder.

    Exit status: 0 same or done, 1 differs, 2 wrong use or unreadable input, 3 undecided,
    130 stopped.
    """


for _command in (
    align,
    anatomy,
    demo,
    journal,
    moves,
    net,
    pin,
    rename,
    report,
    survey,
    undo,
    untangle,
    vouch,
):
    dreck.add_command(_command)
