"""Parameters without a declaration that the code evidently takes for numbers.

A parameter is one where both versions ask for its order against numbers, and neither asks it for
anything that only other kinds have. A proof that takes it for a number rests on ``as-used``.
"""

from __future__ import annotations

import ast
from collections.abc import Iterable

from ..ir.graph import Do, Graph, Load, Node, Put, Slot, reachable

_ORDER = ("<", "<=", ">", ">=")
_EQUALITY = ("==", "!=")
# Steps that say nothing of what they are given.
_SILENT = frozenset({"bisect", "tuple", "truth", "not", "rely", "format"})
# Functions that are given numbers; of others nothing is known, and `isinstance` asks for kinds.
_OF_NUMBERS = frozenset({"abs", "bool", "float", "int", "max", "min", "print", "range", "round"})
_ARITHMETIC = frozenset({"binop", "inplace", "unary"})


def evident_numbers(before: Graph, after: Graph) -> list[str]:
    """The parameters that a proof may take for numbers, where one of the versions needs to know."""
    graphs = [reachable(before.entry), reachable(after.entry)]
    return [
        name
        for name, hint in zip(before.parameters, before.annotations, strict=True)
        if hint is None and name in after.parameters and _is_evident(name, graphs)
    ]


def _is_evident(name: str, graphs: Iterable[list[Node]]) -> bool:
    """Whether a parameter is compared with numbers in order, asked for being one, and nothing else
    is done with it that tells more.
    """
    ordered = asked = 0
    for nodes in graphs:
        slots = _read_into(name, nodes)
        if slots is None:
            return False
        numbers = {n.slot for n in nodes if isinstance(n, Put) and _is_number(n.value)}
        # A limit with a name is as good as any: of others it says what it says of this one.
        named = {o for n in nodes if isinstance(n, Do) and n.kind == "global" for o in n.outs}
        for node in nodes:
            if not isinstance(node, Do) or slots.isdisjoint(
                o for o in node.operands if _is_slot(o)
            ):
                continue
            if node.kind == "compare":
                # What is caught there was meant to be raised for other kinds.
                if node.detail not in (*_ORDER, *_EQUALITY) or node.landing is not None:
                    return False
                others = [o for o in node.operands if not (_is_slot(o) and o in slots)]
                known = [_is_number(o) or (_is_slot(o) and o in numbers) for o in others]
                if not all(k or o in named for k, o in zip(known, others, strict=True)):
                    return False
                ordered += node.detail in _ORDER and all(known)
            elif node.kind == "is number":
                asked += 1
            elif not (node.kind in _SILENT | _ARITHMETIC or _is_given_numbers(node)):
                return False
    return ordered > 1 and asked > 0


def _is_given_numbers(node: Do) -> bool:
    """Whether a call is of a function that numbers may be given to, or of a method of another
    object.
    """
    called = node.source.func if node.kind == "call" and isinstance(node.source, ast.Call) else None
    return isinstance(called, ast.Attribute) or (
        isinstance(called, ast.Name) and called.id in _OF_NUMBERS
    )


def _read_into(name: str, nodes: Iterable[Node]) -> set[Slot] | None:
    """The slots that hold what a name holds; None if another name does."""
    slots: set[Slot] = {name}
    for node in nodes:
        if isinstance(node, Load) and node.name == name:
            slots.add(node.out)
        elif isinstance(node, Put) and node.value == name:
            if isinstance(node.slot, str):
                return None
            slots.add(node.slot)
    return slots


def _is_slot(operand: object) -> bool:
    return isinstance(operand, str | int)


def _is_number(operand: object) -> bool:
    """Whether an operand is a constant that is a number."""
    return (
        isinstance(operand, tuple)
        and len(operand) == 3
        and operand[0] == "c"
        and operand[1] in ("int", "float")
    )
