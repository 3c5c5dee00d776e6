"""Whole versions: which functions are compared, and what stands around them."""

from __future__ import annotations

from pathlib import Path

import pytest

import dreck
from dreck import Verdict

BODY = "def f(n: int):\n    return n > 3\n"
CASES = {
    # title: (before, after, verdict, subjects)
    "only a docstring changed": (
        BODY,
        BODY.replace("return", '"""Doc."""\n    return'),
        "proved",
        [],
    ),
    "a comment changed": (BODY, "# note\n" + BODY, "proved", []),
    "a constant changed": ("LIMIT = 3\n" + BODY, "LIMIT = 4\n" + BODY, "undecided", ["<module>"]),
    "a class got another base": (
        "class A: pass\n",
        "class A(dict): pass\n",
        "undecided",
        ["<module>"],
    ),
    "a helper is new": (BODY, BODY + "def g(): pass\n", "proved", []),
    "a new function hides a built-in": (
        BODY,
        BODY + "def len(x): return 1\n",
        "undecided",
        ["len"],
    ),
    "a new method that python calls": (
        "class A:\n    x = 1\n",
        "class A:\n    x = 1\n    def __bool__(self): return False\n",
        "undecided",
        ["A.__bool__"],
    ),
    "a method of a class with bases is gone": (
        "class A(B):\n    def g(self): pass\n",
        "class A(B):\n    pass\n",
        "undecided",
        ["A.g"],
    ),
    "a new method of a class with bases": (
        "class A(B):\n    x = 1\n",
        "class A(B):\n    x = 1\n    def g(self): pass\n",
        "proved-under",
        ["A.g"],
    ),
    "a function that is still called is gone": (
        BODY + "def g(): return f(1)\n",
        "def g(): return f(1)\n",
        "undecided",
        ["f"],
    ),
    "a helper is defined too late for the module itself": (
        BODY + "X = f(1)\n",
        "def f(n: int):\n    return g(n)\nX = f(1)\ndef g(n):\n    return n > 3\n",
        "undecided",
        None,
    ),
    "a helper is defined in time": (
        BODY + "X = f(1)\n",
        "def g(n):\n    return n > 3\ndef f(n: int):\n    return g(n)\nX = f(1)\n",
        "proved",
        ["f"],
    ),
    "a new constant needs what comes later": (
        BODY,
        "T = {1: g}\ndef g(): pass\n" + BODY,
        "undecided",
        ["<module>"],
    ),
    "a new import of a quiet module": (BODY, "import bisect\n" + BODY, "proved", []),
    "a new import of any module": (BODY, "import canal\n" + BODY, "undecided", ["<module>"]),
    "a nested function that a local name of the outer one serves": (
        "def out(T):\n    def f(k: str):\n        if k == 'a':\n            return 1\n        return None\n    return f\n",
        "T = {'a': 1}\ndef out(T):\n    def f(k: str):\n        return T.get(k)\n    return f\n",
        "undecided",
        ["out.f"],
    ),
    "a function under a condition": (
        "if x:\n    def f(n: int):\n        return n > 3\n",
        "if x:\n    def f(n: int):\n        return not n <= 3\n",
        "proved",
        ["f"],
    ),
    "a function goes to the other arm": (
        "if x:\n    def f(n):\n        return n\nelse:\n    pass\n",
        "if x:\n    pass\nelse:\n    def f(n):\n        return n\n",
        "undecided",
        ["<module>"],
    ),
    "only a nested function changed": (
        "def out(b):\n    def f(n: int):\n        return n > b\n    return f\n",
        "def out(b):\n    def f(n: int):\n        if n > b:\n            pass\n        return n > b\n    return f\n",
        "undecided",
        ["out.f"],
    ),
    "a nested function, proved": (
        "def out(b):\n    def f(n: int):\n        if n:\n            return b\n    return f\n",
        "def out(b):\n    def f(n: int):\n        if not n:\n            return None\n        return b\n    return f\n",
        "proved",
        ["out.f"],
    ),
    "decorators are part of a function": ("@a\n" + BODY, "@b\n" + BODY, "undecided", ["f"]),
}


@pytest.mark.parametrize("title", CASES)
def test_versions(title: str, tmp_path: Path) -> None:
    """What is compared, and what is not waved through; nothing is run."""
    before, after, verdict, subjects = CASES[title]
    for name, text in (("before", before), ("after", after)):
        (tmp_path / f"{name}.py").write_text(text)
    found = dreck.vouch("before.py", "after.py", run=False)
    assert found.verdict.value == verdict, found.subjects
    assert subjects is None or [s.subject for s in found.subjects] == subjects


