"""What a project passes: the values that its code, its examples and its tests write down for
parameters.
"""

from __future__ import annotations

import ast
import doctest
import inspect
import re
import sys
from collections.abc import Collection, Iterable, Iterator, Mapping, Sequence
from pathlib import Path
from types import ModuleType
from typing import Any

from ...outline import all_nodes, functions_of

# Files of tests that are looked at, and bytes of all files that are read: no clock, so that a busy
# machine changes nothing.
_MOST_FILES, _MOST_BYTES = 40, 600_000
_MOST_OF_A_NAME = 30
_FOLDERS = ("", "tests", "test")
_CONSTANTS = (str, bytes, int, float)


class Passed:
    """Reads what is passed.

    Args:
        takers: the parameters of functions, methods and classes, in their order, by the last words
            of their names.

    Attributes:
        takers: the same.
        values: constants that are given to parameters of these names, also in lists and tuples.
    """

    def __init__(self, takers: Mapping[str, Sequence[str]]) -> None:
        self.takers = takers
        self.values: dict[str, list[Any]] = {}

    def read(self, tree: ast.Module) -> None:
        """Read the code of a module, the examples in its texts, and the cases of its tests."""
        for node in all_nodes(tree):
            if isinstance(node, ast.Call):
                self._call(node)
            elif isinstance(node, ast.Constant) and isinstance(node.value, str):
                for example in _examples(node.value):
                    self.read(example)

    def _call(self, call: ast.Call) -> None:
        called = call.func
        name = called.attr if isinstance(called, ast.Attribute) else getattr(called, "id", "")
        if name == "parametrize" and len(call.args) > 1:
            for parameter, value in _cases(*call.args[:2]):
                self._note(parameter, value)
        taken = self.takers.get(name)
        if taken is None or any(k.arg is None for k in call.keywords):
            return
        given = dict(zip(taken, call.args, strict=False))
        given |= {k.arg: k.value for k in call.keywords if k.arg is not None}
        for parameter, value in given.items():
            self._note(parameter, value)

    def _note(self, parameter: str, value: ast.expr) -> None:
        if isinstance(value, ast.List | ast.Tuple | ast.Set):
            for each in value.elts:
                self._note(parameter, each)
            return
        try:
            constant = ast.literal_eval(value)
        except (ValueError, TypeError, SyntaxError, MemoryError, RecursionError):
            return
        known = self.values.setdefault(parameter, [])
        is_known = any(type(k) is type(constant) and k == constant for k in known)
        if type(constant) in _CONSTANTS and not is_known and len(known) < _MOST_OF_A_NAME:
            known.append(constant)


def takers_of(module: ModuleType, tree: ast.Module) -> dict[str, list[str]]:
    """The parameters of what a module knows, by the last words of its names: its functions,
    methods and classes, and the classes and functions it imports from the project.

    Args:
        module: the module.
        tree: its tree.
    """
    found: dict[str, list[str]] = {}
    for function in functions_of(tree):
        arguments = function.node.args
        names = [a.arg for a in [*arguments.posonlyargs, *arguments.args]]
        own = names[1:] if "." in function.name and names[:1] in (["self"], ["cls"]) else names
        found.setdefault(function.name.rpartition(".")[2], own)
    for name, value in list(vars(module).items()):
        home = getattr(value, "__module__", None) or ""
        if home.partition(".")[0] in sys.stdlib_module_names or not callable(value):
            continue
        try:
            taken = inspect.signature(value).parameters
        except (ValueError, TypeError):
            continue
        found[name] = [p.name for p in taken.values() if p.kind is not p.VAR_KEYWORD]
    return found


def _examples(text: str) -> Iterator[ast.Module]:
    """The examples of a text that show what an interpreter answers."""
    if ">>>" not in text:
        return
    try:
        found = doctest.DocTestParser().get_examples(text)
    except ValueError:  # it only looks like some
        return
    for example in found:
        try:
            yield ast.parse(example.source)
        except (SyntaxError, ValueError):
            continue


def _cases(names: ast.expr, rows: ast.expr) -> Iterator[tuple[str, ast.expr]]:
    """The names of parametrised tests, each with a value of one case."""
    try:
        told = ast.literal_eval(names)
    except (ValueError, SyntaxError):
        return
    words = re.findall(r"\w+", told) if isinstance(told, str) else list(told)
    for row in rows.elts if isinstance(rows, ast.List | ast.Tuple) else ():
        if isinstance(row, ast.Call) and getattr(row.func, "attr", "") == "param":
            row = ast.Tuple(row.args) if len(words) > 1 else (row.args or [row])[0]
        if len(words) == 1:
            yield words[0], row
        elif isinstance(row, ast.Tuple | ast.List):
            yield from zip(words, row.elts, strict=False)


def project_trees(path: str, roots: Iterable[str], words: Collection[str]) -> Iterator[ast.Module]:
    """The other modules of a project that are loaded, and those of its tests that use some words.

    Args:
        path: the module in question.
        roots: the folders that its imports start from.
        words: names of functions and classes.
    """
    wanted = re.compile(rf"\b(?:{'|'.join(map(re.escape, sorted(words)))})\(")
    left = _MOST_BYTES
    own = Path(path).resolve()
    for file in dict.fromkeys([*_loaded(roots), *_tests(own, roots)]):
        if file == own:
            continue
        try:
            raw = file.read_bytes()
            text = raw.decode("utf-8", errors="replace")
            if len(raw) < left and wanted.search(text):
                left -= len(raw)
                yield ast.parse(text)
        except (OSError, SyntaxError, ValueError, RecursionError):
            continue


def _loaded(roots: Iterable[str]) -> Iterator[Path]:
    """The files of loaded modules of the project."""
    starts = tuple(str(Path(r).resolve()) + "/" for r in roots)
    for name in sorted(sys.modules):
        file = getattr(sys.modules[name], "__file__", None) or ""
        is_ours = file.startswith(starts) and "site-packages" not in file
        if is_ours and name.partition(".")[0] not in sys.stdlib_module_names:
            yield Path(file)


def _tests(own: Path, roots: Iterable[str]) -> list[Path]:
    """Files of tests, those first that are named like a module."""
    starts = [Path(r).resolve() for r in roots]
    folders = [s / f for r in starts for s in (r, r.parent, own.parent) for f in _FOLDERS]
    found = [
        file
        for folder in dict.fromkeys(folders)
        if folder.is_dir()
        for file in sorted(folder.glob("*.py"))
        if file.stem.startswith("test") or file.stem.endswith("_test")
    ]
    return sorted(found, key=lambda f: own.stem.strip("_") not in f.stem)[:_MOST_FILES]
