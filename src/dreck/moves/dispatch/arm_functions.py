"""The arms of a chain become functions of their own, all called alike, which a table can then hold.

Why it is safe: each function is an arm as it was; it gets the names that the arms read, and gives
back what
they gave back.
"""

from __future__ import annotations

import ast
import copy
import keyword
import re
from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass

from ...logic.bindings import parameters
from ...naming.blocks import Block, proposals
from ...outline import Function, all_nodes
from ...source.edits import Edit, edited
from ..alike import visible_locals
from ..arm_bodies import (
    giving_back,
    leaves_loop,
    names_set,
    result_of,
    set_for_others,
    used_elsewhere,
)
from ..chains import Chain, KindArm, chains_of
from ..on_classes.chains import annotated, is_private, moved_lines, taken
from ..home import Home
from ..module_view import ModuleView
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes

_LEAST_ARMS = 3
# So many arms that do the same are no accident.
_FEW = 2
_NOT_ALONE = (
    ast.Yield,
    ast.YieldFrom,
    ast.Await,
    ast.Nonlocal,
    ast.Global,
    ast.FunctionDef,
    ast.AsyncFunctionDef,
    ast.Lambda,
    ast.ClassDef,
    ast.NamedExpr,
    ast.Delete,
)
_SIGNS = {"+": "_plus", "-": "_minus"}


