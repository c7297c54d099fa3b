"""Where the athlete stands: the core's verdicts on what is kept. No tables of its own."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date
from uuid import UUID

from accounts.models import Athlete
from accounts.selectors import get_today
from blocks.models import key_of
from climb.circumstances import AthleteToday, get_circumstances
from jolly_core.challenges.metric import Metric
from jolly_core.ladder.levers import Step, step_between
from jolly_core.ladder.needs import unmet_words
from jolly_core.record.summary import PlayedRun, SideSummary
from jolly_core.record.usual import usual_of
from jolly_core.record.weaker import Finding, SideResults, find_weaker
from jolly_core.sides import FIRST, SECOND
from jolly_core.thresholds.condition import RunResult
from jolly_core.thresholds.fair import fair_mark
from jolly_core.thresholds.threshold import Threshold
from jolly_core.verdicts.brake import RungPlace
from jolly_core.verdicts.change import what_would_fill
from jolly_core.verdicts.kept_check import Kept
from jolly_core.verdicts.reason import STAY
from jolly_core.verdicts.verdict import Verdict, judge
from jolly_core.verdicts.wall import WallSign, signs_of
from jolly_core.words import sentence
from ladders.models import Ladder, Rung
from ladders.selectors import (
    KnownNeed,
    RungName,
    WorkedOn,
    get_threshold,
    get_working_rung,
    list_needs,
    list_rungs,
    list_thresholds,
    list_worked_on,
    title_on,
)
from ladders.shelf_needs import ShelfNeed, list_shelf_needs
from places.models import Place
from places.selectors import list_places
from runs.selectors import History, list_history, list_summaries


@dataclass(frozen=True)
class RunPoint:
    """One run as a point: what a threshold asks of it, and whether it was reached."""

    id: UUID
    day: date
    value: float | None
    is_met: bool


@dataclass(frozen=True)
class RungRecord:
    """The runs that count on one rung and side: how many, the latest of them, the usual and best they make."""

    side: str
    side_words: str
    count: int
    runs: Sequence[RunPoint]
    usual: float | None
    spread: float | None
    best: float | None


@dataclass(frozen=True)
class RungStanding:
    rung: Rung
    threshold: Threshold
    #: A fair mark to begin with for each metric that can be asked for.
    fair_marks: dict[str, float]
    state: str
    records: Sequence[RungRecord]
    needs: Sequence[KnownNeed]
    #: What moved from the rung below.
    step: Step
    shelf_needs: Sequence[ShelfNeed] = ()

    @property
    def unmet(self) -> str:
        """What is still to be held before it makes sense, in words; empty where all is."""
        return sentence(f"{words}.") if (words := unmet_words([each.need for each in self.needs])) else ""


@dataclass(frozen=True)
class Plannable:
    """The rung being worked on, on one side: its key and its title as a part of a block."""

    key: str
    title: str


@dataclass(frozen=True)
class KeptStanding:
    """How the rung that is held is kept, on a day."""

    rung: RungName
    kept: Kept
    day: date

    @property
    def words(self) -> str:
        return self.kept.words(self.rung.number, self.day)

    @property
    def is_due(self) -> bool:
        return self.kept.is_due(self.day)

    @property
    def is_lost(self) -> bool:
        return self.kept.is_lost

    @property
    def due(self) -> date:
        return self.kept.due


@dataclass(frozen=True)
class LadderStanding:
    """A ladder with the rung being worked on and the verdict on it. ``held`` counts rungs from the ground, 0."""

    ladder: Ladder
    held: int
    rungs: Sequence[RungName]
    working: Rung
    threshold: Threshold
    verdict: Verdict
    day: date
    #: What the rung being worked on needs.
    needs: Sequence[KnownNeed] = ()
    #: What it is found by on the wall of all ladders.
    signs: tuple[WallSign, ...] = ()
    #: The athlete's own places that have what it needs; of one ladder alone, none.
    places: Sequence[str] = ()
    #: What further runs would fill the threshold; empty where it is not asked for, or there is nothing to say.
    would_change: str = ""

    @property
    def plannable(self) -> list[Plannable]:
        """The rung being worked on, on each side of the ladder."""
        sides = self.ladder.sides
        return [Plannable(key_of(self.working.pk, side), title_on(self.ladder, self.working, side)) for side in sides]

    @property
    def rung_held(self) -> RungName | None:
        """The highest rung that is held."""
        return self._worked_on.rung_held

    @property
    def kept(self) -> Kept | None:
        """How that rung is kept; None where it was not climbed here."""
        return self._worked_on.kept

    @property
    def kept_standing(self) -> KeptStanding | None:
        """The same on the day that it is looked at."""
        return KeptStanding(self.rung_held, self.kept, self.day) if self.rung_held and self.kept else None

    @property
    def below(self) -> RungName | None:
        """The rung right below the one that is worked on."""
        return self._worked_on.below

    @property
    def _worked_on(self) -> WorkedOn:
        return WorkedOn(self.ladder, self.rungs, self.working)

    @property
    def looked_at(self) -> list[int]:
        """The rung that is worked on, and the one below, by their ids: what is read of it among many ladders."""
        return [self.working.pk, *([self.below.id] if self.below else [])]


def get_standing(ladder: Ladder) -> LadderStanding:
    working = get_working_rung(ladder)
    threshold = get_threshold(working)
    names = [RungName(rung.pk, rung.number, rung.title) for rung in list_rungs(ladder)]
    worked_on = WorkedOn(ladder, names, working)
    results = _results(ladder, working, threshold, list_summaries([working.pk]))
    needs = list_needs([working])[working.pk]
    today = get_circumstances(ladder.athlete, get_today(ladder.athlete))
    standing = _stand(worked_on, threshold, results, needs, today)
    if standing.verdict.kind != STAY or ladder.held >= len(names):
        return standing
    needed = [each.need for each in needs]
    change = what_would_fill(threshold, results, _place(worked_on), working.game, needed)
    return replace(standing, would_change=change)


def _results(ladder: Ladder, rung: Rung, threshold: Threshold, history: History) -> list[RunResult]:
    """The latest runs on a rung since the athlete came to it, oldest first, as the core's thresholds take them."""
    played = {side: history.get((rung.pk, side), SideSummary()) for side in ladder.sides}
    # One more than are looked at, as the one before says how long a pause there was.
    runs = {side: each.since(ladder.arrived_at, threshold.most_runs + 1) for side, each in played.items()}
    return results_of(threshold, runs)


