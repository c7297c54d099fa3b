"""The warm-up and the cool-down: how long, and what is in them. Leaving one out is acknowledged and stored."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from jolly_core.body.traits import ARM_REGIONS, Traits

WARM_UP, COOL_DOWN = "warm_up", "cool_down"
#: A sixth of the block, five minutes of a half hour: common practice, no source.
SHARE = 6
SHORTEST_MIN, LONGEST_MIN = 3, 12
#: Overhead or explosive work wants half as much again; about a quarter of an hour before a serving session of an hour.
#: Common practice, no source.
DEMANDING_TIMES, LONGEST_DEMANDING_MIN = 1.5, 15
#: A minute to write down what was felt, and more to come down from hard or long work. Common practice, no source.
WRITE_DOWN_S, COME_DOWN_S, LONG_BLOCK_MIN = 60, 120, 45
#: Time shorter than this is too short to come down in and is added to the note.
SHORTEST_COMING_DOWN_S = 30

CAUTION = (
    "Begin below full effort and build up before hard throws, serves or jumps. "
    "Stop on sharp, sudden or worsening pain, dizziness, chest pain or unusual breathlessness, and get medical help."
)
NO_WARM_UP_WORDS = (
    "I leave the warm-up out of this block. I am warm already or will warm up on my own, I begin below full effort, "
    "and I stop on pain."
)
NO_COOL_DOWN_WORDS = "I leave the cool-down out of this block and come down on my own."


@dataclass(frozen=True)
class Step:
    """One thing to do, and for how long."""

    words: str
    seconds: int


def warm_up_minutes(minutes: int, drills: Sequence[Traits] = ()) -> int:
    """How many of a block's minutes the warm-up takes; longer before overhead or explosive work.

    >>> [warm_up_minutes(minutes) for minutes in (10, 30, 90)]
    [3, 5, 12]
    >>> warm_up_minutes(60, [Traits(actions=("overhead",))])
    15
    """
    if wants_long_warm_up(drills):
        return min(LONGEST_DEMANDING_MIN, max(SHORTEST_MIN + 1, round(DEMANDING_TIMES * minutes / SHARE)))
    return min(LONGEST_MIN, max(SHORTEST_MIN, round(minutes / SHARE)))


def wants_long_warm_up(drills: Sequence[Traits]) -> bool:
    """Whether overhead or explosive work is among the drills."""
    return any({"overhead", "explosive"} & set(drill.actions) for drill in drills)


def cool_down_seconds(minutes: int, drills: Sequence[Traits] = ()) -> int:
    """How long the end of a block takes: the note, and coming down after hard or long work."""
    is_long = minutes >= LONG_BLOCK_MIN or any(drill.is_demanding for drill in drills)
    return WRITE_DOWN_S + (COME_DOWN_S if is_long else 0)


def warm_up_steps(seconds: int, drills: Sequence[Traits] = ()) -> list[Step]:
    """The steps of a warm-up of exactly that many seconds for those drills."""
    regions = {region for drill in drills for region in drill.regions}
    actions = {action for drill in drills for action in drill.actions}
    shadows = list(dict.fromkeys(drill.shadow for drill in drills if drill.shadow))
    steps = [("Walk or skip on the spot until you breathe deeper", 3), (_joints(regions), 2)]
    if "shoulder" in regions or "overhead" in actions:
        steps.append(("Shoulder band or slow arm circles, small to large, each side", 2))
    if {"running", "jumping"} & actions:
        steps.append(("Easy hops and side steps, then two short runs that build up", 2))
    steps.append((f"{shadows[0] if shadows else 'Play the movement without a ball'}, slowly, each side", 2))
    if "explosive" in actions or "overhead" in actions:
        steps.append(("Ten at half speed, then ten at three quarters, each side", 5))
    else:
        steps.append(("A few easy ones at half speed, each side", 3))
    return _spread(steps, seconds)


def cool_down_steps(seconds: int, drills: Sequence[Traits] = ()) -> list[Step]:
    """The steps of a block's end; the note is always the last."""
    if seconds < WRITE_DOWN_S + SHORTEST_COMING_DOWN_S:
        return [Step("Write down what you felt", seconds)]
    arms = any(region in ARM_REGIONS for drill in drills for region in drill.regions)
    ease = (
        "Move shoulders and wrists slowly through their range"
        if arms
        else "Move hips and ankles slowly through their range"
    )
    down_s = seconds - WRITE_DOWN_S
    return [
        *_spread([("Walk until your breath is calm", 1), (ease, 1)], down_s),
        Step("Write down what you felt", WRITE_DOWN_S),
    ]


def _joints(regions: set[str]) -> str:
    named = [
        region for region in ("ankle", "knee", "hip", "back", "shoulder", "elbow", "wrist", "neck") if region in regions
    ]
    if not named:
        return "Circle ankles, hips, shoulders and wrists, both ways"
    plural = [f"{name}s" if name not in ("back", "neck") else name for name in named]
    listed = plural[0] if len(plural) == 1 else f"{', '.join(plural[:-1])} and {plural[-1]}"
    return f"Circle and bend {listed}, both ways"


def _spread(weighted: Sequence[tuple[str, int]], seconds: int) -> list[Step]:
    """The seconds shared out by weight, in fives; the last step takes what rounding leaves."""
    whole = sum(weight for _, weight in weighted)
    steps = [Step(words, seconds * weight // whole // 5 * 5) for words, weight in weighted]
    spare = seconds - sum(step.seconds for step in steps)
    return [*steps[:-1], Step(steps[-1].words, steps[-1].seconds + spare)]
