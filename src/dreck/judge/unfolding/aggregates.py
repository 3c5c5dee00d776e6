"""What works something out of all elements (the largest, a text, each value once, the last that
fits) as the loop that a person writes instead.

Each is lowered as a loop through the same elements, with what it does with one of them. Where the
built-in does a little more or less than the loop (it measures a lone element, it keeps the
measure of the best, it needs elements that are hashable), the proof rests on an assumption.
"""

from __future__ import annotations

import ast
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from typing import TYPE_CHECKING

from ...outline import all_nodes
from ..face.verdict import AssumptionKind
from ..ir.graph import Cut, Node, Operand, Put, Slot, Test
from ..lowering.expressions import Where, in_words
from ..values.terms import FALSE, NONE, TRUE, const
from ..world.constants import is_constant
from ..world.names import is_from
from ..world.rows import constant_term
from ..world.used_up import Most, keys_of, most_of
from .quiet_questions import acts_quietly, asks_quietly, knows_of_none

if TYPE_CHECKING:
    from .generators import GeneratorLowering

_LATER = "a later element for which `{}` raises or acts"
_FITS = {"max": ">", "min": "<"}


def aggregate(
    lowering: GeneratorLowering, node: ast.Call, out: int, after: Node, where: Where
) -> Node | None:
    """A call that works something out of all elements, as a loop; None for any other call."""
    if not lowering.context.apart:
        return None
    most = most_of(node)
    called = node.func.id if isinstance(node.func, ast.Name) else ""
    if most is not None and called in _FITS and lowering.resolver.means_builtin(called):
        return _largest(lowering, node, most, out, after, where)
    if called in _FITS and len(node.args) == 2 and lowering.is_builtin_call(node, called):
        return _of_two(lowering, node, out, after, where)
    if lowering.context.lengths_apart and lowering.is_builtin_call(node, "len") and node.args:
        name = node.args[0]
        if isinstance(name, ast.Name) and lowering.is_made_here(name.id, ast.List, ast.ListComp):
            return _counted(lowering, node, name, out, after, where)
    if lowering.is_builtin_call(node, "list") and len(node.args) == 1 and not node.keywords:
        among = keys_of(node.args[0])
        if among is not None and lowering.resolver.means_builtin("dict"):
            return _each_once(lowering, node, among, out, after, where)
    if called == "sorted" and lowering.resolver.means_builtin(called) and len(node.args) == 1:
        return _in_order(lowering, node, out, after, where)
    if lowering.is_builtin_call(node, "dict") and len(node.args) == 1:
        among = _counted_by(lowering, node.args[0])
        if among is not None:
            return _tallied(lowering, node, among, out, after, where)
    if isinstance(node.func, ast.Attribute) and node.func.attr == "get":
        return _got(lowering, node, node.func.value, out, after, where)
    if isinstance(node.func, ast.Attribute) and len(node.args) == 1 and not node.keywords:
        first = node.args[0]
        if _is_joining(lowering, node):
            return _joined(lowering, node, "", out, after, where)
        if isinstance(first, ast.GeneratorExp) and id(first) in lowering.immediate:
            if node.func.attr == "extend" and isinstance(node.func.value, ast.Name):
                return _extended(lowering, node, first, out, after, where)
    return None


def _rounds(
    lowering: GeneratorLowering,
    among: ast.expr,
    item: int,
    element: Callable[[Node], Node],
    ended: Node,
    where: Where,
) -> Node:
    """A loop through what a generator yields, or through anything else that is no generator here.

    Args:
        lowering: what lowers.
        among: what is gone through.
        item: where each element is put.
        element: what is done with it, before the node for the next round.
        ended: what follows.
        where: where exceptions and jumps go.
    """
    if isinstance(among, ast.GeneratorExp) and id(among) in lowering.immediate:
        elt = among.elt

        def each(again: Node) -> Node:
            return lowering.value(elt, item, element(again), where)

        entry = lowering.generated(among, 0, each, ended, where)
        asked = [*([] if isinstance(elt, ast.Name) else [elt]), *lowering.asked_inside(among)]
        return lowering.not_stopping(among, asked, entry, where)
    iterator, flag = lowering.temporary(), lowering.temporary()
    head = Cut(among.lineno, ended)
    test = Test(among.lineno, flag, element(head), ended, in_words(among))
    head.next = lowering.do("next", among, (iterator,), (flag, item), test, where)
    return lowering.values(
        [among], where, lambda o: lowering.do("iter", among, o, (iterator,), head, where)
    )


