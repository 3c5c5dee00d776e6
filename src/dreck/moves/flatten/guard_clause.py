"""A condition around the main work becomes a negated check that leaves, right where the check is.

Why it is safe: the check is evaluated at the same point and leads to the same statements.
Leaving early is only done where control would have gone to the same place by falling off
the end: ``return`` at the end of a function, ``continue`` at the end of a loop's body, or a
copy of the one exit that stands behind the if.
"""

from __future__ import annotations

from dataclasses import dataclass

import libcst as cst

from ...logic.assigned import assigned_names
from ...logic.conditions import atoms, chained, over_lines
from ..blocks import (
    LEAST_WORK,
    MOST_IN_GUARD,
    Run,
    code,
    comments_in,
    has_compound,
    is_guard,
    joined,
    leaves,
    spaced_test,
    unwrapped,
    weight,
    with_lead,
)
from ..places import Ending, Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Refused, Site, move

# From this many statements on, an arm is the main work even where a guard needs an exit of its own.
_MAIN_WORK = 6
# Conditions that fit in one if.
_JOINED = 3
# An exit of more characters than this is not copied.
_COPIED = 60


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
        "short-body": Refusal(
            "the body is short enough to read inside its if",
            "def note(boat):\n    if boat.late:\n        boat.warn()\n        boat.log()\n",
        ),
        "parallel-checks": Refusal(
            "it is one of several ifs side by side; turning only the last one round would hide that",
            "def note(boat):\n    if boat.late:\n        boat.warn()\n    if boat.wide:\n        boat.tow()\n"
            "        boat.log()\n        boat.stamp()\n",
        ),
        "arms-alike": Refusal(
            "both arms are of about the same weight; neither is the exception",
            "def pass_lock(boat):\n    if boat.upstream:\n        boat.raise_()\n        boat.wait()\n        boat.leave()\n"
            "    else:\n        boat.lower()\n        boat.wait()\n        boat.leave()\n",
        ),
        "already-exceptional": Refusal(
            "the arm is itself the exceptional way out",
            "def note(boat):\n    boat.log()\n    if boat.late:\n        text = boat.describe()\n        boat.warn(text)\n"
            "        raise Late(text)\n",
        ),
        "inside-an-arm": Refusal(
            "it stands in one arm of a larger choice; leaving from there would hide how the arms belong together",
            "def pass_lock(boat):\n    match boat.side:\n        case 1:\n            if boat.heavy:\n                boat.wait()\n"
            "                boat.tow()\n                boat.leave()\n        case 2:\n            boat.lower()\n",
        ),
        "optional-step": Refusal(
            "it is an optional step behind other work, not the main work",
            "def note(boat):\n    boat.log()\n    boat.stamp()\n    boat.greet()\n    if boat.late:\n        boat.warn()\n"
            "        boat.tow()\n        boat.charge()\n",
        ),
        "exit-needs-work": Refusal(
            "the exit behind the if uses what the arm computes",
            "def toll(boat):\n    total = 0\n    if boat.pays:\n        total += boat.length\n        total += boat.cargo\n"
            "        total += boat.draught\n    return total\n",
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for an if whose arms are the main work and an exception to it."""
        node = place.statements[index]
        if not isinstance(node, cst.If) or isinstance(node.orelse, cst.If):
            return NOT_MINE
        way_out = _way_out(place, index, around)
        if node.orelse is None:
            found = self._wrapper(place, index, node, way_out, around)
        else:
            found = self._two_arms(place, node, node.orelse, way_out)
        return _site(place, index, node, found, around) if isinstance(found, _Plan) else found

    def _wrapper(
        self, place: Place, index: int, node: cst.If, way_out: _WayOut | None, around: Around
    ) -> _Plan | Refused | None:
        if way_out is None or weight(node.body) < 2:
            return NOT_MINE
        reason = _why_not_wrapper(place, index, node, way_out, around)
        if reason is not None:
            return self.refuse(reason, node)
        drop = way_out.behind and leaves(node.body)
        return _Plan(cst.IndentedBlock([way_out.statement]), node.body, True, drop, None)

    def _two_arms(
        self, place: Place, node: cst.If, other: cst.Else, way_out: _WayOut | None
    ) -> _Plan | Refused | None:
        first, second = weight(node.body), weight(other.body)
        negate = second < first or (second == first and not leaves(node.body))
        short, long = (other.body, node.body) if negate else (node.body, other.body)
        if not negate and leaves(short):
            return NOT_MINE  # drop-else does that without touching the condition
        light, heavy = min(first, second), max(first, second)
        if not (leaves(short) or way_out) or heavy < LEAST_WORK:
            return NOT_MINE
        if light > MOST_IN_GUARD or has_compound(short) or light * 2 > heavy:
            return self.refuse("arms-alike", node)
        if leaves(short):
            return _Plan(short, long, negate, False, other)
        assert way_out is not None
        if place.in_arm:
            return self.refuse("inside-an-arm", node)
        if heavy < _MAIN_WORK or light > 2:
            return self.refuse("arms-alike", node)
        if way_out.value and way_out.value in assigned_names(short) | assigned_names(long):
            return self.refuse("exit-needs-work", node)
        return _Plan(_with_exit(short, way_out.statement), long, negate, False, other)


def _why_not_wrapper(
    place: Place, index: int, node: cst.If, way_out: _WayOut, around: Around
) -> str | None:
    """The reason to leave a wrapping if alone, or None."""
    size = weight(node.body)
    turned = (
        0 if isinstance(node.test, cst.UnaryOperation) else sum(1 for _ in atoms(node.test)) - 1
    )
    # turning several conditions round has to pay
    if size < LEAST_WORK + turned or _could_be_joined(place, node, around):
        return "short-body"
    if _ends_in_raise(node.body):
        return "already-exceptional"
    if place.in_arm:
        return "inside-an-arm"
    if way_out.value and way_out.value in assigned_names(node.body):
        return "exit-needs-work"
    if index and _is_parallel(place.statements[index - 1]):
        return "parallel-checks"
    before = sum(weight(s) for s in place.statements[:index] if not is_guard(s))
    if size <= before or (place.in_protection and size < _MAIN_WORK):
        return "optional-step"
    return None


def _could_be_joined(place: Place, node: cst.If, around: Around) -> bool:
    """Whether there are only ifs around a few statements, which read better as one condition."""
    tests = [node.test]
    while (
        isinstance(node.body, cst.IndentedBlock)
        and len(node.body.body) == 1
        and isinstance(node.body.body[0], cst.If)
    ):
        node = node.body.body[0]
        tests.append(node.test)
        if node.orelse is not None:
            return False
    joined_test = chained(tests, cst.And)
    few = sum(1 for _ in atoms(joined_test)) <= _JOINED
    return weight(node.body) < LEAST_WORK and few and around.fits(place, f"if {code(joined_test)}:")


def _ends_in_raise(suite: cst.BaseSuite) -> bool:
    last = suite.body[-1]
    small = last.body[-1] if isinstance(last, cst.SimpleStatementLine) else last
    return isinstance(small, cst.Raise)


@dataclass(frozen=True, slots=True)
class _WayOut:
    """How to leave early from behind an if: the statement, and the name it hands out, if any."""

    statement: cst.SimpleStatementLine
    value: str
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
        return None if small is None else _WayOut(cst.SimpleStatementLine([small]), "", False)
    line = rest[0]
    if len(rest) > 1 or not isinstance(line, cst.SimpleStatementLine) or len(line.body) != 1:
        return None
    if (
        comments_in(line.leading_lines)
        or line.trailing_whitespace.comment
        or len(code(line)) > _COPIED
    ):
        return None
    small = line.body[0]
    if isinstance(small, cst.Return):
        simple = small.value is None or isinstance(
            small.value, cst.Name | cst.SimpleString | cst.Integer | cst.Float
        )
        value = small.value.value if isinstance(small.value, cst.Name) else ""
        return (
            _WayOut(line.with_changes(leading_lines=[]), value, True)
            if simple or _is_number(small.value)
            else None
        )
    if isinstance(small, cst.Break | cst.Continue | cst.Raise):
        return _WayOut(line.with_changes(leading_lines=[]), "", True)
    return None


def _is_number(node: cst.BaseExpression | None) -> bool:
    return isinstance(node, cst.UnaryOperation) and isinstance(
        node.expression, cst.Integer | cst.Float
    )


def _is_parallel(node: cst.BaseStatement) -> bool:
    """An if without else that goes on afterwards: a sibling, not a guard."""
    return isinstance(node, cst.If) and node.orelse is None and not leaves(node.body)


def _with_exit(suite: cst.BaseSuite, exit_line: cst.SimpleStatementLine) -> cst.IndentedBlock:
    """The suite with a way out at its end."""
    if isinstance(suite, cst.IndentedBlock):
        return suite.with_changes(body=[*suite.body, exit_line])
    statements, _ = unwrapped(suite)
    return cst.IndentedBlock([*statements, exit_line])


def _site(place: Place, index: int, node: cst.If, plan: _Plan, around: Around) -> Site:
    test = around.negation.of(node.test) if plan.negate else node.test
    if plan.negate and not around.fits(place, f"if {code(test)}:"):
        test = _broken_up(test, around.indent)
    lead = list(node.leading_lines)
    work, footer = unwrapped(plan.work)
    if plan.negate:
        lead += comments_in(plan.other.leading_lines) if plan.other else []
    elif plan.other is not None:
        work = with_lead(work, plan.other.leading_lines)
    guard = spaced_test(node, test).with_changes(body=plan.guard, orelse=None, leading_lines=lead)
    if around.blank_after_guard and not isinstance(work[0], cst.If):
        work = _set_off(work)
    rest = [] if plan.drop_rest else list(place.statements[index + 1 :])
    parts: list[Run] = [([*place.statements[:index], guard], []), (work, footer), (rest, [])]
    way = _exit_word(plan.guard)
    why = f"When `{code(test)}`, control {way} here; what follows needs one level less."
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
