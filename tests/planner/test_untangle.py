"""The planner: progress, ends, steps taken back, moves that fail."""

from __future__ import annotations

import ast
from collections.abc import Callable
from pathlib import Path
from typing import Any

import libcst as cst
import pytest

import dreck
from dreck import Verdict
from dreck.moves.places import Place
from dreck.outline import functions_of
from dreck.moves.registry import Around, Match, Move, Site
from dreck.planner import settings as settings_module

CODE = "def admit(boat, n: int):\n    if n > 3:\n        raise ValueError(n)\n    return boat\n"


def made(match: Callable[[Place, int, Around], Match]) -> Move:
    """A move for one test."""
    return type("Made", (Move,), {"name": "made-up", "REFUSALS": {}, "match": lambda self, *a: match(*a)})()  # type: ignore[no-any-return]


@pytest.fixture
def with_move(monkeypatch: pytest.MonkeyPatch, tmp_path: Path) -> Callable[..., dreck.Untangling]:
    """Untangle the code above with nothing but a given move."""

    def run(match: Callable[[Place, int, Around], Match], **settings: Any) -> dreck.Untangling:
        for module in (settings_module,):
            monkeypatch.setattr(module, "all_moves", lambda: {"made-up": made(match)})
        path = tmp_path / "canal.py"
        path.write_text(CODE)
        return dreck.untangle(path, **settings)

    return run


def loses_the_guard(place: Place, index: int, around: Around) -> Match:
    """A wrong move: the guard goes away."""
    node = place.statements[index]
    if isinstance(node, cst.If):
        return Site(node, "because", place.block.with_changes(body=place.without(index)))
    return None


@pytest.mark.parametrize(("run", "verdict"), [(True, Verdict.DIFFERS), (False, Verdict.UNDECIDED)])
def test_a_wrong_step_is_taken_back(with_move: Any, run: bool, verdict: Verdict) -> None:
    """What the judge does not let pass is reported and not part of the result."""
    found = with_move(loses_the_guard, run=run)
    (function,) = found.functions
    assert not function.changed and not found.changes
    assert [s.verdict.verdict for s in function.taken_back] == [verdict]
    if run:
        assert function.taken_back[0].verdict.counterexample.call == "admit(0, 4)"


def breaks_the_text(place: Place, index: int, around: Around) -> Match:
    """A wrong move: the text no longer parses."""
    node = place.statements[index]
    if isinstance(node, cst.If):
        broken = cst.SimpleStatementLine([cst.Expr(cst.Name("lambda"))])
        return Site(node, "because", place.block.with_changes(body=[broken]))
    return None


def test_broken_text_is_taken_back(with_move: Any) -> None:
    """A step leaves valid code or nothing."""
    (function,) = with_move(breaks_the_text).functions
    assert "does not parse" in function.taken_back[0].verdict.why and not function.changed


def fails(place: Place, index: int, around: Around) -> Match:
    """A move with a bug."""
    raise KeyError("oops")


def test_a_move_that_fails_is_reported(with_move: Any, tmp_path: Path) -> None:
    """The report names move, file and line; the source stays untouched."""
    found = with_move(fails)
    assert (
        found.problems[0]
        == f"{tmp_path / 'canal.py'}:2: the move made-up failed (KeyError('oops')); its step is left out, please report it"
    )
    assert not found.changes


def goes_round(place: Place, index: int, around: Around) -> Match:
    """A move that never ends by itself: it adds a pass."""
    body = [*place.statements, cst.SimpleStatementLine([cst.Pass()])]
    return Site(place.statements[0], "because", place.block.with_changes(body=body))


def test_no_step_without_progress(with_move: Any) -> None:
    """A step that does not make the measures smaller is not taken, so every run ends."""
    assert not with_move(goes_round).functions[0].changed


def test_the_result_is_stable(tmp_path: Path) -> None:
    """The same input gives the same output, and the output is left as it is."""
    path = tmp_path / "canal.py"
    path.write_text(
        Path(dreck.__file__).with_name("demo").joinpath("project/canal/office.py").read_text()
    )
    first, second = (dreck.untangle(path, run=False) for _ in range(2))
    assert first.to_dict() == second.to_dict()
    first.write()
    assert not dreck.untangle(path, run=False).changes


