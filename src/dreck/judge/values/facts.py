"""What is known on one path: which bool terms hold, and what follows from them.

All facts are about values of immutable built-in types or about identity, so no effect
can end them; what an effect could change never becomes a fact.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from math import ceil, floor
from typing import Any, TypeAlias

from .terms import (
    BOOL,
    Kinds,
    NONE,
    NUMBERS,
    SOLID,
    Term,
    WHOLE,
    const,
    constant_value,
    is_agreement,
    is_const,
    is_member,
    kinds_of,
    members_of_kind,
    negated,
)
from .text_methods import follows, worked_out

_TEXT_OR_NONE: Kinds = frozenset({"str", "NoneType"})

Fact: TypeAlias = tuple[Term, bool]
Decision: TypeAlias = tuple[bool, frozenset[Fact]]


class Facts:
    """An immutable set of decided bool terms.

    Decisions come with the facts they rest on, so that a proof can be used again
    wherever the same few facts hold.
    """

    __slots__ = ("_known", "_kinds", "_seen")

    def __init__(
        self,
        kinds: Mapping[int, Kinds],
        known: Mapping[Term, bool] | None = None,
        seen: frozenset[Term] = frozenset(),
    ) -> None:
        self._kinds = kinds
        self._known = dict(known or {})
        self._seen = seen

    def __iter__(self) -> Iterator[Fact]:
        return iter(self._known.items())

    def adding(self, atom: Term, value: bool) -> Facts:
        """These facts and one more."""
        return Facts(self._kinds, {**self._known, atom: value}, self._seen)

    def seeing(self, step: Term) -> Facts:
        """These facts, and that a step was just done: ``("seen", kind, detail, operands,
        results)``.

        If the same step was done before, the last time counts.
        """
        return Facts(
            self._kinds, self._known, frozenset(s for s in self._seen if s[:4] != step[:4]) | {step}
        )

    def forgetting_steps(
        self, stored: str | None = None, plain: frozenset[int] | set[int] = frozenset()
    ) -> Facts:
        """These facts without the steps done, because something else happened.

        Args:
            stored: the attribute that was set, or an empty text for mere arithmetic, if that was
                all. Other attributes, and questions whether a value equals a constant, are then
                taken to stay as they are; whoever relies on that lists an assumption.
            plain: values that comparisons yielded; whether they are true does not change.
        """
        if not self._seen:
            return self
        kept = (
            frozenset()
            if stored is None
            else frozenset(s for s in self._seen if _outlives(s, stored))
        )
        kept |= {
            s for s in self._seen if s[1] == "truth" and s[3][1][0] == "s" and s[3][1][1] in plain
        }
        return Facts(self._kinds, self._known, kept)

    def steps(self, kind: str) -> Iterator[Term]:
        """The steps of a kind that were just done, in a fixed order."""
        return iter(sorted((s for s in self._seen if s[1] == kind), key=repr))

    def seen(self, kind: str, detail: object, operands: Term) -> Term | None:
        """The step of that kind on those operands, if it was done and nothing else happened
        since.
        """
        return next(
            (s for s in self._seen if s[1] == kind and s[2] == detail and s[3] == operands), None
        )

    def decide(self, term: Term) -> Decision | None:
        """Whether a bool term holds, with the facts that decide it; None if open."""
        if term[0] == "seen":
            return (True, frozenset({(term, True)})) if term in self._seen else None
        if is_const(term):
            return bool(term[2]), frozenset()
        if term[0] == "not":
            inner = self.decide(term[1])
            return None if inner is None else (not inner[0], inner[1])
        if term in self._known:
            value = self._known[term]
            return value, frozenset({(term, value)})
        return self._derived(term)

    def resolve(self, term: Term, *, same: bool = False) -> tuple[Term, frozenset[Fact]]:
        """The constant a term is known to be here, if any, else the term itself.

        Args:
            term: the value.
            same: it must be the very object, not only an equal one: who gives back an argument
                gives back that, where a literal would be another one.
        """
        if term[0] == "tuple":
            parts = [self.resolve(part, same=same) for part in term[1:]]
            return ("tuple", *(part for part, _ in parts)), frozenset().union(
                *(used for _, used in parts)
            )
        if term[0] not in ("s", "not", "is", "eq", "lt", "le", "asked"):
            return term, frozenset()
        kinds = kinds_of(term, self._kinds)
        if kinds == BOOL:
            decided = self.decide(term)
            if decided is not None:
                return ("c", "bool", decided[0]), decided[1]
            if term[0] == "not":
                inner, used = self.resolve(term[1], same=same)
                return (term, used) if inner == term[1] else (negated(inner), used)
            if is_agreement(term, self._kinds):
                return self._one_of_two(term)
        for fact in self.about(term):
            (head, *rest), value = fact
            if value and head == "is" and is_const(rest[1]) and rest[0] == term:
                return rest[1], frozenset({fact})
            # Equality names the value only where one type is possible: 1 == True == 1.0.
            if (
                value
                and head == "eq"
                and rest[0] == term
                and is_const(rest[1])
                and _same_single_kind(kinds, rest[1])
                and (not same or _is_one_object(rest[1]))
            ):
                return rest[1], frozenset({fact})
        return self._nothing_in_it(term, kinds, same=same) or (term, frozenset())

    def _one_of_two(self, term: Term) -> tuple[Term, frozenset[Fact]]:
        """Whether two truths agree, where one is known: that is the other one, or its opposite."""
        for known, other in ((term[1], term[2]), (term[2], term[1])):
            decided = self.decide(known)
            if decided is not None:
                return other if decided[0] else negated(other), decided[1]
        return term, frozenset()

    def _nothing_in_it(
        self, term: Term, kinds: Kinds | None, *, same: bool
    ) -> tuple[Term, frozenset[Fact]] | None:
        """The empty text, where a value is a text or None, is not None, and is not true."""
        empty = const("")
        if kinds != _TEXT_OR_NONE or self._known.get(("truth", term)) is not False:
            return None
        there = self.decide(("is", term, NONE))
        if there is None or there[0] or (same and not _is_one_object(empty)):
            return None
        return empty, there[1] | {(("truth", term), False)}

    def about(self, subject: Term) -> Iterator[Fact]:
        """The facts that speak of a value itself."""
        for atom, value in self._known.items():
            if subject in atom:
                yield atom, value

    def _derived(self, atom: Term) -> Decision | None:
        head, subject = atom[0], atom[1]
        if head == "is" and atom[2] == NONE:
            return self._identity_with_none(subject)
        if head == "isa":
            return self._by_class(atom)
        if head == "asked":
            return self._of_text(atom)
        if head == "truth":
            return self._truth(subject)
        if is_agreement(atom, self._kinds):
            sides = self.decide(subject), self.decide(atom[2])
            if sides[0] is not None and sides[1] is not None:
                return sides[0][0] is sides[1][0], sides[0][1] | sides[1][1]
        if head == "eq" and atom[2] == const(""):
            told = self._emptiness(subject)
            if told is not None:
                return told
        if head in ("eq", "lt", "le"):
            return self._by_range(atom)
        return None

    def _of_text(self, atom: Term) -> Decision | None:
        """What a text answers, where it is known, or by what else it begins or ends with."""
        text, used = self.resolve(atom[2])
        if is_const(text):
            answer = worked_out((*atom[:2], text, *atom[3:]))
            return (bool(answer[2]), used) if is_const(answer) else None
        for known, value in self.about(atom[2]):
            told = follows(atom, known, value) if known[0] == "asked" else None
            if told is not None:
                return told, frozenset({(known, value)})
        if atom[3:] and atom[3][0] == "tuple":
            return self._of_one_of_them(atom)
        return None

    def _of_one_of_them(self, atom: Term) -> Decision | None:
        """Whether a text begins, or ends, with one of some texts, by what is known of each."""
        told = [self.decide((*atom[:3], text)) for text in atom[3][1:]]
        yes = next((t for t in told if t is not None and t[0]), None)
        if yes is not None:
            return yes
        if None in told:
            return None
        return False, frozenset[Fact]().union(*(t[1] for t in told if t is not None))

    def _begins_otherwise(self, subject: Term, other: Term) -> Decision | None:
        """That a text is not another one, which would answer otherwise."""
        if other[1] != "str":
            return None
        for known, value in self.about(subject):
            if known[0] == "asked" and known[2] == subject:
                answer = worked_out((*known[:2], other, *known[3:]))
                if is_const(answer) and answer[2] is not value:
                    return False, frozenset({(known, value)})
        return None

    def _emptiness(self, subject: Term) -> Decision | None:
        """Whether a text that may be None is the empty one, by its truth."""
        truth = self._known.get(("truth", subject))
        if truth is None or kinds_of(subject, self._kinds) != _TEXT_OR_NONE:
            return None
        fact = (("truth", subject), truth)
        if truth:
            return False, frozenset({fact})
        missing = self._known.get(("is", subject, NONE))
        if missing is None:
            return None
        return not missing, frozenset({fact, (("is", subject, NONE), missing)})

    def _by_class(self, atom: Term) -> Decision | None:
        """What follows from the class that an object has, or has not, for those it is derived
        from.
        """
        names = atom[2].split("<")
        for fact in self.about(atom[1]):
            known, value = fact
            if (
                known[0] == "isa or None"
                and known[1] == atom[1]
                and names[0] in known[2].split("<")
            ):
                missing = self.decide(("is", atom[1], NONE))
                if missing is not None and not missing[0]:
                    return True, frozenset({fact}) | missing[1]
            if known[0] not in ("is", "isa") or known[1] != atom[1]:
                continue
            head, _, other = known
            if head == "is":
                if value and other == NONE:
                    return False, frozenset({fact})
                continue
            others = other.split("<")
            if value and names[0] in others:
                return True, frozenset({fact})
            if value and _cannot_be_both(names[0], others[0]):
                return False, frozenset({fact})
            if not value and others[0] in names:
                return False, frozenset({fact})
        return None

    def _identity_with_none(self, subject: Term) -> Decision | None:
        for fact in self.about(subject):
            atom, value = fact
            true_value = atom[0] == "truth" and value
            # `is` with another singleton, or equality of a plain value with something that is not
            # None
            other = atom[0] == "is" and value and is_const(atom[2]) and atom[2] != NONE
            equal = (
                atom[0] == "eq"
                and value
                and is_const(atom[2])
                and atom[2] != NONE
                and atom[1] == subject
            )
            if true_value or other or equal:
                return False, frozenset({fact})
        return None

    def _truth(self, subject: Term) -> Decision | None:
        for fact in self.about(subject):
            atom, value = fact
            if value and atom[0] in ("is", "eq") and atom[1] == subject and is_const(atom[2]):
                return bool(constant_value(atom[2])), frozenset({fact})
        if kinds_of(subject, self._kinds) != _TEXT_OR_NONE:
            return None
        # What is a text or None is true where it is neither None nor empty.
        there, empty = self.decide(("is", subject, NONE)), (("eq", subject, const("")), False)
        if there is None or there[0] or self._known.get(empty[0]) is not False:
            return None
        return True, there[1] | {empty}

    def _by_range(self, atom: Term) -> Decision | None:
        head, left, right = atom
        if is_const(right) == is_const(left):
            return None
        subject, bound = (left, right) if is_const(right) else (right, left)
        facts = [f for f in self.about(subject) if f[0][0] in ("eq", "lt", "le")]
        if head == "eq":
            apart = (
                self._other_constant(subject, bound, facts)
                or self._last_member(subject, bound, facts)
                or self._begins_otherwise(subject, bound)
            )
            if apart is not None:
                return apart
        if bound[1] not in NUMBERS:
            return None
        region = Region.of(subject, facts, kinds_of(subject, self._kinds))
        answer = region.answer(head, constant_value(bound), subject is left)
        return None if answer is None else (answer, frozenset(facts))

    def _last_member(self, subject: Term, bound: Term, facts: list[Fact]) -> Decision | None:
        """An enum's subject that is none of the other members is this one."""
        kinds = kinds_of(subject, self._kinds) or frozenset()
        if not is_member(bound) or kinds != {bound[1]}:
            return None
        others = set(members_of_kind(bound[1])) - {bound[2]}
        excluded = {
            f[0][2][2]: f for f in facts if not f[1] and f[0][0] == "eq" and is_member(f[0][2])
        }
        if not others <= set(excluded):
            return None
        return True, frozenset(excluded[m] for m in others)

    @staticmethod
    def _other_constant(subject: Term, bound: Term, facts: list[Fact]) -> Decision | None:
        for fact in facts:
            atom, value = fact
            if value and atom[0] == "eq" and atom[1] == subject and is_const(atom[2]):
                same = constant_value(atom[2]) == constant_value(bound)
                return same, frozenset({fact})
        return None


