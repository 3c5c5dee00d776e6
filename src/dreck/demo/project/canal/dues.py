"""What is due for what."""

from canal.fleet import Dredger, Icebreaker, Maintenance, Workboat


def passage_due(kind: str, tons: int, chambers: int):
    """Pence for a passage."""
    if kind == "barge":
        return 240 + 3 * tons + 12 * chambers
    elif kind == "narrowboat":
        return 120 + chambers * 8
    elif kind == "tug":
        return 180 + tons + 9 * chambers
    else:
        return 60 + 2 * tons + 6 * chambers


def level_after(order: str, level: int, inches: int):
    """The level once an order was carried out."""
    if order == "fill":
        return level + inches
    elif order == "drain":
        return level - inches
    elif order == "top up":
        return level + inches
    return level


def minutes(kind: str, gate: str):
    """How long a gate is closed for a boat."""
    if kind == "barge" and gate == "guillotine":
        return 14
    elif kind == "barge" and gate == "mitre":
        return 9
    elif kind in ("narrowboat", "tug") and gate == "mitre":
        return 6
    return 8


def day_rate(boat: Workboat, hours: int):
    """What a day of one of the office's boats costs."""
    if isinstance(boat, Dredger):
        # mud goes by the ton
        return 40 * boat.buckets + 12 * hours
    elif isinstance(boat, Icebreaker):
        return 95 * hours
    elif isinstance(boat, Maintenance):
        return 30 * hours + 5 * boat.crew
    raise LookupError("not one of ours: " + boat.name)


def berth(boat):
    """The pier where it lies."""
    if isinstance(boat, Dredger):
        return "mud pier"
    if isinstance(boat, Icebreaker):
        return "north pier"
    return "any pier"


def entry(value):
    """A value for the day book."""
    if isinstance(value, bool):
        return "yes" if value else "no"
    elif isinstance(value, int):
        return str(value) + " d"
    elif isinstance(value, list):
        return ", ".join(value)
    return str(value)


def ticket(days: int, winter: bool = False):
    """A season ticket."""
    if winter:
        return 40 * days
    return 100 * days + 50
