"""Imports that moves add to a file."""

from __future__ import annotations

import ast
import sys
from collections.abc import Collection
from itertools import takewhile

from ..outline import all_nodes
from ..source.edits import Edit
from .module_view import ModuleView


def is_imported(view: ModuleView, module: str, name: str) -> bool:
    """Whether a file imports a name from a module under that name at its top level."""
    imports = [
        s
        for s in view.tree.body
        if isinstance(s, ast.ImportFrom) and s.module == module and not s.level
    ]
    return any(a.name == name and not a.asname for s in imports for a in s.names)


def is_free(view: ModuleView, module: str, name: str) -> bool:
    """Whether a name is imported from that module, or means nothing in the file yet."""
    return is_imported(view, module, name) or name not in view.words


def imports_of(view: ModuleView, home: ModuleView, name: str) -> list[ast.alias]:
    """Where a file imports a name of another file under that name, at its top level and nowhere
    else.
    """
    statements = [
        s for s in view.tree.body if isinstance(s, ast.ImportFrom) and _leads_to(s, view, home)
    ]
    found = [a for s in statements for a in s.names if a.name == name and a.asname in (None, name)]
    every = [
        a.asname or a.name
        for n in all_nodes(view.tree)
        if isinstance(n, ast.Import | ast.ImportFrom)
        for a in n.names
    ]
    return found if every.count(name) == 1 else []


def _leads_to(statement: ast.ImportFrom, view: ModuleView, home: ModuleView) -> bool:
    """Whether an import takes its names from a file."""
    parts = statement.module.split(".") if statement.module else []
    path = home.path.resolve()
    target = path.parent if path.name == "__init__.py" else path.with_suffix("")
    if statement.level:
        return view.path.resolve().parents[statement.level - 1].joinpath(*parts) == target
    package = [target.name]
    folder = target.parent
    while (folder / "__init__.py").exists():
        package.insert(0, folder.name)
        folder = folder.parent
    return parts == package


def also_importing(view: ModuleView, alias: ast.alias, names: Collection[str]) -> Edit:
    """The edit that imports more names beside one."""
    end = view.offsets.of(alias.end_lineno or alias.lineno, alias.end_col_offset or 0)
    return Edit(end, end, "".join(f", {n}" for n in names))


def with_import(view: ModuleView, module: str, name: str, new: Edit) -> list[Edit]:
    """An edit that puts in new code, and the import that it needs: behind the imports or the
    docstring that come first.
    """
    if is_imported(view, module, name):
        return [new]
    body = view.tree.body
    text = f"from {module} import {name}{view.newline}"
    is_doc = isinstance(body[0], ast.Expr) and isinstance(body[0].value, ast.Constant)
    head = list(takewhile(lambda s: isinstance(s, ast.Import | ast.ImportFrom), body[is_doc:]))
    before = [s for s in head if _is_from_library(s)]
    if before:
        modules = [_module_of(s) for s in before]
        behind = (
            next((s for s, m in zip(before, modules, strict=True) if m > module), None)
            if modules == sorted(modules)
            else None
        )
        at = view.end_of(before[-1]) if behind is None else _above(view, behind)
    elif head:
        text, at = text + view.newline, _above(view, head[0])  # the library's own come first
    elif is_doc:
        text, at = view.newline + text, view.end_of(body[0])
    else:
        text, at = text + view.newline * 2, view.start_of(body[0])
    if at == new.start == new.end:
        return [Edit(at, at, text + new.text)]
    return [new, Edit(at, at, text)]


def _above(view: ModuleView, statement: ast.stmt) -> int:
    """Where something goes that is to stand above an import: comments above the first one are the
    file's.
    """
    if statement is view.tree.body[0]:
        return view.offsets.line_start(statement.lineno)
    return view.start_of(statement)


def _module_of(statement: ast.stmt) -> str:
    return (
        statement.names[0].name
        if isinstance(statement, ast.Import)
        else getattr(statement, "module", None) or ""
    )


def _is_from_library(statement: ast.stmt) -> bool:
    """Whether an import is of a module that comes with Python."""
    if isinstance(statement, ast.Import):
        return all(a.name.partition(".")[0] in sys.stdlib_module_names for a in statement.names)
    return (
        isinstance(statement, ast.ImportFrom)
        and not statement.level
        and (statement.module or "").partition(".")[0] in sys.stdlib_module_names
    )
