"""Frames: the ten-frame pin game, and the same upside down, where the lowest score wins."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from math import inf
from typing import Any

from jolly_core.challenges.contract import ATTEMPTS, Pad, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import MAKES, MISSES, Counted
from jolly_core.challenges.events import LET, MAKE, MISS, ZONE, Event
from jolly_core.challenges.foretelling import Attempts, Pace, between
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
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Choice, Settings, WholeNumber
from jolly_core.errors import CoreError
from jolly_core.words import counted

HIGHEST, LOWEST = "highest", "lowest"
#: Most balls that a game can have, fewest, and about what an open game has. The first two by the rules.
MOST_BALLS, FEWEST_BALLS, USUAL_BALLS = 21, 12, 18
BEST_SCORE = 300
#: Upside down every frame costs a pin with each of its two balls at least.
BEST_LOW_SCORE = 20
#: What a grown-up without training scores, and upside down. Common practice, no source.
USUAL_SCORE, USUAL_LOW_SCORE = 70, 120


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
    #: A ball, the walk back, and the pins set up again.
    prior = Pace(attempt_ms=35_000, rate=0.3)
    metrics = (
        Metric("score", "score", "up", "pins", "pin"),
        Metric("low_score", "score, lowest wins", "down", "pins", "pin", needs_whole=True),
        Metric("strikes", "strikes", "up", "strikes", "strike"),
        Metric("spares", "spares", "up", "spares", "spare"),
        Metric("open", "open frames", "down", "open frames", "open frame", needs_whole=True),
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

    def ending(self, settings: Settings, state: FramesState) -> str | None:
        return ATTEMPTS if is_over(state.game) else None

    def read(self, settings: Settings, state: FramesState, active_ms: int) -> Reading:
        frames = score_frames(state.game)
        is_low = state.game.is_low
        # What stands on the sheet so far; a strike's own ten wait for what follows them.
        total = max((frame.total for frame in frames if frame.total is not None), default=0)
        strikes, spares = (sum(frame.kind == kind for frame in frames) for kind in (STRIKE, SPARE))
        standing = pins_standing(state.game)
        return Reading(
            number=total,
            number_label=f"pin{'' if total == 1 else 's'}{', lowest wins' if is_low else ''}",
            out_of=None,
            next=f"Frame {min(FRAMES, len(state.game.frames))}, ball {len(state.game.frames[-1]) + 1}",
            to_goal=None,
            pads=tuple(Pad(ZONE, str(pins), str(pins)) for pins in range(standing + 1)),
            asks="How many pins fell?",
            metrics={
                "score": total if not is_low else None,
                "low_score": total if is_low else None,
                "strikes": strikes,
                "spares": spares,
                "open": sum(frame.kind == OPEN for frame in frames),
            },
            detail={
                "frames": [{"balls": frame.signs, "total": frame.total, "kind": frame.kind} for frame in frames],
                "standing": standing,
                "total": total,
            },
        )

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        return between(FEWEST_BALLS, USUAL_BALLS, MOST_BALLS)

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

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        is_low = settings["variant"] == LOWEST
        # Of the two scores a variant has one.
        score, low_score = ((0, 0), (BEST_LOW_SCORE, BEST_SCORE)) if is_low else ((0, BEST_SCORE), (inf, inf))
        return {"score": score, "low_score": low_score, "strikes": (0, 12), "spares": (0, 10)}.get(metric_id, (0, 10))

    def first_mark(self, settings: Settings, metric_id: str) -> float | None:
        return {"score": USUAL_SCORE, "low_score": USUAL_LOW_SCORE}.get(metric_id)

    def beside(self, settings: Settings, tally: Mapping[str, Any], metric_id: str) -> str:
        strikes, spares = tally["metrics"]["strikes"], tally["metrics"]["spares"]
        return "" if strikes is None else f"{counted(strikes, 'strike')}, {counted(spares, 'spare')}"

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        frames = tally["detail"].get("frames")
        if not frames or not tally["is_over"] or settings["variant"] == LOWEST:
            return ()
        missed = sum(frame["kind"] == OPEN for frame in frames)
        if not missed:
            return ("No open frame: from here on only strikes lift the score.",)
        return (f"Of {FRAMES} frames {missed} stayed open; a spare in one of them is worth about ten pins more.",)

    def goal_words(self, settings: Settings) -> str:
        return "ten frames, lowest score wins" if settings["variant"] == LOWEST else "ten frames"
