"""What could be practised: the record as the block builder takes it. Reads only, however many ladders at once."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import date
from statistics import fmean
from typing import NamedTuple

from django.db.models import prefetch_related_objects

from accounts.models import Athlete
from aims.selectors import read_aims, tries_at
from blocks.models import Block, key_of
from blocks.selectors import LeftOut, list_left_out, list_timed
from climb.circumstances import get_circumstances
from climb.selectors import LadderStanding, find_side_worked_on, read_standings
from config.caching import cached_until_write
from jolly_core.aim.spread import predict
from jolly_core.challenges.card_items.basket import Basket
from jolly_core.challenges.card_items.first_guess import FirstGuess
from jolly_core.errors import CoreError
from jolly_core.foretelling.pace import Pace
from jolly_core.ladder.needs import unmet_words
from jolly_core.ladder.visit import CHECK, ON_THE_WAY, TRIAL, WORKED_ON, Visit
from jolly_core.planning.candidate import Candidate
from jolly_core.planning.times import Habit, foretell_run, learn_habit, set_up_seconds
from jolly_core.record.pace import pace_of
from jolly_core.record.summary import PlayedRun, SideSummary
from jolly_core.sides import NONE, other_side
from jolly_core.thresholds.schools import SCHOOLS
from ladders.models import Ladder, Rung
from ladders.selectors import KnownNeed, list_needs, list_unacknowledged, title_on
from runs.selectors import History, dose_left_on, list_history, list_last_days

#: A rung with fewer runs than this is new.
NEW_RUNS = 3
RECENT_RUNS = 10
#: A rate that was foretold is kept off certainty, as nobody has seen it yet.
MOST_RATE = 0.95

RungSide = tuple[Rung, str]


@dataclass(frozen=True)
class Candidates:
    """What could be practised, what each key stands for, and what is known for all of it."""

    candidates: tuple[Candidate, ...]
    targets: dict[str, RungSide]
    habit: Habit
    last_test: date | None = None


class _Sides(NamedTuple):
    """The sides of a ladder in the order they are played, and the weaker: found, assumed, or None."""

    order: tuple[str, ...]
    weaker: str | None


@dataclass(frozen=True)
class _Record:
    """The record behind the candidates, read at once."""

    athlete: Athlete
    day: date
    history: History
    last_days: dict[tuple[int, str], date]
    attempts: dict[int, dict[date, int]]
    left_out: dict[tuple[int, str], LeftOut]
    #: Of rungs that were not played on a side yet: the pace on the rung below.
    near: Mapping[RungSide, Pace]
    #: Of the same: what the aim at their ladder foretells there.
    foretold: Mapping[RungSide, float]
    #: The sides of each ladder.
    sides: Mapping[int, _Sides]
    #: What each rung needs.
    needs: Mapping[int, Sequence[KnownNeed]]
    tests: Mapping[str, tuple[int, int]] = field(default_factory=dict)
    #: What rungs are played for that are not only worked on, by their ids.
    visits: Mapping[int, Visit] = field(default_factory=dict)
    _rates: dict[tuple[int, str], float | None] = field(default_factory=dict)

    def rate_on(self, rung: Rung, side: str | None) -> float | None:
        """The share of makes in the latest runs on a side: asked for by that side, and by the other one."""
        if side is None:
            return None
        if (rung.pk, side) not in self._rates:
            self._rates[rung.pk, side] = _rate(_on_side(self.history, rung, side))
        return self._rates[rung.pk, side]


def list_candidates(
    athlete: Athlete, ladder_ids: Sequence[int], day: date, rung_ids: Sequence[int] = (), *, is_test: bool = False
) -> Candidates:
    """The same as ``read_candidates``; while a block is dragged about, the record is read once."""
    key = ("candidates", tuple(ladder_ids), day, tuple(rung_ids), is_test)
    return cached_until_write(
        athlete, key, lambda: read_candidates(athlete, ladder_ids, day, rung_ids, is_test=is_test)
    )


def read_candidates(
    athlete: Athlete, ladder_ids: Sequence[int], day: date, rung_ids: Sequence[int] = (), *, is_test: bool = False
) -> Candidates:
    """The rungs being worked on of those ladders, on each side; on a test day, the tests of the last one.

    ``rung_ids`` are further rungs that were chosen by hand, of any ladder.
    Raises ``CoreError`` for ladders and rungs that are not the athlete's.
    """
    by_hand = _chosen_by_hand(athlete, rung_ids)
    wanted = [*ladder_ids, *(rung.ladder_id for rung in by_hand if rung.ladder_id not in ladder_ids)]
    standings, history = read_standings(athlete, day, wanted)
    by_id = {standing.ladder.pk: standing for standing in standings}
    for place, ladder_id in enumerate(ladder_ids):
        if ladder_id not in by_id:
            message = f"You have no ladder {ladder_id}; choose among your own."
            raise CoreError.one("unknown_ladder", message, "ladders", place, value=ladder_id)
    chosen = [by_id[ladder_id] for ladder_id in dict.fromkeys(ladder_ids)]
    test = get_last_test(athlete, day) if is_test else None
    tested = [(part.rung, part.side) for part in test.parts.all() if part.rung] if test else []
    targets = [(rung, side) for rung, side in tested if rung.ladder_id in by_id]
    sides = {standing.ladder.pk: _sides(standing, history) for standing in standings}
    if targets:
        history = list_history([rung for rung, _ in targets], day)
    else:
        targets = [(each.working, side) for each in chosen for side in sides[each.ladder.pk].order]
    visits = {} if is_test else _visits(chosen, day)
    visited = _chosen_by_hand(athlete, list(visits))
    more = {rung.pk: rung for rung in (*by_hand, *visited) if all(rung.pk != target.pk for target, _ in targets)}
    if more:
        history = {**history, **list_history(list(more.values()), day)}
        targets += [(rung, side) for rung in more.values() for side in sides[rung.ladder_id].order]
    tests = {part.key: (part.runs_planned, part.position) for part in test.parts.all()} if test else {}
    last_days = list_last_days(athlete)
    record = _Record(
        athlete=athlete,
        day=day,
        history=history,
        last_days=last_days,
        attempts=get_circumstances(athlete, day).attempts,
        left_out=list_left_out(athlete, day),
        near=_near(standings, history),
        foretold=_foretell(
            athlete, [target for target in targets if _is_new_on_a_known_ladder(target, history, last_days)]
        ),
        sides=sides,
        needs=_needs(standings, targets),
        tests=tests,
        # A rung on the way that was chosen by hand as well is played as it was chosen.
        visits={
            rung: visit
            for rung, visit in visits.items()
            if visit is not ON_THE_WAY or all(rung != each.pk for each in by_hand)
        },
    )
    candidates = [_candidate(record, by_id[rung.ladder_id], rung, side) for rung, side in targets]
    keys = {candidate.key: target for candidate, target in zip(candidates, targets, strict=True)}
    return Candidates(tuple(candidates), keys, get_habit(athlete), test.day if test else None)


def _chosen_by_hand(athlete: Athlete, rung_ids: Sequence[int]) -> list[Rung]:
    """Rungs of the athlete's by their ids, in that order. Raises ``CoreError`` for others."""
    if not rung_ids:
        return []
    found = {
        rung.pk: rung for rung in Rung.objects.filter(pk__in=rung_ids, ladder__athlete=athlete).select_related("ladder")
    }
    for place, rung_id in enumerate(rung_ids):
        if rung_id not in found:
            message = f"You have no rung {rung_id}; choose among your own."
            raise CoreError.one("unknown_rung", message, "rungs", place, value=rung_id)
    return [found[rung_id] for rung_id in dict.fromkeys(rung_ids)]


