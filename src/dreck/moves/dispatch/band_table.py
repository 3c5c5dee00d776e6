"""A ladder of ranges becomes limits and values, looked up with bisect.

Why it is safe: the limits rise, and ``bisect`` finds the first that is above the number (or not below it)
by the same comparison that the arms made; the number is known to be one, so that nothing is out of order.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator

from ...logic.bindings import assigned_in, parameters
from ...naming.operands import subject_words
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.words import words_of
from ...outline import Function
from ...source.edits import Edit, edited
from ..alignment import Hole, aligned
from ..imports import is_free, with_import
from ..ladders import Ladder, ladders_of
from ..module_view import ModuleView
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes
from ..writing import arm_alone

_LEAST_LIMITS = 3


@move
class BandTable(ModuleMove):
    """Put the limits and the values of a ladder into tuples."""

    name = "band-table"
    summary = "A ladder of ranges becomes limits and values, looked up with bisect."
    safe_because = "The limits rise, the number is known to be one, and the side that owns each limit is kept."
    since = "0.1"
    EXAMPLES = (
        Example(
            "bands of a level",
            '''
            """Levels."""


            def band(level: int):
                if level < 95:
                    return "dry"
                elif level < 120:
                    return "low"
                elif level < 180:
                    return "normal"
                elif level < 220:
                    return "high"
                else:
                    return "flood"
            ''',
            '''
            """Levels."""

            from bisect import bisect_right


            LEVEL_LIMITS = (95, 120, 180, 220)
            BANDS = ("dry", "low", "normal", "high", "flood")


            def band(level: int):
                return BANDS[bisect_right(LEVEL_LIMITS, level)]
            ''',
        ),
        Example(
            "from the top down, limits that belong to the lower band",
            """
            from bisect import bisect_left


            def toll(boat, cargo: int):
                if cargo > 300:
                    pence = 3 * boat.length
                elif cargo > 200:
                    pence = 2 * boat.length
                elif 50 < cargo:
                    pence = 1 * boat.length
                else:
                    pence = 0 * boat.length
                return pence
            """,
            """
            from bisect import bisect_left


            CARGO_LIMITS = (50, 200, 300)
            PENCES = (0, 1, 2, 3)


            def toll(boat, cargo: int):
                pence = PENCES[bisect_left(CARGO_LIMITS, cargo)] * boat.length
                return pence
            """,
            "proved-under",
        ),
    )
    REFUSALS = {
        "few-limits": Refusal(
            "two limits make no table; the ladder is easier to read",
            """
            def band(level: int):
                if level < 95:
                    return "dry"
                elif level < 120:
                    return "low"
                return "deep"
            """,
        ),
        "no-number": Refusal(
            "nothing says that it is a whole number; a float may be NaN, which lies in no band",
            """
            def band(level: float):
                if level < 95:
                    return "dry"
                elif level < 120:
                    return "low"
                elif level < 180:
                    return "normal"
                return "deep"
            """,
        ),
        "mixed-sides": Refusal(
            "some limits belong to the band above and some to the one below; that may be a mistake",
            """
            def band(level: int):
                if level < 95:
                    return "dry"
                elif level <= 120:
                    return "low"
                elif level < 180:
                    return "normal"
                return "deep"
            """,
        ),
        "never-reached": Refusal(
            "an arm is never reached, because an earlier one takes all that it asks for; that may be a mistake",
            """
            def band(level: int):
                if level < 95:
                    return "dry"
                elif level < 180:
                    return "normal"
                elif level < 120:
                    return "low"
                return "deep"
            """,
        ),
        "comments": Refusal(
            "a comment on an arm would lose its place",
            """
            def band(level: int):
                if level < 95:
                    return "dry"  # below the sill
                elif level < 120:
                    return "low"
                elif level < 180:
                    return "normal"
                return "deep"
            """,
        ),
        "name-taken": Refusal(
            "a name of the tables would be one that means something already",
            """
            BANDS = ()


            def band(level: int):
                if level < 95:
                    return "dry"
                elif level < 120:
                    return "low"
                elif level < 180:
                    return "normal"
                return "deep"
            """,
        ),
    }

    def look(self, view: ModuleView, function: Function, wishes: Wishes) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for ladders whose arms differ in one constant."""
        for ladder in ladders_of(function.node):
            line = ladder.statements[0].lineno
            holes = aligned([*(r.body for r in ladder.rungs), ladder.otherwise])
            if len(ladder.rungs) < 2 or holes is None or len(holes) != 1 or wishes.line not in (None, line):
                continue
            reason = _why_not(view, function, ladder)
            if reason is not None:
                yield self.leave(reason, line)
                continue
            site = _site(view, function, ladder, holes[0], wishes)
            yield site or self.leave("name-taken", line)


