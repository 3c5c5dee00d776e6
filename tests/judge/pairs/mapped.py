#: those that are late, by a filter -> proved-under no-effect
def late(boats):
    return list(filter(lambda boat: boat.late, boats))
#: becomes
def late(boats):
    return [boat for boat in boats if boat.late]

#: numbers of texts -> proved-under no-effect
def levels(line):
    found = []
    for word in line.split():
        found.append(int(word))
    return found
#: becomes
def levels(line):
    return list(map(int, line.split()))

#: what is anything -> proved-under no-effect
def told(names):
    found = []
    for name in names:
        if name:
            found.append(name)
    return found
#: becomes
def told(names):
    return list(filter(None, names))

#: the names of those that are late -> proved-under no-effect
def names(boats):
    return sorted(map(lambda boat: boat.name, filter(lambda boat: boat.late, boats)))
#: becomes
def names(boats):
    return sorted(boat.name for boat in boats if boat.late)

#: those that are not late -> differs
def late(boats: list[int]):
    return list(filter(lambda boat: boat > 3, boats))
#: becomes
def late(boats: list[int]):
    return [boat for boat in boats if not boat > 3]

#: what is gone through later -> differs
def late(boats: list[int]):
    found = filter(lambda boat: boat > 3, boats)
    boats.append(9)
    return list(found)
#: becomes
def late(boats: list[int]):
    found = [boat for boat in boats if boat > 3]
    boats.append(9)
    return found

#: two rows side by side -> differs
def sums(first: list[int], second: list[int]):
    return list(map(lambda a, b: a + b, first, second))
#: becomes
def sums(first: list[int], second: list[int]):
    return [a + b for a in first for b in second]

#: a map of the module's own -> differs
def map(asked, boats):
    return [boats]
def names(boats: list[str]):
    return list(map(str, boats))
#: becomes
def map(asked, boats):
    return [boats]
def names(boats: list[str]):
    return [str(boat) for boat in boats]

#: what is asked is another function later -> differs
def sums(levels: list[int]):
    more = 1
    found = map(lambda level: level + more, levels)
    more = 2
    return list(found)
#: becomes
def sums(levels: list[int]):
    more = 1
    found = [level + more for level in levels]
    more = 2
    return found

#: all that is in a list is added up -> proved-under as-used
def total(tolls):
    found = 0
    for toll in tolls:
        found += toll
    return found
#: becomes
def total(tolls):
    return sum(tolls)

#: those that wait are handed on -> proved-under no-effect
def waiting(locks):
    for lock in locks:
        if lock.open:
            for boat in lock.boats:
                if boat.waiting:
                    yield boat
#: becomes
def waiting(locks):
    for lock in locks:
        if not lock.open:
            continue
        yield from (boat for boat in lock.boats if boat.waiting)

#: a list that is handed on is full before the first one is -> differs
def moored(names: list[str]):
    for name in names:
        names.remove(name)
        yield name
#: becomes
def moored(names: list[str]):
    yield from [name for name in names]

#: the truth of all is not that of any -> differs
def are_paid(paid: list[bool]) -> bool:
    for each in paid:
        if not each:
            return False
    return True
#: becomes
def are_paid(paid: list[bool]) -> bool:
    return any(paid)

#: how many are late, by a list of them -> proved-under no-effect
def late(boats) -> int:
    found = 0
    for boat in boats:
        if boat.late:
            found += 1
    return found
#: becomes
def late(boats) -> int:
    return len([boat for boat in boats if boat.late])

#: a list of all, which is sorted then -> proved-under no-effect
def ranked(boats):
    found = list(boats)
    found.sort(key=lambda boat: (boat.kind, boat.length))
    return found
#: becomes
def ranked(boats):
    return sorted(boats, key=lambda boat: (boat.kind, boat.length))

#: what is handed in is sorted itself -> differs
def ranked(levels: list[int]) -> list[int]:
    levels.sort()
    return levels
#: becomes
def ranked(levels: list[int]) -> list[int]:
    return sorted(levels)

#: a set has each once -> differs
def many(kinds: list[str]) -> int:
    found = 0
    for kind in kinds:
        if kind:
            found += 1
    return found
#: becomes
def many(kinds: list[str]) -> int:
    return len({kind for kind in kinds if kind})
