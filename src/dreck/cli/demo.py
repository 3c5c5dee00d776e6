"""``dreck demo``: a full example on a project that ships with Dreck."""

from __future__ import annotations

import click


@click.command()
@click.option(
    "--into",
    metavar="DIR",
    type=click.Path(file_okay=False),
    help="Keep the project in this new folder.",
)
def demo(into: str | None) -> None:
    """Untangle the worst function of a small project, step by step.

    The project is the lock-keepers' office of a made-up canal, with tests of its own. It is
    copied to a folder first; the copy is what gets surveyed, untangled and tested.
    """
    from .walkthrough import walk_through

    walk_through(into)
