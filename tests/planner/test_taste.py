"""The cost prefers what a careful reader prefers, and good code is left alone."""

from __future__ import annotations

import ast
import textwrap
from pathlib import Path

import pytest
from hypothesis import given, settings, strategies as st

import dreck
from dreck.taste.cost import cost_of, cost_of_module
from dreck.taste.weights import WEIGHTS

# (what it is about, the better body, the worse body)
BETTER = [
    (
        "an elif behind an arm that leaves",
        "if a:\n    return 1\nif b:\n    log(a)\nreturn 2",
        "if a:\n    return 1\nelif b:\n    log(a)\nreturn 2",
    ),
    (
        "the last of a row of guards turned into its opposite",
        "if a:\n    return 1\nif b:\n    return 2\nreturn 3",
        "if a:\n    return 1\nif not b:\n    return 3\nreturn 2",
    ),
    (
        "a choice of two made lopsided",
        "if a:\n    b.open()\n    b.fill()\nelse:\n    b.close()\n    b.drain()",
        "if not a:\n    b.close()\n    b.drain()\n    return\nb.open()\nb.fill()",
    ),
    (
        "a check that only leaves, before the last thing in a loop",
        "for x in a:\n    if x.fits:\n        log(x)\n        break",
        "for x in a:\n    if not x.fits:\n        continue\n    log(x)\n    break",
    ),
    (
        "an optional last step that looks like the main work",
        "a.open()\na.fill()\na.close()\na.note()\nif b:\n    log(a)\n    log(b)\n    log(1)",
        "a.open()\na.fill()\na.close()\na.note()\nif not b:\n    return\nlog(a)\nlog(b)\nlog(1)",
    ),
    (
        "negations that grow",
        "if not (a and b):\n    return 1\nreturn 2",
        "if not a or not b:\n    return 1\nreturn 2",
    ),
    (
        "a handler next to its check",
        "if not a:\n    raise KeyError(b)\nb.open()\nb.fill()\nb.close()\nreturn b",
        "if a:\n    b.open()\n    b.fill()\n    b.close()\n    return b\nelse:\n    raise KeyError(b)",
    ),
    ("a truth that is said", "if a:\n    log(b)", "if a == True:\n    log(b)"),
    (
        "a flag that tells later what was known before",
        "if a:\n    log(1)\n    return False\nlog(b)\nreturn True",
        "ok = True\nif a:\n    log(1)\n    ok = False\nif ok:\n    log(b)\nreturn ok",
    ),
    (
        "a negation in an elif, as anywhere",
        "if a:\n    log(1)\nelif b:\n    log(2)",
        "if a:\n    log(1)\nelif not b:\n    log(2)",
    ),
    (
        "one kind asked for in two places",
        "if a == 'tug':\n    log(1)\n    log(2)\nb.go()",
        "if a == 'tug':\n    log(1)\nb.go()\nif a == 'tug':\n    log(2)",
    ),
    (
        "a choice inside a choice",
        "if a:\n    return 1\nreturn 2 if b else 3",
        "return 1 if a else 2 if b else 3",
    ),
    (
        "the same twice",
        "log(a.b.c)\nif a:\n    log(1)",
        "if a:\n    log(a.b.c)\n    log(1)\nelse:\n    log(a.b.c)",
    ),
    (
        "what goes through another comprehension",
        "return [z for y in a if (z := b(y)) is not None]",
        "return [z for z in (b(y) for y in a) if z is not None]",
    ),
]
_STORY = "for x in a:\n    if not x:\n        continue\n    x.go()\n    x.a()\n    x.b()\n    x.c()\n    x.d()"
BETTER += [
    ("a story of one level", f"b = work_out(a)\n\n{_STORY}", f"{_STORY}\n\n{_STORY}"),
    (
        "the last section that is not told by a name",
        "b = work_out(a)\n\nlog(b)\n\nrest(b)",
        f"b = work_out(a)\n\nlog(b)\n\n{_STORY}",
    ),
]
_CHECKS = "\n".join(f"b = a.c{i}\nif b:\n    raise E({i})" for i in range(4))


def test_a_row_of_checks_is_no_story() -> None:
    """What stands under a comment in a row of guard clauses is read from above, too."""
    (one, two), (more,) = (
        [cost_of(ast.parse(function(t)).body[0]) for t in texts]  # type: ignore[arg-type]
        for texts in (
            [f"{_CHECKS}\n{_CHECKS}", f"{_CHECKS}\n\n{_CHECKS}"],
            [f"{_STORY}\n\n{_STORY}"],
        )
    )
    assert one.total == two.total and more.counts["stories"] == 1


