"""The decision graph of one function: what it asks, does and leaves with, in evaluation order.

A node is a smallest step of evaluation. Values live in *slots*: local names (``str``) and
temporaries (``int``). An operand is a slot, or a constant term. A step that can raise has a
*landing*: the node where its exception is handled and the slot it arrives in; no landing
means that the exception leaves the function.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator
from dataclasses import dataclass, field
from typing import Any, TypeAlias

from ..values.terms import Term

Slot: TypeAlias = str | int


@dataclass(frozen=True, slots=True)
class MaybeUnbound:
    """An operand that may also be a name not bound yet (what a comprehension captures)."""

    name: str


Operand: TypeAlias = Slot | Term | MaybeUnbound


@dataclass(frozen=True, slots=True)
class Landing:
    """Where an exception goes: the first node of its handling, and the slot it is put in."""

    node: Node
    slot: int


@dataclass(slots=True, eq=False)
class Node:
    """A step of evaluation. ``line`` counts from 1 in the version's own text."""

    line: int
    number: int = field(default=-1, init=False)
    joined: bool = field(default=False, init=False)
    live: tuple[Slot, ...] = field(default=(), init=False)


@dataclass(slots=True, eq=False)
class Do(Node):
    """An effect, or an operation that is one unless its operands are known.

    ``kind`` and ``detail`` say which; ``during`` is the exception being handled, which
    callees can see; ``source`` is the expression or statement, for messages.
    """

    kind: str
    detail: Any
    operands: tuple[Operand, ...]
    outs: tuple[Slot, ...]
    next: Node
    landing: Landing | None
    during: int | None
    source: ast.AST


@dataclass(slots=True, eq=False)
class Load(Node):
    """Read a local name, which raises if it is not bound; from inside a comprehension, another
    error.
    """

    name: str
    out: int
    next: Node
    landing: Landing | None
    error: str = "UnboundLocalError"


@dataclass(slots=True, eq=False)
class Put(Node):
    """Bind a slot to the value of an operand."""

    slot: Slot
    value: Operand
    next: Node


@dataclass(slots=True, eq=False)
class Drop(Node):
    """Unbind a local name, which must not raise."""

    name: str
    next: Node


@dataclass(slots=True, eq=False)
class Test(Node):
    """Go one of two ways by a bool."""

    value: Operand
    yes: Node
    no: Node
    source: ast.AST


@dataclass(slots=True, eq=False)
class Cut(Node):
    """The head of a loop: where the two walks must meet on every round."""

    next: Node


@dataclass(slots=True, eq=False)
class Leave(Node):
    """Leave the function: ``how`` is ``return`` or ``raise``."""

    how: str
    value: Operand
    source: ast.AST | None


@dataclass(frozen=True, slots=True)
class Graph:
    """The lowered function.

    ``parameters`` are its slots in order; ``annotations`` go with them; ``flavour`` tells
    plain functions, generators and coroutines apart; ``signature`` is everything about
    calling it that must be equal on both sides. ``name`` and ``arguments`` are as written.
    """

    entry: Node
    parameters: tuple[str, ...]
    annotations: tuple[ast.expr | None, ...]
    flavour: str
    signature: str
    captured: frozenset[str]
    name: str
    arguments: ast.arguments


def successors(node: Node) -> Iterator[Node]:
    """The nodes that may come next, handlers included."""
    yield from _ahead(node)
    if isinstance(node, Do | Load) and node.landing is not None:
        yield node.landing.node


def finish(entry: Node) -> list[Node]:
    """Number the reachable nodes, mark those with several ways in, and find live slots."""
    nodes = reachable(entry)
    for node in nodes:
        for after in successors(node):
            after.joined = after.joined or after.number >= 0
            after.number = 0
    for number, node in enumerate(nodes):
        node.number = number
    _liveness(nodes)
    return nodes


def reachable(entry: Node) -> list[Node]:
    """All nodes that may come after one, itself included."""
    seen: dict[int, Node] = {}
    pending = [entry]
    while pending:
        node = pending.pop()
        if id(node) not in seen:
            seen[id(node)] = node
            pending.extend(successors(node))
    return list(seen.values())


def _liveness(nodes: list[Node]) -> None:
    """Backward data flow: which slots a node's continuation may still read."""
    before: dict[int, list[Node]] = {}
    for node in nodes:
        for after in successors(node):
            before.setdefault(after.number, []).append(node)
    live: list[set[Slot]] = [set() for _ in nodes]
    # What a node reads, writes and leads to is asked for many times, so it is worked out once.
    read = [_read(n) for n in nodes]
    kept_out = [_written(n) for n in nodes]
    ahead = [[s.number for s in _ahead(n)] for n in nodes]
    landing = [n.landing if isinstance(n, Do | Load) else None for n in nodes]
    pending = list(range(len(nodes)))
    while pending:
        number = pending.pop()
        found = set().union(*(live[s] for s in ahead[number])) - kept_out[number] | read[number]
        place = landing[number]
        if place is not None:
            found |= live[place.node.number] - {place.slot}
        if found != live[number]:
            live[number] = found
            pending.extend(n.number for n in before.get(number, ()))
    for node in nodes:
        node.live = tuple(sorted(live[node.number], key=lambda s: (isinstance(s, str), s)))


def _ahead(node: Node) -> tuple[Node, ...]:
    """The nodes that come next when nothing is raised."""
    if isinstance(node, Test):
        return node.yes, node.no
    return () if isinstance(node, Leave) else (node.next,)  # type: ignore[attr-defined]


def _read(node: Node) -> set[Slot]:
    if isinstance(node, Do):
        used = {_slot(o) for o in node.operands} | (
            {node.during} if node.during is not None else set()
        )
        return {slot for slot in used if slot is not None}
    if isinstance(node, Load):
        return {node.name}
    if isinstance(node, Put | Test | Leave):
        slot = _slot(node.value)
        return set() if slot is None else {slot}
    return set()


def _written(node: Node) -> set[Slot]:
    if isinstance(node, Do):
        return set(node.outs)
    if isinstance(node, Load):
        return {node.out}
    if isinstance(node, Put):
        return {node.slot}
    return {node.name} if isinstance(node, Drop) else set()


def written(node: Node) -> set[Slot]:
    """The slots a node may change (its landing's slot included)."""
    slots = _written(node)
    if isinstance(node, Do | Load) and node.landing is not None:
        slots = slots | {node.landing.slot}
    return slots


def _slot(operand: Operand) -> Slot | None:
    if isinstance(operand, MaybeUnbound):
        return operand.name
    return None if isinstance(operand, tuple) else operand
