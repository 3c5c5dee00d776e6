"""All of the project's tests at the end of the work, and what becomes of it where they are red."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from pathlib import Path

from ..judge.face.verdict import Verdict
from ..net.net import Checked, Net
from ..outline import functions_of
from ..source.files import parse
from ..surveying.measures import measure
from .results import FileChange, Step, Untangled, Untangling
from ..taste.cost import cost_of


def held(found: Untangling, net: Net) -> Untangling:
    """The work as far as all tests are green: from the first step at which one fails that was not
    chosen before, all steps are taken back.

    Args:
        found: the work, each of whose steps is green for the tests that reach it.
        net: the tests.
    """
    texts = {c.source.path: c.text for c in found.changes}
    if not texts:
        return replace(found, tests=Checked(0))
    checked = net.check_all(texts)
    if checked.green:
        return replace(found, tests=checked)
    states = _states(found)
    tests = [r.test for r in checked.reds]
    first = _first_red(net, states, tests)
    kept = found.history[:first]
    cut = {id(step) for _, step in found.history[first:]}
    culprit = replace(found.history[first][1], tests=checked)
    functions = tuple(
        _without(f, cut, states[first], culprit if f.target == found.history[first][0] else None)
        for f in found.functions
    )
    changes = tuple(
        FileChange(c.source, states[first][c.source.path])
        for c in found.changes
        if states[first].get(c.source.path, c.source.text) != c.source.text
    )
    later = len(found.history) - first - 1
    after = f"; {later} step{'' if later == 1 else 's'} after it went with it" if later else ""
    problem = f"{tests[0]} fails from the step {culprit.move} at line {culprit.line} on, which was taken back{after}"
    return Untangling(functions, changes, (*found.problems, problem), kept, Checked(checked.count))


def _states(found: Untangling) -> list[dict[Path, str]]:
    """The texts of all files before the first step, and after each."""
    now = {c.source.path: c.source.text for c in found.changes}
    states = [dict(now)]
    for _, step in found.history:
        now.update({p: t for p, t in step.texts.items() if p in now})
        states.append(dict(now))
    return states


def _first_red(net: Net, states: Sequence[dict[Path, str]], tests: Sequence[str]) -> int:
    """The first step after which one of the tests fails, counted from 0."""
    green, red = 0, len(states) - 1
    while red - green > 1:
        middle = (green + red) // 2
        if net.fails(states[middle], tests):
            red = middle
        else:
            green = middle
    return green


def _without(
    function: Untangled, cut: set[int], texts: dict[Path, str], culprit: Step | None
) -> Untangled:
    """A function without the steps that were taken back."""
    steps = tuple(s for s in function.steps if id(s) not in cut)
    taken_back = (*function.taken_back, *([culprit] if culprit is not None else []))
    if len(steps) == len(function.steps):
        return replace(function, taken_back=taken_back)
    text, _, name = function.target.partition("::")
    tree = parse(texts[Path(text)], text)
    node = next((f.node for f in functions_of(tree) if f.name == name), None)
    weakest = Verdict.weakest(s.verdict.verdict for s in steps)
    worst = [s.verdict for s in steps if s.verdict.verdict is weakest]
    return replace(
        function,
        steps=steps,
        taken_back=taken_back,
        verdict=worst[0] if worst else replace(function.verdict, why="nothing was changed"),
        after=function.before if node is None else measure(node),
        cost_after=function.cost_before if node is None else cost_of(node),
        diff="".join(s.diff if s.diff.endswith("\n") else f"{s.diff}\n" for s in steps),
        offers=(),
    )
