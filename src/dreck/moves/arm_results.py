"""What the arms of a chain leave behind for the code after it, when they become functions."""

from __future__ import annotations

import ast
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from ..logic.flow import flow_of, needed, set_at_end
from ..outline import Function, all_nodes
from .alignment import is_value
from .arm_bodies import added_to, giving_back, leaves_loop, names_set
from .module_view import ModuleView


@dataclass(frozen=True, slots=True)
class Results:
    """The names that arms set for what follows.

    Attributes:
        names: in the order in which they are set; empty if all arms leave, or leave nothing.
        leaves: whether all arms leave the function.
        presets: for names that an arm may not set, or changes, the constant they were given before
            the chain, with the statement that gave it.
        adds: whether what arms leave behind is added to the one name; arms that add nothing give 0.
        writes: whether that is a text, which arms may add to more than once; those that add nothing
            give an empty one.
        yields: whether what arms give back is yielded then: *always*, or *sometimes*, where an arm
            that yields nothing gives back None; empty if they yield nothing.
    """

    names: tuple[str, ...] = ()
    leaves: bool = False
    adds: bool = False
    writes: bool = False
    presets: Mapping[str, ast.Assign] = field(default_factory=dict)
    yields: str = ""

    @property
    def word(self) -> str:
        """One name for all of them."""
        return "_and_".join(self.names)


def results_of(
    function: Function,
    block: Sequence[ast.stmt],
    index: int,
    bodies: Sequence[list[ast.stmt]],
    *,
    ends_round: bool = False,
) -> Results | None:
    """What the arms of the chain at a place of a block leave behind; None if they jump out of it
    in ways that a function cannot, or leave what only some of them set.

    Args:
        function: the function around.
        block: the block the chain stands in.
        index: its place there.
        bodies: the arms, the one for all others among them.
        ends_round: whether the chain is the last of a loop's body, so that an arm that goes on with
            the next round is only done.
    """
    if all(b and isinstance(b[-1], ast.Return | ast.Raise) for b in bodies):
        return Results(leaves=True)
    if any(isinstance(n, ast.Return) for b in bodies for s in b for n in all_nodes(s)):
        return None
    if any(leaves_loop(b, may_go_on=ends_round) for b in bodies):
        return None
    goes_on = ends_round and any(map(leaves_loop, bodies))
    live = flow_of(function.node).live.get(id(block[index]), frozenset())
    given = list(dict.fromkeys(n for b in bodies for n in _in_order(b)))
    names = tuple(n for n in given if n in live)
    if goes_on and names:
        return None
    if len(names) == 1 and _all_add(function, bodies, names[0]):
        return Results(names, adds=True)
    if len(names) == 1 and _all_write(function, bodies, names[0]):
        return Results(names, adds=True, writes=True)
    presets: dict[str, ast.Assign] = {}
    for body in bodies:
        for name in sorted(_wants(body, names)):
            preset = _preset(block[:index], name)
            if preset is None:
                return None
            presets[name] = preset
    return Results(names, presets=presets)


def _all_add(function: Function, bodies: Sequence[list[ast.stmt]], name: str) -> bool:
    """Whether all that arms do with a name, a number to begin with, is to add to it at last."""
    adding = [b for b in bodies if b and added_to(b[-1]) == name]
    others = [b for b in bodies if b and not any(b is a for a in adding)]
    if not adding or any(name in _words(s) for b in others for s in b):
        return False
    if any(name in _words(s) for b in adding for s in (*b[:-1], b[-1].value)):  # type: ignore[attr-defined]
        return False
    return any(
        isinstance(s, ast.Assign)
        and isinstance(s.value, ast.Constant)
        and type(s.value.value) in (int, float)
        and [ast.unparse(t) for t in s.targets] == [name]
        for s in all_nodes(function.node)
    )


def _all_write(function: Function, bodies: Sequence[list[ast.stmt]], name: str) -> bool:
    """Whether all that arms do with a name, a text to begin with, is to add to it."""
    inside = [n for b in bodies for s in b for n in all_nodes(s)]
    named = [n for n in inside if isinstance(n, ast.Name) and n.id == name]
    added = [n.target for n in inside if isinstance(n, ast.stmt) and added_to(n) == name]  # type: ignore[attr-defined]
    if not added or len(named) > len(added):
        return False
    given = [
        s.value
        for s in all_nodes(function.node)
        if isinstance(s, ast.Assign) and [ast.unparse(t) for t in s.targets] == [name]
    ]
    return bool(given) and all(map(_is_text, given))


def _is_text(node: ast.expr) -> bool:
    """Whether an expression is a text by what it is made of."""
    if isinstance(node, ast.BinOp) and isinstance(node.op, ast.Add):
        return _is_text(node.left) or _is_text(node.right)
    if isinstance(node, ast.BinOp) and isinstance(node.op, ast.Mod):
        return _is_text(node.left)
    return isinstance(node, ast.JoinedStr) or (
        isinstance(node, ast.Constant) and isinstance(node.value, str)
    )


