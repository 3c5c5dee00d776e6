"""What a comment above a block says that the block does, or works out.

A comment is read as a sentence: an order (*construct a map of the berths*) gives a verb and its
object; a few words without a verb (*the tolls of the day*) give what the block is about. Whatever
else is said (why, what is so, what somebody must) gives nothing.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise

from .english import is_base_verb, is_only_verb, lemmas
from .words import ARTICLES, EMPTY_WORDS, VERBS, singular

MOST_WORDS = 4
PRONOUNS = frozenset({"them", "these", "those"})
_MARKS = re.compile(
    r"\b(xxx|todo|fixme|noqa|pragma|hack|nb|note|pylint|mypy|bug)\b|type:|[=<>?]", re.I
)
_DECORATION = re.compile(r"^[#!\s:*~_-]+|[\s*~_-]+$")
# What a sentence may begin with before it comes to the point.
_OPENERS = frozenset(
    "first then now next finally second third step part here also and well ok okay just simply"
    " we need try trying attempt to let's please possibly perhaps maybe only always".split()
)
_DETERMINERS = ARTICLES | frozenset("all any each every both his her most several".split())
_PARTICLES = frozenset({"up", "out", "down", "off", "in", "over", "back", "away"})
_PREPOSITIONS = frozenset(
    "with from by into onto per after before behind between during under over without via"
    " within against through out if when unless where while as according depending".split()
)
# Prepositions that hold what is spoken of together.
_HOLDING = frozenset("of for to and or in on at".split())
# Where what is spoken of may end, if it is too long for a name.
_ENDING = ("for", "to", "in", "on", "at")
# Nothing is done, but something said, where one of these stands.
_SAYING = frozenset(
    "is are was were be been has have had does do did can could will would may might must should"
    " cannot not no never don't doesn't isn't aren't can't won't we i you they he she there here"
    " because since so but which who that why how than then else otherwise e.g i.e".split()
)
# Words behind which it is told which ones are meant.
_RELATIVE = frozenset({"that", "which", "who", "whose"})
_VAGUE_OBJECTS = frozenset(
    "it that this one ones some something anything everything nothing error errors exception none"
    " true false itself themselves thing things stuff rest sure".split()
)
# Verbs with which comments say what is done, beside those of names.
_ORDERS = VERBS | frozenset("gather group init limit place share sum test total weigh".split())
# Verbs that are about what stands behind *for*.
_ASKING = frozenset("ask check listen look search wait watch".split())
# What may stand behind an object, and is none of it.
_ADVERBS = _PARTICLES | frozenset("first last again too now once here there yet only".split())
# Orders that say how control goes on, or nothing.
_VAGUE_VERBS = frozenset(
    "return raise skip continue break use do be see make let need try go get take note allow assume"
    " avoid fail give keep come want like mean happen know think default deal except".split()
)
# Verbs that comments mostly have as nouns.
_MOSTLY_NOUNS = frozenset(
    "access block cache change charge copy count cut display dump end exit filter index input"
    " list lock log map mark match name order permit query queue record report request result"
    " group place schedule sign start state stop sum test time total type view work".split()
)


@dataclass(frozen=True, slots=True)
class Said:
    """What a comment says of a block.

    Attributes:
        words: the words for a name.
        is_order: whether they begin with a verb.
        comment: the sentence that says so.
    """

    words: tuple[str, ...]
    is_order: bool
    comment: str


def said_by(comments: Sequence[str]) -> Iterator[Said]:
    """What the comments above a block say of it, the first first.

    Args:
        comments: their lines, with the number signs; lines of one sentence belong together.

    >>> [s.words for s in said_by(["# Construct a map with data", "# and zero blocks."])]
    [('construct', 'map')]
    >>> [s.words for s in said_by(["# check and convert the rows"])]
    [('check', 'and', 'convert', 'rows')]
    >>> [(s.words, s.is_order) for s in said_by(["# the tolls of the day"])]
    [(('tolls', 'of', 'day'), False)]
    >>> list(said_by(["# octal digits are followed by a null"]))
    []
    """
    lines = [_DECORATION.sub("", c) for c in comments]
    text = " ".join(f". {line}" if _MARKS.match(line) else line for line in lines)
    sentences = re.split(r"(?<=[^.\s])\s?[.;:!](?:\s+|$)|(?<=\?)\s|\s[-–—]+\s", text.strip())
    for index, sentence in enumerate(sentences[:2]):
        found = None if _MARKS.search(sentence) else _read(sentence.strip())
        # a label of what is explained behind it, and no list of parts
        part = re.split("[,;]", sentences[-1])[0]
        is_label = f"{sentence}:" in text and not _noun(_tokens(part))
        if found is not None and (found.is_order or (index == 0 and not is_label)):
            yield found


def _read(sentence: str) -> Said | None:
    plain = re.sub(r"\([^)]*\)", "", sentence)
    clauses = [c for c in map(_tokens, plain.split(",")) if not set(c) <= _OPENERS]
    if not clauses:
        return None
    first = clauses[0]
    for clause in clauses[:2]:
        ordered = _order(clause)
        if ordered:
            return Said(_apart(ordered), True, sentence)
        if not _leads_in(first):
            break
    noun = _noun(first) if len(clauses) == 1 else []
    return Said(_apart(noun), False, sentence) if noun else None


def _apart(words: Sequence[str]) -> tuple[str, ...]:
    return tuple(part for word in words for part in word.split("-"))


def _leads_in(tokens: Sequence[str]) -> bool:
    """Whether a clause only says where, when or with what something is done."""
    return bool(tokens) and tokens[0] in {"for", "in", "on", "at", "if", "when", "with", "after"}


def _tokens(clause: str) -> list[str]:
    """The words of a clause in lower case; what is no word is a full stop. Those with hyphens are
    one, as they are to a reader.
    """
    parts = [p.removesuffix("'s") for p in clause.split()]
    return [p.lower() if re.fullmatch(r"[A-Za-z]+(-[A-Za-z]+)*(n't)?", p) else "." for p in parts]


def _order(tokens: list[str]) -> list[str]:
    """The verb of an order with its object; nothing if it is no order, or has none."""
    while tokens and tokens[0] in _OPENERS:
        tokens = tokens[1:]
    if len(tokens) < 2:
        return []
    if tokens[0].endswith("ing") and tokens[1] in _DETERMINERS:  # building the name
        tokens = [*lemmas(tokens[0], "VERB")[:1], *tokens[1:]]
    two = [tokens[0], *tokens[3:4]]
    if len(tokens) > 3 and tokens[1] == "and" and _is_order(two) and _is_order(tokens[2:]):
        wanted = _object(tokens[3:])  # check and convert them
        fits = wanted and wanted[0] not in _VAGUE_OBJECTS and len(_apart(wanted)) < MOST_WORDS - 1
        return [*tokens[:3], *wanted] if fits else []
    if not _is_order(tokens):
        return []
    asks_for = tokens[0] in _ASKING and tokens[1] == "for"
    behind = 2 if len(tokens) > 2 and (tokens[1] in _PARTICLES or asks_for) else 1
    wanted = _object(tokens[behind:])
    if len(_apart(wanted)) > MOST_WORDS:
        wanted = wanted[: min((wanted.index(w) for w in _ENDING if w in wanted), default=None)]
    if not wanted or wanted[0] in _VAGUE_OBJECTS or PRONOUNS & set(wanted[:-1]):
        return []
    return [*tokens[:behind], *wanted] if len(_apart(wanted)) <= MOST_WORDS else []


def _is_order(tokens: Sequence[str]) -> bool:
    verb, behind = tokens[0], tokens[1]
    told = len(lemmas(verb, "VERB")) > 1  # found: to find, and to found
    known = verb in _ORDERS or (is_base_verb(verb) and not told)
    if not known or verb in _VAGUE_VERBS | _PREPOSITIONS | _SAYING:
        return False
    if behind in _DETERMINERS | PRONOUNS | _PARTICLES or is_only_verb(verb):
        return True
    if verb not in _ORDERS:
        return False
    several = any(singular(t) != t for t in tokens[1:] if t != ".")
    return verb not in _MOSTLY_NOUNS or several


def _object(tokens: Sequence[str]) -> list[str]:
    """What is spoken of: the words up to where something else begins."""
    found: list[str] = []
    end = ""
    for index, token in enumerate(tokens):
        behind = tokens[index + 1] if index + 1 < len(tokens) else "."
        tells_which = token in _RELATIVE and bool(found)
        if token in _SAYING and not tells_which:
            return []  # a clause, of which this is no object
        if tells_which or token in _PREPOSITIONS or _is_deed(token, found):
            break
        if token in _PARTICLES and behind not in _DETERMINERS and not lemmas(behind, "NOUN"):
            break
        if token in ("and", "or", "to") and (behind in VERBS or is_only_verb(behind)):
            break
        if token == ".":
            end = token
            break
        if token not in _DETERMINERS or token in PRONOUNS:
            found.append(token)
    while found and found[-1] in _HOLDING | _ADVERBS:
        found.pop()
    if not found or found[0] in _HOLDING or not _may_be_noun(found[-1]):
        return []
    # what stands before something that is no word may only say which
    last = found[-1]
    says_which = lemmas(last, "ADJ") or (lemmas(last, "VERB") and not is_base_verb(last))
    return [] if end and says_which else found


def _is_deed(token: str, before: Sequence[str]) -> bool:
    """Whether a word behind a noun says what is done with it, as in *keys listed there*."""
    is_verb = bool(lemmas(token, "VERB")) and not is_base_verb(token)
    behind_noun = bool(before) and bool(lemmas(before[-1], "NOUN"))
    behind_noun = behind_noun or (bool(before) and token.endswith("ing"))
    return behind_noun and is_verb and not lemmas(token, "NOUN")


def _noun(tokens: list[str]) -> list[str]:
    """What a few words without a verb are about; nothing if they say something."""
    while tokens and tokens[0] in _OPENERS | _DETERMINERS:
        tokens = tokens[1:]
    if not tokens or tokens[0] in _PREPOSITIONS | _HOLDING or set(tokens) & (_SAYING | {"."}):
        return []
    first = tokens[0]
    if first in _VAGUE_VERBS or (first in _ORDERS - _MOSTLY_NOUNS and is_base_verb(first)):
        return []
    found = _object(tokens)
    head = next(
        (w for i, w in enumerate(found) if found[i + 1 : i + 2] in ([], ["of"], ["for"])), ""
    )
    if not head or head in _VAGUE_OBJECTS | EMPTY_WORDS or "to" in found or not _may_be_noun(head):
        return []
    if any(lemmas(w, "VERB") and not _may_be_noun(w) for w in found):
        return []
    if any(w.endswith("s") and lemmas(w, "VERB") and n not in _HOLDING for w, n in pairwise(found)):
        return []  # the day takes precedence
    if len(_apart(found)) > MOST_WORDS:  # summary lines, for the notice board
        found = found[: min((found.index(w) for w in _ENDING if w in found), default=None)]
    return found if len(_apart(found)) <= MOST_WORDS else []


def _may_be_noun(word: str) -> bool:
    """Whether a word is a noun, or one that no dictionary has."""
    known = any(lemmas(word, c) for c in ("VERB", "ADJ", "ADV"))
    return bool(lemmas(word, "NOUN")) or not known
