"""A programme of feeds made harder by one lever, and made easier on the body."""

from __future__ import annotations

from dataclasses import fields, replace
from datetime import date

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jolly_core.body.limits import EASE, LEFT_OUT, Limit, effect_of, limited_actions
from jolly_core.body.traits import Traits
from jolly_core.challenges.feeder_card import card_of, flight_of
from jolly_core.challenges.feeder_levers import DEEPER_M, harder
from jolly_core.challenges.formats.feeds import Feed, Feeds, FeedsSettings

TWO = FeedsSettings(feeds=(Feed("short", speed=35, up=12, spin=-5), Feed("deep", speed=55, up=14, spin=10)))
DAY = date(2026, 11, 2)


def test_faster_lands_where_it_did_but_sooner() -> None:
    (faster,) = (each for each in harder(TWO) if each.lever == "faster")
    assert (
        faster.words
        == "short: 38 km/h instead of 35, 8° up instead of 12; deep: 61 km/h instead of 55, 10° up instead of 14"
    )
    for before, after in zip(TWO.feeds, faster.settings.feeds, strict=True):
        one, other = flight_of(TWO, before), flight_of(faster.settings, after)
        assert one
        assert other
        # A machine turns by whole degrees.
        assert other.away_m == pytest.approx(one.away_m, abs=0.4)
        assert other.seconds < one.seconds


def test_deeper_lands_half_a_metre_farther() -> None:
    (deeper,) = (each for each in harder(TWO) if each.lever == "deeper")
    for before, after in zip(TWO.feeds, deeper.settings.feeds, strict=True):
        one, other = flight_of(TWO, before), flight_of(deeper.settings, after)
        assert one
        assert other
        assert other.away_m >= one.away_m + DEEPER_M


def test_wider_goes_to_the_side_it_went_to_and_strays_where_it_went_straight() -> None:
    sides = FeedsSettings(
        feeds=(Feed("left", speed=70, right=-6), Feed("right", speed=70, right=6), Feed("on", speed=70))
    )
    words = {each.lever: each.words for each in harder(sides)}
    assert words["wider"] == "left: 8° to the left instead of 6; right: 8° to the right instead of 6"
    assert {each.lever: each.words for each in harder(TWO)}["wider"] == (
        "short: 2° to either side instead of 0; deep: 2° to either side instead of 0"
    )


def test_less_regular_is_at_random_first_then_earlier_and_later_until_two_would_change_places() -> None:
    said, programme = [], FeedsSettings(interval_ms=1000)
    while found := [each for each in harder(programme) if each.lever == "less regular"]:
        said.append(found[0].words)
        programme = found[0].settings
    assert said == ["at random", "each up to 0.2 s earlier or later", "each up to 0.4 s earlier or later"]


feeds = st.builds(
    Feed,
    feed=st.sampled_from(["a", "b", "c"]),
    speed=st.none() | st.integers(1, 250),
    up=st.integers(-45, 85),
    right=st.integers(-60, 60),
    spin=st.integers(-100, 100),
    spread=st.integers(0, 30),
)


@settings(deadline=None, max_examples=25)
@given(st.lists(feeds, min_size=1, max_size=3, unique_by=lambda each: each.feed), st.integers(500, 3000))
def test_one_lever_turns_one_thing_and_what_comes_out_can_be_played(chosen: list[Feed], interval_ms: int) -> None:
    programme = FeedsSettings(feeds=tuple(chosen), interval_ms=interval_ms)
    turned = {"faster": {"speed", "up"}, "deeper": {"up"}, "wider": {"right", "spread"}, "less regular": set[str]()}
    for each in harder(programme):
        # As it would be read again from the record.
        assert FeedsSettings.read(each.settings.as_dict()) == each.settings
        changed = {
            field.name
            for one, other in zip(programme.feeds, each.settings.feeds, strict=True)
            for field in fields(Feed)
            if getattr(one, field.name) != getattr(other, field.name)
        }
        assert changed <= turned[each.lever]
        assert each.settings != programme
        assert replace(each.settings, feeds=programme.feeds) == programme or not changed
        assert each.words


def test_it_is_drawn_over_a_floor_with_as_far_as_it_strays() -> None:
    programme = replace(TWO, feeds=(Feed("wide", speed=55, up=14, right=10, spread=4),))
    card = card_of(programme, (6.4, 9.75))
    assert card.machine == (3.2, 9.75)
    (line,) = card.lines
    assert "straying up to 4° to either side" in line.words
    left, middle, right = line.spots
    assert line.flight
    # It faces the near edge: what goes to its right lands on the left of whoever looks from there.
    assert middle == pytest.approx((3.2 - line.flight.right_m, 9.75 - line.flight.away_m))
    assert left[0] > middle[0] > right[0]
    (ahead,) = card_of(replace(programme, faces=0, stands_away=100), (6.4, 9.75)).lines
    assert ahead.spots[1] == pytest.approx((3.2 + line.flight.right_m, 1 + line.flight.away_m))
    assert card_of(programme).lines[0].spots == ()


def test_a_limit_on_running_leaves_out_the_feeds_that_take_it_and_not_the_drill() -> None:
    game = Feeds(FeedsSettings(feeds=(Feed("near"), Feed("far", reach="running"))))
    limits = [Limit("running", DAY, strictness=EASE), Limit("jumping", DAY, until=DAY), Limit("knee", DAY)]
    assert limited_actions(limits, date(2026, 11, 3)) == {"running"}
    spared = game.sparing(limited_actions(limits, DAY))
    assert [feed.feed for feed in spared.settings.feeds] == ["near"]
    assert spared.goal_words() == "3 sections of 5 feeds, one every 3 s; without 1 feed that would take running"
    assert game.sparing({"jumping"}) is game
    # Where every feed takes running there is nothing left to be fed.
    everywhere = Feeds(FeedsSettings(feeds=(Feed("far", reach="running"),)))
    assert everywhere.can_spare == frozenset()
    assert everywhere.sparing({"running"}) is everywhere
    asks, rest = Traits(actions=("running",)), [Limit("running", DAY)]
    assert effect_of(rest, asks, None, DAY).kind == LEFT_OUT
    assert effect_of(rest, asks, None, DAY, spares=game.can_spare).kind == "free"


def test_mirrored_all_of_it_lands_on_the_other_side() -> None:
    wide = Feed("wide", "to your right", speed=55, up=14, right=10, side_spin=-4)
    game = Feeds(FeedsSettings(feeds=(wide, Feed("on", speed=60)), stands_right=80, faces=170))
    turned = game.mirrored()
    assert turned.settings.feeds[0].means == "to your left"
    for one, other in zip(
        card_of(game.settings, (6.4, 9.75)).lines, card_of(turned.settings, (6.4, 9.75)).lines, strict=True
    ):
        for (x, y), (turned_x, turned_y) in zip(one.spots, other.spots, strict=True):
            assert (6.4 - x, y) == pytest.approx((turned_x, turned_y))
    assert turned.mirrored() == game
