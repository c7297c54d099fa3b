"""Zone points: each ball scores the points of the zone it hits, within a time or a number of balls."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from jolly_core.challenges.breakdown import Breakdown
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import LET, MAKE, MISS, ZONE, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import LONGEST_NAME, Settings, rows, text, whole_number
from jolly_core.challenges.tally import ATTEMPTS, TARGETS, AnyTally, Ending, Reading
from jolly_core.challenges.targets import put_at, target_pads
from jolly_core.errors import CoreError
from jolly_core.words import quantity


@dataclass(frozen=True, slots=True)
class PointsState:
    """The balls that hit each zone, and the points of all of them."""

    balls: tuple[int, ...]
    count: Count = NOTHING
    points: int = 0


@dataclass(frozen=True)
class Zone(Settings):
    name: str = text("Zone", LONGEST_NAME, "")
    points: int = whole_number("Points", 0, 100, 1)


@dataclass(frozen=True)
class ZonePointsSettings(Settings):
    zones: tuple[Zone, ...] = rows("Zones", Zone, (Zone("near", 1), Zone("deep", 2)), are_targets=True)
    seconds: int | None = whole_number("Seconds", 5, 3600, 120, "s", may_be_open=True)
    balls: int | None = whole_number("Balls", 1, 1000, None)
    goal: int | None = whole_number("Points to reach", 1, 100_000, None)

    def check(self) -> None:
        if self.seconds is None and self.balls is None:
            message = "Say for how many seconds, or for how many balls, or both."
            raise CoreError.one("missing", message, "seconds", allowed="seconds or balls")
        if not any(zone.points for zone in self.zones):
            raise CoreError.one(
                "no_points", "Give at least one zone a point or more.", "zones", value=self.as_dict()["zones"]
            )

    @property
    def zone_names(self) -> list[str]:
        return [zone.name for zone in self.zones]


@dataclass(frozen=True, slots=True)
class ZoneLine:
    """The balls that hit a zone."""

    name: str
    points: int
    balls: int


@dataclass(frozen=True, slots=True)
class ZonePointsDetail:
    format: Literal["zone_points"] = "zone_points"
    zones: tuple[ZoneLine, ...] = ()
    out: int = 0


class ZonePoints(Counted[ZonePointsSettings, PointsState]):
    """Settings: zones with their points, seconds or balls. Result: points, balls per zone, points per ball."""

    id = "zone_points"
    title = "Zone points"
    summary = "Every ball scores the points of the zone it hits; out is nothing."
    #: Of several targets: its makes say nothing of any one of them.
    is_aimed = False
    counts_zones = True
    metrics = (
        Metric("points", "points", "up", "points", "point"),
        Metric("points_per_ball", "points per ball", "up", "a ball", needs_whole=True),
        # A run that was cut short with few balls does not count as complete.
        Metric("out", "balls out", "down", "balls out", "ball out", needs_whole=True),
    )
    settings_type = ZonePointsSettings
    detail_type = ZonePointsDetail

    def start(self) -> PointsState:
        return PointsState((0,) * len(self.settings.zones))

    def takes(self, state: PointsState, press: Event, active_ms: int) -> bool:
        return press.kind != ZONE or press.text in self.settings.zone_names

    def step(self, state: PointsState, press: Event, active_ms: int) -> PointsState:
        if press.kind in (LET, MISS):
            return PointsState(state.balls, state.count.after(press.kind), state.points)
        # A make that names no zone is one of the first: a clicker has no more than two buttons.
        place = self.settings.zone_names.index(press.text) if press.kind == ZONE else 0
        points = self.settings.zones[place].points
        balls = put_at(state.balls, place, state.balls[place] + 1)
        return PointsState(balls, state.count.after(MAKE if points else MISS), state.points + points)

    def ending(self, state: PointsState) -> Ending | None:
        return ATTEMPTS if self.settings.balls is not None and state.count.attempts >= self.settings.balls else None

    def closes_ms(self, state: PointsState) -> int | None:
        return None if self.settings.seconds is None else self.settings.seconds * 1000

    def reading(self, state: PointsState, active_ms: int) -> Reading:
        settings = self.settings
        zones, goal, balls, seconds = settings.zones, settings.goal, settings.balls, settings.seconds
        attempts = state.count.attempts
        out = attempts - sum(state.balls)
        worth = [quantity(zone.points, "point") for zone in zones]
        return Reading(
            number=state.points,
            number_label="point" if state.points == 1 else "points",
            out_of=goal,
            next=quantity(balls - attempts, "ball") + " to go" if balls is not None else "Play on",
            to_goal=None if goal is None else max(0, goal - state.points),
            time_left_ms=None if seconds is None else max(0, seconds * 1000 - active_ms),
            face=TARGETS,
            pads=target_pads(self.settings.zone_names, beside=worth),
            metrics={
                "points": state.points,
                "points_per_ball": round(state.points / attempts, 2) if attempts else None,
                "out": out,
            },
            detail=ZonePointsDetail(
                zones=tuple(
                    ZoneLine(zone.name, zone.points, number) for zone, number in zip(zones, state.balls, strict=True)
                ),
                out=out,
            ),
        )

    def counted_zones(self) -> tuple[str, ...]:
        ordered = sorted(self.settings.zones, key=lambda zone: -zone.points)
        is_tied = len(ordered) > 1 and ordered[0].points == ordered[1].points
        return () if is_tied else tuple(zone.name for zone in ordered)

    @classmethod
    def balls_by_zone(cls, tally: AnyTally) -> Mapping[str, int]:
        detail: ZonePointsDetail = tally.detail
        return {zone.name: zone.balls for zone in detail.zones}

    def breakdown(self, tally: AnyTally) -> Breakdown:
        detail: ZonePointsDetail = tally.detail
        zones = tuple((zone.name, str(zone.points), str(zone.balls)) for zone in detail.zones)
        return Breakdown("Zone by zone", ("zone", "points", "balls"), (*zones, ("out", "0", str(detail.out))))

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        balls = quantity(tally.attempts, "ball")
        points = "" if metric_id == "points" else f"{quantity(tally.whole('points'), 'point')} "
        return f"{points}from {balls}"

    def goal_words(self) -> str:
        limits = [
            f"{self.settings.seconds} s" if self.settings.seconds is not None else "",
            quantity(self.settings.balls, "ball") if self.settings.balls is not None else "",
        ]
        words = " or ".join(limit for limit in limits if limit)
        goal = "points" if self.settings.goal is None else quantity(self.settings.goal, "point")
        return f"{goal} in {words}"
