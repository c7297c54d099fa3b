"""What the record tells of an athlete's aim, and what that foretells of a layout. No tables of its own."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from functools import lru_cache
from typing import Any

from django.db.models import Sum

from accounts.models import Athlete
from config.caching import cached_until_write
from jolly_core.aim.directions import Directions, estimate_directions
from jolly_core.aim.record import Observation, Tries
from jolly_core.aim.spread import Aim, Predicted, estimate_aim, predict
from jolly_core.challenges.registry import FORMATS, get_format, stored_tally
from jolly_core.errors import CoreError
from jolly_core.measures import read_long
from jolly_core.patterns.written import read_pattern
from jolly_core.places.aimed import AimedAmong, AimedAt, stored_aimed
from jolly_core.places.kit import kit_of
from jolly_core.places.layout import Layout, Stand, distance_to, read_layout, stand_at, tells_aim
from jolly_core.places.place import Place
from jolly_core.places.standing import stand_words
from jolly_core.places.tape import SurfaceTape, tape_list
from jolly_core.places.zone import Zone
from jolly_core.planning.rung_maker import NextRung, propose_rungs
from ladders.models import Ladder, Rung
from ladders.selectors import get_rung_below
from layouts.selectors import aimed_at, core_layout, place_of
from places.selectors import get_drawn_place
from runs.models import Run

#: Aim is estimated from the latest attempts: one season, and earlier ones only where that is too few.
WINDOWS: tuple[int | None, ...] = (90, 365, None)
ENOUGH_ATTEMPTS = 60
#: Estimates kept in each process: some dozens for each of some dozens of athletes.
KEPT_ESTIMATES = 1024

Key = tuple[int, str]

COUNTING_ZONES = [each.id for each in FORMATS.values() if each.counts_zones]
#: Formats whose makes and misses, or balls zone by zone, tell of the aim.
TELLING = {each.id for each in FORMATS.values() if each.is_aimed or each.counts_zones}


@dataclass(frozen=True)
class LadderAim:
    """The aim at one ladder's targets with one side."""

    ladder: Ladder
    side: str
    aim: Aim
    #: By its directions, where balls were counted zone by zone.
    directions: Directions | None
    #: The places that the ladder's rungs are laid on.
    places: tuple[str, ...]

    @property
    def title(self) -> str:
        """The ladder, and the hand it is played with."""
        hand = self.ladder.known_pair.words(self.side)
        return f"{self.ladder.title}, {hand}" if hand else self.ladder.title

    @property
    def words(self) -> str:
        """What was found, and whether to believe it."""
        return ". ".join(each for each in (self.aim.words, self.directions and self.directions.words) if each)


@dataclass(frozen=True)
class ZoneWorkedOut:
    """A target as it is played from where one stands."""

    zone: Zone
    distance_m: float
    distance_words: str
    predicted: Predicted | None


@dataclass(frozen=True)
class Offer:
    """A step of the rung maker, with where to stand for it."""

    step: NextRung
    stand: Stand
    zone: Zone


@dataclass(frozen=True)
class WorkedOut:
    """All that follows from a layout: how far, how likely, where the tape goes, what to bring, in which order."""

    zones: Sequence[ZoneWorkedOut]
    tape: Sequence[SurfaceTape]
    kit: Sequence[str]
    stand_words: str
    steps: Sequence[str]
    #: Why the pattern cannot be played; empty where it can.
    pattern_problem: str
    aim: LadderAim | None
    offers: Sequence[Offer]


def list_aims(athlete: Athlete) -> list[LadderAim]:
    """The athlete's aim, ladder by ladder and side by side, where makes and misses tell of one."""
    return cached_until_write(athlete, "aims", lambda: read_aims(athlete))


