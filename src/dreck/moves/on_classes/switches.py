"""Switches on classes of the project: where they stand, what their arms need, what the methods that
take their place may be called.
"""

from __future__ import annotations

import ast
import builtins
import keyword
from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass, replace

from ...logic.bindings import bound_in, parameters
from ...naming.words import EMPTY_WORDS, VERBS, singular, words_of
from ...outline import Function, FunctionNode, all_nodes
from ..alignment import is_value
from ..alike import visible_locals
from ..arm_results import Results
from ..imports import imports_of
from ..module_view import ModuleView
from .chains import ClassArm, ClassChain, can_move, class_chain, taken, with_heirs
from .declared import declared_class, evident_class, named_class

_LEAST_CLASSES = 2
# Lines of an arm that several classes may each get.
_MOST_REPEATED = 3
# What an object does with what comes to it; what comes would not do it with the object.
_OF_THE_RECEIVER = frozenset(
    "accept add collect consume dispatch enter feed handle load on process read receive record "
    "take visit".split()
)
# The same of a text.
_TEXTS = frozenset({"text", "line", "s", "out", "msg", "message", "txt", "buf", "string", "label"})
# What a sum may be called that says nothing of what is added up.
_SUMS = frozenset({"total", "count", "sum", "n", "c", "t", "counter", "number", "acc"})


@dataclass(frozen=True, slots=True)
class Place:
    """A statement of a block; ``ends_round`` tells whether it is the last of a loop's body."""

    block: list[ast.stmt]
    index: int
    ends_round: bool


def places(node: FunctionNode) -> Iterator[Place]:
    """The statements of a function itself, from the outside to the inside."""
    pending = [(node.body, False)]
    while pending:
        block, is_loop = pending.pop(0)
        for index, statement in enumerate(block):
            yield Place(block, index, is_loop and index == len(block) - 1)
            if isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
                continue
            loops = isinstance(statement, ast.For | ast.AsyncFor | ast.While)
            pending += [(b, loops and b is statement.body) for b in _blocks(statement)]  # type: ignore[attr-defined]


def _blocks(statement: ast.stmt) -> list[list[ast.stmt]]:
    """The blocks that a statement holds."""
    found = [getattr(statement, part, []) for part in ("body", "orelse", "finalbody")]
    parts = (*getattr(statement, "handlers", []), *getattr(statement, "cases", []))
    return [b for b in (*found, *(p.body for p in parts)) if b]


def own_chain(
    view: ModuleView, found: ClassChain | None
) -> tuple[ClassChain, dict[str, ModuleView]] | None:
    """A chain over different classes of the project, with an arm for each, and the files that
    define them.
    """
    found = with_heirs(view.tree, found) if found is not None else None
    if found is None:
        return None
    arms = [
        ClassArm((o,), _for_class(view, a.body, found.subject, o), a.line)
        for a in found.arms
        for o in a.owners
    ]
    counts = Counter(id(a.body[0]) for a in arms if a.body)
    if any(a.body and counts[id(a.body[0])] > 1 and _size(a.body) > _MOST_REPEATED for a in arms):
        return None
    found = replace(found, arms=arms)
    owners = [o for a in found.arms for o in a.owners]
    if (
        len(set(owners)) != len(owners)
        or len(owners) < _LEAST_CLASSES
        or len({id(a.body) for a in found.arms}) < 2
    ):
        return None
    homes: dict[str, ModuleView] = {}
    for owner in owners:
        views = [view, *view.views_beside(owner)] if owner not in classes_of(view) else [view]
        home = next(
            (
                v
                for v in views
                if owner in classes_of(v) and (v is view or imports_of(view, v, owner))
            ),
            None,
        )
        if home is None:
            return None
        homes[owner] = next((v for v in homes.values() if v.path == home.path), home)
    return found, homes


def _for_class(view: ModuleView, body: list[ast.stmt], subject: str, owner: str) -> list[ast.stmt]:
    """What an arm for several classes does for one of them, where it asks again for the class."""
    first = body[0] if body else None
    asked = class_chain(body, 0) if isinstance(first, ast.If) else None
    if asked is None or asked.subject != subject or asked.exact or asked.last is not first:
        return body
    above = {owner, *_above(owner, {n: _bases(c) for n, c in classes_of(view).items()})}
    for arm in asked.arms:
        if set(arm.owners) & above:
            return _for_class(view, arm.body, subject, owner)
    return body[1:] if not asked.otherwise else [*asked.otherwise] if not body[1:] else body


