"""Methods of texts as values: what they give depends on nothing but the text and what they are given.

A text cannot change, so `line.startswith("#")` may be asked whenever, and as often as anybody likes
(Library Reference, "String Methods"). Only methods that cannot fail are here, given texts.

=================================  ================================================
``("method", name, text)``         the bound method
``("asked", name, text, ...)``     a truth; also ``in``, of a text in another one
``("cut", name, text, ...)``       a text; also ``slice``
``("counted", name, text, ...)``   a whole number
=================================  ================================================
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from .terms import Kinds, Term, const, is_const, kinds_of

_TEXT: Kinds = frozenset({"str"})
_CUTTING = frozenset({"strip", "lstrip", "rstrip"})
# What each method makes, and of how many texts.
_MAKING: Mapping[str, tuple[str, int]] = {
    **dict.fromkeys(
        "isalnum isalpha isascii isdecimal isdigit isidentifier islower isnumeric isprintable isspace"
        " istitle isupper".split(),
        ("asked", 0),
    ),
    **dict.fromkeys(("startswith", "endswith"), ("asked", 1)),
    **dict.fromkeys("capitalize casefold lower swapcase title upper".split(), ("cut", 0)),
    **dict.fromkeys(("removeprefix", "removesuffix"), ("cut", 1)),
    "replace": ("cut", 2),
    **dict.fromkeys(("count", "find", "rfind"), ("counted", 1)),
}


def is_text(term: Term, known: Mapping[int, Kinds]) -> bool:
    """Whether a value is a text for sure."""
    return kinds_of(term, known) == _TEXT


def method_of(name: object, text: Term, known: Mapping[int, Kinds]) -> Term | None:
    """The bound method of a text that only answers; None for any other attribute.

    Args:
        name: what is read of the text.
        text: the text.
        known: the kinds of values.
    """
    answers = isinstance(name, str) and (name in _MAKING or name in _CUTTING)
    return ("method", name, text) if answers and is_text(text, known) else None


def answer_of(method: Term, given: Sequence[Term], known: Mapping[int, Kinds]) -> Term | None:
    """What a bound method gives; None where it may fail.

    Args:
        method: a term with ``method`` at its head.
        given: what it is given, by position.
        known: the kinds of values.
    """
    _, name, text = method
    if name in _CUTTING:
        said = not given or (len(given) == 1 and is_text(given[0], known))
        return worked_out(("cut", name, text, *given)) if said else None
    head, count = _MAKING[name]
    if len(given) != count:
        return None
    several = name in ("startswith", "endswith") and given[0][0] == "tuple"
    parts = given[0][1:] if several else given
    if not all(is_text(p, known) for p in parts):
        return None
    return worked_out((head, name, text, *given))


def contains(item: Term, text: Term, known: Mapping[int, Kinds]) -> Term | None:
    """Whether a text stands in another one."""
    plain = is_text(item, known) and is_text(text, known)
    return worked_out(("asked", "in", text, item)) if plain else None


def slice_of(text: Term, bounds: Term, known: Mapping[int, Kinds]) -> Term | None:
    """A piece of a text, which is there however long the text is."""
    if bounds[0] != "slice" or not is_text(text, known):
        return None
    first, last, step = bounds[1:]
    fits = all(b == const(None) or (is_const(b) and b[1] == "int") for b in (first, last, step))
    if not fits or step == const(0):
        return None
    return worked_out(("cut", "slice", text, first, last, step))


def worked_out(term: Term) -> Term:
    """The constant that an answer is if all that it is made of is constant, else the answer."""
    _, name, text, *given = term
    if not all(is_const(t) or (t[0] == "tuple" and all(map(is_const, t[1:]))) for t in term[2:]):
        return term
    values = [tuple(p[2] for p in t[1:]) if t[0] == "tuple" else t[2] for t in given]
    if name == "in":
        return const(values[0] in text[2])
    if name == "slice":
        return const(text[2][slice(*values)])
    return const(getattr(text[2], name)(*values))


def follows(asked: Term, known: Term, holds: bool) -> bool | None:
    """Whether a text begins, or ends, with something, by what else it begins or ends with or not.

    Args:
        asked: the question.
        known: another question of the same text, which is answered.
        holds: the answer.
    """
    _, name, text, *given = asked
    if known[:3] != asked[:3] or name not in ("startswith", "endswith"):
        return None
    if known[3][0] == "tuple" and not holds:
        answers = (follows(asked, (*known[:3], p), holds) for p in known[3][1:])
        return next((a for a in answers if a is not None), None)
    if not is_const(given[0]) or not is_const(known[3]):
        return None
    wanted, seen = given[0][2], known[3][2]
    reaches, reached = getattr(wanted, name)(seen), getattr(seen, name)(wanted)
    if holds:
        return True if reached else None if reaches else False
    return False if reaches else None
