"""Texts as code reads them: put together from what it looks for, split up as it splits them."""

from __future__ import annotations

import functools
import json
import random
import re
from collections.abc import Mapping, Sequence
from typing import Any

from .drawing import drawn
from .layouts import Layout, Part
from .numbers import Numbers
from .pool import Pool

_SAMPLES = ("", "a", "A", "Abc", "a b", "0", "7", "x", "aa", "aba", "b", "é", "ß", "\n", " a ")
_LETTERS = ("a", "b", "A", "B", "x", "Abc", "aa", "é")
_SINGLE = ("a", "b", "z", "A", "0", "7", " ", "-", "é")
# Letters of a text that is read one by one.
_SPELT = (0, 1, 1, 2, 2, 3, 3, 4, 5, 6, 8, 10)
_BLANKS = (" ", "  ", "\t", "\n")
# Texts drawn from each regular expression; from each of many.
_FROM_PATTERN, _FROM_EACH_OF_MANY, _MANY = 30, 12, 5
# How often a text is made of several that patterns fit, where there are several patterns.
_IN_A_ROW = 0.5
# What such texts are made of.
_PLAIN = "".join(map(chr, range(32, 127))) + "\n\t"
# Parts of one text at most, before what is done to it.
_MOST_PARTS = 5
# What a text is made of: words, numbers, dates.
WORDS = re.compile(r"[\w.:/-]*\w")
# Pieces of one text that is not split.
_PARTS = (1, 1, 2, 3, 4, 6)

# How often any text is one that can be taken apart as the code does it, where it does; and how
# often it does not begin as the code wants it.
_OFTEN_LAID_OUT = 0.3
_OTHER_START = 0.1
# How often any text is JSON, where texts are read as such; those that are read so mostly are.
_OFTEN_JSON = 0.15


