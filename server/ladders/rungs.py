"""Writes of the rungs of a ladder, one each."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Any

from django.db import transaction

from accounts.models import Athlete
from config.bounds import check_room
from config.finding import lock_one
from jolly_core.challenges.card import Card, read_card
from jolly_core.challenges.registry import AnyGame, get_format
from jolly_core.errors import CoreError, errors_under
from jolly_core.formats.ladder_pack import PackedRung
from jolly_core.ladder.levers import Lever, levers_words, read_levers
from jolly_core.ladder.order import held_after, put_in, take_out
from jolly_core.thresholds.fair import fair_threshold
from jolly_core.thresholds.schools import SCHOOLS
from jolly_core.thresholds.threshold import Threshold, check_mark, read_threshold, stored_threshold
from jolly_core.words import shortened
from ladders.hands import for_hand, game_for_hand
from ladders.models import Ladder, Rung, ThresholdRevision
from ladders.selectors import get_ladder_to_change, get_rung, get_threshold_values
from layouts.selectors import get_layout
from layouts.services import for_hand as for_layout_hand
from layouts.services import keep_layout

MOST_RUNGS = 100
#: No rung has so high a number.
FREE_NUMBERS = 1000


@transaction.atomic
def add_rung(
    athlete: Athlete, ladder_id: int, given: Mapping[str, Any], at: datetime, *, number: int | None = None
) -> Rung:
    """Put a rung on top of a ladder, or in at a number, asking for what is fair to ask of its game.

    Raises ``CoreError`` for a format that is not known, for settings under ``settings``, and for a number that leaves a
    gap.
    """
    ladder = get_ladder_to_change(athlete, ladder_id)
    rung = put_on_top(ladder, given, at)
    if number is not None:
        _move(ladder, rung, number, at)
    return rung


def put_on_top(ladder: Ladder, given: Mapping[str, Any], at: datetime) -> Rung:
    _check_room_on(ladder)
    game = read_settings(given["format"], given["settings"])
    threshold = _fair_ask(ladder, game)
    number = ladder.rungs.count() + 1
    levers = _read_levers(given)
    rung = PackedRung(
        title=_title_of(given["title"], ladder, levers, game),
        set_up=given["set_up"],
        cues=tuple(given["cues"]),
        levers=levers,
        card=Card(),
        game=game,
        threshold=threshold,
    )
    return write_rung(ladder, number, rung, at)


@transaction.atomic
def change_challenge(athlete: Athlete, rung_id: int, given: Mapping[str, Any], at: datetime) -> Rung:
    """Play another game on a rung from now on, or the same one with other settings; runs keep what they were played by.

    What is asked of it stays where the game still measures it and can reach it, and is made fair to ask where not.
    """
    rung = lock_rung(athlete, rung_id)
    game = read_settings(given["format"], given["settings"])
    is_other_game = rung.format != game.id
    # A page that was open before rungs had levers sends none: what is there stays.
    if "levers" in given:
        rung.known_levers = _read_levers(given)
        rung.levers = _stored(rung.known_levers)
    rung.title = _title_of(given["title"], rung.ladder, rung.known_levers, game)
    rung.set_up, rung.cues = given["set_up"], given["cues"]
    rung.save(update_fields=["title", "set_up", "levers", "cues", *rung.play(game)])
    asked = rung.threshold_revisions.order_by("id").last()
    if asked is None or is_other_game or not _can_be_asked(game, asked.threshold):
        _ask(rung, _fair_ask(rung.ladder, game), at)
    return rung


def _title_of(title: str, ladder: Ladder, levers: Sequence[Lever], game: AnyGame) -> str:
    """The title of a rung; one without is called after its levers, or else after its game."""
    named = title if title.strip() else levers_words(levers, ladder.athlete.units) or game.goal_words()
    return shortened(named.strip(), 120)


def _read_levers(given: Mapping[str, Any]) -> tuple[Lever, ...]:
    """The levers that are given for a rung. Raises ``CoreError`` with what is wrong with them under ``levers``."""
    with errors_under("levers"):
        return read_levers(given.get("levers", ()))


def _stored(levers: Sequence[Lever]) -> list[dict[str, Any]]:
    return [lever.as_stored() for lever in levers]


def _can_be_asked(game: AnyGame, threshold: Mapping[str, Any]) -> bool:
    try:
        check_mark(game, stored_threshold(type(game), threshold))
    except CoreError:
        return False
    return True


def read_settings(format_id: str, given: Mapping[str, Any]) -> AnyGame:
    """The game that somebody asks for. Raises ``CoreError`` with what is wrong with it under ``settings``."""
    format_ = get_format(format_id)
    with errors_under("settings"):
        return format_.read(given)


def write_rung(
    ladder: Ladder, number: int, packed: PackedRung, at: datetime, *, taken_number: int | None = None
) -> Rung:
    """Put a rung with all that it carries on a ladder, at a number that is free."""
    check_mark(packed.game, packed.threshold)
    packed = for_hand(ladder.athlete, packed)
    laid = packed.layout
    rung = Rung.objects.create(
        ladder=ladder,
        number=number,
        title=packed.title,
        set_up=packed.set_up,
        levers=_stored(packed.levers),
        cues=list(packed.cues),
        card=packed.card.as_stored(),
        format=packed.game.id,
        settings=packed.game.settings.as_stored(),
        taken_number=taken_number,
        layout=keep_layout(ladder.athlete, laid.place, laid.layout.as_dict()) if laid else None,
    )
    _ask(rung, packed.threshold, at)
    return rung


def _fair_ask(ladder: Ladder, game: AnyGame) -> Threshold:
    """What is fair to ask of a game that nothing was asked of yet, as the ladder's school has it where it has one."""
    fair, school = fair_threshold(game, each_side=ladder.has_sides), SCHOOLS.get(ladder.school)
    return school.ask(fair) if school else fair


