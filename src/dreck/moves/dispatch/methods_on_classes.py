"""A chain of isinstance tests becomes a method on each class, and a call.

Why it is safe: each class gets the arm that was for it, with the object as ``self``; the arm for all other
objects stays where it was. That no class elsewhere has a method of that name is listed.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator
from dataclasses import dataclass

from ...logic.bindings import assigned_in, bound_in, free_names
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...outline import Function
from ...source.edits import Edit, edited
from ..alike import visible_locals
from ..module_view import ModuleView
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes

_CANNOT_MOVE = (ast.Yield, ast.YieldFrom, ast.Await, ast.Nonlocal, ast.Global, ast.FunctionDef, ast.AsyncFunctionDef, ast.Lambda, ast.ClassDef)
_LEAST_CLASSES = 2


@dataclass(frozen=True, slots=True)
class ClassArm:
    """One arm: the class it is for, and what it does."""

    owner: str
    body: list[ast.stmt]
    line: int


@move
class MethodsOnClasses(ModuleMove):
    """Put the arms of a switch on classes into the classes."""

    on_request = True
    name = "methods-on-classes"
    summary = "A chain of isinstance tests becomes a method on each class, and a call."
    safe_because = "Each class gets its own arm; the arm for all other objects stays where it was."
    since = "0.1"
    EXAMPLES = (
        Example(
            "two classes, and others",
            """
            def fee(vessel, nights: int):
                if isinstance(vessel, Barge):
                    # by its cargo
                    pence = 3 * vessel.cargo
                    return 240 + pence * nights
                elif isinstance(vessel, Tug):
                    return 180 + vessel.power
                else:
                    return 60 * nights


            class Barge:
                pass


            class Tug:
                def __init__(self, power):
                    self.power = power
            """,
            """
            def fee(vessel, nights: int):
                if isinstance(vessel, (Barge, Tug)):
                    return vessel.fee(nights)
                return 60 * nights


            class Barge:
                def fee(self, nights: int):
                    # by its cargo
                    pence = 3 * self.cargo
                    return 240 + pence * nights


            class Tug:
                def __init__(self, power):
                    self.power = power

                def fee(self, nights: int):
                    return 180 + self.power
            """,
            "proved-under",
        ),
    )
    REFUSALS = {
        "never-reached": Refusal(
            "a class is asked for behind one that it is derived from, so its arm is never reached; that may be a mistake",
            """
            def fee(vessel):
                if isinstance(vessel, Barge):
                    return 240
                if isinstance(vessel, Icebreaker):
                    return 0
                return 60


            class Barge: ...
            class Icebreaker(Barge): ...
            """,
        ),
        "name-taken": Refusal(
            "something of these classes is called like the method already; --name LINE=NAME gives another name",
            """
            def fee(vessel):
                if isinstance(vessel, Barge):
                    return 240
                if isinstance(vessel, Tug):
                    return vessel.fee
                return 60


            class Barge: ...
            class Tug: ...
            """,
        ),
        "cannot-move": Refusal(
            "an arm awaits, yields, defines something, or sets the subject anew",
            """
            def fee(vessel):
                if isinstance(vessel, Barge):
                    vessel = vessel.tow
                    return vessel
                if isinstance(vessel, Tug):
                    return 180
                return 60


            class Barge: ...
            class Tug: ...
            """,
        ),
    }

    def look(self, view: ModuleView, function: Function, wishes: Wishes) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for a chain over classes of this module at the start of a function or behind other work."""
        body = function.node.body
        if function.around or id(function.node) in view.owners:
            return
        for index, first in enumerate(body):
            found = _chain(body, index, view)
            if found is None or wishes.line not in (None, first.lineno):
                continue
            subject, arms, otherwise, last = found
            reason = _why_not(view, function, subject, arms)
            if reason is not None:
                yield self.leave(reason, first.lineno)
                return
            name = wishes.wanted(first.lineno, [function.node.name]) or function.node.name
            if name in _asked(view, arms):
                yield self.leave("name-taken", first.lineno)
                return
            yield _site(view, function, subject, arms, otherwise, (first, last), name)
            return


