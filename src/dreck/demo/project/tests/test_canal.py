import pytest
from canal import desk, drills, dues, fleet, levels, notices, permits, signals, tolls, vessels, yard
from canal.daybook import Unreadable, close_day
from canal.locks import Lock, LockError
from canal.office import Office, Refusal
from canal.permits import Permit, PermitError
from canal.signals import Signal
from canal.vessels import Vessel

HERON = Vessel("Heron", "narrowboat", 180, 60)
OTTER = Vessel("Otter", "barge", 320, 90, cargo=50, crew=3)


def office(**changes):
    lock = Lock("Ellerbeck Top", "single", 200)
    register = {v.name: v for v in (HERON, OTTER, Vessel("Coot", "", 0, 10))}
    desk = Office(lock, register, [Permit("Heron", 1, 100), Permit("Otter", 5, 50, night=True)])
    for name, value in changes.items():
        setattr(desk, name, value)
    return desk


def test_a_boat_in_order_pays_and_passes():
    desk = office()
    assert desk.admit("Heron", 3, 9, 160) == 120
    assert desk.takings == 120
    assert desk.log == [(3, 9, "Heron", 120)]


@pytest.mark.parametrize(
    ("name", "day", "hour", "level", "why"),
    [
        ("Teal", 3, 9, 160, "not in the register: Teal"),
        ("Coot", 3, 9, 160, "the length is missing"),
        ("Heron", 3, 9, 230, "the canal is closed"),
        ("Heron", 101, 9, 160, "no permit for day 101"),
        ("Heron", 3, 21, 160, "no passage at night"),
        ("Heron", 3, 9, 154, "too deep: Heron"),
        ("Otter", 6, 21, 190, "no place at this hour"),
    ],
)
def test_refusals(name, day, hour, level, why):
    with pytest.raises(Refusal, match=why):
        office().admit(name, day, hour, level)


def test_the_sill_itself_is_deep_enough():
    assert office().admit("Heron", 3, 9, 155) == 120


def test_a_full_hour_is_logged():
    desk = office()
    desk.admit("Heron", 3, 9, 160)
    with pytest.raises(Refusal, match="no place"):
        desk.admit("Otter", 6, 9, 190)
    assert desk.log[-1] == (6, 9, "Otter", None)


def test_night_count():
    desk = office(log=[(1, 20, "a", 5), (1, 21, "b", None), (2, 22, "c", 1), (1, 19, "d", 3)])
    assert desk.night_count(1) == 1


def test_close_up():
    desk = office(takings=10)
    with pytest.raises(Refusal, match="count again"):
        desk.close_up("Ada", 9)
    assert desk.close_up("Ada", 9, force=True) == "off by -1, signed Ada"
    assert desk.close_up("Ada", 0) == "right, signed Ada"
    with pytest.raises(Refusal, match="sign"):
        desk.close_up("", 0)


@pytest.mark.parametrize(
    ("level", "name", "board"),
    [(94, "dry", "red"), (95, "low", "amber"), (119, "low", "amber"), (120, "normal", "green"), (179, "normal", "green"),
     (180, "high", "amber"), (219, "high", "amber"), (220, "flood", "amber"), (221, "flood", "red")],
)
def test_bands(level, name, board):
    assert levels.band(level) == name
    assert levels.colour(level) == board


@pytest.mark.parametrize(
    ("level", "rising", "gates", "text"),
    [(94, True, True, "stay where you are"), (100, False, True, "pass slowly"), (130, False, True, "pass"),
     (230, True, True, "moor and wait"), (230, True, False, "leave the water"), (190, True, True, "pass with care"),
     (150, True, True, "pass")],
)
def test_advice(level, rising, gates, text):
    assert levels.advise(level, rising, gates) == text


def test_spill():
    assert levels.spill([100, None, 130, 200, 110], 110) == 60


def test_lock_kinds():
    assert [Lock("a", k, 1, 3).minutes() for k in ("single", "staircase", "guillotine")] == [12, 30, 15]
    assert [Lock("a", k, 1, 3).water() for k in ("single", "staircase", "guillotine")] == [110, 330, 140]
    assert [Lock("a", k, 1, n).crew() for k, n in (("single", 1), ("staircase", 2), ("staircase", 3), ("guillotine", 1))] == [2, 2, 3, 1]
    with pytest.raises(LockError, match="unknown"):
        Lock("a", "lift", 1).minutes()


def test_booking():
    lock = Lock("a", "single", 200)
    assert lock.book(HERON, 6) and not lock.book(OTTER, 6) and not lock.book(HERON, 5) and not lock.book(HERON, 20)
    lock.open = False
    assert not lock.book(HERON, 7)


def test_sweep():
    lock = Lock("a", "single", 200)
    lock.booked = [(HERON, 7), (OTTER, 8), (HERON, 20), (HERON, 5)]
    assert lock.sweep({"Heron"}) == 1
    assert lock.booked == [(HERON, 7)]


