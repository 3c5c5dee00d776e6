"""English as programs use it: words of identifiers, verbs, states, opposites, one of several."""

from __future__ import annotations

import keyword
import re
from collections.abc import Sequence

from .english import is_known, is_participle, lemmas, one_of, several_of

_PART = re.compile(r"[A-Z]+(?=[A-Z][a-z])|[A-Z]?[a-z]+|[A-Z]+|\d+")
_WORD = re.compile(r"[A-Za-z]+")

# Verbs with which comments and functions say what is done.
VERBS = frozenset("""
    abort accept acquire add admit advance allocate allow append apply ask assign attach await backtrack bail begin bind block
    break build bump cache call cancel capture catch change charge check choose clean clear close coerce collapse collect
    combine commit compare compile complete compute concatenate configure connect consume continue convert copy count create
    cut decode decrease decref default defer delay delete deliver deny depart describe detach detect disable discard dispatch
    display drain drop dump emit enable encode enforce ensure enter escape evict exclude execute exit expand extend extract
    fail fall fetch fill filter finalize find finish fire flush fold follow force forget format forward free generate get give
    go grab guess halt handle hide hold ignore import include increase indent infer inherit initialize inject insert inspect
    install interrupt invoke join jump keep kill leave let load lock log look lower make mark match merge migrate moor move
    normalize note notify obey omit open override pad parse pass pause peek pick pop populate postpone prefer prepare prepend
    preserve prevent print proceed process promote propagate pull purge push put query quit quote raise read rebuild recalculate
    rank recompute reconnect record recover redirect reduce refresh refuse register reject release reload remember remove rename
    render repeat replace report request require reset resize resolve restart restore retain retry return reuse reverse rewind
    roll rotate round run save scan schedule search seek send serialize set setup show shrink shut sign skip sleep sort split
    spill start step stop store strip submit substitute subtract suppress swap swallow switch sync take terminate throw tidy toggle touch
    fix shutdown startup rollback reconstruct recreate redo reformat rerun reraise rethrow rewrite ping probe prune reconcile rebase sanitize spawn support
    tell tolerate tune unescape unquote unroll unset unwind widen
    transform translate trim truncate try turn undo unify unlock unpack unregister unwrap update upgrade use validate verify
    wait wake warn wind wipe wrap write yield
    """.split())
# Words that say what state something is in.
STATES = frozenset("""
    absent absolute abstract active alive ambiguous anonymous asleep async available aware bad big binary blank blind bold busy
    builtin callable canonical cheap clean clear cold common complete constant correct current daemon dead deep default different
    direct dirty distinct done dry dynamic early eligible empty equal even exact exempt exhausted explicit external false fast
    final fine finite first flat foreign free frozen full fresh global good greedy happy hard heavy hidden high hot idle illegal
    immediate implicit inactive incomplete infinite inherited inner insecure integral internal invalid inverse iterable kind
    large last late lazy leap least left legal light literal little live local lone long loose loud low lower magic main
    malformed mandatory manual mature missing mixed modern mutable naive naked narrow native necessary negative nested new nil noisy
    normal numeric obsolete odd off offline old on online only open optional orphan outer overdue own parallel partial past
    pending permanent plain positive possible present primary printable private proper public pure quick quiet quoted random raw
    ready real recent recursive redundant regular relative reliable remote responsible rich right rigid rough safe same secret
    secure separate serious shallow short silent similar simple single singular sleepy slow small soft special spare special
    stale standalone static steady stiff strange strict strong stuck sub sure synthetic tall temporary text thick thin tight tiny
    top trivial true ugly unary unique universal unknown unsafe unused upper usable valid verbatim verbose virtual visible
    warm weak wet whole wide wild wrong young
    """.split())
# Words that deny something, and what they deny.
OPPOSITES = {
    "disallowed": "allowed",
    "disconnected": "connected",
    "illegal": "legal",
    "inactive": "active",
    "incomplete": "complete",
    "infinite": "finite",
    "insecure": "secure",
    "invalid": "valid",
    "malformed": "well_formed",
    "unable": "able",
    "unavailable": "available",
    "undefined": "defined",
    "unknown": "known",
    "unsafe": "safe",
    "unsupported": "supported",
    "unused": "used",
}
# Other pairs of which each says that the other does not hold.
ANTONYMS = {
    "alive": "dead",
    "closed": "open",
    "disabled": "enabled",
    "empty": "filled",
    "hidden": "visible",
    "idle": "busy",
    "offline": "online",
    "locked": "unlocked",
}
# What is said of one value against another: more of it is ...
COMPARATIVES = {
    "age": "older",
    "cost": "dearer",
    "day": "later",
    "deadline": "later",
    "depth": "deeper",
    "draught": "deeper",
    "height": "higher",
    "hour": "later",
    "length": "longer",
    "level": "higher",
    "mtime": "newer",
    "price": "dearer",
    "size": "larger",
    "speed": "faster",
    "time": "later",
    "version": "newer",
    "weight": "heavier",
    "width": "wider",
}
ARTICLES = frozenset("a an the this that these those its our their my your some".split())
_NO_PLURAL = frozenset(
    "bus gas is has was this status class process address access success alias canvas bias less as".split()
)
# Names that say nothing of what they stand for.
EMPTY_WORDS = frozenset("""
    arg args attr attrs bit bool cls col cond data dict elem elt ele el foo bar func info input int item it key kwargs kwds lst len list
    node num obj object other output res result ret seq self str string stuff temp thing tmp typ val value var x y
    """.split())


