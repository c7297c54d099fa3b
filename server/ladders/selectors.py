"""Reads of ladders. Everything goes through the athlete: what belongs to another is not there."""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from django.db.models import QuerySet, TextField, prefetch_related_objects
from django.db.models.functions import Cast

from accounts.models import Athlete
from config.finding import find_one, lock_one
from jolly_core.body.risks import Risk, list_missing
from jolly_core.challenges.registry import get_format
from jolly_core.ladder.needs import Need, layer_needs
from jolly_core.thresholds.threshold import Threshold, stored_threshold
from jolly_core.verdicts.kept_check import Kept, is_rung_held
from ladders.models import Acknowledgement, KeptCheck, Ladder, Move, Rung, ThresholdRevision
from ladders.models import Need as RungNeed
from layouts.models import Layout

MOST_MOVES = 200


def list_ladders(athlete: Athlete) -> QuerySet[Ladder]:
    """The athlete's ladders with rungs and thresholds, in the order they were taken."""
    return _with_rungs(athlete).filter(is_quick=False, archived_at=None)


def list_archived(athlete: Athlete) -> QuerySet[Ladder]:
    """The ladders that were put away, the last one first."""
    return _with_rungs(athlete).exclude(archived_at=None).order_by("-archived_at")


def _with_rungs(athlete: Athlete) -> QuerySet[Ladder]:
    ladders = Ladder.objects.filter(athlete=athlete).select_related("athlete", "kept_check")
    return ladders.prefetch_related(
        "rungs__threshold_revisions", "rungs__layout", "acknowledgements", "athlete__body_sides"
    )


@dataclass(frozen=True)
class RungName:
    """A rung by its name, where many are listed."""

    id: int
    number: int
    title: str


@dataclass(frozen=True)
class WorkedOn:
    """A ladder with all of its rungs by name, and in full the one that is worked on."""

    ladder: Ladder
    rungs: Sequence[RungName]
    working: Rung

    @property
    def rung_held(self) -> RungName | None:
        """The highest rung that is held."""
        held = self.ladder.held
        return self.rungs[held - 1] if 0 < held <= len(self.rungs) else None

    @property
    def kept(self) -> Kept | None:
        """How that rung is kept; None where it was not climbed, as one that was put in below."""
        check: KeptCheck | None = getattr(self.ladder, "kept_check", None)
        return check.known if check and self.rung_held and check.rung_id == self.rung_held.id else None

    @property
    def below(self) -> RungName | None:
        """The rung right below the one that is worked on."""
        return next((each for each in self.rungs if each.number == self.working.number - 1), None)


def list_worked_on(athlete: Athlete, ladder_ids: Sequence[int] | None = None) -> list[WorkedOn]:
    """The athlete's ladders, or those of them that are named, in the order they were taken: four queries for all."""
    ladders = Ladder.objects.filter(athlete=athlete, is_quick=False).select_related("kept_check").defer("taken_as")
    # What is planned with a ladder that was put away since is still played: it is found by its id.
    found = list(ladders.filter(archived_at=None) if ladder_ids is None else ladders.filter(pk__in=ladder_ids))
    names = _list_names([ladder.pk for ladder in found])
    # Right above the rung that is held; the top rung once all are.
    wanted = {ladder.pk: names[ladder.pk][min(ladder.held, len(names[ladder.pk]) - 1)].id for ladder in found}
    in_full = Rung.objects.in_bulk(list(wanted.values()))
    acknowledged = _list_acknowledged(athlete)
    worked_on = []
    for ladder in found:
        ladder.athlete = athlete  # it is known already: no need to read it once more for each
        ladder.loaded_acknowledgements = acknowledged.get(ladder.pk, [])  # type: ignore[attr-defined]  # for list_acknowledgements
        working = in_full[wanted[ladder.pk]]
        working.ladder = ladder
        worked_on.append(WorkedOn(ladder, names[ladder.pk], working))
    return worked_on


def _list_names(ladder_ids: Sequence[int]) -> dict[int, list[RungName]]:
    """The rungs of each of the ladders by name, from the bottom up."""
    names: dict[int, list[RungName]] = {ladder_id: [] for ladder_id in ladder_ids}
    rows = Rung.objects.filter(ladder_id__in=ladder_ids).order_by("ladder_id", "number")
    for ladder_id, rung_id, number, title in rows.values_list("ladder_id", "id", "number", "title"):
        names[ladder_id].append(RungName(rung_id, number, title))
    return names


def _list_acknowledged(athlete: Athlete) -> dict[int, list[Acknowledgement]]:
    """What the athlete has said yes to, by ladder."""
    by_ladder: dict[int, list[Acknowledgement]] = {}
    for each in Acknowledgement.objects.filter(ladder__athlete=athlete):
        by_ladder.setdefault(each.ladder_id, []).append(each)
    return by_ladder


def load_layouts(rungs: Sequence[Rung]) -> None:
    """Read the layouts of rungs that are already there, at once."""
    prefetch_related_objects(rungs, "layout")


def list_laid(rungs: Sequence[Rung]) -> list[Layout]:
    """The layouts of rungs, each once, read together; their athlete is the ladders'."""
    load_layouts(rungs)
    found: dict[int, Layout] = {}
    for rung in rungs:
        if layout := rung.laid:
            layout.athlete = rung.ladder.athlete  # it is known already: no need to read it once more for each
            found[layout.pk] = layout
    return list(found.values())


def get_ladder(athlete: Athlete, ladder_id: int) -> Ladder:
    return find_one(_with_rungs(athlete), pk=ladder_id)


