"""The code that lets a second screen in, and what it may press."""

from __future__ import annotations

from random import Random

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.errors import CoreError
from jolly_core.pairing import (
    ACTIONS,
    ALPHABET,
    CODE_LENGTH,
    MOST_WAITING,
    HandPress,
    is_for_this_machine_alone,
    make_code,
    read_code,
    read_presses,
)


def press(number: int, **values: object) -> HandPress:
    return HandPress(**{"number": number, "id": f"id-{number}", "run": "run", "action": "make", **values})  # type: ignore[arg-type]


def test_no_two_letters_of_a_code_are_taken_for_one_another() -> None:
    """Common practice, no source: of each group that looks alike from afar at most one is used."""
    for group in ("0OQ", "1IL", "2Z", "5S", "8B", "6G"):
        assert sum(each in ALPHABET for each in group) <= 1, group


@given(st.integers(0, 10**6), st.sampled_from(["", " ", "-"]))
def test_a_code_is_read_however_it_is_typed(seed: int, between: str) -> None:
    code = make_code(Random(seed).choice)
    assert len(code) == CODE_LENGTH
    assert read_code(f" {code[:3].lower()}{between}{code[3:]} ") == code


@pytest.mark.parametrize("typed", ["", "ABC", "ACDEFHJ", "000000", "ACDEF0", "ACDEFß", "🙂" * 6, "A" * 500])
def test_what_cannot_be_a_code_is_refused(typed: str) -> None:
    with pytest.raises(CoreError) as refused:
        read_code(typed)
    assert refused.value.code == "bad_code"


@given(st.permutations(range(1, 8)))
def test_presses_are_taken_in_the_order_of_their_numbers(order: list[int]) -> None:
    assert [each.number for each in read_presses([press(number) for number in order])] == sorted(order)


@pytest.mark.parametrize(
    ("presses", "code"),
    [
        ([press(0)], "out_of_range"),
        ([press(10**9)], "out_of_range"),
        ([press(1, age_ms=-1)], "out_of_range"),
        ([press(1, gap_ms=10_001)], "out_of_range"),
        ([press(1, action="tick")], "not_a_choice"),
        ([press(1, text="x" * 501)], "bad_text"),
        ([press(1), press(1)], "number_twice"),
        ([press(number) for number in range(1, MOST_WAITING + 2)], "too_many"),
    ],
)
def test_presses_that_cannot_be_are_refused(presses: list[HandPress], code: str) -> None:
    with pytest.raises(CoreError) as refused:
        read_presses(presses)
    assert refused.value.code == code


def test_a_second_screen_makes_no_ticks_and_no_notes() -> None:
    """The clock is the court's alone to tell."""
    assert not {"tick", "note"} & set(ACTIONS)


@pytest.mark.parametrize(
    ("address", "is_alone"),
    [
        ("http://localhost:8000", True),
        ("http://127.0.0.1:8000", True),
        ("http://127.8.0.1", True),
        ("http://[::1]:8000", True),
        ("http://court.localhost", True),
        ("https://192.168.1.20:8443", False),
        ("https://[fd00::20]:8443", False),
        ("https://ladder.example", False),
    ],
)
def test_addresses_of_this_machine_alone(address: str, is_alone: bool) -> None:
    """RFC 1122, 3.2.1.3 (127/8), RFC 4291, 2.5.3 (::1) and RFC 6761, 6.3 (localhost)."""
    assert is_for_this_machine_alone(address) is is_alone
