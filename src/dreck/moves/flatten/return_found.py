"""What a loop has found is handed back where it is found, not behind the loop.

Why it is safe: the name is None before the loop, is given a value only where the loop is left at
once, and the check behind the loop lets through what is not None, and nothing else; where the loop
comes to its end the name is None still.
"""

from __future__ import annotations

from collections.abc import Sequence

import libcst as cst

from ...logic.assigned import assigned_names
from ...logic.conditions import constant, core
from ...logic.walk import has_comments, names_in, walk
from ..arms import constant_given, single
from ..blocks import comments_in, lead_of, with_lead
from ..places import Place, function_of
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class ReturnFound(Move):
    """Hand back what a loop has found where it is found."""

    name = "return-found"
    summary = "A loop that looks for something hands it back where it finds it."
    safe_because = (
        "The name is None unless the loop was left there, and the check asks for just that."
    )
    since = "0.4"
    EXAMPLES = (
        Example(
            "a berth of one's own, else any",
            """
            def berth_for(boat, harbour):
                found = None
                for berth in harbour.berths:
                    if berth.owner == boat.name:
                        found = berth
                        break
                if found is not None:
                    return found
                harbour.note(boat)
                return harbour.any_berth(boat)
            """,
            """
            def berth_for(boat, harbour):
                for berth in harbour.berths:
                    if berth.owner == boat.name:
                        return berth
                harbour.note(boat)
                return harbour.any_berth(boat)
            """,
        ),
    )
    REFUSALS = {
        "used-behind": Refusal(
            "the name is used again behind the check",
            """
            def berth_for(boat, harbour):
                found = None
                for berth in harbour.berths:
                    if berth.owner == boat.name:
                        found = berth
                        break
                if found is not None:
                    return found
                harbour.note(boat, found)
                return None
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a name that is None, a loop that sets it and is left, and a check behind it."""
        name, given = constant_given(place.statements[index])
        if given is None or constant(given) != (None,) or name in around.shared:
            return NOT_MINE
        later = place.statements[index + 1 :]
        ahead = next((i for i, s in enumerate(later) if name in names_in(s)), len(later))
        pair = later[ahead : ahead + 2]
        if len(pair) < 2 or not isinstance(pair[0], cst.For | cst.While):
            return NOT_MINE
        loop, check = pair[0], pair[1]
        if loop.orelse is not None or not _hands_back(check, name):
            return NOT_MINE
        body = _Finding(name).block(loop.body)
        if body is None or name in names_in(body) or _asks(loop, name):
            return NOT_MINE
        rest = later[ahead + 2 :]
        if any(name in names_in(s) for s in rest) or _is_elsewhere(place, name, later):
            return self.refuse("used-behind", loop)
        head = place.statements[index]
        if has_comments(check) or has_comments(head.with_changes(leading_lines=[])):
            return NOT_MINE
        new: list[cst.BaseStatement] = [*later[:ahead], loop.with_changes(body=body)]
        lead = comments_in(lead_of(head))
        statements = [*place.statements[:index], *with_lead(new, lead), *rest]
        why = f"`{name}` only carries what is found to the check behind the loop."
        block = place.block.with_changes(body=statements)
        return Site(loop, why, block, tentative=True)


def _hands_back(check: cst.BaseStatement, name: str) -> bool:
    """``if name is not None: return name``."""
    if not isinstance(check, cst.If) or check.orelse is not None:
        return False
    test = core(check.test)
    if not isinstance(test, cst.Comparison) or len(test.comparisons) != 1:
        return False
    asked = test.comparisons[0]
    is_it = isinstance(test.left, cst.Name) and test.left.value == name
    if not is_it or not isinstance(asked.operator, cst.IsNot):
        return False
    if constant(asked.comparator) != (None,):
        return False
    lines = check.body.body
    small = single(lines[0]) if len(lines) == 1 else None
    value = small.value if isinstance(small, cst.Return) else None
    return isinstance(value, cst.Name) and value.value == name


def _asks(loop: cst.For | cst.While, name: str) -> bool:
    head: cst.CSTNode = loop.iter if isinstance(loop, cst.For) else loop.test
    return name in names_in(head)


def _is_elsewhere(place: Place, name: str, later: Sequence[cst.BaseStatement]) -> bool:
    """Whether the function speaks of a name outside of the block from here on."""
    here = sum(_counts(s, name) for s in later) + 1
    return _counts(function_of(place).body, name) > here


def _counts(node: cst.CSTNode, name: str) -> int:
    return sum(isinstance(n, cst.Name) and n.value == name for n in walk(node))


class _Finding:
    """Puts a return in the place of each value that a name is given before the loop is left."""

    def __init__(self, name: str) -> None:
        self.name = name

    def block(self, suite: cst.BaseSuite) -> cst.IndentedBlock | None:
        """The block with the returns; None where the name is set in another way."""
        if not isinstance(suite, cst.IndentedBlock):
            return None
        new: list[cst.BaseStatement] = []
        pending = list(suite.body)
        while pending:
            statement = pending.pop(0)
            value = self._given(statement)
            if value is not None and pending and isinstance(single(pending[0]), cst.Break):
                line = cst.SimpleStatementLine([cst.Return(value)])
                if has_comments(pending[0]) or getattr(statement, "trailing_whitespace").comment:
                    return None
                new.append(line.with_changes(leading_lines=lead_of(statement)))
                pending = pending[1:]
                continue
            if self.name in assigned_names(statement):
                inside = self._inside(statement)
                if inside is None:
                    return None
                statement = inside
            new.append(statement)
        return suite.with_changes(body=new)

    def _given(self, statement: cst.BaseStatement) -> cst.BaseExpression | None:
        small = single(statement)
        if not isinstance(small, cst.Assign) or len(small.targets) != 1:
            return None
        target = small.targets[0].target
        is_it = isinstance(target, cst.Name) and target.value == self.name
        return small.value if is_it and self.name not in names_in(small.value) else None

    def _inside(self, statement: cst.BaseStatement) -> cst.BaseStatement | None:
        """A statement that holds others, which set the name."""
        if not isinstance(statement, cst.If) or self.name in names_in(statement.test):
            return None
        body, other = statement.body, statement.orelse
        made: cst.BaseSuite | None = body
        if self.name in assigned_names(body):
            made = self.block(body)
        if other is not None and self.name in assigned_names(other):
            if isinstance(other, cst.If):
                found = self._inside(other)
                other = found if isinstance(found, cst.If) else None
            else:
                inner = self.block(other.body)
                other = None if inner is None else other.with_changes(body=inner)
            if other is None:
                return None
        return None if made is None else statement.with_changes(body=made, orelse=other)
