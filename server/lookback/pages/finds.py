"""What changed: the finds of the whole record through one gate, and what stands still."""

from __future__ import annotations

from dataclasses import dataclass

from django.db.models import QuerySet

from accounts.models import Athlete
from accounts.selectors import get_today
from config.caching import cached_until_write
from jolly_core.finds.gate import Found, Passed, pass_gate
from jolly_core.finds.look import Look
from jolly_core.finds.registry import QUESTIONS, look_at_practice, look_at_rung
from jolly_core.finds.standing_still import StandingStill
from ladders.models import Ladder, Rung
from lookback.models import RungLooks
from lookback.pages.about import EVERYTHING, About, about_rung
from lookback.records import list_counting_runs, read_practice, read_rungs
from lookback.working_out import work_out
from runs.filters import Filters

MOST_STILL = 3


@dataclass(frozen=True)
class Find:
    """A find, what it is about, and how sure it is."""

    question: str
    title: str
    page: str
    about: About
    look: Look
    luck: str


@dataclass(frozen=True)
class Still:
    """A rung and side that stands still, or did for long."""

    about: About
    still: StandingStill


@dataclass(frozen=True)
class FindsPage:
    """The first few finds, the others, what stands still, and how much was looked at."""

    words: str
    looks: int
    first: tuple[Find, ...]
    others: tuple[Find, ...]
    still: tuple[Still, ...]


def get_finds(athlete: Athlete, filters: Filters) -> FindsPage:
    """The finds of what the filters leave."""
    work_out(athlete)
    return cached_until_write(athlete, ("finds", filters, get_today(athlete)), lambda: _page(athlete, filters))


def _page(athlete: Athlete, filters: Filters) -> FindsPage:
    passed = pass_gate_of(athlete, filters)
    first = passed.first
    others = [found for found in passed.finds if all(found is not each for each in first)]
    return FindsPage(
        passed.words,
        passed.looks,
        tuple(map(say_find, first)),
        tuple(map(say_find, others)),
        tuple(list_still(athlete, filters)),
    )


def pass_gate_of(athlete: Athlete, filters: Filters) -> Passed[About]:
    """What passes the one gate of all looks that the filters leave."""
    looks = _kept(athlete, filters) if filters.are_of_place_alone else _anew(athlete, filters)
    return pass_gate([*looks, *_of_the_practice(athlete, filters)])


def list_kept(athlete: Athlete, filters: Filters) -> QuerySet[RungLooks]:
    """The looks that are kept, of the rungs that the filters leave."""
    kept = RungLooks.objects.filter(rung__ladder__athlete=athlete, rung__ladder__archived_at=None)
    for name, lookup in (("discipline", "rung__ladder__discipline"), ("ladder", "rung__ladder"), ("rung", "rung")):
        if value := getattr(filters, name):
            kept = kept.filter(**{lookup: value})
    return kept


def list_still(athlete: Athlete, filters: Filters) -> list[Still]:
    """What stands still, or did for long: what does so now comes first."""
    kept = list_kept(athlete, filters).exclude(still={}).select_related("rung__ladder__athlete")
    found = [
        Still(about_rung(each.rung, side), StandingStill.from_stored(still))
        for each in kept.defer("looks", "brief", "rung__ladder__taken_as")
        for side, still in each.still.items()
        if not filters.side or side == filters.side
    ]
    return sorted(found, key=lambda each: (not each.still.is_now, -each.still.days))[:MOST_STILL]


def _kept(athlete: Athlete, filters: Filters) -> list[Found[About]]:
    """The looks that are kept, in full where they could pass."""
    kept = list_kept(athlete, filters)
    brief = list(kept.values_list("rung", "brief"))
    full = {
        each.rung_id: each
        for each in kept.filter(may_pass=True).select_related("rung__ladder__athlete").defer("rung__ladder__taken_as")
    }
    found: list[Found[About]] = []
    for rung_id, looks in brief:
        if rung_id in full:
            rung = full[rung_id].rung
            pairs = [(about_rung(rung, each["side"]), Look.from_stored(each)) for each in full[rung_id].looks]
        else:
            pairs = [(EVERYTHING, Look(question, p_value)) for question, _, p_value in looks]
        sides = [side for _, side, _ in looks]
        found += [
            Found(about, look)
            for (about, look), side in zip(pairs, sides, strict=True)
            if not filters.side or side == filters.side
        ]
    return found


def _anew(athlete: Athlete, filters: Filters) -> list[Found[About]]:
    """Looks at the runs that the filters leave: nothing of that is kept."""
    ids = list_counting_runs(athlete, filters).order_by().values_list("rung", flat=True).distinct()
    rungs = list(Rung.everything.filter(pk__in=list(ids)).select_related("ladder__athlete"))
    records = read_rungs(athlete, rungs, filters)
    return [Found(about_rung(rung, look.side), look) for rung in rungs for look in look_at_rung(records[rung.pk])]


def _of_the_practice(athlete: Athlete, filters: Filters) -> list[Found[About]]:
    if filters.rung or filters.side:
        return []
    practice = read_practice(athlete, get_today(athlete), filters)
    ladders = Ladder.objects.only("title", "discipline", "pair").in_bulk(list(practice.ladders))
    found = []
    for ladder_id, look in look_at_practice(practice):
        ladder = ladders.get(ladder_id) if ladder_id else None
        if ladder is None:
            found.append(Found(EVERYTHING, look))
            continue
        words = ladder.known_pair.words(look.side)
        about = About(ladder.pk, ladder.title, ladder.discipline, None, None, "", look.side, words)
        found.append(Found(about, look))
    return found


def say_find(found: Found[About]) -> Find:
    """A find as it is sent."""
    question = QUESTIONS[found.look.question]
    return Find(question.id, question.title, question.page, found.about, found.look, found.look.luck_words)
