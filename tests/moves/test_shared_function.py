"""shared-function: what examples cannot say."""

from __future__ import annotations

import ast
from pathlib import Path

import pytest

from dreck.judge.versions.version import Version
from dreck.moves.wishes import Wishes
from dreck.outline import functions_of

from .harness import PROVER, look

CHECK = "    gate = lock.gates.get(n)\n    if gate is None:\n        lock.log(n)\n        return {}\n    if gate.stuck:\n        return {}\n"
SUM = "        total = 0\n        for boat in boats:\n            if boat.late:\n                total += boat.toll\n        self.due = total\n"


def of(head: str, check: str, rest: str) -> str:
    """A function of a head, checks and a rest."""
    return f"def {head}:\n{check}{rest}\n\n"


NO = CHECK.format("False", "False")

# What stands where, how many sites there are, and what these say and do not say.
CASES = {
    "three of them": (
        of("a(lock, n)", NO, "    gate.open()\n    return True\n")
        + of("b(lock, n)", NO, "    gate.shut()\n    return True\n")
        + of("c(lock, n)", NO, "    gate.rest()\n    return True\n"),
        ["gate = get_gate(lock, n)\n    if gate is None:\n        return False\n    gate.rest()"],
    ),
    "one of them has only the first of it, at its end": (
        of("a(lock, n)", NO, "    gate.open()\n    lock.log(gate)\n    return True\n")
        + of("b(lock, n)", NO, "    gate.open()\n    lock.log(gate)\n    return None\n")
        + of("c(lock, n)", "    n += 1\n" + NO, ""),
        ["def b(lock, n):\n    gate = get_gate(lock, n)\n"],
    ),
    "another answer is no way of the same": (
        of("a(lock, n)", NO, "    gate.open()\n    return True\n")
        + of("b(lock, n)", CHECK.format("None", "None"), "    gate.shut()\n    return True\n"),
        [],
    ),
    "answers of two kinds": (
        of("a(lock, n)", CHECK.format("0", "1"), "    gate.open()\n")
        + of("b(lock, n)", CHECK.format("0", "1"), "    gate.shut()\n"),
        [],
    ),
    "a comment of one place": (
        of("a(lock, n)", NO, "    gate.open()\n    return True\n")
        + of(
            "b(lock, n)", NO.replace(":\n        lock", ":  # upper\n        lock"), "    n.x()\n"
        ),
        [],
    ),
    "what one needs behind it, and the other does not": (
        of("a(lock, n)", NO, "    gate.open()\n    return True\n")
        + of("b(lock, n)", NO, "    lock.rest()\n    return True\n"),
        [],
    ),
    "methods of one class": (
        f"class Office:\n    def bill(self, boats):\n{SUM}        self.send()\n\n"
        f"    def remind(self, boats):\n{SUM}        self.warn()\n",
        ["        self._set_due(boats)\n        self.warn()"],
    ),
    "methods of two classes": (
        f"class Office:\n    def bill(self, boats):\n{SUM}        self.send()\n\n\n"
        f"class Desk:\n    def remind(self, boats):\n{SUM}        self.warn()\n",
        [],
    ),
    "too little": (
        of("a(lock, n)", "    n += 1\n    lock.log(n)\n", "    lock.open()\n")
        + of("b(lock, n)", "    n += 1\n    lock.log(n)\n", "    lock.shut()\n"),
        [],
    ),
    "all that one of them does": (
        of("a(lock, n)", NO, "    gate.open()\n    return True\n") + of("b(lock, n)", NO, ""),
        [],
    ),
    "inside of other blocks": (
        "def a(lock, n):\n    if n:\n"
        + NO.replace("\n    ", "\n        ").replace("    g", "        g", 1)
        + "    gate.open()\n    return True\n\n\n"
        + of("b(lock, n)", NO, "    gate.shut()\n    return True\n"),
        [
            "        gate = get_gate(lock, n)\n        if gate is None:\n            return False\n    "
        ],
    ),
}


@pytest.mark.parametrize(("text", "said"), CASES.values(), ids=CASES)
def test_what_several_functions_have_in_common(text: str, said: list[str]) -> None:
    """One function is made of it for all, and each stays what it was to the judge."""
    first = "Office.bill" if "class" in text else "a"
    sites = look("shared-function", text, subject=first).sites
    assert [len(sites)] == [len(said)], [s.whole for s in sites]
    for site, words in zip(sites, said, strict=True):
        assert words in site.whole, site.whole
        versions = Version(Path("a.py"), text), Version(Path("b.py"), site.whole)
        names = [f.name for f in functions_of(ast.parse(text))]
        found = [PROVER.function(*versions, n) for n in names]
        assert all(f.verdict.same for f in found), found


def test_only_what_may_be_changed() -> None:
    """A function that nobody named stays as it is."""
    text = CASES["three of them"][0]
    (site,) = look("shared-function", text, wishes=Wishes(functions=frozenset("ab"))).sites
    assert (
        site.whole.count("get_gate(") == 3 and "lock.gates.get(n)" in site.whole.split("def c")[1]
    )
    assert not look("shared-function", text, wishes=Wishes(functions=frozenset("a"))).sites
