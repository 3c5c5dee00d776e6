"""The verdict on two versions: proof first, trials where it does not reach."""

from __future__ import annotations

import ast
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

from ...errors import DreckError, TargetError
from ...outline import Function
from .compare import compare
from ..world.context import Context, context_of
from ..world.declared import Declarations
from ..world.classes import acting_attributes, plain_classes
from ..world.inherited import has_of_its_own
from ..world.foreign import with_foreign
from ..world.splits import SplitClass, split_classes_of
from ..world.dispatchers import dispatching_nodes
from ..world.private_names import as_meant
from ..world.names import attributes_asked
from ..world.values import enums_of
from ..world.around import Names
from .explain import DecisionTable, explain
from .broken import broken
from ..world.neutral import neutral_data_of
from ..versions.class_constants import read_class_constants
from ..versions.in_place import read_in_place
from ..versions.kept_private import called_otherwise, other_name, used_beside
from ..versions.new_bases import without_new_bases
from ..versions.picked_in_place import with_factories
from ..versions.options import Options, without_options
from ..lowering.functions import flavour_of
from ..walk.prove import Proved, Unproved
from ..world.quiet import (
    looks_at_classes,
    looks_at_itself,
    looks_up_by_text,
    made_up_names,
    names_asked_of_modules,
)
from ..world.scope import scope_of
from ..world.loading import defined_in_time, names_inside
from ..trials.answers import ELSE
from ..trials.runner import STATE, ProcessRunner, Request, Runner
from ..trials.script import call_text, script_of
from .verdict import (
    Assumption,
    AssumptionKind,
    Counterexample,
    Coverage,
    SubjectVerdict,
    Trials,
    Verdict,
    Vouching,
)
from ..walk.patience import MOST_TOGETHER
from ..versions.differences import differences
from ..versions.heads import hints_in_time, reader_of_hints
from ..versions.new_classes import is_new_class
from ..versions.reach import reached_from
from ..versions.vanished import vanished
from ..versions.version import MODULE, Version, module_name

# Parameters that a message names.
_NAMED = 4
# What a comparison takes that only says in one proof what many steps have shown.
_FEW_STEPS = 6_000


