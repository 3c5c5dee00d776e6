"""Plain classes that only one version has: making one does nothing but bind its name."""

from __future__ import annotations

import ast
import builtins

from ..world.quiet import is_quiet_class, looks_at_classes, looks_at_itself
from ..world.rows import row_classes_of
from ..world.values import enums_of
from .heads import all_in_time, is_inert_definition
from .left_out import is_inert, is_new_record
from .version import Version

# Built-in classes that others may be derived from.
_BASES = (BaseException, dict, list, set, str, int, float, tuple, object)


def is_new_class(statement: ast.stmt, version: Version, other: Version) -> bool:
    """Whether a statement only defines a class that the other version never mentions, and making
    that class does nothing and raises nothing.

    Args:
        statement: stands at the top of the version.
        version: has it.
        other: lacks it.
    """
    if is_new_record(statement, version, other):
        return True
    if not isinstance(statement, ast.ClassDef) or other.mentions(statement.name):
        return False
    if statement.decorator_list or statement.keywords or len(statement.bases) > 1:
        return False
    if any(
        looks(v.tree) for v in (version, other) for looks in (looks_at_classes, looks_at_itself)
    ):
        return False
    return (
        is_quiet_class(statement, version.tree)
        and all(_can_be_derived_from(b, statement, version) for b in statement.bases)
        and all(_is_inert(s, version) for s in statement.body)
    )


def _can_be_derived_from(base: ast.expr, node: ast.ClassDef, version: Version) -> bool:
    if not isinstance(base, ast.Name) or not all_in_time([base], node, version):
        return False
    if version.names.is_builtin(base.id):
        found = getattr(builtins, base.id)
        return isinstance(found, type) and issubclass(found, _BASES) and found is not bool
    owners = [s for s in version.tree.body if getattr(s, "name", "") == base.id]
    return len(owners) == 1 and isinstance(owners[0], ast.ClassDef)


def _is_inert(statement: ast.stmt, version: Version) -> bool:
    """Whether a statement in the body of a class only binds a name, and cannot raise."""
    if isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef):
        return is_inert_definition(statement, version)
    if isinstance(statement, ast.Assign | ast.AnnAssign):
        targets = statement.targets if isinstance(statement, ast.Assign) else [statement.target]
        value = statement.value
        named = all(isinstance(t, ast.Name) for t in targets)
        inert = value is None or (
            is_inert(value, enums_of(version.tree), row_classes_of(version.tree))
            and all_in_time([value], statement, version)
        )
        hinted = isinstance(statement, ast.Assign) or all_in_time(
            [statement.annotation], statement, version
        )
        return named and inert and hinted
    return isinstance(statement, ast.Pass | ast.Expr)
