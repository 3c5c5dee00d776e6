"""Plain classes that only one version has: making one does nothing but bind its name."""

from __future__ import annotations

import ast
import builtins

from ..world.quiet import is_quiet_class, looks_at_classes, looks_at_itself
from ..world.rows import row_classes_of
from ..world.values import enums_of
from .heads import all_in_time, can_be_evaluated, is_inert_definition
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
    """Whether a base is bound in time, and nothing above it forbids deriving from it, as an
    enumeration with members does.
    """
    if not isinstance(base, ast.Name) or not all_in_time([base], node, version):
        return False
    if version.names.is_builtin(base.id):
        found = getattr(builtins, base.id)
        return isinstance(found, type) and issubclass(found, _BASES) and found is not bool
    owners = [s for s in version.tree.body if getattr(s, "name", "") == base.id]
    if len(owners) != 1 or not isinstance(owners[0], ast.ClassDef):
        return False
    owner = owners[0]
    return not owner.keywords and all(_can_be_derived_from(b, owner, version) for b in owner.bases)


def _is_inert(statement: ast.stmt, version: Version) -> bool:
    """Whether a statement in the body of a class only binds a name, and cannot raise."""
    if isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef):
        return is_inert_definition(statement, version)
    if isinstance(statement, ast.Assign | ast.AnnAssign):
        targets = statement.targets if isinstance(statement, ast.Assign) else [statement.target]
        # ``__slots__`` and its like mean something to the class that is made.
        named = all(isinstance(t, ast.Name) and not t.id.startswith("__") for t in targets)
        value = statement.value
        inert = value is None or (
            is_inert(value, enums_of(version.tree), row_classes_of(version.tree))
            and all_in_time([value], statement, version)
        )
        hint = None if isinstance(statement, ast.Assign) else statement.annotation
        hinted = hint is None or (
            all_in_time([hint], statement, version) and can_be_evaluated(hint, version)
        )
        return named and inert and hinted
    return isinstance(statement, ast.Pass | ast.Expr)
