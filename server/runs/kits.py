"""What a device takes along to begin runs by itself: for each rung and side a run as it would begin now, and the record
by which those that follow it begin.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass, field
from datetime import date, timedelta
from typing import Any

from django.db.models import Q
from django.utils import timezone

from accounts.models import Athlete
from accounts.selectors import get_day
from jolly_core.errors import CoreError
from jolly_core.load.registry import dose_of
from jolly_core.record.summary import SideSummary
from ladders.models import Rung
from ladders.quick import QUICK_GAMES
from runs.models import Run
from runs.selectors import list_attempts_by_day, list_days_of, list_summaries
from runs.starting import make_kit
from runs.trying import list_ways_ahead

#: A device plays a few blocks without a network, not all ladders there are.
MOST_RUNGS = 60
_GAMES = {each.title: game for game, each in QUICK_GAMES.items()}


@dataclass(frozen=True)
class Kit:
    """A run that was not begun yet; ``game`` is the plain game that it is of, where it has no plan.

    ``earlier``: the latest values that its yardstick was laid by, oldest first. The attempts of the last seven days, on
    the rung and on its whole ladder, are what caps go by. ``ways``: how the next runs are played where two are on
    trial.
    """

    run: Run
    game: str = ""
    earlier: Sequence[float] = ()
    rung_days: Mapping[str, int] = field(default_factory=dict)
    ladder_days: Mapping[str, int] = field(default_factory=dict)
    ways: Sequence[str] = ()

    @property
    def dose(self) -> dict[str, Any]:
        """What its ladder allows."""
        return asdict(self.run.rung.ladder.known_traits.dose)


def _written(days: Mapping[date, int]) -> dict[str, int]:
    return {day.isoformat(): attempts for day, attempts in days.items()}


def list_kits(athlete: Athlete, rung_ids: Sequence[int]) -> list[Kit]:
    """The kits of some rungs, by side, and of the plain games; of what may not be played now there is none."""
    wanted = Q(pk__in=list(rung_ids)[:MOST_RUNGS]) | Q(ladder__is_quick=True)
    rungs = Rung.objects.filter(wanted, ladder__athlete=athlete).select_related("ladder__athlete", "layout")
    rungs = rungs.prefetch_related("ladder__acknowledgements", "ladder__athlete__body_sides", "threshold_revisions")
    at, kits = timezone.now(), list[Kit]()
    since = get_day(athlete, at) - timedelta(days=6)
    ladder_days = list_attempts_by_day(athlete, since)
    summaries = list_summaries([rung.pk for rung in rungs])
    ways = list_ways_ahead(rungs)
    for rung in rungs:
        for side in rung.ladder.sides:
            try:
                run = make_kit(athlete, rung, side, at)
            except CoreError:
                continue
            kits.append(
                Kit(
                    run,
                    _GAMES.get(rung.title, "") if rung.ladder.is_quick else "",
                    earlier=summaries.get((rung.pk, side), SideSummary()).values(run.measure.metric),
                    rung_days=_written(list_days_of(Run.objects.filter(rung=rung), since)) if dose_of(run.game) else {},
                    ladder_days=_written(ladder_days.get(rung.ladder_id, {})),
                    ways=ways.get((rung.pk, side), ()),
                )
            )
    return kits
