"""One file at a time: its functions with their cost, measures and tangles, as plain data.

Rows are lists of numbers and texts, so that they can be handed from process to process and kept
in a cache.
"""

from __future__ import annotations

import ast
import gc
import json
from collections.abc import Sequence
from pathlib import Path
from typing import Any, TypeAlias

from ..errors import SourceError
from ..outline import functions_of
from ..source.files import SourceFile
from ..taste.cost import layout_cost_of
from ..taste.glance import glance
from .measures import measure
from .tangles import tangles_of

# name, line, cost, then the measures in the order of their class, then the tangles.
Row: TypeAlias = list[Any]


def rows_of(tree: ast.Module) -> list[Row]:
    """The functions of a file.

    Args:
        tree: its syntax tree.
    """
    rows = []
    for function in functions_of(tree):
        seen = glance(function.node.body)
        cost = layout_cost_of(function.node, seen).total
        m = measure(function.node, seen)
        numbers = [
            m.lines,
            m.nesting,
            m.decisions,
            m.open_conditions,
            m.happy_path_depth,
            m.signs,
        ]
        tangles = [list(t) for t in tangles_of(function.node, seen)] if seen.sizes else []
        rows.append([function.name, function.node.lineno, round(cost, 2), numbers, tangles])
    return rows


def read_files(paths: Sequence[str]) -> list[tuple[str, str, str]]:
    """Read some files: for each its key in the cache, its rows as JSON, and what is wrong with it.

    Either the rows or the problem is empty.

    Args:
        paths: where they are.
    """
    from .cache import key_of

    found = []
    # Trees have no cycles; looking for some takes a fifth of the time.
    collecting = gc.isenabled()
    gc.disable()
    try:
        for path in paths:
            try:
                source = SourceFile.read(Path(path))
                rows = rows_of(source.parse())
            except SourceError as error:
                found.append(("", "", str(error)))
            except RecursionError:
                found.append(("", "", f"{path}: nested too deeply to be read"))
            else:
                found.append((key_of(source.raw), json.dumps(rows, separators=(",", ":")), ""))
    finally:
        if collecting:
            gc.enable()
    return found
