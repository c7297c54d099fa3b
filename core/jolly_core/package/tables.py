"""A table of the record: its columns, what each may hold, and the Table Schema that says so."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Any

from jolly_core.errors import Problem
from jolly_core.package.cells import APOSTROPHE, TEXT, Kind, guard_text


class CellError(ValueError):
    """A cell cannot be read; its words say what was expected."""


@dataclass(frozen=True)
class Column:
    """A column: its name, the kind of its values, and what they may be.

    ``may_be_empty``: nothing is there to be said; an empty text is then written as an apostrophe alone, so that the two
    can be told apart. ``refers_to`` names the table whose row it means. With ``has_default`` an older file may lack it.
    """

    name: str
    kind: Kind
    words: str = ""
    may_be_empty: bool = False
    longest: int | None = None
    least: int | None = None
    most: int | None = None
    choices: tuple[str, ...] = ()
    refers_to: str = ""
    has_default: bool = False

    @cached_property
    def write(self) -> Callable[[Any], str]:
        """How a value is written into a cell: made once, for there are millions."""
        write = self.kind.write
        if not self.may_be_empty:
            return write
        if self.kind is TEXT:
            return lambda value: "" if value is None else write(value) or APOSTROPHE
        return lambda value: "" if value is None else write(value)

    def read(self, cell: str) -> Any:
        """The value of a cell. Raises ``CellError`` for what cannot stand there."""
        if cell == "" and self.may_be_empty:
            return None
        if cell == "" and self.kind is not TEXT:
            raise CellError(f"must not be empty; {self.kind.words} is wanted")
        try:
            value = self.kind.read(cell)
        except (ValueError, KeyError, OverflowError):
            raise CellError(f"must be {self.kind.words}") from None
        if problem := self._bounds(value):
            raise CellError(problem)
        return value

    def _bounds(self, value: Any) -> str:
        if isinstance(value, str) and "\x00" in value:
            return "must not hold a character of number 0"
        if self.longest is not None and len(value) > self.longest:
            return f"must have at most {self.longest} characters"
        if self.least is not None and value < self.least:
            return f"must be at least {self.least}"
        if self.most is not None and value > self.most:
            return f"must be at most {self.most}"
        if self.choices and value not in self.choices:
            return f"must be one of {', '.join(map(repr, self.choices))}"
        return ""

    def field(self) -> dict[str, Any]:
        """What a Table Schema says of it."""
        constraints: dict[str, Any] = {}
        if not self.may_be_empty and self.kind is not TEXT:
            constraints["required"] = True
        # An apostrophe may stand before a text.
        if self.longest is not None:
            constraints["maxLength"] = self.longest + 1
        if self.least is not None:
            constraints["minimum"] = self.least
        if self.most is not None:
            constraints["maximum"] = self.most
        if self.choices:
            constraints["enum"] = [guard_text(choice) for choice in self.choices if choice]
        said = {"name": self.name, "type": self.kind.type, "format": self.kind.format, "description": self.words}
        said = {name: value for name, value in said.items() if value not in ("", "default")}
        return {**said, **({"constraints": constraints} if constraints else {})}


@dataclass(frozen=True)
class Table:
    """A table: its columns in their order, and those by which a row is told from others."""

    name: str
    columns: tuple[Column, ...]
    key: tuple[str, ...]
    words: str = ""

    @property
    def path(self) -> str:
        """Where it lies in the package."""
        return f"data/{self.name}.csv"

    @cached_property
    def by_name(self) -> Mapping[str, Column]:
        return {column.name: column for column in self.columns}

    @cached_property
    def _writers(self) -> tuple[Callable[[Any], str], ...]:
        return tuple(column.write for column in self.columns)

    def schema(self) -> dict[str, Any]:
        """Its Table Schema."""
        references = [
            {"fields": column.name, "reference": {"resource": column.refers_to, "fields": "id"}}
            for column in self.columns
            if column.refers_to
        ]
        return {
            "fields": [column.field() for column in self.columns],
            "missingValues": [""],
            "primaryKey": list(self.key),
            **({"foreignKeys": references} if references else {}),
        }

    def write_row(self, values: Sequence[Any]) -> list[str]:
        """The cells of a row, its values in the order of the columns."""
        return [write(value) for write, value in zip(self._writers, values, strict=True)]

    def read_row(self, names: Sequence[str], cells: Sequence[str]) -> tuple[dict[str, Any], list[Problem]]:
        """The values of a row by the names of their columns, and what is wrong with it."""
        values, problems = dict[str, Any](), list[Problem]()
        if len(cells) != len(names):
            message = f"has {len(cells)} cells where the heading has {len(names)}"
            return values, [Problem("row_length", message)]
        for name, cell in zip(names, cells, strict=True):
            try:
                values[name] = self.by_name[name].read(cell)
            except CellError as error:
                problems.append(Problem("cell", str(error), (name,), value=cell[:80]))
        return values, problems

    def missing(self, names: Collection[str]) -> Iterator[Column]:
        """The columns that a file does not have."""
        return (column for column in self.columns if column.name not in names)
