"""Every kind of practice three times: at the desk, on paper, and with a phone where no network is.

A visit each, days apart, from a fresh account on; what the court, the sheet and the logbook say is held against a tally
kept by hand.
"""

from __future__ import annotations

from dataclasses import dataclass

import pytest

from tests.browser.conftest import OpenPage
from tests.browser.evenings.evening import By, Evening
from tests.serving import Application


@dataclass(frozen=True)
class Kind:
    """A ladder of somebody's; at the desk and on the phone the strokes and what they come to, on paper the totals."""

    ladder: str
    desk: tuple[str, str]
    paper: tuple[dict[str, str], str]
    phone: tuple[str, str]
    side: str = ""
    by: By = "thumb"


KINDS = {
    "table, footwork": Kind(
        "Footwork: two points, four, then anywhere",
        ("1122 1122 x 1122 1122 1122 1122", "16 in pattern"),
        ({"Longest run in pattern": "12", "Makes": "20", "Misses": "2"}, "12 in pattern"),
        ("112x 1122 1122 1122 1122 1122 1122", "24 in pattern"),
    ),
    "walled court with tape": Kind(
        "Four quarters of the front wall",
        ("13 x 24", "5 attempts"),
        ({"Targets collected": "4", "Makes": "6", "Misses": "2"}, "8 attempts"),
        ("1 2 3 4", "4 attempts"),
    ),
    "net court, sore foot": Kind(
        "Five good ones to each of six spots",
        ("oxoo xxooo", "9 attempts"),
        ({"Makes that filled a target": "6", "Makes": "6", "Misses": "3"}, "9 attempts"),
        ("oooxooo", "7 attempts"),
    ),
    "table, beginner": Kind(
        "Longest rally on the table",
        ("3e4e4e9e2e4e3e4e6e5e", "9 in a row"),
        ({"Longest": "11", "In all": "50", "Misses": "10"}, "11 in a row"),
        ("4e6e3e12e5e4e7e4e4e6e", "12 in a row"),
    ),
    "cue table, support": Kind(
        "Lines of five, with a support",
        ("oooxo oooxo", "8 makes"),
        ({"Makes": "9"}, "9 makes"),
        ("ooooo oxoox", "8 makes"),
        by="clicker",
    ),
    "contact on a pad": Kind(
        "Low and through",
        ("oooxoooxoo!4", "8 good"),
        ({"Good reps": "9", "Comfort, 1 to 5": "4"}, "9 good"),
        ("ooooooooxo!5", "9 good"),
        side="left shoulder",
    ),
    "hard twist": Kind(
        "A hard twist, from raised to flat",
        ("xxoxxo", "2 landed"),
        ({"Landed": "3", "Tried": "6"}, "3 landed"),
        ("oxoxxx", "2 landed"),
    ),
    "end-to-end run": Kind(
        "End-to-end run",
        ("o" * 16 + "x", "16"),
        ({"Length of the run": "21", "Misses": "1"}, "21"),
        ("o" * 7 + "x", "7"),
        by="clicker",
    ),
    "serve session": Kind(
        "First and second ball",
        ("o - xo o", "4 balls"),
        ({"Targets walked": "3", "Makes": "3", "Misses": "2"}, "5 balls"),
        ("xx o o xo", "6 balls"),
    ),
    "practice pad": Kind(
        "Cascade to a click",
        ("o" * 6, "90"),
        ({"Highest clean tempo": "84", "Makes": "5", "Misses": "2"}, "84"),
        ("o" * 6, "90"),
    ),
    "serve rebuilt": Kind(
        "A serve rebuilt, step by step",
        ("ooxoooxooooo~!3", "10 good"),
        ({"Good reps": "20", "Comfort, 1 to 5": "4"}, "20 good"),
        ("oooooooooo~!4", "10 good"),
    ),
    "breathing": Kind(
        "Breathing to the side",
        ("oooooo~!3", "6 good"),
        ({"Good reps": "6", "Comfort, 1 to 5": "4"}, "6 good"),
        ("oooooo~!5", "6 good"),
        side="breathing left",
    ),
    "rope, side swing": Kind(
        "From the bounce to the side swing",
        ("oooooooox" + "o" * 20, "20 in a row"),
        ({"Best row": "17", "Makes": "90", "Misses": "30"}, "17 in a row"),
        ("o" * 20, "20 in a row"),
        by="clicker",
    ),
    "at home": Kind(
        "A ball kept up",
        ("ooooox" + "o" * 20, "20 in a row"),
        ({"Best row": "20", "Makes": "31", "Misses": "3"}, "20 in a row"),
        ("oox" + "o" * 20, "20 in a row"),
        by="clicker",
    ),
    "paddle court": Kind(
        "Drives in three directions",
        ("ooxoo oxxoo ooooo", "12 makes"),
        ({"Makes": "11"}, "11 makes"),
        ("oxxoo oxxoo oooox", "10 makes"),
        side="even court",
        by="clicker",
    ),
    "cue table, purpose": Kind(
        "Ten straight ones",
        ("oooooxoooo", "9 makes"),
        ({"Makes": "10"}, "10 makes"),
        ("xoooooooxo", "8 makes"),
    ),
    "turning kicks": Kind(
        "The first turning kick",
        ("oxooxooo", "6 makes"),
        ({"Makes": "5"}, "5 makes"),
        ("oooooxox", "6 makes"),
    ),
    "rope, release": Kind(
        "Letting one handle go",
        ("xooxooooxo", "7 makes"),
        ({"Makes": "8"}, "8 makes"),
        ("ooooooooxo", "9 makes"),
    ),
    "ten-pin": Kind(
        "Spare cycles without a miss",
        ("oox ooo", "6 attempts"),
        ({"Circuits": "1", "Makes": "7", "Misses": "2"}, "9 attempts"),
        ("xooo", "4 attempts"),
    ),
    "mirror strokes": Kind(
        "Strokes on land, before a mirror",
        ("ooxooooooo x o~!4", "10 good"),
        ({"Good reps": "15", "Comfort, 1 to 5": "4"}, "15 good"),
        ("oooooooooo~!5", "10 good"),
    ),
}


@pytest.mark.slow
@pytest.mark.parametrize("kind", [pytest.param(kind, id=name) for name, kind in KINDS.items()])
def test_three_visits_are_in_the_record_as_they_were_played(
    open_page: OpenPage, application: Application, kind: Kind
) -> None:
    evening = Evening(open_page(), application)
    evening.athlete.sign_up()
    evening.athlete.take_ladder(kind.ladder)
    evening.accept_cautions(kind.ladder)
    evening.play(kind.ladder, *kind.desk, side=kind.side)
    evening.days_later(3)
    evening.type_in_from_paper(kind.ladder, *kind.paper, side=kind.side)
    evening.days_later(3)
    phone = open_page(is_phone=True, is_quiet=True)
    phone.context.add_cookies(evening.page.context.cookies())  # type: ignore[arg-type]  # as they were given
    at_the_wall = Evening(phone, application, evening.by_hand)
    at_the_wall.play_without_a_network(kind.ladder, *kind.phone, side=kind.side, by=kind.by)
    at_the_wall.compare_with_the_logbook()
