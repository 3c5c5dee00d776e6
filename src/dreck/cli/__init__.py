"""The command line: a thin face over the core."""

from __future__ import annotations


def main() -> None:
    """Run the ``dreck`` command."""
    from .app import dreck

    dreck()
