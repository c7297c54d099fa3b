"""Frames: the ten-frame pin game, and the same upside down, where the lowest score wins."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

from jolly_core.challenges.contract import ATTEMPTS, Attempts, Metric, Pace, Pad, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import MAKES, MISSES, Counted
from jolly_core.challenges.events import LET, MAKE, MISS, ZONE, Event
from jolly_core.challenges.frame_score import (
    FRAMES,
    OPEN,
    SPARE,
    STRIKE,
    Game,
    is_over,
    pins_standing,
    score_frames,
)
from jolly_core.challenges.settings import Choice, Settings, WholeNumber
from jolly_core.errors import CoreError

HIGHEST, LOWEST = "highest", "lowest"
#: Most balls that a game can have, fewest, and about what an open game has. The first two by the rules.
MOST_BALLS, FEWEST_BALLS, USUAL_BALLS = 21, 12, 18
BEST_SCORE = 300


@dataclass(frozen=True, slots=True)
class FramesState:
    game: Game = field(default_factory=Game)
    count: Count = NOTHING


class Frames(Counted[FramesState]):
    """Settings: the variant. Result: the score, frame by frame."""

    id = "frames"
    title = "Frames"
    game = "Ten frames of pins, two balls each; strikes and spares earn what follows."
    #: What is knocked down is counted in pins, not in hits of a target.
    is_aimed = False
    make_word = "All that stand"
    miss_word = "None"
    declared = (
        Choice("variant", "Variant", (HIGHEST, LOWEST), ("the highest score wins", "the lowest score wins"), HIGHEST),
    )
    metrics = (
        Metric("score", "score", "up", "pins"),
        Metric("low_score", "score, lowest wins", "down", "pins"),
        Metric("strikes", "strikes", "up", "strikes"),
        Metric("spares", "spares", "up", "spares"),
        Metric("open", "open frames", "down", "open frames"),
    )
    totals = (WholeNumber("total", "Score", 0, BEST_SCORE, 0), MAKES, MISSES)

    def leading(self, settings: Settings) -> str:
        return "low_score" if settings["variant"] == LOWEST else "score"

    def start(self, settings: Settings) -> FramesState:
        return FramesState(Game(is_low=settings["variant"] == LOWEST))

    def takes(self, settings: Settings, state: FramesState, press: Event, active_ms: int) -> bool:
        return press.kind != ZONE or press.text in [str(pins) for pins in range(pins_standing(state.game) + 1)]

    def step(self, settings: Settings, state: FramesState, press: Event, active_ms: int) -> FramesState:
        if press.kind == LET:
            return FramesState(state.game, state.count.after(LET))
        standing = pins_standing(state.game)
        pins = {MAKE: standing, MISS: 0}.get(press.kind)
        game = state.game.after(int(press.text) if pins is None else pins)
        is_mark = game.marks > state.game.marks
        return FramesState(game, state.count.after(MAKE if is_mark else MISS))

    def ending(self, settings: Settings, state: FramesState, active_ms: int) -> str | None:
        return ATTEMPTS if is_over(state.game) else None

    def read(self, settings: Settings, state: FramesState, active_ms: int) -> Reading:
        frames = score_frames(state.game)
        is_done, is_low = is_over(state.game), state.game.is_low
        # What stands on the sheet so far; a strike's own ten wait for what follows them.
        total = max((frame.total for frame in frames if frame.total is not None), default=0)
        strikes, spares = (sum(frame.kind == kind for frame in frames) for kind in (STRIKE, SPARE))
        standing = pins_standing(state.game)
        return Reading(
            number=total,
            number_label="pins, lowest wins" if is_low else "pins",
            out_of=None,
            next=f"Frame {min(FRAMES, len(state.game.frames))}, ball {len(state.game.frames[-1]) + 1}",
            to_goal=None,
            pads=tuple(Pad(ZONE, str(pins), str(pins)) for pins in range(standing + 1)),
            asks="How many pins fell?",
            metrics={
                "score": total if not is_low else None,
                "low_score": total if is_low and is_done else None,
                "strikes": strikes,
                "spares": spares,
                "open": sum(frame.kind == OPEN for frame in frames) if is_done else None,
            },
            detail={
                "frames": [{"balls": frame.signs, "total": frame.total, "kind": frame.kind} for frame in frames],
                "standing": standing,
                "total": total,
            },
        )

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        return Attempts(FEWEST_BALLS, USUAL_BALLS, MOST_BALLS)

    def sheet(self, settings: Settings) -> Sheet:
        return Sheet(
            "Write the pins of each ball; a strike earns the next two balls, a spare the next one.", 10, "frame"
        )

    def unknown_on_paper(self, totals: Mapping[str, Any]) -> tuple[str, ...]:
        return tuple(metric.id for metric in self.metrics if metric.id not in ("score", "low_score"))

    def state_of_totals(self, settings: Settings, totals: Mapping[str, Any]) -> FramesState:
        if totals["makes"] + totals["misses"] > MOST_BALLS:
            message = f"A game has {MOST_BALLS} balls at most; count makes and misses again."
            raise CoreError.one("out_of_reach", message, "makes", value=totals["makes"])
        count = Count(totals["makes"], totals["misses"])
        return FramesState(Game(is_low=settings["variant"] == LOWEST), count)

    def metrics_of_totals(self, settings: Settings, totals: Mapping[str, Any]) -> dict[str, Any]:
        return {"low_score" if settings["variant"] == LOWEST else "score": totals["total"]}

    def highest_mark(self, settings: Settings, metric_id: str) -> int:
        return {"score": BEST_SCORE, "strikes": 12, "spares": 10}.get(metric_id, 0)

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        frames = tally["detail"].get("frames")
        if not frames or not tally["is_over"] or settings["variant"] == LOWEST:
            return ()
        missed = sum(frame["kind"] == OPEN for frame in frames)
        if not missed:
            return ("No open frame: from here on only strikes lift the score.",)
        return (f"{missed} of {FRAMES} frames stayed open; a spare in one of them is worth about ten pins more.",)

    def goal_words(self, settings: Settings) -> str:
        return "ten frames, lowest score wins" if settings["variant"] == LOWEST else "ten frames"
