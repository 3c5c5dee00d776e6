"""What a module says itself of operators, of truth and of length, and whether that does anything.

``lock + 1``, ``boat < other``, ``if lock`` and ``len(queue)`` call methods of classes (Python
Language Reference, section 3.3). Where a module has such a method that does more than to answer, a
value of which nothing is declared may be an object of that class.
"""

from __future__ import annotations

import ast
import builtins
from collections.abc import Iterable, Mapping
from functools import lru_cache

from ...outline import all_nodes, nodes_of
from .classes import ANY, acting_attributes
from .names import CACHED, bound_anywhere, names_from

# The methods that each operator, or question, may call.
_METHODS: Mapping[str, tuple[str, ...]] = {
    "<": ("__lt__", "__gt__"),
    ">": ("__gt__", "__lt__"),
    "<=": ("__le__", "__ge__"),
    ">=": ("__ge__", "__le__"),
    "==": ("__eq__", "__ne__"),
    "!=": ("__ne__", "__eq__"),
    "in": ("__contains__", "__iter__", "__getitem__", "__eq__"),
    "not in": ("__contains__", "__iter__", "__getitem__", "__eq__"),
    "+": ("__add__", "__radd__", "__iadd__", "__pos__"),
    "-": ("__sub__", "__rsub__", "__isub__", "__neg__"),
    "*": ("__mul__", "__rmul__", "__imul__"),
    "/": ("__truediv__", "__rtruediv__", "__itruediv__"),
    "//": ("__floordiv__", "__rfloordiv__", "__ifloordiv__"),
    "%": ("__mod__", "__rmod__", "__imod__"),
    "**": ("__pow__", "__rpow__", "__ipow__"),
    "<<": ("__lshift__", "__rlshift__", "__ilshift__"),
    ">>": ("__rshift__", "__rrshift__", "__irshift__"),
    "&": ("__and__", "__rand__", "__iand__"),
    "|": ("__or__", "__ror__", "__ior__"),
    "^": ("__xor__", "__rxor__", "__ixor__"),
    "@": ("__matmul__", "__rmatmul__", "__imatmul__"),
    "~": ("__invert__",),
    "truth": ("__bool__", "__len__"),
    "len": ("__len__",),
    "hash": ("__hash__", "__eq__"),
    "getitem": ("__getitem__", "__missing__"),
    "member": ("__eq__", "__ne__"),
}
_ORDER = frozenset({"__lt__", "__le__", "__gt__", "__ge__"})
# Built-in functions that only answer.
_ASKING = frozenset(
    "len isinstance issubclass hash bool sum any all min max tuple sorted type".split()
)
_QUIET = (
    ast.Return, ast.If, ast.Pass, ast.Name, ast.Constant, ast.Attribute, ast.Compare, ast.BoolOp,
    ast.UnaryOp, ast.BinOp, ast.IfExp, ast.Tuple, ast.Subscript, ast.GeneratorExp, ast.ListComp,
    ast.comprehension, ast.arguments, ast.arg, ast.expr_context, ast.boolop, ast.unaryop, ast.operator,
    ast.cmpop, ast.Call,
)  # fmt: skip


def may_act(operator: str, trees: Iterable[ast.Module]) -> bool:
    """Whether what an operator calls may do something, as some modules define it.

    Args:
        operator: a sign, or ``truth``, ``len``, ``hash``, ``getitem`` or ``member``.
        trees: the modules.
    """
    wanted = _METHODS.get(operator, ())
    return any(not acting_operators(t).isdisjoint(wanted) for t in trees)


@lru_cache(CACHED)
def has_order_of_its_own(tree: ast.Module) -> bool:
    """Whether a class of a module says itself which of two objects is less, and it is not seen that
    it says so of any two (``functools.total_ordering``).
    """
    total = names_from(tree, "functools", "total_ordering")
    for node in nodes_of(tree):
        if isinstance(node, ast.ClassDef):
            orders = any(getattr(s, "name", "") in _ORDER for s in node.body)
            if orders and not any(ast.unparse(d) in total for d in node.decorator_list):
                return True
    return not _ORDER.isdisjoint(acting_operators(tree))


@lru_cache(CACHED)
def acting_operators(tree: ast.Module) -> frozenset[str]:
    """The special methods that a class of a module, or anybody for it, gives a meaning that may do
    something.
    """
    found: set[str] = set()
    answering: set[str] = set()
    wanted = {m for methods in _METHODS.values() for m in methods}
    for node in nodes_of(tree):
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef) and node.name in wanted:
            (answering if _only_answers(node, tree) else found).add(node.name)
        elif isinstance(node, ast.Name | ast.Attribute) and not isinstance(node.ctx, ast.Load):
            name = node.id if isinstance(node, ast.Name) else node.attr
            found |= {name} & wanted  # set to a function that is written elsewhere
        elif isinstance(node, ast.Constant) and isinstance(node.value, str):
            found |= {node.value} & wanted  # set by its text, perhaps
    # What only answers may ask what does not.
    return frozenset(found | answering) if found else frozenset()


def _only_answers(method: ast.FunctionDef | ast.AsyncFunctionDef, tree: ast.Module) -> bool:
    """Whether a method reads, compares and hands back, and nothing else."""
    acting = acting_attributes(tree)
    if method.decorator_list or isinstance(method, ast.AsyncFunctionDef) or ANY in acting:
        return False
    return all(_answers(n, tree, acting) for s in method.body for n in all_nodes(s))


def _answers(node: ast.AST, tree: ast.Module, acting: frozenset[str] | set[str]) -> bool:
    if isinstance(node, ast.Expr):
        return isinstance(node.value, ast.Constant)
    if isinstance(node, ast.Attribute):
        return isinstance(node.ctx, ast.Load) and node.attr not in acting
    if isinstance(node, ast.Subscript):
        return isinstance(node.ctx, ast.Load)
    if isinstance(node, ast.Call):
        called = node.func.id if isinstance(node.func, ast.Name) else ""
        return (
            called in _ASKING and hasattr(builtins, called) and called not in bound_anywhere(tree)
        )
    return isinstance(node, _QUIET)
