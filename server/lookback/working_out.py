"""Working out the looks at each rung, and keeping them: only those whose record has changed are worked out anew."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping, Sequence
from hashlib import sha256

from django.db.models import Max

from accounts.models import Athlete
from jolly_core.finds.gate import FALSE_SHARE
from jolly_core.finds.look import LookedRun, RungRecord
from jolly_core.finds.of_a_rung.weak_target import LATEST, added_up
from jolly_core.finds.registry import look_at_rung
from ladders.models import Rung, ThresholdRevision
from lookback.models import MethodChange, RungLooks
from lookback.records import fill_traces, read_rungs
from lookback.still import still_on
from runs.models import Summary

#: Goes up when a question is asked in another way, so that all looks are worked out anew.
VERSION = 1
#: As many rungs are read at a time: their runs are in memory together.
AT_ONCE = 200
_FIELDS = ("seen", "brief", "may_pass", "looks", "targets", "sums", "still")


def work_out(athlete: Athlete) -> int:
    """Bring the looks at every rung of the athlete's up to date; how many had to be worked out."""
    wanted = _list_states(athlete)
    known = dict(RungLooks.objects.filter(rung__in=wanted).values_list("rung", "seen"))
    stale = [rung for rung, seen in wanted.items() if known.get(rung) != seen]
    for begin in range(0, len(stale), AT_ONCE):
        _work_out(athlete, {rung: wanted[rung] for rung in stale[begin : begin + AT_ONCE]})
    return len(stale)


def _list_states(athlete: Athlete) -> dict[int, str]:
    """The state of each rung's record that was played on: another state is another text."""
    summaries = Summary.objects.filter(rung__ladder__athlete=athlete, rung__ladder__is_quick=False)
    versions: Mapping[int, list[str]] = defaultdict(list)
    ladders = {}
    for rung, ladder, side, version in summaries.order_by("side").values_list(
        "rung", "rung__ladder", "side", "version"
    ):
        versions[rung].append(f"{side}{version}")
        ladders[rung] = ladder
    asked = ThresholdRevision.objects.filter(rung__in=versions).order_by().values_list("rung").annotate(Max("id"))
    marks = dict(asked)
    changes: Mapping[int, list[str]] = defaultdict(list)
    for ladder, day, words in MethodChange.objects.filter(ladder__athlete=athlete).values_list(
        "ladder", "day", "words"
    ):
        changes[ladder].append(f"{day} {words}")
    return {
        rung: _digest(VERSION, each, marks.get(rung), changes.get(ladders[rung], [])) for rung, each in versions.items()
    }


def _digest(*state: object) -> str:
    """A short text that stands for a state however much belongs to it."""
    return sha256(repr(state).encode()).hexdigest()


def _work_out(athlete: Athlete, states: Mapping[int, str]) -> None:
    rungs = list(Rung.everything.filter(pk__in=states).select_related("ladder__athlete"))
    fill_traces(states)
    records = read_rungs(athlete, rungs)
    worked_out = [_looks(rung, records[rung.pk], states[rung.pk]) for rung in rungs]
    RungLooks.objects.bulk_create(
        worked_out, update_conflicts=True, unique_fields=["rung"], update_fields=list(_FIELDS)
    )


def _looks(rung: Rung, record: RungRecord, seen: str) -> RungLooks:
    looks = look_at_rung(record)
    return RungLooks(
        rung=rung,
        seen=seen,
        brief=[[look.question, look.side, look.p_value] for look in looks],
        may_pass=any(look.p_value <= FALSE_SHARE for look in looks),
        looks=[look.as_stored() for look in looks],
        targets=_targets(record),
        sums={side: _sum(runs) for side, runs in record.runs.items()},
        still={side: each.as_stored() for side, each in still_on(rung, record, looks).items()},
    )


def _sum(runs: Sequence[LookedRun]) -> list[object]:
    return [sum(run.attempts for run in runs), sum(run.makes for run in runs), runs[-1].day.isoformat()]


def _targets(record: RungRecord) -> dict[str, list[list[object]]]:
    """What was tried and made at each target in the latest runs of each side."""
    return {
        side: [[each.name, each.attempts, each.makes] for each in added_up(played)]
        for side, runs in record.runs.items()
        if (played := [run for run in runs if run.trace.targets][-LATEST:])
    }
