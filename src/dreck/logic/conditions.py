"""Conditions taken apart and put together."""

from __future__ import annotations

import functools
from collections.abc import Iterable, Iterator

import libcst as cst

# Expressions that need their parentheses somewhere: `()`, `(x for x in y)`, `(x := y)`, `(yield)`.
_KEEPS = (cst.Tuple, cst.GeneratorExp, cst.NamedExpr, cst.Yield)
_LOOSE = (cst.IfExp, cst.Lambda, cst.NamedExpr, cst.Yield)


@functools.lru_cache(maxsize=8192)
def text_of(node: cst.CSTNode) -> str:
    """The text of a node, without the blanks around it."""
    return cst.Module([]).code_for_node(node).strip()


def bare(node: cst.BaseExpression) -> cst.BaseExpression:
    """An expression without parentheses of its own, if it stands on one line."""
    if not node.lpar or isinstance(node, _KEEPS) or spans_lines(node):
        return node
    return node.with_changes(lpar=[], rpar=[])


def core(node: cst.BaseExpression) -> cst.BaseExpression:
    """An expression without parentheses of its own, to be looked at and not to be written."""
    return (
        node.with_changes(lpar=[], rpar=[]) if node.lpar and not isinstance(node, _KEEPS) else node
    )


def spans_lines(node: cst.CSTNode) -> bool:
    """Whether the text of a node has a line break, as in ``(a\\n or b)``."""
    text = text_of(node)
    return "\n" in text or "\r" in text


def in_parentheses(node: cst.BaseExpression) -> cst.BaseExpression:
    """The expression with parentheses around it, unless it has some."""
    return node if node.lpar else node.with_changes(lpar=[cst.LeftParen()], rpar=[cst.RightParen()])


def operands(
    node: cst.BaseExpression, operator: type[cst.BaseBooleanOp]
) -> Iterator[cst.BaseExpression]:
    """The operands of a chain of one operator, from left to right; a bracketed part counts as
    one.
    """
    if isinstance(node, cst.BooleanOperation) and isinstance(node.operator, operator):
        yield from operands(node.left, operator) if not node.left.lpar else (node.left,)
        yield from operands(node.right, operator) if not node.right.lpar else (node.right,)
    else:
        yield node


def chained(
    parts: Iterable[cst.BaseExpression], operator: type[cst.And] | type[cst.Or]
) -> cst.BaseExpression:
    """Operands joined by ``and`` or ``or``, with parentheses where they are needed."""
    result: cst.BaseExpression | None = None
    for part in parts:
        operand = _as_operand(part, operator)
        result = (
            operand
            if result is None
            else cst.BooleanOperation(left=result, operator=operator(), right=operand)
        )
    assert result is not None
    return result


def _as_operand(node: cst.BaseExpression, operator: type[cst.BaseBooleanOp]) -> cst.BaseExpression:
    if isinstance(node, _LOOSE):
        return in_parentheses(node)
    if isinstance(node, cst.BooleanOperation):
        if isinstance(node.operator, operator):
            return bare(_on_one_line(node))  # one flat chain
        # `a and b` inside `or` could do without, but reads better with
        return in_parentheses(node)
    return node


def _on_one_line(node: cst.BaseExpression) -> cst.BaseExpression:
    """A chain of ``and`` and ``or`` whose line breaks are only between its operands, without these;
    any other expression as it is.
    """
    if not spans_lines(node) or "#" in text_of(node):
        return node
    flat = _joined(node)
    return node if spans_lines(flat) else flat


def _joined(node: cst.BaseExpression) -> cst.BaseExpression:
    if not isinstance(node, cst.BooleanOperation):
        return node
    space = cst.SimpleWhitespace(" ")
    operator = node.operator.with_changes(whitespace_before=space, whitespace_after=space)
    return node.with_changes(
        left=_joined(node.left),
        operator=operator,
        right=_joined(node.right),
        lpar=[cst.LeftParen() for _ in node.lpar],
        rpar=[cst.RightParen() for _ in node.rpar],
    )


def over_lines(node: cst.BaseExpression, indent: str) -> cst.BaseExpression:
    """A chain of ``and`` or ``or`` in parentheses, each operand on a line of its own."""
    if not isinstance(node, cst.BooleanOperation) or spans_lines(node):
        return node
    return _broken(core(node), type(node.operator), indent).with_changes(
        lpar=[cst.LeftParen(whitespace_after=_line_break(indent))],
        rpar=[cst.RightParen(whitespace_before=_line_break(""))],
    )


def _broken(
    node: cst.BaseExpression, operator: type[cst.BaseBooleanOp], indent: str
) -> cst.BaseExpression:
    if (
        not isinstance(node, cst.BooleanOperation)
        or node.lpar
        or not isinstance(node.operator, operator)
    ):
        return node
    broken = node.operator.with_changes(
        whitespace_before=_line_break(indent), whitespace_after=cst.SimpleWhitespace(" ")
    )
    return node.with_changes(
        left=_broken(node.left, operator, indent),
        operator=broken,
        right=_broken(node.right, operator, indent),
    )


def _line_break(indent: str) -> cst.ParenthesizedWhitespace:
    return cst.ParenthesizedWhitespace(indent=True, last_line=cst.SimpleWhitespace(indent))


def atoms(node: cst.BaseExpression) -> Iterator[cst.BaseExpression]:
    """The smallest conditions inside a condition, from left to right."""
    if isinstance(node, cst.BooleanOperation):
        yield from atoms(node.left)
        yield from atoms(node.right)
    elif isinstance(node, cst.UnaryOperation) and isinstance(node.operator, cst.Not):
        yield from atoms(node.expression)
    else:
        yield node


def same(left: cst.CSTNode, right: cst.CSTNode) -> bool:
    """Whether two expressions have the same text but for blanks and outer parentheses."""
    return squeezed(left) == squeezed(right)


@functools.lru_cache(maxsize=8192)
def squeezed(node: cst.CSTNode) -> str:
    """The text of an expression without outer parentheses, on one line."""
    plain = core(node) if isinstance(node, cst.BaseExpression) else node
    return " ".join(text_of(plain).split())


def constant(node: cst.BaseExpression) -> tuple[object] | None:
    """The value of a literal in a tuple of one, or None if the expression is no literal."""
    node = core(node)
    if isinstance(node, cst.Name) and node.value in ("True", "False", "None"):
        return ({"True": True, "False": False, "None": None}[node.value],)
    if isinstance(node, cst.Integer | cst.Float | cst.Imaginary | cst.SimpleString):
        return (node.evaluated_value,)
    if isinstance(node, cst.UnaryOperation) and isinstance(node.operator, cst.Minus):
        inner = constant(node.expression)
        if (
            inner is not None
            and isinstance(inner[0], int | float)
            and not isinstance(inner[0], bool)
        ):
            return (-inner[0],)
    return None
