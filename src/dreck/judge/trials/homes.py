"""Where names are from that the texts of inputs use and the module under trial has not."""

from __future__ import annotations

import decimal
import fractions
import pathlib
import re
from collections.abc import Mapping

# Names that the texts of recipes use, and where they come from; modules come from nowhere.
_LIBRARY = {
    "deque": "collections",
    "datetime": "",
    **{
        t.__name__: t.__module__
        for t in (decimal.Decimal, fractions.Fraction, pathlib.PosixPath, pathlib.WindowsPath)
    },
}


def note_homes(homes: Mapping[str, str]) -> None:
    """Keep where names are from that texts of recipes use; of a module an empty text."""
    _LIBRARY.update(homes)


def library_names(text: str) -> dict[str, str]:
    """For each name of the standard library in the text of recipes its module; of a module, an
    empty text.
    """
    words = dict.fromkeys(re.findall(r"(?<![\w.])([A-Za-z_]\w*)(?=[.(])", text))
    return {w: _LIBRARY[w] for w in words if w in _LIBRARY}
