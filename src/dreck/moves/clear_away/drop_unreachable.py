"""Code that can never run goes: behind an exit, or under a condition that is already decided.

Why it is safe: nothing leads there. A decided condition has the answer it had on the way here, and
nothing in between changes what it asks for.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

import libcst as cst

from ...logic.along import known_at
from ...logic.conditions import atoms, constant, text_of
from ...logic.known import atom_of, is_quiet, may_be_asked_again
from ...logic.walk import has_comments, loses_comments, walk
from ...logic.knowledge import annotations_of
from ..arms import Arm, arms_of, chain_of, lead_comments
from ..blocks import Run, comments_in, joined, statements_leave, unwrapped, with_lead
from ..places import Place, function_of
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class DropUnreachable(Move):
    """Drop code that can never run."""

    name = "drop-unreachable"
    summary = "Drop code behind an exit, or under a condition that is already decided."
    safe_because = (
        "Nothing leads there: the exit comes first, or the condition was answered on the way."
    )
    since = "0.1"
    EXAMPLES = (
        Example(
            "behind an exit",
            """
            def toll(boat):
                if boat.exempt:
                    return 0
                    boat.charge()
                return boat.length
            """,
            """
            def toll(boat):
                if boat.exempt:
                    return 0
                return boat.length
            """,
        ),
        Example(
            "behind a loop without an end",
            """
            def wait(lock, most):
                tries = 0
                while True:
                    tries += 1
                    for gate in lock.gates:
                        if gate.stuck:
                            break
                    if lock.full() or tries >= most:
                        return tries
                return None
            """,
            """
            def wait(lock, most):
                tries = 0
                while True:
                    tries += 1
                    for gate in lock.gates:
                        if gate.stuck:
                            break
                    if lock.full() or tries >= most:
                        return tries
            """,
        ),
        Example(
            "all members of an enum",
            """
            def lamps(signal: Signal, mast):
                if signal == Signal.STOP:
                    mast.red()
                elif signal is Signal.GO:
                    mast.green()
                else:
                    mast.dark()


            from enum import Enum
            class Signal(Enum):
                STOP = 1
                GO = 2
            """,
            """
            def lamps(signal: Signal, mast):
                if signal == Signal.STOP:
                    mast.red()
                elif signal is Signal.GO:
                    mast.green()


            from enum import Enum
            class Signal(Enum):
                STOP = 1
                GO = 2
            """,
        ),
        Example(
            "decided by the check before",
            """
            def toll(level: int, boat):
                if level < 95:
                    return 0
                # the sill is covered
                if level >= 95:
                    boat.pay(3)
                    return 3
                return 1
            """,
            """
            def toll(level: int, boat):
                if level < 95:
                    return 0
                # the sill is covered
                boat.pay(3)
                return 3
            """,
        ),
        Example(
            "what a name is never given",
            """
            def berth(boat):
                place = "quay"
                if boat.late:
                    place = "basin"
                if place == "dock":
                    boat.lift()
                boat.moor(place)
            """,
            """
            def berth(boat):
                place = "quay"
                if boat.late:
                    place = "basin"
                boat.moor(place)
            """,
        ),
        Example(
            "the same question inside its own arm",
            """
            def colour(kind: str):
                if kind == "tug":
                    shade = "black"
                    if kind == "tug":
                        shade = "dark " + shade
                    elif kind == "skiff":
                        shade = "white"
                    return shade
                return "red"
            """,
            """
            def colour(kind: str):
                if kind == "tug":
                    shade = "black"
                    shade = "dark " + shade
                    return shade
                return "red"
            """,
        ),
    )
    REFUSALS = {
        "safety-net": Refusal(
            "it cannot be reached today, but will raise for a member that is added tomorrow",
            """
            def lamps(signal: Signal):
                if signal == Signal.STOP:
                    return 1
                elif signal == Signal.GO:
                    return 2
                else:
                    raise ValueError(signal)


            from enum import Enum
            class Signal(Enum):
                STOP = 1
                GO = 2
            """,
        ),
        "switched-by-hand": Refusal(
            "somebody switched it off by hand, and may want to switch it on again",
            """
            def toll(boat):
                if 0 and boat.late:
                    print(boat)
                return boat.length
            """,
        ),
        "comment-inside": Refusal(
            "a comment inside says why it is there; that is worth keeping",
            """
            def toll(boat):
                return 0
                # for the day when tolls come back
                boat.charge()
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for an exit with statements behind it, or an if whose answer is known."""
        node = place.statements[index]
        rest = place.statements[index + 1 :]
        if rest and (statements_leave([node]) or _goes_on_for_ever(node)):
            if any(has_comments(s) for s in rest) or _has_yield(rest):
                return self.refuse("comment-inside", rest[0])
            block = place.block.with_changes(body=place.statements[: index + 1])
            return Site(rest[0], "Control never comes here.", block)
        if not isinstance(node, cst.If):
            return NOT_MINE
        return self._decided(place, index, node) or self._covered(place, index, node, around)

    def _covered(self, place: Place, index: int, node: cst.If, around: Around) -> Match:
        """A chain that asks for every member of an enum needs no else."""
        *arms, last = arms_of(node)
        covered = _all_members(arms, function_of(place), around) if last.test is None else ""
        if not covered:
            return NOT_MINE
        if has_comments(last.node):
            return self.refuse("comment-inside", last.node)
        if statements_leave(unwrapped(last.body)[0]) and _raises(last.body):
            return self.refuse("safety-net", last.node)
        why = f"The arms before it cover every member of {covered}."
        return Site(last.node, why, place.exchanged(index, chain_of(arms)))

    def _decided(self, place: Place, index: int, node: cst.If) -> Match:
        known = known_at(place.trail, place.statements, index)
        arms = arms_of(node)
        for number, arm in enumerate(arms):
            if arm.test is None:
                break
            sure = is_quiet(arm.test)
            answer = known.decide(arm.test) if sure or may_be_asked_again(arm.test) else None
            if answer is None:
                known = known.learning(arm.test, False)
                continue
            if any(constant(a) is not None for a in atoms(arm.test)):
                return self.refuse("switched-by-hand", arm.node)
            gone = arms[number + 1 :] if answer else [arm]
            if not answer and len(arms) == 1 and lead_comments(node):
                return self.refuse("comment-inside", arm.node)
            if any(loses_comments(a.body, function_of(place)) for a in gone):
                return self.refuse("comment-inside", arm.node)
            why = f"`{text_of(arm.test)}` {'always' if answer else 'never'} holds here."
            way = self._taken if answer else self._without
            # whether a call says the same when it is asked again is for the judge to say
            return replace(way(place, index, number, why), tentative=not sure)
        return NOT_MINE

    def _taken(self, place: Place, index: int, number: int, why: str) -> Site:
        """The arm is always taken where it is reached."""
        node = place.statements[index]
        assert isinstance(node, cst.If)
        arms = arms_of(node)
        arm = arms[number]
        rest = list(place.statements[index + 1 :])
        if number:
            last = cst.Else(arm.body, leading_lines=arm.node.leading_lines)
            new = chain_of([*arms[:number], type(arm)(None, arm.body, last)])
            return Site(
                arm.node,
                why,
                place.block.with_changes(body=[*place.statements[:index], new, *rest]),
            )
        body, footer = unwrapped(arm.body)
        body = with_lead(body, comments_in(node.leading_lines))
        if statements_leave(body):
            rest = []
        parts: list[Run] = [(list(place.statements[:index]), []), (body, footer), (rest, [])]
        return Site(node, why, joined(place.block, parts))

    def _without(self, place: Place, index: int, number: int, why: str) -> Site:
        """The arm is never taken."""
        node = place.statements[index]
        assert isinstance(node, cst.If)
        arms = arms_of(node)
        left = [a for i, a in enumerate(arms) if i != number]
        head, rest = list(place.statements[:index]), list(place.statements[index + 1 :])
        lead = comments_in(node.leading_lines)
        if left and left[0].test is not None:
            own = [] if number else comments_in(left[0].node.leading_lines)
            first = left[0].node.with_changes(leading_lines=[*node.leading_lines, *own])
            chain = chain_of([type(left[0])(left[0].test, left[0].body, first), *left[1:]])
            return Site(
                arms[number].node, why, place.block.with_changes(body=[*head, chain, *rest])
            )
        body, footer = unwrapped(left[0].body) if left else ([], [])
        parts: list[Run] = [(head, []), (with_lead(body, lead), footer), (rest, [])]
        return Site(node, why, joined(place.block, parts))


def _all_members(arms: list[Arm], function: cst.FunctionDef, around: Around) -> str:
    """The enum whose members some arms ask one parameter for, all of them; empty if there is
    none.
    """
    asked = [atom_of(a.test)[0] for a in arms if a.test is not None and atom_of(a.test)[1]]
    subjects = {subject for _, subject, _ in asked}
    kind = annotations_of(function).get(subjects.pop(), "") if len(subjects) == 1 else ""
    members = {f"{kind}.{m}" for m in around.enums.get(kind, ())}
    fits = len(asked) == len(arms) and all(how in ("==", "is") for how, _, _ in asked)
    return kind if fits and members and members == {other for _, _, other in asked} else ""


def _goes_on_for_ever(node: cst.BaseStatement) -> bool:
    """Whether it is a loop that only a return or a failure ends."""
    return (
        isinstance(node, cst.While)
        and isinstance(node.test, cst.Name)
        and node.test.value == "True"
        and not any(isinstance(n, cst.Break) for n in _of_this_loop(node.body))
    )


def _of_this_loop(node: cst.CSTNode) -> Iterator[cst.CSTNode]:
    """What a loop's body consists of, without the bodies of loops in it."""
    yield node
    inner = isinstance(node, cst.While | cst.For)
    if isinstance(node, cst.FunctionDef | cst.ClassDef | cst.Lambda):
        return
    for child in node.children:
        if not (inner and child is getattr(node, "body", None)):
            yield from _of_this_loop(child)


def _raises(suite: cst.BaseSuite) -> bool:
    last = unwrapped(suite)[0][-1]
    return isinstance(last, cst.SimpleStatementLine) and isinstance(last.body[-1], cst.Raise)


def _has_yield(statements: Sequence[cst.BaseStatement]) -> bool:
    """A yield makes the function a generator, even where it never runs."""
    return any(isinstance(n, cst.Yield) for s in statements for n in walk(s, inner=False))
