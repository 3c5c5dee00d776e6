"""The functions of a tree, ranked by what their layout costs."""

from __future__ import annotations

import json
import os
from collections import Counter
from collections.abc import Callable, Collection, Iterable, Iterator, Mapping, Sequence
from concurrent.futures import Executor, ProcessPoolExecutor
from concurrent.futures.process import BrokenProcessPool
from dataclasses import dataclass
from pathlib import Path
from typing import TYPE_CHECKING, Any, overload

from ..showing import Shown
from ..errors import SourceError, TargetError
from ..source.files import SourceFile
from ..source.targets import Target
from .cache import Cache, key_of
from .kinds import KINDS
from .measures import Measures
from .reading import Row, read_files
from .tangles import Tangle

if TYPE_CHECKING:
    import pandas

# Less than this many bytes are read faster in this process.
_WORTH_A_POOL = 600_000
# What one worker reads before it reports.
_BATCH = 250_000


@dataclass(frozen=True, slots=True)
class Surveyed:
    """One function, as the survey sees it.

    Attributes:
        target: its address, as ``path.py::Class.method``.
        line: where it starts, counted from 1.
        cost: what its layout costs its reader: the terms of the cost that statements and
            conditions show.
        measures: its shape.
        tangles: places where it can be made simpler.
    """

    target: str
    line: int
    cost: float
    measures: Measures
    tangles: tuple[Tangle, ...] = ()

    @property
    def file(self) -> str:
        """The file it stands in."""
        return self.target.partition("::")[0]

    @property
    def name(self) -> str:
        """Its qualified name."""
        return self.target.partition("::")[2]

    def __repr__(self) -> str:
        m = self.measures
        return (
            f"<{self.target}: cost {self.cost:.0f}, nesting {m.nesting}, {m.decisions} decisions,"
            f" {len(self.tangles)} tangles>"
        )

    def measure(self, name: str) -> float:
        """One measure by its name; ``cost`` is one too."""
        return self.cost if name == "cost" else float(getattr(self.measures, name))

    def to_dict(self) -> dict[str, Any]:
        """The function as plain data."""
        return {
            "target": self.target,
            "line": self.line,
            "cost": self.cost,
            "measures": self.measures.to_dict(),
            "tangles": [tangle_data(t) for t in self.tangles],
        }


def tangle_data(tangle: Tangle) -> dict[str, Any]:
    """A tangle as plain data, with the moves that help and how far they reach."""
    kind = KINDS[tangle.kind]
    return {**tangle._asdict(), "moves": list(kind.moves), "reach": kind.reach}


