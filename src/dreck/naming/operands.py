"""The operands of a condition in words: what their operators mean, and what they are about."""

from __future__ import annotations

import ast
from dataclasses import replace

from ..outline import all_nodes
from .fitting import fitting
from .nothing import nothing_in
from .phrases import Phrase, Rank
from .words import (
    ANTONYMS,
    COMPARATIVES,
    EMPTY_WORDS,
    OPPOSITES,
    VERBS,
    is_state,
    plain_words,
    singular,
    words_of,
)

_REASON = "its operands in words"
_READ_AS_THEY_ARE = frozenset(
    {
        "is",
        "has",
        "can",
        "should",
        "are",
        "was",
        "may",
        "must",
        "needs",
        "needed",
        "starts",
        "ends",
        "contains",
        "supports",
        "uses",
        "exists",
        "matches",
    }
)
_CHARACTERS = {
    " ": "blank",
    "": "nothing",
    "\n": "newline",
    "_": "underscore",
    "-": "dash",
    ".": "dot",
    "/": "slash",
    "\\": "backslash",
    ":": "colon",
    ",": "comma",
    "#": "hash",
    "*": "star",
    "%": "percent",
    "@": "at",
    "(": "parenthesis",
    "[": "bracket",
    "<": "angle",
    '"': "quote",
    "'": "quote",
    "+": "plus",
    "=": "equals",
    "&": "ampersand",
    ";": "semicolon",
    "?": "question_mark",
    "!": "exclamation_mark",
    "|": "bar",
    "~": "tilde",
    "$": "dollar",
    "{": "brace",
    "--": "dashes",
    "..": "dots",
    "__": "dunder",
}
_ENDS_OF_TIME = frozenset({"expires", "expiry", "expiration"})
_PRESENT = frozenset({"now", "today"})
_SIZES = {0: "empty", 1: "single"}


def phrase_of(node: ast.expr) -> Phrase | None:
    """The phrase that a condition's operands make; of rank LITERAL if it only spells the code
    again.
    """
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
        inner = phrase_of(node.operand)
        return None if inner is None else inner.negated()
    if isinstance(node, ast.BoolOp):
        asked = nothing_in(node)
        if asked is not None:
            subject, word, positive = asked
            about = () if isinstance(subject, ast.Name) else subject_words(subject)
            return _made("is", (word,), about, positive=positive)
        held = fitting(node)
        if held is not None:
            return _made("", ("fits", *words_of(held[0])), positive=held[1])
        return _conjunction(node) if isinstance(node.op, ast.And) else _disjunction(node)
    if isinstance(node, ast.Compare):
        return _comparison(node)
    if isinstance(node, ast.Call):
        return _call(node)
    if isinstance(node, ast.Name | ast.Attribute):
        return _plain(node)
    return None


def subject_words(node: ast.expr) -> tuple[str, ...]:
    """What an expression is about, in a word or two; nothing if its name says nothing."""
    if isinstance(node, ast.Name):
        words = words_of(node.id)
    elif isinstance(node, ast.Attribute):
        words = words_of(node.attr)
        if words and (words[-1] in EMPTY_WORDS or len(words[-1]) < 2):
            return ()
    elif isinstance(node, ast.Subscript):
        key = node.slice
        if isinstance(key, ast.Constant) and isinstance(key.value, str):
            words = words_of(key.value)
        else:
            words = [
                *words_of(_last(node.value))[:-1],
                singular((words_of(_last(node.value)) or [""])[-1]),
            ]
    elif (
        isinstance(node, ast.Call)
        and isinstance(node.func, ast.Name)
        and node.func.id == "len"
        and node.args
    ):
        return subject_words(node.args[0])
    elif isinstance(node, ast.Call):
        words = words_of(_last(node.func))
        words = words[1:] if len(words) > 1 and words[0] in VERBS else words
        if (
            words
            and words[0] in ("get", "lower", "strip", "upper", "rstrip", "lstrip")
            and isinstance(node.func, ast.Attribute)
        ):
            return subject_words(node.func.value)
    else:
        return ()
    kept = [w for w in words if w != "self"]
    return tuple(kept) if kept and len(kept) <= 3 and any(len(w) > 1 for w in kept) else ()