@dataclass(frozen=True, slots=True)
class Judge:
    """How strict the judge is, and whether it may run the code.

    Attributes:
        strict: allow no assumption.
        runner: carries out trials; None never runs anything.
        looks_around: also try functions that did not change where code outside functions did.
        most: how many steps a comparison of two functions may take.
    """

    strict: bool = False
    runner: Runner | None = ProcessRunner()
    looks_around: bool = True
    most: int = MOST_TOGETHER

    def without_trials(self) -> Judge:
        """The same judge, which proves and runs nothing."""
        return replace(self, runner=None)

    def at_a_glance(self) -> Judge:
        """The same judge, which runs nothing and soon gives up: where nothing hangs on it."""
        return replace(self, runner=None, most=_FEW_STEPS)

    def vouch(self, before: Version, after: Version, subject: str | None = None) -> Vouching:
        """Compare all functions that differ, or one and what it reaches.

        Raises:
            TargetError: no function of that name is in both versions.
        """
        try:
            found = self._vouch(before, after, subject)
            return found if subject else self._through_callers(found, before, after)
        except (DreckError, SyntaxError):
            raise
        except Exception as error:
            return Vouching((SubjectVerdict(MODULE, Verdict.UNDECIDED, broken(error)),))

    def _vouch(self, before: Version, after: Version, subject: str | None) -> Vouching:
        written, after = after, with_factories(before, after)
        based = without_new_bases(before, after)
        options = without_options(before, based.version)
        after = options.version
        found = differences(before, after)
        splits = split_classes_of(after.tree, before.tree)
        wanted = list(dict.fromkeys([*found.changed, *_methods_of_kinds(splits), *options.names]))
        # What only one version has is told as added or removed.
        wanted = [n for n in wanted if n in before.functions and n in after.functions]
        if subject is not None:
            self._check_subject(subject, before, after)
            known = [n for n in wanted if n in before.functions and n in after.functions]
            reached = reached_from(subject, before, known) | reached_from(subject, after, known)
            wanted = [subject, *(n for n in wanted if n in reached and n != subject)]
        verdicts = [
            self._with_options(self.function(before, after, name), options, before)
            for name in wanted
        ]
        verdicts += [_out_of_time(n) for n in found.changed if not _hints_fit(before, after, n)]
        verdicts += [_hints_read(n, r) for n in found.changed if (r := _reader(before, after, n))]
        if found.frame:
            why = f"code outside functions differs: {found.frame}"
            verdicts.append(SubjectVerdict(MODULE, Verdict.UNDECIDED, why))
        if found.frame or any(v.why == _OUT_OF_TIME for v in verdicts):
            verdicts += self._loaded(before, after)
        is_known = any(v.verdict is Verdict.DIFFERS for v in verdicts)
        open_ = {v.subject for v in verdicts if v.verdict is Verdict.UNDECIDED and not v.trials}
        lost = set(vanished(before, after)[0]) - set(before.functions)
        if self.looks_around and self.runner is not None and not is_known and (open_ or lost):
            tried = {v.subject for v in verdicts if v.trials is not None} - open_
            shown = self._around(before, after, tried, subject)
            # A proof holds for what a function does with what is around it, not for that.
            told = {v.subject for v in shown}
            verdicts = [v for v in verdicts if v.subject not in told or v.subject == MODULE]
            verdicts += shown
        apart = {f"{owner.name}." for s in splits.values() for _, owner in s.kinds}
        public, private = vanished(before, after)
        lonely = [n for n in (*found.added, *found.removed) if n not in public]
        own = [n for n in lonely if n.rpartition(".")[0] + "." not in apart]
        verdicts += [
            v for n in own if (v := _lonely(n, before, after, strict=self.strict)) is not None
        ]
        verdicts += [
            _based(base, kinds, strict=self.strict) for base, kinds in based.classes.items()
        ]
        verdicts += [
            _neutral(a, c, strict=self.strict)
            for a, kinds in neutral_data_of(after.tree, before.tree).items()
            for c, _ in kinds
        ]
        gone = list(dict.fromkeys([*found.removed, *private]))
        verdicts += _seen_by_itself(found.added, gone, before, after)
        told = {v.subject for v in verdicts}
        verdicts += [_gone(n) for n in public if n not in told]
        added = [n for n in found.added if n in written.functions]
        return Vouching(tuple(verdicts), tuple(_notes(added, private)))

    def _through_callers(self, found: Vouching, before: Version, after: Version) -> Vouching:
        """The verdict where only private functions differ: that of all that calls them."""
        apart = [v for v in found.subjects if v.verdict is Verdict.DIFFERS]
        names = [v.subject for v in apart if v.counterexample is not None]
        if not apart or len(names) < len(apart):
            return found
        other = called_otherwise(before, after, names)
        if other is None or used_beside(before, after, names):
            return found
        again = self._vouch(before, other, None)
        if not again.verdict.same or not all(map(_is_certain, again.subjects)):
            return found
        words = {n.rpartition(".")[2]: n for n in names}
        back = {other_name(word, before, after): word for word in words}
        told = [
            f"{v.subject} differs by itself ({v.counterexample.call}: {v.counterexample.before},"
            f" now {v.counterexample.after}); it is private, and all that calls it does the same"
            for v in apart
            if v.counterexample is not None
        ]
        notes = [n for n in found.notes if n.split(" ", 1)[0] not in names]
        return Vouching(tuple(_called_back(v, back) for v in again.subjects), (*told, *notes))

    def _with_options(
        self, verdict: SubjectVerdict, options: Options, before: Version
    ) -> SubjectVerdict:
        """A verdict on a function that can be given constants of the module now, which must not be
        set again.
        """
        known = [n for n in options.names.get(verdict.subject, ()) if n in before.names.bound]
        if not known or verdict.verdict not in (Verdict.PROVED, Verdict.PROVED_UNDER):
            return verdict
        if self.strict:
            why = f"{', '.join(known)} is read when the function is defined, no longer when it is called; no assumption is allowed"
            return SubjectVerdict(verdict.subject, Verdict.UNDECIDED, why)
        added = [a for a in map(Assumption.about_name, known) if a not in verdict.assumptions]
        count = len(verdict.assumptions) + len(added)
        why = f"every path matches, given {count} assumption{'s' if count > 1 else ''}"
        return replace(
            verdict,
            verdict=Verdict.PROVED_UNDER,
            why=why,
            assumptions=(*verdict.assumptions, *added),
        )

    def vouch_files(self, pairs: Sequence[tuple[Version, Version]]) -> Vouching:
        """Compare several modules of a project that change together; each may use the others' new
        functions.
        """
        found = [self.vouch_beside(pair, [p for p in pairs if p is not pair]) for pair in pairs]
        return Vouching(
            tuple(s for v in found for s in v.subjects), tuple(n for v in found for n in v.notes)
        )

    def vouch_beside(
        self, pair: tuple[Version, Version], beside: Sequence[tuple[Version, Version]]
    ) -> Vouching:
        """Compare one module, while others of its project change too.

        Args:
            pair: the module.
            beside: the others; it may use their new functions.
        """
        before, after = pair
        others = [{module_name(b.path)[0]: (b, a)[i] for b, a in beside} for i in range(2)]
        return self.vouch(replace(before, others=others[0]), replace(after, others=others[1]))

    @staticmethod
    def _check_subject(subject: str, before: Version, after: Version) -> None:
        for version in (before, after):
            if subject not in version.functions:
                names = ", ".join(list(version.functions)[:6]) or "none"
                raise TargetError(f"{version.path}: has no function {subject!r}; it has {names}")

    def explain(
        self, before: Version, after: Version, subject: str | None = None
    ) -> list[DecisionTable | str]:
        """The decision tables of all functions that differ, or of one; a sentence where there is
        none.
        """
        if subject is not None:
            self._check_subject(subject, before, after)
        after = without_options(
            before, without_new_bases(before, with_factories(before, after)).version
        ).version
        names = [subject] if subject else differences(before, after).changed
        before, after = read_class_constants(*read_in_place(before, after))
        tables = []
        for name in names:
            old, new = before.functions[name], after.functions[name]
            around, contexts = _surroundings(before, after, old, new)
            tables.append(
                explain(
                    name,
                    as_meant(before.tree, old.node),
                    as_meant(after.tree, new.node),
                    around,
                    contexts,
                    strict=self.strict,
                )
            )
        return tables

    def function(self, before: Version, after: Version, name: str) -> SubjectVerdict:
        """Compare one function of two versions."""
        found = self._proof(before, after, name)
        if isinstance(found, Proved):
            return proved(name, found)
        if self.runner is None:
            helps = (
                "trials, which may run the code" if not self.strict else "assumptions, or trials"
            )
            return SubjectVerdict(
                name, Verdict.UNDECIDED, f"not proved: {found.why}; nothing was run", helps=helps
            )
        return self._tried(before, after, name, found)

    def _proof(self, before: Version, after: Version, name: str) -> Proved | Unproved:
        """What the prover says; whatever goes wrong inside it is no proof, and says where."""
        old, new = before.functions[name], after.functions[name]
        try:
            kinds = flavour_of(old.node), flavour_of(new.node)
            if kinds[0] != kinds[1]:
                why = f"one is a {kinds[0]}, the other a {kinds[1]}"
                return Unproved(why, old.node.lineno, new.node.lineno)
            before, after = read_class_constants(*read_in_place(before, after))
            old, new = before.functions[name], after.functions[name]
            names, contexts = _surroundings(before, after, old, new)
            nodes = as_meant(before.tree, old.node), as_meant(after.tree, new.node)
            return compare(*nodes, names, strict=self.strict, contexts=contexts, most=self.most)
        except Exception as error:
            return Unproved(broken(error), old.node.lineno, new.node.lineno)

    def _loaded(self, before: Version, after: Version) -> list[SubjectVerdict]:
        """A difference where the old version can be imported and the new one cannot."""
        if self.runner is None or before.path == after.path:
            return []
        request = _request(before, after, _NOTHING, {}, (0, 0))
        found = self.runner.run(request)
        failed = f"importing {after.path} raises "
        if found["outcome"] != "cannot load" or not found["why"].startswith(failed):
            return []
        raised = found["why"].removeprefix(failed)
        why = "the old version can be imported, the new one cannot"
        script = f"import runpy\n\nrunpy.run_path({str(before.path)!r})\nrunpy.run_path({str(after.path)!r})\n"
        shown = Counterexample(
            f"import {request.module}", (), "is imported", f"raises {raised}", script
        )
        return [SubjectVerdict(MODULE, Verdict.DIFFERS, why, counterexample=shown)]

    def _around(
        self, before: Version, after: Version, tried: set[str], subject: str | None
    ) -> list[SubjectVerdict]:
        """What differs though no function of that name does: what the modules hold when they are
        imported, and functions that did not change themselves, or are proved to do the same with
        what is around them; or only the one asked about.
        """
        assert self.runner is not None
        nested = {n for n in before.functions if n.count(".") > 1 or "#" in n}
        names = [n for n in before.functions if n in after.functions and n not in nested]
        if subject is None:
            names = [n for n in names if not n.rpartition(".")[2].startswith("_")]
        else:
            names = [subject] if subject in names else []
        for name in [n for n in names if n not in tried][:_MOST_AROUND]:
            request = _request(before, after, name, {}, (0, 0))
            found = self.runner.run(request)
            if found["outcome"] == "differs":
                shown = _from_trials(request, found, "")
                return [replace(shown, why="one input shows a difference; code around it changed")]
        request = _request(before, after, STATE, {}, (0, 0))
        found = self.runner.run(request)
        if found["outcome"] == "differs":
            why = "what the module holds when it is imported differs"
            return [replace(_from_trials(request, found, ""), subject=MODULE, why=why)]
        return []

    def _tried(
        self, before: Version, after: Version, name: str, unproved: Unproved
    ) -> SubjectVerdict:
        assert self.runner is not None
        lines = unproved.line_before, unproved.line_after
        request = _request(before, after, name, unproved.aim, lines)
        verdict = _from_trials(request, self.runner.run(request), unproved.why)
        if self.strict and verdict.verdict is Verdict.TESTED and verdict.assumptions:
            (assumed,) = verdict.assumptions
            why = f"{assumed.breaks}; no assumption is allowed; not proved: {unproved.why}"
            verdict = replace(verdict, verdict=Verdict.UNDECIDED, why=why, assumptions=())
        return (
            replace(verdict, helps=_helps(verdict, before.functions[name]))
            if verdict.verdict is Verdict.UNDECIDED
            else verdict
        )


