"""A sheet of old scores with three wrong cells: mended in place, kept, found in the logbook."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.browser.athlete import AthleteAtTheScreen

OpenPage = Callable[..., Page]
SHEET = """Date;Drill;Hand;Score;Note
28.4.2026;Putts from the circle;;7/10;calm
29.4.2026;Putts from the circle;;soon;
30.2.2026;Putts from the circle;;8/10;
1.5.2026;Serves;left;12;
1.5.2026;Serves;right;9;wind
2.5.2026;Serves;both;9;
"""


def test_a_sheet_with_three_wrong_cells_is_mended_and_kept(open_page: OpenPage, tmp_path: Path) -> None:
    athlete = AthleteAtTheScreen(open_page())
    athlete.come_in()
    page = athlete.page
    file = tmp_path / "scores.csv"
    file.write_text(SHEET)
    page.goto("/look-back/logbook")
    page.get_by_role("link", name="Bring in a sheet").click()
    page.get_by_label("A sheet of scores").set_input_files(file)
    expect(page.get_by_text("3 cells to mend")).to_be_visible()
    expect(page.get_by_role("button", name="Keep 3 scores")).to_be_disabled()
    for label, mended in (("Row 3, score", "9/10"), ("Row 4, day", "30.4.2026"), ("Row 7, side", "left")):
        page.get_by_label(label).fill("")
        page.get_by_label(label).press_sequentially(mended)
    expect(page.get_by_text("All mended")).to_be_visible()
    page.get_by_role("group", name="Serves").get_by_label("Out of").fill("15")
    page.get_by_role("group", name="Serves").get_by_label("Out of").blur()
    page.get_by_role("button", name="Keep 6 scores").click()
    expect(page.get_by_text("6 scores kept.")).to_be_visible()
    page.get_by_role("link", name="See the logbook").click()
    expect(page.get_by_text("6 runs")).to_be_visible()
    expect(page.get_by_text("12 makes")).to_be_visible()
    page.goto("/climb")
    expect(page.get_by_role("link", name="Serves").first).to_be_visible()


def test_what_is_no_sheet_says_so(open_page: OpenPage, tmp_path: Path) -> None:
    athlete = AthleteAtTheScreen(open_page(is_quiet=True))  # a browser complains of every answer that refuses
    athlete.come_in()
    athlete.page.goto("/look-back/sheet")
    picture = tmp_path / "picture.csv"
    picture.write_bytes(b"\x89PNG\r\n\x1a\n\x00\x00")
    athlete.page.get_by_label("A sheet of scores").set_input_files(picture)
    expect(athlete.page.get_by_text("This is neither text nor a spreadsheet.")).to_be_visible()
