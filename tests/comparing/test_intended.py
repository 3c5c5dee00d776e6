"""Versions that differ on purpose: there, as meant, and nowhere else."""

from __future__ import annotations

import json
from pathlib import Path

import jsonschema
import pytest

import dreck
from dreck.comparing.allowing import read_intended
from dreck.errors import DreckError
from dreck.intended import Intended
from dreck.report.schemas import schemas

BEFORE = '''class Office:
    def __init__(self, locks: dict[str, int]):
        self.locks = locks
        self.log: list[str] = []

    def admit(self, boat: dict | None, name: str):
        self.log.append(name)
        if boat is None:
            return None
        if name not in self.locks:
            return None
        return boat


def toll(tons: int) -> int:
    """What a boat pays."""
    if tons < 0:
        return 0
    return 5 + tons


def tolls(loads: list[int]):
    for load in loads:
        yield load + 1


async def count(boats: list[int]) -> int:
    return len(boats)
'''
AFTER = (
    BEFORE.replace(
        "is None:\n            return None", 'is None:\n            raise KeyError("boat")'
    )
    .replace("return 0", 'raise ValueError(f"tons: {tons}")')
    .replace("    for load", "    if not loads:\n        raise LookupError\n    for load")
)
BOAT = Intended("Office.admit", "boat is None", "raises", 'KeyError("boat")')
TONS = Intended("toll", "tons < 0", "raises", 'ValueError(f"tons: {tons}")')
LOADS = Intended("tolls", "not loads", "raises", "LookupError()")
ALL = (BOAT, TONS, LOADS)


def vouched(allow, before: str = BEFORE, after: str = AFTER, **settings):
    """The verdict on two texts with intended differences."""
    Path("before.py").write_text(before)
    Path("after.py").write_text(after)
    return dreck.vouch("before.py", "after.py", allow=allow, **settings)


def test_all_that_is_meant_occurs_and_nothing_else() -> None:
    """What came before the difference may stay (the log), or not (the sum)."""
    found = vouched(ALL)
    assert found.as_intended and found.verdict.value in ("proved", "proved-under")
    assert [o.occurs for o in found.occurrences] == [True] * 3
    assert all(s.why.startswith("but for what is changed on purpose") for s in found.subjects)
    assert found.occurrences[1].shown.after.startswith("raises ValueError('tons: -")


WRONG = [
    # the condition is too wide, or too narrow
    Intended("toll", "tons < 1", "raises", 'ValueError(f"tons: {tons}")'),
    Intended("toll", "tons < -1", "raises", 'ValueError(f"tons: {tons}")'),
    # something else happens there
    Intended("toll", "tons < 0", "raises", "ValueError(tons)"),
    Intended("toll", "tons < 0", "raises", 'KeyError(f"tons: {tons}")'),
    Intended("toll", "tons < 0", "returns", "None"),
    Intended("Office.admit", "boat is None or name == ''", "raises", 'KeyError("boat")'),
    Intended("tolls", "len(loads) < 2", "raises", "LookupError()"),
]


@pytest.mark.parametrize("wrong", WRONG, ids=lambda i: i.words)
def test_what_is_not_as_meant_differs(wrong: Intended) -> None:
    """An input shows it, of that function alone."""
    found = vouched([i for i in ALL if i.function != wrong.function] + [wrong])
    assert not found.as_intended
    assert {s.subject: s.verdict.value for s in found.subjects if not s.verdict.same} == {
        wrong.function: "differs"
    }


def test_one_subject() -> None:
    """Of one function only its own differences are looked for; the others hold all the same."""
    found = vouched(ALL, subject="toll")
    assert [s.subject for s in found.subjects] == ["toll"] and found.as_intended
    assert [o.intended for o in found.occurrences] == [TONS]


UNSEEN = [
    Intended("toll", "tons == 7", "returns", "12"),  # it does that anyway
    Intended("toll", "tons < -9 and tons > -9", "raises", "ValueError()"),  # never
    Intended("Office.admit", "boat is None and boat is not None", "raises", "KeyError()"),
]


@pytest.mark.parametrize("unseen", UNSEEN, ids=lambda i: i.words)
def test_what_does_not_occur_is_told(unseen: Intended) -> None:
    """All else is the same, and still it is not as intended."""
    found = vouched([*ALL, unseen])
    assert found.verdict.same and not found.as_intended
    assert [o.intended for o in found.occurrences if not o.occurs] == [unseen]


def test_tabs_and_functions_inside() -> None:
    """A method that tabs indent is put in its place; one inside of another is refused."""
    before = "class Gate:\n\tdef open(self, n):\n\t\tif n < 0:\n\t\t\treturn 0\n\t\treturn n\n\n\tx = 1\n"
    meant = Intended("Gate.open", "n < 0", "raises", "ValueError()")
    found = vouched([meant], before, before.replace("return 0", "raise ValueError"))
    assert found.as_intended
    inside = "def outer(n):\n    def inner(m):\n        return m\n\n    return inner(n)\n"
    both = [Intended(n, "n == 1", "raises", "KeyError()") for n in ("outer", "outer.inner")]
    with pytest.raises(DreckError, match="stands inside of outer"):
        vouched(both, inside, inside)


