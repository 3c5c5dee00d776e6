"""Proposals from a program of the user's own, such as a script or a local model.

The program gets one JSON object on standard input: ``condition`` (its text), ``names`` (what it
mentions), ``arm`` and ``otherwise`` (the text of what follows), ``comments``, and ``proposals``
(what
Dreck would call it). It answers with names, one on each line, the best first; a line may give a
reason
behind the name and a colon.
"""

from __future__ import annotations

import ast
import json
import subprocess
from collections.abc import Callable, Sequence

from ..outline import all_nodes
from ..errors import SettingError
from .phrases import Rank
from .proposals import Named, Proposal, proposals
from .words import is_usable

_SECONDS = 30


def asking(command: Sequence[str]) -> Callable[[Named], list[Proposal]]:
    """A function that asks a program for names.

    Args:
        command: the program and its arguments.
    """

    def ask(named: Named) -> list[Proposal]:
        asked = json.dumps(_described(named))
        try:
            done = subprocess.run(
                list(command),
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
                f"the naming command {' '.join(command)!r} failed ({why}); mend it, or leave naming.command out"
            ) from error
        return [p for line in done.stdout.splitlines() if (p := _proposal(line)) is not None]

    return ask


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
