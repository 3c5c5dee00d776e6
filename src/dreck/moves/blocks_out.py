"""A block of a function on its way to a function of its own: what goes in, what comes out, how it
is left.
"""

from __future__ import annotations

import ast
import io
import tokenize
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property

from ..logic.bindings import assigned_in, bound_by, free_names, parameters
from ..logic.flow import Flow, Jump, is_asynchronous, jumps_in, needed, set_at_end, set_at_jumps
from ..outline import Function, all_nodes, child_nodes
from ..source.edits import Edit, edited
from ..source.lines import split_lines
from .alike import visible_locals
from .gaps import lines_with_gaps
from .home import Home, wrapped_head
from .module_view import ModuleView, first_line

_SCOPES = (ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef, ast.Lambda)
_LATER = (*_SCOPES, ast.GeneratorExp)
_OWN_WORDS = frozenset({"super", "__class__", "locals", "vars", "eval", "exec", "dir"})
_MAKERS = frozenset(
    "int float str bytes bool len list dict set frozenset tuple sorted sum abs round range zip"
    " enumerate reversed map filter repr format ord chr hash id divmod".split()
)


@dataclass(frozen=True, slots=True)
class Run:
    """Statements that follow each other in a block of a function.

    Attributes:
        suite: the block.
        start, stop: which of its statements, as of a slice.
    """

    suite: Sequence[ast.stmt]
    start: int
    stop: int

    @property
    def statements(self) -> Sequence[ast.stmt]:
        """The statements."""
        return self.suite[self.start : self.stop]

    @property
    def line(self) -> int:
        """Where the first one starts, its decorators included."""
        return first_line(self.suite[self.start])

    @property
    def last_line(self) -> int:
        """Where the last one ends."""
        last = self.suite[self.stop - 1]
        return last.end_lineno or last.lineno


@dataclass(frozen=True, slots=True)
class Ending:
    """How a block is left, and how its caller goes on.

    Attributes:
        jumps: for each jump out of the block, by its id, the line in its place.
        last: the line behind the block, if any.
        caller: the lines in place of the block; ``{call}`` stands for the call.
        result: the annotation of what is handed back, where that is known.
        hands_last: whether what the last statement sets is handed back at once.
    """

    jumps: Mapping[int, str]
    last: str
    caller: tuple[str, ...]
    result: str = ""
    hands_last: bool = False


