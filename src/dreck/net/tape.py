"""Keeps calls of some functions while any Python program runs.

It is put into the program's interpreter, which need not have Dreck, as its ``sitecustomize``; it
imports nothing of ours, and is told by the environment what is wanted. The functions are wrapped
when their module is imported, so that nothing else becomes slower. Of many calls a fair sample is
kept: each is as likely as any other, and those that are not kept cost next to nothing (K.-H. Li,
"Reservoir-Sampling Algorithms of Time Complexity O(n(1 + log(N/n)))", ACM Transactions on
Mathematical Software 20(4), 1994, algorithm L). Arguments are pickled before the call, and what
came of it is told in words.
"""

from __future__ import annotations

import atexit
import base64
import contextlib
import copyreg
import functools
import importlib.abc
import importlib.machinery
import importlib.util
import inspect
import io
import json
import math
import os
import pickle
import random
import re
import sys
import threading
from types import ModuleType
from typing import Any

# The environment variable with the name of a file that says what is wanted, as JSON:
#   out        the folder that every process writes a file to
#   files      for each file the qualified names of the functions wanted; all if empty
#   most       calls of one function that are kept
#   bytes      of one pickled call, at most
WISHES = "DRECK_TAPE"


class _Turns:
    """Which calls of a function are kept: the first ones, then ever fewer."""

    def __init__(self, most: int, dice: random.Random) -> None:
        self.most, self.dice = most, dice
        self.count, self.next = 0, 1
        self._weight = math.exp(math.log(dice.random()) / most)

    def place(self) -> int:
        """The place of the call at hand, and when the next one is kept."""
        if self.count <= self.most:
            place = self.count - 1
            self.next = self.count + 1
            if self.count == self.most:
                self._skip()
            return place
        self._weight *= math.exp(math.log(self.dice.random()) / self.most)
        self._skip()
        return self.dice.randrange(self.most)

    def _skip(self) -> None:
        self.next = self.count + 1 + int(math.log(self.dice.random()) / math.log1p(-self._weight))


class _Tape:
    def __init__(self, wishes: dict[str, Any]) -> None:
        self.wishes = wishes
        self.files = {os.path.realpath(f): names for f, names in wishes["files"].items()}
        self.calls: dict[tuple[str, str, str], list[dict[str, Any]]] = {}
        self.turns: dict[tuple[str, str, str], _Turns] = {}
        self.dice = random.Random(0)
        self.busy = threading.local()

    def wrap_all(self, module: ModuleType, file: str) -> None:
        """Wrap the functions that a module defines."""
        wanted = self.files[file]
        for name, value in list(vars(module).items()):
            if inspect.isfunction(value) and value.__module__ == module.__name__:
                if not wanted or value.__qualname__ in wanted:
                    setattr(module, name, self.wrapped(value, file))
            elif inspect.isclass(value) and value.__module__ == module.__name__:
                self.wrap_class(value, file, wanted)

    def wrap_class(self, cls: type, file: str, wanted: list[str]) -> None:
        """Wrap the methods of a class, and of the classes in it."""
        for name, value in list(vars(cls).items()):
            plain = getattr(value, "__func__", value)
            if not inspect.isfunction(plain):
                continue
            if name.startswith("__") or (wanted and plain.__qualname__ not in wanted):
                continue
            made: Any = self.wrapped(plain, file)
            if isinstance(value, staticmethod | classmethod):
                made = type(value)(made)
            setattr(cls, name, made)

    def wrapped(self, function: Any, file: str) -> Any:
        """A function that keeps some of its calls."""
        key = (file, function.__module__, function.__qualname__)
        try:
            signature = inspect.signature(function)
        except (TypeError, ValueError):
            return function
        kinds = {p.kind for p in signature.parameters.values()}
        kept_apart = (inspect.isgeneratorfunction, inspect.isasyncgenfunction)
        if inspect.Parameter.VAR_POSITIONAL in kinds or any(
            is_one(function) for is_one in kept_apart
        ):
            return function
        turns = self.turns[key] = _Turns(self.wishes["most"], self.dice)

        @functools.wraps(function)
        def tape(*args: Any, **kwargs: Any) -> Any:
            turns.count += 1
            if turns.count < turns.next or getattr(self.busy, "now", False):
                return function(*args, **kwargs)
            call = self.taken(signature, args, kwargs)
            with self.told(key, turns.place(), call) as said:
                result = function(*args, **kwargs)
                said(result)
            return result

        @functools.wraps(function)
        async def awaited(*args: Any, **kwargs: Any) -> Any:
            turns.count += 1
            if turns.count < turns.next or getattr(self.busy, "now", False):
                return await function(*args, **kwargs)
            call = self.taken(signature, args, kwargs)
            with self.told(key, turns.place(), call) as said:
                result = await function(*args, **kwargs)
                said(result)
            return result

        return awaited if inspect.iscoroutinefunction(function) else tape

    def taken(self, signature: Any, args: Any, kwargs: Any) -> str:
        """The arguments of a call, pickled before it can change them; empty if they cannot be."""
        self.busy.now = True  # an object's own pickling is no call worth keeping
        try:
            bound = signature.bind(*args, **kwargs)
            bound.apply_defaults()
            raw = _pickled(tuple(bound.arguments.values()))
        except Exception:  # whatever pickling raises
            return ""
        finally:
            self.busy.now = False
        return base64.b64encode(raw).decode() if len(raw) <= self.wishes["bytes"] else ""

    @contextlib.contextmanager
    def told(self, key: Any, place: int, call: str) -> Any:
        """Keep a call with what comes of it."""
        outcome = "does not end"

        def said(result: Any) -> None:
            nonlocal outcome
            outcome = f"returns {_short(result)}"

        try:
            yield said
        except BaseException as error:
            outcome = f"raises {type(error).__name__}"
            raise
        finally:
            if call:
                self.put(key, place, {"call": call, "outcome": outcome})

    def put(self, key: Any, place: int, call: dict[str, Any]) -> None:
        """Keep a call, in the place of another one where there are enough."""
        kept = self.calls.setdefault(key, [])
        if place < len(kept):
            kept[place] = call
        else:
            kept.append(call)

    def write(self) -> None:
        """Write all that was kept, a line each."""
        path = os.path.join(self.wishes["out"], f"{os.getpid()}.jsonl")
        with open(path, "w", encoding="utf-8") as stream:
            for (file, module, function), calls in self.calls.items():
                for call in calls:
                    head = {"file": file, "module": module, "function": function}
                    seen = self.turns[file, module, function].count
                    stream.write(json.dumps({**head, **call, "of": seen}) + "\n")


