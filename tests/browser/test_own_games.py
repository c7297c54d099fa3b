"""Games of one's own in the editor, counting without a plan, and a block in play that runs late."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from jolly_core.challenges.registry import FORMATS
from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage

SLOW = pytest.mark.slow
TOO_SLOW = "The last tempo, 40 bpm, is slower than the first, 60 bpm."


def choose_game(page: Page, title: str) -> None:
    page.get_by_label("Game", exact=True).click()
    page.get_by_role("option", name=title, exact=True).click()


def make_ladder(page: Page, game: str = "Streak") -> None:
    page.goto("/climb")
    page.get_by_role("link", name="A ladder of your own").click()
    page.get_by_label("Name of the ladder").fill("Everything in the yard")
    page.get_by_label("Discipline").fill("one-wall handball")
    choose_game(page, game)
    expect(page.get_by_role("status")).to_contain_text("for one run")
    page.get_by_role("button", name="Make this ladder").click()
    expect(page.get_by_role("heading", name="Everything in the yard", level=1)).to_be_visible()


@pytest.mark.slow
def test_a_rung_of_every_format_is_made_and_changed(open_page: OpenPage) -> None:
    page = open_page()
    AthleteAtTheScreen(page).come_in()
    make_ladder(page)
    for number, challenge in enumerate(FORMATS.values(), 2):
        page.get_by_role("link", name="One rung more, on top").click()
        choose_game(page, challenge.title)
        expect(page.get_by_text(challenge.summary)).to_be_visible()
        expect(page.get_by_role("status")).to_contain_text("for one run")
        page.get_by_role("button", name="Put it on top").click()
        expect(page.get_by_role("link", name=f"Play rung {number}", exact=True)).to_be_visible()
        AthleteAtTheScreen(page).choose_for_rung(number, "Change the game")
        page.get_by_label("Name of the rung").fill(f"my {challenge.title.lower()}")
        page.get_by_role("button", name="Play it like this").click()
        expect(page.get_by_role("heading", name=f"{number}. my {challenge.title.lower()}")).to_be_visible()


@pytest.mark.parametrize(
    ("game", "label", "wrong", "message", "right"),
    [
        pytest.param("Makes of n", "Attempts", "0", "Attempts must be 1 to 1000; 0 is outside.", "20", marks=SLOW),
        pytest.param("Zone points", "Points 2", "200", "Points must be 0 to 100; 200 is outside.", "3", marks=SLOW),
        ("Quota", "Name 2", "left", "'left' stands twice; give each a name of its own.", "centre"),
        pytest.param(
            *("Pattern", "Pattern", "left up", "No target is called up; there are: left (1), right (2).", "2 and 2"),
            marks=SLOW,
        ),
        pytest.param(
            *("Combination", "Begins in 2", "on one leg", "Jab step finishes in 'feet together'", "feet together"),
            marks=SLOW,
        ),
        pytest.param("Tempo ladder", "Last tempo", "40", TOO_SLOW, "90", marks=SLOW),
    ],
)
def test_what_cannot_be_set_is_said_at_its_setting(
    open_page: OpenPage, game: str, label: str, wrong: str, message: str, right: str
) -> None:
    page = open_page(is_quiet=True)  # the refusal stands in the console, too
    AthleteAtTheScreen(page).come_in()
    make_ladder(page, game)
    AthleteAtTheScreen(page).choose_for_rung(1, "Change the game")
    field = page.get_by_label(label, exact=True)
    field.fill(wrong)
    expect(page.get_by_text(message)).to_be_visible()
    expect(page.get_by_role("button", name="Play it like this")).to_be_disabled()
    field.fill(right)
    expect(page.get_by_text(message)).to_be_hidden()
    page.get_by_role("button", name="Play it like this").click()
    AthleteAtTheScreen(page).choose_for_rung(1, "Change the game")
    expect(page.get_by_label(label, exact=True)).to_have_value(right)


def test_what_is_half_typed_is_said_at_its_setting_and_asks_nothing(open_page: OpenPage) -> None:
    page = open_page()  # a refusal would stand in the console
    AthleteAtTheScreen(page).come_in()
    make_ladder(page, "Makes of n")
    AthleteAtTheScreen(page).choose_for_rung(1, "Change the game")
    expect(page.get_by_role("status")).to_contain_text("for one run")
    asked: list[int] = []
    page.on("request", lambda sent: "/check/" in sent.url and asked.append(sent.post_data_json["settings"]["attempts"]))
    field = page.get_by_label("Attempts", exact=True)
    field.fill("")
    expect(page.get_by_text("Attempts must be a whole number, 1 to 1000.")).to_be_visible()
    field.fill("2000")  # at once: typed slowly, a 2 would be asked for on the way
    expect(page.get_by_text("Attempts must be 1 to 1000; 2000 is outside.")).to_be_visible()
    field.press("Backspace")
    expect(page.get_by_role("status")).to_contain_text("out of 200")
    assert asked == [200]


@pytest.mark.slow
def test_the_editor_takes_the_names_of_the_targets_that_are_laid(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.take_ladder("Every mark once")
    AthleteAtTheScreen(page).choose_for_rung(1, "Change the game")
    choose_game(page, "Zone points")
    page.get_by_role("button", name="Take the names of its targets").click()
    expect(page.get_by_label("Zone 4", exact=True)).to_have_value("below far")


@pytest.mark.slow
def test_two_presses_count_without_a_plan_and_the_run_goes_onto_a_rung(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    page.goto("/look-back")
    page.get_by_role("button", name="Count").click()
    page.get_by_role("menuitem", name="Makes and misses").click()
    page.wait_for_url(re.compile("/practise/runs/"))
    athlete.start()
    athlete.press(*["make"] * 8, "miss", "miss")
    athlete.expect_count(8)
    page.get_by_role("button", name="Stop").click()
    athlete.see_what_it_means()
    page.get_by_role("button", name="Put it onto this rung").click()
    expect(page.get_by_role("heading", name=re.compile("Putts from the circle"), level=1)).to_be_visible()
    expect(page.get_by_text("8 ✓ met")).to_be_visible()


@pytest.mark.slow
def test_a_block_in_play_is_stretched_runs_late_and_drops_a_part(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    for title in ("Putts from the circle", "Serve to the box"):
        athlete.own_ladder(title)
    ladders = [each["ladder"]["id"] for each in page.request.get("/api/ladders/").json()]
    page.goto("/plan")
    block = page.evaluate(
        """async (ladders) => {
          const token = document.cookie.match(/csrftoken=([^;]+)/)[1];
          const answer = await fetch("/api/blocks/", {method: "POST", body: JSON.stringify({minutes: 20, ladders}),
            headers: {"Content-Type": "application/json", "X-CSRFToken": token}});
          return (await answer.json()).id;
        }""",
        ladders,
    )
    page.goto(f"/practise/blocks/{block}")
    page.get_by_role("button", name="Start with the warm-up").click()
    expect(page.get_by_role("timer", name="time left in the block")).to_contain_text(re.compile(r"1?\d:\d\d left"))
    page.get_by_role("button", name="Warm: go on").click()
    expect(page.get_by_role("heading", name="Running late: drop which?")).to_be_hidden()
    # Stretched until it no longer fits.
    for _ in range(8):
        page.get_by_role("button", name="Plan one run more").click()
        page.wait_for_timeout(250)
    expect(page.get_by_role("heading", name="Running late: drop which?")).to_be_visible()
    drop = page.get_by_role("button", name=re.compile("^Drop ")).first
    title = re.sub(r"^Drop (.*) \(.*", r"\1", drop.inner_text())
    drop.click()
    expect(page.get_by_text(f"Dropped: {title}.")).to_be_visible()
    page.get_by_role("button", name=f"Undo: {title}").click()
    expect(page.get_by_text(f"Dropped: {title}.")).to_be_hidden()
    # N goes on to the next part, and the run in it shows the block's clock.
    now = page.get_by_role("heading", name=re.compile("^Now: "))
    before = now.inner_text()
    page.keyboard.press("n")
    expect(now).not_to_have_text(before)
    page.get_by_role("button", name=re.compile("^Start run 1")).click()
    page.wait_for_url(re.compile("/practise/runs/"))
    expect(page.get_by_role("timer", name="time left in the block")).to_be_visible()


@pytest.mark.slow
def test_a_ladder_is_changed_by_hand(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.take_ladder("Putts from the circle")

    def more(number: int, word: str) -> None:
        page.get_by_role("button", name=f"More for rung {number}").click()
        page.get_by_role("menuitem", name=word).click()

    def expect_rungs(*titles: str) -> None:
        """From the top down."""
        numbered = [f"{number}. {title}" for number, title in zip(range(len(titles), 0, -1), titles, strict=True)]
        expect(page.get_by_role("list", name="Rungs, from the top down").get_by_role("heading", level=2)).to_have_text(
            numbered
        )

    more(1, "Put a rung in below")
    page.get_by_label("Name of the rung").fill("from 3 m")
    page.get_by_role("button", name="Put it in as rung 1").click()
    expect_rungs("from 8 m", "from 7 m", "from 6 m", "from 5 m", "from 4 m", "from 3 m")
    more(6, "Take it out")
    expect_rungs("from 7 m", "from 6 m", "from 5 m", "from 4 m", "from 3 m")
    page.get_by_role("button", name="Undo: put it back").click()
    expect_rungs("from 8 m", "from 7 m", "from 6 m", "from 5 m", "from 4 m", "from 3 m")
    more(2, "Move down")
    expect_rungs("from 8 m", "from 7 m", "from 6 m", "from 5 m", "from 3 m", "from 4 m")
    more(6, "Copy it")
    expect_rungs("from 8 m", "from 8 m", "from 7 m", "from 6 m", "from 5 m", "from 3 m", "from 4 m")
    page.get_by_role("button", name="Rename").click()
    page.get_by_label("Name of the ladder").fill("Putts in the hall")
    page.get_by_role("button", name="Call it this").click()
    expect(page.get_by_role("heading", name="Putts in the hall", level=1)).to_be_visible()
    page.get_by_role("button", name="Put this ladder away").click()
    expect(page.get_by_text("nothing new is planned with it")).to_be_visible()
    page.goto("/climb")
    page.get_by_role("button", name="Bring back Putts in the hall").click()
    expect(page.get_by_role("link", name=re.compile("Putts in the hall"))).to_be_visible()


def test_what_comes_first_is_said_where_it_is_played(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.own_ladder("Serve to the box")
    athlete.take_ladder("Putts from the circle")
    page.get_by_role("button", name="More for rung 2").click()
    page.get_by_role("menuitem", name="What comes first").click()
    page.get_by_label("One rung more that comes first").click()
    page.get_by_role("option", name="Serve to the box 2: 1.5 m box").click()
    page.get_by_role("button", name="Keep this").click()
    expect(page.get_by_role("list", name="What comes first")).to_contain_text("not held yet")
    page.get_by_role("link", name="Play rung 2").click()
    expect(page.get_by_text("Hold first: Serve to the box, rung 2 (1.5 m box).")).to_be_visible()
    expect(page.get_by_role("button", name="Start")).to_be_enabled()


def test_a_ladder_with_two_words_of_ones_own_for_its_sides(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    page.goto("/climb/new")
    page.get_by_label("Name of the ladder").fill("Putts on the slope")
    page.get_by_label("Discipline").fill("disc putting")
    page.get_by_label("Sides").click()
    page.get_by_role("option", name="two words of your own").click()
    page.get_by_label("The one side").fill("uphill")
    page.get_by_label("The other side").fill("downhill")
    page.get_by_role("button", name="Make this ladder").click()
    expect(page.get_by_role("heading", name="Putts on the slope", level=1)).to_be_visible()
    expect(page.get_by_text("Which of uphill and downhill is weaker cannot be told yet")).to_be_visible()
    athlete.open_run("Putts on the slope", side="downhill")
    athlete.start()
    athlete.press("make")
    expect(page.get_by_text("downhill")).to_be_visible()


def test_a_ladder_of_ones_own_says_what_it_asks_of_the_body(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    game = {"title": "", "set_up": "", "cues": [], "format": "makes_of_n", "settings": {}}
    ladder = athlete.send("api/own-ladders/", title="Turns", discipline="floor skills", summary="", rung=game)
    athlete.send("api/limits/", part="knee", since="2026-01-01")
    page.goto("/plan")
    expect(page.get_by_text("cannot keep to this here (rest the knee)", exact=False).first).to_be_visible()
    page.goto(f"/climb/{ladder['id']}")
    page.get_by_role("button", name="What it asks of the body").click()
    page.get_by_role("group", name="Joints it loads").get_by_label("knee").check()
    page.get_by_role("group", name="What can injure").get_by_label("jumping or turning kicks").check()
    page.get_by_role("button", name="It asks for this").click()
    expect(page.get_by_text("Learn them from a qualified coach")).to_be_visible()
    page.get_by_role("button", name="I have read it and take care of it").click()
    expect(page.get_by_text("You said yes to this on")).to_be_visible()
    page.goto("/plan")
    expect(page.get_by_text("body limit: rest the knee", exact=False).first).to_be_visible()
