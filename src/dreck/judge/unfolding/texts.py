"""Texts made of values, however that is written: ``f"{boat}: {n}"``, ``"%s: %d" % (boat, n)``,
``"{}: {}".format(boat, n)``, ``str(n)``.

Each is lowered as its values and the text of each, in the order in which they are worked out, then
all in a row. That is what happens for values without a ``__format__`` of their own
(``plain-value`` where it is not known), and for whole numbers where ``%d`` stands (True would be 1
there).
"""

from __future__ import annotations

import ast
import string
from typing import TYPE_CHECKING

from ..face.verdict import AssumptionKind
from ..ir.graph import Node, Operand
from ..lowering.expressions import Where
from ..values.terms import const

if TYPE_CHECKING:
    from .lookups import LookupLowering

# What a text is made of: constant texts, and values with whether they are whole numbers for sure.
_Part = str | tuple[ast.expr, bool]


def text_made(
    lowering: LookupLowering, node: ast.expr, out: int, after: Node, where: Where
) -> Node | None:
    """The steps of an expression that makes a text of values; None for any other."""
    if not lowering.context.texts_alike:
        return None
    if isinstance(node, ast.Call) and _is_join_of_texts(node):
        return _joined(lowering, node, out, after, where)
    parts = _parts_of(lowering, node)
    values = [p for p in parts or () if not isinstance(p, str)]
    if parts is None or not values:
        return None

    shown = {id(p): lowering.temporary() for p in values}
    every = tuple(const(p) if isinstance(p, str) else shown[id(p)] for p in parts)
    entry = lowering.do("join", node, (const(""), *every), (out,), after, where)
    if isinstance(node, ast.JoinedStr):
        # Each is shown before the next one is worked out, which may change it.
        for part in reversed(values):
            entry = _one_by_one(lowering, part, shown[id(part)], entry, where)
        return entry

    def show(operands: tuple[Operand, ...]) -> Node:
        done = entry
        for part, value in reversed(list(zip(values, operands, strict=True))):
            done = _shown(lowering, part, value, shown[id(part)], done, where)
        return done

    return lowering.values([v for v, _ in values], where, show)


def _is_join_of_texts(node: ast.Call) -> bool:
    """Whether a call is ``" ".join([boat, lock])`` of a few values that are written there."""
    called, given = node.func, node.args[0] if len(node.args) == 1 else None
    if not isinstance(called, ast.Attribute) or called.attr != "join" or node.keywords:
        return False
    written = isinstance(called.value, ast.Constant) and isinstance(called.value.value, str)
    if not written or not isinstance(given, ast.List | ast.Tuple) or len(given.elts) < 2:
        return False
    return not any(
        isinstance(e, ast.Starred) or (isinstance(e, ast.Constant) and type(e.value) is not str)
        for e in given.elts
    )


def _joined(lowering: LookupLowering, node: ast.Call, out: int, after: Node, where: Where) -> Node:
    """Texts one behind the other, with what stands between them; anything else than a text would be
    an error.
    """
    called, given = node.func, node.args[0]
    assert isinstance(called, ast.Attribute) and isinstance(given, ast.List | ast.Tuple)
    assert isinstance(called.value, ast.Constant)
    between = const(called.value.value)

    def join(operands: tuple[Operand, ...]) -> Node:
        every = [o for operand in operands for o in (between, operand)][1:]
        entry = lowering.do("join", node, (const(""), *every), (out,), after, where)
        for part, value in reversed(list(zip(given.elts, operands, strict=True))):
            about = ast.unparse(part)
            detail = (AssumptionKind.AS_USED, about, f"{about} that is no text")
            entry = lowering.do("assume text", part, (value,), (), entry, where, detail)
        return entry

    return lowering.values(given.elts, where, join)


def _one_by_one(
    lowering: LookupLowering, part: tuple[ast.expr, bool], out: int, after: Node, where: Where
) -> Node:
    return lowering.values(
        [part[0]], where, lambda o: _shown(lowering, part, o[0], out, after, where)
    )


def _shown(
    lowering: LookupLowering,
    part: tuple[ast.expr, bool],
    value: Operand,
    out: int,
    after: Node,
    where: Where,
) -> Node:
    """The text of one value."""
    entry = lowering.do("show", part[0], (value,), (out,), after, where, -1)
    return _resting(lowering, part, value, entry, where)


def _resting(
    lowering: LookupLowering, part: tuple[ast.expr, bool], value: Operand, after: Node, where: Where
) -> Node:
    """Go on where a value is shown alike however it is put into a text."""
    node, is_whole = part
    about = ast.unparse(node)
    if is_whole:
        detail = (AssumptionKind.AS_USED, about, f"{about} that is no whole number, or True")
        return lowering.do("assume whole", node, (value,), (), after, where, detail)
    breaks = f"{about} of a class with a __format__ of its own"
    detail = (AssumptionKind.PLAIN_VALUE, about, breaks)
    return lowering.do("assume shown alike", node, (value,), (), after, where, detail)


def _parts_of(lowering: LookupLowering, node: ast.expr) -> list[_Part] | None:
    if isinstance(node, ast.JoinedStr):
        return _of_braces(node)
    if isinstance(node, ast.BinOp) and isinstance(node.op, ast.Mod):
        return _of_percent(node)
    if not isinstance(node, ast.Call) or node.keywords:
        return None
    if any(isinstance(a, ast.Starred) for a in node.args):
        return None
    if len(node.args) == 1 and lowering.is_builtin_call(node, "str"):
        return [(node.args[0], False)]
    return _of_format(node)


def _of_braces(node: ast.JoinedStr) -> list[_Part] | None:
    found: list[_Part] = []
    for value in node.values:
        if isinstance(value, ast.Constant):
            found.append(str(value.value))
        elif isinstance(value, ast.FormattedValue):
            if value.format_spec is not None or value.conversion not in (-1, ord("s")):
                return None
            found.append((value.value, False))
    return found


def _of_percent(node: ast.BinOp) -> list[_Part] | None:
    pattern = node.left.value if isinstance(node.left, ast.Constant) else None
    if not isinstance(pattern, str):
        return None
    if isinstance(node.right, ast.Tuple):
        given = node.right.elts
    elif isinstance(node.right, ast.Constant | ast.JoinedStr):
        given = [node.right]
    else:
        return None  # it may be a tuple, or a dict
    if any(isinstance(g, ast.Starred) for g in given):
        return None
    found: list[_Part] = []
    values = iter(given)
    rest = pattern
    while rest:
        plain, sign, rest = rest.partition("%")
        found.append(plain)
        if not sign:
            break
        kind, rest = rest[:1], rest[1:]
        if kind == "%":
            found.append("%")
            continue
        value = next(values, None)
        if kind not in ("s", "d") or value is None:
            return None
        found.append((value, kind == "d"))
    return found if next(values, None) is None else None


def _of_format(node: ast.Call) -> list[_Part] | None:
    called = node.func
    if not isinstance(called, ast.Attribute) or called.attr != "format":
        return None
    pattern = called.value.value if isinstance(called.value, ast.Constant) else None
    if not isinstance(pattern, str):
        return None
    found: list[_Part] = []
    values = iter(node.args)
    try:
        pieces = list(string.Formatter().parse(pattern))
    except ValueError:
        return None
    for plain, field, spec, conversion in pieces:
        found.append(plain)
        if field is None:
            continue
        value = next(values, None)
        if field or spec or conversion or value is None:
            return None
        found.append((value, False))
    return found if next(values, None) is None else None
