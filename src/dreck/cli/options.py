"""Options that several commands have."""

from __future__ import annotations

import click

test_command = click.option(
    "--test-command",
    default="python -m pytest",
    show_default=True,
    metavar="COMMAND",
    help="What runs the tests.",
)
reach = click.option(
    "--reach",
    default="beside",
    show_default=True,
    type=click.Choice(["inside", "beside", "across"]),
    help="How far steps go by themselves; what lies beyond is offered.",
)
python = click.option(
    "--python",
    default="",
    metavar="PATH",
    help="The project's interpreter, which runs its code; that of its environment without it.",
)
budget = click.option(
    "--budget",
    type=click.FloatRange(min=0, min_open=True),
    metavar="SECONDS",
    help="How long inputs are searched for, for each function that is not proved.",
)
