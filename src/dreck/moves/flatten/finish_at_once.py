"""A flag that only tells later how the rest goes makes room for that rest, right where it is set.

Why it is safe: where the flag has just been given a constant, the conditions that ask for it
are decided; what remains of the rest is done there, and control leaves as it would have left
further down.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import libcst as cst

from ...logic.along import nothing_known
from ...logic.assigned import assigned_names
from ...logic.conditions import constant
from ...logic.known import Known
from ...logic.specialise import specialised
from ...logic.walk import names_in, walk
from ..arms import constant_given, single
from ..blocks import lead_of
from ..onward import Frame, Loop, Rest, frames_inside, frames_of, onward, to_the_loop
from ..places import Place, function_of
from ..ways_out import Put
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move

# What is so of all that counts from 0 upwards.
_OF_COUNTS = ("!= -1", "> -1", ">= 0")


@move
class FinishAtOnce(Move):
    """Finish where a flag is set."""

    name = "finish-at-once"
    summary = "Do what a flag leads to where it is set, and drop the flag."
    safe_because = "The constant that the flag has just been given decides what it is asked for."
    since = "0.2"
    EXAMPLES = (
        Example(
            "checks in the rounds of a loop",
            """
            def add_up(boats, errors):
                total = 0
                for boat in boats:
                    ok = True
                    if boat.toll is None:
                        errors.append(boat.name)
                        ok = False
                    if ok:
                        if boat.late:
                            errors.append("late")
                        else:
                            total += boat.toll
                return total
            """,
            """
            def add_up(boats, errors):
                total = 0
                for boat in boats:
                    if boat.toll is None:
                        errors.append(boat.name)
                        continue
                    if boat.late:
                        errors.append("late")
                    else:
                        total += boat.toll
                return total
            """,
        ),
        Example(
            "checks that set a flag",
            """
            def admit(boat, desk):
                ok = True
                if not boat.papers:
                    desk.note("papers")
                    ok = False
                if ok and boat.draught > desk.depth:
                    desk.note("depth")
                    ok = False
                if ok:
                    desk.open(boat)
                return ok
            """,
            """
            def admit(boat, desk):
                if not boat.papers:
                    desk.note("papers")
                    return False
                if boat.draught > desk.depth:
                    desk.note("depth")
                    return False
                desk.open(boat)
                return True
            """,
        ),
    )
    REFUSALS = {
        "long-rest": Refusal(
            "too much is still to be done where the flag is set",
            """
            def admit(boat, desk):
                late = False
                if boat.hour > 20:
                    late = True
                desk.open(boat)
                desk.note(boat)
                desk.lights(True)
                desk.fill()
                desk.close(boat)
                desk.sign(boat)
                return late
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """The first way to do it."""
        return next(iter(self.ways(place, index, around)), NOT_MINE)

    def ways(self, place: Place, index: int, around: Around) -> Iterator[Match]:
        """Look for a name that is given a constant, and other constants further down."""
        flag, first = constant_given(place.statements[index])
        if first is None or flag in around.shared:
            return
        rest = place.statements[index + 1 :]
        if not any(flag in assigned_names(s) for s in rest if _is_compound(s)):
            return
        if not isinstance(constant(first)[0], bool) and not _is_asked(flag, rest):  # type: ignore[index]
            return
        known = nothing_known(function_of(place))
        found: list[Match] = []
        frames = frames_of(place, index)[1:]
        round_of = _only_of_a_round(flag, place, frames)
        for leaves_loop in (False, True):
            work = _Finish(flag, constant(first), known, leaves_loop=leaves_loop, until=round_of)
            new = work.block(rest, frames)
            if not work.done:
                continue
            start = known.after(place.statements[index])
            if not work.left and (not leaves_loop or _only_for_loops(flag, new)):
                folded = _folded(_without_breaks_flags(new, flag), start, flag, first)
                new = new if any(map(_asks_none, folded)) else folded
            gone = not any(flag in names_in(s) for s in new)
            head = list(place.statements[: index + (not gone)])
            if gone and new:
                lead = [*lead_of(place.statements[index]), *_without_blank(lead_of(new[0]))]
                new = [new[0].with_changes(leading_lines=lead), *new[1:]]
            why = f"`{flag}` only tells later what is known here; the rest can be done at once."
            block = place.block.with_changes(body=[*head, *new])
            found.append(Site(place.statements[index], why, block))
        yield from found or [self.refuse("long-rest", place.statements[index])]


