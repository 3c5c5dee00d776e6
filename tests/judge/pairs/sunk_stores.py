#: noted before it is told, and the other way round -> proved-under hashable
def test(log, cars):
    report = {}
    for car in cars:
        if car:
            log.warning("silent")
            report[car] = "bad"
        else:
            report[car] = "good"
    return report
#: becomes
def test(log, cars):
    report = {}
    for car in cars:
        if car:
            report[car] = "bad"
            log.warning("silent")
        else:
            report[car] = "good"
    return report

#: a line is kept, then told -> proved
def tell(log, boat):
    lines = []
    log.write("boat")
    lines.append(boat)
    log.write("end")
    return lines
#: becomes
def tell(log, boat):
    lines = []
    lines.append(boat)
    log.write("boat")
    log.write("end")
    return lines

#: who is told has the dict -> differs
class Log:
    def __init__(self):
        self.seen = []
        self.report = {}
    def watch(self, report):
        self.report = report
    def warning(self, text: str):
        self.seen.append((text, len(self.report)))
def test(log: Log, car: str):
    report = {}
    log.watch(report)
    log.warning("silent")
    report[car] = "bad"
    return log.seen
#: becomes
class Log:
    def __init__(self):
        self.seen = []
        self.report = {}
    def watch(self, report):
        self.report = report
    def warning(self, text: str):
        self.seen.append((text, len(self.report)))
def test(log: Log, car: str):
    report = {}
    log.watch(report)
    report[car] = "bad"
    log.warning("silent")
    return log.seen

#: somebody asks the dict behind what failed -> differs
def test(readings: dict, car: str):
    report = {}
    try:
        level = readings.pop(car)
        report[car] = "good"
    except KeyError:
        level = 0
    return report, level
#: becomes
def test(readings: dict, car: str):
    report = {}
    try:
        report[car] = "good"
        level = readings.pop(car)
    except KeyError:
        level = 0
    return report, level

#: the order in one dict -> differs
def test(first: str, second: str):
    report = {}
    report[first] = 1
    report[second] = 2
    return list(report.items())
#: becomes
def test(first: str, second: str):
    report = {}
    report[second] = 2
    report[first] = 1
    return list(report.items())

#: what is noted gets another value between -> differs
def test(level: int, found: list):
    report = {}
    report["level"] = level
    level = level + found.pop()
    return report, level
#: becomes
def test(level: int, found: list):
    report = {}
    level = level + found.pop()
    report["level"] = level
    return report, level

#: one list is kept in another -> differs
def test(name: str):
    lines = []
    pages = []
    pages.append(lines)
    count = len(pages[0])
    lines.append(name)
    return pages, count
#: becomes
def test(name: str):
    lines = []
    pages = []
    pages.append(lines)
    lines.append(name)
    count = len(pages[0])
    return pages, count

#: asked for its length between -> differs
def test(name: str, more: list):
    lines = []
    more.append(len(lines))
    lines.append(name)
    return lines, more
#: becomes
def test(name: str, more: list):
    lines = []
    lines.append(name)
    more.append(len(lines))
    return lines, more

#: two names of one list -> differs
def told(boats: list[int]) -> list[int]:
    first = second = []
    for boat in boats:
        first.append(boat)
        second.append(0)
    return first
#: becomes
def told(boats: list[int]) -> list[int]:
    first = second = []
    for boat in boats:
        second.append(0)
        first.append(boat)
    return first
