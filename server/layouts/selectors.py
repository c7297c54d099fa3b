"""Reads of layouts."""

from __future__ import annotations

from collections.abc import Sequence

from django.db.models import QuerySet

from accounts.models import Athlete
from config.finding import find_one
from jolly_core.places.aimed import AimedAmong, AimedAt
from jolly_core.places.beside import zones_beside
from jolly_core.places.kit import kit_of
from jolly_core.places.layout import Layout as CoreLayout
from jolly_core.places.layout import distance_to, tells_aim
from jolly_core.places.named_orders import order_by_place
from jolly_core.places.place import Place as DrawnPlace
from jolly_core.places.zone import Zone
from layouts.models import Layout
from places.selectors import get_drawn_place


def list_layouts(athlete: Athlete) -> QuerySet[Layout]:
    """The athlete's layouts, the latest changed first."""
    layouts = Layout.objects.filter(athlete=athlete, is_dropped=False)
    return layouts.select_related("athlete").prefetch_related("rungs")


def get_layout(athlete: Athlete, layout_id: int) -> Layout:
    """A layout of the athlete's, dropped or not."""
    return find_one(Layout.objects.all(), pk=layout_id, athlete=athlete)


def place_of(layout: Layout) -> DrawnPlace:
    return get_drawn_place(layout.athlete, layout.place_key)


def core_layout(layout: Layout) -> CoreLayout:
    """A kept layout as the core takes it."""
    return CoreLayout.from_stored({**layout.drawn, "title": layout.title})


def list_kit(layout: Layout) -> list[str]:
    """What to bring for a layout, in the athlete's units."""
    return kit_of(place_of(layout), core_layout(layout).zones, layout.athlete.units)


def order_on(layout: Layout | None, written: str, names: Sequence[str]) -> Sequence[str]:
    """The names in a written order that goes by where they lie on a layout; empty where they do not all lie on it."""
    return order_by_place(written, _zones_named(core_layout(layout), names)) if layout else ()


def aimed_among(layout: Layout | None, names: Sequence[str]) -> AimedAmong | None:
    """The set-up that balls counted by these targets tell of: each beside the first, which is aimed at.

    None without a layout or names, and where the targets cannot tell where balls land.
    """
    if layout is None or not names:
        return None
    kept, place = core_layout(layout), place_of(layout)
    zones = _zones_named(kept, names)
    beside = zones_beside(place, zones) if all(map(kept.is_whole, zones)) else {}
    return AimedAmong(round(distance_to(place, kept.stand, zones[0]), 3), beside) if beside else None


def _zones_named(layout: CoreLayout, names: Sequence[str]) -> list[Zone]:
    """The targets of those names in their order; empty where one of them is not on the layout."""
    by_name = {zone.name: zone for zone in layout.targets}
    return [by_name[name] for name in names] if by_name.keys() >= set(names) else []


def aimed_at(layout: Layout | None) -> AimedAt | None:
    """The set-up that a make or miss on a layout tells of: its first target, and how far away that is.

    None without a layout or target, or where that is met at a slant: then a run tells nothing of the aim.
    """
    kept = core_layout(layout) if layout else None
    if layout is None or kept is None or not kept.targets:
        return None
    first, place = kept.targets[0], place_of(layout)
    if not tells_aim(place, kept, first):
        return None
    return AimedAt(round(distance_to(place, kept.stand, first), 3), first.shape)
