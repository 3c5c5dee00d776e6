"""What is done behind a loop that was left early, done where it is left.

``done = True; break`` in a loop, and ``if done: return berths[i]`` behind it, is
``return berths[i]`` there: nothing happens in between. Nothing is assumed.
"""

from __future__ import annotations

import ast

from ...outline import all_nodes, copied
from ..world.scope import FunctionNode
from .what_is_gone_through import blocks_of, given_at_first, is_awkward, is_named, stores

# Ways out of one loop, and statements that are written there, at most.
_ENDS = ast.Return | ast.Raise
_MOST_EXITS = 3
_MOST_STATEMENTS = 6


def threaded_exits(function: FunctionNode) -> FunctionNode | None:
    """A function that leaves where it leaves its loops; None if there is no such loop."""
    if not any(isinstance(n, ast.Break) for n in all_nodes(function)) or is_awkward(function):
        return None
    made = copied(function)
    if not _in_block(made.body):
        return None
    ast.fix_missing_locations(made)
    return made


def _in_block(body: list[ast.stmt]) -> bool:
    changed = False
    for number, statement in enumerate(body):
        for inner in blocks_of(statement):
            changed = _in_block(inner) or changed
        following = body[number + 1] if number + 1 < len(body) else None
        if isinstance(statement, ast.For | ast.While) and isinstance(following, ast.If):
            behind = body[number + 2 :]
            if _threaded(statement, following, body[:number], behind):
                # Whoever comes to the end of the loop finds the flag as it was.
                turned = isinstance(following.test, ast.UnaryOp)
                other = following.body if turned else following.orelse
                leaves = bool(other) and isinstance(other[-1], _ENDS)
                body[number + 1 :] = [*other, *([] if leaves else behind)]
                changed = True
    return changed


def _threaded(
    loop: ast.For | ast.While, asked: ast.If, before: list[ast.stmt], behind: list[ast.stmt]
) -> bool:
    """Put what is done for a flag where it is set and the loop is left; whether that was done.

    Args:
        loop: the loop.
        asked: what asks for the flag next.
        before, behind: the rest of the block.
    """
    test, turned = asked.test, False
    if isinstance(test, ast.UnaryOp) and isinstance(test.op, ast.Not):
        test, turned = test.operand, True
    if not isinstance(test, ast.Name) or loop.orelse:
        return False
    first = given_at_first(test.id, before)
    if not isinstance(first, ast.Constant) or first.value is not False:
        return False
    arm = asked.orelse if turned else asked.body
    if not arm or not isinstance(arm[-1], _ENDS):
        arm = [*arm, *behind]  # the other arm is not taken then
    if not arm or not isinstance(arm[-1], _ENDS) or len(arm) > _MOST_STATEMENTS:
        return False
    exits = _exits(loop.body, test.id)
    if not exits or len(exits) > _MOST_EXITS or len(exits) != stores(test.id, loop):
        return False
    for block in exits:
        block[-1:] = _speaking_of(block[:-1], copied(arm))
    _without_else(loop.body)
    return True


def _speaking_of(before: list[ast.stmt], arm: list[ast.stmt]) -> list[ast.stmt]:
    """Statements that ask for a name by the one that it was just given."""
    same: dict[str, str] = {}
    for statement in _given_last(before):
        target = statement.targets[0]
        assert isinstance(target, ast.Name)
        if isinstance(statement.value, ast.Name) and target.id not in same:
            same[target.id] = statement.value.id
    same = {
        name: other
        for name, other in same.items()
        if not any(stores(other, s) for s in [*before, *arm])
        and not any(stores(name, s) for s in arm)
    }
    return [_Renamed(same).visit(s) for s in arm]


class _Renamed(ast.NodeTransformer):
    def __init__(self, names: dict[str, str]) -> None:
        self.names = names

    def visit_Name(self, node: ast.Name) -> ast.AST:
        if isinstance(node.ctx, ast.Load) and node.id in self.names:
            return ast.copy_location(ast.Name(self.names[node.id], ast.Load()), node)
        return node


def _without_else(body: list[ast.stmt]) -> None:
    """Put what stands in the else of an arm that leaves behind it."""
    for number in reversed(range(len(body))):
        statement = body[number]
        if isinstance(statement, ast.If) and statement.orelse:
            if isinstance(statement.body[-1], _ENDS):
                body[number + 1 : number + 1] = statement.orelse
                statement.orelse = []


def _exits(body: list[ast.stmt], flag: str) -> list[list[ast.stmt]]:
    """The blocks that set a flag and leave their loop then; none if it is left in another way."""
    found: list[list[ast.stmt]] = []
    for number, statement in enumerate(body):
        if isinstance(statement, ast.Break):
            if not any(_sets(s, flag) for s in _given_last(body[:number])):
                return []
            found.append(body)
        elif isinstance(statement, ast.If):
            for inner in (statement.body, statement.orelse):
                breaks = any(isinstance(n, ast.Break) for s in inner for n in all_nodes(s))
                more = _exits(inner, flag)
                if breaks and not more:
                    return []
                found += more
        elif any(isinstance(n, ast.Break) for n in all_nodes(statement)):
            return []
    return found


def _given_last(block: list[ast.stmt]) -> list[ast.Assign]:
    """The statements at the end of a block that only give names to what has one, the last first."""
    found: list[ast.Assign] = []
    for statement in reversed(block):
        if not isinstance(statement, ast.Assign) or len(statement.targets) > 1:
            break
        named = isinstance(statement.targets[0], ast.Name)
        if not named or not isinstance(statement.value, ast.Name | ast.Constant):
            break
        found.append(statement)
    return found


def _sets(statement: ast.Assign, flag: str) -> bool:
    value = statement.value
    is_up = isinstance(value, ast.Constant) and value.value is True
    return is_up and is_named(statement.targets[0], flag)