def read_aims(athlete: Athlete, ladder_ids: Sequence[int] | None = None) -> list[LadderAim]:
    """The same, of those ladders alone."""
    rungs = Rung.everything.filter(ladder__athlete=athlete).order_by("number")
    if ladder_ids is not None:
        rungs = rungs.filter(ladder__in=ladder_ids)
    ladder_of, places, laid = dict[int, int](), dict[int, dict[str, None]](), set[int]()
    for rung, format_id, ladder_id, place in rungs.values_list("pk", "format", "ladder_id", "layout__place_key"):
        ladder_of[rung] = ladder_id
        if place is not None:
            places.setdefault(ladder_id, {})[place] = None
            if format_id in TELLING:
                laid.add(ladder_id)
    evidence = list_evidence(athlete, ladder_of, laid=laid)
    ladders = Ladder.objects.in_bulk({ladder_id for ladder_id, _ in evidence})
    aims = []
    for (ladder_id, side), record in sorted(evidence.items()):
        ladder = ladders[ladder_id]
        ladder.athlete = athlete
        aim, directions = _estimated(tuple(record))
        aims.append(LadderAim(ladder, side, aim, directions, tuple(places.get(ladder_id, ()))))
    return aims


@lru_cache(maxsize=KEPT_ESTIMATES)
def _estimated(record: tuple[Observation, ...]) -> tuple[Aim, Directions | None]:
    """The aim and its directions. A press on one ladder leaves the record of every other one as it was."""
    return estimate_aim(record), estimate_directions(record)


def get_aim(athlete: Athlete, ladder_id: int, side: str | None = None) -> LadderAim | None:
    """The aim at a ladder's targets; without a side the one that was tried most."""
    found = [each for each in list_aims(athlete) if each.ladder.pk == ladder_id and side in (None, each.side)]
    return max(found, key=lambda each: each.aim.attempts, default=None)


def list_evidence(
    athlete: Athlete, ladder_of: Mapping[int, int], *, laid: Collection[int]
) -> dict[Key, list[Observation]]:
    """What was played on some rungs at each set-up, by ladder and side, of the first window with enough attempts.

    ``ladder_of`` says which ladder each of the rungs is on. Beyond a year only ladders are looked at that are ``laid``
    now with a game that tells of the aim, or were played at targets since.
    """
    found: dict[Key, list[Observation]] = {}
    enough: set[Key] = set()
    for days in WINDOWS:
        # A ladder is done with once all of its sides that were played have enough.
        done = {ladder for ladder, _ in enough} - {ladder for ladder, _ in found.keys() - enough}
        aiming = set(ladder_of.values()) if days is not None else {*laid, *(ladder for ladder, _ in found)}
        thin = {rung: ladder for rung, ladder in ladder_of.items() if ladder in aiming - done}
        if not thin:
            break
        since = None if days is None else datetime.now(UTC) - timedelta(days=days)
        # A side with enough data is left as it is, however few the other has.
        found |= {key: record for key, record in _read_evidence(athlete, thin, since).items() if key not in enough}
        enough = {key for key, record in found.items() if sum(each.attempts for each in record) >= ENOUGH_ATTEMPTS}
    return found


def _read_evidence(
    athlete: Athlete, ladder_of: Mapping[int, int], since: datetime | None
) -> dict[Key, list[Observation]]:
    # Found by an index of such runs alone.
    runs = Run.objects.filter(athlete=athlete, tells_aim=True, is_over=True, set_aside="", attempts__gt=0)
    # Of a stretch of time all are read, and those of other rungs left: naming hundreds of rungs costs more.
    of_these = {"rung_id__in": list(ladder_of)} if since is None else {"started_at__gte": since}
    aimed_runs = runs.filter(**of_these).order_by()
    found: dict[Key, list[Observation]] = {}
    by_zone: set[int] = set()
    rows = aimed_runs.values_list("rung", "side", "aimed")
    for rung, side, stored, makes, attempts in rows.annotate(hits=Sum("makes"), tries=Sum("attempts")):
        aimed = stored_aimed(stored) if rung in ladder_of else None
        if isinstance(aimed, AimedAt):
            found.setdefault((ladder_of[rung], side), []).append(aimed.tries(makes, attempts))
        elif aimed:
            by_zone.add(rung)
    # Where balls were counted zone by zone the tallies say how many; few ladders are played like that.
    counted = aimed_runs.filter(rung__in=by_zone, format__in=COUNTING_ZONES, is_from_paper=False)
    for rung, side, stored, kept in counted.values_list("rung", "side", "aimed", "tally"):
        aimed, tally = stored_aimed(stored), stored_tally(kept)
        if isinstance(aimed, AimedAmong):
            balls = get_format(tally.format).balls_by_zone(tally)
            found.setdefault((ladder_of[rung], side), []).append(aimed.landed(balls, tally.attempts))
    return found


