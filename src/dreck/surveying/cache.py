"""What was read of files, kept by their content in the user's cache folder.

The cache is one SQLite file. It may be deleted at any time, and several processes may use it at
once; whatever goes wrong with it, the survey goes on without.
"""

from __future__ import annotations

import contextlib
import functools
import hashlib
import sqlite3
import sys
from collections.abc import Iterable, Iterator, Mapping, Sequence
from pathlib import Path

import platformdirs

# Where the code stands that makes the rows: what it made before it changed is of no use.
_HERE = Path(__file__).parent
_MAKERS = (_HERE, _HERE.parent / "taste")
# Files kept; the ones that were not asked for longest go first.
_MOST = 50_000
_PER_QUESTION = 500


def key_of(raw: bytes) -> str:
    """The key of a file's content, for this code and this interpreter."""
    return hashlib.blake2b(raw, digest_size=20, key=_salt()).hexdigest()


@functools.cache
def _salt() -> bytes:
    return f"{edition_of(_MAKERS)} {sys.version_info.major}.{sys.version_info.minor}".encode()


def edition_of(folders: Iterable[Path]) -> str:
    """What tells the code in some folders from any other: 32 letters and figures.

    Args:
        folders: packages; their modules alone count.
    """
    made = hashlib.blake2b(digest_size=16)
    for folder in folders:
        for path in sorted(folder.glob("*.py")):
            made.update(path.read_bytes())
    return made.hexdigest()


class Cache:
    """Rows by the key of their file.

    Args:
        folder: where the cache is; the user's cache folder if None.
    """

    def __init__(self, folder: Path | None = None) -> None:
        self._folder = folder or Path(platformdirs.user_cache_dir("dreck"))

    def found(self, keys: Sequence[str]) -> dict[str, str]:
        """The rows that are known, as JSON."""
        found: dict[str, str] = {}
        with self._open() as base:
            if base is not None:
                for start in range(0, len(keys), _PER_QUESTION):
                    some = keys[start : start + _PER_QUESTION]
                    marks = ",".join("?" * len(some))
                    found.update(
                        base.execute(f"SELECT key, rows FROM files WHERE key IN ({marks})", some)
                    )
        return found

    def keep(self, rows: Mapping[str, str]) -> None:
        """Keep rows, and forget the oldest where there are too many."""
        if not rows:
            return
        with self._open() as base:
            if base is not None:
                base.executemany("INSERT OR REPLACE INTO files VALUES (?, ?)", rows.items())
                base.execute(
                    "DELETE FROM files WHERE rowid <= (SELECT max(rowid) FROM files) - ?", (_MOST,)
                )
                base.commit()

    @contextlib.contextmanager
    def _open(self) -> Iterator[sqlite3.Connection | None]:
        base: sqlite3.Connection | None = None
        with contextlib.suppress(sqlite3.Error, OSError):
            self._folder.mkdir(parents=True, exist_ok=True)
            base = sqlite3.connect(self._folder / "survey.sqlite", timeout=2)
            base.execute("CREATE TABLE IF NOT EXISTS files (key TEXT PRIMARY KEY, rows TEXT)")
        try:
            with contextlib.suppress(sqlite3.Error):
                yield base
        finally:
            if base is not None:
                base.close()
