"""How results show themselves in notebooks: by a page part that is only made when it is asked for."""

from __future__ import annotations

from importlib import import_module


class Shown:
    """A result that notebooks show as HTML; elsewhere it has its plain ``repr``."""

    __slots__ = ()

    def _repr_html_(self) -> str:
        # By name, so that no result needs what draws it.
        made: str = import_module("dreck.report.notebook").html_of(self)
        return made
