"""A ten-years record to measure on: made through the services, as an athlete's own is, once for each state of the code.

80 ladders, 2,500 blocks, some 20,000 runs of 30 presses. It takes some minutes to make, and is kept in ``var/bench``.
"""

from __future__ import annotations

import hashlib
import os
import shutil
import subprocess
import sys
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from itertools import cycle
from pathlib import Path
from random import Random
from typing import Any
from uuid import UUID

from tests.serving import ROOT

LADDERS, BLOCKS, RUNS_A_BLOCK, PRESSES_A_RUN = 80, 2500, 8, 30
YEARS = 10
ATHLETE = "decade"
KEPT = ROOT / "var" / "bench"
#: What the record is made by: when one of them changes, it is made anew.
MADE_BY = ("server/*/migrations/*.py", "shelf/*.json", "tests/bench_record.py")


def copy_record(to: Path, password: str) -> None:
    """A copy of the record, made first where it is not there yet."""
    kept = KEPT / f"ten-years-{_state()}.sqlite3"
    if not kept.exists():
        KEPT.mkdir(parents=True, exist_ok=True)
        for old in KEPT.glob("ten-years-*"):
            old.unlink()
        making = kept.with_suffix(".making")
        making.unlink(missing_ok=True)
        environment = {**os.environ, "JOLLY_DB": str(making), "PYTHONPATH": "core:server:."}
        subprocess.run([sys.executable, "-m", "tests.bench_record", password], check=True, env=environment, cwd=ROOT)
        making.rename(kept)
    shutil.copyfile(kept, to)


def _state() -> str:
    files = sorted(file for pattern in MADE_BY for file in ROOT.glob(pattern))
    return hashlib.sha256(b"".join(file.read_bytes() for file in files)).hexdigest()[:12]


def make_record(password: str) -> None:
    os.environ["DJANGO_SETTINGS_MODULE"] = "config.settings"
    import django

    django.setup()
    from django.core.management import call_command
    from django.db import connection, transaction

    from accounts.models import Athlete
    from ladders.packs import take_ladder

    call_command("migrate", verbosity=0)
    chance = Random(80)
    begin = datetime.now(UTC) - timedelta(days=365 * YEARS)
    athlete = Athlete.objects.create_user(ATHLETE, password=password)
    packs = _playable()
    with transaction.atomic():
        ladders = [
            take_ladder(athlete, f"ladder-{number}", replace(pack, title=f"Drill {number}"), begin)
            for number, pack in zip(range(LADDERS), cycle(packs), strict=False)
        ]
        rungs = [ladder.rungs.all()[0] for ladder in ladders]
        for number in range(BLOCKS):
            at = begin + timedelta(days=365 * YEARS * number / BLOCKS)
            _play_block(athlete, chance.sample(rungs, 2), at, chance)
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA wal_checkpoint(TRUNCATE)")


def _playable() -> list[Any]:
    """The ladders of the shelf that may be played as often as one likes."""
    from jolly_core.load.registry import dose_of
    from ladders.shelf import list_shelf

    return [
        pack
        for pack in list_shelf().values()
        if not pack.traits.risks and not pack.traits.dose.is_capped and dose_of(pack.rungs[0].game) is None
    ]


def _play_block(athlete: Any, rungs: list[Any], at: datetime, chance: Random) -> None:
    from blocks.services import finish_block, finish_part, keep_block, start_block
    from runs.services import record_events
    from runs.starting import start_run

    parts = [
        {
            "kind": "challenge",
            "title": rung.title,
            "rung": rung,
            "side": rung.ladder.sides[0],
            "planned_s": 840,
            "low_s": 600,
            "high_s": 1100,
            "runs_planned": RUNS_A_BLOCK // 2,
        }
        for rung in rungs
    ]
    block = keep_block(athlete, parts=parts, title="Played", day=at.date(), minutes=30)
    start_block(athlete, block.pk, at)
    for place, part in enumerate(block.parts.all()):
        for number in range(RUNS_A_BLOCK // 2):
            run_id = UUID(int=chance.getrandbits(128))
            started_at = at + timedelta(minutes=14 * place + 3 * number)
            run = start_run(athlete, run_id, rungs[place].pk, side=part.side, started_at=started_at, part_id=part.pk)
            record_events(athlete, run.pk, _presses(chance))
        finish_part(athlete, part.pk, at + timedelta(minutes=14 * (place + 1)))
    finish_block(athlete, block.pk, at + timedelta(minutes=30), effort=5)


def _presses(chance: Random) -> list[dict[str, Any]]:
    """Makes and misses about five seconds apart, and the end."""
    rate = chance.uniform(0.4, 0.9)
    kinds = ["make" if chance.random() < rate else "miss" for _ in range(PRESSES_A_RUN)]
    return [
        {"id": UUID(int=chance.getrandbits(128)), "kind": kind, "seq": seq, "at_ms": 5000 * seq, "text": ""}
        for seq, kind in enumerate([*kinds, "finish"], 1)
    ]


if __name__ == "__main__":
    make_record(sys.argv[1])
