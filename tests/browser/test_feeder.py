"""The feeder: feeds come by the clock, section by section, and makes are counted feed by feed."""

from __future__ import annotations

import re
from itertools import pairwise
from typing import Any

import pytest
from playwright.sync_api import expect

from tests.browser.athlete import AthleteAtTheScreen

#: How high the feeder's sound is.
SOUND_HZ = 1760
PROGRAMME: dict[str, Any] = {
    "title": "three sections",
    "set_up": "Stand in the middle.",
    "cues": [],
    "format": "feeds",
    "settings": {
        "feeds": [{"feed": "short", "means": "slow", "share": 1}, {"feed": "deep", "means": "fast", "share": 1}],
        "order": "in_turn",
        "interval_ms": 1500,
        "section": 2,
        "sections": 3,
        "pause_s": 3,
    },
}


def test_a_programme_of_three_sections_with_makes_for_each_feed(athlete: AthleteAtTheScreen) -> None:
    page = athlete.page
    page.add_init_script(
        "window.due = []; const start = OscillatorNode.prototype.start;"
        "OscillatorNode.prototype.start = function (at) {"
        " const wait = at - this.context.currentTime;"
        " window.due.push([performance.now() / 1000 + wait, this.frequency.value, wait]);"
        " return start.call(this, at); };"
    )
    athlete.come_in()
    athlete.send("api/own-ladders/", title="Fed at the wall", discipline="wall", summary="", rung=PROGRAMME)
    athlete.open_run("Fed at the wall")
    athlete.expect_counted("here")
    athlete.start()
    feed, number = page.get_by_test_id("feed"), 0
    for section in range(3):
        for kind in ("short", "deep"):
            athlete.expect_target(kind)
            expect(page.locator("[data-testid=feed][data-fed=true]")).to_contain_text(
                "slow" if kind == "short" else "fast", timeout=8000
            )
            # Before it is fed a press is none; of the deep ones the last alone is made.
            if kind == "short" or section == 2:
                athlete.press("make")
                number += 1
                if number < 4:
                    athlete.expect_count(number)
            else:
                expect(feed).to_contain_text("Coming", timeout=8000)
        if section < 2:
            expect(page.get_by_text(re.compile(f"Walk back, then section {section + 2} of 3")).first).to_be_visible()
    athlete.expect_end("All attempts played")
    athlete.expect_end_number(4)
    # Each is handed to the audio's clock before its moment, and sounds at it: the audio of a machine without a sound
    # card runs late under load, and is set right where it is 50 ms apart from the run's clock.
    sounds = [(at, wait) for at, pitch, wait in page.evaluate("window.due") if pitch == SOUND_HZ]
    gaps = [after - before for (before, _), (after, _) in pairwise(sounds)]
    assert gaps == pytest.approx([1.5, 4.5, 1.5, 4.5, 1.5], abs=0.1)
    assert all(wait > 0 for _, wait in sounds)
    athlete.see_what_it_means()
    expect(page.get_by_role("row", name="short 3 3 100 %")).to_be_visible()
    expect(page.get_by_role("row", name="deep 3 1 33 %")).to_be_visible()
