"""Notices to boaters."""


def relevant(notices, lock, day: int):
    """The texts of the notices that matter at a lock on a day, urgent ones first."""
    urgent = []
    others = []
    for notice in notices:
        if notice.get("lock") in (None, lock):
            if notice.get("from", 0) <= day:
                if day <= notice.get("until", 365):
                    text = notice.get("text", "")
                    if text:
                        if notice.get("urgent"):
                            urgent.append(text.upper())
                        else:
                            others.append(text)
    return urgent + others


def post(board, notice, keeper):
    """Hang a notice on a board; the number of notices that hang there then."""
    if keeper:
        if notice.get("text"):
            if notice not in board:
                # the board has ten hooks
                if len(board) < 10:
                    notice["keeper"] = keeper
                    board.append(notice)
                    board.sort(key=lambda n: n.get("from", 0))
                else:
                    raise OverflowError("the board is full")
    return len(board)
