"""Defaults from ``[tool.dreck]`` in the nearest pyproject.toml.

The keys are the long options without their dashes: ``strict``, ``no-run``, ``max-steps``, ``jobs``,
``only``, ``skip``, ``until`` (a table of measures), ``reach``, ``brief``, ``tests`` (true, or the
command that runs them), ``python`` (the project's interpreter), ``budget`` (seconds that inputs are
searched for), ``gate`` (a table of measures) and ``baseline`` (a file) of the survey; and
``naming.command``, a list with a program and its arguments that proposes names. What is given on
the command line goes before.
"""

from __future__ import annotations

import tomllib
from pathlib import Path
from typing import Any

from ..errors import SettingError

_FILE = "pyproject.toml"
_KINDS: dict[str, type | tuple[type, ...]] = {
    "strict": bool,
    "no-run": bool,
    "brief": bool,
    "max-steps": int,
    "jobs": int,
    "only": list,
    "skip": list,
    "until": dict,
    "naming": dict,
    "reach": str,
    "tests": (bool, str),
    "python": str,
    "budget": (int, float),
    "gate": dict,
    "baseline": str,
}
# Options that are not called like their keys.
_OPTIONS = {"naming": "naming_command", "gate": "gates"}
# Which commands know which keys.
_COMMANDS = {
    "untangle": tuple(k for k in _KINDS if k not in ("gate", "baseline", "budget")),
    "report": ("strict", "no-run", "reach", "tests", "python"),
    "anatomy": ("tests",),
    "survey": ("gate", "baseline"),
    "vouch": ("strict", "no-run", "python", "budget"),
    "net": ("tests",),
    "pin": ("tests",),
}


def defaults() -> dict[str, dict[str, Any]]:
    """The defaults of each command's options, as click wants them.

    Raises:
        SettingError: the file cannot be read, or has a key or value that means nothing.
    """
    path = _nearest(Path.cwd())
    found = {} if path is None else _read(path)
    values = {key: _as_option(key, value) for key, value in found.items()}
    for key in ("baseline", "python"):  # a file is named as seen from the settings
        if path is not None and key in values and (key == "baseline" or "/" in values[key]):
            values[key] = str(path.parent / values[key])
    options = {
        command: {
            _OPTIONS.get(key, key.replace("-", "_")): values[key] for key in keys if key in values
        }
        for command, keys in _COMMANDS.items()
    }
    for known in options.values():
        if isinstance(known.get("tests"), str):  # a command, and that it is to run
            known["test_command"], known["tests"] = known["tests"], True
    return options


def _nearest(folder: Path) -> Path | None:
    """The first pyproject.toml from a folder upwards."""
    return next((f / _FILE for f in (folder, *folder.parents) if (f / _FILE).is_file()), None)


def _read(path: Path) -> dict[str, Any]:
    try:
        found = tomllib.loads(path.read_text(encoding="utf-8")).get("tool", {}).get("dreck", {})
    except (OSError, ValueError) as error:
        raise SettingError(f"{path}: cannot be read ({error})") from error
    for key, value in found.items():
        if key not in _KINDS:
            raise SettingError(
                f"{path}: [tool.dreck] has no key {key!r}; it may have {', '.join(_KINDS)}"
            )
        is_truth = isinstance(value, bool) and _KINDS[key] in (int, (int, float))
        if not isinstance(value, _KINDS[key]) or is_truth:
            raise SettingError(f"{path}: {key} is {value!r}; give {_words(key)}")
    command = found.get("naming", {}).get("command", [])
    if (
        set(found.get("naming", {})) - {"command"}
        or not isinstance(command, list)
        or not all(isinstance(c, str) for c in command)
    ):
        raise SettingError(f'{path}: naming is {found["naming"]!r}; give {_words("naming")}')
    return dict(found)


def _words(key: str) -> str:
    kinds = {
        bool: "true or false",
        int: "a number",
        list: "a list of moves",
        str: "inside, beside or across" if key == "reach" else "the name of a file",
        (int, float): "a number of seconds above 0",
        dict: "a table like {nesting = 2}",
    }
    if key == "naming":
        return 'a table like {command = ["python", "names.py"]}'
    if key == "tests":
        return 'true, false or a command, as in "python -m pytest"'
    return kinds[_KINDS[key]]


def _as_option(key: str, value: Any) -> Any:
    """A value in the form in which the command line would give it."""
    if key in ("only", "skip"):
        return [",".join(map(str, value))]
    if key == "naming":
        return value.get("command", [])
    if key in ("until", "gate"):
        return [f"{name}={number}" for name, number in value.items()]
    return value
