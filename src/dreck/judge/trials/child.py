"""The child process: loads both versions, runs the trials, answers in JSON on its output.

It is forked from one that has loaded this (`forking`), reads one request from its input, and never
touches anything outside its scratch folder.
"""

from __future__ import annotations

import fcntl
import gc
import json
import os
import sys
import threading
import time
import warnings
from typing import Any

from dreck.judge.trials.checking import BadInputs, Check
from dreck.judge.trials.clock import skip_sleeping
from dreck.judge.trials.fence import raise_fence, set_limits
from dreck.judge.trials.loading import CannotCall, CannotLoad
from dreck.judge.trials.logs import listen_to_logs
from dreck.judge.trials.runner import STATE
from dreck.judge.trials.sampling import sampled
from dreck.judge.trials.state import compared

# The descriptor of the answer, at least; systems allow 256 and more.
_FAR = 211


def answer(request: dict[str, Any]) -> dict[str, Any]:
    """Carry out one request."""
    try:
        if request.get("sampling"):
            return sampled(request)
        return compared(request) if request["subject"] == STATE else Check(request).run()
    except BadInputs as error:
        return {"outcome": "cannot load", "why": str(error)}
    except CannotLoad as error:
        return {"outcome": "cannot load", "why": str(error)}
    except CannotCall as error:
        return {"outcome": "nothing tried", "why": str(error)}


def end_with_parent() -> None:
    """End when the process that waits for the answer is gone."""
    parent, sleep = os.getppid(), time.sleep  # the real one: trials do not sleep

    def watch() -> None:
        while os.getppid() == parent:
            sleep(1.0)
        os._exit(1)

    threading.Thread(target=watch, daemon=True).start()


def main() -> None:
    """Read a request, run it behind the fence, write the answer."""
    request = json.loads(sys.stdin.read())
    # Far from the numbers that code is tried with: who opens a descriptor also closes it.
    out = os.fdopen(fcntl.fcntl(1, fcntl.F_DUPFD, _FAR), "w")
    null = os.open(os.devnull, os.O_RDWR)
    for descriptor in (0, 1, 2):
        os.dup2(null, descriptor)
    sys.dont_write_bytecode = True
    warnings.simplefilter("ignore")
    sys.path[1:1] = request["roots"]
    os.environ |= {"HOME": request["scratch"], "TMPDIR": request["scratch"]}
    os.chdir(request["scratch"])
    end_with_parent()
    set_limits()
    raise_fence(request["scratch"])
    skip_sleeping()
    listen_to_logs()
    gc.disable()
    try:
        found = answer(request)
    except MemoryError:
        found = {"outcome": "nothing tried", "why": "the trials ran out of memory"}
    except Exception as error:
        found = {
            "outcome": "nothing tried",
            "why": f"the trials stopped at {type(error).__name__}: {error}",
        }
    out.write(json.dumps(found))
    out.flush()
    os._exit(0)  # threads and exit handlers of the loaded code must not run on
