#: a list that is filled and sorted -> proved-under no-effect
def lengths(boats: list[int], least: int) -> list[int]:
    found = []
    for boat in boats:
        if boat > least:
            found.append(boat)
    found.sort()
    return found
#: becomes
def lengths(boats: list[int], least: int) -> list[int]:
    return sorted(boat for boat in boats if boat > least)

#: by what they measure, the longest first -> proved-under no-effect
def in_order(boats):
    found = [boat for boat in boats if boat.late]
    found.sort(key=lambda boat: boat.length, reverse=True)
    return found
#: becomes
def in_order(boats):
    return sorted((boat for boat in boats if boat.late), key=lambda boat: boat.length, reverse=True)

#: equal ones change places -> differs
def in_order(boats: list[str]) -> list[str]:
    found = [boat for boat in boats]
    found.sort(key=lambda boat: len(boat))
    found.reverse()
    return found
#: becomes
def in_order(boats: list[str]) -> list[str]:
    return sorted((boat for boat in boats), key=lambda boat: len(boat), reverse=True)

#: by something else -> differs
def in_order(boats: list[str]) -> list[str]:
    found = [boat for boat in boats]
    found.sort(key=lambda boat: len(boat))
    return found
#: becomes
def in_order(boats: list[str]) -> list[str]:
    return sorted((boat for boat in boats), key=lambda boat: boat.strip())

#: the list that was handed in is sorted itself -> differs
def in_order(boats: list[int]) -> list[int]:
    boats.sort()
    return boats
#: becomes
def in_order(boats: list[int]) -> list[int]:
    return sorted(boat for boat in boats)

#: sorted before some are left out, and after, where one has no order -> differs
def in_order(boats: list[int | None]) -> list[int | None]:
    found = sorted(boat for boat in boats)
    return [boat for boat in found if boat is not None]
#: becomes
def in_order(boats: list[int | None]) -> list[int | None]:
    return sorted(boat for boat in boats if boat is not None)

#: what is called sorted here -> differs
def sorted(boats): return []
def in_order(boats: list[int]) -> list[int]:
    found = [boat for boat in boats]
    found.sort()
    return found
#: becomes
def sorted(boats): return []
def in_order(boats: list[int]) -> list[int]:
    return sorted(boat for boat in boats)

#: what it is sorted by is asked for before, and after -> differs
class Office:
    def __init__(self):
        self.asked = []
    @property
    def rank(self):
        self.asked.append("rank")
        return len
    def in_order(self, boats):
        found = [self.asked.append(boat) or boat for boat in boats]
        found.sort(key=self.rank)
        return found
#: becomes
class Office:
    def __init__(self):
        self.asked = []
    @property
    def rank(self):
        self.asked.append("rank")
        return len
    def in_order(self, boats):
        return sorted((self.asked.append(boat) or boat for boat in boats), key=self.rank)
