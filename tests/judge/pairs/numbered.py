"""Loops whose rounds are numbered: a counter by hand, and ``enumerate``."""

#: a counter by hand against enumerate -> proved
def place_of(boats, name):
    index = 0
    for boat in boats:
        if boat.name == name:
            return index
        index += 1
    return -1
#: becomes
def place_of(boats, name):
    for index, boat in enumerate(boats):
        if boat.name == name:
            return index
    return -1

#: the number of the first that fits -> proved-under no-effect
def place_of(boats, name):
    index = 0
    for boat in boats:
        if boat.name == name:
            return index
        index += 1
    return -1
#: becomes
def place_of(boats, name):
    return next((index for index, boat in enumerate(boats) if boat.name == name), -1)

#: numbers from one on -> proved
def call_out(boats, log):
    number = 1
    for boat in boats:
        log.write(number, boat)
        number += 1
#: becomes
def call_out(boats, log):
    for number, boat in enumerate(boats, 1):
        log.write(number, boat)

#: numbers from one on, and from none on -> differs
def call_out(boats: list[int]) -> list[int]:
    told = []
    number = 1
    for boat in boats:
        told.append(number * boat)
        number += 1
    return told
#: becomes
def call_out(boats: list[int]) -> list[int]:
    told = []
    for number, boat in enumerate(boats):
        told.append(number * boat)
    return told

#: the counter is asked for behind the loop -> differs
def count(boats: list[int]) -> int:
    number = 0
    for boat in boats:
        number += 1
    return number
#: becomes
def count(boats: list[int]) -> int:
    number = 0
    for number, boat in enumerate(boats):
        pass
    return number

#: a round that goes on early is not counted -> differs
def places(boats: list[int]) -> list[int]:
    found = []
    index = 0
    for boat in boats:
        if boat < 3:
            continue
        found.append(index)
        index += 1
    return found
#: becomes
def places(boats: list[int]) -> list[int]:
    found = []
    for index, boat in enumerate(boats):
        if boat < 3:
            continue
        found.append(index)
    return found

#: the body counts on by itself -> differs
def places(boats: list[int]) -> list[int]:
    found = []
    index = 0
    for boat in boats:
        if boat > 5:
            index += 10
        found.append(index)
        index += 1
    return found
#: becomes
def places(boats: list[int]) -> list[int]:
    found = []
    for index, boat in enumerate(boats):
        if boat > 5:
            index += 10
        found.append(index)
    return found

#: enumerate means a function of the module -> differs
def enumerate(boats):
    return [(1, b) for b in boats]
def place_of(boats, name):
    index = 0
    for boat in boats:
        if boat is name:
            return index
        index += 1
    return -1
#: becomes
def enumerate(boats):
    return [(1, b) for b in boats]
def place_of(boats, name):
    for index, boat in enumerate(boats):
        if boat is name:
            return index
    return -1

#: numbered pairs, taken apart -> proved
def call_out(tolls, log):
    number = 0
    for name, toll in tolls:
        log.write(number, name, toll)
        number += 1
#: becomes
def call_out(tolls, log):
    for number, (name, toll) in enumerate(tolls):
        log.write(number, name, toll)

#: the first that fits, and none -> proved-under no-effect
def first_deep(boats, low):
    found = None
    for boat in boats:
        if boat.draught > low:
            found = boat
            break
    return found
#: becomes
def first_deep(boats, low):
    return next((boat for boat in boats if boat.draught > low), None)

#: the last that fits is not the first -> differs
def first_deep(boats: list[int], low: int) -> int:
    found = 0
    for boat in boats:
        if boat > low:
            found = boat
    return found
#: becomes
def first_deep(boats: list[int], low: int) -> int:
    return next((boat for boat in boats if boat > low), 0)
