"""``dreck journal`` and ``dreck undo``: the steps that were written, and taking them back."""

from __future__ import annotations

import json

import click

from .. import api
from .exits import Exit, complain

_IN = click.option(
    "--project", default=".", show_default=True, metavar="FOLDER", help="The project's folder."
)


@click.command()
@_IN
@click.option("--all", "everything", is_flag=True, help="Also the steps that were taken back.")
@click.option("--json", "as_json", is_flag=True, help="Print the steps as JSON.")
@click.pass_context
def journal(ctx: click.Context, project: str, everything: bool, as_json: bool) -> None:
    """List the steps that were written in this project, the oldest first.

    The journal stands in the folder .dreck of the project, which git ignores. What a run that was
    killed left half done is put right first, and said.
    """
    for note in api.mend(project):
        complain(note)
    found = api.written(project)
    if as_json:
        steps = [e.to_dict() for e in found]
        click.echo(json.dumps({"schema": "dreck/journal/1", "steps": steps}, indent=2))
    else:
        from .show_journal import show_journal

        show_journal(found, everything=everything)
    ctx.exit(Exit.DONE)


@click.command()
@click.argument("steps", default=1, type=click.IntRange(min=1), metavar="[N]")
@_IN
@click.option("--json", "as_json", is_flag=True, help="Print the steps as JSON.")
@click.pass_context
def undo(ctx: click.Context, steps: int, project: str, as_json: bool) -> None:
    """Take back the last step that was written, or the last N, in all files that they changed.

    Nothing is changed where one of the files was edited since.
    """
    for note in api.mend(project):
        complain(note)
    undone = api.undo(steps, project)
    if as_json:
        told = [e.to_dict() for e in undone]
        click.echo(json.dumps({"schema": "dreck/journal/1", "undone": told}, indent=2))
    else:
        from .show_journal import show_undone

        show_undone(undone)
    ctx.exit(Exit.DONE)
