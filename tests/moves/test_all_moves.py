"""What must hold for every move: its examples and refusals are tests."""

from __future__ import annotations

import ast
import random
from collections.abc import Sequence
from pathlib import Path

import pytest

from dreck.intended import Intended
from dreck.judge.face.intending import vouch_intended
from dreck.judge.faults.planted import planted_faults
from dreck.judge.face.verdict import Verdict
from dreck.judge.versions.version import Version
from dreck.judge.face.judge import Judge
from dreck.moves import registry
from dreck.moves.registry import Example, Move, Refusal, all_moves, move
from dreck.outline import functions_of

from dreck.moves.wishes import Wishes

from .harness import look, only

EXAMPLES = [(name, e) for name, m in all_moves().items() for e in m.EXAMPLES]
REFUSALS = [(name, key, r) for name, m in all_moves().items() for key, r in m.REFUSALS.items()]
PROVER = Judge(runner=None)


def ident(value: object) -> str:
    """A readable test id."""
    return (
        value.title if isinstance(value, Example) else str(value) if isinstance(value, str) else ""
    )


def verdict(before: str, after: str, meant: Sequence[Intended] = ()) -> Verdict:
    """The judge's verdict on two texts, without running anything; but for what is meant."""
    old, new = Version(Path("a.py"), before), Version(Path("b.py"), after)
    found = vouch_intended(PROVER, old, new, meant) if meant else PROVER.vouch(old, new)
    return found.verdict


@pytest.mark.parametrize(("name", "example"), EXAMPLES, ids=ident)
def test_example(name: str, example: Example) -> None:
    """The output is exact, the verdict as declared, and the same site is done."""
    asked = None if look(name, example.before).sites else Wishes(asked=True, **example.asked)
    assert only(name, example.before, wishes=asked) == example.after
    (meant,) = {s.intended for s in look(name, example.before, wishes=asked).sites[:1]}
    found = verdict(example.before, example.after, meant)
    assert found.value == example.verdict
    assert not meant or verdict(example.before, example.after) is Verdict.UNDECIDED
    assert example.after not in [s.whole for s in look(name, example.after, wishes=asked).sites]
    assert (
        only(name, f"# before\n\n\n{example.before}\n\n# after\n", wishes=asked)
        == f"# before\n\n\n{example.after}\n\n# after\n"
    )


@pytest.mark.parametrize(("name", "key", "refusal"), REFUSALS, ids=ident)
def test_refusal(name: str, key: str, refusal: Refusal) -> None:
    """The code of a refusal triggers just that reason, and no site."""
    found = look(name, refusal.code)
    found = found if found.refused else look(name, refusal.code, wishes=Wishes(asked=True))
    assert not found.sites
    assert [r.why for r in found.refused] == [refusal.because]


@pytest.mark.parametrize(("name", "example"), EXAMPLES, ids=ident)
def test_damaged_examples_are_never_proved(name: str, example: Example) -> None:
    """Faults planted in a move's output do not get past the judge."""
    function = functions_of(ast.parse(example.after))[0]
    faults = planted_faults(example.after, function.name)
    assert faults or not any(isinstance(n, ast.If | ast.IfExp) for n in ast.walk(function.node))
    for fault in faults:
        assert verdict(example.before, ast.unparse(fault.tree)) is Verdict.UNDECIDED, fault.what


def test_the_list_of_moves_is_complete() -> None:
    """Every file in a family's folder is on the list, and has a test file of its name; no move
    hides in a folder that is none.
    """
    inside = [p for p in Path(registry.__file__).parent.glob("*/*.py") if p.stem != "__init__"]
    families = {m.partition(".")[0] for m in registry.MODULES}
    files = sorted(f"{p.parent.name}.{p.stem}" for p in inside if p.parent.name in families)
    assert files == sorted(registry.MODULES)
    others = [p for p in inside if p.parent.name not in families]
    assert not any("@move" in p.read_text("utf-8") for p in others)
    assert {m.rpartition(".")[2] for m in registry.MODULES} <= {
        p.stem.removeprefix("test_") for p in Path(__file__).parent.glob("*.py")
    }


@pytest.mark.parametrize(
    ("changes", "message"),
    [
        ({"summary": None}, "lacks summary"),
        ({"name": "Drop"}, "use lower-case words"),
        ({"name": "other-name"}, "name its file other_name.py"),
        ({"name": "drop-else", "__module__": "x.drop_else"}, "registered already"),
        ({"name": "new-move", "__module__": "x.new_move", "EXAMPLES": ()}, "has no example"),
    ],
)
def test_registration_checks_everything_first(changes: dict[str, object], message: str) -> None:
    """A move that lacks something is refused and leaves no trace."""
    parts = {
        "name": "drop-else",
        "summary": "s",
        "safe_because": "s",
        "since": "0",
        "EXAMPLES": (1,),
        "REFUSALS": {},
        **changes,
    }
    made = type("Made", (Move,), {k: v for k, v in parts.items() if v is not None})
    before = dict(all_moves())
    with pytest.raises(ValueError, match=message):
        move(made)
    assert all_moves() == before


def test_moves_are_pure() -> None:
    """The same text gives the same sites, in whatever order they are asked for."""
    examples = list(EXAMPLES)
    random.Random(1).shuffle(examples)
    first = {(name, e.title): only(name, e.before) for name, e in EXAMPLES}
    assert {(name, e.title): only(name, e.before) for name, e in examples} == first