def results_of(threshold: Threshold, played: Mapping[str, Sequence[PlayedRun]]) -> list[RunResult]:
    """The runs of each side in the order they were played, as the core's thresholds take them."""
    metric = threshold.metric.id
    results = []
    for side, runs in played.items():
        for before, run in zip([None, *runs], runs, strict=False):
            days = (run.day - before.day).days if before else 0
            value = run.metrics.get(metric)
            result = RunResult(run.day, side, value, run.makes, run.attempts, run.comfort, run.metrics, days)
            results.append((run.place, result))
    return [result for _, result in sorted(results, key=lambda each: each[0])]


def _place(worked_on: WorkedOn) -> RungPlace:
    ladder, working, rungs = worked_on.ladder, worked_on.working, len(worked_on.rungs)
    return RungPlace(working.number, rungs, ladder.known_pair, ladder.sides, is_ladder_held=ladder.held >= rungs)


def _stand(
    worked_on: WorkedOn,
    threshold: Threshold,
    results: Sequence[RunResult],
    needs: Sequence[KnownNeed],
    today: AthleteToday,
) -> LadderStanding:
    ladder, working = worked_on.ladder, worked_on.working
    circumstances = today.on(ladder, working, worked_on.kept)
    needed = [each.need for each in needs]
    verdict = judge(threshold, results, _place(worked_on), working.game, today=circumstances, needs=needed)
    return LadderStanding(ladder, ladder.held, worked_on.rungs, working, threshold, verdict, today.day, needs)


def list_standings(athlete: Athlete, ladder_ids: Sequence[int] | None = None) -> list[LadderStanding]:
    """Where the athlete stands on all ladders, or on those that are named and theirs."""
    return read_standings(athlete, get_today(athlete), ladder_ids)[0]


def read_standings(
    athlete: Athlete, today: date, ladder_ids: Sequence[int] | None = None
) -> tuple[list[LadderStanding], History]:
    """The same with what was played on the rungs being worked on, all read at once however many ladders there are."""
    worked_on = list_worked_on(athlete, ladder_ids)
    working = [each.working for each in worked_on]
    thresholds = list_thresholds(working)
    history = list_history(working, today, below=[each.below.id for each in worked_on if each.below])
    needs, circumstances = list_needs(working), get_circumstances(athlete, today)
    standings = []
    for each in worked_on:
        threshold = thresholds[each.working.pk]
        results = _results(each.ladder, each.working, threshold, history)
        standings.append(_stand(each, threshold, results, needs[each.working.pk], circumstances))
    return standings, history


