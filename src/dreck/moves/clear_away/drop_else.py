"""An else after arms that always leave goes away; what it held moves one level to the left.

Why it is safe: control reaches the else exactly when every condition before it fails, and
all arms before it leave; so control reaches what stands behind the if in the same cases.
"""

from __future__ import annotations

from collections.abc import Iterator

import libcst as cst

from ..blocks import (
    LEAST_WORK,
    Run,
    joined,
    leaves,
    realigned,
    unwrapped,
    weight,
    with_lead,
)
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class DropElse(Move):
    """Drop an else whose arms before it all leave."""

    name = "drop-else"
    summary = "Drop an else after arms that always leave."
    safe_because = "The else is reached exactly when control would fall past the if."
    since = "0.1"
    EXAMPLES = (
        Example(
            "after a raise",
            before="def admit(boat):\n    if boat is None:\n        raise ValueError('no boat')\n"
            "    else:\n        return boat.berth\n",
            after="def admit(boat):\n    if boat is None:\n        raise ValueError('no boat')\n    return boat.berth\n",
        ),
        Example(
            "comments stay",
            before="def admit(boat):\n    if boat is None:\n        return 0  # nobody\n    # somebody\n"
            "    else:  # the usual case\n        return boat.berth\n        # the end\n",
            after="def admit(boat):\n    if boat is None:\n        return 0  # nobody\n    # somebody\n"
            "    # the usual case\n    return boat.berth\n    # the end\n",
        ),
        Example(
            "a long else at the end of a chain",
            before="def toll(boat):\n    if boat is None:\n        return 0\n    elif boat.exempt:\n        return 1\n"
            "    else:\n        base = boat.length\n        base += boat.cargo\n        return base\n",
            after="def toll(boat):\n    if boat is None:\n        return 0\n    if boat.exempt:\n        return 1\n"
            "    base = boat.length\n    base += boat.cargo\n    return base\n",
        ),
        Example(
            "an elif that holds the real work",
            before="def pass_lock(boat):\n    if boat is None:\n        return\n    elif boat.permit:\n"
            "        boat.enter()\n        boat.wait()\n        boat.leave()\n    else:\n        raise NoPermit(boat)\n",
            after="def pass_lock(boat):\n    if boat is None:\n        return\n    if boat.permit:\n"
            "        boat.enter()\n        boat.wait()\n        boat.leave()\n    else:\n        raise NoPermit(boat)\n",
        ),
    )
    REFUSALS = {
        "finally-behind": Refusal(
            "what stands behind it would only be run after the finally",
            """
            def read(gauge):
                try:
                    level = gauge.read()
                except OSError:
                    return None
                else:
                    gauge.note(level)
                finally:
                    gauge.close()
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """The first way to do it."""
        return next(iter(self.ways(place, index, around)), NOT_MINE)

    def ways(self, place: Place, index: int, around: Around) -> Iterator[Match]:
        """Look for an if that leaves and has an else, or a try whose handlers all leave."""
        node = place.statements[index]
        if isinstance(node, cst.Try):
            yield self._protected(place, index, node)
        if not isinstance(node, cst.If) or node.orelse is None or not leaves(node.body):
            return
        last = _last_arm(node)
        if isinstance(last, cst.Else) and _others_leave(node) and weight(last.body):
            yield self._without(place, index, node, last, _cut(node))
        if isinstance(node.orelse, cst.If):
            why = f"The {_how(node)} leaves, so the elif can start a line of its own."
            plain = realigned(node.orelse, -2)
            parts: list[Run] = [
                ([*place.statements[:index], node.with_changes(orelse=None)], []),
                ([plain, *place.statements[index + 1 :]], []),
            ]
            yield Site(node, why, joined(place.block, parts))

    def _protected(self, place: Place, index: int, node: cst.Try) -> Match:
        """The else of a try whose handlers all leave is what comes behind it."""
        if node.orelse is None or not all(leaves(h.body) for h in node.handlers):
            return NOT_MINE
        if node.finalbody is not None:
            return self.refuse("finally-behind", node)
        body, footer = unwrapped(node.orelse.body)
        body = with_lead(body, node.orelse.leading_lines)
        head = [*place.statements[:index], node.with_changes(orelse=None)]
        rest = list(place.statements[index + 1 :])
        parts: list[Run] = [(head, []), (body, footer), (rest, [])]
        why = "Every handler leaves, so the else is simply what comes next."
        return Site(node, why, joined(place.block, parts))

    def _without(self, place: Place, index: int, node: cst.If, arm: cst.Else, head: cst.If) -> Site:
        body, footer = unwrapped(arm.body)
        body = with_lead(body, arm.leading_lines)
        rest = list(place.statements[index + 1 :])
        parts: list[Run] = [
            ([*place.statements[:index], *_apart(head)], []),
            (body, footer),
            (rest, []),
        ]
        why = f"The {_how(node)} always leaves, so the else only adds a level."
        return Site(node, why, joined(place.block, parts))


def _how(node: cst.If) -> str:
    return "check before it" if weight(node.body) <= LEAST_WORK else "arm before it"


def _last_arm(node: cst.If) -> cst.If | cst.Else:
    while isinstance(node.orelse, cst.If):
        node = node.orelse
    return node.orelse or node


def _others_leave(node: cst.If) -> bool:
    while True:
        if not leaves(node.body):
            return False
        if not isinstance(node.orelse, cst.If):
            return True
        node = node.orelse


def _apart(node: cst.If) -> list[cst.If]:
    """The arms of a chain, all of which leave, as ifs of their own: what follows is what is left."""
    found: list[cst.If] = []
    arm: cst.If | cst.Else | None = node
    while isinstance(arm, cst.If):
        following = realigned(arm.orelse, -2) if isinstance(arm.orelse, cst.If) else None
        found.append(arm.with_changes(orelse=None))
        arm = following
    return found


def _cut(node: cst.If) -> cst.If:
    """The chain without its else."""
    if isinstance(node.orelse, cst.If):
        return node.with_changes(orelse=_cut(node.orelse))
    return node.with_changes(orelse=None)
