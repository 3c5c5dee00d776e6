"""Returns put at the ends of all ways through a statement, with what they hand out.

The work of return-early: names that are set only to be handed out behind the statement are
replaced by their values at each of its ends.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import libcst as cst

from ..logic.assigned import assigned_names
from ..logic.conditions import constant, text_of
from ..logic.walk import has_comments, names_in
from .arms import single
from .blocks import comments_in, lead_of, leaves
from .places import Place

# A value of more characters stands better under its name than among others.
_SHORT = 16
Values = Mapping[str, cst.BaseExpression]


class Returns:
    """Puts returns at the ends of statements.

    Args:
        value: what the return behind the statement hands out.
        results: the names in it that the statement sets.
        bold: whether values may be made later than they were, which the judge has to decide on.

    Attributes:
        gained: assignments that became returns, less returns that hand out a name as before.
    """

    def __init__(
        self, value: cst.BaseExpression, results: frozenset[str], *, bold: bool = False
    ) -> None:
        self.value, self.results, self.bold = value, results, bold
        self.gained = 0

    def statement(self, node: cst.BaseStatement, values: Values) -> list[cst.BaseStatement] | None:
        """A statement with returns at its ends, and what has to stand behind it.

        Args:
            node: the statement.
            values: what names hold before it where no variable holds it any more.

        Returns:
            None where a name is worked on in a way that cannot be followed.
        """
        if isinstance(node, cst.If):
            return self._if(node, values)
        if isinstance(node, cst.Try):
            return self._try(node, values)
        if isinstance(node, cst.With):
            body = self.suite(node.body, values)
            return None if body is None else [node.with_changes(body=body)]
        if isinstance(node, cst.Match):
            return self._match(node, values)
        if isinstance(node, cst.For | cst.While):
            return self._loop(node, values)
        return None

    # -- what a way hands out

    def line(self, values: Values) -> cst.SimpleStatementLine:
        """The return of a way at whose end names hold some values."""
        value = put(self.value, values)
        self.gained += -1 if names_in(value) & self.results else bool(values)
        return cst.SimpleStatementLine([cst.Return(value)])

    # -- compound statements

    def _if(self, node: cst.If, values: Values) -> list[cst.BaseStatement] | None:
        chain = self._chain(node, values)
        if chain is None:
            return None
        new, complete = chain
        return [new] if complete else [new, self.line(values)]

    def _chain(self, node: cst.If, values: Values) -> tuple[cst.If, bool] | None:
        body = self.suite(node.body, values)
        if body is None:
            return None
        if node.orelse is None:
            return node.with_changes(body=body), False
        if isinstance(node.orelse, cst.If):
            rest = self._chain(node.orelse, values)
            return None if rest is None else (node.with_changes(body=body, orelse=rest[0]), rest[1])
        other = self.suite(node.orelse.body, values)
        if other is None:
            return None
        return node.with_changes(body=body, orelse=node.orelse.with_changes(body=other)), True

    def _try(self, node: cst.Try, values: Values) -> list[cst.BaseStatement] | None:
        if node.finalbody is not None and self.results & names_in(node.finalbody):
            return None
        body: cst.BaseSuite | None = node.body
        other = node.orelse
        if other is None:
            body = self.suite(node.body, values)
        else:
            after = _without(values, assigned_names(node.body))
            last = self.suite(other.body, after)
            other = None if last is None else other.with_changes(body=last)
            body = None if last is None else body
        # Which of its assignments the body came to before it failed, a handler cannot know.
        unknown = self.results & assigned_names(node.body)
        handlers = []
        for handler in node.handlers:
            new = self.suite(handler.body, values)
            if new is None or (unknown and not _sets_all(handler.body, unknown)):
                return None
            handlers.append(handler.with_changes(body=new))
        if body is None or (node.orelse is not None and other is None):
            return None
        return [node.with_changes(body=body, orelse=other, handlers=handlers)]

    def _match(self, node: cst.Match, values: Values) -> list[cst.BaseStatement] | None:
        cases = []
        for case in node.cases:
            body = self.suite(case.body, values)
            if body is None:
                return None
            cases.append(case.with_changes(body=body))
        new = node.with_changes(cases=cases)
        last = node.cases[-1]
        pattern = last.pattern
        open_end = isinstance(pattern, cst.MatchAs) and pattern.pattern is None
        return [new] if open_end and last.guard is None else [new, self.line(values)]

    def _loop(self, node: cst.For | cst.While, values: Values) -> list[cst.BaseStatement] | None:
        """A search: what is set right before the loop is left returns there."""
        breaks = _Breaks(self, values)
        body = node.body.visit(breaks)
        if breaks.failed or not isinstance(body, cst.BaseSuite):
            return None
        if self.results & assigned_names(body):
            return None
        new = node.with_changes(body=body)
        if node.orelse is None:
            return [new, self.line(values)]
        if breaks.left:
            return None
        other = self.suite(node.orelse.body, values)
        if other is None:
            return None
        rest = other.body if isinstance(other, cst.IndentedBlock) else None
        if rest is None:
            return None
        return [new.with_changes(orelse=None), *rest]

    # -- blocks

    def suite(self, suite: cst.BaseSuite, values: Values) -> cst.BaseSuite | None:
        """A suite all of whose ends return."""
        if leaves(suite):
            return suite
        if isinstance(suite, cst.SimpleStatementSuite):
            name, value = _assignment(cst.SimpleStatementLine(suite.body))
            if name in self.results and value is not None:
                self.gained += 1
                line = self.line({**values, name: value})
                return suite.with_changes(body=line.body)
            lines = [cst.SimpleStatementLine([s]) for s in suite.body]
            suite = cst.IndentedBlock(lines, header=suite.trailing_whitespace)
        assert isinstance(suite, cst.IndentedBlock)
        body = self.block(suite.body, values)
        return None if body is None else suite.with_changes(body=body)

    def block(
        self, statements: Sequence[cst.BaseStatement], values: Values
    ) -> list[cst.BaseStatement] | None:
        """Statements all of whose ends return."""
        kept, held, waiting = self.settled(statements, values)
        last = kept[-1] if kept else None
        worked = any(self.results & assigned_names(s) for s in kept[:-1])
        if not worked and isinstance(
            last, cst.If | cst.Try | cst.With | cst.Match | cst.For | cst.While
        ):
            if self.results & assigned_names(last) or leaves(cst.IndentedBlock([last])):
                new = self.statement(last, held)
                if new is None:
                    if not isinstance(last, cst.For | cst.While | cst.If):
                        return None
                    return [
                        *kept,
                        self._led(self.line(_without(held, assigned_names(last))), waiting),
                    ]
                return [*kept[:-1], *new]
        kept = [s for s in kept if not _is_pass(s)] if len(kept) == 1 else kept
        line, end = self.line(held), statements[-1]
        if isinstance(end, cst.SimpleStatementLine) and _assignment(end)[0] in held:
            # The return stands where the result was set last, with the comment beside that.
            own = len(comments_in(lead_of(end))) + bool(end.trailing_whitespace.comment)
            waiting = waiting[: len(waiting) - own]
            line = end.with_changes(body=line.body)
        return [*kept, self._led(line, waiting)]

    def settled(
        self, statements: Sequence[cst.BaseStatement], values: Values
    ) -> tuple[list[cst.BaseStatement], dict[str, cst.BaseExpression], list[cst.EmptyLine]]:
        """What is left of statements without those that only set results; what the results hold
        then; and comments that have lost their statement.
        """
        held = dict(values)
        kept: list[cst.BaseStatement] = []
        waiting: list[cst.EmptyLine] = []
        for number, statement in enumerate(statements):
            name, value = _assignment(statement)
            rest = statements[number + 1 :]
            if name in self.results and value is not None and self._movable(name, value, rest):
                self.gained += 1
                held[name] = value
                behind = statement.trailing_whitespace.comment  # type: ignore[attr-defined]
                lines = [*comments_in(lead_of(statement))]
                waiting += [*lines, *([cst.EmptyLine(comment=behind)] if behind else [])]
                continue
            for gone in self.results & assigned_names(statement):
                if not rest and isinstance(statement, cst.BaseCompoundStatement):
                    continue  # its own ways are followed
                held.pop(gone, None)
            kept.append(self._led(statement, waiting))
            waiting = []
        return kept, held, waiting

    def _movable(
        self, name: str, value: cst.BaseExpression, rest: Sequence[cst.BaseStatement]
    ) -> bool:
        """Whether a value may as well be made at the end of what follows."""
        if any(name in names_in(s) - _set_first(s) for s in rest):
            return False
        if constant(value) is not None:
            return True
        used = names_in(value)
        if isinstance(self.value, cst.Tuple) and len(text_of(value)) > _SHORT:
            return False  # its name says which part of what is handed out it is
        if text_of(self.value).count(name) > 1 or any(
            name in names_in(v) for v in self._others(rest)
        ):
            return False  # it would be made twice
        if self.bold and not any(used & assigned_names(s) for s in rest):
            return True
        simple = [_assignment(s) for s in rest]
        return all(
            n in self.results and v is not None and constant(v) is not None for n, v in simple
        )

    @staticmethod
    def _others(rest: Sequence[cst.BaseStatement]) -> list[cst.BaseExpression]:
        return [v for _, v in map(_assignment, rest) if v is not None]

    @staticmethod
    def _led(statement: cst.BaseStatement, waiting: Sequence[cst.EmptyLine]) -> cst.BaseStatement:
        if not waiting:
            return statement
        return statement.with_changes(leading_lines=[*waiting, *lead_of(statement)])


def put(value: cst.BaseExpression, values: Values) -> cst.BaseExpression:
    """An expression with values in place of names."""
    found = value.visit(Put(values))
    assert isinstance(found, cst.BaseExpression)
    return found


def constant_at(place: Place, index: int, name: str) -> cst.BaseExpression | None:
    """The constant that a name holds for sure at a statement; None if it may hold something else.

    Looked for is the statement that gives it, in a block around, and anything between that sets
    the name.
    """
    for node, _, at in reversed((*place.trail, (place.block, "body", index))):
        if isinstance(node, cst.IndentedBlock):
            for statement in reversed(node.body[: at or 0]):
                if name in assigned_names(statement):
                    target, value = _assignment(statement)
                    known = target == name and value is not None and constant(value) is not None
                    return value if known else None
        elif isinstance(node, cst.For | cst.While | cst.Try | cst.FunctionDef):
            # Another round, or what was done before it failed, may have set it.
            if name in assigned_names(node):
                return None
    return None


class Put(cst.CSTTransformer):
    """Puts values in place of names."""

    def __init__(self, values: Values) -> None:
        super().__init__()
        self.values = values

    def leave_Name(self, original_node: cst.Name, updated_node: cst.Name) -> cst.BaseExpression:
        """The value of a name, in parentheses where it needs them."""
        value = self.values.get(updated_node.value)
        if value is None:
            return updated_node
        bare = isinstance(value, cst.Tuple | cst.IfExp | cst.Lambda | cst.Yield) and not value.lpar
        if bare and isinstance(value, cst.Tuple):
            return value.with_changes(lpar=[cst.LeftParen()], rpar=[cst.RightParen()])
        return value

    def leave_Attribute(
        self, original_node: cst.Attribute, updated_node: cst.Attribute
    ) -> cst.BaseExpression:
        """The name of an attribute is no name of the function."""
        return updated_node.with_changes(attr=original_node.attr)

    def leave_Arg(self, original_node: cst.Arg, updated_node: cst.Arg) -> cst.Arg:
        """Nor is the name by which an argument is given."""
        return updated_node.with_changes(keyword=original_node.keyword)


class _Breaks(cst.CSTTransformer):
    """Turns ``result = x; break`` at the end of a block of a loop into ``return x``."""

    def __init__(self, work: Returns, values: Values) -> None:
        super().__init__()
        self.work, self.values = work, values
        self.failed = False
        self.left = 0  # breaks that stay
        self._loops = 0

    def visit_For(self, node: cst.For) -> bool:
        return self._inner(node)

    def visit_While(self, node: cst.While) -> bool:
        return self._inner(node)

    def _inner(self, node: cst.For | cst.While) -> bool:
        self.failed = self.failed or bool(self.work.results & assigned_names(node))
        return False

    def visit_FunctionDef(self, node: cst.FunctionDef) -> bool:
        return False

    def leave_IndentedBlock(
        self, original_node: cst.IndentedBlock, updated_node: cst.IndentedBlock
    ) -> cst.IndentedBlock:
        if not updated_node.body or not isinstance(single(updated_node.body[-1]), cst.Break):
            return updated_node
        *head, leaving = updated_node.body
        kept, held, waiting = self.work.settled(head, self.values)
        if len(kept) == len(head) or has_comments(leaving):
            self.left += 1
            return updated_node
        return updated_node.with_changes(
            body=[*kept, self.work._led(self.work.line(held), waiting)]
        )


def _assignment(statement: cst.CSTNode) -> tuple[str, cst.BaseExpression | None]:
    """The name and value of a statement that gives one name a value, else an empty name."""
    small = single(statement)
    if not isinstance(small, cst.Assign) or len(small.targets) != 1:
        return "", None
    target = small.targets[0].target
    return (target.value, small.value) if isinstance(target, cst.Name) else ("", None)


def _set_first(statement: cst.CSTNode) -> frozenset[str]:
    """The name that a statement sets without reading it."""
    name, value = _assignment(statement)
    return frozenset({name}) if value is not None and name not in names_in(value) else frozenset()


def _sets_all(suite: cst.BaseSuite, names: frozenset[str]) -> bool:
    """Whether a suite leaves, or plainly sets all of some names."""
    if leaves(suite):
        return True
    body = suite.body if isinstance(suite, cst.IndentedBlock) else [suite]
    return names <= frozenset().union(*(_set_first(s) for s in body))


def _without(values: Values, names: frozenset[str]) -> dict[str, cst.BaseExpression]:
    return {n: v for n, v in values.items() if n not in names}


def _is_pass(statement: cst.BaseStatement) -> bool:
    return isinstance(single(statement), cst.Pass) and not has_comments(statement)