def _last(node: ast.expr) -> str:
    return (
        node.attr
        if isinstance(node, ast.Attribute)
        else node.id if isinstance(node, ast.Name) else ""
    )


def _made(
    form: str,
    words: tuple[str, ...],
    subject: tuple[str, ...] = (),
    *,
    literal: bool = False,
    positive: bool = True,
) -> Phrase:
    return Phrase(
        form, words, Rank.LITERAL if literal else Rank.MEANING, _REASON, subject, positive
    )


def _plain(node: ast.Name | ast.Attribute) -> Phrase | None:
    """A value asked for its truth."""
    words = words_of(_last(node))
    if not words:
        return None
    if words[0] in _READ_AS_THEY_ARE:
        return _made("", tuple(words))
    if is_state(words[-1]):
        return _made("is", tuple(words))
    return _made("has", tuple(words), literal=len(words) == 1 and words[0] in EMPTY_WORDS)


def _call(node: ast.Call) -> Phrase | None:
    name = _last(node.func)
    if (
        isinstance(node.func, ast.Name)
        and len(node.args) == 2
        and name in ("isinstance", "issubclass")
    ):
        return _kind(node.args[0], node.args[1])
    if isinstance(node.func, ast.Name) and name in ("hasattr", "getattr") and len(node.args) > 1:
        asked = node.args[1]
        words = (
            words_of(asked.value)
            if isinstance(asked, ast.Constant) and isinstance(asked.value, str)
            else []
        )
        return _made("has", tuple(words)) if words else None
    if (
        name in ("startswith", "endswith")
        and isinstance(node.func, ast.Attribute)
        and len(node.args) == 1
    ):
        what = _spoken(node.args[0])
        return (
            _made(
                "",
                ("starts" if name == "startswith" else "ends", "with", what),
                subject_words(node.func.value),
            )
            if what
            else None
        )
    if (
        name.startswith("is")
        and len(name) > 3
        and "_" not in name
        and name.islower()
        and isinstance(node.func, ast.Attribute)
    ):
        return _made("is", tuple(words_of(name[2:])), subject_words(node.func.value))
    words = words_of(name)
    if words and words[0] in _READ_AS_THEY_ARE:
        return _made("", tuple(words))
    if words and is_state(words[-1]) and words[0] not in VERBS:
        return _made("is", tuple(words))
    return None


def _spoken(node: ast.expr) -> str:
    """A short constant as a word."""
    if isinstance(node, ast.Constant) and isinstance(node.value, str):
        if node.value in _CHARACTERS:
            return _CHARACTERS[node.value]
        words = plain_words(node.value)
        return "_".join(words) if words and len(words) <= 2 else ""
    if isinstance(node, ast.Name | ast.Attribute):
        return "_".join(words_of(_last(node)))
    return ""


def _kind(subject: ast.expr, classes: ast.expr) -> Phrase | None:
    parts = classes.elts if isinstance(classes, ast.Tuple) else [classes]
    names = [words_of(_last(p)) for p in parts]
    if not all(names) or not 1 <= len(names) <= 2:
        return None
    words = [w for i, name in enumerate(names) for w in ([*name] if i == 0 else ["or", *name])]
    builtin = {"str": "text", "int": "integer", "dict": "mapping", "bool": "flag"}
    plain = tuple(builtin.get(w, w) if len(words) == 1 else w for w in words)
    if isinstance(subject, ast.Name):
        return _made("is", plain)
    about = subject_words(subject)
    return _made("is", plain, about, literal=not about)


