"""What a function's own text says about the values in its conditions."""

from __future__ import annotations

import functools
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field

import libcst as cst

from .assigned import assigned_names, assignment_counts, shared_names
from .conditions import constant, squeezed
from .walk import walk

_ORDERED = frozenset({"int", "str", "bool", "bytes"})
# Built-in functions that hand out a bool whatever they are given.
_BOOL_CALLS = frozenset({"isinstance", "issubclass", "callable", "hasattr", "bool", "any", "all"})
_ORDERED_CALLS = frozenset({"len", "ord"})
_OF_SETS = (cst.BitAnd, cst.BitOr, cst.BitXor)
_NUMBERS = (cst.Integer, cst.Float)
ORDERS = (cst.LessThan, cst.LessThanEqual, cst.GreaterThan, cst.GreaterThanEqual)


@dataclass(frozen=True, slots=True)
class Knowledge:
    """The names of a function whose values are known to be in total order.

    Attributes:
        ordered: parameters annotated ``int``, ``str``, ``bool`` or ``bytes`` and never assigned.
        bools: those annotated ``bool``, and local names that hold nothing else.
        held: the values of local names that are only ever given constants.
        measured: the texts of names and attributes that stand between two others in a comparison
            somewhere (``low <= level <= high``), whose order against a number or text is asked, or
            that are counted.
    """

    ordered: frozenset[str] = frozenset()
    bools: frozenset[str] = frozenset()
    held: Mapping[str, tuple[object, ...]] = field(default_factory=dict, hash=False)
    measured: frozenset[str] = frozenset()

    def is_ordered(self, node: cst.BaseExpression) -> bool:
        """Whether no two values of an expression can be unordered (as NaN or sets are)."""
        if isinstance(node, cst.Integer | cst.SimpleString):
            return True
        if isinstance(node, cst.Name):
            return node.value in self.ordered
        if isinstance(node, cst.Call):
            return isinstance(node.func, cst.Name) and node.func.value in _ORDERED_CALLS
        if isinstance(node, cst.UnaryOperation):
            return self.is_ordered(node.expression)
        if isinstance(node, cst.BinaryOperation) and isinstance(
            node.operator, cst.Add | cst.Subtract | cst.Multiply
        ):
            return self.is_ordered(node.left) and self.is_ordered(node.right)
        return False

    def is_bool(self, node: cst.BaseExpression, *, strict: bool = False) -> bool:
        """Whether an expression yields True or False and nothing else.

        ``==`` and ``<`` do so by convention only (arrays do not), which ``strict`` leaves out
        where the operands are unknown.
        """
        if isinstance(node, cst.UnaryOperation):
            return isinstance(node.operator, cst.Not)
        if isinstance(node, cst.BooleanOperation):
            return all(self._is_bool_if(node, truth, strict) for truth in (True, False))
        if isinstance(node, cst.Comparison):
            return not strict or all(
                self._is_bool_step(node, i) for i in range(len(node.comparisons))
            )
        if isinstance(node, cst.Call):
            return isinstance(node.func, cst.Name) and node.func.value in _BOOL_CALLS
        return isinstance(node, cst.Name) and (
            node.value in self.bools or node.value in ("True", "False")
        )

    def _is_bool_if(self, node: cst.BaseExpression, truth: bool, strict: bool) -> bool:
        """Whether an expression that turns out true, or false, is then True or False itself: what
        is handed on is the operand that decides.
        """
        if not isinstance(node, cst.BooleanOperation):
            return self.is_bool(node, strict=strict)
        last = self._is_bool_if(node.right, truth, strict)
        if isinstance(node.operator, cst.And) is truth:
            return last
        return last and self._is_bool_if(node.left, truth, strict)

    def _is_bool_step(self, node: cst.Comparison, index: int) -> bool:
        target = node.comparisons[index]
        if isinstance(target.operator, cst.Is | cst.IsNot | cst.In | cst.NotIn):
            return True
        left = node.comparisons[index - 1].comparator if index else node.left
        return self.is_ordered(left) and self.is_ordered(target.comparator)