# CPython keeps one object for each of these whole numbers, and for texts of at most one character.
_SMALL = range(-5, 257)


def _is_one_object(constant: Term) -> bool:
    """Whether all equal values of a constant's type are one object."""
    if constant[1] == "int":
        return constant[2] in _SMALL
    if constant[1] in ("str", "bytes"):
        return len(constant[2]) < 2 and constant[2] <= ("\xff" if constant[1] == "str" else b"\xff")
    return constant[1] in ("bool", "NoneType") or is_member(constant)


def _outlives(step: Term, stored: str) -> bool:
    """Whether a step done is as good as before once an attribute was set, or something was added
    up.
    """
    if step[1] == "getattr":
        return bool(step[2] != stored)
    return bool(
        step[1] == "compare" and step[2] in ("==", "!=") and any(is_const(t) for t in step[3][1:])
    )


def _same_single_kind(kinds: Kinds | None, constant: Term) -> bool:
    # 0.0 == -0.0 although they are told apart, so floats never count.
    if kinds is not None and kinds <= WHOLE and constant[1] == "int" and constant[2] not in (0, 1):
        return True
    return kinds is not None and len(kinds) == 1 and constant[1] in kinds and constant[1] != "float"


@dataclass(slots=True)
class Region:
    """The numbers a subject can still be: an interval, and perhaps NaN beside it."""

    low: float = float("-inf")
    low_open: bool = False
    high: float = float("inf")
    high_open: bool = False
    nan: bool = True

    @classmethod
    def of(cls, subject: Term, facts: list[Fact], kinds: Kinds | None) -> Region:
        """The region left by order and equality facts about one subject."""
        region = cls(nan=kinds is None or not kinds <= WHOLE)
        for (head, left, right), value in facts:
            bound = right if left == subject else left
            if not is_const(bound) or bound[1] not in NUMBERS:
                continue
            region._narrow(head, constant_value(bound), left == subject, value)
        whole = kinds is not None and kinds <= WHOLE
        if whole:
            region._close()
        region._without(_excluded(subject, facts), whole=whole)
        return region

    def _without(self, excluded: set[Any], *, whole: bool) -> None:
        """Take numbers away that stand at an end."""
        while self.low in excluded and not self.low_open:
            self.low, self.low_open = (self.low + 1, False) if whole else (self.low, True)
        while self.high in excluded and not self.high_open:
            self.high, self.high_open = (self.high - 1, False) if whole else (self.high, True)

    def _close(self) -> None:
        """Take the whole numbers next to the ends, which are then in the region."""
        if abs(self.low) != float("inf"):
            self.low, self.low_open = (
                floor(self.low) + 1 if self.low_open else ceil(self.low)
            ), False
        if abs(self.high) != float("inf"):
            self.high, self.high_open = (
                ceil(self.high) - 1 if self.high_open else floor(self.high)
            ), False

    def _narrow(self, head: str, bound: Any, below: bool, value: bool) -> None:
        if bound != bound or (head == "eq" and not value):
            return
        if head == "eq":
            self._raise_low(bound, False)
            self._drop_high(bound, False)
        elif below == value:  # x < b holds, or b < x fails: an upper bound
            self._drop_high(bound, (head == "lt") == value)
        else:
            self._raise_low(bound, (head == "lt") == value)
        self.nan = self.nan and not value

    def _raise_low(self, bound: float, is_open: bool) -> None:
        if bound > self.low or (bound == self.low and is_open):
            self.low, self.low_open = bound, is_open

    def _drop_high(self, bound: float, is_open: bool) -> None:
        if bound < self.high or (bound == self.high and is_open):
            self.high, self.high_open = bound, is_open

    def answer(self, head: str, bound: Any, below: bool) -> bool | None:
        """Whether ``x < b``, ``x <= b`` (below) or ``b < x``, ``b <= x``, ``x == b`` is decided."""
        only_nan = self.nan and (
            self.low > self.high or (self.low == self.high and (self.low_open or self.high_open))
        )
        if bound != bound or only_nan:
            return False
        under = self.high < bound or (self.high == bound and self.high_open)
        over = self.low > bound or (self.low == bound and self.low_open)
        if head == "eq":
            if under or over:
                return False
            return True if self.low == self.high == bound and not self.nan else None
        at_most, at_least = self.high <= bound, self.low >= bound
        if head == "lt":
            holds, fails = (under, at_least) if below else (over, at_most)
        else:
            holds, fails = (at_most, over) if below else (at_least, under)
        if fails:
            return False
        return True if holds and not self.nan else None


def _excluded(subject: Term, facts: list[Fact]) -> set[Any]:
    """The numbers that a subject is known not to equal."""
    found: set[Any] = set()
    for (head, left, right), value in facts:
        bound = right if left == subject else left
        if head == "eq" and not value and is_const(bound) and bound[1] in NUMBERS:
            found.add(constant_value(bound))
    return found


def _cannot_be_both(one: str, other: str) -> bool:
    """Whether no object is of two built-in classes."""
    known = one in SOLID and other in SOLID
    return known and one not in SOLID[other] and other not in SOLID[one]
