"""Contact on a pad: cones are called while both hands are on the pad, and both shoulders get their turn."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

CONES, LOW = "Called cones, then the pad", "Low and through"


def test_nothing_is_pressed_between_the_calls_and_either_shoulder_has_its_own_number(phone_evening: Evening) -> None:
    evening = phone_evening
    evening.athlete.come_in(CONES, LOW)
    page = evening.page
    evening.open_ladder(CONES)
    expect(page.get_by_role("main")).to_contain_text("Begin under a qualified coach, on a proper pad")
    for title in (CONES, LOW):
        evening.accept_cautions(title)
    page.clock.install()
    for side, answered in (("left", 7), ("right", 8)):
        evening.go_to(CONES, side=f"{side} shoulder")
        evening.athlete.start("mouse")
        for _ in range(8):
            # At most eight seconds of waiting, and four to answer.
            page.clock.run_for(12_000)
        expect(page.get_by_text("How many were answered?").first).to_be_visible()
        page.get_by_role("button", name=str(answered), exact=True).click()
        page.get_by_role("button", name=f"Enter {answered}").click()
        evening.athlete.expect_end("All attempts played")
        expect(page.get_by_role("main")).not_to_contain_text("One more 7")
        evening.write_down(CONES, 1, f"{answered} answered")
        # Of eight calls of two kinds each comes four times.
        expect(page.get_by_role("main")).to_contain_text("How often each was called: left 4, right 4.")
    evening.play(LOW, "oooxoooxoo!4", "8 good", side="left shoulder", by="thumb")
    evening.compare_with_the_logbook()
    page.goto("/look-back/load")
    expect(page.get_by_role("row", name="Contacts, left arm 18 0")).to_be_visible()
