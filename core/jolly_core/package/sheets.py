"""A table as CSV by RFC 4180: UTF-8, a heading, commas, quotes where they are needed, lines that end in CR and LF."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field
from typing import Any, BinaryIO

from jolly_core.errors import CoreError, Problem
from jolly_core.package.tables import Table

#: No cell that is kept is longer, in characters, and no line.
LONGEST_CELL, LONGEST_LINE = 2_000_000, 8_000_000
#: So many problems are named; more help nobody.
MOST_PROBLEMS = 20
#: So many rows are turned into text at a time.
ROWS_AT_ONCE = 2_000

csv.field_size_limit(LONGEST_CELL)


def write_sheet(table: Table, rows: Iterable[Sequence[Any]]) -> Iterator[bytes]:
    """A table in CSV, piece by piece; each row has its values in the order of the columns."""
    columns = table.columns
    return write_lines([column.name for column in columns], (table.write_row(row) for row in rows))


def write_lines(heading: Sequence[str], rows: Iterable[Sequence[str]]) -> Iterator[bytes]:
    """Lines of CSV, piece by piece, of cells that are text already."""
    text = io.StringIO(newline="")
    writer = csv.writer(text)
    writer.writerow(heading)
    for number, row in enumerate(rows, 1):
        writer.writerow(row)
        if number % ROWS_AT_ONCE == 0:
            yield text.getvalue().encode()
            text.seek(0)
            text.truncate()
    yield text.getvalue().encode()


@dataclass
class SheetReader:
    """Reads a table from CSV, row by row. What is wrong with rows is gathered in ``problems``, as far as it helps."""

    table: Table
    file: BinaryIO
    problems: list[Problem] = field(default_factory=list)

    def rows(self) -> Iterator[tuple[int, dict[str, Any]]]:
        """Each row that can be read, by the names of its columns, with the number of the line that it ends on.

        Raises ``CoreError`` where the file as a whole cannot be read: its heading, its letters, its lines.
        """
        reader = csv.reader(_lines(self.file, self.table.path), strict=True)
        try:
            names = next(reader, [])
            self._check_heading(names)
            for cells in reader:
                values, problems = self.table.read_row(names, cells)
                self.problems += (problem_at(self.table, reader.line_num, problem) for problem in problems)
                if not problems:
                    yield reader.line_num, values
                elif len(self.problems) >= MOST_PROBLEMS:
                    return
        except csv.Error as error:
            raise refuse_file(self.table.path, f"Line {reader.line_num + 1} is no line of CSV: {error}.") from None

    def _check_heading(self, names: Sequence[str]) -> None:
        known = self.table.by_name
        if len(set(names)) != len(names):
            raise refuse_file(self.table.path, "Its heading names a column twice.")
        if unknown := next((name for name in names if name not in known), None):
            raise refuse_file(self.table.path, f"Its heading has a column {unknown[:40]!r} that is not known.")
        if missing := next((column for column in self.table.missing(names) if not column.has_default), None):
            raise refuse_file(self.table.path, f"Its heading lacks the column {missing.name!r}.")


def _lines(file: BinaryIO, path: str) -> Iterator[str]:
    """The lines of a file in UTF-8, none so long that it would fill the memory."""
    number = 0
    while line := file.readline(LONGEST_LINE):
        number += 1
        if len(line) == LONGEST_LINE and not line.endswith(b"\n"):
            raise refuse_file(path, f"Line {number} is longer than {LONGEST_LINE // 1_000_000} MB.")
        try:
            text = line.decode("utf-8-sig" if number == 1 else "utf-8")
        except UnicodeDecodeError:
            raise refuse_file(path, f"Line {number} is not in UTF-8.") from None
        if "\x00" in text:
            raise refuse_file(path, f"Line {number} holds a character of number 0.")
        yield text


def problem_at(table: Table, line: int, problem: Problem) -> Problem:
    """What is wrong with a row, or with the column that its path names, as it is said of a line of the file."""
    where = f"column {problem.path[0]} " if problem.path else ""
    message = f"{table.path}, line {line}: {where}{problem.message}."
    return Problem(problem.code, message, (table.name, line, *problem.path), problem.value, problem.allowed)


def refuse_file(path: str, message: str) -> CoreError:
    """The error of a file within the package that cannot be read at all."""
    return CoreError.one("file", f"{path}: {message}", "file")
