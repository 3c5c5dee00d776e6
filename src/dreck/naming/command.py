"""Proposals from a program of the user's own, such as a script or a local model.

The program gets one JSON object on standard input: ``condition`` (its text), ``names`` (what it
mentions), ``arm`` and ``otherwise`` (the text of what follows), ``comments``, and ``proposals``
(what Dreck would call it). It answers with names, one on each line, the best first; a line may
give a reason behind the name and a colon.
"""

from __future__ import annotations

import ast
import json
import subprocess
from dataclasses import dataclass

from ..outline import all_nodes
from ..errors import SettingError
from .phrases import Rank
from .proposals import Named, Proposal, proposals
from .words import is_usable

_SECONDS = 30


@dataclass(frozen=True, slots=True)
class NamingProgram:
    """A program that proposes names.

    Attributes:
        command: the program and its arguments.
    """

    command: tuple[str, ...]

    def __call__(self, named: Named) -> list[Proposal]:
        """What it proposes, the best first.

        Raises:
            SettingError: it cannot be run, or fails.
        """
        asked = json.dumps(_described(named))
        try:
            done = subprocess.run(
                self.command,
                input=asked,
                capture_output=True,
                text=True,
                timeout=_SECONDS,
                check=True,
            )
        except (OSError, subprocess.SubprocessError) as error:
            said = (getattr(error, "stderr", "") or "").strip().splitlines()
            why = said[-1] if said else str(error)
            raise SettingError(
                f"the naming command {' '.join(self.command)!r} failed ({why}); mend it, or leave naming.command out"
            ) from error
        return [p for line in done.stdout.splitlines() if (p := _proposal(line)) is not None]


def _described(named: Named) -> dict[str, object]:
    names = [n.id for n in all_nodes(named.condition) if isinstance(n, ast.Name)]
    return {
        "condition": ast.unparse(named.condition),
        "names": list(dict.fromkeys(names)),
        "arm": [ast.unparse(s) for s in named.arm],
        "otherwise": [ast.unparse(s) for s in named.otherwise],
        "comments": list(named.comments),
        "proposals": [p.to_dict() for p in proposals(named)],
    }


def _proposal(line: str) -> Proposal | None:
    """A line as a name, ``not`` before it where it is the opposite; None if it is no name."""
    name, _, reason = line.partition(":")
    words = name.split()
    positive = words[:1] != ["not"]
    words = words if positive else words[1:]
    if len(words) != 1 or not is_usable(words[0]):
        return None
    return Proposal(words[0], reason.strip() or "the naming command says so", Rank.ASKED, positive)
