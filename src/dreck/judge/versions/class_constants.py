"""New constants of classes, read as constants of the module.

``self.RATES[kind]``, where only one version has ``RATES = {...}`` in the class and nothing sets it
anywhere, asks what a table of the module would be asked; what a subclass has under that name is
assumed not to be another one (``not-overridden``).
"""

from __future__ import annotations

import ast
from collections.abc import Iterator
from dataclasses import replace

from ...outline import copied, nodes_of
from ..world.constants import OF_CLASS
from ..world.names import definition_counts
from .version import Version

# What a constant may be asked without changing.
_ASKING = frozenset({"get", "items", "keys", "values", "index", "count"})
_LOOKING = frozenset({"__getattr__", "__getattribute__", "setattr", "getattr", "vars", "__dict__"})


def read_class_constants(before: Version, after: Version) -> tuple[Version, Version]:
    """Two versions, each with its new constants of classes as constants of the module."""
    return _read(before, after), _read(after, before)


def _read(version: Version, other: Version) -> Version:
    classes = [n for n in version.tree.body if isinstance(n, ast.ClassDef)]
    held = {c.name: dict(_constants_of(c)) for c in classes if not c.keywords}
    if not any(held.values()):
        return version
    words = set(_words(version.tree))
    if words & _LOOKING:
        return version
    theirs = set(_words(other.tree))
    counts = definition_counts(version.tree)
    found = {
        (owner, name): value
        for owner, constants in held.items()
        for name, value in constants.items()
        if counts[owner] == 1 and name not in theirs and _is_only_asked(owner, name, version.tree)
    }
    if not found:
        return version
    tree = copied(version.tree)
    work = _OfModule(found)
    work.visit(tree)
    if not work.used:
        return version
    new = [
        ast.Assign([ast.Name(f"{owner}.{name}", ast.Store())], copied(found[owner, name]))
        for owner, name in sorted(work.used)
    ]
    at = next(n for n, s in enumerate(tree.body) if isinstance(s, ast.ClassDef))
    tree.body[at:at] = [ast.copy_location(n, tree.body[at]) for n in new]
    ast.fix_missing_locations(tree)
    return replace(version, meant=tree)


def _constants_of(owner: ast.ClassDef) -> Iterator[tuple[str, ast.expr]]:
    """The names that the body of a class gives a value that is written out."""
    for statement in owner.body:
        if isinstance(statement, ast.Assign) and len(statement.targets) == 1:
            target = statement.targets[0]
            if isinstance(target, ast.Name) and not target.id.startswith("__"):
                if _is_written_out(statement.value):
                    yield target.id, statement.value


def _is_written_out(value: ast.expr) -> bool:
    try:
        ast.literal_eval(value)
    except (ValueError, TypeError, SyntaxError):
        return False
    return True


def _words(tree: ast.Module) -> Iterator[str]:
    """All names, attributes and texts of a module."""
    for node in nodes_of(tree):
        for field in ("id", "attr", "arg", "name", "value"):
            word = getattr(node, field, None)
            if isinstance(word, str):
                yield word


def _is_only_asked(owner: str, name: str, tree: ast.Module) -> bool:
    """Whether a constant is only spoken of as that of its class, and never changed."""
    parents = {id(c): n for n in nodes_of(tree) for c in ast.iter_child_nodes(n)}
    for node in nodes_of(tree):
        if isinstance(node, ast.Attribute) and node.attr == name:
            if not isinstance(node.ctx, ast.Load) or not isinstance(node.value, ast.Name):
                return False
            if not _stays(node, parents[id(node)]):
                return False
            if node.value.id not in (owner, "self", "cls") or not _is_of(node, owner, parents):
                return False
        elif isinstance(node, ast.Name) and node.id == name:
            if (
                isinstance(node.ctx, ast.Load)
                or getattr(_class_of(node, parents), "name", "") != owner
            ):
                return False
        elif name in (getattr(node, f, None) for f in ("arg", "name")):
            return False
        elif isinstance(node, ast.Constant) and node.value == name:
            return False
    return sum(isinstance(n, ast.Name) and n.id == name for n in nodes_of(tree)) == 1


def _stays(node: ast.Attribute, parent: ast.AST) -> bool:
    """Whether what an attribute holds is only asked where it stands."""
    if isinstance(parent, ast.Subscript):
        return parent.value is not node or isinstance(parent.ctx, ast.Load)
    if isinstance(parent, ast.Attribute):
        return parent.attr in _ASKING
    return isinstance(parent, ast.Compare | ast.BinOp | ast.For | ast.comprehension)


def _class_of(node: ast.AST, parents: dict[int, ast.AST]) -> ast.AST | None:
    while id(node) in parents:
        node = parents[id(node)]
        if isinstance(node, ast.ClassDef):
            return node
    return None


def _is_of(node: ast.Attribute, owner: str, parents: dict[int, ast.AST]) -> bool:
    """Whether a name stands for the class itself, or for what its methods are called on."""
    assert isinstance(node.value, ast.Name)
    if node.value.id == owner:
        return True
    around: ast.AST = node
    while id(around) in parents:
        around = parents[id(around)]
        if isinstance(around, ast.FunctionDef | ast.AsyncFunctionDef | ast.Lambda):
            break
    if not isinstance(around, ast.FunctionDef | ast.AsyncFunctionDef):
        return False
    of_class = parents.get(id(around))
    given = [*around.args.posonlyargs, *around.args.args]
    is_first = bool(given) and given[0].arg == node.value.id
    set_again = any(
        isinstance(n, ast.Name) and n.id == node.value.id and not isinstance(n.ctx, ast.Load)
        for n in ast.walk(around)
    )
    return (
        is_first and not set_again and isinstance(of_class, ast.ClassDef) and of_class.name == owner
    )


class _OfModule(ast.NodeTransformer):
    """Puts names of the module in the place of constants of classes."""

    def __init__(self, found: dict[tuple[str, str], ast.expr]) -> None:
        self.found = found
        self.used: set[tuple[str, str]] = set()

    def visit_Attribute(self, node: ast.Attribute) -> ast.AST:
        self.generic_visit(node)
        key = next((k for k in self.found if k[1] == node.attr), None)
        if key is None or not isinstance(node.ctx, ast.Load):
            return node
        self.used.add(key)
        made = ast.copy_location(ast.Name(".".join(key), ast.Load()), node)
        if isinstance(node.value, ast.Name) and node.value.id != key[0]:
            setattr(made, OF_CLASS, ast.unparse(node))
        return made