# A function that no module has: asking for it only imports both versions.
_NOTHING = "<nothing>"
# Functions that did not change themselves and are tried where code around them did.
_MOST_AROUND = 10


def _request(
    before: Version, after: Version, name: str, aim: Mapping[str, Any], lines: tuple[int, int]
) -> Request:
    """What the trial process is asked about one function."""
    module, root = module_name(before.path)
    roots = dict.fromkeys((root, module_name(after.path)[1]))
    paths = (str(before.path), str(after.path))
    return Request(paths, (before.text, after.text), module, tuple(roots), name, aim, lines)


def proved(name: str, found: Proved) -> SubjectVerdict:
    """The verdict of a successful proof."""
    if not found.assumptions:
        return SubjectVerdict(
            name, Verdict.PROVED, f"every path matches ({found.steps} steps compared)"
        )
    count = len(found.assumptions)
    why = f"every path matches, given {count} assumption{'s' if count > 1 else ''} ({found.steps} steps compared)"
    return SubjectVerdict(name, Verdict.PROVED_UNDER, why, found.assumptions)


def _from_trials(request: Request, found: dict[str, Any], unproved: str) -> SubjectVerdict:
    if found["outcome"] == "differs":
        where = tuple(
            f"{question} is {answer}"
            for question, answer in found["said"].items()
            if answer != ELSE
        )
        call, script = call_text(found), script_of(request, found)
        shown = Counterexample(call, where, found["before"], found["after"], script)
        why = f"one input shows a difference; the proof stopped where {unproved}"
        return SubjectVerdict(request.subject, Verdict.DIFFERS, why, counterexample=shown)
    if found["outcome"] != "same":
        why = f"not proved: {unproved}; not tried: {found['why']}"
        problem = found["why"] if found["outcome"] == "cannot load" else ""
        return SubjectVerdict(request.subject, Verdict.UNDECIDED, why, problem=problem)
    trials = Trials(
        found["count"],
        _coverage(found["before"]),
        _coverage(found["after"]),
        found["planted"],
        found["caught"],
        tuple(found["faults_missed"]),
        found["recorded"],
    )
    if not all(found["arrived"]):
        which = found["arrived"].index(False)
        place = f"line {request.parted[which]} of the {('old', 'new')[which]} version, where the two part"
        why = f"no difference in {trials.count} trials, but none of them came to {place}; not proved: {unproved}"
        return SubjectVerdict(request.subject, Verdict.UNDECIDED, why, trials=trials)
    verdict = _weighed(request.subject, trials, *found.get("conditions", (0, 0)))
    assumed = found.get("assumed")
    assumptions = () if assumed is None else (_assumed(request.subject, assumed),)
    if assumptions and not found.get("plainly", True) and verdict.verdict is Verdict.TESTED:
        why = f"only stand-ins came to where the two part, and they make a difference there; not proved: {unproved}"
        return SubjectVerdict(request.subject, Verdict.UNDECIDED, why, assumptions, trials)
    return replace(verdict, why=f"{verdict.why}; not proved: {unproved}", assumptions=assumptions)


