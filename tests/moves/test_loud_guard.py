"""loud-guard: on which inputs the guard speaks, and that the judge finds the difference there."""

from __future__ import annotations

import textwrap
from pathlib import Path

import pytest

import dreck
from dreck.errors import SettingError
from dreck.moves.wishes import Wishes

from .harness import look

HEAD = "def f(a, b, n: int, log):\n"
RAISED = 'ValueError("no")'
# The condition in force at the guard, in terms of what comes in.
CONDITIONS = [
    ("if a is None:\n    return None\nreturn a\n", "a is None"),
    (
        "if n < 0:\n    raise KeyError\nif a is None:\n    return\nreturn a\n",
        "not n < 0 and a is None",
    ),
    ("if not b:\n    return 1\nif a == 3:\n    return False\nreturn a\n", "b and a == 3"),
    ("c = a.get(n)\nif c is None:\n    return []\nreturn c\n", "a.get(n) is None"),
    (
        "c = n + 1\nd = c * 2\nif d > 9:\n    return ''\nreturn d\n",
        "(n + 1) * 2 > 9",
    ),
    (
        "for x in b:\n    log(x)\nif n == 0:\n    return -1\nreturn n\n",
        "n == 0",
    ),
]
LEFT = [
    # what is asked is worked out on the way
    "for x in b:\n    n += x\nif n == 0:\n    return None\nreturn n\n",
    "c = 1\nc = a\nif c is None:\n    return None\nreturn c\n",
    "with a as c:\n    log(c)\nif c is None:\n    return None\nreturn c\n",
    # another way out comes before, on inputs that are not told
    "for x in b:\n    if x:\n        return x\nif a is None:\n    return None\nreturn n\n",
]
NONE = [
    "if a is None:\n    return 1\nreturn a\n",  # no harmless value
    "if a is None:\n    return None\nelse:\n    return a\n",
    "while a:\n    if n:\n        return None\n",
]


def sites(body: str, **wishes: object):
    """What the move says of a body."""
    text = HEAD + textwrap.indent(body, "    ")
    return look("loud-guard", text, wishes=Wishes(raising=RAISED, asked=True, **wishes))


@pytest.mark.parametrize(("body", "when"), CONDITIONS)
def test_when(body: str, when: str) -> None:
    """The guard raises, and the difference is meant exactly where it speaks."""
    (site,) = sites(body).sites
    assert f"raise {RAISED}\n" in site.whole
    assert [(i.when, i.value) for i in site.intended] == [(when, RAISED)]


@pytest.mark.parametrize("body", LEFT)
def test_left_alone(body: str) -> None:
    """Where the inputs cannot be told, the guard stays as it is."""
    found = sites(body)
    assert not found.sites and "depends on more" in found.refused[0].why


@pytest.mark.parametrize("body", NONE)
def test_no_guard(body: str) -> None:
    """What is no guard with a harmless value is none."""
    assert not sites(body).sites and not sites(body).refused


DEPTHS = '''def depth(locks: dict[str, int], name: str) -> int | None:
    """How deep a lock is."""
    if name not in locks:
        return None  # it may be new
    if locks[name] < 0:
        return None
    return locks[name] + 2
'''


def test_the_judge_finds_the_difference_there_and_nowhere_else(tmp_path: Path) -> None:
    """The step says where it changed, with an input; the comment stays."""
    path = tmp_path / "depths.py"
    path.write_text(DEPTHS)
    raising = 'LookupError(f"no lock {name}")'
    found = dreck.untangle(f"{path}:3", only=["loud-guard"], raising=raising)
    (step,) = found.functions[0].steps
    assert step.verdict.verdict.value in ("proved", "proved-under")
    (seen,) = step.verdict.occurrences
    assert seen.occurs and seen.shown is not None
    assert seen.shown.before == "returns None" and "LookupError" in seen.shown.after
    assert f"raise {raising}  # it may be new" in found.changes[0].text
    assert step.to_dict()["verdict"]["intended"][0]["when"] == "name not in locks"
    # Two guards, and no line that says which.
    alone = dreck.untangle(path, only=["loud-guard"], raising=raising).functions[0]
    assert not alone.steps and "say which" in alone.left_alone[0].why


HIDDEN = """def depth(locks: list[int]) -> int:
    if len(locks) < 0:
        return 0
    return len(locks)
"""


def test_a_guard_that_nothing_comes_to_is_no_difference(tmp_path: Path) -> None:
    """A difference that is meant and does not occur takes the step back."""
    path = tmp_path / "depths.py"
    path.write_text(HIDDEN)
    found = dreck.untangle(path, only=["loud-guard"], raising=RAISED).functions[0]
    assert not found.steps
    (step,) = found.taken_back
    assert step.verdict.occurrences[0].occurs is False


@pytest.mark.parametrize(
    ("settings", "message"),
    [
        ({"only": ["loud-guard"]}, "go together"),
        ({"raising": RAISED}, "go together"),
        ({"only": ["loud-guard"], "raising": "a b"}, "no Python expression"),
    ],
)
def test_what_is_raised_is_given(settings: dict, message: str, tmp_path: Path) -> None:
    """The move and what is raised go together."""
    (tmp_path / "a.py").write_text(DEPTHS)
    with pytest.raises(SettingError, match=message):
        dreck.untangle(tmp_path / "a.py", **settings)
