"""Texts with something between them: joined, against what adds them up and asks for the first."""

#: the first one is told by a flag -> proved-under as-used
def crew(names: list[str]) -> str:
    told = ""
    first = True
    for name in names:
        if first:
            first = False
        else:
            told += ", "
        told += name
    return told
#: becomes
def crew(names: list[str]) -> str:
    return ", ".join(name for name in names)

#: the flag goes down behind it; only some are told -> proved-under as-used+no-effect
def crew(boat) -> str:
    told = ""
    first = True
    for sailor in boat.crew:
        if sailor.on_board:
            if not first:
                told += "; "
            told += sailor.name
            first = False
    return told
#: becomes
def crew(boat) -> str:
    return "; ".join(sailor.name for sailor in boat.crew if sailor.on_board)

#: what is handed in is joined as it is -> proved-under as-used
def crew(names: list[str]) -> str:
    told = "Crew: "
    first = True
    for name in names:
        if not first:
            told += ", "
        told += name
        first = False
    return told
#: becomes
def crew(names: list[str]) -> str:
    return "Crew: " + ", ".join(names)

#: a list that is only joined, filled by steps -> proved-under no-effect
def crew(sailors) -> str:
    names = []
    for sailor in sailors:
        if sailor.on_board:
            names.append(sailor.name)
    return ", ".join(names)
#: becomes
def crew(sailors) -> str:
    return ", ".join(sailor.name for sailor in sailors if sailor.on_board)

#: a list that is made at once -> proved
def crew(sailors) -> str:
    names = [sailor.name for sailor in sailors]
    return ", ".join(names)
#: becomes
def crew(sailors) -> str:
    return ", ".join([sailor.name for sailor in sailors])

#: the flag never goes down -> differs
def crew(names: list[str]) -> str:
    told = ""
    first = True
    for name in names:
        if not first:
            told += ", "
        told += name
    return told
#: becomes
def crew(names: list[str]) -> str:
    return ", ".join(name for name in names)

#: the flag goes down for those that are not told, too -> differs
def crew(names: list[str]) -> str:
    told = ""
    first = True
    for name in names:
        if name != "nobody":
            if not first:
                told += ", "
            told += name
        first = False
    return told
#: becomes
def crew(names: list[str]) -> str:
    return ", ".join(name for name in names if name != "nobody")

#: the flag is up at first for the other one -> differs
def crew(names: list[str]) -> str:
    told = ""
    later = True
    for name in names:
        if later:
            told += ", "
        told += name
        later = True
    return told
#: becomes
def crew(names: list[str]) -> str:
    return ", ".join(name for name in names)

#: something else stands between -> differs
def crew(names: list[str]) -> str:
    told = ""
    first = True
    for name in names:
        if not first:
            told += ","
        told += name
        first = False
    return told
#: becomes
def crew(names: list[str]) -> str:
    return ", ".join(name for name in names)

#: it stands behind each, too -> differs
def crew(names: list[str]) -> str:
    told = ""
    for name in names:
        told += name
        told += ", "
    return told
#: becomes
def crew(names: list[str]) -> str:
    return ", ".join(name for name in names)

#: no empty text asks for what stands between -> differs
def crew(names: list[str]) -> str:
    told = ""
    for name in names:
        if told:
            told += ", "
        told += name
    return told
#: becomes
def crew(names: list[str]) -> str:
    return ", ".join(name for name in names)

#: what is joined is turned round -> differs
def crew(names: list[str]) -> str:
    told = ""
    first = True
    for name in names:
        if not first:
            told = ", " + told
        told = name + told
        first = False
    return told
#: becomes
def crew(names: list[str]) -> str:
    return ", ".join(name for name in names)

#: numbers are no texts for who joins them -> differs
def depths(levels: list[int]) -> str:
    told = ""
    first = True
    for level in levels:
        if not first:
            told += ", "
        told += str(level)
        first = False
    return told
#: becomes
def depths(levels: list[int]) -> str:
    return ", ".join(level for level in levels)

#: what stops early does not come out of a generator as it is -> proved-under no-effect
def crew(sailors, next_name) -> str:
    return ", ".join([next_name(s) for s in sailors])
#: becomes
def crew(sailors, next_name) -> str:
    return ", ".join(next_name(s) for s in sailors)

#: the list is looked at again -> differs
def crew(names: list[str]) -> tuple[str, int]:
    told = []
    for name in names:
        if name:
            told.append(name)
    return ", ".join(told), len(told)
#: becomes
def crew(names: list[str]) -> tuple[str, int]:
    told = []
    return ", ".join(name for name in names if name), len(told)

#: the first one is told by its place -> proved-under as-used
def crew(names: list[str]) -> str:
    told = ""
    for i, name in enumerate(names):
        if i > 0:
            told += ", "
        told += name
    return told
#: becomes
def crew(names: list[str]) -> str:
    return ", ".join(names)

#: by its place in a list that is asked for its elements -> proved
def crew(names: list[str]) -> str:
    told = ""
    for i in range(len(names)):
        if i == 0:
            told += names[i]
        else:
            told += ", "
            told += names[i]
    return told
#: becomes
def crew(names: list[str]) -> str:
    told = ""
    first = True
    for name in names:
        if not first:
            told += ", "
        told += name
        first = False
    return told

