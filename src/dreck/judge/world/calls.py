"""Which parameter of a function gets what a call hands over."""

from __future__ import annotations

import ast


def bind_arguments(
    arguments: ast.arguments, positional: list[ast.expr], named: dict[str | None, ast.expr]
) -> dict[str, ast.expr] | None:
    """Which expression each parameter gets; None if the call does not fit."""
    names = [a.arg for a in (*arguments.posonlyargs, *arguments.args)]
    if len(positional) > len(names):
        return None
    bound = dict(zip(names, positional, strict=False))
    only_positional = {a.arg for a in arguments.posonlyargs}
    keyword_only = [a.arg for a in arguments.kwonlyargs]
    for name, value in named.items():
        if (
            name is None
            or name in bound
            or name in only_positional
            or name not in (*names, *keyword_only)
        ):
            return None
        bound[name] = value
    defaults = dict(zip(reversed(names), reversed(arguments.defaults), strict=False))
    defaults |= {
        n: d for n, d in zip(keyword_only, arguments.kw_defaults, strict=True) if d is not None
    }
    for name in (*names, *keyword_only):
        if name not in bound:
            if name not in defaults:
                return None
            bound[name] = defaults[name]
    return bound
