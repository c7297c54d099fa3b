"""Athletes whose makes are drawn with one chance for all: nothing that is found in their record is there."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from datetime import date, timedelta
from random import Random
from typing import Any

from jolly_core.challenges.events import Event
from jolly_core.challenges.registry import AnyGame, read_game
from jolly_core.challenges.session import Session
from jolly_core.finds.gate import Found, pass_gate
from jolly_core.finds.look import LookedRun, RungRecord
from jolly_core.finds.registry import look_at_rung
from jolly_core.record.trace import trace_of
from jolly_core.sides import FIRST, NONE, SECOND, Pair

#: What an aimless athlete plays: games of fixed length, of rows, against the clock, at targets.
GAMES: tuple[tuple[str, Mapping[str, Any], str, float], ...] = (
    ("makes_of_n", {"attempts": 10, "goal": 8}, "makes", 8),
    ("streak", {"goal": 8, "attempts_limit": 40}, "best_streak", 8),
    ("timed_count", {"seconds": 30, "goal": 20}, "contacts", 20),
    ("tries_at_each", {"targets": [{"name": name, "tries": 4} for name in ("left", "middle", "right")]}, "makes", 9),
)
FETCH_MS = 2000


def press_through(game: AnyGame, random: Random, chance: Callable[[Session, int], float]) -> Session:
    """A run to its end; ``chance`` says how likely the next press is a make, from the session and the row in hand."""
    session, at_ms, seq, row = Session(game, double_tap_ms=0), 0, 0, 0
    is_timed = hasattr(game.settings, "seconds")
    while not session.is_over():
        is_made = random.random() < chance(session, row)
        at_ms += round(1000 * random.uniform(0.85, 1.25))
        if is_timed and not is_made:
            at_ms += round(FETCH_MS * random.uniform(0.7, 1.5))
        seq += 1
        session.step(Event("make" if is_made else "miss", at_ms, seq))
        row = row + 1 if is_made else 0
    return session


def record_of(
    game: AnyGame,
    metric: str,
    mark: float,
    random: Random,
    chances: Mapping[str, Callable[[int], Callable[[Session, int], float]]],
    *,
    days: int = 20,
    a_day: int = 2,
) -> RungRecord:
    """What was played on a rung on so many days: ``chances`` by side and the number of the day."""
    known = game.metric(metric) or game.metrics[0]
    runs = {}
    for side, chance_on in chances.items():
        day, played = date(2026, 1, 1), []
        for number in range(days):
            day += timedelta(days=random.choice([2, 3, 4]))
            for turn in range(a_day):
                session = press_through(game, random, chance_on(number))
                tally = session.tally()
                value = tally.metrics.get(known.id)
                name = f"{side}-{number}-{turn}"
                trace = trace_of(session)
                played.append(LookedRun(name, day, value, tally.makes, tally.attempts, trace, number, 5 + 10 * turn))
        runs[side] = played
    return RungRecord(game, known, mark, runs, Pair("strokes") if len(chances) > 1 else Pair())


def always(rate: float) -> Callable[[int], Callable[[Session, int], float]]:
    """The same chance on every day and at every press."""
    return lambda day: lambda session, row: rate


def one_side(chance: Callable[[int], Callable[[Session, int], float]]) -> dict[str, Any]:
    return {NONE: chance}


def has_find(seed: int) -> bool:
    """Whether the page of an aimless athlete shows any find."""
    random, looks = Random(seed), list[Found[int]]()
    for ladder, (format_id, settings, metric, mark) in enumerate(GAMES):
        rate = random.uniform(0.5, 0.85)
        record = record_of(
            read_game(format_id, settings), metric, mark, random, {FIRST: always(rate), SECOND: always(rate)}
        )
        looks += [Found(ladder, look) for look in look_at_rung(record)]
    return bool(pass_gate(looks).finds)
