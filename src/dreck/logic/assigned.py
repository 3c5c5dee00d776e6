"""Which names a piece of code may give another value."""

from __future__ import annotations

import libcst as cst

from .conditions import names_in


def assigned_names(node: cst.CSTNode) -> set[str]:
    """The names that a node binds anywhere inside (a store to an attribute or item binds none)."""
    finder = _Stores()
    node.visit(finder)
    return finder.names


def shared_names(function: cst.FunctionDef) -> frozenset[str]:
    """The names that a function shares with functions inside it, or with the world around it."""
    finder = _Shared()
    function.body.visit(finder)
    return frozenset(finder.names)


class _Shared(cst.CSTVisitor):
    def __init__(self) -> None:
        self.names: set[str] = set()

    def _inner(self, node: cst.CSTNode) -> bool:
        self.names |= names_in(node)
        return False

    def visit_FunctionDef(self, node: cst.FunctionDef) -> bool:
        return self._inner(node)

    def visit_Lambda(self, node: cst.Lambda) -> bool:
        return self._inner(node)

    def visit_ClassDef(self, node: cst.ClassDef) -> bool:
        return self._inner(node)

    def visit_GeneratorExp(self, node: cst.GeneratorExp) -> bool:
        return self._inner(node)

    def visit_Global(self, node: cst.Global) -> None:
        self.names |= {item.name.value for item in node.names}

    def visit_Nonlocal(self, node: cst.Nonlocal) -> None:
        self.names |= {item.name.value for item in node.names}


class _Stores(cst.CSTVisitor):
    def __init__(self) -> None:
        self.names: set[str] = set()

    def _store(self, target: cst.CSTNode) -> None:
        if isinstance(target, cst.Tuple | cst.List):
            for element in target.elements:
                self._store(element.value)
        elif isinstance(target, cst.Name):
            self.names.add(target.value)

    def visit_AssignTarget(self, node: cst.AssignTarget) -> None:
        self._store(node.target)

    def visit_AugAssign(self, node: cst.AugAssign) -> None:
        self._store(node.target)

    def visit_AnnAssign(self, node: cst.AnnAssign) -> None:
        self._store(node.target)

    def visit_For(self, node: cst.For) -> None:
        self._store(node.target)

    def visit_NamedExpr(self, node: cst.NamedExpr) -> None:
        self._store(node.target)

    def visit_AsName(self, node: cst.AsName) -> None:
        self._store(node.name)

    def visit_Del(self, node: cst.Del) -> None:
        self._store(node.target)

    def visit_Nonlocal(self, node: cst.Nonlocal) -> None:
        self.names |= {item.name.value for item in node.names}

    def visit_MatchAs(self, node: cst.MatchAs) -> None:
        if node.name is not None:
            self._store(node.name)