class Survey(Shown, Sequence[Surveyed]):
    """All functions looked at, the dearest first: a sequence, whose members are made when they are
    asked for.

    Args:
        files: the rows of each file, by its path.
        problems: one line for each file that could not be read.

    Attributes:
        problems: one line for each file that could not be read.
    """

    def __init__(self, files: Mapping[str, Sequence[Row]], problems: Sequence[str] = ()) -> None:
        self._files = dict(files)
        self._order = sorted(
            ((path, row) for path, rows in self._files.items() for row in rows),
            key=lambda each: (-each[1][2], each[0], each[1][1]),
        )
        self.problems = tuple(problems)

    @property
    def files(self) -> int:
        """How many files were read."""
        return len(self._files)

    @property
    def functions(self) -> tuple[Surveyed, ...]:
        """All of them as a tuple."""
        return tuple(self)

    def __len__(self) -> int:
        return len(self._order)

    @overload
    def __getitem__(self, index: int) -> Surveyed: ...

    @overload
    def __getitem__(self, index: slice) -> tuple[Surveyed, ...]: ...

    def __getitem__(self, index: int | slice) -> Surveyed | tuple[Surveyed, ...]:
        if isinstance(index, slice):
            return tuple(_surveyed(path, row) for path, row in self._order[index])
        return _surveyed(*self._order[index])

    def __repr__(self) -> str:
        worst = f", worst {self[0]!r}" if self._order else ""
        return f"<Survey: {len(self)} functions in {self.files} files{worst}>"

    def where(
        self, kinds: Collection[str] = (), least: Mapping[str, float] | None = None
    ) -> Survey:
        """Only functions that have a tangle of one of these kinds, and measures of at least this.

        Args:
            kinds: keys of :data:`~dreck.surveying.kinds.KINDS`; any if empty. Other tangles are
                left out.
            least: values by the names of measures, ``cost`` among them.
        """
        least = least or {}
        chosen: dict[str, list[Row]] = {path: [] for path in self._files}
        for path, row in self._order:
            tangles = [t for t in row[4] if not kinds or t[0] in kinds]
            if kinds and not tangles:
                continue
            if any(_surveyed(path, row).measure(n) < value for n, value in least.items()):
                continue
            chosen[path].append([*row[:4], tangles])
        return Survey(chosen, self.problems)

    def only(self, names: Mapping[str, Collection[str]]) -> Survey:
        """Only the functions with these names, by the paths of their files."""
        chosen = {
            path: [r for r in rows if r[0] in names[path]]
            for path, rows in self._files.items()
            if path in names
        }
        return Survey(chosen, self.problems)

    @property
    def kinds(self) -> dict[str, int]:
        """How many tangles of each kind there are, the most frequent first."""
        counts = Counter(t[0] for _, row in self._order for t in row[4])
        return dict(sorted(counts.items(), key=lambda item: (-item[1], item[0])))

    @property
    def totals(self) -> dict[str, float]:
        """Sums over all functions: their number, cost, lines, decisions and tangles."""
        return {
            "functions": len(self._order),
            "cost": round(sum(row[2] for _, row in self._order), 2),
            "lines": sum(row[3][0] for _, row in self._order),
            "decisions": sum(row[3][2] for _, row in self._order),
            "tangles": sum(len(row[4]) for _, row in self._order),
        }

    @property
    def distribution(self) -> dict[str, float]:
        """The cost below which half, three quarters, nine tenths and 99 of 100 functions stay, and
        the highest.
        """
        costs = [row[2] for _, row in reversed(self._order)]
        if not costs:
            return {}
        last = len(costs) - 1
        shares = {"half": 0.5, "three quarters": 0.75, "nine tenths": 0.9, "99 of 100": 0.99}
        found = {name: costs[round(last * share)] for name, share in shares.items()}
        return {**found, "highest": costs[-1]}

    def costs(self) -> list[tuple[str, str, float, int]]:
        """File, function, cost and lines of every function, the dearest first."""
        return [(path, row[0], row[2], row[3][0]) for path, row in self._order]

    def to_dict(self) -> dict[str, Any]:
        """The survey as plain data, ready for JSON."""
        return {
            "schema": "dreck/survey/2",
            "files": self.files,
            "totals": self.totals,
            "distribution": self.distribution,
            "kinds": self.kinds,
            "functions": [f.to_dict() for f in self],
            "problems": list(self.problems),
        }

    def to_frame(self) -> pandas.DataFrame:
        """The functions as a data frame: a row each, with its measures and how many tangles of
        each kind it has.

        Raises:
            ImportError: pandas is not installed.
        """
        import pandas

        rows = []
        for each in self:
            kinds = Counter(t.kind for t in each.tangles)
            rows.append(
                {
                    "file": each.file,
                    "function": each.name,
                    "line": each.line,
                    "cost": each.cost,
                    **each.measures.to_dict(),
                    "tangles": len(each.tangles),
                    **{kind: kinds.get(kind, 0) for kind in KINDS},
                }
            )
        return pandas.DataFrame(rows)


def _surveyed(path: str, row: Row) -> Surveyed:
    name, line, cost, numbers, tangles = row
    return Surveyed(
        f"{path}::{name}", line, cost, Measures(*numbers), tuple(Tangle(*t) for t in tangles)
    )


