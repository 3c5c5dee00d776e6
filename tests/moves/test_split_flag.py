"""split-flag: what examples cannot say."""

from __future__ import annotations

import pytest

from .harness import look, named
from .test_all_moves import verdict


def test_what_stands_behind_the_if_and_callers_of_all_kinds() -> None:
    """Work behind the if belongs to the branches that reach it; arguments behind the flag get their
    names.
    """
    named(
        "split-flag",
        """
        def close(desk, force: bool, keeper="nobody", *, note=None) -> str:
            if not force:
                if desk.open:
                    raise Refusal(keeper)
            desk.shut(note)
            return keeper


        def evening(desk, flags):
            close(desk, True, "Ann"); close(desk, False, note=3)
            close(desk, *flags)


        def other(close):
            return close(1, True)
        """,
        """
        def close(desk, force: bool, keeper="nobody", *, note=None) -> str:
            if force:
                return close_if_force(desk, keeper, note=note)
            return close_unless_force(desk, keeper, note=note)


        def close_if_force(desk, keeper='nobody', *, note=None) -> str:
            desk.shut(note)
            return keeper


        def close_unless_force(desk, keeper='nobody', *, note=None) -> str:
            if desk.open:
                raise Refusal(keeper)
            desk.shut(note)
            return keeper


        def evening(desk, flags):
            close_if_force(desk, keeper="Ann"); close_unless_force(desk, note=3)
            close(desk, *flags)


        def other(close):
            return close(1, True)
        """,
    )


@pytest.mark.parametrize(
    "body",
    [
        "if plain:\n        return 1\n    return plain",
        "if plain and x:\n        return 1\n    return 2",
        "plain = not plain\n    if plain:\n        return 1",
        "for y in x:\n        if plain:\n            return 1",
    ],
)
def test_left_alone(body: str) -> None:
    """A flag that is more than the choice of a branch."""
    assert not look("split-flag", f"def f(x, plain: bool):\n    {body}\n").sites


def test_an_elif_and_a_list_of_public_names() -> None:
    """What was an elif becomes an if; where a file lists its public names, the two functions are
    its own.
    """
    named(
        "split-flag",
        """
        __all__ = ["close"]


        def close(desk, quiet: bool):
            if quiet:
                return 1
            elif desk.open:
                # somebody waits
                return 2
            return 3
        """,
        """
        __all__ = ["close"]


        def close(desk, quiet: bool):
            if quiet:
                return _quiet_close(desk)
            return _close_unless_quiet(desk)


        def _quiet_close(desk):
            return 1


        def _close_unless_quiet(desk):
            if desk.open:
                # somebody waits
                return 2
            return 3
        """,
    )


@pytest.mark.parametrize(
    ("test", "passed", "becomes"),
    [
        ("kind == 'wide'", "'wide'", "pay_wide(3)"),
        ("kind != 'wide'", "'wide'", "pay_wide(3)"),
        ("kind == 'wide'", "'long'", "pay_unless_wide(3)"),
        ("kind == 2", "2", "pay_kind_2(3)"),
        ("kind == 2", "True", ""),  # equal to a number, but of another type
        ("kind == 'wide'", "day", ""),  # nobody says which
        ("kind == 'wide' and n", "'wide'", ""),
        ("kind in ('wide',)", "'wide'", ""),
    ],
)
def test_a_literal_that_picks(test: str, passed: str, becomes: str) -> None:
    """A text or number that a parameter is only compared with; callers that pass one move over."""
    text = f"def pay(n, kind):\n    if {test}:\n        return n\n    return 2 * n\n\n\ndef ask(day):\n    return pay(3, {passed})\n"
    sites = look("split-flag", text).sites
    assert bool(sites) is bool(becomes)
    for site in sites[:1]:  # the second leaves the callers alone
        assert f"    return {becomes}\n" in site.whole and verdict(text, site.whole).value in (
            "proved",
            "proved-under",
        ), site.whole


ASKED_TWICE = """def notice(boat, {flag}):
    text = boat.name
    if {flag}:
        text = text.upper()
    text += boat.berth
    if not {flag}:
        text += "."
    return text
"""


@pytest.mark.parametrize(
    ("flag", "names"),
    [
        ("short", ("short_notice", "notice_unless_short")),
        ("as_title", ("notice_as_title", "notice_unless_as_title")),
        ("with_berth", ("notice_with_berth", "notice_without_berth")),
        ("short=False", ("short_notice", "notice_unless_short")),
        ("short=None", ()),
    ],
)
def test_what_is_only_asked_whether_it_holds_is_a_flag(flag: str, names: tuple[str, ...]) -> None:
    """Declared or not, if that is asked in several places."""
    name = flag.partition("=")[0]
    text = ASKED_TWICE.format(flag=name).replace(f"boat, {name}", f"boat, {flag}")
    found = look("split-flag", text).sites
    assert bool(found) == bool(names)
    for site in found:
        assert all(f"def {n}(boat):" in site.whole for n in names), site.whole
        declared = (
            t.replace(f"(boat, {flag})", f"(boat, {name}: bool)") for t in (text, site.whole)
        )
        assert verdict(*declared).same
    for other in (f"    print({name})\n", f"    {name} = boat.late\n"):
        changed = text.replace("    return text", f"{other}    return text")
        assert not look("split-flag", changed).sites
    once = text.replace(f"    if not {name}:\n    ", "")
    assert bool(look("split-flag", once).sites) is (flag == "short=False")
