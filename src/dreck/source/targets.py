"""Targets: what a command works on.

A target is ``path.py``, ``path.py::Class.method`` (as pytest addresses tests), ``path.py:LINE``,
``path.py:FIRST-LAST`` or a folder.
"""

from __future__ import annotations

import ast
import difflib
import os
import re
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

from ..errors import TargetError
from ..outline import Function, all_nodes, functions_of

_WITH_LINE = re.compile(r"(?P<path>.+\.py):(?P<line>\d+)(?:-(?P<until>\d+))?$")
_SKIPPED_FOLDERS = frozenset(
    {"__pycache__", "node_modules", "build", "dist", "venv", "site-packages"}
)
_NEAREST = 3


@dataclass(frozen=True, slots=True)
class Target:
    """One file, and perhaps one function of it.

    Attributes:
        path: the file.
        name: qualified name of a function or class, or None.
        line: a line inside the wanted function, counted from 1, or None.
        until: the last of several lines that are meant, or None.
    """

    path: Path
    name: str | None = None
    line: int | None = None
    until: int | None = None

    def functions(self, tree: ast.Module) -> list[Function]:
        """The functions meant, of a file's tree.

        Raises:
            TargetError: no function has that name, or none stands at that line.
        """
        found = functions_of(tree)
        if self.name is not None:
            return self._named(found, tree)
        if self.line is not None:
            return [self._at_line(found)]
        return found

    def _named(self, found: list[Function], tree: ast.Module) -> list[Function]:
        name = (self.name or "").replace("::", ".")
        plain = [f for f in found if f.name == name or f.name.startswith(f"{name}#")]
        inside = (
            [f for f in found if f.name.startswith(f"{name}.")] if _is_class(tree, name) else []
        )
        if not plain and not inside:
            near = difflib.get_close_matches(name, [f.name for f in found], _NEAREST, 0.5)
            near += [
                f.name
                for f in found
                if f.name.rpartition(".")[2] == name.rpartition(".")[2] and f.name not in near
            ]
            hint = f"; did you mean {' or '.join(near[:_NEAREST])}?" if near else ""
            raise TargetError(f"{self.path}: has no function or class {name!r}{hint}")
        return plain or inside

    def _at_line(self, found: list[Function]) -> Function:
        assert self.line is not None
        line = self.line
        around = [f for f in found if f.node.lineno <= line <= (f.node.end_lineno or 0)]
        if not around:
            raise TargetError(f"{self.path}: no function stands at line {line}")
        return max(around, key=lambda f: f.node.lineno)


def _is_class(tree: ast.Module, name: str) -> bool:
    return any(
        isinstance(n, ast.ClassDef) and n.name == name.rpartition(".")[2] for n in all_nodes(tree)
    )


def targets_of(text: str) -> list[Target]:
    """The targets that a text stands for; a folder stands for all its Python files.

    Raises:
        TargetError: no such file or folder.
    """
    path_text, _, name = text.partition("::")
    with_line = None if name else _WITH_LINE.match(text)
    if with_line and not Path(text).exists():
        path, line = Path(with_line["path"]), int(with_line["line"])
        until = int(with_line["until"]) if with_line["until"] else None
        if until is not None and until < line:
            raise TargetError(
                f"{text}: the last line stands before the first; write {path}:{until}-{line}"
            )
        return [Target(_existing(path), line=line, until=until)]
    path = _existing(Path(path_text))
    if path.is_dir():
        if name:
            raise TargetError(f"{path}: is a folder; name a function as FILE.py::{name}")
        return [Target(p) for p in python_files(path)]
    return [Target(path, name or None)]


def _existing(path: Path) -> Path:
    if not path.exists():
        names = [str(p) for p in path.parent.glob("*")] if path.parent.is_dir() else []
        near = difflib.get_close_matches(str(path), names, 1)
        hint = f"; did you mean {near[0]}?" if near else ""
        raise TargetError(f"{path}: no such file or folder{hint}")
    return path


def python_files(folder: Path) -> Iterator[Path]:
    """The Python files below a folder in a fixed order, without hidden, built and installed
    ones.
    """
    for place, folders, files in os.walk(folder):
        folders[:] = sorted(
            f for f in folders if not f.startswith(".") and f not in _SKIPPED_FOLDERS
        )
        yield from (Path(place, f) for f in sorted(files) if f.endswith(".py"))
