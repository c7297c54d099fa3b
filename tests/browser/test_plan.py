"""Half an hour decided before leaving home: built, locked, swapped, shortened, played, compared; on paper, too."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage
from tests.serving import Application


def parts(page: Page) -> list[str]:
    """The titles of the draft's parts, in order."""
    labels = page.locator("[data-part]").evaluate_all("all => all.map(each => each.ariaLabel)")
    return [re.sub(r"^[\d.]+ (min|s) ", "", label).split(",")[0] for label in labels]


def minutes_of(page: Page, key: str) -> float:
    """How wide a part is drawn, as a share of the strip."""
    strip = page.get_by_role("group", name="The block as a ribbon of time").bounding_box()
    part = page.locator(f"[data-part='{key}']").bounding_box()
    assert strip
    assert part
    return part["width"] / strip["width"]


def plan_half_an_hour(athlete: AthleteAtTheScreen) -> Page:
    """A new athlete with two ladders, half an hour to fill."""
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    athlete.own_ladder("Three-club cascade")
    athlete.page.goto("/plan")
    expect(athlete.page.get_by_role("heading", name="Your 30 minutes")).to_be_visible()
    return athlete.page


@pytest.fixture
def planning(athlete: AthleteAtTheScreen) -> Page:
    return plan_half_an_hour(athlete)


@pytest.fixture
def refused(open_page: OpenPage) -> Page:
    """The same, for those who will be refused something: the browser writes every refusal into its console."""
    return plan_half_an_hour(AthleteAtTheScreen(open_page(is_quiet=True)))


@pytest.mark.slow
def test_presses_that_come_before_their_answer_add_up(planning: Page) -> None:
    """Pressed twice at once, before the screen or the server has said anything to the first."""
    title = "Putts from the circle: from 4 m"
    part = planning.get_by_role("listitem").filter(has_text=title)
    planned = re.search(r"(\d+) runs", part.inner_text())
    assert planned
    wanted = int(planned[1]) - 2
    assert wanted > 1
    shorter = planning.get_by_role("button", name=f"Shorter: {title}").element_handle()
    planning.evaluate("button => { button.click(); button.click(); }", shorter)
    expect(part.get_by_text(f"{wanted} runs")).to_be_visible()
    planning.get_by_role("button", name="Undo").click()
    expect(part.get_by_text(f"{wanted + 1} runs")).to_be_visible()


def test_half_an_hour_is_built_locked_swapped_shortened_played_and_compared(
    planning: Page, athlete: AthleteAtTheScreen
) -> None:
    page = planning
    assert parts(page) == [
        "Warm-up",
        "Putts from the circle: from 4 m",
        "Three-club cascade: 10 catches",
        "Cool down and note",
    ]
    page.get_by_role("button", name="Lock Putts from the circle: from 4 m").click()
    expect(page.get_by_role("button", name="Unlock Putts from the circle: from 4 m")).to_be_visible()
    page.get_by_label(re.compile("Three-club cascade")).first.click()  # not that one today
    page.get_by_label(re.compile("Three-club cascade")).first.click()  # and back: what is locked stayed
    expect(page.get_by_role("button", name="Unlock Putts from the circle: from 4 m")).to_be_visible()
    page.get_by_role("button", name="Take out Three-club cascade: 10 catches").click()
    expect(page.get_by_role("button", name="Put it in: Three-club cascade: 10 catches")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("button", name="Take out Three-club cascade: 10 catches")).to_be_visible()
    expect(page.get_by_text(re.compile(r"\d+ min of 30 min, nine times in ten \d+ to \d+ min"))).to_be_visible()
    page.get_by_role("button", name="Keep it for today").click()
    page.wait_for_url(re.compile(r"/plan/blocks/\d+$"))

    page.get_by_role("link", name="Jolly Ladder").click()
    page.get_by_role("button", name="Only 15 minutes after all").click()
    expect(page.get_by_text("Re-fitted from 30 to 15 minutes")).to_be_visible()
    expect(page.get_by_role("heading", name=re.compile("15 minutes today"))).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("heading", name=re.compile("30 minutes today"))).to_be_visible()
    page.get_by_role("button", name="Only 15 minutes after all").click()
    expect(page.get_by_role("heading", name=re.compile("15 minutes today"))).to_be_visible()

    page.get_by_role("link", name="Start the block").click()
    page.get_by_role("button", name="Start with the warm-up").click()
    page.get_by_role("button", name="Warm: go on").click()
    page.get_by_role("button", name="Start run 1").click()
    athlete.start()
    athlete.press(*["make"] * 10)
    athlete.expect_end("All attempts played")
    athlete.see_what_it_means()
    page.get_by_role("link", name="On with the block").click()
    page.get_by_role("button", name=re.compile("That is enough|On to what comes next")).click()
    page.get_by_role("button", name="Finish the block").click()

    table = page.get_by_role("table", name="Planned against actual")
    row = table.get_by_role("row", name=re.compile("Putts from the circle: from 4 m: 1 of"))
    expect(row).to_be_visible()
    expect(row).to_contain_text(re.compile(r"\d.* s|min"))
    expect(row).to_contain_text("shorter")


