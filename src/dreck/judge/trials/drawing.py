"""Values drawn by hypothesis, the same ones on every run."""

from __future__ import annotations

from typing import Any


def drawn(strategy: Any, count: int) -> list[Any]:
    """Values of a strategy; none, or fewer, where it knows no way."""
    import hypothesis

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
