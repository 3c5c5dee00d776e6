"""What a heading above a block says, where the block itself speaks of the same: *coins: what is in
the boxes*, *complaints are refunded if they are small*.

By itself such a comment only tells what is meant, or what is so. Where the block has names of its
words, it says what the block is about, or what is done there.
"""

from __future__ import annotations

import ast
import re
from collections.abc import Iterator, Sequence

from ..outline import all_nodes
from .block_comments import Said
from .english import is_base_verb, is_participle, lemmas
from .words import ARTICLES, EMPTY_WORDS, singular, words_of

_LABEL = re.compile(r"[#!\s*~_-]*([A-Za-z][A-Za-z ]{2,30}):\s")
_IS = frozenset({"is", "are", "gets", "get"})
_MOST_WORDS = 2


def said_by_heading(comments: Sequence[str], statements: Sequence[ast.stmt]) -> Iterator[Said]:
    """What the first of some comments says of the statements below it.

    Args:
        comments: their lines, with the number signs.
        statements: the block.

    >>> block = ast.parse("for coin in coins:\\n    total += coin").body
    >>> [s.words for s in said_by_heading(["# coins: what the boxes hold"], block)]
    [('coins',)]
    >>> block = ast.parse("for loss in losses:\\n    refunds += loss").body
    >>> [s.words for s in said_by_heading(["# losses are refunded if small"], block)]
    [('refund', 'losses')]
    """
    if not comments:
        return
    spoken = {
        singular(w)
        for s in statements
        for n in all_nodes(s)
        for w in words_of(getattr(n, "id", getattr(n, "attr", "")) or "")
    }
    label = _LABEL.match(comments[0])
    words = _plain(label[1]) if label else []
    if words and len(words) <= _MOST_WORDS and {singular(w) for w in words} <= spoken:
        if not set(words) & EMPTY_WORDS and lemmas(words[-1], "NOUN"):
            yield Said(tuple(words), False, label[1] if label else "")
    yield from _what_is_done(comments[0], spoken)


def _plain(text: str) -> list[str]:
    return [w for w in text.lower().split() if w not in ARTICLES]


def _what_is_done(comment: str, spoken: set[str]) -> Iterator[Said]:
    """What is said to be done with something: *boats are moored*."""
    sentence = re.split(r"[.;:,(]", comment.lstrip("#!*~_- "), maxsplit=1)[0]
    words = _plain(sentence)
    at = next((i for i, w in enumerate(words) if w in _IS), 0)
    about, done = words[:at], words[at + 1] if at + 1 < len(words) else ""
    if not 0 < len(about) <= _MOST_WORDS or not is_participle(done):
        return
    verb = next((v for v in lemmas(done, "VERB") if is_base_verb(v)), "")
    knows_it = verb and verb in {singular(w) for w in spoken} | {done}
    named = verb in spoken or done in spoken
    if knows_it and named and {singular(w) for w in about} <= spoken:
        yield Said((verb, *about), True, sentence)
