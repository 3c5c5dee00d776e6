"""Reading and replacing source files without losing a byte."""

from __future__ import annotations

import ast
import contextlib
import io
import os
import secrets
import stat
import tokenize
from collections.abc import Sequence
from dataclasses import dataclass
from pathlib import Path

from ..errors import SourceError, WriteError


@dataclass(frozen=True, slots=True)
class SourceFile:
    """A Python file as it was read.

    Attributes:
        path: where it was found.
        raw: its bytes.
        text: the decoded text, line ends as they are, without a byte order mark.
        encoding: the codec name; ``utf-8-sig`` where there was a byte order mark.
    """

    path: Path
    raw: bytes
    text: str
    encoding: str

    @classmethod
    def read(cls, path: Path) -> SourceFile:
        """Read and decode a file by its own declaration (PEP 263).

        Raises:
            SourceError: it is missing, unreadable, binary or not in its declared encoding.
        """
        try:
            raw = path.read_bytes()
        except OSError as error:
            raise SourceError(f"{path}: cannot be read ({error.strerror or error})") from error
        return cls.of(path, raw)

    @classmethod
    def of(cls, path: Path, raw: bytes) -> SourceFile:
        """Decode the bytes of a file.

        Raises:
            SourceError: they are binary or not in their declared encoding.
        """
        if b"\0" in raw:
            raise SourceError(f"{path}: not Python source (it holds NUL bytes)")
        try:
            encoding, _ = tokenize.detect_encoding(io.BytesIO(raw).readline)
            return cls(path, raw, raw.decode(encoding), encoding)
        except (SyntaxError, UnicodeDecodeError, LookupError) as error:
            raise SourceError(
                f"{path}: cannot be decoded ({error}); declare its encoding in the first line"
            ) from error

    def parse(self) -> ast.Module:
        """The syntax tree of the file.

        Raises:
            SourceError: it is not valid Python for the running interpreter.
        """
        return parse(self.text, str(self.path))

    def replace(self, text: str) -> None:
        """Replace the file's text, whole or not at all, if the file is still what was read.

        Raises:
            WriteError: the file changed since it was read, or cannot be written.
        """
        raw = self.check(text)
        try:
            replace_bytes(Path(os.path.realpath(self.path)), raw)
        except OSError as error:
            raise WriteError(
                f"{self.path}: cannot be written ({error.strerror or error})"
            ) from error

    def check(self, text: str) -> bytes:
        """The bytes of a new text, if the file is still what was read.

        Raises:
            WriteError: the file changed since it was read, or its encoding has no such text.
        """
        raw = self.encoded(text)
        try:
            same = Path(os.path.realpath(self.path)).read_bytes() == self.raw
        except OSError as error:
            raise WriteError(
                f"{self.path}: cannot be written ({error.strerror or error})"
            ) from error
        if not same:
            raise WriteError(
                f"{self.path}: changed while Dreck worked on it; nothing was written, run again"
            )
        return raw

    def encoded(self, text: str) -> bytes:
        """The bytes of a text in the file's encoding.

        Raises:
            WriteError: the encoding has no such text.
        """
        try:
            return text.encode(self.encoding)
        except UnicodeEncodeError as error:
            raise WriteError(
                f"{self.path}: the result does not fit its encoding {self.encoding!r}"
            ) from error


def replace_together(changes: Sequence[tuple[SourceFile, str]]) -> None:
    """Replace the texts of several files: all of them or none.

    Raises:
        WriteError: a file changed since it was read, or cannot be written; none has a new text
            then.
    """
    for source, text in changes:
        source.check(text)
    done: list[SourceFile] = []
    try:
        for source, text in changes:
            source.replace(text)
            done.append(source)
    except BaseException:  # an interrupt, too, leaves all of them or none
        for source in done:
            replace_bytes(Path(os.path.realpath(source.path)), source.raw)
        raise


def replace_bytes(path: Path, raw: bytes) -> None:
    """Give a file these bytes, whole or not at all; what stands beside it for a moment is hidden.
    A file that is there keeps its mode, a new one gets that of any other.

    Raises:
        OSError: the system refuses.
    """
    mode = stat.S_IMODE(path.stat().st_mode) if path.exists() else None
    name = path.parent / f".{path.name}.{secrets.token_hex(4)}"
    how = os.O_WRONLY | os.O_CREAT | os.O_EXCL | getattr(os, "O_BINARY", 0)
    handle = os.open(name, how, 0o666 if mode is None else 0o600)
    try:
        with os.fdopen(handle, "wb") as stream:
            stream.write(raw)
            stream.flush()
            os.fsync(stream.fileno())
        if mode is not None:
            os.chmod(name, mode)
        os.replace(name, path)
    except BaseException:
        with contextlib.suppress(FileNotFoundError):
            os.unlink(name)
        raise


def parse(text: str, name: str) -> ast.Module:
    """Parse a module's text.

    Raises:
        SourceError: it is not valid Python; the message has the line.
    """
    import warnings

    try:
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")
            return ast.parse(text)
    except SyntaxError as error:
        raise SourceError(
            f"{name}:{error.lineno or 1}: not valid Python here ({error.msg})"
        ) from error
    except (ValueError, RecursionError, MemoryError) as error:
        raise SourceError(f"{name}: cannot be parsed ({error})") from error
