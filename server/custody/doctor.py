"""Looks over an installation. Each look is a name, whether all is well, and what was found in plain words."""

from __future__ import annotations

import platform
import shutil
import sqlite3
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from datetime import timedelta
from itertools import islice
from pathlib import Path

import django
from django.conf import settings
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from django.utils import timezone

from config.database import database_file
from custody.back_ups import list_back_ups, problem_in
from runs.models import Event
from runs.recount import list_recountable, recount

#: So many runs are counted again, the latest.
SAMPLE = 200
#: Less room than that, in bytes and in sizes of the database, is too little to go on with.
LEAST_ROOM, LEAST_SIZES = 200_000_000, 2
#: A back-up is old after so long.
OLD = timedelta(days=8)
#: No clock was right before this was written.
WRITTEN = 2026


@dataclass(frozen=True)
class Found:
    """What a look has found; ``remedy`` says what to do where not all is well."""

    look: str
    is_well: bool
    words: str
    remedy: str = ""


def look_over(folder: Path) -> Iterator[Found]:
    """All looks, one after the other; ``folder`` is where back-ups are kept."""
    looks: list[Callable[[], Found]] = [_versions, _migrations, _integrity, _recount, _room, _clock]
    for look in looks:
        yield look()
    yield _back_ups(folder)


def _versions() -> Found:
    words = f"Python {platform.python_version()}, Django {django.get_version()}, SQLite {sqlite3.sqlite_version}"
    return Found("versions", True, words)


def _migrations() -> Found:
    executor = MigrationExecutor(connection)
    waiting = executor.migration_plan(executor.loader.graph.leaf_nodes())
    unknown = set(executor.loader.applied_migrations) - set(executor.loader.disk_migrations)
    unknown = {each for each in unknown if each[0] in executor.loader.migrated_apps}
    if unknown:
        return Found(
            "tables", False, "The database is newer than this application.", "Bring the application up to date."
        )
    if waiting:
        remedy = "Run `make serve`, or `manage.py migrate`."
        return Found("tables", False, "The tables are older than this application.", remedy)
    return Found("tables", True, "The tables are those of this application.")


def _integrity() -> Found:
    file = database_file()
    if file is None:
        return Found("database", True, "It is a server's: that looks after it.")
    problem = problem_in(file)
    if problem:
        return Found("database", False, f"The database is damaged: {problem}.", "Restore the latest back-up.")
    return Found("database", True, f"{file} is whole ({file.stat().st_size / 1e6:.1f} MB).")


def _recount() -> Found:
    runs = list(islice(list_recountable(newest_first=True), SAMPLE))
    wrong = [run for run in runs if next(recount(run), None)]
    many = f"{len(runs)} {'run' if len(runs) == 1 else 'runs'}"
    if wrong:
        words = f"Of the latest {many}, {len(wrong)} are stored otherwise than their presses say."
        return Found("counts", False, words, "`manage.py recount_runs` says which; with --repair it puts them right.")
    return Found("counts", True, f"The latest {many} are as their presses say." if runs else "There are no runs yet.")


def _room() -> Found:
    file = database_file()
    folder = file.parent if file else Path(settings.VAR)
    free = shutil.disk_usage(folder).free
    needed = max(LEAST_ROOM, LEAST_SIZES * file.stat().st_size if file and file.exists() else 0)
    words = f"{free / 1e9:.1f} GB are free beside the database."
    return Found("room", free >= needed, words, f"Make room: at least {needed / 1e9:.1f} GB.")


def _clock() -> Found:
    now = timezone.now()
    latest = Event.objects.order_by("-pk").values_list("recorded_at", flat=True).first()
    remedy = "Set the clock of this machine, best by the network."
    if now.year < WRITTEN:
        return Found("clock", False, f"The clock says {now:%Y-%m-%d}: that is long past.", remedy)
    if latest and latest > now + timedelta(minutes=5):
        return Found("clock", False, f"The clock is behind the latest press, of {latest:%Y-%m-%d %H:%M} UTC.", remedy)
    return Found("clock", True, f"The clock says {now:%Y-%m-%d %H:%M} UTC.")


def _back_ups(folder: Path) -> Found:
    copies = list_back_ups(folder)
    if not copies:
        return Found("back-ups", False, f"There is none in {folder}.", "Run `manage.py back_up`.")
    words = f"The latest is of {copies[0].made_at:%Y-%m-%d %H:%M} UTC; {len(copies)} in all."
    return Found("back-ups", copies[0].made_at > timezone.now() - OLD, words, "Run `manage.py back_up`.")