def with_base(
    view: ModuleView,
    function: Function,
    chain: ClassChain,
    homes: dict[str, ModuleView],
    before: list[ast.stmt],
    results: Results,
) -> tuple[ClassChain, dict[str, ModuleView], str] | None:
    """The chain with an arm for the base class of all its classes, where the subject is annotated
    as one of those, or is called like one without being handed in.
    """
    base = declared_class(view, function, chain.subject, before)
    if not base and not chain.leaves:
        base = evident_class(view, function, chain.subject, chain.first, chain.last)
    # Where arms leave, what is behind the chain is the arm for all others.
    rest = [*chain.otherwise, *(chain.rest if chain.leaves else [])]
    given = {a.arg for a in parameters(function.node)}
    if not base and chain.subject not in given and rest and isinstance(rest[-1], ast.Raise):
        # What is none of them failed before, and fails still: only the error is another. Of what
        # whoever calls hands in, that error is part of what the function promises.
        base = named_class(view, chain.subject, [o for a in chain.arms for o in a.owners])
    leaves = not rest or isinstance(rest[-1], ast.Return | ast.Raise)
    if (
        not base
        or (chain.leaves and not leaves)
        or (chain.leaves and chain.otherwise and chain.rest)
        or not can_move(
            chain,
            rest,
            view.instance_of(function),
            awaits=awaits(function),
            yields=bool(results.yields),
        )
    ):
        return None
    known = [view, *{v.path: v for v in homes.values() if v is not view}.values()]
    home = next(
        (v for v in known if base in classes_of(v) and (v is view or imports_of(view, v, base))),
        None,
    )
    bases = {n: _bases(c) for v in known for n, c in classes_of(v).items()}
    if home is None or any(base not in _above(a.owners[0], bases) for a in chain.arms):
        return None
    local = visible_locals(function)
    if home is not view and any(n not in local and not hasattr(builtins, n) for n in taken(rest)):
        return None
    last = chain.rest[-1] if chain.rest and chain.leaves else chain.last
    arms = [*chain.arms, ClassArm((base,), rest, chain.last.lineno)]
    behind = [] if chain.leaves else chain.rest
    whole = ClassChain(chain.subject, arms, [], chain.first, last, behind)
    if _cannot_hand_over(view, function, whole) is not None:
        return None
    return whole, {**homes, base: home}, base


def why_not(
    view: ModuleView,
    function: Function,
    chain: ClassChain,
    homes: dict[str, ModuleView],
    results: Results | None,
) -> str | None:
    """The reason for which a switch cannot become methods; None if it can."""
    bases = {n: _bases(c) for v in homes.values() for n, c in classes_of(v).items()}
    for position, arm in enumerate(chain.arms):
        above = _above(arm.owners[0], bases)
        if not chain.exact and any(e.owners[0] in above for e in chain.arms[:position]):
            return "never-reached"
    if results is None:
        return "cannot-move"
    local = visible_locals(function)
    for arm in chain.arms:
        away = homes[arm.owners[0]] is not view
        if away and any(n not in local and not hasattr(builtins, n) for n in taken(arm.body)):
            return "cannot-move"  # its names mean nothing there
    this = view.instance_of(function)
    stays = chain.subject == this or chain.subject not in bound_in(function.node)
    yields = bool(results.yields)
    if stays or not can_move(chain, this=this, awaits=awaits(function), yields=yields):
        return "cannot-move"
    return _cannot_hand_over(view, function, chain)


def _above(name: str, bases: dict[str, list[str]]) -> set[str]:
    found: set[str] = set()
    pending = list(bases.get(name, []))
    while pending:
        base = pending.pop()
        if base not in found:
            found.add(base)
            pending += bases.get(base, [])
    return found


def _bases(owner: ast.ClassDef) -> list[str]:
    return [ast.unparse(b) for b in owner.bases]


def awaits(function: Function) -> bool:
    """Whether a function may await what it calls."""
    return isinstance(function.node, ast.AsyncFunctionDef)


def classes_of(view: ModuleView) -> dict[str, ast.ClassDef]:
    """The classes at the top level of a module, by name."""
    return {s.name: s for s in view.tree.body if isinstance(s, ast.ClassDef)}


def words_taken(view: ModuleView) -> set[str]:
    """Words that objects of the module are asked for, or that classes have."""
    found = {n.attr for n in all_nodes(view.tree) if isinstance(n, ast.Attribute)}
    found |= {
        n.value
        for n in all_nodes(view.tree)
        if isinstance(n, ast.Constant) and isinstance(n.value, str)
    }
    classes = [n for n in all_nodes(view.tree) if isinstance(n, ast.ClassDef)]
    found |= {getattr(s, "name", "") for c in classes for s in c.body}
    return found | {
        n.id
        for c in classes
        for s in c.body
        if not isinstance(s, ast.FunctionDef | ast.AsyncFunctionDef)
        for n in all_nodes(s)
        if isinstance(n, ast.Name) and not isinstance(n.ctx, ast.Load)
    }


def neutral_attribute(
    view: ModuleView, chain: ClassChain, homes: dict[str, ModuleView]
) -> str | None:
    """The attribute that some arms return, where the others return a constant that can stand in for
    it in their classes.
    """
    read = [a for a in chain.arms if constant_of(a.body) is None]
    found = {returned_attribute(a.body, chain.subject) for a in read}
    attribute = next(iter(found)) if len(found) == 1 and 0 < len(read) < len(chain.arms) else None
    if attribute is None or any(h is not view for h in homes.values()):
        return None
    lacking = [classes_of(view)[a.owners[0]] for a in chain.arms if a not in read]
    words = {
        getattr(n, "attr", None) or getattr(n, "id", None) or getattr(n, "name", None)
        for c in lacking
        for n in all_nodes(c)
    }
    return None if attribute in words else attribute


