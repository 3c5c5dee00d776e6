"""A function as it is for one kind of its object: every question for the kind is answered.

Partial evaluation with one known value: tests of the kind become true or false, arms that cannot be
reached go, and what stood in the arm that is taken stands in place of the choice. (N. D. Jones,
C. K. Gomard, P. Sestoft, "Partial Evaluation and Automatic Program Generation", 1993, chapter 4.)
"""

from __future__ import annotations

import ast
from collections.abc import Collection, Hashable, Iterator, Sequence
from dataclasses import dataclass

import libcst as cst

from ..logic.conditions import text_of
from ..logic.walk import has_comments, walk

_TRUE, _FALSE = cst.Name("True"), cst.Name("False")
_EXITS = (cst.Return, cst.Raise, cst.Continue, cst.Break)


class CannotTell(Exception):
    """Something asks for the kind in a way that has no answer here."""


@dataclass(frozen=True, slots=True)
class Asked:
    """What holds the kind of an object.

    Attributes:
        this: how the function calls its object.
        attribute: the attribute with the kind.
    """

    this: str
    attribute: str

    def is_read(self, node: cst.CSTNode) -> bool:
        """Whether an expression reads the kind."""
        return (
            isinstance(node, cst.Attribute)
            and isinstance(node.value, cst.Name)
            and node.value.value == self.this
            and node.attr.value == self.attribute
        )

    def keys_of(self, test: cst.CSTNode) -> list[cst.BaseExpression] | None:
        """The kinds that a comparison asks for; None if it asks for anything else."""
        if not isinstance(test, cst.Comparison) or len(test.comparisons) != 1:
            return None
        sign, right = test.comparisons[0].operator, test.comparisons[0].comparator
        if isinstance(sign, cst.In | cst.NotIn):
            if not self.is_read(test.left) or not isinstance(right, cst.Tuple | cst.List | cst.Set):
                return None
            found = [e.value for e in right.elements]
        elif isinstance(sign, cst.Equal | cst.NotEqual | cst.Is | cst.IsNot):
            sides = [test.left, right]
            found = [s for s in sides if not self.is_read(s)]
            if len(found) != 1:
                return None
            if isinstance(sign, cst.Is | cst.IsNot) and not isinstance(found[0], cst.Attribute):
                return None
        else:
            return None
        return found if found and all(key_of(k) is not None for k in found) else None


def key_of(node: cst.BaseExpression) -> Hashable:
    """What tells one kind from another: a constant, or the member of an enum; None if it is
    neither.
    """
    if isinstance(node, cst.Attribute):
        owner = node.value
        plain = isinstance(owner, cst.Name) and owner.value[:1].isupper()
        return ("member", text_of(node)) if plain and node.attr.value.isupper() else None
    if not isinstance(node, cst.SimpleString | cst.ConcatenatedString | cst.Integer):
        return None
    try:
        value = ast.literal_eval(text_of(node))
    except (ValueError, SyntaxError):
        return None
    return (type(value).__name__, value)


def kinds_in(function: cst.FunctionDef, asked: Asked) -> Iterator[cst.BaseExpression]:
    """The kinds that a function chooses by, as they are written, in the order of the text; what it
    only tells whether it is so is no choice.
    """
    for node in walk(function.body):
        if isinstance(node, cst.Match) and asked.is_read(node.subject):
            for case in node.cases:
                yield from _pattern_keys(case.pattern) or ()
        elif isinstance(node, cst.If | cst.IfExp):
            for part in walk(node.test):
                yield from asked.keys_of(part) or ()


def asks(function: cst.FunctionDef, asked: Asked) -> bool:
    """Whether a function asks for the kind at all."""
    return any(asked.is_read(n) for n in walk(function.body))


def _pattern_keys(pattern: cst.MatchPattern) -> list[cst.BaseExpression] | None:
    """The kinds that a pattern lets in; None if it is no such pattern."""
    if isinstance(pattern, cst.MatchValue):
        return [pattern.value] if key_of(pattern.value) is not None else None
    if isinstance(pattern, cst.MatchOr):
        parts = [_pattern_keys(p.pattern) for p in pattern.patterns]
        return None if None in parts else [k for p in parts if p is not None for k in p]
    return None