@move
class ArmFunctions(ModuleMove):
    """Put each arm into a function."""

    name = "arm-functions"
    summary = "Arms of a chain become functions, all called alike; lookup-table can then hold them."
    safe_because = (
        "Each function is an arm as it was, with the names that the arms read as its parameters."
    )
    since = "0.1"
    opens = ("lookup-table",)
    EXAMPLES = (
        Example(
            "arms of several statements",
            """
            def enter(kind: str, boat, log):
                if kind == "barge":
                    # one gate after the other
                    boat.wait(12)
                    log.append(boat)
                    return boat.length * 3
                elif kind in ("narrowboat", "butty"):
                    return boat.length
                elif kind == "tug":
                    if boat.tows:
                        return 0
                    return boat.power
                raise LookupError(kind)
            """,
            """
            def enter(kind: str, boat, log):
                if kind == "barge":
                    return enter_barge(boat, log)
                elif kind in ("narrowboat", "butty"):
                    return enter_narrowboat(boat, log)
                elif kind == "tug":
                    return enter_tug(boat, log)
                raise LookupError(kind)


            def enter_barge(boat, log):
                # one gate after the other
                boat.wait(12)
                log.append(boat)
                return boat.length * 3


            def enter_narrowboat(boat, log):
                return boat.length


            def enter_tug(boat, log):
                if boat.tows:
                    return 0
                return boat.power
            """,
        ),
        Example(
            "methods that set one name",
            """
            class Desk:
                def fee(self, kind: str, nights: int):
                    match kind:
                        case "barge":
                            base = self.base * 2
                            pence = base + nights
                        case "tug":
                            pence = self.base
                        case "raft":
                            self.note(kind)
                            pence = 0
                        case _:
                            pence = 60
                    return pence * nights
            """,
            """
            class Desk:
                def fee(self, kind: str, nights: int):
                    match kind:
                        case "barge":
                            pence = self._fee_barge(kind, nights)
                        case "tug":
                            pence = self._fee_tug(kind, nights)
                        case "raft":
                            pence = self._fee_raft(kind, nights)
                        case _:
                            pence = 60
                    return pence * nights

                def _fee_barge(self, kind: str, nights: int):
                    base = self.base * 2
                    return base + nights

                def _fee_tug(self, kind: str, nights: int):
                    return self.base

                def _fee_raft(self, kind: str, nights: int):
                    self.note(kind)
                    return 0
            """,
            "proved-under",
        ),
    )
    REFUSALS = {
        "cannot-move": Refusal(
            "an arm leaves a loop, yields, awaits, defines something, or sets names that are used behind the chain",
            """
            def enter(kind: str, boats):
                for boat in boats:
                    if kind == "barge":
                        boat.wait(12)
                        continue
                    elif kind == "tug":
                        boat.wait(3)
                        continue
                    elif kind == "raft":
                        continue
                    boat.enter()
            """,
        ),
        "alike": Refusal(
            "the arms do the same with other values, so that functions of them would be copies",
            """
            def enter(kind: str, boat):
                if kind == "barge":
                    boat.wait(12)
                    boat.tie("stern")
                elif kind == "tug":
                    boat.wait(3)
                    boat.tie("bow")
                elif kind == "raft":
                    boat.wait(1)
                    boat.tie("middle")
            """,
        ),
        "name-taken": Refusal(
            "a name that a new function would get is taken; --name PROPOSED=NAME gives another",
            """
            def enter(kind: str, boat):
                if kind == "barge":
                    boat.wait(12)
                    return 3
                elif kind == "tug":
                    return 2
                elif kind == "raft":
                    return 1


            def enter_tug(): ...
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for chains with an arm of several statements."""
        if function.around:
            return
        for chain in chains_of(function.node):
            line = chain.statements[0].lineno
            if len(chain.arms) < _LEAST_ARMS or wishes.line not in (None, line):
                continue
            long = any(len(a.body) > 1 for a in chain.arms)
            if not long and not _differ(chain):
                continue  # a table can hold them as they are, or nothing can
            plan = _planned(view, function, chain)
            if not isinstance(plan, str) and _do_the_same(chain):
                plan = "alike"
            found = plan if isinstance(plan, str) else _site(view, function, chain, plan, wishes)
            if isinstance(found, ModuleSite):
                yield found
            elif long and found is not None:
                yield self.leave(found, line)


@dataclass(frozen=True, slots=True)
class _Plan:
    """What all functions take, how they are called, and what they give back.

    Attributes:
        parameters: the names that the arms read.
        this: what the method calls its object, if the arms become methods.
        result: the name that is set to what comes back; an empty text if that is returned, None if
            nothing comes back.
    """

    parameters: list[str]
    this: str | None
    result: str | None


def _planned(view: ModuleView, function: Function, chain: Chain) -> _Plan | str:
    bodies = [a.body for a in chain.arms]
    inside = [n for b in bodies for s in b for n in all_nodes(s)]
    local = visible_locals(function)
    special = any(
        isinstance(n, ast.Name) and n.id in ("super", "locals", "vars", "__class__") for n in inside
    )
    if special or any(isinstance(n, _NOT_ALONE) for n in inside) or any(map(leaves_loop, bodies)):
        return "cannot-move"
    result = result_of(function, bodies)
    if result == "?" or set_for_others(function, bodies, result):
        return "cannot-move"
    order = [a.arg for a in parameters(function.node)]
    own = {n for b in bodies for n in names_set(b)} - used_elsewhere(function, bodies)
    read = list(dict.fromkeys(n for b in bodies for n in taken(b) if n in local - own))
    read.sort(key=lambda n: order.index(n) if n in order else len(order))
    this = view.instance_of(function)
    this = this if this in read else None
    if this is None and any(map(is_private, inside)):
        return "cannot-move"  # outside the class it would mean something else
    return _Plan([n for n in read if n != this], this, result)


def _site(
    view: ModuleView, function: Function, chain: Chain, plan: _Plan, wishes: Wishes
) -> ModuleSite | str | None:
    """The place with its new functions, the reason against it, or None where all arms are calls
    already.
    """
    line = chain.statements[0].lineno
    names: list[str] = []
    arms = [a for a in chain.arms if not _is_called_alike(view, function, a, plan)]
    for arm in arms:
        proposed = _name(Home(view, function, plan.this), arm, set(names))
        names.append(wishes.wanted(arm.line, [proposed]) or proposed)
    if not arms:
        return None
    if (
        len(set(names)) < len(names)
        or set(names) & view.words
        or not all(n.isidentifier() and not keyword.iskeyword(n) for n in names)
    ):
        return "name-taken"
    given = ", ".join(plan.parameters)
    signature = ", ".join(
        [*([plan.this] if plan.this else []), *(annotated(function, n) for n in plan.parameters)]
    )
    outer = view.indentation(function.node.lineno) if plan.this else ""
    edits: list[Edit] = []
    made: list[str] = []
    for arm, name in zip(arms, names, strict=True):
        indent = view.indentation(arm.body[0].lineno)
        if arm.body[0].lineno == arm.line:
            return "cannot-move"  # on the line of its test
        called = f"{plan.this}.{name}({given})" if plan.this else f"{name}({given})"
        word = "return " if plan.result == "" else f"{plan.result} = " if plan.result else ""
        first = arm.body[0].lineno
        while view.comments.get(first - 1, ("", False))[1] and first - 1 > arm.line:
            first -= 1
        start, end = view.offsets.line_start(first), view.offsets.line_start(
            (arm.body[-1].end_lineno or arm.body[-1].lineno) + 1
        )
        edits.append(Edit(start, end, f"{indent}{word}{called}{view.newline}"))
        body = giving_back(moved_lines(view, arm.body, outer + view.indent), arm.body, plan.result)
        made += [*([""] if plan.this else ["", ""]), f"{outer}def {name}({signature}):", *body]
    top = function.node if plan.this else view.top_statement(function.node)
    at = view.end_of(top)
    edits.append(Edit(at, at, view.newline.join([*made, ""])))
    qualified = [f"{function.name.rpartition('.')[0]}.{n}" if plan.this else n for n in names]
    why = (
        f"Each arm is a {'method' if plan.this else 'function'} of its own ({', '.join(names)}), and all are called alike; "
        "lookup-table can put them into a table."
    )
    return ModuleSite(line, why, edited(view.text, edits), (function.name,), tuple(qualified))


def _do_the_same(chain: Chain) -> bool:
    """Whether all arms of several statements, or most arms at all, do the same with other
    constants: then they are one function with parameters, or rows of a table.
    """
    shapes = [_shape(a.body) for a in chain.arms if len(a.body) > 1]
    if len(shapes) > 1 and len(set(shapes)) == 1:
        return True
    most = max(Counter(_shape(a.body) for a in chain.arms).values())
    return most > _FEW and 2 * most > len(chain.arms)


def _shape(body: list[ast.stmt]) -> str:
    """A body without its constants."""
    module = copy.deepcopy(ast.Module(body, []))
    for node in all_nodes(module):
        if isinstance(node, ast.Constant):
            node.value = None
    return ast.dump(module)


def _differ(chain: Chain) -> bool:
    """Whether arms of one statement each do something, and not all of them the same thing with
    other values.
    """
    only = [a.body[0] for a in chain.arms]
    calls = [_call_of(s) for s in only]
    shapes = {c and (ast.unparse(c.func), len(c.args), len(c.keywords)) for c in calls}
    return None not in shapes and len(shapes) > 1


def _call_of(node: ast.stmt) -> ast.Call | None:
    """The call that is all a statement does, or gives back."""
    value = node.value if isinstance(node, ast.Expr | ast.Return | ast.Assign) else None
    return value if isinstance(value, ast.Call) else None


def _is_called_alike(view: ModuleView, function: Function, arm: KindArm, plan: _Plan) -> bool:
    """Whether an arm calls a function or method of the module as the others will be called."""
    call = _call_of(arm.body[0]) if len(arm.body) == 1 else None
    if call is None or call.keywords or [ast.unparse(a) for a in call.args] != plan.parameters:
        return False
    if isinstance(call.func, ast.Attribute) and plan.this is not None:
        method = f"{function.name.rpartition('.')[0]}.{call.func.attr}"
        return ast.unparse(call.func.value) == plan.this and method in view.functions
    return isinstance(call.func, ast.Name) and call.func.id in view.functions


def _name(home: Home, arm: KindArm, others: set[str]) -> str:
    """What an arm does for its key; where that is no word, what it does."""
    key, view = arm.keys[0], home.view
    parts = key.elts if isinstance(key, ast.Tuple) else [key]
    own = home.function.node.name

    def marked(name: str) -> str:
        return f"_{name}" if own.startswith("_") else home.private(name)

    words = [_word(p) for p in parts]
    if not all(w.replace("_", "").isalpha() and len(w) > 1 for w in words):
        found = proposals(Block(arm.body, (), caller=own), view.words)
        done = [n for p in found if (n := marked(p.name)) not in view.words | others]
        if done:
            return done[0]
    return marked("_".join([own.strip("_"), *words]))


def _word(key: ast.expr) -> str:
    """A key as a part of a name."""
    value = key.attr if isinstance(key, ast.Attribute) else ast.literal_eval(key)
    text = (
        value.decode("ascii", "replace")
        if isinstance(value, bytes)
        else str(value).replace("-", "minus_") if isinstance(value, int) else str(value)
    )
    for sign, said in _SIGNS.items():  # what only differs in its sign is another key
        text = text[:-1] + said if text[:-1].isalpha() and text.endswith(sign) else text
    return re.sub(r"\W+", "_", text).strip("_").lower() or ("other" if text else "empty")
