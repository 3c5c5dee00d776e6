"""The child process: loads both versions, runs the trials, answers in JSON on its output.

It is started as a script, reads one request from its input, and never touches anything
outside its scratch folder.
"""

from __future__ import annotations

import sys
from pathlib import Path

if __name__ == "__main__":
    sys.path[0] = str(Path(__file__).resolve().parents[3])

import ast
import gc
import json
import os
import re
import time
import warnings
from collections import deque
from itertools import islice
from typing import Any, TypeAlias

from dreck.judge.check import compare
from dreck.judge.faults import planted_faults
from dreck.judge.prove import Proved
from dreck.judge.surroundings import names_around, names_for
from dreck.judge.trials.answers import RAISES, Answers
from dreck.judge.trials.fence import raise_fence, set_limits
from dreck.judge.trials.instrument import MARK, Branch, Seen, fitted
from dreck.judge.trials.loading import CannotCall, CannotLoad, Subject, load, subject_in
from dreck.judge.trials.observe import Observation, observe
from dreck.judge.trials.plan import Parameters, Row, neighbours, own_row, parameters_of, random_rows
from dreck.judge.trials.recipes import Recipe, Side
from dreck.judge.trials.suggest import handled_errors, suggestions, with_callees
from dreck.outline import functions_of

# Inputs tried at most, and seconds spent on them.
MOST_TRIALS = 1_500
TRIAL_SECONDS = 6.0
# Planted faults tried at most, and seconds spent on all of them.
MOST_FAULTS = 60
FAULT_SECONDS = 6.0
# Simpler inputs tried while shrinking one that shows a difference.
MOST_SHRINKS = 200


_Choice: TypeAlias = tuple[Row, dict[str, int]]


class BadInputs(Exception):
    """The user's generator of inputs does not work."""


