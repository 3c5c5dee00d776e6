"""What code costs its reader: one number, as a sum of named terms with one table of weights.

The planner takes the steps whose end costs least, and nothing else in Dreck has a taste of its
own. The terms and why they weigh what they weigh are told in ``docs/measures.md``.
"""

from __future__ import annotations

import ast
import textwrap
from collections import Counter
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Any

from ..outline import all_nodes
from .blocks import arms_of
from .glance import Glance
from .nodes import in_scope
from .subjects import kinds_of, kinds_of_pattern
from .walk import FunctionNode, Walk
from .weights import MOST_PARAMETERS, WEIGHTS

_FILLING = frozenset(
    "append extend insert add update setdefault pop remove discard clear sort".split()
)
_VAGUE = frozenset({"handle", "update", "process", "do", "work"})

# The terms that a reading of every expression shows; all others show in statements and conditions
# alone.
TEXT_TERMS = frozenset(
    {
        "known again",
        "text",
        "tall",
        "said truths",
        "equal to None",
        "stories",
        "repeats",
        "repeated tests",
        "names",
        "crowded names",
        "carried",
        "flags",
        "places",
        "copied ends",
        "hidden arms",
        "scattered",
        "threaded",
        "results",
    }
)
LAYOUT_TERMS = frozenset(WEIGHTS) - TEXT_TERMS
_POINTS = {name: weight.points for name, weight in WEIGHTS.items()}


@dataclass(frozen=True, slots=True)
class Cost:
    """The cost of some code, term by term.

    Attributes:
        counts: how often each term of :data:`~dreck.taste.weights.WEIGHTS` occurs.
    """

    counts: Mapping[str, float] = field(default_factory=dict)

    @property
    def total(self) -> float:
        """The sum over all terms."""
        return round(sum([_POINTS[name] * n for name, n in self.counts.items()]), 6)

    def to_dict(self) -> dict[str, Any]:
        """The cost as plain data: its sum and what each term adds."""
        return {"total": round(self.total, 2), "terms": self.terms}

    @property
    def terms(self) -> dict[str, float]:
        """What each term adds, the dearest first."""
        found = {name: round(WEIGHTS[name].points * n, 2) for name, n in self.counts.items() if n}
        return dict(sorted(found.items(), key=lambda item: (-item[1], item[0])))


def cost_of(function: FunctionNode) -> Cost:
    """What one function costs its reader; functions nested in it are read with it.

    Args:
        function: its tree, as parsed from source text.

    >>> chain = ast.parse("def f(a):\\n if a:\\n  return 1\\n else:\\n  a.go()\\n  return 2").body[0]
    >>> cost_of(chain).terms["needless else"]
    1.3
    """
    walk = Walk()
    walk.function(function)
    return Cost(walk.counts)


def layout_cost_of(function: FunctionNode, seen: Glance | None = None) -> Cost:
    """What the layout of one function costs: its statements and conditions, in a third of the time.

    Args:
        function: its tree.
        seen: what a glance at its body shows, where that is known.
    """
    walk = Walk(thorough=False)
    walk.function(function, seen)
    return Cost(walk.counts)


def cost_of_module(text: str) -> Cost:
    """What a whole module costs its reader: its functions, and the tables and classes beside them.

    Args:
        text: its source.

    Raises:
        SyntaxError: it does not parse.
    """
    found: Counter[str] = Counter()
    known: Counter[tuple[str, str]] = Counter()
    lines = text.splitlines()
    for node in _definitions(ast.parse(text).body):
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
            known.update(_known_kinds(node))
            # A line that starts deeper is read as if it stood at the left edge.
            found.update(_cost_of_lines("\n".join(lines[node.lineno - 1 : node.end_lineno])))
            found.update(_cost_of_call(node))
        else:
            found.update(_cost_beside(node))
    found["known again"] = sum(number - 1 for number in known.values())
    return Cost(found)


def cost_of_what_is_beside(text: str) -> Cost:
    """What the tables, constants and classes of a module cost that stand beside its functions.

    Args:
        text: its source.

    Raises:
        SyntaxError: it does not parse.
    """
    found: Counter[str] = Counter()
    for node in _definitions(ast.parse(text).body):
        if not isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
            found.update(_cost_beside(node))
    return Cost(found)


