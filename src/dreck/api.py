"""The Python face: a few functions that take paths and give back results.

The heavy parts are imported inside the functions, so that ``import dreck`` stays cheap.
"""

from __future__ import annotations

import contextlib
import os
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import replace
from pathlib import Path
from typing import TYPE_CHECKING, Any, TypeAlias

from .errors import SettingError, TargetError

if TYPE_CHECKING:
    from concurrent.futures import Executor

    from .opening.opened import Anatomy
    from .aligning.tables import Alignments
    from .comparing.since import Since
    from .journal.entries import Entry
    from .journal.store import Store
    from .intended import Intended
    from .judge.face.explain import DecisionTable
    from .judge.face.verdict import Vouching
    from .moves.registry import Described
    from .net.looking import Held
    from .net.net import Net
    from .net.pins import Pins
    from .net.recording import Recording
    from .judge.trials.runner import ProcessRunner
    from .judge.versions.version import Version
    from .planner.asking import Ask
    from .planner.results import Untangled, Untangling
    from .renaming.rename import Renaming
    from .report.write_up import WriteUp
    from .surveying.tree import Survey

StrPath: TypeAlias = str | os.PathLike[str]


def survey(
    *targets: StrPath,
    since: str = "",
    executor: Executor | None = None,
    cached: bool = True,
    tick: Callable[[int, int], None] | None = None,
) -> Survey:
    """Rank the functions of files and folders by what their layout costs; runs nothing.

    Args:
        targets: ``path.py``, ``path.py::Class.method``, ``path.py:LINE`` or a folder; the
            current folder if there is none.
        since: a revision of git: only functions that changed since then, up to the files as they
            are now.
        executor: what reads many files, such as a thread pool, or one that a cluster gives;
            processes of this machine if None. Files must be found there under the same paths.
        cached: keep what was read of a file in the user's cache folder, and look there first.
        tick: called with how many files are done, and how many there are.

    Returns:
        A sequence of functions, the dearest first; ``to_frame()`` gives them to pandas.

    Raises:
        TargetError: a target names nothing.
        SettingError: there is no repository, or no such revision.
        RunError: git does not do as it is told.
    """
    from .source.targets import targets_of
    from .surveying.cache import Cache
    from .surveying.tree import survey_targets

    found = [t for text in (targets or (".",)) for t in targets_of(os.fspath(text))]
    changed = None
    if since:
        from .comparing.changed import changed_functions

        places = [Path(os.fspath(t).partition("::")[0]) for t in targets]
        names = changed_functions(since, [p for p in places if p.exists()])
        changed = {t.path.as_posix(): names.get(t.path.resolve(), frozenset()) for t in found}
        found = [t for t in found if t.path.resolve() in names]
    surveyed = survey_targets(
        found,
        executor=executor,
        cache=Cache() if cached else None,
        tick=tick or (lambda done, all_of_them: None),
    )
    return surveyed if changed is None else surveyed.only(changed)


