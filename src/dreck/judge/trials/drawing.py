"""Values drawn by hypothesis, the same ones on every run."""

from __future__ import annotations

import importlib
import re
import string
from functools import cache
from typing import Any

# Letters of texts: those of every day, and some of each kind that code treats in its own way (digits
# that are no decimal ones, letters that grow with their case, marks, blanks, ends of lines). All of
# Unicode would have to be listed first, which takes seconds.
_LETTERS = string.printable + "\0äßéÅñŁİıſ²٣½Ω€‚ж中\u0301\u200b\xa0\u2003\x85\u2028\U0001f6a2"


def drawn(strategy: Any, count: int) -> list[Any]:
    """Values of a strategy; none, or fewer, where it knows no way."""
    import hypothesis

    _prepare()
    found: list[Any] = []
    quietly = hypothesis.settings(
        max_examples=count,
        database=None,
        deadline=None,
        derandomize=True,
        phases=[hypothesis.Phase.generate],
        suppress_health_check=list(hypothesis.HealthCheck),
    )

    def keep(value: Any) -> None:
        found.append(value)

    given: Any = hypothesis.given(strategy)
    draw = quietly(given(keep))
    try:
        draw()
    except Exception:  # it asks for what cannot be made
        pass
    return found


@cache
def _prepare() -> None:
    """Have texts made of some letters, and nothing that hangs on what else is loaded."""
    from hypothesis import strategies

    texts = strategies.text(_LETTERS)
    strategies.register_type_strategy(str, texts)
    matches: Any = texts.map(lambda t: re.match(".", t, re.DOTALL)).filter(bool)
    strategies.register_type_strategy(re.Match, matches)
    _speak_of_nothing_else()


def _speak_of_nothing_else() -> None:
    """Have no constants drawn that stand in whatever modules are loaded.

    It would read all of them, which takes seconds, keep what it found in the scratch folder, and
    draw other values where a project has another module. What the code at hand speaks of is in the
    strategies already. Nothing public turns it off.
    """
    try:
        providers: Any = importlib.import_module("hypothesis.internal.conjecture.providers")
        none = providers._local_constants
    except (ImportError, AttributeError):  # a release that does not, or otherwise
        return
    providers._get_local_constants = lambda: none
