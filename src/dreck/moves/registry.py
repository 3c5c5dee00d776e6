"""What a move is, and the list of all moves.

A move is a pure function of a site: it reads one block, says whether it applies there, and
makes the new block. The planner owns the walk, the order and the end; the judge checks
every result without knowing which move made it.
"""

from __future__ import annotations

import difflib
import importlib
import re
import textwrap
from abc import ABC, abstractmethod
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any, ClassVar, TypeAlias, TypeVar

import libcst as cst

from ..errors import SettingError
from ..intended import Intended
from ..logic.conditions import over_lines, text_of
from ..logic.negate import Negation
from ..naming.proposals import Proposal
from ..logic.conditions import text_of
from ..outline import Function
from .module_view import ModuleView
from .places import Place
from .reach import Reach
from .wishes import Wishes

_NAME = re.compile(r"[a-z]+(-[a-z]+)*")
# Loading is an explicit list: order and membership never depend on what happens to be imported.
MODULES = (
    "clear_away.drop_noop",
    "clear_away.drop_unreachable",
    "clear_away.drop_unused",
    "flatten.one_chain_per_kind",
    "flatten.chain_branches",
    "conditions_as_values.simplify_condition",
    "conditions_as_values.clamp",
    "flatten.merge_arms",
    "conditions_as_values.unnest_choices",
    "conditions_as_values.use_condition",
    "conditions_as_values.default_entry",
    "conditions_as_values.default_of_next",
    "conditions_as_values.one_expression",
    "flatten.regroup",
    "flatten.hoist_common",
    "flatten.return_early",
    "flatten.return_found",
    "flatten.return_at_break",
    "flatten.finish_at_once",
    "flatten.leave_unset",
    "clear_away.drop_else",
    "flatten.guard_clause",
    "structure.number_rounds",
    "structure.loop_over_elements",
    "structure.loop_condition",
    "structure.split_loop",
    "structure.filter_pipeline",
    "flatten.join_conditions",
    "flatten.merge_guards",
    "clear_away.inline_once",
    "flatten.flip_branches",
    "flatten.push_down",
    "flatten.swap_nesting",
    "flatten.split_condition",
    "flatten.separate_guards",
    "conditions_as_values.spell_out",
    "flatten.say_once",
    "dispatch.align_arms",
    "dispatch.arm_functions",
    "dispatch.lookup_table",
    "dispatch.formula_table",
    "dispatch.enum_data",
    "dispatch.band_table",
    "dispatch.methods_on_classes",
    "dispatch.common_base",
    "dispatch.single_dispatch",
    "dispatch.subclass_per_kind",
    "name.name_constant",
    "name.name_value",
    "name.name_condition",
    "name.extract_predicate",
    "structure.count_values",
    "structure.function_for_repeats",
    "structure.shared_function",
    "structure.extract_function",
    "structure.extract_generator",
    "structure.inline_function",
    "structure.order_functions",
    "structure.loud_guard",
    "name.policy_object",
    "name.rule_list",
    "dispatch.rule_rows",
    "dispatch.first_row",
    "dispatch.parameterize_table",
    "dispatch.join_tables",
    "dispatch.split_flag",
)


@dataclass(frozen=True, slots=True)
class Around:
    """What a move may know beyond the block it looks at.

    Attributes:
        negation: how conditions are turned round in this function.
        blank_after_guard: whether the file sets guards off with a blank line.
        hands_out: whether the function returns a value anywhere.
        width: characters that a line of new code may have.
        shared: local names that nested functions see too.
        indent: one level of indentation in this file.
        enums: plain enumerations of the module, with their members.
        written: lines that steps of this run have written, without their indentation.
    """

    negation: Negation
    blank_after_guard: bool = False
    hands_out: bool = False
    width: int = 88
    shared: frozenset[str] = frozenset()
    indent: str = "    "
    enums: Mapping[str, tuple[str, ...]] = field(default_factory=dict)
    written: frozenset[str] = frozenset()

    def fits(self, place: Place, line: str) -> bool:
        """Whether a line of code is short enough to stand in a place."""
        return len(self.indent.expandtabs(4)) * place.level + len(line) <= self.width

    def fitted(
        self, place: Place, word: str, test: cst.BaseExpression
    ) -> cst.BaseExpression | None:
        """A condition behind ``if`` or ``elif``, over several lines where one is too short for it;
        None where no line of it fits.
        """
        if self.fits(place, f"{word} {text_of(test)}:"):
            return test
        broken = over_lines(test, self.indent)
        lines = text_of(broken).splitlines()
        return broken if len(lines) > 1 and all(self.fits(place, line) for line in lines) else None


