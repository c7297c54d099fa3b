"""Steps beside a rung that its record foretells, for each lever that is a number."""

from __future__ import annotations

from collections.abc import Sequence

from aims.selectors import list_next_rungs
from jolly_core.ladder.levers import Lever, LeverKind
from jolly_core.planning.lever_maker import BETWEEN, AtSetting, LeverOffer, propose_by_record
from jolly_core.record.summary import PlayedRun
from jolly_core.thresholds.threshold import Threshold
from ladders.models import Rung
from ladders.selectors import get_threshold, list_rungs
from runs.selectors import History, list_summaries


def list_lever_offers(rung: Rung) -> list[LeverOffer]:
    """A next, an easier and an in-between step for each lever of the rung that is a number.

    Where the aim foretells a step by that lever already, the record's own guess at it is left out.
    """
    levers = [lever for lever in rung.known_levers if lever.known.is_numeric]
    if not levers:
        return []
    rungs = list_rungs(rung.ladder)
    history = list_summaries([each.pk for each in rungs])
    by_aim = {offer.step.lever for offer in list_next_rungs(rung)}
    offers = [offer for lever in levers for offer in _offers_of(rung, lever, rungs, history)]
    return [offer for offer in offers if offer.lever.kind not in by_aim or offer.what_for == BETWEEN]


def _offers_of(rung: Rung, lever: Lever, rungs: Sequence[Rung], history: History) -> list[LeverOffer]:
    settings = [(each, at) for each in rungs if (at := _setting(each, lever.kind)) is not None]
    others = _others(rung, lever.kind)
    record = [
        seen
        for each, at in settings
        if each.format == rung.format
        and _others(each, lever.kind) == others
        and (seen := _seen(each, at, lever.known, history))
    ]
    above = next((at for each, at in settings if each.number == rung.number + 1), None)
    harder = lever.known.harder or _way_up([at for _, at in settings])
    return propose_by_record(lever, record, harder=harder, above=above, units=rung.ladder.athlete.units)


def _setting(rung: Rung, kind: str) -> float | None:
    return next((lever.value for lever in rung.known_levers if lever.kind == kind), None)


def _others(rung: Rung, kind: str) -> frozenset[Lever]:
    """What else a rung sets: only where that is the same does a lever alone tell two rungs apart."""
    return frozenset(lever for lever in rung.known_levers if lever.kind != kind)


def _way_up(settings: Sequence[float]) -> int:
    """Whether more or less of a lever is harder, as the ladder itself has it from its foot to its top; 0: neither."""
    if len(settings) < 2 or settings[0] == settings[-1]:  # noqa: PLR2004 # a way needs two ends
        return 0
    return 1 if settings[-1] > settings[0] else -1


def _seen(rung: Rung, at: float, kind: LeverKind, history: History) -> AtSetting | None:
    runs = [run for (each, _), summary in history.items() if each == rung.pk for run in summary.latest()]
    makes, tries = _whole_runs(runs, get_threshold(rung)) if kind.of_runs else _single_tries(runs)
    return AtSetting(at, makes, tries) if tries else None


def _whole_runs(runs: Sequence[PlayedRun], threshold: Threshold) -> tuple[int, int]:
    values = [value for run in runs if (value := run.metrics.get(threshold.metric.id)) is not None]
    return sum(threshold.is_met_by(value) for value in values), len(values)


def _single_tries(runs: Sequence[PlayedRun]) -> tuple[int, int]:
    return sum(run.makes for run in runs), sum(run.attempts for run in runs)
