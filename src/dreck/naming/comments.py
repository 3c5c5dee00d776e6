"""What a comment beside a condition says of it."""

from __future__ import annotations

import re

from .phrases import MOST_WORDS, Phrase, Rank, should, stated
from .words import ANTONYMS, OPPOSITES, STATES, VERBS, is_state, plain_words, singular

_MARKS = re.compile(
    r"\b(xxx|todo|fixme|noqa|pragma|hack|type:|nb|note|pylint|mypy|bug)\b|[=(){}\[\]<>`_/\\\"]|\d{3,}",
    re.IGNORECASE,
)
_OPENERS = frozenset(
    {
        "if",
        "when",
        "whether",
        "unless",
        "only",
        "also",
        "then",
        "so",
        "here",
        "now",
        "just",
        "simply",
        "otherwise",
        "else",
        "maybe",
        "perhaps",
        "possibly",
    }
)
# "Handle X", "check for X": the comment says what X is.
_ABOUT = frozenset(
    {
        "handle",
        "check",
        "detect",
        "see",
        "is",
        "case",
        "special",
        "treat",
        "test",
        "verify",
        "deal",
        "consider",
    }
)
_LINKS = frozenset({"for", "of", "with", "if", "whether", "that", "case", "cases", "special", "on"})
# Words after which a comment explains why, where, or what with.
_BREAKS = frozenset(
    "because since so but as which who where when while if unless except with from by in for".split()
)
# What stands between two clauses that hold at once.
_BETWEEN = re.compile(r",\s+(?:and|but)\s+")
# States that say nothing without their circumstances.
_VAGUE = frozenset(
    "necessary needed required applicable possible appropriate relevant interesting ok fine true false set given".split()
)
_PREPOSITIONS = frozenset("at in of for on with to from by before after behind".split())
_STATEMENTS = frozenset(
    "is are was were has have does do can will would may might must should cannot we i you it they".split()
)


# What is done to something, in words without a common ending.
_DEEDS = frozenset(
    "done given held kept left let made put read sent shown taken thrown told written".split()
)


def phrase_of(comment: str) -> Phrase | None:
    """The phrase that a comment suggests for the condition it stands beside; None if it is no such
    comment.

    Args:
        comment: its text, with the number sign.

    >>> phrase_of("# the boat is too deep").name
    'is_boat_too_deep'
    >>> phrase_of("# skip empty lines").name
    'should_skip_empty_lines'
    """
    text = comment.lstrip("#!: ").strip()
    first = re.split(r"[.;:!?]|\s[-–—]+\s", text, maxsplit=1)[0].strip()
    if not first or "," in first or _MARKS.search(first) or re.search(r"\w\.\w", text):
        return None
    words = plain_words(first)
    if not words:
        return None
    reason = (
        f"a comment says {text if len(text) <= 40 else first!r}"
        if len(text) > 40
        else f"a comment says {text!r}"
    )
    negative = words[0] == "unless"
    while words and words[0] in _OPENERS:
        words = words[1:]
    found = _read(words, reason)
    if (
        found is not None
        and found.form == "is"
        and text.endswith(".")
        and not is_state(found.words[0])
        and not found.subject
    ):
        return None  # a sentence, and nothing that we can read
    return found.negated() if found is not None and negative else found


def clauses_of(comment: str) -> list[str]:
    """The comments that one of two clauses is made of, each of which says how something is; none if
    it is not such a one.

    >>> clauses_of("# fit for the lock, and may pass the gate")
    ['# fit for the lock', '# may pass the gate']
    >>> clauses_of("# fit for the lock and the gate")
    []
    """
    parts = [f"# {p.strip()}" for p in _BETWEEN.split(comment.lstrip("#!: ").strip())]
    found = [phrase_of(p) for p in parts]
    if len(parts) != 2 or any(p is None or p.form == "should" for p in found):
        return []
    return parts


def states(comment: str) -> bool:
    """Whether a comment is a clause that says what is so, and not what is done, or a mere noun.

    >>> [states(f"# {c}") for c in ("the boat is late", "late boats are fined", "leap second")]
    [True, False, False]
    """
    phrase = phrase_of(comment)
    if phrase is None or phrase.form == "should":
        return False
    if phrase.form not in ("is", "are"):
        return True
    last = phrase.words[-1]
    is_lasting = last in STATES or last in OPPOSITES or last in ANTONYMS
    clause = bool(phrase.subject) or is_state(last) or phrase.words[0] == "too"
    return clause and (is_lasting or not (last.endswith("ed") or last in _DEEDS))


def _read(words: list[str], reason: str) -> Phrase | None:
    words = words[1:] if words[:1] == ["for"] else words
    if not words or _VAGUE.issuperset(words) or {"and", "or"} & set(words):
        return None
    found = stated(words, Rank.COMMENT, reason)
    if found is not None:
        return found
    if words[0] in _ABOUT:
        while words and words[0] in (_ABOUT | _LINKS):
            words = words[1:]
        return _noun(words, reason)
    if words[0] in ("don't", "never") or words[:2] == ["do", "not"]:
        return None
    if words[0] in VERBS:
        short = _up_to_break(words)
        return (
            should(tuple(short), Rank.COMMENT, reason) if 1 < len(short) <= MOST_WORDS - 1 else None
        )
    return _noun(words, reason)


def _up_to_break(words: list[str]) -> list[str]:
    end = next((i for i, w in enumerate(words) if i > 0 and w in _BREAKS), len(words))
    return words[:end]


def _noun(words: list[str], reason: str) -> Phrase | None:
    """A comment of a few words that names the case, as in *# leap second*."""
    if (
        not words
        or len(words) > MOST_WORDS - 1
        or _STATEMENTS & set(words)
        or {"not", "no"} & set(words)
    ):
        return None
    head = next((i for i, w in enumerate(words) if w in _PREPOSITIONS), len(words)) - 1
    if head >= 0 and singular(words[head]) != words[head] and head + 1 < len(words):
        return Phrase("has", tuple(words), Rank.COMMENT, reason)
    return Phrase("is", (*words[:-1], singular(words[-1])), Rank.COMMENT, reason)