@dataclass(frozen=True)
class BlockOut:
    """A block on its way to a function of its own.

    Attributes:
        home: where it goes.
        run: the statements.
        inputs: local names that it needs, in the order of their first use, the object of a method
            apart.
        outputs: local names that it sets for what is behind it.
        ending: how it is left.
        top: the first line that moves, comments above included.
    """

    home: Home
    run: Run
    inputs: tuple[str, ...]
    outputs: tuple[str, ...]
    ending: Ending
    top: int

    @cached_property
    def yields(self) -> bool:
        """Whether something is yielded in it."""
        return any(isinstance(n, ast.Yield | ast.YieldFrom) for n in _own(self.run.statements))

    @cached_property
    def awaits(self) -> bool:
        """Whether something is awaited in it."""
        return any(is_asynchronous(n) for n in _own(self.run.statements))

    def edits(self, name: str, *, spoken: bool) -> list[Edit]:
        """The edits that make the function and call it.

        Args:
            name: its name.
            spoken: whether the name says what the comments above said, so that they go.
        """
        view = self.home.view
        first, last = self.top, self.run.last_line
        if len(self.ending.caller) == 1:
            run = self.run
            first, last = lines_with_gaps(view, run.suite, run.start, run.stop, self.top)
        start = view.offsets.line_start(first)
        end = view.offsets.line_start(last + 1)
        indent = view.indentation(self.run.line)
        ends = view.text[:end].endswith(("\n", "\r"))
        lines = [indent + line for line in self._caller(name)]
        text = view.newline.join(lines) + (view.newline if ends else "")
        definition, kept = self.definition(name, spoken=spoken)
        new = self.home.insertion(definition, line=self.run.line, kept=kept)
        return [Edit(start, end, text), new]

    def _caller(self, name: str) -> list[str]:
        word = "await " if self.awaits else "yield from " if self.yields else ""
        call = f"{word}{self.home.called(name)}({', '.join(self.inputs)})"
        return [line.replace("{call}", self._within(line, call)) for line in self.ending.caller]

    def _within(self, line: str, call: str) -> str:
        """The call as it can stand in a line: what yields is only bare alone, or behind ``=``."""
        is_bare = line == "{call}" or line.endswith(" = {call}")
        return call if is_bare or not self.yields else f"({call})"

    def definition(
        self,
        name: str,
        *,
        spoken: bool = False,
        parameters: Sequence[str] | None = None,
        more: Sequence[Edit] = (),
    ) -> tuple[list[str], frozenset[int]]:
        """The lines of the new function, without indentation of their own, and which of them start
        inside of a string.

        Args:
            name: its name.
            spoken: whether the name says what the comments above said, so that they go.
            parameters: what it is given, with annotations, in place of what the block needs.
            more: edits of the file that the block shows too.
        """
        view = self.home.view
        word = "async def" if self.awaits else "def"
        known = self.ending.result and not self.yields
        result = f" -> {self.ending.result}" if known else ""
        given = self.home.signature(self.inputs) if parameters is None else parameters
        head = f"{word} {name}({', '.join(given)}){result}:"
        head_lines = wrapped_head(head, view)
        body, kept = self._body(spoken=spoken, more=more)
        last = [view.indent + self.ending.last] if self.ending.last else []
        return [*head_lines, *body, *last], frozenset(n + len(head_lines) for n in kept)

    def _body(self, *, spoken: bool, more: Sequence[Edit]) -> tuple[list[str], frozenset[int]]:
        view = self.home.view
        top = self.run.line if spoken else self.top
        start = view.offsets.line_start(top)
        end = view.offsets.line_start(self.run.last_line + 1)
        edits = [Edit(e.start - start, e.end - start, e.text) for e in more]
        for node in jumps_in(self.run.statements):
            line = self.ending.jumps.get(id(node))
            if line is not None:
                first, last = view.offsets.span(node)
                edits.append(Edit(first - start, last - start, line))
        if self.ending.hands_last:
            first, last = view.offsets.span(self.run.statements[-1])
            sign = view.text.index("=", first)
            edits.append(Edit(first - start, sign + 1 - start, "return"))
        text = edited(view.text[start:end], edits)
        indent = view.indentation(self.run.line)
        frozen = _inside_strings(text)
        lines = []
        for number, line in enumerate(split_lines(text)):
            line = line.rstrip("\r\n")
            if number in frozen:
                lines.append(line)
            elif line.strip():
                own = line[len(indent) :] if line.startswith(indent) else line.lstrip()
                lines.append(view.indent + own)
            else:
                lines.append("")
        return lines, frozen


def _inside_strings(text: str) -> frozenset[int]:
    """The lines, from 0, that start inside of a string, whose blanks belong to it."""
    found: set[int] = set()
    opened = 0
    # What is indented needs a line above it.
    source = "if 1:\n" + text if text[:1].isspace() else text
    shift = 1 + text[:1].isspace()
    try:
        for token in tokenize.generate_tokens(io.StringIO(source).readline):
            kind = tokenize.tok_name[token.type]
            if kind == "STRING":
                found |= set(range(token.start[0] + 1 - shift, token.end[0] + 1 - shift))
            elif kind == "FSTRING_START":
                opened = token.start[0]
            elif kind == "FSTRING_END":
                found |= set(range(opened + 1 - shift, token.end[0] + 1 - shift))
    except (tokenize.TokenError, IndentationError):
        pass  # the end of the block is not the end of a file
    return frozenset(found)


