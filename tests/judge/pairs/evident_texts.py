"""Values without a declaration that texts are added to, and so are texts."""

#: texts in a row, added one after the other and put together before -> proved-under as-used
def sign(boat, hour):
    text = boat.name + " "
    text += "at %d" % hour
    text += " (late)"
    return text
#: becomes
def sign(boat, hour):
    text = boat.name + " "
    text += "at %d" % hour + " (late)"
    return text

#: a sum is an f-string -> proved-under as-used
def sign(boat, berth):
    return boat + " in " + berth
#: becomes
def sign(boat, berth):
    return f"{boat} in {berth}"

#: a filled text is a sum -> proved-under as-used
def sign(boat, berth):
    return "%s in %s" % (boat, berth)
#: becomes
def sign(boat, berth):
    return boat + " in " + berth

#: what is None at first is no text then -> unproved
def sign(boat, berth=None):
    return boat + " in " + berth
#: becomes
def sign(boat, berth=None):
    return f"{boat} in {berth}"

#: what is asked for being there may be missing -> unproved
def sign(boat, berth, log):
    if berth is None:
        log(boat)
    return boat + " in " + berth
#: becomes
def sign(boat, berth, log):
    if berth is None:
        log(boat)
    return f"{boat} in {berth}"

#: what is asked for its kind may be another -> unproved
def sign(boat, berth):
    place = "dock" if isinstance(berth, int) else "quay"
    return place + " " + berth
#: becomes
def sign(boat, berth):
    place = "dock" if isinstance(berth, int) else "quay"
    return f"{place} {berth}"

#: who waits for the failure means other kinds too -> differs
def sign(boat, berth):
    try:
        return boat + " in " + berth
    except TypeError:
        return "?"
#: becomes
def sign(boat, berth):
    try:
        return f"{boat} in {berth}"
    except TypeError:
        return "?"

#: what a text is added to in place may be a list -> differs
def sign(boats: list[str], mark: str):
    boats += "a"
    boats += mark
    return boats[0]
#: becomes
def sign(boats: list[str], mark: str):
    boats += "b" + mark
    return boats[0]

#: a number that is declared is no text -> differs
def sign(boat, berth: int):
    return boat + berth
#: becomes
def sign(boat, berth: int):
    return f"{boat}{berth}"

#: a whole number is written out before it is needed -> proved-under no-effect
def number(lines, strict):
    n = 0
    problems = []
    for line in lines:
        n += 1
        if not line:
            if strict:
                raise ValueError("line %d: empty" % n)
            problems.append("line %d: empty" % n)
    return problems
#: becomes
def number(lines, strict):
    n = 0
    problems = []
    for line in lines:
        n += 1
        if not line:
            refuse("line %d: empty" % n, strict, problems)
    return problems
def refuse(text, strict, problems):
    if strict:
        raise ValueError(text)
    problems.append(text)

#: a float may be none that is written out as a whole number -> differs
def number(level: float, is_shown: bool):
    if is_shown:
        return "%d" % level
    return ""
#: becomes
def number(level: float, is_shown: bool):
    text = "%d" % level
    if is_shown:
        return text
    return ""

#: there are more places than values -> differs
def number(level: int, is_shown: bool):
    if is_shown:
        return "%d of %d" % level
    return ""
#: becomes
def number(level: int, is_shown: bool):
    text = "%d of %d" % level
    if is_shown:
        return text
    return ""

#: another text is filled in -> differs
def number(level: int, is_shown: bool):
    if is_shown:
        return "at %d" % level
    return ""
#: becomes
def number(level: int, is_shown: bool):
    text = "to %d" % level
    if is_shown:
        return text
    return ""

#: what both make of a name alike does not have to be a text -> proved-under as-declared+hashable+stable-read
def sign(signs: dict[str, str], boat):
    if boat.kind in signs:
        sign = signs[boat.kind]
    else:
        sign = None
    if sign is None:
        raise LookupError("not ours: " + boat.name)
    return sign
#: becomes
def sign(signs: dict[str, str], boat):
    sign = signs.get(boat.kind)
    if sign is None:
        raise LookupError("not ours: " + boat.name)
    return sign

#: what has its white space taken off is a text -> proved-under as-used
def filled(lines):
    found = []
    for line in lines:
        if line.strip() != "":
            found.append(line)
    return found
#: becomes
def filled(lines):
    return [line for line in lines if line.strip()]

#: a class of the module has such a method -> unproved
class Deck:
    def __init__(self, paint):
        self.paint = paint
    def strip(self):
        return self.paint
def filled(decks):
    return [deck for deck in decks if deck.strip() != ""]
#: becomes
class Deck:
    def __init__(self, paint):
        self.paint = paint
    def strip(self):
        return self.paint
def filled(decks):
    return [deck for deck in decks if deck.strip()]
