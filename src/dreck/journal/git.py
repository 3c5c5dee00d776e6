"""git, through its own command: what is changed, what a revision holds, and making a commit."""

from __future__ import annotations

import os
import subprocess
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from pathlib import Path

from ..errors import RunError, SettingError, WriteError

# Lines of git's own words that are handed on.
_SHOWN = 3


@dataclass(frozen=True, slots=True)
class Changed:
    """A file that two revisions do not have alike.

    Attributes:
        before, after: its path in each, from the repository's folder; None where it is not there.
    """

    before: str | None
    after: str | None

    @property
    def name(self) -> str:
        """Its path, in the later revision if it is there."""
        return self.after or self.before or ""


@dataclass(frozen=True, slots=True)
class Repository:
    """A working tree of git.

    Attributes:
        folder: its top folder.
    """

    folder: Path

    @classmethod
    def around(cls, path: Path) -> Repository:
        """The working tree that a file or folder stands in.

        Raises:
            SettingError: there is none, or git cannot be run.
        """
        folder = path.resolve()
        folder = folder if folder.is_dir() else folder.parent
        try:
            done = _git(folder, ["rev-parse", "--show-toplevel"])
        except OSError as error:
            raise SettingError(
                f"git cannot be run ({error.strerror or error}); install it"
            ) from error
        if done.returncode and b"not a git repository" in done.stderr:
            raise SettingError(f"{folder}: stands in no git repository; make one with git init")
        if done.returncode:
            raise SettingError(f"{folder}: git does not work there ({_words(done)})")
        return cls(Path(os.fsdecode(done.stdout.rstrip(b"\n"))))

    def unclean(self, paths: Iterable[Path]) -> list[str]:
        """One line for each file that git does not track, or that has changes of its own."""
        found = []
        for path in paths:
            name = self.name(path)
            if self._run(["ls-files", "--error-unmatch", "--", name]).returncode:
                found.append(f"{name}: is not tracked by git; add and commit it first")
            elif self._out(["status", "--porcelain", "--", name]).strip():
                found.append(f"{name}: has changes that are not committed; commit or stash them")
        return found

    def commit(self, paths: Sequence[Path], message: str) -> str:
        """Commit the present text of some files and nothing else; return the commit's name.

        Hooks and signing are as the repository has them configured.

        Raises:
            WriteError: git refuses, or a hook does.
        """
        names = [self.name(p) for p in paths]
        done = self._run(["commit", "--quiet", "--file=-", "--only", "--", *names], message)
        if done.returncode:
            raise WriteError(f"git commit: {_words(done)}; the step was taken back")
        return self.head()

    def head(self) -> str:
        """The name of the last commit."""
        return self._out(["rev-parse", "HEAD"]).strip()

    def unstage(self, paths: Sequence[Path]) -> None:
        """Have the index hold what the last commit has of some files."""
        self._run(["reset", "--quiet", "--", *(self.name(p) for p in paths)])

    def has(self, revision: str) -> bool:
        """Whether there is such a revision."""
        return not self._run(
            ["rev-parse", "--quiet", "--verify", "--end-of-options", f"{revision}^{{commit}}"]
        ).returncode

    def commit_of(self, revision: str) -> str:
        """The full name of a revision's commit."""
        return self._out(["rev-parse", "--end-of-options", f"{revision}^{{commit}}"]).split()[-1]

    def parting(self, first: str, second: str) -> str:
        """Where two revisions part: what git calls their merge base; the first if they never met."""
        done = self._run(["merge-base", first, second])
        return os.fsdecode(done.stdout).strip() or first

    def changed(self, before: str, after: str | None, paths: Sequence[Path] = ()) -> list[Changed]:
        """The files that differ, renamed ones as git follows them.

        Args:
            before: a revision.
            after: another one; the working tree if None, with files that git does not track yet.
            paths: only these files and what is in these folders; all if empty.
        """
        names = [self.name(p) for p in paths]
        revisions = [before] if after is None else [before, after]
        out = self._out(["diff", "--name-status", "-z", "--find-renames", *revisions, "--", *names])
        parts = out.split("\0")[:-1]
        found = []
        while parts:
            status = parts.pop(0)
            old = parts.pop(0)
            new = parts.pop(0) if status[0] in "RC" else old
            found.append(
                Changed(None if status[0] in "AC" else old, None if status[0] == "D" else new)
            )
        if after is None:
            listed = self._out(["ls-files", "--others", "--exclude-standard", "-z", "--", *names])
            found += [Changed(None, name) for name in listed.split("\0")[:-1]]
        return found

    def show(self, revision: str, name: str) -> bytes:
        """What a file held at a revision.

        Raises:
            RunError: it was not there.
        """
        done = self._run(["show", f"{revision}:{name}"])
        if done.returncode:
            raise RunError(f"git show {revision}:{name}: {_words(done)}")
        return done.stdout

    def export(self, revision: str, folder: Path) -> None:
        """Write all files of a revision into a folder.

        Raises:
            RunError: git cannot give them.
        """
        import io
        import tarfile

        done = self._run(["archive", "--format=tar", revision], at=self.folder)
        if done.returncode:
            raise RunError(f"git archive {revision}: {_words(done)}")
        with tarfile.open(fileobj=io.BytesIO(done.stdout)) as files:
            files.extractall(folder, filter="data")

    def name(self, path: Path) -> str:
        """A path as git calls it, from the top folder.

        Raises:
            SettingError: it stands outside.
        """
        whole = path.resolve()
        top = self.folder.resolve()
        if not whole.is_relative_to(top):
            raise SettingError(f"{path}: stands outside the git repository {self.folder}")
        return whole.relative_to(top).as_posix()

    def _run(
        self, arguments: Sequence[str], given: str = "", at: Path | None = None
    ) -> subprocess.CompletedProcess[bytes]:
        return _git(at or self.folder, arguments, given)

    def _out(self, arguments: Sequence[str]) -> str:
        done = self._run(arguments)
        if done.returncode:
            raise RunError(f"git {arguments[0]}: {_words(done)}")
        return os.fsdecode(done.stdout)


def _git(
    folder: Path, arguments: Sequence[str], given: str = ""
) -> subprocess.CompletedProcess[bytes]:
    environment = {
        **os.environ,
        "LC_MESSAGES": "C",
        "GIT_OPTIONAL_LOCKS": "0",
        "GIT_LITERAL_PATHSPECS": "1",
    }
    return subprocess.run(
        ["git", "-c", "core.quotePath=false", *arguments],
        cwd=folder,
        input=given.encode(),
        capture_output=True,
        env=environment,
        check=False,
    )


def _words(done: subprocess.CompletedProcess[bytes]) -> str:
    """What git, or a hook, said last."""
    text = (done.stderr + b"\n" + done.stdout).decode(errors="replace")
    lines = [line.strip() for line in text.splitlines() if line.strip()]
    return " | ".join(lines[-_SHOWN:]) or f"it ended with status {done.returncode}"