def _only_of_a_round(
    flag: str, place: Place, frames: Sequence[Frame]
) -> cst.For | cst.While | None:
    """The loop whose every round gives a flag its first value, if nothing else speaks of it."""
    around = frames[0] if frames else None
    if not isinstance(around, Loop):
        return None
    everywhere, inside = (
        sum(isinstance(n, cst.Name) and n.value == flag for n in walk(part))
        for part in (function_of(place), place.block)
    )
    return around.node if everywhere == inside else None


def _is_asked(flag: str, statements: Sequence[cst.BaseStatement]) -> bool:
    """Whether some condition asks for a name."""
    return any(
        flag in names_in(node.test)
        for s in statements
        for node in walk(s)
        if isinstance(node, cst.If | cst.While | cst.IfExp)
    )


class _Finish:
    """Rewrites the statements behind the one that gives a flag its first value."""

    def __init__(
        self,
        flag: str,
        first: tuple[object] | None,
        known: Known,
        *,
        leaves_loop: bool,
        until: cst.CSTNode | None = None,
    ) -> None:
        self.flag, self.first, self.known = flag, first, known
        self.leaves_loop, self.until = leaves_loop, until
        self.done = self.left = 0

    def block(
        self, statements: Sequence[cst.BaseStatement], frames: Sequence[Frame]
    ) -> list[cst.BaseStatement]:
        """A block in which the rest is done where the flag is set."""
        new: list[cst.BaseStatement] = []
        for number, statement in enumerate(statements):
            around = [Rest(statements[number + 1 :]), *frames]
            name, value = self._given(statement, around)
            if name == self.flag and value is not None and constant(value) != self.first:
                end = self._end(statement, around)
                if end is not None:
                    self.done += 1
                    return [*new, *_led(end, statement)]
                self.left += 1
            elif self.flag in assigned_names(statement):
                if not isinstance(statement, cst.BaseCompoundStatement):
                    self.left += not (name == self.flag and value is not None)
                else:
                    new.append(self.inside(statement, around))
                    continue
            new.append(statement)
        return new

    def _given(
        self, statement: cst.BaseStatement, frames: Sequence[Frame]
    ) -> tuple[str, cst.BaseExpression | None]:
        """The name that a statement gives a constant, or what a loop goes through where it was None
        so far, or counts where it was -1, and the value.
        """
        small = single(statement)
        told = _elements(frames) if self.first == (None,) else frozenset[str]()
        told = _counts(frames) if self.first == (-1,) else told
        if told and isinstance(small, cst.Assign) and len(small.targets) == 1:
            target, value = small.targets[0].target, small.value
            is_element = isinstance(value, cst.Name) and value.value in told
            if isinstance(target, cst.Name) and is_element:
                return target.value, value
        return constant_given(statement)

    def _end(
        self, statement: cst.BaseStatement, frames: Sequence[Frame]
    ) -> list[cst.BaseStatement] | None:
        value = self._given(statement, frames)[1]
        assert value is not None
        known = self.known
        if constant(value) is None:  # what loops go through is taken to be there; the judge decides
            for name in sorted(_elements(frames)):
                known = known.learning(cst.parse_expression(f"{name} is not None"), True)
            for name in sorted(_counts(frames)):
                for told in _OF_COUNTS:
                    known = known.learning(cst.parse_expression(f"{name} {told}"), True)
        known = known.after(statement)
        if not self.leaves_loop:
            end = onward(frames, known, self.flag, self.until)
            return end and [_said(s, self.flag, value) for s in end]
        found = to_the_loop(frames, known, self.flag)
        if found is None:
            return None
        return [*found, statement, cst.SimpleStatementLine([cst.Break()])]

    def inside(self, node: cst.BaseStatement, frames: Sequence[Frame]) -> cst.BaseStatement:
        """A compound statement in which the rest is done where the flag is set."""
        if isinstance(node, cst.FunctionDef | cst.ClassDef):
            self.left += 1
            return node
        changes: dict[str, object] = {}
        for field in ("body", "orelse", "finalbody"):
            part = getattr(node, field, None)
            if part is None:
                continue
            around = [*frames_inside(node, field), *frames]
            if isinstance(part, cst.BaseSuite):
                changes[field] = self._suite(part, around)
            elif isinstance(part, cst.If):
                changes[field] = self.inside(part, frames)
            else:
                changes[field] = part.with_changes(body=self._suite(part.body, around))
        for field in ("handlers", "cases"):
            parts = getattr(node, field, ())
            if parts:
                around = [*frames_inside(node, field), *frames]
                changes[field] = [p.with_changes(body=self._suite(p.body, around)) for p in parts]
        return node.with_changes(**changes)

    def _suite(self, suite: cst.BaseSuite, frames: Sequence[Frame]) -> cst.BaseSuite:
        if self.flag not in assigned_names(suite):
            return suite
        if isinstance(suite, cst.SimpleStatementSuite):
            suite = cst.IndentedBlock([cst.SimpleStatementLine(suite.body)])
        assert isinstance(suite, cst.IndentedBlock)
        return suite.with_changes(body=self.block(suite.body, frames))