def untangle(
    *targets: StrPath,
    strict: bool = False,
    run: bool = True,
    max_steps: int = 100,
    only: Sequence[str] = (),
    skip: Sequence[str] = (),
    until: Mapping[str, int] | None = None,
    names: Mapping[str, str] | None = None,
    naming_command: Sequence[str] = (),
    reach: str = "beside",
    take: Sequence[int] = (),
    raising: str = "",
    ask: Ask | None = None,
    tests: str = "",
    python: StrPath = "",
    jobs: int = 0,
    tick: Callable[[Untangled], None] | None = None,
) -> Untangling:
    """Simplify functions step by step; every step is judged, nothing is written.

    Args:
        targets: as for :func:`survey`, at least one.
        strict: allow no assumption in a proof.
        run: let the judge run the code, in a child process, where a proof does not reach.
        max_steps: steps taken in one function at most.
        only: take just these moves, wherever they apply; a target with a line then means that
            place.
        skip: do not take these moves.
        until: measures with values that are low enough, as in ``{"nesting": 2}``.
        names: the names to give, by the line of a step (as text) or by the name proposed.
        naming_command: a program with its arguments that proposes names, see
            ``dreck.naming.command``.
        reach: how far steps go by themselves: ``inside`` the function, ``beside`` it (helpers,
            constants, tables, methods on classes of the same file) or ``across`` (new classes,
            changed signatures, other files). What lies beyond is offered.
        take: offers to be taken too, by the numbers that a run without them gives.
        raising: with ``only`` the move ``loud-guard``: what the guard is to raise, as a Python
            expression.
        ask: called with each step before it is taken, see ``dreck.planner.asking``; what is on
            offer is asked for too.
        tests: a command that runs the project's tests, such as ``python -m pytest``, by the
            project's interpreter and in a copy of the project: all of them before the first step
            and after the last, and after each step those that reach what changed. A step at which
            they are red is taken back. Nothing runs if empty.
        python: the project's interpreter, which runs trials and tests; as for :func:`vouch`.
        jobs: processes that work side by side; as many as there are processors if 0, where there
            is enough to do. What comes out is the same with any number. One works where somebody
            is asked, and where tests run.
        tick: called with the result of every finished function.

    Returns:
        The results; call their ``write()`` to change the files.

    Raises:
        TargetError: a target names nothing.
        SettingError: there is no target, ``max_steps`` or ``jobs`` is negative, there is no such
            move, measure or reach, or what is raised is no expression.
        RunError: the tests cannot be run, or fail before anything changed.
    """
    from .moves.reach import Reach
    from .judge.trials.runner import SECONDS_OF_A_STEP
    from .judge.face.judge import Judge
    from .naming.command import NamingProgram
    from .net.interpreters import trial_interpreter
    from .planner.asking import Asking
    from .planner.settings import Settings
    from .planner.untangle import untangle_targets
    from .source.targets import targets_of

    if not targets:
        raise SettingError("nothing to untangle: give a file, folder or FILE.py::function")
    if jobs < 0:
        raise SettingError(f"jobs is {jobs}: give a number of processes, or 0 for one a processor")
    # A step whose frame is not proved does not stand, whatever trials around it would show.
    at = Path(os.fspath(targets[0]).partition("::")[0])
    interpreter = trial_interpreter(at, os.fspath(python))
    runner = _runner(interpreter, None, search=SECONDS_OF_A_STEP) if run else None
    judge = Judge(strict, runner, looks_around=False)
    namer = NamingProgram(tuple(naming_command)) if naming_command else None
    if reach not in [r.value for r in Reach]:
        raise SettingError(f"there is no reach {reach!r}: give inside, beside or across")
    settings = Settings(
        judge,
        max_steps,
        tuple(only),
        tuple(skip),
        dict(until or {}),
        dict(names or {}),
        namer,
        Reach(reach),
        frozenset(take),
        None if ask is None else Asking(ask),
        raising=raising,
    )
    found = [t for text in targets for t in targets_of(os.fspath(text))]
    with _net_under(tests, [t.path for t in found], python) as net:
        if net is not None:
            net.spread()
        return untangle_targets(found, replace(settings, net=net), tick or (lambda _: None), jobs)


@contextlib.contextmanager
def _net_under(tests: str, paths: Sequence[Path], python: StrPath = "") -> Iterator[Net | None]:
    """The tests of the project that files belong to; None without a command."""
    from .net.command import TestCommand
    from .net.net import Net, files_in
    from .source.project import project_folder

    if not tests or not paths:
        yield None
        return
    project = project_folder(paths[0])
    command = TestCommand.of(tests, project, os.fspath(python))
    with Net(command, project, files_in(project)) as net:
        yield net


def held_by_tests(
    *targets: StrPath,
    tests: str = "python -m pytest",
    faults: bool = True,
    tick: Callable[[str], None] | None = None,
) -> Held:
    """How well the project's tests hold functions: which reach them, which branches none takes,
    and how many planted faults they catch.

    Args:
        targets: as for :func:`survey`, at least one.
        tests: the command that runs the tests, as for :func:`untangle`.
        faults: also plant faults, one at a time in a copy of the project, and run the tests that
            reach the function.
        tick: called with each function's name before it is looked at.

    Raises:
        TargetError: a target names nothing.
        SettingError: there is no target.
        RunError: the tests cannot be run, or fail as things are.
    """
    from .net.looking import look
    from .source.targets import targets_of

    if not targets:
        raise SettingError("nothing to look at: give a file, folder or FILE.py::function")
    found = [t for text in targets for t in targets_of(os.fspath(text))]
    with _net_under(tests, [t.path for t in found]) as spread:
        assert spread is not None
        return look(found, spread, faults=faults, tick=tick or (lambda _: None))


