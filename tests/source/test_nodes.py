"""Going through syntax trees."""

from __future__ import annotations

import ast
import importlib.util
from pathlib import Path

import pytest

from dreck.outline import all_nodes, child_nodes

MATCH = "match x:\n    case {'a': None, **rest} | C(1, b=[2, *more]) as d if e:\n        global f\n"
NEWER = "type Pair[T] = tuple[T, T]\ndef first[T: int](of: Pair[T]) -> T: ...\n"


@pytest.mark.parametrize("name", ["argparse", "dataclasses", "asyncio.base_events", "typing", ""])
def test_all_of_them_in_their_order(name: str) -> None:
    """As the standard library gives them, but for how names are used."""
    found = importlib.util.find_spec(name) if name else None
    texts = [Path(str(found.origin)).read_text(encoding="utf-8")] if found else [MATCH, NEWER]
    for text in texts:
        try:
            tree = ast.parse(text)
        except SyntaxError:  # of a later Python
            continue
        expected = [n for n in ast.walk(tree) if not isinstance(n, ast.expr_context)]
        assert list(all_nodes(tree)) == expected
        for node in expected:
            below = ast.iter_child_nodes(node)
            assert child_nodes(node) == [n for n in below if not isinstance(n, ast.expr_context)]
