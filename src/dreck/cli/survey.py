"""``dreck survey``: which functions are tangled, and how badly."""

from __future__ import annotations

import json

import click

from .. import api
from .exits import Exit, complain


@click.command()
@click.argument("targets", nargs=-1, metavar="[TARGET]...")
@click.option(
    "--top",
    default=20,
    show_default=True,
    type=click.IntRange(min=1),
    help="Show this many functions.",
)
@click.option("--json", "as_json", is_flag=True, help="Print all functions as JSON.")
@click.pass_context
def survey(ctx: click.Context, targets: tuple[str, ...], top: int, as_json: bool) -> None:
    """Rank the functions of files and folders by how tangled they are.

    Reads the source and runs nothing. Without TARGET it looks at the current folder.
    """
    found = api.survey(*targets)
    if as_json:
        click.echo(json.dumps(found.to_dict(), indent=2))
    else:
        from .show import show_survey

        show_survey(found, top)
    for problem in found.problems:
        complain(problem)
    ctx.exit(Exit.WRONG_USE if found.problems else Exit.DONE)