def _parts(among: ast.expr) -> list[ast.expr]:
    """What is evaluated in each round, the conditions before what is worked out."""
    if not isinstance(among, ast.GeneratorExp):
        return []
    found = [g.iter for g in among.generators[1:]]
    return [*found, *(c for g in among.generators for c in g.ifs), among.elt]


def _there(
    lowering: GeneratorLowering, element: ast.expr, item: int, after: Node, where: Where
) -> Node:
    """Rest on an element not being None, which stands for there being none yet."""
    note = (AssumptionKind.AS_USED, ast.unparse(element), "an element that is None")
    detail = None if knows_of_none(lowering.context.names) else note
    return lowering.do("assume there", element, (item,), (), after, where, detail)


def _element_of(among: ast.expr) -> ast.expr:
    """An element, to be spoken of: the expression that makes it, or the first of what there is."""
    if isinstance(among, ast.GeneratorExp):
        return among.elt
    return ast.copy_location(ast.Subscript(among, ast.Constant(0), ast.Load()), among)


# -- the largest


def _largest(
    lowering: GeneratorLowering, node: ast.Call, most: Most, out: int, after: Node, where: Where
) -> Node | None:
    """``max(e, key=k, default=d)``: the first of those that are largest."""
    assert isinstance(node.func, ast.Name)
    if isinstance(most.among, ast.GeneratorExp) and id(most.among) not in lowering.immediate:
        return None
    parts = [*_parts(most.among), *([] if most.key is None else [most.key.body])]
    if not acts_quietly(parts, lowering.context.names):
        return None
    line, best, item = node.lineno, lowering.temporary(), lowering.temporary()
    sign = _FITS[node.func.id]

    def round_of(again: Node) -> Node:
        taken = Put(line, best, item, again)
        mine, others, answer, flag = (lowering.temporary() for _ in range(4))
        larger: Node = Test(line, flag, taken, again, node)
        larger = lowering.do("truth", node, (answer,), (flag,), larger, where)
        larger = lowering.do("compare", node, (mine, others), (answer,), larger, where, sign)
        larger = _measured(lowering, most.key, best, others, larger, where)
        larger = _measured(lowering, most.key, item, mine, larger, where)
        if most.start is not None:
            return larger
        none = lowering.temporary()
        first = Test(line, none, taken, larger, node)
        asked = lowering.do("is", node, (best, NONE), (none,), first, where)
        return _there(lowering, _element_of(most.among), item, asked, where)

    ended: Node = Put(line, out, best, after)
    if most.default is not None and constant_term(most.default) != NONE:
        none = lowering.temporary()
        instead = Put(line, out, constant_term(most.default), after)
        ended = lowering.do(
            "is", node, (best, NONE), (none,), Test(line, none, instead, ended, node), where
        )
    start = NONE if most.start is None else constant_term(most.start)
    entry: Node = Put(
        line, best, start, _rounds(lowering, most.among, item, round_of, ended, where)
    )
    notes: list[tuple[AssumptionKind, str, str]] = []
    if most.start is not None:
        notes += [(AssumptionKind.NO_EFFECT, t, _LATER.format(t)) for t in map(ast.unparse, parts)]
        among = ast.unparse(most.among)
        acts = "what acts or raises when it is gone through, or an element when it is compared"
        notes.append((AssumptionKind.NO_EFFECT, among, acts))
    if most.key is not None:
        asked = ast.unparse(most.key.body)
        breaks = (
            f"a lone element for which `{asked}` raises, or one that has another when asked again"
        )
        notes.append((AssumptionKind.STABLE_READ, asked, breaks))
    for note in notes:
        entry = lowering.do("assume", node, (), (), entry, where, note)
    return lowering.value(node.func, lowering.temporary(), entry, where)


