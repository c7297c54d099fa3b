"""Putting a package into an account: all that is new, or nothing at all."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import islice
from typing import Any

from django.db import IntegrityError, connection, transaction
from django.db.models import F

from accounts.models import Athlete
from config.database import one_writer
from jolly_core.errors import CoreError
from packages.kept import ID, Kept
from packages.matching import State, Survey, survey, with_keys
from packages.reading import RecordFile, Tell, Values, tell_nobody
from packages.tables import KEPT, NAMES
from runs.models import Event, Run
from runs.summaries import rebuild_summary

#: So many rows are put in at a time.
ROWS_AT_ONCE = 1_000


@dataclass(frozen=True)
class Taken:
    """What was taken in: how many rows of each table were put in, and how many changed."""

    added: dict[str, int]
    changed: dict[str, int]


def take_record(
    athlete: Athlete,
    record: RecordFile,
    *,
    takes_theirs: bool | None = None,
    tell: Tell = tell_nobody,
    seen: Survey | None = None,
) -> Taken:
    """Put a record into an account. What is there already stays, or with ``takes_theirs`` becomes as in the file.

    Where nothing is said of that, settings become as in the file in an account that has nothing else.

    Raises:
        CoreError: as ``survey``, and ``conflict`` for rows that cannot stand beside those of the account.
    """
    seen = seen or survey(record, athlete, lambda share: tell(share / 2))
    if takes_theirs is None:
        takes_theirs = seen.is_into_nothing
    with one_writer(connection), transaction.atomic():
        taker = _Taker(athlete, record, seen, takes_theirs=takes_theirs)
        try:
            for kept in KEPT:
                if kept.name == "kept_checks":
                    taker.sum_up()
                taker.take(kept, lambda share: tell(0.5 + share / 2))
        except IntegrityError:
            words = "Some of it cannot stand beside what this account has. Nothing was taken in."
            raise CoreError.one("conflict", words, "file") from None
        Athlete.objects.filter(pk=athlete.pk).update(record_version=F("record_version") + 1)
    return Taken(taker.added, taker.changed)


class _Taker:
    def __init__(self, athlete: Athlete, record: RecordFile, seen: Survey, *, takes_theirs: bool) -> None:
        self._athlete, self._record, self._seen, self._takes_theirs = athlete, record, seen, takes_theirs
        self.added: dict[str, int] = {}
        self.changed: dict[str, int] = {}
        #: Rungs and sides whose runs are others than before.
        self._touched: set[tuple[int, str]] = set()

    def take(self, kept: Kept, tell: Tell) -> None:
        """Put in the new rows of a table, and change the different ones where that is wanted."""
        states = self._seen.tables[kept.name].states
        rows = zip(states, self._record.rows(kept, [], tell), strict=True)
        wanted = {State.NEW, State.DIFFERENT} if self._takes_theirs else {State.NEW}
        chosen = ((state, values) for state, (_, values) in rows if state in wanted)
        self.added[kept.name] = self.changed[kept.name] = 0
        while batch := list(islice(chosen, ROWS_AT_ONCE)):
            # What follows a changed row was taken away with the change, and is put in anew.
            self._add(kept, [values for state, values in batch if kept.follows or state == State.NEW])
            for state, values in batch:
                if state == State.DIFFERENT and not kept.follows:
                    self._change(kept, values)

    def sum_up(self) -> None:
        """Bring up to date what is worked out from runs."""
        for rung, side in sorted(self._touched):
            rebuild_summary(rung, side)

    def _add(self, kept: Kept, rows: list[Values]) -> None:
        if not rows:
            return
        waiting = [name for name, link in kept.links.items() if link == kept.model._meta.label]
        made = [kept.model(**self._columns(kept, {**values, **dict.fromkeys(waiting)})) for values in rows]
        kept.model._base_manager.bulk_create(made)
        keys = self._seen.tables[kept.name].keys
        if kept.is_numbered:
            keys.update((values[ID], row.pk) for values, row in zip(rows, made, strict=True))
        if late := [*waiting, *kept.moved_by_saving]:
            # Links within the table, and moments that saving sets anew, are said once the rows are there.
            for values, row in zip(rows, made, strict=True):
                for name in late:
                    setattr(row, *self._late(kept, name, values[name]))
            kept.model._base_manager.bulk_update(made, late, batch_size=200)
        self._touch(kept, made)
        self.added[kept.name] += len(made)

    def _late(self, kept: Kept, name: str, value: Any) -> tuple[str, Any]:
        if name in kept.links:
            return f"{name}_id", self._key(NAMES[kept.links[name]], value)
        return name, value

    def _change(self, kept: Kept, values: Values) -> None:
        columns = self._columns(kept, values)
        key: Any = columns.pop(ID, None) or (self._key(kept.name, values[ID]) if ID in values else self._athlete.pk)
        row = kept.model._base_manager.filter(pk=key)
        self._touch(kept, list(row))
        row.update(**columns)
        self._touch(kept, list(row))
        if kept.model is Run:
            Event.objects.filter(run_id=key).delete()
        self.changed[kept.name] += 1

    def _columns(self, kept: Kept, values: Values) -> Values:
        """The values by the names of the model's columns."""
        own = with_keys(kept, values, self._key)
        if kept.is_numbered:
            del own[ID]
        columns = {f"{name}_id" if name in kept.links else name: value for name, value in own.items()}
        if kept.owner == "athlete":
            columns["athlete_id"] = self._athlete.pk
        if kept.model is Run:
            columns["id"] = self._key(kept.name, values["id"])
        return columns

    def _key(self, table: str, number: Any) -> Any:
        return None if number is None else self._seen.tables[table].keys[number]

    def _touch(self, kept: Kept, rows: list[Any]) -> None:
        if kept.model is Run:
            self._touched |= {(row.rung_id, row.side) for row in rows}