@functools.lru_cache(maxsize=64)
def knowledge_of(function: cst.FunctionDef) -> Knowledge:
    """Read a function's annotations, leaving out parameters that it assigns anew."""
    parameters = function.params
    annotated = {
        p.name.value: p.annotation.annotation.value
        for p in (*parameters.posonly_params, *parameters.params, *parameters.kwonly_params)
        if p.annotation is not None
        and isinstance(p.annotation.annotation, cst.Name)
        and p.annotation.annotation.value in _ORDERED
    }
    given = dict(_plainly_given(function))
    sure = Knowledge()
    bools = {n for n, vs in given.items() if all(sure.is_bool(v, strict=True) for v in vs)}
    held = {n: tuple(c[0] for v in vs if (c := constant(v))) for n, vs in given.items()}
    held = {n: values for n, values in held.items() if len(values) == len(given[n])}
    measured = frozenset(_measured(function))
    if not annotated and not bools and not held and not measured:
        return Knowledge()
    steady = annotated.keys() - assigned_names(function.body)
    plain = frozenset(n for n in steady if annotated[n] == "bool")
    return Knowledge(frozenset(steady), plain | bools, held, measured)


def _measured(function: cst.FunctionDef) -> Iterator[str]:
    for node in walk(function.body):
        if isinstance(node, cst.Assign) and isinstance(node.value, _NUMBERS):
            yield from (squeezed(t.target) for t in node.targets)
        elif isinstance(node, cst.AugAssign) and isinstance(node.value, _NUMBERS):
            yield squeezed(node.target)
        if not isinstance(node, cst.Comparison):
            continue
        if not all(isinstance(t.operator, ORDERS) for t in node.comparisons):
            continue
        sides = [node.left, *(t.comparator for t in node.comparisons)]
        if len(sides) > 2 or any(map(looks_plain, sides)):
            yield from (squeezed(s) for s in sides if isinstance(s, cst.Name | cst.Attribute))


def _plainly_given(
    function: cst.FunctionDef,
) -> Iterator[tuple[str, list[cst.BaseExpression]]]:
    """The local names that nothing else sees, and is given by nothing but plain assignments, with
    all that these give.
    """
    given: dict[str, list[cst.BaseExpression]] = {}
    for node in walk(function.body):
        if isinstance(node, cst.Assign):
            for target in node.targets:
                if isinstance(target.target, cst.Name):
                    given.setdefault(target.target.value, []).append(node.value)
    counts = assignment_counts(function)
    others = {p.name.value for p in walk(function.params) if isinstance(p, cst.Param)}
    others |= shared_names(function)
    for name, values in given.items():
        if counts[name] == len(values) and name not in others:
            yield name, values


@functools.lru_cache(maxsize=64)
def annotations_of(function: cst.FunctionDef) -> Mapping[str, str]:
    """The plain names that annotate parameters which have no default and are never assigned."""
    parameters = function.params
    found = {
        p.name.value: p.annotation.annotation.value
        for p in (*parameters.posonly_params, *parameters.params, *parameters.kwonly_params)
        if p.annotation is not None
        and isinstance(p.annotation.annotation, cst.Name)
        and p.default is None
    }
    return {name: kind for name, kind in found.items() if name not in assigned_names(function.body)}


def looks_plain(node: cst.BaseExpression) -> bool:
    """Whether an expression is a literal, or arithmetic other than what sets have too."""
    if isinstance(node, cst.BinaryOperation):
        return not isinstance(node.operator, _OF_SETS)
    if isinstance(node, cst.UnaryOperation):
        return isinstance(node.operator, cst.Minus)
    return isinstance(node, cst.Integer | cst.Float | cst.SimpleString)
