"""``dreck pin``: characterisation tests of functions as they are now."""

from __future__ import annotations

import json
import sys
from pathlib import Path

import click

from .. import api
from ..errors import SettingError, WriteError
from .options import test_command as test_command_option
from .exits import Exit, complain


@click.command()
@click.argument("targets", nargs=-1, required=True, metavar="TARGET...")
@click.option(
    "--out", metavar="FILE", help="Write the tests to this file; without it they are printed."
)
@click.option(
    "--while",
    "command",
    metavar="COMMAND",
    help="Run this first, and take the calls that it makes before others.",
)
@click.option("--calls", metavar="FILE.jsonl", help="Take these recorded calls before others.")
@click.option(
    "--record",
    metavar="FILE.jsonl",
    help="With --while: write the calls to this file, and no pins.",
)
@test_command_option
@click.option("--json", "as_json", is_flag=True, help="Print the results as JSON.")
@click.pass_context
def pin(
    ctx: click.Context,
    targets: tuple[str, ...],
    out: str | None,
    command: str | None,
    calls: str | None,
    record: str | None,
    test_command: str,
    as_json: bool,
) -> None:
    """Write tests that say what functions do now, whether that is right or not.

    The cases are the fewest that take every branch and notice every planted fault that any input
    notices. They are tried out in a copy of the project, at once and in twenty orders; what does
    not come out alike is left out.
    """
    from .show_net import net_progress, show_pins

    if record is not None:
        if command is None:
            raise SettingError("--record goes with --while COMMAND: give the command too")
        ctx.exit(_record(targets, command, record))
    with net_progress(enabled=not as_json and sys.stderr.isatty()) as tick:
        found = api.pin(
            *targets, calls=calls, record=command or "", tests=test_command, out=out, tick=tick
        )
    has_some = any(f.cases for f in found.functions)
    written = found.write(Path(out)) if out and has_some else []
    if as_json:
        click.echo(json.dumps(found.to_dict(), indent=2))
    else:
        show_pins(found, written)
    if not has_some:
        complain("nothing was pinned, so nothing was written")
    ctx.exit(Exit.DONE if has_some else Exit.UNDECIDED)


def _record(targets: tuple[str, ...], command: str, path: str) -> Exit:
    """Record calls into a file."""
    found = api.recorded(*targets, command=command)
    try:
        found.write(Path(path))
    except OSError as error:
        raise WriteError(f"{path}: cannot be written ({error.strerror or error})") from error
    count = len(found.lines)
    functions = len({(line["file"], line["function"]) for line in found.lines})
    click.echo(f"{count} calls of {functions} functions kept in {path}")
    return Exit.DONE if count else Exit.UNDECIDED