class _Check:
    """One request: two versions of one subject."""

    def __init__(self, request: dict[str, Any]) -> None:
        self.request = request
        self.name: str = request["subject"]
        self.texts = (request["before"]["text"], request["after"]["text"])
        self.paths = (request["before"]["path"], request["after"]["path"])
        self.sides = tuple(self._load(text, path) for text, path in zip(self.texts, self.paths, strict=True))
        self.subjects = tuple(subject_in(side, self.name) for side in self.sides)
        nodes = [_node(text, self.name) for text in self.texts]
        self.suggested = suggestions(*nodes, *with_callees(self.subjects[0].function, request["roots"]))
        self.suggested[RAISES] = handled_errors(*nodes)
        self.parameters: Parameters = parameters_of(self.subjects[0], self.suggested)
        self.inputs: list[tuple[tuple[Recipe, ...], dict[str, int], Observation]] = []

    def _load(self, source: str | ast.Module, path: str, **extra: Any) -> Side:
        return load(source, path, self.request["module"], **extra)

    def run(self) -> dict[str, Any]:
        """All trials, then coverage and planted faults; or the difference found."""
        difference = self._trials()
        if difference is not None:
            return {"outcome": "differs", "count": len(self.inputs) + 1, **difference}
        if not self.inputs:
            return {"outcome": "nothing tried", "why": "no input could be built for its parameters"}
        before, after = (self._coverage(i) for i in range(2))
        return {"outcome": "same", "count": len(self.inputs), "before": before, "after": after, **self._faults()}

    def _observe(self, which: int, row: tuple[Recipe, ...], answers: Answers) -> Observation:
        return _observed(self.subjects[which], self.sides[which], row, self.parameters, answers)

    def _trials(self) -> dict[str, Any] | None:
        """Try inputs, those first that resemble one which took a new branch."""
        end = time.monotonic() + TRIAL_SECONDS
        guide = _Guide(self)
        if not all(self.parameters.recipes):
            return None
        start = (0,) * len(self.parameters.recipes)
        found = self._own_inputs()
        if found is not None:
            return found
        pending: deque[_Choice] = deque([(start, {})])
        at_random = random_rows(self.parameters)
        seen: set[object] = set()
        while len(self.inputs) < MOST_TRIALS and time.monotonic() < end:
            choice = pending.popleft() if pending else next(((r, {}) for r in at_random), None)
            if choice is None:
                break
            key = (choice[0], tuple(choice[1].items()))
            if key in seen:
                continue
            seen.add(key)
            answers = Answers(self.suggested, choice[1])
            found = self._try(self._row(choice[0]), answers)
            if found is not None:
                return found
            if guide.is_new(self._row(choice[0]), answers):
                pending.extend((r, answers.given()) for r in neighbours(self.parameters, choice[0]))
                pending.extendleft((choice[0], a) for a in reversed(list(answers.alternatives())))
        return None

    def _own_inputs(self) -> dict[str, Any] | None:
        """Try what the user's own generator yields; each side gets objects of its own."""
        if not self.request["inputs"]:
            return None
        names: dict[str, Any] = {}
        try:
            exec(compile(self.request["inputs"], "<inputs>", "exec"), names)
            count = sum(1 for _ in islice(names["inputs"](self.sides[0].module, self.name), MOST_TRIALS))
        except Exception as error:
            raise BadInputs(f"the file with inputs fails: {type(error).__name__}: {error}") from error
        for number in range(count):
            row = own_row(names["inputs"], self.name, number, len(self.parameters.names))
            found = self._try(row, Answers(self.suggested))
            if found is not None:
                return found
        return None

    def _row(self, choice: Row) -> tuple[Recipe, ...]:
        return tuple(c[i] for c, i in zip(self.parameters.recipes, choice, strict=True))

    def _try(self, row: tuple[Recipe, ...], answers: Answers) -> dict[str, Any] | None:
        try:
            before = self._observe(0, row, answers)
        except Exception:
            return None  # the input itself could not be built
        if not self._parted(before, row, answers):
            self.inputs.append((row, answers.given(), before))
            return None
        again = self._observe(0, row, Answers(self.suggested, answers.given()))
        if not again.same_as(before) or not self._parted(again, row, Answers(self.suggested, answers.given())):
            return None  # the old version differs from itself: no evidence about a change
        return self._shrunk(row, answers, before)

    def _parted(self, before: Observation, row: tuple[Recipe, ...], answers: Answers) -> bool:
        second = answers.restart()
        after = self._observe(1, row, second)
        answers.adopt(second)
        return not before.same_as(after)

    def _shrunk(self, row: tuple[Recipe, ...], answers: Answers, first: Observation) -> dict[str, Any]:
        """The same difference with simpler arguments, as far as quickly found."""
        best, given, budget = row, answers.given(), MOST_SHRINKS
        for position, recipes in enumerate(self.parameters.recipes):
            for simpler in sorted(recipes, key=_plainness):
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
        """Whether a simpler input shows a difference, and the old version still ends the same way."""
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
        arguments = [r.text for r in by_position] + [f"{n}={r.text}" for n, r in by_name.items()]
        return {
            "arguments": arguments,
            "answers": {**first.given(), **second.given()},
            "said": {**second.said(), **first.said()},
            "suggestions": self._suggested_in({**first.given(), **second.given()}),
            "takes_self": self.subjects[0].takes_self,
            "before": before.text,
            "after": after.text,
        }

    def _suggested_in(self, questions: dict[str, int]) -> dict[str, list[str]]:
        """The suggested values that some question was about, as Python text."""
        words = {word for q in questions for word in re.findall(r"\w+", q)}
        shown = {k: [repr(v) for v in vs] for k, vs in self.suggested.items() if k in words}
        return {**shown, RAISES: [e.__name__ for e in self.suggested[RAISES]]}

    def fitted(self, which: int) -> tuple[Subject, Side, Seen, list[Branch]]:
        """One version whose subject notes its branches."""
        tree, branches = fitted(self.texts[which], self.name)
        seen = Seen()
        side = self._load(tree, self.paths[which], **{MARK: seen})
        return subject_in(side, self.name), side, seen, branches

    def _coverage(self, which: int) -> dict[str, Any]:
        subject, side, seen, branches = self.fitted(which)
        end = time.monotonic() + TRIAL_SECONDS
        for row, given, _ in self.inputs:
            if time.monotonic() > end:
                break
            _quietly(subject, side, row, self.parameters, Answers(self.suggested, given))
        missed = [str(b) for i, b in enumerate(branches) if i not in seen.numbers]
        return {"reached": len(branches) - len(missed), "total": len(branches), "missed": missed}

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
        functions = [next(f for f in functions_of(t) if f.name == self.name) for t in (original, tree)]
        names = names_for(functions[0], names_around(original))
        return isinstance(compare(functions[0].node, functions[1].node, names, strict=True), Proved)

    def _catches(self, tree: ast.Module) -> bool:
        try:
            side = self._load(tree, self.paths[1])
            subject = subject_in(side, self.name)
        except (CannotLoad, CannotCall):
            return True
        for row, given, expected in self.inputs:
            found = _quietly(subject, side, row, self.parameters, Answers(self.suggested, given))
            if found is None or not found.same_as(expected):
                return True
        return False


