"""Writes of ladders, one each."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Any

from django.db import transaction

from accounts.models import Athlete
from config.bounds import check_room
from config.finding import lock_one
from jolly_core.body.risks import RISKS
from jolly_core.body.traits import Traits, read_traits, with_body
from jolly_core.challenges.registry import AnyGame, get_format, read_game
from jolly_core.errors import CoreError
from jolly_core.ladder.needs import check_needs
from jolly_core.ladder.order import held_after, put_in, take_out
from jolly_core.sides import Pair, read_pair
from jolly_core.thresholds.fair import fair_threshold
from jolly_core.thresholds.threshold import Threshold, check_mark, read_threshold, stored_threshold
from jolly_core.words import shortened
from ladders.models import Acknowledgement, Ladder, Move, Rung, ThresholdRevision
from ladders.models import Need as RungNeed
from ladders.quick import DISCIPLINE, QUICK_GAMES, TITLE
from ladders.selectors import KnownNeed, get_ladder_to_change, get_rung, list_needs
from ladders.shelf import list_shelf
from layouts.models import Layout
from layouts.selectors import get_layout
from layouts.services import keep_for_hand

MOST_LADDERS, MOST_RUNGS = 200, 100
#: No rung has so high a number.
FREE_NUMBERS = 1000


@transaction.atomic
def take_ladder(athlete: Athlete, key: str, pack: Mapping[str, Any], at: datetime) -> Ladder:
    """Put a ladder of the shelf among the athlete's own. Taking it again returns the one that is there."""
    values = {name: pack[name] for name in ("title", "discipline", "summary", "kit", "cautions")}
    values["pair"] = read_pair(pack.get("pair", {})).as_stored()
    values["traits"] = read_traits(pack.get("traits", {})).as_stored()
    known = Ladder.objects.filter(athlete=athlete, shelf_key=key).first()
    if known:
        return archive_ladder(athlete, known.pk, None) if known.archived_at else known
    _check_room(athlete)
    ladder, is_new = Ladder.objects.get_or_create(athlete=athlete, shelf_key=key, defaults={**values, "arrived_at": at})
    if is_new:
        for number, rung in enumerate(pack["rungs"], 1):
            game = read_game(rung["format"], rung["settings"])
            threshold = read_threshold(type(game), rung["threshold"])
            _add_rung(ladder, number, rung, game=game, threshold=threshold, at=at)
    return ladder


@transaction.atomic
def make_ladder(athlete: Athlete, given: Mapping[str, Any], rung: Mapping[str, Any], at: datetime) -> Ladder:
    """A ladder of the athlete's own, with its first rung. Raises ``CoreError`` as ``add_rung``."""
    if not given["title"].strip():
        raise CoreError.one("empty", "Give the ladder a name.", "title", value=given["title"])
    _check_room(athlete)
    values = {name: given[name] for name in ("title", "discipline", "summary")}
    values["pair"] = _read_pair(given.get("pair", {})).as_stored()
    ladder = Ladder.objects.create(athlete=athlete, traits=Traits().as_stored(), arrived_at=at, **values)
    _put_on_top(ladder, rung, at)
    return ladder


def _read_pair(given: Mapping[str, Any]) -> Pair:
    try:
        return read_pair(given)
    except CoreError as error:
        raise error.under("pair") from None


def _check_room(athlete: Athlete) -> None:
    kept = Ladder.objects.filter(athlete=athlete)
    check_room(kept, MOST_LADDERS, "ladders", instead="put more rungs on one that you have")


@transaction.atomic
def add_rung(
    athlete: Athlete, ladder_id: int, given: Mapping[str, Any], at: datetime, *, number: int | None = None
) -> Rung:
    """Put a rung on top of a ladder, or in at a number, asking for what is fair to ask of its game.

    Raises ``CoreError`` for a format that is not known, for settings under ``settings``, and for a number that leaves a
    gap.
    """
    ladder = get_ladder_to_change(athlete, ladder_id)
    rung = _put_on_top(ladder, given, at)
    if number is not None:
        _move(ladder, rung, number, at)
    return rung


def _put_on_top(ladder: Ladder, given: Mapping[str, Any], at: datetime) -> Rung:
    _check_room_on(ladder)
    game = read_settings(given["format"], given["settings"])
    threshold = fair_threshold(game, each_side=ladder.has_sides)
    number = ladder.rungs.count() + 1
    title = given["title"].strip() or game.goal_words()
    return _add_rung(ladder, number, {**given, "title": shortened(title, 120)}, game=game, threshold=threshold, at=at)


