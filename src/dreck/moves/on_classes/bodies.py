"""Putting something into a class."""

from __future__ import annotations

import ast
from itertools import pairwise

from ...source.edits import Edit
from ..module_view import ModuleView


def into_class(
    view: ModuleView, owner: ast.ClassDef, made: list[str], *, first: bool = False
) -> Edit:
    """The edit that puts lines at the end of a class, or behind its docstring; a lone ``pass`` or
    ``...`` makes way.
    """
    same_line = owner.body[0].lineno == owner.lineno
    base = view.indentation(owner.lineno)
    indent = base + view.indent if same_line else view.indentation(owner.body[0].lineno)
    lines = [indent + line if line else "" for line in made]
    text = view.newline.join(lines) + view.newline
    only = owner.body[0] if len(owner.body) == 1 else None
    nothing = isinstance(only, ast.Pass) or (
        isinstance(only, ast.Expr)
        and isinstance(only.value, ast.Constant)
        and only.value.value is ...
    )
    if only is not None and nothing and same_line:
        start = view.offsets.span(only)[0]
        blanks = len(view.text[:start]) - len(view.text[:start].rstrip(" \t"))
        return Edit(start - blanks, view.offsets.line_start(owner.lineno + 1), view.newline + text)
    if only is not None and nothing and only.lineno not in view.comments:
        return Edit(
            view.offsets.line_start(only.lineno), view.offsets.line_start(only.lineno + 1), text
        )
    head = [s for s in owner.body if isinstance(s, ast.Assign | ast.AnnAssign | ast.Expr)]
    if first and owner.body[0] not in head:
        start = view.start_of(owner.body[0])
        return Edit(start, start, text + view.newline)
    if first:
        last = next((a for a, b in pairwise(owner.body) if b not in head), head[-1])
        end = view.end_of(last)
        return Edit(
            end, end, ("" if isinstance(last, ast.Assign | ast.AnnAssign) else view.newline) + text
        )
    end = view.end_of(owner.body[-1])
    ends_line = view.text[:end].endswith(("\n", "\r"))
    return Edit(end, end, ("" if ends_line else view.newline) + view.newline + text)
