"""Writes of runs, one each."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime, timedelta
from itertools import pairwise
from typing import TYPE_CHECKING, Any
from uuid import UUID, uuid4

from django.db import transaction

from accounts.models import Athlete
from accounts.selectors import get_day
from blocks.selectors import get_part, is_planned_for
from jolly_core.challenges.corrections import corrected
from jolly_core.challenges.events import FINISH, check_follows, read_event
from jolly_core.challenges.events import Event as CoreEvent
from jolly_core.challenges.merging import fits, lined_up
from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.session import Session, replay
from jolly_core.challenges.tally import AnyTally
from jolly_core.errors import CoreError, Problem
from jolly_core.load.registry import dose_of
from jolly_core.paper.totals import tally_of_totals
from jolly_core.record.trace import Trace, targets_of, trace_of
from jolly_core.sides import side_from
from jolly_core.thresholds.conditions.comfort import check_comfort
from jolly_core.validation import check_choice
from ladders.models import Rung
from ladders.selectors import get_rung, list_unacknowledged
from layouts.selectors import aimed_among, aimed_at, order_on
from runs.live import put_session, take_session
from runs.models import Event, Run, columns_of
from runs.selectors import (
    get_counted_before,
    get_dose_left,
    get_run_to_change,
    get_run_to_record,
    get_used,
    get_yardstick,
    list_ids,
    list_known,
)
from runs.summaries import keep_summary, rebuild_summary
from runs.trying import close_trial, place_in_trial

if TYPE_CHECKING:
    from blocks.models import Part

MOST_EVENTS_A_BATCH = 500
#: A press a second for a day; more than that is a stuck key.
MOST_EVENTS = 90_000


@dataclass(frozen=True)
class Recorded:
    """What became of a batch: the run as it stands now, and how many events were new and how many known.

    ``has_moved``: the new ones went behind what another device had sent.
    """

    run: Run
    added: int
    repeated: int
    has_moved: bool = False


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
) -> Run:
    """Begin a run under an id made by the client. The same call again returns the run that is there.

    ``was_played``: it began on a device without a network, and is a fact: no cap refuses it, and where its part of a
    block has changed it stands by itself. Raises ``CoreError``: ``not_a_choice`` for a side the ladder does not have,
    ``wrong_part`` for a part that is planned for something else, ``id_taken`` for an id in other use.
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
        trial, place = place_in_trial(rung, side)
        values |= {"part_id": part_id, "trial": trial, "trial_place": place}
        # Another request may have been faster.
        known = Run.everything.get_or_create(pk=run_id, defaults=values)[0]
    if (known.athlete_id, known.rung_id, known.side) != (athlete.pk, rung.pk, side):
        raise CoreError.one("id_taken", "This id belongs to another run; make a new one.", "id")
    return known


def make_kit(athlete: Athlete, rung: Rung, side: str, at: datetime) -> Run:
    """A run as it would begin at that moment, not stored: what is drawn anew for every run is still open in its game.

    Raises ``CoreError`` as ``start_run`` does for what may not be played.
    """
    day, said = get_day(athlete, at), rung.on(side)
    _check_allowed(athlete, rung, day)
    game = _game_of(athlete, said, None, at, day)
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
        left = get_dose_left(athlete, rung.ladder, day)
        if left.is_used_up:
            message = f"{rung.ladder.title} is done for today, whatever happened: {left.words}. Rest is part of it."
            raise CoreError.one("dose_used_up", message, "rung", value=rung.ladder_id)


def _check_acknowledged(rung: Rung) -> None:
    if missing := list_unacknowledged(rung.ladder):
        message = f"Read and acknowledge its cautions first ({missing[0].title}): they stand on the ladder."
        raise CoreError.one("needs_acknowledgement", message, "rung", value=rung.ladder_id)


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
    run = run_by_hand(athlete, rung, game, tally, started_at=started_at, day=get_day(athlete, started_at))
    run.part = part
    run.save(force_insert=True)
    keep_summary(run, did_count=False)
    return run


def run_by_hand(
    athlete: Athlete, rung: Rung, game: AnyGame, tally: AnyTally, *, started_at: datetime, day: date
) -> Run:
    """A run that was kept by hand, not stored yet: its tally, no events, on the side that the rung is said for."""
    return Run(
        athlete=athlete,
        rung=rung,
        side=rung.said_on,
        is_from_paper=True,
        format=game.id,
        settings=game.settings.as_stored(),
        double_tap_ms=athlete.double_tap_ms,
        card=rung.said_card.as_stored(),
        started_at=started_at,
        day=day,
        tally=tally.as_stored(),
        yardstick=get_yardstick(rung, rung.said_on, started_at).as_stored(),
        trace=Trace(targets=targets_of(tally)).as_stored(),
        **aimed_columns(rung),
        **columns_of(game, tally),
    )


