"""Pins: tests that say what functions do now, as a person would keep them."""

from __future__ import annotations

import json
import subprocess
import sys
from pathlib import Path

import pytest

import dreck
from dreck.demo import copy_project

HEAD = """import datetime
import enum
import random
import socket
import time
from dataclasses import dataclass


class State(enum.Enum):
    OPEN = 1
    SHUT = 2


class Refusal(Exception):
    pass


@dataclass
class Boat:
    name: str
    length: int = 3


"""
# A function of its own, and what its pins must say.
FUNCTIONS = {
    "toll": (
        "def toll(length: int, state: State) -> float:\n    if state is State.SHUT:\n"
        "        raise Refusal('shut', length)\n    return 2.5 if length > 10 else float('nan')\n",
        ["State.SHUT", "Refusal", '("shut", ', "pytest.raises(error)", 'float("nan")', "11,"],
    ),
    "longest": (
        "def longest(boats: list[Boat]) -> Boat | None:\n    best = None\n    for boat in boats:\n"
        "        if best is None or boat.length > best.length:\n            best = boat\n    return best\n",
        ["[]", "Boat(name=", "None"],
    ),
    "stamp": (
        "def stamp(log: list[str], word: str) -> list[str]:\n    if word:\n        log.append(word)\n"
        "        print('stamped', word)\n    return log\n",
        ["assert result is log", "capsys", "assert log == ["],
    ),
    "rows": (
        "def rows(count: int):\n    for each in range(min(count, 3)):\n        if each != 1:\n            yield each\n",
        ["list(rows(count))", "[0]"],
    ),
    "marks": (
        "class Mark:\n    def __init__(self, at):\n        self.at = at\n\n"
        "def marks(count: int):\n    for each in range(min(count, 2)):\n        if count > 1:\n"
        "            yield Mark(each * 5)\n",
        ["result = list(marks(count))", "len(result) == 2", "result[1].at == 5"],
    ),
    "wait": (
        "async def wait(steps: int) -> str:\n    if steps > 2:\n        return 'long'\n    return 'short'\n",
        ["asyncio.run(wait(steps))", '"long"'],
    ),
    "ring": (
        "def ring(bell, times: int) -> int:\n    if times > 2:\n        bell.ring(times)\n        return 1\n"
        "    return bell.last\n",
        ["Record(", 'Recorder("ring"', 'assert CALLS == [("ring", "call", (3,), {})]'],
    ),
    "since": (
        "def since(start: float) -> str:\n    if time.time() - start > 60:\n        return 'late'\n    return 'in time'\n",
        ["1939204800.0", '"late"', '"in time"'],
    ),
    "day": (
        "def day(first: datetime.date) -> bool:\n    if datetime.date.today() < first:\n        return False\n    return True\n",
        ["StillDate", "True", "False"],
    ),
    "draw": (
        "def draw(boats: list[int]) -> int:\n    if not boats:\n        return -1\n    return boats[random.randrange(len(boats))]\n",
        ["random.seed(0)", "-1"],
    ),
    "table": (
        "def table(count: int) -> str:\n    if count > 3:\n        return '\\n'.join(f'{n} boats' for n in range(200))\n    return ''\n",
        ["approved(", "--accept-pins"],
    ),
    "turn": (
        "def turn(error: int, args: int, expected: bool, raised: str) -> str:\n"
        "    if error > args:\n        raise Refusal(raised, args)\n"
        "    return 'yes' if expected else 'no'\n",
        ["error_, args_", "expected_", "as raised_:"],
    ),
    "asked": (
        "def asked(request: str, length: int) -> bool:\n    if length > 7:\n        return bool(request)\n"
        "    return False\n",
        ["    request = ", "asked(request, length)"],
    ),
    "kind_of": (
        "class _Kind:\n    pass\n\nBARGE, TUG = _Kind(), _Kind()\n\n"
        "def kind_of(name: str) -> list:\n    if name.endswith('tug'):\n        return [TUG, name]\n"
        "    return [BARGE]\n",
        ["[BARGE]", "[TUG, "],
    ),
    "Lock.fill": (
        "class Lock:\n    def __init__(self, level: int = 0) -> None:\n        self.level = level\n\n"
        "    def fill(self, by: int) -> bool:\n        if self.level + by > 5:\n            return False\n"
        "        self.level += by\n        return True\n",
        ["lock = Lock(", "lock.fill(by)", "assert lock.level =="],
    ),
}
EXPLAINED = {
    "phone": (
        "def phone(host: str) -> int:\n    socket.create_connection((host, 80))\n    return 1\n",
        "no trial may",
    ),
    "spin": ("def spin(a: int) -> int:\n    while True:\n        pass\n", "no input"),
}


