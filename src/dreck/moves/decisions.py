"""The conditions of a function, each with what follows from it and the comments beside it."""

from __future__ import annotations

import ast
import re
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field, replace
from itertools import zip_longest

from ..naming.operands import phrase_of
from ..outline import FunctionNode, child_nodes
from .module_view import ModuleView, own_nodes


@dataclass(frozen=True, slots=True)
class Decision:
    """One condition.

    Attributes:
        condition: its tree.
        statement: the statement it stands in.
        role: ``test`` of an if or while, ``filter`` of a comprehension, ``operand`` of an ``and``
            or ``or``, or ``value`` of a conditional expression.
        arm, otherwise: the statements that run where it holds, and where not.
        comments: what comments beside it say.
        loop_target: the target of the loop that the arm can go on to the next round of.
        among_many: whether it is one of three operands or more.
        behind: what a comment says of what comes behind a guard, where it does not hold.
    """

    condition: ast.expr
    statement: ast.stmt
    role: str
    arm: list[ast.stmt] = field(default_factory=list)
    otherwise: list[ast.stmt] = field(default_factory=list)
    comments: tuple[str, ...] = ()
    loop_target: ast.expr | None = None
    among_many: bool = False
    behind: tuple[str, ...] = ()

    @property
    def atoms(self) -> int:
        """How many smallest conditions there are in it."""
        return atoms_of(self.condition)

    @property
    def line(self) -> int:
        """The line it starts on."""
        return self.condition.lineno


def atoms_of(node: ast.expr) -> int:
    """How many smallest conditions a condition is made of; a chained comparison counts once."""
    if isinstance(node, ast.BoolOp):
        return sum(map(atoms_of, node.values))
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
        return atoms_of(node.operand)
    return 1


def decisions_of(view: ModuleView, function: FunctionNode) -> Iterator[Decision]:
    """The conditions of a function in the order of the text, operands behind the whole."""
    yield from _in_block(view, function.body, None)


def _in_block(
    view: ModuleView, body: list[ast.stmt], loop: ast.expr | None, *, in_handler: bool = False
) -> Iterator[Decision]:
    for statement, following in zip_longest(body, body[1:]):
        found = _in_statement(view, statement, loop, in_handler=in_handler)
        yield from _with_behind(view, statement, following, found)


def _with_behind(
    view: ModuleView,
    statement: ast.stmt,
    following: ast.stmt | None,
    found: Iterable[Decision],
) -> Iterator[Decision]:
    """The conditions of a statement; that of a guard with the comment on what it guards."""
    for decision in found:
        if following is not None and _is_guard_of(statement, decision):
            decision = replace(decision, behind=_above(view, following))
        yield decision


def _in_statement(
    view: ModuleView,
    node: ast.stmt,
    loop: ast.expr | None,
    *,
    in_handler: bool,
    is_elif: bool = False,
) -> Iterator[Decision]:
    # What is raised behind an exception says more of that one than of the condition.
    if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
        return
    if isinstance(node, ast.If):
        comments = _beside(view, node, node.test)
        arm = [] if in_handler and isinstance(node.body[-1], ast.Raise) else node.body
        otherwise = [] if in_handler or is_elif else node.orelse
        yield Decision(node.test, node, "test", arm, otherwise, comments, loop)
        yield from _operands(view, node.test, node)
    elif isinstance(node, ast.While):
        yield Decision(node.test, node, "test", [], [], _beside(view, node, node.test))
        yield from _operands(view, node.test, node)
    yield from _in_expressions(view, node)
    inner = (
        node.target
        if isinstance(node, ast.For | ast.AsyncFor)
        else None if isinstance(node, ast.While) else loop
    )
    for part in ("body", "handlers", "cases", "orelse", "finalbody"):
        block = getattr(node, part, [])
        children = block if isinstance(block, list) else []
        for child, following in zip_longest(children, children[1:]):
            target = loop if part == "orelse" else inner
            if isinstance(child, ast.stmt):
                chained = (
                    part == "orelse"
                    and isinstance(node, ast.If)
                    and child.col_offset == node.col_offset
                )
                found = _in_statement(view, child, target, in_handler=in_handler, is_elif=chained)
                yield from _with_behind(view, child, following, found)
            else:
                yield from _in_block(
                    view,
                    child.body,
                    target,
                    in_handler=in_handler or isinstance(child, ast.ExceptHandler),
                )


def _in_expressions(view: ModuleView, statement: ast.stmt) -> Iterator[Decision]:
    """The conditions inside the expressions of one statement."""
    tests = (
        {id(getattr(statement, "test", None))}
        if isinstance(statement, ast.If | ast.While)
        else set()
    )
    pending: list[ast.AST] = [
        c
        for c in child_nodes(statement)
        if isinstance(c, ast.expr | ast.withitem | ast.keyword) and id(c) not in tests
    ]
    while pending:
        node = pending.pop(0)
        if isinstance(node, ast.Lambda):
            continue
        if isinstance(node, ast.IfExp):
            yield Decision(node.test, statement, "value")
        elif isinstance(node, ast.comprehension):
            yield from (Decision(c, statement, "filter") for c in node.ifs)
        elif isinstance(node, ast.BoolOp):
            yield from _operands(view, node, statement)
        pending = [*child_nodes(node), *pending]


def _operands(view: ModuleView, node: ast.expr, statement: ast.stmt) -> Iterator[Decision]:
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
        if isinstance(node.operand, ast.BoolOp):
            yield Decision(node.operand, statement, "operand")
        yield from _operands(view, node.operand, statement)
    elif isinstance(node, ast.BoolOp):
        many = len(node.values) > 2
        for operand, following in zip_longest(node.values, node.values[1:] if many else []):
            pair = None if following is None else _pair(view, node, operand, following)
            if pair is not None:
                yield Decision(
                    pair,
                    statement,
                    "operand",
                    comments=comments_of_operand(view, following, node),
                    among_many=True,
                )
            yield Decision(
                operand,
                statement,
                "operand",
                comments=comments_of_operand(view, operand, node),
                among_many=many,
            )
            yield from _operands(view, operand, statement)


