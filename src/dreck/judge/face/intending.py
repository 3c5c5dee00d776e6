"""Two versions that differ on purpose: exactly there, and nowhere else.

What is meant is built into the old version (see ``versions.as_intended``), and the new version has
to be the same as that. That a difference occurs is shown apart: without it, an input must be found
on which the versions part.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import replace

from ...intended import Intended
from ..versions.as_intended import Where, as_intended
from ..versions.version import Version
from .judge import Judge
from .verdict import Occurrence, SubjectVerdict, Verdict, Vouching

# Compares an old version, as it is meant, with the new one: all of it, or one function.
_Compare = Callable[[Judge, Version, str | None], Vouching]


def vouch_intended(
    judge: Judge,
    before: Version,
    after: Version,
    wanted: Sequence[Intended],
    subject: str | None = None,
    beside: Sequence[tuple[Version, Version]] = (),
) -> Vouching:
    """Compare two versions but for intended differences, and see that each of these occurs.

    Args:
        judge: compares.
        before, after: the versions.
        wanted: the differences, of functions that both versions have.
        subject: compare only this function and what it reaches; all that differ if None.
        beside: other modules of the project that change too.

    Returns:
        The verdicts on everything else, with an occurrence for each intended difference; of the
        subject's own, if there is one.

    Raises:
        SettingError: there is no such function.
        TargetError: no function ``subject`` is in both versions.
    """

    def compared(with_: Judge, old: Version, only: str | None) -> Vouching:
        if only is None and beside:
            return with_.vouch_beside((old, after), beside)
        return with_.vouch(old, after, only)

    as_intended(after, wanted, {})  # they must be there too
    where: dict[str, Where] = {}
    for name in dict.fromkeys(i.function for i in wanted):
        where[name] = _place(judge, before, wanted, name, where, compared)
    found = compared(judge, as_intended(before, wanted, where), subject)
    subjects = tuple(_as_meant(s, wanted) for s in found.subjects)
    asked = [i for i in wanted if subject in (None, i.function)]
    occurrences = tuple(_occurrence(judge, before, wanted, i, where, compared) for i in asked)
    return replace(found, subjects=subjects, occurrences=occurrences)


def _place(
    judge: Judge,
    before: Version,
    wanted: Sequence[Intended],
    name: str,
    known: Mapping[str, Where],
    compared: _Compare,
) -> Where:
    """Where the outcomes of a function are meant to stand: where the new version is most like it;
    trials are asked only if no proof tells.
    """
    order = list(Verdict)
    best = Where.AT_ONCE
    for run in (judge.without_trials(), judge):
        ranks = {}
        for place in Where:
            old = as_intended(before, wanted, {**known, name: place})
            ranks[place] = order.index(compared(run, old, name).verdict)
        best = min(Where, key=ranks.__getitem__)
        if order[ranks[best]] in (Verdict.PROVED, Verdict.PROVED_UNDER):
            break
    return best


def _as_meant(found: SubjectVerdict, wanted: Sequence[Intended]) -> SubjectVerdict:
    """A verdict on a function with intended differences says so."""
    if found.subject not in {i.function for i in wanted}:
        return found
    return replace(found, why=f"but for what is changed on purpose: {found.why}")


def _occurrence(
    judge: Judge,
    before: Version,
    wanted: Sequence[Intended],
    one: Intended,
    where: Mapping[str, Where],
    compared: _Compare,
) -> Occurrence:
    """Whether one intended difference occurs: without it the versions must part."""
    others = [i for i in wanted if i is not one]
    old = as_intended(before, others, where) if others else before
    found = compared(judge, old, one.function)
    mine = next((s for s in found.subjects if s.subject == one.function), None)
    if mine is not None and mine.verdict is Verdict.DIFFERS:
        return Occurrence(one, True, "one input shows it", mine.counterexample)
    if mine is None or mine.verdict in (Verdict.PROVED, Verdict.PROVED_UNDER):
        return Occurrence(one, False, "the versions do the same there")
    if judge.runner is None:
        return Occurrence(one, None, "nothing was run that could show it")
    tried = f"{mine.trials.count} trials" if mine.trials is not None else "the trials"
    return Occurrence(one, False, f"{tried} found no input on which the versions part")
