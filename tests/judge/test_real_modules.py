"""Real modules, damaged at one place outside their functions: a short run of the tool beside this."""

from __future__ import annotations

from pathlib import Path

import pytest

from .real_modules import compare


@pytest.mark.parametrize("name", ["textwrap", "queue", "string"])
def test_damage_that_shows_is_never_called_the_same(name: str, tmp_path: Path) -> None:
    """What can be seen of the loaded module differs, so the judge must not call it the same."""
    found = [compare(name, seed, tmp_path) for seed in range(3)]
    assert sum(count for count, _ in found) >= 9
    assert not [w for _, wrong in found for w in wrong]
