"""A week of twenty athletes on one server, compressed: what is written and read on seven evenings, one after the other.

Every press has to be in the record, the server's memory may not grow from evening to evening, and presses that come
while all twenty play have to be answered as fast as `make bench` asks. On a slow machine everything comes as much more
slowly, so that it is the same week: what `make bench` does with its twenty, too. Run by `make soak`.
"""

from __future__ import annotations

import json
import sys
import tempfile
import time
from datetime import UTC, datetime, timedelta
from pathlib import Path
from threading import Thread
from uuid import uuid4

from tests.bench import TABLE, sign_up
from tests.bench_clock import REFERENCE_S, Clock, p95
from tests.serving import Application

ATHLETES, EVENINGS, RUNS, PRESSES = 20, 7, 2, 10
#: At the reference speed: between two presses of one; and between one who comes and the next, so that plans are made
#: while others play.
APART_S = 0.5
LADDER = "putting-circle"
#: The promise that `make bench` holds twenty at once to, at the reference speed.
SLOWEST_MS: float = json.loads(TABLE.read_text())["twenty_at_once"]["limit"]
#: From the second evening on: caches are filled on the first.
MOST_GROWTH_MB = 20
READ = ("/api/today/", "/api/ladders/", "/api/look-back/", "/api/load/", "/api/runs/")


class Guest:
    """One of the twenty: what was pressed, and how long each press took to be answered."""

    def __init__(self, port: int, number: int) -> None:
        self.caller, self.number = sign_up(port, f"guest-{number}"), number
        self.caller.call("POST", f"/api/shelf/{LADDER}/take/")
        ladder = self.caller.call("GET", "/api/ladders/")[0]
        self.ladder, self.rung = ladder["ladder"]["id"], ladder["rungs"][0]["id"]
        self.side = ladder["ladder"]["sides"][0]["side"]
        self.makes: list[int] = []
        self.times_ms: list[float] = []
        self.errors: list[Exception] = []

    def live_an_evening(self, at: datetime, apart_s: float) -> None:
        """Plan a block, play runs press by press, say how it felt, and look back."""
        time.sleep(self.number * apart_s)
        try:
            body = {"minutes": 30, "day": at.date().isoformat(), "ladders": [self.ladder]}
            self.caller.call("POST", "/api/blocks/", body)
            for run in range(RUNS):
                self._play(at + timedelta(minutes=10 * run), apart_s)
            for path in READ:
                self.caller.call("GET", path)
        except Exception as error:  # noqa: BLE001  # a thread's own would be lost; all are told at the end
            self.errors.append(error)

    def _play(self, at: datetime, apart_s: float) -> None:
        run = str(uuid4())
        start = {"rung": self.rung, "side": self.side, "started_at": at.isoformat()}
        self.caller.call("PUT", f"/api/runs/{run}/", start)
        for seq in range(1, PRESSES + 1):
            kind = "miss" if seq % 4 == 0 else "make"
            event = {"id": str(uuid4()), "kind": kind, "seq": seq, "at_ms": 900 * seq}
            time.sleep(apart_s)
            began = time.perf_counter()
            self.caller.call("POST", f"/api/runs/{run}/events/", {"events": [event]})
            self.times_ms.append((time.perf_counter() - began) * 1000)
        self.makes.append(PRESSES - PRESSES // 4)
        self.caller.call("GET", f"/api/runs/{run}/outcome/")

    def check(self) -> None:
        kept = [run["tally"]["number"] for run in self.caller.call("GET", "/api/runs/")["results"]]
        assert sorted(kept) == sorted(self.makes), f"{len(self.makes)} runs were played, and {len(kept)} are kept"


def memory_mb(process: int) -> float:
    """What the server holds in memory of its own (Linux, proc(5): RssAnon)."""
    status = Path(f"/proc/{process}/status").read_text()
    return int(next(line for line in status.splitlines() if line.startswith("RssAnon")).split()[1]) / 1024


def live_a_week(application: Application) -> bool:
    assert application.process
    guests = [Guest(application.port, number) for number in range(ATHLETES)]
    clock, held, today = Clock(), list[float](), datetime.now(UTC)
    for evening in range(EVENINGS):
        at, apart_s = today - timedelta(days=EVENINGS - evening), APART_S * clock.before / REFERENCE_S
        playing = [Thread(target=guest.live_an_evening, args=(at, apart_s)) for guest in guests]
        for thread in playing:
            thread.start()
        for thread in playing:
            thread.join()
        clock.add(took for guest in guests for took in guest.times_ms)
        for guest in guests:
            guest.times_ms.clear()
        held.append(memory_mb(application.process.pid))
    for guest in guests:
        assert not guest.errors, guest.errors[0]
        guest.check()
    level, growth = p95([timing.level for timing in clock.timings]), held[-1] - held[1]
    print(f"{ATHLETES} athletes, {EVENINGS} evenings, {len(clock.timings):,} presses: none lost, none twice")
    print(f"p95 of a press {level:.1f} ms at the reference speed (at most {SLOWEST_MS})")
    print(f"memory {', '.join(f'{each:.0f}' for each in held)} MB after each evening (growth at most {MOST_GROWTH_MB})")
    return level <= SLOWEST_MS and growth <= MOST_GROWTH_MB


def main() -> None:
    with tempfile.TemporaryDirectory() as folder:
        application = Application(Path(folder) / "week.sqlite3", is_demo=False)
        application.manage("migrate")
        application.start()
        try:
            went_well = live_a_week(application)
        finally:
            application.stop()
    sys.exit(not went_well)


if __name__ == "__main__":
    main()