def test_a_part_is_swapped_for_a_ladder_that_was_not_asked_for(planning: Page) -> None:
    page = planning
    page.get_by_label(re.compile("Three-club cascade")).first.click()
    expect(page.locator("[data-part]")).to_have_count(3)
    page.get_by_role("button", name="Swap Putts from the circle: from 4 m").click()
    page.get_by_role("menuitem", name="Three-club cascade: 10 catches").click()
    expect(page.get_by_role("button", name="Swap Three-club cascade: 10 catches")).to_be_visible()
    assert parts(page) == ["Warm-up", "Three-club cascade: 10 catches", "Cool down and note"]
    page.reload()  # the draft lives in the address
    expect(page.get_by_role("button", name="Swap Three-club cascade: 10 catches")).to_be_visible()


def test_the_ribbon_is_dragged_stretched_and_driven_by_keys(planning: Page) -> None:
    page = planning
    first = page.locator("[data-part]").nth(1)
    key = first.get_attribute("data-part") or ""
    title, other = parts(page)[1:3]
    first.focus()
    page.keyboard.press("ArrowRight")
    expect(page.locator("[data-part]").nth(2)).to_have_attribute("data-part", key)
    assert parts(page)[1:3] == [other, title]

    moved, before = page.locator(f"[data-part='{key}']").bounding_box(), first.bounding_box()
    assert moved
    assert before
    page.mouse.move(moved["x"] + moved["width"] / 2, moved["y"] + 20)
    page.mouse.down()
    page.mouse.move(before["x"] + 10, moved["y"] + 20, steps=8)
    page.mouse.up()
    expect(page.locator("[data-part]").nth(1)).to_have_attribute("data-part", key)

    page.locator(f"[data-part='{key}']").focus()
    width = minutes_of(page, key)
    page.keyboard.press("-")
    expect(page.get_by_role("button", name=re.compile(f"{re.escape(title)}.*, locked$"))).to_be_visible()
    assert minutes_of(page, key) < width
    strip = page.locator(f"[data-part='{key}']").bounding_box()
    assert strip
    width = minutes_of(page, key)
    page.mouse.move(strip["x"] + strip["width"] - 4, strip["y"] + 20)
    page.mouse.down()
    page.mouse.move(strip["x"] + strip["width"] / 2 - 10, strip["y"] + 20, steps=8)
    page.mouse.up()
    longer = "([key, width]) => document.querySelector(`[data-part='${key}']`).offsetWidth < width"
    page.wait_for_function(longer, arg=[key, strip["width"]])


def test_leaving_out_the_warm_up_is_asked_about_and_kept(refused: Page) -> None:
    page = refused
    page.get_by_role("button", name="Take out Warm-up").click()
    expect(page.get_by_role("button", name="Put the warm-up back")).to_be_visible()
    page.get_by_role("button", name="Keep it for today").click()
    dialog = page.get_by_role("dialog", name="No warm-up?")
    expect(dialog.get_by_text("I stop on pain", exact=False)).to_be_visible()
    dialog.get_by_role("button", name="I have read it: leave it out").click()
    expect(page.get_by_role("heading", name="You said yes to")).to_be_visible()


def test_a_limit_is_said_in_one_line_and_lifted(planning: Page) -> None:
    page = planning
    page.get_by_role("button", name="Spare something").click()
    page.get_by_label("Spare", exact=True).click()
    page.get_by_role("option", name="wrist").click()
    page.get_by_role("button", name="Spare it").click()
    expect(page.get_by_text(re.compile("Did not fit: .*body limit: rest the wrist")).first).to_be_visible()
    page.get_by_role("button", name="Lift: Rest the wrist").click()
    expect(page.get_by_text(re.compile("body limit"))).to_have_count(0)