def _ask(rung: Rung, threshold: Threshold, at: datetime) -> None:
    ThresholdRevision.objects.create(rung=rung, threshold=threshold.as_stored(), made_at=at)


def put_in_packed(ladder: Ladder, packed: PackedRung, number: int, at: datetime, *, taken_number: int | None) -> Rung:
    """Put a rung with all that it carries in at a number of a ladder, what stands there and above one up."""
    _check_room_on(ladder)
    top = ladder.rungs.count() + 1
    rung = write_rung(ladder, top, packed, at, taken_number=taken_number)
    _move(ladder, rung, min(number, top), at)
    return rung


def rewrite_rung(rung: Rung, values: Mapping[str, Any], at: datetime) -> Rung:
    """Write parts of a rung anew, by their names in a pack; runs keep what they were played by."""
    columns: list[str] = []
    # Where the targets are new, the game is played on those.
    for name, value in sorted(values.items(), key=lambda item: item[0] != "layout"):
        if name == "game":
            columns += rung.play(game_for_hand(rung, value))
        elif name == "threshold":
            ThresholdRevision.objects.create(rung=rung, threshold=value.as_stored(), made_at=at)
        else:
            setattr(rung, name, _column_of(rung, name, value))
            columns.append(name)
    if columns:
        rung.save(update_fields=columns)
    return rung


def _column_of(rung: Rung, name: str, value: Any) -> Any:
    """A part of a rung as its column holds it."""
    if name == "layout":
        athlete = rung.ladder.athlete
        return value and keep_layout(
            athlete, value.place, for_layout_hand(athlete, value.place, value.layout).as_dict()
        )
    if name == "levers":
        return _stored(value)
    if name == "card":
        return value.as_stored()
    return list(value) if name == "cues" else value


def _check_room_on(ladder: Ladder) -> None:
    kept = ladder.rungs.all()
    check_room(kept, MOST_RUNGS, "rungs on a ladder", instead="change one that is there, or begin another ladder")


