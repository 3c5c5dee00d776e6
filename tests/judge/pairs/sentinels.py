#: -1 is no place, and ends the loop -> proved-under no-effect+as-used
def first_free(berths):
    i = 0
    found = -1
    while i < len(berths) and found == -1:
        if berths[i]["free"]:
            if berths[i]["depth"] > 2:
                found = i
        i += 1
    return found
#: becomes
def first_free(berths):
    for i, berth in enumerate(berths):
        if berth["free"] and berth["depth"] > 2:
            return i
    return -1

#: what is found is asked for behind the loop -> proved-under stable-read
def first_free(berths: list):
    place = -1
    for i in range(len(berths)):
        if berths[i].free:
            place = i
            break
    if place >= 0:
        return berths[place]
    raise LookupError("all taken")
#: becomes
def first_free(berths: list):
    for berth in berths:
        if berth.free:
            return berth
    raise LookupError("all taken")

#: a flag, and the other arm first -> proved
def first_free(berths: list):
    i = 0
    done = False
    while not done and i < len(berths):
        if berths[i].free:
            done = True
        else:
            i += 1
    if not done:
        return None
    return berths[i]
#: becomes
def first_free(berths: list):
    for berth in berths:
        if berth.free:
            return berth
    return None

#: the loop goes on, and the last one counts -> differs
def last_free(berths: list[bool]) -> int:
    place = -1
    for i in range(len(berths)):
        if berths[i]:
            place = i
    return place
#: becomes
def last_free(berths: list[bool]) -> int:
    for i, berth in enumerate(berths):
        if berth:
            return i
    return -1

#: a place may be -1 itself -> differs
def first_free(berths: list[bool], start: int) -> int | None:
    place = -1
    for i in range(start, len(berths)):
        if berths[i]:
            place = i
            break
    if place == -1:
        return None
    return place
#: becomes
def first_free(berths: list[bool], start: int) -> int | None:
    for i in range(start, len(berths)):
        if berths[i]:
            return i
    return None

#: a level that is noted may be -1 -> differs
def first_low(levels: list[int]) -> int:
    found = -1
    for level in levels:
        if found == -1 and level < 3:
            found = level
    return found
#: becomes
def first_low(levels: list[int]) -> int:
    for level in levels:
        if level < 3:
            return level
    return -1

#: the loop is left in another way as well -> differs
def first_free(berths: list[bool], most: int) -> str:
    taken = False
    for i in range(len(berths)):
        if i == most:
            break
        if berths[i]:
            taken = True
            break
    if taken:
        return "some"
    return "none"
#: becomes
def first_free(berths: list[bool], most: int) -> str:
    for berth in berths:
        if berth:
            return "some"
    return "none"

#: the flag is up before -> differs
def first_free(berths: list[bool], known: bool) -> str:
    taken = known
    for berth in berths:
        if berth:
            taken = True
            break
    if taken:
        return "some"
    return "none"
#: becomes
def first_free(berths: list[bool], known: bool) -> str:
    for berth in berths:
        if berth:
            return "some"
    return "none"

#: what is done behind speaks of a name that changed with it -> differs
def first_free(berths: list[bool]) -> int:
    done = False
    place = 7
    for i in range(len(berths)):
        if berths[i]:
            place, done = i, True
            i = 9
            break
    if done:
        return i
    return place
#: becomes
def first_free(berths: list[bool]) -> int:
    for i, berth in enumerate(berths):
        if berth:
            return i
    return 7
