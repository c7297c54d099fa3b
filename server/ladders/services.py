"""Writes of ladders, one each; those of their rungs stand in ``rungs``."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Any

from django.db import transaction

from accounts.models import Athlete
from jolly_core.body.risks import RISKS
from jolly_core.body.traits import Traits, with_body
from jolly_core.errors import CoreError, errors_under
from jolly_core.sides import Pair, read_pair
from jolly_core.thresholds.schools import SCHOOLS
from jolly_core.validation import check_choice
from jolly_core.verdicts.reason import is_overruled
from ladders.models import Acknowledgement, Ladder, Move, Rung, ThresholdRevision
from ladders.packs import check_room_for_ladders
from ladders.quick import DISCIPLINE, QUICK_GAMES, TITLE
from ladders.rungs import put_on_top
from ladders.selectors import get_ladder_to_change, list_rungs, list_thresholds
from ladders.shelf import list_shelf
from layouts.selectors import get_layout


@transaction.atomic
def make_ladder(athlete: Athlete, given: Mapping[str, Any], rung: Mapping[str, Any], at: datetime) -> Ladder:
    """A ladder of the athlete's own, with its first rung. Raises ``CoreError`` as ``add_rung``."""
    if not given["title"].strip():
        raise CoreError.one("empty", "Give the ladder a name.", "title", value=given["title"])
    check_room_for_ladders(athlete)
    values = {name: given[name] for name in ("title", "discipline", "summary")}
    values["pair"] = _read_pair(given.get("pair", {})).as_stored()
    ladder = Ladder.objects.create(athlete=athlete, traits=Traits().as_stored(), arrived_at=at, **values)
    first = put_on_top(ladder, rung, at)
    if given.get("layout") is not None:
        first.layout = get_layout(athlete, given["layout"])
        first.save(update_fields=["layout"])
    return ladder


def _read_pair(given: Mapping[str, Any]) -> Pair:
    with errors_under("pair"):
        return read_pair(given)


@transaction.atomic
def get_quick_rung(athlete: Athlete, game: str, at: datetime) -> Rung:
    """The rung of a plain game for counting without a plan; made when it is first asked for."""
    values = {"title": TITLE, "discipline": DISCIPLINE, "arrived_at": at}
    ladder, _ = Ladder.objects.get_or_create(athlete=athlete, is_quick=True, defaults=values)
    chosen = QUICK_GAMES[game]
    rung = ladder.rungs.filter(title=chosen.title).first()
    if rung is None:
        given = {"title": chosen.title, "set_up": "", "cues": [], "format": chosen.format}
        rung = put_on_top(ladder, {**given, "settings": chosen.settings}, at)
    return rung


@transaction.atomic
def describe_ladder(athlete: Athlete, ladder_id: int, given: Mapping[str, Any]) -> Ladder:
    """Change a ladder's name, discipline and summary. Raises ``CoreError`` for an empty name."""
    if not given["title"].strip():
        raise CoreError.one("empty", "Give the ladder a name.", "title", value=given["title"])
    ladder = get_ladder_to_change(athlete, ladder_id)
    for name in ("title", "discipline", "summary"):
        setattr(ladder, name, given[name].strip())
    ladder.save(update_fields=["title", "discipline", "summary"])
    return ladder


@transaction.atomic
def say_body(athlete: Athlete, ladder_id: int, given: Mapping[str, Any]) -> Ladder:
    """Say what a ladder asks of the body; the risks of a ladder from the shelf stay.

    Raises ``CoreError`` for what is not known.
    """
    ladder = get_ladder_to_change(athlete, ladder_id)
    packed = list_shelf().get(ladder.shelf_key)
    kept = packed.traits.risks if packed else ()
    ladder.known_traits = with_body(ladder.known_traits, given, kept_risks=kept)
    ladder.traits = ladder.known_traits.as_stored()
    ladder.save(update_fields=["traits"])
    return ladder


@transaction.atomic
def visit_from_rung_one(athlete: Athlete, ladder_id: int, *, is_wished: bool) -> Ladder:
    """Have blocks play this ladder from rung 1 up, or the rung being worked on alone."""
    ladder = get_ladder_to_change(athlete, ladder_id)
    ladder.from_rung_one = is_wished
    ladder.save(update_fields=["from_rung_one"])
    return ladder


