#: a list of a row of a table is the display of that row -> proved
def steps(kind: str):
    if kind == "open": return ["drain", "open"]
    if kind == "shut": return ["shut"]
    raise KeyError(kind)
#: becomes
STEPS = {"open": ("drain", "open"), "shut": ("shut",)}
def steps(kind: str):
    return list(STEPS[kind])

#: with a row for all others -> proved
def steps(kind: str, crew: int):
    if kind == "open": todo = ["drain", "open"]
    elif kind == "shut": todo = []
    else: todo = ["ask", "wait"]
    if crew > 2: todo.append("rest")
    return todo
#: becomes
STEPS = {"open": ("drain", "open"), "shut": ()}
def steps(kind: str, crew: int):
    todo = list(STEPS.get(kind, ("ask", "wait")))
    if crew > 2: todo.append("rest")
    return todo

#: a list of a constant -> proved
def order(first: str):
    found = ["drain", "open"]
    found.append(first)
    return found
#: becomes
STEPS = ("drain", "open")
def order(first: str):
    found = list(STEPS)
    found.append(first)
    return found

#: a row in another order -> differs
def steps(kind: str):
    if kind == "open": return ["drain", "open"]
    if kind == "shut": return ["shut"]
    raise KeyError(kind)
#: becomes
STEPS = {"open": ("open", "drain"), "shut": ("shut",)}
def steps(kind: str):
    return list(STEPS[kind])

#: a text is gone through letter by letter -> differs
def steps(kind: str):
    if kind == "open": return ["drain", "open"]
    if kind == "shut": return ["shut"]
    raise KeyError(kind)
#: becomes
STEPS = {"open": ("drain", "open"), "shut": ("shut")}
def steps(kind: str):
    return list(STEPS[kind])

#: the row itself is handed out, and filled by somebody -> differs
def steps(kind: str):
    if kind == "open": found = ["drain", "open"]
    elif kind == "shut": found = ["shut"]
    else: raise KeyError(kind)
    found.append("sign")
    return found
#: becomes
STEPS = {"open": ["drain", "open"], "shut": ["shut"]}
def steps(kind: str):
    found = STEPS[kind]
    found.append("sign")
    return found

#: one list for all, in place of one for each -> differs
def steps(kind: str):
    if kind == "open": return ["drain", "open"]
    if kind == "shut": return ["shut"]
    raise KeyError(kind)
#: becomes
STEPS = {"open": ["drain", "open"], "shut": ["shut"]}
def steps(kind: str):
    return STEPS[kind]

#: nothing is found for some, which is no row -> differs
def steps(kind: str):
    if kind == "open": return ["drain", "open"]
    if kind == "shut": return ["shut"]
    return []
#: becomes
STEPS = {"open": ("drain", "open"), "shut": ("shut",)}
def steps(kind: str):
    return list(STEPS.get(kind))

#: a function of the module is called list -> differs
def list(row): return row
def steps(kind: str):
    if kind == "open": return ["drain", "open"]
    if kind == "shut": return ["shut"]
    raise KeyError(kind)
#: becomes
STEPS = {"open": ("drain", "open"), "shut": ("shut",)}
def list(row): return row
def steps(kind: str):
    return list(STEPS[kind])

#: others fill the table in the meantime -> unproved
def steps(kind: str):
    if kind == "open": return ["drain", "open"]
    if kind == "shut": return ["shut"]
    raise KeyError(kind)
def learn(kind: str, row: tuple): return None
#: becomes
STEPS = {"open": ("drain", "open"), "shut": ("shut",)}
def steps(kind: str):
    return list(STEPS[kind])
def learn(kind: str, row: tuple): STEPS[kind] = row
