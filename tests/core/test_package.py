"""Tables in CSV and zips: what is written is read back, by others as well, and harm is refused.

CSV is held to RFC 4180 by Python's own reader and by pandas; formulas to the advice of OWASP (CSV Injection).
"""

from __future__ import annotations

import csv
import io
import stat
import struct
import zipfile
from datetime import UTC, date, datetime, time
from typing import Any
from uuid import UUID

import pandas
import pytest
from hypothesis import given
from hypothesis import strategies as some

from jolly_core.errors import CoreError
from jolly_core.package import cells
from jolly_core.package.containers import MOST_RATIO, Container, write_container
from jolly_core.package.descriptor import VERSION, read_version, write_descriptor
from jolly_core.package.sheets import LONGEST_LINE, SheetReader, write_sheet
from jolly_core.package.tables import Column, Table

TABLE = Table(
    "runs",
    (
        Column("id", cells.INTEGER, least=1),
        Column("note", cells.TEXT, may_be_empty=True, longest=2000),
        Column("title", cells.TEXT),
        Column("rate", cells.NUMBER, may_be_empty=True),
        Column("is_over", cells.BOOLEAN),
        Column("day", cells.DATE),
        Column("start", cells.TIME, may_be_empty=True),
        Column("made_at", cells.MOMENT),
        Column("key", cells.IDENTIFIER),
        Column("tally", cells.OBJECT),
        Column("tags", cells.ARRAY, has_default=True),
    ),
    ("id",),
)
ROW = [7, None, "=2+2", 0.1, True, date(2026, 11, 28), time(18, 30), datetime(2026, 11, 28, 18, tzinfo=UTC)]
ROW += [UUID(int=5), {"v": 1, "rows": [1, None, "é"]}, ["a"]]

letters = some.text(some.characters(blacklist_categories=["Cs"], blacklist_characters="\x00"))
values = some.tuples(
    some.integers(1, 10**9),
    some.none() | letters,
    letters,
    some.none() | some.floats(allow_nan=False, allow_infinity=False),
    some.booleans(),
    some.dates(),
    some.none() | some.times(),
    some.datetimes(timezones=some.just(UTC)),
    some.uuids(),
    some.dictionaries(letters, some.none() | some.integers() | letters),
    some.lists(some.integers() | letters),
)


def written(rows: Any, table: Table = TABLE) -> bytes:
    return b"".join(write_sheet(table, rows))


def read(data: bytes, table: Table = TABLE) -> tuple[list[Any], list[str]]:
    reader = SheetReader(table, io.BytesIO(data))
    rows = [list(values.values()) for _, values in reader.rows()]
    return rows, [problem.message for problem in reader.problems]


@given(some.lists(values, max_size=5))
def test_what_is_written_is_read_back(rows: list[Any]) -> None:
    assert read(written(rows)) == ([list(row) for row in rows], [])


def test_others_read_the_same_numbers() -> None:
    frame = pandas.read_csv(io.BytesIO(written([ROW, [8, "", "b", None, *ROW[4:]]])), parse_dates=["day", "made_at"])
    assert list(frame["id"]) == [7, 8]
    assert frame["rate"][0] == 0.1
    assert pandas.isna(frame["rate"][1])
    assert list(frame["is_over"]) == [True, True]
    assert frame["made_at"][0] == pandas.Timestamp("2026-11-28T18:00:00Z")
    assert frame["day"][0] == pandas.Timestamp("2026-11-28")


@pytest.mark.parametrize("text", ["=1+1", "+1", "-1", "@SUM(A1)", "\tx", "\rx", "'=1"])
def test_no_text_is_a_formula(text: str) -> None:
    row = [*ROW[:2], text, *ROW[3:]]
    line = list(csv.reader(io.StringIO(written([row]).decode(), newline="")))[1]
    assert line[2] == "'" + text
    assert read(written([row]))[0] == [row]


