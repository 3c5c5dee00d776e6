"""Inputs worth keeping: few that reach every branch and notice every fault that can be noticed.

This runs in the child process. One version is tried against itself; the inputs of that search that
a person could write down are looked at one by one, and of them the fewest are chosen.
"""

from __future__ import annotations

import ast
import contextlib
import enum
import inspect
import io
import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from functools import partial
from typing import Any

from ..faults.planted import planted_faults
from . import observe, records
from .clock import spent
from .cases import Case, Version, made_by_kind
from .checking import Check
from .loading import CannotCall, CannotLoad
from .observe import HELD, names_of, outcome_of
from .plainer import Plainer
from .homes import library_names
from .recipes import literal
from .sharing import parts_of
from .spelling import Speller, Unspeakable, spelt_parts
from .steady import hold_still, throw_again, unsteady

# Inputs looked at, faults planted, and seconds for all of that.
_MOST_LOOKED_AT = 400
_MOST_FAULTS = 40
_SECONDS = 7.0
# Seconds for the search before that: both together stay below what the child may take.
_SEARCH_SECONDS = 9.0
# More of them where recorded calls go before what is searched.
_RECORDED_SECONDS = 3.0
# Levels of arguments in which a result is looked for.
_DEEPEST_PART = 2
# Inputs that go the same way: so many of the simplest, and about as many of the others.
_OF_ONE_WAY = 15
# Parts of arguments that are compared before and after.
_MOST_PARTS = 200
# Parts of what a generator gives that are written down where the whole has no text.
_MOST_YIELDED = 40
# Cases beside those that are needed: the simplest ones, where they show something of their own.
_SIMPLEST = 2
# How much more there is to read in a case with doubles.
_OF_DOUBLES = 1.25
# Seconds for giving them plainer values.
_PLAINER_SECONDS = 5.0


@dataclass(slots=True)
class _Looked:
    """An input, with what it reaches."""

    case: Case
    text: str
    branches: frozenset[int]
    pairs: frozenset[Any]
    last: int
    ends: tuple[str, ...]
    faults: set[int] = field(default_factory=set)

    @property
    def end(self) -> str:
        """How the last call ends."""
        return self.ends[-1]

    @property
    def reaches(self) -> set[tuple[str, object]]:
        """All that it is good for."""
        found: set[tuple[str, object]] = {("branch", b) for b in self.branches}
        found |= {("fault", f) for f in self.faults}
        return found | {("end", (self.last, self.end))}


