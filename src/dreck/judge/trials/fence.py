"""What code under examination may not do: limits of the system, and an audit hook.

The hook sees Python's own audit events (PEP 578). It stops accidents of honest code, such
as a function that deletes files; it is no prison for hostile code.
"""

from __future__ import annotations

import os
import re
import resource
import sys
from collections.abc import Iterator
from pathlib import Path
from types import FrameType
from typing import Any

# Seconds of processor time for one check; the parent's wall-clock limit is longer.
CPU_SECONDS = 36
# Bytes of address space; a runaway list ends in MemoryError.
MEMORY_BYTES = 2 * 1024**3
# Bytes of one file written to the scratch folder.
FILE_BYTES = 8 * 1024**2
OPEN_FILES = 64
# A name as the module ``tempfile`` makes them.
_MADE_UP = re.compile(r"tmp[a-z0-9_]{8}")
# Bytes of each file that are compared.
_MOST_READ = 64 * 1024

_REFUSED = (
    "socket.",
    "subprocess.",
    "os.system",
    "os.exec",
    "os.fork",
    "os.posix_spawn",
    "os.spawn",
    "os.startfile",
    "os.kill",
    "os.killpg",
    "ctypes.",
    "pty.",
    "ftplib.",
    "smtplib.",
    "imaplib.",
    "poplib.",
    "urllib.Request",
    "webbrowser.",
    "signal.pthread_kill",
    "os.putenv",
    "os.unsetenv",
    "resource.",
    "syslog.",
    "winreg.",
    "os.chown",
    "os.setxattr",
)
_CHANGES_FILES = frozenset(
    {
        "os.remove",
        "os.rename",
        "os.rmdir",
        "os.mkdir",
        "os.truncate",
        "os.link",
        "os.symlink",
        "os.chmod",
        "os.utime",
        "shutil.rmtree",
        "shutil.move",
        "shutil.copyfile",
        "shutil.copymode",
        "shutil.copystat",
        "shutil.chown",
        "shutil.make_archive",
        "shutil.unpack_archive",
        "tempfile.mkstemp",
        "tempfile.mkdtemp",
        "sqlite3.connect",
    }
)
_WRITES = os.O_WRONLY | os.O_RDWR | os.O_CREAT | os.O_TRUNC | os.O_APPEND


class Refused(PermissionError):
    """The code tried something that trials do not allow."""


class Scratch:
    """The folder in which trials may write, and what they leave there.

    Attributes:
        folder: its path; empty before the fence stands.
        touched: whether anything was written since it was last emptied.
    """

    def __init__(self) -> None:
        self.folder = ""
        self.touched = False

    def taken(self) -> dict[str, str]:
        """What lies there, by its path from the folder, with its contents; the folder is empty
        then, and the current one again. Names that are made up at random count as alike.
        """
        found: dict[str, str] = {}
        if not self.folder:
            return found
        os.chdir(self.folder)
        if not self.touched:
            return found
        for parent, folders, files in os.walk(self.folder, topdown=False):
            for name in (*files, *folders):
                path = os.path.join(parent, name)
                is_folder = os.path.isdir(path) and not os.path.islink(path)
                told = _MADE_UP.sub("tmp", os.path.relpath(path, self.folder))
                found[told] = "" if is_folder else _contents(path)
                try:
                    (os.rmdir if is_folder else os.unlink)(path)
                except OSError:  # what cannot be taken away stays, for both versions alike
                    pass
        self.touched = False
        return dict(sorted(found.items()))


def _contents(path: str) -> str:
    try:
        with open(path, "rb") as file:
            return file.read(_MOST_READ).decode("latin-1")
    except OSError as error:
        return f"cannot be read: {error.strerror}"


SCRATCH = Scratch()
# Changes that a module makes for itself when it is imported, in a process of its own.
_ONLY_IMPORTED = frozenset({"os.putenv", "os.unsetenv"})


def _is_harmless(event: str, arguments: tuple[Any, ...]) -> bool:
    """Whether something of a kind that is refused reaches nothing: asking for the name of this
    machine, and what modules do while they are imported.
    """
    if event == "socket.gethostname":
        return True
    if event in _ONLY_IMPORTED:
        return any(f.f_code.co_name in _IMPORTING.get(_file(f), ()) for f in _around())
    if event == "ctypes.dlopen" and arguments == (None,):  # as its own import does
        homes = [_file(f) for f in _around() if f.f_code.co_name == "<module>"]
        return homes[:1] == [getattr(sys.modules.get("ctypes"), "__file__", "")]
    return False


# The functions that run the code of a module, by their files.
_IMPORTING = {
    "<frozen importlib._bootstrap>": ("_load_unlocked",),
    str(Path(__file__).with_name("loading.py")): ("_run",),
}


def _file(frame: FrameType) -> str:
    return frame.f_code.co_filename


def _around() -> Iterator[FrameType]:
    """The calls under way, the innermost first."""
    frame = sys._getframe(1)
    while frame.f_back is not None:
        frame = frame.f_back
        yield frame


def set_limits() -> None:
    """Limit this process; the limits cannot be raised again."""
    for limit, value in (
        (resource.RLIMIT_CPU, CPU_SECONDS),
        (resource.RLIMIT_AS, MEMORY_BYTES),
        (resource.RLIMIT_FSIZE, FILE_BYTES),
        (resource.RLIMIT_NOFILE, OPEN_FILES),
        (resource.RLIMIT_CORE, 0),
    ):
        _, hard = resource.getrlimit(limit)
        ceiling = value if hard == resource.RLIM_INFINITY else min(value, hard)
        resource.setrlimit(limit, (ceiling, ceiling))


def raise_fence(scratch: str) -> None:
    """Refuse from now on all that reaches outside the scratch folder."""
    scratch = os.path.realpath(scratch) + os.sep
    SCRATCH.folder = scratch

    def allowed(path: Any) -> bool:
        if isinstance(path, int):
            return True
        name = os.fsdecode(path) if isinstance(path, str | bytes | os.PathLike) else ""
        return (os.path.realpath(name) + os.sep).startswith(scratch) or name == os.devnull

    def hook(event: str, arguments: tuple[Any, ...]) -> None:
        if event == "open":
            path, mode, flags = arguments
            writes = (
                (flags or 0) & _WRITES
                if flags is not None
                else any(c in (mode or "") for c in "wax+")
            )
            if writes and not allowed(path):
                raise Refused(f"trials may not write {path!r}")
            SCRATCH.touched |= bool(writes)
        elif event in _CHANGES_FILES:
            paths = [a for a in arguments if isinstance(a, str | bytes | os.PathLike)]
            if not all(allowed(p) for p in paths):
                raise Refused(f"trials may not do {event} outside their scratch folder")
            SCRATCH.touched = True
        elif event.startswith(_REFUSED) and not _is_harmless(event, arguments):
            raise Refused(f"trials may not do {event}")

    sys.addaudithook(hook)
