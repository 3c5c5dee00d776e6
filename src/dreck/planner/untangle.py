"""From targets to results: every function of every file in turn."""

from __future__ import annotations

import ast
from collections.abc import Callable, Iterable, Mapping
from dataclasses import replace
from pathlib import Path

from ..errors import DreckError, RunError
from ..judge.face.broken import broken
from ..judge.face.compare import surroundings_of
from ..judge.versions.differences import differences
from ..judge.versions.version import Version
from ..moves.enum_members import plain_enums
from ..outline import functions_of
from ..net.net import Net
from ..source.files import parse
from ..source.lines import split_lines
from ..source.regions import Region, indent_of, region_of
from ..source.targets import Target
from ..taste.cost import cost_of
from .candidates import Broken, line_width, sets_guards_off
from .function_work import FunctionWork, Setting
from .module_work import ModuleWork
from .netted import held
from .project import Project
from .results import Step, Untangled, Untangling
from .settings import Settings

# So often steps inside functions follow on steps beyond them.
_ROUNDS = 2
# A choice of fewer ways is not worth a table.
_LEAST_OF_CHOICE = 3


def untangle_targets(
    targets: Iterable[Target],
    settings: Settings,
    tick: Callable[[Untangled], None] = lambda _: None,
) -> Untangling:
    """Untangle all functions that the targets name; nothing is written.

    Args:
        targets: what to work on; targets in the same file are taken together.
        settings: how.
        tick: called with every finished function.
    """
    functions: list[Untangled] = []
    project = Project()
    problems: list[str] = []
    history: list[tuple[str, Step]] = []
    for path, wanted in _by_file(targets).items():
        if settings.asking is not None and settings.asking.stopped:
            break
        if settings.net is not None:
            settings.net.settle({c.source.path: c.text for c in project.changes})
        try:
            found, failed, taken = _file(path, wanted, settings, tick, project)
            found = [_with_net(f, settings.net) for f in found]
        except RunError:
            raise
        except DreckError as error:
            problems.append(str(error))
            continue
        except Exception as error:  # one file that Dreck cannot take must not end the others' run
            problems.append(f"{path}: {broken(error, 'Dreck')}; nothing is changed there")
            continue
        functions += found
        problems += failed
        history += taken
        problems += dict.fromkeys(
            s.verdict.problem for f in found for s in f.taken_back if s.verdict.problem
        )
    functions = _numbered(functions)
    for number in sorted(settings.take):
        before = functions
        functions, problem = _with_offer(list(functions), number, settings, project)
        problems += problem
        history += _added(before, functions)
    made = Untangling(tuple(functions), tuple(project.changes), tuple(problems), tuple(history))
    return made if settings.net is None else held(made, settings.net)


def _with_net(function: Untangled, net: Net | None) -> Untangled:
    """A function with how well the project's tests hold it."""
    if net is None or net.reach is None:
        return function
    text, _, name = function.target.partition("::")
    untaken = tuple(map(str, net.reach.untaken(Path(text), name)))
    return replace(function, reached_by=len(net.reach.of(Path(text), name)), untaken=untaken)


def _added(before: Iterable[Untangled], after: Iterable[Untangled]) -> list[tuple[str, Step]]:
    """The steps that functions have more than they had."""
    known = {f.target: len(f.steps) for f in before}
    return [(f.target, s) for f in after for s in f.steps[known.get(f.target, 0) :]]


def _numbered(functions: list[Untangled]) -> list[Untangled]:
    """The offers of all functions, counted from 1; what is offered twice is kept once."""
    number = 0
    seen: set[tuple[str, int, str]] = set()
    found = []
    for function in functions:
        offers = []
        for offer in function.offers:
            key = (offer.move, offer.line, offer.why)
            if key not in seen:
                seen.add(key)
                number += 1
                offers.append(replace(offer, number=number))
        found.append(replace(function, offers=tuple(offers)))
    return found


