"""Everything that goes wrong by a mistake of the caller's.

::

    DreckError              exit code 2 on the command line
    +-- SourceError         a file cannot be read, decoded or parsed
    +-- TargetError         a target names nothing
    +-- WriteError          a file changed meanwhile, or cannot be replaced
    +-- SettingError        an option or argument makes no sense
    +-- RunError            a program that was asked for (tests, a naming command) cannot be run

Bad news about code under examination (a difference, a refusal, a time-out) is never an
exception; it is part of the result.
"""

from __future__ import annotations


class DreckError(Exception):
    """Base of all errors; its text is one line that says what, where and what to do."""


class SourceError(DreckError):
    """A file cannot be read, decoded or parsed."""


class TargetError(DreckError):
    """A target names no file, function or line."""


class WriteError(DreckError):
    """A file was not written: it changed since it was read, or the system refused."""


class SettingError(DreckError):
    """An option or argument makes no sense."""


class RunError(DreckError):
    """A program that was asked for cannot be run, or ends without doing its job."""
