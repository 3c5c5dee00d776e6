"""Random functions: what is proved must behave the same; moves keep behaviour."""

from __future__ import annotations

import ast
import random

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from dreck.judge.check import compare
from dreck.judge.events import Names
from dreck.judge.prove import Proved

from .random_code import Writer, damaged, outcomes

SHORT_RUN = settings(max_examples=150, deadline=None, suppress_health_check=list(HealthCheck))


def is_proved(before: str, after: str) -> bool:
    """Whether the prover calls two texts of ``f`` the same."""
    functions = [ast.parse(text).body[0] for text in (before, after)]
    assert all(isinstance(f, ast.FunctionDef) for f in functions)
    return isinstance(compare(functions[0], functions[1], Names()), Proved)  # type: ignore[arg-type]


@SHORT_RUN
@given(st.integers(0, 10**9))
def test_what_is_proved_behaves_the_same(seed: int) -> None:
    """No change that shows on any input is ever proved away."""
    chance = random.Random(seed)
    text = Writer(chance).function()
    changed = damaged(text, chance)
    before, after = outcomes(text), outcomes(changed)
    if before is not None and after is not None and is_proved(text, changed):
        assert before == after, f"{text}\nbecame\n{changed}"


@SHORT_RUN
@given(st.integers(0, 10**9))
def test_a_function_is_the_same_as_itself(seed: int) -> None:
    """Every function that the judge can follow is proved against its own text."""
    text = Writer(random.Random(seed)).function()
    if outcomes(text) is not None:
        assert is_proved(text, text)
