"""What annotations stand for."""

from __future__ import annotations

import typing
from functools import reduce
from operator import or_
from typing import Any

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
    return getattr(hint, "__value__", hint)  # of ``type Name = ...``, from Python 3.12 on