@pytest.fixture(scope="module")
def pinned(tmp_path_factory: pytest.TempPathFactory) -> tuple[Path, dreck.Pins]:
    """A package whose functions were pinned, all at once since each waits for its trials."""
    project = tmp_path_factory.mktemp("pinned")
    (project / "canal").mkdir()
    (project / "tests").mkdir()
    (project / "canal" / "__init__.py").write_text("")
    bodies = [text for text, _ in [*FUNCTIONS.values(), *EXPLAINED.values()]]
    (project / "canal" / "gate.py").write_text(HEAD + "\n\n".join(bodies))
    (project / "pyproject.toml").write_text('[tool.pytest.ini_options]\npythonpath = ["."]\n')
    found = dreck.pin(project / "canal" / "gate.py")
    found.write(project / "tests" / "test_pins_gate.py")
    return project, found


def run_pins(project: Path, *arguments: str) -> subprocess.CompletedProcess[str]:
    """Run the pins."""
    command = [sys.executable, "-m", "pytest", "-q", "-p", "no:cacheprovider", *arguments, "tests"]
    return subprocess.run(command, cwd=project, capture_output=True, text=True, check=False)


@pytest.mark.parametrize("name", FUNCTIONS)
def test_what_pins_say(name: str, pinned: tuple[Path, dreck.Pins]) -> None:
    """Readable cases for every branch, which notice every fault; the file says what it covers."""
    project, found = pinned
    text = (project / "tests" / "test_pins_gate.py").read_text()
    for words in FUNCTIONS[name][1]:
        assert words in text, (words, text)
    told = next(f for f in found.functions if f.target.endswith(f"::{name}"))
    assert told.reached == told.branches > 0 and told.caught == told.planted > 0, told
    assert f"{name}: {told.cases} case" in text and "<faults of" not in text


@pytest.mark.parametrize("name", EXPLAINED)
def test_what_cannot_be_pinned_is_explained(name: str, pinned: tuple[Path, dreck.Pins]) -> None:
    """With the reason, on the terminal and in the file."""
    project, found = pinned
    told = next(f for f in found.functions if f.target.endswith(f"::{name}"))
    assert not told.cases and EXPLAINED[name][1] in told.why_none
    assert f"{name}: not pinned, since" in (project / "tests" / "test_pins_gate.py").read_text()


def test_pins_are_green_and_slips_are_red(pinned: tuple[Path, dreck.Pins]) -> None:
    """At once, in other orders, and red where a person slips; large results are accepted anew."""
    project, found = pinned
    assert found.orders == 20 and not found.left_out
    done = run_pins(project)
    assert done.returncode == 0, done.stdout
    gate = project / "canal" / "gate.py"
    kept = gate.read_text()
    for old, new in (
        ("length > 10", "length >= 10"),
        ("boat.length > best", "boat.length >= best"),
        ("return log\n", "return list(log)\n"),
        ("bell.ring(times)", "bell.ring(times + 1)"),
        ("- start > 60", "- start >= 60"),
        ("{n} boats", "{n} boat"),
    ):
        gate.write_text(kept.replace(old, new))
        assert new in gate.read_text() and run_pins(project).returncode == 1, old
    assert run_pins(project, "--accept-pins").returncode == 0
    assert run_pins(project).returncode == 0
    gate.write_text(kept)
    assert run_pins(project, "--accept-pins").returncode == 0