def _assumed(subject: str, found: dict[str, Any]) -> Assumption:
    """What the versions must be taken for the same under: a value no program has, or one of another
    kind than the code evidently takes, parts them.
    """
    where = [
        f"{question} is {answer}" for question, answer in found["said"].items() if answer != ELSE
    ]
    call = call_text(found)
    breaks = f"{call}{' where ' + ', '.join(where) if where else ''}: before it {found['before']}, after it {found['after']}"
    return Assumption(AssumptionKind(found["stands"]), subject, breaks)


def _helps(verdict: SubjectVerdict, function: Function) -> str:
    """What would help to decide about a function that neither a proof nor trials could."""
    if verdict.problem:
        return "an environment in which the module can be imported"
    arguments = function.node.args
    plain = [
        a.arg
        for a in (*arguments.posonlyargs, *arguments.args, *arguments.kwonlyargs)
        if a.annotation is None
    ]
    bare = [n for n in plain if n not in ("self", "cls")]
    hints = [f"annotations of {', '.join(bare[:_NAMED])}"] if bare else []
    return (
        ", ".join([*hints, "inputs of your own (--inputs FILE.py)"])
        + ", or tests that call it (--calls-of TESTS)"
    )


def _weighed(subject: str, trials: Trials, in_conditions: int, noticed: int) -> SubjectVerdict:
    """Trials that reached too little are no evidence, nor are those that notice few of the faults
    planted in conditions, however many others they notice.
    """
    reached = min(
        trials.branches_before,
        trials.branches_after,
        key=lambda c: (c.reached / max(c.total, 1) if c.total else 1, -c.total),
    )
    if reached.total and reached.reached * 2 < reached.total:
        why = f"{trials.count} trials reached only {reached.reached} of {reached.total} branches"
        return SubjectVerdict(subject, Verdict.UNDECIDED, why, trials=trials)
    if trials.faults_planted and trials.faults_caught * 2 < trials.faults_planted:
        why = f"{trials.count} trials caught only {trials.faults_caught} of {trials.faults_planted} planted faults"
        return SubjectVerdict(subject, Verdict.UNDECIDED, why, trials=trials)
    if not trials.faults_planted and not reached.total and not trials.recorded:
        why = f"no difference in {trials.count} trials, and nothing to measure them by: no branch, and no fault that could be planted"
        return SubjectVerdict(subject, Verdict.UNDECIDED, why, trials=trials)
    if noticed * 2 < in_conditions:
        why = f"{trials.count} trials caught only {noticed} of {in_conditions} planted faults"
        return SubjectVerdict(subject, Verdict.UNDECIDED, f"{why} in conditions", trials=trials)
    if not in_conditions and reached.reached < reached.total:
        why = f"{trials.count} trials reached {reached.reached} of {reached.total} branches, and no fault could be planted in conditions to measure them"
        return SubjectVerdict(subject, Verdict.UNDECIDED, why, trials=trials)
    why = (
        f"no difference in {trials.count} trials{_recorded(trials)}, which reach {reached.reached} of {reached.total} branches "
        f"and catch {trials.faults_caught} of {trials.faults_planted} planted faults"
    )
    return SubjectVerdict(subject, Verdict.TESTED, why, trials=trials)