def for_kind(
    function: cst.FunctionDef, asked: Asked, kind: Hashable, kinds: Collection[Hashable]
) -> cst.FunctionDef:
    """A function for objects of one kind.

    Args:
        function: it, as written.
        asked: what holds the kind.
        kind: one of ``kinds``; None for an object that is of none of them.
        kinds: all that are known.

    Raises:
        CannotTell: the kind is matched against something that is no kind.
    """
    reader = _Reader(asked, kind, frozenset(kinds))
    body = reader.suite(function.body)
    if isinstance(body, cst.IndentedBlock):
        body = body.with_changes(body=_handed_back(body.body))
    return function.with_changes(body=body)


def _handed_back(block: Sequence[cst.BaseStatement]) -> Sequence[cst.BaseStatement]:
    """A block that ends with what it hands back, where that has a name for one line only."""
    value, name = _set_by(block[-2]) if len(block) > 1 else (None, "")
    last = block[-1]
    if value is None or not isinstance(last, cst.SimpleStatementLine) or last.leading_lines:
        return block
    returned = last.body[0]
    if not isinstance(returned, cst.Return) or not isinstance(returned.value, cst.Name):
        return block
    if returned.value.value != name or len(last.body) > 1 or last.trailing_whitespace.comment:
        return block
    returned = returned.with_changes(value=value)
    return [*block[:-2], block[-2].with_changes(body=[returned])]


def _set_by(node: cst.BaseStatement) -> tuple[cst.BaseExpression | None, str]:
    """The value that a line gives to one name, and the name."""
    only = (
        node.body[0] if isinstance(node, cst.SimpleStatementLine) and len(node.body) == 1 else None
    )
    if not isinstance(only, cst.Assign) or len(only.targets) > 1:
        return None, ""
    target = only.targets[0].target
    return (only.value, target.value) if isinstance(target, cst.Name) else (None, "")