def test_recorded_calls_go_first(tmp_path: Path, dreck_in_process) -> None:
    """What the tests hand in is built as they build it; calls go to a file and come from one."""
    copy_project(tmp_path / "office")
    target = f"{tmp_path}/office/canal/office.py::Office.close_up"
    tests = f"pytest -q -p no:cacheprovider {tmp_path}/office/tests"
    assert dreck_in_process("pin", target, "--while", tests, "--record", "c.jsonl").status == 0
    lines = [json.loads(line) for line in Path("c.jsonl").read_text().splitlines()]
    assert {line["function"] for line in lines} == {"Office.close_up"} and len(lines) == 4
    done = dreck_in_process("pin", target, "--calls", "c.jsonl", "--json")
    told = json.loads(done.out)
    assert "Permit(" in told["text"] and "from canal.locks import Lock" in told["text"]
    (function,) = told["functions"]
    assert function["caught"] == function["planted"] and told["orders"] == 20
    changed = tmp_path / "office" / "canal" / "slip.py"
    changed.write_text(
        Path(target.partition("::")[0]).read_text().replace("- self.takings", "+ self.takings")
    )
    args = (
        target.partition("::")[0],
        str(changed),
        "--inputs",
        "c.jsonl",
        "--subject",
        "Office.close_up",
    )
    shown = dreck_in_process("vouch", *args)
    assert shown.status == 1 and "Lock(name='Ellerbeck Top'" in shown.out


def test_coroutines_stay_coroutines_while_they_are_recorded(tmp_path: Path) -> None:
    """Any program, coroutines and things that are no text included; what comes of a call is told."""
    (tmp_path / "gate.py").write_text(
        "async def rise(level):\n    if level > 2:\n        raise ValueError(level)\n    return level + 1\n\n\n"
        "def parts(gate):\n    return [gate]\n"
    )
    (tmp_path / "app.py").write_text(
        "import asyncio, inspect\nfrom gate import rise, parts\nassert inspect.iscoroutinefunction(rise)\n"
        "assert asyncio.run(rise(1)) == 2\nparts(1)\nparts(lambda: 1)\nasyncio.run(rise(3))\n"
    )
    found = dreck.recorded("gate.py", command="python app.py")
    told = [(line["function"], line["outcome"]) for line in found.lines]
    assert told == [
        ("rise", "returns 2"),
        ("rise", "raises ValueError"),
        ("parts", "returns a list"),
    ]
    assert [line["of"] for line in found.lines] == [2, 2, 2]


@pytest.mark.parametrize(
    ("arguments", "words", "status"),
    [
        (("pin", "gate.py::spin"), "nothing was pinned", 3),
        (("pin", "gate.py", "other.py"), "pins are written for one file at a time", 2),
        (("pin", "gate.py::f", "--out", "mine.py"), "mine.py: is there and is no file of pins", 2),
        (("pin", "gate.py::f", "--calls", "gate.py"), "gate.py: holds no recorded calls", 2),
        (("pin", "gate.py::f", "--record", "c.jsonl"), "--record goes with --while COMMAND", 2),
        (("pin", "gate.py::f", "--while", "no-such-program"), "no-such-program: cannot be run", 2),
        (("pin", "gate.py::f", "--while", "python -c 1/0"), "made no such call", 2),
        (("pin", "gate.py::f", "--while", "'"), "cannot be read", 2),
    ],
)
def test_wrong_use(
    arguments: tuple[str, ...], words: str, status: int, tmp_path: Path, dreck_in_process
) -> None:
    """One line that says what and what to do."""
    (tmp_path / "gate.py").write_text("def f(a: bool):\n    return a\n\n\n" + EXPLAINED["spin"][0])
    for name in ("other.py", "mine.py"):
        (tmp_path / name).write_text("def g():\n    return 1\n")
    done = dreck_in_process(*arguments)
    assert done.status == status and words in done.err, done.err
    assert (tmp_path / "mine.py").read_text() == "def g():\n    return 1\n"


DESK = """class Refusal(Exception):
    pass


class Desk:
    def __init__(self, lock, takings=0):
        self.lock = lock
        self.takings = takings
        self.signed = []

    def close(self, keeper: str, counted: int, force=False):
        if not keeper:
            raise Refusal("somebody has to sign")
        if counted != self.takings and not force:
            raise Refusal("count again, " + keeper)
        self.signed.append(keeper)
        return counted - self.takings


def label(notice):
    if notice["kind"] == "closure":
        return "closed: " + notice["reach"]
    return notice["text"]
"""
CALLER = """from desk import Desk, label


def test_close():
    assert Desk(None).close("Mossop", 0) == 0
    assert label({"kind": "water", "reach": "Summit", "text": "low"}) == "low"
"""


