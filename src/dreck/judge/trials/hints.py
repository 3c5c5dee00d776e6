"""What annotations stand for, those that name what is only imported for type checkers too."""

from __future__ import annotations

import ast
import collections.abc
import contextlib
import io
import numbers
import sys
import types
import typing
from functools import reduce
from operator import or_
from pathlib import Path
from typing import Any

from .homes import note_homes

# Abstract classes of which the built-in ones are the usual objects.
_ABSTRACT: dict[type, Any] = {
    collections.abc.Hashable: str | int,
    collections.abc.Sized: str | list[int],
    numbers.Number: int | float,
    numbers.Real: int | float,
    numbers.Integral: int,
}
# Built-in types that may stand for a protocol, those of one kind together: what containers hold is
# a matter of what its methods are declared to give.
_GROUPS: tuple[tuple[Any, ...], ...] = ((int, float), (bytes,))
# What stands in every protocol.
_OF_ANY_PROTOCOL = frozenset(vars(typing.Generic)) | frozenset(
    "__module__ __doc__ __annotations__ __dict__ __weakref__ __parameters__ __orig_bases__ __init__"
    " __subclasshook__ __abstractmethods__ _is_protocol _is_runtime_protocol __protocol_attrs__"
    " __non_callable_proto_members__ __static_attributes__ __firstlineno__ __type_params__"
    " __annotate__ __annotate_func__ __annotations_cache__ __slots__ __qualname__".split()
)
_AROUND = (typing.Annotated, typing.Final, typing.ClassVar)


def meant(hint: Any) -> Any:
    """The annotation that another one stands for: what is inside of ``Final`` and its like, what a
    new type, an alias or a variable is made from; the annotation itself if it is none of them.

    Args:
        hint: an evaluated annotation.
    """
    while (inner := _inner(hint)) is not hint:
        hint = inner
    return hint


def _built_in(protocol: type) -> Any:
    """The built-in types that fulfil a protocol that only asks for what operators and built-in
    functions use (``__int__``, ``__lt__``, ``__len__``); the protocol itself if there are none, or
    if it asks for more.

    >>> _built_in(typing.SupportsInt)
    int | float
    """
    own = [c for c in protocol.__mro__ if getattr(c, "_is_protocol", False)]
    names = {n for c in own for n in (*vars(c), *vars(c).get("__annotations__", {}))}
    asked = {n for n in names - _OF_ANY_PROTOCOL if not n.startswith("_abc_")}
    if not asked or not all(n.startswith("__") and n.endswith("__") for n in asked):
        return protocol
    for kinds in _GROUPS:
        fitting = [k for k in kinds if all(callable(getattr(k, n, None)) for n in asked)]
        if fitting:
            return reduce(or_, fitting)
    return protocol


def _inner(hint: Any) -> Any:
    if typing.get_origin(hint) in _AROUND:
        return typing.get_args(hint)[0]
    if isinstance(hint, typing.NewType):
        return hint.__supertype__
    if isinstance(hint, typing.TypeVar):
        if hint.__constraints__:
            return reduce(or_, hint.__constraints__)
        return hint.__bound__ or hint
    if hint is typing.LiteralString:
        return str
    abstract = typing.get_origin(hint) or hint
    if any(abstract is known for known in _ABSTRACT):
        return _ABSTRACT[abstract]
    if isinstance(hint, type) and getattr(hint, "_is_protocol", False):
        return _built_in(hint)
    return getattr(hint, "__value__", hint)  # of ``type Name = ...``, from Python 3.12 on


# The trees of modules that were made from other texts than their files hold, and the names that
# type checkers see in modules; both by their namespaces, which are kept.
_trees: dict[int, tuple[dict[str, Any], ast.Module]] = {}
_checked: dict[int, tuple[dict[str, Any], dict[str, Any]]] = {}


def note_tree(names: dict[str, Any], source: str | ast.Module) -> None:
    """Remember what a module was made from.

    Args:
        names: its namespace.
        source: its text or tree.
    """
    _trees[id(names)] = names, ast.parse(source) if isinstance(source, str) else source


def all_declared(of: Any) -> dict[str, Any]:
    """The same as :func:`declared`.

    Raises:
        NameError: an annotation cannot be evaluated.
    """
    found = declared(of)
    owners = reversed(of.__mro__) if isinstance(of, type) else [of]
    for name in [n for o in owners for n in getattr(o, "__annotations__", {})]:
        if name not in found:
            raise NameError(f"nothing is known of what `{name}` is declared to be")
    return found


