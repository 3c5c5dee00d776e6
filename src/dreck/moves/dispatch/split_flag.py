"""A parameter that only picks a branch: each branch becomes a function, callers that know it say
which.

Why it is safe: each new function holds what ran for one value of the flag; the old one stays and
picks, for
callers that pass a variable, and for callers elsewhere.
"""

from __future__ import annotations

import ast
import re
from collections.abc import Iterator
from dataclasses import dataclass, replace
from pathlib import Path

import libcst as cst

from ...logic.along import nothing_known
from ...logic.bindings import assigned_in, parameters
from ...logic.specialise import specialised
from ...naming.words import is_state, words_of
from ...outline import Function, FunctionNode, all_nodes
from ...source.edits import Edit, edited
from ...source.regions import region_of
from ..alike import visible_locals
from ..imports import also_importing, imports_of
from ..module_view import ModuleView, own_nodes
from ..places import function_in
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes

# With these a flag says how something is done: ``render`` with ``as_html`` is ``render_as_html``.
_PREPOSITIONS = frozenset({"as", "by", "for", "from", "in", "to", "with"})


@dataclass(frozen=True, slots=True)
class Flag:
    """A flag and what it picks.

    Attributes:
        name: the parameter.
        default: what its default value answers; None if it has none.
        test: the if that asks for it.
        negated: whether that asks for the opposite.
        literal: the value that it is compared with; None if it is asked for its truth.
        often: whether it is asked for in several places.
    """

    name: str
    default: bool | None
    test: ast.If
    negated: bool
    literal: ast.Constant | None = None
    often: bool = False

    def answer(self, value: ast.expr | None) -> bool | None:
        """What a value answers: True for the literal or a true flag; None if it cannot be told from
        the text.
        """
        if not isinstance(value, ast.Constant):
            return None
        if self.literal is not None:
            return (
                value.value == self.literal.value
                if type(value.value) is type(self.literal.value)
                else None
            )
        return value.value if isinstance(value.value, bool) else None


