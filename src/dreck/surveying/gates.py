"""What a check that runs on every change asks of a survey: limits, and no new tangles."""

from __future__ import annotations

import json
from collections import Counter
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from pathlib import Path

from ..errors import SettingError, WriteError
from .measures import MEASURES
from .tangles import Tangle
from .tree import Survey, Surveyed

# What a limit can be set on.
LIMITED = ("cost", *MEASURES)


@dataclass(frozen=True, slots=True)
class Exceeded:
    """A function beyond a limit.

    Attributes:
        function: which one.
        measure: what was limited.
        limit: the highest value allowed.
    """

    function: Surveyed
    measure: str
    limit: float

    def __str__(self) -> str:
        value = self.function.measure(self.measure)
        name = self.measure.replace("_", " ")
        return f"{self.function.target}: {name} {value:g} is above {self.limit:g}"


def exceeded(survey: Survey, limits: Mapping[str, float]) -> list[Exceeded]:
    """The functions beyond some limits, the dearest first.

    Args:
        survey: the functions.
        limits: the highest value allowed, by the name of a measure or ``cost``.

    Raises:
        SettingError: there is no such measure.
    """
    check_measures(limits)
    return [
        Exceeded(each, name, limit)
        for each in survey
        for name, limit in limits.items()
        if each.measure(name) > limit
    ]


def check_measures(names: Mapping[str, float]) -> None:
    """Raise an error for a name that is no measure.

    Raises:
        SettingError: there is no such measure.
    """
    for name in names:
        if name not in LIMITED:
            raise SettingError(f"there is no measure {name!r}: give {', '.join(LIMITED)}")


class Baseline:
    """The tangles that are known already: how many of each kind every function has.

    Args:
        known: counts by function and kind; functions are known by file and name, so that lines
            may move.
    """

    def __init__(self, known: Mapping[str, Mapping[str, int]]) -> None:
        self._known = known

    @classmethod
    def of(cls, survey: Survey) -> Baseline:
        """What a survey finds."""
        return cls(
            {f.target: dict(Counter(t.kind for t in f.tangles)) for f in survey if f.tangles}
        )

    @classmethod
    def read(cls, path: Path) -> Baseline:
        """Read what :meth:`write` wrote.

        Raises:
            SettingError: there is no such file, or something else is in it.
        """
        try:
            data = json.loads(path.read_text(encoding="utf-8"))
        except FileNotFoundError as error:
            raise SettingError(f"{path}: no such baseline; --set-baseline writes one") from error
        except (OSError, ValueError) as error:
            raise SettingError(f"{path}: cannot be read as a baseline ({error})") from error
        functions = data.get("tangles") if isinstance(data, dict) else None
        if not isinstance(functions, dict) or data.get("schema") != "dreck/baseline/1":
            raise SettingError(f"{path}: is no baseline; --set-baseline writes one")
        return cls(functions)

    def write(self, path: Path) -> None:
        """Write it as JSON, a line for each function, so that it can be read in a diff.

        Raises:
            WriteError: the file cannot be written.
        """
        data = {"schema": "dreck/baseline/1", "tangles": dict(sorted(self._known.items()))}
        try:
            path.write_text(json.dumps(data, indent=1, sort_keys=False) + "\n", encoding="utf-8")
        except OSError as error:
            raise WriteError(f"{path}: cannot be written ({error.strerror or error})") from error

    def new(self, survey: Survey) -> Iterator[tuple[Surveyed, Tangle]]:
        """The tangles that are not known: of each kind those beyond the number known, the last
        ones of the function.
        """
        for function in survey:
            left = Counter(self._known.get(function.target, {}))
            for tangle in function.tangles:
                if left[tangle.kind] > 0:
                    left[tangle.kind] -= 1
                else:
                    yield function, tangle
