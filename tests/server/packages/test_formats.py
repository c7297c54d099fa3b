"""What docs/formats says is so: its examples are read by the rules that it describes."""

from __future__ import annotations

import io
import json
import re
from datetime import UTC, datetime

import pytest

from jolly_core.package import views
from jolly_core.package.descriptor import write_descriptor
from jolly_core.package.sheets import SheetReader, write_sheet
from jolly_core.package.tables import Table
from packages.tables import TABLES
from tests.serving import ROOT

FORMATS = ROOT / "docs" / "formats"
KNOWN = {table.path: table for table in TABLES.values()} | {"runs": views.RUNS, "presses": views.EVENTS}
EXAMPLES = [
    (name, text)
    for file in ("record.md", "csv.md")
    for name, text in re.findall(r"```csv (\S+)\n(.*?)```", (FORMATS / file).read_text(), re.DOTALL)
]


@pytest.mark.parametrize(("name", "text"), EXAMPLES, ids=[name for name, _ in EXAMPLES])
def test_examples_are_read_and_written_back(name: str, text: str) -> None:
    table: Table = KNOWN[name]
    reader = SheetReader(table, io.BytesIO(text.encode()))
    rows = [list(values.values()) for _, values in reader.rows()]
    assert reader.problems == []
    assert rows
    assert b"".join(write_sheet(table, rows)).decode().replace("\r\n", "\n") == text


def test_the_published_descriptor_is_that_of_the_application() -> None:
    """After a change of a model: run `publish` beside this, and think of older files."""
    published = json.loads((FORMATS / "record.datapackage.json").read_text())
    assert published == descriptor()


def descriptor() -> object:
    return json.loads(write_descriptor(list(TABLES.values()), datetime(2026, 1, 1, tzinfo=UTC)))
