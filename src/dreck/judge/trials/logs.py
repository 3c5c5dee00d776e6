"""Log records are something that code does, like what it prints: whatever their level is."""

from __future__ import annotations

import logging
import sys


class _Heard(logging.Handler):
    """Writes records where errors are printed, without places in the code, which move."""

    def emit(self, record: logging.LogRecord) -> None:
        try:
            message = record.getMessage()
        except Exception as error:  # the standard handlers go on after that too
            message = f"{record.msg!r}, which cannot be filled in: {type(error).__name__}"
        cause = record.exc_info[0] if isinstance(record.exc_info, tuple) else None
        behind = f" ({cause.__name__})" if cause is not None else ""
        sys.stderr.write(f"{record.levelname} {record.name}: {message}{behind}\n")


def listen_to_logs() -> None:
    """Have records of all levels written down, for as long as the code sets no other level."""
    logging.root.addHandler(_Heard())
    logging.root.setLevel(logging.NOTSET)
