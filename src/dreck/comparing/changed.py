"""Which functions changed since a revision, by their trees: moved and commented lines do not count."""

from __future__ import annotations

import ast
from collections.abc import Sequence
from pathlib import Path

from ..errors import DreckError, SettingError
from ..journal.git import Repository
from ..outline import functions_of
from ..source.files import SourceFile


def changed_functions(revision: str, paths: Sequence[Path]) -> dict[Path, frozenset[str]]:
    """The functions of the working tree that differ from a revision or are new.

    Args:
        revision: a branch, tag or commit; what counts is where the working tree parted from it.
        paths: only these files and folders; the repository around the current folder if empty.

    Returns:
        The names of the functions by the whole path of their file.

    Raises:
        SettingError: there is no repository, or no such revision.
        RunError: git does not do as it is told.
    """
    repository = Repository.around(paths[0] if paths else Path.cwd())
    if not repository.has(revision):
        raise SettingError(
            f"--since {revision}: git knows no such revision; give a branch, tag or commit"
        )
    parting = repository.parting(revision, "HEAD")
    found: dict[Path, frozenset[str]] = {}
    for each in repository.changed(parting, None, paths):
        if each.after is None or not each.after.endswith(".py"):
            continue
        path = (repository.folder / each.after).resolve()
        try:
            new = _trees(SourceFile.read(path))
        except DreckError:
            found[path] = frozenset()  # who reads it next says what is wrong
            continue
        old: dict[str, str] = {}
        if each.before is not None:
            try:
                raw = repository.show(parting, each.before)
                old = _trees(SourceFile.of(Path(each.before), raw))
            except DreckError:
                pass  # it could not be read: all of it is new
        found[path] = frozenset(name for name, tree in new.items() if old.get(name) != tree)
    return found


def _trees(source: SourceFile) -> dict[str, str]:
    return {f.name: ast.dump(f.node) for f in functions_of(source.parse())}