def _recorded(trials: Trials) -> str:
    return f" ({trials.recorded} of them calls that tests make)" if trials.recorded else ""


def _coverage(found: dict[str, Any]) -> Coverage:
    return Coverage(found["reached"], found["total"], tuple(found["missed"]))


def _surroundings(
    before: Version, after: Version, old: Function, new: Function
) -> tuple[Names, tuple[Context, Context]]:
    """What is known around one function of two versions."""
    names = names_inside((old, new), common_names(before.names, after.names))
    around = {n for f in (*old.around, *new.around) for n in scope_of(f).own}
    fresh = (_only_in(before, after) | _only_in(after, before)) - around
    if looks_at_itself(before.tree) or looks_at_itself(after.tree):
        fresh = frozenset()
    names = replace(
        names, acting=acting_attributes(before.tree) | acting_attributes(after.tree), new=fresh
    )
    theirs = enums_of(after.tree)
    enums = {
        name: members
        for name, members in enums_of(before.tree).items()
        if theirs.get(name) == members
    }
    names = replace(names, enums={n: m for n, m in enums.items() if n not in around})
    classes = {
        n: c
        for n, c in plain_classes(before.tree).items()
        if plain_classes(after.tree).get(n) == c and n not in around
    }
    in_time = names.fixed & defined_in_time(before.tree) & defined_in_time(after.tree)
    names = replace(names, classes=classes, in_time=in_time)
    contexts = (
        context_of(before.tree, after.tree, old, names),
        context_of(after.tree, before.tree, new, names),
    )
    if before.others and not old.around:
        return with_foreign(names, contexts, (before, after), (old.node, new.node))
    return names, contexts