def written(project: StrPath = ".") -> list[Entry]:
    """The steps that were written in a project, the oldest first, those taken back included.

    Args:
        project: its folder, or a file or folder in it.

    Raises:
        WriteError: the journal cannot be read.
    """
    from .journal.entries import read

    return read(_store_of(project)).entries


def undo(count: int = 1, project: StrPath = ".") -> list[Entry]:
    """Take back the last steps that were written, in all their files; return them, last first.

    Args:
        count: how many.
        project: its folder, or a file or folder in it.

    Raises:
        WriteError: there are not so many, or a file was edited since; nothing is changed then.
    """
    from .journal.writing import take_back

    return take_back(_store_of(project), count)


def mend(project: StrPath = ".") -> list[str]:
    """Put right what a killed run left half written; return a line about it, or none.

    Args:
        project: its folder, or a file or folder in it.

    Raises:
        WriteError: a file cannot be put back.
    """
    from .journal.writing import mended

    store = _store_of(project)
    if not store.exists:
        return []
    with store.locked():
        return [note for note in [mended(store)] if note]


def check_clean(*targets: StrPath) -> None:
    """See that files to be committed stand in git, and those named have no changes of their own;
    of a folder only those that change must have none, which is seen when they are written.

    Raises:
        TargetError: a target names nothing.
        SettingError: there is no git repository.
        WriteError: a file has changes that are not committed, or is not tracked.
    """
    from .journal.commits import check_clean as checked
    from .journal.git import Repository
    from .source.targets import targets_of

    for text in [os.fspath(t) for t in targets]:
        if Path(text).is_dir():
            Repository.around(Path(text))
        else:
            checked([t.path for t in targets_of(text)])


def _store_of(project: StrPath) -> Store:
    from .journal.store import Store
    from .source.project import project_folder

    path = Path(project)
    # Of a folder it is the project that a file in it would belong to.
    return Store(project_folder(path / "any.py" if path.is_dir() else path))


def rename(target: str, new: str, project: StrPath = ".", *, everywhere: bool = False) -> Renaming:
    """Give a function, class, constant, method or local variable another name in a whole project.

    Args:
        target: ``path.py::name``, ``path.py::Class.method`` or ``path.py::function.variable``.
        new: the new name.
        project: the folder whose files may use it.
        everywhere: of a method, take every attribute of that name to be it, whatever it is asked
            of.

    Returns:
        What would change, with what could not be decided; call its ``write()`` to change the files.

    Raises:
        TargetError: the target names nothing, cannot be renamed, or the new name means something
            already.
        SettingError: the new name is no identifier.
        SourceError: the target's file cannot be read or parsed.
    """
    from .renaming.rename import rename as renamed
    from .source.targets import targets_of

    path, _, name = target.partition("::")
    if not name:
        raise TargetError(
            f"{target}: names no definition; give FILE.py::name, ::Class.method or ::function.variable"
        )
    found = targets_of(os.fspath(project))
    return renamed(
        Path(path), name.replace("::", "."), new, [t.path for t in found], everywhere=everywhere
    )


def align(*targets: StrPath) -> Alignments:
    """Lay the arms of chains of equality tests side by side; reads the source and runs nothing.

    Args:
        targets: as for :func:`untangle`.

    Returns:
        A table for each chain of three arms or more (of two, where a target names a function): what
        the
        arms have in common, and what differs.

    Raises:
        TargetError: a target names nothing.
    """
    from .aligning.tables import align_targets
    from .source.targets import targets_of

    return align_targets([t for text in targets for t in targets_of(os.fspath(text))])


