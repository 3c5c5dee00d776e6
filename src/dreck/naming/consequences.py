"""What follows from a condition, and what that says of it."""

from __future__ import annotations

import ast
import builtins
import re
from collections.abc import Sequence
from itertools import pairwise

from ..outline import all_nodes
from .english import is_base_verb, is_participle, lemmas
from .phrases import Phrase, Rank, should, stated
from .words import ANTONYMS, OPPOSITES, VERBS, is_state, plain_words, singular, words_of

_NEGATIVE_FIRST = frozenset({"not", "no", "missing"})
_STATING_FIRST = frozenset({"too", "already", "duplicate", "bad", "empty"})
_MOST_STATEMENTS = 3
_MOST_OF_GUARD = 5
# What is so when something else is not.
_OTHER_STATE = {v: k for k, v in ANTONYMS.items()} | ANTONYMS
# How functions are called that look for one of several, and which of them that is.
_FINDING = frozenset("find first pick choose search select seek locate".split())
_WHICH = frozenset("a an the first next last any one some".split())
_BY = frozenset("by for in of on at from with to".split())
# What holds where something is put, rather than how it is.
_PLACES = frozenset("location place destination target route queue shelf berth stage bin".split())
# What functions are called for that list what is wrong.
_PROBLEMS = frozenset(
    "problem problems error errors fault faults complaint complaints objection objections defect"
    " defects mistake mistakes violation violations reason reasons".split()
)
# What a note begins with that says something of somebody.
_SAYING_OF_ONE = frozenset("is has can cannot may must needs".split())
# Where something is wrong, before what is wrong: ``line 7: no depth``.
_PLACE_FIRST = re.compile(r"[\w ]*%[-0-9.]*[sdr][^:%]*: (.+)", re.S)
_PLACED_FIRST = re.compile(r"%[-0-9.]*[sdfr][ :,-]+([^%]+)")
# Calls that say nothing of why they are made.
_COMMON_CALLS = frozenset(
    {
        "append",
        "add",
        "extend",
        "update",
        "print",
        "write",
        "get",
        "set",
        "pop",
        "insert",
        "remove",
        "format",
        "join",
        "sort",
    }
)
# Verbs of the program rather than of its subject.
_DULL_VERBS = frozenset(
    {
        "return",
        "get",
        "set",
        "make",
        "put",
        "do",
        "go",
        "run",
        "call",
        "print",
        "try",
        "let",
        "give",
        "take",
        "format",
    }
)


def phrases_of(
    arm: list[ast.stmt],
    otherwise: list[ast.stmt],
    loop_target: ast.expr | None = None,
    within: str = "",
    *,
    reasons: bool = False,
) -> list[Phrase]:
    """The phrases that an arm suggests for the condition that leads into it, the best first.

    Args:
        arm: the statements that run where the condition holds.
        otherwise: those that run where it does not.
        loop_target: the target of the loop around, if the condition stands in one.
        within: what the function is called.
        reasons: whether it hands back why something is wrong, and nothing where all is well.
    """
    last = arm[-1] if arm else None
    ends = isinstance(last, ast.Return | ast.Continue | ast.Raise)
    if last is None or len(arm) > (_MOST_OF_GUARD if ends else _MOST_STATEMENTS):
        return []
    found: list[Phrase | None] = []
    if isinstance(last, ast.Raise) and last.exc is not None:
        found += _of_raise(last.exc)
    if len(arm) > 1 and ends:
        found += [_of_told(s) for s in arm[:-1]] + [_of_state(s) for s in arm[:-1]]
    if len(arm) == 1:
        if isinstance(last, ast.Return) and last.value is not None:
            problem = _of_problem(last.value, "reasons" if reasons else within)
            found.append(problem or _of_value(last.value, "returns"))
            found.append(_of_found(last.value, loop_target, within))
        elif isinstance(last, ast.Continue):
            found.append(_of_skip(loop_target))
        elif isinstance(last, ast.Expr) and not _called_in(otherwise, last.value):
            noted = _noted(last.value)
            found.append(_of_problem(noted, within) if noted is not None else None)
            found.append(_of_call(last.value))
        elif isinstance(last, ast.Assign) and len(last.targets) == 1:
            found.append(_of_assignment(last.targets[0], last.value))
    if not ends:
        found += [_of_becoming(s) for s in arm]
        found += [_of_quality(s) for s in arm] + [_of_note(s) for s in arm]
    # What is wrong with one of several is not said of all of them.
    said = [
        p
        for p in found
        if p is not None and p.says_something and (p.positive or loop_target is None)
    ]
    return (_of_one(last.exc, loop_target) if isinstance(last, ast.Raise) else []) + said