#: the place counts those that are not told, too -> differs
def crew(names: list[str]) -> str:
    told = ""
    for i, name in enumerate(names):
        if name:
            if i > 0:
                told += ", "
            told += name
    return told
#: becomes
def crew(names: list[str]) -> str:
    return ", ".join(name for name in names if name)

#: the place counts from one -> differs
def crew(names: list[str]) -> str:
    told = ""
    for i, name in enumerate(names, 1):
        if i > 0:
            told += ", "
        told += name
    return told
#: becomes
def crew(names: list[str]) -> str:
    return ", ".join(names)

#: the second one is asked for, not the first -> differs
def crew(names: list[str]) -> str:
    told = ""
    for i, name in enumerate(names):
        if i > 1:
            told += ", "
        told += name
    return told
#: becomes
def crew(names: list[str]) -> str:
    return ", ".join(names)

#: what stands behind the last one is cut off -> proved
def crew(names: list[str]) -> str:
    told = ""
    for name in names:
        if name:
            told += name + ", "
    return told[:-2]
#: becomes
def crew(names: list[str]) -> str:
    return ", ".join(name for name in names if name)

#: too little is cut off -> differs
def crew(names: list[str]) -> str:
    told = ""
    for name in names:
        told += name + ", "
    return told[:-1]
#: becomes
def crew(names: list[str]) -> str:
    return ", ".join(names)

#: something stands in front -> differs
def crew(names: list[str]) -> str:
    told = "Crew:"
    for name in names:
        told += name + ", "
    return told[:-2]
#: becomes
def crew(names: list[str]) -> str:
    return "Crew:" + ", ".join(names)

#: it is looked at on the way -> differs
def crew(names: list[str]) -> str:
    told = ""
    for name in names:
        if told.endswith("Ann, "):
            break
        told += name + ", "
    return told[:-2]
#: becomes
def crew(names: list[str]) -> str:
    return ", ".join(names)

#: what went wrong is hidden, and what was told so far is shown -> differs
def crew(names: list[str], berths: dict[str, str]) -> str:
    told = ""
    try:
        for name in names:
            told += berths[name] + ", "
        told = told[:-2]
    except KeyError:
        pass
    return told
#: becomes
def crew(names: list[str], berths: dict[str, str]) -> str:
    told = ""
    try:
        told = ", ".join(berths[name] for name in names)
    except KeyError:
        pass
    return told

#: two things are added -> differs
def crew(names: list[str]) -> str:
    told = ""
    for name in names:
        told += name + ", "
        told += "and "
    return told[:-2]
#: becomes
def crew(names: list[str]) -> str:
    return ", ".join(names)

#: a flag that is lowered in one arm is as good as one that is lowered behind both -> proved
def moor(boats: list[int], call) -> None:
    first = True
    for boat in boats:
        if first:
            first = False
        else:
            call("next")
        call(boat)
#: becomes
def moor(boats: list[int], call) -> None:
    later = True
    for boat in boats:
        if not later:
            call("next")
        call(boat)
        later = False

#: a flag that is raised again in one arm is another one -> differs
def moor(boats: list[int], call) -> None:
    first = True
    for boat in boats:
        if first:
            first = False
        else:
            call("next")
            first = boat > 7
        call(boat)
#: becomes
def moor(boats: list[int], call) -> None:
    first = True
    for boat in boats:
        if not first:
            call("next")
        call(boat)
        first = False

#: what is declared to be missing at times is no text: who joins it fails in other words -> differs
def a(names: list[str | None]) -> str:
    told = ""
    first = True
    for name in names:
        if not first:
            told += ", "
        told += name
        first = False
    return told
#: becomes
def a(names: list[str | None]) -> str:
    return ", ".join(name for name in names)

#: the same with nothing between -> differs
def c(names: list[str | None]) -> str:
    told = ""
    for name in names:
        told += name
    return told
#: becomes
def c(names: list[str | None]) -> str:
    return "".join(name for name in names)

#: the same cut off -> differs
def d(names: list[str | None]) -> str:
    told = ""
    for name in names:
        told += name + ", "
    return told[:-2]
#: becomes
def d(names: list[str | None]) -> str:
    return ", ".join(name for name in names)

#: what is declared to be missing cannot be gone through -> differs
def e(names: list[str] | None) -> str:
    told = ""
    first = True
    for name in names:
        if not first:
            told += ", "
        told += name
        first = False
    return told
#: becomes
def e(names: list[str] | None) -> str:
    return ", ".join(names)

#: what turned out to be there is a text -> proved-under as-declared
def c(names: list[str | None]) -> str:
    told = ""
    for name in names:
        if name is not None:
            told += name
    return told
#: becomes
def c(names: list[str | None]) -> str:
    return "".join(name for name in names if name is not None)

#: what turned out to be there is cut off -> proved-under as-declared
def c(names: list[str | None]) -> str:
    told = ""
    for name in names:
        if name:
            told += name + ", "
    return told[:-2]
#: becomes
def c(names: list[str | None]) -> str:
    return ", ".join(name for name in names if name)

#: numbers added to texts fail in other words where the comma comes first -> differs
def depths(levels: list[int]) -> str:
    told = ""
    for level in levels:
        told += level + ", "
    return told[:-2]
#: becomes
def depths(levels: list[int]) -> str:
    told = ""
    first = True
    for level in levels:
        if not first:
            told += ", "
        told += level
        first = False
    return told
