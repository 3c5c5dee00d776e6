"""``dreck anatomy``: one function opened up."""

from __future__ import annotations

import json

import click

from .. import api
from .exits import Exit
from .options import test_command as test_command_option
from .writing import write_out


@click.command()
@click.argument("target")
@click.option("--tests", is_flag=True, help="Run the project's tests and say how they hold it.")
@test_command_option
@click.option("--no-offers", is_flag=True, help="Do not find out what untangling would do.")
@click.option("--json", "as_json", is_flag=True, help="Print everything as JSON.")
@click.option("--markdown", metavar="FILE", help="Write Markdown.")
@click.option("--dot", metavar="FILE", help="Write the decision graph in the DOT language.")
@click.option("--figure", metavar="FILE", help="Draw the decision graph (.png or .svg).")
@click.pass_context
def anatomy(
    ctx: click.Context,
    target: str,
    tests: bool,
    test_command: str,
    no_offers: bool,
    as_json: bool,
    markdown: str | None,
    dot: str | None,
    figure: str | None,
) -> None:
    """Open up one function for a person who has to change it.

    Shows its outline with the left edge, the happy path, what must hold in each arm and what it
    leads to, what is odd, the decision table, the cost term by term, and what untangling would
    do. Runs nothing, unless --tests is given. FILE may be - to print.
    """
    found = api.anatomy(target, tests=test_command if tests else "", offers=not no_offers)
    if markdown:
        from ..report.anatomy_texts import anatomy_markdown

        write_out(markdown, anatomy_markdown(found))
    if dot:
        from ..report.anatomy_texts import decision_dot

        write_out(dot, decision_dot(found))
    if figure:
        from ..report.figures.decisions import decision_figure
        from ..report.figures.drawing import form_of

        write_out(figure, decision_figure(found.graph, form_of(figure)))
    if as_json:
        click.echo(json.dumps(found.to_dict(), indent=2))
    elif "-" not in (markdown, dot, figure):
        from .show_anatomy import show_anatomy

        show_anatomy(found)
    ctx.exit(Exit.DONE)
