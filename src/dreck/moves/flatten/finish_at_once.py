"""A flag that only tells later how the rest goes makes room for that rest, right where it is set.

Why it is safe: where the flag has just been given a constant, the conditions that ask for it
are decided; what remains of the rest is done there, and control leaves as it would have left
further down.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

import libcst as cst

from ...logic.along import nothing_known
from ...logic.assigned import assigned_names
from ...logic.conditions import constant, core
from ...logic.known import Known
from ...logic.specialise import specialised
from ...logic.walk import names_in, walk
from ..arms import constant_given, single
from ..blocks import lead_of
from ..onward import Frame, Loop, Rest, frames_inside, frames_of, onward, to_the_loop
from ..places import Place, function_of
from ..ways_out import Put
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move

_TEXTS = (cst.SimpleString, cst.FormattedString, cst.ConcatenatedString)
_MADE = (cst.FormattedString, cst.Tuple, cst.List, cst.Dict, cst.ListComp, cst.DictComp)
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
            elif not work.left:
                new = [_told_in(s, start, flag) for s in new]
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
        if self.first == (None,) and _is_made(small):
            assert isinstance(small, cst.Assign)
            target = small.targets[0].target
            return (target.value if isinstance(target, cst.Name) else ""), small.value
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
        made = _is_made(single(statement))
        if made:
            known = known.learning(cst.parse_expression(f"{self.flag} is not None"), True)
        frames = [_not_said_again(f, self.flag, value) for f in frames]
        if not self.leaves_loop:
            end = onward(frames, known, self.flag, self.until)
            if end and made and not _hands_back(end, self.flag):
                return None  # it would have to be kept for later
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


def _hands_back(end: Sequence[cst.BaseStatement], name: str) -> bool:
    """Whether the end is to hand back a name, or to raise with it, and it is told only there."""
    told = [n for s in end for n in walk(s) if isinstance(n, cst.Name) and n.value == name]
    return len(end) == 1 and len(told) <= 1 and isinstance(single(end[0]), cst.Return | cst.Raise)


def _is_made(small: cst.BaseSmallStatement | None) -> bool:
    """Whether a name is given something that is made there, and so is never None."""
    if not isinstance(small, cst.Assign) or len(small.targets) != 1:
        return False
    value = core(small.value)
    if isinstance(value, cst.BinaryOperation):
        parts = (value.left, value.right)
        adds = isinstance(value.operator, cst.Add)
        while isinstance(parts[0], cst.BinaryOperation) and adds:
            parts = (parts[0].left, parts[0].right)
        return any(isinstance(p, _TEXTS) for p in (parts if adds else parts[:1]))
    if isinstance(value, cst.Call) and isinstance(value.func, cst.Attribute):
        return isinstance(value.func.value, _TEXTS) and value.func.attr.value in ("format", "join")
    return isinstance(value, _MADE)


def _not_said_again(frame: Frame, flag: str, value: cst.BaseExpression) -> Frame:
    """What follows, without giving a flag the value that it has already, if no other is given."""
    if not isinstance(frame, Rest) or constant(value) is None:
        return frame
    told = [n for s in frame.statements for n in walk(s) if isinstance(n, cst.SimpleStatementLine)]
    given = [s for s in told if flag in assigned_names(s)]
    if not all(constant_given(s)[1] is not None for s in given):
        return frame
    if any(constant(constant_given(s)[1]) != constant(value) for s in given):  # type: ignore[arg-type]
        return frame
    gone = {id(s) for s in given}
    return Rest([s for s in (_passing(s, gone) for s in frame.statements) if s is not None])


def _passing(statement: cst.BaseStatement, gone: set[int]) -> cst.BaseStatement | None:
    if id(statement) in gone:
        return None
    new = statement.visit(_Pass(gone))
    assert isinstance(new, cst.BaseStatement)
    return new


class _Pass(cst.CSTTransformer):
    """Puts a pass in the place of some lines."""

    def __init__(self, gone: set[int]) -> None:
        super().__init__()
        self.gone = gone

    def leave_SimpleStatementLine(
        self, original_node: cst.SimpleStatementLine, updated_node: cst.SimpleStatementLine
    ) -> cst.SimpleStatementLine:
        """A line, or what stands in its place."""
        passes = cst.SimpleStatementLine([cst.Pass()])
        return passes if id(original_node) in self.gone else updated_node


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


def _told_in(statement: cst.BaseStatement, known: Known, flag: str) -> cst.BaseStatement:
    """A loop that is left where it gives a flag another value: in its rounds the flag has the first
    one.
    """
    if not isinstance(statement, cst.For | cst.While) or flag not in assigned_names(statement):
        return statement
    body = statement.body
    if not isinstance(body, cst.IndentedBlock) or not _leaves_where_set(body, flag):
        return statement
    told = replace(
        known,
        answers={a: v for a, v in known.answers.items() if known.names[a] == {flag}},
        names={a: n for a, n in known.names.items() if n == {flag}},
    )
    return statement.with_changes(body=body.with_changes(body=specialised(body.body, told)))


def _leaves_where_set(suite: cst.BaseSuite, flag: str) -> bool:
    """Whether a loop is left right behind all that gives a flag a value in its body."""
    if flag not in assigned_names(suite):
        return True
    if not isinstance(suite, cst.IndentedBlock):
        return False
    for number, node in enumerate(suite.body):
        if flag not in assigned_names(node):
            continue
        if isinstance(node, cst.If):
            if not all(_leaves_where_set(arm, flag) for arm in _arms(node)):
                return False
            continue
        behind = [single(s) for s in suite.body[number + 1 : number + 2]]
        if constant_given(node)[0] != flag or not isinstance([*behind, None][0], cst.Break):
            return False
    return True


def _arms(node: cst.If) -> Iterator[cst.BaseSuite]:
    """The blocks of a chain."""
    yield node.body
    if isinstance(node.orelse, cst.If):
        yield from _arms(node.orelse)
    elif node.orelse is not None:
        yield node.orelse.body


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
