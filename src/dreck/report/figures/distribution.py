"""How the cost is spread over the functions of a tree: most are cheap, a few are not."""

from __future__ import annotations

from bisect import bisect_left

from ...surveying.tree import Survey
from .drawing import BEFORE, INK, PALE, QUIET, Form, canvas, image, tone

# The upper ends of the bars; the last is open.
_LIMITS = (2, 5, 10, 15, 20, 30, 40, 60, 80, 120)
# Functions named above their bar, in the dearest bars.
_NAMED = 4


def distribution(survey: Survey, form: Form = "png") -> bytes:
    """Draw a bar for each range of cost, as high as it has functions, and name the dearest.

    Args:
        survey: the functions.
        form: the form of the image.
    """
    figure, (axes,) = canvas(8, 3.1)
    rows = survey.costs()
    counts = [0] * (len(_LIMITS) + 1)
    names: dict[int, list[str]] = {}
    for _, name, cost, _ in rows:
        place = bisect_left(_LIMITS, cost)
        counts[place] += 1
        names.setdefault(place, []).append(name)
    for place, count in enumerate(counts):
        share = place / len(_LIMITS)
        axes.bar(place, count, width=0.92, color=tone(0.15 + 0.85 * share), edgecolor=PALE, lw=0.5)
        if count:
            axes.annotate(
                str(count),
                (place, count),
                xytext=(0, 2),
                textcoords="offset points",
                ha="center",
                fontsize=7.5,
                color=INK,
            )
    _name_dearest(axes, names, counts)
    labels = [f"to {limit}" for limit in _LIMITS] + [f"above {_LIMITS[-1]}"]
    axes.set_xticks(range(len(labels)), labels, fontsize=7.5)
    axes.set_yticks([])
    axes.tick_params(length=0)
    axes.spines["left"].set_visible(False)
    axes.set_ylim(0, max(max(counts) * 1.15, 1))
    axes.set_title(
        f"{len(rows):,} functions by what their layout costs", fontsize=9, color=QUIET, loc="left"
    )
    return image(figure, form)


def _name_dearest(axes: object, names: dict[int, list[str]], counts: list[int]) -> None:
    """The names of the dearest functions, above their bars, where there is room."""
    from matplotlib.axes import Axes

    assert isinstance(axes, Axes)
    left = _NAMED
    top = max(counts)
    for place in sorted(names, reverse=True):
        told = names[place][:left]
        if not told or counts[place] > top * 0.35 or left <= 0:
            break
        left -= len(told)
        axes.annotate(
            "\n".join(told),
            (place, counts[place]),
            xytext=(0, 13),
            textcoords="offset points",
            ha="center",
            va="bottom",
            fontsize=6.5,
            color=BEFORE,
            rotation=0,
        )
