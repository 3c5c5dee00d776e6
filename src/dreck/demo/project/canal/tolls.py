"""Tolls, in pence."""

from .levels import band


def base_toll(vessel):
    """What a vessel pays at any lock."""
    toll = 0
    if not vessel.exempt:
        if vessel.kind == "barge":
            toll = 240
            if vessel.cargo > 0:
                toll = toll + 3 * vessel.cargo
        elif vessel.kind == "narrowboat":
            toll = 120
        elif vessel.kind == "tug":
            toll = 180
        else:
            toll = 60
    return toll


def rebate(vessel, passages: int, season: str):
    """What frequent boats get back."""
    result = 0
    if passages > 10:
        if season == "winter":
            if vessel.kind == "barge":
                result = base_toll(vessel) // 2
            else:
                result = base_toll(vessel) // 3
        else:
            if passages > 30:
                result = base_toll(vessel) // 5
            else:
                result = 0
    else:
        result = 0
    return result


def statement(vessel, passages: int, season: str, plain=False):
    """The monthly statement; plain for boats that only want the sum."""
    due = base_toll(vessel) * passages - rebate(vessel, passages, season)
    if plain:
        return str(due)
    else:
        lines = []
        lines.append("Statement for " + vessel.name)
        lines.append("passages: " + str(passages))
        lines.append("season: " + season)
        if due < 0:
            lines.append("credit: " + str(-due))
        else:
            lines.append("due: " + str(due))
        return "\n".join(lines)


def surcharge(level: int, length: int):
    """What long boats pay on top when water is short."""
    name = band(level)
    if name == "low":
        if length > 200:
            return 50
        else:
            return 20
    elif name == "dry":
        return 100
    else:
        return 0