class _Reader:
    """Reads the statements of a function for one kind."""

    def __init__(self, asked: Asked, kind: Hashable, kinds: Collection[Hashable]) -> None:
        self._asked, self._kind, self._kinds = asked, kind, kinds
        self._answers = _Answers(self._decided)

    def _decided(self, test: cst.BaseExpression) -> bool | None:
        keys = self._asked.keys_of(test)
        if keys is None or not {key_of(k) for k in keys} <= set(self._kinds):
            return None
        assert isinstance(test, cst.Comparison)
        opposite = isinstance(test.comparisons[0].operator, cst.NotEqual | cst.IsNot | cst.NotIn)
        return (self._kind in {key_of(k) for k in keys}) is not opposite

    def suite(self, suite: cst.BaseSuite) -> cst.BaseSuite:
        """A block with what is left of its statements."""
        left = self._left(suite)
        if isinstance(suite, cst.IndentedBlock):
            return suite.with_changes(body=left or [cst.SimpleStatementLine([cst.Pass()])])
        return cst.IndentedBlock(left or [cst.SimpleStatementLine([cst.Pass()])])

    def block(self, suite: cst.BaseSuite) -> list[cst.BaseStatement]:
        """The statements that are left of a block, for another place."""
        if isinstance(suite, cst.IndentedBlock) and any(e.comment for e in suite.footer):
            raise CannotTell  # a comment behind the last statement would lose its place
        return self._left(suite)

    def _left(self, suite: cst.BaseSuite) -> list[cst.BaseStatement]:
        """The statements up to the first that always leaves."""
        found: list[cst.BaseStatement] = []
        for statement in _lines(suite):
            found += self._statement(statement)
            if found and _leaves(found[-1]):
                break
        return [s for s in found if not _is_pass(s)]

    def _statement(self, node: cst.BaseStatement) -> list[cst.BaseStatement]:
        if isinstance(node, cst.If):
            return self._choice(node)
        if isinstance(node, cst.Match):
            return self._match(node)
        if isinstance(node, cst.While):
            test = self._test(node.test)
            if _is_word(test, "False") and node.orelse is None:
                return []
            return [node.with_changes(test=test, **self._blocks(node))]
        if isinstance(node, cst.For):
            return [node.with_changes(iter=self._value(node.iter), **self._blocks(node))]
        if isinstance(node, cst.With):
            return [node.with_changes(**self._blocks(node))]
        if isinstance(node, cst.Try | cst.TryStar):
            handlers = [h.with_changes(body=self.suite(h.body)) for h in node.handlers]
            return [node.with_changes(handlers=handlers, **self._blocks(node))]
        if isinstance(node, cst.SimpleStatementLine):
            return [self._value(node)]  # type: ignore[list-item]
        return [node]

    def _blocks(self, node: cst.CSTNode) -> dict[str, cst.CSTNode]:
        """The blocks of a statement as they are for the kind, by their fields."""
        found: dict[str, cst.CSTNode] = {"body": self.suite(node.body)}  # type: ignore[attr-defined]
        for field in ("orelse", "finalbody"):
            inner = getattr(node, field, None)
            if inner is not None:
                found[field] = inner.with_changes(body=self.suite(inner.body))
        return found

    def _choice(self, node: cst.If) -> list[cst.BaseStatement]:
        test = self._test(node.test)
        if _is_word(test, "True"):
            return _behind_comments(node, self.block(node.body))
        rest: list[cst.BaseStatement] = []
        if isinstance(node.orelse, cst.Else):
            rest = _behind_comments(node.orelse, self.block(node.orelse.body))
        elif node.orelse is not None:
            rest = self._choice(node.orelse)
        if _is_word(test, "False"):
            return _behind_comments(node, rest, header=False)
        orelse: cst.If | cst.Else | None = None
        if len(rest) == 1 and isinstance(rest[0], cst.If) and isinstance(node.orelse, cst.If):
            orelse = rest[0]
        elif rest:
            orelse = cst.Else(cst.IndentedBlock(rest))
        return [node.with_changes(test=test, body=self.suite(node.body), orelse=orelse)]

    def _match(self, node: cst.Match) -> list[cst.BaseStatement]:
        if not self._asked.is_read(node.subject):
            cases = [c.with_changes(body=self.suite(c.body)) for c in node.cases]
            return [node.with_changes(cases=cases)]
        for case in node.cases:
            keys = _pattern_keys(case.pattern)
            anything = isinstance(case.pattern, cst.MatchAs) and case.pattern.pattern is None
            named = isinstance(case.pattern, cst.MatchAs) and case.pattern.name is not None
            if case.guard is not None or (keys is None and not anything) or named:
                raise CannotTell
            if anything or self._kind in {key_of(k) for k in keys or ()}:
                first = [*node.leading_lines, *case.leading_lines]
                return _behind(first, self.block(case.body))
        return _behind(node.leading_lines, [])

    def _value(self, node: cst.CSTNode) -> cst.CSTNode:
        found = node.visit(self._answers)
        assert isinstance(found, cst.CSTNode)
        return found

    def _test(self, test: cst.BaseExpression) -> cst.BaseExpression:
        found = self._value(test)
        assert isinstance(found, cst.BaseExpression)
        return _as_condition(found)


