"""Chains of isinstance tests on one name, and what their arms need when they move somewhere
else.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace

from ...logic.bindings import assigned_in, free_names
from ...logic.flow import is_asynchronous
from ...outline import Function, FunctionNode, all_nodes
from ...source.edits import Edit, edited
from ..arm_bodies import jumps_of
from ..module_view import ModuleView

# What an arm may not hold if it is to stand in a function of its own.
CANNOT_MOVE = (
    ast.Yield,
    ast.YieldFrom,
    ast.Await,
    ast.Nonlocal,
    ast.Global,
    ast.FunctionDef,
    ast.AsyncFunctionDef,
    ast.Lambda,
    ast.ClassDef,
)
_PLAIN_HINTS = ("int", "str", "bool", "float", "bytes")


@dataclass(frozen=True, slots=True)
class ClassArm:
    """One arm: the classes it is for, and what it does."""

    owners: tuple[str, ...]
    body: list[ast.stmt]
    line: int


@dataclass(frozen=True, slots=True)
class ClassChain:
    """A chain of tests; where it is made of several statements, all arms leave.

    Attributes:
        subject: the name that is asked for its class.
        arms: the arms, in order.
        otherwise: what an else does; empty if there is none.
        first, last: the first and the last of its statements.
        rest: the statements behind it in its block.
        exact: whether some test lets in the very class only, and nothing derived from it.
    """

    subject: str
    arms: list[ClassArm]
    otherwise: list[ast.stmt]
    first: ast.stmt
    last: ast.stmt
    rest: list[ast.stmt]
    exact: bool = False

    @property
    def leaves(self) -> bool:
        """Whether all arms leave the function."""
        return all(map(_leaves, (a.body for a in self.arms)))


def class_chains_of(function: FunctionNode) -> Iterator[ClassChain]:
    """All chains of a function itself, in whatever block."""
    pending = [function.body]
    while pending:
        body, index = pending.pop(), 0
        while index < len(body):
            found = class_chain(body, index, leaving=False)
            if found is not None and len(found.arms) > 1:
                yield found
                pending += [a.body for a in found.arms]
                index = body.index(found.last) + 1
                continue
            statement = body[index]
            index += 1
            if not isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
                blocks = [getattr(statement, part, []) for part in ("body", "orelse", "finalbody")]
                pending += [b for b in blocks if b and isinstance(b[0], ast.stmt)]
                pending += [
                    c.body
                    for c in (*getattr(statement, "handlers", []), *getattr(statement, "cases", []))
                ]


def class_chain(body: list[ast.stmt], index: int, *, leaving: bool = True) -> ClassChain | None:
    """The chain that starts with a statement of a block, if one does.

    Args:
        body: the block.
        index: where the statement stands in it.
        leaving: whether every arm has to leave the function.
    """
    guarded = _guarded_chain(body, index)
    if guarded is not None:
        return guarded
    named = _named_type(body, index)
    if named is not None:
        found = _chain_from(body, index + 1, leaving=leaving, named=named)
        return None if found is None else replace(found, first=body[index])
    return _chain_from(body, index, leaving=leaving)


def _chain_from(
    body: list[ast.stmt], index: int, *, leaving: bool, named: tuple[str, str] | None = None
) -> ClassChain | None:
    """The chain that starts with an if; ``named`` is what the type of its subject is called, and
    the subject.
    """
    subject: str | None = None
    arms: list[ClassArm] = []
    position = index
    otherwise: list[ast.stmt] = []
    stays = exact = False
    while position < len(body) and not otherwise:
        node: ast.stmt | None = body[position]
        tested = _tested(node.test, named) if isinstance(node, ast.If) else None
        if tested is None or (subject is not None and tested[0] != subject):
            break
        while isinstance(node, ast.If):
            turned = _turned(node) if node is not body[position] else None
            tested = turned or _tested(node.test, named)
            if tested is None or (subject is not None and tested[0] != subject):
                return None
            arm = node.body if turned is None else node.orelse
            if not _leaves(arm):
                if leaving or position > index:
                    return None
                stays = True
            subject = tested[0]
            exact = exact or isinstance(node.test, ast.Compare)
            arms.append(ClassArm(tested[1], arm, node.lineno))
            if turned is not None:
                otherwise = node.body
                break
            chained = _chained(node)
            otherwise = [] if chained is not None else node.orelse
            node = chained
        position += 1
        if stays:
            break
    if subject is None:
        return None
    first, last = body[index], body[position - 1]
    return ClassChain(subject, arms, otherwise, first, last, body[position:], exact)


def _named_type(body: list[ast.stmt], index: int) -> tuple[str, str] | None:
    """What the type of something is called, and the something, in ``kind = type(boat)`` above an
    if, where nothing but the conditions of ifs asks for it.
    """
    statement = body[index]
    if not isinstance(statement, ast.Assign) or len(statement.targets) != 1:
        return None
    target, value = statement.targets[0], statement.value
    behind = body[index + 1 :]
    if not isinstance(target, ast.Name) or not _is_type_of_name(value) or not behind:
        return None
    rest = [n for s in behind for n in all_nodes(s)]
    asked = {id(n) for i in rest if isinstance(i, ast.If) for n in all_nodes(i.test)}
    uses = [n for n in rest if isinstance(n, ast.Name) and n.id == target.id]
    if not isinstance(behind[0], ast.If) or not all(id(n) in asked for n in uses):
        return None
    return target.id, value.args[0].id  # type: ignore[attr-defined]


def _leaves(body: list[ast.stmt]) -> bool:
    return bool(body) and isinstance(body[-1], ast.Return | ast.Raise)


def _turned(node: ast.If) -> tuple[str, tuple[str, ...]] | None:
    """The subject and the classes of a last question for what is none of them: its else is their
    arm, which does nothing if there is none.
    """
    test = node.test
    if not isinstance(test, ast.UnaryOp) or not isinstance(test.op, ast.Not) or _chained(node):
        return None
    return _tested(test.operand) if isinstance(test.operand, ast.Call) else None


def _chained(node: ast.If) -> ast.If | None:
    """The ``elif`` behind a question."""
    behind = node.orelse[0] if len(node.orelse) == 1 else None
    is_chained = isinstance(behind, ast.If) and behind.col_offset == node.col_offset
    return behind if is_chained and isinstance(behind, ast.If) else None


def _guarded_chain(body: list[ast.stmt], index: int) -> ClassChain | None:
    """The chain behind a guard that lets only some classes through: what stands at the end is for
    those of them that were not asked for.
    """
    first = body[index]
    guard = first.test if isinstance(first, ast.If) and not first.orelse else None
    if not isinstance(guard, ast.UnaryOp) or not isinstance(guard.op, ast.Not):
        return None
    let_in = _tested(guard.operand)
    leaves = isinstance(first, ast.If) and isinstance(first.body[-1], ast.Return | ast.Raise)
    inner = class_chain(body, index + 1) if leaves and index + 1 < len(body) else None
    if let_in is None or inner is None or inner.subject != let_in[0] or inner.otherwise:
        return None
    asked = {o for a in inner.arms for o in a.owners}
    left = tuple(o for o in let_in[1] if o not in asked)
    exact = inner.exact or isinstance(guard.operand, ast.Compare)
    if not left or not inner.rest or not asked <= set(let_in[1]) or exact:
        return None
    arms = [*inner.arms, ClassArm(left, inner.rest, inner.rest[0].lineno)]
    otherwise = first.body if isinstance(first, ast.If) else []
    return ClassChain(inner.subject, arms, otherwise, first, body[-1], [])


def _tested(
    test: ast.expr, named: tuple[str, str] | None = None
) -> tuple[str, tuple[str, ...]] | None:
    """The subject and the classes of an isinstance test, or of a comparison of a type, which may
    have a name.
    """
    if isinstance(test, ast.Compare):
        return _exactly_tested(test, named)
    if isinstance(test, ast.BoolOp) and isinstance(test.op, ast.Or):
        found = [_tested(v) for v in test.values if isinstance(v, ast.Call)]
        asked = [f for f in found if f is not None]
        one = len(asked) == len(test.values) and len({subject for subject, _ in asked}) == 1
        return (asked[0][0], tuple(n for _, names in asked for n in names)) if one else None
    if (
        not isinstance(test, ast.Call)
        or not isinstance(test.func, ast.Name)
        or test.func.id != "isinstance"
        or len(test.args) != 2
    ):
        return None
    subject, kinds = test.args
    names = _names_of(kinds)
    known = isinstance(subject, ast.Name) and names and not test.keywords
    return (subject.id, names) if known and isinstance(subject, ast.Name) else None


def _names_of(kinds: ast.expr) -> tuple[str, ...]:
    """The names of some classes; none if they are anything else."""
    parts = kinds.elts if isinstance(kinds, ast.Tuple | ast.List | ast.Set) else [kinds]
    names = tuple(p.id for p in parts if isinstance(p, ast.Name))
    return names if len(names) == len(parts) else ()


def _exactly_tested(
    test: ast.Compare, named: tuple[str, str] | None
) -> tuple[str, tuple[str, ...]] | None:
    """The subject and the classes of ``type(x) is C``, ``type(x) == C``, ``type(x) in (C, D)``."""
    if len(test.ops) != 1:
        return None
    sides = [test.left, test.comparators[0]]
    listed = isinstance(test.ops[0], ast.In)
    if not listed and not isinstance(test.ops[0], ast.Is | ast.Eq):
        return None
    asked = [s for s in sides if _is_type_of_name(s) or _is_named(s, named)]
    if len(asked) != 1 or (listed and asked[0] is not test.left):
        return None
    names = _names_of(next(s for s in sides if s is not asked[0]))
    if not names or (len(names) > 1 and not listed):
        return None
    if named is not None and _is_named(asked[0], named):
        return named[1], names
    return asked[0].args[0].id, names  # type: ignore[attr-defined]


def _is_named(node: ast.expr, named: tuple[str, str] | None) -> bool:
    return named is not None and isinstance(node, ast.Name) and node.id == named[0]


def _is_type_of_name(node: ast.expr) -> bool:
    return (
        isinstance(node, ast.Call)
        and isinstance(node.func, ast.Name)
        and node.func.id == "type"
        and len(node.args) == 1
        and not node.keywords
        and isinstance(node.args[0], ast.Name)
    )


def has_heirs(tree: ast.Module, chain: ClassChain) -> bool:
    """Whether a chain that lets in very classes leaves out something that is derived from one."""
    return chain.exact and bool(heirs_left_out(tree, chain))


def heirs_left_out(tree: ast.Module, chain: ClassChain) -> list[str]:
    """The classes of the module that are derived from those of a chain and have no arm in it."""
    owners = {o for a in chain.arms for o in a.owners}
    classes = [c for c in all_nodes(tree) if isinstance(c, ast.ClassDef)]
    found: list[str] = []
    grew = True
    while grew:
        heirs = [
            c.name
            for c in classes
            if c.name not in owners and {ast.unparse(b) for b in c.bases} & {*owners, *found}
        ]
        grew = len(heirs) > len(found)
        found = heirs
    return found


def with_heirs(tree: ast.Module, chain: ClassChain) -> ClassChain | None:
    """A chain with an arm for what is derived from its very classes, which does what is done for
    all others; None if that cannot be told.
    """
    heirs = heirs_left_out(tree, chain)
    tests: list[ast.expr] = []
    node: ast.stmt = chain.first
    while isinstance(node, ast.If):
        tests.append(node.test)
        node = node.orelse[0] if len(node.orelse) == 1 else ast.Pass()
    if not chain.exact or not heirs:
        return chain
    if chain.leaves or not all(isinstance(t, ast.Compare) for t in tests):
        return None
    others = [ClassArm((h,), chain.otherwise, chain.last.lineno) for h in heirs]
    return replace(chain, arms=[*chain.arms, *others])


def can_move(
    chain: ClassChain,
    also: list[ast.stmt] | None = None,
    this: str | None = None,
    *,
    awaits: bool = False,
    yields: bool = False,
) -> bool:
    """Whether the arms (and other statements) can stand in functions of their own.

    Args:
        chain: the arms.
        also: other statements.
        this: the name of the object, in a method that would hand it over.
        awaits: whether these functions may be coroutine functions.
        yields: whether they may give back what is yielded.
    """
    inside = [
        n
        for body in (*(a.body for a in chain.arms), also or [])
        for s in body
        for n in all_nodes(s)
    ]
    sets = any(
        isinstance(n, ast.Name) and n.id == chain.subject and not isinstance(n.ctx, ast.Load)
        for n in inside
    )
    allowed = {ast.Await} if awaits else set()
    fixed = tuple(k for k in CANNOT_MOVE if k not in allowed | ({ast.Yield} if yields else set()))
    own = {"super", "locals", "self", "__class__"} - {this}
    special = any(isinstance(n, ast.Name) and n.id in own for n in inside) or any(
        map(is_private, inside)
    )
    waits = not awaits and any(map(is_asynchronous, inside))
    return not (sets or special or waits or any(isinstance(n, fixed) for n in inside))


def is_private(node: ast.AST) -> bool:
    """Whether a name means another one in another class (private name mangling)."""
    name = (
        getattr(node, "attr", None) or getattr(node, "id", None) or getattr(node, "arg", None) or ""
    )
    return isinstance(name, str) and name.startswith("__") and not name.endswith("__")


def taken(body: list[ast.stmt]) -> list[str]:
    """The names that an arm takes from around it, in the order of the text."""
    inside = ast.Module(body, [])
    own = {
        n.id
        for n in all_nodes(inside)
        if isinstance(n, ast.Name) and not isinstance(n.ctx, ast.Load)
    }
    first_stores = {n for n in own if _is_set_first(body, n)}
    return [n for n in free_names(inside) if n not in first_stores]


def _is_set_first(body: list[ast.stmt], name: str) -> bool:
    """Whether an arm gives a name a value before it reads it."""
    for statement in body:
        nodes = [n for n in all_nodes(statement) if isinstance(n, ast.Name) and n.id == name]
        if nodes:
            plain = isinstance(statement, ast.Assign) and all(
                isinstance(t, ast.Name) for t in statement.targets
            )
            return plain and not any(isinstance(n.ctx, ast.Load) for n in nodes)
    return False


def annotated(function: Function, name: str) -> str:
    """A parameter of a new function, with the annotation it has in another one if that one is
    plain.
    """
    given = next(
        (
            a
            for a in (
                *function.node.args.posonlyargs,
                *function.node.args.args,
                *function.node.args.kwonlyargs,
            )
            if a.arg == name
        ),
        None,
    )
    plain = (
        given is not None
        and isinstance(given.annotation, ast.Name)
        and given.annotation.id in _PLAIN_HINTS
    )
    if given is None or given.annotation is None or not plain or name in assigned_in(function.node):
        return name
    return f"{name}: {ast.unparse(given.annotation)}"


def moved_lines(
    view: ModuleView, body: list[ast.stmt], indent: str, words: Mapping[str, str] | None = None
) -> list[str]:
    """The lines of some statements, comments included, at another indentation.

    Args:
        view: the module.
        body: the statements.
        indent: the indentation.
        words: names that are called otherwise there; ``continue`` and ``yield`` may be a ``return``
            there.
    """
    words = words or {}
    if not body:
        return []
    number = body[0].lineno
    while view.comments.get(number - 1, ("", False))[1]:
        number -= 1
    last = body[-1].end_lineno or body[-1].lineno
    start, end = view.offsets.line_start(number), view.offsets.line_start(last + 1)
    edits = []
    inner = {id(n) for s in body for n in all_nodes(s) if isinstance(n, ast.Continue)}
    inner -= {id(j) for j in jumps_of(body)}  # of loops that move along
    for node in (n for s in body for n in all_nodes(s)):
        word = words.get(_word(node))
        if id(node) in inner or word is None:
            continue
        if isinstance(node, ast.Name | ast.Continue | ast.Yield):
            a, b = view.offsets.span(node)
            b = a + len("yield") if isinstance(node, ast.Yield) else b
            edits.append(Edit(a - start, b - start, word))
    text = edited(view.text[start:end], edits)
    old = view.indentation(body[0].lineno)
    return [indent + line.removeprefix(old) if line.strip() else "" for line in text.splitlines()]


def _word(node: ast.AST) -> str:
    """What a piece of code is, if that is a single word."""
    if isinstance(node, ast.Continue | ast.Yield):
        return type(node).__name__.lower()
    return node.id if isinstance(node, ast.Name) else ""
