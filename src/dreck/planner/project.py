"""The files of a project while steps are taken that may reach from one into another."""

from __future__ import annotations

import functools
import re
from collections.abc import Iterator
from pathlib import Path

from ..errors import DreckError
from ..source.files import SourceFile
from ..source.project import marked_folder
from ..source.targets import python_files
from .results import FileChange


class Project:
    """Texts as they are now, and the files they were read from.

    A project is the folder with a ``pyproject.toml`` and the like around a file, else the package
    that it belongs to with what stands beside that and its tests, else the files beside it.
    """

    def __init__(self) -> None:
        self.sources: dict[Path, SourceFile] = {}
        self.texts: dict[Path, str] = {}
        self._listed: dict[Path, list[Path]] = {}
        self._known: dict[Path, Path] = {}  # how a file was named first

    def source(self, path: Path) -> SourceFile:
        """A file as it was read first.

        Raises:
            SourceError: it cannot be read.
        """
        if path not in self.sources:
            self._known.setdefault(path.resolve(), path)
            self.sources[path] = SourceFile.read(path)
        return self.sources[path]

    def text(self, path: Path) -> str:
        """What a file holds now."""
        source = self.source(path)
        return self.texts.get(path, source.text)

    def as_read(self) -> Project:
        """The same project with every file as it was read."""
        other = Project()
        other.sources, other._listed, other._known = self.sources, self._listed, self._known
        return other

    def around(self, path: Path, word: str) -> Iterator[tuple[Path, str]]:
        """Other files of the project with a word in them, in a fixed order; what cannot be parsed
        is left out.
        """
        pattern = re.compile(rf"\b{re.escape(word)}\b")
        for listed in self._files_beside(path):
            other = self._known.get(listed.resolve(), listed)
            try:
                if other.resolve() != path.resolve() and pattern.search(self.text(other)):
                    self.source(other).parse()
                    yield other, self.text(other)
            except DreckError:
                continue

    def _files_beside(self, path: Path) -> list[Path]:
        folder = path.resolve().parent
        if folder not in self._listed:
            self._listed[folder] = [_from_here(f) for f in _files_of_project(path.resolve())]
        return self._listed[folder]

    @property
    def changes(self) -> list[FileChange]:
        """The files whose text is another one now."""
        return [
            FileChange(self.sources[p], t)
            for p, t in self.texts.items()
            if t != self.sources[p].text
        ]


@functools.cache
def _read_here() -> Project:
    return Project()


def project_of_this_process(path: Path, text: str) -> Project:
    """The files around one that has a text, as a process reads them that only works for a while.

    Args:
        path: the file.
        text: what it holds, whatever is on the disk.
    """
    project = _read_here().as_read()
    project.texts[path] = text
    return project


def _files_of_project(path: Path) -> list[Path]:
    """The Python files of the project that a file belongs to."""
    marked = marked_folder(path)
    if marked is not None:
        return list(python_files(marked))
    folder = path.parent
    while (folder.parent / "__init__.py").exists():
        folder = folder.parent
    if not (folder / "__init__.py").exists():
        return sorted(folder.glob("*.py"))
    beside = folder.parent
    return [*python_files(folder), *sorted(beside.glob("*.py")), *python_files(beside / "tests")]


def _from_here(path: Path) -> Path:
    """A path as people here would write it."""
    here = Path.cwd()
    return path.relative_to(here) if path.is_relative_to(here) else path