@dataclass(frozen=True, slots=True)
class Site:
    """A place where a move applies.

    Attributes:
        node: the statement it is about, for the line number.
        why: one sentence for the person who reads the step.
        block: the new block.
        tentative: whether it is right only where the judge can prove it, so that a refusal is no
            news.
    """

    node: cst.CSTNode
    why: str
    block: cst.IndentedBlock
    tentative: bool = False

    def __post_init__(self) -> None:
        object.__setattr__(self, "why", _in_one_line(self.why))


def _in_one_line(text: str) -> str:
    """A sentence with code that stood over several lines in it."""
    return re.sub(r"(?<=[(\[{]) | (?=[)\]}])", "", " ".join(text.split())) if "\n" in text else text


@dataclass(frozen=True, slots=True)
class Refused:
    """A place that looks like a site but is better left alone, or cannot be moved safely."""

    reason: str
    node: cst.CSTNode


NOT_MINE = None
Match: TypeAlias = Site | Refused | None


@dataclass(frozen=True, slots=True)
class Example:
    """Code before and after a move: a test and documentation at once.

    ``verdict`` is the weakest verdict that the judge may give, ``asked`` what a person gives beside
    the move's name, as ``untangle`` takes it. Texts that start on a line of
    their own lose their common indentation.
    """

    title: str
    before: str
    after: str
    verdict: str = "proved"
    asked: Mapping[str, str] = field(default_factory=dict)

    def __post_init__(self) -> None:
        object.__setattr__(self, "before", _dedented(self.before))
        object.__setattr__(self, "after", _dedented(self.after))


@dataclass(frozen=True, slots=True)
class Refusal:
    """A reason for not moving: what people are told, and code that triggers just that."""

    because: str
    code: str

    def __post_init__(self) -> None:
        object.__setattr__(self, "code", _dedented(self.code))


def _dedented(text: str) -> str:
    return textwrap.dedent(text[1:]) if text.startswith("\n") else text


class AnyMove(ABC):
    """One kind of rewriting: what all moves declare. Subclasses are stateless.

    ``on_request`` moves are the reverse of others: people ask for them by name, the planner does
    not take them by itself. ``reach`` is how far a step goes beyond its function.
    """

    on_request: ClassVar[bool] = False
    reach: ClassVar[Reach] = Reach.INSIDE
    name: ClassVar[str]
    summary: ClassVar[str]
    safe_because: ClassVar[str]
    since: ClassVar[str]
    EXAMPLES: ClassVar[tuple[Example, ...]]
    REFUSALS: ClassVar[Mapping[str, Refusal]]


