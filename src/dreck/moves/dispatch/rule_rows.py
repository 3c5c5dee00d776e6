"""Statements of one shape, side by side, become rows and a loop.

Why it is safe: the loop does the same statement for each row, in the order of the rows, and nothing
can
change them; its names are new.
"""

from __future__ import annotations

import ast
import keyword
from collections.abc import Iterator

from ...logic.bindings import free_names
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.words import singular, words_of
from ...outline import Function, all_nodes
from ...source.edits import Edit, edited
from ..alignment import Hole, aligned
from ..alike import visible_locals
from ..fields import field_name
from ..module_view import ModuleView
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes

# Names that a part gets where nothing says what it is.
_PLAIN = frozenset({"text", "number", "value", "key", "index"})
_LEAST_ROWS = 3
_SHAPES = (ast.Expr, ast.AugAssign, ast.If, ast.Assign)


@move
class RuleRows(ModuleMove):
    """Put what statements differ in into rows."""

    name = "rule-rows"
    names_matter = True
    summary = "Statements of one shape become rows of constants and a loop; a new rule is a row."
    safe_because = (
        "The loop does the same for each row, in their order, and nothing can change the rows."
    )
    since = "0.1"
    EXAMPLES = (
        Example(
            "rules that add up",
            """
            def surcharge(boat):
                pence = 0
                if boat.is_over(length=200):
                    pence += 50
                if boat.is_over(length=250):
                    pence += 70
                if boat.is_over(length=300):
                    pence += 90
                return pence
            """,
            """
            SURCHARGE_ROWS = (
                (200, 50),
                (250, 70),
                (300, 90),
            )


            def surcharge(boat):
                pence = 0
                for length, pence_added in SURCHARGE_ROWS:
                    if boat.is_over(length=length):
                        pence += pence_added
                return pence
            """,
        ),
        Example(
            "whole numbers that are added up and nothing else",
            """
            def stamps(tons: int):
                count = 0
                if tons > 20:
                    count += 1
                if tons > 50:
                    count += 2
                if tons > 90:
                    count += 4
                return count
            """,
            """
            STAMPS_ROWS = (
                (20, 1),
                (50, 2),
                (90, 4),
            )


            def stamps(tons: int):
                return sum(count_added for limit, count_added in STAMPS_ROWS if tons > limit)
            """,
        ),
        Example(
            "one constant for each",
            """
            def open_up(lock):
                lock.check("upper gates")
                lock.check("lower gates")
                lock.check("paddles")
                return lock
            """,
            """
            OPEN_UP_ROWS = (
                "upper gates",
                "lower gates",
                "paddles",
            )


            def open_up(lock):
                for check in OPEN_UP_ROWS:
                    lock.check(check)
                return lock
            """,
        ),
    )
    REFUSALS = {
        "name-taken": Refusal(
            "the name that the rows would get is taken; --name LINE=NAME gives another",
            """
            def open_up(lock):
                lock.check("upper gates")
                lock.check("lower gates")
                lock.check("paddles")


            OPEN_UP_ROWS = ()
            """,
        ),
        "comments": Refusal(
            "comments between the statements would lose their place",
            """
            def open_up(lock):
                lock.check("upper gates")
                # from the far side
                lock.check("lower gates")
                lock.check("paddles")
            """,
        ),
        "leaves": Refusal(
            "one of them leaves; the loop would have to know which",
            """
            def rank(boat):
                if boat.has(1):
                    return 1
                if boat.has(2):
                    return 2
                if boat.has(3):
                    return 3
                return boat
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for runs of statements that differ in constants only."""
        for run, holes in _runs(function.node.body):
            line = run[0].lineno
            if wishes.line not in (None, line):
                continue
            if any(
                isinstance(
                    n, ast.Return | ast.Raise | ast.Break | ast.Continue | ast.Yield | ast.Await
                )
                for s in run
                for n in all_nodes(s)
            ):
                yield self.leave("leaves", line)
            elif any(n in view.comments for n in range(line, (run[-1].end_lineno or line) + 1)):
                yield self.leave("comments", line)
            else:
                fields = _fields(view, function, holes)
                sites: list[ModuleSite | ModuleRefused] = list(
                    _sites(view, function, run, holes, fields, wishes)
                )
                yield from sites or [self.leave("name-taken", line)]


def _runs(block: list[ast.stmt]) -> Iterator[tuple[list[ast.stmt], list[Hole]]]:
    """The longest runs of statements that differ in constants, with their holes; blocks inside
    too.
    """
    index = 0
    while index < len(block):
        run = [block[index]]
        holes: list[Hole] = []
        while isinstance(block[index], _SHAPES) and index + len(run) < len(block):
            longer = aligned([[s] for s in (*run, block[index + len(run)])])
            if not longer or not _binds_nothing(run[0]):
                break
            run.append(block[index + len(run)])
            holes = longer
        if len(run) >= _LEAST_ROWS:
            yield run, holes
        else:
            run = run[:1]
            for part in ("body", "orelse", "finalbody"):
                inner = getattr(block[index], part, [])
                if (
                    inner
                    and isinstance(inner[0], ast.stmt)
                    and not isinstance(block[index], ast.FunctionDef | ast.ClassDef)
                ):
                    yield from _runs(inner)
        index += len(run)


def _binds_nothing(statement: ast.stmt) -> bool:
    """Whether a statement does something else than giving a plain name a constant."""
    return not (
        isinstance(statement, ast.Assign)
        and any(isinstance(t, ast.Name) for t in statement.targets)
    )


def _fields(view: ModuleView, function: Function, holes: list[Hole]) -> list[str]:
    """A name for each part of a row: from how it is used, else plainly what it is."""
    taken = (
        visible_locals(function)
        | view.top_names
        | frozenset(free_names(function.node))
        | frozenset(keyword.kwlist)
    )
    found: list[str] = []
    same: dict[str, str] = {}  # what holds the same in each row is one part of it
    for hole in holes:
        held = " ".join(map(ast.dump, hole.values))
        if held in same:
            found.append(same[held])
            continue
        name = field_name(hole, view) or _of_use(hole) or _of_type(hole)
        name = name if name.isidentifier() else _of_type(hole)
        number = 1
        while (plain := name if number == 1 else f"{name}_{number}") in {*found, *taken}:
            number += 1
        found.append(plain)
        same[held] = plain
    return found


def _says_nothing(field: str) -> bool:
    """Whether the name of a part only tells of what type it is, or that there are several."""
    return field in _PLAIN or field.rpartition("_")[2].isdecimal()


def _of_type(hole: Hole) -> str:
    kinds = {
        (
            type(v.value)
            if isinstance(v, ast.Constant)
            else float if isinstance(v, ast.UnaryOp) else tuple
        )
        for v in hole.values
    }
    return "text" if kinds == {str} else "number" if kinds <= {int, float} else "value"


def _of_use(hole: Hole) -> str | None:
    """What a constant would be called after what it is added to, or the function that gets it
    alone.
    """
    owner = hole.around[-1] if hole.around else None
    if isinstance(owner, ast.Subscript):
        return "key" if _of_type(hole) == "text" else "index"
    if isinstance(owner, ast.AugAssign):
        words = words_of(ast.unparse(owner.target).rpartition(".")[2])
        return "_".join([*words, "added"]) if words else None
    if (
        isinstance(owner, ast.Call)
        and len(owner.args) == 1
        and isinstance(owner.func, ast.Attribute)
    ):
        words = words_of(owner.func.attr)
        if words[:1] in (["append"], ["add"]):
            into = words_of(ast.unparse(owner.func.value).rpartition(".")[2])
            return singular(into[-1]) if into and singular(into[-1]) != into[-1] else None
        return "_".join(words) or None
    return None


def _summed(
    view: ModuleView,
    function: Function,
    run: list[ast.stmt],
    holes: list[Hole],
    fields: list[str],
    name: str,
) -> Edit | None:
    """The edit that adds the rows up by ``sum``, where the statements add whole numbers to what was
    0 right before.
    """
    first = run[0]
    added = (
        first.body[0]
        if isinstance(first, ast.If) and len(first.body) == 1 and not first.orelse
        else first
    )
    if (
        not isinstance(added, ast.AugAssign)
        or not isinstance(added.op, ast.Add)
        or not isinstance(added.target, ast.Name)
    ):
        return None
    whole = next((h.values for h in holes if h.values[0] is added.value), ())
    total = added.target.id
    block = next((b for b in _blocks(function.node) if first in b), [])
    at = block.index(first) if block else 0
    before = block[at - 1] if at else None
    zero = isinstance(before, ast.Assign) and ast.unparse(before) == f"{total} = 0"
    if (
        not zero
        or before is None
        or not whole
        or not all(isinstance(v, ast.Constant) and type(v.value) is int for v in whole)
    ):
        return None
    if (
        (isinstance(first, ast.If) and total in free_names(first.test))
        or before.lineno + 1 != first.lineno
        or before.lineno in view.comments
    ):
        return None
    asked = ""
    if isinstance(first, ast.If):
        low, high = view.offsets.span(first.test)
        spans = [(view.offsets.span(h.values[0]), f) for h, f in zip(holes, fields, strict=True)]
        asked = f" if {edited(view.text[low:high], [Edit(a - low, b - low, f) for (a, b), f in spans if low <= a < high])}"
    of_added = next(f for h, f in zip(holes, fields, strict=True) if h.values[0] is added.value)
    text = f"sum({of_added} for {', '.join(dict.fromkeys(fields))} in {name}{asked})"
    following = block[at + len(run)] if at + len(run) < len(block) else None
    hands_out = (
        following is not None
        and isinstance(following, ast.Return)
        and ast.unparse(following) == f"return {total}"
        and following.lineno not in view.comments
    )
    last = following if hands_out and following is not None else run[-1]
    indent = view.indentation(first.lineno)
    line = f"{indent}return {text}" if hands_out else f"{indent}{total} = {text}"
    fits = "\n" not in text and len(line) <= view.width
    end = view.offsets.line_start((last.end_lineno or last.lineno) + 1)
    return Edit(view.offsets.line_start(before.lineno), end, line + view.newline) if fits else None


def _blocks(node: ast.AST) -> Iterator[list[ast.stmt]]:
    for child in all_nodes(node):
        for part in ("body", "orelse", "finalbody"):
            block = getattr(child, part, None)
            if isinstance(block, list) and block and isinstance(block[0], ast.stmt):
                yield block


def _sites(
    view: ModuleView,
    function: Function,
    run: list[ast.stmt],
    holes: list[Hole],
    fields: list[str],
    wishes: Wishes,
) -> Iterator[ModuleSite]:
    """The rows added up by sum, if that is all, and the rows with a loop; nothing if the name is
    taken.
    """
    line = run[0].lineno
    private = "_" if view.has_private_functions else ""
    proposed = private + "_".join([*words_of(function.node.name), "rows"]).upper()
    wish = wishes.wanted(line, [proposed], constant=True)
    name = wish or proposed
    indent = view.indentation(line)
    start = view.offsets.line_start(line)
    if name in view.words or view.offsets.span(run[0])[0] != start + len(indent):
        return
    rows = []
    columns = {field: hole for hole, field in reversed(list(zip(holes, fields, strict=True)))}
    parts = list(dict.fromkeys(fields))
    for position in range(len(run)):
        values = [view.offsets.source(columns[f].values[position]) for f in parts]
        rows.append(
            f"{view.indent}{values[0] if len(values) == 1 else '(' + ', '.join(values) + ')'},"
        )
    low, high = view.offsets.span(run[0])
    spans = [
        (view.offsets.span(h.values[0]), field) for h, field in zip(holes, fields, strict=True)
    ]
    inside = edited(view.text[low:high], [Edit(a - low, b - low, field) for (a, b), field in spans])
    lines = [
        f"{indent}for {', '.join(parts)} in {name}:",
        *(f"{view.indent}{each}" for each in f"{indent}{inside}".splitlines()),
    ]
    end = view.offsets.line_start((run[-1].end_lineno or line) + 1)
    top = view.start_of(view.top_statement(function.node))
    table = view.newline.join([f"{name} = (", *rows, ")", "", "", ""])
    loop = Edit(start, end, view.newline.join(lines) + view.newline)
    summed = _summed(view, function, run, holes, fields, name)
    why = f"The {len(run)} statements differ only in what `{name}` holds; another rule is a row. parameterize-table lets callers pass others."
    rank = Rank.LITERAL if any(map(_says_nothing, parts)) else Rank.MEANING
    names = (Proposal(name, "the rows of this function", rank if wish is None else Rank.ASKED),)
    for use in [loop] if summed is None else [summed, loop]:
        yield ModuleSite(
            line,
            why,
            edited(view.text, [Edit(top, top, table), use]),
            (function.name,),
            names=names,
        )
