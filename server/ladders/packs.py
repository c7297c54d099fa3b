"""Ladders in from packs, one of the shelf or a file's, and out into them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Any

from django.db import transaction
from django.db.models import prefetch_related_objects
from django.utils.text import slugify

from accounts.models import Athlete
from config.bounds import check_room
from jolly_core.errors import CoreError, errors_under
from jolly_core.formats.ladder_pack import (
    PackedLadder,
    PackedLayout,
    PackedNeed,
    PackedRung,
    read_pack,
    write_pack,
)
from jolly_core.formats.pack_refresh import Refresh, refresh_of
from jolly_core.formats.pack_schema import LONGEST_KEY
from jolly_core.thresholds.schools import SCHOOLS
from ladders.hands import for_hand
from ladders.models import Ladder, Rung
from ladders.models import Need as RungNeed
from ladders.needs import link_needs, link_taken, list_taken
from ladders.rungs import put_in_packed, rewrite_rung, write_rung
from ladders.selectors import get_ladder, get_ladder_to_change, get_threshold
from ladders.shelf import list_shelf
from layouts.selectors import core_layout

MOST_LADDERS = 200
#: More than these are not taken in from a file at once.
MOST_IN_A_FILE = 20


@transaction.atomic
def take_ladder(athlete: Athlete, key: str, packed: PackedLadder, at: datetime) -> Ladder:
    """Put a ladder of the shelf among the athlete's own. Taking it again returns the one that is there."""
    known = Ladder.objects.filter(athlete=athlete, shelf_key=key).first()
    if known:
        if known.archived_at:
            known.archived_at = None
            known.save(update_fields=["archived_at"])
        return known
    check_room_for_ladders(athlete)
    defaults = {**_columns(packed), **_visits(packed), "arrived_at": at, "taken_as": write_pack((packed,))}
    ladder, is_new = Ladder.objects.get_or_create(athlete=athlete, shelf_key=key, defaults=defaults)
    if is_new:
        _write_rungs(ladder, packed, at)
        link_taken(athlete, key)
    return ladder


def preview_pack(given: Any) -> tuple[PackedLadder, ...]:
    """What a file holds. Raises ``CoreError`` with every problem, each at its path under ``pack``; nothing is kept."""
    with errors_under("pack"):
        listed = given.get("ladders") if isinstance(given, Mapping) else None
        if isinstance(listed, list) and len(listed) > MOST_IN_A_FILE:
            message = f"Take in {MOST_IN_A_FILE} ladders at a time; this file holds {len(listed)}."
            raise CoreError.one("too_many", message, "ladders", value=len(listed), allowed=MOST_IN_A_FILE)
        return read_pack(given)


@transaction.atomic
def take_pack(athlete: Athlete, given: Any, at: datetime) -> list[Ladder]:
    """Put the ladders of a file among the athlete's own: all of them, or none where one cannot be read or kept."""
    made: dict[str, Ladder] = {}
    packed = preview_pack(given)
    for each in packed:
        check_room_for_ladders(athlete)
        made[each.key] = Ladder.objects.create(athlete=athlete, arrived_at=at, **_columns(each), **_visits(each))
        _write_rungs(made[each.key], each, at)
    link_needs(athlete, packed, {**list_taken(athlete), **made})
    return list(made.values())


def give_pack(athlete: Athlete, ladder_id: int) -> dict[str, Any]:
    """A ladder of the athlete's as a pack: as a right-hander sees it, without the record.

    A layout on a place that the athlete measured stays behind: nobody else has that place.
    """
    ladder = get_ladder(athlete, ladder_id)
    rungs = list(ladder.rungs.all())
    prefetch_related_objects(rungs, "needs__needed__ladder")
    return write_pack((_packed(ladder, [_packed_rung(athlete, rung, _packed_needs(rung)) for rung in rungs]),))


def _packed(ladder: Ladder, rungs: Sequence[PackedRung]) -> PackedLadder:
    shelf = list_shelf().get(ladder.shelf_key)
    return PackedLadder(
        key=ladder.shelf_key or slugify(ladder.title)[:LONGEST_KEY].strip("-") or "ladder",
        title=ladder.title,
        discipline=ladder.discipline,
        summary=ladder.summary,
        levels=shelf.levels if shelf else (),
        pair=ladder.known_pair,
        kit=tuple(ladder.kit),
        cautions=tuple(ladder.cautions),
        traits=ladder.known_traits,
        rungs=tuple(rungs),
        school=ladder.school,
    )