def survey_targets(
    targets: Iterable[Target],
    *,
    executor: Executor | None = None,
    cache: Cache | None = None,
    tick: Callable[[int, int], None] = lambda done, all_of_them: None,
) -> Survey:
    """Read all targets and rank their functions; files that cannot be read are reported and left
    out.

    Args:
        targets: what to look at.
        executor: what runs the reading of many files; processes of our own if None.
        cache: where what was read is kept; nowhere if None.
        tick: called with how many files are done and how many there are.

    Raises:
        TargetError: a target names a function that is not there.
    """
    wanted: dict[str, list[Target]] = {}
    for target in targets:
        wanted.setdefault(str(target.path), []).append(target)
    keys, sizes = _looked_at(wanted, hashing=cache is not None)
    known = cache.found(list(keys.values())) if cache is not None else {}
    texts = {path: known[key] for path, key in keys.items() if key in known}
    missing = [p for p in wanted if p not in texts]
    problems: list[str] = []
    fresh: dict[str, str] = {}
    done = len(texts)
    tick(done, len(wanted))
    for batch, results in _read(missing, sizes, executor):
        for path, (key, rows, problem) in zip(batch, results, strict=True):
            if problem:
                problems.append(problem)
            else:
                texts[path] = fresh[key] = rows
        done += len(batch)
        tick(done, len(wanted))
    if cache is not None:
        cache.keep(fresh)
    files = {
        Path(path).as_posix(): _chosen(asked, json.loads(texts[path]))
        for path, asked in wanted.items()
        if path in texts
    }
    order = {path: i for i, path in enumerate(wanted)}
    problems.sort(key=lambda line: order.get(line.partition(":")[0], 0))
    return Survey(files, problems)


def _looked_at(paths: Collection[str], *, hashing: bool) -> tuple[dict[str, str], dict[str, int]]:
    """The keys and sizes of files; none for those that cannot be read."""
    keys: dict[str, str] = {}
    sizes: dict[str, int] = {}
    for path in paths:
        try:
            if hashing:
                with open(path, "rb") as file:
                    raw = file.read()
                keys[path], sizes[path] = key_of(raw), len(raw)
            else:
                sizes[path] = os.stat(path).st_size
        except OSError:
            continue
    return keys, sizes


def _read(
    paths: Sequence[str], sizes: Mapping[str, int], executor: Executor | None
) -> Iterator[tuple[list[str], list[tuple[str, str, str]]]]:
    """Batches of files, each with what was read of it."""
    batches: list[list[str]] = [[]]
    held = 0
    for path in paths:
        if held > _BATCH:
            batches.append([])
            held = 0
        batches[-1].append(path)
        held += sizes.get(path, 0)
    small = sum(sizes.get(p, 0) for p in paths) < _WORTH_A_POOL
    if executor is None and (small or (os.cpu_count() or 1) == 1):
        yield from ((batch, read_files(batch)) for batch in batches if batch)
        return
    if executor is not None:
        yield from zip(batches, executor.map(read_files, batches), strict=True)
        return
    done = 0
    try:
        with ProcessPoolExecutor() as own:
            for results in own.map(read_files, batches):
                done += 1
                yield batches[done - 1], results
    except BrokenProcessPool:
        # Where processes are started anew, a script that is not made for it cannot be their main
        # module; then this one reads the rest.
        yield from ((batch, read_files(batch)) for batch in batches[done:])


def _chosen(asked: Sequence[Target], rows: list[Row]) -> list[Row]:
    """The rows of the functions that targets mean."""
    if any(t.name is None and t.line is None for t in asked):
        return rows
    names: set[str] = set()
    for target in asked:
        try:
            tree = SourceFile.read(target.path).parse()
        except SourceError as error:  # it was read a moment ago
            raise TargetError(str(error)) from error
        names |= {f.name for f in target.functions(tree)}
    return [row for row in rows if row[0] in names]
