"""A write-up as a page that stands alone: style, script and figures inside, nothing fetched."""

from __future__ import annotations

import re
from functools import lru_cache
from typing import TYPE_CHECKING, Any

from markupsafe import Markup, escape

from ..source.folding import folded
from ..surveying.kinds import KINDS
from .code import highlighted, style_of_code
from .write_up import MOST_WAYS, Story, WriteUp, as_image

if TYPE_CHECKING:
    from jinja2 import Environment

# Verdicts have a sign besides their colour, so that nobody needs to see colours.
SIGNS = {
    "proved": "■",
    "proved-under": "◧",
    "tested": "◇",
    "differs": "✕",
    "undecided": "?",
}
# Functions in the table of a survey.
_WORST = 25


@lru_cache(1)
def environment() -> Environment:
    """Where the templates are; everything that is put into them is escaped."""
    from jinja2 import Environment, PackageLoader, StrictUndefined

    made = Environment(
        loader=PackageLoader("dreck.report", "templates"),
        autoescape=True,
        undefined=StrictUndefined,
        trim_blocks=True,
        lstrip_blocks=True,
    )
    made.filters["code"] = highlighted
    made.filters["image"] = as_image
    made.filters["folded"] = _folded
    made.filters["said"] = said
    made.filters["address"] = address
    made.globals.update(signs=SIGNS, kinds=KINDS, most_ways=MOST_WAYS)
    return made


def page_of(found: WriteUp) -> str:
    """The page as HTML.

    Args:
        found: what it tells.
    """
    template = environment().get_template("page.html")
    return template.render(
        page=found,
        code_style=style_of_code(),
        anchors={id(s): f"f{i}" for i, s in enumerate(found.stories)},
        worst=found.survey[:_WORST] if found.survey is not None else (),
        letters=_letters,
    )


# How each mark of a folded diff is called in the style sheet.
_MARKS = {"+": "came", "-": "went", "<": "moved", ">": "moved", "@": "place", " ": "same"}


def _folded(diff: str) -> list[tuple[str, str, str]]:
    """The lines of a diff in which what only moved is folded: class, mark and line."""
    return [(_MARKS[mark], "" if mark == "@" else mark, line) for mark, line in folded(diff)]


def said(text: str) -> Markup:
    """A sentence with code between backquotes."""
    parts = re.split(r"`([^`]+)`", text)
    made = [
        escape(p) if i % 2 == 0 else Markup("<code>{}</code>").format(p)
        for i, p in enumerate(parts)
    ]
    return Markup("").join(made)


def address(target: str) -> Markup:
    """An address that may be broken where a person would break it."""
    parts = [escape(p) for p in re.split(r"(?<=/)|(?<=::)", target)]
    return Markup("<wbr>").join(parts)


def _letters(story: Story) -> dict[str, str]:
    """A letter for each way to leave in a decision table."""
    if isinstance(story.table, str):
        return {}
    exits: dict[str, Any] = dict.fromkeys((*story.table.before, *story.table.after))
    return {
        text: chr(ord("A") + i % 26) + (str(i // 26) if i >= 26 else "")
        for i, text in enumerate(exits)
    }