def test_pins_speak_as_the_project_does(tmp_path: Path) -> None:
    """Values are those of the project's tests where these do as well; what nobody looks at is None
    or left out, and what a case is for stays.
    """
    (tmp_path / "desk.py").write_text(DESK)
    (tmp_path / "test_desk.py").write_text(CALLER)
    (tmp_path / "pyproject.toml").write_text('[tool.pytest.ini_options]\npythonpath = ["."]\n')
    found = dreck.pin(tmp_path / "desk.py")
    text = found.text
    (written,) = found.write(tmp_path / "test_pins_desk.py")
    assert written.stat().st_mode == (tmp_path / "desk.py").stat().st_mode  # as of any new file
    for wanted in ('"Mossop"', "Desk(lock=None", '("somebody has to sign",)', "force = True"):
        assert wanted in text, text
    for wanted in ('"kind": "closure", "reach": "Summit"', '"text": "low"'):
        assert wanted in text, text
    assert "takings=" not in text and "id=\"not notice kind == 'closure'\"" in text, text
    assert all(f.caught == f.planted and not f.missed for f in found.functions if f.planted), text


REACHES = r"""import re

MARK = re.compile(r"(?P<name>\w+):(?P<depth>\d+)")


class Reach:
    __slots__ = ("name", "parts", "above")

    def __init__(self, name, parts=None):
        self.name = name
        self.parts = parts or []
        self.above = None
        for part in self.parts:
            part.above = self


class Reader:
    def __init__(self, least=None):
        self.least = least or ["sill", "weir"]
        self._known = {}
        self._ways = {"deep": self.deep}

    def deep(self, reach):
        return [part.name for part in reach.parts]

    def read(self, mark, reach: Reach):
        self._known[reach.name] = mark
        if int(mark["depth"]) > 95:
            return self._ways["deep"](reach)
        if mark["name"] in self.least:
            return [reach.name, mark.start()]
        return []
"""
READING = """from reaches import MARK, Reach, Reader


def test_read():
    reader = Reader()
    summit = Reach("Summit", [Reach("Top"), Reach("Foot")])
    assert reader.read(MARK.match("pound:120"), summit) == ["Top", "Foot"]
    assert reader.read(MARK.match("sill:80"), summit.parts[0]) == ["Top", 0]
    assert reader.read(MARK.search("at pound:80"), summit) == []
"""


def test_recorded_objects_are_made_by_their_constructors(tmp_path: Path) -> None:
    """Caches, slots, links to what is around, methods that are kept, and matches are no hindrance:
    what cannot be written down is left to the constructor.
    """
    (tmp_path / "reaches.py").write_text(REACHES)
    (tmp_path / "test_reaches.py").write_text(READING)
    (tmp_path / "pyproject.toml").write_text('[tool.pytest.ini_options]\npythonpath = ["."]\n')
    target = tmp_path / "reaches.py"
    found = dreck.pin(f"{target}::Reader.read", record=f"python -m pytest -q {tmp_path}")
    (pinned,) = found.functions
    assert not pinned.missed and pinned.caught >= pinned.planted - 1, found.text
    for wanted in ("Reader(),", "Reach(name='Summit', parts=[Reach(name='Top')", ".match("):
        assert wanted.replace("'", '"') in found.text, found.text
    assert "_known" not in found.text.partition("import")[2].partition("assert")[0], found.text


def test_another_module_of_that_name(tmp_path: Path) -> None:
    """Pins that would speak of a module of the standard library are none of this file."""
    text = "def longest(names: list[str]) -> str:\n    return max(names) if names else ''\n"
    (tmp_path / "difflib.py").write_text(
        text + "\n\ndef get_close_matches(n: int) -> int:\n    return n\n"
    )
    (tmp_path / "colours.py").write_text(text)
    (tmp_path / "pyproject.toml").write_text("[tool.pytest.ini_options]\n")
    with pytest.raises(dreck.RunError, match="another module of that name"):
        dreck.pin(tmp_path / "difflib.py::get_close_matches")
    assert dreck.pin(tmp_path / "colours.py").functions[0].cases
