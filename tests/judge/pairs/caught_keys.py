#: a key that is waited for, with what stands for none -> proved-under as-declared
def rate(rates: dict, kind: str):
    try:
        return rates[kind]
    except KeyError:
        return 0
#: becomes
def rate(rates: dict, kind: str):
    return rates.get(kind, 0)

#: asked first, in a dict that a new object makes -> proved-under as-used
class Desk:
    def __init__(self):
        self.rates = {}
    def rate(self, kind):
        try:
            found = self.rates[kind]
        except KeyError:
            found = None
        return found
#: becomes
class Desk:
    def __init__(self):
        self.rates = {}
    def rate(self, kind):
        if kind not in self.rates:
            return None
        return self.rates[kind]

#: each of some, gone on with the next -> proved-under as-declared
def sums(rates: dict[str, int], kinds: list[str]):
    total = 0
    for kind in kinds:
        try:
            rate = rates[kind]
        except KeyError:
            continue
        total += rate
    return total
#: becomes
def sums(rates: dict[str, int], kinds: list[str]):
    total = 0
    for kind in kinds:
        if kind in rates:
            total += rates[kind]
    return total

#: a list is asked by place -> differs-this-way
def rate(rates, place):
    try:
        return rates[place]
    except KeyError:
        return 0
#: becomes
def rate(rates, place):
    return rates[place] if place in rates else 0

#: the module has dicts that make what they lack -> differs
from collections import defaultdict
class Desk:
    def __init__(self):
        self.rates = defaultdict(int)
    def rate(self, kind: str):
        try:
            return self.rates[kind]
        except KeyError:
            return 5
#: becomes
from collections import defaultdict
class Desk:
    def __init__(self):
        self.rates = defaultdict(int)
    def rate(self, kind: str):
        if kind in self.rates:
            return self.rates[kind]
        return 5

#: working the key out may fail as well -> differs
def rate(rates: dict, names: dict, kind: str):
    try:
        return rates[names[kind]]
    except KeyError:
        return 0
#: becomes
def rate(rates: dict, names: dict, kind: str):
    if names[kind] in rates:
        return rates[names[kind]]
    return 0

#: None stands for none, and may be there -> differs
def rate(rates: dict, kind: str):
    try:
        return rates[kind]
    except KeyError:
        return 0
#: becomes
def rate(rates: dict, kind: str):
    found = rates.get(kind)
    return 0 if found is None else found

#: another error is waited for -> differs
def rate(rates: dict, kind: str):
    try:
        return rates[kind]
    except ValueError:
        return 0
#: becomes
def rate(rates: dict, kind: str):
    return rates.get(kind, 0)

#: a table of the module is asked, and what is raised hides the key -> proved
def crew(kind: str) -> int:
    if kind == "barge":
        return 3
    elif kind == "tug":
        return 4
    raise ValueError("no such kind: " + kind)
#: becomes
CREW = {"barge": 3, "tug": 4}
def crew(kind: str) -> int:
    try:
        return CREW[kind]
    except KeyError:
        raise ValueError(f"no such kind: {kind}") from None

#: the table of the module is filled on the way -> differs
CREW = {"barge": 3}
def crew(kind: str) -> int:
    CREW["raft"] = 1
    return 3 if kind == "barge" else 0
#: becomes
CREW = {"barge": 3}
def crew(kind: str) -> int:
    CREW["raft"] = 1
    try:
        return CREW[kind]
    except KeyError:
        return 0