def get_refresh(ladder: Ladder) -> Refresh:
    """What the shelf has newer of a ladder that was taken from it, where its athlete changed nothing."""
    newer = list_shelf().get(ladder.shelf_key)
    if newer is None or not ladder.taken_as or ladder.taken_as == write_pack((newer,)):
        return Refresh()
    (taken,) = read_pack(ladder.taken_as, has_shape=True)
    rungs = list(ladder.rungs.all())
    own = _packed(ladder, [])
    by_number = {rung.taken_number: _packed_rung(ladder.athlete, rung, ()) for rung in rungs if rung.taken_number}
    return refresh_of(taken, own, by_number, newer)


@transaction.atomic
def refresh_ladder(athlete: Athlete, ladder_id: int, at: datetime) -> Ladder:
    """Bring what the shelf has newer into a ladder; what the athlete changed, added or took out stays as it is."""
    ladder = get_ladder_to_change(athlete, ladder_id)
    refresh = get_refresh(ladder)
    newer = list_shelf().get(ladder.shelf_key)
    if newer is None or not ladder.taken_as:
        raise CoreError.one("not_from_the_shelf", "This ladder is your own; there is nothing newer of it.", "ladder")
    columns = {name: value for name, value in _columns(newer).items() if name in refresh.ladder}
    for name, value in {**columns, "taken_as": write_pack((newer,))}.items():
        setattr(ladder, name, value)
    ladder.save(update_fields=[*columns, "taken_as"])
    rungs = {rung.taken_number: rung for rung in ladder.rungs.all() if rung.taken_number}
    for number, values in refresh.rungs.items():
        rewrite_rung(rungs[number], values, at)
    for number, rung in rungs.items():
        rung.taken_number = refresh.numbers.get(number)
        rung.save(update_fields=["taken_number"])
    below = {number: rung.number for number, rung in rungs.items()}
    for place, (after, number) in enumerate(refresh.added):
        put_in_packed(ladder, newer.rungs[number - 1], below.get(after, 0) + 1 + place, at, taken_number=number)
    return ladder


def check_room_for_ladders(athlete: Athlete) -> None:
    """Raise where the athlete has as many ladders as there may be."""
    kept = Ladder.objects.filter(athlete=athlete)
    check_room(kept, MOST_LADDERS, "ladders", instead="put more rungs on one that you have")


def _columns(packed: PackedLadder) -> dict[str, Any]:
    return {
        "title": packed.title,
        "discipline": packed.discipline,
        "summary": packed.summary,
        "school": packed.school,
        "kit": list(packed.kit),
        "cautions": list(packed.cautions),
        "pair": packed.pair.as_stored(),
        "traits": packed.traits.as_stored(),
    }


def _visits(packed: PackedLadder) -> dict[str, Any]:
    """How its blocks are made, as its school has it."""
    school = SCHOOLS.get(packed.school)
    return {"from_rung_one": bool(school and school.from_rung_one)}


def _write_rungs(ladder: Ladder, packed: PackedLadder, at: datetime) -> None:
    for number, rung in enumerate(packed.rungs, 1):
        write_rung(ladder, number, rung, at, taken_number=number if ladder.shelf_key else None)


def _packed_rung(athlete: Athlete, rung: Rung, needs: tuple[PackedNeed, ...]) -> PackedRung:
    laid = rung.laid
    layout = None
    if laid and laid.own_place_id is None:
        layout = PackedLayout(laid.place_key, core_layout(laid))
    packed = PackedRung(
        title=rung.title,
        set_up=rung.set_up,
        cues=tuple(rung.cues),
        levers=rung.known_levers,
        card=rung.known_card,
        game=rung.game,
        threshold=get_threshold(rung),
        layout=layout,
        needs=needs,
    )
    return for_hand(athlete, packed)


def _packed_needs(rung: Rung) -> tuple[PackedNeed, ...]:
    """The needs that others can be told of: rungs of ladders that are on the shelf."""
    needs: Sequence[RungNeed] = list(rung.needs.all())
    return tuple(
        PackedNeed(need.needed.ladder.shelf_key, need.needed.number, need.is_must)
        for need in needs
        if need.needed.ladder.shelf_key and need.needed.taken_out_at is None
    )
