"""What is known at a place: conditions that hold there because of the way that leads to it.

A condition is kept as an *atom* and its answer. Atoms are put in one form, so that ``a > b``,
``b < a`` and the opposite of ``a <= b`` are one. What is known is good for looking for sites: the
judge decides whether a step that used it was right.
"""

from __future__ import annotations

import functools
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field, replace
from typing import TypeAlias

import libcst as cst

from .assigned import assigned_names, targets_in
from .conditions import constant, core, squeezed
from .walk import names_in, walk

# Kind, subject, object: ("==", "boat.kind", "'tug'"), ("truth", "boat", "").
Atom: TypeAlias = tuple[str, str, str]

# Built-in functions that change nothing of what is known about attributes.
_ASKING = frozenset(
    {"get", "items", "keys", "values", "lower", "upper", "strip", "casefold"}
    | {"startswith", "endswith", "isdigit", "isalpha", "isspace"}
)
_HARMLESS = frozenset(
    {
        "len",
        "isinstance",
        "issubclass",
        "abs",
        "min",
        "max",
        "sum",
        "str",
        "int",
        "float",
        "bool",
        "repr",
        "round",
        "sorted",
        "range",
        "print",
        "ord",
        "chr",
        "type",
        "tuple",
        "list",
        "dict",
        "set",
        "any",
        "all",
        "hasattr",
        "callable",
        "id",
    }
)

_CONSTANTS = frozenset({"True", "False", "None"})


