"""Results as parts of a page, for notebooks."""

from __future__ import annotations

from markupsafe import Markup

from ..judge.face.verdict import Vouching
from ..opening.opened import Anatomy
from ..planner.results import Untangling
from ..surveying.tree import Survey
from .page import SIGNS, environment

# Functions of a survey, and ways of a decision table.
_WORST = 12


def html_of(result: object) -> str:
    """A result as HTML without a page around it; what it holds is escaped.

    Args:
        result: a survey, an untangling, a vouching or an anatomy.

    Raises:
        TypeError: it is something else.
    """
    if isinstance(result, Survey):
        return _rendered("notebook_survey.html", survey=result, worst=result[:_WORST])
    if isinstance(result, Untangling):
        told = [f for f in result.functions if f.changed or f.offers]
        return _rendered("notebook_untangling.html", found=result, told=told)
    if isinstance(result, Vouching):
        return _rendered("notebook_vouching.html", found=result)
    if isinstance(result, Anatomy):
        return _rendered("notebook_anatomy.html", found=result)
    raise TypeError(f"nothing is known of how to show {type(result).__name__}")


def _rendered(name: str, **values: object) -> str:
    template = environment().get_template(name)
    return str(Markup(template.render(signs=SIGNS, **values)))
