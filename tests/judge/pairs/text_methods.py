#: prefixes that exclude each other are asked in another order -> proved
def sort_out(answer: str, log: list):
    if answer.startswith("OK"):
        return 1
    if answer.startswith("BUSY"):
        log.append("wait")
    elif answer.startswith("DUPE"):
        log.append("known")
    else:
        log.append(answer)
#: becomes
def sort_out(answer: str, log: list):
    if answer.startswith("OK"):
        return 1
    if answer.startswith("DUPE"):
        log.append("known")
        return
    if not answer.startswith("BUSY"):
        log.append(answer)
        return
    log.append("wait")

#: the same of what evidently is a text -> proved-under as-declared+as-used
def sort_out(answer, log: list):
    if answer.startswith("BUSY"):
        log.append("wait")
    elif answer.startswith("DUPE"):
        log.append("known")
#: becomes
def sort_out(answer, log: list):
    if answer.startswith("DUPE"):
        log.append("known")
    elif answer.startswith("BUSY"):
        log.append("wait")

#: a prefix of another one is asked in another order -> differs
def sort_out(answer: str, log: list):
    if answer.startswith("OK"):
        log.append("wait")
    elif answer.startswith("OKAY"):
        log.append("known")
#: becomes
def sort_out(answer: str, log: list):
    if answer.startswith("OKAY"):
        log.append("known")
    elif answer.startswith("OK"):
        log.append("wait")

#: a beginning and an end exclude nothing -> differs
def sort_out(answer: str, log: list):
    if answer.startswith("OK"):
        log.append("wait")
    elif answer.endswith("K"):
        log.append("known")
#: becomes
def sort_out(answer: str, log: list):
    if answer.endswith("K"):
        log.append("known")
    elif answer.startswith("OK"):
        log.append("wait")

#: some prefixes at once -> proved
def is_comment(line: str):
    if line.startswith("#") or line.startswith("//") or line.startswith(";"):
        return True
    return False
#: becomes
def is_comment(line: str):
    return line.startswith(("#", "//", ";"))

#: one prefix less -> differs
def is_comment(line: str):
    if line.startswith("#") or line.startswith("//") or line.startswith(";"):
        return True
    return False
#: becomes
def is_comment(line: str):
    return line.startswith(("#", ";"))

#: a longer prefix of what does not begin so -> proved
def rank(line: str):
    if line.startswith(("#", ";")):
        return 1
    if line.startswith("#!"):
        return 2
    return 3
#: becomes
def rank(line: str):
    return 1 if line.startswith(("#", ";")) else 3

#: every text begins with nothing -> differs
def rank(line: str):
    if line.startswith(("#", ";")):
        return 1
    if line.startswith(""):
        return 2
    return 3
#: becomes
def rank(line: str):
    return 1 if line.startswith(("#", ";")) else 3

#: a text is cut when it is needed, and again -> proved
def read(line: str, log: list):
    text = line.strip()
    log.append(1)
    if not text:
        return None
    return text.lower()
#: becomes
def read(line: str, log: list):
    log.append(1)
    if line.strip() == "":
        return None
    return line.strip().lower()

#: a piece is cut off later -> proved
def read(line: str, log: list):
    kind = line[:4]
    rest = line[4:]
    log.append(kind)
    return rest.strip()
#: becomes
def read(line: str, log: list):
    log.append(line[:4])
    return line[4:].strip()

#: a letter that need not be there is read before its turn -> differs
def read(line: str, log: list):
    log.append(1)
    return line[0]
#: becomes
def read(line: str, log: list):
    first = line[0]
    log.append(1)
    return first

#: a list of words is made once more -> differs
def read(line: str, log: list):
    words = line.split(",")
    log.append(words)
    return words
#: becomes
def read(line: str, log: list):
    log.append(line.split(","))
    return line.split(",")

#: what may be None is cut before its turn -> unproved
def read(line: str | None, log: list):
    log.append(1)
    return line.strip()
#: becomes
def read(line: str | None, log: list):
    text = line.strip()
    log.append(1)
    return text

#: a prefix that is no text for sure -> unproved
def read(line: str, log: list, prefix):
    log.append(1)
    return line.startswith(prefix)
#: becomes
def read(line: str, log: list, prefix):
    begins = line.startswith(prefix)
    log.append(1)
    return begins

#: a class of texts that cuts in a way of its own -> differs
class Name(str):
    def strip(self):
        print("cut")
        return self

def read(line: Name, log: list):
    print(len(log))
    return line.strip()
#: becomes
class Name(str):
    def strip(self):
        print("cut")
        return self

def read(line: Name, log: list):
    text = line.strip()
    print(len(log))
    return text

#: another class of texts is around -> unproved
class Name(str):
    def strip(self):
        print("cut")
        return self

def read(line: str, log: list):
    log.append(1)
    return line.strip()
#: becomes
class Name(str):
    def strip(self):
        print("cut")
        return self

def read(line: str, log: list):
    text = line.strip()
    log.append(1)
    return text

#: equal to a text that begins so -> proved
def rank(line: str):
    if line == "#x":
        return 1
    return 2 if line.startswith("#") else 3
#: becomes
def rank(line: str):
    if not line.startswith("#"):
        return 3
    return 1 if line == "#x" else 2

#: equal to a text that does not begin so -> differs
def rank(line: str):
    if line == "x#":
        return 1
    return 2 if line.startswith("#") else 3
#: becomes
def rank(line: str):
    if not line.startswith("#"):
        return 3
    return 1 if line == "x#" else 2

#: a text in another one, asked later -> proved
def read(line: str, log: list):
    several = "," in line
    log.append(1)
    return 2 if several else 1
#: becomes
def read(line: str, log: list):
    log.append(1)
    return 2 if "," in line else 1

#: whether a text is itself when it is cut -> differs
def is_cut(line: str):
    return line.strip() is line
#: becomes
def is_cut(line: str):
    return line.strip() is line.strip()
