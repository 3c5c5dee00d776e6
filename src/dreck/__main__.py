"""``python -m dreck`` is the ``dreck`` command."""

from .cli import main

main()
