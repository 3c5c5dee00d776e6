"""Statements of one shape, side by side, become rows and a loop.

Why it is safe: the loop does the same statement for each row, in the order of the rows, and nothing can
change them; its names are new.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator

from ...logic.bindings import free_names
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.words import singular, words_of
from ...outline import Function
from ...source.edits import Edit, edited
from ..alignment import Hole, aligned
from ..alike import visible_locals
from ..fields import field_name
from ..module_view import ModuleView
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes

_LEAST_ROWS = 3
_SHAPES = (ast.Expr, ast.AugAssign, ast.If, ast.Assign)


@move
class RuleRows(ModuleMove):
    """Put what statements differ in into rows."""

    on_request = True
    name = "rule-rows"
    summary = "Statements of one shape become rows of constants and a loop; a new rule is a row."
    safe_because = "The loop does the same for each row, in their order, and nothing can change the rows."
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
        "no-fields": Refusal(
            "nothing says what the parts of a row would be called",
            """
            def open_up(lock):
                lock[1](2, 3)
                lock[1](3, 4)
                lock[1](4, 5)
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

    def look(self, view: ModuleView, function: Function, wishes: Wishes) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for runs of statements that differ in constants only."""
        for run, holes in _runs(function.node.body):
            line = run[0].lineno
            if wishes.line not in (None, line):
                continue
            if any(isinstance(n, ast.Return | ast.Raise | ast.Break | ast.Continue | ast.Yield | ast.Await) for s in run for n in ast.walk(s)):
                yield self.leave("leaves", line)
            elif any(n in view.comments for n in range(line, (run[-1].end_lineno or line) + 1)):
                yield self.leave("comments", line)
            else:
                fields = _fields(view, function, holes)
                site = None if fields is None else _site(view, function, run, holes, fields, wishes)
                yield site or self.leave("no-fields", line)


def _runs(block: list[ast.stmt]) -> Iterator[tuple[list[ast.stmt], list[Hole]]]:
    """The longest runs of statements that differ in constants, with their holes; blocks inside too."""
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
                if inner and isinstance(inner[0], ast.stmt) and not isinstance(block[index], ast.FunctionDef | ast.ClassDef):
                    yield from _runs(inner)
        index += len(run)


def _binds_nothing(statement: ast.stmt) -> bool:
    """Whether a statement does something else than giving a plain name a constant."""
    return not (isinstance(statement, ast.Assign) and any(isinstance(t, ast.Name) for t in statement.targets))


def _fields(view: ModuleView, function: Function, holes: list[Hole]) -> list[str] | None:
    taken = visible_locals(function) | view.top_names | frozenset(free_names(function.node))
    found: list[str] = []
    for hole in holes:
        name = field_name(hole, view) or _of_use(hole)
        if name is None or not name.isidentifier() or name in found or name in taken:
            return None
        found.append(name)
    return found


def _of_use(hole: Hole) -> str | None:
    """What a constant would be called after what it is added to, or the function that gets it alone."""
    owner = hole.around[-1] if hole.around else None
    if isinstance(owner, ast.AugAssign):
        words = words_of(ast.unparse(owner.target).rpartition(".")[2])
        return "_".join([*words, "added"]) if words else None
    if isinstance(owner, ast.Call) and len(owner.args) == 1 and isinstance(owner.func, ast.Attribute):
        words = words_of(owner.func.attr)
        if words[:1] in (["append"], ["add"]):
            into = words_of(ast.unparse(owner.func.value).rpartition(".")[2])
            return singular(into[-1]) if into and singular(into[-1]) != into[-1] else None
        return "_".join(words) or None
    return None


def _site(view: ModuleView, function: Function, run: list[ast.stmt], holes: list[Hole], fields: list[str], wishes: Wishes) -> ModuleSite | None:
    line = run[0].lineno
    private = "_" if view.has_private_functions else ""
    proposed = private + "_".join([*words_of(function.node.name), "rows"]).upper()
    wish = wishes.wanted(line, [proposed], constant=True)
    name = wish or proposed
    indent = view.indentation(line)
    start = view.offsets.line_start(line)
    if name in view.words or view.offsets.span(run[0])[0] != start + len(indent):
        return None
    rows = []
    for position in range(len(run)):
        values = [view.offsets.source(h.values[position]) for h in holes]
        rows.append(f"{view.indent}{values[0] if len(values) == 1 else '(' + ', '.join(values) + ')'},")
    low, high = view.offsets.span(run[0])
    spans = [(view.offsets.span(h.values[0]), field) for h, field in zip(holes, fields, strict=True)]
    inside = edited(view.text[low:high], [Edit(a - low, b - low, field) for (a, b), field in spans])
    lines = [f"{indent}for {', '.join(fields)} in {name}:", *(f"{view.indent}{each}" for each in f"{indent}{inside}".splitlines())]
    end = view.offsets.line_start((run[-1].end_lineno or line) + 1)
    top = view.start_of(view.top_statement(function.node))
    table = view.newline.join([f"{name} = (", *rows, ")", "", "", ""])
    edits = [Edit(top, top, table), Edit(start, end, view.newline.join(lines) + view.newline)]
    why = f"The {len(run)} statements differ only in what `{name}` holds; another rule is a row."
    names = (Proposal(name, "the rows of this function", Rank.MEANING if wish is None else Rank.ASKED),)
    return ModuleSite(line, why, edited(view.text, edits), (function.name,), names=names)
