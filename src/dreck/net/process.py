"""Starting a program of the user's and waiting for it; whatever it started is gone afterwards."""

from __future__ import annotations

import os
import signal
import subprocess
from collections.abc import Mapping, Sequence
from pathlib import Path

from ..errors import RunError


class TooSlow(RunError):
    """A program did not end in the time that it has."""


def run_to_end(
    words: Sequence[str],
    environment: Mapping[str, str],
    folder: Path | None = None,
    seconds: float | None = None,
) -> tuple[int, str]:
    """Run a program in a session of its own, and end that in any case.

    Args:
        words: the program and its arguments.
        environment: all of its variables.
        folder: where it is started; here if None.
        seconds: after which it is given up; never if None.

    Returns:
        Its exit status, and what it said on both outputs.

    Raises:
        RunError: it cannot be started.
        TooSlow: it did not end in time.
    """
    try:
        process = subprocess.Popen(
            words,
            cwd=folder,
            env=environment,
            stdin=subprocess.DEVNULL,
            stdout=subprocess.PIPE,
            stderr=subprocess.STDOUT,
            start_new_session=True,
        )
    except OSError as error:
        raise RunError(f"{words[0]}: cannot be run ({error.strerror or error})") from error
    try:
        said, _ = process.communicate(timeout=seconds)
    except subprocess.TimeoutExpired as error:
        raise TooSlow(f"{' '.join(words[:3])}: did not end within {seconds:.0f} s") from error
    finally:
        _end_group(process)
    return process.returncode, said.decode(errors="replace")


def _end_group(process: subprocess.Popen[bytes]) -> None:
    try:
        os.killpg(process.pid, signal.SIGKILL)
    except (ProcessLookupError, PermissionError):
        pass
    process.wait()