def test_a_block_becomes_a_routine_and_is_repeated_and_changed(planning: Page) -> None:
    page = planning
    page.get_by_role("button", name="Keep it for today").click()
    page.get_by_label("Name of the routine").fill("Discs and clubs")
    page.get_by_role("button", name="Save as a routine").click()
    expect(page.get_by_text("Kept as a routine")).to_be_visible()
    page.get_by_role("link", name="Plan", exact=True).first.click()
    page.get_by_role("button", name="Repeat today: Discs and clubs").click()
    page.wait_for_url(re.compile(r"/plan/blocks/\d+$"))
    page.get_by_role("link", name="Change it").click()
    expect(page.get_by_role("heading", name="Change the block")).to_be_visible()
    page.get_by_role("button", name="Take out Three-club cascade: 10 catches").click()
    expect(page.locator("[data-part]")).to_have_count(3)
    page.get_by_role("button", name="Keep the changes").click()
    expect(page.get_by_role("heading", name="30 minutes: Putts from the circle")).to_be_visible()


def test_a_sheet_is_printed_on_one_page_and_typed_in(refused: Page) -> None:
    page = refused
    page.get_by_role("button", name="Keep it for today").click()
    page.get_by_role("link", name="Paper sheet").click()
    expect(page.get_by_text("Play all 10; tick a box for each make")).to_be_visible()
    expect(page.get_by_text("To bring:")).to_be_visible()
    printed = page.pdf(format="A4", prefer_css_page_size=True)
    assert len(re.findall(rb"/Type\s*/Page\b", printed)) == 1
    page.emulate_media(media="print")
    expect(page.get_by_role("button", name="Print")).to_be_hidden()
    expect(page.get_by_role("navigation")).to_have_count(0)
    page.emulate_media(media="screen")

    page.get_by_role("link", name="Type it in").click()
    first = page.get_by_role("group", name="Putts from the circle: from 4 m, run 1")
    first.get_by_label("Makes").fill("12")
    page.get_by_label("Minutes in all").fill("27")
    page.get_by_role("button", name="Keep the sheet and close the block").click()
    expect(first.get_by_text(re.compile("10"))).to_be_visible()  # twelve of ten cannot be
    first.get_by_label("Makes").fill("9")
    page.get_by_role("slider", name="How hard was the whole block?").press("End")
    page.get_by_role("button", name="Keep the sheet and close the block").click()
    page.wait_for_url(re.compile(r"/plan/blocks/\d+$"))
    page.goto("/look-back/logbook")
    row = page.get_by_role("row", name=re.compile("by hand"))
    expect(row).to_contain_text("9 makes")
    row.get_by_role("link").click()
    expect(page.get_by_role("heading", name="From a sheet")).to_be_visible()
    page.goto("/look-back/load")
    expect(page.get_by_role("row", name=re.compile("running"))).to_contain_text("270")


def test_what_can_injure_is_read_before_it_is_played(athlete: AthleteAtTheScreen) -> None:
    page = athlete.page
    athlete.come_in()
    athlete.take_ladder("Sideways wheel along a line")
    page.goto("/plan")
    expect(page.get_by_text(re.compile("read and acknowledge its cautions first")).first).to_be_visible()
    page.goto("/climb")
    page.get_by_role("link", name=re.compile("Sideways wheel")).first.click()
    expect(page.get_by_text("never new alone")).to_be_visible()
    page.get_by_role("button", name="I have read it and take care of it").click()
    expect(page.get_by_text("You said yes to this on")).to_be_visible()
    page.goto("/plan")
    expect(page.get_by_role("button", name="Keep it and start now")).to_be_enabled()


@pytest.mark.parametrize(
    ("region", "typed_day", "typed_hour", "order"),
    [("en-GB", "04052099", "0730", "04/05/2099"), ("en-US", "05042099", "0730a", "05/04/2099")],
)
def test_days_and_hours_are_typed_as_the_region_writes_them(
    browser: Browser, application: Application, region: str, typed_day: str, typed_hour: str, order: str
) -> None:
    window = browser.new_context(base_url=application.url, locale=region)
    page = window.new_page()
    AthleteAtTheScreen(page).enter_demo()
    page.goto("/plan")
    day, hour = (page.get_by_role("group", name=name) for name in ("Day", "Hour (open)"))
    day.get_by_role("spinbutton").first.click()
    page.keyboard.type(typed_day)
    expect(day).to_contain_text(order)
    hour.get_by_role("spinbutton").first.click()
    page.keyboard.type(typed_hour)
    page.wait_for_url(re.compile("day=2099-05-04.*start=07%3A30"))
    page.get_by_role("button", name="Clear").click()
    page.wait_for_url(re.compile("day=2099-05-04$"))
    window.close()