@transaction.atomic
def change_challenge(athlete: Athlete, rung_id: int, given: Mapping[str, Any], at: datetime) -> Rung:
    """Play another game on a rung from now on, or the same one with other settings; runs keep what they were played by.

    What is asked of it stays where the game still measures it and can reach it, and is made fair to ask where not.
    """
    rung = _lock_rung(athlete, rung_id)
    game = read_settings(given["format"], given["settings"])
    is_other_game = rung.format != game.id
    for name in ("title", "set_up", "cues"):
        setattr(rung, name, given[name])
    if not rung.title.strip():
        rung.title = shortened(game.goal_words(), 120)
    rung.save(update_fields=["title", "set_up", "cues", *rung.play(game)])
    asked = rung.threshold_revisions.order_by("id").last()
    if asked is None or is_other_game or not _can_be_asked(game, asked.threshold):
        threshold = fair_threshold(game, each_side=rung.ladder.has_sides)
        ThresholdRevision.objects.create(rung=rung, threshold=threshold.as_stored(), made_at=at)
    return rung


def _can_be_asked(game: AnyGame, threshold: Mapping[str, Any]) -> bool:
    try:
        check_mark(game, stored_threshold(type(game), threshold))
    except CoreError:
        return False
    return True


def read_settings(format_id: str, given: Mapping[str, Any]) -> AnyGame:
    """The game that somebody asks for. Raises ``CoreError`` with what is wrong with it under ``settings``."""
    format_ = get_format(format_id)
    try:
        return format_.read(given)
    except CoreError as error:
        raise error.under("settings") from None


@transaction.atomic
def get_quick_rung(athlete: Athlete, game: str, at: datetime) -> Rung:
    """The rung of a plain game for counting without a plan; made when it is first asked for."""
    values = {"title": TITLE, "discipline": DISCIPLINE, "arrived_at": at}
    ladder, _ = Ladder.objects.get_or_create(athlete=athlete, is_quick=True, defaults=values)
    chosen = QUICK_GAMES[game]
    rung = ladder.rungs.filter(title=chosen.title).first()
    if rung is None:
        given = {"title": chosen.title, "set_up": "", "lever": "", "cues": [], "format": chosen.format}
        rung = _put_on_top(ladder, {**given, "settings": chosen.settings}, at)
    return rung


def _add_rung(
    ladder: Ladder, number: int, given: Mapping[str, Any], *, game: AnyGame, threshold: Threshold, at: datetime
) -> Rung:
    check_mark(game, threshold)
    rung = Rung.objects.create(
        ladder=ladder,
        number=number,
        title=given["title"],
        set_up=given["set_up"],
        lever=given["lever"],
        cues=given["cues"],
        format=game.id,
        settings=game.settings.as_stored(),
        layout=_lay(ladder.athlete, given.get("layout")),
    )
    ThresholdRevision.objects.create(rung=rung, threshold=threshold.as_stored(), made_at=at)
    return rung


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
    lever: str,
    layout_id: int | None,
    at: datetime,
) -> Rung:
    """Put a rung at a number of the ladder, what stands there and above one up: the same game as another rung's.

    The athlete goes on holding the rung they held, and works on what is now right above it.
    """
    like = get_rung(athlete, like_id)
    layout = get_layout(athlete, layout_id) if layout_id else None
    words = {"title": shortened(title, 120), "set_up": set_up, "lever": shortened(lever, 120), "layout": layout}
    return _put_in_like(get_ladder_to_change(athlete, like.ladder_id), like, number, words, at)


@transaction.atomic
def copy_rung(athlete: Athlete, rung_id: int, at: datetime) -> Rung:
    """Put a copy of a rung right above it, with its layout, its lever and what it asks for."""
    rung = _lock_rung(athlete, rung_id)
    words = {name: getattr(rung, name) for name in ("title", "set_up", "lever", "layout")}
    return _put_in_like(rung.ladder, rung, rung.number + 1, words, at)


def _put_in_like(ladder: Ladder, like: Rung, number: int, words: Mapping[str, Any], at: datetime) -> Rung:
    """A rung at a number with another one's game and threshold."""
    _check_room_on(ladder)
    top = ladder.rungs.count() + 1
    rung = Rung.objects.create(
        ladder=ladder, number=top, cues=like.cues, format=like.format, settings=like.settings, **words
    )
    threshold = like.threshold_revisions.order_by("id").last()
    if threshold:
        ThresholdRevision.objects.create(rung=rung, threshold=threshold.threshold, made_at=at)
    _move(ladder, rung, number, at)
    return rung