def _words(node: ast.AST) -> set[str]:
    return {n.id for n in all_nodes(node) if isinstance(n, ast.Name)}


def _in_order(body: Sequence[ast.stmt]) -> list[str]:
    """The names that an arm sets, in the order of the text."""
    own = names_set(list(body))
    nodes = [n for s in body for n in all_nodes(s) if isinstance(n, ast.Name) and n.id in own]
    nodes.sort(key=lambda n: (n.lineno, n.col_offset))
    return list(dict.fromkeys(n.id for n in nodes if not isinstance(n.ctx, ast.Load)))


def _wants(body: Sequence[ast.stmt], names: Sequence[str]) -> set[str]:
    """The results that an arm does not set, or reads before it does."""
    bound = set_at_end(body, frozenset()) if body else frozenset()
    if bound is None:  # it raises
        return set(needed(body)) & set(names)
    return {n for n in names if n not in bound} | (
        set(needed(body)) & set(names) if body else set()
    )


def _preset(before: Sequence[ast.stmt], name: str) -> ast.Assign | None:
    """The statement of a block that gave a name a constant, if nothing behind it changes it."""
    for node in reversed(before):
        if isinstance(node, ast.Assign) and len(node.targets) == 1:
            target = node.targets[0]
            if isinstance(target, ast.Name) and target.id == name:
                return node if is_value(node.value) else None
        if name in names_set([node]):
            return None
    return None


def body_giving(
    view: ModuleView, lines: list[str], body: Sequence[ast.stmt], found: Results, indent: str
) -> list[str]:
    """The lines of an arm as the body of a function that gives the results back.

    Args:
        view: the module.
        lines: the arm's own lines, at the indentation of the function's body.
        body: the same, as it stands in the module.
        found: what the arms leave behind.
        indent: the indentation of the function's body.
    """
    if not found.names or (body and isinstance(body[-1], ast.Raise)):
        return lines
    if found.writes and not (len(body) == 1 and added_to(body[0])):
        return _written(lines, body, found.names[0], indent)
    if found.adds:
        adds = bool(body) and added_to(body[-1]) == found.names[0]
        done = giving_back(lines, list(body), found.names[0]) if adds else lines
        nothing = '""' if found.writes else "0"
        return done if adds else [*done, f"{indent}return {nothing}"]
    wanted = [n for n in found.names if n in _wants(body, found.names)]
    values = {n: view.offsets.source(found.presets[n].value) for n in wanted}
    only = _only_values(view, lines, body, found.names)
    if only is not None:
        given = [only.get(n) or values[n] for n in found.names]
        return [f"{indent}return {', '.join(given)}"]
    if len(found.names) == 1 and not wanted:
        return giving_back(lines, list(body), found.names[0])
    first = [f"{indent}{n} = {v}" for n, v in values.items()]
    return [*first, *lines, f"{indent}return {', '.join(found.names)}"]


def _written(lines: list[str], body: Sequence[ast.stmt], name: str, indent: str) -> list[str]:
    """The lines of an arm that adds to a text, as a function that makes what is added."""
    if not any(name in _words(s) for s in body):
        return [*lines, f'{indent}return ""']
    first = next(s for s in body if name in _words(s))
    start = f"{indent}{name} += "
    at = next((i for i, line in enumerate(lines) if line.startswith(start)), len(lines))
    if added_to(first) != name or at == len(lines):
        return [f'{indent}{name} = ""', *lines, f"{indent}return {name}"]
    begun = f"{indent}{name} = {lines[at].removeprefix(start)}"
    return [*lines[:at], begun, *lines[at + 1 :], f"{indent}return {name}"]


def _only_values(
    view: ModuleView, lines: list[str], body: Sequence[ast.stmt], names: Sequence[str]
) -> dict[str, str] | None:
    """The values of an arm that does nothing but set results, each once, none by another, on a line
    each and without a comment.
    """
    found: dict[str, str] = {}
    for node in body:
        target = node.targets[0] if isinstance(node, ast.Assign) else None
        if not isinstance(target, ast.Name) or len(node.targets) > 1:  # type: ignore[attr-defined]
            return None
        value = node.value  # type: ignore[attr-defined]
        read = {n.id for n in all_nodes(value) if isinstance(n, ast.Name)}
        if target.id in found or target.id not in names or read & set(names):
            return None
        around = range(node.lineno - 1, (node.end_lineno or node.lineno) + 1)
        if node.end_lineno != node.lineno or any(n in view.comments for n in around):
            return None
        line = lines[node.lineno - body[0].lineno]
        found[target.id] = line.partition("=")[2].strip()
    return found
