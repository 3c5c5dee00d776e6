"""Which tests reach which functions, and which branches no test takes."""

from __future__ import annotations

import ast
import contextlib
import hashlib
import json
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import asdict, dataclass
from pathlib import Path
from typing import Any

import platformdirs

from ..outline import all_nodes, functions_of
from ..source.files import SourceFile, parse, replace_bytes
from .copy import files_of

# Characters of a condition that are shown.
_LONGEST = 60
# Larger files are known by their size and time.
_READ_BYTES = 1_000_000
# Measurements of one project that are kept.
_KEPT = 8


@dataclass(frozen=True, slots=True)
class Missed:
    """A branch that no test takes.

    Attributes:
        line: where it is decided, counted from 1.
        what: in words, as in ``\\`a < b\\` is never true``.
    """

    line: int
    what: str

    def __str__(self) -> str:
        return f"line {self.line}: {self.what}"


@dataclass(frozen=True, slots=True)
class Reach:
    """What a suite's tests reach in some files.

    Attributes:
        tests: how many there are.
        seconds: how long all of them took, watched, with all around them.
        each: how long each took.
        by_function: for each file, by its resolved path, and each function the tests that run it.
        missed: for each file the branches that none takes, as pairs of lines.
    """

    tests: int
    seconds: float
    each: Mapping[str, float]
    by_function: Mapping[str, Mapping[str, Sequence[str]]]
    missed: Mapping[str, Sequence[tuple[int, int]]]

    def seconds_of(self, tests: Sequence[str]) -> float:
        """How long a run of some tests takes, with all around them."""
        around = max(0.0, self.seconds - sum(self.each.values()))
        return around + sum(self.each.get(test, 0.0) for test in tests)

    def of(self, path: Path, function: str) -> list[str]:
        """The tests that run a function."""
        return list(self.by_function.get(str(path.resolve()), {}).get(function, ()))

    def of_file(self, path: Path) -> list[str]:
        """The tests that run any function of a file."""
        functions = self.by_function.get(str(path.resolve()), {})
        return sorted({t for tests in functions.values() for t in tests})

    def untaken(self, path: Path, function: str) -> list[Missed]:
        """The branches of a function that no test takes; none are told of one that none runs."""
        if not self.of(path, function):
            return []
        tree = parse(SourceFile.read(path).text, str(path))
        node = next((f.node for f in functions_of(tree) if f.name == function), None)
        if node is None:
            return []
        pairs = self.missed.get(str(path.resolve()), ())
        own = [p for p in pairs if node.lineno <= p[0] <= (node.end_lineno or 0)]
        found = [m for pair in own for m in _in_words(node, *pair)]
        return sorted(dict.fromkeys(found), key=lambda m: (m.line, m.what))


def _in_words(node: ast.AST, start: int, end: int) -> Iterable[Missed]:
    """A branch from one line to another, as a condition that never held or always did."""
    for each in all_nodes(node):
        if getattr(each, "lineno", None) != start:
            continue
        if isinstance(each, ast.If | ast.While):
            into = _holds(each.body, end)
            yield Missed(start, f"`{_short(each.test)}` is never {'true' if into else 'false'}")
            return
        if isinstance(each, ast.For | ast.AsyncFor):
            into = _holds(each.body, end)
            words = "has never anything to go through" if into else "never comes to its end"
            yield Missed(start, f"the loop over `{_short(each.iter)}` {words}")
            return
        if isinstance(each, ast.match_case):
            return
    for each in all_nodes(node):
        if isinstance(each, ast.match_case) and each.pattern.lineno == start:
            yield Missed(
                start,
                f"`case {_short(each.pattern)}` never {'matches' if _holds(each.body, end) else 'fails'}",
            )
            return


def _holds(body: Sequence[ast.stmt], line: int) -> bool:
    return body[0].lineno <= line <= (body[-1].end_lineno or 0)


def _short(node: ast.AST) -> str:
    text = " ".join(ast.unparse(node).split())
    return text if len(text) <= _LONGEST else f"{text[:_LONGEST - 3]}..."


def key_of(project: Path, command: object, files: Iterable[Path]) -> str:
    """What a measurement is called: it holds for these very contents of the project's files, of
    those with data too.
    """
    made = hashlib.sha256(f"{project}\0{command}\0".encode())
    for path in files_of(project):
        made.update(f"{path}\0".encode())
        found = path.stat()
        if found.st_size <= _READ_BYTES:
            made.update(path.read_bytes())
        else:
            made.update(f"{found.st_size} {found.st_mtime_ns}\0".encode())
    for path in sorted(files):
        made.update(f"{path}\0".encode())
    return made.hexdigest()


def remembered(project: Path, key: str) -> Reach | None:
    """A measurement made before; None if there is none, or it cannot be read."""
    try:
        told = json.loads((_folder(project) / f"{key}.json").read_text(encoding="utf-8"))
        missed = {n: [(a, b) for a, b in pairs] for n, pairs in told["missed"].items()}
        return Reach(told["tests"], told["seconds"], told["each"], told["by_function"], missed)
    except (OSError, ValueError, KeyError, TypeError):
        return None


def remember(project: Path, key: str, reach: Reach) -> None:
    """Keep a measurement in the user's cache folder; what cannot be kept is measured again."""
    folder = _folder(project)
    with contextlib.suppress(OSError):
        folder.mkdir(parents=True, exist_ok=True)
        plain: dict[str, Any] = asdict(reach)
        replace_bytes(folder / f"{key}.json", json.dumps(plain).encode())
        old = sorted(folder.glob("*.json"), key=lambda p: p.stat().st_mtime)
        for path in old[:-_KEPT]:
            path.unlink()


def _folder(project: Path) -> Path:
    name = hashlib.sha256(str(project.resolve()).encode()).hexdigest()[:16]
    return Path(platformdirs.user_cache_dir("dreck"), "net", name)