def gives_reasons(function: ast.FunctionDef | ast.AsyncFunctionDef) -> bool:
    """Whether a function hands back why something is wrong: a text in several places, and at its
    end nothing.
    """
    given = [n.value for n in all_nodes(function) if isinstance(n, ast.Return)]
    texts = [v for v in given if isinstance(v, ast.Constant) and isinstance(v.value, str)]
    last = function.body[-1]
    ends = not isinstance(last, ast.Return) or _is_nothing(last.value)
    made = [v for v in given if isinstance(v, ast.JoinedStr | ast.BinOp)]
    others = [v for v in given if not _is_nothing(v) and v not in (*texts, *made)]
    return ends and not others and sum(bool(t.value) for t in texts) > 1


def _is_nothing(value: ast.expr | None) -> bool:
    """Whether a value says that there is nothing to say."""
    return value is None or (isinstance(value, ast.Constant) and value.value in (None, ""))


def _called_in(block: list[ast.stmt], call: ast.expr) -> bool:
    """Whether a block calls the same function, which then tells nothing about the condition."""
    called = ast.dump(call.func) if isinstance(call, ast.Call) else ""
    return any(
        isinstance(n, ast.Call) and ast.dump(n.func) == called for s in block for n in all_nodes(s)
    )


def _of_one(raised: ast.expr | None, loop_target: ast.expr | None) -> list[Phrase]:
    """From ``f"{boat.name} is not fit to sail"`` in a loop over boats: it is said of that one."""
    message = raised.args[0] if isinstance(raised, ast.Call) and raised.args else None
    if not isinstance(message, ast.JoinedStr) or not isinstance(loop_target, ast.Name):
        return []
    found = []
    for value, text in pairwise(message.values):
        named = {n.id for n in all_nodes(value) if isinstance(n, ast.Name)}
        if loop_target.id in named and isinstance(text, ast.Constant):
            clause = re.split(r"[.;:,!?(]", str(text.value), maxsplit=1)[0].strip()
            words = plain_words(clause)
            phrase = (
                stated(words, Rank.CONSEQUENCE, f"it leads to the error {clause!r}")
                if words and words[0] in ("is", "has", "cannot", "must")
                else None
            )
            found += [phrase] if phrase is not None and phrase.says_something else []
    return found


def _of_told(statement: ast.stmt) -> Phrase | None:
    """From ``speak("no berth for", boat)`` before a function is left: a message that states
    something.
    """
    call = statement.value if isinstance(statement, ast.Expr) else None
    if not isinstance(call, ast.Call) or not call.args:
        return None
    message, goes_on = _message(call.args[0])
    clause = re.split(r"[.;:,!?(]|%|\{|['\"]", message, maxsplit=1)[0].strip()
    words = plain_words(clause)
    if not words or len(words) < 2:
        return None
    if goes_on and clause == message.strip():
        words = _whole_part(words)
    return stated(words, Rank.CONSEQUENCE, f"where it holds, it is told that {clause!r}")


def _of_state(statement: ast.stmt) -> Phrase | None:
    """From ``boat.state = "moored"`` or ``boat.place = "dock"`` before a function is left."""
    if not isinstance(statement, ast.Assign) or len(statement.targets) != 1:
        return None
    target, value = statement.targets[0], statement.value
    if not isinstance(target, ast.Attribute):
        return None
    words = _words_of_constant(value)
    if not words or len(words) > 2:
        return None
    reason = f"where it holds, {target.attr} becomes {ast.unparse(value)}"
    kept_in = words_of(target.attr)[-1:]
    if kept_in and kept_in[-1] in _PLACES:
        return Phrase("is", ("for", *words), Rank.CONSEQUENCE, reason)
    state = is_state(words[-1]) or (
        kept_in[-1:] in (["state"], ["status"]) and _is_adjective(words)
    )
    return Phrase("is", tuple(words), Rank.CONSEQUENCE, reason) if state else None


def _words_of_constant(value: ast.expr) -> list[str] | None:
    """The words of a text, or of a member or constant that is called in capitals."""
    if isinstance(value, ast.Constant):
        return plain_words(value.value) if isinstance(value.value, str) else None
    name = value.attr if isinstance(value, ast.Attribute) else getattr(value, "id", "")
    return words_of(name.lower()) if name.isupper() and len(name) > 1 else None


