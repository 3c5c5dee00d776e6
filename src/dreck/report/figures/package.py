"""A map of a package: every function a field as large as it is long, the darker the dearer.

The fields are laid out as a squarified treemap (M. Bruls, K. Huizing, J. J. van Wijk, "Squarified
treemaps", Data Visualization 2000).
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from math import sqrt
from typing import TYPE_CHECKING, NamedTuple

from ...surveying.tree import Survey
from .drawing import INK, QUIET, Form, canvas, image, ink_on, tone

if TYPE_CHECKING:
    from matplotlib.axes import Axes

# Functions drawn one by one; the others of a file are one field.
_DRAWN = 40
_FILES = 60
# The cost at which a field is darkest.
_DARKEST = 100.0
# Characters that fit into a field, for each unit of its width.
_LETTER = 0.0082
_HEAD = 0.022


class Box(NamedTuple):
    """A rectangle: its left lower corner and its extent."""

    x: float
    y: float
    width: float
    height: float


def package_map(survey: Survey, form: Form = "png") -> bytes:
    """Draw the map.

    Args:
        survey: the functions.
        form: the form of the image.

    Returns:
        The bytes of the image.
    """
    figure, (axes,) = canvas(11, 6.6)
    axes.set_axis_off()
    axes.set_xlim(0, 1.65)
    axes.set_ylim(0, 1)
    files: dict[str, list[tuple[str, float, int]]] = {}
    for path, name, cost, lines in survey.costs():
        files.setdefault(path, []).append((name, cost, lines))
    ranked = sorted(files.items(), key=lambda item: (-sum(f[2] for f in item[1]), item[0]))[:_FILES]
    sizes = [float(sum(f[2] for f in functions)) for _, functions in ranked]
    start = _common_folder([path for path, _ in ranked])
    for (path, functions), box in zip(ranked, squarified(sizes, Box(0, 0, 1.65, 1)), strict=True):
        _draw_file(axes, path[len(start) :], functions, box)
    more = f"; {len(files) - _FILES} smaller files left out" if len(files) > _FILES else ""
    figure.suptitle(
        f"{start or 'All files'}: {len(survey):,} functions by size; the darker, the dearer to read"
        f" ({_DARKEST:.0f} and more is darkest){more}",
        fontsize=9,
        color=QUIET,
        x=0.01,
        ha="left",
    )
    return image(figure, form)


def _draw_file(
    axes: Axes, path: str, functions: Sequence[tuple[str, float, int]], box: Box
) -> None:
    from matplotlib.patches import Rectangle

    head = _HEAD if box.height > 3 * _HEAD and box.width > 6 * _LETTER else 0.0
    inner = Box(box.x + 0.002, box.y + 0.002, box.width - 0.004, box.height - 0.004 - head)
    shown = list(functions[:_DRAWN])
    rest = functions[_DRAWN:]
    if rest:
        shown.append(("", max(f[1] for f in rest), sum(f[2] for f in rest)))
    shown.sort(key=lambda f: (-f[2], f[0]))
    for (name, cost, _), field in zip(
        shown, squarified([float(f[2]) for f in shown], inner), strict=True
    ):
        share = sqrt(cost / _DARKEST)
        patch = Rectangle(
            (field.x, field.y),
            field.width,
            field.height,
            facecolor=tone(share),
            edgecolor="white",
            linewidth=0.6,
        )
        axes.add_patch(patch)
        label = _fitting(name.rpartition(".")[2], field)
        if label:
            centre = (field.x + field.width / 2, field.y + field.height / 2)
            axes.annotate(
                label, centre, ha="center", va="center", fontsize=6.5, color=ink_on(share)
            )
    if head:
        room = int(box.width / _LETTER)
        text = path if len(path) <= room else "…" + path[len(path) - room + 1 :]
        axes.annotate(
            text, (box.x + 0.004, box.y + box.height - 0.004), va="top", fontsize=7, color=INK
        )


def _fitting(name: str, field: Box) -> str:
    room = int((field.width - 0.006) / _LETTER)
    if field.height < 0.02 or room < 3:
        return ""
    return name if len(name) <= room else f"{name[: room - 1]}…" if room > 4 else ""


def _common_folder(paths: Sequence[str]) -> str:
    """The folder that all files share, with a slash at its end."""
    parts = [p.split("/")[:-1] for p in paths]
    shared = []
    for names in zip(*parts, strict=False):
        if len(set(names)) > 1:
            break
        shared.append(names[0])
    return "/".join(shared) + "/" if shared else ""


def squarified(sizes: Sequence[float], box: Box) -> Iterator[Box]:
    """Rectangles of these sizes that fill a box, as square as they can be made.

    Args:
        sizes: in descending order.
        box: what they fill.
    """
    total = sum(sizes)
    if not total:
        yield from (Box(box.x, box.y, 0, 0) for _ in sizes)
        return
    scale = box.width * box.height / total
    areas = [size * scale for size in sizes]
    while areas:
        side = min(box.width, box.height)
        count = 1
        while count < len(areas) and _worst(areas[: count + 1], side) <= _worst(
            areas[:count], side
        ):
            count += 1
        row, areas = areas[:count], areas[count:]
        depth = sum(row) / side if side else 0.0
        at = 0.0
        for area in row:
            length = area / depth if depth else 0.0
            if box.width >= box.height:
                yield Box(box.x, box.y + box.height - at - length, depth, length)
            else:
                yield Box(box.x + at, box.y + box.height - depth, length, depth)
            at += length
        if box.width >= box.height:
            box = Box(box.x + depth, box.y, box.width - depth, box.height)
        else:
            box = Box(box.x, box.y, box.width, box.height - depth)


def _worst(row: Sequence[float], side: float) -> float:
    """How far from a square the worst rectangle of a row is."""
    total = sum(row)
    if not total or not side:
        return float("inf")
    return max(side**2 * max(row) / total**2, total**2 / (side**2 * min(row)) if min(row) else 1e9)
