"""Each kind of tangle in a small case, and what looks like one and is none."""

from __future__ import annotations

import ast
import textwrap

import pytest

from dreck.moves.registry import all_moves
from dreck.surveying.kinds import KINDS
from dreck.surveying.tangles import tangles_of

WORK = "boat.log()\n{0}boat.moor()\n{0}boat.wait()"

# name: (code, the kinds found with their lines)
CASES = {
    "a wrapped rest": (
        "if boat.draught < lock.depth:\n    boat.log()\n    boat.moor()\n    boat.wait()",
        {"wrapped-rest": [2]},
    ),
    "two lines are no burden": ("if boat:\n    boat.log()\n    boat.moor()", {}),
    "what stands behind is no rest": (
        "if boat:\n    boat.log()\n    boat.moor()\n    boat.wait()\nlock.fill()",
        {},
    ),
    "a far handler": (
        "if boat:\n    boat.log()\n    boat.moor()\n    boat.wait()\n    boat.go()\nelse:\n    raise KeyError(boat)",
        {"far-handler": [2]},
    ),
    "a handler that does not leave": (
        "if boat:\n    boat.log()\n    boat.moor()\n    boat.wait()\n    boat.go()\nelse:\n    lock.fill()",
        {},
    ),
    "ifs inside each other": (
        "if boat:\n    if lock:\n        boat.log()\nlock.fill()",
        {"nested-ifs": [2]},
    ),
    "an if inside with an else": (
        "if boat:\n    if lock:\n        boat.log()\n    else:\n        boat.wait()\nlock.fill()",
        {},
    ),
    "an else behind an exit": (
        "if boat:\n    return 1\nelse:\n    boat.log()\n    lock.fill()",
        {"needless-else": [5]},
    ),
    "two sides of one question": ("if boat:\n    return 1\nelse:\n    return 2", {}),
    "an else that holds an if": (
        "if boat:\n    boat.log()\nelse:\n    if lock:\n        lock.fill()",
        {"if-in-else": [5]},
    ),
    "an elif": ("if boat:\n    boat.log()\nelif lock:\n    lock.fill()", {}),
    "an arm that does nothing": (
        "if boat:\n    pass\nelse:\n    lock.fill()",
        {"idle-arm": [3]},
    ),
    "truth by arms": (
        "if boat.short:\n    return True\nelse:\n    return False",
        {"truth-by-arms": [2]},
    ),
    "truths of two names": (
        "if boat.short:\n    boat.a = True\nelse:\n    boat.b = False",
        {},
    ),
    "arms that do the same": (
        "if boat:\n    lock.fill(2)\nelif lock:\n    lock.fill(2)\nelse:\n    lock.rest()",
        {"equal-arms": [2]},
    ),
    "arms that end alike": (
        "if boat:\n    boat.log()\n    lock.fill(2)\nelse:\n    lock.fill(2)\nreturn 1",
        {"common-ends": [2]},
    ),
    "three operands": ("if a and boat.b and not c:\n    boat.log()", {"long-condition": [2]}),
    "a mixture": ("if a and (b or c):\n    boat.log()", {"long-condition": [2]}),
    "two operands": ("if a and not b:\n    boat.log()", {}),
    "a flag": (
        "late = False\nif boat:\n    late = True\nif late:\n    boat.log()",
        {"flag": [2]},
    ),
    "a name that counts too": (
        "late = False\nif boat:\n    late += 1\nif late:\n    boat.log()",
        {},
    ),
    "a carried result": (
        "text = ''\nif boat:\n    text = 'a'\nelif lock:\n    text = 'b'\nreturn text",
        {"carried-result": [2]},
    ),
    "a result that is built up": (
        "text = ''\nif boat:\n    text = text + 'a'\nelif lock:\n    text = 'b'\nreturn text",
        {},
    ),
    "a switch on values": (
        "if kind == 'a':\n    return 1\nelif kind == 'b':\n    return 2\nelif kind == 'c':\n    return 3",
        {"value-switch": [2]},
    ),
    "tests of three subjects": (
        "if a == 'a':\n    return 1\nelif b == 'b':\n    return 2\nelif c == 'c':\n    return 3",
        {},
    ),
    "a match on values": (
        "match kind:\n    case 'a':\n        return 1\n    case 'b':\n        return 2\n    case 'c':\n        return 3",
        {"value-switch": [2]},
    ),
    "a ladder of limits": (
        "if level < 1:\n    return 1\nelif level < 2:\n    return 2\nelif 2 <= level <= 3:\n    return 3",
        {"range-ladder": [2]},
    ),
    "limits of several subjects": (
        "if level < 1:\n    return 1\nelif depth < 2:\n    return 2\nelif width < 3:\n    return 3",
        {},
    ),
    "a switch on classes": (
        "if isinstance(boat, Barge):\n    return 1\nelif isinstance(boat, (Tug, Ferry)):\n    return 2",
        {"class-switch": [2]},
    ),
    "a switch on type()": (
        "if type(boat) is Barge:\n    return 1\nelif type(boat) is Tug:\n    return 2",
        {"class-switch": [2]},
    ),
    "a check of a class": ("if not isinstance(boat, Barge):\n    return 1", {}),
    "an own kind": (
        "if self.kind == 'a':\n    return 1\nelif self.kind == 'b':\n    return 2\nelif self.kind == 'c':\n    return 3",
        {"own-kind-switch": [2]},
    ),
    "scattered tests": (
        "if kind == 'a':\n    b()\nlock.fill()\nif kind == 'a':\n    c()\nlock.rest()\nif kind == 'b':\n    d()",
        {"scattered-tests": [2]},
    ),
    "a parameter that chooses": (
        "if quiet:\n    boat.log()\n    boat.moor()\nelse:\n    lock.fill()\n    lock.rest()",
        {"flag-parameter": [2]},
    ),
    "a loop that collects": (
        "found = []\nfor each in boats:\n    if each.late:\n        found.append(each.name)\nreturn found",
        {"collecting-loop": [3]},
    ),
    "a loop that looks for one": (
        "for each in boats:\n    if each.late:\n        return True\nreturn False",
        {"collecting-loop": [2]},
    ),
    "a loop that goes on with a list": (
        "found = start()\nfor each in boats:\n    if each.late:\n        found.append(each.name)\nreturn found",
        {},
    ),
    "rounds counted by hand": (
        "number = 0\nfor each in boats:\n    each.show(number)\n    number += 1",
        {"hand-counter": [3]},
    ),
    "a nested function has rows of its own": (
        "def inner(a):\n    if a and b and c:\n        return 1\nreturn inner",
        {},
    ),
    "nothing to decide": (WORK.format(""), {}),
}