def _with_offer(
    functions: list[Untangled], number: int, settings: Settings, project: Project
) -> tuple[list[Untangled], list[str]]:
    """The functions with one offer taken, and what is wrong with it."""
    for position, function in enumerate(functions):
        offer = next((o for o in function.offers if o.number == number), None)
        if offer is None:
            continue
        text, _, name = offer.target.partition("::")
        path = Path(text)
        width = line_width(split_lines(project.text(path)))
        work = ModuleWork(path, project, width, settings, None)
        taken = work.take(function, name, offer)
        if taken is None:
            return functions, [f"--take {number}: the offer is not there any more"]
        left = tuple(o for o in taken.offers if o.number != number)
        functions[position] = replace(taken, offers=left)
        return functions, []
    return functions, [f"--take {number}: there is no such offer; each is listed with its number"]


def _by_file(targets: Iterable[Target]) -> dict[Path, list[Target]]:
    grouped: dict[Path, list[Target]] = {}
    for target in targets:
        grouped.setdefault(target.path, []).append(target)
    return grouped


def _file(
    path: Path,
    wanted: list[Target],
    settings: Settings,
    tick: Callable[[Untangled], None],
    project: Project,
) -> tuple[list[Untangled], list[str], list[tuple[str, Step]]]:
    """What became of one file: its functions, what went wrong, and the steps in their order."""
    text = project.text(path)
    tree = parse(text, str(path))
    names = {f.name: target for target in wanted for f in target.functions(tree)}
    work = _FileWork(path, text, tree, settings, project)
    results = {}
    # From the end of the file, so that lines of functions still to come stay as they are.
    for name in reversed(names):
        results[name] = work.function(name, names[name].line)
        tick(results[name])
    whole = any(target.name is None and target.line is None for target in wanted)
    if work.text != text:
        work.check_frame(text)
    kept = dict(project.texts)
    project.texts[path] = work.text
    inside = list(results.values())
    try:
        results = work.module(results, names, None if whole else frozenset(names), project)
    except DreckError:
        project.texts.update(kept)
        raise
    history = [*_added((), inside), *_added(inside, [results[n] for n in names])]
    return [results[n] for n in names], work.problems, history