def _why_not(view: ModuleView, function: Function, ladder: Ladder) -> str | None:
    if ladder.never_reached is not None:
        return "never-reached"
    if len(ladder.rungs) < _LEAST_LIMITS:
        return "few-limits"
    if len({r.op for r in ladder.rungs}) > 1:
        return "mixed-sides"
    if not _is_whole_number(function, ladder.subject):
        return "no-number"
    last = ladder.statements[-1]
    inside = range(ladder.statements[0].lineno, (last.end_lineno or last.lineno) + 1)
    return "comments" if any(n in view.comments for n in inside) else None


def _is_whole_number(function: Function, subject: ast.expr) -> bool:
    """Whether a subject is a parameter that is annotated as an int and never set."""
    if not isinstance(subject, ast.Name) or subject.id in assigned_in(function.node):
        return False
    hints = {a.arg: a.annotation for a in parameters(function.node)}
    hint = hints.get(subject.id)
    return isinstance(hint, ast.Name) and hint.id == "int"


def _site(view: ModuleView, function: Function, ladder: Ladder, hole: Hole, wishes: Wishes) -> ModuleSite | None:
    line = ladder.statements[0].lineno
    limits = [view.offsets.source(r.limit) for r in ladder.rungs]
    values = [view.offsets.source(v) for v in hole.values]
    if not ladder.rises:
        limits, values = limits[::-1], values[::-1]
    private = "_" if view.has_private_functions else ""
    limits_name = private + "_".join((*subject_words(ladder.subject), "limits")).upper()
    proposed = private + _plural(_what(function, ladder)).upper()
    wish = wishes.wanted(line, [proposed], constant=True)
    values_name = wish or proposed
    # `x < limit` leaves the limit to the band above, which is what bisect_right does.
    finder = "bisect_right" if ladder.rungs[0].op in (ast.Lt, ast.GtE) else "bisect_left"
    clash = not is_free(view, "bisect", finder)
    if clash or {limits_name, values_name} & view.words or not values_name.isidentifier() or limits_name == values_name:
        return None
    looked_up = f"{values_name}[{finder}({limits_name}, {view.offsets.source(ladder.subject)})]"
    top = view.top_statement(function.node)
    start = view.start_of(top)
    table = [f"{limits_name} = ({', '.join(limits)})", f"{values_name} = ({', '.join(values)})", "", "", ""]
    edits = with_import(view, "bisect", finder, Edit(start, start, view.newline.join(table)))
    edits.append(arm_alone(view, ladder.statements, ladder.rungs[0].body, hole.values[0], looked_up))
    names = (Proposal(values_name, "what the bands are called", Rank.MEANING if wish is None else Rank.ASKED),)
    why = f"`{limits_name}` holds the limits and `{values_name}` what lies between them; another band is two entries, not an arm."
    return ModuleSite(line, why, edited(view.text, edits), (function.name,), names=names)


def _what(function: Function, ladder: Ladder) -> list[str]:
    """What a band gives, in words: the name that is set, or what the function returns."""
    last = ladder.rungs[0].body[-1]
    if isinstance(last, ast.Assign) and isinstance(last.targets[0], ast.Name):
        return words_of(last.targets[0].id)
    return words_of(function.node.name) or ["values"]


def _plural(words: list[str]) -> str:
    last = words[-1]
    many = last if last.endswith("s") else f"{last[:-1]}ies" if last.endswith("y") and last[-2:-1] not in "aeiou" else f"{last}s"
    return "_".join([*words[:-1], many])

