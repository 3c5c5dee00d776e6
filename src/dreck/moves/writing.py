"""Text that moves write: conditions, calls and definitions, in the style of the file."""

from __future__ import annotations

import ast
import re
from collections.abc import Sequence

from ..outline import all_nodes
from ..source.edits import Edit
from .module_view import ModuleView

_BREAK = re.compile(r"\s*[\r\n]\s*")


def condition_lines(view: ModuleView, node: ast.expr) -> list[str] | None:
    """The text of an expression, on one line or with one operand on each; None if it cannot be set
    anew.

    Comments inside stay with their operands.
    """
    text = view.offsets.source(node)
    if "\n" not in text and "\r" not in text:
        return [text]
    inside = range(
        node.lineno, (node.end_lineno or node.lineno) + (comment_behind(view, node) is not None)
    )
    commented = [n for n in inside if n in view.comments]
    if any(
        isinstance(n, ast.Constant | ast.JoinedStr) and (n.end_lineno or 0) > n.lineno
        for n in all_nodes(node)
    ):
        return None
    if not commented:
        return [squeezed(text)]
    if not isinstance(node, ast.BoolOp):
        return None
    return _operand_lines(view, node, commented)


def comment_behind(view: ModuleView, node: ast.expr) -> re.Match[str] | None:
    """The comment behind the last operand of several lines, where a parenthesis closes only below
    it.
    """
    if not isinstance(node, ast.BoolOp) or node.lineno == node.end_lineno:
        return None
    return re.compile(r"[ \t]*(#[^\r\n]*)(?=[\r\n]\s*\))").match(
        view.text, view.offsets.span(node)[1]
    )


def _operand_lines(view: ModuleView, node: ast.BoolOp, commented: list[int]) -> list[str] | None:
    word = "and" if isinstance(node.op, ast.And) else "or"
    lines: list[str] = []
    left = set(commented)
    for position, value in enumerate(node.values):
        start, end = with_parentheses(view, value, node)
        text = view.text[start:end]
        first, last = value.lineno, value.end_lineno or value.lineno
        if any(n in view.comments for n in range(first, last)):
            return None
        above = first - 1
        if above in left and view.comments[above][1]:
            lines.append(view.comments[above][0])
            left.discard(above)
        comment = ""
        following = (
            node.values[position + 1].lineno if position + 1 < len(node.values) else last + 1
        )
        if last in left and not view.comments[last][1] and following > last:
            comment = f"  {view.comments[last][0]}"
            left.discard(last)
        lines.append(f"{word if position else ''} {squeezed(text)}{comment}".strip())
    return None if left else lines


def squeezed(text: str) -> str:
    """Code on one line, where it had several."""
    joined = _BREAK.sub(" ", text)
    return re.sub(r"(?<=[(\[{]) | (?=[)\]}])", "", joined) if joined != text else text


def returning(view: ModuleView, lines: list[str], indent: str) -> list[str]:
    """The statement that returns an expression, as lines of a function's body with this
    indentation.
    """
    one = f"{indent}return {lines[0]}"
    if len(lines) == 1 and len(one.expandtabs(4)) <= view.width:
        return [one]
    word = ""
    if len(lines) == 1:
        word, text = _turned(lines[0])
        lines = _broken(text)
    deeper = indent + view.indent
    return (
        [f"{indent}return {word}(", *(deeper + line for line in lines), f"{indent})"]
        if len(lines) > 1
        else [one]
    )


def _turned(text: str) -> tuple[str, str]:
    """``not `` and what it turns round, where that is an ``and`` or ``or`` in parentheses;
    otherwise nothing and all of it.
    """
    node = ast.parse(text, mode="eval").body
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
        if isinstance(node.operand, ast.BoolOp):
            return "not ", text.removeprefix("not").strip()[1:-1].strip()
    return "", text


def _broken(text: str) -> list[str]:
    """An expression with one operand of its ``and`` or ``or`` on each line."""
    node = ast.parse(text, mode="eval").body
    if not isinstance(node, ast.BoolOp):
        return [text]
    word = "and" if isinstance(node.op, ast.And) else "or"
    starts = [_opening(text, v.col_offset, i, word) for i, v in enumerate(node.values)]
    bounds = [*starts, len(text)]
    return [text[a:b].strip() for a, b in zip(bounds, bounds[1:], strict=False)]