def test_a_subject_is_judged_with_what_it_reaches(tmp_path: Path) -> None:
    """A changed callee counts, even when only its caller was asked for."""
    code = "def g(n: int):\n    return n > 3\ndef f(n: int):\n    x = g(n)\n    return x\ndef h(n: int):\n    return n\n"
    (tmp_path / "before.py").write_text(code)
    (tmp_path / "after.py").write_text(
        code.replace("> 3", ">= 3")
        .replace("    x = g(n)\n    return x", "    return g(n)")
        .replace("return n\n", "return -n\n")
    )
    found = dreck.vouch("before.py", "after.py", "f")
    assert {s.subject: s.verdict for s in found.subjects} == {
        "f": found.subjects[0].verdict,
        "g": Verdict.DIFFERS,
    }
    assert found.verdict is Verdict.DIFFERS


def test_results_read_well() -> None:
    """Results say what they are at the prompt."""
    Path("a.py").write_text(BODY)
    Path("b.py").write_text(BODY.replace(">", ">="))
    found = dreck.vouch("a.py", "b.py")
    assert repr(found) == "<Vouching: differs, 1 functions compared>"
    assert repr(found.subjects[0]).startswith(
        "<f: differs, one input shows a difference; the proof stopped where before, line 2"
    )
    assert (
        repr(dreck.survey("a.py"))
        == "<Survey: 1 functions in 1 files, worst <a.py::f: cost 0, nesting 0, 0 decisions, 0 tangles>>"
    )


def test_an_assumption_names_an_input_that_can_break_it(tmp_path: Path) -> None:
    """Not the operand whose annotation rules NaN out."""
    (tmp_path / "before.py").write_text(
        "def f(day: int, notice):\n    return 1 if day <= notice.last else 2\n"
    )
    (tmp_path / "after.py").write_text(
        "def f(day: int, notice):\n    return 2 if day > notice.last else 1\n"
    )
    (subject,) = dreck.vouch("before.py", "after.py").subjects
    assert [(a.kind.value, a.about, a.breaks) for a in subject.assumptions] == [
        ("total-order", "day <= notice.last", "notice.last = float('nan')")
    ]


@pytest.mark.parametrize(
    ("text", "same"),
    [
        (
            "class Desk:\n    def _fee(self, n):\n        return n\n",
            True,
        ),  # another class of its own
        ("def due(desk):\n    return desk._fee(3)\n", False),
        (
            "import before\nclass Far(before.Desk):\n    def _fee(self, n):\n        return n\n",
            False,
        ),
    ],
)
def test_a_private_method_that_others_use(text: str, same: bool, tmp_path: Path) -> None:
    """A file that has such a method itself means its own, unless it takes the class from there."""
    old = "class Desk:\n    def _fee(self, n: int) -> int:\n        return n * 2\n\n    def toll(self, n: int) -> int:\n        return self._fee(n)\n"
    new = old.replace("n * 2", "n * 6").replace("return self._fee(n)", "return self._fee(n) // 3")
    for name, code in (("before.py", old), ("after.py", new), ("others.py", text)):
        (tmp_path / name).write_text(code, encoding="utf-8")
    found = dreck.vouch(tmp_path / "before.py", tmp_path / "after.py")
    assert any("it is private" in n for n in found.notes) is same


@pytest.mark.parametrize(
    ("beside", "text", "same"),
    [
        ("tolls.py", "def _fee(n):\n    return n\n", True),
        ("tests/test_tolls.py", "from before import _fee\n", False),
        ("tolls.py", "import before\n\n\ndef due(n):\n    return before._fee(n)\n", False),
        (".cache/tolls.py", "from before import _fee\n", True),
    ],
)
def test_a_private_function_that_others_use(
    beside: str, text: str, same: bool, tmp_path: Path
) -> None:
    """It is judged by those that call it only where these are all in its own file."""
    old = "def _fee(n: int) -> int:\n    return n * 2\n\n\ndef toll(n: int) -> int:\n    return _fee(n)\n"
    new = old.replace("n * 2", "n * 6").replace("return _fee(n)", "return _fee(n) // 3")
    (tmp_path / "before.py").write_text(old, encoding="utf-8")
    (tmp_path / "after.py").write_text(new, encoding="utf-8")
    (tmp_path / beside).parent.mkdir(exist_ok=True)
    (tmp_path / beside).write_text(text, encoding="utf-8")
    found = dreck.vouch(tmp_path / "before.py", tmp_path / "after.py")
    assert found.verdict.same is same
    assert any("it is private" in n for n in found.notes) is same
