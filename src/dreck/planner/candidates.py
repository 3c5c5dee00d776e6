"""All the places of one function where some move applies, or refuses to."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Mapping
from dataclasses import dataclass

import libcst as cst
from libcst.metadata import MetadataWrapper, PositionProvider

from ..outline import all_nodes, child_nodes
from ..logic.assigned import shared_names
from ..logic.knowledge import knowledge_of
from ..logic.negate import Negation
from ..logic.walk import walk
from ..moves.blocks import returns_value
from ..moves.places import function_in, places
from ..moves.registry import AnyMove, Around, Move, Refused, Site, all_moves
from ..source.regions import Region


@dataclass(frozen=True, slots=True)
class Candidate:
    """A move that applies: the new text of the region, the line (in the file), and why.

    A tentative one is only taken where it is proved, and not reported where it is not.
    """

    move: str
    line: int
    why: str
    region: Region
    tentative: bool = False


@dataclass(frozen=True, slots=True)
class LeftAlone:
    """A place that a move looked at and refused.

    Attributes:
        line: where, in the file.
        move: its name; empty for the function as a whole.
        why: the reason in words.
        wants_name: whether a name from a person is all that is missing.
    """

    line: int
    move: str
    why: str
    wants_name: bool = False


@dataclass(frozen=True, slots=True)
class Broken:
    """A move that failed at a place: our mistake, reported and left out."""

    move: str
    line: int
    error: str


# Lines of new code may always have this many characters (PEP 8), and never more than this.
LEAST_WIDTH = 79
MOST_WIDTH = 100
# Lines longer than those of this share are exceptions, and set no example.
_NEARLY_ALL = 0.99


class UnreadableFunction(Exception):
    """The lossless parser cannot read a function, or does not give its text back."""


def candidates(
    region: Region,
    *,
    strict: bool,
    blank_after_guard: bool,
    width: int = 88,
    moves: Mapping[str, AnyMove] | None = None,
    enums: Mapping[str, tuple[str, ...]] | None = None,
    written: frozenset[str] = frozenset(),
) -> Iterator[Candidate | LeftAlone | Broken]:
    """Every site and every refusal in a function: moves in their order, outer blocks first.

    Args:
        region: the function.
        strict: keep to conditions whose opposite is certain.
        blank_after_guard: whether the file sets guards off with a blank line.
        width: characters that a line of new code may have.
        moves: the moves to look for; all if None.
        enums: plain enumerations of the module, with their members.
        written: lines that steps of this run have written, without their indentation.

    Raises:
        UnreadableFunction: the function's text cannot be taken apart without loss.
    """
    module = _readable(region)
    function = function_in(module)
    negation = Negation(knowledge_of(function), strict)
    around = Around(
        negation,
        blank_after_guard,
        returns_value(function),
        width,
        shared_names(function),
        region.indent,
        enums or {},
        written,
    )
    lines = _Lines(module, region)
    everywhere = list(places(module))
    chosen = all_moves() if moves is None else moves
    for name, move in ((n, m) for n, m in chosen.items() if isinstance(m, Move)):
        for place in everywhere:
            for index in range(len(place.statements)):
                try:
                    ways = [
                        (found, place.replaced(found.block).code if isinstance(found, Site) else "")
                        for found in move.ways(place, index, around)
                    ]
                except Exception as error:  # whatever a move does, the run goes on
                    yield Broken(name, lines.of(place.statements[index]), repr(error))
                    continue
                for found, text in ways:
                    if isinstance(found, Site):
                        made = region.with_text(text)
                        line = lines.of(found.node)
                        yield Candidate(name, line, found.why, made, found.tentative)
                    elif isinstance(found, Refused):
                        because = move.REFUSALS[found.reason].because
                        yield LeftAlone(lines.of(found.node), name, because)


def _readable(region: Region) -> cst.Module:
    try:
        module = region.parse()
    except (cst.ParserSyntaxError, RecursionError) as error:
        raise UnreadableFunction(
            f"its text cannot be taken apart ({type(error).__name__})"
        ) from error
    if module.code != region.standalone:
        raise UnreadableFunction("its text would not survive being taken apart and put together")
    return module


class _Lines:
    """Line numbers of statements, worked out on first need.

    Both trees of a text have the same statements in the same order, and one of them knows the
    lines.
    Only the line of an else has to be looked for.
    """

    def __init__(self, module: cst.Module, region: Region) -> None:
        self._module, self._region = module, region
        self._lines: dict[int, int] | None = None

    def of(self, node: cst.CSTNode) -> int:
        """The line in the file on which a statement or an else starts, counted from 1."""
        if self._lines is None:
            numbers = [n.lineno for n in _in_order(ast.parse(self._module.code))]
            statements = list(_statements(self._module))
            alike = len(numbers) == len(statements)
            self._lines = (
                {id(s): n for s, n in zip(statements, numbers, strict=True)} if alike else {}
            )
        number = self._lines.get(id(node))
        return self._region.line_of(self._looked_up(node) if number is None else number)

    def _looked_up(self, node: cst.CSTNode) -> int:
        positions = MetadataWrapper(self._module, unsafe_skip_copy=True).resolve(PositionProvider)
        return positions[node].start.line


def _statements(module: cst.Module) -> Iterator[cst.CSTNode]:
    """All statements in the order of the text; of several on a line, the line stands for the
    first.
    """
    for node in walk(module):
        if isinstance(node, cst.SimpleStatementLine | cst.SimpleStatementSuite):
            yield node
            yield from node.body[1:]
        elif isinstance(node, cst.BaseCompoundStatement):
            yield node


def _in_order(node: ast.AST) -> Iterator[ast.stmt]:
    """All statements of a tree in the order of the text."""
    for child in child_nodes(node):
        if isinstance(child, ast.stmt):
            yield child
        yield from _in_order(child)


def line_width(lines: list[str]) -> int:
    """Characters that new lines may have: as many as nearly all lines of the file keep to, within
    reason.
    """
    lengths = sorted(len(line.rstrip()) for line in lines if line.strip())
    common = lengths[int(len(lengths) * _NEARLY_ALL)] if lengths else 0
    return min(max(common, LEAST_WIDTH), MOST_WIDTH)


def sets_guards_off(tree: ast.Module, lines: list[str]) -> bool:
    """Whether a file mostly has a blank line after a guard."""
    with_blank = without = 0
    for node in all_nodes(tree):
        body = getattr(node, "body", None)
        for one, following in zip(body, body[1:], strict=False) if isinstance(body, list) else ():
            if _is_guard(one) and not isinstance(following, ast.If):
                blank = not lines[one.end_lineno].strip() if one.end_lineno < len(lines) else False
                with_blank, without = with_blank + blank, without + (not blank)
    return with_blank > without


def _is_guard(node: ast.AST) -> bool:
    leaves = (ast.Return, ast.Raise, ast.Continue, ast.Break)
    return isinstance(node, ast.If) and not node.orelse and isinstance(node.body[-1], leaves)
