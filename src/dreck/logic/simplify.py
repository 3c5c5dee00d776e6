"""The same truth with fewer signs.

Only the truth of the result counts, as after ``if``. All rules keep the operands that remain in
their order, so that nothing is evaluated which was not before.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field, replace
from typing import TypeAlias

import libcst as cst

from .conditions import bare, chained, constant, core, operands, squeezed
from .known import Known, atom_of, elements_of, is_quiet, may_be_asked_again
from .negate import Negation
from .specialise import reduced
from .walk import walk

_UP = (cst.LessThan, cst.LessThanEqual)
_DOWN = (cst.GreaterThan, cst.GreaterThanEqual)
_MIRRORED: dict[type[cst.BaseCompOp], type[cst.BaseCompOp]] = {
    cst.LessThan: cst.GreaterThan,
    cst.LessThanEqual: cst.GreaterThanEqual,
    cst.GreaterThan: cst.LessThan,
    cst.GreaterThanEqual: cst.LessThanEqual,
}


_OPPOSITES = {"True": "False", "False": "True"}


@dataclass(frozen=True, slots=True)
class Simplify:
    """How conditions are shortened.

    Attributes:
        negation: how a condition is turned round.
        known: what holds at this place.
        bold: whether to take what is most likely, for the judge to decide on.
        handed_on: whether it is a value that is handed on, so that more than its truth counts: of
            an array each element may be meant.
        truths: whether what is compared with True is likely a bool, which the judge has to know.
    """

    negation: Negation
    known: Known = field(default_factory=Known)
    bold: bool = False
    handed_on: bool = False
    truths: bool = True

    def of(self, condition: cst.BaseExpression) -> cst.BaseExpression | None:
        """A shorter condition with the same truth, or None if there is none."""
        new = self._once(condition)
        while new is not None:
            further = self._once(new)
            if further is None:
                return new
            new = further
        return None

    def _once(self, node: cst.BaseExpression) -> cst.BaseExpression | None:
        rules: tuple[Callable[[cst.BaseExpression], cst.BaseExpression | None], ...]
        rules = (
            self._known,
            self._bool,
            self._not,
            self._against_truth,
            self._against_none,
            self._absorbed,
            self._implied,
            self._range,
            self._members,
            self._types,
            self._ends,
        )
        for rule in rules:
            found = rule(node)
            if found is not None:
                return found
        return self._inside(node)

    def _inside(self, node: cst.BaseExpression) -> cst.BaseExpression | None:
        """An operand that can be said shorter."""
        if isinstance(node, cst.BooleanOperation):
            inside = replace(self, known=Known())
            left = inside.of(node.left)
            right = None if left is not None else inside.of(node.right)
            if left is None and right is None:
                return None
            parts = [node.left if left is None else left, node.right if right is None else right]
            return _kept(node, _rejoined(node, parts, _kind(node)))
        if isinstance(node, cst.UnaryOperation) and isinstance(node.operator, cst.Not):
            inside = replace(self, known=Known())
            inner = inside.of(node.expression)
            return None if inner is None else self.negation.of(inner)
        return None

    def _known(self, node: cst.BaseExpression) -> cst.BaseExpression | None:
        """Operands that the way here has answered."""
        negated = isinstance(node, cst.UnaryOperation) and isinstance(node.operator, cst.Not)
        told = self.known.answers or self.known.held
        if not told or not (negated or isinstance(node, cst.BooleanOperation)):
            return None
        if not is_quiet(node) and (not self.bold or not may_be_asked_again(node)):
            return None
        found = reduced(node, self.known)
        return None if isinstance(found, bool) or found is node else found

    def _bool(self, node: cst.BaseExpression) -> cst.BaseExpression | None:
        """``bool(a)`` where only the truth counts."""
        if (
            not isinstance(node, cst.Call)
            or not isinstance(node.func, cst.Name)
            or node.func.value != "bool"
        ):
            return None
        if len(node.args) != 1 or node.args[0].keyword is not None or node.args[0].star:
            return None
        return node.args[0].value

    def _not(self, node: cst.BaseExpression) -> cst.BaseExpression | None:
        """``not not a``, ``not True``, ``not a == b``, and de Morgan where it saves a ``not``."""
        if not isinstance(node, cst.UnaryOperation) or not isinstance(node.operator, cst.Not):
            return None
        inner = core(node.expression)
        if isinstance(inner, cst.UnaryOperation) and isinstance(inner.operator, cst.Not):
            return inner.expression
        if isinstance(inner, cst.Name) and inner.value in _OPPOSITES:
            return cst.Name(_OPPOSITES[inner.value])
        if isinstance(inner, cst.Comparison):
            # Whoever wrote `not a < b` may have thought of NaN; one sign less is not worth the
            # doubt.
            strict = self.negation.strict or (_is_order(inner) and not self.bold)
            turned = Negation(self.negation.knowledge, strict).of(inner)
            return None if isinstance(turned, cst.UnaryOperation) else turned
        if isinstance(inner, cst.BooleanOperation):
            turned = bare(self.negation.of(node.expression))
            return (
                None
                if isinstance(turned, cst.UnaryOperation) or _signs(turned) >= _signs(node)
                else turned
            )
        return None

    def _against_truth(self, node: cst.BaseExpression) -> cst.BaseExpression | None:
        """``a == True`` where a is a bool."""
        if not isinstance(node, cst.Comparison) or len(node.comparisons) != 1:
            return None
        target = node.comparisons[0]
        value = constant(target.comparator)
        knowledge = self.negation.knowledge
        if value is None or not isinstance(value[0], bool):
            return None
        likely = self.bold and self.truths
        likely = likely and isinstance(core(node.left), cst.Attribute | cst.Call | cst.Name)
        if not likely and not knowledge.is_bool(core(node.left), strict=self.negation.strict):
            return None
        if not isinstance(target.operator, cst.Equal | cst.NotEqual | cst.Is | cst.IsNot):
            return None
        positive = isinstance(target.operator, cst.Equal | cst.Is) is value[0]
        return bare(node.left) if positive else self.negation.of(bare(node.left))

    def _against_none(self, node: cst.BaseExpression) -> cst.BaseExpression | None:
        """``a == None``, where nobody says otherwise what that means."""
        if not self.bold or self.handed_on:
            return None
        if not isinstance(node, cst.Comparison) or len(node.comparisons) != 1:
            return None
        target = node.comparisons[0]
        if not isinstance(target.operator, cst.Equal | cst.NotEqual):
            return None
        if not isinstance(target.comparator, cst.Name) or target.comparator.value != "None":
            return None
        sign = cst.Is() if isinstance(target.operator, cst.Equal) else cst.IsNot()
        return node.with_changes(comparisons=[target.with_changes(operator=sign)])

    def _absorbed(self, node: cst.BaseExpression) -> cst.BaseExpression | None:
        """``a and a``, ``a or (a and b)``: what was asked before need not be asked again."""
        if not isinstance(node, cst.BooleanOperation) or not is_quiet(node):
            return None
        operator = _kind(node)
        other = cst.And if operator is cst.Or else cst.Or
        parts = list(operands(core(node), operator))
        for number, part in enumerate(parts):
            before = {squeezed(p) for p in parts[:number]}
            inside = {squeezed(p) for p in operands(core(part), other)}
            if squeezed(part) in before or inside & before:
                left = parts[:number] + parts[number + 1 :]
                return _kept(node, chained(left, operator))
        return None

    def _implied(self, node: cst.BaseExpression) -> cst.BaseExpression | None:
        """``x > 0 and x >= 50``: a bound that another one says already."""
        if not self.bold or not isinstance(node, cst.BooleanOperation):
            return None
        parts = list(operands(node, _kind(node)))
        bounds = [_bound(p) for p in parts]
        for i, one in enumerate(bounds):
            for j, other in enumerate(bounds):
                if one is None or other is None or i == j or one[:2] != other[:2]:
                    continue
                if not _is_stricter(one, other):
                    continue
                gone = j if isinstance(node.operator, cst.And) else i
                left = [p for n, p in enumerate(parts) if n != gone]
                return _kept(node, chained(left, _kind(node)) if len(left) > 1 else bare(left[0]))
        return None

    def _range(self, node: cst.BaseExpression) -> cst.BaseExpression | None:
        """``a <= x and x < b`` where x is a plain name: asked once, in one chain."""
        if not isinstance(node, cst.BooleanOperation) or not isinstance(node.operator, cst.And):
            return None
        parts = list(operands(core(node), cst.And))
        for number in range(len(parts) - 1):
            chain = _chain(parts[number], parts[number + 1], bold=self.bold)
            if chain is not None:
                return _kept(node, chained([*parts[:number], chain, *parts[number + 2 :]], cst.And))
        return None

    def _members(self, node: cst.BaseExpression) -> cst.BaseExpression | None:
        """``x == 1 or x == 2``: one of several constants, none of several constants."""
        take = _as_likely_member if self.bold else _as_member
        return self._merged(node, take, _membership)

    def _types(self, node: cst.BaseExpression) -> cst.BaseExpression | None:
        """``isinstance(x, A) or isinstance(x, B)``."""
        return self._merged(node, _as_type, _type_test)

    def _ends(self, node: cst.BaseExpression) -> cst.BaseExpression | None:
        """``x.startswith("a") or x.startswith("b")``, and the same of its end."""
        return self._merged(node, _as_end, _end_test)

    @staticmethod
    def _merged(
        node: cst.BaseExpression,
        take: Callable[
            [cst.BaseExpression, bool], tuple[cst.BaseExpression, list[cst.BaseExpression]] | None
        ],
        make: Callable[[cst.BaseExpression, list[cst.BaseExpression], bool], cst.BaseExpression],
    ) -> cst.BaseExpression | None:
        """Neighbouring operands about one subject as one test of a tuple."""
        if not isinstance(node, cst.BooleanOperation):
            return None
        operator = _kind(node)
        positive = operator is cst.Or
        parts = list(operands(core(node), operator))
        for number in range(len(parts) - 1):
            first, second = take(parts[number], positive), take(parts[number + 1], positive)
            if first is None or second is None or squeezed(first[0]) != squeezed(second[0]):
                continue
            one = make(first[0], [*first[1], *second[1]], positive)
            left = [*parts[:number], one, *parts[number + 2 :]]
            return _kept(node, chained(left, operator) if len(left) > 1 else left[0])
        return None


def _kind(node: cst.BooleanOperation) -> type[cst.And] | type[cst.Or]:
    return cst.And if isinstance(node.operator, cst.And) else cst.Or


def _kept(node: cst.BaseExpression, new: cst.BaseExpression) -> cst.BaseExpression:
    """The new condition, with the parentheses of the old one while it still is a compound one."""
    if node.lpar and isinstance(new, cst.BooleanOperation) and not new.lpar:
        return new.with_changes(lpar=node.lpar, rpar=node.rpar)
    return new


def _rejoined(
    node: cst.BooleanOperation,
    parts: list[cst.BaseExpression],
    operator: type[cst.And] | type[cst.Or],
) -> cst.BaseExpression:
    """Two operands joined as they were, with the author's blanks and line breaks."""
    new = chained(parts, operator)
    if isinstance(new, cst.BooleanOperation) and "\n" in cst.Module([]).code_for_node(node):
        return new.with_changes(operator=node.operator)
    return new


