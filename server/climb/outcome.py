"""What a run came to: its numbers beside the usual, the best and the mark, and the verdict on its rung. Reads only."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from accounts.models import Athlete
from climb.selectors import LadderStanding, RunPoint, get_standing, points_of
from jolly_core.challenges.breakdown import Breakdown
from jolly_core.challenges.card_items.bands import Bands
from jolly_core.challenges.tally import WHOLE
from jolly_core.lessons.registry import lessons_of
from jolly_core.load.registry import dose_of
from jolly_core.record.usual import Comparison, compare
from jolly_core.thresholds.threshold import Threshold
from jolly_core.verdicts.verdict import closing_words
from ladders.selectors import get_ladder, get_threshold
from runs.models import Run
from runs.selectors import get_run, list_counting_before

#: How many results are shown in a row at the end of a run.
RECENT_RUNS = 20


@dataclass(frozen=True)
class MetricRow:
    """One number of a run beside its usual, its best and its mark: a number is never alone."""

    id: str
    title: str
    comparison: Comparison
    mark_words: str | None
    is_met: bool | None


@dataclass(frozen=True)
class Outcome:
    """What a run came to: its numbers beside the usual, the best and the mark, and the verdict on the rung."""

    run: Run
    rows: Sequence[MetricRow]
    recent: Sequence[RunPoint]
    threshold: Threshold
    standing: LadderStanding
    is_working_rung: bool
    #: What is said where it is enough for today, whatever happened; empty where one may go on.
    closing: str
    #: The named range that the result lies in, or the next one; empty where the card has none.
    band: str
    lessons: Sequence[str]
    breakdown: Breakdown | None


def get_outcome(athlete: Athlete, run_id: UUID) -> Outcome:
    """What the run came to. Runs that began after it are left out of its usual and best."""
    run = get_run(athlete, run_id)
    ladder = get_ladder(athlete, run.rung.ladder_id)
    rung = run.rung  # it may have been taken out since
    threshold = get_threshold(rung)
    earlier = list_counting_before(run)
    standing = get_standing(ladder)
    is_working_rung = standing.working.pk == rung.pk
    is_capped = dose_of(run.game) is not None and run.known_tally.ending in WHOLE
    return Outcome(
        run=run,
        rows=_rows(run, earlier, threshold),
        recent=points_of([*(each.played for each in earlier[1 - RECENT_RUNS :]), run.played], threshold),
        threshold=threshold,
        standing=standing,
        is_working_rung=is_working_rung,
        closing=closing_words(standing.verdict if is_working_rung else None, is_capped=is_capped),
        band=run.known_card.of(Bands).of(run.result.value),
        lessons=lessons_of(run.game, run.known_tally),
        breakdown=run.game.breakdown(run.known_tally),
    )


def _rows(run: Run, earlier: Sequence[Run], threshold: Threshold) -> list[MetricRow]:
    metrics = run.game.metrics
    ordered = sorted(metrics, key=lambda metric: metric.id != threshold.metric.id)
    rows = []
    for metric in ordered:
        value: Any = run.metrics.get(metric.id)
        if value is None:
            continue
        is_asked = metric.id == threshold.metric.id
        rows.append(
            MetricRow(
                id=metric.id,
                title=metric.title,
                comparison=compare(
                    value, [each for other in earlier if (each := other.metrics.get(metric.id)) is not None], metric
                ),
                mark_words=metric.number(threshold.mark) if is_asked else None,
                is_met=threshold.is_met_by(value) if is_asked else None,
            )
        )
    return rows
