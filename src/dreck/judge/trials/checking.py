"""One check: both versions loaded, inputs tried, coverage and planted faults measured.

This runs in the child process. Inputs that go where none went before are varied first.
"""

from __future__ import annotations

import ast
import inspect
from collections.abc import Callable, Iterable, Iterator, Sequence
from itertools import islice
from typing import Any

from ...outline import functions_of
from . import quick
from .answers import RAISES, Answers
from .changing import changing
from .cases import Callee, Case, Version, made_by_kind
from .clock import TooLong, spent
from .fence import SCRATCH
from .corpus import Corpus, Growing, Grown, Sequences
from .evident import MOST_VALUES, Drawer
from .growing import Grower
from .guide import Guide
from .instrument import MARK, Branch, Seen, fitted
from .kinds import ProjectKinds
from .noticing import FAULT_SECONDS, Noticing, quietly
from .matches import patterns_of
from .loading import CannotCall, Subject, load
from .picture import ANNOTATED, NAMES, STOOD
from .plan import Row, Shapes, own_row, parameters_of, shapes_of
from .passed import Passed, project_trees, takers_of
from .pool import pool_of
from .recipes import Recipe, Side
from .recorded import recorded_row
from .runner import SEARCH_SECONDS
from .supply import OF_METHODS, Choice, Choices, Fresh
from .suggest import Project, handled_errors, suggestions, with_callees
from .shape import Shape
from .steady import unsteady, with_noon
from .through import Ways
from .trying import Difference, Pair, Tried
from .unordered import asks_for_nan

# Inputs tried at most: those listed, those grown, those drawn with what stand-ins were compared with,
# and calls in a row. The seconds for each only end what is slow: what is tried must not depend on how
# busy the machine is.
MOST_LISTED, LISTED_SECONDS = 1_000, 5.0
GROWN_SECONDS = 6.0
MOST_LEARNT, LEARNT_SECONDS = 800, 3.0
MOST_IN_A_ROW, IN_A_ROW_SECONDS = 1500, 5.0
# Calls in a row that are enough where all branches were taken.
ENOUGH_IN_A_ROW = 400
# Seconds for calls that were recorded.
RECORDED_SECONDS = 5.0
# One in so many inputs is often.
OFTEN = 3
# Simpler inputs tried while shrinking one that shows a difference.
MOST_SHRINKS = 300
# Other methods that are called before the one in question.
MOST_OTHERS = 6
# Inputs of each of these in a row that go nowhere new (a fifth where all branches of the one in
# question were taken), and seconds for all of them.
MOST_IDLE, OTHERS_SECONDS = 1000, 3.0
# Functions by which another one is reached, and seconds for all of them.
MOST_ENTRANCES, THROUGH_SECONDS = 3, 6.0
# Inputs of such a function without one that comes to the one in question.
MOST_ASTRAY = 300
# So few inputs tell little, whatever they reach.
FEW = 20
# Values drawn at once for what another method is given; the search draws more as it goes.
_MOST_OF_OTHERS = 12


# Stands in a column of values for what has to be built anew for each call.
_NOT_PLAIN = object()


class BadInputs(Exception):
    """The user's generator of inputs does not work."""