def block_out(view: ModuleView, function: Function, flow: Flow, run: Run) -> BlockOut | str:
    """A block on its way to a function, or why it cannot become one: a key of refusals."""
    block = run.statements
    reason = _hindrance(view, function, run)
    if reason:
        return reason
    own = frozenset(visible_locals(function))
    assigned = assigned_by(block)
    before = flow.bound.get(id(block[0]))
    if before is None:
        return "never-reached"
    jumps = jumps_in(block)
    # What only the block sets is its own, even where it may be read too early.
    inputs = needed(block) & own - (assigned - _set_outside(function, run))
    at_end = set_at_end(block, before & inputs)
    behind = flow.live[id(block[-1])] if at_end is not None else frozenset()
    read_later = behind.union(*(flow.jumped.get(id(j), frozenset()) for j in jumps))
    outputs = assigned & read_later
    at_jumps = set_at_jumps(block, before & inputs)
    ends = [
        at_end,
        *(at_jumps[id(j)] for j in jumps if flow.jumped.get(id(j), frozenset()) & outputs),
    ]
    inputs |= {n for n in outputs for end in ends if end is not None and n not in end}
    if any(n in assigned_in(function.node) and n not in before for n in inputs):
        return "may-be-unset"
    instance = view.instance_of(function)
    speaks = instance in inputs or any(_names_mangled(n) for n in _own(block))
    if speaks and (instance is None or instance in assigned_in(function.node)):
        if any(_names_mangled(n) for n in _own(block)):
            return "needs-its-function"
        speaks = False
    home = Home(view, function, instance if speaks else None)
    order = in_order(block, inputs - {home.instance})
    results = in_order(block, outputs)
    carried = frozenset(order) & outputs
    ending = _ending(function, flow, run, results, carried, at_end is not None)
    if isinstance(ending, str):
        return ending
    return BlockOut(home, run, order, results, ending, top_of(view, run))


def in_order(block: Sequence[ast.stmt], names: frozenset[str]) -> tuple[str, ...]:
    """Some names in the order in which a block mentions them."""
    seen: dict[str, tuple[int, int]] = {}
    for node in (n for s in block for n in all_nodes(s)):
        name = getattr(node, "id", None) or getattr(node, "name", None)
        if isinstance(name, str) and name in names and isinstance(node, ast.expr | ast.stmt):
            at = (node.lineno, node.col_offset)
            seen[name] = min(seen.get(name, at), at)
    return tuple(sorted(names, key=lambda n: (seen.get(n, (0, 0)), n)))


def _set_outside(function: Function, run: Run) -> frozenset[str]:
    """The names that a function has a value for without a block of it."""
    inside = {id(n) for s in run.statements for n in all_nodes(s)}
    given = {a.arg for a in parameters(function.node)}
    rest = (n for n in all_nodes(function.node) if id(n) not in inside)
    return frozenset(given.union(*map(bound_by, rest)))


# -- what stands in the way


def _hindrance(view: ModuleView, function: Function, run: Run) -> str | None:
    block = run.statements
    if not all(has_lines(view, s) for s in (block[0], block[-1])):
        return "shares-a-line"
    inside = list(_own(block))
    yields = any(isinstance(n, ast.Yield | ast.YieldFrom) for n in inside)
    if yields and isinstance(function.node, ast.AsyncFunctionDef):
        return "yields"
    words = {n.id for s in block for n in all_nodes(s) if isinstance(n, ast.Name)}
    if words & _OWN_WORDS or _raises_again(block):
        return "needs-its-function"
    declared = {
        n
        for d in all_nodes(function.node)
        if isinstance(d, ast.Global | ast.Nonlocal)
        for n in d.names
    }
    deleted = {
        t.id
        for n in inside
        if isinstance(n, ast.Delete)
        for t in n.targets
        if isinstance(t, ast.Name)
    }
    assigned = assigned_by(block)
    if (
        assigned & declared
        or deleted
        or any(isinstance(n, ast.Global | ast.Nonlocal) for n in inside)
    ):
        return "sets-names-of-others"
    return "captured" if _captured(function, run, assigned) else None


def has_lines(view: ModuleView, statement: ast.stmt) -> bool:
    """Whether a statement shares no line with another one."""
    first, last = view.offsets.span(statement)
    line = view.offsets.line(statement.lineno)
    above = view.text[view.offsets.line_start(statement.lineno) : first]
    rest = view.text[last : view.offsets.line_start((statement.end_lineno or 0) + 1)].strip()
    begins = line[: len(line) - len(line.lstrip())] == above
    return begins and (not rest or rest.startswith("#"))


