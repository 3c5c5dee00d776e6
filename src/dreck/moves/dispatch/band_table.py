"""A ladder of ranges becomes limits and values, looked up with bisect.

Why it is safe: the limits rise, and ``bisect`` finds the first that is above the number (or not
below it)
by the same comparison that the arms made; the number is known to be one, so that nothing is out of
order.
"""

from __future__ import annotations

import ast
import re
from collections.abc import Iterator, Sequence, Set
from dataclasses import dataclass
from functools import cached_property

from ...logic.bindings import parameters
from ...naming.operands import subject_words
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.words import several
from ...outline import Function
from ...source.edits import Edit, edited
from ..alignment import Hole, aligned
from ..on_classes.chains import moved_lines
from ..imports import is_free, with_import
from ..ladders import Band, Cut, Ladder, Range, hint_of, ladders_of, text_of
from ..module_view import ModuleView
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..rows import Rows, first_commented, row_comments
from ..said_around import said_around
from ..wishes import Wishes

_LEAST_LIMITS = 3


@move
class BandTable(ModuleMove):
    """Put the limits and the values of a ladder into tuples."""

    name = "band-table"
    summary = "A ladder of ranges becomes limits and values, looked up with bisect."
    safe_because = (
        "The limits rise, the number is known to be one, and the side that owns each limit is kept."
    )
    since = "0.1"
    EXAMPLES = (
        Example(
            "bands of a level",
            '''
            """Levels."""


            def band(level: int):
                if level < 95:
                    return "dry"
                elif level < 120:
                    return "low"
                elif level < 180:
                    return "normal"
                elif level < 220:
                    return "high"
                else:
                    return "flood"
            ''',
            '''
            """Levels."""

            from bisect import bisect_right


            LEVEL_LIMITS = (95, 120, 180, 220)
            BANDS = ("dry", "low", "normal", "high", "flood")


            def band(level: int):
                return BANDS[bisect_right(LEVEL_LIMITS, level)]
            ''',
        ),
        Example(
            "from the top down, limits that belong to the lower band; which band it is, and what follows from it, apart",
            """
            from bisect import bisect_left


            def toll(boat, cargo: int):
                if cargo > 300:
                    pence = 3 * boat.length
                elif cargo > 200:
                    pence = 2 * boat.length
                elif 50 < cargo:
                    pence = 1 * boat.length  # half laden
                else:
                    pence = 0 * boat.length
                return pence
            """,
            """
            from bisect import bisect_left


            CARGO_LIMITS = (50, 200, 300)
            PENCE = (
                0,
                1,  # half laden
                2,
                3,
            )


            def toll(boat, cargo: int):
                pence = PENCE[cargo_band(cargo)] * boat.length
                return pence


            def cargo_band(cargo: int) -> int:
                \"\"\"The band for cargo, counted from 0 for the lowest.\"\"\"
                return bisect_left(CARGO_LIMITS, cargo)
            """,
            "proved-under",
        ),
        Example(
            "several values at once, and levels that no arm is for",
            """
            def signal(level: float):
                if 0 <= level < 95:
                    text = "closed"
                    lamps = 2
                elif 95 <= level < 120:
                    text = "slow"
                    lamps = 1
                elif 120 <= level and level < 180:
                    text = "open"
                    lamps = 0
                elif 180 <= level < 220:
                    text = "slow"
                    lamps = 1
                else:
                    raise ValueError(level)
                return text, lamps
            """,
            """
            from bisect import bisect_right


            LEVEL_LIMITS = (95, 120, 180)
            TEXT_AND_LAMPS = (
                ("closed", 2),
                ("slow", 1),
                ("open", 0),
                ("slow", 1),
            )


            def signal(level: float):
                if not 0 <= level < 220:
                    raise ValueError(level)
                text, lamps = TEXT_AND_LAMPS[bisect_right(LEVEL_LIMITS, level)]
                return text, lamps
            """,
        ),
    )
    REFUSALS = {
        "few-limits": Refusal(
            "two limits make no table; the ladder is easier to read",
            """
            def band(level: int):
                if level < 95:
                    return "dry"
                elif level < 120:
                    return "low"
                return "deep"
            """,
        ),
        "no-number": Refusal(
            "nothing says that it is a number, or it may be NaN, which would come to another band",
            """
            def band(level: float):
                if level <= 95:
                    return "dry"
                elif level <= 120:
                    return "low"
                elif level <= 180:
                    return "normal"
                return "deep"
            """,
        ),
        "mixed-sides": Refusal(
            "some limits belong to the band above and some to the one below; that may be a mistake "
            "(asked for by name, whole numbers get the next one as their limit)",
            """
            def band(level: float):
                if level < 95:
                    return "dry"
                elif level <= 120:
                    return "low"
                elif level < 180:
                    return "normal"
                return "deep"
            """,
        ),
        "never-reached": Refusal(
            "an arm is never reached, because an earlier one takes all that it asks for; that may be a mistake",
            """
            def band(level: int):
                if level < 95:
                    return "dry"
                elif level < 180:
                    return "normal"
                elif level < 120:
                    return "low"
                return "deep"
            """,
        ),
        "gaps": Refusal(
            "between two arms some numbers have none; that may be a mistake (asked for by name, they get what the rest gets, if that is like the arms)",
            """
            def band(level: int):
                if 0 < level < 95:
                    return "dry"
                elif 95 < level < 120:
                    return "low"
                elif 120 < level < 180:
                    return "normal"
                return "deep"
            """,
        ),
        "overlaps": Refusal(
            "two arms ask for the same numbers; that may be a mistake (asked for by name, the first decides as before)",
            """
            def band(level: int):
                if level < 95:
                    return "dry"
                elif 90 <= level < 120:
                    return "low"
                elif 120 <= level < 180:
                    return "normal"
                return "deep"
            """,
        ),
        "many-holes": Refusal(
            "the arms differ in several places, and nothing says what the parts of a row would be called",
            """
            def band(level: int, board):
                if level < 95:
                    return board.show("dry", 2)
                elif level < 120:
                    return board.show("low", 1)
                elif level < 180:
                    return board.show("normal", 0)
                return board.show("deep", 1)
            """,
        ),
        "comments": Refusal(
            "an arm has more to say than a row can hold",
            """
            def band(level: int):
                if level < 95:
                    # below the sill,
                    # where boats wait
                    return "dry"
                elif level < 120:
                    return "low"
                elif level < 180:
                    return "normal"
                return "deep"
            """,
        ),
        "name-taken": Refusal(
            "a name that the tables would get is taken",
            """
            BANDS = ()


            def band(level: int):
                if level < 95:
                    return "dry"
                elif level < 120:
                    return "low"
                elif level < 180:
                    return "normal"
                return "deep"
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for ladders whose arms differ in constants."""
        for whole in ladders_of(function.node):
            for ladder in (whole, whole.behind_first()):  # often the first arm is a guard
                holes = (
                    aligned([r.body for r in ladder.rungs], view.plain_functions)
                    if ladder is not None
                    else None
                )
                if (
                    ladder is not None
                    and holes
                    and len(ladder.rungs) > 1
                    and wishes.line in (None, ladder.line)
                ):
                    found = _Plan(view, function, ladder, holes, wishes).site()
                    if found:
                        yield self.leave(found, ladder.line) if isinstance(found, str) else found
                    break


@dataclass(frozen=True)
class _Plan:
    """One ladder on its way to tables."""

    view: ModuleView
    function: Function
    ladder: Ladder
    holes: list[Hole]
    wishes: Wishes

    def site(self) -> ModuleSite | str:
        """The site, or the reason why there is none; an empty text for what only looks like a
        ladder of bands.
        """
        view, line = self.view, self.ladder.line
        reason = self._why_not()
        if reason is not None:
            return reason
        comments = self._comments()
        if comments is None:
            return "comments"
        what = self.rows.what
        if not what:
            return "many-holes"
        private = "_" if view.has_private_functions else ""
        limits_name = self._limits_name(private, subject_words(self.ladder.subject))
        plain = "_".join(several(what)).upper()
        if self._answers_are_told_apart:
            said = said_around(self.function.node, self.ladder.statements[0])
            plain = "_".join([*said, plain]).upper()
        proposed = limits_name if self._are_places else private + plain
        wish = self.wishes.wanted(line, [proposed], constant=True)
        values_name = wish or proposed
        if self._are_places:
            limits_name, values_name = values_name, private + plain
        finder = "bisect_left" if self._cuts[0].behind else "bisect_right"
        new_names = set() if self._has_limits(limits_name) else {limits_name}
        if not self._are_places and not self._has_values(values_name, comments):
            new_names.add(values_name)
        if (
            new_names & view.words
            or not values_name.isidentifier()
            or limits_name == values_name
            or not is_free(view, "bisect", finder)
            or not self.rows.is_free
        ):
            return "name-taken"
        rank = Rank.MEANING if wish is None else Rank.ASKED
        return self._made(limits_name, values_name, finder, new_names, comments, rank)

    @cached_property
    def _answers_are_told_apart(self) -> bool:
        """Whether another ladder of the function has other answers."""
        others = (o for o in ladders_of(self.function.node) if o.line != self.ladder.line)
        return any(_answers(o) != _answers(self.ladder) for o in others)

    def _made(
        self,
        limits_name: str,
        values_name: str,
        finder: str,
        new_names: Set[str],
        comments: list[str],
        rank: Rank,
    ) -> ModuleSite:
        """The site, with the tables that are new."""
        view = self.view
        subject = view.offsets.source(self.ladder.subject)
        classified = f"{finder}({limits_name}, {subject})"
        edits: list[Edit] = []
        made = self._classifier(limits_name, finder)
        added: tuple[str, ...] = ()
        if made is not None:
            classified = f"{made[0]}({subject})"
            edits, added = ([made[1]], (made[0],)) if made[1] is not None else ([], ())
        comma = "," if len(self._limits) == 1 else ""
        table = (
            [f"{limits_name} = ({', '.join(self._limits)}{comma})"]
            if limits_name in new_names
            else []
        )
        if values_name in new_names:
            table += [*self._values(values_name, comments)]
        new = self.rows.insertion([*self.rows.class_lines(), *table], self.ladder.otherwise or [])
        if finder in classified or (made is not None and made[1] is not None):
            edits += with_import(view, "bisect", finder, new)
        else:
            edits.append(new)
        if self.rows.row_class is not None:
            edits = [*edits[:-1], *with_import(view, "typing", "NamedTuple", edits[-1])]
        if self._are_places:
            edits.append(self._replacement(classified))
            names = (Proposal(limits_name, "what the limits are of", rank),)
            why = f"`{limits_name}` holds the limits, and the answer is which band it is; another band is an entry, not an arm.{self._findings(made)}"
        else:
            edits.append(self._replacement(f"{values_name}[{classified}]"))
            names = (Proposal(values_name, "what the bands are called", rank),)
            why = f"`{limits_name}` holds the limits and `{values_name}` what lies between them; another band is two entries, not an arm.{self._findings(made)}"
        whole = edited(view.text, edits)
        return ModuleSite(self.ladder.line, why, whole, (self.function.name,), added, names)

    def _why_not(self) -> str | None:
        ladder = self.ladder
        rest = [b for b in ladder.bands if b.arm is None]
        sides = {c.behind for c in self._cuts}
        number = ladder.number
        if ladder.never_reached:
            return "never-reached"
        if len(self._cuts) < _LEAST_LIMITS:
            return "few-limits"
        if not self.wishes.asked and (ladder.gaps or ladder.overlaps):
            return "gaps" if ladder.gaps else "overlaps"
        if number is None:
            return "no-number"
        if len(sides) > 1 or (ladder.oddly_moved and not self.wishes.asked):
            return "mixed-sides"
        if self._rest_values is None and any(None not in b.range for b in rest):
            return "gaps" if ladder.gaps else ""  # what is in the middle is of another kind
        return None if number == "int" or self._suits_nan(rest) else "no-number"

    def _suits_nan(self, rest: list[Band]) -> bool:
        """Whether NaN, for which all comparisons are false, comes to the rest as before."""
        if self._rest_values is None:
            return bool(rest)  # it is asked whether a number is in some band
        return self.ladder.bands[0 if self._cuts[0].behind else -1].arm is None

    @cached_property
    def _rest_values(self) -> list[ast.expr] | None:
        """What stands in the holes of the rest, if that is like the arms."""
        otherwise = self.ladder.otherwise
        if otherwise is None:
            return None
        every = (
            aligned([*(r.body for r in self.ladder.rungs), otherwise], self.view.plain_functions)
            or []
        )
        same = [[type(n) for n in h.around] for h in every] == [
            [type(n) for n in h.around] for h in self.holes
        ]
        return [h.values[-1] for h in every] if same else None

    @cached_property
    def _inside(self) -> list[Band]:
        """The bands that have a row."""
        return [b for b in self.ladder.bands if b.arm is not None or self._rest_values is not None]

    @cached_property
    def _cuts(self) -> list[Cut]:
        """The cuts between rows."""
        return [b.range[1] for b in self._inside[:-1] if b.range[1] is not None]

    @cached_property
    def _limits(self) -> list[str]:
        return [self._limit(c.value) for c in self._cuts]

    def _limit(self, value: float) -> str:
        written = self.ladder.written.get(value)
        return text_of(value) if written is None else self.view.offsets.source(written)

    @cached_property
    def rows(self) -> Rows:
        """What lies between the limits."""
        return Rows(
            self.view,
            self.function,
            self.ladder.rungs[0].body,
            self.holes,
            " ".join(subject_words(self.ladder.subject)) or "number",
        )

    def _comments(self) -> list[str] | None:
        """The comment of each arm and of the rest; None where one has more than a row can hold."""
        ladder = self.ladder
        arms = [(r.line, r.body) for r in ladder.rungs]
        if ladder.otherwise is not None and self._rest_values is not None:
            arms.append((ladder.otherwise[0].lineno, ladder.otherwise))
        found = row_comments(self.view, arms, ladder.statements)
        if found is None:
            return None
        first, last = ladder.line, ladder.statements[-1].end_lineno or 0
        inside = [n for n in range(first, last + 1) if n in self.view.comments]
        if self._rest_values is None and ladder.otherwise:
            inside = [
                n
                for n in inside
                if n < ladder.otherwise[0].lineno - 1 or n <= ladder.rungs[-1].body[-1].lineno
            ]
        return found[0] if sum(map(bool, found[0])) >= len(inside) else None

    def _values(self, name: str, comments: list[str]) -> list[str]:
        """The table of rows; one on each line where they have several parts or comments."""
        texts, behind = [], []
        shown: set[int | None] = set()
        for band in self._inside:
            texts.append(self.rows.row(self._row(band)))
            comment = "" if band.arm in shown else comments[-1 if band.arm is None else band.arm]
            behind.append(f"  {comment}" if comment else "")
            shown.add(band.arm)
        flat = f"{name} = ({', '.join(texts)})"
        if not any(behind) and len(self.holes) == 1 and len(flat) <= self.view.width:
            return [flat]
        return [
            f"{name} = (",
            *(f"{self.view.indent}{t},{c}" for t, c in zip(texts, behind, strict=True)),
            ")",
        ]

    @cached_property
    def _are_places(self) -> bool:
        """Whether all that is asked is which band it is, counted from 0 for the lowest."""
        if len(self.holes) != 1 or any(self._comments() or ()):
            return False
        rows = [self._row(band)[0] for band in self._inside]
        return all(
            isinstance(v, ast.Constant) and type(v.value) is int and v.value == n
            for n, v in enumerate(rows)
        )

    def _has_values(self, name: str, comments: Sequence[str]) -> bool:
        """Whether the module has a tuple of that name with the same rows already."""
        if len(self.holes) != 1 or any(comments):
            return False
        rows = ", ".join(ast.unparse(self._row(band)[0]) for band in self._inside)
        return self._has_tuple(name, f"({rows})")

    def _row(self, band: Band) -> list[ast.expr]:
        if band.arm is None:
            return self._rest_values or []
        return [h.values[band.arm] for h in self.holes]

    def _limits_name(self, private: str, words: Sequence[str]) -> str:
        """What the limits are called: after the subject, or after the function where another table
        has that name.
        """
        name = private + "_".join((*words, "limits")).upper()
        if name in self.view.words and not self._has_limits(name):
            return private + f"{self.function.node.name.lstrip('_')}_limits".upper()
        return name

    def _has_limits(self, name: str) -> bool:
        """Whether the module has a tuple of that name with the same limits already."""
        return self._has_tuple(name, f"({', '.join(self._limits)})")

    def _has_tuple(self, name: str, wanted: str) -> bool:
        found = [
            s
            for s in self.view.tree.body
            if isinstance(s, ast.Assign) and ast.unparse(s.targets[0]) == name
        ]
        return len(found) == 1 and ast.unparse(found[0].value) == ast.unparse(ast.parse(wanted))

    def _classifier(self, limits: str, finder: str) -> tuple[str, Edit | None] | None:
        """A function that says which band a number is in, where the arms say more than that; and
        the edit that makes it.

        None if the arms only give a value, so that the function at hand is that already.
        """
        view = self.view
        body = f"return {finder}({limits}, "
        for name in sorted(view.plain_functions):
            node = view.functions[name].node
            only = node.body[-1] if len(node.body) <= 2 and len(parameters(node)) == 1 else None
            if only is not None and ast.unparse(only) == f"{body}{parameters(node)[0].arg})":
                return name, None
        plain = re.fullmatch(r"return _|[\w.]+ = _|[\w, ]+ = _", "\n".join(self.rows.using("_")))
        words = subject_words(self.ladder.subject)
        name = "_".join((*(("",) if view.has_private_functions else ()), *words, "band"))
        if plain or name in view.words or not words or not name.isidentifier():
            return None
        parameter = "_".join(words)
        hint = hint_of(self.function.node, self.ladder.subject)
        signature = f"({parameter}: {hint}) -> int" if hint else f"({parameter})"
        about = f'"""The band for {" ".join(words)}, counted from 0 for the lowest."""'
        lines = [
            "",
            "",
            f"def {name}{signature}:",
            f"{view.indent}{about}",
            f"{view.indent}{body}{parameter})",
            "",
        ]
        end = view.end_of(view.top_statement(self.function.node))
        return name, Edit(end, end, view.newline.join(lines))

    def _replacement(self, looked_up: str) -> Edit:
        """The look-up in place of the ladder, with what is done outside of all rows."""
        view, ladder, one = self.view, self.ladder, self.view.indent
        lines = self.rows.using(looked_up)
        ends = self._inside[0].range[0], self._inside[-1].range[1]
        otherwise = ladder.otherwise
        if ends != (None, None):
            rest = [] if otherwise is None else moved_lines(view, otherwise, one)
            deeper = [one + line for line in lines]
            if otherwise is None or not _leaves(otherwise):
                lines = [f"if {self._asked(ends)}:", *deeper, *(["else:", *rest] if rest else [])]
            elif None in ends and ladder.number != "int":
                lines = [f"if {self._asked(ends)}:", *deeper, "else:", *rest]
            else:
                lines = [f"if {self._asked(ends, outside=True)}:", *rest, *lines]
        last = ladder.statements[-1]
        indent = view.indentation(ladder.line)
        start = view.offsets.line_start(
            first_commented(view, ladder.line) if self._has_comments_above else ladder.line
        )
        end = view.offsets.line_start((last.end_lineno or last.lineno) + 1)
        return Edit(
            start,
            end,
            view.newline.join(indent + each if each else "" for each in lines) + view.newline,
        )

    @cached_property
    def _has_comments_above(self) -> bool:
        """Whether the arms have comments above their tests, so that the one above the ladder is
        about its first arm.
        """
        return any(
            self.view.comments.get(r.line - 1, ("", False))[1] for r in self.ladder.rungs[1:]
        )

    def _asked(self, ends: Range, *, outside: bool = False) -> str:
        """The condition that a number lies in some row, or outside all of them."""
        low, high = ends
        subject = self.view.offsets.source(self.ladder.subject)
        if low is not None and high is not None:
            inside = f"{self._limit(low.value)} {'<' if low.behind else '<='} {subject} {'<=' if high.behind else '<'} {self._limit(high.value)}"
            return f"not {inside}" if outside else inside
        cut = low or high
        assert cut is not None
        above = (cut is low) is not outside
        sign = (">" if cut.behind else ">=") if above else ("<=" if cut.behind else "<")
        return f"{subject} {sign} {self._limit(cut.value)}"

    def _findings(self, made: tuple[str, Edit | None] | None) -> str:
        """What a person should look at, and what else could use the tables."""
        ladder = self.ladder
        subject = ast.unparse(ladder.subject)
        said = [f"No arm asks for {subject} {band}; that may be a mistake." for band in ladder.gaps]
        said += [
            f"Two arms ask for {subject} {band}, and the first decides; that may be a mistake."
            for band in ladder.overlaps
        ]
        if ladder.oddly_moved:
            numbers = ", ".join(map(text_of, ladder.oddly_moved))
            said.append(
                f"{numbers} itself belongs to the band below, unlike the other limits, so the table has the next whole number."
            )
        if ladder.otherwise is not None and all(b.arm is not None for b in ladder.bands):
            said.append("What stood in the else was never reached.")
        if made is not None:
            said.append(f"`{made[0]}` says which band it is.")
        same = [
            name
            for name, other in self.view.functions.items()
            for each in ladders_of(other.node)
            if each.statements != ladder.statements
            and [b.range for b in each.bands] == [b.range for b in ladder.bands]
        ]
        if same:
            said.append(f"The same limits stand in {', '.join(dict.fromkeys(same))}.")
        return "".join(f" {s}" for s in said)


def _leaves(body: list[ast.stmt]) -> bool:
    return isinstance(body[-1], ast.Return | ast.Raise)


def _answers(ladder: Ladder) -> list[str]:
    """What the arms of a ladder do."""
    return [ast.dump(s) for r in ladder.rungs for s in r.body]
