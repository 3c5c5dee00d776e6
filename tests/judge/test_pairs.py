"""The judge against pairs of versions whose true verdict is known."""

from __future__ import annotations

import re
import subprocess
import sys
from collections import Counter
from pathlib import Path

import pytest

import dreck
from dreck import Verdict

from .pairs_reader import Pair, read_pairs

PAIRS = read_pairs()
DIFFERS = ("differs", "differs-this-way")
UNPROVED = ("unproved", "unproved-this-way")
MISTAKES = [p for p in PAIRS if p.verdict in (*DIFFERS, *UNPROVED)]
BOTH_WAYS = [p for p in MISTAKES if not p.verdict.endswith("this-way")]


def vouched(pair: Pair, folder: Path, **settings: bool) -> dreck.Vouching:
    """The judge's verdict on a pair."""
    for name, text in (("before", pair.before), ("after", pair.after)):
        (folder / f"{name}.py").write_text(text, encoding="utf-8")
    return dreck.vouch(folder / "before.py", folder / "after.py", **settings)


@pytest.mark.parametrize("pair", PAIRS, ids=lambda p: p.name)
def test_pair(pair: Pair, tmp_path: Path) -> None:
    """Mistakes are shown by an input that was run; true equivalences are proved."""
    found = vouched(pair, tmp_path)
    assert not any("please report it" in s.why for s in found.subjects), found.subjects
    if pair.verdict in DIFFERS:
        assert found.verdict is Verdict.DIFFERS, found.subjects
        assert all(s.counterexample for s in found.subjects if s.verdict is Verdict.DIFFERS)
        return
    if pair.verdict == "same":
        assert found.verdict.same, found.subjects
        return
    if pair.verdict in UNPROVED:  # they differ, and no input that can be tried here shows it
        assert found.verdict in (Verdict.TESTED, Verdict.UNDECIDED), found.subjects
        return
    assert found.verdict.value == pair.verdict, found.subjects
    kinds = {a.kind.value for s in found.subjects for a in s.assumptions}
    assert kinds == (set(pair.kind.split("+")) if pair.kind else set())
    tables = (
        dreck.explain(tmp_path / "before.py", tmp_path / "after.py")
        if pair.verdict.startswith("proved")
        else []
    )
    assert all(isinstance(t, str) or all(t.matched) for t in tables), tables
    strictly = vouched(pair, tmp_path, strict=True, run=False)
    assert (strictly.verdict is Verdict.PROVED) == (pair.verdict == "proved"), strictly.subjects


@pytest.mark.parametrize("pair", BOTH_WAYS, ids=lambda p: p.name)
def test_a_mistake_is_never_proved(pair: Pair, tmp_path: Path) -> None:
    """The other way round a mistake stays unproved, too; what was said of it was not proved."""
    turned = Pair(pair.name, pair.verdict, pair.kind, pair.after, pair.before)
    found = vouched(turned, tmp_path, run=False)
    assert found.verdict is Verdict.UNDECIDED
    assert not any("please report it" in s.why for s in found.subjects), found.subjects


SEEN_AGAIN = (
    *("searched", "subclasses", "module_order", "annotations", "containers"),
    *("in_place", "gone_through", "through"),
)
SHOWN = [p for p in MISTAKES if p.verdict in DIFFERS and p.name.partition(":")[0] in SEEN_AGAIN]


@pytest.mark.parametrize("pair", SHOWN, ids=lambda p: p.name)
def test_the_program_shows_the_difference_again(pair: Pair, tmp_path: Path) -> None:
    """What the program prints of the two versions is not the same, whatever addresses it holds."""
    shown = [s.counterexample for s in vouched(pair, tmp_path).subjects if s.counterexample]
    for each in shown:
        (tmp_path / "show.py").write_text(each.script, encoding="utf-8")
        command = [sys.executable, "show.py"]
        done = subprocess.run(command, cwd=tmp_path, capture_output=True, text=True, timeout=60)
        said = re.sub(r" at 0x[0-9a-f]+|\bbefore\.|\bafter\.", "", done.stdout)
        blocks: dict[str, list[str]] = {"before": [], "after": []}
        waiting: list[str] = []  # calls of doubles stand before the line that tells the outcome
        for line in said.splitlines():
            which, _, rest = line.partition(" ")
            waiting.append(rest if which in blocks else line)
            if which in blocks:
                blocks[which] += waiting
                waiting = []
        is_import = "runpy" in each.script
        assert is_import or (all(blocks.values()) and blocks["before"] != blocks["after"]), done


def test_the_pairs_are_worth_their_name() -> None:
    """There are many, half of them mistakes, and no two of the same name."""
    kinds = Counter(p.verdict for p in PAIRS)
    assert len(PAIRS) >= 150 and len({p.name for p in PAIRS}) == len(PAIRS)
    assert len(MISTAKES) * 2 >= len(PAIRS) and sum(kinds[u] for u in UNPROVED) * 8 <= len(PAIRS)
