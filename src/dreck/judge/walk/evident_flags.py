"""Parameters without a declaration that both versions only ask whether they are true.

``read(lines, strict)`` asks for ``strict`` where a line is bad; made of two functions, it asks
first of all. For anything whose truth is asked without a trace, and stays, that is the same
(``plain-truth``).
"""

from __future__ import annotations

from collections.abc import Iterable

from ..ir.graph import Do, Graph, Leave, Load, MaybeUnbound, Node, Put, Slot, reachable


def evident_flags(before: Graph, after: Graph) -> list[str]:
    """The parameters that are only asked for their truth, in both versions of a function."""
    graphs = [(g, reachable(g.entry)) for g in (before, after)]
    given = before.arguments
    several = {a.arg for a in (given.vararg, given.kwarg) if a is not None}
    return [
        name
        for name, hint in zip(before.parameters, before.annotations, strict=True)
        if hint is None
        and name not in several
        and all(name not in g.captured and _is_only_asked(name, nodes) for g, nodes in graphs)
    ]


def _is_only_asked(name: str, nodes: Iterable[Node]) -> bool:
    """Whether what a name holds is only asked for its truth, under whatever name."""
    nodes = list(nodes)
    slots = _held_by(name, nodes)
    if slots is None:
        return False
    asked = 0
    for node in nodes:
        if isinstance(node, Leave) and node.value in slots:
            return False
        operands = node.operands if isinstance(node, Do) else ()
        if any(isinstance(o, MaybeUnbound) and o.name in slots for o in operands):
            return False
        if isinstance(node, Do) and not slots.isdisjoint(filter(_is_slot, operands)):
            if node.kind != "truth" or node.landing is not None or node.during is not None:
                return False
            asked += 1
    return asked > 0


def _held_by(name: str, nodes: Iterable[Node]) -> set[Slot] | None:
    """The slots that hold what a name holds, and nothing else; None if one holds other things too."""
    slots: set[Slot] = {name}
    count = 0
    while len(slots) > count:
        count = len(slots)
        for node in nodes:
            if isinstance(node, Load) and node.name in slots:
                slots.add(node.out)
            elif isinstance(node, Put) and node.value in slots:
                slots.add(node.slot)
    for node in nodes:
        if isinstance(node, Put) and node.slot in slots and node.value not in slots:
            return None
        if isinstance(node, Do) and not slots.isdisjoint(node.outs):
            return None
    return slots


def _is_slot(operand: object) -> bool:
    return isinstance(operand, str | int)
