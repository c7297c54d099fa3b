"""A package into rows that are known to be whole: each fits its column, its table, and the rows that it refers to."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Any, BinaryIO

from config.progress import Tell
from jolly_core.errors import CoreError, Problem
from jolly_core.ladder.needs import check_needs
from jolly_core.package import descriptor
from jolly_core.package.containers import Container
from jolly_core.package.sheets import MOST_PROBLEMS, SheetReader, problem_at
from jolly_core.package.tables import Column
from packages.blobs import check_threshold
from packages.kept import ID, Kept
from packages.tables import KEPT, NAMES, TABLES

#: So many rows lie between two tellings.
ROWS_BETWEEN = 500
#: What reading a value that was tampered with may raise.
_UNREADABLE = (CoreError, ValueError, TypeError, KeyError, AttributeError, IndexError, ArithmeticError)

Values = dict[str, Any]


class RecordFile:
    """The package of a record, open to be read as often as is needed."""

    def __init__(self, file: BinaryIO) -> None:
        """Raises ``CoreError`` for what is no package of a record, or one that a newer application made."""
        self._container = Container(file)
        if descriptor.NAME not in self._container:
            raise CoreError.one("not_a_record", f"This is no practice record: it lacks {descriptor.NAME}.", "file")
        self.version = descriptor.read_version(self._container.read(descriptor.NAME, descriptor.MOST_BYTES))
        self._sizes = {kept.name: self._container.size(TABLES[kept.name].path) for kept in KEPT}

    def rows(self, kept: Kept, problems: list[Problem], tell: Tell) -> Iterator[tuple[int, Values]]:
        """The rows of a table with their lines, each value of its kind; what is wrong comes to ``problems``.

        A table that an older application did not have is empty; a column that it did not have has its default.
        """
        table = TABLES[kept.name]
        if table.path not in self._container:
            return
        before = sum(self._sizes[each.name] for each in KEPT[: KEPT.index(kept)])
        whole = max(1, sum(self._sizes.values()))
        defaults = {each.name: each for each in kept.fields if not each.is_relation}
        with self._container.open(table.path) as file:
            reader = SheetReader(table, file, problems)
            missing: list[Column] | None = None
            for number, (line, values) in enumerate(reader.rows()):
                if missing is None:
                    missing = list(table.missing(values))
                for column in missing:
                    values[column.name] = defaults[column.name].get_default() if column.name in defaults else None
                yield line, values
                if number % ROWS_BETWEEN == 0:
                    tell(min(1.0, (before + file.tell()) / whole))


class Checker:
    """Looks through the rows of a package: numbers once each, rows that are referred to, values that can be read."""

    def __init__(self, record: RecordFile) -> None:
        self._record = record
        self._problems: list[Problem] = []
        #: The numbers, or ids, of the rows of each table that others refer to.
        self._seen: dict[str, set[Any]] = {}
        #: The rungs, what each needs, and those that nothing is asked of yet.
        self._rungs: dict[int, Values] = {}
        self._needs: dict[int, list[int]] = {}
        self._without: dict[int, int] = {}

    def rows(self, kept: Kept, tell: Tell) -> Iterator[Values]:
        """The rows of the next table. Raises ``CoreError`` with all that is wrong with it, once they were looked at."""
        table, seen = TABLES[kept.name], self._seen.setdefault(kept.name, set())
        keys: set[tuple[Any, ...]] = set()
        for line, values in self._record.rows(kept, self._problems, tell):
            key = tuple(values[name] for name in table.key)
            problem = self._problem(kept, line, values)
            if key in keys:
                problem = Problem("twice", f"is there twice ({', '.join(map(str, key))})", table.key[:1])
            elif kept.most is not None and len(keys) >= kept.most:
                problem = Problem("too_many", f"is one too many: there is room for {kept.most}")
            if problem:
                self._problems.append(problem_at(table, line, problem))
                if len(self._problems) >= MOST_PROBLEMS:
                    break
                continue
            keys.add(key)
            if ID in values:
                seen.add(values[ID])
            yield values
        self._check_together(kept)
        if self._problems:
            raise CoreError(self._problems[:MOST_PROBLEMS])

    def _problem(self, kept: Kept, line: int, values: Values) -> Problem | None:
        for name, link in kept.links.items():
            target = NAMES[link]
            if values[name] is not None and values[name] not in self._seen.get(target, ()):
                return Problem("unknown_row", f"means a row of {target} that is not there before it", (name,))
        for name in kept.lists:
            if not all(isinstance(each, str) for each in values[name]):
                return Problem("cell", "must be a list of texts", (name,))
        try:
            kept.check(values)
            for name, change in kept.within.items():
                change(values[name], self._look_up)
            self._check_asked(kept, line, values)
        except _UNREADABLE as error:
            return Problem("unreadable", f"cannot be read: {str(error)[:200] or type(error).__name__}")
        return None

    def _check_together(self, kept: Kept) -> None:
        """What can be said once a whole table was looked at."""
        if kept.name == "thresholds":
            for line in self._without.values():
                self._problems.append(problem_at(TABLES["rungs"], line, Problem("no_threshold", "has no threshold")))
        if kept.name == "needs":
            self._check_circles()

    def _check_circles(self) -> None:
        """No rungs need each other. Raises ``CoreError`` naming the circle."""
        ladders: dict[int, list[tuple[int, int]]] = {}
        for rung, values in self._rungs.items():
            if values["taken_out_at"] is None:
                ladders.setdefault(values["ladder"], []).append((values["number"], rung))
        climbed = [[rung for _, rung in sorted(rungs)] for rungs in ladders.values()]
        check_needs(self._needs, climbed, {rung: values["title"] for rung, values in self._rungs.items()})

    def _look_up(self, table: str, number: Any) -> Any:
        """The number of a row within a value, where there is such a row."""
        if number is not None and number not in self._seen.get(table, ()):
            raise ValueError(f"it means row {number} of {table}, which is not there")
        return number

    def _check_asked(self, kept: Kept, line: int, values: Mapping[str, Any]) -> None:
        """A threshold goes by the game of its rung, and no rung is without one; needs are looked at together."""
        if kept.name == "rungs":
            self._rungs[values[ID]] = {
                name: values[name] for name in ("ladder", "number", "title", "format", "taken_out_at")
            }
            self._without[values[ID]] = line
        elif kept.name == "needs":
            self._needs.setdefault(values["rung"], []).append(values["needed"])
        elif kept.name == "thresholds":
            check_threshold(self._rungs[values["rung"]]["format"], values["threshold"])
            self._without.pop(values["rung"], None)
