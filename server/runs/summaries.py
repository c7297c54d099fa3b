"""Keeping the summaries of the runs that count, in the transaction of whatever changes one of them."""

from __future__ import annotations

from django.db.models import F

from jolly_core.record.summary import SideSummary, summarize
from runs.keeping import follow_check
from runs.models import Run, Summary


def keep_summary(run: Run, *, did_count: bool) -> None:
    """Bring the summary of a run's rung and side up to date, after a change of the run; ``did_count`` before it.

    A run that counts from now on and began after all others is put behind them; whatever else changed, the runs on that
    rung and side are read again.
    """
    if not did_count and not run.counts:
        return
    known = Summary.objects.filter(rung=run.rung_id, side=run.side).first()
    if known and not did_count:
        summary = SideSummary.from_stored(known.summary)
        if summary.last is None or summary.last.place < run.played.place:
            _keep(run.rung_id, run.side, summary.plus(run.played))
            return
    rebuild_summary(run.rung_id, run.side)


def rebuild_summary(rung_id: int, side: str) -> None:
    """Read all runs that count on a rung and side, and keep what they come to."""
    runs = Run.objects.filter(rung=rung_id, side=side, is_over=True, set_aside="", is_played=True)
    needed = runs.order_by("started_at", "id").defer("tally", "settings", "yardstick", "aimed", "card")
    _keep(rung_id, side, summarize([run.played for run in needed.iterator()]))


def rebuild_summaries() -> None:
    """Make all summaries anew."""
    pairs: set[tuple[int, str]] = set(Run.objects.order_by().values_list("rung", "side").distinct())
    pairs |= set(Summary.objects.values_list("rung", "side"))
    for rung, side in pairs:
        rebuild_summary(rung, side)


def _keep(rung_id: int, side: str, summary: SideSummary) -> None:
    values = {"summary": summary.as_stored(), "last_day": summary.last.day if summary.last else None}
    known = Summary.objects.filter(rung_id=rung_id, side=side)
    if not known.update(version=F("version") + 1, **values):
        Summary.objects.create(rung_id=rung_id, side=side, **values)
    follow_check(rung_id)
