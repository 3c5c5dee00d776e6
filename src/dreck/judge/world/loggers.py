"""Loggers that a module makes for itself."""

from __future__ import annotations

import ast
from functools import lru_cache

from .names import CACHED, declared_global, names_from, single_target

# The methods by which a logger writes (The Python Standard Library, logging).
LOGGING = frozenset({"debug", "info", "warning", "error", "exception", "critical", "log"})


@lru_cache(CACHED)
def loggers_of(tree: ast.Module) -> frozenset[str]:
    """The names that a module binds to what ``logging.getLogger`` gives."""
    makers = names_from(tree, "logging", "getLogger")
    found = set()
    for statement in tree.body:
        name = single_target(statement)
        value = statement.value if isinstance(statement, ast.Assign) else None
        made = isinstance(value, ast.Call) and ast.unparse(value.func) in makers
        if name is not None and made and name not in declared_global(tree):
            found.add(name)
    return frozenset(found)