@move
class SplitFlag(ModuleMove):
    """Make two functions of one that a flag divides."""

    name = "split-flag"
    summary = "A parameter that only picks a branch becomes two functions; callers with a literal move over."
    safe_because = (
        "Each function holds what ran for one value; the old one stays and picks between them."
    )
    since = "0.1"
    EXAMPLES = (
        Example(
            "a plain statement, and the other one",
            """
            def statement(name: str, due: int, plain: bool = False):
                \"\"\"The monthly statement.\"\"\"
                sum_due = str(due)
                # boats that only want the sum
                if plain:
                    return sum_due
                else:
                    lines = ["Statement for " + name]
                    lines.append(sum_due)
                return lines


            def print_all(boats, short: bool):
                for boat in boats:
                    print(statement(boat.name, 3, True), statement(boat.name, due=4))
                return statement("all", 0, plain=short)
            """,
            """
            def statement(name: str, due: int, plain: bool = False):
                \"\"\"The monthly statement.\"\"\"
                if plain:
                    return plain_statement(name, due)
                return statement_unless_plain(name, due)


            def plain_statement(name: str, due: int):
                sum_due = str(due)
                return sum_due


            def statement_unless_plain(name: str, due: int):
                sum_due = str(due)
                lines = ["Statement for " + name]
                lines.append(sum_due)
                return lines


            def print_all(boats, short: bool):
                for boat in boats:
                    print(plain_statement(boat.name, 3), statement_unless_plain(boat.name, due=4))
                return statement("all", 0, plain=short)
            """,
            "proved-under",
        ),
        Example(
            "a text that picks the branch",
            """
            def price(days: int, season: str = "summer"):
                if season == "winter":
                    return 40 * days
                return 100 * days + 50


            def quote(days):
                return price(days, "winter"), price(days)


            def ask(days, season):
                return price(days, season)
            """,
            """
            def price(days: int, season: str = "summer"):
                if season == "winter":
                    return price_winter(days)
                return price_unless_winter(days)


            def price_winter(days: int):
                return 40 * days


            def price_unless_winter(days: int):
                return 100 * days + 50


            def quote(days):
                return price_winter(days), price_unless_winter(days)


            def ask(days, season):
                return price(days, season)
            """,
            "proved-under",
        ),
    )
    REFUSALS = {
        "suspends": Refusal(
            "it awaits or yields, which the function that picks would have to pass on",
            """
            def statements(boats, plain: bool):
                if plain:
                    yield 1
                else:
                    yield 2
            """,
        ),
        "name-taken": Refusal(
            "a name that one of the two functions would get is taken; --name PROPOSED=NAME gives another",
            """
            def statement(name, plain: bool):
                if plain:
                    return name
                return name + "!"


            plain_statement = 3
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for a flag that one if at the top level asks for, and nothing else."""
        flag = _flag_of(view, function)
        if flag is None or wishes.line not in (None, flag.test.lineno, function.node.lineno):
            return
        line = flag.test.lineno
        if (
            flag.literal is not None
            and wishes.line is None
            and not _is_called_by_literal(view, function, flag)
        ):
            return  # any text may be compared with another one
        if isinstance(function.node, ast.AsyncFunctionDef) or any(
            isinstance(n, ast.Yield | ast.YieldFrom) for n in own_nodes(function.node)
        ):
            yield self.leave("suspends", line)
            return
        proposed = _names(function.node.name, flag, listed="__all__" in view.top_names)
        names = [wishes.wanted(-1, [p]) or p for p in proposed]
        if set(names) & (view.words - set(wishes.names.values())) or names[0] == names[1]:
            yield self.leave("name-taken", line)
            return
        yield _site(view, function, flag, (names[0], names[1]), wishes)
        # Where a call cannot be followed to its new function, it stays what it was.
        yield _site(view, function, flag, (names[0], names[1]), wishes, callers=False)


def _flag_of(view: ModuleView, function: Function) -> Flag | None:
    node = function.node
    arguments = node.args
    fits = not (
        function.around
        or id(node) in view.owners
        or node.decorator_list
        or arguments.vararg
        or arguments.kwarg
        or arguments.posonlyargs
    )
    if not fits or node not in view.tree.body:
        return None
    defaults = dict(
        zip(reversed([a.arg for a in arguments.args]), reversed(arguments.defaults), strict=False)
    )
    defaults |= {
        a.arg: d
        for a, d in zip(arguments.kwonlyargs, arguments.kw_defaults, strict=True)
        if d is not None
    }
    for parameter in parameters(node):
        default = defaults.get(parameter.arg)
        literal = _compared(node, parameter.arg)
        if literal is not None and not assigned_in(node) & {parameter.arg}:
            flag = Flag(parameter.arg, None, literal[0], literal[1], literal[2])
            answer = flag.answer(default)
            if default is None or answer is not None:
                return replace(flag, default=answer)
        value = (
            default.value
            if isinstance(default, ast.Constant) and isinstance(default.value, bool)
            else None
        )
        annotated = isinstance(parameter.annotation, ast.Name) and parameter.annotation.id == "bool"
        uses = [
            n
            for s in node.body
            for n in all_nodes(s)
            if isinstance(n, ast.Name) and n.id == parameter.arg
        ]
        if not uses or (default is not None and value is None):
            continue
        if parameter.arg in assigned_in(node):
            continue
        if len(uses) > 1:
            first = _asked_often(node, parameter.arg, uses)
            if first is not None:
                return Flag(parameter.arg, value, first, negated=False, often=True)
        if len(uses) > 1 or not (annotated or value is not None):
            continue  # what is asked once may be anything
        for statement in node.body:
            if isinstance(statement, ast.If):
                negated = isinstance(statement.test, ast.UnaryOp) and isinstance(
                    statement.test.op, ast.Not
                )
                asked = (
                    statement.test.operand
                    if isinstance(statement.test, ast.UnaryOp)
                    else statement.test
                )
                if asked is uses[0]:
                    return Flag(parameter.arg, value, statement, negated)
    return None


def _asked_often(node: FunctionNode, name: str, uses: list[ast.Name]) -> ast.If | None:
    """The first if that asks for a flag, where all that is done with the flag is to ask for it."""
    asking = [n for s in node.body for n in all_nodes(s) if isinstance(n, ast.If | ast.IfExp)]
    asked = {id(part) for n in asking for part in _operands(n.test)}
    ifs = [n for n in asking if isinstance(n, ast.If)]
    if not ifs or not all(id(u) in asked for u in uses):
        return None
    return next((n for n in ifs if any(p in uses for p in _operands(n.test))), None)


def _operands(test: ast.expr) -> Iterator[ast.expr]:
    """The smallest conditions of a condition."""
    if isinstance(test, ast.BoolOp):
        for value in test.values:
            yield from _operands(value)
    elif isinstance(test, ast.UnaryOp) and isinstance(test.op, ast.Not):
        yield from _operands(test.operand)
    else:
        yield test


def _specialised(view: ModuleView, function: Function, flag: Flag, value: bool) -> list[str]:
    """The lines of a function's body where a flag is known."""
    region = region_of(view.text, function, view.indent)
    node = function_in(region.parse())
    known = nothing_known(node)
    if known.plain is not None:  # what is only asked whether it holds is a flag, declared or not
        known = replace(known, plain=known.plain | {flag.name})
    known = known.learning(cst.Name(flag.name), value)
    assert isinstance(node.body, cst.IndentedBlock)
    body = list(node.body.body)
    has_doc = ast.get_docstring(function.node, clean=False) is not None
    left = specialised(body[has_doc:], known)
    indent = view.indentation(function.node.body[0].lineno)
    if not left:
        return [f"{indent}return None"]
    text = cst.Module([]).code_for_node(node.body.with_changes(body=left))
    lines = [line for line in text.splitlines() if line.strip() or line == ""]
    while lines and not lines[0].strip():
        lines.pop(0)
    return [line.rstrip() for line in lines]


def _compared(node: FunctionNode, name: str) -> tuple[ast.If, bool, ast.Constant] | None:
    """The if at the top level that compares a parameter with a text or number, where nothing else
    asks for it.
    """
    uses = [n for s in node.body for n in all_nodes(s) if isinstance(n, ast.Name) and n.id == name]
    for statement in node.body if len(uses) == 1 else []:
        test = statement.test if isinstance(statement, ast.If) else None
        if (
            isinstance(statement, ast.If)
            and isinstance(test, ast.Compare)
            and test.left is uses[0]
            and isinstance(test.ops[0], ast.Eq | ast.NotEq)
        ):
            other = test.comparators[0]
            if (
                len(test.ops) == 1
                and isinstance(other, ast.Constant)
                and type(other.value) in (str, int)
            ):
                return statement, isinstance(test.ops[0], ast.NotEq), other
    return None


def _names(function: str, flag: Flag, *, listed: bool) -> tuple[str, str]:
    """What the two functions are called; where a file lists what others may use, they are its
    own.
    """
    plain = function.lstrip("_")
    private = function[: len(function) - len(plain)] or ("_" if listed else "")
    if flag.literal is not None:
        word = re.sub(r"\W+", "_", str(flag.literal.value)).strip("_").lower() or "empty"
        word = f"{flag.name}_{word}" if word.isdigit() else word
        return f"{private}{plain}_{word}", f"{private}{plain}_unless_{word}"
    first, *_, last = words_of(flag.name) * 2
    if first in _PREPOSITIONS:
        other = f"out_{flag.name[5:]}" if flag.name.startswith("with_") else ""
        unless = f"with{other}" if other else f"unless_{flag.name}"
        return f"{private}{plain}_{flag.name}", f"{private}{plain}_{unless}"
    holds = f"{flag.name}_{plain}" if is_state(last) else f"{plain}_if_{flag.name}"
    return f"{private}{holds}", f"{private}{plain}_unless_{flag.name}"


def _site(
    view: ModuleView,
    function: Function,
    flag: Flag,
    names: tuple[str, str],
    wishes: Wishes,
    *,
    callers: bool = True,
) -> ModuleSite:
    node = function.node
    indent = view.indentation(node.body[0].lineno)
    kept = [a for a in (*node.args.args, *node.args.kwonlyargs) if a.arg != flag.name]
    given = [f"{a.arg}={a.arg}" if a in node.args.kwonlyargs else a.arg for a in kept]
    body = node.body
    has_doc = (
        isinstance(body[0], ast.Expr)
        and isinstance(body[0].value, ast.Constant)
        and isinstance(body[0].value.value, str)
    )
    first = body[1] if has_doc else body[0]
    asked = (
        flag.name if flag.literal is None else f"{flag.name} == {view.offsets.source(flag.literal)}"
    )
    picks = [
        f"{indent}if {asked}:",
        f"{indent}{view.indent}return {names[0]}({', '.join(given)})",
        f"{indent}return {names[1]}({', '.join(given)})",
    ]
    line_end = view.newline
    start = view.offsets.line_start(_with_comments(view, first.lineno))
    end = view.end_of(node)
    lines = list(picks)
    returns = f" -> {view.offsets.source(node.returns)}" if node.returns is not None else ""
    for name, holds in zip(names, (True, False), strict=True):
        lines += [
            "",
            "",
            f"def {name}({_signature(view, function, flag.name)}){returns}:",
            *(
                _specialised(view, function, flag, holds)
                if flag.often
                else _branch(view, node.body[has_doc:], flag, holds is not flag.negated)
            ),
        ]
    edits = [Edit(start, end, line_end.join(lines) + line_end)]
    touched = [function.name]
    calls = _literal_calls(view, function, flag, wishes) if callers else ()
    for caller, call, value in calls:
        edits.append(_moved(view, call, flag, function, names[0] if value else names[1]))
        touched.append(caller)
    others = dict(_elsewhere(view, function, flag, names, wishes) if callers else ())
    moved = (
        f" Callers in {', '.join(p.as_posix() for p in others)} move over too." if others else ""
    )
    why = (
        f"`{flag.name}` only picks a branch; `{names[0]}` and `{names[1]}` are those. "
        f"{node.name} stays for {'callers that pass a variable' if callers else 'all callers'}"
        f"{', and for other modules' if callers else ''}.{moved}"
    )
    return ModuleSite(
        flag.test.lineno,
        why,
        edited(view.text, edits),
        tuple(dict.fromkeys(touched)),
        names,
        others=others,
    )


def _elsewhere(
    view: ModuleView, function: Function, flag: Flag, names: tuple[str, str], wishes: Wishes
) -> Iterator[tuple[Path, str]]:
    """Other files whose calls say which branch they want."""
    if wishes.functions is not None or any(n.startswith("_") for n in names):
        return
    for other in view.views_beside(function.node.name):
        aliases = imports_of(other, view, function.node.name)
        calls = (
            list(_literal_calls(other, function, flag, wishes))
            if aliases and not set(names) & other.words
            else []
        )
        if calls:
            edits = [
                _moved(other, call, flag, function, names[0] if value else names[1])
                for _, call, value in calls
            ]
            used = [
                n
                for n in names
                if any((names[0] if value else names[1]) == n for _, _, value in calls)
            ]
            yield other.path, edited(other.text, [*edits, also_importing(other, aliases[0], used)])


def _signature(view: ModuleView, function: Function, flag: str) -> str:
    """The parameters without the flag, as they are written."""
    node = function.node
    made = ast.arguments(
        [],
        [a for a in node.args.args if a.arg != flag],
        None,
        [a for a in node.args.kwonlyargs if a.arg != flag],
        [],
        None,
        [],
    )
    plain = node.args.args[len(node.args.args) - len(node.args.defaults) :]
    made.defaults = [d for a, d in zip(plain, node.args.defaults, strict=True) if a.arg != flag]
    made.kw_defaults = [
        d for a, d in zip(node.args.kwonlyargs, node.args.kw_defaults, strict=True) if a.arg != flag
    ]
    return ast.unparse(made)


def _branch(view: ModuleView, body: list[ast.stmt], flag: Flag, arm: bool) -> list[str]:
    """The lines of a function's body for one answer of the test."""
    at = body.index(flag.test)
    chosen = flag.test.body if arm else flag.test.orelse
    leaves = bool(chosen) and isinstance(chosen[-1], ast.Return | ast.Raise)
    indent = view.indentation(flag.test.lineno)
    found = _lines(view, body[:at], indent)
    found += _lines(view, chosen, indent)
    found += [] if leaves else _lines(view, body[at + 1 :], indent)
    return found or [f"{indent}return None"]


def _lines(view: ModuleView, body: list[ast.stmt], indent: str) -> list[str]:
    """The lines of some statements with their comments, at one indentation."""
    if not body:
        return []
    first = _with_comments(view, body[0].lineno)
    last = body[-1].end_lineno or body[-1].lineno
    old = view.indentation(body[0].lineno)
    text = view.text[view.offsets.line_start(first) : view.offsets.line_start(last + 1)]
    if view.offsets.source(body[0]).startswith("elif"):
        at = view.offsets.span(body[0])[0] - view.offsets.line_start(first)
        text = text[:at] + text[at + 2 :]
    return [indent + line.removeprefix(old) if line.strip() else "" for line in text.splitlines()]


def _with_comments(view: ModuleView, number: int) -> int:
    while view.comments.get(number - 1, ("", False))[1]:
        number -= 1
    return number


def _literal_calls(
    view: ModuleView, function: Function, flag: Flag, wishes: Wishes
) -> Iterator[tuple[str, ast.Call, bool]]:
    """The calls in other functions that say which branch they want, and which it is."""
    for name, other in view.functions.items():
        if (
            other.node is function.node
            or function.node.name in visible_locals(other)
            or not wishes.may_change(name)
        ):
            continue
        for node in own_nodes(other.node):
            if (
                isinstance(node, ast.Call)
                and isinstance(node.func, ast.Name)
                and node.func.id == function.node.name
            ):
                value = _value_given(node, function, flag)
                if value is not None:
                    yield name, node, value


def _is_called_by_literal(view: ModuleView, function: Function, flag: Flag) -> bool:
    """Whether some call in the project says which branch it wants."""
    others = (
        v for v in view.views_beside(function.node.name) if imports_of(v, view, function.node.name)
    )
    return any(
        _argument(c, function, flag) is not None
        for v in (view, *others)
        for _, c, _ in _literal_calls(v, function, flag, Wishes())
    )


def _value_given(call: ast.Call, function: Function, flag: Flag) -> bool | None:
    """The literal that a call passes for the flag, or its default; None if that cannot be told."""
    if any(isinstance(a, ast.Starred) for a in call.args) or any(
        k.arg is None for k in call.keywords
    ):
        return None
    found = _argument(call, function, flag)
    if found is None:
        return flag.default
    return flag.answer(found)


def _argument(call: ast.Call, function: Function, flag: Flag) -> ast.expr | None:
    for keyword in call.keywords:
        if keyword.arg == flag.name:
            return keyword.value
    names = [a.arg for a in function.node.args.args]
    at = names.index(flag.name) if flag.name in names else len(call.args)
    return call.args[at] if at < len(call.args) else None


def _moved(view: ModuleView, call: ast.Call, flag: Flag, function: Function, name: str) -> Edit:
    """The edit that makes a call one of a branch, without the flag; what stood behind it by place
    gets its name.
    """
    dropped = _argument(call, function, flag)
    names = [a.arg for a in function.node.args.args]
    texts = []
    for position, argument in enumerate(call.args):
        if argument is not dropped:
            text = view.offsets.source(argument)
            behind = dropped in call.args and position > call.args.index(dropped)
            texts.append(f"{names[position]}={text}" if behind else text)
    texts += [
        f"{k.arg}={view.offsets.source(k.value)}" for k in call.keywords if k.value is not dropped
    ]
    return Edit(*view.offsets.span(call), f"{name}({', '.join(texts)})")
