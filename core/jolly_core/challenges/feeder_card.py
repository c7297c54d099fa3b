"""The card of a feeder's programme: how to set a real machine for it, in plain units, and where each feed lands."""

from __future__ import annotations

from dataclasses import dataclass, replace
from math import cos, radians, sin

from jolly_core.challenges.formats.feeds import ACROSS, AT_RANDOM, IN_TURN, Feed, FeedsSettings
from jolly_core.feeder.balls import BALLS
from jolly_core.feeder.flight import Flight, Launch, fly
from jolly_core.words import quantity

KMH_A_MS = 3.6
#: To the right and away, in metres.
Spot = tuple[float, float]
#: Slower turning than that is none that a machine is set for.
_SPINS = (("forwards", "backwards"), ("bending right", "bending left"))


@dataclass(frozen=True)
class FeedLine:
    """A feed: how the machine is set for it in words, how many of all it is, and its flight, where a speed is set."""

    feed: str
    words: str
    often: str
    flight: Flight | None
    #: Where it lands on the place, as it strays farthest to the left, not at all, and farthest to the right.
    spots: tuple[Spot, ...] = ()


@dataclass(frozen=True)
class FeederCard:
    """A programme as it is read at the machine; ``machine`` is where that stands on the place, None without one."""

    ball: str
    words: tuple[str, ...]
    lines: tuple[FeedLine, ...]
    machine: Spot | None = None


def card_of(settings: FeedsSettings, floor_m: Spot | None = None) -> FeederCard:
    """The card of a programme; over a floor so wide and long, where there is one.

    >>> from jolly_core.challenges.formats.feeds import Feed, FeedsSettings
    >>> card = card_of(FeedsSettings(feeds=(Feed("deep", speed=72, up=8, spin=-10),)))
    >>> card.lines[0].words, round(card.lines[0].flight.away_m, 1)
    ('72 km/h, 8° up, from 100 cm, 10 turns a second backwards', 14.8)
    """
    shares = sum(feed.share for feed in settings.feeds)
    machine = machine_on(settings, floor_m) if floor_m else None
    lines = tuple(
        FeedLine(
            feed.feed,
            _set_for(feed),
            f"{feed.share} of {shares}",
            flight_of(settings, feed),
            _spots(settings, feed, machine) if machine and feed.speed is not None else (),
        )
        for feed in settings.feeds
    )
    return FeederCard(BALLS[settings.ball].title, tuple(_programme(settings)), lines, machine)


def machine_on(settings: FeedsSettings, floor_m: Spot) -> Spot:
    """Where the machine stands on a floor so wide and long, from its left and its near edge.

    >>> machine_on(FeedsSettings(stands_right=-120), (6.4, 9.75))
    (2.0, 9.75)
    """
    x_m = floor_m[0] / 2 + settings.stands_right / 100
    y_m = floor_m[1] if settings.stands_away is None else settings.stands_away / 100
    return x_m, y_m


def _spots(settings: FeedsSettings, feed: Feed, machine: Spot) -> tuple[Spot, ...]:
    strays = (-feed.spread, 0, feed.spread) if feed.spread else (0,)
    turn = radians(settings.faces)
    spots = []
    for stray in strays:
        flight = flight_of(settings, replace(feed, right=feed.right + stray))
        if flight:
            x_m = machine[0] + flight.right_m * cos(turn) + flight.away_m * sin(turn)
            y_m = machine[1] - flight.right_m * sin(turn) + flight.away_m * cos(turn)
            spots.append((x_m, y_m))
    return tuple(spots)


def flight_of(settings: FeedsSettings, feed: Feed) -> Flight | None:
    """How a feed flies; None where its speed is not set. Raises ``CoreError`` for one that never comes down."""
    if feed.speed is None:
        return None
    launch = Launch(feed.speed / KMH_A_MS, feed.up, feed.height / 100, feed.right, feed.spin, feed.side_spin)
    return fly(BALLS[settings.ball], launch)


def _set_for(feed: Feed) -> str:
    if feed.speed is None:
        return feed.means
    said = [f"{feed.speed} km/h", f"{abs(feed.up)}° {'up' if feed.up >= 0 else 'down'}", f"from {feed.height} cm"]
    if feed.right:
        said.append(f"{abs(feed.right)}° to the {'right' if feed.right > 0 else 'left'}")
    for turns, (way, other) in zip((feed.spin, feed.side_spin), _SPINS, strict=True):
        if turns:
            said.append(f"{quantity(abs(turns), 'turn')} a second {way if turns > 0 else other}")
    if feed.spread:
        said.append(f"straying up to {feed.spread}° to either side")
    return ", ".join([*said, feed.means] if feed.means else said)


def _programme(settings: FeedsSettings) -> list[str]:
    """How the feeds follow each other, a sentence each."""
    orders = {IN_TURN: "In turn.", ACROSS: "To the last and back.", AT_RANDOM: "At random, by their shares"}
    order = orders[settings.order]
    if settings.order == AT_RANDOM:
        alike = "never two alike in a row" if settings.alike == 1 else f"no more than {settings.alike} alike in a row"
        order = f"{order}, {alike}."
    every = f"One every {settings.interval_ms / 1000:g} s"
    jitter = f", each up to {settings.jitter_ms / 1000:g} s earlier or later" if settings.jitter_ms else ""
    sections = f"{quantity(settings.sections, 'section')} of {quantity(settings.section, 'feed')}"
    walk = f", {settings.pause_s} s to walk back between them" if settings.sections > 1 and settings.pause_s else ""
    return [order, f"{every}{jitter}.", f"{sections}{walk}."]
