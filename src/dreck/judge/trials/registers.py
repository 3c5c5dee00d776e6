"""Registers of other modules in which a module enters what it defines.

A second version of a module would be entered twice, and some registers refuse that.
"""

from __future__ import annotations

import sys
from collections.abc import Iterator
from types import ModuleType
from typing import Any


def taken_out(name: str) -> int:
    """Take what a module defines out of the registers that other modules hold: of their lists,
    sets and dicts, and of those that their classes and objects have for attributes.

    Args:
        name: the name of the module.

    Returns:
        How many entries were taken out.
    """
    number = 0
    for register in _registers(name):
        if isinstance(register, dict):
            ours = [k for k, v in register.items() if _is_of(k, name) or _is_of(v, name)]
            for key in ours:
                del register[key]
        else:
            ours = [v for v in register if _is_of(v, name)]
            for value in ours:
                register.remove(value)
        number += len(ours)
    return number


def _registers(name: str) -> Iterator[Any]:
    for home, module in list(sys.modules.items()):
        is_library = home.partition(".")[0] in sys.stdlib_module_names
        if home == name or is_library or not isinstance(module, ModuleType):
            continue
        for value in list(vars(module).values()):
            if type(value) in (dict, list, set):
                yield value
            elif getattr(type(value), "__module__", "") == home or _is_of(value, home):
                inside = getattr(value, "__dict__", {})
                yield from [v for v in inside.values() if type(v) in (dict, list, set)]


def _is_of(value: object, name: str) -> bool:
    return not isinstance(value, str) and getattr(value, "__module__", None) == name
