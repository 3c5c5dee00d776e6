"""What is written out of plain numbers, and worked out with floats: these fail only where a number
is too large, and then in no other way than by an error.
"""

from __future__ import annotations

from collections.abc import Sequence
from itertools import chain
from typing import TYPE_CHECKING

from ..face.verdict import AssumptionKind
from ..face.wording import shortened
from ..ir.graph import Do, Graph, reachable
from ..values.floats import float_arithmetic
from ..values.terms import NUMBERS, Kinds, Term, const, is_const, kinds_of

if TYPE_CHECKING:
    from .one_side import Walker

_ONLY_TEXT: Kinds = frozenset({"str"})
_BUILT_IN: Kinds = frozenset({"int", "bool", "float", "str", "NoneType"})
_ARITHMETIC = frozenset({"binop", "inplace"})
_TOO_LONG = "a number of more than 4,300 digits, which is not written out"
_TOO_LARGE = "a whole number that is too large for a float"
# Values in braces that are shown as they are.
AS_IT_IS = (-1, ord("s"))
# One number of each kind: what one of them is written like all of them are.
_OF_KIND = {"int": 3, "bool": True, "float": 2.5}


def works_numbers_out(before: Graph, after: Graph) -> bool:
    """Whether two functions write anything out or calculate, other than with what is constant."""
    nodes = chain(reachable(before.entry), reachable(after.entry))
    return any(isinstance(n, Do) and n.kind in _ARITHMETIC | {"format"} for n in nodes)


def formatted(walker: Walker, node: Do, terms: Sequence[Term]) -> Term | None:
    """A plain value as it is written out in braces; None for any other step.

    Args:
        walker: the walk, which takes it for a text where numbers are taken for small enough, or one
            of the versions keeps texts with braces in a table.
        node: the step.
        terms: the value, and how it is laid out.
    """
    if node.kind != "format" or not walker.steady or walker.strict:
        return None
    if node.landing is not None or node.during is not None:
        return None
    if len(terms) == 1 and node.detail in AS_IT_IS:
        is_taken = walker.takes_numbers or walker.keeps_patterns()
        return written_out(walker, node, terms[0]) if is_taken else None
    return _laid_out(walker, node, terms) if walker.takes_numbers else None


def written_out(walker: Walker, node: Do, term: Term) -> Term | None:
    """A plain value as a text; None for any other."""
    kinds = kinds_of(term, walker.kinds)
    if kinds == _ONLY_TEXT:
        return term
    if kinds is None or not kinds <= _BUILT_IN:
        return None
    about = shortened(node.source)
    if not walker.ledger.grant(AssumptionKind.NO_EFFECT, about, _TOO_LONG):
        return None
    return ("as text", term)


def _laid_out(walker: Walker, node: Do, terms: Sequence[Term]) -> Term | None:
    """A number that is written in a way that all numbers of its kind can be written in."""
    kinds = kinds_of(terms[0], walker.kinds)
    if kinds is None or not kinds <= NUMBERS or node.detail != -1 or len(terms) != 2:
        return None
    if not is_const(terms[1]) or terms[1][1] != "str":
        return None
    layout = terms[1][2]
    digits = "".join(c if c.isdigit() else " " for c in layout).split()
    if layout[-1:] == "c" or "n" in layout or any(len(d) > 2 for d in digits):
        return None
    try:
        for kind in kinds:
            format(_OF_KIND[kind], layout)
    except ValueError:
        return None  # it fails where it is run
    about = shortened(node.source)
    if not walker.ledger.grant(AssumptionKind.NO_EFFECT, about, _TOO_LARGE):
        return None
    return ("filled", const("{:" + layout + "}"), terms[0])


def number_worked_out(walker: Walker, node: Do, terms: Sequence[Term]) -> Term | None:
    """The number that a step makes of plain ones, some of them floats; None for any other step.

    Args:
        walker: the walk.
        node: the step.
        terms: what it is made of.
    """
    if not walker.takes_numbers or node.kind not in _ARITHMETIC or not walker.steady:
        return None
    if walker.strict or node.landing is not None or node.during is not None:
        return None
    found = float_arithmetic(node.detail, terms[0], terms[1], walker.kinds)
    if found is None:
        return None
    term, may_fail = found
    about = shortened(node.source)
    if may_fail and not walker.ledger.grant(AssumptionKind.NO_EFFECT, about, _TOO_LARGE):
        return None
    return term
