"""One check: both versions loaded, inputs tried, coverage and planted faults measured.

This runs in the child process. Inputs that go where none went before are varied first.
"""

from __future__ import annotations

import ast
import inspect
import math
import re
import time
from collections import deque
from collections.abc import Iterator
from dataclasses import dataclass
from itertools import islice
from typing import Any, TypeAlias

from ...outline import functions_of
from ..face.compare import compare
from ..faults.planted import planted_faults
from ..walk.prove import Proved
from ..world.loading import names_around, names_for
from . import quick
from .answers import RAISES, Answers
from .clock import TooLong
from .instrument import MARK, Branch, Seen, fitted
from .loading import CannotCall, CannotLoad, Subject, load, subject_in
from .observe import Observation, observe
from .plan import Parameters, Row, neighbours, own_row, parameters_of, random_rows, shapes_of
from .recipes import Recipe, Side, joined, library_names
from .recorded import in_words, recorded_row
from .suggest import handled_errors, suggestions, with_callees

# Inputs tried at most, and seconds spent on them.
MOST_TRIALS = 2_500
TRIAL_SECONDS = 6.0
# Planted faults tried at most, and seconds spent on all of them.
MOST_FAULTS = 60
FAULT_SECONDS = 6.0
# Values kept of what stand-ins of one name were compared with.
_MOST_LEARNT = 24
# Simpler inputs tried while shrinking one that shows a difference.
MOST_SHRINKS = 200


# Stands in a column of values for what has to be built anew for each call.
_NOT_PLAIN = object()
_Choice: TypeAlias = tuple[Row, dict[str, int]]


class BadInputs(Exception):
    """The user's generator of inputs does not work."""


@dataclass(slots=True)
class Tried:
    """An input that showed no difference, and what the old version did with it.

    ``quickly`` is set if the quick way was enough; else ``seen`` is.
    """

    row: Any  # the arguments if tried quickly, else the recipes
    answers: dict[str, int]
    seen: Observation | None
    quickly: quick.Outcome | None