class Sampling:
    """One request: a version against itself."""

    def __init__(self, request: dict[str, Any]) -> None:
        self.check = Check(request)
        self.version = self.check.versions[0]
        self.unsteady = unsteady(self.check.modules)
        modules = [v.side.module for v in (*self.check.versions, *self.check.guide.versions)]
        hold_still(self.unsteady, modules)
        for version in (*self.check.versions, *self.check.guide.versions):
            version.side.keep_state()
        if "dice" in self.unsteady:
            observe.AT_START.append(throw_again)
            self.check.is_quick_allowed = False
        self.refused = ""
        self._end = 0.0
        self._wrong: dict[int, Version] = {}
        self._recorded: frozenset[str] = frozenset()

    def run(self) -> dict[str, Any]:
        """The inputs chosen, with what each does, as text."""
        more = _RECORDED_SECONDS if self.check.request["calls"] else 0.0
        self.check.end_in(_SEARCH_SECONDS + more)
        found = self.check.trials()
        self._end = spent() + _SECONDS
        looked = self._looked_at()
        if not looked:
            return {"outcome": "nothing tried", "why": self._why_none(found)}
        planted = self._notice(looked)
        chosen = self._plainer(_fewest(looked))
        speller = Speller(vars(self.version.side.module))
        cases = [self._told(each, speller) for each in chosen]
        reached = set().union(*(each.branches for each in chosen))
        branches = self.check.guide.branches[0]
        missed = [str(b) for i, b in enumerate(branches) if i not in reached]
        caught = set().union(*(each.faults for each in chosen))
        return {
            "outcome": "sampled",
            "cases": [c for c in cases if c is not None],
            "left_out": [e.text for e, c in zip(chosen, cases, strict=True) if c is None],
            "branches": len(branches),
            "missed": missed,
            "planted": planted,
            "caught": len(caught),
            "used": sorted(speller.used),
            "modules": sorted(speller.modules),
            "unsteady": sorted(self.unsteady),
        }

    def _why_none(self, found: dict[str, Any] | None) -> str:
        if found is not None:
            return "it does something else each time that it is called"
        if self.refused:
            return f"it does what no trial may ({self.refused}); pin what it calls, or record calls of that"
        return "no input that can be written down could be built for its parameters"

    def _looked_at(self) -> list[_Looked]:
        """The inputs that can be written down, the simplest first, with the branches they take."""
        cases: dict[str, Case] = {}
        for tried in self.check.pair.tried:
            case = tried.case
            if case is None:
                row = tuple([literal(a) for a in tried.arguments])
                case = Case(((self.check.callee, row),))
            text = _text_of(case)
            if not case.stands and _is_written_out(text):
                cases.setdefault(text, case)
        recorded = self._recorded = frozenset(list(cases)[: self.check.recorded])
        ordered = sorted(
            cases,
            key=lambda t: (t not in recorded, "Record" in t, len(cases[t].calls), len(t), t),
        )
        ways: dict[object, list[_Looked]] = {}
        for text in ordered:
            if spent() > self._end - _SECONDS / 2 and ways:
                break
            each = self._looked_at_one(cases[text], text)
            if each is not None:
                ways.setdefault((each.pairs, each.ends), []).append(each)
        found = [each for alike in ways.values() for each in _some_of(alike)][:_MOST_LOOKED_AT]
        return sorted(found, key=lambda each: ordered.index(each.text))

    def _looked_at_one(self, case: Case, text: str) -> _Looked | None:
        """An input with the branches that it takes; None if it is none to be kept."""
        seen = self.check.guide.seen[0]
        seen.numbers.clear()
        seen.pairs.clear()
        seen.start()
        try:
            done = case.observed(self.check.guide.versions[0], self.check.pair.answers())
        except Exception:
            return None
        refused = re.search(r"raises Refused\(['\"](.*?)['\"]\)", done.text)
        self.refused = self.refused or (refused[1] if refused else "")
        if not done.ended or done.misfits or done.lacks or done.fails or refused:
            return None
        taken = frozenset(n for n in seen.numbers if n < seen.own)
        pairs = frozenset(seen.pairs)
        return _Looked(case, text, taken, pairs, seen.last, tuple(done.ends))

    def _notice(self, looked: Sequence[_Looked]) -> int:
        """Note which inputs notice which planted faults; how many of them any input notices."""
        planted = 0
        text = self.check.texts[0]
        for number, fault in enumerate(planted_faults(text, self.check.name)[:_MOST_FAULTS]):
            if spent() > self._end:
                break
            try:
                wrong = Version(self.check.load(fault.tree, self.check.paths[0]))
                hold_still(self.unsteady, [wrong.side.module])
                wrong.side.keep_state()
                made_by_kind(self.version, wrong, self.check.modules)
                wrong.subject(self.check.name)
            except (CannotLoad, CannotCall):
                continue
            noticed = [each for each in looked if self._tells_apart(each, wrong)]
            for each in noticed:
                each.faults.add(number)
            planted += bool(noticed)
            self._wrong[number] = wrong
        return planted

    def _plainer(self, chosen: list[_Looked]) -> list[_Looked]:
        """The same cases with plainer values, each still good for what no case before it reaches;
        recorded calls stay as somebody made them.
        """
        self._end = spent() + _PLAINER_SECONDS
        usual: dict[str, list[str]] = self.check.request["usual"]
        spoken = frozenset(self.check.grower.pool.asked)
        subject = self.check.subjects[0]
        reached: set[tuple[str, object]] = set()
        made: dict[str, _Looked] = {}
        for number, each in enumerate(chosen):
            left = self._end - spent()
            until = spent() + left / (len(chosen) - number)
            plainer = Plainer(self.version.side, subject, usual, spoken, until)
            needed = each.reaches - reached
            best = each

            def keeps(case: Case, needed: set[tuple[str, object]] = needed) -> bool:
                nonlocal best
                found = self._looked_at_one(case, _text_of(case))
                faults = {f for kind, f in needed if kind == "fault"}
                if found is None or not needed - {("fault", f) for f in faults} <= found.reaches:
                    return False
                for fault in faults:
                    if not self._tells_apart(found, self._wrong[fault]):  # type: ignore[index]
                        return False
                found.faults |= faults  # type: ignore[arg-type]
                best = found
                return True

            if each.text not in self._recorded:
                plainer.of(each.case, keeps)
            reached |= best.reaches
            made.setdefault(best.text, best)
        return list(made.values())

    def _tells_apart(self, each: _Looked, wrong: Version) -> bool:
        if spent() > self._end:
            return False
        try:
            right = each.case.observed(self.version, self.check.pair.answers())
            return not each.case.observed(wrong, self.check.pair.answers()).same_as(right)
        except Exception:
            return True

    def _told(self, each: _Looked, speller: Speller) -> dict[str, Any] | None:
        """A case as text: how it is set up and called, and what comes of it; None if nothing that
        comes of it can be written down.
        """
        log: list[Any] = []
        output = io.StringIO()
        case, side = each.case, self.version.side
        calls = [callee.call(self.version, row) for callee, row in case.calls]
        answers = self.check.pair.answers()
        built: list[tuple[list[Any], dict[str, Any]]] = []
        for call in calls:
            given = [
                built[0][0][i] if r is HELD else r.build(side, answers)
                for i, r in enumerate(call.by_position)
            ]
            built.append((given, {n: r.build(side, answers) for n, r in call.by_name.items()}))
        side.refresh()
        throw_again()
        names = names_of(calls, built)
        before = spelt_parts(names, speller, parts_of, _MOST_PARTS)
        records.note = lambda *entry: log.append(_entry(entry, speller))
        with contextlib.redirect_stdout(output), contextlib.redirect_stderr(io.StringIO()):
            ends = [
                outcome_of(partial(call.function, *given, **named))
                for call, (given, named) in zip(calls, built, strict=True)
            ]
        done = ends[-1]
        after = spelt_parts(names, speller, parts_of, _MOST_PARTS)
        changed = {w: t for w, t in after.items() if before.get(w) != t}
        told: dict[str, Any] = {
            **self._as_text(case, set(changed), [self._error(e.error, speller) for e in ends]),
            "id": self._path(each),
            "end": done.end,
            "output": output.getvalue(),
            "log": log,
            "after": changed,
            "library": library_names(each.text),
        }
        speller.homes.clear()
        same = _where_is(done.value, names)
        if done.end == "raised":
            told |= self._raised(done.error, speller)
        elif same:
            told["same"] = same
        elif type(done.value).__name__ == "_Sequence":
            told["kind"] = "yields"
            return self._yielded(told, done.value.items, speller)
        else:
            try:
                told["value"] = speller.spell(done.value)
            except (Unspeakable, RecursionError):
                parts = spelt_parts({"result": done.value}, speller, parts_of, _MOST_PARTS)
                told["parts"] = {"type(result).__name__": repr(type(done.value).__name__), **parts}
        told["library"] |= speller.homes
        return told

    def _yielded(
        self, told: dict[str, Any], items: list[Any], speller: Speller
    ) -> dict[str, Any] | None:
        """What a generator gives, if it only gives plain things and then ends."""
        *first, last = items or [("returned", None)]
        if last != ("returned", None):
            return None
        try:
            told["value"] = speller.spell(first)
        except (Unspeakable, RecursionError):
            parts = spelt_parts({"result": first}, speller, parts_of, _MOST_YIELDED)
            if not parts:
                return None
            told["parts"] = {"len(result)": repr(len(first)), **parts}
        return told

    def _error(self, error: BaseException | None, speller: Speller) -> str:
        """The class of what a call raises, as text; empty if it raises nothing."""
        if error is None:
            return ""
        try:
            return speller.spell(type(error))
        except Unspeakable:
            return "Exception"

    def _raised(self, error: Any, speller: Speller) -> dict[str, Any]:
        name = self._error(error, speller)
        try:
            arguments = speller.spell(tuple(error.args))
        except (Unspeakable, RecursionError):
            arguments = ""
        return {"error": name, "args": arguments}

    def _as_text(self, case: Case, changed: set[str], errors: Sequence[str]) -> dict[str, Any]:
        """The lines that set a case up, its call, and its arguments by their names."""
        callee, row = case.calls[-1]
        if len(case.calls) > 1:
            lines = case.lines("; ".join(changed) if changed else "")
            lines = lines[:-1] if changed else lines
            setup = list(_with_errors(lines[:-1], case, errors))
            return {"setup": setup, "call": lines[-1], "arguments": None}
        by_position, by_name = callee.parameters.passed(row)
        labels = callee.parameters.names
        given = {labels[i]: r.text for i, r in enumerate(by_position) if r.text}
        named = {n: r.text for n, r in by_name.items()}
        kinds = dict(zip(labels, callee.parameters.kinds, strict=True))
        plain = all(kinds[n] is not inspect.Parameter.VAR_POSITIONAL for n in given)
        texts = [t for n, t in given.items()]
        call = callee.text([*texts, *(f"{n}={t}" for n, t in named.items())])
        shape = callee.text([*given, *(f"{n}={n}" for n in named)])
        return {
            "setup": [],
            "call": call,
            "shape": shape,
            "arguments": {**given, **named} if plain else None,
        }

    def _path(self, each: _Looked) -> str:
        """Which way a case goes, in words: the last decision on it."""
        if each.last < 0:
            return "plain"
        branch = self.check.guide.branches[0][each.last]
        words = {"true": "", "false": "not ", "has items": "some ", "ends": "end of "}
        if branch.outcome == "false" and branch.condition.startswith("not "):
            return branch.condition.removeprefix("not ")
        return f"{words.get(branch.outcome, '')}{branch.condition}"