@dataclass(frozen=True, slots=True)
class Known:
    """Atoms and their answers, each with the plain names that it is about.

    ``local`` are the names that only the function itself can bind; whatever runs in between may
    change others. Of these, ``plain`` are known to hold numbers or texts; what others hold may be
    changed where it is. None stands for all names. ``held`` are the constants that a name is ever
    given.
    """

    local: frozenset[str] | None = None
    plain: frozenset[str] | None = None
    answers: dict[Atom, bool] = field(default_factory=dict)
    names: dict[Atom, frozenset[str]] = field(default_factory=dict)
    values: dict[str, object] = field(default_factory=dict)  # literal text -> its value
    held: Mapping[str, tuple[object, ...]] = field(default_factory=dict)

    def learning(self, condition: cst.BaseExpression, answer: bool) -> Known:
        """What is known once a condition has been answered."""
        found = self._copy()
        for node, value in _settled(condition, answer):
            atom, positive = atom_of(node)
            found.answers[atom] = value == positive
            found.names[atom] = frozenset(names_in(node)) - _CONSTANTS
            found.values.update(_literals(node))
            for name in _asked_of(node, value):
                found._is_there(name)
        return found

    def _is_there(self, name: str) -> None:
        """Note that a name is not None."""
        atom = ("is", name, "None")
        self.answers[atom] = False
        self.names[atom] = frozenset({name})
        self.values["None"] = None

    def after(self, node: cst.CSTNode) -> Known:
        """What is known once a statement has run: what it cannot have changed, and the constant
        that it gives a name.
        """
        left = self._untouched(node)
        told = _given(node)
        if told is not None:
            return left.learning(told, True)
        other = _renamed(node)
        return left if other is None else left._called_too(*other, self)

    def _called_too(self, name: str, source: str, before: Known) -> Known:
        """With what was known of a name alone, for another one that has its value now."""
        found = self._copy()
        for (kind, subject, other), answer in before.answers.items():
            if subject == source and before.names[kind, subject, other] == {source}:
                atom = (kind, name, other)
                found.answers[atom], found.names[atom] = answer, frozenset({name})
        found.values.update(before.values)
        return found

    def _copy(self) -> Known:
        return replace(
            self, answers=dict(self.answers), names=dict(self.names), values=dict(self.values)
        )

    def _untouched(self, node: cst.CSTNode) -> Known:
        changed = assigned_names(node)
        acts = acts_of(node)
        if not changed and not acts.stored and not acts.calls:
            return self
        kept = {a for a in self.answers if not self._is_touched(a, changed, acts)}
        answers = {a: v for a, v in self.answers.items() if a in kept}
        names = {a: n for a, n in self.names.items() if a in kept}
        return replace(self, answers=answers, names=names)

    def _is_touched(self, atom: Atom, changed: frozenset[str], acts: Acts) -> bool:
        text = f"{atom[1]} {atom[2]}"
        told = atom[0] == "==" and self.answers[atom] and atom[2] in self.values
        steady = self.local if atom[0] == "is" or told else self.plain
        deep = any(mark in text for mark in ".[(") or (
            steady is not None and not self.names[atom] <= steady
        )
        return bool(self.names[atom] & changed) or (
            deep and (acts.calls or any(f".{name}" in text for name in acts.stored))
        )

    def decide(self, condition: cst.BaseExpression) -> bool | None:
        """Whether a condition holds here, or None if that is open."""
        condition = core(condition)
        literal = constant(condition)
        if literal is not None:
            return bool(literal[0])
        if _is_of_length(condition):
            return True
        if isinstance(condition, cst.BooleanOperation):
            first, second = self.decide(condition.left), self.decide(condition.right)
            strong = isinstance(condition.operator, cst.Or)
            if first is strong or (
                second is strong and (first is not None or is_quiet(condition.left))
            ):
                return strong
            return None if first is None or second is None else not strong
        if isinstance(condition, cst.UnaryOperation) and isinstance(condition.operator, cst.Not):
            inner = self.decide(condition.expression)
            return None if inner is None else not inner
        atom, positive = atom_of(condition)
        members = self._membership(condition) if atom[0] == "in" else None
        answer = members if members is not None else self._answer(atom, _literals(condition))
        return None if answer is None else answer == positive

    def _answer(self, atom: Atom, literals: dict[str, object]) -> bool | None:
        if atom in self.answers:
            return self.answers[atom]
        kind, subject, other = atom
        if kind == "<":
            return self._is_less(subject, other, literals)
        for known, answer in self.answers.items():
            if known[1] != subject or not answer:
                continue
            told = (
                self.values.get(known[2])
                if known[2] in self.values
                else literals.get(known[2], _UNKNOWN)
            )
            if known[0] in ("==", "is") and told is not _UNKNOWN:
                if kind in ("==", "is") and other in literals:
                    return type(literals[other]) is type(told) and literals[other] == told
                if kind == "truth":
                    return bool(told)
            if (
                known[0] == "truth"
                and kind in ("==", "is")
                and other in literals
                and not literals[other]
            ):
                return False
        return self._never(kind, subject, literals.get(other, _UNKNOWN))

    def _is_less(self, subject: str, other: str, literals: dict[str, object]) -> bool | None:
        """Which of two numbers is less, where both are written or known."""
        told = {k[1]: self.values[k[2]] for k, v in self.answers.items() if v and self._tells(k)}
        values = [literals.get(text, told.get(text)) for text in (subject, other)]
        first, second = values
        if isinstance(first, int | float) and isinstance(second, int | float):
            return first < second
        return None

    def _tells(self, atom: Atom) -> bool:
        """Whether an atom says what a value is."""
        return atom[0] in ("==", "is") and atom[2] in self.values

    def _never(self, kind: str, subject: str, other: object) -> bool | None:
        """Whether a name is never given what it is compared with: False, or None for no answer."""
        given = self.held.get(subject)
        if given is None or kind not in ("==", "is") or other is _UNKNOWN:
            return None
        return None if other in given else False

    def _membership(self, node: cst.BaseExpression) -> bool | None:
        assert isinstance(node, cst.Comparison)
        elements = elements_of(node.comparisons[0].comparator)
        if elements is None:
            return None
        found = [self.decide(_equals(node.left, e)) for e in elements]
        return True if True in found else False if all(f is False for f in found) else None


