"""Which functions a module has, what they are called and where they stand."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Any, TypeAlias, TypeVar

FunctionNode: TypeAlias = ast.FunctionDef | ast.AsyncFunctionDef

# Where the statements stand that a statement holds; handlers and cases hold theirs in turn.
HOLDING: dict[type[ast.AST], tuple[str, ...]] = {
    ast.If: ("body", "orelse"),
    ast.For: ("body", "orelse"),
    ast.AsyncFor: ("body", "orelse"),
    ast.While: ("body", "orelse"),
    ast.With: ("body",),
    ast.AsyncWith: ("body",),
    ast.Try: ("body", "handlers", "orelse", "finalbody"),
    ast.TryStar: ("body", "handlers", "orelse", "finalbody"),
    ast.ExceptHandler: ("body",),
    ast.Match: ("cases",),
    ast.match_case: ("body",),
    ast.FunctionDef: ("body",),
    ast.AsyncFunctionDef: ("body",),
    ast.ClassDef: ("body",),
}


# Fields of syntax nodes that never hold nodes, but texts, numbers or how a name is used.
_PLAIN = frozenset(
    "arg asname attr conversion ctx id is_async kind kwd_attrs level module name rest simple str tag "
    "type_comment".split()
)


_Code = TypeVar("_Code")
# What nodes hold that is no node, and no list of nodes.
_ATOMS = frozenset({str, int, type(None), bool, float})


class _Holders(dict[type[ast.AST], tuple[str, ...]]):
    """The fields of each class of syntax nodes that may hold nodes, found out once."""

    def __missing__(self, kind: type[ast.AST]) -> tuple[str, ...]:
        of_values = (ast.Constant, ast.MatchSingleton, ast.Global, ast.Nonlocal)
        fields = () if issubclass(kind, of_values) else kind._fields
        named = ("name",) if kind.__name__ == "TypeAlias" else ()  # a node there (PEP 695)
        self[kind] = found = (*named, *(f for f in fields if f not in _PLAIN))
        return found


_HOLDERS = _Holders()


def child_nodes(node: ast.AST) -> list[ast.AST]:
    """The nodes right below a node in the order of the text, but for how names are used.

    >>> [type(n).__name__ for n in child_nodes(ast.parse("a = b").body[0])]
    ['Name', 'Name']
    """
    found: list[ast.AST] = []
    held = node.__dict__
    for name in _HOLDERS[node.__class__]:
        value = held.get(name)
        if value is None:
            continue
        if value.__class__ is list:
            found += value if None not in value else [v for v in value if v is not None]
        else:
            found.append(value)
    return found


def all_nodes(node: ast.AST) -> Iterator[ast.AST]:
    """A node and all below it, level by level, but for how names are used: as ``ast.walk`` gives
    them, which takes three times as long.

    >>> [type(n).__name__ for n in all_nodes(ast.parse("a = b"))]
    ['Module', 'Assign', 'Name', 'Name']
    """
    found = [node]
    for each in found:  # grows on the way
        found += child_nodes(each)
        yield each


def copied(code: _Code) -> _Code:
    """A tree, or a list of trees, with nodes of its own; what says how names are used is shared.

    ``copy.deepcopy`` does the same in four times the time, as it asks of everything how it is
    copied.

    >>> tree = ast.parse("a = b")
    >>> copied(tree).body[0] is tree.body[0], ast.dump(copied(tree)) == ast.dump(tree)
    (False, True)
    """
    return _copied(code)  # type: ignore[no-any-return]


def _copied(value: Any) -> Any:
    if value.__class__ is list:
        return [_copied(v) for v in value]
    if not isinstance(value, ast.AST) or isinstance(value, ast.expr_context):
        return value
    found = value.__class__.__new__(value.__class__)
    held = found.__dict__
    for name, part in value.__dict__.items():
        kind = part.__class__
        held[name] = part if kind in _ATOMS else _copied(part)
    return found


@dataclass(frozen=True, slots=True)
class Function:
    """A function of a module.

    Attributes:
        name: qualified name, such as ``Lock.fill`` or ``outer.inner``; the second of the same
            name (a property's setter, an overload) ends in ``#2``.
        node: its syntax tree.
        around: the functions it is nested in, outermost first.
    """

    name: str
    node: FunctionNode
    around: tuple[FunctionNode, ...]


@lru_cache(16)
def nodes_of(tree: ast.Module) -> tuple[ast.AST, ...]:
    """All nodes of a module's tree, which is read many times."""
    return tuple(all_nodes(tree))


def functions_of(tree: ast.Module) -> list[Function]:
    """All functions of a module in the order of the text, nested ones after their own.

    >>> [f.name for f in functions_of(ast.parse("class A:\\n def b(self): pass"))]
    ['A.b']
    """
    found: list[tuple[str, FunctionNode, tuple[FunctionNode, ...]]] = []
    _look(tree.body, "", (), found)
    counts: dict[str, int] = {}
    functions = []
    for name, node, around in found:
        number = counts[name] = counts.get(name, 0) + 1
        functions.append(Function(name if number == 1 else f"{name}#{number}", node, around))
    return functions


def _look(
    body: Sequence[Any],
    prefix: str,
    around: tuple[FunctionNode, ...],
    found: list[tuple[str, FunctionNode, tuple[FunctionNode, ...]]],
) -> None:
    """Find the functions of a block, or of the parts of a statement."""
    for node in body:
        kind = type(node)
        fields = HOLDING.get(kind)
        if fields is None:
            continue
        if kind is ast.FunctionDef or kind is ast.AsyncFunctionDef:
            found.append((prefix + node.name, node, around))
            _look(node.body, f"{prefix}{node.name}.", (*around, node), found)
        elif kind is ast.ClassDef:
            _look(node.body, f"{prefix}{node.name}.", around, found)
        else:
            for field in fields:
                _look(getattr(node, field), prefix, around, found)


def in_other_words(statements: Sequence[ast.stmt], words: Mapping[str, str]) -> list[ast.stmt]:
    """A copy of some statements, each in its place of the text, in which names are others.

    Args:
        statements: their trees.
        words: the new names by the old ones.

    >>> ast.unparse(in_other_words(ast.parse("a = f(b)").body, {"a": "c"})[0])
    'c = f(b)'
    """
    told = [copied(s) for s in statements]
    for node in (n for s in told for n in all_nodes(s)):
        if isinstance(node, ast.Name):
            node.id = words.get(node.id, node.id)
    return told