def tries_at(rung: Rung) -> Tries | None:
    """The set-up that a rung's makes and misses tell of, nothing tried yet; None without a target."""
    aimed = aimed_at(rung.laid)
    return aimed.tries(0, 0) if aimed else None


def work_out(athlete: Athlete, place_key: str, given: Mapping[str, Any], *, aim: LadderAim | None) -> WorkedOut:
    """What follows from a layout as it is being laid. Raises ``CoreError`` for one that cannot be laid."""
    place = get_drawn_place(athlete, place_key)
    layout = read_layout(place, given, is_named=False)
    steps, problem = _steps(layout)
    units = athlete.units
    return WorkedOut(
        zones=[_work_out_zone(place, layout, zone, aim, units) for zone in layout.targets],
        tape=tape_list(place, layout.zones, units),
        kit=kit_of(place, layout.zones, units),
        stand_words=stand_words(place, layout.stand, units),
        steps=steps,
        pattern_problem=problem,
        aim=aim,
        offers=[offer for zone in layout.targets for offer in list_offers(place, layout, zone, aim, units=units)],
    )


def _steps(layout: Layout) -> tuple[Sequence[str], str]:
    try:
        return read_pattern(layout.pattern, [zone.name for zone in layout.targets]), ""
    except CoreError as error:
        return (), error.problems[0].message


def _work_out_zone(place: Place, layout: Layout, zone: Zone, aim: LadderAim | None, units: str) -> ZoneWorkedOut:
    distance_m = distance_to(place, layout.stand, zone)
    predicted = predict(aim.aim, zone.shape, distance_m) if aim and tells_aim(place, layout, zone) else None
    return ZoneWorkedOut(zone, distance_m, read_long(distance_m, units), predicted)


def list_offers(place: Place, layout: Layout, zone: Zone, aim: LadderAim | None, *, units: str) -> list[Offer]:
    """The steps that would make a target a fair challenge, as far as there is room to stand for them."""
    if aim is None or not tells_aim(place, layout, zone):
        return []
    steps = propose_rungs(aim.aim, zone.shape, distance_to(place, layout.stand, zone), units=units)
    stands = [(step, stand_at(place, layout.stand, zone, step.distance_m)) for step in steps]
    return [Offer(step, stand, zone) for step, stand in stands if stand]


def list_next_rungs(rung: Rung) -> list[Offer]:
    """A fair step beside a rung whose layout has a target, by the aim at its ladder.

    It comes above a rung that is too easy, and below one that is too hard; there only if it is harder than the rung
    below, which would be the step back.
    """
    layout = rung.laid
    kept = core_layout(layout) if layout else None
    if layout is None or kept is None or not kept.targets:
        return []
    athlete = rung.ladder.athlete
    aim = get_aim(athlete, rung.ladder_id)
    offers = list_offers(place_of(layout), kept, kept.targets[0], aim, units=athlete.units)
    below = get_rung_below(rung.ladder, rung)
    tries = tries_at(below) if below else None
    easiest = predict(aim.aim, tries.target, tries.distance_m).chance if aim and tries else 1.0
    return [offer for offer in offers if offer.step.is_harder or offer.step.predicted.chance < easiest]
