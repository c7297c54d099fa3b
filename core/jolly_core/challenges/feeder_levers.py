"""Harder by one lever: a programme of feeds changed in a single way, all else as it was.

By how much one step goes is common practice, no source.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from jolly_core.challenges.feeder_card import flight_of
from jolly_core.challenges.formats.feeds import AT_RANDOM, Feed, FeedsSettings
from jolly_core.errors import CoreError

#: Balls fly this much faster, or come after this much less time, where no speed is set.
FASTER, SOONER = 1.1, 0.9
DEEPER_M = 0.5
WIDER_DEG = 2
JITTER_MS = 200
FASTEST_KMH, STEEPEST_DEG, SHALLOWEST_DEG, WIDEST_DEG, MOST_SPREAD_DEG, LEAST_MS = 250, 60, -45, 60, 30, 500


@dataclass(frozen=True)
class Harder:
    """A programme that is harder by one lever: what is turned, what changes in words, and the programme."""

    lever: str
    words: str
    settings: FeedsSettings


def harder(settings: FeedsSettings) -> list[Harder]:
    """The programme made harder in each way that is left.

    >>> [each.lever for each in harder(FeedsSettings())]
    ['faster', 'less regular']
    >>> harder(FeedsSettings(interval_ms=3000))[0].words
    'one every 2.7 s instead of 3 s'
    """
    return [each for lever in _LEVERS if (each := lever(settings))]


def _faster(settings: FeedsSettings) -> Harder | None:
    """Balls that come faster to where they landed before, or, without a speed, one sooner after the other."""
    if any(feed.speed for feed in settings.feeds):
        return _with_feeds(settings, "faster", _sped_up)
    interval_ms = max(LEAST_MS, 100 * round(settings.interval_ms * SOONER / 100))
    if interval_ms == settings.interval_ms or 2 * settings.jitter_ms >= interval_ms:
        return None
    words = f"one every {interval_ms / 1000:g} s instead of {settings.interval_ms / 1000:g} s"
    return Harder("faster", words, replace(settings, interval_ms=interval_ms))


def _sped_up(settings: FeedsSettings, feed: Feed) -> Feed | None:
    before = flight_of(settings, feed)
    if feed.speed is None or before is None:
        return None
    speed = min(FASTEST_KMH, max(feed.speed + 1, round(feed.speed * FASTER)))
    return None if speed == feed.speed else _aimed(settings, replace(feed, speed=speed), before.away_m)


def _aimed(settings: FeedsSettings, feed: Feed, away_m: float) -> Feed:
    """The feed turned down, a degree at a time, for as long as it lands nearer to a spot so far away."""

    def off_m(one: Feed) -> float:
        flight = flight_of(settings, one)
        return abs(flight.away_m - away_m) if flight else 0.0

    lower = replace(feed, up=feed.up - 1)
    while lower.up >= SHALLOWEST_DEG and off_m(lower) < off_m(feed):
        feed, lower = lower, replace(lower, up=lower.up - 1)
    return feed


def _deeper(settings: FeedsSettings) -> Harder | None:
    return _with_feeds(settings, "deeper", _carried_on)


def _carried_on(settings: FeedsSettings, feed: Feed) -> Feed | None:
    """The feed turned up until it lands half a metre farther; None where no angle does that."""
    before = flight_of(settings, feed)
    while before and feed.up < STEEPEST_DEG:
        feed = replace(feed, up=feed.up + 1)
        flight = flight_of(settings, feed)
        if flight and flight.away_m >= before.away_m + DEEPER_M:
            return feed
    return None


def _wider(settings: FeedsSettings) -> Harder | None:
    """Feeds to a side go farther to it; where all go straight on, they stray more."""
    is_turned = any(feed.right for feed in settings.feeds)
    return _with_feeds(settings, "wider", _turned_out if is_turned else _spread)


def _turned_out(_settings: FeedsSettings, feed: Feed) -> Feed | None:
    if feed.speed is None or feed.right == 0:
        return None
    right = min(WIDEST_DEG, abs(feed.right) + WIDER_DEG)
    return replace(feed, right=right if feed.right > 0 else -right)


def _spread(_settings: FeedsSettings, feed: Feed) -> Feed | None:
    return None if feed.speed is None else replace(feed, spread=min(MOST_SPREAD_DEG, feed.spread + WIDER_DEG))


def _less_regular(settings: FeedsSettings) -> Harder | None:
    """At random instead of in an order; then more jitter, as long as no two feeds change places."""
    if len(settings.feeds) > 1 and settings.order != AT_RANDOM:
        return Harder("less regular", "at random", replace(settings, order=AT_RANDOM))
    jitter_ms = settings.jitter_ms + JITTER_MS
    if 2 * jitter_ms >= settings.interval_ms:
        return None
    words = f"each up to {jitter_ms / 1000:g} s earlier or later"
    return Harder("less regular", words, replace(settings, jitter_ms=jitter_ms))


def _with_feeds(
    settings: FeedsSettings, lever: str, change: Callable[[FeedsSettings, Feed], Feed | None]
) -> Harder | None:
    """The programme with every feed changed that can be; None where none can, or where one would never come down."""
    try:
        feeds = tuple(change(settings, feed) or feed for feed in settings.feeds)
    except CoreError:
        return None
    said = [words for one, other in zip(settings.feeds, feeds, strict=True) if (words := _said(one, other))]
    return Harder(lever, "; ".join(said), replace(settings, feeds=feeds)) if said else None


#: What of a feed a lever changes, and its unit above and below zero.
_SAID = (
    ("speed", " km/h", ""),
    ("up", "° up", "° down"),
    ("right", "° to the right", "° to the left"),
    ("spread", "° to either side", ""),
)


def _said(one: Feed, other: Feed) -> str:
    changes = []
    for name, above, below in _SAID:
        before, after = getattr(one, name), getattr(other, name)
        if before != after:
            unit, unit_before = (above if value >= 0 else below for value in (after, before))
            # Said once where it is the same.
            changes.append(f"{abs(after)}{unit} instead of {abs(before)}{'' if unit == unit_before else unit_before}")
    return f"{one.feed}: {', '.join(changes)}" if changes else ""


_LEVERS = (_faster, _deeper, _wider, _less_regular)
