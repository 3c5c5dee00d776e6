"""A loop that does several things becomes one loop for each.

Why it is safe: none of the things that are done in a round asks for what another one has done, so
it does not matter whether they are done in turns or one after the other; what they go through is
gone through once, and what fits is kept in a list where a condition stands before them all.
"""

from __future__ import annotations

from collections.abc import Sequence

import libcst as cst

from ...logic.assigned import assigned_names
from ...logic.liveness import live_after
from ...logic.walk import has_comments, names_in, walk
from ...naming.words import plural
from ..arms import single
from ..blocks import lead_of
from ..layout import laid_out
from ..places import Place, function_of
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move
from ..rounds import Loop, Way, as_element, loop_of
from ..worked_out import argument, assigned

_ADDERS = ("append", "add")


@move
class SplitLoop(Move):
    """Turn a loop that does several things into one loop for each."""

    name = "split-loop"
    summary = "A loop that works out several things becomes one loop for each of them."
    safe_because = "None of the things done in a round asks for what another one has done."
    since = "0.2"
    EXAMPLES = (
        Example(
            "how many there are, and whether one is grave",
            """
            def must_close(notices: list, lock):
                grave = False
                count = 0
                for notice in notices:
                    if notice.lock is lock:
                        count += 1
                        if notice.grave:
                            grave = True
                return grave or count > 10
            """,
            """
            def must_close(notices: list, lock):
                grave = False
                count = 0
                fitting_notices = [notice for notice in notices if notice.lock is lock]
                for notice in fitting_notices:
                    count += 1
                for notice in fitting_notices:
                    if notice.grave:
                        grave = True
                return grave or count > 10
            """,
            "proved-under",
        ),
        Example(
            "two sums",
            """
            def loads(boats: list):
                tons = 0
                tolls = 0
                for boat in boats:
                    tons += boat.tons
                    tolls += boat.toll
                return tons, tolls
            """,
            """
            def loads(boats: list):
                tons = 0
                tolls = 0
                for boat in boats:
                    tons += boat.tons
                for boat in boats:
                    tolls += boat.toll
                return tons, tolls
            """,
            "proved-under",
        ),
    )
    REFUSALS = {
        "depends": Refusal(
            "what is done later in a round asks for what was done earlier in it",
            """
            def levels(gauges):
                total = 0
                sums = []
                for gauge in gauges:
                    total += gauge.level
                    sums.append(total)
                return sums
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a loop with several things at its heart that have nothing to do with each
        other.
        """
        node = place.statements[index]
        if not isinstance(node, cst.For) or node.orelse is not None or node.asynchronous:
            return NOT_MINE
        loop = loop_of(node, around.negation, Way.EVERYWHERE)
        live = live_after(function_of(place)).get(id(node))
        if loop is None or live is None or len(loop.heart) < 2 or has_comments(node):
            return NOT_MINE
        if (loop.targets | loop.made) & live or not all(map(_adds_up, loop.heart)):
            return NOT_MINE
        if any(isinstance(n, cst.Await | cst.Yield | cst.NamedExpr) for n in walk(node)):
            return NOT_MINE
        groups = _groups(loop)
        if groups is None:
            return self.refuse("depends", node)
        new = _loops(loop, groups, place, around)
        if new is None:
            return NOT_MINE
        first = new[0].with_changes(leading_lines=lead_of(node))
        block = place.exchanged(index, first, *new[1:])
        return Site(
            node,
            "The loop does several things that have nothing to do with each other.",
            block,
            tentative=True,
        )


def _adds_up(statement: cst.BaseStatement) -> bool:
    """Whether a statement only adds to something, or sets a name, maybe under conditions."""
    while isinstance(statement, cst.If) and statement.orelse is None:
        body = statement.body.body
        if len(body) != 1 or not isinstance(body[0], cst.BaseStatement):
            return False
        statement = body[0]
    return bool(_result(statement))


def _result(statement: cst.BaseStatement) -> str:
    """The name of what a line adds to or sets."""
    small = single(statement) if isinstance(statement, cst.SimpleStatementLine) else None
    if isinstance(small, cst.AugAssign) and isinstance(small.target, cst.Name):
        return small.target.value
    if isinstance(small, cst.Assign) and len(small.targets) == 1:
        target: cst.BaseExpression = small.targets[0].target
        return target.value if isinstance(target, cst.Name) else ""
    call = small.value if isinstance(small, cst.Expr) else None
    if isinstance(call, cst.Call) and isinstance(call.func, cst.Attribute):
        owner = call.func.value
        if isinstance(owner, cst.Name) and any(argument(small, owner.value, m) for m in _ADDERS):
            return owner.value
    return ""


def _of(statement: cst.BaseStatement) -> str:
    """The name of what a statement adds to or sets, under whatever conditions."""
    while isinstance(statement, cst.If):
        statement = statement.body.body[0]  # type: ignore[assignment]
    return _result(statement)


def _groups(loop: Loop) -> list[list[cst.BaseStatement]] | None:
    """The statements at the heart of a loop by what they work on; None where one asks for what
    another one works on.
    """
    names = list(dict.fromkeys(map(_of, loop.heart)))
    groups = [[s for s in loop.heart if _of(s) == n] for n in names]
    for name, group in zip(names, groups, strict=True):
        others = set(names) - {name}
        if any(others & names_in(s) for s in group) or loop.mentions(name):
            return None
    return groups if len(groups) > 1 else None


def _loops(
    loop: Loop, groups: Sequence[Sequence[cst.BaseStatement]], place: Place, around: Around
) -> list[cst.BaseStatement] | None:
    """A loop for each of some groups, and before them the list of what all go through."""
    node = loop.clauses[0][0]
    found: list[cst.BaseStatement] = []
    target = node.target
    among = node.iter
    if len(loop.clauses) > 1 or loop.conditions:
        used = frozenset().union(*(names_in(s) for g in groups for s in g))
        inner = loop.clauses[-1][0].target
        if (loop.targets - names_in(inner)) & used:
            return None
        name = _name_for(inner, place)

        made = assigned(name, cst.ListComp(as_element(inner), loop.comprehension()))
        columns = around.width - len(around.indent.expandtabs(4)) * place.level
        shown = laid_out(made, columns, around.indent)
        if not name or shown is None:
            return None
        found.append(shown)
        among = cst.Name(name)
    elif not isinstance(among, cst.Name | cst.Attribute):
        return None
    for group in groups:
        each = cst.For(target, among, cst.IndentedBlock([_plain(s) for s in group]))
        found.append(each)
    return found


def _plain(statement: cst.BaseStatement) -> cst.BaseStatement:
    return statement.with_changes(leading_lines=[])


def _name_for(target: cst.BaseExpression, place: Place) -> str:
    """A name for the list of what fits: what one of them is called, in the plural."""
    words = names_in(function_of(place)) | assigned_names(function_of(place))
    one = target.value if isinstance(target, cst.Name) else ""
    many = plural(one) if len(one) > 2 else "fitting"
    return next(
        (
            n
            for n in dict.fromkeys((many, f"fitting_{many}", "fitting"))
            if n not in words and n.isidentifier()
        ),
        "",
    )
