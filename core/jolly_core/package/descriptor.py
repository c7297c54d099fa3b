"""What the package of a record says of itself: ``datapackage.json``."""

from __future__ import annotations

import json
from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Any

from jolly_core.errors import CoreError
from jolly_core.package.cells import MOMENT, read_json
from jolly_core.package.tables import Table

NAME = "datapackage.json"
PACKAGE = "jolly-ladder-record"
#: Goes up when a record is packed otherwise than an older application could read.
VERSION = 1
MOST_BYTES = 2_000_000


def write_descriptor(tables: Sequence[Table], made_at: datetime) -> bytes:
    """The descriptor of a package with these tables."""
    said = {
        "profile": "tabular-data-package",
        "name": PACKAGE,
        "title": "A practice record of Jolly Ladder",
        "created": MOMENT.write(made_at),
        "record_version": VERSION,
        "resources": [_resource(table) for table in tables],
    }
    return json.dumps(said, ensure_ascii=False, indent=1).encode() + b"\n"


def _resource(table: Table) -> dict[str, Any]:
    return {
        "profile": "tabular-data-resource",
        "name": table.name,
        "path": table.path,
        "description": table.words,
        "format": "csv",
        "mediatype": "text/csv",
        "encoding": "utf-8",
        "schema": table.schema(),
    }


def read_version(data: bytes) -> int:
    """Which version a package is of.

    Raises:
        CoreError: ``not_a_record`` for one of something else, ``newer_record`` for one that a later application made.
    """
    try:
        said = read_json(data.decode())
    except ValueError:
        raise _refuse("not_a_record", f"{NAME} is no JSON.") from None
    version = said.get("record_version") if isinstance(said, Mapping) and said.get("name") == PACKAGE else None
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise _refuse("not_a_record", f"This is a package of something else: its name is not {PACKAGE!r}.")
    if version > VERSION:
        raise _refuse(
            "newer_record",
            f"This record was packed by a newer Jolly Ladder (version {version}; {VERSION} can be read here). Bring "
            "the application up to date, then take it in.",
        )
    return version


def _refuse(code: str, message: str) -> CoreError:
    return CoreError.one(code, message, "file")
