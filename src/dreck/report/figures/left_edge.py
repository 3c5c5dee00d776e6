"""The left edge of some code before and after, on one scale: where each line begins and ends.

People judge code by its left edge before they read a word of it: how far it goes in, how often it
comes back, how much stands deep inside.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from .drawing import AFTER, BEFORE, INK, PALE, QUIET, Form, canvas, image

if TYPE_CHECKING:
    from matplotlib.axes import Axes

_LINE = 0.085
# Columns of one level, and levels from which on a line stands deep inside.
_STEP = 4
_DEEP = 3
_LEAST_HEIGHT = 2.2
_MOST_HEIGHT = 12.0


def left_edge(before: str, after: str, form: Form = "png") -> bytes:
    """Draw two versions side by side.

    Args:
        before, after: their code; what indentation all lines share is taken off.
        form: the form of the image.
    """
    versions = [_lines(before), _lines(after)]
    longest = max(len(v) for v in versions)
    height = min(_MOST_HEIGHT, max(_LEAST_HEIGHT, 0.9 + _LINE * longest))
    figure, axes = canvas(9, height, columns=2)
    widest = max((end for v in versions for _, end in v), default=1)
    for ax, lines, title, colour in zip(
        axes, versions, ("before", "after"), (BEFORE, AFTER), strict=True
    ):
        _draw(ax, lines, colour)
        own = _STEP if lines and lines[0][0] == 0 and any(b for b, _ in lines) else 0
        levels = [max(0, begin - own) // _STEP for begin, end in lines if end > begin]
        deep = sum(level >= _DEEP for level in levels) / max(1, len(levels))
        ax.set_title(
            f"{title}: {len(lines)} lines, {deep:.0%} of them {_DEEP} levels in or deeper,"
            f" deepest {max(levels, default=0)}",
            fontsize=8,
            color=colour,
            loc="left",
        )
        ax.set_xlim(-1, widest + 2)
        ax.set_ylim(longest + 0.5, -0.5)
        ax.set_xticks(range(0, widest + 1, 4), minor=True)
        ax.set_xticks([0, *(n for n in (12, 24, 36) if n < widest)])
        ax.tick_params(labelsize=7, length=2)
        ax.spines["left"].set_visible(False)
        ax.set_yticks([])
    axes[0].set_xlabel("columns from the left edge", fontsize=7.5)
    return image(figure, form)


def _lines(code: str) -> list[tuple[int, int]]:
    """Where each line begins and ends; blank lines begin where the next one does."""
    found: list[tuple[int, int]] = []
    begin = 0
    for line in reversed(code.expandtabs(4).rstrip("\n").split("\n")):
        if line.strip():
            begin = len(line) - len(line.lstrip())
            found.append((begin, len(line.rstrip())))
        else:
            found.append((begin, begin))
    found.reverse()
    least = min((b for b, e in found if e > b), default=0)
    return [(max(0, b - least), max(0, e - least)) for b, e in found]


def _draw(axes: Axes, lines: Sequence[tuple[int, int]], colour: str) -> None:
    for column in range(4, max((b for b, _ in lines), default=0) + 4, 4):
        axes.axvline(column, color=PALE, lw=0.5, zorder=0)
    for number, (begin, end) in enumerate(lines):
        if end > begin:
            axes.barh(number, end - begin, left=begin, height=0.62, color=PALE, zorder=1)
            axes.barh(number, begin, left=0, height=1.0, color=colour, alpha=0.14, zorder=1)
    edge = [begin for begin, _ in lines]
    rows = [r - 0.5 for r in range(len(lines) + 1)]
    axes.stairs(edge, rows, orientation="horizontal", color=colour, lw=1.6, zorder=2, baseline=None)
    axes.axvline(0, color=INK, lw=0.8, zorder=2)
    axes.xaxis.label.set_color(QUIET)
