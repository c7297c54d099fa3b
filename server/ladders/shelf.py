"""The shelf: ready-made ladders in packs that ship with the application, and how an athlete reads them."""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache

from django.conf import settings

from accounts.models import Athlete
from jolly_core.errors import NotFound
from jolly_core.formats.ladder_pack import PackedLadder, PackedLayout, PackedNeed, PackedRung, read_pack
from jolly_core.ladder.levers import levers_words, step_between
from jolly_core.planning.browse import Choices, Wanted, choices_of, fits, run_seconds
from jolly_core.sided import say
from ladders.models import Ladder
from layouts.services import for_hand


@cache
def list_shelf() -> dict[str, PackedLadder]:
    """Every ladder on the shelf by its key, in the order of the files."""
    packs = [read_pack(json.loads(file.read_text()), has_shape=True) for file in sorted(settings.SHELF.glob("*.json"))]
    return {ladder.key: ladder for pack in packs for ladder in pack}


def get_shelf_ladder(key: str) -> PackedLadder:
    try:
        return list_shelf()[key]
    except KeyError:
        raise NotFound from None


@cache
def get_choices() -> Choices:
    """The disciplines and places that there are ladders for."""
    return choices_of(list_shelf().values())


@dataclass(frozen=True)
class OnShelf:
    """A ladder of the shelf as it is looked over; ``taken`` is the athlete's own one, by its id."""

    packed: PackedLadder
    summary: str
    run_s: int
    picture: PackedLayout | None
    taken: int | None


@dataclass(frozen=True)
class ReadRung:
    """A rung of the shelf as its athlete reads it."""

    number: int
    packed: PackedRung
    set_up: str
    cues: Sequence[str]
    card_lines: Sequence[str]
    levers: str
    step: str
    layout: PackedLayout | None
    needs: Sequence[str]


def look_over(athlete: Athlete, wanted: Wanted) -> list[OnShelf]:
    """The ladders that are wanted: those of the disciplines that the athlete practises first, then by discipline."""
    rows = Ladder.objects.filter(athlete=athlete, archived_at=None, is_quick=False)
    own = list(rows.values_list("shelf_key", "discipline", "id"))
    taken, practised = {key: pk for key, _, pk in own if key}, {discipline for _, discipline, _ in own}
    found = [ladder for ladder in list_shelf().values() if fits(ladder, wanted)]
    found.sort(key=lambda ladder: (ladder.discipline not in practised, ladder.discipline))
    return [show_on_shelf(athlete, ladder, taken.get(ladder.key)) for ladder in found]


def read_ladder(athlete: Athlete, key: str) -> tuple[OnShelf, list[ReadRung]]:
    """A ladder of the shelf with all of its rungs, before it is taken: nothing is kept."""
    packed = get_shelf_ladder(key)
    own = Ladder.objects.filter(athlete=athlete, shelf_key=key, archived_at=None).values_list("id", flat=True).first()
    by = athlete.laterality(packed.discipline)
    rungs = []
    for number, rung in enumerate(packed.rungs, 1):
        below = packed.rungs[number - 2].levers if number > 1 else rung.levers
        rungs.append(
            ReadRung(
                number=number,
                packed=rung,
                set_up=say(rung.set_up, by),
                cues=[say(cue, by) for cue in rung.cues],
                card_lines=rung.card.said(lambda text: say(text, by)).lines,
                levers=levers_words(rung.levers, athlete.units),
                step=step_between(below, rung.levers, athlete.units).words,
                layout=_laid(athlete, rung.layout),
                needs=[_need_words(need) for need in rung.needs],
            )
        )
    return show_on_shelf(athlete, packed, own), rungs


def show_on_shelf(athlete: Athlete, packed: PackedLadder, taken: int | None = None) -> OnShelf:
    """A ladder of the shelf as that athlete looks it over."""
    by = athlete.laterality(packed.discipline)
    first = next((rung.layout for rung in packed.rungs if rung.layout), None)
    return OnShelf(packed, say(packed.summary, by), run_seconds(packed), _laid(athlete, first), taken)


def _laid(athlete: Athlete, laid: PackedLayout | None) -> PackedLayout | None:
    """A layout, which is drawn for the right hand, as the athlete will lay it."""
    return laid and PackedLayout(laid.place, for_hand(athlete, laid.place, laid.layout))


def _need_words(need: PackedNeed) -> str:
    ladder = list_shelf()[need.ladder]
    words = f"rung {need.rung} of {ladder.title}"
    return words if need.is_must else f"better with {words}"
