"""Examples in pages: console blocks whose commands are run, and whose output is written behind them.

    ```console
    $ dreck survey canal --worst 3
    what it prints
    ```

All blocks of a page are run in the order of the page, in one copy of the demo project that is under
git. What a command prints is put behind it, without colours, as into a pipe.
"""

from __future__ import annotations

import os
import re
import subprocess
import sys
import tempfile
from pathlib import Path

from dreck.demo import copy_project

_BLOCK = re.compile(r"(?ms)^```console\n(.*?)^```$")
_SECONDS = 300


def with_output(page: str) -> str:
    """A page whose console blocks show what their commands print now.

    Args:
        page: its text.
    """
    with tempfile.TemporaryDirectory() as scratch:
        folder = Path(scratch) / "canal-office"
        copy_project(folder)
        environment = _environment(Path(scratch))
        for command in ("git init -q .", "git add .", "git commit -q -m 'as found'"):
            _run(command, folder, environment)
        return _BLOCK.sub(lambda block: _shown(block[1], folder, environment), page)


def _shown(block: str, folder: Path, environment: dict[str, str]) -> str:
    lines: list[str] = []
    for command in re.findall(r"(?m)^\$ (.*)$", block):
        lines += [f"$ {command}", *_run(command, folder, environment)]
    return "```console\n" + "\n".join(lines) + "\n```"


def _run(command: str, folder: Path, environment: dict[str, str]) -> list[str]:
    done = subprocess.run(
        ["bash", "-c", command],
        cwd=folder,
        env=environment,
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
        text=True,
        timeout=_SECONDS,
        check=False,
    )
    return [line.rstrip() for line in done.stdout.rstrip().splitlines()]


def _environment(home: Path) -> dict[str, str]:
    beside = str(Path(sys.executable).parent)
    given = {k: v for k, v in os.environ.items() if k not in ("FORCE_COLOR", "GIT_DIR")}
    return {
        **given,
        "PATH": f"{beside}{os.pathsep}{os.environ['PATH']}",
        "HOME": str(home),
        "XDG_CACHE_HOME": str(home / "cache"),
        "GIT_AUTHOR_NAME": "Keeper",
        "GIT_AUTHOR_EMAIL": "keeper@example.org",
        "GIT_COMMITTER_NAME": "Keeper",
        "GIT_COMMITTER_EMAIL": "keeper@example.org",
        "PYTHONDONTWRITEBYTECODE": "1",
    }