def _is_adjective(words: Sequence[str]) -> bool:
    return len(words) == 1 and bool(lemmas(words[0], "ADJ")) and words[0] not in VERBS


def _of_becoming(statement: ast.stmt) -> Phrase | None:
    """From ``gate.open = True`` or ``self.moored = True``: what may be done where it holds, and no
    more than that, since it is not so yet.
    """
    target = statement.targets[0] if isinstance(statement, ast.Assign) else None
    value = statement.value if isinstance(statement, ast.Assign) else None
    if not isinstance(target, ast.Attribute) or not isinstance(value, ast.Constant):
        return None
    words = words_of(target.attr)
    if not isinstance(value.value, bool) or len(words) != 1:
        return None
    state = words[0] if value.value else _OTHER_STATE.get(words[0], "")
    verbs = lemmas(state, "VERB") if state and is_state(state) else ()
    if not verbs or not (is_participle(state) or verbs[0] in VERBS):
        return None
    reason = f"where it holds, {target.attr} becomes {value.value}"
    if value.value:
        return Phrase("may", (verbs[0],), Rank.CONSEQUENCE, reason)
    return should((verbs[0],), Rank.CONSEQUENCE, reason)


def _of_quality(statement: ast.stmt) -> Phrase | None:
    """From ``boat.state = "ready"``: how something is, and not what is done to it."""
    phrase = _of_state(statement)
    return None if phrase is None or is_participle(phrase.words[-1]) else phrase


def _of_note(statement: ast.stmt) -> Phrase | None:
    """From ``lines.append("needs a pilot")`` or ``lines.append(f"{boat.name} can go")``: what is
    said of somebody.
    """
    noted = _noted(statement.value) if isinstance(statement, ast.Expr) else None
    if isinstance(noted, ast.Tuple) and noted.elts:
        return _of_first_part(noted.elts[0])
    text = _said_of_one(noted) if noted is not None else ""
    words = plain_words(text) if text else None
    if not words or len(words) < 2 or words[0] not in _SAYING_OF_ONE:
        return None
    return stated(words, Rank.CONSEQUENCE, f"where it holds, {text!r} is noted")


def _of_first_part(node: ast.expr) -> Phrase | None:
    """From ``fees.append(("late", 35))``: what the row is called, if that says how something is."""
    text = node.value if isinstance(node, ast.Constant) else None
    words = plain_words(text) if isinstance(text, str) else None
    if not words or len(words) > 2 or not is_state(words[-1]):
        return None
    return Phrase("is", tuple(words), Rank.CONSEQUENCE, f"where it holds, {text!r} is noted")


def _said_of_one(node: ast.expr) -> str:
    """A constant text, or what follows in it on the one value that it starts with."""
    if isinstance(node, ast.Constant) and isinstance(node.value, str):
        return node.value
    if isinstance(node, ast.BinOp) and isinstance(node.op, ast.Mod):
        found = _PLACED_FIRST.fullmatch(_message(node.left)[0])
        return found[1] if found else ""
    if isinstance(node, ast.JoinedStr) and len(node.values) == 2:
        first, rest = node.values
        if isinstance(first, ast.FormattedValue) and isinstance(rest, ast.Constant):
            return str(rest.value).strip(" :,-")
    return ""


def _of_raise(raised: ast.expr) -> list[Phrase | None]:
    called = raised.func if isinstance(raised, ast.Call) else raised
    name = (
        called.attr
        if isinstance(called, ast.Attribute)
        else called.id if isinstance(called, ast.Name) else ""
    )
    found: list[Phrase | None] = []
    if isinstance(raised, ast.Call) and raised.args:
        message, goes_on = _message(raised.args[0])
        clause = re.split(r"[.;:,!?(]|%|\{|['\"]", message, maxsplit=1)[0].strip()
        words = plain_words(clause)
        if words and goes_on and clause == message.strip():
            words = _whole_part(words)
        found.append(
            stated(words, Rank.CONSEQUENCE, f"it leads to the error {clause!r}") if words else None
        )
    if name and not hasattr(builtins, name):
        words = [w for w in words_of(name) if w not in ("error", "exception", "warning")]
        reason = f"it leads to {name}"
        if len(words) > 1 and words[0] in (_NEGATIVE_FIRST | _STATING_FIRST | OPPOSITES.keys()):
            found.append(stated(words, Rank.CONSEQUENCE, reason))
        elif words and is_state(words[-1]) and len(words) < 4:
            found.append(Phrase("is", tuple(words), Rank.CONSEQUENCE, reason))
    return found