def _comparison(node: ast.Compare) -> Phrase | None:
    if len(node.ops) == 2 and all(isinstance(op, ast.Lt | ast.LtE) for op in node.ops):
        return _range(node.left, node.comparators[0], node.comparators[1])
    if len(node.ops) == 2 and all(isinstance(op, ast.Gt | ast.GtE) for op in node.ops):
        return _range(node.comparators[1], node.comparators[0], node.left)
    if len(node.ops) != 1:
        return None
    left, op, right = node.left, node.ops[0], node.comparators[0]
    if isinstance(op, ast.Is | ast.IsNot | ast.Eq | ast.NotEq):
        found = _equal(left, right, identity=isinstance(op, ast.Is | ast.IsNot))
        return (
            found.negated()
            if found is not None and isinstance(op, ast.IsNot | ast.NotEq)
            else found
        )
    if isinstance(op, ast.In | ast.NotIn):
        found = _member(left, right)
        return found.negated() if found is not None and isinstance(op, ast.NotIn) else found
    if isinstance(op, ast.Lt | ast.LtE) and isinstance(left, ast.Constant):
        return _more(right, left)
    return _more(left, right) if isinstance(op, ast.Gt | ast.GtE) else _less(left, right)


def _range(low: ast.expr, subject: ast.expr, high: ast.expr) -> Phrase | None:
    about = subject_words(subject)
    owners = [n.value for n in (low, high) if isinstance(n, ast.Attribute)]
    if len(owners) == 2 and ast.dump(owners[0]) == ast.dump(owners[1]):
        owner = subject_words(owners[0])
        return _made("is", ("within", *owner), about) if owner and about else None
    return _made("is", ("in", "range"), about, literal=not about)


def _equal(left: ast.expr, right: ast.expr, *, identity: bool) -> Phrase | None:
    about = subject_words(left)
    if isinstance(right, ast.Constant) and right.value is None:
        return (
            _made("has", about, positive=False) if about and about[-1] not in EMPTY_WORDS else None
        )
    if isinstance(right, ast.Constant) and isinstance(right.value, bool):
        found = phrase_of(left)
        return found if found is None or right.value else found.negated()
    if (
        isinstance(left, ast.BinOp)
        and isinstance(left.op, ast.Mod)
        and isinstance(right, ast.Constant)
        and right.value == 0
    ):
        return _multiple(left)
    if (
        isinstance(left, ast.Call)
        and _last(left.func) == "len"
        and left.args
        and isinstance(right, ast.Constant)
    ):
        return _sized(left.args[0], right.value)
    if isinstance(right, ast.Constant) and right.value == 0 and not isinstance(right.value, str):
        return _made("is", ("zero",), about) if about else None
    if isinstance(right, ast.Constant) and isinstance(right.value, str):
        what = _spoken(right)
        if not what:
            return None
        return _made(
            "is",
            (what,),
            about if len(right.value) < 2 or is_state(what) else (),
            literal=len(what) < 3,
        )
    last = _last(right)
    if last and (
        last.isupper()
        or isinstance(right, ast.Attribute)
        and isinstance(right.value, ast.Name)
        and right.value.id[:1].isupper()
    ):
        return _made("is", tuple(words_of(last)), literal=len(last) < 3)
    other = subject_words(right)
    return _made("is", ("same", *other), literal=True) if other else None


def _multiple(node: ast.BinOp) -> Phrase | None:
    about, by = subject_words(node.left), node.right
    if isinstance(by, ast.Constant) and by.value == 2:
        return _made("is", ("even",), about)
    what = tuple(words_of(_last(by))) if not isinstance(by, ast.Constant) else (str(by.value),)
    return _made("is", ("multiple", "of", *what), about, literal=not about) if what else None


def _sized(container: ast.expr, size: object) -> Phrase | None:
    about = subject_words(container)
    if not about or size not in (0, 1):
        return None
    return (
        _made("is", ("empty",), about)
        if size == 0
        else _made("has", ("single", *about[:-1], singular(about[-1])))
    )


def _member(left: ast.expr, right: ast.expr) -> Phrase | None:
    about = subject_words(left)
    if isinstance(right, ast.Tuple | ast.List | ast.Set) and len(right.elts) == 2:
        said = [_spoken(e) for e in right.elts]
        if all(said) and all(isinstance(e, ast.Constant) for e in right.elts):
            return _made("is", (said[0], "or", said[1]), literal=any(len(w) < 3 for w in said))
    words = words_of(_last(right))
    if not words:
        return None
    one = singular(words[-1])
    if _last(right).isupper() and one != words[-1]:
        return _made("is", (*words[:-1], one))
    if not about:
        return None
    if one != words[-1] and about[-1] == one:
        return _made("is", ("known",), about)
    return _made("is", ("in", *words), about, literal=True)