def _given(node: cst.CSTNode) -> cst.BaseExpression | None:
    """What a statement that gives a name a constant tells of it, as a condition."""
    if not isinstance(node, cst.SimpleStatementLine) or len(node.body) != 1:
        return None
    small = node.body[0]
    if not isinstance(small, cst.Assign) or len(small.targets) != 1:
        return None
    target = small.targets[0].target
    value = constant(small.value)
    if not isinstance(target, cst.Name) or value is None or value[0] != value[0]:
        return None
    alone = value[0] is None or isinstance(value[0], bool)
    operator = cst.Is() if alone else cst.Equal()
    return cst.Comparison(target, [cst.ComparisonTarget(operator, small.value)])


def _renamed(node: cst.CSTNode) -> tuple[str, str] | None:
    """The two names of a statement that gives one the value of the other."""
    if not isinstance(node, cst.SimpleStatementLine) or len(node.body) != 1:
        return None
    small = node.body[0]
    if not isinstance(small, cst.Assign) or len(small.targets) != 1:
        return None
    target, value = small.targets[0].target, core(small.value)
    if not isinstance(target, cst.Name) or not isinstance(value, cst.Name):
        return None
    return None if value.value in _CONSTANTS else (target.value, value.value)


def _asked_of(node: cst.BaseExpression, answer: bool) -> Iterator[str]:
    """The names that cannot be None where a smallest condition has an answer: they were asked for
    an attribute or item, or are of some class.
    """
    node = core(node)
    if isinstance(node, cst.Call) and isinstance(node.func, cst.Name):
        is_class = node.func.value == "isinstance" and len(node.args) == 2 and answer
        if is_class and isinstance(node.args[0].value, cst.Name):
            if not {"NoneType", "None", "object"} & names_in(node.args[1]):
                yield node.args[0].value.value
        return
    sides = [node]
    if isinstance(node, cst.Comparison):
        sides = [node.left, node.comparisons[0].comparator]
    for side in map(core, sides):
        while isinstance(side, cst.Attribute | cst.Subscript):
            asked = isinstance(side, cst.Subscript) or not hasattr(None, side.attr.value)
            side = core(side.value)
            if asked and isinstance(side, cst.Name):
                yield side.value


_UNKNOWN = object()


def _is_of_length(node: cst.BaseExpression) -> bool:
    """Whether a condition says that a length is 0 or more."""
    if not isinstance(node, cst.Comparison) or len(node.comparisons) != 1:
        return False
    target = node.comparisons[0]
    call = core(node.left)
    if not isinstance(call, cst.Call) or not isinstance(call.func, cst.Name):
        return False
    if call.func.value != "len" or len(call.args) != 1:
        return False
    return isinstance(target.operator, cst.GreaterThanEqual) and constant(target.comparator) == (0,)


def is_quiet(node: cst.CSTNode) -> bool:
    """Whether evaluating an expression calls nothing by name: reading and comparing only."""
    return not any(_is_call(n) for n in walk(node))


def may_be_asked_again(node: cst.CSTNode) -> bool:
    """Whether an expression may be taken to say the same when it is evaluated again, if the calls
    in it only answer.
    """
    return not any(isinstance(n, cst.NamedExpr | cst.Await | cst.Yield) for n in walk(node))


def atom_of(node: cst.BaseExpression) -> tuple[Atom, bool]:
    """A smallest condition in one form, and whether it asks for it (True) or for its opposite."""
    node = core(node)
    if isinstance(node, cst.UnaryOperation) and isinstance(node.operator, cst.Not):
        atom, positive = atom_of(node.expression)
        return atom, not positive
    if isinstance(node, cst.Comparison) and len(node.comparisons) == 1:
        target = node.comparisons[0]
        return _comparison(node.left, target.operator, target.comparator)
    return ("truth", squeezed(node), ""), True


