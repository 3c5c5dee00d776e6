"""Code as it is where some conditions are known: decided branches gone, the rest as it was.

This is partial evaluation of the conditions only: N. D. Jones, C. K. Gomard, P. Sestoft,
"Partial Evaluation and Automatic Program Generation", Prentice Hall 1993.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence

import libcst as cst

from .conditions import bare, core, in_parentheses, spans_lines
from .known import Known

_LEAVES = (cst.Return, cst.Raise, cst.Continue, cst.Break)


def reduced(condition: cst.BaseExpression, known: Known) -> cst.BaseExpression | bool:
    """What is left of a condition where some things are known: a shorter condition, or its
    answer.
    """
    answer = known.decide(condition)
    if answer is not None:
        return answer
    node = core(condition)
    if isinstance(node, cst.UnaryOperation) and isinstance(node.operator, cst.Not):
        inner = reduced(node.expression, known)
        return (
            condition
            if not isinstance(inner, bool) and inner is node.expression
            else _negated(inner)
        )
    if not isinstance(node, cst.BooleanOperation):
        return condition
    is_or = isinstance(node.operator, cst.Or)
    left, right = reduced(node.left, known), reduced(
        node.right, known.learning(node.left, not is_or)
    )
    if isinstance(left, bool):
        return left if left is is_or else _held_together(right, condition)
    if isinstance(right, bool):
        return condition if right is is_or else _held_together(bare(left), condition)
    if left is node.left and right is node.right:
        return condition
    return node.with_changes(left=left, right=right, lpar=condition.lpar, rpar=condition.rpar)


def _held_together(
    part: cst.BaseExpression | bool, condition: cst.BaseExpression
) -> cst.BaseExpression | bool:
    """What is left of a condition, in the parentheses that held its lines together."""
    if isinstance(part, bool) or part.lpar or not spans_lines(part):
        return part
    if not condition.lpar:
        return in_parentheses(part)
    return part.with_changes(lpar=condition.lpar, rpar=condition.rpar)


def _negated(inner: cst.BaseExpression | bool) -> cst.BaseExpression | bool:
    return not inner if isinstance(inner, bool) else cst.UnaryOperation(cst.Not(), inner)


def specialised(statements: Iterable[cst.BaseStatement], known: Known) -> list[cst.BaseStatement]:
    """The statements that run where something is known, up to the first exit."""
    found: list[cst.BaseStatement] = []
    for statement in statements:
        new, known = _one(statement, known)
        found += new
        if new and _leaves(new[-1]):
            break
    plain = [s for s in found if not _is_pass(s)]
    return plain


def _one(statement: cst.BaseStatement, known: Known) -> tuple[list[cst.BaseStatement], Known]:
    """A statement where something is known, and what is known after it."""
    if isinstance(statement, cst.If):
        return _if(statement, known)
    if isinstance(statement, cst.For | cst.While):
        inside = known.after(statement)
        if isinstance(statement, cst.While):
            test = reduced(statement.test, inside)
            asked = cst.Name(str(test)) if isinstance(test, bool) else test
            statement = statement.with_changes(test=asked)
        return [_with_suites(statement, inside)], inside
    if isinstance(statement, cst.With | cst.Try):
        return [_with_suites(statement, known, known.after(statement))], known.after(statement)
    if isinstance(statement, cst.SimpleStatementLine):
        line = statement.visit(_Choices(known))
        assert isinstance(line, cst.SimpleStatementLine)
        return [line], known.after(line)
    return [statement], known.after(statement)


def _if(node: cst.If, known: Known) -> tuple[list[cst.BaseStatement], Known]:
    test = reduced(node.test, known)
    if isinstance(test, bool):
        taken: cst.If | cst.Else | None = node if test else node.orelse
        if isinstance(taken, cst.If) and taken is not node:
            return _if(
                taken.with_changes(leading_lines=[*node.leading_lines, *taken.leading_lines]), known
            )
        body = [] if taken is None else specialised(_statements(taken.body), known)
        after = known
        for statement in body:
            after = after.after(statement)
        return _led(body, node.leading_lines), after
    yes = specialised(_statements(node.body), known.learning(test, True))
    rest = _rest(node.orelse, known.learning(test, False))
    if not yes and rest is None:
        return [], known
    body = yes or [cst.SimpleStatementLine([cst.Pass()])]
    new = node.with_changes(test=test, body=_suite(node.body, body), orelse=rest)
    after = known.after(new)
    if rest is None and yes and _leaves(yes[-1]):
        after = known.learning(test, False)
    return [new], after


def _rest(node: cst.If | cst.Else | None, known: Known) -> cst.If | cst.Else | None:
    if node is None:
        return None
    if isinstance(node, cst.Else):
        body = specialised(_statements(node.body), known)
        return node.with_changes(body=_suite(node.body, body)) if body else None
    new, _ = _if(node, known)
    if not new:
        return None
    if len(new) == 1 and isinstance(new[0], cst.If):
        return new[0]
    return cst.Else(_suite(node.body, new))


def _with_suites(
    node: cst.BaseStatement, known: Known, later: Known | None = None
) -> cst.BaseStatement:
    """A compound statement with its suites specialised; handlers and the like by what is known
    later.
    """
    later = known if later is None else later
    changes: dict[str, object] = {"body": _inner(node.body, known)}  # type: ignore[attr-defined]
    for name in ("orelse", "finalbody"):
        part = getattr(node, name, None)
        if part is not None:
            changes[name] = part.with_changes(body=_inner(part.body, later))
    if isinstance(node, cst.Try):
        changes["handlers"] = [h.with_changes(body=_inner(h.body, later)) for h in node.handlers]
    return node.with_changes(**changes)


def _inner(suite: cst.BaseSuite, known: Known) -> cst.BaseSuite:
    return _suite(
        suite, specialised(_statements(suite), known) or [cst.SimpleStatementLine([cst.Pass()])]
    )


def _statements(suite: cst.BaseSuite) -> Sequence[cst.BaseStatement]:
    if isinstance(suite, cst.SimpleStatementSuite):
        return [cst.SimpleStatementLine(suite.body, trailing_whitespace=suite.trailing_whitespace)]
    assert isinstance(suite, cst.IndentedBlock)
    return suite.body


def _suite(old: cst.BaseSuite, statements: list[cst.BaseStatement]) -> cst.IndentedBlock:
    if isinstance(old, cst.IndentedBlock):
        return old.with_changes(body=statements)
    return cst.IndentedBlock(statements)


def _led(body: list[cst.BaseStatement], lead: Sequence[cst.EmptyLine]) -> list[cst.BaseStatement]:
    """Statements with the comments that stood above the if they come from."""
    comments = [line for line in lead if line.comment is not None]
    if not body or not comments:
        return body
    return [
        body[0].with_changes(leading_lines=[*comments, *getattr(body[0], "leading_lines", ())]),
        *body[1:],
    ]


def _leaves(statement: cst.BaseStatement) -> bool:
    return isinstance(statement, cst.SimpleStatementLine) and isinstance(
        statement.body[-1], _LEAVES
    )


def _is_pass(statement: cst.BaseStatement) -> bool:
    return isinstance(statement, cst.SimpleStatementLine) and all(
        isinstance(s, cst.Pass) for s in statement.body
    )


class _Choices(cst.CSTTransformer):
    """Conditional expressions whose condition is decided."""

    def __init__(self, known: Known) -> None:
        super().__init__()
        self.known = known

    def visit_Lambda(self, node: cst.Lambda) -> bool:
        return False

    def leave_IfExp(self, original_node: cst.IfExp, updated_node: cst.IfExp) -> cst.BaseExpression:
        answer = self.known.decide(original_node.test)
        if answer is None:
            return updated_node
        return updated_node.body if answer else updated_node.orelse