def _more(left: ast.expr, right: ast.expr) -> Phrase | None:
    about = subject_words(left)
    if (
        isinstance(left, ast.Call)
        and _last(left.func) == "len"
        and left.args
        and isinstance(right, ast.Constant)
    ):
        inner = subject_words(left.args[0])
        if right.value == 1 and inner:
            return _made("has", ("several", *inner))
        return _made("has", inner) if right.value == 0 and inner else None
    if isinstance(right, ast.Constant) and right.value == 0:
        return _made("is", ("positive",), about) if about else None
    against = subject_words(right)
    if about and against and about[-1] in COMPARATIVES:
        return _made("is", (COMPARATIVES[about[-1]], "than", *against), about[:-1])
    return _made("", ("exceeds", *against), about, literal=True) if about and against else None


def _less(left: ast.expr, right: ast.expr) -> Phrase | None:
    about, against = subject_words(left), subject_words(right)
    if isinstance(right, ast.Constant) and right.value == 0:
        return _made("is", ("negative",), about) if about else None
    if about and against and about[-1] in _ENDS_OF_TIME and against[-1] in _PRESENT:
        owner = left.value if isinstance(left, ast.Attribute | ast.Subscript) else None
        is_self = isinstance(owner, ast.Name) and owner.id == "self"
        return _made("is", ("expired",), subject_words(owner) if owner and not is_self else ())
    if about and against and against[-1] in COMPARATIVES:
        return _made("is", (COMPARATIVES[against[-1]], "than", *about), against[:-1])
    return _made("is", ("below", *against), about, literal=True) if about and against else None


# -- and, or --------------------------------------------------------------------------------


def _conjunction(node: ast.BoolOp) -> Phrase | None:
    parts = [v for i, v in enumerate(node.values) if not _protects(v, node.values[i + 1 :])]
    if len(parts) == 1:
        found = phrase_of(parts[0])
        return found if found is not None and found.positive else _lacking(found)
    if len(parts) != 2:
        return None
    range_ = _two_bounds(parts[0], parts[1])
    if range_ is not None:
        return range_
    return _described_noun(parts[0], parts[1]) or _joined(parts, "and")


def _lacking(found: Phrase | None) -> Phrase | None:
    """A negative said positively, where the opposite of the whole would be another thing."""
    if found is None:
        return None
    if found.form == "has":
        return replace(found, form="lacks", positive=True)
    pairs = {**OPPOSITES, **ANTONYMS}
    opposites = {**{b: a for a, b in pairs.items()}, **pairs}
    if found.form == "is" and found.words[-1] in opposites:
        return replace(found, words=(*found.words[:-1], opposites[found.words[-1]]), positive=True)
    return None


def _protects(operand: ast.expr, later: list[ast.expr]) -> bool:
    """Whether an operand only makes sure that a later one can be asked."""
    subject: ast.expr | None = None
    if isinstance(operand, ast.Compare) and isinstance(operand.ops[0], ast.IsNot):
        subject = operand.left
    elif isinstance(operand, ast.Name | ast.Attribute | ast.Subscript):
        subject = operand
    elif (
        isinstance(operand, ast.Call) and _last(operand.func) in ("hasattr", "len") and operand.args
    ):
        subject = operand.args[0]
    elif (
        isinstance(operand, ast.Compare)
        and isinstance(operand.left, ast.Call)
        and _last(operand.left.func) == "len"
    ):
        subject = operand.left.args[0] if operand.left.args else None
    elif isinstance(operand, ast.Compare) and isinstance(operand.ops[0], ast.In):
        subject = ast.Subscript(operand.comparators[0], operand.left, ast.Load())
    if subject is None:
        return False
    text = ast.dump(subject)
    asked = [
        n
        for o in later
        for n in all_nodes(o)
        if isinstance(n, ast.Attribute | ast.Subscript | ast.Call | ast.Compare)
    ]
    return any(ast.dump(getattr(n, "value", getattr(n, "left", n))) == text for n in asked)


