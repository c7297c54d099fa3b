"""Setting up: targets laid on a wall to scale, the tape list, what is foretold, saved, out and in, into a block."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.board import Board
from tests.browser.conftest import OpenPage
from tests.browser.paper import pages_of


@pytest.fixture
def board(athlete: AthleteAtTheScreen) -> Board:
    """The demo athlete at a new layout on a plain wall, 4 m wide and 3 m high."""
    athlete.enter_demo()
    board = Board(athlete.page)
    board.open_new_on("plain_wall")
    return board


@pytest.fixture
def two_targets(board: Board) -> Board:
    """A box laid by mouse and a ring by keys, looked at with the aim of a ladder that is played at a wall."""
    look_with(board.page, "Low returns in a row, left hand")
    board.add("box")
    board.drag(board.target("box"), right=-70, down=40)
    board.add("ring")
    board.press("ring", "Shift+ArrowUp", "Shift+ArrowUp", "ArrowLeft", "ArrowLeft", "ArrowLeft")
    return board


def look_with(page: Page, aim: str) -> None:
    page.get_by_label("Looked at with the aim of").click()
    page.get_by_role("option", name=aim).click()


def test_targets_are_laid_by_mouse_and_by_keys(two_targets: Board) -> None:
    board, page = two_targets, two_targets.page
    wide, high, left, up = board.where("box")
    assert (wide, high) == (0.75, 0.55)
    assert left < 1.625  # it was put in the middle: (4 - 0.75) / 2
    assert up < 0.925
    # The ring was put a fifth of the way across and 1.2 m up; a stride is 10 cm, a nudge 1 cm.
    assert board.where("ring") == pytest.approx((0.75, 0.75, 0.8 - 0.375 - 0.03, 1.2 - 0.375 + 0.2), abs=0.006)
    board.press("ring", "Control+ArrowRight", "-", "-")
    assert board.where("ring")[0] == pytest.approx(0.74, abs=0.006)

    tape = board.tape_on("the wall")
    expect(tape).to_contain_text("box: 75 cm by 55 cm")
    expect(tape).to_contain_text(
        re.compile(r"2 strips across, 75 cm long, from [\d.]+ cm to [\d.]+ cm from the left edge")
    )
    expect(tape).to_contain_text("Chalk 1 circle 74 cm across")
    kit = re.compile(r"To bring: [\d.]+ m of tape, chalk for 1 circle, a tape measure")
    expect(page.get_by_text(kit)).to_be_visible()


@pytest.mark.slow
def test_what_is_foretold_changes_with_where_one_stands(two_targets: Board) -> None:
    board, page = two_targets, two_targets.page
    near = board.foretold("box")
    assert re.search(r"4(\.\d+)? m away: \d+ %, \d+ to \d+", near)
    slider = page.get_by_role("slider", name=re.compile("Stand here"))
    for _ in range(20):
        slider.press("ArrowRight")
    expect(page.get_by_role("heading", name="Stand here: 5 m from the wall")).to_be_visible()
    expect(page.locator("[data-foretold='box']")).not_to_have_text(near)
    assert percent(board.foretold("box")) < percent(near)


@pytest.mark.slow
def test_a_layout_is_saved_reloaded_taken_out_and_in_and_put_into_a_block(two_targets: Board, tmp_path: Path) -> None:
    board, page = two_targets, two_targets.page
    page.get_by_label("Name of the layout").fill("Two on the wall")
    board.save()
    placed = {name: board.where(name) for name in ("box", "ring")}
    page.reload()
    expect(page.get_by_role("heading", name="Two on the wall", level=1)).to_be_visible()
    assert {name: board.where(name) for name in placed} == placed

    with page.expect_download() as download:
        page.get_by_role("link", name="Save as SVG").click()
    file = tmp_path / "layout.svg"
    download.value.save_as(file)
    assert 'data-zone="ring"' in file.read_text()
    first = page.url.split("?")[0]
    page.goto("/set-up")
    page.get_by_label("A layout as SVG").set_input_files(file)
    page.wait_for_url(re.compile(r"/set-up/layouts/\d+$"))
    assert page.url != first
    expect(page.get_by_role("heading", name="Two on the wall", level=1)).to_be_visible()
    assert {name: board.where(name) for name in placed} == placed

    page.get_by_role("button", name=re.compile("Put it into the block on")).click()
    expect(page.get_by_text("its kit is on the list")).to_be_visible()
    page.get_by_role("link", name=re.compile(r"^\w{3},? \d+ \w{3}$")).click()
    page.wait_for_url(re.compile(r"/plan/blocks/\d+"))
    expect(page.get_by_text("chalk for 1 circle")).to_be_visible()
    page.get_by_role("link", name="Two on the wall").click()
    page.get_by_role("button", name="Take it out").click()
    expect(page.get_by_role("button", name=re.compile("Put it into the block on"))).to_be_visible()


def test_a_file_that_is_no_layout_is_refused_with_the_reason(open_page: OpenPage) -> None:
    page = open_page(is_quiet=True)
    AthleteAtTheScreen(page).enter_demo()
    page.goto("/set-up")
    file = {"name": "x.svg", "mimeType": "image/svg+xml", "buffer": b"<svg xmlns='http://www.w3.org/2000/svg'/>"}
    page.get_by_label("A layout as SVG").set_input_files([file])  # type: ignore[arg-type]
    expect(page.get_by_text("This SVG is no layout: it was not written by Jolly Ladder.")).to_be_visible()


def percent(text: str) -> int:
    found = re.search(r"(\d+) %", text)
    assert found
    return int(found.group(1))


@pytest.mark.slow
def test_a_printed_box_is_taken_and_a_side_wall_is_laid_on(board: Board) -> None:
    page = board.page
    board.open_new_on("tennis_court")
    page.get_by_label("What is there").click()
    page.get_by_role("option", name="Left service box", exact=True).click()
    assert board.where("left service box")[:2] == pytest.approx((4.12, 6.4), abs=0.01)
    board.open_new_on("squash_court")
    page.get_by_role("button", name="The left wall").click()
    board.add("box")
    left = board.where("box")[2]
    page.get_by_role("button", name="Mirror it").click()
    expect(board.target("box")).to_be_hidden()
    page.get_by_role("button", name="The right wall").click()
    assert board.where("box")[2] == pytest.approx(9.75 - left - board.where("box")[0], abs=0.02)


def test_what_is_dragged_snaps_to_thirds_and_is_undone(board: Board) -> None:
    page = board.page
    board.add("box")
    box = board.target("box").bounding_box()
    assert box
    points = box["width"] / 0.75  # about so many for a metre
    # A few points off from where its left edge lies a third of the way across: 1.333 m.
    page.mouse.move(box["x"] + 20, box["y"] + 20)
    page.mouse.down()
    page.mouse.move(box["x"] + 20 + (1.3333 - 1.625) * points + 5, box["y"] + 20, steps=6)
    expect(page.get_by_text(re.compile("^a third"))).to_be_visible()
    page.mouse.up()
    assert board.where("box")[2] == pytest.approx(4 / 3, abs=0.006)
    board.drag(page.locator("[data-handle='ne']"), right=30, down=-30)
    wide, high, left, _ = board.where("box")
    assert wide > 0.8
    assert high > 0.6
    assert left == pytest.approx(4 / 3, abs=0.006)  # what lies opposite stays
    page.keyboard.press("Control+z")
    assert board.where("box")[0] == 0.75
    page.get_by_role("button", name="Undo").click()
    assert board.where("box")[2] == pytest.approx(1.625, abs=0.006)
    page.get_by_role("button", name="Redo").click()
    assert board.where("box")[2] == pytest.approx(4 / 3, abs=0.006)
    page.get_by_role("button", name="Mirror it").click()
    expect(board.target("box")).to_have_attribute("aria-label", re.compile("1.92 m from the left"))


def test_numbers_are_typed_targets_divided_and_played_in_order(board: Board) -> None:
    page = board.page
    board.add("box")
    page.get_by_label("Wide (cm)").fill("200")
    page.get_by_label("Wide (cm)").press("Enter")
    page.get_by_label("Name", exact=True).fill("goal")
    page.get_by_label("Name", exact=True).press("Enter")
    assert board.where("goal")[0] == 2
    expect(board.tape_on("the wall")).to_contain_text("2 strips across, 200 cm long")
    page.get_by_label("Divide into").click()
    page.get_by_role("option", name="a cross").click()
    for number in range(1, 5):
        assert board.where(f"goal {number}")[0] == 1
    page.get_by_label("A usual order").click()
    page.get_by_role("option", name="Opposite corners").click()
    expect(page.get_by_label("In this order")).to_have_value("goal 4, goal 1, goal 2, goal 3")
    page.get_by_role("button", name="Play it").click()
    expect(page.get_by_test_id("preview")).to_have_text("1 of 4: goal 4, then goal 1")
    expect(page.get_by_test_id("preview")).to_have_text("2 of 4: goal 1, then goal 2")
    page.get_by_role("button", name="Stop").click()
    page.get_by_label("In this order").fill("goal 1, hat")
    page.get_by_label("In this order").press("Enter")
    expect(page.get_by_text("No target is called hat")).to_be_visible()


@pytest.mark.slow
def test_lengths_that_cannot_be_are_taken_as_the_nearest_that_can(board: Board) -> None:
    page = board.page

    def type_in(label: str, text: str) -> None:
        page.get_by_label(label, exact=True).fill(text)
        page.get_by_label(label, exact=True).press("Enter")

    board.add("box")
    left = board.where("box")[2]
    for text, wide in (("-50", 0.02), ("99999", 4.0 - left), ("", 4.0 - left), ("75", 0.75)):
        type_in("Wide (cm)", text)
        assert board.where("box")[0] == pytest.approx(wide, abs=0.006)
        assert board.where("box")[2] == pytest.approx(left, abs=0.011)
    for text, left in (("-500", 0.0), ("99999", 3.25)):
        type_in("From the left (cm)", text)
        assert board.where("box")[2] == pytest.approx(left, abs=0.011)
    board.add("ring")
    _, _, left, up = board.where("ring")
    for text, across in (("-20", 0.04), ("5000", min(4.0 - left, 3.0 - up))):
        type_in("From middle to rim (cm)", text)
        assert board.where("ring")[0] == pytest.approx(across, abs=0.006)


def test_changes_that_were_not_saved_wait_and_can_be_undone(board: Board) -> None:
    page = board.page
    board.add("strip")
    page.goto("/")
    board.open_new_on("plain_wall")
    expect(page.get_by_text("Your changes from before are here")).to_be_visible()
    expect(board.target("strip")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(board.target("strip")).to_have_count(0)


@pytest.mark.slow
def test_a_yard_wall_of_ones_own_in_a_minute(athlete: AthleteAtTheScreen) -> None:
    athlete.come_in()
    page, board = athlete.page, Board(athlete.page)
    page.goto("/set-up/places")
    expect(page.get_by_text("ITF Rules of Tennis")).to_be_visible()
    page.get_by_label("What you call it").fill("Tanner's Yard")
    page.get_by_label("Wide (cm)").fill("420")
    page.get_by_label("High (cm)").fill("300")
    page.get_by_role("button", name="Add a landmark").click()
    page.get_by_label("What is there").fill("foot of the drainpipe")
    page.get_by_label("From the left (cm)").fill("360")
    page.get_by_role("button", name="Keep it and lay targets").click()
    board.add("box")
    page.get_by_label("From the left (cm)", exact=True).fill("300")
    page.get_by_label("From the left (cm)", exact=True).press("Enter")
    assert board.where("box")[2] == 3
    expect(board.tape_on("the wall")).to_contain_text("of the foot of the drainpipe")
    expect(page.get_by_text("Your aim is not known yet")).to_be_visible()
    page.goto("/set-up/places")
    page.get_by_role("button", name="Forget Tanner's Yard").click()
    page.get_by_role("dialog").get_by_role("button", name="Forget it").click()
    expect(page.get_by_role("link", name="Tanner's Yard")).to_have_count(0)


@pytest.mark.slow
def test_a_rung_s_layout_opens_from_its_ladder_and_tells_the_aim(athlete: AthleteAtTheScreen) -> None:
    athlete.come_in()
    athlete.take_ladder("Putts from the circle")
    page = athlete.page
    athlete.open_run("Putts from the circle")
    athlete.start()
    athlete.press(*["make"] * 9, "miss")
    athlete.expect_end("All attempts played")
    athlete.see_what_it_means()
    page.goto("/climb")
    page.get_by_role("link", name="Putts from the circle").first.click()
    step = page.get_by_role("region", name="A fair next step")
    expect(step).to_contain_text(re.compile(r"Farther: [\d.]+ m instead of 4 m \(chains\): (69|7[01]) % foretold"))
    step.get_by_role("button", name=re.compile("Put it on the ladder: Farther")).click()
    expect(page.get_by_role("heading", name=re.compile(r"^2\. [\d.]+ m from the basket$"))).to_be_visible()
    page.get_by_role("link", name="Putt from 4 m").click()
    expect(page.get_by_text("From 10 attempts")).to_be_visible()
    expect(page.locator("[data-foretold='chains']")).to_contain_text(re.compile(r"4 m away: (89|90) %"))
    page.get_by_role("button", name=re.compile("Try it: chains, Farther")).click()
    expect(page.locator("[data-foretold='chains']")).to_contain_text(re.compile(r"away: (69|7[01]) %"))


def test_targets_are_laid_for_a_rung_that_has_none(athlete: AthleteAtTheScreen) -> None:
    athlete.come_in()
    athlete.take_ladder("Rally with the wall")
    page, board = athlete.page, Board(athlete.page)
    AthleteAtTheScreen(page).choose_for_rung(2, "Lay targets")
    page.get_by_role("link", name="Plain wall").click()
    board.add("strip")
    page.get_by_label("Name of the layout").fill("Above the tape")
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_role("link", name="Rally with the wall, rung 2")).to_be_visible()
    page.get_by_role("link", name="Rally with the wall, rung 2").click()
    expect(page.get_by_role("link", name="Above the tape")).to_be_visible()


def test_a_finger_drags_a_target(open_page: OpenPage) -> None:
    athlete = AthleteAtTheScreen(open_page(is_phone=True))
    athlete.enter_demo()
    board = Board(athlete.page)
    board.open_new_on("plain_wall")
    board.add("ring")
    board.target("ring").scroll_into_view_if_needed()
    before, box = board.where("ring"), board.target("ring").bounding_box()
    assert box
    finger = athlete.page.context.new_cdp_session(athlete.page)
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2 - 6
    for kind, at in (("touchStart", 0), ("touchMove", -20), ("touchMove", -40), ("touchEnd", None)):
        points = [] if at is None else [{"x": x + at, "y": y + at / 2}]
        finger.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})
    after = board.where("ring")
    assert after[2] < before[2] - 0.3
    assert after[3] > before[3] + 0.1


@pytest.mark.slow
def test_a_layout_prints_to_its_scale_on_one_page(board: Board) -> None:
    page = board.page
    board.add("box")
    board.save()
    page.get_by_role("link", name="Print to scale").click()
    expect(page.get_by_text("1 : 25", exact=False)).to_be_visible()
    expect(page.get_by_text("from the left edge").first).to_be_visible()
    # A wall 4 m wide at 1 to 25 is 160 mm; CSS has 96 points to an inch (CSS Values and Units 4, 5.2).
    page.emulate_media(media="print")
    wall = page.get_by_role("img", name="the wall at 1 to 25").locator("rect").first.bounding_box()
    assert wall
    assert wall["width"] / 96 * 25.4 == pytest.approx(160, abs=1)
    assert page.pdf(prefer_css_page_size=True).count(b"/Type /Page\n") == 1


@pytest.mark.slow
def test_a_long_tape_list_is_all_on_paper_and_no_step_is_split(board: Board) -> None:
    page = board.page
    boxes = [
        {
            "name": f"box {each}",
            "surface": "wall",
            "shape": {"kind": "rectangle", "width_m": 0.1 + each / 100, "height_m": 0.05},
            "at": [0.4 + each / 10, 0.1 + each / 12],
        }
        for each in range(30)
    ]
    body = {"title": "Thirty", "place": "plain_wall", "zones": boxes, "stand": {"x_m": 2, "back_m": 4}, "pattern": ""}
    layout = AthleteAtTheScreen(page).send("api/layouts/", **body)
    page.goto(f"/set-up/layouts/{layout['id']}")
    # The screen itself, printed wide, is no window onto its list either.
    page.set_viewport_size({"width": 1600, "height": 900})
    column = page.get_by_role("region", name="Where the tape goes")
    steps = page.get_by_role("region", name="Tape on the wall").locator("ol > li")
    expect(steps).to_have_count(60)
    page.emulate_media(media="print")
    assert column.evaluate("each => each.scrollHeight - each.clientHeight") <= 1
    page.emulate_media(media="screen")
    assert column.evaluate("each => each.scrollHeight - each.clientHeight") > 1
    page.get_by_role("link", name="Print to scale").click()
    expect(page.get_by_text("Print at 100 %")).to_be_visible()
    page.emulate_media(media="print")
    expect(steps).to_have_count(60)
    said = ["".join(each.split()) for each in steps.all_inner_texts()]
    pages = pages_of(page.pdf(prefer_css_page_size=True))
    assert len(pages) > 1
    for step in said:
        assert any(step in each for each in pages), step


@pytest.mark.slow
def test_a_serve_under_the_string_and_onto_the_paper_is_one_target(board: Board) -> None:
    page = board.page
    board.open_new_on("table_tennis_table")
    board.add("box")
    page.get_by_role("button", name="The air over the net").click()
    board.add("strip")
    counts = page.get_by_label("It counts")
    counts.click()
    page.get_by_role("option", name="only together with box, by one ball").click()
    expect(page.get_by_text("strip and box")).to_be_visible()
    page.get_by_role("button", name="The table", exact=True).click()
    board.add("ball")
    expect(counts).to_contain_text("not: it is only set out")
    expect(board.tape_on("the air over the net")).to_contain_text("2 strings all across, level")
    expect(board.tape_on("the table")).to_contain_text("1 ball")
    board.target("box").click()
    page.get_by_label("Name", exact=True).fill("paper")
    page.get_by_label("Name", exact=True).press("Enter")
    page.get_by_role("button", name="The air over the net").click()
    expect(page.get_by_text("strip and paper")).to_be_visible()
    board.save()
    page.get_by_role("link", name="Make a game of it").click()
    expect(page.get_by_text("paper").first).to_be_visible()
    expect(page.get_by_text("strip")).to_have_count(0)


@pytest.mark.slow
def test_pins_are_seen_close_with_their_numbers(board: Board) -> None:
    page = board.page
    board.open_new_on("tenpin_lane")
    page.get_by_role("button", name="Pins").click()
    for pin in range(1, 11):
        expect(page.locator("svg text").get_by_text(str(pin), exact=True).first).to_be_visible()
