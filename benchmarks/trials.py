"""What a trial costs, against a hand-written loop over the same inputs.

    python benchmarks/trials.py

Both run in this process, one after the other, several times in turn; the median ratio counts.
"""

from __future__ import annotations

import statistics
import time
from typing import Any

from dreck.judge.trials.answers import Answers
from dreck.judge.trials.checking import Check
from dreck.judge.trials.loading import load, subject_in
from dreck.judge.trials.recipes import Side
from dreck.judge.trials.trying import Tried

ROUNDS = 7
QUICK = (
    "def f(n: int, m: int, k: int):\n    total = n * m + k\n    rest = (total % 7) * 3 + (n // 5) - (m // 3)\n"
    "    share = (rest * rest + total) % 1009 + (k * 31 + n * 17 + m * 13) % 97 + abs(n - m) + abs(m - k)\n"
    "    share += divmod(share, 17)[1] + max(n, m, k) - min(n, m, k) + (share ^ total) % 13 + (rest << 2) % 11\n"
    "    share += sum((n % 5, m % 5, k % 5)) * 3\n"
    "    if n < m:\n        return share\n    if n > 7:\n        return rest\n    return total\n"
)
SLOW = (
    "def f(n: int, m: int, k: int):\n    total = 0\n    for i in range(2000):\n        total += i & 7\n"
    "    if n < m:\n        return total + n\n    return total\n"
)


def by_hand(functions: list[Any], inputs: list[tuple[Any, ...]]) -> int:
    """What one would write: call both, catch what they raise, compare."""
    differences = 0
    for arguments in inputs:
        outcomes = []
        for function in functions:
            try:
                outcomes.append(("returned", function(*arguments)))
            except Exception as error:
                outcomes.append(("raised", (type(error), error.args)))
        differences += outcomes[0] != outcomes[1]
    return differences


def _arguments(tried: Tried, side: Side) -> tuple[object, ...]:
    """What a trial passed."""
    if tried.case is None:
        return tried.arguments
    return tuple(r.build(side, Answers({})) for r in tried.case.recipes)


def measured(text: str) -> tuple[int, float, float]:
    """Inputs tried, microseconds of a trial, and of a round of the hand-written loop."""
    request = {
        "subject": "f",
        "module": "timed",
        "roots": [],
        "inputs": "",
        "aim": {},
        "parted": [0, 0],
        "calls": [],
        "call_modules": [],
        "scratch": "",
    }
    sides = {
        "before": {"text": text, "path": "before.py"},
        "after": {"text": text, "path": "after.py"},
    }
    check = Check({**request, **sides})
    started = time.perf_counter()
    assert check.trials() is None
    trials = time.perf_counter() - started
    side = load(text, "before.py", "timed")
    inputs = [_arguments(t, side) for t in check.pair.tried]
    functions = [subject_in(load(text, "before.py", "timed"), "f").function for _ in range(2)]
    started = time.perf_counter()
    assert by_hand(functions, inputs) == 0
    hand = time.perf_counter() - started
    return len(inputs), trials / len(inputs) * 1e6, hand / len(inputs) * 1e6


def main() -> None:
    """Print a row for a quick and for a slow function."""
    print(f"{'function':<10}{'inputs':>8}{'trial us':>10}{'by hand us':>12}{'ratio':>8}")
    for name, text in (("quick", QUICK), ("slow", SLOW)):
        rows = [measured(text) for _ in range(ROUNDS)]
        ratio = statistics.median(trial / hand for _, trial, hand in rows)
        trial, hand = (statistics.median(row[i] for row in rows) for i in (1, 2))
        print(f"{name:<10}{rows[0][0]:>8}{trial:>10.1f}{hand:>12.1f}{ratio:>8.1f}")


if __name__ == "__main__":
    main()
