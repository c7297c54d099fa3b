"""Loading the demo world: the story is played through the same rules and services as real runs."""

from __future__ import annotations

from dataclasses import replace
from datetime import UTC, date, datetime, time, timedelta
from random import Random

from django.db import transaction

from accounts.models import Athlete
from accounts.services import make_demo_athlete
from aims.selectors import tries_at
from blocks.models import Block, Part
from blocks.services import finish_block, finish_part, start_block
from climb.selectors import get_standing
from climb.services import decide, take_back
from demo import story
from demo.players import Player, chance
from jolly_core.aim.spread import estimate_aim
from jolly_core.sides import NONE, SECOND
from jolly_core.thresholds.conditions.comfort import SCALE
from jolly_core.verdicts.reason import CLIMB, STEP_BACK
from ladders.models import Rung
from ladders.needs import set_needs
from ladders.packs import take_ladder
from ladders.selectors import get_ladder, get_working_rung
from ladders.services import set_school
from ladders.shelf import list_shelf
from layouts.services import keep_layout
from places.selectors import OWN
from places.services import keep_place
from plan.models import Repetition
from plan.proposals import BlockRequest
from plan.services import keep_routine, plan_block
from runs.models import Run
from runs.services import record_events, say_comfort
from runs.starting import start_run
from trials.selectors import get_running_trial
from trials.services import begin_trial
from weeks.services import keep_terms

PROMILLE = 1000
COMFORT_FIRST = "comfort_first"


@transaction.atomic
def load_demo(today: date) -> Athlete:
    """Make the demo athlete with nine months of practice that end yesterday, and a block planned for today."""
    random = Random(story.SEED)
    athlete = make_demo_athlete(**story.ATHLETE)
    begin = today - timedelta(days=story.DAYS)
    shelf = list_shelf()
    at = _at(begin, 8)
    ladders = {key: take_ladder(athlete, key, shelf[key], at).pk for key in (*story.COURSES, story.BOXES)}
    for key, school in story.SCHOOLS.items():
        set_school(athlete, ladders[key], school, at)
    _need_one_for_another(athlete, ladders)
    for days_left in range(story.DAYS, 0, -1):
        day = today - timedelta(days=days_left)
        if _is_practice(random, day, days_left):
            _play_day(random, athlete, ladders, day, days_left)
            if day.weekday() == story.BOXES_WEEKDAY and days_left <= story.BOXES_FROM:
                _play_boxes(athlete, ladders[story.BOXES], _at(day, 19))
        _decide_something(athlete, ladders, _at(day, 21), days_left)
    _keep_a_routine(athlete)
    _plan_ahead(athlete, ladders, today)
    _lay_targets(athlete)
    return athlete


def _need_one_for_another(athlete: Athlete, ladders: dict[str, int]) -> None:
    rung, needed = (Rung.objects.get(ladder=ladders[key], number=number) for key, number in story.NEED)
    set_needs(athlete, rung.pk, [{"rung": needed.pk, "is_must": True}])


def _decide_something(athlete: Athlete, ladders: dict[str, int], at: datetime, days_left: int) -> None:
    """What Wren decided on some evenings: to try two ways, to climb against the advice, and to take that back."""
    if days_left == story.TRIAL_FROM:
        rung = get_working_rung(get_ladder(athlete, ladders[story.TRIAL_LADDER]))
        begin_trial(athlete, rung.pk, story.TRIAL, seed=story.TRIAL_SEED, at=at)
    overruled = ladders[story.OVERRULED_LADDER]
    if days_left == story.OVERRULED_ON:
        held = get_ladder(athlete, overruled).held
        decide(athlete, overruled, CLIMB, held, at, overruling=story.OVERRULING)
    if days_left == story.TAKEN_BACK_ON:
        take_back(athlete, overruled, at)


def _keep_a_routine(athlete: Athlete) -> None:
    """The last block as a routine, with those before it that were made of the same ladders."""
    done = Block.objects.filter(athlete=athlete, status=Block.Status.DONE).order_by("-day")
    latest = done[0]
    routine = keep_routine(athlete, latest.pk, story.ROUTINE)
    alike = done.filter(title=latest.title).exclude(pk=latest.pk)[: story.ROUTINE_SESSIONS]
    Repetition.objects.bulk_create(Repetition(routine=routine, block=block) for block in alike)


def _plan_ahead(athlete: Athlete, ladders: dict[str, int], today: date) -> None:
    """The usual week with its places and wishes, and the block of today."""
    places = {name: keep_place(athlete, name, offers) for name, offers in story.PLACES.items()}
    windows = [{**window, "place": places[window["place"]].pk, "missing": []} for window in story.WINDOWS]
    wishes = [{**wish, "ladder": ladders.get(wish["ladder"])} for wish in story.WISHES]
    keep_terms(athlete, windows, wishes)
    yard = places[story.YARD]
    asked = BlockRequest(30, [ladders["wall-rally"], ladders["serve-to-box"]], today, place=yard)
    plan_block(athlete, asked, start=time(17, 30))


def _lay_targets(athlete: Athlete) -> None:
    """A wall of their own, with targets on it."""
    wall = keep_place(athlete, story.DRAINPIPE_WALL, ["wall"], story.DRAINPIPE_DRAWING)
    keep_layout(athlete, f"{OWN}{wall.pk}", story.THREE_TARGETS)