def _two_bounds(left: ast.expr, right: ast.expr) -> Phrase | None:
    """``low <= x and x < high``."""
    bounds = [_bound(left), _bound(right)]
    if (
        bounds[0] is None
        or bounds[1] is None
        or bounds[0][0] != bounds[1][0]
        or bounds[0][1] == bounds[1][1]
    ):
        return None
    about = subject_words(bounds[0][2])
    return _made("is", ("in", "range"), about, literal=not about)


def _bound(node: ast.expr) -> tuple[str, str, ast.expr] | None:
    """The subject of a comparison with a bound, and the side that is left open."""
    if (
        not isinstance(node, ast.Compare)
        or len(node.ops) != 1
        or not isinstance(node.ops[0], ast.Lt | ast.LtE | ast.Gt | ast.GtE)
    ):
        return None
    upward = isinstance(node.ops[0], ast.Gt | ast.GtE)
    if isinstance(node.left, ast.Constant):
        return ast.dump(node.comparators[0]), "down" if upward else "up", node.comparators[0]
    return ast.dump(node.left), "up" if upward else "down", node.left


def _described_noun(left: ast.expr, right: ast.expr) -> Phrase | None:
    """``isinstance(x, Tug) and x.laden``: a laden tug."""
    for noun, state in ((left, right), (right, left)):
        kind = _kind_asked(noun)
        said = phrase_of(state)
        if (
            kind is None
            or said is None
            or not said.positive
            or said.form != "is"
            or said.subject
            or not is_state(said.words[-1])
        ):
            continue
        if _root(state) == kind[0]:
            return _made("is", (*said.words, *kind[1]))
    return None


def _kind_asked(node: ast.expr) -> tuple[str, tuple[str, ...]] | None:
    """What object a condition asks for its kind, and that kind."""
    if isinstance(node, ast.Call) and _last(node.func) == "isinstance" and len(node.args) == 2:
        found = _kind(node.args[0], node.args[1])
        return (
            None if found is None or "or" in found.words else (ast.dump(node.args[0]), found.words)
        )
    if (
        isinstance(node, ast.Compare)
        and len(node.ops) == 1
        and isinstance(node.ops[0], ast.Eq)
        and isinstance(node.left, ast.Attribute)
    ):
        value = node.comparators[0]
        if (
            isinstance(value, ast.Constant)
            and isinstance(value.value, str)
            and node.left.attr in ("kind", "type", "category")
        ):
            words = plain_words(value.value)
            return (ast.dump(node.left.value), tuple(words)) if words else None
    return None


def _root(node: ast.expr) -> str:
    """The object whose state is asked."""
    if isinstance(node, ast.Call):
        node = node.func
    return ast.dump(node.value) if isinstance(node, ast.Attribute) else ""


def _disjunction(node: ast.BoolOp) -> Phrase | None:
    if len(node.values) != 2:
        return None
    left, right = node.values
    range_ = _two_bounds(left, right)
    if range_ is not None:
        return replace(range_, words=("out", "of", "range"))
    said = phrase_of(right)
    missing = (
        isinstance(left, ast.Compare)
        and isinstance(left.ops[0], ast.Is)
        or isinstance(left, ast.UnaryOp)
    )
    if (
        missing
        and said is not None
        and said.form == "is"
        and said.positive
        and is_state(said.words[-1])
    ):
        asked = (
            left.left
            if isinstance(left, ast.Compare)
            else left.operand if isinstance(left, ast.UnaryOp) else left
        )
        if _root(right) == ast.dump(asked) and subject_words(asked):
            return _made("is", (*subject_words(asked), "missing", "or", *said.words))
    return _joined(node.values, "or")


def _joined(parts: list[ast.expr], word: str) -> Phrase | None:
    """Both operands spelt out."""
    said = [phrase_of(p) for p in parts]
    if any(p is None or not p.positive for p in said):
        return None
    first, second = (p for p in said if p is not None)
    if (first.form or "is") != (second.form or "is"):
        return None
    return _made(
        first.form,
        (*first.subject, *first.words, word, *second.subject, *second.words),
        literal=True,
    )
