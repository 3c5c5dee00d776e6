"""Inputs of one function worth keeping, with what comes of them."""

from __future__ import annotations

import ast
import sys
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from types import MappingProxyType
from typing import Any

from ..trials.recorded import RecordedCalls
from ..trials.processes import end_all
from ..trials.runner import ProcessRunner, Request
from ..versions.version import Version, module_name

# Seconds for one function, on a machine that is busy too.
_SECONDS = 90.0


@dataclass(frozen=True, slots=True)
class Sample:
    """One call, or a few in a row, and what comes of it.

    Attributes:
        setup: lines of Python before the call.
        call: the call as text.
        shape: the same with the names of the parameters in place of the arguments.
        arguments: the arguments of a single call by name, as text; None where there are several
            calls, or arguments without names.
        path: the last decision on its way, in words.
        end: ``returned`` or ``raised``.
        value: what it returns, or all it yields, as text; empty where there is none.
        yields: whether it is a generator.
        awaited: whether it is to be awaited.
        same: the argument that it hands back itself; empty if it does not.
        parts: expressions of ``result`` and their values, where the whole has no text.
        error, args: the class and the arguments of what it raises, as text.
        output: what it prints.
        log: calls of doubles, each as the text of a tuple.
        after: expressions of arguments that it changed, with their values.
        library: names of the standard library that the texts need, with their modules.
    """

    setup: Sequence[str]
    call: str
    shape: str
    arguments: Mapping[str, str] | None
    path: str
    end: str
    value: str = ""
    yields: bool = False
    awaited: bool = False
    same: str = ""
    parts: Mapping[str, str] = field(default_factory=dict)
    error: str = ""
    args: str = ""
    output: str = ""
    log: Sequence[str] = ()
    after: Mapping[str, str] = field(default_factory=dict)
    library: Mapping[str, str] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Samples:
    """The inputs chosen for one function.

    Attributes:
        function: its qualified name.
        module: the dotted name of its module.
        cases: the inputs.
        why_none: why there is none; empty if there is one.
        branches, missed: how many branches it has, and those that no input takes, in words.
        planted, caught: faults that some input notices, and those that the chosen ones do.
        used: names of the module that the texts need; ``modules`` those of the standard library.
        unsteady: what of clock, today and dice stood still.
    """

    function: str
    module: str
    cases: tuple[Sample, ...] = ()
    why_none: str = ""
    branches: int = 0
    missed: tuple[str, ...] = ()
    planted: int = 0
    caught: int = 0
    used: tuple[str, ...] = ()
    modules: tuple[str, ...] = ()
    unsteady: tuple[str, ...] = ()


def samples(
    version: Version,
    function: str,
    calls: Sequence[str] = (),
    modules: Sequence[str] = (),
    usual: Mapping[str, Sequence[str]] = MappingProxyType({}),
    python: str = sys.executable,
) -> Samples:
    """Choose the fewest inputs that reach every branch and notice every fault that any notices.

    Args:
        version: the module.
        function: the function's qualified name.
        calls: pickled arguments of recorded calls, which go before others.
        modules: the names under which the module was imported when they were recorded.
        usual: for names of parameters, attributes and keys the values that the project gives them,
            as Python text; an input is written with these where they do as well.
        python: the interpreter that runs the function.
    """
    module, root = module_name(version.path)
    is_async = isinstance(version.functions[function].node, ast.AsyncFunctionDef)
    path, text = str(version.path), version.text
    both = ((path, path), (text, text))
    request = Request(*both, module, (root,), function, sampling=True, usual=usual)
    recorded = RecordedCalls({function: list(calls)}, list(modules))
    runner = ProcessRunner(_SECONDS, recorded=recorded, python=python)
    found = runner.run(request)
    if found["outcome"] != "sampled":
        return Samples(function, module, why_none=found.get("why", "it differs from itself"))
    return Samples(
        function,
        module,
        tuple(_sample(c, is_async=is_async) for c in found["cases"]),
        "" if found["cases"] else "nothing that comes of its calls can be written down",
        found["branches"],
        tuple(found["missed"]),
        found["planted"],
        found["caught"],
        tuple(found["used"]),
        tuple(found["modules"]),
        tuple(found["unsteady"]),
    )


def stop_sampling() -> None:
    """End what is being sampled in other threads."""
    end_all()


def _sample(told: Mapping[str, Any], *, is_async: bool) -> Sample:
    return Sample(
        tuple(told["setup"]),
        told["call"],
        told.get("shape", ""),
        told["arguments"],
        told["id"],
        told["end"],
        told.get("value", ""),
        told.get("kind") == "yields",
        is_async and told.get("kind") != "yields",
        told.get("same", ""),
        told.get("parts", {}),
        told.get("error", ""),
        told.get("args", ""),
        told["output"],
        tuple(told["log"]),
        told["after"],
        told["library"],
    )