# Bodies that a person would leave as they are.
GOOD = [
    f"b = work_out(a)\n\n{_STORY}",
    "if a:\n    return 1\nreturn None",
    "if a:\n    b.open()\nelse:\n    b.close()\nb.note()",
    "for x in a:\n    if x:\n        log(x)",
    "log(a)\nreturn",
    "text = f'{a} at {b}'\nreturn text",
    "if a == 1:\n    return 'one'\nreturn 'many'",
    "if a:\n    # the sill is what boats touch first\n    pass\nelse:\n    log(b)",
    "late = a.hour > 20 and b.night\nif late:\n    log(a)\nb.note()",
    "try:\n    log(a)\nexcept KeyError:\n    return None\nelse:\n    log(b)\nfinally:\n    b.close()",
]


def function(body: str) -> str:
    """A function of a body."""
    return "def f(a, b, log):\n" + textwrap.indent(body, "    ") + "\n"


def cost(body: str) -> float:
    """What a body costs."""
    node = ast.parse(function(body)).body[0]
    assert isinstance(node, ast.FunctionDef)
    return cost_of(node).total


@pytest.mark.parametrize(("about", "better", "worse"), BETTER, ids=[b[0] for b in BETTER])
def test_the_better_costs_less(about: str, better: str, worse: str) -> None:
    """The table of weights says what readers said."""
    assert cost(better) < cost(worse)


@pytest.mark.parametrize("body", GOOD)
def test_good_code_is_left_alone(body: str, tmp_path: Path) -> None:
    """What reads well is no start of a step."""
    path = tmp_path / "canal.py"
    path.write_text(function(body))
    assert not dreck.untangle(path, run=False).changes


@settings(deadline=None)
@given(st.lists(st.sampled_from(["a.open()", "log(b)", "x = 1", "log(a, b)"]), min_size=1))
def test_more_of_the_same_never_costs_less(lines: list[str]) -> None:
    """Every statement costs something, and a condition around it costs more."""
    body = "\n".join(lines)
    assert cost("log()\n" + body) > cost(body)
    assert cost("if a:\n" + textwrap.indent(body, "    ")) > cost(body)


def test_the_cost_is_told_term_by_term(tmp_path: Path) -> None:
    """The terms add up to the cost, each has its weight and its reason."""
    path = tmp_path / "canal.py"
    path.write_text(function(BETTER[6][2]))
    (found,) = dreck.untangle(path, run=False).to_dict()["targets"]
    for when in ("before", "after"):
        told = found["cost"][when]
        assert told["total"] == pytest.approx(sum(told["terms"].values()), abs=0.1)
        assert set(told["terms"]) <= set(WEIGHTS) and all(w.why for w in WEIGHTS.values())
    assert found["cost"]["after"]["total"] < found["cost"]["before"]["total"]


@pytest.mark.parametrize(
    ("arms", "term"),
    [
        (["return 12", "return 9", "return 5", "return 3"], "rows"),
        (["return n * 12", "return n + 9", "return 60", "return max(n, 3)"], "formulas"),
    ],
)
def test_what_is_new_beside_a_function_counts(arms: list[str], term: str, tmp_path: Path) -> None:
    """A table is no cheaper for standing above the function."""
    chain = "".join(f"    if kind == 'k{i}':\n        {arm}\n" for i, arm in enumerate(arms))
    path = tmp_path / "a.py"
    path.write_text(f"def toll(kind: str, n: int):\n{chain}    return 0\n", encoding="utf-8")
    moves = ["lookup-table", "formula-table"]
    (function,) = dreck.untangle(path, only=moves, run=False).functions
    assert function.changed and function.cost_after.terms[term] > 0
    assert function.cost_before.terms.get(term, 0) == 0


def test_tables_and_helpers_count_in_a_module() -> None:
    """What stands beside functions is read with them."""
    plain = cost_of_module("def f(a):\n    return a\n").total
    with_table = cost_of_module("T = {1: 2, 3: 4}\n\n\ndef f(a):\n    return a\n").total
    with_class = cost_of_module("class C:\n    def f(a):\n        return a\n").total
    assert plain < with_table < with_class + 1 and plain < with_class
