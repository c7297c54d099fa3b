"""What to do next: a proposed block, and the day at a glance."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta

from django.db.models import Max, QuerySet

from accounts.models import Athlete, BodyLimit
from accounts.selectors import get_today, list_body_limits
from blocks.models import Block, Part, key_of
from blocks.selectors import get_next_block, list_block_layouts, list_blocks, list_left_out, list_sessions
from climb.selectors import LadderStanding, list_standings
from config.caching import cached_until_write
from config.finding import find_one
from jolly_core.load.counts import JointCount, count_cautions, count_joints
from jolly_core.load.weekly import Week, list_weeks, load_cautions
from jolly_core.planning.candidate import PARTNER, TEST_DAY, Kept
from jolly_core.planning.choice import AtHand, choose_ladders
from jolly_core.planning.own_parts import OwnPart
from jolly_core.planning.rhythm import Due, due_of
from jolly_core.planning.tuner import Tuning, tune
from jolly_core.planning.warmup import CAUTION, COOL_DOWN, WARM_UP
from jolly_core.record.comparison import Comparison, Played, Score, compare
from jolly_core.verdicts.asks import Ask, ask_of, first_asks
from jolly_core.verdicts.reason import CLIMB, STEP_BACK
from ladders.models import Ladder, Rung
from ladders.selectors import get_rung, get_working_rung, list_ladders, list_worked_on, load_layouts, title_on
from layouts.selectors import list_kit as layout_kit
from plan.candidates import get_habit
from plan.models import Repetition, Routine
from plan.proposals import BlockRequest, list_kit, propose_block
from runs.models import Run
from runs.selectors import get_pace, list_last_days, list_played, list_played_counts
from runs.trying import list_next_ways

RECENT_RUNS = 5
LOAD_WEEKS = 8
COUNT_WEEKS = 4


@dataclass(frozen=True)
class Asked:
    """One thing that is asked of the athlete, and the ladder that asks it."""

    ask: Ask
    standing: LadderStanding


@dataclass(frozen=True)
class Today:
    day: date
    next_block: Block | None
    asks: Sequence[Asked]
    #: How many ladders there are, and how many wait for a decision.
    ladders: int
    waiting: int
    recent: Sequence[Run]
    cautions: Sequence[str]
    #: What would be different if the next block were planned now.
    stale: Sequence[str]
    limits: Sequence[BodyLimit]
    #: Routines whose time has come.
    due: Sequence[DueRoutine] = ()


@dataclass(frozen=True)
class SetUp:
    """What to bring and the rungs to set up; ``day`` is that of the block, None without one."""

    day: date | None
    kit: Sequence[str]
    stations: Sequence[Rung]


@dataclass(frozen=True)
class SideTuning:
    side: str
    side_words: str
    tuning: Tuning


def list_tunings(athlete: Athlete, rung_id: int, *, metric: str, mark: float, minutes: int) -> list[SideTuning]:
    """What a mark on a rung means, side by side. Raises ``CoreError`` for what cannot be asked."""
    rung = get_rung(athlete, rung_id)
    tunings = []
    for side in rung.ladder.sides:
        pace = get_pace(rung, side)
        tuning = tune(rung.game, pace, metric=metric, mark=mark, minutes=minutes)
        tunings.append(SideTuning(side, rung.ladder.known_pair.words(side), tuning))
    return tunings


def get_today_page(athlete: Athlete) -> Today:
    today = get_today(athlete)
    standings, ways = list_standings(athlete), list_next_ways(athlete)
    by_ladder = {each.ladder.pk: each for each in standings}
    asks = first_asks(_ask_of(each, today, ways.get(each.ladder.pk, "")) for each in standings)
    block = get_next_block(athlete, today)
    cautions = [CAUTION, *(caution for standing in standings for caution in standing.ladder.cautions)]
    return Today(
        day=today,
        next_block=block,
        asks=[Asked(ask, by_ladder[ask.ladder]) for ask in asks],
        ladders=len(standings),
        waiting=sum(each.verdict.kind in (CLIMB, STEP_BACK) for each in standings),
        recent=list(list_played(athlete).filter(is_over=True)[:RECENT_RUNS]),
        cautions=list(dict.fromkeys(cautions)),
        stale=list_stale(block) if block else [],
        limits=list(list_body_limits(athlete, today)),
        due=list_due(athlete, today),
    )


def _ask_of(standing: LadderStanding, today: date, trial: str) -> Ask | None:
    return ask_of(
        standing.ladder.pk, standing.verdict, rung_held=standing.held, kept=standing.kept, day=today, trial=trial
    )


def get_set_up(athlete: Athlete) -> SetUp:
    """What to bring and where things go: for the next block, or without one for the rungs that are worked on."""
    block = get_next_block(athlete, get_today(athlete))
    if block:
        rungs = list({part.rung_id: part.said_rung for part in block.parts.all() if part.said_rung}.values())
        return SetUp(block.day, list_block_kit(block), rungs)
    worked_on = [each.working for each in list_worked_on(athlete)]
    load_layouts(worked_on)
    return SetUp(None, list_kit([rung.ladder.kit for rung in worked_on]), worked_on)


def list_block_kit(block: Block) -> list[str]:
    """What to bring for a block: for its ladders and its layouts."""
    ladders = [part.rung.ladder.kit for part in block.parts.all() if part.rung]
    return list_kit([*ladders, *map(layout_kit, list_block_layouts(block))])


def asked_of(block: Block) -> BlockRequest:
    """What a kept block was asked for."""
    left_out = {each["what"] for each in block.acknowledged}
    return BlockRequest(
        minutes=block.minutes,
        ladder_ids=list(
            dict.fromkeys(part.rung.ladder_id for part in block.parts.all() if part.rung and not part.is_rung_fixed)
        ),
        day=block.day,
        focus=block.focus,
        energy=block.energy,
        partner=block.partner,
        weave=block.weave,
        seed=block.seed,
        place=block.place,
        missing=block.missing,
        has_warm_up=WARM_UP not in left_out,
        has_cool_down=COOL_DOWN not in left_out,
        own=own_of(block),
        rung_ids=list(dict.fromkeys(part.rung_id for part in block.parts.all() if part.rung_id and part.is_rung_fixed)),
    )


def own_of(block: Block) -> list[OwnPart]:
    """The athlete's own parts of a kept block, in their places among the others."""
    return [
        OwnPart(part.key, part.kind, part.title, part.planned_s, place, tuple(part.items), part.role, part.for_two)
        for place, part in _placed(block)
        if part.is_own
    ]


