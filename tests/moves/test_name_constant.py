"""name-constant: what examples cannot say."""

from __future__ import annotations

import pytest

from .harness import named

CASES = [
    pytest.param(
        """
        def admit(boat):
            if len(boat.crew)>12 or boat.length > 70:
                raise Full(boat)
            return 12 if len(boat.crew) > 12 else 2
        """,
        """
        MAX_CREW_SIZE = 12


        def admit(boat):
            if len(boat.crew)>MAX_CREW_SIZE or boat.length > 70:
                raise Full(boat)
            return 12 if len(boat.crew) > MAX_CREW_SIZE else 2
        """,
        id="the same number elsewhere means something else",
    ),
    pytest.param(
        """
        #!/usr/bin/env python
        # The gate.
        import math
        LOW = 4
        # all of them

        @math.sqrt
        def admit(level, hour):
            if hour >= 20 or level < -40:
                raise Dry(level)
            return -40 <= level
        """,
        """
        #!/usr/bin/env python
        # The gate.
        import math
        LOW = 4
        MIN_LEVEL = -40
        # all of them

        @math.sqrt
        def admit(level, hour):
            if hour >= 20 or level < MIN_LEVEL:
                raise Dry(level)
            return MIN_LEVEL <= level
        """,
        id="behind the constants that stand there",
    ),
    pytest.param(
        """
        MIN_LEVEL = 3


        def admit(level, hour):
            if hour >= 20 or level < 40:
                raise Dry(level)
            return 40 <= level
        """,
        "",
        id="a name that is taken",
    ),
    pytest.param(
        """
        def admit(level):
            if level > 40 or level == 40.0:
                return 1
            return level > True
        """,
        "",
        id="40 and 40.0 are two things, and one place needs no name",
    ),
    pytest.param(
        """
        SILL = 95
        def admit(level, SILL):
            return level > 95 or level > SILL
        """,
        "",
        id="a parameter hides the constant",
    ),
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_cases(before: str, after: str) -> None:
    """What becomes of a module, exactly."""
    named("name-constant", before, after)


def test_a_name_asked_for() -> None:
    """One place is enough where a person gives the name, by its line or by the name proposed."""
    before = "def admit(level):\n    return level > 40\n"
    after = "SILL_LEVEL = 40\n\n\ndef admit(level):\n    return level > SILL_LEVEL\n"
    for key in ("2", "LEVEL_LIMIT"):
        named("name-constant", before, after, names={key: "SILL_LEVEL"})