def is_eager(call: ast.Call) -> bool:
    """Whether a call asks all that it is given before it comes back."""
    name = call.func.attr if isinstance(call.func, ast.Attribute) else getattr(call.func, "id", "")
    return name in _EAGER


def _captured(function: Function, run: Run, assigned: frozenset[str]) -> bool:
    """Whether code that runs later shares a name that has another value by then."""
    block = run.statements
    inside = {id(n) for s in block for n in all_nodes(s)}
    lambdas = [
        n for n in all_nodes(function.node) if isinstance(n, _LATER) and n is not function.node
    ]
    calls = [n for n in all_nodes(function.node) if isinstance(n, ast.Call)]
    consumed = {id(c.args[0]) for c in calls if c.args and (len(c.args) == 1 or is_eager(c))}
    keys = {id(k.value) for c in calls if is_eager(c) for k in c.keywords if k.arg == "key"}
    set_outside = {
        n.id
        for n in _own(function.node.body)
        if isinstance(n, ast.Name)
        and isinstance(n.ctx, ast.Store)
        and id(n) not in inside
        and n.lineno > run.line
    }
    for node in lambdas:
        if isinstance(node, ast.GeneratorExp) and id(node) in consumed:
            continue
        if id(node) in keys:
            continue
        names = set(_free_of(node))
        if id(node) in inside and names & set_outside:
            return True
        if id(node) not in inside and names & assigned:
            return True
        writes = {n for d in all_nodes(node) if isinstance(d, ast.Nonlocal) for n in d.names}
        if writes & {n.id for s in block for n in all_nodes(s) if isinstance(n, ast.Name)}:
            return True
    return False


def _free_of(node: ast.AST) -> list[str]:
    if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
        return [n.id for n in all_nodes(node) if isinstance(n, ast.Name)]
    return free_names(node)


def _raises_again(block: Sequence[ast.stmt]) -> bool:
    """Whether the exception of a handler around the block is raised again in it."""
    handled = {
        id(n)
        for s in block
        for h in all_nodes(s)
        if isinstance(h, ast.ExceptHandler)
        for n in all_nodes(h)
    }
    return any(
        isinstance(n, ast.Raise) and n.exc is None and id(n) not in handled
        for s in block
        for n in all_nodes(s)
    )


def _own(block: Sequence[ast.stmt]) -> Iterator[ast.AST]:
    """The nodes of a block; nested functions and classes are not entered."""
    pending: list[ast.AST] = list(block)
    while pending:
        node = pending.pop()
        yield node
        if not isinstance(node, _SCOPES):
            pending.extend(child_nodes(node))


def _names_mangled(node: ast.AST) -> bool:
    name = node.attr if isinstance(node, ast.Attribute) else getattr(node, "id", "")
    return isinstance(name, str) and name.startswith("__") and not name.endswith("__")


def assigned_by(block: Sequence[ast.stmt]) -> frozenset[str]:
    """The names that a block sets."""
    holder = ast.parse("def f(): pass").body[0]
    assert isinstance(holder, ast.FunctionDef)
    holder.body = list(block)
    return assigned_in(holder)


# -- how it is left


