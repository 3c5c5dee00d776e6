"""Arms that do the same in different words are written alike, so that they differ in constants
only.

Why it is safe: neutral elements change nothing (of whole numbers and texts; the judge asks for
that),
operands of ``+`` and ``*`` of whole numbers may change places, and a default argument may be
written out.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator

from ...outline import Function
from ...source.edits import edited
from ..alignment import aligned
from ..chains import Chain, chains_of
from ..likeness import Change, likened
from ..module_view import ModuleView
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, all_moves, move
from ..wishes import Wishes

# Changes that the reason of a step lists.
_MOST_SAID = 3


@move
class AlignArms(ModuleMove):
    """Make hidden likeness visible."""

    name = "align-arms"
    summary = "Arms that do the same in different words are written alike, which makes them rows of a table."
    safe_because = (
        "Neutral elements, operands that change places and written-out defaults change nothing."
    )
    since = "0.1"
    EXAMPLES = (
        Example(
            "a factor and a summand that some arms lack",
            """
            def water(kind: str, chambers: int, boats: int):
                if kind == "single":
                    return 110 * chambers + boats
                elif kind == "staircase":
                    return chambers * 90 + boats
                elif kind == "guillotine":
                    return chambers + boats
                else:
                    return 100 * chambers + boats
            """,
            """
            def water(kind: str, chambers: int, boats: int):
                if kind == "single":
                    return 110 * chambers + boats
                elif kind == "staircase":
                    return 90 * chambers + boats
                elif kind == "guillotine":
                    return 1 * chambers + boats
                else:
                    return 100 * chambers + boats
            """,
        ),
        Example(
            "plus here, minus there",
            """
            def level_after(order: str, level: int, inches: int):
                if order == "fill":
                    return level + inches
                elif order == "drain":
                    return level - inches
                elif order == "top up":
                    return level + inches
                return level
            """,
            """
            def level_after(order: str, level: int, inches: int):
                if order == "fill":
                    return level + 1 * inches
                elif order == "drain":
                    return level + -1 * inches
                elif order == "top up":
                    return level + 1 * inches
                return level
            """,
        ),
        Example(
            "arguments by position, by name and left to their default",
            """
            def passage(kind: str):
                if kind == "barge":
                    return toll(240, tons=3)
                elif kind == "tug":
                    return toll(180)
                elif kind == "butty":
                    return toll(tons=2, pence=60)


            def toll(pence, tons=1):
                return pence * tons
            """,
            """
            def passage(kind: str):
                if kind == "barge":
                    return toll(240, tons=3)
                elif kind == "tug":
                    return toll(180, tons=1)
                elif kind == "butty":
                    return toll(60, tons=2)


            def toll(pence, tons=1):
                return pence * tons
            """,
            "proved-under",
        ),
        Example(
            "a text that stands before the name, or does not",
            """
            def label(kind: str, name: str):
                if kind == "tug":
                    return "tug " + name
                elif kind == "barge":
                    return "barge " + name
                elif kind == "rowing boat":
                    return name
                return "vessel " + name
            """,
            """
            def label(kind: str, name: str):
                if kind == "tug":
                    return "tug " + name
                elif kind == "barge":
                    return "barge " + name
                elif kind == "rowing boat":
                    return "" + name
                return "vessel " + name
            """,
        ),
    )
    REFUSALS = {
        "no-table": Refusal(
            "the arms can be written alike, but still make no table",
            """
            def water(kind: str, chambers: int):
                if kind == "single":
                    return 110 * chambers
                elif kind == "staircase":
                    return chambers
                return 0
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for chains whose arms become rows of a table once they are written alike."""
        for chain in chains_of(function.node):
            line = chain.statements[0].lineno
            if (
                len(chain.arms) < 2
                or wishes.line not in (None, line)
                or aligned([a.body for a in chain.arms], view.plain_functions) is not None
            ):
                continue
            ways = _ways(view, chain)
            for changes in ways:
                text = edited(view.text, [c.edit for c in changes])
                alike = ModuleView(view.path, text, view.width)
                if (wishes.asked and wishes.line is not None) or _makes_a_table(
                    alike, function.name, line
                ):
                    yield ModuleSite(line, _why(changes), text, (function.name,))
                else:
                    yield self.leave("no-table", line)
                    break


def _makes_a_table(view: ModuleView, function: str, line: int) -> bool:
    """Whether a chain is one that a table would be made of."""
    table = all_moves()["lookup-table"]
    assert isinstance(table, ModuleMove)
    return any(
        isinstance(s, ModuleSite)
        for s in table.look(view, view.functions[function], Wishes(line=line))
    )


def _ways(view: ModuleView, chain: Chain) -> list[list[Change]]:
    """What has to be written differently so that the arms of a chain are alike: with its default,
    if that can be, or without.
    """
    arms = [a.body for a in chain.arms]
    functions = view.plain_functions
    found = (
        [likened(view, [*arms, chain.otherwise], functions)]
        if chain.otherwise and not isinstance(chain.otherwise[-1], ast.Raise)
        else []
    )
    found.append(likened(view, arms, functions))
    ways = [[c for changes in way for c in changes] for way in found if way is not None]
    return ways[:1] if ways and ways[-1] == ways[0] else ways


def _why(changes: list[Change]) -> str:
    said = "; ".join(c.what for c in changes[:_MOST_SAID])
    more = f"; and {len(changes) - _MOST_SAID} more" if len(changes) > _MOST_SAID else ""
    return f"The arms do the same in different words; written alike they differ in constants only: {said}{more}."
