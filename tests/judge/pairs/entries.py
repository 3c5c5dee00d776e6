#: what is under the key is asked for in the loop -> proved-under as-declared+stable-read
def shown(tolls: dict[str, int]) -> list[str]:
    out = []
    for kind in tolls:
        if tolls[kind] > 3:
            out.append(kind + ": " + str(tolls[kind]))
    return out
#: becomes
def shown(tolls: dict[str, int]) -> list[str]:
    return [f"{kind}: {toll}" for kind, toll in tolls.items() if toll > 3]

#: nothing says that it is a dict but what is done with it -> proved-under as-used+stable-read
def dear(tolls):
    out = []
    for kind in tolls.keys():
        if tolls[kind] > 3:
            out.append(kind)
    return out
#: becomes
def dear(tolls):
    return [kind for kind, toll in tolls.items() if toll > 3]

#: the keys are not asked for -> proved-under as-declared+as-used
def total(tolls: dict[str, int]) -> int:
    found = 0
    for kind in tolls:
        found += tolls[kind]
    return found
#: becomes
def total(tolls: dict[str, int]) -> int:
    return sum(tolls.values())

#: what is under the key is changed first -> differs
def total(tolls: dict[str, int]) -> int:
    found = 0
    for kind in tolls:
        tolls[kind] = tolls[kind] + 1
        found += tolls[kind]
    return found
#: becomes
def total(tolls: dict[str, int]) -> int:
    found = 0
    for kind, toll in tolls.items():
        tolls[kind] = toll + 1
        found += toll
    return found

#: another dict is asked -> differs
def total(tolls: dict[str, int], others: dict[str, int]) -> int:
    found = 0
    for kind in tolls:
        found += others.get(kind, 0)
    return found
#: becomes
def total(tolls: dict[str, int], others: dict[str, int]) -> int:
    found = 0
    for kind, toll in tolls.items():
        found += toll
    return found

#: a list of places is no dict -> differs
def total(places: list[int]) -> int:
    found = 0
    for place in places:
        found += places[place]
    return found
#: becomes
def total(places: list[int]) -> int:
    found = 0
    for _, value in enumerate(places):
        found += value
    return found
