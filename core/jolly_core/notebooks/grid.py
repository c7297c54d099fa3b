"""A file as rows of texts: CSV of any separator and usual encoding, or the first sheet of an xlsx."""

from __future__ import annotations

import csv
import io
import zipfile
from collections import Counter
from collections.abc import Iterable, Sequence
from datetime import date, datetime
from itertools import islice
from typing import Any

from jolly_core.errors import CoreError
from jolly_core.package.containers import Container

Row = tuple[str, ...]

MOST_ROWS, MOST_COLUMNS, LONGEST_CELL = 10_000, 40, 500
#: Of the file, in bytes.
MOST_BYTES = 20_000_000
SEPARATORS = ";\t|,"
#: By the first bytes of a file that says in which encoding it is.
MARKS = {b"\xef\xbb\xbf": "utf-8-sig", b"\xff\xfe": "utf-16", b"\xfe\xff": "utf-16"}
#: So many lines tell which separator it is.
LINES_LOOKED_AT = 50


def read_grid(data: bytes) -> tuple[Row, ...]:
    """The rows of a file, those that are empty left out, all of the same length.

    Raises:
        CoreError: ``too_large``; ``no_sheet`` for neither text nor xlsx; ``too_many`` rows or columns; ``empty``.
    """
    if len(data) > MOST_BYTES:
        raise _refuse("too_large", f"The file is larger than {MOST_BYTES // 1_000_000} MB.")
    rows = _xlsx(data) if data.startswith(b"PK") else _csv(_text(data))
    kept = [row for row in ([cell.strip() for cell in row] for row in rows) if any(row)]
    if not kept:
        raise _refuse("empty", "There is nothing in this file.")
    if len(kept) > MOST_ROWS + 1:
        raise _refuse("too_many", f"The file has more than {MOST_ROWS:,} rows: split it.")
    # Spreadsheets give rows as long as they are asked for.
    width = max(place + 1 for row in kept for place, cell in enumerate(row) if cell)
    if width > MOST_COLUMNS:
        raise _refuse("too_many", f"The file has {width:,} columns; {MOST_COLUMNS} can be read.")
    cut = ([cell[:LONGEST_CELL] for cell in row[:width]] for row in kept)
    return tuple((*row, *("",) * (width - len(row))) for row in cut)


def _text(data: bytes) -> str:
    encoding = next((name for mark, name in MARKS.items() if data.startswith(mark)), "")
    for each in (encoding,) if encoding else ("utf-8", "cp1252"):
        try:
            text = data.decode(each)
        except UnicodeDecodeError:
            continue
        if "\x00" not in text:
            return text
    raise _refuse("no_sheet", "This is neither text nor a spreadsheet. Save it as CSV or xlsx, and choose that.")


def _csv(text: str) -> Iterable[Sequence[str]]:
    lines = text.splitlines()
    if any(len(line) > MOST_COLUMNS * (LONGEST_CELL + 3) for line in lines):
        raise _refuse("too_many", "A line of the file is far too long: it is no table of scores.")
    reader = csv.reader(io.StringIO(text, newline=""), delimiter=_separator(lines[:LINES_LOOKED_AT]))
    try:
        return list(islice(reader, 2 * MOST_ROWS))
    except csv.Error as error:
        raise _refuse("no_sheet", f"The file cannot be read as CSV: {error}.") from None


def _separator(lines: Sequence[str]) -> str:
    """The one that is in the most lines, and as often in one as in the next.

    >>> _separator(["date;score", "1.5.2026;7,5", "2.5.2026;8,5"])
    ';'
    """

    def fits(separator: str) -> tuple[int, int]:
        counts = Counter(line.count(separator) for line in lines if line.count(separator))
        return (max(counts.values(), default=0), max(counts, default=0))

    return max(SEPARATORS, key=fits)


def _xlsx(data: bytes) -> Iterable[Sequence[str]]:
    from openpyxl import load_workbook

    # Looked through before anything of it is unpacked: an xlsx is a zip.
    Container(io.BytesIO(data))
    try:
        book = load_workbook(io.BytesIO(data), read_only=True, data_only=True, keep_links=False)
        sheet = book.worksheets[0]
        rows = sheet.iter_rows(max_row=2 * MOST_ROWS, max_col=MOST_COLUMNS + 1, values_only=True)
        return [[_cell(value) for value in row] for row in rows]
    except (
        ValueError,
        KeyError,
        TypeError,
        IndexError,
        AttributeError,
        OSError,
        EOFError,
        zipfile.BadZipFile,
    ) as error:
        raise _refuse("no_sheet", f"The spreadsheet cannot be read ({type(error).__name__}). Save it as CSV.") from None
    except Exception as error:  # what the parser of its XML raises has no name of its own
        if type(error).__module__.startswith(("xml", "defusedxml")):
            raise _refuse("no_sheet", "The spreadsheet is damaged. Save it as CSV.") from None
        raise


def _cell(value: Any) -> str:
    if value is None:
        return ""
    if isinstance(value, datetime):
        return value.date().isoformat()
    if isinstance(value, date):
        return value.isoformat()
    if isinstance(value, float) and value.is_integer():
        return str(int(value))
    return str(value)


def _refuse(code: str, message: str) -> CoreError:
    return CoreError.one(code, message, "file")
