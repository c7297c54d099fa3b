"""Back-ups of a database in use, restored to equal counts; and what the doctor says of an installation.

These work on databases of their own, in files, through `manage.py` as whoever runs a server does.
"""

from __future__ import annotations

import gzip
import os
import sqlite3
import subprocess
import sys
from collections.abc import Iterator
from contextlib import closing
from datetime import UTC, datetime, timedelta
from pathlib import Path
from threading import Event, Thread

import pytest

from custody.back_ups import back_up, forget_back_ups, list_back_ups, problem_in, restore
from jolly_core.errors import CoreError

ROOT = Path(__file__).parents[3]
AT = datetime(2026, 11, 28, 3, 30, tzinfo=UTC)


@pytest.fixture
def database(tmp_path: Path) -> Path:
    """A small one that looks like ours, in the mode that ours is in."""
    file = tmp_path / "jolly.sqlite3"
    with closing(sqlite3.connect(file)) as opened:
        opened.executescript(
            "PRAGMA journal_mode=WAL; CREATE TABLE django_migrations (id); CREATE TABLE press (run, seq);"
        )
    return file


def count(database: Path) -> int:
    with closing(sqlite3.connect(f"file:{database}?mode=ro", uri=True)) as opened:
        return int(opened.execute("SELECT count(*) FROM press").fetchone()[0])


@pytest.fixture
def pressing(database: Path) -> Iterator[Event]:
    """Somebody presses all the while, ten presses in a transaction."""
    is_over, has_begun = Event(), Event()

    def press() -> None:
        with closing(sqlite3.connect(database, timeout=20, isolation_level=None)) as opened:
            seq = 0
            while not is_over.is_set():
                opened.execute("BEGIN IMMEDIATE")
                opened.executemany("INSERT INTO press VALUES (1, ?)", [(seq + each,) for each in range(10)])
                opened.execute("COMMIT")
                seq += 10
                if seq >= 200:
                    has_begun.set()

    thread = Thread(target=press)
    thread.start()
    has_begun.wait()
    yield is_over
    is_over.set()
    thread.join()


def test_a_back_up_of_a_database_in_use_is_whole(database: Path, pressing: Event, tmp_path: Path) -> None:
    folder = tmp_path / "back-ups"
    for number in range(5):
        before = count(database)
        made = back_up(database, folder, AT + timedelta(minutes=number))
        after = count(database)
        other = tmp_path / f"other-{number}.sqlite3"
        assert restore(made.file, other, AT) is None
        assert problem_in(other) == ""
        # Whole transactions alone, and all that were there when it began.
        assert count(other) % 10 == 0
        assert before <= count(other) <= after
    assert [copy.made_at for copy in list_back_ups(folder)] == [
        AT + timedelta(minutes=4 - number) for number in range(5)
    ]
    assert {oct(copy.file.stat().st_mode)[-3:] for copy in list_back_ups(folder)} == {"600"}


def test_what_was_there_is_moved_aside(database: Path, tmp_path: Path) -> None:
    made = back_up(database, tmp_path / "back-ups", AT)
    with closing(sqlite3.connect(database)) as opened:
        opened.execute("INSERT INTO press VALUES (1, 1)")
        opened.commit()
    aside = restore(made.file, database, AT)
    assert aside is not None
    assert (count(database), count(aside)) == (0, 1)


def test_a_database_in_use_is_not_replaced(database: Path, pressing: Event, tmp_path: Path) -> None:
    made = back_up(database, tmp_path / "back-ups", AT)
    with pytest.raises(CoreError, match=r"is in use\. Stop the server first"):
        restore(made.file, database, AT)
    assert count(database) > 0


@pytest.mark.parametrize(
    ("data", "code"),
    [(b"no zip at all", "not_a_back_up"), (gzip.compress(b"no database", mtime=0), "damaged"), (b"", "damaged")],
)
def test_what_is_no_back_up_changes_nothing(database: Path, tmp_path: Path, data: bytes, code: str) -> None:
    file = tmp_path / "back-up.gz"
    file.write_bytes(data)
    before = database.read_bytes()
    with pytest.raises(CoreError) as refused:
        restore(file, database, AT)
    assert refused.value.code == code
    assert database.read_bytes() == before


def test_a_back_up_that_was_cut_off_changes_nothing(database: Path, tmp_path: Path) -> None:
    made = back_up(database, tmp_path / "back-ups", AT)
    made.file.write_bytes(made.file.read_bytes()[:-20])
    with pytest.raises(CoreError, match="cannot be unpacked"):
        restore(made.file, database, AT)


def test_a_damaged_database_is_not_backed_up(database: Path, tmp_path: Path) -> None:
    with closing(sqlite3.connect(database)) as opened:
        opened.executemany("INSERT INTO press VALUES (1, ?)", [(each,) for each in range(5000)])
        opened.commit()
        opened.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    with database.open("r+b") as file:
        file.seek(4096 * 4)
        file.write(b"\xff" * 4096)
    with pytest.raises(CoreError, match=r"(?s)not whole .* Run `manage.py doctor`"):
        back_up(database, tmp_path / "back-ups", AT)
    assert list_back_ups(tmp_path / "back-ups") == []


def test_old_ones_go_by_count_and_age_but_never_the_last(tmp_path: Path) -> None:
    for days in (0, 1, 2, 30, 200):
        made = AT - timedelta(days=days)
        (tmp_path / f"jolly-{made:%Y%m%dT%H%M%S}Z.sqlite3.gz").touch()
    (tmp_path / "holiday.sqlite3.gz").touch()
    assert len(forget_back_ups(tmp_path, AT, most=4, days=90)) == 1
    assert len(forget_back_ups(tmp_path, AT, most=2, days=90)) == 2
    assert len(forget_back_ups(tmp_path, AT + timedelta(days=900), most=2, days=90)) == 1
    assert sorted(file.name for file in tmp_path.iterdir()) == [
        "holiday.sqlite3.gz",
        "jolly-20261128T033000Z.sqlite3.gz",
    ]


def manage(database: Path, *words: str, **more: str) -> tuple[int, str]:
    given = {**os.environ, "JOLLY_DB": str(database), "JOLLY_VAR": str(database.parent), **more}
    ran = subprocess.run(
        [sys.executable, "server/manage.py", *words], cwd=ROOT, env=given, capture_output=True, text=True, check=False
    )
    return ran.returncode, ran.stdout + ran.stderr


def test_whoever_runs_a_server_backs_up_restores_and_looks_over(tmp_path: Path) -> None:
    file = tmp_path / "jolly.sqlite3"
    assert manage(file, "back_up")[1].endswith(f"There is no database at {file}.\n")
    assert manage(file, "migrate", "-v0")[0] == 0
    code, said = manage(file, "doctor")
    assert code == 1
    assert f"LOOK  back-ups: There is none in {tmp_path / 'back-ups'}." in said
    code, said = manage(file, "back_up")
    assert (code, "Back-up made and checked: " in said) == (0, True)
    code, said = manage(file, "doctor")
    assert (code, said.splitlines()[-1]) == (0, "All is well."), said
    assert "well  tables: The tables are those of this application." in said
    file.write_bytes(b"\xff" * 100_000)
    code, said = manage(file, "restore")
    assert (code, "Restored from " in said, "What was there is in " in said) == (0, True, True), said
    assert problem_in(file) == ""
