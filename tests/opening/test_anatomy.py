"""A function opened up: what is said of it is true, on our cases and on code nobody here wrote."""

from __future__ import annotations

import ast
import inspect
import json
import shlex
import textwrap
from pathlib import Path
from types import ModuleType

import pytest

import dreck
from dreck.errors import TargetError
from dreck.opening.arms import arms_in, happy_path
from dreck.opening.decisions import decision_graph
from dreck.opening.outline import outline_of
from dreck.outline import functions_of
from dreck.report.anatomy_texts import anatomy_markdown, decision_dot
from dreck.report.figures.decisions import decision_figure
from dreck.taste.blocks import arms_of

PYRAMID = '''from enum import Enum


class Signal(Enum):
    RED = 1
    GREEN = 2
    DARK = 3


def admit(boat, lock):
    """Let a boat in."""
    if boat is not None:
        if lock.open:
            berth = lock.find(boat)
            lock.book(berth)
            return berth
        else:
            raise KeyError("closed | for today")
    else:
        raise ValueError("no boat")


def wait(signal):
    if signal == Signal.RED:
        return 10
    elif signal == Signal.GREEN:
        return 0


def ladder(level: int):
    if 1 <= level < 3:
        return "fair"
    elif level >= 5:
        return "high"
    return "none"


def drill(kind, crew):
    if kind == "guillotine":
        crew.wind()
    elif kind == "mitre":
        crew.push()
    if kind == "guillotine":
        crew.rest()
    elif kind == "sector":
        crew.turn()
    else:
        crew.go()
    return crew


class Lock:
    def free(self):
        return self.berths > 0
'''


@pytest.fixture
def canal(tmp_path: Path) -> Path:
    """A file with a pyramid and some switches."""
    path = tmp_path / "canal.py"
    path.write_text(PYRAMID)
    return path


def function_of(code: str) -> ast.FunctionDef:
    """A function with this body."""
    node = ast.parse(f"def f(boat, lock):\n{textwrap.indent(code, '    ')}\n").body[0]
    assert isinstance(node, ast.FunctionDef)
    return node


ARMS = {
    "an if and its else": (
        "if boat:\n    return 1\nelse:\n    lock.fill()\nlock.rest()",
        [(3, 1, ("boat",), "returns 1"), (5, 3, ("not boat",), "goes on at line 6")],
    ),
    "what guards leave holds behind them": (
        "if boat is None:\n    return\nif lock.dry:\n    raise KeyError(lock)",
        [
            (3, 1, ("boat is None",), "returns"),
            (5, 1, ("boat is not None", "lock.dry"), "raises KeyError(lock)"),
        ],
    ),
    "an elif is under what its if is not": (
        "if boat:\n    lock.fill()\nelif lock:\n    lock.rest()",
        [(3, 1, ("boat",), "the end"), (5, 1, ("not boat", "lock"), "the end")],
    ),
    "rounds of a loop": (
        "for each in boat:\n    if each.late:\n        continue\n    if each.lost:\n        break",
        [
            (4, 1, ("each.late",), "skips to the next round"),
            (6, 1, ("not each.late", "each.lost"), "leaves the loop"),
        ],
    ),
    "a loop on a condition": (
        "while lock.dry:\n    if boat:\n        lock.fill()",
        [(4, 1, ("lock.dry", "boat"), "goes round again (line 2)")],
    ),
    "a handler": (
        "try:\n    lock.fill()\nexcept OSError:\n    lock.rest()\nboat.go()",
        [(5, 1, ("OSError is raised in lines 3",), "goes on at line 6")],
    ),
    "cases": (
        "match boat:\n    case 1:\n        return 1\n    case _:\n        return 2",
        [
            (4, 1, ("boat matches 1",), "returns 1"),
            (6, 1, ("nothing above matches",), "returns 2"),
        ],
    ),
    "a chain whose arms all leave": (
        "if boat.late:\n    return 1\nelif boat.lost:\n    return 2\nif lock:\n    return 3",
        [
            (3, 1, ("boat.late",), "returns 1"),
            (5, 1, ("not boat.late", "boat.lost"), "returns 2"),
            (7, 1, ("not boat.late", "not boat.lost", "lock"), "returns 3"),
        ],
    ),
    "a chain whose first arm leaves, and one whose else does": (
        "if boat:\n    return 1\nelif lock:\n    lock.fill()\nif lock.dry:\n    boat.go()\nelse:\n    return 2\nif a:\n    b()",
        [
            (3, 1, ("boat",), "returns 1"),
            (5, 1, ("not boat", "lock"), "goes on at line 6"),
            (7, 1, ("not boat", "lock.dry"), "goes on at line 10"),
            (9, 3, ("not boat", "not lock.dry"), "returns 2"),
            (11, 1, ("not boat", "lock.dry", "a"), "the end"),
        ],
    ),
    "a later arm that leaves tells nothing by itself": (
        "if boat:\n    boat.go()\nelif lock:\n    return 1\nif a:\n    b()",
        [
            (3, 1, ("boat",), "goes on at line 6"),
            (5, 1, ("not boat", "lock"), "returns 1"),
            (7, 1, ("a",), "the end"),
        ],
    ),
    "a guard in an arm holds in that arm only": (
        "if boat:\n    if lock:\n        return 1\n    boat.go()\nif lock:\n    return 2",
        [
            (3, 1, ("boat",), "goes on at line 6"),
            (4, 1, ("boat", "lock"), "returns 1"),
            (7, 1, ("lock",), "returns 2"),
        ],
    ),
}


