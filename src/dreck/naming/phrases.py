"""What a condition says, as a phrase of a few words."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from enum import IntEnum

from .english import is_base_verb, is_participle
from .words import EMPTY_WORDS, OPPOSITES, VERBS, is_state, singular

# Words that cannot end a name, and what a thing is called that is refused without saying why.
_DANGLING = frozenset(
    "at in of for on with to from by line and or is are the than as that got not".split()
)
_OUTCOMES = frozenset(
    "what which who whom whose allowed supported permitted possible implemented required expected able failed error".split()
)
MOST_WORDS = 5
MOST_LETTERS = 32


class Rank(IntEnum):
    """Where a proposal comes from, the best source first."""

    ASKED = 0
    COMMENT = 1
    CONSEQUENCE = 2
    MEANING = 3  # the operands, in words that say more than the operators do
    LITERAL = 4  # the code spelt again


@dataclass(frozen=True, slots=True)
class Phrase:
    """What a condition says.

    Attributes:
        form: ``is``, ``are``, ``has``, ``can``, ``may``, ``needs``, ``should`` or, for words that
            stand alone, nothing.
        words: what is said.
        subject: of what it is said, in words; nothing if that needs no mention.
        positive: whether the condition holds where the phrase is true; else the opposite does.
        rank: where it comes from.
        reason: the same in words.
    """

    form: str
    words: tuple[str, ...]
    rank: Rank
    reason: str
    subject: tuple[str, ...] = ()
    positive: bool = True

    @property
    def name(self) -> str:
        """The name of a predicate that asks for it."""
        parts = (
            self.words
            if self.subject == self.words[: len(self.subject)]
            else (*self.subject, *self.words)
        )
        form = (self.form,) if self.form and parts[:1] != (self.form,) else ()
        return "_".join((*form, *_without_repeats(parts)))

    @property
    def is_short(self) -> bool:
        """Whether the name is one that people would write."""
        words = self.name.split("_")
        return (
            len(words) <= MOST_WORDS + 1
            and len(self.name) <= MOST_LETTERS
            and len(set(words)) == len(words)
        )

    @property
    def says_something(self) -> bool:
        """Whether the name has a word with a meaning of its own."""
        return any(
            len(w) > 1 and w not in EMPTY_WORDS and not w.isdigit()
            for w in (*self.subject, *self.words)
        )

    def negated(self) -> Phrase:
        """The phrase for the opposite condition."""
        return replace(self, positive=not self.positive)


def _without_repeats(words: tuple[str, ...]) -> list[str]:
    return [w for i, w in enumerate(words) if i == 0 or words[i - 1] != w]


def should(words: tuple[str, ...], rank: Rank, reason: str) -> Phrase | None:
    """A phrase of what is to be done, which starts with a verb."""
    return Phrase("should", words, rank, reason) if words and words[0] in VERBS else None


# Where something is that is not where it should be.
_ELSEWHERE = frozenset({"off", "outside", "beyond", "inside", "within", "behind"})


def stated(words: list[str], rank: Rank, reason: str) -> Phrase | None:
    """The phrase of a clause in words, such as *boat is too deep*, *not paid*, *no place* or *must
    be open*.

    Clauses that say what is missing or wrong become the positive phrase of the opposite.
    """
    while words and words[-1] in _DANGLING:
        words = words[:-1]
    if not words or words[0] == "if" or len(words) > MOST_WORDS + 2 or _OUTCOMES & set(words):
        return None
    for verb in ("must", "should", "has", "have", "needs"):
        if verb in words[1:]:
            return _required(words, words.index(verb), rank, reason)
    for verb in ("is", "are", "was", "were"):
        if verb in words:
            found = _is_clause(words, words.index(verb), rank, reason)
            return (
                replace(found, form="are")
                if found and verb in ("are", "were") and found.subject
                else found
            )
    allowed = _allowed(words, rank, reason)
    if allowed is not None:
        return allowed
    first, rest = words[0], tuple(words[1:])
    if first in ("no", "missing", "without") and rest:
        return Phrase("has", rest, rank, reason, positive=False)
    if first == "not" and rest and rest[-1] not in ("found",):
        return Phrase("is", rest, rank, reason, positive=False)
    if first in ("cannot", "could") or words[:2] == ["can", "not"]:
        deed = tuple(w for w in rest if w != "not")
        return (
            Phrase("can", deed, rank, reason, positive=False) if deed and _is_verb(deed) else None
        )
    if "not" in words:
        return None
    if first in OPPOSITES and len(rest) == 1 and singular(rest[0]) != rest[0]:
        return Phrase("are", (*rest, OPPOSITES[first]), rank, reason, positive=False)
    if first in OPPOSITES and rest:
        return Phrase("is", (OPPOSITES[first], *rest), rank, reason, positive=False)
    if first in ("too", "already", "only", "duplicate", "empty", "unexpected", "bad") and rest:
        return Phrase("is", tuple(words), rank, reason)
    if first in _ELSEWHERE and 0 < len(rest) < 3:
        return Phrase("is", tuple(words), rank, reason)
    return None


def _allowed(words: list[str], rank: Rank, reason: str) -> Phrase | None:
    """*may be marked*, *must not sail*, *can pass the bridge*, *needs pilot*: what somebody may or
    has to do. That something may be empty or missing says nothing of whether it is.
    """
    first, rest = words[0], words[1:]
    if first == "needs" and rest and len(rest) < 3 and not {"to", "be"} & set(rest):
        return Phrase("needs", tuple(rest), rank, reason)
    negative = rest[:1] == ["not"]
    if first not in ("may", "can", "must") or (first == "must" and not negative):
        return None
    deed = rest[1:] if negative else rest
    told = deed[:1] == ["be"] and len(deed) == 2 and _is_done(deed[1])
    if not told and not (deed and _is_verb(deed) and len(deed) < 4):
        return None
    form = "may" if first == "must" else first
    return Phrase(form, tuple(deed), rank, reason, positive=not negative)


def _is_verb(deed: Sequence[str]) -> bool:
    """Whether somebody may or can do what some words say; *may the boat pass* is a question."""
    return deed[0] in VERBS or (len(deed) == 1 and is_base_verb(deed[0]))


def _is_done(word: str) -> bool:
    """Whether a word says what is done to something, by the ending of its verb."""
    stems = (word[:-2], word[:-1], word[:-3], f"{word[:-3]}y")
    return is_participle(word) or (word.endswith("ed") and any(s in VERBS for s in stems))


def _is_clause(words: list[str], at: int, rank: Rank, reason: str) -> Phrase | None:
    subject, rest = tuple(words[:at]), tuple(words[at + 1 :])
    if not rest or len(subject) > 2 or subject[:1] in (("there",), ("it",), ("we",)):
        if subject[:1] == ("there",) and rest[:1] == ("no",):
            return Phrase("has", rest[1:], rank, reason, positive=False) if rest[1:] else None
        if not (subject[:1] == ("it",) and rest):
            return None
        subject = ()
    if rest[0] == "not":
        return (
            Phrase("is", rest[1:], rank, reason, subject, positive=False) if len(rest) > 1 else None
        )
    if rest[0] in OPPOSITES and len(rest) == 1:
        return Phrase("is", (OPPOSITES[rest[0]],), rank, reason, subject, positive=False)
    return Phrase("is", rest, rank, reason, subject)


def _required(words: list[str], at: int, rank: Rank, reason: str) -> Phrase | None:
    """*level must be positive*: the condition holds where it is not."""
    subject, rest = tuple(words[:at]), tuple(words[at + 1 :])
    if words[at] not in ("must", "should") or len(rest) < 2 or rest[0] != "be" or len(subject) > 2:
        return None
    if rest[1] == "not":
        return Phrase("is", rest[2:], rank, reason, subject) if len(rest) > 2 else None
    form = "are" if subject and singular(subject[-1]) != subject[-1] else "is"
    return (
        Phrase(form, rest[1:], rank, reason, subject, positive=False)
        if is_state(rest[-1]) or len(rest) == 2
        else None
    )
