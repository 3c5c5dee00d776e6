"""What a function does by the member of an enum becomes data of the member.

Why it is safe: the subject is known to be a member, every member gets a row, and nothing else in
the file
is called like the new property. Values of the members stay what they are: the data stands in a
table below
the enum, which the property looks into.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator

from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.words import words_of
from ...outline import Function, all_nodes
from ...source.edits import Edit, edited
from ..alignment import Hole, aligned
from ..chains import Chain, chains_of
from ..enum_members import enum_of, is_member, members_of
from ..module_view import ModuleView
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes
from ..writing import arm_alone


@move
class EnumData(ModuleMove):
    """Let the members of an enum know what is asked of them."""

    name = "enum-data"
    summary = (
        "What arms keyed by the members of an enum differ in becomes a property of the member."
    )
    safe_because = (
        "The subject is a member, every member has a row, and the members' own values stay."
    )
    since = "0.1"
    instead = "lookup-table keeps the data beside the function"
    EXAMPLES = (
        Example(
            "a property for what the members differ in",
            """
            from enum import Enum


            class Signal(Enum):
                STOP = "stop"
                WAIT = "wait"
                ENTER = "enter"
                OUT_OF_ORDER = "out of order"


            def lamps(signal: Signal):
                if signal == Signal.STOP:
                    return 1
                elif signal == Signal.WAIT:
                    return 2
                elif signal == Signal.ENTER:
                    return 3
                else:
                    return 0


            def is_open(signal: Signal) -> bool:
                return signal is Signal.ENTER
            """,
            """
            from enum import Enum


            class Signal(Enum):
                STOP = "stop"
                WAIT = "wait"
                ENTER = "enter"
                OUT_OF_ORDER = "out of order"

                @property
                def lamps(self) -> int:
                    return LAMPS_OF_SIGNAL[self]


            LAMPS_OF_SIGNAL = {
                Signal.STOP: 1,
                Signal.WAIT: 2,
                Signal.ENTER: 3,
                Signal.OUT_OF_ORDER: 0,
            }


            def lamps(signal: Signal):
                return signal.lamps


            def is_open(signal: Signal) -> bool:
                return signal is Signal.ENTER
            """,
        ),
        Example(
            "a part of a larger expression; a default that no member needs goes",
            """
            from enum import Enum


            class Gate(Enum):
                UPPER = 1
                LOWER = 2


            def minutes(gate: Gate, chambers: int):
                if gate is Gate.UPPER:
                    wait = 4 * chambers
                elif gate is Gate.LOWER:
                    wait = 6 * chambers
                else:
                    raise LookupError(gate)
                return wait
            """,
            """
            from enum import Enum


            class Gate(Enum):
                UPPER = 1
                LOWER = 2

                @property
                def wait(self) -> int:
                    return WAIT_OF_GATE[self]


            WAIT_OF_GATE = {
                Gate.UPPER: 4,
                Gate.LOWER: 6,
            }


            def minutes(gate: Gate, chambers: int):
                wait = gate.wait * chambers
                return wait
            """,
        ),
    )
    REFUSALS = {
        "no-member": Refusal(
            "nothing says that the subject is always a member: annotate it, or ask for lookup-table",
            """
            from enum import Enum


            class Gate(Enum):
                UPPER = 1
                LOWER = 2


            def minutes(gate):
                if gate is Gate.UPPER:
                    return 4
                elif gate is Gate.LOWER:
                    return 6
                return 0
            """,
        ),
        "no-row": Refusal(
            "some member has no arm, and what is done for it is no constant",
            """
            from enum import Enum


            class Gate(Enum):
                UPPER = 1
                LOWER = 2
                SIDE = 3


            def minutes(gate: Gate):
                if gate is Gate.UPPER:
                    return 4
                elif gate is Gate.LOWER:
                    return 6
                raise LookupError(gate)
            """,
        ),
        "name-taken": Refusal(
            "the enum, or other code of the file, uses the name of the property already; --name LINE=NAME gives another",
            """
            from enum import Enum


            class Gate(Enum):
                UPPER = 1
                LOWER = 2


            def minutes(gate: Gate):
                if gate is Gate.UPPER:
                    return 4
                elif gate is Gate.LOWER:
                    return 6


            def wait(lock):
                return lock.minutes
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for chains over the members of an enum of this file."""
        for chain in chains_of(function.node):
            line = chain.statements[0].lineno
            owner = enum_of(view, chain)
            holes = (
                aligned([a.body for a in chain.arms])
                if owner is not None and wishes.line in (None, line)
                else None
            )
            if owner is None or not holes or len(holes) > 1:
                continue
            found = _site(view, function, chain, owner, holes[0], wishes)
            yield self.leave(found, line) if isinstance(found, str) else found


def _site(
    view: ModuleView,
    function: Function,
    chain: Chain,
    owner: ast.ClassDef,
    hole: Hole,
    wishes: Wishes,
) -> ModuleSite | str:
    line = chain.statements[0].lineno
    subject = chain.subject
    if not isinstance(subject, ast.Name) or not is_member(function, subject.id, owner.name):
        return "no-member"
    rows = _rows(view, chain, owner, hole)
    if rows is None:
        return "no-row"
    proposed = _what(function, chain)
    name = wishes.wanted(line, [proposed]) or proposed
    table = f"{name}_of_{'_'.join(words_of(owner.name))}".upper()
    asked = {n.attr for n in all_nodes(view.tree) if isinstance(n, ast.Attribute)}
    texts = {n.value for n in all_nodes(view.tree) if isinstance(n, ast.Constant)}
    inside = {getattr(s, "name", "") for s in owner.body} | {
        ast.unparse(t) for s in owner.body if isinstance(s, ast.Assign) for t in s.targets
    }
    if name in asked | inside | texts or table in view.words or name in ("name", "value"):
        return "name-taken"
    base, one, newline = view.indentation(owner.lineno), view.indent, view.newline
    hint = " | ".join(sorted({type(ast.literal_eval(v)).__name__ for v in hole.values}))
    made = [
        "",
        f"{base}{one}@property",
        f"{base}{one}def {name}(self) -> {hint}:",
        f"{base}{one}{one}return {table}[self]",
    ]
    below = [
        "",
        "",
        f"{table} = {{",
        *(f"{one}{owner.name}.{member}: {value}," for member, value in rows),
        "}",
    ]
    end = view.end_of(owner)
    edits = [
        Edit(end, end, newline.join([*made, *below, ""])),
        arm_alone(
            view, chain.statements, chain.arms[0].body, hole.values[0], f"{subject.id}.{name}"
        ),
    ]
    names = (Proposal(name, "what the function gives", Rank.MEANING),)
    why = f"Each member of {owner.name} knows its `{name}`; a new member is a row of `{table}`, which every lookup misses until it is there."
    return ModuleSite(
        line, why, edited(view.text, edits), (function.name,), (f"{owner.name}.{name}",), names
    )


def _rows(
    view: ModuleView, chain: Chain, owner: ast.ClassDef, hole: Hole
) -> list[tuple[str, str]] | None:
    """For each member what stands in the hole; None if one has nothing."""
    found: dict[str, str] = {}
    for arm, value in zip(chain.arms, hole.values, strict=True):
        for key in arm.keys:
            assert isinstance(key, ast.Attribute)
            found.setdefault(key.attr, view.offsets.source(value))
    members = members_of(owner)
    missing = [m for m in members if m not in found]
    if missing and chain.otherwise is not None:
        every = aligned([*(a.body for a in chain.arms), chain.otherwise])
        if every is not None and len(every) == 1:
            found |= {m: view.offsets.source(every[0].values[-1]) for m in missing}
    return (
        [(m, found[m]) for m in members] if members and all(m in found for m in members) else None
    )


def _what(function: Function, chain: Chain) -> str:
    """What the property is called: the name that is set, or what the function gives."""
    last = chain.arms[0].body[-1]
    if isinstance(last, ast.Assign) and isinstance(last.targets[0], ast.Name):
        return last.targets[0].id
    return "_".join(words_of(function.node.name))
