"""The day book of a lock: what the keeper wrote down, and what the office makes of it."""

LONGEST_WAIT = 90  # minutes, then a boat pays half


class Unreadable(Exception):
    """A page that has to go back to the lock."""


def close_day(page, rates, board, strict=False):
    """Work up one page: who passed, what was taken, and what has to be asked."""
    # the head of the page: lock / keeper
    if not page:
        raise Unreadable("empty page")
    lock, _, keeper = page[0].partition("/")
    lock = lock.strip().lower()
    if lock not in board:
        raise Unreadable(f"no lock {lock!r}")
    if not keeper.strip():
        keeper = board[lock]

    # the passages
    passages = []
    questions = []
    shut = False
    for number, line in enumerate(page[1:], 2):
        text = line.strip()
        if not text or text.startswith("--"):
            continue
        if text in ("shut", "open"):
            # the keeper notes it on a line of its own
            shut = text == "shut"
            continue
        words = text.split()
        if len(words) != 4:
            questions.append((number, "not four words"))
            continue
        boat, kind, came, left = words
        if kind not in rates:
            questions.append((number, "no rate for " + kind))
            continue
        if not came.isdigit() or not left.isdigit():
            questions.append((number, "no minutes"))
            continue
        wait = int(left) - int(came)
        if wait < 0:
            questions.append((number, "left before it came"))
            continue
        if shut and strict:
            questions.append((number, "passed a shut lock"))
            continue
        passages.append((boat, kind, wait))

    # the tolls of the day
    taken = 0
    waited = []
    for boat, kind, wait in passages:
        due = rates[kind]
        if wait > LONGEST_WAIT:
            due = due // 2
            waited.append(boat)
        taken += due

    # the first boat that came more than once
    twice = None
    seen = []
    for boat, kind, wait in passages:
        if boat in seen:
            twice = boat
            break
        seen.append(boat)

    board[lock] = keeper.strip()
    return {"taken": taken, "waited": waited, "twice": twice, "questions": questions}
