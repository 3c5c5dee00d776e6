"""Writing steps so that the files and the journal never part: all of it, or none.

A piece of work is begun in the journal, with what its files hold before and after; then the files
are replaced, each at once; then it is ended in the journal. Who comes next finds a begin without an
end where a process was killed in between, and puts the files back as they were (see
:func:`mended`).
"""

from __future__ import annotations

import contextlib
import datetime
import os
import re
from collections.abc import Callable, Mapping, Sequence
from pathlib import Path
from typing import Any

from ..errors import WriteError
from ..source.files import SourceFile, replace_bytes, replace_together
from .entries import Done, Entry, Reading, read
from .store import Store, digest

# What is left of a name when a process is killed while it replaces a file: see ``replace_bytes``.
_LEFT_OVER = r"\.{name}\.[a-z0-9_]{{8}}"


def write_steps(
    store: Store,
    changes: Sequence[tuple[SourceFile, str]],
    steps: Sequence[Done],
    commit: Callable[[], str] | None = None,
) -> None:
    """Replace the texts of files, all or none, and note the steps that led there.

    Args:
        store: the journal.
        changes: files as they were read, and the texts they get.
        steps: what led there, in order; the last texts are those of ``changes``.
        commit: called when all files are written; gives what version control calls the change. If
            it raises, the files are put back.

    Raises:
        WriteError: a file changed since it was read, or cannot be written; none has a new text
            then.
    """
    raws = [(source, source.raw, source.check(text)) for source, text in changes]
    with store.locked():
        known = read(mended_store(store))
        held = {store.relative(s.path): store.keep(old) for s, old, _ in raws}
        files = {store.relative(s.path): [digest(old), store.keep(new)] for s, old, new in raws}
        noted = []
        for number, step in enumerate(steps, known.steps + 1):
            pairs = {}
            for path, raw in step.texts.items():
                name = store.relative(path)
                before, held[name] = held.get(name, ""), store.keep(raw)
                pairs[name] = [before, held[name]]
            noted.append(_as_line(number, step, pairs))
        work = known.works + 1
        store.append(_begin(work, files, steps=noted))
        try:
            replace_together(changes)
            named = commit() if commit is not None else ""
        except BaseException:
            for source, old, new in raws:
                _put_back(source.path, old, new)
            store.append(_end(work, "restored"))
            raise
        store.append(_end(work, "written", commit=named))


def take_back(store: Store, count: int) -> list[Entry]:
    """Take back the last steps, over all their files; return them, the last first.

    Raises:
        WriteError: there are not so many, a file was edited since, or cannot be written; nothing
            is changed then.
    """
    if not store.exists:
        raise WriteError(f"{store.project}: no step was written here, so there is nothing to undo")
    with store.locked():
        standing = read(mended_store(store)).standing
        if count > len(standing):
            raise WriteError(
                f"{store.project}: only {len(standing)} step{'' if len(standing) == 1 else 's'} can be undone, not {count}; dreck journal lists them"
            )
        undone = standing[::-1][:count]
        changes = []
        for name, (before, after) in _spans(undone).items():
            path = store.path(name)
            last = next(e for e in undone if name in e.files)
            changes.append((_as_written(path, after, last), store.text(before)))
        files = {store.relative(s.path): [digest(s.raw), digest(raw)] for s, raw in changes}
        work = read(store).works + 1
        store.append(_begin(work, files, undoes=[e.number for e in undone]))
        try:
            for source, raw in changes:
                replace_bytes(Path(os.path.realpath(source.path)), raw)
        except BaseException as error:
            for source, raw in changes:
                _put_back(source.path, source.raw, raw)
            store.append(_end(work, "restored"))
            if isinstance(error, OSError):
                raise WriteError(
                    f"{error.filename}: cannot be written ({error.strerror}); nothing was undone"
                ) from error
            raise
        store.append(_end(work, "written"))
    return undone


def mended(store: Store) -> str:
    """Put right what a killed process left; return one line about it, or nothing.

    The files of a piece of work that has no end are put back as they were, unless all of them have
    their new texts already, or somebody edited one of them since.
    """
    begun = read(store).open
    if begun is None:
        return ""
    names = list(begun["files"])
    for name in names:
        _sweep(store.path(name))
    now = {n: _digest_of(store.path(n)) for n in names}
    if all(now[n] == begun["files"][n][1] for n in names):
        store.append(_end(begun["work"], "written"))
        return f"{store.project}: an earlier run was ended after it had written {', '.join(names)}; that stands"
    strange = [n for n in names if now[n] not in begun["files"][n]]
    if strange:
        store.append(_end(begun["work"], "left"))
        return f"{store.project}: an earlier run was ended while it wrote, and {', '.join(strange)} was edited since; look at {', '.join(names)} yourself"
    changed = [n for n in names if now[n] == begun["files"][n][1] != begun["files"][n][0]]
    for name in changed:
        replace_bytes(Path(os.path.realpath(store.path(name))), store.text(begun["files"][name][0]))
    store.append(_end(begun["work"], "restored"))
    return f"{store.project}: an earlier run was ended while it wrote; {', '.join(names)} is as before it"


def mended_store(store: Store) -> Store:
    """The store, with what a killed process left put right."""
    mended(store)
    return store


def _spans(undone: Sequence[Entry]) -> dict[str, tuple[str, str]]:
    """For each file what it is to hold, and what it must hold now."""
    spans: dict[str, tuple[str, str]] = {}
    for entry in undone:
        for name, (before, after) in entry.files.items():
            if name in spans and spans[name][0] != after:
                raise WriteError(
                    f"{name}: was edited after step {entry.number} ({entry.move} in {entry.target}); undo no further than that step"
                )
            spans[name] = (before, spans[name][1] if name in spans else after)
    return spans


def _as_written(path: Path, name: str, entry: Entry) -> SourceFile:
    """A file, if it is still what a step made of it."""
    source = SourceFile.read(path)
    if digest(source.raw) != name:
        raise WriteError(
            f"{path}: was edited since step {entry.number} ({entry.move} in {entry.target}), so nothing was undone; take your own edits back first, or put them aside"
        )
    return source


def _put_back(path: Path, old: bytes, new: bytes) -> None:
    """A file gets its old bytes, if it has the new ones."""
    real = Path(os.path.realpath(path))
    if old != new and real.read_bytes() == new:
        replace_bytes(real, old)


def _sweep(path: Path) -> None:
    """Remove what a killed process left beside a file."""
    pattern = re.compile(_LEFT_OVER.format(name=re.escape(path.name)))
    with contextlib.suppress(OSError):
        for other in list(path.parent.iterdir()):
            if pattern.fullmatch(other.name):
                other.unlink()


def _digest_of(path: Path) -> str:
    try:
        return digest(path.read_bytes())
    except OSError:
        return ""


def _begin(work: int, files: Mapping[str, Sequence[str]], **more: Any) -> dict[str, Any]:
    when = datetime.datetime.now().isoformat(timespec="seconds")
    return {"event": "begin", "work": work, "when": when, "files": files, **more}


def _end(work: int, outcome: str, **more: Any) -> dict[str, Any]:
    return {"event": "end", "work": work, "outcome": outcome, **more}


def _as_line(number: int, step: Done, files: Mapping[str, Sequence[str]]) -> dict[str, Any]:
    return {
        "number": number,
        "target": step.target,
        "move": step.move,
        "line": step.line,
        "why": step.why,
        "verdict": step.verdict,
        "assumptions": list(step.assumptions),
        "files": files,
    }


__all__ = ["Reading", "mended", "take_back", "write_steps"]
