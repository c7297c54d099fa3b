"""The card by which a machine is set for a programme."""

from __future__ import annotations

from jolly_core.challenges.feeder_card import card_of
from jolly_core.challenges.formats.feeds import Feed, FeedsSettings


def test_each_feed_is_said_in_plain_units() -> None:
    feeds = (
        Feed("wide", "to the backhand", 3, speed=60, up=-2, right=-8, height=120, spin=1, side_spin=-12),
        Feed("short", "drop it over the net"),
    )
    card = card_of(FeedsSettings(feeds=feeds, order="at_random", alike=1, jitter_ms=250, sections=1, section=1))
    wide, short = card.lines
    assert wide.words == (
        "60 km/h, 2° down, from 120 cm, 8° to the left, 1 turn a second forwards, "
        "12 turns a second bending left, to the backhand"
    )
    assert (wide.often, short.often) == ("3 of 4", "1 of 4")
    # Without a speed nobody can say where it lands.
    assert (short.words, short.flight) == ("drop it over the net", None)
    assert card.words == (
        "At random, by their shares, never two alike in a row.",
        "One every 3 s, each up to 0.25 s earlier or later.",
        "1 section of 1 feed.",
    )


def test_the_walk_between_sections_is_said() -> None:
    card = card_of(FeedsSettings(order="across", sections=3, section=5, pause_s=20))
    assert card.words == (
        "To the last and back.",
        "One every 3 s.",
        "3 sections of 5 feeds, 20 s to walk back between them.",
    )