def _is_order(node: cst.Comparison) -> bool:
    return any(isinstance(t.operator, _UP + _DOWN) for t in node.comparisons)


def _signs(node: cst.BaseExpression) -> int:
    """How many ``not`` a condition has."""
    return sum(isinstance(n, cst.Not) for n in walk(node))


def _chain(
    first: cst.BaseExpression, second: cst.BaseExpression, *, bold: bool = False
) -> cst.Comparison | None:
    """``a <= x < b`` of two comparisons that share a name, or an attribute that is likely to stay,
    in the middle.
    """
    one, two = core(first), core(second)
    if not isinstance(one, cst.Comparison) or not isinstance(two, cst.Comparison):
        return None
    if len(one.comparisons) != 1 or len(two.comparisons) != 1:
        return None
    lower, upper = _upward(one, two), _upward(two, one)
    for left, right in ((lower, upper), (upper, lower)):
        if left is None or right is None:
            continue
        middle = left.comparisons[0].comparator
        if (
            (isinstance(middle, cst.Name) or (bold and _is_dotted(middle)))
            and squeezed(middle) == squeezed(right.left)
            and (bold or _may_stand_first(left.left, one))
        ):
            return left.with_changes(
                comparisons=[left.comparisons[0], right.comparisons[0]], lpar=[], rpar=[]
            )
    return None