def test_permits():
    all_permits = [Permit("Heron", 1, 5, suspended=True), Permit("Heron", 3, 9), Permit("Otter", 1, 9)]
    assert permits.find(all_permits, "Heron", 4) is all_permits[1]
    assert permits.find(all_permits, "Heron", 10) is None
    assert permits.find(all_permits, "Teal", 4) is None


@pytest.mark.parametrize(
    ("rule", "closed"),
    [((1, 9, 150, True, False), True), ((1, 10, 150, True, False), False), ((1, 9, 150, False, True), True),
     ((1, 9, 220, False, False), True), ((1, 9, 94, False, False), True), ((28, 12, 150, False, False), True),
     ((28, 16, 150, False, False), False), ((1, 12, 150, False, False), False)],
)
def test_closure(rule, closed):
    assert permits.is_closed(*rule) is closed


def test_renewal():
    permit = Permit("Heron", 1, 230)
    assert permits.renew(permit, 5, True) == 235
    assert permits.renew(permit, 50, True) == 240
    for days, paid, why in ((0, True, "nothing"), (5, False, "not paid")):
        with pytest.raises(PermitError, match=why):
            permits.renew(permit, days, paid)
    with pytest.raises(PermitError, match="suspended"):
        permits.renew(Permit("Heron", 1, 2, suspended=True), 5, True)


def test_tolls():
    tug, punt = Vessel("Pike", "tug", 90, 50), Vessel("Roach", "punt", 50, 10)
    assert [tolls.base_toll(v) for v in (HERON, OTTER, tug, punt)] == [120, 390, 180, 60]
    assert tolls.base_toll(Vessel("Queen", "barge", 1, 1, exempt=True)) == 0
    assert [tolls.rebate(OTTER, n, s) for n, s in ((11, "winter"), (10, "winter"), (31, "summer"), (30, "summer"))] == [195, 0, 78, 0]
    assert tolls.rebate(HERON, 11, "winter") == 40
    assert [tolls.surcharge(*a) for a in ((100, 201), (100, 200), (90, 1), (150, 900))] == [50, 20, 100, 0]


def test_statement():
    assert tolls.statement(HERON, 2, "summer", plain=True) == "240"
    assert tolls.statement(HERON, 2, "summer").splitlines()[-1] == "due: 240"


def test_vessels():
    kinds = ("barge", "narrowboat", "tug", "punt")
    assert [vessels.wash_class(Vessel("x", k, 1, 1, cargo=41)) for k in kinds] == [3, 1, 3, 0]
    assert vessels.wash_class(Vessel("x", "barge", 1, 1, cargo=40)) == 2
    assert vessels.needs_pilot(OTTER, False) and not vessels.needs_pilot(HERON, True)
    assert vessels.needs_pilot(Vessel("x", "barge", 300, 1), True) and not vessels.needs_pilot(Vessel("x", "barge", 300, 1), False)
    assert vessels.describe(OTTER) == "Otter, barge with 50 t"
    assert vessels.describe(Vessel("x", "punt", 1, 1)) == "x, punt"


def test_papers():
    assert vessels.check_papers(HERON) == ""
    assert vessels.check_papers(Vessel("", "punt", 1, 1)) == "the name is missing"
    assert vessels.check_papers(Vessel("x", "punt", 1, 0)) == "the draught is missing"
    assert vessels.check_papers(Vessel("x", "punt", 1, 1, crew=0)) == "nobody is aboard"
    assert vessels.check_papers(Vessel("x", "butty", 1, 1, crew=0)) == ""


def test_signals():
    assert [signals.lamps(s) for s in Signal] == [(1, 0), (1, 1), (0, 1), (2, 0)]
    assert signals.next_signal(Signal.OUT_OF_ORDER, 3, True) is Signal.OUT_OF_ORDER
    assert signals.next_signal(Signal.STOP, 0, True) is Signal.STOP
    assert signals.next_signal(Signal.STOP, 1, True) is Signal.ENTER
    assert signals.next_signal(Signal.STOP, 1, False) is Signal.WAIT


def test_notices():
    board = [{"text": "mind the paint", "lock": "Top"}, {"text": "ice", "urgent": True}, {"text": "old", "until": 2}, {"text": ""},
             {"text": "later", "from": 9}, {"text": "far", "lock": "Foot"}]
    assert notices.relevant(board, "Top", 5) == ["ICE", "mind the paint"]


def test_posting():
    board = []
    assert notices.post(board, {"text": "ice"}, "Ada") == 1
    assert notices.post(board, {"text": "ice", "keeper": "Ada"}, "Ada") == 1
    assert notices.post(board, {"text": ""}, "Ada") == 1
    assert notices.post(board, {"text": "paint"}, "") == 1
    with pytest.raises(OverflowError, match="full"):
        notices.post([{}] * 10, {"text": "paint"}, "Ada")


