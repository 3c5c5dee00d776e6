"""order-functions: who moves, and what holds them where they are."""

from __future__ import annotations

from pathlib import Path

import pytest

import dreck

from .harness import look

ORDERED = [
    # names of functions, each with those it calls, as they stand and as they come out
    ("_a: f:_a g:_a", "f:_a _a: g:_a"),
    ("_a: _b:_a f:_b,_a", "f:_b,_a _b:_a _a:"),
    ("_b: _a:_b f:_a _c: g:_c", "f:_a _a:_b _b: _c: g:_c"),
    ("_a: _b: f:_b,_a", "f:_b,_a _b: _a:"),
    ("_a: g: f:_a", "g: f:_a _a:"),
    ("_a:_b _b:_a f:_a", ""),
    ("f:_a _a:", ""),
    ("_a: f:", ""),
    ("g:_a _a: f:_a", ""),
    ("a: f:a", ""),
    ("__a__: f:__a__", ""),
]


def module(words: str, start: str = "") -> str:
    """Functions that call one another."""
    parts = []
    for word in words.split():
        name, _, called = word.partition(":")
        body = "".join(f"    {c}(n)\n" for c in called.split(",") if c)
        parts.append(f"def {name}(n):\n{body}    return n\n")
    return start + "\n\n".join(parts)


@pytest.mark.parametrize(("before", "after"), ORDERED)
def test_order(before: str, after: str) -> None:
    """Helpers come below the first that needs them, in the order in which they are called; found
    from the helper and from the caller alike.
    """
    text = module(before)
    names = [w.partition(":")[0] for w in before.split()]
    made = {s.whole for n in names for s in look("order-functions", text, subject=n).sites}
    first = {
        look("order-functions", text, subject=n).sites[0].whole
        for n in names
        if look("order-functions", text, subject=n).sites
    }
    assert first == made
    wanted = module(after)
    if after and len(made) > 1:
        # Two callers have helpers above them: one step for each.
        assert len(made) == 2
    else:
        assert made == ({wanted} if after else set())


HELD = [
    "def _a(n):\n    return n\n\n\nx = _a(1)\n\n\ndef f(n):\n    return _a(n)\n",
    "def _a(n):\n    return n\n\n\n@_a\ndef f(n):\n    return _a(n)\n",
    "def _a(n):\n    return n\n\n\ndef f(n, m=_a(2)):\n    return _a(n)\n",
    "def _a(n):\n    return n\n\n\nclass C:\n    b = _a(1)\n\n\ndef f(n):\n    return _a(n)\n",
]


@pytest.mark.parametrize("text", HELD)
def test_what_is_needed_at_once_stays(text: str, tmp_path: Path) -> None:
    """Where the module itself needs the helper in time, nothing moves, or the judge holds it."""
    path = tmp_path / "a.py"
    path.write_text(text)
    assert not dreck.untangle(path, only=["order-functions"]).changes


OFFICE = '''"""The office."""


class Office:
    """Who comes in."""

    def __init__(self, locks):
        self.locks = locks

    # the deepest first
    def _sorted(self):
        return sorted(self.locks)

    def first(self):
        return self._sorted()[0]


# --- helpers ---


def _deep(n):
    return n > 1


# --- for all ---


def admit(n):
    return _deep(n)
'''


def test_methods_and_headings(tmp_path: Path) -> None:
    """Methods move in their class with their comments; a heading of its own holds what is above
    it.
    """
    path = tmp_path / "office.py"
    path.write_text(OFFICE)
    found = dreck.untangle(path, only=["order-functions"])
    text = found.changes[0].text
    moved = "        return self._sorted()[0]\n\n    # the deepest first\n    def _sorted(self):\n"
    assert moved in text and text.endswith(OFFICE[OFFICE.index("\n\n\n# --- helpers") :])
    assert found.verdict.value in ("proved", "proved-under")
    left = [p.why for f in found.functions for p in f.left_alone]
    assert any("belongs to neither" in why for why in left)
