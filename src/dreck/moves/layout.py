"""A long line laid out over several."""

from __future__ import annotations

import re

import black
from black.parsing import InvalidInput
import libcst as cst

_STEP = "    "
# A comparison torn apart is no line that anybody would write.
_COMPARED = re.compile(r"\s*(is|in|not in|[=!<>]=|[<>]) ")


def laid_out(
    line: cst.SimpleStatementLine, columns: int, indent: str
) -> cst.SimpleStatementLine | None:
    """A line as it is if it fits, over several lines if it does not; None where a part of it is
    still too long.

    Args:
        line: the line, without what stands above it.
        columns: how many characters a line may have here.
        indent: one level of indentation in the file.
    """
    text = text_of(line)
    if len(text) <= columns and "\n" not in text:
        return line
    mode = black.Mode(line_length=max(columns, 1), string_normalization=False)
    try:
        shown = black.format_str(text, mode=mode).strip()
    except InvalidInput:
        return None
    lines = shown.splitlines()
    if any(len(each) > columns or _COMPARED.match(each) for each in lines):
        return None
    if indent != _STEP:
        lines = [_indented(each, indent) for each in lines]
    statement = cst.parse_statement("\n".join(lines))
    assert isinstance(statement, cst.SimpleStatementLine)
    return statement


def _indented(line: str, indent: str) -> str:
    rest = line.lstrip(" ")
    return indent * ((len(line) - len(rest)) // len(_STEP)) + rest


from ..logic.conditions import text_of
