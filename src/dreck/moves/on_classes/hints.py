"""Annotations of new methods, where the function that they come from has them."""

from __future__ import annotations

import ast
import builtins

from ...logic.bindings import assigned_in, parameters
from ...outline import Function, all_nodes
from ..arm_results import Results
from ..module_view import ModuleView
from .declared import parsed
from .switches import classes_of
from .yields import SOMETIMES


def parameter(
    view: ModuleView, function: Function, owner: ast.ClassDef | None, name: str, called: str
) -> str:
    """A parameter of a method as its signature has it.

    Args:
        view: the module that the function stands in.
        function: the function.
        owner: the class that gets the method; None if it stands in another file.
        name: the name in the function.
        called: the name in the method.
    """
    this = view.instance_of(function)
    given = {a.arg: a.annotation for a in parameters(function.node)}
    hint = given.get(name)
    if name == this:
        around = view.owners[id(function.node)]
        hint = ast.Name(around.name, ast.Load()) if declares(function, this) else None
    if hint is None or name in assigned_in(function.node):
        return called
    text = _seen_from(view, owner, hint)
    return f"{called}: {text}" if text else called


def result(
    view: ModuleView, function: Function, owner: ast.ClassDef | None, results: Results
) -> str:
    """What the signature of a method says of what it gives back; empty if that is not known."""
    hint = function.node.returns
    if hint is None or results.names:
        return ""
    if results.yields:
        inner = _of_one(hint)
        text = _seen_from(view, owner, inner) if inner is not None else ""
        maybe = " | None" if results.yields == SOMETIMES else ""
        return f" -> {text}{maybe}" if text and not (maybe and text.startswith('"')) else ""
    text = _seen_from(view, owner, hint) if results.leaves else "None"
    return f" -> {text}" if text else ""


def _of_one(hint: ast.expr) -> ast.expr | None:
    """What one of the values is that a generator function yields, by its annotation."""
    if not isinstance(hint, ast.Subscript):
        return None
    inner = hint.slice
    return inner.elts[0] if isinstance(inner, ast.Tuple) and inner.elts else inner


def declares(function: Function, this: str | None) -> bool:
    """Whether a function says what it takes, or gives back."""
    own = [a for a in parameters(function.node) if a.arg != this]
    said = [a.annotation is not None for a in own]
    return all(said) and (bool(said) or function.node.returns is not None)


def _seen_from(view: ModuleView, owner: ast.ClassDef | None, hint: ast.expr) -> str:
    """An annotation as it can stand in a class: in quotes where it names what comes later; empty
    where its names mean something else in another file.
    """
    read = parsed(hint)
    if read is None:
        return ""
    words = _words(read)
    plain = {w for w in words if hasattr(builtins, w) and w not in view.top_names}
    if owner is None and words - plain:
        return ""
    text = ast.unparse(hint) if not hasattr(hint, "lineno") else view.offsets.source(hint)
    if isinstance(hint, ast.Constant) or _is_lazy(view.tree) or owner is None:
        return text
    later = {
        c.name for c in classes_of(view).values() if c.lineno >= owner.lineno and c.name in words
    }
    return f'"{text}"' if later else text


def _words(node: ast.AST) -> set[str]:
    return {n.id for n in all_nodes(node) if isinstance(n, ast.Name)}


def _is_lazy(tree: ast.Module) -> bool:
    """Whether annotations are not evaluated (PEP 563)."""
    return any(
        isinstance(s, ast.ImportFrom)
        and s.module == "__future__"
        and any(a.name == "annotations" for a in s.names)
        for s in tree.body
    )
