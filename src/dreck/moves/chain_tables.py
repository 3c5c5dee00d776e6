"""A dict with a row for each arm of a chain, and what is asked of it in place of the chain."""

from __future__ import annotations

import ast
from collections.abc import Sequence

from ..outline import Function
from ..source.edits import Edit
from .chains import Chain, source_of
from .enum_members import covers_all
from .module_view import ModuleView
from .on_classes.chains import moved_lines

_WAYS_OUT = ast.Raise | ast.Return | ast.Continue | ast.Break


def table_lines(
    view: ModuleView, name: str, chain: Chain, values: Sequence[str], comments: Sequence[str]
) -> list[str]:
    """The lines of a dict.

    Args:
        view: the module.
        name: what it is called.
        chain: the chain, which says the keys.
        values: the text of what each arm's rows hold.
        comments: the comment of each arm, an empty text where it has none.
    """
    lines = [f"{name} = {{"]
    seen: set[str] = set()
    for arm, value, said in zip(chain.arms, values, comments, strict=True):
        comment = f"  {said}" if said else ""
        for key in arm.keys:
            if ast.dump(key) not in seen:  # of equal tests the first decides
                lines.append(f"{view.indent}{source_of(view, key)}: {value},{comment}")
                comment = ""
            seen.add(ast.dump(key))
    return [*lines, "}"]


def asking(
    view: ModuleView, function: Function, chain: Chain, name: str, found: Sequence[str]
) -> list[str]:
    """The lines in place of a chain, without indentation of their own: what is done with what the
    table holds, and what is done where it holds nothing.
    """
    subject, one, otherwise = source_of(view, chain.subject), view.indent, chain.otherwise
    if covers_all(view, function, chain):
        return list(found)
    if otherwise is None or chain.rest:
        rest = [] if otherwise is None else moved_lines(view, otherwise, "")
        return [f"if {subject} in {name}:", *(one + line for line in found), *rest]
    if isinstance(otherwise[-1], _WAYS_OUT):
        return [f"if {subject} not in {name}:", *moved_lines(view, otherwise, one), *found]
    return [
        f"if {subject} in {name}:",
        *(one + line for line in found),
        "else:",
        *moved_lines(view, otherwise, one),
    ]


def in_place_of(view: ModuleView, chain: Chain, lines: Sequence[str], first_line: int) -> Edit:
    """The edit that puts lines in the place of a chain.

    Args:
        view: the module.
        chain: the chain.
        lines: what stands there then, without indentation of their own.
        first_line: the line on which the comments start that go with the chain.
    """
    first, last = chain.statements[0], chain.statements[-1]
    indent = view.indentation(first.lineno)
    start = view.offsets.line_start(min(first_line, first.lineno))
    end = view.offsets.line_start((last.end_lineno or last.lineno) + 1)
    text = view.newline.join(indent + each if each else "" for each in lines)
    return Edit(start, end, text + view.newline)
