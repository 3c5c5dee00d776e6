"""How the proof grows with the size of what is compared.

    python benchmarks/judge.py

Each family of functions is compared with its guard-clause or turned-round form, at a size and
at twice that size; a polynomial proof shows a ratio that stays put.
"""

from __future__ import annotations

import ast
import time
from collections.abc import Callable

from dreck.judge.face.compare import compare
from dreck.judge.walk.events import Names
from dreck.judge.walk.prove import Proved


def decisions(k: int, turned: bool) -> str:
    """k independent decisions in a row, each leaving a constant behind."""
    ways = (2, 1) if turned else (1, 2)
    no = "not " if turned else ""
    body = "".join(
        f" if {no}a{i}:\n  x{i} = {ways[0]}\n else:\n  x{i} = {ways[1]}\n" for i in range(k)
    )
    return f"def f({_names('a', k)}):\n{body} return ({_names('x', k)},)"


def chain(k: int, turned: bool) -> str:
    """A chain of k arms on one subject, or guards in a row."""
    word = "if" if turned else "elif"
    arms = "".join(
        f" {'if' if i == 0 else word} kind == {i}:\n  return {i * i}\n" for i in range(k)
    )
    return f"def f(kind: int):\n{arms} return None"


def atoms(k: int, turned: bool) -> str:
    """One condition of k atoms, or its opposite by de Morgan."""
    names = [f"a{i}" for i in range(k)]
    if turned:
        return f"def f({_names('a', k)}):\n if {' or '.join('not ' + n for n in names)}:\n  return 2\n return 1"
    return f"def f({_names('a', k)}):\n if {' and '.join(names)}:\n  return 1\n return 2"


def nesting(k: int, turned: bool) -> str:
    """A pyramid of k checks, or k guards."""
    if turned:
        return (
            f"def f({_names('a', k)}):\n"
            + "".join(f" if not a{i}:\n  raise E{i}\n" for i in range(k))
            + " return 1"
        )
    head = "".join(f"{' ' * (i + 1)}if a{i}:\n" for i in range(k))
    tail = "".join(f"{' ' * (i + 1)}else:\n{' ' * (i + 2)}raise E{i}\n" for i in reversed(range(k)))
    return f"def f({_names('a', k)}):\n{head}{' ' * (k + 1)}return 1\n{tail}"


def _names(letter: str, k: int) -> str:
    return ", ".join(f"{letter}{i}" for i in range(k))


def seconds(family: Callable[[int, bool], str], k: int) -> float:
    """The time of one comparison; it must be a proof."""
    trees = [ast.parse(family(k, turned)).body[0] for turned in (False, True)]
    started = time.perf_counter()
    found = compare(trees[0], trees[1], Names())  # type: ignore[arg-type]
    assert isinstance(found, Proved), found
    return time.perf_counter() - started


def main() -> None:
    """Print a row for each family."""
    print(f"{'family':<12}{'size':>6}{'ms':>9}{'at half':>10}{'ratio':>8}")
    for family, size in (
        (decisions, 30),
        (chain, 200),
        (atoms, 24),
        (nesting, 12),
        (decisions, 60),
        (nesting, 60),
    ):
        half, full = seconds(family, size // 2), seconds(family, size)
        print(
            f"{family.__name__:<12}{size:>6}{full * 1000:>9.1f}{half * 1000:>10.1f}{full / half:>8.1f}"
        )


if __name__ == "__main__":
    main()
