"""Names for statements that several places share: what is put down there, or refused."""

from __future__ import annotations

import ast
import re
from collections.abc import Collection, Iterator, Sequence

from ..outline import all_nodes, in_other_words
from .blocks import Block, proposals
from .phrases import Rank
from .proposals import Proposal
from .words import EMPTY_WORDS, is_usable, plural, singular, words_of

_TELLING = frozenset(
    "append add write say tell print debug info warning warn error log put".split()
)
# What is put down already, by its name.
_NOTES = frozenset({"note", "record", "row", "line", "entry", "item", "message"})
_WORD = re.compile(r"\s*([A-Za-z]{3,})\b")


def names_of_repeats(
    statements: Sequence[ast.stmt],
    outputs: tuple[str, ...],
    parameters: Sequence[str],
    caller: str,
    *,
    differing: Collection[ast.AST] = (),
) -> list[Proposal]:
    """Names for a function of statements that several places share, the best first.

    Args:
        statements: what they share.
        outputs: names that they set for what is behind them.
        parameters: what the function is given.
        caller: the name of the function that they stand in.
        differing: what is another in each place, and so says nothing of them all.

    >>> body = ast.parse("errors.append((line, text))\\nreturn None").body
    >>> [p.name for p in names_of_repeats(body, (), ["line", "text"], "read")]
    ['note_error', 'refuse_line']
    """
    last = statements[-1]
    value = last.value if isinstance(last, ast.Return) else None
    if value is not None and not isinstance(value, ast.Name) and not _is_nothing(value):
        return []  # what is handed back is what it is for
    words = {w for name in outputs for w in words_of(name)}
    plain = proposals(Block(statements, outputs, (), caller))
    plain = [p for p in plain if p.name[:9] != "work_out_" or words <= set(words_of(p.name))]
    found = [*_counted(statements, outputs), *plain]
    found += [*_put_down(statements), *_refused(statements, parameters, differing)]
    sums = tuple(dict.fromkeys(_sums(statements)))
    if sums:
        found += proposals(Block(statements, sums, (), caller))
    return list({p.name: p for p in reversed(found) if is_usable(p.name)}.values())[::-1]


def neutral_names(said: Sequence[str], *, is_result: bool) -> Iterator[str]:
    """What to call what several places call otherwise: by the words that they share, or as the one
    result.

    Args:
        said: what the places call it.
        is_result: whether it is what is handed back.

    >>> list(neutral_names(["upper_gates", "lower_gates"], is_result=True))
    ['gates', 'result']
    >>> list(neutral_names(["n", "k"], is_result=False))
    []
    """
    words = [words_of(name) for name in said]
    shared = [w for w in words[0] if all(w in other for other in words[1:])]
    name = "_".join(shared)
    if name and is_usable(name) and shared[-1] not in EMPTY_WORDS and len(name) > 2:
        yield name
    if is_result:
        yield "result"


def names_of_rounds(statements: Sequence[ast.stmt], outputs: tuple[str, ...]) -> list[Proposal]:
    """A name for statements that go through something, by what that is made of: *entries* are
    read, or collected.

    >>> body = ast.parse("result = []\\nfor boat in boats:\\n    result.append(boat.name)").body
    >>> [p.name for p in names_of_rounds(body, ("result",))]
    ['collect_boats']
    """
    loops = [s for s in statements if isinstance(s, ast.For)]
    target = loops[0].target if len(loops) == 1 and len(outputs) == 1 else None
    words = words_of(target.id) if isinstance(target, ast.Name) else []
    if not words or len(words[-1]) < 3 or words[-1] in EMPTY_WORDS:
        return []
    several = "_".join([*words[:-1], plural(words[-1])])
    told = in_other_words(statements, {outputs[0]: several})
    plain = proposals(Block(told, (several,)))
    found = [p.name for p in plain if p.name.endswith(several) and p.name[:9] != "work_out_"]
    reason = f"it goes through {several.replace('_', ' ')}"
    return [Proposal(n, reason, Rank.MEANING) for n in found or [f"collect_{several}"]]


def _is_nothing(value: ast.expr) -> bool:
    return isinstance(value, ast.Constant) and (value.value is None or value.value is False)


def _counted(statements: Sequence[ast.stmt], outputs: tuple[str, ...]) -> Iterator[Proposal]:
    """What is counted, where that is all that comes of it."""
    for node in statements:
        if isinstance(node, ast.AugAssign) and outputs == (_last(node.target),):
            if isinstance(node.value, ast.Constant) and node.value.value == 1:
                yield Proposal(f"count_{outputs[0]}", f"it counts {outputs[0]}", Rank.MEANING)


def _put_down(statements: Sequence[ast.stmt]) -> Iterator[Proposal]:
    """What is put down, and where: an error among the errors."""
    for call in _calls(statements):
        if not isinstance(call.func, ast.Attribute) or call.func.attr not in ("append", "add"):
            continue
        where = words_of(_last(call.func.value))
        if where and where[-1] != singular(where[-1]) and where[-1] not in EMPTY_WORDS:
            verb = "add" if singular(where[-1]) in _NOTES else "note"
            name = "_".join([verb, *where[:-1], singular(where[-1])])
            reason = f"it puts something down among {_last(call.func.value)}"
            yield Proposal(name, reason, Rank.MEANING)


def _refused(
    statements: Sequence[ast.stmt], parameters: Sequence[str], differing: Collection[ast.AST]
) -> Iterator[Proposal]:
    """What is refused where something is told, and nothing handed back: what the text begins with,
    or the first thing that is given.
    """
    last = statements[-1]
    if not isinstance(last, ast.Return) or not (last.value is None or _is_nothing(last.value)):
        return
    told = [c for c in _calls(statements) if _last(c.func) in _TELLING]
    if not told:
        return
    every = (n for c in told for n in all_nodes(c) if n not in differing)
    texts = (n.value for n in every if isinstance(n, ast.Constant))
    words = (_WORD.match(t) for t in texts if isinstance(t, str))
    said = [w[1].lower() for w in words if w]
    given = [words_of(p)[-1] for p in parameters]
    for some in (said, given):
        word = next((w for w in some if w not in EMPTY_WORDS and len(w) > 2), "")
        if word:
            yield Proposal(f"refuse_{word}", "it tells why, and hands nothing back", Rank.MEANING)


def _sums(statements: Sequence[ast.stmt]) -> Iterator[str]:
    """The names that the statements add up."""
    for node in (n for s in statements for n in all_nodes(s)):
        if isinstance(node, ast.AugAssign) and isinstance(node.target, ast.Name):
            yield node.target.id


def _calls(statements: Sequence[ast.stmt]) -> Iterator[ast.Call]:
    for node in statements:
        value = node.value if isinstance(node, ast.Expr) else None
        call = value.value if isinstance(value, ast.Await) else value
        if isinstance(call, ast.Call):
            yield call


def _last(node: ast.expr) -> str:
    return node.attr if isinstance(node, ast.Attribute) else getattr(node, "id", "")