def test_nothing_run_nothing_seen() -> None:
    """A proof says that all else is the same; that the difference occurs takes a run."""
    found = vouched(ALL, run=False)
    assert found.verdict.same and not found.as_intended
    assert {o.occurs for o in found.occurrences} == {None}


def test_differences_elsewhere_are_still_found() -> None:
    """A slip in a function beside is no part of what is meant."""
    found = vouched(ALL, after=AFTER.replace("load + 1", "load + 2").replace("len(boats)", "0"))
    bad = {s.subject for s in found.subjects if s.verdict.value == "differs"}
    assert bad == {"tolls", "count"}


BAD = [
    ("", "give one [[difference]] table"),
    ("a = 1\n[[difference]]\nfunction = 'toll'", "it has a"),
    ("[[difference]\n", "is no TOML"),
    ("[[difference]]\nfunction = 'toll'\n", "difference 1: lacks when"),
    ("[[difference]]\nfunction = 'toll'\nwhen = '1'\n", "give either raises or returns"),
    ("[[difference]]\nfunction = 'toll'\nwhen = 1\n", "when must be a text"),
    ("[[difference]]\nfunction = 'toll'\nif = '1'\n", "knows no 'if'"),
    ("[[difference]]\nfunction = 'toll'\nwhen = 'a b'\nraises = '1'", "no Python expression"),
    ("[[difference]]\nfunction = 'toll'\nwhen = '(a := 1)'\nraises = '1'", "sets a name"),
    ("[[difference]]\nfunction = 'fee'\nwhen = '1'\nraises = '1'", "has no function 'fee'"),
    ("[[difference]]\nfunction = 'tolls'\nwhen = '1'\nreturns = '1'", "can only raise"),
]


@pytest.mark.parametrize(("text", "message"), BAD)
def test_one_line_says_what_is_wrong(text: str, message: str) -> None:
    """A file that makes no sense is told with its name."""
    Path("allowed.toml").write_text(text)
    with pytest.raises(DreckError) as caught:
        vouched("allowed.toml")
    assert message in str(caught.value) and "\n" not in str(caught.value)


TOML = """[[difference]]
function = "Office.admit"
when = "boat is None"
raises = 'KeyError("boat")'
why = "a boat that is not there"

[[difference]]
function = "toll"
when = "tons < 0"
raises = 'ValueError(f"tons: {tons}")'

[[difference]]
function = "tolls"
when = "not loads"
raises = "LookupError()"
"""


def test_the_command(dreck_in_process, monkeypatch: pytest.MonkeyPatch) -> None:
    """As intended is 0; what does not occur is 1, as any difference; revisions alike."""
    Path("allowed.toml").write_text(TOML)
    assert [i.why for i in read_intended(Path("allowed.toml"))] == [
        "a boat that is not there",
        "",
        "",
    ]
    vouched(())
    arguments = ("vouch", "before.py", "after.py", "--allow", "allowed.toml")
    done = dreck_in_process(*arguments)
    assert done.status == 0 and done.out.count("changed on purpose  when") == 3
    printed = json.loads(dreck_in_process(*arguments, "--json").out)
    jsonschema.validate(printed, schemas()["vouching"])
    assert [i["occurs"] for i in printed["intended"]] == [True] * 3
    Path("allowed.toml").write_text(TOML + TOML.replace("tons < 0", "tons == 3"))
    done = dreck_in_process(*arguments)
    assert done.status == 1 and "does not occur  when tons == 3" in done.out


def test_revisions(dreck_in_process, monkeypatch: pytest.MonkeyPatch) -> None:
    """What a branch means to change is let through, and said."""
    from .test_since import git

    for name in ("GIT_AUTHOR", "GIT_COMMITTER"):
        monkeypatch.setenv(f"{name}_NAME", "Keeper")
        monkeypatch.setenv(f"{name}_EMAIL", "keeper@canal.example")
    git("init", "-q", "-b", "main")
    for name in ("gate.py", "other.py"):
        Path(name).write_text(BEFORE)
    git("add", "-A")
    git("commit", "-qm", "As found")
    Path("gate.py").write_text(AFTER)
    Path("allowed.toml").write_text(TOML)
    done = dreck_in_process("vouch", "--since", "HEAD", "--allow", "allowed.toml")
    assert done.status == 0 and done.out.count("changed on purpose  when") == 3
    printed = dreck_in_process("vouch", "--since", "HEAD", "--allow", "allowed.toml", "--json")
    jsonschema.validate(json.loads(printed.out), schemas()["since"])
    page = dreck_in_process(
        "vouch", "--since", "HEAD", "--allow", "allowed.toml", "--markdown", "-"
    ).out
    assert "Changed on purpose:" in page and "toll raises ValueError(" in page
    Path("other.py").write_text(BEFORE + "\n\nx = 1\n")
    done = dreck_in_process("vouch", "--since", "HEAD", "--allow", "allowed.toml")
    assert done.status == 2 and "say which by file" in done.err