def catalogue(name: str | None = None) -> list[Described]:
    """The catalogue of moves, in the order in which they are tried.

    Args:
        name: only this one.

    Raises:
        SettingError: there is no move of that name.

    >>> catalogue("guard-clause")[0].family
    'flatten'
    """
    from .moves.registry import all_moves, described, named

    return [described(m) for m in ([named(name)] if name else all_moves().values())]


def anatomy(target: StrPath, *, tests: str = "", offers: bool = True) -> Anatomy:
    """Open up one function: its outline, arms, decision table and cost, and what can be done.

    Args:
        target: names one function, as ``path.py::Class.method`` or ``path.py:LINE``.
        tests: a command that runs the project's tests, as for :func:`untangle`, to say how well
            they hold the function; nothing runs if empty.
        offers: find out what untangling would do, without running the code.

    Raises:
        TargetError: the target names no function, or several.
        SourceError: the file cannot be read.
        RunError: the tests cannot be run, or fail as things are.
    """
    from .opening.opened import only_one, open_up
    from .judge.face.judge import Judge
    from .source.targets import targets_of

    found = open_up(only_one(targets_of(os.fspath(target))), Judge(strict=False, runner=None))
    if tests:
        (held,) = held_by_tests(found.target, tests=tests).functions
        found = replace(found, held=held)
    if offers:
        done = untangle(found.target, run=False).functions
        found = replace(found, untangled=next((f for f in done if f.target == found.target), None))
    return found


def write_up(
    *targets: StrPath,
    title: str = "",
    strict: bool = False,
    run: bool = True,
    reach: str = "beside",
    tests: str = "",
    pins: bool = False,
    python: StrPath = "",
    tick: Callable[[Untangled], None] | None = None,
) -> WriteUp:
    """Put together a page about what untangling does to functions, or to a whole package.

    Args:
        targets: as for :func:`untangle`; a folder among them adds a survey of it.
        title: the heading; made from the targets if empty.
        strict, run, reach, tests, python, tick: as for :func:`untangle`. With tests, how well they
            hold the functions is told too.
        pins: add tests that pin what the functions do now.

    Returns:
        The page; ``html()`` and ``markdown()`` give its text. No file is changed.

    Raises:
        TargetError: a target names nothing.
        SettingError: there is no target, or no such reach.
        RunError: the tests cannot be run, or fail as things are.
    """
    from .judge.face.judge import Judge
    from .judge.versions.version import Version
    from .report.write_up import write_up as put_together

    found = untangle(
        *targets, strict=strict, run=run, reach=reach, tests=tests, python=python, tick=tick
    )
    judge = Judge(strict, None)
    tables: dict[str, DecisionTable | str] = {}
    for change in found.changes:
        path = change.source.path
        versions = Version(path, change.source.text), Version(path, change.text)
        for function in (f for f in found.functions if f.changed):
            file, _, name = function.target.partition("::")
            if file == path.as_posix() and all(name in v.functions for v in versions):
                (tables[function.target],) = judge.explain(*versions, name)
    folders = [t for t in targets if Path(os.fspath(t)).is_dir()]
    told = [f.target for f in found.functions if f.changed]
    texts = {}
    if pins:
        for target in told:
            pinned = pin(target)
            if any(f.cases for f in pinned.functions):
                texts[target] = pinned.text
    return put_together(
        title or f"Untangling {', '.join(os.fspath(t) for t in targets)}",
        found,
        tables,
        align(*told).found if told else (),
        survey(*folders) if folders else None,
        held_by_tests(*told, tests=tests).functions if tests and told else (),
        texts,
    )


def explain(
    before: StrPath, after: StrPath, subject: str | None = None, *, strict: bool = False
) -> list[DecisionTable | str]:
    """The proof as decision tables: conditions in rows, paths through both versions in columns.

    Args:
        before, after: the two files.
        subject: qualified name of the one function to explain; all that differ if None.
        strict: allow no assumption.

    Returns:
        One table for each function; in its place a sentence where there can be none.

    Raises:
        SourceError: a file cannot be read or parsed.
        TargetError: no function of that name is in both files.
    """
    from .judge.face.judge import Judge

    return Judge(strict, None).explain(*_versions(before, after), _plain_name(subject))


