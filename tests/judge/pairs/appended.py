#: two lines at once -> proved
def lines(boats):
    found = []
    for boat in boats:
        found.append(boat.name)
        if boat.late:
            found.append("late")
            found.append(boat.berth)
    return found
#: becomes
def lines(boats):
    found = []
    for boat in boats:
        found += [boat.name]
        if boat.late:
            found.extend(("late", boat.berth))
    return found

#: a heading, what is chosen, and an end -> proved-under no-effect
def lines(boats):
    found = ["boats"]
    for boat in boats:
        if boat.late:
            found.append(boat.name)
    found.append("end")
    return found
#: becomes
def lines(boats):
    return ["boats", *(boat.name for boat in boats if boat.late), "end"]

#: one list behind another -> proved
def lines(boats, boat):
    found = []
    for each in boats:
        found.append(each.name)
    found.append(boat.name)
    return found
#: becomes
def lines(boats, boat):
    return [boat.name for boat in boats] + [boat.name]

#: the other way round -> differs
def lines(boats: list[str], boat: str):
    found = []
    for each in boats:
        found.append(each)
    found.append(boat)
    return found
#: becomes
def lines(boats: list[str], boat: str):
    return [boat] + [each for each in boats]

#: somebody else has the list -> differs
def lines(desk: list, boat: str):
    found = []
    desk.append(found)
    found.append(boat)
    found.append(str(len(desk[-1])))
    return found
#: becomes
def lines(desk: list, boat: str):
    found = []
    desk.append(found)
    found += [boat, str(len(desk[-1]))]
    return found

#: a list of whoever calls is made longer, or another one -> differs
def lines(found: list, boat: str):
    found.append(boat)
    return len(found)
#: becomes
def lines(found: list, boat: str):
    found = found + [boat]
    return len(found)

#: what fails in the middle leaves what was there -> differs
def lines(boats: list[str], levels: dict):
    found = []
    try:
        for boat in boats:
            found.append(levels[boat])
    except KeyError:
        pass
    return found
#: becomes
def lines(boats: list[str], levels: dict):
    found = []
    try:
        found += [levels[boat] for boat in boats]
    except KeyError:
        pass
    return found

#: what is put there asks for the list itself -> differs
def lines(boats: list[str]):
    found = []
    for boat in boats:
        found.append(boat)
        found.append(str(len(found)))
    return found
#: becomes
def lines(boats: list[str]):
    found = []
    for boat in boats:
        found += [boat, str(len(found))]
    return found

#: a list and a tuple are no list -> differs
def lines(boat: str):
    found = ["boat"]
    found.append(boat)
    return found
#: becomes
def lines(boat: str):
    found = []
    found += ["boat"] + (boat,)
    return found
