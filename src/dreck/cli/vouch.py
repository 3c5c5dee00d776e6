"""``dreck vouch``: do two versions behave the same?"""

from __future__ import annotations

import json
import shlex

import click

from .. import api
from ..errors import SettingError
from ..judge.face.verdict import Verdict
from .exits import Exit, complain
from .options import budget as budget_option, python as python_option
from .since import vouch_since

_STATUS = {Verdict.DIFFERS: Exit.DIFFERS, Verdict.UNDECIDED: Exit.UNDECIDED}


@click.command()
@click.argument("paths", nargs=-1, metavar="BEFORE.py AFTER.py")
@click.option(
    "--since",
    "revisions",
    metavar="REV",
    help="Compare all that changed in git since this revision, or REV1..REV2; then the arguments are files and folders.",
)
@click.option("--junit", metavar="FILE", help="With --since: write JUnit XML.")
@click.option("--sarif", metavar="FILE", help="With --since: write SARIF 2.1.0.")
@click.option("--markdown", metavar="FILE", help="With --since: write Markdown.")
@click.option(
    "--subject",
    metavar="NAME",
    help="Compare only this function, as in Class.method, and what it reaches.",
)
@click.option(
    "--allow",
    metavar="FILE.toml",
    help="Differences that are meant: all else must be the same, and each of them must occur.",
)
@click.option("--strict", is_flag=True, help="Allow no assumption in a proof.")
@click.option("--no-run", is_flag=True, help="Prove only; never run the code.")
@click.option(
    "--script",
    metavar="FILE",
    type=click.Path(dir_okay=False),
    help="Write the script that shows a difference.",
)
@click.option(
    "--inputs",
    metavar="FILE.py",
    help="Try first what its inputs(module, subject) yields: tuples of arguments.",
)
@click.option(
    "--calls-of",
    "tests",
    metavar="TESTS",
    help="Run these tests with pytest first, and try the calls they make.",
)
@python_option
@budget_option
@click.option(
    "--explain",
    type=click.Choice(["table", "markdown", "csv"]),
    is_flag=False,
    flag_value="table",
    help="Show the proof as a decision table of both versions.",
)
@click.option("--json", "as_json", is_flag=True, help="Print the verdict as JSON.")
@click.pass_context
def vouch(
    ctx: click.Context,
    paths: tuple[str, ...],
    revisions: str | None,
    junit: str | None,
    sarif: str | None,
    markdown: str | None,
    subject: str | None,
    allow: str | None,
    strict: bool,
    no_run: bool,
    script: str | None,
    inputs: str | None,
    tests: str | None,
    python: str,
    budget: float | None,
    explain: str | None,
    as_json: bool,
) -> None:
    """Say whether two versions of a module behave the same, with the evidence.

    Without --subject every function whose code differs is compared. The answer is proved,
    proved-under (with assumptions), tested, differs (with an input that was really run) or
    undecided (with what stopped it). With --since REV all functions are compared that changed in
    git since then, for a branch that is meant to change nothing; - in place of FILE prints. With
    --allow the versions must differ where the file says so, as it says, and nowhere else.
    """
    files = {"junit": junit, "sarif": sarif, "markdown": markdown}
    if revisions is not None:
        _only_with_files(subject, script, inputs, tests, explain)
        vouch_since(
            ctx,
            revisions,
            paths,
            strict=strict,
            run=not no_run,
            allow=allow,
            python=python,
            budget=budget,
            as_json=as_json,
            files=files,
        )
    if any(files.values()):
        raise SettingError("--junit, --sarif and --markdown go with --since REV: give it too")
    if len(paths) != 2:
        raise SettingError("give the two versions, BEFORE.py AFTER.py, or --since REV")
    before, after = paths
    found = api.vouch(
        before,
        after,
        subject,
        strict=strict,
        run=not no_run,
        inputs=inputs,
        tests=shlex.split(tests or ""),
        allow=allow or (),
        python=python,
        budget=budget,
    )
    if script:
        _write_script(script, found)
    if as_json:
        click.echo(json.dumps(found.to_dict(), indent=2))
    else:
        from .show import console, show_explanations, show_vouching
        from .show_purpose import show_occurrences

        if explain in (None, "table"):
            show_vouching(found, before, after)
            show_occurrences(console(), found.occurrences)
        if explain:
            show_explanations(api.explain(before, after, subject, strict=strict), explain)
    for problem in found.problems:
        complain(problem)
    status = _STATUS.get(found.verdict, Exit.DONE)
    if any(o.occurs is False for o in found.occurrences):
        status = Exit.DIFFERS
    ctx.exit(Exit.WRONG_USE if found.problems and status is Exit.UNDECIDED else status)


def _only_with_files(*given: str | None) -> None:
    if any(given):
        raise SettingError(
            "--subject, --script, --inputs, --calls-of and --explain compare two files: leave them out with --since"
        )


def _write_script(path: str, found: object) -> None:
    from pathlib import Path

    from ..errors import WriteError
    from ..judge.face.verdict import Vouching

    assert isinstance(found, Vouching)
    shown = next((s.counterexample for s in found.subjects if s.counterexample), None)
    if shown is None:
        return
    try:
        Path(path).write_text(shown.script, encoding="utf-8")
    except OSError as error:
        raise WriteError(f"{path}: cannot be written ({error.strerror or error})") from error
