"""Sheets of old scores, as people write them: any separator, encoding and order; xlsx by two writers."""

from __future__ import annotations

import io
import zipfile
from datetime import date, datetime

import pytest
from openpyxl import Workbook

from jolly_core.errors import CoreError
from jolly_core.notebooks.columns import Columns, check_columns, guess_columns
from jolly_core.notebooks.grid import MOST_ROWS, read_grid
from jolly_core.notebooks.scores import read_scores

TODAY = date(2026, 12, 1)
ROWS = (("Datum", "Übung", "Punkte"), ("28.11.2026", "Putts", "7,5"), ("29.11.2026", "Serves", "8"))


def text(separator: str) -> str:
    return "".join(separator.join(f'"{cell}"' if separator in cell else cell for cell in row) + "\r\n" for row in ROWS)


@pytest.mark.parametrize("separator", [",", ";", "\t", "|"])
@pytest.mark.parametrize("encoding", ["utf-8", "utf-8-sig", "utf-16", "cp1252"])
def test_reads_csv_of_any_separator_and_encoding(separator: str, encoding: str) -> None:
    assert read_grid(text(separator).encode(encoding)) == ROWS


def test_reads_xlsx_with_its_dates_and_whole_numbers() -> None:
    book = Workbook()
    book.active.append(["Date", "Score", "Note"])
    book.active.append([datetime(2026, 11, 28, 18, 0), 7.0, None])  # noqa: DTZ001 # cells know no zones
    book.active.append([date(2026, 11, 29), 7.5, "=1+1"])
    out = io.BytesIO()
    book.save(out)
    # A formula has no value until a spreadsheet has worked it out; nothing is worked out here.
    assert read_grid(out.getvalue()) == (("Date", "Score", "Note"), ("2026-11-28", "7", ""), ("2026-11-29", "7.5", ""))


def other_writer(sheet: str, **more: str) -> bytes:
    """An xlsx by the least that ECMA-376 asks for: inline texts, no styles, no shared strings."""
    kind, main = "http://schemas.openxmlformats.org/package/2006", "http://schemas.openxmlformats.org"
    office = f"{main}/officeDocument/2006/relationships"
    parts = {
        "[Content_Types].xml": f'<Types xmlns="{kind}/content-types"><Default Extension="rels" ContentType='
        '"application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/'
        'vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/><Override PartName="/xl/worksheets/s.xml" '
        'ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/></Types>',
        "_rels/.rels": f'<Relationships xmlns="{kind}/relationships"><Relationship Id="r1" '
        f'Type="{office}/officeDocument" Target="xl/workbook.xml"/></Relationships>',
        "xl/workbook.xml": f'<workbook xmlns="{main}/spreadsheetml/2006/main" xmlns:r="{office}"><sheets>'
        '<sheet name="Scores" sheetId="1" r:id="r1"/></sheets></workbook>',
        "xl/_rels/workbook.xml.rels": f'<Relationships xmlns="{kind}/relationships"><Relationship Id="r1" '
        f'Type="{office}/worksheet" Target="worksheets/s.xml"/></Relationships>',
        "xl/worksheets/s.xml": sheet,
        **more,
    }
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as container:
        for name, part in parts.items():
            container.writestr(name, part)
    return out.getvalue()


SHEET = (
    '<worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData>{}</sheetData></worksheet>'
)
CELLS = '<row r="1"><c r="A1" t="inlineStr"><is><t>Day</t></is></c><c r="B1"><v>7</v></c></row>'


def test_reads_xlsx_by_another_writer() -> None:
    assert read_grid(other_writer(SHEET.format(CELLS))) == (("Day", "7"),)


