"""A chain of equality tests whose arms work the same thing out, each by its own formula, becomes a
table of these formulas.

Why it is safe: each formula stands as it was, asked with the names that it read; which one is
worked out is decided as before.
"""

from __future__ import annotations

import ast
import copy
from collections.abc import Iterator
from dataclasses import dataclass

from ...logic.bindings import free_names, parameters
from ...naming.operands import subject_words
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.words import VERBS, several
from ...outline import Function, all_nodes
from ...source.edits import Edit, edited
from ..alignment import Hole, aligned, is_value
from ..alike import visible_locals
from ..chain_tables import asking, in_place_of, table_lines
from ..chains import Chain, chains_of, kind_of_key, source_of
from ..module_view import ModuleView
from ..on_classes.chains import is_private
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..rows import Rows, row_comments
from ..wishes import Wishes

# So few arms are easier to read as they stand; whoever wants a table of them asks for it.
_FEW_ARMS = 3
_MOST_PARAMETERS = 3
# A longer formula wants lines of its own.
_LONGEST = 60
_NOT_ALONE = (ast.Yield, ast.YieldFrom, ast.Await, ast.NamedExpr, ast.Lambda)


@move
class FormulaTable(ModuleMove):
    """Put the formula of each arm into a table."""

    name = "formula-table"
    summary = "Arms that each work a value out by a formula of their own become rows of a table."
    safe_because = (
        "Each formula stands as it was, and is given the names that it read; keys are different"
        " constants of one type."
    )
    since = "0.1"
    EXAMPLES = (
        Example(
            "a value that is worked out in another way for each kind",
            """
            def toll(kind: str, length: int) -> float:
                if kind == "barge":
                    # by the metre
                    pence = length * 12
                elif kind == "tug":
                    pence = length * 9 + 40
                elif kind in ("skiff", "raft"):
                    pence = 60
                elif kind == "butty":
                    pence = max(length, 10)
                else:
                    raise LookupError(kind)
                return round(pence, 2)
            """,
            """
            PENCE = {
                "barge": lambda length: length * 12,  # by the metre
                "tug": lambda length: length * 9 + 40,
                "skiff": lambda length: 60,
                "raft": lambda length: 60,
                "butty": lambda length: max(length, 10),
            }


            def toll(kind: str, length: int) -> float:
                if kind not in PENCE:
                    raise LookupError(kind)
                pence = PENCE[kind](length)
                return round(pence, 2)
            """,
        ),
        Example(
            "several names, and a way for all others",
            """
            def depth(gauge: str, level: float, zero: float):
                if gauge == "staff":
                    return level - zero
                if gauge == "float":
                    return level / 100
                if gauge == "sonar":
                    return 12.5 - level
                if gauge == "mark":
                    return zero
                return None
            """,
            """
            DEPTHS = {
                "staff": lambda level, zero: level - zero,
                "float": lambda level, zero: level / 100,
                "sonar": lambda level, zero: 12.5 - level,
                "mark": lambda level, zero: zero,
            }


            def depth(gauge: str, level: float, zero: float):
                if gauge in DEPTHS:
                    return DEPTHS[gauge](level, zero)
                return None
            """,
        ),
    )
    REFUSALS = {
        "few-kinds": Refusal(
            "three kinds are easier to read as a chain; --only makes a table of them",
            """
            def toll(kind: str, length: int):
                if kind == "barge":
                    return length * 12
                elif kind == "tug":
                    return length * 9 + 40
                elif kind == "skiff":
                    return 60
                return 0
            """,
        ),
        "many-names": Refusal(
            "the formulas read too many names; each row would be longer in what it is given than in what it does",
            """
            def toll(kind: str, length: int, tons: int, crew: int, nights: int):
                if kind == "barge":
                    return length * 12 + nights
                elif kind == "tug":
                    return tons * 9
                elif kind == "skiff":
                    return crew * 2
                elif kind == "raft":
                    return 5
                return 0
            """,
        ),
        "speaks-of-object": Refusal(
            "a formula speaks of the object of its method, which a row of a module has not",
            """
            class Desk:
                def toll(self, kind: str, length: int):
                    if kind == "barge":
                        return length * self.rate
                    elif kind == "tug":
                        return length * 9 + 40
                    elif kind == "skiff":
                        return 60
                    elif kind == "raft":
                        return 5
                    return 0
            """,
        ),
        "too-long": Refusal(
            "a formula is too long for a row",
            """
            def toll(kind: str, length: int, tons: int):
                if kind == "barge":
                    return max(240, length * 12 + tons * 30 - 60) + min(480, length * 9) + 15
                elif kind == "tug":
                    return length * 9 + 40
                elif kind == "skiff":
                    return 60
                elif kind == "raft":
                    return 5
                return 0
            """,
        ),
        "name-taken": Refusal(
            "the name that the table would get is taken; --name LINE=NAME gives another",
            """
            def toll(kind: str, length: int):
                if kind == "barge":
                    return length * 12
                elif kind == "tug":
                    return length * 9 + 40
                elif kind == "skiff":
                    return 60
                elif kind == "raft":
                    return 5
                return 0


            TOLLS = TOLLS_BY_KIND = {}
            """,
        ),
        "comments": Refusal(
            "an arm has more to say than a row can hold",
            """
            def toll(kind: str, length: int):
                if kind == "barge":
                    # by the metre,
                    # bow to stern
                    return length * 12
                elif kind == "tug":
                    return length * 9 + 40
                elif kind == "skiff":
                    return 60
                elif kind == "raft":
                    return 5
                return 0
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for chains whose arms differ in what they work out."""
        if function.around:
            return
        for chain in chains_of(function.node):
            line = chain.statements[0].lineno
            if len(chain.arms) < _FEW_ARMS or wishes.line not in (None, line):
                continue
            values = _values(chain)
            if values is None or not _are_formulas(view, chain, values):
                continue
            if len(chain.arms) == _FEW_ARMS and not wishes.asked:
                yield self.leave("few-kinds", line)
                continue
            found = _site(_Plan(view, function, chain, values), wishes)
            yield self.leave(found, line) if isinstance(found, str) else found


@dataclass(frozen=True, slots=True)
class _Plan:
    """A chain on its way to a table.

    Attributes:
        view: the module.
        function: the function that it is in.
        chain: the chain.
        values: the formula of each arm.
    """

    view: ModuleView
    function: Function
    chain: Chain
    values: list[ast.expr]

    def given(self) -> list[str]:
        """The local names that the formulas read, in the order of the parameters."""
        local = visible_locals(self.function)
        order = [a.arg for a in parameters(self.function.node)]
        read = dict.fromkeys(n for v in self.values for n in free_names(v) if n in local)
        return sorted(read, key=lambda n: order.index(n) if n in order else len(order))


def _site(plan: _Plan, wishes: Wishes) -> ModuleSite | str:
    """The place with its table, or the reason against it."""
    view, chain, given = plan.view, plan.chain, plan.given()
    found = row_comments(view, [(a.line, a.body) for a in chain.arms], chain.statements)
    if found is None:
        return "comments"
    comments, first_line = found
    nodes = [n for v in plan.values for n in all_nodes(v)]
    if view.instance_of(plan.function) in given or any(map(is_private, nodes)):
        return "speaks-of-object"
    if len(given) > _MOST_PARAMETERS:
        return "many-names"
    texts = [_written(view, v) for v in plan.values]
    if any(len(t) > _LONGEST or "\n" in t for t in texts):
        return "too-long"
    line = chain.statements[0].lineno
    free = [n for n in _names(plan) if n not in view.words and n.isidentifier()]
    name = wishes.wanted(line, free, constant=True)
    rank = Rank.MEANING if name is None else Rank.ASKED
    name = name or next(iter(free), "")
    if not name or name in view.words:
        return "name-taken"
    row = f"lambda {', '.join(given)}: " if given else "lambda: "
    table = table_lines(view, name, chain, [row + t for t in texts], comments)
    start = view.start_of(view.top_statement(plan.function.node))
    asked = f"{name}[{source_of(view, chain.subject)}]({', '.join(given)})"
    lines = asking(view, plan.function, chain, name, [_with_value(plan, asked)])
    edits = [
        Edit(start, start, view.newline.join([*table, "", "", ""])),
        in_place_of(view, chain, lines, first_line),
    ]
    why = f"`{name}` holds the formula of each kind; a new kind needs only a row."
    proposed = (Proposal(name, "what it holds, by what it is looked up with", rank),)
    return ModuleSite(line, why, edited(view.text, edits), (plan.function.name,), names=proposed)


def _values(chain: Chain) -> list[ast.expr] | None:
    """What each arm hands back, or gives one and the same name; None if arms do anything else."""
    values, heads = [], set()
    for arm in chain.arms:
        only = arm.body[0] if len(arm.body) == 1 else None
        if not isinstance(only, ast.Return | ast.Assign | ast.AugAssign) or only.value is None:
            return None
        head = copy.copy(only)
        head.value = ast.Constant(None)
        heads.add(ast.dump(head))
        values.append(only.value)
    return values if len(heads) == 1 else None


def _are_formulas(view: ModuleView, chain: Chain, values: list[ast.expr]) -> bool:
    """Whether arms work something out, each in its own way, by keys of one sort."""
    keys = [k for a in chain.arms for k in a.keys]
    if any(view.is_plain_class(k) for k in keys) or len(set(map(kind_of_key, keys))) > 1:
        return False
    if any(isinstance(n, _NOT_ALONE) for v in values for n in all_nodes(v)):
        return False
    if all(isinstance(v, ast.Call) for v in values):
        return False  # what is done rather than worked out: functions with names say more
    holes = aligned([a.body for a in chain.arms], view.plain_functions, lists=True)
    differ = holes is None or len(holes) > 1  # else a table of constants is enough
    return differ and sum(not is_value(v) for v in values) > 1


def _names(plan: _Plan) -> list[str]:
    """What the table may be called, the best first."""
    values = tuple(plan.values)
    only = plan.chain.arms[0].body[0]
    # What is added is called like the sum nowhere: then the function says what it is.
    last = ast.Return(only.value) if isinstance(only, ast.AugAssign) else only
    rows = Rows(plan.view, plan.function, [last], [Hole(values, (last,))], "")
    what = rows.what or []
    if not what:
        return []
    about = ["by", *(subject_words(plan.chain.subject) or ("key",))]
    many = several(what)
    found = [[*what, *about]] if what[0] in VERBS and len(what) == 1 else [many, [*many, *about]]
    private = "_" if plan.view.has_private_functions else ""
    return [private + "_".join(words).upper() for words in found]


def _written(view: ModuleView, value: ast.expr) -> str:
    """A formula as it is written, in parentheses where a row needs them."""
    text = view.offsets.source(value)
    return f"({text})" if isinstance(value, ast.Tuple) and not text.startswith("(") else text


def _with_value(plan: _Plan, text: str) -> str:
    """The statement of the first arm with another value."""
    only, view = plan.chain.arms[0].body[0], plan.view
    first, last = view.offsets.span(only)
    start, end = view.offsets.span(plan.values[0])
    return view.text[first:start] + text + view.text[end:last]
