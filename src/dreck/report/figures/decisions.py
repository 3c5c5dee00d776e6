"""The decision graph of a function: questions from top to bottom in the order of the text, indented
as the code is, with the way each answer goes.
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from ...opening.decisions import DecisionGraph, Node
from .drawing import INK, PALE, QUIET, Form, canvas, image, tone

if TYPE_CHECKING:
    from matplotlib.axes import Axes

_ROW = 0.34
_INDENT = 0.34
_LEAST_WIDTH = 6.0
_LETTER = 0.0625
_LONGEST = 64
# A way back or far down bends out to the right by so much for each lane.
_LANE = 0.16
# An answer that leads right below is drawn as a short line along the edge.
_STEP = 0.17


def decision_figure(graph: DecisionGraph, form: Form = "png") -> bytes:
    """Draw the graph.

    Args:
        graph: the decisions.
        form: the form of the image.
    """
    number = max(1, len(graph.nodes))
    lanes = _lanes(graph)
    ends = [_end(node) for node in graph.nodes]
    right = max(ends, default=0.0) + 0.2
    width = max(_LEAST_WIDTH, right + _LANE * (max(lanes.values(), default=0) + 2))
    figure, (axes,) = canvas(width, 0.3 + _ROW * number)
    axes.set_axis_off()
    axes.set_xlim(0, width)
    axes.set_ylim(-_ROW * number + 0.1, _ROW - 0.1)
    for node in graph.nodes:
        _draw_node(axes, node)
    for edge in graph.edges:
        _draw_edge(axes, graph, edge, ends, right, lanes)
    return image(figure, form)


def _place(node: Node) -> tuple[float, float]:
    return 0.35 + _INDENT * node.level, -_ROW * node.number


def _words(node: Node) -> str:
    return node.words if len(node.words) <= _LONGEST else node.words[: _LONGEST - 1] + "…"


def _end(node: Node) -> float:
    """Where the text of a node ends."""
    bold = 1.12 if node.kind == "leaves" else 1.0
    return _place(node)[0] + _LETTER * len(_words(node)) * bold + 0.1


def _draw_node(axes: Axes, node: Node) -> None:
    x, y = _place(node)
    colours = {"asks": tone(0.32), "does": "#ffffff", "leaves": tone(0.0)}
    axes.annotate(
        _words(node),
        (x, y),
        va="center",
        fontsize=8,
        color=INK,
        weight="bold" if node.kind == "leaves" else "normal",
        bbox={
            "boxstyle": "round,pad=0.22" if node.kind != "does" else "square,pad=0.22",
            "facecolor": colours[node.kind],
            "edgecolor": QUIET if node.kind == "leaves" else PALE,
            "linewidth": 0.8,
        },
        zorder=3,
    )
    if node.line:
        axes.annotate(
            str(node.line), (x - 0.12, y), va="center", ha="right", fontsize=6.5, color=QUIET
        )


def _lanes(graph: DecisionGraph) -> dict[tuple[int, int, str], int]:
    """A lane of its own for each way that does not lead to the next node."""
    far = [e for e in graph.edges if e[1] != e[0] + 1]
    taken: list[list[tuple[int, int]]] = []
    found = {}
    for edge in sorted(far, key=lambda e: (abs(e[1] - e[0]), e)):
        low, high = sorted(edge[:2])
        for lane, spans in enumerate(taken):
            if all(high <= a or low >= b for a, b in spans):
                break
        else:
            lane = len(taken)
            taken.append([])
        taken[lane].append((low, high))
        found[edge] = lane
    return found


def _draw_edge(
    axes: Axes,
    graph: DecisionGraph,
    edge: tuple[int, int, str],
    ends: list[float],
    right: float,
    lanes: dict[tuple[int, int, str], int],
) -> None:
    start, end, answer = edge
    (x, y), (to_x, to_y) = _place(graph.nodes[start]), _place(graph.nodes[end])
    arrow = {"arrowstyle": "-|>", "color": QUIET, "lw": 0.9, "shrinkA": 0, "shrinkB": 0}
    if edge not in lanes:
        axes.annotate(
            "",
            xy=(max(to_x, x) + 0.06, to_y + _STEP * 0.75),
            xytext=(max(to_x, x) + 0.06, y - _STEP * 0.75),
            arrowprops=arrow,
            zorder=2,
        )
        if answer:
            axes.annotate(
                answer, (max(to_x, x) + 0.12, (y + to_y) / 2), va="center", fontsize=6, color=QUIET
            )
        return
    lane = right + _LANE * (lanes[edge] + 1)
    axes.plot([ends[start], lane, lane], [y, y, to_y], color=QUIET, lw=0.7, zorder=1)
    axes.annotate(
        "",
        xy=(ends[end], to_y),
        xytext=(lane, to_y),
        arrowprops={**arrow, "color": QUIET},
        zorder=1,
    )
    if answer:
        axes.annotate(answer, (ends[start] + 0.04, y + 0.05), fontsize=6, color=QUIET)