@transaction.atomic
def insert_rung(
    athlete: Athlete,
    like_id: int,
    number: int,
    *,
    title: str,
    set_up: str,
    levers: Sequence[Lever],
    layout_id: int | None,
    at: datetime,
    game: AnyGame | None = None,
    threshold: Threshold | None = None,
) -> Rung:
    """Put a rung at a number of the ladder, what stands there and above one up: like another rung, but for its levers.

    Its game and what it asks for are the other's where none are given. The athlete goes on holding the rung they held,
    and works on what is now right above it.
    """
    like = get_rung(athlete, like_id)
    layout = get_layout(athlete, layout_id) if layout_id else None
    values = {
        "title": shortened(title, 120),
        "set_up": set_up,
        "levers": _stored(levers),
        "layout": layout,
    }
    if game is not None:
        values["settings"] = game.settings.as_stored()
    ladder = get_ladder_to_change(athlete, like.ladder_id)
    return put_in_like(ladder, like, number, values, at, threshold=threshold)


@transaction.atomic
def copy_rung(athlete: Athlete, rung_id: int, at: datetime) -> Rung:
    """Put a copy of a rung right above it, with its layout, its lever and what it asks for."""
    rung = lock_rung(athlete, rung_id)
    words = {name: getattr(rung, name) for name in ("title", "set_up", "levers", "layout")}
    return put_in_like(rung.ladder, rung, rung.number + 1, words, at)


def put_in_like(
    ladder: Ladder,
    like: Rung,
    number: int,
    values: Mapping[str, Any],
    at: datetime,
    *,
    threshold: Threshold | None = None,
) -> Rung:
    """A rung at a number with some values of its own and another one's game, its card and what it asks for."""
    _check_room_on(ladder)
    top = ladder.rungs.count() + 1
    rung = Rung.objects.create(
        **{
            "ladder": ladder,
            "number": top,
            "cues": like.cues,
            "card": like.card,
            "format": like.format,
            "settings": like.settings,
            **values,
        }
    )
    if threshold is not None:
        check_mark(rung.game, threshold)
    wanted = threshold.as_stored() if threshold else get_threshold_values(like)
    ThresholdRevision.objects.create(rung=rung, threshold=wanted, made_at=at)
    _move(ladder, rung, number, at)
    return rung


@transaction.atomic
def move_rung(athlete: Athlete, rung_id: int, number: int, at: datetime) -> Rung:
    """Move a rung to another number of its ladder. Raises ``CoreError`` for a number that the ladder does not have."""
    rung = lock_rung(athlete, rung_id)
    _move(rung.ladder, rung, number, at)
    return rung


@transaction.atomic
def take_out_rung(athlete: Athlete, rung_id: int, at: datetime) -> Ladder:
    """Take a rung out of its ladder; its runs stay in the record. Raises ``CoreError`` for the only one."""
    ladder, rung = _lock_with_ladder(athlete, rung_id)
    if rung.taken_out_at is None:
        before = list(ladder.rungs.all())
        after = take_out(before, rung)
        rung.taken_out_at = at
        rung.save(update_fields=["taken_out_at"])
        _put_in_order(ladder, before, after, at)
    return ladder


@transaction.atomic
def bring_back_rung(athlete: Athlete, rung_id: int, at: datetime) -> Ladder:
    """Put a rung that was taken out back at its number, or on top where the ladder has fewer now.

    The same wish once more changes nothing.
    """
    ladder, rung = _lock_with_ladder(athlete, rung_id)
    if rung.taken_out_at is not None:
        _check_room_on(ladder)
        before = list(ladder.rungs.all())
        after = put_in(before, rung, min(rung.number, len(before) + 1))
        rung.taken_out_at, rung.number = None, len(before) + 1
        rung.save(update_fields=["taken_out_at", "number"])
        _put_in_order(ladder, before, after, at)
    return ladder


