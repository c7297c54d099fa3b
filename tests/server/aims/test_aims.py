"""What the record tells of the aim, what follows from a layout, the rung maker, and lines of flight."""

from __future__ import annotations

import re
from datetime import UTC, datetime, timedelta
from math import degrees, exp, radians
from typing import Any

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from jolly_core.aim.record import Tries
from jolly_core.aim.spread import estimate_aim, predict
from jolly_core.shapes.kinds.rectangle import Rectangle
from ladders.models import Ladder
from layouts.selectors import aimed_among
from runs.models import Run
from tests.server.conftest import rung_id
from tests.server.layouts.test_layouts import BOX, RING, body
from tests.server.player import Player, event

CHAINS = Rectangle(0.55, 0.52)


def play(player: Player, ladder: Ladder, makes: int, number: int = 1) -> Run:
    """A run of ten putts."""
    return Run.objects.get(pk=player.putts(rung_id(ladder, number), makes))


def work_out(client: APIClient, *zones: dict[str, Any], **values: Any) -> Any:
    return client.post("/api/laying/worked-out/", body(*zones, **values), format="json").json()


def test_a_run_keeps_what_it_was_aimed_at(client: APIClient, player: Player, putting: Ladder) -> None:
    run = play(player, putting, 7)
    shape = {"kind": "rectangle", "width_m": 0.55, "height_m": 0.52}
    assert run.aimed == {"v": 1, "distance_m": 4.0, "shape": shape}
    layout = putting.rungs.get(number=1).layout
    assert layout
    given = {
        "title": "Farther",
        "place": "disc_basket",
        "zones": layout.drawn["zones"],
        "stand": {"x_m": 6.0, "back_m": -4.5},
    }
    client.put(f"/api/layouts/{layout.pk}/", given, format="json")
    run.refresh_from_db()
    assert run.aimed["distance_m"] == 4.0
    assert play(player, putting, 5).aimed["distance_m"] == 6.0


def test_a_rally_tells_nothing_of_the_aim(client: APIClient, athlete: Athlete, player: Player, ladder_of: Any) -> None:
    rally = ladder_of(athlete, "wall-rally")
    kept = client.post("/api/layouts/", body(BOX), format="json").json()
    client.put(f"/api/rungs/{rung_id(rally)}/layout/", {"layout": kept["id"]}, format="json")
    run = player.play(rung_id(rally), "ooox", side="first")
    assert Run.objects.get(pk=run).aimed == {}


def test_the_aim_is_that_of_the_core_from_all_that_was_played(
    client: APIClient, player: Player, putting: Ladder
) -> None:
    assert client.get("/api/aims/").json() == []
    for makes in (8, 7, 9):
        play(player, putting, makes)
    for makes in (5, 4):
        play(player, putting, makes, number=3)
    aim = client.get("/api/aims/").json()[0]
    expected = estimate_aim([Tries(4.0, CHAINS, 24, 30), Tries(6.0, CHAINS, 9, 20)])
    assert aim["spread_deg"] == pytest.approx(degrees(expected.spread))
    assert (aim["attempts"], aim["title"]) == (50, "Putts from the circle")
    found = work_out(client, BOX, RING, ladder=putting.pk)["zones"]
    assert found[0]["predicted"]["chance"] == pytest.approx(predict(expected, Rectangle(1.0, 0.5), 4.0).chance)
    assert found[1]["distance_m"] == pytest.approx((1.0 + 16.0) ** 0.5)
    assert found[1]["predicted"]["low"] < found[1]["predicted"]["chance"] < found[1]["predicted"]["high"]


def test_a_thin_side_looks_further_back_and_the_other_does_not(
    client: APIClient, player: Player, serving: Ladder
) -> None:
    rung = rung_id(serving)

    def serve(side: str, made: int, runs: int, days_ago: int) -> None:
        for _ in range(runs):
            run = player.play(rung, "o" * made + "x" * (10 - made), side=side)
            Run.objects.filter(pk=run).update(started_at=datetime.now(UTC) - timedelta(days=days_ago))

    # Years ago, the left hand hardly hit; it has 60 attempts since. The right hand has 10, and 20 in all.
    serve("first", 2, 3, 1000)
    serve("first", 8, 6, 5)
    serve("second", 3, 1, 1000)
    serve("second", 5, 1, 5)
    attempts = {aim["side"]: aim["attempts"] for aim in client.get("/api/aims/").json()}
    assert attempts == {"first": 60, "second": 20}


