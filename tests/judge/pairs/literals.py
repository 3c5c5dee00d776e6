#: among two numbers that the module names -> proved-under no-effect+plain-equality+unpatched
TAKEN, KNOWN = 200, 409
def forward(code, box):
    if code == TAKEN:
        box.drop(code)
        return True
    elif code == KNOWN:
        box.tell("was there")
        box.drop(code)
        return True
    box.keep(code)
    return False
#: becomes
TAKEN, KNOWN = 200, 409
def forward(code, box):
    if code not in (TAKEN, KNOWN):
        box.keep(code)
        return False
    if code == KNOWN:
        box.tell("was there")
    box.drop(code)
    return True

#: in a session that hides nothing -> proved-under lets-through+plain-equality+unpatched
TAKEN = 200
KNOWN = 409
async def forward(code, box):
    sent = False
    async with box.session() as session:
        found = await session.post(code)
        if found == TAKEN:
            sent = True
            box.drop(code)
        elif found == KNOWN:
            sent = True
            box.drop(code)
        else:
            box.keep(code)
    return sent
#: becomes
TAKEN = 200
KNOWN = 409
async def forward(code, box):
    async with box.session() as session:
        found = await session.post(code)
        if found not in (TAKEN, KNOWN):
            box.keep(code)
            return False
        box.drop(code)
        return True

#: among values that are no constants -> proved-under no-effect+plain-equality+stable-read
def is_ours(name, boat):
    if name in (boat.name, boat.sign):
        boat.enter()
#: becomes
def is_ours(name, boat):
    if name == boat.name or name == boat.sign:
        boat.enter()

#: what the module's numbers make together -> proved-under unpatched
SHORT = 60
def cut(text: str) -> int:
    if len(text) > SHORT:
        return SHORT - 3
    return len(text)
#: becomes
SHORT = 60
def cut(text: str) -> int:
    if len(text) > SHORT:
        return 57
    return len(text)

#: a number that a function sets again -> differs
SHORT = 60
def shorten():
    global SHORT
    SHORT = 20
def cut(quick: bool) -> int:
    if quick:
        shorten()
    return SHORT - 3
#: becomes
SHORT = 60
def shorten():
    global SHORT
    SHORT = 20
def cut(quick: bool) -> int:
    if quick:
        shorten()
    return 57

#: both names stand for the same number -> differs
TAKEN = 200
KNOWN = 200
def forward(code: int):
    if code == TAKEN:
        return 1
    if code == KNOWN:
        return 2
    return 3
#: becomes
TAKEN = 200
KNOWN = 200
def forward(code: int):
    if code == KNOWN:
        return 2
    if code == TAKEN:
        return 1
    return 3

#: a parameter of that name is another one -> differs
SHORT = 60
def cut(SHORT: int) -> int:
    return SHORT - 3
#: becomes
SHORT = 60
def cut(SHORT: int) -> int:
    return 57

#: the very same is found though it is equal to nothing -> differs
class Sign:
    def __eq__(self, other):
        return False
    def __hash__(self):
        return 1
LOST = Sign()
OTHER = Sign()
def is_lost(late: bool):
    sign = LOST if late else OTHER
    return sign in (LOST, 2)
#: becomes
class Sign:
    def __eq__(self, other):
        return False
    def __hash__(self):
        return 1
LOST = Sign()
OTHER = Sign()
def is_lost(late: bool):
    sign = LOST if late else OTHER
    return sign == LOST or sign == 2

#: both are worked out before one is asked for -> differs
def is_ours(name: str, boat: list):
    return name in (boat.pop(), boat.pop()), boat
#: becomes
def is_ours(name: str, boat: list):
    return name == boat.pop() or name == boat.pop(), boat

#: a number that is not one of itself -> differs
def is_there(level: float):
    return level in (level, 3)
#: becomes
def is_there(level: float):
    return level == level or level == 3

#: among what is in the tuple, and not among its parts -> differs
def is_ours(name: str, names: tuple):
    return name in (names, "all")
#: becomes
def is_ours(name: str, names: tuple):
    return name in names or name == "all"