def _chain(body: list[ast.stmt], index: int, view: ModuleView) -> tuple[str, list[ClassArm], list[ast.stmt], ast.stmt] | None:
    """The subject, the arms, what is done for other objects, and the last statement of a chain from a statement on."""
    subject: str | None = None
    arms: list[ClassArm] = []
    position = index
    otherwise: list[ast.stmt] = []
    while position < len(body) and not otherwise:
        node: ast.stmt | None = body[position]
        tested = _tested(node.test, view) if isinstance(node, ast.If) else None
        if tested is None or (subject is not None and tested[0] != subject):
            break
        while isinstance(node, ast.If):
            tested = _tested(node.test, view)
            if tested is None or (subject is not None and tested[0] != subject):
                return None
            if not isinstance(node.body[-1], ast.Return | ast.Raise):
                return None
            subject = tested[0]
            arms.append(ClassArm(tested[1], node.body, node.lineno))
            chained = len(node.orelse) == 1 and isinstance(node.orelse[0], ast.If) and node.orelse[0].col_offset == node.col_offset
            if not chained:
                otherwise = node.orelse
            node = node.orelse[0] if chained else None
        position += 1
    different = len({a.owner for a in arms}) == len(arms)
    if subject is None or len(arms) < _LEAST_CLASSES or not different:
        return None
    return subject, arms, otherwise, body[position - 1]


def _tested(test: ast.expr, view: ModuleView) -> tuple[str, str] | None:
    """The subject and the class of an isinstance test on one class of this module."""
    if not isinstance(test, ast.Call) or not isinstance(test.func, ast.Name) or test.func.id != "isinstance" or len(test.args) != 2:
        return None
    subject, kind = test.args
    classes = {s.name for s in view.tree.body if isinstance(s, ast.ClassDef)}
    known = isinstance(subject, ast.Name) and isinstance(kind, ast.Name) and kind.id in classes and not test.keywords
    return (subject.id, kind.id) if known and isinstance(subject, ast.Name) and isinstance(kind, ast.Name) else None


def _why_not(view: ModuleView, function: Function, subject: str, arms: list[ClassArm]) -> str | None:
    bases = {s.name: [ast.unparse(b) for b in s.bases] for s in view.tree.body if isinstance(s, ast.ClassDef)}
    for position, arm in enumerate(arms):
        above = _above(arm.owner, bases)
        if any(earlier.owner in above for earlier in arms[:position]):
            return "never-reached"
    inside = [n for a in arms for s in a.body for n in ast.walk(s)]
    sets = any(isinstance(n, ast.Name) and n.id == subject and not isinstance(n.ctx, ast.Load) for n in inside)
    special = any(isinstance(n, ast.Name) and n.id in ("super", "locals", "self") for n in inside)
    if sets or special or any(isinstance(n, _CANNOT_MOVE) for n in inside) or subject not in bound_in(function.node):
        return "cannot-move"
    return None


def _above(name: str, bases: dict[str, list[str]]) -> set[str]:
    found: set[str] = set()
    pending = list(bases.get(name, []))
    while pending:
        base = pending.pop()
        if base not in found:
            found.add(base)
            pending += bases.get(base, [])
    return found


def _asked(view: ModuleView, arms: list[ClassArm]) -> set[str]:
    """Words that objects of the module are asked for, or that classes have."""
    found = {n.attr for n in ast.walk(view.tree) if isinstance(n, ast.Attribute)}
    found |= {n.value for n in ast.walk(view.tree) if isinstance(n, ast.Constant) and isinstance(n.value, str)}
    classes = [n for n in ast.walk(view.tree) if isinstance(n, ast.ClassDef)]
    found |= {getattr(s, "name", "") for c in classes for s in c.body}
    return found | {n.id for c in classes for s in c.body for n in ast.walk(s) if isinstance(n, ast.Name) and not isinstance(n.ctx, ast.Load)}


def _site(
    view: ModuleView, function: Function, subject: str, arms: list[ClassArm], otherwise: list[ast.stmt], ends: tuple[ast.stmt, ast.stmt], name: str
) -> ModuleSite:
    local = visible_locals(function)
    used = list(dict.fromkeys(n for a in arms for n in _taken(a.body) if n in local and n != subject))
    signature = ", ".join(["self", *(_annotated(function, n) for n in used)])
    edits = []
    for arm in arms:
        owner = next(s for s in view.tree.body if isinstance(s, ast.ClassDef) and s.name == arm.owner)
        edits.append(_method(view, owner, f"def {name}({signature}):", arm.body, subject))
    classes = ", ".join(a.owner for a in arms)
    first, last = ends
    indent = view.indentation(first.lineno)
    call = f"return {subject}.{name}({', '.join(used)})"
    lines = [f"{indent}if isinstance({subject}, ({classes})):", f"{indent}{view.indent}{call}", *_lines(view, otherwise, indent, None)]
    start, end = view.offsets.line_start(first.lineno), view.offsets.line_start((last.end_lineno or last.lineno) + 1)
    edits.append(Edit(start, end, view.newline.join(lines) + view.newline))
    added = tuple(f"{a.owner}.{name}" for a in arms)
    knows = len(arms)
    why = f"Each class answers for itself by `{name}`; {function.name} no longer knows what {knows} classes do, only their names."
    names = (Proposal(name, f"that is what {function.name} asks", Rank.MEANING),)
    return ModuleSite(first.lineno, why, edited(view.text, edits), (function.name,), added, names)


