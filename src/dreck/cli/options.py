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
