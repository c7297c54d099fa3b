"""Out, into an empty account, and out again: the same bytes but for ids. Frictionless validates what comes out."""

from __future__ import annotations

import io
import json
import zipfile
from collections.abc import Callable
from datetime import timedelta
from pathlib import Path
from uuid import uuid4

import icalendar
import jsonschema
import pandas
import pytest
import svgelements
from django.core.management import CommandError, call_command
from frictionless import validate

from accounts.models import Athlete
from blocks.models import Block
from jolly_core.formats.pack_schema import pack_schema
from ladders.models import Ladder
from ladders.shelf import list_shelf
from packages.importing import take_record
from packages.matching import State, survey
from packages.reading import RecordFile
from packages.tables import KEPT
from plan.models import Routine
from runs.models import Event, Run, Summary
from runs.recount import list_recountable, recount
from runs.starting import start_run
from tests.server.moments import MOMENT
from tests.server.packages.records import changed, members, open_record, packed
from tests.server.player import Player

pytestmark = pytest.mark.django_db


def test_frictionless_finds_nothing_wrong(package: bytes, tmp_path: Path) -> None:
    with zipfile.ZipFile(io.BytesIO(package)) as container:
        container.extractall(tmp_path)
    report = validate(str(tmp_path / "datapackage.json"))
    assert report.flatten(["title", "message"]) == []
    assert {task.name for task in report.tasks} == {kept.name for kept in KEPT}


def test_pandas_reads_the_numbers_that_the_record_has(wren: Athlete, package: bytes) -> None:
    runs = pandas.read_csv(io.BytesIO(members(package, with_ids=True)["data/runs.csv"]))
    assert dict(zip(runs["id"], runs["makes"], strict=True)) == {
        str(run.pk): run.makes for run in Run.everything.filter(athlete=wren)
    }
    assert runs["attempts"].sum() == sum(Run.everything.filter(athlete=wren).values_list("attempts", flat=True))


def test_layouts_ladders_and_the_plan_are_in_it_in_formats_of_their_own(package: bytes) -> None:
    files = members(package, with_ids=True)
    drawings = [data for name, data in files.items() if name.startswith("layouts/")]
    packs = [json.loads(data) for name, data in files.items() if name.startswith("packs/")]
    assert len(drawings) == len([name for name in files if name.endswith(".svg")]) > 1
    for drawing in drawings:
        assert list(svgelements.SVG.parse(io.BytesIO(drawing)).select(lambda each: isinstance(each, svgelements.Rect)))
    for pack in packs:
        jsonschema.validate(pack, pack_schema())
    planned = icalendar.Calendar.from_ical(files["plan.ics"]).walk("VEVENT")
    assert [str(each["SUMMARY"]) for each in planned] == ["Wednesday, 30 min"]


def test_out_in_and_out_again_is_the_same(wren: Athlete, stranger: Athlete, package: bytes) -> None:
    taken = take_record(stranger, open_record(package))
    assert members(packed(stranger)) == members(package)
    assert taken.added["events"] == Event.objects.filter(run__athlete=wren).count()
    assert [field.pk for field in Run.everything.filter(athlete=stranger) if field.pk in set(ids_of(wren))] == []
    assert [difference for run in list_recountable() for difference in recount(run)] == []


def ids_of(athlete: Athlete) -> list[object]:
    return list(Run.everything.filter(athlete=athlete).values_list("pk", flat=True))


def test_what_is_worked_out_from_runs_is_worked_out_anew(stranger: Athlete, package: bytes) -> None:
    take_record(stranger, open_record(package))
    kept = Summary.objects.filter(rung__ladder__athlete=stranger).order_by("rung__ladder", "side")
    # Two rounds of putts; a third was deleted. The one with sides is not over yet.
    assert [row.summary["runs"] for row in kept] == [2, 0]


def test_numbers_within_values_mean_the_rows_of_the_new_account(stranger: Athlete, package: bytes) -> None:
    take_record(stranger, open_record(package))
    routine = Routine.objects.filter(athlete=stranger).last()
    assert routine is not None
    assert routine.before is not None
    own = set(Ladder.objects.filter(athlete=stranger).values_list("pk", flat=True))
    assert {part.ladder for part in routine.known_parts} == own
    layout = stranger.layouts.get(title="Ring")
    assert layout.place_key == f"own-{stranger.places.get().pk}"


def test_a_run_keeps_its_id_once_the_first_account_is_gone(wren: Athlete, stranger: Athlete, package: bytes) -> None:
    before = ids_of(wren)
    wren.delete()
    take_record(stranger, open_record(package))
    assert sorted(map(str, ids_of(stranger))) == sorted(map(str, before))
    assert members(packed(stranger), with_ids=True) == members(package, with_ids=True)


def test_taking_the_same_file_again_adds_nothing(wren: Athlete, stranger: Athlete, package: bytes) -> None:
    for athlete in (wren, stranger):
        take_record(athlete, open_record(package))
        seen = survey(open_record(package), Athlete.objects.get(pk=athlete.pk))
        assert {name: len(rows.states) for name, rows in seen.tables.items()} == {
            name: rows.count(State.SAME) for name, rows in seen.tables.items()
        }
        assert sum(take_record(athlete, open_record(package)).added.values()) == 0