def _pickled(values: tuple[Any, ...]) -> bytes:
    """Values as bytes; matches of regular expressions too, which nothing else pickles."""
    stream = io.BytesIO()
    pickler = pickle.Pickler(stream)
    pickler.dispatch_table = {**copyreg.dispatch_table, re.Match: _match_again}
    pickler.dump(values)
    return stream.getvalue()


def _match_again(match: Any) -> Any:
    """How a match is made again: its pattern, asked at the place where it begins."""
    how = (match.re, match.string, match.start(), match.endpos)
    again = re.Pattern.match(*how)
    if again is None or again.regs != match.regs:
        raise pickle.PicklingError("it depends on more than its pattern and text")
    return re.Pattern.match, how


class _Finder(importlib.abc.MetaPathFinder):
    """Finds modules as all others do, and has the tape wrap what it finds."""

    def __init__(self, tape: _Tape) -> None:
        self.tape = tape
        self.asked: set[str] = set()

    def find_spec(self, name: str, path: Any = None, target: Any = None) -> Any:
        """Where a module comes from."""
        if name in self.asked:
            return None
        self.asked.add(name)
        try:
            spec = importlib.util.find_spec(name) if path is None else _spec_in(name, path)
        except (ImportError, ValueError, AttributeError):
            return None
        finally:
            self.asked.discard(name)
        if spec is None or not spec.origin or spec.loader is None:
            return None
        file = os.path.realpath(spec.origin)
        if file in self.tape.files and hasattr(spec.loader, "exec_module"):
            self.wrap(spec.loader, file)
            return spec
        return None

    def wrap(self, loader: Any, file: str) -> None:
        """Have a loader wrap the functions of the module that it runs."""
        run = loader.exec_module

        def exec_module(module: ModuleType) -> None:
            run(module)
            self.tape.wrap_all(module, file)

        loader.exec_module = exec_module


def _spec_in(name: str, path: Any) -> Any:
    for finder in sys.meta_path:
        if not isinstance(finder, _Finder):
            spec = finder.find_spec(name, path)
            if spec is not None:
                return spec
    return None


def _short(value: object) -> str:
    """A result in words; an object is not asked, since that would run the program's own code."""
    if value is not None and type(value) not in (bool, int, float, str, bytes):
        return f"a {type(value).__qualname__}"
    text = repr(value)
    return text if len(text) <= 200 else f"{text[:197]}..."


def _begin() -> None:
    path = os.environ.get(WISHES, "")
    if not path:
        return
    with open(path, encoding="utf-8") as stream:
        wishes = json.load(stream)
    tape = _Tape(wishes)
    sys.meta_path.insert(0, _Finder(tape))
    atexit.register(tape.write)


def _next_sitecustomize() -> None:
    """Run the sitecustomize that this one stands before."""
    here = os.path.dirname(os.path.abspath(__file__))
    others = [p for p in sys.path if os.path.abspath(p or ".") != here]
    spec = importlib.machinery.PathFinder.find_spec("sitecustomize", others)
    if spec is not None and spec.loader is not None:
        spec.loader.exec_module(importlib.util.module_from_spec(spec))


if __name__ == "sitecustomize":
    _begin()
    _next_sitecustomize()
