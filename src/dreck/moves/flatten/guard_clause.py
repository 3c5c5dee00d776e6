"""A condition around the main work becomes a negated check that leaves, right where the check is.

Why it is safe: the check is evaluated at the same point and leads to the same statements.
Leaving early is only done where control would have gone to the same place by falling off
the end: ``return`` at the end of a function, ``continue`` at the end of a loop's body, or a
copy of the one exit that stands behind the if.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

import libcst as cst

from ...logic.conditions import constant, over_lines, text_of
from ..arms import single
from ..blocks import (
    Run,
    all_arms_leave,
    comments_in,
    joined,
    leaves,
    realigned,
    spaced_test,
    statements_leave,
    unwrapped,
    weight,
    with_lead,
)
from ..places import Ending, Place
from ..spoken import apart, arm_told, says_condition
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move

# An exit of more characters than this is not copied.
_COPIED = 60
# How much longer a guard may be for a condition that can be read as it stands.
_READ_TWICE = 2
_PLAIN = (cst.Name, cst.Attribute, cst.Call)


@move
class GuardClause(Move):
    """Turn a wrapping condition into a guard clause."""

    name = "guard-clause"
    summary = "Turn a condition around the main work into a check that leaves at once."
    safe_because = (
        "The same check at the same point leads to the same statements and the same exit."
    )
    since = "0.1"
    EXAMPLES = (
        Example(
            "a pyramid, one level at a time",
            before="def admit(boat, lock):\n    if boat is not None:\n        if lock.open:\n            berth = lock.find(boat)\n"
            "            lock.book(berth)\n            return berth\n        else:\n            raise Closed(lock)\n"
            "    else:\n        raise ValueError('no boat')\n",
            after="def admit(boat, lock):\n    if boat is None:\n        raise ValueError('no boat')\n    if lock.open:\n"
            "        berth = lock.find(boat)\n        lock.book(berth)\n        return berth\n    else:\n"
            "        raise Closed(lock)\n",
        ),
        Example(
            "the rest of a loop",
            before="def count(boats):\n    for boat in boats:\n        if boat.moored and boat.paid:\n            boat.count()\n"
            "            boat.stamp()\n            boat.greet()\n            boat.go()\n",
            after="def count(boats):\n    for boat in boats:\n        if not (boat.moored and boat.paid):\n            continue\n"
            "        boat.count()\n        boat.stamp()\n        boat.greet()\n        boat.go()\n",
        ),
        Example(
            "one exit behind the if",
            before="def toll(boat: Boat, draught: int):\n    if draught > 3:\n        base = boat.length\n        base += boat.cargo\n"
            "        return base\n    return 0\n",
            after="def toll(boat: Boat, draught: int):\n    if draught <= 3:\n        return 0\n    base = boat.length\n"
            "    base += boat.cargo\n    return base\n",
        ),
        Example(
            "a negated condition that no longer fits its line",
            """
            def admit(boat, lock):
                if boat.papers_in_order and boat.draught_below_the_mark is not None and boat.crew_aboard:
                    berth = lock.find(boat)
                    lock.book(berth)
                    return berth
                else:
                    raise Closed(lock)
            """,
            """
            def admit(boat, lock):
                if not (
                    boat.papers_in_order
                    and boat.draught_below_the_mark is not None
                    and boat.crew_aboard
                ):
                    raise Closed(lock)
                berth = lock.find(boat)
                lock.book(berth)
                return berth
            """,
        ),
        Example(
            "a handler that leaves at once",
            """
            def note(gauge, log):
                try:
                    level = gauge.read()
                except OSError:
                    log.write("no level")
                else:
                    if level > 3:
                        log.write("high")
                    log.write(level)
            """,
            """
            def note(gauge, log):
                try:
                    level = gauge.read()
                except OSError:
                    log.write("no level")
                    return
                if level > 3:
                    log.write("high")
                log.write(level)
            """,
        ),
        Example(
            "a short rest that leaves, behind a long arm that does",
            """
            def admit(boat, desk):
                if boat.known:
                    boat.enter()
                    boat.wait()
                    boat.leave()
                    return boat.toll
                # the harbour master wants to see them
                desk.call(boat)
                raise Stranger(boat)
            """,
            """
            def admit(boat, desk):
                if not boat.known:
                    # the harbour master wants to see them
                    desk.call(boat)
                    raise Stranger(boat)
                boat.enter()
                boat.wait()
                boat.leave()
                return boat.toll
            """,
        ),
        Example(
            "comments travel with their arm",
            before="def admit(boat):\n    # only boats we know\n    if boat.known:  # see the register\n        boat.enter()\n"
            "        boat.wait()\n        boat.leave()\n        # and gone\n    else:  # strangers\n        # pay first\n"
            "        raise Stranger(boat)\n",
            after="def admit(boat):\n    # only boats we know\n    if not boat.known:  # strangers\n        # pay first\n"
            "        raise Stranger(boat)\n    # see the register\n    boat.enter()\n    boat.wait()\n    boat.leave()\n"
            "    # and gone\n",
        ),
    )
    REFUSALS = {
        "work-behind": Refusal(
            "work that stands behind the if has to run either way",
            "def note(boat):\n    if boat.late:\n        boat.warn()\n        boat.tow()\n        boat.charge()\n"
            "    boat.log()\n    boat.stamp()\n",
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """The first way to do it."""
        return next(iter(self.ways(place, index, around)), NOT_MINE)

    def ways(self, place: Place, index: int, around: Around) -> Iterator[Match]:
        """Look for an if whose one arm can leave at once, so that the other follows unindented, or
        for a try whose handlers can.
        """
        node = place.statements[index]
        way_out = _way_out(place, index, around)
        if isinstance(node, cst.Try) and way_out is not None:
            yield from _protected(place, index, node, way_out)
        if not isinstance(node, cst.If):
            return
        if node.orelse is None:
            yield from self._wrapper(place, index, node, way_out, around)
            return
        plans = _first_arm(node, node.orelse, way_out)
        if isinstance(node.orelse, cst.Else):
            plans = [*plans, *_second_arm(node, node.orelse, way_out)]
        grows = _grows(node.test, around)
        for plan in sorted(plans, key=lambda p: weight(p.guard) + grows * p.negate):
            yield _site(place, index, node, plan, around)

    def _wrapper(
        self, place: Place, index: int, node: cst.If, way_out: _WayOut | None, around: Around
    ) -> Iterator[Match]:
        if weight(node.body) < 2:
            return
        if way_out is None:
            short = _short_rest(place, index, node)
            if short is not None:
                yield _site(place, index, node, _Plan(short, node.body, True, True, None), around)
            elif place.ending is not Ending.GOES_ON and not leaves(node.body):
                yield self.refuse("work-behind", node)
            return
        drop = way_out.behind and leaves(node.body)
        guard = cst.IndentedBlock([way_out.statement])
        yield _site(place, index, node, _Plan(guard, node.body, True, drop, None), around)


def _short_rest(place: Place, index: int, node: cst.If) -> cst.IndentedBlock | None:
    """What follows an arm that leaves, where that raises and is no more work, or gives a constant
    and is the lesser work by far: what is worked out there may be the answer itself.
    """
    rest = place.statements[index + 1 :]
    if not rest or not leaves(node.body) or not statements_leave(rest):
        return None
    last = single(rest[-1])
    gives = last.value if isinstance(last, cst.Return) else None
    if not isinstance(last, cst.Raise) and (gives is None or constant(gives) is None):
        return None
    first = rest[0]
    if not all(isinstance(s, cst.SimpleStatementLine) for s in rest):
        return None
    assert isinstance(first, cst.SimpleStatementLine)
    set_in = first.with_changes(leading_lines=comments_in(first.leading_lines))
    block = cst.IndentedBlock([set_in, *rest[1:]])
    if isinstance(last, cst.Raise):
        return block if weight(block) <= weight(node.body) else None
    lesser = 2 * weight(block) <= weight(node.body) and _lines(block) <= _lines(node.body)
    return block if lesser else None


def _lines(suite: cst.BaseSuite) -> int:
    return cst.Module([]).code_for_node(suite).strip().count("\n")


def _grows(test: cst.BaseExpression, around: Around) -> int:
    """How much work it takes to make up for a condition that only a ``not`` turns round."""
    turned = around.negation.of(test)
    return _READ_TWICE * (text_of(turned).startswith("not ") and not isinstance(test, _PLAIN))


def _protected(place: Place, index: int, node: cst.Try, way_out: _WayOut) -> Iterator[Site]:
    """The handlers of a try leave at once, so that its else is what comes next."""
    other = node.orelse
    if other is None or node.finalbody is not None or all(leaves(h.body) for h in node.handlers):
        return
    handlers = [
        h if leaves(h.body) else h.with_changes(body=_with_exit(h.body, way_out.statement))
        for h in node.handlers
    ]
    work, footer = unwrapped(other.body)
    rest = list(place.statements[index + 1 :])
    if way_out.behind and leaves(other.body):
        rest = []
    parts: list[Run] = [
        ([*place.statements[:index], node.with_changes(handlers=handlers, orelse=None)], []),
        (with_lead(work, other.leading_lines), footer),
        (rest, []),
    ]
    why = f"The handler {_exit_word(handlers[0].body)} at once; what follows needs one level less."
    yield Site(node, why, joined(place.block, parts))


def _first_arm(node: cst.If, rest: cst.If | cst.Else, way_out: _WayOut | None) -> list[_Plan]:
    """The first arm leaves at once where it does not do so by itself; drop-else does the other. One
    that does nothing leaves before the questions that are asked of all others.
    """
    if leaves(node.body) or way_out is None:
        return []
    guard = _with_exit(node.body, way_out.statement)
    if weight(node.body) == 0:
        if not isinstance(rest, cst.If) or len(node.body.body) != 1:
            return []  # drop-noop turns it round
        guard = _in_place_of_pass(node.body, way_out.statement)
    work = rest.body if isinstance(rest, cst.Else) else cst.IndentedBlock([realigned(rest, -2)])
    drop = way_out.behind and (
        leaves(rest.body) if isinstance(rest, cst.Else) else all_arms_leave(rest)
    )
    other = rest if isinstance(rest, cst.Else) else None
    return [_Plan(guard, work, False, drop, other)]


def _in_place_of_pass(
    suite: cst.BaseSuite, exit_line: cst.SimpleStatementLine
) -> cst.IndentedBlock:
    """A suite that does nothing but pass, with a way out in its place."""
    if not isinstance(suite, cst.IndentedBlock):
        return cst.IndentedBlock([exit_line])
    (line,) = suite.body
    return suite.with_changes(body=[line.with_changes(body=exit_line.body)])


def _second_arm(node: cst.If, other: cst.Else, way_out: _WayOut | None) -> list[_Plan]:
    """The second arm leaves at once, under the opposite of the condition."""
    if weight(other.body) == 0 or weight(node.body) == 0:
        return []
    if leaves(other.body):
        return [_Plan(other.body, node.body, True, False, other)]
    if way_out is None:
        return []
    drop = way_out.behind and leaves(node.body)
    return [_Plan(_with_exit(other.body, way_out.statement), node.body, True, drop, other)]


@dataclass(frozen=True, slots=True)
class _WayOut:
    """How to leave early from behind an if: the statement, and whether it stands there already."""

    statement: cst.SimpleStatementLine
    behind: bool


@dataclass(frozen=True, slots=True)
class _Plan:
    """The guard's suite, the work's suite, whether to negate, whether what follows is now dead."""

    guard: cst.BaseSuite
    work: cst.BaseSuite
    negate: bool
    drop_rest: bool
    other: cst.Else | None


def _way_out(place: Place, index: int, around: Around) -> _WayOut | None:
    rest = place.statements[index + 1 :]
    if not rest:
        # PEP 8: where some return hands out a value, the others say None.
        leave = cst.Return(cst.Name("None")) if around.hands_out else cst.Return()
        exits: dict[Ending, cst.BaseSmallStatement] = {
            Ending.RETURN: leave,
            Ending.CONTINUE: cst.Continue(),
        }
        small = exits.get(place.ending)
        return None if small is None else _WayOut(cst.SimpleStatementLine([small]), False)
    line = rest[0]
    if len(rest) > 1 or not isinstance(line, cst.SimpleStatementLine) or len(line.body) != 1:
        return None
    if (
        comments_in(line.leading_lines)
        or line.trailing_whitespace.comment
        or len(text_of(line)) > _COPIED
    ):
        return None
    small = line.body[0]
    if isinstance(small, cst.Return | cst.Break | cst.Continue | cst.Raise):
        return _WayOut(line.with_changes(leading_lines=[]), True)
    return None


def _with_exit(suite: cst.BaseSuite, exit_line: cst.SimpleStatementLine) -> cst.IndentedBlock:
    """The suite with a way out at its end."""
    if isinstance(suite, cst.IndentedBlock):
        return suite.with_changes(body=[*suite.body, exit_line])
    statements, _ = unwrapped(suite)
    return cst.IndentedBlock([*statements, exit_line])


def _site(place: Place, index: int, node: cst.If, plan: _Plan, around: Around) -> Site:
    test = around.negation.of(node.test) if plan.negate else node.test
    if plan.negate and not around.fits(place, f"if {text_of(test)}:"):
        test = _broken_up(test, around.indent)
    lead = list(node.leading_lines)
    theirs = plan.other.leading_lines if plan.other is not None else []
    header = plan.work.header.comment if isinstance(plan.work, cst.IndentedBlock) else None
    if plan.negate and plan.other is None and not says_condition(header):
        # A comment beside the condition is about the condition, which stands here still.
        plan = replace(
            plan, work=_without_header(plan.work), guard=_with_header(plan.guard, plan.work)
        )
    work, footer = unwrapped(plan.work)
    if not plan.negate:
        work = with_lead(work, theirs)
    elif comments_in(theirs):
        # Each arm has a comment of its own: each goes where its arm goes.
        work = with_lead(work, comments_in(lead))
        lead = [line for line in lead if line.comment is None] + comments_in(theirs)
    else:
        # What says the condition, and not its opposite, or orders what is done, goes where it holds.
        said, lead = apart(lead)
        if not said and plan.other is None:
            said, lead = arm_told(lead)
        work = with_lead(work, said)
    guard = spaced_test(node, test).with_changes(body=plan.guard, orelse=None, leading_lines=lead)
    if around.blank_after_guard and not isinstance(work[0], cst.If):
        work = _set_off(work)
    rest = [] if plan.drop_rest else list(place.statements[index + 1 :])
    parts: list[Run] = [([*place.statements[:index], guard], []), (work, footer), (rest, [])]
    way = _exit_word(plan.guard)
    why = f"When `{text_of(test)}`, control {way} here; what follows needs one level less."
    return Site(node, why, joined(place.block, parts))


def _broken_up(test: cst.BaseExpression, indent: str) -> cst.BaseExpression:
    """A condition that has become too long for its line."""
    if isinstance(test, cst.UnaryOperation) and isinstance(test.expression, cst.BooleanOperation):
        return test.with_changes(expression=over_lines(test.expression, indent))
    return over_lines(test, indent)


def _set_off(work: list[cst.BaseStatement]) -> list[cst.BaseStatement]:
    """A blank line above the work, unless there is one."""
    first = work[0]
    lead: list[cst.EmptyLine] = list(first.leading_lines)  # type: ignore[attr-defined]
    if lead and lead[0].comment is None:
        return work
    return [first.with_changes(leading_lines=[cst.EmptyLine(indent=False), *lead]), *work[1:]]


def _without_header(suite: cst.BaseSuite) -> cst.BaseSuite:
    """A block without the comment behind its colon."""
    if not isinstance(suite, cst.IndentedBlock) or suite.header.comment is None:
        return suite
    return suite.with_changes(header=cst.TrailingWhitespace())


def _with_header(guard: cst.BaseSuite, suite: cst.BaseSuite) -> cst.BaseSuite:
    """A block with the comment that stood behind the colon of another."""
    if not isinstance(suite, cst.IndentedBlock) or suite.header.comment is None:
        return guard
    return guard.with_changes(header=suite.header)


def _exit_word(suite: cst.BaseSuite) -> str:
    last = suite.body[-1]
    small = last.body[-1] if isinstance(last, cst.SimpleStatementLine) else last
    words = {
        cst.Return: "returns",
        cst.Raise: "raises",
        cst.Continue: "goes on with the next round",
        cst.Break: "leaves the loop",
    }
    return words.get(type(small), "leaves")