@transaction.atomic
def move_rung(athlete: Athlete, rung_id: int, number: int, at: datetime) -> Rung:
    """Move a rung to another number of its ladder. Raises ``CoreError`` for a number that the ladder does not have."""
    rung = _lock_rung(athlete, rung_id)
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
def set_needs(athlete: Athlete, rung_id: int, given: Sequence[Mapping[str, Any]]) -> list[KnownNeed]:
    """Say which rungs a rung needs, in place of what was said before: ``rung`` by id, and ``is_must``.

    Raises ``CoreError``: for a rung that is not the athlete's or stands twice, and where rungs would need each other.
    """
    rung = _lock_rung(athlete, rung_id)
    own = {each.pk: each for each in Rung.objects.filter(ladder__athlete=athlete).select_related("ladder")}
    wanted = [each["rung"] for each in given]
    for place, needed in enumerate(wanted):
        if needed not in own or needed in wanted[:place] or needed == rung.pk:
            message = "Choose a rung of your own ladders, another one than this, and each once."
            raise CoreError.one("not_a_choice", message, "needs", place, "rung", value=needed)
    RungNeed.objects.filter(rung=rung).delete()
    RungNeed.objects.bulk_create(
        [RungNeed(rung=rung, needed_id=each["rung"], is_must=each["is_must"]) for each in given]
    )
    _check_all_needs(own)
    return list_needs([rung])[rung.pk]


def _check_all_needs(own: Mapping[int, Rung]) -> None:
    needs: dict[int, list[int]] = {}
    for rung, needed in RungNeed.objects.filter(rung__in=own, needed__in=own).values_list("rung", "needed"):
        needs.setdefault(rung, []).append(needed)
    ladders: dict[int, list[int]] = {}
    for each in sorted(own.values(), key=lambda rung: rung.number):
        ladders.setdefault(each.ladder_id, []).append(each.pk)
    titles = {pk: f"{rung.ladder.title} {rung.number}" for pk, rung in own.items()}
    check_needs(needs, list(ladders.values()), titles)


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
    shelf = list_shelf().get(ladder.shelf_key, {})
    kept = shelf.get("traits", {}).get("risks", ())
    ladder.known_traits = with_body(ladder.known_traits, given, kept_risks=kept)
    ladder.traits = ladder.known_traits.as_stored()
    ladder.save(update_fields=["traits"])
    return ladder


@transaction.atomic
def archive_ladder(athlete: Athlete, ladder_id: int, at: datetime | None) -> Ladder:
    """Put a ladder away, or with None bring it back. Its record stays, and what is planned with it."""
    ladder = get_ladder_to_change(athlete, ladder_id)
    ladder.archived_at = at
    ladder.save(update_fields=["archived_at"])
    return ladder


def _lay(athlete: Athlete, given: Mapping[str, Any] | None) -> Layout | None:
    return keep_for_hand(athlete, given["place"], given) if given else None


def _lock_rung(athlete: Athlete, rung_id: int) -> Rung:
    rungs = Rung.objects.filter(ladder__athlete=athlete).select_related("ladder__athlete")
    return lock_one(rungs, pk=rung_id)


@transaction.atomic
def attach_layout(athlete: Athlete, rung_id: int, layout_id: int | None) -> Rung:
    """Say where the targets of a rung go from now on; runs that were played keep what they were aimed at."""
    rung = _lock_rung(athlete, rung_id)
    rung.layout = None if layout_id is None else get_layout(athlete, layout_id)
    rung.save(update_fields=["layout"])
    return rung


@transaction.atomic
def change_threshold(athlete: Athlete, rung_id: int, given: Mapping[str, Any], at: datetime) -> ThresholdRevision:
    """Ask something else of a rung from now on. Raises ``CoreError`` for values that cannot be asked."""
    rung = _lock_rung(athlete, rung_id)
    game = rung.game
    threshold = read_threshold(type(game), given)
    check_mark(game, threshold)
    if threshold.each_side and not rung.ladder.has_sides:
        raise CoreError.one(
            "no_sides", f"{rung.ladder.title} has no sides; ask for it without them.", "each_side", value=True
        )
    return ThresholdRevision.objects.create(rung=rung, threshold=threshold.as_stored(), made_at=at)


@transaction.atomic
def record_move(
    athlete: Athlete, ladder_id: int, decision: str, *, verdict: str, reasons: Sequence[str], at: datetime
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
        is_overruled=decision != verdict,
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
