#: a set filled in a loop -> proved
def names(boats):
    found = set()
    for boat in boats:
        if boat.ready:
            found.add(boat.name)
    return found
#: becomes
def names(boats):
    return {boat.name for boat in boats if boat.ready}

#: a set is no list -> differs
def names(boats: list[int]):
    found = set()
    for boat in boats:
        found.add(boat)
    return found
#: becomes
def names(boats: list[int]):
    return [boat for boat in boats]

#: a dict filled in a loop -> proved
def by_name(boats):
    found = {}
    for boat in boats:
        name = boat.name
        found[name] = boat.toll()
    return found
#: becomes
def by_name(boats):
    return {boat.name: boat.toll() for boat in boats}

#: key and value are worked out in another order -> differs
def by_name(boats):
    found = {}
    for boat in boats:
        found[boat.name()] = boat.toll()
    return found
#: becomes
def by_name(boats):
    return {boat.name(): boat.toll() for boat in boats}

#: the first value of a key is kept, not the last -> differs
def by_name(boats: list[int]):
    found = dict()
    for boat in boats:
        if boat not in found:
            found[boat] = len(found)
    return found
#: becomes
def by_name(boats: list[int]):
    return {boat: i for i, boat in enumerate(boats)}

#: counting; what is asked in a generator must not raise StopIteration -> proved-under no-effect
def waiting(boats):
    count = 0
    for boat in boats:
        if boat.waits():
            count += 1
    return count
#: becomes
def waiting(boats):
    return sum(1 for boat in boats if boat.waits())

#: counting what does not wait -> differs
def waiting(boats):
    count = 0
    for boat in boats:
        if boat.waits():
            count += 1
    return count
#: becomes
def waiting(boats):
    return sum(1 for boat in boats if not boat.waits())

#: adding up what may be anything -> differs
def tolls(boats: list[str]):
    pence = 0
    for boat in boats:
        pence = boat + boat
    return pence
#: becomes
def tolls(boats: list[str]):
    return sum(boat + boat for boat in boats)

#: a length of each added up -> proved-under no-effect
def letters(names):
    count = 0
    for name in names:
        count += len(name)
    return count
#: becomes
def letters(names):
    return sum(len(name) for name in names)

#: a text found in a set or in none -> proved
def kinds(boats):
    found = set()
    for boat in boats:
        found.add(boat.kind)
    if len(found) > 3:
        return None
    return found
#: becomes
def kinds(boats):
    found = {boat.kind for boat in boats}
    return None if len(found) > 3 else found

#: an empty dict is another one each time -> same
def two(boats):
    a = {}
    b = dict()
    boats.put(a)
    boats.put(b)
    return boats
#: becomes
def two(boats):
    b = {}
    a = dict()
    boats.put(b)
    boats.put(a)
    return boats

#: one dict handed out twice -> differs
def two(boats):
    a = {}
    b = {}
    return a, b, boats
#: becomes
def two(boats):
    a = {}
    return a, a, boats

#: a count that the loop body asks for -> differs
def count(boats: list[int]):
    total = 0
    for boat in boats:
        if boat > total:
            total += 1
    return total
#: becomes
def count(boats: list[int]):
    total = 0
    return sum(1 for boat in boats if boat > total)

#: somebody looks at a set while it is filled -> differs
def f(xs, look):
    found = set()
    for x in xs:
        found.add(x)
        look(found)
    return found
#: becomes
def f(xs, look):
    found = {x for x in xs}
    for x in xs:
        look(found)
    return found
