"""Copies of the database, made while it is in use.

SQLite's own online back-up copies the pages of one snapshot: writers go on meanwhile, and the copy is the database as
it stood when it began (SQLite documentation, "SQLite Backup API" and "Write-Ahead Logging"). The snapshot is held by a
transaction around all steps: without it every press between two of them would make the copy begin anew. What was
written goes to the disk step by step: a press that is stored waits for a little of it, and not for all.
"""

from __future__ import annotations

import gzip
import os
import re
import shutil
import sqlite3
from collections.abc import Sequence
from contextlib import closing
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path
from tempfile import TemporaryDirectory
from threading import get_native_id

from jolly_core.errors import CoreError

NAME = re.compile(r"^jolly-(\d{8}T\d{6})Z\.sqlite3\.gz$")
STAMP = "%Y%m%dT%H%M%S"
#: A copy packs to a fifth at the quickest level; better ones take three times as long for little.
LEVEL = 1
#: So much is written before the disk has to have it; pages of SQLite have 4096 bytes.
PIECE_BYTES = 1 << 22
PAGES_A_STEP = PIECE_BYTES // 4096
#: As systems count urgency, from -20 to this.
LEAST_URGENT = 19
#: A database is copied, and its copy packed, beside each other: so much room is needed, in sizes of the database.
ROOM = 1.5


@dataclass(frozen=True)
class BackUp:
    """A copy that is kept, and when it was made."""

    file: Path
    made_at: datetime


def back_up(database: Path, folder: Path, at: datetime) -> BackUp:
    """Copy a database into a folder, checked and packed; whoever uses it goes on meanwhile.

    Raises ``CoreError``: ``no_database``, ``no_room`` on the disk, or ``damaged`` where the copy is not whole.
    """
    if not database.is_file():
        raise CoreError.one("no_database", f"There is no database at {database}.", "database")
    folder.mkdir(mode=0o700, parents=True, exist_ok=True)
    needed = int(ROOM * database.stat().st_size)
    if shutil.disk_usage(folder).free < needed:
        message = f"{folder} has too little room: {needed // 1_000_000 + 1} MB are needed. Nothing was copied."
        raise CoreError.one("no_room", message, "folder")
    kept = folder / f"jolly-{at.astimezone(UTC).strftime(STAMP)}Z.sqlite3.gz"
    with TemporaryDirectory(dir=folder, prefix=".at-work-") as work:
        copy = Path(work) / "copy.sqlite3"
        _copy(database, copy)
        if problem := problem_in(copy):
            raise CoreError.one("damaged", f"The copy is not whole ({problem}). Run `manage.py doctor`.", "database")
        packed = Path(work) / kept.name
        _pack(copy, packed)
        packed.chmod(0o600)
        packed.replace(kept)
    return BackUp(kept, at)


def _copy(database: Path, copy: Path) -> None:
    with closing(_open(database)) as source, closing(sqlite3.connect(copy)) as target, copy.open("rb") as written:
        # A copy that is cut off is thrown away: it needs no journal of its own.
        target.executescript("PRAGMA journal_mode = OFF; PRAGMA synchronous = OFF")
        source.execute("BEGIN")
        source.execute("SELECT count(*) FROM sqlite_master").fetchone()
        source.backup(target, pages=PAGES_A_STEP, progress=lambda *_: os.fsync(written.fileno()))


def _pack(copy: Path, packed: Path) -> None:
    with copy.open("rb") as whole, packed.open("wb") as file:
        with gzip.GzipFile(fileobj=file, mode="wb", compresslevel=LEVEL) as out:
            while piece := whole.read(PIECE_BYTES):
                out.write(piece)
                os.fsync(file.fileno())
        os.fsync(file.fileno())


def step_back() -> None:
    """Let everybody else go first, from now on, for this thread alone where the system knows such."""
    if hasattr(os, "setpriority"):
        os.setpriority(os.PRIO_PROCESS, get_native_id(), LEAST_URGENT)


