#: kinds that are listed for one question -> proved
def is_wide(kind):
    kinds = ["barge", "raft", "ferry"]
    if kind in kinds:
        return True
    return False
#: becomes
def is_wide(kind):
    return kind in ("barge", "raft", "ferry")

#: a generator that is gone through next -> proved-under no-effect
def names(boats):
    found = []
    for boat in boats:
        name = boat.name.strip()
        if name:
            found.append(name)
    return found
#: becomes
def names(boats):
    every = (boat.name.strip() for boat in boats)
    return [name for name in every if name]

#: counted only to ask whether there are any -> proved-under no-effect
def any_late(boats):
    count = 0
    for boat in boats:
        if boat.late:
            count += 1
    return count > 0
#: becomes
def any_late(boats):
    return any(boat.late for boat in boats)

#: counted, and none must be -> proved-under no-effect
def all_paid(boats):
    count = 0
    for boat in boats:
        if not boat.paid:
            count += 1
    return count == 0
#: becomes
def all_paid(boats):
    return all(boat.paid for boat in boats)

#: more than one -> differs
def some_late(boats: list[int]):
    count = 0
    for boat in boats:
        if boat > 3:
            count += 1
    return count > 1
#: becomes
def some_late(boats: list[int]):
    return any(boat > 3 for boat in boats)

#: counted down as well -> differs
def some_late(boats: list[int]):
    count = 0
    for boat in boats:
        if boat > 3:
            count += 1
        else:
            count -= 1
    return count > 0
#: becomes
def some_late(boats: list[int]):
    return any(boat > 3 for boat in boats)

#: told how many -> differs
def some_late(boats: list[int]):
    count = 0
    for boat in boats:
        if boat > 3:
            count += 1
    return count > 0, count
#: becomes
def some_late(boats: list[int]):
    some = any(boat > 3 for boat in boats)
    return some, int(some)

#: the list is longer by then -> differs
def is_wide(kind: str, more: str):
    kinds = ["barge", "raft"]
    kinds.append(more)
    return kind in kinds
#: becomes
def is_wide(kind: str, more: str):
    return kind in ("barge", "raft")

#: what is gone through is another list by then -> differs
def names(boats: list[int]):
    every = (boat + 1 for boat in boats)
    boats = boats[1:]
    return [name for name in every if name in boats]
#: becomes
def names(boats: list[int]):
    boats = boats[1:]
    every = (boat + 1 for boat in boats)
    return [name for name in every if name in boats]

#: asked before it is there -> differs
def is_wide(kind: str, late: bool):
    if late:
        return kind in kinds
    kinds = ["barge", "raft"]
    return kind in kinds
#: becomes
def is_wide(kind: str, late: bool):
    return kind in ("barge", "raft")
