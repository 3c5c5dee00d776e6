"""A plugin of pytest: ``pytest --vouch-since REV`` makes a test of every function that changed.

It is installed with Dreck and does nothing unless it is asked.
"""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path
from typing import TYPE_CHECKING

import pytest

if TYPE_CHECKING:
    from .comparing.since import Compared, Since


def pytest_addoption(parser: pytest.Parser) -> None:
    """The options."""
    group = parser.getgroup("dreck", "comparing functions with an earlier revision")
    group.addoption(
        "--vouch-since",
        metavar="REV",
        help="make a test of every function that changed in git since REV, or in REV1..REV2: it passes if it still behaves the same",
    )
    group.addoption(
        "--accept-pins",
        action="store_true",
        help="take the large results that pins compare with to be what comes now",
    )
    group.addoption(
        "--vouch-undecided",
        choices=("fail", "skip"),
        default="fail",
        help="what becomes of functions of which nothing could be decided (default: fail)",
    )


def pytest_sessionstart(session: pytest.Session) -> None:
    """Say at once what is asked wrongly."""
    from .errors import DreckError
    from .journal.git import Repository

    revision = session.config.getoption("--vouch-since")
    if revision is None:
        return
    try:
        Repository.around(session.config.rootpath)
    except DreckError as error:
        raise pytest.UsageError(f"--vouch-since: {error}") from error


@pytest.hookimpl(tryfirst=True)
def pytest_collection_modifyitems(
    session: pytest.Session, config: pytest.Config, items: list[pytest.Item]
) -> None:
    """Add a test for each function that changed."""
    revision = config.getoption("--vouch-since")
    if revision is None:
        return
    root = VouchedCollector.from_parent(session, name="dreck", revision=revision)
    items.extend(root.collect())


class VouchedCollector(pytest.Collector):
    """All functions that changed."""

    def __init__(self, *, revision: str, **more: object) -> None:
        super().__init__(**more)  # type: ignore[arg-type]
        self.revision = revision

    def collect(self) -> Iterator[pytest.Item]:
        """Compare, and give an item for each function.

        Raises:
            pytest.UsageError: there is no such revision.
        """
        from .errors import DreckError

        try:
            found = self._compared()
        except DreckError as error:
            raise pytest.UsageError(str(error)) from error
        for problem in found.problems:
            self.warn(pytest.PytestWarning(problem))
        for function in found.functions:
            yield VouchedFunction.from_parent(self, name=function.target, compared=function)

    def _compared(self) -> Since:
        from .api import vouch_since

        return vouch_since(self.revision, self.config.rootpath)


class VouchedFunction(pytest.Item):
    """One function that changed: passes if it still behaves the same."""

    def __init__(self, *, compared: Compared, **more: object) -> None:
        super().__init__(**more)  # type: ignore[arg-type]
        self.compared = compared

    def runtest(self) -> None:
        """Pass, fail or skip by the verdict."""
        from .judge.face.verdict import Verdict
        from .report.junit import evidence_of

        verdict = self.compared.verdict
        self.user_properties.append(("verdict", verdict.verdict.value))
        if verdict.verdict.same:
            return
        if (
            verdict.verdict is Verdict.UNDECIDED
            and self.config.getoption("--vouch-undecided") == "skip"
        ):
            pytest.skip(f"undecided: {verdict.why}")
        evidence = evidence_of(self.compared)
        raise _NotTheSame(f"{verdict.verdict.value}: {verdict.why}\n{evidence}".rstrip())

    def repr_failure(
        self, excinfo: pytest.ExceptionInfo[BaseException], style: object = None
    ) -> str:
        """The verdict with its evidence, not a traceback."""
        if isinstance(excinfo.value, _NotTheSame):
            return str(excinfo.value)
        return str(super().repr_failure(excinfo))

    def reportinfo(self) -> tuple[Path, int, str]:
        """Where the function stands."""
        path = self.config.rootpath / self.compared.file
        return path, self.compared.line - 1, f"vouch {self.compared.target}"


class _NotTheSame(Exception):
    """A function behaves differently, or nobody can tell."""