def _of_two(
    lowering: GeneratorLowering, node: ast.Call, out: int, after: Node, where: Where
) -> Node | None:
    """``max(a, b)``: the second one if it is larger."""
    if any(isinstance(a, ast.Starred) for a in node.args):
        return None
    assert isinstance(node.func, ast.Name)
    sign = _FITS[node.func.id]

    def chosen(operands: tuple[Operand, ...]) -> Node:
        first, second = operands
        answer, flag = lowering.temporary(), lowering.temporary()
        ways = Put(node.lineno, out, second, after), Put(node.lineno, out, first, after)
        test: Node = Test(node.lineno, flag, *ways, node)
        test = lowering.do("truth", node, (answer,), (flag,), test, where)
        return lowering.do("compare", node, (second, first), (answer,), test, where, sign)

    entry = lowering.values(list(node.args), where, chosen)
    return lowering.value(node.func, lowering.temporary(), entry, where)


def _measured(
    lowering: GeneratorLowering,
    key: ast.Lambda | None,
    item: int,
    out: int,
    after: Node,
    where: Where,
) -> Node:
    """By what an element is measured: what the key says of it, or the element itself."""
    if key is None:
        return Put(0, out, item, after)
    name = key.args.args[0].arg
    slot = f"{name}@{lowering.temporary()}"
    with _meaning(lowering, name, slot):
        inside = lowering.value(key.body, out, after, where)
    return Put(key.lineno, slot, item, inside)


@contextmanager
def _meaning(lowering: GeneratorLowering, name: str, slot: str) -> Iterator[None]:
    """Inside, a name stands for another slot."""
    old = dict(lowering.inner)
    lowering.inner[name] = slot
    yield
    lowering.inner = old


# -- collections and texts


def _in_order(
    lowering: GeneratorLowering, node: ast.Call, out: int, after: Node, where: Where
) -> Node | None:
    """``sorted(e, key=k)``: a list of all there is, which is then sorted."""
    among, names = node.args[0], tuple(k.arg for k in node.keywords)
    lone = isinstance(among, ast.GeneratorExp) and id(among) not in lowering.immediate
    if lone or isinstance(among, ast.Starred) or not {"key", "reverse"}.issuperset(names):
        return None
    # What else is given is worked out before anything is gone through; of these nobody notices.
    given = [k.value for k in node.keywords]
    bound = any(isinstance(n, ast.NamedExpr) for n in all_nodes(node))
    if bound or not all(isinstance(g, ast.Lambda | ast.Constant | ast.Name) for g in given):
        return None
    made, item, method, nothing = (lowering.temporary() for _ in range(4))

    def sort(operands: tuple[Operand, ...]) -> Node:
        done = Put(node.lineno, out, made, after)
        detail = ((), names, ())
        return lowering.do("call", node, (method, *operands), (nothing,), done, where, detail)

    def element(again: Node) -> Node:
        return lowering.do("append", node, (made, item), (nothing,), again, where)

    entry = lowering.values(given, where, sort)
    entry = lowering.do("getattr", node, (made,), (method,), entry, where, "sort")
    entry = _rounds(lowering, among, item, element, entry, where)
    entry = lowering.do("list", node, (), (made,), entry, where, ())
    return lowering.value(node.func, lowering.temporary(), entry, where)


