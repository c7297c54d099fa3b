"""What rungs need of ladders that are on the shelf and not the athlete's own: nobody can hold those yet."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.formats.ladder_pack import PackedNeed
from ladders.models import Ladder, Rung
from ladders.selectors import list_rungs
from ladders.shelf import list_shelf


@dataclass(frozen=True)
class ShelfNeed:
    """A rung of a ladder on the shelf, by the ladder's key; it must be held first, or ideally should be."""

    key: str
    words: str
    is_must: bool


def list_shelf_needs(ladder: Ladder) -> dict[int, list[ShelfNeed]]:
    """By the ids of a ladder's rungs, what each needs that is still on the shelf."""
    packed = list_shelf().get(ladder.shelf_key)
    by_number = {number: rung.needs for number, rung in enumerate(packed.rungs, 1) if rung.needs} if packed else {}
    if not by_number:
        return {}
    own = set(Ladder.objects.filter(athlete=ladder.athlete_id).values_list("shelf_key", flat=True))
    by_rung = {rung.pk: by_number.get(_number_on_shelf(ladder, rung) or 0, ()) for rung in list_rungs(ladder)}
    return {pk: [_shelf_need(need) for need in needs if need.ladder not in own] for pk, needs in by_rung.items()}


def _number_on_shelf(ladder: Ladder, rung: Rung) -> int | None:
    """Which rung of the shelf it was taken as; None for one of the athlete's own."""
    return rung.taken_number if ladder.taken_as else rung.number


def _shelf_need(need: PackedNeed) -> ShelfNeed:
    return ShelfNeed(need.ladder, f"rung {need.rung} of {list_shelf()[need.ladder].title}", need.is_must)
