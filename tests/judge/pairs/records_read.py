#: what every record evidently has is not read where nothing comes of it -> proved-under as-used+no-effect+plain-truth
def add_up(boats, paid):
    total = 0
    for boat in boats:
        fits = True
        if boat["late"]:
            fits = False
        if boat["toll"] != paid:
            fits = False
        if fits:
            total += 1
    return total
#: becomes
def add_up(boats, paid):
    total = 0
    for boat in boats:
        if boat["late"]:
            continue
        if boat["toll"] != paid:
            continue
        total += 1
    return total

#: some code asks whether it is there -> unproved
def has_toll(boat):
    return "toll" in boat
def fits(boat, paid):
    told = True
    if boat["late"]:
        told = False
    if boat["toll"] != paid:
        told = False
    return told
#: becomes
def has_toll(boat):
    return "toll" in boat
def fits(boat, paid):
    if boat["late"]:
        return False
    if boat["toll"] != paid:
        return False
    return True

#: some code asks for it as if it need not be there -> unproved
def toll_of(boat):
    return boat.get("toll", 0)
def fits(boat, paid):
    told = True
    if boat["late"]:
        told = False
    if boat["toll"] != paid:
        told = False
    return told
#: becomes
def toll_of(boat):
    return boat.get("toll", 0)
def fits(boat, paid):
    if boat["late"]:
        return False
    if boat["toll"] != paid:
        return False
    return True

#: some code takes it out -> unproved
def clear(boat):
    del boat["toll"]
def fits(boat, paid):
    told = True
    if boat["late"]:
        told = False
    if boat["toll"] != paid:
        told = False
    return told
#: becomes
def clear(boat):
    del boat["toll"]
def fits(boat, paid):
    if boat["late"]:
        return False
    if boat["toll"] != paid:
        return False
    return True

#: some code waits for it to be missing -> unproved
def try_all(boats):
    try:
        return [fits(b, 0) for b in boats]
    except LookupError:
        return -1
def fits(boat, paid):
    told = True
    if boat["late"]:
        told = False
    if boat["toll"] != paid:
        told = False
    return told
#: becomes
def try_all(boats):
    try:
        return [fits(b, 0) for b in boats]
    except LookupError:
        return -1
def fits(boat, paid):
    if boat["late"]:
        return False
    if boat["toll"] != paid:
        return False
    return True

#: some records are made without it -> unproved
BOATS = [{"late": 1, "toll": 2}, {"late": 0}]
def fits(boat, paid):
    told = True
    if boat["late"]:
        told = False
    if boat["toll"] != paid:
        told = False
    return told
#: becomes
BOATS = [{"late": 1, "toll": 2}, {"late": 0}]
def fits(boat, paid):
    if boat["late"]:
        return False
    if boat["toll"] != paid:
        return False
    return True

#: a class of the module says what is there -> unproved
class Book(dict):
    def __missing__(self, key):
        self[key] = 3
        return 3
def fits(boat, paid):
    told = True
    if boat["late"]:
        told = False
    if boat["toll"] != paid:
        told = False
    return told
#: becomes
class Book(dict):
    def __missing__(self, key):
        self[key] = 3
        return 3
def fits(boat, paid):
    if boat["late"]:
        return False
    if boat["toll"] != paid:
        return False
    return True

#: nothing was read of it before -> unproved
def toll(boat, paid):
    if boat["toll"] != paid:
        pass
    return paid
#: becomes
def toll(boat, paid):
    return paid

#: a read that is only there to fail -> unproved
def toll(boat):
    name = boat["name"]
    boat["toll"]
    return name
#: becomes
def toll(boat):
    name = boat["name"]
    return name

#: a dict of which something else is declared -> differs
def toll(boat: dict[str, int], paid: int) -> bool:
    if boat["late"]:
        late = True
    else:
        late = False
    if boat["toll"] != paid:
        late = True
    return late
#: becomes
def toll(boat: dict[str, int], paid: int) -> bool:
    if boat["late"]:
        return True
    if boat["toll"] != paid:
        return True
    return False

#: another record is asked -> unproved
def toll(boat, other, paid):
    ok = True
    if boat["late"]:
        ok = False
    if other["toll"] != paid:
        ok = False
    return ok
#: becomes
def toll(boat, other, paid):
    if boat["late"]:
        return False
    if other["toll"] != paid:
        return False
    return True

#: what is under a worked-out key -> differs
def toll(boat, key, paid):
    ok = True
    if boat["late"]:
        ok = False
    if boat[key] != paid:
        ok = False
    return ok
#: becomes
def toll(boat, key, paid):
    if boat["late"]:
        return False
    if boat[key] != paid:
        return False
    return True

#: asking for what is not there puts it there -> unproved
from collections import defaultdict
def first(counts):
    late = counts["late"]
    toll = counts["toll"]
    if late:
        return late
    return toll
def count(boats):
    counts = defaultdict(int)
    for boat in boats:
        counts[boat] += 1
    first(counts)
    return len(counts)
#: becomes
from collections import defaultdict
def first(counts):
    late = counts["late"]
    if late:
        return late
    toll = counts["toll"]
    return toll
def count(boats):
    counts = defaultdict(int)
    for boat in boats:
        counts[boat] += 1
    first(counts)
    return len(counts)

#: what was there is taken out in between -> unproved
def first(boat, log):
    late = boat["late"]
    boat.clear()
    toll = boat["toll"]
    if late:
        return late
    return toll
#: becomes
def first(boat, log):
    late = boat["late"]
    boat.clear()
    if late:
        return late
    return boat["toll"]

#: it is put there by somebody in between -> unproved
def first(boat, log):
    late = boat["late"]
    log.fill(boat)
    toll = boat["toll"]
    if late:
        return late
    return toll
#: becomes
def first(boat, log):
    late = boat["late"]
    log.fill(boat)
    if late:
        return late
    return boat["toll"]

#: what the environment lacks is asked for first -> unproved
import os
def login(keeper):
    home = os.environ["CANAL_HOME"]
    token = os.environ["CANAL_TOKEN"]
    if home == keeper:
        return None
    return token
#: becomes
import os
def login(keeper):
    home = os.environ["CANAL_HOME"]
    if home == keeper:
        return None
    return os.environ["CANAL_TOKEN"]

#: what a form lacks is refused before anything is done -> unproved
def book(request, keeper):
    boat = request.form["boat"]
    toll = request.form["toll"]
    if boat == keeper:
        return None
    return toll
#: becomes
def book(request, keeper):
    boat = request.form["boat"]
    if boat == keeper:
        return None
    return request.form["toll"]

#: what a table of the module lacks -> unproved
TOLLS = {}
def note(name, pence):
    TOLLS[name] = pence
def toll(keeper):
    day = TOLLS["day"]
    night = TOLLS["night"]
    if day == keeper:
        return day
    return night
#: becomes
TOLLS = {}
def note(name, pence):
    TOLLS[name] = pence
def toll(keeper):
    day = TOLLS["day"]
    if day == keeper:
        return day
    return TOLLS["night"]