@pytest.mark.parametrize("code, expected", CASES.values(), ids=CASES)
def test_kinds(code: str, expected: dict[str, list[int]]) -> None:
    """What is found, and where; a method is told by its first parameter."""
    text = f"def f(self, boat, quiet=False):\n{textwrap.indent(code, '    ')}\n"
    function = ast.parse(text).body[0]
    assert isinstance(function, ast.FunctionDef)
    found: dict[str, list[int]] = {}
    for tangle in tangles_of(function):
        found.setdefault(tangle.kind, []).append(tangle.line)
        assert tangle.size > 0 and tangle.words
    assert found == expected


def test_large_functions() -> None:
    """Depth and length count from some size on only."""
    deep = "\n".join(f"{'    ' * i}if a{i}:" for i in range(1, 5))
    text = f"def f():\n{deep}\n{'    ' * 5}return 1\n" + "    b()\n" * 25
    function = ast.parse(text).body[0]
    assert isinstance(function, ast.FunctionDef)
    kinds = {t.kind for t in tangles_of(function)}
    assert {"deep-nesting", "nested-ifs"} <= kinds and "long-function" not in kinds
    longer = ast.parse(text + "    b()\n").body[0]
    assert isinstance(longer, ast.FunctionDef)
    assert "long-function" in {t.kind for t in tangles_of(longer)}


def test_kinds_name_moves() -> None:
    """Every kind has a case, its moves exist, and its reach is that of the nearest."""
    order = ["inside", "beside", "across"]
    moves = all_moves()
    for name, kind in KINDS.items():
        reaches = [order.index(moves[m].reach.value) for m in kind.moves]
        assert order[min(reaches)] == kind.reach, name
    told = {k for _, found in CASES.values() for k in found}
    assert set(KINDS) - told == {"deep-nesting", "long-function"}
