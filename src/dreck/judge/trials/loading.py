"""Loading one version of a module, and finding the subject in it."""

from __future__ import annotations

import ast
import contextlib
import importlib
import importlib.machinery
import importlib.util
import inspect
import io
import sys
import types
from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass
from types import CodeType
from typing import Any

from .clock import TooLong, time_limit
from .hints import note_tree
from .registers import taken_out
from .recipes import SHELL, Recipe, Side, Suggested, hollow, instances, the_class

# Seconds a module may take to be imported.
LOAD_SECONDS = 5.0
# Objects that are tried before a shell of the class.
_FIRST_OBJECTS = 6
# Derived classes of which objects are tried as well.
_MOST_DERIVED = 3


class CannotLoad(Exception):
    """The module does not load."""


class CannotCall(Exception):
    """The subject cannot be called on its own."""


@dataclass(frozen=True, slots=True)
class Subject:
    """A callable of one version: the bare function, and the class it belongs to.

    ``takes`` is ``self``, ``class`` or nothing; ``suffix`` is what its name needs to be called.
    """

    function: Callable[..., Any]
    owner: type | None
    takes: str
    suffix: str = ""


def load(
    source: str | ast.Module, path: str, name: str, home: Sequence[str] = (), **extra: Any
) -> Side:
    """Run a module's text as a module of that name.

    Args:
        source: its text or its tree.
        path: the file it is said to stand in.
        name: its dotted name.
        home: the folder of the package that it is, if it is one (:attr:`~dreck.judge.trials.runner.Request.home`).
        **extra: names it has before it is run.

    Raises:
        CannotLoad: the module raised while it was loaded.
    """
    module = _as_imported(path, name, home)
    module.__dict__.update(extra)
    note_tree(vars(module), source)
    sys.modules[name] = module
    try:
        code: CodeType = compile(source, path, "exec", dont_inherit=True)
        with contextlib.redirect_stdout(io.StringIO()), contextlib.redirect_stderr(io.StringIO()):
            with time_limit(LOAD_SECONDS):
                _run(code, module)
    except TooLong as error:
        raise CannotLoad(f"importing {path} did not end within {LOAD_SECONDS:g} s") from error
    except BaseException as error:
        raise CannotLoad(f"importing {path} raises {type(error).__name__}: {error}") from error
    side = Side(module)
    side.keep_state()
    return side


def _as_imported(path: str, name: str, home: Sequence[str]) -> types.ModuleType:
    """An empty module with all that an import tells it of itself: some ask their ``__spec__``."""
    spec = importlib.util.spec_from_file_location(
        name,
        path,
        loader=importlib.machinery.SourceFileLoader(name, path),
        submodule_search_locations=list(home) or None,
    )
    assert spec is not None
    module = importlib.util.module_from_spec(spec)
    if home:
        # What importing a part sets in its package is not set again where the part is loaded.
        for other, part in list(sys.modules.items()):
            package, _, last = other.rpartition(".")
            if package == name and part is not None:
                setattr(module, last, part)
    return module


def _run(code: CodeType, module: types.ModuleType) -> None:
    """Run a module's code; where it fails, for what an import of its file would not meet, again."""
    kept, before = dict(vars(module)), set(sys.modules)
    mends: Iterator[Callable[[], object]] = iter(
        (
            lambda: taken_out(module.__name__),
            lambda: _package_first(module, before),
            lambda: taken_out(module.__name__),
        )
    )
    while True:
        try:
            exec(code, vars(module))
            return
        except TooLong:
            raise
        except Exception:
            if not any(mend() for mend in mends):
                raise
            vars(module).clear()
            vars(module).update(kept)


def _package_first(module: types.ModuleType, before: Collection[str]) -> bool:
    """Where a module and its package import each other, it has to be the package that is imported
    first, as it is for everybody else: what was loaded of it on the way is forgotten.

    Args:
        module: the module.
        before: the names of what was loaded before it was run.
    """
    package = module.__name__.rpartition(".")[0]
    if not package or package in before:
        return False
    top = package.partition(".")[0]
    for name in [n for n in sys.modules if n not in before or n == module.__name__]:
        if name.partition(".")[0] == top:
            del sys.modules[name]
    importlib.import_module(package)
    sys.modules[module.__name__] = module
    return True


def subject_in(side: Side, name: str) -> Subject:
    """The function of that qualified name.

    Raises:
        CannotCall: it is nested in another function, or is not there at run time.
    """
    *owners, last = name.partition("#")[0].split(".")
    if "#" in name:
        raise CannotCall(f"{name} is not the first of its name, so it cannot be called on its own")
    owner: Any = side.module
    for part in owners:
        owner = vars(owner).get(part) if isinstance(owner, type | types.ModuleType) else None
    if owner is None or (owner is not side.module and not isinstance(owner, type)):
        raise CannotCall(f"{name} is nested in another function, so it cannot be called on its own")
    if last not in vars(owner):
        raise CannotCall(f"{name} is not there when the module has run")
    return _bare(vars(owner)[last], owner if isinstance(owner, type) else None, name)


def _bare(found: Any, owner: type | None, name: str) -> Subject:
    if isinstance(found, staticmethod):
        return Subject(found.__func__, owner, "")
    if isinstance(found, classmethod):
        return Subject(found.__func__, owner, "class")
    if isinstance(found, property):
        if found.fget is None:
            raise CannotCall(f"{name} is a property that cannot be read")
        return Subject(found.fget, owner, "self", ".fget")
    if not callable(found):
        raise CannotCall(f"{name} is hidden behind a decorator and cannot be called on its own")
    return Subject(found, owner, "self" if owner is not None and inspect.isfunction(found) else "")


def selves(
    subject: Subject, suggested: Suggested, known: Mapping[str, Sequence[Recipe]]
) -> list[Recipe]:
    """Recipes for the first argument of a method; ``known`` are values for its constructor."""
    assert subject.owner is not None
    if subject.takes == "class":
        return [the_class(subject.owner)]
    built = instances(subject.owner, suggested, known=known)
    # A shell comes early: a constructor may not take anything that is drawn for it.
    found = [*built[:_FIRST_OBJECTS], hollow(subject.owner), *built[_FIRST_OBJECTS:]]
    for derived in derived_of(subject.owner)[:_MOST_DERIVED]:
        found += [*instances(derived, suggested, known=known)[:4], hollow(derived)]
    return found


def derived_of(owner: type) -> list[type]:
    """The classes of the same module that inherit from one, and may override what it asks of
    itself.
    """
    found: list[type] = []
    classes: list[type] = owner.__subclasses__()
    for derived in (c for c in classes if SHELL not in vars(c)):
        found += [derived, *derived_of(derived)] if derived.__module__ == owner.__module__ else []
    return found
