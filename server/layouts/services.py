"""Writes of layouts, one each."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from django.db import transaction

from accounts.models import Athlete
from config.bounds import check_room
from config.finding import lock_one
from jolly_core.errors import CoreError
from jolly_core.formats import layout_svg
from jolly_core.patterns.written import read_pattern
from jolly_core.places.layout import Layout as CoreLayout
from jolly_core.places.layout import mirror_layout, read_layout
from layouts.models import Layout
from places.selectors import get_drawn_place, get_own_place, list_library

MOST_LAYOUTS = 400


def keep_layout(athlete: Athlete, place_key: str, given: Mapping[str, Any]) -> Layout:
    """Keep a new layout. Raises ``CoreError`` for whatever of it cannot be laid."""
    return _create(athlete, place_key, _checked(athlete, place_key, given))


def for_hand(athlete: Athlete, place_key: str, layout: CoreLayout) -> CoreLayout:
    """A layout that is drawn for the right hand as the athlete lays it, and the other way round."""
    return mirror_layout(get_drawn_place(athlete, place_key), layout) if athlete.plays_mirrored else layout


@transaction.atomic
def change_layout(athlete: Athlete, layout_id: int, given: Mapping[str, Any]) -> Layout:
    """Give a kept layout other targets. Raises ``CoreError`` as for a new one; then nothing is changed."""
    layout = _lock(athlete, layout_id)
    _save(layout, **_columns(_checked(athlete, layout.place_key, given)))
    return layout


@transaction.atomic
def drop_layout(athlete: Athlete, layout_id: int) -> Layout:
    """Put a layout away. What was played on it stays; it can be restored."""
    layout = _lock(athlete, layout_id)
    _save(layout, is_dropped=True)
    return layout


@transaction.atomic
def restore_layout(athlete: Athlete, layout_id: int) -> Layout:
    """Bring back a layout that was put away."""
    layout = _lock(athlete, layout_id)
    if layout.is_dropped:
        _check_room(athlete)
        _save(layout, is_dropped=False)
    return layout


def import_layout(athlete: Athlete, data: bytes) -> Layout:
    """Keep the layout of an SVG file as a new one.

    Raises ``CoreError`` for a file that is no layout, and ``other_place`` for one on a place that is not there; then
    nothing is kept.
    """
    key, title = layout_svg.read_place(data)
    place = next((place for place in list_library(athlete) if place.id == key), None)
    if place is None:
        message = f"This layout is for {title or key or 'a place without a name'}, which is not among your places."
        raise CoreError.one("other_place", message, "file", value=key)
    layout = layout_svg.read_layout(data, place)
    return keep_layout(athlete, key, layout.as_dict())


def _checked(athlete: Athlete, place_key: str, given: Mapping[str, Any]) -> CoreLayout:
    layout = read_layout(get_drawn_place(athlete, place_key), given)
    read_pattern(layout.pattern, [zone.name for zone in layout.targets])
    return layout


def _create(athlete: Athlete, place_key: str, layout: CoreLayout) -> Layout:
    _check_room(athlete)
    own_place = get_own_place(athlete, place_key)
    return Layout.objects.create(athlete=athlete, place_key=place_key, own_place=own_place, **_columns(layout))


def _lock(athlete: Athlete, layout_id: int) -> Layout:
    return lock_one(Layout.objects.filter(athlete=athlete).select_related("athlete"), pk=layout_id)


def _save(layout: Layout, **values: Any) -> None:
    for name, value in values.items():
        setattr(layout, name, value)
    layout.save(update_fields=[*values, "changed_at"])


def _check_room(athlete: Athlete) -> None:
    kept = Layout.objects.filter(athlete=athlete, is_dropped=False)
    check_room(kept, MOST_LAYOUTS, "layouts", instead="put one away first")


def _columns(layout: CoreLayout) -> dict[str, Any]:
    drawn = layout.as_stored()
    return {"title": drawn.pop("title"), "drawn": drawn}