def _is_dotted(node: cst.BaseExpression) -> bool:
    """Whether an expression is an attribute of a name, or of an attribute of one."""
    while isinstance(node, cst.Attribute):
        node = node.value
        if isinstance(node, cst.Name):
            return True
    return False


def _may_stand_first(outer: cst.BaseExpression, one: cst.Comparison) -> bool:
    """Whether the outer operand may be evaluated first: it already is, or it is a literal or a
    name.
    """
    return isinstance(core(outer), cst.Name) or constant(outer) is not None


def _upward(node: cst.Comparison, other: cst.Comparison) -> cst.Comparison | None:
    """The comparison as ``<`` or ``<=``."""
    target = node.comparisons[0]
    if isinstance(target.operator, _UP):
        return node
    if not isinstance(target.operator, _DOWN):
        return None
    turned = cst.ComparisonTarget(_MIRRORED[type(target.operator)](), bare(node.left))
    return cst.Comparison(bare(target.comparator), [turned])


def _as_likely_member(
    node: cst.BaseExpression, positive: bool
) -> tuple[cst.BaseExpression, list[cst.BaseExpression]] | None:
    """As below, with names in capitals and members of enums taken for constants."""
    return _as_member(node, positive, bold=True)


def _is_named_constant(node: cst.BaseExpression) -> bool:
    if isinstance(node, cst.Attribute):
        return isinstance(node.value, cst.Name) and node.attr.value.isupper()
    return isinstance(node, cst.Name) and node.value.isupper()


