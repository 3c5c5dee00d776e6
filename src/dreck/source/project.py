"""Which folder a file's project is."""

from __future__ import annotations

from pathlib import Path

# What a project's folder has.
_MARKS = ("pyproject.toml", "setup.py", "setup.cfg", ".git")


def marked_folder(path: Path) -> Path | None:
    """The folder with a ``pyproject.toml`` and the like around a file; None if there is none."""
    whole = path.resolve()
    return next((p for p in whole.parents if any((p / m).exists() for m in _MARKS)), None)


def project_folder(path: Path) -> Path:
    """The folder of the project that a file belongs to: the one that is marked as such, else the
    one around the file's outermost package.
    """
    marked = marked_folder(path)
    if marked is not None:
        return marked
    folder = path.resolve().parent
    while (folder / "__init__.py").exists() and folder != folder.parent:
        folder = folder.parent
    return folder


def is_test(path: Path) -> bool:
    """Whether a file, by its path from the project's folder, holds tests."""
    in_tests = not {"tests", "test"}.isdisjoint(path.parts[:-1])
    return in_tests or path.name.startswith(("test_", "conftest")) or path.stem.endswith("_test")