def _each_once(
    lowering: GeneratorLowering,
    node: ast.Call,
    among: ast.expr,
    out: int,
    after: Node,
    where: Where,
) -> Node | None:
    """``list(dict.fromkeys(e))``: each value once, where it came first."""
    if isinstance(among, ast.GeneratorExp) and id(among) not in lowering.immediate:
        return None
    if not acts_quietly(_parts(among), lowering.context.names):
        return None
    line, made, item, flag, nothing = node.lineno, *(lowering.temporary() for _ in range(4))

    def element(again: Node) -> Node:
        added = lowering.do("append", node, (made, item), (nothing,), again, where)
        asked = Test(line, flag, again, added, node)
        known = lowering.do("in", node, (item, made), (flag,), asked, where)
        return lowering.do("hash", _element_of(among), (item,), (), known, where)

    entry = _rounds(lowering, among, item, element, Put(line, out, made, after), where)
    entry = lowering.do("list", node, (), (made,), entry, where, ())
    for part in (f"`{p}`" for p in map(ast.unparse, _parts(among))):
        detail = (AssumptionKind.NO_EFFECT, part.strip("`"), _LATER.format(part.strip("`")))
        entry = lowering.do("assume", node, (), (), entry, where, detail)
    inner = node.args[0]
    assert isinstance(inner, ast.Call) and isinstance(inner.func, ast.Attribute)
    entry = lowering.value(inner.func.value, lowering.temporary(), entry, where)
    return lowering.value(node.func, lowering.temporary(), entry, where)


def _counted(
    lowering: GeneratorLowering, node: ast.Call, name: ast.Name, out: int, after: Node, where: Where
) -> Node:
    """``len(name)`` of a list that was made here: one for each element."""
    number, item = lowering.temporary(), lowering.temporary()

    def element(again: Node) -> Node:
        return lowering.do("binop", node, (number, const(1)), (number,), again, where, "+")

    rounds = _rounds(lowering, name, item, element, Put(node.lineno, out, number, after), where)
    return lowering.value(
        node.func, lowering.temporary(), Put(node.lineno, number, const(0), rounds), where
    )


def _got(
    lowering: GeneratorLowering,
    node: ast.Call,
    owner: ast.expr,
    out: int,
    after: Node,
    where: Where,
) -> Node | None:
    """``name.get(k, 0)`` of a dict that was made here: whether there is such a key, and what it
    has.
    """
    if len(node.args) != 2 or node.keywords or not is_constant(node.args[1]):
        return None
    if not isinstance(owner, ast.Name) or not lowering.is_made_here(owner.id, ast.Dict):
        return None
    flag = lowering.temporary()

    def asked(operands: tuple[Operand, ...]) -> Node:
        made, key = operands
        has = lowering.do("getitem", node, (made, key), (out,), after, where)
        lacks = Put(node.lineno, out, constant_term(node.args[1]), after)
        test = Test(node.lineno, flag, has, lacks, node)
        return lowering.do("in", node, (key, made), (flag,), test, where)

    return lowering.values([owner, node.args[0]], where, asked)


def _counted_by(lowering: GeneratorLowering, node: ast.expr) -> ast.GeneratorExp | None:
    """``e`` of ``Counter(e)``, where that is the one of the standard library."""
    if not isinstance(node, ast.Call) or node.keywords or len(node.args) != 1:
        return None
    among, called = node.args[0], ast.unparse(node.func)
    if not isinstance(among, ast.GeneratorExp) or id(among) not in lowering.immediate:
        return None
    if not lowering.resolver.means_module(called.partition(".")[0]):
        return None
    trees = lowering.context.names.declared.trees
    return among if is_from(called, "collections", "Counter", trees) else None


def _tallied(
    lowering: GeneratorLowering,
    node: ast.Call,
    among: ast.GeneratorExp,
    out: int,
    after: Node,
    where: Where,
) -> Node:
    """``dict(Counter(e))``: one more for each element that is there already."""
    line = node.lineno
    made, item, flag, number = (lowering.temporary() for _ in range(4))

    def element(again: Node) -> Node:
        more = lowering.do("setitem", node, (made, item, number), (), again, where)
        more = lowering.do("count up", node, (number, const(1)), (number,), more, where)
        more = lowering.do("getitem", node, (made, item), (number,), more, where)
        first = lowering.do("setitem", node, (made, item, const(1)), (), again, where)
        return lowering.do(
            "in", node, (item, made), (flag,), Test(line, flag, more, first, node), where
        )

    entry = _rounds(lowering, among, item, element, Put(line, out, made, after), where)
    entry = lowering.do("dict", node, (), (made,), entry, where, ())
    counting = node.args[0]
    assert isinstance(counting, ast.Call)
    entry = lowering.value(counting.func, lowering.temporary(), entry, where)
    return lowering.value(node.func, lowering.temporary(), entry, where)


