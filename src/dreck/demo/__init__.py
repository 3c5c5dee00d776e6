"""The demo project, and copying it to a folder."""

from __future__ import annotations

import shutil
from pathlib import Path

from ..errors import SettingError, WriteError

_PROJECT = Path(__file__).with_name("project")


def copy_project(folder: Path) -> Path:
    """Copy the lock-keepers' office into a new or empty folder.

    Raises:
        SettingError: the folder holds something already.
        WriteError: the copy failed.
    """
    if folder.exists() and (not folder.is_dir() or any(folder.iterdir())):
        raise SettingError(
            f"{folder}: exists and is not an empty folder; choose another with --into"
        )
    try:
        shutil.copytree(
            _PROJECT, folder, dirs_exist_ok=True, ignore=shutil.ignore_patterns("__pycache__")
        )
    except OSError as error:
        raise WriteError(
            f"{folder}: the demo project cannot be copied there ({error.strerror or error})"
        ) from error
    return folder