def _with_errors(lines: Sequence[str], case: Case, errors: Sequence[str]) -> Iterator[str]:
    """The lines before the last call, where some of those calls raise."""
    calls = [
        (callee.name.partition("#")[0], error)
        for (callee, _), error in zip(case.calls, errors, strict=True)
    ]
    for line in lines:
        name, error = calls[0]
        last = name.rpartition(".")[2]
        if not re.match(rf"(\w+ = )?[\w.]*\b{last}\(", line):
            yield line
            continue
        calls.pop(0)
        if error:
            yield f"with pytest.raises({error}):"
            yield f"    {line}"
        else:
            yield line


def _entry(entry: Sequence[Any], speller: Speller) -> str:
    """A call of a double as the text of a tuple."""
    texts = []
    for part in entry:
        try:
            texts.append(speller.spell(part))
        except (Unspeakable, RecursionError):
            texts.append("ANY")
    return f"({', '.join(texts)})"


def _where_is(value: object, names: Mapping[str, Any]) -> str:
    """The expression that gives the very object among arguments and their parts; else empty."""
    if value is None or isinstance(
        value, bool | int | float | str | bytes | tuple | enum.Enum | type
    ):
        return ""
    pending = [(where, each, 0) for where, each in names.items()]
    while pending:
        where, each, depth = pending.pop(0)
        if each is value:
            return where
        if depth < _DEEPEST_PART:
            pending += [(f"{where}{step}", part, depth + 1) for step, part in parts_of(each)]
    return ""


