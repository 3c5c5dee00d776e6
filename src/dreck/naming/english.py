"""Classes and forms of English words, looked up in a dictionary rather than guessed from endings."""

from __future__ import annotations

from functools import lru_cache

_KEPT = 20_000


@lru_cache(_KEPT)
def lemmas(word: str, word_class: str) -> tuple[str, ...]:
    """What a word is a form of.

    Args:
        word: in lower case.
        word_class: ``"NOUN"``, ``"VERB"``, ``"ADJ"`` or ``"ADV"``.

    Returns:
        The base forms; none if no dictionary has the word in that class.

    >>> lemmas("closed", "VERB"), lemmas("closed", "NOUN"), lemmas("entries", "NOUN")
    (('close',), (), ('entry',))
    """
    import lemminflect  # takes its time, and most runs name nothing

    found = lemminflect.getAllLemmas(word, word_class)
    return tuple(found.get(word_class, ()))


@lru_cache(_KEPT)
def is_base_verb(word: str) -> bool:
    """Whether a word is a verb as it stands in an order.

    >>> [is_base_verb(w) for w in ("construct", "toll", "moored", "header")]
    [True, True, False, False]
    """
    return word in lemmas(word, "VERB")


@lru_cache(_KEPT)
def is_only_verb(word: str) -> bool:
    """Whether a word is a verb in its base form, and nothing else.

    >>> [is_only_verb(w) for w in ("construct", "ensure", "toll")]
    [False, True, False]
    """
    return is_base_verb(word) and not any(lemmas(word, c) for c in ("NOUN", "ADJ", "ADV"))


@lru_cache(_KEPT)
def one_of(word: str) -> str:
    """The singular of a noun; empty if no dictionary has it as a noun.

    >>> one_of("entries"), one_of("status"), one_of("children"), one_of("zinfos")
    ('entry', 'status', 'child', '')
    """
    found = lemmas(word, "NOUN")
    others = [w for w in found if w != word and word.endswith("s")]
    return next(iter([*others, *(w for w in found if w == word), *found]), "")


@lru_cache(_KEPT)
def several_of(word: str) -> str:
    """The plural of a noun in its singular; empty if no dictionary has it.

    >>> several_of("entry"), several_of("child"), several_of("zinfo")
    ('entries', 'children', '')
    """
    import lemminflect

    known = word in lemmas(word, "NOUN")
    return str(lemminflect.getInflection(word, "NNS")[0]) if known else ""


# Words that begin with another sound than their first letter's.
_SOUNDS_LIKE_YOU = ("uni", "use", "usu", "uti", "eu", "one", "once", "ewe", "ubi")
_SILENT = ("hour", "hon", "heir")
_NOT_SILENT = ("unin", "unim", "hone")


def with_article(words: str) -> str:
    """A phrase with the article that its first word asks for.

    >>> with_article("engine"), with_article("unit"), with_article("hour"), with_article("lock")
    ('an engine', 'a unit', 'an hour', 'a lock')
    """
    word = words.lower()
    if word.startswith(_NOT_SILENT):
        is_vowel = word.startswith("un")
    elif word.startswith((*_SOUNDS_LIKE_YOU, *_SILENT)):
        is_vowel = word.startswith(_SILENT)
    else:
        is_vowel = word[:1] in "aeiou"
    return f"{'an' if is_vowel else 'a'} {words}"


@lru_cache(_KEPT)
def is_participle(word: str) -> bool:
    """Whether a word says what was done with something, and is no noun.

    >>> [is_participle(w) for w in ("moored", "sunk", "speed", "boats")]
    [True, True, False, False]
    """
    import lemminflect

    bases = [w for w in lemmas(word, "VERB") if w != word]
    done = any(word in lemminflect.getInflection(b, "VBN") for b in bases)
    return done and not lemmas(word, "NOUN") and not is_base_verb(word)  # found: to found


@lru_cache(_KEPT)
def is_known(word: str) -> bool:
    """Whether the dictionary has a word in any class."""
    return any(lemmas(word, c) for c in ("NOUN", "VERB", "ADJ", "ADV"))
