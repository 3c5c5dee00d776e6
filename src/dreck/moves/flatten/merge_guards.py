"""Guards one after the other with the same exit become one, with ``or``.

Why it is safe: the checks are made in the same order, the second only where the first does not
hold, and either one leads to the same exit.
"""

from __future__ import annotations

import libcst as cst

from ...logic.conditions import atoms, chained, constant, core, text_of
from ...logic.walk import has_comments, names_in
from ..arms import only_statement, same_code
from ..blocks import comments_in, is_guard, spaced_test
from ..places import Place
from ..rounds import set_by, suite_of
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class MergeGuards(Move):
    """Merge neighbouring guards that mean the same."""

    name = "merge-guards"
    summary = "Merge neighbouring ifs that ask alike and leave alike, or set the same."
    safe_because = "The checks are made in the same order, and each leads to the same exit."
    since = "0.1"
    EXAMPLES = (
        Example(
            "two bounds of one value",
            """
            def check(level: int, low: int, high: int):
                # the gauge
                if level < low:
                    raise ValueError("level out of range")
                if level > high:
                    raise ValueError("level out of range")
                return level - low
            """,
            """
            def check(level: int, low: int, high: int):
                # the gauge
                if level < low or level > high:
                    raise ValueError("level out of range")
                return level - low
            """,
        ),
        Example(
            "two reasons to set the same",
            """
            def lamps(kind: str, broken: bool):
                shown = 2
                if kind == "barge":
                    shown = 0
                if broken:
                    shown = 0
                return shown
            """,
            """
            def lamps(kind: str, broken: bool):
                shown = 2
                if kind == "barge" or broken:
                    shown = 0
                return shown
            """,
        ),
    )
    REFUSALS = {
        "other-meaning": Refusal(
            "the two checks ask different things, though they leave alike",
            """
            def rate(boat):
                if boat is None:
                    return 0
                if boat.cargo == 0:
                    return 0
                return boat.cargo * 3
            """,
        ),
        "comment-between": Refusal(
            "a comment explains one of the checks",
            """
            def rate(level, low, high):
                if level < low:
                    return 0
                # the flood mark
                if level > high:
                    return 0
                return level
            """,
        ),
        "too-long": Refusal(
            "the merged condition would be too long for its line",
            """
            def rate(level, low, high):
                if level < low - THE_SILL_OF_THE_UPPER_LOCK_IN_THE_DRIEST_SUMMER_SINCE_THE_CANAL_WAS_DUG or level < 0:
                    return 0
                if level > high + THE_SILL_OF_THE_UPPER_LOCK_IN_THE_DRIEST_SUMMER_SINCE_THE_CANAL_WAS_DUG:
                    return 0
                return level
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a guard whose neighbour leaves in the same way."""
        if index + 1 >= len(place.statements):
            return NOT_MINE
        first, second = place.statements[index : index + 2]
        if (
            not isinstance(first, cst.If)
            or not isinstance(second, cst.If)
            or not same_code(first.body, second.body)
        ):
            return NOT_MINE
        sets_alike = _sets_alike(first, second)
        guards = is_guard(first) and is_guard(second) and only_statement(first.body) is not None
        if not sets_alike and not guards:
            return NOT_MINE
        if comments_in(second.leading_lines) or has_comments(second.body):
            return self.refuse("comment-between", second)
        if not sets_alike and not _ask_alike(first, second):
            return self.refuse("other-meaning", second)
        test = chained([first.test, second.test], cst.Or)
        fitted = around.fitted(place, "if", test)
        if fitted is None:
            return self.refuse("too-long", second)
        new = spaced_test(first, fitted)
        return Site(
            second,
            "Both set the same." if sets_alike else "Both checks ask alike and leave alike.",
            place.exchanged(index, new, until=index + 2),
        )


def _sets_alike(first: cst.If, second: cst.If) -> bool:
    """Whether two ifs only set names to constants, for which the second one does not ask."""
    if first.orelse is not None or second.orelse is not None:
        return False
    set_names = set()
    for statement in suite_of(first.body):
        name, value = set_by(statement)
        if value is None or constant(value) is None:
            return False
        set_names.add(name)
    return not set_names & names_in(second.test)


def _ask_alike(first: cst.If, second: cst.If) -> bool:
    """Whether two checks are about the same names in the same manner.

    A missing thing and a plain zero are told apart: one is a matter of the call, the other of
    the value.
    """
    if names_in(first.test) & names_in(second.test) == set():
        return False
    return {_manner(a) for a in atoms(first.test)} == {_manner(a) for a in atoms(second.test)}


def _manner(atom: cst.BaseExpression) -> str:
    """How a condition asks: for None, for equality with a constant, for order, membership, type, or
    truth.
    """
    atom = core(atom)
    if isinstance(atom, cst.Call):
        return (
            "type"
            if isinstance(atom.func, cst.Name) and atom.func.value == "isinstance"
            else f"call {text_of(atom.func)}"
        )
    if not isinstance(atom, cst.Comparison):
        return "truth"
    target = atom.comparisons[0]
    if isinstance(target.operator, cst.Is | cst.IsNot):
        return "identity"
    if isinstance(target.operator, cst.In | cst.NotIn):
        return "membership"
    if isinstance(target.operator, cst.Equal | cst.NotEqual):
        return "equality" if constant(target.comparator) is not None else "equality of two"
    return "order"
