#: counted in place, counted with what stands in for nothing -> proved
def tolls(boats):
    found = {}
    for boat in boats:
        kind = boat.kind
        if kind in found:
            found[kind] += 1
        else:
            found[kind] = 1
    return found
#: becomes
def tolls(boats):
    found = {}
    for boat in boats:
        kind = boat.kind
        found[kind] = found.get(kind, 0) + 1
    return found

#: what is put in only to be added to -> proved-under no-effect
def tolls(boats):
    found: dict[str, int] = {}
    for boat in boats:
        kind, tons = boat.kind, boat.tons
        pence = int(tons)
        if kind not in found:
            found[kind] = 0
        found[kind] += pence
    return found
#: becomes
def tolls(boats):
    found: dict[str, int] = {}
    for boat in boats:
        kind, tons = boat.kind, boat.tons
        pence = int(tons)
        found[kind] = found.get(kind, 0) + pence
    return found

#: under keys that are texts -> proved-under no-effect
def marks(name: str):
    found = {}
    for letter in "lock":
        if letter not in found:
            found[letter] = 0
        found[letter] += 1
    return found
#: becomes
def marks(name: str):
    found = {}
    for letter in "lock":
        found[letter] = found.get(letter, 0) + 1
    return found

#: what is added may be a list -> unproved
def kept(boats):
    found = {}
    for boat in boats:
        if boat.kind in found:
            found[boat.kind] += boat.tons
        else:
            found[boat.kind] = boat.tons
    return found
#: becomes
def kept(boats):
    found = {}
    for boat in boats:
        if boat.kind in found:
            found[boat.kind] = found[boat.kind] + boat.tons
        else:
            found[boat.kind] = boat.tons
    return found

#: somebody else may fill it -> unproved
def kept(fill, more: list[int]):
    found = {}
    fill(found)
    for kind in ("tug", "raft"):
        if kind in found:
            found[kind] += more
    return found
#: becomes
def kept(fill, more: list[int]):
    found = {}
    fill(found)
    for kind in ("tug", "raft"):
        if kind in found:
            found[kind] = found[kind] + more
    return found

#: what is put in is seen where adding fails -> unproved
def counted(found: dict, kind: str, tons) -> None:
    if kind not in found:
        found[kind] = 0
    found[kind] += tons
#: becomes
def counted(found: dict, kind: str, tons) -> None:
    found[kind] = found.get(kind, 0) + tons

#: another key is added to -> differs
def counted(kinds: list[str]) -> dict[str, int]:
    found = {"tug": 0, "": 0}
    for kind in kinds:
        last = kind.strip()
        if kind not in found:
            found[kind] = 0
        found[last] += 1
    return found
#: becomes
def counted(kinds: list[str]) -> dict[str, int]:
    found = {"tug": 0, "": 0}
    for kind in kinds:
        last = kind.strip()
        found[kind] = found.get(last, 0) + 1
    return found

#: it starts from something else -> differs
def counted(kinds: list[str]) -> dict[str, int]:
    found = {}
    for kind in kinds:
        if kind in found:
            found[kind] += 1
        else:
            found[kind] = 2
    return found
#: becomes
def counted(kinds: list[str]) -> dict[str, int]:
    found = {}
    for kind in kinds:
        found[kind] = found.get(kind, 0) + 1
    return found

#: a generator hands the dict out while it is filled -> differs
def counted(kinds: list[str]):
    found = {}
    for kind in kinds:
        yield found
        if kind not in found:
            found[kind] = 0
        found[kind] += 1
#: becomes
def counted(kinds: list[str]):
    found = {}
    for kind in kinds:
        yield found
        found[kind] = found[kind] + 1 if kind in found else 2

#: an inner function fills it -> differs
def kept(more: list[int], words: list[str]):
    found = {}
    def note(word):
        found[word] = more
    for word in words:
        note(word)
        found[word] += [1]
    return found
#: becomes
def kept(more: list[int], words: list[str]):
    found = {}
    def note(word):
        found[word] = more
    for word in words:
        note(word)
        found[word] = found[word] + [1]
    return found

#: one dict under two names, by one of which lists are put into it -> unproved
def kept(words: list[str]):
    found = again = {}
    for word in words:
        again[word] = [1]
        if word in found:
            found[word] += [2]
    return found
#: becomes
def kept(words: list[str]):
    found = again = {}
    for word in words:
        again[word] = [1]
        if word in found:
            found[word] = found[word] + [2]
    return found

#: one dict under two names, which only looks as if it held numbers -> differs
def kept(words: list[str]):
    found = again = {}
    seen = []
    for word in words:
        again[word] = seen
        if word in found:
            found[word] += (1,)
    found["tug"] = 1
    return seen
#: becomes
def kept(words: list[str]):
    found = again = {}
    seen = []
    for word in words:
        again[word] = seen
        if word in found:
            found[word] = found[word] + [1]
    found["tug"] = 1
    return seen

#: one dict under two names, with a number added to a list -> differs
def kept(words: list[str]):
    found = again = {}
    for word in words:
        again[word] = words
        if word in found:
            found[word] += 1
    return found
#: becomes
def kept(words: list[str]):
    found = again = {}
    for word in words:
        again[word] = words
        if word in found:
            found[word] = found[word] + 1
    return found

#: names are shown to somebody who may put something in -> unproved
def counted(words: list[str], look):
    found = {}
    look(locals())
    for word in words:
        if word in found:
            found[word] += 1
        else:
            found[word] = 1
    return found
#: becomes
def counted(words: list[str], look):
    found = {}
    look(locals())
    for word in words:
        found[word] = found.get(word, 0) + 1
    return found

#: a frame is looked into -> differs
import sys
def put():
    sys._getframe(1).f_locals["found"]["tug"] = []
def counted(words: list[str]):
    found = {}
    for word in words:
        put()
        if word in found:
            found[word] += 1
        else:
            found[word] = 1
    return found
#: becomes
import sys
def put():
    sys._getframe(1).f_locals["found"]["tug"] = []
def counted(words: list[str]):
    found = {}
    for word in words:
        put()
        found[word] = found.get(word, 0) + 1
    return found
