"""What the planner reaches unattended: whole shapes, by sequences of judged steps."""

from __future__ import annotations

from pathlib import Path

import pytest

import dreck

SHAPES = {
    "a table is made before steps that would stand in its way": (
        """
def board(boats, hour):
    lines = []
    for boat in boats:
        if boat.hour == hour:
            if boat.state != "gone":
                if boat.state == "moored":
                    sign = "#"
                elif boat.state == "due":
                    sign = "?"
                elif boat.state == "late":
                    sign = "!"
                else:
                    sign = " "
                lines.append(sign + boat.name)
    return lines
""",
        """
SIGN_BY_STATE = {
    "moored": "#",
    "due": "?",
    "late": "!",
}


def board(boats, hour):
    return [
        SIGN_BY_STATE.get(boat.state, " ") + boat.name
        for boat in boats
        if boat.hour == hour and boat.state != "gone"
    ]
""",
    ),
    "a ladder of several values keeps its arms together": (
        """
def fee_class(length: float, name):
    if length >= 30:
        letter = "A"
        fee = 90
    elif length >= 20:
        letter = "B"
        fee = 60
    elif length >= 10:
        letter = "C"
        fee = 40
    else:
        letter = "D"
        fee = 10
    return "%s: class %s, %d" % (name, letter, fee)
""",
        """
LETTERS = (
    (30, "A", 90),
    (20, "B", 60),
    (10, "C", 40),
)


def fee_class(length: float, name):
    for least, letter, fee in LETTERS:
        if length >= least:
            break
    else:
        letter = "D"
        fee = 10
    return "%s: class %s, %d" % (name, letter, fee)
""",
    ),
    "a calculation with a result and the same default everywhere": (
        """
def quote(boat, passages, winter):
    result = 0
    if boat is not None:
        if boat.active:
            if passages > 0:
                if winter:
                    result = boat.length * 2
                else:
                    result = boat.length * 3
            else:
                result = 0
        else:
            result = 0
    else:
        result = 0
    return result
""",
        """
def quote(boat, passages, winter):
    if boat is None:
        return 0
    if not boat.active:
        return 0
    if passages <= 0:
        return 0
    return boat.length * 2 if winter else boat.length * 3
""",
    ),
    "handlers far below, in async code": (
        """
async def admit(office, name):
    vessel = await office.find(name)
    if vessel is not None:
        permit = await office.permit(vessel)
        if permit is not None:
            await office.open(vessel)
            await office.log(vessel)
            return vessel
        else:
            # tell the desk
            return None
    else:
        raise KeyError(name)
""",
        """
async def admit(office, name):
    vessel = await office.find(name)
    if vessel is None:
        raise KeyError(name)
    permit = await office.permit(vessel)
    if permit is None:
        # tell the desk
        return None
    await office.open(vessel)
    await office.log(vessel)
    return vessel
""",
    ),
    "a flag that is set and then tested": (
        """
def note(boat, log):
    ok = False
    if boat.papers and boat.crew > 1:
        ok = True
    if ok:
        log.add(boat)
        boat.enter()
""",
        """
def note(boat, log):
    if boat.papers and boat.crew > 1:
        log.add(boat)
        boat.enter()
""",
    ),
    "the same tail in every arm": (
        """
def label(name, kind, number):
    text = ""
    if name is None:
        text = "?"
        return text.strip()
    elif kind == "tug":
        text = "Tug " + name
        return text.strip()
    else:
        text = name + number
        return text.strip()
""",
        """
def label(name, kind, number):
    if name is None:
        text = "?"
    elif kind == "tug":
        text = "Tug " + name
    else:
        text = name + number
    return text.strip()
""",
    ),
    "an inner choice that joins the chain once the outer one is turned": (
        """
def close_up(off: int, forced: bool, keeper):
    if off != 0:
        if forced:
            note = "off, signed " + keeper
        else:
            raise ValueError(keeper)
    else:
        note = "right"
    keeper.log(note)
""",
        """
def close_up(off: int, forced: bool, keeper):
    if off == 0:
        note = "right"
    elif forced:
        note = "off, signed " + keeper
    else:
        raise ValueError(keeper)
    keeper.log(note)
""",
    ),
    "tests of one kind all over the body": (
        """
def drill(kind: str, crew: int, frost: bool):
    orders = []
    if kind != "guillotine":
        orders.append("close the lower gates")
        if kind == "staircase":
            if crew < 2:
                orders.append("send for a second keeper")
            orders.append("fill from the chamber above")
        else:
            orders.append("open the upper paddles")
    if frost:
        if kind == "guillotine":
            orders.append("thaw the chain")
        else:
            if kind != "staircase":
                orders.append("break the ice at the gates")
    if kind == "guillotine" and crew > 0:
        if not frost:
            orders.append("oil the chain")
        orders.append("wind up the blade")
    if not kind == "guillotine":
        orders.append("open the upper gates")
    return orders
""",
        """
def drill(kind: str, crew: int, frost: bool):
    orders = []
    if kind == "guillotine":
        if frost:
            orders.append("thaw the chain")
        if crew > 0:
            if not frost:
                orders.append("oil the chain")
            orders.append("wind up the blade")
    elif kind == "staircase":
        orders.append("close the lower gates")
        if crew < 2:
            orders.append("send for a second keeper")
        orders.append("fill from the chamber above")
        orders.append("open the upper gates")
    else:
        orders.append("close the lower gates")
        orders.append("open the upper paddles")
        if frost:
            orders.append("break the ice at the gates")
        orders.append("open the upper gates")
    return orders
""",
    ),
    "tests of an attribute, with other attributes set in between": (
        """
def wear(gate):
    if gate.kind != "weir":
        if gate.kind == "guillotine":
            gate.grease = gate.grease + 2
        else:
            gate.grease = gate.grease + 1
            if gate.wooden:
                gate.tar = True
    gate.seen = True
    if gate.kind != "weir":
        if gate.wooden and gate.kind != "guillotine":
            gate.planks = gate.planks + 1
    if gate.kind == "weir":
        if gate.grease > 0:
            gate.grease = 0
""",
        """
def wear(gate):
    if gate.kind == "weir":
        gate.seen = True
        if gate.grease > 0:
            gate.grease = 0
    elif gate.kind == "guillotine":
        gate.grease = gate.grease + 2
        gate.seen = True
    else:
        gate.grease = gate.grease + 1
        if gate.wooden:
            gate.tar = True
        gate.seen = True
        if gate.wooden:
            gate.planks = gate.planks + 1
""",
    ),
    "event handlers stay": (
        """
def on_event(event, desk):
    if event.kind == "arrive":
        desk.open(event.boat)
    elif event.kind == "leave":
        desk.close(event.boat)
    elif event.kind == "flood":
        desk.alarm()
""",
        "",
    ),
}


@pytest.mark.parametrize("shape", SHAPES)
def test_shapes(shape: str, tmp_path: Path) -> None:
    """The result is exact, every step is proved, and nothing is left to do."""
    before, after = SHAPES[shape]
    path = tmp_path / "canal.py"
    path.write_text(before)
    found = dreck.untangle(path, run=False)
    found.write()
    assert path.read_text() == (after or before)
    assert all(s.verdict.verdict.same for f in found.functions for s in f.steps)
    assert after or "one flat chain of alternatives" in found.functions[0].left_alone[0].why
    assert not dreck.untangle(path, run=False).changes
