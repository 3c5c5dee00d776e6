"""Reads the pairs of versions in ``pairs/``.

A pair is ``#: title -> verdict``, the old version, ``#: becomes``, the new version. Verdicts:
``proved`` (even strictly), ``proved-under KIND`` (and not strictly), ``same`` (whatever the
evidence), ``differs``, ``unproved`` (they differ, but where no
trial comes), ``unproved-this-way`` and ``differs-this-way`` (the
other way round they are the same).
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from pathlib import Path

FOLDER = Path(__file__).with_name("pairs")
_HEAD = re.compile(r"^#: (?P<title>.+) -> (?P<verdict>\S+)(?: (?P<kind>\S+))?$", re.M)


@dataclass(frozen=True)
class Pair:
    """Two versions and the true verdict."""

    name: str
    verdict: str
    kind: str
    before: str
    after: str


def read_pairs() -> list[Pair]:
    """All pairs of all files."""
    return [pair for path in sorted(FOLDER.glob("*.py")) for pair in _pairs_of(path)]


def _pairs_of(path: Path) -> list[Pair]:
    text = path.read_text(encoding="utf-8")
    heads = list(_HEAD.finditer(text))
    ends = [h.start() for h in heads[1:]] + [len(text)]
    pairs = []
    for head, end in zip(heads, ends, strict=True):
        before, after = text[head.end() : end].split("#: becomes\n")
        name = f"{path.stem}: {head['title']}"
        pairs.append(Pair(name, head["verdict"], head["kind"] or "", before.lstrip("\n"), after))
    return pairs