@pytest.mark.parametrize("code, expected", ARMS.values(), ids=ARMS)
def test_arms(code: str, expected: list[object]) -> None:
    """Where each stands, how far below its check, what holds in it and what it leads to."""
    found = arms_in(function_of(code))
    assert [(a.line, a.distance, a.condition, a.leads_to) for a in found] == expected


@pytest.mark.parametrize(
    "code, conditions, lines",
    [
        ("boat.go()", (), (2, 2)),
        ("if boat:\n    return\nlock.fill()\nlock.rest()", ("not boat",), (2, 5)),
        (
            "if boat:\n    for each in lock:\n        a()\n        b()\n        c()\nelse:\n    return 1",
            ("boat", "for each each of lock"),
            (4, 6),
        ),
        (
            "for each in lock:\n    if each.late:\n        return each\n    else:\n        continue",
            ("for each each of lock",),
            (3, 6),
        ),
        (
            "if not boat:\n    return\nif lock:\n    a()\n    b()\n    c()",
            ("boat", "lock"),
            (5, 7),
        ),
    ],
)
def test_happy_path(code: str, conditions: tuple[str, ...], lines: tuple[int, int]) -> None:
    """The path that no guard leaves, and where it ends."""
    assert happy_path(function_of(code)) == (conditions, *lines)


def test_outline() -> None:
    """In words, with levels, runs of plain statements on one line."""
    node = function_of(
        "a = 1\nb = 2\nwith lock:\n    while boat:\n        a += 1\n        boat.go(a)\ntry:\n    pass\n"
        "except OSError:\n    return a\nfinally:\n    lock.rest()"
    )
    told = [(o.line, o.last, o.level, o.words) for o in outline_of(node, (2, 3))]
    assert told == [
        (2, 3, 0, "set a; set b"),
        (4, 4, 0, "with lock"),
        (5, 5, 1, "as long as boat"),
        (6, 7, 2, "change a; boat.go(...)"),
        (8, 8, 0, "try"),
        (9, 9, 1, "nothing"),
        (10, 10, 0, "if it raises OSError"),
        (11, 11, 1, "returns a"),
        (13, 13, 0, "in any case"),
        (13, 13, 1, "lock.rest()"),
    ]


@pytest.mark.parametrize("module", [shlex, textwrap, inspect], ids=lambda m: m.__name__)
def test_nothing_is_lost(module: ModuleType) -> None:
    """Every arm is told, every exit is in the graph and can be reached in it."""
    for function in functions_of(ast.parse(inspect.getsource(module))):
        own = [n for s in function.node.body for n in _own(s)]
        lines = {a.line for a in arms_in(function.node)}
        chains = [n for n in own if isinstance(n, ast.If)]
        assert {b[0].lineno for n in chains for _, b in arms_of(n)} <= lines
        graph = decision_graph(function.node)
        reached = {0} | {end for _, end, _ in graph.edges}
        assert reached == set(range(len(graph.nodes))), function.name
        exits = {n.line for n in graph.nodes if n.kind == "leaves"}
        assert exits - {0} <= {n.lineno for n in own if isinstance(n, ast.Return | ast.Raise)}


def _own(node: ast.AST) -> list[ast.AST]:
    """The nodes of a statement, nested functions apart."""
    if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef | ast.Lambda):
        return []
    return [node, *(n for child in ast.iter_child_nodes(node) for n in _own(child))]


