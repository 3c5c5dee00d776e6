"""Texts that a loop puts together with something between them, as one that is joined."""

from __future__ import annotations

from collections.abc import Sequence

import libcst as cst

from ..logic.conditions import constant, core, same, text_of
from ..logic.walk import has_comments, names_in
from .arms import single
from .rounds import Loop, suite_of
from .worked_out import Work, WorkedOut, added_to, assigned, called, start_of, truth


def joined_text(work: Work) -> WorkedOut | None:
    """A loop that adds one text after the other, and something between them.

    That the first one comes is told by a flag, or by its place; or what stands between them stands
    behind the last one too, and is cut off behind the loop.
    """
    loop = work.loop
    if loop is None:
        return None
    return _by_flag(work, loop) or _by_place(work, loop) or _cut_off(work, loop)


def _by_flag(work: Work, loop: Loop) -> WorkedOut | None:
    """``if not first: told += ", "``, with a flag that goes down when the first one is told."""
    statements = list(loop.heart)
    asked = next((s for s in statements if isinstance(s, cst.If)), None)
    if asked is None or len(statements) not in (2, 3):
        return None
    flag, lowered, adds = _asked_flag(asked)
    rest = [s for s in statements if s is not asked]
    if not lowered:
        lowering = [s for s in rest if _lowers(s, flag)]
        rest = [s for s in rest if not _lowers(s, flag)]
        if len(lowering) != 1 or statements.index(asked) > statements.index(lowering[0]):
            return None
    if len(rest) != 1 or not flag or statements.index(asked) > statements.index(rest[0]):
        return None
    up = work.first_value(flag)
    if up is None or truth(up[1]) is not True or not work.dead(flag) or loop.mentions(flag):
        return None
    return _joined(work, loop, adds, rest[0], (flag,), (up[0],))


def _asked_flag(node: cst.If) -> tuple[str, bool, list[cst.BaseStatement]]:
    """The flag that is up for the first one, whether the arm for it lowers it, and what is done for
    all others; no name where it is something else.
    """
    first, others = suite_of(node.body), _else_of(node)
    test = core(node.test)
    if isinstance(test, cst.UnaryOperation) and isinstance(test.operator, cst.Not):
        test, first, others = core(test.expression), others, first
    if not isinstance(test, cst.Name) or not others or len(first) > 1:
        return "", False, []
    if first and not _lowers(first[0], test.value):
        return "", False, []
    return test.value, bool(first), others


def _else_of(node: cst.If) -> list[cst.BaseStatement]:
    return suite_of(node.orelse.body) if isinstance(node.orelse, cst.Else) else []


def _lowers(statement: cst.BaseStatement, flag: str) -> bool:
    name, value = start_of(statement)
    return name == flag != "" and value is not None and truth(value) is False


def _by_place(work: Work, loop: Loop) -> WorkedOut | None:
    """``if i > 0: told += ", "``, with the places from ``enumerate``."""
    if len(loop.heart) != 2 or loop.conditions or len(loop.clauses) != 1:
        return None
    asked, more = loop.heart
    node, _ = loop.clauses[0]
    pair = [e.value for e in node.target.elements] if isinstance(node.target, cst.Tuple) else []
    through = node.iter
    if len(pair) != 2 or not isinstance(asked, cst.If) or asked.orelse is not None:
        return None
    if not isinstance(through, cst.Call) or text_of(through.func) != "enumerate":
        return None
    place = text_of(pair[0])
    if len(through.args) != 1 or text_of(asked.test) not in (
        f"{place} > 0",
        f"{place} != 0",
        place,
    ):
        return None
    bare = node.with_changes(target=pair[1], iter=through.args[0].value)
    without = Loop(((bare, ()),), loop.heart, loop.made)
    return _joined(work, without, suite_of(asked.body), more, (place,), (), bold=True)


def _cut_off(work: Work, loop: Loop) -> WorkedOut | None:
    """``told += name + ", "``, and ``told[:-2]`` behind the loop."""
    small = loop.smalls()[0] if len(loop.smalls()) == 1 else None
    name = _name_added_to(small)
    added = core(added) if (added := added_to(small, name)) is not None else None
    behind = work.place.statements[work.index + 1 : work.index + 2]
    if not isinstance(added, cst.BinaryOperation) or not isinstance(added.operator, cst.Add):
        return None
    between, first = _text(added.right), work.first_value(name)
    if not between or not behind or has_comments(behind[0]) or first is None:
        return None
    if constant(first[1]) != ("",) or name in names_in(added) or loop.mentions(name):
        return None
    cut = single(behind[0])
    value = cut.value if isinstance(cut, cst.Return | cst.Assign) else None
    if value is None or text_of(value) != f"{name}[:-{len(between)}]":
        return None
    text = _join(added.right, added.left, loop)
    if isinstance(cut, cst.Return):
        line = cst.SimpleStatementLine([cst.Return(text)])
    elif start_of(behind[0])[0] == name:
        line = assigned(name, text)
    else:
        return None
    return WorkedOut(line, _WHY, (first[0],), work.index + 2, bold=True)


_WHY = "The loop only puts texts together, with the same between them."


def _joined(
    work: Work,
    loop: Loop,
    adds: Sequence[cst.BaseStatement],
    more: cst.BaseStatement,
    gone: Sequence[str],
    starts: tuple[int, ...],
    *,
    bold: bool = False,
) -> WorkedOut | None:
    """The line for what is added between, and what is added each time."""
    small, between = single(more), single(adds[0]) if len(adds) == 1 else None
    name = _name_added_to(small)
    apart, added = added_to(between, name), added_to(small, name)
    first = work.first_value(name)
    if apart is None or added is None or first is None or not _text(apart):
        return None
    start = constant(first[1])
    if start is None or not isinstance(start[0], str) or loop.mentions(name):
        return None
    if {name, *gone} & names_in(added) or has_comments(more):
        return None
    text: cst.BaseExpression = _join(apart, added, loop)
    if start[0]:
        text = cst.BinaryOperation(first[1], cst.Add(), text)
    return WorkedOut(assigned(name, text), _WHY, (*starts, first[0]), work.index + 1, bold)


def _join(apart: cst.BaseExpression, added: cst.BaseExpression, loop: Loop) -> cst.Call:
    """``", ".join(...)``: of a list itself, where each of its elements is added as it is."""
    node = loop.clauses[0][0]
    func = cst.Attribute(core(apart), cst.Name("join"))
    if len(loop.clauses) == 1 and not loop.conditions and same(node.target, added):
        return cst.Call(func, [cst.Arg(node.iter)])
    return called("join", added, loop.comprehension()).with_changes(func=func)


def _name_added_to(small: cst.BaseSmallStatement | None) -> str:
    target: cst.CSTNode | None = None
    if isinstance(small, cst.AugAssign):
        target = small.target
    elif isinstance(small, cst.Assign) and len(small.targets) == 1:
        target = small.targets[0].target
    return target.value if isinstance(target, cst.Name) else ""


def _text(node: cst.BaseExpression) -> str:
    """A text as it is written there; empty for anything else."""
    found = constant(node) if isinstance(core(node), cst.SimpleString) else None
    return found[0] if found is not None and isinstance(found[0], str) else ""
