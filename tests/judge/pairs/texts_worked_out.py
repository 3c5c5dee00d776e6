#: a heading from the names of columns -> proved
def export(out, kind: str):
    if kind == "csv":
        out.write("boat,toll\n")
    elif kind == "tsv":
        out.write("boat\ttoll\n")
    else:
        raise ValueError(kind)
#: becomes
COLUMNS = ("boat", "toll")
SEPARATORS = {"csv": ",", "tsv": "\t"}
def export(out, kind: str):
    if kind not in SEPARATORS:
        raise ValueError(kind)
    separator = SEPARATORS[kind]
    out.write(separator.join(COLUMNS) + "\n")

#: a key in capitals, cut off and filled up -> proved
def code(kind: str):
    if kind == "barge":
        return "BAR-007"
    return "???"
#: becomes
CODES = {"barge": ("bar", 7)}
def code(kind: str):
    if kind not in CODES:
        return "???"
    name, number = CODES[kind]
    return name.upper() + "-" + "7".zfill(3)

#: another separator -> differs
def export(out: list, kind: str):
    if kind == "csv":
        out.append("boat,toll")
#: becomes
COLUMNS = ("boat", "toll")
SEPARATORS = {"csv": ";"}
def export(out: list, kind: str):
    if kind in SEPARATORS:
        separator = SEPARATORS[kind]
        out.append(separator.join(COLUMNS))

#: a text in capitals -> differs
def code(kind: str):
    if kind == "barge":
        return "Barge"
    return ""
#: becomes
CODES = {"barge": "barge"}
def code(kind: str):
    if kind in CODES:
        name = CODES[kind]
        return name.upper()
    return ""

#: what cannot be joined fails -> differs
def export(kind: str):
    if kind == "csv":
        return "boat,7"
    return ""
#: becomes
COLUMNS = ("boat", 7)
SEPARATORS = {"csv": ","}
def export(kind: str):
    if kind in SEPARATORS:
        separator = SEPARATORS[kind]
        return separator.join(COLUMNS)
    return ""

#: a class that only looks like a text has a join of its own -> differs
class Line(str):
    def join(self, parts):
        return "joined"
def export(parts: tuple):
    return ",".join(parts)
#: becomes
class Line(str):
    def join(self, parts):
        return "joined"
COMMA = Line(",")
def export(parts: tuple):
    return COMMA.join(parts)
