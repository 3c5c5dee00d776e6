"""The files of a project while steps are taken that may reach from one into another."""

from __future__ import annotations

import re
from collections.abc import Iterator
from pathlib import Path

from ..errors import DreckError
from ..judge.versions import module_name
from ..source.files import SourceFile
from ..source.targets import python_files
from .results import FileChange


class Project:
    """Texts as they are now, and the files they were read from.

    Args:
        folder: where files are looked for that a step may reach; those of a target's own package if the
            target stands somewhere else.
    """

    def __init__(self, folder: Path) -> None:
        self.folder = folder
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
            self.texts.setdefault(path, self.sources[path].text)
        return self.sources[path]

    def text(self, path: Path) -> str:
        """What a file holds now."""
        self.source(path)
        return self.texts[path]

    def around(self, path: Path, word: str) -> Iterator[tuple[Path, str]]:
        """Other files of the project with a word in them, in a fixed order; what cannot be parsed is left out."""
        pattern = re.compile(rf"\b{re.escape(word)}\b")
        for listed in self._files_beside(path):
            other = self._known.get(listed.resolve(), listed)
            try:
                if other.resolve() != path.resolve() and pattern.search(self.text(other)):
                    self.source(other).parse()
                    yield other, self.texts[other]
            except DreckError:
                continue

    def _files_beside(self, path: Path) -> list[Path]:
        inside = self.folder.resolve() in path.resolve().parents
        root = self.folder if inside else Path(module_name(path)[1])
        if root not in self._listed:
            self._listed[root] = list(python_files(root)) if inside or path.parent != root else [path]
        return self._listed[root]

    @property
    def changes(self) -> list[FileChange]:
        """The files whose text is another one now."""
        return [FileChange(self.sources[p], t) for p, t in self.texts.items() if t != self.sources[p].text]
