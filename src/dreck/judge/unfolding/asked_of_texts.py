"""Questions about texts, in one way each.

``code[:5] == "lock-"`` asks what ``code.startswith("lock-")`` asks, and so does
``line and line[0] == "#"``; what is found somewhere (``line.find(",") >= 0``,
``line.count(",") > 0``) is in the text. Of what is declared a text, or is taken for one because it
is compared with texts (``as-used``).
"""

from __future__ import annotations

import ast

from ...outline import all_nodes, copied
from ..face.verdict import Assumption, AssumptionKind
from ..face.wording import shortened
from ..world.around import Names
from ..world.constants import whole_number
from ..world.declared import builtin_bases
from ..world.doubts import of_many_kinds_in, spoken_of
from ..world.scope import FunctionNode
from .form_work import FormWork
from .what_is_gone_through import (
    heads_declared,
    heads_of,
    is_awkward,
    is_builtin,
    is_called,
    stores,
)

# What is asked of a number that is -1 or more, or 0 or more, and whether it says that there is one.
_FOUND = {("find", "!=", -1): True, ("find", "==", -1): False, ("find", ">=", 0): True}
_FOUND |= {("find", ">", -1): True, ("find", "<", 0): False}
_FOUND |= {("count", ">", 0): True, ("count", "==", 0): False, ("count", "!=", 0): True}
_FOUND |= {("count", ">=", 1): True, ("count", "<", 1): False}
_SIGNS = {ast.Gt: ">", ast.NotEq: "!=", ast.GtE: ">=", ast.Eq: "==", ast.Lt: "<", ast.LtE: "<="}


def asked_of_texts(
    function: FunctionNode, names: Names
) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
    """A function that asks such questions in one way, and what that rests on; None if it asks none
    in another.
    """
    if not any(isinstance(n, ast.Compare) for n in all_nodes(function)) or is_awkward(function):
        return None
    if any("str" in builtin_bases(t) for t in names.declared.trees):
        return None  # a text of the module's own may begin otherwise
    made = copied(function)
    work = _Work(function, names, _tests(made))
    work.visit(made)
    return work.result(made)


class _Work(FormWork, ast.NodeTransformer):
    def __init__(self, function: FunctionNode, names: Names, tests: set[int]) -> None:
        super().__init__(function, names)
        self.tests = tests

    def visit_BoolOp(self, node: ast.BoolOp) -> ast.AST:
        if isinstance(node.op, ast.And):
            node.values = self._together(node.values, is_test=id(node) in self.tests)
            if len(node.values) == 1:
                return self.visit(node.values[0])  # type: ignore[no-any-return]
        self.generic_visit(node)
        return node

    def visit_Compare(self, node: ast.Compare) -> ast.AST:
        self.generic_visit(node)
        sign = _SIGNS.get(type(node.ops[0])) if len(node.ops) == 1 else None
        if sign is None:
            return node
        end = _end_asked(node) if sign in ("==", "!=") else None
        if end is not None and self._is_text(end[0]):
            return self._asked(node, _method(*end), holds=sign == "==")
        return self._somewhere(node, sign)

    def _together(self, values: list[ast.expr], *, is_test: bool) -> list[ast.expr]:
        """Conditions of which one only sees to it that there is a first or last letter to ask for;
        what is not only asked for its truth may be that very text.
        """
        found: list[ast.expr] = []
        for value in values:
            letter = _letter_asked(value)
            before = found[-1] if found else None
            guarded = before is not None and letter is not None
            guarded = guarded and self._asks_for_any(before, is_test)
            if guarded and before is not None and letter is not None:
                if _asked_of(before) == ast.unparse(letter[0]) and self._is_text(letter[0]):
                    found[-1] = ast.copy_location(_method(*letter), value)
                    self.changed = True
                    continue
            found.append(value)
        return found

    def _asks_for_any(self, test: ast.expr | None, is_test: bool) -> bool:
        """Whether a condition holds where there is anything in something."""
        if test is None or isinstance(test, ast.Name | ast.Attribute):
            return test is not None and is_test
        return bool(_asked_of(test)) and is_builtin("len", self.function, self.names)

    def _somewhere(self, node: ast.Compare, sign: str) -> ast.AST:
        """Whether a text is found in another one."""
        call, number = node.left, whole_number(node.comparators[0])
        method = call.func if isinstance(call, ast.Call) else None
        if not isinstance(call, ast.Call) or not isinstance(method, ast.Attribute):
            return node
        holds = None if number is None else _FOUND.get((method.attr, sign, number))
        asked = call.args[0] if len(call.args) == 1 and not call.keywords else None
        written = isinstance(asked, ast.Constant) and isinstance(asked.value, str)
        if holds is None or asked is None or not written or not self._is_text(method.value):
            return node
        return self._asked(node, ast.Compare(asked, [ast.In()], [method.value]), holds=holds)

    def _asked(self, node: ast.Compare, question: ast.expr, *, holds: bool) -> ast.AST:
        self.changed = True
        found = question if holds else ast.UnaryOp(ast.Not(), question)
        return ast.copy_location(found, node)

    def _is_text(self, asked: ast.expr) -> bool:
        """Whether something is a text by its declaration, or taken for one."""
        if isinstance(asked, ast.Name):
            heads = heads_of(asked.id, self.function, self.names)
            if heads == ["str"] and not stores(asked.id, self.function):
                return True
        elif isinstance(asked, ast.Attribute):
            heads = heads_declared(asked.attr, self.names)
        elif isinstance(asked, ast.Subscript) and isinstance(asked.slice, ast.Constant):
            heads = []
        else:
            return False
        trees = self.names.declared.trees
        spoken = spoken_of(asked)
        if set(heads) - {"str"} or any(spoken in of_many_kinds_in(t) - {""} for t in trees):
            return False
        about = shortened(asked)
        kind = AssumptionKind.AS_DECLARED if heads else AssumptionKind.AS_USED
        self.rest_on(kind, about, f"{about} that is no text")
        return True


