"""The tape list for one person alone: what is laid on a surface, in which order, and where, by straight measures.

Tape comes first, then what is chalked or set out. What several targets share is laid once; a strip is told as a strip,
by its one measure, and never as four corners.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import groupby
from math import dist

from jolly_core.measures import METRIC, read_tape
from jolly_core.places.kit import thing_name
from jolly_core.places.place import AIR, FLOOR, Place, Surface
from jolly_core.places.straight import Direction, Measure
from jolly_core.places.stretches import ACROSS, AWAY, NEAR_M, Stretch, cones_of, takes_cones, taped
from jolly_core.places.zone import Zone, corners_of_zone
from jolly_core.shapes.points import Point
from jolly_core.shapes.shape import LaidWith
from jolly_core.words import listed, quantity

BOX_CORNERS = 4
#: A change of area too small to see on a tape.
UNSEEN = 0.0005


@dataclass(frozen=True)
class TapeStep:
    """One thing to do: ``what`` is laid, such as "2 strips all across", and ``where``, a line for each place."""

    what: str
    where: tuple[str, ...]


@dataclass(frozen=True)
class Check:
    """A target as it should measure once it is laid, and what rounding does to its area, as a share."""

    zone: str
    size: str
    area_change: float = 0.0

    @property
    def rounding(self) -> str:
        """What rounding does to it, in words; empty where that cannot be seen."""
        if abs(self.area_change) < UNSEEN:
            return ""
        larger = "larger" if self.area_change > 0 else "smaller"
        return f"rounding makes it {100 * abs(self.area_change):.1f} % {larger}"


@dataclass(frozen=True)
class SurfaceTape:
    """All that is laid on one surface, and its targets to check by."""

    surface: str
    title: str
    steps: tuple[TapeStep, ...]
    checks: tuple[Check, ...]


def tape_list(place: Place, zones: Sequence[Zone], units: str = METRIC) -> list[SurfaceTape]:
    """What is laid where, surface by surface. One that all its targets are painted on has no steps.

    >>> from jolly_core.places.registry import get_place
    >>> from jolly_core.shapes.kinds.rectangle import Rectangle
    >>> box = Zone("box", "wall", Rectangle(0.3, 0.2), (1.2, 1.02))
    >>> [(step.what, *step.where) for step in tape_list(get_place("plain_wall"), [box])[0].steps]
    [('2 strips across, 30 cm long, from 105 cm to 135 cm from the left edge', '92 cm and 112 cm up'), \
('2 strips up, 20 cm long, from 92 cm to 112 cm up', '105 cm and 135 cm from the left edge')]
    """
    lists = []
    for surface in place.surfaces:
        own = [zone for zone in zones if zone.surface == surface.id]
        if own:
            lists.append(_Surface(place, surface, own, units).tape())
    return lists


class _Surface:
    """One surface with its targets."""

    def __init__(self, place: Place, surface: Surface, zones: Sequence[Zone], units: str) -> None:
        self.surface, self.zones, self.units = surface, zones, units
        self.place = place
        self.taped = taped(place, surface, zones)
        self.directions = tuple(Direction.of(place, surface, axis, units) for axis in (ACROSS, AWAY))
        #: Where what has been measured really comes to lie, by direction and exact position.
        self.laid: tuple[dict[float, float], dict[float, float]] = ({}, {})

    def tape(self) -> SurfaceTape:
        steps = (*self._air(),) if self.surface.kind == AIR else (*self._strips(), *self._slanting(), *self._cones())
        steps = (*steps, *self._circles(), *self._things())
        return SurfaceTape(self.surface.id, self.surface.title, steps, tuple(self._check(zone) for zone in self.zones))

    # --- measures -----------------------------------------------------------------------------------------------------

    def _measures(self, axis: int, at_m: Sequence[float], beside: Sequence[float]) -> list[Measure]:
        measures = self.directions[axis].reaching(beside).measures(at_m)
        self.laid[axis].update((value, each.at_m) for value, each in zip(at_m, measures, strict=True))
        return measures

    def _point(self, at: Point) -> str:
        x, y = (self._measures(axis, [at[axis]], [at[1 - axis]])[0] for axis in (ACROSS, AWAY))
        return f"{x.words}, {y.words}"

    # --- what is laid -------------------------------------------------------------------------------------------------

    def _strips(self) -> Iterator[TapeStep]:
        stretches = self.taped.stretches
        whole = [stretch for stretch in stretches if self._is_whole(stretch)]
        if {stretch.along for stretch in whole} == {ACROSS, AWAY}:
            what = quantity(len(whole), "strip")
            yield TapeStep(
                what,
                tuple(
                    f"{in_words(self._at(group))}, {self._all_along(along)}"
                    for along, group in ((along, [each for each in whole if each.along == along]) for along in (1, 0))
                ),
            )
            stretches = tuple(stretch for stretch in stretches if stretch not in whole)
        for (along, start_m, end_m), alike in _alike(stretches):
            yield TapeStep(
                f"{quantity(len(alike), 'strip')} {self._span(along, start_m, end_m, alike)}",
                (in_words(self._at(alike)),),
            )

    def _at(self, alike: Sequence[Stretch]) -> list[Measure]:
        first = alike[0]
        middle = (first.start_m + first.end_m) / 2
        return self._measures(1 - first.along, [each.at_m for each in alike], [first.start_m, middle, first.end_m])

    def _is_whole(self, stretch: Stretch) -> bool:
        whole_m = self.surface.width_m if stretch.along == ACROSS else self.surface.length_m
        return self.surface.edges is not None and stretch.length_m > whole_m - NEAR_M

    def _all_along(self, along: int) -> str:
        if along == ACROSS:
            return "all across"
        return "from bottom to top" if self.surface.is_upright else "all along"

    def _span(self, along: int, start_m: float, end_m: float, alike: Sequence[Stretch]) -> str:
        if self._is_whole(alike[0]):
            return self._all_along(along)
        way = ("across", "up" if self.surface.is_upright else "along")[along]
        start, end = self.directions[along].reaching([each.at_m for each in alike]).measures([start_m, end_m])
        long = read_tape(end_m - start_m, self.units)
        if start.length and start.where == end.where:
            start, end = sorted((start, end), key=lambda each: each.length_m)
            return f"{way}, {long} long, from {start.length} to {end.words}"
        return f"{way}, {long} long, from {_noun(start)} to {_noun(end)}"

    def _slanting(self) -> Iterator[TapeStep]:
        for start, end in self.taped.slanting:
            yield TapeStep("1 strip aslant", (f"from {self._point(start)}", f"to {self._point(end)}"))

    def _air(self) -> Iterator[TapeStep]:
        """Strings all across, and ribbons that hang from them where a target has sides."""
        corners = [corner for zone in self.zones for corner in corners_of_zone(zone, self.surface)]
        net_m = self.place.net.side_m if self.place.net else 0.0
        heights = sorted({round(y, 3) for _, y in corners if y > net_m + NEAR_M})
        if heights:
            yield TapeStep(
                f"{quantity(len(heights), 'string')} all across, level",
                (in_words(self._measures(AWAY, heights, [0.0])),),
            )
        width_m = self.surface.width_m
        sides = sorted({round(x, 3) for x, _ in corners if NEAR_M < x < width_m - NEAR_M})
        if sides:
            where = in_words(self._measures(ACROSS, sides, [0.0]))
            yield TapeStep(f"{quantity(len(sides), 'ribbon')} down from the string", (where,))

    def _cones(self) -> Iterator[TapeStep]:
        """Cones row by row; rows with the same spots across are told together."""
        spots = cones_of(self.place, self.surface, self.zones)
        rows = {y: tuple(x for x, _ in row) for y, row in groupby(spots, key=lambda point: point[AWAY])}
        for xs in dict.fromkeys(rows.values()):
            ys = [y for y, own in rows.items() if own == xs]
            across, away = in_words(self._measures(ACROSS, xs, ys)), in_words(self._measures(AWAY, ys, xs))
            cones = quantity(len(xs) * len(ys), "cone")
            if len(ys) == 1:
                yield TapeStep(cones, (away, across))
            else:
                yield TapeStep(f"{cones} in {len(ys)} rows", (away, f"in each row {across}"))

    def _circles(self) -> Iterator[TapeStep]:
        circles = [zone for zone in self.zones if zone.shape.laid_with is LaidWith.CHALK]
        for size, alike in groupby(circles, key=lambda zone: zone.shape.words(self.units)):
            own = list(alike)
            middles = tuple(f"{zone.name}: its middle {self._point(zone.at)}" for zone in own)
            yield TapeStep(f"Chalk {quantity(len(own), 'circle')} {size}", middles)

    def _things(self) -> Iterator[TapeStep]:
        """What is set out: single things together, each row by itself."""
        things = [zone for zone in self.zones if zone.shape.laid_with is LaidWith.THINGS]
        single = [zone for zone in things if len(corners_of_zone(zone, self.surface)) == 1]
        if single:
            where = tuple(f"{zone.name}: {self._point(zone.at)}" for zone in single)
            yield TapeStep(quantity(len(single), thing_name(self.surface)), where)
        yield from (self._row(zone) for zone in things if zone not in single)

    def _row(self, zone: Zone) -> TapeStep:
        start, end = corners_of_zone(zone, self.surface)
        things = zone.shape.things(zone.at)
        what = f"{quantity(len(things), thing_name(self.surface))} in a row"
        last = min(things, key=lambda at: dist(at, end))
        step = zone.shape.words(self.units).rpartition(", ")[2]
        return TapeStep(what, (f"from {self._point(start)}", f"to {self._point(last)}", step))

    # --- checks -------------------------------------------------------------------------------------------------------

    def _check(self, zone: Zone) -> Check:
        corners = corners_of_zone(zone, self.surface)
        size = zone.shape.words(self.units)
        if len(corners) < BOX_CORNERS:
            return Check(zone.name, size)
        across, away = (self._stretched(axis, [corner[axis] for corner in corners]) for axis in (ACROSS, AWAY))
        if self.surface.kind == FLOOR and self.surface.edges is None and takes_cones(zone, self.surface):
            size = f"{size}; from corner to corner {self._diagonal(corners)}"
        return Check(zone.name, size, across * away - 1)

    def _stretched(self, axis: int, at_m: Sequence[float]) -> float:
        """How many times as wide something comes out as it was drawn."""
        low, high = min(at_m), max(at_m)
        laid = self.laid[axis].items()
        low_laid, high_laid = (
            next((laid_m for exact_m, laid_m in laid if abs(exact_m - at) <= NEAR_M), at) for at in (low, high)
        )
        return (high_laid - low_laid) / (high - low)

    def _diagonal(self, corners: Sequence[Point]) -> str:
        """On open ground nothing is square by itself."""
        near_left, _, far_right, _ = corners
        return read_tape(dist(near_left, far_right), self.units)


def _alike(stretches: Sequence[Stretch]) -> Iterator[tuple[tuple[int, float, float], list[Stretch]]]:
    """Stretches of the same direction and ends together; those across first, which the others are put between."""

    def ends(stretch: Stretch) -> tuple[int, float, float]:
        return stretch.along, stretch.start_m, stretch.end_m

    for key, alike in groupby(sorted(stretches, key=ends), key=ends):
        yield key, list(alike)


def in_words(measures: Sequence[Measure]) -> str:
    """Several measures in one line: lengths that are read from one spot are told together.

    >>> in_words([Measure(0.5, "50 cm", "up"), Measure(1.5, "150 cm", "up"), Measure(2.0, "", "on the out line")])
    '50 cm and 150 cm up; on the out line'
    """
    lines = []
    for where, alike in groupby(measures, key=lambda each: each.where):
        lengths = [each.length for each in alike if each.length]
        lines.append(f"{listed(lengths)} {where}" if lengths else where)
    return "; ".join(lines)


def _noun(measure: Measure) -> str:
    """Where a strip begins or ends: "the tin" and not "on the tin"."""
    return measure.words if measure.length else measure.words.removeprefix("on ").removeprefix("at ")
