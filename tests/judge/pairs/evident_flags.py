#: a flag is asked for first of all -> proved-under plain-truth
def read(lines, strict):
    found = []
    for line in lines:
        if line.bad:
            if strict:
                raise ValueError(line)
            continue
        found.append(line.text)
    return found
#: becomes
def read(lines, strict):
    return _read_strictly(lines) if strict else _read_loosely(lines)
def _read_strictly(lines):
    found = []
    for line in lines:
        if line.bad:
            raise ValueError(line)
        found.append(line.text)
    return found
def _read_loosely(lines):
    found = []
    for line in lines:
        if not line.bad:
            found.append(line.text)
    return found

#: it is handed back on one way -> differs
def read(line, strict):
    if line.bad:
        if strict:
            raise ValueError("bad")
        return strict
    return line.text
#: becomes
def read(line, strict):
    if strict:
        if line.bad:
            raise ValueError("bad")
        return line.text
    return None if line.bad else line.text

#: it is compared with what is true -> differs
def read(line, strict):
    line.note()
    if strict == True:
        return 1
    return 2
#: becomes
def read(line, strict):
    line.note()
    if strict:
        return 1
    return 2

#: the arms are the wrong way round -> differs
def read(line, strict):
    line.note()
    if strict:
        return 1
    return 2
#: becomes
def read(line, strict):
    if strict:
        line.note()
        return 2
    line.note()
    return 1