def common_names(a: Names, b: Names) -> Names:
    """What is known of the names around both versions."""
    return Names(
        a.bound & b.bound,
        a.shadowing | b.shadowing,
        a.star or b.star,
        fixed=a.fixed & b.fixed,
        lazy_hints=a.lazy_hints and b.lazy_hints,
        swallowing=a.swallowing or b.swallowing,
        declared=Declarations((*a.declared.trees, *b.declared.trees)),
    )


def _only_in(has: Version, lacks: Version) -> frozenset[str]:
    """Names that one version has in time for all that may need them, and the other knows nothing
    of.
    """
    candidates = defined_in_time(has.tree) - lacks.names.shadowing
    return frozenset(n for n in candidates if not Names().is_builtin(n))


def _methods_of_kinds(splits: Mapping[str, SplitClass]) -> list[str]:
    """Methods of classes of which some kind has a body of its own now."""
    inside = [
        (s.name, m.name)
        for s in splits.values()
        for _, owner in s.kinds
        for m in owner.body
        if isinstance(m, ast.FunctionDef)
    ]
    return [f"{owner}.{name}" for owner, name in inside]


def _hints_fit(before: Version, after: Version, name: str) -> bool:
    """Whether the annotations of a function's new version are known when it is defined, or those of
    the old one were not either.
    """
    old, new = before.functions[name], after.functions[name]
    return bool(new.around) or hints_in_time(new.node, after) or not hints_in_time(old.node, before)


