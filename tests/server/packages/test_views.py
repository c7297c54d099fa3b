"""Runs and presses of any filtered view as CSV: the numbers of the record, read by others and by our own rules."""

from __future__ import annotations

import io
from typing import Any

import pandas
import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from jolly_core.package import views
from jolly_core.package.sheets import SheetReader
from jolly_core.package.tables import Table
from runs.models import Event, Run
from runs.selectors import list_played

pytestmark = pytest.mark.django_db


def downloaded(client: APIClient, path: str, **filters: Any) -> bytes:
    answer = client.get(f"/api/record/{path}/", filters)
    assert answer["Content-Type"] == "text/csv; charset=utf-8"
    return b"".join(answer.streaming_content)  # type: ignore[attr-defined]


def read(data: bytes, table: Table) -> list[dict[str, Any]]:
    reader = SheetReader(table, io.BytesIO(data))
    rows = [values for _, values in reader.rows()]
    assert reader.problems == []
    return rows


def test_runs_are_read_back_by_the_same_rules(client: APIClient, wren: Athlete) -> None:
    rows = read(downloaded(client, "runs"), views.RUNS)
    runs = list(list_played(wren).order_by("started_at"))
    assert [row["run"] for row in rows] == [run.pk for run in runs]
    assert [row["result"] for row in rows] == [run.result.value for run in runs]
    assert rows[0] | {"run": 0} == {
        **{"run": 0, "day": runs[0].day, "started_at": runs[0].started_at, "discipline": "disc putting"},
        **{"ladder": "Putts from the circle", "rung": 1, "rung_title": runs[0].rung.title, "side": ""},
        **{"game": "makes_of_n", "result": 7.0, "metric": "makes", "mark": 8.0, "attempts": 10, "makes": 7},
        **{"time_used_s": 10.0, "comfort_1_to_5": None, "is_over": True, "is_from_paper": False},
        **{"set_aside": "", "tags": "", "note": ""},
    }


def test_pandas_adds_up_to_the_same(client: APIClient, wren: Athlete) -> None:
    runs = pandas.read_csv(io.BytesIO(downloaded(client, "runs")))
    presses = pandas.read_csv(io.BytesIO(downloaded(client, "presses")))
    assert runs["makes"].sum() == sum(run.makes for run in list_played(wren))
    assert len(presses) == Event.objects.filter(run__in=list_played(wren)).count()
    made = presses[presses["kind"] == "make"].groupby("run").size().to_dict()
    assert made == dict(zip(runs["run"], runs["makes"], strict=True))


def test_filters_of_the_logbook_choose(client: APIClient, wren: Athlete) -> None:
    ladder = Run.objects.filter(athlete=wren).earliest("started_at").rung.ladder
    for filters in ({"ladder": ladder.pk}, {"tag": "wind"}, {"until": "2026-05-04"}, {"words": "nothing like it"}):
        wanted = {each["id"] for each in client.get("/api/runs/", filters).json()["results"]}
        assert {str(row["run"]) for row in read(downloaded(client, "runs", **filters), views.RUNS)} == wanted
        presses = {str(row["run"]) for row in read(downloaded(client, "presses", **filters), views.EVENTS)}
        assert presses == wanted
    assert client.get("/api/record/runs/", {"until": "someday"}).status_code == 400


def test_a_note_is_no_formula(client: APIClient, wren: Athlete) -> None:
    Run.objects.filter(athlete=wren).update(note='=HYPERLINK("http://example.invalid")')
    data = downloaded(client, "runs")
    assert b"\"'=HYPERLINK(" in data
    assert read(data, views.RUNS)[0]["note"] == '=HYPERLINK("http://example.invalid")'


def test_nobody_elses_runs(wren: Athlete, stranger: Athlete) -> None:
    other = APIClient()
    other.force_login(stranger)
    assert read(downloaded(other, "runs"), views.RUNS) == []
    assert read(downloaded(other, "presses"), views.EVENTS) == []