def _ending(
    function: Function,
    flow: Flow,
    run: Run,
    outputs: tuple[str, ...],
    carried: frozenset[str],
    falls: bool,
) -> Ending | str:
    block = run.statements
    jumps = jumps_in(block)
    given = ", ".join(outputs)
    if not jumps:
        return _plain_ending(function, run, outputs) if falls else "never-ends"
    if all(isinstance(j, ast.Return) for j in jumps) and not outputs:
        if not falls or _is_tail(function.node.body, run):
            return _returning(function, run, jumps, falls)
    if not outputs and _leads_where_it_jumps(run, jumps):
        # Whether it was left early or not, its caller does the same: there is nothing to say.
        return Ending({id(j): "return" for j in jumps}, "", ("{call}",))
    kinds = {ast.dump(j) for j in jumps}
    in_loop = all(isinstance(j, ast.Continue) for j in jumps)
    if in_loop and _ends_round(function.node.body, run):
        call = f"{given} = {{call}}" if outputs else "{call}"
        return Ending(
            {id(j): f"return {given}".strip() for j in jumps},
            f"return {given}" if outputs and falls else "",
            (call,),
        )
    if not falls:
        return "several-ways-out"
    needed_there = frozenset(outputs).intersection(
        *(flow.jumped.get(id(j), frozenset()) for j in jumps)
    )
    if len(kinds) == 1 and _is_constant_jump(jumps[0]) and not needed_there:
        if len(outputs) == 1 and carried:
            return "may-be-none"  # it may hold what it held before
        return _one_way_out(function, run, jumps, outputs)
    if not outputs and all(_hands_something_back(j) for j in jumps):
        name = _free_name(function, ("answer", "outcome", "handed_back"))
        return Ending(
            {},
            "return None",
            (f"{name} = {{call}}", f"if {name} is not None:", f"    return {name}"),
        )
    return "several-ways-out"


def _plain_ending(function: Function, run: Run, outputs: tuple[str, ...]) -> Ending:
    annotated = function.node.returns is not None
    if not outputs:
        return Ending({}, "", ("{call}",), "None" if annotated else "")
    given = ", ".join(outputs)
    last = run.statements[-1]
    single = (
        isinstance(last, ast.Assign)
        and len(last.targets) == 1
        and isinstance(last.targets[0], ast.Name)
        and outputs == (last.targets[0].id,)
    )
    if single:
        assert isinstance(last, ast.Assign)
        return Ending({}, "", (f"{given} = {{call}}",), hands_last=True)
    return Ending({}, f"return {given}", (f"{given} = {{call}}",))


def _returning(function: Function, run: Run, jumps: Sequence[Jump], falls: bool) -> Ending:
    returns = function.node.returns
    with_value = any(isinstance(j, ast.Return) and j.value is not None for j in jumps)
    if not with_value:
        at_end = falls or _is_tail(function.node.body, run)
        return Ending({}, "", ("{call}",) if at_end else ("{call}", "return"))
    suspended = any(isinstance(n, ast.Yield | ast.YieldFrom) for n in _own(function.node.body))
    result = "" if returns is None or suspended else ast.unparse(returns)
    return Ending({}, "", ("return {call}",), result)


def _one_way_out(
    function: Function, run: Run, jumps: Sequence[Jump], outputs: tuple[str, ...]
) -> Ending | str:
    """All jumps are the same one: the result tells the caller whether to take it."""
    leave = ast.unparse(jumps[0])
    if not outputs:
        places = {id(j): "return False" for j in jumps}
        result = "bool" if function.node.returns is not None else ""
        return Ending(places, "return True", ("if not {call}:", f"    {leave}"), result)
    places = {id(j): "return None" for j in jumps}
    if len(outputs) == 1:
        if not _is_something(run.statements, outputs[0]):
            if not _is_seen_to(run.statements, outputs[0]):
                return "may-be-none"
        name = outputs[0]
        return Ending(
            places, f"return {name}", (f"{name} = {{call}}", f"if {name} is None:", f"    {leave}")
        )
    name = _free_name(function, ("found", "results", "parts"))
    given = ", ".join(outputs)
    caller = (f"{name} = {{call}}", f"if {name} is None:", f"    {leave}", f"{given} = {name}")
    return Ending(places, f"return {given}", caller)


def _is_constant_jump(jump: Jump) -> bool:
    if not isinstance(jump, ast.Return):
        return True
    return jump.value is None or isinstance(jump.value, ast.Constant)


def _hands_something_back(jump: Jump) -> bool:
    return isinstance(jump, ast.Return) and jump.value is not None and _is_made(jump.value)


