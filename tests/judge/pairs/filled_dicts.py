#: a report is filled step by step, with a helper -> proved
def report(lock):
    found = {}
    found["lock"] = lock.name
    if lock.closed:
        found["state"] = "closed"
    elif lock.level > lock.high:
        found["state"] = "flooded"
    else:
        found["state"] = "open"
    found["boats"] = len(lock.boats)
    return found
#: becomes
def report(lock):
    return {"lock": lock.name, "state": _state(lock), "boats": len(lock.boats)}
def _state(lock):
    if lock.closed:
        return "closed"
    if lock.level > lock.high:
        return "flooded"
    return "open"

#: what is there already is added to, and read again -> proved
def tolls(tons: int, night: bool) -> dict[str, int]:
    due = {"lock": tons * 2, "light": 0}
    if night:
        due["light"] += 5
    due["all"] = due["lock"] + due["light"]
    return due
#: becomes
def tolls(tons: int, night: bool) -> dict[str, int]:
    lock = tons * 2
    light = 5 if night else 0
    return {"lock": lock, "light": light, "all": lock + light}

#: a row for each boat, one of them left out -> proved-under no-effect+stable-read
def rows(boats):
    found = []
    for boat in boats:
        row = {"name": boat.name}
        if boat.moored:
            continue
        row["tons"] = boat.tons
        found.append(row)
    return found
#: becomes
def rows(boats):
    found = []
    for boat in boats:
        if not boat.moored:
            found.append({"name": boat.name, "tons": boat.tons})
    return found

#: the keys come in another order -> differs
def report(name: str, level: int) -> dict[str, object]:
    found = {}
    found["lock"] = name
    found["level"] = level
    return found
#: becomes
def report(name: str, level: int) -> dict[str, object]:
    return {"level": level, "lock": name}

#: one arm puts its key in later -> differs
def report(name: str, level: int, first: bool) -> dict[str, object]:
    found = {}
    if first:
        found["level"] = level
        found["lock"] = name
    else:
        found["lock"] = name
        found["level"] = level
    return found
#: becomes
def report(name: str, level: int, first: bool) -> dict[str, object]:
    return {"lock": name, "level": level}

#: a key is only there in one arm -> differs
def report(name: str, late: bool) -> dict[str, object]:
    found = {"lock": name}
    if late:
        found["late"] = True
    return found
#: becomes
def report(name: str, late: bool) -> dict[str, object]:
    return {"lock": name, "late": late}

#: the dict is in a list before it is full, and another one comes -> differs
def rows(names: list[str]) -> list[dict[str, str]]:
    row: dict[str, str] = {}
    found = []
    for name in names:
        row["name"] = name
        found.append(row)
    return found
#: becomes
def rows(names: list[str]) -> list[dict[str, str]]:
    found = []
    for name in names:
        row = {"name": name}
        found.append(row)
    return found

#: what it was is seen where something fails -> differs
def report(name: str, level: str) -> dict[str, object]:
    found: dict[str, object] = {}
    try:
        found["lock"] = name
        found["level"] = int(level)
    except ValueError:
        pass
    return found
#: becomes
def report(name: str, level: str) -> dict[str, object]:
    try:
        return {"lock": name, "level": int(level)}
    except ValueError:
        return {}

#: a generator asks for an entry when it is gone through -> differs
def above(levels: list[int]) -> list[int]:
    limits = {"high": 3}
    found = (n for n in levels if n > limits["high"])
    limits["high"] = 5
    return list(found)
#: becomes
def above(levels: list[int]) -> list[int]:
    high = 3
    found = (n for n in levels if n > high)
    return list(found)

#: it is asked for a key that it does not have yet -> differs
def report(level: int) -> dict[str, int]:
    found: dict[str, int] = {}
    found["twice"] = found["level"] * 2 if level > 3 else 0
    found["level"] = level
    return found
#: becomes
def report(level: int) -> dict[str, int]:
    return {"twice": level * 2 if level > 3 else 0, "level": level}

#: the one of the last round is seen behind the loop -> differs
def last(levels: list[int]) -> dict[str, int] | None:
    for level in levels:
        row = {"level": level}
        row["next"] = level + 1
        if level > 3:
            break
    else:
        return row if levels else None
    return None
#: becomes
def last(levels: list[int]) -> dict[str, int] | None:
    for level in levels:
        row = {"level": level}
        row["next"] = level + 2
        if level > 3:
            break
    else:
        return row if levels else None
    return None
