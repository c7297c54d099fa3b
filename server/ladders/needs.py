"""Writes of what rungs need, by hand and as packs have it."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from typing import Any

from django.db import transaction

from accounts.models import Athlete
from jolly_core.errors import CoreError
from jolly_core.formats.ladder_pack import PackedLadder
from jolly_core.ladder.needs import check_needs
from ladders.models import Ladder, Rung
from ladders.models import Need as RungNeed
from ladders.rungs import lock_rung
from ladders.selectors import KnownNeed, list_needs
from ladders.shelf import list_shelf


@transaction.atomic
def set_needs(athlete: Athlete, rung_id: int, given: Sequence[Mapping[str, Any]]) -> list[KnownNeed]:
    """Say which rungs a rung needs, in place of what was said before: ``rung`` by id, and ``is_must``.

    Raises ``CoreError``: for a rung that is not the athlete's or stands twice, and where rungs would need each other.
    """
    rung = lock_rung(athlete, rung_id)
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
    check_all_needs(athlete)
    return list_needs([rung])[rung.pk]


def check_all_needs(athlete: Athlete) -> None:
    """Raise ``CoreError`` where any of the athlete's rungs would need each other."""
    own = {each.pk: each for each in Rung.objects.filter(ladder__athlete=athlete).select_related("ladder")}
    needs: dict[int, list[int]] = {}
    for rung, needed in RungNeed.objects.filter(rung__in=own, needed__in=own).values_list("rung", "needed"):
        needs.setdefault(rung, []).append(needed)
    ladders: dict[int, list[int]] = {}
    for each in sorted(own.values(), key=lambda rung: rung.number):
        ladders.setdefault(each.ladder_id, []).append(each.pk)
    titles = {pk: f"{rung.ladder.title} {rung.number}" for pk, rung in own.items()}
    check_needs(needs, list(ladders.values()), titles)


def list_taken(athlete: Athlete) -> dict[str, Ladder]:
    """The ladders of the shelf that the athlete has, by their keys."""
    return {ladder.shelf_key: ladder for ladder in Ladder.objects.filter(athlete=athlete).exclude(shelf_key="")}


def link_taken(athlete: Athlete, key: str) -> None:
    """Say what the rungs of a ladder just taken need of the others that are taken, and those of it.

    What the others need of each other was said when they were taken, and may have been changed since.
    """
    taken, shelf = list_taken(athlete), list_shelf()
    link_needs(athlete, [shelf[each] for each in taken if each in shelf], taken, of=key)


def link_needs(
    athlete: Athlete, packed: Iterable[PackedLadder], known: Mapping[str, Ladder], *, of: str | None = None
) -> None:
    """Keep the needs of packed ladders as far as both rungs are known; with ``of`` those that touch that ladder."""
    wanted = [
        (known[ladder.key], number, need)
        for ladder in packed
        for number, rung in enumerate(ladder.rungs, 1)
        for need in rung.needs
        if need.ladder in known and of in (None, ladder.key, need.ladder)
    ]
    for ladder, number, need in wanted:
        rung, needed = _rung_of(ladder, number), _rung_of(known[need.ladder], need.rung)
        if rung and needed and rung != needed:
            RungNeed.objects.get_or_create(rung=rung, needed=needed, defaults={"is_must": need.is_must})
    if wanted:
        check_all_needs(athlete)


def _rung_of(ladder: Ladder, number: int) -> Rung | None:
    """The rung that had that number in its pack; None where it was taken out."""
    rungs = ladder.rungs.filter(taken_number=number) if ladder.taken_as else ladder.rungs.filter(number=number)
    return rungs.first()
