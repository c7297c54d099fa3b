"""One number to check oneself by for years: an end-to-end run on a cue table, with old results from a notebook."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

RUN = "End-to-end run"


def test_a_notebook_of_years_comes_in_and_the_next_run_stands_beside_it(evening: Evening) -> None:
    evening.athlete.come_in(RUN)
    page = evening.page
    page.goto("/look-back/sheet")
    sheet = f"Date;Drill;Score\n12.3.2022;{RUN};11\n4.3.2023;{RUN};14\n9.3.2024;{RUN};17\n"
    page.locator("input[type=file]").set_input_files(  # type: ignore[call-arg]
        files=[{"name": "notebook.csv", "mimeType": "text/csv", "buffer": sheet.encode()}]
    )
    page.get_by_role("button", name="Keep 3 scores").click()
    expect(page.get_by_text("3 scores kept.")).to_be_visible()
    evening.by_hand = [(RUN, 1, "11"), (RUN, 1, "14"), (RUN, 1, "17")]
    evening.play(RUN, "o" * 16 + "x", "16")
    expect(page.get_by_role("main")).to_contain_text("17")
    evening.compare_with_the_logbook()