def test_what_was_played_years_ago_tells_of_a_ladder_that_is_still_laid(
    client: APIClient, player: Player, putting: Ladder
) -> None:
    run = play(player, putting, 7)
    Run.objects.filter(pk=run.pk).update(started_at=datetime.now(UTC) - timedelta(days=900))
    client.patch("/api/athlete/", {"units": "metric"}, format="json")  # a write, so that nothing is remembered
    assert client.get("/api/aims/").json()[0]["attempts"] == 10
    for rung in putting.rungs.all():
        client.put(f"/api/rungs/{rung.pk}/layout/", {"layout": None}, format="json")
    assert client.get("/api/aims/").json() == []
    # A run of this year brings back what came before it, wherever the ladder is laid now.
    played = play(player, putting, 6)
    Run.objects.filter(pk=played.pk).update(aimed=run.aimed, tells_aim=True)
    client.patch("/api/athlete/", {"units": "metric"}, format="json")
    assert client.get("/api/aims/").json()[0]["attempts"] == 20


def test_an_estimate_follows_the_record_and_no_other_ladder(
    client: APIClient, athlete: Athlete, stranger: Athlete, player: Player, putting: Ladder, ladder_of: Any
) -> None:
    """Estimates are kept by what they are made from: the same record gives the same, a longer one another."""
    play(player, putting, 7)
    first = client.get("/api/aims/").json()[0]["spread_deg"]
    play(player, putting, 10)
    second = client.get("/api/aims/").json()[0]["spread_deg"]
    assert second < first
    other = APIClient()
    other.force_login(stranger)
    play(Player(other), ladder_of(stranger, "putting-circle"), 7)
    assert other.get("/api/aims/").json()[0]["spread_deg"] == first
    assert client.get("/api/aims/").json()[0]["spread_deg"] == second


def test_what_follows_from_a_layout(client: APIClient, athlete: Athlete) -> None:
    found = work_out(client, BOX, RING, pattern="ring, ring, box")
    assert found["steps"] == ["ring", "ring", "box"]
    assert found["stand_words"] == "4 m from the wall"
    assert found["kit"] == ["3 m of tape", "chalk for 1 circle", "a tape measure"]
    (wall,) = found["tape"]
    assert wall["title"] == "the wall"
    assert [step["what"] for step in wall["steps"]] == [
        "2 strips across, 100 cm long, from 150 cm to 250 cm from the left edge",
        "2 strips up, 50 cm long, from 75 cm to 125 cm up",
        "Chalk 1 circle 40 cm across",
    ]
    assert [check["size"] for check in wall["checks"]] == ["100 cm by 50 cm", "40 cm across"]
    assert found["zones"][0]["predicted"] is None
    athlete.units = "imperial"
    athlete.save()
    assert work_out(client, BOX)["tape"][0]["checks"][0]["size"] == "3 ft 3 1/4 in by 1 ft 7 3/4 in"


def test_a_pattern_that_cannot_be_played_is_said_beside_the_rest(client: APIClient) -> None:
    found = work_out(client, BOX, pattern="box, hat")
    assert found["pattern_problem"].startswith("No target is called hat")
    assert len(found["tape"]) == 1


def test_mirrored_divided_and_put_in_order(client: APIClient) -> None:
    mirrored = client.post("/api/laying/mirrored/", body(BOX, RING), format="json").json()
    assert [zone["at"] for zone in mirrored["zones"]] == [[2.0, 1.0], [1.0, 2.0]]
    asked = {"zone": BOX, "columns": 2, "rows": 2}
    parts = client.post("/api/laying/divided/", asked, format="json").json()
    assert [part["name"] for part in parts] == ["box 1", "box 2", "box 3", "box 4"]
    order = client.post("/api/laying/order/", {"zones": parts, "made": "clock"}, format="json").json()
    assert order == {"pattern": "box 4, box 2, box 1, box 3"}
    assert client.post("/api/laying/divided/", {**asked, "zone": RING}, format="json").status_code == 400


# --- the rung maker and the block builder -----------------------------------------------------------------------------


