"""A result that arms set and the function's end returns is returned where it is set.

Why it is safe: between setting the name and returning it nothing happens, so the value is the
same one. Where an arm leaves the name alone, it returns what the name held before.
"""

from __future__ import annotations

from dataclasses import dataclass

import libcst as cst

from ...logic.assigned import assigned_names
from ...logic.conditions import constant
from ...logic.walk import has_comments, names_in
from ..arms import arms_of, single
from ..blocks import comments_in, lead_of, leaves, statements_leave
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class ReturnEarly(Move):
    """Return a result where it is set."""

    name = "return-early"
    summary = "Return a result where it is set, without a variable for it."
    safe_because = "Nothing happens between setting the name and returning it."
    since = "0.1"
    climbs = True
    EXAMPLES = (
        Example(
            "a default and arms",
            """
            def toll(boat):
                fee = 0
                if boat.exempt:
                    log(boat)
                elif boat.kind == "tug":
                    fee = 180
                else:  # by length
                    fee = boat.length * 2
                return fee
            """,
            """
            def toll(boat):
                if boat.exempt:
                    log(boat)
                    return 0
                elif boat.kind == "tug":
                    return 180
                else:  # by length
                    return boat.length * 2
            """,
        ),
        Example(
            "an arm that is left out",
            """
            def advise(level: int, text):
                if level < 95:
                    text = "dry"  # the sill shows
                elif level > 220:
                    text = "flood"
                return text
            """,
            """
            def advise(level: int, text):
                if level < 95:
                    return "dry"  # the sill shows
                elif level > 220:
                    return "flood"
                return text
            """,
        ),
        Example(
            "an arm that works on its result",
            """
            def toll(boat):
                fee = 0
                if boat.kind == "barge":
                    fee = 240
                    if boat.cargo:
                        fee += 3 * boat.cargo
                elif boat.kind == "tug":
                    fee = 180
                else:
                    fee = 60
                return fee
            """,
            """
            def toll(boat):
                if boat.kind == "barge":
                    fee = 240
                    if boat.cargo:
                        fee += 3 * boat.cargo
                    return fee
                elif boat.kind == "tug":
                    return 180
                else:
                    return 60
            """,
        ),
        Example(
            "a search",
            """
            def berth_of(boat, berths):
                found = None
                for berth in berths:
                    if berth.boat is boat:
                        found = berth
                        break
                return found
            """,
            """
            def berth_of(boat, berths):
                for berth in berths:
                    if berth.boat is boat:
                        return berth
                return None
            """,
        ),
        Example(
            "protected",
            """
            def read(gauge):
                try:
                    level = gauge.read()
                except OSError:
                    level = None
                return level
            """,
            """
            def read(gauge):
                try:
                    return gauge.read()
                except OSError:
                    return None
            """,
        ),
    )
    REFUSALS = {
        "not-at-the-end": Refusal(
            "the result is worked on in the arms rather than chosen by them",
            """
            def toll(boat):
                fee = 0
                if boat.kind == "tug":
                    fee += 180
                return fee
            """,
        ),
        "name-is-shared": Refusal(
            "a nested function sees the result's name too",
            """
            def toll(boat):
                def more():
                    return fee + 1
                if boat.kind == "tug":
                    fee = 180
                else:
                    fee = 60
                return fee
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a compound statement followed by the return of a name that it sets."""
        node = place.statements[index]
        if index + 1 >= len(place.statements) or not isinstance(
            node, cst.If | cst.Try | cst.Match | cst.For
        ):
            return NOT_MINE
        last = place.statements[index + 1]
        small = single(last)
        if (
            not isinstance(small, cst.Return)
            or not isinstance(small.value, cst.Name)
            or has_comments(last)
        ):
            return NOT_MINE
        result = small.value.value
        if result not in assigned_names(node):
            return NOT_MINE
        if result in around.shared:
            return self.refuse("name-is-shared", node)
        default = _default(place, index, result)
        if default is None and isinstance(node, cst.If) and node.orelse is None:
            return NOT_MINE  # a value that is made anew under one condition
        work = _Returns(result, cst.Name(result) if default is None else default)
        new = work.through(node)
        if isinstance(node, cst.For) and not work.done:
            return NOT_MINE  # an accumulator
        if new is None or work.done <= work.worked:
            return self.refuse("not-at-the-end", node)
        return self._site(place, index, work, new)

    def _site(self, place: Place, index: int, work: _Returns, new: cst.BaseStatement) -> Site:
        head = list(place.statements[:index])
        rest: list[cst.BaseStatement] = []
        if not statements_leave([new]) and not _always_leaves(new):
            rest = [place.statements[index + 1].with_changes(body=[cst.Return(work.default)])]
        if not isinstance(work.default, cst.Name) or work.default.value != work.result:
            if work.result not in names_in(new) or not _reads_default(work.result, new):
                head, new = _without_default(head, new)
        body = [*head, new, *rest, *place.statements[index + 2 :]]
        why = f"`{work.result}` is only carried to the return; each way can return at once."
        return Site(place.statements[index], why, place.block.with_changes(body=body))


def _default(place: Place, index: int, result: str) -> cst.BaseExpression | None:
    """The constant that the statement before gives the result."""
    small = single(place.statements[index - 1]) if index else None
    if (
        not isinstance(small, cst.Assign)
        or len(small.targets) != 1
        or constant(small.value) is None
    ):
        return None
    target = small.targets[0].target
    return small.value if isinstance(target, cst.Name) and target.value == result else None


def _reads_default(result: str, node: cst.BaseStatement) -> bool:
    """Whether an arm may read the result before it sets it."""
    suites = [a.body for a in arms_of(node)] if isinstance(node, cst.If) else [node]
    if isinstance(node, cst.If) and any(
        a.test is not None and result in names_in(a.test) for a in arms_of(node)
    ):
        return True
    return any(result in names_in(s) and not _sets_first(result, s) for s in suites)


def _sets_first(result: str, suite: cst.CSTNode) -> bool:
    """Whether the first statement of a suite that mentions the result gives it a value of its
    own.
    """
    for statement in suite.body if isinstance(suite, cst.IndentedBlock) else ():
        small = single(statement)
        if result in names_in(statement):
            return isinstance(small, cst.Assign) and result not in names_in(small.value)
    return False


def _without_default(
    head: list[cst.BaseStatement], new: cst.BaseStatement
) -> tuple[list[cst.BaseStatement], cst.BaseStatement]:
    """The statements without the one that set the default; its comments and blank lines stay."""
    gone = head[-1]
    behind = gone.trailing_whitespace.comment if isinstance(gone, cst.SimpleStatementLine) else None
    lead = [
        *lead_of(gone),
        *([cst.EmptyLine(comment=behind)] if behind else []),
        *comments_in(lead_of(new)),
    ]
    return head[:-1], new.with_changes(leading_lines=lead)


@dataclass(slots=True)
class _Returns:
    """Puts returns in place of the last assignments of a statement."""

    result: str
    default: cst.BaseExpression
    done: int = 0
    worked: int = 0  # arms that work on the result before they hand it out

    def through(self, node: cst.BaseStatement) -> cst.BaseStatement | None:
        """The statement with returns at its ends, or None if the result is worked on inside."""
        if isinstance(node, cst.For):
            return self._search(node)
        if isinstance(node, cst.If):
            return self._if(node)
        if isinstance(node, cst.Try):
            return self._try(node)
        assert isinstance(node, cst.Match)
        cases = [(case, self.suite(case.body, falls=True)) for case in node.cases]
        if any(body is None for _, body in cases):
            return None
        return node.with_changes(cases=[case.with_changes(body=body) for case, body in cases])

    def _if(self, node: cst.If) -> cst.If | None:
        falls = node.orelse is None
        body = self.suite(node.body, falls=False)
        if body is None:
            return None
        if falls:
            return node.with_changes(body=body)
        if isinstance(node.orelse, cst.If):
            rest: cst.If | cst.Else | None = self._if(node.orelse)
        else:
            assert isinstance(node.orelse, cst.Else)
            other = self.suite(node.orelse.body, falls=False)
            rest = None if other is None else node.orelse.with_changes(body=other)
        return None if rest is None else node.with_changes(body=body, orelse=rest)

    def _try(self, node: cst.Try) -> cst.Try | None:
        if node.finalbody is not None and self.result in names_in(node.finalbody):
            return None
        body: cst.BaseSuite | None = node.body
        other = node.orelse
        if other is None:
            body = self.suite(node.body, falls=True)
        else:
            last = self.suite(other.body, falls=True)
            other = None if last is None else other.with_changes(body=last)
            body = None if last is None else body
        handlers = [(h, self.suite(h.body, falls=True)) for h in node.handlers]
        if body is None or any(h is None for _, h in handlers):
            return None
        return node.with_changes(
            body=body, orelse=other, handlers=[h.with_changes(body=b) for h, b in handlers]
        )

    def _search(self, node: cst.For) -> cst.For | None:
        """A loop that sets the result and breaks."""
        if node.orelse is not None:
            return None
        breaks = _Breaks(self)
        new = node.body.visit(breaks)
        if (
            breaks.failed
            or not isinstance(new, cst.BaseSuite)
            or self.result in assigned_names(new)
        ):
            return None
        return node.with_changes(body=new)

    def suite(self, suite: cst.BaseSuite, *, falls: bool) -> cst.BaseSuite | None:
        """A suite that returns the result at its end; ``falls`` lets it go on where it sets
        none.
        """
        if leaves(suite):
            return suite
        if isinstance(suite, cst.SimpleStatementSuite):
            value = self.value(suite.body[-1])
            if value is None:
                return suite if falls and self.result not in assigned_names(suite) else None
            return suite.with_changes(body=[*suite.body[:-1], cst.Return(value)])
        assert isinstance(suite, cst.IndentedBlock)
        *head, last = suite.body
        if any(self.result in assigned_names(s) for s in head):
            return self._with_work(suite)
        ended = self._last(last)
        if ended is None:
            if self.result in assigned_names(suite):
                return self._with_work(suite)
            if falls:
                return suite
            ended = [last, cst.SimpleStatementLine([cst.Return(self.default)])]
            if isinstance(last, cst.SimpleStatementLine) and all(
                isinstance(s, cst.Pass) for s in last.body
            ):
                ended = [last.with_changes(body=[cst.Return(self.default)])]
        return suite.with_changes(body=[*head, *ended])

    def _with_work(self, suite: cst.IndentedBlock) -> cst.IndentedBlock:
        """An arm that works on the result, and then hands it out."""
        self.worked += 1
        line = cst.SimpleStatementLine([cst.Return(cst.Name(self.result))])
        return suite.with_changes(body=[*suite.body, line])

    def _last(self, last: cst.BaseStatement) -> list[cst.BaseStatement] | None:
        if isinstance(last, cst.SimpleStatementLine):
            value = self.value(last.body[-1])
            return (
                None
                if value is None
                else [last.with_changes(body=[*last.body[:-1], cst.Return(value)])]
            )
        if not isinstance(last, cst.If | cst.Try | cst.Match) or self.result not in assigned_names(
            last
        ):
            return None
        new = self.through(last)
        if new is None:
            return None
        if statements_leave([new]) or _always_leaves(new):
            return [new]
        return [new, cst.SimpleStatementLine([cst.Return(self.default)])]

    def value(self, small: cst.CSTNode) -> cst.BaseExpression | None:
        """What a statement gives the result, if that is all it does."""
        if not isinstance(small, cst.Assign) or len(small.targets) != 1:
            return None
        target = small.targets[0].target
        if not isinstance(target, cst.Name) or target.value != self.result:
            return None
        self.done += 1
        return small.value


class _Breaks(cst.CSTTransformer):
    """Turns ``result = x; break`` at the end of a block of a loop into ``return x``."""

    def __init__(self, work: _Returns) -> None:
        super().__init__()
        self.work, self.failed = work, False

    def visit_For(self, node: cst.For) -> bool:
        self.failed = self.failed or self.work.result in assigned_names(node)
        return False

    def visit_While(self, node: cst.While) -> bool:
        self.failed = self.failed or self.work.result in assigned_names(node)
        return False

    def visit_FunctionDef(self, node: cst.FunctionDef) -> bool:
        return False

    def leave_IndentedBlock(
        self, original_node: cst.IndentedBlock, updated_node: cst.IndentedBlock
    ) -> cst.IndentedBlock:
        if len(updated_node.body) < 2 or not isinstance(single(updated_node.body[-1]), cst.Break):
            return updated_node
        *head, setting, leaving = updated_node.body
        value = self.work.value(single(setting) or setting)
        if value is None or has_comments(leaving):
            return updated_node
        assert isinstance(setting, cst.SimpleStatementLine)
        return updated_node.with_changes(
            body=[*head, setting.with_changes(body=[cst.Return(value)])]
        )


def _always_leaves(node: cst.BaseStatement) -> bool:
    """Whether a try leaves in all its ways, or a match has a case for all."""
    if isinstance(node, cst.Try):
        main = node.orelse.body if node.orelse is not None else node.body
        return leaves(main) and all(leaves(h.body) for h in node.handlers)
    if isinstance(node, cst.Match):
        last = node.cases[-1]
        open_end = (
            last.guard is None
            and isinstance(last.pattern, cst.MatchAs)
            and last.pattern.pattern is None
        )
        return open_end and all(leaves(c.body) for c in node.cases)
    return False