def _opening(text: str, column: int, position: int, word: str) -> int:
    """Where the part of an operand starts, its ``and`` or ``or`` included."""
    column = len(text.encode()[:column].decode())
    if position == 0:
        return 0
    head = text[:column]
    return head.rindex(word)


def with_parentheses(view: ModuleView, node: ast.expr, inside: ast.expr) -> tuple[int, int]:
    """The span of an expression, with the parentheses right around it that lie inside another
    one.
    """
    start, end = view.offsets.span(node)
    low, high = view.offsets.span(inside)
    while True:
        before, after = _skip_back(view.text, start), _skip(view.text, end)
        if (
            before <= low
            or after >= high
            or view.text[before - 1] != "("
            or view.text[after] != ")"
        ):
            return start, end
        start, end = before - 1, after + 1


def _skip_back(text: str, at: int) -> int:
    while at > 0 and text[at - 1] in " \t\r\n":
        at -= 1
    return at


def _skip(text: str, at: int) -> int:
    while at < len(text) and text[at] in " \t\r\n":
        at += 1
    return at


def replacing(view: ModuleView, node: ast.expr, statement: ast.stmt, new: str) -> Edit:
    """The edit that puts a call (or a ``not`` and a call) in the place of an expression.

    Parentheses that only served the old text go with it.
    """
    first, last = view.offsets.span(statement)
    head_end = _head_end(view, statement, last)
    start, end = view.offsets.span(node)
    plain = spaced(view.text, start, end, new)
    opens = head_end < last
    meaning = _meaning(view, first, head_end, plain, opens=opens)
    behind = comment_behind(view, node)
    end = behind.end() if behind is not None else end
    while True:
        before, after = _skip_back(view.text, start), _skip(view.text, end)
        if view.text[before - 1 : before] != "(" or view.text[after : after + 1] != ")":
            return plain
        start, end = before - 1, after + 1
        wider = spaced(view.text, start, end, new)
        if meaning is None or _meaning(view, first, head_end, wider, opens=opens) != meaning:
            return plain
        plain = wider


def spaced(text: str, start: int, end: int, new: str) -> Edit:
    """The edit that puts another text in place of one, with blanks where words would run
    together.
    """
    before = " " if start and (text[start - 1].isalnum() or text[start - 1] == "_") else ""
    after = " " if text[end : end + 1].isalnum() or text[end : end + 1] == "_" else ""
    return Edit(start, end, f"{before}{new}{after}")


def _head_end(view: ModuleView, statement: ast.stmt, last: int) -> int:
    """Where the header of a compound statement ends; the end of any other one."""
    body = getattr(statement, "body", None)
    if isinstance(body, list) and body and isinstance(body[0], ast.stmt):
        return view.offsets.span(body[0])[0]
    return last


def _meaning(view: ModuleView, first: int, end: int, edit: Edit, *, opens: bool) -> str | None:
    """The tree of a statement's own part after an edit; None if it does not parse."""
    text = view.text[first : edit.start] + edit.text + view.text[edit.end : end]
    head = text.strip()
    head = head[2:] if head.startswith("elif") else head
    inside = f"{head}\n   pass" if opens else head
    try:
        return ast.dump(ast.parse(f"async def _():\n for _ in _:\n  {inside}\n"))
    except SyntaxError:
        return None


def arm_alone(
    view: ModuleView,
    statements: Sequence[ast.stmt],
    arm: Sequence[ast.stmt],
    hole: ast.expr,
    text: str,
) -> Edit:
    """The edit that leaves one arm in place of a whole chain, with another expression in its
    hole.
    """
    first, last = statements[0], statements[-1]
    indent = view.indentation(first.lineno)
    low, high = view.offsets.span(hole)
    lines = []
    for statement in arm:
        start, end = view.offsets.span(statement)
        inside = start <= low < end
        lines.append(
            indent
            + (
                view.text[start:low] + text + view.text[high:end]
                if inside
                else view.text[start:end]
            )
        )
    start = view.offsets.line_start(first.lineno)
    return Edit(
        start,
        view.offsets.line_start((last.end_lineno or last.lineno) + 1),
        view.newline.join(lines) + view.newline,
    )
