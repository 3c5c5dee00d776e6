"""Writing what a command makes to a file, or to the terminal where the file is called ``-``."""

from __future__ import annotations

from pathlib import Path

import click

from ..errors import WriteError


def write_out(path: str, made: str | bytes) -> None:
    """Write a text, or an image.

    Raises:
        WriteError: the file cannot be written.
    """
    if path == "-":
        click.echo(made, nl=False)
        return
    try:
        if isinstance(made, str):
            Path(path).write_text(made, encoding="utf-8")
        else:
            Path(path).write_bytes(made)
    except OSError as error:
        raise WriteError(f"{path}: cannot be written ({error.strerror or error})") from error