@pytest.mark.parametrize(
    "order",
    [
        ("a.py::C.f", "a.py::g"),
        ("a.py::g", "a.py::C.f"),
        ("a.py", "a.py::g"),
        ("a.py::C", "a.py:16"),
    ],
)
def test_several_targets_in_one_file(order: tuple[str, ...], tmp_path: Path) -> None:
    """Targets of one file are worked on together, each function once."""
    work = "        if a:\n            a.one()\n            a.two()\n            a.three()\n            a.four()\n            a.five()\n"
    text = f"class C:\n    def f(self, a):\n{work}\n    @property\n    def p(self):\n        return 1\n\n\ndef g(a):\n    for b in a:\n{work}"
    (tmp_path / "a.py").write_text(text)
    found = dreck.untangle(*order)
    assert sum(f.changed for f in found.functions) == 2 and len(found.changes) == 1
    found.write()
    assert (tmp_path / "a.py").read_text().count("if not a:") == 2


def test_nested_functions_are_worked_on_by_themselves(tmp_path: Path) -> None:
    """An inner function is a target of its own; what it shares with the outer one is an effect."""
    work = "".join(f"            boat.step({i}, total)\n" for i in range(6))
    text = f"def outer(total):\n    def inner(boat):\n        if boat:\n{work}    return inner\n"
    (tmp_path / "a.py").write_text(text)
    outer, inner = dreck.untangle("a.py", run=False).functions
    assert (outer.changed, inner.changed, inner.target) == (False, True, "a.py::outer.inner")
    assert inner.verdict.verdict is Verdict.PROVED


@pytest.mark.parametrize(
    ("arguments", "message"), [((), "nothing to untangle"), (("a.py", -1), "max_steps is -1")]
)
def test_settings_that_make_no_sense(arguments: tuple[Any, ...], message: str) -> None:
    """The error says what to do."""
    with pytest.raises(dreck.SettingError, match=message):
        dreck.untangle(*arguments[:1], max_steps=arguments[1] if len(arguments) > 1 else 1)


@pytest.mark.parametrize(("decorator", "proved"), [("", True), ("    @property\n", False)])
def test_a_property_of_the_module_is_not_taken_for_steady(
    decorator: str, proved: bool, tmp_path: Path
) -> None:
    """What the module itself says about an attribute counts for the steps as well."""
    gate = (
        f"class Gate:\n{decorator}    def kind(self):\n        self.log()\n        return 1\n\n\n"
    )
    work = "def f(gate, a):\n    if gate.kind == 1:\n        a = 2\n    if gate.kind == 1:\n        gate.worn = a\n"
    (tmp_path / "a.py").write_text(gate + work)
    (found,) = dreck.untangle("a.py::f", run=False, only=["regroup"]).functions
    assert found.changed is proved and bool(found.taken_back) is not proved


def test_a_failure_inside_is_one_line(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    """A file on which Dreck itself fails is told, and the others are done."""
    for name in ("a", "b"):
        (tmp_path / f"{name}.py").write_text(
            f"def {name}(x):\n    if x:\n        x.note()\n        x.stamp()\n", encoding="utf-8"
        )

    def failing(tree: ast.Module) -> object:
        if ast.unparse(tree).startswith("def a"):
            raise RecursionError("too deep")
        return functions_of(tree)

    monkeypatch.setattr("dreck.planner.inside.functions_of", failing)
    found = dreck.untangle(tmp_path)
    assert (
        len(found.problems) == 1
        and "a.py: Dreck failed: RecursionError: too deep" in found.problems[0]
    )
    assert "b.py::b" in repr(found.functions) and "a.py" not in repr(found.functions)


ASKED_TWICE = """from threading import Lock


class Board:
    def __init__(self, lines: list[str]) -> None:
        self.lines = iter(lines)
        self.line: str | None = None
        self.lock = Lock()

    def read(self) -> str | None:
        if self.line is None:
            with self.lock:
                if self.line is None:
                    self.line = next(self.lines, "")
        return self.line
"""


def test_what_no_trial_reaches_is_not_dropped_for_trials(tmp_path: Path) -> None:
    """Another thread may have been there before the lock was had: no trial is that thread, so that
    none of them tells anything of it.
    """
    path = tmp_path / "board.py"
    path.write_text(ASKED_TWICE)
    done = dreck.untangle(path)
    assert not any(s.move == "drop-unreachable" for f in done.functions for s in f.steps)
    refused = [s.verdict.why for f in done.functions for s in f.taken_back]
    assert any("no trial takes the way that is gone" in why for why in refused), refused