_OUT_OF_TIME = (
    "an annotation of the new version cannot be evaluated when the function is defined, as far as can "
    "be told"
)


def _out_of_time(name: str) -> SubjectVerdict:
    why = _OUT_OF_TIME
    return SubjectVerdict(
        name, Verdict.UNDECIDED, why, helps="the annotation as a text, or the definition further up"
    )


def _reader(before: Version, after: Version, name: str) -> str:
    """What may read the annotations of a function that changed; those of nested ones are compared
    with the function around them.
    """
    return "" if after.functions[name].around else reader_of_hints(before, after, name)


def _hints_read(name: str, reader: str) -> SubjectVerdict:
    why = f"its annotations differ, and `{reader}` may read them"
    return SubjectVerdict(name, Verdict.UNDECIDED, why)


def _neutral(attribute: str, owner: str, *, strict: bool) -> SubjectVerdict:
    """A verdict on a constant of a class whose objects had no such attribute."""
    name, why = f"{owner}.{attribute}", "an attribute that only the new version has"
    if strict:
        return SubjectVerdict(name, Verdict.UNDECIDED, f"{why}; no assumption is allowed")
    breaks = f"code that counts on the AttributeError of a {owner} without {attribute}, or that gave it one from outside"
    return SubjectVerdict(
        name, Verdict.PROVED_UNDER, why, (Assumption(AssumptionKind.NOT_OVERRIDDEN, name, breaks),)
    )


def _based(base: str, kinds: Sequence[str], *, strict: bool) -> SubjectVerdict:
    """A verdict on a base class that several classes have now."""
    why = f"a base class of {', '.join(kinds)} that only the new version has"
    if strict:
        return SubjectVerdict(base, Verdict.UNDECIDED, f"{why}; no assumption is allowed")
    breaks = f"a class elsewhere derived from {kinds[0]} with a metaclass of its own, or code that looks at the bases of {kinds[0]}"
    first = Assumption(AssumptionKind.NOT_OVERRIDDEN, base, breaks)
    return SubjectVerdict(
        base, Verdict.PROVED_UNDER, why, (first, *map(Assumption.about_name, kinds))
    )