@pytest.mark.parametrize(
    ("kind", "crew", "frost", "orders"),
    [
        ("single", 1, False, "close the lower gates, open the upper paddles, open the upper gates"),
        ("single", 1, True, "close the lower gates, open the upper paddles, break the ice at the gates, open the upper gates"),
        ("staircase", 1, True, "close the lower gates, send for a second keeper, fill from the chamber above, open the upper gates"),
        ("staircase", 2, False, "close the lower gates, fill from the chamber above, open the upper gates"),
        ("guillotine", 1, False, "oil the chain, wind up the blade"),
        ("guillotine", 1, True, "thaw the chain, wind up the blade"),
        ("guillotine", 0, False, ""),
    ],
)
def test_drill(kind, crew, frost, orders):
    assert ", ".join(drills.drill(kind, crew, frost)) == orders


class Reach:
    def __init__(self, silt):
        self.silt = silt


@pytest.mark.parametrize(
    ("reach", "men", "frost", "pence"),
    [(None, 3, False, 0), (Reach(0), 3, False, 0), (Reach(5), 0, True, 0), (Reach(5), 2, True, 180), (Reach(5), 2, False, 120)],
)
def test_dredging(reach, men, frost, pence):
    assert drills.dredging(reach, men, frost) == pence


def test_dues():
    assert [dues.passage_due(k, 10, 2) for k in ("barge", "narrowboat", "tug", "skiff")] == [294, 136, 208, 92]
    assert [dues.level_after(o, 90, 7) for o in ("fill", "drain", "top up", "wait")] == [97, 83, 97, 90]
    assert [dues.minutes(k, g) for k, g in (("barge", "guillotine"), ("barge", "mitre"), ("tug", "mitre"), ("tug", "lift"))] == [14, 9, 6, 8]
    assert [dues.entry(v) for v in (True, 3, ["a", "b"], None)] == ["yes", "3 d", "a, b", "None"]
    assert [desk.sell(d, 10) for d in (301, 300)] == [400, 1050]


def test_fleet():
    boats = [fleet.Dredger("Mole", 3), fleet.Icebreaker("Tern"), fleet.Maintenance("Wren", 4)]
    assert [dues.day_rate(b, 2) for b in boats] == [144, 190, 80]
    assert [dues.berth(b) for b in boats] == ["mud pier", "north pier", "any pier"]
    with pytest.raises(LookupError, match="Coot"):
        dues.day_rate(fleet.Workboat("Coot"), 1)


def test_waiting():
    assert [signals.minutes_to_wait(s) for s in Signal] == [20, 5, 0, 60]


def test_gear():
    gear = [yard.Crane("Hob", 3), yard.Trolley("Ada", 2), yard.Slipway("North")]
    assert [yard.hands(g) for g in gear] == [3, 2, 0]
    assert [yard.bill(g, 2) for g in [*gear, "hired"]] == [180, 20, 15, 180]
    with pytest.raises(LookupError):
        yard.hands(fleet.Workboat("Coot"))


def test_loads():
    assert [yard.lift_price(t, 2) for t in (-1, 0, 4, 5, 19, 20, 39, 40, 59)] == [24, 24, 24, 36, 36, 50, 50, 60, 60]
    with pytest.raises(ValueError):
        yard.lift_price(60, 1)
    assert [yard.stamps(t) for t in (20, 21, 50, 51, 90, 91)] == [0, 1, 1, 3, 3, 7]
    assert [yard.storage(g, 2) for g in ("coal", "grain", "timber", "salt")] == [4, 10, 6, 8]
    assert [yard.shed(g) for g in ("coal", "grain", "timber", "salt")] == ["open yard", "dry shed", "long shed", "any shed"]


def test_orders():
    book = []
    yards = yard.Yard(book)
    assert [yards.take(o, "coal") for o in ("lift", "stow", "weigh")] == [True, True, 2]
    assert book == [("lifted", "coal"), ("stowed", "coal")]
    with pytest.raises(ValueError):
        yards.take("sell", "coal")


RATES = {"barge": 30, "tug": 12}
PAGE = [
    "Mill Lock / Orrin",
    "Teasel barge 10 30",
    "-- rain",
    "",
    "Heron tug 40 200",
    "shut",
    "Teasel barge 50 55",
    "open",
    "Coot raft 1 2",
    "Rush barge 9",
    "Rush barge 9 soon",
    "Rush barge 9 7",
]


@pytest.mark.parametrize(
    ("strict", "taken", "twice", "lines"),
    [(False, 66, "Teasel", [9, 10, 11, 12]), (True, 36, None, [7, 9, 10, 11, 12])],
)
def test_close_day(strict, taken, twice, lines):
    board = {"mill lock": "nobody"}
    found = close_day(PAGE, RATES, board, strict)
    assert (found["taken"], found["twice"], found["waited"]) == (taken, twice, ["Heron"])
    assert [number for number, _ in found["questions"]] == lines
    assert board == {"mill lock": "Orrin"}


def test_close_day_keeps_the_keeper():
    board = {"mill lock": "Sorrel"}
    assert close_day(["Mill Lock"], RATES, board)["taken"] == 0
    assert board == {"mill lock": "Sorrel"}


@pytest.mark.parametrize("page", [[], ["Weir"]])
def test_close_day_sends_pages_back(page):
    with pytest.raises(Unreadable):
        close_day(page, RATES, {"mill lock": "Orrin"})
