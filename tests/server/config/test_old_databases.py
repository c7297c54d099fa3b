"""Databases as earlier states of the application left them: brought up to date, read whole, and counted again.

One for each set of tables that was in use, with two dozen runs of the demo world, as SQL; they are numbered
in order and named by the commit that wrote them.
"""

from __future__ import annotations

import json
import lzma
import sqlite3
from pathlib import Path

import pytest

from tests.serving import Application

OLD = sorted(Path(__file__).with_name("old_databases").glob("*.sql.xz"))
#: `make test` takes the first and the last; `make test-slow` those between.
QUICK = (OLD[0], OLD[-1])
#: Brings it up to date, and reads it as its athlete does.
READ = """
import json
from io import StringIO
from django.core.management import call_command
from django.test import Client
call_command("migrate", verbosity=0)
# Rules were mended meanwhile: what was counted by the old ones is counted again, as the documents say.
call_command("recount_runs", "--repair", stdout=StringIO())
from accounts.models import Athlete
from runs.models import Event, Run
from runs.recount import list_recountable, recount
client = Client()
client.force_login(Athlete.objects.first())
PAGES = ["today", "ladders", "runs", "blocks", "routines", "layouts", "load", "look-back"]
PAGES += [f"runs/{run}" for run in Run.objects.values_list("pk", flat=True)]
answers = {page: client.get(f"/api/{page}/", headers={"host": "localhost"}).status_code for page in PAGES}
differing = [str(run.pk) for run in list_recountable() if next(recount(run), None)]
found = {"runs": Run.objects.count(), "events": Event.objects.count(), "differing": differing}
print(json.dumps({**found, "refused": {page: code for page, code in answers.items() if code != 200}}))
"""


@pytest.mark.parametrize(
    "file",
    [pytest.param(file, id=file.name.split(".")[0], marks=[] if file in QUICK else pytest.mark.slow) for file in OLD],
)
def test_a_database_of_old_is_brought_up_to_date_and_nothing_of_it_is_lost(file: Path, tmp_path: Path) -> None:
    path = tmp_path / "old.sqlite3"
    with sqlite3.connect(path) as database:
        database.executescript(lzma.decompress(file.read_bytes()).decode())
        [runs] = database.execute("SELECT count(*) FROM runs_run").fetchone()
        [events] = database.execute("SELECT count(*) FROM runs_event").fetchone()
    database.close()
    assert runs > 0
    told = Application(path).manage("shell", "-v", "0", "-c", READ)
    assert json.loads(told.splitlines()[-1]) == {"runs": runs, "events": events, "differing": [], "refused": {}}