def test_a_rung_is_made_from_the_aim(client: APIClient, player: Player, putting: Ladder) -> None:
    rung = rung_id(putting)
    assert client.get(f"/api/rungs/{rung}/next-rungs/").json() == []
    for _ in range(4):
        play(player, putting, 9)
    offers = {offer["lever"]: offer for offer in client.get(f"/api/rungs/{rung}/next-rungs/").json()}
    assert offers["distance"]["words"].startswith("Farther: ")
    assert offers["distance"]["predicted"]["chance"] == pytest.approx(0.7, abs=0.02)
    made = client.post(f"/api/rungs/{rung}/next-rungs/", {"lever": "size"}, format="json").json()
    assert made["number"] == 2
    assert made["set_up"].startswith("Stand 4 m from the basket. Chains: ")
    detail = client.get(f"/api/ladders/{putting.pk}/").json()
    assert [row["rung"]["number"] for row in detail["rungs"]] == [6, 5, 4, 3, 2, 1]
    layout = client.get(f"/api/layouts/{made['layout']['id']}/").json()
    assert layout["zones"][0]["shape"]["width_m"] < 0.55
    assert client.post(f"/api/rungs/{made['id']}/next-rungs/", {"lever": "size"}, format="json").status_code == 400


def test_a_rung_that_is_too_hard_gets_a_step_below_it(client: APIClient, player: Player, putting: Ladder) -> None:
    rung = rung_id(putting)
    for _ in range(4):
        play(player, putting, 4)
    nearer = client.get(f"/api/rungs/{rung}/next-rungs/").json()[0]
    assert (nearer["is_harder"], nearer["words"][:7]) == (False, "Nearer:")
    made = client.post(f"/api/rungs/{rung}/next-rungs/", {"lever": "distance"}, format="json").json()
    standing = client.get(f"/api/ladders/{putting.pk}/").json()["standing"]
    assert (made["number"], standing["held"], standing["working"]["id"]) == (1, 0, made["id"])
    # Right above it lies the rung that was too hard; between the two there is nothing fair left.
    assert client.get(f"/api/rungs/{rung}/next-rungs/").json() == []


def test_the_builder_takes_the_rate_that_the_aim_foretells(client: APIClient, player: Player, putting: Ladder) -> None:
    for _ in range(4):
        play(player, putting, 9)
    client.post(f"/api/ladders/{putting.pk}/moves/", {"decision": "climb", "held": 0}, format="json")
    proposal = client.post("/api/proposals/", {"minutes": 30, "ladders": [putting.pk]}, format="json").json()
    part = next(each for each in proposal["parts"] if each["kind"] == "challenge")
    aim = estimate_aim([Tries(4.0, CHAINS, 36, 40)])
    percent = round(100 * predict(aim, CHAINS, 5.0).chance)
    assert f"new here: your aim foretells {percent} %" in part["reasons"]


# --- lines of flight --------------------------------------------------------------------------------------------------


def test_a_line_off_one_wall_and_off_two(client: APIClient) -> None:
    # By hand: from 2 m to 4 m before the wall and 3 m along it meets the wall after a third of the way.
    here, there = {"x_m": 1.0, "away_m": 2.0, "height_m": 1.2}, {"x_m": 4.0, "away_m": 4.0, "height_m": 0.6}
    asked = {"here": here, "there": there, "walls": ["front"], "width_m": 6.0}
    found = client.post("/api/flight/off-wall/", asked, format="json").json()
    assert found["touches"] == [{"x_m": pytest.approx(2.0), "away_m": 0.0, "height_m": pytest.approx(1.0)}]
    assert found["path_m"] == pytest.approx(45**0.5)
    two = client.post("/api/flight/off-wall/", {**asked, "walls": ["left", "front"]}, format="json").json()
    assert [touch["away_m"] == 0 for touch in two["touches"]] == [False, True]
    assert sum(two["legs_m"]) == pytest.approx(two["path_m"])
    twice = client.post("/api/flight/off-wall/", {**asked, "walls": ["front", "front"]}, format="json").json()
    assert (twice["touches"], twice["no_way"]) == ([], "From here no line goes off that wall to there.")


def test_the_window_under_a_string(client: APIClient) -> None:
    # By similar triangles: from 2.8 m at the baseline over 0.914 m lands 0.914 * 11.885 / 1.886 m behind the net.
    asked = {"place": "tennis_court", "contact_m": 2.8, "from_net_m": 11.885, "string_m": 0.5}
    found = client.post("/api/flight/over-net/", asked, format="json").json()
    assert found["nearest_m"] == pytest.approx(0.914 * 11.885 / 1.886)
    assert found["farthest_m"] == pytest.approx(1.414 * 11.885 / 1.386)
    reached = {line["title"]: line["can_land_before"] for line in found["lines"]}
    assert reached == {"far service line": True, "far baseline": True}
    low = client.post("/api/flight/over-net/", {**asked, "contact_m": 0.8}, format="json").json()
    assert (low["nearest_m"], low["farthest_m"]) == (None, None)
    refused = client.post("/api/flight/over-net/", {**asked, "place": "plain_wall"}, format="json")
    assert refused.json()["code"] == "no_net"