def list_wall(athlete: Athlete) -> list[LadderStanding]:
    """Where the athlete stands on all ladders, each with what it is found by among them."""
    today = get_today(athlete)
    standings, history = read_standings(athlete, today)
    places = list(list_places(athlete))
    return [replace(each, signs=_signs(each, history, today), places=_places(each, places)) for each in standings]


def _places(standing: LadderStanding, places: Sequence[Place]) -> list[str]:
    return [place.name for place in places if not standing.ladder.known_traits.lacking(place.offers)]


def _signs(standing: LadderStanding, history: History, today: date) -> tuple[WallSign, ...]:
    ladder = standing.ladder
    last = [found.last for rung in standing.looked_at for side in ladder.sides if (found := history.get((rung, side)))]
    last_day = max([ladder.arrived_at.date(), *(run.day for run in last if run)])
    lags = ladder.has_sides and find_side_worked_on(standing, history).weaker is not None
    return signs_of(standing.verdict, last_day=last_day, today=today, lags=lags, kept=standing.kept)


def find_side_worked_on(standing: LadderStanding, history: History) -> Finding:
    """What the runs on the rung being worked on and the one below say of the ladder's two sides."""
    return find_side(history, [(rung, standing.threshold.metric) for rung in standing.looked_at])


def find_side(history: History, rungs: Iterable[tuple[int, Metric]]) -> Finding:
    """What the runs on some rungs of a ladder, by their ids and what is asked there, say of its two sides."""
    nothing = SideSummary()
    return find_weaker(
        [
            SideResults(
                history.get((rung, FIRST), nothing).values(metric.id),
                history.get((rung, SECOND), nothing).values(metric.id),
                metric.direction,
            )
            for rung, metric in rungs
        ]
    )


def get_ladder_history(ladder: Ladder) -> History:
    """What was played on each side of every rung of a ladder."""
    return list_summaries([rung.pk for rung in list_rungs(ladder)])


def get_side_finding(ladder: Ladder, history: History) -> str:
    """What the record says of the two sides of a ladder, in a sentence; empty without sides."""
    if not ladder.has_sides:
        return ""
    asked = [(rung.pk, get_threshold(rung).metric) for rung in list_rungs(ladder)]
    return find_side(history, asked).words(ladder.known_pair)


def list_rung_standings(ladder: Ladder, history: History) -> list[RungStanding]:
    """Every rung from the top down, with its threshold and the latest runs on it."""
    working, rungs = get_working_rung(ladder), list_rungs(ladder)
    needs, on_shelf = list_needs(rungs), list_shelf_needs(ladder)
    standings = [
        _rung_standing(ladder, rung, working=working, history=history, needs=needs[rung.pk], below=below)
        for below, rung in reversed(list(zip([None, *rungs], rungs, strict=False)))
    ]
    return [replace(each, shelf_needs=on_shelf.get(each.rung.pk, ())) for each in standings]


def _rung_standing(
    ladder: Ladder,
    rung: Rung,
    *,
    working: Rung,
    history: History,
    needs: Sequence[KnownNeed],
    below: Rung | None,
) -> RungStanding:
    state = "held" if rung.number <= ladder.held else "working" if rung.pk == working.pk else "ahead"
    threshold, game = get_threshold(rung), rung.game
    records = [_record(ladder, history.get((rung.pk, side), SideSummary()), threshold, side) for side in ladder.sides]
    marks = {metric.id: fair_mark(game, metric.id) for metric in game.metrics}
    fair = {metric: mark for metric, mark in marks.items() if mark is not None}
    step = step_between(below.known_levers, rung.known_levers, ladder.athlete.units) if below else Step("")
    return RungStanding(rung, threshold, fair, state, records, needs, step)


def _record(ladder: Ladder, summary: SideSummary, threshold: Threshold, side: str) -> RungRecord:
    metric = threshold.metric
    usual = usual_of(summary.values(metric.id))
    return RungRecord(
        side=side,
        side_words=ladder.known_pair.words(side),
        count=summary.runs,
        runs=points_of(summary.latest(), threshold),
        usual=usual.mean if usual else None,
        spread=usual.spread if usual else None,
        best=summary.best(metric.id, metric.direction),
    )


def points_of(runs: Iterable[PlayedRun], threshold: Threshold) -> list[RunPoint]:
    values = [(run, run.metrics.get(threshold.metric.id)) for run in runs]
    return [RunPoint(UUID(run.id), run.day, value, threshold.is_met_by(value)) for run, value in values]