def returned_attribute(body: list[ast.stmt], subject: str) -> str | None:
    """The attribute of the subject that an arm returns, if that is all it does."""
    only = body[0].value if len(body) == 1 and isinstance(body[0], ast.Return) else None
    return (
        only.attr
        if isinstance(only, ast.Attribute)
        and isinstance(only.value, ast.Name)
        and only.value.id == subject
        else None
    )


def handed_over(view: ModuleView, function: Function, chain: ClassChain) -> dict[str, str]:
    """What the object of a method is called in the methods that it is handed to; empty if the arms
    do not need it.
    """
    this = view.instance_of(function)
    if this is None or this not in _read_in(chain):
        return {}
    return {this: "_".join(words_of(view.owners[id(function.node)].name))}


def _read_in(chain: ClassChain) -> set[str]:
    """The names in the arms."""
    every = (n for a in chain.arms for s in a.body for n in all_nodes(s))
    return {n.id for n in every if isinstance(n, ast.Name)}


def _cannot_hand_over(view: ModuleView, function: Function, chain: ClassChain) -> str | None:
    """Why the object of a method cannot be handed to the new methods, if arms need it."""
    handed = handed_over(view, function, chain)
    for this, name in handed.items():
        hidden = (
            isinstance(n, ast.Attribute)
            and isinstance(n.value, ast.Name)
            and n.value.id == this
            and n.attr.startswith("_")
            for a in chain.arms
            for s in a.body
            for n in all_nodes(s)
        )
        if any(hidden):
            return "keeps-to-itself"
        if name in _read_in(chain) | {"self", chain.subject} or keyword.iskeyword(name):
            return "cannot-move"
    return None


# How what is done with one thing is done by means of another, if not on it.
_HOW = {
    **dict.fromkeys(("add", "append", "give", "push", "report", "send", "write"), "to"),
    **dict.fromkeys(("fetch", "pull", "read", "receive", "take"), "from"),
}


def names_for(
    view: ModuleView, function: Function, chain: ClassChain, results: Results
) -> list[str]:
    """Names for the methods, the best first: what they give, what is done with their object."""
    done = function.node.name.strip("_")
    words = words_of(done)
    if results.yields and len(words) == 1:  # each gives one of what the function gives
        words, done = [singular(done)], singular(done)
    about = {*words_of(chain.subject), *(w for a in chain.arms for w in words_of(a.owners[0]))}
    verb = "_".join(w for w in words if w not in about)
    # who receives it is no longer who is asked: a notice does not receive the board
    handed = bool(handed_over(view, function, chain)) and not results.names
    other_way = handed and bool(words) and words[0] in _OF_THE_RECEIVER
    sums = _TEXTS if results.writes else _SUMS
    little = EMPTY_WORDS | (sums if results.adds else frozenset())
    says_little = bool(results.names) and (
        set(words_of(results.word)) <= little or len(results.word) == 1
    )
    # what is done tells more than what comes of it
    does = bool(words) and words[0] in VERBS and any(_acts(a.body) for a in chain.arms)
    word = [] if says_little or does else [results.word]
    found = [*word, *(["apply_to"] if other_way else []), verb, done, results.word]
    found += ["apply_to"] if handed else [f"{done}_{results.word}"] if results.word else []
    others = [a.arg for a in parameters(function.node) if a.arg not in ("self", chain.subject)]
    if len(others) == 1 and any(
        _acts(a.body) for a in chain.arms
    ):  # somebody else plays, and a notice is played on them
        found.append(f"{verb or done}_{_HOW.get(words[0], 'on')}")
    return [n for n in dict.fromkeys(found) if n.isidentifier() and not keyword.iskeyword(n)]


def _acts(body: list[ast.stmt]) -> bool:
    """Whether statements change something, or have it changed."""
    nodes = [n for s in body for n in all_nodes(s)]
    stores = (n for n in nodes if isinstance(n, ast.Attribute | ast.Subscript))
    calls = any(isinstance(n, ast.Expr) and isinstance(n.value, ast.Call) for n in nodes)
    return calls or any(isinstance(n.ctx, ast.Store) for n in stores)


def _size(body: list[ast.stmt]) -> int:
    """The lines that some statements take."""
    return (body[-1].end_lineno or body[-1].lineno) - body[0].lineno + 1


def constant_of(body: list[ast.stmt], results: Results | None = None) -> ast.expr | None:
    """The constant that an arm returns, or sets the result to, if that is all it does."""
    only = body[0] if len(body) == 1 else None
    gives = results is not None and bool(results.names)
    value = (
        only.value
        if isinstance(only, ast.Return) or (isinstance(only, ast.Assign) and gives)
        else None
    )
    if results is not None and results.adds:
        if not body:
            return ast.Constant("" if results.writes else 0)
        value = only.value if isinstance(only, ast.AugAssign) else None
    elif results is not None and not body and len(results.names) == 1:
        value = results.presets[results.names[0]].value
    return value if value is not None and is_value(value) else None
