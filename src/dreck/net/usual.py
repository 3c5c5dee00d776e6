"""Values that a project gives to names: what its tests call a boat, so that pins call it that too."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Mapping, Sequence
from pathlib import Path

from ..outline import all_nodes

# Files that are read, the longest of them in bytes, and values kept for one name.
_MOST_FILES = 200
_LONGEST_FILE = 200_000
_MOST_VALUES = 12
_LONGEST_VALUE = 40
_KINDS = (str, int, float, bool)


def usual_values(project: Path) -> dict[str, list[str]]:
    """For names of parameters, attributes and keys the texts and numbers that are given to them.

    Args:
        project: the project's folder; its tests are read first, what cannot be read is left out.

    Returns:
        for each name its values as Python text, in the order in which they stand.
    """
    trees = [tree for path in _files(project) if (tree := _read(path)) is not None]
    known = _parameters(trees)
    found: dict[str, list[str]] = {}
    for tree in trees:
        for name, value in _given(tree, known):
            values = found.setdefault(name, [])
            text = repr(value)
            if len(text) <= _LONGEST_VALUE and text not in values and len(values) < _MOST_VALUES:
                values.append(text)
    return found


def _files(project: Path) -> list[Path]:
    """The files of a project, those of its tests first."""
    try:
        found = [p for p in sorted(project.rglob("*.py")) if not _is_hidden(p.relative_to(project))]
    except OSError:
        return []
    found.sort(key=lambda p: not _is_test(p.relative_to(project)))
    return found[:_MOST_FILES]


def _is_hidden(path: Path) -> bool:
    return any(p.startswith(".") or p in ("build", "dist", "node_modules") for p in path.parts)


def _is_test(path: Path) -> bool:
    return any(p in ("tests", "test") for p in path.parts) or path.name.startswith("test")


def _read(path: Path) -> ast.Module | None:
    try:
        return ast.parse(path.read_bytes()) if path.stat().st_size <= _LONGEST_FILE else None
    except (OSError, SyntaxError, ValueError, RecursionError):
        return None


def _parameters(trees: Sequence[ast.Module]) -> dict[str, list[str]]:
    """What functions and classes are given, by their names, where only one is called so."""
    found: dict[str, list[list[str]]] = {}
    for node in (n for tree in trees for n in all_nodes(tree)):
        if isinstance(node, ast.ClassDef):
            found.setdefault(node.name, []).append(_of_class(node))
        elif isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
            names = [a.arg for a in (*node.args.posonlyargs, *node.args.args)]
            found.setdefault(node.name, []).append(names[names[:1] in (["self"], ["cls"]) :])
    return {name: kept[0] for name, kept in found.items() if len(kept) == 1}


def _of_class(node: ast.ClassDef) -> list[str]:
    for each in node.body:
        if isinstance(each, ast.FunctionDef) and each.name == "__init__":
            return [a.arg for a in (*each.args.posonlyargs, *each.args.args)][1:]
    fields = (s.target for s in node.body if isinstance(s, ast.AnnAssign))
    return [t.id for t in fields if isinstance(t, ast.Name)]


def _given(tree: ast.Module, known: Mapping[str, Sequence[str]]) -> Iterator[tuple[str, object]]:
    """Names with the values that a module gives them."""
    for node in all_nodes(tree):
        if isinstance(node, ast.Call):
            called = node.func.attr if isinstance(node.func, ast.Attribute) else ""
            called = node.func.id if isinstance(node.func, ast.Name) else called
            for name, argument in zip(known.get(called, ()), node.args, strict=False):
                yield from _value(name, argument)
            for keyword in node.keywords:
                yield from _value(keyword.arg or "", keyword.value)
        elif isinstance(node, ast.Dict):
            for key, item in zip(node.keys, node.values, strict=True):
                if isinstance(key, ast.Constant) and isinstance(key.value, str):
                    yield from _value(key.value, item)
        elif isinstance(node, ast.Assign):
            for target in node.targets:
                name = target.attr if isinstance(target, ast.Attribute) else ""
                name = target.id if isinstance(target, ast.Name) else name
                yield from _value(name, node.value)


def _value(name: str, node: ast.expr) -> Iterator[tuple[str, object]]:
    is_known = isinstance(node, ast.Constant) and type(node.value) in _KINDS
    if is_known and name.isidentifier() and isinstance(node, ast.Constant) and node.value != "":
        yield name, node.value
