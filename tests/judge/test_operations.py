"""The table of operations: every step of a lowered function has a row, and fits it."""

from __future__ import annotations

import ast

import pytest

from dreck.judge.ir.graph import Do, Node, successors
from dreck.judge.ir.operations import OPERATIONS, UnknownOperation, checked, named
from dreck.judge.lowering.functions import lower

# Every construct that makes a step of its own.
CODE = """
async def f(a, b, *c, d=1, **e):
    global G
    G = a[b].c
    del G
    x = [*c, a]; y = {a, b}; z = {a: b, **e}; t = (a, *c)
    a.n += 1; a[0] = b; del a.n, a[1]
    assert a, b
    async with a as m, b:
        async for i in m:
            await i
    with a as (p, *q):
        for i in q:
            yield f"{i!r:>3}"
    try:
        import os.path, re as r
        from os import sep
        raise a from b
    except (KeyError, a.error) as error:
        raise
    finally:
        print(locals())
    match a:
        case {"k": v, **rest} | [v, *rest]: pass
        case int(n): pass
    class Gate(a, metaclass=b): k = 1
    def inner(s: a = b): return x, (lambda: y)
    found = [k for k in x if k], (k for k in x), any(k for k in y), sum(k for k in y)
    if a is b is not None or a not in x and -a < ~b < 3 or isinstance(a, int): return
    del x
"""


def steps(entry: Node) -> list[Do]:
    """All steps of a graph."""
    seen: dict[int, Node] = {}
    pending = [entry]
    while pending:
        node = pending.pop()
        if id(node) not in seen:
            seen[id(node)] = node
            pending.extend(successors(node))
    return [n for n in seen.values() if isinstance(n, Do)]


def test_every_step_has_a_row() -> None:
    """Nothing is lowered to what the table does not describe; most of the table is used here."""
    node = ast.parse(CODE).body[0]
    assert isinstance(node, ast.AsyncFunctionDef)
    found = steps(lower(node).entry)
    assert all(checked(s.kind, len(s.operands), len(s.outs)) for s in found)
    assert len({s.kind for s in found}) >= 39, sorted(OPERATIONS.keys() - {s.kind for s in found})


@pytest.mark.parametrize(
    ("name", "operands", "yields", "said"),
    [
        ("guess", 0, 0, "no operation is called 'guess'"),
        ("compare", 3, 1, "'compare' takes 2, not 3"),
        ("next", 1, 1, "'next' yields 2, not 1"),
    ],
)
def test_unknown_steps_are_errors(name: str, operands: int, yields: int, said: str) -> None:
    """A step that no row describes does not get into a graph."""
    with pytest.raises(UnknownOperation, match=said):
        checked(name, operands, yields)


def test_rows_agree_with_themselves() -> None:
    """What runs nobody's code changes nothing, and what may be done again yields something or asks."""
    assert not named(foreign=False) & {"call", "setattr", "getattr", "truth"}
    assert all(
        r.silent
        for r in OPERATIONS.values()
        if not r.raises and not r.foreign and r.name != "forget"
    )
