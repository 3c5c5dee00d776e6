"""A value that an if holds within a limit becomes ``min`` or ``max``.

Why it is safe: both ask which of the two is less, once, and take the same one; where both are
equal, the one that stayed is written first.
"""

from __future__ import annotations

import libcst as cst

from ...logic.assigned import local_names
from ...logic.conditions import bare, core, same
from ...logic.walk import has_comments, walk
from ..arms import single
from ..blocks import lead_of
from ..layout import laid_out
from ..places import Place, function_of
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move
from ..rounds import suite_of

_ORDER = (cst.LessThan, cst.GreaterThan, cst.LessThanEqual, cst.GreaterThanEqual)


@move
class Clamp(Move):
    """Say a limit as ``min`` or ``max``."""

    name = "clamp"
    summary = "A value that an if holds within a limit becomes min or max."
    safe_because = "Both ask which of the two is less, and take the same one."
    since = "0.3"
    EXAMPLES = (
        Example(
            "no more than the lock can hold",
            """
            def rise(level: int, lock):
                wanted = level + 20
                if wanted > lock.top:
                    wanted = lock.top
                return wanted
            """,
            """
            def rise(level: int, lock):
                wanted = level + 20
                wanted = min(wanted, lock.top)
                return wanted
            """,
            "proved-under",
        ),
        Example(
            "never less than nothing",
            """
            def free(length: int, taken: int) -> int:
                return length - taken if length - taken > 0 else 0
            """,
            """
            def free(length: int, taken: int) -> int:
                return max(0, length - taken)
            """,
        ),
    )
    REFUSALS = {
        "name-taken": Refusal(
            "the function has a min or max of its own",
            """
            def rise(level, min):
                if level > 3:
                    level = 3
                return level, min
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for an if that only sets a value to what it was compared with."""
        node = place.statements[index]
        found = _held(node) or _chosen(node)
        bare_node = node.with_changes(leading_lines=[])
        if found is None or has_comments(bare_node):
            return NOT_MINE
        if any(isinstance(n, cst.Call | cst.Await | cst.NamedExpr) for n in walk(node)):
            return NOT_MINE
        line, word = found
        if word in local_names(function_of(place)):
            return self.refuse("name-taken", node)
        columns = around.width - len(around.indent.expandtabs(4)) * place.level
        shown = laid_out(line, columns, around.indent)
        if shown is None:
            return NOT_MINE
        new = shown.with_changes(leading_lines=lead_of(node))
        return Site(
            node, "The if only holds the value within a limit.", place.exchanged(index, new)
        )


def _held(node: cst.BaseStatement) -> tuple[cst.SimpleStatementLine, str] | None:
    """``if x > y: x = y``."""
    if not isinstance(node, cst.If) or node.orelse is not None:
        return None
    lines = suite_of(node.body)
    small = single(lines[0]) if len(lines) == 1 else None
    if not isinstance(small, cst.Assign) or len(small.targets) != 1:
        return None
    target = small.targets[0].target
    if not isinstance(target, cst.Name):
        return None
    found = _extreme(node.test, small.value, target)
    if found is None:
        return None
    return cst.SimpleStatementLine([small.with_changes(value=found[0])]), found[1]


def _chosen(node: cst.BaseStatement) -> tuple[cst.SimpleStatementLine, str] | None:
    """``x if x < y else y`` as all that is assigned or handed back."""
    small = single(node) if isinstance(node, cst.SimpleStatementLine) else None
    if not isinstance(small, cst.Assign | cst.Return | cst.AnnAssign) or small.value is None:
        return None
    value = core(small.value)
    if not isinstance(value, cst.IfExp):
        return None
    found = _extreme(value.test, value.body, value.orelse)
    if found is None or not isinstance(node, cst.SimpleStatementLine):
        return None
    return node.with_changes(body=[small.with_changes(value=found[0])]), found[1]


def _extreme(
    test: cst.BaseExpression, yes: cst.BaseExpression, no: cst.BaseExpression
) -> tuple[cst.Call, str] | None:
    """``min`` or ``max`` of two values, where one is taken if a comparison of them holds, and the
    other one if it does not; with the word.
    """
    test = core(test)
    if not isinstance(test, cst.Comparison) or len(test.comparisons) != 1:
        return None
    sign, right = test.comparisons[0].operator, test.comparisons[0].comparator
    if not isinstance(sign, _ORDER) or not all(map(_is_value, (test.left, right))):
        return None
    less, more = test.left, right
    if isinstance(sign, cst.GreaterThan | cst.GreaterThanEqual):
        less, more = more, less
    takes_less = same(yes, less) and same(no, more)
    if not takes_less and not (same(yes, more) and same(no, less)):
        return None
    word = "min" if takes_less else "max"
    is_strict = isinstance(sign, cst.LessThan | cst.GreaterThan)
    first, second = (no, yes) if is_strict else (yes, no)  # which is taken where both are equal
    args = [cst.Arg(bare(first)), cst.Arg(bare(second))]
    return cst.Call(cst.Name(word), args), word


def _is_value(node: cst.BaseExpression) -> bool:
    choosing = cst.BooleanOperation | cst.IfExp | cst.Lambda
    return not any(isinstance(n, choosing) for n in walk(node))