def _as_member(
    node: cst.BaseExpression, positive: bool, *, bold: bool = False
) -> tuple[cst.BaseExpression, list[cst.BaseExpression]] | None:
    node = core(node)
    if (
        not isinstance(node, cst.Comparison)
        or len(node.comparisons) != 1
        or not is_quiet(node.left)
    ):
        return None
    target = node.comparisons[0]
    if isinstance(target.operator, cst.In if positive else cst.NotIn) and isinstance(
        target.comparator, cst.Tuple
    ):
        elements = elements_of(target.comparator)
        if elements is None and bold:
            listed = [e.value for e in target.comparator.elements]
            named = all(_is_named_constant(v) or constant(v) is not None for v in listed)
            elements = listed if listed and named else None
        return None if elements is None else (node.left, elements)
    if not isinstance(target.operator, cst.Equal if positive else cst.NotEqual):
        return None
    if bold and _is_named_constant(target.comparator):
        return node.left, [target.comparator]
    value = constant(target.comparator)
    return None if value is None or value[0] is None else (node.left, [target.comparator])


def _membership(
    subject: cst.BaseExpression, values: list[cst.BaseExpression], positive: bool
) -> cst.BaseExpression:
    operator = cst.In() if positive else cst.NotIn()
    return cst.Comparison(subject, [cst.ComparisonTarget(operator, _tuple(values))])


