"""Keeping a proposed block, changing it, repeating it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from datetime import UTC, date, datetime, time
from typing import Any

from django.db import transaction

from accounts.models import Athlete
from blocks import services as blocks
from blocks.models import Block, key_of
from blocks.selectors import get_block, get_block_to_change
from config.bounds import check_room
from jolly_core.errors import CoreError
from jolly_core.planning.arrangement import CHALLENGE, LONGEST_BLOCK_MIN
from jolly_core.planning.candidate import Kept
from jolly_core.planning.kept import RoutinePart, RoutineParts
from jolly_core.planning.own_parts import OwnPart
from jolly_core.planning.rhythm import RHYTHMS
from jolly_core.planning.warmup import COOL_DOWN, NO_COOL_DOWN_WORDS, NO_WARM_UP_WORDS, WARM_UP
from jolly_core.words import quantity, shortened
from ladders.models import Rung
from plan.models import Repetition, Routine
from plan.proposals import BlockRequest, Proposal, propose_block
from plan.selectors import asked_of, get_routine, get_working_by_ladder, kept_of, list_routines, list_versions

#: What has to be said yes to before an end of the block is left out.
MOST_ROUTINES = 100
LEAVING_OUT = {WARM_UP: NO_WARM_UP_WORDS, COOL_DOWN: NO_COOL_DOWN_WORDS}


@transaction.atomic
def plan_block(
    athlete: Athlete, asked: BlockRequest, *, start: time | None = None, acknowledged: Sequence[str] = ()
) -> Block:
    """Arrange a block and keep it.

    Raises ``CoreError``: when it would hold no challenge at all, and ``needs_acknowledgement`` when it leaves out the
    warm-up or the cool-down without the athlete's yes, which the block keeps.
    """
    proposal = propose_block(athlete, asked)
    return blocks.keep_block(athlete, **_values(proposal, start, acknowledged))


@transaction.atomic
def replan_block(
    athlete: Athlete,
    block_id: int,
    asked: BlockRequest,
    *,
    start: time | None = None,
    acknowledged: Sequence[str] = (),
) -> Block:
    """Arrange a kept block anew, by hand. Raises as ``plan_block``, and for a block that has begun."""
    block = get_block_to_change(athlete, block_id)
    known = [each["what"] for each in block.acknowledged]
    proposal = propose_block(athlete, asked)
    return blocks.replan_block(athlete, block_id, **_values(proposal, start, [*known, *acknowledged]))


@transaction.atomic
def refit_block(athlete: Athlete, block_id: int, minutes: int) -> Block:
    """Fit a planned block into other minutes: what is locked stays, the least pressing gives way.

    Drills stand on the rung that is worked on now. What changed is kept with the block, and can be taken back.
    """
    block = get_block_to_change(athlete, block_id)
    proposal = propose_block(athlete, replace(asked_of(block), minutes=minutes, kept=kept_of(block)))
    values = _values(proposal, block.start, [each["what"] for each in block.acknowledged])
    change = _what_changed(block, proposal)
    return blocks.replan_block(athlete, block_id, change=change, can_take_back=True, **values)


def _values(proposal: Proposal, start: time | None, acknowledged: Sequence[str]) -> dict[str, Any]:
    asked = proposal.asked
    rows = proposal.rows()
    own_work = [part.title for part in asked.own if part.known_kind.is_work]
    if not proposal.targets and not own_work:
        raise CoreError.one("nothing_to_play", "Choose at least one ladder to practise.", "ladders")
    if not proposal.arrangement.drills and not own_work:
        reasons = "; ".join(f"{each.title}: {each.reason}" for each in proposal.arrangement.left_out)
        raise CoreError.one("too_short", f"No run fits into this block. {reasons}.", "minutes", value=asked.minutes)
    titles = dict.fromkeys(row["rung"].ladder.title for row in rows if row["rung"]) or dict.fromkeys(own_work)
    return {
        "title": shortened(" + ".join(titles), 120),
        "day": asked.day,
        "start": start,
        "minutes": asked.minutes,
        "place": asked.place,
        "focus": asked.focus,
        "energy": asked.energy,
        "partner": asked.partner,
        "weave": asked.weave,
        "seed": asked.seed,
        "missing": list(asked.missing),
        "acknowledged": _said_yes(asked, acknowledged),
        "spare_s": proposal.arrangement.spare_s,
        "widen": proposal.widen,
        "parts": [_as_kept(row) for row in rows],
    }


def _as_kept(row: dict[str, Any]) -> dict[str, Any]:
    """A part of a proposal by the columns that it is kept in."""
    kept = {name: each for name, each in row.items() if name not in ("key", "start_s", "is_own", "guess_s")}
    return {**kept, "two": row["two"].as_stored() if row["two"] else {}}


def _said_yes(asked: BlockRequest, acknowledged: Sequence[str]) -> list[dict[str, str]]:
    left_out = [
        what for what, is_there in ((WARM_UP, asked.has_warm_up), (COOL_DOWN, asked.has_cool_down)) if not is_there
    ]
    for what in left_out:
        if what not in acknowledged:
            raise CoreError.one("needs_acknowledgement", LEAVING_OUT[what], f"has_{what}", value=what)
    at = datetime.now(UTC).isoformat(timespec="seconds")
    return [{"what": what, "words": LEAVING_OUT[what], "at": at} for what in left_out]


def _what_changed(block: Block, proposal: Proposal) -> str:
    """What a re-fit did, in a sentence."""
    before = {part.key: part for part in block.parts.all() if part.kind == CHALLENGE}
    after = {part.key: part for part in proposal.arrangement.parts if part.kind == CHALLENGE}
    minutes = proposal.asked.minutes
    said = [f"from {block.minutes} to {minutes} minutes" if minutes != block.minutes else "brought up to date"]
    gone = [part.title for key, part in before.items() if key not in after]
    new = [part.title for key, part in after.items() if key not in before]
    fewer = [
        f"{part.title} {quantity(after[key].runs, 'run')} instead of {part.runs_planned}"
        for key, part in before.items()
        if key in after and after[key].runs != part.runs_planned
    ]
    for words, titles in (("left out", gone), ("new", new), ("changed", fewer)):
        if titles:
            said.append(f"{words}: {', '.join(titles)}")
    return f"Re-fitted {'; '.join(said)}."


@transaction.atomic
def keep_routine(athlete: Athlete, block_id: int, title: str) -> Routine:
    """Keep a block's shape to repeat: one more version of the routine that has that title, if one has.

    Raises ``CoreError`` for an empty title.
    """
    if not title.strip():
        raise CoreError.one("empty", "Give the routine a name.", "title")
    block = get_block(athlete, block_id)
    kept = Routine.objects.filter(athlete=athlete)
    check_room(kept, MOST_ROUTINES, "routines", instead="forget one first")
    before = list_routines(athlete).filter(title=title.strip()).first()
    routine = Routine.objects.create(
        athlete=athlete,
        title=title.strip(),
        minutes=block.minutes,
        focus=block.focus,
        energy=block.energy,
        partner=block.partner,
        weave=block.weave,
        seed=block.seed,
        parts=RoutineParts(tuple(_routine_parts(block))).as_stored(),
        every_days=before.every_days if before else 0,
        version=before.version + 1 if before else 1,
        before=before,
    )
    Repetition.objects.get_or_create(block=block, defaults={"routine": routine})
    return routine


def _routine_parts(block: Block) -> Iterator[RoutinePart]:
    for part in block.parts.all():
        if part.rung:
            rung = part.rung_id if part.is_rung_fixed else None
            yield RoutinePart(part.rung.ladder_id, part.side, part.runs_planned, rung)
        elif part.is_own:
            yield RoutinePart(
                kind=part.kind,
                title=part.title,
                seconds=part.planned_s,
                items=tuple(part.items),
                role=part.role,
                two=part.for_two,
            )


@transaction.atomic
def set_rhythm(athlete: Athlete, routine_id: int, every_days: int) -> Routine:
    """Say how often a routine is to be repeated. Raises ``CoreError`` for a rhythm that there is not."""
    routine = get_routine(athlete, routine_id)
    if every_days not in RHYTHMS:
        message = f"A routine comes back {', '.join(RHYTHMS.values())}; choose one of these."
        raise CoreError.one("not_a_choice", message, "every_days", value=every_days, allowed=list(RHYTHMS))
    routine.every_days = every_days
    routine.save(update_fields=["every_days"])
    return routine


@transaction.atomic
def drop_routine(athlete: Athlete, routine_id: int) -> None:
    """Forget a routine in all its versions; blocks that were planned from it stay."""
    for routine in list_versions(get_routine(athlete, routine_id)):
        routine.delete()


@transaction.atomic
def plan_routine(athlete: Athlete, routine_id: int, day: date) -> Block:
    """A block of a routine's shape, on the rungs that are worked on now, or on those that were chosen by hand."""
    routine, working = get_routine(athlete, routine_id), get_working_by_ladder(athlete)
    there = set(Rung.objects.filter(ladder__in=working).values_list("pk", flat=True))
    kept: list[Kept] = []
    own: list[OwnPart] = []
    ladders: list[int] = []
    rungs: list[int] = []
    place = 0
    for number, part in enumerate(routine.known_parts):
        if part.kind:
            own.append(
                OwnPart(
                    f"own-{number}", part.kind, part.title, part.seconds, place, part.items, part.role, two=part.two
                )
            )
            place += not part.role
        elif part.ladder in working and (part.rung is None or part.rung in there):
            if part.rung:
                rungs.append(part.rung)
            else:
                ladders.append(part.ladder)
            kept.append(Kept(key_of(part.rung or working[part.ladder], part.side), place, part.runs, is_locked=True))
            place += 1
    asked = BlockRequest(
        minutes=routine.minutes,
        ladder_ids=list(dict.fromkeys(ladders)),
        day=day,
        focus=routine.focus,
        energy=routine.energy,
        partner=routine.partner,
        weave=routine.weave,
        seed=routine.seed,
        kept=kept,
        fill=False,
        own=own,
        rung_ids=list(dict.fromkeys(rungs)),
    )
    block = _plan_in_minutes_enough(athlete, asked)
    Repetition.objects.create(routine=routine, block=block)
    return block


def _plan_in_minutes_enough(athlete: Athlete, asked: BlockRequest) -> Block:
    """The block in the minutes that are asked for, or in more where its parts have grown longer.

    Raises ``CoreError`` as ``plan_block`` does, but not for parts that need more minutes.
    """
    while True:
        try:
            return plan_block(athlete, asked)
        except CoreError as error:
            (problem, *others) = error.problems
            # A longer block has a longer warm-up, so that more may be needed than was said.
            if others or problem.code != "over_budget" or asked.minutes >= LONGEST_BLOCK_MIN:
                raise
            asked = replace(asked, minutes=min(LONGEST_BLOCK_MIN, max(asked.minutes + 1, int(str(problem.value)))))
