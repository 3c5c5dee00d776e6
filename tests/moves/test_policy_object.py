"""policy-object: what examples cannot say."""

from __future__ import annotations

from .harness import named


def test_a_condition_that_decides() -> None:
    """Plain operands stay as they are; the others get methods, and names of their own."""
    named(
        "policy-object",
        """
        def admit(boat, level: int):
            if (boat.papers is None or boat.length > 70
                    or boat.draught > level - 95 or boat.sunk):
                raise Refusal("too large for the lock")
            boat.enter()
        """,
        """
        def admit(boat, level: int):
            if LargePolicy(boat, level).is_large():
                raise Refusal("too large for the lock")
            boat.enter()


        class LargePolicy:
            def __init__(self, boat, level: int):
                self.boat = boat
                self.level = level

            def is_large(self):
                return (
                    self.lacks()
                    or self.is_length_above_70()
                    or self.is_deep()
                    or self.boat.sunk
                )

            def lacks(self):
                return self.boat.papers is None

            def is_length_above_70(self):
                return self.boat.length > 70

            def is_deep(self):
                return self.boat.draught > self.level - 95
        """,
        names={"2": "is_large", "is_papers_is_none": "lacks", "3": "is_deep"},
    )