class Texts:
    """Draws texts, the same ones on every run.

    Args:
        pool: what the code speaks of.
        chance: where the drawing comes from.
        known: constants that the code compares values of some names with.
    """

    def __init__(
        self, pool: Pool, chance: random.Random, known: Mapping[str, Sequence[Any]] | None = None
    ) -> None:
        self.pool, self.chance, self.known = pool, chance, known or {}
        self.numbers = Numbers(pool, chance)

    def draw(self, near: Sequence[str] = ()) -> str:
        """A text; ``near`` are those that values of this name are compared with."""
        chance, kind = self.chance, self.chance.random()
        if self.pool.is_json and chance.random() < _OFTEN_JSON:
            made = self._json()
        elif self.pool.layouts and chance.random() < _OFTEN_LAID_OUT:
            made = self._laid_out(chance.choice(self.pool.layouts))
        elif near and kind < 0.3:
            made = chance.choice(near)
        elif self.pool.moments and kind < 0.4:
            made = self._moment()
        elif self.pool.patterns and kind < 0.6:
            made = self._fitting()
        elif self.pool.separators and kind < 0.66:
            made = self._lines() if "\n" in self.pool.separators else self._line()
        elif kind < 0.75:
            made = chance.choice(_SAMPLES)
        else:
            made = "".join(self._part(near) for _ in range(chance.choice(_PARTS)))
        return self.changed(made) if chance.random() < 0.35 else made

    def spelt(self, letters: Sequence[str]) -> str:
        """A text of letters that the code asks for one by one, and of others among them."""
        chance = self.chance
        kinds = [*letters, *letters, *_SINGLE]
        return "".join(chance.choice(kinds) for _ in range(chance.choice(_SPELT)))

    def _separated(self) -> str:
        """Parts between separators of one kind, mostly; the parts of one kind too, or each as it
        comes.
        """
        chance = self.chance
        plain = [t for t in self.pool.separators if t != "\n"] or [" "]
        between = chance.choice(plain)
        counts = [*self.pool.counts, *range(_MOST_PARTS)]
        kinds = (self._number, self._letters, self._part)
        kind = chance.choice((*kinds, *kinds, None))
        parts = [
            kind() if kind is not None and chance.random() < 0.9 else chance.choice(kinds)()
            for _ in range(chance.choice(counts))
        ]
        if chance.random() < 0.2 and len(plain) > 1:
            other = chance.choice(plain)
            parts = [p + other + self._part() if chance.random() < 0.6 else p for p in parts]
        return between.join(parts)

    def _laid_out(self, layout: Layout) -> str:
        """A text that can be taken apart as the code does it."""
        chance, parts = self.chance, list(layout.parts)
        if layout.many is not None:
            parts = [layout.many] * chance.choice((0, 1, 1, 2, 2, 3, 4))
        said = [self._said_part(p, layout.between) for p in parts]
        if not layout.start or chance.random() < _OTHER_START:
            return layout.between.join(said)
        # What it begins with may be its first parts.
        first = layout.start.count(layout.between)
        return layout.start + layout.between.join(said[first:])

    def _said_part(self, part: Part, between: str) -> str:
        chance = self.chance
        if part.layout is not None and chance.random() < 0.95:
            return self._laid_out(part.layout)
        if part.is_number and chance.random() < 0.95:
            return self._number()
        if part.known and chance.random() < 0.6:
            return chance.choice(part.known)
        made = self._letters() if chance.random() < 0.5 else self._part()
        return made.replace(between, "") if chance.random() < 0.9 else made

    def _line(self) -> str:
        words = [t for t in self.pool.asked if t.isidentifier()]
        return self._pair(words) if words and self.chance.random() < 0.4 else self._separated()

    def _pair(self, words: Sequence[str]) -> str:
        """A word that the code asks for, and something behind a separator."""
        chance = self.chance
        between = [t for t in self.pool.separators if t.strip()] or [" "]
        values = [self._part, self._number]
        values += [self._moment] * 2 if self.pool.moments else []
        values += [self._fitting] * 2 if self.pool.patterns else []
        blank = " " if chance.random() < 0.5 else ""
        return chance.choice(words) + chance.choice(between) + blank + chance.choice(values)()

    def _fitting(self) -> str:
        """A text in which a pattern finds something; or a few of them, as one that takes a text
        apart with several patterns wants it.
        """
        chance, patterns = self.chance, self.pool.patterns
        count = _FROM_PATTERN if len(patterns) < _MANY else _FROM_EACH_OF_MANY
        if len(patterns) == 1 or chance.random() > _IN_A_ROW:
            return chance.choice(drawn_from(chance.choice(patterns), count))
        made = [drawn_from(chance.choice(patterns), count) for _ in range(chance.choice((1, 2, 3)))]
        parts = [chance.choice(m) for m in made]
        if chance.random() < 0.4:
            parts.insert(chance.randrange(len(parts) + 1), self._part())
        between = [t for t in self.pool.separators if t.isspace()]
        return (chance.choice(between) if between and chance.random() < 0.4 else "").join(parts)

    def _lines(self) -> str:
        """A few lines, mostly of parts between separators."""
        chance = self.chance
        if chance.random() < 0.5:
            return self._rows()
        count = chance.choice((0, 1, 1, 2, 2, 3, 4))
        made = [self._line() if chance.random() < 0.8 else self._part() for _ in range(count)]
        return "\n".join(made)

    def _rows(self) -> str:
        """Lines that are alike: in each column the same kind of thing, mostly; perhaps a head."""
        chance = self.chance
        plain = [t for t in self.pool.separators if t != "\n"] or [" "]
        between = chance.choice(plain)
        makers = [self._number, self._number, self._part, self._letters]
        makers += [self._moment] * 3 if self.pool.moments else []
        columns = [chance.choice(makers) for _ in range(chance.choice((1, 2, 2, 3, 4)))]
        lines = []
        if self.pool.asked and chance.random() < 0.6:
            lines.append(
                chance.choice(self.pool.asked)
                + (self._separated() if chance.random() < 0.5 else "")
            )
        for _ in range(chance.choice((1, 1, 2, 2, 3, 4))):
            made = [c() if chance.random() < 0.93 else self._part() for c in columns]
            lines.append(between.join(made))
        return "\n".join(lines)

    def _moment(self) -> str:
        """A date or time as the code reads it."""
        return self.numbers.moment().strftime(self.chance.choice(self.pool.moments))

    def _json(self) -> str:
        """A JSON object with keys that the code asks for."""
        chance = self.chance
        keys = [t for t in self.pool.asked if t.isidentifier()]
        given = {k: self._plain(k) for k in keys if chance.random() < 0.75}
        return json.dumps(given if chance.random() < 0.95 else list(given.values()))

    def _plain(self, key: str) -> Any:
        """A value of a key in JSON."""
        chance, kind = self.chance, self.chance.random()
        known = [v for v in self.known.get(key, ()) if type(v) in (int, float, str, bool)]
        if known and kind < 0.5:
            return chance.choice(known)
        if kind < 0.75:
            return self.numbers.whole()
        if kind < 0.9:
            return self._part()
        return chance.choice((None, True, False, [], 0.5))

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
        if kind < 0.65 and self.pool.moments:
            return self._moment()
        if kind < 0.75:
            return self._letters()
        if kind < 0.9:
            return self._number()
        return chance.choice((*_BLANKS, "", "-", *self.pool.separators))

    def _regrouped(self, text: str, between: str) -> str:
        """A text with one of its parts twice, away, or at another place."""
        chance, parts = self.chance, text.split(between)
        one, other = chance.randrange(len(parts)), chance.randrange(len(parts))
        kind = chance.random()
        if kind < 0.5:
            parts.insert(other, parts[one])
        elif kind < 0.75:
            del parts[one]
        else:
            parts[one], parts[other] = parts[other], parts[one]
        return between.join(parts)

    def changed(self, text: str) -> str:
        """A text that is a little different."""
        chance = self.chance
        if "\n" in self.pool.separators and chance.random() < 0.25:
            return f"{text}\n{self._line()}"
        if self.pool.separators and text and chance.random() < 0.15:
            return text + chance.choice(self.pool.separators) + self._part()
        between = [t for t in self.pool.separators if t in text]
        if between and chance.random() < 0.25:
            return self._regrouped(text, chance.choice(between))
        words = list(WORDS.finditer(text))
        if len(words) > 1 and chance.random() < 0.3:
            word = chance.choice(words)
            return text[: word.start()] + self._part() + text[word.end() :]
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
def drawn_from(pattern: str, count: int = _FROM_PATTERN, flags: int = 0) -> tuple[str, ...]:
    """Texts in which a regular expression finds something; ("",) if none can be drawn."""
    from hypothesis import strategies

    fitting = strategies.from_regex(re.compile(pattern, flags), fullmatch=True, alphabet=_PLAIN)
    return tuple(dict.fromkeys(drawn(fitting, count))) or ("",)