class Check:
    """One request: two versions of one subject."""

    def __init__(self, request: dict[str, Any]) -> None:
        self.request = request
        self.name: str = request["subject"]
        self.texts = (request["before"]["text"], request["after"]["text"])
        self.paths = (request["before"]["path"], request["after"]["path"])
        self.sides = tuple(
            self._load(text, path) for text, path in zip(self.texts, self.paths, strict=True)
        )
        self.subjects = tuple(subject_in(side, self.name) for side in self.sides)
        nodes = [_node(text, self.name) for text in self.texts]
        modules = [ast.parse(text) for text in self.texts]
        self.suggested = suggestions(
            *nodes, *with_callees(self.subjects[0].function, request["roots"]), modules=modules
        )
        self.suggested[RAISES] = handled_errors(*nodes)
        self.shapes = shapes_of(modules, self.name)
        self.parameters: Parameters = self._parameters()
        self.learnt: dict[str, set[Any]] = {}  # what stand-ins were compared with, by name
        self.assumed: dict[str, Any] | None = None  # a difference that only a stand-in shows
        self.inputs: list[Tried] = []
        self.recorded = 0
        self.guide = _Guide(self)
        sides = zip(self.sides, self.texts, strict=True)
        self._quick = all(quick.keeps_no_state(side, text) for side, text in sides)
        self._values = self._plain_values()

    def _parameters(self) -> Parameters:
        request, subjects = self.request, self.subjects
        return parameters_of(subjects[0], self.suggested, request["aim"], subjects[1], self.shapes)

    def _load(self, source: str | ast.Module, path: str, **extra: Any) -> Side:
        return load(source, path, self.request["module"], **extra)

    def run(self) -> dict[str, Any]:
        """All trials, then coverage and planted faults; or the difference found."""
        difference = self.trials()
        if difference is not None:
            return {"outcome": "differs", "count": len(self.inputs) + 1, **difference}
        if not self.inputs:
            return {"outcome": "nothing tried", "why": "no input could be built for its parameters"}
        before, after = (self.guide.coverage(i) for i in range(2))
        arrived = [v[2].arrived for v in self.guide.versions]
        return {
            "outcome": "same",
            "count": len(self.inputs),
            "arrived": arrived,
            "recorded": self.recorded,
            "before": before,
            "after": after,
            "assumed": self.assumed,
            **self._faults(),
        }

    def _observe(self, which: int, row: tuple[Recipe, ...], answers: Answers) -> Observation:
        return _observed(self.subjects[which], self.sides[which], row, self.parameters, answers)

    def trials(self) -> dict[str, Any] | None:
        """Try inputs, those first that resemble one which went where none went before."""
        if not all(self.parameters.recipes):
            return None
        found = self._own_inputs() or self._recorded_calls()
        start = time.monotonic()
        if found is None:
            found = self._searched(MOST_TRIALS * 3 // 5, start + TRIAL_SECONDS / 2)
        if found is None and self._learns():
            found = self._searched(MOST_TRIALS, start + TRIAL_SECONDS)
        return found

    def _searched(self, most: int, end: float) -> dict[str, Any] | None:
        """Try inputs until so many were tried, or until that time."""
        choices = _Choices(self.parameters)
        found = None
        while found is None and len(self.inputs) < most and time.monotonic() < end:
            slow = self._quick_run(choices) if self._quick else next(choices, None)
            if slow is None:
                return None
            found = self._slow_trial(slow, choices)
        return found

    def _learns(self) -> bool:
        """Draw plain values anew, with what stand-ins were compared with: the value that a bound was
        worked out to be stands in no text.
        """
        if not self.learnt:
            return False
        for name, values in self.learnt.items():
            known = self.suggested.setdefault(name, [])
            near = [n for v in sorted(values, key=repr) for n in _near(v)]
            known += [
                v for v in near if not any(v is k or (type(v) is type(k) and v == k) for k in known)
            ]
        self.parameters = self._parameters()
        self._values = self._plain_values()
        return True

    def _plain_values(self) -> list[list[Any]]:
        recipes = self.parameters.recipes
        return [[r.value if r.is_plain else _NOT_PLAIN for r in c] for c in recipes]

    def _quick_run(self, choices: _Choices) -> _Choice | None:
        """Try plain inputs one after the other; return the first that needs the slow way."""
        before, after = self.guide.functions
        run = quick.outcome
        choice: _Choice | None = None
        try:
            with quick.lane() as output:
                for choice in choices:
                    arguments = tuple([c[i] for c, i in zip(self._values, choice[0], strict=True)])
                    if _NOT_PLAIN in arguments:
                        return choice
                    outcome = run(before, arguments)
                    if outcome is None or outcome != run(after, arguments) or output.tell():
                        return choice
                    self.inputs.append(Tried(arguments, {}, None, outcome))
                    if self.guide.grew():
                        choices.vary(choice[0], {})
                    if len(self.inputs) >= MOST_TRIALS:
                        return None
        except TooLong:
            return choice
        return None

    def _slow_trial(self, choice: _Choice, choices: _Choices) -> dict[str, Any] | None:
        row = self._row(choice[0])
        answers = Answers(self.suggested, choice[1])
        found = self._try(row, answers)
        if found is None and self.guide.is_new(row, answers):
            choices.vary(choice[0], answers.given(), answers.alternatives())
        return found

    def _own_inputs(self) -> dict[str, Any] | None:
        """Try what the user's own generator yields; each side gets objects of its own."""
        if not self.request["inputs"]:
            return None
        names: dict[str, Any] = {}
        try:
            exec(compile(self.request["inputs"], "<inputs>", "exec"), names)
            count = sum(
                1 for _ in islice(names["inputs"](self.sides[0].module, self.name), MOST_TRIALS)
            )
        except Exception as error:
            raise BadInputs(
                f"the file with inputs fails: {type(error).__name__}: {error}"
            ) from error
        for number in range(count):
            row = own_row(names["inputs"], self.name, number, len(self.parameters.names))
            answers = Answers(self.suggested)
            found = self._try(row, answers)
            if found is not None:
                return found
            self.guide.is_new(row, answers)
        return None

    def _recorded_calls(self) -> dict[str, Any] | None:
        """Try the calls that the project's tests made."""
        given = [k is not inspect.Parameter.VAR_POSITIONAL for k in self.parameters.kinds]
        for number, call in enumerate(self.request["calls"]):
            try:
                row = recorded_row(call, number, self.request["call_modules"], given, self.sides[0])
            except Exception:
                continue  # its classes cannot be found here
            answers = Answers(self.suggested)
            found = self._try(row, answers)
            if found is not None:
                return found
            self.guide.is_new(row, answers)
            self.recorded += 1
        return None

    def _row(self, choice: Row) -> tuple[Recipe, ...]:
        return tuple(c[i] for c, i in zip(self.parameters.recipes, choice, strict=True))

    def _try(self, row: tuple[Recipe, ...], answers: Answers) -> dict[str, Any] | None:
        try:
            before = self._observe(0, row, answers)
        except Exception:
            return None  # the input itself could not be built
        self._note_comparisons(answers)
        if not self._parted(before, row, answers):
            if before.ended and not before.is_beyond:
                self.inputs.append(Tried(row, answers.given(), before, None))
            return None
        again = self._observe(0, row, Answers(self.suggested, answers.given()))
        if not again.same_as(before) or not self._parted(
            again, row, Answers(self.suggested, answers.given())
        ):
            return None  # the old version differs from itself: no evidence about a change
        stands = joined(row)
        if not stands:
            return self._shrunk(row, answers, before)
        if self.assumed is None:
            self.assumed = {"stands": stands, **self._described(row, answers.given())}
        return None

    def _note_comparisons(self, answers: Answers) -> None:
        """Keep what stand-ins were compared with."""
        for question in answers.given():
            asked, _, value = question.partition(" against ")
            name = re.sub(r"[#\d()\[\]]+$", "", asked).rpartition(".")[2]
            if value and name.isidentifier() and len(self.learnt.get(name, ())) < _MOST_LEARNT:
                try:
                    self.learnt.setdefault(name, set()).add(ast.literal_eval(value))
                except (ValueError, SyntaxError, TypeError, MemoryError):
                    continue  # compared with something that is no constant

    def _parted(self, before: Observation, row: tuple[Recipe, ...], answers: Answers) -> bool:
        second = answers.restart()
        after = self._observe(1, row, second)
        answers.adopt(second)
        # Time and depth do not count: what took the old version too long says nothing of the new one.
        if not before.ended or before.is_beyond or after.is_beyond:
            return False
        return not before.same_as(after)

    def _shrunk(
        self, row: tuple[Recipe, ...], answers: Answers, first: Observation
    ) -> dict[str, Any]:
        """The same difference with simpler arguments, as far as quickly found."""
        best, given, budget = row, answers.given(), MOST_SHRINKS
        for position, recipes in enumerate(self.parameters.recipes):
            for simpler in sorted((r for r in recipes if not r.stands), key=_plainness):
                budget -= 1
                if _plainness(simpler) >= _plainness(best[position]) or budget < 0:
                    break
                trial = (*best[:position], simpler, *best[position + 1 :])
                asked = Answers(self.suggested, given)
                if self._still_parts(trial, asked, first):
                    best, given = trial, asked.given()
                    break
        return self._described(best, given)

    def _still_parts(self, row: tuple[Recipe, ...], asked: Answers, first: Observation) -> bool:
        """Whether a simpler input shows a difference, and the old version still ends the same
        way.
        """
        try:
            before = self._observe(0, row, asked)
            ends_alike: bool = before.essence[0] == first.essence[0]
            return ends_alike and self._parted(before, row, asked)
        except Exception:
            return False

    def _described(self, row: tuple[Recipe, ...], given: dict[str, int]) -> dict[str, Any]:
        first = Answers(self.suggested, given)
        before = self._observe(0, row, first)
        second = first.restart()
        after = self._observe(1, row, second)
        by_position, by_name = self.parameters.passed(row)
        arguments = [r.text for r in by_position if r.text] + [
            f"{n}={r.text}" for n, r in by_name.items()
        ]
        return {
            "arguments": arguments,
            "library": library_names(" ".join(arguments)),
            "answers": {**first.given(), **second.given()},
            "said": {**self._said_of(row), **second.said(), **first.said()},
            "suggestions": self._suggested_in({**first.given(), **second.given()}),
            "suffix": self.subjects[0].suffix,
            "before": before.text,
            "after": after.text,
        }

    def _said_of(self, row: tuple[Recipe, ...]) -> dict[str, str]:
        """What recorded arguments are that cannot be written out."""
        recorded = [r for r in row if r.text.startswith("recorded[")]
        return {r.text: in_words(r.build(self.sides[0], Answers(self.suggested))) for r in recorded}

    def _suggested_in(self, questions: dict[str, int]) -> dict[str, list[str]]:
        """The suggested values that some question was about, as Python text."""
        words = {word for q in questions for word in re.findall(r"\w+", q)}
        shown = {k: [repr(v) for v in vs] for k, vs in self.suggested.items() if k in words}
        return {**shown, RAISES: [e.__name__ for e in self.suggested[RAISES]]}

    def fitted(self, which: int) -> tuple[Subject, Side, Seen, list[Branch]]:
        """One version whose subject notes its branches, and when it comes to where the versions
        part.
        """
        tree, branches, is_own = fitted(self.texts[which], self.name, self.request["parted"][which])
        seen = Seen()
        seen.arrived = not is_own
        side = self._load(tree, self.paths[which], **{MARK: seen})
        return subject_in(side, self.name), side, seen, branches

    def _faults(self) -> dict[str, Any]:
        end = time.monotonic() + FAULT_SECONDS
        planted = caught = 0
        missed: list[str] = []
        for fault in planted_faults(self.texts[1], self.name)[:MOST_FAULTS]:
            if time.monotonic() > end:
                break
            if self._catches(fault.tree):
                planted, caught = planted + 1, caught + 1
            elif not self._is_harmless(fault.tree):
                planted += 1
                missed.append(fault.what)
        return {"planted": planted, "caught": caught, "faults_missed": missed}

    def _is_harmless(self, tree: ast.Module) -> bool:
        """Whether a fault is proved to change nothing, so that no input could catch it."""
        original = ast.parse(self.texts[1])
        functions = [
            next(f for f in functions_of(t) if f.name == self.name) for t in (original, tree)
        ]
        if ast.dump(functions[0].node) == ast.dump(functions[1].node):
            return False  # it is in a table
        names = names_for(functions[0], names_around(original))
        return isinstance(compare(functions[0].node, functions[1].node, names, strict=True), Proved)

    def _catches(self, tree: ast.Module) -> bool:
        try:
            side = self._load(tree, self.paths[1])
            subject = subject_in(side, self.name)
        except (CannotLoad, CannotCall):
            return True
        return any(self._tells_apart(subject, side, tried) for tried in self.inputs)

    def _tells_apart(self, subject: Subject, side: Side, tried: Tried) -> bool:
        """Whether an input shows that a version is not the old one."""
        if tried.quickly is not None:
            try:
                with quick.lane() as output:
                    return (
                        quick.outcome(subject.function, tried.row) != tried.quickly
                        or output.tell() > 0
                    )
            except TooLong:
                return True
        found = _quietly(
            subject, side, tried.row, self.parameters, Answers(self.suggested, tried.answers)
        )
        return found is None or tried.seen is None or not found.same_as(tried.seen)


class _Choices:
    """The rows still to be tried, without repetitions: variations first, then at random."""

    def __init__(self, parameters: Parameters) -> None:
        self._parameters = parameters
        self._pending: deque[_Choice] = deque(
            [(parameters.aimed, {}), ((0,) * len(parameters.recipes), {})]
        )
        self._varied: deque[Iterator[_Choice]] = deque()
        self.vary(parameters.aimed, {})
        self._at_random = ((row, dict[str, int]()) for row in random_rows(parameters))
        self._seen: set[object] = set()
        self._distinct = math.prod(len(c) for c in parameters.recipes)

    def __iter__(self) -> _Choices:
        return self

    def __next__(self) -> _Choice:
        while True:
            choice = self._candidate()
            key = (choice[0], tuple(choice[1].items())) if choice[1] else choice[0]
            if key not in self._seen:
                self._seen.add(key)
                return choice

    def _candidate(self) -> _Choice:
        if self._pending:
            return self._pending.popleft()
        while self._varied:
            choice = next(self._varied[0], None)
            if choice is not None:
                return choice
            self._varied.popleft()
        if len(self._seen) >= self._distinct:
            raise StopIteration
        return next(self._at_random)

    def vary(
        self, row: Row, answers: dict[str, int], others: Iterator[dict[str, int]] = iter(())
    ) -> None:
        """Try what is like this input: other answers at once, other arguments later."""
        self._pending.extendleft((row, a) for a in reversed(list(others)))
        self._varied.append((r, answers) for r in neighbours(self._parameters, row))


class _Guide:
    """Both versions fitted with counters: tells whether an input went where none went before.

    That is a new branch of either version, or a new question to a probe: in a callee, going
    one check further shows in what it asks.
    """

    def __init__(self, check: Check) -> None:
        self.check = check
        self.versions = [check.fitted(which) for which in range(2)]
        self.functions = tuple(v[0].function for v in self.versions)
        self._seen = tuple(v[2] for v in self.versions)
        self.asked: set[str] = set()
        self._known = -1

    def grew(self) -> bool:
        """Whether branches were taken since the last call that were never taken before."""
        before, after = self._seen
        known = len(before.numbers) + len(after.numbers) + before.arrived + after.arrived
        grew, self._known = known > self._known, known
        return grew

    def is_new(self, row: tuple[Recipe, ...], answers: Answers) -> bool:
        """Run an input on the fitted versions."""
        asked = set(answers.given())
        new_question = not asked <= self.asked
        self.asked |= asked
        for subject, side, _, _ in self.versions:
            again = Answers(self.check.suggested, answers.given())
            _quietly(subject, side, row, self.check.parameters, again)
        return self.grew() or new_question

    def coverage(self, which: int) -> dict[str, Any]:
        """The branches of one version that the inputs took."""
        _, _, seen, branches = self.versions[which]
        missed = [str(b) for i, b in enumerate(branches) if i not in seen.numbers]
        return {"reached": len(branches) - len(missed), "total": len(branches), "missed": missed}


def _observed(
    subject: Subject, side: Side, row: tuple[Recipe, ...], parameters: Parameters, answers: Answers
) -> Observation:
    return observe(subject.function, side, *parameters.passed(row), answers)


def _quietly(
    subject: Subject, side: Side, row: tuple[Recipe, ...], parameters: Parameters, answers: Answers
) -> Observation | None:
    try:
        return _observed(subject, side, row, parameters, answers)
    except Exception:
        return None


def _near(value: Any) -> list[Any]:
    """A value that something was compared with, and its neighbours."""
    return [value, value - 1, value + 1] if type(value) in (int, float) else [value]


def _plainness(recipe: Recipe) -> tuple[bool, bool, int]:
    """What is simpler to read: no probe, then shorter."""
    return ("Probe(" in recipe.text, recipe.text == "", len(recipe.text))


def _node(text: str, name: str) -> ast.AST:
    return next(f.node for f in functions_of(ast.parse(text)) if f.name == name)
