"""Zone points: each ball scores the points of the zone it hits, for so long or for so many balls."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from jolly_core.challenges.contract import ATTEMPTS, MOST_BOXES, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import MAKES, MISSES, Counted
from jolly_core.challenges.events import LET, MAKE, MISS, ZONE, Event
from jolly_core.challenges.foretelling import NINE_IN_TEN_Z, Attempts, Estimate, Pace, between, exactly
from jolly_core.challenges.lessons import is_enough
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.rally import FASTEST_INTERVAL_MS
from jolly_core.challenges.settings import LONGEST_NAME, Rows, Settings, Text, WholeNumber
from jolly_core.challenges.targets import put_at, target_pads
from jolly_core.errors import CoreError
from jolly_core.words import counted


@dataclass(frozen=True, slots=True)
class PointsState:
    """The balls that hit each zone, and the points of all of them."""

    balls: tuple[int, ...]
    count: Count = NOTHING
    points: int = 0


class ZonePoints(Counted[PointsState]):
    """Settings: zones with their points, seconds or balls. Result: points, balls per zone, points per ball."""

    id = "zone_points"
    title = "Zone points"
    game = "Every ball scores the points of the zone it hits; out is nothing."
    #: Of several targets: its makes say nothing of any one of them.
    is_aimed = False
    counts_zones = True
    declared = (
        Rows(
            "zones",
            "Zones",
            (Text("name", "Zone", LONGEST_NAME, ""), WholeNumber("points", "Points", 0, 100, 1)),
            ({"name": "near", "points": 1}, {"name": "deep", "points": 2}),
            are_targets=True,
        ),
        WholeNumber("seconds", "Seconds", 5, 3600, 120, "s", may_be_open=True),
        WholeNumber("balls", "Balls", 1, 1000, None),
        WholeNumber("goal", "Points to reach", 1, 100_000, None),
    )
    metrics = (
        Metric("points", "points", "up", "points", "point"),
        Metric("points_per_ball", "points per ball", "up", "a ball", needs_whole=True),
        # Few balls out in a run that was cut short prove nothing.
        Metric("out", "balls out", "down", "balls out", "ball out", needs_whole=True),
    )
    totals = (WholeNumber("points", "Points", 0, 100_000, 0), MAKES, MISSES)

    def read_settings(self, given: Mapping[str, object]) -> dict[str, Any]:
        read = super().read_settings(given)
        if read["seconds"] is None and read["balls"] is None:
            message = "Say for how many seconds, or for how many balls, or both."
            raise CoreError.one("missing", message, "seconds", allowed="seconds or balls")
        if not any(zone["points"] for zone in read["zones"]):
            raise CoreError.one("no_points", "Give at least one zone a point or more.", "zones", value=read["zones"])
        return read

    def start(self, settings: Settings) -> PointsState:
        return PointsState((0,) * len(settings["zones"]))

    def takes(self, settings: Settings, state: PointsState, press: Event, active_ms: int) -> bool:
        return press.kind != ZONE or press.text in _names(settings)

    def step(self, settings: Settings, state: PointsState, press: Event, active_ms: int) -> PointsState:
        if press.kind in (LET, MISS):
            return PointsState(state.balls, state.count.after(press.kind), state.points)
        # A make that names no zone is one of the first: a clicker has no more than two buttons.
        place = _names(settings).index(press.text) if press.kind == ZONE else 0
        points = settings["zones"][place]["points"]
        balls = put_at(state.balls, place, state.balls[place] + 1)
        return PointsState(balls, state.count.after(MAKE if points else MISS), state.points + points)

    def ending(self, settings: Settings, state: PointsState) -> str | None:
        return ATTEMPTS if settings["balls"] is not None and state.count.attempts >= settings["balls"] else None

    def closes_ms(self, settings: Settings, state: PointsState) -> int | None:
        return None if settings["seconds"] is None else int(settings["seconds"]) * 1000

    def read(self, settings: Settings, state: PointsState, active_ms: int) -> Reading:
        zones, goal, balls, seconds = (settings[name] for name in ("zones", "goal", "balls", "seconds"))
        attempts = state.count.attempts
        out = attempts - sum(state.balls)
        worth = [counted(zone["points"], "point") for zone in zones]
        return Reading(
            number=state.points,
            number_label="point" if state.points == 1 else "points",
            out_of=goal,
            next=counted(balls - attempts, "ball") + " to go" if balls is not None else "Play on",
            to_goal=None if goal is None else max(0, goal - state.points),
            time_left_ms=None if seconds is None else max(0, seconds * 1000 - active_ms),
            pads=target_pads(_names(settings), beside=worth),
            metrics={
                "points": state.points,
                "points_per_ball": round(state.points / attempts, 2) if attempts else None,
                "out": out,
            },
            detail={
                "zones": [
                    {"name": zone["name"], "points": zone["points"], "balls": number}
                    for zone, number in zip(zones, state.balls, strict=True)
                ],
                "out": out,
            },
        )

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        balls = settings["balls"]
        if settings["seconds"] is None:
            return exactly(balls)
        expected = settings["seconds"] * 1000 / pace.attempt_ms
        width = 1 + NINE_IN_TEN_Z * pace.tempo_spread
        most = expected if balls is None else min(expected, balls)
        return between(min(expected / width, most), most, expected * width if balls is None else balls)

    def estimate(self, settings: Settings, pace: Pace) -> Estimate:
        seconds = settings["seconds"]
        if settings["balls"] is None:
            return Estimate(seconds, seconds, seconds)
        whole = super().estimate({**settings, "seconds": None}, pace)
        if seconds is None:
            return whole
        return Estimate(*(min(seconds, each) for each in (whole.low_s, whole.expected_s, whole.high_s)))

    def sheet(self, settings: Settings) -> Sheet:
        timer = "" if settings["seconds"] is None else f"Set a timer to {settings['seconds']} s. "
        rule = f"{timer}Write the points of each ball, 0 for out."
        return Sheet(rule, min(MOST_BOXES, settings["balls"] or MOST_BOXES), "ball")

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        best: int = max(zone["points"] for zone in settings["zones"])
        most: int = settings["balls"] or settings["seconds"] * 1000 // FASTEST_INTERVAL_MS
        return 0, {"points": best * most, "points_per_ball": best}.get(metric_id, most)

    def first_mark(self, settings: Settings, metric_id: str) -> float | None:
        if settings["goal"] is not None or metric_id != "points":
            return None
        # Seven of ten balls in a zone of middling worth, and a little below that.
        worth = sum(zone["points"] for zone in settings["zones"]) / len(settings["zones"])
        return float(max(1, round(0.9 * self.prior.rate * worth * self.attempts(settings, self.prior).expected)))

    def counted_zones(self, settings: Settings) -> tuple[str, ...]:
        ordered = sorted(settings["zones"], key=lambda zone: -zone["points"])
        is_tied = len(ordered) > 1 and ordered[0]["points"] == ordered[1]["points"]
        return () if is_tied else tuple(zone["name"] for zone in ordered)

    def balls_by_zone(self, tally: Mapping[str, Any]) -> Mapping[str, int]:
        return {zone["name"]: zone["balls"] for zone in tally["detail"].get("zones", ())}

    def beside(self, settings: Settings, tally: Mapping[str, Any], metric_id: str) -> str:
        balls = counted(tally["attempts"], "ball")
        points = "" if metric_id == "points" else f"{counted(tally['metrics']['points'], 'point')} "
        return f"{points}from {balls}"

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        zones = tally["detail"].get("zones")
        if not zones or not is_enough(tally):
            return ()
        best = max(zones, key=lambda zone: zone["points"])
        a_ball = tally["metrics"]["points"] / tally["attempts"]
        return (
            f"Of {counted(tally['attempts'], 'ball')} {best['balls']} hit {best['name']}; "
            f"a ball brings {a_ball:.1f} of {counted(best['points'], 'point')} on average.",
        )

    def goal_words(self, settings: Settings) -> str:
        limits = [
            f"{settings['seconds']} s" if settings["seconds"] is not None else "",
            counted(settings["balls"], "ball") if settings["balls"] is not None else "",
        ]
        words = " or ".join(limit for limit in limits if limit)
        goal = "points" if settings["goal"] is None else counted(settings["goal"], "point")
        return f"{goal} in {words}"


def _names(settings: Settings) -> list[str]:
    return [zone["name"] for zone in settings["zones"]]
