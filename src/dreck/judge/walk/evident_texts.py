"""Values without a declaration that the code evidently takes for texts.

What is added to a text is one: of all else the sum fails. A proof that takes a value for a text
rests on ``as-used``. Of values that the code asks for their kind, or for being there, that is not
evident; nor of what a text is added to in place, which may be a list.
"""

from __future__ import annotations

import ast
import re
from collections.abc import Sequence
from string import Formatter
from typing import TYPE_CHECKING

from ..face.verdict import AssumptionKind
from ..face.wording import shortened
from ..ir.graph import Do
from ..values.sums import arithmetic, filled_in, joined
from ..values.terms import PLAIN, WHOLE, Kinds, Term, const, is_const, kinds_of
from ..world.answering import names_defined
from ..world.doubts import doubted_in, of_many_kinds_in, spoken_of
from ..world.types import names_in
from .evident_lengths import speaks_of_arrays
from .plain_numbers import AS_IT_IS, written_out
from .states import State

if TYPE_CHECKING:
    from .one_side import Walker

# Steps of which texts are made.
TEXT_STEPS = frozenset({"binop", "inplace", "show", "format"})
_ONLY_TEXT: Kinds = frozenset({"str"})
# Where a value is put in, as it is or as a whole number.
_PLACE = re.compile("%[sd]")
_AS_TEXT = re.compile("%[sra]")
# Methods that of all that a program has only texts have (and bytes, which a proof says).
_OF_TEXTS_ALONE = frozenset(
    {"strip", "lstrip", "rstrip", "splitlines", "startswith", "endswith", "casefold"}
    | {"isdigit", "isalpha", "isalnum", "isnumeric", "isspace", "isupper", "islower"}
    | {"ljust", "rjust", "zfill", "removeprefix", "removesuffix"}
)


def text_of_evident(walker: Walker, node: Do, terms: Sequence[Term], state: State) -> Term | None:
    """The text that a step makes of values which evidently are texts; None for any other.

    Args:
        walker: the walk.
        node: the step.
        terms: what it is made of.
        state: where the walk is.
    """
    if node.kind in ("show", "format"):
        itself = len(terms) == 1 and node.detail in AS_IT_IS
        return _known(walker, terms[0], state) if itself else None
    if node.detail == "%":
        pattern, given = terms
        every = given[1:] if given[0] == "tuple" else (given,)
        known = [_known(walker, t, state) or t for t in every]
        made: Term = ("tuple", *known) if given[0] == "tuple" else known[0]
        found = filled_in(pattern, made, walker.kinds)
        return found if found is not None else _filled(walker, node, pattern, known)
    if node.detail != "+":
        return None
    known = [_known(walker, t, state) or t for t in terms]
    texts = [kinds_of(t, walker.kinds) == _ONLY_TEXT for t in known]
    if sum(texts) == 1:
        at = texts.index(False)
        if not _is_evident(walker, node, at, known[at]):
            return None
        state.facts = state.facts.adding(("isa", known[at], "str"), True)
        known[at] = ("as text", known[at])
    return arithmetic("+", known[0], known[1], walker.kinds)


def takes_for_text(walker: Walker, node: Do, term: Term) -> str:
    """What a text would be called that a value without a declaration is taken for, because it is
    asked for a method that nothing else has; empty where it is not.
    """
    if node.kind != "getattr" or node.detail not in _OF_TEXTS_ALONE or not walker.takes_evident:
        return ""
    if not walker.steady or walker.strict or term[0] != "s" or node.landing is not None:
        return ""
    if kinds_of(term, walker.kinds) is not None or names_in(walker.types.of(term)) - {"?"}:
        return ""
    source, trees = node.source, walker.names.declared.trees
    if not isinstance(source, ast.Attribute) or names_defined(str(node.detail), trees):
        return ""
    doubted = frozenset[str]().union(*(doubted_in(t) | of_many_kinds_in(t) for t in trees))
    if spoken_of(source.value) in doubted or any(map(speaks_of_arrays, trees)):
        return ""
    return shortened(source.value)


