"""A record with something in every table, and what becomes of it on its way out and in."""

from __future__ import annotations

import io
import re
import zipfile
from collections.abc import Callable
from datetime import date, time, timedelta
from uuid import UUID

from accounts.models import Athlete, BodyLimit, BodySide
from blocks.models import Block, Part
from films.models import Film
from jolly_core.film.notes import Clip, FilmNotes
from jolly_core.notebooks.columns import Columns
from jolly_core.planning.kept import BlockShape, GaveWay, PartShape, RoutinePart, RoutineParts
from ladders.models import Acknowledgement, KeptCheck, Ladder, Move, Need
from layouts.models import Layout
from lookback.models import MethodChange
from notebooks.models import SheetReading
from packages.exporting import pack_record
from packages.reading import RecordFile
from places.models import Place
from plan.models import Repetition, Routine
from runs.models import Run
from tests.server.moments import MOMENT
from tests.server.player import Player, event
from trials.models import Trial
from weeks.models import KeptWeek, WeekWish, Window

DAY = date(2026, 5, 4)
WALL = {"v": 1, "kind": "wall", "width_m": 4.2, "length_m": 3.0, "spots": [{"title": "pipe", "at": [1.0, 0.0]}]}


def fill(athlete: Athlete, player: Player, take: Callable[[Athlete, str], Ladder]) -> None:
    """Something of everything that a record can have, with texts that are hard to keep."""
    putting, serving = take(athlete, "putting-circle"), take(athlete, "serve-to-box")
    first, second = putting.rungs.all()[:2]
    BodySide.objects.create(athlete=athlete, discipline="disc putting", trait="turn", way="left", said_at=MOMENT)
    BodyLimit.objects.create(athlete=athlete, part="wrist", side="right", since=DAY, note="=HYPERLINK(1), 'sore'")
    yard = Place.objects.create(athlete=athlete, name="Tanner's Yard", offers=["wall"], drawing=WALL)
    zone = {"name": "low", "surface": "wall", "shape": {"kind": "rectangle", "width_m": 1, "height_m": 1}, "at": [1, 1]}
    laid = Layout.objects.create(
        athlete=athlete, title="Ring", place_key=f"own-{yard.pk}", own_place=yard, drawn={"v": 1, "zones": [zone]}
    )
    Acknowledgement.objects.create(ladder=putting, risk="fall", words="I read it.\r\nAll of it.", made_at=MOMENT)
    Need.objects.create(rung=second, needed=serving.rungs.get(number=1), is_must=False)
    Move.objects.create(
        **{"ladder": putting, "from_held": 0, "to_held": 1, "decision": "climb", "verdict": "climb"},
        **{"reasons": ["8 of 10"], "is_overruled": False, "made_at": MOMENT, "arrived_before": MOMENT},
    )
    KeptCheck.objects.create(ladder=putting, rung=first, since=DAY, since_at=MOMENT, due_on=DAY + timedelta(days=7))
    MethodChange.objects.create(ladder=putting, day=DAY, words="new grip")
    trial = Trial.objects.create(
        **{"rung": first, "first": "high", "second": "low", "runs_planned": 8, "seed": 3},
        **{"metric": "makes", "began_at": MOMENT},
    )
    parts = RoutineParts((RoutinePart(putting.pk, runs=2, rung=first.pk), RoutinePart(serving.pk, "second", 1)))
    shape = {"minutes": 30, "focus": "balanced", "energy": "normal", "partner": "feed", "parts": parts.as_stored()}
    before = Routine.objects.create(athlete=athlete, title="Half an hour", **shape)
    recipe = Routine.objects.create(athlete=athlete, title="Half an hour", version=2, before=before, **shape)
    Window.objects.create(athlete=athlete, weekday=2, start=time(18, 30), minutes=45, place=yard, missing=["disc"])
    WeekWish.objects.create(athlete=athlete, rank=1, kind="at_least", ladder=putting, number=2)
    SheetReading.objects.create(
        athlete=athlete, heading="Day|Score", columns=Columns().as_stored(), drills={"putts": first.pk}, kept_at=MOMENT
    )
    why = GaveWay({str(putting.pk): "no room", "rest": "two days"}).as_stored()
    KeptWeek.objects.create(athlete=athlete, monday=DAY, why=why)
    block = Block.objects.create(
        **{"athlete": athlete, "title": "Wednesday", "day": DAY, "minutes": 30, "start": time(18), "place": yard},
        **{"before": BlockShape("Wednesday", 30, parts=(PartShape("drill", "Putts", first.pk),)).as_stored()},
        **{"note": "-5 °C, “calm”", "effort": 6, "created_at": MOMENT},
    )
    block.layouts.add(laid)
    part = Part.objects.create(block=block, position=0, kind="drill", title="Putts", rung=first, planned_s=600)
    Repetition.objects.create(routine=recipe, block=block)
    for made, day in ((7, 0), (9, 1)):
        player.putts(first.pk, made, day)
    run = player.start(serving.rungs.get(number=1).pk, "first", MOMENT + timedelta(days=2))
    player.send(run, [event("o", 1), event("x", 2), {**event("l", 3), "text": "rolled in, =A1"}])
    Run.objects.filter(pk=run).update(part=part, trial=trial, trial_place=0, note="", tags="|wind|")
    deleted = player.putts(first.pk, 3, 3)
    Run.objects.filter(pk=deleted).update(deleted_at=MOMENT)
    clip = FilmNotes(clips=(Clip("serve.webm", 1000, 5),), note="+ late hand").as_stored()
    Film.objects.create(run=Run.objects.get(pk=run), notes=clip)
    athlete.refresh_from_db()


def packed(athlete: Athlete) -> bytes:
    """The record as a package that was made at a set moment."""
    return b"".join(pack_record(Athlete.objects.get(pk=athlete.pk), MOMENT))


def open_record(data: bytes) -> RecordFile:
    """A record that is in memory."""
    return RecordFile(io.BytesIO(data))


IDENTIFIER = re.compile(rb"[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}")


def members(data: bytes, *, with_ids: bool = False) -> dict[str, bytes]:
    """What is in a package, by name; identifiers are all the same unless they are asked for."""
    with zipfile.ZipFile(io.BytesIO(data)) as container:
        read = {name: container.read(name) for name in container.namelist()}
    return read if with_ids else {name: IDENTIFIER.sub(str(UUID(int=0)).encode(), each) for name, each in read.items()}


def changed(data: bytes, path: str, change: Callable[[bytes], bytes]) -> bytes:
    """The same package, with one of its members changed."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as container:
        for name, each in members(data, with_ids=True).items():
            container.writestr(name, change(each) if name == path else each)
    return out.getvalue()
