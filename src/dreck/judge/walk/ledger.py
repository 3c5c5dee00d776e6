"""The one place that grants assumptions: what a proof rests on, and what it must never rest on.

Whoever wants to review what Dreck trusts reads this page. A request that the declarations or the
module itself contradict is refused; with ``--strict`` every request is.
"""

from __future__ import annotations

import ast
from collections.abc import Sequence
from dataclasses import dataclass, field

from ...outline import all_nodes
from ..face.verdict import Assumption, AssumptionKind
from ..world.declared import ClassFacts, Declarations
from ..world.operators import has_order_of_its_own
from ..world.types import (
    NUMBERS,
    PARTIAL,
    PAIR,
    UNHASHABLE,
    UNORDERED,
    Type,
    in_words,
    names_in,
    own_names,
)
from ..face.wording import shortened

_WHOLE = frozenset({"int", "bool"})
# Declared types nested deeper than this are taken for what they say at the top.
_DEEPEST = 4


@dataclass(slots=True)
class Ledger:
    """The assumptions of one walk.

    Attributes:
        strict: grant nothing.
        declared: what the module declares.
        entries: what was granted, in order; a walk that fails takes its entries back.
    """

    strict: bool
    declared: Declarations
    entries: list[Assumption] = field(default_factory=list)

    def mark(self) -> int:
        """Where the ledger stands."""
        return len(self.entries)

    def rewind(self, mark: int) -> None:
        """Take back all that was granted since a mark."""
        del self.entries[mark:]

    def granted(self) -> tuple[Assumption, ...]:
        """All assumptions, each once."""
        return tuple(dict.fromkeys(self.entries))

    def grant(self, kind: AssumptionKind, about: str, breaks: str) -> bool:
        """Rest on something that no declaration speaks of."""
        if self.strict:
            return False
        self.entries.append(Assumption(kind, about, breaks))
        return True

    def as_used(self, name: str, kind: str) -> bool:
        """A parameter without a declaration is of the kind that the code takes it for."""
        return self.grant(AssumptionKind.AS_USED, name, f"{name} that is not {kind}")

    def is_flag(self, name: str) -> bool:
        """A parameter that is only asked for its truth is as good as a truth."""
        breaks = f"{name} that does something when it is asked whether it is true, or a list that is filled meanwhile"
        return self.grant(AssumptionKind.PLAIN_TRUTH, name, breaks)

    def whole_numbers(self, source: ast.AST, kind: Type) -> bool:
        """What is added up is whole numbers, of which it does not matter how: floats are rounded
        otherwise by ``sum`` from Python 3.12 on, and other objects may add as they like.
        """
        if names_in(kind) - _WHOLE - {"?"} or _is_evidently_float(source):
            return False
        about = shortened(source)
        breaks = f"a float in {about}, which `sum` may round otherwise, or an object with a += of its own"
        return self.grant(AssumptionKind.AS_USED, about, breaks)

    def total_order(self, source: ast.AST, kinds: Sequence[Type]) -> bool:
        """``not a < b`` is ``a >= b``: not of sets, of what may be None, of mixed types, nor of
        classes of the module, which order as they say or not at all.
        """
        if self.strict or not self.may_be_ordered(kinds):
            return False
        if not all(map(_is_known, kinds)) and any(map(has_order_of_its_own, self.declared.trees)):
            return False
        unsure = next(
            (i for i, k in enumerate(kinds) if not _is_known(k) or "float" in names_in(k)), 0
        )
        operand = _operand(source, unsure)
        kind = kinds[unsure] if unsure < len(kinds) else frozenset()
        not_numbers = _is_known(kind) and not names_in(kind) & NUMBERS
        breaks = f"two values of {in_words(kind)} that are neither below nor above each other"
        self.entries.append(
            Assumption(
                AssumptionKind.TOTAL_ORDER,
                ast.unparse(source),
                breaks if not_numbers else f"{operand} = float('nan')",
            )
        )
        return True

    def plain_equality(self, source: ast.AST, kinds: Sequence[Type], breaks: str = "") -> bool:
        """``==`` is reflexive, symmetric, the opposite of ``!=`` and agrees with the hash: not
        where the module itself says what it means.
        """
        if self.strict or not self.has_plain_equality(kinds):
            return False
        about = shortened(source) if breaks else ast.unparse(source)
        said = (
            breaks
            or f"{_operand(source)} of a class whose __ne__ is not the opposite of its __eq__"
        )
        self.entries.append(Assumption(AssumptionKind.PLAIN_EQUALITY, about, said))
        return True

    def hashable(self, source: ast.AST, kind: Type) -> bool:
        """A value can be looked up in a dict or set: not a list, nor what compares without a hash."""
        if self.strict or not self.may_be_hashed(kind):
            return False
        about = shortened(source)
        self.entries.append(Assumption(AssumptionKind.HASHABLE, about, f"{about} = []"))
        return True

    def plain_truth(self, source: ast.AST | None, kinds: Sequence[Type], breaks: str) -> bool:
        """What a comparison yields is a bool: not where a class of the module yields what it likes."""
        if any(f.compares or f.orders for k in kinds for f in self._facts(k)):
            return False
        return self.grant(AssumptionKind.PLAIN_TRUTH, shortened(source), breaks)

    def asks_in_vain(self, source: ast.AST, kinds: Sequence[Type], breaks: str) -> bool:
        """A comparison may be left out or made early: it changes nothing and does not raise."""
        is_order = isinstance(source, ast.Compare) and any(
            isinstance(o, ast.Lt | ast.LtE | ast.Gt | ast.GtE) for o in source.ops
        )
        known = all(map(_is_known, kinds))
        if is_order and known and not self.may_be_compared(kinds):
            return False
        if not is_order and any(f.compares for k in kinds for f in self._facts(k)):
            return False
        return self.grant(AssumptionKind.NO_EFFECT, shortened(source), breaks)

    # -- what contradicts a request ---------------------------------------------------------

    def may_be_ordered(self, kinds: Sequence[Type]) -> bool:
        """Whether nothing that is declared says that two values have no total order."""
        return self.may_be_compared(kinds) and not any(names_in(k) & PARTIAL for k in kinds)

    def may_be_compared(self, kinds: Sequence[Type]) -> bool:
        """Whether nothing that is declared says that asking which of two values is less raises."""
        names = frozenset().union(*map(names_in, kinds))
        held = (a for k in kinds for a in k if a.name in ("list", "tuple", PAIR))
        parts = [p for a in held for p in (a.args if a.name == PAIR else a.args[:1])]
        if any(names_in(p) & (UNORDERED | PARTIAL) for p in parts):
            return False
        if names & UNORDERED or any(n.startswith("own:") for n in names):
            return False
        families = {"a number" if n in NUMBERS else n for n in names - {"?"}}
        return len(families) <= 1

    def may_be_hashed(self, kind: Type, depth: int = 0) -> bool:
        """Whether nothing that is declared says that a value, or a part of a tuple, has no hash."""
        if names_in(kind) & UNHASHABLE:
            return False
        parts = [a for k in kind if k.name in ("tuple", PAIR) for a in k.args]
        for facts in self._facts(kind) if depth < _DEEPEST else ():
            if not facts.hashes:
                return False
            parts += facts.hashed
        return all(self.may_be_hashed(p, depth + 1) for p in parts) if depth < _DEEPEST else True

    def has_plain_equality(self, kinds: Sequence[Type]) -> bool:
        """Whether no class that may be compared here says itself what ``==`` means."""
        if any(f.compares for k in kinds for f in self._facts(k)):
            return False
        return all(map(_is_known, kinds)) or not self.declared.has_equality()

    def _facts(self, kind: Type) -> list[ClassFacts]:
        return [f for n in own_names(kind) for f in self.declared.facts(n)]


def _is_known(kind: Type) -> bool:
    """Whether a type says all that a value may be."""
    return "?" not in names_in(kind)


def _is_evidently_float(source: ast.AST) -> bool:
    """Whether an expression divides, or has a number with a point in it."""
    return any(
        isinstance(n, ast.Div)
        or (isinstance(n, ast.Constant) and isinstance(n.value, float | complex))
        or (isinstance(n, ast.Name) and n.id in ("float", "complex", "Decimal", "Fraction"))
        for n in all_nodes(source)
    )


def _operand(source: ast.AST, unsure: int = 0) -> str:
    """The operand that a person would vary: the first of which nothing is known and that is no
    constant.
    """
    if isinstance(source, ast.Compare):
        operands = [source.left, *source.comparators]
        for operand in operands[unsure if len(operands) == 2 else 0 :]:
            if not isinstance(operand, ast.Constant):
                return ast.unparse(operand)
    return ast.unparse(source)
