#: numbers by kind have a dict -> proved-under plain-equality+hashable+stable-read+no-effect
def tally(boats):
    tugs = barges = others = 0
    for boat in boats:
        if boat.kind == "tug":
            tugs += 1
        elif boat.kind == "barge":
            barges += 1
        else:
            others += 1
    return {"tug": tugs, "barge": barges, "other": others}
#: becomes
def tally(boats):
    counts = {"tug": 0, "barge": 0, "other": 0}
    for boat in boats:
        kind = boat.kind if boat.kind in ("tug", "barge") else "other"
        counts[kind] += 1
    return counts

#: only what has a key is counted -> proved-under plain-equality+hashable+no-effect
def tally(kinds: list[str]) -> dict[str, int]:
    counts = {"tug": 0, "barge": 0}
    for kind in kinds:
        if kind == "tug":
            counts["tug"] += 1
        elif kind == "barge":
            counts["barge"] += 1
    return counts
#: becomes
def tally(kinds: list[str]) -> dict[str, int]:
    counts = {"tug": 0, "barge": 0}
    for kind in kinds:
        if kind in counts:
            counts[kind] += 1
    return counts

#: what has no key is missing -> differs
def tally(kinds: list[str]) -> dict[str, int]:
    counts = {"tug": 0, "barge": 0}
    for kind in kinds:
        if kind in ("tug", "barge"):
            counts[kind] += 1
    return counts
#: becomes
def tally(kinds: list[str]) -> dict[str, int]:
    counts = {"tug": 0, "barge": 0}
    for kind in kinds:
        counts[kind] += 1
    return counts

#: two are counted under one key -> differs
def tally(kinds: list[str]) -> dict[str, int]:
    tugs = barges = 0
    for kind in kinds:
        if kind == "tug":
            tugs += 1
        elif kind == "barge":
            tugs += 1
            barges += 1
    return {"tug": tugs, "barge": barges}
#: becomes
def tally(kinds: list[str]) -> dict[str, int]:
    counts = {"tug": 0, "barge": 0}
    for kind in kinds:
        if kind in counts:
            counts[kind] += 1
    return counts

#: each result has a dict of its own -> differs
def tally(kinds: list[str]) -> list[dict[str, int]]:
    counts = {"tug": 0, "barge": 0}
    for kind in kinds:
        if kind in counts:
            counts[kind] += 1
    return [counts for _ in kinds]
#: becomes
def tally(kinds: list[str]) -> list[dict[str, int]]:
    tugs = barges = 0
    for kind in kinds:
        if kind == "tug":
            tugs += 1
        elif kind == "barge":
            barges += 1
    return [{"tug": tugs, "barge": barges} for _ in kinds]

#: the keys stand the other way round -> differs
def tally(kinds: list[str]) -> dict[str, int]:
    counts = {"barge": 0, "tug": 0}
    for kind in kinds:
        if kind in counts:
            counts[kind] += 1
    return counts
#: becomes
def tally(kinds: list[str]) -> dict[str, int]:
    tugs = barges = 0
    for kind in kinds:
        if kind == "tug":
            tugs += 1
        elif kind == "barge":
            barges += 1
    return {"tug": tugs, "barge": barges}
