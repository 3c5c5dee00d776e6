"""The search alone, over states that are letters with costs."""

from __future__ import annotations

import pytest

from dreck.planner.search import Edge, Limits, Search

# What states cost, the steps between them, those that do not hold, the way from a that is found,
# and the steps that the judge was asked for.
HILLS = {
    "straight down": ("a9 b5", "ab", "", "b", "ab"),
    "the second where the first does not hold": ("a9 b5 c6", "ab ac", "ab", "c", "ab ac"),
    "over a state that costs more": ("a9 b12 c5", "ab bc", "", "bc", "ab bc"),
    "nobody asks the judge where no way leads down": ("a9 b12 c11", "ab bc", "", "", ""),
    "nor on the way to states that lead nowhere": ("a9 b10 c11 d4", "ab ac cd", "", "cd", "ac cd"),
    "the way around a step that does not hold": (
        "a9 b10 c11 d4",
        "ab ac bd cd",
        "bd",
        "cd",
        "ab bd ac cd",
    ),
    "what stands behind a step that does not hold": ("a9 b10 c4 d5", "ab bc bd", "ab", "", "ab"),
    "no higher than allowed": ("a9 b99 c1", "ab bc", "", "", ""),
}


@pytest.mark.parametrize(("costs", "steps", "broken", "way", "asked"), HILLS.values(), ids=HILLS)
def test_ways_down(costs: str, steps: str, broken: str, way: str, asked: str) -> None:
    """The nearest state that costs less, with no question twice."""
    cost = {word[0]: float(word[1:]) for word in costs.split()}
    questions: list[str] = []

    def ahead(state: str) -> list[Edge[str]]:
        ends = [s[1] for s in steps.split() if s[0] == state]
        return [Edge(e, e, cost[e], 0.0) for e in ends]

    def holds(state: str, edge: Edge[str]) -> bool:
        questions.append(state + edge.key)
        return questions[-1] not in broken.split()

    search = Search(ahead, holds, Limits())
    assert "".join(e.key for e in search.way_down("a", "a", cost["a"])) == way
    assert questions == asked.split()


def test_states_are_counted() -> None:
    """A search that looks at as many states as it may says that it was cut short."""
    for most, short in ((3, True), (30, False)):
        search = Search(
            lambda state: [Edge(state + 1, str(state + 1), 10.0, 0.0)] if state < 9 else [],
            lambda state, edge: True,
            Limits(expanded=most, length=20),
        )
        assert not search.way_down(0, "0", 9.0)
        assert search.cut_short is short
