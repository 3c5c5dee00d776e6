"""Texts as code reads them: put together from what it looks for, split up as it splits them."""

from __future__ import annotations

import functools
import random
from collections.abc import Sequence

from .drawing import drawn
from .pool import Pool

_SAMPLES = ("", "a", "A", "Abc", "a b", "0", "7", "x", "aa", "aba", "b", "é", "ß", "\n", " a ")
_LETTERS = ("a", "b", "A", "B", "x", "Abc", "aa", "é")
_BLANKS = (" ", "  ", "\t", "\n")
# Texts drawn from each regular expression.
_FROM_PATTERN = 30
# Parts of one text at most, before what is done to it.
_MOST_PARTS = 5
# Pieces of one text that is not split.
_PARTS = (1, 1, 2, 3, 4, 6)


class Texts:
    """Draws texts, the same ones on every run.

    Args:
        pool: what the code speaks of.
        chance: where the drawing comes from.
    """

    def __init__(self, pool: Pool, chance: random.Random) -> None:
        self.pool, self.chance = pool, chance

    def draw(self, near: Sequence[str] = ()) -> str:
        """A text; ``near`` are those that values of this name are compared with."""
        chance, kind = self.chance, self.chance.random()
        if near and kind < 0.3:
            made = chance.choice(near)
        elif self.pool.patterns and kind < 0.6:
            made = chance.choice(drawn_from(chance.choice(self.pool.patterns)))
        elif self.pool.separators and kind < 0.65:
            made = self._separated()
        elif kind < 0.75:
            made = chance.choice(_SAMPLES)
        else:
            made = "".join(self._part(near) for _ in range(chance.choice(_PARTS)))
        return self.changed(made) if chance.random() < 0.35 else made

    def _separated(self) -> str:
        """Parts of one kind, mostly, between separators of one kind, mostly."""
        chance = self.chance
        between = chance.choice(self.pool.separators)
        counts = [*self.pool.counts, *range(_MOST_PARTS)]
        kinds = (self._number, self._letters, self._part)
        kind = chance.choice(kinds)
        parts = [
            kind() if chance.random() < 0.9 else chance.choice(kinds)()
            for _ in range(chance.choice(counts))
        ]
        if chance.random() < 0.2 and len(self.pool.separators) > 1:
            other = chance.choice(self.pool.separators)
            parts = [p + other + self._part() if chance.random() < 0.6 else p for p in parts]
        return between.join(parts)

    def _number(self) -> str:
        number = self.chance.choice((*self.pool.numbers, 0, 1, 7, 10, 99))
        return str(number + self.chance.choice((0, 0, 1, -1)))

    def _letters(self) -> str:
        return self.chance.choice(_LETTERS)

    def _part(self, near: Sequence[str] = ()) -> str:
        chance, kind = self.chance, self.chance.random()
        if kind < 0.45 and (self.pool.asked or near):
            return chance.choice((*self.pool.asked, *near))
        if kind < 0.55 and self.pool.said:
            return chance.choice(self.pool.said)
        if kind < 0.75:
            return self._letters()
        if kind < 0.9:
            return self._number()
        return chance.choice((*_BLANKS, "", "-", *self.pool.separators))

    def changed(self, text: str) -> str:
        """A text that is a little different."""
        chance = self.chance
        place = chance.randrange(len(text) + 1)
        return chance.choice(
            (
                text.upper(),
                text.lower(),
                text.swapcase(),
                text + chance.choice(_LETTERS),
                text[:place] + self._part() + text[place:],
                text[:place] + text[place + 1 :],
                text[: max(0, len(text) - 1)],
                text[1:],
                text * 2,
                chance.choice(_BLANKS) + text,
                text + chance.choice(_BLANKS),
                text.replace(text[place : place + 1], text[place : place + 1] * 2, 1),
            )
        )


@functools.cache
def drawn_from(pattern: str) -> tuple[str, ...]:
    """Texts in which a regular expression finds something; ("",) if none can be drawn."""
    from hypothesis import strategies

    plain = strategies.characters(min_codepoint=32, max_codepoint=126)
    fitting = strategies.from_regex(pattern, fullmatch=True, alphabet=plain)
    return tuple(dict.fromkeys(drawn(fitting, _FROM_PATTERN))) or ("",)