def _check_part(part: Part, rung: Rung, side: str) -> None:
    if (part.rung_id, part.side) != (rung.pk, side):
        message = f"This part of the block is planned for {part.title}; start a run of your own instead."
        raise CoreError.one("wrong_part", message, "part", value=part.pk)


@transaction.atomic(savepoint=False)
def record_events(
    athlete: Athlete, run_id: UUID, batch: Sequence[Mapping[str, Any]], *, merges: bool = False
) -> Recorded:
    """Add events to a run, each once however often it arrives, and bring the tally up to date. All or nothing.

    With ``merges``, events that do not fit because another device has counted meanwhile go behind what is stored, as
    the core's ``merging`` says; without it they are refused. Raises ``CoreError``: bad fields by their place in the
    batch, ``event_id_reused``, ``seq_taken``, ``time_goes_backwards``, ``run_set_aside``.
    """
    run = get_run_to_record(athlete, run_id)
    if run.set_aside:
        raise CoreError.one("run_set_aside", "This run was set aside; take it back before counting on.", "run")
    if run.is_from_paper:
        raise CoreError.one("from_paper", "This run came from a sheet; start a new one to count.", "run")
    if not 1 <= len(batch) <= MOST_EVENTS_A_BATCH:
        raise CoreError.one("bad_batch", f"Send 1 to {MOST_EVENTS_A_BATCH} events at a time.", "events")
    if run.event_count > MOST_EVENTS and all(each["kind"] != FINISH for each in batch):
        message = f"A run holds {MOST_EVENTS:,} presses; stop it and begin another."
        raise CoreError.one("no_room", message, "events", value=run.event_count, allowed=MOST_EVENTS)
    kept = take_session(run.pk, run.event_count)
    fresh = _fresh_events(run, batch, ids=kept and kept[0], merges=merges)
    has_moved = merges and _line_up(run, list(fresh.values()))
    if fresh:
        if _share_cap(run):
            kept = None
        if kept and _is_behind_all(run, fresh):
            ids, session = kept[0], _follow_on(kept[1], fresh)
        else:
            ids, session = list_ids(run), _fit_in(run, fresh)
        Event.objects.bulk_create(fresh.values())
        ids.update(event.client_id for event in fresh.values())
        keep_session(run, session, ids, fresh.values())
    elif kept:
        put_session(run.pk, *kept)
    return Recorded(run, len(fresh), len(batch) - len(fresh), has_moved)


def _line_up(run: Run, fresh: Sequence[Event]) -> bool:
    """Put events behind what another device has sent, where they do not fit. Whether that was so."""
    waiting = [event.known for event in fresh]
    last = CoreEvent("", run.last_at_ms, run.last_seq)
    if fits([last, *waiting]):
        return False  # the way of a run in play: nothing of it has to be read
    joined = lined_up([event.known for event in run.events.all()], waiting, run.double_tap_ms)
    for event, known in zip(fresh, joined, strict=True):
        event.seq, event.at_ms = known.seq, known.at_ms
    return joined != waiting


def _share_cap(run: Run) -> bool:
    """A hard cap is one for all runs of its day: what others of them have used since this one began is used here, too.

    It is counted under the lock of this transaction, so that two runs side by side never have more than one cap.
    Whether that changed what is left of it.
    """
    game = run.game
    dose = dose_of(game)
    if dose is None:
        return False
    reduced = dose.reduced(get_used(run.athlete, run.rung_id, run.day, but=run.pk))
    if reduced == game:
        return False
    run.save(update_fields=run.play(reduced))
    return True


