"""Rename one thing in all files of a project, and check that nothing else changed."""

from __future__ import annotations

import ast
import builtins
import re
from collections.abc import Iterable
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from ..errors import DreckError, SettingError, TargetError
from ..judge.versions.renamed import only_renamed
from ..judge.face.verdict import SubjectVerdict, Verdict
from ..judge.versions.version import Version
from ..logic.bindings import bound_in, parameters
from ..naming.words import is_usable
from ..outline import all_nodes, functions_of
from ..planner.results import FileChange
from ..source.edits import Edit, edited
from ..journal.entries import Done
from ..journal.store import Store
from ..journal.writing import write_steps
from ..source.files import SourceFile
from ..source.project import project_folder
from .uses import ProjectFile, Uses, uses_of_local, uses_of_method, uses_of_module_name

# Files with one of these may find names by their text.
_BY_TEXT = re.compile(
    r"\b(getattr|setattr|hasattr|delattr|attrgetter|methodcaller|eval|exec|globals|locals|vars)\b"
)


@dataclass(frozen=True, slots=True)
class Renaming:
    """What renaming would change.

    Attributes:
        target: what gets the new name, as ``path.py::name``.
        new: the new name.
        changes: the files that would change; :meth:`write` changes them.
        undecided: places that may mean it too and were left: file, line and why.
        verdict: what the judge says of it.
        problems: one line for each file of the project that could not be read.
    """

    target: str
    new: str
    changes: tuple[FileChange, ...]
    undecided: tuple[tuple[Path, int, str], ...]
    verdict: SubjectVerdict
    problems: tuple[str, ...] = ()

    def write(self) -> list[Path]:
        """Replace the changed files, all of them or none; return their paths.

        Raises:
            WriteError: a file changed since it was read, or cannot be written; nothing is changed
                then.
        """
        if not self.changes:
            return []
        texts = {c.source.path: c.source.encoded(c.text) for c in self.changes}
        why = f"{self.target} is called {self.new} now."
        assumed = [f"{a.kind.value}: {a.about}" for a in self.verdict.assumptions]
        verdict = self.verdict.verdict.value
        first = self.changes[0]
        lines = zip(first.source.text.splitlines(), first.text.splitlines(), strict=False)
        line = next((n for n, (a, b) in enumerate(lines, 1) if a != b), 1)
        step = Done(self.target, "rename", line, why, verdict, assumed, texts)
        changes = [(c.source, c.text) for c in self.changes]
        write_steps(Store(project_folder(changes[0][0].path)), changes, [step])
        return [c.source.path for c in self.changes]

    def __repr__(self) -> str:
        return f"<{self.target} to {self.new}: {len(self.changes)} files, {self.verdict.verdict.value}>"

    def to_dict(self) -> dict[str, Any]:
        """The result as plain data, ready for JSON."""
        return {
            "schema": "dreck/renaming/1",
            "target": self.target,
            "new": self.new,
            "verdict": self.verdict.to_dict(),
            "changes": [{"path": c.source.path.as_posix(), "diff": c.diff} for c in self.changes],
            "undecided": [
                {"path": p.as_posix(), "line": line, "why": why} for p, line, why in self.undecided
            ],
            "problems": list(self.problems),
        }


def rename(
    path: Path, name: str, new: str, project: Iterable[Path], *, everywhere: bool = False
) -> Renaming:
    """Give a function, class, constant, method or local variable another name.

    Args:
        path: the file that defines it.
        name: ``name``, ``Class.method`` or ``function.variable``.
        new: the new name.
        project: the files that may use it.
        everywhere: of a method, take every attribute of that name to be it.

    Raises:
        SettingError: the new name cannot be given.
        TargetError: the file does not define it, or what it is cannot be renamed.
    """
    if not is_usable(new) or hasattr(builtins, new):
        raise SettingError(
            f"{new!r} cannot be a name: use an identifier that is no keyword and no built-in"
        )
    sources: dict[Path, SourceFile] = {}
    problems: list[str] = []
    for each in dict.fromkeys([path, *project]):
        try:
            source = SourceFile.read(each)
            source.parse()
        except DreckError as error:
            if each == path:
                raise
            problems.append(str(error))
            continue
        sources[each] = source
    old = name.rpartition(".")[2]
    files = {
        p: ProjectFile(p, s.text)
        for p, s in sources.items()
        if p == path or old in s.text or new in s.text or _BY_TEXT.search(s.text)
    }
    uses = _uses(files, path, name, everywhere=everywhere)
    changes, versions = [], []
    for each, file in files.items():
        spans = uses.spans.get(each, set())
        text = edited(file.text, (Edit(a, b, new) for a, b in spans))
        versions.append((Version(each, file.text), Version(each, text)))
        if text != file.text:
            changes.append(FileChange(sources[each], text))
    is_local = _function(files[path], name.rpartition(".")[0]) is not None
    concerned = [v for v in versions if not is_local or v[0].path == path]
    verdict = only_renamed(concerned, old, new, f"{path.as_posix()}::{name}", is_local=is_local)
    if verdict.verdict is Verdict.UNDECIDED:
        raise TargetError(f"{path}::{name} cannot become {new!r}: {verdict.why}")
    return Renaming(
        f"{path.as_posix()}::{name}",
        new,
        tuple(changes),
        tuple(dict.fromkeys(uses.undecided)),
        verdict,
        tuple(problems),
    )


def _uses(files: dict[Path, ProjectFile], path: Path, name: str, *, everywhere: bool) -> Uses:
    home = files[path]
    owner, _, last = name.rpartition(".")
    if not owner:
        bound = {
            n.name
            for n in home.tree.body
            if isinstance(n, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef)
        }
        bound |= {
            n.id
            for s in home.tree.body
            for n in all_nodes(s)
            if isinstance(n, ast.Name) and isinstance(n.ctx, ast.Store)
        }
        if last not in bound:
            raise TargetError(
                f"{path}: has no function, class or constant {last!r}; give FILE.py::name, ::Class.method or ::function.variable"
            )
        return uses_of_module_name(files, home, last)
    function = _function(home, owner)
    if function is not None:
        if last in {a.arg for a in parameters(function)}:
            raise TargetError(
                f"{path}::{name}: is a parameter, which callers may pass by its name; Dreck does not rename those"
            )
        if last not in bound_in(function):
            raise TargetError(f"{path}: {owner} has no local variable {last!r}")
        found = next(f for f in functions_of(home.tree) if f.name == owner)
        return uses_of_local(home, found, last)
    classes = [
        n
        for n in all_nodes(home.tree)
        if isinstance(n, ast.ClassDef) and n.name == owner.rpartition(".")[2]
    ]
    if not classes or not any(_defines(c, last) for c in classes):
        raise TargetError(
            f"{path}: has no {name}; give FILE.py::name, ::Class.method or ::function.variable"
        )
    if last.startswith("__"):
        raise TargetError(
            f"{path}::{name}: Python itself may ask for names that start with two underscores; Dreck does not rename those"
        )
    return uses_of_method(files, owner, last, everywhere=everywhere)


def _function(home: ProjectFile, name: str) -> ast.FunctionDef | ast.AsyncFunctionDef | None:
    return next((f.node for f in functions_of(home.tree) if f.name == name), None)


def _defines(owner: ast.ClassDef, name: str) -> bool:
    return any(getattr(s, "name", None) == name for s in owner.body) or any(
        isinstance(n, ast.Name) and n.id == name and isinstance(n.ctx, ast.Store)
        for s in owner.body
        for n in all_nodes(s)
        if not isinstance(s, ast.FunctionDef)
    )
