"""The opposite of a condition, in the form with the fewest ``not``.

Only the truth of the result counts, as after ``if``. Line breaks, comments and parentheses
inside the condition stay where the author put them.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import libcst as cst

from .conditions import squeezed
from .knowledge import ORDERS, Knowledge, looks_plain
from .walk import walk

_OPPOSITE: dict[type[cst.BaseCompOp], type[cst.BaseCompOp]] = {
    cst.Equal: cst.NotEqual,
    cst.NotEqual: cst.Equal,
    cst.Is: cst.IsNot,
    cst.IsNot: cst.Is,
    cst.In: cst.NotIn,
    cst.NotIn: cst.In,
    cst.LessThan: cst.GreaterThanEqual,
    cst.GreaterThanEqual: cst.LessThan,
    cst.GreaterThan: cst.LessThanEqual,
    cst.LessThanEqual: cst.GreaterThan,
}
# Parentheses around these, behind a `not`, only served the `not`.
_SERVED = (cst.BooleanOperation, cst.Comparison, cst.BinaryOperation)
_NEEDS_PARENTHESES = (cst.BooleanOperation, cst.IfExp, cst.Lambda, cst.NamedExpr, cst.Yield)


@dataclass(frozen=True, slots=True)
class Negation:
    """How conditions are turned round.

    Attributes:
        knowledge: what the function's text says about its values.
        strict: keep ``not a < b`` unless the order of the operands is known to be total.
    """

    knowledge: Knowledge
    strict: bool = False

    def of(self, condition: cst.BaseExpression) -> cst.BaseExpression:
        """The opposite condition.

        Of ``not (a and b)`` and ``not a or not b`` the one with fewer ``not`` is taken, the
        second if they have equally many.
        """
        if isinstance(condition, cst.UnaryOperation) and isinstance(condition.operator, cst.Not):
            return _bared(condition)
        if isinstance(condition, cst.Comparison):
            return self._comparison(condition)
        if isinstance(condition, cst.BooleanOperation):
            spread = self._spread(condition)
            wrapped = _wrapped(condition)
            return spread if _nots(spread) <= _nots(wrapped) else wrapped
        return _wrapped(condition)

    def _comparison(self, node: cst.Comparison) -> cst.BaseExpression:
        if len(node.comparisons) != 1:
            return _wrapped(node)
        target = node.comparisons[0]
        operator = target.operator
        if isinstance(operator, ORDERS) and not self._may_turn_order(node.left, target.comparator):
            return _wrapped(node)
        # `!=` is only the opposite of `==` by convention, which a strict proof may not rely on.
        if isinstance(operator, cst.Equal | cst.NotEqual) and self.strict:
            if not (
                self.knowledge.is_ordered(node.left)
                and self.knowledge.is_ordered(target.comparator)
            ):
                return _wrapped(node)
        turned = _of_emptiness(node) or target.with_changes(operator=_opposite(operator))
        return node.with_changes(comparisons=[turned])

    def _may_turn_order(self, left: cst.BaseExpression, right: cst.BaseExpression) -> bool:
        """Whether ``a < b`` may become ``a >= b``.

        Things that only know ``<`` exist, and heaps and sorts are full of them; so one operand has
        to look like a number or text, or to be compared elsewhere as these are; strictly, both have
        to be known as such.
        """
        known = [self.knowledge.is_ordered(left), self.knowledge.is_ordered(right)]
        if self.strict:
            return all(known)
        return any(
            k or looks_plain(side) or squeezed(side) in self.knowledge.measured
            for k, side in zip(known, (left, right), strict=True)
        )

    def _spread(self, node: cst.BooleanOperation) -> cst.BooleanOperation:
        """De Morgan: the operands negated, ``and`` and ``or`` exchanged."""
        turned = cst.Or if isinstance(node.operator, cst.And) else cst.And
        operator = turned(
            whitespace_before=_some_space(node.operator.whitespace_before),
            whitespace_after=_some_space(node.operator.whitespace_after),
        )
        left, right = self._operand(node.left, node), self._operand(node.right, node)
        if isinstance(operator, cst.And):
            left, right = _grouped(left), _grouped(right)
        else:
            left, right = _loosened(left, node.left), _loosened(right, node.right)
        return node.with_changes(left=left, operator=operator, right=right)

    def _operand(
        self, operand: cst.BaseExpression, parent: cst.BooleanOperation
    ) -> cst.BaseExpression:
        same = isinstance(operand, cst.BooleanOperation) and not operand.lpar
        if (
            same
            and isinstance(operand, cst.BooleanOperation)
            and isinstance(operand.operator, type(parent.operator))
        ):
            return self._spread(operand)  # one flat chain of the same operator stays one
        return self.of(operand)


def _of_emptiness(node: cst.Comparison) -> cst.ComparisonTarget | None:
    """The opposite of ``len(boats) > 0`` as one says it: that there are none, or that there are
    some.
    """
    called, target = node.left, node.comparisons[0]
    if not isinstance(called, cst.Call) or not isinstance(called.func, cst.Name):
        return None
    bound = target.comparator
    if called.func.value != "len" or not isinstance(bound, cst.Integer):
        return None
    asked = type(target.operator).__name__, bound.value
    turned: cst.BaseCompOp
    if asked in (("GreaterThan", "0"), ("GreaterThanEqual", "1")):
        turned = cst.Equal()
    elif asked in (("LessThanEqual", "0"), ("LessThan", "1"), ("Equal", "0")):
        turned = cst.GreaterThan()
    else:
        return None
    return target.with_changes(operator=turned, comparator=bound.with_changes(value="0"))


def _wrapped(node: cst.BaseExpression) -> cst.BaseExpression:
    """``not`` before the whole condition."""
    chain = (
        isinstance(node, cst.Comparison) and len(node.comparisons) > 1
    )  # valid without, but hard to read
    if (chain or isinstance(node, _NEEDS_PARENTHESES)) and not node.lpar:
        node = node.with_changes(lpar=[cst.LeftParen()], rpar=[cst.RightParen()])
    return cst.UnaryOperation(operator=cst.Not(), expression=node)


def _bared(node: cst.UnaryOperation) -> cst.BaseExpression:
    """What stood behind a ``not``, with the parentheses that were around the ``not``.

    Parentheses that only served the ``not`` go, unless a line break needs them.
    """
    inner = node.expression
    if node.lpar:
        inner = inner.with_changes(lpar=[*node.lpar, *inner.lpar], rpar=[*inner.rpar, *node.rpar])
    if len(inner.lpar) == 1 and isinstance(inner, _SERVED) and not _breaks_line(inner):
        return inner.with_changes(lpar=[], rpar=[])
    return inner


def _grouped(node: cst.BaseExpression) -> cst.BaseExpression:
    """An operand of ``and``: an ``or`` below it needs parentheses."""
    loose = isinstance(node, cst.BooleanOperation) and isinstance(node.operator, cst.Or)
    if (loose or isinstance(node, cst.IfExp | cst.Lambda | cst.NamedExpr)) and not node.lpar:
        return node.with_changes(lpar=[cst.LeftParen()], rpar=[cst.RightParen()])
    return node


def _loosened(node: cst.BaseExpression, was: cst.BaseExpression) -> cst.BaseExpression:
    """An operand of ``or``: parentheses that an ``or`` below ``and`` had needed may go."""
    if isinstance(node, cst.IfExp | cst.Lambda | cst.NamedExpr) and not node.lpar:
        return node.with_changes(lpar=[cst.LeftParen()], rpar=[cst.RightParen()])
    both = isinstance(node, cst.BooleanOperation) and isinstance(node.operator, cst.And)
    if both and isinstance(was, cst.UnaryOperation) and not node.lpar:
        return node.with_changes(lpar=[cst.LeftParen()], rpar=[cst.RightParen()])  # as they stood
    served = (
        isinstance(was, cst.BooleanOperation)
        and isinstance(was.operator, cst.Or)
        and len(was.lpar) == 1
    )
    if (
        served
        and len(node.lpar) == 1
        and isinstance(node, cst.BooleanOperation)
        and not _breaks_line(node)
    ):
        return node if isinstance(node.operator, cst.And) else node.with_changes(lpar=[], rpar=[])
    return node


def _breaks_line(node: cst.BaseExpression) -> bool:
    """Whether an expression spans lines, so that its parentheses carry the break."""
    return "\n" in _code(node) or "\r" in _code(node)


def _code(node: cst.CSTNode) -> str:
    return cst.Module([]).code_for_node(node)


def _nots(node: cst.BaseExpression) -> int:
    return sum(isinstance(n, cst.Not) for n in walk(node))


def _opposite(operator: Any) -> cst.BaseCompOp:
    """The opposite operator with the blanks of the old one."""
    turned: Any = _OPPOSITE[type(operator)]
    before, after = operator.whitespace_before, operator.whitespace_after
    return turned(whitespace_before=before, whitespace_after=after)  # type: ignore[no-any-return]


def _some_space(space: cst.BaseParenthesizableWhitespace) -> cst.BaseParenthesizableWhitespace:
    """At least one blank: ``(a)and(b)`` may lose the parentheses that made it valid."""
    return cst.SimpleWhitespace(" ") if space.empty else space
