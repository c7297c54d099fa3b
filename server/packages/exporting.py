"""An athlete's record as a package: every table in CSV, and layouts, ladders and the plan in formats of their own."""

from __future__ import annotations

import json
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace
from datetime import datetime
from typing import Any
from uuid import UUID
from zoneinfo import ZoneInfo

from django.db import connection, models
from django.utils.text import slugify

from accounts.models import Athlete
from blocks.selectors import list_plans
from config.database import as_kept, one_snapshot
from jolly_core.errors import CoreError
from jolly_core.formats.layout_svg import write_layout
from jolly_core.package import descriptor
from jolly_core.package.containers import write_container
from jolly_core.package.sheets import write_sheet
from ladders.models import Ladder
from ladders.packs import give_pack
from layouts.models import Layout
from layouts.selectors import core_layout, place_of
from packages.blobs import place_key
from packages.kept import Kept, Renumber
from packages.tables import KEPT, NAMES, TABLES
from runs.models import Event, Run
from weeks.calendars import calendar_of

#: So many rows are read at a time; of runs with their events, so many.
ROWS_AT_ONCE, RUNS_AT_ONCE = 500, 400


def pack_record(athlete: Athlete, made_at: datetime) -> Iterator[bytes]:
    """The whole record as a zip, piece by piece, as it stands at one moment."""
    with one_snapshot(connection):
        yield from write_container(_members(athlete, made_at))


def _members(athlete: Athlete, made_at: datetime) -> Iterator[tuple[str, Iterable[bytes]]]:
    yield descriptor.NAME, [descriptor.write_descriptor(list(TABLES.values()), made_at)]
    numbers = Numbers()
    for kept in KEPT:
        table = TABLES[kept.name]
        yield table.path, write_sheet(table, numbers.rows(kept, athlete))
    yield from _drawings(athlete, numbers)
    yield from _packs(athlete, numbers)
    yield "plan.ics", [calendar_of(athlete, list_plans(athlete))]


class Numbers:
    """Rows of an athlete's with numbers of the file's own: 1, 2, 3 in each table, in the order in which they came."""

    def __init__(self) -> None:
        self._known: dict[str, dict[Any, int]] = {}

    def __call__(self, table: str, key: Any) -> Any:
        """The number of a row; None for none, and for one that is gone."""
        return None if key is None else self._known[table].get(key)

    def rows(self, kept: Kept, athlete: Athlete) -> Iterator[Sequence[Any]]:
        """The values of a table's rows, in the order of its columns."""
        names = [each.attname for each in kept.fields]
        changed = _changes(kept, self)
        known = self._known.setdefault(kept.name, {})
        for key, *values in _rows(kept, athlete, names):
            for place, change in changed:
                values[place] = change(values[place])
            if kept.is_numbered:
                known[key] = len(known) + 1
                yield (known[key], *values)
            else:
                yield values


def _changes(kept: Kept, renumber: Renumber) -> list[tuple[int, Any]]:
    """The places of values that hold numbers of rows, and what is to be made of each."""
    changes: list[tuple[int, Any]] = []
    for place, each in enumerate(kept.fields):
        link = kept.links.get(each.name)
        if each.name in kept.within:
            changes.append((place, lambda value, change=kept.within[each.name]: change(value, renumber)))
        elif link is not None and link != Run._meta.label:
            changes.append((place, lambda value, table=NAMES[link]: renumber(table, value)))
    return changes


def _rows(kept: Kept, athlete: Athlete, names: Sequence[str]) -> Iterator[tuple[Any, ...]]:
    """The key and these values of each of an athlete's rows."""
    rows = rows_of(kept, athlete)
    if kept.model is not Event:
        order = ("started_at", "pk") if kept.model is Run else ("pk",)
        yield from rows.order_by(*order).values_list("pk", *names).iterator(chunk_size=ROWS_AT_ONCE)
        return
    # In the order of the runs, without sorting all events.
    runs = list(Run.everything.filter(athlete=athlete).order_by("started_at", "pk").values_list("pk", flat=True))
    for at in range(0, len(runs), RUNS_AT_ONCE):
        yield from _events(runs[at : at + RUNS_AT_ONCE], names)


def _events(runs: Sequence[UUID], names: Sequence[str]) -> Iterator[tuple[Any, ...]]:
    """The events of these runs. There are hundreds of thousands: identifiers and moments stay what the database says.

    SQLite has them as texts, which are brought into their form without making objects of them first.
    """
    rows = Event.objects.filter(run__in=runs).order_by("run_id", "seq").values_list("pk", *map(as_kept, names))
    by_run: dict[str, list[tuple[Any, ...]]] = {str(run): [] for run in runs}
    run, press, moment = (names.index(name) for name in ("run_id", "client_id", "recorded_at"))
    for key, *values in rows:
        values[run], values[press] = _identifier(values[run]), _identifier(values[press])
        if isinstance(values[moment], str):
            values[moment] = f"{values[moment].replace(' ', 'T')}Z"
        by_run[values[run]].append((key, *values))
    for events in by_run.values():
        yield from events


def _identifier(told: UUID | str) -> str:
    return str(told) if isinstance(told, UUID) else f"{told[:8]}-{told[8:12]}-{told[12:16]}-{told[16:20]}-{told[20:]}"


def rows_of(kept: Kept, athlete: Athlete) -> models.QuerySet[Any]:
    """All rows of an athlete's, those that are hidden as well."""
    rows = kept.model._base_manager.all()
    return rows.filter(**{kept.owner: athlete}) if kept.owner else rows.filter(pk=athlete.pk)


def _drawings(athlete: Athlete, numbers: Numbers) -> Iterator[tuple[str, Iterable[bytes]]]:
    """Each layout as a drawing to scale; one whose place is gone has none."""
    for layout in Layout.objects.filter(athlete=athlete).select_related("athlete").order_by("pk"):
        try:
            place = place_of(layout)
            drawing = write_layout(replace(place, id=place_key(place.id, numbers)), core_layout(layout))
        except CoreError:
            continue
        yield _path("layouts", numbers("layouts", layout.pk), layout.title, "svg"), [drawing]


def _packs(athlete: Athlete, numbers: Numbers) -> Iterator[tuple[str, Iterable[bytes]]]:
    """Each ladder in use as a pack, to be given away."""
    for ladder in Ladder.objects.filter(athlete=athlete, is_quick=False, archived_at=None).order_by("pk"):
        try:
            pack = give_pack(athlete, ladder.pk)
        except CoreError:
            continue
        data = json.dumps(pack, ensure_ascii=False, indent=1).encode() + b"\n"
        yield _path("packs", numbers("ladders", ladder.pk), ladder.title, "json"), [data]


def _path(folder: str, number: int, title: str, ending: str) -> str:
    return f"{folder}/{number:04}-{slugify(title)[:60] or 'untitled'}.{ending}"


def file_name(athlete: Athlete, made_at: datetime) -> str:
    """What the file is called."""
    day = made_at.astimezone(ZoneInfo(athlete.timezone)).date()
    return f"practice-record-{day.isoformat()}.zip"
