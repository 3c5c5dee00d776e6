"""A chain of equality tests on one subject becomes a look-up in a dict.

Why it is safe: keys of one type that are all different, values that never change; the default stays
where
it was and is only worked out where it is needed. A subject without a hash would be refused by the
dict;
the judge lists that where it cannot be ruled out.
"""

from __future__ import annotations

import ast
import sys
from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import cached_property

from ...naming.english import is_participle
from ...naming.operands import subject_words
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.words import VERBS, words_of
from ...outline import Function, all_nodes
from ...source.edits import edited
from ..alignment import Hole, aligned, is_value
from ..alike import visible_locals
from ..chain_tables import asking, in_place_of, table_lines
from ..chains import Chain, chains_of, kind_of_key, source_of
from ..enum_members import covers_all
from ..imports import with_import
from ..module_view import ModuleView
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..rows import Rows, row_comments
from ..wishes import Wishes

_LEAST_ARMS = 3
_MANY_ARMS = 5


@move
class LookupTable(ModuleMove):
    """Put what arms differ in into a dict."""

    name = "lookup-table"
    summary = "A chain of equality tests on one subject becomes a look-up in a table."
    safe_because = "The keys are different constants of one type, the values never change, the default stays lazy."
    since = "0.1"
    EXAMPLES = (
        Example(
            "a value for each kind",
            """
            def fare(kind: str):
                if kind == "barge":
                    return 240
                elif kind in ("narrowboat", "butty"):
                    return 120  # also empty ones
                elif kind == "tug":
                    return 180
                else:
                    return 60
            """,
            """
            FARE_BY_KIND = {
                "barge": 240,
                "narrowboat": 120,  # also empty ones
                "butty": 120,
                "tug": 180,
            }


            def fare(kind: str):
                return FARE_BY_KIND.get(kind, 60)
            """,
        ),
        Example(
            "a default that raises stays where it is",
            """
            def minutes(kind: str):
                if kind == "single":
                    return 12
                if kind == "staircase":
                    return 30
                if kind == "guillotine":
                    return 15
                raise LookupError("unknown kind: " + kind)
            """,
            """
            MINUTES_BY_KIND = {
                "single": 12,
                "staircase": 30,
                "guillotine": 15,
            }


            def minutes(kind: str):
                if kind in MINUTES_BY_KIND:
                    return MINUTES_BY_KIND[kind]
                raise LookupError("unknown kind: " + kind)
            """,
        ),
        Example(
            "one hole in a larger expression",
            """
            def water(kind: str, chambers: int):
                if kind == "single":
                    litres = 110 * chambers
                elif kind == "staircase":
                    litres = 90 * chambers
                elif kind == "guillotine":
                    litres = 140 * chambers
                else:
                    litres = 100 * chambers
                return litres
            """,
            """
            LITRES_BY_KIND = {
                "single": 110,
                "staircase": 90,
                "guillotine": 140,
            }


            def water(kind: str, chambers: int):
                litres = LITRES_BY_KIND.get(kind, 100) * chambers
                return litres
            """,
        ),
        Example(
            "several values at once",
            """
            from enum import Enum


            class Signal(Enum):
                STOP = 1
                WAIT = 2
                ENTER = 3
                BROKEN = 4


            def lamps(signal: Signal):
                if signal == Signal.STOP:
                    red = 1
                    green = 0
                elif signal == Signal.WAIT:
                    red = 1
                    green = 1
                elif signal == Signal.ENTER:
                    red = 0
                    green = 1
                else:
                    red = 2
                    green = 0
                return red, green
            """,
            """
            from enum import Enum


            class Signal(Enum):
                STOP = 1
                WAIT = 2
                ENTER = 3
                BROKEN = 4


            RED_AND_GREEN_BY_SIGNAL = {
                Signal.STOP: (1, 0),
                Signal.WAIT: (1, 1),
                Signal.ENTER: (0, 1),
            }


            def lamps(signal: Signal):
                red, green = RED_AND_GREEN_BY_SIGNAL.get(signal, (2, 0))
                return red, green
            """,
            "proved-under",
        ),
        Example(
            "all members of an enum, so that a default is never reached",
            """
            from enum import Enum


            class Signal(Enum):
                STOP = 1
                WAIT = 2
                ENTER = 3


            def minutes(signal: Signal):
                if signal is Signal.STOP:
                    return 20
                elif signal is Signal.WAIT:
                    return 5
                elif signal is Signal.ENTER:
                    return 0
                raise ValueError(signal)
            """,
            """
            from enum import Enum


            class Signal(Enum):
                STOP = 1
                WAIT = 2
                ENTER = 3


            MINUTES_BY_SIGNAL = {
                Signal.STOP: 20,
                Signal.WAIT: 5,
                Signal.ENTER: 0,
            }


            def minutes(signal: Signal):
                return MINUTES_BY_SIGNAL[signal]
            """,
            "proved-under",
        ),
        Example(
            "a function for each kind",
            """
            def pass_through(kind: str, boat):
                if kind == "barge":
                    return pass_wide(boat, 2)
                elif kind == "skiff":
                    return carry(boat, 2)
                elif kind == "butty":
                    return tow(boat, 2)
                raise LookupError(kind)


            def pass_wide(boat, gates):
                boat.enter(gates)


            def carry(boat, gates):
                boat.lift()


            def tow(boat, gates):
                boat.tie(gates)
            """,
            """
            def pass_through(kind: str, boat):
                if kind in ACTIONS_BY_KIND:
                    return ACTIONS_BY_KIND[kind](boat, 2)
                raise LookupError(kind)


            def pass_wide(boat, gates):
                boat.enter(gates)


            def carry(boat, gates):
                boat.lift()


            def tow(boat, gates):
                boat.tie(gates)


            ACTIONS_BY_KIND = {
                "barge": pass_wide,
                "skiff": carry,
                "butty": tow,
            }
            """,
        ),
        Example(
            "a method of the object for each kind, if asked for by name",
            """
            class Desk:
                def take(self, order: str, boat):
                    if order == "fill":
                        return self.fill(boat)
                    elif order == "drain":  # slowly
                        return self.drain(boat)
                    elif order == "rest":
                        return self.rest(boat)
                    raise LookupError(order)

                def fill(self, boat):
                    return boat.rise()

                def drain(self, boat):
                    return boat.sink()

                def rest(self, boat):
                    return boat
            """,
            """
            class Desk:
                def take(self, order: str, boat):
                    actions_by_order = {
                        "fill": self.fill,
                        "drain": self.drain,  # slowly
                        "rest": self.rest,
                    }
                    if order in actions_by_order:
                        return actions_by_order[order](boat)
                    raise LookupError(order)

                def fill(self, boat):
                    return boat.rise()

                def drain(self, boat):
                    return boat.sink()

                def rest(self, boat):
                    return boat
            """,
            "proved-under",
        ),
        Example(
            "a row of several values, called like the parameters that get them",
            """
            def passage(kind: str, book):
                if kind == "barge":
                    book(toll(240, tons=3))
                elif kind == "tug":
                    book(toll(180, tons=2))
                elif kind == "butty":
                    book(toll(60, tons=1))


            def toll(pence, tons):
                return pence * tons
            """,
            """
            PASSAGE_BY_KIND = {
                "barge": (240, 3),
                "tug": (180, 2),
                "butty": (60, 1),
            }


            def passage(kind: str, book):
                if kind in PASSAGE_BY_KIND:
                    pence, tons = PASSAGE_BY_KIND[kind]
                    book(toll(pence, tons=tons))


            def toll(pence, tons):
                return pence * tons
            """,
        ),
        Example(
            "two subjects at once",
            """
            def minutes(kind: str, gate: str):
                if kind == "barge" and gate == "wide":
                    return 12
                elif kind == "barge" and gate in ("narrow", "lift"):
                    return 30
                elif kind == "tug" and gate == "wide":
                    return 9
                return 15
            """,
            """
            MINUTES_BY_KIND_AND_GATE = {
                ("barge", "wide"): 12,
                ("barge", "narrow"): 30,
                ("barge", "lift"): 30,
                ("tug", "wide"): 9,
            }


            def minutes(kind: str, gate: str):
                return MINUTES_BY_KIND_AND_GATE.get((kind, gate), 15)
            """,
        ),
        Example(
            "a row of many values keeps their names",
            """
            def passage(kind: str, book, chambers: int):
                if kind == "barge":
                    book(toll(240 + 12 * chambers, tons=3))
                elif kind == "tug":
                    book(toll(180 + 9 * chambers, tons=2))
                elif kind == "butty":
                    book(toll(60 + 4 * chambers, tons=1))
                else:
                    book(toll(90 + 7 * chambers, tons=1))


            def toll(pence, tons):
                return pence * tons
            """,
            """
            from typing import NamedTuple


            class Passage(NamedTuple):
                \"\"\"What depends on the kind.\"\"\"

                base: int
                per_chamber: int
                tons: int


            PASSAGE_BY_KIND = {
                "barge": Passage(240, 12, 3),
                "tug": Passage(180, 9, 2),
                "butty": Passage(60, 4, 1),
            }


            def passage(kind: str, book, chambers: int):
                row = PASSAGE_BY_KIND.get(kind, Passage(90, 7, 1))
                book(toll(row.base + row.per_chamber * chambers, tons=row.tons))


            def toll(pence, tons):
                return pence * tons
            """,
        ),
        Example(
            "texts in which the same is filled in",
            """
            def told(code: int, lock: int):
                if code == 17:
                    return f"level low in lock {lock}"
                elif code == 18:
                    return f"gates of lock {lock} are stuck"
                elif code == 33:
                    return f"boat waits at lock {lock}"
                return f"code {code:#x}"
            """,
            """
            TOLD_BY_CODE = {
                17: "level low in lock {}",
                18: "gates of lock {} are stuck",
                33: "boat waits at lock {}",
            }


            def told(code: int, lock: int):
                if code in TOLD_BY_CODE:
                    return TOLD_BY_CODE[code].format(lock)
                return f"code {code:#x}"
            """,
            "proved-under",
        ),
        Example(
            "a new list each time",
            """
            def steps(kind: str):
                if kind == "open":
                    return ["drain", "open", "sign"]
                elif kind == "close":
                    return ["close"]
                elif kind == "rest":
                    return []
                raise KeyError(kind)
            """,
            """
            STEPS_BY_KIND = {
                "open": ("drain", "open", "sign"),
                "close": ("close",),
                "rest": (),
            }


            def steps(kind: str):
                if kind in STEPS_BY_KIND:
                    return list(STEPS_BY_KIND[kind])
                raise KeyError(kind)
            """,
        ),
    )
    REFUSALS = {
        "few-keys": Refusal(
            "two kinds make no table; the chain is easier to read",
            """
            def fare(kind: str):
                if kind == "barge":
                    return 240
                elif kind == "tug":
                    return 180
                else:
                    return 60
            """,
        ),
        "mixed-keys": Refusal(
            "the keys are of different types; a table would hide that",
            """
            def fare(kind):
                if kind == "barge":
                    return 240
                elif kind == 1:
                    return 180
                elif kind == 2:
                    return 60
            """,
        ),
        "many-holes": Refusal(
            "the arms differ in several places, and nothing says what the parts of a row would be called",
            """
            def fare(kind: str, boat):
                if kind == "barge":
                    return boat.toll(240, 3)
                elif kind == "tug":
                    return boat.toll(180, 2)
                elif kind == "butty":
                    return boat.toll(60, 1)
            """,
        ),
        "name-taken": Refusal(
            "the name that the table would get is taken; --name LINE=NAME gives another",
            """
            def fare(kind: str):
                if kind == "barge":
                    return 240
                elif kind == "tug":
                    return 180
                elif kind == "butty":
                    return 60


            FARE_BY_KIND = {}
            """,
        ),
        "comments": Refusal(
            "an arm has more to say than a row can hold",
            """
            def fare(kind: str):
                if kind == "barge":
                    # by the weight
                    # of its cargo
                    return 240
                elif kind == "tug":
                    return 180
                elif kind == "butty":
                    return 60
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for chains whose arms differ in constants only."""
        for chain in chains_of(function.node):
            line = chain.statements[0].lineno
            if len(chain.arms) < 2 or wishes.line not in (None, line):
                continue
            # Methods of the object make a table that is made anew in each call, which a long chain
            # outweighs; for a short one whoever wants that asks for it.
            is_long = len(chain.arms) >= _MANY_ARMS
            functions = view.plain_functions | (
                view.own_methods(function) if wishes.asked or is_long else frozenset()
            )
            holes = aligned([a.body for a in chain.arms], functions, lists=True, filled=True)
            if not holes or (len(holes) > 1 and _has_methods(holes)):
                continue
            keys = [k for a in chain.arms for k in a.keys]
            if any(view.is_plain_class(k) for k in keys):
                continue
            if len(chain.arms) < _LEAST_ARMS and not (wishes.asked and wishes.line is not None):
                yield self.leave("few-keys", line)
            elif len({kind_of_key(k) for k in keys}) > 1:
                yield self.leave("mixed-keys", line)
            else:
                preset = _with_preset(view, chain)
                if preset is not None:
                    found = _Plan(view, function, preset, holes, functions).site(wishes)
                    if not isinstance(found, str):
                        yield found
                found = _Plan(view, function, chain, holes, functions).site(wishes)
                yield self.leave(found, line) if isinstance(found, str) else found


def _with_preset(view: ModuleView, chain: Chain) -> Chain | None:
    """A chain that only sets a name, with the constant that the name was given right before as what
    it is for all others; None if there is no such thing.
    """
    at = chain.block.index(chain.statements[0])
    before = chain.block[at - 1] if at and chain.otherwise is None else None
    if not isinstance(before, ast.Assign) or not is_value(before.value):
        return None
    bodies: list[list[ast.stmt]] = [[before], *(a.body for a in chain.arms)]
    places = {_place_set(b) for b in bodies}
    name = next(iter(places))
    asked = {n.id for n in all_nodes(chain.subject) if isinstance(n, ast.Name)}
    lines = range(before.lineno, (before.end_lineno or before.lineno) + 1)
    if len(places) > 1 or not name or name in asked or any(n in view.comments for n in lines):
        return None
    return replace(chain, otherwise=[before], statements=(before, *chain.statements), rest=False)


def _place_set(body: list[ast.stmt]) -> str:
    """The name that is all that some statements set, once."""
    only = body[0] if len(body) == 1 else None
    if not isinstance(only, ast.Assign) or len(only.targets) > 1:
        return ""
    target = only.targets[0]
    return target.id if isinstance(target, ast.Name) else ""


def _has_methods(holes: list[Hole]) -> bool:
    """Whether methods of an object stand in some hole."""
    return any(isinstance(v, ast.Attribute) for h in holes for v in h.values)


def _does(holes: list[Hole], word: str, functions: frozenset[str]) -> bool:
    """Whether functions or methods stand in the only hole, and a word says that they do something."""
    values = holes[0].values if len(holes) == 1 else []
    called = all(
        isinstance(v, ast.Attribute) or (isinstance(v, ast.Name) and v.id in functions)
        for v in values
    )
    return bool(values) and called and (word in VERBS or is_participle(word))


def _kind(hole: Hole) -> tuple[int, bool, str]:
    """How deep a hole is, whether lists are made there, and what fills its texts."""
    return len(hole.around), hole.makes_lists, hole.templates.filling if hole.templates else ""


def _of_both(subject: ast.expr) -> tuple[str, ...]:
    """The words of two subjects."""
    parts = [subject_words(e) for e in subject.elts] if isinstance(subject, ast.Tuple) else []
    return (*parts[0], "and", *parts[1]) if len(parts) == 2 and all(parts) else ()


@dataclass
class _Plan:
    """One chain on its way to a table."""

    view: ModuleView
    function: Function
    chain: Chain
    holes: list[Hole]
    functions: frozenset[str]
    first_line: int = sys.maxsize

    def site(self, wishes: Wishes) -> ModuleSite | str:
        """The site, or the reason why there is none."""
        found = row_comments(
            self.view, [(a.line, a.body) for a in self.chain.arms], self.chain.statements
        )
        if found is None:
            return "comments"
        comments, self.first_line = found
        if self.rows.what is None or not self.rows.are_made:
            return "many-holes"
        is_local = _has_methods(self.holes)
        known = visible_locals(self.function) | self.view.top_names if is_local else self.view.words
        proposed, longer = map(self._name, (self.rows.what, words_of(self.function.node.name)))
        proposed = longer if proposed in known else proposed
        line = self.chain.statements[0].lineno
        wish = wishes.wanted(line, [proposed], constant=not is_local)
        name = wish or proposed
        if name in known or not name.isidentifier() or not self.rows.is_free:
            return "name-taken"
        new = self._statements(name)
        lines = [*self._table(name, comments), *new] if is_local else new
        edits = [in_place_of(self.view, self.chain, lines, self.first_line)]
        if not is_local:
            table = self.rows.insertion(
                [*self.rows.class_lines(), *self._table(name, comments)], self.chain.otherwise or []
            )
            edits += (
                with_import(self.view, "typing", "NamedTuple", table)
                if self.rows.row_class is not None
                else [table]
            )
        names = (
            Proposal(
                name,
                "what it holds, by what it is looked up with",
                Rank.MEANING if wish is None else Rank.ASKED,
            ),
        )
        rows = sum(len(a.keys) for a in self.chain.arms)
        why = f"`{name}` holds what the arms differ in, a row for each of {rows} keys; a new kind needs only a row.{self._unreached()}{self._others()}"
        return ModuleSite(
            line, why, edited(self.view.text, edits), (self.function.name,), names=names
        )

    @cached_property
    def rows(self) -> Rows:
        """The rows of the table."""
        about = " ".join(subject_words(self.chain.subject) or _of_both(self.chain.subject)) or "key"
        return Rows(self.view, self.function, self.chain.arms[0].body, self.holes, about)

    def _unreached(self) -> str:
        """That nothing is left for a default."""
        if self.chain.otherwise is None or not covers_all(self.view, self.function, self.chain):
            return ""
        return " All members have a row, so what was done for others was never reached."

    def _others(self) -> str:
        """Other functions of the module that switch on the same thing."""
        own = {ast.dump(k) for a in self.chain.arms for k in a.keys}
        found = []
        for name, function in self.view.functions.items():
            for chain in (
                chains_of(function.node) if function.node is not self.function.node else ()
            ):
                keys = {ast.dump(k) for a in chain.arms for k in a.keys}
                if len(own & keys) > 1 and subject_words(chain.subject) == subject_words(
                    self.chain.subject
                ):
                    found.append(f"{name} (line {chain.statements[0].lineno})")
        if not found:
            return ""
        return f" The same is switched on in {', '.join(dict.fromkeys(found))}; join-tables makes one table of several with the same keys."

    def _name(self, target: list[str]) -> str:
        about = subject_words(self.chain.subject) or _of_both(self.chain.subject) or ("key",)
        if _does(self.holes, target[0], self.functions):
            target = ["actions"]
        words = "_".join([*target, "by", *about])
        private = "_" if self.view.has_private_functions else ""
        return words if _has_methods(self.holes) else private + words.upper()

    def _table(self, name: str, comments: list[str]) -> list[str]:
        arms = range(len(self.chain.arms))
        values = [self.rows.row_of(self.holes, n) for n in arms]
        return table_lines(self.view, name, self.chain, values, comments)

    def _statements(self, name: str) -> list[str]:
        """The lines in place of the chain, without their indentation."""
        subject = source_of(self.view, self.chain.subject)
        otherwise = self.chain.otherwise
        every = [*(a.body for a in self.chain.arms), otherwise or []]
        default = (
            None
            if otherwise is None
            or _has_methods(self.holes)
            or covers_all(self.view, self.function, self.chain)
            else aligned(every, self.functions, lists=True, filled=True)
        )
        if (
            default is not None
            and len(default) == len(self.holes)
            and [_kind(h) for h in default] == [_kind(h) for h in self.holes]
        ):
            lacking = self.rows.row_of(default, -1)
            given = subject if lacking == "None" else f"{subject}, {lacking}"
            return self.rows.using(f"{name}.get({given})")
        found = self.rows.using(f"{name}[{subject}]")
        return asking(self.view, self.function, self.chain, name, found)