def _whole_part(words: list[str]) -> list[str]:
    """The words before the preposition whose object comes from a value, as in *no permit for day
    7*.
    """
    at = max(
        (
            i
            for i, w in enumerate(words)
            if w in ("for", "of", "in", "at", "on", "to", "with", "from", "by") and i
        ),
        default=len(words),
    )
    return words[:at]


def _message(node: ast.expr) -> tuple[str, bool]:
    """The constant text that a message starts with, and whether it goes on with values."""
    if isinstance(node, ast.Constant) and isinstance(node.value, str):
        return node.value, False
    if isinstance(node, ast.JoinedStr) and node.values:
        behind = _behind_place(node.values)
        return behind or _message(node.values[0])[0], len(node.values) > (3 if behind else 1)
    if isinstance(node, ast.BinOp):
        text = _message(node.left)[0]
        found = _PLACE_FIRST.fullmatch(text)
        return (found[1], "%" in found[1]) if found else (text, True)
    if (
        isinstance(node, ast.Call)
        and isinstance(node.func, ast.Name)
        and node.func.id == "_"
        and node.args
    ):
        return _message(node.args[0])
    if (
        isinstance(node, ast.Call)
        and isinstance(node.func, ast.Attribute)
        and node.func.attr == "format"
    ):
        return _message(node.func.value)[0], True
    return "", False


def _behind_place(parts: list[ast.expr]) -> str:
    """What an f-string says behind the place that it starts with, as in ``line {n}: no depth``."""
    if len(parts) < 3 or not isinstance(parts[1], ast.FormattedValue):
        return ""
    first, behind = (_message(parts[i])[0] for i in (0, 2))
    is_place = bool(first) and re.fullmatch(r"[\w ]*", first) is not None
    return behind.removeprefix(": ") if is_place and behind.startswith(": ") else ""


def _of_value(value: ast.expr, how: str) -> Phrase | None:
    """From ``return "hold"`` or ``state = CLOSED``."""
    if isinstance(value, ast.Constant) and isinstance(value.value, str):
        words = plain_words(value.value) or []
    elif isinstance(value, ast.Name | ast.Attribute):
        last = value.id if isinstance(value, ast.Name) else value.attr
        words = words_of(last) if last.isupper() and len(last) > 2 else []
    else:
        return None
    text = ast.unparse(value)
    most = 4 if words[:1] and words[0] in VERBS else 3
    if not 0 < len(words) <= most or not all(len(w) > 1 for w in words):
        return None
    reason = f"where it holds, the function {how} {text}"
    if words[0] in VERBS and not (len(words) == 1 and is_state(words[0])):
        return should(tuple(words), Rank.CONSEQUENCE, reason)
    return stated(words, Rank.CONSEQUENCE, reason) or Phrase(
        "is", tuple(words), Rank.CONSEQUENCE, reason
    )


def _noted(value: ast.expr) -> ast.expr | None:
    """What ``found.append(...)`` adds to a list."""
    if not isinstance(value, ast.Call) or len(value.args) != 1 or value.keywords:
        return None
    is_one = isinstance(value.func, ast.Attribute) and value.func.attr in ("append", "add")
    return value.args[0] if is_one else None


def _of_problem(value: ast.expr, within: str) -> Phrase | None:
    """From ``found.append("papers")`` in a function that is called for the problems that it finds:
    what it speaks of is wrong.
    """
    if not _PROBLEMS & set(words_of(within)):
        return None
    text = value.value if isinstance(value, ast.Constant) else None
    words = plain_words(text) if isinstance(text, str) else None
    if not words or len(words) > 3 or not all(len(w) > 1 for w in words):
        return None
    reason = f"where it holds, {text!r} is one of the {within}"
    found = stated(words, Rank.CONSEQUENCE, reason)
    is_noun = len(words) < 3 or words[1] == "of"
    if found is not None or not is_noun or words[0] in VERBS or any(map(is_state, words)):
        return found
    head = words[0] if "of" in words else words[-1]
    form = "is" if singular(head) == head else "are"
    return Phrase(form, (*words, "wrong"), Rank.CONSEQUENCE, reason)