def _fresh_events(
    run: Run, batch: Sequence[Mapping[str, Any]], ids: Collection[UUID] | None = None, *, merges: bool = False
) -> dict[int, Event]:
    """The events of the batch that are not stored yet, by their place in it; raises with every problem found.

    One that was stored may stand elsewhere by now, where it ``merges``.

    ``ids`` are those of all that are stored, where they are known: then nothing is asked of the database.
    """
    problems: list[Problem] = []
    fresh: dict[int, Event] = {}
    asked = [given["id"] for given in batch if ids is None or given["id"] in ids]
    known = {event.client_id: event for event in list_known(run, asked)} if asked else {}
    for place, given in enumerate(batch):
        try:
            read = read_event(given)
        except CoreError as error:
            problems += error.under("events", place).problems
            continue
        event = Event(run=run, client_id=given["id"], seq=read.seq, kind=read.kind, at_ms=read.at_ms, text=read.text)
        twin = known.get(event.client_id)
        if twin is None:
            known[event.client_id] = event
            fresh[place] = event
        elif twin.known != (replace(read, seq=twin.seq, at_ms=twin.at_ms) if merges else read):
            message = "This id was already sent with another event; every event needs an id of its own."
            problems.append(Problem("event_id_reused", message, ("events", place, "id"), str(event.client_id)))
    if problems:
        raise CoreError(problems)
    return fresh


def _is_behind_all(run: Run, fresh: Mapping[int, Event]) -> bool:
    """Whether the events come after all that are stored, in their order: the way of a run in play."""
    numbers = [run.last_seq, *(event.seq for event in fresh.values())]
    return all(before < after for before, after in pairwise(numbers))


def _follow_on(session: Session, fresh: Mapping[int, Event]) -> Session:
    """Step a run's session on by events that come after all it has taken."""
    for place, event in fresh.items():
        try:
            session.step(event.known)
        except CoreError as error:
            raise error.under("events", place) from None
    return session


def _fit_in(run: Run, fresh: Mapping[int, Event]) -> Session:
    """Put late events in their places among those stored, and replay it all."""
    ordered = sorted([*run.events.all(), *fresh.values()], key=lambda event: event.seq)
    _check_order(ordered, {event.client_id: place for place, event in fresh.items()})
    return replay_run(run, ordered)


def replay_run(run: Run, events: Iterable[Event]) -> Session:
    session = Session(run.game, double_tap_ms=run.double_tap_ms, card=run.known_card)
    for event in corrected(event.known for event in events):
        session.step(event)
    return session


def _check_order(ordered: Sequence[Event], places: Mapping[UUID, int]) -> None:
    """Raise where numbers or times clash, at the place in the batch of whichever event is the new one."""
    for before, after in pairwise(ordered):
        try:
            check_follows(before.known, after.known)
        except CoreError as error:
            place = places.get(after.client_id, places.get(before.client_id, 0))
            raise error.under("events", place) from None


def keep_session(run: Run, session: Session, ids: set[UUID], fresh: Collection[Event]) -> None:
    tally = session.tally()
    did_count = run.counts
    columns = run.keep(tally)
    if tally.is_over:
        # Worked out once: while a run is in play it changes with every press.
        run.trace = trace_of(session, tally).as_stored()
        columns.append("trace")
    run.last_seq = max([run.last_seq, *(event.seq for event in fresh)])
    run.last_at_ms = max([run.last_at_ms, *(event.at_ms for event in fresh)])
    run.event_count += len(fresh)
    run.save(update_fields=[*columns, "last_seq", "last_at_ms", "event_count"])
    keep_summary(run, did_count=did_count)
    if run.trial_id and run.is_over:
        close_trial(run, run.started_at + timedelta(milliseconds=run.last_at_ms))
    put_session(run.pk, ids, session)


@transaction.atomic
def set_run_aside(athlete: Athlete, run_id: UUID, reason: str) -> Run:
    """Leave a run out of the record: rain, a lost ball, an interruption. It stays to be seen and taken back."""
    run = get_run_to_change(athlete, run_id)
    did_count, run.set_aside = run.counts, reason
    run.save(update_fields=["set_aside"])
    keep_summary(run, did_count=did_count)
    return run


@transaction.atomic
def take_run_back(athlete: Athlete, run_id: UUID) -> Run:
    """Let a run that was set aside count again."""
    run = get_run_to_change(athlete, run_id)
    did_count, run.set_aside = run.counts, ""
    run.save(update_fields=["set_aside"])
    keep_summary(run, did_count=did_count)
    return run


@transaction.atomic
def say_comfort(athlete: Athlete, run_id: UUID, comfort: int | None) -> Run:
    """Say how comfortable a run was, or take that back. Raises ``CoreError`` for what is not on the scale."""
    if comfort is not None and (problem := check_comfort(comfort)):
        raise CoreError([problem])
    run = get_run_to_change(athlete, run_id)
    run.comfort = comfort
    run.save(update_fields=["comfort"])
    keep_summary(run, did_count=run.counts)
    return run


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
