"""Which of a module's regular expressions a function's match can be of: that has the groups that are
asked for.
"""

from __future__ import annotations

import ast
import re
from collections.abc import Iterable, Mapping
from types import ModuleType

from ...outline import all_nodes

_ASKING = frozenset({"group", "start", "end", "span"})


def patterns_of(module: ModuleType, functions: Iterable[ast.AST]) -> Mapping[str, re.Pattern[str]]:
    """The regular expressions of texts that names of a module stand for, as far as they have all
    groups that some functions ask matches for, and just as many as are taken apart.

    Args:
        module: the module, loaded.
        functions: what is done with matches.
    """
    asked: set[int | str] = set()
    counts: set[int] = set()
    for node in (n for f in functions for n in all_nodes(f)):
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute):
            if node.func.attr in _ASKING:
                given = [a.value for a in node.args if isinstance(a, ast.Constant)]
                asked |= {v for v in given if isinstance(v, int | str)}
        elif isinstance(node, ast.Assign) and isinstance(node.targets[0], ast.Tuple):
            value = node.value
            if isinstance(value, ast.Call) and ast.unparse(value.func).endswith(".groups"):
                counts.add(len(node.targets[0].elts))
    found = {n: v for n, v in vars(module).items() if isinstance(v, re.Pattern)}
    return {
        n: p
        for n, p in found.items()
        if isinstance(p.pattern, str) and _has_all(p, asked) and counts <= {p.groups}
    }


def _has_all(pattern: re.Pattern[str], asked: Iterable[int | str]) -> bool:
    return all(
        g in pattern.groupindex if isinstance(g, str) else g <= pattern.groups for g in asked
    )