def declared(of: Any) -> dict[str, Any]:
    """The evaluated annotations of a function, or of a class and its bases, as
    :func:`typing.get_type_hints` gives them; one that cannot be evaluated is left out.

    Names that a module only imports or defines for type checkers (``if TYPE_CHECKING:``) are
    looked up as if it did.

    Args:
        of: the function or class.
    """
    with contextlib.suppress(Exception):  # an annotation may be any expression
        return typing.get_type_hints(of)
    if isinstance(of, type):
        found: dict[str, Any] = {}
        for cls in reversed(of.__mro__):
            names = vars(sys.modules.get(cls.__module__, typing))
            found |= _each(vars(cls).get("__annotations__", {}), names, dict(vars(cls)))
        return found
    while hasattr(of, "__wrapped__"):
        of = of.__wrapped__
    return _each(getattr(of, "__annotations__", {}), getattr(of, "__globals__", {}), {})


def evaluated(annotation: str, names: dict[str, Any]) -> Any:
    """What an annotation means in a module; None if that cannot be told.

    Args:
        annotation: its text.
        names: the namespace of the module.
    """
    return _each({"it": annotation}, names, {}).get("it")


def _each(
    annotations: dict[str, Any], names: dict[str, Any], nearer: dict[str, Any]
) -> dict[str, Any]:
    found: dict[str, Any] = {}
    around = {**_for_checkers(names), **names} if annotations else names
    for name, annotation in annotations.items():
        with contextlib.suppress(Exception):
            holder = types.SimpleNamespace(__annotations__={name: annotation})
            found |= typing.get_type_hints(holder, around, nearer)
    return found


def _for_checkers(names: dict[str, Any]) -> dict[str, Any]:
    """What a module imports and defines for type checkers only."""
    if id(names) not in _checked:
        _checked[id(names)] = names, {}  # it may be asked for while its imports run
        _checked[id(names)] = names, _seen_by_checkers(names)
    return _checked[id(names)][1]


def _seen_by_checkers(names: dict[str, Any]) -> dict[str, Any]:
    around, own = dict(names), names.get("__name__")
    with contextlib.redirect_stdout(io.StringIO()), contextlib.redirect_stderr(io.StringIO()):
        for statement in _statements_for_checkers(names):
            code = compile(ast.Module([statement], []), "<for type checkers>", "exec")
            with contextlib.suppress(Exception, SystemExit):  # stubs are not there when it runs
                exec(code, around)
            # at once, as an alias may be made of it
            for name in [
                n for n, v in around.items() if n not in names and _is_of_one_side(v, own)
            ]:
                del around[name]
    found = {n: v for n, v in around.items() if n not in names}
    note_homes({n: v.__module__ for n, v in found.items() if _is_imported_class(n, v, own)})
    return found


def _statements_for_checkers(names: dict[str, Any]) -> list[ast.stmt]:
    _, tree = _trees.get(id(names), (names, None))
    if tree is None:
        try:
            tree = ast.parse(Path(names["__file__"]).read_bytes())
        except (KeyError, TypeError, OSError, SyntaxError, ValueError):
            return []
    return [s for node in tree.body if _is_for_checkers(node) for s in node.body]


def _is_for_checkers(node: ast.stmt) -> typing.TypeGuard[ast.If]:
    """``if TYPE_CHECKING:``, wherever the name is from."""
    test = node.test if isinstance(node, ast.If) else None
    name = test.attr if isinstance(test, ast.Attribute) else getattr(test, "id", "")
    return name == "TYPE_CHECKING"


def _is_imported_class(name: str, value: object, own: str | None) -> bool:
    return isinstance(value, type) and value.__qualname__ == name and value.__module__ != own


def _is_of_one_side(value: object, own: str | None) -> bool:
    """Whether something comes from a module that holds classes or functions of one version of the
    module itself, so that the other version would not know it.
    """
    classes = value.__mro__ if isinstance(value, type) else (value,)
    homes = {getattr(each, "__module__", None) for each in classes} - {own}
    return any(
        getattr(held, "__module__", None) == own
        for home in homes
        for held in list(vars(sys.modules.get(home or "", typing)).values())
    )
