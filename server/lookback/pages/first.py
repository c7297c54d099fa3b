"""The one find to say first: on Today, and at the end of a run."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from accounts.models import Athlete
from accounts.selectors import get_today
from config.caching import cached_until_write
from jolly_core.finds.bests import best_since
from jolly_core.finds.gate import Passed
from jolly_core.finds.look import LookedRun
from jolly_core.record.result import result_of
from lookback.pages.about import About
from lookback.pages.finds import Find, pass_gate_of, say_find
from runs.filters import Filters
from runs.selectors import get_run, list_counting_before


@dataclass(frozen=True)
class FirstFind:
    """At most one find, and since when nothing as good was played."""

    find: Find | None
    since_words: str = ""


def _passed(athlete: Athlete) -> Passed[About]:
    """What passes the gate of the whole record as it was worked out last: nothing is worked out for it."""
    key = ("passed", get_today(athlete))
    return cached_until_write(athlete, key, lambda: pass_gate_of(athlete, Filters()))


def get_first_find(athlete: Athlete) -> FirstFind:
    """The find to say first, of those that were worked out after the last block."""
    passed = _passed(athlete)
    return FirstFind(say_find(passed.first[0]) if passed.first else None)


def get_find_of_run(athlete: Athlete, run_id: UUID) -> FirstFind:
    """The clearest find on a run's rung and side, and since when nothing as good was played there."""
    run = get_run(athlete, run_id)
    found = [each for each in _passed(athlete).finds if each.about.rung == run.rung_id]
    here = [each for each in found if each.look.side in (run.side, "none")]
    metric = run.game.metric(result_of(run.game, run.known_tally, run.measure.metric).metric)
    since = ""
    if metric and run.counts:
        earlier = [LookedRun(str(each.pk), each.day, each.metrics.get(metric.id)) for each in list_counting_before(run)]
        since = best_since(LookedRun(str(run.pk), run.day, run.metrics.get(metric.id)), earlier, metric)
    return FirstFind(say_find(here[0]) if here else None, since)
