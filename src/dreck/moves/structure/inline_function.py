"""A helper that no longer earns its name goes back to where it is called.

Why it is safe: a call does what the body does with the arguments in place of the parameters. Only
names and constants are put in several places; whatever else is handed in is used once, and the
judge sees that it is still worked out in its turn.
"""

from __future__ import annotations

import ast
import re
import textwrap
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from ...logic.bindings import assigned_in, bound_in, free_names
from ...outline import Function, FunctionNode, all_nodes
from ...source.edits import Edit, Offsets, edited
from ..module_view import ModuleView, own_nodes
from ..reach import Reach
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes

_WAITS = (ast.Yield, ast.YieldFrom, ast.Await, ast.NamedExpr)


@move
class InlineFunction(ModuleMove):
    """Put what a helper does in place of its calls."""

    name = "inline-function"
    summary = "A helper that says no more than its code goes back to where it is called."
    safe_because = (
        "A call does what the body does with the arguments in place of the parameters; the helper is"
        " called nowhere else."
    )
    since = "0.3"
    reach = Reach.BESIDE
    on_request = True
    EXAMPLES = (
        Example(
            "an expression",
            """
            def admit(boat: str, crew: int) -> bool:
                return boat != "" and not _is_short(crew)


            def _is_short(crew: int) -> bool:
                return crew < 2
            """,
            """
            def admit(boat: str, crew: int) -> bool:
                return boat != "" and not crew < 2
            """,
        ),
        Example(
            "a block that is only called once",
            """
            def open_gate(gate, hour: int):
                if hour < 6:
                    return None
                return _opened(gate, "upper")


            def _opened(gate, side):
                gate.unlock(side)
                if gate.stuck:
                    return False
                return gate.swing(side)
            """,
            """
            def open_gate(gate, hour: int):
                if hour < 6:
                    return None
                gate.unlock("upper")
                if gate.stuck:
                    return False
                return gate.swing("upper")
            """,
        ),
    )
    REFUSALS = {
        "used-otherwise": Refusal(
            "the helper is not only called, or other files know it",
            """
            def admit(boats):
                return _is_free(boats[0]), filter(_is_free, boats)


            def _is_free(boat):
                return not boat.moored
            """,
        ),
        "does-more": Refusal(
            "it is called several times, or in the middle of an expression, and does more than work out one",
            """
            def admit(boat):
                return _noted(boat) or _noted(None)


            def _noted(boat):
                print(boat)
                return boat
            """,
        ),
        "clash": Refusal(
            "names of the helper mean something else where it is called",
            """
            LIMIT = 3


            def admit(boat, LIMIT):
                return _is_long(boat) and LIMIT


            def _is_long(boat):
                return boat.length > LIMIT
            """,
        ),
        "arguments": Refusal(
            "what is handed in cannot be put in place of the parameters",
            """
            def admit(boat):
                return _is_long(boat.measured())


            def _is_long(boat):
                return boat.length > 3 and boat.width > 2
            """,
        ),
        "explains": Refusal(
            "its docstring says something that the code does not",
            '''
            def admit(boat):
                return _is_long(boat)


            def _is_long(boat):
                """Longer than the chamber at low water."""
                return boat.length > 3
            ''',
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """The helpers that a function is the first to call."""
        for call in [n for n in own_nodes(function.node) if isinstance(n, ast.Call)]:
            helper = _helper(view, function, call)
            if helper is None or wishes.line not in (None, call.lineno):
                continue
            calls = helper.calls()
            if calls is None:
                yield self.leave("used-otherwise", call.lineno)
            elif calls[0].call is call:
                yield self._inlined(view, helper, calls)

    def _inlined(
        self, view: ModuleView, helper: _Helper, calls: Sequence[_Called]
    ) -> ModuleSite | ModuleRefused:
        line = calls[0].call.lineno
        if ast.get_docstring(helper.node) is not None:
            return self.leave("explains", line)
        made: list[Edit] | str
        if helper.answer is not None:
            made = _expressions(view, helper, helper.answer, calls)
        else:
            made = _block(view, helper, calls)
        if isinstance(made, str):
            return self.leave(made, line)
        text = edited(view.text, [*made, _removal(view, helper)])
        why = f"What `{helper.node.name}` does is said in its place; nothing else calls it."
        return ModuleSite(line, why, text, tuple(dict.fromkeys(c.caller.name for c in calls)))


@dataclass(frozen=True, slots=True)
class _Called:
    """A call of a helper, and the function that it stands in."""

    caller: Function
    call: ast.Call


@dataclass(frozen=True, slots=True)
class _Helper:
    """A function of the module, or a method of a class, that may go.

    Attributes:
        view: the module.
        function: the helper.
        owner: the class of a method.
    """

    view: ModuleView
    function: Function
    owner: ast.ClassDef | None

    @property
    def node(self) -> ast.FunctionDef:
        """Its definition."""
        assert isinstance(self.function.node, ast.FunctionDef)
        return self.function.node

    @property
    def answer(self) -> ast.expr | None:
        """What it works out, if it does nothing else."""
        first, *rest = self.node.body
        return first.value if isinstance(first, ast.Return) and not rest else None

    def calls(self) -> list[_Called] | None:
        """All its calls, in the order of the text; None where it is known otherwise."""
        name = self.node.name
        if len(re.findall(rf"\b{name}\b", self.view.text)) != 1 + self._named() or any(
            True for _ in self.view.beside(name)
        ):
            return None
        found = []
        for function in self.view.functions.values():
            if function.node is self.node:
                continue
            for node in own_nodes(function.node):
                if isinstance(node, ast.Call) and self._is_meant(function, node.func):
                    found.append(_Called(function, node))
        found.sort(key=lambda c: (c.call.lineno, c.call.col_offset))
        return found if len(found) == self._named() else None

    def _named(self) -> int:
        """How often its name is read."""
        kind = ast.Name if self.owner is None else ast.Attribute
        key = "id" if self.owner is None else "attr"
        return sum(
            isinstance(n, kind) and getattr(n, key) == self.node.name
            for n in all_nodes(self.view.tree)
        )

    def _is_meant(self, function: Function, called: ast.expr) -> bool:
        if self.owner is None:
            return isinstance(called, ast.Name) and called.id == self.node.name
        return (
            isinstance(called, ast.Attribute)
            and called.attr == self.node.name
            and isinstance(called.value, ast.Name)
            and called.value.id == self.view.instance_of(function)
            and self.view.owners.get(id(function.node)) is self.owner
        )


def _helper(view: ModuleView, function: Function, call: ast.Call) -> _Helper | None:
    """The private helper of the module or class that a call means."""
    owner = None
    if isinstance(call.func, ast.Name) and call.func.id in view.plain_functions:
        name = qualified = call.func.id
    elif (
        isinstance(call.func, ast.Attribute)
        and isinstance(call.func.value, ast.Name)
        and call.func.value.id == view.instance_of(function)
    ):
        owner, name = view.owners[id(function.node)], call.func.attr
        qualified = f"{function.name.rpartition('.')[0]}.{name}"
    else:
        return None
    found = view.functions.get(qualified)
    if found is None or found.node is function.node or not name.startswith("_"):
        return None
    plain = isinstance(found.node, ast.FunctionDef) and not found.node.decorator_list
    return _Helper(view, found, owner) if plain and not name.endswith("__") else None


def _arguments(helper: _Helper, call: ast.Call) -> dict[str, ast.expr] | None:
    """What is handed in for each parameter; None where that cannot be told."""
    given = helper.node.args
    names = [a.arg for a in (*given.posonlyargs, *given.args)]
    values: list[ast.expr] = list(call.args)
    if helper.owner is not None:
        assert isinstance(call.func, ast.Attribute)
        values.insert(0, call.func.value)
    starred = any(isinstance(a, ast.Starred) for a in values)
    if starred or given.vararg or given.kwarg or len(values) > len(names):
        return None
    found = dict(zip(names, values, strict=False))
    known = {*names, *(a.arg for a in given.kwonlyargs)}
    for keyword in call.keywords:
        if keyword.arg is None or keyword.arg in found or keyword.arg not in known:
            return None
        found[keyword.arg] = keyword.value
    late = dict(zip(reversed(names), reversed(given.defaults), strict=False))
    for argument, default in zip(given.kwonlyargs, given.kw_defaults, strict=True):
        if default is not None:
            late[argument.arg] = default
    for name in known - found.keys():
        if not isinstance(late.get(name), ast.Constant):
            return None
        found[name] = late[name]
    return found


def _is_simple(node: ast.expr) -> bool:
    """Whether a value may stand in several places: a name that nothing sets, or a constant."""
    return isinstance(node, ast.Name | ast.Constant)


def _fits(helper: _Helper, called: _Called, body: Sequence[ast.AST]) -> str | dict[str, str]:
    """The texts to be put in place of the parameters at one call, or why that is wrong."""
    found = _arguments(helper, called.call)
    if found is None or any(isinstance(n, _WAITS) for v in found.values() for n in all_nodes(v)):
        return "arguments"
    reads = [
        n.id for part in body for n in all_nodes(part) if isinstance(n, ast.Name) and n.id in found
    ]
    inside = any(
        isinstance(n, ast.Lambda | ast.comprehension) for part in body for n in all_nodes(part)
    )
    for name, value in found.items():
        if not _is_simple(value) and (reads.count(name) != 1 or inside):
            return "arguments"
    # What the helper finds around it must mean the same where it is called; and what is handed in
    # must not be caught by names that it binds inside.
    free = set(free_names(helper.node)) - found.keys()
    handed = {n.id for v in found.values() for n in all_nodes(v) if isinstance(n, ast.Name)}
    if free & bound_in(called.caller.node) or called.caller.around:
        return "clash"
    if handed & (bound_in(helper.node) - found.keys()) or handed & _caught(body):
        return "clash"
    offsets = helper.view.offsets
    return {name: offsets.source(value) for name, value in found.items()}


def _caught(body: Sequence[ast.AST]) -> set[str]:
    """Names that comprehensions and lambdas bind."""
    found = set()
    for node in (n for part in body for n in all_nodes(part)):
        if isinstance(node, ast.comprehension):
            found |= {n.id for n in all_nodes(node.target) if isinstance(n, ast.Name)}
        elif isinstance(node, ast.Lambda):
            found |= {a.arg for a in all_nodes(node.args) if isinstance(a, ast.arg)}
    return found


def _put(text: str, node: ast.AST, texts: Mapping[str, str], offsets: Offsets, start: int) -> str:
    """A piece of the module's text with other texts in place of names, in parentheses where they
    must have them.
    """
    spans = [
        (*offsets.span(each), texts[each.id])
        for each in all_nodes(node)
        if isinstance(each, ast.Name) and each.id in texts and texts[each.id] != each.id
    ]
    edits = [Edit(a - start, b - start, _tight(t)) for a, b, t in spans]
    wanted = _shape(edited(text, edits))
    for number, (first, last, loose) in enumerate(spans):
        tried = [*edits]
        tried[number] = Edit(first - start, last - start, loose)
        if _shape(edited(text, tried)) == wanted:
            edits = tried
    return edited(text, edits)


def _shape(text: str) -> str | None:
    """The tree of an expression or statement that stands anywhere."""
    return _parsed(f"(\n{text}\n)") or _parsed(f"if 1:\n    {text}")


def _tight(text: str) -> str:
    """A text that may stand anywhere in an expression."""
    node = ast.parse(f"({text})", mode="eval").body
    atom = (ast.Name, ast.Constant, ast.Attribute, ast.Subscript, ast.Call, ast.List, ast.Dict)
    return text if isinstance(node, atom) and "\n" not in text else f"({text})"


def _expressions(
    view: ModuleView, helper: _Helper, answer: ast.expr, calls: Sequence[_Called]
) -> list[Edit] | str:
    """The edits that put an expression in place of all calls."""
    if any(isinstance(n, _WAITS) for n in all_nodes(answer)):
        return "does-more"
    start, end = view.offsets.span(answer)
    made = []
    for called in calls:
        texts = _fits(helper, called, [answer])
        if isinstance(texts, str):
            return texts
        text = _put(view.text[start:end], answer, texts, view.offsets, start)
        text = " ".join(line.strip() for line in text.splitlines())
        first, last = view.offsets.span(called.call)
        made.append(Edit(first, last, _loosest(view.text, first, last, text)))
    return made


def _loosest(whole: str, first: int, last: int, text: str) -> str:
    """A text in place of another one, without parentheses where it means the same."""
    tight = _tight(text)
    trees = [_parsed(whole[:first] + each + whole[last:]) for each in (text, tight)]
    return text if trees[0] is not None and trees[0] == trees[1] else tight


def _parsed(text: str) -> str | None:
    try:
        return ast.dump(ast.parse(text))
    except SyntaxError:
        return None


def _block(view: ModuleView, helper: _Helper, calls: Sequence[_Called]) -> list[Edit] | str:
    """The edits that put a helper's statements in place of its one call."""
    statement = _statement_of(calls[0])
    ends = _ends(helper.node)
    if len(calls) != 1 or statement is None:
        return "does-more"
    (called,) = calls
    body = helper.node.body
    target = ""
    if isinstance(statement, ast.Expr):
        if ends:  # it leaves early
            return "does-more"
    elif isinstance(statement, ast.Return):
        if not _always_leaves(body) and statement is not called.caller.node.body[-1]:
            return "does-more"
    elif isinstance(statement, ast.Assign):
        (left,) = statement.targets
        if [id(e) for e in ends] != [id(body[-1])] or not isinstance(left, ast.Name):
            return "does-more"
        target = left.id
    texts = _fits(helper, called, body)
    if isinstance(texts, str):
        return texts
    locals_ = assigned_in(helper.node)
    if locals_ & (bound_in(called.caller.node) | texts.keys()) or _keeps_state(helper.node):
        return "clash"
    first = view.offsets.line_start(body[0].lineno)
    end = view.end_of(body[-1])
    text = view.text[first:end]
    for part in reversed(body):
        start, stop = view.offsets.span(part)
        text = (
            text[: start - first]
            + _put(view.text[start:stop], part, texts, view.offsets, start)
            + text[stop - first :]
        )
    lines = textwrap.dedent(text)
    if target:
        head, _, last = lines.rstrip("\r\n").rpartition("\n")
        if not last.startswith("return "):
            return "does-more"
        lines = f"{head}\n{target} = {last.removeprefix('return ')}\n".lstrip("\n")
    indent = view.indentation(statement.lineno)
    made = textwrap.indent(lines, indent)
    return [Edit(view.offsets.line_start(statement.lineno), view.end_of(statement), made)]


def _statement_of(called: _Called) -> ast.Expr | ast.Return | ast.Assign | None:
    """The statement on lines of its own that is nothing but a call, with what becomes of it."""
    for node in own_nodes(called.caller.node):
        if isinstance(node, ast.Expr | ast.Return) and node.value is called.call:
            return node
        if isinstance(node, ast.Assign) and node.value is called.call and len(node.targets) == 1:
            return node
    return None


def _ends(function: FunctionNode) -> list[ast.Return]:
    return [n for n in own_nodes(function) if isinstance(n, ast.Return)]


def _always_leaves(body: Sequence[ast.stmt]) -> bool:
    last = body[-1]
    if isinstance(last, ast.If):
        return bool(last.orelse) and _always_leaves(last.body) and _always_leaves(last.orelse)
    return isinstance(last, ast.Return | ast.Raise)


def _keeps_state(function: FunctionNode) -> bool:
    """Whether a body means something else in another function."""
    kinds = (*_WAITS, ast.Global, ast.Nonlocal, ast.FunctionDef, ast.ClassDef, ast.Lambda)
    words = {"locals", "vars", "super", "__class__", "eval", "exec"}
    return any(
        isinstance(n, kinds) or isinstance(n, ast.Name) and n.id in words
        for s in function.body
        for n in all_nodes(s)
    )


def _removal(view: ModuleView, helper: _Helper) -> Edit:
    """The edit that takes a helper away, with the blank lines above it."""
    start, end = view.start_of(helper.node), view.end_of(helper.node)
    before = view.text[:start]
    kept = before.rstrip("\r\n")
    if not kept:
        rest = view.text[end:]
        return Edit(0, end + len(rest) - len(rest.lstrip("\r\n")), "")
    return Edit(len(kept) + len(view.newline), end, "")
