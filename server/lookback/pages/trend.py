"""The trend of a rung, side by side: level, limits, times, forecast, what stands still, what would add most."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from accounts.models import Athlete
from jolly_core.finds.forecast import Forecast, forecast
from jolly_core.finds.gains import LATEST, Gain, one_change
from jolly_core.finds.level import Level, level_of
from jolly_core.finds.standing_still import StandingStill
from ladders.models import Move, Rung
from ladders.selectors import get_threshold
from lookback.models import MethodChange, RungLooks
from lookback.pages.about import About, about_rung
from lookback.records import list_counting_runs, read_rung
from lookback.working_out import work_out
from runs.filters import Filters
from runs.models import Run


@dataclass(frozen=True)
class Strip:
    """A vertical strip of tape on a chart: a climb, a step back, a change of method. ``id`` is that of a change."""

    day: date
    words: str
    kind: str
    id: int | None = None


@dataclass(frozen=True)
class SideTrend:
    """The trend on one side."""

    about: About
    level: Level
    forecast: Forecast | None
    still: StandingStill | None
    gain: Gain | None


@dataclass(frozen=True)
class AskedMark:
    """What the rung asks for: its metric and mark, and how they are said."""

    title: str
    unit: str
    direction: str
    mark: float
    mark_words: str


@dataclass(frozen=True)
class TrendPage:
    """The trend of a rung; ``about`` is None while nothing was played."""

    about: About | None
    asked: AskedMark | None
    sides: tuple[SideTrend, ...]
    strips: tuple[Strip, ...]


def get_trend(athlete: Athlete, filters: Filters) -> TrendPage:
    """The trend of the rung that is asked for, or else of the one that was played last among those that pass."""
    rung = find_rung(athlete, filters)
    if rung is None:
        return TrendPage(None, None, (), ())
    work_out(athlete)
    record = read_rung(athlete, rung, filters)
    kept = RungLooks.objects.filter(rung=rung).first()
    still = {side: StandingStill.from_stored(each) for side, each in kept.still.items()} if kept else {}
    sides = [
        SideTrend(
            about_rung(rung, side),
            level_of(runs, record.metric, record.changes),
            forecast(record.days(side), record.metric, record.mark),
            still.get(side),
            _gain(athlete, rung, side, filters),
        )
        for side, runs in record.runs.items()
        if record.values(side)  # runs without a value draw nothing
    ]
    return TrendPage(about_rung(rung), asked_of(rung), tuple(sides), tuple(_strips(rung)))


def find_rung(athlete: Athlete, filters: Filters) -> Rung | None:
    """The rung that is asked for, or else the one that was played last among those that pass."""
    last = list_counting_runs(athlete, filters).order_by("-started_at").values_list("rung", flat=True).first()
    wanted = filters.rung or last
    if wanted is None:
        return None
    rungs = Rung.everything.filter(pk=wanted, ladder__athlete=athlete)
    return rungs.select_related("ladder__athlete").first()


def asked_of(rung: Rung) -> AskedMark:
    """What a rung asks for now."""
    threshold = get_threshold(rung)
    metric, mark = threshold.metric, threshold.mark
    return AskedMark(metric.title, metric.unit, metric.direction, mark, metric.at_least(mark))


def _gain(athlete: Athlete, rung: Rung, side: str, filters: Filters) -> Gain | None:
    runs = list_counting_runs(athlete, filters).filter(rung=rung, side=side, format=rung.format, is_from_paper=False)
    latest: list[Run] = list(runs.order_by("-started_at", "-id").only("tally", "format")[:LATEST])
    return one_change(rung.game, [run.known_tally for run in reversed(latest)])


def _strips(rung: Rung) -> list[Strip]:
    moves = rung.ladder.moves.filter(taken_back_at=None).exclude(decision=Move.Decision.STAY)
    strips = [
        Strip(move.made_at.date(), "climbed" if move.decision == Move.Decision.CLIMB else "stepped back", move.decision)
        for move in moves
        if rung.number in (move.from_held, move.to_held, move.from_held + 1, move.to_held + 1)
    ]
    changes = MethodChange.objects.filter(ladder=rung.ladder_id)
    strips += [Strip(change.day, change.words, "method", change.pk) for change in changes]
    return sorted(strips, key=lambda strip: strip.day)
