"""A copy of a project's folder, in which tests run while its files are still as they were."""

from __future__ import annotations

import os
import shutil
import tempfile
from collections.abc import Iterable, Iterator, Mapping
from pathlib import Path

from ..errors import RunError
from ..source.files import replace_bytes

_SKIPPED = frozenset(
    {
        ".git",
        ".hg",
        ".svn",
        ".dreck",
        "__pycache__",
        "node_modules",
        ".tox",
        ".nox",
        ".mypy_cache",
        ".pytest_cache",
        ".hypothesis",
    }
)
# Larger files are not copied but linked: tests read them, and hardly write them.
_LINKED_BYTES = 4_000_000


class ProjectCopy:
    """A project's folder once more, in a scratch place; to be closed.

    Args:
        project: the folder.

    Raises:
        RunError: it cannot be copied.
    """

    def __init__(self, project: Path) -> None:
        self.project = project.resolve()
        self._scratch = tempfile.TemporaryDirectory(prefix="dreck-net-")
        self.folder = Path(self._scratch.name, self.project.name or "project")
        self._kept: dict[Path, bytes] = {}
        try:
            shutil.copytree(
                self.project,
                self.folder,
                symlinks=True,
                ignore=_ignored,
                copy_function=_copied,
                ignore_dangling_symlinks=True,
            )
        except (OSError, shutil.Error) as error:
            self.close()
            raise RunError(f"{project}: cannot be copied to run its tests ({error})") from error

    def close(self) -> None:
        """Remove the copy."""
        self._scratch.cleanup()

    def place(self, path: Path) -> Path:
        """Where a file of the project stands in the copy.

        Raises:
            RunError: it stands outside the project.
        """
        whole = path.resolve()
        if not whole.is_relative_to(self.project):
            raise RunError(
                f"{path}: stands outside {self.project}, so its tests cannot be run with it"
            )
        return self.folder / whole.relative_to(self.project)

    def hold(self, texts: Mapping[Path, bytes]) -> None:
        """Have the copy hold these texts, and all others as they are in the project."""
        wanted = {self.place(p): raw for p, raw in texts.items()}
        for place, raw in self._kept.items():
            if place not in wanted:
                replace_bytes(place, raw)
        for place, raw in wanted.items():
            self._kept.setdefault(place, place.read_bytes())
            if place.read_bytes() != raw:
                replace_bytes(place, raw)
                _newer(place)

    def import_paths(self, paths: Iterable[str]) -> list[str]:
        """Where modules of the project are looked for in the copy: its folder, ``src``, and
        whatever an interpreter looks for inside the project.
        """
        found = [self.folder, self.folder / "src"]
        for text in (*paths, *os.environ.get("PYTHONPATH", "").split(os.pathsep)):
            whole = Path(text).resolve() if text else self.project
            if whole.is_relative_to(self.project) and "site-packages" not in whole.parts:
                found.append(self.folder / whole.relative_to(self.project))
        return list(dict.fromkeys(str(f) for f in found if f.is_dir()))


def files_of(project: Path) -> Iterator[Path]:
    """All files that a copy of a project has, in a fixed order."""
    for place, folders, files in os.walk(project):
        left_out = _ignored(place, [*folders, *files])
        folders[:] = sorted(f for f in folders if f not in left_out)
        paths = (Path(place, f) for f in sorted(files) if f not in left_out)
        yield from (p for p in paths if p.is_file())


def _ignored(folder: str, names: list[str]) -> set[str]:
    """What is not copied: version control, caches, environments."""
    return {
        n
        for n in names
        if n in _SKIPPED
        or os.path.exists(os.path.join(folder, n, "pyvenv.cfg"))
        or n == ".coverage"
    }


def _copied(source: str, target: str) -> str:
    if os.path.getsize(source) > _LINKED_BYTES:
        os.symlink(source, target)
    else:
        shutil.copy2(source, target)
    return target


def _newer(place: Path) -> None:
    """Have a file be newer than what was compiled of it, which knows it by second and size."""
    for compiled in (place.parent / "__pycache__").glob(f"{place.stem}.*.pyc"):
        compiled.unlink(missing_ok=True)