def get_ladder_to_change(athlete: Athlete, ladder_id: int) -> Ladder:
    """A ladder of the athlete's, locked until the transaction ends."""
    return lock_one(Ladder.objects.filter(athlete=athlete).select_related("athlete"), pk=ladder_id)


def get_rung(athlete: Athlete, rung_id: int) -> Rung:
    """A rung of the athlete's, also one that was taken out: what is planned or was played on it is still there."""
    return find_one(Rung.everything.select_related("ladder"), pk=rung_id, ladder__athlete=athlete)


def list_rungs(ladder: Ladder) -> list[Rung]:
    return list(ladder.rungs.all())


def title_on(ladder: Ladder, rung: Rung, side: str) -> str:
    """What a rung on a side is called in a block: its ladder, its own title, and the hand."""
    words = ladder.known_pair.words(side)
    return f"{ladder.title}: {rung.title}" + (f", {words}" if words else "")


def get_working_rung(ladder: Ladder) -> Rung:
    """The rung above the one that is held; the top rung once the whole ladder is."""
    rungs = list_rungs(ladder)
    return rungs[min(ladder.held, len(rungs) - 1)]


def get_rung_below(ladder: Ladder, rung: Rung) -> Rung | None:
    return next((each for each in list_rungs(ladder) if each.number == rung.number - 1), None)


def get_threshold(rung: Rung) -> Threshold:
    """What is asked of the rung now."""
    return stored_threshold(get_format(rung.format), get_threshold_values(rung))


def get_threshold_values(rung: Rung) -> dict[str, Any]:
    revisions = list(rung.threshold_revisions.all())
    values: dict[str, Any] = revisions[-1].threshold
    return values


def list_thresholds(rungs: Sequence[Rung]) -> dict[int, Threshold]:
    """What is asked of each of the rungs now, by their ids, read at once."""
    revisions = ThresholdRevision.objects.filter(rung_id__in=[rung.pk for rung in rungs]).order_by("id")
    texts = dict(revisions.annotate(text=Cast("threshold", TextField())).values_list("rung_id", "text"))
    return {rung.pk: _read_threshold(rung.format, texts[rung.pk]) for rung in rungs}


@lru_cache(maxsize=2048)
def _read_threshold(format_id: str, text: str) -> Threshold:
    """A stored threshold; the latest are remembered: most ladders ask the same from one read to the next."""
    return stored_threshold(get_format(format_id), json.loads(text))


@dataclass(frozen=True)
class KnownNeed:
    """A need of a rung, with the rung that is needed."""

    rung: int
    ladder: int
    need: Need

    @property
    def words(self) -> str:
        return self.need.words


def list_needs(rungs: Sequence[Rung]) -> dict[int, list[KnownNeed]]:
    """What each of the rungs needs, by their ids, read at once; what was taken out since is needed no longer."""
    known: dict[int, list[KnownNeed]] = {rung.pk: [] for rung in rungs}
    rows = RungNeed.objects.filter(rung_id__in=known, needed__taken_out_at=None).order_by("id")
    of_the_needed = [
        f"needed__{name}" for name in ("number", "title", "ladder__title", "ladder__held", "ladder__kept_check__missed")
    ]
    for rung, needed, ladder, is_must, number, title, ladder_title, held, missed in rows.values_list(
        "rung_id", "needed_id", "needed__ladder_id", "is_must", *of_the_needed
    ):
        need = Need(
            f"{ladder_title}, rung {number} ({title})",
            is_must,
            is_held=is_rung_held(number, held, missed or 0),
        )
        known[rung].append(KnownNeed(needed, ladder, need))
    return known


@dataclass(frozen=True)
class NeedNode:
    """A rung in the graph of needs: how deep it lies, whether it is held, and what it needs."""

    rung: int
    ladder: int
    words: str
    is_held: bool
    depth: int
    needs: Sequence[KnownNeed]


def list_need_graph(ladder: Ladder) -> list[NeedNode]:
    """What the rungs of a ladder need, and what that needs in turn; empty where nothing is needed."""
    found: dict[int, list[KnownNeed]] = {}
    rungs = list_rungs(ladder)
    while rungs:
        found |= list_needs(rungs)
        wanted = {each.rung for needs in found.values() for each in needs} - found.keys()
        rungs = list(Rung.objects.filter(pk__in=wanted))
    edges = {rung: [each.rung for each in needs] for rung, needs in found.items() if needs}
    layers = layer_needs(edges)
    own = {rung.pk: rung for rung in Rung.objects.filter(pk__in=layers).select_related("ladder__kept_check")}
    nodes = [NeedNode(pk, own[pk].ladder_id, str(own[pk]), own[pk].is_held, layers[pk], found[pk]) for pk in layers]
    return sorted(nodes, key=lambda node: (node.depth, node.words))


def list_moves(ladder: Ladder) -> QuerySet[Move]:
    """The latest moves, the last one first; older ones stay in the record."""
    return ladder.moves.all().reverse()[:MOST_MOVES]


def list_unacknowledged(ladder: Ladder) -> list[Risk]:
    """The risks of a ladder that the athlete has not said yes to yet."""
    return list_missing(ladder.known_traits.risks, [each.risk for each in list_acknowledgements(ladder)])


def list_acknowledgements(ladder: Ladder) -> list[Acknowledgement]:
    """What the athlete has said yes to, of the ladder's risks."""
    loaded: list[Acknowledgement] | None = getattr(ladder, "loaded_acknowledgements", None)
    return list(ladder.acknowledgements.all()) if loaded is None else loaded
