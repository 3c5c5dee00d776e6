#: the parts of a line have names -> proved-under as-declared
def read(line: str) -> tuple[str, int, str]:
    parts = line.split(",")
    if len(parts) == 3:
        return parts[0], int(parts[1]), parts[2].strip()
    raise ValueError("bad line: " + line)
#: becomes
def read(line: str) -> tuple[str, int, str]:
    parts = line.split(",")
    if len(parts) != 3:
        raise ValueError(f"bad line: {line}")
    name, length, owner = parts
    return name, int(length), owner.strip()

#: the last part, counted from the end -> proved-under as-declared
def shown(row: list[str], width: int) -> str:
    if len(row) != 2:
        return ""
    name, level = row
    return name.ljust(width) + level
#: becomes
def shown(row: list[str], width: int) -> str:
    if len(row) == 2:
        return row[0].ljust(width) + row[-1]
    return ""

#: there may be more parts than are named -> differs
def both(parts: list[str]) -> str:
    if len(parts) >= 2:
        return parts[0] + parts[1]
    return ""
#: becomes
def both(parts: list[str]) -> str:
    if len(parts) < 2:
        return ""
    first, second = parts
    return first + second

#: the names are the wrong way round -> differs
def both(parts: list[str]) -> str:
    if len(parts) == 2:
        return parts[0] + parts[1]
    return ""
#: becomes
def both(parts: list[str]) -> str:
    if len(parts) != 2:
        return ""
    second, first = parts
    return first + second

#: the list grows meanwhile -> differs
def both(parts: list[str]) -> str:
    if len(parts) != 2:
        return ""
    parts.append("end")
    return parts[0] + parts[-1]
#: becomes
def both(parts: list[str]) -> str:
    if len(parts) != 2:
        return ""
    first, last = parts
    parts.append("end")
    return first + last

#: somebody else may change the list meanwhile -> unproved
def both(parts: list[str], log) -> str:
    if len(parts) != 2:
        return ""
    first = parts[0]
    log(parts)
    return first + parts[1]
#: becomes
def both(parts: list[str], log) -> str:
    if len(parts) != 2:
        return ""
    first, last = parts
    log(parts)
    return first + last

#: a dict that is taken apart gives its keys -> differs
def second(rows: dict[int, str]) -> str | int:
    if len(rows) != 2:
        return ""
    _, last = rows
    return last
#: becomes
def second(rows: dict[int, str]) -> str | int:
    if len(rows) != 2:
        return ""
    return rows[1]

#: a list that has another name by then -> differs
def last(row: list[str], other: list[str]) -> str:
    if len(row) != 2:
        return ""
    row = other
    _, level = row
    return level
#: becomes
def last(row: list[str], other: list[str]) -> str:
    if len(row) != 2:
        return ""
    row = other
    return row[1]