def test_the_ring_is_hit_as_the_rayleigh_distribution_says(client: APIClient, player: Player, putting: Ladder) -> None:
    play(player, putting, 6)
    aim = client.get("/api/aims/").json()[0]
    ring = work_out(client, RING, ladder=putting.pk)["zones"][0]
    sd_m = radians(aim["spread_deg"]) * ring["distance_m"]
    assert ring["predicted"]["chance"] == pytest.approx(1 - exp(-(0.2**2) / (2 * sd_m**2)))


def nine_zones(client: APIClient, ladder: Ladder, points: int = 9) -> int:
    """The ladder's first rung as a game on nine boxes of 40 cm, the middle worth most; its id."""
    names = [f"{row} {column}" for row in ("low", "middle", "high") for column in ("left", "middle", "right")]
    zones = [
        {
            "name": name,
            "surface": "wall",
            "shape": {"kind": "rectangle", "width_m": 0.4, "height_m": 0.4},
            "at": [2.0 + 0.4 * (place % 3 - 1), 1.2 + 0.4 * (place // 3 - 1)],
        }
        for place, name in enumerate(names)
    ]
    rung = rung_id(ladder)
    kept = client.post("/api/layouts/", body(*zones), format="json").json()
    client.put(f"/api/rungs/{rung}/layout/", {"layout": kept["id"]}, format="json")
    worth = [{"name": name, "points": points if name == "middle middle" else 1} for name in names]
    game = {"title": "", "set_up": "", "cues": [], "format": "zone_points"}
    settings = {"zones": worth, "seconds": None, "balls": 100}
    answer = client.put(f"/api/rungs/{rung}/challenge/", {**game, "settings": settings}, format="json")
    assert answer.status_code == 200, answer.json()
    return rung


#: Balls by zone of somebody who throws to the right of the middle, and far more up and down than across.
BESIDE = {"low right": 14, "middle middle": 10, "middle right": 30, "high middle": 6, "high right": 12, "low middle": 6}


def hit_zones(player: Player, rung: int, balls: dict[str, int], out: int) -> str:
    run = player.start(rung)
    hits = [name for name, number in balls.items() for _ in range(number)]
    presses = [event("o", seq, kind="zone", text=name) for seq, name in enumerate(hits, 1)]
    misses = [event("x", len(hits) + seq) for seq in range(1, out + 1)]
    assert player.send(run, [*presses, *misses, event("f", len(hits) + out + 1)]).status_code == 200
    return run


def test_balls_counted_zone_by_zone_tell_the_directions(client: APIClient, player: Player, putting: Ladder) -> None:
    rung = nine_zones(client, putting)
    run = Run.objects.get(pk=hit_zones(player, rung, BESIDE, out=22))
    assert run.aimed["zones"]["high right"] == {
        "shape": {"kind": "rectangle", "width_m": 0.4, "height_m": 0.4},
        "right_m": 0.4,
        "above_m": 0.4,
    }
    aim = client.get("/api/aims/").json()[0]
    assert aim["attempts"] == 100
    # More than half of what was hit lies in the right column, 0.4 m or 5.7° from the middle;
    # as many lie above it as below, of which nothing is claimed.
    assert re.search(r"your balls land [3-6]\.\d° right of the middle", aim["words"])


def test_a_game_that_makes_no_zone_worth_most_does_not_tell_what_was_aimed_at(
    client: APIClient, player: Player, putting: Ladder
) -> None:
    rung = nine_zones(client, putting, points=1)
    assert Run.objects.get(pk=hit_zones(player, rung, BESIDE, out=22)).aimed == {}
    assert client.get("/api/aims/").json() == []


def test_targets_that_overlap_or_are_missing_do_not_tell(client: APIClient, putting: Ladder) -> None:
    rung = nine_zones(client, putting)
    layout = putting.rungs.get(pk=rung).layout
    assert layout
    layout.drawn["zones"][0]["at"] = [2.0, 1.2]
    assert aimed_among(layout, [zone["name"] for zone in layout.drawn["zones"]]) is None
    assert aimed_among(layout, ["middle middle", "no such zone"]) is None
    assert aimed_among(None, ["middle middle"]) is None
