"""What a page about an untangling or a package tells, put together from the results."""

from __future__ import annotations

import ast
import base64
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from pathlib import Path

from ..aligning.tables import Alignment
from ..judge.face.explain import DecisionTable
from ..judge.face.verdict import Assumption, Verdict
from ..net.looking import HeldFunction
from ..outline import functions_of
from ..planner.results import Step, Untangled, Untangling
from ..surveying.tree import Survey
from ..taste.cost import cost_of_module
from ..taste.weights import WEIGHTS
from .figures.cost_steps import cost_steps
from .figures.distribution import distribution
from .figures.left_edge import left_edge
from .figures.package import package_map
from .side_by_side import Pair, side_by_side

# A decision table with more ways than this is cut.
MOST_WAYS = 24


@dataclass(frozen=True, slots=True)
class Term:
    """A term of the cost before and after."""

    name: str
    before: float
    after: float
    what: str


@dataclass(frozen=True, slots=True)
class Story:
    """What a page tells of one function.

    Attributes:
        result: what became of it.
        pairs: before and after, row by row.
        terms: the cost term by term, the largest change first.
        assumptions: what the proofs of its steps rest on.
        table: its decision table before against after, or why there is none.
        alignments: the arms of its switches side by side, as they were.
        edge: its left edge before and after, as SVG; empty if it did not change.
        costs: the cost over its steps, as SVG; empty where there is one step or none.
        held: how well tests hold it.
        pins: tests that pin what it did, as Python; empty if there are none.
    """

    result: Untangled
    pairs: tuple[Pair, ...]
    terms: tuple[Term, ...]
    assumptions: tuple[Assumption, ...]
    table: DecisionTable | str
    alignments: tuple[Alignment, ...]
    edge: str
    costs: str
    held: HeldFunction | None = None
    pins: str = ""


@dataclass(frozen=True, slots=True)
class WriteUp:
    """All that a page tells.

    Attributes:
        title: its heading.
        untangling: the results.
        stories: the functions that changed, were taken back or have offers, the largest gain
            first.
        survey: the package as it was; None where the page is about functions.
        map, spread: figures of the package, as SVG; empty without a survey.
    """

    title: str
    untangling: Untangling
    stories: tuple[Story, ...]
    survey: Survey | None = None
    map: str = ""
    spread: str = ""

    @property
    def steps(self) -> int:
        """How many steps were taken."""
        return sum(len(f.steps) for f in self.untangling.functions)

    @property
    def verdicts(self) -> dict[str, int]:
        """How many steps have each verdict."""
        counts = {v.value: 0 for v in Verdict}
        for function in self.untangling.functions:
            for step in function.steps:
                counts[step.verdict.verdict.value] += 1
        return {name: n for name, n in counts.items() if n}

    @property
    def cost(self) -> tuple[float, float]:
        """What the functions that changed cost before and after."""
        changed = [f for f in self.untangling.functions if f.changed]
        return (
            sum(f.cost_before.total for f in changed),
            sum(f.cost_after.total for f in changed),
        )

    def html(self) -> str:
        """The page, with all it needs inside."""
        from .page import page_of

        return page_of(self)

    def markdown(self) -> str:
        """The same for a pull request, without figures."""
        from .write_up_texts import write_up_markdown

        return write_up_markdown(self)


def write_up(
    title: str,
    untangling: Untangling,
    tables: Mapping[str, DecisionTable | str],
    alignments: Sequence[Alignment] = (),
    survey: Survey | None = None,
    held: Sequence[HeldFunction] = (),
    pins: Mapping[str, str] | None = None,
) -> WriteUp:
    """Put a page together.

    Args:
        title: its heading.
        untangling: the results, not written yet or just written.
        tables: the decision tables before against after, by target.
        alignments: the arms of switches in the code as it was.
        survey: the package as it was, if the page is about one.
        held: how well tests hold the functions.
        pins: tests that pin functions, by target.
    """
    texts = {c.source.path: (c.source.text, c.text) for c in untangling.changes}
    nets = {h.target: h for h in held}
    told = [f for f in untangling.functions if f.changed or f.taken_back or f.offers]
    told.sort(key=lambda f: (f.cost_after.total - f.cost_before.total, f.target))
    stories = []
    for function in told:
        path = Path(function.target.partition("::")[0])
        stories.append(
            Story(
                function,
                tuple(side_by_side(function.diff)),
                _terms(function),
                _assumptions(function.steps),
                tables.get(function.target, "it was not asked for"),
                tuple(a for a in alignments if a.target == function.target and len(a.rows) > 1),
                *_figures(function, path, texts.get(path)),
                nets.get(function.target),
                (pins or {}).get(function.target, ""),
            )
        )
    drawn = survey is not None and len(survey) > 0
    return WriteUp(
        title,
        untangling,
        tuple(stories),
        survey,
        package_map(survey, "svg").decode() if drawn and survey is not None else "",
        distribution(survey, "svg").decode() if drawn and survey is not None else "",
    )


def _terms(function: Untangled) -> tuple[Term, ...]:
    old, new = function.cost_before.terms, function.cost_after.terms
    terms = [Term(n, old.get(n, 0.0), new.get(n, 0.0), WEIGHTS[n].what) for n in {*old, *new}]
    return tuple(sorted(terms, key=lambda t: (-abs(t.after - t.before), -t.before, t.name)))


def _assumptions(steps: Sequence[Step]) -> tuple[Assumption, ...]:
    return tuple(dict.fromkeys(a for s in steps for a in s.verdict.assumptions))


def _figures(function: Untangled, path: Path, texts: tuple[str, str] | None) -> tuple[str, str]:
    """The left edge and the cost over the steps, as SVG."""
    if not function.changed or texts is None:
        return "", ""
    name = function.target.partition("::")[2]
    before, after = (_source_of(text, name) for text in texts)
    edge = left_edge(before, after, "svg").decode() if before and after else ""
    if len(function.steps) < 2:
        return edge, ""
    states = [("as found", function.cost_before.total)]
    previous = function.steps[0].texts.get(path)
    if previous is None:
        return edge, ""
    # What a step brings shows in the whole file: helpers and tables stand beside the function.
    end = cost_of_module(function.steps[-1].texts.get(path, previous)).total
    for step in function.steps:
        text = step.texts.get(path)
        if text is not None:
            rest = cost_of_module(text).total - end
            states.append((f"{step.move}, line {step.line}", function.cost_after.total + rest))
    return edge, cost_steps(states, "svg").decode()


def _source_of(text: str, name: str) -> str:
    node = next((f.node for f in functions_of(ast.parse(text)) if f.name == name), None)
    if node is None:
        return ""
    return "\n".join(text.split("\n")[node.lineno - 1 : node.end_lineno])


def as_image(svg: str) -> str:
    """An SVG as the address of an image, to stand inside of a page."""
    return "data:image/svg+xml;base64," + base64.b64encode(svg.encode()).decode()