def _cost_beside(node: ast.stmt) -> Counter[str]:
    """What a class or a constant costs by itself."""
    if isinstance(node, ast.ClassDef):
        return Counter({"classes": 1})
    formulas = [n for n in all_nodes(node) if isinstance(n, ast.Lambda)]
    return Counter(
        {
            "rows": _rows(node),
            "formulas": len(formulas),
            "formula names": sum(max(0, len(f.args.args) - 1) for f in formulas),
            "text": sum(isinstance(n, ast.expr) for n in all_nodes(node)),
        }
    )


def cost_of_together(functions: Iterable[FunctionNode]) -> Cost:
    """What functions cost that are read with each other: what one repeats of another is repeated.

    Args:
        functions: their trees, the one that is read first before the others.
    """
    walk = Walk()
    for node in functions:
        walk.function(node)
        for term, number in _cost_of_call(node).items():
            walk.counts[term] += number
    return Cost(walk.counts)


def _cost_of_call(node: FunctionNode) -> Counter[str]:
    """What it costs to have a function to call."""
    given = len(node.args.args) + len(node.args.kwonlyargs)
    return Counter(
        {
            "helpers": 1,
            "vague helpers": int(node.name.lstrip("_").split("_")[0] in _VAGUE),
            "parameters": given,
            "crowded signatures": max(0, given - MOST_PARAMETERS),
            "changed parameters": len(_changed_parameters(node)),
        }
    )


def _changed_parameters(node: FunctionNode) -> set[str]:
    given = {a.arg for a in [*node.args.args, *node.args.kwonlyargs]} - {"self", "cls"}
    changed: set[str] = set()
    for inside in in_scope(node.body):
        place: ast.expr | None = None
        if isinstance(inside, ast.Expr) and isinstance(inside.value, ast.Call):
            called = inside.value.func
            if isinstance(called, ast.Attribute) and called.attr in _FILLING:
                place = called.value
        elif isinstance(inside, ast.Subscript) and not isinstance(inside.ctx, ast.Load):
            place = inside.value
        if isinstance(place, ast.Name):
            changed.add(place.id)
    return changed & given


def _known_kinds(node: FunctionNode) -> Iterator[tuple[str, str]]:
    """The kinds that the choices of a function ask for, each once for every choice: it is the same
    whether these stand in one function or in several.
    """
    chained: set[int] = set()
    for inside in in_scope(node.body):
        known: set[tuple[str, str]] = set()
        if isinstance(inside, ast.If) and id(inside) not in chained:
            known.update(
                k for test, _ in arms_of(inside) if test is not None for k in kinds_of(test)
            )
            rest = inside.orelse
            while len(rest) == 1 and isinstance(rest[0], ast.If):
                chained.add(id(rest[0]))
                rest = rest[0].orelse
        elif isinstance(inside, ast.IfExp):
            known.update(kinds_of(inside.test))
        elif isinstance(inside, ast.Match):
            for case in inside.cases:
                known.update(kinds_of_pattern(inside.subject, case.pattern))
        yield from known


@lru_cache(maxsize=4096)
def _cost_of_lines(lines: str) -> Mapping[str, float]:
    tree = ast.parse(textwrap.dedent(lines) if not lines[:1].isspace() else f"if 1:\n{lines}")
    node: ast.AST = tree.body[0]
    while not isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
        assert isinstance(node, ast.If)
        node = node.body[0]
    return cost_of(node).counts


def _definitions(body: Sequence[ast.stmt]) -> Iterator[ast.stmt]:
    """Functions, classes and constants of a module, those inside of classes too."""
    for node in body:
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.Assign | ast.AnnAssign):
            yield node
        elif isinstance(node, ast.ClassDef):
            yield node
            yield from _definitions(node.body)
        elif isinstance(node, ast.If | ast.Try):
            yield from _definitions(node.body)


def _rows(node: ast.stmt) -> int:
    """The rows of a table, the members of a sequence; 1 for a single value."""
    value = getattr(node, "value", None)
    if isinstance(value, ast.Dict):
        return len(value.keys) + 1
    if isinstance(value, ast.List | ast.Tuple | ast.Set):
        return len(value.elts) + 1
    return 1