def _visits(standings: Sequence[LadderStanding], day: date) -> dict[int, Visit]:
    """What rungs of some ladders are played for on a day, by their ids, where they are not simply worked on."""
    visits: dict[int, Visit] = {}
    for standing in standings:
        ladder, working = standing.ladder, standing.working
        school = SCHOOLS.get(ladder.school)
        if school and school.visit is not WORKED_ON:
            visits[working.pk] = school.visit
        for rung in standing.rungs:
            if ladder.from_rung_one and rung.number < working.number:
                visits[rung.id] = ON_THE_WAY
            if school and school.tries_next and rung.number == working.number + 1:
                visits[rung.id] = TRIAL
        if standing.kept and standing.kept.is_due(day) and standing.rung_held:
            visits[standing.rung_held.id] = CHECK
    return visits


def _sides(standing: LadderStanding, history: History) -> _Sides:
    """The sides of a ladder, by the runs on the rung that is worked on and on the one below."""
    ladder = standing.ladder
    if not ladder.has_sides:
        return _Sides(ladder.sides, None)
    weaker = find_side_worked_on(standing, history).weaker_of(ladder.known_pair, ladder.athlete.handedness)
    return _Sides(ladder.known_pair.order(weaker) if weaker else ladder.sides, weaker)


def _is_new_on_a_known_ladder(target: RungSide, history: History, last_days: Mapping[tuple[int, str], date]) -> bool:
    """Whether a rung was not played on a side yet, but others of its ladder were: they may tell of the aim there."""
    rung, side = target
    return (rung.ladder_id, side) in last_days and not _on_side(history, rung, side)


def _needs(standings: Sequence[LadderStanding], targets: Sequence[RungSide]) -> dict[int, Sequence[KnownNeed]]:
    """What each of the targets needs: of what is worked on it is known."""
    known = {each.working.pk: each.needs for each in standings}
    others = [rung for rung, _ in targets if rung.pk not in known]
    return {**known, **list_needs(others)} if others else known


