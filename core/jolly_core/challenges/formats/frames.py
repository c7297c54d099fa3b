"""Frames: the ten-frame pin game, and the same upside down, where the lowest score wins."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

from jolly_core.challenges.breakdown import Breakdown
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import LET, MAKE, MISS, ZONE, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.pin_score import FRAMES, OPEN, SPARE, STRIKE, PinGame, is_over, pins_standing, score_frames
from jolly_core.challenges.settings import Settings, choice
from jolly_core.challenges.signs import FrameLine, FrameSheet
from jolly_core.challenges.tally import ATTEMPTS, PINS, AnyTally, Ending, Pad, Reading
from jolly_core.words import quantity

HIGHEST, LOWEST = "highest", "lowest"
#: Most balls that a game can have, fewest, and about what an open game has. The first two by the rules.
MOST_BALLS, FEWEST_BALLS, USUAL_BALLS = 21, 12, 18


@dataclass(frozen=True, slots=True)
class FramesState:
    game: PinGame = field(default_factory=PinGame)
    count: Count = NOTHING


@dataclass(frozen=True)
class FramesSettings(Settings):
    variant: str = choice("Variant", {HIGHEST: "the highest score wins", LOWEST: "the lowest score wins"}, HIGHEST)


@dataclass(frozen=True, slots=True)
class FramesDetail:
    format: Literal["frames"] = "frames"
    standing: int = 10


class Frames(Counted[FramesSettings, FramesState]):
    """Settings: the variant. Result: the score, frame by frame."""

    id = "frames"
    title = "Frames"
    summary = "Ten frames of pins, two balls each; strikes and spares earn what follows."
    #: What is knocked down is counted in pins, not in hits of a target.
    is_aimed = False
    make_word = "All that stand"
    miss_word = "None"
    metrics = (
        Metric("score", "score", "up", "pins", "pin"),
        Metric("low_score", "score, lowest wins", "down", "pins", "pin", needs_whole=True),
        Metric("strikes", "strikes", "up", "strikes", "strike"),
        Metric("spares", "spares", "up", "spares", "spare"),
        Metric("open", "open frames", "down", "open frames", "open frame", needs_whole=True),
    )
    settings_type = FramesSettings
    detail_type = FramesDetail

    @property
    def leading(self) -> str:
        return "low_score" if self.settings.variant == LOWEST else "score"

    def start(self) -> FramesState:
        return FramesState(PinGame(is_low=self.settings.variant == LOWEST))

    def takes(self, state: FramesState, press: Event, active_ms: int) -> bool:
        return press.kind != ZONE or press.text in [str(pins) for pins in range(pins_standing(state.game) + 1)]

    def step(self, state: FramesState, press: Event, active_ms: int) -> FramesState:
        if press.kind == LET:
            return FramesState(state.game, state.count.after(LET))
        standing = pins_standing(state.game)
        pins = standing if press.kind == MAKE else 0 if press.kind == MISS else int(press.text)
        game = state.game.after(pins)
        is_mark = game.marks > state.game.marks
        return FramesState(game, state.count.after(MAKE if is_mark else MISS))

    def ending(self, state: FramesState) -> Ending | None:
        return ATTEMPTS if is_over(state.game) else None

    def reading(self, state: FramesState, active_ms: int) -> Reading:
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
            face=PINS,
            pads=tuple(Pad(ZONE, str(pins), str(pins)) for pins in range(standing + 1)),
            asks="How many pins fell?",
            metrics={
                "score": total if not is_low else None,
                "low_score": total if is_low else None,
                "strikes": strikes,
                "spares": spares,
                "open": sum(frame.kind == OPEN for frame in frames),
            },
            signs=(FrameSheet(frames=tuple(FrameLine(each.signs, each.total, each.kind) for each in frames)),),
            detail=FramesDetail(standing=standing),
        )

    def breakdown(self, tally: AnyTally) -> Breakdown | None:
        lines = next((sign.frames for sign in tally.signs if isinstance(sign, FrameSheet)), ())
        rows = tuple(
            (str(number), " ".join(line.balls), "" if line.total is None else str(line.total))
            for number, line in enumerate(lines, 1)
        )
        return Breakdown("Frame by frame", ("frame", "balls", "in all"), rows) if rows else None

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        if tally.metrics["strikes"] is None:
            return ""
        return f"{quantity(tally.whole('strikes'), 'strike')}, {quantity(tally.whole('spares'), 'spare')}"

    def goal_words(self) -> str:
        return "ten frames, lowest score wins" if self.settings.variant == LOWEST else "ten frames"
