"""What a run begins with: in play, for a device to take along, put onto another rung, or kept by hand."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date, datetime
from typing import TYPE_CHECKING, Any
from uuid import UUID, uuid4

from django.db import transaction

from accounts.models import Athlete
from accounts.selectors import get_day, list_limits
from blocks.selectors import get_part, is_planned_for
from jolly_core.body.limits import limited_actions
from jolly_core.challenges.events import FINISH
from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.session import replay
from jolly_core.challenges.tally import AnyTally
from jolly_core.errors import CoreError
from jolly_core.load.dose import check_left
from jolly_core.load.registry import dose_of
from jolly_core.paper.totals import tally_of_totals
from jolly_core.record.trace import Trace, targets_of
from jolly_core.sides import side_from
from jolly_core.validation import check_choice
from ladders.models import Rung
from ladders.selectors import get_rung, list_unacknowledged
from layouts.selectors import aimed_among, aimed_at, order_on
from runs.models import Event, Run, columns_of
from runs.selectors import get_counted_before, get_dose_left, get_run_to_change, get_used, get_yardstick, list_ids
from runs.services import keep_session, replay_run
from runs.summaries import keep_summary, rebuild_summary
from runs.trying import place_in_trial

if TYPE_CHECKING:
    from blocks.models import Part


@transaction.atomic
def start_run(
    athlete: Athlete,
    run_id: UUID,
    rung_id: int,
    *,
    side: str,
    started_at: datetime,
    part_id: int | None = None,
    was_played: bool = False,
    way: str | None = None,
) -> Run:
    """Begin a run under an id made by the client. The same call again returns the run that is there.

    ``was_played``: it began on a device without a network, and is a fact: no cap refuses it, and where its part of a
    block has changed it stands by itself. ``way``: which of two ways on trial that device asked for.
    Raises ``CoreError``: ``not_a_choice`` for a side the ladder does not have, ``wrong_part`` for a part that is
    planned for something else, ``id_taken`` for an id in other use.
    """
    rung, side = get_rung(athlete, rung_id), side_from(side, athlete.handedness)
    if problem := check_choice("side", side, rung.ladder.sides):
        raise CoreError([problem])
    if part_id is not None and was_played:
        part_id = part_id if is_planned_for(athlete, part_id, rung.pk, side) else None
    elif part_id is not None:
        _check_part(get_part(athlete, part_id), rung, side)
    known = Run.everything.filter(pk=run_id).first()
    if known is None:
        day = get_day(athlete, started_at)
        if not was_played:
            _check_allowed(athlete, rung, day)
        rung = rung.on(side)
        game = _game_of(athlete, rung, run_id, started_at, day, was_played=was_played)
        values = _values_of_a_new_run(athlete, rung, game, side=side, started_at=started_at, day=day)
        trial, place = place_in_trial(rung, side, way if was_played else None)
        values |= {"part_id": part_id, "trial": trial, "trial_place": place}
        # Another request may have been faster.
        known = Run.everything.get_or_create(pk=run_id, defaults=values)[0]
    if (known.athlete_id, known.rung_id, known.side) != (athlete.pk, rung.pk, side):
        raise CoreError.one("id_taken", "This id belongs to another run; make a new one.", "id")
    return known


def make_kit(athlete: Athlete, rung: Rung, side: str, at: datetime) -> Run:
    """A run as it would begin at that moment, not stored: what is drawn anew for every run is still open in its game.

    Raises ``CoreError`` where a caution is still to be read; caps are looked at when it begins, on whichever day.
    """
    day, said = get_day(athlete, at), rung.on(side)
    _check_acknowledged(rung)
    game = _game_of(athlete, said, None, at, day, was_played=True)
    values = _values_of_a_new_run(athlete, said, game.drawn(0), side=side, started_at=at, day=day)
    run = Run(**values)
    run.settings = game.settings.as_stored()
    return run


def _values_of_a_new_run(
    athlete: Athlete, rung: Rung, game: AnyGame, *, side: str, started_at: datetime, day: date
) -> dict[str, Any]:
    """What a run of that game begins with, on a rung as it is said for that side."""
    card = rung.said_card
    tally = replay(game, [], double_tap_ms=athlete.double_tap_ms, card=card)
    return {
        "athlete": athlete,
        "rung": rung,
        "side": side,
        "format": game.id,
        "settings": game.settings.as_stored(),
        "double_tap_ms": athlete.double_tap_ms,
        "card": card.as_stored(),
        "started_at": started_at,
        "day": day,
        "tally": tally.as_stored(),
        "yardstick": get_yardstick(rung, side, started_at).as_stored(),
        **aimed_columns(rung),
    }


def _game_of(
    athlete: Athlete, rung: Rung, run_id: UUID | None, started_at: datetime, day: date, *, was_played: bool = False
) -> AnyGame:
    """The game of a run: the rung's, with what is drawn for it, and what the record says of today.

    Without an id, what is drawn stays open. Raises ``CoreError`` (``dose_used_up``) where the game's own cap leaves
    nothing, unless the run was played already.
    """
    drawn = rung.said_game if run_id is None else rung.said_game.drawn(run_id.int)
    game = drawn.laid_out(lambda written, names: order_on(rung.laid, written, names))
    if game.can_spare:
        game = game.sparing(limited_actions(list_limits(athlete, day), day))
    dose = dose_of(game)
    if game.looks_back and (last := get_counted_before(rung, started_at)):
        game = game.after(last.known_tally)
    if dose is None:
        return game
    used = get_used(athlete, rung, day, but=run_id)
    return dose.reduced(used) if was_played else dose.applied(used)


def aimed_columns(rung: Rung) -> dict[str, Any]:
    """The columns of a run that say what its makes and misses, or its balls zone by zone, tell of the aim."""
    game = rung.game
    aimed = aimed_at(rung.laid) if game.is_aimed else aimed_among(rung.laid, game.counted_zones())
    return {"aimed": aimed.as_stored() if aimed else {}, "tells_aim": aimed is not None}


def _check_allowed(athlete: Athlete, rung: Rung, day: date) -> None:
    """Raise where a caution is still to be read, or a hard cap is reached for that day."""
    _check_acknowledged(rung)
    dose = rung.ladder.known_traits.dose
    if dose.is_capped:
        check_left(rung.ladder.title, get_dose_left(athlete, rung.ladder, day))


def _check_acknowledged(rung: Rung) -> None:
    if missing := list_unacknowledged(rung.ladder):
        message = f"Read and acknowledge its cautions first ({missing[0].title}): they stand on the ladder."
        raise CoreError.one("needs_acknowledgement", message, "rung", value=rung.ladder_id)


@transaction.atomic
def attach_run(athlete: Athlete, run_id: UUID, rung_id: int, side: str) -> Run:
    """Move a run that was counted without a plan to a rung: its presses are counted again by that rung's rules.

    Raises ``CoreError``: ``not_a_quick_run`` for one that has a rung of its own, ``not_a_choice`` for a side the ladder
    does not have, ``needs_acknowledgement`` where a caution is to be read first, ``dose_used_up`` where none is left.
    """
    run, rung = get_run_to_change(athlete, run_id), get_rung(athlete, rung_id)
    side = side_from(side, athlete.handedness)
    if (run.rung_id, run.side) == (rung.pk, side):
        return run  # it is there already: this is the same wish once more
    if not run.rung.ladder.is_quick:
        raise CoreError.one("not_a_quick_run", "This run stands on a rung already; it stays there.", "rung")
    if problem := check_choice("side", side, rung.ladder.sides):
        raise CoreError([problem])
    _check_allowed(athlete, rung, run.day)
    rung = rung.on(side)
    game, before = _game_of(athlete, rung, run.pk, run.started_at, run.day), (run.rung_id, run.side)
    run.rung, run.side = rung, side
    columns = run.play(game)
    run.known_card = rung.said_card
    run.card = run.known_card.as_stored()
    run.yardstick, aimed = get_yardstick(rung, side, run.started_at).as_stored(), aimed_columns(rung)
    run.aimed, run.tells_aim = aimed["aimed"], aimed["tells_aim"]
    run.save(update_fields=["rung", "side", "card", "yardstick", *aimed, *columns])
    session, added, ids = replay_run(run, run.events.all()), [], list_ids(run)
    if not session.is_over():
        # It was stopped by hand at its last press, whatever its own rules would still have asked for.
        last = Event(run=run, client_id=uuid4(), seq=run.last_seq + 1, kind=FINISH, at_ms=run.last_at_ms)
        last.save()
        session.step(last.known)
        added.append(last)
        ids.add(last.client_id)
    keep_session(run, session, ids, added)
    rebuild_summary(*before)
    rebuild_summary(run.rung_id, run.side)
    return run


@transaction.atomic
def keep_paper_run(athlete: Athlete, part_id: int, totals: Mapping[str, Any], *, started_at: datetime) -> Run:
    """Keep a run that was tallied by hand: its totals, no events, marked as such.

    Raises ``CoreError`` for totals that are missing, out of range, or cannot be together.
    """
    part = get_part(athlete, part_id)
    rung = part.rung
    if rung is None:
        raise CoreError.one("wrong_part", f"{part.title} has nothing to tally.", "part", value=part.pk)
    rung = rung.on(part.side)
    game = rung.said_game
    tally = tally_of_totals(game, totals)
    run = Run.everything.create(
        **values_by_hand(athlete, rung, game, tally),
        part=part,
        started_at=started_at,
        day=get_day(athlete, started_at),
        yardstick=get_yardstick(rung, rung.said_on, started_at).as_stored(),
    )
    keep_summary(run, did_count=False)
    return run


def values_by_hand(athlete: Athlete, rung: Rung, game: AnyGame, tally: AnyTally) -> dict[str, Any]:
    """What a run that was kept by hand is, on the side that the rung is said for: its tally, no events.

    Its moment, its day and what it is measured against are not in it.
    """
    return {
        "athlete": athlete,
        "rung": rung,
        "side": rung.said_on,
        "is_from_paper": True,
        "format": game.id,
        "settings": game.settings.as_stored(),
        "double_tap_ms": athlete.double_tap_ms,
        "card": rung.said_card.as_stored(),
        "tally": tally.as_stored(),
        "trace": Trace(targets=targets_of(tally)).as_stored(),
        **aimed_columns(rung),
        **columns_of(game, tally),
    }


def _check_part(part: Part, rung: Rung, side: str) -> None:
    if (part.rung_id, part.side) != (rung.pk, side):
        message = f"This part of the block is planned for {part.title}; start a run of your own instead."
        raise CoreError.one("wrong_part", message, "part", value=part.pk)
