"""Reading intended differences from a TOML file.

The file has one table for each of them::

    [[difference]]
    function = "Office.admit"
    when = "boat is None"
    raises = 'LookupError("no boat")'
    why = "a boat that is not there was let in"
"""

from __future__ import annotations

import tomllib
from pathlib import Path
from typing import Any

from ..errors import SettingError, SourceError
from ..intended import Intended

_NEEDED = ("function", "when")
_OUTCOMES = ("raises", "returns")
_MORE = ("why", "file")


def read_intended(path: Path) -> tuple[Intended, ...]:
    """The intended differences of a file, in their order.

    Args:
        path: a TOML file.

    Raises:
        SourceError: the file cannot be read.
        SettingError: it is no TOML, or an entry lacks something or says too much.
    """
    try:
        found = tomllib.loads(path.read_text(encoding="utf-8"))
    except OSError as error:
        raise SourceError(f"{path}: cannot be read ({error.strerror or error})") from error
    except (tomllib.TOMLDecodeError, UnicodeDecodeError) as error:
        raise SettingError(f"{path}: is no TOML ({error})") from error
    entries = found.pop("difference", [])
    if found or not isinstance(entries, list) or not entries:
        more = f"; it has {', '.join(found)}" if found else ""
        raise SettingError(
            f"{path}: give one [[difference]] table for each intended difference{more}"
        )
    return tuple(_entry(path, number, each) for number, each in enumerate(entries, 1))


def _entry(path: Path, number: int, entry: Any) -> Intended:
    where = f"{path}: difference {number}"
    known = (*_NEEDED, *_OUTCOMES, *_MORE)
    strange = [k for k in entry if k not in known]
    if strange:
        raise SettingError(f"{where}: knows no {strange[0]!r}; there are {', '.join(known)}")
    for key, value in entry.items():
        if not isinstance(value, str):
            raise SettingError(f"{where}: {key} must be a text with a Python expression or name")
    lacking = [k for k in _NEEDED if not entry.get(k, "").strip()]
    if lacking:
        raise SettingError(f"{where}: lacks {' and '.join(lacking)}")
    outcomes = [k for k in _OUTCOMES if k in entry]
    if len(outcomes) != 1:
        raise SettingError(f"{where}: give either raises or returns")
    try:
        return Intended(
            entry["function"].replace("::", "."),
            entry["when"],
            outcomes[0],
            entry[outcomes[0]],
            entry.get("why", ""),
            entry.get("file", ""),
        )
    except SettingError as error:
        raise SettingError(f"{where}: {error}") from error
