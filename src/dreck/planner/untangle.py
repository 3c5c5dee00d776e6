"""From targets to results: every function of every file."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, replace
from functools import partial
from pathlib import Path

from ..errors import DreckError, RunError
from ..judge.face.broken import broken
from ..judge.versions.differences import differences
from ..judge.versions.version import Version
from ..moves.reach import Reach
from ..net.net import Net
from ..source.files import parse
from ..source.lines import split_lines
from ..source.targets import Target
from .beyond import Beyond, Rest, untangle_beyond
from .candidates import line_width
from .inside import Inside, Piece, pieces_of, put_together, untangle_inside
from .jobs import Jobs, cores
from .module_work import ModuleWork
from .netted import held
from .project import Project
from .results import Step, Untangled, Untangling
from .settings import Settings

# Less than this many characters of functions are worked on faster in this process.
_WORTH_A_POOL = 10_000


def untangle_targets(
    targets: Iterable[Target],
    settings: Settings,
    tick: Callable[[Untangled], None] = lambda _: None,
    jobs: int = 1,
) -> Untangling:
    """Untangle all functions that the targets name; nothing is written.

    Args:
        targets: what to work on; targets in the same file are taken together.
        settings: how.
        tick: called with every finished function.
        jobs: processes that work side by side; as many as there are processors if 0, where there
            is enough to do. What comes out is the same with any number.
    """
    files = _by_file(targets)
    project = Project()
    pieces = _pieces(files, project) if jobs != 1 and _can_share(settings) else {}
    with Jobs(_processes(jobs, pieces)) as workers:
        run = _Run(settings, tick, project, workers)
        run.start(pieces)
        run.files(files)
    functions, problems, history = _numbered(run.functions), run.problems, run.history
    for number in sorted(settings.take):
        before = functions
        functions, problem = _with_offer(list(functions), number, settings, project)
        problems += problem
        history += _added(before, functions)
    made = Untangling(tuple(functions), tuple(project.changes), tuple(problems), tuple(history))
    return made if settings.net is None else held(made, settings.net)


def _can_share(settings: Settings) -> bool:
    """Whether several processes may work: nobody is asked, and no tests run, step by step."""
    return settings.net is None and settings.asking is None


def _pieces(files: Mapping[Path, list[Target]], project: Project) -> dict[Path, list[Piece]]:
    """The pieces of all files that can be read; what is wrong with the others is told later."""
    found = {}
    for path, wanted in files.items():
        try:
            text = project.text(path)
            found[path] = pieces_of(path, text, _lines(_named(path, text, wanted)))
        except Exception:  # whatever it is, it will come again where it is told
            continue
    return found


def _processes(jobs: int, pieces: Mapping[Path, list[Piece]]) -> int:
    """How many processes are worth while."""
    sizes = [p.size for each in pieces.values() for p in each]
    if jobs == 0:
        jobs = cores() if sum(sizes) > _WORTH_A_POOL else 1
    return max(min(jobs, len(sizes)), 1)


@dataclass(frozen=True, slots=True)
class _Begun:
    """A file in which the steps inside functions are taken, and the others under way."""

    rest: Rest
    beyond: Callable[[], Beyond]


class _Run:
    """All files while they are worked on.

    Attributes:
        functions: what became of them so far.
        problems: one line for each thing that went wrong.
        history: the steps in their order, each with its function.
    """

    def __init__(
        self,
        settings: Settings,
        tick: Callable[[Untangled], None],
        project: Project,
        workers: Jobs,
    ) -> None:
        self.settings, self.tick, self.project, self.workers = settings, tick, project, workers
        self.functions: list[Untangled] = []
        self.problems: list[str] = []
        self.history: list[tuple[str, Step]] = []
        # Whether each file can be worked on without knowing what became of the others.
        self._apart = not settings.reach.covers(Reach.ACROSS) and not settings.only
        self._started: dict[Path, list[tuple[Piece, Callable[[], Inside]]]] = {}

    def start(self, pieces: Mapping[Path, list[Piece]]) -> None:
        """Have other processes begin, with the longest files and in each with the longest piece."""
        if not self.workers.several:
            return
        long_first = sorted(pieces, key=lambda path: -sum(p.size for p in pieces[path]))
        for path in long_first:
            under_way = {
                p.head: self.workers.start(untangle_inside, p, self.settings)
                for p in sorted(pieces[path], key=lambda p: -p.size)
            }
            self._started[path] = [(p, under_way[p.head]) for p in pieces[path]]

    def files(self, files: Mapping[Path, list[Target]]) -> None:
        """Work on all files; one on which Dreck fails does not end the others' run."""
        begun: list[_Begun] = []
        for path, wanted in files.items():
            if self.settings.asking is not None and self.settings.asking.stopped:
                break
            if self.settings.net is not None:
                self.settings.net.settle({c.source.path: c.text for c in self.project.changes})
            self._guarded(path, lambda: begun.append(self._begin(path, wanted)))  # noqa: B023
            if not (self.workers.several and self._apart):
                while begun:
                    self._guarded(path, partial(self._finish, begun.pop()))
        for file in begun:
            self._guarded(file.rest.path, partial(self._finish, file))

    def _guarded(self, path: Path, work: Callable[[], None]) -> None:
        try:
            work()
        except RunError:
            raise
        except DreckError as error:
            self.problems.append(str(error))
        except Exception as error:
            self.problems.append(f"{path}: {broken(error, 'Dreck')}; nothing is changed there")

    def _begin(self, path: Path, wanted: list[Target]) -> _Begun:
        """Take the steps inside the functions of a file."""
        text = self.project.text(path)
        names = _named(path, text, wanted)
        inside = put_together(text, self._inside(path, text, _lines(names)))
        if inside.text != text:
            _check_frame(path, text, inside.text)
        whole = any(target.name is None and target.line is None for target in wanted)
        rest = Rest(path, text, names, None if whole else frozenset(names), inside)
        project = self._project(path, inside.text)
        if self.workers.several and self._apart:
            return _Begun(rest, self.workers.start(untangle_beyond, rest, self.settings))
        return _Begun(rest, lambda: untangle_beyond(rest, self.settings, project))

    def _inside(
        self, path: Path, text: str, lines: Mapping[str, int | None]
    ) -> list[tuple[Piece, Inside]]:
        """The pieces of a file, the last one first, each with what became of it."""
        started = self._started.get(path, [])
        if not all(piece.text == text for piece, _ in started) or not started:
            project = self._project(path, text)
            started = [
                (p, partial(untangle_inside, p, self.settings, project))
                for p in pieces_of(path, text, lines)
            ]
        found = []
        for piece, result in started:
            found.append((piece, result()))
            for function in found[-1][1].results.values():
                self.tick(function)
        return found

    def _project(self, path: Path, text: str) -> Project:
        """The files as they are now for one that has a text: where no step goes from one into
        another, as they were read, so that it does not matter which is worked on first.
        """
        project = self.project.as_read() if self._apart else self.project
        project.texts[path] = text
        return project

    def _finish(self, file: _Begun) -> None:
        """Take the steps beyond the functions of a file, and note what became of it."""
        path, inside = file.rest.path, file.rest.inside
        kept = {**self.project.texts, path: file.rest.before}
        try:
            beyond = file.beyond()
        except DreckError:
            self.project.texts.update(kept)
            raise
        self.project.texts[path] = beyond.text
        names = list(file.rest.targets)
        net = self.settings.net
        results = {n: _with_net(beyond.results[n], net) for n in names}
        begun = list(inside.results.values())
        self.functions += results.values()
        self.problems += [*inside.problems, *beyond.problems]
        self.history += [*_added((), begun), *_added(begun, results.values())]
        self.problems += dict.fromkeys(
            s.verdict.problem for f in results.values() for s in f.taken_back if s.verdict.problem
        )


def _named(path: Path, text: str, wanted: list[Target]) -> dict[str, Target]:
    """The functions of a file that targets mean, in the order of the text, each with its target."""
    tree = parse(text, str(path))
    return {f.name: target for target in wanted for f in target.functions(tree)}


def _lines(names: Mapping[str, Target]) -> dict[str, int | None]:
    return {name: target.line for name, target in names.items()}


def _check_frame(path: Path, before: str, after: str) -> None:
    """Nothing but the bodies of functions may have changed; steps that reach further are judged
    with all around them.
    """
    found = differences(Version(path, before), Version(path, after))
    if found.frame or found.added or found.removed:
        raise DreckError(
            f"{path}: a move changed code outside its function; nothing is changed, please report it"
        )


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
