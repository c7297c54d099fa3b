"""An hour of serves: the toss is checked first, a bad one does not count, and targets are walked with a second ball."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

WALK = "First and second ball"


def test_targets_are_walked_with_a_second_ball_and_a_bad_toss_is_a_let(evening: Evening) -> None:
    evening.athlete.come_in(WALK)
    page = evening.page
    evening.accept_cautions(WALK)
    evening.go_to(WALK)
    expect(page.get_by_role("main")).to_contain_text("toss as high as you reach")
    evening.athlete.start()
    evening.athlete.expect_target("left third", then="middle third")
    # Left at once; a bad toss, then the middle by the second ball; right at once: four balls in all.
    evening.press("o - xo o")
    evening.write_down(WALK, 1, "4 balls")
    evening.days_later(3)
    evening.play(WALK, "xx o o xo", "6 balls")
    evening.compare_with_the_logbook()
