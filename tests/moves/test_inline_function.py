"""inline-function: what may be put in place of a call, and what may not."""

from __future__ import annotations

from pathlib import Path

import pytest

import dreck
from dreck.judge.face.judge import Judge
from dreck.judge.versions.version import Version

from .harness import look

PROVER = Judge(runner=None)
# A caller's body, the helper, and the caller's body afterwards.
INLINED = [
    ("return _h(n + 1) * 2", "def _h(x):\n    return x - 1\n", "return (n + 1 - 1) * 2"),
    ("return 2 - _h(n)", "def _h(x):\n    return x - 1\n", "return 2 - (n - 1)"),
    ("return not _h(n, 3)", "def _h(x, y):\n    return x < y\n", "return not n < 3"),
    ("return _h(y=n, x=3)", "def _h(x, y):\n    return x < y\n", "return 3 < n"),
    ("return _h(n)", "def _h(x, y=4):\n    return x < y\n", "return n < 4"),
    ("return _h(n if a else m)", "def _h(x):\n    return x + 1\n", "return (n if a else m) + 1"),
    ("return _h(n).real", "def _h(x):\n    return x + 1\n", "return (n + 1).real"),
    ("return any(_h(x) for x in a)", "def _h(x):\n    return x.b\n", "return any(x.b for x in a)"),
    ("return _h(n) and _h(m)", "def _h(x):\n    return x > 1\n", "return n > 1 and m > 1"),
    # statements
    ("_h(n)\nlog(n)", "def _h(x):\n    log(x)\n    log(2)\n", "log(n)\nlog(2)\nlog(n)"),
    (
        "c = _h(a)\nreturn c",
        "def _h(x):\n    y = x.d\n    # so far\n    return y + 1\n",
        "y = a.d\n# so far\nc = y + 1\nreturn c",
    ),
    (
        "if n:\n    return _h(a)\nreturn 2",
        "def _h(x):\n    if x:\n        return 3\n    else:\n        return 4\n",
        "if n:\n    if a:\n        return 3\n    else:\n        return 4\nreturn 2",
    ),
    (
        "return _h(a)",
        "def _h(x):\n    for y in x:\n        if y:\n            return y\n",
        "for y in a:\n    if y:\n        return y",
    ),
]
LEFT = [
    # what is handed in would be worked out twice, not at all, or later than it was
    ("return _h(a())", "def _h(x):\n    return x + x\n", "arguments"),
    ("return _h(a())", "def _h(x):\n    return 1\n", "arguments"),
    ("return _h(a())", "def _h(x):\n    return lambda: x\n", "arguments"),
    ("return _h(a())", "def _h(x):\n    return [y for y in n if x]\n", "arguments"),
    ("return _h(*a)", "def _h(x):\n    return x\n", "arguments"),
    ("return _h(a, b=1)", "def _h(x, **more):\n    return x\n", "arguments"),
    ("return _h()", "def _h(x=[]):\n    return x\n", "arguments"),
    ("return _h((c := 1))", "def _h(x):\n    return x\n", "arguments"),
    # a name would mean something else
    ("return _h(n)", "def _h(x):\n    return x + log2\n", ""),
    ("log2 = 1\nreturn _h(n) + log2", "def _h(x):\n    return x + log2\n", "clash"),
    ("y = n\nreturn _h(y)", "def _h(x):\n    return [y for y in x]\n", "clash"),
    ("y = n\n_h(y)\nreturn y", "def _h(x):\n    y = log(x)\n    log(y)\n", "clash"),
    ("_h(n)\nreturn n", "def _h(x):\n    x = log(x)\n    log(x)\n", "clash"),
    ("_h(n)", "def _h(x):\n    global log\n    log = x\n", "clash"),
    ("_h(n)", "def _h(x):\n    log(locals())\n    log(x)\n", "clash"),
    # it does more than can be said there
    ("return _h(n) + 1", "def _h(x):\n    log(x)\n    return x\n", "does-more"),
    ("_h(n)\nreturn 1", "def _h(x):\n    if x:\n        return\n    log(x)\n", "does-more"),
    ("c = _h(n)\nreturn c", "def _h(x):\n    if x:\n        return 1\n    return 2\n", "does-more"),
    (
        "if n:\n    return _h(a)\nreturn 2",
        "def _h(x):\n    if x:\n        return 3\n",
        "does-more",
    ),
    ("return list(_h(n))", "def _h(x):\n    yield x\n", "does-more"),
    ("return _h(n)", "def _h(x):\n    return (yield x)\n", "does-more"),
    # it is known otherwise
    ("return _h(n), _h", "def _h(x):\n    return x\n", "used-otherwise"),
    ("return _h(n), '_h'", "def _h(x):\n    return x\n", "used-otherwise"),
    ("return _h(n)", "def _h(x):\n    return _h(x)\n", "used-otherwise"),
    ("return _h(n)", "@log\ndef _h(x):\n    return x\n", ""),
    ("return _h(n)", "async def _h(x):\n    return x\n", ""),
    ("return h(n)", "def h(x):\n    return x\n", ""),
]


def texts(body: str, helper: str) -> str:
    """A module with a caller and a helper."""
    lines = "".join(f"    {line}\n" for line in body.split("\n"))
    return f"log2 = 3\nlog = print\n\n\ndef f(a, n: int, m: int):\n{lines}" + (
        f"\n\n{helper}" if helper else ""
    )


@pytest.mark.parametrize(("body", "helper", "after"), INLINED)
def test_inlined(body: str, helper: str, after: str) -> None:
    """The helper is gone, precedence is kept, and the judge agrees."""
    before = texts(body, helper)
    (site,) = look("inline-function", before).sites
    assert site.whole == texts(after, "")
    found = PROVER.vouch(Version(Path("a.py"), before), Version(Path("b.py"), site.whole))
    assert found.verdict.same, found.subjects


@pytest.mark.parametrize(("body", "helper", "reason"), LEFT)
def test_left(body: str, helper: str, reason: str) -> None:
    """Where it would mean something else, the helper stays; an empty reason says that nothing
    stands against it, or that it is no helper.
    """
    from dreck.moves.registry import all_moves

    found = look("inline-function", texts(body, helper))
    if not reason and found.sites:
        assert "return n + log2" in found.sites[0].whole
        return
    because = all_moves()["inline-function"].REFUSALS[reason].because if reason else ""
    assert not found.sites and [r.why for r in found.refused] == ([because] if reason else [])


METHODS = """class Office:
    def admit(self, boat):
        if self._is_full(boat):
            return None
        return boat

    def _is_full(self, boat):
        return self.count + boat.crew > 9


class Other:
    def admit(self):
        return self.count
"""


def test_a_method_and_a_file_beside(tmp_path: Path) -> None:
    """A method of the class at hand goes; what another file names stays."""
    path = tmp_path / "office.py"
    path.write_text(METHODS)
    found = dreck.untangle(path, only=["inline-function"])
    assert "        if self.count + boat.crew > 9:\n" in found.changes[0].text
    assert "_is_full" not in found.changes[0].text
    assert found.functions[0].verdict.verdict.value in ("proved", "proved-under")
    (tmp_path / "desk.py").write_text("from office import Office\n\nOffice._is_full\n")
    found = dreck.untangle(path, only=["inline-function"])
    assert not found.changes and "other files" in found.functions[0].left_alone[0].why
