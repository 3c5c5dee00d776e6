"""The table of weights of the cost, as a page shows it."""

from __future__ import annotations

from ..taste.weights import WEIGHTS

HEAD = "<!-- weights: written by docs/regenerate.py -->"
TAIL = "<!-- end of weights -->"


def weights_table() -> str:
    """The terms of the cost with their weights and reasons, as Markdown."""
    rows = [
        f"| {name} | {weight.points:g} | {weight.what} | {weight.why} |"
        for name, weight in WEIGHTS.items()
    ]
    return "\n".join(["| term | points | for each of | because |", "|---|---|---|---|", *rows])


def with_weights(page: str) -> str:
    """A page with the table between its marks.

    Raises:
        ValueError: the page has no marks.
    """
    head, _, rest = page.partition(HEAD)
    _, mark, tail = rest.partition(TAIL)
    if not mark:
        raise ValueError(f"the page lacks {HEAD} or {TAIL}")
    return f"{head}{HEAD}\n{weights_table()}\n{TAIL}{tail}"