def _lonely(name: str, before: Version, after: Version, *, strict: bool) -> SubjectVerdict | None:
    """A verdict on a function that only one version has, unless nothing can notice it."""
    owner, _, last = name.partition("#")[0].rpartition(".")
    has, lacks = (after, before) if name in after.functions else (before, after)
    new_class = next(
        (s for s in has.tree.body if isinstance(s, ast.ClassDef) and s.name == owner), None
    )
    if new_class is not None and is_new_class(new_class, has, lacks):
        return None
    if (
        name in has.functions
        and id(has.functions[name].node) in dispatching_nodes(has.tree)
        and not lacks.mentions(last)
    ):
        return None
    special = last.startswith("__") and last.endswith("__")
    in_texts = looks_up_by_text(lacks.tree) or looks_up_by_text(has.tree)
    known = (
        last in attributes_asked(lacks.tree) if owner else lacks.mentions(last, in_texts=in_texts)
    )
    if special or "#" in name or known:
        which = "after" if has is after else "before"
        why = f"only the {which} version has it, and other code may mean it; Dreck does not follow that yet"
        return SubjectVerdict(name, Verdict.UNDECIDED, why)
    of_enum = (
        owner in enums_of(has.tree) and last not in ("name", "value") and not last.startswith("_")
    )
    if owner and has.inherits(owner) and not of_enum:
        breaks = f"a base class of {owner} that has a {last} of its own"
        assumption = Assumption(AssumptionKind.NOT_OVERRIDDEN, name, breaks)
        base = has_of_its_own(owner, last, lacks)
        if base:
            why = f"only one version has it, and the base class {base} has a {last} of its own"
            return SubjectVerdict(name, Verdict.UNDECIDED, why)
        why = "a method that only one version has"
        if strict:
            return SubjectVerdict(name, Verdict.UNDECIDED, f"{why}; no assumption is allowed")
        return SubjectVerdict(name, Verdict.PROVED_UNDER, why, (assumption,))
    return None


def _gone(name: str) -> SubjectVerdict:
    why = "a public name that the new version lacks; callers outside this module would notice"
    return SubjectVerdict(name, Verdict.UNDECIDED, why)


def _seen_by_itself(
    added: Sequence[str], gone: Sequence[str], before: Version, after: Version
) -> list[SubjectVerdict]:
    """A verdict on names that only one version has, where the module may look at them: it lists its
    own names or the attributes of objects, or asks by a name that it makes up.
    """
    found = []
    for name in (*added, *gone):
        looks = looks_at_classes if "." in name else looks_at_itself
        mirror = looks(before.tree) or looks(after.tree)
        if not mirror and "." in name:
            last = name.partition("#")[0].rpartition(".")[2]
            begins = made_up_names(before.tree) | made_up_names(after.tree)
            # Of names made up out of nothing, only what goes can be missed.
            asked = [b for b in begins if last.startswith(b) and (b or name in gone)]
            mirror = f"a name made up from {asked[0]!r}" if asked else ""
        elif not mirror and name in gone:
            begins = names_asked_of_modules(before.tree) | names_asked_of_modules(after.tree)
            asked = [b for b in begins if name.startswith(b)]
            mirror = f"a name made up from {asked[0]!r}" if asked else ""
        if mirror:
            why = f"only one version has it, and `{mirror}` in this module may see that"
            found.append(SubjectVerdict(name, Verdict.UNDECIDED, why))
    return found


def _is_certain(verdict: SubjectVerdict) -> bool:
    """Whether a function was proved, or tried with nothing left out: a difference is known inside."""
    trials = verdict.trials
    if verdict.verdict is not Verdict.TESTED or trials is None:
        return verdict.verdict.same
    everywhere = all(c.reached == c.total for c in (trials.branches_before, trials.branches_after))
    return everywhere and trials.faults_caught == trials.faults_planted and not verdict.assumptions


def _called_back(verdict: SubjectVerdict, back: Mapping[str, str]) -> SubjectVerdict:
    """A verdict in which what was called otherwise has its own name again."""

    def said(text: str) -> str:
        for new, old in back.items():
            text = text.replace(new, old)
        return text

    assumed = tuple(
        replace(a, about=said(a.about), breaks=said(a.breaks)) for a in verdict.assumptions
    )
    return replace(
        verdict, subject=said(verdict.subject), why=said(verdict.why), assumptions=assumed
    )


def _notes(added: Iterable[str], private: Iterable[str]) -> list[str]:
    notes = [f"{name} is new" for name in added]
    return notes + [f"{name} is gone" for name in private]
