"""From annotations to declared types."""

from __future__ import annotations

import ast
import builtins
from collections import Counter
from collections.abc import Iterator, Mapping
from functools import lru_cache, reduce

from ...outline import nodes_of
from .names import (
    CACHED,
    bound_once,
    declared_global,
    definition_counts,
    imported,
    is_never_rebound,
    single_target,
    stored_at_module_level,
)
from .types import ANYTHING, NONE_TYPE, Atom, Type, of_class, own, union

_BUILTIN = frozenset(n for n in dir(builtins) if isinstance(getattr(builtins, n), type))
# Names of the typing module that stand for built-in classes (PEP 585).
_OLD_NAMES = {
    "List": "list",
    "Dict": "dict",
    "Set": "set",
    "FrozenSet": "frozenset",
    "Tuple": "tuple",
    "Type": "type",
    "Text": "str",
}
_LIBRARY = frozenset({"collections", "collections.abc", "typing", "datetime", "decimal", "pathlib"})
_TRANSPARENT = frozenset({"Annotated", "Final", "ClassVar", "Required", "NotRequired", "ReadOnly"})
# An annotation nested deeper than this is not read.
_DEEPEST = 8


class Annotations:
    """Reads the annotations of one module."""

    def __init__(self, tree: ast.Module) -> None:
        self.tree = tree
        self.classes = {n.name for n in tree.body if isinstance(n, ast.ClassDef)}
        self._imports = _imports(tree)
        self._aliases = {n: v for n, v in self._named()}

    def _named(self) -> Iterator[tuple[str, ast.expr]]:
        """Names that the module gives an annotation, once: ``Depth = NewType("Depth", int)``,
        ``X = int | str``, ``N = TypeVar("N", bound=str)``.
        """
        for statement in self.tree.body:
            target, value = single_target(statement), getattr(statement, "value", None)
            if target is None or not is_never_rebound(target, self.tree):
                continue
            if isinstance(value, ast.Call):
                stood_for = self._made_by(value)
                if stood_for is not None:
                    yield target, stood_for
            elif isinstance(value, ast.BinOp | ast.Subscript):
                yield target, value
            elif isinstance(value, ast.Name) and self.canonical(value) in _BUILTIN:
                yield target, value

    def _made_by(self, call: ast.Call) -> ast.expr | None:
        """What the new type or the variable that a call makes stands for."""
        if not isinstance(call.func, ast.Name | ast.Attribute):
            return None
        made = self.canonical(call.func)
        if made == "typing.NewType" and len(call.args) == 2 and not call.keywords:
            return call.args[1]
        if made == "typing.TypeVar" and len(call.args) == 1 and len(call.keywords) == 1:
            return call.keywords[0].value if call.keywords[0].arg == "bound" else None
        if made == "typing.TypeVar" and len(call.args) > 2 and not call.keywords:
            # One of several; a star among them would bring more.
            return reduce(lambda a, b: ast.BinOp(a, ast.BitOr(), b), call.args[1:])
        return None

    def read(self, hint: ast.expr | None, depth: int = 0) -> Type:
        """The type that an annotation declares; anything if it cannot be read."""
        if hint is None or depth > _DEEPEST:
            return ANYTHING
        if isinstance(hint, ast.Constant):
            return self._constant(hint.value, depth)
        if isinstance(hint, ast.BinOp) and isinstance(hint.op, ast.BitOr):
            return union([self.read(hint.left, depth + 1), self.read(hint.right, depth + 1)])
        if isinstance(hint, ast.Name | ast.Attribute):
            return self._name(hint, depth)
        return self._subscript(hint, depth) if isinstance(hint, ast.Subscript) else ANYTHING

    def _constant(self, value: object, depth: int) -> Type:
        if value is None:
            return NONE_TYPE
        if not isinstance(value, str):
            return ANYTHING
        try:
            return self.read(ast.parse(value, mode="eval").body, depth + 1)
        except SyntaxError:
            return ANYTHING

    def canonical(self, node: ast.expr) -> str:
        """What a name in an annotation stands for: ``str``, ``typing.Optional``, ``own:Lock``."""
        text = ast.unparse(node)
        first, _, rest = text.partition(".")
        if first in self._imports:
            return ".".join(p for p in (self._imports[first], rest) if p)
        if isinstance(node, ast.Name) and node.id in self.classes:
            once = definition_counts(self.tree)[node.id] == 1 and bound_once(node.id, self.tree)
            return f"own:{node.id}" if once else "?"
        known = text not in definition_counts(self.tree) and text not in imported(self.tree)
        if text in _BUILTIN and known and bound_once(text, self.tree):
            return text
        return "?"

    def _name(self, node: ast.Name | ast.Attribute, depth: int) -> Type:
        if isinstance(node, ast.Name) and node.id in self._aliases:
            return self.read(self._aliases[node.id], depth + 1)
        name = self.canonical(node)
        module, _, last = name.rpartition(".")
        if name.startswith("own:"):
            return frozenset({own(name.removeprefix("own:"))})
        if module in ("typing", "collections.abc"):
            if last in _OLD_NAMES:
                return of_class(_OLD_NAMES[last])
            return (
                frozenset({Atom(f"typing.{last}")})
                if last[:1].isupper() and last != "Any"
                else ANYTHING
            )
        if module in _LIBRARY:
            return frozenset({Atom(name)})
        return of_class(name) if name in _BUILTIN and name != "object" else ANYTHING

    def _subscript(self, node: ast.Subscript, depth: int) -> Type:
        inside = node.slice.elts if isinstance(node.slice, ast.Tuple) else [node.slice]
        name = self.canonical(node.value)
        last = name.rpartition(".")[2]
        if last == "?" and isinstance(node.value, ast.Name | ast.Attribute):
            return ANYTHING
        read = [self.read(p, depth + 1) for p in inside]
        if last == "Optional":
            return union([*read, NONE_TYPE])
        if last == "Union":
            return union(read)
        if last in _TRANSPARENT:
            return read[0]
        if last == "Literal":
            return _of_literals(inside)
        if last == "Callable":
            return frozenset({Atom("Callable", (read[-1],))})
        if last == "tuple" or last == "Tuple":
            return self._tuple(inside, read)
        whole = (
            self._name(node.value, depth + 1)
            if isinstance(node.value, ast.Name | ast.Attribute)
            else ANYTHING
        )
        return frozenset(Atom(a.name, tuple(read)) for a in whole)

    @staticmethod
    def _tuple(inside: list[ast.expr], read: list[Type]) -> Type:
        """Of a tuple of any length what each item is; of another one what all its items may be."""
        is_open = (
            len(inside) == 2 and isinstance(inside[1], ast.Constant) and inside[1].value is ...
        )
        return frozenset({Atom("tuple", (read[0] if is_open else union(read),))})