class Check:
    """One request: two versions of one subject."""

    def __init__(self, request: dict[str, Any]) -> None:
        self.request = request
        self.name: str = request["subject"]
        self.texts = (request["before"]["text"], request["after"]["text"])
        self.paths = (request["before"]["path"], request["after"]["path"])
        sides = [self.load(t, p) for t, p in zip(self.texts, self.paths, strict=True)]
        self.versions = (Version(sides[0]), Version(sides[1]))
        self.modules = [ast.parse(text) for text in self.texts]
        ANNOTATED.update(_annotated(self.modules))
        made_by_kind(*self.versions, self.modules)
        self.subjects = tuple(v.subject(self.name) for v in self.versions)
        nodes = [_node(text, self.name) for text in self.texts]
        self.project = Project(self.paths[0], self.modules[0], request["roots"])
        around = with_callees(self.subjects[0].function, self.project)
        called = with_callees(self.subjects[0].function, self.project, methods=True)
        self.suggested = suggestions(*nodes, *called, modules=self.modules)
        self.suggested[RAISES] = handled_errors(*nodes)
        for table, *asked in self.versions[1].by_kind.values():
            # A method that never asks for the kind may still be another one for some kind.
            for word in asked:
                self.suggested.setdefault(word, []).extend(vars(sides[1].module)[table])
        pool = pool_of([*nodes, *called], self.modules)
        if request.get("sampling") and "clock" in unsteady(self.modules):
            pool = with_noon(pool)
        self.grower = Grower(pool, self.suggested, self.name)
        self.around = around
        self.ways = Ways(self.modules, self.name)
        self.kinds = ProjectKinds(self.modules, sides[0].module, self.ways)
        self.shapes = shapes_of(self.modules, self.name, around, self.kinds.enums)
        drawer = Drawer(self.grower, (), self.kinds)
        nobody = Shape()
        self.grower.known = lambda cls: drawer.arguments(cls, nobody)
        self._told_of_objects(self.grower)
        self.grower.patterns = patterns_of(sides[0].module, nodes[:1])
        self.guide = Guide([self.fitted(which) for which in range(2)], self.name, self.modules)
        self.grower.met = self.guide.met
        minds_nan = asks_for_nan(self.modules)
        self.pair = Pair(self.versions, self.guide.versions, self.suggested, minds_nan)
        self.callee = self._callee(self.name, self.shapes)
        self.recorded = 0
        self._seconds = float(request.get("seconds", SEARCH_SECONDS))
        self._end = spent() + self._seconds
        self._quick = all(
            quick.keeps_no_state(v.side, t) for v, t in zip(self.versions, self.texts, strict=True)
        )
        self._values = self._plain_values()
        self.is_quick_allowed, self._went_through = True, False

    def _callee(self, name: str, shapes: Shapes, most: int = MOST_VALUES) -> Callee:
        """What is called, with the recipes for its parameters."""
        old, new = (v.subject(name) for v in self.versions)
        aim = self.request["aim"] if name == self.name else {}
        parameters = parameters_of(
            old, self.suggested, aim, new, shapes, self.grower, self.kinds, most
        )
        is_bound = (
            old.takes == "self"
            and old.owner is not None
            and any(k.__qualname__ == old.owner.__qualname__ for k in NAMES.values())
        )
        return Callee(name, old.suffix, parameters, is_bound)

    def load(self, source: str | ast.Module, path: str, **extra: Any) -> Side:
        """A version of the module."""
        return load(source, path, self.request["module"], self.request["home"], **extra)

    def end_in(self, seconds: float) -> None:
        """Have all trials end in so many seconds from now."""
        self._end = spent() + seconds

    def run(self) -> dict[str, Any]:
        """All trials, then coverage and planted faults; or the difference found."""
        difference = self.trials()
        count = len(self.pair.tried)
        if difference is not None:
            return {"outcome": "differs", "count": count + 1, **difference}
        if not self.pair.tried:
            return {"outcome": "nothing tried", "why": "no input could be built for its parameters"}
        before, after = (self.guide.coverage(i) for i in range(2))
        is_whole = all(c["reached"] == c["total"] for c in (before, after))
        self._noticing = Noticing(self.pair, self.texts, self.name, self._damaged)
        share = min(1.0, self._seconds / SEARCH_SECONDS)
        faults = self._noticing.plant(is_whole=is_whole, share=share)
        is_weak = self.guide.lacks() or faults["caught"] * 2 < faults["planted"]
        if is_weak and not self._went_through:
            difference = self._through()
            if difference is not None:
                return {"outcome": "differs", "count": len(self.pair.tried) + 1, **difference}
            before, after = (self.guide.coverage(i) for i in range(2))
            faults = self._noticing.again(count, self._within(FAULT_SECONDS))
        return {
            "outcome": "same",
            "count": len(self.pair.tried),
            "arrived": [s.arrived for s in self.guide.seen],
            "plainly": any(s.arrived_plainly for s in self.guide.seen)
            or not any(s.is_here for s in self.guide.seen),
            "recorded": self.recorded,
            "before": before,
            "after": after,
            "assumed": self.pair.assumed or _closed(),
            **faults,
        }

    def trials(self) -> dict[str, Any] | None:
        """Try inputs, those first that resemble one which went where none went before."""
        if not all(self.callee.parameters.recipes):
            return None
        found = self._own_inputs() or self._recorded_calls()
        found = found or self._searched(MOST_LISTED, LISTED_SECONDS)
        if found is None and (self.guide.lacks() or len(self.pair.tried) < FEW):
            self._read_project()
        found = found or self._grown()
        if found is None and self.guide.lacks():
            found = self._through()
        if found is None and self._learns():
            found = self._searched(MOST_LEARNT, LEARNT_SECONDS)
        return found or self._in_a_row() or self._often_lacking()

    def _often_lacking(self) -> dict[str, Any] | None:
        """The difference that only the new version fails, if it does so for much of what the old
        one takes: then it is not the values that are wrong.
        """
        lacking, first = self.pair.lacking, self.pair.first_lacking
        if first is None or lacking * OFTEN < len(self.pair.tried):
            return None
        return self.pair.described(Difference(first.case, first.given, first.first, ""))

    def _within(self, seconds: float) -> float:
        """When a part of the trials ends."""
        return min(spent() + seconds, self._end)

    def _searched(self, most: int, seconds: float) -> dict[str, Any] | None:
        """Try what is listed for the parameters, until so many were tried, or so long."""
        choices = Choices(self.callee.parameters)
        share = OF_METHODS if self.subjects[0].takes == "self" else 1.0
        most = len(self.pair.tried) + int(most * share)
        end = self._within(seconds * share)
        found = None
        while found is None and len(self.pair.tried) < most and spent() < end:
            slow = (
                self._quick_run(choices, most)
                if self._quick and self.is_quick_allowed
                else next(choices, None)
            )
            if slow is None:
                return None
            found = self._slow_trial(slow, choices)
        return found

    def _grown(self) -> dict[str, Any] | None:
        """Try inputs grown from what is declared and evident, and variations of those that went
        where none went before.
        """
        self.corpus = Corpus(
            Growing.of(self.grower, self.subjects[0], self.callee, self.shapes, self.kinds)
        )
        fresh = Fresh(self.corpus, self._within(GROWN_SECONDS), self.guide.lacks)
        self.guide.anew()
        while True:
            first = next(fresh, None)
            grown = self._quick_grown(first, fresh) if self._quick else first
            if grown is None:
                return None
            case, answers = grown.case(), self.pair.answers()
            found = self._attempt(case, answers)
            if found is not None:
                return self._simplest(grown, found)
            if self.guide.is_new(answers) and not case.stands:
                fresh.keep(grown)
            else:
                self.corpus.failed(grown, self.guide.gates)

    def _quick_grown(self, grown: Grown | None, fresh: Fresh) -> Grown | None:
        """Try plain inputs one after the other; return the first that needs the slow way."""
        before, after = self.guide.functions
        kinds = set(self.callee.parameters.kinds)
        is_plain = inspect.Parameter.KEYWORD_ONLY not in kinds
        try:
            with quick.lane() as output:
                while grown is not None and is_plain and self.is_quick_allowed:
                    row = [t.recipe for t in grown.calls[0][1]]
                    if not all(r.is_plain for r in row):
                        return grown
                    arguments = tuple([r.value for r in row])
                    self.guide.start()
                    outcome = quick.outcome(before, arguments)
                    if (
                        outcome is None
                        or outcome != quick.outcome(after, arguments)
                        or output.tell()
                        or SCRATCH.touched
                    ):
                        return grown
                    self.pair.tried.append(Tried(None, arguments, {}, None, outcome))
                    if self.guide.grew():
                        fresh.keep(grown)
                    else:
                        self.corpus.failed(grown, self.guide.gates)
                    grown = next(fresh, None)
        except TooLong:
            return grown
        return grown

    def _attempt(self, case: Case, answers: Answers) -> Difference | None:
        self.guide.start(stands=bool(case.stands))
        return self.pair.attempt(case, answers)

    def _simplest(self, grown: Grown, found: Difference) -> dict[str, Any]:
        best = self.pair.shrunk(found, lambda shows: grown.simplify(shows, MOST_SHRINKS))
        return self.pair.described(best)

    def _in_a_row(self) -> dict[str, Any] | None:
        """Try calls one after the other, where one could leave something for the next."""
        keeps = not self._quick or self.subjects[0].takes == "self" or _keeps(self.subjects)
        if not keeps:
            return None
        growing = self.corpus.growing
        found_others = [g for n in self._other_methods() if (g := self._other(n)) is not None]
        others = [self._explored(g, len(found_others)) for g in found_others]
        sequences = Sequences(self.corpus, others, self._changing())
        end = self._within(IN_A_ROW_SECONDS)
        for number in range(MOST_IN_A_ROW):
            if spent() > end or (number > ENOUGH_IN_A_ROW and not self.guide.lacks()):
                break
            grown = sequences.next()
            answers = self.pair.answers()
            found = self._attempt(grown.case(), answers)
            if found is not None and not self._parts_before(grown):
                return self._simplest(grown, found)
            if found is None and self.guide.is_new(answers):
                sequences.keep(grown)
            else:
                sequences.failed(grown, self.guide.gates)
        return None

    def _explored(self, growing: Growing, many: int) -> Corpus:
        """Inputs of another method that take it on various ways: what it leaves behind may be what
        the one in question is about.
        """
        corpus = Corpus(growing)
        end = self._within(OTHERS_SECONDS / many)
        idle = 0
        most = MOST_IDLE if self.guide.lacks() else MOST_IDLE // 5
        while idle < most and spent() < end:
            grown, answers = corpus.next(), self.pair.answers()
            case = grown.case()
            self.guide.start(stands=bool(case.stands))
            idle += 1
            seen = quietly(self.guide.versions[0], case, answers)
            if seen is not None:
                corpus.gave(seen.value)
                if self.guide.is_new(answers):
                    corpus.keep(grown)
                    idle = 0
        return corpus

    def _through(self) -> dict[str, Any] | None:
        """Try the function by what calls it, where inputs of its own show little."""
        self._went_through = True
        if self.request.get("sampling"):  # what is kept are calls of the function itself
            return None
        found = (self._other(n, of_all=True) for n in self.ways.entrances())
        ways = list(islice((g for g in found if g is not None), MOST_ENTRANCES))
        if not ways:
            return None
        begun, before = spent(), self.guide.taken()
        ends = begun + THROUGH_SECONDS * self._seconds / SEARCH_SECONDS
        for number, growing in enumerate(ways):
            corpus = Corpus(growing)
            end = spent() + (ends - spent()) / (len(ways) - number)
            fresh = Fresh(corpus, end, self.guide.lacks)
            self.guide.anew()
            for count, grown in enumerate(fresh):
                if count == MOST_ASTRAY and not self.guide.came():
                    break
                answers = self.pair.answers()
                difference = self._attempt(grown.case(), answers)
                if difference is not None:
                    return self._simplest(grown, difference)
                if self.guide.is_new(answers):
                    fresh.keep(grown)
                else:
                    corpus.failed(grown, self.guide.gates)
        self.guide.add(before)
        self._end += spent() - begun  # the others have as long as without it
        return None

    def _parts_before(self, grown: Grown) -> bool:
        """Whether another function, called before, is what differs."""
        calls = grown.case().calls[:-1]
        if all(callee is self.callee for callee, _ in calls):
            return False
        return self.pair.attempt(Case(calls), self.pair.answers()) is not None

    def _other_methods(self) -> list[str]:
        """Methods beside the one in question that both versions have, those first that change the
        object, and of these those that are the same in both.
        """
        owner = self.name.rpartition(".")[0]
        if not owner:
            return []
        old, new = (
            {f.name: f.node for f in functions_of(m) if f.name.rpartition(".")[0] == owner}
            for m in self.modules
        )
        found = [
            n
            for n, node in old.items()
            if n != self.name
            and not n.rpartition(".")[2].startswith("__")
            and n in new
            and ast.dump(_arguments(node)) == ast.dump(_arguments(new[n]))
        ]
        acting = self._changing()
        known = {n: (n not in acting, ast.dump(old[n]) != ast.dump(new[n])) for n in found}
        return sorted(found, key=known.__getitem__)[:MOST_OTHERS]

    def _changing(self) -> frozenset[str]:
        """Those that leave their object in another state."""
        owner = self.name.rpartition(".")[0]
        prefix = f"{owner}."
        nodes = {f.name: f.node for m in self.modules for f in functions_of(m)}
        own = {n.removeprefix(prefix): f for n, f in nodes.items() if n.startswith(prefix)}
        return frozenset(prefix + n for n in changing(own)) if owner else frozenset()

    def _other(self, name: str, *, of_all: bool = False) -> Growing | None:
        """How the parameters of another function are grown; of a method, unless of all."""
        try:
            subject = self.versions[0].subject(name)
            around = with_callees(subject.function, self.project)
            shapes = shapes_of(self.modules, name, around, self.kinds.enums)
            callee = self._callee(name, shapes, _MOST_OF_OTHERS)
            called = with_callees(subject.function, self.project, methods=True)
            grower = self._grower(name, called)
        except (CannotCall, StopIteration, ValueError, TypeError):
            return None
        if not all(callee.parameters.recipes):
            return None
        if subject.takes != self.subjects[0].takes and not of_all:
            return None
        return Growing.of(grower, subject, callee, shapes, self.kinds, is_through=of_all)

    def _grower(self, name: str, around: Sequence[ast.AST]) -> Grower:
        """What draws values for another function: it speaks of other constants."""
        nodes = [_node(text, name) for text in self.texts]
        suggested = suggestions(*nodes, *around, modules=self.modules)
        pool = pool_of([*nodes, *around], self.modules)
        made = Grower(pool, {**self.suggested, **suggested}, name)
        made.known, made.met = self.grower.known, self.guide.met
        self._told_of_objects(made)
        made.patterns = patterns_of(self.versions[0].side.module, nodes[:1])
        return made

    def _told_of_objects(self, grower: Grower) -> None:
        """Tell what draws values how objects of the project are made ready."""
        grower.filled, grower.driving = self.kinds.filled, self.kinds.driving
        grower.factories = self.kinds.factories

    def _learns(self) -> bool:
        """Draw plain values anew, with what stand-ins were compared with: the value that a bound
        was worked out to be stands in no text.
        """
        if not self.pair.learnt:
            return False
        for name, values in self.pair.learnt.items():
            known = self.suggested.setdefault(name, [])
            near = [n for v in sorted(values, key=repr) for n in _near(v)]
            known += [
                v for v in near if not any(v is k or (type(v) is type(k) and v == k) for k in known)
            ]
        self.callee = self._callee(self.name, self.shapes)
        self._values = self._plain_values()
        return True

    def _read_project(self) -> None:
        """Draw from what the project itself passes, where inputs of our own go nowhere: texts of
        a grammar are seldom met by chance.
        """
        passed = Passed(takers_of(self.versions[0].side.module, self.modules[0]))
        passed.read(self.modules[0])
        for tree in project_trees(self.paths[0], self.request["roots"], passed.takers):
            passed.read(tree)
        for name, values in passed.values.items():
            known = self.suggested.setdefault(name, [])
            known += [v for v in values if all(type(k) is not type(v) or k != v for k in known)]

    def _plain_values(self) -> list[list[Any]]:
        recipes = self.callee.parameters.recipes
        return [[r.value if r.is_plain else _NOT_PLAIN for r in c] for c in recipes]

    def _quick_run(self, choices: Choices, most: int) -> Choice | None:
        """Try plain inputs one after the other; return the first that needs the slow way."""
        before, after = self.guide.functions
        run = quick.outcome
        tried = self.pair.tried
        choice: Choice | None = None
        try:
            with quick.lane() as output:
                for choice in choices:
                    arguments = tuple([c[i] for c, i in zip(self._values, choice[0], strict=True)])
                    if _NOT_PLAIN in arguments:
                        return choice
                    outcome = run(before, arguments)
                    if outcome is None or outcome != run(after, arguments) or output.tell():
                        return choice
                    tried.append(Tried(None, arguments, {}, None, outcome))
                    if self.guide.grew():
                        choices.vary(choice[0], {})
                    if len(tried) >= most:
                        return None
        except TooLong:
            return choice
        return None

    def _slow_trial(self, choice: Choice, choices: Choices) -> dict[str, Any] | None:
        case = self._case(choice[0])
        answers = self.pair.answers(choice[1])
        found = self._attempt(case, answers)
        if found is not None:
            best = self.pair.shrunk(found, lambda shows: self._simplify(case, shows))
            return self.pair.described(best)
        if self.guide.is_new(answers):
            choices.vary(choice[0], answers.given(), answers.alternatives())
        return None

    def _case(self, choice: Row) -> Case:
        row = tuple(c[i] for c, i in zip(self.callee.parameters.recipes, choice, strict=True))
        return Case(((self.callee, row),))

    def _simplify(self, case: Case, shows: Callable[[Case], bool]) -> None:
        """Try simpler arguments of those listed, one place after the other."""
        row, budget = case.calls[0][1], MOST_SHRINKS
        for position, recipes in enumerate(self.callee.parameters.recipes):
            for simpler in sorted((r for r in recipes if not r.stands), key=_plainness):
                budget -= 1
                if _plainness(simpler) >= _plainness(row[position]) or budget < 0:
                    break
                trial = (*row[:position], simpler, *row[position + 1 :])
                if shows(Case(((self.callee, trial),))):
                    row = trial
                    break

    def _own_inputs(self) -> dict[str, Any] | None:
        """Try what the user's own generator yields; each side gets objects of its own."""
        if not self.request["inputs"]:
            return None
        names: dict[str, Any] = {}
        try:
            exec(compile(self.request["inputs"], "<inputs>", "exec"), names)
            made = names["inputs"](self.versions[0].side.module, self.name)
            count = sum(1 for _ in islice(made, MOST_LISTED))
        except Exception as error:
            raise BadInputs(
                f"the file with inputs fails: {type(error).__name__}: {error}"
            ) from error
        length = len(self.callee.parameters.names)
        rows = (own_row(names["inputs"], self.name, n, length) for n in range(count))
        return next((f for row in rows if (f := self._given(row)) is not None), None)

    def _recorded_calls(self) -> dict[str, Any] | None:
        """Try the calls that the project's tests made."""
        kinds = self.callee.parameters.kinds
        given = [k is not inspect.Parameter.VAR_POSITIONAL for k in kinds]
        side = self.versions[0].side
        end = self._within(RECORDED_SECONDS)
        for number, call in enumerate(self.request["calls"]):
            if spent() > end:
                break
            try:
                modules = self.request["call_modules"]
                written = bool(self.request.get("sampling"))
                row = recorded_row(call, number, modules, given, side, is_written=written)
            except Exception:
                continue  # its classes cannot be found here
            found = self._given(row)
            if found is not None:
                return found
            self.recorded += 1
        return None

    def _given(self, row: tuple[Recipe, ...]) -> dict[str, Any] | None:
        """Try an input that somebody gave."""
        case, answers = Case(((self.callee, row),)), self.pair.answers()
        found = self._attempt(case, answers)
        if found is not None:
            best = self.pair.shrunk(found, lambda shows: self._simplify(case, shows))
            return self.pair.described(best)
        self.guide.is_new(answers)
        return None

    def _damaged(self, tree: ast.Module, which: int) -> Version:
        """A version with a fault in it.

        Raises:
            CannotLoad: it cannot be loaded.
            CannotCall: the function is not there any more.
        """
        version = Version(self.load(tree, self.paths[which]))
        made_by_kind(self.versions[0], version, self.modules)
        version.subject(self.name)
        return version

    def fitted(self, which: int) -> tuple[Version, Seen, list[Branch]]:
        """One version whose subject notes its branches, and when it comes to where the versions
        part.
        """
        parted = self.request["parted"][which]
        others = self._other_methods()
        tree, branches, is_own = fitted(self.texts[which], self.name, parted, others)
        seen = Seen()
        seen.own, seen.arrived, seen.is_here = len(branches), not is_own, is_own
        version = Version(self.load(tree, self.paths[which], **{MARK: seen}))
        return version, seen, branches


