"""Starting the child process, and waiting for it within limits."""

from __future__ import annotations

import json
import os
import sys
import tempfile
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any, Protocol

from . import processes
from .processes import Ended
from .recorded import RecordedCalls

# Seconds of wall-clock time for one check: loading both versions, trials, coverage, faults.
WALL_SECONDS = 60.0
# Seconds of processor time for the search of one check, and of one step among many.
SEARCH_SECONDS, SECONDS_OF_A_STEP = 14.0, 10.0
# In place of a function's name: only compare what the modules hold when they are imported.
STATE = "<state>"
_KEPT_ENVIRONMENT = ("PATH", "LANG", "LC_ALL", "TZ")


@dataclass(frozen=True, slots=True)
class Request:
    """One check: the two versions as text, where they come from, and the subject.

    Attributes:
        paths: the files, for messages and for what the modules import beside them.
        texts: their texts.
        module: the dotted name both are loaded as.
        roots: folders that imports are looked for in.
        subject: the qualified name of the function.
        aim: values of some parameters that lead to where a proof stopped.
        parted: the lines where it stopped, in each version.
        sampling: whether inputs worth keeping are wanted, of a version against itself.
        usual: for those, values that the project gives to names, as Python text.
    """

    paths: tuple[str, str]
    texts: tuple[str, str]
    module: str
    roots: tuple[str, ...]
    subject: str
    aim: Mapping[str, int | float | str | bool | None] = field(default_factory=dict)
    parted: tuple[int, int] = (0, 0)
    sampling: bool = False
    usual: Mapping[str, Sequence[str]] = field(default_factory=dict)

    @property
    def home(self) -> list[str]:
        """The folder of a package, as a list, if one of the versions is its ``__init__.py``."""
        found = [Path(p) for p in self.paths if Path(p).name == "__init__.py"]
        return [str(p.resolve().parent) for p in found[:1]]

    def to_dict(self, scratch: str) -> dict[str, Any]:
        """The request as the child reads it."""
        versions = [{"path": p, "text": t} for p, t in zip(self.paths, self.texts, strict=True)]
        return {
            "before": versions[0],
            "after": versions[1],
            "module": self.module,
            "home": self.home,
            "roots": list(self.roots),
            "subject": self.subject,
            "aim": dict(self.aim),
            "parted": list(self.parted),
            "scratch": scratch,
            "sampling": self.sampling,
            "usual": {name: list(texts) for name, texts in self.usual.items()},
        }


class Runner(Protocol):
    """Anything that carries out requests: the real process, or a stand-in."""

    def run(self, request: Request) -> dict[str, Any]:
        """The outcome; ``{"outcome": "nothing tried", "why": ...}`` for all that goes wrong."""


@dataclass(frozen=True, slots=True)
class ProcessRunner:
    """Runs each request in a fresh Python process of its own.

    Attributes:
        seconds: wall-clock time for one request.
        inputs: the text of a module with a generator of inputs, from the user.
        recorded: calls that the project's tests made.
        search: processor time for the search for inputs; faults get half as much. A person who asks
            about two versions waits longer than one of many steps may take.
        python: the interpreter, of Python 3.11 or newer.
    """

    seconds: float = WALL_SECONDS
    inputs: str = ""
    recorded: RecordedCalls = RecordedCalls()
    search: float = SEARCH_SECONDS
    python: str = sys.executable

    @classmethod
    def within(cls, budget: float | None, **more: Any) -> ProcessRunner:
        """A runner that searches for so many seconds of processor time; as usual if None."""
        if budget is None:
            return cls(**more)
        # faults get half of it, and whatever is run may wait
        return cls(seconds=WALL_SECONDS + 3 * budget, search=budget, **more)

    def run(self, request: Request) -> dict[str, Any]:
        """Start the child, hand it the request, read its answer; always ends it."""
        with tempfile.TemporaryDirectory(
            prefix="dreck-trial-", ignore_cleanup_errors=True
        ) as scratch:
            environment = {k: os.environ[k] for k in _KEPT_ENVIRONMENT if k in os.environ}
            environment |= {"PYTHONHASHSEED": "0"}
            # Whatever else is installed has no business in the trials, and may do forbidden things.
            environment["HYPOTHESIS_NO_PLUGINS"] = "1"
            own = {
                "inputs": self.inputs,
                "calls": self.recorded.of(request.subject),
                "call_modules": list(self.recorded.modules),
                "seconds": self.search,
            }
            message = json.dumps({**request.to_dict(scratch), **own}).encode()
            try:
                ended = processes.run(self.python, environment, message, self.seconds)
            except TimeoutError:
                why = f"the trials did not end within {self.seconds:g} s"
                return {"outcome": "nothing tried", "why": why}
            except OSError as error:
                why = f"no trial process could be started with {self.python} ({error})"
                return {"outcome": "nothing tried", "why": why}
        return {**_read(ended), **own}


def _read(ended: Ended) -> dict[str, Any]:
    code = ended.code
    try:
        answer: dict[str, Any] = json.loads(ended.out)
        return answer
    except ValueError:
        last = ended.err.decode(errors="replace").strip().splitlines()
        how = f"was ended by signal {-code}" if code < 0 else f"ended with status {code}"
        detail = f" ({last[-1]})" if last else ""
        return {"outcome": "nothing tried", "why": f"the trial process {how}{detail}"}