def filled_braces(walker: Walker, node: Do, pattern: str, given: Sequence[Term]) -> Term | None:
    """The text that a known one becomes when plain values are put in its braces; None for braces
    that ask for more than a value as it is.
    """
    stars, names, _ = node.detail
    if not walker.steady or walker.strict or not walker.keeps_patterns():
        return None
    if any(stars) or None in names:
        return (
            None  # what `**` brings along may have the same name once more, or names that are none
        )
    several = len(given) - len(names)
    pieces: list[Term] = []
    try:
        fields = list(Formatter().parse(pattern))
    except ValueError:
        return None  # it fails where it is run
    for at, (text, name, spec, conversion) in enumerate(fields):
        pieces.append(const(text))
        if name is None:
            continue
        if spec or conversion:
            return None
        if name == "" or (name.isdecimal() and name.isascii()):
            place = int(name) if name else sum(f[1] == "" for f in fields[:at])
            if place >= several:
                return None
        elif name in names:
            place = several + names.index(name)
        else:
            return None
        written = written_out(walker, node, given[place])
        if written is None:
            return None
        pieces.append(written)
    mixed = {f[1] == "" for f in fields if f[1] is not None and not f[1].isidentifier()}
    return None if len(mixed) > 1 else joined(pieces, walker.kinds)


def is_plainly_filled(pattern: str, given: Term) -> bool:
    """Whether a pattern asks for as many values, as they are, as it gets.

    >>> is_plainly_filled("%s: %r", ("tuple", ("s", 1), ("s", 2)))
    True
    """
    several = len(given) - 1 if given[0] == "tuple" else 1
    return len(_AS_TEXT.findall(pattern)) == several and "%" not in _AS_TEXT.sub("", pattern)


def _filled(walker: Walker, node: Do, pattern: Term, given: Sequence[Term]) -> Term | None:
    """The text that a written one becomes when plain values are filled in, as many as it asks for:
    that fails for numbers of thousands of digits only.
    """
    if not is_const(pattern) or pattern[1] != "str":
        return None
    places = _PLACE.findall(pattern[2])
    kinds = [kinds_of(t, walker.kinds) for t in given]
    if len(places) != len(kinds) or _PLACE.sub("", pattern[2]).count("%"):
        return None
    if not all(
        k is not None and k <= (PLAIN if p == "%s" else WHOLE)
        for p, k in zip(places, kinds, strict=True)
    ):
        return None
    about = shortened(node.source)
    breaks = "a number of more than 4,300 digits, which is not written out"
    if not walker.ledger.grant(AssumptionKind.NO_EFFECT, about, breaks):
        return None
    return ("filled", pattern, *given)


def _known(walker: Walker, term: Term, state: State) -> Term | None:
    """A value that was taken for a text before on this path, as a text."""
    if term[0] != "s" or kinds_of(term, walker.kinds) is not None:
        return None
    decided = state.facts.decide(("isa", term, "str"))
    if decided is None or not decided[0]:
        return None
    walker.narrowed |= decided[1]
    return ("as text", term)


def _is_evident(walker: Walker, node: Do, at: int, term: Term) -> bool:
    """Whether one side of a sum, whose other one is a text, is evidently one too."""
    source = node.source
    if isinstance(source, ast.AugAssign):
        if at == 0:
            return False
        side: ast.expr = source.value
    elif isinstance(source, ast.BinOp):
        side = (source.left, source.right)[at]
    else:
        return False
    if term[0] != "s" or kinds_of(term, walker.kinds) is not None:
        return False
    if names_in(walker.types.of(term)) - {"?"}:
        return False  # what is declared to be anything else is no text
    trees = walker.names.declared.trees
    doubted = frozenset[str]().union(*(doubted_in(t) | of_many_kinds_in(t) for t in trees))
    if spoken_of(side) in doubted:
        return False
    about = shortened(side)
    breaks = f"{about} that is no text, or one of a class derived from `str`"
    return walker.ledger.grant(AssumptionKind.AS_USED, about, breaks)
