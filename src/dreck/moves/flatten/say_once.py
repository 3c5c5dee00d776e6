"""Arms that differ in a few values are said once, behind a chain that only picks the values.

Why it is safe: each arm sets names to what it says differently, and then the same is done with
them; an arm that does something else leaves, and never comes there.
"""

from __future__ import annotations

import ast
from collections.abc import Sequence
from dataclasses import dataclass
from pathlib import Path

import libcst as cst

from ...logic.walk import walk
from ...naming.words import singular, words_of
from ...outline import Function, all_nodes, functions_of
from ...source.edits import Edit, edited
from ..alignment import Hole, aligned
from ..fields import field_name
from ..arms import arms_of
from ..module_view import ModuleView
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move
from ..rounds import suite_of

# An arm of fewer statements is better said again; more names are more than a reader holds.
_LEAST_STATEMENTS = 3
_MOST_NAMES = 4


@move
class SayOnce(Move):
    """Say what arms have in common behind them."""

    name = "say-once"
    summary = "Arms that differ in a few values only pick the values; what they do is said once."
    safe_because = "Each arm sets what it says differently, and the same is done with it."
    since = "0.3"
    EXAMPLES = (
        Example(
            "a passage by day and by night",
            """
            def pass_boat(boat, lock, hour: int, log):
                if hour < 6:
                    log.write(boat.name)
                    lock.fill(boat, speed=1)
                    lock.open(boat, lamps=True)
                    boat.toll += 90
                    return lock.level
                elif hour < 20:
                    log.write(boat.name)
                    lock.fill(boat, speed=3)
                    lock.open(boat, lamps=False)
                    boat.toll += 60
                    return lock.level
                else:
                    raise ValueError(hour)
            """,
            """
            def pass_boat(boat, lock, hour: int, log):
                if hour < 6:
                    speed, lamps, toll_step = 1, True, 90
                elif hour < 20:
                    speed, lamps, toll_step = 3, False, 60
                else:
                    raise ValueError(hour)
                log.write(boat.name)
                lock.fill(boat, speed=speed)
                lock.open(boat, lamps=lamps)
                boat.toll += toll_step
                return lock.level
            """,
        ),
    )
    REFUSALS = {
        "goes-on": Refusal(
            "an arm that does something else goes on behind them all",
            """
            def pass_boat(boat, lock, hour: int, log):
                if hour < 6:
                    log.write(boat.name)
                    lock.fill(boat, speed=1)
                    lock.open(boat)
                elif hour < 20:
                    log.write(boat.name)
                    lock.fill(boat, speed=3)
                    lock.open(boat)
                else:
                    log.write("closed")
            """,
        ),
        "made-inside": Refusal(
            "what they say differently is made of what they do before",
            """
            def pass_boat(boat, lock, hour: int, log):
                if hour < 6:
                    level = lock.level
                    log.write(level)
                    lock.fill(boat, to=level + 1)
                elif hour < 20:
                    level = lock.level
                    log.write(level)
                    lock.fill(boat, to=level)
                else:
                    raise ValueError(hour)
            """,
        ),
        "comment-inside": Refusal(
            "a comment inside says something of one of them",
            """
            def pass_boat(boat, lock, hour: int, log):
                if hour < 6:
                    log.write(boat.name)
                    lock.fill(boat, speed=1)
                    lock.open(boat)
                elif hour < 20:
                    # the name stands on the bow
                    log.write(boat.name)
                    lock.fill(boat, speed=3)
                    lock.open(boat)
                else:
                    raise ValueError(hour)
            """,
        ),
        "no-name": Refusal(
            "what they say differently has no good name",
            """
            def pass_boat(boat, lock, hour: int, log):
                if hour < 6:
                    log[1].write(boat.name)
                    lock.fill(boat)
                    lock.open(boat)
                elif hour < 20:
                    log[2].write(boat.name)
                    lock.fill(boat)
                    lock.open(boat)
                else:
                    raise ValueError(hour)
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a chain with arms that are alike."""
        node = place.statements[index]
        if not isinstance(node, cst.If) or not _may_be_alike(node):
            return NOT_MINE
        module = place.trail[0][0]
        assert isinstance(module, cst.Module)
        view = ModuleView(Path(), module.code, around.width)
        function = next(f for f in functions_of(view.tree) if not f.around)
        chain = _same_in(view.tree, module, node)
        alike = _alike_in(chain, _behind(function, chain))
        if alike is None:
            return NOT_MINE
        found = self._said_once(view, function, chain, alike)
        if isinstance(found, str):
            return self.refuse(found, node)
        block = _block_at(cst.parse_module(edited(view.text, [found])), place)
        return Site(node, "The arms do the same with other values.", block)

    def _said_once(
        self, view: ModuleView, function: Function, node: ast.If, alike: _Alike
    ) -> Edit | str:
        """The edit that says what arms do once, or the reason why not."""
        others = [a.body for a in alike.arms if a not in alike.chosen]
        if alike.arms[-1].test is not None or not all(map(_leaves, others)):
            return "goes-on"
        stored = {
            n.id
            for a in alike.chosen
            for s in a.body
            for n in all_nodes(s)
            if isinstance(n, ast.Name) and not isinstance(n.ctx, ast.Load)
        }
        for hole in alike.holes:
            for value in hole.values:
                parts = list(all_nodes(value))
                if any(isinstance(p, ast.Name) and p.id in stored for p in parts):
                    return "made-inside"
                if any(isinstance(p, _ACTS) for p in parts):
                    return "made-inside"
        names = _names(alike.holes, view, function)
        if names is None:
            return "no-name"
        comments = [_comments(view, a, alike.holes, n) for n, a in enumerate(alike.chosen)]
        if any(c is None for c in comments):
            return "comment-inside"
        return _edit(view, node, alike, names, [c or [] for c in comments])


def _may_be_alike(node: cst.If) -> bool:
    """Whether two arms of a chain have as many statements, and enough of them."""
    sizes = [len(suite_of(a.body)) for a in arms_of(node)]
    return any(sizes.count(n) > 1 for n in sizes) and len(sizes) > 1


def _same_in(tree: ast.Module, module: cst.Module, node: cst.If) -> ast.If:
    """The if in the syntax tree of a text that is the one in its tree without loss."""
    number = next(i for i, n in enumerate(_ifs_of(module)) if n is node)
    found = [n for n in all_nodes(tree) if isinstance(n, ast.If)]
    return sorted(found, key=lambda n: (n.lineno, n.col_offset))[number]


def _ifs_of(module: cst.Module) -> list[cst.If]:
    return [n for n in walk(module) if isinstance(n, cst.If)]


def _block_at(module: cst.Module, place: Place) -> cst.IndentedBlock:
    """The block of another text that is where a block was."""
    node: object = module
    for _, field, index in place.trail:
        node = getattr(node, field)
        if index is not None:
            node = node[index]  # type: ignore[index]
    assert isinstance(node, cst.IndentedBlock)
    return node


_ACTS = (ast.Call, ast.Await, ast.Yield, ast.YieldFrom, ast.NamedExpr, ast.Lambda)
_APART = (ast.JoinedStr, ast.Lambda, ast.ListComp, ast.SetComp, ast.DictComp, ast.GeneratorExp)


@dataclass(frozen=True, slots=True, eq=False)
class _Arm:
    """An arm of a chain: its condition (None for the else), its line, its statements."""

    test: ast.expr | None
    line: int
    body: list[ast.stmt]


@dataclass(frozen=True, slots=True)
class _Alike:
    """The arms of a chain, those that are alike, and where these differ."""

    arms: list[_Arm]
    chosen: list[_Arm]
    holes: list[Hole]

    @property
    def rest(self) -> _Arm | None:
        """What stands behind the chain, where that is what an else would do."""
        return self.arms[-1] if self.arms[-1].line == 0 else None


def _arms(node: ast.If) -> list[_Arm]:
    found = [_Arm(node.test, node.lineno, node.body)]
    rest = node.orelse
    while len(rest) == 1 and isinstance(rest[0], ast.If) and rest[0].col_offset == node.col_offset:
        found.append(_Arm(rest[0].test, rest[0].lineno, rest[0].body))
        rest = rest[0].orelse
    if rest:
        found.append(_Arm(None, rest[0].lineno, rest))
    return found


def _behind(function: Function, node: ast.If) -> list[ast.stmt]:
    """The statements behind a chain in its block."""
    for owner in all_nodes(function.node):
        for name in ("body", "orelse", "finalbody"):
            block = getattr(owner, name, None)
            if isinstance(block, list) and node in block:
                return block[block.index(node) + 1 :]
    return []


def _alike_in(node: ast.If, behind: list[ast.stmt]) -> _Alike | None:
    """The arms of a chain that do the same with other values; None if there are none.

    Args:
        node: the chain.
        behind: what follows; where all arms leave, that is an arm as well.
    """
    arms = _arms(node)
    if arms[-1].test is not None and behind and all(_leaves(a.body) for a in arms):
        arms.append(_Arm(None, 0, behind))
    for number, arm in enumerate(arms):
        if _size(arm.body) < _LEAST_STATEMENTS:
            continue
        if arm.line == 0:
            break
        chosen = [arm]
        for other in [a for a in arms[number + 1 :] if a.line]:
            holes = aligned([a.body for a in (*chosen, other)], loosely=True)
            if holes is not None and len(holes) <= 2 * _MOST_NAMES:
                chosen.append(other)
        if len(chosen) < 2:
            continue
        holes = aligned([a.body for a in chosen], loosely=True)
        if holes and not any(isinstance(n, _APART) for h in holes for n in h.around):
            return _Alike(arms, chosen, holes)
    return None


def _size(body: Sequence[ast.stmt]) -> int:
    return sum(isinstance(n, ast.stmt) for s in body for n in all_nodes(s))


def _leaves(body: Sequence[ast.stmt]) -> bool:
    return isinstance(body[-1], ast.Return | ast.Raise | ast.Continue | ast.Break)


def _names(holes: Sequence[Hole], view: ModuleView, function: Function) -> list[str] | None:
    """A name for each hole; those that have the same values share one."""
    taken = {n.id for n in all_nodes(function.node) if isinstance(n, ast.Name)}
    taken |= {n.arg for n in all_nodes(function.node) if isinstance(n, ast.arg)}
    by_values: dict[tuple[str, ...], str] = {}
    alike: dict[tuple[str, ...], list[Hole]] = {}
    for hole in holes:
        alike.setdefault(tuple(map(ast.dump, hole.values)), []).append(hole)
    names: list[str] = []
    for hole in holes:
        values = tuple(map(ast.dump, hole.values))
        if values not in by_values:
            name = field_name(hole, view) or _by_use(hole) or _worked_on(alike[values], function)
            if name is None or name in taken or not name.isidentifier():
                return None
            taken.add(name)
            by_values[values] = name
        names.append(by_values[values])
    return names if len(by_values) <= _MOST_NAMES else None


def _by_use(hole: Hole) -> str | None:
    """What a value is called by what is done with it."""
    owner = hole.around[-1] if hole.around else None
    if isinstance(owner, ast.AugAssign):
        target = owner.target
        word = target.attr if isinstance(target, ast.Attribute) else getattr(target, "id", "")
        return f"{word}_step" if word and isinstance(owner.op, ast.Add | ast.Sub) else None
    if isinstance(owner, ast.Call) and owner.func is hole.values[0]:
        return None
    if isinstance(owner, ast.Call) and isinstance(owner.func, ast.Attribute):
        return f"to_{owner.func.attr}"
    if isinstance(owner, ast.Call) and isinstance(owner.func, ast.Name):
        words = words_of(owner.func.id)
        return "_".join(words[1:]) if len(words) > 1 else f"to_{owner.func.id}"
    return None


def _worked_on(holes: Sequence[Hole], function: Function) -> str | None:
    """What a thing is called that is worked on in all arms alike: by the words that the things have
    in common, as one of what the function gives, or as the target where it is changed.
    """
    values = holes[0].values
    if not all(isinstance(v, ast.Name | ast.Attribute) for v in values):
        return None
    words = [words_of(v.attr if isinstance(v, ast.Attribute) else v.id) for v in values]  # type: ignore[attr-defined]
    common = [w[-1] for w in words if len(w) > 1]
    if len(set(common)) == 1 and len(common) == len(words):
        return common[0]
    given = [n.value for n in all_nodes(function.node) if isinstance(n, ast.Return) and n.value]
    told = {e.id for g in given for e in all_nodes(g) if isinstance(e, ast.Name)}
    last = words_of(function.name.rpartition(".")[2])[-1]
    if len(given) == 1 and all(getattr(v, "id", "") in told for v in values):
        one = singular(last)
        if one != last:
            return one
    changed = any(_is_changed(h) for h in holes)
    return "target" if changed else None


def _is_changed(hole: Hole) -> bool:
    """Whether something is put into a thing, or it is asked to do something."""
    owner = hole.around[-1] if hole.around else None
    if isinstance(owner, ast.Subscript | ast.Attribute) and isinstance(owner.ctx, ast.Store):
        return True
    above = hole.around[-2] if len(hole.around) > 1 else None
    return isinstance(owner, ast.Attribute) and isinstance(above, ast.Call) and above.func is owner


def _comments(view: ModuleView, arm: _Arm, holes: Sequence[Hole], number: int) -> list[str] | None:
    """The comments of an arm that go with its values; those of the first arm stay where they are.
    None where one speaks of anything else.
    """
    first, last = arm.body[0], arm.body[-1]
    start = view.offsets.line_start(arm.line)
    lines = range(arm.line, (last.end_lineno or last.lineno) + 1)
    found = [n for n in lines if n in view.comments]
    if not found or (number == 0 and start <= view.offsets.line_start(first.lineno)):
        return []
    differing = {h.values[number].lineno for h in holes}
    kept: list[str] = []
    for line in found:
        text, alone = view.comments[line]
        below = next((n for n in lines if n > line and n not in view.comments), None)
        if not alone or below not in differing:
            return None
        kept.append(text)
    return kept


def _edit(
    view: ModuleView,
    node: ast.If,
    alike: _Alike,
    names: Sequence[str],
    comments: Sequence[list[str]],
) -> Edit | str:
    """The chain with names set in its arms, and what they do behind it."""
    outer = view.indentation(node.lineno)
    common = alike.chosen[0].body
    inner = view.indentation(common[0].lineno)
    shifted = [*common, *(alike.rest.body if alike.rest is not None else [])]
    if any(
        isinstance(n, ast.Constant | ast.JoinedStr) and n.lineno != n.end_lineno
        for s in shifted
        for n in all_nodes(s)
    ):
        return "made-inside"
    lines: list[str] = []
    for place, arm in enumerate(alike.arms):
        end = _end_of(view, alike.arms, place)
        if arm in alike.chosen:
            number = alike.chosen.index(arm)
            head = _head_line(view, arm, alike.arms[place - 1] if place else None)
            lines += view.text[head : _body_start(view, arm)].splitlines()
            lines += [f"{inner}{c}" for c in comments[number]]
            lines += _setting(view, alike.holes, names, number, inner)
        elif arm is alike.rest:
            step = inner[len(outer) :]
            head = view.offsets.line_start((node.end_lineno or node.lineno) + 1)
            lines.append(f"{outer}else:")
            rest = view.text[head:end].rstrip().splitlines()
            while not rest[0].strip():
                del rest[0]
            lines += [step + line if line.strip() else "" for line in rest]
        else:
            head = _head_line(view, arm, alike.arms[place - 1] if place else None)
            lines += view.text[head:end].rstrip().splitlines()
    start, stop = _body_start(view, alike.chosen[0]), view.offsets.span(common[-1])[1]
    stop = view.offsets.line_start((common[-1].end_lineno or 0) + 1)
    holes = [view.offsets.span(h.values[0]) for h in alike.holes]
    inside = [Edit(a - start, b - start, n) for (a, b), n in zip(holes, names, strict=True)]
    for line in edited(view.text[start:stop], inside).rstrip().splitlines():
        lines.append(outer + line.removeprefix(inner) if line.strip() else "")
    begin = view.offsets.line_start(node.lineno)
    last = node if alike.rest is None else alike.rest.body[-1]
    finish = view.offsets.line_start((last.end_lineno or last.lineno) + 1)
    return Edit(begin, finish, view.newline.join(lines) + view.newline)


def _setting(
    view: ModuleView, holes: Sequence[Hole], names: Sequence[str], number: int, indent: str
) -> list[str]:
    """The lines that set the names in one of the arms."""
    values: dict[str, str] = {}
    for hole, name in zip(holes, names, strict=True):
        low, high = view.offsets.span(hole.values[number])
        values.setdefault(name, view.text[low:high])
    together = f"{indent}{', '.join(values)} = {', '.join(values.values())}"
    if len(together) <= view.width and not any("," in v for v in values.values()):
        return [together]
    return [f"{indent}{name} = {value}" for name, value in values.items()]


def _body_start(view: ModuleView, arm: _Arm) -> int:
    """Where the lines of an arm's body start, comments above its first statement included."""
    line = arm.body[0].lineno
    while view.comments.get(line - 1, ("", False))[1] and line - 1 > arm.line:
        line -= 1
    return view.offsets.line_start(line)


def _head_line(view: ModuleView, arm: _Arm, before: _Arm | None) -> int:
    """Where the line with an arm's condition starts; an else stands behind the arm before."""
    if arm.test is not None or before is None:
        return view.offsets.line_start(arm.line)
    last = before.body[-1]
    return view.offsets.line_start((last.end_lineno or last.lineno) + 1)


def _end_of(view: ModuleView, arms: Sequence[_Arm], place: int) -> int:
    last = arms[place].body[-1]
    return view.offsets.line_start((last.end_lineno or last.lineno) + 1)