def _taken(body: list[ast.stmt]) -> list[str]:
    """The names that an arm takes from around it, in the order of the text."""
    inside = ast.Module(body, [])
    own = {n.id for n in ast.walk(inside) if isinstance(n, ast.Name) and not isinstance(n.ctx, ast.Load)}
    first_stores = {n for n in own if _is_set_first(body, n)}
    return [n for n in free_names(inside) if n not in first_stores]


def _is_set_first(body: list[ast.stmt], name: str) -> bool:
    """Whether an arm gives a name a value before it reads it."""
    for statement in body:
        nodes = [n for n in ast.walk(statement) if isinstance(n, ast.Name) and n.id == name]
        if nodes:
            plain = isinstance(statement, ast.Assign) and all(isinstance(t, ast.Name) for t in statement.targets)
            return plain and not any(isinstance(n.ctx, ast.Load) for n in nodes)
    return False


def _annotated(function: Function, name: str) -> str:
    given = next((a for a in (*function.node.args.posonlyargs, *function.node.args.args, *function.node.args.kwonlyargs) if a.arg == name), None)
    plain = given is not None and isinstance(given.annotation, ast.Name) and given.annotation.id in ("int", "str", "bool", "float", "bytes")
    if given is None or given.annotation is None or not plain or name in assigned_in(function.node):
        return name
    return f"{name}: {ast.unparse(given.annotation)}"


def _method(view: ModuleView, owner: ast.ClassDef, head: str, body: list[ast.stmt], subject: str) -> Edit:
    """The edit that puts a method at the end of a class; a lone ``pass`` or ``...`` makes way."""
    same_line = owner.body[0].lineno == owner.lineno
    base = view.indentation(owner.lineno)
    indent = base + view.indent if same_line else view.indentation(owner.body[0].lineno)
    lines = [indent + head, *_lines(view, body, indent + view.indent, subject)]
    text = view.newline.join(lines) + view.newline
    only = owner.body[0] if len(owner.body) == 1 else None
    nothing = isinstance(only, ast.Pass) or (isinstance(only, ast.Expr) and isinstance(only.value, ast.Constant) and only.value.value is ...)
    if only is not None and nothing and same_line:
        start = view.offsets.span(only)[0]
        blanks = len(view.text[:start]) - len(view.text[:start].rstrip(" \t"))
        return Edit(start - blanks, view.offsets.line_start(owner.lineno + 1), view.newline + text)
    if only is not None and nothing and only.lineno not in view.comments:
        return Edit(view.offsets.line_start(only.lineno), view.offsets.line_start(only.lineno + 1), text)
    end = view.end_of(owner.body[-1])
    ends_line = view.text[:end].endswith(("\n", "\r"))
    return Edit(end, end, ("" if ends_line else view.newline) + view.newline + text)


def _lines(view: ModuleView, body: list[ast.stmt], indent: str, subject: str | None) -> list[str]:
    """The lines of some statements, comments included, at another indentation and with ``self`` for the subject."""
    if not body:
        return []
    number = body[0].lineno
    while view.comments.get(number - 1, ("", False))[1]:
        number -= 1
    last = body[-1].end_lineno or body[-1].lineno
    start, end = view.offsets.line_start(number), view.offsets.line_start(last + 1)
    names = [n for s in body for n in ast.walk(s) if isinstance(n, ast.Name) and n.id == subject]
    edits = [Edit(a - start, b - start, "self") for a, b in (view.offsets.span(n) for n in names)]
    text = edited(view.text[start:end], edits)
    old = view.indentation(body[0].lineno)
    return [indent + line.removeprefix(old) if line.strip() else "" for line in text.splitlines()]
