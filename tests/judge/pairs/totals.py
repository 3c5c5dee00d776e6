#: a total under a key that is read again and again -> proved-under as-declared+stable-read+as-used+no-effect
def tolls(boats) -> dict[str, int]:
    due = {}
    for boat in boats:
        if boat.kind in due:
            due[boat.kind] += boat.toll
        else:
            due[boat.kind] = boat.toll
    return due
#: becomes
def tolls(boats) -> dict[str, int]:
    due = {}
    for boat in boats:
        kind = boat.kind
        due[kind] = due.get(kind, 0) + boat.toll
    return due

#: a number that is declared to be one -> proved-under as-declared+no-effect
def tolls(kinds: list[str], toll: int) -> dict[str, int]:
    due = {}
    for kind in kinds:
        if kind not in due:
            due[kind] = toll
        else:
            due[kind] = due[kind] + toll
    return due
#: becomes
def tolls(kinds: list[str], toll: int) -> dict[str, int]:
    due = {}
    for kind in kinds:
        due[kind] = due.get(kind, 0) + toll
    return due

#: how often each came, by what is made for it -> proved-under no-effect
from collections import Counter
def often(kinds: list[str]) -> dict[str, int]:
    found = {}
    for kind in kinds:
        if kind in found:
            found[kind] += 1
        else:
            found[kind] = 1
    return found
#: becomes
from collections import Counter
def often(kinds: list[str]) -> dict[str, int]:
    return dict(Counter(kinds))

#: a dict that makes what is missing, handed back as a plain one -> proved-under stable-read+as-used+no-effect
from collections import defaultdict
def tolls(boats):
    due = {}
    for boat in boats:
        if boat.kind not in due:
            due[boat.kind] = 0
        due[boat.kind] += boat.toll
    return due
#: becomes
from collections import defaultdict
def tolls(boats):
    due = defaultdict(int)
    for boat in boats:
        due[boat.kind] += boat.toll
    return dict(due)

#: it is handed back as it is -> differs
from collections import defaultdict
def often(kinds: list[str]) -> dict[str, int]:
    found = {}
    for kind in kinds:
        found[kind] = found.get(kind, 0) + 1
    return found
#: becomes
from collections import defaultdict
def often(kinds: list[str]) -> dict[str, int]:
    found = defaultdict(int)
    for kind in kinds:
        found[kind] += 1
    return found

#: reading it makes what is missing -> differs
from collections import defaultdict
def often(kinds: list[str], wanted: str) -> dict[str, int]:
    found = {}
    for kind in kinds:
        found[kind] = found.get(kind, 0) + 1
    return {} if found.get(wanted, 0) > 2 else found
#: becomes
from collections import defaultdict
def often(kinds: list[str], wanted: str) -> dict[str, int]:
    found = defaultdict(int)
    for kind in kinds:
        found[kind] += 1
    return {} if found[wanted] > 2 else dict(found)

#: the first one counts otherwise -> differs
def tolls(kinds: list[str], toll: int) -> dict[str, int]:
    due = {}
    for kind in kinds:
        if kind in due:
            due[kind] += toll
        else:
            due[kind] = 1
    return due
#: becomes
def tolls(kinds: list[str], toll: int) -> dict[str, int]:
    due = {}
    for kind in kinds:
        due[kind] = due.get(kind, 0) + toll
    return due

#: texts cannot be added to a number -> differs
def notes(kinds: list[str], text: str) -> dict[str, str]:
    found = {}
    for kind in kinds:
        if kind in found:
            found[kind] += text
        else:
            found[kind] = text
    return found
#: becomes
def notes(kinds: list[str], text: str) -> dict[str, str]:
    found = {}
    for kind in kinds:
        found[kind] = found.get(kind, 0) + text
    return found

#: what is added asks whether the entry is there -> differs
def often(kinds: list[str]) -> dict[str, int]:
    found = {}
    for kind in kinds:
        if kind not in found:
            found[kind] = 0
        found[kind] += 2 if kind in found else 1
    return found
#: becomes
def often(kinds: list[str]) -> dict[str, int]:
    found = {}
    for kind in kinds:
        found[kind] = found.get(kind, 0) + (2 if kind in found else 1)
    return found

#: a dict that is counted has its own numbers -> differs
from collections import Counter
def often(kinds: dict[str, int]) -> dict[str, int]:
    return dict(Counter(kinds))
#: becomes
from collections import Counter
def often(kinds: dict[str, int]) -> dict[str, int]:
    found = {}
    for kind in kinds:
        found[kind] = found.get(kind, 0) + 1
    return found

#: lists by their key, made where they are missing -> proved-under hashable+stable-read
from collections import defaultdict
def by_lock(passages):
    found = {}
    for passage in passages:
        if passage.lock not in found:
            found[passage.lock] = []
        found[passage.lock].append(passage.boat)
    return found
#: becomes
from collections import defaultdict
def by_lock(passages):
    found = defaultdict(list)
    for passage in passages:
        found[passage.lock].append(passage.boat)
    return dict(found)

#: what is counted is gone through by its entries -> proved-under stable-read
from collections import Counter
def busy(passages, limit: int):
    often = {}
    for passage in passages:
        often[passage.lock] = often.get(passage.lock, 0) + 1
    found = []
    for lock in often:
        if often[lock] > limit:
            found.append(lock)
    return found
#: becomes
from collections import Counter
def busy(passages, limit: int):
    often = Counter(passage.lock for passage in passages)
    return [lock for lock, count in often.items() if count > limit]

#: a list that is only looked at is made, too -> differs
from collections import defaultdict
def by_kind(kinds: list[str], wanted: str) -> dict[str, list[str]]:
    found: dict[str, list[str]] = {}
    for kind in kinds:
        found.setdefault(kind, []).append(kind)
    if wanted in found and len(found[wanted]) > 2:
        return {}
    return found
#: becomes
from collections import defaultdict
def by_kind(kinds: list[str], wanted: str) -> dict[str, list[str]]:
    found = defaultdict(list)
    for kind in kinds:
        found[kind].append(kind)
    if len(found[wanted]) > 2:
        return {}
    return dict(found)
