"""The parts of the package and which uses which, read from the source and drawn in layers."""

from __future__ import annotations

import ast
from collections import defaultdict
from pathlib import Path

from dreck.report.figures.drawing import INK, PALE, QUIET, canvas, image, tone

SOURCE = Path(__file__).parents[1] / "src" / "dreck"
WORDS = {
    "cli": "a thin face",
    "api": "the Python face",
    "report": "pages, figures, formats",
    "opening": "one function opened up",
    "renaming": "another name",
    "aligning": "arms side by side",
    "comparing": "revisions",
    "planner": "which step next",
    "net": "the project's tests",
    "journal": "steps, undo, git",
    "moves": "one small file a move",
    "judge": "the independent checker",
    "surveying": "whole trees, fast",
    "logic": "conditions, what is known",
    "naming": "proposals for names",
    "taste": "cost, weights",
    "source": "files, targets, diffs",
}


def uses() -> dict[str, set[str]]:
    """Which part uses which, by the imports of their files."""
    found: dict[str, set[str]] = {name: set() for name in WORDS}
    for path in SOURCE.rglob("*.py"):
        parts = path.relative_to(SOURCE).parts
        own = parts[0].removesuffix(".py")
        if own not in WORDS or "project" in parts:
            continue
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            if isinstance(node, ast.ImportFrom) and node.level:
                base = list(parts[:-1])[: len(parts) - node.level]
                whole = [*base, *(node.module or "").split(".")]
                names = [whole[0]] if whole[0] else [a.name for a in node.names]
                found[own] |= {n for n in names if n in WORDS and n != own}
    return found


def layers(found: dict[str, set[str]]) -> dict[str, int]:
    """How far above the parts that use none each stands."""
    height: dict[str, int] = {}

    def of(name: str) -> int:
        if name not in height:
            height[name] = 0
            height[name] = 1 + max((of(n) for n in found[name]), default=-1)
        return height[name]

    for name in found:
        of(name)
    return height


def picture() -> bytes:
    """The picture as SVG."""
    found = uses()
    height = layers(found)
    rows: dict[int, list[str]] = defaultdict(list)
    for name in WORDS:
        rows[height[name]].append(name)
    figure, (axes,) = canvas(10, 6.4)
    axes.set_axis_off()
    top = max(rows)
    axes.set_xlim(0, 10)
    axes.set_ylim(-0.5, top + 0.6)
    place = {
        name: (10 * (i + 0.5) / len(names), float(row))
        for row, names in rows.items()
        for i, name in enumerate(names)
    }
    for name, used in found.items():
        # A part that another one in between uses too is reached through it.
        near = {u for u in used if not any(u in found[o] for o in used if o != u)}
        for other in sorted(near):
            (x, y), (to_x, to_y) = place[name], place[other]
            axes.plot([x, to_x], [y, to_y], color=PALE, lw=1.1, zorder=1)
    for name, (x, y) in place.items():
        axes.annotate(
            f"{name}\n{WORDS[name]}",
            (x, y),
            ha="center",
            va="center",
            fontsize=8,
            color=INK,
            linespacing=1.5,
            bbox={
                "boxstyle": "round,pad=0.45",
                "facecolor": tone(0.3) if name == "judge" else tone(0.03),
                "edgecolor": QUIET,
                "linewidth": 0.8,
            },
            zorder=2,
        )
    return image(figure, "svg")


if __name__ == "__main__":
    Path(__file__).with_name("architecture.svg").write_bytes(picture())
