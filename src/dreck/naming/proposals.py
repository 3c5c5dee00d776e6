"""Proposals for the name of a condition, in order, each with its reason."""

from __future__ import annotations

import ast
from collections.abc import Collection, Iterable
from dataclasses import dataclass, field, replace
from typing import Any

from ..outline import all_nodes
from . import comments, consequences, operands
from .phrases import Phrase, Rank
from .words import is_usable, only_asks, singular


@dataclass(frozen=True, slots=True)
class Named:
    """A condition, with all that may say what it means.

    Attributes:
        condition: its tree.
        arm: the statements that run where it holds.
        otherwise: those that run where it does not.
        comments: comments beside it, with their number signs.
        loop_target: the target of the loop around, if the arm can go on to the next round.
        behind: comments of what comes where it does not hold.
        within: what the function is called that it stands in.
        reasons: whether that hands back why something is wrong, and nothing where all is well.
    """

    condition: ast.expr
    arm: list[ast.stmt] = field(default_factory=list)
    otherwise: list[ast.stmt] = field(default_factory=list)
    comments: tuple[str, ...] = ()
    loop_target: ast.expr | None = None
    behind: tuple[str, ...] = ()
    within: str = ""
    reasons: bool = False


@dataclass(frozen=True, slots=True)
class Proposal:
    """A name that a condition could have.

    Attributes:
        name: of a predicate.
        reason: where the name comes from.
        rank: the same, for the order.
        positive: whether the predicate is true where the condition holds; else it is the opposite.
    """

    name: str
    reason: str
    rank: Rank
    positive: bool = True

    def to_dict(self) -> dict[str, Any]:
        """The proposal as plain data."""
        return {
            "name": self.name,
            "reason": self.reason,
            "source": self.rank.name.lower(),
            "positive": self.positive,
        }


def proposals(named: Named, taken: Collection[str] = ()) -> list[Proposal]:
    """Names for a condition, the best first; none if nothing says what it means.

    Args:
        named: the condition.
        taken: names that mean something else where the predicate would stand or be used.

    >>> test = ast.parse("level >= 220 or level < 95", mode="eval").body
    >>> [p.name for p in proposals(Named(test, comments=("# the canal is closed",)))]
    ['is_canal_closed', 'is_level_out_of_range']
    """
    found = [_of_asked(comments.phrase_of(c), named.condition) for c in named.comments]
    if named.arm and isinstance(named.arm[-1], ast.Raise):
        # What is to be done comes behind the check, and is not what it asks.
        found = [p for p in found if p is not None and p.form != "should"]
    opposites = [
        _of_asked(comments.phrase_of(c), named.condition)
        for c in named.behind
        if comments.states(c)
    ]
    found += [p.negated() for p in opposites if p is not None]
    found += consequences.phrases_of(
        named.arm, named.otherwise, named.loop_target, named.within, reasons=named.reasons
    )
    # The other arm says something of this condition only where that arm is the exception.
    if len(named.otherwise) == 1 and isinstance(named.otherwise[0], ast.Raise):
        found += [p.negated() for p in consequences.phrases_of(named.otherwise, named.arm)]
    found.append(operands.phrase_of(named.condition))
    return _chosen((p for p in found if p is not None), named.condition, taken)


def _of_asked(phrase: Phrase | None, condition: ast.expr) -> Phrase | None:
    """A comment that begins with what the condition asks about says how that is: *members in good
    standing* of a member.
    """
    if phrase is None or phrase.form != "has" or len(phrase.words) < 3:
        return phrase
    roots = {n.id for n in all_nodes(condition) if isinstance(n, ast.Name)}
    first, link, rest = phrase.words[0], phrase.words[1], phrase.words[2:]
    if singular(first) not in roots:
        return phrase
    if link == "with":
        return replace(phrase, words=rest)
    return replace(phrase, form="is", words=(link, *rest)) if link in _PLACED else phrase


_PLACED = frozenset("in on at under behind before after above below".split())


def _chosen(
    phrases: Iterable[Phrase], condition: ast.expr, taken: Collection[str]
) -> list[Proposal]:
    inside = {n.id for n in all_nodes(condition) if isinstance(n, ast.Name)}
    inside |= {n.attr for n in all_nodes(condition) if isinstance(n, ast.Attribute)}
    chosen: dict[str, Proposal] = {}
    for phrase in sorted(phrases, key=lambda p: p.rank):
        name = phrase.name
        fits = phrase.is_short and phrase.says_something and is_usable(name)
        if fits and not only_asks(name) and name not in taken and name not in inside:
            chosen.setdefault(name, Proposal(name, phrase.reason, phrase.rank, phrase.positive))
    return list(chosen.values())
