"""The built-in types that an annotation promises."""

from __future__ import annotations

import ast

from ..world.around import Names
from ..values.terms import PLAIN, Kinds, enum_kind
from .types import Type, names_in

_SIMPLE: dict[str, Kinds] = {
    "int": frozenset({"int", "bool"}),
    "bool": frozenset({"bool"}),
    "float": frozenset({"float", "int", "bool"}),
    "str": frozenset({"str"}),
    "bytes": frozenset({"bytes"}),
    "None": frozenset({"NoneType"}),
}


def kinds_of_annotation(annotation: ast.expr | None, names: Names) -> Kinds | None:
    """The types a parameter may have, or None if the annotation does not pin them down.

    An ``int`` may be a bool, and where a ``float`` is asked for an ``int`` may come
    (PEP 484, "The numeric tower").
    """
    if annotation is None:
        return None
    if isinstance(annotation, ast.Constant):
        return _of_constant(annotation.value, names)
    if isinstance(annotation, ast.Name) and annotation.id in names.enums:
        return frozenset({enum_kind(annotation.id, names.enums[annotation.id])})
    if isinstance(annotation, ast.Name):
        if names.declared.is_derived_from(annotation.id):
            return None  # it may be one of those, which may format, add or compare otherwise
        return (
            _SIMPLE.get(annotation.id)
            if names.is_builtin(annotation.id)
            else _of_alias(annotation, names)
        )
    if isinstance(annotation, ast.BinOp) and isinstance(annotation.op, ast.BitOr):
        return _union([annotation.left, annotation.right], names)
    if isinstance(annotation, ast.Subscript):
        return _of_subscript(annotation, names)
    return None


def _of_alias(annotation: ast.Name, names: Names) -> Kinds | None:
    """The plain types behind a name that the module gives an annotation."""
    found = names_in(names.declared.read(annotation))
    if not found <= PLAIN or any(map(names.declared.is_derived_from, found)):
        return None
    return found


def kinds_of_type(kind: Type, names: Names) -> Kinds | None:
    """The plain types, and plain enums, that a declared type allows; None if it allows others."""
    found = set()
    for atom in kind:
        if atom.name.startswith("own:") and atom.name[4:] in names.enums:
            found.add(enum_kind(atom.name[4:], names.enums[atom.name[4:]]))
        elif atom.name not in PLAIN or names.declared.is_derived_from(atom.name):
            return None
        else:
            found.add(atom.name)
    return frozenset(found) or None


def class_of_annotation(annotation: ast.expr | None) -> str:
    """The name that an annotation consists of, also one in quotes; empty for anything else."""
    if isinstance(annotation, ast.Constant) and isinstance(annotation.value, str):
        return annotation.value if annotation.value.isidentifier() else ""
    return annotation.id if isinstance(annotation, ast.Name) else ""


def class_or_none_of_annotation(annotation: ast.expr | None) -> str:
    """The name in ``C | None`` and ``Optional[C]``, also in quotes; empty for anything else."""
    if isinstance(annotation, ast.Constant) and isinstance(annotation.value, str):
        try:
            annotation = ast.parse(annotation.value, mode="eval").body
        except SyntaxError:
            return ""
    if isinstance(annotation, ast.BinOp) and isinstance(annotation.op, ast.BitOr):
        sides = (annotation.left, annotation.right)
        named = [s for s in sides if not (isinstance(s, ast.Constant) and s.value is None)]
        return class_of_annotation(named[0]) if len(named) == 1 else ""
    if isinstance(annotation, ast.Subscript):
        head = annotation.value
        name = head.attr if isinstance(head, ast.Attribute) else getattr(head, "id", "")
        return class_of_annotation(annotation.slice) if name == "Optional" else ""
    return ""


def _of_constant(value: object, names: Names) -> Kinds | None:
    if value is None:
        return _SIMPLE["None"]
    if isinstance(value, str):
        try:
            return kinds_of_annotation(ast.parse(value, mode="eval").body, names)
        except SyntaxError:
            return None
    return None


def _of_subscript(annotation: ast.Subscript, names: Names) -> Kinds | None:
    head = annotation.value
    name = head.attr if isinstance(head, ast.Attribute) else getattr(head, "id", "")
    inside = (
        annotation.slice.elts if isinstance(annotation.slice, ast.Tuple) else [annotation.slice]
    )
    if name == "Optional":
        return _union([*inside, ast.Constant(None)], names)
    if name == "Union":
        return _union(inside, names)
    if name == "Literal":
        values = [c.value for c in inside if isinstance(c, ast.Constant)]
        kinds = frozenset(type(v).__name__ for v in values)
        return (
            kinds
            if len(values) == len(inside) and kinds <= {"int", "bool", "str", "bytes", "NoneType"}
            else None
        )
    return None


def _union(parts: list[ast.expr], names: Names) -> Kinds | None:
    found: Kinds = frozenset()
    for part in parts:
        kinds = kinds_of_annotation(part, names)
        if kinds is None:
            return None
        found |= kinds
    return found