def _is_something(block: Sequence[ast.stmt], name: str) -> bool:
    """Whether a name that a block sets is never None by what it is set to."""
    for node in _own(block):
        if isinstance(node, ast.Assign):
            for target in node.targets:
                if isinstance(target, ast.Name):
                    if target.id == name and not _is_made(node.value):
                        return False
                elif any(isinstance(n, ast.Name) and n.id == name for n in all_nodes(target)):
                    return False
        elif isinstance(node, ast.For | ast.AsyncFor | ast.withitem | ast.NamedExpr):
            place = node.optional_vars if isinstance(node, ast.withitem) else node.target
            if place is not None and name in {getattr(n, "id", "") for n in all_nodes(place)}:
                return False
    return True


# What asks a generator, or a key, at once.
_EAGER = frozenset(
    "next any all sum max min sorted sort list set tuple dict frozenset join".split()
)
_LEAVING = (ast.Return, ast.Raise, ast.Continue, ast.Break)


def _is_seen_to(block: Sequence[ast.stmt], name: str) -> bool:
    """Whether a block leaves where a name is None, and sets it no more behind that."""
    seen = False
    for statement in block:
        if name in {getattr(n, "id", "") for n in _own([statement]) if _is_store(n)}:
            seen = False
        if (
            isinstance(statement, ast.If)
            and not statement.orelse
            and isinstance(statement.body[-1], _LEAVING)
        ):
            test = statement.test
            if isinstance(test, ast.BoolOp) and isinstance(test.op, ast.Or):
                test = test.values[0]
            seen = seen or ast.unparse(test) in (f"{name} is None", f"not {name}")
    return seen


def _is_store(node: ast.AST) -> bool:
    return isinstance(getattr(node, "ctx", None), ast.Store)


def _is_made(value: ast.expr) -> bool:
    """Whether a value is certainly not None."""
    if isinstance(value, ast.Constant):
        return value.value is not None
    if isinstance(value, ast.IfExp):
        return _is_made(value.body) and _is_made(value.orelse)
    if isinstance(value, ast.Call):
        return isinstance(value.func, ast.Name) and (
            value.func.id in _MAKERS or value.func.id[:1].isupper()
        )
    return isinstance(
        value,
        ast.BinOp | ast.JoinedStr | ast.List | ast.Dict | ast.Set | ast.Tuple | ast.Compare
        | ast.ListComp | ast.DictComp | ast.SetComp,
    )  # fmt: skip


def _free_name(function: Function, names: Sequence[str]) -> str:
    words = {n.id for n in all_nodes(function.node) if isinstance(n, ast.Name)}
    words |= {a.arg for a in all_nodes(function.node) if isinstance(a, ast.arg)}
    return next((n for n in names if n not in words), f"{names[-1]}_now")


def _is_tail(body: Sequence[ast.stmt], run: Run) -> bool:
    """Whether nothing of the function runs behind a block."""
    if body is run.suite:
        return run.stop == len(body)
    last = body[-1]
    if isinstance(last, ast.If):
        return _is_tail(last.body, run) or bool(last.orelse and _is_tail(last.orelse, run))
    if isinstance(last, ast.Match):
        return any(_is_tail(c.body, run) for c in last.cases)
    return False


def _leads_where_it_jumps(run: Run, jumps: Sequence[Jump]) -> bool:
    """Whether what stands right behind a block is the jump by which the block is left early."""
    if run.stop == len(run.suite) or any(getattr(j, "value", None) is not None for j in jumps):
        return False
    behind = ast.dump(run.suite[run.stop])
    return all(ast.dump(j) == behind for j in jumps)


def _ends_round(body: Sequence[ast.stmt], run: Run) -> bool:
    """Whether the end of a block is the end of a round of its loop."""
    return any(
        _is_tail(n.body, run)
        for s in body
        for n in all_nodes(s)
        if isinstance(n, ast.For | ast.AsyncFor | ast.While)
    )


def top_of(view: ModuleView, run: Run) -> int:
    """The first line of a block with the comments right above it."""
    line = run.line
    indent = view.indentation(line)
    while view.comments.get(line - 1, ("", False))[1] and view.indentation(line - 1) == indent:
        line -= 1
    return line