class _Guide:
    """Tells whether an input went where none went before.

    That is a new branch of either version, or a new question to a probe: in a callee, going
    one check further shows in what it asks.
    """

    def __init__(self, check: _Check) -> None:
        self.check = check
        self.versions = [check.fitted(which)[:3] for which in range(2)]
        self.first = True
        self.asked: set[str] = set()

    def is_new(self, row: tuple[Recipe, ...], answers: Answers) -> bool:
        """Run the input on the fitted versions."""
        asked = set(answers.given())
        grew, self.first = self.first or not asked <= self.asked, False
        self.asked |= asked
        for subject, side, seen in self.versions:
            known = len(seen.numbers)
            again = Answers(self.check.suggested, answers.given())
            _quietly(subject, side, row, self.check.parameters, again)
            grew = grew or len(seen.numbers) > known
        return grew


def _observed(subject: Subject, side: Side, row: tuple[Recipe, ...], parameters: Parameters, answers: Answers) -> Observation:
    return observe(subject.function, side, *parameters.passed(row), answers)


def _quietly(subject: Subject, side: Side, row: tuple[Recipe, ...], parameters: Parameters,
             answers: Answers) -> Observation | None:  # fmt: skip
    try:
        return _observed(subject, side, row, parameters, answers)
    except Exception:
        return None


def _plainness(recipe: Recipe) -> tuple[bool, bool, int]:
    """What is simpler to read: no probe, then shorter."""
    return ("Probe(" in recipe.text, recipe.text == "", len(recipe.text))


def _node(text: str, name: str) -> ast.AST:
    return next(f.node for f in functions_of(ast.parse(text)) if f.name == name)


def answer(request: dict[str, Any]) -> dict[str, Any]:
    """Carry out one request."""
    try:
        return _Check(request).run()
    except BadInputs as error:
        return {"outcome": "cannot load", "why": str(error)}
    except CannotLoad as error:
        return {"outcome": "cannot load", "why": str(error)}
    except CannotCall as error:
        return {"outcome": "nothing tried", "why": str(error)}


def main() -> None:
    """Read a request, run it behind the fence, write the answer."""
    request = json.loads(sys.stdin.read())
    out = os.fdopen(os.dup(1), "w")
    null = os.open(os.devnull, os.O_RDWR)
    for descriptor in (0, 1, 2):
        os.dup2(null, descriptor)
    sys.dont_write_bytecode = True
    warnings.simplefilter("ignore")
    sys.path[1:1] = request["roots"]
    os.chdir(request["scratch"])
    set_limits()
    raise_fence(request["scratch"])
    gc.disable()
    try:
        found = answer(request)
    except MemoryError:
        found = {"outcome": "nothing tried", "why": "the trials ran out of memory"}
    out.write(json.dumps(found))
    out.flush()
    os._exit(0)  # threads and exit handlers of the loaded code must not run on


if __name__ == "__main__":
    main()
