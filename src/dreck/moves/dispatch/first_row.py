"""A chain whose arms differ in constants alone, tests and all, becomes rows and a loop that takes
the first one that fits.

Why it is safe: the loop asks what the tests asked, row by row in their order, and does for the
first that holds what its arm did; nothing can change the rows, and its names are new.
"""

from __future__ import annotations

import ast
import keyword
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import TypeGuard

from ...logic.bindings import free_names
from ...naming.english import lemmas
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.words import EMPTY_WORDS, VERBS, plain_words, plural, words_of
from ...outline import Function, FunctionNode, all_nodes
from ...source.edits import Edit, edited
from ..alignment import Hole, aligned, is_value
from ..alike import visible_locals
from ..fields import field_name
from ..module_view import ModuleView
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..said_around import said_around
from ..wishes import Wishes
from .band_table import BandTable

_LEAST_ROWS = 3
# What a bound is called by the operator that it stands behind, and in front of.
_BEHIND = {ast.Lt: "end", ast.LtE: "most", ast.Gt: "above", ast.GtE: "least"}
_BEFORE = {ast.Lt: "above", ast.LtE: "start", ast.Gt: "end", ast.GtE: "most"}
_OF_METHODS = {"startswith": "start", "endswith": "ending", "match": "pattern"}
_ENDS = (ast.Return, ast.Raise)


