"""Functions that stand in another place, or have another name, and are otherwise what they were."""

from __future__ import annotations

import ast
import builtins
from collections.abc import Sequence
from dataclasses import dataclass

from ..judge.versions.version import Version
from ..outline import FunctionNode


@dataclass(frozen=True, slots=True)
class Moved:
    """A function that is found again.

    Attributes:
        file, name: where it was, and what it was called.
        to_file, to_name: where it is, and what it is called.
    """

    file: str
    name: str
    to_file: str
    to_name: str

    @property
    def words(self) -> str:
        """What became of it."""
        if self.file == self.to_file:
            return f"is called {self.to_name} now, and is otherwise what it was"
        place = f"moved to {self.to_file}"
        return (
            f"{place}, and is what it was"
            if self.name == self.to_name
            else f"{place} as {self.to_name}, and is otherwise what it was"
        )


@dataclass(frozen=True, slots=True)
class Place:
    """A file in both of its versions; None where it is not there."""

    file: str
    before: Version | None
    after: Version | None


def moved(places: Sequence[Place]) -> list[Moved]:
    """The functions that went from one place to another, where that is clear: the text is the
    same but for the name, there is one such function on either side, and every name of the module
    that it uses is bound alike in both.
    """
    gone = [(p, n) for p in places for n in _only(p.before, p.after)]
    come = [(p, n) for p in places for n in _only(p.after, p.before)]
    found = []
    for place, name in gone:
        alike = [(p, n) for p, n in come if _is_moved(place, name, p, n)]
        named = [(p, n) for p, n in alike if n == name] or alike
        if len(named) == 1:
            to, to_name = named[0]
            found.append(Moved(place.file, name, to.file, to_name))
            come.remove(named[0])
    return found


def _only(has: Version | None, lacks: Version | None) -> list[str]:
    """Functions of the module itself, or of its classes, that only one version has."""
    if has is None:
        return []
    others = {} if lacks is None else lacks.functions
    return [
        n for n, f in has.functions.items() if n not in others and not f.around and "#" not in n
    ]


def _is_moved(place: Place, name: str, to: Place, to_name: str) -> bool:
    assert place.before is not None and to.after is not None
    if place.file != to.file and name != to_name:
        return False  # two things at once are not clear
    owner, to_owner = name.rpartition(".")[0], to_name.rpartition(".")[0]
    if owner != to_owner:
        return False
    old, new = place.before.functions[name].node, to.after.functions[to_name].node
    if _shape(old, old.name) != _shape(new, new.name):
        return False
    if place.file == to.file:
        return True
    if owner:
        return False  # a method is what its class makes of it
    return all(
        (bound := _binding(place.before.tree, used)) is not None
        and bound == _binding(to.after.tree, used)
        for used in _used(old)
    )


def _shape(node: FunctionNode, name: str) -> str:
    """A function's text as it is, but for its name and where it stands."""
    text = ast.dump(node)
    word = repr(name)
    return (
        text.replace(f"name={word}", "name=''")
        .replace(f"id={word}", "id=''")
        .replace(f"attr={word}", "attr=''")
    )


def _used(node: FunctionNode) -> set[str]:
    """Names that a function reads and does not bind itself, without its own and built-in ones."""
    own = {a.arg for a in ast.walk(node) if isinstance(a, ast.arg)}
    names = [n for n in ast.walk(node) if isinstance(n, ast.Name)]
    own |= {n.id for n in names if isinstance(n.ctx, ast.Store)} | {node.name}
    loaded = {n.id for n in names if isinstance(n.ctx, ast.Load)}
    return {n for n in loaded - own if not hasattr(builtins, n)}


def _binding(tree: ast.Module, name: str) -> str | None:
    """How a module binds a name: the one statement that does, as text; None if that is not told."""
    found = []
    for statement in tree.body:
        if isinstance(statement, ast.Import):
            found += [
                f"import {a.name} as {name}"
                for a in statement.names
                if (a.asname or a.name.partition(".")[0]) == name
            ]
        elif isinstance(statement, ast.ImportFrom):
            module = "." * statement.level + (statement.module or "")
            found += [
                f"from {module} import {a.name}"
                for a in statement.names
                if (a.asname or a.name) == name
            ]
        elif isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
            found += [ast.dump(statement)] if statement.name == name else []
        elif any(
            isinstance(n, ast.Name) and n.id == name and isinstance(n.ctx, ast.Store)
            for n in ast.walk(statement)
        ):
            found += [ast.dump(statement)]
    return found[0] if len(found) == 1 else None