def _as_type(
    node: cst.BaseExpression, positive: bool
) -> tuple[cst.BaseExpression, list[cst.BaseExpression]] | None:
    atom, asked = atom_of(node)
    inner = core(node)
    if not positive:
        inner = core(inner.expression) if isinstance(inner, cst.UnaryOperation) else inner
    if (
        asked is not positive
        or not isinstance(inner, cst.Call)
        or not isinstance(inner.func, cst.Name)
    ):
        return None
    if (
        inner.func.value != "isinstance"
        or len(inner.args) != 2
        or not is_quiet(inner.args[0].value)
    ):
        return None
    classes = inner.args[1].value
    if isinstance(classes, cst.Tuple):
        return inner.args[0].value, [e.value for e in classes.elements]
    return inner.args[0].value, [classes]


def _type_test(
    subject: cst.BaseExpression, classes: list[cst.BaseExpression], positive: bool
) -> cst.BaseExpression:
    call = cst.Call(cst.Name("isinstance"), [cst.Arg(subject), cst.Arg(_tuple(classes))])
    return call if positive else cst.UnaryOperation(cst.Not(), call)


def _as_end(
    node: cst.BaseExpression, positive: bool
) -> tuple[cst.BaseExpression, list[cst.BaseExpression]] | None:
    """The method of a text that asks how it begins or ends, and what it is asked for."""
    inner = core(node)
    if not positive:
        negated = isinstance(inner, cst.UnaryOperation) and isinstance(inner.operator, cst.Not)
        if not negated:
            return None
        inner = core(inner.expression)  # type: ignore[attr-defined]
    if not isinstance(inner, cst.Call) or not isinstance(inner.func, cst.Attribute):
        return None
    asked = inner.args[0] if len(inner.args) == 1 else None
    named = all(isinstance(n, cst.Name | cst.Attribute | cst.Dot) for n in walk(inner.func.value))
    if inner.func.attr.value not in ("startswith", "endswith") or asked is None or not named:
        return None
    parts = elements_of(asked.value) if isinstance(asked.value, cst.Tuple) else [asked.value]
    plain = parts is not None and all(
        isinstance(p, cst.SimpleString | cst.ConcatenatedString) for p in parts
    )
    if asked.keyword is not None or asked.star or parts is None or not plain:
        return None
    return inner.func, parts


def _end_test(
    method: cst.BaseExpression, texts: list[cst.BaseExpression], positive: bool
) -> cst.BaseExpression:
    call = cst.Call(method, [cst.Arg(_tuple(texts))])
    return call if positive else cst.UnaryOperation(cst.Not(), call)


def _tuple(values: list[cst.BaseExpression]) -> cst.Tuple:
    return cst.Tuple(
        [cst.Element(bare(v)) for v in values], lpar=[cst.LeftParen()], rpar=[cst.RightParen()]
    )


_Bound: TypeAlias = tuple[str, str, float, int]


def _is_stricter(one: _Bound, other: _Bound) -> bool:
    return one[2:] < other[2:] if one[1] == "upper" else one[2:] > other[2:]


def _bound(node: cst.BaseExpression) -> _Bound | None:
    """What a comparison with a number bounds, from which side, at which number, and how two bounds
    at the same number are ordered; None for any other condition.
    """
    node = core(node)
    if not isinstance(node, cst.Comparison) or len(node.comparisons) != 1:
        return None
    target = node.comparisons[0]
    number = constant(target.comparator)
    if number is None or type(number[0]) not in (int, float) or not is_quiet(node.left):
        return None
    value = float(number[0])  # type: ignore[arg-type]
    strict = isinstance(target.operator, cst.LessThan | cst.GreaterThan)
    if isinstance(target.operator, cst.LessThan | cst.LessThanEqual):
        return squeezed(node.left), "upper", value, 0 if strict else 1
    if isinstance(target.operator, cst.GreaterThan | cst.GreaterThanEqual):
        return squeezed(node.left), "lower", value, 1 if strict else 0
    return None
