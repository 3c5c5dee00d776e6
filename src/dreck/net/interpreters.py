"""Which Python runs a project's code: the one of its environment, since it needs what is installed
there.
"""

from __future__ import annotations

import os
import subprocess
import sys
from functools import lru_cache
from pathlib import Path

from ..errors import SettingError
from ..source.project import project_folder

# The oldest Python in which trials run.
OLDEST = (3, 11)
_PROBE_SECONDS = 60
_PROBE = "import sys; print(*sys.version_info[:2])"


def interpreter_of(project: Path) -> str:
    """The interpreter of a project's environment: the active one, one in its folder, else ours."""
    active = os.environ.get("VIRTUAL_ENV")
    folders = [Path(active)] if active else []
    folders += [project / ".venv", project / "venv"]
    found = next((f / "bin" / "python" for f in folders if (f / "bin" / "python").exists()), None)
    return str(found) if found is not None else sys.executable


def trial_interpreter(path: Path, wanted: str = "") -> str:
    """The interpreter in which versions of a file are run.

    Args:
        path: the file.
        wanted: the interpreter that was asked for; that of the project's environment if empty, or
            ours where that one is too old.

    Raises:
        SettingError: the one that was asked for cannot be run, or is too old.
    """
    python = wanted or interpreter_of(project_folder(path))
    if python == sys.executable:
        return python
    version = _version_of(python)
    if version is not None and version >= OLDEST:
        return python
    if not wanted:
        return sys.executable
    oldest = ".".join(map(str, OLDEST))
    if version is None:
        raise SettingError(
            f"{wanted}: cannot be run as Python; give the interpreter of the project"
        )
    said = ".".join(map(str, version))
    raise SettingError(
        f"{wanted}: is Python {said}; trials need {oldest} or newer, so give another one"
    )


@lru_cache(32)
def _version_of(python: str) -> tuple[int, ...] | None:
    try:
        done = subprocess.run(
            [python, "-c", _PROBE],
            capture_output=True,
            text=True,
            timeout=_PROBE_SECONDS,
            check=False,
        )
        return tuple(map(int, done.stdout.split())) or None
    except (OSError, ValueError, subprocess.TimeoutExpired):
        return None