def _placed(block: Block) -> list[tuple[int, Part]]:
    """The parts of a block that were placed, each with its place: not its ends, which have none."""
    ends = (WARM_UP, COOL_DOWN, PARTNER)
    between = [part for part in block.parts.all() if part.kind not in ends and not part.role]
    at_ends = [part for part in block.parts.all() if part.role]
    return [*enumerate(between), *((0, part) for part in at_ends)]


def kept_of(block: Block) -> list[Kept]:
    """The parts of a kept block in their places, each on the rung that its ladder is worked on now."""
    by_the_clock = [part for part in block.parts.all() if part.is_set and not part.rung and not part.is_own]
    return [Kept(part.kind, 0, 0, part.planned_s) for part in by_the_clock] + [
        Kept(_key_now(part, block), place, part.runs_planned, is_locked=part.is_locked)
        for place, part in _placed(block)
        if part.rung
    ]


def _key_now(part: Part, block: Block) -> str:
    if part.rung is None or part.is_rung_fixed or block.focus == TEST_DAY:
        return part.key
    return key_of(get_working_rung(part.rung.ladder).pk, part.side)


def list_stale(block: Block) -> list[str]:
    """What would be different if a planned block were planned now: a rung climbed, a body limit, a dose used up."""
    if block.status != Block.Status.PLANNED:
        return []
    said = []
    for part in block.parts.all():
        if part.rung and _key_now(part, block) != part.key:
            now = get_working_rung(part.rung.ladder)
            said.append(
                f"{part.rung.ladder.title} has moved to rung {now.number}, {now.title}; "
                f"the plan holds rung {part.rung.number}."
            )
    proposal = propose_block(block.athlete, replace(asked_of(block), kept=kept_of(block), fill=False))
    said += [f"{each.title}: {each.reason}." for each in proposal.arrangement.left_out if not each.is_free]
    return list(dict.fromkeys(said))


def list_ladders_at_first(athlete: Athlete, focus: str, minutes: int, day: date) -> list[int]:
    """The ladders that such a block begins with while the athlete has chosen none."""
    at_hand = cached_until_write(athlete, ("ladders at hand", day), lambda: _list_at_hand(athlete, day))
    return choose_ladders(at_hand, focus, minutes)


def _list_at_hand(athlete: Athlete, day: date) -> list[AtHand]:
    last: dict[int, date] = {}
    for (ladder, _), played in list_last_days(athlete).items():
        last[ladder] = max(played, last.get(ladder, played))
    left_out: dict[int, int] = {}
    for (ladder, _), side in list_left_out(athlete, day).items():
        left_out[ladder] = max(side.left_out, left_out.get(ladder, 0))
    ladders = list_ladders(athlete).values_list("pk", flat=True)
    return [AtHand(ladder, last.get(ladder), left_out.get(ladder, 0)) for ladder in ladders]


