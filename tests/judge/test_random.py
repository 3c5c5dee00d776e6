"""Random functions: what is proved must behave the same; moves keep behaviour."""

from __future__ import annotations

import ast
import os
import random
from collections import Counter
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from dreck.judge.face.compare import compare
from dreck.judge.world.around import Names
from dreck.judge.walk.prove import Proved
from dreck.judge.face.verdict import AssumptionKind
from dreck.judge.versions.version import Version
from dreck.judge.face.judge import Judge
from dreck.judge.ir.interpreter import CannotRun, run
from dreck.judge.lowering.functions import lower
from dreck.moves.module_view import ModuleView
from dreck.moves.registry import ModuleMove, ModuleSite, all_moves
from dreck.moves.wishes import Wishes
from dreck.outline import functions_of
from dreck.planner.candidates import Broken, Candidate, candidates
from dreck.source.regions import region_of

from .changed_alike import found_wrong
from .random_code import (
    INPUTS,
    KindWriter,
    Writer,
    collecting,
    damaged,
    outcomes,
    outcomes_of,
    with_helper,
)

# A short run by default; DRECK_RANDOM_RUNS=50 is an hour on two cores (see CONTRIBUTING.md).
SCALE = float(os.environ.get("DRECK_RANDOM_RUNS", "1"))


def run_of(examples: int) -> settings:
    """So many examples, more of them in a long run."""
    return settings(
        max_examples=int(examples * SCALE),
        deadline=None,
        suppress_health_check=list(HealthCheck),
    )


FEW = run_of(16)
SHORT_RUN = run_of(60)
# What each test really compared: a run that compares nothing shows nothing.
COMPARED: Counter[str] = Counter()


@pytest.fixture(autouse=True)
def counts(request: pytest.FixtureRequest) -> Iterator[None]:
    """Every test of this file says how much it compared."""
    yield
    name = request.node.name
    assert COMPARED[name] > 0, f"{name} compared nothing"
    print(f"{name}: {COMPARED[name]} compared")


PROVER = Judge(runner=None)
# What the inputs of these tests break.
NOT_HERE = (AssumptionKind.NO_EFFECT, AssumptionKind.LETS_THROUGH)


def versions(before: str, after: str) -> tuple[Version, Version]:
    """Two texts as versions."""
    return Version(Path("a.py"), before), Version(Path("b.py"), after)


def is_proved(before: str, after: str) -> bool:
    """Whether the prover calls two texts of ``f`` the same, though a comparison may raise and a
    manager may hide what is raised.
    """
    functions = [ast.parse(text).body[0] for text in (before, after)]
    assert all(isinstance(f, ast.FunctionDef) for f in functions)
    found = compare(functions[0], functions[1], Names())  # type: ignore[arg-type]
    return isinstance(found, Proved) and all(a.kind not in NOT_HERE for a in found.assumptions)


def is_same(before: str, after: str) -> bool:
    """The same of two modules, with what stands beside ``f``."""
    found = PROVER.function(*versions(before, after), "f")
    return found.verdict.same and all(a.kind not in NOT_HERE for a in found.assumptions)


@SHORT_RUN
@given(st.integers(0, 10**9))
def test_what_is_proved_behaves_the_same(seed: int) -> None:
    """No change that shows on any input is ever proved away."""
    chance = random.Random(seed)
    text = Writer(chance).function()
    changed = damaged(text, chance)
    before, after = outcomes(text), outcomes(changed)
    if before is not None and after is not None and is_proved(text, changed):
        COMPARED["test_what_is_proved_behaves_the_same"] += 1
        assert before == after, f"{text}\nbecame\n{changed}"


@SHORT_RUN
@given(st.integers(0, 10**9))
def test_a_function_is_the_same_as_itself(seed: int) -> None:
    """Every function that the judge can follow is proved against its own text."""
    text = Writer(random.Random(seed)).function()
    if outcomes(text) is not None:
        COMPARED["test_a_function_is_the_same_as_itself"] += 1
        assert is_proved(text, text)


@SHORT_RUN
@given(st.integers(0, 10**9))
def test_what_is_proved_with_a_helper_behaves_the_same(seed: int) -> None:
    """A condition moved to a function, sometimes wrongly, is never proved where it shows."""
    chance = random.Random(seed)
    text = Writer(chance).function()
    changed = with_helper(text, chance)
    if changed is None or outcomes(text) is None:
        return
    if is_same(text, changed):
        COMPARED["test_what_is_proved_with_a_helper_behaves_the_same"] += 1
        assert outcomes(text) == outcomes(changed), f"{text}\nbecame\n{changed}"


