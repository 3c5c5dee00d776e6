"""Ladders: chains that ask one number for the range it lies in, and the bands that this makes of
the number line.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import cached_property
from math import ceil, floor
from typing import NamedTuple, TypeAlias

from ..logic.bindings import parameters
from ..outline import FunctionNode, all_nodes

_TURNED: dict[type[ast.cmpop], type[ast.cmpop]] = {
    ast.Lt: ast.Gt,
    ast.LtE: ast.GtE,
    ast.Gt: ast.Lt,
    ast.GtE: ast.LtE,
}
_SUBJECTS = (ast.Name, ast.Attribute)


class Cut(NamedTuple):
    """A point between two bands: right before a number, or right behind it, so that the number is
    of the band below.
    """

    value: float
    behind: bool


# The cuts that a range lies between; None for an open end.
Range: TypeAlias = tuple[Cut | None, Cut | None]


@dataclass(frozen=True, slots=True)
class Rung:
    """One arm of a ladder: the range that its test asks for, what is done, and the line of the
    test.
    """

    range: Range
    body: list[ast.stmt]
    line: int


@dataclass(frozen=True, slots=True)
class Band:
    """A part of the number line, and the arm that numbers in it come to: its position, None for the
    rest.

    ``whole`` says that only whole numbers count.
    """

    range: Range
    arm: int | None
    whole: bool = False

    @property
    def single(self) -> float | None:
        """The only number in it, if there is just one."""
        low, high = self.range
        if low is None or high is None:
            return None
        if low.value == high.value:
            return low.value
        one = self.whole and low.behind is high.behind and high.value - low.value == 1
        return (high.value if high.behind else low.value) if one else None

    def __str__(self) -> str:
        low, high = self.range
        if self.single is not None:
            return text_of(self.single)
        parts = ["" if low is None else f"{'above' if low.behind else 'from'} {text_of(low.value)}"]
        parts.append(
            "" if high is None else f"{'to' if high.behind else 'below'} {text_of(high.value)}"
        )
        return " ".join(p for p in parts if p) or "any"


@dataclass(frozen=True)
class Ladder:
    """A ladder.

    Attributes:
        subject: what is compared.
        rungs: the arms with ranges, in order.
        otherwise: what is done outside all of them; None if nothing is.
        statements: the statements that make the ladder, side by side in one block.
        written: the limits as the author wrote them, by their numbers.
        number: ``int`` or ``float``, where the subject is known to be one.

    The first of the statements may have an arm more, which is no part of the ladder.
    """

    subject: ast.expr
    rungs: tuple[Rung, ...]
    otherwise: list[ast.stmt] | None
    statements: tuple[ast.stmt, ...]
    written: dict[float, ast.expr]
    number: str | None

    @property
    def line(self) -> int:
        """The line that the test of the first arm starts on."""
        return self.rungs[0].line

    def behind_first(self) -> Ladder | None:
        """The ladder without its first arm, where that leaves."""
        if len(self.rungs) < 2 or not isinstance(self.rungs[0].body[-1], ast.Return | ast.Raise):
            return None
        kept = (
            self.statements
            if self.rungs[1].line <= (self.statements[0].end_lineno or 0)
            else self.statements[1:]
        )
        return replace(self, rungs=self.rungs[1:], statements=kept)

    @cached_property
    def _sides(self) -> dict[Cut, Cut]:
        """For each cut as it is written how it counts here: of whole numbers, 9 and below is the
        same as below 10.

        As far as one side will do, all count on that.
        """
        written = {c for r in self.rungs for c in r.range if c is not None}
        if self.number != "int":
            return {c: c for c in written}
        plain = {c: Cut(floor(c.value) + 1 if c.behind else ceil(c.value), False) for c in written}
        same: dict[Cut, set[Cut]] = {}
        for cut, counted in plain.items():
            same.setdefault(counted, {counted} if isinstance(cut.value, float) else set()).add(cut)
        for behind in (False, True):
            if all(any(c.behind is behind for c in cuts) for cuts in same.values()):
                return {
                    c: next(o for o in sorted(same[counted], reverse=True) if o.behind is behind)
                    for c, counted in plain.items()
                }
        return plain

    @property
    def moved(self) -> list[float]:
        """Whole numbers that are written as part of the band below, where the next one is the limit
        now.
        """
        natural = {counted for c, counted in self._sides.items() if c.behind is counted.behind}
        used = {c for b in self.bands for c in b.range}
        return sorted(
            {
                c.value
                for c, counted in self._sides.items()
                if counted not in natural and counted in used
            }
        )

    @property
    def oddly_moved(self) -> list[float]:
        """Those of them that do not end a range of whole numbers with both its ends, like 10 to
        19.
        """
        ends = {
            high
            for low, high in (r.range for r in self.rungs)
            if low is not None and high is not None and not low.behind
        }
        return [v for v in self.moved if Cut(v, True) not in ends]

    @cached_property
    def _ranges(self) -> list[Range]:
        """The range of each arm as it counts."""
        return [
            (self._sides[low] if low else None, self._sides[high] if high else None)
            for low, high in (r.range for r in self.rungs)
        ]

    @cached_property
    def bands(self) -> tuple[Band, ...]:
        """The number line from below to above, cut wherever another arm begins; of several arms the
        first decides.
        """
        cuts = sorted({c for r in self._ranges for c in r if c is not None})
        found: list[Band] = []
        for low, high in zip([None, *cuts], [*cuts, None], strict=True):
            arm = next((i for i, r in enumerate(self._ranges) if _within((low, high), r)), None)
            if found and found[-1].arm == arm:
                low = found.pop().range[0]
            found.append(Band((low, high), arm, self.number == "int"))
        return tuple(found)

    @property
    def never_reached(self) -> list[Rung]:
        """The arms that earlier ones leave nothing for."""
        reached = {b.arm for b in self.bands}
        return [r for i, r in enumerate(self.rungs) if i not in reached]

    @property
    def gaps(self) -> list[Band]:
        """Bands between two arms that no arm asks for, though that is not what the rest is for.

        A single number that both neighbours leave out is one, and so is an inner band where the
        rest
        is for numbers below or above all arms.
        """
        rest = [b for b in self.bands if b.arm is None]
        inner = [b for b in rest if None not in b.range]
        return inner if len(rest) > 1 else [b for b in inner if b.single is not None]

    @property
    def overlaps(self) -> list[Band]:
        """Bands that two arms ask for, where neither asks for all that the other does."""
        found = []
        for position, own in enumerate(self._ranges):
            for number, earlier in enumerate(self._ranges[:position]):
                common = _common(own, earlier)
                if common is not None and any(
                    c is not None and _is_inside(c, earlier) for c in own
                ):
                    found.append(Band(common, number, self.number == "int"))
        return found


def text_of(value: float) -> str:
    """A limit as text."""
    return repr(value)


def _within(part: Range, whole: Range) -> bool:
    """Whether a part between two neighbouring cuts lies in a range."""
    (low, high), (least, most) = part, whole
    return (least is None or (low is not None and low >= least)) and (
        most is None or (high is not None and high <= most)
    )


def _is_inside(cut: Cut, whole: Range) -> bool:
    """Whether a cut lies strictly inside a range."""
    low, high = whole
    return (low is None or low < cut) and (high is None or cut < high)


def _common(one: Range, other: Range) -> Range | None:
    """What two ranges have in common; None if that is nothing."""
    lows = [r[0] for r in (one, other) if r[0] is not None]
    highs = [r[1] for r in (one, other) if r[1] is not None]
    low, high = max(lows, default=None), min(highs, default=None)
    return None if low is not None and high is not None and low >= high else (low, high)


def ladders_of(function: FunctionNode) -> Iterator[Ladder]:
    """All ladders of a function itself."""
    yield from _in_block(function.body, function)


def _in_block(block: list[ast.stmt], function: FunctionNode) -> Iterator[Ladder]:
    index = 0
    while index < len(block):
        found = _ladder(block, index)
        found = (
            replace(found, number=_number(function, found.subject)) if found is not None else None
        )
        if found is not None:
            yield found
        statement = block[index]
        index += len(found.statements) if found is not None else 1
        if found is None and not isinstance(
            statement, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef
        ):
            for part in ("body", "orelse", "finalbody"):
                inner = getattr(statement, part, [])
                if inner and isinstance(inner[0], ast.stmt):
                    yield from _in_block(inner, function)
            for child in [*getattr(statement, "handlers", []), *getattr(statement, "cases", [])]:
                yield from _in_block(child.body, function)


def _ladder(block: list[ast.stmt], index: int) -> Ladder | None:
    """The ladder that starts with a statement: ifs with their elifs, or ifs that each leave."""
    rungs: list[Rung] = []
    statements: list[ast.stmt] = []
    subject: ast.expr | None = None
    written: dict[float, ast.expr] = {}
    for statement in block[index:]:
        node: ast.stmt | None = statement if isinstance(statement, ast.If) else None
        start = len(rungs)
        while isinstance(node, ast.If):
            tested = _tested(node.test)
            if tested is None or (subject is not None and ast.dump(tested[0]) != ast.dump(subject)):
                return (
                    None
                    if start < len(rungs)
                    else _closed(subject, rungs, statements, block, index, written)
                )
            subject = tested[0]
            rungs.append(Rung(tested[1], node.body, node.lineno))
            written.update((ast.literal_eval(n), n) for n in reversed(tested[2]))
            chained = (
                len(node.orelse) == 1
                and isinstance(node.orelse[0], ast.If)
                and node.orelse[0].col_offset == node.col_offset
            )
            if not chained and node.orelse:
                return Ladder(
                    subject, tuple(rungs), node.orelse, (*statements, statement), written, None
                )
            node = node.orelse[0] if chained else None
        if len(rungs) == start:
            break
        statements.append(statement)
        if not all(isinstance(r.body[-1], ast.Return | ast.Raise) for r in rungs[start:]):
            return (
                Ladder(subject, tuple(rungs), None, tuple(statements), written, None)
                if len(statements) == 1 and subject is not None
                else None
            )
    return _closed(subject, rungs, statements, block, index, written)


def _closed(
    subject: ast.expr | None,
    rungs: list[Rung],
    statements: list[ast.stmt],
    block: list[ast.stmt],
    index: int,
    written: dict[float, ast.expr],
) -> Ladder | None:
    """A ladder of ifs that leave, with the one statement behind them for the rest."""
    rest = block[index + len(statements) :]
    if subject is None or not statements or len(rest) > 1:
        return None
    return Ladder(subject, tuple(rungs), rest or None, (*statements, *rest), written, None)


def _tested(test: ast.expr) -> tuple[ast.expr, Range, list[ast.expr]] | None:
    """The subject, the range it is asked for, and the limits as they are written."""
    if isinstance(test, ast.BoolOp) and isinstance(test.op, ast.And):
        parts = [_tested(v) for v in test.values]
        found = [p for p in parts if p is not None]
        if len(found) < len(parts) or len({ast.dump(p[0]) for p in found}) > 1:
            return None
        both: Range | None = (None, None)
        for part in found:
            both = _common(both, part[1]) if both is not None else None
        return None if both is None else (found[0][0], both, [n for p in found for n in p[2]])
    if not isinstance(test, ast.Compare):
        return None
    terms = [test.left, *test.comparators]
    if len(test.ops) == 1:
        return _compared(terms[0], type(test.ops[0]), terms[1])
    if len(test.ops) > 2 or len({type(op) in (ast.Lt, ast.LtE) for op in test.ops}) > 1:
        return None
    low, high = _compared(terms[0], type(test.ops[0]), terms[1]), _compared(
        terms[1], type(test.ops[1]), terms[2]
    )
    if low is None or high is None:
        return None
    common = _common(low[1], high[1])
    return None if common is None else (low[0], common, [*low[2], *high[2]])


def _compared(
    left: ast.expr, op: type[ast.cmpop], right: ast.expr
) -> tuple[ast.expr, Range, list[ast.expr]] | None:
    if isinstance(right, _SUBJECTS) and op in _TURNED:
        left, op, right = right, _TURNED[op], left
    if not isinstance(left, _SUBJECTS) or not is_limit(right) or op not in _TURNED:
        return None
    cut = Cut(ast.literal_eval(right), op in (ast.LtE, ast.Gt))
    return left, (None, cut) if op in (ast.Lt, ast.LtE) else (cut, None), [right]


def is_limit(node: ast.expr) -> bool:
    """Whether an expression is a number."""
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.USub):
        node = node.operand
    return isinstance(node, ast.Constant) and type(node.value) in (int, float)


def _number(function: FunctionNode, subject: ast.expr) -> str | None:
    """``int`` or ``float``, where a subject is known to be one: by its annotation, by what it is
    set to once, or as a parameter without annotation that numbers are compared with.
    """
    if not isinstance(subject, ast.Name):
        return None
    stores = [
        n
        for n in all_nodes(function)
        if isinstance(n, ast.Name) and n.id == subject.id and not isinstance(n.ctx, ast.Load)
    ]
    given = {a.arg: a.annotation for a in parameters(function)}
    if subject.id in given and all(_is_plain_number(v) for v in _set_to(function, stores)):
        hint = hint_of(function, subject)
        # That it is a number is then what the proof rests on.
        hint = "float" if given[subject.id] is None else hint
        return hint if hint in ("int", "float") else None
    values = [
        s.value for s in all_nodes(function) if isinstance(s, ast.Assign) and s.targets == stores
    ]
    known = (
        isinstance(values[0], ast.Call) and ast.unparse(values[0].func) in ("len", "int", "ord")
        if values
        else False
    )
    return "int" if known and subject.id not in {a.arg for a in parameters(function)} else None


def _set_to(function: FunctionNode, stores: list[ast.Name]) -> Iterator[ast.expr | None]:
    """What a name is set to; None where that is not said in so many words."""
    ids = {id(n) for n in stores}
    plain = [
        s for s in all_nodes(function) if isinstance(s, ast.Assign) and id(s.targets[0]) in ids
    ]
    yield from (s.value for s in plain)
    yield from (None for _ in range(len(stores) - len(plain)))


def _is_plain_number(value: ast.expr | None) -> bool:
    """Whether an expression is a number, or by its name a constant."""
    if isinstance(value, ast.Constant):
        return type(value.value) in (int, float)
    return isinstance(value, ast.Name) and value.id.isupper()


def hint_of(function: FunctionNode, subject: ast.expr) -> str:
    """The annotation of a parameter, if that is one word."""
    hints = {a.arg: a.annotation for a in parameters(function)}
    hint = hints.get(subject.id) if isinstance(subject, ast.Name) else None
    return hint.id if isinstance(hint, ast.Name) else ""