def test_what_is_different_stays_or_becomes_as_in_the_file(wren: Athlete, package: bytes) -> None:
    Block.objects.filter(athlete=wren).update(note="written later")
    run = Run.objects.filter(athlete=wren).earliest("started_at")
    Run.objects.filter(pk=run.pk).update(comfort=2)
    Event.objects.filter(run=run).latest("seq").delete()
    seen = survey(open_record(package), wren)
    different = {name: rows.count(State.DIFFERENT) for name, rows in seen.tables.items() if rows.count(State.DIFFERENT)}
    assert different == {"blocks": 1, "runs": 1, "events": 10}
    take_record(wren, open_record(package))
    assert Block.objects.get(athlete=wren).note == "written later"
    take_record(wren, open_record(package), takes_theirs=True)
    assert members(packed(wren), with_ids=True)["data/events.csv"] == members(package, with_ids=True)["data/events.csv"]
    assert members(packed(wren), with_ids=True)["data/runs.csv"] == members(package, with_ids=True)["data/runs.csv"]


def test_what_was_played_since_is_put_beside_what_is_there(wren: Athlete, player: Player, package: bytes) -> None:
    rung = Run.objects.filter(athlete=wren).earliest("started_at").rung_id
    player.putts(rung, 10, 9)
    later = packed(wren)
    Run.everything.filter(athlete=wren).latest("started_at").delete()
    taken = take_record(wren, open_record(later))
    assert {name: many for name, many in taken.added.items() if many} == {"runs": 1, "events": 10}
    assert members(packed(wren))["data/runs.csv"] == members(later)["data/runs.csv"]


def test_an_account_that_took_the_same_ladder_gets_its_runs_there(
    stranger: Athlete, package: bytes, ladder_of: Callable[[Athlete, str], Ladder]
) -> None:
    ladder_of(stranger, "putting-circle")
    take_record(stranger, open_record(package))
    assert Ladder.objects.filter(athlete=stranger, shelf_key="putting-circle").count() == 1
    assert Run.objects.filter(athlete=stranger, rung__ladder__shelf_key="putting-circle").count() == 2


def test_every_ladder_of_the_shelf_goes_out_and_comes_in_with_a_run(
    athlete: Athlete, stranger: Athlete, ladder_of: Callable[[Athlete, str], Ladder]
) -> None:
    ladders = [ladder_of(athlete, key) for key in list_shelf()]
    rungs = [(rung.pk, ladder.sides[0]) for ladder in ladders for rung in ladder.rungs.all()]
    for minute, (rung, side) in enumerate(rungs):
        start_run(athlete, uuid4(), rung, side=side, started_at=MOMENT + timedelta(minutes=minute), was_played=True)
    package = packed(athlete)
    take_record(stranger, open_record(package))
    assert members(packed(stranger)) == members(package)


def test_an_older_file_without_a_table_and_a_column_is_taken(stranger: Athlete, package: bytes) -> None:
    def without_tags(data: bytes) -> bytes:
        frame = pandas.read_csv(io.BytesIO(data), dtype=str, keep_default_na=False)
        return str(frame.drop(columns="tags").to_csv(index=False, lineterminator="\r\n")).encode()

    older = changed(package, "data/runs.csv", without_tags)
    take_record(stranger, open_record(older))
    assert set(Run.objects.filter(athlete=stranger).values_list("tags", flat=True)) == {""}


def test_from_scripts(wren: Athlete, stranger: Athlete, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    file = tmp_path / "wren.zip"
    call_command("export_record", "wren", str(file))
    assert members(file.read_bytes())["data/runs.csv"] == members(packed(wren))["data/runs.csv"]
    call_command("import_record", stranger.username, str(file))
    said = capsys.readouterr().out
    assert "The record of wren is in" in said
    assert "  runs: 4\n" in said
    with pytest.raises(CommandError, match="is there already"):
        call_command("export_record", "wren", str(file))
    with pytest.raises(CommandError, match="no account 'pell'"):
        call_command("export_record", "pell", str(tmp_path / "pell.zip"))
    file.write_bytes(file.read_bytes()[:500])
    with pytest.raises(CommandError, match="Nothing was taken in from"):
        call_command("import_record", stranger.username, str(file))
    assert list(tmp_path.iterdir()) == [file]


def test_nobody_elses_rows_go_out(
    wren: Athlete, stranger: Athlete, ladder_of: Callable[[Athlete, str], Ladder]
) -> None:
    before = packed(wren)
    ladder_of(stranger, "putting-circle")
    assert packed(wren) == before


def test_a_package_can_be_read_more_than_once(package: bytes, stranger: Athlete) -> None:
    record = open_record(package)
    assert isinstance(record, RecordFile)
    take_record(stranger, record, seen=survey(record, stranger))
    assert Run.everything.filter(athlete=stranger).count() == 4