def _at(day: date, hour: int) -> datetime:
    return datetime.combine(day, time(hour), tzinfo=UTC)


def _is_practice(random: Random, day: date, days_left: int) -> bool:
    is_sore = story.SORE_TO <= days_left <= story.SORE_FROM
    is_skipped = random.random() < story.SKIPPED_SHARE
    return day.weekday() in story.PRACTICE_WEEKDAYS and not is_sore and not is_skipped


def _play_day(random: Random, athlete: Athlete, ladders: dict[str, int], day: date, days_left: int) -> None:
    keys = story.DAY_LADDERS[day.weekday()]
    minutes = story.DAY_MINUTES[day.weekday()]
    block = plan_block(athlete, BlockRequest(minutes, [ladders[key] for key in keys], day))
    at = _at(day, 17)
    start_block(athlete, block.pk, at)
    for part in block.parts.select_related("rung__ladder__athlete"):
        at += timedelta(seconds=60)
        if part.rung is None:
            at += timedelta(seconds=part.planned_s)
        elif not _is_avoided(random, part, days_left):
            at = _play_part(random, part.rung, part, at, days_left)
        finish_part(athlete, part.pk, at)
    finish_block(athlete, block.pk, at, effort=_effort(day))


def _play_boxes(athlete: Athlete, ladder_id: int, at: datetime) -> None:
    """Two runs at the four boxes, outside of the block; from a seed of their own, as they came into the story later."""
    random = Random(f"{story.SEED}-{story.BOXES}-{at.isoformat()}")
    for _ in range(story.BOXES_RUNS):
        rung = get_working_rung(get_ladder(athlete, ladder_id))
        run = start_run(athlete, Player(random, 0, 0).make_id(), rung.pk, side=NONE, started_at=at)
        player = Player(random, chance(story.BOX_SKILL, 0), story.BOXES_TEMPO_MS)
        player.rates[story.WORST_BOX] = chance(story.BOX_SKILL - story.WORST_BOX_LESS, 0)
        run = record_events(athlete, run.pk, player.play(rung.game)).run
        at += timedelta(milliseconds=run.last_at_ms) + timedelta(seconds=60)


def _effort(day: date) -> int:
    """How hard the day felt; from a seed of its own, so that it changes no press of the story."""
    return Random(f"{story.SEED}-{day.isoformat()}").randint(*story.EFFORTS[day.weekday()])


def _is_avoided(random: Random, part: Part, days_left: int) -> bool:
    """The right hand, the weak one of a left-hander, was left out until it was remembered."""
    return part.side == SECOND and days_left > story.RIGHT_HAND_REMEMBERED and random.random() < story.AVOIDED_SHARE


def _play_part(random: Random, rung: Rung, part: Part, at: datetime, days_left: int) -> datetime:
    ladder = rung.ladder
    athlete = ladder.athlete
    course = story.COURSES[ladder.shelf_key]
    form = random.gauss(0, 0.18)
    for _ in range(part.runs_planned):
        skill = course.skill(days_left) + form - (course.weak_by if part.side == SECOND else 0)
        run_id = Player(random, 0, course.tempo_ms).make_id()
        run = start_run(athlete, run_id, rung.pk, side=part.side, started_at=at, part_id=part.pk)
        if run.way == story.TRIAL["second"]:
            skill += story.SECOND_WAY_ADDS
        player = Player(random, _rate(rung, skill, course), course.tempo_ms, course.fetch_ms)
        run = record_events(athlete, run.pk, player.play(rung.game)).run
        at += timedelta(milliseconds=run.last_at_ms) + timedelta(seconds=30)
        if ladder.school == COMFORT_FIRST:
            say_comfort(athlete, run.pk, _comfort(run))
        if _decide_as_advised(athlete, ladder.pk, at):
            break
    return at


def _comfort(run: Run) -> int:
    """How comfortable a run was: the more of it was made, the more."""
    share = run.makes / run.attempts if run.attempts else 0.0
    return 1 + round(share * (len(SCALE) - 1))


def _rate(rung: Rung, skill: float, course: story.Course) -> float:
    """The chance of a make: where there are targets by the angle that the skill is worth, else rung by rung."""
    here, first = (tries_at(each) for each in (rung, rung.ladder.rungs.all()[0]))
    if here is None or first is None:
        return chance(skill, course.a_rung * (rung.number - 1))
    of_first = replace(first, makes=round(PROMILLE * chance(skill, 0)), attempts=PROMILLE)
    return here.target.chance(estimate_aim([of_first]).spread * here.distance_m)


def _decide_as_advised(athlete: Athlete, ladder_id: int, at: datetime) -> bool:
    """Do what the verdict says; whether that moved the marker (and so ended the work on this rung)."""
    ladder = get_ladder(athlete, ladder_id)
    kind = get_standing(ladder).verdict.kind
    is_top = ladder.held == ladder.rungs.count()
    may_step_back = ladder.shelf_key in story.REBUILDS
    if is_top or not (kind == CLIMB or (kind == STEP_BACK and may_step_back)):
        return False
    if get_running_trial(get_working_rung(ladder), story.TRIAL["side"]):
        return False  # first the trial, then the next rung
    decide(athlete, ladder_id, kind, ladder.held, at)
    return True
