"""Private functions that are another thing now, together with all that calls them.

What nobody outside may call is judged by what those do that call it: the new one is compared as if
it had another name, so that the old one is gone, and the callers call something new.
"""

from __future__ import annotations

import ast
import io
import os
import re
import tokenize
from collections.abc import Sequence
from dataclasses import replace
from itertools import accumulate
from pathlib import Path

from ...outline import all_nodes, nodes_of
from .version import Version, module_name

# Files beside a module that are looked through, and folders that hold none of a project's own.
_MOST_FILES = 5000
_NOT_OURS = frozenset({"__pycache__", "node_modules", "build", "dist", "venv", "site-packages"})


def called_otherwise(before: Version, after: Version, names: list[str]) -> Version | None:
    """The new version with another name for private functions that it has in place of old ones.

    Args:
        before: the old version.
        after: the new one.
        names: the qualified names of the functions.

    Returns:
        None if one of them is not private, or is also meant by something that is no plain call of
        it.
    """
    for name in names:
        word = name.rpartition(".")[2]
        if not _is_private(name) or not all(_is_only(word, v) for v in (before, after)):
            return None
        renamed = _renamed(after, word, other_name(word, before, after))
        if renamed is None:
            return None
        after = renamed
    return after


def other_name(word: str, before: Version, after: Version) -> str:
    """A name that neither version has anywhere."""
    new = f"{word}_"
    while new in before.text or new in after.text:
        new += "_"
    return new


def used_beside(before: Version, after: Version, names: Sequence[str]) -> bool:
    """Whether a file beside a module may use one of its private functions: it has the word, and for
    a function that stands in no class the name of the module too. A file that defines the word
    itself, and does not import the module, means its own. Also if there are too many to look.
    """
    own = {before.path.resolve(), after.path.resolve()}
    dotted, folder = module_name(before.path)
    module = dotted.rpartition(".")[2]
    wanted = [(n.rpartition(".")[2], "" if "." in n else module) for n in names]
    looked_at = 0
    for place, inside, files in os.walk(folder):
        inside[:] = [d for d in inside if not d.startswith(".") and d not in _NOT_OURS]
        for file in files:
            path = Path(place, file)
            if path.suffix != ".py" or path in own:
                continue
            looked_at += 1
            if looked_at > _MOST_FILES:
                return True
            text = path.read_text("utf-8", "replace")
            words = set(re.findall(r"\w+", text))
            imports = re.search(rf"\b(?:import|from)\b[^\n]*\b{module}\b", text)
            for word, needs in wanted:
                is_its_own = imports is None and re.search(rf"\bdef {word}\b", text)
                if word in words and not is_its_own and (not needs or needs in words):
                    return True
    return False


def _is_private(name: str) -> bool:
    last = name.rpartition(".")[2]
    return last.startswith("_") and not last.startswith("__") and name.isascii() and "#" not in name


def _is_only(word: str, version: Version) -> bool:
    """Whether a word means one function of a version everywhere, and others call it there."""
    named = [f for n, f in version.functions.items() if n.rpartition(".")[2] == word]
    if len(named) != 1:
        return False
    own = {id(n) for n in all_nodes(named[0].node)}
    called = False
    for node in nodes_of(version.tree):
        given = getattr(node, "arg", None), getattr(node, "asname", None)
        if word in given or (isinstance(node, ast.alias) and word in node.name.split(".")):
            return False
        if isinstance(node, ast.Name | ast.Attribute):
            said = node.id if isinstance(node, ast.Name) else node.attr
            if said == word and not isinstance(node.ctx, ast.Load):
                return False
            called = called or (said == word and id(node) not in own)
        if isinstance(node, ast.Global | ast.Nonlocal) and word in node.names:
            return False
        if isinstance(node, ast.Constant) and isinstance(node.value, str):
            if re.search(rf"\b{re.escape(word)}\b", node.value):
                return False
    return called


def _renamed(version: Version, word: str, new: str) -> Version | None:
    if version.meant is not None:
        return None
    try:
        tokens = list(tokenize.generate_tokens(io.StringIO(version.text).readline))
    except (tokenize.TokenError, IndentationError):
        return None
    starts = list(accumulate(map(len, io.StringIO(version.text).readlines()), initial=0))
    text, said = version.text, re.compile(rf"\b{re.escape(word)}\b")
    for token in reversed(tokens):
        # a text made of others is one token; its own words were looked at
        if token.string == word or (token.type == tokenize.STRING and said.search(token.string)):
            (row, column), (last_row, last_column) = token.start, token.end
            start, end = starts[row - 1] + column, starts[last_row - 1] + last_column
            text = text[:start] + said.sub(new, token.string) + text[end:]
    return replace(version, text=text)