def _pair(
    view: ModuleView, whole: ast.BoolOp, left: ast.expr, right: ast.expr
) -> ast.BoolOp | None:
    """Two neighbours as one operand, where together they are the two bounds of something."""
    pair = ast.BoolOp(whole.op, [left, right])
    found = (
        phrase_of(pair)
        if isinstance(left, ast.Compare) and isinstance(right, ast.Compare)
        else None
    )
    if found is None or found.words[-1:] != ("range",):
        return None
    return _some_of(view, whole, [left, right])


def _some_of(view: ModuleView, whole: ast.BoolOp, operands: list[ast.expr]) -> ast.BoolOp | None:
    """Some operands in a row as one, with the parentheses that those at its ends stand in."""
    some = ast.copy_location(ast.BoolOp(whole.op, operands), operands[0])
    some.end_lineno, some.end_col_offset = operands[-1].end_lineno, operands[-1].end_col_offset
    start, end = view.offsets.span(some)
    opened = _OPENED.search(view.text, view.text.rfind("\n", 0, start) + 1, start)
    closed = _CLOSED.match(view.text, end)
    for before in _widths(opened.group()[::-1] if opened else "", "("):
        for behind in _widths(closed.group() if closed else "", ")"):
            try:
                text = view.text[start - before : end + behind]
                alone = ast.parse(f"({text})", mode="eval").body
            except SyntaxError:
                continue
            if ast.dump(alone) == ast.dump(some):
                some.col_offset -= before
                some.end_col_offset = (some.end_col_offset or 0) + behind
                return some
    return None


# Parentheses right before and behind a condition, on the same line.
_OPENED, _CLOSED = re.compile(r"(?:\([ \t]*)+\Z"), re.compile(r"(?:[ \t]*\))+")


def _widths(signs: str, parenthesis: str) -> list[int]:
    """How far none, one, two ... of some parentheses reach."""
    return [0, *(i + 1 for i, sign in enumerate(signs) if sign == parenthesis)]


def cuts_of(view: ModuleView, decision: Decision) -> Iterator[tuple[Decision, Decision]]:
    """An ``and`` of several operands as two conditions, for each place where it can be cut."""
    whole = decision.condition
    if not isinstance(whole, ast.BoolOp) or isinstance(whole.op, ast.Or):
        return
    for place in range(1, len(whole.values)):
        some = (whole.values[:place], whole.values[place:])
        both = [_some_of(view, whole, v) if len(v) > 1 else v[0] for v in some]
        if both[0] is not None and both[1] is not None:
            first, second = (
                Decision(b, decision.statement, "operand", among_many=True)
                for b in both
                if b is not None
            )
            yield first, second


def parts_of(view: ModuleView, decision: Decision) -> Iterator[Decision]:
    """Some operands in a row of a longer ``and`` or ``or``, each row as a condition of its own."""
    whole = decision.condition
    if not isinstance(whole, ast.BoolOp):
        return
    number = len(whole.values)
    for start in range(number):
        for stop in range(start + 2, number + 1):
            some = (
                _some_of(view, whole, whole.values[start:stop]) if stop - start < number else None
            )
            if some is not None:
                yield Decision(some, decision.statement, "operand", among_many=True)


def _is_guard_of(statement: ast.stmt, decision: Decision) -> bool:
    """Whether a statement leaves under a condition, and nothing else."""
    return (
        isinstance(statement, ast.If)
        and not statement.orelse
        and decision.condition is statement.test
        and isinstance(statement.body[-1], ast.Return | ast.Raise | ast.Continue | ast.Break)
    )


def _above(view: ModuleView, statement: ast.stmt) -> tuple[str, ...]:
    """The first line of comment right above a statement."""
    line, found = statement.lineno - 1, ""
    while view.comments.get(line, ("", False))[1]:
        found, line = view.comments[line][0], line - 1
    return (found,) if found else ()


def _beside(view: ModuleView, statement: ast.stmt, test: ast.expr) -> tuple[str, ...]:
    """The comment right above a statement, if it is one line, and the one behind its condition."""
    found = []
    above = view.comments.get(statement.lineno - 1)
    if (
        above is not None
        and above[1]
        and not view.comments.get(statement.lineno - 2, ("", False))[1]
    ):
        found.append(above[0])
    behind = view.comments.get(test.end_lineno or test.lineno)
    head = view.text[view.offsets.span(test)[1] :].split("#", 1)[0]
    if behind is not None and not behind[1] and ":" in head:
        found.insert(0, behind[0])
    return tuple(found)


def comments_of_operand(view: ModuleView, operand: ast.expr, whole: ast.expr) -> tuple[str, ...]:
    """Comments behind an operand that has its line to itself, or alone on the line above."""
    first, last = operand.lineno, operand.end_lineno or operand.lineno
    alone = [v for v in child_nodes(whole) if isinstance(v, ast.expr) and v is not operand]
    if any((v.end_lineno or v.lineno) >= first and v.lineno <= last for v in alone):
        return ()
    found = [
        view.comments[n][0]
        for n, own in ((last, False), (first - 1, True))
        if n in view.comments and view.comments[n][1] is own
    ]
    return tuple(found) if (whole.end_lineno or 0) > whole.lineno else ()


def is_in(node: ast.AST, function: FunctionNode) -> bool:
    """Whether a node is evaluated by a function itself."""
    return any(found is node for found in own_nodes(function))