@SHORT_RUN
@given(st.integers(0, 10**9))
def test_what_is_proved_of_collecting_loops_behaves_the_same(seed: int) -> None:
    """A loop that appends against a comprehension, sometimes wrong."""
    loop, comprehension = collecting(random.Random(seed))
    before, after = outcomes(loop), outcomes(comprehension)
    if before is not None and after is not None and is_proved(loop, comprehension):
        COMPARED["test_what_is_proved_of_collecting_loops_behaves_the_same"] += 1
        assert before == after, f"{loop}\nbecame\n{comprehension}"


@FEW
@given(st.integers(0, 10**9))
def test_what_is_proved_of_kinds_behaves_the_same(seed: int) -> None:
    """Questions about an object's kind, asked again, left out or in another order."""
    chance = random.Random(seed)
    text = KindWriter(chance).function()
    changed = damaged(text, chance)
    before, after = outcomes(text), outcomes(changed)
    if (
        before is not None
        and after is not None
        and PROVER.function(*versions(text, changed), "f").verdict.same
    ):
        COMPARED["test_what_is_proved_of_kinds_behaves_the_same"] += 1
        assert before == after, f"{text}\nbecame\n{changed}"


@FEW
@given(st.integers(0, 10**9), st.sampled_from([Writer, KindWriter]))
def test_steps_that_are_proved_keep_behaviour(seed: int, writer: type[Writer]) -> None:
    """Every site of every move, on code that nobody would write."""
    text = writer(random.Random(seed)).function()
    before = outcomes(text)
    if before is None:
        return
    region = region_of(text, functions_of(ast.parse(text))[0], "    ")
    for found in candidates(region, strict=False, blank_after_guard=False):
        assert not isinstance(found, Broken), f"{found}\n{text}"
        if isinstance(found, Candidate) and is_proved(text, found.region.whole):
            COMPARED["test_steps_that_are_proved_keep_behaviour"] += 1
            assert (
                outcomes(found.region.whole) == before
            ), f"{found.move}: {text}\nbecame\n{found.region.whole}"


@FEW
@given(st.integers(0, 10**9), st.sampled_from([Writer, KindWriter]))
def test_names_that_are_proved_keep_behaviour(seed: int, writer: type[Writer]) -> None:
    """Every name that a move gives in code that nobody would write."""
    text = writer(random.Random(seed)).function()
    before = outcomes(text)
    view = ModuleView(Path("a.py"), text)
    moves = [m for m in all_moves().values() if isinstance(m, ModuleMove)]
    for found in (s for m in moves for s in m.look(view, view.functions["f"], Wishes(asked=True))):
        if (
            before is not None
            and isinstance(found, ModuleSite)
            and PROVER.vouch(*versions(text, found.text)).verdict.same
        ):
            COMPARED["test_names_that_are_proved_keep_behaviour"] += 1
            assert outcomes(found.text) == before, f"{found.why}: {text}\nbecame\n{found.text}"


@SHORT_RUN
@given(st.integers(0, 10**9), st.sampled_from([Writer, KindWriter]))
def test_graphs_do_what_their_functions_do(seed: int, writer: type[Writer]) -> None:
    """Lowering, apart from proving: a graph that is run does what CPython does with the function."""
    text = writer(random.Random(seed)).function()
    names: dict[str, Any] = {}
    exec(compile(text, "f.py", "exec"), names)
    graph = lower(functions_of(ast.parse(text))[0].node)
    rows = random.Random(seed).sample(INPUTS, 12)
    try:
        found = outcomes_of(lambda *given: run(graph, given), rows)
    except CannotRun:
        return
    if not any("CannotRun" in str(o[0]) for o in found):
        COMPARED["test_graphs_do_what_their_functions_do"] += 1
        assert found == outcomes_of(names["f"], rows), text


def test_what_means_something_else_is_not_taken_for_what_it_is_called(tmp_path: Path) -> None:
    """Names bound nearer, or again, on both sides of pairs that were proved."""
    wrong, tried = found_wrong(2, 15, tmp_path)
    COMPARED["test_what_means_something_else_is_not_taken_for_what_it_is_called"] += tried
    assert not wrong and tried > 10, wrong