@move
class FirstRow(ModuleMove):
    """Let a loop over rows take the first that fits."""

    name = "first-row"
    summary = "A chain whose arms differ in constants becomes rows, of which the first that fits is taken."
    safe_because = (
        "The loop asks what the tests asked, in their order, and nothing can change the rows."
    )
    since = "0.3"
    EXAMPLES = (
        Example(
            "what is left over falls through",
            """
            def ferry_fee(metres: float) -> int:
                if metres <= 5:
                    return 12
                elif metres <= 8:
                    return 18
                elif metres <= 12:
                    return 30
                return 55
            """,
            """
            FERRY_FEES = (
                (5, 12),
                (8, 18),
                (12, 30),
            )


            def ferry_fee(metres: float) -> int:
                return next((fee for most, fee in FERRY_FEES if metres <= most), 55)
            """,
        ),
        Example(
            "what is asked around tells two chains apart",
            """
            def ferry_fee(metres: float, is_summer: bool) -> int:
                if is_summer:
                    if metres <= 5:
                        return 12
                    if metres <= 8:
                        return 18
                    if metres <= 12:
                        return 30
                    raise ValueError("too long for the summer")
                if metres <= 5:
                    return 8
                if metres <= 8:
                    return 12
                if metres <= 12:
                    return 20
                raise ValueError(metres)
            """,
            """
            SUMMER_FERRY_FEES = (
                (5, 12),
                (8, 18),
                (12, 30),
            )


            def ferry_fee(metres: float, is_summer: bool) -> int:
                if is_summer:
                    for most, fee in SUMMER_FERRY_FEES:
                        if metres <= most:
                            return fee
                    raise ValueError("too long for the summer")
                if metres <= 5:
                    return 8
                if metres <= 8:
                    return 12
                if metres <= 12:
                    return 20
                raise ValueError(metres)
            """,
        ),
        Example(
            "bands with gaps between them",
            """
            def enter(gauge, level: float):
                if 0 <= level < 1.2:
                    gauge.stage = "low"
                    gauge.pumps = 1
                elif 1.4 <= level < 2.8:
                    gauge.stage = "middle"
                    gauge.pumps = 2
                elif 3.0 <= level < 4.5:
                    gauge.stage = "high"
                    gauge.pumps = 4
                else:
                    raise ValueError(level)
                gauge.entries += 1
            """,
            """
            STAGES = (
                (0, 1.2, "low", 1),
                (1.4, 2.8, "middle", 2),
                (3.0, 4.5, "high", 4),
            )


            def enter(gauge, level: float):
                for start, end, stage, pumps in STAGES:
                    if start <= level < end:
                        gauge.stage = stage
                        gauge.pumps = pumps
                        break
                else:
                    raise ValueError(level)
                gauge.entries += 1
            """,
        ),
    )
    REFUSALS = {
        "name-taken": Refusal(
            "the name that the rows would get is taken; --name LINE=NAME gives another",
            """
            def ferry_fee(metres: float) -> int:
                if metres <= 5:
                    return 12
                elif metres <= 8:
                    return 18
                elif metres <= 12:
                    return 30
                return 55


            FERRY_FEES = ()
            """,
        ),
        "several": Refusal(
            "several chains of the function would become rows, and nothing says how these differ",
            """
            def ferry_fee(metres: float, month: int) -> int:
                if 5 <= month <= 9:
                    if metres <= 5:
                        return 12
                    elif metres <= 8:
                        return 18
                    elif metres <= 12:
                        return 30
                    return 55
                if metres <= 5:
                    return 8
                elif metres <= 8:
                    return 12
                elif metres <= 12:
                    return 20
                return 40
            """,
        ),
        "comments": Refusal(
            "comments between the arms would lose their place",
            """
            def ferry_fee(metres: float) -> int:
                if metres <= 5:
                    return 12
                elif metres <= 8:
                    # by order of the office
                    return 18
                elif metres <= 12:
                    return 30
                return 55
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for chains whose tests and arms differ in constants."""
        found = list(_aligned(function.node.body))
        if found and not wishes.asked:  # bands without gaps are found at once in a table of limits
            plain = {
                s.line
                for s in BandTable().look(view, function, wishes)
                if isinstance(s, ModuleSite)
            }
            found = [(c, h) for c, h in found if c.arms[0].lineno not in plain]
        for chain, holes in found:
            line = chain.arms[0].lineno
            if wishes.line not in (None, line):
                continue
            last = chain.last.end_lineno or chain.last.lineno
            inside = range(line, min(last + 1, chain.otherwise_from))
            several = len(found) > 1 and wishes.line is None and wishes.wanted(line, []) is None
            if several and not _are_told_apart(function.node, [c for c, _ in found]):
                yield self.leave("several", line)
                return
            if any(n in view.comments for n in inside):
                yield self.leave("comments", line)
            else:
                plan = _Plan(view, function, chain, holes, wishes, several=len(found) > 1)
                yield plan.site() or self.leave("name-taken", line)


def _are_told_apart(function: FunctionNode, chains: Sequence[_Chain]) -> bool:
    """Whether what is asked around several chains says how they differ."""
    said = [tuple(said_around(function, c.arms[0])) for c in chains]
    return len(set(said)) == len(said)


def _aligned(block: list[ast.stmt]) -> Iterator[tuple[_Chain, list[Hole]]]:
    """The chains of a function whose arms differ in constants, with what they differ in."""
    taken = 0
    for chain in _chains(block):
        line = chain.arms[0].lineno
        holes = aligned([[ast.Expr(a.test), *a.body] for a in chain.arms])
        if holes and line > taken and not _is_a_look_up(chain, holes):
            taken = chain.arms[-1].body[-1].end_lineno or line
            yield chain, holes


@dataclass(frozen=True)
class _Chain:
    """Arms of which the first that fits is taken.

    Attributes:
        arms: the ifs, each with its test and its body.
        otherwise: what is done where none fits.
        last: the last statement that it takes up.
        leaves: whether all arms leave the function.
        is_behind: whether ``otherwise`` stands behind the chain rather than in an else.
    """

    arms: tuple[ast.If, ...]
    otherwise: tuple[ast.stmt, ...]
    last: ast.stmt
    leaves: bool
    is_behind: bool

    @property
    def otherwise_from(self) -> int:
        """The line where what is otherwise done starts."""
        end = (self.arms[-1].body[-1].end_lineno or 0) + 1
        return self.otherwise[0].lineno if self.otherwise and not self.is_behind else end


def _chains(block: list[ast.stmt]) -> Iterator[_Chain]:
    """The chains that start somewhere in a block, or in one inside of it."""
    for index, statement in enumerate(block):
        found = _chain_at(block, index) if isinstance(statement, ast.If) else None
        if found is not None:
            yield found
        if not isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
            for part in ("body", "orelse", "finalbody"):
                inner = getattr(statement, part, [])
                if inner and isinstance(inner[0], ast.stmt):
                    yield from _chains(inner)


def _chain_at(block: list[ast.stmt], index: int) -> _Chain | None:
    arms: list[ast.If] = []
    rest: list[ast.stmt] = []
    position = index
    while position < len(block) and not rest:
        node = block[position]
        if not isinstance(node, ast.If):
            break
        if arms and not all(isinstance(a.body[-1], _ENDS) for a in arms):
            break
        current: ast.stmt | None = node
        while isinstance(current, ast.If):
            arms.append(current)
            rest = current.orelse
            current = rest[0] if len(rest) == 1 and isinstance(rest[0], ast.If) else None
            rest = [] if current is not None else rest
        position += 1
    if len(arms) < _LEAST_ROWS or any(map(_jumps, arms)):
        return None
    leaves = all(isinstance(a.body[-1], _ENDS) for a in arms)
    returns = any(isinstance(n, ast.Return) for a in arms for s in a.body for n in all_nodes(s))
    if returns and not leaves:
        return None
    behind = leaves and not rest
    if behind:
        rest = block[position : position + 1]
    last = rest[0] if behind and rest and isinstance(rest[0], ast.Return) else block[position - 1]
    return _Chain(tuple(arms), tuple(rest), last, leaves, behind)


def _of_other_rows(function: FunctionNode) -> set[str]:
    """The names that only loops over a table of the module give a value, and only they ask for."""
    nodes = list(all_nodes(function))[1:]
    loops = [n for n in nodes if isinstance(n, ast.For) and _is_table(n.iter) and not n.orelse]
    given = {n.id for f in loops for n in all_nodes(f.target) if isinstance(n, ast.Name)}
    inside = {id(n) for f in loops for n in all_nodes(f)}
    return {n for n in given if all(id(m) in inside for m in nodes if _is_named(m, n))}


def _is_table(node: ast.expr) -> bool:
    return isinstance(node, ast.Name) and node.id.isupper()


def _is_named(node: ast.AST, name: str) -> bool:
    return name in (getattr(node, "id", ""), getattr(node, "arg", ""), getattr(node, "name", ""))


def _jumps(arm: ast.If) -> bool:
    """Whether an arm goes on with a loop around, or leaves it."""
    nodes = (n for s in arm.body for n in all_nodes(s))
    return any(isinstance(n, ast.Break | ast.Continue | ast.Yield | ast.NamedExpr) for n in nodes)


def _is_a_look_up(chain: _Chain, holes: list[Hole]) -> bool:
    """Whether the tests only compare with constants, which a look-up does at once, or differ in
    nothing.
    """
    tests = [a.test for a in chain.arms]
    plain = (ast.Eq, ast.NotEq, ast.Is, ast.IsNot, ast.In, ast.NotIn)
    asked = [t for t in tests if isinstance(t, ast.Compare) and isinstance(t.ops[0], plain)]
    inside = {id(n) for n in all_nodes(tests[0])}
    return bool(asked) or not any(id(h.values[0]) in inside for h in holes)


@dataclass(frozen=True)
class _Plan:
    """One chain on its way to rows."""

    view: ModuleView
    function: Function
    chain: _Chain
    holes: list[Hole]
    wishes: Wishes
    several: bool

    def site(self) -> ModuleSite | None:
        """The site; None if a name is taken."""
        view, line = self.view, self.chain.arms[0].lineno
        fields = self._fields()
        private = "_" if view.has_private_functions else ""
        proposed = private + self._table(fields)
        if self.several or proposed in view.words:
            said = said_around(self.function.node, self.chain.arms[0])
            proposed = private + "_".join([*(w.upper() for w in said), self._table(fields)])
        wish = self.wishes.wanted(line, [proposed], constant=True)
        name = wish or proposed
        indent = view.indentation(line)
        start = view.offsets.line_start(line)
        if name in view.words or view.offsets.span(self.chain.arms[0])[0] != start + len(indent):
            return None
        top = view.start_of(view.top_statement(self.function.node))
        rows = [view.indent + row + "," for row in self._rows()]
        table = view.newline.join([f"{name} = (", *rows, ")", "", "", ""])
        lines, until = self._lines(name, fields, indent)
        end = view.offsets.line_start(until + 1)
        use = Edit(start, end, view.newline.join(lines) + view.newline)
        why = (
            f"The {len(rows)} arms differ only in what `{name}` holds; the first row that fits is "
            "taken, and another arm is a row."
        )
        rank = Rank.MEANING if wish is None else Rank.ASKED
        names = (Proposal(name, "what the rows are about", rank),)
        text = edited(view.text, [Edit(top, top, table), use])
        return ModuleSite(line, why, text, (self.function.name,), names=names)

    def _rows(self) -> Iterator[str]:
        """The rows as they are written; of one part each, that alone."""
        kept = self._kept()
        for position in range(len(self.chain.arms)):
            found = [self.view.offsets.source(h.values[position]) for h in kept]
            yield found[0] if len(found) == 1 else f"({', '.join(found)})"

    def _kept(self) -> list[Hole]:
        """The holes, those that hold the same in each row once."""
        return list({" ".join(map(ast.dump, h.values)): h for h in reversed(self.holes)}.values())[
            ::-1
        ]

    def _fields(self) -> list[str]:
        """A name for each hole."""
        taken = {
            *visible_locals(self.function),
            *self.view.top_names,
            *free_names(self.function.node),
            *keyword.kwlist,
        }
        first = self.chain.arms[0].body
        given = _giving(first[0]).removesuffix(" =") if len(first) == 1 else ""
        taken -= {given}  # which the rows may call it too, inside of what finds it
        taken -= _of_other_rows(self.function.node)
        if self.function.node.name not in free_names(self.function.node):
            taken -= {self.function.node.name}  # it does not call itself
        found: dict[str, str] = {" ".join(map(ast.dump, h.values)): n for h, n in self._set.items()}
        for hole in self.holes:
            held = " ".join(map(ast.dump, hole.values))
            if held in found:
                continue
            name = self._field(hole)
            number, plain = 1, name
            while plain in {*found.values(), *taken}:
                number += 1
                plain = f"{name}_{number}" if name not in taken or number > 2 else f"this_{name}"
            found[held] = plain
        return [found[" ".join(map(ast.dump, h.values))] for h in self.holes]

    @cached_property
    def _set(self) -> dict[Hole, str]:
        """The names that all arms do nothing but set, by the places of what they are set to: the
        loop sets them then.
        """
        chain = self.chain
        targets = [_giving(s).removesuffix(" =") for s in chain.arms[0].body]
        if chain.leaves or "" in targets or len(targets) == 1 or len({*targets}) < len(targets):
            return {}
        asked = {n for a in chain.arms for n in _names(a.test)}
        values = [s.value for s in chain.arms[0].body if isinstance(s, ast.Assign)]
        places = {id(h.values[0]): h for h in self.holes}
        held = {places[id(v)]: t for v, t in zip(values, targets, strict=True) if id(v) in places}
        apart = {" ".join(map(ast.dump, h.values)) for h in held}
        in_tests = [h for h in self.holes if h not in held]
        clear = not any(" ".join(map(ast.dump, h.values)) in apart for h in in_tests)
        whole = len(held) == len(apart) == len(targets) and clear
        return held if whole and not asked & {*targets} and self._set_anew({*targets}) else {}

    def _set_anew(self, targets: set[str]) -> bool:
        """Whether nobody sees names once they were set in vain: what is done otherwise leaves, or
        sets all of them.
        """
        others = self.chain.otherwise
        used = {n.id for s in others for n in all_nodes(s) if _is_load(n)}
        if not others or used & targets:
            return False
        given = {_giving(s).removesuffix(" =") for s in others}
        return isinstance(others[-1], _ENDS) or targets <= given

    def _field(self, hole: Hole) -> str:
        owner = hole.around[-1] if hole.around else None
        value = hole.values[0]
        if isinstance(owner, ast.Compare):
            return _bound(owner, value)
        if isinstance(owner, ast.Call) and isinstance(owner.func, ast.Attribute):
            word = _OF_METHODS.get(owner.func.attr)
            if word is not None and value in owner.args:
                return word
        if isinstance(owner, ast.Return):
            words = _nouns(self.function.node)
            return words[-1] if words else "result"
        found = field_name(hole, self.view)
        usable = found is not None and found.isidentifier() and not keyword.iskeyword(found)
        return found if usable and found is not None else _said_by_all(hole.values) or "value"

    def _table(self, fields: list[str]) -> str:
        """What the rows are called: by what they give, or by the function."""
        inside = {id(n) for n in all_nodes(self.chain.arms[0].test)}
        given = [
            f for h, f in zip(self.holes, fields, strict=True) if id(h.values[0]) not in inside
        ]
        owners = [h.around[-1] for h in self.holes if id(h.values[0]) not in inside and h.around]
        nouns = _nouns(self.function.node)
        if given and not (nouns and isinstance(owners[0], ast.Return)):
            words = words_of(given[0])
            says_little = set(words) <= EMPTY_WORDS | {"text"}
            if len(words[-1]) > 1 and not says_little and words[0] != "this":
                nouns = words
        if not nouns or (len(nouns) == 1 and not lemmas(nouns[0], "NOUN") and nouns[0] in VERBS):
            nouns = words_of(next((f for f in given if f not in EMPTY_WORDS), "")) or nouns
        nouns = nouns or [*words_of(self.function.node.name), "row"]
        return "_".join([*nouns[:-1], plural(nouns[-1])]).upper()

    def _lines(self, name: str, fields: list[str], indent: str) -> tuple[list[str], int]:
        """What stands in the place of the chain, and the last line that it takes the place of."""
        view, first = self.view, self.chain.arms[0]
        one = view.indent
        parts = ", ".join(dict.fromkeys(fields))
        test = self._filled(view.offsets.span(first.test), fields)
        taken = first.body[0] if len(first.body) == 1 else None
        default = self.chain.otherwise[0] if len(self.chain.otherwise) == 1 else None
        gives = _giving(taken)
        if gives and gives == _giving(default) and default is not None:
            value, rest = _value_of(taken), _value_of(default)
            if value is not None and _is_free(rest):
                shown = self._filled(view.offsets.span(value), fields)
                other = "None" if rest is None else view.offsets.source(rest)
                line = f"{indent}{gives} next(({shown} for {parts} in {name} if {test}), {other})"
                if "\n" not in line and len(line) <= max(view.width, 100):
                    return [line], default.end_lineno or default.lineno
        low = view.offsets.line_start(first.body[0].lineno)
        last = first.body[-1]
        high = view.offsets.line_start((last.end_lineno or last.lineno) + 1)
        body = [] if self._set else self._filled((low, high), fields).splitlines()
        lines = [
            f"{indent}for {parts} in {name}:",
            f"{indent}{one}if {test}:",
            *(f"{one}{line}" if line.strip() else "" for line in body),
        ]
        until = (self.chain.arms[-1].end_lineno or 0) if self.chain.is_behind else 0
        if self.chain.leaves and self.chain.is_behind:
            return lines, until
        end = first.end_lineno or first.lineno
        others = self.chain.otherwise
        if not self.chain.leaves:
            lines.append(f"{indent}{one}{one}break")
        if others:
            low = view.offsets.line_start(others[0].lineno)
            high = view.offsets.line_start((others[-1].end_lineno or 0) + 1)
            text = view.text[low:high].splitlines()
            back = len(view.indentation(others[0].lineno)) - len(indent)
            if self.chain.leaves:
                lines += [line[back:] if line.strip() else "" for line in text]
            else:
                lines += [f"{indent}else:", *text]
        return lines, end

    def _filled(self, span: tuple[int, int], fields: list[str]) -> str:
        """A piece of the first arm with names in place of its constants."""
        low, high = span
        spots = [
            (self.view.offsets.span(h.values[0]), f)
            for h, f in zip(self.holes, fields, strict=True)
        ]
        edits = [Edit(a - low, b - low, f) for (a, b), f in spots if low <= a < high]
        return edited(self.view.text[low:high], edits)


def _said_by_all(values: Sequence[ast.expr]) -> str:
    """The noun that several texts end with; else that they are texts; empty for other values."""
    texts = [v.value for v in values if isinstance(v, ast.Constant) and isinstance(v.value, str)]
    if len(texts) < len(values):
        return ""
    ends = {(plain_words(t) or [""])[-1] for t in texts}
    end = ends.pop() if len(ends) == 1 else ""
    return end if end.isidentifier() and len(end) > 2 and not keyword.iskeyword(end) else "text"


def _names(node: ast.AST) -> set[str]:
    return {n.id for n in all_nodes(node) if isinstance(n, ast.Name)}


def _is_load(node: ast.AST) -> TypeGuard[ast.Name]:
    return isinstance(node, ast.Name) and isinstance(node.ctx, ast.Load)


def _giving(statement: ast.stmt | None) -> str:
    """How a statement that only gives a value begins; empty for any other."""
    if isinstance(statement, ast.Return):
        return "return"
    if isinstance(statement, ast.Assign) and len(statement.targets) == 1:
        target = statement.targets[0]
        return f"{target.id} =" if isinstance(target, ast.Name) else ""
    return ""


def _value_of(statement: ast.stmt | None) -> ast.expr | None:
    return statement.value if isinstance(statement, ast.Return | ast.Assign) else None


def _bound(owner: ast.Compare, value: ast.expr) -> str:
    """What a bound is called by where it stands in a comparison."""
    if owner.left is value:
        return _BEFORE.get(type(owner.ops[0]), "limit")
    at = next((i for i, c in enumerate(owner.comparators) if c is value), 0)
    return _BEHIND.get(type(owner.ops[at]), "limit")


def _is_free(node: ast.expr | None) -> bool:
    """Whether nobody notices that a value is worked out in any case."""
    return node is None or is_value(node) or isinstance(node, ast.Name)


def _nouns(node: FunctionNode) -> list[str]:
    """The words of a function's name without the verb in front, if it has one."""
    words = [w for w in words_of(node.name) if w.isalpha()]
    if len(words) > 1 and words[-1] in ("for", "of", "from", "by", "in", "at"):
        words = words[:-1]
    return words[1:] if words and words[0] in VERBS else words