def joined_behind(
    lowering: GeneratorLowering, node: ast.BinOp, out: int, after: Node, where: Where
) -> Node | None:
    """``"start" + "".join(e)``: a constant text, and one after the other behind it; None for
    anything else.
    """
    start, more = node.left, node.right
    begins = isinstance(node.op, ast.Add) and isinstance(start, ast.Constant)
    if not begins or not isinstance(more, ast.Call) or not lowering.context.apart:
        return None
    assert isinstance(start, ast.Constant)
    if not isinstance(start.value, str) or not _is_joining(lowering, more):
        return None
    return _joined(lowering, more, start.value, out, after, where)


def _is_joining(lowering: GeneratorLowering, node: ast.Call) -> bool:
    """Whether a call is ``", ".join(e)`` of a generator that is used up there, or of what was
    handed in, where comprehensions are taken apart.
    """
    if not isinstance(node.func, ast.Attribute) or len(node.args) != 1 or node.keywords:
        return False
    owner = node.func.value
    is_text = isinstance(owner, ast.Constant) and isinstance(owner.value, str)
    if not is_text or node.func.attr != "join":
        return False
    given = node.args[0]
    if isinstance(given, ast.Name) and lowering.context.apart:
        return not lowering.is_made_here(given.id, ast.List, ast.ListComp)
    return id(given) in lowering.immediate


def _joined(
    lowering: GeneratorLowering, node: ast.Call, start: str, out: int, after: Node, where: Where
) -> Node:
    """``", ".join(e)``: one text after the other, behind what is there at the start, and what
    stands between them before each but the first.
    """
    among = node.args[0]
    assert isinstance(node.func, ast.Attribute)
    assert isinstance(node.func.value, ast.Constant)
    between = str(node.func.value.value)
    text, item, first = (lowering.temporary() for _ in range(3))
    if isinstance(among, ast.GeneratorExp):
        about = ast.unparse(among.elt)
        detail = (AssumptionKind.AS_USED, about, f"`{about}` that is no text")
    else:
        about = ast.unparse(among)
        detail = (AssumptionKind.AS_USED, about, f"an element of `{about}` that is no text")

    def element(again: Node) -> Node:
        if between:
            again = Put(node.lineno, first, FALSE, again)
        more = lowering.do("join up", node, (text, item), (text,), again, where)
        if between:
            apart = lowering.do("join up", node, (text, const(between)), (text,), more, where)
            more = Test(node.lineno, first, more, apart, node)
        return lowering.do("assume text", node, (item,), (), more, where, detail)

    rounds = _rounds(lowering, among, item, element, Put(node.lineno, out, text, after), where)
    if not isinstance(among, ast.GeneratorExp):
        breaks = f"`{about}` that cannot be gone through: who joins it says so in other words"
        detail = (AssumptionKind.AS_USED, about, breaks)
        asked = lowering.temporary()
        rounds = lowering.do("assume gone through", among, (asked,), (), rounds, where, detail)
        rounds = lowering.value(among, asked, rounds, where)
    if between:
        rounds = Put(node.lineno, first, TRUE, rounds)
    return Put(node.lineno, text, const(start), rounds)


def _extended(
    lowering: GeneratorLowering,
    node: ast.Call,
    among: ast.GeneratorExp,
    out: int,
    after: Node,
    where: Where,
) -> Node | None:
    """``name.extend(e)`` of a list that was made here: one element after the other."""
    assert isinstance(node.func, ast.Attribute) and isinstance(node.func.value, ast.Name)
    name = node.func.value
    if not lowering.is_made_here(name.id, ast.List, ast.ListComp):
        return None
    nothing, item = lowering.temporary(), lowering.temporary()

    def rounds(operands: tuple[Operand, ...]) -> Node:
        made: Operand | Slot = operands[0]

        def element(again: Node) -> Node:
            return lowering.do("append", node, (made, item), (nothing,), again, where)

        return _rounds(lowering, among, item, element, Put(node.lineno, out, NONE, after), where)

    return lowering.values([name], where, rounds)


