"""How far the walks of one comparison go in all.

Where the plain walk fails, the two versions are walked again in other forms. Each of these walks
that helps is short: over the pairs of the tests and the workings of people none takes more than
some 1,300 steps, and over the standard library none more than 10,000. So the first may go far, and
all together no further than a few such.
"""

from __future__ import annotations

from dataclasses import dataclass

# What all walks of a comparison may take together.
MOST_TOGETHER = 30_000
# What each may take when that is spent.
_LEAST = 1_000


@dataclass(slots=True)
class Patience:
    """The steps that are left.

    Attributes:
        left: how many the walks to come may take together.
    """

    left: int = MOST_TOGETHER

    def most(self, limit: int) -> int:
        """How many steps the next walk may take.

        Args:
            limit: how many it may take if nothing was spent yet.
        """
        return min(limit, max(_LEAST, self.left))

    def spend(self, steps: int) -> None:
        """Note that a walk has taken so many steps."""
        self.left -= steps
