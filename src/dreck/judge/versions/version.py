"""One version of a module: its text, and what stands in it."""

from __future__ import annotations

import ast
import re
from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property
from pathlib import Path

from ...outline import Function, functions_of, nodes_of
from ..world.around import Names
from ..world.loading import names_around

MODULE = "<module>"


@dataclass(frozen=True)
class Version:
    """One version of a module.

    Attributes:
        path: where it stands, or would stand; imports beside it are found from there.
        text: its text.
        others: modules of the same project in the same state, by dotted name, that are compared
            with it.
        meant: the tree that its text stands for, if another one is to be compared.
        fresh: names that nobody outside can know, because an earlier step of the same work made
            them.
    """

    path: Path
    text: str
    others: Mapping[str, Version] = field(default_factory=dict, compare=False)
    meant: ast.Module | None = field(default=None, compare=False)
    fresh: frozenset[str] = frozenset()

    @cached_property
    def tree(self) -> ast.Module:
        """The parsed text."""
        return self.meant or ast.parse(self.text)

    @cached_property
    def lines(self) -> list[str]:
        """The lines of the text, as the parser counts them."""
        return re.split(r"\r\n|\r|\n", self.text)

    @cached_property
    def functions(self) -> dict[str, Function]:
        """All functions by name."""
        return {f.name: f for f in functions_of(self.tree)}

    @cached_property
    def names(self) -> Names:
        """What the module binds."""
        return names_around(self.tree)

    def mentions(self, word: str, *, in_texts: bool = True) -> bool:
        """Whether a name, attribute or string of the module is this word, or could be a
        built-in.

        Args:
            word: the word.
            in_texts: whether attributes and strings count.
        """
        if Names().is_builtin(word) or word in self.names.shadowing:
            return True
        for node in nodes_of(self.tree):
            found = getattr(node, "id", None)
            if in_texts:
                found = found or getattr(node, "attr", None) or getattr(node, "value", None)
            if isinstance(found, str) and found == word:
                return True
        return False

    def inherits(self, owner: str) -> bool:
        """Whether a class of that qualified name has base classes other than object."""
        for node in nodes_of(self.tree):
            if isinstance(node, ast.ClassDef) and node.name == owner.rpartition(".")[2]:
                if (
                    any(not (isinstance(b, ast.Name) and b.id == "object") for b in node.bases)
                    or node.keywords
                ):
                    return True
        return False


def imported_module(statement: ast.ImportFrom, version: Version) -> str:
    """The dotted name of the module that an import takes names from."""
    if not statement.level:
        return statement.module or ""
    own = module_name(version.path)[0]
    package = own.split(".") if version.path.name == "__init__.py" else own.split(".")[:-1]
    return ".".join(
        [
            *package[: len(package) - statement.level + 1],
            *([statement.module] if statement.module else []),
        ]
    )


def module_name(path: Path) -> tuple[str, str]:
    """The dotted name a file is imported as, and the folder that its import starts from.

    A file in a folder with ``__init__.py`` belongs to that package.
    """
    path = path.resolve()
    parts = [] if path.stem == "__init__" else [path.stem]
    folder = path.parent
    while (folder / "__init__.py").exists() and folder.parent != folder:
        parts.insert(0, folder.name)
        folder = folder.parent
    return ".".join(parts) or path.stem, str(folder)