@pytest.mark.parametrize(
    ("text", "cells_in_it"),
    [
        # RFC 4180, section 2: rules 1 to 7.
        ("aaa,bbb,ccc\r\nzzz,yyy,xxx\r\n", [["zzz", "yyy", "xxx"]]),
        ("aaa,bbb,ccc\r\nzzz,yyy,xxx", [["zzz", "yyy", "xxx"]]),
        ('"aaa","bbb","ccc"\r\nzzz,yyy,xxx', [["zzz", "yyy", "xxx"]]),
        ('aaa,bbb,ccc\r\n"zzz","y\r\nyy","x,x"\r\n', [["zzz", "y\r\nyy", "x,x"]]),
        ('aaa,bbb,ccc\r\n"zzz","y""yy",xxx\r\n', [["zzz", 'y"yy', "xxx"]]),
        # Not of it, but common: lines that end in LF, and a mark of the order of bytes before all.
        ("\ufeffaaa,bbb,ccc\nzzz,yyy, x\n", [["zzz", "yyy", " x"]]),
    ],
)
def test_reads_csv_by_its_standard(text: str, cells_in_it: list[list[str]]) -> None:
    table = Table("plain", tuple(Column(name, cells.TEXT) for name in ("aaa", "bbb", "ccc")), ("aaa",))
    assert read(text.encode(), table) == (cells_in_it, [])


@pytest.mark.parametrize(
    ("place", "cell", "words"),
    [
        (0, "1.5", "column id must be a whole number"),
        (0, "١", "column id must be a whole number"),
        (0, "0", "column id must be at least 1"),
        (1, "x" * 2001, "column note must have at most 2000 characters"),
        (3, "nan", "column rate must be a number"),
        (3, "1e999", "column rate must be a number"),
        (4, "yes", "column is_over must be true or false"),
        (5, "28.11.2026", "column day must be a date like 2026-11-28"),
        (5, "", "column day must not be empty"),
        (7, "2026-11-28T18:00:00", "column made_at must be a moment like"),
        (8, "abc", "column key must be an identifier like"),
        (9, "[1]", "column tally must be an object in JSON"),
        (9, "{" * 50_000, "column tally must be an object in JSON"),
        (9, '{"a":NaN}', "column tally must be an object in JSON"),
        (9, '{"a":' * 60 + "1" + "}" * 60, "column tally must be an object in JSON"),
    ],
)
def test_a_wrong_cell_is_named_with_line_and_column(place: int, cell: str, words: str) -> None:
    line = TABLE.write_row(ROW)
    line[place] = cell
    out = io.StringIO(newline="")
    csv.writer(out).writerows([[column.name for column in TABLE.columns], TABLE.write_row(ROW), line])
    rows, problems = read(out.getvalue().encode())
    assert rows == [ROW]
    assert len(problems) == 1
    assert problems[0].startswith(f"data/runs.csv, line 3: {words}")


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"id,note\r\n", "lacks the column 'title'"),
        (b"id,id\r\n", "names a column twice"),
        (b"id,password\r\n", "a column 'password' that is not known"),
        (b",".join(b"c%d" % number for number in range(400_000)), "a column 'c0' that is not known"),
        (written([ROW]) + b"\xff\xfe\r\n", "Line 3 is not in UTF-8"),
        (written([ROW]).decode().encode("utf-16"), "Line 1 is not in UTF-8"),
        (b"i" * (LONGEST_LINE + 1), "Line 1 is longer than 8 MB"),
        (written([ROW]) + b'"never ends', "is no line of CSV"),
        (written([ROW]) + b"\x00\r\n", "a character of number 0"),
    ],
)
def test_what_is_no_such_sheet_is_refused(data: bytes, words: str) -> None:
    with pytest.raises(CoreError, match=words):
        read(data)


def test_a_short_row_is_named_and_an_older_heading_is_taken() -> None:
    _, problems = read(written([ROW]) + b"8,,short\r\n")
    assert problems == ["data/runs.csv, line 3: has 3 cells where the heading has 11."]
    older = Table(TABLE.name, TABLE.columns[:-1], TABLE.key)
    assert read(written([ROW[:-1]], older)) == ([ROW[:-1]], [])


# --- zips -------------------------------------------------------------------------------------------------------------


def packed(*members: tuple[str | zipfile.ZipInfo, bytes], method: int = zipfile.ZIP_DEFLATED) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", method) as container:
        for name, data in members:
            container.writestr(name, data)
    return out.getvalue()


