"""Whether the rung that is held on a ladder is still there: kept beside the ladder, so that reading it is cheap."""

from __future__ import annotations

from datetime import timedelta

from django.db.models import Exists, OuterRef

from accounts.selectors import get_day
from jolly_core.sides import NONE
from jolly_core.thresholds.condition import PAUSE_DAYS
from jolly_core.verdicts.kept_check import CheckRun, Kept, follow
from ladders.models import KeptCheck, Ladder, Move
from ladders.selectors import get_threshold
from runs.models import Run


def begin_keeping(ladder: Ladder) -> None:
    """Check the rung that is held from now on: since the last move that stands and led to it; without one, none."""
    moves = ladder.moves.filter(taken_back_at=None).exclude(decision=Move.Decision.STAY)
    last, rung = moves.last(), ladder.rungs.filter(number=ladder.held).first()
    if last is None or rung is None:
        KeptCheck.objects.filter(ladder=ladder).delete()
        return
    since = get_day(ladder.athlete, last.made_at)
    values = {"rung": rung, "since": since, "since_at": last.made_at, **_columns(follow(since, (), (NONE,)))}
    KeptCheck.objects.update_or_create(ladder=ladder, defaults=values)
    follow_check(rung.pk)


def follow_check(rung_id: int) -> None:
    """Bring the check of a rung up to date with the runs on it, where it is one that is held."""
    check = KeptCheck.objects.filter(rung=rung_id).select_related("rung__ladder__athlete").first()
    if check is None:
        return
    rung = check.rung
    threshold = get_threshold(rung)
    counting = Run.objects.filter(rung=rung, is_over=True, set_aside="", is_played=True, started_at__gte=check.since_at)
    # After weeks without any run of the athlete's, one says nothing of what is kept.
    before = Run.objects.filter(athlete=OuterRef("athlete"), started_at__lt=OuterRef("started_at"))
    in_practice = Exists(before.filter(started_at__gte=OuterRef("started_at") - timedelta(days=PAUSE_DAYS)))
    rows = counting.filter(in_practice).order_by("started_at", "id").values_list("day", "side", "metrics")
    runs = [
        CheckRun(day, side if threshold.each_side else NONE, threshold.is_met_by(metrics.get(threshold.metric.id)))
        for day, side, metrics in rows
    ]
    kept = follow(check.since, runs, rung.ladder.sides if threshold.each_side else (NONE,))
    KeptCheck.objects.filter(pk=check.pk).update(**_columns(kept))


def _columns(kept: Kept) -> dict[str, object]:
    return {"due_on": kept.due, "gap": kept.gap, "missed": kept.missed, "met": kept.met}
