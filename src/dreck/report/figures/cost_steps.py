"""The cost over the steps: what each brought, and where it went up before it went down."""

from __future__ import annotations

from collections.abc import Sequence

from .drawing import AFTER, BEFORE, INK, PALE, QUIET, Form, canvas, image

_ROW = 0.3


def cost_steps(steps: Sequence[tuple[str, float]], form: Form = "png") -> bytes:
    """Draw one bar for each state, the first before any step.

    Args:
        steps: what led to each state, and its cost; the first is what was found.
        form: the form of the image.
    """
    figure, (axes,) = canvas(8, 0.6 + _ROW * max(2, len(steps)))
    most = max((cost for _, cost in steps), default=1.0) or 1.0
    last = len(steps) - 1
    for row, (_, cost) in enumerate(steps):
        colour = BEFORE if row == 0 else AFTER if row == last else QUIET
        axes.barh(row, cost, height=0.62, color=colour, alpha=0.9 if row in (0, last) else 0.45)
        change = f"  {cost - steps[row - 1][1]:+.1f}" if row else ""
        axes.annotate(
            f"{cost:.0f}{change}",
            (cost, row),
            xytext=(4, 0),
            textcoords="offset points",
            va="center",
            fontsize=7.5,
            color=INK if row in (0, last) else QUIET,
        )
    axes.set_yticks(range(len(steps)), [words for words, _ in steps], fontsize=8)
    axes.set_ylim(len(steps) - 0.4, -0.6)
    axes.set_xlim(0, most * 1.14)
    axes.set_xticks([])
    axes.tick_params(axis="y", length=0, labelcolor=INK)
    for side in ("bottom", "left"):
        axes.spines[side].set_visible(False)
    axes.axvline(0, color=PALE, lw=1)
    return image(figure, form)
