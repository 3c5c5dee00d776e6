"""The journal's folder: texts by their content, lines of JSON, and a lock.

``.dreck/`` stands in the project's folder and tells version control to look away. In it,
``journal.jsonl`` has one line for every begin and end of a piece of work, and ``texts/`` holds the
bytes of files before and after steps, named by their SHA-256. Whatever moment a process is killed
in, a line is there or not: half a line at the end is not read, and cut off by the next writer.
"""

from __future__ import annotations

import contextlib
import fcntl
import hashlib
import json
import os
from collections.abc import Iterator, Mapping
from pathlib import Path
from typing import Any

from ..errors import WriteError
from ..source.files import replace_bytes

FOLDER = ".dreck"


class Store:
    """The journal's folder of one project.

    Args:
        project: the project's folder.
    """

    def __init__(self, project: Path) -> None:
        self.project = project.resolve()
        self.folder = self.project / FOLDER
        self._lines = self.folder / "journal.jsonl"
        self._texts = self.folder / "texts"

    @property
    def exists(self) -> bool:
        """Whether anything was ever written."""
        return self._lines.exists()

    def relative(self, path: Path) -> str:
        """How a file is called in the journal."""
        whole = path.resolve()
        inside = whole.is_relative_to(self.project)
        return whole.relative_to(self.project).as_posix() if inside else whole.as_posix()

    def path(self, name: str) -> Path:
        """The file that is called so in the journal."""
        return self.project / name

    @contextlib.contextmanager
    def locked(self) -> Iterator[None]:
        """Keep other processes that write here waiting.

        Raises:
            WriteError: the folder cannot be made.
        """
        try:
            self._texts.mkdir(parents=True, exist_ok=True)
            ignore = self.folder / ".gitignore"
            if not ignore.exists():
                ignore.write_text("*\n", encoding="utf-8")
            handle = os.open(self.folder / "lock", os.O_RDWR | os.O_CREAT, 0o666)
        except OSError as error:
            raise WriteError(
                f"{self.folder}: the journal cannot be kept there ({error.strerror or error}); nothing was written"
            ) from error
        try:
            fcntl.flock(handle, fcntl.LOCK_EX)
            yield
        finally:
            os.close(handle)

    def keep(self, raw: bytes) -> str:
        """Keep a file's bytes; return what they are called.

        Raises:
            WriteError: the system refuses.
        """
        name = digest(raw)
        path = self._texts / name
        try:
            if not path.exists():
                replace_bytes(path, raw)
        except OSError as error:
            raise _refused(path, error) from error
        return name

    def text(self, name: str) -> bytes:
        """The bytes that are called so.

        Raises:
            WriteError: they are gone.
        """
        try:
            return (self._texts / name).read_bytes()
        except OSError as error:
            raise WriteError(
                f"{self._texts / name}: is gone, so that steps cannot be taken back; what was written stays"
            ) from error

    def append(self, line: Mapping[str, Any]) -> None:
        """Add a line, so that it stays when the machine goes down.

        Raises:
            WriteError: the system refuses.
        """
        raw = (json.dumps(line, ensure_ascii=False) + "\n").encode()
        try:
            with open(self._lines, "ab") as stream:
                if stream.tell() and not self._ends_well():
                    stream.truncate(self._whole_length())
                stream.write(raw)
                stream.flush()
                os.fsync(stream.fileno())
        except OSError as error:
            raise _refused(self._lines, error) from error

    def lines(self) -> list[dict[str, Any]]:
        """All lines that are whole, the oldest first."""
        try:
            whole = self._lines.read_bytes()[: self._whole_length()]
        except FileNotFoundError:
            return []
        except OSError as error:
            raise WriteError(
                f"{self._lines}: cannot be read ({error.strerror or error})"
            ) from error
        found = []
        for line in whole.splitlines():
            with contextlib.suppress(ValueError):
                found.append(json.loads(line))
        return [each for each in found if isinstance(each, dict)]

    def _ends_well(self) -> bool:
        return self._whole_length() == self._lines.stat().st_size

    def _whole_length(self) -> int:
        """How many bytes of the file are whole lines."""
        return self._lines.read_bytes().rfind(b"\n") + 1


def _refused(path: Path, error: OSError) -> WriteError:
    return WriteError(
        f"{path}: cannot be written ({error.strerror or error}); without a journal no step is written"
    )


def digest(raw: bytes) -> str:
    """What bytes are called: their SHA-256 in hexadecimal (FIPS 180-4)."""
    return hashlib.sha256(raw).hexdigest()