class _Answers(cst.CSTTransformer):
    """Puts answers in the place of questions, inside of expressions."""

    def __init__(self, decided: object) -> None:
        super().__init__()
        self._decided = decided

    def visit_Lambda(self, node: cst.Lambda) -> bool:
        return False

    def leave_Comparison(
        self, original_node: cst.Comparison, updated_node: cst.Comparison
    ) -> cst.BaseExpression:
        answer = self._decided(original_node)  # type: ignore[operator]
        return updated_node if answer is None else _TRUE if answer else _FALSE

    def leave_UnaryOperation(
        self, original_node: cst.UnaryOperation, updated_node: cst.UnaryOperation
    ) -> cst.BaseExpression:
        if isinstance(updated_node.operator, cst.Not):
            if _is_word(updated_node.expression, "True"):
                return _FALSE
            if _is_word(updated_node.expression, "False"):
                return _TRUE
        return updated_node

    def leave_BooleanOperation(
        self, original_node: cst.BooleanOperation, updated_node: cst.BooleanOperation
    ) -> cst.BaseExpression:
        left, right = updated_node.left, updated_node.right
        is_and = isinstance(updated_node.operator, cst.And)
        if _is_word(left, "True" if is_and else "False"):
            return _in_place(updated_node, right)
        if _is_word(left, "False" if is_and else "True"):
            return left
        return updated_node

    def leave_IfExp(self, original_node: cst.IfExp, updated_node: cst.IfExp) -> cst.BaseExpression:
        test = _as_condition(updated_node.test)
        if _is_word(test, "True"):
            return _in_place(updated_node, updated_node.body)
        if _is_word(test, "False"):
            return _in_place(updated_node, updated_node.orelse)
        return updated_node.with_changes(test=test)


def _as_condition(test: cst.BaseExpression) -> cst.BaseExpression:
    """A condition without a last operand that says nothing; only its truth counts."""
    while isinstance(test, cst.BooleanOperation):
        idle = "True" if isinstance(test.operator, cst.And) else "False"
        if not _is_word(test.right, idle):
            return test
        test = _in_place(test, test.left)
    return test


def _in_place(around: cst.BaseExpression, inner: cst.BaseExpression) -> cst.BaseExpression:
    """A part of an expression where the whole stood, in its parentheses if it has none."""
    if getattr(inner, "lpar", ()) or not getattr(around, "lpar", ()):
        return inner
    simple = isinstance(
        inner, cst.Name | cst.Attribute | cst.Call | cst.BaseNumber | cst.BaseString
    )
    return inner if simple else inner.with_changes(lpar=around.lpar, rpar=around.rpar)


def _is_word(node: cst.CSTNode, word: str) -> bool:
    return isinstance(node, cst.Name) and node.value == word


def _lines(suite: cst.BaseSuite) -> list[cst.BaseStatement]:
    if isinstance(suite, cst.IndentedBlock):
        return [s for s in suite.body if isinstance(s, cst.BaseStatement)]
    assert isinstance(suite, cst.SimpleStatementSuite)
    return [cst.SimpleStatementLine([s]) for s in suite.body]


def _is_pass(node: cst.BaseStatement) -> bool:
    plain = isinstance(node, cst.SimpleStatementLine) and isinstance(node.body[0], cst.Pass)
    return plain and not has_comments(node)


def _leaves(node: cst.BaseStatement) -> bool:
    if isinstance(node, cst.SimpleStatementLine):
        return isinstance(node.body[-1], _EXITS)
    if isinstance(node, cst.If) and node.orelse is not None:
        rest = node.orelse if isinstance(node.orelse, cst.If) else _lines(node.orelse.body)[-1]
        return _leaves(_lines(node.body)[-1]) and _leaves(rest)
    return False


def _behind_comments(
    node: cst.If | cst.Else, body: list[cst.BaseStatement], *, header: bool = True
) -> list[cst.BaseStatement]:
    """What stands in place of a choice, behind the comments that stood above it or in its head."""
    lines = list(node.leading_lines)
    suite = node.body
    if header and isinstance(suite, cst.IndentedBlock) and suite.header.comment is not None:
        lines.append(cst.EmptyLine(comment=suite.header.comment))
    return _behind(lines, body)


def _behind(
    lines: Sequence[cst.EmptyLine], body: list[cst.BaseStatement]
) -> list[cst.BaseStatement]:
    if not body:
        return body
    first = body[0]
    lead = [*lines, *getattr(first, "leading_lines", ())]
    return [first.with_changes(leading_lines=lead), *body[1:]]
