"""A first block: a warm-up, then the runs that matter most, as many as the minutes hold.

Deterministic: the same wishes give the same block.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from jolly_core.challenges.contract import Estimate
from jolly_core.errors import CoreError
from jolly_core.planning.warmup import warm_up_minutes
from jolly_core.sides import STRONG, WEAK
from jolly_core.validation import check_integer
from jolly_core.words import counted

SHORTEST_BLOCK_MIN, LONGEST_BLOCK_MIN = 10, 180
#: Between one run and the next: fetch the ball, breathe, look at the number. Common practice, no source.
BREATHER_S = 30
#: To write down what was felt. Common practice, no source.
WRITE_DOWN_S = 60
MOST_RUNS_A_SEGMENT = 4
LONG_AGO_DAYS = 7

WARM_UP, CHALLENGE, COOL_DOWN = "warm_up", "challenge", "cool_down"


@dataclass(frozen=True)
class Wish:
    """A rung on one side that could be practised: how long a run takes, the set-up, and why it might matter."""

    key: str
    ladder: str
    title: str
    side: str
    run: Estimate
    set_up_s: int = 60
    last_day: date | None = None
    runs_to_climb: int | None = None


@dataclass(frozen=True)
class Segment:
    """A timed part of the block. ``key`` is that of the wish; times are whole seconds from the block's start."""

    kind: str
    title: str
    start_s: int
    duration_s: int
    reasons: tuple[str, ...]
    key: str | None = None
    runs: int = 0


@dataclass(frozen=True)
class LeftOut:
    """A wish that did not fit, and why."""

    key: str
    title: str
    reason: str


@dataclass(frozen=True)
class Arrangement:
    """The block: its segments in order, what is left of the minutes, and what did not fit."""

    segments: tuple[Segment, ...]
    spare_s: int
    left_out: tuple[LeftOut, ...]


def segment_seconds(wish: Wish, runs: int) -> int:
    """How long a segment of so many runs takes: set-up, the runs, and a breather between two of them."""
    return wish.set_up_s + runs * wish.run.expected_s + (runs - 1) * BREATHER_S


def arrange_block(minutes: int, wishes: Sequence[Wish], today: date) -> Arrangement:
    """The block of ``minutes`` minutes that serves ``wishes`` best: never longer, warm-up first.

    Each wish gets a run, the most pressing first; then time that is left goes round for second and further runs.
    Raises ``CoreError`` (``out_of_range``) for a block shorter than 10 or longer than 180 minutes.
    """
    if problem := check_integer("minutes", minutes, SHORTEST_BLOCK_MIN, LONGEST_BLOCK_MIN, "minutes"):
        raise CoreError([problem])
    warm_up_s = warm_up_minutes(minutes) * 60
    room_s = minutes * 60 - warm_up_s - WRITE_DOWN_S
    ranked = sorted(wishes, key=lambda wish: _rank(wish, today))
    runs: dict[str, int] = {}
    for wish in ranked:
        if segment_seconds(wish, 1) <= room_s:
            runs[wish.key] = 1
            room_s -= segment_seconds(wish, 1)
    room_s = _share_out(ranked, runs, room_s)
    segments = _lay_out(_together([wish for wish in ranked if wish.key in runs]), runs, warm_up_s, today)
    left_out = tuple(_left_out(wish, room_s) for wish in ranked if wish.key not in runs)
    return Arrangement(tuple(segments), room_s, left_out)


def _rank(wish: Wish, today: date) -> tuple[int, int, int, str]:
    """Longest not practised first, then nearest to the next rung, then the weak side."""
    days = 10_000 if wish.last_day is None else (today - wish.last_day).days
    near = 100 if wish.runs_to_climb is None else wish.runs_to_climb
    return -(days // LONG_AGO_DAYS), near, 0 if wish.side == WEAK else 1, wish.key


def _share_out(ranked: Sequence[Wish], runs: dict[str, int], room_s: int) -> int:
    """Give further runs, one a round, while they fit; returns the seconds left."""
    for _ in range(MOST_RUNS_A_SEGMENT - 1):
        for wish in ranked:
            more_s = wish.run.expected_s + BREATHER_S
            if wish.key in runs and more_s <= room_s:
                runs[wish.key] += 1
                room_s -= more_s
    return room_s


def _together(wishes: Sequence[Wish]) -> list[Wish]:
    """Both sides of a ladder after one another, the weak side first; ladders in the order of their first wish."""
    ladders = list(dict.fromkeys(wish.ladder for wish in wishes))
    return sorted(wishes, key=lambda wish: (ladders.index(wish.ladder), wish.side == STRONG))


def _lay_out(wishes: Sequence[Wish], runs: dict[str, int], warm_up_s: int, today: date) -> list[Segment]:
    first = "Warm muscles first: it comes out of the minutes, never on top of them"
    segments = [Segment(WARM_UP, "Warm-up", 0, warm_up_s, (first,))]
    at_s = warm_up_s
    for wish in wishes:
        duration_s = segment_seconds(wish, runs[wish.key])
        reasons = _reasons(wish, today)
        segments.append(Segment(CHALLENGE, wish.title, at_s, duration_s, reasons, wish.key, runs[wish.key]))
        at_s += duration_s
    last = "A minute to write down what you felt, before it is gone"
    return [*segments, Segment(COOL_DOWN, "Cool down and note", at_s, WRITE_DOWN_S, (last,))]


def _reasons(wish: Wish, today: date) -> tuple[str, ...]:
    reasons = []
    if wish.last_day is None:
        reasons.append("not played yet")
    elif (days := (today - wish.last_day).days) >= LONG_AGO_DAYS:
        reasons.append(f"not practised for {days} days")
    if wish.runs_to_climb:
        reasons.append(f"{counted(wish.runs_to_climb, 'good run')} from the next rung")
    if wish.side == WEAK:
        reasons.append("weak side before strong, while fresh")
    return tuple(reasons) or ("on your list",)


def _left_out(wish: Wish, room_s: int) -> LeftOut:
    needed = -(-segment_seconds(wish, 1) // 60)
    reason = f"needs {counted(needed, 'minute')} with its set-up; {counted(room_s // 60, 'minute')} left"
    return LeftOut(wish.key, wish.title, reason)