def list_back_ups(folder: Path) -> list[BackUp]:
    """The copies in a folder, the latest first."""
    found = [(NAME.match(file.name), file) for file in folder.glob("jolly-*.sqlite3.gz")] if folder.is_dir() else []
    copies = [BackUp(file, datetime.strptime(name[1], STAMP).replace(tzinfo=UTC)) for name, file in found if name]
    return sorted(copies, key=lambda copy: copy.made_at, reverse=True)


def forget_back_ups(folder: Path, at: datetime, *, most: int, days: int) -> Sequence[BackUp]:
    """Delete what is more than so many copies, or older than so many days; the latest is always kept."""
    oldest = at - timedelta(days=days)
    gone = [
        copy for place, copy in enumerate(list_back_ups(folder)) if place and (place >= most or copy.made_at < oldest)
    ]
    for copy in gone:
        copy.file.unlink()
    return gone


def restore(file: Path, database: Path, at: datetime) -> Path | None:
    """Put a copy in the place of the database, which is moved aside: where to, or None where there was none.

    Raises ``CoreError``: ``not_a_back_up``, ``damaged``, or ``in_use`` while the database is open elsewhere.
    """
    database.parent.mkdir(parents=True, exist_ok=True)
    with TemporaryDirectory(dir=database.parent, prefix=".at-work-") as work:
        unpacked = Path(work) / "unpacked.sqlite3"
        try:
            with gzip.open(file, "rb") as packed, unpacked.open("wb") as out:
                shutil.copyfileobj(packed, out, PIECE_BYTES)
        except (OSError, EOFError) as error:
            raise CoreError.one("not_a_back_up", f"{file} cannot be unpacked ({error}).", "file") from None
        if problem := problem_in(unpacked):
            raise CoreError.one("damaged", f"{file} is not whole ({problem}). Try an earlier one.", "file")
        _check_unused(database)
        aside = _move_aside(database, at)
        unpacked.chmod(0o600)
        unpacked.replace(database)
    return aside


def problem_in(database: Path) -> str:
    """What SQLite's own check finds wrong with a database, or with the links between its rows; empty where nothing."""
    try:
        with closing(_open(database)) as opened:
            found = opened.execute("PRAGMA integrity_check(1)").fetchone()[0]
            if found != "ok":
                return str(found)
            broken = opened.execute("PRAGMA foreign_key_check").fetchone()
            if not opened.execute("SELECT 1 FROM sqlite_master WHERE name = 'django_migrations'").fetchone():
                return "it is no database of this application"
    except sqlite3.DatabaseError as error:
        return str(error)
    return f"a row of {broken[0]} means one of {broken[2]} that is gone" if broken else ""


def _open(database: Path) -> sqlite3.Connection:
    return sqlite3.connect(f"file:{database}?mode=ro", uri=True, timeout=20)


def _check_unused(database: Path) -> None:
    if not database.exists():
        return
    try:
        with closing(sqlite3.connect(database, timeout=0.2)) as opened:
            # All that still lies beside it comes into the file; with others about, that cannot be done.
            opened.execute("PRAGMA locking_mode = EXCLUSIVE")
            opened.execute("BEGIN EXCLUSIVE")
            opened.execute("COMMIT")
            opened.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    except sqlite3.OperationalError:
        message = f"{database} is in use. Stop the server first, then restore."
        raise CoreError.one("in_use", message, "database") from None
    except sqlite3.DatabaseError:
        return  # it is damaged: that is what is being mended


def _move_aside(database: Path, at: datetime) -> Path | None:
    if not database.exists():
        return None
    aside = database.with_name(f"{database.name}.before-{at.astimezone(UTC).strftime(STAMP)}Z")
    database.replace(aside)
    for beside in ("-wal", "-shm"):
        Path(f"{database}{beside}").unlink(missing_ok=True)
    return aside