class _FileWork:
    """One file while its functions are worked on."""

    def __init__(
        self, path: Path, text: str, tree: ast.Module, settings: Settings, project: Project
    ) -> None:
        self.path, self.text, self.settings, self.project = path, text, settings, project
        self.around = surroundings_of(tree)
        self.indent = indent_of(tree, text)
        lines = split_lines(text)
        self.enums = plain_enums(tree)
        self.blank_after_guard, self.width = sets_guards_off(tree, lines), line_width(lines)
        self.problems: list[str] = []
        self.added: set[str] = set()
        self._done: set[str] = set()  # the texts of functions in which no step is left
        self._originals: dict[str, str] = {}
        self._functions = {f.name: f for f in functions_of(tree)}
        self._waiting: set[str] = set()  # functions with steps that wait for one beyond them

    def function(self, name: str, line: int | None = None) -> Untangled:
        """Untangle one function, or one place of it, and keep the new text of the file."""
        function = self._functions[name]
        region = region_of(self.text, function, self.indent)
        self._originals[name] = region.text
        setting = Setting(
            self.path,
            self.blank_after_guard,
            self.width,
            self.enums,
            line if self.settings.only else None,
        )
        names = self.around.of(function)
        work = FunctionWork(name, region, names, setting, self.settings)
        result = work.run()
        self._report(work.broken)
        kept = self._in_nobodys_way(name, region, result)
        if kept < len(result.steps):
            self._waiting.add(name)
            fewer = replace(self.settings, most_steps=kept)
            work = FunctionWork(name, region, names, setting, fewer)
            result = work.run()
        else:
            self._done.add(work.region.text)
        if result.changed:
            self.text = work.region.whole
            self._functions = {f.name: f for f in functions_of(parse(self.text, str(self.path)))}
        return result

    def _in_nobodys_way(self, name: str, region: Region, result: Untangled) -> int:
        """So many of a function's steps that none of them takes away a greater one beyond it: a
        ladder from which one arm was taken out is no table any more.
        """
        settings = self.settings
        plain = not settings.only and settings.asking is None and not settings.until
        if not plain or not result.steps or result.before.decisions < _LEAST_OF_CHOICE:
            return len(result.steps)
        work = ModuleWork(self.path, self.project, self.width, settings, None)
        texts = [region.whole, *(s.texts[self.path] for s in result.steps)]
        promised = [work.promise(t, name) for t in texts]
        self._report(work.broken)
        if max(promised) <= promised[-1]:
            return len(result.steps)
        costs = [cost_of(Version(self.path, t).functions[name].node).total for t in texts]
        worth = [p - c for p, c in zip(promised, costs, strict=True)]
        return max(range(len(texts)), key=lambda n: (worth[n], n))

    def module(
        self,
        results: dict[str, Untangled],
        targets: Mapping[str, Target],
        reach: frozenset[str] | None,
        project: Project,
    ) -> dict[str, Untangled]:
        """Take the steps that reach beyond single functions, from the first function to the last.

        Args:
            results: what became of the functions so far.
            targets: the functions in the order of the text, each with what names it.
            reach: qualified names of the functions that may change; all if None.
            project: the files that steps may reach.
        """
        work = ModuleWork(self.path, project, self.width, self.settings, reach)
        if not work.moves:
            return results
        found = {}
        for name, target in targets.items():
            function = work.version.functions.get(name)
            if function is None:  # a step of another one has taken it away
                found[name] = results[name]
                continue
            region = region_of(work.text, function, self.indent)
            baseline = region.before + self._originals[name] + region.after
            added = frozenset(work.added)
            line, until = (target.line, target.until) if self.settings.only else (None, None)
            done = work.function(results[name], name, baseline, line, until)
            if not self.settings.only and (work.added != added or name in self._waiting):
                done = self._inside_again(work, done, name, baseline, added)
            found[name] = done
        self._report(work.broken)
        self.text, self.added = work.text, work.added
        return found

    def _inside_again(
        self,
        work: ModuleWork,
        done: Untangled,
        name: str,
        baseline: str,
        known: frozenset[str],
    ) -> Untangled:
        """A function that has become several: each of them may be simpler now by itself."""
        for _ in range(_ROUNDS):
            steps: list[Step] = []
            for each in [name, *sorted(work.added - known)]:
                steps += self._inside(work, each)
            if not steps:
                break
            done = work.function(work.with_steps(done, steps, name, baseline), name, baseline)
        return done

    def _inside(self, work: ModuleWork, name: str) -> tuple[Step, ...]:
        """The steps inside one function of a file on which steps beyond functions are taken."""
        function = work.version.functions.get(name)
        if function is None:
            return ()
        tree = work.version.tree
        setting = Setting(self.path, self.blank_after_guard, self.width, self.enums)
        region = region_of(work.text, function, self.indent)
        if region.text in self._done:
            return ()
        inner = FunctionWork(
            name, region, surroundings_of(tree).of(function), setting, self.settings
        )
        result = inner.run()
        self._done.add(inner.region.text)
        self._report(inner.broken)
        if result.changed:
            work.enter(inner.region.whole)
        return result.steps

    def _report(self, broken: Iterable[Broken]) -> None:
        self.problems += [
            f"{self.path}:{b.line}: the move {b.move} failed ({b.error}); its step is left out, please report it"
            for b in dict.fromkeys(broken)
        ]

    def check_frame(self, before: str) -> None:
        """Nothing but the bodies of functions may have changed; steps that reach further are judged
        with all around them.
        """
        found = differences(Version(self.path, before), Version(self.path, self.text))
        if found.frame or found.added or found.removed:
            raise DreckError(
                f"{self.path}: a move changed code outside its function; nothing is changed, please report it"
            )
