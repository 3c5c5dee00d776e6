"""``dreck net``: how well do the project's tests hold a function?"""

from __future__ import annotations

import json
import sys

import click

from .. import api
from .options import test_command as test_command_option
from .exits import Exit


@click.command()
@click.argument("targets", nargs=-1, required=True, metavar="TARGET...")
@test_command_option
@click.option("--no-faults", is_flag=True, help="Plant no faults: quicker, and tells less.")
@click.option("--json", "as_json", is_flag=True, help="Print the results as JSON.")
@click.pass_context
def net(
    ctx: click.Context, targets: tuple[str, ...], test_command: str, no_faults: bool, as_json: bool
) -> None:
    """Say how well the project's tests hold functions.

    For each: how many tests run it, which of its branches none takes, and how many deliberately
    wrong versions of it turn a test red. The tests run in a copy of the project.
    """
    from .show_net import net_progress, show_net

    with net_progress(enabled=not as_json and sys.stderr.isatty()) as tick:
        found = api.held_by_tests(*targets, tests=test_command, faults=not no_faults, tick=tick)
    if as_json:
        click.echo(json.dumps(found.to_dict(), indent=2))
    else:
        show_net(found)
    ctx.exit(Exit.DONE)
