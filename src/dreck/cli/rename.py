"""``dreck rename``: another name for something, in all files of a project."""

from __future__ import annotations

import json

import click

from .. import api
from .exits import Exit, complain


@click.command()
@click.argument("target", metavar="FILE.py::NAME")
@click.argument("new", metavar="NEW")
@click.option(
    "--project", default=".", show_default=True, metavar="FOLDER", help="The files that may use it."
)
@click.option(
    "--everywhere", is_flag=True, help="Take every attribute of a method's name to be it."
)
@click.option(
    "--write", is_flag=True, help="Write the result to the files; without it nothing is written."
)
@click.option("--json", "as_json", is_flag=True, help="Print the result as JSON.")
@click.pass_context
def rename(
    ctx: click.Context,
    target: str,
    new: str,
    project: str,
    everywhere: bool,
    write: bool,
    as_json: bool,
) -> None:
    """Give a function, class, constant, method or local variable another name.

    NAME is name, Class.method or function.variable. Uses are followed through imports and on
    objects
    whose class is known; places that cannot be decided are listed and left as they are.
    """
    found = api.rename(target, new, project, everywhere=everywhere)
    written = found.write() if write else []
    if as_json:
        click.echo(json.dumps(found.to_dict(), indent=2))
    else:
        from .show_rename import show_renaming

        show_renaming(found, written)
    for problem in found.problems:
        complain(problem)
    ctx.exit(Exit.WRONG_USE if found.problems else Exit.DONE)
