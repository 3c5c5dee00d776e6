#: compared with True and with False -> proved-under as-used
def may_enter(lock, boat):
    if lock.open == True and boat.late == False:
        return 1
    return 0
#: becomes
def may_enter(lock, boat):
    if lock.open and not boat.late:
        return 1
    return 0


#: declared where a new object is made -> proved-under as-declared
class Lock:
    def __init__(self, open: bool):
        self.open = open
def may_enter(lock: Lock):
    if lock.open == True:
        return 1
    return 0
#: becomes
class Lock:
    def __init__(self, open: bool):
        self.open = open
def may_enter(lock: Lock):
    return 1 if lock.open else 0


#: only the new version compares -> differs-this-way
def may_enter(late):
    if not late:
        return 1
    return 0
#: becomes
def may_enter(late):
    return 1 if late == False else 0


#: nothing is no False -> differs
def may_enter(late=None):
    if late == False:
        return 1
    return 0
#: becomes
def may_enter(late=None):
    return 0 if late else 1


#: set to nothing elsewhere -> differs
class Boat:
    def __init__(self):
        self.late = None
def may_enter(boat: Boat):
    if boat.late == False:
        return 1
    return 0
#: becomes
class Boat:
    def __init__(self):
        self.late = None
def may_enter(boat: Boat):
    if not boat.late:
        return 1
    return 0


#: a number, as it is added to -> differs
def fee(days: int):
    if days == True:
        return days + 1
    return 0
#: becomes
def fee(days: int):
    if days:
        return days + 1
    return 0


#: counted elsewhere -> differs
def fee(boat):
    if boat.days == True:
        return 1
    return 0
def later(boat):
    boat.days += 1
#: becomes
def fee(boat):
    if boat.days:
        return 1
    return 0
def later(boat):
    boat.days += 1


#: the wrong one of the two -> differs
def may_enter(late):
    if late == True:
        return 1
    return 0
#: becomes
def may_enter(late):
    return 0 if late else 1