def list_routines(athlete: Athlete) -> QuerySet[Routine]:
    """The latest version of each."""
    return Routine.objects.filter(athlete=athlete, after__isnull=True)


@dataclass(frozen=True)
class DueRoutine:
    """A routine whose time has come."""

    routine: Routine
    due: Due


def list_due(athlete: Athlete, until: date) -> list[DueRoutine]:
    """The routines with a rhythm that are due by then and not planned yet, the one due first first."""
    with_rhythm = list(list_routines(athlete).exclude(every_days=0))
    if not with_rhythm:
        return []
    routines = _all_routines(athlete.pk)
    played = Repetition.objects.filter(routine__in=routines).order_by().values_list("routine", "block__status")
    last = {(routine, status): day for routine, status, day in played.annotate(last=Max("block__day"))}
    found = []
    for routine in with_rhythm:
        versions = [each.pk for each in _versions(routine, routines)]
        if any((each, status) in last for each in versions for status in (Block.Status.PLANNED, Block.Status.STARTED)):
            continue
        days = [last[each, Block.Status.DONE] for each in versions if (each, Block.Status.DONE) in last]
        due = due_of(routine.every_days, max(days, default=None), routine.made_at.date())
        if due and due.day <= until:
            found.append(DueRoutine(routine, due))
    return sorted(found, key=lambda each: each.due.day)


def compare_routine(athlete: Athlete, routine_id: int) -> Comparison:
    """The blocks that repeated a routine, in any of its versions, side by side."""
    versions = list_versions(get_routine(athlete, routine_id))
    played = Repetition.objects.filter(routine__in=versions, block__status=Block.Status.DONE)
    inside = ("block__parts__runs", "block__parts__rung__ladder__athlete")
    return compare(
        [
            Played(each.block_id, each.block.day, each.routine.version, tuple(_scores(each.block)))
            for each in played.select_related("routine", "block").prefetch_related(*inside)
        ]
    )


def list_versions(routine: Routine) -> list[Routine]:
    """A version of a routine and those before it."""
    return list(_versions(routine, _all_routines(routine.athlete_id)))


def _all_routines(athlete_id: int) -> dict[int, Routine]:
    """Every version of every routine, by its id."""
    return Routine.objects.filter(athlete=athlete_id).in_bulk()


def _versions(routine: Routine, routines: Mapping[int, Routine]) -> Iterator[Routine]:
    known: Routine | None = routine
    while known is not None:
        yield known
        known = routines[known.before_id] if known.before_id else None


def _scores(block: Block) -> Iterator[tuple[str, Score]]:
    for part in block.parts.all():
        if part.rung is None:
            continue
        ladder = part.rung.ladder
        title = title_on(ladder, part.rung, part.side) if part.is_rung_fixed else _ladder_on(ladder, part.side)
        for run in part.runs.all():
            if run.counts:
                yield title, Score(run.makes, run.attempts)


def _ladder_on(ladder: Ladder, side: str) -> str:
    return ", ".join(filter(None, (ladder.title, ladder.known_pair.words(side))))


def get_routine(athlete: Athlete, routine_id: int) -> Routine:
    return find_one(Routine.objects.all(), pk=routine_id, athlete=athlete)


def get_working_by_ladder(athlete: Athlete) -> dict[int, int]:
    """The rung being worked on, by its ladder."""
    return {ladder.pk: get_working_rung(ladder).pk for ladder in list_ladders(athlete)}


@dataclass(frozen=True)
class Load:
    weeks: Sequence[Week]
    counts: Sequence[JointCount]
    cautions: Sequence[str]
    #: Planned against actual: what the ranges of blocks have been worth.
    habit: str


def get_load(athlete: Athlete) -> Load:
    """The load of the last weeks, the running one last."""
    today = get_today(athlete)
    # A week more than is shown, for the first one's change.
    weeks = list_weeks(list_sessions(athlete, today - timedelta(weeks=LOAD_WEEKS + 2)), today, LOAD_WEEKS)
    counts = count_joints(list_played_counts(athlete, today - timedelta(weeks=COUNT_WEEKS)), today)
    cautions = (*load_cautions(weeks), *count_cautions(counts))
    return Load(weeks, counts, cautions, get_habit(athlete).words)


def list_coming_blocks(athlete: Athlete) -> list[Block]:
    """Blocks in play and to come, and the last few that were done."""
    blocks = list_blocks(athlete)
    coming = blocks.filter(status__in=[Block.Status.PLANNED, Block.Status.STARTED], day__gte=get_today(athlete))
    done = blocks.filter(status=Block.Status.DONE).order_by("-finished_at")[:5]
    return [*coming, *done]