def _lock_with_ladder(athlete: Athlete, rung_id: int) -> tuple[Ladder, Rung]:
    """A rung, in place or taken out, and the ladder it belongs to, locked."""
    ladder = get_ladder_to_change(athlete, get_rung(athlete, rung_id).ladder_id)
    return ladder, Rung.everything.get(pk=rung_id)


def _move(ladder: Ladder, rung: Rung, number: int, at: datetime) -> None:
    """Bring a rung that is on the ladder to a number."""
    before = list(ladder.rungs.all())
    after = put_in([each for each in before if each != rung], rung, number)
    _put_in_order(ladder, before, after, at, moved=rung)
    rung.number = number


def _put_in_order(
    ladder: Ladder, before: Sequence[Rung], after: Sequence[Rung], at: datetime, *, moved: Rung | None = None
) -> None:
    """Number the rungs anew, and keep the athlete where they are: on the rung they held, as the core says.

    Runs count for the rung that is worked on from when the athlete came to it: where that is another one now, from now,
    or from when they did before an earlier change.
    """
    left = before[min(ladder.held, len(before) - 1)]
    ladder.held = held_after(before, ladder.held, after, moved)
    working = after[min(ladder.held, len(after) - 1)]
    if working != left:
        Rung.everything.filter(pk=left.pk).update(worked_on_since=ladder.arrived_at)
        ladder.arrived_at = working.worked_on_since or at
    ladder.save(update_fields=["held", "arrived_at"])
    changed = [(rung.pk, number) for number, rung in enumerate(after, 1) if rung.number != number]
    # First out of the way, so that no number is there twice.
    for offset in (FREE_NUMBERS, 0):
        for pk, number in changed:
            Rung.objects.filter(pk=pk).update(number=number + offset)


@transaction.atomic
def write_card(athlete: Athlete, rung_id: int, given: Mapping[str, Mapping[str, Any]]) -> Rung:
    """Write the card of a rung anew; runs that were begun keep the one they were played by.

    Raises ``CoreError`` with what is wrong with it under ``card``.
    """
    rung = lock_rung(athlete, rung_id)
    with errors_under("card"):
        rung.known_card = read_card(given)
    rung.card = rung.known_card.as_stored()
    rung.save(update_fields=["card"])
    return rung


def lock_rung(athlete: Athlete, rung_id: int) -> Rung:
    rungs = Rung.objects.filter(ladder__athlete=athlete).select_related("ladder__athlete")
    return lock_one(rungs, pk=rung_id)


@transaction.atomic
def attach_layout(athlete: Athlete, rung_id: int, layout_id: int | None) -> Rung:
    """Say where the targets of a rung go from now on; runs that were played keep what they were aimed at."""
    rung = lock_rung(athlete, rung_id)
    rung.layout = None if layout_id is None else get_layout(athlete, layout_id)
    rung.save(update_fields=["layout"])
    return rung


@transaction.atomic
def change_threshold(athlete: Athlete, rung_id: int, given: Mapping[str, Any], at: datetime) -> ThresholdRevision:
    """Ask something else of a rung from now on. Raises ``CoreError`` for values that cannot be asked."""
    rung = lock_rung(athlete, rung_id)
    threshold = read_asked(rung, given)
    return ThresholdRevision.objects.create(rung=rung, threshold=threshold.as_stored(), made_at=at)


def read_asked(rung: Rung, given: Mapping[str, Any]) -> Threshold:
    """What somebody wants to ask of a rung. Raises ``CoreError`` for values that cannot be asked."""
    threshold = read_threshold(type(rung.game), given)
    check_mark(rung.game, threshold)
    if threshold.each_side and not rung.ladder.has_sides:
        raise CoreError.one(
            "no_sides", f"{rung.ladder.title} has no sides; ask for it without them.", "each_side", value=True
        )
    return threshold