def _of_literals(inside: list[ast.expr]) -> Type:
    values = [e.value for e in inside if isinstance(e, ast.Constant)]
    if len(values) < len(inside):
        return ANYTHING
    return frozenset(Atom(type(v).__name__) for v in values)


@lru_cache(CACHED)
def annotations_of(tree: ast.Module) -> Annotations:
    """The reader of a module's annotations."""
    return Annotations(tree)


@lru_cache(CACHED)
def _imports(tree: ast.Module) -> Mapping[str, str]:
    """What the names that a module imports at its top level stand for, by the library's own names;
    none that anything else gives a meaning, too.
    """
    found: dict[str, str] = {}
    aliases = [
        a for n in nodes_of(tree) if isinstance(n, ast.Import | ast.ImportFrom) for a in n.names
    ]
    times = Counter(a.asname or a.name for a in aliases)
    twice = {name.partition(".")[0] for name, often in times.items() if often > 1}
    taken = definition_counts(tree).keys() | stored_at_module_level(tree) | declared_global(tree)
    taken |= twice
    for node in tree.body:
        if isinstance(node, ast.ImportFrom) and not node.level and node.module:
            found |= {a.asname or a.name: f"{node.module}.{a.name}" for a in node.names}
        elif isinstance(node, ast.Import):
            for alias in node.names:
                name = alias.asname or alias.name.partition(".")[0]
                found[name] = alias.name if alias.asname else name
    return {n: m for n, m in found.items() if n not in taken}