def vouch(
    before: StrPath,
    after: StrPath,
    subject: str | None = None,
    *,
    strict: bool = False,
    run: bool = True,
    inputs: StrPath | None = None,
    tests: Sequence[str] = (),
    allow: StrPath | Sequence[Intended] = (),
    python: StrPath = "",
    budget: float | None = None,
) -> Vouching:
    """Compare two versions of a module and say whether they behave the same.

    Args:
        before, after: the two files.
        subject: qualified name of the one function to compare, with what it reaches; all
            functions that differ if None.
        strict: allow no assumption in a proof.
        run: run both versions in a child process where a proof does not reach.
        inputs: a file with a function ``inputs(module, subject)`` that yields tuples of arguments
            (for a method the object first), or one of recorded calls, whose name ends in
            ``.jsonl``; they are tried before all others.
        tests: what pytest is to run, as on its command line; the calls that these tests make of the
            functions in both files are tried next.
        allow: intended differences, or a TOML file with them; everything else must be the same,
            and each of them must occur: see :attr:`Vouching.as_intended`.
        python: the interpreter that runs both versions; that of the project's environment if
            empty (the active one, or ``.venv`` or ``venv`` in the project's folder), else ours.
        budget: how long inputs are searched for, in seconds of processor time for each function;
            if None until what there is to be found is found, or about 14.

    Raises:
        SourceError: a file cannot be read or parsed.
        TargetError: no function of that name is in both files.
        SettingError: an intended difference makes no sense, or names no function; the interpreter
            cannot be run or is too old, or the budget is not above 0.
        RunError: the tests cannot be run.
    """
    from .judge.trials.recorded import RecordedCalls, record_calls
    from .judge.face.judge import Judge

    from .net.interpreters import trial_interpreter
    from .net.recording import Recording

    interpreter = trial_interpreter(Path(before), os.fspath(python))
    is_recorded = inputs is not None and os.fspath(inputs).endswith(".jsonl")
    versions, own = _versions(before, after), "" if is_recorded else _text_of(inputs)
    calls = RecordedCalls()
    if is_recorded and inputs is not None:
        kept = Recording.read(Path(inputs))
        calls = RecordedCalls(
            {**kept.of(versions[1].path), **kept.of(versions[0].path)}, kept.modules
        )
    elif tests and run:
        calls = record_calls(tests, [v.path for v in versions], Path.cwd(), interpreter)
    runner = _runner(interpreter, budget, inputs=own, recorded=calls) if run else None
    judge = Judge(strict, runner)
    wanted = _intended(allow)
    if wanted:
        from .judge.face.intending import vouch_intended

        return vouch_intended(judge, *versions, wanted, _plain_name(subject))
    return judge.vouch(*versions, _plain_name(subject))


def _intended(allow: StrPath | Sequence[Intended]) -> tuple[Intended, ...]:
    from .comparing.allowing import read_intended

    if isinstance(allow, str | os.PathLike):
        return read_intended(Path(allow))
    return tuple(allow)


def pin(
    *targets: StrPath,
    calls: StrPath | None = None,
    record: str = "",
    tests: str = "python -m pytest",
    out: StrPath | None = None,
    tick: Callable[[str], None] | None = None,
) -> Pins:
    """Choose characterisation tests for functions of one file, and try them out; nothing is
    written.

    Args:
        targets: as for :func:`untangle`, in one file.
        calls: a file of recorded calls, see :func:`recorded`; they go before inputs that are
            searched.
        record: a command to be run first, whose calls of the functions are recorded.
        tests: the command that runs the project's tests; it must be pytest.
        out: where the file will stand; in the project's folder ``tests`` if None.
        tick: called with each function before it is looked at.

    Returns:
        The tests as text, with what they cover; call their ``write()``.

    Raises:
        TargetError: a target names nothing.
        SettingError: there is no target, or they are in several files.
        RunError: the tests cannot be run.
    """
    from .net.command import TestCommand
    from .net.pins import pin as pinned
    from .net.recording import Recording
    from .source.project import project_folder
    from .source.targets import targets_of

    found = [t for text in targets for t in targets_of(os.fspath(text))]
    if not found:
        raise SettingError("nothing to pin: give a file or FILE.py::function")
    project = project_folder(found[0].path)
    kept = Recording.read(Path(calls)) if calls is not None else Recording(())
    if record:
        kept = Recording((*kept.lines, *recorded(*targets, command=record).lines))
    command = TestCommand.of(tests, project)
    place = None if out is None else Path(out)
    return pinned(found, project, command, kept, place, tick or (lambda _: None))