class Move(AnyMove):
    """A move inside one function."""

    @abstractmethod
    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look at one statement of a block.

        Returns:
            A site with the new block, a refusal with its reason, or None if the statement
            is nothing for this move.
        """

    def ways(self, place: Place, index: int, around: Around) -> Iterable[Match]:
        """All that can be done at one statement; a move with one way only needs :meth:`match`."""
        return (self.match(place, index, around),)

    def refuse(self, reason: str, node: cst.CSTNode) -> Refused:
        """A refusal for one of the declared reasons."""
        assert reason in self.REFUSALS, reason
        return Refused(reason, node)


@dataclass(frozen=True, slots=True)
class ModuleSite:
    """A place where a move on a module applies.

    Attributes:
        line: the line of the file that it is about.
        why: one sentence for the person who reads the step.
        text: the new text of the file.
        touched: qualified names of functions that change, the one at hand among them.
        added: qualified names of functions that are new.
        names: the names that could be given, the one taken first.
        others: new texts of other files.
        until: the last line that it is about, where it is about several; what starts at the same
            line and ends elsewhere is another place.
        said: comments that are gone because the new name says the same.
        intended: differences that are meant, where the move changes what the code does.
    """

    line: int
    why: str
    text: str
    touched: tuple[str, ...]
    added: tuple[str, ...] = ()
    names: tuple[Proposal, ...] = ()
    others: Mapping[Path, str] = field(default_factory=dict)
    until: int | None = None
    said: tuple[str, ...] = ()
    intended: tuple[Intended, ...] = ()

    def __post_init__(self) -> None:
        object.__setattr__(self, "why", _in_one_line(self.why))


@dataclass(frozen=True, slots=True)
class ModuleRefused:
    """A place that a move on a module looked at and left alone."""

    reason: str
    line: int


class ModuleMove(AnyMove):
    """A move that starts from one function and may change the rest of its module.

    ``instead`` says what to do where the judge does not let it pass. ``unnamed`` is the refusal
    that a name from a person would help. ``weighed`` moves are possible nearly everywhere: asked
    for by name, they are taken where they pay, and anywhere only where a line is given.
    ``names_matter`` says that names which only spell the code again make a step an offer. ``opens``
    names moves for whose sake a step may be taken that does not pay by itself.
    """

    reach: ClassVar[Reach] = Reach.BESIDE
    weighed: ClassVar[bool] = False
    names_matter: ClassVar[bool] = False
    unnamed: ClassVar[str] = ""
    instead: ClassVar[str] = ""
    opens: ClassVar[tuple[str, ...]] = ()

    @abstractmethod
    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """The sites and refusals that have to do with one function, in the order of the text.

        Of several sites for the same place the first is the best; the others are for the case that
        the judge does not let it pass.
        """

    def leave(self, reason: str, line: int) -> ModuleRefused:
        """A refusal for one of the declared reasons."""
        assert reason in self.REFUSALS, reason
        return ModuleRefused(reason, line)


_MoveClass = TypeVar("_MoveClass", bound=type[AnyMove])


@dataclass(slots=True)
class _Registry:
    moves: dict[str, AnyMove] = field(default_factory=dict)
    loaded: bool = False


_REGISTRY = _Registry()


def move(cls: _MoveClass) -> _MoveClass:
    """Register a move, after checking all that it declares.

    Raises:
        ValueError: a part is missing or malformed, or the name is taken.
    """
    missing = [
        part
        for part in ("name", "summary", "safe_because", "since", "EXAMPLES", "REFUSALS")
        if not hasattr(cls, part)
    ]
    if missing:
        raise ValueError(f"move {cls.__name__} lacks {', '.join(missing)}: declare it in the class")
    if not _NAME.fullmatch(cls.name):
        raise ValueError(f"move name {cls.name!r}: use lower-case words joined by '-'")
    if cls.__module__.rpartition(".")[2] != cls.name.replace("-", "_"):
        raise ValueError(
            f"move {cls.name!r} stands in {cls.__module__}: name its file {cls.name.replace('-', '_')}.py"
        )
    if cls.name in _REGISTRY.moves:
        raise ValueError(f"move {cls.name!r} is registered already; choose another name")
    if not cls.EXAMPLES:
        raise ValueError(f"move {cls.name!r} has no example: add one to EXAMPLES")
    _REGISTRY.moves[cls.name] = cls()
    return cls


def all_moves() -> Mapping[str, AnyMove]:
    """Every move by name, in the order in which the planner tries them."""
    if not _REGISTRY.loaded:
        for module in MODULES:
            importlib.import_module(f".{module}", __package__)
        _REGISTRY.loaded = True
    order = [module.rpartition(".")[2].replace("_", "-") for module in MODULES]
    return {name: _REGISTRY.moves[name] for name in order}


def family_of(move: AnyMove) -> str:
    """The family a move belongs to: the folder of its file."""
    return type(move).__module__.split(".")[-2]


@dataclass(frozen=True, slots=True)
class Described:
    """A move as people read about it.

    Attributes:
        name, family, summary, safe_because, since: as the move declares them.
        on_request: whether it is only taken when asked for by name.
        reach: how far a step goes: inside, beside or across.
        examples: code before and after.
        refusals: the reasons for leaving a place alone, by their keys.
    """

    name: str
    family: str
    summary: str
    safe_because: str
    since: str
    on_request: bool
    reach: str
    examples: tuple[Example, ...]
    refusals: Mapping[str, str]

    def to_dict(self) -> dict[str, Any]:
        """The description as plain data."""
        plain = {
            name: getattr(self, name)
            for name in (
                "name",
                "family",
                "summary",
                "safe_because",
                "since",
                "on_request",
                "reach",
            )
        }
        examples = [
            {"title": e.title, "before": e.before, "after": e.after, "verdict": e.verdict}
            for e in self.examples
        ]
        return {**plain, "examples": examples, "refusals": dict(self.refusals)}


def described(move: AnyMove) -> Described:
    """What a move declares about itself."""
    return Described(
        move.name,
        family_of(move),
        move.summary,
        move.safe_because,
        move.since,
        move.on_request,
        move.reach.value,
        move.EXAMPLES,
        {key: r.because for key, r in move.REFUSALS.items()},
    )


def named(name: str) -> AnyMove:
    """The move of a name.

    Raises:
        SettingError: there is none.
    """
    found = all_moves()
    if name not in found:
        near = difflib.get_close_matches(name, list(found), 1)
        hint = f"did you mean {near[0]!r}?" if near else "`dreck moves` lists them"
        raise SettingError(f"there is no move {name!r}: {hint}")
    return found[name]
