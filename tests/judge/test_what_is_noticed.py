"""A class gets a constant, a helper goes: who may notice, and who may not."""

from __future__ import annotations

from pathlib import Path

import pytest

import dreck

HEAD = """class Notice:
    def __init__(self, reach):
        self.reach = reach


class Closure(Notice):
    pass


def label(notice: Notice) -> str:
    if type(notice) == Closure:
        return "red"
    return "none"


"""
SEEN = {
    "a pattern": "def loud(n):\n    match n:\n        case Notice(style='red'):\n            return 1\n    return 0\n",
    "a format": "def loud(n):\n    return '{0.style}'.format(n)\n",
    "a format with a name": "TEXT = '{n.style} at {n.reach}'\n\n\ndef loud(n):\n    return TEXT.format(n=n)\n",
    "a format from elsewhere": "def loud(n, text):\n    return text.format(n)\n",
    "a parameter called like a text": "TEXT = '{0}'\n\n\ndef loud(n, TEXT):\n    return TEXT.format(n)\n",
    "a getter": "from operator import attrgetter\n\n\ndef loud(n):\n    return attrgetter('reach', 'style')(n)\n",
    "a dotted getter": "from operator import attrgetter\n\n\ndef loud(n):\n    return attrgetter('up.style')(n)\n",
    "a name made up": "def loud(n, word):\n    return getattr(n, 'st' + word, None)\n",
    "any name": "def loud(n, word):\n    return object.__getattribute__(n, word)\n",
    "what a class lists": "def loud(n):\n    return n.__dir__()\n",
    "what inspect lists": "import inspect\n\n\ndef loud(n):\n    return inspect.getmembers_static(n)\n",
    "read code": "def loud(n, word):\n    return eval('n.' + word)\n",
}
UNSEEN = {
    "a pattern of something else": "def loud(n):\n    match n:\n        case Notice(reach='Top'):\n            return 1\n    return 0\n",
    "a format of something else": "def loud(n):\n    return '{0.reach}'.format(n)\n",
    "a named format of something else": "TEXT = '{n.reach}'\n\n\ndef loud(n):\n    return TEXT.format(n=n)\n",
    "a name made up for something else": "def loud(n, word):\n    return getattr(n, 're' + word, None)\n",
    "other words": "def loud(n):\n    return f'{n.reach} has style'\n",
}


def with_constant(tail: str, folder: Path) -> dreck.Vouching:
    """A module whose class gets a constant, against itself as it was."""
    before, after = folder / "before.py", folder / "after.py"
    before.write_text(HEAD + tail)
    changed = HEAD.replace("Closure(Notice):\n    pass", "Closure(Notice):\n    style = 'red'")
    after.write_text(changed + tail)
    return dreck.vouch(before, after, run=False)


@pytest.mark.parametrize("tail", SEEN.values(), ids=SEEN.keys())
def test_who_may_notice(tail: str, tmp_path: Path) -> None:
    """What the module may ask for by this name is no constant to be left out."""
    assert not with_constant(tail, tmp_path).verdict.same


@pytest.mark.parametrize("tail", UNSEEN.values(), ids=UNSEEN.keys())
def test_who_may_not(tail: str, tmp_path: Path) -> None:
    """Nobody asks for it: nothing that the module does is another."""
    assert with_constant(tail, tmp_path).verdict.same


HELPER = "def _count(boats):\n    return len(boats)\n\n\n"
USE = "def queue(boats: list) -> int:\n    return {} + 1\n\n\n"
MISSED = {
    "read code": "def run(word, x):\n    return eval('_' + word)(x)\n",
    "code that is written there": "def run(x):\n    return eval('_count(x)')\n",
    "executed code": "def run(text):\n    exec(text)\n",
    "the module by its name": "import sys\n\n\ndef run(x):\n    return getattr(sys.modules['office'], '_' + x)\n",
    "an imported module": "import importlib\n\n\ndef run(x):\n    return getattr(importlib.import_module('office'), x)\n",
}
NOT_MISSED = {
    "nobody": "",
    "other code": "def run(x):\n    return eval('len(x)')\n",
    "an attribute of an object": "def run(boat, word):\n    return getattr(boat, word)\n",
    "a beginning of other names": "def run(boat, word):\n    return getattr(boat, 'do_' + word)\n",
}


def without_helper(tail: str, folder: Path) -> dreck.Vouching:
    """A module that does without a helper, against itself as it was."""
    before, after = folder / "before.py", folder / "after.py"
    before.write_text(HELPER + USE.format("_count(boats)") + tail)
    after.write_text(USE.format("len(boats)") + tail)
    return dreck.vouch(before, after, run=False)


@pytest.mark.parametrize("tail", MISSED.values(), ids=MISSED.keys())
def test_who_may_miss_it(tail: str, tmp_path: Path) -> None:
    """A private function that the module may ask for by a text is no private matter."""
    assert not without_helper(tail, tmp_path).verdict.same


@pytest.mark.parametrize("tail", NOT_MISSED.values(), ids=NOT_MISSED.keys())
def test_who_may_not_miss_it(tail: str, tmp_path: Path) -> None:
    """Nobody else asks for it."""
    assert without_helper(tail, tmp_path).verdict.same
