"""Every function that changed between two revisions, compared."""

from __future__ import annotations

import tempfile
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, field, replace
from pathlib import Path
from typing import Any

from ..errors import DreckError, SettingError
from ..journal.git import Changed, Repository
from ..intended import Intended
from ..judge.face.intending import vouch_intended
from ..judge.face.judge import Judge
from ..judge.face.verdict import Occurrence, SubjectVerdict, Verdict, Vouching
from ..judge.versions.version import MODULE, Version
from ..source.files import SourceFile
from ..source.project import is_test
from .moved import Moved, Place, moved


@dataclass(frozen=True, slots=True)
class Compared:
    """A function of two revisions.

    Attributes:
        file: its file in the new revision, from the repository's folder.
        line: where it starts there, counted from 1.
        verdict: what the judge says of it.
    """

    file: str
    line: int
    verdict: SubjectVerdict

    @property
    def target(self) -> str:
        """Its address; of a change outside functions the file's."""
        name = self.verdict.subject
        return self.file if name == MODULE else f"{self.file}::{name}"

    def to_dict(self) -> dict[str, Any]:
        """As plain data."""
        return {"file": self.file, "line": self.line, **self.verdict.to_dict()}


@dataclass(frozen=True, slots=True)
class Since:
    """What changed between two revisions.

    Attributes:
        before, after: the revisions; ``after`` is empty for the working tree.
        functions: those that changed, with their verdicts.
        added, removed: functions that only one revision has, by their addresses.
        moved: functions that are found elsewhere, unchanged.
        tests: files of tests that changed; they are not compared.
        others: files that are no Python and changed; they are not compared either.
        problems: one line for each file that could not be read.
        occurrences: the intended differences, left out of the verdicts, and whether they occur.
    """

    before: str
    after: str
    functions: tuple[Compared, ...] = ()
    added: tuple[str, ...] = ()
    removed: tuple[str, ...] = ()
    moved: tuple[Moved, ...] = ()
    tests: tuple[str, ...] = ()
    others: tuple[str, ...] = ()
    problems: tuple[str, ...] = field(default=())
    occurrences: tuple[Occurrence, ...] = field(default=())

    @property
    def verdict(self) -> Verdict:
        """The weakest verdict of all functions."""
        return Verdict.weakest(f.verdict.verdict for f in self.functions)

    @property
    def revisions(self) -> str:
        """Both revisions in words."""
        return (
            f"{self.before}..{self.after}" if self.after else f"{self.before} and the working tree"
        )

    def to_dict(self) -> dict[str, Any]:
        """As plain data, ready for JSON."""
        return {
            "schema": "dreck/since/1",
            "before": self.before,
            "after": self.after,
            "verdict": self.verdict.value,
            "functions": [f.to_dict() for f in self.functions],
            "added": list(self.added),
            "removed": list(self.removed),
            "moved": [
                {"file": m.file, "name": m.name, "to_file": m.to_file, "to_name": m.to_name}
                for m in self.moved
            ],
            "tests": list(self.tests),
            "others": list(self.others),
            "problems": list(self.problems),
            **({"intended": [o.to_dict() for o in self.occurrences]} if self.occurrences else {}),
        }


def since(
    revisions: str,
    paths: Sequence[Path],
    judge: Judge,
    tick: Callable[[str], None] = lambda _: None,
    allowed: Sequence[Intended] = (),
) -> Since:
    """Compare every function that changed.

    Args:
        revisions: ``REV``, for the working tree against where it parted from there, or
            ``REV1..REV2``.
        paths: only these files and folders; the repository around the current folder if empty.
        judge: compares.
        tick: called with each file's name before it is compared.
        allowed: intended differences; all else must be the same.

    Raises:
        SettingError: there is no repository, or no such revision; or an intended difference is of
            no function that both revisions have.
        RunError: git does not do as it is told.
    """
    repository = Repository.around(paths[0] if paths else Path.cwd())
    before, after, label = _revisions(repository, revisions)
    changed = repository.changed(before, after or None, paths)
    others = [c.name for c in changed if not c.name.endswith(".py")]
    code = [c for c in changed if c.name.endswith(".py")]
    tests = [c.name for c in code if is_test(Path(c.name))]
    code = [c for c in code if not is_test(Path(c.name))]
    with _tree(repository, after) as tree:
        places, problems = _places(repository, before, code, tree)
        compared, occurrences = _compared(places, judge, tick, allowed)
        functions = [*compared, *_gone(code)]
    found = moved(places)
    functions = _with_moves(functions, found)
    gone = {(m.file, m.name) for m in found}
    come = {(m.to_file, m.to_name) for m in found}
    return Since(
        label,
        after,
        tuple(functions),
        tuple(_only(places, come, new=True)),
        tuple(_only(places, gone, new=False)),
        tuple(found),
        tuple(tests),
        tuple(others),
        tuple(problems),
        tuple(occurrences),
    )


