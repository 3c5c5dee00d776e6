"""Water levels and what follows from them."""

# centimetres at the gauge of Ellerbeck weir
SILL = 95


def band(level: int):
    """The name of a level's band."""
    if level < 95:
        return "dry"
    elif level < 120:
        return "low"
    elif level < 180:
        return "normal"
    elif level < 220:
        return "high"
    else:
        return "flood"


def colour(level: int):
    """The colour of the gauge board; amber where keepers have to look twice."""
    if level < 95:
        return "red"
    if level >= 95 and level < 120:
        return "amber"
    if level >= 120 and level < 180:
        return "green"
    if level >= 180 and level <= 220:
        return "amber"
    return "red"


def advise(level: int, rising: bool, gates_ok: bool):
    """What the office tells the boats."""
    if level >= SILL:
        if not rising:
            if level < 120:
                text = "pass slowly"
            else:
                text = "pass"
        else:
            if level >= 220:
                if gates_ok:
                    text = "moor and wait"
                else:
                    text = "leave the water"
            else:
                if level >= 180:
                    text = "pass with care"
                else:
                    text = "pass"
    else:
        text = "stay where you are"
    return text


def spill(levels, limit: int):
    """Centimetres to be let out over a day of hourly readings, None for a lost one."""
    total = 0
    for level in levels:
        if level is not None:
            if level > limit:
                surplus = level - limit
                if surplus > 40:
                    surplus = 40
                total += surplus
            else:
                continue
        else:
            continue
    return total