def recorded(*targets: StrPath, command: str) -> Recording:
    """Run a command and keep the calls that it makes of functions.

    Args:
        targets: as for :func:`untangle`.
        command: as typed at a shell, such as ``python -m pytest`` or ``python -m app``.

    Returns:
        The calls; their ``write()`` makes a file of JSON lines of them, for :func:`pin` and
        :func:`vouch`.

    Raises:
        TargetError: a target names nothing.
        RunError: the command cannot be run.
    """
    from .net.recording import record
    from .source.files import SourceFile
    from .source.project import project_folder
    from .source.targets import targets_of

    wanted: dict[Path, list[str]] = {}
    for target in (t for text in targets for t in targets_of(os.fspath(text))):
        functions = target.functions(SourceFile.read(target.path).parse())
        is_all = target.name is None and target.line is None
        wanted.setdefault(target.path, []).extend([] if is_all else [f.name for f in functions])
    if not wanted:
        raise SettingError("nothing to record: give a file, folder or FILE.py::function")
    return record(command, wanted, project_folder(next(iter(wanted))))


def vouch_since(
    revisions: str,
    *paths: StrPath,
    strict: bool = False,
    run: bool = True,
    allow: StrPath | Sequence[Intended] = (),
    python: StrPath = "",
    budget: float | None = None,
    tick: Callable[[str], None] | None = None,
) -> Since:
    """Compare every function that changed between two revisions of a git repository.

    Args:
        revisions: ``REV`` for the working tree against where it parted from there, or
            ``REV1..REV2``.
        paths: only these files and folders; all that changed if there is none.
        strict: allow no assumption in a proof.
        run: run both versions in a child process where a proof does not reach.
        allow: intended differences, or a TOML file with them, as for :func:`vouch`.
        python: the interpreter that runs both versions, as for :func:`vouch`.
        budget: how long inputs are searched for, as for :func:`vouch`.
        tick: called with each file's name before it is compared.

    Raises:
        SettingError: there is no repository, or no such revision; or an intended difference makes
            no sense, or is of no function that changed; the interpreter cannot be run or is too
            old, or the budget is not above 0.
        RunError: git does not do as it is told.
    """
    from .comparing.since import since
    from .judge.face.judge import Judge
    from .net.interpreters import trial_interpreter

    at = Path(paths[0]) if paths else Path.cwd() / "-"
    interpreter = trial_interpreter(at, os.fspath(python))
    judge = Judge(strict, _runner(interpreter, budget) if run else None)
    return since(
        revisions, [Path(p) for p in paths], judge, tick or (lambda _: None), _intended(allow)
    )


def _runner(python: str, budget: float | None, **more: Any) -> ProcessRunner:
    """What runs versions of a file, as long as it is told to."""
    from .judge.trials.runner import ProcessRunner

    if budget is not None and not budget > 0:
        raise SettingError(f"the budget is {budget:g}: give seconds above 0")
    return ProcessRunner.within(budget, python=python, **more)


def _versions(before: StrPath, after: StrPath) -> tuple[Version, Version]:
    from .judge.versions.version import Version
    from .source.files import SourceFile

    sources = [SourceFile.read(Path(p)) for p in (before, after)]
    for source in sources:
        source.parse()
    return Version(sources[0].path, sources[0].text), Version(sources[1].path, sources[1].text)


def _plain_name(subject: str | None) -> str | None:
    return subject.replace("::", ".") if subject else None


def _text_of(path: StrPath | None) -> str:
    """The text of a file with inputs; nothing without one."""
    from .source.files import SourceFile

    if path is None:
        return ""
    source = SourceFile.read(Path(path))
    source.parse()
    return source.text