def _is_written_out(text: str) -> bool:
    """Whether a person can run a text as it stands."""
    if any(word in text for word in ("Probe(", "recorded[", "inputs[")):
        return False
    try:
        ast.parse(text)
    except (SyntaxError, ValueError, RecursionError, MemoryError):
        return False
    return True


def _effort(each: _Looked) -> float:
    """How much there is to read in a case."""
    return len(each.case.calls) * (_OF_DOUBLES if "Record" in each.text else 1.0)


def _text_of(case: Case) -> str:
    """The calls as lines of Python."""
    return "\n".join(case.lines()) if len(case.calls) > 1 else case.call_text()


def _some_of(alike: list[_Looked]) -> list[_Looked]:
    """Of inputs that go the same way the simplest, and some of all the others."""
    rest = alike[_OF_ONE_WAY:]
    return [*alike[:_OF_ONE_WAY], *rest[:: max(1, len(rest) // _OF_ONE_WAY)]]


def _fewest(looked: Sequence[_Looked]) -> list[_Looked]:
    """The fewest that reach all that any reaches, as near as taking the one that brings most for
    its effort each time comes (V. Chvatal, "A Greedy Heuristic for the Set-Covering Problem",
    Mathematics of Operations Research 4(3), 1979), and the very simplest beside them.
    """
    chosen: list[_Looked] = []
    open_: set[tuple[str, object]] = set().union(*(each.reaches for each in looked))
    while open_:
        # of equal ones the simplest
        best = max(looked, key=lambda e: len(e.reaches & open_) / _effort(e))
        chosen.append(best)
        open_ -= best.reaches
    plain = sorted((e for e in looked if "Record" not in e.text), key=lambda e: len(e.text))
    chosen += [e for e in plain[:_SIMPLEST] if e not in chosen]
    return sorted(chosen, key=looked.index)


def sampled(request: Mapping[str, Any]) -> dict[str, Any]:
    """Carry out one request."""
    return Sampling(dict(request)).run()