def _tests(function: FunctionNode) -> set[int]:
    """The conditions of a function that are only asked for their truth."""
    found: set[int] = set()
    pending: list[ast.expr] = []
    for node in all_nodes(function):
        if isinstance(node, ast.If | ast.While | ast.IfExp | ast.Assert):
            pending.append(node.test)
        elif isinstance(node, ast.comprehension):
            pending += node.ifs
        elif isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
            pending.append(node.operand)
    while pending:
        test = pending.pop()
        found.add(id(test))
        if isinstance(test, ast.BoolOp):
            pending += test.values
    return found


def _end_asked(node: ast.Compare) -> tuple[ast.expr, str, str] | None:
    """What is asked for its beginning or end, as long as what it is compared with: the text, the
    method that asks it, and what for.
    """
    part, written = node.left, _text(node.comparators[0])
    if not written or not isinstance(part, ast.Subscript) or not isinstance(part.slice, ast.Slice):
        return None
    lower, upper = part.slice.lower, part.slice.upper
    first = None if lower is None else whole_number(lower)
    last = None if upper is None else whole_number(upper)
    if part.slice.step is not None:
        return None
    if (lower is None or first == 0) and last == len(written):
        return part.value, "startswith", written
    if upper is None and first == -len(written):
        return part.value, "endswith", written
    return None


def _letter_asked(node: ast.expr) -> tuple[ast.expr, str, str] | None:
    """What is asked for its first or last letter: the text, the method that asks it, and what for."""
    if not isinstance(node, ast.Compare) or len(node.ops) != 1:
        return None
    part, written = node.left, _text(node.comparators[0])
    if not isinstance(node.ops[0], ast.Eq) or not isinstance(part, ast.Subscript):
        return None
    place = whole_number(part.slice)
    if len(written) != 1 or place not in (0, -1):
        return None
    return part.value, "startswith" if place == 0 else "endswith", written


def _asked_of(test: ast.expr) -> str:
    """What a condition asks for having anything in it; an empty text if it asks anything else."""
    if isinstance(test, ast.Name | ast.Attribute):
        return ast.unparse(test)
    if not isinstance(test, ast.Compare) or len(test.ops) != 1:
        return ""
    sign, number = _SIGNS.get(type(test.ops[0])), whole_number(test.comparators[0])
    if is_called(test.left, "len") and (sign, number) in ((">", 0), ("!=", 0), (">=", 1)):
        arguments = test.left.args  # type: ignore[attr-defined]
        return ast.unparse(arguments[0]) if len(arguments) == 1 else ""
    return ast.unparse(test.left) if sign == "!=" and _is_empty(test.comparators[0]) else ""


def _is_empty(node: ast.expr) -> bool:
    return isinstance(node, ast.Constant) and node.value == ""


def _text(node: ast.expr) -> str:
    value = node.value if isinstance(node, ast.Constant) else None
    return value if isinstance(value, str) else ""


def _method(asked: ast.expr, method: str, written: str) -> ast.Call:
    found = ast.Attribute(asked, method, ast.Load())
    return ast.Call(found, [ast.Constant(written)], [])