def _closed() -> dict[str, Any] | None:
    """What rests on nobody asking for the class of what is made by kind."""
    for kind, base in STOOD.items():
        texts = {"before": f"is {base.__name__!r}", "after": f"is {kind.__name__!r}"}
        return {"stands": "closed-kinds", "lines": ["type(made).__name__"], "said": {}, **texts}
    return None


def _annotated(modules: Sequence[ast.Module]) -> dict[str, frozenset[str]]:
    """For each function the names that all modules annotate in it."""
    found: list[dict[str, frozenset[str]]] = []
    for module in modules:
        found.append({f.name: frozenset(_annotations(f.node)) for f in functions_of(module)})
    return {n: names & found[1].get(n, frozenset()) for n, names in found[0].items()}


def _annotations(node: ast.AST) -> Iterator[str]:
    arguments = _arguments(node)
    every = [*arguments.posonlyargs, *arguments.args, *arguments.kwonlyargs]
    every += [a for a in (arguments.vararg, arguments.kwarg) if a is not None]
    yield from (a.arg for a in every if a.annotation is not None)
    if getattr(node, "returns", None) is not None:
        yield "return"


def _keeps(subjects: Iterable[Subject]) -> bool:
    """Whether a function itself may keep something from one call to the next."""
    for subject in subjects:
        function = subject.function
        if not inspect.isfunction(function) or function.__closure__:
            return True
        defaults = (*(function.__defaults__ or ()), *(function.__kwdefaults__ or {}).values())
        if any(isinstance(d, list | dict | set) for d in defaults):
            return True
    return False


def _near(value: Any) -> list[Any]:
    """A value that something was compared with, and its neighbours."""
    return [value, value - 1, value + 1] if type(value) in (int, float) else [value]


def _plainness(recipe: Recipe) -> tuple[bool, bool, int]:
    """What is simpler to read: no probe, then shorter."""
    return ("Probe(" in recipe.text, recipe.text == "", len(recipe.text))


def _arguments(node: ast.AST) -> ast.arguments:
    """The parameters of a function."""
    assert isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef)
    return node.args


def _node(text: str, name: str) -> ast.AST:
    return next(f.node for f in functions_of(ast.parse(text)) if f.name == name)