def _revisions(repository: Repository, text: str) -> tuple[str, str, str]:
    """The revisions that a text stands for, and what the first is called; the second is empty for
    the working tree.
    """
    first, dots, second = text.partition("..")
    second = second.lstrip(".")
    for revision in [first, *([second or "HEAD"] if dots else [])]:
        if not revision or not repository.has(revision):
            raise SettingError(
                f"--since {text}: git knows no revision {revision!r}; give a branch, tag or commit, or two as in main..HEAD"
            )
    last = (second or "HEAD") if dots else ""
    if dots and "..." not in text:
        return first, last, first
    parting = repository.parting(first, last or "HEAD")
    is_first = parting == repository.commit_of(first)
    label = first if is_first else f"{parting[:10]}, where {first} parted"
    return parting, last, label


@contextmanager
def _tree(repository: Repository, after: str) -> Iterator[Path]:
    """A folder with the new revision: what both versions of a file import is taken from there."""
    if not after:
        yield repository.folder
        return
    with tempfile.TemporaryDirectory(prefix="dreck-since-") as scratch:
        repository.export(after, Path(scratch))
        yield Path(scratch)


def _places(
    repository: Repository, before: str, changed: Sequence[Changed], tree: Path
) -> tuple[list[Place], list[str]]:
    """The changed files in both versions, and a line for each that cannot be read."""
    places, problems = [], []
    for each in changed:
        file = each.name
        path = tree / file
        try:
            old = each.before and SourceFile.of(
                Path(each.before), repository.show(before, each.before)
            )
            new = each.after and SourceFile.of(Path(file), path.read_bytes())
            for source in (old, new):
                if source:
                    source.parse()
        except (DreckError, OSError) as error:
            problems.append(str(error))
            continue
        versions = [Version(path, s.text) if s else None for s in (old, new)]
        places.append(Place(file, versions[0], versions[1]))
    return places, problems


def _compared(
    places: Sequence[Place],
    judge: Judge,
    tick: Callable[[str], None],
    allowed: Sequence[Intended],
) -> tuple[list[Compared], list[Occurrence]]:
    """All functions of files that both revisions have, and what becomes of intended differences."""
    both = [(p.file, p.before, p.after) for p in places if p.before and p.after]
    wanted = _placed(both, allowed)
    found: list[Compared] = []
    occurrences: list[Occurrence] = []
    for index, (file, before, after) in enumerate(both):
        tick(file)
        beside = [(b, a) for _, b, a in (*both[:index], *both[index + 1 :])]
        if wanted[index]:
            vouched = vouch_intended(judge, before, after, wanted[index], beside=beside)
        else:
            vouched = judge.vouch_beside((before, after), beside)
        found += [Compared(file, _line(after, s.subject), s) for s in _in_order(vouched, after)]
        occurrences += vouched.occurrences
    return found, occurrences


def _placed(
    both: Sequence[tuple[str, Version, Version]], allowed: Sequence[Intended]
) -> list[list[Intended]]:
    """The intended differences of each file.

    Raises:
        SettingError: one is of no function that changed files have, or of several.
    """
    found: list[list[Intended]] = [[] for _ in both]
    for each in allowed:
        fits = [
            i
            for i, (file, before, after) in enumerate(both)
            if each.file in ("", file)
            and each.function in before.functions
            and each.function in after.functions
        ]
        if len(fits) != 1:
            files = ", ".join(both[i][0] for i in fits)
            problem = f"is in {files}: say which by file" if fits else "is in no file that changed"
            raise SettingError(f"an intended difference of {each.function}: it {problem}")
        found[fits[0]].append(each)
    return found


def _gone(changed: Sequence[Changed]) -> Iterator[Compared]:
    """Modules that are not where they were: who imports them by that name would notice, unless the
    name is private.
    """
    for each in changed:
        if each.before is None or each.before == each.after:
            continue
        stem = Path(each.before).stem
        if stem.startswith("_") and not stem.startswith("__"):
            continue
        what = "is gone" if each.after is None else f"was {each.before}"
        why = f"the module {what}; whoever imports it by that name would notice"
        yield Compared(each.name, 1, SubjectVerdict(MODULE, Verdict.UNDECIDED, why))


def _in_order(vouched: Vouching, after: Version) -> list[SubjectVerdict]:
    return sorted(vouched.subjects, key=lambda s: _line(after, s.subject))


def _line(version: Version, name: str) -> int:
    function = version.functions.get(name)
    return function.node.lineno if function is not None else 1


def _with_moves(functions: Sequence[Compared], found: Sequence[Moved]) -> list[Compared]:
    """What became of functions that are found elsewhere is said where their names are missed."""
    words = {(m.file, m.name): m.words for m in found}
    told = []
    for each in functions:
        more = words.get((each.file, each.verdict.subject))
        if more is not None and each.verdict.verdict is Verdict.UNDECIDED:
            why = f"{more}; {each.verdict.why}"
            each = replace(each, verdict=replace(each.verdict, why=why))
        told.append(each)
    return told


def _only(places: Sequence[Place], known: set[tuple[str, str]], *, new: bool) -> list[str]:
    """Addresses of functions that only one revision has and that are not found elsewhere."""
    found = []
    for place in places:
        has, lacks = (place.after, place.before) if new else (place.before, place.after)
        names = list(has.functions) if has is not None else []
        others = lacks.functions if lacks is not None else {}
        found += [
            f"{place.file}::{n}" for n in names if n not in others and (place.file, n) not in known
        ]
    return found