def _asks_none(statement: cst.BaseStatement) -> bool:
    """Whether something is asked of None as it is written."""
    asked = (n for n in walk(statement) if isinstance(n, cst.Attribute | cst.Subscript))
    return any(isinstance(n.value, cst.Name) and n.value.value == "None" for n in asked)


def _elements(frames: Sequence[Frame]) -> frozenset[str]:
    """The names of what the loops around go through."""
    loops = [f.node for f in frames if isinstance(f, Loop)]
    return frozenset[str]().union(*(names_in(n.target) for n in loops if isinstance(n, cst.For)))


def _counts(frames: Sequence[Frame]) -> frozenset[str]:
    """The names of what the loops around count from 0 upwards."""
    loops = [f.node for f in frames if isinstance(f, Loop)]
    return frozenset(filter(None, map(_count_of, loops)))


def _count_of(loop: cst.BaseStatement) -> str:
    """The name that a loop over ``range(n)`` or ``enumerate(all)`` counts with; empty if none."""
    over = loop.iter if isinstance(loop, cst.For) else None
    if not isinstance(over, cst.Call) or not isinstance(over.func, cst.Name) or len(over.args) != 1:
        return ""
    assert isinstance(loop, cst.For)
    target: cst.BaseExpression = loop.target
    if over.func.value == "enumerate" and isinstance(target, cst.Tuple) and target.elements:
        target = target.elements[0].value
    elif over.func.value != "range":
        return ""
    return target.value if isinstance(target, cst.Name) else ""


def _folded(
    statements: Sequence[cst.BaseStatement], known: Known, flag: str, value: cst.BaseExpression
) -> list[cst.BaseStatement]:
    """The statements where the flag holds its first value for good."""
    new = [s for s in specialised(statements, known) if constant_given(s)[0] != flag]
    return [_said(s, flag, value) for s in new]


def _said(statement: cst.BaseStatement, flag: str, value: cst.BaseExpression) -> cst.BaseStatement:
    """A statement with a flag's constant in place of the flag."""
    if flag not in names_in(statement) or flag in assigned_names(statement):
        return statement
    new = statement.visit(Put({flag: value}))
    assert isinstance(new, cst.BaseStatement)
    return new


def _only_for_loops(flag: str, statements: Sequence[cst.BaseStatement]) -> bool:
    """Whether a flag is asked for nowhere but in the loops that it ends."""
    return not any(
        flag in names_in(s) for s in statements if not isinstance(s, cst.For | cst.While)
    )


def _without_breaks_flags(
    statements: Sequence[cst.BaseStatement], flag: str
) -> list[cst.BaseStatement]:
    """The statements without those that set the flag right before a loop is left."""
    found = []
    for statement in statements:
        new = statement.visit(_Unset(flag))
        assert isinstance(new, cst.BaseStatement)
        found.append(new)
    return found


class _Unset(cst.CSTTransformer):
    """Takes out what gives a flag its last value right before a break."""

    def __init__(self, flag: str) -> None:
        super().__init__()
        self.flag = flag

    def leave_IndentedBlock(
        self, original_node: cst.IndentedBlock, updated_node: cst.IndentedBlock
    ) -> cst.IndentedBlock:
        body = updated_node.body
        if len(body) < 2 or not isinstance(single(body[-1]), cst.Break):
            return updated_node
        if constant_given(body[-2])[0] != self.flag:
            return updated_node
        last = body[-1].with_changes(leading_lines=lead_of(body[-2]))
        return updated_node.with_changes(body=[*body[:-2], last])


def _is_compound(statement: cst.CSTNode) -> bool:
    return isinstance(statement, cst.BaseCompoundStatement)


def _led(end: list[cst.BaseStatement], statement: cst.BaseStatement) -> list[cst.BaseStatement]:
    """The statements that take the place of another, with the comments above that and their own."""
    first, *rest = end
    if first is statement:
        return end
    lead = [*lead_of(statement), *_without_blank(lead_of(first))]
    return [first.with_changes(leading_lines=lead), *rest]


def _without_blank(lines: Sequence[cst.EmptyLine]) -> list[cst.EmptyLine]:
    return [line for line in lines if line.comment is not None]
