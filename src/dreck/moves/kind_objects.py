"""Where objects of a class are made, so that all of them can come from a function that picks the
class of their kind.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator
from pathlib import Path

from ..outline import all_nodes, functions_of
from ..source.edits import Edit, edited
from .imports import also_importing, imports_of
from .module_view import ModuleView


def kind_parameter(start: ast.FunctionDef, attribute: str) -> str | None:
    """The parameter of ``__init__`` that is kept as the kind."""
    given = [a.arg for a in (*start.args.args, *start.args.kwonlyargs)]
    for statement in start.body:
        target = (
            statement.target
            if isinstance(statement, ast.AnnAssign)
            else statement.targets[0] if isinstance(statement, ast.Assign) else None
        )
        if isinstance(target, ast.Attribute) and target.attr == attribute:
            value = statement.value  # type: ignore[attr-defined]
            return value.id if isinstance(value, ast.Name) and value.id in given else None
    return None


def stores_of(tree: ast.Module, owner: ast.ClassDef, attribute: str) -> list[ast.Attribute]:
    """What sets or deletes an attribute of that name; what other classes set on their own objects
    is another attribute.
    """
    others: set[int] = set()
    for other in (c for c in tree.body if isinstance(c, ast.ClassDef)):
        known = {owner.name, *(b.id for b in owner.bases if isinstance(b, ast.Name))}
        named = {other.name, *(b.id for b in other.bases if isinstance(b, ast.Name))}
        if not known & named:
            others |= {
                id(n)
                for m in other.body
                if isinstance(m, ast.FunctionDef) and m.args.args
                for n in all_nodes(m)
                if isinstance(n, ast.Name) and n.id == m.args.args[0].arg
            }
    return [
        n
        for n in all_nodes(tree)
        if isinstance(n, ast.Attribute)
        and n.attr == attribute
        and not isinstance(n.ctx, ast.Load)
        and id(n.value) not in others
    ]


class Objects:
    """The places where objects of a class are made.

    Args:
        view: the file of the class.
        owner: the class.
        start: its ``__init__``.
        parameter: the parameter of ``__init__`` with the kind.
        factory: the function that is to make them.
    """

    def __init__(
        self,
        view: ModuleView,
        owner: ast.ClassDef,
        start: ast.FunctionDef,
        parameter: str,
        factory: str,
    ) -> None:
        self._view, self._owner, self._start = view, owner, start
        self._parameter, self._factory = parameter, factory

    def here(self) -> list[tuple[str, Edit]] | None:
        """The edits in the class's own file, with the function each stands in; None if the class is
        used in another way too.
        """
        return self._in(self._view)

    def elsewhere(self) -> dict[Path, str] | None:
        """The new texts of other files; None if one of them uses the class in another way too."""
        name, found = self._owner.name, {}
        for other in self._view.views_beside(name):
            aliases = imports_of(other, self._view, name)
            inside = self._in(other)
            free = _asked_or_hinted(other.tree)
            asked = any(
                isinstance(n, ast.Attribute) and n.attr == name and id(n) not in free
                for n in all_nodes(other.tree)
            )
            imported = any(
                a.name == name
                for n in all_nodes(other.tree)
                if isinstance(n, ast.ImportFrom)
                for a in n.names
            )
            unclear = not aliases or inside is None or self._factory in other.words
            if asked or (imported and unclear):
                return None
            if aliases and inside:
                edits = [e for _, e in inside]
                edits.append(also_importing(other, aliases[0], [self._factory]))
                found[other.path] = edited(other.text, edits)
        return found

    def _in(self, view: ModuleView) -> list[tuple[str, Edit]] | None:
        """The calls that make objects. Outside functions and classes only those that say the kind,
        and that stand behind the class.
        """
        tree, name = view.tree, self._owner.name
        calls = {
            id(n.func): n
            for n in all_nodes(tree)
            if isinstance(n, ast.Call) and isinstance(n.func, ast.Name)
        }
        free = _asked_or_hinted(tree) | self._asked_for_its_own(tree)
        inside = {
            id(n): f.name for f in functions_of(tree) for s in f.node.body for n in all_nodes(s)
        }
        definitions = (ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef)
        loose = {id(n) for s in tree.body if not isinstance(s, definitions) for n in all_nodes(s)}
        own = self._by_class_method() if view.path == self._view.path else set()
        found = []
        for node in (n for n in all_nodes(tree) if isinstance(n, ast.Name)):
            named = node.id == name and id(node) not in free
            if not named and id(node) not in own:
                continue
            behind = view.path != self._view.path or node.lineno > self._owner.lineno
            at_top = id(node) in loose and behind and id(node) in calls
            fits = id(node) in inside or (at_top and self._says_kind(calls[id(node)]))
            if id(node) not in calls or not fits:
                return None
            found.append((inside.get(id(node), ""), Edit(*view.offsets.span(node), self._factory)))
        return found

    def _asked_for_its_own(self, tree: ast.Module) -> set[int]:
        """The ids of names of the class of which only a class method, a static method or a constant
        is read.
        """
        own = {
            s.name
            for s in self._owner.body
            if isinstance(s, ast.FunctionDef)
            and [ast.unparse(d) for d in s.decorator_list] in (["classmethod"], ["staticmethod"])
        }
        stored = [s for s in self._owner.body if isinstance(s, ast.Assign | ast.AnnAssign)]
        own |= {n.id for s in stored for n in all_nodes(s) if isinstance(n, ast.Name)}
        return {
            id(n.value)
            for n in all_nodes(tree)
            if isinstance(n, ast.Attribute) and n.attr in own and isinstance(n.ctx, ast.Load)
        }

    def _by_class_method(self) -> set[int]:
        """The ids of the names by which class methods speak of their class."""
        return {
            id(n)
            for m in self._owner.body
            if isinstance(m, ast.FunctionDef)
            and [ast.unparse(d) for d in m.decorator_list] == ["classmethod"]
            and m.args.args
            for s in m.body
            for n in all_nodes(s)
            if isinstance(n, ast.Name) and n.id == m.args.args[0].arg
        }

    def _says_kind(self, call: ast.Call) -> bool:
        """Whether a call that makes an object has its kind written there."""
        names = [a.arg for a in self._start.args.args[1:]]
        given: dict[str | None, ast.expr] = {
            **dict(zip(names, call.args, strict=False)),
            **{k.arg: k.value for k in call.keywords},
        }
        kind = given.get(self._parameter)
        plain = not any(isinstance(a, ast.Starred) for a in call.args) and all(
            k.arg for k in call.keywords
        )
        member = (
            isinstance(kind, ast.Attribute)
            and isinstance(kind.value, ast.Name)
            and kind.attr.isupper()
        )
        return plain and (isinstance(kind, ast.Constant) or member)


def _asked_or_hinted(tree: ast.Module) -> set[int]:
    """The ids of what stands in annotations, or behind ``isinstance`` and its like."""
    asked = {
        id(a)
        for n in all_nodes(tree)
        if isinstance(n, ast.Call)
        and isinstance(n.func, ast.Name)
        and n.func.id in ("isinstance", "issubclass")
        for arg in n.args[1:]
        for a in all_nodes(arg)
    }
    return asked | {id(n) for f in all_nodes(tree) for n in _hints_in(f)}


def _hints_in(node: ast.AST) -> Iterator[ast.AST]:
    for hint in (getattr(node, "annotation", None), getattr(node, "returns", None)):
        if isinstance(hint, ast.AST):
            yield from all_nodes(hint)
