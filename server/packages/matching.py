"""What of a package is new in an account, what is the same there, and what is different."""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field
from enum import IntEnum
from typing import Any
from uuid import UUID, uuid5

from accounts.models import Athlete
from config.progress import Tell, tell_nobody
from jolly_core.package.tables import Table
from packages.exporting import rows_of
from packages.kept import ID, Kept
from packages.reading import Checker, RecordFile, Values
from packages.tables import KEPT, NAMES, TABLES
from runs.models import Run

#: Stands for a row that is not in the account yet; no row has that key.
NOT_YET = -1
#: So many ids are asked for at a time.
IDS_AT_ONCE = 500


class State(IntEnum):
    """How a row of a file stands to an account."""

    NEW = 0
    SAME = 1
    DIFFERENT = 2


@dataclass
class Matched:
    """The rows of one table: how each stands, in the order of the file, and the keys of those that are known."""

    states: bytearray = field(default_factory=bytearray)
    #: The key in the database of each row that is known, by its number in the file; of new ones that of the row made.
    keys: dict[Any, Any] = field(default_factory=dict)

    def count(self, state: State) -> int:
        return self.states.count(state)


@dataclass(frozen=True)
class Survey:
    """A package laid beside an account."""

    tables: dict[str, Matched]

    @property
    def is_into_nothing(self) -> bool:
        """Whether the account has nothing of it, but for the settings that every account has."""
        others = (matched for name, matched in self.tables.items() if name != "settings")
        return all(matched.count(State.NEW) == len(matched.states) for matched in others)


def survey(record: RecordFile, athlete: Athlete, tell: Tell = tell_nobody) -> Survey:
    """Look through all of a package, and at what of it the account has. Nothing is changed.

    Raises ``CoreError`` with all that is wrong with the first table in which something is.
    """
    checker, matcher = Checker(record), Matcher(athlete)
    for kept in KEPT:
        matcher.match(kept, checker.rows(kept, tell))
    return Survey(matcher.tables)


class Matcher:
    """Lays tables beside those of an account, one after the other."""

    def __init__(self, athlete: Athlete) -> None:
        self._athlete = athlete
        self.tables: dict[str, Matched] = {}

    def match(self, kept: Kept, rows: Iterator[Values]) -> None:
        matched = self.tables[kept.name] = Matched()
        if kept.follows:
            self._follow(kept, rows, matched)
            return
        table, known, times = TABLES[kept.name], self._known(kept), Counter[tuple[Any, ...]]()
        for values in rows:
            state, key = State.NEW, None
            own = with_keys(kept, values, self._key)
            if kept.model is Run and (own["id"],) not in known:
                own["id"] = other_id(self._athlete, own["id"])
            name = identity(kept, own)
            times[name] += 1
            if len(known.get(name, ())) >= times[name]:
                key, cells = known[name][times[name] - 1]
                state = State.SAME if cells == _cells(table, own) else State.DIFFERENT
            matched.states.append(state)
            if ID in values:
                matched.keys[values[ID]] = key
        if kept.model is Run:
            _give_ids(self._athlete, matched)

    def _follow(self, kept: Kept, rows: Iterator[Values], matched: Matched) -> None:
        """Rows that stand as the row that they belong to."""
        leader = self.tables[NAMES[kept.links[kept.follows]]]
        states = dict(zip(leader.keys, leader.states, strict=True))
        for values in rows:
            matched.states.append(states[values[kept.follows]])

    def _known(self, kept: Kept) -> dict[tuple[Any, ...], list[tuple[Any, int]]]:
        """The rows that the account has, by what they are known by: the key of each, and what its cells come to."""
        known: dict[tuple[Any, ...], list[tuple[Any, int]]] = defaultdict(list)
        names = [each.name for each in kept.fields]
        for key, *cells in rows_of(kept, self._athlete).order_by("pk").values_list("pk", *names).iterator():
            own = dict(zip(names, cells, strict=True))
            known[identity(kept, own)].append((key, _cells(TABLES[kept.name], own)))
        return known

    def _key(self, table: str, number: Any) -> Any:
        if number is None:
            return None
        key = self.tables[table].keys.get(number)
        return NOT_YET if key is None else key


def with_keys(kept: Kept, values: Values, key_of: Callable[[str, Any], Any]) -> Values:
    """The values with keys of the database in the place of the numbers of the file."""
    changed = dict(values)
    for name, link in kept.links.items():
        changed[name] = key_of(NAMES[link], values[name])
    for name, change in kept.within.items():
        changed[name] = change(values[name], key_of)
    return changed


def identity(kept: Kept, values: Values) -> tuple[Any, ...]:
    """What a row is known by: a ladder of the shelf by that, so that it is the same whenever it was taken."""
    if kept.name == "ladders" and (values["shelf_key"] or values["is_quick"]):
        return (values["shelf_key"], values["is_quick"])
    return tuple(values[name] for name in kept.identity)


def _cells(table: Table, values: Values) -> int:
    """What the cells of a row come to, but for its number."""
    return hash(tuple(column.write(values[column.name]) for column in table.columns if column.name != ID))


def other_id(athlete: Athlete, run: UUID) -> UUID:
    """The id of a run whose own belongs to another account on this server: always the same one."""
    return uuid5(UUID(int=athlete.pk), str(run))


def _give_ids(athlete: Athlete, matched: Matched) -> None:
    """New runs keep their ids, but those that another account has already."""
    fresh = [number for number, key in matched.keys.items() if key is None]
    taken = set(_taken(athlete, fresh))
    for number in fresh:
        matched.keys[number] = other_id(athlete, number) if number in taken else number


def _taken(athlete: Athlete, ids: Sequence[UUID]) -> Iterator[UUID]:
    for at in range(0, len(ids), IDS_AT_ONCE):
        yield from (
            Run.everything.filter(pk__in=ids[at : at + IDS_AT_ONCE])
            .exclude(athlete=athlete)
            .values_list("pk", flat=True)
        )
