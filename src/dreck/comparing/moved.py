"""Functions that stand in another place, or have another name, and are otherwise what they were."""

from __future__ import annotations

import ast
import builtins
import symtable
from collections.abc import Sequence
from dataclasses import dataclass
from pathlib import Path

from ..judge.versions.version import Version
from ..outline import FunctionNode, all_nodes


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
    # A method is what its class makes of it.
    return not owner and all(_means_the_same(n, place, to) for n in _free(old) - {name})


def _shape(node: FunctionNode, name: str) -> str:
    """A function's text as it is, but for its name and where it stands."""
    text = ast.dump(node)
    word = repr(name)
    return (
        text.replace(f"name={word}", "name=''")
        .replace(f"id={word}", "id=''")
        .replace(f"attr={word}", "attr=''")
    )


def _free(node: ast.stmt) -> set[str]:
    """Names of the module that a statement, or what is nested in it, reads."""
    top = symtable.symtable(ast.unparse(node), "moved", "exec")
    found = {s.get_name() for s in top.get_symbols() if s.is_referenced()}
    pending = list(top.get_children())
    while pending:
        table = pending.pop()
        found |= {s.get_name() for s in table.get_symbols() if s.is_global()}
        pending += table.get_children()
    return found


def _means_the_same(name: str, place: Place, to: Place, seen: frozenset[str] = frozenset()) -> bool:
    """Whether a name is the same thing in the old module and in the new one: imported alike, a
    constant, a function whose own names are the same, or a built-in. A list or a class of the same
    text is another one.
    """
    assert place.before is not None and to.after is not None
    old, new = _bindings(place.before.tree, name), _bindings(to.after.tree, name)
    if not old and not new:
        return hasattr(builtins, name)
    if len(old) != 1 or len(new) != 1 or ast.dump(old[0]) != ast.dump(new[0]):
        return False
    (binding,) = old
    if isinstance(binding, ast.Import):
        return True
    if isinstance(binding, ast.ImportFrom):
        return not binding.level or Path(place.file).parent == Path(to.file).parent
    if isinstance(binding, ast.FunctionDef | ast.AsyncFunctionDef):
        inner = _free(binding) - seen - {name}
        return all(_means_the_same(n, place, to, seen | {name}) for n in inner)
    return isinstance(binding, ast.Assign) and _is_constant(binding.value)


def _is_constant(node: ast.expr) -> bool:
    if isinstance(node, ast.Tuple):
        return all(map(_is_constant, node.elts))
    if isinstance(node, ast.UnaryOp):
        return isinstance(node.operand, ast.Constant)
    return isinstance(node, ast.Constant)


def _bindings(tree: ast.Module, name: str) -> list[ast.stmt]:
    """All statements that may bind a name of a module, imports with this one name only."""
    found: list[ast.stmt] = []
    pending = list(tree.body)
    for node in all_nodes(tree):
        if isinstance(node, ast.Global) and name in node.names:
            found.append(node)
    while pending:
        statement = pending.pop()
        if isinstance(statement, ast.Import | ast.ImportFrom):
            found += _imports(statement, name)
        elif isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
            found += [statement] if statement.name == name else []
        else:
            inner = [
                n for n in all_nodes(statement) if isinstance(n, ast.stmt) and n is not statement
            ]
            stored = [n for n in all_nodes(statement) if isinstance(n, ast.Name)]
            binds = any(n.id == name and not isinstance(n.ctx, ast.Load) for n in stored)
            # What stands under a condition, or is tried, may bind it or not.
            binds |= bool(inner) and any(_bindings(ast.Module([i], []), name) for i in inner)
            found += [statement] if binds else []
    return found


def _imports(statement: ast.Import | ast.ImportFrom, name: str) -> list[ast.stmt]:
    found: list[ast.stmt] = []
    for alias in statement.names:
        called = alias.asname or (
            alias.name if isinstance(statement, ast.ImportFrom) else alias.name.partition(".")[0]
        )
        if isinstance(statement, ast.ImportFrom) and (called == name or called == "*"):
            found.append(ast.ImportFrom(statement.module, [alias], statement.level))
            if called == "*":  # nobody knows what that brings
                found.append(statement)
        elif called == name:
            found.append(ast.Import([alias]))
    return found
