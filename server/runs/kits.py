"""What a device takes along to begin runs by itself: one run for each rung and side, as it would begin now."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from django.db.models import Q
from django.utils import timezone

from accounts.models import Athlete
from jolly_core.errors import CoreError
from ladders.models import Rung
from ladders.quick import QUICK_GAMES
from runs.models import Run
from runs.services import make_kit

#: A device plays a few blocks without a network, not all ladders there are.
MOST_RUNGS = 60
_GAMES = {each.title: game for game, each in QUICK_GAMES.items()}


@dataclass(frozen=True)
class Kit:
    """A run that was not begun yet; ``game`` is the plain game that it is of, where it has no plan."""

    run: Run
    game: str = ""


def list_kits(athlete: Athlete, rung_ids: Sequence[int]) -> list[Kit]:
    """The kits of some rungs, by side, and of the plain games; of what may not be played now there is none."""
    wanted = Q(pk__in=list(rung_ids)[:MOST_RUNGS]) | Q(ladder__is_quick=True)
    rungs = Rung.objects.filter(wanted, ladder__athlete=athlete).select_related("ladder__athlete", "layout")
    rungs = rungs.prefetch_related("ladder__acknowledgements", "ladder__athlete__body_sides", "threshold_revisions")
    at, kits = timezone.now(), list[Kit]()
    for rung in rungs:
        for side in rung.ladder.sides:
            try:
                run = make_kit(athlete, rung, side, at)
            except CoreError:
                continue
            kits.append(Kit(run, _GAMES.get(rung.title, "") if rung.ladder.is_quick else ""))
    return kits
