"""``dreck moves``: the catalogue of moves."""

from __future__ import annotations

import click

from .. import api


@click.command()
@click.argument("name", required=False)
@click.option("--json", "as_json", is_flag=True, help="Print the catalogue as JSON.")
def moves(name: str | None, as_json: bool) -> None:
    """List the moves, or explain one with its examples and the cases it leaves alone."""
    found = api.catalogue(name)
    if as_json:
        import json

        click.echo(json.dumps([m.to_dict() for m in found], indent=2))
        return
    from .show_moves import show_move, show_moves

    show_moves(found) if name is None else show_move(found[0])
