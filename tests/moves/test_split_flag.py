"""split-flag: what examples cannot say."""

from __future__ import annotations

import pytest

from .harness import look, named


def test_what_stands_behind_the_if_and_callers_of_all_kinds() -> None:
    """Work behind the if belongs to the branches that reach it; arguments behind the flag get their names."""
    named(
        "split-flag",
        """
        def close(desk, force: bool, keeper="nobody", *, note=None) -> str:
            if not force:
                if desk.open:
                    raise Refusal(keeper)
            desk.shut(note)
            return keeper


        def evening(desk, flags):
            close(desk, True, "Ann"); close(desk, False, note=3)
            close(desk, *flags)


        def other(close):
            return close(1, True)
        """,
        """
        def close(desk, force: bool, keeper="nobody", *, note=None) -> str:
            if force:
                return close_if_force(desk, keeper, note=note)
            return close_unless_force(desk, keeper, note=note)


        def close_if_force(desk, keeper='nobody', *, note=None) -> str:
            desk.shut(note)
            return keeper


        def close_unless_force(desk, keeper='nobody', *, note=None) -> str:
            if desk.open:
                raise Refusal(keeper)
            desk.shut(note)
            return keeper


        def evening(desk, flags):
            close_if_force(desk, keeper="Ann"); close_unless_force(desk, note=3)
            close(desk, *flags)


        def other(close):
            return close(1, True)
        """,
    )


@pytest.mark.parametrize(
    "body",
    ["if plain:\n        return 1\n    return plain", "if plain and x:\n        return 1\n    return 2", "plain = not plain\n    if plain:\n        return 1",
     "for y in x:\n        if plain:\n            return 1"],
)  # fmt: skip
def test_left_alone(body: str) -> None:
    """A flag that is more than the choice of a branch."""
    assert not look("split-flag", f"def f(x, plain: bool):\n    {body}\n").sites


def test_an_elif_and_a_list_of_public_names() -> None:
    """What was an elif becomes an if; where a file lists its public names, the two functions are its own."""
    named(
        "split-flag",
        """
        __all__ = ["close"]


        def close(desk, quiet: bool):
            if quiet:
                return 1
            elif desk.open:
                # somebody waits
                return 2
            return 3
        """,
        """
        __all__ = ["close"]


        def close(desk, quiet: bool):
            if quiet:
                return _quiet_close(desk)
            return _close_unless_quiet(desk)


        def _quiet_close(desk):
            return 1


        def _close_unless_quiet(desk):
            if desk.open:
                # somebody waits
                return 2
            return 3
        """,
    )