def words_of(identifier: str) -> list[str]:
    """The words of an identifier in lower case.

    >>> words_of("_HTTPHeader_parts2")
    ['http', 'header', 'parts', '2']
    """
    return [part.lower() for part in _PART.findall(identifier)]


def is_state(word: str) -> bool:
    """Whether a word says what state something is in.

    >>> [is_state(w) for w in ("open", "sunk", "readable", "cable", "speed", "unmoored")]
    [True, True, True, False, False, True]
    """
    if word in STATES or word in OPPOSITES or word in ANTONYMS:
        return True
    if word in VERBS or len(word) < 4:
        return False
    looks_so = len(word) > 4 and word.endswith(("ed", "able", "ible", "less", "ful"))
    if is_known(word):
        is_adjective = looks_so and bool(lemmas(word, "ADJ")) and not lemmas(word, "NOUN")
        return is_adjective or is_participle(word)
    return looks_so


def singular(word: str) -> str:
    """One of what a word says there are several of.

    >>> [singular(w) for w in ("digits", "entries", "children", "status", "zinfos")]
    ['digit', 'entry', 'child', 'status', 'zinfo']
    """
    known = one_of(word)
    if known:
        return known
    if word in _NO_PLURAL or not word.endswith("s") or word.endswith(("ss", "us", "is")):
        return word
    if word.endswith("ies") and len(word) > 4:
        return word[:-3] + "y"
    if word.endswith(("xes", "ches", "shes", "sses", "zes")):
        return word[:-2]
    return word[:-1]


def plural(word: str) -> str:
    """What a word says of one, said of several; what says it of several stays.

    >>> [plural(w) for w in ("digit", "entry", "child", "pass", "quay", "zinfo", "steps")]
    ['digits', 'entries', 'children', 'passes', 'quays', 'zinfos', 'steps']
    """
    known = several_of(word)
    if known:
        return known
    one = one_of(word)
    if one and one != word and several_of(one) == word:
        return word
    if word.endswith(("s", "x", "z", "ch", "sh")):
        return f"{word}es"
    if word.endswith("y") and word[-2:-1] not in "aeiou":
        return f"{word[:-1]}ies"
    return f"{word}s"


# Words that mean many already, or no number of things.
_ALREADY_MANY = frozenset(
    {"pence", "data", "gear", "info", "news", "water", "money", "time", "weather", "people"}
)


def several(words: Sequence[str]) -> list[str]:
    """The words of a name, said of several.

    >>> several(["dry", "dock"]), several(["pence"]), several(["limits"])
    (['dry', 'docks'], ['pence'], ['limits'])
    """
    last = words[-1]
    stays = last.endswith("s") or last in _ALREADY_MANY
    return [*words[:-1], last if stays else plural(last)]


def plain_words(text: str) -> list[str] | None:
    """The words of a phrase in lower case, without articles; None if there is more in it than
    words.

    >>> plain_words("The board is full")
    ['board', 'is', 'full']
    """
    if not re.fullmatch(r"[A-Za-z'\s-]+", text):
        return None
    words = [w.lower() for w in _WORD.findall(text.replace("n't", " not").replace("'s", ""))]
    return [w for w in words if w not in ARTICLES]


# Words that say nothing by themselves: they only hold others together.
_HOLDING = frozenset(
    "a an and as but by else for from if of or than that the then to until when while with".split()
)


def only_asks(name: str) -> bool:
    """Whether nothing stands behind the verb of a name but words that hold others together.

    >>> [only_asks(n) for n in ("is_for", "is_set_for", "overlaps")]
    [True, False, False]
    """
    behind = words_of(name)[1:]
    return bool(behind) and {*behind} <= _HOLDING


def is_usable(name: str) -> bool:
    """Whether a name may be given to something: an identifier that is no keyword and not
    mangled.
    """
    return (
        name.isidentifier()
        and not keyword.iskeyword(name)
        and not keyword.issoftkeyword(name)
        and not name.startswith("__")
    )