def _of_found(value: ast.expr, loop_target: ast.expr | None, within: str) -> Phrase | None:
    """From ``return berth`` in the loop of ``find_free_berth``: the one that is found is that."""
    if not isinstance(loop_target, ast.Name) or not isinstance(value, ast.Name):
        return None
    words = words_of(within)
    if value.id != loop_target.id or not words or words[0] not in _FINDING:
        return None
    words = [w for w in words[1:] if w not in _WHICH]
    if not words or words[0] in _BY or len(words) > 3 or any(w in _BY for w in words):
        return None
    kinds = {singular(w) for w in words_of(loop_target.id)}
    if singular(words[-1]) in kinds:
        words = words[:-1]  # what a berth is need not be said of a berth
    told = words and len(words[-1]) > 3 and all(w.isalpha() for w in words)
    known = told and (is_state(words[-1]) or bool(lemmas(words[-1], "NOUN")))
    if not known:
        return None
    reason = f"it is what {within} looks for"
    return Phrase("is", tuple(words), Rank.CONSEQUENCE, reason)


def _of_skip(loop_target: ast.expr | None) -> Phrase | None:
    if not isinstance(loop_target, ast.Name):
        return None
    words = words_of(loop_target.id)
    if not words or len(words[-1]) < 3:
        return None
    found = Phrase(
        "should",
        ("skip", *words),
        Rank.CONSEQUENCE,
        f"where it holds, the loop goes on to the next {' '.join(words)}",
    )
    return found if Phrase("", tuple(words), Rank.LITERAL, "").says_something else None


def _of_call(value: ast.expr) -> Phrase | None:
    value = value.value if isinstance(value, ast.Await) else value
    if not isinstance(value, ast.Call):
        return None
    called = value.func
    name = (
        called.attr
        if isinstance(called, ast.Attribute)
        else called.id if isinstance(called, ast.Name) else ""
    )
    words = words_of(name)
    # what an object is told to do by one word, with nothing to do it to
    alone = len(words) == 1 and isinstance(called, ast.Attribute) and not value.args
    if (
        name in ("append", "add")
        and isinstance(called, ast.Attribute)
        and isinstance(called.value, ast.Name)
    ):
        return _of_chore(value) or _of_collecting(called.value.id)
    if (
        not words
        or name in _COMMON_CALLS
        or words[0] in _DULL_VERBS
        or len(words) > 3
        or not (words[0] in VERBS or (alone and is_base_verb(words[0])))
    ):
        return None
    reason = f"where it holds, {name}() is called"
    return Phrase("should", tuple(words), Rank.CONSEQUENCE, reason)


def _of_chore(call: ast.Call) -> Phrase | None:
    """From ``chores.append("oil the chain")``: what is to be done."""
    text = call.args[0] if len(call.args) == 1 else None
    if not isinstance(text, ast.Constant) or not isinstance(text.value, str):
        return None
    words = plain_words(text.value) or []
    if not 1 < len(words) <= 3 or words[0] not in VERBS:
        return None
    return should(tuple(words), Rank.CONSEQUENCE, f"where it holds, {text.value!r} is noted")


def _of_collecting(name: str) -> Phrase | None:
    """From ``urgent.append(x)``: what is collected there is urgent."""
    words = words_of(name)
    if len(words) != 1 or not is_state(words[0]) or singular(words[0]) != words[0]:
        return None
    return Phrase(
        "is", (words[0],), Rank.CONSEQUENCE, f"where it holds, something is added to {name}"
    )


def _of_assignment(target: ast.expr, value: ast.expr) -> Phrase | None:
    name = (
        target.attr
        if isinstance(target, ast.Attribute)
        else target.id if isinstance(target, ast.Name) else ""
    )
    words = words_of(name)
    if not words or len(words) > 4:
        return None
    if not (isinstance(value, ast.Constant) and isinstance(value.value, bool)):
        return None
    reason = f"where it holds, {name} becomes {value.value}"
    if words[0] in ("is", "has", "can", "should"):
        return (
            Phrase(words[0], tuple(words[1:]), Rank.CONSEQUENCE, reason, positive=value.value)
            if words[1:]
            else None
        )
    if words[0] in VERBS and not is_state(words[-1]):
        found = should(tuple(words), Rank.CONSEQUENCE, reason)
        return found if value.value or found is None else found.negated()
    return (
        Phrase("is", tuple(words), Rank.CONSEQUENCE, reason, positive=value.value)
        if is_state(words[-1])
        else None
    )
