"""``dreck align``: what the arms of a chain have in common."""

from __future__ import annotations

import json

import click

from .. import api
from .exits import Exit, complain


@click.command()
@click.argument("targets", nargs=-1, required=True, metavar="TARGET...")
@click.option("--markdown", is_flag=True, help="Print the tables as Markdown.")
@click.option("--json", "as_json", is_flag=True, help="Print the tables as JSON.")
@click.pass_context
def align(ctx: click.Context, targets: tuple[str, ...], markdown: bool, as_json: bool) -> None:
    """Lay the arms of chains side by side: arms in rows, what differs in columns.

    Looks at chains that pick by one subject: by equal values (as ifs or as a match), by ranges of a
        number,
    by classes. Of ranges it says which numbers no arm or two arms ask for. Reads the source, runs
    nothing and
    changes nothing; what stands under `next` does.
    """
    found = api.align(*targets)
    if as_json:
        click.echo(json.dumps(found.to_dict(), indent=2))
    elif markdown:
        click.echo("\n".join(a.to_markdown() for a in found.found), nl=False)
    else:
        from .show_alignments import show_alignments

        show_alignments(found)
    for problem in found.problems:
        complain(problem)
    ctx.exit(Exit.WRONG_USE if found.problems else Exit.DONE)
