"""Putting a package into an account: all that is new, or nothing at all."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from contextlib import AbstractContextManager, contextmanager, nullcontext
from dataclasses import dataclass
from itertools import islice
from typing import Any

from django.db import IntegrityError, connection, transaction
from django.db.models import F

from accounts.models import Athlete
from accounts.services import make_stand_in
from config.database import one_writer
from config.progress import Tell, tell_nobody
from jolly_core.errors import CoreError
from packages.kept import ID, Kept
from packages.matching import State, Survey, survey, with_keys
from packages.reading import RecordFile, Values
from packages.tables import KEPT, NAMES
from runs.models import Event, Run
from runs.summaries import rebuild_summary

#: So many rows are put in at a time: others wait for no more than those.
ROWS_AT_ONCE = 500
Turn = Callable[[], AbstractContextManager[None]]


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
    later = _later(tell)
    try:
        if seen.is_into_nothing:
            return _take_beside(athlete, record, seen, later, takes_theirs=takes_theirs)
        with one_writer(connection), transaction.atomic():
            taker = _Taker(athlete, record, seen, takes_theirs=takes_theirs)
            taker.take_all(KEPT, later)
            _note_change(athlete)
            return Taken(taker.added, taker.changed)
    except IntegrityError:
        words = "Some of it cannot stand beside what this account has. Nothing was taken in."
        raise CoreError.one("conflict", words, "file") from None


def _take_beside(athlete: Athlete, record: RecordFile, seen: Survey, tell: Tell, *, takes_theirs: bool) -> Taken:
    """Take a record into an account that has nothing, in many short transactions: others go on writing meanwhile.

    All rows come to a stand-in first, whom nobody knows; in one last step they become the athlete's. Whatever goes
    wrong before, the stand-in goes, and everything with it.
    """
    stand_in = make_stand_in()
    try:
        beside = _Taker(stand_in, record, seen, takes_theirs=False, turn=_turn)
        beside.take_all([kept for kept in KEPT if kept.owner], tell)
        with _turn():
            own = _Taker(athlete, record, seen, takes_theirs=takes_theirs)
            own.take_all([kept for kept in KEPT if not kept.owner], tell)
            for kept in KEPT:
                if kept.owner == "athlete":
                    kept.model._base_manager.filter(athlete=stand_in).update(athlete=athlete)
            _note_change(athlete)
            stand_in.delete()
    except BaseException:
        Athlete.objects.filter(pk=stand_in.pk).delete()
        raise
    return Taken({**own.added, **beside.added}, {**beside.changed, **own.changed})


@contextmanager
def _turn() -> Iterator[None]:
    with one_writer(connection), transaction.atomic():
        yield


def _later(tell: Tell) -> Tell:
    """Tells the second half of the work."""
    return lambda share: tell(0.5 + share / 2)


def _note_change(athlete: Athlete) -> None:
    Athlete.objects.filter(pk=athlete.pk).update(record_version=F("record_version") + 1)


class _Taker:
    """Puts rows into tables. ``turn`` is what each batch of them is put in within; nothing where all are within one."""

    def __init__(
        self, athlete: Athlete, record: RecordFile, seen: Survey, *, takes_theirs: bool, turn: Turn = nullcontext
    ) -> None:
        self._athlete, self._record, self._seen, self._takes_theirs = athlete, record, seen, takes_theirs
        self._turn = turn
        self.added: dict[str, int] = {}
        self.changed: dict[str, int] = {}
        #: Rungs and sides whose runs are others than before.
        self._touched: set[tuple[int, str]] = set()

    def take_all(self, tables: Iterable[Kept], tell: Tell) -> None:
        """Put in these tables, and bring up to date what is worked out from runs."""
        for kept in tables:
            if kept.name == "kept_checks":
                self.sum_up()
            self.take(kept, tell)

    def take(self, kept: Kept, tell: Tell) -> None:
        """Put in the new rows of a table, and change the different ones where that is wanted."""
        states = self._seen.tables[kept.name].states
        rows = zip(states, self._record.rows(kept, [], tell), strict=True)
        wanted = {State.NEW, State.DIFFERENT} if self._takes_theirs else {State.NEW}
        chosen = ((state, values) for state, (_, values) in rows if state in wanted)
        self.added[kept.name] = self.changed[kept.name] = 0
        while batch := list(islice(chosen, ROWS_AT_ONCE)):
            with self._turn():
                # What follows a changed row was taken away with the change, and is put in anew.
                self._add(kept, [values for state, values in batch if kept.follows or state == State.NEW])
                for state, values in batch:
                    if state == State.DIFFERENT and not kept.follows:
                        self._change(kept, values)

    def sum_up(self) -> None:
        """Bring up to date what is worked out from runs."""
        for rung, side in sorted(self._touched):
            with self._turn():
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
