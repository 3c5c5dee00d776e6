"""Dreck simplifies tangled conditional logic in small steps and shows that nothing changed.

These calls do the work: :func:`survey` finds the most tangled functions, :func:`untangle` takes
them apart step by step, :func:`vouch` compares two versions of a module, :func:`vouch_since` two
revisions of a project, :func:`explain` shows the proof as a decision table. :func:`rename` gives
something another name, :func:`catalogue` describes the moves, :func:`held_by_tests` says how well
tests hold a function, :func:`pin` writes tests of what it does now, and :func:`align` lays the arms
of a chain side by side. Nothing is written to disk unless the ``write`` of a result is called;
:func:`written` lists the steps that were, and :func:`undo` takes them back.
"""

from __future__ import annotations

from typing import TYPE_CHECKING, Any

from .api import (
    align,
    anatomy,
    catalogue,
    explain,
    held_by_tests,
    mend,
    pin,
    recorded,
    rename,
    survey,
    undo,
    untangle,
    vouch,
    vouch_since,
    write_up,
    written,
)
from .errors import DreckError, RunError, SettingError, SourceError, TargetError, WriteError

if TYPE_CHECKING:
    from .aligning.tables import Alignment, Alignments, ArmRow
    from .comparing.since import Compared, Since
    from .journal.entries import Entry
    from .judge.face.explain import DecisionTable
    from .judge.face.verdict import (
        Assumption,
        AssumptionKind,
        Counterexample,
        SubjectVerdict,
        Trials,
        Verdict,
        Vouching,
    )
    from .moves.registry import Described, Example
    from .net.looking import Held, HeldFunction
    from .net.pins import Pinned, Pins
    from .net.recording import Recording
    from .naming.proposals import Proposal
    from .opening.opened import Anatomy
    from .planner.candidates import LeftAlone
    from .planner.results import Step, Untangled, Untangling
    from .renaming.rename import Renaming
    from .report.write_up import WriteUp
    from .surveying.measures import Measures
    from .surveying.tree import Survey, Surveyed

__version__ = "0.1.0"

# Where each name comes from; read on first use, so that importing the package stays cheap.
_HOMES = {
    "WriteUp": "report.write_up",
    "Anatomy": "opening.opened",
    "Assumption": "judge.face.verdict",
    "AssumptionKind": "judge.face.verdict",
    "Alignment": "aligning.tables",
    "Alignments": "aligning.tables",
    "ArmRow": "aligning.tables",
    "Counterexample": "judge.face.verdict",
    "DecisionTable": "judge.face.explain",
    "Described": "moves.registry",
    "Entry": "journal.entries",
    "Compared": "comparing.since",
    "Since": "comparing.since",
    "Held": "net.looking",
    "HeldFunction": "net.looking",
    "Pinned": "net.pins",
    "Pins": "net.pins",
    "Recording": "net.recording",
    "Example": "moves.registry",
    "LeftAlone": "planner.candidates",
    "Proposal": "naming.proposals",
    "Renaming": "renaming.rename",
    "Measures": "surveying.measures",
    "Step": "planner.results",
    "SubjectVerdict": "judge.face.verdict",
    "Survey": "surveying.tree",
    "Surveyed": "surveying.tree",
    "Trials": "judge.face.verdict",
    "Untangled": "planner.results",
    "Untangling": "planner.results",
    "Verdict": "judge.face.verdict",
    "Vouching": "judge.face.verdict",
}

__all__ = [
    "Alignment",
    "Alignments",
    "Anatomy",
    "ArmRow",
    "Assumption",
    "AssumptionKind",
    "Compared",
    "Counterexample",
    "DecisionTable",
    "Described",
    "DreckError",
    "Entry",
    "Example",
    "Held",
    "HeldFunction",
    "LeftAlone",
    "Measures",
    "Pinned",
    "Pins",
    "Proposal",
    "Recording",
    "Renaming",
    "RunError",
    "SettingError",
    "Since",
    "SourceError",
    "Step",
    "SubjectVerdict",
    "Survey",
    "Surveyed",
    "TargetError",
    "Trials",
    "Untangled",
    "Untangling",
    "Verdict",
    "Vouching",
    "WriteError",
    "WriteUp",
    "align",
    "anatomy",
    "catalogue",
    "explain",
    "held_by_tests",
    "mend",
    "pin",
    "recorded",
    "rename",
    "survey",
    "undo",
    "untangle",
    "vouch",
    "vouch_since",
    "write_up",
    "written",
]


def __getattr__(name: str) -> Any:
    if name in _HOMES:
        import importlib

        return getattr(importlib.import_module(f".{_HOMES[name]}", __name__), name)
    raise AttributeError(f"module {__name__!r} has no attribute {name!r}")
