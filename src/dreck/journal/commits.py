"""Steps as commits: one each, so that the history tells what was done and why."""

from __future__ import annotations

import textwrap
from collections.abc import Sequence
from dataclasses import replace
from functools import partial
from pathlib import Path

from ..errors import WriteError
from ..source.files import SourceFile
from .entries import Done
from .git import Repository
from .store import Store
from .writing import write_steps

# Columns of the text of a message.
_WIDTH = 72


def check_clean(paths: Sequence[Path]) -> Repository:
    """The repository of some files, none of which has changes of its own.

    Raises:
        SettingError: they stand in no repository.
        WriteError: one has changes that are not committed, or is not tracked.
    """
    repository = Repository.around(paths[0])
    unclean = repository.unclean(paths)
    if unclean:
        raise WriteError(f"{unclean[0]}; nothing was written")
    return repository


def commit_steps(
    store: Store, sources: Sequence[SourceFile], steps: Sequence[Done], checked: str = ""
) -> list[str]:
    """Write one step after the other, each as a commit of its own; return the commits' names.

    Args:
        store: the journal.
        sources: the files that the steps change, as they were read.
        steps: what is to be written, in order.
        checked: a line for each message on what else checked the steps, such as tests.

    Raises:
        SettingError: the files stand in no repository.
        WriteError: a file has changes of its own, or git or a hook refuses: the step at hand is
            taken back then, and those before it stand.
    """
    repository = check_clean([s.path for s in sources])
    now = {s.path: s for s in sources}
    commits: list[str] = []
    for step in steps:
        paths = list(step.texts)
        changes = [(now[p], raw.decode(now[p].encoding)) for p, raw in step.texts.items()]
        message = message_of(step, checked)
        commit = partial(repository.commit, paths, message)
        try:
            write_steps(store, changes, [step], commit)
        except BaseException:
            repository.unstage(paths)
            raise
        commits.append(repository.head())
        for path, raw in step.texts.items():
            if path.read_bytes() != raw:
                raise WriteError(
                    f"{path}: a hook changed it when {step.move} was committed; the steps after it were not written, run again"
                )
            now[path] = replace(now[path], raw=raw, text=raw.decode(now[path].encoding))
    return commits


def message_of(step: Done, checked: str = "") -> str:
    """A commit's message: move and target, why, and what the judge said."""
    function = step.target.partition("::")[2] or step.target
    told = f"Verdict: {step.verdict}"
    lines = [f"{step.move}: {function}", "", *textwrap.wrap(step.why, _WIDTH), ""]
    lines += [f"Target: {step.target}, line {step.line}", told]
    lines += [f"Assumes: {each}" for each in step.assumptions]
    lines += [checked] if checked else []
    return "\n".join(lines) + "\n"
