"""First turning kicks: which way one turns is found, and every text is said for that side; a caution comes first."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

KICK = "The first turning kick"


def test_who_turns_left_reads_left_everywhere(evening: Evening) -> None:
    evening.athlete.come_in(KICK)
    page = evening.page
    evening.accept_cautions(KICK)
    page.goto("/settings")
    page.get_by_role("link", name="Find your turning side, foot or breath").click()
    for _ in range(5):
        page.get_by_role("button", name="Left", exact=True).click()
    expect(page.get_by_role("status").filter(has_text="You turn left: 5 of 5 tries.")).to_be_visible()
    page.get_by_role("button", name="Keep left").click()
    expect(page.get_by_text("Kept for this: left.")).to_be_visible()
    evening.go_to(KICK, side="turning left")
    expect(page.get_by_role("main")).to_contain_text("turning left")
    evening.athlete.start()
    evening.press("oxooxooo")
    evening.write_down(KICK, 1, "6 makes")
    evening.open_ladder(KICK)
    expect(page.get_by_role("main")).to_contain_text("step across with the left foot")
    # A small dose: it worked, so the next try is another day's.
    expect(page.get_by_role("main")).to_contain_text("It worked: stop here for today")
    evening.compare_with_the_logbook()
