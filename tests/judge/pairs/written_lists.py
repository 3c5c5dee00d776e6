#: rounds over a list of each way -> proved
def send(link, boat, order: str):
    if order == "stop":
        link.send(boat, "STOP")
        return link.wait(5)
    elif order == "reset":
        link.send(boat, "STOP")
        link.send(boat, "RESET")
        return link.wait(20)
    raise ValueError(order)
#: becomes
def send(link, boat, order: str):
    if order == "stop":
        lines, patience = ["STOP"], 5
    elif order == "reset":
        lines, patience = ["STOP", "RESET"], 20
    else:
        raise ValueError(order)
    for line in lines:
        link.send(boat, line)
    return link.wait(patience)

#: in a try, with values that are worked out -> proved
def send(link, boat, order):
    try:
        if order:
            link.send("STOP %s" % boat.name)
        else:
            link.send(boat.name)
            link.send(boat.berth)
    except TimeoutError:
        return False
    return True
#: becomes
def send(link, boat, order):
    try:
        if order:
            send_to = link.send
            lines = ("STOP %s" % boat.name,)
        else:
            link.send(boat.name)
            send_to = link.send
            lines = [boat.berth]
        for line in lines:
            send_to(line)
    except TimeoutError:
        return False
    return True

#: a way without any -> proved
def tell(log, late: bool):
    if late:
        log.write("late")
    return late
#: becomes
def tell(log, late: bool):
    if late:
        lines = ["late"]
    else:
        lines = []
    for line in lines:
        log.write(line)
    return late

#: what failed leaves the list that was there -> differs
def tell(first: str, second: dict):
    told = ""
    lines = [first]
    try:
        lines = ["second", second["name"]]
    except KeyError:
        pass
    for line in lines:
        told = told + line
    return told
#: becomes
def tell(first: str, second: dict):
    told = ""
    try:
        told = told + "second"
        told = told + second["name"]
    except KeyError:
        told = told + first
    return told

#: the order of two lines -> differs
def tell(late: bool):
    return ["late", "wait"] if late else ["go"]
#: becomes
def tell(late: bool):
    told = []
    if late:
        lines = ["wait", "late"]
    else:
        lines = ["go"]
    for line in lines:
        told.append(line)
    return told

#: a list that is added to on the way -> differs
def tell(late: bool):
    told = []
    told.append("boat")
    if late:
        told.append("late")
    return told
#: becomes
def tell(late: bool):
    told = []
    lines = ["boat"]
    if late:
        lines.append("late")
        lines.append("late")
    for line in lines:
        told.append(line)
    return told

#: a round that goes on to the next one -> differs
def tell(first: str, second: str):
    told = []
    if first:
        told.append(first)
    told.append(second)
    return told
#: becomes
def tell(first: str, second: str):
    told = []
    lines = [first, second]
    for line in lines:
        if not line:
            continue
        told.append(line)
    return told

#: the name of the round is asked behind it -> differs
def tell(late: bool):
    line = "none"
    told = []
    if late:
        told.append("late")
        line = "late"
    return told, line
#: becomes
def tell(late: bool):
    line = "none"
    told = []
    if late:
        lines = ["late"]
    else:
        lines = ["none", "go"][:0]
        line = "go"
    for line in lines:
        told.append(line)
    return told, line
