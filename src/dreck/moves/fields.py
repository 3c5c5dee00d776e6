"""What the parts of a row would be called."""

from __future__ import annotations

import ast
from collections.abc import Sequence
from keyword import iskeyword

from ..logic.bindings import parameters
from ..naming.words import singular, words_of
from .alignment import Hole
from .module_view import ModuleView


def field_name(hole: Hole, view: ModuleView) -> str | None:
    """What a part of a row would be called: as it is passed, or as the parameter is called that
    gets it.
    """
    if not hole.around:
        return None
    owner = hole.around[-1]
    if isinstance(owner, ast.keyword):
        return owner.arg
    if isinstance(owner, ast.Call) and owner.func is hole.values[0]:
        return _function_in(hole)
    if (
        isinstance(owner, ast.Call)
        and isinstance(owner.func, ast.Name)
        and owner.func.id in view.functions
    ):
        given = [id(a) for a in owner.args]
        names = [a.arg for a in parameters(view.functions[owner.func.id].node)]
        at = given.index(id(hole.values[0])) if id(hole.values[0]) in given else len(names)
        return names[at] if at < len(names) else None
    if isinstance(owner, ast.Call) and isinstance(owner.func, ast.Name):
        return _field_of_class(hole, owner, view)
    if isinstance(owner, ast.Call) and isinstance(owner.func, ast.Attribute):
        return _of_method(hole, owner, owner.func.attr, view)
    if isinstance(owner, ast.Dict):
        return _key_of(hole, owner)
    if isinstance(owner, ast.Assign) and isinstance(owner.targets[0], ast.Name | ast.Attribute):
        target = owner.targets[0]
        return target.id if isinstance(target, ast.Name) else target.attr
    return _side_of_choice(hole) or _in_arithmetic(hole, owner)


def _side_of_choice(hole: Hole) -> str | None:
    """What a value is called that is handed back where something else holds, or where it does
    not.
    """
    owner = hole.around[-1]
    value: ast.AST = hole.values[0]
    if isinstance(owner, ast.Return) and len(hole.around) > 1:
        owner, value = hole.around[-2], owner
    if not isinstance(owner, ast.IfExp | ast.If):
        return None
    test, opposite = owner.test, isinstance(owner.test, ast.UnaryOp)
    if isinstance(test, ast.UnaryOp) and isinstance(test.op, ast.Not):
        test = test.operand
    said = _last(test)
    bodies = owner.body if isinstance(owner, ast.If) else [owner.body]
    others = owner.orelse if isinstance(owner, ast.If) else [owner.orelse]
    if not said or len(bodies) != 1 or len(others) != 1 or value is owner.test:
        return None
    return f"when_{said}" if (value is bodies[0]) != opposite else "otherwise"


def _function_in(hole: Hole) -> str | None:
    """What all functions of a column say in their names; else what their result is called."""
    names = [words_of(_last(v)) for v in hole.values]
    for end in (-1, 0):
        common = {n[end] for n in names if len(n) > 1}
        if len(common) == 1 and all(len(n) > 1 for n in names):
            word = common.pop()
            return word if word.isidentifier() and not iskeyword(word) else None
    set_ = hole.around[-2] if len(hole.around) > 1 else None
    target = set_.targets[0] if isinstance(set_, ast.Assign) else None
    return target.id if isinstance(target, ast.Name) else None


def _last(node: ast.expr) -> str:
    return node.attr if isinstance(node, ast.Attribute) else getattr(node, "id", "")


def _key_of(hole: Hole, owner: ast.Dict) -> str | None:
    """The key that a value stands under, if that can be a name."""
    keys = [k for k, v in zip(owner.keys, owner.values, strict=True) if v is hole.values[0]]
    key = keys[0].value if keys and isinstance(keys[0], ast.Constant) else None
    fits = isinstance(key, str) and key.isidentifier() and not iskeyword(key)
    return key if fits and isinstance(key, str) and not key.startswith("_") else None


def _of_method(hole: Hole, owner: ast.Call, method: str, view: ModuleView) -> str | None:
    """What an argument is called by all methods of the module that have this name."""
    defined = [
        s
        for c in view.tree.body
        if isinstance(c, ast.ClassDef)
        for s in c.body
        if isinstance(s, ast.FunctionDef | ast.AsyncFunctionDef) and s.name == method
    ]
    if any(s.decorator_list for s in defined):
        return None
    names = {tuple(a.arg for a in parameters(s))[1:] for s in defined}
    places = [i for i, a in enumerate(owner.args) if a is hole.values[0]]
    given = names.pop() if len(names) == 1 else ()
    return given[places[0]] if places and places[0] < len(given) else None


def _field_of_class(hole: Hole, owner: ast.Call, view: ModuleView) -> str | None:
    """The field that an argument fills, of a class of the module whose fields are declared."""
    assert isinstance(owner.func, ast.Name)
    name = owner.func.id
    made = next((s for s in view.tree.body if getattr(s, "name", "") == name), None)
    if not isinstance(made, ast.ClassDef) or any(
        isinstance(s, ast.FunctionDef) and s.name in ("__init__", "__new__") for s in made.body
    ):
        return None
    heads = [ast.unparse(n) for n in (*made.bases, *made.decorator_list)]
    if not any("NamedTuple" in h or "dataclass" in h for h in heads):
        return None
    fields = [
        s.target.id
        for s in made.body
        if isinstance(s, ast.AnnAssign) and isinstance(s.target, ast.Name)
    ]
    places = [i for i, a in enumerate(owner.args) if a is hole.values[0]]
    return fields[places[0]] if places and places[0] < len(fields) else None


def _in_arithmetic(hole: Hole, owner: ast.AST) -> str | None:
    """What a number or text is called that is added, multiplied with or compared."""
    if isinstance(owner, ast.Compare):
        return "limit"
    if not isinstance(owner, ast.BinOp) or not all(
        isinstance(v, ast.Constant | ast.UnaryOp) for v in hole.values
    ):
        return None
    on_left = owner.left is hole.values[0]
    beside = owner.right if on_left else owner.left
    if isinstance(owner.op, ast.Mult):
        if all(ast.unparse(v) in ("1", "0", "-1") for v in hole.values) and any(
            isinstance(v, ast.UnaryOp) for v in hole.values
        ):
            return "sign"
        words = words_of(beside.id if isinstance(beside, ast.Name) else getattr(beside, "attr", ""))
        if words and words[-1] == singular(words[-1]) and _are_shares(hole.values):
            return "share"
        return f"per_{singular(words[-1])}" if words else None
    if isinstance(owner.op, ast.Add | ast.Sub):
        is_text = isinstance(hole.values[0], ast.Constant) and isinstance(hole.values[0].value, str)
        return ("prefix" if on_left else "suffix") if is_text else "base"
    return None


def _are_shares(nodes: Sequence[ast.expr]) -> bool:
    """Whether values are numbers that say how much of a whole is meant."""
    values = [n.value for n in nodes if isinstance(n, ast.Constant)]
    numbers = [v for v in values if isinstance(v, int | float) and 0 <= v <= 1]
    return len(numbers) == len(nodes) and any(0 < v < 1 for v in numbers)
