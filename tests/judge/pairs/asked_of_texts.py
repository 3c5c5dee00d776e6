#: a beginning that is cut out -> proved
def is_lock(code: str) -> bool:
    return code[:5] == "lock-"
#: becomes
def is_lock(code: str) -> bool:
    return code.startswith("lock-")

#: the first letter, where there is one -> proved
def kind(line: str) -> str:
    if len(line) > 0 and line[0] == "#":
        return "note"
    if line and line[-1] == ";":
        return "order"
    return "other"
#: becomes
def kind(line: str) -> str:
    if line.startswith("#"):
        return "note"
    return "order" if line.endswith(";") else "other"

#: nothing is declared, and it is compared with texts -> proved-under as-used
def kind(name):
    if name[-4:] != ".csv":
        return "other"
    if name.find("toll") >= 0:
        return "tolls"
    return "table"
#: becomes
def kind(name):
    if not name.endswith(".csv"):
        return "other"
    return "tolls" if "toll" in name else "table"

#: the part is shorter than what it is compared with -> differs
def is_lock(code: str) -> bool:
    return code[:4] == "lock-"
#: becomes
def is_lock(code: str) -> bool:
    return code.startswith("lock-")

#: there may be no first letter -> differs
def is_note(line: str) -> bool:
    return line[0] == "#"
#: becomes
def is_note(line: str) -> bool:
    return line.startswith("#")

#: the empty text itself is handed on -> differs
def is_note(line: str) -> str | bool:
    return line and line[0] == "#"
#: becomes
def is_note(line: str) -> str | bool:
    return line.startswith("#")

#: it is found, but not at the beginning -> differs
def has_note(line: str) -> bool:
    return line.find("#") > 0
#: becomes
def has_note(line: str) -> bool:
    return "#" in line

#: another text has a first letter -> differs
def is_note(line: str, other: str) -> bool:
    return len(other) > 0 and line[0] == "#"
#: becomes
def is_note(line: str, other: str) -> bool:
    return line.startswith("#")

#: a list has a first element -> differs
def is_note(parts: list[str]) -> bool:
    return parts[:1] == "#"
#: becomes
def is_note(parts: list[str]) -> bool:
    return parts[0].startswith("#") if parts else False
