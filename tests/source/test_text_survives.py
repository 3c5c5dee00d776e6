"""All text that a move does not touch survives byte for byte."""

from __future__ import annotations

import os
import stat
from pathlib import Path

import pytest

import dreck

BASE = '''"""Module."""
import os   # odd  spacing


@os.register
def admit( boat,lock ):
    """Docstring."""
    x = 1;  y = 2
    if boat is not None:   # known
        text = """two
  lines"""
        if lock: boat.enter(); boat.wait()
        boat.pay(text,
                 x + \\
                 y)

        # the end
    else:
        raise ValueError('none')  # strangers

    # before the return
    return x


def other():  return  [1,
   2]
'''
WANTED = '''"""Module."""
import os   # odd  spacing


@os.register
def admit( boat,lock ):
    """Docstring."""
    x = 1;  y = 2
    if boat is None:
        raise ValueError('none')  # strangers
    # known
    text = """two
  lines"""
    if lock: boat.enter(); boat.wait()
    boat.pay(text,
             x + \\
                 y)

    # the end

    # before the return
    return x


def other():  return  [1,
   2]
'''


def tabs(text: str) -> str:
    """The text indented with tabs."""
    return "\n".join(
        "\t" * ((len(x) - len(x.lstrip(" "))) // 4) + x.lstrip(" ") if x.startswith("    ") else x
        for x in text.split("\n")
    )


def in_class(text: str) -> str:
    """The text as the body of a class of a class."""
    head, lines = "class Outer:\n    class Inner:\n", text.replace(
        '"""two\n  lines"""', "'two'"
    ).split("\n")
    return head + "\n".join("        " + line if line else line for line in lines)


STYLES = {
    "plain": (lambda t: t.encode(), None),
    "windows line ends": (lambda t: t.replace("\n", "\r\n").encode(), None),
    "a byte order mark": (lambda t: b"\xef\xbb\xbf" + t.encode(), None),
    "latin-1": (
        lambda t: ("# -*- coding: latin-1 -*-\n" + t.replace("Docstring", "Schl\xfcssel")).encode(
            "latin-1"
        ),
        None,
    ),
    "tabs": (lambda t: tabs(t.replace("\n  lines", "\nlines")).encode(), "tabs"),
    "nested classes": (lambda t: in_class(t).encode(), None),
    "form feeds": (lambda t: t.replace("\n\n\n@os", "\n\x0c\n\n@os").encode(), None),
    "no newline at the end": (lambda t: t.rstrip("\n").encode(), None),
    "wide unicode": (lambda t: t.replace("Docstring", "\U0001f6a2 \u2028 \u00e9").encode(), None),
    "async": (lambda t: t.replace("def admit", "async def admit").encode(), None),
}


@pytest.mark.parametrize("style", STYLES)
def test_untouched_text_stays(style: str, tmp_path: Path) -> None:
    """The same edit in every style of file, and nothing else changes."""
    encode, special = STYLES[style]
    path = tmp_path / "canal.py"
    path.write_bytes(encode(BASE))
    found = dreck.untangle(path, run=False)
    assert [s.move for f in found.functions for s in f.steps] == ["guard-clause"], found.problems
    found.write()
    assert path.read_bytes() == _wanted(encode(WANTED), special)


def _wanted(raw: bytes, special: str | None) -> bytes:
    # A continuation line after a backslash is part of no block, so it is not moved.
    return raw.replace(b"\t\t\t y)", b"\t\t\t\t y)") if special == "tabs" else raw


def test_two_writes_and_a_foreign_change(tmp_path: Path) -> None:
    """A file that changed since it was read is not written."""
    path = tmp_path / "canal.py"
    path.write_text(BASE)
    found = dreck.untangle(path, run=False)
    path.write_text(BASE + "# touched\n")
    with pytest.raises(dreck.WriteError, match="changed while"):
        found.write()
    assert path.read_text() == BASE + "# touched\n"


def test_permissions_and_links_stay(tmp_path: Path) -> None:
    """A script stays executable, a link stays a link, and no temporary file is left."""
    real = tmp_path / "real.py"
    real.write_text(BASE)
    os.chmod(real, 0o750)
    link = tmp_path / "link.py"
    link.symlink_to(real)
    dreck.untangle(link, run=False).write()
    assert link.is_symlink() and real.read_text() == WANTED
    assert stat.S_IMODE(real.stat().st_mode) == 0o750
    assert sorted(p.name for p in tmp_path.iterdir()) == [".dreck", "link.py", "real.py"]


def test_a_failed_write_leaves_the_old_file(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """When the system refuses, the old text stays whole and the error is one line."""
    path = tmp_path / "canal.py"
    path.write_text(BASE)
    found = dreck.untangle(path, run=False)

    def refuse(*_: object) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(os, "replace", refuse)
    with pytest.raises(dreck.WriteError, match="cannot be written .No space left"):
        found.write()
    assert path.read_text() == BASE and [p.name for p in tmp_path.glob("*.py*")] == ["canal.py"]