def _comparison(
    first: cst.BaseExpression, operator: cst.BaseCompOp, second: cst.BaseExpression
) -> tuple[Atom, bool]:
    left, right = squeezed(first), squeezed(second)
    if isinstance(operator, cst.Equal | cst.NotEqual | cst.Is | cst.IsNot):
        if constant(first) is not None and constant(second) is None:
            left, right = right, left
        kind = "==" if isinstance(operator, cst.Equal | cst.NotEqual) else "is"
        return (kind, left, right), isinstance(operator, cst.Equal | cst.Is)
    if isinstance(operator, cst.In | cst.NotIn):
        return ("in", left, right), isinstance(operator, cst.In)
    if isinstance(operator, cst.GreaterThan | cst.LessThanEqual):
        left, right = right, left
    return ("<", left, right), isinstance(operator, cst.LessThan | cst.GreaterThan)


def elements_of(node: cst.BaseExpression) -> list[cst.BaseExpression] | None:
    """The elements of a tuple, list or set display of literals, else None."""
    if not isinstance(node, cst.Tuple | cst.List | cst.Set):
        return None
    found = [e.value for e in node.elements]
    return found if found and all(constant(e) is not None for e in found) else None


def _equals(left: cst.BaseExpression, right: cst.BaseExpression) -> cst.Comparison:
    return cst.Comparison(left, [cst.ComparisonTarget(cst.Equal(), right)])


def _settled(
    condition: cst.BaseExpression, answer: bool
) -> Iterator[tuple[cst.BaseExpression, bool]]:
    """The atoms that are settled when a condition has an answer."""
    condition = core(condition)
    if isinstance(condition, cst.UnaryOperation) and isinstance(condition.operator, cst.Not):
        yield from _settled(condition.expression, not answer)
    elif isinstance(condition, cst.BooleanOperation):
        if isinstance(condition.operator, cst.And) is answer:
            yield from _settled(condition.left, answer)
            yield from _settled(condition.right, answer)
    elif isinstance(condition, cst.Comparison) and isinstance(
        condition.comparisons[0].operator, cst.In | cst.NotIn
    ):
        yield condition, answer
        excluded = isinstance(condition.comparisons[0].operator, cst.NotIn) is answer
        for element in (elements_of(condition.comparisons[0].comparator) or ()) if excluded else ():
            yield _equals(condition.left, element), False
    else:
        yield condition, answer


def _literals(node: cst.BaseExpression) -> dict[str, object]:
    """The literals on the right or left of a comparison, by their text."""
    node = core(node)
    sides = (
        [node.left, *(t.comparator for t in node.comparisons)]
        if isinstance(node, cst.Comparison)
        else []
    )
    found = ((squeezed(s), constant(s)) for s in sides)
    return {text: value[0] for text, value in found if value is not None}


@dataclass(frozen=True, slots=True)
class Acts:
    """Whether code calls anything that may change attributes, and which attributes it sets."""

    calls: bool
    stored: frozenset[str]


@functools.lru_cache(maxsize=8192)
def acts_of(node: cst.CSTNode) -> Acts:
    """What a piece of code may do to attributes and items."""
    calls = any(_is_call(n) and not _only_asks(n) for n in walk(node))
    stored = set()
    for target in targets_in(node):
        for part in _parts(target):
            calls = calls or isinstance(part, cst.Subscript)
            if isinstance(part, cst.Attribute):
                stored.add(part.attr.value)
    return Acts(calls, frozenset(stored))


def _is_call(node: cst.CSTNode) -> bool:
    if isinstance(node, cst.Call):
        return not (isinstance(node.func, cst.Name) and node.func.value in _HARMLESS)
    return isinstance(node, cst.Await | cst.Yield | cst.Del)


def _only_asks(node: cst.CSTNode) -> bool:
    """Whether a call is one of a method that changes nothing, of a dict or a text."""
    func = node.func if isinstance(node, cst.Call) else None
    return isinstance(func, cst.Attribute) and func.attr.value in _ASKING


def _parts(target: cst.CSTNode) -> Iterator[cst.CSTNode]:
    if isinstance(target, cst.Tuple | cst.List):
        for element in target.elements:
            yield from _parts(element.value)
    else:
        yield target