@transaction.atomic
def set_school(athlete: Athlete, ladder_id: int, school_id: str, at: datetime) -> Ladder:
    """Climb a ladder by a school: each of its rungs asks what the school does, and blocks are made as it has them.

    Marks stay, and so does the record. Raises ``CoreError`` for a school that is not known.
    """
    if problem := check_choice("school", school_id, tuple(SCHOOLS)):
        raise CoreError([problem])
    ladder, school = get_ladder_to_change(athlete, ladder_id), SCHOOLS[school_id]
    ladder.school, ladder.from_rung_one = school.id, school.from_rung_one
    ladder.save(update_fields=["school", "from_rung_one"])
    rungs = list_rungs(ladder)
    thresholds = list_thresholds(rungs)
    for rung in rungs:
        asked = school.ask(thresholds[rung.pk])
        if asked != thresholds[rung.pk]:
            ThresholdRevision.objects.create(rung=rung, threshold=asked.as_stored(), made_at=at)
    return ladder


@transaction.atomic
def archive_ladder(athlete: Athlete, ladder_id: int, at: datetime | None) -> Ladder:
    """Put a ladder away, or with None bring it back. Its record stays, and what is planned with it."""
    ladder = get_ladder_to_change(athlete, ladder_id)
    ladder.archived_at = at
    ladder.save(update_fields=["archived_at"])
    return ladder


@transaction.atomic
def record_move(
    athlete: Athlete,
    ladder_id: int,
    decision: str,
    *,
    verdict: str,
    reasons: Sequence[str],
    overruling: str = "",
    at: datetime,
) -> Move:
    """Move the athlete's marker as decided, and keep the verdict it was decided on."""
    ladder = get_ladder_to_change(athlete, ladder_id)
    step = {Move.Decision.CLIMB: 1, Move.Decision.STEP_BACK: -1}.get(Move.Decision(decision), 0)
    to_held = ladder.held + step
    if not 0 <= to_held <= ladder.rungs.count():
        way = "above" if step > 0 else "below"
        raise CoreError.one("no_such_rung", f"There is no rung {way} this one.", "decision", value=decision)
    move = Move.objects.create(
        ladder=ladder,
        from_rung=ladder.rungs.filter(number=ladder.held).first(),
        from_held=ladder.held,
        to_held=to_held,
        decision=decision,
        verdict=verdict,
        reasons=list(reasons),
        is_overruled=is_overruled(decision, verdict),
        overruling=overruling.strip(),
        made_at=at,
        arrived_before=ladder.arrived_at,
    )
    if step:
        _stand_on(ladder, to_held, at)
    return move


@transaction.atomic
def take_move_back(athlete: Athlete, ladder_id: int, at: datetime) -> Move:
    """Undo the last decision that stands: the marker and the runs that count are as before; the record keeps both.

    Raises ``CoreError`` (``no_move``) when there is none.
    """
    ladder = get_ladder_to_change(athlete, ladder_id)
    move = ladder.moves.filter(taken_back_at=None).last()
    if move is None:
        raise CoreError.one("no_move", "There is no decision on this ladder to take back.", "decision")
    move.taken_back_at = at
    move.save(update_fields=["taken_back_at"])
    _stand_on(ladder, _held_before(ladder, move), move.arrived_before)
    return move


def _held_before(ladder: Ladder, move: Move) -> int:
    """What was held before a move: rungs put in since then have moved the numbers, but not the rung."""
    held = move.from_rung
    if held is None:
        return 0
    return held.number if held.taken_out_at is None else min(held.number - 1, ladder.rungs.count())


def _stand_on(ladder: Ladder, held: int, arrived_at: datetime) -> None:
    ladder.held, ladder.arrived_at = held, arrived_at
    ladder.save(update_fields=["held", "arrived_at"])
    Rung.everything.filter(ladder=ladder).exclude(worked_on_since=None).update(worked_on_since=None)


@transaction.atomic
def acknowledge(athlete: Athlete, ladder_id: int, risk: str, at: datetime) -> Acknowledgement:
    """Keep that the athlete said yes to a risk's caution. Raises ``CoreError`` for a risk that is not the ladder's."""
    ladder = get_ladder_to_change(athlete, ladder_id)
    if risk not in ladder.known_traits.risks:
        known = ", ".join(ladder.known_traits.risks) or "none"
        raise CoreError.one("not_a_choice", f"This ladder carries these risks: {known}.", "risk", value=risk)
    words = RISKS[risk].words
    return Acknowledgement.objects.get_or_create(ladder=ladder, risk=risk, defaults={"words": words, "made_at": at})[0]
