"""A counter beside a loop becomes ``enumerate``.

Why it is safe: the counter is set before the loop and raised by one at the end of every round,
which nothing skips; so it holds the number of the round, and nobody asks for it afterwards.
"""

from __future__ import annotations

import libcst as cst

from ...logic.assigned import assigned_names
from ...logic.liveness import live_after
from ...logic.walk import has_comments, names_in
from ..blocks import comments_in, lead_of
from ..counters import counter_of, goes_on, raises_by_one
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
        name, start = counter_of(first)
        if (
            not name
            or not raises_by_one(last, name)
            or name in names_in(node.iter) | names_in(node.target)
        ):
            return NOT_MINE
        asked = node.orelse is not None and name in names_in(node.orelse)
        if asked or name in around.shared or has_comments(last):
            return NOT_MINE
        rest = node.body.body[:-1]
        if any(name in assigned_names(s) for s in rest):
            return self.refuse("changed", node)
        if any(goes_on(s) for s in rest):
            return self.refuse("skipped", node)
        if name in live_after(function_of(place)).get(id(node), {name}):
            return self.refuse("asked-later", node)
        return Site(
            node,
            f"`{name}` counts the rounds; enumerate does that.",
            place.exchanged(index - 1, _numbered(node, first, name, start), until=index + 1),
        )


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
