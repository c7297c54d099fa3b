"""Straight measures: how far something lies from a line, an edge or the floor, as one person lays it with a tape."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from jolly_core.measures import METRIC, read_tape, to_tape
from jolly_core.places.guides import SHARES
from jolly_core.places.place import AIR, Place, Surface
from jolly_core.places.stretches import ACROSS, AWAY, NEAR_M
from jolly_core.shapes.points import Point

#: How high up a wall one holds a tape without a ladder. Common practice, no source.
ARM_M = 2.1
#: As long as a pocket tape is. Common practice, no source.
SPAN_M = 3.0
#: The fractions between two lines that a cord folded once or twice gives.
BETWEEN = ((1 / 2, "half-way between the {} and the {}"), (1 / 3, "a third of the way from the {} to the {}"))


@dataclass(frozen=True)
class Reference:
    """What is measured from: a line or an edge at ``at_m``, which reaches from ``from_m`` to ``to_m`` beside it.

    ``on``, ``after`` and ``before`` say that something lies on it, or so far beyond it or short of it.
    """

    at_m: float
    title: str
    from_m: float
    to_m: float
    on: str
    after: str
    before: str


@dataclass(frozen=True)
class Measure:
    """Where something lies in one direction: ``at_m`` as it is laid, rounded to a tape, and the words for it.

    ``length`` is what is read off the tape, empty where nothing has to be measured.
    """

    at_m: float
    length: str
    where: str
    #: How much is measured, in metres.
    length_m: float = 0.0

    @property
    def words(self) -> str:
        return f"{self.length} {self.where}" if self.length else self.where


@dataclass(frozen=True)
class Direction:
    """One direction of a surface, with all that can be measured from in it."""

    surface: Surface
    axis: int
    references: tuple[Reference, ...]
    units: str = METRIC

    @classmethod
    def of(cls, place: Place, surface: Surface, axis: int, units: str = METRIC) -> Direction:
        return cls(surface, axis, tuple(_references(place, surface, axis)), units)

    def reaching(self, beside_m: Sequence[float]) -> Direction:
        """With the references alone that reach to one of these in the other direction; with all where none does."""
        reach = [
            each
            for each in self.references
            if any(each.from_m - NEAR_M <= value <= each.to_m + NEAR_M for value in beside_m)
        ]
        return replace(self, references=tuple(reach)) if reach else self

    def measures(self, at_m: Sequence[float]) -> list[Measure]:
        """Where several things lie: on a line; at halves and thirds, if all the others do; else from one reference.

        So the tape's end stays where it is, as long as nothing is far from there; else each is measured from the
        nearest. A height is measured from the floor as far as an arm reaches.
        """
        found = {each: self._on_reference(each) for each in at_m}
        rest = [each for each, measure in found.items() if measure is None]
        shares = [self._share(each) for each in rest]
        if None in shares:
            from_one = self._nearest(rest)
            is_near = all(abs(each - from_one.at_m) <= SPAN_M for each in rest)
            shares = [self._measured(each, from_one if is_near else self._nearest([each])) for each in rest]
        found |= dict(zip(rest, shares, strict=True))
        return [measure for each in at_m if (measure := found[each])]

    def _nearest(self, at_m: Sequence[float]) -> Reference:
        base = self.references[0]
        if self._goes_up and all(each <= ARM_M for each in at_m):
            return base
        return min(self.references, key=lambda each: sum(abs(each.at_m - value) for value in at_m))

    def _measured(self, at_m: float, reference: Reference) -> Measure:
        away_m = to_tape(abs(at_m - reference.at_m), self.units)
        is_after = at_m >= reference.at_m
        where = reference.after if is_after else reference.before
        return Measure(reference.at_m + (away_m if is_after else -away_m), read_tape(away_m, self.units), where, away_m)

    def _on_reference(self, at_m: float) -> Measure | None:
        on = (each for each in self.references if abs(each.at_m - at_m) < NEAR_M)
        return next((Measure(each.at_m, "", each.on) for each in on), None)

    def _share(self, at_m: float) -> Measure | None:
        """At a half, third or quarter: easier than measuring, except up a wall."""
        if self._goes_up:
            return None
        for value_m, words in (*self._shares(), *self._between()):
            if abs(value_m - at_m) < NEAR_M:
                return Measure(value_m, "", words)
        return None

    def _shares(self) -> Iterator[tuple[float, str]]:
        """Parts of the whole surface."""
        whole_m = self.surface.width_m if self.axis == ACROSS else self.surface.length_m
        way = f"across {self.surface.title}" if self.axis == ACROSS else f"along {self.surface.title}"
        if self.surface.edges is None:
            return
        yield whole_m / 2, f"in the middle of {self.surface.title}" if self.axis == ACROSS else f"half-way {way}"
        for share, title, _ in SHARES[1:]:
            yield share * whole_m, f"{title} of the way {way}"

    def _between(self) -> Iterator[tuple[float, str]]:
        """Parts of what lies between two lines next to each other."""
        lines = sorted(self.references, key=lambda each: each.at_m)
        for one, other in pairwise(lines):
            for share, words in BETWEEN:
                yield one.at_m + share * (other.at_m - one.at_m), words.format(one.title, other.title)
                yield other.at_m - share * (other.at_m - one.at_m), words.format(other.title, one.title)

    @property
    def _goes_up(self) -> bool:
        return self.axis == AWAY and self.surface.is_upright


def _references(place: Place, surface: Surface, axis: int) -> Iterator[Reference]:
    """The floor first, where a direction goes up; an edge goes by the line painted along all of it, if there is one."""
    painted = list(_painted(place, surface, axis))
    if axis == AWAY and surface.is_upright:
        base = place.surfaces[0].title if surface.kind == AIR else "the floor"
        up = f"above {base}" if surface.kind == AIR else "up"
        yield Reference(0.0, base.removeprefix("the "), 0.0, surface.width_m, f"on {base}", up, up)
    elif surface.edges:
        names = surface.edges[:2] if axis == ACROSS else surface.edges[2:]
        whole_m, beside_m = surface.width_m, surface.length_m
        if axis == AWAY:
            whole_m, beside_m = beside_m, whole_m
        for at_m, title in zip((0.0, whole_m), names, strict=True):
            on_edge = [each for each in painted if abs(each.at_m - at_m) < NEAR_M]
            if all(each.to_m - each.from_m < beside_m - NEAR_M for each in on_edge):
                painted = [each for each in painted if each not in on_edge]
                inwards = f"from the {title}"
                yield Reference(at_m, title, 0.0, beside_m, f"at the {title}", inwards, inwards)
    yield from painted


def _painted(place: Place, surface: Surface, axis: int) -> Iterator[Reference]:
    """Lines, a net, and what stands on the floor before a wall or on open ground: that is seen from beside it too."""
    other = AWAY if axis == ACROSS else ACROSS
    for line in place.lines_on(surface.id):
        if abs(line.start[axis] - line.end[axis]) < NEAR_M:
            low, high = sorted((line.start[other], line.end[other]))
            yield _beside(surface, axis, line.start[axis], line.title, (low, high))
    whole_m = surface.length_m if axis == ACROSS else surface.width_m
    if place.net and place.net.surface == surface.id and axis == AWAY:
        yield replace(_beside(surface, axis, place.net.y_m, "net", (0.0, whole_m)), on="at the net")
    for spot in place.spots:
        is_foot = surface.is_upright and axis == ACROSS and spot.at[AWAY] < NEAR_M
        if spot.surface == surface.id and (is_foot or surface.edges is None):
            reference = _beside(surface, axis, spot.at[axis], spot.title, (0.0, whole_m))
            yield replace(reference, on=f"in line with the {spot.title}")


def _beside(surface: Surface, axis: int, at_m: float, title: str, reach: Point) -> Reference:
    after, before = ("right of", "left of") if axis == ACROSS else ("beyond", "short of")
    if axis == AWAY and surface.is_upright:
        after, before = "above", "below"
    return Reference(at_m, title, *reach, f"on the {title}", f"{after} the {title}", f"{before} the {title}")
