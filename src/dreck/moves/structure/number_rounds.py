"""A counter beside a loop becomes ``enumerate``.

Why it is safe: the counter is set before the loop and raised by one at the end of every round,
which nothing skips; so it holds the number of the round, and nobody asks for it afterwards.
"""

from __future__ import annotations

import libcst as cst

from ...logic.assigned import assigned_names
from ...logic.conditions import constant
from ...logic.liveness import live_after
from ...logic.walk import has_comments, names_in, walk
from ..arms import single
from ..blocks import code, comments_in, lead_of
from ..places import Place, function_of
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class NumberRounds(Move):
    """Let ``enumerate`` count the rounds of a loop."""

    name = "number-rounds"
    summary = "A counter that is raised by hand in every round becomes enumerate."
    safe_because = "It is raised by one in every round, and holds the number of the round."
    since = "0.2"
    EXAMPLES = (
        Example(
            "the place of a boat",
            """
            def place_of(boats, name):
                index = 0
                for boat in boats:
                    if boat.name == name:
                        return index
                    index += 1
                return -1
            """,
            """
            def place_of(boats, name):
                for index, boat in enumerate(boats):
                    if boat.name == name:
                        return index
                return -1
            """,
        ),
        Example(
            "numbers from one on",
            """
            def call_out(boats, log):
                number = 1
                for boat in boats:
                    log.write(number, boat)
                    number = number + 1
            """,
            """
            def call_out(boats, log):
                for number, boat in enumerate(boats, 1):
                    log.write(number, boat)
            """,
        ),
    )
    REFUSALS = {
        "asked-later": Refusal(
            "the counter is asked for behind the loop, where it would be one less",
            """
            def count(boats, log):
                number = 0
                for boat in boats:
                    log.write(number)
                    number += 1
                return number
            """,
        ),
        "skipped": Refusal(
            "a continue goes past the place where the counter is raised",
            """
            def call_out(boats, log):
                number = 0
                for boat in boats:
                    if boat.late:
                        continue
                    log.write(number)
                    number += 1
            """,
        ),
        "changed": Refusal(
            "the counter is changed in the loop in another way too",
            """
            def call_out(boats, log):
                number = 0
                for boat in boats:
                    if boat.late:
                        number += 10
                    log.write(number)
                    number += 1
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a loop with a counter set right before it and raised at its end."""
        node = place.statements[index]
        if not isinstance(node, cst.For) or node.asynchronous or index == 0:
            return NOT_MINE
        if not isinstance(node.body, cst.IndentedBlock) or len(node.body.body) < 2:
            return NOT_MINE
        first, last = place.statements[index - 1], node.body.body[-1]
        name, start = _counter(first)
        if (
            not name
            or not _raises(last, name)
            or name in names_in(node.iter) | names_in(node.target)
        ):
            return NOT_MINE
        asked = node.orelse is not None and name in names_in(node.orelse)
        if asked or name in around.shared or has_comments(last):
            return NOT_MINE
        rest = node.body.body[:-1]
        if any(name in assigned_names(s) for s in rest):
            return self.refuse("changed", node)
        if any(_goes_on(s) for s in rest):
            return self.refuse("skipped", node)
        if name in live_after(function_of(place)).get(id(node), {name}):
            return self.refuse("asked-later", node)
        return Site(
            node,
            f"`{name}` counts the rounds; enumerate does that.",
            place.exchanged(index - 1, _numbered(node, first, name, start), until=index + 1),
        )


def _counter(statement: cst.BaseStatement) -> tuple[str, int]:
    """The name and the value of ``name = 0``."""
    small = single(statement)
    if not isinstance(small, cst.Assign) or len(small.targets) != 1:
        return "", 0
    target, value = small.targets[0].target, constant(small.value)
    number = value[0] if value is not None else None
    plain = (
        isinstance(target, cst.Name) and isinstance(number, int) and not isinstance(number, bool)
    )
    if not plain or statement.trailing_whitespace.comment is not None:  # type: ignore[attr-defined]
        return "", 0
    assert isinstance(target, cst.Name) and isinstance(number, int)
    return target.value, number


def _raises(statement: cst.BaseStatement, name: str) -> bool:
    """Whether a statement is ``name += 1`` or ``name = name + 1``."""
    small = single(statement)
    if isinstance(small, cst.AugAssign):
        text = code(small.value) if isinstance(small.operator, cst.AddAssign) else ""
        return code(small.target) == name and text == "1"
    if isinstance(small, cst.Assign) and len(small.targets) == 1:
        return code(small.targets[0].target) == name and code(small.value) in (
            f"{name} + 1",
            f"1 + {name}",
        )
    return False


def _goes_on(statement: cst.CSTNode) -> bool:
    """Whether a round may go on to the next one from inside a statement."""
    inner = {
        id(n)
        for loop in walk(statement)
        if isinstance(loop, cst.For | cst.While)
        for n in walk(loop.body)
    }
    return any(isinstance(n, cst.Continue) and id(n) not in inner for n in walk(statement))


def _numbered(node: cst.For, first: cst.BaseStatement, name: str, start: int) -> cst.For:
    """The loop with its rounds numbered."""
    target = node.target
    if isinstance(target, cst.Tuple) and not target.lpar:
        target = target.with_changes(lpar=[cst.LeftParen()], rpar=[cst.RightParen()])
    pair = cst.Tuple([cst.Element(cst.Name(name)), cst.Element(target)], lpar=[], rpar=[])
    args = [cst.Arg(node.iter)] + ([cst.Arg(cst.Integer(str(start)))] if start else [])
    body = node.body.with_changes(body=node.body.body[:-1])
    return node.with_changes(
        target=pair,
        iter=cst.Call(cst.Name("enumerate"), args),
        body=body,
        leading_lines=[*lead_of(first), *comments_in(lead_of(node))],
    )
