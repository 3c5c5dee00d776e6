"""Keeps the arguments with which functions of some files are called while tests run.

It is loaded into the user's own test run as a plugin of pytest (``-p``), told by the environment
what to
keep, and writes it when the run ends. Each call is pickled on the spot, before the function can
change
what it was given; arguments that cannot be pickled are left out.
"""

from __future__ import annotations

import base64
import inspect
import json
import os
import pickle
import sys
import threading
from pathlib import Path
from types import FrameType
from typing import Any

# The environment variable with the files whose calls are kept, and the file they are written to.
WISHES = "DRECK_RECORD_CALLS"
# Calls of one function that are kept, and bytes of one call.
MOST_CALLS = 200
_MOST_BYTES = 100_000


class _Recorder:
    def __init__(self, files: list[str], out: str) -> None:
        self.files = {str(Path(f).resolve()) for f in files}
        self.out = out
        self.calls: dict[str, dict[bytes, None]] = {}
        self.modules: set[str] = set()
        self._ours: dict[str, bool] = {}

    def notice(self, frame: FrameType, event: str, argument: Any) -> None:
        code = frame.f_code
        if event != "call" or not self._is_ours(code.co_filename):
            return
        kept = self.calls.setdefault(code.co_qualname, {})
        if (
            len(kept) >= MOST_CALLS
            or code.co_flags & inspect.CO_VARARGS
            or code.co_name.startswith("<")
        ):
            return
        count = code.co_argcount + code.co_kwonlyargcount
        values = tuple(frame.f_locals.get(n) for n in code.co_varnames[:count])
        try:
            kept[pickle.dumps(values)[:_MOST_BYTES]] = None
            self.modules.add(frame.f_globals.get("__name__", ""))
        except Exception:  # whatever an object's own pickling raises
            pass

    def _is_ours(self, path: str) -> bool:
        if path not in self._ours:
            self._ours[path] = path in self.files or os.path.realpath(path) in self.files
        return self._ours[path]

    def write(self) -> None:
        calls = {
            n: [base64.b64encode(c).decode() for c in kept if len(c) < _MOST_BYTES]
            for n, kept in self.calls.items()
        }
        Path(self.out).write_text(
            json.dumps({"calls": calls, "modules": sorted(self.modules)}), encoding="utf-8"
        )


_recorder: _Recorder | None = None


def pytest_configure(config: object) -> None:
    """Begin to listen."""
    global _recorder
    wishes = json.loads(os.environ.get(WISHES, "null"))
    if wishes is not None:
        _recorder = _Recorder(wishes["files"], wishes["out"])
        sys.setprofile(_recorder.notice)
        threading.setprofile(_recorder.notice)


def pytest_unconfigure(config: object) -> None:
    """Stop, and write what was kept."""
    if _recorder is not None:
        sys.setprofile(None)
        threading.setprofile(None)
        _recorder.write()
