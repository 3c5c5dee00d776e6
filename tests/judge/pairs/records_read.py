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

#: the second of two is only read where the first says nothing -> proved-under as-used+stable-read
def first(boat):
    late, toll = boat["late"], boat["toll"]
    return late or toll
#: becomes
def first(boat):
    return boat["late"] or boat["toll"]

#: some code asks whether it is there -> unproved
def has_toll(boat):
    return "toll" in boat
def first(boat):
    late, toll = boat["late"], boat["toll"]
    return late or toll
#: becomes
def has_toll(boat):
    return "toll" in boat
def first(boat):
    return boat["late"] or boat["toll"]

#: some code asks for it as if it need not be there -> unproved
def toll_of(boat):
    return boat.get("toll", 0)
def first(boat):
    late, toll = boat["late"], boat["toll"]
    return late or toll
#: becomes
def toll_of(boat):
    return boat.get("toll", 0)
def first(boat):
    return boat["late"] or boat["toll"]

#: some code takes it out -> unproved
def clear(boat):
    del boat["toll"]
def first(boat):
    late, toll = boat["late"], boat["toll"]
    return late or toll
#: becomes
def clear(boat):
    del boat["toll"]
def first(boat):
    return boat["late"] or boat["toll"]

#: some code waits for it to be missing -> unproved
def try_all(boats):
    try:
        return [first(b) for b in boats]
    except LookupError:
        return -1
def first(boat):
    late, toll = boat["late"], boat["toll"]
    return late or toll
#: becomes
def try_all(boats):
    try:
        return [first(b) for b in boats]
    except LookupError:
        return -1
def first(boat):
    return boat["late"] or boat["toll"]

#: some records are made without it -> unproved
BOATS = [{"late": 1, "toll": 2}, {"late": 0}]
def first(boat):
    late, toll = boat["late"], boat["toll"]
    return late or toll
#: becomes
BOATS = [{"late": 1, "toll": 2}, {"late": 0}]
def first(boat):
    return boat["late"] or boat["toll"]

#: a class of the module says what is there -> unproved
class Book(dict):
    def __missing__(self, key):
        self[key] = 3
        return 3
def first(boat):
    late, toll = boat["late"], boat["toll"]
    return late or toll
#: becomes
class Book(dict):
    def __missing__(self, key):
        self[key] = 3
        return 3
def first(boat):
    return boat["late"] or boat["toll"]

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
def first(boat, other):
    late, toll = boat["late"], other["toll"]
    return late or toll
#: becomes
def first(boat, other):
    return boat["late"] or other["toll"]

#: what is under a worked-out key -> differs
def first(boat, key):
    late, toll = boat["late"], boat[key]
    return late or toll
#: becomes
def first(boat, key):
    return boat["late"] or boat[key]

#: asking for what is not there puts it there -> unproved
from collections import defaultdict
COUNTS = defaultdict(int)
def first(boat):
    late, toll = boat["late"], boat["toll"]
    return late or toll
#: becomes
from collections import defaultdict
COUNTS = defaultdict(int)
def first(boat):
    return boat["late"] or boat["toll"]

#: what was there is taken out in between -> unproved
def first(boat):
    late = boat["late"]
    boat.clear()
    toll = boat["toll"]
    return late or toll
#: becomes
def first(boat):
    late = boat["late"]
    boat.clear()
    return late or boat["toll"]

#: it is put there by somebody in between -> unproved
def first(boat, log):
    late = boat["late"]
    log.fill(boat)
    toll = boat["toll"]
    return late or toll
#: becomes
def first(boat, log):
    late = boat["late"]
    log.fill(boat)
    return late or boat["toll"]

#: what the environment lacks is asked for first -> unproved
import os
def login():
    home, token = os.environ["HOME_LOCK"], os.environ["TOKEN"]
    return home or token
#: becomes
import os
def login():
    return os.environ["HOME_LOCK"] or os.environ["TOKEN"]