# -- the last that fits


def last_of(
    lowering: GeneratorLowering,
    node: ast.Call,
    among: ast.GeneratorExp,
    out: int,
    after: Node,
    where: Where,
) -> Node | None:
    """``next((e for x in reversed(xs) if c), d)``: of a loop from the first to the last, what it
    keeps in the end; None for any other call.
    """
    parts = _parts(among)
    turned = [lowering.reversed_in(g.iter) for g in among.generators]
    if not all(turned) or not lowering.context.to_the_end:
        return None
    if any(
        isinstance(t, ast.Call | ast.GeneratorExp) and not _is_range(lowering, t) for t in turned
    ):
        return None
    if not asks_quietly(parts, lowering.context.names):
        return None
    found = lowering.temporary()

    def element(again: Node) -> Node:
        return lowering.value(among.elt, found, again, where)

    forwards = ast.GeneratorExp(
        among.elt,
        [
            ast.comprehension(g.target, inner, g.ifs, 0)
            for g, inner in zip(among.generators, turned, strict=True)
            if inner is not None
        ],
    )
    ast.copy_location(forwards, among)
    ended = Put(node.lineno, out, found, after)
    entry = lowering.generated(forwards, 0, element, ended, where, backwards=True)
    entry = Put(node.lineno, found, constant_term(node.args[1]), entry)
    entry = lowering.not_stopping(node, parts, entry, where)
    for part in map(ast.unparse, parts):
        detail = (
            AssumptionKind.NO_EFFECT,
            part,
            f"an earlier element for which `{part}` raises or acts",
        )
        entry = lowering.do("assume", node, (), (), entry, where, detail)
    return lowering.value(node.func, lowering.temporary(), entry, where)


def _is_range(lowering: GeneratorLowering, node: ast.expr) -> bool:
    return isinstance(node, ast.Call) and lowering.is_builtin_call(node, "range")


def first_going_on(
    lowering: GeneratorLowering,
    node: ast.Call,
    among: ast.GeneratorExp,
    out: int,
    after: Node,
    where: Where,
) -> Node | None:
    """``next((e for x in xs if c), None)``: of a loop that goes on when it has found one, and then
    asks no more than whether it has; None for any other call.
    """
    if not lowering.context.to_the_end or constant_term(node.args[1]) != NONE:
        return None
    if len(among.generators) != 1 or not among.generators[0].ifs:
        return None
    (loop,) = among.generators
    line, found, item = node.lineno, lowering.temporary(), lowering.temporary()
    tests = loop.ifs
    bare = ast.GeneratorExp(among.elt, [ast.comprehension(loop.target, loop.iter, [], 0)])
    ast.copy_location(bare, among)

    def element(again: Node) -> Node:
        taken: Node = Put(line, found, item, again)
        taken = _there(lowering, among.elt, item, taken, where)
        taken = lowering.value(among.elt, item, taken, where)
        for test in reversed(tests):
            taken = lowering.condition(test, taken, again, where)
        none = lowering.temporary()
        first = Test(line, none, taken, again, node)
        return lowering.do("is", node, (found, NONE), (none,), first, where)

    ended = Put(line, out, found, after)
    entry = lowering.generated(bare, 0, element, ended, where)
    entry = Put(line, found, NONE, entry)
    asked = ast.unparse(loop.iter)
    breaks = "an iterator, which is used up, or does something for each element"
    going_on = (AssumptionKind.NO_EFFECT, asked, breaks)
    entry = lowering.do("assume", node, (), (), entry, where, going_on)
    entry = lowering.not_stopping(node, [among.elt, *tests], entry, where)
    return lowering.value(node.func, lowering.temporary(), entry, where)