def _near(standings: Sequence[LadderStanding], history: History) -> dict[RungSide, Pace]:
    """The pace on the rung below, for each side that the rung above was not played on yet."""
    bare = [
        (standing, side, standing.below)
        for standing in standings
        for side in standing.ladder.sides
        if not _on_side(history, standing.working, side)
    ]
    below = Rung.objects.in_bulk([under.id for _, side, under in bare if under and (under.id, side) in history])
    return {
        (standing.working, side): pace_of(rung.game, _on_side(history, rung, side), card=rung.known_card)
        for standing, side, under in bare
        if under and (rung := below.get(under.id))
    }


def _foretell(athlete: Athlete, new: Sequence[RungSide]) -> dict[RungSide, float]:
    """The success that the aim foretells where there is no record yet; only for rungs with a layout."""
    laid = [(rung, side) for rung, side in new if rung.layout_id]
    prefetch_related_objects([rung for rung, _ in laid], "layout")
    for rung, _ in laid:
        if rung.layout:
            rung.layout.athlete = athlete
    aims = read_aims(athlete, [rung.ladder_id for rung, _ in laid]) if laid else []
    by_key = {(each.ladder.pk, each.side): each.aim for each in aims}
    found = {}
    for rung, side in laid:
        aim, tries = by_key.get((rung.ladder_id, side)), tries_at(rung)
        if aim and tries:
            found[rung, side] = predict(aim, tries.target, tries.distance_m).chance
    return found


def get_last_test(athlete: Athlete, day: date) -> Block | None:
    """The last test day that was played before ``day``."""
    blocks = Block.objects.filter(athlete=athlete, focus="test_day", status=Block.Status.DONE, day__lt=day)
    return blocks.prefetch_related("parts__rung__ladder").order_by("-day", "-id").first()


def get_habit(athlete: Athlete) -> Habit:
    """What planned against actual has taught of this athlete."""
    return learn_habit(list_timed(athlete))


def _candidate(record: _Record, standing: LadderStanding, rung: Rung, side: str) -> Candidate:
    ladder: Ladder = standing.ladder
    runs_here = _on_side(record.history, rung, side)
    card = rung.known_card
    pace = pace_of(rung.game, runs_here, record.near.get((rung, side)), card)
    foretold = record.foretold.get((rung, side))
    if foretold is not None:
        pace = replace(pace, rate=min(MOST_RATE, max(1 - MOST_RATE, foretold)))
    run, tries = foretell_run(rung.game, pace, card.of(Basket))
    missing = {each.side: each.more_runs for each in standing.verdict.evidence}
    pair, sides = ladder.known_pair, record.sides[ladder.pk]
    is_other_side = side in sides.order[1:]
    left_out = record.left_out.get((ladder.pk, side), LeftOut(0, 0))
    runs, place = record.tests.get(key_of(rung.pk, side), (0, 0))
    risks = list_unacknowledged(ladder)
    return Candidate(
        key=key_of(rung.pk, side),
        ladder=str(ladder.pk),
        title=title_on(ladder, rung, side),
        side=side,
        run=run,
        is_weaker=side == sides.weaker,
        is_other_side=is_other_side,
        set_up_s=set_up_seconds(is_other_side=is_other_side, own_s=card.of(FirstGuess).set_up_s),
        last_day=record.last_days.get((ladder.pk, side)),
        runs_to_climb=missing.get(side, missing.get(NONE)) if rung.pk == standing.working.pk else None,
        hand=pair.arm(side),
        side_words=pair.words(side),
        traits=ladder.known_traits,
        spares=rung.game.can_spare,
        tries=tries,
        rate=record.rate_on(rung, side),
        other_rate=record.rate_on(rung, other_side(side)),
        left_out=left_out.left_out,
        planned=left_out.planned,
        is_new=len(runs_here) < NEW_RUNS,
        is_prior=pace.is_prior,
        is_eased=record.athlete.is_eased,
        foretold=foretold,
        test_runs=runs,
        test_place=place,
        rung=rung.number,
        visit=record.visits.get(rung.pk, WORKED_ON),
        dose=dose_left_on(ladder, rung, record.attempts.get(ladder.pk, {}), record.day),
        kit=tuple(ladder.kit),
        unmet=unmet_words([each.need for each in record.needs.get(rung.pk, ())]),
        unacknowledged=risks[0].title if risks else "",
    )


def _on_side(history: History, rung: Rung, side: str) -> list[PlayedRun]:
    return history.get((rung.pk, side), SideSummary()).latest(RECENT_RUNS)


def _rate(runs: Sequence[PlayedRun]) -> float | None:
    shares = [run.makes / run.attempts for run in runs if run.attempts]
    return fmean(shares) if shares else None
