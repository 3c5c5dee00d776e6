"""How far steps go by themselves, and what is offered beyond."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest

import dreck

FLAG = '''def notice(boat: str, level: int, brief: bool = False) -> str:
    """What hangs at the lock, or one line for the log when brief."""
    lines = []
    if brief:
        lines.append(f"{boat} {level}")
    else:
        lines.append(f"Boat {boat}")
        lines.append(f"level {level}")
    if level < 95:
        if brief:
            lines.append("dry")
        else:
            lines.append("the sill shows")
    if not brief:
        lines.append("the keeper")
    if brief:
        return " ".join(lines)
    return "; ".join(lines)


def log(boats: list[str]) -> list[str]:
    return [notice(boat, 100, True) for boat in boats]
'''
KINDS = """class Gate:
    def __init__(self, kind: str):
        self.kind = kind

    def minutes(self) -> int:
        if self.kind == "mitre":
            return 3
        elif self.kind == "guillotine":
            return 5
        elif self.kind == "sector":
            return 8
        raise ValueError(self.kind)

    def oil(self) -> int:
        if self.kind == "mitre":
            return 1
        elif self.kind == "guillotine":
            return 4
        elif self.kind == "sector":
            return 2
        raise ValueError(self.kind)


def gates() -> list[Gate]:
    return [Gate("mitre"), Gate("sector")]
"""


def _write(tmp_path: Path, text: str) -> Path:
    path = tmp_path / "canal.py"
    path.write_text(text)
    return path


@pytest.mark.parametrize("text", [FLAG, KINDS])
def test_nothing_beyond_the_reach_is_taken(text: str, tmp_path: Path) -> None:
    """Inside, no function, class or constant is added; what would add some is offered."""
    path = _write(tmp_path, text)
    found = dreck.untangle(path, run=False, reach="inside")
    assert all(o.reach.value != "inside" for f in found.functions for o in f.offers)
    found.write()
    names = [line for line in path.read_text().splitlines() if line.startswith(("def", "class"))]
    assert names == [line for line in text.splitlines() if line.startswith(("def", "class"))]
    assert any(f.offers for f in found.functions)


def test_an_offer_can_be_taken(tmp_path: Path, dreck_in_process: Any) -> None:
    """The number that stands beside an offer takes it; nothing else changes by that."""
    path = _write(tmp_path, FLAG)
    said = dreck_in_process("untangle", "canal.py", "--json", "--reach", "inside", "--no-run")
    offers = [o for t in json.loads(said.out)["targets"] for o in t["offers"]]
    (wanted,) = [o for o in offers if o["move"] == "split-flag"]
    # The callers in the file change, too, as long as the name stays what it is.
    assert wanted["verdict"]["verdict"] == "proved-under" and path.read_text() == FLAG
    take = ("--take", str(wanted["number"]), "--write", "--no-run", "--reach", "inside")
    done = dreck_in_process("untangle", "canal.py", *take)
    assert done.status == 0 and "split-flag" in done.out
    assert path.read_text().count("def ") == 4


@pytest.mark.parametrize(
    ("options", "message"),
    [
        (("--take", "99"), "--take 99: there is no such offer"),
        (("--take", "x"), "--take x: give the number of an offer"),
        (("--reach", "far"), "'far' is not one of"),
    ],
)
def test_wrong_use(
    options: tuple[str, ...], message: str, tmp_path: Path, dreck_in_process: Any
) -> None:
    """One clear line says what is wrong."""
    _write(tmp_path, FLAG)
    done = dreck_in_process("untangle", "canal.py", *options)
    assert done.status == 2 and message in done.err


def test_an_offer_is_not_nothing(tmp_path: Path, dreck_in_process: Any) -> None:
    """ "Nothing to do" is only said where nothing is on offer."""
    _write(tmp_path, FLAG)
    said = dreck_in_process("untangle", "canal.py::notice", "--reach", "inside").out
    assert "on offer" in said and "Nothing to do" not in said


def test_what_is_to_come_is_only_offered(tmp_path: Path) -> None:
    """A list of rules may be cheaper to read, and is still for a person to decide."""
    path = tmp_path / "locks.py"
    path.write_text(
        "def note(held, boats, known, day, least):\n"
        "    for boat, toll in boats:\n"
        "        if toll[0] > 0 and toll[1] > 0:\n"
        "            if (toll[1] / day) >= least and (known is None or boat in known):\n"
        "                held[boat] = toll\n"
        "    return held\n",
        encoding="utf-8",
    )
    (done,) = dreck.untangle(path, reach="across").functions
    assert "rule-list" not in [s.move for s in done.steps]
    (offer,) = [o for o in done.offers if o.move == "rule-list"]
    assert offer.gain > 0 and offer.held_back == "is for you to decide"


ROUNDS = """\
def main(words, now, late):
    told = []
    if now < 3:
        told.append(words[0])
    elif now > 9:
        told.append(words[1])
    for boat in words:
        if late:
            fee = fee_of(boat, late)
            if not fee:
                print(boat)
            else:
                print(fee)
        else:
            fee, kind = both_of(boat, now)
            if not fee:
                print(boat, late)
            elif kind == 2:
                print(fee, kind)
            else:
                print(kind)
    if late > 3:
        told.append(words[2])
    return told
"""


def test_what_is_only_handled_is_offered(tmp_path: Path) -> None:
    """A block that nothing says the purpose of becomes a function once a person names it."""
    path = tmp_path / "locks.py"
    path.write_text(ROUNDS, encoding="utf-8")
    (done,) = dreck.untangle(path).functions
    assert "extract-function" not in [s.move for s in done.steps]
    offer = next(o for o in done.offers if o.move == "extract-function")
    asked = f"--name {offer.line}=NAME gives it one"
    assert offer.held_back == f"needs a name that says what it does; {asked}"
    (named,) = dreck.untangle(path, names={str(offer.line): "keep_ropes"}).functions
    assert "extract-function" in [s.move for s in named.steps]