def test_a_zip_is_the_same_each_time_and_opened_by_others() -> None:
    members = [("a.csv", [b"1,2", b"\r\n"]), ("b/c.json", [b"{}"])]
    data = b"".join(write_container(members))
    assert data == b"".join(write_container(members))
    with zipfile.ZipFile(io.BytesIO(data)) as container:
        assert container.testzip() is None
        assert container.read("a.csv") == b"1,2\r\n"
    with Container(io.BytesIO(data)) as container:
        assert container.names == ("a.csv", "b/c.json")
        assert container.open("a.csv").read() == b"1,2\r\n"


def link(name: str) -> zipfile.ZipInfo:
    info = zipfile.ZipInfo(name)
    info.external_attr = (stat.S_IFLNK | 0o777) << 16
    return info


def locked() -> bytes:
    """With the flag of a password, in the directory of the zip."""
    data = bytearray(packed(("a", b"1")))
    data[data.index(b"PK\x01\x02") + 8] |= 1
    return bytes(data)


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"hello", "no zip file"),
        (b"", "no zip file"),
        (packed(("a", b"1"))[:-20], "no zip file"),
        (packed(("../a", b"1")), "leads out of its folder"),
        (packed(("/etc/a", b"1")), "leads out of its folder"),
        (packed(("c:\\a", b"1")), "leads out of its folder"),
        (packed((link("a"), b"/etc/passwd")), "is a link"),
        (packed(("aa1", b"1"), ("aa2", b"2"), method=zipfile.ZIP_STORED).replace(b"aa2", b"aa1"), "one name twice"),
        (packed(("a", b"1"), ("A", b"2")), "one name twice"),
        (packed(("a", b"0" * 20_000_000)), f"more than {MOST_RATIO} times its size"),
        (packed(("a", b"1"), method=zipfile.ZIP_BZIP2), "packed in a way that is not read"),
        (packed(*((str(number), b"") for number in range(5_001))), "more than 5000 files"),
        (locked(), "locked with a password"),
    ],
    ids=lambda value: value if isinstance(value, str) else "",
)
def test_a_zip_that_may_do_harm_is_not_opened(data: bytes, words: str) -> None:
    with pytest.raises(CoreError, match=words):
        Container(io.BytesIO(data))


def test_a_zip_that_lies_about_its_size_is_left_where_it_lies() -> None:
    data = bytearray(packed(("a.csv", b"x" * 5_000)))
    at = data.index(b"PK\x01\x02") + 24
    data[at : at + 4] = struct.pack("<I", 100)
    with pytest.raises(CoreError, match="damaged"):
        Container(io.BytesIO(bytes(data))).open("a.csv").read()


def test_a_member_that_is_missing_damaged_or_too_large_is_said() -> None:
    data = bytearray(packed(("a.csv", b"x" * 100), method=zipfile.ZIP_STORED))
    container = Container(io.BytesIO(bytes(data)))
    with pytest.raises(CoreError, match="lacks"):
        container.open("b.csv")
    with pytest.raises(CoreError, match="larger than 10 bytes"):
        container.read("a.csv", 10)
    data[data.index(b"xxx")] = ord("y")
    with pytest.raises(CoreError, match="damaged"):
        Container(io.BytesIO(bytes(data))).open("a.csv").read()


@pytest.mark.parametrize(
    ("data", "code"),
    [
        (b"no json", "not_a_record"),
        (b"[]", "not_a_record"),
        (b'{"name":"weather","record_version":1}', "not_a_record"),
        (b'{"name":"jolly-ladder-record","record_version":true}', "not_a_record"),
        (b'{"name":"jolly-ladder-record","record_version":%d}' % (VERSION + 1), "newer_record"),
    ],
)
def test_what_is_no_record_or_a_newer_one_is_refused(data: bytes, code: str) -> None:
    with pytest.raises(CoreError) as refused:
        read_version(data)
    assert refused.value.code == code


def test_the_descriptor_says_the_version_it_is_read_by() -> None:
    assert read_version(write_descriptor([TABLE], datetime(2026, 11, 28, tzinfo=UTC))) == VERSION
