"""Differences that are meant: on which inputs, and what happens there then."""

from __future__ import annotations

import ast
from dataclasses import dataclass
from typing import Any

from .outline import all_nodes
from .errors import SettingError


@dataclass(frozen=True, slots=True)
class Intended:
    """One difference between two versions of a function that somebody means to make.

    Attributes:
        function: its qualified name, as in ``Class.method``.
        when: a condition on what comes in, as a Python expression over the parameters and the
            names of the module; it is asked when the function is called, of every input.
        outcome: what happens then: ``raises`` or ``returns``.
        value: what is raised or returned, as a Python expression.
        why: the reason, for whoever reads the report.
        file: the file of the function, where several files are compared; any if empty.

    Raises:
        SettingError: the outcome is another word, or an expression cannot be parsed.
    """

    function: str
    when: str
    outcome: str
    value: str
    why: str = ""
    file: str = ""

    def __post_init__(self) -> None:
        if self.outcome not in ("raises", "returns"):
            raise SettingError(
                f"{self.function}: an intended difference raises or returns something, not {self.outcome!r}"
            )
        for what, text in (("when", self.when), (self.outcome, self.value)):
            try:
                found = ast.parse(text.strip(), mode="eval")
            except SyntaxError as error:
                raise SettingError(
                    f"{self.function}: {what} = {text!r} is no Python expression ({error.msg})"
                ) from error
            if any(
                isinstance(n, ast.NamedExpr | ast.Await | ast.Yield | ast.YieldFrom)
                for n in all_nodes(found)
            ):
                raise SettingError(
                    f"{self.function}: {what} = {text!r} sets a name or waits; give a plain expression"
                )

    @property
    def words(self) -> str:
        """The difference in one line."""
        return f"when {self.when}, {self.function} {self.outcome} {self.value}"

    def to_dict(self) -> dict[str, Any]:
        """As plain data."""
        return {
            "function": self.function,
            "when": self.when,
            self.outcome: self.value,
            **({"why": self.why} if self.why else {}),
            **({"file": self.file} if self.file else {}),
        }
