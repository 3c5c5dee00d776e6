"""What is taken where ``next`` finds nothing becomes its default.

Why it is safe: ``next`` gives its default where there is none, and where the value was asked for
being None afterwards, None stood for just that. What is found must never be None itself; that is
the judge's to prove.
"""

from __future__ import annotations

import libcst as cst

from ...logic.conditions import constant, core, text_of
from ...logic.liveness import is_dead
from ...logic.walk import has_comments, names_in
from ..arms import single
from ..blocks import comments_in, lead_of
from ..layout import laid_out
from ..places import Place, function_of
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move
from ..rounds import suite_of


@move
class DefaultOfNext(Move):
    """Give ``next`` what is taken where it finds nothing."""

    name = "default-of-next"
    summary = "What is taken where `next` finds nothing becomes its default."
    safe_because = "None stood for nothing found, and what is found is never None."
    since = "0.3"
    EXAMPLES = (
        Example(
            "under way, if it lies nowhere",
            """
            def berth_of(boat: str, berths: list[str]) -> str:
                found = next((berth for berth in berths if berth.endswith(boat)), None)
                if found is None:
                    return "under way"
                return found
            """,
            """
            def berth_of(boat: str, berths: list[str]) -> str:
                return next((berth for berth in berths if berth.endswith(boat)), "under way")
            """,
        ),
        Example(
            "the value goes on",
            """
            def toll(tons: int, limits: list[int], log):
                limit = next((most for most in limits if most >= tons), None)
                if limit is None:
                    limit = 900
                log.write(limit)
                return limit * 3
            """,
            """
            def toll(tons: int, limits: list[int], log):
                limit = next((most for most in limits if most >= tons), 900)
                log.write(limit)
                return limit * 3
            """,
            "proved-under",
        ),
    )

    REFUSALS = {
        "worked-out": Refusal(
            "what is taken is worked out, which `next` would do in any case",
            """
            def berth_of(boat: str, berths: list[str], log):
                found = next((berth for berth in berths if berth.endswith(boat)), None)
                if found is None:
                    return log.missing(boat)
                return found
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a value from ``next`` that the next statement asks for being None."""
        if index + 1 >= len(place.statements):
            return NOT_MINE
        node, asked = place.statements[index : index + 2]
        small = single(node)
        if not isinstance(small, cst.Assign) or len(small.targets) != 1:
            return NOT_MINE
        target, called = small.targets[0].target, small.value
        if not isinstance(target, cst.Name) or not _finds_none(called):
            return NOT_MINE
        assert isinstance(called, cst.Call)
        if target.value in around.shared or has_comments(node.with_changes(leading_lines=[])):
            return NOT_MINE
        if not isinstance(asked, cst.If) or asked.orelse is not None or has_comments(asked.body):
            return NOT_MINE
        if not _asks_for_none(asked.test, target.value):
            return NOT_MINE
        lines = suite_of(asked.body)
        taken = single(lines[0]) if len(lines) == 1 else None
        default = taken.value if isinstance(taken, cst.Assign | cst.Return) else None
        if default is None or target.value in names_in(default):
            return NOT_MINE
        if not _is_plain(default):
            return self.refuse("worked-out", node)
        new = called.with_changes(args=[called.args[0], cst.Arg(default)])
        until = index + 2
        if isinstance(taken, cst.Assign):
            if len(taken.targets) != 1 or text_of(taken.targets[0].target) != target.value:
                return NOT_MINE
            line = cst.SimpleStatementLine([small.with_changes(value=new)])
        elif _is_handed_back(place, until, target.value):
            line, until = cst.SimpleStatementLine([cst.Return(new)]), until + 1
        else:
            return NOT_MINE
        columns = around.width - len(around.indent.expandtabs(4)) * place.level
        shown = laid_out(line, columns, around.indent)
        if shown is None:
            return NOT_MINE
        lead = [*lead_of(node), *comments_in(lead_of(asked))]
        block = place.exchanged(index, shown.with_changes(leading_lines=lead), until=until)
        why = f"`{text_of(default)}` is taken where nothing is found; that is a default."
        return Site(node, why, block, tentative=True)


def _is_handed_back(place: Place, index: int, name: str) -> bool:
    """Whether a statement only hands a name back, which nobody reads after that."""
    if index >= len(place.statements) or has_comments(place.statements[index]):
        return False
    last = single(place.statements[index])
    value = last.value if isinstance(last, cst.Return) else None
    is_name = isinstance(value, cst.Name) and value.value == name
    return is_name and is_dead(function_of(place), place.statements[index], name)


def _finds_none(node: cst.BaseExpression) -> bool:
    """``next(..., None)``."""
    if not isinstance(node, cst.Call) or text_of(node.func) != "next" or len(node.args) != 2:
        return False
    return constant(node.args[1].value) == (None,) and isinstance(
        core(node.args[0].value), cst.GeneratorExp
    )


def _asks_for_none(test: cst.BaseExpression, name: str) -> bool:
    return text_of(core(test)) == f"{name} is None"


def _is_plain(node: cst.BaseExpression) -> bool:
    """Whether it does not matter that a value is worked out even where it is not taken."""
    return isinstance(node, cst.Name) or constant(node) is not None