def test_whole(canal: Path) -> None:
    """All parts of a pyramid, with what untangling would do."""
    found = dreck.anatomy("canal.py::admit")
    assert (found.line, found.last) == (10, 20) and "cost" in repr(found)
    assert found.happy_path == ("boat is not None", "lock.open") and found.happy_lines == (14, 16)
    assert not isinstance(found.table, str) and len(found.table.before) == 3
    assert found.untangled is not None and found.untangled.steps
    assert found.untangled.cost_after.total < found.cost.total == found.untangled.cost_before.total
    assert canal.read_text() == PYRAMID
    assert dreck.anatomy("canal.py:12", offers=False).untangled is None


def test_each_way_once(tmp_path: Path) -> None:
    """Which half of a chained comparison failed is no way of its own."""
    (tmp_path / "canal.py").write_text(
        "def f(day: int):\n    if 3 <= day <= 5:\n        return 1\n    return 2\n"
    )
    table = dreck.anatomy("canal.py::f", offers=False).table
    assert (
        not isinstance(table, str)
        and set(table.before) == {"return 1", "return 2"}
        and len(table.before) == 2
    )


@pytest.mark.parametrize(
    "name, words",
    [
        ("wait", ["nothing happens for Signal.DARK"]),
        ("ladder", ["no arm asks for level"]),
        (
            "drill",
            [
                'kind is not asked for "sector" here, but elsewhere; nothing happens for it',
                'kind is not asked for "mitre" here, but elsewhere; the else takes it',
            ],
        ),
        ("Lock.free", []),
    ],
)
def test_oddities(name: str, words: list[str], canal: Path) -> None:
    """Gaps, and kinds that are handled here and not there."""
    told = [o.what for o in dreck.anatomy(f"canal.py::{name}", offers=False).oddities]
    assert len(told) == len(words) and all(w in t for w, t in zip(words, told, strict=True)), told


def test_command(canal: Path, dreck_in_process) -> None:
    """For people, for programs, and in open formats."""
    done = dreck_in_process("anatomy", "canal.py::admit")
    for words in (
        "12 > if boat is not None",
        "14 > │ │ set berth; lock.book(...)",
        "Happy path  lines 14 to 16, if all of this holds:",
        "raises ValueError('no boat')",
        "Decision table",
        "Untangling it  2 steps",
        "Next: dreck untangle canal.py::admit",
    ):
        assert words in done.out, words
    assert max(map(len, done.out.splitlines())) <= 100 and done.status == 0
    data = json.loads(dreck_in_process("anatomy", "canal.py::admit", "--json").out)
    assert data["schema"] == "dreck/anatomy/1" and data["decision_table"]["complete"]
    text = dreck_in_process("anatomy", "canal.py::admit", "--markdown", "-", "--no-offers").out
    assert "closed &#124; for today" in text and "| 14.2 |" not in text
    dot = dreck_in_process("anatomy", "canal.py::admit", "--dot", "-", "--no-offers").out
    assert dot.startswith('digraph "canal.py::admit" {') and 'label="yes"' in dot
    assert dreck_in_process("anatomy", "canal.py::drill", "--figure", "a.png").status == 0
    assert Path("a.png").read_bytes().startswith(b"\x89PNG")


@pytest.mark.parametrize(
    "target, words",
    [
        ("canal.py", "has 5 functions there; name one of canal.py::admit"),
        (".", "name one"),
        ("canal.py::admits", "did you mean admit"),
        ("none.py", "no such file"),
    ],
)
def test_errors(target: str, words: str, canal: Path, dreck_in_process) -> None:
    """One line, with what to do."""
    done = dreck_in_process("anatomy", target)
    assert done.status == 2 and words in done.err and done.err.count("\n") == 1
    with pytest.raises(TargetError):
        dreck.anatomy(target)


def test_a_net_is_told(tmp_path: Path, dreck_in_process) -> None:
    """With --tests: which branches no test takes."""
    (tmp_path / "pyproject.toml").write_text("")
    (tmp_path / "canal.py").write_text(PYRAMID)
    (tmp_path / "test_canal.py").write_text(
        "import canal\n\n\ndef test_wait():\n    assert canal.wait(canal.Signal.RED) == 10\n"
    )
    done = dreck_in_process("anatomy", "canal.py::wait", "--tests", "--no-offers")
    assert "Net  1 tests run it" in done.out and "no test takes line" in done.out
    found = dreck.anatomy("canal.py::wait", tests="python -m pytest", offers=False)
    assert found.held is not None and "#### Net" in anatomy_markdown(found)
    assert decision_dot(found).count("->") == len(found.graph.edges)
    assert decision_figure(found.graph, "svg").startswith(b"<?xml")