ENTITIES = '<!DOCTYPE w [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;&a;&a;">]>' + SHEET.format(
    '<row r="1"><c r="A1" t="inlineStr"><is><t>&b;</t></is></c></row>'
)
OUTSIDE = '<!DOCTYPE w [<!ENTITY a SYSTEM "file:///etc/passwd">]>' + SHEET.format(
    '<row r="1"><c r="A1" t="inlineStr"><is><t>&a;</t></is></c></row>'
)


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"", "nothing in this file"),
        (b"\r\n , ,\r\n", "nothing in this file"),
        (b"\x89PNG\r\n\x1a\n\x00\x00\x00\rIHDR", "neither text nor a spreadsheet"),
        (b"PK\x03\x04 no zip", "no zip file"),
        (other_writer(ENTITIES), "cannot be read"),
        (other_writer(OUTSIDE), "cannot be read"),
        (other_writer("<worksheet"), "damaged"),
        (other_writer(SHEET.format(CELLS), **{"xl/media/a.bin": "0" * 30_000_000}), "times its size"),
        (b",".join(b"%d" % number for number in range(1_000_000)), "far too long"),
        (b",".join(b"%d" % number for number in range(60)), "60 columns"),
        (b"1\r\n" * (MOST_ROWS + 2), "more than 10,000 rows"),
        (b"0" * 20_000_001, "larger than 20 MB"),
    ],
    ids=lambda value: value if isinstance(value, str) else "",
)
def test_refuses_what_is_no_sheet_of_scores(data: bytes, words: str) -> None:
    with pytest.raises(CoreError, match=words):
        read_grid(data)


@pytest.mark.parametrize(
    ("rows", "expected"),
    [
        ([("date", "drill", "side", "score", "note")], Columns(0, 3, 1, 2, 4)),
        (list(ROWS), Columns(0, 2, 1, is_decimal_comma=True)),
        ([("7", "2026-11-28"), ("8", "2026-11-29")], Columns(1, 0, has_heading=False)),
        ([("Date", "Score"), ("11/28/2026", "7")], Columns(0, 1, is_day_first=False)),
        ([("a", "b"), ("c", "d")], Columns(-1, -1)),
    ],
)
def test_guesses_what_columns_mean(rows: list[tuple[str, ...]], expected: Columns) -> None:
    assert guess_columns(rows) == expected


def test_columns_that_cannot_be_are_named() -> None:
    with pytest.raises(CoreError) as refused:
        check_columns(Columns(day=-1, score=1, drill=1, side=9), 3)
    assert {problem.code for problem in refused.value.problems} == {"no_column", "needed", "twice"}


@pytest.mark.parametrize(
    ("day", "score", "expected"),
    [
        ("28.11.2026", "7", (date(2026, 11, 28), 7, None)),
        ("28/11/26", "7.5", (date(2026, 11, 28), 7.5, None)),
        ("2026-11-28", "7/10", (date(2026, 11, 28), 7, 10)),
        ("28-11-2026", "7 of 10", (date(2026, 11, 28), 7, 10)),
    ],
)
def test_reads_scores_as_they_are_written(day: str, score: str, expected: tuple[object, ...]) -> None:
    scores, problems = read_scores([(day, score)], Columns(has_heading=False), TODAY)
    assert problems == []
    assert (scores[0].day, scores[0].value, scores[0].out_of) == expected


def test_month_first_and_decimal_commas_where_they_are_said() -> None:
    columns = Columns(has_heading=False, is_day_first=False, is_decimal_comma=True)
    [score] = read_scores([("11/28/2026", "1.234,5")], columns, TODAY)[0]
    assert (score.day, score.value) == (date(2026, 11, 28), 1234.5)


@pytest.mark.parametrize(
    ("row", "column", "words"),
    [
        (("31.2.2026", "Putts", "7"), "day", "no such day"),
        (("soon", "Putts", "7"), "day", "Write the day"),
        (("2.12.2026", "Putts", "7"), "day", "in the future"),
        (("1.12.2026", "Putts", "seven"), "score", "as a number"),
        (("1.12.2026", "Putts", "-7"), "score", "as a number"),
        (("1.12.2026", "Putts", "11/10"), "score", "More than 10 of 10"),
        (("1.12.2026", "", "7"), "drill", "what was played"),
    ],
)
def test_a_wrong_row_is_named_with_its_column(row: tuple[str, ...], column: str, words: str) -> None:
    scores, problems = read_scores([("Day", "Drill", "Score"), row], Columns(0, 2, 1), TODAY)
    assert scores == []
    [problem] = problems
    assert problem.path == (1, column)
    assert words in problem.message