#: what a form lacks is refused before anything is done -> unproved
def book(request):
    boat, toll = request.form["boat"], request.form["toll"]
    return boat or toll
#: becomes
def book(request):
    return request.form["boat"] or request.form["toll"]

#: what a table of the module lacks -> unproved
TOLLS = {}
def note(name, pence):
    TOLLS[name] = pence
def toll():
    day, night = TOLLS["day"], TOLLS["night"]
    return day or night
#: becomes
TOLLS = {}
def note(name, pence):
    TOLLS[name] = pence
def toll():
    return TOLLS["day"] or TOLLS["night"]

#: the keys that have to be there are listed -> unproved
NEEDED = ("late", "toll")
def lacks(boat):
    return [k for k in NEEDED if k not in boat]
def first(boat):
    late, toll = boat["late"], boat["toll"]
    return late or toll
#: becomes
NEEDED = ("late", "toll")
def lacks(boat):
    return [k for k in NEEDED if k not in boat]
def first(boat):
    return boat["late"] or boat["toll"]

#: records are made step by step -> unproved
def made(late):
    boat = {}
    boat["late"] = late
    return boat
def first(boat):
    late, toll = boat["late"], boat["toll"]
    return late or toll
#: becomes
def made(late):
    boat = {}
    boat["late"] = late
    return boat
def first(boat):
    return boat["late"] or boat["toll"]

#: records are made by words -> unproved
def made(late):
    return dict(late=late)
def first(boat):
    late, toll = boat["late"], boat["toll"]
    return late or toll
#: becomes
def made(late):
    return dict(late=late)
def first(boat):
    return boat["late"] or boat["toll"]

#: whatever fails is told -> unproved
def told(boat):
    try:
        return first(boat)
    except Exception:
        return None
def first(boat):
    late, toll = boat["late"], boat["toll"]
    return late or toll
#: becomes
def told(boat):
    try:
        return first(boat)
    except Exception:
        return None
def first(boat):
    return boat["late"] or boat["toll"]

#: what is missing is passed over -> unproved
from contextlib import suppress
def told(boat):
    with suppress(KeyError):
        return first(boat)
def first(boat):
    late, toll = boat["late"], boat["toll"]
    return late or toll
#: becomes
from contextlib import suppress
def told(boat):
    with suppress(KeyError):
        return first(boat)
def first(boat):
    return boat["late"] or boat["toll"]

#: a dict that fills itself has another name -> unproved
from collections import defaultdict as tolls
def first(boat):
    late, toll = boat["late"], boat["toll"]
    return late or toll
#: becomes
from collections import defaultdict as tolls
def first(boat):
    return boat["late"] or boat["toll"]

#: the environment under another name -> unproved
import os
def login():
    env = os.environ
    home, token = env["HOME_LOCK"], env["TOKEN"]
    return home or token
#: becomes
import os
def login():
    env = os.environ
    return env["HOME_LOCK"] or env["TOKEN"]

#: the environment by default -> unproved
import os
def login(env=os.environ):
    home, token = env["HOME_LOCK"], env["TOKEN"]
    return home or token
#: becomes
import os
def login(env=os.environ):
    return env["HOME_LOCK"] or env["TOKEN"]

#: whatever is named in the call -> unproved
def login(**env):
    home, token = env["HOME_LOCK"], env["TOKEN"]
    return home or token
#: becomes
def login(**env):
    return env["HOME_LOCK"] or env["TOKEN"]

#: a class says that it need not be there -> unproved
from typing import NotRequired, TypedDict
class Boat(TypedDict):
    late: int
    toll: NotRequired[int]
def first(boat):
    late, toll = boat["late"], boat["toll"]
    return late or toll
#: becomes
from typing import NotRequired, TypedDict
class Boat(TypedDict):
    late: int
    toll: NotRequired[int]
def first(boat):
    return boat["late"] or boat["toll"]
